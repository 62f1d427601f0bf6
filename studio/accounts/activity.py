"""When somebody was last here: noted at most once a minute, not with every request."""

from __future__ import annotations

import time
from collections.abc import Callable

from allauth.account.adapter import get_adapter
from allauth.usersessions.models import UserSession
from django.http import HttpRequest, HttpResponseBase

from studio.common.kept import Kept

__all__ = ["Activity"]

SECONDS = 60
_noted: Kept[tuple[float, str, str]] = Kept(10_000)


class Activity:
    """Notes the first activity of a minute, and at once where address or browser are others."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self._answer = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        """The answer, after the activity of whoever asks is noted."""
        key = request.session.session_key
        if key and request.user.is_authenticated:
            now = time.monotonic()
            who = str(get_adapter().get_client_ip(request)), request.META.get("HTTP_USER_AGENT", "")
            noted = _noted.get(key)
            if noted is None or now - noted[0] >= SECONDS or noted[1:] != who:
                UserSession.objects.create_from_request(request)
                _noted.put(key, (now, *who))
        return self._answer(request)
