"""The sheets of a class: which layouts, how often each, and in which order they are cut."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

from neat_sheaf.demand import CannotPlanError, Unit, too_large, wanted
from neat_sheaf.job import Job, Paper, Style
from neat_sheaf.length import Length
from neat_sheaf.lettering import letter_of
from neat_sheaf.nesting.cut_order import Batch, Pile, cut_order, strokes_of
from neat_sheaf.nesting.items import Stock
from neat_sheaf.nesting.pattern import Cut, Node, Region, Split, cuts, offcuts, placements
from neat_sheaf.nesting.watch import Watch
from neat_sheaf.ways import Mix, Sheets, Way, way_of

__all__ = [
    "CannotPlanError",
    "CuttingPlan",
    "Known",
    "PaperPlan",
    "Placed",
    "Remnant",
    "SheetLayout",
    "SheetPlan",
    "plan_sheets",
]

_FEW = Style.FEWEST_SETTINGS

Known = dict[tuple[str, Style, tuple[Unit, ...]], Way]


@dataclass(frozen=True, slots=True)
class Placed:
    """A piece where it lies; ``region`` is its rough cut. ``turned``: its width runs up the sheet."""

    piece: str
    colourway: str
    region: Region
    turned: bool


@dataclass(frozen=True, slots=True)
class Remnant:
    """What is left of a sheet at one place, and whether it is worth keeping."""

    region: Region
    kept: bool


@dataclass(frozen=True, slots=True)
class SheetLayout:
    """One layout, cut ``times`` over; ``cuts`` in order take it apart.

    Layouts of one ``letter`` are cut alike and differ in whose kits the pieces are for.
    """

    letter: str
    times: int
    stock: Stock
    placements: tuple[Placed, ...]
    remnants: tuple[Remnant, ...]
    cuts: tuple[Cut, ...]


@dataclass(frozen=True, slots=True)
class PaperPlan:
    """One paper's layouts: ``sheets`` opened, ``at_least`` proved, ``offcuts_used``.

    Where sizes of a paper are ``mixed``, the proof is of their price together (``Mix``), and
    ``at_least`` is 0.
    """

    paper: Paper
    sheets: int
    at_least: int
    offcuts_used: int
    layouts: tuple[SheetLayout, ...]
    mixed: bool = False


@dataclass(frozen=True, slots=True)
class CuttingPlan:
    """How the whole class is cut: ``batches`` in order, a setting each, and what that comes to.

    ``pieces`` names the kinds that a stroke gives; ``letters`` the layout of each pile;
    ``papers`` the paper id of each paper number. ``seconds`` is settings and strokes at the
    job's times. ``layouts`` counts different ones; ``largest`` is the largest offcut worth keeping
    (width, height, nm), None where there is none.
    """

    batches: tuple[Batch, ...]
    pieces: tuple[str, ...]
    letters: tuple[str, ...]
    papers: tuple[str, ...]
    layouts: int
    strokes: int
    seconds: int
    largest: tuple[int, int] | None = None

    @property
    def settings(self) -> int:
        """How often the trimmer is set."""
        return len(self.batches)


@dataclass(frozen=True, slots=True)
class SheetPlan:
    """Every paper's layouts, the order of cutting, and what is proved of mixed sizes."""

    papers: tuple[PaperPlan, ...]
    cutting: CuttingPlan
    mixes: tuple[Mix, ...]

    @property
    def sheets(self) -> int:
        """Whole sheets opened, of all papers."""
        return sum(paper.sheets for paper in self.papers)

    @property
    def proved(self) -> bool:
        """Whether every paper's sheets are proved fewest, and mixes cheapest."""
        return all(p.mixed or p.sheets == p.at_least for p in self.papers) and all(
            mix.cost == mix.at_least for mix in self.mixes
        )


def plan_sheets(
    job: Job,
    watch: Watch | None = None,
    *,
    demands: Mapping[str, list[Unit]] | None = None,
    first_letter: int = 0,
    known: Known | None = None,
) -> SheetPlan:
    """Lay every piece on sheets and order the cuts; ``demands`` (by paper id) instead of the class's.

    Letters begin at the one numbered ``first_letter``. ``known`` keeps the ways of each paper for
    the same job in another style.

    Raises CannotPlanError naming every piece that fits no sheet; CancelledError where ``watch``
    was told to stop. When its time is over the best plan so far is given, with its honest bound.
    """
    watch = watch or Watch()
    wants = wanted(job) if demands is None else demands
    by_paper = {job.paper(paper): units for paper, units in wants.items()}
    faults = [fault for paper, units in by_paper.items() for fault in too_large(job, paper, units)]
    if faults:
        raise CannotPlanError(faults)
    kinds = {piece.name: n for n, piece in enumerate(job.project.pieces)}
    known = {} if known is None else known
    options: list[list[Way]] = []
    for paper, units in by_paper.items():
        options.append([])
        for style in _tried(job.cutting.style):
            if options[-1] and watch.over():
                # No time is left for other ways of cutting than the one that was asked for.
                options[-1].append(options[-1][0])
                continue
            # Not every style wants the same units: wholes are shared by kits, or each kit has its own.
            key = (paper.id, style, tuple(units))
            if key not in known:
                known[key] = way_of(job, paper, units, kinds, style, watch)
            options[-1].append(known[key])
    ways, laid, papers, piles, batches, trees = _least_trouble(job, options, watch)
    letters = _letters(piles, laid, first_letter)
    made = list(zip(laid, trees, letters, strict=True))
    plans: list[PaperPlan] = []
    for way, units in zip(ways, by_paper.values(), strict=True):
        own = [row for row in made if any(row[0] is sheets for sheets in way.sheets)]
        layouts = _for_kits(job, own, units)
        plans += _paper_plans(job, way, layouts)
    order = _in_order(batches)
    plans = [_ordered(plan, letters, order) for plan in plans]
    return SheetPlan(
        tuple(plans),
        replace(_cutting(job, batches, papers, letters), largest=_largest(plans)),
        tuple(way.mix for way in ways if way.mix is not None),
    )


def _tried(style: Style) -> list[Style]:
    """The styles whose ways are looked at: few settings may come of any of them."""
    return [style, *(other for other in Style if other is not style)] if style is _FEW else [style]


class _Laid(NamedTuple):
    """A way for each paper, all their sheets together, and the order in which they are cut."""

    ways: list[Way]
    laid: list[Sheets]
    papers: list[Paper]
    piles: list[Pile]
    batches: list[Batch]
    trees: list[Node]


def _laid(job: Job, ways: list[Way], watch: Watch) -> _Laid:
    laid = [sheets for way in ways for sheets in way.sheets]
    papers = list(dict.fromkeys(sheets.paper for sheets in laid))
    piles = [Pile(papers.index(s.paper), s.times, s.stock.width, s.stock.height, s.part) for s in laid]
    batches, trees = cut_order(piles, [p.at_once or job.cutting.sheets_at_once for p in papers], watch)
    return _Laid(ways, laid, papers, piles, batches, trees)


def _least_trouble(job: Job, options: Sequence[Sequence[Way]], watch: Watch) -> _Laid:
    """One of the ways of each paper, so that all together have few layouts and settings, then few sheets.

    Papers share settings, so the choice of one depends on the others: it is bettered a paper at a time.
    """

    def trouble(made: _Laid) -> tuple[int, int, int]:
        layouts = len(set(_letters(made.piles, made.laid, 0)))
        return layouts + len(made.batches), sum(way.opened for way in made.ways), strokes_of(made.batches)

    # A style that was not looked at stands for itself as another: it is laid once.
    choices = {tuple(map(id, ways)): list(ways) for ways in zip(*options, strict=True)}
    whole = [_laid(job, ways, watch) for ways in choices.values()] or [_laid(job, [], watch)]
    if len(whole) == 1:
        return whole[0]
    best = min(whole, key=trouble)
    for number, ways in enumerate(options):
        others = [
            _laid(job, [*best.ways[:number], way, *best.ways[number + 1 :]], watch)
            for way in ways
            if way != best.ways[number] and not watch.over()
        ]
        best = min([best, *others], key=trouble)
    return best


def _letters(piles: Sequence[Pile], laid: Sequence[Sheets], first: int) -> list[str]:
    """A letter for each different way of cutting up a size of a paper."""
    shapes: dict[object, str] = {}
    found = []
    for pile, sheets in zip(piles, laid, strict=True):
        shape = (pile.paper, pile.width, pile.height, sheets.stock.is_sheet, pile.part)
        found.append(shapes.setdefault(shape, letter_of(first + len(shapes))))
    return found


def _cutting(job: Job, batches: list[Batch], papers: Sequence[Paper], letters: Sequence[str]) -> CuttingPlan:
    strokes = strokes_of(batches)
    return CuttingPlan(
        batches=tuple(batches),
        pieces=tuple(piece.name for piece in job.project.pieces),
        letters=tuple(letters),
        papers=tuple(paper.id for paper in papers),
        layouts=len(set(letters)),
        strokes=strokes,
        seconds=len(batches) * job.cutting.setting_seconds + strokes * job.cutting.stroke_seconds,
    )


def _largest(plans: Iterable[PaperPlan]) -> tuple[int, int] | None:
    kept = [
        (left.region.width, left.region.height)
        for plan in plans
        for layout in plan.layouts
        for left in layout.remnants
        if left.kept
    ]
    return max(kept, key=lambda size: size[0] * size[1], default=None)


Made = tuple[Sheets, Node, str]


def _for_kits(job: Job, made: Iterable[Made], units: Sequence[Unit]) -> list[tuple[Paper, SheetLayout]]:
    """The layouts with each place said to be for one colourway, none more often than wanted."""
    left: dict[str, Counter[str]] = {}
    for unit in units:
        for piece in unit.pieces:
            left.setdefault(piece.name, Counter())[unit.colourway] += unit.count
    sizes = {piece.name: (piece.rough_width, piece.rough_height) for piece in job.project.pieces}
    names = [piece.name for piece in job.project.pieces]
    done = []
    for sheets, tree, letter in made:
        places = placements(tree, sheets.stock.width, sheets.stock.height)
        pieces = [names[place.kind] for place in places]
        for alike, colourways in _shared_out(sheets.times, pieces, left, sheets.colourway):
            placed = tuple(
                Placed(piece, colourway, place.region, sizes[piece] != place.region[2:])
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
            # The colourway with most still to cut, so that a layout seldom has to be split in two.
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
    job: Job, sheets: Sheets, tree: Node, letter: str, times: int, placed: tuple[Placed, ...]
) -> SheetLayout:
    width, height = sheets.stock.width, sheets.stock.height
    edges = sheets.paper.edges
    remnants = tuple(
        Remnant(
            region,
            job.cutting.keeps(region.width, region.height)
            and not (sheets.stock.is_sheet and edges and _on_edge(region, sheets)),
        )
        for region in offcuts(tree, width, height)
    )
    return SheetLayout(letter, times, sheets.stock, placed, remnants, tuple(cuts(tree, width, height)))


def _on_edge(region: Region, sheets: Sheets) -> bool:
    edges, stock = sheets.paper.edges, sheets.stock
    return (
        region.x < edges.left
        or region.y < edges.bottom
        or region.x + region.width > stock.width - edges.right
        or region.y + region.height > stock.height - edges.top
    )


def _paper_plans(job: Job, way: Way, layouts: list[tuple[Paper, SheetLayout]]) -> Iterator[PaperPlan]:
    for paper in job.sizes_of(way.paper):
        mine = tuple(layout for of, layout in layouts if of is paper)
        if not mine and paper is not way.paper:
            continue
        sheets = sum(layout.times for layout in mine if layout.stock.is_sheet)
        used = sum(layout.times for layout in mine if not layout.stock.is_sheet)
        at_least = 0 if way.mix else way.at_least
        yield PaperPlan(paper, sheets, at_least, used, mine, way.mix is not None)


Order = dict[tuple[int, Region], int]


def _in_order(batches: Sequence[Batch]) -> Order:
    """When each part of each pile is first cut."""
    order: Order = {}
    for batch in batches:
        for stroke in batch.strokes:
            for part in stroke.parts:
                here = part.region
                for _ in range(stroke.times):
                    order[part.layout, here] = len(order)
                    here = here.parted(Split(stroke.along, Length(batch.setting), None, None))[1]
    return order


def _ordered(plan: PaperPlan, letters: Sequence[str], order: Order) -> PaperPlan:
    """The plan with each layout's cuts in the order in which they are made at the trimmer."""

    def in_order(layout: SheetLayout) -> SheetLayout:
        # Piles of one letter are cut alike and at once, so the first stands for them all.
        pile = letters.index(layout.letter)
        ordered = sorted(layout.cuts, key=lambda cut: order[pile, cut.of])
        return replace(layout, cuts=tuple(ordered))

    return replace(plan, layouts=tuple(in_order(layout) for layout in plan.layouts))
