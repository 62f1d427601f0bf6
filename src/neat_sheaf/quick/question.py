"""A part of a line that was not understood."""

from __future__ import annotations

from dataclasses import dataclass

from neat_sheaf.messages import Message

__all__ = ["Question"]


@dataclass(frozen=True, slots=True)
class Question:
    """What was not understood: from ``start`` to before ``end`` in the line, counted in characters.

    ``suggestion`` is what could be in its place; None where nobody can guess.
    """

    start: int
    end: int
    message: Message
    suggestion: str | None = None

    @property
    def code(self) -> str:
        """The message's stable code."""
        return self.message.code
