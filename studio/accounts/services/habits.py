"""Changing how a studio works."""

from __future__ import annotations

from decimal import Decimal

from django.db import transaction

from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET
from neat_sheaf.measure.length import Length, Unit, say_length
from neat_sheaf.messages import message, several
from studio.accounts.models import Studio
from studio.accounts.places import DEFAULT_PLACE, PLACES, ZONES, zone_of
from studio.accounts.schemas import HabitsDoc, NewStudio
from studio.accounts.tenancy import check_version

__all__ = ["change_habits", "habits_of", "studio_from"]


def studio_from(payload: NewStudio) -> Studio:
    """A new studio as it was asked for, not kept yet. FileError with every fault."""
    faults: list[Fault] = []
    root = JsonValue(payload.model_dump(mode="json"), "", payload.units, faults)
    made = Studio(
        name=root.take("name", JsonValue.name, ""),
        units=payload.units,
        currency=root.take("currency", JsonValue.currency, "EUR"),
        place=root.take("place", _place, ""),
        first_day=payload.first_day,
        # What the browser says; where that is no zone, the place decides until somebody chooses.
        time_zone=payload.time_zone if payload.time_zone in ZONES else zone_of(DEFAULT_PLACE),
    )
    if payload.time_zone not in ZONES and made.place:
        made.time_zone = zone_of(made.place)
    if faults:
        raise FileError(faults)
    return made


def habits_of(studio: Studio) -> HabitsDoc:
    """The studio's habits in its own units."""
    habits, units = studio.habits, studio.measure

    def said(length: Length) -> str:
        return say_length(length, units)

    return HabitsDoc(
        version=studio.version,
        name=studio.name,
        units=units,
        scoring=habits.scoring.value,
        groove=said(habits.groove),
        plate=said(habits.plate),
        tape=said(habits.tape),
        border=said(habits.border),
        even=said(habits.even),
        lid=habits.lid.value,
        tabs_with=habits.tabs_with.value,
        mats_with=habits.mats_with.value,
        keep_back=said(habits.keep_back),
        drying=habits.drying,
        ridge=habits.ridge.value,
        board=said(habits.board),
        plate_long=said(habits.plate_long),
        evening_minutes=studio.evening_minutes,
        helpers=studio.helpers,
        evening_from=studio.evening_from,
        evening_days=studio.evening_days,
        people_months=studio.people_months,
        place=studio.place,
        time_zone=studio.time_zone,
        first_day=studio.first_day,
        hour_worth=_worth(studio.hour_worth),
        sheet_worth=_worth(studio.sheet_worth),
    )


@transaction.atomic
def change_habits(studio: Studio, payload: HabitsDoc) -> Studio:
    """Keep what was sent. Stale where it is based on an older version; FileError with every fault."""
    studio = Studio.objects.select_for_update().get(pk=studio.pk)
    current = habits_of(studio).model_dump(mode="json")
    check_version(message("stale-what.habits"), payload.version, studio.version, current)
    faults: list[Fault] = []
    units: Unit = payload.units
    root = JsonValue(payload.model_dump(mode="json"), "", units, faults)
    studio.name = root.take("name", JsonValue.name, "")
    for field in ("groove", "plate", "tape", "board", "plate_long"):
        setattr(studio, f"{field}_nm", root.take(field, _tool, Length(1)))
    studio.border_nm = root.take("border", _border, Length(0))
    studio.even_nm = root.take("even", _border, Length(0))
    studio.keep_back_nm = root.take("keep_back", _border, Length(0))
    studio.place = root.take("place", _place, studio.place)
    if payload.time_zone:
        studio.time_zone = root.take("time_zone", _zone, studio.time_zone)
    studio.hour_worth = root.take("hour_worth", JsonValue.amount, None) if payload.hour_worth else None
    studio.sheet_worth = root.take("sheet_worth", JsonValue.amount, None) if payload.sheet_worth else None
    if faults:
        raise FileError(faults)
    studio.units, studio.scoring, studio.lid = units, payload.scoring, payload.lid
    studio.first_day = payload.first_day
    studio.tabs_with, studio.mats_with = payload.tabs_with, payload.mats_with
    studio.drying, studio.ridge = payload.drying, payload.ridge
    studio.evening_minutes, studio.helpers = payload.evening_minutes, payload.helpers
    studio.people_months = payload.people_months
    studio.evening_from, studio.evening_days = payload.evening_from, sorted(set(payload.evening_days))
    studio.version += 1
    studio.save()
    return studio


def _worth(amount: Decimal | None) -> str | None:
    return (
        None
        if amount is None
        else f"{amount:.2f}"
        if amount == round(amount, 2)
        else f"{amount.normalize():f}"
    )


def _place(node: JsonValue) -> str:
    place = node.text()
    if place not in PLACES:
        found = message("quoted", text=place[:40])
        raise node.fault("not-a-choice", found=found, choices=several(PLACES))
    return place


def _zone(node: JsonValue) -> str:
    zone = node.text()
    if zone not in ZONES:
        raise node.fault("unknown-zone", found=message("quoted", text=zone[:64]))
    return zone


def _tool(node: JsonValue) -> Length:
    return node.size(most=LARGEST_SHEET)


def _border(node: JsonValue) -> Length:
    return node.size(most=LARGEST_SHEET) if node.length() else Length(0)
