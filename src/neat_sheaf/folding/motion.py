"""Where each facet is once its hinges are folded. nm, and angles in degrees.

A facet's place is the product of the rotations about the hinges between it and the base; around every
inner vertex that product comes back to the identity, or the paper there cannot fold like this.
# Source: belcastro and Hull (2002), Modelling the folding of paper into three dimensions using affine
# transformations, Linear Algebra and its Applications 348.
"""

from __future__ import annotations

from collections import defaultdict, deque
from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, hypot, radians, sin

from neat_sheaf.folding.sheet import Point, Sheet

__all__ = ["FLAT", "Gap", "Pose", "Spot", "Vector", "back", "dot", "folded_poses", "gaps_of"]

Vector = tuple[float, float, float]
Spot = Vector
_EXACT: dict[float, Point] = {
    0: (1.0, 0.0),
    90: (0.0, 1.0),
    180: (-1.0, 0.0),
    -90: (0.0, -1.0),
    -180: (-1.0, 0.0),
}
CLOSES = 1e4  # nm, a hundredth of a millimetre: finer than any paper is cut


@dataclass(frozen=True, slots=True)
class Pose:
    """A rotation (rows of its matrix) and a shift, from the flat piece to the folded thing."""

    turn: tuple[Vector, Vector, Vector]
    shift: Vector

    def put(self, point: Point) -> Spot:
        """Where a point of the flat piece is."""
        x, y = point
        (a, b, _), (d, e, _), (g, h, _) = self.turn
        s = self.shift
        return (a * x + b * y + s[0], d * x + e * y + s[1], g * x + h * y + s[2])

    @property
    def normal(self) -> Vector:
        """Which way the printed side looks."""
        return (self.turn[0][2], self.turn[1][2], self.turn[2][2])

    def along(self, way: Point) -> Vector:
        """Which way a direction of the flat piece points."""
        x, y = way
        return tuple(row[0] * x + row[1] * y for row in self.turn)  # type: ignore[return-value]

    def turned(self, way: Vector) -> Vector:
        """Which way a direction of space points after the rotation."""
        x, y, z = (dot(row, way) for row in self.turn)
        return (x, y, z)

    @property
    def inverse(self) -> Pose:
        """The motion back."""
        turn: tuple[Vector, Vector, Vector] = tuple(zip(*self.turn, strict=True))  # type: ignore[assignment]
        x, y, z = (-dot(row, self.shift) for row in turn)
        return Pose(turn, (x, y, z))

    def after(self, first: Pose) -> Pose:
        """This motion after another."""
        columns = tuple(zip(*first.turn, strict=True))
        turn = tuple(tuple(dot(row, column) for column in columns) for row in self.turn)
        shift = tuple(dot(row, first.shift) + s for row, s in zip(self.turn, self.shift, strict=True))
        return Pose(turn, shift)  # type: ignore[arg-type]


FLAT = Pose(((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)), (0.0, 0.0, 0.0))


def dot(a: Sequence[float], b: Sequence[float]) -> float:
    """The scalar product of two directions of space."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def back(pose: Pose, spot: Spot) -> Spot:
    """A place of space in the frame that a pose moves: a rotation's inverse is its transpose."""
    x, y, z = (spot[n] - pose.shift[n] for n in range(3))
    (a, b, c), (d, e, f), (g, h, i) = pose.turn
    return (a * x + d * y + g * z, b * x + e * y + h * z, c * x + f * y + i * z)


def _about(start: Point, end: Point, angle: float) -> Pose:
    """A rotation of space about the line from start to end, which lies in the flat piece.

    # Source: Rodrigues' rotation formula, for an axis (u, v, 0).
    """
    length = hypot(end[0] - start[0], end[1] - start[1])
    u, v = (end[0] - start[0]) / length, (end[1] - start[1]) / length
    c, s = _EXACT.get(angle) or (cos(radians(angle)), sin(radians(angle)))
    k = 1 - c
    turn = (
        (c + u * u * k, u * v * k, v * s),
        (u * v * k, c + v * v * k, -u * s),
        (-v * s, u * s, c),
    )
    moved = tuple(row[0] * start[0] + row[1] * start[1] for row in turn)
    return Pose(turn, (start[0] - moved[0], start[1] - moved[1], -moved[2]))


def folded_poses(sheet: Sheet, angles: Sequence[float], base: int = 0) -> list[Pose | None]:
    """Each facet's pose with each hinge at its angle, the base staying flat; None for one that hangs on
    nothing.

    A positive angle folds towards the printed side (a valley), a negative one away from it.
    """
    hangs: dict[int, list[int]] = defaultdict(list)
    for n, hinge in enumerate(sheet.hinges):
        hangs[hinge.one].append(n)
        hangs[hinge.other].append(n)
    poses: list[Pose | None] = [None] * len(sheet.facets)
    if not sheet.facets:
        return poses
    poses[base] = FLAT
    waiting = deque([base])
    while waiting:
        here = waiting.popleft()
        pose = poses[here]
        if pose is None:
            continue
        for n in hangs[here]:
            hinge = sheet.hinges[n]
            there = hinge.other if hinge.one == here else hinge.one
            if poses[there] is None:
                poses[there] = pose.after(_across(sheet, n, there, angles[n]))
                waiting.append(there)
    return poses


def _across(sheet: Sheet, hinge: int, there: int, angle: float) -> Pose:
    """The rotation that folds a facet about its hinge: with the facet to the left of the axis, a positive
    one lifts it.
    """
    a, b = sheet.hinges[hinge].start, sheet.hinges[hinge].end
    middle = sheet.facets[there].middle
    left = (b[0] - a[0]) * (middle[1] - a[1]) - (b[1] - a[1]) * (middle[0] - a[0])
    return _about(a, b, angle) if left > 0 else _about(b, a, angle)


@dataclass(frozen=True, slots=True)
class Gap:
    """Where the paper would have to tear: a place on the flat piece, and how far apart it would be, nm."""

    place: Point
    apart: float
    hinge: int


def gaps_of(sheet: Sheet, poses: Sequence[Pose | None]) -> list[Gap]:
    """The hinges whose two facets do not meet along them: around an end the rotations do not close."""
    found = []
    for n, hinge in enumerate(sheet.hinges):
        one, other = poses[hinge.one], poses[hinge.other]
        if one is None or other is None:
            continue
        apart = [(_apart(one.put(at), other.put(at)), at) for at in (hinge.start, hinge.end)]
        most, _ = max(apart)
        if most > CLOSES:
            # The end that still meets is the vertex that does not close; where none does, the nearer one.
            _, vertex = min(apart)
            found.append(Gap(vertex, most, n))
    return found


def _apart(a: Spot, b: Spot) -> float:
    return max(abs(a[0] - b[0]), abs(a[1] - b[1]), abs(a[2] - b[2]))
