"""Can it be cut: tabs and their adhesive, dies and plates, sheets that hold it, halves of wholes."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.geometry import panel_size, panels_along, stretched
from neat_sheaf.holding import overhang, say_overhang
from neat_sheaf.job import may_turn
from neat_sheaf.length import Length, inches, millimetres
from neat_sheaf.project import Cut, Piece, Side
from neat_sheaf.wholes import cut_from_one_whole, fewest_wholes, left_over, portions_of

__all__ = ["check_die", "check_portions", "check_sheet", "check_tabs"]

# ANSI/ASME Y14.1 size A; ISO 216; the usual square of patterned paper (common practice).
SHEETS = {
    "Letter": (inches("17/2"), inches(11)),
    "A4": (millimetres(210), millimetres(297)),
    "12 x 12": (inches(12), inches(12)),
}


def check_tabs(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A tab narrower than the adhesive that is to hold it, or on a panel that is not there."""
    for tab in piece.tabs:
        size = panel_size(piece, tab.panel)
        where = f"column {tab.panel.column}, row {tab.panel.row}"
        if size is None:
            less = replace(piece, tabs=tuple(t for t in piece.tabs if t is not tab))
            yield Finding(
                Level.ERROR, "tab-without-panel", piece.name, f"there is no panel at {where} to be a tab",
                index, Mend("make it no tab", table.with_piece(index, less)),
            )  # fmt: skip
            continue
        wanted = tab.runs * table.habits.tape
        if min(size) >= wanted:
            continue
        side = Side.WIDTH if size[0] <= size[1] else Side.HEIGHT
        number = (tab.panel.column if side is Side.WIDTH else tab.panel.row) - 1
        mended = stretched(piece, side, number, wanted - min(size)) if min(size) > 0 else None
        runs = f"{tab.runs} runs of adhesive" if tab.runs > 1 else "the adhesive"
        yield Finding(
            Level.WARNING,
            "tab-too-narrow",
            piece.name,
            f"the tab at {where} is {table.said(min(size))} wide, {runs} {table.said(wanted)}",
            index,
            None
            if mended is None
            else Mend(
                f"widen the tab to {table.said(wanted)}: cut {table.sizes(mended.width, mended.height)}",
                table.with_piece(index, mended),
            ),
        )


def check_die(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A die and its margin wider than the machine's plates."""
    plate = table.habits.plate
    narrow = min(piece.rough_width, piece.rough_height)
    if piece.cut is not Cut.DIE or narrow <= plate:
        return
    room = (plate - min(piece.width, piece.height)) // 2
    mended = replace(piece, margin=Length(room)) if room > 0 else replace(piece, cut=Cut.TRIM)
    yield Finding(
        Level.ERROR,
        "die-wider-than-plate",
        piece.name,
        f"the die with its margin is {table.said(narrow)} the narrow way, the plates are {table.said(plate)}",
        index,
        Mend(
            f"a margin of {table.said(room)} all round" if room > 0 else "trim it instead",
            table.with_piece(index, mended),
        ),
    )


def check_sheet(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A piece that no chosen sheet holds; with none chosen, one that Letter or A4 would not."""
    papers = table.papers.get(piece.paper, ())
    for paper in papers:
        over = overhang(piece, paper.width, paper.height, may_turn(piece, paper))
        if not over.fits:
            yield Finding(
                Level.ERROR,
                "larger-than-paper",
                piece.name,
                f"no sheet of {paper.name} ({table.sizes(paper.width, paper.height)}) holds it: "
                f"{say_overhang(over, table.units)}",
                index,
                _shrunk(table, index, piece, paper.width, paper.height, may_turn(piece, paper)),
            )
            return
    over_by = {name: overhang(piece, *size, True) for name, size in SHEETS.items()}
    if papers or (over_by["Letter"].fits and over_by["A4"].fits):
        return
    fails = [f"{name} ({say_overhang(over, table.units)})" for name, over in over_by.items() if not over.fits]
    fits = [name for name, over in over_by.items() if over.fits]
    if not fits:
        yield Finding(
            Level.WARNING,
            "larger-than-sheets",
            piece.name,
            f"it fits neither {fails[0]} nor {fails[1]} nor {fails[2]}",
            index,
            _shrunk(table, index, piece, *SHEETS["12 x 12"], True),
        )
    else:
        says = f"it does not fit {' or '.join(fails)}, but {' and '.join(fits)}"
        yield Finding(Level.NOTE, "one-sheet-size-only", piece.name, says, index)


def _shrunk(table: Table, index: int, piece: Piece, width: int, height: int, turns: bool) -> Mend | None:
    """The piece with its largest panel shortened so that the sheet holds it."""
    over = overhang(piece, width, height, turns)
    by = (over.high, over.wide) if over.turned else (over.wide, over.high)
    mended = piece
    for side, less in zip((Side.WIDTH, Side.HEIGHT), by, strict=True):
        sizes = panels_along(mended, side)
        if max(sizes) <= less:
            return None
        mended = stretched(mended, side, sizes.index(max(sizes)), -less)
    return Mend(f"cut it {table.sizes(mended.width, mended.height)}", table.with_piece(index, mended))


def check_portions(table: Table) -> Iterator[Finding]:
    """Halves and quarters of one punched whole: how many wholes a kit takes, and what is left."""
    for pieces in cut_from_one_whole(table.project.pieces):
        first = pieces[0]
        index = table.project.pieces.index(first)
        if first.cut is Cut.TRIM:
            punched = replace(first, cut=Cut.PUNCH)
            says = f"{first.portion} of what? It is trimmed, not punched or die-cut from a whole"
            mend = Mend("punch it", table.with_piece(index, punched))
            yield Finding(Level.WARNING, "portion-of-nothing", first.name, says, index, mend)
            continue
        wanted = portions_of(pieces)
        wholes, left = fewest_wholes(wanted), left_over(wanted)
        rest = f"{left} {'quarter' if left == 1 else 'quarters'}" if left else "nothing"
        names = ", ".join(piece.name for piece in pieces)
        says = f"{names}: {wholes} whole {'one' if wholes == 1 else 'ones'} for one kit, {rest} left over"
        yield Finding(Level.NOTE, "wholes", first.name, says, index)
