"""Letters for layouts and pieces: A to Z, then AA, AB, ..."""

from __future__ import annotations

__all__ = ["letter_of"]


def letter_of(number: int) -> str:
    """The letter of a number from 0: A, B, ..., Z, AA, AB, ..."""
    rest, digit = divmod(number, 26)
    return (letter_of(rest - 1) if rest else "") + chr(ord("A") + digit)
