"""Forms that close round: sleeves, boxes from a tube, gusset bags, pouches."""

from __future__ import annotations

from itertools import pairwise

from neat_sheaf.folding.form import Axis, Between, Form, Joint, Made, Pair, Reach, Remark, Room, Span, pair
from neat_sheaf.folding.forms.saying import missing_tab, panels_said, remark_unequal, warning
from neat_sheaf.folding.view import View, alike
from neat_sheaf.measure.length import inches
from neat_sheaf.messages import Measured, message

__all__ = ["gusset_bag", "pinched_box", "pouch", "tube", "tuck_box"]

_SLIP = inches("1/2")  # From memory: a flap that misses by more was not meant to close the end.


def _closes_round(v: View) -> bool:
    """Four panels, opposite ones alike, and perhaps a tab that is no wider than the panel it is glued to."""
    a = v.a
    if len(a) not in (4, 5) or (v.back and len(a) == 4):
        return False
    if not (alike(a[0], a[2]) and alike(a[1], a[3])):
        return False
    # A tab as wide as its panel is a full overlap; five alike are a concertina as well.
    if len(a) == 5 and a[4] == a[0] != a[1]:
        return True
    return len(a) == 4 or a[4] < a[0] or (4, 0) in v.tabs or (4, 1) in v.tabs


def _seam(v: View, tab: int, row: int) -> tuple[tuple[Joint, ...], tuple[Remark, ...]]:
    """The tab's joint, or that there is none; and one that is wider than its panel."""
    if len(v.a) <= tab:
        return (), (missing_tab(tab),)
    remarks: tuple[Remark, ...] = ()
    if v.a[tab] > v.a[0]:
        remarks = (warning(message("fold-tab-wide", tab=Measured(v.a[tab]), panel=Measured(v.a[0]))),)
    return (Joint((tab, row), (0, row)),), remarks


def _round_remarks(v: View) -> tuple[Remark, ...]:
    return remark_unequal(v.around, 1, v.a[0], 3, v.a[2]) + remark_unequal(v.around, 2, v.a[1], 4, v.a[3])


def _end(v: View, row: int, flap: int) -> tuple[Remark, ...] | None:
    """What is to be said of an end closed by flaps this deep; None where they are none that close it."""
    narrow, wide = sorted((min(v.a[0], v.a[2]), min(v.a[1], v.a[3])))
    if flap > wide + _SLIP or 3 * flap < narrow:
        return None
    remarks: list[Remark] = []
    # Flaps of the wide panels lie across the narrow way.
    if flap > narrow:
        deep = [n for n in range(4) if v.a[n] > v.a[(n + 1) % 4] and v.here((n, row))]
        if deep or v.a[0] == v.a[1]:
            remarks.append(
                warning(
                    message(
                        "fold-flap-long",
                        flap=Measured(flap),
                        base=Measured(narrow),
                        by=Measured(flap - narrow),
                    )
                )
            )
    elif 2 * flap < narrow:
        remarks.append(
            warning(message("fold-flap-gap", flap=Measured(flap), gap=Measured(narrow - 2 * flap)))
        )
    elif 0 < narrow - flap <= inches("1/4"):
        # They almost lie over the whole base: a slip of the pen, or meant to.
        remarks.append(warning(message("fold-flap-short", flap=Measured(flap), by=Measured(narrow - flap))))
    return tuple(remarks)


def _closes(flap: int, narrow: int) -> bool:
    """Whether flaps this deep close an end that is so wide: they meet, and lie flat in it."""
    return narrow <= 2 * flap and flap <= narrow


def _is_end(v: View, row: int) -> bool:
    """Whether the list says that a row is the flaps of an end: some are cut apart, or cut away."""
    apart = any(one[1] == row == other[1] and v.is_slit(one, other) for one, other in v.neighbours)
    return apart or any((i, row) not in v.cells for i in range(len(v.a)))


def _freed(v: View, row: int) -> frozenset[Pair]:
    """The slits between neighbouring flaps of a row."""
    return frozenset(pair(one, other) for one, other in v.neighbours if one[1] == row == other[1])


def _height(v: View, row: int) -> Room:
    """The room along a tube whose walls are in ``row``."""
    flaps = [cell for cell in ((0, 0), (1, 0), (2, 0), (3, 0)) if row == 1 and v.here(cell)]
    tops = [cell for cell in ((0, 2), (1, 2), (2, 2), (3, 2)) if len(v.b) == 3 and v.here(cell)]
    if flaps and tops:
        return Between(Axis.OTHER, (flaps[0],), (tops[0],))
    if flaps:
        return Reach(Axis.OTHER, flaps[0], tuple((n, row) for n in range(4)))
    return Span(Axis.OTHER, (0, row))


def tube(v: View) -> Made | None:
    """Four panels and a tab: a sleeve; with flaps at one end or both, a box."""
    if len(v.b) > 3 or not _closes_round(v) or (len(v.b) in (1, 3) and v.down):
        return None
    if v.piece.diagonals or any(not line.full for line in v.piece.scores):
        return None
    row = 0 if len(v.b) == 1 else 1
    if any((n, row) not in v.cells for n in range(len(v.a))):
        return None
    said: tuple[Remark, ...] = ()
    for end in (n for n in range(len(v.b)) if n != row):
        found = _end(v, end, v.b[end])
        if found is None:
            return None
        said += found
    narrow = min(v.a[0], v.a[1], v.a[2], v.a[3])
    if len(v.b) == 2 and _closes(v.b[1], narrow) and not _is_end(v, 0):
        return None  # the other row closes an end as well: which one is it?
    joints, seam = _seam(v, 4, row)
    freed = frozenset[Pair]().union(*(_freed(v, n) for n in range(len(v.b)) if n != row))
    return Made(
        Form.SLEEVE if len(v.b) == 1 else Form.CLOSED_TUBE if len(v.b) == 2 else Form.TUBE,
        v,
        (0, row),
        {},
        freed=freed,
        room=(
            Between(Axis.AROUND, ((3, row),), ((1, row),), (0, row)),
            Between(Axis.OUT, ((2, row),), ((0, row),), (3, row)),
            _height(v, row),
        ),
        axes=(Axis.AROUND, Axis.OUT, Axis.OTHER),
        joints=joints,
        opened={} if len(v.b) < 3 else {pair((n, 1), (n, 2)): 0 for n in range(4)},
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=_round_remarks(v) + seam + said,
    )


def gusset_bag(v: View) -> Made | None:
    """Front, a gusset of two halves, back, another gusset, perhaps a tab; flaps close the base."""
    a = v.a
    if len(a) not in (6, 7) or len(v.b) > 2 or (len(v.b) == 1 and v.down) or v.piece.diagonals:
        return None
    if len(v.b) == 2 and v.b[0] >= v.b[1] and not _is_end(v, 0):
        return None
    for order in ((0, 1, 2, 3, 4, 5), (2, 0, 1, 5, 3, 4)):
        front, one, two, back, three, four = (a[n] for n in order)
        if (
            alike(front, back)
            and alike(one, two)
            and alike(three, four)
            and alike(one, three)
            and front > one
        ):
            break
    else:
        return None
    row = len(v.b) - 1
    if row and _closes(v.b[1], min(front, one + two)) and not _is_end(v, 0):
        return None
    if order[0] == 0:
        halves, sides = ((1, 2), (4, 5)), (4, 1)
    else:
        halves, sides = ((0, 1), (3, 4)), (0, 3)
    if len(a) == 7 and a[6] >= a[0] and (6, row) not in v.tabs:
        return None
    angles = {pair((n, j), (m, j)): 0.0 for n, m in halves for j in range(len(v.b))}
    base = (order[0], row)
    # Between two half flaps of one gusset nothing has to be cut: they fold as one.
    freed = frozenset(p for p in _freed(v, 0) if p not in angles) if row else frozenset[Pair]()
    joints: tuple[Joint, ...] = ()
    said = remark_unequal(v.around, order[0] + 1, front, order[3] + 1, back)
    for (n, m), (x, y) in zip(halves, ((one, two), (three, four)), strict=True):
        said += remark_unequal(v.around, n + 1, x, m + 1, y)
    if one + two != three + four:
        said += (warning(message("fold-gussets", one=Measured(one + two), other=Measured(three + four))),)
    if len(a) == 7:
        joints = (Joint((6, row), (0, row)),)
    else:
        said += (missing_tab(6),)
    if row and v.b[0] > min(front, one + two):
        said += (
            warning(message("fold-flap-long", flap=Measured(v.b[0]), base=Measured(min(front, one + two)),
                by=Measured(v.b[0] - min(front, one + two)))),
        )  # fmt: skip
    if row and 2 * v.b[0] < min(front, one + two):
        said += (
            warning(
                message(
                    "fold-flap-gap", flap=Measured(v.b[0]), gap=Measured(min(front, one + two) - 2 * v.b[0])
                )
            ),
        )
    walls = tuple((n, row) for n in range(6))
    return Made(
        Form.GUSSET_BAG,
        v,
        base,
        angles,
        freed=freed,
        room=(
            Between(Axis.AROUND, ((sides[0], row),), ((sides[1], row),), base),
            Between(Axis.OUT, ((order[3], row),), (base,)),
            Reach(Axis.OTHER, (order[0], 0), walls) if row else Span(Axis.OTHER, base),
        ),
        axes=(Axis.AROUND, Axis.OUT, Axis.OTHER),
        joints=joints,
        why=(panels_said(a), panels_said(v.b)),
        remarks=said,
    )


def pouch(v: View) -> Made | None:
    """Front, back and a tab, the lower end folded over and glued: a bag that lies flat."""
    if len(v.a) != 3 or len(v.b) != 2 or v.piece.diagonals:
        return None
    front, back, tab = v.a
    if not alike(front, back) or 2 * tab > min(front, back) or v.b[0] * 2 > v.b[1]:
        return None
    if any((n, 1) not in v.cells for n in range(3)) or not any((n, 0) in v.cells for n in (0, 1)):
        return None
    angles = {pair((1, 0), (1, 1)): -180.0}
    return Made(
        Form.POUCH,
        v,
        (0, 1),
        angles,
        around=180,
        other=180,
        freed=frozenset(_freed(v, 0)) if v.slit((0, 0), (1, 0)) else frozenset(),
        room=(Span(Axis.AROUND, (1, 1)), Span(Axis.OTHER, (0, 1)), Span(None)),
        joints=(Joint((2, 1), (0, 1)),),
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=remark_unequal(v.around, 1, front, 2, back),
    )


def tuck_box(v: View) -> Made | None:
    """A tube closed below, with a lid that tucks in on one of its panels; others may have dust flaps."""
    if len(v.b) != 4 or not _closes_round(v) or v.piece.diagonals:
        return None
    lids = [n for n in range(4) if (n, 2) in v.cells and (n, 3) in v.cells]
    if len(lids) != 1 or any((n, 1) not in v.cells for n in range(len(v.a))):
        return None
    lid = lids[0]
    deep = min(v.a[(lid + 1) % 4], v.a[(lid + 3) % 4])
    said = _end(v, 0, v.b[0])
    if said is None or not alike(v.b[2], deep) or v.b[3] >= v.b[1]:
        return None
    if v.b[2] != deep:
        said += (warning(message("fold-lid-differs", lid=Measured(v.b[2]), deep=Measured(deep))),)
    joints, seam = _seam(v, 4, 1)
    return Made(
        Form.TUCK_BOX,
        v,
        (0, 1),
        {},
        freed=_freed(v, 0) | _freed(v, 2),
        room=(
            Between(Axis.AROUND, ((3, 1),), ((1, 1),), (0, 1)),
            Between(Axis.OUT, ((2, 1),), ((0, 1),), (3, 1)),
            Between(Axis.OTHER, (next(c for c in v.cells if c[1] == 0),), ((lid, 2),)),
        ),
        axes=(Axis.AROUND, Axis.OUT, Axis.OTHER),
        joints=joints,
        opened={pair((lid, 1), (lid, 2)): 0, pair((lid, 2), (lid, 3)): 0},
        why=(panels_said(v.a), panels_said(v.b)),
        remarks=_round_remarks(v) + seam + said,
    )


def pinched_box(v: View) -> Made | None:
    """A tube whose two narrow sides have diagonals to their middle score: its top closes to a ridge.

    Its room depends on how far it is pinched, and is not said.
    """
    if not v.piece.diagonals or v.back or v.down or len(v.a) < 4:
        return None
    edges = [0]
    for size in v.a:
        edges.append(edges[-1] + size)
    panels = list(pairwise(edges))
    k = 0 if v.around.value == "width" else 1
    meets: dict[tuple[int, int], list[int]] = {}
    for line in v.piece.diagonals:
        ends = (line.start, line.end)
        across = sorted(end[k] for end in ends)
        on = [p for p in panels if p[0] <= across[0] and across[1] <= p[1]]
        double = [(p[0], q[1]) for p, q in pairwise(panels) if p[0] <= across[0] and across[1] <= q[1]]
        if not on and not double:
            return None
        corner = [end for end in ends if end[k] in edges and end[1 - k] in _levels(v)]
        if not corner:
            return None
        for end in ends:
            if end not in corner[:1]:
                meets.setdefault((end[k], end[1 - k]), []).append(corner[0][k])
    pairs = [(place, sorted(from_)) for place, from_ in meets.items()]
    if not pairs or any(len(from_) != 2 or sum(from_) != 2 * place[0] for place, from_ in pairs):
        return None
    return Made(Form.PINCHED_BOX, v, (0, 0), {}, why=(panels_said(v.a),))


def _levels(v: View) -> set[int]:
    found, at = {0}, 0
    for size in v.b:
        at += size
        found.add(at)
    return found
