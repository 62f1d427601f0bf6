"""The letters that the names on the kits take, and how often an alphabet of dies goes through for them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

__all__ = ["Letters", "letters_of"]


@dataclass(frozen=True, slots=True)
class Letters:
    """How many of each letter, capital and small alike, in the order of the alphabet.

    ``passes``: a die of an alphabet gives each of its letters once a pass, so it takes as many passes as
    there are of the letter that comes most often. Common practice.
    """

    counts: tuple[tuple[str, int], ...]
    passes: int


def letters_of(names: Iterable[str]) -> Letters:
    """The letters of some names, each with its accent as one of its own; what is no letter is left out."""
    found = Counter(sign for name in names for sign in name.upper() if sign.isalpha())
    return Letters(tuple(sorted(found.items())), max(found.values(), default=0))
