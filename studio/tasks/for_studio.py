"""What a worker does for a studio: started, looked at, and carried out with its progress told."""

from __future__ import annotations

import contextlib
import datetime as dt
import logging
from collections.abc import Callable, Iterator
from contextlib import AbstractContextManager, contextmanager
from typing import Any, NamedTuple

from django.conf import settings
from django.db import connections, transaction
from django.utils import timezone
from django.utils.module_loading import import_string
from procrastinate.exceptions import AlreadyEnqueued

from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.message_part import fault_documents, read_faults
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Role, Studio
from studio.common.problems import Busy
from studio.tasks.models import StudioTask
from studio.tasks.queue import lost
from studio.tasks.turns import file_lock, plan_lock, priority_for

__all__ = [
    "MOST_FILES",
    "MOST_UNDERWAY",
    "Made",
    "NotWantedError",
    "Told",
    "carry_out",
    "fail",
    "faults_of",
    "forget_files",
    "forget_old",
    "start",
    "works_apart",
]

KINDS = {
    "archive-out": "studio.archive.work.write",
    "archive-in": "studio.archive.work.put_in",
    "folder": "studio.handouts.work.write_folder",
    "print": "studio.tasks.prints.write_print",
    "answer": "studio.classes.remembered.work_out",
}
"""What carries out each kind."""

MOST_UNDERWAY = 6
"""Tasks that one studio may have waiting or running."""

MOST_FILES = 20
"""Files that wait to be fetched by one studio: the oldest go."""

_KEPT = dt.timedelta(days=1)

_log = logging.getLogger(__name__)

Told = Callable[[int, int], None]
"""Hears how many steps of how many are done; raises NotWantedError where nobody waits for it any more."""


class Made(NamedTuple):
    """What came of a task: a file to fetch, or something to say."""

    name: str = ""
    media: str = ""
    content: bytes | None = None
    outcome: dict[str, Any] | None = None


class NotWantedError(Exception):
    """A task was deleted while it was carried out."""


def start(
    studio: Studio, kind: str, about: dict[str, Any], *, role: Role = Role.READER, given: bytes | None = None
) -> StudioTask:
    """Give a task to the workers; one that is underway with the same is the same. Busy where too many are."""
    rows = StudioTask.objects.filter(studio=studio)
    with transaction.atomic():
        Studio.objects.select_for_update().get(pk=studio.pk)
        rows.filter(kind=kind, about=about, finished__isnull=False).delete()
        files = rows.filter(content__isnull=False).order_by("-pk")
        rows.filter(pk__in=list(files.values_list("pk", flat=True)[MOST_FILES:])).delete()
        row = rows.filter(kind=kind, about=about, given__isnull=given is None, finished__isnull=True).first()
        if row is not None and not lost(row, _queued(row.pk)):
            return row
        if row is None:
            if rows.filter(finished__isnull=True).count() >= MOST_UNDERWAY:
                raise Busy(MOST_UNDERWAY)
            row = StudioTask.objects.create(studio=studio, kind=kind, about=about, role=role, given=given)
    if settings.PLAN_WAIT_SECONDS:
        # The tasks of the queue are known once every application is there.
        from studio.tasks.work import carry_out_task

        with contextlib.suppress(AlreadyEnqueued):
            carry_out_task.configure(
                lock=_lock(row), queueing_lock=_queued(row.pk), priority=priority_for(studio.pk)
            ).defer(task=row.pk)  # fmt: skip
    else:
        carry_out(row.pk, last=True)
        row.refresh_from_db()
    return row


def _lock(row: StudioTask) -> str:
    return plan_lock(row.studio_id) if row.kind == "answer" else file_lock(row.studio_id)


def _queued(pk: int) -> str:
    return f"studio-task-{pk}"


def carry_out(pk: int, *, last: bool) -> None:
    """Do a task and keep what comes of it; ``last``: it is not tried again where it fails."""
    row = StudioTask.objects.select_related("studio").filter(pk=pk, finished__isnull=True).first()
    if row is None:
        return
    try:
        with _telling(pk) as told, _kept_together(row.kind):
            made: Made = import_string(KINDS[row.kind])(row, told)
            _finish(pk, made, [])
    except NotWantedError:
        return
    except (FileError, CannotPlanError) as error:
        _finish(pk, Made(), error.faults)
    except MemoryError:
        _finish(pk, Made(), [fault("", "task-memory", megabytes=settings.TASK_MEGABYTES)])
    except Exception as error:
        _log.exception("a task failed")
        if last:
            _finish(pk, Made(), [fault("", "task-failed", error=type(error).__name__)])
        raise


def _kept_together(kind: str) -> AbstractContextManager[object]:
    """An archive is in and said to be in at once: put in twice, it would be refused by itself."""
    return transaction.atomic() if kind == "archive-in" else contextlib.nullcontext()


def _finish(pk: int, made: Made, faults: list[Fault]) -> None:
    StudioTask.objects.filter(pk=pk).update(
        finished=timezone.now(), given=None, name=made.name[:200], media=made.media, content=made.content,
        outcome=made.outcome,
        faults=fault_documents(faults),
    )  # fmt: skip


def fail(pk: int, why: Fault) -> None:
    """End a task that has not come to an end by itself."""
    if StudioTask.objects.filter(pk=pk, finished__isnull=True).exists():
        _finish(pk, Made(), [why])


def works_apart(pk: int) -> bool:
    """Whether a task looks after a process of its own already, as long answers do."""
    return StudioTask.objects.filter(pk=pk, kind="answer").exists()


def faults_of(row: StudioTask) -> list[Fault]:
    """Why a finished task has no file and no outcome."""
    return read_faults(row.faults)


@contextmanager
def _telling(pk: int) -> Iterator[Told]:
    """What hears of the progress, and keeps it where others see it before the work itself is kept."""
    if not settings.PLAN_WAIT_SECONDS:
        # It is done within the request; nobody else can look.
        yield lambda done, steps: None
        return
    aside = connections.create_connection("default")

    def told(done: int, steps: int) -> None:
        with aside.cursor() as cursor:
            cursor.execute(
                "UPDATE tasks_studiotask SET done = %s, steps = %s, seen = now() WHERE id = %s",
                [done, steps, pk],
            )
            if cursor.rowcount == 0:
                raise NotWantedError

    try:
        yield told
    finally:
        aside.close()


def forget_files(studio: Studio) -> None:
    """Delete the files that were written: they may name somebody who is not there any more."""
    StudioTask.objects.filter(studio=studio, content__isnull=False).delete()


def forget_old() -> None:
    """Delete the tasks of yesterday: a file that nobody fetched is written again when it is wanted."""
    StudioTask.objects.filter(seen__lt=timezone.now() - _KEPT).delete()
