"""Mats for the panels of a piece: which panels take one, and how large it is. Lengths in nm."""

from __future__ import annotations

from collections.abc import Collection, Iterable

from neat_sheaf.measure.length import Length
from neat_sheaf.project import MatOf, Panel, Piece
from neat_sheaf.project.panels import columns, panel_size, rows

__all__ = ["MOST_PANELS", "free_name", "mat_for", "mat_name", "mats_for", "panels_to_mat"]


# Nobody mats more; a grid of scores can make a million panels.
MOST_PANELS = 400


def panels_to_mat(piece: Piece) -> dict[Panel, tuple[Length, Length]]:
    """The panels of a piece that can take a mat, with their sizes: neither a tab nor cut away.

    None at all where there are more than 400.
    """
    wide, high = columns(piece), rows(piece)
    if len(wide) * len(high) > MOST_PANELS:
        return {}
    gone = {tab.panel for tab in piece.tabs} | set(piece.removed)
    return {
        panel: (width, height)
        for row, height in enumerate(high, 1)
        for column, width in enumerate(wide, 1)
        if (panel := Panel(column, row)) not in gone
    }


def mat_for(piece: Piece, panel: Panel, border: Length, paper: str, name: str) -> Piece | None:
    """A mat with an even border on a panel, cut as it is seen; None where the panel is too small."""
    size = panel_size(piece, panel)
    if size is None or min(size) <= 2 * border:
        return None
    width, height = (Length(side - 2 * border) for side in size)
    if any(f.panel == panel and f.up.value in ("left", "right") for f in piece.faces):
        width, height = height, width
    follows = paper.lower().startswith(("print", "pattern"))
    return Piece(
        name, paper, piece.per_kit, width, height, follows_print=follows, mat_of=MatOf(piece.name, panel)
    )


def mat_name(piece: Piece, panel: Panel, taken: Collection[str]) -> str:
    """A name for a mat of a panel that is none of those ``taken``."""
    return free_name(f"{piece.name} mat {panel.column}.{panel.row}", taken)


def free_name(stem: str, taken: Collection[str]) -> str:
    """A name that is not taken: the stem itself, or with a number behind it."""
    name, n = stem, 2
    while name in taken:
        name, n = f"{stem} ({n})", n + 1
    return name


def mats_for(
    piece: Piece, panels: Iterable[Panel], border: Length, paper: str, taken: Collection[str]
) -> list[Piece]:
    """A mat for each of these panels that is large enough; each under a name that is not taken."""
    found: list[Piece] = []
    names = set(taken)
    for panel in panels:
        name = mat_name(piece, panel, names)
        mat = mat_for(piece, panel, border, paper, name)
        if mat is not None:
            names.add(name)
            found.append(mat)
    return found
