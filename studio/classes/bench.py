"""The bench: the next classes, what to do next for each, papers that will run out."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from typing import Literal

from django.utils import timezone
from ninja import Schema

from neat_sheaf.project import Project
from studio.accounts.models import Studio
from studio.classes.cutting import strokes_of
from studio.classes.models import KitClass
from studio.classes.planning import Planned, plan_of
from studio.projects.convert import core_project

__all__ = ["Bench", "bench_of"]


class NextStep(Schema):
    """The one thing to do next for a class, and the tab where it is done."""

    says: str
    tab: Literal["kit", "papers", "sheets", "supplies", "cost"]
    severe: bool


class BenchClass(Schema):
    """A class on the bench."""

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
    wanted: int


class Bench(Schema):
    """Everything on the bench."""

    coming: list[BenchClass]
    past: list[BenchClass]
    low: list[LowPaper]


def bench_of(studio: Studio) -> Bench:
    """The studio's bench as of today."""
    today = timezone.localdate()
    coming: list[BenchClass] = []
    past: list[BenchClass] = []
    wanted: Counter[int] = Counter()
    listed: dict[int, Project] = {}
    for kit_class in studio.classes.select_related("project", "studio", "cutting_run"):
        if kit_class.date is not None and kit_class.date < today:
            # What is past is looked at, not planned again.
            past.append(_card(kit_class, Planned(None, []), today))
            continue
        if kit_class.project_id not in listed:
            listed[kit_class.project_id] = core_project(kit_class.project)
        planned = plan_of(kit_class, listed[kit_class.project_id])
        coming.append(_card(kit_class, planned, today))
        if planned.plan is not None:
            for paper in planned.plan["papers"]:
                wanted[int(paper["paper"])] += paper["sheets"]
    low = [
        LowPaper(
            id=p.pk, name=p.name, motif=p.motif, ground=p.ground, ink=p.ink,
            on_hand=p.on_hand, wanted=wanted[p.pk],
        )
        for p in studio.papers.filter(pk__in=wanted)
        if wanted[p.pk] > p.on_hand
    ]  # fmt: skip
    coming.sort(key=lambda c: (c.date is None, c.date, c.name))
    past.sort(key=lambda c: (c.date, c.name), reverse=True)
    return Bench(coming=coming, past=past, low=low)


def _card(kit_class: KitClass, planned: Planned, today: dt.date) -> BenchClass:
    plan = planned.plan
    papers = plan["papers"] if plan else []
    return BenchClass(
        id=kit_class.pk,
        name=kit_class.name,
        project_name=kit_class.project.name,
        date=kit_class.date,
        place=kit_class.place,
        days=None if kit_class.date is None else (kit_class.date - today).days,
        seats=kit_class.seats,
        kits=kit_class.seats + kit_class.samples + kit_class.spares,
        sheets=sum(p["sheets"] for p in papers) if plan else None,
        proved=bool(plan) and all(not p["mixed"] and p["sheets"] == p["at_least"] for p in papers),
        to_buy=sum(
            1
            for row in [*papers, *(plan["packs"] if plan else []), *(plan["supplies"] if plan else [])]
            if row["packs"]
        ),
        cost_per_kit=plan["cost"]["per_kit"]["sheets_opened"] if plan else None,
        planning=planned.working is not None,
        next=_next_step(kit_class, planned, today),
    )


def _next_step(kit_class: KitClass, planned: Planned, today: dt.date) -> NextStep:
    if kit_class.date is not None and kit_class.date < today:
        return NextStep(says="Past: look at what it took", tab="kit", severe=False)
    if planned.working is not None:
        return NextStep(says="The sheets are still being planned", tab="sheets", severe=False)
    run = getattr(kit_class, "cutting_run", None)
    if run is not None and run.done < strokes_of(run):
        says = f"Go on cutting: {run.done} of {_counted(strokes_of(run), 'step', 'steps')} done"
        return NextStep(says=says, tab="sheets", severe=False)
    if planned.plan is None:
        missing = [f for f in planned.faults if f.code in ("role-without-paper", "no-colourway")]
        says = planned.faults[0].says if planned.faults else "It cannot be planned as it is"
        return NextStep(says=says[:1].upper() + says[1:], tab="papers" if missing else "sheets", severe=True)
    errors = [check for check in planned.plan["checks"] if check["level"] == "error"]
    if errors:
        says = f"Fix the list: {errors[0]['where']}"
        return NextStep(says=says, tab="kit", severe=True)
    papers = sum(1 for row in [*planned.plan["papers"], *planned.plan["packs"]] if row["packs"])
    supplies = sum(1 for row in planned.plan["supplies"] if row["packs"])
    if papers + supplies:
        things = [_counted(papers, "paper", "papers"), _counted(supplies, "supply", "supplies")]
        says = "Buy " + " and ".join(thing for thing in things if thing)
        return NextStep(says=says, tab="papers" if papers else "supplies", severe=False)
    if run is not None:
        return NextStep(says="All cut: pack the kits", tab="sheets", severe=False)
    sheets = sum(paper["sheets"] for paper in planned.plan["papers"])
    return NextStep(says=f"Cut {_counted(sheets, 'sheet', 'sheets')}", tab="sheets", severe=False)


def _counted(count: int, one: str, many: str) -> str:
    return f"{count} {one if count == 1 else many}" if count else ""
