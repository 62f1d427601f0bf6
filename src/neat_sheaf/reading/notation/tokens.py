"""A line as tokens: numbers with their unit, words, texts in quotation marks, and signs.

Whatever is in a line is in a token, so that nothing can be dropped: a reader takes a token, or it is
asked about.
"""

from __future__ import annotations

import re
from enum import Enum
from typing import NamedTuple

from neat_sheaf.measure.length import VULGAR_FRACTIONS

__all__ = ["Kind", "Token", "tokens_of"]

_VULGAR = "".join(VULGAR_FRACTIONS)
# A word after "in" that shows it was the unit and not "in this paper".
_AFTER_UNIT = (
    "disc|discs|in|x|by|scored?|scores|slits?|die|punch|punched|trim|trimmed|follows?|may|from|mat|matched|holes?|"
    "round|rounded|mitre|miter|notch|tabs?|seen|half|halves|quarters?|three|mountain|valley|diagonal|wide|"
    "high|tall|long|w|h|on|along|and|a|an|with|margin|relief|at|to|deep|side|sides|cut|of|square|squares|"
    "circle|circles|oval|ovals|all|each|both|every|then|turn|folded|fold|apart|for|edge|edges|way|"
    "centred|centered|through|across"
)
_UNIT = (
    r"(?:[\"″”]|[-\s]?inch(?:es)?\b|[-\s]?cm\b|[-\s]?mm\b|[-\s]?centimet(?:re|er)s?\b|[-\s]?millimet(?:re|er)s?\b|"
    rf"in\.(?!\w)|-in\b|in\b(?!\s+(?!(?:{_AFTER_UNIT})\b)(?:[^\W\d_]|\")))"
)
_NUMBER = (
    rf"(?:\d+\s*-?\s*[{_VULGAR}]|[{_VULGAR}]|\d+(?:-|\s+)\d+\s*[\/⁄]\s*\d+|\d+\s*[\/⁄]\s*\d+|"
    r"\d+\.\d+|\.\d+|\d+)"
)
# A number is followed by no letter of its own ("1st", "3D"), but by the x of a size ("4x5").
_TOKEN = re.compile(
    rf"""\s*(?:
        (?P<number>{_NUMBER})(?:\s*(?P<unit>{_UNIT}))?(?!(?!x(?:[\W\d]|$))[^\W\d_])
      | (?P<quoted>"(?:[^"\\]|\\.)*")
      | (?P<times>[x×](?=[\s\d.{_VULGAR}]|$)|\*(?=\s*[\d.{_VULGAR}]))
      | (?P<word>[^\W\d_][^\s,;:()"]*(?<![.=]))
      | (?P<sign>[,;:()&@=~≈–—-]|\.(?=\s|$))
      | (?P<other>[^\s,;:()"]+(?<!\.)|\S)
    )""",
    re.VERBOSE | re.IGNORECASE,
)


class Kind(Enum):
    """What a token is."""

    NUMBER = "number"
    WORD = "word"
    QUOTED = "quoted"
    TIMES = "times"
    SIGN = "sign"
    OTHER = "other"


class Token(NamedTuple):
    """A part of a line from ``start`` to before ``end``.

    ``word`` is its text in small letters with hyphens as written; ``unit`` that of a number, or "".
    """

    kind: Kind
    text: str
    start: int
    end: int
    word: str = ""
    unit: str = ""

    @property
    def whole(self) -> int | None:
        """The count that a plain whole number is, else None."""
        plain = self.kind is Kind.NUMBER and not self.unit and self.text.isascii() and self.text.isdigit()
        return int(self.text) if plain and len(self.text) < 7 else None


_KINDS = {kind.value: kind for kind in Kind}
_UNITS = {'"': "in", "″": "in", "”": "in", "cm": "cm", "mm": "mm"}


def _unit(said: str | None) -> str:
    if not said:
        return ""
    plain = said.lower().strip(" -.")
    if plain in _UNITS:
        return _UNITS[plain]
    return "in" if plain.startswith("in") else "cm" if plain.startswith("c") else "mm"


def tokens_of(text: str) -> list[Token]:
    """The tokens of a line, in order."""
    found: list[Token] = []
    for match in _TOKEN.finditer(text):
        group = match.lastgroup or "other"
        if group in ("number", "unit"):
            number = match["number"]
            start, end = match.start("number"), match.end()
            found.append(Token(Kind.NUMBER, number, start, end, number, _unit(match["unit"])))
        else:
            start, end = match.span(group)
            said = match[group]
            found.append(Token(_KINDS[group], said, start, end, said.lower()))
    return found
