"""The slits that a form needs, against those that the list has."""

from __future__ import annotations

from collections import defaultdict

from neat_sheaf.folding.form import Made, Remark, pair
from neat_sheaf.folding.view import Border
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Level, Measured, message
from neat_sheaf.project import Line, Piece

__all__ = ["slit_remarks"]


def slit_remarks(made: Made, piece: Piece) -> tuple[tuple[Line, ...], tuple[Remark, ...]]:
    """The slits that are missing, and what is to be said of these and of others.

    A list without any slit leaves them to whoever makes it: that is a note. One that has some of them
    has forgotten the others.
    """
    view = made.view
    missing: list[Border] = []
    remarks: list[Remark] = []
    some = False
    for one, other in view.neighbours:
        border = view.border(one, other)
        length, slit = border.end - border.start, view.slit(one, other)
        free = pair(one, other) in made.freed
        some = some or (free and slit > 0)
        if free and slit == 0:
            missing.append(border)
        elif free and slit < length:
            said = message(
                "fold-slit-short", side=border.along, at=Measured(border.at), by=Measured(length - slit)
            )
            remarks.append(Remark(Level.WARNING, said))
        elif not free and slit == length:
            said = message(
                "fold-slit-wrong", side=border.along, at=Measured(border.at),
                start=Measured(border.start), end=Measured(border.end),
            )  # fmt: skip
            remarks.append(Remark(Level.WARNING, said))
        elif not free and slit > 0:
            said = message("fold-slit-long", side=border.along, at=Measured(border.at), by=Measured(slit))
            remarks.append(Remark(Level.WARNING, said))
    slits = _joined(missing, piece)
    if missing and not some:
        remarks.append(Remark(Level.NOTE, message("fold-slits-missing", count=len(slits))))
    for line in slits if some else ():
        whole = piece.height if line.along is Side.WIDTH else piece.width
        said = message(
            "fold-slit-missing", side=line.along, at=Measured(line.at),
            start=Measured(line.start or 0), end=Measured(whole if line.end is None else line.end),
        )  # fmt: skip
        remarks.append(Remark(Level.WARNING, said))
    return slits, tuple(remarks)


def _joined(borders: list[Border], piece: Piece) -> tuple[Line, ...]:
    """Slits along borders; those that go on in one line are one."""
    lines: dict[tuple[Side, int], list[tuple[int, int]]] = defaultdict(list)
    for border in sorted(borders, key=lambda b: (b.along, b.at, b.start)):
        on = lines[border.along, border.at]
        if on and on[-1][1] == border.start:
            on[-1] = (on[-1][0], border.end)
        else:
            on.append((border.start, border.end))
    found = []
    for (along, at), parts in lines.items():
        whole = piece.height if along is Side.WIDTH else piece.width
        for start, end in parts:
            found.append(
                Line(
                    along, Length(at),
                    Length(start) if start else None, Length(end) if end < whole else None,
                )
            )  # fmt: skip
    return tuple(found)
