"""The cut-and-score sheet for attendees, set as a PDF: drawings to scale, numbers, steps, cautions."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from typing import TypedDict

from django.utils.safestring import SafeString, mark_safe

from neat_sheaf.formats.svg_file import piece_drawing
from neat_sheaf.measure.length import MILLIMETRE, Length, Unit, say_length, say_size, write_length
from neat_sheaf.measure.lettering import letter_of
from neat_sheaf.measure.side import Side
from neat_sheaf.project import CutMethod, Line, Piece, Project, SupplyUse
from neat_sheaf.project.assembly import CAUTION_SAYS, Caution, Step, When, cautions_for
from neat_sheaf.project.panels import columns, rows
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Studio
from studio.config.pages import PageSize, fractions, printed, ruler
from studio.cupboard.models import Supply

__all__ = ["printed_sheet", "scale_for"]

# The room for one drawing, nm.
_PLACE = (84 * MILLIMETRE, 62 * MILLIMETRE)
_CUTS = {CutMethod.TRIM: "", CutMethod.DIE: "die-cut", CutMethod.PUNCH: "punched"}


class _PieceRow(TypedDict):
    letter: str
    name: str
    count: int
    size: SafeString
    paper: str
    notes: list[SafeString]
    width: str
    height: str
    box: str
    drawing: SafeString


def scale_for(project: Project) -> int:
    """The largest scale 1 : n, n whole, at which every piece of the list fits its place on the sheet."""
    over = [
        -(-side // room)
        for p in project.pieces
        for side, room in zip((p.width, p.height), _PLACE, strict=True)
    ]
    return max(over, default=1)


def printed_sheet(project: Project, studio: Studio, paper: PageSize, version: str = "") -> bytes:
    """The sheet as PDF bytes, on ``letter`` or ``a4``; drawings at the scale that it says."""
    units = studio.measure
    supplies = {str(supply.pk): supply for supply in studio.supplies.all()}
    names = {key: supply.name for key, supply in supplies.items()}
    scale = scale_for(project)
    return printed(
        "cut_and_score_sheet.html",
        paper,
        {
            "project": project,
            "version": version,
            "studio": studio,
            "units": units,
            "scale": scale,
            "ruler": ruler(units),
            "pairs": _pairs([_piece(piece, n, units, scale) for n, piece in enumerate(project.pieces)]),
            "before": _steps(project, When.BEFORE, names),
            "table": _steps(project, When.TABLE, names),
            "supplies": [_supply(use, supplies[use.supply], units) for use in project.supplies],
            "contents": [content.name for content in project.contents],
            "cautions": [CAUTION_SAYS[c] for c in _cautions(project, names)],
        },
    )


def _pairs(pieces: list[_PieceRow]) -> list[list[_PieceRow]]:
    """Two beside each other: a pair is never parted by a page's end."""
    return [pieces[n : n + 2] for n in range(0, len(pieces), 2)]


def _piece(piece: Piece, number: int, units: Unit, scale: int) -> _PieceRow:
    width, height = Fraction(piece.width, MILLIMETRE), Fraction(piece.height, MILLIMETRE)
    drawing = piece_drawing(piece, scale)
    return {
        "letter": letter_of(number),
        "name": piece.name,
        "count": piece.per_kit,
        "size": fractions(say_size(piece.width, piece.height, units)),
        "paper": piece.paper,
        "notes": _notes(piece, units),
        # Half a millimetre all round, so that no stroke is cut off.
        "width": f"{float(width / scale) + 1:.4f}mm",
        "height": f"{float(height / scale) + 1:.4f}mm",
        "box": f"{-0.5 * scale} {-0.5 * scale} {float(width) + scale} {float(height) + scale}",
        "drawing": mark_safe(drawing),  # noqa: S308 - our own SVG, its text escaped
    }


def _notes(piece: Piece, units: Unit) -> list[SafeString]:
    notes: list[str] = []
    for side, panels in ((Side.WIDTH, columns(piece)), (Side.HEIGHT, rows(piece))):
        full = [line for line in piece.scores if line.along is side and line.full]
        if full:
            size = piece.width if side is Side.WIDTH else piece.height
            at = ", ".join(write_length(line.at, units) for line in full)
            into = ", ".join(write_length(panel, units) for panel in panels)
            notes.append(f"Score along the {say_length(size, units)} {side}: {at} (panels {into})")
    notes += _lines("Score", [line for line in piece.scores if not line.full], units)
    for diagonal in piece.diagonals:
        ends = [
            f"({write_length(x, units)}, {write_length(y, units)})" for x, y in (diagonal.start, diagonal.end)
        ]
        notes.append(f"Score from {ends[0]} to {ends[1]}")
    notes += _lines("Slit", piece.slits, units)
    for hole in piece.holes:
        at_x, at_y = write_length(hole.x, units), write_length(hole.y, units)
        notes.append(
            f"Hole {say_length(hole.diameter, units)} across, {at_x} from the left, {at_y} from the bottom"
        )
    notes += [
        f"{c.shape.capitalize()} the {c.corner.replace('-', ' ')} corner {say_length(c.size, units)}"
        for c in piece.corners
    ]
    if piece.tabs:
        where = ", ".join(f"column {t.panel.column} row {t.panel.row}" for t in piece.tabs)
        notes.append(f"Tabs: {where}")
    if piece.mat_of is not None:
        panel = piece.mat_of.panel
        notes.append(f"Goes on {piece.mat_of.piece}, column {panel.column}, row {panel.row}")
    if piece.follows_print:
        notes.append("Print upright")
    if _CUTS[piece.cut]:
        margin = f", {say_length(piece.margin, units)} of margin all round" if piece.margin else ""
        portion = "" if piece.portion.quarters == 4 else f", one is a {piece.portion.replace('-', ' ')}"
        notes.append(f"{_CUTS[piece.cut].capitalize()}{margin}{portion}")
    return [fractions(note) for note in notes]


def _lines(word: str, lines: Sequence[Line], units: Unit) -> list[str]:
    """Lines that run alike are said together."""
    alike: dict[Line, list[Length]] = {}
    for line in lines:
        alike.setdefault(replace(line, at=Length(0)), []).append(line.at)
    said = []
    for line, places in alike.items():
        at = ", ".join(write_length(place, units) for place in places)
        start = "the edge" if line.start is None else write_length(line.start, units)
        end = "the far edge" if line.end is None else write_length(line.end, units)
        relief = f", a wedge of {say_length(line.relief, units)} off both sides" if line.relief else ""
        said.append(f"{word} at {at} along the {line.along}, from {start} to {end}{relief}")
    return said


def _steps(project: Project, when: When, names: dict[str, str]) -> list[dict[str, object]]:
    return [
        {
            "number": number,
            "says": fractions(step.says),
            "pieces": ", ".join(step.pieces),
            "tool": step.tool,
            "supplies": ", ".join(names.get(supply, supply) for supply in step.supplies),
            "minutes": None if step.minutes is None else format(step.minutes.normalize(), "f"),
            "cautions": [CAUTION_SAYS[caution] for caution in step.cautions],
        }
        for number, step in enumerate(project.steps, 1)
        if step.when is when
    ]


def _cautions(project: Project, names: dict[str, str]) -> list[Caution]:
    """Cautions that belong on the sheet: those of its steps, its tools and its cutting."""
    said = [*project.tools, *(names.get(use.supply, "") for use in project.supplies), "trimmer"]
    said += [content.name for content in project.contents]
    if any(piece.cut is CutMethod.DIE for piece in project.pieces):
        said.append("die-cutting machine")
    steps: tuple[Step, ...] = project.steps
    asked = {c for step in steps for c in step.cautions} | set(cautions_for(*said))
    return [caution for caution in Caution if caution in asked]


def _supply(use: SupplyUse, supply: Supply, units: Unit) -> dict[str, object]:
    if use.length is not None:
        each = say_length(use.cut_length, units)
        amount = each if use.cuts == 1 else f"{use.cuts} of {each}"
    else:
        amount = format((use.count or Decimal(0)).normalize(), "f")
        amount += " ml" if supply.unit == SupplyUnit.ML else ""
    return {"name": supply.name, "amount": fractions(amount)}
