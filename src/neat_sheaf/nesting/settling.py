"""Settling a plan that is not at its bound: either a cheaper one is found, or there is none."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import TYPE_CHECKING

from neat_sheaf.nesting.enumeration import MOST_STEPS, TooManyPatternsError, patterns_worth
from neat_sheaf.nesting.master import Chosen, choose
from neat_sheaf.nesting.mixes import settled_by_number
from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.variation import SCALE

if TYPE_CHECKING:
    from neat_sheaf.nesting.search import Search

__all__ = ["patterns_for", "settled"]

_KEPT = 4  # patterns of a region, where not all of them can be listed
_SOME_STEPS = 1_000_000  # steps of listing those
_SOME_PIECES = 120  # of more the last sheets are few among many, and other steps find them
_FEW_KINDS = 6  # of which every pattern can mostly be listed
_SETTLING = 3000  # nodes of the integer program that settles whether a cheaper plan is there
_SETTLING_STEPS = 100_000  # nodes by patterns: a node of a larger program takes longer


def settled(search: Search, best: Counter[Pattern]) -> Counter[Pattern]:
    """The best so far or a better one; as far as it is settled, the bound is raised to its cost.

    Every pattern that a cheaper plan can use is listed: either some of them make one, or there is none.
    """
    # Of many kinds there are mostly more patterns than can be listed, which is better known soon.
    share = max(1, len(search.items) - _FEW_KINDS)
    if search.missed(best):
        best = _by_number(search, best)
    # From the bound up: whole sheets either come to that sum, or it is proved too small and the next
    # is looked at. The nearer to the bound, the fewer patterns there are to list.
    target = 0
    while search.missed(best) and target < search.within_reach:
        target = search.within_reach
        best = _at_most(search, target, best, share)
    if search.missed(best) and target < search.cost(best) - 1:
        best = _at_most(search, search.cost(best) - 1, best, share)
    return best


def _by_number(search: Search, best: Counter[Pattern]) -> Counter[Pattern]:
    """The best so far or better, where two sizes of sheet are mixed: see ``mixes``."""

    def part(pool: PatternPool, below: int) -> tuple[int, Counter[Pattern] | None]:
        given = type(search)(pool, search.demand, search.control)
        given.generate(in_full=True)
        if given.lower_bound >= below:
            return given.lower_bound, None
        plan = given.fewest()
        return given.lower_bound, plan

    def going_on() -> bool:
        return search.control.report_progress(search.cost(best), search.lower_bound)

    best, least = settled_by_number(search.pool, best, search.cost(best), part, going_on)
    search.least = max(search.least, least)
    return best


def _at_most(search: Search, target: int, best: Counter[Pattern], share: int) -> Counter[Pattern]:
    """The best so far, or one of cost ``target`` at most; where there is none the bound is raised."""
    try:
        listed = patterns_for(search, target, MOST_STEPS // share)
    except TooManyPatternsError:
        return _among_some(search, best, target, _SOME_STEPS // share)
    within = [c for c in listed if search.pool.within(c)]
    every = len(within) == len(listed)
    found = _cheapest(search, within, target)
    if found.times is not None:
        best = _kept(search, within, found.times)
        if found.decided and every:
            search.least = max(search.least, search.cost(best))
    elif found.decided and (every or _cheapest(search, listed, target) == Chosen(None, True)):
        search.least = max(search.least, target + 1)
    return best


def _among_some(search: Search, best: Counter[Pattern], target: int, steps: int) -> Counter[Pattern]:
    """The best so far, or better: with some of the patterns that a cheaper plan can use."""
    if sum(search.demand) > _SOME_PIECES:
        return best
    try:
        listed = patterns_for(search, target, steps, keep=_KEPT)
    except TooManyPatternsError:
        return best
    tried = [c for c in (*listed, *search.pool.patterns.values()) if search.pool.within(c)]
    times = _cheapest(search, tried, target).times
    return best if times is None else _kept(search, tried, times)


def _kept(search: Search, listed: Sequence[Pattern], times: Sequence[int]) -> Counter[Pattern]:
    """A plan of listed patterns, which the pool keeps from now on."""
    made: Counter[Pattern] = Counter()
    for pattern, often in zip(listed, times, strict=True):
        if often:
            made[search.pool.kept(pattern)] += often
    return made


def _cheapest(search: Search, listed: list[Pattern], target: int) -> Chosen:
    if any(all(c.holds[k] == 0 for c in listed) for k in range(len(search.items))):
        return Chosen(None, True)
    return choose(
        listed, search.demand, search.stock,
        target=search.lower_bound, most=target, control=search.control,
        nodes=min(_SETTLING, _SETTLING_STEPS // (1 + len(listed))),
    )  # fmt: skip


def patterns_for(
    search: Search, target: int, steps: int = MOST_STEPS, keep: int | None = None
) -> list[Pattern]:
    """Every pattern that a plan of this cost at most can use, but those that others stand for.

    Whatever the trimmer's reach. Raises TooManyPatternsError where that is not to be had.
    """
    if not search.pool.prover.exact:
        raise TooManyPatternsError
    pricer = search.pool.prover.pricer
    values = [int(dual * SCALE) for dual in search.duals]
    priced = pricer.price_all([values], search.control)[0]
    best = priced.best
    least, rate = search.least_cost(values, best)
    if not rate or not priced.closed:
        raise TooManyPatternsError
    slack = (target - least) / rate
    worth = [
        s.cost / rate - slack if s.is_sheet else v - slack for v, s in zip(best, search.stock, strict=True)
    ]
    found = patterns_worth(priced, search.demand, worth, search.control, steps, keep)
    return [Pattern.of(number, tree, len(search.items)) for number, tree in found]
