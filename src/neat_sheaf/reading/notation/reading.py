"""Reading quick lines: what was understood as a piece, and what was not as questions."""

from __future__ import annotations

import json
import re
from dataclasses import dataclass, replace
from typing import Any

from neat_sheaf.measure.length import Length, LengthError, Unit
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, message, several
from neat_sheaf.project import CutMethod, Outline, Piece
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import LISTS, Known, Reading, follows_by_role
from neat_sheaf.reading.notation.head import read_head
from neat_sheaf.reading.notation.marks import MarkReader
from neat_sheaf.reading.notation.mats import resolve_mat
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.sizes import Size, find_size
from neat_sheaf.reading.notation.tail import read_tail
from neat_sheaf.reading.notation.tokens import Token, tokens_of

__all__ = [
    "LATER", "LONGEST_LINE", "MOST_LINES", "ReadLine", "read_clauses", "read_line", "read_lines",
    "with_piece",
]  # fmt: skip

LONGEST_LINE = 20_000
MOST_LINES = 2_000
# Of so many questions of one line the suggestions are tried, and offered; nobody answers more at once.
MOST_TRIED = 12
LONGEST_TRIED = 2_000  # characters
_BULLET = re.compile(r"\s*(?:[-*•–]|\d{1,2}[.)])\s+")
# What a table has columns of its own for.
_COLUMNS = {
    "per_kit": "column.count", "paper": "column.paper", "cut": "column.cut", "margin": "column.margin",
    "follows_print": "column.follows", "note": "column.note",
}  # fmt: skip
# Questions that a piece listed further down may answer.
LATER = ("unknown-piece", "which-panel")


@dataclass(frozen=True, slots=True)
class ReadLine:
    """One line as it was read. ``piece`` is None where there is no size to cut by.

    ``carried``: the paper was not said, and is that of the line before.
    """

    text: str
    piece: Piece | None
    questions: tuple[Question, ...] = ()
    carried: bool = False


def read_lines(text: str, units: Unit, known: Known | None = None) -> list[ReadLine]:
    """Every line that is not blank; a piece named in one line is known in the others.

    At most 2000 lines of at most 20 000 characters are read; one more is a question of its own.
    """
    known = known or Known()
    known = replace(known, listed=dict(known.listed), names=dict(known.names))
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    found: list[ReadLine] = []
    roles: list[str] = []
    for line in lines[:MOST_LINES]:
        roles.append(known.role)
        read = read_line(line, units, known)
        found.append(read)
        if read.piece is not None:
            known = with_piece(known, read.piece)
    # A mat may be written before the piece it lies on.
    later = [n for n, read in enumerate(found) if any(q.code in LATER for q in read.questions)]
    for n in later:
        own = found[n].piece
        others = tuple(name for name in known.pieces if own is None or name != own.name)
        listed = {name: known.listed[name] for name in others if name in known.listed}
        found[n] = read_line(found[n].text, units, Known(known.roles, others, roles[n], listed))
    if len(lines) > MOST_LINES:
        more = message("too-many-lines", most=MOST_LINES)
        found.append(ReadLine(lines[MOST_LINES], None, (Question(0, 0, more),)))
    return found


def with_piece(known: Known, piece: Piece) -> Known:
    """What is known when the piece is, too. The mapping of pieces is shared, and grows."""
    roles = known.roles if piece.paper in known.roles else (*known.roles, piece.paper)
    listed = known.listed if isinstance(known.listed, dict) else dict(known.listed)
    names = known.names if isinstance(known.names, dict) else dict(known.names)
    new = piece.name not in listed and piece.name not in known.pieces
    listed[piece.name] = piece
    names.setdefault(piece.name.lower(), piece.name)
    pieces = (*known.pieces, piece.name) if new else known.pieces
    return Known(roles, pieces, piece.paper, listed, names)


def read_line(text: str, units: Unit, known: Known) -> ReadLine:
    """One line as a piece, with a question for every part that was not understood.

    A number takes the unit that the size gives, else ``units``. Scores without a side are
    measured along the long one.
    """
    found = _read(text, units, known)
    if not found.questions:
        return found
    most = MOST_TRIED if len(text) <= LONGEST_TRIED else 0
    first, rest = found.questions[:most], found.questions[most:]
    tried = [_with_sound_suggestions(found, question, units, known) for question in first]
    return replace(found, questions=(*tried, *(replace(question, suggestions=()) for question in rest)))


def _with_sound_suggestions(found: ReadLine, question: Question, units: Unit, known: Known) -> Question:
    """Without suggestions that repeat what was written, answer nothing, or change the size of the piece."""
    sound = []
    for suggestion in question.suggestions:
        fixed = question.put(found.text, suggestion)
        if fixed == found.text:
            continue
        then = _read(fixed, units, known)
        same_size = found.piece is None or (
            then.piece is not None
            and (then.piece.width, then.piece.height) == (found.piece.width, found.piece.height)
        )
        again = {(other.code, other.start) for other in then.questions}
        answered = (
            len(then.questions) <= len(found.questions) and (question.code, question.start) not in again
        )
        if same_size and answered:
            sound.append(suggestion)
    return replace(question, suggestions=tuple(sound))


def _read(text: str, units: Unit, known: Known) -> ReadLine:
    if len(text) > LONGEST_LINE:
        long = message("too-long.line", most=LONGEST_LINE)
        return ReadLine(text, None, (Question(0, len(text), long),))
    reading = Reading(text, units, known)
    bullet = _BULLET.match(text)
    tokens = tokens_of(text)
    if bullet:
        tokens = [token for token in tokens if token.start >= bullet.end()]
    size = find_size(tokens)
    if size is None:
        reading.ask(0, len(text), message("no-size"))
        return ReadLine(text, None, tuple(reading.questions))
    if not _sized(reading, tokens, size):
        return ReadLine(text, None, tuple(reading.questions))
    head = tokens[: size.first]
    read_head(reading, head, bool(size.shape))
    if size.round:
        reading.fields["outline"] = Outline.OVAL
    return _piece_of(reading, Cursor(tokens, size.behind), size.shape)


def _sized(reading: Reading, tokens: list[Token], size: Size) -> bool:
    """Take the size; False, with a question, where there is none to cut by."""
    start, end = tokens[size.first].start, tokens[size.behind - 1].end
    reading.units, reading.size_end = size.unit(reading.units), end
    split = size.split
    if split is not None and size.first == 0:
        unit = size.numbers[0].unit
        one = f"{size.numbers[0].said} {size.shape.removesuffix('s')}"
        many = f"{split[0]} of {split[1]} {unit}".strip() + f" {size.shape}"
        reading.ask(start, end, message("one-or-two-numbers", text=size.numbers[0].text), one, many)
        return False
    try:
        width, height = size.sides(reading.units)
    except LengthError as error:
        reading.ask(start, end, error.message)
        return False
    if min(width, height) <= 0:
        reading.ask(start, end, message("not-over-zero.side"))
        return False
    reading.size = (width, height)
    return not _decimal_comma(reading, start, end)


def _decimal_comma(reading: Reading, start: int, end: int) -> bool:
    """``21,5 x 10 cm``: the size would begin after the comma."""
    before = reading.text[:start]
    if len(before) < 2 or before[-1] != "," or not before[-2].isdigit():
        return False
    whole = len(before[:-1].rstrip("0123456789"))
    fixed = f"{before[whole:-1]}.{reading.text[start:end]}"
    reading.ask(whole, end, message("decimal-comma", fixed=fixed), fixed)
    return True


def read_clauses(text: str, width: Length, height: Length, units: Unit, known: Known) -> ReadLine:
    """What comes behind a size, for a piece whose sizes are known: scores, holes, tabs and the rest."""
    if len(text) > LONGEST_LINE:
        long = message("too-long.words", most=LONGEST_LINE)
        return ReadLine(text, None, (Question(0, len(text), long),))
    reading = Reading(text, units, known, size=(width, height))
    reading.fields["name"] = "A"
    read = _piece_of(reading, Cursor(tokens_of(text)))
    beside = [message(word) for key, word in _COLUMNS.items() if key in reading.fields]
    if not beside:
        return read
    question = Question(0, len(text), message("said-twice.column", columns=several(beside, "and")))
    return replace(read, questions=(*read.questions, question))


def _ask_portion(reading: Reading, name: str) -> None:
    """``half circles, punched``: halves of a whole, or only called so?"""
    die = reading.fields.get("cut") in (CutMethod.DIE, CutMethod.PUNCH)
    parts = {"half", "halves", "quarter", "quarters"} & set(name.lower().split())
    quoted = json.dumps(name, ensure_ascii=False)
    start = reading.text.find(name)
    if not die or "portion" in reading.fields or not parts or quoted in reading.text or start < 0:
        return
    part = next(iter(parts))
    reading.ask(start, start + len(name), message("name-or-portion", part=part), f"{quoted}:")


def _ask_beyond(reading: Reading, marks: MarkReader) -> None:
    """A score or slit that is not on the side it is measured along: of which side, or how far?"""
    said = reading.text.lower()
    if reading.questions or "width" in said or "height" in said:
        return  # what is asked about already may be why; and who names the side by its own word means it
    for line in (*marks.scores, *marks.slits):
        side = reading.size[0] if line.along is Side.WIDTH else reading.size[1]
        if line.at >= side:
            start = reading.size_end or 0
            off = message("not-on-side", distance=Measured(line.at), side=Measured(side))
            reading.ask(start, len(reading.text), off)
            return


def _piece_of(reading: Reading, cursor: Cursor, called: str = "") -> ReadLine:
    """The piece; ``called`` is its name where no other is said."""
    known = reading.known
    marks = MarkReader(reading)
    read_tail(reading, cursor, marks)
    width, height = reading.size
    if not called and reading.mat_for is not None:
        called = f"{reading.mat_for.piece} mat"
    name = reading.fields.get("name") or called or f"Piece {len(known.pieces) + 1}"
    said = "paper" in reading.fields
    role = str(reading.fields.get("paper", known.role))
    if not role:
        reading.ask(0, 0, message("no-paper"))
    fields: dict[str, Any] = {
        "name": name, "paper": role, "per_kit": 1, "width": width, "height": height,
        "follows_print": follows_by_role(role), "scores": tuple(marks.scores), "slits": tuple(marks.slits),
    } | {key: tuple(reading.lists[key]) for key in LISTS}  # fmt: skip
    if reading.mat_for is not None:
        fields["mat_of"] = resolve_mat(reading, reading.mat_for)
    _ask_portion(reading, str(name))
    _ask_beyond(reading, marks)
    piece = Piece(**(fields | reading.fields))
    questions = sorted(reading.questions, key=lambda q: (q.start, q.end))
    return ReadLine(reading.text, piece, tuple(questions), carried=not said)
