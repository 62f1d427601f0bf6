"""A folded piece as the JSON of ``neat-sheaf fold``. Lengths are millimetres."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from neat_sheaf.folding import Folded, Sizes
from neat_sheaf.folding.together import Assembled
from neat_sheaf.measure.length import millimetre_number
from neat_sheaf.project import Panel
from neat_sheaf.stock import Supply
from neat_sheaf.wording import Voice

__all__ = ["assembled_document", "folded_document", "sizes_document"]


def sizes_document(sizes: Sizes | None) -> list[int | float] | None:
    """Three sizes in mm, or null."""
    return None if sizes is None else [millimetre_number(size) for size in sizes]


def _panel(panel: Panel) -> dict[str, int]:
    return {"column": panel.column, "row": panel.row}


def folded_document(folded: Folded, voice: Voice, into: Sequence[Supply] = ()) -> dict[str, Any]:
    """A piece: its form and why, its sizes, its visible faces, its glue, what was found."""
    return {
        "piece": folded.piece.name,
        "form": None if folded.form is None else folded.form.value,
        "why": "; ".join(voice.words(why) for why in folded.why),
        "finished": sizes_document(folded.finished),
        "opened": sizes_document(folded.opened),
        "room": sizes_document(folded.room),
        "girths": sizes_document(folded.girths),
        "goes_into": [supply.id for supply in into],
        "faces": [
            {
                "face": seen.face,
                "panel": _panel(seen.panel),
                "paper": folded.piece.paper,
                "side": "print" if seen.printed else "reverse",
                "up": seen.up or None,
            }
            for seen in folded.seen
        ],
        "glue": [
            {
                "tab": _panel(glued.tab),
                "onto": _panel(glued.onto),
                "length": millimetre_number(glued.length),
                "runs": glued.runs,
            }
            for glued in folded.glued
        ],
        "findings": [
            {
                "level": remark.level.value,
                "code": remark.message.code,
                "says": voice.words(remark.message),
            }
            for remark in folded.remarks
        ],
    }


def assembled_document(assembled: Assembled, voice: Voice, into: Sequence[Supply] = ()) -> dict[str, Any]:
    """Pieces that belong together as one thing."""
    return {
        "pieces": [folded.piece.name for folded in assembled.parts],
        "form": assembled.kind.value,
        "why": voice.words(assembled.why),
        "finished": sizes_document(assembled.finished),
        "room": sizes_document(assembled.room),
        "goes_into": [supply.id for supply in into],
        "faces": [
            {
                "piece": one.folded.piece.name,
                "copy": one.copy,
                "face": seen.face,
                "panel": _panel(seen.panel),
                "paper": one.folded.piece.paper,
                "side": "print" if seen.printed else "reverse",
                "up": seen.up or None,
            }
            for one, seen in assembled.faces
        ],
        "findings": [
            {
                "level": remark.level.value,
                "code": remark.message.code,
                "says": voice.words(remark.message),
            }
            for remark in assembled.remarks
        ],
    }
