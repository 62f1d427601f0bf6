"""The demo's paper room for tests: planned once in each process, then put back row by row."""

from __future__ import annotations

import json

from django.db import connection

from studio.accounts.models import Studio
from studio.demo.loading import load_paper_room

__all__ = ["NAME", "PASSWORD", "put_paper_room"]

NAME, PASSWORD = "keeper", "seed-swap-evening"

# What the database makes by itself is there already.
_BY_ITSELF = ("contenttypes.contenttype", "auth.permission")

_kept: dict[str, str] = {}


def put_paper_room() -> Studio:
    """Put the paper room and its keeper into a database that holds nothing."""
    if "rows" in _kept:
        connection.creation.deserialize_db_from_string(_kept["rows"])
        return Studio.objects.get()
    studio = load_paper_room(NAME, PASSWORD)
    rows = json.loads(connection.creation.serialize_db_to_string())
    _kept["rows"] = json.dumps([row for row in rows if row["model"] not in _BY_ITSELF])
    return studio
