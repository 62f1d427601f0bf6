"""A voice: one language, the number habits of one place, one unit of length."""

from __future__ import annotations

import datetime as dt
import functools
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum
from pathlib import Path
from typing import Any

from babel import Locale, UnknownLocaleError
from babel.dates import format_date
from babel.numbers import format_currency, format_decimal

from neat_sheaf.errors import Fault
from neat_sheaf.measure.length import Unit, near_length, say_length, say_size
from neat_sheaf.messages import Amount, Boxed, Measured, Message, Param, Several, Sized
from neat_sheaf.plain_text import printable
from neat_sheaf.wording.catalogue import Catalogue, catalogue

__all__ = ["Voice", "english"]


@dataclass(frozen=True)
class Voice:
    """How messages are worded.

    ``units`` are those of lengths, ``place`` (a locale such as ``de-AT``) says how numbers and money are
    written, ``language`` is that of the sentences; ``folders`` hold sentences beside the core's.
    """

    units: Unit = "in"
    place: str = "en-GB"
    language: str = "en"
    folders: tuple[Path, ...] = ()

    @functools.cached_property
    def _locale(self) -> Locale:
        return Locale.parse(self.place, sep="-")

    @functools.cached_property
    def _catalogue(self) -> Catalogue:
        return catalogue(self.language, self.place, self.folders)

    def words(self, said: Message) -> str:
        """A message in words. KeyError where the catalogue has no sentence for it."""
        if said.text:
            return said.text
        return self._catalogue.sentence(said.key, {n: self._put(p) for n, p in said.params.items()})

    def say(self, key: str, /, **params: Param) -> str:
        """The message of a key in words."""
        return self.words(Message(key, params))

    def fault(self, what: Fault) -> str:
        """A fault as one line: its path, and what is wrong."""
        said, place = self.words(what.message), self.where(what)
        # What is said may quote a file, and a terminal obeys control characters.
        return printable(f"{place}: {said}" if place else said)

    def where(self, what: Fault) -> str:
        """Where a fault is: its path, or the place as a person says it."""
        return what.path if what.place is None else self.words(what.place)

    def length(self, nm: int) -> str:
        """A length with its unit. Lengths are written the same in every place: they are read back."""
        return say_length(nm, self.units)

    def size(self, width: int, height: int) -> str:
        """Two lengths, the unit said once."""
        return say_size(width, height, self.units)

    def box(self, *sizes: int) -> str:
        """A width, a depth and a height, the unit said once; what is flat has two.

        What is on no grid (a diagonal is not) is said a little smaller, as ``about``.
        """
        near = [near_length(size, self.units) for size in sizes if size] or [("0", True)]
        whole = f"{' x '.join(text for text, _ in near)} {self.units}"
        return whole if all(exact for _, exact in near) else self.say("box-about", what=whole)

    def number(self, value: int | Decimal) -> str:
        """A number as the place writes it."""
        return format_decimal(value, locale=self._locale, decimal_quantization=False)

    def date(self, day: dt.date) -> str:
        """A day in full: in the words of the language, in the order of the place."""
        language, territory = self.language.partition("-")[0], self._locale.territory
        try:
            locale = Locale(language, territory)
        except UnknownLocaleError:  # a language that the place has no habits for
            locale = Locale(language)
        return format_date(day, "long", locale=locale)

    def money(self, amount: Amount) -> str:
        """Money as the place writes it, with every decimal that it has."""
        return format_currency(amount.value, amount.currency, locale=self._locale, decimal_quantization=False)

    def _put(self, param: Param) -> Any:
        """What a sentence takes for a parameter: text, or a number that its plural follows."""
        if isinstance(param, Measured):
            return self.length(param.nm)
        if isinstance(param, Sized):
            return self.size(param.width, param.height)
        if isinstance(param, Boxed):
            return self.box(*param)
        if isinstance(param, Amount):
            return self.money(param)
        if isinstance(param, Message):
            return self.words(param)
        if isinstance(param, Several):
            return self._several(param)
        if isinstance(param, StrEnum):
            key = f"{type(param).__name__.lower()}.{param.value.replace('_', '-')}"
            return self._catalogue.sentence(key, {}) if self._catalogue.has(key) else param.value
        return self.number(param) if isinstance(param, Decimal) else param

    def _several(self, many: Several) -> str:
        said = [str(self.number(p)) if isinstance(p, int) else str(self._put(p)) for p in many.items]
        if many.joined == "list":
            return ", ".join(said)
        if len(said) < 2:
            return "".join(said)
        return self._catalogue.sentence(
            f"joined.{many.joined}", {"before": ", ".join(said[:-1]), "last": said[-1]}
        )


@functools.cache
def english(units: Unit = "in") -> Voice:
    """English as the command line speaks it."""
    return Voice(units)
