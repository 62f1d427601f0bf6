"""Why a count is what it is: movements of stock, and their sum."""

from __future__ import annotations

from collections import Counter
from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum
from typing import TypeVar

__all__ = ["BY_CUTTING", "Cause", "Movement", "balance", "still_to_move", "undone"]

K = TypeVar("K", bound=Hashable)


class Cause(StrEnum):
    """Why a count changed. ``COUNTED``: somebody looked and wrote down what is there."""

    COUNTED = "counted"
    BOUGHT = "bought"
    USED = "used"
    MISCUT = "miscut"
    KEPT = "kept"
    FOUND = "found"
    GIVEN = "given"
    UNDONE = "undone"


BY_CUTTING = (Cause.USED, Cause.MISCUT, Cause.KEPT)
"""What cutting a class moves by itself."""


@dataclass(frozen=True, slots=True)
class Movement:
    """One change of a count: more or less than 0, in sheets, pieces, ml or nm. ``undoes``: whose number."""

    number: int
    amount: Decimal
    cause: Cause
    undoes: int | None = None


def balance(movements: Iterable[Movement]) -> Decimal:
    """What there is: the sum of everything that moved."""
    return sum((movement.amount for movement in movements), Decimal(0))


def undone(movements: Iterable[Movement]) -> set[int]:
    """The numbers of movements that another one undoes."""
    return {movement.undoes for movement in movements if movement.undoes is not None}


def still_to_move(wanted: Mapping[K, int], moved: Mapping[K, int]) -> dict[K, int]:
    """What is still to be moved so that it adds up to what is wanted; less than 0 where too much was."""
    found = Counter(wanted)
    found.subtract(moved)
    return {key: amount for key, amount in found.items() if amount}
