"""Can it be cut: tabs and their adhesive, dies and plates, sheets that hold it, halves of wholes."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.geometry import panel_size, panels_along, stretched
from neat_sheaf.job import may_turn
from neat_sheaf.length import Length, inches, millimetres
from neat_sheaf.project import Cut, Piece, Portion, Side
from neat_sheaf.wholes import fewest_wholes, left_over

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


def _over(piece: Piece, width: int, height: int, turns: bool) -> tuple[int, int]:
    """By how much a piece is too wide and too high for a sheet, the better way round."""
    own = (piece.rough_width, piece.rough_height)
    ways = [own, own[::-1]] if turns else [own]
    over = [(max(0, w - width), max(0, h - height)) for w, h in ways]
    return min(over, key=sum)


def check_sheet(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A piece that no chosen sheet holds; with none chosen, one that Letter or A4 would not."""
    papers = table.papers.get(piece.paper, ())
    for paper in papers:
        over = _over(piece, paper.width, paper.height, may_turn(piece, paper))
        if any(over):
            yield Finding(
                Level.ERROR,
                "larger-than-paper",
                piece.name,
                f"no sheet of {paper.name} ({table.sizes(paper.width, paper.height)}) holds it: "
                f"{_too_much(table, over)}",
                index,
                _shrunk(table, index, piece, paper.width, paper.height, may_turn(piece, paper)),
            )
            return
    over_by = {name: _over(piece, *size, True) for name, size in SHEETS.items()}
    if papers or not (any(over_by["Letter"]) or any(over_by["A4"])):
        return
    fails = [f"{name} ({_too_much(table, over)})" for name, over in over_by.items() if any(over)]
    fits = [name for name, over in over_by.items() if not any(over)]
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


def _too_much(table: Table, over: tuple[int, int]) -> str:
    said = [f"{table.said(by)} too {word}" for by, word in zip(over, ("wide", "high"), strict=True) if by]
    return " and ".join(said)


def _shrunk(table: Table, index: int, piece: Piece, width: int, height: int, turns: bool) -> Mend | None:
    """The piece with its largest panel shortened so that the sheet holds it."""
    own = (piece.rough_width, piece.rough_height)
    ways = [(width, height), (height, width)] if turns else [(width, height)]
    room = min(ways, key=lambda way: max(0, own[0] - way[0]) + max(0, own[1] - way[1]))
    mended = piece
    for side, by in ((Side.WIDTH, own[0] - room[0]), (Side.HEIGHT, own[1] - room[1])):
        if by <= 0:
            continue
        sizes = panels_along(mended, side)
        if max(sizes) <= by:
            return None
        mended = stretched(mended, side, sizes.index(max(sizes)), -by)
    return Mend(f"cut it {table.sizes(mended.width, mended.height)}", table.with_piece(index, mended))


def check_portions(table: Table) -> Iterator[Finding]:
    """Halves and quarters of one punched whole: how many wholes a kit takes, and what is left."""
    groups: dict[tuple[object, ...], list[Piece]] = {}
    for piece in table.project.pieces:
        groups.setdefault((piece.paper, piece.width, piece.height, piece.cut), []).append(piece)
    for pieces in groups.values():
        if all(piece.portion is Portion.WHOLE for piece in pieces):
            continue
        first = next(p for p in pieces if p.portion is not Portion.WHOLE)
        index = table.project.pieces.index(first)
        if first.cut is Cut.TRIM:
            punched = replace(first, cut=Cut.PUNCH)
            says = f"{first.portion} of what? It is trimmed, not punched or die-cut from a whole"
            mend = Mend("punch it", table.with_piece(index, punched))
            yield Finding(Level.WARNING, "portion-of-nothing", first.name, says, index, mend)
            continue
        wanted: dict[Portion, int] = {}
        for piece in pieces:
            wanted[piece.portion] = wanted.get(piece.portion, 0) + piece.per_kit
        wholes, left = fewest_wholes(wanted), left_over(wanted)
        rest = f"{left} {'quarter' if left == 1 else 'quarters'}" if left else "nothing"
        names = ", ".join(p.name for p in pieces)
        says = f"{names}: {wholes} whole {'one' if wholes == 1 else 'ones'} a kit, {rest} left over"
        yield Finding(Level.NOTE, "wholes", first.name, says, index)
