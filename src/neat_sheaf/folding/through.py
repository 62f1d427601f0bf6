"""Whether facets pass through one another: paper cannot."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely

from neat_sheaf.folding.motion import Pose, Spot, back
from neat_sheaf.folding.sheet import Facet, Point

__all__ = ["passing_through"]

_DEEP = 1e5  # nm, a tenth of a millimetre: layers may lie in one another by their own thickness


def passing_through(facets: Sequence[Facet], poses: Sequence[Pose | None]) -> Iterator[tuple[int, int]]:
    """Pairs of facets, by their numbers, of which the first passes through the inside of the second."""
    there = [
        (
            n,
            pose,
            shapely.Polygon(facet.ring, facet.openings).buffer(-_DEEP),
            [pose.put(at) for at in facet.ring],
        )
        for n, (facet, pose) in enumerate(zip(facets, poses, strict=True))
        if pose is not None
    ]
    for n, _, _, spots in there:
        for m, pose, inside, _ in there:
            if n != m and not inside.is_empty and _passes(pose, inside, spots):
                yield n, m


def _passes(pose: Pose, inside: shapely.Geometry, spots: Sequence[Spot]) -> bool:
    """Whether a ring of corners goes through a facet from one of its sides to the other."""
    places = [back(pose, spot) for spot in spots]
    if min(z for _, _, z in places) > -_DEEP or max(z for _, _, z in places) < _DEEP:
        return False
    cut = sorted(_crossings(places))
    return any(
        inside.intersection(shapely.LineString([a, b])).length > _DEEP
        for a, b in zip(cut[::2], cut[1::2], strict=False)
    )


def _crossings(places: Sequence[Spot]) -> Iterator[Point]:
    """Where a ring crosses the plane of the facet, in that plane; two follow one another inside the ring."""
    for (x1, y1, z1), (x2, y2, z2) in zip(places, (*places[1:], places[0]), strict=True):
        if (z1 > 0) != (z2 > 0):
            share = z1 / (z1 - z2)
            yield x1 + share * (x2 - x1), y1 + share * (y2 - y1)
