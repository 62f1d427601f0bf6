"""Sessions, and how a studio works, as the API takes and gives them."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Field
from pydantic import AfterValidator, WithJsonSchema

from neat_sheaf.limits import LONGEST_DRYING
from studio.accounts.models import Measure, Role
from studio.accounts.places import DEFAULT_PLACE
from studio.common.schema import Schema
from studio.common.sent import Save, Sent

Weekday = Annotated[int, Field(ge=0, le=6)]
Sticking = Literal["tape", "glue", "runner"]


def _on_the_wall(value: dt.time) -> dt.time:
    if value.tzinfo is not None:
        raise ValueError("a time of the clock on the wall, without a zone: 19:30")
    return value


# JSON Schema's own format for a time (RFC 3339) asks for a zone; a clock on the wall has none.
ClockTime = Annotated[
    dt.time,
    AfterValidator(_on_the_wall),
    WithJsonSchema({"type": "string", "pattern": r"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$"}),
]

__all__ = [
    "ChosenStudio",
    "ClosingIn",
    "CodeIn",
    "CodeOut",
    "HabitsDoc",
    "NewStudio",
    "PlaceOut",
    "SessionOut",
    "SignUpOut",
    "StudioOut",
]


class StudioOut(Schema):
    """The studio's name, and how it measures, counts money and writes numbers and dates."""

    id: int
    name: str
    units: str
    currency: str
    place: str
    first_day: int


class PlaceOut(Schema):
    """A studio that an account belongs to, and as what."""

    id: int
    name: str
    role: Role


class SignUpOut(Schema):
    """What a stranger may do: make an account (the ``first``), look at the demo; how mail goes out."""

    open: bool
    first: bool
    demo: bool
    mail: Literal["sent", "simulated", "none"]


class SessionOut(Schema):
    """Who is signed in; ``studio`` is the one looked at, null for nobody and for an account without one."""

    user: str | None
    email: str
    role: Role | None
    studio: StudioOut | None
    studios: list[PlaceOut]
    sign_up: SignUpOut


class ChosenStudio(Sent):
    """The studio to look at."""

    id: int


class NewStudio(Sent):
    """A studio to open. Without a ``time_zone`` its days are those of its place."""

    name: str = Field(min_length=1, max_length=120)
    units: Measure = "in"
    currency: str = Field("EUR", pattern=r"^[A-Z]{3}$")
    place: str = DEFAULT_PLACE
    time_zone: str = Field("", max_length=64)
    first_day: Weekday = 1


class CodeIn(Sent):
    """A text to draw as a QR code."""

    text: str = Field(min_length=1, max_length=1_000)


class CodeOut(Schema):
    """A QR code as the address of a picture."""

    image: str


class ClosingIn(Sent):
    """The password once more, to delete the account."""

    password: str = Field(max_length=4_096)


class HabitsDoc(Save):
    """A studio's habits; ``version`` is the one a save is based on.

    Lengths are text and carry their unit, so that they stay what they are when the studio's unit
    changes; a bare number takes ``units``. ``hour_worth`` and ``sheet_worth`` are decimal text in the
    studio's currency, null where nobody said. Kits are prepared ``evening_minutes`` an evening by so many
    ``helpers``, from a time and on some days of the week (0 is Monday). The people of
    a class are deleted ``people_months`` after it; null keeps them. Its days begin and end by the clock of
    ``time_zone`` (a name of the time zone database); an empty one leaves it as it is.
    """

    name: str
    units: Measure
    scoring: Literal["board", "blade"]
    groove: str
    plate: str
    tape: str
    border: str
    even: str = "1/32 in"
    lid: Literal["snug", "easy"]
    tabs_with: Sticking = "tape"
    mats_with: Sticking = "runner"
    keep_back: str = "1/8 in"
    drying: int = Field(10, ge=0, le=LONGEST_DRYING)
    ridge: Literal["inside", "outside"] = "inside"
    board: str = "12 in"
    plate_long: str = "8 1/2 in"
    evening_minutes: int = Field(120, ge=15, le=1440)
    helpers: int = Field(1, ge=1, le=20)
    evening_from: ClockTime = dt.time(19, 30)
    evening_days: list[Weekday] = Field([0, 1, 2, 3, 4, 5, 6], min_length=1, max_length=7)
    people_months: int | None = Field(None, ge=0, le=240)
    place: str = DEFAULT_PLACE
    time_zone: str = Field("", max_length=64)
    first_day: int = Field(1, ge=0, le=6)
    hour_worth: str | None = None
    sheet_worth: str | None = None
