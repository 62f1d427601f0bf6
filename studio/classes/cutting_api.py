"""At the trimmer: the pinned plan, progress kept on the server, changes to accept, miscuts."""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest
from ninja import Field, Router, Schema, Status

from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.pinned import RescueKind
from studio.accounts.tenancy import own
from studio.classes.convert import core_job
from studio.classes.cutting import (
    Moved,
    accept,
    begin,
    changes,
    forget,
    make_good,
    mark_done,
    strokes_of,
    ways_to_make_good,
)
from studio.classes.models import CuttingRun, KitClass
from studio.classes.plan_schema import CuttingPlanOut, LayoutOut
from studio.config.problems import Problem, Stale

router = Router(tags=["cutting"])


class PinnedPaperOut(Schema):
    """The layouts of one paper in one round."""

    paper: str
    sheets: int
    offcuts_used: int
    layouts: list[LayoutOut]


class RoundOut(Schema):
    """A plan as it was pinned, or what was added to it later and why."""

    why: Literal["plan", "change", "miscut"] = "plan"
    papers: list[PinnedPaperOut]
    cutting: CuttingPlanOut


class SpoiltOut(Schema):
    """Pieces lost, and what made them good."""

    paper: str
    piece: str
    colourway: str
    count: int
    help: Literal["spare", "offcut", "sheet"]


class CuttingOut(Schema):
    """Where the cutting of a class is. ``changes`` says what the class as it is now asks besides."""

    rounds: list[RoundOut]
    done: int
    steps: int
    spoilt: list[SpoiltOut]
    changes: list[str]
    begun: str


class DoneIn(Schema):
    """How many steps are done, and how many were before: null where that does not matter."""

    done: int = Field(ge=0)
    follows: int | None = None


class MiscutIn(Schema):
    """Pieces that were spoilt, cut from a paper (id)."""

    paper: str = Field(max_length=LONGEST_TEXT)
    piece: str = Field(max_length=LONGEST_TEXT)
    count: int = Field(1, ge=1, le=1000)


class RescueOut(Schema):
    """One way to make a miscut good."""

    help: Literal["spare", "offcut", "sheet"]
    says: str


class MadeGoodIn(MiscutIn):
    """A miscut and how it is made good; ``key`` is the sender's name for it, so that it counts once."""

    key: str = Field("", max_length=64)
    by: Literal["spare", "offcut", "sheet"]


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


def _run(request: HttpRequest, class_id: int) -> CuttingRun:
    kit_class = _class(request, class_id)
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    if run is None:
        raise FileError([Fault("", "not-begun", "cutting has not begun; begin it first")])
    run.kit_class = kit_class
    return run


def _job(run: CuttingRun) -> Job:
    try:
        return core_job(run.kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def _out(run: CuttingRun) -> CuttingOut:
    said: list[str]
    try:
        said = list(changes(run, core_job(run.kit_class)).says)
    except CannotPlanError as error:
        said = [fault.says for fault in error.faults]
    document: dict[str, Any] = {
        "rounds": run.rounds,
        "done": run.done,
        "steps": strokes_of(run),
        "spoilt": run.spoilt,
        "changes": said,
        "begun": run.begun.isoformat(),
    }
    return CuttingOut.model_validate(document)


@router.get("/classes/{class_id}/cutting", response={200: CuttingOut | None, 404: Problem})
def cutting(request: HttpRequest, class_id: int) -> CuttingOut | None:
    """The pinned plan and how far it is; null where cutting has not begun."""
    kit_class = _class(request, class_id)
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    if run is None:
        return None
    run.kit_class = kit_class
    return _out(run)


@router.post("/classes/{class_id}/cutting", response={200: CuttingOut, 404: Problem, 422: Problem})
def begin_cutting(request: HttpRequest, class_id: int) -> CuttingOut:
    """Begin: the plan is pinned as it is. Where it is already, that one is given."""
    kit_class = _class(request, class_id)
    run = begin(kit_class)
    run.kit_class = kit_class
    return _out(run)


@router.put(
    "/classes/{class_id}/cutting/done", response={200: CuttingOut, 404: Problem, 409: Problem, 422: Problem}
)
def done(request: HttpRequest, class_id: int, payload: DoneIn) -> CuttingOut:
    """Say how many steps are done, so that another device goes on from there.

    Where another device went on from the same step, 409 with where the cutting is now.
    """
    try:
        return _out(mark_done(_run(request, class_id), payload.done, payload.follows))
    except Moved as error:
        raise Stale("The cutting", _out(error.run).model_dump(mode="json")) from error


@router.post("/classes/{class_id}/cutting/changes", response={200: CuttingOut, 404: Problem, 422: Problem})
def accept_changes(request: HttpRequest, class_id: int) -> CuttingOut:
    """Accept what the changed class asks for besides: sheets to cut after the others."""
    run = _run(request, class_id)
    _job(run)
    return _out(accept(run))


@router.delete("/classes/{class_id}/cutting", response={204: None, 404: Problem, 422: Problem})
def start_over(request: HttpRequest, class_id: int) -> Status[None]:
    """Forget the pinned plan and its progress; the class is planned anew."""
    forget(_run(request, class_id))
    return Status(204, None)


@router.post(
    "/classes/{class_id}/cutting/miscut", response={200: list[RescueOut], 404: Problem, 422: Problem}
)
def miscut(request: HttpRequest, class_id: int, payload: MiscutIn) -> list[RescueOut]:
    """What saves a miscut: a spare, an offcut, a new sheet. Nothing is changed yet."""
    run = _run(request, class_id)
    ways = ways_to_make_good(run, _job(run), payload.paper, payload.piece, payload.count)
    return [RescueOut(help=way.help.value, says=way.says) for way in ways]


@router.post(
    "/classes/{class_id}/cutting/miscut/good", response={200: CuttingOut, 404: Problem, 422: Problem}
)
def good_again(request: HttpRequest, class_id: int, payload: MadeGoodIn) -> CuttingOut:
    """Note a miscut and take one of the ways to make it good."""
    run = _run(request, class_id)
    job = _job(run)
    by = RescueKind(payload.by)
    return _out(make_good(run, job, payload.paper, payload.piece, payload.count, by, payload.key))
