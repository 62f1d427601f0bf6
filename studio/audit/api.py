"""Who changed what, and when."""

from __future__ import annotations

import datetime as dt
from typing import Any, Literal

from django.http import HttpRequest
from ninja import Router

from studio.accounts.tenancy import reader, studio_of
from studio.audit.models import FIELDS, Noted
from studio.audit.noting import MOST_CHANGES
from studio.common.schema import Schema

router = Router(tags=["audit"])

Kind = Literal["project", "class", "paper", "supply", "pack", "studio"]

_PAGE = 40


class DifferenceOut(Schema):
    """A place in a document, and what was and is there; an empty way: ``now`` places are different."""

    way: list[str]
    was: Any
    now: Any


class NotedOut(Schema):
    """What one person did to one thing, from ``first`` to ``at``. ``thing`` is null once it is deleted.

    ``by`` is null where the account is deleted.
    """

    id: int
    kind: Kind
    thing: int | None
    name: str
    deed: str
    by: str | None
    first: dt.datetime
    at: dt.datetime
    differences: list[DifferenceOut]


class NotedListOut(Schema):
    """The newest first; ``more``: there are older ones. ``most`` changes of a studio are kept."""

    changes: list[NotedOut]
    more: bool
    most: int


@router.get("/changes", auth=reader, response=NotedListOut)
def changes(
    request: HttpRequest, kind: Kind | None = None, thing: int | None = None, skip: int = 0
) -> NotedListOut:
    """What was changed in the studio, or of one thing, the newest first; ``skip`` leaves out so many."""
    rows = Noted.objects.filter(studio=studio_of(request)).select_related("by")
    if kind is not None:
        rows = rows.filter(kind=kind)
    if thing is not None and kind in FIELDS:
        # A key beyond what the database counts to is of nothing.
        rows = rows.filter(**{FIELDS[kind]: thing if 0 < thing < 2**63 else 0})
    skip = min(max(skip, 0), 1_000_000)
    found = list(rows[skip : skip + _PAGE + 1])
    return NotedListOut(
        changes=[_out(row) for row in found[:_PAGE]], more=len(found) > _PAGE, most=MOST_CHANGES
    )


def _out(row: Noted) -> NotedOut:
    keys = row.project_id, row.kit_class_id, row.paper_id, row.supply_id, row.pack_id
    return NotedOut(
        id=row.pk,
        kind=row.kind,  # type: ignore[arg-type]
        thing=next((key for key in keys if key is not None), None),
        name=row.name,
        deed=row.deed,
        by=row.by.get_username() if row.by else None,
        first=row.first,
        at=row.at,
        differences=[DifferenceOut(way=one["way"], was=one["was"], now=one["is"]) for one in row.differences],
    )
