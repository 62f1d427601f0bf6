"""A piece as it is being read from a line: its fields so far, and what is asked about."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass, field

from lark import Token
from rapidfuzz import fuzz, process

from neat_sheaf.measure.length import Length, LengthError, Unit, parse_length
from neat_sheaf.messages import Message, message
from neat_sheaf.project import CornerCut, Diagonal, Face, Hole, Panel, Tab
from neat_sheaf.quick.grammar import KEYWORDS
from neat_sheaf.quick.question import Question

__all__ = [
    "Known",
    "Reading",
    "about",
    "close_unknown",
    "digits",
    "end_of",
    "follows_by_role",
    "name_of",
    "nearest",
    "panel",
    "set_count",
    "set_once",
    "start_of",
    "unquoted",
]

HIGHEST_PANEL = 1_000


@dataclass(frozen=True, slots=True)
class Known:
    """What is known already: the roles and the pieces of the list, and the role to go on in."""

    roles: tuple[str, ...] = ()
    pieces: tuple[str, ...] = ()
    role: str = "body"


def follows_by_role(role: str) -> bool:
    """Whether a piece in this role follows the print unless it is said otherwise."""
    return role.lower().startswith(("print", "pattern"))


@dataclass
class Reading:
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

    def ask(self, start: int, end: int, what: Message, suggestion: str | None = None) -> None:
        self.questions.append(Question(start, end, what, suggestion))

    def length(self, token: Token) -> Length | None:
        """The length of a number token in the line's unit; a question where it is none."""
        try:
            return parse_length(str(token), self.units)
        except LengthError as error:
            self.ask(start_of(token), end_of(token), error.message)
            return None


def start_of(token: Token) -> int:
    return token.start_pos or 0


def end_of(token: Token) -> int:
    return token.end_pos or 0


def digits(token: Token) -> int:
    return int("".join(sign for sign in str(token) if sign.isdigit()))


def set_count(reading: Reading, count: int) -> None:
    if count > 10_000:
        reading.ask(0, len(reading.text), message("out-of-range.count", count=count, most=10_000))
    elif "per_kit" in reading.fields and reading.fields["per_kit"] != count:
        first = str(reading.fields["per_kit"])
        reading.ask(0, len(reading.text), message("two-counts", first=first, second=str(count)))
    else:
        reading.fields["per_kit"] = count


def set_once(reading: Reading, tokens: Sequence[Token], key: str, value: object) -> None:
    """Set what a piece has one of; a question where the line says it twice and differently."""
    if reading.fields.setdefault(key, value) != value:
        start, end = start_of(tokens[0]), end_of(tokens[-1])
        reading.ask(start, end, message("said-twice.differently", text=reading.text[start:end]), "")


def about(reading: Reading, token: Token) -> None:
    reading.ask(start_of(token), end_of(token), message("about", text=str(token)), "")


def close_unknown(reading: Reading, tokens: Sequence[Token]) -> None:
    """A question for a run of words that no clause takes."""
    if not tokens:
        return
    start, end = start_of(tokens[0]), end_of(tokens[-1])
    said = reading.text[start:end]
    if any(t.type == "ABOUT" for t in tokens):
        about(reading, next(t for t in tokens if t.type == "ABOUT"))
        return
    near = nearest(said.lower(), KEYWORDS, 70)
    if near is None and len(tokens) > 1:
        first = nearest(str(tokens[0]).lower(), KEYWORDS, 75)
        near = f"{first}{reading.text[end_of(tokens[0]) : end]}" if first else None
    if near:
        reading.ask(start, end, message("not-understood.near", text=said, near=near), near)
    else:
        reading.ask(start, end, message("not-understood.words", text=said), "")


def nearest(said: str, choices: Sequence[str], least: float) -> str | None:
    """The choice most like what was said, at least so many percent; None where none is."""
    found = process.extractOne(said, choices, scorer=fuzz.ratio, score_cutoff=least)
    return found[0] if found else None


def name_of(reading: Reading, tokens: Sequence[Token]) -> str:
    names = [t for t in tokens if t.type in ("NAMED", "WORD", "NUMBER")]
    if not names:
        return ""
    if names[0].type == "NAMED":
        return unquoted(names[0])
    return reading.text[start_of(names[0]) : end_of(names[-1])].strip()


def unquoted(token: Token) -> str:
    """What is between quotation marks; as it is where it is no JSON text."""
    try:
        return str(json.loads(str(token), strict=False))
    except ValueError:
        return str(token)[1:-1]


def panel(reading: Reading, tokens: Sequence[Token]) -> Panel:
    """The panel that a clause names, column and row each 1 where they are not said."""
    places = {"COLUMN": 1, "ROW": 1}
    seen: set[str] = set()
    for token in tokens:
        if token.type not in places:
            continue
        number = digits(token)
        if token.type in seen or not 1 <= number <= HIGHEST_PANEL:
            reading.ask(start_of(token), end_of(token), message("no-panel.number", text=str(token)))
        else:
            places[token.type] = number
        seen.add(token.type)
    return Panel(places["COLUMN"], places["ROW"])
