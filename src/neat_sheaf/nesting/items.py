"""What is nested: kinds of rectangle, and the stock they are cut from. Sizes in nm."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side

__all__ = ["Access", "Item", "Stock"]


class Access(StrEnum):
    """How the trimmer gets at a piece of stock.

    ``ROWS``: it is higher than the blade is long, so cuts across its width come first, until each
    row is within reach; ``COLUMNS`` the same the other way; ``NONE``: no cut reaches across it.
    """

    FREE = "free"
    ROWS = "rows"
    COLUMNS = "columns"
    NONE = "none"


@dataclass(frozen=True, slots=True)
class Item:
    """A kind of rectangle; ``turns`` says whether it may lie turned by 90 degrees.

    One that is not ``solid`` is a block that is cut further once it is free.
    """

    width: Length
    height: Length
    turns: bool = False
    solid: bool = True

    @property
    def orientations(self) -> tuple[tuple[Length, Length, bool], ...]:
        """How it may lie: (width, height, turned)."""
        upright = (self.width, self.height, False)
        if not self.turns or self.width == self.height:
            return (upright,)
        return (upright, (self.height, self.width, True))

    def fits(self, width: int, height: int) -> bool:
        """Whether it lies, turned or not, in a rectangle of this size."""
        return any(w <= width and h <= height for w, h, _ in self.orientations)


@dataclass(frozen=True, slots=True)
class Stock:
    """A size of stock: whole sheets, bought as needed, or ``limit`` offcuts of one size.

    ``cost`` weighs one sheet against sheets of another size: 1 each where sheets are counted,
    or a price in any whole unit of money. Offcuts cost nothing. ``whole`` is the size with the
    edges around the part that can be used, which the trimmer has to take off; None: it has none.
    """

    width: Length
    height: Length
    limit: int | None = None
    cost: int = 1
    whole: tuple[Length, Length] | None = None

    @property
    def is_sheet(self) -> bool:
        """Whether each one used is a sheet opened."""
        return self.limit is None

    def access(self, reach: int | None) -> Access:
        """How a trimmer whose longest cut is ``reach`` nm (None: any) gets at it."""
        width, height = self.whole or (self.width, self.height)
        if reach is None or max(width, height) <= reach:
            return Access.FREE
        # The edges across the long side come off first, and may leave the rest within reach.
        if width <= reach:
            return Access.FREE if self.height <= reach else Access.ROWS
        if height <= reach:
            return Access.FREE if self.width <= reach else Access.COLUMNS
        return Access.NONE

    def long_side(self, reach: int | None) -> Side | None:
        """The side that is cut into rows or columns first, None where any cut may come first."""
        return {Access.ROWS: Side.HEIGHT, Access.COLUMNS: Side.WIDTH}.get(self.access(reach))
