"""The scoring guide for print: one stop after the other, with a square to tick for each step."""

from __future__ import annotations

from typing import Any

from django.utils.safestring import mark_safe

from neat_sheaf.formats.svg_file import piece_drawing
from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.messages import Measured
from neat_sheaf.preparing.scoring import Marked, ScoreBatch, ScorePlan, ScoreStroke
from neat_sheaf.project import Piece
from neat_sheaf.wording import Voice
from studio.classes.models import KitClass
from studio.common.pages import PageSize, fractions, printed

__all__ = ["scoring_pdf"]

_PLACE = 34 * MILLIMETRE  # for the drawing of a piece


def scoring_pdf(
    kit_class: KitClass, plan: ScorePlan, pieces: tuple[Piece, ...], paper: PageSize, voice: Voice
) -> bytes:
    """The guide as PDF bytes: every stop once, then what goes between marks, then the pieces drawn."""
    touched = {stroke.piece for batch in plan.batches for stroke in batch.strokes}
    touched |= {one.piece for one in plan.marked}
    shown = [piece for piece in pieces if piece.name in touched]
    scale = max((-(-max(piece.width, piece.height) // _PLACE) for piece in shown), default=1)
    return printed(
        "scoring_guide.html",
        paper,
        voice,
        {
            "title": voice.say("scoring.title", name=kit_class.name),
            "kit_class": kit_class,
            "date": voice.date(kit_class.date) if kit_class.date else "",
            "batches": [_batch(batch, number, voice) for number, batch in enumerate(plan.batches, 1)],
            "marked": [_marked(one, voice) for one in plan.marked],
            "beyond": ", ".join(plan.beyond),
            "scores": plan.scores,
            "stops": len(plan.batches),
            "proved": plan.proved,
            "scale": str(scale),
            "pieces": [_drawn(piece, scale, voice) for piece in shown],
        },
    )


def _batch(batch: ScoreBatch, number: int, voice: Voice) -> dict[str, Any]:
    return {
        "number": number,
        "phase": voice.say(f"scoring-phase.{batch.phase.value}"),
        "at": fractions(voice.length(batch.distance)),
        "off_groove": not batch.on_groove,
        "steps": [_step(stroke, voice) for stroke in batch.strokes],
    }


def _step(stroke: ScoreStroke, voice: Voice) -> dict[str, Any]:
    part = ""
    if stroke.start is not None and stroke.end is not None:
        part = voice.say(
            "scoring-part",
            start=Measured(stroke.start),
            end=Measured(stroke.end),
            edge=voice.say(f"scoring-edge.{stroke.measured_from.value}"),
        )
    return {
        "take": voice.say("scoring-take", count=stroke.count, piece=stroke.piece),
        "edge": voice.say("scoring-fence", edge=voice.say(f"scoring-edge.{stroke.edge.value}")),
        "facing": voice.say(f"scoring-facing.{stroke.facing.value}"),
        "part": fractions(part),
    }


def _marked(one: Marked, voice: Voice) -> dict[str, Any]:
    lines = [
        voice.say(
            "scoring-line",
            x1=Measured(Length(line.start[0])), y1=Measured(Length(line.start[1])),
            x2=Measured(Length(line.end[0])), y2=Measured(Length(line.end[1])),
        )
        for line in one.diagonals
    ]  # fmt: skip
    return {
        "take": voice.say("scoring-take", count=one.count, piece=one.piece),
        "facing": voice.say(f"scoring-facing.{one.facing.value}"),
        "lines": [fractions(line) for line in lines],
    }


def _drawn(piece: Piece, scale: int, voice: Voice) -> dict[str, Any]:
    wide, high = piece.width / MILLIMETRE, piece.height / MILLIMETRE
    return {
        "name": piece.name,
        "size": fractions(voice.size(piece.width, piece.height)),
        "drawing": mark_safe(piece_drawing(piece, scale)),  # noqa: S308 - our own SVG, its text escaped
        # Half a millimetre all round, so that no stroke is cut off.
        "width": f"{wide / scale + 1:.4f}mm",
        "height": f"{high / scale + 1:.4f}mm",
        "box": f"{-0.5 * scale} {-0.5 * scale} {wide + scale} {high + scale}",
    }
