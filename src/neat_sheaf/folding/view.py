"""A piece's panels seen from one of its sides, so that each form is written down once.

Panels are cells ``(i, j)`` from 0: ``i`` around, ``j`` the other way. Sizes are in nm.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from itertools import accumulate

from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Panel, Piece
from neat_sheaf.project.panels import columns, rows

__all__ = ["Border", "Cell", "View", "alike", "views_of"]

Cell = tuple[int, int]
_SLIP = inches("1/2")  # From memory: sizes that differ by more, or by a quarter, were not meant to be alike.


def alike(one: int, other: int) -> bool:
    """Whether two sizes were meant to be the same: they are, or differ by a slip of the pen."""
    return abs(one - other) <= min(_SLIP, max(one, other) // 4)


@dataclass(frozen=True, slots=True)
class Border:
    """A line between two panels: at ``at`` along ``along``, from ``start`` to ``end`` the other way, nm."""

    along: Side
    at: int
    start: int
    end: int


class View:
    """A piece with ``around`` as the side that folds round, from either end of either side.

    ``a`` are its panel sizes around, ``b`` those along the ``other`` side.
    """

    def __init__(self, piece: Piece, around: Side, back: bool = False, down: bool = False) -> None:
        self.piece, self.around, self.back, self.down = piece, around, back, down
        self.other = Side.HEIGHT if around is Side.WIDTH else Side.WIDTH
        self.a = self._sizes(around, back)
        self.b = self._sizes(self.other, down)

    def _sizes(self, side: Side, turned: bool) -> tuple[Length, ...]:
        sizes = columns(self.piece) if side is Side.WIDTH else rows(self.piece)
        return tuple(reversed(sizes)) if turned else tuple(sizes)

    def panel(self, cell: Cell) -> Panel:
        """The panel that a cell is."""
        i, j = cell
        i = len(self.a) - 1 - i if self.back else i
        j = len(self.b) - 1 - j if self.down else j
        return Panel(i + 1, j + 1) if self.around is Side.WIDTH else Panel(j + 1, i + 1)

    def cell(self, panel: Panel) -> Cell:
        """The cell that a panel is."""
        i, j = panel.column - 1, panel.row - 1
        if self.around is Side.HEIGHT:
            i, j = j, i
        return (len(self.a) - 1 - i if self.back else i, len(self.b) - 1 - j if self.down else j)

    def here(self, cell: Cell) -> bool:
        """Whether the panel is there, not cut away."""
        return self.panel(cell) not in self.piece.removed

    def border(self, one: Cell, other: Cell) -> Border:
        """The line that two neighbouring cells share."""
        first, second = sorted((self.panel(one), self.panel(other)), key=lambda p: (p.column, p.row))
        across, up = self._edges
        left, right = across[first.column - 1 : first.column + 1]
        low, high = up[first.row - 1 : first.row + 1]
        if first.row == second.row:
            return Border(Side.WIDTH, right, low, high)
        return Border(Side.HEIGHT, high, left, right)

    @cached_property
    def _edges(self) -> tuple[list[int], list[int]]:
        wide, high = columns(self.piece), rows(self.piece)
        return [0, *accumulate(wide)], [0, *accumulate(high)]

    def slit(self, one: Cell, other: Cell) -> int:
        """How much of the line between two neighbours is slit, nm."""
        if not self.piece.slits:
            return 0
        border = self.border(one, other)
        whole = self.piece.height if border.along is Side.WIDTH else self.piece.width
        done, at = 0, border.start
        for start, end in sorted(
            (slit.start or 0, whole if slit.end is None else slit.end)
            for slit in self.piece.slits
            if slit.along is border.along and slit.at == border.at
        ):
            begin, stop = max(int(start), at), min(int(end), border.end)
            if begin < stop:
                done, at = done + stop - begin, stop
        return done

    def is_slit(self, one: Cell, other: Cell) -> bool:
        """Whether two neighbours are cut apart, all along or a part of it."""
        return self.slit(one, other) > 0

    @cached_property
    def neighbours(self) -> tuple[tuple[Cell, Cell], ...]:
        """Every two cells beside one another that are both there."""
        there = set(self.cells)
        return tuple(
            ((i, j), next_) for i, j in self.cells for next_ in ((i + 1, j), (i, j + 1)) if next_ in there
        )

    @cached_property
    def tabs(self) -> frozenset[Cell]:
        """The cells that the list calls tabs."""
        return frozenset(self.cell(tab.panel) for tab in self.piece.tabs)

    @cached_property
    def cells(self) -> tuple[Cell, ...]:
        """Every cell that is there."""
        return tuple((i, j) for i in range(len(self.a)) for j in range(len(self.b)) if self.here((i, j)))


def views_of(piece: Piece) -> Iterator[View]:
    """The piece from each side: as it lies first."""
    for around in Side:
        for back in (False, True):
            for down in (False, True):
                yield View(piece, around, back, down)
