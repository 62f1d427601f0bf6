"""Small pieces into what is left of sheets that are laid out already."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import replace

from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.tree import Node, Region, Split, counts, lay

__all__ = ["filled"]


def filled(
    layouts: list[Layout],
    items: Sequence[Item],
    stock: Sequence[Stock],
    left: Counter[int],
    keeps: Callable[[int, int], bool],
    reach: int | None = None,
) -> list[Layout] | None:
    """The layouts with ``left`` pieces of each kind laid into their waste; None if some find no room.

    What is too small to keep is used before what ``keeps(width, height)`` (nm) says is worth keeping.
    """
    done = layouts
    for waste_only in (True, False):
        fuller: list[Layout] = []
        for layout in done:
            size = stock[layout.stock]
            times = layout.times
            while times:
                before = counts(layout.tree)
                limit = Counter(left)
                tree = _fill(
                    layout.tree, size.width, size.height, items, limit, keeps if waste_only else None, reach
                )
                added = counts(tree) - before
                if not added:
                    fuller.append(replace(layout, times=times))
                    break
                alike = min(times, *(left[k] // n for k, n in added.items()))
                fuller.append(replace(layout, times=alike, tree=tree))
                for k, n in added.items():
                    left[k] -= n * alike
                left = +left
                times -= alike
        done = fuller
    return None if left else done


def _fill(
    node: Node,
    width: int,
    height: int,
    items: Sequence[Item],
    left: Counter[int],
    spare: Callable[[int, int], bool] | None,
    reach: int | None,
) -> Node:
    if isinstance(node, Split):
        first, second = _sizes(node, width, height)
        one = _fill(node.first, *first, items, left, spare, reach)
        two = _fill(node.second, *second, items, left, spare, reach)
        return replace(node, first=one, second=two)
    if node is not None or (spare is not None and spare(width, height)):
        return node
    laid = (
        (kind, lay(items[kind], kind, width, height, turned, reach))
        for kind in sorted(left, key=lambda k: (-items[k].width * items[k].height, k))
        if left[kind] > 0
        for w, h, turned in items[kind].orientations
        if w <= width and h <= height
    )
    kind, tree = next(((kind, tree) for kind, tree in laid if tree is not None), (0, None))
    if tree is None:
        return None
    left[kind] -= 1
    return _fill(tree, width, height, items, left, spare, reach) if isinstance(tree, Split) else tree


def _sizes(split: Split, width: int, height: int) -> tuple[tuple[int, int], tuple[int, int]]:
    first, second = Region(0, 0, width, height).divided(split)
    return (first.width, first.height), (second.width, second.height)
