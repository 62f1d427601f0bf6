"""A whole sheet as it was written down: headings, pieces, supplies and steps, each told apart.

A piece has two sizes; a supply has an amount and none; a step is a sentence that says what to do. What
cannot be told stays with the pieces, as a question, so that nothing is lost.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from decimal import Decimal
from enum import StrEnum

from neat_sheaf.measure.length import Length, LengthError, Unit, parse_length
from neat_sheaf.messages import message
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Known, nearest
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.reading import MOST_LINES, ReadLine, read_lines
from neat_sheaf.reading.notation.sizes import find_size
from neat_sheaf.reading.notation.tokens import Kind, Token, tokens_of
from neat_sheaf.stock.supply import SupplyUnit

__all__ = ["SheetLine", "SupplyLine", "What", "read_sheet"]

_BULLET = re.compile(r"\A\s*(?:[-*•–]|\d{1,2}[.)]|#+|\[[ xX]?\])\s+")
# What a step begins with. "Cut", "make", "score" and "punch" begin pieces as well.
_DOING = (
    "add", "adhere", "align", "apply", "arrange", "assemble", "attach", "bend", "bring", "build", "burnish",
    "check", "close", "colour", "color", "die-cut", "dry", "emboss", "fill", "fix", "flip", "fold", "form",
    "glue", "insert", "ink", "lay", "let", "lift", "line", "open", "pinch", "place", "poke", "pop", "press",
    "push", "put", "remove", "repeat", "rub", "run", "score", "secure", "slide", "slip", "slit", "snip",
    "stamp", "stick", "tape", "take", "thread", "tie", "trim", "tuck", "turn", "use", "wrap", "cut",
    "punch", "round", "make", "heat", "spray", "then", "now", "next", "finally", "first", "if", "when",
    "once", "before", "after",
)  # fmt: skip
_OBJECTS = (
    "the", "a", "an", "it", "them", "all", "each", "both", "your", "this", "that", "these", "those", "one",
    "on", "to", "over", "in", "up", "down", "off", "out", "together", "under", "with", "some",
)  # fmt: skip
_PIECE_VERBS = ("cut", "make", "score", "punch", "die-cut", "trim", "round")
_SECTIONS = {
    "supplies": (
        "supplies", "supply", "materials", "extras", "embellishments", "adhesives", "also need", "you need",
        "notions", "contents",
    ),
    "steps": (
        "assembly", "steps", "instructions", "directions", "how to", "method", "putting it together",
        "to assemble", "to make up",
    ),
    "pieces": (
        "pieces", "cuts", "cut list", "cutting", "cut and score", "measurements", "cardstock", "paper", "cut",
    ),
}  # fmt: skip
_LONGEST_STEP = 400
_VOLUMES = ("ml", "millilitre", "millilitres", "milliliter", "milliliters")


class What(StrEnum):
    """What a line of a sheet is."""

    HEADING = "heading"
    PIECE = "piece"
    SUPPLY = "supply"
    STEP = "step"


@dataclass(frozen=True, slots=True)
class SupplyLine:
    """What a line says of a supply: how many (or ml, by its unit), or ``cuts`` lengths of ``length`` nm in
    all.
    """

    name: str
    count: Decimal | None = None
    length: Length | None = None
    cuts: int = 1
    unit: SupplyUnit = SupplyUnit.EACH


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One line of a sheet. ``number`` is its place in the text, from 1; ``step`` is its sentence."""

    number: int
    text: str
    what: What
    piece: ReadLine | None = None
    supply: SupplyLine | None = None
    step: str = ""
    questions: tuple[Question, ...] = ()


def read_sheet(
    text: str,
    units: Unit,
    known: Known | None = None,
    supplies: Mapping[str, SupplyUnit] | None = None,
    kinds: Mapping[int, What] | None = None,
) -> list[SheetLine]:
    """Every line that is not blank, and what it is; ``kinds`` says what a line is, by its number.

    ``supplies`` are those there are, and how each is measured: one that is none of them, or is measured
    in another way than the line says, is asked about. Pieces are read as by ``read_lines``.
    """
    kinds = kinds or {}
    lines = [(n, line.strip()) for n, line in enumerate(text.splitlines(), 1) if line.strip()]
    over = lines[MOST_LINES:]
    known = known or Known()
    section = ""
    found: list[SheetLine] = []
    pieces: list[int] = []
    for number, line in lines[:MOST_LINES]:
        what, section = _told(line, section, not found and len(lines) > 2)
        what = kinds.get(number, what)
        made = SheetLine(number, line, what)
        if what is What.PIECE:
            pieces.append(len(found))
        elif what is What.SUPPLY:
            made = _supply(made, supplies)
        elif what is What.STEP:
            made = _step(made)
        found.append(made)
    read = read_lines("\n".join(found[at].text for at in pieces), units, known)
    for at, line_read in zip(pieces, read, strict=True):
        found[at] = replace(found[at], piece=line_read, questions=line_read.questions)
    if over:
        more = Question(0, 0, message("too-many-lines", most=MOST_LINES))
        found.append(
            SheetLine(
                over[0][0], over[0][1], What.PIECE, ReadLine(over[0][1], None, (more,)), None, "", (more,)
            )
        )
    return found


def _told(line: str, section: str, title: bool) -> tuple[What, str]:
    """What a line is, and the section that goes on behind it. ``title``: it is the first of several."""
    bare = _BULLET.sub("", line, count=1).strip()
    tokens = tokens_of(bare)
    words = [token.word for token in tokens if token.kind is Kind.WORD]
    digits = any(token.kind is Kind.NUMBER for token in tokens)
    first = words[0] if words and tokens[0].kind is Kind.WORD else ""
    heading = _section_of(bare)
    marked = bare.endswith(":") or line.startswith("#")
    if not digits and len(words) <= 5 and (marked or heading or (title and first not in _DOING)):
        return What.HEADING, heading or section
    size = find_size(tokens)
    if size is not None:
        # "Wrap 11 x 5" is a piece, "Wrap the 4 x 6 card" a step.
        doing = first in _DOING and first not in _PIECE_VERBS and _says_what(tokens)
        return (What.STEP if doing else What.PIECE), section
    sentence = bare.endswith((".", "!")) and len(words) >= 4
    doing = first in _DOING and (_says_what(tokens) or (len(words) >= 3 and not digits))
    if section == "steps" or doing or sentence:
        return What.STEP, section
    if section == "supplies" or _amount(bare) is not None:
        return What.SUPPLY, section
    if section != "pieces" and len(words) >= 6 and not digits:
        return What.STEP, section
    return What.PIECE, section


def _says_what(tokens: list[Token]) -> bool:
    """Whether a doing word is followed by what is done to, or by how: ``glue the``, ``fold it``."""
    return len(tokens) > 1 and tokens[1].word in _OBJECTS


def _section_of(bare: str) -> str:
    plain = bare.rstrip(":").lower().strip()
    for section, words in _SECTIONS.items():
        if any(plain == word or plain.startswith(f"{word} ") or plain.endswith(f" {word}") for word in words):
            return section
    return ""


def _amount(bare: str) -> SupplyLine | None:
    """``4 foam pads``, ``20 in of ribbon``, ``2 lengths of twine, 10 in each``, ``ribbon: 20 in``; None where
    no amount is said, or a word makes it a piece.
    """
    tokens = tokens_of(bare)
    cursor = Cursor(tokens)
    if any(token.word in ("die-cut", "punched", "scored", "score", "slit") for token in tokens):
        return None
    first = _first_amount(cursor)
    if first is not None:
        count, length, unit = first
        if (
            count is not None
            and unit is SupplyUnit.EACH
            and (cursor.take("lengths", "pieces", "strands", "cuts") and cursor.take("of"))
        ):
            return _lengths(bare, cursor, count)
        cursor.take("of", "x")
        name = _rest(bare, cursor)
        return None if not name else _supply_of(name, count, length, unit)
    return _amount_behind(bare, tokens)


def _first_amount(cursor: Cursor) -> tuple[Decimal | None, str | None, SupplyUnit] | None:
    """Move past an amount at the beginning: how many or how many ml, or a length with its unit."""
    number = cursor.number() if not cursor.phrase("a", "pair", "of") else None
    if number is None:
        return (Decimal(2), None, SupplyUnit.EACH) if cursor.at else None
    if number.unit:
        return None, number.said, SupplyUnit.LENGTH
    if cursor.take(*_VOLUMES):
        plain = re.fullmatch(r"[0-9]{0,6}\.?[0-9]{1,3}", number.text)
        return (Decimal(number.text), None, SupplyUnit.ML) if plain else None
    token = cursor.tokens[cursor.at - 1]
    whole = token.whole if token.kind is Kind.NUMBER else None
    if whole is None and number.text.isdigit():
        whole = int(number.text)
    return None if whole is None else (Decimal(whole), None, SupplyUnit.EACH)


def _lengths(bare: str, cursor: Cursor, count: Decimal) -> SupplyLine | None:
    """``ribbon, 10 in each`` behind ``2 lengths of``."""
    since = cursor.at
    while (
        (token := cursor.peek()) is not None and token.kind is Kind.WORD and token.word not in ("at", "each")
    ):
        cursor.at += 1
    if cursor.at == since:
        return None
    name = bare[cursor.tokens[since].start : cursor.tokens[cursor.at - 1].end]
    cursor.take_sign(",")
    cursor.take("at", "each")
    number = cursor.number()
    cursor.take("each", "long")
    if number is None or not number.unit or cursor.peek() is not None:
        return None
    return SupplyLine(name, None, _length(number.said, int(count)), int(count), SupplyUnit.LENGTH)


def _amount_behind(bare: str, tokens: list[Token]) -> SupplyLine | None:
    """``foam pads (4)``, ``ribbon: 20 in``, ``brads x 4``."""
    cut = next((n for n, t in enumerate(tokens) if t.kind is not Kind.WORD), None)
    if not cut:
        return None
    cursor = Cursor(tokens, cut)
    cursor.take_sign("(", ":", "-", "–", ",")
    if (token := cursor.peek()) is not None and token.kind is Kind.TIMES:
        cursor.at += 1
    amount = _first_amount(cursor)
    cursor.take("of", "each", "off")
    cursor.take_sign(")")
    cursor.take_sign(".")
    if amount is None or cursor.peek() is not None:
        return None
    return _supply_of(bare[: tokens[cut - 1].end], *amount)


def _supply_of(name: str, count: Decimal | None, length: str | None, unit: SupplyUnit) -> SupplyLine | None:
    if length is None:
        return SupplyLine(name, count, unit=unit)
    found = _length(length, 1)
    return None if found is None else SupplyLine(name, None, found, unit=unit)


def _length(said: str, times: int) -> Length | None:
    try:
        return Length(parse_length(said, "in") * times)
    except LengthError:
        return None


def _rest(bare: str, cursor: Cursor) -> str:
    """The words that are left, where there is nothing else among them."""
    left = cursor.tokens[cursor.at :]
    while left and left[-1].text == ".":
        left = left[:-1]
    if not left or len(left) > 6 or any(token.kind is not Kind.WORD for token in left):
        return ""
    return bare[left[0].start : left[-1].end]


def _step(line: SheetLine) -> SheetLine:
    """The sentence of a step, whole; one that is longer than a step may be is asked about."""
    says = _BULLET.sub("", line.text, count=1).strip()
    if len(says) <= _LONGEST_STEP:
        return replace(line, step=says)
    asked = Question(0, len(line.text), message("too-long.step", most=_LONGEST_STEP))
    return replace(line, step=says, questions=(asked,))


def _supply(line: SheetLine, supplies: Mapping[str, SupplyUnit] | None) -> SheetLine:
    bullet = _BULLET.match(line.text)
    begin = bullet.end() if bullet else 0
    bare = line.text[begin:].strip()
    said = _amount(bare)
    if said is None:
        asked = Question(begin, len(line.text), message("supply-amount"))
        return replace(line, supply=SupplyLine(bare, Decimal(1)), questions=(asked,))
    if supplies is None:
        return replace(line, supply=said)
    same = next((name for name in supplies if name.lower() == said.name.lower()), None)
    if same is not None:
        unit = supplies[same]
        odd = Question(begin, len(line.text), message("supply-measure", supply=same, unit=unit.value))
        return replace(line, supply=replace(said, name=same), questions=() if said.unit is unit else (odd,))
    near = nearest(said.name, tuple(supplies), 55) or next(
        (name for name in supplies if set(said.name.lower().split()) & set(name.lower().split())), None
    )
    at = line.text.find(said.name)
    asked = Question(
        max(at, 0),
        max(at, 0) + len(said.name),
        message("no-such-supply", supply=said.name),
        (near,) if near else (),
    )
    return replace(line, supply=said, questions=(asked,))
