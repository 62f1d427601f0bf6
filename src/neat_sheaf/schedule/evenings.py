"""The preparing laid into evenings: several people, glue and ink that dry meanwhile. Whole seconds.

A list schedule: whoever is free takes the task with the longest way still to go. Source: Graham (1969),
Bounds on Multiprocessing Timing Anomalies, SIAM Journal on Applied Mathematics 17(2).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from neat_sheaf.schedule.critical import Activity, critical_path

__all__ = ["Evenings", "Part", "lay_out", "least_evenings"]

_DAY = 24 * 3600


@dataclass(frozen=True, slots=True)
class Part:
    """A task, or a part of one, done by one person on one evening from ``start`` to ``end`` of it.

    ``evening`` counts from 0, ``hands`` too; times are seconds from the beginning of the evening.
    """

    key: str
    evening: int
    hands: int
    start: int
    end: int


@dataclass(frozen=True, slots=True)
class Evenings:
    """All parts in the order they begin. ``least``: no way of laying them out takes fewer evenings.

    That is by the work there is and the longest chain of tasks alone, so it may be out of reach.
    """

    parts: tuple[Part, ...]
    count: int
    least: int

    @property
    def fewest(self) -> bool:
        """Whether the number of evenings is proved to be the smallest."""
        return self.count == self.least


def lay_out(activities: Sequence[Activity], evening: int, hands: int) -> Evenings:
    """The activities on evenings of so many seconds with so many people; drying goes on overnight.

    A task is begun as soon as somebody is free for it, and goes on the next evening where one ends. Waiting
    is nobody's work. Times of activities are seconds; ``evening`` and ``hands`` are over 0.
    """
    ways, place = _ways_to_go(activities), {one.key: n for n, one in enumerate(activities)}
    open_now = {one.key: one for one in activities}
    left = {one.key: one.work for one in activities}
    ready_at: dict[str, int] = {}  # when what comes after it may begin, in seconds of all evenings and nights
    free = [0] * hands
    owner: dict[str, int] = {}
    parts: list[Part] = []
    now = 0
    while open_now:
        night, clock = divmod(now, _DAY)
        if clock >= evening:
            now = (night + 1) * _DAY
            continue
        begun = False
        for person in range(hands):
            if free[person] > now:
                continue
            can = [
                one
                for one in open_now.values()
                if all(ready_at.get(key, now + 1) <= now for key in one.after)
                and owner.get(one.key, person) == person
            ]
            if not can:
                continue
            one = max(can, key=lambda a: (a.key in owner, ways[a.key], -place[a.key]))
            length = min(left[one.key], evening - clock)
            owner[one.key] = person
            left[one.key] -= length
            free[person] = now + length
            if length:
                parts.append(Part(one.key, night, person, clock, clock + length))
            if left[one.key] == 0:
                del open_now[one.key]
                del owner[one.key]
                ready_at[one.key] = now + length + one.waits
            begun = True
        if begun:
            continue
        events = [at for at in (*free, *ready_at.values()) if at > now]
        now = min(events, default=(night + 1) * _DAY)
    count = 1 + max((part.evening for part in parts), default=-1)
    return Evenings(tuple(parts), count, least_evenings(activities, evening, hands))


def _ways_to_go(activities: Sequence[Activity]) -> dict[str, int]:
    """From the start of each activity, the longest chain of work and waiting to the end."""
    times = {timed.key: timed for timed in critical_path(activities)}
    whole = max((times[one.key].earliest + one.work + one.waits for one in activities), default=0)
    return {key: whole - timed.latest for key, timed in times.items()}


def least_evenings(activities: Sequence[Activity], evening: int, hands: int) -> int:
    """A number of evenings that no way of laying them out is below: by the work, and by the longest chain.

    Waiting may go on overnight, so only work counts in the chain.
    """
    total = sum(one.work for one in activities)
    chain = critical_path([Activity(one.key, one.work, 0, one.after) for one in activities])
    work = {one.key: one.work for one in activities}
    longest = max((timed.earliest + work[timed.key] for timed in chain), default=0)
    return max(-(-total // (evening * hands)), -(-longest // evening))
