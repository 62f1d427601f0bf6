"""Can it be cut: tabs and their adhesive, dies and plates, sheets that hold it, halves of wholes."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import STEPS, CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.habits import School
from neat_sheaf.job import may_turn
from neat_sheaf.measure.length import Length, inches, millimetres
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, Sized, message, several
from neat_sheaf.project import CutMethod, Piece
from neat_sheaf.project.overhang import overhang, overhang_message
from neat_sheaf.project.panels import panel_size, panels_along, stretched
from neat_sheaf.project.wholes import cut_from_one_whole, fewest_wholes, left_over, portions_of

__all__ = ["check_die", "check_pitch", "check_portions", "check_sheet", "check_tabs"]

# ANSI/ASME Y14.1 size A; ISO 216; the usual square of patterned paper (common practice).
SHEETS = {
    "Letter": (inches("17/2"), inches(11)),
    "A4": (millimetres(210), millimetres(297)),
    "12 x 12": (inches(12), inches(12)),
}


def check_tabs(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A tab narrower than the tape that is to hold it, or on a panel that is not there.

    A bead of wet glue has no width to speak of.
    """
    for tab in piece.tabs:
        size = panel_size(piece, tab.panel)
        place = {"column": tab.panel.column, "row": tab.panel.row}
        if size is None:
            less = replace(piece, tabs=tuple(t for t in piece.tabs if t is not tab))
            yield Finding(
                Level.ERROR, message("tab-without-panel", **place), of_named(piece.name),
                index, Fix(message("fix-tab.remove"), context.with_piece(index, less)),
            )  # fmt: skip
            continue
        wanted = tab.runs * context.habits.tape
        if min(size) >= wanted or context.habits.tabs_with is School.GLUE:
            continue
        side = Side.WIDTH if size[0] <= size[1] else Side.HEIGHT
        number = (tab.panel.column if side is Side.WIDTH else tab.panel.row) - 1
        fixed = stretched(piece, side, number, wanted - min(size)) if min(size) > 0 else None
        narrow = message(
            "tab-too-narrow", **place, width=Measured(min(size)), runs=tab.runs, needed=Measured(wanted)
        )
        yield Finding(
            Level.WARNING,
            narrow,
            of_named(piece.name),
            index,
            None
            if fixed is None
            else Fix(
                message("fix-tab.widen", width=Measured(wanted), size=Sized(fixed.width, fixed.height)),
                context.with_piece(index, fixed),
            ),
        )


def check_die(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A die and its margin wider than the machine's plates."""
    plate = context.habits.plate
    narrow = min(piece.rough_width, piece.rough_height)
    if piece.cut is not CutMethod.DIE or narrow <= plate:
        return
    room = (plate - min(piece.width, piece.height)) // 2
    fixed = replace(piece, margin=Length(room)) if room > 0 else replace(piece, cut=CutMethod.TRIM)
    yield Finding(
        Level.ERROR,
        message("die-wider-than-plate", die=Measured(narrow), plate=Measured(plate)),
        of_named(piece.name),
        index,
        Fix(
            message("fix-die.margin", margin=Measured(room)) if room > 0 else message("fix-die.trim"),
            context.with_piece(index, fixed),
        ),
    )


def check_pitch(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """Pieces taken from a strip nearer to each other than they are wide."""
    if piece.cut is CutMethod.TRIM or not 0 < piece.pitch < piece.width:
        return
    fixed = replace(piece, pitch=piece.width)
    yield Finding(
        Level.ERROR,
        message("pitch-too-small", pitch=Measured(piece.pitch), width=Measured(piece.width)),
        of_named(piece.name),
        index,
        Fix(message("fix-pitch", pitch=Measured(piece.width)), context.with_piece(index, fixed)),
    )


def check_sheet(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A piece that no chosen sheet holds; with none chosen, one that Letter or A4 would not."""
    papers = context.papers.get(piece.paper, ())
    for paper in papers:
        over = overhang(piece, *paper.sheet, may_turn(piece, paper))
        if not over.fits:
            yield Finding(
                Level.ERROR,
                message(
                    "larger-than-paper.piece",
                    paper=paper.name,
                    size=Sized(*paper.sheet),
                    over=overhang_message(over),
                ),
                of_named(piece.name),
                index,
                _shrunk(context, index, piece, *paper.sheet, may_turn(piece, paper)),
            )
            return
    over_by = {name: overhang(piece, *size, True) for name, size in SHEETS.items()}
    if papers or (over_by["Letter"].fits and over_by["A4"].fits):
        return
    fails: list[Message] = [
        message("sheet-and-overhang", sheet=name, over=overhang_message(over))
        for name, over in over_by.items()
        if not over.fits
    ]
    fits = [name for name, over in over_by.items() if over.fits]
    if not fits:
        yield Finding(
            Level.WARNING,
            message("larger-than-sheets", sheets=several(fails, "or")),
            of_named(piece.name),
            index,
            _shrunk(context, index, piece, *SHEETS["12 x 12"], True),
        )
    else:
        only = message("one-sheet-size-only", fails=several(fails, "or"), fits=several(fits, "and"))
        yield Finding(Level.NOTE, only, of_named(piece.name), index)


def _shrunk(
    context: CheckContext, index: int, piece: Piece, width: int, height: int, turns: bool
) -> Fix | None:
    """The piece with its largest panel shortened so that the sheet holds it."""
    over = overhang(piece, width, height, turns)
    by = (over.high, over.wide) if over.turned else (over.wide, over.high)
    fixed = piece
    for side, less in zip((Side.WIDTH, Side.HEIGHT), by, strict=True):
        sizes = panels_along(fixed, side)
        if less > 0:
            # Down to the ruler's next line: a sheet of the other system ends between two of them.
            less = Length(less + (sum(sizes) - less) % STEPS[context.units])
        if max(sizes) <= less:
            return None
        fixed = stretched(fixed, side, sizes.index(max(sizes)), -less)
    return Fix(message("fix-size", size=Sized(fixed.width, fixed.height)), context.with_piece(index, fixed))


def check_portions(context: CheckContext) -> Iterator[Finding]:
    """Halves and quarters of one punched whole: how many wholes a kit takes, and what is left."""
    for pieces in cut_from_one_whole(context.project.pieces):
        first = pieces[0]
        index = context.project.pieces.index(first)
        if first.cut is CutMethod.TRIM:
            punched = replace(first, cut=CutMethod.PUNCH)
            fix = Fix(message("fix-portion"), context.with_piece(index, punched))
            said = message("portion-of-nothing", portion=first.portion)
            yield Finding(Level.WARNING, said, of_named(first.name), index, fix)
            continue
        wanted = portions_of(pieces)
        wholes, left = fewest_wholes(wanted), left_over(wanted)
        names = several(piece.name for piece in pieces)
        said = message("wholes", pieces=names, wholes=wholes, left=left)
        yield Finding(Level.NOTE, said, of_named(first.name), index)
