"""Days of preparing as a calendar that other programs read.

Source: RFC 5545, Internet Calendaring and Scheduling Core Object Specification (iCalendar), 2009.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import dataclass

from icalendar import Calendar, Event, vText

__all__ = ["CalendarEvent", "write_calendar"]


@dataclass(frozen=True, slots=True)
class CalendarEvent:
    """Something on a day, all of it, or from a time for so many minutes (in the time of the place).

    ``uid`` is the same whenever the event is written again, so that a calendar changes it in place.
    """

    uid: str
    day: dt.date
    title: str
    text: str = ""
    start: dt.time | None = None
    minutes: int = 0
    place: str = ""


def write_calendar(events: Iterable[CalendarEvent], stamp: dt.datetime, name: str) -> str:
    """The text of an iCalendar file; ``stamp`` is when it was made, in UTC."""
    calendar = Calendar()
    calendar.add("prodid", "-//Neat Sheaf//Neat Sheaf//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", vText(name))
    for one in events:
        event = Event()
        event.add("uid", one.uid)
        event.add("dtstamp", stamp)
        event.add("summary", one.title)
        if one.text:
            event.add("description", one.text)
        if one.place:
            event.add("location", one.place)
        if one.start is None:
            event.add("dtstart", one.day)
            event.add("dtend", one.day + dt.timedelta(days=1))
        else:
            begin = dt.datetime.combine(one.day, one.start)
            event.add("dtstart", begin)
            event.add("dtend", begin + dt.timedelta(minutes=one.minutes))
        calendar.add_component(event)
    text: bytes = calendar.to_ical()
    return text.decode("utf-8")
