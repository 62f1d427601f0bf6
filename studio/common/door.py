"""The door of the API: what is sent is read once, strictly, and every answer has one shape."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from typing import Any, cast

from django.core.exceptions import RequestDataTooBig
from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.limits import MOST_FAULTS
from neat_sheaf.plain_text import unwritable
from studio.common.problems import problem
from studio.common.voices import plain_voice

__all__ = [
    "CODES",
    "KEYS",
    "AccountsDoor",
    "ApiShape",
    "Door",
    "Permissions",
    "away",
    "drained",
    "failed",
    "refusal",
    "unwritable_in",
]

KEYS = {
    400: "bad-request",
    403: "forbidden",
    404: "not-found",
    405: "not-allowed",
    413: "too-much",
    415: "only-json",
    503: "away",
}
"""The message of each refusal that a server or a framework makes by itself."""

CODES = {**KEYS, 413: "too-large", 415: "not-json"}


class Door(Parser):
    """Reads what is sent: JSON without doubled keys, and text that can be kept."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The JSON sent. Raises FileError with every fault."""
        try:
            text = request.body.decode()
        except UnicodeDecodeError as error:
            raise FileError([fault("", "sent-bytes", byte=str(error.start))]) from error
        found = load_json(text)
        faults = list(unwritable_in(found, ""))
        if faults:
            raise FileError(faults[:MOST_FAULTS])
        return cast(dict[str, Any], found)

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        """What follows the ``?``. Raises FileError for text that cannot be kept."""
        found = super().parse_querydict(data, list_fields, request)
        faults = list(unwritable_in(found, ""))
        if faults:
            raise FileError(faults)
        return found


def unwritable_in(value: Any, path: str) -> Iterator[Fault]:
    """A fault for each text, and each key, with a character that nothing keeps."""
    if isinstance(value, str):
        if sign := unwritable(value):
            yield fault(path, "not-writable.text", sign=sign)
    elif isinstance(value, dict):
        for key, inner in value.items():
            if sign := unwritable(str(key)):
                yield fault(path, "sent-key", sign=sign)
            else:
                yield from unwritable_in(inner, f"{path}.{key}" if path else str(key))
    elif isinstance(value, list):
        for number, inner in enumerate(value):
            yield from unwritable_in(inner, f"{path}[{number}]")


_FORMS = ("multipart/form-data", "application/x-www-form-urlencoded")


class ApiShape:
    """Middleware: an answer of the API that is a refusal says so in the one shape, whoever refused.

    What the API answers is kept nowhere on the way: it is of one studio.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        # Nothing but JSON is taken, and what says it is a form is not even parsed as one.
        kind = request.META.get("CONTENT_TYPE", "").split(";")[0].strip().lower()
        if kind in _FORMS:
            response: HttpResponseBase = refusal(request, 415)
        else:
            response = self.get_response(request)
        if response.status_code >= 400 and not response.headers.get("Content-Type", "").startswith(
            "application/json"
        ):
            response = refusal(request, response.status_code)
        response.headers.setdefault("Cache-Control", "no-store")
        return response


class AccountsDoor:
    """Middleware: what is sent to the accounts package is JSON of text that can be kept, or is refused."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if request.path.startswith("/_allauth/") and request.method not in ("GET", "HEAD"):
            try:
                sent = json.loads(request.body or b"{}")
            except RequestDataTooBig:
                return refusal(request, 413)
            except (ValueError, RecursionError):
                return refusal(request, 400)
            if any(unwritable_in(sent, "")):
                return refusal(request, 400)
        return self.get_response(request)


_NONE_OF_THESE = "camera=(), geolocation=(), microphone=(), payment=(), usb=()"


class Permissions:
    """Middleware: the pages ask for no camera, no place and no microphone, and nothing in them may."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.get_response(request)
        response.headers["Permissions-Policy"] = _NONE_OF_THESE
        return response


_MOST_DRAINED = 64 << 20


def drained(request: HttpRequest) -> None:
    """Read what is still being sent and forget it: whoever sends too much hears why, and no broken pipe."""
    left = min(int(request.META.get("CONTENT_LENGTH") or 0), _MOST_DRAINED)
    while left > 0 and (part := request.META["wsgi.input"].read(min(left, 1 << 16))):
        left -= len(part)


def refusal(request: HttpRequest, status: int) -> HttpResponse:
    """The answer of a refusal that is not the API's own, in the API's one shape."""
    if status == 413:
        drained(request)
    voice = plain_voice(request)
    known = status in KEYS
    words = voice.say(KEYS[status]) if known else voice.say("failed", status=str(status))
    body = json.dumps(problem(CODES.get(status, "failed"), words))
    return HttpResponse(body, status=status, content_type="application/json; charset=utf-8")


def away(error: BaseException | None) -> bool:
    """Whether an error says that the database cannot be reached."""
    return isinstance(error, OperationalError | InterfaceError)


def failed(request: HttpRequest) -> HttpResponse:
    """The answer to an error that nobody foresaw; one of the database being away says so."""
    return refusal(request, 503 if away(sys.exc_info()[1]) else 500)
