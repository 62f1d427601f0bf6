"""The cut-and-score sheet for attendees, set as a PDF: drawings to scale, numbers, steps, cautions."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from typing import TypedDict

from django.utils.safestring import SafeString, mark_safe

from neat_sheaf.errors import fault
from neat_sheaf.folding import Form
from neat_sheaf.folding.together import folded_in
from neat_sheaf.formats.folded_svg import isometric
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.svg_file import piece_drawing
from neat_sheaf.limits import MOST_PRINTED_PIECES
from neat_sheaf.measure.length import MILLIMETRE, Length, write_length
from neat_sheaf.measure.lettering import letter_of
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Boxed, Measured, Message, Sized, message, several
from neat_sheaf.project import (
    CutMethod,
    FitKind,
    Fold,
    Glue,
    Line,
    Outline,
    Panel,
    Piece,
    Portion,
    Project,
    SupplyUse,
    Window,
    WindowShape,
)
from neat_sheaf.project.assembly import Caution, Step, When, cautions_for
from neat_sheaf.project.panels import columns, rows
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.common.pages import PageSize, fractions, printed
from studio.cupboard.models import Supply

__all__ = ["printable", "printed_sheet", "scale_for"]

# Words of a step after which the thing stands. Common practice.
_FOLDING = re.compile(r"\b(fold|glue|close|stick|tape|form|assemble|wrap|build)", re.IGNORECASE)
# The room for one drawing, nm.
_PLACE = (84 * MILLIMETRE, 62 * MILLIMETRE)


class _PieceRow(TypedDict):
    letter: str
    name: str
    count: str
    size: SafeString
    paper: str
    notes: list[SafeString]
    width: str
    height: str
    box: str
    drawing: SafeString
    folded: SafeString
    solid: SafeString


def printable(pieces: Sequence[Piece]) -> int:
    """How many pieces there are to print. FileError for more than a sheet can have."""
    if len(pieces) > MOST_PRINTED_PIECES:
        many = {"found": len(pieces), "most": MOST_PRINTED_PIECES}
        raise FileError([fault("", "too-many-printed.pieces", **many)])
    return len(pieces)


def scale_for(project: Project) -> int:
    """The largest scale 1 : n, n whole, at which every piece of the list fits its place on the sheet."""
    over = [
        -(-side // room)
        for p in project.pieces
        for side, room in zip((p.width, p.height), _PLACE, strict=True)
    ]
    return max(over, default=1)


def printed_sheet(
    project: Project, studio: Studio, paper: PageSize, voice: Voice, version: str = ""
) -> bytes:
    """The sheet as PDF bytes, on ``letter`` or ``a4``; drawings at the scale that it says."""
    supplies = {str(supply.pk): supply for supply in studio.supplies.all()}
    names = {key: supply.name for key, supply in supplies.items()}
    scale = scale_for(project)
    rows = [_piece(project, piece, n, voice, scale) for n, piece in enumerate(project.pieces)]
    title = voice.say("sheet.versioned", version=version) if version else voice.say("sheet.title")
    return printed(
        "cut_and_score_sheet.html",
        paper,
        voice,
        {
            "project": project,
            "title": title,
            "studio": studio,
            "scale": str(scale),
            "pairs": [rows[n : n + 2] for n in range(0, len(rows), 2)],
            "before": _steps(project, When.BEFORE, names, voice),
            "table": _steps(project, When.TABLE, names, voice),
            "supplies": [_supply(use, supplies[use.supply], voice) for use in project.supplies],
            "contents": [voice.say("sheet.content", content=content.name) for content in project.contents],
            "cautions": [_caution(caution, voice) for caution in _cautions(project, names)],
        },
    )


def _caution(caution: Caution, voice: Voice) -> str:
    return voice.say(f"caution.{caution}")


def _piece(project: Project, piece: Piece, number: int, voice: Voice, scale: int) -> _PieceRow:
    width, height = Fraction(piece.width, MILLIMETRE), Fraction(piece.height, MILLIMETRE)
    drawing = piece_drawing(piece, scale)
    return {
        "letter": letter_of(number),
        "name": piece.name,
        "count": "" if piece.per_kit == 1 else voice.say("sheet.count", count=piece.per_kit),
        "size": fractions(voice.size(piece.width, piece.height)),
        "paper": voice.say("sheet.paper", paper=piece.paper),
        "notes": [fractions(note) for note in (*_notes(piece, voice), *_glued(project, piece, voice))],
        # Half a millimetre all round, so that no stroke is cut off.
        "width": f"{float(width / scale) + 1:.4f}mm",
        "height": f"{float(height / scale) + 1:.4f}mm",
        "box": f"{-0.5 * scale} {-0.5 * scale} {float(width) + scale} {float(height) + scale}",
        "drawing": mark_safe(drawing),  # noqa: S308 - our own SVG, its text escaped
        "folded": fractions(_folded(project, piece, voice)),
        "solid": _solid(project, piece, 26),
    }


def _folded(project: Project, piece: Piece, voice: Voice) -> str:
    folded = folded_in(project, piece)
    if folded.form is None or folded.form is Form.FLAT or folded.finished is None:
        return ""
    if folded.form is Form.BY_HAND:
        return voice.say("sheet-folded.size", size=Boxed(*folded.finished))
    form = voice.say(f"form.{folded.form}")
    return voice.say("sheet-folded.form", form=form, size=Boxed(*folded.finished))


def _solid(project: Project, piece: Piece, longest: int) -> SafeString:
    """The folded piece as a line drawing; nothing of one that is flat, or folds in no known way."""
    return mark_safe(isometric(folded_in(project, piece), longest) if _stands(project, piece) else "")  # noqa: S308 - our own SVG


def _stands(project: Project, piece: Piece) -> bool:
    """Whether it folds into a thing that is known and not flat."""
    finished = folded_in(project, piece).finished
    return finished is not None and 0 not in finished


def _notes(piece: Piece, voice: Voice) -> Iterator[str]:
    def bare(length: Length) -> str:
        return write_length(length, voice.units)

    for side, panels in ((Side.WIDTH, columns(piece)), (Side.HEIGHT, rows(piece))):
        full = [line for line in piece.scores if line.along is side and line.full]
        if full:
            yield voice.say(
                "sheet-note.scores",
                size=Measured(piece.width if side is Side.WIDTH else piece.height),
                side=side,
                scores=several(bare(line.at) for line in full),
                panels=several(map(bare, panels)),
            )
    yield from _lines("score", [line for line in piece.scores if not line.full], voice)
    for diagonal in piece.diagonals:
        start, end = (f"({bare(x)}, {bare(y)})" for x, y in (diagonal.start, diagonal.end))
        yield voice.say("sheet-note.diagonal", start=start, end=end)
    yield from _folds(piece, voice)
    yield from _lines("slit", piece.slits, voice)
    for hole in piece.holes:
        key = "sheet-note.hole-through" if hole.through else "sheet-note.hole"
        through = {"side": hole.through} if hole.through else {}
        place = {"left": bare(hole.x), "bottom": bare(hole.y)}
        yield voice.say(key, size=Measured(hole.diameter), **place, **through)
    for c in piece.corners:
        if c.rise is None:
            yield voice.say(f"sheet-note.{c.shape}", corner=c.corner, size=Measured(c.size))
        else:
            yield voice.say(f"sheet-note.{c.shape}-two", corner=c.corner, size=Sized(*c.sizes))
    yield from _cut_outs(piece, voice)
    if piece.tabs:
        tabs = (message("sheet-panel", column=t.panel.column, row=t.panel.row) for t in piece.tabs)
        yield voice.say("sheet-note.tabs", tabs=several(tabs))
    if piece.mat_of is not None:
        panel = piece.mat_of.panel
        until = piece.mat_of.until
        over = {} if until is None else {"to_column": until.column, "to_row": until.row}
        key = "sheet-note.mat" if until is None else "sheet-note.mat-over"
        yield voice.say(key, piece=piece.mat_of.piece, column=panel.column, row=panel.row, **over)
    if piece.pass_of is not None:
        yield voice.say("sheet-note.pass", die=piece.pass_of.piece, gives=piece.pass_of.gives)
    if piece.word:
        yield voice.say("sheet-note.word", word=piece.word)
    if piece.note:
        yield voice.say("sheet-note.note", note=piece.note)
    if piece.spares:
        yield voice.say("sheet-note.spares", spares=piece.spares)
    if piece.follows_print:
        yield voice.say("sheet-note.upright")
    if piece.cut is not CutMethod.TRIM:
        how = message(f"sheet-note.{piece.cut}")
        if piece.margin:
            how = message("sheet-note.margin", how=how, margin=Measured(piece.margin))
        if piece.pitch:
            how = message("sheet-note.pitch", how=how, pitch=Measured(piece.pitch))
        if piece.portion is not Portion.WHOLE:
            how = message("sheet-note.portion", how=how, portion=piece.portion)
        yield voice.words(how)


def _folds(piece: Piece, voice: Voice) -> Iterator[str]:
    """How far the scores are folded, where that is set; those that fold alike are said together."""
    alike: dict[tuple[Side, int, Fold], list[str]] = {}
    for line in piece.scores:
        if line.angle is not None:
            alike.setdefault((line.along, line.angle, line.fold), []).append(
                write_length(line.at, voice.units)
            )
    for (side, angle, fold_), places in alike.items():
        key = f"sheet-note.fold-{fold_}" if angle else "sheet-note.fold-flat"
        degrees = {"degrees": angle} if angle else {}
        yield voice.say(key, side=side, at=several(dict.fromkeys(places), "and"), **degrees)


def _glued(project: Project, piece: Piece, voice: Voice) -> Iterator[str]:
    """What it is glued to: which panel on which, and the two edges that meet."""
    said: dict[str, None] = {}
    for fit in project.fits:
        if fit.kind is not FitKind.GLUED or fit.outer != piece.name:
            continue
        own, other = fit.outer_panel or Panel(1, 1), fit.inner_panel or Panel(1, 1)
        onto = message("sheet-panel", column=other.column, row=other.row)
        panel = message("sheet-panel", column=own.column, row=own.row)
        glue = fit.glue or Glue()
        if glue.outer_edge is None or glue.inner_edge is None:
            note = voice.say("sheet-note.glued", panel=panel, onto=onto, piece=fit.inner)
        else:
            note = voice.say(
                "sheet-note.glued-edges",
                panel=panel, onto=onto, piece=fit.inner, edge=glue.outer_edge, to_edge=glue.inner_edge,
            )  # fmt: skip
        said[note] = None
    yield from said


def _cut_outs(piece: Piece, voice: Voice) -> Iterator[str]:
    """Shaped ends, notches, windows, panels cut away, and an oval outline."""

    if piece.outline is Outline.OVAL:
        yield voice.say("sheet-note.circle" if piece.width == piece.height else "sheet-note.oval")
    for end in piece.ends:
        inset = {"inset": Measured(end.inset)} if end.inset else {}
        yield voice.say(f"sheet-note.{end.shape}", edge=end.edge, depth=Measured(end.depth), **inset)
    for notch in piece.notches:
        size = Sized(notch.width, notch.depth)
        if notch.at is None:
            yield voice.say(f"sheet-note.{notch.shape}-centred", edge=notch.edge, size=size)
        else:
            yield voice.say(f"sheet-note.{notch.shape}", edge=notch.edge, size=size, at=Measured(notch.at))
    for w in piece.windows:
        key = "sheet-note.window" if w.panel is None else "sheet-note.window-panel"
        shape = "sheet-shape.oval" if w.shape is WindowShape.OVAL else "sheet-shape.rectangle"
        on = {} if w.panel is None else {"column": w.panel.column, "row": w.panel.row}
        size = Sized(w.width, w.height)
        yield voice.say(key, shape=message(shape), size=size, place=_place(w), **on)
    if piece.removed:
        gone = (message("sheet-panel", column=p.column, row=p.row) for p in piece.removed)
        yield voice.say("sheet-note.removed", panels=several(gone))


def _place(window: Window) -> Message:
    """Where a window lies on its piece or panel; a side that is not measured is centred."""
    if window.x is None:
        key = "centred" if window.y is None else "centred-across"
    else:
        key = "centred-up" if window.y is None else "measured"
    said = {"left": window.x, "bottom": window.y}
    return message(f"sheet-place.{key}", **{k: Measured(at) for k, at in said.items() if at is not None})


def _lines(kind: str, lines: Sequence[Line], voice: Voice) -> Iterator[str]:
    """Lines that run alike are said together."""
    alike: dict[Line, list[Length]] = {}
    for line in lines:
        alike.setdefault(replace(line, at=Length(0)), []).append(line.at)

    def edge(length: Length | None, absent: str) -> Message | str:
        return message(absent) if length is None else write_length(length, voice.units)

    for line, places in alike.items():
        wedge = {"relief": Measured(line.relief)} if line.relief else {}
        yield voice.say(
            f"sheet-note.{kind}-wedge" if line.relief else f"sheet-note.{kind}-line",
            at=several(write_length(place, voice.units) for place in places),
            side=line.along,
            start=edge(line.start, "sheet-edge.near"),
            end=edge(line.end, "sheet-edge.far"),
            **wedge,
        )


def _steps(project: Project, when: When, names: dict[str, str], voice: Voice) -> list[dict[str, object]]:
    return [
        {
            "number": number,
            "says": fractions(step.says),
            "pieces": ", ".join(step.pieces),
            "with": _used(step, names, voice),
            "minutes": None
            if step.minutes is None
            else voice.say("sheet.minutes", minutes=voice.number(step.minutes.normalize())),
            "cautions": [_caution(caution, voice) for caution in step.cautions],
            "solid": _solid_of(project, step),
        }
        for number, step in enumerate(project.steps, 1)
        if step.when is when
    ]


def _solid_of(project: Project, step: Step) -> SafeString:
    """What a step has folded: the one piece of it that becomes a solid thing.

    A step that says that it folds or glues; where none does of that piece (it may be written in any
    language), the last step at which it is alone.
    """
    name = _folds_alone(project, step)
    piece = None if name is None else project.piece(name)
    if piece is None:
        return SafeString("")
    alone = [other for other in project.steps if _folds_alone(project, other) == name]
    said = [other for other in alone if _FOLDING.search(other.says)]
    return (
        _solid(project, piece, 16) if any(other is step for other in said or alone[-1:]) else SafeString("")
    )


def _folds_alone(project: Project, step: Step) -> str | None:
    """The one piece of a step that is scored; None where there is none or several."""
    pieces = [piece for name in step.pieces if (piece := project.piece(name)) is not None]
    scored = [piece.name for piece in pieces if piece.scores and _stands(project, piece)]
    return scored[0] if len(scored) == 1 else None


def _used(step: Step, names: dict[str, str], voice: Voice) -> str:
    """The tool and the supplies of a step, in one line."""
    used = [*([step.tool] if step.tool else []), *(names.get(supply, supply) for supply in step.supplies)]
    return voice.say("sheet.with", things=several(used)) if used else ""


def _cautions(project: Project, names: dict[str, str]) -> list[Caution]:
    """Cautions that belong on the sheet: those of its steps, its tools and its cutting."""
    said = [*project.tools, *(names.get(use.supply, "") for use in project.supplies), "trimmer"]
    said += [content.name for content in project.contents]
    if any(piece.cut is CutMethod.DIE for piece in project.pieces):
        said.append("die-cutting machine")
    steps: tuple[Step, ...] = project.steps
    asked = {c for step in steps for c in step.cautions} | set(cautions_for(*said))
    return [caution for caution in Caution if caution in asked]


def _supply(use: SupplyUse, supply: Supply, voice: Voice) -> SafeString:
    amount: Message | Measured | str
    if use.unknown:
        return fractions(
            voice.say("sheet.supply", supply=supply.name, amount=message("sheet-amount.unknown"))
        )
    if use.length is not None:
        amount = Measured(use.cut_length)
        if use.cuts != 1:
            amount = message("sheet-amount.lengths", count=use.cuts, length=amount)
    else:
        amount = voice.number((use.count or Decimal(0)).normalize())
        if supply.unit == SupplyUnit.ML:
            amount = message("sheet-amount.ml", count=amount)
    if use.shared_by != 1:
        amount = message("sheet-amount.shared", amount=amount, people=use.shared_by)
    return fractions(voice.say("sheet.supply", supply=supply.name, amount=amount))
