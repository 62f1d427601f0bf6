"""What is printed of a class, and a class as one file and one folder."""

from __future__ import annotations

import io
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pypdf import PdfWriter

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import MOST_PRINTED_PIECES
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import reader
from studio.accounts.voice import voice_for
from studio.classes.files_api import cut_guide_of
from studio.classes.models import KitClass
from studio.classes.remembered import class_and_job
from studio.common.downloads import download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.handouts.class_file import write_class_file
from studio.handouts.host import MOST_TABLES, cards_pdf, host_pdf
from studio.handouts.scoring import scoring_pdf
from studio.preparing.api import class_and_preparing
from studio.preparing.packing_api import labels_of, packing_list_of
from studio.preparing.services import Preparing
from studio.projects.printing import printed_sheet
from studio.projects.versions import version_of

router = Router(tags=["handouts"])


def _pdf(name: str, content: bytes) -> HttpResponse:
    return download(name, "pdf", content, "application/pdf")


def _tables(tables: int) -> int:
    if not 1 <= tables <= MOST_TABLES:
        raise FileError([fault("tables", "too-many-tables", most=MOST_TABLES)])
    return tables


@router.get("/classes/{class_id}/scoring.pdf", auth=reader, response={200: bytes, 404: Problem, 422: Problem})
def scoring_guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> HttpResponse:
    """The scoring guide: every stop of the board once, with a square to tick for each step."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = scoring_pdf(kit_class, found.prepared.scoring, found.job.project.pieces, paper, voice)
    return _pdf(voice.say("file-scoring", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/host.pdf", auth=reader, response={200: bytes, 404: Problem, 422: Problem})
def host_sheet(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> HttpResponse:
    """The host's sheet: the steps with their times, what each table needs, what can go wrong."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = host_pdf(kit_class, found, _tables(tables), paper, voice)
    return _pdf(voice.say("file-host", name=kit_class.name), pdf)


@router.get(
    "/classes/{class_id}/table-cards.pdf", auth=reader, response={200: bytes, 404: Problem, 422: Problem}
)
def table_cards(
    request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter"
) -> HttpResponse:
    """A card to fold for each table, with the steps and the cautions."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    pdf = cards_pdf(kit_class, found, _tables(tables), paper, voice)
    return _pdf(voice.say("file-cards", name=kit_class.name), pdf)


@router.get("/classes/{class_id}/folder.pdf", auth=reader, response={200: bytes, 404: Problem, 422: Problem})
def folder(request: HttpRequest, class_id: int, tables: int = 1, paper: PageSize = "letter") -> HttpResponse:
    """Everything of a class in one file with bookmarks: guides, packing, labels, sheets, cards."""
    (kit_class, found), voice = class_and_preparing(request, class_id), voice_for(request)
    whole = PdfWriter()
    for name, content in _parts(request, kit_class, found, _tables(tables), paper, voice):
        whole.append(io.BytesIO(content), outline_item=name)
    whole.add_metadata({"/Title": voice.say("file-folder", name=kit_class.name)})
    out = io.BytesIO()
    whole.write(out)
    return _pdf(voice.say("file-folder", name=kit_class.name), out.getvalue())


def _parts(
    request: HttpRequest, kit_class: KitClass, found: Preparing, tables: int, paper: PageSize, voice: Voice
) -> list[tuple[str, bytes]]:
    project = found.job.project
    if len(project.pieces) > MOST_PRINTED_PIECES:
        many = {"found": len(project.pieces), "most": MOST_PRINTED_PIECES}
        raise FileError([fault("", "too-many-printed.pieces", **many)])
    sheet = "letter-3x10" if paper == "letter" else "a4-3x8"
    name = kit_class.name
    host = host_pdf(kit_class, found, tables, paper, voice)
    scoring = scoring_pdf(kit_class, found.prepared.scoring, project.pieces, paper, voice)
    return [
        (voice.say("file-guide", name=name), cut_guide_of(kit_class, paper, voice)),
        (voice.say("file-scoring", name=name), scoring),
        (voice.say("file-packing", name=name), packing_list_of(kit_class, paper, voice)),
        (voice.say("file-labels", name=name), labels_of(request, kit_class, sheet, voice)),
        (voice.say("file-host", name=name), host),
        (voice.say("file-cards", name=name), cards_pdf(kit_class, found, tables, paper, voice)),
        *(
            (version or project.name, printed_sheet(own, kit_class.studio, paper, voice, version))
            for version in kit_class.listed.split("\n")
            for own in [version_of(kit_class.project, version)]
        ),
    ]


@router.get(
    "/classes/{class_id}/file", auth=reader, response={200: dict[str, Any], 404: Problem, 422: Problem}
)
def class_file(request: HttpRequest, class_id: int) -> HttpResponse:
    """The whole class as one open JSON file; the list of its people is not in it."""
    kit_class, job = class_and_job(request, class_id)
    text = write_class_file(kit_class, job)
    return download(kit_class.name, "class.json", text, "application/json; charset=utf-8")
