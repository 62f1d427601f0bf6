"""Classes and their plans, and the bench that shows what comes next."""

from __future__ import annotations

import datetime as dt
import json
from decimal import Decimal
from typing import Any, Literal

from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Field, Router, Schema, Status

from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET, LONGEST_TEXT, MOST_COLOURWAYS, MOST_PIECES
from neat_sheaf.measure.apportionment import share_out
from neat_sheaf.measure.length import Length, Unit, inches, write_length
from studio.accounts.models import Measure, Studio
from studio.accounts.tenancy import check_version, own, studio_of
from studio.classes.bench import Bench, bench_of
from studio.classes.convert import core_job
from studio.classes.models import Choice, Colourway, KitClass
from studio.classes.plan_schema import PlanOut
from studio.classes.planning import enough, plan_of
from studio.config.downloads import download
from studio.config.problems import FaultOut, Problem
from studio.cupboard.convert import plain_price
from studio.projects.models import Project

router = Router(tags=["classes"])

Style = Literal["fewest-sheets", "fewest-settings", "kit-per-sheet"]


class ColourwayDoc(Schema):
    """A colourway; ``papers`` takes each role to a paper's id."""

    name: str
    share: int = Field(1, ge=0, le=10_000)
    papers: dict[str, int] = Field({}, max_length=MOST_PIECES)


class ClassIn(Schema):
    """A class as it is written; ``version`` is the one it was based on.

    ``units`` is the one that its lengths are written in, null for the studio's.
    """

    version: int = 0
    units: Measure | None = None
    name: str
    project: int
    date: dt.date | None = None
    place: str = ""
    seats: int = Field(8, ge=0, le=10_000)
    samples: int = Field(1, ge=0, le=1_000)
    spares: int = Field(0, ge=0, le=1_000)
    fee: str | None = None
    style: Style = "fewest-sheets"
    sheets_at_once: int = Field(1, ge=1, le=100)
    keep_offcut: list[str] = Field(["1", "3"], min_length=2, max_length=2)
    trimmer: str = ""
    mix_sizes: bool = False
    variant: str = Field("", max_length=LONGEST_TEXT)
    colourways: list[ColourwayDoc] = Field([], max_length=MOST_COLOURWAYS)


class ColourwayOut(ColourwayDoc):
    """A colourway with the kits its share comes to."""

    kits: int


class WorkingOut(Schema):
    """How far a plan in the making is: sheets of the best so far (null: none yet), the bound."""

    sheets: int | None
    lower_bound: int


class PlannedOut(Schema):
    """A plan, or why there is none, or how far it is."""

    plan: PlanOut | None
    faults: list[FaultOut]
    working: WorkingOut | None = None


class ClassOut(ClassIn):
    """A class as it is kept, with its plan."""

    id: int
    project_name: str
    kits: int
    colourways: list[ColourwayOut] = []  # type: ignore[assignment]
    planned: PlannedOut


class ClassRow(Schema):
    """A class in the list of classes."""

    id: int
    name: str
    project: int
    project_name: str
    date: dt.date | None
    place: str
    seats: int
    kits: int


def _class_out(kit_class: KitClass, units: Unit) -> ClassOut:
    kits = kit_class.seats + kit_class.samples + kit_class.spares
    colourways = list(kit_class.colourways.prefetch_related("choices"))
    shared = share_out(kits, [c.share for c in colourways])
    fee = plain_price(kit_class.fee)
    planned = plan_of(kit_class)
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
        variant=kit_class.variant,
        kits=kits,
        colourways=[
            ColourwayOut(
                name=c.name, share=c.share, kits=n, papers={x.role: x.paper_id for x in c.choices.all()}
            )
            for c, n in zip(colourways, shared, strict=True)
        ],
        planned=PlannedOut.model_validate(
            {
                "plan": planned.plan,
                "faults": [{"path": f.path, "code": f.code, "says": f.says} for f in planned.faults],
                "working": planned.working,
            }
        ),
    )


@router.get("/bench", response=Bench)
def bench(request: HttpRequest) -> Bench:
    """The next classes, the one thing to do for each, and papers that will run out."""
    return bench_of(studio_of(request))


@router.get("/classes", response=list[ClassRow])
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
            kits=c.seats + c.samples + c.spares,
        )
        for c in studio_of(request).classes.select_related("project")
    ]


@router.post("/classes", response={201: ClassOut, 404: Problem, 422: Problem})
def add_class(request: HttpRequest, payload: ClassIn) -> Status[ClassOut]:
    """Add a class."""
    studio = studio_of(request)
    added = _store(KitClass(studio=studio, version=0), payload, studio, request)
    return Status(201, _class_out(added, payload.units or studio.measure))


def _own_class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


@router.get("/classes/{class_id}", response={200: ClassOut, 404: Problem})
def one_class(request: HttpRequest, class_id: int) -> ClassOut:
    """One class with its plan."""
    found = _own_class(request, class_id)
    return _class_out(found, found.studio.measure)


@router.put("/classes/{class_id}", response={200: ClassOut, 404: Problem, 409: Problem, 422: Problem})
def change_class(request: HttpRequest, class_id: int, payload: ClassIn) -> ClassOut:
    """Save a class whole, and plan it again. A stale save is refused, with what is there now."""
    studio = studio_of(request)
    with transaction.atomic():
        found = own(KitClass.objects.select_for_update(), request, class_id)
        stale = payload.version != found.version
        if not stale:
            found = _store(found, payload, studio, request)
    # The row is free again while a plan is made: that may take a while.
    answer = _class_out(found, payload.units or studio.measure)
    if stale:
        check_version(found.name, payload.version, found.version, answer.model_dump(mode="json"))
    return answer


@router.post("/classes/{class_id}/enough", response={204: None, 404: Problem})
def take_the_best_so_far(request: HttpRequest, class_id: int) -> Status[None]:
    """End a plan in the making with the best there is so far."""
    enough(_own_class(request, class_id))
    return Status(204, None)


@router.delete("/classes/{class_id}", response={204: None, 404: Problem})
def drop_class(request: HttpRequest, class_id: int) -> Status[None]:
    """Delete a class."""
    _own_class(request, class_id).delete()
    return Status(204, None)


@router.get("/classes/{class_id}/job", response={200: dict[str, Any], 404: Problem, 422: Problem})
def job_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The class as a job file, for the command line or another program."""
    found = _own_class(request, class_id)
    try:
        text = write_job(core_job(found))
    except CannotPlanError as error:
        raise FileError(error.faults) from error
    return download(found.name, "job.json", text, "application/json; charset=utf-8")


@router.get("/classes/{class_id}/plan", response={200: dict[str, Any], 404: Problem, 422: Problem})
def plan_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The class's plan as a plan file."""
    found = _own_class(request, class_id)
    planned = plan_of(found)
    if planned.plan is None:
        raise FileError(planned.faults)
    text = json.dumps(planned.plan, ensure_ascii=False, indent=2) + "\n"
    return download(found.name, "plan.json", text, "application/json; charset=utf-8")


def _store(kit_class: KitClass, payload: ClassIn, studio: Studio, request: HttpRequest) -> KitClass:
    units = payload.units or studio.measure
    faults: list[Fault] = []
    root = JsonValue(payload.model_dump(), "", units, faults)
    name = root.take("name", JsonValue.name, "")
    place = root.take("place", _place, "")
    fee = root.take("fee", _fee, None)
    keep = sorted(root.list_at("keep_offcut", JsonValue.side))
    trimmer = root.take("trimmer", _trimmer, Length(kit_class.trimmer_nm))
    colourways = root.key("colourways")
    names = [
        colourways.under(f"[{n}]", row).take("name", JsonValue.name, "") if row["name"].strip() else ""
        for n, row in enumerate(colourways.value)
    ]
    for number, colourway in enumerate(names):
        here = root.under(f"colourways[{number}].name", colourway)
        if not payload.colourways[number].name.strip():
            here.fault("empty", "give the colourway a name")
        elif colourway and colourway in names[:number]:
            here.fault("doubled", f"another colourway is called '{colourway}'; give this one its own name")
        for role in payload.colourways[number].papers:
            if not 0 < len(role) <= LONGEST_TEXT:
                here.fault("too-long", f"a role's name has from 1 to {LONGEST_TEXT} characters")
    if faults:
        raise FileError(faults)
    kit_class.project = own(Project.objects.all(), request, payload.project)
    known = set(studio.papers.values_list("pk", flat=True))
    if any(paper not in known for c in payload.colourways for paper in c.papers.values()):
        raise Http404
    kit_class.name, kit_class.fee, kit_class.place = name, fee, place
    kit_class.keep_short_nm, kit_class.keep_long_nm = keep
    kit_class.trimmer_nm = trimmer
    for field in ("date", "seats", "samples", "spares", "style", "sheets_at_once", "mix_sizes", "variant"):
        setattr(kit_class, field, getattr(payload, field))
    kit_class.version += 1
    with transaction.atomic():
        kit_class.save()
        kit_class.colourways.all().delete()
        stored = Colourway.objects.bulk_create(
            Colourway(kit_class=kit_class, position=n, name=names[n], share=c.share)
            for n, c in enumerate(payload.colourways)
        )
        Choice.objects.bulk_create(
            Choice(colourway=kept, role=role, paper_id=paper)
            for kept, c in zip(stored, payload.colourways, strict=True)
            for role, paper in c.papers.items()
        )
    return kit_class


def _place(node: JsonValue) -> str:
    return "" if not str(node.value).strip() else node.name()


def _trimmer(node: JsonValue) -> Length:
    """The longest cut; an empty field leaves it at a 12-inch trimmer's."""
    return inches(12) if node.value == "" else node.size(inches(1), LARGEST_SHEET)


def _fee(node: JsonValue) -> Decimal | None:
    return None if node.value == "" else node.price()
