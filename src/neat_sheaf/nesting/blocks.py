"""Blocks of whole kits: so many kits on a sheet, two or three, cut over and over. What people do."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from math import ceil

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.fewer_layouts import fewer_layouts
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.search import Search

__all__ = ["MOST_IN_BLOCK", "blocks"]

MOST_IN_BLOCK = 3  # sheets: more are not remembered at the table
_NEVER = 10**9
_TRIES = 3  # numbers of kits that are tried for each number of sheets


def blocks(
    pool: PatternPool, demand: Sequence[int], kit: Sequence[int], at_most: int, control: SearchControl
) -> Iterator[list[Layout]]:
    """The demand in blocks of as many whole kits as one sheet takes, two sheets, and three.

    They are no more than ``at_most`` sheets in all. A block of several sheets is given only where it holds
    more kits a sheet than a smaller one; and for a block on one sheet the largest number of kits that goes
    into the demand without a rest. ``kit`` is what one kit asks for; nothing where the demand is not so
    many whole kits.
    """
    whole = next(d // n for d, n in zip(demand, kit, strict=True) if n)
    if [n * whole for n in kit] != list(demand) or whole < 1:
        return
    laid = _Laid(pool, kit, control)
    densest = Fraction(0)
    for sheets in range(1, MOST_IN_BLOCK + 1):
        most = laid.bound_on(sheets, whole)
        if laid.least_of(most, sheets, whole) > at_most:
            continue
        kits = laid.most_on(sheets, most)
        if Fraction(kits, sheets) <= densest:
            continue
        densest = Fraction(kits, sheets)
        even = next(n for n in range(kits, 0, -1) if whole % n == 0)
        for number in dict.fromkeys((kits, even) if sheets == 1 else (kits,)):
            if laid.least_of(number, sheets, whole) <= at_most:
                layouts = laid.repeated(number, whole)
                if sum(lay.times for lay in layouts) <= at_most:
                    yield layouts


class _Laid:
    """Numbers of kits laid by themselves, each once."""

    def __init__(self, pool: PatternPool, kit: Sequence[int], control: SearchControl) -> None:
        self.pool, self.kit, self.control = pool, kit, control
        self.rate: Fraction | None = None  # sheets that a kit takes at least
        self.found: dict[int, tuple[int, list[Layout]]] = {}

    def of(self, kits: int) -> tuple[int, list[Layout]]:
        """The fewest sheets found for so many kits, and the layouts."""
        if kits not in self.found:
            search = Search(self.pool, [n * kits for n in self.kit], self.control)
            search.generate()
            search.add_whole_kits(self.kit)
            # A block that is missed by a little is not worth a long search.
            best = search.fewest(whole=False)
            cost = search.cost(best)
            layouts = min(fewer_layouts(search, best, cost, briefly=True), key=len)
            self.found[kits] = sum(lay.times for lay in layouts), layouts
        return self.found[kits]

    def bound_on(self, sheets: int, whole: int) -> int:
        """The most kits that so many sheets could hold, proved, and never more than there are."""
        if self.rate is None:
            search = Search(self.pool, self.kit, self.control)
            search.generate()
            self.rate = search.bound / min(s.cost for s in self.pool.stock)
        return min(whole, int(sheets / self.rate)) if self.rate else whole

    def least_of(self, kits: int, sheets: int, whole: int) -> int:
        """The sheets that blocks of so many kits take at least."""
        return _NEVER if not kits else sheets * (whole // kits) + ceil((whole % kits) * (self.rate or 0))

    def most_on(self, sheets: int, most: int) -> int:
        """The most kits found that so many sheets hold, from a bound down; 0 where none was found."""
        for kits in range(most, max(0, most - _TRIES), -1):
            if not self.control.is_over() and self.of(kits)[0] <= sheets:
                return kits
        return 0

    def repeated(self, kits: int, whole: int) -> list[Layout]:
        """So many kits at a time, and the rest of them by themselves."""
        layouts = [replace(lay, times=lay.times * (whole // kits)) for lay in self.of(kits)[1]]
        if whole % kits:
            layouts += self.of(whole % kits)[1]
        return layouts
