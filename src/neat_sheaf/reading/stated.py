"""What arithmetic alone makes of a scored sheet: a tray, or a sheet folded in half."""

from __future__ import annotations

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Piece

__all__ = ["plain_sizes"]


def plain_sizes(piece: Piece) -> tuple[Length, ...] | None:
    """Floor and depth of a tray, or the two sides of a sheet folded in half, nm; None where it is neither.

    Tabs of a deep tray that stand out beyond its walls are not counted.
    """
    size = piece.width, piece.height
    lines = {side: {score.at for score in piece.scores if score.along is side} for side in Side}
    return _tray(size, lines) or _half(size, lines)


def _tray(size: tuple[Length, Length], lines: dict[Side, set[Length]]) -> tuple[Length, ...] | None:
    """Floor and depth of a sheet scored at one distance from every edge. Arithmetic: W-2d by H-2d by d."""
    width, height = size
    depth = min(lines[Side.WIDTH], default=0)
    alike = lines[Side.WIDTH] == {depth, width - depth} and lines[Side.HEIGHT] == {depth, height - depth}
    if not depth or not alike:
        return None
    return Length(width - 2 * depth), Length(height - 2 * depth), Length(depth)


def _half(size: tuple[Length, Length], lines: dict[Side, set[Length]]) -> tuple[Length, ...] | None:
    """The size of a sheet that has one score, in the middle of a side."""
    width, height = size
    if lines[Side.WIDTH] == {width // 2} and not lines[Side.HEIGHT] and width % 2 == 0:
        return Length(width // 2), height
    if lines[Side.HEIGHT] == {height // 2} and not lines[Side.WIDTH] and height % 2 == 0:
        return width, Length(height // 2)
    return None
