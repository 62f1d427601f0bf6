"""An envelope whose corners fold in over diagonals."""

from __future__ import annotations

from math import hypot

from neat_sheaf.folding.compass import Compass
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Remark
from neat_sheaf.folding.measuring import outside
from neat_sheaf.folding.motion import Vector, folded_poses, gaps_of
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.messages import Level, Measured, message
from neat_sheaf.project import Diagonal, Piece

__all__ = ["fold_square"]

_UNEVEN = inches("1/32")
_ROUNDED = inches("1/64")  # marks for diagonals are rounded
_RIGHT = 1e-3  # how far from a right angle, in radians, two diagonals read off a board may be


def fold_square(piece: Piece, sheet: Sheet, caliper: int) -> Folded | None:
    """Four diagonals that cut off the four corners and form a rectangle; None where they do not."""
    if len(piece.diagonals) != 4 or piece.scores:
        return None
    ways = [_way(line) for line in piece.diagonals]
    first = ways[0]
    rising = [n for n, way in enumerate(ways) if abs(first[0] * way[1] - first[1] * way[0]) < _RIGHT]
    falling = [n for n in range(4) if n not in rising]
    if len(rising) != 2 or any(abs(first[0] * ways[n][0] + first[1] * ways[n][1]) > _RIGHT for n in falling):
        return None
    u: Vector = (first[0], first[1], 0.0)
    v: Vector = (-first[1], first[0], 0.0)
    # Lines that run along u are apart along v, and the other way about.
    high = sorted(_place(piece.diagonals[n], v) for n in rising)
    wide = sorted(_place(piece.diagonals[n], u) for n in falling)
    centre = (piece.width / 2, piece.height / 2)
    base = next(
        (
            n
            for n, facet in enumerate(sheet.facets)
            if wide[0] < facet.middle[0] * u[0] + facet.middle[1] * u[1] < wide[1]
            and high[0] < facet.middle[0] * v[0] + facet.middle[1] * v[1] < high[1]
        ),
        None,
    )
    if base is None or not (
        wide[0] < centre[0] * u[0] + centre[1] * u[1] < wide[1]
        and high[0] < centre[0] * v[0] + centre[1] * v[1] < high[1]
    ):
        return _short(piece)
    angles = [-180.0] * len(sheet.hinges)
    poses = folded_poses(sheet, angles, base)
    if gaps_of(sheet, poses) or len({hinge.crease for hinge in sheet.hinges}) < 4:
        return _short(piece)
    sizes = sorted((round(wide[1] - wide[0]), round(high[1] - high[0])), reverse=True)
    room = (Length(sizes[0] - caliper), Length(sizes[1] - caliper), Length(0))
    longer = (u, v) if wide[1] - wide[0] >= high[1] - high[0] else (v, u)
    finished = outside((*longer, (0.0, 0.0, 1.0)), sheet, poses, caliper)
    gaps = []
    said: list[Remark] = []
    corners = ((0, 0), (0, piece.height), (piece.width, 0), (piece.width, piece.height))
    for way, between in ((u, wide), (v, high)):
        tips = [reach for corner in corners if (reach := _tip(corner, way, between)) > 0]
        if len(tips) != 2:
            continue
        gaps.append(round(between[1] - between[0]) - round(sum(tips)))
        if abs(tips[0] - tips[1]) > _UNEVEN:
            uneven = message("fold-flaps-uneven", by=Measured(round(abs(tips[0] - tips[1]))))
            said.append(Remark(Level.WARNING, uneven))
    # One pair of flaps may stop short of the centre; both may not, or it does not close.
    if gaps and min(gaps) > _ROUNDED:
        said.append(Remark(Level.WARNING, message("fold-flaps-apart", gap=Measured(min(gaps)))))
    return Folded(
        piece,
        Form.SQUARE_ENVELOPE,
        (message("fold-why.diagonals"),),
        finished=finished,
        room=room,
        sheet=sheet,
        base=base,
        angles=tuple(angles),
        open_angles=tuple(angles),
        poses=tuple(poses),
        stands=Compass(longer[1], (0.0, 0.0, 1.0)),
        remarks=tuple(said),
    )


def _short(piece: Piece) -> Folded:
    """A diagonal that ends on nothing folds nothing."""
    short = Remark(Level.WARNING, message("fold-diagonals-short"))
    return Folded(piece, Form.SQUARE_ENVELOPE, (message("fold-why.diagonals"),), remarks=(short,))


def _way(line: Diagonal) -> tuple[float, float]:
    dx, dy = line.end[0] - line.start[0], line.end[1] - line.start[1]
    length = hypot(dx, dy)
    return (dx / length, dy / length) if length else (0.0, 0.0)


def _place(line: Diagonal, way: Vector) -> float:
    return line.start[0] * way[0] + line.start[1] * way[1]


def _tip(corner: tuple[int, int], way: Vector, between: list[float]) -> float:
    """How far a corner reaches beyond the nearer line, and so how far its flap reaches in."""
    at = corner[0] * way[0] + corner[1] * way[1]
    return max(between[0] - at, at - between[1])
