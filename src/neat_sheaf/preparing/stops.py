"""The fewest stops of a scoring board: each line can be measured from either of two edges. Lengths in nm.

A square lies either way round, so its lines may be scored with the long sides or with the short ones.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from neat_sheaf.preparing.cover import least_cover

__all__ = ["Stop", "Stops", "fewest_stops"]

Stop = tuple[int, int]
"""A distance from the fence, and the phase in which it is set (0: the long sides)."""

_STOP = 10_000_000  # a stop weighs more than every second thought about all of them
_OFF = 1_000


@dataclass(frozen=True, slots=True)
class Stops:
    """What is set; ``proved``: no fewer serve all lines."""

    stops: frozenset[Stop]
    proved: bool


def fewest_stops(lines: Sequence[tuple[Stop, ...]], on_groove: Callable[[int], bool]) -> Stops:
    """As few stops as there can be so that each line has one of its own among them, the nearest first.

    A line has one stop or two, from the one edge and from the other, and on a square as many in each phase.
    Of as few stops those with most on a groove are taken, and then the near ones. It is a minimum set cover,
    solved as an integer program.
    """
    taken = {line[0] for line in lines if len(set(line)) == 1}
    open_lines = sorted({tuple(sorted(set(line))) for line in lines if not taken & set(line)})
    if not open_lines:
        return Stops(frozenset(taken), proved=True)
    stops = sorted({stop for line in open_lines for stop in line})
    place = {stop: n for n, stop in enumerate(stops)}
    # The near ones come first among equals; their places must not add up to a groove.
    costs = [
        _STOP + (0 if on_groove(stop[0]) else _OFF) + place[stop] * _OFF // (2 * len(stops) ** 2)
        for stop in stops
    ]
    cover = least_cover(costs, [([place[stop] for stop in line], 1) for line in open_lines], most=1)
    if cover is None:
        # Each line from its nearer edge always does; only the proof is lost.
        return Stops(frozenset(taken | {line[0] for line in open_lines}), proved=False)
    found = {stop for stop in stops if cover.times[place[stop]]}
    return Stops(frozenset(taken | found), cover.proved)
