"""What things of a guide are ticked by."""

from __future__ import annotations

from neat_sheaf.preparing.scoring import Marked, ScoreBatch, ScoreStroke
from neat_sheaf.preparing.tasks import AtTable

__all__ = ["marks_key", "stroke_key", "table_key"]


def stroke_key(batch: ScoreBatch, stroke: ScoreStroke) -> str:
    """A score at a stop of the board."""
    part = "" if stroke.start is None else f"|{stroke.start}-{stroke.end}"
    side = f"{stroke.edge.value}|{stroke.facing.value}{part}"
    return f"{batch.phase.value}|{batch.distance}|{side}|{stroke.piece}"


def marks_key(one: Marked) -> str:
    """Lines between the marks of a piece."""
    return f"marks|{one.piece}|{one.facing.value}"


def table_key(one: AtTable) -> str:
    """What is done at the table."""
    return f"step-{one.step}" if one.step is not None else f"work-{one.kind.value}"
