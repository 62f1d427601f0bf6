"""From a demand to layouts: column generation, a proved bound, integer rounding.

Sources: Gilmore & Gomory (1961), Operations Research 9(6), for generating patterns;
Farley (1990), Operations Research 38(5), for the bound from duals that are not
optimal. The bound is computed in whole numbers, so no rounding can raise it.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.master import Candidate, choose, relax
from neat_sheaf.nesting.packing import packings
from neat_sheaf.nesting.pattern import Node, Split, Spot, gathered, without
from neat_sheaf.nesting.pricing import Pricer, scaled_down

__all__ = ["Layout", "Nested", "lower_bound", "nest"]

_SCALE = 1_000_000
_ROUNDS = 200
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
        )
        return Nested(
            tuple(Layout(lay.stock, lay.times, _renamed(lay.tree, wanted)) for lay in part.layouts),
            part.sheets,
            part.at_least,
        )
    search = _Search(items, demand, stock)
    search.generate()
    if whole_kit is not None:
        search.add_whole_kits(whole_kit)
    chosen = search.round_up(few_layouts_first)
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
    search = _Search([items[k] for k in wanted], [demand[k] for k in wanted], stock)
    search.generate()
    return search.at_least


class _Search:
    def __init__(self, items: Sequence[Item], demand: Sequence[int], stock: Sequence[Stock]) -> None:
        self.items, self.demand, self.stock = items, list(demand), stock
        self.at_least = 0
        self.pool: dict[tuple[int, tuple[int, ...]], Candidate] = {}
        self.pricer = Pricer(items, stock)
        self.prover = self.pricer if self.pricer.exact else Pricer(*scaled_down(items, stock))
        self.uses: dict[Candidate, int] = {}

    def generate(self) -> None:
        """Fill the pool by column generation and prove ``at_least`` on the way."""
        self._prove([item.width * item.height // 1_000_000 for item in self.items])
        self._prove([1] * len(self.items))
        for kind in range(len(self.items)):
            self.pricer.price([int(k == kind) for k in range(len(self.items))])
            self._take_patterns()
        for _ in range(_ROUNDS):
            pool = list(self.pool.values())
            relaxed = relax(pool, self.demand, self.stock)
            values = [int(worth * _SCALE) for worth in relaxed.worth]
            before = len(self.pool)
            self._prove(values)
            if self.prover is not self.pricer:
                self.pricer.price(values)
            self._take_patterns()
            if len(self.pool) == before:
                break
        self.uses = {c: int(u + 1e-6) for c, u in zip(pool, relaxed.uses, strict=True) if u >= 1 - 1e-6}

    def _prove(self, values: list[int]) -> None:
        best = self.prover.price(values)
        total = sum(d * v for d, v in zip(self.demand, values, strict=True))
        sheet = max(v for v, s in zip(best, self.stock, strict=True) if s.is_sheet)
        from_offcuts = sum(v * (s.limit or 0) for v, s in zip(best, self.stock, strict=True))
        if sheet > 0:
            self.at_least = max(self.at_least, -(-(total - from_offcuts) // sheet))

    def _take_patterns(self) -> None:
        for number in range(len(self.stock)):
            self._add(number, self.pricer.pattern(number))

    def _add(self, number: int, tree: Node) -> Candidate | None:
        if tree is None:
            return None
        candidate = Candidate.of(number, tree, len(self.items))
        return self.pool.setdefault((number, candidate.holds), candidate)

    def add_whole_kits(self, kit: Sequence[int]) -> None:
        """Layouts of one, two, ... whole kits a sheet, as long as one sheet takes them."""
        sheets = [n for n, s in enumerate(self.stock) if s.is_sheet]
        for number in sheets:
            for kits in range(1, 13):
                fitted = next(
                    (
                        way[0][1]
                        for way in packings(self.items, [n * kits for n in kit], [self.stock[number]])
                        if len(way) == 1
                    ),
                    None,
                ) if self._all_fit(number) else None  # fmt: skip
                if fitted is None:
                    break
                self._add(number, fitted)

    def _all_fit(self, number: int) -> bool:
        s = self.stock[number]
        return all(item.fits(s.width, s.height) for item in self.items)

    def round_up(self, few_layouts_first: bool) -> Counter[Candidate]:
        """Candidates to cut, covering the demand; as few sheets as was found."""
        best: Counter[Candidate] | None = None
        # The linear optimum rounded down is kept but for a few sheets of each layout,
        # which leaves the integer program the same small job for 10 kits or 10 000.
        for kept_back in (1, 3, 8) if not few_layouts_first else (max(self.demand),):
            base = Counter({c: n - kept_back for c, n in self.uses.items() if n > kept_back})
            left = [
                max(0, d - sum(n * c.holds[k] for c, n in base.items())) for k, d in enumerate(self.demand)
            ]
            self._add_greedy(left)
            pool = list(self.pool.values())
            free = [
                s if s.limit is None
                else Stock(s.width, s.height, s.limit - sum(n for c, n in base.items() if c.stock == i))
                for i, s in enumerate(self.stock)
            ]  # fmt: skip
            enough = self.at_least - self._sheets(base)
            picked = choose(pool, left, free, enough=enough, few_layouts=few_layouts_first)
            if picked is None:
                continue
            found = base + Counter({c: n for c, n in zip(pool, picked, strict=True) if n})
            if few_layouts_first:
                found = self._fewer_layouts(found)
            if best is None or self._sheets(found) < self._sheets(best):
                best = found
            if self._sheets(best) <= self.at_least:
                break
        return best if best is not None else self._greedy()

    def _fewer_layouts(self, found: Counter[Candidate]) -> Counter[Candidate]:
        """One layout for everything, where the integer program stopped before it found one."""
        alone = [
            Counter({c: max(-(-d // n) for d, n in zip(self.demand, c.holds, strict=True))})
            for c in self.pool.values()
            if all(c.holds) and self.stock[c.stock].is_sheet
        ]

        def surplus(plan: Counter[Candidate]) -> int:
            return sum(n * sum(c.holds) for c, n in plan.items())

        return min([found, *alone], key=lambda plan: (len(plan), self._sheets(plan), surplus(plan)))

    def _add_greedy(self, left: Sequence[int]) -> None:
        if sum(left) <= _GREEDY_LIMIT:
            for way in packings(self.items, left, self.stock):
                for number, tree in way:
                    self._add(number, tree)

    def _greedy(self) -> Counter[Candidate]:
        """A plan without the integer program: the greedy packing that opens fewest sheets."""
        ways = packings(self.items, self.demand, self.stock)
        plans = [Counter(c for number, tree in way if (c := self._add(number, tree))) for way in ways]
        return min(plans, key=self._sheets)

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
