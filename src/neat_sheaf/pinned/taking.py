"""What cutting takes from the cupboard and gives back to it, as far as it has come."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from neat_sheaf.pinned.rounds import Round, Why, steps_of
from neat_sheaf.stock.ledger import Cause

__all__ = ["Taken", "taken_by"]


class Taken(NamedTuple):
    """Sheets of a paper (id), or its offcuts of one size (nm, 0 for sheets), and why they moved."""

    paper: str
    width: int
    height: int
    cause: Cause


def taken_by(rounds: Sequence[Round], done: int) -> Counter[Taken]:
    """How many sheets and offcuts moved when ``done`` steps are made; less than 0 for what was taken.

    A layout's sheets are taken at its first step, its offcuts kept when it is cut to the end. One that needs
    no cut is taken with the first step of its round, or at once where the round has none.
    """
    begun: set[str] = set()
    uncut: set[str] = set()
    for number, stroke in enumerate(steps_of(rounds)):
        (begun if number < done else uncut).update(part.layout for part in stroke.parts)
    found: Counter[Taken] = Counter()
    first = 0
    for one in rounds:
        steps = sum(1 for _ in one.sheets.cutting.steps)
        open_now = done > first or not steps
        first += steps
        cause = Cause.MISCUT if one.why is Why.MISCUT else Cause.USED
        for paper, layout in one.sheets.layouts:
            whole = layout.letter not in begun and layout.letter not in uncut
            if layout.letter not in begun and not (whole and open_now):
                continue
            size = (0, 0) if layout.stock.is_sheet else (layout.stock.width, layout.stock.height)
            found[Taken(paper, *size, cause)] -= layout.times
            if layout.letter in uncut:
                continue
            for left in layout.residuals:
                if left.kept:
                    kept = Taken(paper, left.region.width, left.region.height, Cause.KEPT)
                    found[kept] += layout.times
    return found
