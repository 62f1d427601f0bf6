"""A line as words, signs and numbers: typography, units and numbers in words made one.

Each number becomes one sign of a private range, so that a rule is a pattern over plain text, and a
sign's place leads back to the characters that were written.
"""

from __future__ import annotations

import functools
import re
from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.measure.length import VULGAR_FRACTIONS
from neat_sheaf.reading.lexicon import Lexicon, lexicon

__all__ = ["FIRST", "Number", "Words", "is_number", "with_numbers", "words_of"]

FIRST = 0xE000
_MOST = 6_000
_NUMBERS = f"{chr(FIRST)}-{chr(FIRST + _MOST)}"
_SIGNS = {
    "“": '"', "”": '"', "„": '"', "″": '"', "‘": "'", "’": "'", "′": "'", "×": " x ", "–": " - ", "—": " - ",
    "−": " - ", "⁄": "/", "…": " - ", "\t": " | ", "•": " ", "[": "(", "]": ")", "<": "(", ">": ")",
    "{": "(", "}": ")", "\u00ad": "", "\u200b": "", "\ufeff": "",
}  # fmt: skip
_PLAIN = re.compile(r"[\w .,;:()/@&'\"!?+=%#-]*", re.ASCII)
_NUMBER = (
    r"\d+-\d+\s?/\s?\d+|\d+\s+[\dlI]{1,3}\s?/\s?\d+|(?<![\w/])[lI]\s?/\s?\d+|\d+\s?/\s?\d+|\d+\s?\.\s\d(?=\s?x)|"
    r"\d*\.\d+|\d+"
)
_UNIT = (
    r"(?:\"|''|-?\s?inch(?:es)?\b|\s?in\.(?=\s|$|\W)|\s?in\b|-?\s?cm\b|-?\s?mm\b|\s?ml\b|\s?centimet(?:re|er)s?\b|"
    r"\s?millimet(?:re|er)s?\b|-?\s?(?:foot|feet|ft)\b\.?|-?\s?(?:yards?|yds?)\b\.?|\s?(?:metres?|meters?|m)\b)"
)
_TOKEN = re.compile(
    rf"""\s*(?:
        (?P<comma>\d+,\d{{1,3}}(?!\d|,\d))(?P<cunit>\s?{_UNIT})?(?![^\W\d_x])
      | (?P<number>{_NUMBER})(?!\d)(?P<unit>\s?{_UNIT})?(?!(?!x(?:[\W\d]|$))[^\W\d_])
      | (?P<times>x(?=\s?[\d.])|\*(?=\s*[\d.]))
      | (?P<ordinal>\d+(?:st|nd|rd|th)\b)
      | (?P<word>[^\W_](?:[\w'&/-]*\w)?)
      | (?P<dots>\.\.+)
      | (?P<sign>[,;:.()?!|=+&@~\[\]"'*#/<>%-])
      | (?P<other>\S)
    )""",
    re.VERBOSE | re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class Number:
    """A number as it was said: its value, its unit or "", and whether it was said in words."""

    value: Fraction
    unit: str = ""
    spoken: bool = False

    @property
    def count(self) -> int | None:
        """How many it is, where it can be a count."""
        whole = self.value.denominator == 1 and not self.unit and 0 < self.value < 10_000
        return int(self.value) if whole else None


@dataclass(slots=True)
class _Token:
    word: str
    start: int
    end: int
    number: Number | None = None


@dataclass(frozen=True, slots=True)
class Words:
    """A line for the rules. ``signs`` is " word word ", numbers one sign each.

    ``spans`` gives for each word where it was written; ``index`` for each of the signs its word.
    """

    text: str
    signs: str
    words: tuple[str, ...]
    spans: tuple[tuple[int, int], ...]
    numbers: tuple[Number | None, ...]
    index: tuple[int, ...]
    said: str = ""
    """What is read in place of ``text``, where it is a row of a table."""
    own: tuple[tuple[int, int], ...] = ()

    def number(self, sign: str) -> Number:
        """The number that a sign is."""
        found = self.numbers[self.index[self.signs.index(sign)]]
        if found is None:
            raise KeyError(sign)
        return found

    def written(self, first: int, behind: int) -> str:
        """The words from ``first`` to before ``behind`` as they were written."""
        text, spans = (self.said, self.own) if self.said else (self.text, self.spans)
        return text[spans[first][0] : spans[behind - 1][1]] if behind > first else ""


def is_number(word: str) -> bool:
    """Whether a word of the signs is a number."""
    return len(word) == 1 and ord(word) >= FIRST and ord(word) < FIRST + _MOST


def with_numbers(pattern: str) -> str:
    """A pattern of the rules with its N, a number, and [^N], no number, as the signs that stand for them."""
    pattern = pattern.replace("[^N]", f"[^{_NUMBERS}]")
    return re.sub(r"(?<![A-Za-z\\<])N(?![A-Za-z])", f"[{_NUMBERS}]", pattern)


def _plain(text: str) -> tuple[str, list[int]]:
    """The text with its typography made plain, and where each sign of it was."""
    if _PLAIN.fullmatch(text):
        return text, list(range(len(text)))
    made: list[str] = []
    places: list[int] = []
    for at, sign in enumerate(text):
        if sign in VULGAR_FRACTIONS:
            behind = bool(made) and made[-1].isdigit()
            put = f" {VULGAR_FRACTIONS[sign]}" if behind else VULGAR_FRACTIONS[sign]
        elif sign == "*" and "*" in text[max(0, at - 1) : at + 2].replace("*", "", 1):
            put = " "  # of **bold**
        elif FIRST <= ord(sign) <= FIRST + _MOST:
            put = "\ufffd"  # of nobody's alphabet, and ours for numbers
        elif sign.isspace() and sign != "\t":
            put = " "
        else:
            put = _SIGNS.get(sign, sign)
        made.extend(put)
        places.extend([at] * len(put))
    return "".join(made), places


def _value(text: str) -> Fraction | None:
    plain = text.replace("l", "1").replace("I", "1")
    found = re.fullmatch(r"(?:(\d+)(?:\s+|-))?(\d+)\s?/\s?(\d+)", plain)
    if found:
        whole, top, bottom = found.groups()
        return None if int(bottom) == 0 else Fraction(int(whole or 0)) + Fraction(int(top), int(bottom))
    plain = plain.replace(" ", "")
    return Fraction(plain if plain[:1] != "." else f"0{plain}") if len(plain) < 30 else None


def _unit(said: str | None, words: Lexicon) -> str:
    if not said:
        return ""
    plain = said.strip(" -.").lower()
    if plain in ('"', "''", "in"):
        return "in"
    return words.units.get(plain, "m" if plain == "m" else "")


def _tokens(plain: str, places: list[int], units: str, words: Lexicon) -> list[_Token]:
    found: list[_Token] = []
    at = 0
    while (match := _TOKEN.match(plain, at)) is not None:
        at = match.end()
        group = match.lastgroup or "other"
        if group in ("comma", "cunit"):
            metric = units != "in" or _unit(match["cunit"], words) in ("cm", "mm", "m")
            begin, end = match.start("comma"), match.end()
            value = Fraction(match["comma"].replace(",", ".")) if metric else None
            if value is None:
                # Two numbers with a sign between them.
                at = plain.index(",", begin)
                said = plain[begin:at]
                found.append(_Token(said, places[begin], places[at - 1] + 1, Number(Fraction(said))))
                continue
            unit = _unit(match["cunit"], words)
        elif group in ("number", "unit"):
            begin, end = match.start("number"), match.end()
            value = _value(match["number"])
            unit = _unit(match["unit"], words)
            said = match["unit"] or ""
            if said.strip().lower() == "in" and not said.startswith("-"):
                behind = re.match(r"\s+([^\W\d_][\w-]*)", plain[end:])
                if behind is not None and behind[1].lower() not in words.unit_before:
                    unit, end = "", match.end("number")  # "2 in kraft"
                    at = end
        else:
            begin, end = match.span(group)
            word = {"times": "x", "dots": "-"}.get(group, match[group].lower())
            word = {"@": "at", "&": "and", "/": ",", "|": ",", "+": ","}.get(word, word)
            if group == "word":
                stroke = plain[end : end + 1] == "/" and f"{word}/" in words.short
                at = end = end + stroke
                word = words.short.get(f"{word}/" if stroke else word, word)
            pieces = word.split("-") if group == "word" and "-" in word else []
            if pieces and any(_is_said(piece, words) for piece in pieces):
                for piece in pieces:
                    found.append(_Token(piece, places[begin], places[begin + len(piece) - 1] + 1))
                    begin += len(piece) + 1
                continue
            if not (group == "sign" and word in "\"'"):
                found.append(_Token(word, places[begin], places[end - 1] + 1))
            continue
        start, stop = places[begin], places[end - 1] + 1
        found.append(_Token(plain[begin:end], start, stop, None if value is None else Number(value, unit)))
    return found


def _is_said(word: str, words: Lexicon) -> bool:
    return (
        word in words.whole or word in words.tens or word in words.part or word in words.parts
        or (word in words.units and word not in ("m", "ft"))
    )  # fmt: skip


class _Spoken:
    """Numbers in words, found one after the other."""

    def __init__(self, tokens: list[_Token], words: Lexicon) -> None:
        self.tokens, self.words = tokens, words

    def word(self, at: int) -> str:
        return self.tokens[at].word if 0 <= at < len(self.tokens) and not self.tokens[at].number else ""

    def unit(self, at: int) -> str:
        return self.words.units.get(self.word(at), "")

    def all(self) -> list[_Token]:
        made: list[_Token] = []
        at = 0
        while at < len(self.tokens):
            behind, number = self.here(at)
            if number is None:
                token = self.tokens[at]
                if token.number is not None:
                    token, behind = self._more(token, token.number, at)
                made.append(token)
                at = max(behind, at + 1)
                continue
            behind, number = self.times(behind, number)
            first, last = self.tokens[at], self.tokens[behind - 1]
            made.append(_Token(first.word, first.start, last.end, number))
            at = behind
        return made

    def _more(self, token: _Token, number: Number, at: int) -> tuple[_Token, int]:
        """A number in figures with what goes on in words: "2 and a half", "3 inches and a half"."""
        behind, unit = at + 1, number.unit
        whole = number.value.denominator == 1
        after, part = self.joined(behind) if whole else (behind, None)
        if part is None and not unit and self.unit(behind):
            unit, behind = self.unit(behind), behind + 1
            after, part = self.joined(behind) if whole else (behind, None)
        value = number.value
        if part is not None:
            value, behind = value + part.value, after
            unit = unit or part.unit
        elif whole and not unit and self.word(behind) in self.words.joins and behind + 2 < len(self.tokens):
            # "5 and 3/8 x 4"; in a list of distances it may be two of them.
            added = self.tokens[behind + 1].number
            sized = self.word(behind + 2) in ("x", "by") or self.word(at - 1) in ("x", "by")
            if added is not None and 0 < added.value < 1 and sized:
                value, unit, behind = value + added.value, added.unit, behind + 2
        if not unit and number.value.denominator > 1:
            after, measured = self.with_unit(behind, value)
            if measured.unit and self.word(behind) in self.words.of:
                unit, behind = measured.unit, after  # "3/4 of an inch"
        behind, made = self.times(behind, Number(value, unit, number.spoken))
        return _Token(token.word, token.start, self.tokens[behind - 1].end, made), behind

    def times(self, at: int, number: Number) -> tuple[int, Number]:
        """ "two pairs of", "2 sets of 3": as many in all."""
        if number.count is None:
            return at, number
        if self.word(at) in self.words.pairs:
            behind = at + 2 if self.word(at + 1) in self.words.of else at + 1
            return behind, Number(number.value * 2, "", number.spoken)
        if (
            self.word(at) in self.words.sets
            and self.word(at + 1) in self.words.of
            and at + 2 < len(self.tokens)
        ):
            each = self.tokens[at + 2].number or self.here(at + 2)[1]
            if each is not None and each.count is not None:
                behind = at + 3 if self.tokens[at + 2].number else self.here(at + 2)[0]
                return behind, Number(number.value * each.value, "", True)
        return at, number

    def joined(self, at: int) -> tuple[int, Number | None]:
        """ "and a half", "and three quarters of an inch" behind a whole number."""
        if self.word(at) not in self.words.joins:
            return at, None
        return self.part(at + 1)

    def part(self, at: int) -> tuple[int, Number | None]:
        """A part of one: "a half", "three eighths", "one quarter", with its unit."""
        words, first, second = self.words, self.word(at), self.word(at + 1)
        many = words.whole.get(first)
        if first in words.articles and second in words.part:
            value, behind = Fraction(1, words.part[second]), at + 2
        elif many is not None and second in words.parts:
            value, behind = Fraction(many, words.parts[second]), at + 2
        elif many is not None and many > 1 and second in words.part and words.part[second] > many:
            value, behind = Fraction(many, words.part[second]), at + 2
            if not (many == 3 and words.part[second] in (4, 8)) and not (many > 9):
                return at, None
        else:
            return at, None
        return self.with_unit(behind, value)

    def with_unit(self, at: int, value: Fraction) -> tuple[int, Number]:
        """A unit behind a part: "inch", "of an inch"."""
        unit, behind = self.unit(at), at + 1
        if not unit and self.word(at) in self.words.of and self.word(at + 1) in self.words.articles:
            unit, behind = self.unit(at + 2), at + 3
        if not unit and self.word(at) in self.words.articles:
            unit, behind = self.unit(at + 1), at + 2  # "half an inch"
        return (behind, Number(value, unit, True)) if unit else (at, Number(value, "", True))

    def here(self, at: int) -> tuple[int, Number | None]:
        """The number in words that begins here, and what is behind it."""
        words, first = self.words, self.word(at)
        if first not in words.begins:
            return at, None
        for group, value in words.groups.get(first, ()):
            if tuple(self.word(at + n) for n in range(len(group))) == group:
                return at + len(group), Number(value, "", True)
        found = self.part(at)
        if found[1] is not None:
            return found
        second = self.word(at + 1)
        if (
            first in words.part
            and words.part[first] == 2
            and (self.unit(at + 1) or (second in words.articles and self.unit(at + 2)))
        ):
            return self.with_unit(at + 1, Fraction(1, 2))
        if first in words.part and self.unit(at + 1) and words.part[first] > 2:
            return self.with_unit(at + 1, Fraction(1, words.part[first]))
        if first in words.articles and self.unit(at + 1):
            return self.measured(at + 1, Fraction(1))
        if self.unit(at) == "in" and self.word(at + 1) in words.joins and self.part(at + 2)[1] is not None:
            before = self.tokens[at - 1] if at else None
            if before is None or before.number is None:
                return self.measured(at, Fraction(1))
        if self.unit(at) in ("in", "cm") and at and self.tokens[at - 1].word == "every":
            return at + 1, Number(Fraction(1), self.unit(at), True)
        return self.whole(at)

    def measured(self, at: int, value: Fraction) -> tuple[int, Number]:
        """ "an inch and a quarter" from the unit on."""
        unit = self.unit(at)
        behind, part = self.joined(at + 1)
        if part is None:
            return at + 1, Number(value, unit, True)
        return behind, Number(value + part.value, unit, True)

    def whole(self, at: int) -> tuple[int, Number | None]:
        words, first = self.words, self.word(at)
        if first == "one":
            before = self.tokens[at - 1].word if at else ""
            follows = self.word(at + 1)
            placed = before == "at" and follows not in words.not_one_after_at
            if not placed and (before in words.not_one_behind or follows in words.not_one_before):
                return at, None
        value = words.whole.get(first)
        behind = at + 1
        if value is None:
            if first not in words.tens:
                return at, None
            value = words.tens[first]
            units = words.whole.get(self.word(behind), 0)
            if 0 < units < 10:
                value, behind = value + units, behind + 1
        after, part = self.joined(behind)
        if part is not None:
            after, with_unit = self.with_unit(after, part.value) if not part.unit else (after, part)
            return after, Number(value + with_unit.value, with_unit.unit, True)
        if self.unit(behind):
            after, part = self.joined(behind + 1)
            extra = part.value if part is not None else Fraction(0)
            unit = self.unit(behind)
            return (after if part is not None else behind + 1), Number(value + extra, unit, True)
        return behind, Number(Fraction(value), "", True)


@functools.lru_cache(maxsize=8_192)
def words_of(text: str, units: str = "in", language: str = "en") -> Words:
    """The words of a line; bare numbers with a comma are decimals where ``units`` are metric."""
    known = lexicon(language)
    plain, places = _plain(text)
    tokens = _Spoken(_tokens(plain, places, units, known), known).all()[: _MOST - 1]
    signs: list[str] = []
    index: list[int] = [0]
    for n, token in enumerate(tokens):
        word = token.word if token.number is None else chr(FIRST + n)
        signs.append(word)
        index.extend([n] * (len(word) + 1))
    return Words(
        text, f" {' '.join(signs)} " if signs else " ", tuple(signs),
        tuple((token.start, token.end) for token in tokens),
        tuple(token.number for token in tokens), tuple(index),
    )  # fmt: skip
