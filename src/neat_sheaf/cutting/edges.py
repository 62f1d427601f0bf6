"""What cannot be used along the edges of a sheet, cut off around the part that can."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from neat_sheaf.cutting.option import CutSheets
from neat_sheaf.cutting.plan import Extent
from neat_sheaf.cutting.strips import Part, Strips, facts_of
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Access, Stock
from neat_sheaf.nesting.tree import Spot
from neat_sheaf.stock import Paper

__all__ = ["on_whole_sheet"]


Keeps = Callable[[int, int], bool]


def on_whole_sheet(
    paper: Paper, stock: Stock, times: int, part: Part, reach: int | None, keeps: Keeps
) -> CutSheets:
    """The usable part with the edges around it that come off first, as far as the trimmer reaches.

    An edge on the far side needs no cut of its own where what lies beside it is waste not worth keeping.
    """
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
    elif reach is not None and max(stock.whole) > reach:
        part = (
            above.around(beside.around(part)) if stock.whole[1] > reach else beside.around(above.around(part))
        )
    else:
        part = _in_few_cuts(part, beside, above, keeps)
    return CutSheets(paper, replace(stock, width=stock.whole[0], height=stock.whole[1]), times, part)


def _in_few_cuts(part: Part, beside: _EdgeStrips, above: _EdgeStrips, keeps: Keeps) -> Part:
    """The part with its edges, where no cut is out of reach: each far edge the way that takes fewer cuts."""
    width, height = int(beside.size), int(above.size)
    for edge in (beside, above):
        size = Extent(width, height)
        apart = replace(edge, near=Length(0)).around(part)
        width += edge.far if edge is beside else 0
        height += edge.far if edge is above else 0
        wider = _wider(part, edge.along, edge.far, size, keeps) if edge.far else part
        together = [p for p in (wider, apart) if p is not None]
        part = min(together, key=lambda p: facts_of(p, width, height, keeps).cuts)
    # The edge along which the sheet is cut first comes off last, together with the other at one setting.
    first = part.along if isinstance(part, Strips) else Side.WIDTH
    for edge in sorted((beside, above), key=lambda e: e.along is not first):
        whole = width if edge is beside else height
        if not edge.near:
            continue
        if isinstance(part, Strips) and part.along is edge.along and not part.lead:
            part = replace(part, lead=edge.near)
        else:
            part = Strips(edge.along, ((whole, part),), 0, edge.near)
    return part


def _wider(part: Part, along: Side, by: int, size: Extent, keeps: Keeps) -> Part:
    """The part with ``by`` nm more of waste along its far edge; None where waste there is worth keeping."""
    if isinstance(part, Spot):
        if part.run and part.along is along:
            return part
        return Strips(along, ((size.width if along is Side.WIDTH else size.height, part),), by)
    if part is None or part.lead:
        return None
    if part.along is along:
        rest = (part.rest, size.height) if along is Side.WIDTH else (size.width, part.rest)
        return None if part.rest and keeps(*rest) else replace(part, rest=part.rest + by)
    strips = []
    for inner, here in part.strips:
        of = Extent(inner, size.height) if part.along is Side.WIDTH else Extent(size.width, inner)
        wider = _wider(here, along, by, of, keeps)
        if wider is None:
            return None
        strips.append((inner, wider))
    rest = (part.rest, size.height) if part.along is Side.WIDTH else (size.width, part.rest)
    # What is left beside the strips would have the edge on it.
    return None if part.rest and keeps(*rest) else replace(part, strips=tuple(strips))


@dataclass(frozen=True)
class _EdgeStrips:
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
        """The part cut into rows the other way, each with these edges around it."""
        if not isinstance(part, Strips) or part.along is self.along:
            return self.around(part)
        return replace(part, strips=tuple((size, self.around(row)) for size, row in part.strips))
