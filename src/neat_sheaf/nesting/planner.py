"""From a demand to layouts: column generation, a proved bound, integer rounding, second aims.

Sources: Gilmore & Gomory (1961), Operations Research 9(6), for generating patterns;
Farley (1990), Operations Research 38(5), for the bound from duals that are not
optimal. The bound is computed in whole numbers, so no rounding can raise it.
"""

from __future__ import annotations

import logging
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.layouts import Layout, exact
from neat_sheaf.nesting.master import Candidate
from neat_sheaf.nesting.pattern import Node, Split, Spot
from neat_sheaf.nesting.patterns import PatternBook
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.watch import Watch

__all__ = ["Nested", "fewest_sheets", "kept_bound", "lower_bound", "nest"]

_log = logging.getLogger(__name__)


def kept_bound(at_least: int, cost: int) -> int:
    """A lower bound to show beside a plan of that cost: 0, nothing proved, where the plan disproves it.

    That would be a fault of the bound, so it is logged; a false proof is never shown.
    """
    if at_least <= cost:
        return at_least
    _log.error("a bound of %s is above a plan of %s and is given up", at_least, cost)
    return 0


@dataclass(frozen=True, slots=True)
class Nested:
    """A plan for one paper: layouts that hold exactly the demand.

    ``sheets`` whole sheets are opened, of ``cost`` in all (the same number where each costs 1);
    ``at_least`` is proved of the cost, for straight through-cuts.
    """

    layouts: tuple[Layout, ...]
    sheets: int
    cost: int
    at_least: int


def nest(
    items: Sequence[Item],
    demand: Sequence[int],
    stock: Sequence[Stock],
    *,
    few_layouts_first: bool = False,
    whole_kit: Sequence[int] | None = None,
    book: PatternBook | None = None,
    reach: int | None = None,
    watch: Watch | None = None,
) -> list[Nested]:
    """Ways to cut ``demand[k]`` pieces of each ``items[k]`` from the stock at the least cost found.

    The first opens the fewest sheets found, the others no more, in fewer different layouts where
    that was found; with ``few_layouts_first`` they have few layouts even where that costs sheets.
    Every item must fit some stock of whole sheets. ``whole_kit`` is one kit's counts: layouts that
    hold whole kits are then among the candidates. ``book`` keeps patterns for another number;
    without one, no cut is longer than ``reach`` (nm, None: any).
    """
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return [Nested((), 0, 0, 0)]
    if len(wanted) < len(items):
        ways = nest(
            [items[k] for k in wanted],
            [demand[k] for k in wanted],
            stock,
            few_layouts_first=few_layouts_first,
            whole_kit=[whole_kit[k] for k in wanted] if whole_kit else None,
            reach=reach if book is None else book.reach,
            watch=watch,
        )
        return [
            Nested(
                tuple(Layout(lay.stock, lay.times, _renamed(lay.tree, wanted)) for lay in way.layouts),
                way.sheets, way.cost, way.at_least,
            )
            for way in ways
        ]  # fmt: skip
    watch = watch or Watch()
    search = Search(book or PatternBook(items, stock, reach, watch), demand, watch)
    search.generate()
    if whole_kit is not None:
        search.add_whole_kits(whole_kit)
    plans = search.few_layouts() if few_layouts_first else search.fewest()
    return [_nested(plan, demand, stock, search.at_least) for plan in plans]


def fewest_sheets(
    demand: Sequence[int], book: PatternBook, watch: Watch | None = None
) -> tuple[int, Fraction]:
    """The least cost found for a demand, and the proved bound before it is made whole."""
    if not any(demand):
        return 0, Fraction(0)
    search = Search(book, demand, watch or Watch())
    search.generate()
    cost = search.cost(search.fewest(alone=True)[0])
    return cost, search.bound if kept_bound(search.at_least, cost) else Fraction(0)


def lower_bound(
    items: Sequence[Item],
    demand: Sequence[int],
    stock: Sequence[Stock],
    book: PatternBook | None = None,
    watch: Watch | None = None,
) -> int:
    """The cost (sheets, where each costs 1) that no plan of straight through-cuts goes below."""
    wanted = [k for k, n in enumerate(demand) if n > 0]
    if not wanted:
        return 0
    if len(wanted) < len(items) or book is None:
        items, demand = [items[k] for k in wanted], [demand[k] for k in wanted]
        book = PatternBook(items, stock, watch=watch)
    search = Search(book, demand, watch or Watch())
    search.generate()
    return search.at_least


def _nested(plan: Counter[Candidate], demand: Sequence[int], stock: Sequence[Stock], at_least: int) -> Nested:
    layouts = exact(plan, demand)
    opened = [(stock[lay.stock], lay.times) for lay in layouts if stock[lay.stock].is_sheet]
    cost = sum(s.cost * times for s, times in opened)
    return Nested(tuple(layouts), sum(times for _, times in opened), cost, kept_bound(at_least, cost))


def _renamed(tree: Node, kinds: Sequence[int]) -> Node:
    if isinstance(tree, Spot):
        return Spot(kinds[tree.kind], tree.turned)
    if isinstance(tree, Split):
        return Split(tree.along, tree.at, _renamed(tree.first, kinds), _renamed(tree.second, kinds))
    return None
