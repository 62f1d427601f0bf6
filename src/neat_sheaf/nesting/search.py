"""The search for one demand: the bound, the fewest sheets, and then the fewest layouts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Stock
from neat_sheaf.nesting.master import choose, relax
from neat_sheaf.nesting.one_sheet import TooManyError, layout_on_one
from neat_sheaf.nesting.packing import on_one_sheet, packings
from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.payable import next_payable
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.settling import settled
from neat_sheaf.nesting.tree import Node
from neat_sheaf.nesting.variation import SCALE, vary

__all__ = ["Search"]

_ROUNDS = 200
# How many sheets of each layout of the linear optimum are laid again, and how many patterns are added.
_ATTEMPTS = ((1, 12), (3, 24))
_GREEDY_LIMIT = 160  # pieces; above it the greedy packings are left out
_A_PACKING = 600  # steps that a piece laid by every greedy rule counts as
_KIT_LIMIT = 400  # pieces on a sheet of whole kits; above it they are not laid one by one
_SHARES = (2, 3)  # parts of a demand that are searched for themselves


class Search:
    """One demand on the patterns of a pool. ``bound`` is proved of the cost of the sheets.

    Twice the demand costs twice the bound at least. ``least`` is proved too, but of this demand alone: two
    kits may come off three sheets where one needs two. ``reach_bound`` is proved for this trimmer alone.
    """

    def __init__(self, pool: PatternPool, demand: Sequence[int], control: SearchControl) -> None:
        self.pool, self.demand, self.control = pool, list(demand), control
        self.items, self.stock = pool.items, pool.stock
        self.bound = self.reach_bound = Fraction(0)
        self.least = 0
        self.duals: list[float] = [0.0] * len(self.items)
        self.uses: dict[Pattern, float] = {}
        self.whole_kits: list[Pattern] = []

    @property
    def lower_bound(self) -> int:
        """The bound raised to a sum of whole sheets, or what is proved of this demand alone."""
        sheets = [s.cost for s in self.stock if s.is_sheet]
        return next_payable(max(self.bound, Fraction(self.least)), sheets)

    @property
    def within_reach(self) -> int:
        """The lower bound for this trimmer, whose cuts are no longer than its reach."""
        if not self.reach_bound:
            return self.lower_bound
        sheets = [s.cost for s in self.stock if s.is_sheet]
        return max(self.lower_bound, next_payable(self.reach_bound, sheets))

    def generate(self, in_full: bool = False) -> None:
        """Fill the pool by column generation and prove a lower bound on the plan.

        Ends when the bound is reached, or ``in_full`` when the linear program is solved.
        """
        by_area = [item.width * item.height // 1_000_000 for item in self.items]
        self._prove([by_area, [1] * len(self.items)])
        for _ in range(_ROUNDS):
            pool = list(self.pool.patterns.values())
            relaxed = relax(pool, self.demand, self.stock)
            self.duals = relaxed.duals
            self.uses = {c: u for c, u in zip(pool, relaxed.uses, strict=True) if u > 1e-6}
            self._prove([[int(dual * SCALE) for dual in relaxed.duals]])
            if len(self.pool.patterns) == len(pool) or not self.control.report_progress(
                None, self.lower_bound
            ):
                break
            # More patterns cannot raise a bound that is the linear optimum made whole.
            if (
                not in_full
                and self.lower_bound >= sum(u * self.price(c) for c, u in self.uses.items()) - 1e-6
            ):
                break

    def _prove(self, lists: list[list[int]]) -> None:
        proved, within = self.pool.prove(lists, self.control)
        for values, best in zip(lists, proved, strict=True):
            self.bound = max(self.bound, self.least_cost(values, best)[0])
        for values, best in zip(lists, within, strict=False):
            self.reach_bound = max(self.reach_bound, self.least_cost(values, best)[0])

    def least_cost(self, values: Sequence[int], best: Sequence[int]) -> tuple[Fraction, Fraction]:
        """What the demand costs at least, where no pattern on each stock is worth more than ``best``.

        And what a value of 1 costs at least; 0 and 0 where nothing is proved.
        """
        total = sum(d * v for d, v in zip(self.demand, values, strict=True))
        total -= sum(v * (s.limit or 0) for v, s in zip(best, self.stock, strict=True))
        # The least that a sheet of any size costs for what it can be worth.
        rates = [Fraction(s.cost, v) for v, s in zip(best, self.stock, strict=True) if s.is_sheet and v]
        if not rates or total <= 0:
            return Fraction(0), Fraction(0)
        return total * min(rates), min(rates)

    def add_whole_kits(self, kit: Sequence[int]) -> None:
        """Layouts of one, two, ... whole kits a sheet, as long as one sheet takes them."""
        for number, sheet in enumerate(self.stock):
            if not sheet.is_sheet or not self.pool.all_fit(number):
                continue
            for kits in range(1, 13):
                if sum(kit) * kits > _KIT_LIMIT or not self.control.report_progress(None, self.lower_bound):
                    break
                fitted = next(on_one_sheet(self.items, [n * kits for n in kit], sheet), None)
                if fitted is None:
                    break
                if (pattern := self.pool.add(number, fitted)) is not None:
                    self.whole_kits.append(pattern)

    def fewest(self, whole: bool = True) -> Counter[Pattern]:
        """Candidates to cut, covering the demand at the least cost found.

        What is simplest comes first, and each step only where the bound is missed. Not ``whole``: the
        demand is a part of one, and is neither settled nor divided again.
        """
        # Options of one paper ask the same of the same pool.
        known = self.pool.solved.get(tuple(self.demand))
        if whole and known is not None:
            self.least = max(self.least, known[1])
            return known[0]
        best = self._searched(whole)
        if whole and not self.control.is_over():
            self.pool.solved[tuple(self.demand)] = best, self.lower_bound
        return best

    def _searched(self, whole: bool) -> Counter[Pattern]:
        best = self._on_one(self._rounded_up()) if whole else self._rounded_up()
        for kept_back in (0, 1):
            if self.missed(best):
                best = self._rounded(best, kept_back)
        if self.missed(best):
            self.generate(in_full=True)
        if self.missed(best) and self.pool.refine():
            self.generate(in_full=True)
        if self.missed(best):
            self._add_greedy(self._left(self._base(1)))
            best = self._rounded(best, 1)
        if whole:
            best = settled(self, best)
        # What could not be settled is tried with other patterns.
        for kept_back, varied in _ATTEMPTS if whole else _ATTEMPTS[:1]:
            if self.missed(best):
                self._add_greedy(self._left(self._base(kept_back)))
                vary(self.pool, self.duals, varied, self.control)
                best = self._rounded(best, kept_back)
        if whole and self.missed(best):
            best = self._in_parts(best)
        if whole and self.control.is_over():
            best = min([best, *self._one_by_one()], key=self.cost)
        return best

    def missed(self, best: Counter[Pattern]) -> bool:
        """Whether a plan may still be made cheaper, and there is work left to try."""
        cost = self.cost(best)
        return cost > self.within_reach and self.control.report_progress(cost, self.lower_bound)

    def _on_one(self, best: Counter[Pattern]) -> Counter[Pattern]:
        """The best so far, or one sheet where all of a small demand comes off one: that is decided exactly.

        Where it does not, and there is one size of sheet and no offcut, two sheets are proved.
        """
        for number in sorted(range(len(self.stock)), key=lambda n: self.stock[n].cost):
            sheet = self.stock[number]
            if not sheet.is_sheet or max(sheet.cost, self.lower_bound) >= self.cost(best):
                continue
            try:
                fitted = self._tried(self.demand, number)
            except TooManyError:
                break
            if fitted is None:
                if len(self.stock) == 1:
                    self.least = max(self.least, 2 * sheet.cost)
                continue
            pattern = self.pool.add(number, fitted)
            if pattern is not None:
                return Counter({pattern: 1})
        return best

    def _tried(self, demand: Sequence[int], number: int) -> Node:
        """A layout of exactly a demand on one sheet; None where there is none.

        TooManyError where nobody knows: many pieces, or a layout that this trimmer does not cut.
        """
        sheet = self.stock[number]
        # Every style of a plan asks the same of the same pool.
        key = (number, tuple(demand))
        if key not in self.pool.decided:
            try:
                fitted = layout_on_one(self.items, demand, sheet)
                # Another layout may be within reach: that is not looked for, and not denied.
                known = fitted is None or self.pool.reaches(number, fitted)
                self.pool.decided[key] = fitted if known else TooManyError()
            except TooManyError as many:
                self.pool.decided[key] = many
        found = self.pool.decided[key]
        if isinstance(found, TooManyError):
            raise found
        return found

    def _one_by_one(self) -> Iterator[Counter[Pattern]]:
        """Plans that lay a small demand piece by piece: what is left to try when the time is over."""
        if sum(self.demand) > _GREEDY_LIMIT:
            return
        for plan in packings(self.items, self.demand, self.stock):
            added = [self.pool.add(number, tree) for number, tree in plan]
            if all(added):
                yield Counter(c for c in added if c is not None)

    def _base(self, kept_back: int) -> Counter[Pattern]:
        """The linear optimum rounded down, and so many fewer of each layout."""
        return +Counter({c: int(u + 1e-6) - kept_back for c, u in self.uses.items()})

    def _rounded(self, best: Counter[Pattern], kept_back: int) -> Counter[Pattern]:
        """The best so far, or better: the linear optimum rounded down, its last sheets laid again.

        That leaves the integer program the same small job for 10 kits or 10 000.
        """
        base = self._base(kept_back)
        left = self._left(base)
        pool = list(self.pool.patterns.values())
        target = self.lower_bound - self.cost(base)
        picked = choose(pool, left, self._stock_left(base), target=target, control=self.control).times
        return best if picked is None else min(best, base + _of(pool, picked), key=self.cost)

    def _in_parts(self, best: Counter[Pattern]) -> Counter[Pattern]:
        """The best so far, or better: the demand in two parts, each searched for itself.

        The last sheets of a part need other patterns than those of the whole; what they were is
        tried on the whole again.
        """
        for share in _SHARES:
            if not self.missed(best):
                break
            part = [d // share for d in self.demand]
            made: Counter[Pattern] = Counter()
            for some in (part, [d - n for d, n in zip(self.demand, part, strict=True)]):
                if any(some):
                    search = Search(self.pool, some, self.control)
                    search.generate()
                    made += search.fewest(whole=False)
            # Each part may have used the same offcuts.
            there = all((s.limit or 0) >= 0 for s in self._stock_left(made))
            best = self._rounded(min(best, made, key=self.cost) if there else best, 1)
        return best

    def _rounded_up(self) -> Counter[Pattern]:
        """The linear optimum with every part of a sheet made a whole one: always a plan."""
        up = Counter({c: int(u + 1 - 1e-6) for c, u in self.uses.items()})
        for n, s in enumerate(self.stock):
            over = sum(up[c] for c in up if c.stock == n) - (s.limit or 0)
            for c in [c for c in up if c.stock == n and not s.is_sheet]:
                less = max(0, min(over, up[c]))
                up[c], over = up[c] - less, over - less
        # Where offcuts ran out, one pattern of each kind on whole sheets makes up for them.
        for kind, short in enumerate(self._left(+up)):
            if short:
                held = [
                    c for c in self.pool.patterns.values() if c.holds[kind] and self.stock[c.stock].is_sheet
                ]
                most = max(held, key=lambda c: c.holds[kind])
                up[most] += -(-short // most.holds[kind])
        return self._trimmed(+up)

    def _trimmed(self, plan: Counter[Pattern]) -> Counter[Pattern]:
        """The plan without sheets that are not needed."""
        over = [-n for n in self._short(plan)]
        for pattern in sorted(plan, key=lambda c: sum(c.holds)):
            holds = [(k, n) for k, n in enumerate(pattern.holds) if n]
            spare = min([plan[pattern], *(over[k] // n for k, n in holds)])
            plan[pattern] -= spare
            for k, n in holds:
                over[k] -= n * spare
        return +plan

    def _short(self, base: Counter[Pattern]) -> list[int]:
        """How many of each kind a plan is short of the demand, less than 0 where it has more."""
        short = list(self.demand)
        for pattern, times in base.items():
            for k, n in enumerate(pattern.holds):
                short[k] -= n * times
        return short

    def _left(self, base: Counter[Pattern]) -> list[int]:
        return [max(0, n) for n in self._short(base)]

    def _stock_left(self, base: Counter[Pattern]) -> list[Stock]:
        used = [sum(n for c, n in base.items() if c.stock == i) for i in range(len(self.stock))]
        return [
            s if s.limit is None else replace(s, limit=s.limit - n)
            for s, n in zip(self.stock, used, strict=True)
        ]

    def _add_greedy(self, left: Sequence[int]) -> None:
        if sum(left) <= _GREEDY_LIMIT:
            self.control.spend(_A_PACKING * sum(left))
            for plan in packings(self.items, left, self.stock):
                for number, tree in plan:
                    self.pool.add(number, tree)

    def cost(self, plan: Counter[Pattern]) -> int:
        """What the whole sheets of a plan cost."""
        return sum(n * self.price(c) for c, n in plan.items())

    def price(self, pattern: Pattern) -> int:
        """What a sheet of a pattern costs; an offcut costs nothing."""
        stock = self.stock[pattern.stock]
        return stock.cost if stock.is_sheet else 0


def _of(pool: Sequence[Pattern], picked: Sequence[int]) -> Counter[Pattern]:
    return Counter({c: n for c, n in zip(pool, picked, strict=True) if n})
