"""The options of cutting side by side: at most five, none of which another beats, and what each is for."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.cutting.front import WISHES, sheets_worth_opening
from neat_sheaf.cutting.sheets import OptionCache
from neat_sheaf.job import Job, Style
from neat_sheaf.measure.money import rounded
from neat_sheaf.messages import Amount, Message, message, several
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.pace import SHEET_SECONDS
from neat_sheaf.plan import Plan, plan_job

__all__ = ["PlanOption", "compare_options"]

_MOST = 5


@dataclass(frozen=True, slots=True)
class PlanOption:
    """A plan that can be chosen.

    ``wishes`` are the styles that take it, of which the first is its name. ``why`` says what it is for,
    against the one of the fewest sheets. ``chosen``: the job's style takes it.
    """

    wishes: tuple[Style, ...]
    plan: Plan
    why: Message
    chosen: bool

    @property
    def name(self) -> Style:
        """The style that takes it, or the first of several."""
        return self.wishes[0]

    @property
    def usual(self) -> bool:
        """Whether it is the cheapest where time and sheets are worth what the job says."""
        return Style.USUAL in self.wishes

    @property
    def kits_per_block(self) -> int:
        """Every paper is cut in blocks of so many whole kits at least; 0: not every paper is."""
        return min((paper.kits_per_block for paper in self.plan.papers if paper.layouts), default=0)

    @property
    def lower_bound(self) -> int:
        """The fewest sheets that any plan opens, proved."""
        return sum(paper.lower_bound for paper in self.plan.papers)


def compare_options(job: Job, control: SearchControl | None = None) -> list[PlanOption]:
    """The options to choose from, the one of the fewest sheets first. Raises CannotPlanError as ``plan_job``.

    None is beaten: no other is as good in price, seconds and layouts and better in one of them. Only the
    one that the job's own style takes is always there.
    """
    control = control or SearchControl()
    cache: OptionCache = {}
    found: list[tuple[Plan, list[Style]]] = []
    for style in _styles(job):
        plan = plan_job(replace(job, cutting=replace(job.cutting, style=style)), control, cache)
        same = next((styles for other, styles in found if other.sheet_plan == plan.sheet_plan), None)
        if same is None:
            found.append((plan, [style]))
        else:
            same.append(style)
    plans = [plan for plan, _ in found]
    most = sheets_worth_opening(plans[0].sheets)
    kept = [
        row
        for row in found
        if job.cutting.style in row[1]
        or (row[0].sheets <= most and not any(_beats(job, plan, row[0]) for plan in plans))
    ]
    while len(kept) > _MOST:
        kept.remove(next(row for row in reversed(kept) if job.cutting.style not in row[1]))
    return [
        PlanOption(
            tuple(styles), plan, _why(job, plan, plans[0], Style.USUAL in styles), job.cutting.style in styles
        )
        for plan, styles in kept
    ]


def _styles(job: Job) -> Iterator[Style]:
    """The wishes in the order in which they are told, the fewest sheets first."""
    yield Style.FEWEST_SHEETS
    yield from WISHES
    follows = any(piece.follows_print or piece.matched for piece in job.project.pieces)
    if follows or job.cutting.style is Style.KIT_PER_SHEET:
        yield Style.KIT_PER_SHEET


def _price(job: Job, plan: Plan) -> Fraction:
    """What the sheets of a plan cost, or how many they are where one has no price."""
    prices = [(paper.sheets, job.sheet_price(job.paper(paper.paper))) for paper in plan.papers]
    if any(price is None for sheets, price in prices if sheets):
        return Fraction(plan.sheets)
    return sum((sheets * price for sheets, price in prices if price is not None), Fraction(0))


def _beats(job: Job, one: Plan, other: Plan) -> bool:
    """Whether a plan is as good as another in every aim, and better in one."""
    aims, others = (
        (_price(job, plan), Fraction(plan.cutting.seconds), Fraction(plan.cutting.layouts))
        for plan in (one, other)
    )
    return aims != others and all(a <= b for a, b in zip(aims, others, strict=True))


def _why(job: Job, plan: Plan, fewest: Plan, usual: bool) -> Message:
    """What an option is for: how it differs from the fewest sheets, and what its sheets hold."""
    parts = list(_differences(plan, fewest))
    blocks = {paper.kits_per_block for paper in plan.papers if paper.layouts}
    if blocks and all(blocks):
        kits = min(blocks)
        parts.append(
            message("option-blocks.alike", kits=kits) if len(blocks) == 1 else message("option-blocks.unlike")
        )
    if usual:
        return message("option-why.usual", parts=several(parts), usual=_worth(job, plan))
    return message("option-why.other", parts=several(parts))


def _differences(plan: Plan, fewest: Plan) -> Iterator[Message]:
    if plan is fewest:
        free = all(paper.mixed or paper.sheets == paper.lower_bound for paper in plan.papers)
        how = ("proved" if free else "trimmer") if plan.proved else "found"
        yield message(f"option-fewest.{how}", sheets=plan.sheets)
        return
    sheets = plan.sheets - fewest.sheets
    layouts = plan.cutting.layouts - fewest.cutting.layouts
    minutes = round(Fraction(plan.cutting.seconds - fewest.cutting.seconds, 60))
    yield message("option-sheets.more", sheets=sheets) if sheets > 0 else message("option-sheets.as-many")
    if layouts:
        yield message("option-layouts.fewer" if layouts < 0 else "option-layouts.more", layouts=abs(layouts))
    if minutes:
        yield message("option-minutes.less" if minutes < 0 else "option-minutes.more", minutes=abs(minutes))


def _worth(job: Job, plan: Plan) -> Message:
    """Why an option is the usual choice, in figures."""
    pace = job.cutting.pace
    if not pace.hour:
        return message("option-usual.minutes", minutes=SHEET_SECONDS // 60)
    hours = Fraction(plan.cutting.seconds, 3600) * Fraction(pace.hour)
    sheets = Fraction(0)
    for paper in plan.papers:
        price = job.sheet_price(job.paper(paper.paper))
        sheets += paper.sheets * pace.sheet_seconds(price) * Fraction(pace.hour) / 3600
    total = rounded(Decimal(round((hours + sheets) * 10_000)) / 10_000, job.currency)
    return message(
        "option-usual.money",
        hour=Amount(pace.hour, job.currency),
        total=Amount(total, job.currency),
    )
