"""What was worked out for classes, kept with them as long as what it was made from is the same.

A key is of all that an answer depends on and of the code that gave it, so none is ever too old: a release
that plans otherwise has other keys.
"""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import pickle
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any, TypeVar

from django.db import IntegrityError, transaction
from django.utils import timezone

import neat_sheaf
from neat_sheaf.cutting.matters import what_matters
from neat_sheaf.cutting.plan import SheetPlan
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.formats.plan_file import read_plan_document
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.plan import Plan
from studio.common.kept import Kept
from studio.tasks.models import Answer, kind_of

__all__ = [
    "Whose",
    "forget",
    "forget_answers",
    "found",
    "job_key",
    "keep",
    "keep_plan",
    "last_plan",
    "sheets_found",
    "sheets_key",
]

KEPT = 4
"""Answers of one kind that a class keeps: the newest."""

OVER = dt.timedelta(days=60)
"""How long after its day a class keeps its answers; whoever looks later has them worked out again."""

OF_A_CLASS = "class"
"""The kind of the plans that classes have; others are of what is only tried."""


def job_key(job: Job) -> str:
    """The key of everything that a job says."""
    return _key(write_job(job))


def sheets_key(job: Job) -> str:
    """The key of what a job's sheets depend on: no supplies, and no price that decides nothing."""
    return "sheets:" + _key(write_job(what_matters(job)))


def _key(text: str) -> str:
    return hashlib.sha256(f"{_code()}\n{text}".encode()).hexdigest()


@cache
def _code() -> str:
    """The core as it is installed, by content: the same code gives the same answers."""
    root = Path(neat_sheaf.__file__).parent
    said = hashlib.sha256()
    for file in sorted(root.rglob("*.py")):
        said.update(f"{file.relative_to(root)}\n".encode())
        said.update(file.read_bytes())
    return said.hexdigest()


def found(kit_class: int, kind: str, key: str) -> Any:
    """What was kept of a class under that kind and key, None where nothing was."""
    row = Answer.objects.filter(kit_class_id=kit_class, kind=kind, key=key).only("content").first()
    # Our own, and of this very code: the key says so.
    return None if row is None else pickle.loads(bytes(row.content))  # noqa: S301


def keep(kit_class: int, kind: str, key: str, what: Any) -> None:
    """Keep what was worked out; the oldest of its kind goes where there are too many."""
    _put(kit_class, kind, key, pickle.dumps(what, pickle.HIGHEST_PROTOCOL))


def _put(kit_class: int, kind: str, key: str, content: bytes) -> None:
    row = Answer(kit_class_id=kit_class, kind=kind, key=key, content=content)
    try:
        with transaction.atomic(savepoint=False):
            Answer.objects.bulk_create(
                [row], update_conflicts=True, unique_fields=["kit_class", "kind", "key"],
                update_fields=["content", "made"],
            )  # fmt: skip
    except IntegrityError:
        # The class was deleted while it was worked out.
        return
    old = Answer.objects.filter(kit_class_id=kit_class, kind=kind).values_list("pk", flat=True)[KEPT:]
    Answer.objects.filter(pk__in=list(old)).delete()


def keep_plan(kit_class: int, kind: str, job: Job, plan: dict[str, Any]) -> None:
    """Keep the plan (its file) of a job with a class, as one of a kind."""
    _put(kit_class, kind, sheets_key(job), json.dumps(plan).encode())


@dataclass(frozen=True, slots=True)
class Whose:
    """Whose plan it is: of the long ones of a studio (its key) one is made at a time.

    ``about`` is the thing that it is of: there, only the newest is wanted. It is kept with ``kit_class``.
    """

    studio: int
    about: str
    kit_class: int

    @property
    def kind(self) -> str:
        """What kind of its class's answers the plan is."""
        return kind_of(self.about)


Key = TypeVar("Key")


def sheets_found(wanted: Mapping[Key, tuple[Job, Whose]]) -> Iterator[tuple[Key, SheetPlan]]:
    """Of jobs of one studio those whose sheets are kept, with these; read at once.

    What is kept as another kind, or with another class of the studio, is kept with this one from now on.
    """
    if not wanted:
        return
    keys = {name: sheets_key(job) for name, (job, _) in wanted.items()}
    studio = next(iter(wanted.values()))[1].studio
    rows: dict[str, list[Answer]] = {}
    for row in Answer.objects.filter(kit_class__studio_id=studio, key__in=keys.values()):
        rows.setdefault(row.key, []).append(row)
    for name, (_, whose) in wanted.items():
        there = rows.get(keys[name], [])
        own = [row for row in there if (row.kit_class_id, row.kind) == (whose.kit_class, whose.kind)]
        for row in own or there:
            plan = _read(row)
            if plan is not None:
                if not own:
                    _put(whose.kit_class, whose.kind, keys[name], bytes(row.content))
                yield name, plan.sheet_plan
                break


def forget_answers() -> None:
    """Delete what was worked out for classes that are long over."""
    Answer.objects.filter(kit_class__date__lt=timezone.now().date() - OVER).delete()


# The last plans that are shown while new ones are made: whoever waits asks twice a second.
_last: Kept[Plan] = Kept(20)


def forget() -> None:
    """Let go of what this process keeps."""
    _last.clear()


def last_plan(kit_class: int) -> Plan | None:
    """The plan that was made last of a class, whatever the class was then."""
    rows = Answer.objects.filter(kit_class_id=kit_class, kind=OF_A_CLASS)
    newest = rows.values_list("pk", "made").first()
    if newest is None:
        return None
    name = f"{newest[0]} {newest[1].isoformat()}"
    found = _last.get(name)
    if found is None:
        row = rows.filter(pk=newest[0]).first()
        found = None if row is None else _read(row)
    return None if found is None else _last.put(name, found)


def _read(row: Answer) -> Plan | None:
    """The plan of a row; None where an older version wrote it and this one cannot read it."""
    try:
        return read_plan_document(json.loads(bytes(row.content)))
    except FileError:
        return None
