"""Forms with a floor and walls: trays, holders and bags from one sheet, boxes with a hinged lid."""

from __future__ import annotations

from neat_sheaf.folding.form import (
    Axis,
    Between,
    Form,
    Joint,
    Made,
    Pair,
    Reach,
    Remark,
    Span,
    pair,
)
from neat_sheaf.folding.forms.saying import panels_said, remark_unequal, warning
from neat_sheaf.folding.view import Cell, View, alike
from neat_sheaf.measure.length import inches
from neat_sheaf.messages import Level, Measured, message

__all__ = ["bag", "folded_bag", "hinged_box", "tray"]

_HOLDER = inches("3/4")  # From memory: a deeper one is called a bag.
_OVERS = inches("1/2")  # From memory: what is turned over may differ by as much and still be meant.
_DIFFER = inches("3/16")  # From memory: walls of a box that differ by more were not meant to be alike.
_MIDDLE = (1, 1)
_CORNERS: tuple[Cell, ...] = ((0, 0), (2, 0), (0, 2), (2, 2))


def _corners(v: View) -> tuple[frozenset[Pair], tuple[Joint, ...], tuple[Remark, ...], int, int]:
    """How the corners of three panels by three are cut free, what they are glued to, what is to be said of
    it, and how many stay with the walls in the row of the floor (``other``) and with those around.

    A corner that is not slit stays with the walls above and below the floor.
    """
    freed: set[Pair] = set()
    joints: list[Joint] = []
    remarks: list[Remark] = []
    level = upright = 0
    for corner in _CORNERS:
        if corner not in v.cells:
            continue
        i, j = corner
        above, beside = (1, j), (i, 1)
        if beside not in v.cells:
            # The little wall is cut away: the flap is glued to the one that comes from the other side.
            joints.append(Joint(corner, (i, 2 - j)))
            continue
        slit_above, slit_beside = v.slit(corner, above), v.slit(corner, beside)
        if slit_above >= v.b[j] and slit_beside >= v.a[i]:
            panel = v.panel(corner)
            remarks.append(Remark(Level.WARNING, message("fold-loose", column=panel.column, row=panel.row)))
        if slit_above > slit_beside:
            freed.add(pair(corner, above))
            joints.append(Joint(corner, above))
            upright += 1
        else:
            freed.add(pair(corner, beside))
            joints.append(Joint(corner, beside))
            level += bool(slit_beside)
    return frozenset(freed), tuple(joints), tuple(remarks), level, upright


def _square(v: View) -> bool:
    """Three panels by three, the floor and the walls above and below it there, and nothing else scored."""
    return (
        len(v.a) == len(v.b) == 3
        and not v.piece.diagonals
        and all(line.full for line in v.piece.scores)
        and all(cell in v.cells for cell in (_MIDDLE, (1, 0), (1, 2)))
    )


def _may_be_bag(v: View) -> bool:
    """Whether the walls above and below the floor are a front and a back, whose flaps close the sides."""
    front, deep, back = v.b
    flap = min(v.a[0], v.a[2])
    tall = alike(front, back) and alike(v.a[0], v.a[2]) and not alike(min(front, back), flap)
    return tall and min(front, back) > flap and 2 * flap >= deep


def tray(v: View) -> Made | None:
    """A floor with a wall on each side."""
    if not _square(v) or v.back or v.down or v.around.value != "width":
        return None
    if (0, 1) not in v.cells or (2, 1) not in v.cells:
        return None
    if not (alike(v.a[0], v.a[2]) and alike(v.b[0], v.b[2])):
        return None
    freed, joints, remarks, level, upright = _corners(v)
    even = alike(v.a[0], v.b[0])
    if not even and not (level or upright):
        return None  # low walls and high ones, and nothing that says they are walls
    if not even and not (level and upright):
        other = View(v.piece, v.other)
        if (_may_be_bag(v) and not upright) or (_may_be_bag(other) and not level):
            return None
        if max(*v.a[::2], *v.b[::2]) > 3 * min(*v.a[::2], *v.b[::2]):
            return None
    walls = ((0, 1), (2, 1), (1, 0), (1, 2))
    heights = [v.a[0], v.a[2], v.b[0], v.b[2]]
    if min(heights) != max(heights):
        usual = max(set(heights), key=lambda size: (heights.count(size), size))
        odd = next(n for n, size in enumerate(heights) if size != usual)
        panel = v.panel(walls[odd])
        remarks += (
            warning(message("fold-walls", column=panel.column, row=panel.row,
                wall=Measured(heights[odd]), usual=Measured(usual))),
        )  # fmt: skip
    return Made(
        Form.TRAY,
        v,
        _MIDDLE,
        {},
        freed=freed,
        upright=True,
        room=(
            Between(Axis.AROUND, ((0, 1),), ((2, 1),)),
            Between(Axis.OTHER, ((1, 0),), ((1, 2),)),
            Reach(Axis.OUT, _MIDDLE, walls),
        ),
        joints=joints,
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=remarks,
    )


def bag(v: View) -> Made | None:
    """Front and back with the base between them; flaps along the other side overlap into the sides."""
    if not _square(v) or v.back or v.down or not _may_be_bag(v):
        return None
    freed, joints, remarks, _, upright = _corners(v)
    left, right = (tuple((i, j) for j in range(3) if (i, j) in v.cells) for i in (0, 2))
    if upright or any(corner not in v.cells for corner in _CORNERS):
        return None
    front, deep, back = v.b
    flap = min(v.a[0], v.a[2])
    if flap < deep:
        remarks += (warning(message("fold-flap-short", flap=Measured(flap), by=Measured(deep - flap))),)
    elif deep < flap <= deep + inches("1/4"):
        remarks += (warning(message("fold-flap-over", flap=Measured(flap), by=Measured(flap - deep))),)
    remarks += remark_unequal(v.other, 1, front, 3, back) + remark_unequal(v.around, 1, v.a[0], 3, v.a[2])
    return Made(
        Form.HOLDER if deep <= _HOLDER else Form.BAG,
        v,
        _MIDDLE,
        {},
        freed=freed,
        upright=True,
        room=(
            Between(Axis.AROUND, left, right),
            Between(Axis.OTHER, ((1, 0),), ((1, 2),)),
            Reach(Axis.OUT, _MIDDLE, ((1, 0), (1, 2))),
        ),
        joints=joints,
        why=(panels_said(v.b), panels_said(v.a)),
        remarks=remarks,
    )


def folded_bag(v: View) -> Made | None:
    """Fold-over, panel, base, panel, fold-over, the sides folded in first: a bag without glue."""
    if len(v.a) != 3 or len(v.b) != 5 or v.back or v.down or v.piece.diagonals:
        return None
    overs = ((v.a[0], v.a[2]), (v.b[0], v.b[4]))
    if not alike(v.b[1], v.b[3]) or any(abs(one - other) > _OVERS for one, other in overs):
        return None
    if v.piece.slits or len(v.cells) != 15 or v.a[0] + v.a[2] > v.a[1] or max(v.b[0], v.b[4]) > v.b[1]:
        return None
    # The sides are folded in flat; across them each fold runs the other way.
    angles = {
        pair((i, j), (i, j + 1)): -(180.0 if j in (0, 3) else 90.0) for i in (0, 2) for j in range(4)
    } | {pair((1, j), (1, j + 1)): 180.0 for j in (0, 3)}
    floor = (1, 2)
    return Made(
        Form.FOLDED_BAG,
        v,
        floor,
        angles,
        around=180,
        upright=True,
        room=(
            Span(Axis.AROUND, floor),
            Between(Axis.OTHER, ((1, 1),), ((1, 3),)),
            Reach(Axis.OUT, floor, ((1, 1), (1, 3))),
        ),
        why=(panels_said(v.b), panels_said(v.a)),
        remarks=remark_unequal(v.other, 2, v.b[1], 4, v.b[3])
        + remark_unequal(v.other, 1, v.b[0], 5, v.b[4])
        + remark_unequal(v.around, 1, v.a[0], 3, v.a[2]),
    )


def hinged_box(v: View) -> Made | None:
    """Front wall, base, back wall, lid and a flap that tucks in; side walls on base and lid."""
    if len(v.a) != 5 or len(v.b) != 3 or v.down or v.piece.diagonals:
        return None
    front, base, back, lid, tuck = v.a
    wall, _, other = v.b
    if not alike(base, lid) or max(front, back, wall, other) - min(front, back, wall, other) > _DIFFER:
        return None
    if (
        tuck > front + inches("1/16")
        or 4 * tuck < 3 * front
        or front >= base
        or any((n, 1) not in v.cells for n in range(5))
    ):
        return None
    freed = frozenset(pair(one, two) for one, two in v.neighbours if one[1] == two[1] != 1)
    kept: set[Pair] = set(freed)
    joints: list[Joint] = []
    for i in (0, 2, 4):
        for j in (0, 2):
            if (i, j) not in v.cells:
                continue
            beside = [(n, j) for n in (i - 1, i + 1) if 0 <= n < 5 and (n, j) in v.cells]
            if v.slit((i, j), (i, 1)) and beside:
                # The corner stays with a side wall in place of the wall above it.
                stays = min(beside, key=lambda cell: v.slit((i, j), cell))
                kept.discard(pair((i, j), stays))
                kept.add(pair((i, j), (i, 1)))
                joints.append(Joint((i, j), (i, 1)))
            elif beside:
                joints.append(Joint((i, j), beside[0]))
    remarks = remark_unequal(v.around, 1, front, 3, back) + remark_unequal(v.other, 1, wall, 3, other)
    if wall != front and not remarks:
        remarks += (warning(message("fold-walls-differ", one=Measured(wall), other=Measured(front))),)
    if lid < base:
        remarks += (warning(message("fold-lid-short", by=Measured(base - lid))),)
    elif lid > base + inches("1/16"):
        remarks += (warning(message("fold-lid-long", by=Measured(lid - base))),)
    return Made(
        Form.HINGED_BOX,
        v,
        _MIDDLE,
        {},
        freed=frozenset(kept),
        upright=True,
        front=Axis.AROUND,
        room=(
            Between(Axis.AROUND, ((0, 1),), ((2, 1),)),
            Between(Axis.OTHER, ((1, 0),), ((1, 2),)),
            Between(Axis.OUT, ((3, 1),), (_MIDDLE,)),
        ),
        joints=tuple(joints),
        opened={pair((2, 1), (3, 1)): 0},
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=remarks,
    )
