"""A piece as lines to be drawn: outline, scores, slits, reliefs and holes. Millimetres, y upwards.

This is the data that the SVG and the printed sheet draw; it knows nothing of either.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Corner, CornerCut, CornerShape, Fold, Line, Piece

__all__ = ["Drawn", "DrawnHole", "Point", "Segment", "drawn"]

Point = tuple[Fraction, Fraction]
"""(x from the left edge, y from the bottom edge) in mm, exact."""


@dataclass(frozen=True, slots=True)
class Segment:
    """A straight line between two points, mm."""

    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class Arc:
    """A quarter circle, clockwise, to ``end``; ``radius`` in mm."""

    radius: Fraction
    end: Point


@dataclass(frozen=True, slots=True)
class DrawnHole:
    """A round hole, mm."""

    centre: Point
    radius: Fraction


@dataclass(frozen=True, slots=True)
class Drawn:
    """A piece's lines. ``outline`` starts at its first point and closes; points and arcs follow."""

    width: Fraction
    height: Fraction
    outline: tuple[Point | Arc, ...]
    valleys: tuple[Segment, ...]
    mountains: tuple[Segment, ...]
    slits: tuple[Segment, ...]
    reliefs: tuple[tuple[Point, Point, Point], ...]
    holes: tuple[DrawnHole, ...]


def _mm(length: int) -> Fraction:
    return Fraction(length, MILLIMETRE)


def drawn(piece: Piece) -> Drawn:
    """The lines of a piece at true size."""
    folds: dict[Fold, list[Segment]] = {Fold.VALLEY: [], Fold.MOUNTAIN: []}
    for line in piece.scores:
        folds[line.fold].append(_segment(piece, line))
    for diagonal in piece.diagonals:
        (x1, y1), (x2, y2) = diagonal.start, diagonal.end
        folds[diagonal.fold].append(Segment((_mm(x1), _mm(y1)), (_mm(x2), _mm(y2))))
    reliefs = [relief for line in piece.slits if (relief := _relief(piece, line)) is not None]
    return Drawn(
        width=_mm(piece.width),
        height=_mm(piece.height),
        outline=tuple(_outline(piece)),
        valleys=tuple(folds[Fold.VALLEY]),
        mountains=tuple(folds[Fold.MOUNTAIN]),
        slits=tuple(_segment(piece, line) for line in piece.slits),
        reliefs=tuple(reliefs),
        holes=tuple(DrawnHole((_mm(h.x), _mm(h.y)), _mm(h.diameter) / 2) for h in piece.holes),
    )


def _ends(piece: Piece, line: Line) -> tuple[Length, Length]:
    whole = piece.height if line.along is Side.WIDTH else piece.width
    return line.start or Length(0), whole if line.end is None else line.end


def _point(line: Line, at: int, along: int) -> Point:
    return (_mm(at), _mm(along)) if line.along is Side.WIDTH else (_mm(along), _mm(at))


def _segment(piece: Piece, line: Line) -> Segment:
    start, end = _ends(piece, line)
    return Segment(_point(line, line.at, start), _point(line, line.at, end))


def _relief(piece: Piece, line: Line) -> tuple[Point, Point, Point] | None:
    """The wedge beside a slit that runs in from one edge: widest at the edge, to nothing inside."""
    if not line.relief:
        return None
    start, end = _ends(piece, line)
    whole = piece.height if line.along is Side.WIDTH else piece.width
    if (start == 0) == (end == whole):
        return None
    edge, inner = (start, end) if start == 0 else (end, start)
    return (
        _point(line, line.at - line.relief, edge),
        _point(line, line.at + line.relief, edge),
        _point(line, line.at, inner),
    )


# Clockwise from the lower left: the corner, where its edge comes from, where it goes on to.
_TURNS = (
    (Corner.BOTTOM_LEFT, (1, 0), (0, 1)),
    (Corner.TOP_LEFT, (0, -1), (1, 0)),
    (Corner.TOP_RIGHT, (-1, 0), (0, -1)),
    (Corner.BOTTOM_RIGHT, (0, 1), (-1, 0)),
)


def _outline(piece: Piece) -> list[Point | Arc]:
    cuts: dict[Corner, CornerCut] = {cut.corner: cut for cut in piece.corners}
    w, h = _mm(piece.width), _mm(piece.height)
    found: list[Point | Arc] = []
    for corner, came, goes in _TURNS:
        x = Fraction(0) if "left" in corner.value else w
        y = Fraction(0) if "bottom" in corner.value else h
        cut = cuts.get(corner)
        if cut is None:
            found.append((x, y))
            continue
        size = min(_mm(cut.size), w, h)
        before = (x + came[0] * size, y + came[1] * size)
        after = (x + goes[0] * size, y + goes[1] * size)
        found.append(before)
        if cut.shape is CornerShape.ROUND:
            found.append(Arc(size, after))
            continue
        if cut.shape is CornerShape.NOTCH:
            found.append((before[0] + goes[0] * size, before[1] + goes[1] * size))
        found.append(after)
    return found
