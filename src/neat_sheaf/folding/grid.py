"""The facets of a piece whose scores all run from edge to edge: a grid, as most are. nm.

It gives what ``facets_of`` gives, without a general subdivision; the tests hold the two together.
"""

from __future__ import annotations

from itertools import accumulate

from neat_sheaf.folding.sheet import Facet, Hinge, Sheet
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Outline, Panel, Piece
from neat_sheaf.project.panels import columns, rows

__all__ = ["grid_of"]


def grid_of(piece: Piece) -> Sheet | None:
    """The panels as facets; None where something else divides the piece, or its edge is no rectangle."""
    plain = not (piece.diagonals or piece.windows or piece.notches or piece.ends or piece.corners)
    marks = {(line.along, line.at): line for line in piece.scores}
    if not plain or piece.outline is not Outline.RECTANGLE or not all(line.full for line in piece.scores):
        return None
    if any((slit.along, slit.at) not in marks for slit in piece.slits):
        return None
    xs, ys = [0, *accumulate(columns(piece))], [0, *accumulate(rows(piece))]
    at: dict[tuple[int, int], int] = {}
    facets: list[Facet] = []
    for j in range(len(ys) - 1):
        for i in range(len(xs) - 1):
            panel = Panel(i + 1, j + 1)
            if panel in piece.removed:
                continue
            at[i, j] = len(facets)
            x, y, u, v = float(xs[i]), float(ys[j]), float(xs[i + 1]), float(ys[j + 1])
            facets.append(Facet(((x, y), (x, v), (u, v), (u, y)), (), panel, ((x + u) / 2, (y + v) / 2)))
    hinges: list[Hinge] = []
    for (i, j), one in at.items():
        for side, next_ in ((Side.WIDTH, (i + 1, j)), (Side.HEIGHT, (i, j + 1))):
            other = at.get(next_)
            if other is None:
                continue
            level = side is Side.WIDTH
            place, ends = (xs[i + 1], (ys[j], ys[j + 1])) if level else (ys[j + 1], (xs[i], xs[i + 1]))
            left = _left(piece, side, place, ends)
            if left is not None:
                start, end = ((float(place), float(s)) if level else (float(s), float(place)) for s in left)
                crease = marks[side, Length(place)]
                hinges.append(Hinge(min(one, other), max(one, other), start, end, crease))
    return Sheet(tuple(facets), tuple(hinges))


def _left(piece: Piece, side: Side, place: int, ends: tuple[int, int]) -> tuple[int, int] | None:
    """From where to where a score between two panels is not slit; None where all of it is."""
    whole = piece.height if side is Side.WIDTH else piece.width
    left = [ends]
    for slit in piece.slits:
        if slit.along is not side or slit.at != place:
            continue
        a, b = slit.start or 0, whole if slit.end is None else slit.end
        left = [(s, t) for p, q in left for s, t in ((p, min(q, a)), (max(p, b), q)) if s < t]
    return (left[0][0], left[-1][1]) if left else None
