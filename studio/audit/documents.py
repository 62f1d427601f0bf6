"""The things of a studio as documents, to compare: what a person sees of them, in the studio's units."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from decimal import Decimal
from typing import Any

from django.db import models

from neat_sheaf.formats.project_part import project_document
from neat_sheaf.measure.length import Length, Unit, write_length
from studio.accounts.models import Studio
from studio.accounts.services.habits import habits_of
from studio.classes.models import KitClass
from studio.cupboard.convert import pack_out, paper_out, supply_out
from studio.cupboard.models import Pack, Paper, Supply
from studio.projects.convert import core_project
from studio.projects.models import Project

__all__ = ["KINDS", "MODELS", "document_of", "version_of"]

Document = dict[str, Any]

MODELS: dict[str, type[models.Model]] = {
    "project": Project, "class": KitClass, "paper": Paper, "supply": Supply, "pack": Pack, "studio": Studio,
}  # fmt: skip
"""The models of the kinds of things."""

KINDS = tuple(MODELS)

# What says nothing to a person, or is said elsewhere.
_SILENT = ("id", "version", "units", "photo", "figures", "finished")


def document_of(thing: models.Model) -> Document:
    """What a person sees of a thing: lengths in the studio's units, other things by their names."""
    return _DOCUMENTS[type(thing)](thing)


def version_of(thing: models.Model) -> int:
    """How many times it was saved."""
    return int(getattr(thing, "version", 0))


def _project(project: Project) -> Document:
    document = project_document(core_project(project), project.studio.measure)
    names = {str(pk): name for pk, name in project.studio.supplies.values_list("pk", "name")}
    return {key: _with_names(value, names) for key, value in document.items()}


def _with_names(value: Any, names: Mapping[str, str]) -> Any:
    """Supplies by their names: a key is nothing that a person knows."""
    if isinstance(value, list):
        return [_with_names(one, names) for one in value]
    if not isinstance(value, dict):
        return value
    found = {key: _with_names(one, names) for key, one in value.items()}
    if isinstance(value.get("supply"), str):
        found["supply"] = names.get(value["supply"], "")
    if "says" in value and isinstance(value.get("supplies"), list):
        found["supplies"] = [names.get(one, "") for one in value["supplies"]]
    return found


def _class(kit_class: KitClass) -> Document:
    units = kit_class.studio.measure
    document = {
        field.name.removesuffix("_nm"): _plain(field, getattr(kit_class, field.name), units)
        for field in kit_class._meta.concrete_fields
        if not field.is_relation and field.name not in _SILENT
    }
    colourways = kit_class.colourways.prefetch_related("choices__paper")
    return document | {
        "project": kit_class.project.name,
        "colourways": [
            {
                "name": one.name, "share": one.share, "ready": one.ready, "variant": one.variant,
                "papers": {choice.role: choice.paper.name for choice in one.choices.all()},
            }
            for one in colourways
        ],
    }  # fmt: skip


def _plain(field: models.Field[Any, Any], value: Any, units: Unit) -> Any:
    if field.name.endswith("_nm"):
        return write_length(Length(value), units)
    if isinstance(value, Decimal):
        return format(value.normalize(), "f")
    return value if value is None or isinstance(value, str | int | list | dict) else str(value)


def _stock(thing: Paper | Supply | Pack) -> Document:
    if isinstance(thing, Paper):
        found = paper_out(thing, thing.studio.measure).model_dump(mode="json")
        found["pack"] = thing.pack.name if thing.pack else None
        found["same_as"] = thing.same_as.name if thing.same_as else None
    elif isinstance(thing, Supply):
        found = supply_out(thing, thing.studio.measure).model_dump(mode="json")
    else:
        found = pack_out(thing).model_dump(mode="json")
    return {key: value for key, value in found.items() if key not in _SILENT}


def _studio(studio: Studio) -> Document:
    return {k: v for k, v in habits_of(studio).model_dump(mode="json").items() if k != "version"}


_DOCUMENTS: dict[type[models.Model], Callable[[Any], Document]] = {
    Project: _project, KitClass: _class, Paper: _stock, Supply: _stock, Pack: _stock, Studio: _studio,
}  # fmt: skip
