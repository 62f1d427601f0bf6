"""Planning the sheets of a class: which layouts, how often each, and in which order they are cut."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from typing import NamedTuple

from neat_sheaf.cutting.demand import DemandItem, demand_of, too_large
from neat_sheaf.cutting.front import Combined, front_of, taken
from neat_sheaf.cutting.handling import Handling, handling_of
from neat_sheaf.cutting.option import CutSheets, CuttingOption
from neat_sheaf.cutting.options import best_option, every_option
from neat_sheaf.cutting.order import Batch, Pile, cut_order, named_batches
from neat_sheaf.cutting.plan import (
    CuttingPlan,
    Extent,
    PaperPlan,
    PlacedPiece,
    Residual,
    SheetLayout,
    SheetPlan,
    StockKind,
    StockUsed,
)
from neat_sheaf.cutting.squaring import squared
from neat_sheaf.cutting.working import on_strips
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Job, Style
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.lettering import letter_of
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.tree import Node, Region, Split, cuts, offcuts, placements
from neat_sheaf.stock import Paper

__all__ = ["OptionCache", "options_of", "plan_sheets"]

OptionCache = dict[tuple[str, Style | None, tuple[DemandItem, ...]], list[CuttingOption]]
"""The options of each paper, by its id and the style they are of; None: every one was looked for."""


def plan_sheets(
    job: Job,
    control: SearchControl | None = None,
    *,
    demands: Mapping[str, list[DemandItem]] | None = None,
    first_letter: int = 0,
    cache: OptionCache | None = None,
) -> SheetPlan:
    """Lay every piece on sheets and order the cuts; ``demands`` (by paper id) instead of the class's.

    Letters begin at the one numbered ``first_letter``. ``cache`` keeps the options of each paper for
    the same job in another style.

    Raises CannotPlanError naming every piece that fits no sheet; CancelledError where ``control``
    was told to stop. When its work is used up the best plan so far is given, with its honest bound.
    """
    job = squared(job)
    control = control or SearchControl()
    needed = _needed(job, demands)
    cache = {} if cache is None else cache
    chosen: Sequence[CuttingOption]
    if job.cutting.style.of_itself:
        chosen = [best for best, *_ in _by_paper(job, needed, control, cache, every=False)]
    else:
        chosen = taken(options_of(job, control, demands=demands, cache=cache), job.cutting.style).options
    best = _laid(job, chosen, control)
    letters = _letters(best.piles, best.laid, first_letter)
    made = list(zip(best.laid, best.trees, letters, strict=True))
    plans: list[PaperPlan] = []
    for option, needs in zip(best.options, needed.values(), strict=True):
        own = [row for row in made if any(row[0] is sheets for sheets in option.sheets)]
        layouts = _for_kits(job, own, needs)
        plans += _paper_plans(job, option, layouts)
    order = _in_order(best.batches)
    plans = [_ordered(plan, letters, order) for plan in plans]
    return SheetPlan(
        tuple(plans),
        replace(_cutting(job, best, letters), largest=_largest(plans)),
        tuple(option.mix for option in best.options if option.mix is not None),
    )


def options_of(
    job: Job,
    control: SearchControl | None = None,
    *,
    demands: Mapping[str, list[DemandItem]] | None = None,
    cache: OptionCache | None = None,
) -> list[Combined]:
    """Every option of cutting the class that no other beats; the least price first.

    Raises as ``plan_sheets``.
    """
    job = squared(job)
    control = control or SearchControl()
    cache = {} if cache is None else cache
    return front_of(job, _by_paper(job, _needed(job, demands), control, cache, every=True))


def _needed(job: Job, demands: Mapping[str, list[DemandItem]] | None) -> dict[Paper, list[DemandItem]]:
    needed = demand_of(job) if demands is None else demands
    by_paper = {job.paper(paper): needs for paper, needs in needed.items()}
    faults = [fault for paper, needs in by_paper.items() for fault in too_large(job, paper, needs)]
    if faults:
        raise CannotPlanError(faults)
    return by_paper


def _by_paper(
    job: Job,
    needed: Mapping[Paper, list[DemandItem]],
    control: SearchControl,
    cache: OptionCache,
    every: bool,
) -> list[list[CuttingOption]]:
    kinds = {piece.name: n for n, piece in enumerate(job.project.pieces)}
    found = []
    for paper, needs in needed.items():
        # Not every style has the same needs: wholes are shared by kits, or each kit has its own.
        key = (paper.id, None if every else job.cutting.style, tuple(needs))
        if key not in cache:
            cache[key] = (
                every_option(job, paper, needs, kinds, control)
                if every
                else [best_option(job, paper, needs, kinds, control)]
            )
        found.append(cache[key])
    return found


class _Laid(NamedTuple):
    """An option for each paper, all their sheets together, and the order in which they are cut."""

    options: Sequence[CuttingOption]
    laid: list[CutSheets]
    papers: list[Paper]
    piles: list[Pile]
    batches: list[Batch[int]]
    trees: list[Node]


def _laid(job: Job, options: Sequence[CuttingOption], control: SearchControl) -> _Laid:
    laid = [sheets for option in options for sheets in option.sheets]
    papers = list(dict.fromkeys(sheets.paper for sheets in laid))
    piles = [Pile(papers.index(s.paper), s.times, s.stock.width, s.stock.height, s.part) for s in laid]
    at_once = _at_once(job, papers)
    loose = frozenset(on_strips(job, {piece.name: n for n, piece in enumerate(job.project.pieces)}))

    def in_order(some: Sequence[Pile]) -> tuple[list[Batch[int]], list[Node]]:
        return cut_order(some, at_once, control, most_piles=job.cutting.most_piles, loose=loose)

    if job.cutting.papers_together:
        return _Laid(options, laid, papers, piles, *in_order(piles))
    batches: list[Batch[int]] = []
    trees: list[Node] = []
    for option in options:
        first = len(trees)
        own = piles[first : first + len(option.sheets)]
        some, cut = in_order(own)
        own_batches = [_renumbered(batch, first) for batch in some]
        if batches and own_batches and batches[-1].setting == own_batches[0].setting:
            # The stop is there already when the next paper is taken up.
            strokes = (*batches.pop().strokes, *own_batches[0].strokes)
            own_batches[0] = replace(own_batches[0], strokes=strokes)
        batches += own_batches
        trees += cut
    return _Laid(options, laid, papers, piles, batches, trees)


def _at_once(job: Job, papers: Sequence[Paper]) -> list[int]:
    return [paper.at_once or job.cutting.sheets_at_once for paper in papers]


def _renumbered(batch: Batch[int], first: int) -> Batch[int]:
    """A batch of one paper's layouts, which are numbered from ``first`` in the whole."""
    strokes = (
        replace(stroke, parts=tuple(replace(part, layout=part.layout + first) for part in stroke.parts))
        for stroke in batch.strokes
    )
    return replace(batch, strokes=tuple(strokes))


def _letters(piles: Sequence[Pile], laid: Sequence[CutSheets], first: int) -> list[str]:
    """A letter for each different way of cutting up a size of a paper."""
    shapes: dict[object, str] = {}
    found = []
    for pile, sheets in zip(piles, laid, strict=True):
        shape = (pile.paper, pile.width, pile.height, sheets.stock.is_sheet, pile.part)
        found.append(shapes.setdefault(shape, letter_of(first + len(shapes))))
    return found


def _cutting(job: Job, best: _Laid, letters: Sequence[str]) -> CuttingPlan:
    handling = Handling()
    for option in best.options:
        handling += option.handling
    if job.cutting.papers_together:
        together = handling_of(best.batches, best.piles, _at_once(job, best.papers))
        handling = replace(together, sort=handling.sort)
    handling = replace(handling, setting=len(best.batches), bag=job.klass.kits if best.laid else 0)
    papers, pieces = [paper.id for paper in best.papers], [piece.name for piece in job.project.pieces]
    return CuttingPlan(
        batches=named_batches(best.batches, papers, pieces, letters),
        layouts=len(set(letters)),
        handling=handling,
        seconds=handling.seconds(job.cutting.pace),
    )


def _largest(plans: Iterable[PaperPlan]) -> Extent | None:
    kept = [
        Extent(left.region.width, left.region.height)
        for plan in plans
        for layout in plan.layouts
        for left in layout.residuals
        if left.kept
    ]
    return max(kept, key=lambda size: size.width * size.height, default=None)


Made = tuple[CutSheets, Node, str]


def _for_kits(job: Job, made: Iterable[Made], needs: Sequence[DemandItem]) -> list[tuple[Paper, SheetLayout]]:
    """The layouts with each place said to be for one colourway, none more often than needed."""
    left: dict[str, Counter[str]] = {}
    for need in needs:
        for piece in need.pieces:
            left.setdefault(piece.name, Counter())[need.colourway] += need.count
    sizes = {piece.name: (piece.rough_width, piece.rough_height) for piece in job.project.pieces}
    names = [piece.name for piece in job.project.pieces]
    done = []
    for sheets, tree, letter in made:
        places = placements(tree, sheets.stock.width, sheets.stock.height)
        pieces = [names[place.kind] for place in places]
        for alike, colourways in _shared_out(sheets.times, pieces, left, sheets.colourway):
            placed = tuple(
                PlacedPiece(piece, colourway, place.region, sizes[piece] != place.region[2:])
                for piece, colourway, place in zip(pieces, colourways, places, strict=True)
            )
            done.append((sheets.paper, _layout(job, sheets, tree, letter, alike, placed)))
    return done


def _shared_out(
    times: int, pieces: Sequence[str], left: dict[str, Counter[str]], only: str | None
) -> Iterator[tuple[int, list[str]]]:
    while times:
        taken: Counter[tuple[str, str]] = Counter()
        colourways = []
        for piece in pieces:
            # The colourway with most still to cut, so that a layout rarely has to be split in two.
            mine = [only] if only is not None else list(left[piece])
            colourway = max(mine, key=lambda c: (left[piece][c] - taken[piece, c], c))
            taken[piece, colourway] += 1
            colourways.append(colourway)
        alike = min(times, *(left[piece][colourway] // n for (piece, colourway), n in taken.items()))
        for (piece, colourway), n in taken.items():
            left[piece][colourway] -= n * alike
        yield alike, colourways
        times -= alike


def _layout(
    job: Job, sheets: CutSheets, tree: Node, letter: str, times: int, placed: tuple[PlacedPiece, ...]
) -> SheetLayout:
    width, height = sheets.stock.width, sheets.stock.height
    edges = sheets.paper.edges
    residuals = tuple(
        Residual(
            region,
            job.cutting.keeps(region.width, region.height)
            and not (sheets.stock.is_sheet and edges and _on_edge(region, sheets)),
        )
        for region in offcuts(tree, width, height)
    )
    kind = StockKind.SHEET if sheets.stock.is_sheet else StockKind.OFFCUT
    used = StockUsed(kind, width, height)
    return SheetLayout(letter, times, used, placed, residuals, tuple(cuts(tree, width, height)))


def _on_edge(region: Region, sheets: CutSheets) -> bool:
    edges, stock = sheets.paper.edges, sheets.stock
    return (
        region.x < edges.left
        or region.y < edges.bottom
        or region.x + region.width > stock.width - edges.right
        or region.y + region.height > stock.height - edges.top
    )


def _paper_plans(
    job: Job, option: CuttingOption, layouts: list[tuple[Paper, SheetLayout]]
) -> Iterator[PaperPlan]:
    for paper in job.sizes_of(option.paper):
        # An option may come from the same job made again, so papers are told by their ids.
        mine = tuple(layout for of, layout in layouts if of.id == paper.id)
        if not mine and paper.id != option.paper.id:
            continue
        sheets = sum(layout.times for layout in mine if layout.stock.is_sheet)
        used = sum(layout.times for layout in mine if not layout.stock.is_sheet)
        lower_bound, within = (0, 0) if option.mix else (option.lower_bound, option.within_reach)
        mixed = option.mix is not None
        yield PaperPlan(
            paper.id, sheets, lower_bound, used, mine, mixed, option.kits_per_block, option.safety, within
        )


Order = dict[tuple[int, Region], int]


def _in_order(batches: Sequence[Batch[int]]) -> Order:
    """When each part of each pile is first cut."""
    order: Order = {}
    for batch in batches:
        for stroke in batch.strokes:
            for part in stroke.parts:
                here = part.region
                for _ in range(stroke.times):
                    order[part.layout, here] = len(order)
                    here = here.divided(Split(stroke.along, Length(batch.setting), None, None))[1]
    return order


def _ordered(plan: PaperPlan, letters: Sequence[str], order: Order) -> PaperPlan:
    """The plan with each layout's cuts in the order in which they are made at the trimmer."""

    def in_order(layout: SheetLayout) -> SheetLayout:
        # Piles of one letter are cut alike and at once, so the first is drawn for them all.
        pile = letters.index(layout.letter)
        ordered = sorted(layout.cuts, key=lambda cut: order[pile, cut.of])
        return replace(layout, cuts=tuple(ordered))

    return replace(plan, layouts=tuple(in_order(layout) for layout in plan.layouts))
