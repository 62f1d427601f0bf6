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
from studio.accounts.tenancy import own
from studio.accounts.voice import voice_for
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import plan_of_class
from studio.classes.printing import cut_guide
from studio.classes.services.cutting import rounds_of
from studio.common.downloads import download
from studio.common.pages import PageSize
from studio.common.problems import Problem

router = Router(tags=["files"])


def _rounds(request: HttpRequest, class_id: int) -> tuple[KitClass, Sequence[Round]]:
    """A class and the rounds of its cutting: what is pinned, or its plan where cutting has not begun."""
    found = own(KitClass.objects.select_related("studio", "project"), request, class_id)
    run = CuttingRun.objects.filter(kit_class=found).first()
    if run is not None:
        return found, rounds_of(run)
    planned = plan_of_class(found)
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    return found, [Round(planned.plan.sheet_plan)]


@router.get("/classes/{class_id}/cut-guide.pdf", response={200: bytes, 404: Problem, 422: Problem})
def guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> HttpResponse:
    """Every layout drawn, and the order of cutting to tick off."""
    found, rounds = _rounds(request, class_id)
    voice = voice_for(request)
    layouts = sum(1 for one in rounds for _ in one.sheets.layouts)
    if layouts > MOST_PRINTED_LAYOUTS:
        many = {"found": layouts, "most": MOST_PRINTED_LAYOUTS}
        raise FileError([fault("", "too-many-printed.layouts", **many)])
    names = {str(p.pk): p.name for p in found.studio.papers.all()}
    pdf = cut_guide(found, rounds, names, paper, voice)
    return download(voice.say("file-guide", name=found.name), "pdf", pdf, "application/pdf")


@router.get("/classes/{class_id}/layouts/{letter}.svg", response={200: str, 404: Problem, 422: Problem})
def layout(request: HttpRequest, class_id: int, letter: str) -> HttpResponse:
    """One layout at true size."""
    found, rounds = _rounds(request, class_id)
    voice = voice_for(request)
    for one in rounds:
        for _, lay in one.sheets.layouts:
            if lay.letter == letter:
                title = voice.say("layout-title", letter=letter)
                text = write_layout_svg(lay, title, lambda w, h: voice.say("layout-keep", size=Sized(w, h)))
                name = voice.say("file-layout", name=found.name, letter=letter)
                return download(name, "svg", text, "image/svg+xml")
    raise Http404
