"""What a line says of a supply: an amount of something that is bought, and no size of a piece."""

from __future__ import annotations

import functools
import re
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.measure.length import Length
from neat_sheaf.reading.corrections import without
from neat_sheaf.reading.drafts import exact
from neat_sheaf.reading.lexicon import lexicon, rules_of
from neat_sheaf.reading.words import Number, Words, is_number, with_numbers
from neat_sheaf.stock.supply import SupplyUnit

__all__ = ["SupplyLine", "is_supply_noun", "supply_of"]


@functools.cache
def _pattern(name: str, language: str = "en") -> re.Pattern[str]:
    said = rules_of(language)["supplies"]
    pattern = said[name]
    for part in ("talk", "behind", "rest"):
        pattern = pattern.replace(part.upper(), said[part])
    return re.compile(with_numbers(pattern))


@dataclass(frozen=True, slots=True)
class SupplyLine:
    """What a line says of a supply: how many (or ml, by its unit), or ``cuts`` lengths of ``length`` nm in
    all.
    """

    name: str
    count: Decimal | None = None
    length: Length | None = None
    cuts: int = 1
    unit: SupplyUnit = SupplyUnit.EACH
    new: bool = False
    """Said to be another one than those there are: "ribbon (new)"."""


def is_supply_noun(words: str) -> bool:
    """Whether one of the words is a thing that is bought."""
    return bool(set(words.split()) & lexicon().among("supplies.nouns"))


def supply_of(words: Words, section: str, units: str) -> SupplyLine | None:
    """The supply that a line names; None where it names none, or it cannot be told."""
    marked = words.signs.find(" ( new ) ")
    if marked >= 0:
        first = words.index[marked + 1]
        found = supply_of(without(words, first, first + 3), section or "supplies", units)
        return None if found is None else replace(found, new=True)
    signs = words.signs
    several = _pattern("times").match(signs)
    if several is not None and is_supply_noun(several["name"]):
        return _several(words, several, section, "")
    several = _pattern("lengths").match(signs)
    if several is not None and words.number(several["n"]).count is not None:
        return _several(words, several, section, units)
    for name in ("sized", "sized_ahead"):
        sized = _pattern(name).match(signs)
        if sized is not None and set(sized["name"].split()) & lexicon().among("supplies.sized"):
            number = words.number(sized["n"]) if sized["n"] else Number(Fraction(1))
            return _made(words, sized, number, "supplies")
    for name in ("counted", "behind_name", "first"):
        match = _pattern(name).match(signs)
        made = None if match is None else _made(words, match, words.number(match["n"]), section)
        if made is not None:
            return made
    return None


def _several(words: Words, found: re.Match[str], section: str, units: str) -> SupplyLine | None:
    """ "2 x 25 cm cord", "two lengths of cord, 9 in each": all of them together."""
    each, count = words.number(found["m"]), words.number(found["n"]).count
    if count is None:
        return None
    return _made(words, found, Number(each.value * count, each.unit or units), section, count)


def _made(
    words: Words, found: re.Match[str], number: Number, section: str, cuts: int = 1
) -> SupplyLine | None:
    said = found["name"].strip(" -")
    known = is_supply_noun(said)
    lexical = lexicon()
    if not said or len(said.split()) > 5:
        return None
    if not known and section != "supplies":
        verbs = lexical.among("lines.doing")
        if set(said.split()) & (verbs | lexical.among("danger.words")) or len(said.split()) > 3:
            return None
        if found.re is not _pattern("first") or found.start("n") != 1:
            return None  # "lid 4" is no supply
        if (
            number.unit == ""
            and number.value.denominator == 1
            and not said.endswith("s")
            and number.value != 1
        ):
            return None
    name = _written(words, found, said)
    if number.unit in ("in", "ft", "yd", "cm", "mm", "m") and not set(said.split()) & lexical.among(
        "supplies.measured"
    ):
        between = words.signs[found.start("n") : found.start("name")]
        if known or " of " not in between:
            return None  # "6 mm magnets": their size, and how many?
    if number.unit in ("in", "ft", "yd", "cm", "mm", "m"):
        length = exact(number.value, number.unit)
        return None if length is None else SupplyLine(name, None, length, cuts, SupplyUnit.LENGTH)
    if number.unit == "ml":
        value = number.value
        if value.denominator not in (1, 2, 4, 5, 8, 10):
            return None
        return SupplyLine(name, Decimal(value.numerator) / Decimal(value.denominator), unit=SupplyUnit.ML)
    count = number.count
    return None if count is None else SupplyLine(name, Decimal(count))


def _written(words: Words, found: re.Match[str], said: str) -> str:
    first = words.index[found.start("name")]
    behind = first + len(said.split())
    name = words.written(first, behind).strip(" -,:")
    return name if not is_number(name) else said
