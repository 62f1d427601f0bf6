"""The three styles of cutting side by side: what each takes, and why one is the usual choice."""

from __future__ import annotations

from dataclasses import dataclass, replace

from neat_sheaf.job import Job, Style
from neat_sheaf.money import PerKit
from neat_sheaf.nesting.watch import Watch
from neat_sheaf.plan import Plan, plan_job
from neat_sheaf.sheets import Known

__all__ = ["StylePrice", "advised", "compare_styles", "price_of"]


@dataclass(frozen=True, slots=True)
class StylePrice:
    """What a style takes: sheets (``at_least`` proved of any style), layouts, settings, strokes, seconds.

    ``opened`` is the money of the sheets opened and the supplies, ``cash`` what is to be paid now.
    ``mixed``: sizes of one paper share the work, so that money counts and not sheets.
    """

    style: Style
    sheets: int
    at_least: int
    layouts: int
    settings: int
    strokes: int
    seconds: int
    opened: PerKit
    cash: PerKit
    mixed: bool = False


def price_of(plan: Plan) -> StylePrice:
    """The price of the style that a plan was made in."""
    cutting = plan.cutting
    return StylePrice(
        style=plan.job.cutting.style,
        sheets=plan.sheets,
        at_least=sum(paper.at_least for paper in plan.papers),
        layouts=cutting.layouts,
        settings=cutting.settings,
        strokes=cutting.strokes,
        seconds=cutting.seconds,
        opened=plan.cost.sheets_opened,
        cash=plan.cost.cash_out,
        mixed=bool(plan.mixes),
    )


def compare_styles(job: Job, watch: Watch | None = None) -> list[StylePrice]:
    """Every style's price, in the order of ``Style``. Raises CannotPlanError as ``plan_job``."""
    known: Known = {}
    styled = [replace(job, cutting=replace(job.cutting, style=style)) for style in Style]
    return [price_of(plan_job(one, watch, known)) for one in styled]


def advised(prices: list[StylePrice]) -> tuple[Style, str]:
    """The style to take where nobody has a reason for another, and a sentence that says why.

    The fewest sheets, but where another style opens no sheet more and is quicker at the trimmer.
    """
    if any(price.mixed for price in prices):
        least = min(prices, key=lambda price: (price.opened.total, price.seconds))
        return least.style, "its sheets cost the least where sizes of one paper share the work"
    fewest = min(price.sheets for price in prices)
    free = [price for price in prices if price.sheets == fewest]
    best = min(free, key=lambda price: (price.seconds, list(Style).index(price.style)))
    others = [price for price in prices if price is not best]
    dearest = max(others, key=lambda price: price.sheets - best.sheets)
    more = dearest.sheets - best.sheets
    quickest = min(others, key=lambda price: price.seconds)
    saved = best.seconds - quickest.seconds
    if len(free) == len(prices):
        says = "every style opens as many sheets, and this one is the quickest at the trimmer"
    elif saved > 0:
        extra = quickest.sheets - best.sheets
        time = f"{saved // 60} min" if saved >= 60 else "less than a minute"
        says = (
            f"it opens the fewest sheets; {time} at the trimmer could be saved for "
            f"{extra} sheet{'' if extra == 1 else 's'} more"
        )
    else:
        says = (
            f"it opens the fewest sheets and no style is quicker at the trimmer; another opens up to "
            f"{more} more"
        )
    return best.style, says
