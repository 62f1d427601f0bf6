"""How the studio works: its units, its tools, and what the checks judge by."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from studio.accounts.schemas import HabitsDoc
from studio.accounts.services import habits as services
from studio.accounts.tenancy import owner, reader, studio_of
from studio.common.problems import Problem

router = Router(tags=["accounts"])


@router.get("/studio", auth=reader, response=HabitsDoc)
def habits(request: HttpRequest) -> HabitsDoc:
    """How the studio works."""
    return services.habits_of(studio_of(request))


@router.put("/studio", auth=owner, response={200: HabitsDoc, 409: Problem, 422: Problem})
def change_habits(request: HttpRequest, payload: HabitsDoc) -> HabitsDoc:
    """Change how the studio works. A stale save is refused, with what is there now."""
    return services.habits_of(services.change_habits(studio_of(request), payload))
