"""Exact lengths: read them, write them, compare them.

A length is a whole number of nanometres. 1 in = 25.4 mm exactly (international
yard and pound agreement, 1959), so every 1/64 in (396 875 nm) and every
micrometre is a whole number and no arithmetic on lengths ever rounds.
"""

from __future__ import annotations

import functools
import re
import unicodedata
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import Literal, NewType

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

__all__ = [
    "CENTIMETRE",
    "INCH",
    "MILLIMETRE",
    "VULGAR_FRACTIONS",
    "Length",
    "LengthError",
    "Unit",
    "WrittenInches",
    "inches",
    "millimetre_number",
    "millimetres",
    "near_length",
    "nearest_inches",
    "parse_length",
    "say_length",
    "say_size",
    "write_length",
]

Length = NewType("Length", int)
"""A length in whole nanometres."""

Unit = Literal["in", "cm", "mm"]

MILLIMETRE = Length(1_000_000)
CENTIMETRE = Length(10_000_000)
INCH = Length(25_400_000)
_SIXTY_FOURTH = INCH // 64
_LONGEST = 1_000_000 * MILLIMETRE

_PER_UNIT: dict[Unit, Length] = {"in": INCH, "cm": CENTIMETRE, "mm": MILLIMETRE}
_SPELLINGS: dict[str, Unit] = {
    "in": "in", "in.": "in", "inch": "in", "inches": "in", '"': "in", "″": "in", "”": "in",
    "cm": "cm", "mm": "mm",
}  # fmt: skip
VULGAR_FRACTIONS = {sign: unicodedata.normalize("NFKC", sign).replace("⁄", "/") for sign in "½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"}
"""Fractions of one sign, and how they are spelled: "½" is "1/2"."""
_NUMBER = re.compile(
    r"""(?:
        (?P<whole>\d{1,9}) (?:\s*-\s*|\s+) (?P<top>\d{1,9})\s*/\s*(?P<bottom>\d{1,9})
      | (?P<top2>\d{1,9})\s*/\s*(?P<bottom2>\d{1,9})
      | (?P<decimal>\d{1,9}(?:\.\d{1,12})?|\.\d{1,12})
    ) \s* (?P<unit>[a-z.]+|["″”])?""",
    re.VERBOSE | re.ASCII,
)


class LengthError(NeatSheafError):
    """A text that is not a length, or one that cannot be held exactly."""


def inches(value: str | int | Fraction) -> Length:
    """The length of ``value`` inches, exactly; raises LengthError where it is not whole nm."""
    return _exact(Fraction(value) * INCH, f"{value} in")


def millimetres(value: str | int | Fraction) -> Length:
    """The length of ``value`` millimetres, exactly."""
    return _exact(Fraction(value) * MILLIMETRE, f"{value} mm")


@functools.lru_cache(maxsize=4096)
def parse_length(text: str, units: Unit) -> Length:
    """Read ``4 1/4``, ``4-1/4``, ``4¼``, ``4.25``, ``13/16``, ``4 1/4"``, ``108 mm``, ``10.8 cm``.

    A bare number takes ``units``. Raises LengthError (``not-a-length``,
    ``not-exact``, ``too-long``); nothing is rounded.
    """
    plain = text.strip().lower().replace("⁄", "/").replace("\N{NO-BREAK SPACE}", " ")
    for sign, spelled in VULGAR_FRACTIONS.items():
        plain = plain.replace(sign, f" {spelled}")
    found = _NUMBER.fullmatch(plain.strip())
    if found is None:
        raise _not_a_length(text, units)
    spelled_unit = found["unit"]
    if spelled_unit is not None and spelled_unit not in _SPELLINGS:
        raise _not_a_length(text, units)
    unit = units if spelled_unit is None else _SPELLINGS[spelled_unit]
    if found["decimal"] is not None:
        value = Fraction(found["decimal"])
    else:
        bottom = int(found["bottom"] or found["bottom2"])
        if bottom == 0:
            raise _not_a_length(text, units)
        value = int(found["whole"] or 0) + Fraction(int(found["top"] or found["top2"]), bottom)
    length = _exact(value * _PER_UNIT[unit], text.strip())
    if length > _LONGEST:
        raise LengthError(message("too-long.length", text=text.strip()))
    return length


def _not_a_length(text: str, units: Unit) -> LengthError:
    key = "not-a-length.inches" if units == "in" else "not-a-length.metric"
    return LengthError(message(key, text=text.strip(), units=units))


def _exact(value: Fraction, said: str) -> Length:
    if value.denominator != 1:
        near = nearest_inches(Length(round(value))).text
        raise LengthError(message("not-exact", text=said, near=near))
    return Length(value.numerator)


@dataclass(frozen=True, slots=True)
class WrittenInches:
    """Inches as a whole and a fraction to the nearest 1/64, and whether that is exact."""

    whole: int
    top: int
    bottom: int
    exact: bool

    @property
    def text(self) -> str:
        """``4 1/4``, or ``≈ 4 1/4`` where the length is not a whole number of 64ths."""
        fraction = f"{self.top}/{self.bottom}" if self.top else ""
        number = f"{self.whole} {fraction}".strip() if self.whole or not fraction else fraction
        return number if self.exact else f"≈ {number}"


def nearest_inches(length: Length) -> WrittenInches:
    """``length`` in inches to the nearest 1/64 (halves go up), marked where it is not exact."""
    sixty_fourths, rest = divmod(length, _SIXTY_FOURTH)
    if 2 * rest >= _SIXTY_FOURTH:
        sixty_fourths += 1
    fraction = Fraction(sixty_fourths % 64, 64)
    return WrittenInches(sixty_fourths // 64, fraction.numerator, fraction.denominator, rest == 0)


def write_length(length: Length, units: Unit) -> str:
    """A text that ``parse_length(text, units)`` reads back to the same length.

    Inches that are not whole 64ths are written in millimetres, with the unit.
    """
    if units == "in":
        written = nearest_inches(length)
        return written.text if written.exact else f"{_decimal(length, MILLIMETRE)} mm"
    return _decimal(length, _PER_UNIT[units])


def say_length(length: int, units: Unit) -> str:
    """A length in words, always with its unit: ``4 1/4 in``, ``12.3 mm``."""
    text = write_length(Length(length), units)
    return text if text.endswith(" mm") else f"{text} {units}"


def say_size(width: int, height: int, units: Unit) -> str:
    """Two sizes in words, the unit said once: ``4 1/4 x 11 in``, ``210 x 297 mm``.

    Both are in millimetres where one of them is not whole 64ths of an inch.
    """
    if units == "in" and not (nearest_inches(Length(width)).exact and nearest_inches(Length(height)).exact):
        units = "mm"
    return f"{write_length(Length(width), units)} x {say_length(height, units)}"


def near_length(length: int, units: Unit) -> tuple[str, bool]:
    """A length as a short text without its unit, and whether that is exact.

    What is on no 1/64 in, or no 1/100 mm, is cut down to 1/100 in or 1/10 mm: never said too large.
    """
    if units == "in":
        written = nearest_inches(Length(length))
        return (written.text, True) if written.exact else (_cut(length, INCH // 100, INCH), False)
    if length % (MILLIMETRE // 100) == 0:
        return _decimal(Length(length), _PER_UNIT[units]), True
    return _cut(length, MILLIMETRE // 10, _PER_UNIT[units]), False


def _cut(length: int, step: int, per: int) -> str:
    return f"{Decimal(length // step * step) / per:f}"


def _decimal(length: Length, per: Length) -> str:
    whole, rest = divmod(length, per)
    digits = len(str(per)) - 1
    return f"{whole}.{rest:0{digits}d}".rstrip("0") if rest else str(whole)


def millimetre_number(length: int) -> int | float:
    """``length`` in millimetres for a JSON number; at most six decimals, exact when read back."""
    whole, rest = divmod(length, MILLIMETRE)
    return whole if rest == 0 else length / MILLIMETRE
