"""A class's sheets as files: the cut guide, and each layout as a drawing at true size."""

from __future__ import annotations

from collections.abc import Sequence

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router

from neat_sheaf.errors import fault
from neat_sheaf.formats.layout_svg import write_layout_svg
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import MOST_PRINTED_LAYOUTS
from neat_sheaf.messages import Sized
from neat_sheaf.pinned import Round
from neat_sheaf.wording import Voice
from studio.accounts.models import Studio
from studio.accounts.tenancy import own, reader
from studio.accounts.voice import voice_for
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import plan_of_class
from studio.classes.printing import cut_guide
from studio.classes.services.cutting import rounds_of
from studio.common.downloads import Svg, download
from studio.common.pages import PageSize
from studio.common.problems import Problem
from studio.tasks.for_studio import NotWantedError
from studio.tasks.prints import PDF_ANSWERS, About, PdfAnswer, Written, pdf_answer

router = Router(tags=["files"])

_MS_A_LAYOUT = 150  # measured: milliseconds that a layout of a guide takes, 145 to 175


def _rounds(kit_class: KitClass) -> Sequence[Round]:
    """The rounds of a class's cutting: what is pinned, or its plan where cutting has not begun."""
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    if run is not None:
        return rounds_of(run)
    planned = plan_of_class(kit_class)
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    return [Round(planned.plan.sheet_plan)]


def class_about(studio: Studio, about: About) -> KitClass:
    """The class that a print is of. NotWantedError where it is gone."""
    found = KitClass.objects.select_related("studio", "project").filter(studio=studio)
    kit_class = found.filter(pk=about["class"]).first()
    if kit_class is None:
        raise NotWantedError
    return kit_class


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


def _printable(rounds: Sequence[Round]) -> int:
    """How many layouts there are to print. FileError for more than a guide can have."""
    layouts = sum(1 for one in rounds for _ in one.sheets.layouts)
    if layouts > MOST_PRINTED_LAYOUTS:
        many = {"found": layouts, "most": MOST_PRINTED_LAYOUTS}
        raise FileError([fault("", "too-many-printed.layouts", **many)])
    return layouts


@router.get("/classes/{class_id}/cut-guide.pdf", auth=reader, response=PDF_ANSWERS)
def guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> PdfAnswer:
    """Every layout drawn, and the order of cutting to tick off."""
    layouts = _printable(_rounds(_class(request, class_id)))
    about = {"class": class_id, "paper": paper}
    return pdf_answer(request, "cut-guide", about, layouts * _MS_A_LAYOUT)


def write_cut_guide(studio: Studio, about: About, voice: Voice) -> Written:
    """The cut guide of a class. FileError where it has no plan, or too many layouts to print."""
    found = class_about(studio, about)
    rounds = _rounds(found)
    _printable(rounds)
    names = {str(p.pk): p.name for p in studio.papers.all()}
    pdf = cut_guide(found, rounds, names, about["paper"], voice)
    return Written(voice.say("file-guide", name=found.name), pdf)


@router.get(
    "/classes/{class_id}/layouts/{letter}.svg", auth=reader, response={200: Svg, 404: Problem, 422: Problem}
)
def layout(request: HttpRequest, class_id: int, letter: str) -> HttpResponse:
    """One layout at true size."""
    found, voice = _class(request, class_id), voice_for(request)
    for one in _rounds(found):
        for _, lay in one.sheets.layouts:
            if lay.letter == letter:
                title = voice.say("layout-title", letter=letter)
                text = write_layout_svg(lay, title, lambda w, h: voice.say("layout-keep", size=Sized(w, h)))
                name = voice.say("file-layout", name=found.name, letter=letter)
                return download(name, "svg", text, "image/svg+xml")
    raise Http404
