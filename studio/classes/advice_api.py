"""Choices laid side by side: styles of cutting, sheet sizes, numbers of seats."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, TypeVar

from django.core.cache import cache
from django.http import HttpRequest
from ninja import Router, Schema

from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.advice.styles import advised, compare_styles
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.measure.length import write_length
from studio.accounts.tenancy import own
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.planning import key_of
from studio.config.problems import Problem
from studio.cupboard.convert import core_paper

router = Router(tags=["choices"])

T = TypeVar("T", bound=Schema)


class StyleOut(Schema):
    """What a style of cutting takes; money as decimal text, for the class and a kit."""

    style: Literal["fewest-sheets", "fewest-settings", "kit-per-sheet"]
    sheets: int
    layouts: int
    settings: int
    strokes: int
    minutes: int
    opened: str
    opened_per_kit: str
    cash: str


class StylesOut(Schema):
    """The styles side by side, the one to take without another reason, and why."""

    styles: list[StyleOut]
    advised: str
    because: str
    lower_bound: int


class SizeOut(Schema):
    """What one sheet size would take for a role. Lengths as text; ``fails`` where a piece does not fit."""

    role: str
    name: str
    width: str
    height: str
    paper: int | None
    sheets: int | None
    lower_bound: int
    per_kit: str | None
    fails: str | None
    chosen: bool


class SizesOut(Schema):
    """Sheet-size advice."""

    sizes: list[SizeOut]


class SeatOut(Schema):
    """A number of seats, what it takes, and what it opens that one seat fewer does not."""

    seats: int
    kits: int
    sheets: int
    packs: int
    cash: str
    proved: bool
    opens: list[str]


class SeatStepsOut(Schema):
    """Every number of seats, and the last that is free from here."""

    rows: list[SeatOut]
    free_of_sheets: int
    free_of_packs: int


def _job(request: HttpRequest, class_id: int) -> tuple[KitClass, Job]:
    kit_class = own(KitClass.objects.select_related("studio", "project"), request, class_id)
    try:
        return kit_class, core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def _kept(kind: str, job: Job, make: Callable[[], T]) -> T:
    """What was reckoned for the same job before, or reckoned now."""
    key = f"{kind}:{key_of(job)}"
    found: T | None = cache.get(key)
    if found is None:
        try:
            found = make()
        except CannotPlanError as error:
            raise FileError(error.faults) from error
        cache.set(key, found, 3600)
    return found


@router.get("/classes/{class_id}/styles", response={200: StylesOut, 404: Problem, 422: Problem})
def styles(request: HttpRequest, class_id: int) -> StylesOut:
    """The three styles of cutting with the price of each."""
    _, job = _job(request, class_id)
    return _kept("styles", job, lambda: _styles(job))


def _styles(job: Job) -> StylesOut:
    prices = compare_styles(job)
    style, because = advised(prices)
    return StylesOut(
        styles=[
            StyleOut(
                style=p.style.value, sheets=p.sheets, layouts=p.layouts, settings=p.settings,
                strokes=p.strokes, minutes=-(-p.seconds // 60), opened=str(p.opened.total),
                opened_per_kit=str(p.opened.share), cash=str(p.cash.total),
            )
            for p in prices
        ],
        advised=style.value,
        because=because,
        lower_bound=min(p.lower_bound for p in prices),
    )  # fmt: skip


@router.get("/classes/{class_id}/sizes", response={200: SizesOut, 404: Problem, 422: Problem})
def sizes(request: HttpRequest, class_id: int) -> SizesOut:
    """For each role what other sheet sizes would take, and which fail and why."""
    kit_class, job = _job(request, class_id)
    cupboard = [core_paper(p) for p in kit_class.studio.papers.prefetch_related("offcuts")]
    rows = size_advice(job, cupboard)
    return SizesOut(
        sizes=[
            SizeOut(
                role=row.role, name=row.name, width=write_length(row.width, job.units),
                height=write_length(row.height, job.units), paper=int(row.paper) if row.paper else None,
                sheets=row.sheets, lower_bound=row.lower_bound,
                per_kit=None if row.per_kit is None else str(row.per_kit), fails=row.fails, chosen=row.chosen,
            )
            for row in rows
        ]
    )  # fmt: skip


@router.get("/classes/{class_id}/seats", response={200: SeatStepsOut, 404: Problem, 422: Problem})
def seats(request: HttpRequest, class_id: int) -> SeatStepsOut:
    """What every number of seats from 1 to 60 takes, and the last free seat."""
    _, job = _job(request, class_id)
    return _kept("seats", job, lambda: _seats(job))


def _seats(job: Job) -> SeatStepsOut:
    steps = seat_breakpoints(job)
    names = {f"paper {p.id}": p.name for p in job.papers}
    names |= {f"pack {p.id}": p.name for p in job.packs} | {f"supply {s.id}": s.name for s in job.supplies}
    rows = []
    before = None
    for row in steps.rows:
        opens: list[str] = []
        if before is not None:
            for paper, count in row.sheets.items():
                more = count - before.sheets.get(paper, 0)
                if more > 0:
                    opens.append(f"{more} sheet{'' if more == 1 else 's'} of {job.paper(paper).name}")
            for name, count in row.packs.items():
                more = count - before.packs.get(name, 0)
                if more > 0:
                    opens.append(f"{more} pack{'' if more == 1 else 's'} of {names[name]}")
        rows.append(
            SeatOut(
                seats=row.seats, kits=row.kits, sheets=row.opened, packs=sum(row.packs.values()),
                cash=str(row.cash), proved=row.proved, opens=opens,
            )
        )  # fmt: skip
        before = row
    return SeatStepsOut(rows=rows, free_of_sheets=steps.free_of_sheets, free_of_packs=steps.free_of_packs)
