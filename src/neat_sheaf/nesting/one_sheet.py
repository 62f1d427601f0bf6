"""Whether a few pieces come off one sheet by straight through-cuts: decided exactly, or not at all.

Every guillotine layout is built from two smaller ones side by side or one above the other, so the smallest
boxes that hold each sub-multiset of the pieces follow from those of its parts: a Pareto front of (width,
height) each. # Source: Wang (1983), Operations Research 31(3), for building rectangles from two; here every
sub-multiset keeps all boxes that no other is smaller than both ways, so that nothing is lost.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import product
from math import prod
from typing import NamedTuple

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.tree import Node, Split, Spot

__all__ = ["TooManyError", "layout_on_one"]

_STATES = 1_200  # sub-multisets; above it nothing is decided
_STEPS = 60_000  # boxes put together; above it nothing is decided


class TooManyError(Exception):
    """More pieces than are decided exactly."""


class _Box(NamedTuple):
    """A box that holds a sub-multiset, and how: one piece, or two boxes cut apart along a side."""

    width: int
    height: int
    kind: int = -1
    turned: bool = False
    along: Side | None = None
    first: _Box | None = None
    second: _Box | None = None


def layout_on_one(items: Sequence[Item], demand: Sequence[int], sheet: Stock) -> Node:
    """A layout of exactly ``demand`` on one sheet; None where there is none, which is then proved.

    Any number of cuts, each straight through the part that it divides. TooManyError where there are more
    pieces than can be decided in so many steps.
    """
    area = sum(n * i.width * i.height for n, i in zip(demand, items, strict=True))
    if area > sheet.width * sheet.height:
        return None
    if prod(n + 1 for n in demand) > _STATES:
        raise TooManyError
    fronts = _fronts(items, demand, sheet)
    best = fronts.get(tuple(demand), [])
    return _tree(best[0], sheet.width, sheet.height) if best else None


def _fronts(items: Sequence[Item], demand: Sequence[int], sheet: Stock) -> dict[tuple[int, ...], list[_Box]]:
    """The smallest boxes of every sub-multiset that go on the sheet, each front from its narrowest, which is
    its tallest, to its widest.
    """
    fronts: dict[tuple[int, ...], list[_Box]] = {}
    steps = 0
    for whole in sorted(product(*(range(n + 1) for n in demand)), key=sum):
        if sum(whole) == 0:
            continue
        found: list[_Box] = []
        if sum(whole) == 1:
            kind = whole.index(1)
            found = [_Box(w, h, kind, turned) for w, h, turned in items[kind].orientations]
        for part in product(*(range(n + 1) for n in whole)):
            rest = tuple(a - b for a, b in zip(whole, part, strict=True))
            if part > rest or part not in fronts or rest not in fronts:
                continue
            one, other = fronts[part], fronts[rest]
            steps += len(one) + len(other)
            if steps > _STEPS:
                raise TooManyError
            found += _beside(one, other)
            found += _above(one, other)
        if front := _smallest(found, sheet):
            fronts[whole] = front
    return fronts


def _beside(one: list[_Box], other: list[_Box]) -> Iterator[_Box]:
    """The boxes of two fronts side by side: of each height the narrowest, from the tallest on."""
    i = j = 0
    while i < len(one) and j < len(other):
        a, b = one[i], other[j]
        high = max(a.height, b.height)
        yield _Box(a.width + b.width, high, -1, False, Side.WIDTH, a, b)
        # Only the taller of the two makes it lower.
        i += a.height == high
        j += b.height == high


def _above(one: list[_Box], other: list[_Box]) -> Iterator[_Box]:
    """The boxes of two fronts one above the other: of each width the lowest, from the widest on."""
    i, j = len(one) - 1, len(other) - 1
    while i >= 0 and j >= 0:
        a, b = one[i], other[j]
        wide = max(a.width, b.width)
        yield _Box(wide, a.height + b.height, -1, False, Side.HEIGHT, a, b)
        i -= a.width == wide
        j -= b.width == wide


def _smallest(boxes: list[_Box], sheet: Stock) -> list[_Box]:
    """Those that go on the sheet and that no other is smaller than both ways."""
    kept: list[_Box] = []
    for box in sorted(boxes, key=lambda box: (box.width, box.height)):
        if box.width > sheet.width or box.height > sheet.height:
            continue
        if not kept or box.height < kept[-1].height:
            kept.append(box)
    return kept


def _tree(box: _Box, width: int, height: int) -> Node:
    """The cuts that part a region into what a box holds, what is left over beside it as waste."""
    if box.along is not None and box.first is not None and box.second is not None:
        if box.along is Side.WIDTH:
            at = box.first.width
            parts = _tree(box.first, at, height), _tree(box.second, width - at, height)
        else:
            at = box.first.height
            parts = _tree(box.first, width, at), _tree(box.second, width, height - at)
        return Split(box.along, Length(at), *parts)
    if box.width < width:
        return Split(Side.WIDTH, Length(box.width), _tree(box, box.width, height), None)
    if box.height < height:
        return Split(Side.HEIGHT, Length(box.height), _tree(box, width, box.height), None)
    return Spot(box.kind, box.turned)
