"""At the trimmer: the pinned plan, progress kept on the server, changes to accept, miscuts."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Field, Router, Status

from neat_sheaf.errors import CannotPlanError, fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.messages import message
from neat_sheaf.pinned import RescueKind
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import helper, own, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.convert import core_job
from studio.classes.models import CuttingRun, KitClass
from studio.classes.plan_out import round_out
from studio.classes.plan_schemas import RoundOut
from studio.classes.services.cutting import (
    Moved,
    accept,
    begin,
    changes,
    forget,
    make_good,
    mark_done,
    rescues_of,
    rounds_of,
    steps_in,
)
from studio.common.problems import MessageOut, Problem, Stale, message_out
from studio.common.schema import Schema
from studio.common.sent import Sent

router = Router(tags=["cutting"])


class SpoiltOut(Schema):
    """Pieces lost, and what made them good."""

    paper: str
    piece: str
    colourway: str
    count: int
    by: RescueKind


class CuttingOut(Schema):
    """Where the cutting of a class is. ``changes`` is what the class as it is now asks for too."""

    rounds: list[RoundOut]
    done: int
    steps: int
    spoilt: list[SpoiltOut]
    changes: list[MessageOut]
    begun: str


class DoneOut(Schema):
    """How many steps are done, of how many: what a step answers. All else is as it was before."""

    done: int
    steps: int


class DoneIn(Sent):
    """How many steps are done, and how many were before: null where that does not matter.

    ``seconds`` is how long the last one took, null where that is not known.
    """

    done: int = Field(ge=0)
    follows: int | None = None
    seconds: int | None = Field(None, ge=0, le=86_400)


class MiscutIn(Sent):
    """Pieces that were spoilt, cut from a paper (id)."""

    paper: str = Field(max_length=LONGEST_TEXT)
    piece: str = Field(max_length=LONGEST_TEXT)
    count: int = Field(1, ge=1, le=1000)


class RescueOut(Schema):
    """One thing that makes a miscut good."""

    kind: RescueKind
    message: str


class MadeGoodIn(MiscutIn):
    """A miscut and how it is made good; ``key`` is the sender's name for it, so that it counts once."""

    key: str = Field("", max_length=64)
    by: RescueKind


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


def _run(request: HttpRequest, class_id: int) -> CuttingRun:
    of_class = CuttingRun.objects.select_related("kit_class__studio", "kit_class__project")
    run = of_class.filter(kit_class=class_id, kit_class__studio=studio_of(request)).first()
    if run is None:
        _class(request, class_id)
        raise FileError([fault("", "not-begun")])
    return run


def _job(run: CuttingRun) -> Job:
    try:
        return core_job(run.kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def _out(run: CuttingRun, voice: Voice) -> CuttingOut:
    try:
        asked = list(changes(run, core_job(run.kit_class)).messages)
    except CannotPlanError as error:
        asked = [found.message for found in error.faults]
    return CuttingOut(
        rounds=[round_out(one) for one in rounds_of(run)],
        done=run.done,
        steps=steps_in(run),
        spoilt=[
            SpoiltOut(
                paper=row["paper"],
                piece=row["piece"],
                colourway=row["colourway"],
                count=row["count"],
                by=row["help"],
            )
            for row in run.spoilt
        ],
        changes=[message_out(said, voice) for said in asked],
        begun=run.begun.isoformat(),
    )


@router.get("/classes/{class_id}/cutting", auth=reader, response={200: CuttingOut | None, 404: Problem})
def cutting(request: HttpRequest, class_id: int) -> CuttingOut | None:
    """The pinned plan and how far it is; null where cutting has not begun."""
    kit_class = _class(request, class_id)
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    if run is None:
        return None
    run.kit_class = kit_class
    return _out(run, voice_for(request))


@router.post(
    "/classes/{class_id}/cutting", auth=helper, response={200: CuttingOut, 404: Problem, 422: Problem}
)
def begin_cutting(request: HttpRequest, class_id: int) -> CuttingOut:
    """Begin: the plan is pinned as it is. Where it is already, that one is given."""
    kit_class = _class(request, class_id)
    run = begin(kit_class, request.user.pk)
    run.kit_class = kit_class
    return _out(run, voice_for(request))


@router.put(
    "/classes/{class_id}/cutting/done",
    auth=helper,
    response={200: DoneOut, 404: Problem, 409: Problem, 422: Problem},
)
def done(request: HttpRequest, class_id: int, payload: DoneIn) -> DoneOut:
    """Say how many steps are done, so that another device goes on from there.

    Where another device went on from the same step, 409 with where the cutting is now.
    """
    voice = voice_for(request)
    try:
        run, by = _run(request, class_id), request.user.pk
        run = mark_done(run, payload.done, payload.follows, by, payload.seconds)
        return DoneOut(done=run.done, steps=steps_in(run))
    except Moved as error:
        current = _out(error.run, voice).model_dump(mode="json")
        raise Stale(message("stale-what.cutting"), current) from error


@router.post(
    "/classes/{class_id}/cutting/changes", auth=helper, response={200: CuttingOut, 404: Problem, 422: Problem}
)
def accept_changes(request: HttpRequest, class_id: int) -> CuttingOut:
    """Accept what the changed class asks for too: sheets to cut after the others."""
    run = _run(request, class_id)
    _job(run)
    return _out(accept(run), voice_for(request))


@router.delete("/classes/{class_id}/cutting", auth=helper, response={204: None, 404: Problem, 422: Problem})
def start_over(request: HttpRequest, class_id: int) -> Status[None]:
    """Forget the pinned plan and its progress; the class is planned again."""
    forget(_run(request, class_id))
    return Status(204, None)


@router.post(
    "/classes/{class_id}/cutting/miscut",
    auth=helper,
    response={200: list[RescueOut], 404: Problem, 422: Problem},
)
def miscut(request: HttpRequest, class_id: int, payload: MiscutIn) -> list[RescueOut]:
    """What makes a miscut good: a spare, an offcut, a new sheet. Nothing is changed yet."""
    run, voice = _run(request, class_id), voice_for(request)
    found = rescues_of(run, _job(run), payload.paper, payload.piece, payload.count)
    return [RescueOut(kind=rescue.kind, message=voice.words(rescue.message)) for rescue in found]


@router.post(
    "/classes/{class_id}/cutting/miscut/good",
    auth=helper,
    response={200: CuttingOut, 404: Problem, 422: Problem},
)
def good_again(request: HttpRequest, class_id: int, payload: MadeGoodIn) -> CuttingOut:
    """Note a miscut, and what makes it good."""
    run = _run(request, class_id)
    spoilt = payload.paper, payload.piece, payload.count
    return _out(make_good(run, _job(run), *spoilt, payload.by, payload.key), voice_for(request))
