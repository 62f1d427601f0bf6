"""The fewest stops of a scoring board: each line can be measured from either of two edges. Lengths in nm."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from neat_sheaf.preparing.cover import least_cover

__all__ = ["Stops", "fewest_stops"]

_STOP = 10_000_000  # a stop weighs more than every second thought about all of them
_OFF = 1_000


@dataclass(frozen=True, slots=True)
class Stops:
    """The distances that are set; ``proved``: no fewer serve all lines."""

    distances: frozenset[int]
    proved: bool


def fewest_stops(lines: Sequence[tuple[int, ...]], on_groove: Callable[[int], bool]) -> Stops:
    """As few distances as there can be so that each line has one of its own among them.

    A line has one distance or two, from the one edge and from the other. Of as few stops those with most
    on a groove are taken, and then the near ones. It is a minimum vertex cover (distances are the vertices,
    lines the edges), solved as an integer program.
    """
    taken = {line[0] for line in lines if len(set(line)) == 1}
    open_lines = sorted({tuple(sorted(set(line))) for line in lines if not taken & set(line)})
    if not open_lines:
        return Stops(frozenset(taken), proved=True)
    distances = sorted({distance for line in open_lines for distance in line})
    place = {distance: n for n, distance in enumerate(distances)}
    # The near ones come first among equals; their places must not add up to a groove.
    costs = [
        _STOP + (0 if on_groove(distance) else _OFF) + place[distance] * _OFF // (2 * len(distances) ** 2)
        for distance in distances
    ]
    cover = least_cover(costs, [([place[distance] for distance in line], 1) for line in open_lines], most=1)
    if cover is None:
        # Each line from its nearer edge always does; only the proof is lost.
        return Stops(frozenset(taken | {line[0] for line in open_lines}), proved=False)
    found = {distance for distance in distances if cover.times[place[distance]]}
    return Stops(frozenset(taken | found), cover.proved)
