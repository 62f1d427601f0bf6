"""The shopping list of one class or several: what is needed, what is here, what to buy and by when."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal

from neat_sheaf.costing.offers import Choice, Offer, cheapest_packs, price_of
from neat_sheaf.costing.purchases import packs
from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Supply

__all__ = ["Goods", "Need", "ShoppingRow", "shopping_list"]


@dataclass(frozen=True, slots=True)
class Goods:
    """Something that is bought in packs.

    ``pack_size``, ``here`` and ``kept`` are in its own unit (sheets, pieces, ml, nm); ``kept`` is set aside
    for classes that are not shopped for. ``designs``: a pack of designs holds so many copies of each (id to
    copies), of which ``designs_free`` are here. ``supply`` is set where lengths may not be joined.
    ``offers`` are other packs that it is sold in. ``ordered`` is on the way, in the same unit, and the last
    of it is here on the day ``arrives``.
    """

    kind: str
    id: str
    pack_size: Decimal = Decimal(1)
    pack_price: Decimal | None = None
    here: Decimal = Decimal(0)
    kept: Decimal = Decimal(0)
    lead_days: int = 0
    designs: Mapping[str, int] = field(default_factory=dict)
    designs_free: Mapping[str, Decimal] = field(default_factory=dict)
    supply: Supply | None = None
    ordered: Decimal = Decimal(0)
    arrives: dt.date | None = None
    offers: tuple[Offer, ...] = ()


@dataclass(frozen=True, slots=True)
class Need:
    """What one class still takes of some goods; of a pack of designs, of one ``design``.

    ``lengths`` are the cut lengths (nm) and how many, where they may not be joined. ``lent`` is the part of
    the amount that comes back, so that it serves the next class too.
    """

    kind: str
    id: str
    klass: str
    day: dt.date | None
    amount: Decimal
    lengths: tuple[tuple[Length, int], ...] = ()
    design: str = ""
    lent: Decimal = Decimal(0)


@dataclass(frozen=True, slots=True)
class ShoppingRow:
    """What to buy of some goods. ``over`` is what is left when every class has taken its part.

    ``cheaper`` are packs of other sizes, alone or beside the usual one, that are enough and cost less.
    ``comes_late``: some of it is on the way, and is not here on the day before the first class that needs it.
    ``price`` is of all packs, None where no price is known; ``order_by`` is the last day to order so that it
    is there on the day before the first class that needs it, None where nothing is bought or no class has a
    day.
    """

    goods: Goods
    needed: Decimal
    packs: int
    price: Decimal | None
    over: Decimal
    order_by: dt.date | None
    classes: tuple[str, ...]
    comes_late: bool = False
    cheaper: Choice = ()


def shopping_list(goods: Sequence[Goods], needs: Iterable[Need]) -> list[ShoppingRow]:
    """A row for each of the goods that some class needs, in the order given."""
    by_goods: dict[tuple[str, str], list[Need]] = {}
    for need in needs:
        if need.amount > 0:
            by_goods.setdefault((need.kind, need.id), []).append(need)
    return [_row(one, by_goods[one.kind, one.id]) for one in goods if (one.kind, one.id) in by_goods]


def _row(goods: Goods, needs: list[Need]) -> ShoppingRow:
    needed = sum((need.amount - need.lent for need in needs), Decimal(0)) + max(need.lent for need in needs)
    free = max(Decimal(0), goods.here - goods.kept) + goods.ordered
    if goods.designs:
        bought = _packs_of_designs(goods, needs)
        free = sum(goods.designs_free.values(), goods.ordered)
    elif goods.supply is not None:
        bought = spool_plan(goods.supply, _summed(needs), free).bought
    else:
        bought = packs(needed, free, goods.pack_size)
    days = [need.day for need in needs if need.day is not None]
    return ShoppingRow(
        goods=goods,
        needed=needed,
        packs=bought,
        price=None if goods.pack_price is None else goods.pack_price * bought,
        over=free + goods.pack_size * bought - needed,
        order_by=min(days) - dt.timedelta(days=1 + goods.lead_days) if bought and days else None,
        classes=tuple(dict.fromkeys(need.klass for need in needs)),
        cheaper=_cheaper(goods, needed - free, bought),
        comes_late=goods.arrives is not None and bool(days) and goods.arrives >= min(days),
    )


def _cheaper(goods: Goods, short: Decimal, bought: int) -> Choice:
    """The cheapest packs of all sizes, where they cost less than as many of the usual one as are enough."""
    if goods.pack_price is None or goods.supply is not None or goods.designs or not goods.offers:
        return ()
    found = cheapest_packs(short, [Offer(goods.pack_size, goods.pack_price), *goods.offers])
    return found if found and price_of(found) < goods.pack_price * bought else ()


def _packs_of_designs(goods: Goods, needs: list[Need]) -> int:
    """As many packs as the design that is shortest needs."""
    by_design: dict[str, Decimal] = {}
    for need in needs:
        by_design[need.design] = by_design.get(need.design, Decimal(0)) + need.amount
    coming = goods.ordered / goods.pack_size
    return max(
        packs(
            amount,
            goods.designs_free.get(design, Decimal(0)) + coming * goods.designs[design],
            goods.designs[design],
        )
        for design, amount in by_design.items()
    )


def _summed(needs: list[Need]) -> tuple[tuple[Length, int], ...]:
    lengths: dict[Length, int] = {}
    for need in needs:
        for length, count in need.lengths:
            lengths[length] = lengths.get(length, 0) + count
    return tuple(lengths.items())
