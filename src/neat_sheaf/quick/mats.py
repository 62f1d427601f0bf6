"""Which panel a mat lies on, where the line names none."""

from __future__ import annotations

from neat_sheaf.measure.length import Length, inches
from neat_sheaf.messages import message
from neat_sheaf.project import MatOf, Panel, Piece
from neat_sheaf.project.panels import columns, panel_size, rows
from neat_sheaf.quick.draft import Mat, Reading

__all__ = ["EVEN", "even_panels", "resolve_mat"]

EVEN = inches("1/32")  # From memory: borders that differ by less look even.
MOST_OFFERED = 6


def even_panels(under: Piece, size: tuple[Length, Length]) -> list[Panel]:
    """The panels on which a mat of ``size`` (nm) leaves an even border, whichever way round it lies."""
    found = []
    for panel in _panels(under):
        sides = panel_size(under, panel)
        if sides is None:
            continue
        for width, height in (size, size[::-1]):
            across, up = sides[0] - width, sides[1] - height
            if min(across, up) >= 0 and abs(across - up) <= 2 * EVEN:
                found.append(panel)
                break
    return found


def _panels(under: Piece) -> list[Panel]:
    tabs = {tab.panel for tab in under.tabs}
    return [
        panel
        for row in range(1, len(rows(under)) + 1)
        for column in range(1, len(columns(under)) + 1)
        if (panel := Panel(column, row)) not in tabs and panel not in under.removed
    ]


def resolve_mat(reading: Reading, mat: Mat) -> MatOf:
    """What the mat lies on; a question where its panel is not said and the size does not tell it."""
    if mat.panel is not None:
        return MatOf(mat.piece, mat.panel, mat.until)
    under = reading.known.listed.get(mat.piece)
    if under is None:
        # A piece that is not on the list has been asked about already.
        if not any(question.code == "unknown-piece" for question in reading.questions):
            reading.ask(mat.start, mat.end, message("which-panel.unknown", piece=mat.piece))
        return MatOf(mat.piece, Panel(1, 1))
    every = _panels(under)
    if len(every) == 1:
        return MatOf(mat.piece, every[0])
    even = even_panels(under, reading.size)
    if len(even) == 1:
        return MatOf(mat.piece, even[0])
    offered = even or [p for p in every if _holds(under, p, reading.size)] or every
    said = [f"mat of {mat.piece} column {p.column} row {p.row}" for p in offered[:MOST_OFFERED]]
    key = "which-panel.several" if even else "which-panel.none"
    reading.ask(mat.start, mat.end, message(key, piece=mat.piece), *said)
    return MatOf(mat.piece, offered[0])


def _holds(under: Piece, panel: Panel, size: tuple[Length, Length]) -> bool:
    sides = panel_size(under, panel)
    return sides is not None and min(sides) >= min(size) and max(sides) >= max(size)
