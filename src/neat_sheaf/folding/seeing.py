"""What is seen of the folded thing: a face is seen where nothing lies before it."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence, Set

from neat_sheaf.folding.compass import Compass, minus
from neat_sheaf.folding.form import Axis, Made
from neat_sheaf.folding.measuring import direction
from neat_sheaf.folding.motion import Pose, Vector, dot
from neat_sheaf.folding.parts import Seen
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.project import Panel

__all__ = ["compass_of", "lifts_of", "seen_of"]

_LAYER = 1000.0  # nm: enough to tell which of two layers is in front, and nothing to the eye


def compass_of(made: Made) -> Compass:
    """How the finished thing stands. Its printed side is outside, so a floor's looks down."""
    if made.upright:
        # The base is the floor: its printed side looks down, and the walls rise away from it.
        return Compass((0.0, 0.0, -1.0), minus(direction(made.view, made.front)))
    up = (0.0, 1.0, 0.0)
    if len(made.view.b) > 1 and made.base[1] > 0:
        along = direction(made.view, Axis.OTHER)
        up = minus(along) if made.view.down else along
    return Compass(up, (0.0, 0.0, 1.0))


def lifts_of(
    sheet: Sheet, tabs: Set[Panel], angles: Sequence[float], poses: Sequence[Pose | None], base: int
) -> list[Vector]:
    """How far each facet is moved so that layers on one plane are told apart: a tab goes behind its panel,
    and what is folded flat lies on the side that it is folded to.
    """
    hangs: dict[int, list[int]] = {}
    for n, hinge in enumerate(sheet.hinges):
        hangs.setdefault(hinge.one, []).append(n)
        hangs.setdefault(hinge.other, []).append(n)
    lifts: list[Vector] = [(0.0, 0.0, 0.0)] * len(sheet.facets)
    reached, waiting, order = {base}, deque([base]), 0
    depth = {base: 0}
    while waiting:
        here = waiting.popleft()
        for n in hangs.get(here, ()):
            hinge = sheet.hinges[n]
            there = hinge.other if hinge.one == here else hinge.one
            pose, own = poses[here], poses[there]
            if there in reached or pose is None or own is None:
                continue
            reached.add(there)
            waiting.append(there)
            order += 1
            depth[there] = depth[here] + 1
            lift = lifts[here]
            if abs(angles[n]) > 170:
                side = 1 if angles[n] > 0 else -1
                # Each time by half as much: what is folded back again comes to lie between the two.
                lift = _moved(lift, pose.normal, side * _LAYER * (1 + order / 100) / 2 ** depth[here])
            if sheet.facets[there].panel in tabs and abs(angles[n]) < 170:
                lift = _moved(lift, own.normal, -_LAYER)
            lifts[there] = lift
    return lifts


def _moved(at: Vector, way: Vector, by: float) -> Vector:
    return (at[0] + way[0] * by, at[1] + way[1] * by, at[2] + way[2] * by)


def seen_of(
    sheet: Sheet, poses: Sequence[Pose | None], lifts: Sequence[Vector], compass: Compass
) -> Iterator[tuple[int, Seen]]:
    """The facets seen from outside, by their numbers; one twice where both its sides are seen."""
    placed = [
        (pose, lift, [_moved(pose.put(at), lift, 1.0) for at in facet.ring])
        for facet, pose, lift in zip(sheet.facets, poses, lifts, strict=True)
        if pose is not None
    ]
    for n, (facet, pose, lift) in enumerate(zip(sheet.facets, poses, lifts, strict=True)):
        if pose is None:
            continue
        middle = _moved(pose.put(facet.middle), lift, 1.0)
        for printed, normal in ((True, pose.normal), (False, minus(pose.normal))):
            if any(_hides(other, middle, normal) for other in placed):
                continue
            face = compass.face(normal)
            yield n, Seen(face, facet.panel, printed, compass.points(face, pose.along((0.0, 1.0))))


def _hides(other: tuple[Pose, Vector, list[Vector]], spot: Vector, way: Vector) -> bool:
    """Whether a facet lies before a spot, looking at it against ``way``."""
    pose, _, ring = other
    slope = dot(pose.normal, way)
    if abs(slope) < 1e-6:
        return False
    far = dot(pose.normal, (ring[0][0] - spot[0], ring[0][1] - spot[1], ring[0][2] - spot[2])) / slope
    if far < _LAYER / 1000:
        return False
    hit = _moved(spot, way, far)
    # Drop the direction in which the facet is thinnest, and count crossings.
    k = max(range(3), key=lambda n: abs(pose.normal[n]))
    i, j = (n for n in range(3) if n != k)
    inside = False
    for a, b in zip(ring, (*ring[1:], ring[0]), strict=True):
        if (a[j] > hit[j]) != (b[j] > hit[j]) and hit[i] < (b[i] - a[i]) * (hit[j] - a[j]) / (
            b[j] - a[j]
        ) + a[i]:
            inside = not inside
    return inside
