"""The outer edge of a piece: corners, shaped ends and notches, or an oval. Millimetres, y upwards."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.project import (
    Corner,
    CornerShape,
    Edge,
    End,
    EndShape,
    NotchShape,
    Outline,
    Piece,
)

__all__ = ["Arc", "Point", "outline_of"]

Point = tuple[Fraction, Fraction]
"""(x from the left edge, y from the bottom edge) in mm, exact."""


@dataclass(frozen=True, slots=True)
class Arc:
    """Part of an ellipse of these half axes (across, up; mm) to ``end``, at most half of it."""

    across: Fraction
    up: Fraction
    end: Point
    clockwise: bool = True


def _mm(length: int) -> Fraction:
    return Fraction(length, MILLIMETRE)


def outline_of(piece: Piece) -> list[Point | Arc]:
    """Clockwise from the lower left; the first is a point, and the last joins it."""
    w, h = _mm(piece.width), _mm(piece.height)
    if piece.outline is Outline.OVAL:
        return [(Fraction(0), h / 2), Arc(w / 2, h / 2, (w, h / 2)), Arc(w / 2, h / 2, (Fraction(0), h / 2))]
    return [step for edge in _EDGES for step in _Run(piece, edge).steps()]


# Clockwise: the edge, its first corner, and the direction in which it is walked.
_EDGES = (Edge.LEFT, Edge.TOP, Edge.RIGHT, Edge.BOTTOM)
_FIRST = {
    Edge.LEFT: Corner.BOTTOM_LEFT,
    Edge.TOP: Corner.TOP_LEFT,
    Edge.RIGHT: Corner.TOP_RIGHT,
    Edge.BOTTOM: Corner.BOTTOM_RIGHT,
}
_NEXT = {Edge.LEFT: Edge.TOP, Edge.TOP: Edge.RIGHT, Edge.RIGHT: Edge.BOTTOM, Edge.BOTTOM: Edge.LEFT}
_BEFORE = {after: before for before, after in _NEXT.items()}
_WALKS = {Edge.LEFT: (0, 1), Edge.TOP: (1, 0), Edge.RIGHT: (0, -1), Edge.BOTTOM: (-1, 0)}


class _Run:
    """One edge, walked clockwise from its first corner."""

    def __init__(self, piece: Piece, edge: Edge) -> None:
        self.piece, self.edge = piece, edge
        self.w, self.h = _mm(piece.width), _mm(piece.height)
        self.length = self.w if edge.level else self.h
        self.across = self.h if edge.level else self.w

    def at(self, along: Fraction, inward: Fraction = Fraction(0)) -> Point:
        """The point so far along the edge and so far into the piece."""
        dx, dy = _WALKS[self.edge]
        x = Fraction(0) if "left" in _FIRST[self.edge].value else self.w
        y = Fraction(0) if "bottom" in _FIRST[self.edge].value else self.h
        return x + dx * along + dy * inward, y + dy * along - dx * inward

    def _end(self, edge: Edge) -> End | None:
        return next((end for end in self.piece.ends if end.edge is edge), None)

    def steps(self) -> list[Point | Arc]:
        """From the first corner to just before the next one."""
        end = self._end(self.edge)
        found = self._corner() if end is None else self._shaped(end)
        return found + ([] if end is not None else self._notches())

    def _shaped(self, end: End) -> list[Point | Arc]:
        depth = min(_mm(end.depth), self.across)
        middle, zero = self.length / 2, Fraction(0)
        if end.shape is EndShape.FORKED:
            return [self.at(zero), self.at(middle, depth), self.at(self.length)]
        inset = middle if end.shape is EndShape.POINTED else min(_mm(end.inset), middle)
        found: list[Point | Arc] = [self.at(zero, depth), self.at(inset)]
        if inset != middle:
            found.append(self.at(self.length - inset))
        return [*found, self.at(self.length, depth)]

    def _corner(self) -> list[Point | Arc]:
        before = self._end(_BEFORE[self.edge])
        if before is not None:
            return []  # the shaped end before this edge has drawn its corner
        corner = _FIRST[self.edge]
        cut = next((c for c in self.piece.corners if c.corner is corner), None)
        if cut is None:
            return [self.at(Fraction(0))]
        level, upright = (min(_mm(size), self.w, self.h) for size in cut.sizes)
        here, there = (level, upright) if self.edge.level else (upright, level)
        came, goes = self.at(Fraction(0), there), self.at(here)
        if cut.shape is CornerShape.ROUND:
            return [came, Arc(level, upright, goes)]
        if cut.shape is CornerShape.NOTCH:
            return [came, self.at(here, there), goes]
        return [came, goes]

    def _notches(self) -> list[Point | Arc]:
        backwards = self.edge in (Edge.RIGHT, Edge.BOTTOM)
        places = []
        for notch in self.piece.notches:
            if notch.edge is self.edge:
                at = self.length / 2 if notch.at is None else _mm(notch.at)
                places.append((self.length - at if backwards else at, notch))
        found: list[Point | Arc] = []
        for at, notch in sorted(places, key=lambda place: place[0]):
            half, depth = _mm(notch.width) / 2, _mm(notch.depth)
            if notch.shape is NotchShape.TRIANGULAR:
                found += [self.at(at - half), self.at(at, depth), self.at(at + half)]
            else:
                across, up = (half, depth) if self.edge.level else (depth, half)
                found += [self.at(at - half), Arc(across, up, self.at(at + half), clockwise=False)]
        return found
