"""Which pieces a class wants of each paper, and the layouts they are cut from."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from neat_sheaf.errors import Fault, NeatSheafError
from neat_sheaf.holding import overhang, say_overhang
from neat_sheaf.job import Colourway, Job, Paper, Style, may_turn
from neat_sheaf.length import say_size
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.pattern import Cut, Node, Region, cuts, offcuts, placements
from neat_sheaf.nesting.planner import Nested, lower_bound, nest
from neat_sheaf.project import Piece, Portion
from neat_sheaf.wholes import cut_from_one_whole, fewest_wholes, portions_of

__all__ = [
    "CannotPlanError",
    "PaperPlan",
    "Placed",
    "Remnant",
    "SheetLayout",
    "Wanted",
    "plan_papers",
    "wanted",
]


class CannotPlanError(NeatSheafError):
    """The job cannot be planned; ``faults`` says what, where, and by how much."""

    code = "cannot-plan"

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__("; ".join(map(str, faults)))
        self.faults = faults


@dataclass(frozen=True, slots=True)
class Wanted:
    """``count`` copies of a piece for one colourway."""

    piece: Piece
    colourway: str
    count: int


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
    """One layout, cut ``times`` over; ``cuts`` in order take it apart."""

    times: int
    stock: Stock
    placements: tuple[Placed, ...]
    remnants: tuple[Remnant, ...]
    cuts: tuple[Cut, ...]


@dataclass(frozen=True, slots=True)
class PaperPlan:
    """One paper's layouts: ``sheets`` opened, ``at_least`` proved, ``offcuts_used``."""

    paper: Paper
    sheets: int
    at_least: int
    offcuts_used: int
    layouts: tuple[SheetLayout, ...]


def wanted(job: Job) -> dict[str, list[Wanted]]:
    """The pieces wanted of each paper (by id), in the order of the list."""
    found: dict[str, list[Wanted]] = {}
    for colourway in job.klass.colourways:
        for piece, count in _counted(job, colourway):
            if count:
                paper = colourway.papers[piece.paper]
                found.setdefault(paper, []).append(Wanted(piece, colourway.name, count))
    return found


def _counted(job: Job, colourway: Colourway) -> Iterable[tuple[Piece, int]]:
    """Each piece and how many to cut; halves and quarters of one whole are cut as its wholes.

    The wholes stand under the first piece that is cut from them. They are shared by all the kits
    of the colourway, but where each kit is cut on its own sheets.
    """
    alone = job.cutting.style is Style.KIT_PER_SHEET
    kits, times = (1, colourway.kits) if alone else (colourway.kits, 1)
    for piece in job.project.pieces:
        if piece.portion is Portion.WHOLE:
            yield piece, piece.per_kit * colourway.kits
    for pieces in cut_from_one_whole(job.project.pieces):
        yield pieces[0], fewest_wholes(portions_of(pieces, kits)) * times


def plan_papers(job: Job) -> list[PaperPlan]:
    """Lay every piece on sheets. Raises CannotPlanError naming every piece that fits no sheet."""
    demands = {job.paper(paper): pieces for paper, pieces in wanted(job).items()}
    faults = [
        fault
        for paper, pieces in demands.items()
        for fault in _too_large(job, paper, (w.piece for w in pieces))
    ]
    if faults:
        raise CannotPlanError(faults)
    return [_plan_paper(job, paper, pieces) for paper, pieces in demands.items()]


def _too_large(job: Job, paper: Paper, pieces: Iterable[Piece]) -> Iterable[Fault]:
    for piece in dict.fromkeys(pieces):
        over = overhang(piece, paper.width, paper.height, may_turn(piece, paper))
        if over.fits:
            continue
        mend = (
            "; it would fit turned, but it follows the print"
            if overhang(piece, paper.width, paper.height, True).fits
            else ""
        )
        yield Fault(
            f"project.pieces[{job.project.pieces.index(piece)}]",
            "larger-than-paper",
            f"{piece.name} ({say_size(piece.rough_width, piece.rough_height, job.units)}) does not fit "
            f"a sheet of {paper.name} ({say_size(paper.width, paper.height, job.units)}): "
            f"{say_overhang(over, job.units)}{' even turned' if over.turned else ''}{mend}",
        )


def _item(piece: Piece, paper: Paper) -> Item:
    """The rectangle a piece is nested as; pieces that may turn are alike either way round."""
    width, height = piece.rough_width, piece.rough_height
    if not may_turn(piece, paper):
        return Item(width, height, False)
    return Item(max(width, height), min(width, height), width != height)


def _plan_paper(job: Job, paper: Paper, pieces: list[Wanted]) -> PaperPlan:
    items = list(dict.fromkeys(_item(w.piece, paper) for w in pieces))
    demand = [sum(w.count for w in pieces if _item(w.piece, paper) == item) for item in items]
    sheet = Stock(paper.width, paper.height)
    stock = [sheet, *(Stock(o.width, o.height, o.count) for o in paper.offcuts if o.count)]
    style = job.cutting.style
    if style is Style.KIT_PER_SHEET:
        parts = [
            (nest(items, [n // c.kits for n in _of(c, items, pieces, paper)], [sheet]), c)
            for c in job.klass.colourways
            if c.kits and any(_of(c, items, pieces, paper))
        ]
        layouts = [
            layout
            for part, c in parts
            for layout in _labelled(
                job, paper, [sheet], part, items, [w for w in pieces if w.colourway == c.name], c.kits
            )
        ]
        sheets = sum(part.sheets * c.kits for part, c in parts)
        return PaperPlan(paper, sheets, lower_bound(items, demand, stock), 0, tuple(layouts))
    nested = nest(
        items,
        demand,
        stock,
        few_layouts_first=style is Style.FEWEST_SETTINGS,
        whole_kit=_one_kit(job, items, pieces, paper),
    )
    layouts = _labelled(job, paper, stock, nested, items, pieces, 1)
    used = sum(layout.times for layout in nested.layouts if not stock[layout.stock].is_sheet)
    return PaperPlan(paper, nested.sheets, nested.at_least, used, tuple(layouts))


def _of(colourway: Colourway, items: list[Item], pieces: list[Wanted], paper: Paper) -> list[int]:
    mine = [w for w in pieces if w.colourway == colourway.name]
    return [sum(w.count for w in mine if _item(w.piece, paper) == item) for item in items]


def _one_kit(job: Job, items: list[Item], pieces: list[Wanted], paper: Paper) -> list[int] | None:
    """One kit's counts on this paper, where every colourway that uses it uses it alike."""
    kits = [
        [n // c.kits for n in counts]
        for c in job.klass.colourways
        if c.kits and any(counts := _of(c, items, pieces, paper))
    ]
    return kits[0] if all(kit == kits[0] for kit in kits) else None


def _labelled(
    job: Job,
    paper: Paper,
    stock: list[Stock],
    nested: Nested,
    items: list[Item],
    pieces: list[Wanted],
    copies: int,
) -> list[SheetLayout]:
    """Say which piece of which colourway each place is; ``copies`` multiplies every layout."""
    left: list[dict[tuple[str, str], int]] = [{} for _ in items]
    by_label: dict[tuple[str, str], Piece] = {}
    for w in pieces:
        label = (w.piece.name, w.colourway)
        by_label[label] = w.piece
        kind = items.index(_item(w.piece, paper))
        left[kind][label] = left[kind].get(label, 0) + w.count
    done: list[SheetLayout] = []
    for layout in nested.layouts:
        size = stock[layout.stock]
        places = placements(layout.tree, size.width, size.height)
        times = layout.times * copies
        while times:
            taken: dict[tuple[str, str], int] = {}
            labels = []
            for place in places:
                # The label with most still to cut, so that a layout seldom has to be split in two.
                label = max(left[place.kind], key=lambda it: (left[place.kind][it] - taken.get(it, 0), it))
                taken[label] = taken.get(label, 0) + 1
                labels.append(label)
            alike = min(times, *(left[p.kind][it] // taken[it] for p, it in zip(places, labels, strict=True)))
            for place, label in zip(places, labels, strict=True):
                left[place.kind][label] -= alike
            placed = tuple(
                Placed(*label, place.region, _is_turned(by_label[label], place.region))
                for place, label in zip(places, labels, strict=True)
            )
            done.append(_drawn(job, layout.tree, size, alike, placed))
            times -= alike
    return done


def _is_turned(piece: Piece, region: Region) -> bool:
    return (piece.rough_width, piece.rough_height) != (region.width, region.height)


def _drawn(job: Job, tree: Node, size: Stock, times: int, placed: tuple[Placed, ...]) -> SheetLayout:
    remnants = tuple(
        Remnant(region, job.cutting.keeps(region.width, region.height))
        for region in offcuts(tree, size.width, size.height)
    )
    return SheetLayout(times, size, placed, remnants, tuple(cuts(tree, size.width, size.height)))
