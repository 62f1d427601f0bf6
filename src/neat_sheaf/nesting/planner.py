"""From a demand to layouts: column generation, a proved bound, integer rounding.

Sources: Gilmore & Gomory (1961), Operations Research 9(6), for generating patterns;
Farley (1990), Operations Research 38(5), for the bound from duals that are not
optimal. The bound is computed in whole numbers, so no rounding can raise it.
"""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.master import Candidate, choose, relax
from neat_sheaf.nesting.packing import packings
from neat_sheaf.nesting.pattern import Node, Split, Spot, gathered, without
from neat_sheaf.nesting.pricing import Pricer, scaled_down
from neat_sheaf.nesting.watch import Watch

__all__ = ["Layout", "Nested", "PatternBook", "lower_bound", "nest"]

_SCALE = 1_000_000
_ROUNDS = 200
# How many sheets of each layout of the linear optimum are laid anew, and how many patterns are added.
_ATTEMPTS = ((1, 0), (1, 12), (3, 24), (8, 48))
_GREEDY_LIMIT = 240  # pieces; above it the greedy packings are left out


@dataclass(frozen=True, slots=True)
class Layout:
    """One layout, cut ``times`` over from stock number ``stock``."""

    stock: int
    times: int
    tree: Node


@dataclass(frozen=True, slots=True)
class Nested:
    """A plan for one paper: layouts that hold exactly the demand.

    ``sheets`` whole sheets are opened; ``at_least`` is proved for straight through-cuts.
    """

    layouts: tuple[Layout, ...]
    sheets: int
    at_least: int


def nest(
    items: Sequence[Item],
    demand: Sequence[int],
    stock: Sequence[Stock],
    *,
    few_layouts_first: bool = False,
    whole_kit: Sequence[int] | None = None,
    book: PatternBook | None = None,
    watch: Watch | None = None,
) -> Nested:
    """Cut ``demand[k]`` pieces of each ``items[k]`` from the stock, opening few sheets.

    Every item must fit some stock of whole sheets. ``whole_kit`` is one kit's counts:
    layouts that hold whole kits are then among the candidates.
    """
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return Nested((), 0, 0)
    if len(wanted) < len(items):
        part = nest(
            [items[k] for k in wanted],
            [demand[k] for k in wanted],
            stock,
            few_layouts_first=few_layouts_first,
            whole_kit=[whole_kit[k] for k in wanted] if whole_kit else None,
            watch=watch,
        )
        return Nested(
            tuple(Layout(lay.stock, lay.times, _renamed(lay.tree, wanted)) for lay in part.layouts),
            part.sheets,
            part.at_least,
        )
    search = _Search(book or PatternBook(items, stock), demand, watch or Watch())
    search.generate()
    if whole_kit is not None:
        search.add_whole_kits(whole_kit)
    chosen = search.one_layout() if few_layouts_first else search.fewest()
    layouts = [
        Layout(lay.stock, lay.times, gathered(lay.tree, stock[lay.stock].width, stock[lay.stock].height))
        for lay in _exact(chosen, demand)
    ]
    sheets = sum(lay.times for lay in layouts if stock[lay.stock].is_sheet)
    return Nested(tuple(layouts), sheets, search.at_least)


def lower_bound(items: Sequence[Item], demand: Sequence[int], stock: Sequence[Stock]) -> int:
    """Whole sheets that no plan of straight through-cuts can do with fewer of."""
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return 0
    book = PatternBook([items[k] for k in wanted], stock)
    search = _Search(book, [demand[k] for k in wanted], Watch())
    search.generate()
    return search.at_least


class PatternBook:
    """The patterns of some kinds of piece on some stock; they serve any number of kits."""

    def __init__(self, items: Sequence[Item], stock: Sequence[Stock]) -> None:
        self.items, self.stock = list(items), list(stock)
        self.pool: dict[tuple[int, tuple[int, ...]], Candidate] = {}
        self.pricer = Pricer(items, stock)
        self.prover = self.pricer if self.pricer.exact else Pricer(*scaled_down(items, stock))
        for kind in range(len(self.items)):
            self.price([int(k == kind) for k in range(len(self.items))])

    def price(self, values: Sequence[int]) -> int:
        """Add the patterns that are best for these values; how many were new."""
        before = len(self.pool)
        self.pricer.price(values)
        self._take()
        return len(self.pool) - before

    def prove(self, values: Sequence[int]) -> list[int]:
        """The most that any pattern on each stock is worth, proved; its patterns are added."""
        best = self.prover.price(values)
        if self.prover is not self.pricer:
            self.pricer.price(values)
        self._take()
        return best

    def _take(self) -> None:
        for number in range(len(self.stock)):
            self.add(number, self.pricer.pattern(number))

    def add(self, number: int, tree: Node) -> Candidate | None:
        """Add a tree on one kind of stock; the one with the same pieces that is there already stays."""
        if tree is None:
            return None
        candidate = Candidate.of(number, tree, len(self.items))
        return self.pool.setdefault((number, candidate.holds), candidate)

    def all_fit(self, number: int) -> bool:
        """Whether every kind fits this stock."""
        s = self.stock[number]
        return all(item.fits(s.width, s.height) for item in self.items)


class _Search:
    def __init__(self, book: PatternBook, demand: Sequence[int], watch: Watch) -> None:
        self.book, self.demand, self.watch = book, list(demand), watch
        self.items, self.stock = book.items, book.stock
        self.at_least = 0
        self.worth: list[float] = [0.0] * len(self.items)
        self.uses: dict[Candidate, float] = {}

    def generate(self) -> None:
        """Fill the book by column generation and prove ``at_least`` on the way."""
        self._prove([item.width * item.height // 1_000_000 for item in self.items])
        self._prove([1] * len(self.items))
        for _ in range(_ROUNDS):
            pool = list(self.book.pool.values())
            relaxed = relax(pool, self.demand, self.stock)
            self.worth = relaxed.worth
            self.uses = {c: u for c, u in zip(pool, relaxed.uses, strict=True) if u > 1e-6}
            self._prove([int(worth * _SCALE) for worth in relaxed.worth])
            if len(self.book.pool) == len(pool) or not self.watch.goes_on(None, self.at_least):
                break

    def _prove(self, values: list[int]) -> None:
        best = self.book.prove(values)
        total = sum(d * v for d, v in zip(self.demand, values, strict=True))
        sheet = max(v for v, s in zip(best, self.stock, strict=True) if s.is_sheet)
        from_offcuts = sum(v * (s.limit or 0) for v, s in zip(best, self.stock, strict=True))
        if sheet > 0:
            self.at_least = max(self.at_least, -(-(total - from_offcuts) // sheet))

    def vary(self, times: int) -> None:
        """Add patterns nearly as good in the linear program that hold other small pieces.

        Kinds that are worth nothing to the linear program (they fit into what is waste anyway)
        are in none of its patterns; whole numbers of sheets need them there.
        """
        dice = random.Random(len(self.book.pool))  # noqa: S311 - the same for the same job
        sheet = max(s.width * s.height for s in self.stock)
        for _ in range(times):
            if not self.watch.goes_on(None, self.at_least):
                return
            reach, shape = 10 ** dice.uniform(3, 5.5), dice.uniform(0.3, 1)
            self.book.price(
                [
                    int(worth * _SCALE)
                    + 1
                    + int(dice.random() * reach * (item.width * item.height / sheet) ** shape)
                    for worth, item in zip(self.worth, self.items, strict=True)
                ]
            )

    def add_whole_kits(self, kit: Sequence[int]) -> None:
        """Layouts of one, two, ... whole kits a sheet, as long as one sheet takes them."""
        for number, sheet in enumerate(self.stock):
            if not sheet.is_sheet or not self.book.all_fit(number):
                continue
            for kits in range(1, 13):
                ways = packings(self.items, [n * kits for n in kit], [sheet])
                fitted = next((way[0][1] for way in ways if len(way) == 1), None)
                if fitted is None:
                    break
                self.book.add(number, fitted)

    def fewest(self) -> Counter[Candidate]:
        """Candidates to cut, covering the demand; as few sheets as was found."""
        best = self._rounded_up()
        # The linear optimum rounded down is kept but for a few sheets of each layout,
        # which leaves the integer program the same small job for 10 kits or 10 000.
        for kept_back, varied in _ATTEMPTS:
            if self._sheets(best) <= self.at_least or not self.watch.goes_on(
                self._sheets(best), self.at_least
            ):
                break
            self.vary(varied)
            base = Counter({c: int(u + 1e-6) - kept_back for c, u in self.uses.items()})
            base = +base
            left = self._left(base)
            self._add_greedy(left)
            pool = list(self.book.pool.values())
            picked = choose(
                pool,
                left,
                self._stock_left(base),
                enough=self.at_least - self._sheets(base),
                seconds=self.watch.left,
            )
            if picked is not None:
                found = base + Counter({c: n for c, n in zip(pool, picked, strict=True) if n})
                best = min(best, found, key=self._sheets)
        return best

    def one_layout(self) -> Counter[Candidate]:
        """The fewest different layouts, and then the fewest sheets of those."""
        pool = list(self.book.pool.values())
        self._add_greedy(self.demand)
        picked = choose(pool, self.demand, self.stock, few_layouts=True, seconds=self.watch.left)
        found = [Counter({c: n for c, n in zip(pool, picked, strict=True) if n})] if picked else []
        found += [
            Counter({c: max(-(-d // n) for d, n in zip(self.demand, c.holds, strict=True))})
            for c in pool
            if all(c.holds) and self.stock[c.stock].is_sheet
        ]

        def surplus(plan: Counter[Candidate]) -> int:
            return sum(n * sum(c.holds) for c, n in plan.items())

        ways = [*found, self._rounded_up()]
        return min(ways, key=lambda plan: (len(plan), self._sheets(plan), surplus(plan)))

    def _rounded_up(self) -> Counter[Candidate]:
        """The linear optimum with every part of a sheet made a whole one: always a plan."""
        up = Counter({c: int(u + 1 - 1e-6) for c, u in self.uses.items()})
        for n, s in enumerate(self.stock):
            over = sum(up[c] for c in up if c.stock == n) - (s.limit or 0)
            for c in [c for c in up if c.stock == n and not s.is_sheet]:
                less = max(0, min(over, up[c]))
                up[c], over = up[c] - less, over - less
        short = self._left(+up)
        for way in packings(self.items, short, [s for s in self.stock if s.is_sheet])[:1] if any(short) else []:
            sheets = [n for n, s in enumerate(self.stock) if s.is_sheet]
            up.update(c for number, tree in way if (c := self.book.add(sheets[number], tree)))
        return +up

    def _left(self, base: Counter[Candidate]) -> list[int]:
        return [
            max(0, d - sum(n * c.holds[k] for c, n in base.items())) for k, d in enumerate(self.demand)
        ]

    def _stock_left(self, base: Counter[Candidate]) -> list[Stock]:
        used = [sum(n for c, n in base.items() if c.stock == i) for i in range(len(self.stock))]
        return [
            s if s.limit is None else replace(s, limit=s.limit - n)
            for s, n in zip(self.stock, used, strict=True)
        ]

    def _add_greedy(self, left: Sequence[int]) -> None:
        if sum(left) <= _GREEDY_LIMIT:
            for way in packings(self.items, left, self.stock):
                for number, tree in way:
                    self.book.add(number, tree)

    def _sheets(self, plan: Counter[Candidate]) -> int:
        return sum(n for c, n in plan.items() if self.stock[c.stock].is_sheet)


def _exact(chosen: Counter[Candidate], demand: Sequence[int]) -> list[Layout]:
    """Layouts with the surplus left out: never one piece more than was asked for."""
    surplus = Counter(
        {k: sum(n * c.holds[k] for c, n in chosen.items()) - wanted for k, wanted in enumerate(demand)}
    )
    layouts: list[Layout] = []
    # The layout cut least often gives up pieces first, so that most sheets stay alike.
    for candidate, times in sorted(chosen.items(), key=lambda pair: pair[1]):
        left = times
        while left:
            spare = Counter({k: min(surplus[k], held) for k, held in enumerate(candidate.holds)})
            given = +spare
            if not given:
                layouts.append(Layout(candidate.stock, left, candidate.tree))
                break
            alike = min(left, *(surplus[k] // n for k, n in given.items()))
            tree = without(candidate.tree, Counter(given))
            if tree is not None:
                layouts.append(Layout(candidate.stock, alike, tree))
            for k, n in given.items():
                surplus[k] -= n * alike
            left -= alike
    return sorted(layouts, key=lambda lay: -lay.times)


def _renamed(tree: Node, kinds: Sequence[int]) -> Node:
    if isinstance(tree, Spot):
        return Spot(kinds[tree.kind], tree.turned)
    if isinstance(tree, Split):
        return Split(tree.along, tree.at, _renamed(tree.first, kinds), _renamed(tree.second, kinds))
    return None
