"""Plans of jobs, kept as long as the job is the same.

A request makes a plan itself where that takes no longer than a person waits. A longer one is given to the
workers, and the request is answered with how far it is: what comes of it is kept in the database, so that
every process of every server finds it.
"""

from __future__ import annotations

import contextlib
import hashlib
import logging
import time
from dataclasses import dataclass
from typing import Any

from django.conf import settings
from django.db import transaction
from procrastinate.exceptions import AlreadyEnqueued

from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.message_part import read_faults
from neat_sheaf.formats.plan_file import read_plan_document
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import CancelledError, SearchControl
from neat_sheaf.plan import Plan, plan_job
from studio.common.computed import computed as cache
from studio.common.kept import Kept
from studio.tasks.models import PlanTask
from studio.tasks.queue import lost
from studio.tasks.turns import MOST_QUEUED, plan_lock, priority_for, queued_of

__all__ = ["Planned", "Whose", "Working", "forget", "key_of", "plan_here", "plan_of", "stop_early"]

_HOUR = 3600

_log = logging.getLogger(__name__)


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


@dataclass(frozen=True, slots=True)
class Whose:
    """Whose plan it is: of the long ones of a studio (its key) one is made at a time.

    ``about`` is the thing that it is of: there, only the newest is wanted.
    """

    studio: int
    about: str


# Plans that this process read or made. Why there is none is looked up each time.
_here: Kept[Planned] = Kept(100)


def forget() -> None:
    """Let go of every plan that this process keeps."""
    _here.clear()


def _keep(key: str, found: Planned) -> Planned:
    return found if found.plan is None else _here.put(key, found)


def key_of(job: Job) -> str:
    """The key of a job's plan: the same job has the same plan."""
    return _key(write_job(job))


def _key(text: str) -> str:
    return "plan:" + hashlib.sha256(text.encode()).hexdigest()


def plan_of(job: Job, whose: Whose) -> Planned:
    """The plan of a job, from the cache where the same job was planned before."""
    text = write_job(job)
    key = _key(text)
    found: Planned | None = _here.get(key)
    if found is not None:
        return found
    found = cache.get(key)
    if found is not None:
        return _keep(key, found)
    wait = settings.PLAN_WAIT_SECONDS
    if wait:
        row = PlanTask.objects.filter(key=key).first()
        if row is not None:
            if row.outcome is None:
                if lost(row, row.key):
                    return _given_to_the_workers(key, text, whose)
                return Planned(None, [], Working(row.sheets, row.lower_bound))
            found = _read(row.outcome)
    if found is None:
        end = time.monotonic() + wait
        try:
            over = (lambda: time.monotonic() > end) if wait else None
            found = _planned(job, SearchControl(cancelled=over))
        except CancelledError:
            return _given_to_the_workers(key, text, whose)
    cache.set(key, found, _HOUR)
    return _keep(key, found)


def plan_here(job: Job) -> Planned:
    """The plan of a job, however long it takes: where nobody waits, and no worker has to be there."""
    found = _planned(job, SearchControl())
    cache.set(key_of(job), found, _HOUR)
    return found


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
    except CancelledError:
        raise
    except Exception as error:  # a boundary: whatever went wrong is one class's
        _log.exception("the planner failed")
        return Planned(None, [fault("", "planner-failed", error=type(error).__name__)])


def _given_to_the_workers(key: str, text: str, whose: Whose) -> Planned:
    """Queue a long plan; the plans of how its thing was before are not made any more."""
    # The tasks of the queue are known once every application is there.
    from studio.tasks.work import make_plan

    if not PlanTask.objects.filter(key=key).exists() and queued_of(whose.studio) >= MOST_QUEUED:
        # It is asked for again as long as somebody waits for it.
        return Planned(None, [], Working(None, 0))
    with transaction.atomic():
        if whose.about:
            PlanTask.objects.filter(about=whose.about, outcome__isnull=True).exclude(key=key).delete()
        PlanTask.objects.get_or_create(key=key, defaults={"about": whose.about})
    with contextlib.suppress(AlreadyEnqueued):
        # Of one studio one at a time, and studios in turn.
        make_plan.configure(
            lock=plan_lock(whose.studio), queueing_lock=key, priority=priority_for(whose.studio)
        ).defer(key=key, job=text)  # fmt: skip
    return Planned(None, [], Working(None, 0))


def _read(outcome: dict[str, Any]) -> Planned:
    plan = None if outcome["plan"] is None else read_plan_document(outcome["plan"])
    return Planned(
        plan,
        read_faults(outcome["faults"]),
    )
