"""The door of the API: what is sent is read once, strictly, and every answer has one shape."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from typing import Any, cast

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.limits import MOST_FAULTS
from neat_sheaf.plain_text import unwritable

__all__ = ["AWAY", "CODES", "SAYS", "ApiShape", "Door", "Permissions", "away", "failed"]

AWAY = "The database cannot be reached. Nothing is lost; this page tries again by itself."
SAYS = {
    400: "What was sent cannot be read.",
    403: "This page is no longer the one you signed in with: load it again, then try once more.",
    404: "There is nothing here, or it is not yours.",
    405: "This cannot be done here.",
    413: "That is too much at once.",
    415: "Only JSON is taken here.",
    503: AWAY,
}
CODES = {
    400: "bad-request",
    403: "forbidden",
    404: "not-found",
    405: "not-allowed",
    413: "too-large",
    415: "not-json",
    503: "away",
}


class Door(Parser):
    """Reads what is sent: JSON without doubled keys, and text that can be kept."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The JSON sent. Raises FileError with every fault."""
        try:
            text = request.body.decode()
        except UnicodeDecodeError as error:
            raise FileError([Fault("", "not-utf8", f"byte {error.start} is not UTF-8")]) from error
        found = load_json(text)
        faults = list(_unwritable(found, ""))
        if faults:
            raise FileError(faults[:MOST_FAULTS])
        return cast(dict[str, Any], found)

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        """What follows the ``?``. Raises FileError for text that cannot be kept."""
        found = super().parse_querydict(data, list_fields, request)
        faults = list(_unwritable(found, ""))
        if faults:
            raise FileError(faults)
        return found


def _unwritable(value: Any, path: str) -> Iterator[Fault]:
    """A fault for each text, and each key, with a character that nothing keeps."""
    if isinstance(value, str):
        if sign := unwritable(value):
            yield Fault(path, "not-writable", f"holds a character that cannot be kept ({sign}); remove it")
    elif isinstance(value, dict):
        for key, inner in value.items():
            if sign := unwritable(str(key)):
                says = f"a key holds a character that cannot be kept ({sign}); remove it"
                yield Fault(path, "not-writable", says)
            else:
                yield from _unwritable(inner, f"{path}.{key}" if path else str(key))
    elif isinstance(value, list):
        for number, inner in enumerate(value):
            yield from _unwritable(inner, f"{path}[{number}]")


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
            response: HttpResponseBase = _problem(415)
        else:
            response = self.get_response(request)
        if response.status_code >= 400 and not response.headers.get("Content-Type", "").startswith(
            "application/json"
        ):
            response = _problem(response.status_code)
        response.headers["Cache-Control"] = "no-store"
        return response


_NONE_OF_THESE = "camera=(), geolocation=(), microphone=(), payment=(), usb=()"


class Permissions:
    """Middleware: the pages ask for no camera, no place and no microphone, and nothing in them may."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.get_response(request)
        response.headers["Permissions-Policy"] = _NONE_OF_THESE
        return response


def _problem(status: int, says: str = "") -> HttpResponse:
    body: dict[str, Any] = {
        "code": CODES.get(status, "failed"),
        "says": says or SAYS.get(status, f"The server could not answer ({status})."),
        "faults": [],
        "current": None,
    }
    return HttpResponse(json.dumps(body), status=status, content_type="application/json; charset=utf-8")


def away(error: BaseException | None) -> bool:
    """Whether an error says that the database cannot be reached."""
    return isinstance(error, OperationalError | InterfaceError)


def failed(request: HttpRequest) -> HttpResponse:
    """The answer to an error that nobody foresaw; one of the database being away says so."""
    return _problem(503 if away(sys.exc_info()[1]) else 500)
