"""A year of classes: what each took and cost, added up, and as a table for whoever does the taxes."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from decimal import Decimal

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Field, Router

from neat_sheaf.costing.year import Held, YearTotal, year_totals
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.formats.table_file import CellValue, table_csv, table_xlsx
from studio.accounts.models import Studio
from studio.accounts.tenancy import check_version, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.common.downloads import SPREADSHEET, Csv, Spreadsheet, download
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Save
from studio.cupboard.convert import plain_price

router = Router(tags=["year"])

COLUMNS = ("date", "class", "place", "seats", "takings", "material", "other costs", "left", "hours",
           "earned an hour", "currency")  # fmt: skip


class HeldOut(Schema):
    """A class that was held and closed; money as decimal text, null where nobody said.

    ``unpriced`` things had no price, and are not in the material.
    """

    id: int
    name: str
    date: dt.date
    place: str
    seats: int
    takings: str | None
    material: str
    other: str
    left: str | None
    hours: str | None
    hourly: str | None
    currency: str
    unpriced: int


class YearTotalOut(Schema):
    """The closed classes of one currency added up; ``hourly`` is over those of which the hours are known."""

    currency: str
    classes: int
    seats: int
    takings: str
    material: str
    other: str
    left: str
    hours: str
    without_hours: int
    hourly: str | None
    without_takings: int
    unpriced: int


class NotClosedOut(Schema):
    """A class whose day is over and that was not closed: it is not in the sums."""

    id: int
    name: str
    date: dt.date


class YearOut(Schema):
    """A year: its classes that are closed, those that are not, and the years that have any."""

    year: int
    years: list[int]
    held: list[HeldOut]
    totals: list[YearTotalOut]
    open: list[NotClosedOut]


class ResultIn(Save):
    """What was really taken, and the hours it took in all; null where that is not said."""

    taken: str | None = Field(None, max_length=40)
    hours: str | None = Field(None, max_length=40)


class KeptOut(Schema):
    """What was taken and the hours are kept; ``version`` is the one that a further save is based on."""

    version: int


def _closed(studio: Studio, year: int) -> list[tuple[KitClass, Held]]:
    """The closed classes of a year, by day; one without a date is of the day on which it was closed."""
    rows = studio.classes.filter(figures__isnull=False, finished__isnull=False)
    held = [(row, _held(row, row.date or studio.day_of(row.finished))) for row in rows if row.finished]
    return sorted(
        ((row, one) for row, one in held if one.day.year == year), key=lambda pair: (pair[1].day, pair[0].pk)
    )


def _held(row: KitClass, day: dt.date) -> Held:
    """A closed class; what was typed of its takings and hours comes before what was planned."""
    figures = row.figures or {}
    taken = plain_price(row.taken)
    return Held(
        name=row.name,
        day=day,
        seats=figures["seats"],
        takings=_known(figures["takings"]) if taken is None else taken,
        material=Decimal(figures["material"]),
        other=Decimal(figures["other"]),
        currency=figures["currency"],
        hours=row.hours,
        place=row.place,
        unpriced=figures.get("unpriced", 0),
    )


def _known(amount: str | None) -> Decimal | None:
    return None if amount is None else Decimal(amount)


def _text(amount: Decimal | None) -> str | None:
    return None if amount is None else str(amount)


def _held_out(row: KitClass, held: Held) -> HeldOut:
    return HeldOut(
        id=row.pk, name=held.name, date=held.day, place=held.place, seats=held.seats,
        takings=_text(held.takings), material=str(held.material), other=str(held.other),
        left=_text(held.left), unpriced=held.unpriced,
        hours=None if held.hours is None else format(held.hours.normalize(), "f"),
        hourly=_text(held.hourly), currency=held.currency,
    )  # fmt: skip


def _total_out(total: YearTotal) -> YearTotalOut:
    return YearTotalOut(
        currency=total.currency, classes=total.classes, seats=total.seats, takings=str(total.takings),
        material=str(total.material), other=str(total.other), left=str(total.left),
        hours=format(total.hours.normalize(), "f"), without_hours=total.without_hours,
        hourly=_text(total.hourly), without_takings=total.without_takings, unpriced=total.unpriced,
    )  # fmt: skip


@router.get("/year", auth=reader, response=YearOut)
def year(request: HttpRequest, year: int | None = None) -> YearOut:
    """A year of classes; this one, where none is named."""
    studio = studio_of(request)
    today = studio.today()
    chosen = today.year if year is None else min(max(year, 1), dt.MAXYEAR)
    rows = _closed(studio, chosen)
    past = studio.classes.filter(date__year=chosen, date__lt=today, figures__isnull=True)
    days = studio.classes.filter(date__isnull=False).dates("date", "year")
    return YearOut(
        year=chosen,
        years=sorted({today.year, chosen, *(day.year for day in days)}, reverse=True),
        held=[_held_out(row, held) for row, held in rows],
        totals=[_total_out(total) for total in year_totals(held for _, held in rows)],
        open=[NotClosedOut(id=row.pk, name=row.name, date=row.date) for row in past if row.date],
    )


@router.put(
    "/classes/{class_id}/result",
    auth=owner,
    response={200: KeptOut, 404: Problem, 409: Problem, 422: Problem},
)
def keep_result(request: HttpRequest, class_id: int, payload: ResultIn) -> KeptOut:
    """Keep what a class really took, and how many hours it took in all."""
    kit_class = own(KitClass.objects.all(), request, class_id)
    root = JsonValue({key: text for key, text in payload.model_dump().items() if text}, "", "mm", [])
    taken = root.take("taken", JsonValue.price, None)
    hours = root.take("hours", _hours, None)
    if root.faults:
        raise FileError(root.faults)
    with transaction.atomic():
        kit_class = KitClass.objects.select_for_update(of=("self",)).get(pk=kit_class.pk)
        version = kit_class.result_version
        current = {"taken": _text(plain_price(kit_class.taken)), "hours": _text(kit_class.hours)}
        check_version(kit_class.name, payload.version, version, current | {"version": version})
        KitClass.objects.filter(pk=kit_class.pk).update(taken=taken, hours=hours)
        kit_class.refresh_from_db(fields=["taken", "hours"])
    return KeptOut(version=kit_class.result_version)


def _hours(node: JsonValue) -> Decimal:
    """Hours to the hundredth, up to a hundred thousand."""
    hours = node.amount()
    if hours >= 100_000 or hours != hours.quantize(Decimal("0.01")):
        raise node.fault("not-hours")
    return hours


def _table(held: Sequence[Held]) -> list[Sequence[CellValue]]:
    """A row for each class, and one for the sum of each currency."""
    rows: list[Sequence[CellValue]] = [COLUMNS]
    rows += [
        (one.day, one.name, one.place, one.seats, one.takings, one.material, one.other, one.left, one.hours,
         one.hourly, one.currency)
        for one in held
    ]  # fmt: skip
    rows += [
        (None, "sum", None, one.seats, one.takings, one.material, one.other, one.left, one.hours, one.hourly,
         one.currency)
        for one in year_totals(held)
    ]  # fmt: skip
    return rows


@router.get("/year.csv", auth=reader, response={200: Csv})
def as_csv(request: HttpRequest, year: int = 0) -> HttpResponse:
    """A year's closed classes as a table."""
    studio = studio_of(request)
    held = [held for _, held in _closed(studio, _year(year, studio))]
    name = voice_for(request).say("file-year", year=str(_year(year, studio)))
    return download(name, "csv", table_csv(_table(held)), "text/csv; charset=utf-8")


@router.get("/year.xlsx", auth=reader, response={200: Spreadsheet})
def as_spreadsheet(request: HttpRequest, year: int = 0) -> HttpResponse:
    """A year's closed classes as a spreadsheet."""
    studio = studio_of(request)
    held = [held for _, held in _closed(studio, _year(year, studio))]
    name = voice_for(request).say("file-year", year=str(_year(year, studio)))
    return download(name, "xlsx", table_xlsx(name, _table(held)), SPREADSHEET)


def _year(year: int, studio: Studio) -> int:
    """The year asked for, this one where none was."""
    return min(max(year, 1), dt.MAXYEAR) if year else studio.today().year
