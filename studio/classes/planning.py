"""Plans of classes, kept as long as nothing they follow from has changed.

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

from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import Progress, SearchControl
from neat_sheaf.plan import plan_job
from neat_sheaf.project import Project
from studio.classes.convert import core_job
from studio.classes.models import KitClass, PlanTask

__all__ = ["Planned", "Working", "enough", "key_of", "plan_of"]

_TOLD_EVERY = 0.25  # seconds
_LOST_AFTER = dt.timedelta(seconds=30)  # a long plan nobody has told of is made anew
_KEPT = 200  # long plans in the database

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
    """A class's plan file as JSON values, or why it cannot be planned, or how far it is."""

    plan: dict[str, Any] | None
    faults: list[Fault]
    working: Working | None = None


def key_of(job: Job) -> str:
    """The key of a job's plan: the same job has the same plan."""
    return "plan:" + hashlib.sha256(write_job(job).encode()).hexdigest()


def plan_of(kit_class: KitClass, project: Project | None = None) -> Planned:
    """The plan of a class, from the cache where the same job was planned before.

    ``project`` is its list, where it was read already.
    """
    try:
        job = core_job(kit_class, project)
    except CannotPlanError as error:
        return Planned(None, error.faults)
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


def enough(kit_class: KitClass) -> None:
    """End the long plan of a class with the best so far; nothing where none is being made."""
    try:
        key = key_of(core_job(kit_class))
    except CannotPlanError:
        return
    PlanTask.objects.filter(key=key, outcome__isnull=True).update(enough=True)


def _planned(job: Job, control: SearchControl) -> Planned:
    """The plan, or why there is none. A fault of the planner itself is one of them.

    It is logged and kept like any other outcome, so that one list that it fails on stops neither
    the page of its class nor the bench, and is not begun again each time somebody looks.
    """
    try:
        return Planned(plan_document(plan_job(job, control)), [])
    except CannotPlanError as error:
        return Planned(None, error.faults)
    except Exception as error:  # a boundary: whatever went wrong is one class's
        _log.exception("the planner failed")
        says = (
            f"the planner failed on this list ({type(error).__name__}); it is written down where the server "
            "runs. Change a size or the number of kits, and keep the job file for whoever looks into it"
        )
        return Planned(None, [Fault("", "planner-failed", says)])


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


def _made(key: str, job: Job, told_from: float) -> Planned:
    """The plan, made in a thread of its own; its progress goes to the database once it is a long one."""
    told = told_from

    def tell(progress: Progress) -> None:
        nonlocal told
        if time.monotonic() < told:
            return
        told = time.monotonic() + _TOLD_EVERY
        row, _ = PlanTask.objects.update_or_create(
            key=key, defaults={"sheets": progress.sheets, "at_least": progress.lower_bound}
        )
        if row.enough:
            control.stop_early()

    control = SearchControl(on_progress=tell)
    try:
        found = _planned(job, control)
        if time.monotonic() > told_from:
            outcome = {"plan": found.plan, "faults": [[f.path, f.code, f.says] for f in found.faults]}
            PlanTask.objects.update_or_create(key=key, defaults={"outcome": outcome})
            old = PlanTask.objects.values_list("pk", flat=True)[_KEPT:]
            PlanTask.objects.filter(pk__in=list(old)).delete()
        return found
    finally:
        _running.pop(key, None)
        connection.close()


def _read(outcome: dict[str, Any]) -> Planned:
    return Planned(outcome["plan"], [Fault(*fault) for fault in outcome["faults"]])
