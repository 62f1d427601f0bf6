"""The simulated mailbox, for whoever sits at the machine that serves it. A server with real mail has none."""

from __future__ import annotations

import datetime as dt
import ipaddress

from django.conf import settings
from django.http import Http404, HttpRequest
from ninja import Router

from studio.common.problems import Problem
from studio.common.schema import Schema
from studio.mailbox.models import Mail

router = Router(tags=["mailbox"])


class MailOut(Schema):
    """A mail of the simulated mailbox."""

    id: int
    to: str
    subject: str
    text: str
    sent: dt.datetime


@router.get("/mailbox", auth=None, response={200: list[MailOut], 404: Problem})
def mailbox(request: HttpRequest) -> list[MailOut]:
    """Letters, the newest first. Only on the machine itself: they hold links that open accounts."""
    if not settings.SIMULATED_MAIL or not _here(request):
        raise Http404
    return [MailOut.model_validate(letter, from_attributes=True) for letter in Mail.objects.all()]


def _here(request: HttpRequest) -> bool:
    """Whether the asker is on this machine, and no proxy asks for another."""
    if "HTTP_X_FORWARDED_FOR" in request.META:
        return False
    try:
        return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False
