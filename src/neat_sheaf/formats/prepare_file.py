"""What is prepared for a class, as open JSON: batches, stops of the board, passes, evenings and times."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from neat_sheaf.measure.length import millimetre_number
from neat_sheaf.preparing.scoring import ScorePlan
from neat_sheaf.preparing.tasks import AtTable, Prepared, Task
from neat_sheaf.schedule.critical import Timed
from neat_sheaf.schedule.evenings import Evenings
from neat_sheaf.wording import Voice

__all__ = ["FORMAT", "prepare_document"]

FORMAT = "neat-sheaf.prepare/1"


def prepare_document(
    prepared: Prepared,
    timed: Sequence[Timed],
    evenings: Evenings,
    evening_minutes: int,
    hands: int,
    voice: Voice,
) -> dict[str, Any]:
    """Everything that is prepared; times are whole seconds, null where nobody said them, lengths mm."""
    times = {one.key: one for one in timed}
    return {
        "format": FORMAT,
        "seconds": prepared.seconds,
        "unknown": len(prepared.unknown),
        "batches": [_batch(one, times, voice) for one in prepared.tasks],
        "table": [_at_table(one, voice) for one in prepared.table],
        "scoring": _scoring(prepared.scoring),
        "dies": [
            {"dies": list(run.dies), "passes": run.times, "proved": run.proved} for run in prepared.dies
        ],
        "evenings": {
            "minutes": evening_minutes,
            "hands": hands,
            "count": evenings.count,
            "at_least": evenings.least,
            "parts": [
                {
                    "batch": p.key,
                    "evening": p.evening + 1,
                    "hands": p.hands + 1,
                    "start": p.start,
                    "end": p.end,
                }
                for p in evenings.parts
            ],
        },
    }


def _batch(task: Task, times: dict[str, Timed], voice: Voice) -> dict[str, Any]:
    return {
        "key": task.key,
        "kind": task.kind.value,
        "says": voice.words(task.says),
        "times": task.times,
        "seconds": task.seconds,
        "waits_minutes": task.waits,
        "after": list(task.after),
        "pieces": [{"piece": s.piece, "count": s.count, "each": s.each} for s in task.shares],
        "steps": [step.says for step in task.also],
        "critical": task.key in times and times[task.key].critical,
    }


def _at_table(one: AtTable, voice: Voice) -> dict[str, Any]:
    return {
        "kind": one.kind.value,
        "says": voice.words(one.says),
        "seconds": one.seconds,
        "sharing": one.sharing,
        "waits_minutes": one.waits,
    }


def _scoring(plan: ScorePlan) -> dict[str, Any]:
    return {
        "proved": plan.proved,
        "scores": plan.scores,
        "beyond_the_board": list(plan.beyond),
        "stops": [
            {
                "phase": batch.phase.value,
                "distance": millimetre_number(batch.distance),
                "on_groove": batch.on_groove,
                "strokes": [
                    {
                        "piece": stroke.piece,
                        "count": stroke.count,
                        "edge": stroke.edge.value,
                        "facing": stroke.facing.value,
                        "fold": stroke.fold.value,
                        "from": None if stroke.start is None else millimetre_number(stroke.start),
                        "to": None if stroke.end is None else millimetre_number(stroke.end),
                        "measured_from": stroke.measured_from.value,
                    }
                    for stroke in batch.strokes
                ],
            }
            for batch in plan.batches
        ],
        "diagonals": [
            {"piece": one.piece, "count": one.count, "facing": one.facing.value, "each": len(one.diagonals)}
            for one in plan.marked
        ],
    }
