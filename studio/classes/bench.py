"""The bench: the next classes, what to do next for each, papers that will run out."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from neat_sheaf.checks import Level
from neat_sheaf.messages import Message, Param, message, several
from neat_sheaf.plan import Plan
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.classes.account import StudioAccount, account_for, is_to_come
from studio.classes.models import KitClass
from studio.classes.services.cutting import steps_in
from studio.common.schema import Schema
from studio.tasks.plans import Planned

__all__ = ["Bench", "bench_of"]

Tab = Literal["kit", "papers", "sheets", "supplies", "cost"]


class NextStep(Schema):
    """The one thing to do next for a class, and the tab where it is done."""

    code: str
    message: str
    tab: Tab
    severe: bool


class BenchClass(Schema):
    """A class on the bench. A kit costs more than is said where prices are missing for so many things."""

    id: int
    name: str
    project_name: str
    date: dt.date | None
    place: str
    days: int | None
    seats: int
    kits: int
    sheets: int | None
    proved: bool
    to_buy: int
    cost_per_kit: str | None
    cost_missing: int
    planning: bool
    next: NextStep


class LowPaper(Schema):
    """A paper of which the coming classes open more sheets than there are."""

    id: int
    name: str
    motif: str
    ground: str
    ink: str
    on_hand: int
    needed: int


class Bench(Schema):
    """Everything on the bench."""

    coming: list[BenchClass]
    past: list[BenchClass]
    low: list[LowPaper]


def bench_of(studio: Studio, voice: Voice) -> Bench:
    """The studio's bench as of today."""
    today = studio.today()
    account = account_for(studio)
    coming = [_card(row, account.alone(row).planned, today, voice) for row in account.coming]
    rows = studio.classes.select_related("project", "studio", "cutting_run").prefetch_related("colourways")
    # What is past is looked at, not planned again.
    past = [_card(row, Planned(None, []), today, voice) for row in rows if not is_to_come(row, today)]
    past.sort(key=lambda c: (c.date is not None, c.date, c.name), reverse=True)
    return Bench(coming=coming, past=past, low=_low(account))


def _low(account: StudioAccount) -> list[LowPaper]:
    """The papers that all coming classes together are short of."""
    short = {
        int(part.id): part
        for row in account.amounts
        if row.goods.kind != "supply"
        for part in row.parts
        if part.short
    }
    return [
        LowPaper(
            id=p.pk, name=p.name, motif=p.motif, ground=p.ground, ink=p.ink,
            on_hand=p.on_hand, needed=int(short[p.pk].needed),
        )
        for p in account.papers
        if p.pk in short
    ]  # fmt: skip


def _card(kit_class: KitClass, planned: Planned, today: dt.date, voice: Voice) -> BenchClass:
    plan = planned.plan
    said, tab, severe = _next_step(kit_class, planned, today)
    words = voice.words(said)
    return BenchClass(
        id=kit_class.pk,
        name=kit_class.name,
        project_name=kit_class.project.name,
        date=kit_class.date,
        place=kit_class.place,
        days=None if kit_class.date is None else (kit_class.date - today).days,
        seats=kit_class.seats,
        kits=kit_class.kits,
        sheets=plan.sheets if plan else None,
        proved=plan is not None and all(paper.proved for paper in plan.papers),
        to_buy=sum(_bought(plan)) if plan else 0,
        cost_per_kit=str(plan.cost.sheets_opened.share) if plan else None,
        cost_missing=len(plan.missing("sheets_opened")) if plan else 0,
        planning=planned.working is not None,
        next=NextStep(code=said.key, message=words[:1].upper() + words[1:], tab=tab, severe=severe),
    )


def _next_step(kit_class: KitClass, planned: Planned, today: dt.date) -> tuple[Message, Tab, bool]:
    """What to do next, on which tab, and whether nothing else can be done before."""
    plan = planned.plan
    if not is_to_come(kit_class, today):
        return message("next-step.past"), "kit", False
    if planned.working is not None:
        return message("next-step.planning"), "sheets", False
    run = getattr(kit_class, "cutting_run", None)
    if run is not None and run.done < steps_in(run):
        return message("next-step.cutting", done=run.done, steps=steps_in(run)), "sheets", False
    if plan is None:
        missing = any(found.code in ("choose-paper", "no-colourway") for found in planned.faults)
        said = planned.faults[0].message if planned.faults else message("next-step.unplanned")
        return said, "papers" if missing else "sheets", True
    error = next((found for found in plan.findings if found.level is Level.ERROR), None)
    if error is not None:
        return message("next-step.fix", where=error.where), "kit", True
    papers, supplies = _bought(plan)
    if papers or supplies:
        counted: list[Param] = []
        if papers:
            counted.append(message("counted-paper", count=papers))
        if supplies:
            counted.append(message("counted-supply", count=supplies))
        things = several(counted, "and")
        return message("next-step.buy", things=things), "papers" if papers else "supplies", False
    if run is not None:
        return message("next-step.pack"), "sheets", False
    if not plan.sheets:
        return message("next-step.nothing"), "kit", False
    return message("next-step.cut", sheets=plan.sheets), "sheets", False


def _bought(plan: Plan) -> tuple[int, int]:
    """How many papers (or packs of designs) and how many supplies have to be bought."""
    papers = [total.packs for total in plan.paper_totals] + [total.packs for total in plan.packs]
    return sum(map(bool, papers)), sum(bool(total.packs) for total in plan.supplies)
