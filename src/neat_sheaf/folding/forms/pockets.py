"""Flat forms that hold something flat: pockets and envelopes with side flaps."""

from __future__ import annotations

from neat_sheaf.folding.form import Axis, Form, Joint, Made, Pair, Remark, Span, pair
from neat_sheaf.folding.forms.saying import panels_said, remark_unequal, warning
from neat_sheaf.folding.view import View, alike
from neat_sheaf.messages import Measured, message

__all__ = ["envelope", "pocket"]


def _flaps(v: View) -> bool:
    side, middle, other = v.a
    return alike(side, other) and side + other < middle and not v.piece.diagonals


def _flat(v: View) -> tuple[dict[Pair, float], frozenset[Pair]]:
    """The sides fold in flat; what is not slit free of its neighbour folds with it, the other way round."""
    cut = frozenset(
        pair(one, two) for one, two in v.neighbours if one[0] == two[0] != 1 and v.slit(one, two) > 0
    )
    angles = {pair((i, j), (i, j + 1)): -180.0 for i in (0, 2) for j in range(len(v.b) - 1)}
    return angles, cut


def pocket(v: View) -> Made | None:
    """Front and back folded flat together, held by flaps at their sides."""
    if len(v.a) != 3 or len(v.b) != 2 or v.back or v.down or not _flaps(v):
        return None
    if (1, 0) not in v.cells or (1, 1) not in v.cells:
        return None
    flapped = [j for j in (0, 1) if (0, j) in v.cells and (2, j) in v.cells]
    if not flapped:
        return None
    # What is above the shorter panel is outside the pocket.
    front = flapped[0] if v.b[0] == v.b[1] else v.b.index(min(v.b))
    if min(v.b) * 3 < max(v.b):
        return None  # a flap and a panel, rather than a front and a back
    angles, cut = _flat(v)
    return Made(
        Form.POCKET,
        v,
        (1, 1 - front),
        angles,
        around=180,
        other=180,
        freed=cut,
        room=(Span(Axis.AROUND, (1, front)), Span(Axis.OTHER, (1, front)), Span(None)),
        joints=tuple(Joint((i, flapped[0]), (1, 1 - flapped[0])) for i in (0, 2)),
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=remark_unequal(v.around, 1, v.a[0], 3, v.a[2]),
    )


def envelope(v: View) -> Made | None:
    """Front, back and a closing flap folded flat, held by flaps at the sides."""
    if len(v.a) != 3 or len(v.b) != 3 or v.back or not _flaps(v):
        return None
    front, back, flap = v.b
    if any((1, j) not in v.cells for j in range(3)):
        return None
    if not back >= front > flap or front * 2 < back or alike(front, flap) or v.a[0] * 2 > back:
        return None
    if not any((0, j) in v.cells and (2, j) in v.cells for j in (0, 1)):
        return None
    said: tuple[Remark, ...] = remark_unequal(v.around, 1, v.a[0], 3, v.a[2])
    if front + flap < back:
        said += (warning(message("fold-envelope-gap", gap=Measured(back - front - flap))),)
    angles, cut = _flat(v)
    joints = tuple(
        Joint((i, j), (1, 1 - j))
        for i in (0, 2)
        for j in (0, 1)
        if (i, j) in v.cells and (i, 1 - j) not in v.cells
    )
    return Made(
        Form.ENVELOPE,
        v,
        (1, 1),
        angles,
        around=180,
        other=180,
        freed=cut,
        room=(Span(Axis.AROUND, (1, 1)), Span(Axis.OTHER, (1, 1)), Span(None)),
        joints=joints,
        opened={pair((i, 1), (i, 2)): 0 for i in range(3)},
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=said,
    )
