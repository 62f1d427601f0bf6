"""What the library's forms fold to, what their slips are told, and how examples are prepared, as recorded.

The sizes are checked against worked examples elsewhere; this holds all the rest of it still: a change that is
not meant shows. After one that is, ``python -m tests.recorded`` records again, and the difference is read.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from neat_sheaf.folding.folded import Folded
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.formats.folded_part import assembled_document, folded_document
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.formats.prepare_file import prepare_document
from neat_sheaf.messages import Message
from neat_sheaf.plan import plan_job
from neat_sheaf.preparing.tasks import prepare
from neat_sheaf.project import Project
from neat_sheaf.schedule.critical import Activity, critical_path
from neat_sheaf.schedule.evenings import lay_out
from neat_sheaf.wording import Voice, english
from tests.slips import library, slips

__all__ = ["RECORDS", "recorded", "seen"]

ROOT = Path(__file__).parents[1]
RECORDS = ROOT / "tests/core/written_before/recorded.json"


def _folded(project: Project, voice: Voice) -> dict[str, Any]:
    folded = fold_project(project, {})
    together = together_of(project, folded)
    return {
        "pieces": [folded_document(one, voice, []) for one in folded],
        "assemblies": [assembled_document(one, voice, []) for one in together],
    }


def _told(project: Project) -> str:
    """Of each piece its form, its sizes and angles, and what is said of it and of what is put together."""
    folded = fold_project(project, {})
    made = [f"{one.form} {_sizes(one)}" for one in folded]
    remarks = [(one.piece.name, remark) for one in folded for remark in one.remarks]
    remarks += [("", remark) for pair in together_of(project, folded) for remark in pair.remarks]
    said = [
        f"{name}:{remark.level}:{remark.message.key}{_params(remark.message)}" for name, remark in remarks
    ]
    return " ".join([*made, "|", *said])


def _sizes(one: Folded) -> str:
    sizes = [None if size is None else tuple(size) for size in (one.finished, one.room)]
    angles = [round(angle, 3) for angle in (*one.angles, *one.open_angles)]
    return f"{sizes} {angles} {one.thick} {len(one.glued)} {[why.key for why in one.why]}"


def _params(said: Message) -> str:
    return f"({', '.join(f'{key}={value}' for key, value in sorted(said.params.items()))})"


def _prepared(text: str, minutes: int, hands: int) -> dict[str, Any]:
    job = read_job(text)
    prepared = prepare(job, plan_job(job).cutting.handling)
    activities = [Activity(one.key, one.seconds or 0, 60 * one.waits, one.after) for one in prepared.tasks]
    evenings = lay_out(activities, 60 * minutes, hands)
    return prepare_document(prepared, critical_path(activities), evenings, minutes, hands, english(job.units))


def seen() -> Iterator[tuple[str, Any]]:
    """What is so now, each under a name of its own."""
    slipped = set()
    for code, units, room, project in library():
        yield f"{code}, {units}, {' x '.join(map(str, room))}", _folded(project, english(units))
        # Of one size of each form, every slip.
        if code not in slipped:
            slipped.add(code)
            for n, (kind, piece, wrong) in enumerate(slips(project, units)):
                yield f"{code}, slip {n}: {kind} of {piece}", _told(wrong)
    for path in sorted((ROOT / "examples").glob("*.json")):
        for minutes, hands in ((30, 1), (120, 2)):
            name = f"{path.stem}, evenings of {minutes} minutes by {hands}"
            yield name, _prepared(path.read_text(), minutes, hands)


def recorded() -> dict[str, Any]:
    """What was recorded, by the same names."""
    found: dict[str, Any] = json.loads(RECORDS.read_text())
    return found


def record() -> None:
    """Record what is so now, a line for each name."""
    lines = [f"{json.dumps(name)}: {json.dumps(what, ensure_ascii=False)}" for name, what in seen()]
    RECORDS.write_text("{\n" + ",\n".join(lines) + "\n}\n")


if __name__ == "__main__":
    record()
