"""The API, and the one map from what goes wrong to its HTTP answer."""

from __future__ import annotations

import logging
from math import ceil
from typing import Any

from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig
from django.db import DataError, IntegrityError, InterfaceError, OperationalError
from django.db.models import ProtectedError
from django.http import Http404, HttpRequest, HttpResponse
from ninja.errors import AuthenticationError, HttpError, Throttled, ValidationError

from neat_sheaf.errors import CannotPlanError, Fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.messages import Message, several
from studio.accounts.api import router as accounts
from studio.accounts.habits_api import router as habits
from studio.accounts.members_api import router as members
from studio.accounts.tenancy import owner
from studio.accounts.voice import voice_for
from studio.archive.api import router as archive
from studio.audit.api import router as audit
from studio.classes.advice_api import router as choices
from studio.classes.api import router as classes
from studio.classes.claims_api import router as claims
from studio.classes.cutting_api import router as cutting
from studio.classes.effects_api import router as effects
from studio.classes.explained_api import router as explained
from studio.classes.fee_api import router as fee
from studio.classes.fewer_api import router as fewer
from studio.classes.files_api import router as class_files
from studio.classes.year_api import router as year
from studio.common.constraints import AT_ONCE, refusal_of
from studio.common.door import CODES, KEYS, Door, drained
from studio.common.problems import Busy, RoleNeeded, Stale, Underway, fault_out, problem
from studio.common.sent import know_what_is_answered
from studio.common.voices import plain_voice
from studio.config.described import DescribedAPI
from studio.config.limits import LIMITS
from studio.cupboard.api import router as cupboard
from studio.cupboard.instead_api import router as instead
from studio.cupboard.ledger_api import router as ledger
from studio.cupboard.merging_api import router as merging
from studio.cupboard.photos_api import router as photos
from studio.handouts.api import router as handouts
from studio.log.api import router as log
from studio.log.taught_api import router as taught
from studio.mailbox.api import router as mailbox
from studio.people.api import router as people
from studio.preparing.api import router as preparing
from studio.preparing.packing_api import router as packing
from studio.projects.api import router as projects
from studio.projects.files_api import router as files
from studio.projects.folding_api import router as folding
from studio.projects.forms_api import router as forms
from studio.projects.lines_api import router as lines
from studio.projects.words_api import router as words
from studio.shopping.api import router as shopping
from studio.shopping.orders_api import router as orders
from studio.shopping.prices_api import router as prices
from studio.shopping.suppliers import SupplierError
from studio.tasks.api import router as tasks

_log = logging.getLogger(__name__)

api = DescribedAPI(
    title="Neat Sheaf", version="1", auth=owner, docs_url=None, parser=Door(),
    throttle=[*LIMITS],
)  # fmt: skip
for router in (
    accounts,
    members,
    mailbox,
    habits,
    cupboard,
    ledger,
    instead,
    photos,
    merging,
    projects,
    lines,
    words,
    folding,
    forms,
    files,
    classes,
    cutting,
    choices,
    effects,
    class_files,
    claims,
    fee,
    explained,
    fewer,
    year,
    shopping,
    prices,
    orders,
    preparing,
    packing,
    people,
    log,
    taught,
    handouts,
    tasks,
    archive,
    audit,
):
    api.add_router("", router)
    for view in router.path_operations.values():
        for operation in view.operations:
            know_what_is_answered(operation)

__all__ = ["api"]


def _answer(request: HttpRequest, status: int, code: str, words: str, **more: Any) -> HttpResponse:
    return api.create_response(request, problem(code, words, **more), status=status)


def _plain(request: HttpRequest, status: int, key: str) -> HttpResponse:
    """An answer that asks nothing of the database: only the language of the page counts."""
    return _answer(request, status, key, plain_voice(request).say(key))


def _with_faults(request: HttpRequest, code: str, key: str, faults: list[Fault]) -> HttpResponse:
    voice = voice_for(request)
    said = [fault_out(fault, voice) for fault in faults]
    if request.method == "GET" and code == "faulty":
        # Nothing was to be saved: what is asked for cannot be worked out yet, and that is why.
        why = several(fault.message for fault in faults[:3])
        return _answer(request, 422, "not-yet", voice.say("not-yet", why=why), faults=said)
    return _answer(request, 422, code, voice.say(key), faults=said)


@api.exception_handler(Http404)
@api.exception_handler(ObjectDoesNotExist)
def _missing(request: HttpRequest, error: Exception) -> HttpResponse:
    return _plain(request, 404, "not-found")


@api.exception_handler(AuthenticationError)
def _stranger(request: HttpRequest, error: Exception) -> HttpResponse:
    return _plain(request, 401, "signed-out")


@api.exception_handler(RoleNeeded)
def _not_for_this_role(request: HttpRequest, error: RoleNeeded) -> HttpResponse:
    words = plain_voice(request).say(f"role-needed.{error.role}", mine=error.mine)
    return _answer(request, 403, "role-needed", words)


@api.exception_handler(Busy)
def _busy(request: HttpRequest, error: Busy) -> HttpResponse:
    return _answer(request, 429, "busy", plain_voice(request).say("busy", most=error.most))


@api.exception_handler(Underway)
def _underway(request: HttpRequest, error: Underway) -> HttpResponse:
    return _answer(request, 202, "underway", plain_voice(request).say("underway"))


@api.exception_handler(Stale)
def _stale(request: HttpRequest, error: Stale) -> HttpResponse:
    words = plain_voice(request).say("stale", what=error.what)
    return _answer(request, 409, "stale", words, current=error.current)


@api.exception_handler(ProtectedError)
def _protected(request: HttpRequest, error: ProtectedError) -> HttpResponse:
    names = sorted({str(thing) for thing in error.protected_objects})[:3]
    return _answer(request, 409, "in-use", plain_voice(request).say("in-use", users=several(names)))


@api.exception_handler(IntegrityError)
def _against_the_tables(request: HttpRequest, error: IntegrityError) -> HttpResponse:
    status, code, path, refused = refusal_of(error)
    words = plain_voice(request).words(refused)
    faults = [{"path": path, "code": code, "message": words}] if status == 422 else []
    return _answer(request, status, "faulty" if faults else code, words, faults=faults)


@api.exception_handler(DataError)
def _not_to_be_kept(request: HttpRequest, error: DataError) -> HttpResponse:
    _log.error("a value passed every reader and no table keeps it", exc_info=error)
    return _answer(request, 422, "faulty", plain_voice(request).say("faulty.database"))


@api.exception_handler(OperationalError)
@api.exception_handler(InterfaceError)
def _away(request: HttpRequest, error: Exception) -> HttpResponse:
    # Class 40 is two changes that blocked each other: the database is there, and took the other.
    if str(getattr(error.__cause__, "sqlstate", "")).startswith("40"):
        return _answer(request, 409, "changed-meanwhile", _words(request, AT_ONCE))
    return _plain(request, 503, "away")


def _words(request: HttpRequest, said: Message) -> str:
    return plain_voice(request).words(said)


@api.exception_handler(RequestDataTooBig)
def _too_large(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    drained(request)
    return _answer(request, 413, CODES[413], plain_voice(request).say(KEYS[413]))


@api.exception_handler(Throttled)
def _too_many_requests(request: HttpRequest, error: Throttled) -> HttpResponse:
    seconds = ceil(error.wait or 1)
    answer = _answer(request, 429, "too-fast", plain_voice(request).say("too-fast", seconds=seconds))
    answer.headers["Retry-After"] = str(seconds)
    return answer


@api.exception_handler(HttpError)
def _refused_by_the_framework(request: HttpRequest, error: HttpError) -> HttpResponse:
    # What the door found is the cause of what the framework says of it.
    if isinstance(error.__cause__, FileError):
        return _faulty(request, error.__cause__)
    status = error.status_code
    words = plain_voice(request).say(KEYS[status]) if status in KEYS else error.message
    return _answer(request, status, CODES.get(status, "failed"), words)


@api.exception_handler(FileError)
def _faulty(request: HttpRequest, error: FileError) -> HttpResponse:
    return _with_faults(request, "faulty", "faulty", error.faults)


@api.exception_handler(SupplierError)
def _shop_is_away(request: HttpRequest, error: SupplierError) -> HttpResponse:
    return _answer(request, 502, error.code, _words(request, error.message))


@api.exception_handler(CannotPlanError)
def _not_to_be_cut(request: HttpRequest, error: CannotPlanError) -> HttpResponse:
    return _with_faults(request, "cannot-plan", "cannot-cut", error.faults)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    voice = plain_voice(request)
    faults = [
        {
            "path": _path(row["loc"]), "code": str(row["type"]),
            "message": voice.say("unknown-key-sent") if row["type"] == "extra_forbidden" else str(row["msg"]),
        }
        for row in error.errors
    ]  # fmt: skip
    return _answer(request, 422, "faulty", plain_voice(request).say("faulty"), faults=faults)


def _path(steps: tuple[str | int, ...]) -> str:
    """``("body", "payload", "pieces", 2, "width")`` as ``pieces[2].width``."""
    words = [f"[{step}]" if isinstance(step, int) else f".{step}" for step in steps[2:]]
    return "".join(words).lstrip(".")
