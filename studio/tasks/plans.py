"""Plans of classes, kept with them as long as what their sheets depend on is the same.

A request makes a plan itself where that takes no longer than a person waits. A longer one is given to the
workers, and the request is answered with how far it is.
"""

from __future__ import annotations

import contextlib
import logging
import time
from collections.abc import Sequence
from dataclasses import dataclass

from django.conf import settings
from django.db import transaction
from procrastinate.exceptions import AlreadyEnqueued

from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.message_part import fault_documents, read_faults
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import CancelledError, SearchControl
from neat_sheaf.plan import Plan, plan_job
from studio.common.kept import Kept
from studio.tasks import answers
from studio.tasks.answers import Whose
from studio.tasks.models import PlanTask
from studio.tasks.queue import lost
from studio.tasks.turns import MOST_QUEUED, plan_lock, priority_for, queued_of

__all__ = ["Planned", "Whose", "Working", "forget", "plan_here", "plan_of", "plans_of", "stop_early"]

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


# Plans that this process read or made. Why there is none is looked up each time.
_here: Kept[Planned] = Kept(250)


def forget() -> None:
    """Let go of every plan that this process keeps."""
    _here.clear()
    answers.forget()


def _keep(key: str, whose: Whose, found: Planned) -> Planned:
    return found if found.plan is None else _here.put(_name(key, whose), found)


def _name(key: str, whose: Whose) -> str:
    """The name of a plan in this process: of its class, so that each class keeps its own in the database."""
    return f"{whose.about}:{key}"


def _key_of(job: Job) -> str:
    return "plan:" + answers.job_key(job)


def plan_of(job: Job, whose: Whose) -> Planned:
    """The plan of a job, from what is kept of its class where the same was planned before."""
    return plans_of([(job, whose)])[0]


def plans_of(wanted: Sequence[tuple[Job, Whose]]) -> list[Planned]:
    """The plans of jobs of one studio, in their order; what is kept of their classes is read at once."""
    keys = [_key_of(job) for job, _ in wanted]
    found = [_here.get(_name(key, whose)) for key, (_, whose) in zip(keys, wanted, strict=True)]
    missing = {n: wanted[n] for n, planned in enumerate(found) if planned is None}
    for n, sheets in answers.sheets_found(missing):
        job, whose = wanted[n]
        found[n] = _keep(keys[n], whose, _with_sheets(job, sheets))
    return [
        planned or _made(key, job, whose)
        for planned, key, (job, whose) in zip(found, keys, wanted, strict=True)
    ]


def _made(key: str, job: Job, whose: Whose) -> Planned:
    """The plan of a job that nobody keeps: made now, or by the workers, or why there is none."""
    wait = settings.PLAN_WAIT_SECONDS
    row = PlanTask.objects.filter(key=key).first()
    if wait and row is not None and row.outcome is None:
        if lost(row, row.key):
            return _given_to_the_workers(key, job, whose)
        return Planned(None, [], Working(row.sheets, row.lower_bound))
    if row is not None and row.outcome is not None and row.outcome["faults"]:
        return Planned(None, read_faults(row.outcome["faults"]))
    end = time.monotonic() + wait
    try:
        over = (lambda: time.monotonic() > end) if wait else None
        found = _planned(job, SearchControl(cancelled=over))
    except CancelledError:
        return _given_to_the_workers(key, job, whose)
    return _keep(key, whose, _kept(found, key, job, whose))


def plan_here(job: Job, whose: Whose) -> Planned:
    """The plan of a job, however long it takes: where nobody waits, and no worker has to be there."""
    return _kept(_planned(job, SearchControl()), _key_of(job), job, whose)


def _kept(found: Planned, key: str, job: Job, whose: Whose) -> Planned:
    """Keep what came of a job: the plan with its class, or why there is none."""
    if found.plan is not None:
        answers.keep_plan(whose.kit_class, whose.kind, job, plan_document(found.plan))
    else:
        PlanTask.objects.update_or_create(
            key=key,
            defaults={"about": whose.about, "kit_class_id": whose.kit_class,
                      "outcome": {"faults": fault_documents(found.faults)}},
        )  # fmt: skip
    return found


def stop_early(job: Job) -> None:
    """End the task of a job with the best plan so far; nothing where there is no such task."""
    PlanTask.objects.filter(key=_key_of(job), outcome__isnull=True).update(stop_early=True)


def _with_sheets(job: Job, sheets: SheetPlan) -> Planned:
    """The plan of a job whose sheets are there."""
    try:
        return Planned(plan_job(job, sheets=sheets), [])
    except CannotPlanError as error:
        return Planned(None, error.faults)


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


def _given_to_the_workers(key: str, job: Job, whose: Whose) -> Planned:
    """Queue a long plan; the plans of how its thing was before are not made any more."""
    # The tasks of the queue are known once every application is there.
    from studio.tasks.work import make_plan

    if not PlanTask.objects.filter(key=key).exists() and queued_of(whose.studio) >= MOST_QUEUED:
        # It is asked for again as long as somebody waits for it.
        return Planned(None, [], Working(None, 0))
    with transaction.atomic():
        if whose.about:
            PlanTask.objects.filter(about=whose.about, outcome__isnull=True).exclude(key=key).delete()
        # One that is over and whose plan nobody keeps any more is begun again.
        PlanTask.objects.filter(key=key, outcome__isnull=False).delete()
        about = {"about": whose.about, "kit_class_id": whose.kit_class}
        PlanTask.objects.get_or_create(key=key, defaults=about)
    with contextlib.suppress(AlreadyEnqueued):
        # Of one studio one at a time, and studios in turn.
        make_plan.configure(
            lock=plan_lock(whose.studio), queueing_lock=key, priority=priority_for(whose.studio)
        ).defer(key=key, job=write_job(job))  # fmt: skip
    return Planned(None, [], Working(None, 0))
