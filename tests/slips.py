"""Single slips in a sound list: a number off, a slit left out. For the tests and the benchmark."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from neat_sheaf.checks import Level, check_project
from neat_sheaf.folding import fold
from neat_sheaf.folding.library import FORMS, StartError, started
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, Unit, parse_length
from neat_sheaf.project import Piece, Project
from neat_sheaf.wording import english

# Rooms (width, depth, height) that each form can have; of a flat one no depth.
ROOMS: dict[Unit, list[tuple[str, str, str]]] = {
    "in": [("4", "3", "1"), ("3", "1 1/2", "3 3/4"), ("2 1/2", "2 1/2", "2"), ("3", "1/2", "4")],
    "cm": [("9", "6", "2.5"), ("7", "4", "8"), ("8", "1.2", "10")],
    "mm": [("92", "64", "30"), ("75", "75", "50")],
}
OFF = {"in": ("1/8", "1/4", "3/8"), "cm": ("0.4", "0.7"), "mm": ("4", "8")}


def library(flat_too: bool = True) -> Iterator[tuple[str, Unit, tuple[Length, ...], Project]]:
    """Every form in every size that it can have, in three units."""
    for units, rooms in ROOMS.items():
        for code, start in FORMS.items():
            if start.flat and not flat_too:
                continue
            for w, d, h in rooms:
                width, depth, height = (parse_length(text, units) for text in (w, d, h))
                room = (width, Length(0) if start.flat else depth, height)
                try:
                    yield code, units, room, started(code, room, english(units), USUAL_HABITS)
                except StartError:
                    continue


def slips(project: Project, units: Unit) -> Iterator[tuple[str, str, Project]]:
    """(kind, piece, the list with the slip): every score, slit and tab of what is folded, one at a time."""
    for n, piece in enumerate(project.pieces):
        if piece.mat_of is not None:
            continue
        for kind, wrong in _of_piece(piece, units):
            pieces = (*project.pieces[:n], wrong, *project.pieces[n + 1 :])
            yield kind, piece.name, replace(project, pieces=pieces)


def _of_piece(piece: Piece, units: Unit) -> Iterator[tuple[str, Piece]]:
    for k, line in enumerate(piece.scores):
        for off in OFF[units]:
            for sign in (1, -1):
                at = Length(line.at + sign * parse_length(off, units))
                scores = (*piece.scores[:k], replace(line, at=at), *piece.scores[k + 1 :])
                yield "score", replace(piece, scores=scores)
    for k in range(len(piece.slits)):
        yield "slit", replace(piece, slits=piece.slits[:k] + piece.slits[k + 1 :])
    for k in range(len(piece.tabs)):
        yield "tab", replace(piece, tabs=piece.tabs[:k] + piece.tabs[k + 1 :])
    for off in OFF[units]:
        for sign in (1, -1):
            by = sign * parse_length(off, units)
            yield "size", replace(piece, width=Length(piece.width + by))
            yield "size", replace(piece, height=Length(piece.height + by))


def harmless(sound: Project, wrong: Project) -> bool:
    """Whether nothing of the folded things changed: the same forms, outsides and rooms. A longer tab is."""
    return all(
        (one.form, one.finished, one.room) == (other.form, other.finished, other.room)
        for one, other in zip(map(fold, sound.pieces), map(fold, wrong.pieces), strict=True)
    )


def noticed(project: Project, units: Unit) -> list[tuple[str, int | None]]:
    """(code, piece) of everything but notes."""
    return [
        (finding.code, finding.piece)
        for finding in check_project(project, units)
        if finding.level is not Level.NOTE
    ]
