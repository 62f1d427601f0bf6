"""The best through-cut pattern for given values of the pieces, exactly.

Dynamic programming over normal patterns: a piece can always be pushed left and
down until it rests on others, so only sums of piece sizes matter as cut positions.
Sources: Gilmore & Gomory (1965), Operations Research 13(1); Herz (1972), IBM
Journal of Research and Development 16(5); Beasley (1985), Journal of the
Operational Research Society 36(4).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np
import numpy.typing as npt

from neat_sheaf.length import Length
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.pattern import Node, Split, lay
from neat_sheaf.project import Side

__all__ = ["Pricer", "normal_patterns", "scaled_down"]

MOST_POINTS = 400

Ints = npt.NDArray[np.int64]


def normal_patterns(sizes: Iterable[int], longest: int, most: int = MOST_POINTS) -> tuple[list[int], bool]:
    """Every sum of ``sizes`` (each any number of times) up to ``longest``, ascending from 0.

    Where there are more than ``most``, a subset, and False: sums are then grown from the
    large sizes first, which keeps plans valid but no longer proves a bound.
    """
    points = {0}
    complete = True
    for size in sorted({s for s in sizes if s <= longest}, reverse=True):
        grown = set(points)
        fresh = points
        while fresh:
            fresh = {p + size for p in fresh if p + size <= longest} - grown
            grown |= fresh
        if len(grown) <= most:
            points = grown
            continue
        complete = False
        points |= set(range(0, longest + 1, size)) if longest // size <= most // 4 else {size}
    return sorted(points), complete


def scaled_down(
    items: Sequence[Item], stock: Sequence[Stock], steps: int = 240
) -> tuple[list[Item], list[Stock]]:
    """Sizes rounded down to a grid of ``steps`` across the largest stock.

    Sizes whose sum fits still fit when each is rounded down by the same scale, so a
    bound for the rounded sizes is a bound for the real ones.
    """
    wide = max(s.width for s in stock)
    high = max(s.height for s in stock)
    # One scale for both sides where any piece turns: a turned piece swaps them.
    if any(item.turns for item in items):
        wide = high = max(wide, high)

    def down(size: int, whole: int) -> Length:
        return Length(size * steps // whole)

    small = [Item(down(i.width, wide), down(i.height, high), i.turns) for i in items]
    room = [Stock(down(s.width, wide), down(s.height, high), s.limit) for s in stock]
    return small, room


class Pricer:
    """Prices patterns for a fixed set of items and stock; ``exact`` says whether values are proved.

    ``reach`` is the longest cut there is (nm, None: any): a part is cut only across a shorter side.
    """

    def __init__(self, items: Sequence[Item], stock: Sequence[Stock], reach: int | None = None) -> None:
        self.items = list(items)
        self.stock = list(stock)
        self.reach = reach
        ways = [(w, h) for item in items for w, h, _ in item.ways]
        xs, whole_x = normal_patterns((w for w, _ in ways), max(s.width for s in stock))
        ys, whole_y = normal_patterns((h for _, h in ways), max(s.height for s in stock))
        self.exact = whole_x and whole_y
        self._xs: Ints = np.array(xs, dtype=np.int64)
        self._ys: Ints = np.array(ys, dtype=np.int64)
        self._rest_x = _rests(self._xs)
        self._rest_y = _rests(self._ys)
        # Of the points, so many are within reach of a cut across.
        self._near_x = len(xs) if reach is None else _floor(self._xs, reach) + 1
        self._near_y = len(ys) if reach is None else _floor(self._ys, reach) + 1
        self._values: Ints = np.zeros((len(xs), len(ys)), dtype=np.int64)
        self._base = self._values
        self._base_way: Ints = self._values
        self._ways = [(kind, turned) for kind, item in enumerate(items) for _, _, turned in item.ways]
        self._corner = [
            (int(np.searchsorted(self._xs, w)), int(np.searchsorted(self._ys, h))) for w, h in ways
        ]

    def price(self, values: Sequence[int]) -> list[int]:
        """The greatest total value of a pattern on each stock, for whole values not negative."""
        base: Ints = np.zeros((len(self._xs), len(self._ys)), dtype=np.int64)
        way: Ints = np.full(base.shape, -1, dtype=np.int64)
        for n, ((kind, _), (i, j)) in enumerate(zip(self._ways, self._corner, strict=True)):
            better = base[i:, j:] < values[kind]
            base[i:, j:][better] = values[kind]
            way[i:, j:][better] = n
        best = base.copy()
        # Cuts one way are closed in one pass; the passes alternate until neither gains.
        while True:
            before = best.copy()
            _close(best[:, : self._near_y], self._rest_x)
            _close(best.T[:, : self._near_x], self._rest_y)
            if np.array_equal(before, best):
                break
        self._values, self._base, self._base_way = best, base, way
        return [int(best[self._cell(s)]) for s in self.stock]

    def pattern(self, stock: int) -> Node:
        """A pattern of the greatest value on that stock, for the values last priced."""
        i, j = self._cell(self.stock[stock])
        return self._unfold(i, j, self.stock[stock].width, self.stock[stock].height)

    def _cell(self, stock: Stock) -> tuple[int, int]:
        return _floor(self._xs, stock.width), _floor(self._ys, stock.height)

    def _unfold(self, i: int, j: int, width: int, height: int) -> Node:
        value = self._values[i, j]
        if value == 0:
            return None
        if self._base[i, j] == value:
            kind, turned = self._ways[int(self._base_way[i, j])]
            return lay(self.items[kind], kind, width, height, turned, self.reach)
        rest = self._rest_x[i]
        gains = self._values[1 : len(rest) + 1, j] + self._values[rest, j]
        found = np.flatnonzero(gains == value)
        if len(found) and j < self._near_y:
            k = int(found[0]) + 1
            at = int(self._xs[k])
            other = int(rest[k - 1])
            return Split(
                Side.WIDTH,
                Length(at),
                self._unfold(k, j, at, height),
                self._unfold(other, j, width - at, height),
            )
        rest = self._rest_y[j]
        gains = self._values[i, 1 : len(rest) + 1] + self._values[i, rest]
        k = int(np.flatnonzero(gains == value)[0]) + 1
        at = int(self._ys[k])
        other = int(rest[k - 1])
        return Split(
            Side.HEIGHT,
            Length(at),
            self._unfold(i, k, width, at),
            self._unfold(i, other, width, height - at),
        )


def _floor(points: Ints, size: int) -> int:
    return int(np.searchsorted(points, size, side="right")) - 1


def _rests(points: Ints) -> list[Ints]:
    """For each point, the index of what is left after cutting at points 1, 2, ... up to its half."""
    rests: list[Ints] = []
    for point in points:
        half = _floor(points, int(point) // 2)
        left = point - points[1 : half + 1]
        rests.append(np.searchsorted(points, left, side="right") - 1)
    return rests


def _close(best: Ints, rests: list[Ints]) -> None:
    for i, rest in enumerate(rests):
        if len(rest):
            gained = (best[1 : len(rest) + 1] + best[rest]).max(axis=0)
            np.maximum(best[i], gained, out=best[i])
