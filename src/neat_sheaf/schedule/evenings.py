"""The preparing laid into evenings: several people, glue and ink that dry meanwhile. Whole seconds.

A list schedule: whoever is free takes the task with the longest way still to go. Source: Graham (1969),
Bounds on Multiprocessing Timing Anomalies, SIAM Journal on Applied Mathematics 17(2).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import permutations

from neat_sheaf.schedule.critical import Activity, critical_path

__all__ = ["Evenings", "Part", "lay_out", "least_evenings"]

_DAY = 24 * 3600
_EVERY_ORDER = 5  # activities of which every order is tried


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

    That is by the work there is and by what has to wait for what, so it may be out of reach.
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
    is nobody's work. Times of activities are seconds; ``evening`` and ``hands`` are over 0. Where the longest
    way to go does not reach the lower bound, other orders are tried: that is searched, not proved.
    """
    least = least_evenings(activities, evening, hands)
    best: tuple[Part, ...] | None = None
    for rank in _orders(activities):
        parts = _laid_out(activities, evening, hands, rank)
        if best is None or _ends(parts) < _ends(best):
            best = parts
        if _evenings(best) == least:
            break
    return Evenings(best or (), _evenings(best or ()), least)


def _evenings(parts: Sequence[Part]) -> int:
    return 1 + max((part.evening for part in parts), default=-1)


def _ends(parts: Sequence[Part]) -> tuple[int, int]:
    """The evening on which it is all done, and when on it."""
    return max(((part.evening, part.end) for part in parts), default=(-1, 0))


def _orders(activities: Sequence[Activity]) -> Iterator[Mapping[str, float]]:
    """Who comes first of those that may be begun, the larger the sooner: several rules, one after another."""
    keys = [one.key for one in activities]
    ways, plain = _ways_to_go(activities), _ways_to_go([replace(one, waits=0) for one in activities])
    yield ways
    yield plain
    yield {one.key: one.waits for one in activities}
    yield {one.key: one.work for one in activities}
    yield {one.key: -one.work for one in activities}
    yield dict.fromkeys(keys, 0)
    if len(keys) <= _EVERY_ORDER:
        for order in permutations(keys):
            yield {key: -n for n, key in enumerate(order)}


def _laid_out(
    activities: Sequence[Activity], evening: int, hands: int, rank: Mapping[str, float]
) -> tuple[Part, ...]:
    place = {one.key: n for n, one in enumerate(activities)}
    open_now = {one.key: one for one in activities}
    left = {one.key: one.work for one in activities}
    ready_at: dict[str, int] = {}  # when what comes after it may begin, in seconds of all evenings and nights
    free = [0] * hands
    owner: dict[str, int] = {}
    parts: list[Part] = []
    now = 0
    while open_now:
        night, clock = divmod(now, _DAY)
        # What takes no time that is known is done on the side, at the very end of an evening too.
        ready = [
            one for one in open_now.values() if all(ready_at.get(key, now + 1) <= now for key in one.after)
        ]
        none = [one for one in ready if not one.work and clock <= evening]
        for one in none:
            del open_now[one.key]
            ready_at[one.key] = now + one.waits
        if none:
            continue
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
            one = max(can, key=lambda a: (a.key in owner, rank[a.key], -place[a.key]))
            length = min(left[one.key], evening - clock)
            owner[one.key] = person
            left[one.key] -= length
            free[person] = now + length
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
    return tuple(parts)


def _ways_to_go(activities: Sequence[Activity]) -> dict[str, int]:
    """From the start of each activity, the longest chain of work and waiting to the end."""
    times = {timed.key: timed for timed in critical_path(activities)}
    whole = max((times[one.key].earliest + one.work + one.waits for one in activities), default=0)
    return {key: whole - timed.latest for key, timed in times.items()}


def least_evenings(activities: Sequence[Activity], evening: int, hands: int) -> int:
    """A number of evenings that no way of laying them out is below.

    By all the work there is, and by when it would be done if everybody had as many hands as there are tasks:
    then each begins as early as it ever can, for starting later never ends sooner.
    """
    total = sum(one.work for one in activities)
    alone = _laid_out(activities, evening, max(1, len(activities)), _ways_to_go(activities))
    return max(-(-total // (evening * hands)), _evenings(alone))
