"""The three styles of cutting side by side: what each takes, and why one is the usual choice."""

from __future__ import annotations

from dataclasses import dataclass, replace

from neat_sheaf.cutting.sheets import OptionCache
from neat_sheaf.job import Job, Style
from neat_sheaf.measure.money import PerKit
from neat_sheaf.messages import Message, message
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import Plan, plan_job

__all__ = ["StylePrice", "advised", "compare_styles", "price_of"]


@dataclass(frozen=True, slots=True)
class StylePrice:
    """What a style takes: sheets (``lower_bound`` proved of any style), layouts, settings, strokes, seconds.

    ``opened`` is the money of the sheets opened and the supplies, ``cash`` what is to be paid now.
    ``mixed``: sizes of one paper share the work, so that money counts and not sheets.
    """

    style: Style
    sheets: int
    lower_bound: int
    layouts: int
    settings: int
    strokes: int
    seconds: int
    opened: PerKit
    cash: PerKit
    mixed: bool = False


def price_of(plan: Plan, style: Style) -> StylePrice:
    """The price of a style, by the plan that was made in it."""
    cutting = plan.cutting
    return StylePrice(
        style=style,
        sheets=plan.sheets,
        lower_bound=sum(paper.lower_bound for paper in plan.papers),
        layouts=cutting.layouts,
        settings=cutting.settings,
        strokes=cutting.strokes,
        seconds=cutting.seconds,
        opened=plan.cost.sheets_opened,
        cash=plan.cost.cash_out,
        mixed=bool(plan.mixes),
    )


def compare_styles(job: Job, control: SearchControl | None = None) -> list[StylePrice]:
    """Every style's price, in the order of ``Style``. Raises CannotPlanError as ``plan_job``."""
    cache: OptionCache = {}
    styled = [replace(job, cutting=replace(job.cutting, style=style)) for style in Style]
    return [price_of(plan_job(one, control, cache), one.cutting.style) for one in styled]


def advised(prices: list[StylePrice]) -> tuple[Style, Message]:
    """The style to take where nobody has a reason for another, and why.

    The fewest sheets, but where another style opens no sheet more and is quicker at the trimmer.
    """
    if any(price.mixed for price in prices):
        least = min(prices, key=lambda price: (price.opened.total, price.seconds))
        return least.style, message("advised.mixed")
    fewest = min(price.sheets for price in prices)
    free = [price for price in prices if price.sheets == fewest]
    best = min(free, key=lambda price: (price.seconds, list(Style).index(price.style)))
    others = [price for price in prices if price is not best]
    dearest = max(others, key=lambda price: price.sheets - best.sheets)
    more = dearest.sheets - best.sheets
    quickest = min(others, key=lambda price: price.seconds)
    saved = best.seconds - quickest.seconds
    if len(free) == len(prices):
        return best.style, message("advised.same-sheets")
    if saved > 0:
        extra = quickest.sheets - best.sheets
        if saved < 60:
            return best.style, message("advised.seconds-for-sheets", sheets=extra)
        return best.style, message("advised.minutes-for-sheets", minutes=saved // 60, sheets=extra)
    return best.style, message("advised.fewest-and-quickest", more=more)
