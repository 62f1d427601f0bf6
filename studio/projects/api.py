"""Projects: the list as a document in the studio's units, saved whole with its version."""

from __future__ import annotations

from django.db import transaction
from django.db.models import Count
from django.http import HttpRequest
from ninja import Router, Status

from studio.accounts.models import Measure
from studio.accounts.tenancy import check_version, own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.problems import Problem
from studio.projects.models import Project
from studio.projects.schemas import ProjectIn, ProjectOut, ProjectRow
from studio.projects.services import project_out, store_project

router = Router(tags=["projects"])


@router.get("/projects", auth=reader, response=list[ProjectRow])
def projects(request: HttpRequest) -> list[ProjectRow]:
    """Every project of the studio."""
    rows = studio_of(request).projects.annotate(
        piece_count=Count("pieces", distinct=True), class_count=Count("classes", distinct=True)
    )
    return [
        ProjectRow(id=p.pk, name=p.name, pieces=p.piece_count, classes=p.class_count, changed=p.changed)
        for p in rows
    ]


@router.post("/projects", auth=owner, response={201: ProjectOut, 422: Problem}, by_alias=True)
def add_project(request: HttpRequest, payload: ProjectIn) -> Status[ProjectOut]:
    """Add a project."""
    studio = studio_of(request)
    added = store_project(Project(studio=studio, version=0), payload, studio)
    return Status(201, project_out(added, voice_for(request, payload.units)))


@router.get(
    "/projects/{project_id}",
    auth=reader,
    response={200: ProjectOut, 404: Problem, 422: Problem},
    by_alias=True,
)
def project(
    request: HttpRequest, project_id: int, version: str = "", units: Measure | None = None
) -> ProjectOut:
    """One project, as the sister version of that name has it where one is named.

    ``units`` is the one it is to be written in: a page that is open in another than the studio's asks so.
    """
    found = own(Project.objects.select_related("studio"), request, project_id)
    return project_out(found, voice_for(request, units), version)


@router.put(
    "/projects/{project_id}",
    auth=owner,
    response={200: ProjectOut, 404: Problem, 409: Problem, 422: Problem},
    by_alias=True,
)
def change_project(request: HttpRequest, project_id: int, payload: ProjectIn) -> ProjectOut:
    """Save a project whole. A stale save is refused, with what is there now.

    The answer is in the unit it was sent in: the page it comes back to is still written in that.
    """
    studio = studio_of(request)
    voice = voice_for(request, payload.units)
    with transaction.atomic():
        found = own(Project.objects.select_for_update(), request, project_id)
        if payload.version != found.version:
            current = project_out(found, voice).model_dump(by_alias=True)
            check_version(found.name, payload.version, found.version, current)
        return project_out(store_project(found, payload, studio), voice)


@router.delete("/projects/{project_id}", auth=owner, response={204: None, 404: Problem, 409: Problem})
def drop_project(request: HttpRequest, project_id: int) -> Status[None]:
    """Delete a project; refused while a class uses it."""
    own(Project.objects.all(), request, project_id).delete()
    return Status(204, None)
