"""What is left over of the sheets and worth keeping, and what each piece of it would still make."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.job import Job, may_turn
from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.pricing import Pricer
from neat_sheaf.project import Piece
from neat_sheaf.stock import Paper, Print

__all__ = ["Leftover", "Makes", "leftovers"]

_MOST_MAKES = 3  # things that are said of a leftover: the largest it holds
_MOST_COUNTED = 200  # of one piece on a leftover; more are not counted


@dataclass(frozen=True, slots=True)
class Makes:
    """So many of a piece come off a leftover; ``project`` is another one's name, empty for the job's own."""

    piece: str
    count: int
    project: str = ""


@dataclass(frozen=True, slots=True)
class Leftover:
    """``count`` pieces of a paper (id) of one size, nm, and what one of them would make."""

    paper: str
    width: Length
    height: Length
    count: int
    makes: tuple[Makes, ...]


def leftovers(
    job: Job, sheets: SheetPlan, others: Sequence[tuple[str, Sequence[Piece]]] = ()
) -> list[Leftover]:
    """Every offcut that is kept, by paper, the largest first.

    ``others`` are the pieces of other projects, by their names: any of them may be cut from any paper. A
    leftover of a paper without a print is the same whichever way it lies.
    """
    counted: Counter[tuple[str, int, int]] = Counter()
    for paper_id, layout in sheets.layouts:
        for residual in layout.residuals:
            if residual.kept:
                size = residual.region.width, residual.region.height
                plain = job.paper(paper_id).print is Print.NONE
                counted[(paper_id, *(sorted(size) if plain else size))] += layout.times
    found = []
    for (paper_id, width, height), count in counted.items():
        paper = job.paper(paper_id)
        size = Length(width), Length(height)
        own = [("", piece) for piece in _cut_from(job, paper)]
        pieces = own + [(name, piece) for name, theirs in others for piece in theirs if piece.pass_of is None]
        found.append(Leftover(paper_id, *size, count, tuple(_makes(paper, *size, pieces))))
    order = {paper.paper: n for n, paper in enumerate(sheets.papers)}
    return sorted(found, key=lambda left: (order[left.paper], -left.width * left.height, left.width))


def _cut_from(job: Job, paper: Paper) -> Iterable[Piece]:
    """The job's pieces that some colourway cuts from a paper or another size of it, and no die gives."""
    roles = {
        role
        for c in job.klass.colourways
        for role, chosen in c.papers.items()
        if chosen == paper.id or chosen == paper.same_as or job.paper(chosen).same_as == paper.id
    }
    return (piece for piece in job.project.pieces if piece.paper in roles and piece.pass_of is None)


def _makes(
    paper: Paper, width: Length, height: Length, pieces: Iterable[tuple[str, Piece]]
) -> Iterable[Makes]:
    """What a leftover makes of the largest pieces that it holds, of each name once."""
    fitting: dict[tuple[str, str], Piece] = {}
    for name, piece in pieces:
        if Item(piece.rough_width, piece.rough_height, may_turn(piece, paper)).fits(width, height):
            fitting.setdefault((name, piece.name), piece)
    largest = sorted(
        fitting.items(), key=lambda row: (bool(row[0][0]), -row[1].rough_width * row[1].rough_height)
    )
    for (name, piece_name), piece in largest[:_MOST_MAKES]:
        item = Item(piece.rough_width, piece.rough_height, may_turn(piece, paper))
        room = width * height // (item.width * item.height)
        if room > _MOST_COUNTED:
            yield Makes(piece_name, _MOST_COUNTED, name)
        else:
            pricer = Pricer([item], [Stock(width, height)])
            yield Makes(piece_name, pricer.price([1]).best[0], name)
