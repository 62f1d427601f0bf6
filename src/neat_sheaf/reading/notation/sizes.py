"""The size of a line, wherever it is: two sides, a square, or a circle by its diameter."""

from __future__ import annotations

import re
from dataclasses import dataclass

from neat_sheaf.measure.length import Length, Unit, parse_length
from neat_sheaf.reading.notation.cursor import Cursor, Number
from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = ["Size", "find_size", "size_at"]

_WAYS = ("wide", "high", "tall", "long", "deep", "w", "h")
_HIGH = ("high", "tall", "long", "h")
_SQUARE = ("square", "squares", "sq")
_ROUND = ("circle", "circles", "disc", "discs", "round", "rounds")
_TWO_NUMBERS = re.compile(r"(\d+)\s+(\d+\s*/\s*\d+)")


@dataclass(frozen=True, slots=True)
class Size:
    """A size in a line: tokens ``first`` to before ``behind``, its two numbers, and how it was said.

    ``turned`` where the first number is the height; ``shape`` is the word of a square or a circle.
    """

    first: int
    behind: int
    numbers: tuple[Number, Number]
    turned: bool = False
    shape: str = ""

    @property
    def round(self) -> bool:
        """Whether it is a circle by its diameter."""
        return self.shape in _ROUND

    @property
    def split(self) -> tuple[str, str] | None:
        """``3 1/2 circles`` may be three of 1/2: the two numbers; None where it can be read one way."""
        found = _TWO_NUMBERS.fullmatch(self.numbers[0].text)
        return (found[1], found[2]) if found and self.shape.endswith("s") else None

    def unit(self, units: Unit) -> Unit:
        """The unit of the size: that of its last number, else of its first, else ``units``."""
        for number in reversed(self.numbers):
            if number.unit:
                return unit_of(number.unit, units)
        return units

    def sides(self, units: Unit) -> tuple[Length, Length]:
        """(width, height) in nm; "11 high by 4 wide" is turned. Raises LengthError."""
        first, second = (parse_length(number.said, units) for number in self.numbers)
        return (second, first) if self.turned else (first, second)


def unit_of(said: str, units: Unit) -> Unit:
    """The unit that a word for one is."""
    if said.startswith("in"):
        return "in"
    if said.startswith("c"):
        return "cm"
    return "mm" if said.startswith("m") else units


def find_size(tokens: list[Token]) -> Size | None:
    """The first size in a line; None where there is none."""
    cursor = Cursor(tokens)
    for at, token in enumerate(tokens):
        if token.kind is Kind.NUMBER or token.kind is Kind.WORD:
            cursor.at = at
            found = size_at(cursor)
            if found is not None:
                return found
    return None


def size_at(cursor: Cursor) -> Size | None:
    """Move past a size that begins here, and give it."""
    first_at = cursor.at
    first = cursor.number()
    if first is None:
        return None
    if cursor.word() in (*_SQUARE, *_ROUND):
        shape = cursor.word()
        # "2 round corners" is no size, nor "1 square 2 x 3".
        if cursor.word(1) not in ("corner", "corners", "notch", "window"):
            cursor.at += 1
            return Size(first_at, cursor.at, (first, first), False, shape)
    way = cursor.take(*_WAYS)
    token = cursor.peek()
    if token is None or not (token.kind is Kind.TIMES or token.word == "by"):
        cursor.at = first_at
        return None
    cursor.at += 1
    second = cursor.number()
    if second is None:
        cursor.at = first_at
        return None
    second_way = cursor.take(*_WAYS)
    turned = way in _HIGH or second_way in ("wide", "w")
    return Size(first_at, cursor.at, (first, second), turned)
