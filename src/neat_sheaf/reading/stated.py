"""What a text says comes of a piece, held against what its scores make of it."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Boxed, Message, Sized, message
from neat_sheaf.reading.placing import Placed

__all__ = ["contradiction", "plain_sizes"]


def contradiction(
    size: tuple[Length, Length], placed: Placed, stated: Sequence[tuple[Length, ...]]
) -> Message | None:
    """A question where what is stated is not what the scores make; None where it agrees or cannot be told.

    Told are a tray, scored alike from all four edges, and a sheet folded in half.
    """
    lines = {side: placed.valley[side] | placed.mountain[side] for side in Side}
    found = plain_sizes(size, lines)
    for result in stated:
        if found is None or sorted(result) == sorted(found):
            continue
        if len(result) == 3 == len(found):
            return message("result-differs", said=Boxed(*result), found=Boxed(*found))
        if len(result) == 2 == len(found):
            return message("result-differs", said=Sized(*result), found=Sized(*found))
    return None


def plain_sizes(size: tuple[Length, Length], lines: dict[Side, set[Length]]) -> tuple[int, ...] | None:
    """What arithmetic alone makes of a sheet: floor and depth of a tray, the two sides of one folded in half.

    None where it is neither. Tabs of a deep tray that stand out beyond its walls are not counted.
    """
    return _tray(size, lines) or _half(size, lines)


def _tray(size: tuple[Length, Length], lines: dict[Side, set[Length]]) -> tuple[int, int, int] | None:
    """Floor and depth of a sheet scored at one distance from every edge. Arithmetic: W-2d by H-2d by d."""
    width, height = size
    depth = min(lines[Side.WIDTH], default=0)
    if (
        not depth
        or lines[Side.WIDTH] != {depth, width - depth}
        or lines[Side.HEIGHT] != {depth, height - depth}
    ):
        return None
    return width - 2 * depth, height - 2 * depth, depth


def _half(size: tuple[Length, Length], lines: dict[Side, set[Length]]) -> tuple[int, int] | None:
    """The size of a sheet that has one score, in the middle of a side."""
    width, height = size
    if lines[Side.WIDTH] == {width // 2} and not lines[Side.HEIGHT] and width % 2 == 0:
        return width // 2, height
    if lines[Side.HEIGHT] == {height // 2} and not lines[Side.WIDTH] and height % 2 == 0:
        return width, height // 2
    return None
