"""Price lists: a shop's list beside the cupboard, taken over line by line; the cupboard's own as a file."""

from __future__ import annotations

from decimal import Decimal
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Field, Router

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.price_list_file import (
    price_list_csv,
    price_list_json,
    price_list_xlsx,
    read_price_list_csv,
    read_price_list_json,
    read_price_list_xlsx,
)
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.formats.table_file import unmistakable
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.stock.price_list import Answer, Change, Compared, PackUnit, PriceList, compare
from studio.accounts.models import Studio
from studio.accounts.tenancy import owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.downloads import SPREADSHEET, Csv, Spreadsheet, download
from studio.common.encoded import sent_bytes
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.convert import plain_price
from studio.shopping.prices import Taken, list_of_shop, shops_of, stocked_of, take_over
from studio.shopping.suppliers import price_list_of, supplier_called, suppliers

router = Router(tags=["prices"])

_FLAGS = {"yes": True, "no": False}
FieldName = Literal["code", "pack_size", "price", "lead_days", "discontinued"]


class ShopOut(Schema):
    """A shop. ``answers``: it can be asked for its list and sent orders. ``here``: the cupboard names it."""

    name: str
    answers: bool
    here: bool


class ChangeOut(Schema):
    """One field that the list says differently: as it is sent back to take it over, and as it is said."""

    field: FieldName
    was: str | None
    now: str
    was_said: str
    now_said: str


class ComparedOut(Schema):
    """A line of a list (0: there is none), the thing in the cupboard that it is of, and what is different.

    What is not ``sure`` is a question: code and name do not both say that they are the same.
    """

    answer: Answer
    sure: bool
    line: int
    listed: str
    listed_code: str
    kind: Literal["paper", "pack", "supply"] | None
    id: int | None
    name: str
    code: str
    changes: list[ChangeOut]


class ComparisonOut(Schema):
    """A shop's list beside the cupboard.

    ``assumed`` is the currency its prices are taken to be in where it names none, and empty where it does.
    """

    shop: str
    assumed: str = ""
    rows: list[ComparedOut]


class ListIn(Sent):
    """A price list as a file: JSON, CSV or XLSX by the end of its name, its bytes in base64."""

    shop: str = Field("", max_length=120)
    name: str = Field(max_length=255)
    content: str


class ChangeIn(Sent):
    """One field to take over: as it was when it was compared, and as the list has it; null is no price."""

    kind: Literal["paper", "pack", "supply"]
    id: int
    field: FieldName
    was: str | None
    now: str | None


class ChangesIn(Sent):
    """What is taken over, all of it or nothing."""

    changes: list[ChangeIn] = Field(max_length=10_000)


class ChangedOut(Schema):
    """How many things in the cupboard were changed."""

    changed: int


@router.get("/prices", auth=reader, response=list[ShopOut])
def shops(request: HttpRequest) -> list[ShopOut]:
    """The shops: those of the cupboard, and those that can be asked."""
    here = shops_of(studio_of(request))
    answering = [one.name for one in suppliers()]
    names = sorted({*here, *answering}, key=str.casefold)
    return [ShopOut(name=name, answers=name in answering, here=name in here) for name in names]


@router.get("/prices/compare", auth=reader, response={200: ComparisonOut, 422: Problem, 502: Problem})
def ask_shop(request: HttpRequest, shop: str = "") -> ComparisonOut:
    """Ask a shop for its list, and lay it beside the cupboard. An empty one where no such shop answers."""
    supplier = supplier_called(shop)
    if supplier is None:
        return ComparisonOut(shop=shop, rows=[])
    return _compared(studio_of(request), price_list_of(supplier), shop)


@router.post("/prices/compare", auth=reader, response={200: ComparisonOut, 422: Problem})
def read_list(request: HttpRequest, payload: ListIn) -> ComparisonOut:
    """Lay a list that was sent beside the cupboard."""
    studio = studio_of(request)
    prices = _read(payload)
    return _compared(studio, prices, payload.shop or prices.shop)


@router.post("/prices/take", auth=owner, response={200: ChangedOut, 404: Problem, 422: Problem})
def take(request: HttpRequest, payload: ChangesIn) -> ChangedOut:
    """Change the cupboard as a list has it."""
    faults: list[Fault] = []
    taken = [
        Taken(
            one.kind, one.id, one.field,
            _value(one.field, one.was, f"changes[{n}].was", faults),
            _value(one.field, one.now, f"changes[{n}].now", faults),
        )
        for n, one in enumerate(payload.changes)
    ]  # fmt: skip
    if faults:
        raise FileError(faults)
    return ChangedOut(changed=take_over(studio_of(request), taken))


@router.get("/prices.csv", auth=reader, response={200: Csv})
def as_csv(request: HttpRequest, shop: str = "") -> HttpResponse:
    """The cupboard's own price list as a table, of one shop or of all."""
    prices = list_of_shop(studio_of(request), shop)
    return download(_called(request, shop), "csv", price_list_csv(prices), "text/csv; charset=utf-8")


@router.get("/prices.xlsx", auth=reader, response={200: Spreadsheet})
def as_spreadsheet(request: HttpRequest, shop: str = "") -> HttpResponse:
    """The cupboard's own price list as a spreadsheet, of one shop or of all."""
    prices = list_of_shop(studio_of(request), shop)
    title = voice_for(request).say("file-prices")
    return download(_called(request, shop), "xlsx", price_list_xlsx(prices, title), SPREADSHEET)


@router.get("/prices.json", auth=reader, response={200: dict[str, Any]})
def as_json(request: HttpRequest, shop: str = "") -> HttpResponse:
    """The cupboard's own price list as JSON, of one shop or of all."""
    prices = list_of_shop(studio_of(request), shop)
    return download(_called(request, shop), "json", price_list_json(prices), "application/json")


def _called(request: HttpRequest, shop: str) -> str:
    name = voice_for(request).say("file-prices")
    return f"{name} {shop}" if shop else name


def _read(sent: ListIn) -> PriceList:
    """The list in a file. FileError with its faults, or that it is no file of a kind that is read."""
    content = sent_bytes(sent.content)
    kind = sent.name.rpartition(".")[2].lower()
    if kind == "xlsx":
        return read_price_list_xlsx(content)
    if kind not in ("csv", "json", "txt", "tsv"):
        raise FileError([fault("name", "not-a-price-list", name=sent.name[:60])])
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise FileError([fault("", "not-utf8", byte=str(error.start))]) from error
    return read_price_list_json(text) if kind == "json" else read_price_list_csv(text)


def _compared(studio: Studio, prices: PriceList, shop: str) -> ComparisonOut:
    """FileError where the list is in another currency: its prices are not compared with ours."""
    priced = any(line.price is not None for line in prices.lines)
    if priced and prices.currency and prices.currency != studio.currency:
        raise FileError([fault("", "other-currency", list=prices.currency, studio=studio.currency)])
    rows = compare(prices.lines, stocked_of(studio, shop))
    assumed = studio.currency if priced and not prices.currency else ""
    return ComparisonOut(shop=shop, assumed=assumed, rows=[_out(row, studio.measure) for row in rows])


def _out(row: Compared, units: Unit) -> ComparedOut:
    line, here = row.line, row.stocked
    return ComparedOut(
        answer=row.answer,
        sure=row.sure,
        line=0 if line is None else line.line,
        listed="" if line is None else line.name,
        listed_code="" if line is None else line.code,
        kind=None if here is None else here.kind,  # type: ignore[arg-type]
        id=None if here is None else int(here.id),
        name="" if here is None else here.name,
        code="" if here is None else here.code,
        changes=[] if here is None else [_change(one, here.unit, units) for one in row.changes],
    )


def _change(change: Change, unit: PackUnit, units: Unit) -> ChangeOut:
    def said(value: str | Decimal | int | bool | None) -> str:
        if change.field == "pack_size" and unit is PackUnit.LENGTH and isinstance(value, Decimal):
            return f"{write_length(Length(int(value)), units)} {units}"
        return "" if value is None else _text(change.field, value)

    return ChangeOut(
        field=change.field,  # type: ignore[arg-type]
        was=None if change.was is None else _text(change.field, change.was),
        now=_text(change.field, change.now),
        was_said=said(change.was),
        now_said=said(change.now),
    )


def _text(field: str, value: str | Decimal | int | bool) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, Decimal):
        return format((field == "price" and plain_price(value)) or unmistakable(value), "f")
    return str(value)


def _value(
    field: FieldName, text: str | None, path: str, faults: list[Fault]
) -> str | Decimal | int | bool | None:
    """A field's value from its text; a fault is noted where it is none."""
    if text is None and field == "price":
        return None
    text = text or ""
    if field == "code":
        return text[:60]
    node = JsonValue({field: _FLAGS.get(text, int(text) if text.isdecimal() else text)}, "", "mm", [])
    found: Decimal | int | bool | None
    if field == "discontinued":
        found = node.take(field, JsonValue.flag, None)
    elif field == "lead_days":
        found = node.take(field, lambda at: at.whole(0, 365), None)
    else:
        found = node.take(field, JsonValue.price if field == "price" else _size, None)
    faults += [Fault(path, one.message) for one in node.faults]
    return found


def _size(node: JsonValue) -> Decimal:
    """A pack's size in its own unit, lengths in nm: more than an amount that is typed may be."""
    if isinstance(node.value, int) and 0 < node.value < 10**15:
        return Decimal(node.value)
    return node.positive()
