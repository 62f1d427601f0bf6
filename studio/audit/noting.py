"""Notes what every request has changed: who, when, of what, and what is different now."""

from __future__ import annotations

import datetime as dt
import json
import logging
import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import models, transaction
from django.http import HttpRequest
from django.http.response import HttpResponse, HttpResponseBase
from django.utils import timezone

from studio.accounts.models import Member, Studio
from studio.accounts.tenancy import member_of
from studio.audit.deeds import DEEDS, Deed
from studio.audit.differences import differences
from studio.audit.documents import MODELS, document_of, version_of
from studio.audit.models import FIELDS, Noted
from studio.classes.models import KitClass

__all__ = ["MOST_CHANGES", "Noting", "note"]

TOGETHER = dt.timedelta(minutes=15)
"""What one person does to one thing within this time is one change."""

MOST_CHANGES = 5_000
"""Changes that are kept of one studio; the oldest go."""

_log = logging.getLogger(__name__)


@dataclass(slots=True)
class _Before:
    """What is known of a request before it is answered."""

    deed: Deed
    member: Member
    pk: int | None
    version: int = 0
    document: dict[str, Any] | None = None
    name: str = ""


class Noting:
    """Middleware: after an answer that says that something was changed, note what."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.get_response(request)
        before: _Before | None = getattr(request, "_neat_sheaf_before", None)
        if before is not None and response.status_code < 300:
            try:
                _note_answered(before, response)
            except Exception:  # a boundary: what was asked for is done, and its answer stands
                _log.exception("a change was not noted")
        return response

    def process_view(self, request: HttpRequest, view: object, args: object, kwargs: dict[str, Any]) -> None:
        """Look at the thing as it is before."""
        match = request.resolver_match
        if (
            request.method in ("GET", "HEAD", "OPTIONS")
            or match is None
            or not request.path.startswith("/api/")
        ):
            return
        path = "/" + re.sub(r"<(?:\w+:)?(\w+)>", r"{\1}", match.route).removeprefix("api/")
        deed = DEEDS.get((request.method or "", path))
        member = member_of(request) if deed is not None and request.user.is_authenticated else None
        if deed is None or member is None:
            return
        key = kwargs.get(f"{deed.kind}_id")
        pk = int(key) if key is not None and str(key).isdigit() else None
        before = _Before(deed, member, member.studio_id if deed.kind == "studio" else pk)
        thing = _thing(before)
        if thing is not None:
            before.name = str(thing)[:400]
            before.version = version_of(thing)
            if deed.name == "changed":
                before.document = _looked_at(thing)
        request._neat_sheaf_before = before  # type: ignore[attr-defined]


def _looked_at(thing: models.Model) -> dict[str, Any] | None:
    """The document of a thing; None where it cannot be read, which is the endpoint's own to say."""
    try:
        return document_of(thing)
    except Exception:  # a boundary: whoever saves what was spoilt may be about to put it right
        _log.exception("a thing could not be looked at")
        return None


def _thing(before: _Before) -> models.Model | None:
    """The thing as it is now, of the asker's own studio; None where there is none."""
    model = MODELS[before.deed.kind]
    if before.pk is None or before.pk.bit_length() > 62:
        return None
    if model is Studio:
        return Studio.objects.filter(pk=before.member.studio_id).first()
    rows = model._default_manager.select_related("studio", *(["project"] if model is KitClass else []))
    return rows.filter(pk=before.pk, studio=before.member.studio_id).first()


def _note_answered(before: _Before, response: HttpResponseBase) -> None:
    if before.deed.name == "made" and before.pk is None and isinstance(response, HttpResponse):
        found = json.loads(response.content or b"{}")
        before.pk = found.get("id") if isinstance(found, dict) else None
    thing = _thing(before)
    now = None
    if thing is not None:
        before.name = str(thing)[:400]
        # Where somebody else saved in between, what is different is not this person's alone: it is not said.
        if before.document is not None and version_of(thing) == before.version + 1:
            now = document_of(thing)
    note(before.member.studio, before.member.user, before.deed, thing, before.name, before.document, now)


@transaction.atomic
def note(
    studio: Studio, by: User, deed: Deed, thing: models.Model | None, name: str,
    was: dict[str, Any] | None = None, now: dict[str, Any] | None = None,
) -> None:  # fmt: skip
    """Note what somebody did; saves of a thing that follow each other are one change."""
    time = timezone.now()
    field = FIELDS.get(deed.kind)
    of = {field: thing} if field and thing is not None else {}
    rows = Noted.objects.select_for_update().filter(studio=studio, kind=deed.kind)
    rows = rows.filter(**of) if of else rows.filter(name=name, **dict.fromkeys(FIELDS.values()))
    last = rows.order_by("-at", "-pk").first()
    together = (
        last is not None and (last.by_id, last.deed) == (by.pk, deed.name) and time - last.at < TOGETHER
    )
    if together and last is not None and deed.name not in ("made", "deleted"):
        if last.base is not None and now is not None:
            last.differences = differences(last.base, now)
            if not last.differences:
                last.delete()
                return
        else:
            # What was saved in between is not known, so what is different since the first is not either.
            last.base, last.differences = None, []
        last.at, last.name = time, name
        last.save()
        return
    if deed.name == "changed" and was is not None and now is not None and was == now:
        return
    rows.filter(base__isnull=False).update(base=None)
    known = was is not None and now is not None
    Noted.objects.create(
        studio=studio, kind=deed.kind, name=name, deed=deed.name, by=by, first=time, at=time,
        base=was if known else None, differences=differences(was, now) if known else [], **of,
    )  # fmt: skip
    old = Noted.objects.filter(studio=studio).values_list("pk", flat=True)[MOST_CHANGES:]
    Noted.objects.filter(pk__in=list(old)).delete()
