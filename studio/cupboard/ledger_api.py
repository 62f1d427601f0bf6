"""How a count came about: its movements, made by hand and undone; what is set aside for which class."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal
from fractions import Fraction
from typing import Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Field, Router, Schema

from neat_sheaf.advice.instead import Candidate, use_instead
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.measure.money import rounded
from neat_sheaf.stock.ledger import Cause
from studio.accounts.tenancy import own, studio_of
from studio.common.problems import Problem
from studio.cupboard.claims import claims_of
from studio.cupboard.convert import core_paper
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


class MoveIn(Schema):
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


@router.get("/papers/{paper_id}/movements", response={200: list[MovementOut], 404: Problem})
def paper_movements(request: HttpRequest, paper_id: int) -> list[MovementOut]:
    """How the sheets and offcuts of a paper came about, the newest first, the last two hundred."""
    return _movements(own(Paper.objects.all(), request, paper_id), studio_of(request).measure)


@router.get("/supplies/{supply_id}/movements", response={200: list[MovementOut], 404: Problem})
def supply_movements(request: HttpRequest, supply_id: int) -> list[MovementOut]:
    """How the count of a supply came about, the newest first, the last two hundred."""
    return _movements(own(Supply.objects.all(), request, supply_id), studio_of(request).measure)


@router.post("/papers/{paper_id}/movements", response={200: list[MovementOut], 404: Problem, 422: Problem})
def move_paper(request: HttpRequest, paper_id: int, payload: MoveIn) -> list[MovementOut]:
    """Add sheets of a paper or take them away, with the reason."""
    paper = own(Paper.objects.all(), request, paper_id)
    studio = studio_of(request)
    amount = _amount(payload, None, studio.measure)
    because = Because(Cause(payload.cause), request.user.pk, note=payload.note)
    move(studio, Thing("paper", paper.pk), amount, because)
    return _movements(paper, studio.measure)


@router.post("/supplies/{supply_id}/movements", response={200: list[MovementOut], 404: Problem, 422: Problem})
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
    less = text.startswith("-")
    node = JsonValue({"amount": text.removeprefix("-").removeprefix("+").strip()}, "", units, [])

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
    return -amount if less else amount


@router.post("/movements/{movement_id}/undo", response={200: MovementOut, 404: Problem, 422: Problem})
def undo_movement(request: HttpRequest, movement_id: int) -> MovementOut:
    """Take back one movement: another one is written that undoes it."""
    movement = get_object_or_404(Movement, pk=movement_id, studio=studio_of(request))
    return movement_out(undo(studio_of(request), movement, request.user.pk), studio_of(request).measure)


class InsteadOut(Schema):
    """A paper to use instead: in what it differs. ``colour`` is the CIEDE2000 difference of the grounds.

    ``thicker`` is nm and ``dearer`` money a sheet, less than 0 where it is thinner or cheaper; null where
    that is not known.
    """

    paper: int
    same_kind: bool
    smaller: bool
    turns: bool
    colour: float
    thicker: int | None
    dearer: str | None
    on_hand: int


@router.get("/papers/{paper_id}/instead", response={200: list[InsteadOut], 404: Problem})
def instead(request: HttpRequest, paper_id: int) -> list[InsteadOut]:
    """The eight papers most like one, those that are not to be had any more left out."""
    studio = studio_of(request)
    own(Paper.objects.all(), request, paper_id)
    packs = {pack.pk: (pack.price, pack.sheets) for pack in studio.packs.all()}
    found: dict[int, Candidate] = {}
    for row in studio.papers.prefetch_related("offcuts"):
        price, sheets = packs.get(row.pack_id or 0, (row.pack_price, row.pack_sheets))
        each = None if price is None else Fraction(price) / sheets
        if row.pk == paper_id or not row.discontinued:
            found[row.pk] = Candidate(core_paper(row), row.ground, each)
    return [
        InsteadOut(
            paper=int(row.paper), same_kind=row.same_kind, smaller=row.smaller, turns=row.turns,
            colour=round(row.colour, 1), thicker=row.thicker, on_hand=row.on_hand,
            dearer=None if row.dearer is None else str(rounded(row.dearer, studio.currency)),
        )
        for row in use_instead(found[paper_id], found.values())[:8]
    ]  # fmt: skip


@router.get("/claims", response=list[ClaimOut])
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
