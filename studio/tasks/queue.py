"""What the queue still holds."""

from __future__ import annotations

import datetime as dt

from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from studio.tasks.models import PlanTask, StudioTask

__all__ = ["lost"]

_UNHEARD = dt.timedelta(minutes=1)


def lost(row: PlanTask | StudioTask, queueing_lock: str) -> bool:
    """Whether nothing was heard of a task for a while, and the queue does not hold it either.

    One that is lost counts as heard of now: whoever asks gives it to the workers again.
    """
    if row.seen > timezone.now() - _UNHEARD:
        return False
    if ProcrastinateJob.objects.filter(queueing_lock=queueing_lock, status__in=["todo", "doing"]).exists():
        return False
    row.save(update_fields=["seen"])
    return True
