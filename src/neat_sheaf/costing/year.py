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
    """A class that was held. Money in whole units of its currency; ``hours`` is None where nobody said.

    ``material`` is what was used up, ``other`` what else it cost.
    """

    name: str
    day: dt.date
    seats: int
    takings: Decimal
    material: Decimal
    other: Decimal
    currency: str
    hours: Decimal | None = None
    place: str = ""

    @property
    def left(self) -> Decimal:
        """What is left of the takings after material and other costs."""
        return self.takings - self.material - self.other

    @property
    def hourly(self) -> Decimal | None:
        """What is left for each hour, to the currency's minor unit; None where the hours are not known."""
        return rounded(Fraction(self.left) / Fraction(self.hours), self.currency) if self.hours else None


@dataclass(frozen=True, slots=True)
class YearTotal:
    """The classes of one currency added up; ``hourly`` is over those alone of which the hours are known."""

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


def year_totals(held: Iterable[Held]) -> list[YearTotal]:
    """A total for each currency, in the order in which they come: money of two is never added."""
    by_currency: dict[str, list[Held]] = {}
    for one in held:
        by_currency.setdefault(one.currency, []).append(one)
    return [_total(currency, rows) for currency, rows in by_currency.items()]


def _total(currency: str, rows: list[Held]) -> YearTotal:
    nothing = rounded(0, currency)
    timed = [row for row in rows if row.hours]
    hours = sum((row.hours or Decimal(0) for row in timed), Decimal(0))
    earned = sum((row.left for row in timed), nothing)
    return YearTotal(
        currency=currency,
        classes=len(rows),
        seats=sum(row.seats for row in rows),
        takings=sum((row.takings for row in rows), nothing),
        material=sum((row.material for row in rows), nothing),
        other=sum((row.other for row in rows), nothing),
        left=sum((row.left for row in rows), nothing),
        hours=hours,
        without_hours=len(rows) - len(timed),
        hourly=rounded(Fraction(earned) / Fraction(hours), currency) if hours else None,
    )
