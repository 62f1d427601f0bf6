"""Setting aside for a class what is here, and handing it to another class."""

from __future__ import annotations

from decimal import Decimal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from studio.accounts.tenancy import helper, own, studio_of
from studio.classes.models import KitClass
from studio.classes.services.claiming import claim
from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.common.sent import Sent
from studio.cupboard.claims import hand_over, release
from studio.cupboard.models import Claim

router = Router(tags=["classes"])


class AsideOut(Schema):
    """How many things were set aside."""

    things: int


class HandOverIn(Sent):
    """Which class is given how much of what is set aside; in the claim's unit, of a length in nm."""

    to: int
    amount: Decimal


def _class(request: HttpRequest, class_id: int) -> KitClass:
    return own(KitClass.objects.select_related("studio", "project"), request, class_id)


@router.post("/classes/{class_id}/claims", auth=helper, response={200: AsideOut, 404: Problem, 422: Problem})
def set_aside(request: HttpRequest, class_id: int) -> AsideOut:
    """Set aside for a class what its plan takes, as far as it is here and free."""
    return AsideOut(things=len(claim(_class(request, class_id))))


@router.delete("/classes/{class_id}/claims", auth=helper, response={204: None, 404: Problem})
def set_free(request: HttpRequest, class_id: int) -> Status[None]:
    """Set nothing aside for a class any more."""
    kit_class = _class(request, class_id)
    release(kit_class.studio, kit_class.pk)
    return Status(204, None)


@router.post("/claims/{claim_id}/hand-over", auth=helper, response={204: None, 404: Problem, 422: Problem})
def give_to(request: HttpRequest, claim_id: int, payload: HandOverIn) -> Status[None]:
    """Give some of what is set aside for one class to another."""
    studio = studio_of(request)
    claimed = get_object_or_404(Claim, pk=claim_id, studio=studio)
    other = _class(request, payload.to)
    hand_over(studio, claimed, other.pk, payload.amount)
    return Status(204, None)
