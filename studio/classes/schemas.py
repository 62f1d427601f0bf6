"""Classes as the API takes and gives them."""

from __future__ import annotations

import datetime as dt

from ninja import Field

from neat_sheaf.job import Per, Style
from neat_sheaf.limits import (
    LONGEST_TEXT,
    MOST_COLOURWAYS,
    MOST_EXTRAS,
    MOST_FEES,
    MOST_PIECES,
    MOST_PILES,
    MOST_USES,
)
from neat_sheaf.project.assembly import Work
from studio.accounts.models import Measure
from studio.classes.plan_schemas import PlanOut
from studio.common.problems import FaultOut
from studio.common.schema import Schema
from studio.common.sent import Save, Sent

__all__ = ["ClassIn", "ClassOut", "ClassRow", "ColourwayDoc", "ColourwayOut", "PlannedOut", "WorkingOut"]


class ColourwayDoc(Sent):
    """A colourway; ``papers`` takes each role to a paper's id. ``ready`` kits are there from before.

    ``variant`` is the sister version of its kits, where it is not that of the class.
    """

    name: str
    share: int = Field(1, ge=0, le=10_000)
    ready: int = Field(0, ge=0, le=10_000)
    variant: str = Field("", max_length=LONGEST_TEXT)
    papers: dict[str, int] = Field({}, max_length=MOST_PIECES)


class ExtraDoc(Sent):
    """A cost beside papers and supplies; ``amount`` and ``times`` are decimal text."""

    name: str = Field(max_length=LONGEST_TEXT)
    amount: str = Field(max_length=60)
    per: Per = Per.CLASS
    times: str = Field("1", max_length=60)
    over: int = Field(1, ge=1, le=MOST_USES)
    only: str | None = Field(None, max_length=LONGEST_TEXT)


class OtherFeeDoc(Sent):
    """A fee that so many of the seats pay instead of the usual one; decimal text."""

    name: str = Field(max_length=LONGEST_TEXT)
    fee: str = Field(max_length=60)
    seats: int = Field(ge=0, le=100_000)


class ClassIn(Save):
    """A class as it is written; ``version`` is the one it was based on.

    ``units`` is the one that its lengths are written in, null for the studio's.
    """

    units: Measure | None = None
    name: str
    project: int
    date: dt.date | None = None
    place: str = ""
    seats: int = Field(8, ge=0, le=10_000)
    samples: int = Field(1, ge=0, le=1_000)
    spares: int = Field(0, ge=0, le=1_000)
    fee: str | None = None
    style: Style = Style.FEWEST_SHEETS
    sheets_at_once: int = Field(1, ge=1, le=100)
    keep_offcut: list[str] = Field(["1", "3"], min_length=2, max_length=2)
    trimmer: str = ""
    mix_sizes: bool = False
    papers_together: bool = False
    empty_last: bool = False
    squaring: str = "0"
    safety: str = "0"
    most_piles: int = Field(0, ge=0, le=MOST_PILES)
    variant: str = Field("", max_length=LONGEST_TEXT)
    extras: list[ExtraDoc] = Field([], max_length=MOST_EXTRAS)
    other_fees: list[OtherFeeDoc] = Field([], max_length=MOST_FEES)
    at_table: list[Work] = Field([], max_length=len(Work))
    colourways: list[ColourwayDoc] = Field([], max_length=MOST_COLOURWAYS)


class ColourwayOut(ColourwayDoc):
    """A colourway with the kits that are made of it: its share, without those that are ready.

    ``without`` names the pieces of the class's list that its kits do not take.
    """

    kits: int
    without: list[str] = []


class WorkingOut(Schema):
    """How far a plan in the making is: sheets of the best so far (null: none yet), the bound.

    ``worker``: one is there to make it; else it waits until one is.
    """

    sheets: int | None
    lower_bound: int
    worker: bool = True


class PlannedOut(Schema):
    """A plan, or why there is none, or how far it is.

    While one is made, ``before`` is the plan that was made last, where it can be shown with what there is.
    ``aside`` are the sheets of each paper (its id) that are set aside for other classes.
    """

    plan: PlanOut | None
    faults: list[FaultOut]
    working: WorkingOut | None = None
    before: PlanOut | None = None
    aside: dict[str, int] | None = None


class ClassOut(ClassIn):
    """A class as it is kept, with its plan.

    ``listed`` names its list: the version, or several on a line each, as the project's addresses take it.
    """

    id: int
    project_name: str
    listed: str
    kits: int
    finished: dt.datetime | None
    taken: str | None
    result_version: int
    hours: str | None
    colourways: list[ColourwayOut] = []  # type: ignore[assignment]
    planned: PlannedOut


class ClassRow(Schema):
    """A class in the list of classes."""

    id: int
    name: str
    project: int
    project_name: str
    date: dt.date | None
    place: str
    seats: int
    kits: int
