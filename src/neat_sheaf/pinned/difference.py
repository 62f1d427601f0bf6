"""A class that changed since its plan was pinned: what is missing, what is over, what that adds."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from neat_sheaf.cutting.plan import SheetLayout, SheetPlan, StockKind
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.job import Job
from neat_sheaf.messages import Message, message, several
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.pinned.pieces import Pieces, asked_for, missing_demand
from neat_sheaf.pinned.rounds import Round, letters_used

__all__ = ["Change", "Difference", "change_of", "difference"]


@dataclass(frozen=True, slots=True)
class Difference:
    """What the class asks for now and the pinned plan does not give, and the other way round."""

    missing: Pieces
    over: Pieces

    def __bool__(self) -> bool:
        return bool(self.missing or self.over)


def difference(job: Job, made: Pieces, spoilt: Pieces | None = None) -> Difference:
    """Compare a class with what is pinned for it, of which ``spoilt`` pieces are lost."""
    asked = asked_for(job)
    good = made - (spoilt or Counter())
    return Difference(asked - good, good - asked)


@dataclass(frozen=True, slots=True)
class Change:
    """What accepting a difference would add: sheets after those that are pinned, and what to say of it."""

    sheets: SheetPlan | None
    messages: tuple[Message, ...]


def change_of(
    job: Job, found: Difference, rounds: Sequence[Round], control: SearchControl | None = None
) -> Change:
    """The sheets that are missing, named by a pinned layout where they are cut like it."""
    messages = []
    sheets = None
    if found.missing:
        demands = missing_demand(job, found.missing)
        sheets = plan_sheets(job, control, demands=demands, first_letter=letters_used(rounds))
        known = {
            _shape(paper, layout): layout.letter for one in rounds for paper, layout in one.sheets.layouts
        }
        for paper, layout in sheets.layouts:
            same = known.get(_shape(paper, layout))
            what = "sheets" if layout.stock.kind is StockKind.SHEET else "offcuts"
            how = "like" if same else "new"
            key = f"more-to-cut.{what}-{how}"
            name = job.paper(paper).name
            messages.append(message(key, count=layout.times, paper=name, layout=same or layout.letter))
    over: Counter[str] = Counter()
    for cutout, n in found.over.items():
        over[cutout.piece] += n
    if over:
        pieces = (message("count-of", count=n, piece=piece) for piece, n in over.items())
        messages.append(message("pieces-over", pieces=several(pieces)))
    return Change(sheets, tuple(messages))


def _shape(paper: str, layout: SheetLayout) -> object:
    places = sorted((place.piece, place.region) for place in layout.placements)
    return paper, layout.stock, tuple(places)
