"""PDFs to print: written within the request where that is short, by a worker where it is long."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.utils.module_loading import import_string
from ninja import Status

from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import studio_of
from studio.accounts.voice import voice_for, voice_of
from studio.common.downloads import Pdf, download
from studio.common.problems import Problem
from studio.common.voices import language_of
from studio.tasks.api import StudioTaskOut, task_out
from studio.tasks.for_studio import Made, NotWantedError, Told, start
from studio.tasks.models import StudioTask

__all__ = ["PDF_ANSWERS", "PRINTS", "About", "PdfAnswer", "Written", "pdf_answer", "write_print", "writer_of"]

PRINTS = {
    "sheet": "studio.projects.files_api.write_sheet",
    "cut-guide": "studio.classes.files_api.write_cut_guide",
    "shopping": "studio.shopping.api.write_list",
    "packing": "studio.preparing.packing_api.write_packing_list",
    "labels": "studio.preparing.packing_api.write_labels",
    "scoring": "studio.handouts.api.write_scoring_guide",
    "host": "studio.handouts.api.write_host_sheet",
    "cards": "studio.handouts.api.write_cards",
}
"""What writes each kind of print."""

PDF_ANSWERS = {200: Pdf, 202: StudioTaskOut, 404: Problem, 422: Problem, 429: Problem}
"""What an endpoint of a print answers: the file, or the task of the worker who writes it."""

About = Mapping[str, Any]
"""What a print is of, as JSON values: keys of rows, the paper, how many tables."""

PdfAnswer = HttpResponse | Status[StudioTaskOut]


class Written(NamedTuple):
    """A PDF and what it is called."""

    name: str
    content: bytes


Writer = Callable[[Studio, About, Voice], Written]


def pdf_answer(request: HttpRequest, what: str, about: About, milliseconds: int) -> PdfAnswer:
    """The PDF ``what`` (of ``PRINTS``), or the task of writing it where it takes longer than a person waits.

    ``milliseconds`` is about how long it takes. Raises what the writer raises; Busy where too much of the
    studio is underway.
    """
    studio, voice = studio_of(request), voice_for(request)
    if milliseconds <= settings.PRINT_MILLISECONDS:
        try:
            written = writer_of(what)(studio, about, voice)
        except NotWantedError as error:
            # It was deleted while it was asked for.
            raise Http404 from error
        return download(written.name, "pdf", written.content, "application/pdf")
    task = start(studio, "print", {"what": what, "language": language_of(request), **about})
    return Status(202, task_out(task, voice))


def write_print(task: StudioTask, told: Told) -> Made:
    """Write a print as its task says it. CannotPlanError, FileError, NotWantedError."""
    told(0, 1)
    voice = voice_of(task.studio, task.about["language"])
    written = writer_of(task.about["what"])(task.studio, task.about, voice)
    return Made(f"{written.name}.pdf", "application/pdf", written.content)


def writer_of(what: str) -> Writer:
    """What writes a print of ``PRINTS``; it raises CannotPlanError, FileError, NotWantedError."""
    found: Writer = import_string(PRINTS[what])
    return found
