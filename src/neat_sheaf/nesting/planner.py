"""From a demand to layouts: column generation, a proved bound, integer rounding, second aims.

Sources: Gilmore & Gomory (1961), Operations Research 9(6), for generating patterns;
Farley (1990), Operations Research 38(5), for the bound from duals that are not
optimal. The bound is computed in whole numbers, so no rounding can raise it.
"""

from __future__ import annotations

import logging
from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.fewer_layouts import fewer_layouts
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.tree import Node, Split, Spot

__all__ = [
    "Nested",
    "checked_bound",
    "fewest_sheets",
    "nest",
    "prove_lower_bound",
    "with_more_sheets",
]

_log = logging.getLogger(__name__)


def checked_bound(lower_bound: int, cost: int) -> int:
    """A lower bound to show beside a plan of that cost: 0, nothing proved, where the plan disproves it.

    That would be a fault of the bound, so it is logged; a false proof is never shown.
    """
    if lower_bound <= cost:
        return lower_bound
    _log.error("a bound of %s is above a plan of %s and is given up", lower_bound, cost)
    return 0


@dataclass(frozen=True, slots=True)
class Nested:
    """A plan for one paper: layouts that hold exactly the demand.

    ``sheets`` whole sheets are opened, of ``cost`` in all (the same number where each costs 1);
    ``lower_bound`` is proved of the cost, for straight through-cuts; ``within_reach`` for those that the
    trimmer makes.
    """

    layouts: tuple[Layout, ...]
    sheets: int
    cost: int
    lower_bound: int
    within_reach: int = 0


def nest(
    items: Sequence[Item],
    demand: Sequence[int],
    stock: Sequence[Stock],
    *,
    whole_kit: Sequence[int] | None = None,
    pool: PatternPool | None = None,
    reach: int | None = None,
    control: SearchControl | None = None,
) -> list[Nested]:
    """Ways to cut ``demand[k]`` pieces of each ``items[k]`` from the stock at the least cost found.

    The first opens the fewest sheets found, the others no more, in fewer different layouts where
    that was found.
    Every item must fit some stock of whole sheets. ``whole_kit`` is one kit's counts: layouts that
    hold whole kits are then among the candidates. ``pool`` keeps patterns for another number;
    without one, no cut is longer than ``reach`` (nm, None: any).
    """
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return [Nested((), 0, 0, 0)]
    if len(wanted) < len(items):
        plans = nest(
            [items[k] for k in wanted],
            [demand[k] for k in wanted],
            stock,
            whole_kit=[whole_kit[k] for k in wanted] if whole_kit else None,
            reach=reach if pool is None else pool.reach,
            control=control,
        )
        return [
            Nested(
                tuple(Layout(lay.stock, lay.times, _renamed(lay.tree, wanted)) for lay in plan.layouts),
                plan.sheets, plan.cost, plan.lower_bound, plan.within_reach,
            )
            for plan in plans
        ]  # fmt: skip
    control = control or SearchControl()
    search = Search(pool or PatternPool(items, stock, reach, control), demand, control)
    search.generate()
    if whole_kit is not None:
        search.add_whole_kits(whole_kit)
    best = search.fewest()
    found = fewer_layouts(search, best, search.cost(best))
    return [_nested(layouts, stock, search) for layouts in found]


def with_more_sheets(
    demand: Sequence[int],
    pool: PatternPool,
    more: Sequence[int],
    least: int,
    whole_kit: Sequence[int] | None = None,
    control: SearchControl | None = None,
) -> list[Nested]:
    """The demand in fewer layouts, for so many sheets ``more`` than the fewest. One size of sheet.

    Those that have fewer layouts than ``least`` and than one with fewer sheets, at most one for each number.
    Every kind of the pool must be in the demand.
    """
    search = Search(pool, demand, control or SearchControl())
    search.generate()
    if whole_kit is not None:
        search.add_whole_kits(whole_kit)
    best = search.fewest()
    cost = search.cost(best)
    found: list[Nested] = []
    for number in more:
        if least > 1 and not search.control.is_over():
            at_most = cost + number * pool.stock[0].cost
            plans = fewer_layouts(search, best, at_most, briefly=True)
            fewest = min(plans, key=len)
            if len(fewest) < least:
                least = len(fewest)
                found.append(_nested(fewest, pool.stock, search))
    return found


def fewest_sheets(
    demand: Sequence[int], pool: PatternPool, control: SearchControl | None = None
) -> tuple[int, Fraction]:
    """The least cost found for a demand, and the proved bound before it is made whole."""
    if not any(demand):
        return 0, Fraction(0)
    search = Search(pool, demand, control or SearchControl())
    search.generate()
    cost = search.cost(search.fewest())
    return cost, search.bound if checked_bound(search.lower_bound, cost) else Fraction(0)


def prove_lower_bound(
    items: Sequence[Item],
    demand: Sequence[int],
    stock: Sequence[Stock],
    pool: PatternPool | None = None,
    control: SearchControl | None = None,
) -> int:
    """The cost (sheets, where each costs 1) that no plan of straight through-cuts goes below."""
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return 0
    if len(wanted) < len(items) or pool is None:
        items, demand = [items[k] for k in wanted], [demand[k] for k in wanted]
        pool = PatternPool(items, stock, control=control)
    search = Search(pool, demand, control or SearchControl())
    search.generate()
    search.fewest()
    return search.lower_bound


def _nested(layouts: Sequence[Layout], stock: Sequence[Stock], search: Search) -> Nested:
    opened = [(stock[lay.stock], lay.times) for lay in layouts if stock[lay.stock].is_sheet]
    cost = sum(s.cost * times for s, times in opened)
    sheets = sum(times for _, times in opened)
    bounds = (checked_bound(bound, cost) for bound in (search.lower_bound, search.within_reach))
    return Nested(tuple(layouts), sheets, cost, *bounds)


def _renamed(tree: Node, kinds: Sequence[int]) -> Node:
    if isinstance(tree, Spot):
        return replace(tree, kind=kinds[tree.kind])
    if isinstance(tree, Split):
        return Split(tree.along, tree.at, _renamed(tree.first, kinds), _renamed(tree.second, kinds))
    return None
