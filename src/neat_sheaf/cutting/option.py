"""An option of cutting one paper: its sheets, and what is proved of their number."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from neat_sheaf.cutting.strips import Part
from neat_sheaf.job import Job
from neat_sheaf.nesting.items import Stock
from neat_sheaf.stock import Paper

__all__ = ["CutSheets", "CuttingOption", "SizeMix", "Stocks", "stock_of", "stock_weights"]


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
    """One option of cutting a paper: its sheets, and what is proved of their number."""

    paper: Paper
    sheets: tuple[CutSheets, ...]
    lower_bound: int
    mix: SizeMix | None = None

    @property
    def opened(self) -> int:
        """Whole sheets opened."""
        return sum(s.times for s in self.sheets if s.stock.is_sheet)


Stocks = list[tuple[Paper, Stock]]


def stock_of(job: Job, paper: Paper) -> Stocks:
    """What there is to cut: whole sheets of each size without their edges, and the offcuts."""
    sizes = job.sizes_of(paper)
    costs = stock_weights(job, sizes)
    found: Stocks = [
        (size, Stock(*size.usable, cost=cost, whole=(size.width, size.height) if size.edges else None))
        for size, cost in zip(sizes, costs, strict=True)
    ]
    return found + [
        (size, Stock(o.width, o.height, o.count)) for size in sizes for o in size.offcuts if o.count
    ]


def stock_weights(job: Job, sizes: Sequence[Paper]) -> list[int]:
    """What a sheet of each size weighs: 1 for one size; prices, or areas where one has no price."""
    if len(sizes) == 1:
        return [1]
    prices = [job.sheet_price(size) for size in sizes]
    if all(prices):
        # Ten-thousandths of a currency need: finer than any price a shop writes.
        return [max(1, round(10_000 * (price or 0))) for price in prices]
    return [size.width * size.height // 10**12 for size in sizes]
