"""The log of a class as the API takes and gives it. Sizes in nm, times in seconds, amounts as text."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from ninja import Field

from neat_sheaf.limits import LONGEST_TEXT, MOST_KITS
from studio.common.schema import Schema
from studio.common.sent import Save, Sent

__all__ = [
    "KitsLeftIn",
    "KitsLeftOut",
    "LearnedOut",
    "LogOut",
    "LogThingOut",
    "MiscutOut",
    "NoteIn",
    "NoteOut",
    "ReadyOut",
    "RevokeIn",
    "StepTakenOut",
    "TookIn",
    "UsedIn",
]

About = Literal["wrong", "well", "next"]


class LogThingOut(Schema):
    """Sheets of a paper, offcuts of one size that were kept, or a supply.

    ``planned`` is what the plan takes, ``seen`` what cutting moved (null: nothing was seen), ``used`` what
    somebody said; in its own ``unit``, empty where it is counted.
    """

    paper: int | None
    supply: int | None
    name: str
    width: int
    height: int
    unit: str
    planned: str
    seen: str | None
    used: str | None
    ran_out: bool
    version: int


class StepTakenOut(Schema):
    """A batch or a step at the table: the seconds planned and those it took, null where not said.

    ``timed`` of ``steps`` steps of a guide were timed, ``seen`` seconds in all; null where none was.
    """

    key: str
    says: str
    planned: int | None
    seen: int | None
    timed: int
    steps: int
    took: int | None
    version: int


class MiscutOut(Schema):
    """Pieces that were spoilt at the trimmer, and what made them good."""

    piece: str
    count: int
    by: str


class KitsLeftOut(Schema):
    """The kits of a colourway: how many were made, and how many nobody took (null: not counted)."""

    colourway: str
    made: int
    left: int | None
    version: int


class ReadyOut(Schema):
    """Kits of this project and version that are left over from other classes and not given to one yet."""

    colourway: str
    count: int
    classes: list[str]


class NoteOut(Schema):
    """Something to remember; ``photo`` is the number of its photograph."""

    id: int
    about: About
    text: str
    photo: int | None
    at: dt.datetime


class LogOut(Schema):
    """What a class was planned to take, what was seen, what was said, and what is to be remembered."""

    finished: dt.datetime | None
    things: list[LogThingOut]
    batches: list[StepTakenOut]
    table: list[StepTakenOut]
    miscuts: list[MiscutOut]
    kits: list[KitsLeftOut]
    notes: list[NoteOut]


class UsedIn(Save):
    """What was really used of one thing: of a paper sheets, of an offcut (with its size) how many were kept.

    ``amount`` is text in the thing's unit, null where nobody says.
    """

    paper: int | None = None
    supply: int | None = None
    width: int = Field(0, ge=0, le=10**10)
    height: int = Field(0, ge=0, le=10**10)
    amount: str | None = Field(None, max_length=60)
    ran_out: bool = False


class TookIn(Save):
    """How long a batch took, in seconds; null where nobody says any more."""

    key: str = Field(min_length=1, max_length=LONGEST_TEXT)
    seconds: int | None = Field(None, ge=0, le=1_000_000)


class KitsLeftIn(Save):
    """How many kits of a colourway nobody took; null where nobody counted them."""

    colourway: str = Field(max_length=LONGEST_TEXT)
    count: int | None = Field(None, ge=0, le=MOST_KITS)


class NoteIn(Sent):
    """Something to remember, with a picture in base64 where there is one."""

    about: About
    text: str = Field("", max_length=2_000)
    content: str | None = None


class LearnedOut(Schema):
    """What the classes of a studio show of one allowance: numbers as text, seconds of a pace.

    ``usual`` is the default. ``used`` says whether it takes its place: enough classes show it, and it is not
    ``revoked``.
    """

    name: str
    label: str
    usual: str
    value: str
    least: str
    most: str
    classes: int
    enough: bool
    revoked: bool
    used: bool


class RevokeIn(Sent):
    """Whether the default is used all the same."""

    revoked: bool
