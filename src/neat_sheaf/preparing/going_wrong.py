"""What goes wrong at the table of a class like this one. Common practice throughout, no source."""

from __future__ import annotations

import re
from collections.abc import Iterator

from neat_sheaf.folding.sticking import school_of
from neat_sheaf.habits import School
from neat_sheaf.job import Job
from neat_sheaf.messages import Message, message, several
from neat_sheaf.project.assembly import When
from neat_sheaf.stock import Print, SupplyUnit

__all__ = ["going_wrong"]


def going_wrong(job: Job) -> list[Message]:
    """What to watch for, from what the kits are made of and what holds them together."""
    return [*_adhesives(job), *_pieces(job), *_things(job)]


def _adhesives(job: Job) -> Iterator[Message]:
    schools = {school_of(supply) for supply in job.supplies}
    if School.TAPE in schools:
        yield message("goes-wrong.tape")
    if School.GLUE in schools:
        yield message("goes-wrong.glue", minutes=job.habits.drying)


def _pieces(job: Job) -> Iterator[Message]:
    pieces = job.project.pieces
    papers = {role for way in job.klass.colourways for role, paper in way.papers.items()
              if job.paper(paper).print is not Print.NONE}  # fmt: skip
    printed = [piece.name for piece in pieces if piece.follows_print and piece.paper in papers]
    if printed:
        yield message("goes-wrong.print", pieces=several(printed))
    if any(piece.tabs for piece in pieces):
        yield message("goes-wrong.tabs")


def _things(job: Job) -> Iterator[Message]:
    known = {supply.id: supply for supply in job.supplies}
    names = [known[use.supply].name for use in job.project.supplies if use.supply in known]
    lengths = [
        known[use.supply].name
        for use in job.project.supplies
        if use.supply in known
        and known[use.supply].unit is SupplyUnit.LENGTH
        and not known[use.supply].joinable
    ]
    if lengths:
        yield message("goes-wrong.lengths", names=several(lengths))
    if any(re.search(r"\bpads?\b", name, re.IGNORECASE) for name in names):
        yield message("goes-wrong.pads")
    sharing = [use for use in job.project.supplies if use.lent and use.supply in known]
    if sharing:
        yield message("goes-wrong.lent", names=several([known[u.supply].name for u in sharing]))
    if any(step.when is When.TABLE and step.minutes is None for step in job.project.steps):
        yield message("goes-wrong.untimed")
