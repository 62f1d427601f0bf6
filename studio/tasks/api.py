"""What the workers do for a studio: how far it is, the file that came of it, and ending it."""

from __future__ import annotations

from typing import Any, Literal, cast

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.wording import Voice
from studio.accounts.models import Role
from studio.accounts.tenancy import member_of, own, reader
from studio.accounts.voice import voice_for
from studio.common.downloads import TaskFile, download
from studio.common.problems import FaultOut, Problem, RoleNeeded, fault_out
from studio.common.schema import Schema
from studio.tasks.for_studio import faults_of
from studio.tasks.models import StudioTask

__all__ = ["StudioTaskOut", "TaskKind", "task_out"]

router = Router(tags=["tasks"])

TaskKind = Literal["archive-out", "archive-in", "folder", "print", "answer"]


class RestoredOut(Schema):
    """What an archive had in it; ``unknown`` are the names of people who do not belong to this studio."""

    things: int
    unknown: list[str]


class StudioTaskOut(Schema):
    """A task: ``done`` of ``steps``, 0 of 0 where it has not begun; once it is finished, what came of it.

    ``file`` is the name of the file that can be fetched.
    """

    id: int
    kind: TaskKind
    done: int
    steps: int
    finished: bool
    file: str | None
    restored: RestoredOut | None
    faults: list[FaultOut]


def task_out(task: StudioTask, voice: Voice) -> StudioTaskOut:
    """A task as the API gives it."""
    faults = [FaultOut.model_validate(fault_out(one, voice)) for one in faults_of(task)]
    return StudioTaskOut(
        id=task.pk,
        kind=cast("TaskKind", task.kind),
        done=task.done,
        steps=task.steps,
        finished=task.finished is not None,
        file=task.name or None,
        restored=None if task.outcome is None else RestoredOut.model_validate(task.outcome),
        faults=faults,
    )


def _task(request: HttpRequest, task_id: int) -> StudioTask:
    """A task of the asker's studio. RoleNeeded where it is of those who may do more."""
    task, me = own(StudioTask.objects.defer("content", "given"), request, task_id), member_of(request)
    if me is not None and not Role(me.role).may(Role(task.role)):
        raise RoleNeeded(task.role, me.role)
    return task


@router.get("/tasks/{task_id}", auth=reader, response={200: StudioTaskOut, 404: Problem})
def task(request: HttpRequest, task_id: int) -> StudioTaskOut:
    """How far a task is, or what came of it."""
    return task_out(_task(request, task_id), voice_for(request))


@router.get("/tasks/{task_id}/file", auth=reader, response={200: TaskFile, 404: Problem})
def task_file(request: HttpRequest, task_id: int) -> HttpResponse:
    """The file that a task has made."""
    found: Any = _task(request, task_id)
    if found.content is None:
        raise Http404
    name, _, kind = found.name.rpartition(".")
    return download(name, kind, bytes(found.content), found.media)


@router.delete("/tasks/{task_id}", auth=reader, response={204: None, 404: Problem})
def end_task(request: HttpRequest, task_id: int) -> Status[None]:
    """End a task, or forget what came of it."""
    _task(request, task_id).delete()
    return Status(204, None)
