"""How long the work with the sheets takes, and what time and sheets are worth to a person."""

from __future__ import annotations

from dataclasses import dataclass, fields
from decimal import Decimal
from fractions import Fraction

__all__ = ["PACES", "SHEET_SECONDS", "USUAL_PACE", "Pace"]


@dataclass(frozen=True, slots=True)
class Pace:
    """Seconds for each thing that is done, and what an ``hour`` and a ``sheet`` are worth.

    ``setting``: moving the trimmer's stop. ``stroke``: drawing its blade. ``carry``: fetching a stack of
    sheets. ``turn``: turning a stack by a quarter. ``paper``: putting one paper away and taking the next.
    ``pile``: keeping one more pile of unlike parts apart. ``sort``: putting a piece to its kit.
    ``bag``: filling a bag. ``stop``: finding a groove of the scoring board. ``score``, ``slit``, ``hole``,
    ``corner``, ``cutout``: making one. ``die``: a pass through the machine. ``punch``: one punched.
    ``stamp``: one stamped. Money in the job's currency; None: not said, and a sheet is then worth its
    price, or ``SHEET_SECONDS`` of work where an hour or the price is not known.
    """

    # All from memory; the log of a class replaces them.
    setting: int = 30
    stroke: int = 6
    carry: int = 5
    turn: int = 3
    paper: int = 60
    pile: int = 15
    sort: int = 2
    bag: int = 20
    stop: int = 10
    score: int = 4
    slit: int = 6
    hole: int = 4
    corner: int = 3
    cutout: int = 60
    die: int = 30
    punch: int = 4
    stamp: int = 12
    hour: Decimal | None = None
    sheet: Decimal | None = None

    def sheet_seconds(self, price: Fraction | None) -> Fraction:
        """How much work, in seconds, is worth a sheet at this price (None: not known)."""
        worth = Fraction(self.sheet) if self.sheet is not None else price
        if not self.hour or worth is None:
            return Fraction(SHEET_SECONDS)
        return worth * 3600 / Fraction(self.hour)


USUAL_PACE = Pace()
SHEET_SECONDS = 120  # From memory: nobody opens a sheet to save less than two minutes.

PACES = tuple(field.name for field in fields(Pace) if field.type == "int")
"""The names of what takes time, in the order of the work."""
