"""Plans of jobs, kept as long as the job is the same.

A plan is made in a thread of its own. Where it takes longer than a person waits, the request is
answered with how far it is, and the thread goes on: what comes of it is kept in the database, so
that every process of the server finds it.
"""

from __future__ import annotations

import datetime as dt
import hashlib
import logging
import time
from concurrent.futures import Future, ThreadPoolExecutor
from concurrent.futures import TimeoutError as NotYetError
from dataclasses import dataclass
from typing import Any

from django.conf import settings
from django.core.cache import cache
from django.db import connection
from django.utils import timezone

from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.message_part import message_document, read_message
from neat_sheaf.formats.plan_file import plan_document, read_plan_document
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import Progress, SearchControl
from neat_sheaf.plan import Plan, plan_job
from studio.tasks.models import PlanTask

__all__ = ["Planned", "Working", "key_of", "plan_of", "stop_early"]

_REPORT_EVERY = 0.25  # seconds
_LOST_AFTER = dt.timedelta(seconds=30)  # a task with no progress for so long is made again
_KEPT = 200  # tasks in the database

_log = logging.getLogger(__name__)

_threads = ThreadPoolExecutor(max_workers=2, thread_name_prefix="plan")
_running: dict[str, Future[Planned]] = {}


@dataclass(frozen=True, slots=True)
class Working:
    """How far a plan in the making is: sheets of the best plan so far (None: none yet), the bound."""

    sheets: int | None
    lower_bound: int


@dataclass(frozen=True, slots=True)
class Planned:
    """A plan, or why there is none, or how far it is."""

    plan: Plan | None
    faults: list[Fault]
    working: Working | None = None


def key_of(job: Job) -> str:
    """The key of a job's plan: the same job has the same plan."""
    return "plan:" + hashlib.sha256(write_job(job).encode()).hexdigest()


def plan_of(job: Job) -> Planned:
    """The plan of a job, from the cache where the same job was planned before."""
    key = key_of(job)
    found: Planned | None = cache.get(key)
    if found is not None:
        return found
    wait = settings.PLAN_WAIT_SECONDS
    if not wait:
        found = _planned(job, SearchControl())
        cache.set(key, found, 3600)
        return found
    return _waited_for(key, job, wait)


def stop_early(job: Job) -> None:
    """End the task of a job with the best plan so far; nothing where there is no such task."""
    PlanTask.objects.filter(key=key_of(job), outcome__isnull=True).update(stop_early=True)


def _planned(job: Job, control: SearchControl) -> Planned:
    """The plan, or why there is none. A fault of the planner itself is one of them.

    It is logged and kept like any other outcome, so that one list that it fails on stops neither
    the page of its class nor the bench, and is not begun again each time somebody looks.
    """
    try:
        return Planned(plan_job(job, control), [])
    except CannotPlanError as error:
        return Planned(None, error.faults)
    except Exception as error:  # a boundary: whatever went wrong is one class's
        _log.exception("the planner failed")
        return Planned(None, [fault("", "planner-failed", error=type(error).__name__)])


def _waited_for(key: str, job: Job, wait: float) -> Planned:
    row = PlanTask.objects.filter(key=key).first()
    if row is not None and row.outcome is not None:
        found = _read(row.outcome)
        cache.set(key, found, 3600)
        return found
    elsewhere = row is not None and row.seen > timezone.now() - _LOST_AFTER and key not in _running
    if row is not None and elsewhere:
        return Planned(None, [], Working(row.sheets, row.lower_bound))
    future = _running.get(key)
    if future is None:
        future = _running[key] = _threads.submit(_made, key, job, time.monotonic() + wait)
    try:
        found = future.result(timeout=wait)
    except NotYetError:
        row = PlanTask.objects.filter(key=key).first()
        return Planned(None, [], Working(row.sheets, row.lower_bound) if row else Working(None, 0))
    _running.pop(key, None)
    cache.set(key, found, 3600)
    return found


def _made(key: str, job: Job, report_from: float) -> Planned:
    """The plan, made in a thread of its own; its progress goes to the database once it is a long one."""
    reported = report_from

    def on_progress(progress: Progress) -> None:
        nonlocal reported
        if time.monotonic() < reported:
            return
        reported = time.monotonic() + _REPORT_EVERY
        row, _ = PlanTask.objects.update_or_create(
            key=key, defaults={"sheets": progress.sheets, "lower_bound": progress.lower_bound}
        )
        if row.stop_early:
            control.stop_early()

    control = SearchControl(on_progress=on_progress)
    try:
        found = _planned(job, control)
        if time.monotonic() > report_from:
            PlanTask.objects.update_or_create(key=key, defaults={"outcome": _outcome(found)})
            old = PlanTask.objects.values_list("pk", flat=True)[_KEPT:]
            PlanTask.objects.filter(pk__in=list(old)).delete()
        return found
    finally:
        _running.pop(key, None)
        connection.close()


def _outcome(planned: Planned) -> dict[str, Any]:
    """What came of a task, as JSON values."""
    return {
        "plan": None if planned.plan is None else plan_document(planned.plan),
        "faults": [
            {"path": found.path, "message": message_document(found.message)} for found in planned.faults
        ],
    }


def _read(outcome: dict[str, Any]) -> Planned:
    plan = None if outcome["plan"] is None else read_plan_document(outcome["plan"])
    notes: list[Fault] = []
    rows = JsonValue(outcome["faults"], "", "mm", notes)
    return Planned(
        plan,
        list(rows.items(lambda row: Fault(str(row.value["path"]), read_message(row.key("message"))))),
    )
