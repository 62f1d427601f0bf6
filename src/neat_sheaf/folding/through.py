"""Whether facets pass through one another: paper cannot."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely

from neat_sheaf.folding.motion import Pose, Spot, back
from neat_sheaf.folding.sheet import Facet

__all__ = ["passing_through"]

_DEEP = 1e5  # nm, a tenth of a millimetre: layers may lie in one another by their own thickness


def passing_through(facets: Sequence[Facet], poses: Sequence[Pose | None]) -> Iterator[tuple[int, int]]:
    """Pairs of facets, by their numbers, where an edge of the first runs through the inside of the second."""
    there = [
        (n, pose, shapely.Polygon(facet.ring, facet.openings), [pose.put(at) for at in facet.ring])
        for n, (facet, pose) in enumerate(zip(facets, poses, strict=True))
        if pose is not None
    ]
    inner = [shape.buffer(-_DEEP) for _, _, shape, _ in there]
    for n, _, _, spots in there:
        for (m, pose, _, _), shape in zip(there, inner, strict=True):
            if n != m and not shape.is_empty and any(_pierces(pose, shape, a, b) for a, b in _edges(spots)):
                yield n, m


def _edges(spots: Sequence[Spot]) -> Iterator[tuple[Spot, Spot]]:
    yield from zip(spots, (*spots[1:], spots[0]), strict=True)


def _pierces(pose: Pose, shape: shapely.Geometry, a: Spot, b: Spot) -> bool:
    """Whether the stretch from a to b goes through a facet from one of its sides to the other."""
    (x1, y1, z1), (x2, y2, z2) = back(pose, a), back(pose, b)
    if min(z1, z2) > -_DEEP or max(z1, z2) < _DEEP:
        return False
    share = z1 / (z1 - z2)
    return bool(shape.contains(shapely.Point(x1 + share * (x2 - x1), y1 + share * (y2 - y1))))
