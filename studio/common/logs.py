"""What is written down where the server runs: a line of JSON for each thing, with the request's id.

Nothing of a person is in it: no name, no address, no body, and of a path only which endpoint it is.
"""

from __future__ import annotations

import datetime as dt
import json
import logging
import re
import time
import uuid
from collections.abc import Callable
from contextvars import ContextVar

from django.http import HttpRequest
from django.http.response import HttpResponseBase

__all__ = ["Lines", "RequestId"]

_id: ContextVar[str] = ContextVar("request_id", default="")
_log = logging.getLogger("neat_sheaf.requests")

# What an id from a proxy may look like; anything else is replaced.
_GOOD = re.compile(r"[A-Za-z0-9-]{8,64}")


class RequestId:
    """Middleware: every request has an id, the proxy's where it gives one; its answer carries it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        given = request.headers.get("X-Request-ID", "")
        found = given if _GOOD.fullmatch(given) else uuid.uuid4().hex
        token = _id.set(found)
        began = time.perf_counter()
        try:
            response = self.get_response(request)
            response.headers["X-Request-ID"] = found
            match = request.resolver_match
            told = {
                "method": request.method,
                "route": match.route if match else "",
                "status": response.status_code,
                "ms": round((time.perf_counter() - began) * 1000),
            }
            _log.info("answered", extra={"told": told})
            return response
        finally:
            _id.reset(token)


class Lines(logging.Formatter):
    """One line of JSON a record."""

    def format(self, record: logging.LogRecord) -> str:
        """The record as JSON: when, how bad, from where, what, of which request."""
        when = dt.datetime.fromtimestamp(record.created, dt.UTC).isoformat(timespec="milliseconds")
        said = {"at": when, "level": record.levelname, "from": record.name, "says": record.getMessage()}
        if request_id := _id.get():
            said["request"] = request_id
        if record.exc_info:
            said["trace"] = self.formatException(record.exc_info)
        return json.dumps(said | getattr(record, "told", {}), ensure_ascii=False)
