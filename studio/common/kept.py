"""What was read and stays as it is, kept in the process under a name that no other content has."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock
from typing import Generic, TypeVar

__all__ = ["Kept"]

T = TypeVar("T")


class Kept(Generic[T]):
    """The last used so many things; safe for threads. What is kept must not be changed by whoever gets it."""

    def __init__(self, most: int) -> None:
        self._most, self._lock = most, Lock()
        self._things: OrderedDict[str, T] = OrderedDict()

    def get(self, name: str) -> T | None:
        """The thing of that name, None where it is not kept."""
        with self._lock:
            thing = self._things.get(name)
            if thing is not None:
                self._things.move_to_end(name)
            return thing

    def put(self, name: str, thing: T) -> T:
        """Keep a thing, and let go of the one that was not asked for the longest."""
        with self._lock:
            self._things[name] = thing
            self._things.move_to_end(name)
            if len(self._things) > self._most:
                self._things.popitem(last=False)
        return thing

    def clear(self) -> None:
        """Let go of everything."""
        with self._lock:
            self._things.clear()
