"""Pieces that stand as one thing: a lid on its base, a drawer in its sleeve. nm."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from itertools import permutations

from neat_sheaf.folding.bonds import glued_of
from neat_sheaf.folding.fold import fold
from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.form import Form, Remark
from neat_sheaf.folding.laid import Assembled
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Level, Measured, message
from neat_sheaf.project import Fit, FitKind, Project

__all__ = ["Assembled", "fold_project", "together_of"]


def fold_project(project: Project, calipers: Mapping[str, int] | None = None) -> list[Folded]:
    """Every piece folded, in the order of the list; ``calipers`` (nm) by role of paper."""
    thick = calipers or {}
    return [fold(piece, thick.get(piece.paper, 0)) for piece in project.pieces]


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
    return Assembled(fit.kind, parts, why, (wide, deep, high), base.room)


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
        (max(inner[a] - sleeve.room[0], inner[b] - sleeve.room[1]), inner[a] + inner[b], inner[c])
        for a, b, c in permutations(range(3))
        if c != 2
    ]
    going_in = [(across, along) for short, across, along in ways if short <= 0]
    short, along = min(ways)[0], max(going_in, default=(0, 0))[1]
    if short > 0:
        said = Remark(
            Level.ERROR, message("fold-apart", outer=fit.outer, inner=fit.inner, by=Measured(short))
        )
        return Assembled(fit.kind, parts, why, None, drawer.room, ((fit, said),))
    width, deep, length = sleeve.finished
    return Assembled(fit.kind, parts, why, (width, deep, Length(max(length, along))), drawer.room)
