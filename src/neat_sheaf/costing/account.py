"""The account of what some classes take: needed, here, set aside, on the way, short, to buy, and by when.

Every screen, file and print that says any of these asks here; none of them adds up for itself.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal

from neat_sheaf.costing.offers import Choice, Offer, cheapest_packs, price_of
from neat_sheaf.costing.purchases import packs
from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Supply

__all__ = ["Account", "Design", "Goods", "Need", "OnTheWay", "Part", "account_of"]

_NONE = Decimal(0)


@dataclass(frozen=True, slots=True)
class Design:
    """A design (a paper's id) of a pack: ``copies`` in each pack, what is here, and kept for others."""

    id: str
    copies: int
    here: Decimal = _NONE
    kept: Decimal = _NONE


@dataclass(frozen=True, slots=True)
class OnTheWay:
    """So many packs' worth, in the goods' own unit, that come on a day."""

    amount: Decimal
    arrives: dt.date


@dataclass(frozen=True, slots=True)
class Goods:
    """Something that is bought in packs.

    ``pack_size``, ``here`` and ``kept`` are in its own unit (sheets, pieces, ml, nm); ``kept`` is set aside
    for classes that are not asked about. A pack of ``designs`` has the sum of theirs. ``supply`` is set where
    lengths may not be joined. ``offers`` are other packs that it is sold in; ``coming`` is on the way.
    """

    kind: str
    id: str
    pack_size: Decimal = Decimal(1)
    pack_price: Decimal | None = None
    here: Decimal = _NONE
    kept: Decimal = _NONE
    lead_days: int = 0
    designs: tuple[Design, ...] = ()
    supply: Supply | None = None
    coming: tuple[OnTheWay, ...] = ()
    offers: tuple[Offer, ...] = ()

    @property
    def ordered(self) -> Decimal:
        """All that is on the way."""
        return sum((one.amount for one in self.coming), _NONE)

    @property
    def arrives(self) -> dt.date | None:
        """The day on which the last of it comes; None where nothing is on the way."""
        return max((one.arrives for one in self.coming), default=None)


@dataclass(frozen=True, slots=True)
class Need:
    """What one class still takes of some goods; of a pack of designs, of one ``design``.

    ``lengths`` are the cut lengths (nm) and how many, where they may not be joined. ``lent`` is the part of
    the amount that comes back when the class is over. ``unknown``: how much more is not known. ``day`` is the
    class's; ``from_day`` the first evening that takes it, where that is known.
    """

    kind: str
    id: str
    klass: str
    day: dt.date | None
    amount: Decimal
    lengths: tuple[tuple[Length, int], ...] = ()
    design: str = ""
    lent: Decimal = _NONE
    from_day: dt.date | None = None
    unknown: bool = False

    @property
    def by(self) -> dt.date | None:
        """The day on which it has to be there; None where the class has none."""
        return self.from_day or self.day


@dataclass(frozen=True, slots=True)
class Part:
    """What is counted by itself: a paper (a design of a pack too) or a supply, by its id."""

    id: str
    needed: Decimal
    here: Decimal
    kept: Decimal
    ordered: Decimal

    @property
    def short(self) -> Decimal:
        """What is missing even when all that is on the way has come."""
        return max(_NONE, self.needed - max(_NONE, self.here - self.kept) - self.ordered)


@dataclass(frozen=True, slots=True)
class Account:
    """What some classes take of some goods, and what to buy of them.

    ``over`` is what is left when every class has taken its part. ``needed_at_most`` is over ``needed`` where
    lent things are for classes without a date, which may turn out to be on one day. ``cheaper`` are packs of
    other sizes, alone or together with the usual one, that are enough and cost less. ``price`` is of all
    packs, None where no price is known.

    ``short_from`` is the first day on which something is missing, with all that is on the way; ``order_by``
    the last day to order so that it is there the day before, None where nothing is bought or no class that is
    short has a date. ``comes_late``: what is on the way is not here the day before it is needed.
    ``unknown``: more is needed than is said, and nobody knows how much.
    """

    goods: Goods
    parts: tuple[Part, ...]
    needed: Decimal
    needed_at_most: Decimal
    packs: int
    price: Decimal | None
    over: Decimal
    short_from: dt.date | None
    order_by: dt.date | None
    classes: tuple[str, ...]
    comes_late: bool = False
    cheaper: Choice = ()
    unknown: bool = False


def account_of(goods: Sequence[Goods], needs: Iterable[Need]) -> list[Account]:
    """An account for each of the goods that some class needs, in the order given."""
    by_goods: dict[tuple[str, str], list[Need]] = {}
    for need in needs:
        if need.amount > 0 or need.unknown:
            by_goods.setdefault((need.kind, need.id), []).append(need)
    return [_account(one, by_goods[one.kind, one.id]) for one in goods if (one.kind, one.id) in by_goods]


def _account(goods: Goods, needs: list[Need]) -> Account:
    parts = tuple(_parts(goods, needs))
    needed = _needed(needs)
    free = sum((max(_NONE, part.here - part.kept) for part in parts), _NONE) + goods.ordered
    bought = _packs(goods, needs, goods.coming)
    short_from = _first_short(goods, needs) if bought else None
    return Account(
        goods=goods,
        parts=parts,
        needed=needed,
        needed_at_most=_needed(needs, apart=False),
        packs=bought,
        price=None if goods.pack_price is None else goods.pack_price * bought,
        over=free + goods.pack_size * bought - needed,
        short_from=short_from,
        order_by=None if short_from is None else short_from - dt.timedelta(days=1 + goods.lead_days),
        classes=tuple(dict.fromkeys(need.klass for need in needs)),
        cheaper=_cheaper(goods, needed - free, bought),
        comes_late=any(_late(goods, needs, day) for day in _days(needs)) if goods.coming else False,
        unknown=any(need.unknown for need in needs),
    )


def _needed(needs: Iterable[Need], *, apart: bool = True) -> Decimal:
    """All that is used up, and of what is lent the most that is out on one day.

    Classes without a date are taken to be on days of their own, or, not ``apart``, all on the fullest day.
    """
    used, lent, undated = _NONE, dict[dt.date, Decimal](), list[Decimal]()
    for need in needs:
        used += need.amount - need.lent
        if need.day is None:
            undated.append(need.lent)
        else:
            lent[need.day] = lent.get(need.day, _NONE) + need.lent
    fullest = max(lent.values(), default=_NONE)
    if not apart:
        return used + fullest + sum(undated, _NONE)
    return used + max([fullest, *undated])


def _parts(goods: Goods, needs: list[Need]) -> Iterator[Part]:
    if not goods.designs:
        yield Part(goods.id, _needed(needs), goods.here, goods.kept, goods.ordered)
        return
    for design in goods.designs:
        own = [need for need in needs if need.design == design.id]
        coming = goods.ordered / goods.pack_size * design.copies
        yield Part(design.id, _needed(own), design.here, design.kept, coming)


def _packs(goods: Goods, needs: list[Need], coming: Iterable[OnTheWay]) -> int:
    """Packs to buy for these needs, where this is on the way."""
    ordered = sum((one.amount for one in coming), _NONE)
    if goods.designs:
        return max(
            packs(
                _needed(need for need in needs if need.design == design.id),
                max(_NONE, design.here - design.kept) + ordered / goods.pack_size * design.copies,
                design.copies,
            )
            for design in goods.designs
        )
    free = max(_NONE, goods.here - goods.kept) + ordered
    if goods.supply is not None:
        return spool_plan(goods.supply, _summed(needs), free).bought
    return packs(_needed(needs), free, goods.pack_size)


def _days(needs: Iterable[Need]) -> list[dt.date]:
    return sorted({need.by for need in needs if need.by is not None})


def _until(needs: Iterable[Need], day: dt.date) -> list[Need]:
    return [need for need in needs if need.by is not None and need.by <= day]


def _first_short(goods: Goods, needs: list[Need]) -> dt.date | None:
    """The first day on which something is missing; None where only classes without a date are short."""
    return next((day for day in _days(needs) if _packs(goods, _until(needs, day), goods.coming)), None)


def _late(goods: Goods, needs: list[Need], day: dt.date) -> bool:
    """Whether what is needed until a day would be enough, were it not that some of it comes too late."""
    until, there = _until(needs, day), [one for one in goods.coming if one.arrives < day]
    return _packs(goods, until, there) > _packs(goods, until, goods.coming)


def _cheaper(goods: Goods, short: Decimal, bought: int) -> Choice:
    """The cheapest packs of all sizes, where they cost less than as many of the usual one as are enough."""
    if goods.pack_price is None or goods.supply is not None or goods.designs or not goods.offers:
        return ()
    found = cheapest_packs(short, [Offer(goods.pack_size, goods.pack_price), *goods.offers])
    return found if found and price_of(found) < goods.pack_price * bought else ()


def _summed(needs: Iterable[Need]) -> tuple[tuple[Length, int], ...]:
    lengths: dict[Length, int] = {}
    for need in needs:
        for length, count in need.lengths:
            lengths[length] = lengths.get(length, 0) + count
    return tuple(lengths.items())
