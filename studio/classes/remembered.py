"""What was computed for a class before: the same job has the same answer."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from django.core.cache import cache
from django.http import HttpRequest

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from studio.accounts.tenancy import own
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.tasks.plans import key_of

__all__ = ["class_and_job", "remembered"]

T = TypeVar("T")


def class_and_job(request: HttpRequest, class_id: int) -> tuple[KitClass, Job]:
    """A class of the asker's studio and its job. FileError with its faults where it has none."""
    kit_class = own(KitClass.objects.select_related("studio", "project"), request, class_id)
    try:
        return kit_class, core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error


def remembered(kind: str, job: Job, compute: Callable[[Job], T]) -> T:
    """What was computed for the same job before, or is computed now. FileError where it cannot be planned."""
    key = f"{kind}:{key_of(job)}"
    found: T | None = cache.get(key)
    if found is None:
        try:
            found = compute(job)
        except CannotPlanError as error:
            raise FileError(error.faults) from error
        cache.set(key, found, 3600)
    return found
