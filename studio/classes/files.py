"""A class's sheets as files: the cut guide, and each layout as a drawing at true size."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router

from neat_sheaf.errors import Fault
from neat_sheaf.formats.layout_svg import write_layout_svg
from neat_sheaf.formats.reading import FileError
from neat_sheaf.limits import MOST_PRINTED_LAYOUTS
from studio.accounts.tenancy import own
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import plan_of
from studio.classes.printing import cut_guide, say_mm
from studio.config.downloads import download
from studio.config.pages import PageSize
from studio.config.problems import Problem

router = Router(tags=["files"])


def _sheets(request: HttpRequest, class_id: int) -> tuple[KitClass, Sequence[Mapping[str, Any]]]:
    """A class and the rounds of its cutting: what is pinned, or its plan where cutting has not begun."""
    found = own(KitClass.objects.select_related("studio", "project"), request, class_id)
    run = CuttingRun.objects.filter(kit_class=found).first()
    if run is not None:
        return found, run.rounds
    planned = plan_of(found)
    if planned.plan is None:
        raise FileError(planned.faults)
    return found, [planned.plan]


@router.get("/classes/{class_id}/cut-guide.pdf", response={200: bytes, 404: Problem, 422: Problem})
def guide(request: HttpRequest, class_id: int, paper: PageSize = "letter") -> HttpResponse:
    """Every layout drawn, and the order of cutting to tick off."""
    found, rounds = _sheets(request, class_id)
    layouts = sum(len(row["layouts"]) for one in rounds for row in one["papers"])
    if layouts > MOST_PRINTED_LAYOUTS:
        says = f"the plan has {layouts} layouts; a guide of at most {MOST_PRINTED_LAYOUTS} can be printed"
        raise FileError([Fault("", "too-many", says)])
    names = {str(p.pk): p.name for p in found.studio.papers.all()}
    pdf = cut_guide(found, rounds, names, paper)
    return download(f"{found.name} cut guide", "pdf", pdf, "application/pdf")


@router.get("/classes/{class_id}/layouts/{letter}.svg", response={200: str, 404: Problem, 422: Problem})
def layout(request: HttpRequest, class_id: int, letter: str) -> HttpResponse:
    """One layout at true size."""
    found, rounds = _sheets(request, class_id)
    for one in rounds:
        for row in one["papers"]:
            for lay in row["layouts"]:
                if lay["letter"] == letter:
                    text = write_layout_svg(lay, say_mm(found.studio.measure))
                    return download(f"{found.name} layout {letter}", "svg", text, "image/svg+xml")
    raise Http404
