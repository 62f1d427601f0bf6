"""Why stock moves, and what is still to be moved."""

from __future__ import annotations

from collections import Counter
from collections.abc import Hashable, Mapping
from enum import StrEnum
from typing import TypeVar

__all__ = ["BY_CUTTING", "Cause", "still_to_move"]

K = TypeVar("K", bound=Hashable)


class Cause(StrEnum):
    """Why a count changed. ``COUNTED``: somebody looked and wrote down what is there.

    ``MOVED``: it is counted under another name now.
    """

    COUNTED = "counted"
    BOUGHT = "bought"
    USED = "used"
    MISCUT = "miscut"
    KEPT = "kept"
    FOUND = "found"
    GIVEN = "given"
    MOVED = "moved"
    UNDONE = "undone"


BY_CUTTING = (Cause.USED, Cause.MISCUT, Cause.KEPT)
"""What cutting a class moves by itself."""


def still_to_move(wanted: Mapping[K, int], moved: Mapping[K, int]) -> dict[K, int]:
    """What is still to be moved so that it adds up to what is wanted; less than 0 where too much was."""
    found = Counter(wanted)
    found.subtract(moved)
    return {key: amount for key, amount in found.items() if amount}
