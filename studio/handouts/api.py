"""What is printed of a class, and a class as one file and one folder."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.tenancy import reader
from studio.accounts.voice import voice_for
from studio.classes.remembered import class_and_job
from studio.common.downloads import Pdf, download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.common.voices import language_of
from studio.handouts.class_file import write_class_file
from studio.handouts.host import MOST_TABLES, cards_pdf, host_pdf
from studio.handouts.scoring import scoring_pdf
from studio.preparing.api import class_and_preparing
from studio.tasks.api import StudioTaskOut, task_out
from studio.tasks.for_studio import start

router = Router(tags=["handouts"])


def _pdf(name: str, content: bytes) -> HttpResponse:
    return download(name, "pdf", content, "application/pdf")


def _tables(tables: int) -> int:
    if not 1 <= tables <= MOST_TABLES:
        raise FileError([fault("tables", "too-many-tables", most=MOST_TABLES)])
    return tables


@router.get("/classes/{class_id}/scoring.pdf", auth=reader, response={200: Pdf, 404: Problem, 422: Problem})
def scoring_guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> HttpResponse:
    """The scoring guide: every stop of the board once, with a square to tick for each step."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = scoring_pdf(kit_class, found.prepared.scoring, found.job.project.pieces, paper, voice)
    return _pdf(voice.say("file-scoring", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/host.pdf", auth=reader, response={200: Pdf, 404: Problem, 422: Problem})
def host_sheet(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> HttpResponse:
    """The host's sheet: the steps with their times, what each table needs, what can go wrong."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = host_pdf(kit_class, found, _tables(tables), paper, voice)
    return _pdf(voice.say("file-host", name=kit_class.name), pdf)


@router.get(
    "/classes/{class_id}/table-cards.pdf", auth=reader, response={200: Pdf, 404: Problem, 422: Problem}
)
def table_cards(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> HttpResponse:
    """A card to fold for each table, with the steps and the cautions."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = cards_pdf(kit_class, found, _tables(tables), paper, voice)
    return _pdf(voice.say("file-cards", name=kit_class.name), pdf)


@router.post(
    "/classes/{class_id}/folder",
    auth=reader,
    response={202: StudioTaskOut, 404: Problem, 422: Problem, 429: Problem},
)
def folder(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> Status[StudioTaskOut]:
    """Let everything of a class be written in one PDF with bookmarks; a worker does."""
    kit_class, _ = class_and_preparing(request, class_id)
    about = {
        "class": kit_class.pk, "tables": _tables(tables), "paper": paper,
        "language": language_of(request), "server": request.build_absolute_uri("/"),
    }  # fmt: skip
    return Status(202, task_out(start(kit_class.studio, "folder", about), voice_for(request)))


@router.get(
    "/classes/{class_id}/file", auth=reader, response={200: dict[str, Any], 404: Problem, 422: Problem}
)
def class_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The whole class as one open JSON file; the list of its people is not in it."""
    kit_class, job = class_and_job(request, class_id)
    text = write_class_file(kit_class, job)
    return download(kit_class.name, "class.json", text, "application/json; charset=utf-8")
