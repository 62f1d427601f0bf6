"""A stand-in for the scoring board on the table: it presses the lines it is told to and keeps what they give.

It knows nothing of lists. A piece is laid with one of its edges against the fence, one side up; a line is
pressed along the groove at the stop. It works out on its own where that line is on the piece, by turning it.
"""

from __future__ import annotations

from typing import NamedTuple

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

__all__ = ["Board", "BoardError", "Pressed"]

_Point = tuple[int, int]
# Quarter turns against the clock that bring an edge of a piece with its print up to the fence on the left.
_TURNS = {"left": 0, "top": 1, "right": 2, "bottom": 3}
_MIRRORED = {"left": "right", "right": "left", "top": "top", "bottom": "bottom"}


class BoardError(NeatSheafError):
    """The board was told something that cannot be done with the piece that lies on it."""

    def __init__(self, why: str) -> None:
        super().__init__(message("not-at-the-board", why=why))


class Pressed(NamedTuple):
    """A score on a piece, x from the left and y from the bottom of its print, nm; pressed into which side."""

    start: _Point
    end: _Point
    into_print: bool


class Board:
    """A board with a fence on its left, grooves ``reach`` nm to the right of it. Lengths in nm."""

    def __init__(self, reach: int) -> None:
        self.reach = reach
        self.stop: int | None = None
        self.stops_made = 0
        self.lines_made = 0

    def set(self, stop: int) -> None:
        """Choose the groove at this distance from the fence."""
        if not 0 < stop <= self.reach:
            raise BoardError(f"there is no groove at {stop}")
        self.stop = stop
        self.stops_made += 1

    def press(
        self, size: tuple[int, int], edge: str, *, print_up: bool,
        measured_from: str, part: tuple[int, int] | None,
    ) -> Pressed:  # fmt: skip
        """Score a piece of this size (width and height of its print) laid with ``edge`` at the fence.

        ``part`` is from where to where along the groove, measured from the edge of that name.
        """
        if self.stop is None:
            raise BoardError("no groove has been chosen")
        # Turned over about its upright middle, left and right change places on the table.
        lying = edge if print_up else _MIRRORED[edge]
        turns = _TURNS[lying]
        wide, tall = size if turns % 2 == 0 else size[::-1]
        if self.stop >= wide:
            raise BoardError(f"a piece {wide} wide does not reach the groove at {self.stop}")
        low, high = 0, tall
        if part is not None:
            from_edge = measured_from if print_up else _MIRRORED[measured_from]
            low, high = self._span(from_edge, turns, tall, part)
        ends = [self._back((self.stop, y), turns, size, print_up) for y in (low, high)]
        self.lines_made += 1
        start, end = sorted(ends)
        return Pressed(start, end, print_up)

    @staticmethod
    def _span(edge: str, turns: int, tall: int, part: tuple[int, int]) -> _Point:
        """Where on the table, from the lower end of the groove, a part measured from an edge lies."""
        # Each quarter turn against the clock takes left to the bottom, bottom to the right, and so on.
        order = ["left", "bottom", "right", "top"]
        now = order[(order.index(edge) + turns) % 4]
        if now not in ("bottom", "top"):
            raise BoardError(f"nothing is measured along the fence from its {now}")
        low, high = part if now == "bottom" else (tall - part[1], tall - part[0])
        if not 0 <= low < high <= tall:
            raise BoardError(f"from {low} to {high} is not on a piece {tall} long")
        return low, high

    @staticmethod
    def _back(point: _Point, turns: int, size: tuple[int, int], print_up: bool) -> _Point:
        """A point of the table as a point of the print: turned back, and turned over again."""
        x, y = point
        wide, tall = size if turns % 2 == 0 else size[::-1]
        for _ in range(turns):
            # A quarter turn with the clock.
            x, y, wide, tall = y, wide - x, tall, wide
        return (x, y) if print_up else (size[0] - x, y)
