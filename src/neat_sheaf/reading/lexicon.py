"""The words of a language that the reader knows, from its file."""

from __future__ import annotations

import functools
import tomllib
from dataclasses import dataclass
from fractions import Fraction
from importlib.resources import files
from typing import Any

__all__ = ["Lexicon", "lexicon", "rules_of"]


@dataclass(frozen=True, slots=True)
class Lexicon:
    """The words of a language. ``groups`` are words that together are a number, longest
    first, by the first of them."""

    whole: dict[str, int]
    tens: dict[str, int]
    part: dict[str, int]
    parts: dict[str, int]
    articles: frozenset[str]
    joins: frozenset[str]
    of: frozenset[str]
    pairs: frozenset[str]
    sets: frozenset[str]
    not_one_behind: frozenset[str]
    not_one_before: frozenset[str]
    not_one_after_at: frozenset[str]
    groups: dict[str, tuple[tuple[tuple[str, ...], Fraction], ...]]
    units: dict[str, str]
    short: dict[str, str]
    unit_before: frozenset[str]
    lists: dict[str, frozenset[str]]
    begins: frozenset[str]
    """What a number in words may begin with."""

    def among(self, key: str) -> frozenset[str]:
        """A list of words of the file, by ``section.name``."""
        return self.lists[key]


# The files of rules of a language; facts are tried in this order.
_PARTS = ("slots", "sizes", "scores", "rest", "around")


def _file(name: str) -> dict[str, Any]:
    return tomllib.loads((files(__package__) / "lang" / name).read_text(encoding="utf-8"))


@functools.cache
def lexicon(language: str = "en") -> Lexicon:
    """The words of a language; KeyError where the file lacks a part of it."""
    found = _file(f"{language}_words.toml")
    numbers = found["numbers"]
    groups = [(tuple(words.split()), Fraction(value)) for words, value in numbers["groups"]]
    by_first: dict[str, tuple[tuple[tuple[str, ...], Fraction], ...]] = {}
    for group in sorted(groups, key=lambda group: -len(group[0])):
        by_first[group[0][0]] = (*by_first.get(group[0][0], ()), group)
    sections = ("papers", "supplies", "lines", "danger", "ask", "tables", "names", "little", "relations")
    lists = {f"{part}.{key}": frozenset(words) for part in sections for key, words in found[part].items()}
    begins = {*by_first, *numbers["articles"], *found["units"]}
    for part in ("whole", "tens", "part", "parts"):
        begins |= set(numbers[part])
    return Lexicon(
        numbers["whole"], numbers["tens"], numbers["part"], numbers["parts"], frozenset(numbers["articles"]),
        frozenset(numbers["and"]), frozenset(numbers["of"]),
        frozenset(numbers["pairs"]), frozenset(numbers["sets"]), frozenset(numbers["not_one_behind"]),
        frozenset(numbers["not_one_before"]), frozenset(numbers["not_one_after_at"]), by_first,
        found["units"], numbers["short"],
        frozenset(found["in"]["unit_before"]) | lists["supplies.measured"], lists, frozenset(begins),
    )  # fmt: skip


@functools.cache
def rules_of(language: str = "en") -> dict[str, Any]:
    """The rules of a language as they are in its files."""
    found: dict[str, Any] = {"rule": []}
    for part in _PARTS:
        said = _file(f"{language}_{part}.toml")
        found["rule"] += said.pop("rule", [])
        found |= said
    return found
