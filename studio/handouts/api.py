"""What is printed of a class, and a class as one file and one folder."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import reader
from studio.accounts.voice import voice_for
from studio.classes.evenings import Preparing, preparing_of
from studio.classes.files_api import class_about
from studio.classes.models import KitClass
from studio.classes.remembered import class_and_job
from studio.common.addresses import own_address
from studio.common.downloads import download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.common.voices import language_of
from studio.handouts.class_file import write_class_file
from studio.handouts.host import MOST_TABLES, cards_pdf, host_pdf
from studio.handouts.scoring import scoring_pdf
from studio.preparing.api import class_and_preparing
from studio.projects.printing import printable
from studio.tasks.api import StudioTaskOut, task_out
from studio.tasks.for_studio import start
from studio.tasks.prints import PDF_ANSWERS, About, PdfAnswer, Written, pdf_answer

router = Router(tags=["handouts"])

# Measured: milliseconds that a piece of the scoring guide takes, and a step of a card or the host's sheet
# (14 to 19; a card with no step is about one more).
_MS_A_PIECE, _MS_A_STEP = 80, 17


def _tables(tables: int) -> int:
    if not 1 <= tables <= MOST_TABLES:
        raise FileError([fault("tables", "too-many-tables", most=MOST_TABLES)])
    return tables


def _prepared(studio: Studio, about: About) -> tuple[KitClass, Preparing]:
    kit_class = class_about(studio, about)
    return kit_class, preparing_of(kit_class)


@router.get("/classes/{class_id}/scoring.pdf", auth=reader, response=PDF_ANSWERS)
def scoring_guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> PdfAnswer:
    """The scoring guide: every stop of the board once, with a square to tick for each step."""
    _, found = class_and_preparing(request, class_id)
    pieces = printable(found.job.project.pieces)
    return pdf_answer(request, "scoring", {"class": class_id, "paper": paper}, pieces * _MS_A_PIECE)


def write_scoring_guide(studio: Studio, about: About, voice: Voice) -> Written:
    """The scoring guide of a class. FileError for too many pieces."""
    kit_class, found = _prepared(studio, about)
    pieces = found.job.project.pieces
    printable(pieces)
    pdf = scoring_pdf(kit_class, found.prepared.scoring, pieces, about["paper"], voice)
    return Written(voice.say("file-scoring", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/host.pdf", auth=reader, response=PDF_ANSWERS)
def host_sheet(request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter") -> PdfAnswer:
    """The host's sheet: the steps with their times, what each table needs, what can go wrong."""
    _, found = class_and_preparing(request, class_id)
    about = {"class": class_id, "paper": paper, "tables": _tables(tables)}
    return pdf_answer(request, "host", about, len(found.prepared.table) * _MS_A_STEP)


def write_host_sheet(studio: Studio, about: About, voice: Voice) -> Written:
    """The host's sheet of a class."""
    kit_class, found = _prepared(studio, about)
    pdf = host_pdf(kit_class, found, about["tables"], about["paper"], voice)
    return Written(voice.say("file-host", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/table-cards.pdf", auth=reader, response=PDF_ANSWERS)
def table_cards(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> PdfAnswer:
    """A card to fold for each table, with the steps and the cautions."""
    _, found = class_and_preparing(request, class_id)
    steps = _tables(tables) * (1 + len(found.prepared.table))
    about = {"class": class_id, "paper": paper, "tables": tables}
    return pdf_answer(request, "cards", about, steps * _MS_A_STEP)


def write_cards(studio: Studio, about: About, voice: Voice) -> Written:
    """The cards for the tables of a class."""
    kit_class, found = _prepared(studio, about)
    pdf = cards_pdf(kit_class, found, about["tables"], about["paper"], voice)
    return Written(voice.say("file-cards", name=kit_class.name), pdf)


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
        "language": language_of(request), "server": own_address(request),
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
