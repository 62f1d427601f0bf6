"""Ticking what was bought."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from decimal import Decimal

from django.db import transaction
from django.db.models import Q
from django.shortcuts import get_list_or_404, get_object_or_404

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.cupboard.convert import offers_of
from studio.cupboard.ledger import Because, Thing, move, undo
from studio.cupboard.models import Movement, Paper, Supply

__all__ = ["Bought", "bought_today", "buy", "unbuy"]


@dataclass(frozen=True, slots=True)
class Bought:
    """Packs that were ticked: ``batch`` names the movements that they came in by."""

    batch: str
    kind: str
    key: int
    packs: int
    at: dt.datetime


@transaction.atomic
def buy(
    studio: Studio,
    kind: str,
    key: int,
    packs: int,
    batch: str,
    by: int | None,
    size: Decimal | None = None,
) -> None:
    """Packs were bought: what is in them is in the cupboard. The same batch counts once. Http404 as usual.

    ``size`` is what a pack holds where that is not the usual one; FileError where it is not sold so.
    """
    # The studio's row is held, so that one tick that is sent twice at once counts once.
    Studio.objects.select_for_update().get(pk=studio.pk)
    name = f"{kind}:{key}:{packs}:{batch}"
    if Movement.objects.filter(studio=studio, batch=name).exists():
        return
    why = Because(Cause.BOUGHT, by, batch=name)
    if kind == "supply":
        supply = get_object_or_404(studio.supplies, pk=key)
        move(studio, Thing("supply", key), _size(supply, supply.pack_size, size) * packs, why)
        return
    papers = studio.papers.filter(pk=key) if kind == "paper" else studio.papers.filter(pack=key)
    for row in get_list_or_404(papers.order_by("pk")):
        move(studio, Thing("paper", row.pk), _size(row, Decimal(row.pack_sheets), size) * packs, why)


def _size(row: Paper | Supply, usual: Decimal, size: Decimal | None) -> Decimal:
    """What a pack holds: the usual one, or another that it is sold in."""
    if size is not None and size != usual and size not in [offer.size for offer in offers_of(row)]:
        raise FileError([fault("size", "not-sold-so")])
    return usual if size is None else size


@transaction.atomic
def unbuy(studio: Studio, batch: str, by: int | None) -> None:
    """What was ticked was not bought after all. Http404 where there is no such batch."""
    rows = Movement.objects.filter(studio=studio, batch=batch, cause=Cause.BOUGHT.value)
    # What an order brought is taken back with the order.
    rows = rows.filter(undone_by__isnull=True).exclude(batch__startswith="order:")
    for row in get_list_or_404(rows.order_by("pk")):
        undo(studio, row, by)


def bought_today(studio: Studio) -> list[Bought]:
    """What was ticked today and is not unticked, the newest first."""
    rows = Movement.objects.filter(
        studio=studio,
        cause=Cause.BOUGHT.value,
        undone_by__isnull=True,
        at__gte=studio.day_begins(studio.today()),
    ).exclude(Q(batch="") | Q(batch__startswith="order:"))
    found: dict[str, Bought] = {}
    for row in rows:
        kind, key, packs = row.batch.split(":", 3)[:3]
        found.setdefault(row.batch, Bought(row.batch, kind, int(key), int(packs), row.at))
    return list(found.values())
