"""Projects: the list as a document in the studio's units, saved whole with its version."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from django.db import transaction
from django.db.models import Count
from django.http import HttpRequest
from ninja import Field, Router, Schema, Status
from pydantic import ConfigDict

from neat_sheaf.checks import check_project
from neat_sheaf.errors import Fault
from neat_sheaf.formats.plan_file import findings_document
from neat_sheaf.formats.project_part import project_document, read_project
from neat_sheaf.formats.reading import Faulty, FileError, Node
from neat_sheaf.length import Unit
from neat_sheaf.project import Project as CoreProject
from studio.accounts.models import Studio
from studio.accounts.tenancy import check_version, own, studio_of
from studio.config.problems import Problem
from studio.cupboard.convert import core_supply
from studio.projects.convert import core_project, store_pieces
from studio.projects.models import Project

router = Router(tags=["projects"])


class _Doc(Schema):
    model_config = ConfigDict(populate_by_name=True)


class LinesDoc(_Doc):
    """Scores or slits along a side, or (with no side) a diagonal between two marks."""

    along: Literal["width", "height"] | None = None
    at: list[str] | None = None
    start: str | list[str] | None = Field(None, alias="from")
    end: str | list[str] | None = Field(None, alias="to")


class HoleDoc(_Doc):
    """A round hole by its centre."""

    x: str
    y: str
    diameter: str


class CornerDoc(_Doc):
    """What is taken off corners."""

    at: list[Literal["bottom-left", "bottom-right", "top-left", "top-right"]]
    shape: Literal["round", "mitre", "notch"]
    size: str


class TabDoc(_Doc):
    """A panel glued behind another."""

    column: int
    row: int
    runs: int = 1


class MatDoc(_Doc):
    """The panel a mat is glued onto."""

    piece: str
    column: int = 1
    row: int = 1


class PieceDoc(_Doc):
    """One line of the list, as in a job file."""

    name: str
    paper: str
    per_kit: int = 1
    width: str
    height: str
    scores: list[LinesDoc] = []
    slits: list[LinesDoc] = []
    holes: list[HoleDoc] = []
    corners: list[CornerDoc] = []
    tabs: list[TabDoc] = []
    follows_print: bool = False
    cut: Literal["trim", "die", "punch"] = "trim"
    margin: str = "0"
    mat_of: MatDoc | None = None


class FitDoc(_Doc):
    """Two pieces of which the outer must clear the inner."""

    kind: Literal["lid"]
    outer: str
    inner: str


class UseDoc(_Doc):
    """What one kit takes of a supply (its id as text)."""

    supply: str
    per_kit: str
    cuts: int = 1


class ProjectIn(_Doc):
    """A project as it is written; ``version`` is the one it was based on."""

    version: int = 0
    name: str
    pieces: list[PieceDoc] = []
    fits: list[FitDoc] = []
    supplies: list[UseDoc] = []


class CheckOut(Schema):
    """One finding; ``piece`` is the line it concerns, from 0."""

    level: Literal["error", "warning", "note"]
    code: str
    where: str
    says: str
    piece: int | None


class ProjectOut(ProjectIn):
    """A project as it is kept, with what the checks say."""

    id: int
    units: Literal["in", "cm", "mm"]
    roles: list[str]
    checks: list[CheckOut]


class ProjectRow(Schema):
    """A project in the list of projects."""

    id: int
    name: str
    pieces: int
    classes: int
    changed: datetime


def project_out(project: Project, units: Unit) -> ProjectOut:
    """A project in the studio's units."""
    core = core_project(project)
    return ProjectOut.model_validate(
        {
            **project_document(core, units),
            "id": project.pk,
            "version": project.version,
            "units": units,
            "roles": list(core.roles),
            "checks": findings_document(check_project(core, units)),
        }
    )


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


@router.get("/projects/{project_id}", response={200: ProjectOut, 404: Problem}, by_alias=True)
def project(request: HttpRequest, project_id: int) -> ProjectOut:
    """One project."""
    found = own(Project.objects.select_related("studio"), request, project_id)
    return project_out(found, found.studio.measure)


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
    units = studio.measure
    core = read_document(payload.model_dump(by_alias=True, exclude={"version"}, exclude_none=True), studio)
    with transaction.atomic():
        project.name = core.name[:120]
        project.version += 1
        project.save()
        store_pieces(project, core)
    return project_out(project, units)


def read_document(document: dict[str, Any], studio: Studio) -> CoreProject:
    """A project's document as the core reads it; raises FileError with every fault."""
    faults: list[Fault] = []
    supplies = {str(s.pk): core_supply(s) for s in studio.supplies.all()}
    try:
        core = read_project(Node(document, "", studio.measure, faults), supplies)
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
