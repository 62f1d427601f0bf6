"""The patterns of some kinds of piece on some stock, kept while the number of kits changes."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.master import Candidate
from neat_sheaf.nesting.pattern import Node, cuts
from neat_sheaf.nesting.pricing import Priced, Pricer, scaled_down
from neat_sheaf.project import Side

__all__ = ["PatternBook"]


class PatternBook:
    """Candidates found so far, and the pricing that finds more; they serve any number of kits.

    ``reach`` is the longest cut the trimmer makes, nm: no pattern has a longer one. The bound is
    proved without it, so it holds for a longer trimmer too.
    """

    def __init__(self, items: Sequence[Item], stock: Sequence[Stock], reach: int | None = None) -> None:
        self.items, self.stock, self.reach = list(items), list(stock), reach
        self.pool: dict[tuple[int, tuple[int, ...]], Candidate] = {}
        self.pricer = Pricer(items, stock, reach)
        same = self.pricer.exact and reach is None
        self.prover = self.pricer if same else Pricer(*self._for_proof())
        self.price([[int(k == kind) for k in range(len(self.items))] for kind in range(len(self.items))])

    def _for_proof(self) -> tuple[list[Item], list[Stock]]:
        return (self.items, self.stock) if self.pricer.exact else scaled_down(self.items, self.stock)

    @property
    def covers(self) -> bool:
        """Whether every kind is in some pattern on a whole sheet."""
        held = [c.holds for c in self.pool.values() if self.stock[c.stock].is_sheet]
        return all(any(holds[k] for holds in held) for k in range(len(self.items)))

    def price(self, values: Sequence[Sequence[int]]) -> None:
        """Add the patterns that are best for each of these lists of values."""
        self._take(self.pricer.price_all(values))

    def prove(self, values: Sequence[Sequence[int]]) -> list[list[int]]:
        """The most that any pattern on each stock is worth, proved, for each of these lists of values.

        The best patterns are added.
        """
        proved = self.prover.price_all(values)
        self._take(proved if self.prover is self.pricer else self.pricer.price_all(values))
        return [priced.best for priced in proved]

    def _take(self, found: Sequence[Priced]) -> None:
        for priced in found:
            for number in range(len(self.stock)):
                self.add(number, priced.pattern(number))

    def add(self, number: int, tree: Node) -> Candidate | None:
        """Add a tree on one kind of stock; None where it is empty or has a cut out of reach.

        A candidate that holds the same pieces and is there already stays.
        """
        if tree is None or not self._within(number, tree):
            return None
        candidate = Candidate.of(number, tree, len(self.items))
        return self.pool.setdefault((number, candidate.holds), candidate)

    def _within(self, number: int, tree: Node) -> bool:
        if self.reach is None:
            return True
        sheet = self.stock[number]
        return all(
            (cut.of.height if cut.along is Side.WIDTH else cut.of.width) <= self.reach
            for cut in cuts(tree, sheet.width, sheet.height)
        )

    def all_fit(self, number: int) -> bool:
        """Whether every kind fits this stock."""
        s = self.stock[number]
        return all(item.fits(s.width, s.height) for item in self.items)
