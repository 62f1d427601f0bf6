"""Classes and their plans, and the bench that shows what comes next."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import prefetch_related_objects
from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.errors import CannotPlanError, fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.plan_file import write_plan
from neat_sheaf.formats.reading import FileError
from neat_sheaf.measure.length import Length, write_length
from neat_sheaf.wording import Voice
from studio.accounts.models import Measure
from studio.accounts.tenancy import check_version, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.account import planned_with_account
from studio.classes.bench import Bench, bench_of
from studio.classes.convert import core_job, left_out_of
from studio.classes.models import KitClass
from studio.classes.plan_out import plan_out
from studio.classes.planning import last_shown, stop_early
from studio.classes.schemas import ClassIn, ClassOut, ClassRow, ColourwayOut, PlannedOut, WorkingOut
from studio.classes.services.storing import store_class
from studio.common.downloads import download
from studio.common.health import workers_seen
from studio.common.problems import Problem, fault_out
from studio.cupboard.convert import plain_price
from studio.projects.models import Project
from studio.tasks.for_studio import forget_files
from studio.tasks.plans import Working

router = Router(tags=["classes"])


def _plain(number: Decimal | None) -> str | None:
    return None if number is None else format(number, "f")


def _class_out(kit_class: KitClass, voice: Voice) -> ClassOut:
    units = voice.units
    prefetch_related_objects([kit_class], "colourways__choices")
    colourways = list(kit_class.colourways.all())
    made = [count for count, _ in kit_class.kits_of(colourways)]
    fee, without = plain_price(kit_class.fee), left_out_of(kit_class, colourways)
    return ClassOut(
        id=kit_class.pk,
        version=kit_class.version,
        units=units,
        name=kit_class.name,
        project=kit_class.project_id,
        project_name=kit_class.project.name,
        date=kit_class.date,
        place=kit_class.place,
        seats=kit_class.seats,
        samples=kit_class.samples,
        spares=kit_class.spares,
        fee=None if fee is None else str(fee),
        style=kit_class.style,  # type: ignore[arg-type]
        sheets_at_once=kit_class.sheets_at_once,
        keep_offcut=[
            write_length(Length(side), units) for side in (kit_class.keep_short_nm, kit_class.keep_long_nm)
        ],
        trimmer=write_length(Length(kit_class.trimmer_nm), units),
        mix_sizes=kit_class.mix_sizes,
        papers_together=kit_class.papers_together,
        empty_last=kit_class.empty_last,
        squaring=write_length(Length(kit_class.squaring_nm), units),
        safety=write_length(Length(kit_class.safety_nm), units),
        most_piles=kit_class.most_piles,
        variant=kit_class.variant,
        listed=kit_class.listed_of(colourways),
        kits=sum(made) if colourways else kit_class.wanted,
        colourways=[
            ColourwayOut(
                name=c.name,
                share=c.share,
                ready=c.ready,
                variant=c.variant,
                without=list(without.get(c.name, ())),
                kits=n,
                papers={x.role: x.paper_id for x in c.choices.all()},
            )
            for c, n in zip(colourways, made, strict=True)
        ],
        finished=kit_class.finished,
        taken=_plain(plain_price(kit_class.taken)),
        result_version=kit_class.result_version,
        hours=_plain(kit_class.hours and kit_class.hours.normalize()),
        extras=kit_class.extras,
        other_fees=kit_class.other_fees,
        at_table=kit_class.at_table,
        planned=_planned_out(kit_class, voice),
    )


def _planned_out(kit_class: KitClass, voice: Voice) -> PlannedOut:
    found = planned_with_account(kit_class)
    planned = found.planned
    before = last_shown(kit_class, planned)
    return PlannedOut.model_validate(
        {
            "plan": None if planned.plan is None else plan_out(planned.plan, voice),
            "faults": [fault_out(found, voice) for found in planned.faults],
            "working": None if planned.working is None else _working_out(planned.working),
            "before": None if before is None else plan_out(before, voice),
            "aside": found.aside,
        }
    )


def _working_out(working: Working) -> WorkingOut:
    return WorkingOut(
        sheets=working.sheets, lower_bound=working.lower_bound, worker=workers_seen() > 0
    )  # fmt: skip


@router.get("/bench", auth=reader, response=Bench)
def bench(request: HttpRequest) -> Bench:
    """The next classes, the one thing to do for each, and papers that will run out."""
    return bench_of(studio_of(request), voice_for(request))


@router.get("/classes", auth=reader, response=list[ClassRow])
def classes(request: HttpRequest) -> list[ClassRow]:
    """Every class of the studio, the soonest first."""
    return [
        ClassRow(
            id=c.pk,
            name=c.name,
            project=c.project_id,
            project_name=c.project.name,
            date=c.date,
            place=c.place,
            seats=c.seats,
            kits=c.kits,
        )
        for c in studio_of(request).classes.select_related("project").prefetch_related("colourways")
    ]


@router.post("/classes", auth=owner, response={201: ClassOut, 404: Problem, 422: Problem})
def add_class(request: HttpRequest, payload: ClassIn) -> Status[ClassOut]:
    """Add a class."""
    studio = studio_of(request)
    project = own(Project.objects.all(), request, payload.project)
    added = store_class(KitClass(studio=studio, version=0), payload, studio, project)
    return Status(201, _class_out(added, voice_for(request, payload.units)))


def _own_class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


@router.get("/classes/{class_id}", auth=reader, response={200: ClassOut, 404: Problem})
def one_class(request: HttpRequest, class_id: int, units: Measure | None = None) -> ClassOut:
    """One class with its plan.

    ``units`` is the one it is to be written in: a page that is open in another than the studio's asks so.
    """
    return _class_out(_own_class(request, class_id), voice_for(request, units))


@router.put(
    "/classes/{class_id}", auth=owner, response={200: ClassOut, 404: Problem, 409: Problem, 422: Problem}
)
def change_class(request: HttpRequest, class_id: int, payload: ClassIn) -> ClassOut:
    """Save a class whole, and plan it again. A stale save is refused, with what is there now."""
    studio = studio_of(request)
    with transaction.atomic():
        found = own(KitClass.objects.select_for_update(), request, class_id)
        stale = payload.version != found.version
        if not stale:
            project = own(Project.objects.all(), request, payload.project)
            found = store_class(found, payload, studio, project)
    found.studio = studio
    # The row is free again while a plan is made: that may take a while.
    answer = _class_out(found, voice_for(request, payload.units))
    if stale:
        check_version(found.name, payload.version, found.version, answer.model_dump(mode="json"))
    return answer


@router.post("/classes/{class_id}/stop-early", auth=reader, response={204: None, 404: Problem})
def stop_planning(request: HttpRequest, class_id: int) -> Status[None]:
    """End a plan in the making with the best there is so far."""
    stop_early(_own_class(request, class_id))
    return Status(204, None)


@router.delete("/classes/{class_id}", auth=owner, response={204: None, 404: Problem})
def drop_class(request: HttpRequest, class_id: int) -> Status[None]:
    """Delete a class."""
    found = _own_class(request, class_id)
    found.delete()
    forget_files(found.studio)
    return Status(204, None)


@router.get(
    "/classes/{class_id}/job", auth=reader, response={200: dict[str, Any], 404: Problem, 422: Problem}
)
def job_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The class as a job file, for the command line or another program."""
    found = _own_class(request, class_id)
    try:
        text = write_job(core_job(found))
    except CannotPlanError as error:
        raise FileError(error.faults) from error
    return download(found.name, "job.json", text, "application/json; charset=utf-8")


@router.get(
    "/classes/{class_id}/plan", auth=reader, response={200: dict[str, Any], 404: Problem, 422: Problem}
)
def plan_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The class's plan as a plan file."""
    found = _own_class(request, class_id)
    planned = planned_with_account(found).planned
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    text = write_plan(planned.plan, voice_for(request))
    return download(found.name, "plan.json", text, "application/json; charset=utf-8")
