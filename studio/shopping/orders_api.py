"""Orders: sent, listed, put in the cupboard when they come."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from django.http import HttpRequest
from ninja import Field, Router, Status

from studio.accounts.models import Studio
from studio.accounts.tenancy import helper, own, owner, reader, studio_of
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.ledger_api import amount_out, unit_of
from studio.cupboard.models import Order, OrderLine, Supply
from studio.shopping.orders import Wanted, close, open_orders, place, reopen

router = Router(tags=["orders"])


class WantedIn(Sent):
    """Packs to order."""

    kind: Literal["paper", "pack", "supply"]
    id: int
    packs: int = Field(ge=1, le=100_000)


class OrderIn(Sent):
    """An order to send. ``reference`` is the sender's own name for it, so that it is one order."""

    shop: str = Field(max_length=120)
    reference: str = Field(min_length=1, max_length=36, pattern=r"^[A-Za-z0-9-]+$")
    lines: list[WantedIn] = Field(min_length=1, max_length=500)


class OrderLineOut(Schema):
    """Packs that are on the way; what a pack holds as text in its unit."""

    id: int
    name: str
    packs: int
    pack_size: str
    unit: str


class OrderOut(Schema):
    """An order; ``due``: it should be here by now. ``closed``: it is in the cupboard, or did not come."""

    id: int
    shop: str
    number: str
    arrives: dt.date
    due: bool
    closed: bool
    lines: list[OrderLineOut]


class CameIn(Sent):
    """So many packs of a line came."""

    id: int
    packs: int = Field(ge=0, le=100_000)


class ArrivedIn(Sent):
    """What came of an order; a line that is left out did not come."""

    lines: list[CameIn] = Field(max_length=500)


def _line(line: OrderLine, studio: Studio) -> OrderLineOut:
    of = line.of
    supply = of if isinstance(of, Supply) else None
    size = amount_out(line.pack_size, supply, studio.measure)
    unit = unit_of(supply, studio.measure)
    return OrderLineOut(id=line.pk, name=of.name, packs=line.packs, pack_size=size, unit=unit)


def _out(order: Order, studio: Studio) -> OrderOut:
    return OrderOut(
        id=order.pk,
        shop=order.shop,
        number=order.number,
        arrives=order.arrives,
        due=order.arrives <= studio.today(),
        closed=order.closed is not None,
        lines=[_line(line, studio) for line in order.lines.all()],
    )


@router.get("/orders", auth=reader, response=list[OrderOut])
def orders(request: HttpRequest) -> list[OrderOut]:
    """What is on the way, the next to come first, and what came today."""
    studio = studio_of(request)
    return [_out(order, studio) for order in open_orders(studio)]


@router.post("/orders", auth=owner, response={201: OrderOut, 404: Problem, 422: Problem, 502: Problem})
def order(request: HttpRequest, payload: OrderIn) -> Status[OrderOut]:
    """Send an order to a shop that answers, and keep what it confirmed."""
    studio = studio_of(request)
    wanted = [Wanted(line.kind, line.id, line.packs) for line in payload.lines]
    return Status(201, _out(place(studio, payload.shop, payload.reference, wanted, request.user.pk), studio))


@router.post("/orders/{order_id}/arrived", auth=helper, response={200: OrderOut, 404: Problem, 422: Problem})
def arrived(request: HttpRequest, order_id: int, payload: ArrivedIn) -> OrderOut:
    """The order is here, all or part of it: what came is in the cupboard."""
    found = own(Order.objects.all(), request, order_id)
    close(found, {line.id: line.packs for line in payload.lines}, request.user.pk)
    found.refresh_from_db()
    return _out(found, studio_of(request))


@router.delete(
    "/orders/{order_id}/arrived", auth=helper, response={200: OrderOut, 404: Problem, 422: Problem}
)
def not_here(request: HttpRequest, order_id: int) -> OrderOut:
    """It is not here after all: what it brought is taken back, and it is on the way again."""
    found = own(Order.objects.all(), request, order_id)
    reopen(found, request.user.pk)
    found.refresh_from_db()
    return _out(found, studio_of(request))
