"""A year of classes: what they took, what they cost, and what was earned an hour."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.measure.money import rounded

__all__ = ["Held", "YearTotal", "year_totals"]


@dataclass(frozen=True, slots=True)
class Held:
    """A class that was held. Money in whole units of its currency.

    ``takings`` and ``hours`` are None where nobody said. ``material`` is what was used up, ``other`` what
    else it cost; ``unpriced`` things had no price, and are in neither.
    """

    name: str
    day: dt.date
    seats: int
    takings: Decimal | None
    material: Decimal
    other: Decimal
    currency: str
    hours: Decimal | None = None
    place: str = ""
    unpriced: int = 0

    @property
    def left(self) -> Decimal | None:
        """What is left of the takings after material and other costs; None where they are not known."""
        return None if self.takings is None else self.takings - self.material - self.other

    @property
    def hourly(self) -> Decimal | None:
        """What is left for each hour, to the currency's minor unit; None where the hours are not known."""
        if self.left is None or not self.hours:
            return None
        return rounded(Fraction(self.left) / Fraction(self.hours), self.currency)


@dataclass(frozen=True, slots=True)
class YearTotal:
    """The classes of one currency added up.

    The money is of those alone whose takings are known; ``hourly`` of those whose hours are known as well.
    """

    currency: str
    classes: int
    seats: int
    takings: Decimal
    material: Decimal
    other: Decimal
    left: Decimal
    hours: Decimal
    without_hours: int
    hourly: Decimal | None
    without_takings: int
    unpriced: int


def year_totals(held: Iterable[Held]) -> list[YearTotal]:
    """A total for each currency, in the order in which they come: money of two is never added."""
    by_currency: dict[str, list[Held]] = {}
    for one in held:
        by_currency.setdefault(one.currency, []).append(one)
    return [_total(currency, rows) for currency, rows in by_currency.items()]


def _total(currency: str, rows: list[Held]) -> YearTotal:
    nothing = rounded(0, currency)
    known = [row for row in rows if row.left is not None]
    timed = [row for row in known if row.hours]
    hours = sum((row.hours or Decimal(0) for row in timed), Decimal(0))
    earned = sum((row.left or nothing for row in timed), nothing)
    return YearTotal(
        currency=currency,
        classes=len(rows),
        seats=sum(row.seats for row in rows),
        takings=sum((row.takings or nothing for row in known), nothing),
        material=sum((row.material for row in known), nothing),
        other=sum((row.other for row in known), nothing),
        left=sum((row.left or nothing for row in known), nothing),
        hours=hours,
        without_hours=sum(not row.hours for row in rows),
        hourly=rounded(Fraction(earned) / Fraction(hours), currency) if hours else None,
        without_takings=len(rows) - len(known),
        unpriced=sum(row.unpriced for row in known),
    )
