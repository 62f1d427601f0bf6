"""What is said to a person: a code with parameters. ``wording`` puts it in words, at the edge.

A code is stable and is what programs read. Where one code has several sentences, each has a variant
behind a point: ``too-many.rows`` is the variant ``rows`` of the code ``too-many``.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from decimal import Decimal
from enum import StrEnum
from typing import Literal, NamedTuple

__all__ = [
    "Amount",
    "Boxed",
    "Level",
    "Measured",
    "Message",
    "Param",
    "Several",
    "Sized",
    "message",
    "nearly",
    "recorded",
    "several",
]


class Level(StrEnum):
    """How severe what is said is: it will not go together, look again, or good to know."""

    ERROR = "error"
    WARNING = "warning"
    NOTE = "note"


class Measured(NamedTuple):
    """A length to be said with its unit, nm."""

    nm: int


class Sized(NamedTuple):
    """A width and a height to be said with their unit, nm."""

    width: int
    height: int


class Boxed(NamedTuple):
    """A width, a depth and a height to be said with their unit, nm; a depth of 0 is left out."""

    width: int
    depth: int
    height: int


def nearly(nm: float) -> Boxed:
    """A measured length that may be on no grid: said as about so much there."""
    return Boxed(round(nm), 0, 0)


class Amount(NamedTuple):
    """Money, in whole units of a currency (ISO 4217 code)."""

    value: Decimal
    currency: str


class Several(NamedTuple):
    """Things said one after another: a plain list, or joined by "and" or "or"."""

    items: tuple[Param, ...]
    joined: Literal["list", "and", "or"] = "list"


@dataclass(frozen=True, slots=True)
class Message:
    """One thing to say. ``key`` is the code with its variant.

    ``text`` is how it was said when it was written down without its parameters, in a file of an
    earlier version; it is then all that can be said.
    """

    key: str
    params: Mapping[str, Param] = field(default_factory=dict, hash=False)
    text: str = ""

    @property
    def code(self) -> str:
        """The stable code, without the variant."""
        return self.key.partition(".")[0]

    def __str__(self) -> str:
        # For logs and tracebacks; a person reads what ``wording`` makes of it.
        given = ", ".join(f"{name}={value}" for name, value in self.params.items())
        return f"{self.key}({given})"


Param = str | int | Decimal | StrEnum | Measured | Sized | Boxed | Amount | Several | Message
"""A parameter; a StrEnum is said by the word that the catalogue has for it."""


def message(key: str, /, **params: Param) -> Message:
    """The message of a key with its parameters."""
    return Message(key, params)


def recorded(code: str, text: str) -> Message:
    """A message of which only the code and the words were kept."""
    return Message(code, {}, text)


def several(items: Iterable[Param], joined: Literal["list", "and", "or"] = "list") -> Several:
    """Things said one after another."""
    return Several(tuple(items), joined)
