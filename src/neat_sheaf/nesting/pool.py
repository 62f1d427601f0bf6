"""The patterns of some kinds of piece on some stock, kept while the number of kits changes."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import islice

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.one_sheet import TooManyError
from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.pricing import Priced, Pricer
from neat_sheaf.nesting.proof import Prover
from neat_sheaf.nesting.tree import Node, Split, Spot, cuts, lay

__all__ = ["PatternPool"]

_FINE = 500_000  # cells of the grid for each kind
_IN_A_ROW = 40
_TOGETHER = 12  # lists of values priced at once; more take more memory and are hardly quicker


class PatternPool:
    """Patterns found so far, and the pricing that finds more; they serve any number of kits.

    ``reach`` is the longest cut the trimmer makes, nm: no pattern has a longer one. The bound is
    proved without it, so it holds for a longer trimmer too. When the time of ``control`` is over
    while the first patterns are found, the kinds that are left have one of a single piece.
    """

    def __init__(
        self,
        items: Sequence[Item],
        stock: Sequence[Stock],
        reach: int | None = None,
        control: SearchControl | None = None,
    ) -> None:
        self.items, self.stock = list(items), list(stock)
        self.patterns: dict[tuple[int, tuple[int, ...]], Pattern] = {}
        # What is known of a demand on one sheet of a size: its layout, that it has none, or nothing.
        self.decided: dict[tuple[int, tuple[int, ...]], Node | TooManyError] = {}
        # The best plan found of a demand, and what is proved of its cost.
        self.solved: dict[tuple[int, ...], tuple[Counter[Pattern], int]] = {}
        self.pricer = Pricer(items, stock, reach)
        self.reach = self.pricer.reach
        self.prover = Prover(self.items, self.stock, self.pricer)
        control = control or SearchControl()
        # On a grid as fine as that pricing every kind takes seconds, and the first patterns are plain ones.
        fine = self.pricer.cells * len(self.items) > _FINE
        kinds = iter(range(len(self.items)))
        for kind in kinds if fine else ():
            self._add_rows(kind)
        while control.report_progress(None, 0) and (some := list(islice(kinds, _TOGETHER))):
            self.price([[int(k == kind) for k in range(len(self.items))] for kind in some], control)
        held = {k for c in self.patterns.values() for k, n in enumerate(c.holds) if n}
        for kind in range(len(self.items)):
            if kind not in held:
                self._add_rows(kind)

    def _add_rows(self, kind: int) -> None:
        """Add patterns of one kind alone, in plain rows, on each stock that holds it; or of one piece."""
        for number, s in enumerate(self.stock):
            lying = [o for o in self.items[kind].orientations if o[0] <= s.width and o[1] <= s.height]
            for w, h, turned in lying:
                across, up = min(s.width // w, _IN_A_ROW), min(s.height // h, _IN_A_ROW)
                spot: Node = Spot(kind, turned)
                row = _repeated(spot, Side.WIDTH, w, across, s.width)
                if self.add(number, _repeated(row, Side.HEIGHT, h, up, s.height)) is None:
                    self.add(number, lay(self.items[kind], kind, s.width, s.height, turned, self.reach))

    @property
    def uncovered(self) -> list[int]:
        """The kinds that are in no pattern on a whole sheet."""
        sheets = [c.holds for c in self.patterns.values() if self.stock[c.stock].is_sheet]
        held = {k for holds in sheets for k, n in enumerate(holds) if n}
        return [k for k in range(len(self.items)) if k not in held]

    def price(self, values: Sequence[Sequence[int]], control: SearchControl | None = None) -> None:
        """Add the patterns that are best for each of these lists of values."""
        for some in _chunks(values):
            self._take(self.pricer.price_all(some, control))

    def prove(
        self, values: Sequence[Sequence[int]], control: SearchControl | None = None
    ) -> tuple[list[list[int]], list[list[int]]]:
        """The most that any pattern on each stock is worth, proved, for each of these lists of values.

        And the same of those within the trimmer's reach; nothing where that is the same or not known. The
        best patterns are added.
        """
        proved, priced = self.prover.prove(values, control)
        # Patterns that the proof rests on serve a plan too, where no cut is out of reach.
        if not (self.prover.exact and self.reach is None):
            priced = self.pricer.price_all(values, control)
        self._take(priced)
        known = self.reach is not None and self.pricer.proves and all(of.closed for of in priced)
        return proved, [of.best for of in priced] if known else []

    def refine(self) -> bool:
        """Prove on every cut position from now on; False where that is so already, or they are too many."""
        finer = self.prover.finer()
        if finer is not None:
            self.prover = finer
        return finer is not None

    def _take(self, found: Sequence[Priced]) -> None:
        for priced in found:
            for number in range(len(self.stock)):
                self.add(number, priced.pattern(number))

    def add(self, number: int, tree: Node) -> Pattern | None:
        """Add a tree on one kind of stock; None where it is empty or has a cut out of reach.

        A candidate that holds the same pieces and is there already stays.
        """
        if tree is None or not self.reaches(number, tree):
            return None
        pattern = Pattern.of(number, tree, len(self.items))
        return self.patterns.setdefault((number, pattern.holds), pattern)

    def within(self, pattern: Pattern) -> bool:
        """Whether the trimmer reaches across every cut of a pattern."""
        return self.reaches(pattern.stock, pattern.tree)

    def kept(self, pattern: Pattern) -> Pattern:
        """The pattern, or the one that is there already and holds the same."""
        return self.patterns.setdefault((pattern.stock, pattern.holds), pattern)

    def reaches(self, number: int, tree: Node) -> bool:
        """Whether the trimmer reaches across every cut of a layout on one kind of stock."""
        sheet = self.stock[number]
        if self.reach is None or sheet.access(self.reach) is Access.FREE:
            return True
        if sheet.access(self.reach) is Access.NONE and isinstance(tree, Split):
            return False
        return all(
            (cut.of.height if cut.along is Side.WIDTH else cut.of.width) <= self.reach
            for cut in cuts(tree, sheet.width, sheet.height)
        )

    def all_fit(self, number: int) -> bool:
        """Whether every kind fits this stock."""
        s = self.stock[number]
        return all(item.fits(s.width, s.height) for item in self.items)


def _repeated(part: Node, along: Side, size: Length, times: int, length: int) -> Node:
    """So many of a part side by side, ``size`` nm each, and what is left of ``length`` as waste."""
    tree: Node = None
    for n in range(times):
        last = n == 0 and size * times == length
        tree = part if last else Split(along, size, part, tree)
    return tree


def _chunks(values: Sequence[Sequence[int]]) -> Iterator[Sequence[Sequence[int]]]:
    for first in range(0, len(values), _TOGETHER):
        yield values[first : first + _TOGETHER]
