"""A part of a line that was not understood."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.messages import Message
from neat_sheaf.reading.learned import Learned

__all__ = ["Question"]


@dataclass(frozen=True, slots=True)
class Question:
    """What was not understood: from ``start`` to before ``end`` in the line, counted in characters.

    ``suggestions`` are what could be in its place, each another reading; an empty text removes it.
    """

    start: int
    end: int
    message: Message
    suggestions: tuple[str, ...] = ()
    learns: tuple[Learned | None, ...] = ()
    """What each suggestion says of a word for the next time; None, or none at all: nothing."""

    @property
    def code(self) -> str:
        """The message's stable code."""
        return self.message.code

    def put(self, text: str, suggestion: str) -> str:
        """The line with a suggestion in its place, tidied where words went away."""
        fixed = text[: self.start] + suggestion + text[self.end :]
        if not suggestion:
            fixed = " ".join(fixed.split()).replace(" ,", ",").replace(" ;", ";").rstrip(" ,;")
        return fixed
