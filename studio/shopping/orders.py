"""Orders: sent to a shop, on their way, and put in the cupboard when they come."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from django.db import IntegrityError, transaction
from django.db.models import Q
from django.shortcuts import get_object_or_404
from django.utils import timezone

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.cupboard.ledger import Because, Thing, move, undo
from studio.cupboard.models import Movement, Order, OrderLine, Pack, Paper, Supply
from studio.shopping.suppliers import send_order, supplier_called

__all__ = ["Wanted", "close", "open_orders", "place", "reopen"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """Packs to order of a paper, a pack of designs or a supply, by its key."""

    kind: str
    key: int
    packs: int


def place(studio: Studio, shop: str, reference: str, wanted: Iterable[Wanted], by: int | None) -> Order:
    """Send an order and keep what the shop confirmed. The same reference is one order.

    FileError where no such shop takes orders, or another order has that reference; SupplierError where it
    does not answer, and nothing is kept;
    Http404 for something that is not here.
    """
    wanted = list(wanted)
    before = Order.objects.filter(studio=studio, reference=reference).first()
    if before is not None:
        return _same(before, wanted)
    supplier = supplier_called(shop)
    if supplier is None:
        raise FileError([fault("shop", "takes-no-orders", shop=shop)])
    rows = [(one, _row(studio, one)) for one in wanted]
    # The shop is asked outside any transaction: nothing is held while it thinks.
    sent = send_order(supplier, reference, [(row.code, row.name, one.packs) for one, row in rows])
    try:
        with transaction.atomic():
            order = Order.objects.create(
                studio=studio,
                shop=shop,
                reference=reference,
                number=sent.number,
                arrives=sent.arrives,
                by_id=by,
            )
            OrderLine.objects.bulk_create(
                OrderLine(order=order, packs=one.packs, pack_size=_size_of(row), **{one.kind: row})
                for one, row in rows
            )
    except IntegrityError:
        # The same order was sent twice at one time.
        return _same(Order.objects.get(studio=studio, reference=reference), wanted)
    return order


def _same(order: Order, wanted: list[Wanted]) -> Order:
    """The order that has this reference already. FileError where it is of something else."""
    lines = {(*line.thing, line.packs) for line in order.lines.all()}
    if lines != {(one.kind, one.key, one.packs) for one in wanted}:
        raise FileError([fault("reference", "other-order")])
    return order


def _row(studio: Studio, one: Wanted) -> Paper | Pack | Supply:
    if one.kind == "paper":
        return get_object_or_404(studio.papers, pk=one.key)
    if one.kind == "pack":
        return get_object_or_404(studio.packs, pk=one.key)
    return get_object_or_404(studio.supplies, pk=one.key)


def _size_of(row: Paper | Pack | Supply) -> Decimal:
    if isinstance(row, Paper):
        return Decimal(row.pack_sheets)
    return Decimal(row.sheets) if isinstance(row, Pack) else row.pack_size


def open_orders(studio: Studio) -> list[Order]:
    """What is on the way, the next to come first; then what was closed today."""
    rows = studio.orders.filter(Q(closed__isnull=True) | Q(closed__gte=studio.day_begins(studio.today())))
    found = rows.prefetch_related("lines__paper", "lines__pack", "lines__supply")
    return sorted(found, key=lambda row: (row.closed is not None, row.arrives, row.pk))


@transaction.atomic
def close(order: Order, came: Mapping[int, int], by: int | None) -> None:
    """The order is here: so many packs of each line (by its key) go into the cupboard, as bought.

    A line that is not named did not come. FileError where it was closed before.
    """
    order = Order.objects.select_for_update().select_related("studio").get(pk=order.pk)
    if order.closed is not None:
        raise FileError([fault("", "order-closed")])
    why = Because(Cause.BOUGHT, by, note=f"{order.shop} {order.number}"[:400], batch=_batch(order))
    for line in order.lines.select_related("paper", "pack", "supply"):
        packs = came.get(line.pk, 0)
        for thing, amount in _things(line):
            move(order.studio, thing, amount * packs, why)
    order.closed = timezone.now()
    order.save(update_fields=["closed"])


def _batch(order: Order) -> str:
    return f"order:{order.pk}"


def _things(line: OrderLine) -> list[tuple[Thing, Decimal]]:
    """What one pack of a line adds to the cupboard; of a pack of designs, each design's copies."""
    if line.pack is not None:
        return [
            (Thing("paper", row.pk), Decimal(row.pack_sheets)) for row in line.pack.designs.order_by("pk")
        ]
    kind, key = line.thing
    return [(Thing(kind, key), line.pack_size)]


@transaction.atomic
def reopen(order: Order, by: int | None) -> None:
    """It is not here after all: what it brought is taken back. FileError where that is gone since."""
    order = Order.objects.select_for_update().select_related("studio").get(pk=order.pk)
    if order.closed is None:
        raise FileError([fault("", "order-open")])
    rows = Movement.objects.filter(studio=order.studio, batch=_batch(order), cause=Cause.BOUGHT.value)
    for row in rows.filter(undone_by__isnull=True).order_by("pk"):
        undo(order.studio, row, by)
    order.closed = None
    order.save(update_fields=["closed"])
