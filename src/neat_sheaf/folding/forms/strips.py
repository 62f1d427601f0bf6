"""Forms of panels in one row: cards, covers, sleeves."""

from __future__ import annotations

from neat_sheaf.folding.form import Axis, Form, Joint, Made, Span
from neat_sheaf.folding.forms.saying import panels_said, remark_unequal
from neat_sheaf.folding.view import View, alike
from neat_sheaf.measure.length import inches

__all__ = ["card", "concertina", "flat_sleeve", "pocket_card", "spine"]

_THIN, _SPINE = inches("1/8"), inches(1)  # From memory: a wider one is a panel.


def card(v: View) -> Made | None:
    """One fold or two across: a card, with what is folded in."""
    if len(v.b) != 1 or len(v.a) not in (2, 3) or v.back or v.down:
        return None
    if len(v.a) == 3 and v.a[1] < min(v.a[0], v.a[2]):
        return None  # too narrow to be folded flat onto: a spine, or the side of a wrap
    gate = len(v.a) == 3 and alike(v.a[0], v.a[2]) and abs(v.a[0] + v.a[2] - v.a[1]) <= inches("1/4")
    return Made(
        Form.GATE_CARD if gate else Form.CARD,
        v,
        max(v.cells, key=lambda cell: v.a[cell[0]]) if not gate else (1, 0),
        {},
        around=180,
        opened={frozenset(((n, 0), (n + 1, 0))): 0 for n in range(len(v.a) - 1)},
        why=(panels_said(v.a),),
    )


def concertina(v: View) -> Made | None:
    """Four panels or more, all alike, folded to and fro."""
    if len(v.b) != 1 or len(v.a) < 4 or v.back or v.down or max(v.a) != min(v.a):
        return None
    return Made(
        Form.CARD,
        v,
        (0, 0),
        {frozenset(((n, 0), (n + 1, 0))): 180 if n % 2 else -180 for n in range(len(v.a) - 1)},
        opened={frozenset(((n, 0), (n + 1, 0))): 0 for n in range(len(v.a) - 1)},
        why=(panels_said(v.a),),
    )


def pocket_card(v: View) -> Made | None:
    """A card whose lower edge is folded up first, across both halves."""
    if len(v.a) != 2 or len(v.b) != 2 or v.back or v.down:
        return None
    if not alike(*v.a) or v.b[0] == v.b[1] or len(v.cells) != 4:
        return None
    pocket = 0 if v.b[0] < v.b[1] else 1
    return Made(
        Form.POCKET_CARD,
        v,
        (0, 1 - pocket),
        {frozenset(((0, pocket), (1, pocket))): -180},
        around=180,
        other=180,
        opened={frozenset(((0, j), (1, j))): 0 for j in (0, 1)},
        why=(panels_said(v.a), panels_said(v.b)),
    )


def spine(v: View) -> Made | None:
    """Front, a narrow spine, back: a cover that stands around something."""
    if len(v.b) != 1 or len(v.a) != 3 or v.back or v.down:
        return None
    front, back = v.a[0], v.a[2]
    if not alike(front, back) or not _THIN <= v.a[1] <= _SPINE or 3 * v.a[1] > min(front, back):
        return None
    return Made(
        Form.SPINE,
        v,
        (0, 0),
        {},
        axes=(Axis.AROUND, Axis.OUT, Axis.OTHER),
        opened={frozenset(((n, 0), (n + 1, 0))): 0 for n in (0, 1)},
        why=(panels_said(v.a),),
        remarks=remark_unequal(v.around, 1, front, 3, back),
    )


def flat_sleeve(v: View) -> Made | None:
    """Front, back and a tab: flat, open at both ends."""
    if len(v.b) != 1 or len(v.a) != 3:
        return None
    front, back, tab = v.a
    if not alike(front, back) or 2 * tab > min(front, back):
        return None
    return Made(
        Form.FLAT_SLEEVE,
        v,
        (0, 0),
        {},
        around=180,
        room=(Span(Axis.AROUND, (1, 0)), Span(Axis.OTHER, (0, 0)), Span(None)),
        joints=(Joint((2, 0), (0, 0)),),
        why=(panels_said(v.a),),
        remarks=remark_unequal(v.around, 1, front, 2, back),
    )
