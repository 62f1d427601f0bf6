"""Sister versions of a project: the same list but for some named numbers.

A number is named by where it is in its piece: ``width``, ``height``, ``margin``,
``score width 2`` (the second score along the width), ``slit height 1``, ``hole 1 x``,
``corner 1``. Everything else is shared.
"""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import message
from neat_sheaf.project import Hole, Line, Piece, Project

__all__ = [
    "UnknownNumberError",
    "nominal_centimetres",
    "numbers_of",
    "variant_of",
    "with_number",
]


class UnknownNumberError(NeatSheafError):
    """A number, piece or version that is not there."""


def numbers_of(piece: Piece) -> dict[str, Length]:
    """Every named number of a piece, nm, in the order of the list."""
    found = {"width": piece.width, "height": piece.height}
    for kind, lines in (("score", piece.scores), ("slit", piece.slits)):
        for side in Side:
            for n, line in enumerate((line for line in lines if line.along is side), 1):
                found[f"{kind} {side} {n}"] = line.at
                if line.start is not None:
                    found[f"{kind} {side} {n} from"] = line.start
                if line.end is not None:
                    found[f"{kind} {side} {n} to"] = line.end
    for n, hole in enumerate(piece.holes, 1):
        found |= {f"hole {n} x": hole.x, f"hole {n} y": hole.y, f"hole {n} across": hole.diameter}
    for n, corner in enumerate(piece.corners, 1):
        found[f"corner {n}"] = corner.size
    if piece.margin:
        found["margin"] = piece.margin
    return found


def with_number(piece: Piece, number: str, value: Length) -> Piece:
    """The piece with one named number changed; raises UnknownNumberError."""
    if number not in numbers_of(piece):
        raise UnknownNumberError(message("unknown-number.number", piece=piece.name, number=number))
    words = number.split()
    match words:
        case ["width"]:
            return replace(piece, width=value)
        case ["height"]:
            return replace(piece, height=value)
        case ["margin"]:
            return replace(piece, margin=value)
        case ["score", side, count, *which]:
            return replace(piece, scores=_lines(piece.scores, side, int(count), which, value))
        case ["slit", side, count, *which]:
            return replace(piece, slits=_lines(piece.slits, side, int(count), which, value))
    n = int(words[1]) - 1
    if words[0] == "hole":
        holes = [_hole(h, words[2], value) if i == n else h for i, h in enumerate(piece.holes)]
        return replace(piece, holes=tuple(holes))
    corners = [replace(c, size=value) if i == n else c for i, c in enumerate(piece.corners)]
    return replace(piece, corners=tuple(corners))


def _lines(lines: tuple[Line, ...], side: str, n: int, which: list[str], value: Length) -> tuple[Line, ...]:
    at = [i for i, line in enumerate(lines) if line.along == side][n - 1]
    line = lines[at]
    if which == ["from"]:
        line = replace(line, start=value)
    elif which == ["to"]:
        line = replace(line, end=value)
    else:
        line = replace(line, at=value)
    return (*lines[:at], line, *lines[at + 1 :])


def _hole(hole: Hole, which: str, value: Length) -> Hole:
    if which == "x":
        return replace(hole, x=value)
    return replace(hole, y=value) if which == "y" else replace(hole, diameter=value)


def variant_of(project: Project, name: str) -> Project:
    """The project as that sister version has it; the project itself for an empty name.

    Raises UnknownNumberError for a version, a piece or a number that is not there.
    """
    if not name:
        return project
    variant = next((v for v in project.variants if v.name == name), None)
    if variant is None:
        raise UnknownNumberError(message("unknown-number.version", version=name))
    pieces = {piece.name: piece for piece in project.pieces}
    for change in variant.numbers:
        if change.piece not in pieces:
            raise UnknownNumberError(message("unknown-number.piece", piece=change.piece))
        pieces[change.piece] = with_number(pieces[change.piece], change.number, change.value)
    return replace(project, pieces=tuple(pieces.values()))


def nominal_centimetres(length: Length) -> Length:
    """The centimetre size that is taught for one in inches: 2.5 cm an inch, to the half centimetre.

    Under 1 in it is kept to the millimetre. Common practice: 8 1/2 x 4 in scored every 2 in is
    taught as 21.5 x 10 cm scored every 5 cm.
    """
    nominal = Fraction(length, INCH) * 25 * MILLIMETRE
    step = CENTIMETRE // 2 if length >= INCH else MILLIMETRE
    return Length(int(nominal / step + Fraction(1, 2)) * step)
