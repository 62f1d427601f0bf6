"""Whether a sheet holds a piece, and where it does not by how much."""

from __future__ import annotations

from typing import NamedTuple

from neat_sheaf.length import Unit, say_length
from neat_sheaf.project import Piece

__all__ = ["Overhang", "overhang", "say_overhang"]


class Overhang(NamedTuple):
    """By how much a piece's rough cut is too wide and too high, nm, and whether it lies turned."""

    wide: int
    high: int
    turned: bool

    @property
    def fits(self) -> bool:
        """Whether the sheet holds it."""
        return not (self.wide or self.high)


def overhang(piece: Piece, width: int, height: int, turns: bool) -> Overhang:
    """The least overhang of a piece on a sheet of this size, turned where it may and that is less."""
    own = (piece.rough_width, piece.rough_height)
    ways = [(own, False), (own[::-1], True)] if turns else [(own, False)]
    over = [Overhang(max(0, w - width), max(0, h - height), turned) for (w, h), turned in ways]
    return min(over, key=lambda way: way.wide + way.high)


def say_overhang(over: Overhang, units: Unit) -> str:
    """``1/4 in too wide and 1 in too high``."""
    ways = (over.wide, "wide"), (over.high, "high")
    return " and ".join(f"{say_length(by, units)} too {word}" for by, word in ways if by)
