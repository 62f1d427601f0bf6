"""Pieces that stand as one thing: a lid on its base, a drawer in its sleeve. nm."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from itertools import permutations

from neat_sheaf.folding.bonds import glued_of, tabs_elsewhere
from neat_sheaf.folding.compass import cross, minus
from neat_sheaf.folding.fold import fold
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Made, Remark
from neat_sheaf.folding.laid import Assembled, Laid
from neat_sheaf.folding.measuring import direction
from neat_sheaf.folding.motion import Pose, Vector, dot
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Level, Measured, message
from neat_sheaf.project import Fit, FitKind, Piece, Project

__all__ = ["Assembled", "fold_project", "folded_in", "remarks_in", "together_of"]


def fold_project(project: Project, calipers: Mapping[str, int] | None = None) -> list[Folded]:
    """Every piece folded, in the order of the list; ``calipers`` (nm) by role of paper."""
    thick = calipers or {}
    found = []
    for piece in project.pieces:
        folded = folded_in(project, piece, thick.get(piece.paper, 0))
        found.append(replace(folded, remarks=remarks_in(project, folded)))
    return found


def folded_in(project: Project, piece: Piece, caliper: int = 0) -> Folded:
    """A piece folded as what its list says of it."""
    return fold(piece, caliper, _hint(project, piece))


def _hint(project: Project, piece: Piece) -> Form | None:
    """The form that a fit says a piece has: a lid is a tray, a sleeve a sleeve."""
    forms = {FitKind.LID: Form.TRAY, FitKind.SLEEVE: Form.SLEEVE}
    said = (forms.get(fit.kind) for fit in project.fits if fit.outer == piece.name)
    return next((form for form in said if form is not None), None)


def remarks_in(project: Project, folded: Folded) -> tuple[Remark, ...]:
    """What was found of a piece, less what the list answers: what its tabs are glued to."""
    elsewhere = {(panel.column, panel.row) for panel in tabs_elsewhere(project, folded.piece)}
    return tuple(
        remark
        for remark in folded.remarks
        if remark.message.code != "fold-tab-nowhere"
        or (remark.message.params["column"], remark.message.params["row"]) not in elsewhere
    )


def together_of(project: Project, folded: Iterable[Folded]) -> list[Assembled]:
    """What the list says is glued together, or goes on or into what, each as one thing."""
    by_name = {one.piece.name: one for one in folded}
    made = {FitKind.LID: _lid, FitKind.SLEEVE: _sleeve}
    found = list(glued_of(project, by_name))
    for fit in project.fits:
        outer, inner = by_name.get(fit.outer), by_name.get(fit.inner)
        if fit.kind in made and outer is not None and inner is not None:
            found.append(made[fit.kind](fit, outer, inner))
    return found


def _lid(fit: Fit, lid: Folded, base: Folded) -> Assembled:
    """A lid over a base: as large as the lid, and as high as the higher of the two."""
    why = message("fold-together.lid", outer=fit.outer, inner=fit.inner)
    parts = (lid, base)
    if lid.form is not Form.TRAY or base.room is None or base.finished is None or lid.room is None:
        return Assembled(fit.kind, parts, why)
    if lid.finished is None:
        return Assembled(fit.kind, parts, why)
    over, under = sorted(lid.room[:2]), sorted(base.finished[:2])
    short = max(under[0] - over[0], under[1] - over[1])
    if short > 0:
        said = Remark(
            Level.ERROR, message("fold-apart", outer=fit.outer, inner=fit.inner, by=Measured(short))
        )
        return Assembled(fit.kind, parts, why, None, base.room, ((fit, said),))
    turned = (lid.finished[0] < lid.finished[1]) != (base.finished[0] < base.finished[1])
    wide, deep = lid.finished[1::-1] if turned else lid.finished[:2]
    top = lid.finished[2] - lid.room[2]
    high = Length(max(base.finished[2] + top, lid.finished[2]))
    laid: tuple[Laid, ...] = ()
    if lid.made is not None and base.made is not None and base.made.upright:
        stands = Laid(base)
        laid = (stands, _over(Laid(lid), lid.made, stands, base.made, turned))
    return Assembled(fit.kind, parts, why, (wide, deep, high), base.room, laid=laid)


def _over(lid: Laid, over: Made, base: Laid, under: Made, turned: bool) -> Laid:
    """The lid upside down over the middle of the base, as high as the higher of the two."""
    own = [direction(over.view, axis) for axis in over.axes]
    ways = [direction(under.view, axis) for axis in (under.axes[1::-1] if turned else under.axes[:2])]
    moved = replace(lid, at=_aligned((own[0], own[1], own[2]), (ways[0], ways[1], minus(own[2]))))
    (low, high), (from_, to) = base.extent, moved.extent
    x, y = ((low[k] + high[k] - from_[k] - to[k]) / 2 for k in (0, 1))
    # The base stands on its floor, and up is away from its print.
    z = min(low[2], high[2] - (to[2] - from_[2])) - from_[2]
    return replace(moved, at=replace(moved.at, shift=(x, y, z)))


def _sleeve(fit: Fit, sleeve: Folded, drawer: Folded) -> Assembled:
    """A drawer in a sleeve: as large as the sleeve, and as long as the longer of the two."""
    why = message("fold-together.sleeve", outer=fit.outer, inner=fit.inner)
    parts = (sleeve, drawer)
    if sleeve.form is not Form.SLEEVE or sleeve.room is None or sleeve.finished is None:
        return Assembled(fit.kind, parts, why)
    if drawer.finished is None or drawer.room is None:
        return Assembled(fit.kind, parts, why)
    inner = drawer.finished
    # It lies in the sleeve in the way that leaves the least play; its height is not along the sleeve.
    ways = [
        (max(inner[a] - sleeve.room[0], inner[b] - sleeve.room[1]), inner[a] + inner[b], inner[c], (a, b, c))
        for a, b, c in permutations(range(3))
        if c != 2
    ]
    going_in = [(across, along, order) for short, across, along, order in ways if short <= 0]
    if not going_in:
        by = Measured(min(ways)[0])
        said = Remark(Level.ERROR, message("fold-apart", outer=fit.outer, inner=fit.inner, by=by))
        return Assembled(fit.kind, parts, why, None, drawer.room, ((fit, said),))
    _, along, order = max(going_in)
    width, deep, length = sleeve.finished
    laid: tuple[Laid, ...] = ()
    if sleeve.made is not None and drawer.made is not None:
        lies = Laid(sleeve)
        laid = (lies, _inside(lies, sleeve.made, Laid(drawer), drawer.made, order))
    size = (width, deep, Length(max(length, along)))
    return Assembled(fit.kind, parts, why, size, drawer.room, laid=laid)


def _inside(sleeve: Laid, outer: Made, drawer: Laid, inner: Made, order: tuple[int, int, int]) -> Laid:
    """The drawer in the middle of the sleeve, with its sizes along the sleeve's in this order."""
    own = [direction(inner.view, inner.axes[n]) for n in order]
    ways = [direction(outer.view, axis) for axis in outer.axes]
    moved = replace(drawer, at=_aligned((own[0], own[1], own[2]), (ways[0], ways[1], ways[2])))
    (low, high), (from_, to) = sleeve.extent, moved.extent
    x, y, z = ((low[k] + high[k] - from_[k] - to[k]) / 2 for k in range(3))
    return replace(moved, at=replace(moved.at, shift=(x, y, z)), slides=ways[2])


def _aligned(own: tuple[Vector, Vector, Vector], ways: tuple[Vector, Vector, Vector]) -> Pose:
    """The rotation that turns three directions into three others; the second one the other way round where
    they are a mirror image of one another.
    """
    hands = [dot(cross(a, b), c) for a, b, c in (own, ways)]
    mirrored = hands[0] * hands[1] < 0
    to = (ways[0], minus(ways[1]) if mirrored else ways[1], ways[2])
    rows = [[sum(to[k][i] * own[k][j] for k in range(3)) for j in range(3)] for i in range(3)]
    (a, b, c), (d, e, f), (g, h, i) = rows
    return Pose(((a, b, c), (d, e, f), (g, h, i)), (0.0, 0.0, 0.0))
