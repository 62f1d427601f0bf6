"""Writing a piece as one tidy line, which ``read_line`` reads back to the same piece."""

from __future__ import annotations

import json
from collections.abc import Iterator
from itertools import groupby

from neat_sheaf.measure.length import Length, Unit, nearest_inches, write_length
from neat_sheaf.project import CutMethod, Diagonal, Edge, Fold, Line, Panel, Piece, Portion
from neat_sheaf.project.variants import numbers_of
from neat_sheaf.quick.draft import Known, follows_by_role
from neat_sheaf.quick.grammar import words_only
from neat_sheaf.quick.reading import read_line

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
    clauses += _kinds(piece)
    clauses += _lines("score", piece.scores, unit)
    clauses += _marks(piece, unit)
    return "; ".join(clauses)


def clauses_beyond_columns(piece: Piece, units: Unit) -> list[str]:
    """What a table's own columns have no room for, in the same words; each length with its unit."""
    scores = tuple(
        line for line in piece.scores if not line.full or line.fold is not Fold.VALLEY or line.relief
    )
    return [*_kinds(piece), *_lines("score", scores, units), *_marks(piece, units)]


def _marks(piece: Piece, unit: Unit) -> Iterator[str]:
    def said(length: Length) -> str:
        return write_length(length, unit)

    yield from (_diagonal(diagonal, unit) for diagonal in piece.diagonals)
    yield from _lines("slit", piece.slits, unit)
    yield from (f"hole {said(h.diameter)} at {said(h.x)}, {said(h.y)}" for h in piece.holes)
    yield from (f"{c.shape} {c.corner} corner {said(c.size)}" for c in piece.corners)
    for tab in piece.tabs:
        yield f"tab {_panel(tab.panel)}" + (f" {tab.runs} runs" if tab.runs != 1 else "")
    for face in piece.faces:
        up = f" up {face.up}" if face.up is not Edge.TOP else ""
        name = f" {_words('as', face.name)}" if face.name else ""
        yield f"seen {_panel(face.panel)}{up}{name}"


def _unit(piece: Piece, units: Unit) -> Unit:
    lengths = [*numbers_of(piece).values(), *(line.relief for line in (*piece.scores, *piece.slits))]
    lengths += [at for d in piece.diagonals for at in (*d.start, *d.end)]
    return units if units != "in" or all(nearest_inches(length).exact for length in lengths) else "cm"


def _kinds(piece: Piece) -> Iterator[str]:
    if piece.portion is not Portion.WHOLE:
        yield piece.portion.value
    if piece.scrap:
        yield "from scrap"
    if piece.mat_of is not None:
        yield f"{_words('mat of', piece.mat_of.piece)} {_panel(piece.mat_of.panel)}"
    if piece.matched:
        yield _words("matched", piece.matched)


def _panel(panel: Panel) -> str:
    return f"column {panel.column} row {panel.row}"


def _words(before: str, text: str) -> str:
    """A name behind the word it belongs to, in quotation marks where it could be misread."""
    # Of a role that is not known yet only two words are taken.
    plain = words_only(before, text) and (before != "in" or len(text.split()) <= 2)
    return f"{before} {text if plain else json.dumps(text, ensure_ascii=False)}"


def _name(name: str) -> str:
    read = read_line(f"{name}: 1 x 1 in; in x", "in", Known()) if "\n" not in name else None
    plain = read is not None and read.piece is not None and not read.questions
    if (
        plain
        and read is not None
        and read.piece is not None
        and read.piece.name == name
        and read.piece.per_kit == 1
    ):
        return name
    return json.dumps(name, ensure_ascii=False)


def _lines(word: str, lines: tuple[Line, ...], unit: Unit) -> Iterator[str]:
    def alike(line: Line) -> tuple[object, ...]:
        return line.along, line.start, line.end, line.fold, line.relief

    for _, group in groupby(lines, alike):
        like = list(group)
        first = like[0]
        text = f"{word} {first.along} at {', '.join(write_length(line.at, unit) for line in like)}"
        if first.fold is Fold.MOUNTAIN:
            text = text.replace(word, f"{word} mountain", 1)
        if first.start is not None:
            text += f" from {write_length(first.start, unit)}"
        if first.end is not None:
            text += f" to {write_length(first.end, unit)}"
        if first.relief:
            text += f" relief {write_length(first.relief, unit)}"
        yield text


def _diagonal(diagonal: Diagonal, unit: Unit) -> str:
    (x1, y1), (x2, y2) = diagonal.start, diagonal.end
    fold = " mountain" if diagonal.fold is Fold.MOUNTAIN else ""
    x1_, y1_, x2_, y2_ = (write_length(at, unit) for at in (x1, y1, x2, y2))
    return f"diagonal{fold} from ({x1_}, {y1_}) to ({x2_}, {y2_})"
