"""A fix that gives a folded piece another room, by whatever panels make it."""

from __future__ import annotations

from collections.abc import Sequence

from neat_sheaf.checks.finding import CheckContext, Fix
from neat_sheaf.folding.levers import lever_for, pulled
from neat_sheaf.messages import Sized, message
from neat_sheaf.project import Piece

__all__ = ["resized"]


def resized(context: CheckContext, piece: Piece, by: Sequence[int]) -> Fix | None:
    """The piece with so much more room in each direction (nm, less where negative).

    None where there is nothing to change, or nothing that can be stretched gives it.
    """
    fixed = piece
    for direction, more in enumerate(by):
        if not more:
            continue
        lever = lever_for(fixed, direction, context.caliper(piece.paper))
        changed = None if lever is None else pulled(fixed, lever, lever.by(more))
        if changed is None:
            return None
        fixed = changed
    if fixed == piece:
        return None
    project = context.with_piece(context.project.pieces.index(piece), fixed)
    return Fix(message("fix-fit.resize", piece=piece.name, size=Sized(fixed.width, fixed.height)), project)
