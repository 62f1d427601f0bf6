"""The studio of whoever asks, and things of that studio only."""

from __future__ import annotations

from typing import Any, TypeVar

from django.db import models
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja.errors import AuthenticationError

from neat_sheaf.messages import Message
from studio.accounts.models import Member, Studio
from studio.common.problems import Stale

__all__ = ["check_version", "member_of", "own", "studio_of"]

M = TypeVar("M", bound=models.Model)


def studio_of(request: HttpRequest) -> Studio:
    """The asker's studio; an account without one may see nothing."""
    member = member_of(request)
    if member is None:
        raise AuthenticationError
    return member.studio


def member_of(request: HttpRequest) -> Member | None:
    """The asker's place in a studio, or None for a stranger."""
    if request.user.pk is None:
        return None
    return Member.objects.select_related("studio", "user").filter(user_id=request.user.pk).first()


def own(queryset: models.QuerySet[M], request: HttpRequest, pk: int) -> M:
    """The thing with that key in the asker's studio; another studio's answers 404."""
    return get_object_or_404(queryset, pk=pk, studio=studio_of(request))


def check_version(what: str | Message, based_on: int, newest: int, current: dict[str, Any]) -> None:
    """Raise Stale where a save is based on a version that is not the newest."""
    if based_on != newest:
        raise Stale(what, current)
