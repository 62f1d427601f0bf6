"""A job file's project imported into a studio: its supplies become the cupboard's."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.limits import LONGEST_NAME
from neat_sheaf.messages import Param
from neat_sheaf.project import Project
from neat_sheaf.stock import Supply as CoreSupply
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Studio
from studio.cupboard.models import Supply

__all__ = ["import_project"]


def import_project(job: Job, studio: Studio) -> Project:
    """The job's project with the studio's own supplies; one that is not there yet is added.

    A supply of the same name and unit is taken for the same. Nothing of the cupboard is changed. Raises
    FileError for a name that the cupboard cannot keep whole.
    """
    by_id = {supply.id: supply for supply in job.supplies}
    project = job.project
    own = {name: str(_own(by_id[name], studio).pk) for name in project.supplies_used}
    return replace(
        project,
        supplies=tuple(replace(use, supply=own[use.supply]) for use in project.supplies),
        contents=tuple(
            replace(content, supply=own[content.supply]) if content.supply else content
            for content in project.contents
        ),
        steps=tuple(
            replace(step, supplies=tuple(own[name] for name in step.supplies)) for step in project.steps
        ),
    )


def _own(supply: CoreSupply, studio: Studio) -> Supply:
    kept = {row.name: row for row in studio.supplies.all()}
    name, n = supply.name, 2
    while name in kept:
        if SupplyUnit(kept[name].unit) is supply.unit:
            return kept[name]
        name, n = f"{supply.name} ({n})", n + 1
    if len(name) > LONGEST_NAME:
        long: dict[str, Param] = {"name": name[:40], "found": len(name), "most": LONGEST_NAME}
        raise FileError([fault("supplies", "supply-name-long", **long)])
    return Supply.objects.create(
        studio=studio, name=name, unit=supply.unit.value, pack_size=supply.pack_size,
        pack_price=supply.pack_price, joinable=supply.joinable,
    )  # fmt: skip
