"""Evenings on days of the calendar, counted back from a class."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection

__all__ = ["days_before"]


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
