"""Evenings on days of the calendar, counted back from a class."""

from __future__ import annotations

import calendar
import datetime as dt
from collections.abc import Collection

__all__ = ["days_before", "months_before"]


def days_before(day: dt.date, count: int, weekdays: Collection[int]) -> list[dt.date]:
    """The last ``count`` days before ``day`` that fall on these days of the week (0 is Monday), in order.

    ValueError where no day of the week is given.
    """
    if not weekdays:
        raise ValueError("there is no day of the week to prepare on")
    found: list[dt.date] = []
    now = day
    while len(found) < count:
        now -= dt.timedelta(days=1)
        if now.weekday() in weekdays:
            found.append(now)
    return found[::-1]


def months_before(day: dt.date, months: int) -> dt.date:
    """The day of the month ``months`` earlier, the last of that month where it has no such day.

    The first day of the calendar where there is none so early.
    """
    count = day.year * 12 + day.month - 1 - months
    if count < 12:
        return dt.date.min
    year, month = divmod(count, 12)
    return dt.date(year, month + 1, min(day.day, calendar.monthrange(year, month + 1)[1]))
