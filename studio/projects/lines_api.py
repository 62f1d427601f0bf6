"""Reading what is typed or pasted: quick lines, rows of a table. Nothing is kept here."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Field, Router, Schema

from neat_sheaf.formats.csv_file import looks_like_rows, read_csv
from neat_sheaf.formats.piece_part import piece_document
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.measure.length import Unit
from neat_sheaf.project import Piece
from neat_sheaf.quick import Known, ReadLine, read_lines, tidy_line
from neat_sheaf.wording import Voice
from studio.accounts.models import Measure
from studio.accounts.voice import voice_for
from studio.common.problems import FaultOut, Problem, fault_out
from studio.projects.schemas import PieceDoc

router = Router(tags=["lines"])

MOST = 200_000  # characters


class LinesIn(Schema):
    """What was typed or pasted, and what the list has already.

    Bare numbers take ``units``, the one the list is written in; null for the studio's.
    """

    text: str = Field(max_length=MOST)
    units: Measure | None = None
    roles: list[Annotated[str, Field(max_length=LONGEST_TEXT)]] = Field([], max_length=500)
    pieces: list[Annotated[str, Field(max_length=LONGEST_TEXT)]] = Field([], max_length=500)
    role: str = Field("body", max_length=LONGEST_TEXT)


class QuestionOut(Schema):
    """A part of a line that was not understood, from ``start`` to before ``end``."""

    start: int
    end: int
    code: str
    message: str
    suggestions: list[str]


class LineOut(Schema):
    """One line as it was read; ``tidy`` says the piece again."""

    text: str
    tidy: str
    piece: PieceDoc | None
    questions: list[QuestionOut]


class LinesOut(Schema):
    """Every line; ``rows`` where it was a table, with the faults of the table."""

    rows: bool
    lines: list[LineOut]
    faults: list[FaultOut]


@router.post("/lines", response={200: LinesOut, 422: Problem}, by_alias=True)
def lines(request: HttpRequest, payload: LinesIn) -> dict[str, Any]:
    """Read quick lines, or rows pasted from a spreadsheet; what is not understood comes back as questions."""
    voice = voice_for(request, payload.units)
    units = voice.units
    known = Known(tuple(payload.roles), tuple(payload.pieces), payload.role or "body")
    if not looks_like_rows(payload.text):
        read = [_line(line, voice) for line in read_lines(payload.text, units, known)]
        return {"rows": False, "lines": read, "faults": []}
    try:
        pieces = read_csv(payload.text, units, known)
    except FileError as error:
        faults = [fault_out(found, voice) for found in error.faults]
        return {"rows": True, "lines": [], "faults": faults}
    return {"rows": True, "lines": [_row(piece, units) for piece in pieces], "faults": []}


def _line(line: ReadLine, voice: Voice) -> dict[str, Any]:
    found = {"text": line.text, "tidy": "", "piece": None}
    if line.piece is not None:
        found = _row(line.piece, voice.units) | {"text": line.text}
    questions = [
        {
            "start": q.start,
            "end": q.end,
            "code": q.code,
            "message": voice.words(q.message),
            "suggestions": list(q.suggestions),
        }
        for q in line.questions
    ]
    return found | {"questions": questions}


def _row(piece: Piece, units: Unit) -> dict[str, Any]:
    tidy = tidy_line(piece, units)
    return {"text": tidy, "tidy": tidy, "piece": piece_document(piece, units), "questions": []}
