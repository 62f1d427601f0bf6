"""How many of each piece a class prepares, and how often each is cut, punched or run through the machine."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.job import Colourway, Job
from neat_sheaf.project import Piece, Project
from neat_sheaf.project.passes import from_dies

__all__ = ["kit_pieces", "one_kit_each", "pieces_wanted", "times_cut"]


def kit_pieces(job: Job, colourway: Colourway) -> list[Piece]:
    """The pieces of a kit of a colourway: the line of a die from which others come is none itself."""
    taken = [piece for piece in job.project.pieces if colourway.takes(piece.name)]
    dies = from_dies(taken)
    return [piece for piece in taken if piece.per_kit and piece.name not in dies]


def pieces_wanted(job: Job) -> dict[str, int]:
    """Pieces by name in the order of the list, of all kits and with the spares of each colourway."""
    found: Counter[str] = Counter()
    for colourway in job.klass.colourways:
        if colourway.kits:
            for piece in kit_pieces(job, colourway):
                found[piece.name] += piece.per_kit * colourway.kits + piece.spares
    return {piece.name: found[piece.name] for piece in job.project.pieces if piece.name in found}


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


def one_kit_each(job: Job) -> list[Job]:
    """The job of one kit and nothing spare, what an attendee does at the table: of each version one."""
    found: dict[Project, Job] = {}
    for colourway in job.klass.colourways:
        own = job.listed(colourway)
        pieces = tuple(replace(piece, spares=0) for piece in own.pieces)
        one = replace(colourway, kits=1, ready=0, without=())
        klass = replace(job.klass, seats=1, samples=0, spares=0, colourways=(one,))
        found.setdefault(own, replace(job, project=replace(own, pieces=pieces), klass=klass))
    return list(found.values())
