"""What a class needs cut of each paper: pieces, and matched sets that are cut as one block."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

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
from neat_sheaf.project.passes import from_dies, passes_for
from neat_sheaf.project.wholes import cut_from_one_whole, fewest_wholes, portions_of
from neat_sheaf.stock import Paper, Print

__all__ = ["DemandItem", "demand_of", "family_of", "out_of_reach", "too_large"]


@dataclass(frozen=True, slots=True)
class DemandItem:
    """``count`` copies of what is nested as one rectangle, for one colourway.

    A piece alone, or the pieces of a matched set side by side along ``along`` in panel order. Where their
    panels lie both beside and above one another, ``cells`` says for each its column and row, from 0.
    ``turns``: it may lie turned. ``scrap``: what is left over will do for it. ``spare``: it is of no kit.
    """

    pieces: tuple[Piece, ...]
    colourway: str
    count: int
    turns: bool
    along: Side = Side.WIDTH
    scrap: bool = False
    spare: bool = False
    cells: tuple[tuple[int, int], ...] = ()

    @property
    def name(self) -> str:
        """The piece's name, or those of the set."""
        return " + ".join(dict.fromkeys(piece.name for piece in self.pieces))

    @property
    def size(self) -> tuple[Length, Length]:
        """Width and height of the rough rectangle, nm."""
        if self.cells:
            return Length(sum(self._columns)), Length(sum(self._rows))
        widths = [piece.rough_width for piece in self.pieces]
        heights = [piece.rough_height for piece in self.pieces]
        if self.along is Side.WIDTH:
            return Length(sum(widths)), max(heights)
        return max(widths), Length(sum(heights))

    @property
    def _columns(self) -> list[int]:
        """The width of each column of cells, nm: that of its widest piece."""
        return [
            max(p.rough_width for p, (c, _) in zip(self.pieces, self.cells, strict=True) if c == column)
            for column in range(1 + max(column for column, _ in self.cells))
        ]

    @property
    def _rows(self) -> list[int]:
        return [
            max(p.rough_height for p, (_, r) in zip(self.pieces, self.cells, strict=True) if r == row)
            for row in range(1 + max(row for _, row in self.cells))
        ]

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
        if self.cells:
            return self._block(kinds, turned)
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

    def _block(self, kinds: dict[str, int], turned: bool) -> Part:
        """The cells cut row by row, so that the print runs on both ways; an empty cell is waste."""
        up, across = (Side.WIDTH, Side.HEIGHT) if turned else (Side.HEIGHT, Side.WIDTH)
        at = dict(zip(self.cells, self.pieces, strict=True))
        rows: list[tuple[int, Part]] = []
        for row, high in enumerate(self._rows):
            cells: list[tuple[int, Part]] = []
            waste = 0
            for column, wide in enumerate(self._columns):
                piece = at.get((column, row))
                if piece is None:
                    # Waste beside waste is one strip, and at the end of the row it is what is left.
                    waste += wide
                    continue
                if waste:
                    cells.append((waste, None))
                    waste = 0
                cells.append((wide, _in_cell(piece, kinds, across, wide, high)))
            alone = len(cells) == 1 and not waste
            rows.append((high, cells[0][1] if alone else Strips(across, tuple(cells), waste, fixed=True)))
        return Strips(up, tuple(rows), fixed=True)


def _in_cell(piece: Piece, kinds: dict[str, int], across: Side, wide: int, high: int) -> Part:
    """A piece in the lower left of its cell."""
    up = Side.HEIGHT if across is Side.WIDTH else Side.WIDTH
    part: Part = Spot(kinds[piece.name], False)
    if piece.rough_height < high:
        part = Strips(up, ((piece.rough_height, part),), high - piece.rough_height)
    if piece.rough_width < wide:
        part = Strips(across, ((piece.rough_width, part),), wide - piece.rough_width)
    return part


def demand_of(job: Job) -> dict[str, list[DemandItem]]:
    """The needs wanted of each paper (by id), in the order of the list.

    Where sizes of a paper share the work, those of every size are under the paper they are sizes of.
    """
    found: dict[str, list[DemandItem]] = {}
    family = family_of(job)
    for colourway in job.klass.colourways:
        for (piece_set, along, cells), count, spare in _counted(job, colourway):
            if count:
                paper = job.paper(family[colourway.papers[piece_set[0].paper]])
                # A piece may come from any of the sizes, so it turns only where it may on all of them.
                free = all(size.print is Print.NONE for size in job.sizes_of(paper))
                turns = free or not any(piece.follows_print for piece in piece_set)
                scrap = all(piece.scrap for piece in piece_set)
                need = DemandItem(piece_set, colourway.name, count, turns, along, scrap, spare, cells)
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


class _Set(NamedTuple):
    pieces: tuple[Piece, ...]
    along: Side = Side.WIDTH
    cells: tuple[tuple[int, int], ...] = ()


def _counted(job: Job, colourway: Colourway) -> Iterator[tuple[_Set, int, bool]]:
    """Each piece or matched set and how many to cut, the kits' and then the spare ones apart.

    Halves and quarters are cut as their wholes, which are under the first piece that is cut from them, and
    what comes out of a die as the die's passes, under the line of the die. They are shared by all the kits of
    the colourway, but where each kit is cut on its own sheets.
    A spare piece of a matched set is cut by itself.
    """
    alone = job.cutting.style is Style.KIT_PER_SHEET
    kits, times = (1, colourway.kits) if alone else (colourway.kits, 1)
    # What is noted of a piece changes nothing that is cut.
    pieces_of_kit = [replace(p, note="") for p in job.project.pieces if colourway.takes(p.name)]
    dies = from_dies(pieces_of_kit)
    from_passes = {piece for given in dies.values() for piece in given}
    own = [p for p in pieces_of_kit if p not in from_passes and p.portion is Portion.WHOLE]
    alone_cut = [piece for piece in own if piece.name not in dies]
    matched = _matched_sets(alone_cut)
    in_sets = {piece for one in matched for piece in one.pieces}
    for piece in own:
        if piece.name in dies:
            yield _Set((piece,)), passes_for(dies[piece.name], kits) * times, False
        elif piece not in in_sets:
            yield _Set((piece,)), piece.per_kit * colourway.kits, False
    for one in matched:
        yield one, colourway.kits, False
    for pieces in cut_from_one_whole(pieces_of_kit):
        yield _Set((pieces[0],)), fewest_wholes(portions_of(pieces, kits)) * times, False
        spare = Counter[Portion]()
        for piece in pieces:
            spare[piece.portion] += piece.spares if colourway.kits and piece.per_kit else 0
        yield _Set((pieces[0],)), fewest_wholes(spare), True
    for piece in own:
        if piece.name in dies:
            given = passes_for(dies[piece.name], colourway.kits)
            more = passes_for(dies[piece.name], colourway.kits, spare=True)
            yield _Set((piece,)), more + piece.spares if given else 0, True
        elif colourway.kits and piece.per_kit:
            yield _Set((piece,)), piece.spares, True


def _matched_sets(pieces: Iterable[Piece]) -> list[_Set]:
    """The matched sets with more than one piece, each in the order of its panels, a kit's worth."""
    named: dict[tuple[str, str], list[Piece]] = {}
    for piece in pieces:
        if piece.matched and piece.per_kit:
            named.setdefault((piece.matched, piece.paper), []).append(piece)
    sets = []
    for members in named.values():
        one_each = [piece for piece in members for _ in range(piece.per_kit)]
        if len(one_each) < 2:
            continue
        rows = {p.mat_of.panel.row for p in members if p.mat_of}
        columns = {p.mat_of.panel.column for p in members if p.mat_of}
        cells = _cells(one_each)
        if cells:
            sets.append(_Set(tuple(one_each), Side.WIDTH, cells))
            continue
        # Panels above one another are matched up the print, panels beside one another across it.
        along = Side.HEIGHT if len(rows) > 1 and len(columns) <= 1 else Side.WIDTH
        place = [
            (p.mat_of.panel.row if along is Side.HEIGHT else p.mat_of.panel.column) if p.mat_of else 0
            for p in one_each
        ]
        order = sorted(range(len(one_each)), key=lambda n: (place[n], n))
        sets.append(_Set(tuple(one_each[n] for n in order), along))
    return sets


def _cells(pieces: Sequence[Piece]) -> tuple[tuple[int, int], ...]:
    """The column and the row of each piece from 0, where they lie on panels of one piece both ways.

    Nothing where all are in one row or column, or two are on one panel.
    """
    mats = [piece.mat_of for piece in pieces if piece.mat_of]
    if len(mats) < len(pieces) or len({mat.piece for mat in mats}) > 1:
        return ()
    places = [(mat.panel.column, mat.panel.row) for mat in mats]
    columns, rows = (sorted(set(side)) for side in zip(*places, strict=True))
    if len(columns) < 2 or len(rows) < 2 or len(set(places)) < len(places):
        return ()
    return tuple((columns.index(column), rows.index(row)) for column, row in places)


def too_large(job: Job, paper: Paper, needs: Iterable[DemandItem]) -> Iterator[Fault]:
    """A fault for each demand item that fits the usable part of no sheet of the paper."""
    sizes = job.sizes_of(paper)
    for need in {need.pieces: need for need in needs}.values():
        if any(need.item.fits(*size.usable) for size in sizes):
            continue
        width, height = (Length(max(0, side)) for side in paper.usable)
        place = _place(job, need)
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
        _place(job, need), "longer-than-trimmer",
        piece=need.name, paper=paper.name, size=Sized(*paper.sheet),
        reach=Measured(job.cutting.trimmer),
    )  # fmt: skip


def _place(job: Job, need: DemandItem) -> str:
    """Where the first piece of a demand item is on the list; its note is not part of what is cut."""
    name = need.pieces[0].name
    return f"project.pieces[{next(n for n, one in enumerate(job.project.pieces) if one.name == name)}]"
