"""The critical path of some activities, by the critical path method. Whole units of time, any you like.

Source: Kelley & Walker (1959), Critical-Path Planning and Scheduling, Proceedings of the Eastern Joint
Computer Conference.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

__all__ = ["Activity", "Timed", "critical_path"]


@dataclass(frozen=True, slots=True)
class Activity:
    """So much work, and so much waiting after it before what comes after it may begin."""

    key: str
    work: int
    waits: int = 0
    after: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Timed:
    """The earliest and the latest start of an activity that end everything as early as can be."""

    key: str
    earliest: int
    latest: int

    @property
    def slack(self) -> int:
        """How long it may be put off without anything being late."""
        return self.latest - self.earliest

    @property
    def critical(self) -> bool:
        """Whether everything is late when it is."""
        return not self.slack


def critical_path(activities: Iterable[Activity]) -> list[Timed]:
    """Every activity with its times, in the order given; with no end of hands.

    What an activity comes after must be among them and before it in the order; else ValueError.
    """
    listed = list(activities)
    ends: dict[str, int] = {}
    earliest: dict[str, int] = {}
    for one in listed:
        missing = [key for key in one.after if key not in ends]
        if missing or one.key in ends:
            raise ValueError(f"{one.key} comes after {missing or 'itself'}, which is not before it")
        earliest[one.key] = max((ends[key] for key in one.after), default=0)
        ends[one.key] = earliest[one.key] + one.work + one.waits
    whole = max(ends.values(), default=0)
    latest_end = dict.fromkeys(ends, whole)
    latest: dict[str, int] = {}
    for one in reversed(listed):
        latest[one.key] = latest_end[one.key] - one.work - one.waits
        for key in one.after:
            latest_end[key] = min(latest_end[key], latest[one.key])
    return [Timed(one.key, earliest[one.key], latest[one.key]) for one in listed]
