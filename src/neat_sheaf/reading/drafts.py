"""A piece as it is being told: its size, and what is said of it before anything is placed."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from fractions import Fraction

from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length, Unit
from neat_sheaf.reading.notation.reading import ReadLine

__all__ = ["SIDES", "Asked", "Draft", "ScoreSaid", "Span", "corners_mark", "exact"]

SIDES = ("width", "height")
_PER = {
    "in": INCH,
    "ft": 12 * INCH,
    "yd": 36 * INCH,
    "mm": MILLIMETRE,
    "cm": CENTIMETRE,
    "m": 100 * CENTIMETRE,
}


def exact(value: Fraction, unit: str) -> Length | None:
    """A length in nanometres; None where it is no whole number of them."""
    found = value * _PER[unit]
    return Length(int(found)) if found.denominator == 1 and found < 10**13 else None


@dataclass(frozen=True, slots=True)
class Span:
    """Words of a line of the text, and what they became."""

    line: int
    start: int
    end: int
    what: str


@dataclass(frozen=True, slots=True)
class ScoreSaid:
    """Distances of scores as they were said, before they are placed.

    ``how``: "side" (``side`` is long, short, width, height, a length, or "" where none is said), "turn",
    "edges", "all", "every", "half", "around", "bothways". ``edges`` are letters of L, R, T, B, or words.
    ``other``: along the side that the score before was not measured along.
    """

    how: str
    values: tuple[Length, ...] = ()
    side: str = ""
    edges: tuple[str, ...] = ()
    number: Length | None = None
    mountain: bool = False
    ways: str = ""
    other: bool = False

    def along(self, side: str) -> ScoreSaid:
        """The same distances along a side: from both of its ends, where they are from edges."""
        if self.how == "edges":
            return replace(self, edges=(f"ends-{side}",), side="", number=None)
        how = "side" if self.how == "turn" else self.how
        return replace(self, how=how, side=side, number=None, ways="")


@dataclass(frozen=True, slots=True)
class Asked:
    """A question of a draft: its code and numbers, and where it stands."""

    line: int
    start: int
    end: int
    code: str
    values: dict[str, object] = field(default_factory=dict, hash=False)


def corners_mark(shape: str, which: str, size: Length | None) -> str:
    """A mark of a draft: corners taken off; ``which`` is an edge, a corner, or "all"."""
    return f"corners {shape} {which} {'' if size is None else size}".strip()


@dataclass(slots=True)
class Draft:
    """A piece that is being told."""

    line: int
    name: str = ""
    width: Length | None = None
    height: Length | None = None
    unit: Unit = "in"
    counts: list[int] = field(default_factory=list)
    paper: str = ""
    paper_sure: bool = True
    same_paper: bool = False
    oval: bool = False
    cut: str = ""
    scrap: bool = False
    scores: list[ScoreSaid] = field(default_factory=list)
    doubtful: list[ScoreSaid] = field(default_factory=list)
    """Scores of which it is asked where they lie."""
    scored_somehow: bool = False
    """Whether it is said to be folded in a way that needs scores: "gate fold"."""
    marks: list[str] = field(default_factory=list)
    second: bool = False
    """Whether it is a size behind another one, and a piece only where it has a name or a paper."""
    corners_asked: tuple[str, Length | None, int] | None = None
    """Shape and size of one or two corners of which it is asked which they are."""
    clauses: list[str] = field(default_factory=list)
    """Clauses of the notation, as they are written."""
    notes: list[str] = field(default_factory=list)
    results: list[tuple[Length, ...]] = field(default_factory=list)
    mat_of: str = ""
    stepped: bool = False
    """Whether its size is said by what it is bigger or smaller than."""
    line_of_notation: str = ""
    """The line itself, where it is one of the notation."""
    read: ReadLine | None = None
    """What the notation made of it, where it asks about something."""
    asked: list[Asked] = field(default_factory=list)
    lines: list[int] = field(default_factory=list)
    maybe_paper: tuple[str, int, int, int] | None = None
    """A word that may be its paper, with its line and where it stands there."""

    @property
    def sides(self) -> tuple[Length, Length]:
        """Width and height; ValueError where it has no size."""
        if self.width is None or self.height is None:
            raise ValueError("a draft without a size")
        return self.width, self.height
