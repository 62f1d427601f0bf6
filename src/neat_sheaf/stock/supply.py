"""Supplies: counted, measured by length, or by volume."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

__all__ = ["Supply", "SupplyUnit"]


class SupplyUnit(StrEnum):
    """How a supply is counted: by piece, by length, or by millilitre."""

    EACH = "each"
    LENGTH = "length"
    ML = "ml"


@dataclass(frozen=True, slots=True)
class Supply:
    """A supply. ``pack_size`` and ``on_hand`` are in its unit: a count, ml, or nm of length."""

    id: str
    name: str
    unit: SupplyUnit
    pack_size: Decimal
    pack_price: Decimal | None = None
    on_hand: Decimal = Decimal(0)
    joinable: bool = True
