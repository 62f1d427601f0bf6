"""Mats on their panels, prints that are upright where they should be, and sets cut as one."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise

from neat_sheaf.checks.finding import CheckContext, Finding, Fix, Level, of_named
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Measured, Message, Sized, message, several
from neat_sheaf.project import Edge, Face, MatOf, Panel, Piece
from neat_sheaf.project.matting import MOST_PANELS, mat_for, mat_name
from neat_sheaf.project.panels import columns, panel_box, panel_size, rows, span_size
from neat_sheaf.stock import Print

__all__ = ["check_mat", "check_matched", "check_print"]


def _place(piece: str, panel: Panel) -> Message:
    return message("place.panel", piece=piece, column=panel.column, row=panel.row)


def check_mat(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A mat against its panel: both borders, and the size that would make them equal."""
    mat_of = piece.mat_of
    if mat_of is None:
        return
    under = context.project.piece(mat_of.piece)
    panel = None if under is None else span_size(under, mat_of.panel, mat_of.until)
    where = _place(mat_of.piece, mat_of.panel)
    if under is not None and panel is not None and _on_part(context, under, mat_of, piece):
        return

    def finding(level: Level, said: Message, fix: Fix | None = None) -> Finding:
        return Finding(level, said, of_named(piece.name), index, fix)

    if panel is None or min(panel) <= 0:
        lone = Fix(message("fix-mat.remove"), context.with_piece(index, replace(piece, mat_of=None)))
        yield finding(Level.ERROR, message("mat-without-panel", where=where), lone)
        return
    # It is checked whichever size round it lies: the size with the more even border.
    both = ((piece.width, piece.height, False), (piece.height, piece.width, True))
    width, height, turned = min(both, key=lambda size: abs((panel[0] - size[0]) - (panel[1] - size[1])))
    sideways = under is not None and _seen_sideways(under, mat_of.panel)

    def sized(border_both: int) -> Fix | None:
        w, h = Length(panel[0] - border_both), Length(panel[1] - border_both)
        if min(w, h) <= 0:
            return None
        fixed = replace(piece, width=h, height=w) if turned else replace(piece, width=w, height=h)
        return Fix(
            message("fix-size", size=Sized(fixed.width, fixed.height)), context.with_piece(index, fixed)
        )

    across, up = panel[0] - width, panel[1] - height
    if across < 0 or up < 0:
        over = None if under is None else _over_several(context, under, piece)
        spans = None
        if over is not None:
            spread = context.with_piece(index, replace(piece, mat_of=replace(mat_of, until=over)))
            spans = Fix(message("fix-mat.span", column=over.column, row=over.row), spread)
        said = message("mat-too-large", where=where, size=Sized(*panel))
        fixes = (spans, sized(2 * context.habits.border))
        yield Finding.of(Level.ERROR, said, of_named(piece.name), index, fixes)
    elif abs(across - up) > 2 * context.habits.even:
        even = min(across, up)
        yield finding(
            Level.WARNING,
            message(
                "mat-uneven",
                where=where,
                beside=Measured(across // 2),
                above=Measured(up // 2),
                even=Sized(panel[0] - even, panel[1] - even),
            ),
            sized(even),
        )
    elif across == 0:
        said = message("mat-without-border", where=where)
        yield finding(Level.NOTE, said, sized(2 * context.habits.border))
    elif turned is not sideways and piece.width != piece.height:
        # It fits turned: its print lies on its side, or its two sizes were written the wrong way round.
        swapped = replace(piece, width=piece.height, height=piece.width)
        fix = Fix(
            message("fix-size", size=Sized(swapped.width, swapped.height)), context.with_piece(index, swapped)
        )
        key = "mat-turned.print" if piece.follows_print else "mat-turned.sizes"
        said = message(key, where=where, size=Sized(piece.width, piece.height), panel=Sized(*panel))
        yield finding(Level.WARNING if piece.follows_print else Level.NOTE, said, fix)


def _even(context: CheckContext, sides: tuple[int, int], mat: Piece) -> bool:
    """Whether a mat leaves an even border on sides of that size, whichever way round it lies."""
    for width, height in ((mat.width, mat.height), (mat.height, mat.width)):
        across, up = sides[0] - width, sides[1] - height
        if min(across, up) >= 0 and abs(across - up) <= 2 * context.habits.even:
            return True
    return False


def _over_several(context: CheckContext, under: Piece, mat: Piece) -> Panel | None:
    """The panel up to which a mat would lie with an even border, from the one it is on; None where none."""
    assert mat.mat_of is not None  # noqa: S101 - only mats are asked
    first = mat.mat_of.panel
    wide, high = len(columns(under)), len(rows(under))
    if wide * high > MOST_PANELS:
        return None
    for row in range(1, high + 1):
        for column in range(1, wide + 1):
            last = Panel(column, row)
            sides = span_size(under, first, last)
            if last != first and sides is not None and _even(context, sides, mat):
                return last
    return None


def _on_part(context: CheckContext, under: Piece, mat_of: MatOf, mat: Piece) -> bool:
    """Whether a mat lies evenly on a part of its panel that scores short of the edges bound."""
    box = panel_box(under, mat_of.panel)
    if box is None or mat_of.until is not None:
        return False
    parts = [line for line in under.scores if not line.full]
    spans = []
    for side, start, size, other in (
        (Side.WIDTH, box.x, box.width, (box.y, box.y + box.height)),
        (Side.HEIGHT, box.y, box.height, (box.x, box.x + box.width)),
    ):
        across: list[Fraction] = [
            Fraction(line.at)
            for line in parts
            if line.along is side
            and start < line.at < start + size
            and (line.start or 0) <= other[0]
            and (line.end is None or line.end >= other[1])
        ]
        edges: list[Fraction] = sorted({start, *across, start + size})
        spans.append({int(b - a) for a, b in pairwise(edges)} | {int(size)})
    whole = (int(box.width), int(box.height))
    return any(
        _even(context, (width, height), mat)
        for width in spans[0]
        for height in spans[1]
        if (width, height) != whole
    )


def _seen_sideways(under: Piece, panel: Panel) -> bool:
    """Whether the panel is seen with its side up, so that an upright mat lies turned on it."""
    return any(f.panel == panel and f.up in (Edge.LEFT, Edge.RIGHT) for f in under.faces)


def check_print(context: CheckContext, index: int, piece: Piece) -> Iterator[Finding]:
    """A print that would not be upright on a panel that is seen."""
    prints = {paper.print for paper in context.papers.get(piece.paper, ())} or {Print.ONE_WAY}
    if not piece.follows_print:
        return
    for face in piece.faces:
        if panel_size(piece, face.panel) is None:
            said = message("face-without-panel", where=_place(piece.name, face.panel))
            less = replace(piece, faces=tuple(f for f in piece.faces if f is not face))
            fix = Fix(message("fix-face"), context.with_piece(index, less))
            yield Finding(Level.ERROR, said, of_named(piece.name), index, fix)
            continue
        sideways = face.up in (Edge.LEFT, Edge.RIGHT)
        if face.up is Edge.TOP or prints == {Print.NONE} or (not sideways and Print.ONE_WAY not in prints):
            continue
        if context.matted(piece.name, face.panel):
            continue
        key = "print-upside-down.sideways" if sideways else "print-upside-down.over"
        yield Finding(
            Level.WARNING,
            message(key, where=_place(piece.name, face.panel)),
            of_named(piece.name),
            index,
            _laid_over(context, piece, face),
        )


def _laid_over(context: CheckContext, piece: Piece, face: Face) -> Fix | None:
    """A mat of the same paper on that panel, cut the right size up."""
    name = mat_name(piece, face.panel, {p.name for p in context.project.pieces})
    mat = mat_for(piece, face.panel, context.habits.border, piece.paper, name)
    if mat is None:
        return None
    mat = replace(mat, follows_print=True)
    pieces = (*context.project.pieces, mat)
    return Fix(
        message("fix-mat.cover", size=Sized(mat.width, mat.height)),
        replace(context.project, pieces=pieces),
    )


def check_matched(context: CheckContext) -> Iterator[Finding]:
    """Mats of one visible face that are cut separately, though the print should run on."""
    for under in context.project.pieces:
        for name in dict.fromkeys(f.name for f in under.faces if f.name):
            panels = [f.panel for f in under.faces if f.name == name]
            mats = [
                (n, p)
                for n, p in enumerate(context.project.pieces)
                if p.mat_of and p.mat_of.piece == under.name and p.mat_of.panel in panels and p.follows_print
            ]
            sets = {p.matched for _, p in mats}
            if len(mats) < 2 or len({p.paper for _, p in mats}) > 1 or (len(sets) == 1 and sets != {""}):
                continue
            pieces = list(context.project.pieces)
            label = f"{under.name} {name}"
            for n, p in mats:
                pieces[n] = replace(p, matched=label)
            listed = several(p.name for _, p in mats)
            yield Finding(
                Level.WARNING,
                message("print-does-not-run-on", mats=listed, face=name, piece=under.name),
                of_named(under.name),
                context.project.pieces.index(under),
                Fix(
                    message("fix-matched"),
                    replace(context.project, pieces=tuple(pieces)),
                ),
            )
