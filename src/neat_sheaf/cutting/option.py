"""An option of cutting one paper: its sheets, and what is proved of their number."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from math import lcm
from typing import NamedTuple

from neat_sheaf.cutting.handling import UNHANDLED, Handling
from neat_sheaf.cutting.strips import Part
from neat_sheaf.job import Job
from neat_sheaf.nesting.items import Stock
from neat_sheaf.stock import Paper

__all__ = ["CutSheets", "CuttingOption", "SizeMix", "Stocks", "Weights", "stock_of", "stock_weights"]


_MOST_WEIGHT = 10**7


@dataclass(frozen=True, slots=True)
class CutSheets:
    """``times`` sheets or offcuts of a paper, cut up as ``part`` says.

    ``colourway``: they hold kits of that one only; None: whose pieces they are is open.
    """

    paper: Paper
    stock: Stock
    times: int
    part: Part
    colourway: str | None = None


@dataclass(frozen=True, slots=True)
class SizeMix:
    """Sizes of one paper that share the work: what their sheets cost, and the least it can be.

    Whole currency needs. ``priced``: by price; else by area, in sheets of the first size.
    """

    papers: tuple[str, ...]
    cost: Decimal
    lower_bound: Decimal
    priced: bool
    proved: bool


@dataclass(frozen=True, slots=True)
class CuttingOption:
    """One option of cutting a paper: its sheets, what is proved of their number, and what they take.

    ``kits_per_block``: its sheets hold so many whole kits, over and over, the last apart; 0: not. ``safety``
    nm are left at the far edges of its sheets. ``within_reach`` is proved for cuts that the trimmer makes.
    """

    paper: Paper
    sheets: tuple[CutSheets, ...]
    lower_bound: int
    mix: SizeMix | None = None
    handling: Handling = UNHANDLED
    kits_per_block: int = 0
    safety: int = 0
    within_reach: int = 0

    @property
    def different(self) -> int:
        """How many different layouts it has."""
        return len({(s.stock, s.part) for s in self.sheets})

    @property
    def opened(self) -> int:
        """Whole sheets opened."""
        return sum(s.times for s in self.sheets if s.stock.is_sheet)


Stocks = list[tuple[Paper, Stock]]


def stock_of(job: Job, paper: Paper) -> Stocks:
    """What there is to cut: whole sheets of each size without their edges, and the offcuts."""
    sizes = job.sizes_of(paper)
    costs = stock_weights(job, sizes).costs
    found: Stocks = [
        (size, Stock(*size.usable, cost=cost, whole=size.sheet if size.edges else None))
        for size, cost in zip(sizes, costs, strict=True)
        if min(size.usable) > 0
    ]
    return found + [
        (size, Stock(o.width, o.height, o.count)) for size in sizes for o in size.offcuts if o.count
    ]


class Weights(NamedTuple):
    """What a sheet of each size weighs, and how much of that is one unit: of money, or a sheet of the first.

    ``exact``: nothing was rounded.
    """

    costs: list[int]
    unit: int
    exact: bool = True


def stock_weights(job: Job, sizes: Sequence[Paper]) -> Weights:
    """What a sheet of each size weighs: 1 for one size; prices, or areas where one has no price."""
    if len(sizes) == 1:
        return Weights([1], 1)
    prices = [price for size in sizes if (price := job.sheet_price(size))]
    if len(prices) == len(sizes):
        unit = lcm(*(price.denominator for price in prices))
        costs = [int(price * unit) for price in prices]
        if max(costs) <= _MOST_WEIGHT:
            return Weights(costs, unit)
        # Finer than any price a shop writes, and still a number that the solver adds without an error.
        return Weights([max(1, round(10_000 * price)) for price in prices], 10_000, False)
    areas = [size.sheet[0] * size.sheet[1] // 10**12 for size in sizes]
    return Weights(areas, areas[0])
