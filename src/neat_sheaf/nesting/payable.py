"""What sheets of several prices can add up to: a plan costs a sum of whole sheets and nothing between."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from math import ceil, gcd

__all__ = ["next_payable"]

_SUMS = 20_000  # sums that are looked at; above it a bound is only made whole


def next_payable(least: Fraction, costs: Sequence[int]) -> int:
    """The least sum of sheets at these costs (whole units, more than 0) that is not below ``least``.

    Where there are too many sums to look at: a whole number that none of them is between and ``least``.
    """
    if least <= 0:
        return 0
    unit = gcd(*costs)
    wanted = ceil(least / unit)
    *dear, cheap = sorted({cost // unit for cost in costs}, reverse=True)
    sums = 1
    for cost in dear:
        sums *= wanted // cost + 2
    return unit * (_least(wanted, dear, cheap) if sums <= _SUMS else wanted)


def _least(wanted: int, dear: Sequence[int], cheap: int) -> int:
    """The least sum that is not below what is wanted: so many of the dearest, the rest of the others."""
    if not dear:
        return cheap * -(-wanted // cheap)
    most = -(-wanted // dear[0])
    return min(n * dear[0] + _least(max(0, wanted - n * dear[0]), dear[1:], cheap) for n in range(most + 1))
