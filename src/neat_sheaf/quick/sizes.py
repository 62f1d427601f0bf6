"""The two sizes of a line, and the unit that they give the whole of it."""

from __future__ import annotations

import re

from neat_sheaf.measure.length import Length, Unit, parse_length

__all__ = ["line_unit", "read_size"]

_BY = re.compile(r"\s*(?:x|×|\*|by\b)\s*", re.IGNORECASE)
_SIDE_WORD = re.compile(r"\s*\b(wide|high|tall|long|deep|w|h)\s*$", re.IGNORECASE)
_HIGH = ("high", "tall", "long", "h")
_UNIT: dict[str, Unit] = {'"': "in", "″": "in", "”": "in", "in": "in", "in.": "in", "inch": "in",
                          "inches": "in", "cm": "cm", "mm": "mm"}  # fmt: skip
_LAST_UNIT = re.compile(r"([\"″”]|in\.|inch(?:es)?|in|cm|mm)\s*$", re.IGNORECASE)


def _parts(size: str) -> list[tuple[str, str]]:
    found = []
    for part in _BY.split(size, maxsplit=1):
        word = _SIDE_WORD.search(part)
        found.append((_SIDE_WORD.sub("", part).strip(), word[1].lower() if word else ""))
    return found


def line_unit(size: str, units: Unit) -> Unit:
    """The unit of a size: that of its last number, else of its first, else ``units``."""
    for text, _ in reversed(_parts(size)):
        unit = _LAST_UNIT.search(text)
        if unit:
            return _UNIT[unit[1].lower()]
    return units


def read_size(size: str, units: Unit) -> tuple[Length, Length]:
    """(width, height) in nm; "11 high by 4 wide" is turned. Raises LengthError."""
    (first, first_way), (second, second_way) = _parts(size)
    sides = parse_length(first, units), parse_length(second, units)
    turned = first_way in _HIGH or second_way in ("wide", "w")
    return (sides[1], sides[0]) if turned else sides
