"""Which packs to buy where something is sold in several sizes: the cheapest that are enough."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from math import gcd, lcm

import numpy as np
from numpy.typing import NDArray

__all__ = ["Choice", "Offer", "cheapest_packs", "price_of"]

_MOST_AMOUNTS = 4_000_000  # amounts in the table; beyond that nothing is claimed


@dataclass(frozen=True, slots=True, order=True)
class Offer:
    """A pack of a size (sheets, pieces, ml or nm) at a price, in whole currency units."""

    size: Decimal
    price: Decimal


Choice = tuple[tuple[Offer, int], ...]
"""Packs of each offer, those that are not bought left out."""


def price_of(choice: Choice) -> Decimal:
    """What the packs cost together."""
    return sum((offer.price * count for offer, count in choice), Decimal(0))


def cheapest_packs(short: Decimal, offers: Sequence[Offer]) -> Choice:
    """The packs that hold at least what is short and cost least; of as cheap ones the fewest packs.

    Empty where nothing is short or nothing is offered, and where the sizes have so little in common that it
    cannot be told in time. An unbounded knapsack that must be covered, by dynamic programming over amounts.

    Source: Gilmore & Gomory (1966), The Theory and Computation of Knapsack Functions, Operations Research
    14(6): beyond a bound, an optimum has one more of the pack that is cheapest a unit.
    """
    rows = sorted(set(offers), key=lambda one: (Fraction(one.price) / Fraction(one.size), -one.size))
    if short <= 0 or not rows:
        return ()
    sizes, prices = _whole([one.size for one in rows]), _whole([one.price for one in rows])
    unit = Fraction(rows[0].size) / sizes[0]
    need = int(-(-Fraction(short) // unit))
    # Of as many other packs as the best one has units, some hold a whole number of best ones together, for
    # no less money and in no fewer packs: so what is over this amount is bought in the best.
    surely = max(0, -(-(need - (sizes[0] - 1) * max(sizes)) // sizes[0]))
    counts = _by_table(need - surely * sizes[0], sizes, prices)
    if counts is None:
        return ()
    counts[0] += surely
    return tuple((one, count) for one, count in zip(rows, counts, strict=True) if count)


def _whole(numbers: Sequence[Decimal]) -> list[int]:
    """The numbers as whole multiples of the largest unit that measures them all."""
    exact = [Fraction(number) for number in numbers]
    scale = lcm(*(one.denominator for one in exact))
    scaled = [int(one * scale) for one in exact]
    return [one // (gcd(*scaled) or 1) for one in scaled]


def _by_table(need: int, sizes: Sequence[int], prices: Sequence[int]) -> list[int] | None:
    """How many packs of each size: the least price, then the fewest packs, of at least ``need`` units.

    None where the table would be too large.
    """
    counts = [0] * len(sizes)
    if need <= 0:
        return counts
    smallest = min(sizes)
    # A price and a count of packs in one number, the price first.
    most_packs = -(-need // smallest) + 1
    keys = [price * (most_packs + 1) + 1 for price in prices]
    if need > _MOST_AMOUNTS or max(keys) * most_packs >= 1 << 62:
        return None
    best: NDArray[np.int64] = np.zeros(need + 1, dtype=np.int64)
    which: NDArray[np.int8] = np.zeros(need + 1, dtype=np.int8)
    for start in range(1, need + 1, smallest):
        # What an amount follows from is at least a smallest pack below it, so a block is found at once.
        amounts = np.arange(start, min(start + smallest, need + 1))
        found = np.stack(
            [best[np.maximum(amounts - size, 0)] + key for size, key in zip(sizes, keys, strict=True)]
        )
        which[amounts] = found.argmin(axis=0)
        best[amounts] = found.min(axis=0)
    rest = need
    while rest > 0:
        at = int(which[rest])
        counts[at] += 1
        rest -= sizes[at]
    return counts
