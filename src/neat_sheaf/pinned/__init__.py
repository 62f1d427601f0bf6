"""A plan that is being cut: what a later change of the class asks for, and what saves a miscut.

Nothing here moves what is planned already. More kits mean more sheets after the others, fewer kits mean
pieces over; a spoilt piece is made good by a spare, from an offcut, or from a new sheet.
"""

from __future__ import annotations

from neat_sheaf.pinned.difference import Change, Difference, change_of, difference
from neat_sheaf.pinned.pieces import CutPiece, Pieces, asked_for, made_by
from neat_sheaf.pinned.rescue import Rescue, RescueKind, rescues
from neat_sheaf.pinned.rounds import Round, Why, letters_used, offcuts_there, steps_of
from neat_sheaf.pinned.taking import Taken, taken_by

__all__ = [
    "Change",
    "CutPiece",
    "Difference",
    "Pieces",
    "Rescue",
    "RescueKind",
    "Round",
    "Taken",
    "Why",
    "asked_for",
    "change_of",
    "difference",
    "letters_used",
    "made_by",
    "offcuts_there",
    "rescues",
    "steps_of",
    "taken_by",
]
