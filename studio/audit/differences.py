"""Where two documents of one thing differ: the way to each place, and what was and is there."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

__all__ = ["MOST_DIFFERENCES", "differences"]

MOST_DIFFERENCES = 60
"""Places that are kept of one change; of one with more only how many there are."""

_LONGEST = 400  # characters of a value as JSON

Document = dict[str, Any]


def differences(was: Document | None, now: Document | None) -> list[dict[str, Any]]:
    """The places where two documents differ, each ``{"way": [...], "was": ..., "is": ...}``.

    Rows with a name are the same row where their names are the same. What is longer than is read in a list
    is null on both sides: it differs, and that is all that is said.
    """
    found = [
        {"way": way, "was": _short(before), "is": _short(after)}
        for way, before, after in _inside([], was or {}, now or {})
    ]
    if len(found) > MOST_DIFFERENCES:
        return [{"way": [], "was": None, "is": len(found)}]
    return found


def _inside(way: list[str], was: Document, now: Document) -> Iterator[tuple[list[str], Any, Any]]:
    for key in dict.fromkeys([*was, *now]):
        yield from _between([*way, key], was.get(key), now.get(key))


def _between(way: list[str], was: Any, now: Any) -> Iterator[tuple[list[str], Any, Any]]:
    if was == now:
        return
    if isinstance(was, dict) and isinstance(now, dict):
        yield from _inside(way, was, now)
        return
    before, after = _named(was), _named(now)
    if before is None or after is None:
        yield way, was, now
        return
    yield from _inside(way, before, after)
    stay = [name for name in before if name in after]
    order = [name for name in after if name in before]
    if stay != order:
        yield [*way, "order"], stay, order


def _named(value: Any) -> Document | None:
    """A list of rows by their names; None where it is no such list, or two rows are called the same."""
    if not isinstance(value, list) or not all(isinstance(row, dict) and row.get("name") for row in value):
        return None
    rows = {str(row["name"]): row for row in value}
    return rows if len(rows) == len(value) else None


def _short(value: Any) -> Any:
    return value if len(json.dumps(value, default=str)) <= _LONGEST else None
