"""What a change of a list would do to the sheets of the classes that teach it. Nothing is kept here."""

from __future__ import annotations

import datetime as dt

from django.db.models import Q
from django.http import HttpRequest
from ninja import Router

from studio.accounts.tenancy import own, reader, studio_of
from studio.accounts.voice import voice_for
from studio.classes.models import KitClass
from studio.classes.planning import plan_of_class
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.projects.convert import core_project
from studio.projects.models import Project
from studio.projects.schemas import ProjectIn
from studio.projects.services import read_document
from studio.tasks.plans import Planned

router = Router(tags=["classes"])

MOST_CLASSES = 3


class EffectOut(Schema):
    """A class, the whole sheets it opens now and would open then; null where that is not known yet.

    ``why`` says why there is no plan then.
    """

    id: int
    name: str
    date: dt.date | None
    before: int | None
    after: int | None
    why: str = ""


@router.post(
    "/projects/{project_id}/effects", auth=reader, response={200: list[EffectOut], 404: Problem, 422: Problem}
)
def effects(request: HttpRequest, project_id: int, payload: ProjectIn) -> list[EffectOut]:
    """The next classes of a project, and their sheets with its list as it is kept and as it is sent."""
    studio = studio_of(request)
    voice = voice_for(request, payload.units)
    found = own(Project.objects.select_related("studio"), request, project_id)
    document = payload.document()
    changed = read_document(document, studio, payload.units or studio.measure)
    kept = core_project(found)
    ahead = Q(date__isnull=True) | Q(date__gte=studio.today())
    coming = KitClass.objects.filter(ahead, project=found).order_by("date", "id")
    rows = []
    for kit_class in coming[:MOST_CLASSES]:
        then = plan_of_class(kit_class, changed, "effects")
        why = "; ".join(voice.words(fault.message) for fault in then.faults[:1])
        rows.append(
            EffectOut(
                id=kit_class.pk,
                name=kit_class.name,
                date=kit_class.date,
                before=_sheets(plan_of_class(kit_class, kept)),
                after=_sheets(then),
                why=why,
            )
        )
    return rows


def _sheets(planned: Planned) -> int | None:
    return None if planned.plan is None else planned.plan.sheets
