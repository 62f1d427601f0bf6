"""The numbers of a piece by name: ``width``, ``score width 2``, ``window 1 x`` and so on.

A name says where the number is in its piece: ``score width 2`` is the second score along the width.
A sister version changes numbers by these names.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import fields, replace
from typing import Any

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import Diagonal, Line, Piece

__all__ = ["UnknownNumberError", "moved_with_scores", "numbers_of", "parts_of", "with_number"]

# Lists of a piece: the word of one, and the numbers of one by their word.
_PARTS: dict[str, tuple[str, dict[str, str]]] = {
    "hole": ("holes", {"x": "x", "y": "y", "across": "diameter"}),
    "corner": ("corners", {"": "size", "rise": "rise"}),
    "window": ("windows", {"width": "width", "height": "height", "x": "x", "y": "y"}),
    "notch": ("notches", {"at": "at", "width": "width", "depth": "depth"}),
    "end": ("ends", {"depth": "depth", "inset": "inset"}),
}
_LINES = {"score": "scores", "slit": "slits"}
_LINE_ENDS = {"": "at", "from": "start", "to": "end", "relief": "relief"}
_DIAGONAL = {"from x": ("start", 0), "from y": ("start", 1), "to x": ("end", 0), "to y": ("end", 1)}


class UnknownNumberError(NeatSheafError):
    """A number, piece or version that is not there."""


def numbers_of(piece: Piece) -> dict[str, Length]:
    """Every named number of a piece, nm, in the order of the list."""
    found = {"width": piece.width, "height": piece.height}
    for kind, key in _LINES.items():
        lines: tuple[Line, ...] = getattr(piece, key)
        for side in Side:
            for n, line in enumerate((line for line in lines if line.along is side), 1):
                found |= _said(f"{kind} {side} {n}", line, _LINE_ENDS)
    for n, diagonal in enumerate(piece.diagonals, 1):
        for word, (end, axis) in _DIAGONAL.items():
            found[f"diagonal {n} {word}"] = getattr(diagonal, end)[axis]
    for kind, (key, words) in _PARTS.items():
        for n, part in enumerate(getattr(piece, key), 1):
            found |= _said(f"{kind} {n}", part, words)
    if piece.margin:
        found["margin"] = piece.margin
    if piece.pitch:
        found["pitch"] = piece.pitch
    return found


def _said(name: str, part: Any, words: dict[str, str]) -> dict[str, Length]:
    found: dict[str, Length] = {}
    for word, attribute in words.items():
        value = getattr(part, attribute)
        # No relief and no inset is none at all, not one of nothing.
        if value is not None and not (word in ("relief", "inset") and not value):
            found[f"{name} {word}".strip()] = value
    return found


def with_number(piece: Piece, number: str, value: Length) -> Piece:
    """The piece with one named number changed; raises UnknownNumberError."""
    if number not in numbers_of(piece):
        raise UnknownNumberError(message("unknown-number.number", piece=piece.name, number=number))
    kind, *words = number.split()
    if kind in ("width", "height", "margin", "pitch"):
        return replace(piece, **{kind: value})  # type: ignore[arg-type]
    if kind in _LINES:
        side, count, *which = words
        lines: tuple[Line, ...] = getattr(piece, _LINES[kind])
        at = [n for n, line in enumerate(lines) if line.along == side][int(count) - 1]
        return _changed(piece, _LINES[kind], at, {_LINE_ENDS[" ".join(which)]: value})
    n, word = int(words[0]) - 1, " ".join(words[1:])
    if kind == "diagonal":
        end, axis = _DIAGONAL[word]
        point = list(getattr(piece.diagonals[n], end))
        point[axis] = value
        return _changed(piece, "diagonals", n, {end: tuple(point)})
    key, attributes = _PARTS[kind]
    return _changed(piece, key, n, {attributes[word]: value})


def _changed(piece: Piece, key: str, n: int, changes: dict[str, Any]) -> Piece:
    parts = list(getattr(piece, key))
    parts[n] = replace(parts[n], **changes)
    return replace(piece, **{key: tuple(parts)})  # type: ignore[arg-type]


def moved_with_scores(piece: Piece, side: Side, moves: Mapping[Length, Length]) -> Piece:
    """The piece with every mark that lay on a score along ``side`` where that score goes; ``moves`` in nm.

    Slits along the score, lines of the other side that begin or end on it, ends of diagonals, holes
    and notches on it. The scores along ``side`` themselves stay.
    """

    def moved(at: Any) -> Any:
        return moves.get(at, at)

    def ended(line: Line) -> Line:
        return replace(line, start=moved(line.start), end=moved(line.end))

    def slit(line: Line) -> Line:
        return replace(line, at=moved(line.at)) if line.along is side else ended(line)

    axis = 0 if side is Side.WIDTH else 1

    def point(at: tuple[Length, Length]) -> tuple[Length, Length]:
        return (moved(at[0]), at[1]) if axis == 0 else (at[0], moved(at[1]))

    def diagonal(of: Diagonal) -> Diagonal:
        return replace(of, start=point(of.start), end=point(of.end))

    place: Callable[[Any], Any] = (
        (lambda h: replace(h, x=moved(h.x))) if axis == 0 else (lambda h: replace(h, y=moved(h.y)))
    )
    return replace(
        piece,
        scores=tuple(line if line.along is side else ended(line) for line in piece.scores),
        slits=tuple(map(slit, piece.slits)),
        diagonals=tuple(map(diagonal, piece.diagonals)),
        holes=tuple(map(place, piece.holes)),
        notches=tuple(
            replace(n, at=moved(n.at)) if n.edge.level is (side is Side.WIDTH) else n for n in piece.notches
        ),
    )


def parts_of(piece: Piece) -> int:
    """How many marks and cut-outs a piece has in all."""
    return sum(
        len(getattr(piece, f.name)) for f in fields(piece) if isinstance(getattr(piece, f.name), tuple)
    )
