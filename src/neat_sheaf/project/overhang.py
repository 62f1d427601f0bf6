"""Whether a sheet holds a piece, and where it does not by how much."""

from __future__ import annotations

from typing import NamedTuple

from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.project.piece import Piece

__all__ = ["Overhang", "overhang", "overhang_message"]


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
    lying = [(own, False), (own[::-1], True)] if turns else [(own, False)]
    over = [Overhang(max(0, w - width), max(0, h - height), turned) for (w, h), turned in lying]
    return min(over, key=lambda o: o.wide + o.high)


def overhang_message(over: Overhang) -> Message:
    """``1/4 in too wide and 1 in too high``."""
    if over.wide and over.high:
        return message("overhang.both", wide=Measured(over.wide), high=Measured(over.high))
    if over.wide:
        return message("overhang.wide", wide=Measured(over.wide))
    return message("overhang.high", high=Measured(over.high))
