"""Reading JSON with every fault collected by its path, and unknown keys named."""

from __future__ import annotations

import difflib
import json
import re
from collections import Counter
from collections.abc import Callable, Iterable
from decimal import Decimal, InvalidOperation
from enum import StrEnum
from typing import Any, TypeVar

from neat_sheaf.errors import Fault, NeatSheafError, fault
from neat_sheaf.limits import (
    LARGEST_FILE,
    LEAST_SIZE,
    LONGEST_NAME,
    LONGEST_TEXT,
    MONEY_DECIMALS,
    MOST_FAULTS,
    MOST_ITEMS,
    MOST_KEYS,
    MOST_MONEY,
    MOST_QUANTITY,
    QUANTITY_DECIMALS,
)
from neat_sheaf.measure.length import Length, LengthError, Unit, parse_length
from neat_sheaf.messages import Measured, Message, Param, message, several
from neat_sheaf.plain_text import unwritable

__all__ = ["Faulty", "FileError", "JsonValue", "check_unique", "load_json", "written"]

# Nobody writes a number of more characters, and Decimal takes exponents that nothing holds.
_LONGEST_NUMBER = 40
_HIGHEST_EXPONENT = 30
_MOST_MM = 1_000_000_000

E = TypeVar("E", bound=StrEnum)
T = TypeVar("T")


class FileError(NeatSheafError):
    """A file that is not what it should be; ``faults`` holds every fault found."""

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__(message("file-faulty"))
        self.faults = faults

    def __str__(self) -> str:
        return "\n".join(map(str, self.faults))


class Faulty(Exception):  # noqa: N818 - raised and caught inside the readers alone
    """A value that could not be read; its fault is already noted."""


def load_json(text: str) -> Any:
    """The JSON value in ``text``, numbers as Decimal; raises FileError."""
    if len(text) > LARGEST_FILE:
        raise FileError([fault("", "too-large.file", megabytes=LARGEST_FILE // 1_000_000)])

    def no_doubles(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        found = dict(pairs)
        if len(found) < len(pairs):
            doubled = next(key for key, count in Counter(key for key, _ in pairs).items() if count > 1)
            raise FileError([fault("", "doubled-key", key=doubled[:40])])
        return found

    def no_constants(name: str) -> Any:
        raise FileError([fault("", "not-json.number", text=name)])

    try:
        return json.loads(
            text, parse_float=_decimal, parse_int=_integer, parse_constant=no_constants,
            object_pairs_hook=no_doubles,
        )  # fmt: skip
    except json.JSONDecodeError as error:
        at = {"line": str(error.lineno), "column": str(error.colno)}
        raise FileError([fault("", "not-json.at", **at, why=error.msg)]) from error
    except (RecursionError, ValueError) as error:
        raise FileError([fault("", "not-json.deep")]) from error


def _decimal(text: str) -> Decimal:
    """A JSON number with a point or an exponent; ValueError where nothing could hold it."""
    exponent = re.search(r"[eE]([+-]?\d+)$", text)
    if len(text) > _LONGEST_NUMBER or (exponent and abs(int(exponent[1])) > _HIGHEST_EXPONENT):
        raise ValueError(text[:_LONGEST_NUMBER])
    return Decimal(text)


def _integer(text: str) -> int:
    if len(text) > _LONGEST_NUMBER:
        raise ValueError(text[:_LONGEST_NUMBER])
    return int(text)


class JsonValue:
    """A value in the file with its path; faults are noted in a list shared by the whole file."""

    def __init__(self, value: Any, path: str, units: Unit, faults: list[Fault]) -> None:
        self.value, self.path, self.units, self.faults = value, path, units, faults

    def fault(self, key: str, /, **params: Param) -> Faulty:
        """Note a fault here; ``raise`` what it gives. FileError where there are too many to go on."""
        return self.refuse(message(key, **params))

    def refuse(self, why: Message) -> Faulty:
        """Note a fault here with a message that is there already."""
        self.faults.append(Fault(self.path, why))
        if len(self.faults) >= MOST_FAULTS:
            raise FileError([*self.faults, fault("", "too-many.faults", most=MOST_FAULTS)])
        return Faulty()

    def _child(self, value: Any, path: str) -> JsonValue:
        return JsonValue(value, path, self.units, self.faults)

    def under(self, steps: str, value: Any) -> JsonValue:
        """A value further down, at the path ``steps`` from here."""
        return self._child(value, f"{self.path}{steps}")

    def object(self, required: Iterable[str], optional: Iterable[str] = ()) -> JsonValue:
        """Check that this is an object with these keys and no others; gives itself."""
        if not isinstance(self.value, dict):
            raise self.fault("not-an-object", found=_kind(self.value))
        if len(self.value) > MOST_KEYS:
            raise self.fault("too-many.keys", found=len(self.value), most=MOST_KEYS)
        required = list(required)
        known = [*required, *optional]
        for key in self.value:
            if key not in known:
                near = difflib.get_close_matches(key[:60], known, n=1, cutoff=0.5)
                if near:
                    self._at(key[:60]).fault("unknown-key.near", key=key[:60], near=near[0])
                else:
                    self._at(key[:60]).fault("unknown-key.known", key=key[:60], known=several(known))
        missing = [key for key in required if self.value.get(key) is None]
        for key in missing:
            self._at(key).fault("missing-key", key=key)
        if missing:
            raise Faulty
        return self

    def _at(self, key: str) -> JsonValue:
        path = f"{self.path}.{key}" if self.path else key
        return self._child(self.value.get(key) if isinstance(self.value, dict) else None, path)

    def has(self, key: str) -> bool:
        """Whether the key is there and not null."""
        return self.value.get(key) is not None

    def key(self, key: str) -> JsonValue:
        """The value at ``key``."""
        return self._at(key)

    def take(self, key: str, read: Callable[[JsonValue], T], default: T) -> T:
        """The value at ``key`` read by ``read``; the default where it is absent or faulty."""
        if not self.has(key):
            return default
        try:
            return read(self._at(key))
        except Faulty:
            return default

    def list_at(self, key: str, read: Callable[[JsonValue], T], most: int = MOST_ITEMS) -> tuple[T, ...]:
        """The list at ``key``; empty where it is absent or faulty."""
        empty: tuple[T, ...] = ()
        return self.take(key, lambda node: node.items(read, most), empty)

    def items(self, read: Callable[[JsonValue], T], most: int = MOST_ITEMS) -> tuple[T, ...]:
        """A list, each item read by ``read``; the faulty ones left out and noted."""
        if not isinstance(self.value, list):
            raise self.fault("not-a-list", found=_kind(self.value))
        if len(self.value) > most:
            raise self.fault("too-many.items", found=len(self.value), most=most)
        found = []
        for number, value in enumerate(self.value):
            try:
                found.append(read(self._child(value, f"{self.path}[{number}]")))
            except Faulty:
                continue
        return tuple(found)

    def text(self, longest: int = LONGEST_TEXT) -> str:
        """A text that is not empty, of at most ``longest`` characters."""
        if not isinstance(self.value, str):
            raise self.fault("not-text.kind", found=_kind(self.value))
        text = self.value.strip()
        if not text:
            raise self.fault("empty.text")
        if len(text) > longest:
            raise self.fault("too-long.text", found=len(text), most=longest)
        if sign := unwritable(text):
            raise self.fault("not-writable.text", sign=sign)
        return text

    def name(self) -> str:
        """The name of a thing of its own."""
        return self.text(LONGEST_NAME)

    def length(self) -> Length:
        """A length, 0 allowed."""
        if isinstance(self.value, int | Decimal) and not isinstance(self.value, bool):
            raise self.fault("not-text.length", text=str(self.value))
        text = self.text()
        try:
            return parse_length(text, self.units)
        except LengthError as error:
            raise self.refuse(error.message) from error

    def size(self, least: Length | None = None, most: Length | None = None) -> Length:
        """A length over zero, from ``least`` to ``most`` nm."""
        length = self.length()
        if length <= 0:
            raise self.fault("not-over-zero.number")
        if least is not None and length < least:
            raise self.fault("too-small", least=Measured(least))
        if most is not None and length > most:
            raise self.fault("too-large.length", most=Measured(most))
        return length

    def side(self) -> Length:
        """A side of a piece or a sheet, which a trimmer can cut."""
        return self.size(LEAST_SIZE)

    def whole(self, least: int = 0, most: int = 1_000_000) -> int:
        """A whole number from ``least`` to ``most``."""
        if not isinstance(self.value, int) or isinstance(self.value, bool):
            raise self.fault("not-whole.kind", found=_shown(self.value))
        if not least <= self.value <= most:
            raise self.fault("out-of-range.whole", found=str(self.value), least=least, most=most)
        return self.value

    def amount(self) -> Decimal:
        """A decimal number not negative, as text or number; a float as the database gives it back."""
        if isinstance(self.value, bool) or not isinstance(self.value, str | int | float | Decimal):
            raise self.fault("not-a-number.kind", found=_kind(self.value))
        try:
            number = Decimal(str(self.value).strip())
        except InvalidOperation:
            raise self.fault("not-a-number.text", found=_shown(self.value)) from None
        if not number.is_finite() or number < 0 or number > MOST_QUANTITY:
            raise self.fault("out-of-range.amount", found=_shown(self.value), most=int(MOST_QUANTITY))
        if _decimals(number) > QUANTITY_DECIMALS:
            raise self.fault("too-fine", found=_shown(self.value), most=QUANTITY_DECIMALS)
        return number

    def price(self) -> Decimal:
        """An amount of money, whole currency units, as it is kept: not negative, four decimals."""
        number = self.amount()
        if number > MOST_MONEY:
            raise self.fault("out-of-range.money", found=_shown(self.value), most=int(MOST_MONEY))
        if _decimals(number) > MONEY_DECIMALS:
            raise self.fault("too-fine", found=_shown(self.value), most=MONEY_DECIMALS)
        return number

    def currency(self) -> str:
        """The code of a currency, three capitals (ISO 4217)."""
        code = self.text()
        if not re.fullmatch(r"[A-Z]{3}", code):
            raise self.fault("not-a-currency", text=code)
        return code

    def signed(self) -> Decimal:
        """An amount of money that may be negative, such as a residue."""
        if not isinstance(self.value, str):
            raise self.fault("not-a-number.kind", found=_kind(self.value))
        try:
            number = Decimal(self.value.strip())
        except InvalidOperation:
            raise self.fault("not-a-number.text", found=_shown(self.value)) from None
        if not number.is_finite() or abs(number) > 10**15:
            raise self.fault("out-of-range.money", found=_shown(self.value), most=10**15)
        return number

    def millimetres(self) -> int:
        """A length of a plan file: a JSON number of mm with at most six decimals. Whole nm, exact."""
        if isinstance(self.value, bool) or not isinstance(self.value, int | float | Decimal):
            raise self.fault("not-a-number.kind", found=_kind(self.value))
        # The shortest text of a float is the number that was written.
        number = Decimal(repr(self.value) if isinstance(self.value, float) else self.value)
        if not number.is_finite() or not 0 <= number <= _MOST_MM or _decimals(number) > 6:
            raise self.fault("not-millimetres", found=_shown(self.value))
        return int(number.scaleb(6))

    def nanometres(self) -> int:
        """A length in whole nm, as messages keep it."""
        return self.whole(0, _MOST_MM * 1_000_000)

    @property
    def kind(self) -> Message:
        """What kind of JSON value this is."""
        return _kind(self.value)

    def positive(self) -> Decimal:
        """A decimal number over zero."""
        number = self.amount()
        if number <= 0:
            raise self.fault("not-over-zero.number")
        return number

    def flag(self) -> bool:
        """true or false."""
        if not isinstance(self.value, bool):
            raise self.fault("not-a-flag.kind", found=_shown(self.value))
        return self.value

    def choice(self, choices: type[E]) -> E:
        """One of a fixed set of words."""
        try:
            return choices(self.text())
        except ValueError:
            names = several(choice.value for choice in choices)
            raise self.fault("not-a-choice", found=_shown(self.value), choices=names) from None


def _decimals(number: Decimal) -> int:
    return -int(number.normalize().as_tuple().exponent)


def _kind(value: Any) -> Message:
    names: dict[type, str] = {dict: "object", list: "list", str: "text", bool: "flag", type(None): "nothing"}
    return message(f"json.{names.get(type(value), 'number')}")


def _shown(value: Any) -> Message:
    """A value as it was written, where that is short."""
    if isinstance(value, str | int | Decimal):
        return message("quoted", text=str(value)[:40])
    return _kind(value)


def check_unique(node: JsonValue, names: Iterable[str], key: str) -> None:
    """Note a fault for each name that comes twice in a list."""
    seen: set[str] = set()
    for name in names:
        if name in seen:
            node.fault("doubled.key", key=key, name=name)
        seen.add(name)


def written(parent: Any, key: str, field: str) -> tuple[str, ...]:
    """The texts at ``field`` of a list's objects, read or not: one fault must not call forth others."""
    rows = parent.get(key) if isinstance(parent, dict) else None
    found = [row.get(field) for row in rows if isinstance(row, dict)] if isinstance(rows, list) else []
    return tuple(dict.fromkeys(text.strip() for text in found if isinstance(text, str) and text.strip()))
