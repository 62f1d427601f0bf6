"""Reading quick lines: what was understood as a piece, and what was not as questions."""

from __future__ import annotations

import functools
import json
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any, cast

from lark import Token
from rapidfuzz import fuzz, process

from neat_sheaf.length import Length, LengthError, Unit, parse_length
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    Cut,
    Diagonal,
    Edge,
    Face,
    Fold,
    Hole,
    MatOf,
    Panel,
    Piece,
    Portion,
    Tab,
)
from neat_sheaf.quick.grammar import KEYWORDS, Branch, parse
from neat_sheaf.quick.marks import MarkReader
from neat_sheaf.quick.question import Question
from neat_sheaf.quick.sizes import line_unit, read_size

__all__ = ["Known", "ReadLine", "follows_by_role", "read_clauses", "read_line", "read_lines"]

LONGEST_LINE = 2_000
MOST_LINES = 2_000
_WORDS_FOR_COUNTS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12,
}  # fmt: skip
_MAKING = ("cut", "make", "need")


@dataclass(frozen=True, slots=True)
class Known:
    """What is known already: the roles and the pieces of the list, and the role to go on in."""

    roles: tuple[str, ...] = ()
    pieces: tuple[str, ...] = ()
    role: str = "body"


@dataclass(frozen=True, slots=True)
class ReadLine:
    """One line as it was read. ``piece`` is None where there is no size to cut by."""

    text: str
    piece: Piece | None
    questions: tuple[Question, ...] = ()


def follows_by_role(role: str) -> bool:
    """Whether a piece in this role follows the print unless it is said otherwise."""
    return role.lower().startswith(("print", "pattern"))


@dataclass
class _Reading:
    """A piece as it is being read."""

    text: str
    units: Unit
    known: Known
    fields: dict[str, object] = field(default_factory=dict)
    questions: list[Question] = field(default_factory=list)
    holes: list[Hole] = field(default_factory=list)
    corners: list[CornerCut] = field(default_factory=list)
    tabs: list[Tab] = field(default_factory=list)
    faces: list[Face] = field(default_factory=list)
    diagonals: list[Diagonal] = field(default_factory=list)
    size_end: int = 0

    def ask(self, start: int, end: int, code: str, says: str, suggestion: str | None = None) -> None:
        self.questions.append(Question(start, end, code, says, suggestion))

    def length(self, token: Token) -> Length | None:
        """The length of a number token in the line's unit; a question where it is none."""
        try:
            return parse_length(str(token), self.units)
        except LengthError as error:
            self.ask(_start(token), _end(token), error.code, str(error))
            return None


def _start(token: Token) -> int:
    return token.start_pos or 0


def _end(token: Token) -> int:
    return token.end_pos or 0


def read_lines(text: str, units: Unit, known: Known | None = None) -> list[ReadLine]:
    """Every line that is not blank; a piece named in one line is known in the next.

    At most 2000 lines of at most 2000 characters are read; one more is a question of its own.
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
        says = f"only {MOST_LINES} lines are read at once; paste the rest after these"
        found.append(ReadLine(lines[MOST_LINES], None, (Question(0, 0, "too-many-lines", says),)))
    return found


@functools.lru_cache(maxsize=4096)
def read_line(text: str, units: Unit, known: Known) -> ReadLine:
    """One line as a piece, with a question for every part that was not understood.

    A number takes the unit that the size gives, else ``units``. Scores without a side are
    measured along the long one.
    """
    if len(text) > LONGEST_LINE:
        says = f"the line is over {LONGEST_LINE} characters"
        return ReadLine(text, None, (Question(0, len(text), "too-long", says),))
    tree = parse(text)
    reading = _Reading(text, units, known)
    if tree.data == "unsized":
        says = "no size to cut by; write the two sides, such as 4 1/4 x 11"
        reading.ask(0, len(text), "no-size", says)
        return ReadLine(text, None, tuple(reading.questions))
    head, size, tail = cast(tuple[Branch, Token, Branch], tuple(tree.children))
    reading.units, reading.size_end = line_unit(str(size), units), _end(size)
    try:
        width, height = read_size(str(size), reading.units)
    except LengthError as error:
        reading.ask(_start(size), _end(size), error.code, str(error))
        return ReadLine(text, None, tuple(reading.questions))
    if min(width, height) <= 0:
        reading.ask(_start(size), _end(size), "not-over-zero", "a side must be over zero")
        return ReadLine(text, None, tuple(reading.questions))
    if _decimal_comma(reading, size):
        return ReadLine(text, None, tuple(reading.questions))
    _read_head(reading, [t for t in head.children if isinstance(t, Token)])
    return _piece_of(reading, tail, width, height)


def read_clauses(text: str, width: Length, height: Length, units: Unit, known: Known) -> ReadLine:
    """What stands behind a size, for a piece whose sizes are known: scores, holes, tabs and the rest."""
    reading = _Reading(f"A: 1 x 1; {text}"[: LONGEST_LINE + 10], units, known)
    _, _, tail = cast(tuple[Branch, Token, Branch], tuple(parse(reading.text).children))
    reading.fields["name"] = "A"
    return _piece_of(reading, tail, width, height)


def _piece_of(reading: _Reading, tail: Branch, width: Length, height: Length) -> ReadLine:
    known = reading.known
    marks = MarkReader(width, height, reading.length, reading.ask)
    _read_tail(reading, tail, marks)
    name = reading.fields.pop("name", None)
    if not isinstance(name, str):
        name = f"Piece {len(known.pieces) + 1}"
    role = str(reading.fields.pop("paper", known.role))
    if not role:
        reading.ask(0, 0, "no-paper", "no paper; write in body, in print A")
    fields: dict[str, Any] = {
        "name": name, "paper": role, "per_kit": 1, "width": width, "height": height,
        "follows_print": follows_by_role(role), "scores": tuple(marks.scores), "slits": tuple(marks.slits),
        "diagonals": tuple(reading.diagonals), "holes": tuple(reading.holes),
        "corners": tuple(reading.corners), "tabs": tuple(reading.tabs), "faces": tuple(reading.faces),
    }  # fmt: skip
    piece = Piece(**(fields | reading.fields))
    questions = sorted(reading.questions, key=lambda q: (q.start, q.end))
    return ReadLine(reading.text, piece, tuple(questions))


def _decimal_comma(reading: _Reading, size: Token) -> bool:
    """``21,5 x 10 cm``: the size would begin after the comma."""
    before = reading.text[: _start(size)]
    if len(before) < 2 or before[-1] != "," or not before[-2].isdigit():
        return False
    start = len(before[:-1].rstrip("0123456789"))
    mended = f"{before[start:-1]}.{size}"
    says = f"a decimal is written with a point: {mended}"
    reading.ask(start, _end(size), "decimal-comma", says, mended)
    return True


def _read_head(reading: _Reading, tokens: list[Token]) -> None:
    """The name, with a count before or behind it."""
    if len(tokens) == 2 and tokens[0].type == "NAMED" and tokens[1].type == "COLON":
        reading.fields["name"] = json.loads(str(tokens[0])).strip()
        return
    while tokens and tokens[-1].type in ("COLON", "COMMA", "DASH", "ABOUT"):
        if tokens[-1].type == "ABOUT":
            _about(reading, tokens[-1])
        tokens = tokens[:-1]
    if (
        len(tokens) > 1
        and str(tokens[0]).lower() in _MAKING
        and tokens[1].type in ("NUMBER", "COUNT", "WORD")
    ):
        counted = tokens[1].type in ("NUMBER", "COUNT") or str(tokens[1]).lower() in _WORDS_FOR_COUNTS
        tokens = tokens[1:] if counted else tokens
    if tokens and (count := _count_before(reading, tokens)) is not None:
        _set_count(reading, count)
        tokens = tokens[1:]
        if (tokens and tokens[0].type == "BY") or (tokens and str(tokens[0]).lower() in ("of", "off", "x")):
            tokens = tokens[1:]
    if tokens and tokens[-1].type == "COUNT":
        _set_count(reading, _digits(tokens[-1]))
        tokens = tokens[:-1]
    marks = [n for n, t in enumerate(tokens) if t.type in ("SCORE", "SLIT")]
    if marks and any(t.type in ("NUMBER", "AT", "SIDE") for t in tokens[marks[0] :]):
        says = "the size comes first, then the scores: 4 1/4 x 11, score the long side at 5 1/2"
        reading.ask(_start(tokens[marks[0]]), _end(tokens[-1]), "size-first", says)
        tokens = tokens[: marks[0]]
    if tokens:
        reading.fields["name"] = reading.text[_start(tokens[0]) : _end(tokens[-1])].strip()


def _count_before(reading: _Reading, tokens: list[Token]) -> int | None:
    first = tokens[0]
    if first.type == "COUNT":
        return _digits(first)
    if first.type == "NUMBER" and str(first).isdigit():
        after = reading.text[_end(first) : _end(first) + 1]
        return int(first) if after in (" ", "\t", "x", "X", "×", "") else None
    if first.type == "WORD" and len(tokens) > 1:
        return _WORDS_FOR_COUNTS.get(str(first).lower())
    return None


def _digits(token: Token) -> int:
    return int("".join(sign for sign in str(token) if sign.isdigit()))


def _set_count(reading: _Reading, count: int) -> None:
    if count > 10_000:
        reading.ask(0, len(reading.text), "out-of-range", f"{count} a kit is more than 10000")
    elif "per_kit" in reading.fields and reading.fields["per_kit"] != count:
        reading.ask(0, len(reading.text), "two-counts", f"{reading.fields['per_kit']} a kit, or {count}?")
    else:
        reading.fields["per_kit"] = count


def _about(reading: _Reading, token: Token) -> None:
    says = f"'{token}' is no size to cut by; measure it, and write the size alone"
    reading.ask(_start(token), _end(token), "about", says, "")


def _read_tail(reading: _Reading, tail: Branch, marks: MarkReader) -> None:
    unknown: list[Token] = []
    named = "name" in reading.fields
    only_separators = True
    for clause in tail.children:
        if isinstance(clause, Token):
            if unknown and not named and only_separators and all(t.type == "WORD" for t in unknown):
                reading.fields["name"] = reading.text[_start(unknown[0]) : _end(unknown[-1])]
                named, unknown = True, []
            _close_unknown(reading, unknown)
            continue
        tokens = [t for t in clause.children if isinstance(t, Token)]
        if clause.data == "unknown":
            if unknown and not reading.text[_end(unknown[-1]) : _start(tokens[0])].isspace():
                _close_unknown(reading, unknown)
            unknown += tokens
            if not named and only_separators:
                continue
            only_separators = False
            continue
        if unknown and not named:
            # A name may follow the size: "4 1/4 x 11 card base, score 5 1/2".
            reading.fields["name"] = reading.text[_start(unknown[0]) : _end(unknown[-1])]
            named, unknown = True, []
        _close_unknown(reading, unknown)
        unknown = []
        only_separators = False
        _READERS[str(clause.data)](reading, tokens, marks)
    if unknown and not named and only_separators and all(t.type == "WORD" for t in unknown):
        reading.fields["name"] = reading.text[_start(unknown[0]) : _end(unknown[-1])]
        unknown = []
    _close_unknown(reading, unknown)


def _close_unknown(reading: _Reading, tokens: list[Token]) -> None:
    """A question for a run of words that no clause takes."""
    if not tokens:
        return
    start, end = _start(tokens[0]), _end(tokens[-1])
    said = reading.text[start:end]
    if any(t.type == "ABOUT" for t in tokens):
        _about(reading, next(t for t in tokens if t.type == "ABOUT"))
        tokens.clear()
        return
    near = _nearest(said.lower(), KEYWORDS, 70)
    if near is None and len(tokens) > 1:
        first = _nearest(str(tokens[0]).lower(), KEYWORDS, 75)
        near = f"{first}{reading.text[_end(tokens[0]) : end]}" if first else None
    if near:
        says = f"'{said}' was not understood; did you mean '{near}'?"
        reading.ask(start, end, "not-understood", says, near)
    else:
        says = f"'{said}' was not understood; take it out, or put it in a step of the assembly"
        reading.ask(start, end, "not-understood", says, "")
    tokens.clear()


def _nearest(said: str, choices: Sequence[str], least: float) -> str | None:
    """The choice most like what was said, at least so many percent; None where none is."""
    found = process.extractOne(said, choices, scorer=fuzz.ratio, score_cutoff=least)
    return found[0] if found else None


def _name_of(reading: _Reading, tokens: Sequence[Token]) -> str:
    names = [t for t in tokens if t.type in ("NAMED", "WORD", "NUMBER")]
    if not names:
        return ""
    if names[0].type == "NAMED":
        return str(json.loads(str(names[0])))
    return reading.text[_start(names[0]) : _end(names[-1])].strip()


def _count(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    start, end = _start(tokens[0]), _end(tokens[0])
    if str(tokens[0])[0] in "xX" and reading.size_end == len(reading.text[:start].rstrip()):
        says = f"a third size, '{tokens[0]}'? A piece is cut to two; write (2) for two of them"
        reading.ask(start, end, "third-size", says)
        return
    _set_count(reading, _digits(tokens[0]))


def _scores(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    marks.read(tokens, slit=False)


def _slits(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    marks.read(tokens, slit=True)


def _fold_of(tokens: list[Token]) -> Fold:
    mountain = any(t.type == "FOLD" and str(t).lower() == "mountain" for t in tokens)
    return Fold.MOUNTAIN if mountain else Fold.VALLEY


def _lengths(reading: _Reading, tokens: list[Token], wanted: int, example: str) -> list[Length] | None:
    numbers = [t for t in tokens if t.type == "NUMBER"]
    found = [reading.length(t) for t in numbers]
    if len(numbers) != wanted:
        says = f"wants {wanted} numbers; write {example}"
        reading.ask(_start(tokens[0]), _end(tokens[-1]), "not-understood", says)
        return None
    lengths = [length for length in found if length is not None]
    return lengths if len(lengths) == wanted else None


def _diagonal(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 4, "diagonal from (1/2, 0) to (1, 1 1/2)")
    if found:
        start, end = (found[0], found[1]), (found[2], found[3])
        reading.diagonals.append(Diagonal(start, end, _fold_of(tokens)))


def _hole(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 3, "hole 1/8 at 5/8, 3/8")
    if found and found[0] > 0:
        reading.holes.append(Hole(found[1], found[2], found[0]))
    elif found:
        reading.ask(_start(tokens[0]), _end(tokens[-1]), "not-over-zero", "a hole must be over zero")


def _corner(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 1, "round all corners 1/4")
    if not found or found[0] <= 0:
        return
    said = str(tokens[0]).lower()
    shape = next(s for s in CornerShape if said.startswith(s.value[:3]))
    where = " ".join(str(t).lower().replace("-", " ") for t in tokens if t.type == "CORNERS") or "all"
    for corner in (Corner.TOP_LEFT, Corner.TOP_RIGHT, Corner.BOTTOM_LEFT, Corner.BOTTOM_RIGHT):
        sides = corner.value.split("-")
        if "all" in where or all(side in sides for side in where.split() if side in _CORNER_WORDS):
            reading.corners.append(CornerCut(corner, shape, found[0]))


_CORNER_WORDS = ("top", "bottom", "left", "right")


def _panel(tokens: Sequence[Token]) -> Panel:
    column = [_digits(t) for t in tokens if t.type == "COLUMN"]
    row = [_digits(t) for t in tokens if t.type == "ROW"]
    return Panel(max(1, column[0]) if column else 1, max(1, row[0]) if row else 1)


def _tab(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    runs = [_digits(t) for t in tokens if t.type == "RUNS"]
    if not any(t.type in ("COLUMN", "ROW") for t in tokens):
        says = "which panel is the tab? Write tab column 5"
        reading.ask(_start(tokens[0]), _end(tokens[-1]), "no-panel", says, "tab column 1")
        return
    reading.tabs.append(Tab(_panel(tokens), min(10, max(1, runs[0])) if runs else 1))


def _seen(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    up = [Edge(str(t).lower().split()[-1]) for t in tokens if t.type == "UP"]
    at = next((n for n, t in enumerate(tokens) if t.type == "AS"), len(tokens))
    name = _name_of(reading, tokens[at + 1 :])
    reading.faces.append(Face(_panel(tokens), up[0] if up else Edge.TOP, name))


def _role(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    words = [t for t in tokens if t.type in ("WORD", "NUMBER")]
    if len(tokens) == 1:
        says = "in which paper? Write in body, or in print A"
        reading.ask(_start(tokens[0]), _end(tokens[0]), "not-understood", says, "")
        return
    named = [t for t in tokens if t.type == "NAMED"]
    if named:
        reading.fields["paper"] = _name_of(reading, named)
        return
    most = 2
    for n in range(len(words), 0, -1):
        said = reading.text[_start(words[0]) : _end(words[n - 1])]
        known = [role for role in reading.known.roles if role.lower() == said.lower()]
        # "print A" beside a known "print" is another role, not that one and a stray letter.
        stray = words[n : n + 1]
        if known and not (stray and len(stray[0]) == 1 and str(stray[0]).isalnum()):
            reading.fields["paper"], most = known[0], n
            break
    else:
        reading.fields["paper"] = reading.text[_start(words[0]) : _end(words[min(most, len(words)) - 1])]
    _close_unknown(reading, words[most:])


def _cut(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    cut = {"DIE": Cut.DIE, "PUNCH": Cut.PUNCH, "TRIM": Cut.TRIM}
    reading.fields["cut"] = cut[tokens[0].type]


def _margin(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    found = _lengths(reading, tokens, 1, "margin 1/8")
    if found:
        reading.fields["margin"] = found[0]


def _mat(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    name = _name_of(reading, tokens[1:])
    if not name:
        says = "a mat of which piece? Write mat of Sleeve column 1"
        reading.ask(_start(tokens[0]), _end(tokens[-1]), "not-understood", says)
        return
    known = [piece for piece in reading.known.pieces if piece.lower() == name.lower()]
    if not known and reading.known.pieces and not any(t.type == "NAMED" for t in tokens):
        near = _nearest(name, reading.known.pieces, 60)
        if near:
            words = [t for t in tokens[1:] if t.type in ("WORD", "NUMBER")]
            says = f"there is no piece called '{name}'; did you mean '{near}'?"
            reading.ask(_start(words[0]), _end(words[-1]), "unknown-piece", says, near)
    reading.fields["mat_of"] = MatOf(known[0] if known else name, _panel(tokens))


def _matched(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    reading.fields["matched"] = _name_of(reading, tokens[1:])


def _follows(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    reading.fields["follows_print"] = True


def _turns(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    reading.fields["follows_print"] = False


def _scrap(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    reading.fields["scrap"] = True


def _portion(reading: _Reading, tokens: list[Token], marks: MarkReader) -> None:
    said = str(tokens[0]).lower()
    reading.fields["portion"] = (
        Portion.THREE_QUARTERS if said.startswith("three")
        else Portion.HALF if said.startswith("hal") else Portion.QUARTER
    )  # fmt: skip


_READERS = {
    "count": _count, "scores": _scores, "slits": _slits, "diagonal": _diagonal, "hole": _hole,
    "corner": _corner, "tab": _tab, "seen": _seen, "role": _role, "cut": _cut, "margin": _margin, "mat": _mat,
    "matched": _matched, "follows": _follows, "turns": _turns, "scrap": _scrap, "portion": _portion,
}  # fmt: skip
