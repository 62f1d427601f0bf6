"""Places in a document that a test spoils."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

__all__ = ["ways_into"]


def ways_into(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The way to every place in a JSON value, that to the value itself first."""
    yield path
    inside = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, inner in inside:
        yield from ways_into(inner, (*path, key))
