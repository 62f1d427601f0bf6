"""Whose turn it is at the workers: studios take turns, whatever each asks for and however much of it.

Each task has the number of its turn: the one that is served now, or one after the last of its own studio's.
So a studio that asks for many stands behind every other with the second of them. Source: start-time fair
queueing, Goyal, Vin & Cheng (1996), SIGCOMM, with every task counted as one.
"""

from __future__ import annotations

from collections.abc import Iterable

from procrastinate.contrib.django.models import ProcrastinateJob

__all__ = ["MOST_QUEUED", "file_lock", "plan_lock", "priority_for", "queued_of", "turn_after"]

MOST_QUEUED = 30
"""Plans and files of one studio that wait or are made; a further one is asked for again later."""

_UNDERWAY = ("todo", "doing")


def plan_lock(studio: int) -> str:
    """Of one studio one plan, or answer, is worked out at a time."""
    return f"studio-{studio}"


def file_lock(studio: int) -> str:
    """Of one studio one file is written at a time."""
    return f"studio-files-{studio}"


def turn_after(own: Iterable[int], others: Iterable[int]) -> int:
    """The turn of a studio's next task: ``own`` are those of its tasks underway, ``others`` all others'."""
    own = list(own)
    served = min([*own, *others], default=0)
    return max([served, *(turn + 1 for turn in own)])


def priority_for(studio: int) -> int:
    """The priority in the queue that gives a studio's next task its turn: the sooner the higher."""
    own, others = list[int](), list[int]()
    mine = plan_lock(studio), file_lock(studio)
    rows = ProcrastinateJob.objects.filter(status__in=_UNDERWAY, lock__startswith="studio-")
    for lock, priority in rows.values_list("lock", "priority"):
        (own if lock in mine else others).append(-priority)
    return -turn_after(own, others)


def queued_of(studio: int) -> int:
    """How many tasks of a studio wait or are made."""
    mine = plan_lock(studio), file_lock(studio)
    return ProcrastinateJob.objects.filter(status__in=_UNDERWAY, lock__in=mine).count()
