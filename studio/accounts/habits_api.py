"""How the studio works: its units, its tools, and what the checks judge by."""

from __future__ import annotations

from typing import Literal

from django.db import transaction
from django.http import HttpRequest
from ninja import Router, Schema

from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LARGEST_SHEET
from neat_sheaf.measure.length import Length, Unit, say_length
from studio.accounts.models import Measure, Studio
from studio.accounts.tenancy import check_version, studio_of
from studio.config.problems import Problem

router = Router(tags=["accounts"])


class HabitsDoc(Schema):
    """A studio's habits; ``version`` is the one a save is based on.

    Lengths are text and carry their unit, so that they stay what they are when the studio's unit
    changes; a bare number takes ``units``.
    """

    version: int = 0
    name: str
    units: Measure
    scoring: Literal["board", "blade"]
    groove: str
    plate: str
    tape: str
    border: str
    lid: Literal["snug", "easy"]


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
        lid=habits.lid.value,
    )


@router.get("/studio", response=HabitsDoc)
def habits(request: HttpRequest) -> HabitsDoc:
    """How the studio works."""
    return habits_of(studio_of(request))


@router.put("/studio", response={200: HabitsDoc, 409: Problem, 422: Problem})
def change_habits(request: HttpRequest, payload: HabitsDoc) -> HabitsDoc:
    """Change how the studio works. A stale save is refused, with what is there now."""
    with transaction.atomic():
        studio = Studio.objects.select_for_update().get(pk=studio_of(request).pk)
        check_version("How we work", payload.version, studio.version, habits_of(studio).model_dump())
        faults: list[Fault] = []
        units: Unit = payload.units
        root = JsonValue(payload.model_dump(), "", units, faults)
        studio.name = root.take("name", JsonValue.name, "")
        for field in ("groove", "plate", "tape"):
            setattr(studio, f"{field}_nm", root.take(field, _tool, Length(1)))
        studio.border_nm = root.take("border", _border, Length(0))
        if faults:
            raise FileError(faults)
        studio.units, studio.scoring, studio.lid = units, payload.scoring, payload.lid
        studio.version += 1
        studio.save()
    return habits_of(studio)


def _tool(node: JsonValue) -> Length:
    return node.size(most=LARGEST_SHEET)


def _border(node: JsonValue) -> Length:
    return node.size(most=LARGEST_SHEET) if node.length() else Length(0)
