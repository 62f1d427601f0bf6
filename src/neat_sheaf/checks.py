"""What will not go together, and why: each finding has a code, a place and a sentence."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from neat_sheaf.geometry import floor, panel_size, panels
from neat_sheaf.length import Length, Unit, inches, write_length
from neat_sheaf.project import Fit, Line, Piece, Project, Side

__all__ = ["Finding", "Level", "check_project"]

CLOSEST_SCORES = inches("1/8")
SNUG = inches("1/16")  # Common practice.
EASY = inches("1/8")  # Common practice.
LOOSEST_LID = inches("3/16")  # Common practice.
NEAR = inches("1/4")  # From memory: a symmetry missed by more than this is no slip.


class Level(StrEnum):
    """How grave: it will not go together, look again, or good to know."""

    ERROR = "error"
    WARNING = "warning"
    NOTE = "note"


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing noticed. ``piece`` is the index of the line it concerns, None for the whole."""

    level: Level
    code: str
    where: str
    says: str
    piece: int | None = None


def check_project(project: Project, units: Unit) -> list[Finding]:
    """Every finding about a project, in the order of its list."""
    found: list[Finding] = []
    for index, piece in enumerate(project.pieces):
        found += _check_piece(index, piece, units)
        found += _check_mat(index, piece, project, units)
    for fit in project.fits:
        found += _check_lid(fit, project, units)
    return found


def _said(length: int, units: Unit) -> str:
    text = write_length(Length(length), units)
    return text if text.endswith("mm") else f"{text} {units}"


def _sizes(width: int, height: int, units: Unit) -> str:
    return f"{write_length(Length(width), units)} x {_said(height, units)}"


def _check_piece(index: int, piece: Piece, units: Unit) -> Iterator[Finding]:
    def finding(level: Level, code: str, says: str) -> Finding:
        return Finding(level, code, piece.name, says, index)

    for along, side in ((Side.WIDTH, piece.width), (Side.HEIGHT, piece.height)):
        lines = [line for line in piece.scores if line.along is along]
        sound = True
        for line in (line for line in lines if not 0 < line.at < side):
            sound = False
            yield finding(
                Level.ERROR,
                "score-outside",
                f"the score at {_said(line.at, units)} along the {along} is not inside the piece, "
                f"which is {_said(side, units)} that way",
            )
        for a, b in pairwise(sorted(lines, key=lambda line: line.at)):
            if a.at == b.at:
                if a == b:
                    sound = False
                    yield finding(
                        Level.ERROR,
                        "score-doubled",
                        f"the score at {_said(a.at, units)} along the {along} is written twice",
                    )
            elif b.at - a.at < CLOSEST_SCORES and a.full and b.full:
                sound = False
                yield finding(
                    Level.WARNING,
                    "scores-close",
                    f"the scores at {_said(a.at, units)} and {_said(b.at, units)} along the {along} "
                    f"are only {_said(b.at - a.at, units)} apart",
                )
        if sound:
            yield from _check_symmetry(index, piece, along, side, lines, units)


def _check_symmetry(
    index: int, piece: Piece, along: Side, side: Length, lines: list[Line], units: Unit
) -> Iterator[Finding]:
    """Three panels or more whose outer two nearly match: one score may be a slip."""
    at = sorted({line.at for line in lines if line.full})
    sizes = panels(side, at)
    if len(sizes) < 3:
        return
    wrong = [(i, len(sizes) - 1 - i) for i in range(len(sizes) // 2) if sizes[i] != sizes[-1 - i]]
    if len(wrong) != 1 or wrong[0][0] != 0 or len(sizes) % 2 == 0:
        return
    first, last = sizes[0], sizes[-1]
    if abs(first - last) > NEAR:
        return
    mended = Length(side - first)
    says = (
        f"along the {along} the outer panels are {_said(first, units)} and {_said(last, units)}; "
        f"a score at {_said(mended, units)} instead of {_said(at[-1], units)} would make them alike"
    )
    yield Finding(Level.WARNING, "symmetry-broken", piece.name, says, index)


def _check_mat(index: int, piece: Piece, project: Project, units: Unit) -> Iterator[Finding]:
    mat_of = piece.mat_of
    if mat_of is None:
        return

    def finding(level: Level, code: str, says: str) -> Finding:
        return Finding(level, code, piece.name, says, index)

    under = project.piece(mat_of.piece)
    panel = None if under is None else panel_size(under, mat_of.panel)
    where = f"{mat_of.piece}, column {mat_of.panel.column}, row {mat_of.panel.row}"
    if panel is None or min(panel) <= 0:
        yield finding(Level.ERROR, "mat-without-panel", f"there is no panel at {where}")
        return
    # It is checked whichever way round it lies: the way with the more even border.
    width, height = min(
        ((piece.width, piece.height), (piece.height, piece.width)),
        key=lambda way: abs((panel[0] - way[0]) - (panel[1] - way[1])),
    )
    across, up = panel[0] - width, panel[1] - height
    if across < 0 or up < 0:
        yield finding(
            Level.ERROR,
            "mat-too-large",
            f"the mat is larger than its panel at {where} ({_sizes(*panel, units)})",
        )
    elif across != up:
        even = min(across, up)
        yield finding(
            Level.WARNING,
            "mat-uneven",
            f"on {where} the border is {_half(across, units)} left and right and {_half(up, units)} "
            f"above and below; {_sizes(panel[0] - even, panel[1] - even, units)} would make it even",
        )
    elif across == 0:
        yield finding(Level.NOTE, "mat-without-border", f"the mat covers {where} edge to edge")


def _half(both: int, units: Unit) -> str:
    """Half of a length that may be an odd number of nanometres."""
    return _said(both // 2, units)


def _check_lid(fit: Fit, project: Project, units: Unit) -> Iterator[Finding]:
    outer, inner = project.piece(fit.outer), project.piece(fit.inner)
    where = f"{fit.outer} over {fit.inner}"
    if outer is None or inner is None:
        missing = fit.outer if outer is None else fit.inner
        yield Finding(Level.ERROR, "fit-without-piece", where, f"there is no piece called {missing}")
        return
    index = project.pieces.index(outer)
    over, under = floor(outer), floor(inner)
    if over is None or under is None:
        flat = fit.outer if over is None else fit.inner
        says = f"{flat} has no floor: it wants two scores along each side"
        yield Finding(Level.ERROR, "tray-without-floor", where, says, index)
        return
    clear = min(a - b for a, b in zip(sorted(over), sorted(under), strict=True))
    widest = max(a - b for a, b in zip(sorted(over), sorted(under), strict=True))
    sizes = f"the lid's floor is {_sizes(*over, units)}, the base's {_sizes(*under, units)}"
    if clear < SNUG:
        short = _said(SNUG - clear, units)
        says = f"{sizes}: the lid wants {short} more to clear the base snugly"
        yield Finding(Level.ERROR, "lid-too-small", where, says, index)
    elif widest > LOOSEST_LID:
        says = f"{sizes}: {_said(widest, units)} of play, the lid may fall off"
        yield Finding(Level.WARNING, "lid-too-loose", where, says, index)
    else:
        feel = "snug" if widest < EASY else "easy"
        says = f"{sizes}: clears by {_said(clear, units)}, {feel}"
        yield Finding(Level.NOTE, "lid-clears", where, says, index)
