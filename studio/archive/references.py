"""Keys of the database that stand inside JSON values and texts, and the archive's numbers in their place.

In the archive such a key is ``@`` and the number of the thing, from 1 in the order of its table; one of
something that was deleted is ``@-1``, ``@-2`` and so on, and stays something that is not there.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from functools import partial
from typing import Any

__all__ = ["ToKeys", "ToNumbers", "rewritten"]

Rewrite = Callable[[str, str], str]
"""From the kind of a thing and what stands for it to what shall stand for it."""


class ToNumbers:
    """From keys to the archive's numbers: ``numbers`` by kind and key."""

    def __init__(self, numbers: Mapping[str, Mapping[int, int]]) -> None:
        self._numbers = numbers
        self._gone: dict[tuple[str, int], int] = {}

    def __call__(self, kind: str, key: str) -> str:
        if not re.fullmatch(r"-?\d{1,18}", key):
            return key
        pk = int(key)
        number = self._numbers.get(kind, {}).get(pk)
        if number is None:
            number = self._gone.setdefault((kind, pk), -1 - len(self._gone))
        return f"@{number}"


class ToKeys:
    """From the archive's numbers to keys: ``keys`` by kind, in the order of the numbers."""

    def __init__(self, keys: Mapping[str, Sequence[int]]) -> None:
        self._keys = keys

    def __call__(self, kind: str, written: str) -> str:
        found = re.fullmatch(r"@(-?\d{1,18})", written)
        if not found:
            return written
        number = int(found[1])
        keys = self._keys.get(kind, ())
        return str(keys[number - 1]) if 1 <= number <= len(keys) else str(min(number, -number))


# Of a field: the kinds and the ways to them, ``*`` for each of a list.
_WAYS: dict[str, list[tuple[str, str]]] = {
    "classes.CuttingRun.rounds": [
        ("paper", "*.papers.*.paper"),
        ("paper", "*.cutting.batches.*.strokes.*.paper"),
        ("paper", "*.mixes.*.papers.*"),
    ],
    "classes.CuttingRun.spoilt": [("paper", "*.paper")],
    "projects.Variant.more": [("supply", "supplies.*.supply")],
    "accounts.Studio.revoked": [("supply-", "*")],
    "classes.Tick.key": [("bag", "")],
    "cupboard.Movement.batch": [("batch", "")],
}
# Of a field: those whose own keys say which thing.
_BY_KEY = {"accounts.Studio.own_use": "supply", "log.ClassLog.shown": "supply-"}


def rewritten(field: str, value: Any, to: Rewrite) -> Any:
    """The value of a field (``app.Model.field``) with every key that stands in it rewritten.

    What has not the shape that the field has is left as it is.
    """
    for kind, way in _WAYS.get(field, ()):
        value = _at(value, way.split(".") if way else [], partial(_text, kind, to))
    if field in _BY_KEY and isinstance(value, dict):
        value = {_text(_BY_KEY[field], to, key): held for key, held in value.items()}
    if field == "log.ClassLog.planned" and isinstance(value, dict):
        value = {
            key: _things(held, to) if key in ("things", "derived") else held for key, held in value.items()
        }
    return value


def _at(value: Any, way: list[str], change: Callable[[str], str]) -> Any:
    if not way:
        return change(value) if isinstance(value, str) else value
    step, *rest = way
    if step == "*":
        return [_at(one, rest, change) for one in value] if isinstance(value, list) else value
    if isinstance(value, dict) and step in value:
        return {**value, step: _at(value[step], rest, change)}
    return value


def _text(kind: str, to: Rewrite, text: str) -> str:
    """A text in which a key stands: alone, after a word, in the key of a bag's tick, in a name of a batch."""
    if kind == "supply-":
        return f"supply-{to('supply', text[7:])}" if text.startswith("supply-") else text
    if kind == "bag":
        found = re.fullmatch(r"(.*\|\d+\|supply\|)(@?-?\d+)", text, re.DOTALL)
        return found[1] + to("supply", found[2]) if found else text
    if kind == "batch":
        if found := re.fullmatch(r"(paper|supply|pack):(@?-?\d+)(:\d+:.*)", text, re.DOTALL):
            return f"{found[1]}:{to(found[1], found[2])}{found[3]}"
        found = re.fullmatch(r"order:(@?-?\d+)", text)
        return f"order:{to('order', found[1])}" if found else text
    return to(kind, text)


def _things(rows: Any, to: Rewrite) -> Any:
    """What a class was planned to take: kind, key, size, amount; the key is a number there."""
    if not isinstance(rows, list):
        return rows
    found = []
    for row in rows:
        match row:
            case [("paper" | "supply") as kind, int() | str() as key, *rest]:
                new = to(kind, str(key))
                # What is no key stays as it is: whoever reads the row says so.
                found.append([kind, int(new) if re.fullmatch(r"-?\d{1,18}", new) else new, *rest])
            case _:
                found.append(row)
    return found
