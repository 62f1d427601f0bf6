"""Who is here, in which studio, and opening one. Signing in itself is the accounts package's."""

from __future__ import annotations

import segno
from allauth.core.internal import ratelimit
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.http import Http404, HttpRequest
from ninja import Router, Status
from ninja.errors import HttpError, Throttled
from ninja.utils import check_csrf

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Member, Role, Studio
from studio.accounts.schemas import (
    ChosenStudio,
    ClosingIn,
    CodeIn,
    CodeOut,
    NewStudio,
    PlaceOut,
    SessionOut,
    SignUpOut,
    StudioOut,
)
from studio.accounts.services.closing import delete_account
from studio.accounts.services.habits import studio_from
from studio.accounts.services.joining import open_studio
from studio.accounts.tenancy import STUDIO_KEY, account, member_of, user_of
from studio.common.problems import Problem

router = Router(tags=["accounts"])


@router.get("/session", auth=None, response=SessionOut)
def whoami(request: HttpRequest) -> SessionOut:
    """Who is signed in, the studio that they look at, and what a stranger may do here."""
    member = member_of(request)
    return _session(request, member)


def _session(request: HttpRequest, member: Member | None) -> SessionOut:
    user = request.user if isinstance(request.user, User) else None
    places = Member.objects.select_related("studio").filter(user=user).order_by("pk") if user else []
    first = user is None and not User.objects.exists()
    return SessionOut(
        user=user.get_username() if user else None,
        email=user.email if user else "",
        role=Role(member.role) if member else None,
        studio=_studio_out(member.studio) if member else None,
        studios=[PlaceOut(id=p.studio_id, name=p.studio.name, role=Role(p.role)) for p in places],
        sign_up=SignUpOut(
            open=first or settings.SIGN_UP == "open",
            first=first,
            demo=bool(settings.OPEN_DEMO),
            mail="simulated" if settings.SIMULATED_MAIL else ("sent" if settings.SENDS_MAIL else "none"),
        ),
    )


def _studio_out(studio: Studio) -> StudioOut:
    return StudioOut(
        id=studio.pk,
        name=studio.name,
        units=studio.units,
        currency=studio.currency,
        place=studio.place,
        first_day=studio.first_day,
    )


@router.delete("/session", auth=account, response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out."""
    logout(request)
    return Status(204, None)


@router.put("/session/studio", auth=account, response={200: SessionOut, 404: Problem})
def choose_studio(request: HttpRequest, payload: ChosenStudio) -> SessionOut:
    """Look at another of one's studios."""
    member = Member.objects.select_related("studio").filter(
        user=user_of(request), studio_id=payload.id
    ).first()  # fmt: skip
    if member is None:
        raise Http404
    request.session[STUDIO_KEY] = member.studio_id
    return _session(request, member)


@router.post("/studios", auth=account, response={201: SessionOut, 422: Problem})
def new_studio(request: HttpRequest, payload: NewStudio) -> Status[SessionOut]:
    """Open a studio of one's own, and look at it."""
    user = user_of(request)
    member = open_studio(user, studio_from(payload))
    request.session[STUDIO_KEY] = member.studio_id
    return Status(201, _session(request, member))


@router.post("/demo", auth=None, response={200: SessionOut, 404: Problem})
def look_at_the_demo(request: HttpRequest) -> SessionOut:
    """Sign in to the demo, where the server that was started here offers it."""
    if not settings.OPEN_DEMO:
        raise Http404
    # A stranger has no session that the framework would look at a token for.
    if check_csrf(request):
        raise HttpError(403, "no token")
    name, _, password = settings.OPEN_DEMO.partition(":")
    user = authenticate(request, username=name, password=password)
    if user is None:
        raise Http404
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request, member_of(request))


@router.post("/account/code", auth=account, response={200: CodeOut, 422: Problem})
def qr_code(request: HttpRequest, payload: CodeIn) -> CodeOut:
    """A QR code (ISO/IEC 18004) of a text of one's own, drawn here, so that it goes nowhere else."""
    drawn = segno.make(payload.text, error="m")
    return CodeOut(image=drawn.svg_data_uri(scale=4, border=4, dark="#000", light="#fff"))


@router.post("/account/delete", auth=account, response={204: None, 422: Problem})
def close_account(request: HttpRequest, payload: ClosingIn) -> Status[None]:
    """Delete one's account, and every studio that nobody else belongs to, for good."""
    user = user_of(request)
    if not ratelimit.consume(request, app="allauth.account", action="reauthenticate", user=user):
        raise Throttled(wait=15 * 60)
    if not user.check_password(payload.password):
        raise FileError([fault("password", "wrong-password")])
    delete_account(user)
    logout(request)
    return Status(204, None)
