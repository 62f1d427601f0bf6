"""What is nested: kinds of rectangle, and the stock they are cut from. Sizes in nm."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.length import Length

__all__ = ["Item", "Stock"]


@dataclass(frozen=True, slots=True)
class Item:
    """A kind of rectangle; ``turns`` says whether it may lie turned by 90 degrees."""

    width: Length
    height: Length
    turns: bool = False

    @property
    def ways(self) -> tuple[tuple[Length, Length, bool], ...]:
        """The ways it may lie: (width, height, turned)."""
        upright = (self.width, self.height, False)
        if not self.turns or self.width == self.height:
            return (upright,)
        return (upright, (self.height, self.width, True))

    def fits(self, width: int, height: int) -> bool:
        """Whether it lies some way in a rectangle of this size."""
        return any(w <= width and h <= height for w, h, _ in self.ways)


@dataclass(frozen=True, slots=True)
class Stock:
    """A size of stock: whole sheets, bought as needed, or ``limit`` offcuts of one size.

    ``cost`` weighs one sheet against sheets of another size: 1 each where sheets are counted,
    or a price in any whole unit of money. Offcuts cost nothing.
    """

    width: Length
    height: Length
    limit: int | None = None
    cost: int = 1

    @property
    def is_sheet(self) -> bool:
        """Whether each one used is a sheet opened."""
        return self.limit is None
