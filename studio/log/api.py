"""The log of a class, and the end of one."""

from __future__ import annotations

from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from studio.accounts.tenancy import helper, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.common.encoded import sent_bytes
from studio.common.problems import Problem
from studio.cupboard.ledger_api import read_amount
from studio.cupboard.models import Paper, Supply
from studio.log.closing import finish, reopen
from studio.log.models import LogNote
from studio.log.reporting import log_out, note_out
from studio.log.schemas import KitsLeftIn, LogOut, NoteIn, NoteOut, ReadyOut, TookIn, UsedIn
from studio.log.services import add_note, ready_for, say_left, say_took, say_used

router = Router(tags=["log"])

SAVED = {200: LogOut, 404: Problem, 409: Problem, 422: Problem}


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


def _log(request: HttpRequest, class_id: int) -> LogOut:
    return log_out(_class(request, class_id), voice_for(request))


@router.get("/classes/{class_id}/log", auth=reader, response={200: LogOut, 404: Problem, 422: Problem})
def log(request: HttpRequest, class_id: int) -> LogOut:
    """What a class was planned to take, what was seen of it, and what was said."""
    return _log(request, class_id)


@router.put("/classes/{class_id}/log/used", auth=helper, response=SAVED)
def used(request: HttpRequest, class_id: int, payload: UsedIn) -> LogOut:
    """Say what was really used of something, and whether it ran out."""
    kit_class = _class(request, class_id)
    of: Paper | Supply
    if (payload.paper is None) == (payload.supply is None):
        raise Http404
    if payload.supply is not None:
        of = own(Supply.objects.all(), request, payload.supply)
        size, supply = (0, 0), of
    else:
        of = own(Paper.objects.all(), request, payload.paper or 0)
        size, supply = (payload.width, payload.height), None
        if bool(payload.width) is not bool(payload.height):
            raise Http404
    text = (payload.amount or "").strip()
    amount = read_amount(text, supply, kit_class.studio.measure) if text else None
    say_used(kit_class, of, size, amount, payload.ran_out, request.user.pk, payload.version)
    return _log(request, class_id)


@router.put("/classes/{class_id}/log/took", auth=helper, response=SAVED)
def took(request: HttpRequest, class_id: int, payload: TookIn) -> LogOut:
    """Say how long a batch took."""
    say_took(_class(request, class_id), payload.key, payload.seconds, request.user.pk, payload.version)
    return _log(request, class_id)


@router.put("/classes/{class_id}/log/left", auth=helper, response=SAVED)
def left(request: HttpRequest, class_id: int, payload: KitsLeftIn) -> LogOut:
    """Say how many kits of a colourway nobody took."""
    say_left(_class(request, class_id), payload.colourway, payload.count, payload.version)
    return _log(request, class_id)


@router.get("/classes/{class_id}/ready", auth=reader, response={200: list[ReadyOut], 404: Problem})
def ready(request: HttpRequest, class_id: int) -> list[ReadyOut]:
    """Kits that earlier classes of the project left over, and that this one need not make."""
    found = ready_for(_class(request, class_id))
    return [ReadyOut(colourway=way, count=count, classes=names) for way, (count, names) in found.items()]


@router.post(
    "/classes/{class_id}/log/notes", auth=helper, response={201: NoteOut, 404: Problem, 422: Problem}
)
def note(request: HttpRequest, class_id: int, payload: NoteIn) -> Status[NoteOut]:
    """Add something to remember, with a photograph where there is one."""
    picture = None if payload.content is None else sent_bytes(payload.content)
    kit_class = _class(request, class_id)
    return Status(
        201, note_out(add_note(kit_class, payload.about, payload.text.strip(), picture, request.user.pk))
    )


@router.delete("/log-notes/{note_id}", auth=helper, response={204: None, 404: Problem})
def drop_note(request: HttpRequest, note_id: int) -> Status[None]:
    """Delete a note and its photograph."""
    found = get_object_or_404(LogNote, pk=note_id, kit_class__studio=studio_of(request))
    found.delete()
    return Status(204, None)


@router.post("/classes/{class_id}/finish", auth=owner, response={204: None, 404: Problem, 422: Problem})
def finish_class(request: HttpRequest, class_id: int) -> Status[None]:
    """The class is over: what it used leaves the cupboard."""
    finish(_class(request, class_id), request.user.pk)
    return Status(204, None)


@router.delete("/classes/{class_id}/finish", auth=owner, response={204: None, 404: Problem, 422: Problem})
def reopen_class(request: HttpRequest, class_id: int) -> Status[None]:
    """The class is not over after all."""
    reopen(_class(request, class_id), request.user.pk)
    return Status(204, None)
