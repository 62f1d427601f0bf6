"""How every figure of a class's cost came about, in words."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router

from neat_sheaf.advice.explaining import Explained, explain
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.wording import Voice
from studio.accounts.tenancy import reader
from studio.accounts.voice import voice_for
from studio.classes.planning import whose
from studio.classes.remembered import class_and_job
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.tasks import plans

router = Router(tags=["classes"])


class FigureOut(Schema):
    """A figure by its name, and its formula with the numbers in it."""

    name: Literal["needed", "material_used", "sheets_opened", "cash_out"]
    formula: str


class ExplainedOut(Schema):
    """A line of the cost, or the totals: what it is made of, each figure's formula, the sources."""

    kind: Literal["paper", "pack", "supply", "extra", "total"]
    id: str
    parts: list[str]
    figures: list[FigureOut]
    sources: list[str]


@router.get(
    "/classes/{class_id}/explained",
    auth=reader,
    response={200: list[ExplainedOut], 404: Problem, 422: Problem},
)
def explained(request: HttpRequest, class_id: int) -> list[ExplainedOut]:
    """How every figure of the class's cost came about."""
    kit_class, job = class_and_job(request, class_id)
    planned = plans.plan_of(job, whose(kit_class))
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    voice = voice_for(request)
    return [_out(one, voice) for one in explain(job, planned.plan)]


def _out(one: Explained, voice: Voice) -> ExplainedOut:
    return ExplainedOut(
        kind=one.kind,  # type: ignore[arg-type]
        id=one.id,
        parts=[voice.words(part) for part in one.parts],
        figures=[
            FigureOut(name=name, formula=voice.words(said))  # type: ignore[arg-type]
            for name, said in one.figures.items()
        ],
        sources=[voice.words(source) for source in one.sources],
    )
