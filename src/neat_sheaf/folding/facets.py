"""The facets of a piece: what its scores, slits and cut-outs divide it into, and what hinges on what. nm.

Coordinates are x from the left edge and y from the bottom edge. They come from exact integers, which a
float holds up to nine metres, and the subdivision is made on a grid of one nanometre.
"""

from __future__ import annotations

from bisect import bisect_right
from collections import defaultdict
from collections.abc import Sequence
from fractions import Fraction
from math import asin, cos, hypot, pi, sin

import shapely

from neat_sheaf.folding.grid import grid_of
from neat_sheaf.folding.sheet import Facet, Hinge, Point, Sheet
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Diagonal, Line, Outline, Panel, Piece, WindowShape
from neat_sheaf.project.outlines import Arc, outline_of
from neat_sheaf.project.panels import Box, columns, panel_box, rows
from neat_sheaf.project.windows import window_box

__all__ = ["facets_of", "subdivided"]

_ARC_STEPS = 8  # of a quarter; what is round never hinges, so this is for looks alone
_NEAR = 2.0  # nm: how far a rounded crossing of diagonals may lie off its line
_SLIVER = 1e10  # nm², a hundredth of a square millimetre: no paper


def facets_of(piece: Piece) -> Sheet:
    """The facets and hinges of a piece; two facets hinge where a score runs between them, and no slit."""
    return grid_of(piece) or subdivided(piece)


def subdivided(piece: Piece) -> Sheet:
    """The planar subdivision of a piece; two facets hinge where a score runs between them, and no slit.

    A score outside the piece, or one that ends on nothing, divides nothing.
    """
    lines: list[list[Point]] = []
    outline = _outline(piece)
    lines.append([*outline, outline[0]])
    gone: list[list[Point]] = []
    for panel in piece.removed:
        box = panel_box(piece, panel)
        if box is not None:
            gone.append(_ring(box))
    for window in piece.windows:
        box = window_box(piece, window)
        if box is not None:
            gone.append(_oval(box) if window.shape is WindowShape.OVAL else _ring(box))
    lines += [[*ring, ring[0]] for ring in gone]
    slits = [_ends(piece, slit) for slit in piece.slits]
    creases: list[tuple[Line | Diagonal, Point, Point]] = []
    for line in piece.scores:
        creases.append((line, *_ends(piece, line)))
    for diagonal in piece.diagonals:
        start, end = diagonal.start, diagonal.end
        creases.append((diagonal, (float(start[0]), float(start[1])), (float(end[0]), float(end[1]))))
    lines += [[a, b] for a, b in slits] + [[a, b] for _, a, b in creases]
    net = shapely.unary_union([shapely.LineString(line) for line in lines], grid_size=1.0)
    whole = _solid(outline)
    if gone:
        cut = shapely.unary_union([_solid(ring) for ring in gone], grid_size=1.0)
        whole = shapely.difference(whole, cut, grid_size=1.0)
    shapely.prepare(whole)
    cells = shapely.get_parts(shapely.polygonize(shapely.get_parts(net)))
    points = shapely.point_on_surface(cells)
    kept = shapely.contains(whole, points) & (shapely.area(cells) > _SLIVER)
    marks = _marks(columns(piece)), _marks(rows(piece))
    facets = tuple(_facet(cell, point, marks) for cell, point in zip(cells[kept], points[kept], strict=True))
    return Sheet(facets, _hinges(facets, creases, slits))


def _solid(ring: list[Point]) -> shapely.Geometry:
    """What a ring encloses. Ends and notches that meet make one that crosses itself: still paper."""
    shape = shapely.Polygon(ring)
    return shape if shape.is_valid else shape.buffer(0)


def _marks(sizes: Sequence[int]) -> list[int]:
    """Where a side's panels end but the last, from its beginning."""
    found, at = [], 0
    for size in sizes[:-1]:
        at += size
        found.append(at)
    return found


def _facet(cell: shapely.Polygon, point: shapely.Point, marks: tuple[list[int], list[int]]) -> Facet:
    ring = tuple((float(x), float(y)) for x, y in cell.exterior.normalize().coords[:-1])
    openings = tuple(tuple((float(x), float(y)) for x, y in hole.coords[:-1]) for hole in cell.interiors)
    panel = Panel(bisect_right(marks[0], point.x) + 1, bisect_right(marks[1], point.y) + 1)
    return Facet(ring, openings, panel, (point.x, point.y))


def _hinges(
    facets: tuple[Facet, ...],
    creases: list[tuple[Line | Diagonal, Point, Point]],
    slits: list[tuple[Point, Point]],
) -> tuple[Hinge, ...]:
    """Every stretch that two facets share on a score and on no slit; collinear neighbours are joined."""
    sharing: dict[tuple[Point, Point], list[int]] = defaultdict(list)
    for n, facet in enumerate(facets):
        for ring in (facet.ring, *facet.openings):
            for a, b in zip(ring, (*ring[1:], ring[0]), strict=True):
                sharing[(a, b) if a < b else (b, a)].append(n)
    stretches: dict[tuple[int, int, int], list[tuple[Point, Point]]] = defaultdict(list)
    for (a, b), owners in sharing.items():
        if len(owners) != 2:
            continue
        middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
        if any(_on(middle, *slit) for slit in slits):
            continue
        crease = next((n for n, (_, p, q) in enumerate(creases) if _on(middle, p, q)), None)
        if crease is not None:
            one, other = sorted(owners)
            stretches[one, other, crease].append((a, b))
    return tuple(
        Hinge(one, other, min(min(s) for s in found), max(max(s) for s in found), creases[crease][0])
        for (one, other, crease), found in stretches.items()
    )


def _on(point: Point, a: Point, b: Point) -> bool:
    """Whether a point lies on the stretch from a to b."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    length = hypot(dx, dy)
    if length == 0:
        return False
    off = abs((point[0] - a[0]) * dy - (point[1] - a[1]) * dx) / length
    along = ((point[0] - a[0]) * dx + (point[1] - a[1]) * dy) / length
    return off <= _NEAR and -_NEAR <= along <= length + _NEAR


def _ends(piece: Piece, line: Line) -> tuple[Point, Point]:
    whole = piece.height if line.along is Side.WIDTH else piece.width
    start, end = float(line.start or 0), float(whole if line.end is None else line.end)
    at = float(line.at)
    return ((at, start), (at, end)) if line.along is Side.WIDTH else ((start, at), (end, at))


def _ring(box: Box) -> list[Point]:
    x, y, w, h = float(box.x), float(box.y), float(box.width), float(box.height)
    return [(x, y), (x, y + h), (x + w, y + h), (x + w, y)]


def _oval(box: Box) -> list[Point]:
    x, y = float(box.x + box.width / 2), float(box.y + box.height / 2)
    a, b = float(box.width) / 2, float(box.height) / 2
    steps = 4 * _ARC_STEPS
    return [(x + a * cos(2 * pi * n / steps), y + b * sin(2 * pi * n / steps)) for n in range(steps)]


def _outline(piece: Piece) -> list[Point]:
    """The outer edge with its arcs as short straight lines."""
    if piece.outline is Outline.OVAL:
        return _oval(Box(Fraction(0), Fraction(0), Fraction(piece.width), Fraction(piece.height)))
    found: list[Point] = []
    for step in outline_of(piece):
        if isinstance(step, Arc):
            found += _arc(found[-1], step)
        else:
            found.append((float(step[0] * MILLIMETRE), float(step[1] * MILLIMETRE)))
    return [point for n, point in enumerate(found) if point != found[n - 1]]


def _arc(begin: Point, arc: Arc) -> list[Point]:
    """Points along a quarter or half of an ellipse whose axes lie along the edges, without its begin."""
    end = (float(arc.end[0] * MILLIMETRE), float(arc.end[1] * MILLIMETRE))
    a, b = float(arc.across * MILLIMETRE), float(arc.up * MILLIMETRE)
    # On the unit circle, where the ellipse's parts are a circle's.
    (x1, y1), (x2, y2) = (begin[0] / a, begin[1] / b), (end[0] / a, end[1] / b)
    mx, my, dx, dy = (x1 + x2) / 2, (y1 + y2) / 2, (x2 - x1) / 2, (y2 - y1) / 2
    half = min(1.0, hypot(dx, dy))
    rise = (1 - half * half) ** 0.5 / half if half else 0.0
    sign = 1 if arc.clockwise else -1
    cx, cy = mx + sign * dy * rise, my - sign * dx * rise
    ux, uy = x1 - cx, y1 - cy
    turn = -sign * 2 * asin(half)
    steps = max(2, round(abs(turn) / (pi / 2) * _ARC_STEPS))
    found = []
    for n in range(1, steps):
        c, s = cos(turn * n / steps), sin(turn * n / steps)
        found.append(((cx + c * ux - s * uy) * a, (cy + s * ux + c * uy) * b))
    return [*found, end]
