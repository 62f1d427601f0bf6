"""Reading what is typed or pasted: quick lines, rows of a table. Nothing is kept here."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import asdict
from typing import Annotated, Any, Literal

from django.http import HttpRequest
from ninja import Field, Router

from neat_sheaf.errors import Fault
from neat_sheaf.formats.csv_file import looks_like_rows, own_columns, read_csv
from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.project import Panel, Piece
from neat_sheaf.project.matting import mats_for, panels_to_mat
from neat_sheaf.reading import Known, Means, SheetLine, SupplyLine, What, read_sheet, tidy_line
from neat_sheaf.reading.drafts import Span
from neat_sheaf.stock.supply import SupplyUnit
from neat_sheaf.wording import Voice
from studio.accounts.models import Measure
from studio.accounts.tenancy import reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.encoded import sent_bytes
from studio.common.problems import FaultOut, Problem, fault_out
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.models import Supply
from studio.projects.documents import LARGEST_DOCUMENT, document_text
from studio.projects.piece_schemas import PanelDoc, PieceDoc
from studio.projects.words_api import words_of

router = Router(tags=["lines"])

MOST = 200_000  # characters


class LinesIn(Sent):
    """What was typed or pasted, and what the list has already.

    Bare numbers take ``units``, the one the list is written in; null for the studio's. ``listed`` are the
    pieces themselves, so that a mat finds its panel; one that cannot be read is known by its name alone.
    ``kinds`` says what a line is, by its number in the text from 1, where the reader took it for
    something else.
    """

    text: str = Field(max_length=MOST)
    units: Measure | None = None
    roles: list[Annotated[str, Field(max_length=LONGEST_TEXT)]] = Field([], max_length=500)
    pieces: list[Annotated[str, Field(max_length=LONGEST_TEXT)]] = Field([], max_length=500)
    listed: list[PieceDoc] = Field([], max_length=500)
    role: str = Field("body", max_length=LONGEST_TEXT)
    kinds: dict[int, Literal["heading", "piece", "supply", "step", "note"]] = Field({}, max_length=2_000)


class LearnsOut(Schema):
    """What an answer says of a word for the next time."""

    said: str
    means: Means
    instead: str


class QuestionOut(Schema):
    """A part of a line that was not understood, from ``start`` to before ``end``.

    ``learns`` has what each suggestion says of a word, null where it says nothing; empty: none does.
    """

    start: int
    end: int
    code: str
    message: str
    suggestions: list[str]
    learns: list[LearnsOut | None] = []


class SupplySaid(Schema):
    """What a line says of a supply, in ``unit``: empty for a count.

    ``id`` is that of the cupboard, null where it has none of the name or measures it in another way.
    ``new``: the cupboard has none like it, and it is made there when the line is taken.
    """

    id: int | None
    name: str
    per_kit: str
    unit: str
    cuts: int
    new: bool = False


class SaidPartOut(Schema):
    """What a part of a line became, from ``start`` to before ``end``."""

    start: int
    end: int
    what: Literal["size", "score", "count", "paper", "mark", "supply", "step", "note"]


class LineOut(Schema):
    """One line as it was read: a piece, a supply, a step or a heading; ``tidy`` says the piece again.

    ``number`` is its place in the text from 1. ``pieces`` are all that begin in it, ``piece`` the first.
    A line that is ``more`` goes on about the piece of line ``of``, or 0. ``notes`` are words that change
    nothing and are kept. ``carried``: its paper was not said, and is that of the line before.
    """

    number: int = 1
    what: Literal["heading", "piece", "more", "supply", "step", "note"] = "piece"
    of: int = 0
    supply: SupplySaid | None = None
    step: str = ""
    text: str
    tidy: str
    piece: PieceDoc | None
    pieces: list[PieceDoc] = []
    tidies: list[str] = []
    parts: list[SaidPartOut] = []
    notes: list[str] = []
    questions: list[QuestionOut]
    carried: bool = False


class LinesOut(Schema):
    """Every line; ``rows`` where it was a table, with the faults of the table."""

    rows: bool
    lines: list[LineOut]
    faults: list[FaultOut]


@router.post("/lines", auth=reader, response={200: LinesOut, 422: Problem}, by_alias=True)
def lines(request: HttpRequest, payload: LinesIn) -> dict[str, Any]:
    """Read quick lines, or rows pasted from a spreadsheet; what is not understood comes back as questions."""
    voice = voice_for(request, payload.units)
    units = voice.units
    known = Known(
        tuple(payload.roles), tuple(payload.pieces), payload.role or "body", _listed(payload, units),
        words=words_of(studio_of(request)),
    )  # fmt: skip
    if not looks_like_rows(payload.text) or not own_columns(payload.text):
        stocked = {supply.name: supply for supply in studio_of(request).supplies.all()}
        kinds = {number: What(kind) for number, kind in payload.kinds.items()}
        read = read_sheet(
            payload.text,
            units,
            known,
            {name: SupplyUnit(supply.unit) for name, supply in stocked.items()},
            kinds,
        )
        return {"rows": False, "lines": [_line(line, voice, stocked) for line in read], "faults": []}
    try:
        pieces = read_csv(payload.text, units, known)
    except FileError as error:
        faults = [fault_out(found, voice) for found in error.faults]
        return {"rows": True, "lines": [], "faults": faults}
    return {"rows": True, "lines": [_row(piece, units) for piece in pieces], "faults": []}


def _listed(payload: LinesIn, units: Unit) -> dict[str, Piece]:
    found: dict[str, Piece] = {}
    for piece in payload.listed:
        document = piece.model_dump(by_alias=True, exclude_none=True)
        with suppress(Faulty, FileError):
            found[piece.name] = read_piece(JsonValue(document, "", units, []))
    return found


def _line(line: SheetLine, voice: Voice, stocked: dict[str, Supply]) -> dict[str, Any]:
    piece = None if line.piece is None else line.piece.piece
    read: dict[str, Any] = {"tidy": "", "piece": None} if piece is None else _row(piece, voice.units)
    questions = [
        {
            "start": q.start,
            "end": q.end,
            "code": q.code,
            "message": voice.words(q.message),
            "suggestions": list(q.suggestions),
            "learns": [None if one is None else asdict(one) for one in q.learns],
        }
        for q in line.questions
    ]
    return read | {
        "number": line.number,
        "text": line.text,
        "what": line.what.value,
        "supply": None if line.supply is None else _supply(line.supply, voice.units, stocked),
        "step": line.step,
        "questions": questions,
        "carried": line.piece is not None and line.piece.carried,
        "of": line.of,
        "pieces": [piece_document(read.piece, voice.units) for read in line.pieces if read.piece is not None],
        "tidies": [tidy_line(read.piece, voice.units) for read in line.pieces if read.piece is not None],
        "parts": [{"start": span.start, "end": span.end, "what": span.what} for span in _apart(line)],
        "notes": list(line.notes),
    }


def _apart(line: SheetLine) -> list[Span]:
    """The parts of a line in order, none over another."""
    found: list[Span] = []
    for span in sorted(line.spans, key=lambda span: (span.start, -span.end)):
        if span.end > span.start and (not found or span.start >= found[-1].end):
            found.append(span)
    return found


def _supply(supply: SupplyLine, units: Unit, stocked: dict[str, Supply]) -> dict[str, Any]:
    known = stocked.get(supply.name)
    length = supply.length
    amount = write_length(length, units) if length is not None else format(supply.count or 0, "f")
    pk = known.pk if known is not None and known.unit == supply.unit else None
    unit = {SupplyUnit.EACH: "", SupplyUnit.ML: "ml", SupplyUnit.LENGTH: units}[supply.unit]
    return {
        "id": pk,
        "name": supply.name,
        "per_kit": amount,
        "unit": unit,
        "cuts": supply.cuts,
        "new": supply.new,
    }


def _row(piece: Piece, units: Unit) -> dict[str, Any]:
    tidy = tidy_line(piece, units)
    document = piece_document(piece, units)
    return {
        "text": tidy,
        "tidy": tidy,
        "piece": document,
        "pieces": [document],
        "tidies": [tidy],
        "questions": [],
    }


class DocumentIn(Sent):
    """A file that a list is in, in base64."""

    content: str = Field(min_length=1, max_length=LARGEST_DOCUMENT * 4 // 3 + 4)


class DocumentOut(Schema):
    """The text of a file, as it would be pasted; rows of its tables have tabs between their cells."""

    text: str


@router.post("/lines/document", auth=reader, response={200: DocumentOut, 422: Problem})
def document(request: HttpRequest, payload: DocumentIn) -> dict[str, str]:
    """The text of a PDF, a document (DOCX, ODT), a spreadsheet (XLSX, ODS), a CSV or a plain file."""
    return {"text": document_text(sent_bytes(payload.content))}


class MatsIn(Sent):
    """A piece to be matted: on these panels, or on all that can take one where null.

    ``border`` is a side's, null for the studio's usual one; ``names`` are those that are taken.
    """

    piece: PieceDoc
    panels: list[PanelDoc] | None = Field(None, max_length=1_000)
    border: str | None = None
    paper: str = Field(min_length=1, max_length=LONGEST_TEXT)
    names: list[Annotated[str, Field(max_length=LONGEST_TEXT)]] = Field([], max_length=500)
    units: Measure | None = None


@router.post("/lines/mats", auth=reader, response={200: list[PieceDoc], 422: Problem}, by_alias=True)
def mats(request: HttpRequest, payload: MatsIn) -> list[dict[str, Any]]:
    """A mat with an even border for each panel, named and counted; a panel too small for one is left out."""
    studio = studio_of(request)
    units = payload.units or studio.measure
    faults: list[Fault] = []
    document = payload.piece.model_dump(by_alias=True, exclude_none=True)
    try:
        piece = read_piece(JsonValue(document, "piece", units, faults))
        border = studio.habits.border
        if payload.border is not None:
            border = JsonValue(payload.border, "border", units, faults).length()
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    if payload.panels is None:
        chosen = list(panels_to_mat(piece))
    else:
        chosen = [Panel(panel.column, panel.row) for panel in payload.panels]
    found = mats_for(piece, chosen, border, payload.paper, payload.names)
    return [piece_document(mat, units) for mat in found]
