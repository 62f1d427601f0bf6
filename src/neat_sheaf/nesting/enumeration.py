"""Every pattern that a plan of a given cost can use: what settles whether one sheet less will do.

The linear program prices only patterns on the edge of their convex hull; one inside it (11 of one kind
and 22 of another on each of three sheets) is never found that way. A plan of cost C uses no pattern whose
reduced cost is above C less the bound, because reduced costs add up to that. # Source: variable fixing by
reduced costs, Dantzig, Fulkerson & Johnson (1954), Operations Research 2(4). So all of those together
hold every plan of that cost, and an integer program over them finds one or proves that there is none.

They are found by the same dynamic programme as the prices, but each region keeps every number of pieces
that no other holds at least as many of, as long as what the rest of the sheet can add reaches the value.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from math import ceil
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.pricing import Priced
from neat_sheaf.nesting.tree import Node, Split, lay

__all__ = ["MOST_STEPS", "TooManyPatternsError", "patterns_worth"]

MOST_STEPS = 1_500_000  # pairs of parts put together; above it nothing is decided
_CELLS_A_STEP = 2  # regions of a sheet for each step
_A_REGION = 40  # steps that a region counts as
_FAR = 2**60
_NONE = np.int64(-(2**62))

Ints = npt.NDArray[np.int64]


class TooManyPatternsError(Exception):
    """More patterns than are listed."""


class _Made(NamedTuple):
    """How a number of pieces comes out of a region: one piece, or two parts cut along a side."""

    value: int
    kind: int = -1
    turned: bool = False
    along: Side | None = None
    first: tuple[int, int, int] = (0, 0, 0)
    second: tuple[int, int, int] = (0, 0, 0)


def patterns_worth(
    priced: Priced,
    demand: Sequence[int],
    least: Sequence[Fraction],
    control: SearchControl,
    steps: int = MOST_STEPS,
    keep: int | None = None,
) -> list[tuple[int, Node]]:
    """For each stock every pattern worth at least ``least[stock]``, as (stock number, tree).

    Of two, the one that holds no more of any kind than the other is left out, and what goes beyond the
    ``demand`` does not count. The pricer of ``priced`` must be exact and free of the trimmer's reach. With
    ``keep`` no region keeps more than so many, and then not every pattern is there. Raises
    TooManyPatternsError where they are more than can be listed in so many ``steps``.
    """
    if priced.values.size > _CELLS_A_STEP * steps:
        raise TooManyPatternsError
    # What no pattern reaches, or every one does, is still a number that the arrays hold.
    reached = [max(-_FAR, min(_FAR, ceil(value))) for value in least]
    return _Listing(priced, demand, reached, control, steps, keep).patterns()


class _Listing:
    def __init__(
        self,
        priced: Priced,
        demand: Sequence[int],
        least: list[int],
        control: SearchControl,
        steps: int,
        keep: int | None,
    ) -> None:
        self.pricer, self.priced, self.least = priced.pricer, priced, least
        self.control, self.most_steps, self.keep = control, steps, keep
        self.counts = _Counts(demand, priced.prices)
        self.xs, self.ys = self.pricer.positions
        self.rest_x, self.rest_y = self.pricer.rests
        self.outside = self._outside()
        self.steps = 0  # pairs of parts put together so far
        # Of each region: numbers of pieces, packed, and how they come out of it; the most worth first.
        self.made: dict[tuple[int, int], dict[int, _Made]] = {}

    def patterns(self) -> list[tuple[int, Node]]:
        live = self.outside + self.priced.values >= 0
        for i, j in np.argwhere(live).tolist():
            before = self.steps
            self._list(i, j)
            self.control.spend(_A_REGION + self.steps - before)
            if self.steps > self.most_steps or self.control.is_over():
                raise TooManyPatternsError
        found: list[tuple[int, Node]] = []
        for number, stock in enumerate(self.pricer.stock):
            i, j = self.pricer.cell(stock)
            for packed, how in self.made.get((i, j), {}).items():
                if how.value >= self.least[number]:
                    found.append((number, self._tree((i, j, packed), stock.width, stock.height)))
        return found

    def _outside(self) -> Ints:
        """For each region the most that the rest of any stock can add, less what that stock must reach."""
        best = self.priced.values
        out = np.full(best.shape, _NONE, dtype=np.int64)
        for number, stock in enumerate(self.pricer.stock):
            cell = self.pricer.cell(stock)
            out[cell] = max(out[cell], -self.least[number])
        # As with the prices, cuts one way are followed in one pass, and the passes take turns.
        across = True
        while True:
            before = out.copy()
            if across:
                _spread(out, best, self.rest_x)
            else:
                _spread(out.T, best.T, self.rest_y)
            if not across and np.array_equal(before, out):
                return out
            across = not across

    def _list(self, i: int, j: int) -> None:
        """Every number of pieces that a region holds and that can be part of a pattern worth enough."""
        need = -int(self.outside[i, j])
        found: dict[int, _Made] = {}
        for kind, turned, ci, cj in self.pricer.lying:
            packed = self.counts.one(kind)
            if ci <= i and cj <= j and packed and self.priced.prices[kind] >= need:
                found.setdefault(packed, _Made(self.priced.prices[kind], kind, turned))
        for along, one, other in self._parts(i, j):
            self._join(along, one, other, need, found)
        if found:
            self.made[i, j] = self.counts.most(found, self)

    def _parts(self, i: int, j: int) -> Iterator[tuple[Side, tuple[int, int], tuple[int, int]]]:
        for k, rest in enumerate(self.rest_x[i].tolist(), 1):
            yield Side.WIDTH, (k, j), (rest, j)
        for k, rest in enumerate(self.rest_y[j].tolist(), 1):
            yield Side.HEIGHT, (i, k), (i, rest)

    def _join(
        self, along: Side, one: tuple[int, int], other: tuple[int, int], need: int, found: dict[int, _Made]
    ) -> None:
        if self.priced.values[one] + self.priced.values[other] < need:
            return
        ones, others = self.made.get(one), self.made.get(other)
        if not ones or not others:
            return
        joined = self.counts.joined
        for a, how_a in ones.items():
            for b, how_b in others.items():
                if how_a.value + how_b.value < need:
                    break
                self.steps += 1
                if self.steps > self.most_steps:
                    raise TooManyPatternsError
                both, over = joined(a, b)
                value = self.counts.value(both) if over else how_a.value + how_b.value
                if value >= need and both not in found:
                    found[both] = _Made(value, -1, False, along, (*one, a), (*other, b))

    def _tree(self, key: tuple[int, int, int], width: int, height: int) -> Node:
        i, j, packed = key
        how = self.made[i, j][packed]
        if how.along is None:
            return lay(self.pricer.items[how.kind], how.kind, width, height, how.turned)
        if how.along is Side.WIDTH:
            at = int(self.xs[how.first[0]])
            parts = self._tree(how.first, at, height), self._tree(how.second, width - at, height)
        else:
            at = int(self.ys[how.first[1]])
            parts = self._tree(how.first, width, at), self._tree(how.second, width, height - at)
        return Split(how.along, Length(at), *parts)


class _Counts:
    """Numbers of pieces of each kind packed into one whole number, a field and a guard bit a kind."""

    def __init__(self, demand: Sequence[int], values: Sequence[int]) -> None:
        self.values = values
        self.widths = [(2 * n).bit_length() + 1 for n in demand]
        self.at = [sum(self.widths[:k]) for k in range(len(demand))]
        self.demand = sum(n << at for n, at in zip(demand, self.at, strict=True))
        self.beyond = self.demand + sum(1 << at for at in self.at)
        self.wanted = [n > 0 for n in demand]
        self.guards = sum(1 << (at + w - 1) for at, w in zip(self.at, self.widths, strict=True))
        self.fields = [(at, (1 << (w - 1)) - 1) for at, w in zip(self.at, self.widths, strict=True)]

    def one(self, kind: int) -> int:
        """One piece of a kind; 0 where none is wanted."""
        return 1 << self.at[kind] if self.wanted[kind] else 0

    def joined(self, a: int, b: int) -> tuple[int, bool]:
        """Two numbers added, no more of any kind than the demand; and whether that left some out."""
        both = a + b
        over = ((both | self.guards) - self.beyond) & self.guards
        if not over:
            return both, False
        kept = 0
        for at, mask in self.fields:
            kept |= min(both >> at & mask, self.demand >> at & mask) << at
        return kept, kept != both

    def value(self, packed: int) -> int:
        return sum(v * (packed >> at & mask) for v, (at, mask) in zip(self.values, self.fields, strict=True))

    def most(self, found: dict[int, _Made], listing: _Listing) -> dict[int, _Made]:
        """Those that no other holds at least as many of, the most worth first."""
        guards = self.guards
        # What holds at least as many of each kind is no smaller as a whole number, and comes first.
        ranked = sorted(found, key=lambda packed: (-found[packed].value, -packed))
        kept: list[int] = []
        for packed in ranked:
            if not any(((more | guards) - packed) & guards == guards for more in kept):
                kept.append(packed)
            if len(kept) == listing.keep:
                break
        listing.steps += len(ranked) * len(kept) // 3
        return {packed: found[packed] for packed in kept}


def _spread(out: Ints, best: Ints, rests: list[Ints]) -> None:
    """Give each part of a region what the region's outside and the other part can add, in place."""
    for i in range(len(out) - 1, 0, -1):
        rest = rests[i]
        # A region that cannot be in a pattern worth enough has no parts that can.
        row = np.where(out[i] + best[i] < 0, _NONE, out[i])
        if not len(rest) or row.max() == _NONE:
            continue
        near = slice(1, len(rest) + 1)
        np.maximum(out[near], row + best[rest], out=out[near])
        # Several cuts may leave the same rest; they stand next to one another.
        starts = np.flatnonzero(np.diff(rest, prepend=-1))
        most = np.maximum.reduceat(row + best[near], starts, axis=0)
        out[rest[starts]] = np.maximum(out[rest[starts]], most)
