"""The limits of requests a minute, for the API and for the accounts package's own addresses."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from ninja.errors import Throttled

from studio.accounts.tenancy import address_of_stranger, studio_asked
from studio.common.throttling import PerMinute

__all__ = ["LIMITS", "AccountsLimits"]

LIMITS = [
    PerMinute("account", lambda request: request.user.pk),
    PerMinute("studio", studio_asked),
    PerMinute("address", address_of_stranger),
]


class AccountsLimits:
    """Counts what is asked of the accounts package with what is asked of the API, and refuses it alike."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """The answer, or that there were too many."""
        if request.path.startswith("/_allauth/"):
            over = [limit for limit in LIMITS if not limit.allow_request(request)]
            if over:
                # The API's own handler words it; loaded here, since it loads every place of the product.
                from studio.config.api import api

                return api.on_exception(request, Throttled(wait=round(max(limit.wait() for limit in over))))
        return self._get_response(request)
