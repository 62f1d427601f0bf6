"""What to use instead of a paper: the others, the most alike first, and in what each differs."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction

from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Paper, Print
from neat_sheaf.stock.colour import colour_difference, lab_of

__all__ = ["Candidate", "Instead", "use_instead"]

_OTHER_COLOUR = 10.0  # CIEDE2000 from which two grounds are other colours. From memory.


@dataclass(frozen=True, slots=True)
class Candidate:
    """A paper with the colour of its ground (``#rrggbb``) and what a sheet costs, None where nobody knows.

    ``back`` is the ground of its other face, None where that is not printed.
    """

    paper: Paper
    ground: str
    price: Fraction | None = None
    back: str | None = None


@dataclass(frozen=True, slots=True)
class Instead:
    """A paper to use instead. ``colour`` is the CIEDE2000 difference of the grounds, of its other face where
    that is nearer (``by_back``).

    ``smaller``: it is too small somewhere for what fills a sheet of the other, either way round.
    ``turns``: its print would let pieces turn, or keep them from it, where the other's does not.
    ``thicker`` nm, less than 0 where it is thinner, None where either was not measured. ``dearer`` is money a
    sheet, less than 0 where it is cheaper, None where either price is not known; ``heavier`` is g/m² so.
    """

    paper: str
    same_kind: bool
    smaller: bool
    turns: bool
    colour: float
    thicker: Length | None
    dearer: Fraction | None
    on_hand: int
    heavier: int | None = None
    by_back: bool = False


def use_instead(of: Candidate, others: Iterable[Candidate]) -> list[Instead]:
    """Every other paper: its kind, then its size, its print, whether it is the same colour, what is here, and
    then how near the colour, the thickness, the weight and the price are.
    """
    found = [_compared(of, other) for other in others if other.paper.id != of.paper.id]
    return sorted(found, key=_rank)


def _compared(of: Candidate, other: Candidate) -> Instead:
    one, two = of.paper, other.paper
    short, long = sorted((one.width, one.height))
    other_short, other_long = sorted((two.width, two.height))
    known = one.caliper and two.caliper
    priced = of.price is not None and other.price is not None
    front = colour_difference(lab_of(of.ground), lab_of(other.ground))
    back = front if other.back is None else colour_difference(lab_of(of.ground), lab_of(other.back))
    return Instead(
        two.id,
        one.kind == two.kind,
        other_short < short or other_long < long,
        (one.print is Print.NONE) != (two.print is Print.NONE),
        min(front, back),
        Length(two.caliper - one.caliper) if known else None,
        (other.price or Fraction(0)) - (of.price or Fraction(0)) if priced else None,
        two.on_hand,
        two.weight - one.weight if one.weight is not None and two.weight is not None else None,
        back < front,
    )


def _rank(row: Instead) -> tuple[object, ...]:
    return (
        not row.same_kind,
        row.smaller,
        row.turns,
        row.colour >= _OTHER_COLOUR,
        row.on_hand == 0,
        round(row.colour, 1),
        abs(row.thicker or 0),
        abs(row.heavier or 0),
        row.dearer if row.dearer is not None else Fraction(0),
        row.paper,
    )
