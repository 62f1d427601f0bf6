"""The same demand in fewer different layouts, at no more than a cost."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from contextlib import suppress

import numpy as np
import numpy.typing as npt

from neat_sheaf.nesting.enumeration import TooManyPatternsError
from neat_sheaf.nesting.layouts import Layout, exact
from neat_sheaf.nesting.master import choose, relax
from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.settling import patterns_for
from neat_sheaf.nesting.tree import without

__all__ = ["fewer_layouts"]

_LISTING = 600_000  # steps of listing every pattern for it, divided by the square of the kinds
_FEW_KINDS, _VERY_FEW_KINDS = 6, 3
_MOST_TRIES = 30_000  # pairs of a pattern and a number of times, for two layouts
_OTHERS = 4  # candidates beside those of a plan that may take the place of two of its layouts
_WITH_OTHERS = 2  # of its layouts, the ones cut least often, so many are left out for them in turn

Ints = npt.NDArray[np.int64]


def fewer_layouts(
    search: Search, plan: Counter[Pattern], at_most: int, briefly: bool = False
) -> list[list[Layout]]:
    """Plans of the demand of ``search`` that cost ``at_most``, in few different layouts; ``plan`` first.

    A single layout and two are decided exactly where every pattern can be listed; ``briefly``: only of very
    few kinds, for of a plan that costs more than it needs there are mostly too many.
    """
    plans = [exact(plan, search.demand)]
    if len(plans[0]) <= 1 or search.control.is_over():
        return plans
    # A layout or two of many kinds are hardly ever enough, and take long to rule out.
    steps = _LISTING // len(search.items) ** 2
    listed: list[Pattern] = []
    if len(search.items) <= (_VERY_FEW_KINDS if briefly else _FEW_KINDS):
        with suppress(TooManyPatternsError):
            listed = [c for c in patterns_for(search, at_most, steps) if search.pool.within(c)]
    plans += _one_or_two(search, listed, at_most)
    if min(map(len, plans)) <= 2 and listed:
        return plans
    program = _Program(search, at_most)
    plans += [exact(found, search.demand) for found in program.plans(plan)]
    return plans


def _one_or_two(search: Search, listed: Sequence[Pattern], at_most: int) -> list[list[Layout]]:
    """A plan of one layout or of two that holds exactly the demand, or none. One size of sheet alone."""
    if len(search.stock) != 1 or not listed:
        return []
    sheets = at_most // search.stock[0].cost
    holds = np.array([c.holds for c in listed], dtype=np.int64)
    demand = np.array(search.demand, dtype=np.int64)
    if not (demand % sheets).any():
        wanted = demand // sheets
        found = np.flatnonzero((holds >= wanted).all(axis=1))
        if len(found):
            return [[_trimmed(listed[found[0]], wanted, sheets)]]
    if sheets * len(listed) > _MOST_TRIES:
        return []
    search.control.spend(20 * sheets * len(listed))
    for times in range(sheets - 1, 0, -1):
        for n, first in _largest_shares(demand, holds, times, sheets - times):
            second = (demand - first * times) // (sheets - times)
            found = np.flatnonzero((holds >= second).all(axis=1))
            if len(found):
                halves = [
                    _trimmed(listed[n], first, times), _trimmed(listed[found[0]], second, sheets - times)
                ]  # fmt: skip
                return [sorted((half for half in halves if half.tree), key=lambda lay: -lay.times)]
    return []


def _largest_shares(demand: Ints, holds: Ints, times: int, others: int) -> Iterator[tuple[int, Ints]]:
    """By the number of a pattern the most of each kind that, cut so often, leaves a multiple for the others.

    Those of which some kind leaves none are left out.
    """
    share = np.full((len(demand), int(holds.max()) + 1), -1, dtype=np.int64)
    for k, wanted in enumerate(demand.tolist()):
        largest = -1
        for n in range(share.shape[1]):
            left = wanted - n * times
            largest = n if left >= 0 and left % others == 0 else largest
            share[k, n] = largest
    kinds = np.arange(len(demand))
    for n, held in enumerate(holds):
        most = share[kinds, held]
        if (most >= 0).all():
            yield n, most


def _trimmed(pattern: Pattern, wanted: Ints, times: int) -> Layout:
    """A pattern without what it holds beyond what is wanted of it."""
    surplus = Counter({k: n - int(wanted[k]) for k, n in enumerate(pattern.holds)})
    return Layout(pattern.stock, times, without(pattern.tree, surplus))


class _Program:
    """Few layouts of a pool by integer programs."""

    def __init__(self, search: Search, at_most: int) -> None:
        self.search, self.at_most = search, at_most

    def plans(self, plan: Counter[Pattern]) -> Iterator[Counter[Pattern]]:
        starts = [plan]
        # The layouts of the linear program and those of whole kits are good ones to begin with.
        other = self._from_these([*self.search.uses, *self.search.whole_kits])
        if other is not None:
            starts.append(other)
        found = [self._less(start, 0) for start in starts]
        found.append(self._less(min(found, key=len), _OTHERS))
        yield from (*starts[1:], *found)

    def _less(self, plan: Counter[Pattern], others: int) -> Counter[Pattern]:
        """A plan with layouts left out one after the other, as long as the rest can do their work."""
        spare = self._next_best(plan, others)
        while len(plan) > 1 and not self.search.control.is_over():
            fewer = (
                self._from_these([c for c in plan if c is not out] + spare)
                for out in sorted(plan, key=lambda c: plan[c])[: _WITH_OTHERS if others else None]
                if not self.search.control.is_over()
            )
            found = next((less for less in fewer if less is not None and len(less) < len(plan)), None)
            if found is None:
                break
            plan = found
        return plan

    def _from_these(self, pool: list[Pattern]) -> Counter[Pattern] | None:
        """The demand from these candidates alone; None: there is no plan."""
        search = self.search
        if any(all(c.holds[k] == 0 for c in pool) for k in range(len(search.items))):
            return None
        # The linear program says so more quickly than the whole one.
        uses = relax(pool, search.demand, search.stock).uses
        if sum(u * search.price(c) for c, u in zip(pool, uses, strict=True)) > self.at_most + 1e-6:
            return None
        picked = choose(
            pool, search.demand, search.stock,
            target=self.at_most, most=self.at_most, control=search.control,
        ).times  # fmt: skip
        if picked is None:
            return None
        return Counter({c: n for c, n in zip(pool, picked, strict=True) if n})

    def _next_best(self, found: Counter[Pattern], count: int) -> list[Pattern]:
        """The candidates outside a plan that the linear program thinks next best."""
        search = self.search

        def wasted(c: Pattern) -> float:
            value: float = sum(w * n for w, n in zip(search.duals, c.holds, strict=True))
            return search.price(c) - value

        return sorted((c for c in search.pool.patterns.values() if c not in found), key=wasted)[:count]
