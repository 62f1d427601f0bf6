"""What is being cut: the plan as it was pinned, and what was added to it later."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.cutting.order import Stroke
from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.measure.length import Length
from neat_sheaf.stock import Offcut, Paper

__all__ = ["Round", "Why", "letters_used", "offcuts_there", "steps_of"]


class Why(StrEnum):
    """Why a round is cut: the plan itself, a class that changed, or a miscut."""

    PLAN = "plan"
    CHANGE = "change"
    MISCUT = "miscut"


@dataclass(frozen=True, slots=True)
class Round:
    """Sheets that are pinned together. Nothing of a round moves once it is there."""

    sheets: SheetPlan
    why: Why = Why.PLAN


def steps_of(rounds: Sequence[Round]) -> Iterator[Stroke[str]]:
    """The steps at the trimmer, through all rounds."""
    return (stroke for one in rounds for stroke in one.sheets.cutting.steps)


def letters_used(rounds: Sequence[Round]) -> int:
    """How many letters the layouts of all rounds take."""
    return len({layout.letter for one in rounds for _, layout in one.sheets.layouts})


def offcuts_there(rounds: Sequence[Round], done: int, papers: Sequence[Paper]) -> dict[str, list[Offcut]]:
    """Offcuts by paper id that are there now, when ``done`` steps are made.

    Those of layouts that are cut to the end, and those of the cupboard (``papers``) that no round uses.
    """
    uncut: set[str] = set()
    for number, stroke in enumerate(steps_of(rounds)):
        if number >= done:
            uncut |= {part.layout for part in stroke.parts}
    there: dict[str, Counter[tuple[int, int]]] = {}
    for paper in papers:
        there[paper.id] = Counter({(o.width, o.height): o.count for o in paper.offcuts})
    for one in rounds:
        for paper_id, layout in one.sheets.layouts:
            mine = there.setdefault(paper_id, Counter())
            if not layout.stock.is_sheet:
                mine[layout.stock.width, layout.stock.height] -= layout.times
            if layout.letter not in uncut:
                for left in layout.residuals:
                    if left.kept:
                        mine[left.region.width, left.region.height] += layout.times
    return {
        paper_id: [Offcut(Length(w), Length(h), n) for (w, h), n in sizes.items() if n > 0]
        for paper_id, sizes in there.items()
    }
