"""What a message of the core says in English, for tests of the words."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest

from neat_sheaf.measure.length import Unit
from neat_sheaf.messages import Message
from neat_sheaf.wording import english

__all__ = ["refused", "said", "spoken"]


def said(thing: Any, units: Unit = "in") -> str:
    """The words of a message, or of whatever holds one: a fault, a finding, a fix, a question."""
    return english(units).words(thing if isinstance(thing, Message) else thing.message)


def spoken(error: Exception) -> str:
    """What an error of the core says in English, all of its faults."""
    faults = getattr(error, "faults", None)
    if faults is not None:
        return "\n".join(english().fault(fault) for fault in faults)
    return said(error)


@contextmanager
def refused(kind: type[Exception], words: str) -> Iterator[pytest.ExceptionInfo[Exception]]:
    """``pytest.raises`` for what an error says, not for its code."""
    with pytest.raises(kind) as caught:
        yield caught
    assert re.search(words, spoken(caught.value)), spoken(caught.value)
