"""Medians over the classes of a studio: what replaces a default, and when it does."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from statistics import median

from neat_sheaf.pace import PACES

__all__ = ["ENOUGH", "Learned", "in_use", "learned", "middle", "own_pace", "whole_seconds"]

ENOUGH = 3  # classes before a default gives way. From memory: two may both have been odd.


@dataclass(frozen=True, slots=True)
class Learned:
    """What some classes show of one allowance: their median, the least and the most of them, how many."""

    name: str
    value: Fraction
    least: Fraction
    most: Fraction
    classes: int

    @property
    def enough(self) -> bool:
        """Whether so many classes stand behind it that it replaces the default."""
        return self.classes >= ENOUGH


def middle(values: Iterable[Fraction]) -> Fraction:
    """The median of at least one value: the middle one, or half way between the two in the middle."""
    return Fraction(median(values))


def learned(classes: Sequence[Mapping[str, Fraction]]) -> dict[str, Learned]:
    """What classes show of each allowance; each class counts once, however much was done in it."""
    shown: dict[str, list[Fraction]] = {}
    for one in classes:
        for name, value in one.items():
            shown.setdefault(name, []).append(value)
    return {
        name: Learned(name, middle(values), min(values), max(values), len(values))
        for name, values in shown.items()
    }


def whole_seconds(value: Fraction) -> int:
    """A time as a pace has it: whole seconds, a half up, and never none."""
    return max(1, (2 * value.numerator + value.denominator) // (2 * value.denominator))


def in_use(found: Iterable[Learned], revoked: Collection[str]) -> list[Learned]:
    """What takes the place of a default: what enough classes show, but for what is revoked."""
    return [one for one in found if one.enough and one.name not in revoked]


def own_pace(found: Iterable[Learned], revoked: Collection[str]) -> dict[str, int]:
    """The seconds of a ``Pace`` that are in use, by name; every other name has its default."""
    return {one.name: whole_seconds(one.value) for one in in_use(found, revoked) if one.name in PACES}
