"""What a studio's own words mean, once answered: a paper, nothing, or other words in their place."""

from __future__ import annotations

import functools
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import TYPE_CHECKING

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

if TYPE_CHECKING:
    from neat_sheaf.reading.sheet import SheetLine

__all__ = ["LONGEST_MEANING", "LONGEST_WORD", "Learned", "LearnedError", "Means", "as_written", "put", "told"]

LONGEST_WORD, LONGEST_MEANING = 60, 200  # characters


class Means(StrEnum):
    """What a word is: a ``paper``, a ``supply`` of the cupboard, a ``note`` that changes nothing, or
    said ``instead`` of other words."""

    PAPER = "paper"
    SUPPLY = "supply"
    NOTE = "note"
    INSTEAD = "instead"


class LearnedError(NeatSheafError):
    """A word that cannot be learned."""


@dataclass(frozen=True, slots=True)
class Learned:
    """A word (or a few) in small letters, and what it means.

    ``instead`` are the words it is said for, or the name of the supply; empty for the others.
    """

    said: str
    means: Means
    instead: str = ""


def told(said: str, means: Means, instead: str = "") -> Learned:
    """A word as it is learned, tidied.

    Raises LearnedError ("learned-word" where there is no letter in it, or more than a few words or a line;
    "learned-meaning" where what it is said for is missing or is the word itself).
    """
    word, meaning = " ".join(said.lower().split()), " ".join(instead.split())
    if not any(sign.isalpha() for sign in word) or len(word) > LONGEST_WORD or len(word.split()) > 4:
        raise LearnedError(message("learned-word", most=LONGEST_WORD))
    if (
        (means in (Means.INSTEAD, Means.SUPPLY)) is (not meaning)
        or len(meaning) > LONGEST_MEANING
        or meaning.lower() == word
    ):
        raise LearnedError(message("learned-meaning", most=LONGEST_MEANING))
    return Learned(word, means, meaning)


@dataclass(frozen=True, slots=True)
class Put:
    """A line with other words in the place of some, and where each of these stands in both."""

    text: str
    written: str
    places: tuple[tuple[int, int, int, int], ...] = ()
    """From and to before in what was written, and the same in ``text``."""

    def start(self, at: int) -> int:
        """Where a part that begins at ``at`` of the text begins in what was written."""
        return self._back(at, 0)

    def end(self, at: int) -> int:
        """Where a part that ends before ``at`` of the text ends in what was written."""
        return self._back(at, 1)

    def _back(self, at: int, edge: int) -> int:
        moved = 0
        for first, behind, new_first, new_behind in self.places:
            inside = new_first <= at < new_behind if edge == 0 else new_first < at <= new_behind
            if inside:
                return (first, behind)[edge]
            if at >= new_behind:
                moved = behind - new_behind
        return at + moved


@functools.lru_cache(maxsize=64)
def _pattern(words: tuple[Learned, ...]) -> re.Pattern[str] | None:
    said = sorted((word.said for word in words if word.means is Means.INSTEAD), key=len, reverse=True)
    if not said:
        return None
    each = "|".join(r"\s+".join(map(re.escape, word.split())) for word in said)
    return re.compile(rf"(?<![\w'-])(?:{each})(?![\w'-])", re.IGNORECASE)


def put(line: str, words: Sequence[Learned]) -> Put:
    """The line with what the studio's words are said for in their place, but where that is written anyhow."""
    pattern = _pattern(tuple(words))
    if pattern is None:
        return Put(line, line)
    meanings = {word.said: word.instead for word in words if word.means is Means.INSTEAD}
    made, at, length = [], 0, 0
    places: list[tuple[int, int, int, int]] = []
    for match in pattern.finditer(line):
        instead = meanings[" ".join(match[0].lower().split())]
        if _within(line, match.span(), instead):
            continue
        made += [line[at : match.start()], instead]
        length += match.start() - at
        places.append((*match.span(), length, length + len(instead)))
        length, at = length + len(instead), match.end()
    return Put("".join([*made, line[at:]]), line, tuple(places))


def _within(line: str, span: tuple[int, int], instead: str) -> bool:
    """Whether a word stands within what it is said for: "brads" in "copper brads"."""
    lower = instead.lower()
    return any(
        match.start() <= span[0] and span[1] <= match.end()
        for match in re.finditer(re.escape(lower), line.lower())
    )


def as_written(line: SheetLine, made: Put) -> SheetLine:
    """A line that was read with other words in it, about the line as it was written."""
    if not made.places:
        return line

    def back(start: int, end: int) -> tuple[int, int]:
        return made.start(start), min(max(made.end(end), made.start(start)), len(made.written))

    spans = tuple(
        replace(span, start=start, end=end)
        for span in line.spans
        for start, end in [back(span.start, span.end)]
    )
    questions = tuple(
        replace(asked, start=start, end=end)
        for asked in line.questions
        for start, end in [back(asked.start, asked.end)]
    )
    pieces = tuple(replace(piece, text=made.written, questions=questions) for piece in line.pieces)
    return replace(line, text=made.written, spans=spans, questions=questions, pieces=pieces)
