"""What a class needs cut of each paper: pieces, and matched sets that are cut as one block."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from neat_sheaf.cutting.strips import Part, Strips
from neat_sheaf.errors import Fault, fault
from neat_sheaf.job import Colourway, Job, Style
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Sized, message
from neat_sheaf.nesting.items import Item
from neat_sheaf.nesting.tree import Spot
from neat_sheaf.project import Piece, Portion
from neat_sheaf.project.overhang import overhang, overhang_message
from neat_sheaf.project.wholes import cut_from_one_whole, fewest_wholes, portions_of
from neat_sheaf.stock import Paper, Print

__all__ = ["DemandItem", "demand_of", "family_of", "out_of_reach", "too_large"]


@dataclass(frozen=True, slots=True)
class DemandItem:
    """``count`` copies of what is nested as one rectangle, for one colourway.

    A piece alone, or the pieces of a matched set side by side along ``along`` in panel order.
    ``turns``: it may lie turned. ``scrap``: what is left over will do for it. ``spare``: it is of no kit.
    """

    pieces: tuple[Piece, ...]
    colourway: str
    count: int
    turns: bool
    along: Side = Side.WIDTH
    scrap: bool = False
    spare: bool = False

    @property
    def name(self) -> str:
        """The piece's name, or those of the set."""
        return " + ".join(dict.fromkeys(piece.name for piece in self.pieces))

    @property
    def size(self) -> tuple[Length, Length]:
        """Width and height of the rough rectangle, nm."""
        widths = [piece.rough_width for piece in self.pieces]
        heights = [piece.rough_height for piece in self.pieces]
        if self.along is Side.WIDTH:
            return Length(sum(widths)), max(heights)
        return max(widths), Length(sum(heights))

    @property
    def item(self) -> Item:
        """The rectangle it is nested as; needs that may turn are alike either way round."""
        width, height = self.size
        solid = len(self.pieces) == 1
        if not self.turns:
            return Item(width, height, False, solid)
        return Item(max(width, height), min(width, height), width != height, solid)

    def part(self, width: int, height: int, kinds: dict[str, int]) -> Part:
        """What a place of this size becomes: its pieces, each by its kind."""
        if len(self.pieces) == 1:
            return Spot(kinds[self.pieces[0].name], False)
        turned = (width, height) != self.size
        along = self.along
        deep = self.size[1] if self.along is Side.WIDTH else self.size[0]
        strips: list[tuple[int, Part]] = []
        if turned:
            along = Side.HEIGHT if along is Side.WIDTH else Side.WIDTH
        other = Side.HEIGHT if along is Side.WIDTH else Side.WIDTH
        for piece in self.pieces:
            sizes = (piece.rough_width, piece.rough_height)
            long, short = sizes if self.along is Side.WIDTH else sizes[::-1]
            spot: Part = Spot(kinds[piece.name], False)
            strips.append((long, spot if short == deep else Strips(other, ((short, spot),), deep - short)))
        return Strips(along, tuple(strips), fixed=True)


def demand_of(job: Job) -> dict[str, list[DemandItem]]:
    """The needs wanted of each paper (by id), in the order of the list.

    Where sizes of a paper share the work, those of every size are under the paper they are sizes of.
    """
    found: dict[str, list[DemandItem]] = {}
    family = family_of(job)
    for colourway in job.klass.colourways:
        for piece_set, along, count, spare in _counted(job, colourway):
            if count:
                paper = job.paper(family[colourway.papers[piece_set[0].paper]])
                # A piece may come from any of the sizes, so it turns only where it may on all of them.
                free = all(size.print is Print.NONE for size in job.sizes_of(paper))
                turns = free or not any(piece.follows_print for piece in piece_set)
                scrap = all(piece.scrap for piece in piece_set)
                need = DemandItem(piece_set, colourway.name, count, turns, along, scrap, spare)
                found.setdefault(paper.id, []).append(need)
    return {paper: _summed(needs) for paper, needs in found.items()}


def family_of(job: Job) -> dict[str, str]:
    """The paper (id) under which each paper is planned: its own, or the one it shares the work with.

    Sizes share the work where the class says so and the paper they are sizes of is chosen too, so
    that no sheet and no offcut is given to two plans.
    """
    chosen = {paper for c in job.klass.colourways if c.kits for paper in c.papers.values()}
    shares = job.cutting.mix_sizes
    return {p.id: p.same_as if shares and p.same_as in chosen else p.id for p in job.papers}


def _summed(needs: Iterable[DemandItem]) -> list[DemandItem]:
    """Units of one piece and colourway as one: two sizes of a paper may both ask for it."""
    counts: dict[DemandItem, int] = {}
    for need in needs:
        alike = replace(need, count=0)
        counts[alike] = counts.get(alike, 0) + need.count
    return [replace(need, count=count) for need, count in counts.items()]


def _counted(job: Job, colourway: Colourway) -> Iterator[tuple[tuple[Piece, ...], Side, int, bool]]:
    """Each piece or matched set and how many to cut, the kits' and then the spare ones apart.

    Halves and quarters are cut as their wholes, which are under the first piece that is cut from them.
    They are shared by all the kits of the colourway, but where each kit is cut on its own sheets.
    A spare piece of a matched set is cut by itself.
    """
    alone = job.cutting.style is Style.KIT_PER_SHEET
    kits, times = (1, colourway.kits) if alone else (colourway.kits, 1)
    matched = _matched_sets(job.project.pieces)
    in_sets = {piece for piece_set, _ in matched for piece in piece_set}
    for piece in job.project.pieces:
        if piece.portion is Portion.WHOLE and piece not in in_sets:
            yield (piece,), Side.WIDTH, piece.per_kit * colourway.kits, False
    for piece_set, along in matched:
        yield piece_set, along, colourway.kits, False
    for pieces in cut_from_one_whole(job.project.pieces):
        yield (pieces[0],), Side.WIDTH, fewest_wholes(portions_of(pieces, kits)) * times, False
        spare = Counter[Portion]()
        for piece in pieces:
            spare[piece.portion] += piece.spares if colourway.kits else 0
        yield (pieces[0],), Side.WIDTH, fewest_wholes(spare), True
    for piece in job.project.pieces:
        if colourway.kits and piece.portion is Portion.WHOLE:
            yield (piece,), Side.WIDTH, piece.spares, True


def _matched_sets(pieces: Iterable[Piece]) -> list[tuple[tuple[Piece, ...], Side]]:
    """The matched sets with more than one piece, each in the order of its panels, a kit's worth."""
    named: dict[tuple[str, str], list[Piece]] = {}
    for piece in pieces:
        if piece.matched and piece.portion is Portion.WHOLE and piece.per_kit:
            named.setdefault((piece.matched, piece.paper), []).append(piece)
    sets = []
    for members in named.values():
        one_each = [piece for piece in members for _ in range(piece.per_kit)]
        if len(one_each) < 2:
            continue
        rows = {p.mat_of.panel.row for p in members if p.mat_of}
        columns = {p.mat_of.panel.column for p in members if p.mat_of}
        # Panels above one another are matched up the print, panels beside one another across it.
        along = Side.HEIGHT if len(rows) > 1 and len(columns) <= 1 else Side.WIDTH
        place = [
            (p.mat_of.panel.row if along is Side.HEIGHT else p.mat_of.panel.column) if p.mat_of else 0
            for p in one_each
        ]
        order = sorted(range(len(one_each)), key=lambda n: (place[n], n))
        sets.append((tuple(one_each[n] for n in order), along))
    return sets


def too_large(job: Job, paper: Paper, needs: Iterable[DemandItem]) -> Iterator[Fault]:
    """A fault for each demand item that fits the usable part of no sheet of the paper."""
    sizes = job.sizes_of(paper)
    for need in {need.pieces: need for need in needs}.values():
        if any(need.item.fits(*size.usable) for size in sizes):
            continue
        width, height = paper.usable
        place = f"project.pieces[{job.project.pieces.index(need.pieces[0])}]"
        sheet = message("sheet-size.usable" if paper.edges else "sheet-size.whole", size=Sized(width, height))
        if len(need.pieces) > 1:
            yield fault(
                place, "larger-than-paper.matched",
                pieces=need.name, size=Sized(*need.size), paper=paper.name, sheet=sheet,
            )  # fmt: skip
            continue
        piece = need.pieces[0]
        over = overhang(piece, width, height, need.turns)
        turned_fits = overhang(piece, width, height, True).fits
        key = "follows-print" if turned_fits else "even-turned" if over.turned else "upright"
        yield fault(
            place, f"larger-than-paper.{key}",
            piece=piece.name, size=Sized(piece.rough_width, piece.rough_height), paper=paper.name,
            sheet=sheet, over=overhang_message(over),
        )  # fmt: skip


def out_of_reach(job: Job, paper: Paper, need: DemandItem) -> Fault:
    """The fault of a demand item that no cut within the trimmer's length frees from the paper."""
    return fault(
        f"project.pieces[{job.project.pieces.index(need.pieces[0])}]", "longer-than-trimmer",
        piece=need.name, paper=paper.name, size=Sized(*paper.sheet),
        reach=Measured(job.cutting.trimmer),
    )  # fmt: skip
