"""What was computed for a class before: the same job has the same answer."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import TypeVar

from django.core.cache import cache
from django.db import connection
from django.http import HttpRequest

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from studio.accounts.tenancy import own
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.common.problems import Busy
from studio.tasks.plans import key_of

__all__ = ["MOST_AT_ONCE", "class_and_job", "remembered"]

T = TypeVar("T")

MOST_AT_ONCE = 2
"""Long answers that one studio has computed at a time, over all processes: others do not wait for them."""

_LOCKS = 0x5EAF  # the first of the two numbers of our advisory locks


def class_and_job(request: HttpRequest, class_id: int) -> tuple[KitClass, Job]:
    """A class of the asker's studio and its job. FileError with its faults where it has none."""
    kit_class = own(KitClass.objects.select_related("studio", "project"), request, class_id)
    try:
        return kit_class, core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def remembered(kind: str, job: Job, compute: Callable[[Job], T], studio: int) -> T:
    """What was computed for the same job before, or is computed now. FileError where it cannot be planned.

    Raises Busy where the studio (its key) computes as much as it may already.
    """
    key = f"{kind}:{key_of(job)}"
    found: T | None = cache.get(key)
    if found is None:
        try:
            with _one_of_few(studio):
                found = compute(job)
        except CannotPlanError as error:
            raise FileError(error.faults) from error
        cache.set(key, found, 3600)
    return found


@contextmanager
def _one_of_few(studio: int) -> Iterator[None]:
    """Hold one of the few places of a studio; the database gives it back where this process ends."""
    with connection.cursor() as cursor:
        for place in range(MOST_AT_ONCE):
            lock = [_LOCKS, studio * MOST_AT_ONCE + place]
            cursor.execute("SELECT pg_try_advisory_lock(%s, %s)", lock)
            if cursor.fetchone()[0]:
                break
        else:
            raise Busy(MOST_AT_ONCE)
    try:
        yield
    finally:
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_unlock(%s, %s)", lock)
