"""How a count came about: its movements, made by hand and undone; what is set aside for which class."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal
from typing import Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Field, Router

from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.stock.ledger import Cause
from studio.accounts.tenancy import helper, own, reader, studio_of
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.claims import claims_of
from studio.cupboard.ledger import Because, Thing, move, undo
from studio.cupboard.models import Movement, Paper, Supply

router = Router(tags=["cupboard"])

_MOST_SHOWN = 200


class MovementOut(Schema):
    """One change of a count. Amounts are text in the thing's unit; an offcut's size is nm, 0 for sheets."""

    id: int
    amount: str
    after: str
    cause: Cause
    note: str
    width: int
    height: int
    kit_class: int | None
    class_name: str
    by: str
    at: dt.datetime
    undoes: int | None
    undone: bool


class MoveIn(Sent):
    """A change of a count by hand: more or less than 0, in the thing's unit."""

    amount: str = Field(max_length=60)
    cause: Literal["found", "given", "bought", "used"]
    note: str = Field("", max_length=400)


class ClaimOut(Schema):
    """What is still set aside for a class: of a paper (sheets, or offcuts of a size in nm) or a supply."""

    id: int
    paper: int | None
    supply: int | None
    width: int
    height: int
    left: str
    unit: str
    kit_class: int
    class_name: str
    date: dt.date | None


def amount_out(amount: Decimal, supply: Supply | None, units: Unit) -> str:
    """An amount as text: a length in the studio's unit, anything else as a plain number."""
    if supply is not None and supply.unit == "length":
        sign = "-" if amount < 0 else ""
        return sign + write_length(Length(int(abs(amount))), units)
    return format(amount.normalize(), "f")


def unit_of(supply: Supply | None, units: Unit) -> str:
    """What stands behind an amount; nothing where sheets or pieces are counted."""
    if supply is None:
        return ""
    return {"length": str(units), "ml": "ml"}.get(supply.unit, "")


def movement_out(row: Movement, units: Unit) -> MovementOut:
    """A movement for the screen."""
    return MovementOut(
        id=row.pk,
        amount=amount_out(row.amount, row.supply, units),
        after=amount_out(row.after, row.supply, units),
        cause=Cause(row.cause),
        note=row.note,
        width=row.width_nm,
        height=row.height_nm,
        kit_class=row.kit_class_id,
        class_name=row.kit_class.name if row.kit_class else "",
        by=row.by.get_username() if row.by else "",
        at=row.at,
        undoes=row.undoes_id,
        undone=hasattr(row, "undone_by"),
    )


def _movements(of: Paper | Supply, units: Unit) -> list[MovementOut]:
    rows = of.movements.select_related("kit_class", "by", "supply", "undone_by")
    return [movement_out(row, units) for row in rows[:_MOST_SHOWN]]


@router.get("/papers/{paper_id}/movements", auth=reader, response={200: list[MovementOut], 404: Problem})
def paper_movements(request: HttpRequest, paper_id: int) -> list[MovementOut]:
    """How the sheets and offcuts of a paper came about, the newest first, the last two hundred."""
    return _movements(own(Paper.objects.all(), request, paper_id), studio_of(request).measure)


@router.get("/supplies/{supply_id}/movements", auth=reader, response={200: list[MovementOut], 404: Problem})
def supply_movements(request: HttpRequest, supply_id: int) -> list[MovementOut]:
    """How the count of a supply came about, the newest first, the last two hundred."""
    return _movements(own(Supply.objects.all(), request, supply_id), studio_of(request).measure)


@router.post(
    "/papers/{paper_id}/movements", auth=helper, response={200: list[MovementOut], 404: Problem, 422: Problem}
)
def move_paper(request: HttpRequest, paper_id: int, payload: MoveIn) -> list[MovementOut]:
    """Add sheets of a paper or take them away, with the reason."""
    paper = own(Paper.objects.all(), request, paper_id)
    studio = studio_of(request)
    amount = _amount(payload, None, studio.measure)
    because = Because(Cause(payload.cause), request.user.pk, note=payload.note)
    move(studio, Thing("paper", paper.pk), amount, because)
    return _movements(paper, studio.measure)


@router.post(
    "/supplies/{supply_id}/movements",
    auth=helper,
    response={200: list[MovementOut], 404: Problem, 422: Problem},
)
def move_supply(request: HttpRequest, supply_id: int, payload: MoveIn) -> list[MovementOut]:
    """Add some of a supply or take it away, with the reason."""
    supply = own(Supply.objects.all(), request, supply_id)
    studio = studio_of(request)
    amount = _amount(payload, supply, studio.measure)
    because = Because(Cause(payload.cause), request.user.pk, note=payload.note)
    move(studio, Thing("supply", supply.pk), amount, because)
    return _movements(supply, studio.measure)


def _amount(payload: MoveIn, supply: Supply | None, units: Unit) -> Decimal:
    """The amount sent, more or less than 0. FileError where it is none, or sheets that are not whole."""
    text = payload.amount.strip()
    amount = read_amount(text.removeprefix("-").removeprefix("+").strip(), supply, units)
    return -amount if text.startswith("-") else amount


def read_amount(text: str, supply: Supply | None, units: Unit) -> Decimal:
    """An amount of a supply in its own unit, or of whole sheets. FileError where it is none."""
    node = JsonValue({"amount": text}, "", units, [])

    def read(value: JsonValue) -> Decimal:
        if supply is None:
            whole = value.amount()
            if whole != whole.to_integral_value():
                raise value.fault("not-whole-sheets", text=text)
            return whole
        return Decimal(value.length()) if supply.unit == "length" else value.amount()

    amount = node.take("amount", read, Decimal(0))
    if node.faults:
        raise FileError(node.faults)
    return amount


@router.post(
    "/movements/{movement_id}/undo", auth=helper, response={200: MovementOut, 404: Problem, 422: Problem}
)
def undo_movement(request: HttpRequest, movement_id: int) -> MovementOut:
    """Take back one movement: another one is written that undoes it."""
    movement = get_object_or_404(Movement, pk=movement_id, studio=studio_of(request))
    return movement_out(undo(studio_of(request), movement, request.user.pk), studio_of(request).measure)


@router.get("/claims", auth=reader, response=list[ClaimOut])
def claims(request: HttpRequest) -> list[ClaimOut]:
    """What is set aside for the classes to come."""
    studio = studio_of(request)
    return [
        ClaimOut(
            id=held.claim.pk,
            paper=held.claim.paper_id,
            supply=held.claim.supply_id,
            width=held.claim.width_nm,
            height=held.claim.height_nm,
            left=amount_out(held.left, held.claim.supply, studio.measure),
            unit=unit_of(held.claim.supply, studio.measure),
            kit_class=held.claim.kit_class_id,
            class_name=held.claim.kit_class.name,
            date=held.claim.kit_class.date,
        )
        for held in claims_of(studio)
        if held.left
    ]
