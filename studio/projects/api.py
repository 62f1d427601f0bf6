"""Projects: the list as a document in the studio's units, saved whole with its version."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import Count, F
from django.http import HttpRequest
from ninja import Router, Status

from neat_sheaf.errors import Fault
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.measure.length import Unit, write_length
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.project.variants import UnknownNumberError, nominal_centimetres, numbers_of, variant_of
from neat_sheaf.quick import tidy_line
from neat_sheaf.quick.writing import clauses_beyond_columns
from studio.accounts.models import Studio
from studio.accounts.tenancy import check_version, own, studio_of
from studio.config.problems import Problem
from studio.cupboard.convert import core_supply
from studio.projects.convert import core_project, store_pieces
from studio.projects.documents import ProjectIn, ProjectOut, ProjectRow
from studio.projects.finding import findings_of, papers_chosen
from studio.projects.models import Project

router = Router(tags=["projects"])


def project_out(project: Project, units: Unit, version: str = "") -> ProjectOut:
    """A project in the studio's units, as one of its sister versions has it."""
    core = version_of(project, version)
    chosen = papers_chosen(project)
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
            "checks": findings_of(core, project.studio, chosen),
        }
    )


def version_of(project: Project, version: str) -> CoreProject:
    """The core's project in that sister version; FileError where there is none of the name."""
    try:
        return variant_of(core_project(project), version)
    except UnknownNumberError as error:
        raise FileError([Fault("version", error.code, str(error))]) from error


@router.get("/projects", response=list[ProjectRow])
def projects(request: HttpRequest) -> list[ProjectRow]:
    """Every project of the studio."""
    rows = studio_of(request).projects.annotate(
        piece_count=Count("pieces", distinct=True), class_count=Count("classes", distinct=True)
    )
    return [
        ProjectRow(id=p.pk, name=p.name, pieces=p.piece_count, classes=p.class_count, changed=p.changed)
        for p in rows
    ]


@router.post("/projects", response={201: ProjectOut, 422: Problem}, by_alias=True)
def add_project(request: HttpRequest, payload: ProjectIn) -> Status[ProjectOut]:
    """Add a project."""
    studio = studio_of(request)
    return Status(201, store_project(Project(studio=studio, version=0), payload, studio))


@router.get("/projects/{project_id}", response={200: ProjectOut, 404: Problem, 422: Problem}, by_alias=True)
def project(request: HttpRequest, project_id: int, version: str = "") -> ProjectOut:
    """One project, as the sister version of that name has it where one is named."""
    found = own(Project.objects.select_related("studio"), request, project_id)
    return project_out(found, found.studio.measure, version)


@router.put(
    "/projects/{project_id}",
    response={200: ProjectOut, 404: Problem, 409: Problem, 422: Problem},
    by_alias=True,
)
def change_project(request: HttpRequest, project_id: int, payload: ProjectIn) -> ProjectOut:
    """Save a project whole. A stale save is refused, with what is there now."""
    studio = studio_of(request)
    with transaction.atomic():
        found = own(Project.objects.select_for_update(), request, project_id)
        if payload.version != found.version:
            current = project_out(found, studio.measure).model_dump(by_alias=True)
            check_version(found.name, payload.version, found.version, current)
        return store_project(found, payload, studio)


def store_project(project: Project, payload: ProjectIn, studio: Studio) -> ProjectOut:
    document = payload.model_dump(by_alias=True, exclude={"version", "units"}, exclude_none=True)
    core = read_document(document, studio, payload.units or studio.measure)
    with transaction.atomic():
        _follow_renamed_versions(project, [variant.name for variant in core.variants])
        project.name = core.name
        project.tools = list(core.tools)
        project.version += 1
        project.save()
        store_pieces(project, core)
    # In the unit it was sent in: the page it comes back to is still written in that.
    return project_out(project, payload.units or studio.measure)


def _follow_renamed_versions(project: Project, names: list[str]) -> None:
    """Classes go on teaching the version they chose when it gets another name."""
    before = [variant.name for variant in project.variants.all()] if project.pk else []
    if len(before) != len(names):
        return
    for old, new in zip(before, names, strict=True):
        if old != new and old not in names:
            project.classes.filter(variant=old).update(variant=new, version=F("version") + 1)


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


@router.delete("/projects/{project_id}", response={204: None, 404: Problem, 409: Problem})
def drop_project(request: HttpRequest, project_id: int) -> Status[None]:
    """Delete a project; refused while a class uses it."""
    own(Project.objects.all(), request, project_id).delete()
    return Status(204, None)
