"""What cannot be used along the edges of a sheet, cut off around the part that can."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

from neat_sheaf.cutting.option import CutSheets
from neat_sheaf.cutting.strips import Part, Strips
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Access, Stock
from neat_sheaf.stock import Paper

__all__ = ["on_whole_sheet"]


def on_whole_sheet(paper: Paper, stock: Stock, times: int, part: Part, reach: int | None) -> CutSheets:
    """The usable part with the edges around it that come off first, as far as the trimmer reaches."""
    edges = paper.edges
    if not stock.is_sheet or stock.whole is None:
        return CutSheets(paper, stock, times, part)
    width, height = stock.width, stock.height
    beside = _EdgeStrips(Side.WIDTH, width, edges.left, edges.right)
    above = _EdgeStrips(Side.HEIGHT, height, edges.bottom, edges.top)
    access = stock.access(reach)
    if access is Access.ROWS:
        part = above.around(beside.around_each(part))
    elif access is Access.COLUMNS:
        part = beside.around(above.around_each(part))
    elif reach is not None and stock.whole[1] > reach:
        part = above.around(beside.around(part))
    else:
        part = beside.around(above.around(part))
    return CutSheets(paper, replace(stock, width=stock.whole[0], height=stock.whole[1]), times, part)


class _EdgeStrips(NamedTuple):
    """What is taken off along a side (nm): ``near`` and ``far`` of the ``size`` that can be used."""

    along: Side
    size: Length
    near: Length
    far: Length

    def around(self, part: Part) -> Part:
        """The part with these edges around it."""
        if not self.near and not self.far:
            return part
        return Strips(self.along, ((self.size, part),), self.far, self.near)

    def around_each(self, part: Part) -> Part:
        """The part cut into rows the other option, each with these edges around it."""
        if not isinstance(part, Strips) or part.along is self.along:
            return self.around(part)
        return replace(part, strips=tuple((size, self.around(row)) for size, row in part.strips))
