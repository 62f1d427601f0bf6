"""A piece as lines to be drawn: outline, scores, slits, reliefs, windows and holes. Millimetres, y upwards.

This is the data that the SVG and the printed sheet draw; it knows nothing of either.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Fold, Line, Piece, WindowShape
from neat_sheaf.project.layers import pierced
from neat_sheaf.project.outlines import Arc, Point, outline_of
from neat_sheaf.project.panels import panel_box
from neat_sheaf.project.windows import Box, window_box

__all__ = ["Arc", "Drawn", "DrawnHole", "DrawnWindow", "Point", "Segment", "drawn"]


@dataclass(frozen=True, slots=True)
class Segment:
    """A straight line between two points, mm."""

    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class DrawnHole:
    """A round hole, mm."""

    centre: Point
    radius: Fraction


@dataclass(frozen=True, slots=True)
class DrawnWindow:
    """A window by its lower left corner and its sizes, mm."""

    oval: bool
    corner: Point
    width: Fraction
    height: Fraction


@dataclass(frozen=True, slots=True)
class Drawn:
    """A piece's lines. ``outline`` starts at its first point and closes; points and arcs follow.

    ``removed`` are panels that are cut away; no score is drawn on them or along their edges.
    """

    width: Fraction
    height: Fraction
    outline: tuple[Point | Arc, ...]
    valleys: tuple[Segment, ...]
    mountains: tuple[Segment, ...]
    slits: tuple[Segment, ...]
    reliefs: tuple[tuple[Point, Point, Point], ...]
    holes: tuple[DrawnHole, ...]
    windows: tuple[DrawnWindow, ...]
    removed: tuple[DrawnWindow, ...]


def _mm(length: int | Fraction) -> Fraction:
    return Fraction(length) / MILLIMETRE


def drawn(piece: Piece) -> Drawn:
    """The lines of a piece at true size; a panel that is not there is left out of it."""
    folds: dict[Fold, list[Segment]] = {Fold.VALLEY: [], Fold.MOUNTAIN: []}
    boxes = [panel_box(piece, panel) for panel in piece.removed]
    gone = [box for box in boxes if box is not None]
    for line in piece.scores:
        folds[line.fold] += _kept(piece, line, gone)
    for diagonal in piece.diagonals:
        (x1, y1), (x2, y2) = diagonal.start, diagonal.end
        folds[diagonal.fold].append(Segment((_mm(x1), _mm(y1)), (_mm(x2), _mm(y2))))
    reliefs = [relief for line in piece.slits if (relief := _relief(piece, line)) is not None]
    windows = [(window.shape, window_box(piece, window)) for window in piece.windows]
    return Drawn(
        width=_mm(piece.width),
        height=_mm(piece.height),
        outline=tuple(outline_of(piece)),
        valleys=tuple(folds[Fold.VALLEY]),
        mountains=tuple(folds[Fold.MOUNTAIN]),
        slits=tuple(_segment(piece, line) for line in piece.slits),
        reliefs=tuple(reliefs),
        holes=tuple(DrawnHole((_mm(h.x), _mm(h.y)), _mm(h.diameter) / 2) for h in pierced(piece)),
        windows=tuple(
            _drawn_box(box, shape is WindowShape.OVAL) for shape, box in windows if box is not None
        ),
        removed=tuple(_drawn_box(box, False) for box in gone),
    )


def _drawn_box(box: Box, oval: bool) -> DrawnWindow:
    return DrawnWindow(oval, (_mm(box.x), _mm(box.y)), _mm(box.width), _mm(box.height))


def _ends(piece: Piece, line: Line) -> tuple[Length, Length]:
    whole = piece.height if line.along is Side.WIDTH else piece.width
    return line.start or Length(0), whole if line.end is None else line.end


def _point(line: Line, at: int | Fraction, along: int | Fraction) -> Point:
    return (_mm(at), _mm(along)) if line.along is Side.WIDTH else (_mm(along), _mm(at))


def _segment(piece: Piece, line: Line) -> Segment:
    start, end = _ends(piece, line)
    return Segment(_point(line, line.at, start), _point(line, line.at, end))


def _kept(piece: Piece, line: Line, gone: list[Box]) -> list[Segment]:
    """A score without the stretches on or along removed panels."""
    parts: list[tuple[Fraction, Fraction]] = [tuple(map(Fraction, _ends(piece, line)))]  # type: ignore[list-item]
    for box in gone:
        near, size = (box.x, box.width) if line.along is Side.WIDTH else (box.y, box.height)
        from_, length = (box.y, box.height) if line.along is Side.WIDTH else (box.x, box.width)
        if not near <= line.at <= near + size:
            continue
        until = from_ + length
        parts = [
            (a, b)
            for start, end in parts
            for a, b in ((start, min(end, from_)), (max(start, until), end))
            if a < b
        ]
    return [Segment(_point(line, line.at, a), _point(line, line.at, b)) for a, b in parts]


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
