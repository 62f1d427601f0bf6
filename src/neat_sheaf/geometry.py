"""Panels: the rectangles between neighbouring full-length scores and edges."""

from __future__ import annotations

from itertools import pairwise

from neat_sheaf.length import Length
from neat_sheaf.project import Panel, Piece, Side

__all__ = ["columns", "floor", "panel_size", "panels", "rows"]


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


def floor(piece: Piece) -> tuple[Length, Length] | None:
    """The floor of a tray, (width, height) in nm: its middle panel; None where it has none."""
    wide, high = columns(piece), rows(piece)
    if len(wide) < 3 or len(high) < 3:
        return None
    return wide[len(wide) // 2], high[len(high) // 2]
