"""As many sheets with the last of them as empty as can be, so that what is left of it is one large piece."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.layouts import Layout, exact
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.sums import normal_patterns
from neat_sheaf.nesting.tree import Node, Split

__all__ = ["with_empty_last"]

_MOST_PLACES = 600
_PLACES = 48  # where the last sheet may be cut off that are tried, a side


def with_empty_last(
    items: Sequence[Item], demand: Sequence[int], sheet: Stock, sheets: int, control: SearchControl
) -> list[Layout]:
    """The demand on so many sheets of one size, what is used of the last as short as was found.

    It is cut off along the side that leaves more. Empty where nothing better than a full sheet was found.
    """
    found: list[tuple[int, list[Layout]]] = []
    for along in Side:
        size = sheet.width if along is Side.WIDTH else sheet.height
        other = sheet.height if along is Side.WIDTH else sheet.width
        lying = [w if along is Side.WIDTH else h for item in items for w, h, _ in item.orientations]
        places, _ = normal_patterns(lying, size, _MOST_PLACES)
        places = places[:: -(-len(places) // _PLACES)]
        low, high = 0, len(places)  # the strip that ends at place ``high`` does, the one at ``low`` does not
        layouts: list[Layout] = []
        while high - low > 1 and not control.is_over():
            middle = (low + high) // 2
            tried = _on_strip(items, demand, sheet, sheets, along, places[middle], control)
            if tried is None:
                low = middle
            else:
                high, layouts = middle, tried
        if layouts:
            found.append(((size - places[high]) * other, layouts))
    return max(found, key=lambda row: row[0])[1] if found else []


def _on_strip(
    items: Sequence[Item],
    demand: Sequence[int],
    sheet: Stock,
    sheets: int,
    along: Side,
    at: int,
    control: SearchControl,
) -> list[Layout] | None:
    """The demand on one sheet fewer and a strip of the last; None where no such plan was found."""
    width, height = (Length(at), sheet.height) if along is Side.WIDTH else (sheet.width, Length(at))
    strip = Stock(width, height, 1)
    search = Search(PatternPool(items, [sheet, strip], control=control), demand, control)
    search.generate()
    # Most strips that are too short are ruled out by the linear program alone.
    if search.lower_bound > sheets - 1:
        return None
    best = search.fewest(whole=False)
    if search.cost(best) > sheets - 1:
        return None

    def whole(layout: Layout) -> Layout:
        if layout.stock == 0:
            return layout
        tree: Node = Split(along, Length(at), layout.tree, None)
        return replace(layout, stock=0, tree=tree)

    return [whole(layout) for layout in exact(best, demand)]
