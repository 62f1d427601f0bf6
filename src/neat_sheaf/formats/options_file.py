"""The options of cutting a job as JSON, for programs: what ``neat-sheaf compare --json`` prints."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from neat_sheaf.advice.options import PlanOption
from neat_sheaf.job import Job
from neat_sheaf.wording import Voice, english

__all__ = ["options_document", "write_options"]

FORMAT = "neat-sheaf.options/1"


def write_options(job: Job, options: Sequence[PlanOption], voice: Voice | None = None) -> str:
    """The options as the text of a file."""
    return json.dumps(options_document(job, options, voice), ensure_ascii=False, indent=2) + "\n"


def options_document(job: Job, options: Sequence[PlanOption], voice: Voice | None = None) -> dict[str, Any]:
    """The options as JSON values; ``cost`` is that of the sheets opened and the supplies, in all."""
    voice = voice or english(job.units)
    return {
        "format": FORMAT,
        "kits": job.klass.kits,
        "currency": job.currency,
        "options": [
            {
                "name": option.name.value,
                "wishes": [style.value for style in option.wishes],
                "why": voice.words(option.why),
                "sheets": option.plan.sheets,
                "at_least": option.lower_bound,
                "cost": str(option.plan.cost.sheets_opened.total),
                "layouts": option.plan.cutting.layouts,
                "settings": option.plan.cutting.settings,
                "strokes": option.plan.cutting.strokes,
                "turns": option.plan.cutting.handling.turn,
                "seconds": option.plan.cutting.seconds,
                "kits_per_block": option.kits_per_block,
                "usual": option.usual,
                "chosen": option.chosen,
            }
            for option in options
        ],
    }
