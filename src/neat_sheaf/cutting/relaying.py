"""Layouts laid again by simple rules, where the same pieces are then easier to cut."""

from __future__ import annotations

from dataclasses import dataclass, replace

from neat_sheaf.cutting.naming import merged
from neat_sheaf.cutting.option import CutSheets, CuttingOption
from neat_sheaf.cutting.strips import Part, Strips, facts_of, in_runs, in_strips
from neat_sheaf.job import Job, may_turn
from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.packing import on_one_sheet
from neat_sheaf.nesting.tree import Node, Split, Spot, placements
from neat_sheaf.stock import Paper

__all__ = ["Effort", "Relayer"]

Effort = tuple[int, int, int, int, int]

_RELAID_PIECES = 40  # sheets with more pieces keep the layout of their pattern


@dataclass(frozen=True)
class Relayer:
    """Lays the sheets of a job again. ``kinds`` numbers its pieces; ``reach`` nm, None: any cut.

    ``on_strips`` are the kinds that stay on a strip: see ``in_runs``. The whole is cut ``repeats`` times.
    """

    job: Job
    kinds: dict[str, int]
    on_strips: dict[int, int | None]
    reach: int | None
    repeats: int = 1

    def relaid(self, option: CuttingOption) -> CuttingOption:
        """The same pieces on each sheet, laid by simple rules where that is easier to cut."""
        return replace(option, sheets=tuple(merged(self._easiest(s) for s in option.sheets)))

    def effort(self, paper: Paper, stock: Stock, part: Part, times: int) -> Effort:
        """What speaks against a layout that is cut ``times`` times, the least is the best.

        Whether a cut is out of reach, seconds of settings and strokes, settings, slivers, and the largest
        offcut worth keeping (negative nm²). A setting is made once, a stroke for each stack.
        """
        facts = facts_of(part, stock.width, stock.height, self.job.cutting.keeps)
        if self.reach is not None and facts.longest > self.reach:
            return (1, 0, 0, 0, 0)
        settings, pace = len(_settings(part)), self.job.cutting.pace
        stacks = -(-times * self.repeats // (paper.at_once or self.job.cutting.sheets_at_once))
        seconds = settings * pace.setting + facts.cuts * stacks * pace.stroke
        return (0, seconds, settings, facts.slivers, -facts.kept)

    def _easiest(self, sheets: CutSheets) -> CutSheets:
        """One layout laid again. Sheets with edges or fixed blocks stay as they are."""
        tree = _plain_tree(sheets.part)
        if tree is None or (sheets.stock.is_sheet and sheets.paper.edges):
            return sheets
        width, height = sheets.stock.width, sheets.stock.height
        places = placements(tree, width, height)
        if len(places) > _RELAID_PIECES:
            return sheets
        pieces = {piece.name: piece for piece in self.job.project.pieces}
        names = {number: name for name, number in self.kinds.items()}
        items, who = [], []
        for kind in dict.fromkeys(place.kind for place in places):
            piece = pieces[names[kind]]
            # The print is that of the size it is cut from, which may be another than the paper's.
            items.append(Item(piece.rough_width, piece.rough_height, may_turn(piece, sheets.paper)))
            who.append(kind)
        demand = [sum(place.kind == kind for place in places) for kind in who]

        def leaf(spot: Spot, _w: int, _h: int) -> Part:
            return Spot(who[spot.kind], False)

        packings = on_one_sheet(items, demand, Stock(width, height))
        keeps = self.job.cutting.keeps
        parts = [
            in_runs(in_strips(packing, width, height, leaf), self.on_strips, width, height, keeps)
            for packing in packings
        ]
        best = min(
            (sheets.part, *parts),
            key=lambda part: self.effort(sheets.paper, sheets.stock, part, sheets.times),
        )
        return replace(sheets, part=best)


def _plain_tree(part: Part) -> Node:
    """Any tree of a part's cuts; None where strips must keep their order."""
    if not isinstance(part, Strips):
        return part
    if part.fixed or part.lead:
        return None
    inner = [(size, _plain_tree(p)) for size, p in part.strips]
    if any(tree is None for _, tree in inner):
        return None
    tree: Node = None
    if not part.rest:
        tree = inner.pop()[1]
    for size, first in reversed(inner):
        tree = Split(part.along, Length(size), first, tree)
    return tree


def _settings(part: Part) -> set[int]:
    if not isinstance(part, Strips):
        return set()
    return set(part.settings).union(*(_settings(inner) for _, inner in part.strips))
