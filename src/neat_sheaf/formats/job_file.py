"""The job file, version 1: read it with every fault by its path, and write it back."""

from __future__ import annotations

import json
from dataclasses import fields
from enum import StrEnum
from typing import Any

from neat_sheaf.errors import Fault
from neat_sheaf.folding.sticking import worked_out
from neat_sheaf.formats.class_part import class_document, read_class
from neat_sheaf.formats.cutting_part import cutting_document, read_cutting
from neat_sheaf.formats.mixing_part import check_mixing, read_versions
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue, check_unique, load_json, written
from neat_sheaf.formats.stock_part import (
    check_references,
    pack_document,
    paper_document,
    read_pack,
    read_paper,
    read_supply,
    supply_document,
)
from neat_sheaf.habits import USUAL_HABITS, Habits, LidFeel, Ridge, School, Scoring
from neat_sheaf.job import Cutting, Job
from neat_sheaf.limits import LONGEST_DRYING
from neat_sheaf.measure.length import Unit, write_length

__all__ = ["FORMAT", "job_document", "read_job", "write_job"]

FORMAT = "neat-sheaf.job/1"


class _Units(StrEnum):
    IN = "in"
    CM = "cm"
    MM = "mm"


_HABITS = [field.name for field in fields(Habits)]
_UNITS: dict[_Units, Unit] = {_Units.IN: "in", _Units.CM: "cm", _Units.MM: "mm"}


def read_job(text: str) -> Job:
    """Read a job file. Raises FileError with every fault found, each by its path."""
    faults: list[Fault] = []
    root = JsonValue(load_json(text), "", "in", faults)
    try:
        job = _read_root(root)
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return job


def _read_root(root: JsonValue) -> Job:
    root.object(
        ["format", "project", "papers", "class"],
        ["units", "currency", "supplies", "cutting", "habits", "packs"],
    )
    if root.value["format"] != FORMAT:
        raise root.key("format").fault("wrong-format", format=FORMAT)
    units = _UNITS[root.take("units", lambda n: n.choice(_Units), _Units.IN)]
    root.units = units
    currency = root.take("currency", JsonValue.currency, "EUR")
    supplies = root.list_at("supplies", read_supply)
    packs = root.list_at("packs", read_pack)
    check_unique(root.key("packs"), [p.id for p in packs], "id")
    papers = root.list_at("papers", read_paper)
    check_references(root, papers, packs)
    check_unique(root.key("papers"), [p.id for p in papers], "id")
    check_unique(root.key("supplies"), [s.id for s in supplies], "id")
    by_id = {s.id: s for s in supplies}
    faulty = [name for name in written(root.value, "supplies", "id") if name not in by_id]
    project = read_project(root.key("project"), by_id, faulty)
    roles = written(root.key("project").value, "pieces", "paper")
    known = set(written(root.value, "papers", "id"))
    klass = read_class(root.key("class"), roles, known, _papers_of(root.key("project").value))
    cutting = root.take("cutting", read_cutting, Cutting())
    habits = root.take("habits", _habits, USUAL_HABITS)
    check_mixing(root, project, klass)
    project, klass = read_versions(
        root.key("class"), project, klass, lambda own: worked_out(own, supplies, habits, units)
    )
    return Job(project, papers, supplies, klass, cutting, units, currency, habits, packs)


def _papers_of(project: Any) -> dict[str, str]:
    """The role that each piece of a list is written with, read or not."""
    rows = project.get("pieces") if isinstance(project, dict) else None
    named = (row for row in rows if isinstance(row, dict)) if isinstance(rows, list) else ()
    return {str(row.get("name")).strip(): str(row.get("paper")).strip() for row in named}


def _habits(node: JsonValue) -> Habits:
    node.object((), [*_HABITS])
    usual = USUAL_HABITS
    return Habits(
        scoring=node.take("scoring", lambda n: n.choice(Scoring), usual.scoring),
        groove=node.take("groove", JsonValue.size, usual.groove),
        plate=node.take("plate", JsonValue.size, usual.plate),
        tape=node.take("tape", JsonValue.size, usual.tape),
        border=node.take("border", JsonValue.length, usual.border),
        even=node.take("even", JsonValue.length, usual.even),
        lid=node.take("lid", lambda n: n.choice(LidFeel), usual.lid),
        tabs_with=node.take("tabs_with", lambda n: n.choice(School), usual.tabs_with),
        mats_with=node.take("mats_with", lambda n: n.choice(School), usual.mats_with),
        keep_back=node.take("keep_back", JsonValue.length, usual.keep_back),
        ridge=node.take("ridge", lambda n: n.choice(Ridge), usual.ridge),
        board=node.take("board", JsonValue.size, usual.board),
        plate_long=node.take("plate_long", JsonValue.size, usual.plate_long),
        drying=node.take("drying", lambda n: n.whole(0, LONGEST_DRYING), usual.drying),
    )


def write_job(job: Job) -> str:
    """The job as the text of a job file that ``read_job`` reads back to an equal job."""
    return json.dumps(job_document(job), ensure_ascii=False, indent=2) + "\n"


def job_document(job: Job) -> dict[str, Any]:
    """The job as JSON values, in the order of the published format."""
    units = job.units
    return {
        "format": FORMAT,
        "units": units,
        "currency": job.currency,
        "project": project_document(job.project, units),
        **({"packs": [pack_document(pack) for pack in job.packs]} if job.packs else {}),
        "papers": [paper_document(paper, units) for paper in job.papers],
        "supplies": [supply_document(supply, units) for supply in job.supplies],
        "class": class_document(job.klass),
        "cutting": cutting_document(job.cutting, units),
        "habits": {
            "scoring": job.habits.scoring.value,
            "groove": write_length(job.habits.groove, units),
            "plate": write_length(job.habits.plate, units),
            "tape": write_length(job.habits.tape, units),
            "border": write_length(job.habits.border, units),
            "even": write_length(job.habits.even, units),
            "lid": job.habits.lid.value,
            "tabs_with": job.habits.tabs_with.value,
            "mats_with": job.habits.mats_with.value,
            "keep_back": write_length(job.habits.keep_back, units),
            "drying": job.habits.drying,
            "ridge": job.habits.ridge.value,
            "board": write_length(job.habits.board, units),
            "plate_long": write_length(job.habits.plate_long, units),
        },
    }
