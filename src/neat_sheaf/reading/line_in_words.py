"""The line that is being told: its words, its lengths, and what is asked about it."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

from neat_sheaf.measure.length import Length, Unit
from neat_sheaf.reading.drafts import Asked, Draft, Span, exact
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.notation import Question
from neat_sheaf.reading.supplies import SupplyLine
from neat_sheaf.reading.words import Number, Words, is_number, words_of

__all__ = ["LineInWords", "Told", "What"]

_SHEETS = {"a3": (297, 420), "a4": (210, 297), "a5": (148, 210), "a6": (105, 148), "a7": (74, 105)}
# What a part of a line is shown as, by the kind of its fact; of the others it is a note.
_PARTS = {
    kind: part
    for part, kinds in {
        "size": (
            "size", "square", "circle", "circles", "named", "strip", "bigger", "sameas", "halved", "down",
        ),
        "score": (
            "score", "scorefrom", "scoreall", "scoreinch", "scoredown", "every", "half", "halfto", "around",
            "turn", "turnfrom", "along", "bothways", "sameother", "samescores", "mountain", "valley",
            "leaves", "across", "endsside", "nothing",
        ),
        "count": ("count", "counteach", "counttwice", "counttimes", "useof", "give"),
        "paper": ("paper", "samepaper", "scrap"),
        "mark": ("corners", "hole", "holesat", "window", "ends", "diagonal", "punched", "diecut", "notation"),
    }.items()
    for kind in kinds
}  # fmt: skip


class What(StrEnum):
    """What a line of a text is. ``more``: it goes on about the piece of a line before."""

    HEADING = "heading"
    PIECE = "piece"
    MORE = "more"
    SUPPLY = "supply"
    STEP = "step"
    NOTE = "note"


@dataclass(slots=True)
class Told:
    """One line as it was told: ``drafts`` begin in it, and it goes on about ``of``."""

    number: int
    text: str
    what: What = What.NOTE
    drafts: list[Draft] = field(default_factory=list)
    of: Draft | None = None
    supply: SupplyLine | None = None
    step: str = ""
    asked: list[Asked] = field(default_factory=list)
    questions: list[Question] = field(default_factory=list)
    spans: list[Span] = field(default_factory=list)


@dataclass(slots=True)
class LineInWords:
    """A line of a text in a list of these units, as words."""

    units: Unit
    line: Told = field(default_factory=lambda: Told(0, ""))
    words: Words = field(default_factory=lambda: words_of(""))

    def _mark_all(self, what: str) -> None:
        if self.words.spans:
            self.line.spans.append(
                Span(self.line.number, self.words.spans[0][0], self.words.spans[-1][1], what)
            )

    def mark(self, fact: Fact) -> None:
        spans = self.words.spans
        what = _PARTS.get(fact.kind, "note")
        self.line.spans.append(Span(self.line.number, spans[fact.first][0], spans[fact.behind - 1][1], what))

    def ask(self, begin: int, behind: int, code: str, draft: Draft | None = None, **values: object) -> None:
        spans = self.words.spans
        start, end = (
            (spans[begin][0], spans[behind - 1][1]) if behind > begin and spans else (0, len(self.line.text))
        )
        asked = Asked(self.line.number, start, end, code, values)
        (draft.asked if draft is not None else self.line.asked).append(asked)

    def length(self, number: Number, unit: str) -> Length | None:
        return exact(number.value, number.unit or unit)

    def numbers(self, signs: str) -> list[Number]:
        return [self.words.number(sign) for sign in signs.split() if is_number(sign)]

    def values(self, signs: str, draft: Draft) -> tuple[Length, ...]:
        found: list[Length] = []
        for number in self.numbers(signs):
            length = self.length(number, draft.unit)
            if length is not None:
                found.append(length)
        return tuple(found)

    def lengths(self, fact: Fact) -> tuple[Length, Length] | None:
        """Width and height of a size, with the unit that is said for either."""
        if fact.kind == "named":
            short, long = _SHEETS[fact.get("sheet")]
            return Length(short * 1_000_000), Length(long * 1_000_000)
        a = self.words.number(fact.get("a"))
        b = self.words.number(fact.get("b")) if fact.get("b") else a
        unit = a.unit or b.unit or self.units
        first, second = self.length(a, a.unit or unit), self.length(b, b.unit or unit)
        if first is None or second is None or first <= 0 or second <= 0:
            return None
        high = ("high", "tall", "h", "inches high", "in height", "down", "deep")
        if fact.get("da") in high or fact.get("db") in (
            "wide",
            "w",
            "inches wide",
            "in width",
            "across",
            "broad",
        ):
            first, second = second, first
        return first, second

    def unit_of_number(self, number: Number) -> Unit:
        """The unit that bare numbers of a piece take where this one says its size."""
        known: dict[str, Unit] = {"in": "in", "ft": "in", "yd": "in", "cm": "cm", "m": "cm", "mm": "mm"}
        return known.get(number.unit, self.units)

    def unit_of(self, fact: Fact) -> Unit:
        if fact.kind == "named":
            return "mm"
        numbers = [self.words.number(fact.get(key)) for key in ("a", "b") if fact.get(key)]
        return next((self.unit_of_number(number) for number in numbers if number.unit), self.units)
