"""A shop's price list, and what in the cupboard it would change."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

__all__ = ["Answer", "Change", "Compared", "PackUnit", "PriceLine", "PriceList", "Stocked", "compare"]


class PackUnit(StrEnum):
    """What a pack is counted in: sheets, pieces, millilitres, or a length (then in nm)."""

    SHEETS = "sheets"
    EACH = "each"
    ML = "ml"
    LENGTH = "length"


@dataclass(frozen=True, slots=True)
class PriceLine:
    """What a shop says of one article; None where it says nothing of that.

    ``pack_size`` is in sheets, pieces, ml or nm, as ``unit`` says; ``price`` of one pack, in whole currency
    units. ``line`` counts from 1 in the list that it was read from.
    """

    line: int
    name: str
    code: str = ""
    unit: PackUnit | None = None
    pack_size: Decimal | None = None
    price: Decimal | None = None
    lead_days: int | None = None
    discontinued: bool | None = None


@dataclass(frozen=True, slots=True)
class PriceList:
    """A list of one shop, in one currency; both empty where the list does not say."""

    lines: tuple[PriceLine, ...]
    shop: str = ""
    currency: str = ""


@dataclass(frozen=True, slots=True)
class Stocked:
    """Something in the cupboard that a shop sells, in a price list's terms; ``kind`` and ``id`` name it."""

    kind: str
    id: str
    name: str
    unit: PackUnit
    pack_size: Decimal
    code: str = ""
    price: Decimal | None = None
    lead_days: int = 0
    discontinued: bool = False


class Answer(StrEnum):
    """What comparing a line found. Only ``CHANGED`` can be taken over.

    ``UNLISTED``: it is in the cupboard from this shop, and the list has no line of it. ``UNKNOWN``: nothing
    in the cupboard is called so. ``SEVERAL``: two lines or two things answer to each other. ``OTHER_UNIT``:
    the list counts it in something else.
    """

    SAME = "same"
    CHANGED = "changed"
    UNLISTED = "unlisted"
    UNKNOWN = "unknown"
    SEVERAL = "several"
    OTHER_UNIT = "other-unit"


@dataclass(frozen=True, slots=True)
class Change:
    """One field of ``Stocked`` that the list says differently."""

    field: str
    was: str | Decimal | int | bool | None
    now: str | Decimal | int | bool


@dataclass(frozen=True, slots=True)
class Compared:
    """One line, one thing, or both, and what is different.

    ``sure``: the code is the same, or there is no code on one side and the names are the same; and where both
    have a name by which they are known, it is the same. What is not sure is a question.
    """

    answer: Answer
    line: PriceLine | None = None
    stocked: Stocked | None = None
    changes: tuple[Change, ...] = ()
    sure: bool = True


_FIELDS = ("code", "pack_size", "price", "lead_days", "discontinued")


def compare(lines: Sequence[PriceLine], stocked: Sequence[Stocked]) -> list[Compared]:
    """A row for each line in order, then one for each thing here that no line is of.

    A line is of what has its code, and else of what has its name (capitals and spaces do not matter).
    ``stocked`` is what the shop of the list sells.
    """
    by_code = _grouped((one.code, one) for one in stocked)
    by_name = _grouped((one.name, one) for one in stocked)
    found = [by_code.get(_plain(line.code)) or by_name.get(_plain(line.name)) or [] for line in lines]
    taken = Counter(one.id + one.kind for here in found for one in here)
    rows = [_row(line, here, taken) for line, here in zip(lines, found, strict=True)]
    rest = [one for one in stocked if not taken[one.id + one.kind]]
    return [*rows, *(Compared(Answer.UNLISTED, stocked=one) for one in rest)]


def _grouped(named: Iterable[tuple[str, Stocked]]) -> dict[str, list[Stocked]]:
    groups: dict[str, list[Stocked]] = {}
    for text, one in named:
        if name := _plain(text):
            groups.setdefault(name, []).append(one)
    return groups


def _plain(text: str) -> str:
    return " ".join(text.casefold().split())


def _row(line: PriceLine, here: list[Stocked], taken: Counter[str]) -> Compared:
    if not here:
        return Compared(Answer.UNKNOWN, line)
    one = here[0]
    if len(here) > 1 or taken[one.id + one.kind] > 1:
        return Compared(Answer.SEVERAL, line, one, sure=False)
    if line.unit is not None and line.unit is not one.unit:
        return Compared(Answer.OTHER_UNIT, line, one, sure=False)
    changes = tuple(
        Change(field, was, now)
        for field in _FIELDS
        if (now := getattr(line, field)) is not None and now != "" and now != (was := getattr(one, field))
    )
    same_code = not line.code or not one.code or _plain(line.code) == _plain(one.code)
    sure = same_code and _plain(line.name) == _plain(one.name)
    return Compared(Answer.CHANGED if changes else Answer.SAME, line, one, changes, sure)
