"""How many of each piece a class prepares, and how often each is cut, punched or run through the machine."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.job import Job
from neat_sheaf.project import Piece
from neat_sheaf.project.passes import from_dies

__all__ = ["kit_pieces", "one_kit", "pieces_wanted", "times_cut"]


def kit_pieces(job: Job) -> list[Piece]:
    """The pieces of a kit: the line of a die from which others come is none itself."""
    dies = from_dies(job.project.pieces)
    return [piece for piece in job.project.pieces if piece.per_kit and piece.name not in dies]


def pieces_wanted(job: Job) -> dict[str, int]:
    """Pieces by name in the order of the list, of all kits and with the spares of each colourway."""
    kits = [colourway.kits for colourway in job.klass.colourways if colourway.kits]
    if not kits:
        return {}
    return {
        piece.name: sum(piece.per_kit * count + piece.spares for count in kits) for piece in kit_pieces(job)
    }


def times_cut(job: Job) -> Counter[str]:
    """How often each line of the list is cut out: a die's passes, wholes for halves and quarters, pieces.

    It is the demand that the sheets are planned for.
    """
    found: Counter[str] = Counter()
    for needs in demand_of(job).values():
        for need in needs:
            for piece in need.pieces:
                found[piece.name] += need.count
    return found


def one_kit(job: Job) -> Job:
    """The job of one kit and nothing spare: what an attendee does at the table."""
    pieces = tuple(replace(piece, spares=0) for piece in job.project.pieces)
    colourways = tuple(replace(colourway, kits=1) for colourway in job.klass.colourways[:1])
    klass = replace(job.klass, seats=1, samples=0, spares=0, colourways=colourways)
    return replace(job, project=replace(job.project, pieces=pieces), klass=klass)
