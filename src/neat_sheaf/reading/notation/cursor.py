"""A place in a line's tokens, and what is read from there: words, numbers as spoken, panels."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.reading.notation.tokens import Kind, Token

__all__ = ["COUNT_WORDS", "Cursor", "Number"]

COUNT_WORDS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16,
    "seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20,
}  # fmt: skip
_PARTS = {
    "half": 2, "halves": 2, "third": 3, "thirds": 3, "quarter": 4, "quarters": 4, "eighth": 8, "eighths": 8,
    "sixteenth": 16, "sixteenths": 16, "thirty-second": 32, "thirty-seconds": 32,
}  # fmt: skip
_ARTICLES = ("a", "an")
_UNIT_WORDS = {
    "inch": "in", "inches": "in", "centimetre": "cm", "centimetres": "cm", "centimeter": "cm",
    "centimeters": "cm", "millimetre": "mm", "millimetres": "mm", "cm": "cm", "mm": "mm",
}  # fmt: skip
_BEGINS_NUMBER = {*COUNT_WORDS, *_PARTS, *_ARTICLES}
_BARE_FRACTION = re.compile(r"[¼½¾⅓⅔⅛⅜⅝⅞]|\d+\s*[/⁄]\s*\d+")
_BARE_WHOLE = re.compile(r"\d+")
_PANEL = re.compile(r"(\d{1,4})\.(\d{1,4})")


@dataclass(frozen=True, slots=True)
class Number:
    """A number as ``parse_length`` reads it, with its unit behind it where one was said."""

    text: str
    start: int
    end: int
    unit: str = ""
    parts: tuple[str, str] = ("", "")
    """Where it was said as a whole ``and`` a fraction that might as well be two numbers: both."""

    @property
    def said(self) -> str:
        """The number with its unit."""
        return f"{self.text} {self.unit}".strip()


class Cursor:
    """The tokens of a line from some place on. Readers move ``at`` past what they take."""

    def __init__(self, tokens: Sequence[Token], at: int = 0, stop: int | None = None) -> None:
        self.tokens, self.at = tokens, at
        self.stop = len(tokens) if stop is None else stop
        # Looked at far more often than moved.
        self._words = [token.word if token.kind is Kind.WORD else "" for token in tokens]

    def peek(self, by: int = 0) -> Token | None:
        """The token so many places on, or None behind the last."""
        there = self.at + by
        return self.tokens[there] if 0 <= there < self.stop else None

    def word(self, by: int = 0) -> str:
        """The word so many places on in small letters; "" where there is none."""
        there = self.at + by
        return self._words[there] if 0 <= there < self.stop else ""

    def sign(self, by: int = 0) -> str:
        """The sign so many places on; "" where there is none."""
        token = self.peek(by)
        return token.text if token is not None and token.kind is Kind.SIGN else ""

    def take(self, *words: str) -> str:
        """Move past one of these words, and give it; "" where none of them is here."""
        here = self._words[self.at] if self.at < self.stop else ""
        if here and here in words:
            self.at += 1
            return here
        return ""

    def take_sign(self, *signs: str) -> str:
        """Move past one of these signs, and give it."""
        here = self.sign()
        if here and here in signs:
            self.at += 1
            return here
        return ""

    def phrase(self, *words: str) -> bool:
        """Move past these words in this order; whether they were here. A word may be a choice: ``a|b``."""
        for n, choice in enumerate(words):
            here = self.word(n)
            if not here or not (here == choice or ("|" in choice and here in choice.split("|"))):
                return False
        self.at += len(words)
        return True

    def whole(self) -> int | None:
        """Move past a plain count, in figures or as a word."""
        token = self.peek()
        if token is None:
            return None
        found = token.whole if token.kind is Kind.NUMBER else COUNT_WORDS.get(self.word())
        if found is not None:
            self.at += 1
        return found

    def number(self) -> Number | None:
        """Move past a number as it is written or spoken, and give it; None where there is none."""
        before = self.at
        found = self._number()
        if found is None:
            self.at = before
        return found

    def is_number(self) -> bool:
        """Whether a number begins here."""
        before = self.at
        found = self._number() is not None
        self.at = before
        return found

    def _number(self) -> Number | None:
        first = self.peek()
        if first is None:
            return None
        if first.kind is Kind.NUMBER:
            self.at += 1
            return self._written(first)
        if first.kind is not Kind.WORD or first.word.partition("-")[0] not in _BEGINS_NUMBER:
            return None
        return self._spoken(first)

    def _written(self, first: Token) -> Number:
        text, unit = first.text, first.unit
        if not unit and _BARE_FRACTION.fullmatch(text):
            unit = self._of_unit()  # "3/4 of an inch"
            return Number(text, first.start, self._end(), unit)
        if not unit:
            unit = self._unit_word()
        if not _BARE_WHOLE.fullmatch(text) or self.word() != "and":
            return Number(text, first.start, self._end(), unit)
        # "5 and 3/8", "2 and a half", "1 inch and a half"
        second = self.peek(1)
        if second is not None and second.kind is Kind.NUMBER and _BARE_FRACTION.fullmatch(second.text):
            if unit and second.unit:
                return Number(text, first.start, self._end(), unit)
            self.at += 2
            both = (f"{text} {unit}".strip(), second.text + (f" {second.unit}" if second.unit else ""))
            return Number(f"{text} {second.text}", first.start, second.end, unit or second.unit, both)
        before = self.at
        self.at += 1
        part = self._fraction()
        if part is None:
            self.at = before
            return Number(text, first.start, self._end(), unit)
        return self._with_part(text, part, first, unit)

    def _spoken(self, first: Token) -> Number | None:
        joined = first.word.replace("-inch", "")
        if joined != first.word and joined in ("half", "quarter", "eighth"):
            self.at += 1  # "half-inch"
            return Number(f"1/{_PARTS[joined]}", first.start, first.end, "in")
        part = self._fraction(with_unit=True)
        if part is not None:
            unit = self._of_unit()
            return Number(str(part), first.start, self._end(), unit)
        count = COUNT_WORDS.get(first.word)
        if count is None and not (first.word in _ARTICLES and self.word(1) in _UNIT_WORDS):
            return None
        self.at += 1
        unit = self._unit_word()
        text = str(1 if count is None else count)
        if self.word() == "and":
            before = self.at
            self.at += 1
            part = self._fraction()
            if part is not None:
                return self._with_part(text, part, first, unit)
            self.at = before
        return Number(text, first.start, self._end(), unit)

    def _with_part(self, whole: str, part: Fraction, first: Token, unit: str) -> Number:
        unit = unit or self._of_unit()
        return Number(f"{whole} {part}", first.start, self._end(), unit)

    def _fraction(self, *, with_unit: bool = False) -> Fraction | None:
        """A fraction in words: ``a half``, ``three quarters``, ``thirteen sixteenths``.

        ``half`` or ``three quarters`` alone may be how much of a whole a piece is; with ``with_unit``
        such a one counts only where "an inch" follows.
        """
        article = self.word() in _ARTICLES
        count = 1 if article else COUNT_WORDS.get(self.word())
        split = self.word().split("-")
        if count is not None and self.word(1) in _PARTS and not (count > 1 and self.word(1) == "half"):
            bottom, used = _PARTS[self.word(1)], 2
        elif len(split) == 2 and split[0] in COUNT_WORDS and split[1] in _PARTS:
            count, bottom, used = COUNT_WORDS[split[0]], _PARTS[split[1]], 1
        elif self.word() in ("half", "quarter", "eighth", "sixteenth"):
            count, bottom, used = 1, _PARTS[self.word()], 1
        else:
            return None
        if with_unit and not article:
            after = (self.word(used), self.word(used + 1), self.word(used + 2))
            named = after[0] in _UNIT_WORDS or (after[0] in _ARTICLES and after[1] in _UNIT_WORDS)
            named = named or (after[0] == "of" and after[1] in _ARTICLES and after[2] in _UNIT_WORDS)
            # Sixteenths are no part that a piece can be of a whole: they need no unit.
            if not named and bottom in (2, 4):
                return None
        self.at += used
        return Fraction(count, bottom)

    def _of_unit(self) -> str:
        """``inch``, ``an inch``, ``of an inch`` behind a fraction."""
        before = self.at
        self.take("of")
        if self.take(*_ARTICLES) or self.at == before:
            unit = _UNIT_WORDS.get(self.word(), "")
            if unit:
                self.at += 1
                return unit
        self.at = before
        return ""

    def _unit_word(self) -> str:
        unit = _UNIT_WORDS.get(self.word(), "")
        if unit:
            self.at += 1
        return unit

    def _end(self) -> int:
        return self.tokens[self.at - 1].end

    def panel(self) -> tuple[int, int] | None:
        """Move past ``1.3``: column and row of a panel."""
        token = self.peek()
        if token is None or token.kind is not Kind.NUMBER or token.unit:
            return None
        found = _PANEL.fullmatch(token.text)
        if found is None:
            return None
        self.at += 1
        return int(found[1]), int(found[2])
