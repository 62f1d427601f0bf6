"""How the studio works: its units, its tools, and what the checks judge by."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router, Schema

from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError, Node
from neat_sheaf.length import Length, Unit, write_length
from studio.accounts.models import Studio
from studio.accounts.tenancy import studio_of
from studio.config.problems import Problem

router = Router(tags=["accounts"])


class HabitsDoc(Schema):
    """A studio's ways; lengths as text in its units."""

    name: str
    units: Literal["in", "cm", "mm"]
    scoring: Literal["board", "blade"]
    groove: str
    plate: str
    tape: str
    border: str
    lid: Literal["snug", "easy"]


def habits_of(studio: Studio) -> HabitsDoc:
    """The studio's ways in its own units."""
    habits, units = studio.habits, studio.measure

    def said(length: Length) -> str:
        return write_length(length, units)

    return HabitsDoc(
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


@router.put("/studio", response={200: HabitsDoc, 422: Problem})
def change_habits(request: HttpRequest, payload: HabitsDoc) -> HabitsDoc:
    """Change how the studio works. Lengths are read in the units that are sent with them."""
    studio = studio_of(request)
    faults: list[Fault] = []
    units: Unit = payload.units
    root = Node(payload.model_dump(), "", units, faults)
    studio.name = root.take("name", Node.text, "")[:120]
    for field in ("groove", "plate", "tape"):
        setattr(studio, f"{field}_nm", root.take(field, Node.size, Length(1)))
    studio.border_nm = root.take("border", Node.length, Length(0))
    if faults:
        raise FileError(faults)
    studio.units, studio.scoring, studio.lid = units, payload.scoring, payload.lid
    studio.save()
    return habits_of(studio)
