"""Fold a piece: find its form, put its facets where they go, and measure what comes of it."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from neat_sheaf.folding.by_hand import fold_by_hand, set_by_hand
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Made, Remark, pair
from neat_sheaf.folding.forms import readings_of
from neat_sheaf.folding.forms.squares import fold_square
from neat_sheaf.folding.gluing import glue_remarks
from neat_sheaf.folding.loosening import slit_remarks
from neat_sheaf.folding.measuring import direction, outside, room_of
from neat_sheaf.folding.motion import folded_poses, gaps_of
from neat_sheaf.folding.parts import Glued, Sizes
from neat_sheaf.folding.sheet import Sheet
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Level, message, several
from neat_sheaf.project import Piece
from neat_sheaf.project.panels import columns, rows

__all__ = ["fold"]


# No form has as many; what has is a pattern of scores, not a thing.
_MOST_PANELS, _MOST_DIAGONALS = 64, 16


@lru_cache(maxsize=512)
def fold(piece: Piece, caliper: int = 0, hint: Form | None = None) -> Folded:
    """The piece folded, in paper of this caliper (nm; 0 where it is not known).

    Its printed side is outside. Where several forms would do, what they agree on is said and the form
    is a question; where none does, nothing is said of its sizes. Folds that are set by hand go before both.
    ``hint`` is the form that it must have by what the list says of it elsewhere, where that is one of them.
    """
    if not piece.scores and not piece.diagonals:
        return _flat(piece, caliper)
    wide, high = columns(piece), rows(piece)
    many = len(wide) * len(high) > _MOST_PANELS or len(piece.diagonals) > _MOST_DIAGONALS
    if many or min(*wide, *high) <= 0:
        return Folded(piece, None, remarks=(_unknown(piece),))
    sheet = facets_of(piece)
    if set_by_hand(piece) and sheet.facets:
        return fold_by_hand(piece, sheet, caliper)
    square = fold_square(piece, sheet, caliper)
    if square is not None:
        return square
    readings = _likely(readings_of(piece))
    made = [folded for reading in readings if (folded := _made(reading, piece, sheet, caliper)) is not None]
    if not made:
        return Folded(piece, None, sheet=sheet, remarks=(_unknown(piece),))
    if len(made) == 1:
        return made[0]
    # What the list says of it elsewhere answers which of several it is.
    meant = [folded for folded in made if folded.form is hint]
    return meant[0] if meant else _agreed(made)


def _unknown(piece: Piece) -> Remark:
    return Remark(Level.NOTE, message("fold-unknown", piece=piece.name))


def _flat(piece: Piece, caliper: int) -> Folded:
    size = (piece.width, piece.height, Length(caliper))
    return Folded(piece, Form.FLAT, finished=size)


def _likely(readings: list[Made]) -> list[Made]:
    """Those that the sizes, slits and tabs of the list speak against the least."""
    if len(readings) < 2:
        return readings
    against = [_against(reading) for reading in readings]
    least = min(against)
    return [reading for reading, n in zip(readings, against, strict=True) if n == least]


# What says that two sizes which a form needs alike are not.
_ODD = ("fold-unequal", "fold-walls", "fold-walls-differ", "fold-gussets", "fold-lid-short", "fold-lid-long")


def _against(made: Made) -> int:
    view = made.view
    wrong = sum(
        1 for one, other in view.neighbours if pair(one, other) not in made.freed and view.is_slit(one, other)
    )
    glued = {joint.tab for joint in made.joints}
    odd = sum(1 for remark in made.remarks if remark.message.code in _ODD)
    return wrong + odd + sum(1 for tab in view.tabs if tab not in glued)


def _angles(made: Made, sheet: Sheet, opened: bool) -> list[float] | None:
    """Degrees for each hinge, positive towards the print; None where a crease is not of the form."""
    found: list[float] = []
    for hinge in sheet.hinges:
        one, other = (made.view.cell(sheet.facets[n].panel) for n in (hinge.one, hinge.other))
        angle = made.angle(one, other)
        if angle is None:
            return None
        if opened:
            angle = made.opened.get(pair(one, other), angle)
        found.append(-float(angle))
    return found


def _made(made: Made, piece: Piece, sheet: Sheet, caliper: int) -> Folded | None:
    """The piece as this form; None where its creases do not fold like that."""
    if made.form is Form.PINCHED_BOX:
        return Folded(piece, made.form, made.why, sheet=sheet, remarks=made.remarks)
    view = made.view
    kept = tuple(
        hinge
        for hinge in sheet.hinges
        if pair(view.cell(sheet.facets[hinge.one].panel), view.cell(sheet.facets[hinge.other].panel))
        not in made.freed
    )
    free = replace(sheet, hinges=kept)
    base = free.of(view.panel(made.base))
    angles, opened = _angles(made, free, False), _angles(made, free, True)
    if angles is None or opened is None or len(base) != 1:
        return None
    poses = folded_poses(free, angles, base[0])
    if gaps_of(free, poses):
        return None
    directions = [direction(view, axis) for axis in made.axes]
    slits, said = slit_remarks(made, piece)
    long = any(remark.message.code == "fold-flap-long" for remark in made.remarks)
    tabs = {view.panel(joint.tab) for joint in made.joints}
    # What a slit cuts off is no part of the thing; apart from a tab, nobody knows what it is without it.
    apart = any(
        pose is None and facet.panel not in tabs for facet, pose in zip(free.facets, poses, strict=True)
    )
    room = None if apart else room_of(made, free, poses, caliper)
    return Folded(
        piece,
        made.form,
        made.why,
        # A flap that is too long stands out, or is cut: what it measures then is not known.
        finished=None if long or apart else outside(directions, free, poses, caliper),
        room=room,
        around=view.around,
        sheet=free,
        base=base[0],
        angles=tuple(angles),
        open_angles=tuple(opened),
        poses=tuple(poses),
        made=made,
        thick=caliper,
        glued=_glued(made, piece),
        remarks=made.remarks + glue_remarks(made, free, poses, caliper) + said,
        slits=slits,
    )


def _glued(made: Made, piece: Piece) -> tuple[Glued, ...]:
    """The glued lines: each as long as the fold that the tab hangs on."""
    view, found = made.view, []
    runs = {tab.panel: tab.runs for tab in piece.tabs}
    for joint in made.joints:
        if joint.tab not in view.cells:
            continue
        hangs = [
            view.border(one, other)
            for one, other in view.neighbours
            if joint.tab in (one, other)
            and joint.onto not in (one, other)
            and pair(one, other) not in made.freed
        ]
        if hangs:
            panel = view.panel(joint.tab)
            length = max(border.end - border.start for border in hangs)
            found.append(Glued(panel, view.panel(joint.onto), Length(length), runs.get(panel, 1)))
    return tuple(found)


def _agreed(made: list[Folded]) -> Folded:
    """What several forms agree on; the form itself where they agree on all of it."""

    def same(sizes: list[Sizes | None]) -> bool:
        return all(s is not None and sorted(s) == sorted(sizes[0] or ()) for s in sizes)

    finished, room = [m.finished for m in made], [m.room for m in made]
    rooms = same(room) or all(r is None for r in room)
    if same(finished) and rooms:
        return made[0]
    asked = Remark(
        Level.NOTE,
        message("fold-which", forms=several((m.form for m in made if m.form is not None), "or")),
    )
    return replace(
        made[0],
        form=None,
        why=(),
        finished=finished[0] if same(finished) else None,
        made=None,
        room=room[0] if rooms else None,
        glued=(),
        remarks=(asked,),
    )
