"""Filling stock piece by piece: greedy through-cut packings for the last, odd sheets.

The patterns of ``pricing`` may hold more copies than are wanted; these never do.
Source of the scheme (free rectangles, best fit, split along one side): Jylanki
(2010), "A thousand ways to pack the bin".
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import product

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.tree import Node, Split, Spot

__all__ = ["on_one_sheet", "packings"]


@dataclass(slots=True)
class _Room:
    """A region being filled; once cut it holds its two parts."""

    width: int
    height: int
    node: Spot | None = None
    along: Side | None = None
    at: int = 0
    first: _Room | None = None
    second: _Room | None = None

    def tree(self) -> Node:
        if self.along is None or self.first is None or self.second is None:
            return self.node
        first, second = self.first.tree(), self.second.tree()
        if first is None and second is None:
            return None
        return Split(self.along, Length(self.at), first, second)

    def cut(self, along: Side, at: int) -> tuple[_Room, _Room]:
        self.along, self.at = along, at
        if along is Side.WIDTH:
            self.first, self.second = _Room(at, self.height), _Room(self.width - at, self.height)
        else:
            self.first, self.second = _Room(self.width, at), _Room(self.width, self.height - at)
        return self.first, self.second


_ORDERS: tuple[Callable[[Item], tuple[int, int]], ...] = (
    lambda i: (i.width * i.height, max(i.width, i.height)),
    lambda i: (max(i.width, i.height), min(i.width, i.height)),
    lambda i: (i.width, i.height),
    lambda i: (i.height, i.width),
)


def packings(
    items: Sequence[Item], demand: Sequence[int], stock: Sequence[Stock]
) -> list[list[tuple[int, Node]]]:
    """Several packings of exactly ``demand``; each a list of (stock index, tree).

    Offcuts are filled before sheets are opened. Every item must fit some stock.
    """
    return [packing for packing in _packings(items, demand, stock, None) if packing is not None]


def on_one_sheet(items: Sequence[Item], demand: Sequence[int], sheet: Stock) -> Iterator[Node]:
    """Different packings of exactly ``demand`` from a single sheet, as they are found; maybe none."""
    if sum(n * i.width * i.height for n, i in zip(demand, items, strict=True)) > sheet.width * sheet.height:
        return
    seen: set[Node] = set()
    for packing in _packings(items, demand, [sheet], 1):
        if packing is not None and packing[0][1] not in seen:
            seen.add(packing[0][1])
            yield packing[0][1]


def _packings(
    items: Sequence[Item], demand: Sequence[int], stock: Sequence[Stock], most: int | None
) -> Iterator[list[tuple[int, Node]] | None]:
    for order, by_short_side, long_rest in product(_ORDERS, (True, False), (True, False)):
        queue = sorted(range(len(items)), key=lambda k: order(items[k]), reverse=True)
        yield _pack(items, [(k, demand[k]) for k in queue], stock, by_short_side, long_rest, most)


def _pack(
    items: Sequence[Item],
    queue: list[tuple[int, int]],
    stock: Sequence[Stock],
    by_short_side: bool,
    long_rest: bool,
    most: int | None,
) -> list[tuple[int, Node]] | None:
    """One packing; None where it opens more than ``most`` sheets and offcuts."""
    lying = [item.orientations for item in items]
    opened: list[tuple[int, _Room]] = []
    free: list[_Room] = []
    offcuts = [n for n, s in enumerate(stock) if s.limit is not None for _ in range(s.limit)]
    sheet_order = [n for n, s in enumerate(stock) if s.is_sheet]
    for kind, wanted in queue:
        item = items[kind]
        for _ in range(wanted):
            found = _best(lying[kind], free, by_short_side)
            while found is None:
                if len(opened) == most:
                    return None
                usable = [n for n in offcuts if item.fits(stock[n].width, stock[n].height)]
                if usable:
                    number = usable[0]
                    offcuts.remove(number)
                else:
                    number = next(n for n in sheet_order if item.fits(stock[n].width, stock[n].height))
                room = _Room(stock[number].width, stock[number].height)
                opened.append((number, room))
                free.append(room)
                found = _best(lying[kind], [room], by_short_side)
            room, w, h, turned = found
            free = [r for r in free if r is not room]
            free += _place(room, kind, w, h, turned, long_rest)
    return [(number, room.tree()) for number, room in opened]


_Orientations = tuple[tuple[Length, Length, bool], ...]


def _best(
    lying: _Orientations, free: list[_Room], by_short_side: bool
) -> tuple[_Room, int, int, bool] | None:
    best: tuple[tuple[int, int], _Room, int, int, bool] | None = None
    for room in free:
        width, height = room.width, room.height
        for w, h, turned in lying:
            if w > width or h > height:
                continue
            rest = min(width - w, height - h)
            area = width * height
            score = (rest, area) if by_short_side else (area, rest)
            if best is None or score < best[0]:
                best = (score, room, w, h, turned)
    return None if best is None else best[1:]


def _place(room: _Room, kind: int, w: int, h: int, turned: bool, long_rest: bool) -> list[_Room]:
    """Lay a piece in the room's corner; what is left of the room, as one or two rooms."""
    left: list[_Room] = []
    across_wide = (room.width - w >= room.height - h) == long_rest
    sides = (Side.WIDTH, Side.HEIGHT) if across_wide else (Side.HEIGHT, Side.WIDTH)
    here = room
    for along in sides:
        size, at = (here.width, w) if along is Side.WIDTH else (here.height, h)
        if at < size:
            here, rest = here.cut(along, at)
            left.append(rest)
    here.node = Spot(kind, turned)
    return left
