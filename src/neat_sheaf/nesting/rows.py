"""Stock longer than the trimmer cuts: taken apart across its long side first, into rows within reach.

A cut runs over the whole of the part it is made through, so until every row is within the blade's
length only cuts across the long side can be made, and what is left over at its end comes off with
the last of them. Each row is then a part like any other. Choosing rows is a knapsack in one
dimension; source: Gilmore & Gomory (1965), Operations Research 13(1), cutting in stages.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.sums import normal_patterns
from neat_sheaf.nesting.tree import Node, Split, Spot

__all__ = ["Row", "Rows"]

Ints = npt.NDArray[np.int64]


class Row(NamedTuple):
    """A row of a pattern: its size along the long side (nm), and what it is.

    ``cell`` is the number of the cut position it ends at; ``spot`` a piece that is the whole row.
    """

    size: int
    cell: int | None
    spot: Spot | None


class Rows:
    """The rows of one long stock. ``cells`` are the cut positions along its long side within reach, nm."""

    def __init__(self, stock: Stock, long: Side, items: Sequence[Item], cells: Ints, reach: int, most: int):
        self.long = long
        upright = long is Side.HEIGHT
        self.length, self.across = (stock.height, stock.width) if upright else (stock.width, stock.height)
        rows: list[Row] = [Row(int(size), n, None) for n, size in enumerate(cells) if size]
        whole = stock.whole or (stock.width, stock.height)
        # A piece longer than the blade can only be a row as wide as the sheet: nothing is cut beside it.
        bare = whole[0 if upright else 1] == self.across
        for kind, item in enumerate(items):
            for width, height, turned in item.orientations:
                size, wide = (height, width) if upright else (width, height)
                if bare and item.solid and wide == self.across and reach < size <= self.length:
                    rows.append(Row(size, None, Spot(kind, turned)))
        self.rows = rows
        sums, self.complete = normal_patterns((row.size for row in rows), self.length, most)
        self._ends: Ints = np.array(sums, dtype=np.int64)
        self._sizes: Ints = np.array([row.size for row in rows], dtype=np.int64)
        # For every end, the number of the end before each row that may be the last one.
        self._before = [
            np.searchsorted(self._ends, end - self._sizes[self._sizes <= end], side="right") - 1
            for end in self._ends
        ]
        self._fits = [np.flatnonzero(self._sizes <= end) for end in self._ends]

    def values(self, cells: Ints, prices: Sequence[Sequence[int]]) -> Ints:
        """What each row is worth for lists of values: ``cells[n, list]`` for those that are cut further."""
        found = np.zeros((len(self.rows), len(prices)), dtype=np.int64)
        for n, row in enumerate(self.rows):
            if row.spot is not None:
                found[n] = [one[row.spot.kind] for one in prices]
            else:
                found[n] = cells[row.cell]
        return found

    def best(self, values: Ints) -> Ints:
        """The most that rows up to each end are worth, for each list of values."""
        most = np.zeros((len(self._ends), values.shape[1]), dtype=np.int64)
        for n in range(1, len(self._ends)):
            most[n] = most[n - 1]
            if len(self._fits[n]):
                np.maximum(most[n], (values[self._fits[n]] + most[self._before[n]]).max(axis=0), out=most[n])
        return most

    def chosen(self, values: Ints, most: Ints) -> list[Row]:
        """The rows of a pattern that is worth the most, for one list of values."""
        found: list[Row] = []
        end = len(self._ends) - 1
        while end > 0 and most[end] > 0:
            if most[end] == most[end - 1]:
                end -= 1
                continue
            gains = values[self._fits[end]] + most[self._before[end]]
            at = int(np.flatnonzero(gains == most[end])[0])
            found.append(self.rows[int(self._fits[end][at])])
            end = int(self._before[end][at])
        return found

    def tree(self, parts: Sequence[tuple[int, Node]]) -> Node:
        """The cuts that take the rows (size nm, what each becomes) off the stock, the waste last."""
        left = self.length - sum(size for size, _ in parts)
        tree: Node = None
        for n, (size, part) in enumerate(reversed(parts)):
            tree = part if n == 0 and not left else Split(self.long, Length(size), part, tree)
        return tree
