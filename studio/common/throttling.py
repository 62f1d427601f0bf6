"""How many requests an account, a studio and an address may send in a minute."""

from __future__ import annotations

import time
from collections.abc import Callable

from django.conf import settings
from django.core.cache import caches
from django.http import HttpRequest
from ninja.throttling import BaseThrottle

__all__ = ["PerMinute"]

_MINUTE = 60


class PerMinute(BaseThrottle):
    """So many requests a minute of whoever ``who`` gives; None is not counted here.

    ``name`` is that of its number in the settings. Each web process counts for itself: a limit against what
    runs wild, not a measure.
    """

    def __init__(self, name: str, who: Callable[[HttpRequest], object | None]) -> None:
        self._name, self._who = name, who

    def allow_request(self, request: HttpRequest) -> bool:
        """Whether it is within what may be asked this minute; counts it."""
        most, who = settings.REQUESTS_A_MINUTE.get(self._name), self._who(request)
        if not most or who is None:
            return True
        key = f"{self._name}:{who}:{int(time.time() // _MINUTE)}"
        counted = caches["requests"]
        counted.add(key, 0, 2 * _MINUTE)
        return bool(counted.incr(key) <= most)

    def wait(self) -> float:
        """Seconds until the next minute begins."""
        return _MINUTE - time.time() % _MINUTE
