"""Supplies: counted, measured by length, or by volume."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length

__all__ = ["Holds", "Supply", "SupplyUnit"]


NO_DEPTH = Length(0)


class SupplyUnit(StrEnum):
    """How a supply is counted: by piece, by length, or by millilitre."""

    EACH = "each"
    LENGTH = "length"
    ML = "ml"


@dataclass(frozen=True, slots=True)
class Holds:
    """The inside of an envelope or a bag, nm; a depth of 0 is one that lies flat."""

    width: Length
    height: Length
    depth: Length = NO_DEPTH


@dataclass(frozen=True, slots=True)
class Supply:
    """A supply. ``pack_size`` and ``on_hand`` are in its unit: a count, ml, or nm of length.

    ``holds`` is what goes into one of it; None where nothing does, or nobody has measured it.
    """

    id: str
    name: str
    unit: SupplyUnit
    pack_size: Decimal
    pack_price: Decimal | None = None
    on_hand: Decimal = Decimal(0)
    joinable: bool = True
    holds: Holds | None = None
