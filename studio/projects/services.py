"""Projects: what the API gives of one, and keeping one whole."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.db.models import F, Q

from neat_sheaf.errors import Fault
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.project.variants import nominal_centimetres, numbers_of
from neat_sheaf.reading.notation import tidy_line
from neat_sheaf.reading.notation.writing import clauses_beyond_columns
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.cupboard.convert import core_supply
from studio.projects.convert import store_pieces
from studio.projects.findings import findings_of, papers_chosen
from studio.projects.folding import folded_project
from studio.projects.gluing import glue_out, worked_amounts
from studio.projects.models import Project, new_key
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
    document = project_document(core, units)
    ids = dict(project.variants.values_list("name", "key"))
    for variant in document.get("variants", []):
        variant["id"] = ids[variant["name"]]
    return ProjectOut.model_validate(
        {
            **document,
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
    core = with_worked_out(read_document(payload.document(), studio, payload.units or studio.measure), studio)
    with transaction.atomic():
        before = {variant.key: variant.name for variant in project.variants.all()} if project.pk else {}
        ids = _lasting([(variant.id, variant.name) for variant in payload.variants], before)
        project.name = core.name
        project.tools = list(core.tools)
        project.version += 1
        project.save()
        store_pieces(project, core, ids)
        _follow_renamed(project, before, ids)
    return project


def _lasting(sent: Sequence[tuple[str, str]], before: Mapping[str, str]) -> list[str]:
    """The lasting id of each version that was sent as (id, name): its own, that of its name, or a new one.

    ``before`` are the names by id. No id is given twice.
    """
    taken = {key for key, _ in sent if key in before}
    by_name = {name: key for key, name in before.items() if key not in taken}
    found: list[str] = []
    for key, name in sent:
        own = key if key and key not in found else by_name.get(name, "")
        found.append(own if own and own not in found else new_key())
    return found


def _follow_renamed(project: Project, before: Mapping[str, str], ids: Sequence[str]) -> None:
    """Classes go on teaching the version they chose when it gets another name.

    A class whose version is gone keeps its name, and asks which it teaches.
    """
    now = dict(project.variants.filter(key__in=ids).values_list("key", "name"))
    renamed = {name: now[key] for key, name in before.items() if key in now and now[key] != name}
    if not renamed:
        return
    chosen = Q(variant__in=renamed) | Q(colourways__variant__in=renamed)
    for kit_class in project.classes.filter(chosen).distinct():
        for way in kit_class.colourways.filter(variant__in=renamed):
            kit_class.colourways.filter(pk=way.pk).update(variant=renamed[way.variant])
        variant = renamed.get(kit_class.variant, kit_class.variant)
        project.classes.filter(pk=kit_class.pk).update(variant=variant, version=F("version") + 1)


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
