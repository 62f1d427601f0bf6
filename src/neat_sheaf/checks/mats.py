"""Mats on their panels, prints that stand as they should, and sets cut as one."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks.finding import Finding, Level, Mend, Table
from neat_sheaf.geometry import panel_size
from neat_sheaf.job import Print
from neat_sheaf.length import Length
from neat_sheaf.project import Edge, Face, MatOf, Panel, Piece

__all__ = ["check_mat", "check_matched", "check_print"]


def _place(piece: str, panel: Panel) -> str:
    return f"{piece}, column {panel.column}, row {panel.row}"


def check_mat(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A mat against its panel: both borders, and the size that would make them equal."""
    mat_of = piece.mat_of
    if mat_of is None:
        return
    under = table.project.piece(mat_of.piece)
    panel = None if under is None else panel_size(under, mat_of.panel)
    where = _place(mat_of.piece, mat_of.panel)

    def finding(level: Level, code: str, says: str, mend: Mend | None = None) -> Finding:
        return Finding(level, code, piece.name, says, index, mend)

    if panel is None or min(panel) <= 0:
        lone = Mend("make it no mat", table.with_piece(index, replace(piece, mat_of=None)))
        yield finding(Level.ERROR, "mat-without-panel", f"there is no panel at {where}", lone)
        return
    # It is checked whichever way round it lies: the way with the more even border.
    ways = ((piece.width, piece.height, False), (piece.height, piece.width, True))
    width, height, turned = min(ways, key=lambda way: abs((panel[0] - way[0]) - (panel[1] - way[1])))

    def sized(border_both: int) -> Mend | None:
        w, h = Length(panel[0] - border_both), Length(panel[1] - border_both)
        if min(w, h) <= 0:
            return None
        mended = replace(piece, width=h, height=w) if turned else replace(piece, width=w, height=h)
        return Mend(f"cut it {table.sizes(mended.width, mended.height)}", table.with_piece(index, mended))

    across, up = panel[0] - width, panel[1] - height
    if across < 0 or up < 0:
        yield finding(
            Level.ERROR,
            "mat-too-large",
            f"the mat is larger than its panel at {where} ({table.sizes(*panel)})",
            sized(2 * table.habits.border),
        )
    elif across != up:
        even = min(across, up)
        yield finding(
            Level.WARNING,
            "mat-uneven",
            f"on {where} the border is {table.said(across // 2)} left and right and {table.said(up // 2)} "
            f"above and below; {table.sizes(panel[0] - even, panel[1] - even)} would make it even",
            sized(even),
        )
    elif across == 0:
        says = f"the mat covers {where} edge to edge"
        yield finding(Level.NOTE, "mat-without-border", says, sized(2 * table.habits.border))


def check_print(table: Table, index: int, piece: Piece) -> Iterator[Finding]:
    """A print that would not stand upright on a panel that is seen."""
    prints = {paper.print for paper in table.papers.get(piece.paper, ())} or {Print.ONE_WAY}
    if not piece.follows_print:
        return
    for face in piece.faces:
        if panel_size(piece, face.panel) is None:
            says = f"there is no panel at {_place(piece.name, face.panel)} to be seen"
            less = replace(piece, faces=tuple(f for f in piece.faces if f is not face))
            mend = Mend("forget that panel", table.with_piece(index, less))
            yield Finding(Level.ERROR, "face-without-panel", piece.name, says, index, mend)
            continue
        sideways = face.up in (Edge.LEFT, Edge.RIGHT)
        if face.up is Edge.TOP or prints == {Print.NONE} or (not sideways and Print.ONE_WAY not in prints):
            continue
        if _covered(table, piece.name, face.panel):
            continue
        how = "lie on its side" if sideways else "stand upside down"
        yield Finding(
            Level.WARNING,
            "print-upside-down",
            piece.name,
            f"the print would {how} on {_place(piece.name, face.panel)}, which is seen",
            index,
            _laid_over(table, piece, face),
        )


def _covered(table: Table, piece: str, panel: Panel) -> bool:
    return any(p.mat_of == MatOf(piece, panel) for p in table.project.pieces)


def _laid_over(table: Table, piece: Piece, face: Face) -> Mend | None:
    """A mat of the same paper on that panel, cut the right way up."""
    size = panel_size(piece, face.panel)
    both = 2 * table.habits.border
    if size is None or min(size) <= both:
        return None
    names = {p.name for p in table.project.pieces}
    stem = name = f"{piece.name} mat {face.panel.column}.{face.panel.row}"
    n = 2
    while name in names:
        name, n = f"{stem} ({n})", n + 1
    width, height = Length(size[0] - both), Length(size[1] - both)
    # It is cut as it will stand, so a panel seen on its side takes it the other way round.
    if face.up in (Edge.LEFT, Edge.RIGHT):
        width, height = height, width
    mat = Piece(
        name,
        piece.paper,
        piece.per_kit,
        width,
        height,
        follows_print=True,
        mat_of=MatOf(piece.name, face.panel),
    )
    pieces = (*table.project.pieces, mat)
    return Mend(
        f"lay a mat on it, {table.sizes(width, height)}, cut the right way up",
        replace(table.project, pieces=pieces),
    )


def check_matched(table: Table) -> Iterator[Finding]:
    """Mats of one visible face that are cut separately, though the print should run on."""
    for under in table.project.pieces:
        for name in dict.fromkeys(f.name for f in under.faces if f.name):
            panels = [f.panel for f in under.faces if f.name == name]
            mats = [
                (n, p)
                for n, p in enumerate(table.project.pieces)
                if p.mat_of and p.mat_of.piece == under.name and p.mat_of.panel in panels and p.follows_print
            ]
            sets = {p.matched for _, p in mats}
            if len(mats) < 2 or len({p.paper for _, p in mats}) > 1 or (len(sets) == 1 and sets != {""}):
                continue
            pieces = list(table.project.pieces)
            label = f"{under.name} {name}"
            for n, p in mats:
                pieces[n] = replace(p, matched=label)
            listed = ", ".join(p.name for _, p in mats)
            yield Finding(
                Level.WARNING,
                "print-does-not-run-on",
                under.name,
                f"{listed} are seen together as the {name} of {under.name}, but are cut separately: "
                "the print will not run on from panel to panel",
                table.project.pieces.index(under),
                Mend(
                    "cut them as one block, in the order of the panels",
                    replace(table.project, pieces=tuple(pieces)),
                ),
            )
