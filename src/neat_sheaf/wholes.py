"""Halves and quarters of punched wholes: the fewest wholes that give a list of them."""

from __future__ import annotations

from collections.abc import Mapping

from neat_sheaf.project import Portion

__all__ = ["fewest_wholes", "left_over"]


def fewest_wholes(wanted: Mapping[Portion, int]) -> int:
    """The fewest whole circles or squares that give these portions; counts are not negative.

    A three-quarter leaves a quarter, two halves make a whole, and a half leaves two quarters.
    Filling wholes with the largest portion first is best for quarters, as each size divides
    or completes the next (proved against exhaustive search in the tests).
    """
    threes = wanted.get(Portion.THREE_QUARTERS, 0)
    halves = wanted.get(Portion.HALF, 0)
    quarters = max(0, wanted.get(Portion.QUARTER, 0) - threes)
    pairs, odd = divmod(halves, 2)
    quarters = max(0, quarters - 2 * odd)
    return wanted.get(Portion.WHOLE, 0) + threes + pairs + odd - (-quarters // 4)


def left_over(wanted: Mapping[Portion, int]) -> int:
    """Quarters left of the fewest wholes."""
    used = sum(portion.quarters * count for portion, count in wanted.items())
    return 4 * fewest_wholes(wanted) - used
