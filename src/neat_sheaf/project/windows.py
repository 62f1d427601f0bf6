"""Where a window is on its piece."""

from __future__ import annotations

from fractions import Fraction

from neat_sheaf.measure.length import Length
from neat_sheaf.project import Piece, Window
from neat_sheaf.project.panels import Box, panel_box

__all__ = ["Box", "window_box"]


def window_box(piece: Piece, window: Window) -> Box | None:
    """The window's box, nm; None where the panel it is on is not there. Half a nanometre can occur."""
    within = Box(Fraction(0), Fraction(0), Fraction(piece.width), Fraction(piece.height))
    if window.panel is not None:
        found = panel_box(piece, window.panel)
        if found is None:
            return None
        within = found
    x = _placed(within.x, within.width, window.width, window.x)
    y = _placed(within.y, within.height, window.height, window.y)
    return Box(x, y, Fraction(window.width), Fraction(window.height))


def _placed(start: Fraction, whole: Fraction, size: Length, at: Length | None) -> Fraction:
    return start + ((whole - size) / 2 if at is None else at)
