"""Sharing whole things out in proportion."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

__all__ = ["share_out"]


def share_out(total: int, shares: Sequence[int]) -> list[int]:
    """Whole kits per share, summing to ``total``, by the highest averages of odd divisors.

    One more in all is one more of one share and never one fewer of another. Equal averages go to the
    earlier share. ``shares`` are not negative; where all are 0 they count as equal. Source:
    Webster's method, also Sainte-Lague's (1910); that divisor methods alone are house-monotone:
    Balinski & Young (1982), Fair Representation.
    """
    if not shares:
        return []
    weights = list(shares) if any(shares) else [1] * len(shares)
    whole = sum(weights)
    # Every average down to the exact share's, ties with it too: the same as going on from nothing.
    counts = [(2 * total * weight + whole) // (2 * whole) for weight in weights]
    while sum(counts) < total:
        counts[max(range(len(weights)), key=lambda i: (Fraction(weights[i], 2 * counts[i] + 1), -i))] += 1
    while sum(counts) > total:
        held = [i for i, n in enumerate(counts) if n]
        counts[min(held, key=lambda i: (Fraction(weights[i], 2 * counts[i] - 1), -i))] -= 1
    return counts
