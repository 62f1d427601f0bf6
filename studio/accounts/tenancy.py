"""The studio of whoever asks, what they may do in it, and things of that studio only."""

from __future__ import annotations

from typing import Any, TypeVar

from allauth.account.adapter import get_adapter
from django.contrib.auth.models import User
from django.db import models
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja.errors import AuthenticationError
from ninja.security import SessionAuth

from neat_sheaf.messages import Message
from studio.accounts.models import Member, Role, Studio
from studio.common.problems import RoleNeeded, Stale

__all__ = [
    "STUDIO_KEY",
    "account",
    "address_of_stranger",
    "check_version",
    "helper",
    "member_of",
    "own",
    "owner",
    "reader",
    "studio_asked",
    "studio_of",
    "user_of",
]

M = TypeVar("M", bound=models.Model)

STUDIO_KEY = "studio"  # of the session: the studio that is looked at
_MEMBER = "_neat_sheaf_member"


class Account(SessionAuth):
    """Whoever is signed in, with or without a studio."""


class Reader(SessionAuth):
    """Whoever belongs to the studio: looks, computes and prints."""

    role = Role.READER

    def authenticate(self, request: HttpRequest, key: str | None) -> Any | None:
        """The member who asks; None for a stranger. Raises RoleNeeded for one who may not do this."""
        member = member_of(request)
        if member is not None and not Role(member.role).may(self.role):
            raise RoleNeeded(self.role.value, member.role)
        return member


class Helper(Reader):
    """Who prepares with the studio: ticks, cuts, counts, and says what was used."""

    role = Role.HELPER


class Owner(Reader):
    """Who decides: projects, classes, papers, prices, people and how the studio works."""

    role = Role.OWNER


# What an endpoint states that it needs.
account, reader, helper, owner = Account(), Reader(), Helper(), Owner()


def studio_of(request: HttpRequest) -> Studio:
    """The asker's studio; an account without one may see nothing."""
    member = member_of(request)
    if member is None:
        raise AuthenticationError
    return member.studio


def member_of(request: HttpRequest) -> Member | None:
    """The asker's place in the studio that they look at, or None for a stranger. Looked up once a request."""
    if request.user.pk is None:
        return None
    found: Member | None = getattr(request, _MEMBER, None)
    if found is None:
        places = Member.objects.select_related("studio", "user").filter(user_id=request.user.pk)
        chosen = request.session.get(STUDIO_KEY)
        found = (places.filter(studio_id=chosen).first() if chosen else None) or places.order_by("pk").first()
        setattr(request, _MEMBER, found)
    return found


def studio_asked(request: HttpRequest) -> int | None:
    """The key of the studio that is asked; None for a stranger."""
    member = member_of(request)
    return None if member is None else member.studio_id


def address_of_stranger(request: HttpRequest) -> str | None:
    """The address that somebody who is not signed in asks from; None for one who is."""
    return None if request.user.is_authenticated else str(get_adapter().get_client_ip(request))


def user_of(request: HttpRequest) -> User:
    """The account that asks; a stranger may not."""
    if not isinstance(request.user, User):
        raise AuthenticationError
    return request.user


def own(queryset: models.QuerySet[M], request: HttpRequest, pk: int) -> M:
    """The thing with that key in the asker's studio; another studio's answers 404."""
    return get_object_or_404(queryset, pk=pk, studio=studio_of(request))


def check_version(what: str | Message, based_on: int, newest: int, current: dict[str, Any]) -> None:
    """Raise Stale where a save is based on a version that is not the newest."""
    if based_on != newest:
        raise Stale(what, current)
