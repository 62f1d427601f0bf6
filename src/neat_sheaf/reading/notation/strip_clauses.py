"""Clauses about strips and spares: ``from a 2 in strip``, ``2 spare``."""

from __future__ import annotations

from dataclasses import replace

from neat_sheaf.limits import MOST_SPARES
from neat_sheaf.measure.length import Length
from neat_sheaf.messages import Measured, message
from neat_sheaf.reading.notation.cursor import Cursor
from neat_sheaf.reading.notation.draft import Reading

__all__ = ["spares", "strip"]


def strip(reading: Reading, cursor: Cursor) -> bool:
    """``from a 2 in strip``: as wide as the piece is high, with half of what is over on each side."""
    since = cursor.at
    cursor.take("from", "off")
    cursor.take("a", "an")
    number = cursor.number()
    if number is not None and not number.unit and cursor.word(1) in ("strip", "strips"):
        # "2 in strip": elsewhere "in" is what stands before a paper.
        number = replace(number, unit=cursor.take("in"))
    if number is None or not cursor.take("strip", "strips"):
        cursor.at = since
        return False
    width = reading.length(number)
    if width is None:
        return True
    over = width - reading.size[1]
    if over < 0 or over % 2:
        what = message("strip-width", strip=Measured(width), height=Measured(reading.size[1]))
        reading.ask_about(cursor, since, what)
    else:
        reading.set_once(cursor, since, "margin", Length(over // 2))
    return True


def spares(reading: Reading, cursor: Cursor) -> bool:
    """``2 spare``, ``one spare``: pieces to cut apart from those of the kits."""
    since = cursor.at
    number = cursor.whole()
    if number is None or not cursor.take("spare", "spares"):
        cursor.at = since
        return False
    cursor.take("piece", "pieces")
    if number > MOST_SPARES:
        reading.ask_about(cursor, since, message("out-of-range.count", count=number, most=MOST_SPARES))
    else:
        reading.set_once(cursor, since, "spares", number)
    return True
