"""The room between walls that stand square to a base, whatever form they make. nm, in the base's frame."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import shapely

from neat_sheaf.folding.motion import Spot
from neat_sheaf.folding.parts import Sizes
from neat_sheaf.measure.length import Length

__all__ = ["room_in_walls"]

_FLAT = 1.0  # nm: less is a plane square to an axis
_FILLED = 0.98  # of a rectangle; the rest is rounded corners


@dataclass(frozen=True, slots=True)
class _Wall:
    """A facet square to axis ``k``, and how far it reaches the other ways."""

    k: int
    at: float
    low: tuple[float, float, float]
    high: tuple[float, float, float]


def room_in_walls(rings: Sequence[Sequence[Spot]], base: int, caliper: int) -> Sizes | None:
    """The largest box on the base that no facet stands in: along the base's width, its height, out of it.

    ``rings`` are the corners of each facet, with the base at height 0. None where a facet leans, where some
    stand on either side of the base, or where nothing holds a thing from two opposite sides.
    """
    walls = [_wall(ring) for ring in rings]
    if any(wall is None for wall in walls):
        return None
    every = [wall for wall in walls if wall is not None]
    floor = _floor(rings, every, base)
    standing = [wall for wall in every if max(map(abs, (wall.low[2], wall.high[2]))) > _FLAT]
    if any(wall.low[2] < -_FLAT for wall in standing):
        if any(wall.high[2] > _FLAT for wall in standing):
            return None
        standing = [_mirrored(wall) for wall in standing]
    low, high = list(floor.low), list(floor.high)
    ends = [0, 0]  # how many of its two sides are closed, across and along the base
    heights: list[float] = []
    for k in (0, 1):
        middle = (floor.low[k] + floor.high[k]) / 2
        other = 1 - k
        found = [
            wall
            for wall in standing
            if wall.k == k
            and min(wall.high[other], floor.high[other]) - max(wall.low[other], floor.low[other]) > _FLAT
        ]
        before, behind = [w for w in found if w.at <= middle], [w for w in found if w.at > middle]
        if before:
            low[k] = max(floor.low[k], *(w.at for w in before))
        if behind:
            high[k] = min(floor.high[k], *(w.at for w in behind))
        ends[k] = bool(before) + bool(behind)
        heights += [max(w.high[2] for w in side) for side in (before, behind) if side]
    over = [wall.at for wall in standing if wall.k == 2 and _covers(wall, low, high)]
    if max(ends) < 2 and not over:
        return None
    # A lid is a whole sheet above the floor's; an open side ends where the lowest wall does.
    up = min(over) - caliper if over else min(heights) - (caliper + 1) // 2
    sizes = [high[k] - low[k] - (caliper * ends[k] + 1) // 2 for k in (0, 1)]
    if min(*sizes, up) <= 0:
        return None
    return Length(round(sizes[0])), Length(round(sizes[1])), Length(round(up))


def _floor(rings: Sequence[Sequence[Spot]], walls: Sequence[_Wall], base: int) -> _Wall:
    """The base with the facets that go on from it in its plane, where together they fill a rectangle."""
    own = walls[base]
    level = [n for n, wall in enumerate(walls) if max(map(abs, (wall.low[2], wall.high[2]))) <= _FLAT]
    shapes = [shapely.Polygon([(x, y) for x, y, _ in rings[n]]).buffer(_FLAT) for n in level]
    whole = shapely.unary_union(shapes)
    part = next((one for one in shapely.get_parts(whole) if one.intersects(shapes[level.index(base)])), whole)
    x, y, to_x, to_y = part.bounds
    if part.area < _FILLED * (to_x - x) * (to_y - y):
        return own
    return _Wall(2, 0.0, (x + _FLAT, y + _FLAT, 0.0), (to_x - _FLAT, to_y - _FLAT, 0.0))


def _wall(ring: Sequence[Spot]) -> _Wall | None:
    if not ring:
        return None
    low = tuple(min(spot[k] for spot in ring) for k in range(3))
    high = tuple(max(spot[k] for spot in ring) for k in range(3))
    square = [k for k in range(3) if high[k] - low[k] <= _FLAT]
    return _Wall(square[0], low[square[0]], low, high) if square else None  # type: ignore[arg-type]


def _mirrored(wall: _Wall) -> _Wall:
    """The wall on the other side of the base."""
    low, high = (*wall.low[:2], -wall.high[2]), (*wall.high[:2], -wall.low[2])
    return _Wall(wall.k, -wall.at if wall.k == 2 else wall.at, low, high)


def _covers(wall: _Wall, low: Sequence[float], high: Sequence[float]) -> bool:
    """Whether it lies over any of the floor between the walls."""
    return all(min(wall.high[k], high[k]) - max(wall.low[k], low[k]) > _FLAT for k in (0, 1))
