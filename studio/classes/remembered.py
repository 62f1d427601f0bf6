"""What was computed for a class before: the same job has the same answer.

A request computes an answer itself where that takes no longer than a person waits. A longer one is given to
the workers, and the request is answered with that: it is asked again until the answer is there.
"""

from __future__ import annotations

import time
from typing import Protocol, TypeVar

from django.conf import settings
from django.http import HttpRequest

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.nesting.control import CancelledError, SearchControl
from studio.accounts.tenancy import own
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.common.problems import Underway
from studio.tasks import answers
from studio.tasks.apart import Limits, made_apart
from studio.tasks.for_studio import Made, NotWantedError, Told, faults_of, start
from studio.tasks.models import StudioTask

__all__ = ["class_and_job", "remembered", "work_out"]

T_co = TypeVar("T_co", covariant=True)


class Computed(Protocol[T_co]):
    """What computes an answer, and can be told that it takes too long."""

    def __call__(self, job: Job, *, control: SearchControl | None = None) -> T_co:
        """The answer. Raises CannotPlanError."""


def class_and_job(request: HttpRequest, class_id: int) -> tuple[KitClass, Job]:
    """A class of the asker's studio and its job. FileError with its faults where it has none."""
    rows = KitClass.objects.select_related("studio", "project").prefetch_related("colourways__choices")
    kit_class = own(rows, request, class_id)
    try:
        return kit_class, core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def remembered(kind: str, job: Job, compute: Computed[T_co], kit_class: KitClass) -> T_co:
    """What was computed for the same job before, or is computed now. FileError where it cannot be planned.

    Raises Underway where it takes longer than a person waits: the workers compute it then.
    """
    key = answers.job_key(job)
    found: T_co | None = answers.found(kit_class.pk, kind, key)
    if found is not None:
        return found
    about = {"kind": kind, "key": key, "class": kit_class.pk}
    rows = StudioTask.objects.filter(studio_id=kit_class.studio_id, kind="answer")
    failed = rows.filter(about=about, finished__isnull=False).first()
    if failed is not None and failed.faults:
        raise FileError(faults_of(failed))
    if not rows.filter(about=about, finished__isnull=True).exists():
        # How the class was before is asked by nobody any more.
        rows.filter(about__kind=kind, about__class=kit_class.pk).delete()
        try:
            found = compute(job, control=_as_long_as_one_waits())
        except CannotPlanError as error:
            raise FileError(error.faults) from error
        except CancelledError:
            pass
        else:
            answers.keep(kit_class.pk, kind, key, found)
            return found
    start(kit_class.studio, "answer", about, given=write_job(job).encode())
    raise Underway


def _as_long_as_one_waits() -> SearchControl:
    """Whatever waits for it ends it in time; where every request waits, nothing does."""
    wait = settings.PLAN_WAIT_SECONDS
    end = time.monotonic() + wait
    return SearchControl(cancelled=(lambda: time.monotonic() > end) if wait else None)


def work_out(task: StudioTask, told: Told) -> Made:
    """Work an answer out, in a process of its own, and remember it. FileError where there is none."""

    def far(sheets: int | None, lower_bound: int) -> str:
        told(0, 0)
        return ""

    limits = Limits(settings.PLAN_SECONDS, settings.PLAN_MEGABYTES)
    job = bytes(task.given or b"").decode()
    outcome = made_apart(task.about["kind"], job, limits, far)
    if outcome is None:
        raise NotWantedError
    if outcome.faults:
        raise FileError(outcome.faults)
    # The class may have been deleted meanwhile.
    if KitClass.objects.filter(pk=task.about["class"]).exists():
        answers.keep(task.about["class"], task.about["kind"], task.about["key"], outcome.found)
    return Made()
