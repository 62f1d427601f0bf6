"""Batches, evenings and ticks as the API gives them. Lengths in nm, times in seconds or minutes as named."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from ninja import Field

from neat_sheaf.preparing.scoring import Facing, Phase
from neat_sheaf.preparing.tasks import Kind
from neat_sheaf.project import Edge, Fold
from studio.common.schema import Schema
from studio.common.sent import Sent

__all__ = ["EveningOut", "PrepareOut", "ScoreBatchOut", "ScoreStrokeOut", "TaskOut", "TickIn", "TicksIn"]

GuideName = Literal["scoring", "tasks", "packing", "teaching"]


class ShareOut(Schema):
    """So many pieces of one name, each so often."""

    piece: str
    count: int
    each: int


class TaskOut(Schema):
    """One batch; ``seconds`` null where nobody said; ``slack`` in minutes, ``critical`` where it is 0.

    ``also`` are steps of the list that say the same work, and are no batches of their own.
    """

    key: str
    kind: Kind
    says: str
    times: int
    seconds: int | None
    waits: int
    after: list[str]
    tool: str
    step: int | None
    shares: list[ShareOut]
    also: list[str]
    critical: bool
    slack: int


class AtTableOut(Schema):
    """What one attendee does at the table; ``sharing`` take turns. ``key`` is the one that is ticked.

    ``pieces`` are by name, ``supplies`` and ``cautions`` in words; ``step`` is its place on the list.
    """

    key: str
    step: int | None
    pieces: list[str]
    supplies: list[str]
    cautions: list[str]
    kind: Kind
    says: str
    seconds: int | None
    sharing: int
    waits: int
    tool: str


class ScoreStrokeOut(Schema):
    """A score on each of ``count`` pieces, lying alike; ``key`` is the one that is ticked."""

    key: str
    piece: str
    count: int
    edge: Edge
    facing: Facing
    fold: Fold
    measured_from: Edge
    start: int | None
    end: int | None


class ScoreBatchOut(Schema):
    """All scores at one distance from the fence."""

    phase: Phase
    distance: int
    on_groove: bool
    strokes: list[ScoreStrokeOut]


class MarkedOut(Schema):
    """Diagonal scores of a piece: each x, y to x, y from the lower left corner."""

    key: str
    piece: str
    count: int
    facing: Facing
    lines: list[list[int]]


class ScoringOut(Schema):
    """The scoring of a class; ``proved``: no fewer stops do. For ``beyond`` the board is too short."""

    batches: list[ScoreBatchOut]
    marked: list[MarkedOut]
    scores: int
    proved: bool
    beyond: list[str]


class DieRunOut(Schema):
    """So many passes with these dies on the plates together; ``proved``: no fewer passes do."""

    dies: list[str]
    times: int
    proved: bool


class EveningPartOut(Schema):
    """A task on an evening: by whom (from 0), and when, in minutes from its beginning."""

    key: str
    hands: int
    start: float
    end: float


class EveningOut(Schema):
    """One evening; ``date`` null where the class has none."""

    date: dt.date | None
    minutes: int
    parts: list[EveningPartOut]


class PrepareOut(Schema):
    """Everything that is prepared for a class, and what is left for the table.

    ``minutes`` of work before the class, ``table_minutes`` at it; ``unknown`` and ``table_unknown`` count
    what nobody said the time of, which is left out of both. ``usual_minutes`` is the work by the defaults,
    ``paces`` the names of what it is timed by. ``least``: no fewer evenings are possible.
    """

    tasks: list[TaskOut]
    table: list[AtTableOut]
    minutes: int
    usual_minutes: int
    paces: list[str]
    unknown: int
    table_minutes: int
    table_unknown: int
    scoring: ScoringOut
    dies: list[DieRunOut]
    evenings: list[EveningOut]
    least: int
    evening_minutes: int
    helpers: int
    late: bool
    order_by: dt.date | None
    planned: bool


class TickIn(Sent):
    """So many of one thing are done; with a note why and the ``seconds`` it took.

    Null leaves the note that is there, and the seconds while the count stays what it was.
    """

    key: str = Field(min_length=1, max_length=600)
    count: int = Field(ge=0, le=100_000_000)
    seconds: int | None = Field(None, ge=0, le=1_000_000)
    note: str | None = Field(None, max_length=400)


class TicksIn(Sent):
    """What is done of some things."""

    ticks: list[TickIn] = Field(min_length=1, max_length=2_000)
