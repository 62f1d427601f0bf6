"""A class as one open file: its job, cutting, ticks and log. The list of who comes is not in it."""

from __future__ import annotations

import json
from typing import Any

from neat_sheaf.formats.job_file import job_document
from neat_sheaf.job import Job
from studio.classes.models import CuttingRun, KitClass, Tick
from studio.log.models import ClassLog, Used

__all__ = ["FORMAT", "class_document", "write_class_file"]

FORMAT = "neat-sheaf.class/1"


def class_document(kit_class: KitClass, job: Job) -> dict[str, Any]:
    """A class as JSON values; amounts as decimal text in the supply's own unit, of a length in nm."""
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    log = ClassLog.objects.filter(kit_class=kit_class).first()
    return {
        "format": FORMAT,
        "name": kit_class.name,
        "date": kit_class.date.isoformat() if kit_class.date else None,
        "place": kit_class.place,
        "finished": kit_class.finished.isoformat() if kit_class.finished else None,
        "job": job_document(job),
        "cutting": None
        if run is None
        else {"rounds": run.rounds, "done": run.done, "spoilt": run.spoilt, "timed": run.timed},
        "ticks": [
            {"guide": t.guide, "key": t.key, "count": t.count, "seconds": t.seconds, "note": t.note}
            for t in Tick.objects.filter(kit_class=kit_class).order_by("guide", "key")
        ],
        "log": {
            "used": [_used(row) for row in Used.objects.filter(kit_class=kit_class)],
            "left": log.left if log else {},
            "planned": log.planned if log else None,
            "notes": [
                {"about": note.about, "text": note.text, "photograph": note.photo_id is not None}
                for note in kit_class.log_notes.all()
            ],
        },
    }


def _used(row: Used) -> dict[str, Any]:
    return {
        "of": "supply" if row.supply_id else "paper",
        "id": str(row.supply_id or row.paper_id),
        "width": row.width_nm,
        "height": row.height_nm,
        "amount": None if row.amount is None else format(row.amount.normalize(), "f"),
        "ran_out": row.ran_out,
    }


def write_class_file(kit_class: KitClass, job: Job) -> str:
    """The file as UTF-8 text."""
    return json.dumps(class_document(kit_class, job), ensure_ascii=False, indent=2) + "\n"
