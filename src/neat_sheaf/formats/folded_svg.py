"""The folded thing as a line drawing: isometric, with what is hidden left out.

# Source: isometric projection of ISO 5456-3: the three axes at 120 degrees, each foreshortened alike.
"""

from __future__ import annotations

from math import sqrt
from xml.sax.saxutils import quoteattr

import shapely

from neat_sheaf.folding import Folded
from neat_sheaf.folding.compass import Compass
from neat_sheaf.folding.motion import Pose, Spot, Vector, dot
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.plain_text import printable

__all__ = ["isometric", "write_folded_svg"]

_STROKE = 0.35
_Line = tuple[tuple[float, float], tuple[float, float]]


def write_folded_svg(folded: Folded) -> str:
    """The text of an SVG file; empty where the piece is not folded."""
    drawing = isometric(folded)
    if not drawing:
        return ""
    return f'<?xml version="1.0" encoding="UTF-8"?>\n{drawing}'


def isometric(folded: Folded, longest: float | None = None) -> str:
    """An ``<svg>`` of the thing, mm; no longer than ``longest`` mm where that is given."""
    lines = _visible(folded)
    if not lines:
        return ""
    xs = [x for line in lines for x, _ in line]
    ys = [y for line in lines for _, y in line]
    left, top, wide, high = min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)
    scale = 1.0 if longest is None else min(1.0, longest / max(wide, high, 1.0))
    stroke = _STROKE / scale
    path = " ".join(
        f"M{x1 - left:.3f} {y1 - top:.3f}L{x2 - left:.3f} {y2 - top:.3f}" for (x1, y1), (x2, y2) in lines
    )
    edge = stroke
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="{(wide + 2 * edge) * scale:.3f}mm" '
        f'height="{(high + 2 * edge) * scale:.3f}mm" viewBox="{-edge:.3f} {-edge:.3f} {wide + 2 * edge:.3f} '
        f'{high + 2 * edge:.3f}" aria-label={quoteattr(printable(folded.piece.name))} role="img">\n'
        f'<path d="{path}" fill="none" stroke="#000" stroke-width="{stroke:.3f}" '
        'stroke-linecap="round"/>\n</svg>\n'
    )


def _visible(folded: Folded) -> list[_Line]:
    """The edges of the facets, each without the parts that a facet nearer to the eye covers."""
    compass = folded.compass
    if compass is None or not folded.poses or folded.sheet is None:
        return []
    shapes = []
    for facet, pose, lift in zip(folded.sheet.facets, folded.poses, folded.lifts, strict=True):
        if pose is None:
            continue
        spots = [_lifted(pose.put(at), lift) for at in facet.ring]
        seen = [_project(compass, spot) for spot in spots]
        shape = shapely.Polygon([(x, y) for x, y, _ in seen])
        shapes.append((shape if shape.is_valid else shape.buffer(0), pose, spots, seen))
    lines: dict[frozenset[tuple[float, float]], shapely.Geometry] = {}
    for n, (_, _, spots, seen) in enumerate(shapes):
        for k in range(len(spots)):
            a, b = seen[k - 1], seen[k]
            line = shapely.LineString([a[:2], b[:2]])
            for m, (cover, pose, ring, _) in enumerate(shapes):
                if m == n or cover.area < 1e-6 or not cover.intersects(line):
                    continue
                part = cover.buffer(-1e-3).intersection(line)
                if not part.is_empty and _nearer(compass, pose, ring[0], a, b, part):
                    line = line.difference(cover.buffer(-1e-3))
            key = frozenset((_rounded(a), _rounded(b)))
            if len(key) == 2:
                lines[key] = line if key not in lines else lines[key].union(line)
    found: list[_Line] = []
    for geometry in lines.values():
        for part in shapely.get_parts(geometry):
            if part.geom_type == "LineString" and part.length > 0.05:
                (x1, y1), (x2, y2) = part.coords[0], part.coords[-1]
                found.append(((x1, y1), (x2, y2)))
    return found


def _rounded(at: tuple[float, float, float]) -> tuple[float, float]:
    return round(at[0], 2), round(at[1], 2)


def _lifted(spot: Spot, lift: Vector) -> Spot:
    return (spot[0] + lift[0] * 100, spot[1] + lift[1] * 100, spot[2] + lift[2] * 100)


def _project(compass: Compass, spot: Spot) -> tuple[float, float, float]:
    """(x to the right, y downwards, nearness) in mm: seen from the front, the right and above."""
    right, front, up = (dot(way, spot) / MILLIMETRE for way in (compass.right, compass.front, compass.up))
    return (right - front) * sqrt(3) / 2, -up + (right + front) / 2, right + front + up


def _nearer(
    compass: Compass,
    pose: Pose,
    corner: Spot,
    a: tuple[float, float, float],
    b: tuple[float, float, float],
    part: shapely.Geometry,
) -> bool:
    """Whether a facet is nearer to the eye than a line is, in the middle of the part that it covers."""
    middle = part.interpolate(0.5, normalized=True) if part.geom_type == "LineString" else part.centroid
    length = ((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2) ** 0.5
    share = 0.0 if length == 0 else ((middle.x - a[0]) ** 2 + (middle.y - a[1]) ** 2) ** 0.5 / length
    line_near = a[2] + (b[2] - a[2]) * share
    # The facet's plane in the eye's own directions.
    n = tuple(dot(way, pose.normal) for way in (compass.right, compass.front, compass.up))
    c = tuple(dot(way, corner) / MILLIMETRE for way in (compass.right, compass.front, compass.up))
    slope = n[0] + n[1] + n[2]
    if abs(slope) < 1e-9:
        return False
    # A place on the sight line, then along (1, 1, 1) to the plane.
    x, y = middle.x * 2 / sqrt(3), middle.y
    right, front, up = x / 2, -x / 2, -y
    far = (n[0] * (c[0] - right) + n[1] * (c[1] - front) + n[2] * (c[2] - up)) / slope
    return bool(right + front + up + 3 * far > line_near + 1e-2)
