"""What the clauses of cut-outs are made of: numbers, sizes, and a place that is the middle."""

from __future__ import annotations

from neat_sheaf.measure.length import Length
from neat_sheaf.messages import message
from neat_sheaf.reading.notation.cursor import Cursor, Number
from neat_sheaf.reading.notation.draft import Reading
from neat_sheaf.reading.notation.tokens import Kind

__all__ = [
    "CENTRED",
    "centred_here",
    "centred_instead",
    "lengths_of",
    "numbers_here",
    "over_zero",
    "size_here",
]

CENTRED = ("centred", "centered", "central")
_MIDDLE = ("middle", "centre", "center")


def numbers_here(cursor: Cursor, signs: str = ",()", words: tuple[str, ...] = ()) -> list[Number]:
    """Move past numbers separated by these signs and words."""
    found: list[Number] = []
    while True:
        before = cursor.at
        while cursor.take_sign(*signs) or cursor.take(*words):
            pass
        number = cursor.number()
        if number is None:
            cursor.at = before
            if found and ")" in signs:
                cursor.take_sign(")")
            return found
        found.append(number)


def lengths_of(
    reading: Reading, cursor: Cursor, since: int, numbers: list[Number], wanted: int, example: str
) -> list[Length] | None:
    """The lengths of so many numbers; a question where there are more or fewer."""
    lengths = [reading.length(number) for number in numbers]
    if len(numbers) != wanted:
        asked = message("not-understood.numbers", count=wanted, example=example)
        reading.ask_about(cursor, since, asked)
        return None
    known = [length for length in lengths if length is not None]
    return known if len(known) == wanted else None


def over_zero(reading: Reading, cursor: Cursor, since: int, *lengths: Length) -> bool:
    if all(length > 0 for length in lengths):
        return True
    reading.ask_about(cursor, since, message("not-over-zero.number"))
    return False


def size_here(cursor: Cursor) -> list[Number]:
    """``1 x 1/2``, ``1 wide 1/2 deep``: one or two numbers."""
    first = cursor.number()
    if first is None:
        return []
    cursor.take("wide", "across")
    token = cursor.peek()
    before = cursor.at
    if token is not None and (token.kind is Kind.TIMES or token.word in ("by", "and")):
        cursor.at += 1
    second = cursor.number()
    if second is None:
        cursor.at = before
        return [first]
    cursor.take("deep", "high")
    return [first, second]


def centred_here(cursor: Cursor) -> bool:
    return bool(cursor.take(*CENTRED)) or any(
        cursor.phrase(*words, "|".join(_MIDDLE)) for words in (("in", "the"), ("at", "the"))
    )


def centred_instead(reading: Reading, cursor: Cursor, since: int, behind: int) -> tuple[str, ...]:
    """What was said from ``since`` on, with "centred" before the token ``behind``."""
    start, middle = cursor.tokens[since].start, cursor.tokens[behind - 1].end
    rest = reading.text[middle : cursor.tokens[cursor.at - 1].end]
    return (f"{reading.text[start:middle]} centred{rest}",)
