"""Lengths that cannot be joined, cut from spools: the fewest to buy, how each is cut, and the ends left."""

from __future__ import annotations

import functools
from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.planner import nest
from neat_sheaf.nesting.tree import counts
from neat_sheaf.stock import Supply

__all__ = ["SpoolCut", "SpoolPlan", "spool_plan"]

_THIN = Length(1)


@dataclass(frozen=True, slots=True)
class SpoolCut:
    """``times`` spools of a ``length`` (nm), each cut into ``lengths`` (nm, how many of each)."""

    length: Length
    bought: bool
    times: int
    lengths: tuple[tuple[Length, int], ...]

    @property
    def left(self) -> Length:
        """What is left of each such spool, nm."""
        return Length(self.length - sum(length * count for length, count in self.lengths))


@dataclass(frozen=True, slots=True)
class SpoolPlan:
    """How lengths come off spools. ``bought`` whole ones; ``lower_bound`` is proved: no plan buys fewer."""

    bought: int
    lower_bound: int
    cuts: tuple[SpoolCut, ...]


def spool_plan(supply: Supply, lengths: Iterable[tuple[Length, int]], here: Decimal) -> SpoolPlan:
    """The plan with the fewest spools to buy: cut lengths (nm, how many each), none across two of them.

    What is ``here`` (nm) is whole spools and one that is begun. No length may be longer than a spool.
    """
    wanted = tuple((length, count) for length, count in lengths if count)
    return _planned(Length(int(supply.pack_size)), wanted, int(here)) if wanted else SpoolPlan(0, 0, ())


# A shopping list asks the same of each day on which something may be short.
@functools.lru_cache(maxsize=500)
def _planned(size: Length, wanted: tuple[tuple[Length, int], ...], here: int) -> SpoolPlan:
    whole, begun = divmod(here, size)
    if len(wanted) == 1:
        return _of_one_length(*wanted[0], size, whole, Length(begun))
    # Spools are strips 1 nm high, and the cuts are pieces as high.
    stock = [Stock(size, _THIN)]
    if whole:
        stock.append(Stock(size, _THIN, whole))
    if begun:
        stock.append(Stock(Length(begun), _THIN, 1))
    items, demand = [Item(length, _THIN) for length, _ in wanted], [count for _, count in wanted]
    best = nest(items, demand, stock)[0]
    cuts = []
    for layout in best.layouts:
        held = counts(layout.tree)
        alike = tuple((wanted[k][0], held[k]) for k in range(len(wanted)) if held[k])
        cuts.append(SpoolCut(Length(stock[layout.stock].width), layout.stock == 0, layout.times, alike))
    return SpoolPlan(best.sheets, best.lower_bound, tuple(sorted(cuts, key=lambda cut: cut.bought)))


def _of_one_length(length: Length, count: int, size: Length, whole: int, begun: Length) -> SpoolPlan:
    """From the spool that is begun, then from those that are here, then from new ones."""
    left, cuts, bought = count, [], 0
    each = size // length
    for of, there in ((begun, begun // length), (size, whole * each), (size, None)):
        taken = left if there is None else min(left, there)
        left -= taken
        full, rest = divmod(taken, of // length) if taken else (0, 0)
        new = there is None
        bought += full + bool(rest) if new else 0
        cuts += [SpoolCut(of, new, full, ((length, of // length),))] if full else []
        cuts += [SpoolCut(of, new, 1, ((length, rest),))] if rest else []
    return SpoolPlan(bought, bought, tuple(cuts))
