"""Signing in and out, and who is here."""

from __future__ import annotations

from axes.handlers.proxy import AxesProxyHandler
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from ninja import Router, Status
from ninja.utils import check_csrf

from studio.accounts.schemas import Credentials, SessionOut, StudioOut
from studio.accounts.tenancy import member_of
from studio.common.problems import Locked, NotSignedIn, Problem

router = Router(tags=["accounts"])


@router.get("/session", auth=None, response=SessionOut)
def whoami(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    member = member_of(request)
    if member is None:
        return SessionOut(user=None, studio=None)
    studio = member.studio
    return SessionOut(
        user=member.user.get_username(),
        studio=StudioOut(
            name=studio.name,
            units=studio.units,
            currency=studio.currency,
            place=studio.place,
            first_day=studio.first_day,
        ),
    )


@router.post("/session", auth=None, response={200: SessionOut, 400: Problem, 429: Problem})
def sign_in(request: HttpRequest, payload: Credentials) -> SessionOut:
    """Sign in; five wrong tries with a name lock it for a quarter of an hour."""
    if check_csrf(request):
        raise NotSignedIn
    if not AxesProxyHandler.is_allowed(request, {"username": payload.username}):
        raise Locked
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None:
        if not AxesProxyHandler.is_allowed(request, {"username": payload.username}):
            raise Locked
        raise NotSignedIn
    login(request, user)
    return whoami(request)


@router.delete("/session", response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out."""
    logout(request)
    return Status(204, None)
