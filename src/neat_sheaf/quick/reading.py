"""Reading quick lines: what was understood as a piece, and what was not as questions."""

from __future__ import annotations

import functools
from dataclasses import dataclass, replace
from typing import Any, cast

from lark import Token

from neat_sheaf.measure.length import Length, LengthError, Unit
from neat_sheaf.messages import message, several
from neat_sheaf.project import Piece
from neat_sheaf.quick.clauses import READERS
from neat_sheaf.quick.draft import (
    Known,
    Reading,
    about,
    close_unknown,
    digits,
    end_of,
    follows_by_role,
    set_count,
    start_of,
    unquoted,
)
from neat_sheaf.quick.grammar import Branch, parse
from neat_sheaf.quick.marks import MarkReader
from neat_sheaf.quick.question import Question
from neat_sheaf.quick.sizes import line_unit, read_size

__all__ = ["ReadLine", "read_clauses", "read_line", "read_lines"]

LONGEST_LINE = 20_000
MOST_LINES = 2_000
_WORDS_FOR_COUNTS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12,
}  # fmt: skip
# What a table has columns of its own for.
_COLUMNS = {
    "per_kit": "column.count", "paper": "column.paper", "cut": "column.cut", "margin": "column.margin",
    "follows_print": "column.follows",
}  # fmt: skip
_MAKING = ("cut", "make", "need")


@dataclass(frozen=True, slots=True)
class ReadLine:
    """One line as it was read. ``piece`` is None where there is no size to cut by."""

    text: str
    piece: Piece | None
    questions: tuple[Question, ...] = ()


def read_lines(text: str, units: Unit, known: Known | None = None) -> list[ReadLine]:
    """Every line that is not blank; a piece named in one line is known in the next.

    At most 2000 lines of at most 20 000 characters are read; one more is a question of its own.
    """
    known = known or Known()
    found: list[ReadLine] = []
    lines = [line for line in text.splitlines() if line.strip()]
    for line in lines[:MOST_LINES]:
        read = read_line(line.strip(), units, known)
        found.append(read)
        if read.piece is not None:
            roles = dict.fromkeys((*known.roles, read.piece.paper))
            known = Known(tuple(roles), (*known.pieces, read.piece.name), read.piece.paper)
    if len(lines) > MOST_LINES:
        more = message("too-many-lines", most=MOST_LINES)
        found.append(ReadLine(lines[MOST_LINES], None, (Question(0, 0, more),)))
    return found


@functools.lru_cache(maxsize=4096)
def read_line(text: str, units: Unit, known: Known) -> ReadLine:
    """One line as a piece, with a question for every part that was not understood.

    A number takes the unit that the size gives, else ``units``. Scores without a side are
    measured along the long one.
    """
    if len(text) > LONGEST_LINE:
        long = message("too-long.line", most=LONGEST_LINE)
        return ReadLine(text, None, (Question(0, len(text), long),))
    tree = parse(text)
    reading = Reading(text, units, known)
    if tree.data == "unsized":
        reading.ask(0, len(text), message("no-size"))
        return ReadLine(text, None, tuple(reading.questions))
    head, size, tail = cast(tuple[Branch, Token, Branch], tuple(tree.children))
    reading.units, reading.size_end = line_unit(str(size), units), end_of(size)
    try:
        width, height = read_size(str(size), reading.units)
    except LengthError as error:
        reading.ask(start_of(size), end_of(size), error.message)
        return ReadLine(text, None, tuple(reading.questions))
    if min(width, height) <= 0:
        reading.ask(start_of(size), end_of(size), message("not-over-zero.side"))
        return ReadLine(text, None, tuple(reading.questions))
    if _decimal_comma(reading, size):
        return ReadLine(text, None, tuple(reading.questions))
    _read_head(reading, [t for t in head.children if isinstance(t, Token)])
    return _piece_of(reading, tail, width, height)


def read_clauses(text: str, width: Length, height: Length, units: Unit, known: Known) -> ReadLine:
    """What comes behind a size, for a piece whose sizes are known: scores, holes, tabs and the rest."""
    if len(text) > LONGEST_LINE:
        long = message("too-long.words", most=LONGEST_LINE)
        return ReadLine(text, None, (Question(0, len(text), long),))
    reading = Reading(f"A: 1 x 1; {text}", units, known)
    _, _, tail = cast(tuple[Branch, Token, Branch], tuple(parse(reading.text).children))
    reading.fields["name"] = "A"
    read = _piece_of(reading, tail, width, height)
    beside = [message(word) for key, word in _COLUMNS.items() if key in reading.fields]
    if not beside:
        return read
    question = Question(0, len(text), message("said-twice.column", columns=several(beside, "and")))
    return replace(read, questions=(*read.questions, question))


def _piece_of(reading: Reading, tail: Branch, width: Length, height: Length) -> ReadLine:
    known = reading.known
    marks = MarkReader(width, height, reading.length, reading.ask)
    _read_tail(reading, tail, marks)
    name = reading.fields.get("name", f"Piece {len(known.pieces) + 1}")
    role = str(reading.fields.get("paper", known.role))
    if not role:
        reading.ask(0, 0, message("no-paper"))
    fields: dict[str, Any] = {
        "name": name, "paper": role, "per_kit": 1, "width": width, "height": height,
        "follows_print": follows_by_role(role), "scores": tuple(marks.scores), "slits": tuple(marks.slits),
        "diagonals": tuple(reading.diagonals), "holes": tuple(reading.holes),
        "corners": tuple(reading.corners), "tabs": tuple(reading.tabs), "faces": tuple(reading.faces),
    }  # fmt: skip
    piece = Piece(**(fields | reading.fields))
    questions = sorted(reading.questions, key=lambda q: (q.start, q.end))
    return ReadLine(reading.text, piece, tuple(questions))


def _decimal_comma(reading: Reading, size: Token) -> bool:
    """``21,5 x 10 cm``: the size would begin after the comma."""
    before = reading.text[: start_of(size)]
    if len(before) < 2 or before[-1] != "," or not before[-2].isdigit():
        return False
    start = len(before[:-1].rstrip("0123456789"))
    fixed = f"{before[start:-1]}.{size}"
    reading.ask(start, end_of(size), message("decimal-comma", fixed=fixed), fixed)
    return True


def _read_head(reading: Reading, tokens: list[Token]) -> None:
    """The name, with a count before or behind it."""
    if len(tokens) == 2 and tokens[0].type == "NAMED" and tokens[1].type == "COLON":
        reading.fields["name"] = unquoted(tokens[0]).strip()
        return
    while tokens and tokens[-1].type in ("COLON", "COMMA", "DASH", "ABOUT"):
        if tokens[-1].type == "ABOUT":
            about(reading, tokens[-1])
        tokens = tokens[:-1]
    if (
        len(tokens) > 1
        and str(tokens[0]).lower() in _MAKING
        and tokens[1].type in ("NUMBER", "COUNT", "WORD")
    ):
        counted = tokens[1].type in ("NUMBER", "COUNT") or str(tokens[1]).lower() in _WORDS_FOR_COUNTS
        tokens = tokens[1:] if counted else tokens
    if tokens and (count := _count_before(reading, tokens)) is not None:
        set_count(reading, count)
        tokens = tokens[1:]
        if (tokens and tokens[0].type == "BY") or (tokens and str(tokens[0]).lower() in ("of", "off", "x")):
            tokens = tokens[1:]
    if tokens and tokens[-1].type == "COUNT":
        set_count(reading, digits(tokens[-1]))
        tokens = tokens[:-1]
    marks = [n for n, t in enumerate(tokens) if t.type in ("SCORE", "SLIT")]
    if marks and any(t.type in ("NUMBER", "AT", "SIDE") for t in tokens[marks[0] :]):
        reading.ask(start_of(tokens[marks[0]]), end_of(tokens[-1]), message("size-first"))
        tokens = tokens[: marks[0]]
    if tokens:
        reading.fields["name"] = reading.text[start_of(tokens[0]) : end_of(tokens[-1])].strip()


def _count_before(reading: Reading, tokens: list[Token]) -> int | None:
    first = tokens[0]
    if first.type == "COUNT":
        return digits(first)
    if first.type == "NUMBER" and str(first).isdigit():
        after = reading.text[end_of(first) : end_of(first) + 1]
        return int(first) if after in (" ", "\t", "x", "X", "×", "") else None
    if first.type == "WORD" and len(tokens) > 1:
        return _WORDS_FOR_COUNTS.get(str(first).lower())
    return None


def _read_tail(reading: Reading, tail: Branch, marks: MarkReader) -> None:
    unknown: list[Token] = []
    # A name may follow the size, before anything else: "4 1/4 x 11 card base, score 5 1/2".
    may_name = "name" not in reading.fields

    def close() -> None:
        nonlocal may_name
        if may_name and unknown and all(token.type == "WORD" for token in unknown):
            reading.fields["name"] = reading.text[start_of(unknown[0]) : end_of(unknown[-1])]
        else:
            close_unknown(reading, list(unknown))
        may_name = may_name and not unknown
        unknown.clear()

    for clause in tail.children:
        if isinstance(clause, Token):
            close()
            continue
        tokens = [token for token in clause.children if isinstance(token, Token)]
        if clause.data == "unknown":
            unknown += tokens
            continue
        close()
        if clause.data != "count":
            may_name = False
        READERS[str(clause.data)](reading, tokens, marks)
    close()
