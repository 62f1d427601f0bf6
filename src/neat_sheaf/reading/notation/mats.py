"""Which panel a mat lies on, where the line names none."""

from __future__ import annotations

from collections.abc import Mapping

from neat_sheaf.measure.length import Length, inches
from neat_sheaf.messages import message
from neat_sheaf.project import MatOf, Panel
from neat_sheaf.project.matting import panels_to_mat
from neat_sheaf.reading.notation.draft import Mat, Reading

__all__ = ["EVEN", "even_panels", "resolve_mat"]

EVEN = inches("1/32")  # From memory: borders that differ by less look even.
MOST_OFFERED = 6


def even_panels(sizes: Mapping[Panel, tuple[Length, Length]], size: tuple[Length, Length]) -> list[Panel]:
    """The panels on which a mat of ``size`` (nm) leaves an even border, whichever way round it lies."""
    return [panel for panel, sides in sizes.items() if any(_even(sides, way) for way in (size, size[::-1]))]


def _even(sides: tuple[Length, Length], size: tuple[Length, Length]) -> bool:
    across, up = sides[0] - size[0], sides[1] - size[1]
    return min(across, up) >= 0 and abs(across - up) <= 2 * EVEN


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
    sizes = panels_to_mat(under)
    every = list(sizes)
    if len(every) == 1:
        return MatOf(mat.piece, every[0])
    if not every:
        reading.ask(mat.start, mat.end, message("which-panel.unknown", piece=mat.piece))
        return MatOf(mat.piece, Panel(1, 1))
    even = even_panels(sizes, reading.size)
    if len(even) == 1:
        return MatOf(mat.piece, even[0])
    offered = even or [p for p in every if _holds(sizes[p], reading.size)] or every
    said = [f"mat of {mat.piece} column {p.column} row {p.row}" for p in offered[:MOST_OFFERED]]
    key = "which-panel.several" if even else "which-panel.none"
    reading.ask(mat.start, mat.end, message(key, piece=mat.piece), *said)
    return MatOf(mat.piece, offered[0])


def _holds(sides: tuple[Length, Length], size: tuple[Length, Length]) -> bool:
    return min(sides) >= min(size) and max(sides) >= max(size)
