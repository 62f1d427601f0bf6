"""The tasks that workers take from the queue in the database."""

from __future__ import annotations

import logging
import os
import subprocess
import sys
from typing import Any
from urllib.parse import quote

from django.conf import settings
from django.db import close_old_connections, connection, transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from neat_sheaf.errors import fault
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.message_part import fault_documents
from studio.accounts.services.forgetting import forget_expired
from studio.tasks.answers import forget_answers, keep_plan
from studio.tasks.apart import Limits, Outcome, made_apart
from studio.tasks.for_studio import carry_out, fail, forget_old, works_apart
from studio.tasks.models import PlanTask

__all__ = ["PLANS", "carry_out_task", "make_plan", "take_up_again"]

PLANS = "plans"
"""The queue of plans."""

_TRIES = 3
_LOST_AFTER = 30  # seconds without a sign of life from its worker, and a task is taken up again
_KEPT = 2_000  # outcomes in the database

_log = logging.getLogger(__name__)


@app.task(queue=PLANS, retry=RetryStrategy(max_attempts=_TRIES, wait=2), pass_context=True)
def make_plan(context: JobContext, key: str, job: str) -> None:
    """Make the plan of a job file and keep what comes of it; nothing where nobody wants it any more."""
    try:
        if not PlanTask.objects.filter(key=key, outcome__isnull=True).exists():
            return
        limits = Limits(settings.PLAN_SECONDS, settings.PLAN_MEGABYTES)
        found = made_apart("plan", job, limits, lambda sheets, bound: _told(key, sheets, bound))
        if found is not None:
            _keep(key, job, found)
        old = PlanTask.objects.values_list("pk", flat=True)[_KEPT:]
        PlanTask.objects.filter(pk__in=list(old)).delete()
    except Exception as error:
        _log.exception("a plan could not be made")
        if context.job is not None and context.job.attempts + 1 >= _TRIES:
            given_up = Outcome(None, [fault("", "planner-failed", error=type(error).__name__)])
            _keep(key, job, given_up)
        raise
    finally:
        close_old_connections()


def _keep(key: str, job: str, outcome: Outcome) -> None:
    """Keep what came of a plan: the plan with its class, and that the task is over, or why there is none."""
    with transaction.atomic():
        row = PlanTask.objects.select_for_update().filter(key=key).first()
        if row is None:
            return
        if outcome.found is not None and row.kit_class_id is not None:
            keep_plan(row.kit_class_id, row.kind, read_job(job), outcome.found)
        row.outcome = {"faults": fault_documents(outcome.faults)}
        row.save(update_fields=["outcome", "seen"])


def _told(key: str, sheets: int | None, bound: int) -> str:
    """Keep how far a plan is; what is wished of it now."""
    row = PlanTask.objects.filter(key=key).first()
    if row is None:
        return "drop"
    row.sheets, row.lower_bound = sheets, bound
    row.save(update_fields=["sheets", "lower_bound", "seen"])
    return "stop" if row.stop_early else ""


@app.task(queue=PLANS, retry=RetryStrategy(max_attempts=_TRIES, wait=2), pass_context=True)
def carry_out_task(context: JobContext, task: int) -> None:
    """Do something for a studio: write a file, put an archive in, work out an answer."""
    last = context.job is not None and context.job.attempts + 1 >= _TRIES
    try:
        if settings.TASKS_APART and not works_apart(task):
            _in_a_process(task, last=last)
        else:
            carry_out(task, last=last)
    finally:
        connection.close()


def _in_a_process(task: int, *, last: bool) -> None:
    """Carry a task out in a process of its own: what writes pages never gives back all it took."""
    command = [sys.executable, str(settings.ROOT / "manage.py"), "carry_out", str(task)]
    try:
        done = subprocess.run(  # noqa: S603 - our own program, and a number
            [*command, "--last"] if last else command, timeout=settings.TASK_SECONDS, check=False,
            env={**os.environ, **_database()}, cwd=settings.ROOT,
        )  # fmt: skip
    except subprocess.TimeoutExpired:
        fail(task, fault("", "task-late", seconds=round(settings.TASK_SECONDS)))
        return
    if done.returncode:
        if last:
            fail(task, fault("", "task-ended"))
        raise ChildProcessError(done.returncode)


def _database() -> dict[str, str]:
    """Where this process's own database is: a test has another than the environment says."""
    known = connection.settings_dict
    user = quote(str(known["USER"]), safe="")
    password = f":{quote(str(known['PASSWORD']), safe='')}" if known["PASSWORD"] else ""
    at = f"{known['HOST'] or '127.0.0.1'}:{known['PORT'] or 5432}"
    return {"DATABASE_URL": f"postgres://{user}{password}@{at}/{known['NAME']}"}


@app.periodic(cron="17 * * * *")
@app.task(queue=PLANS, queueing_lock="forget-old", pass_context=True)
def forget_old_tasks(context: JobContext, timestamp: int) -> None:
    """Delete what was made for studios and is of yesterday, answers of classes long over, and of accounts."""
    try:
        forget_old()
        forget_answers()
        forget_expired()
    finally:
        close_old_connections()


@app.periodic(cron="47 * * * *")
@app.task(queue=PLANS, queueing_lock="forget-failed", pass_context=True)
async def forget_failed(context: JobContext, timestamp: int) -> None:
    """Delete the tasks of yesterday that failed: a mail that could not be sent is in one."""
    manager: Any = app.job_manager
    await manager.delete_old_jobs(
        nb_hours=24, include_failed=True, include_cancelled=True, include_aborted=True
    )


@app.periodic(cron="*/1 * * * *")
@app.task(queue=PLANS, queueing_lock="take-up-again", pass_context=True)
async def take_up_again(context: JobContext, timestamp: int) -> None:
    """Give the tasks of workers that died to others."""
    manager: Any = app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=_LOST_AFTER):
        await manager.retry_job(job)
