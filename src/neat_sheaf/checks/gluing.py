"""Pieces that are glued together: what does not line up, and the room of the whole."""

from __future__ import annotations

from collections.abc import Iterator

from neat_sheaf.checks.finding import CheckContext, Finding
from neat_sheaf.folding import Form, Sizes
from neat_sheaf.messages import Message
from neat_sheaf.project import Fit, Piece

__all__ = ["check_glued", "room_in"]


def check_glued(context: CheckContext, where: Message, fit: Fit) -> Iterator[Finding]:
    """What does not line up where one piece is glued to another."""
    for remark in context.of_fits.get(fit, ()):
        yield Finding(remark.level, remark.message, where)


def room_in(context: CheckContext, piece: Piece) -> Sizes | None:
    """The room inside a piece, or in what it is glued into; None where that is not known."""
    folded = context.folded(piece)
    whole = next((w for w in context.wholes if any(p.piece == piece for p in w.parts)), None)
    if whole is None:
        return folded.room
    # What is glued onto a box is no part of its walls; what a bag is glued from has no room of its own.
    return whole.room or (None if folded.form is Form.BY_HAND else folded.room)
