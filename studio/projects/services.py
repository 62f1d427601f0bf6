"""Projects: what the API gives of one, and keeping one whole."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from django.db import transaction
from django.db.models import F, Q

from neat_sheaf.errors import Fault
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.project.variants import nominal_centimetres, numbers_of
from neat_sheaf.quick import tidy_line
from neat_sheaf.quick.writing import clauses_beyond_columns
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.cupboard.convert import core_supply
from studio.projects.convert import core_project, store_pieces
from studio.projects.findings import findings_of, papers_chosen
from studio.projects.folding import folded_project
from studio.projects.gluing import glue_out, worked_amounts
from studio.projects.models import Project
from studio.projects.schemas import ProjectIn, ProjectOut
from studio.projects.versions import lists_of, version_of, with_worked_out

__all__ = ["project_out", "read_document", "store_project"]


def project_out(project: Project, voice: Voice, version: str = "") -> ProjectOut:
    """A project in the units of a voice, as one of its sister versions has it."""
    units = voice.units
    core = version_of(project, version)
    several = lists_of(project, version) if "\n" in version else ()
    chosen = papers_chosen(project)
    supplies = [core_supply(supply) for supply in project.studio.supplies.all()]
    folded, together, ways = folded_project(core, chosen, supplies, voice)
    return ProjectOut.model_validate(
        {
            **project_document(core, units),
            "id": project.pk,
            "version": project.version,
            "units": units,
            "roles": list(core.roles),
            "words": [tidy_line(piece, units) for piece in core.pieces],
            "also": ["; ".join(clauses_beyond_columns(piece, units)) for piece in core.pieces],
            "numbers": [
                {
                    "piece": piece.name,
                    "number": number,
                    "value": write_length(value, units),
                    "nominal": f"{write_length(nominal_centimetres(value), 'cm')} cm",
                }
                for piece in core.pieces
                for number, value in numbers_of(piece).items()
            ],
            "papers": {role: [paper.pk for paper in papers] for role, papers in chosen.items()},
            "folded": folded,
            "together": together,
            "girths": ways,
            "glue": glue_out(core, supplies, project.studio.habits, voice),
            "worked": worked_amounts(core, supplies, project.studio.habits, units),
            "checks": findings_of(core, project.studio, chosen, voice, several),
        }
    )


def store_project(project: Project, payload: ProjectIn, studio: Studio) -> Project:
    """Keep a project whole; FileError with every fault of what was sent."""
    document = payload.model_dump(by_alias=True, exclude={"version", "units"}, exclude_none=True)
    core = with_worked_out(read_document(document, studio, payload.units or studio.measure), studio)
    with transaction.atomic():
        _follow_renamed_versions(project, core)
        project.name = core.name
        project.tools = list(core.tools)
        project.version += 1
        project.save()
        store_pieces(project, core)
    return project


def _follow_renamed_versions(project: Project, core: CoreProject) -> None:
    """Classes go on teaching the version they chose when it gets another name and nothing else of it changes.

    One that is gone while another is there that was not is no rename: the class asks which it teaches.
    """
    before = core_project(project).variants if project.pk else ()
    if len(before) != len(core.variants):
        return
    was, names = {variant.name for variant in before}, {variant.name for variant in core.variants}
    for kept, made in zip(before, core.variants, strict=True):
        old, new = kept.name, made.name
        if old not in names and new not in was and replace(kept, name=new) == made:
            for kit_class in project.classes.filter(Q(variant=old) | Q(colourways__variant=old)).distinct():
                kit_class.colourways.filter(variant=old).update(variant=new)
                now = new if kit_class.variant == old else kit_class.variant
                project.classes.filter(pk=kit_class.pk).update(variant=now, version=F("version") + 1)


def read_document(document: dict[str, Any], studio: Studio, units: Unit) -> CoreProject:
    """A project's document, its lengths in ``units``, as the core reads it; FileError with every fault."""
    faults: list[Fault] = []
    supplies = {str(s.pk): core_supply(s) for s in studio.supplies.all()}
    try:
        core = read_project(JsonValue(document, "", units, faults), supplies)
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return core
