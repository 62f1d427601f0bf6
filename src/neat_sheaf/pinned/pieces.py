"""The pieces that a class asks for, and those that pinned layouts give, by paper and colourway."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import NamedTuple

from neat_sheaf.cutting.demand import DemandItem, demand_of
from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.job import Job

__all__ = ["CutPiece", "Pieces", "asked_for", "by_paper", "made_by", "missing_demand"]


class CutPiece(NamedTuple):
    """A piece of a colourway, cut from a paper (id)."""

    paper: str
    piece: str
    colourway: str


Pieces = Counter[CutPiece]


def asked_for(job: Job) -> Pieces:
    """Every piece that the class asks for."""
    asked: Pieces = Counter()
    for paper, needs in demand_of(job).items():
        for need in needs:
            for piece in need.pieces:
                asked[CutPiece(paper, piece.name, need.colourway)] += need.count
    return asked


def made_by(sheets: Iterable[SheetPlan], family: Mapping[str, str] | None = None) -> Pieces:
    """Every piece that pinned layouts give, by the paper it is planned under.

    ``family`` is that of the job (``family_of``); a paper that is not in it is its own main size.
    """
    made: Pieces = Counter()
    for one in sheets:
        for paper, layout in one.layouts:
            name = (family or {}).get(paper, paper)
            for place in layout.placements:
                made[CutPiece(name, place.piece, place.colourway)] += layout.times
    return made


def by_paper(pieces: Pieces) -> Counter[tuple[str, str]]:
    """Pieces by paper and name: those of two colourways cut from one paper are alike."""
    found: Counter[tuple[str, str]] = Counter()
    for piece, n in pieces.items():
        found[piece.paper, piece.piece] += n
    return found


def missing_demand(job: Job, missing: Pieces) -> dict[str, list[DemandItem]]:
    """The demand items to cut for missing pieces: a matched set whole, where any of it is missing."""
    left = Counter(missing)
    found: dict[str, list[DemandItem]] = {}
    for paper, needs in demand_of(job).items():
        for need in needs:
            held = Counter(piece.name for piece in need.pieces)
            keys = {name: CutPiece(paper, name, need.colourway) for name in held}
            count = max(-(-left[keys[name]] // n) for name, n in held.items())
            if count > 0:
                found.setdefault(paper, []).append(replace(need, count=count))
                left.subtract({keys[name]: n * count for name, n in held.items()})
    return found
