"""The most that any pattern can be worth, proved: what the lower bound of a plan rests on.

Where the cut positions are few they are priced exactly. Where not, sizes are rounded down to a grid,
which can only let more onto a sheet; a size that rounds to nothing is counted by its area instead.
Either way no pattern is worth more than its sheet's area at the best value an area can have
(Dantzig's bound for the knapsack; source: Dantzig (1957), Operations Research 5(2)).
"""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.pricing import Priced, Pricer, scaled_down

__all__ = ["Prover"]

_FINE_POINTS = 1000  # cut positions a side, where a bound is missed on fewer


class Prover:
    """Bounds for fixed items and stock, for straight through-cuts of any length."""

    def __init__(self, items: Sequence[Item], stock: Sequence[Stock], pricer: Pricer) -> None:
        """``pricer`` serves where it is exact and no cut was out of its reach."""
        self.items, self.stock = list(items), list(stock)
        self.pricer = pricer if pricer.reach is None else Pricer(items, stock)
        self.exact = self.pricer.exact
        self._kept = list(range(len(self.items)))
        if not self.exact:
            small, room = scaled_down(items, stock)
            self._kept = [k for k, item in enumerate(small) if item.width and item.height]
            self.pricer = Pricer([small[k] for k in self._kept], room)
        self._areas = [item.width * item.height for item in self.items]
        self._fits = [[item.fits(s.width, s.height) for item in self.items] for s in self.stock]

    def finer(self) -> Prover | None:
        """The same with every cut position, where that is new and they are not too many."""
        if self.exact:
            return None
        fine = Pricer(self.items, self.stock, most=_FINE_POINTS)
        return Prover(self.items, self.stock, fine) if fine.exact else None

    def prove(
        self, values: Sequence[Sequence[int]], control: SearchControl | None = None
    ) -> tuple[list[list[int]], list[Priced]]:
        """The most a pattern is worth, by list of values and stock; and patterns, where priced exactly."""
        priced = []
        if self._kept:
            priced = self.pricer.price_all([[one[k] for k in self._kept] for one in values], control)
        if not all(of.closed for of in priced) or not priced:
            plain = [self._by_area(one, range(len(one))) for one in values]
            return plain, priced if self.exact else []
        if self.exact:
            return [of.best for of in priced], priced
        tiny = sorted(set(range(len(self.items))).difference(self._kept))
        proved = []
        for one, of in zip(values, priced, strict=True):
            by_grid = [a + b for a, b in zip(of.best, self._by_area(one, tiny), strict=True)]
            by_area = self._by_area(one, range(len(one)))
            proved.append([min(pair) for pair in zip(by_grid, by_area, strict=True)])
        return proved, []

    def _by_area(self, values: Sequence[int], kinds: Sequence[int]) -> list[int]:
        """For each stock its area at the best value for an area that any of these kinds has."""
        found = []
        for stock, fits in zip(self.stock, self._fits, strict=True):
            rates = (Fraction(values[k], self._areas[k]) for k in kinds if fits[k])
            found.append(int(max(rates, default=Fraction(0)) * stock.width * stock.height))
        return found
