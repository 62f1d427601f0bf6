"""What a kit takes of its adhesives, worked out from what they stick: nm, ml, or a count."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from math import ceil

from neat_sheaf.folding.girths import rounded_up
from neat_sheaf.folding.glue_lines import GlueLine, glue_lines
from neat_sheaf.folding.together import folded_in
from neat_sheaf.habits import Habits, School
from neat_sheaf.measure.length import MILLIMETRE, Length, Unit, inches
from neat_sheaf.project import GluedAt, Piece, Project, SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["glued_in", "holding", "pads_under", "school_of", "taken_for", "volume", "worked_out"]

_METRE = 1000 * MILLIMETRE
_BEAD = Decimal("0.8")  # ml of glue for a metre: a bead 1 mm thick, rounded up. The thickness is from memory.
_APART = inches("5/2")  # The most between two pads, middle to middle. From memory.
_INSET = inches("1/2")  # From the edge to the middle of the outermost pads. From memory.
_SMALL = inches(1)  # A side up to here takes one pad in its middle. From memory.

# What the name of a supply says of it. Common practice.
_NAMED = {School.TAPE: ("tape",), School.GLUE: ("glue",), School.RUNNER: ("runner", "roller")}


def glued_in(project: Project) -> list[GlueLine]:
    """Every line of adhesive of a kit, each piece folded as its list says."""
    return list(glue_lines(project, lambda piece: folded_in(project, piece)))


def volume(length: Length) -> Decimal:
    """The wet glue of a line so long, ml, up to the next tenth."""
    return (Decimal(length) / _METRE * _BEAD).quantize(Decimal("0.1"), "ROUND_UP")


def pads_under(piece: Piece) -> int:
    """How many pads or dots hold one such piece level: a grid with one near each corner. From memory.

    A side of up to 1 in has one in its middle; a longer one has them half an inch from its ends and
    nowhere more than 2 1/2 in apart.
    """
    return _along(piece.width) * _along(piece.height)


def _along(side: Length) -> int:
    return 1 if side <= _SMALL else 1 + -(-(side - 2 * _INSET) // _APART)


def school_of(supply: Supply) -> School | None:
    """The school that a supply belongs to by its name and its unit; None for what is no line of adhesive."""
    if supply.unit is SupplyUnit.EACH:
        return None
    name = supply.name.lower()
    found = [school for school, words in _NAMED.items() if any(word in name for word in words)]
    if len(found) != 1:
        return None
    wet = found[0] is School.GLUE
    return found[0] if wet == (supply.unit is SupplyUnit.ML) else None


def taken_for(
    use: SupplyUse, supply: Supply, project: Project, lines: Sequence[GlueLine], habits: Habits, units: Unit,
    own: Fraction = Fraction(1),
) -> SupplyUse:  # fmt: skip
    """The use with the amount that what it sticks and lifts takes, not typed.

    Wet glue (a volume) stays back from the edges; tape and runner (a length) go all the way, and are
    rounded up to the sixteenth of an inch or the millimetre. Counted ones lift: pads for each piece. Of a
    line the studio really takes ``own`` times as much as its length says, by its own log.
    """
    there = [line for line in lines if line.at in use.sticks]
    if supply.unit is SupplyUnit.LENGTH:
        length = rounded_up(ceil(own * sum(line.total for line in there)), units)
        return replace(use, length=length, count=None, cuts=1, typed=False)
    if supply.unit is SupplyUnit.ML:
        wet = sum(line.kept_back(habits.keep_back) for line in there)
        return replace(use, count=volume(Length(ceil(own * wet))), length=None, cuts=1, typed=False)
    lifted = (piece for piece in project.pieces if piece.name in use.lifts)
    pads = sum(pads_under(piece) * piece.per_kit for piece in lifted)
    return replace(use, count=Decimal(pads), length=None, cuts=1, typed=False)


def worked_out(
    project: Project, supplies: Iterable[Supply], habits: Habits, units: Unit,
    own: Mapping[str, Fraction] | None = None,
) -> Project:  # fmt: skip
    """The project with every amount that is not typed as its list now takes it.

    ``own`` is how much of a supply (by its id) the studio really takes for each that is worked out.
    """
    factors = own or {}
    if all(use.typed for use in project.supplies):
        return project
    known = {supply.id: supply for supply in supplies}
    lines = glued_in(project)
    uses = (
        use
        if use.typed or use.supply not in known
        else taken_for(
            use, known[use.supply], project, lines, habits, units, factors.get(use.supply, Fraction(1))
        )
        for use in project.supplies
    )
    return replace(project, supplies=tuple(uses))


def holding(kind: GluedAt, habits: Habits) -> School:
    """What the studio holds a line of this kind with."""
    return habits.mats_with if kind is GluedAt.MAT else habits.tabs_with
