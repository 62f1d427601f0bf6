"""Panels: the rectangles between neighbouring full-length scores and edges; what they enclose."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Diagonal, Line, Notch, Panel, Piece, Window

__all__ = [
    "Box",
    "columns",
    "panel_box",
    "panel_size",
    "panels",
    "panels_along",
    "rows",
    "span_size",
    "stretched",
]


def panels(side: Length, at: list[Length]) -> list[Length]:
    """Panel lengths along ``side`` (nm) with scores ``at``; they sum to ``side``.

    The scores may come in any order; one outside the side or doubled gives a
    panel that is not positive, which ``checks`` reports.
    """
    marks = [Length(0), *sorted(at), side]
    return [Length(b - a) for a, b in pairwise(marks)]


def columns(piece: Piece) -> list[Length]:
    """Widths of the piece's columns from the left edge, nm."""
    return panels(piece.width, _full(piece, Side.WIDTH))


def rows(piece: Piece) -> list[Length]:
    """Heights of the piece's rows from the bottom edge, nm."""
    return panels(piece.height, _full(piece, Side.HEIGHT))


def _full(piece: Piece, along: Side) -> list[Length]:
    return [line.at for line in piece.scores if line.along is along and line.full]


def panel_size(piece: Piece, panel: Panel) -> tuple[Length, Length] | None:
    """(width, height) of a panel in nm, or None where the piece has no such panel."""
    wide, high = columns(piece), rows(piece)
    if panel.column > len(wide) or panel.row > len(high):
        return None
    return wide[panel.column - 1], high[panel.row - 1]


def span_size(piece: Piece, first: Panel, last: Panel | None) -> tuple[Length, Length] | None:
    """(width, height) in nm from one panel to another; None where the piece has not both of them."""
    last = last or first
    wide, high = columns(piece), rows(piece)
    across, up = sorted((first.column, last.column)), sorted((first.row, last.row))
    if across[1] > len(wide) or up[1] > len(high):
        return None
    return Length(sum(wide[across[0] - 1 : across[1]])), Length(sum(high[up[0] - 1 : up[1]]))


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle by its lower left corner, nm."""

    x: Fraction
    y: Fraction
    width: Fraction
    height: Fraction


def panel_box(piece: Piece, panel: Panel) -> Box | None:
    """Where a panel is on its piece, nm, or None where the piece has no such panel."""
    size = panel_size(piece, panel)
    if size is None:
        return None
    x, y = sum(columns(piece)[: panel.column - 1]), sum(rows(piece)[: panel.row - 1])
    return Box(Fraction(x), Fraction(y), Fraction(size[0]), Fraction(size[1]))


def panels_along(piece: Piece, side: Side) -> list[Length]:
    """The piece's panels along a side, nm."""
    return columns(piece) if side is Side.WIDTH else rows(piece)


def stretched(piece: Piece, side: Side, panel: int, by: int) -> Piece:
    """The piece with one panel (number from 0 along ``side``) longer by ``by`` nm.

    Everything beyond the panel moves with it; every other panel keeps its size. ``by`` may be
    negative, but not past the panel's own length.
    """
    sizes = panels_along(piece, side)
    if sizes[panel] + by <= 0:
        raise ValueError("a panel cannot shrink to nothing")
    edge = sum(sizes[: panel + 1])

    def moved(place: Length) -> Length:
        return Length(place + by) if place >= edge else place

    def line(of: Line) -> Line:
        if of.along is side:
            return replace(of, at=moved(of.at))
        start = None if of.start is None else moved(of.start)
        return replace(of, start=start, end=None if of.end is None else moved(of.end))

    def point(of: tuple[Length, Length]) -> tuple[Length, Length]:
        return (moved(of[0]), of[1]) if side is Side.WIDTH else (of[0], moved(of[1]))

    def diagonal(of: Diagonal) -> Diagonal:
        return replace(of, start=point(of.start), end=point(of.end))

    holes = []
    for hole in piece.holes:
        x, y = point((hole.x, hole.y))
        holes.append(replace(hole, x=x, y=y))
    wide, high = (by, 0) if side is Side.WIDTH else (0, by)

    def window(of: Window) -> Window:
        # A place within a panel stays where it is in that panel.
        if of.panel is not None:
            return of
        x = of.x if of.x is None or side is Side.HEIGHT else moved(of.x)
        y = of.y if of.y is None or side is Side.WIDTH else moved(of.y)
        return replace(of, x=x, y=y)

    def notch(of: Notch) -> Notch:
        along = Side.WIDTH if of.edge.level else Side.HEIGHT
        return replace(of, at=moved(of.at)) if of.at is not None and along is side else of

    return replace(
        piece,
        width=Length(piece.width + wide),
        height=Length(piece.height + high),
        scores=tuple(map(line, piece.scores)),
        slits=tuple(map(line, piece.slits)),
        diagonals=tuple(map(diagonal, piece.diagonals)),
        holes=tuple(holes),
        windows=tuple(map(window, piece.windows)),
        notches=tuple(map(notch, piece.notches)),
    )
