"""Two sizes of sheet together, settled by how many of the dearer one are used.

The linear program mixes fractions of both sizes, so its bound lies far below what whole sheets can come
to. With so many of the dearer size and no more, as if they were there already, what is left is a plan of
one size, whose bound is a whole number of sheets: the least of those sums over every number bounds the mix.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from copy import copy
from dataclasses import replace

from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.pool import PatternPool

__all__ = ["Part", "settled_by_number"]

_MOST_NUMBERS = 60  # numbers of the dearer size; of more the mix is left as it is

Part = Callable[[PatternPool, int], tuple[int, Counter[Pattern] | None]]
"""The bound of a demand on a pool, and a plan where one is cheaper than so much."""


def settled_by_number(
    pool: PatternPool, best: Counter[Pattern], cost: int, part: Part, spend: Callable[[], bool]
) -> tuple[Counter[Pattern], int]:
    """The best plan so far or a cheaper one, and what is proved of the cost; 0 where nothing is.

    ``part`` plans the demand with so many of the dearer size there already and costing nothing. ``spend``
    says whether there is work left to do.
    """
    sheets = [n for n, stock in enumerate(pool.stock) if stock.is_sheet]
    if len(sheets) != 2 or pool.reach is not None:
        return best, 0
    dear = max(sheets, key=lambda n: pool.stock[n].cost)
    if not all(pool.all_fit(n) for n in sheets if n != dear):
        # What comes off the dearer size alone cannot be planned without it.
        return best, 0
    price = pool.stock[dear].cost
    if (cost - 1) // price > _MOST_NUMBERS:
        return best, 0
    least = cost
    for number in range((cost - 1) // price + 1):
        if not spend():
            return best, 0
        given = copy(pool)
        given.stock = [
            replace(stock, limit=number) if n == dear else stock for n, stock in enumerate(pool.stock)
        ]
        given.solved, given.decided = {}, {}
        bound, plan = part(given, cost - number * price)
        least = min(least, number * price + bound)
        if plan is None:
            continue
        paid = sum(times * pool.stock[c.stock].cost for c, times in plan.items() if c.stock in sheets)
        if paid < cost:
            best, cost = plan, paid
    return best, min(least, cost)
