"""Sizes of the folded thing, measured on where its facets are. nm."""

from __future__ import annotations

from collections.abc import Sequence

import shapely

from neat_sheaf.folding.form import Axis, Between, Made, Reach, Room, Span
from neat_sheaf.folding.motion import Pose, Spot, Vector
from neat_sheaf.folding.parts import Sizes
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.folding.view import Cell, View
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side

__all__ = ["direction", "outside", "room_of", "spots_of"]


def direction(view: View, axis: Axis) -> Vector:
    """An axis as a direction of the base's frame."""
    if axis is Axis.OUT:
        return (0.0, 0.0, 1.0)
    level = (axis is Axis.AROUND) == (view.around is Side.WIDTH)
    return (1.0, 0.0, 0.0) if level else (0.0, 1.0, 0.0)


def spots_of(sheet: Sheet, poses: Sequence[Pose | None]) -> list[list[Spot]]:
    """Where the corners of each facet are; none for one that hangs on nothing."""
    return [
        [] if pose is None else [pose.put(at) for at in facet.ring]
        for facet, pose in zip(sheet.facets, poses, strict=True)
    ]


def _interval(way: Vector, spots: Sequence[Spot]) -> tuple[float, float]:
    places = [way[0] * x + way[1] * y + way[2] * z for x, y, z in spots]
    return min(places), max(places)


class _Measure:
    def __init__(self, made: Made, sheet: Sheet, poses: Sequence[Pose | None], caliper: int) -> None:
        self.made, self.caliper = made, caliper
        self.by_cell: dict[Cell, list[Spot]] = {}
        for facet, spots in zip(sheet.facets, spots_of(sheet, poses), strict=True):
            self.by_cell.setdefault(made.view.cell(facet.panel), []).extend(spots)

    def interval(self, axis: Axis, cells: Sequence[Cell]) -> tuple[float, float]:
        spots = [spot for cell in cells for spot in self.by_cell.get(cell, ())]
        return _interval(direction(self.made.view, axis), spots)

    def size(self, room: Room) -> Length:
        if isinstance(room, Span):
            if room.axis is None:
                return Length(0)
            start, end = self.interval(room.axis, (room.cell,))
            return Length(round(end - start) - self.caliper)
        if isinstance(room, Between):
            low, high = self.interval(room.axis, room.low), self.interval(room.axis, room.high)
            apart = max(high[0] - low[1], low[0] - high[1])
            if room.across is not None:
                from_, to = self.interval(room.axis, (room.across,))
                apart = min(apart, to - from_)
            return Length(round(apart) - self.caliper)
        floor = self.interval(room.axis, (room.floor,))[0]
        walls = [self.interval(room.axis, (wall,)) for wall in room.walls]
        reach = min(max(abs(high - floor), abs(low - floor)) for low, high in walls)
        return Length(round(reach) - (self.caliper + 1) // 2)


def room_of(made: Made, sheet: Sheet, poses: Sequence[Pose | None], caliper: int) -> Sizes | None:
    """The room inside, less the paper; None where the form has none or it is not above nothing."""
    if made.room is None:
        return None
    measure = _Measure(made, sheet, poses, caliper)
    if any(not measure.by_cell.get(cell) for room in made.room for cell in _cells(room)):
        return None  # a wall is cut away, or cut off
    first, second, third = (measure.size(room) for room in made.room)
    flat = isinstance(made.room[2], Span) and made.room[2].axis is None
    if min(first, second) <= 0 or (third <= 0 and not flat):
        return None
    return first, second, third


def _cells(room: Room) -> tuple[Cell, ...]:
    """The cells that a size is measured on."""
    if isinstance(room, Between):
        return (*room.low, *room.high, *(() if room.across is None else (room.across,)))
    if isinstance(room, Reach):
        return (room.floor, *room.walls)
    return () if room.axis is None else (room.cell,)


def outside(directions: Sequence[Vector], sheet: Sheet, poses: Sequence[Pose | None], caliper: int) -> Sizes:
    """The size of the box that holds it, along three directions; the paper's caliper is added."""
    rings = [ring for ring in spots_of(sheet, poses) if ring]
    spots = [spot for ring in rings for spot in ring]
    sizes = []
    for way in directions:
        low, high = _interval(way, spots)
        size = round(high - low)
        if size > 0:
            # Scores are the middle of the paper: half of it stands out where paper lies on that side.
            lying = [_interval(way, ring) for ring in rings]
            ends = sum(any(b - a < 1 and abs(a - end) < 1 for a, b in lying) for end in (low, high))
            size += (ends * caliper + 1) // 2
        elif caliper:
            size = caliper * _layers(way, sheet, poses)
        sizes.append(Length(size))
    return sizes[0], sizes[1], sizes[2]


def _layers(way: Vector, sheet: Sheet, poses: Sequence[Pose | None]) -> int:
    """How many layers lie over one another at most, looking along a direction in which it is flat."""
    k = max(range(3), key=lambda n: abs(way[n]))
    keep = [n for n in range(3) if n != k]
    shapes = [
        shapely.Polygon([(spot[keep[0]], spot[keep[1]]) for spot in ring])
        for ring in spots_of(sheet, poses)
        if ring
    ]
    return max(sum(1 for shape in shapes if shape.contains(other.representative_point())) for other in shapes)
