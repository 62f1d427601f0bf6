"""The best through-cut pattern for given values of the pieces, exactly.

Dynamic programming over normal patterns: a piece can always be pushed left and
down until it rests on others, so only sums of piece sizes matter as cut positions,
and of those only the ones that are what some other sum leaves of a sheet.
Sources: Gilmore & Gomory (1965), Operations Research 13(1); Herz (1972), IBM
Journal of Research and Development 16(5); Beasley (1985), Journal of the
Operational Research Society 36(4); for what sums leave (raster points), Scheithauer &
Terno (1996), Journal of the Operational Research Society 47(4).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.rows import Rows
from neat_sheaf.nesting.sums import MOST_POINTS, normal_patterns
from neat_sheaf.nesting.tree import Node, Split, Spot, lay

__all__ = ["MOST_POINTS", "Priced", "Pricer", "normal_patterns", "raster_points", "scaled_down"]

_DEEP = 80  # cut positions in half a part; beyond it parts are halved, or trees would be as deep as wide
_A_STEP = 500  # pairs of parts that are compared in a step
_SUMS_A_POINT = 10  # sums of sizes for each position, before those that matter are picked out

Ints = npt.NDArray[np.int64]


def raster_points(points: Sequence[int], sizes: Iterable[int]) -> list[int]:
    """Of ``points`` (every sum of sizes, ascending), the greatest that fit what some point leaves of a size.

    A part may grow to the next of them while everything beside it still fits, so no others are
    needed as cut positions of stock of these ``sizes``.
    """
    every = np.array(points, dtype=np.int64)
    kept = {0}
    for size in sizes:
        left = size - every[every <= size]
        kept.update(every[np.searchsorted(every, left, side="right") - 1].tolist())
    return sorted(kept)


def scaled_down(
    items: Sequence[Item], stock: Sequence[Stock], steps: int = 240
) -> tuple[list[Item], list[Stock]]:
    """Sizes rounded down to a grid: ``steps`` across the widest stock, and as many up the highest.

    Where a piece turns there is one grid for both sides, ``steps`` along the longest. Sizes whose
    sum fits still fit when each is rounded down by the same scale, so a bound for the rounded sizes
    is a bound for the real ones.
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

    ``most`` cut positions a side are priced. ``reach`` is the longest cut there is (nm, None: any).
    Stock longer than that is taken apart in rows (``Rows``), each of which is then within reach.
    """

    def __init__(
        self,
        items: Sequence[Item],
        stock: Sequence[Stock],
        reach: int | None = None,
        most: int = MOST_POINTS,
    ) -> None:
        self._most_points = most
        self.items = list(items)
        self.stock = list(stock)
        self.reach = None if all(s.access(reach) is Access.FREE for s in stock) else reach
        lying = [
            (kind, turned, w, h) for kind, item in enumerate(items) for w, h, turned in item.orientations
        ]
        wide, high = max(s.width for s in stock), max(s.height for s in stock)
        if self.reach is not None:
            wide, high = Length(min(wide, self.reach)), Length(min(high, self.reach))
        # What is longer than the trimmer cuts is no part of a row.
        within = [(kind, turned, w, h) for kind, turned, w, h in lying if w <= wide and h <= high]
        xs, whole_x = self._points([w for _, _, w, _ in within], {s.width for s in stock}, wide)
        ys, whole_y = self._points([h for *_, h in within], {s.height for s in stock}, high)
        self.exact = whole_x and whole_y
        self._xs: Ints = np.array(xs, dtype=np.int64)
        self._ys: Ints = np.array(ys, dtype=np.int64)
        self._rest_x = _rests(self._xs)
        self._rest_y = _rests(self._ys)
        half = sum(map(len, self._rest_x)) * len(ys) + sum(map(len, self._rest_y)) * len(xs)
        self._pass_steps = 1 + half // (2 * _A_STEP)
        self._lying = [(kind, turned) for kind, turned, _, _ in within]
        self._corner = [
            (int(np.searchsorted(self._xs, w)), int(np.searchsorted(self._ys, h))) for _, _, w, h in within
        ]
        self.rows = {
            n: Rows(s, long, items, self._xs if long is Side.WIDTH else self._ys, self.reach, MOST_POINTS)
            for n, s in enumerate(stock)
            if self.reach is not None and (long := s.long_side(self.reach)) is not None
        }

    def _points(self, sizes: list[int], stock: set[int], longest: int) -> tuple[list[int], bool]:
        points, complete = normal_patterns(sizes, longest, _SUMS_A_POINT * self._most_points)
        if complete and self.reach is None:
            points = raster_points(points, stock)
        if complete and len(points) <= self._most_points:
            return points, True
        return normal_patterns(sizes, longest)

    @property
    def proves(self) -> bool:
        """Whether nothing within reach is worth more than what is priced, rows of long stock too."""
        return self.exact and all(rows.complete for rows in self.rows.values())

    @property
    def positions(self) -> tuple[Ints, Ints]:
        """The cut positions across and up, nm, from 0."""
        return self._xs, self._ys

    @property
    def rests(self) -> tuple[list[Ints], list[Ints]]:
        """For each position the numbers of what is left after cuts at positions 1, 2, ... up to its half."""
        return self._rest_x, self._rest_y

    @property
    def lying(self) -> list[tuple[int, bool, int, int]]:
        """How pieces may lie: kind, turned, and the numbers of the positions that they reach."""
        return [(*lying, *corner) for lying, corner in zip(self._lying, self._corner, strict=True)]

    @property
    def cells(self) -> int:
        """How many pairs of cut positions are priced."""
        return len(self._xs) * len(self._ys)

    def price(self, values: Sequence[int]) -> Priced:
        """Every region's best pattern for whole values not negative, one a kind."""
        return self.price_all([values])[0]

    def price_all(
        self, values: Sequence[Sequence[int]], control: SearchControl | None = None
    ) -> list[Priced]:
        """The same for several lists of values, in much less time than one after the other.

        When the time of ``control`` is over what is found by then is given, which is not ``closed``.
        """
        base: Ints = np.zeros((len(self._xs), len(self._ys), len(values)), dtype=np.int64)
        orientation: Ints = np.full(base.shape, -1, dtype=np.int64)
        for n, ((kind, _), (i, j)) in enumerate(zip(self._lying, self._corner, strict=True)):
            price = np.array([row[kind] for row in values], dtype=np.int64)
            better = base[i:, j:] < price
            np.copyto(base[i:, j:], price, where=better)
            orientation[i:, j:][better] = n
        best = base.copy()
        # Cuts one way are closed in one pass; the passes alternate until one gains nothing.
        across, passes, closed = True, 0, True
        while True:
            before = best if across else best.transpose(1, 0, 2)
            now = np.array(before, order="C")
            _close(now, self._rest_x if across else self._rest_y)
            passes += 1
            if control is not None:
                control.spend(self._pass_steps * len(values))
            if passes > 1 and np.array_equal(before, now):
                break
            best = now if across else now.transpose(1, 0, 2)
            across = not across
            if passes > 1 and control is not None and control.is_over():
                closed = False
                break
        rows = {n: of.values(self._row_ends(best, n), values) for n, of in self.rows.items()}
        most = {n: self.rows[n].best(values_of) for n, values_of in rows.items()}
        return [
            Priced(
                self, list(values[n]), best[:, :, n].copy(), base[:, :, n].copy(),
                orientation[:, :, n].copy(),
                {number: (rows[number][:, n], most[number][:, n]) for number in rows}, closed,
            )
            for n in range(len(values))
        ]  # fmt: skip

    def _row_ends(self, best: Ints, number: int) -> Ints:
        """The values of the rows of a long stock, by the cut position they end at."""
        i, j = self.cell(self.stock[number])
        return best[i] if self.rows[number].long is Side.HEIGHT else best[:, j]

    def cell(self, stock: Stock) -> tuple[int, int]:
        """The number of the last cut position across and up that is on the stock."""
        return _floor(self._xs, stock.width), _floor(self._ys, stock.height)

    def most(self, priced: Priced, number: int) -> int:
        """The greatest total value of a pattern on that stock."""
        stock = self.stock[number]
        if number in self.rows:
            return int(priced.rows[number][1][-1])
        if stock.access(self.reach) is Access.NONE:
            return priced.prices[spot.kind] if (spot := self._all_of(priced, stock)) else 0
        return int(priced.values[self.cell(stock)])

    def pattern(self, priced: Priced, number: int) -> Node:
        """A pattern of the greatest value on that stock."""
        stock = self.stock[number]
        i, j = self.cell(stock)
        if stock.access(self.reach) is Access.NONE:
            return self._all_of(priced, stock)
        rows = self.rows.get(number)
        if rows is None:
            return self.unfold(priced, i, j, stock.width, stock.height)
        parts: list[tuple[int, Node]] = []
        for row in rows.chosen(*priced.rows[number]):
            if row.cell is None:
                parts.append((row.size, row.spot))
            elif rows.long is Side.HEIGHT:
                parts.append((row.size, self.unfold(priced, i, row.cell, stock.width, row.size)))
            else:
                parts.append((row.size, self.unfold(priced, row.cell, j, row.size, stock.height)))
        return rows.tree(parts)

    def _all_of(self, priced: Priced, stock: Stock) -> Spot | None:
        """A piece of value that is all of the stock, which no cut reaches across."""
        size = (stock.width, stock.height)
        if stock.whole not in (None, size):
            return None
        kinds = [
            (kind, turned)
            for kind, item in enumerate(self.items)
            for w, h, turned in item.orientations
            if (w, h) == size and item.solid and priced.prices[kind]
        ]
        return Spot(*max(kinds, key=lambda spot: priced.prices[spot[0]])) if kinds else None

    def unfold(self, priced: Priced, i: int, j: int, width: int, height: int) -> Node:
        """A pattern of the greatest value on a region (nm) at a pair of cut positions."""
        # Strips side by side are most often alike, so each part is found once and shared.
        key = (i, j, width, height)
        if key not in priced.trees:
            priced.trees[key] = self._unfolded(priced, *key)
        return priced.trees[key]

    def _unfolded(self, priced: Priced, i: int, j: int, width: int, height: int) -> Node:
        value = priced.values[i, j]
        if value == 0:
            return None
        if priced.base[i, j] == value:
            kind, turned = self._lying[int(priced.orientation[i, j])]
            return lay(self.items[kind], kind, width, height, turned)
        rest = self._rest_x[i]
        gains = priced.values[1 : len(rest) + 1, j] + priced.values[rest, j]
        found = np.flatnonzero(gains >= value)
        if len(found):
            k = self._one_of(found, rest) + 1
            at = int(self._xs[k])
            other = int(rest[k - 1])
            return Split(
                Side.WIDTH,
                Length(at),
                self.unfold(priced, k, j, at, height),
                self.unfold(priced, other, j, width - at, height),
            )
        rest = self._rest_y[j]
        gains = priced.values[i, 1 : len(rest) + 1] + priced.values[i, rest]
        k = self._one_of(np.flatnonzero(gains >= value), rest) + 1
        at = int(self._ys[k])
        other = int(rest[k - 1])
        return Split(
            Side.HEIGHT,
            Length(at),
            self.unfold(priced, i, k, width, at),
            self.unfold(priced, i, other, width, height - at),
        )

    @staticmethod
    def _one_of(found: Ints, rest: Ints) -> int:
        """Of cuts as good as each other the narrowest strip, or of very many the middle."""
        return int(found[0 if len(rest) < _DEEP else -1])


@dataclass(frozen=True, slots=True, eq=False)
class Priced:
    """What patterns are worth for one list of values (``prices``), at every pair of cut positions.

    ``base`` counts one piece only, ``orientation`` says which and how it lies (as the pricer numbers
    them). ``rows`` holds for each long stock what its rows are worth, and what the best of them are up
    to each end. Where the pricing was not ``closed`` there may be patterns that are worth more.
    """

    pricer: Pricer
    prices: list[int]
    values: Ints
    base: Ints
    orientation: Ints
    rows: dict[int, tuple[Ints, Ints]]
    closed: bool = True
    trees: dict[tuple[int, int, int, int], Node] = field(default_factory=dict)

    @property
    def best(self) -> list[int]:
        """The greatest total value of a pattern on each stock."""
        return [self.pricer.most(self, n) for n in range(len(self.pricer.stock))]

    def pattern(self, stock: int) -> Node:
        """A pattern of the greatest value on that stock."""
        return self.pricer.pattern(self, stock)


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
