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

from neat_sheaf.errors import Fault, NeatSheafError
from neat_sheaf.length import Length, LengthError, Unit, parse_length, say_length
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
from neat_sheaf.plain_text import unwritable

__all__ = ["Faulty", "FileError", "Node", "load_json"]

# Nobody writes a number of more characters, and Decimal takes exponents that nothing holds.
_LONGEST_NUMBER = 40
_HIGHEST_EXPONENT = 30

E = TypeVar("E", bound=StrEnum)
T = TypeVar("T")


class FileError(NeatSheafError):
    """A file that is not what it should be; ``faults`` holds every fault found."""

    code = "file-faulty"

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__("\n".join(map(str, faults)))
        self.faults = faults


class Faulty(Exception):  # noqa: N818 - raised and caught inside the readers alone
    """A value that could not be read; its fault is already noted."""


def load_json(text: str) -> Any:
    """The JSON value in ``text``, numbers as Decimal; raises FileError."""
    if len(text) > LARGEST_FILE:
        raise FileError([Fault("", "too-large", f"the file is over {LARGEST_FILE // 1_000_000} MB")])

    def no_doubles(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        found = dict(pairs)
        if len(found) < len(pairs):
            doubled = next(key for key, count in Counter(key for key, _ in pairs).items() if count > 1)
            says = f"the key '{doubled[:40]}' is in one object twice; keep one"
            raise FileError([Fault("", "doubled-key", says)])
        return found

    def no_constants(name: str) -> Any:
        raise FileError([Fault("", "not-json", f"{name} is not a number in JSON")])

    try:
        return json.loads(
            text, parse_float=_decimal, parse_int=_integer, parse_constant=no_constants,
            object_pairs_hook=no_doubles,
        )  # fmt: skip
    except json.JSONDecodeError as error:
        says = f"not JSON at line {error.lineno}, column {error.colno}: {error.msg}"
        raise FileError([Fault("", "not-json", says)]) from error
    except (RecursionError, ValueError) as error:
        says = "not JSON that can be read: too deep, or a number too long"
        raise FileError([Fault("", "not-json", says)]) from error


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


class Node:
    """A value in the file with its path; faults are noted in a list shared by the whole file."""

    def __init__(self, value: Any, path: str, units: Unit, faults: list[Fault]) -> None:
        self.value, self.path, self.units, self.faults = value, path, units, faults

    def fault(self, code: str, says: str) -> Faulty:
        """Note a fault here; ``raise`` what it gives. FileError where there are too many to go on."""
        self.faults.append(Fault(self.path, code, says))
        if len(self.faults) >= MOST_FAULTS:
            more = Fault("", "too-many", f"there are {MOST_FAULTS} faults or more; fix these first")
            raise FileError([*self.faults, more])
        return Faulty()

    def _child(self, value: Any, path: str) -> Node:
        return Node(value, path, self.units, self.faults)

    def under(self, steps: str, value: Any) -> Node:
        """A value further down, at the path ``steps`` from here."""
        return self._child(value, f"{self.path}{steps}")

    def object(self, required: Iterable[str], optional: Iterable[str] = ()) -> Node:
        """Check that this is an object with these keys and no others; gives itself."""
        if not isinstance(self.value, dict):
            raise self.fault("not-an-object", f"wants an object, found {_kind(self.value)}")
        if len(self.value) > MOST_KEYS:
            raise self.fault("too-many", f"has {len(self.value)} keys; {MOST_KEYS} at most")
        required = list(required)
        known = [*required, *optional]
        for key in self.value:
            if key not in known:
                near = difflib.get_close_matches(key[:60], known, n=1, cutoff=0.5)
                mend = f"did you mean '{near[0]}'?" if near else f"known keys: {', '.join(known)}"
                self._at(key[:60]).fault("unknown-key", f"unknown key '{key[:60]}'; {mend}")
        missing = [key for key in required if self.value.get(key) is None]
        for key in missing:
            self._at(key).fault("missing-key", f"'{key}' is missing")
        if missing:
            raise Faulty
        return self

    def _at(self, key: str) -> Node:
        path = f"{self.path}.{key}" if self.path else key
        return self._child(self.value.get(key) if isinstance(self.value, dict) else None, path)

    def has(self, key: str) -> bool:
        """Whether the key is there and not null."""
        return self.value.get(key) is not None

    def key(self, key: str) -> Node:
        """The value at ``key``."""
        return self._at(key)

    def take(self, key: str, read: Callable[[Node], T], default: T) -> T:
        """The value at ``key`` read by ``read``; the default where it is absent or faulty."""
        if not self.has(key):
            return default
        try:
            return read(self._at(key))
        except Faulty:
            return default

    def list_at(self, key: str, read: Callable[[Node], T], most: int = MOST_ITEMS) -> tuple[T, ...]:
        """The list at ``key``; empty where it is absent or faulty."""
        empty: tuple[T, ...] = ()
        return self.take(key, lambda node: node.items(read, most), empty)

    def items(self, read: Callable[[Node], T], most: int = MOST_ITEMS) -> tuple[T, ...]:
        """A list, each item read by ``read``; the faulty ones left out and noted."""
        if not isinstance(self.value, list):
            raise self.fault("not-a-list", f"wants a list, found {_kind(self.value)}")
        if len(self.value) > most:
            raise self.fault("too-many", f"has {len(self.value)} items; {most} at most")
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
            raise self.fault("not-text", f"wants text, found {_kind(self.value)}")
        text = self.value.strip()
        if not text:
            raise self.fault("empty", "is empty; write something")
        if len(text) > longest:
            raise self.fault("too-long", f"is {len(text)} characters long; {longest} at most")
        if sign := unwritable(text):
            raise self.fault("not-writable", f"holds a character that cannot be kept ({sign}); remove it")
        return text

    def name(self) -> str:
        """The name of a thing of its own."""
        return self.text(LONGEST_NAME)

    def length(self) -> Length:
        """A length, 0 allowed."""
        if isinstance(self.value, int | Decimal) and not isinstance(self.value, bool):
            raise self.fault("not-text", f'a length is text; write "{self.value}"')
        text = self.text()
        try:
            return parse_length(text, self.units)
        except LengthError as error:
            raise self.fault(error.code, str(error)) from error

    def size(self, least: Length | None = None, most: Length | None = None) -> Length:
        """A length over zero, from ``least`` to ``most`` nm."""
        length = self.length()
        if length <= 0:
            raise self.fault("not-over-zero", "must be over zero")
        if least is not None and length < least:
            said = say_length(least, self.units)
            raise self.fault("too-small", f"is under {said}, too small to cut; check the unit")
        if most is not None and length > most:
            raise self.fault("too-large", f"is over {say_length(most, self.units)}; check the unit")
        return length

    def side(self) -> Length:
        """A side of a piece or a sheet, which a trimmer can cut."""
        return self.size(LEAST_SIZE)

    def whole(self, least: int = 0, most: int = 1_000_000) -> int:
        """A whole number from ``least`` to ``most``."""
        if not isinstance(self.value, int) or isinstance(self.value, bool):
            raise self.fault("not-whole", f"wants a whole number, found {_shown(self.value)}")
        if not least <= self.value <= most:
            raise self.fault("out-of-range", f"{self.value} is not from {least} to {most}")
        return self.value

    def amount(self) -> Decimal:
        """A decimal number not negative, as text or number."""
        if isinstance(self.value, bool) or not isinstance(self.value, str | int | Decimal):
            raise self.fault("not-a-number", f"wants a number, found {_kind(self.value)}")
        try:
            number = Decimal(str(self.value).strip())
        except InvalidOperation:
            raise self.fault(
                "not-a-number", f"{_shown(self.value)} is not a number; write 4 or 11.40"
            ) from None
        if not number.is_finite() or number < 0 or number > MOST_QUANTITY:
            raise self.fault("out-of-range", f"{_shown(self.value)} is not from 0 to 999 999 999")
        if _decimals(number) > QUANTITY_DECIMALS:
            says = f"{_shown(self.value)} has more than {QUANTITY_DECIMALS} decimals; write fewer"
            raise self.fault("too-fine", says)
        return number

    def price(self) -> Decimal:
        """An amount of money, whole currency units, as it is kept: not negative, four decimals."""
        number = self.amount()
        if number > MOST_MONEY:
            raise self.fault("out-of-range", f"{_shown(self.value)} is over {MOST_MONEY:,}".replace(",", " "))
        if _decimals(number) > MONEY_DECIMALS:
            says = f"{_shown(self.value)} has more than {MONEY_DECIMALS} decimals; write fewer"
            raise self.fault("too-fine", says)
        return number

    def positive(self) -> Decimal:
        """A decimal number over zero."""
        number = self.amount()
        if number <= 0:
            raise self.fault("not-over-zero", "must be over zero")
        return number

    def flag(self) -> bool:
        """true or false."""
        if not isinstance(self.value, bool):
            raise self.fault("not-a-flag", f"wants true or false, found {_shown(self.value)}")
        return self.value

    def choice(self, choices: type[E]) -> E:
        """One of a fixed set of words."""
        try:
            return choices(self.text())
        except ValueError:
            said = ", ".join(choices)
            raise self.fault("not-a-choice", f"{_shown(self.value)} is not one of: {said}") from None


def _decimals(number: Decimal) -> int:
    return -int(number.normalize().as_tuple().exponent)


def _kind(value: Any) -> str:
    names: dict[type, str] = {dict: "an object", list: "a list", str: "text", bool: "true or false"}
    return "nothing" if value is None else names.get(type(value), "a number")


def _shown(value: Any) -> str:
    text = str(value)
    return f"'{text[:40]}'" if isinstance(value, str | int | Decimal) else _kind(value)
