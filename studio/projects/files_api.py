"""A project as files: table, drawing, printed sheet, job file; and a job file imported."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Field, Router, Status

from neat_sheaf import job as core
from neat_sheaf.errors import fault
from neat_sheaf.folding.together import folded_in
from neat_sheaf.formats.csv_file import write_csv
from neat_sheaf.formats.fold_file import write_fold
from neat_sheaf.formats.folded_svg import write_folded_svg
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.svg_file import write_svg
from neat_sheaf.limits import LARGEST_FILE
from neat_sheaf.measure.length import MILLIMETRE, inches, millimetres
from neat_sheaf.messages import Measured
from neat_sheaf.project import Piece
from neat_sheaf.project import Project as CoreProject
from neat_sheaf.stock import Paper
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, owner, reader, studio_of
from studio.accounts.voice import voice_for
from studio.common.downloads import Csv, Pdf, Svg, download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.common.sent import Sent
from studio.cupboard.convert import core_paper, core_supply
from studio.projects.convert import store_pieces
from studio.projects.findings import papers_chosen
from studio.projects.importing import import_project
from studio.projects.models import Project
from studio.projects.printing import printable, printed_sheet
from studio.projects.schemas import ProjectOut
from studio.projects.services import project_out
from studio.projects.tracing import printed_template
from studio.projects.versions import version_of
from studio.tasks.for_studio import NotWantedError
from studio.tasks.prints import PDF_ANSWERS, About, PdfAnswer, Written, pdf_answer

router = Router(tags=["files"])

_MS_A_PIECE = 75  # measured: milliseconds that a piece of a sheet takes
LARGEST_TEMPLATE = 1_000 * MILLIMETRE  # a metre: a few dozen pages


def _project(request: HttpRequest, project_id: int, version: str) -> tuple[Project, CoreProject]:
    found = own(Project.objects.select_related("studio"), request, project_id)
    return found, version_of(found, version)


def _piece(project: CoreProject, number: int) -> Piece:
    if not 0 <= number < len(project.pieces):
        raise Http404
    return project.pieces[number]


@router.get("/projects/{project_id}/list.csv", auth=reader, response={200: Csv, 404: Problem, 422: Problem})
def table(request: HttpRequest, project_id: int, version: str = "") -> HttpResponse:
    """The list as a table for a spreadsheet."""
    found, project = _project(request, project_id, version)
    # The mark at the front tells a spreadsheet that the file is UTF-8.
    text = "\N{BYTE ORDER MARK}" + write_csv(project.pieces, found.studio.measure)
    return download(found.name, "csv", text, "text/csv; charset=utf-8")


@router.get(
    "/projects/{project_id}/pieces/{number}.svg", auth=reader, response={200: Svg, 404: Problem, 422: Problem}
)
def drawing(request: HttpRequest, project_id: int, number: int, version: str = "") -> HttpResponse:
    """One piece (from 0) at true size."""
    found, project = _project(request, project_id, version)
    piece = _piece(project, number)
    return download(f"{found.name} {piece.name}", "svg", write_svg(piece), "image/svg+xml")


@router.get(
    "/projects/{project_id}/pieces/{number}/folded.svg",
    auth=reader,
    response={200: Svg, 404: Problem, 422: Problem},
)
def folded_drawing(request: HttpRequest, project_id: int, number: int, version: str = "") -> HttpResponse:
    """The folded piece (from 0) as an isometric line drawing; not found where that is not known."""
    found, project = _project(request, project_id, version)
    text = write_folded_svg(folded_in(project, _piece(project, number)))
    if not text:
        raise Http404
    name = f"{found.name} {project.pieces[number].name} folded"
    return download(name, "svg", text, "image/svg+xml")


@router.get(
    "/projects/{project_id}/pieces/{number}.fold",
    auth=reader,
    response={200: dict[str, Any], 404: Problem, 422: Problem},
)
def fold_file(request: HttpRequest, project_id: int, number: int, version: str = "") -> HttpResponse:
    """One piece (from 0) as a FOLD file: its creases, and the folded form where it is known."""
    found, project = _project(request, project_id, version)
    piece = _piece(project, number)
    return download(
        f"{found.name} {piece.name}", "fold", write_fold(folded_in(project, piece)), "application/json"
    )


@router.get(
    "/projects/{project_id}/pieces/{number}/template.pdf",
    auth=reader,
    response={200: Pdf, 404: Problem, 422: Problem},
)
def template(
    request: HttpRequest, project_id: int, number: int, paper: PageSize = "letter", version: str = ""
) -> HttpResponse:
    """One piece (from 0) at true size to trace, tiled where it is larger than the page."""
    found, project = _project(request, project_id, version)
    piece = _piece(project, number)
    if max(piece.width, piece.height) > LARGEST_TEMPLATE:
        raise FileError([fault("", "template-too-large", most=Measured(LARGEST_TEMPLATE))])
    pdf = printed_template(piece, paper, voice_for(request))
    return download(f"{found.name} {piece.name} template", "pdf", pdf, "application/pdf")


@router.get("/projects/{project_id}/sheet.pdf", auth=reader, response=PDF_ANSWERS)
def sheet(request: HttpRequest, project_id: int, paper: PageSize = "letter", version: str = "") -> PdfAnswer:
    """The cut-and-score sheet for attendees."""
    _, project = _project(request, project_id, version)
    pieces = printable(project.pieces)
    about = {"project": project_id, "paper": paper, "version": version}
    return pdf_answer(request, "sheet", about, pieces * _MS_A_PIECE)


def write_sheet(studio: Studio, about: About, voice: Voice) -> Written:
    """The sheet for attendees of a project."""
    found = studio.projects.filter(pk=about["project"]).first()
    if found is None:
        raise NotWantedError
    project, version = version_of(found, about["version"]), about["version"]
    name = f"{found.name} {version}".strip()
    return Written(name, printed_sheet(project, studio, about["paper"], voice, version))


@router.get(
    "/projects/{project_id}/job.json", auth=reader, response={200: dict[str, Any], 404: Problem, 422: Problem}
)
def job_file(request: HttpRequest, project_id: int) -> HttpResponse:
    """The project as a job file for one kit; a role that no class has chosen a paper for takes Letter."""
    found, project = _project(request, project_id, "")
    text = write_job(_job_of_one(found, project, voice_for(request).say("one-kit-colourway")))
    return download(found.name, "job.json", text, "application/json; charset=utf-8")


def _job_of_one(found: Project, project: CoreProject, colourway: str) -> core.Job:
    studio = found.studio
    chosen = papers_chosen(found)
    a4 = studio.units != "in"
    size = (millimetres(210), millimetres(297)) if a4 else (inches("17/2"), inches(11))
    papers: dict[str, Paper] = {}
    by_role: dict[str, str] = {}
    for role in project.roles:
        mine = chosen.get(role)
        paper = core_paper(mine[0]) if mine else Paper(f"role {role}", role, *size)
        papers[paper.id], by_role[role] = paper, paper.id
    klass = core.Class(1, 0, 0, None, (core.Colourway(colourway, 1, by_role),))
    supplies = tuple(core_supply(s) for s in studio.supplies.filter(pk__in=project.supplies_used))
    return core.Job(
        project, tuple(papers.values()), supplies, klass, core.Cutting(), studio.measure, studio.currency,
        studio.habits,
    )  # fmt: skip


class JobText(Sent):
    """A job file's text."""

    text: str = Field(max_length=LARGEST_FILE)


@router.post("/job-files", auth=owner, response={201: ProjectOut, 422: Problem}, by_alias=True)
def import_job(request: HttpRequest, payload: JobText) -> Status[ProjectOut]:
    """Make a project of a job file's list; supplies are found in the cupboard by name, or put there."""
    studio: Studio = studio_of(request)
    job = read_job(payload.text)
    with transaction.atomic():
        # One file at a time: two that bring the same supply in would each find it missing.
        Studio.objects.select_for_update().get(pk=studio.pk)
        project = import_project(job, studio)
        row = Project(studio=studio, name=project.name, tools=list(project.tools), version=1)
        row.save()
        store_pieces(row, project)
    return Status(201, project_out(row, voice_for(request)))
