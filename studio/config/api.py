"""The API, and the one map from what goes wrong to its HTTP answer."""

from __future__ import annotations

import logging
from typing import Any

from django.core.exceptions import ObjectDoesNotExist
from django.db import DataError, IntegrityError, InterfaceError, OperationalError
from django.db.models import ProtectedError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import SessionAuth, django_auth

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.reading import FileError
from studio.accounts.api import router as accounts
from studio.accounts.habits_api import router as habits
from studio.classes.advice_api import router as choices
from studio.classes.api import router as classes
from studio.classes.cutting_api import router as cutting
from studio.classes.files import router as class_files
from studio.config.constraints import AT_ONCE, said_of
from studio.config.door import AWAY, CODES, SAYS, Door
from studio.config.problems import InUse, Locked, NotSignedIn, Stale
from studio.cupboard.api import router as cupboard
from studio.projects.api import router as projects
from studio.projects.files import router as files
from studio.projects.lines import router as lines

_log = logging.getLogger(__name__)

api = NinjaAPI(title="Neat Sheaf", version="1", auth=django_auth, docs_url=None, parser=Door())
api.add_router("", accounts)
api.add_router("", habits)
api.add_router("", cupboard)
api.add_router("", projects)
api.add_router("", lines)
api.add_router("", files)
api.add_router("", classes)
api.add_router("", cutting)
api.add_router("", choices)
api.add_router("", class_files)

__all__ = ["SessionAuth", "api"]


def _answer(request: HttpRequest, status: int, code: str, says: str, **more: Any) -> HttpResponse:
    body = {"code": code, "says": says, "faults": [], "current": None, **more}
    return api.create_response(request, body, status=status)


@api.exception_handler(Http404)
@api.exception_handler(ObjectDoesNotExist)
def _missing(request: HttpRequest, error: Exception) -> HttpResponse:
    return _answer(request, 404, "not-found", "There is nothing here, or it is not yours.")


@api.exception_handler(AuthenticationError)
def _stranger(request: HttpRequest, error: Exception) -> HttpResponse:
    return _answer(request, 401, "signed-out", "Sign in to go on; what you typed is kept here.")


@api.exception_handler(NotSignedIn)
def _refused(request: HttpRequest, error: Exception) -> HttpResponse:
    return _answer(request, 400, "wrong-account", "That name and password do not go together.")


@api.exception_handler(Locked)
def _locked(request: HttpRequest, error: Exception) -> HttpResponse:
    says = "Too many tries with that name. Wait a quarter of an hour, then try again."
    return _answer(request, 429, "locked", says)


@api.exception_handler(Stale)
def _stale(request: HttpRequest, error: Stale) -> HttpResponse:
    says = f"{error.what} was changed elsewhere since you opened it. Nothing of yours was lost."
    return _answer(request, 409, "stale", says, current=error.current)


@api.exception_handler(InUse)
def _in_use(request: HttpRequest, error: InUse) -> HttpResponse:
    return _answer(request, 409, "in-use", str(error))


@api.exception_handler(ProtectedError)
def _protected(request: HttpRequest, error: ProtectedError) -> HttpResponse:
    names = sorted({str(thing) for thing in error.protected_objects})[:3]
    return _answer(request, 409, "in-use", f"Still used by: {', '.join(names)}. Remove it there first.")


@api.exception_handler(IntegrityError)
def _against_the_tables(request: HttpRequest, error: IntegrityError) -> HttpResponse:
    status, code, path, says = said_of(error)
    faults = [{"path": path, "code": code, "says": says}] if status == 422 else []
    return _answer(request, status, "faulty" if faults else code, says, faults=faults)


@api.exception_handler(DataError)
def _not_to_be_kept(request: HttpRequest, error: DataError) -> HttpResponse:
    _log.error("a value passed every reader and no table keeps it", exc_info=error)
    return _answer(request, 422, "faulty", "Not saved: a number is too large or a text too long to be kept.")


@api.exception_handler(OperationalError)
@api.exception_handler(InterfaceError)
def _away(request: HttpRequest, error: Exception) -> HttpResponse:
    # Class 40 is two changes that stood in each other's way: the database is there, and took the other.
    if str(getattr(error.__cause__, "sqlstate", "")).startswith("40"):
        return _answer(request, 409, "changed-meanwhile", AT_ONCE)
    return _answer(request, 503, "away", AWAY)


@api.exception_handler(HttpError)
def _refused_by_the_framework(request: HttpRequest, error: HttpError) -> HttpResponse:
    # What the door found is the cause of what the framework says of it.
    if isinstance(error.__cause__, FileError):
        return _faulty(request, error.__cause__)
    status = error.status_code
    return _answer(request, status, CODES.get(status, "failed"), SAYS.get(status, error.message))


@api.exception_handler(FileError)
def _faulty(request: HttpRequest, error: FileError) -> HttpResponse:
    faults = [{"path": f.path, "code": f.code, "says": f.says} for f in error.faults]
    return _answer(request, 422, "faulty", "Not saved yet: something cannot be read.", faults=faults)


@api.exception_handler(CannotPlanError)
def _not_to_be_cut(request: HttpRequest, error: CannotPlanError) -> HttpResponse:
    faults = [{"path": f.path, "code": f.code, "says": f.says} for f in error.faults]
    return _answer(request, 422, "cannot-plan", "It cannot be cut as it is.", faults=faults)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    faults = [
        {"path": _path(row["loc"]), "code": str(row["type"]), "says": str(row["msg"])} for row in error.errors
    ]
    return _answer(request, 422, "faulty", "Not saved yet: something cannot be read.", faults=faults)


def _path(steps: tuple[str | int, ...]) -> str:
    """``("body", "payload", "pieces", 2, "width")`` as ``pieces[2].width``."""
    words = [f"[{step}]" if isinstance(step, int) else f".{step}" for step in steps[2:]]
    return "".join(words).lstrip(".")
