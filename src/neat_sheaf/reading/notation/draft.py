"""A piece as it is being read from a line: its fields so far, and what is asked about."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from rapidfuzz import fuzz, process

from neat_sheaf.measure.length import Length, LengthError, Unit, parse_length
from neat_sheaf.messages import Message, message
from neat_sheaf.project import Panel, Piece
from neat_sheaf.reading.learned import Learned
from neat_sheaf.reading.notation.cursor import Cursor, Number
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = [
    "LISTS",
    "Known",
    "Reading",
    "follows_by_role",
    "name_until",
    "nearest",
    "panel",
    "unquoted",
]

HIGHEST_PANEL = 1_000
# What a piece has several of, in the order in which they are written.
LISTS = ("diagonals", "holes", "corners", "tabs", "faces", "removed", "windows", "notches", "ends")


@dataclass(frozen=True, slots=True)
class Known:
    """What is known already: the roles and the pieces of the list, and the role to go on in.

    ``listed`` are the pieces themselves, by name, as far as they are known: a mat's panel is found
    among theirs.
    """

    roles: tuple[str, ...] = ()
    pieces: tuple[str, ...] = ()
    role: str = "body"
    listed: Mapping[str, Piece] = field(default_factory=dict, compare=False)
    names: Mapping[str, str] = field(default_factory=dict, compare=False)
    """The pieces by their names in small letters; made from ``pieces`` where it is not given."""
    words: tuple[Learned, ...] = ()
    """What the studio's own words mean."""

    def __post_init__(self) -> None:
        if self.pieces and not self.names:
            by_small = {name.lower(): name for name in reversed(self.pieces)}
            object.__setattr__(self, "names", by_small)

    @property
    def every_role(self) -> tuple[str, ...]:
        """The roles of the list and the one to go on in."""
        return self.roles if self.role in self.roles or not self.role else (*self.roles, self.role)

    def named(self, name: str) -> str | None:
        """The piece of that name as it is written on the list, whatever its letters' size."""
        return self.names.get(name.lower())


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
    lists: dict[str, list[object]] = field(default_factory=lambda: {key: [] for key in LISTS})
    size: tuple[Length, Length] = (Length(0), Length(0))
    size_end: int = 0
    mat_for: Mat | None = None

    def ask(self, start: int, end: int, what: Message, *suggestions: str) -> None:
        self.questions.append(Question(start, end, what, tuple(dict.fromkeys(suggestions))))

    def ask_about(self, cursor: Cursor, since: int, what: Message, *suggestions: str) -> None:
        """A question about the tokens from ``since`` to the cursor."""
        start, end = cursor.tokens[since].start, cursor.tokens[max(since, cursor.at - 1)].end
        self.ask(start, end, what, *suggestions)

    def length(self, number: Number) -> Length | None:
        """The length of a number in the line's unit; a question where it is none."""
        try:
            return parse_length(number.said, self.units)
        except LengthError as error:
            self.ask(number.start, number.end, error.message)
            return None

    def set_once(self, cursor: Cursor, since: int, key: str, value: object) -> None:
        """Set what a piece has one of; a question where the line says it twice and differently."""
        if self.fields.setdefault(key, value) != value:
            start, end = cursor.tokens[since].start, cursor.tokens[cursor.at - 1].end
            self.ask(start, end, message("said-twice.differently", text=self.text[start:end]), "")

    def set_count(self, count: int) -> None:
        whole = (0, len(self.text))
        if count > 10_000:
            self.ask(*whole, message("out-of-range.count", count=count, most=10_000))
        elif "per_kit" in self.fields and self.fields["per_kit"] != count:
            first = str(self.fields["per_kit"])
            self.ask(*whole, message("two-counts", first=first, second=str(count)))
        else:
            self.fields["per_kit"] = count


@dataclass(frozen=True, slots=True)
class Mat:
    """What a line says a mat is of: the piece, the panel where it is named, and where that is said."""

    piece: str
    panel: Panel | None
    start: int
    end: int
    until: Panel | None = None


def nearest(said: str, choices: Sequence[str], least: float) -> str | None:
    """The choice most like what was said, at least so many percent; None where none is."""
    found = process.extractOne(said, choices, scorer=fuzz.ratio, score_cutoff=least)
    return found[0] if found else None


def name_until(reading: Reading, cursor: Cursor, *stops: str) -> tuple[str, bool]:
    """Move past a name and give it, and whether it was in quotation marks; "" where there is none.

    A name is one text in quotation marks, or words and numbers up to a sign or one of ``stops``.
    """
    first = cursor.peek()
    if first is None:
        return "", False
    if first.kind is Kind.QUOTED:
        cursor.at += 1
        return unquoted(first), True
    since = cursor.at
    while (token := cursor.peek()) is not None:
        if token.kind not in (Kind.WORD, Kind.NUMBER, Kind.OTHER) or token.word in stops:
            break
        if cursor.at > since and token.kind is Kind.NUMBER and token.unit:
            break
        cursor.at += 1
    if cursor.at == since:
        return "", False
    return reading.text[first.start : cursor.tokens[cursor.at - 1].end], False


def unquoted(token: Token) -> str:
    """What is between quotation marks; as it is where it is no JSON text."""
    try:
        return str(json.loads(token.text, strict=False))
    except ValueError:
        return token.text[1:-1]


def panel(reading: Reading, cursor: Cursor) -> Panel | None:
    """Move past ``column 2 row 1``, ``panel 2.1`` or ``2.1``; None where no panel is named here.

    A column or a row that is not said is the first.
    """
    since = cursor.at
    cursor.take("panel")
    found = cursor.panel()
    if found is not None:
        column, row = found
        if not (1 <= column <= HIGHEST_PANEL and 1 <= row <= HIGHEST_PANEL):
            reading.ask_about(cursor, since, message("no-panel.number", text=f"{column}.{row}"))
            return Panel(1, 1)
        return Panel(column, row)
    cursor.at = since
    places: dict[str, int] = {}
    while True:
        before = cursor.at
        cursor.take_sign(",")
        key = {"column": "column", "col": "column", "row": "row"}.get(cursor.take("column", "col", "row"))
        number = cursor.peek()
        whole = None if key is None or number is None else number.whole
        if key is None or number is None or whole is None:
            cursor.at = before
            break
        cursor.at += 1
        if key in places or not 1 <= whole <= HIGHEST_PANEL:
            reading.ask(cursor.tokens[cursor.at - 2].start, number.end,
                        message("no-panel.number", text=f"{key} {whole}"))  # fmt: skip
            places.setdefault(key, 1)
        else:
            places[key] = whole
    if not places:
        cursor.at = since
        return None
    return Panel(places.get("column", 1), places.get("row", 1))
