"""Writing a piece as one tidy line, which ``read_line`` reads back to the same piece."""

from __future__ import annotations

import functools
import json
from collections.abc import Callable, Iterator
from itertools import groupby

from neat_sheaf.measure.length import Unit, nearest_inches, write_length
from neat_sheaf.project import (
    CornerCut,
    CutMethod,
    Diagonal,
    Edge,
    End,
    EndShape,
    Fold,
    Hole,
    Line,
    Notch,
    Outline,
    Panel,
    Piece,
    Portion,
    Window,
    WindowShape,
)
from neat_sheaf.project.numbers import numbers_of
from neat_sheaf.reading.notation.draft import Known, follows_by_role
from neat_sheaf.reading.notation.reading import read_line

__all__ = ["clauses_beyond_columns", "tidy_line"]


def tidy_line(piece: Piece, units: Unit) -> str:
    """The piece in words: its name, size and then one clause after another.

    One unit holds for the whole line: ``units``, or cm where a length is no whole 64th of an inch.
    """
    unit = _unit(piece, units)
    size = f"{write_length(piece.width, unit)} x {write_length(piece.height, unit)} {unit}"
    clauses = [f"{_name(piece.name)}: {size}"]
    if piece.per_kit != 1:
        clauses.append(f"{piece.per_kit} a kit")
    clauses.append(_words("in", piece.paper))
    if piece.follows_print != follows_by_role(piece.paper):
        clauses.append("follows the print" if piece.follows_print else "may turn")
    if piece.cut is not CutMethod.TRIM:
        clauses.append("die-cut" if piece.cut is CutMethod.DIE else "punched")
    if piece.margin:
        clauses.append(f"margin {write_length(piece.margin, unit)}")
    clauses += _beside(piece, unit)
    clauses += _kinds(piece)
    clauses += _lines("score", piece.scores, unit)
    clauses += _marks(piece, unit)
    if piece.note:
        clauses.append(f"note {json.dumps(piece.note, ensure_ascii=False)}")
    return "; ".join(clauses)


def clauses_beyond_columns(piece: Piece, units: Unit) -> list[str]:
    """What a table's own columns have no room for, in the same words; each length with its unit."""
    scores = tuple(
        line
        for line in piece.scores
        if not line.full or line.fold is not Fold.VALLEY or line.relief or line.angle is not None
    )
    return [*_beside(piece, units), *_kinds(piece), *_lines("score", scores, units), *_marks(piece, units)]


def _beside(piece: Piece, unit: Unit) -> Iterator[str]:
    if piece.pitch:
        yield f"pitch {write_length(piece.pitch, unit)}"
    if piece.spares:
        yield f"{piece.spares} spare"
    if piece.pass_of is not None:
        yield f"{piece.pass_of.gives} from {_words('a pass of', piece.pass_of.piece)}"
    if piece.word:
        yield _words("word", piece.word)


def _marks(piece: Piece, unit: Unit) -> Iterator[str]:
    yield from (_diagonal(diagonal, unit) for diagonal in piece.diagonals)
    yield from _lines("slit", piece.slits, unit)
    yield from (_hole(hole, unit) for hole in piece.holes)
    yield from (_corner(corner, unit) for corner in piece.corners)
    yield from (_end(end, unit) for end in piece.ends)
    yield from (_notch(notch, unit) for notch in piece.notches)
    yield from (_window(window, unit) for window in piece.windows)
    for panel in piece.removed:
        yield f"remove panel {panel.column}.{panel.row}"
    for tab in piece.tabs:
        yield f"tab {_panel(tab.panel)}" + (f" {tab.runs} runs" if tab.runs != 1 else "")
    for face in piece.faces:
        up = f" up {face.up}" if face.up is not Edge.TOP else ""
        name = f" {_words('as', face.name)}" if face.name else ""
        yield f"seen {_panel(face.panel)}{up}{name}"


def _unit(piece: Piece, units: Unit) -> Unit:
    if units != "in":
        return units
    return "in" if all(nearest_inches(length).exact for length in numbers_of(piece).values()) else "cm"


def _kinds(piece: Piece) -> Iterator[str]:
    if piece.outline is Outline.OVAL:
        yield "circle" if piece.width == piece.height else "oval"
    if piece.portion is not Portion.WHOLE:
        yield piece.portion.value
    if piece.scrap:
        yield "from scrap"
    if piece.mat_of is not None:
        until = "" if piece.mat_of.until is None else f" to {_panel(piece.mat_of.until)}"
        yield f"{_words('mat of', piece.mat_of.piece)} {_panel(piece.mat_of.panel)}{until}"
    if piece.matched:
        yield _words("matched", piece.matched)


def _panel(panel: Panel) -> str:
    return f"column {panel.column} row {panel.row}"


# How each name is read back, with its clause between two others.
_PROBES: dict[str, tuple[str, Callable[[Piece], str]]] = {
    "in": ("in {}", lambda piece: piece.paper),
    "mat of": ("mat of {} column 2 row 1", lambda piece: piece.mat_of.piece if piece.mat_of else ""),
    "a pass of": ("1 from a pass of {}", lambda piece: piece.pass_of.piece if piece.pass_of else ""),
    "word": ("word {}", lambda piece: piece.word),
    "matched": ("matched {}", lambda piece: piece.matched),
    "as": ("seen column 1 row 1 as {}", lambda piece: piece.faces[0].name if piece.faces else ""),
}


@functools.lru_cache(maxsize=4096)
def _words(before: str, text: str) -> str:
    """A name behind the word it belongs to, in quotation marks where it could be misread."""
    clause, name_in = _PROBES[before]
    plain = text[:1].isalpha() and not set(text) & set(',;:()"\n')
    if plain:
        read = read_line(f"A: 1 x 1 in; {clause.format(text)}; punched", "in", Known())
        plain = read.piece is not None and not read.questions and name_in(read.piece) == text
        plain = (
            plain and read.piece is not None and read.piece.cut is CutMethod.PUNCH and not read.piece.scrap
        )
    return f"{before} {text if plain else json.dumps(text, ensure_ascii=False)}"


@functools.lru_cache(maxsize=4096)
def _name(name: str) -> str:
    if "\n" in name or '"' in name:
        return json.dumps(name, ensure_ascii=False)
    read = read_line(f"{name}: 1 x 1 in; in paper", "in", Known())
    made = read.piece
    plain = (
        made is not None
        and not read.questions
        and made.name == name
        and made == Piece(name, "paper", 1, made.width, made.height)
    )
    return name if plain else json.dumps(name, ensure_ascii=False)


def _lines(word: str, lines: tuple[Line, ...], unit: Unit) -> Iterator[str]:
    def alike(line: Line) -> tuple[object, ...]:
        return line.along, line.start, line.end, line.fold, line.relief, line.angle

    for _, group in groupby(lines, alike):
        yield from _group(word, list(group), unit)


def _group(word: str, like: list[Line], unit: Unit) -> Iterator[str]:
    """One clause for lines that run alike, or several where a distance comes twice."""
    first = like[0]
    places = [line.at for line in like]
    if len(set(places)) < len(places):
        at = next(n for n in range(1, len(places)) if places[n] in places[:n])
        yield from _group(word, like[:at], unit)
        yield from _group(word, like[at:], unit)
        return
    text = f"{word} {first.along} at {', '.join(write_length(place, unit) for place in places)}"
    if first.fold is Fold.MOUNTAIN:
        text = text.replace(word, f"{word} mountain", 1)
    if first.start is not None:
        text += f" from {write_length(first.start, unit)}"
    if first.end is not None:
        text += f" to {write_length(first.end, unit)}"
    if first.relief:
        text += f" relief {write_length(first.relief, unit)}"
    yield text + _folded(first.angle)


def _folded(angle: int | None) -> str:
    return "" if angle is None else f" folded {angle} degrees"


def _diagonal(diagonal: Diagonal, unit: Unit) -> str:
    (x1, y1), (x2, y2) = diagonal.start, diagonal.end
    fold = " mountain" if diagonal.fold is Fold.MOUNTAIN else ""
    x1_, y1_, x2_, y2_ = (write_length(at, unit) for at in (x1, y1, x2, y2))
    return f"diagonal{fold} from ({x1_}, {y1_}) to ({x2_}, {y2_}){_folded(diagonal.angle)}"


def _hole(hole: Hole, unit: Unit) -> str:
    across, x, y = (write_length(at, unit) for at in (hole.diameter, hole.x, hole.y))
    through = f" through the folds along the {hole.through}" if hole.through else ""
    return f"hole {across} at {x}, {y}{through}"


def _corner(cut: CornerCut, unit: Unit) -> str:
    rise = "" if cut.rise is None else f" x {write_length(cut.rise, unit)}"
    return f"{cut.shape} {cut.corner} corner {write_length(cut.size, unit)}{rise}"


def _end(end: End, unit: Unit) -> str:
    inset = f"{write_length(end.inset, unit)} x " if end.shape is EndShape.CUT_OFF else ""
    return f"{end.shape} {end.edge} end {inset}{write_length(end.depth, unit)}"


def _notch(notch: Notch, unit: Unit) -> str:
    size = f"{write_length(notch.width, unit)} x {write_length(notch.depth, unit)}"
    at = "centred" if notch.at is None else f"at {write_length(notch.at, unit)}"
    return f"{notch.shape} notch {size} on the {notch.edge} edge {at}"


def _window(window: Window, unit: Unit) -> str:
    oval = window.shape is WindowShape.OVAL
    circle = oval and window.width == window.height
    width, height = write_length(window.width, unit), write_length(window.height, unit)
    size = width if circle else f"{width} x {height}"
    kind = "circle window" if circle else "oval window" if oval else "window"
    if window.x is None and window.y is None:
        where = "centred"
    else:
        places = ("centred" if at is None else write_length(at, unit) for at in (window.x, window.y))
        where = f"at {', '.join(places)}"
    on = "" if window.panel is None else f" on panel {window.panel.column}.{window.panel.row}"
    return f"{kind} {size} {where}{on}"
