"""A shop's list beside the cupboard: what is different, and taking it over."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from django.db import transaction
from django.shortcuts import get_object_or_404

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.stock.price_list import PackUnit, PriceLine, PriceList, Stocked
from studio.accounts.models import Studio
from studio.cupboard.convert import plain_price
from studio.cupboard.models import Pack, Paper, Supply

__all__ = ["Taken", "list_of_shop", "shops_of", "stocked_of", "take_over"]

_OWN = {"pack_size": "pack_size", "price": "pack_price"}
_PAPER = {"pack_size": "pack_sheets", "price": "pack_price"}


@dataclass(frozen=True, slots=True)
class Taken:
    """One field of one thing to take over: as it was when it was compared, and as the list has it."""

    kind: str
    key: int
    field: str
    was: str | Decimal | int | bool | None
    now: str | Decimal | int | bool | None


def shops_of(studio: Studio) -> list[str]:
    """The shops that something in the cupboard is bought at."""
    named = (
        set(rows.values_list("shop", flat=True)) for rows in (studio.papers, studio.packs, studio.supplies)
    )
    return sorted(set().union(*named) - {""}, key=str.casefold)


def stocked_of(studio: Studio, shop: str) -> list[Stocked]:
    """What is bought at a shop, in the terms of a price list; of every shop where ``shop`` is empty.

    A design of a pack is not sold by itself: the pack is.
    """
    only = {"shop": shop} if shop else {}
    return [
        *(_stocked("paper", row) for row in studio.papers.filter(pack__isnull=True, **only)),
        *(_stocked("pack", row) for row in studio.packs.filter(**only)),
        *(_stocked("supply", row) for row in studio.supplies.filter(**only)),
    ]


def _stocked(kind: str, row: Paper | Pack | Supply) -> Stocked:
    unit = PackUnit(row.unit) if isinstance(row, Supply) else PackUnit.SHEETS
    size, price = (getattr(row, _column(kind, field)) for field in ("pack_size", "price"))
    return Stocked(
        kind, str(row.pk), row.name, unit, Decimal(size), row.code, plain_price(price), row.lead_days,
        row.discontinued,
    )  # fmt: skip


def _column(kind: str, field: str) -> str:
    columns = {"pack": {"pack_size": "sheets"}, "paper": _PAPER, "supply": _OWN}[kind]
    return columns.get(field, field)


def list_of_shop(studio: Studio, shop: str) -> PriceList:
    """The cupboard's own price list: what is bought at a shop, or all of it."""
    lines = tuple(
        PriceLine(n, one.name, one.code, one.unit, one.pack_size, one.price, one.lead_days, one.discontinued)
        for n, one in enumerate(stocked_of(studio, shop), start=1)
    )
    return PriceList(lines, shop, studio.currency)


@transaction.atomic
def take_over(studio: Studio, changes: Iterable[Taken]) -> int:
    """Change what is in the cupboard as a list has it; gives how many things were changed.

    All or nothing: FileError where one was changed since it was compared, Http404 where it is gone.
    """
    rows: dict[tuple[str, int], Paper | Pack | Supply] = {}
    for number, one in enumerate(changes):
        row = rows.get((one.kind, one.key)) or _held(studio, one.kind, one.key)
        rows[one.kind, one.key] = row
        column = _column(one.kind, one.field)
        there = getattr(row, column)
        if there != one.was:
            raise FileError([fault(f"changes[{number}]", "changed-since", name=row.name)])
        setattr(row, column, int(one.now or 1) if column in ("sheets", "pack_sheets") else one.now)
    for row in rows.values():
        row.version += 1
        row.save()
    return len(rows)


def _held(studio: Studio, kind: str, key: int) -> Paper | Pack | Supply:
    if kind == "paper":
        return get_object_or_404(studio.papers.select_for_update(), pk=key)
    if kind == "pack":
        return get_object_or_404(studio.packs.select_for_update(), pk=key)
    return get_object_or_404(studio.supplies.select_for_update(), pk=key)
