"""Which packs to buy where something is sold in several sizes: the cheapest that are enough."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

__all__ = ["Choice", "Offer", "cheapest_packs", "price_of"]

_MOST_PACKS = 2_000  # of one size; who buys more asks the shop


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

    Empty where nothing is short or nothing is offered. An unbounded knapsack that must be covered, searched
    to the end: a branch is left where even the best price a unit for the rest costs more than what is found.
    """
    # The cheapest a unit first, so that what is found early bounds what is left.
    rows = sorted(set(offers), key=lambda one: (Fraction(one.price) / Fraction(one.size), -one.size))
    if short <= 0 or not rows:
        return ()
    best: tuple[Decimal, int, Choice] | None = None
    rates = [min(Fraction(one.price) / Fraction(one.size) for one in rows[n:]) for n in range(len(rows))]

    def search(at: int, rest: Fraction, cost: Decimal, packs: int, chosen: Choice) -> None:
        nonlocal best
        if rest <= 0:
            if best is None or (cost, packs) < best[:2]:
                best = (cost, packs, chosen)
            return
        if at == len(rows) or (best is not None and Fraction(cost) + rates[at] * rest > best[0]):
            return
        offer = rows[at]
        # In fractions: dividing decimals rounds towards nothing, and a pack would be missing.
        size = Fraction(offer.size)
        most = min(_MOST_PACKS, int(-(-rest // size)))
        for count in range(most, -1, -1):
            more = (*chosen, (offer, count)) if count else chosen
            search(at + 1, rest - size * count, cost + offer.price * count, packs + count, more)

    search(0, Fraction(short), Decimal(0), 0, ())
    return () if best is None else best[2]
