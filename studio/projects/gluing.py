"""What holds a list together, as the API gives it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from neat_sheaf.folding.girths import rounded_up
from neat_sheaf.folding.glue_lines import GlueLine
from neat_sheaf.folding.sticking import glued_in, holding, school_of, taken_for, volume
from neat_sheaf.habits import Habits
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.messages import Measured, message, several
from neat_sheaf.project import GluedAt
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.stock import Supply as CoreSupply
from neat_sheaf.wording import Voice
from studio.projects.schemas import GlueOut

__all__ = ["glue_out", "worked_amounts"]


def glue_out(
    core: CoreProject, supplies: Sequence[CoreSupply], habits: Habits, voice: Voice
) -> list[GlueOut]:
    """The lines of adhesive of each kind that the list has, with what the studio would hold them with."""
    lines = glued_in(core)
    found = []
    for kind in GluedAt:
        own = [line for line in lines if line.at is kind]
        if not own:
            continue
        school = holding(kind, habits)
        wet = sum(line.kept_back(habits.keep_back) for line in own)
        dry = rounded_up(sum(line.total for line in own), voice.units)
        found.append(
            GlueOut(
                at=kind.value,
                length=write_length(dry, voice.units),
                ml=format(volume(Length(wet)), "f"),
                pieces=_pieces(own, voice),
                school=school.value,
                supplies=[int(supply.id) for supply in supplies if school_of(supply) is school],
                minutes=habits.drying,
            )
        )
    return found


def _pieces(lines: Sequence[GlueLine], voice: Voice) -> str:
    """The pieces in the order of the list, each with all of its lines in a kit."""
    by_piece: dict[str, int] = {}
    for line in lines:
        by_piece[line.piece] = by_piece.get(line.piece, 0) + line.total
    return voice.words(
        message(
            "glue-pieces",
            pieces=several(
                message("glue-piece", piece=piece, length=Measured(Length(total)))
                for piece, total in by_piece.items()
            ),
        )
    )


def worked_amounts(
    core: CoreProject, supplies: Sequence[CoreSupply], habits: Habits, units: Unit
) -> dict[str, str]:
    """What is worked out of each supply that sticks or lifts something, by its id: typed over or not.

    One that is not there is not known: no rule finds what it holds.
    """
    asked = [use for use in core.supplies if use.sticks or use.lifts]
    if not asked:
        return {}
    lines, known = glued_in(core), {supply.id: supply for supply in supplies}
    found = {}
    for use in asked:
        if use.supply not in known:
            continue
        worked = taken_for(replace(use, typed=False), known[use.supply], core, lines, habits, units)
        if worked.unknown:
            continue
        found[use.supply] = (
            write_length(worked.length, units) if worked.length is not None else f"{worked.count:f}"
        )
    return found
