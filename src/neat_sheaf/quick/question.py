"""A part of a line that was not understood."""

from __future__ import annotations

from dataclasses import dataclass

__all__ = ["Question"]


@dataclass(frozen=True, slots=True)
class Question:
    """What was not understood: from ``start`` to before ``end`` in the line, counted in characters.

    ``suggestion`` is what could stand in its place; None where nobody can guess.
    """

    start: int
    end: int
    code: str
    says: str
    suggestion: str | None = None
