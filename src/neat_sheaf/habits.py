"""Where practitioners differ, and the checks judge by it: how this studio works."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from neat_sheaf.measure.length import Length, inches

__all__ = ["USUAL_HABITS", "Habits", "LidFeel", "Ridge", "School", "Scoring"]


_EIGHTH, _QUARTER, _SIX, _EVEN = inches("1/8"), inches("1/4"), inches(6), inches("1/32")
_TWELVE, _PLATE_LONG = inches(12), inches("17/2")


class Scoring(StrEnum):
    """Scored on a board with grooves, or with the trimmer's scoring blade, which takes any position."""

    BOARD = "board"
    BLADE = "blade"


class Ridge(StrEnum):
    """Where the ridge of a score goes: to the inside of the fold, or to its outside."""

    INSIDE = "inside"
    OUTSIDE = "outside"


class School(StrEnum):
    """What a studio sticks with: strong tape holds at once, wet glue shifts and dries, a runner rolls on."""

    TAPE = "tape"
    GLUE = "glue"
    RUNNER = "runner"


class LidFeel(StrEnum):
    """How a lid should clear its base."""

    SNUG = "snug"
    EASY = "easy"

    @property
    def clearance(self) -> Length:
        """What the lid is larger by, in all. Common practice."""
        return inches("1/16") if self is LidFeel.SNUG else inches("1/8")


@dataclass(frozen=True, slots=True)
class Habits:
    """How a studio works. Lengths in nm.

    ``groove`` is the distance of the scoring board's grooves, ``plate`` the width of the
    die-cutting machine's plates, ``tape`` the width of the adhesive on tabs, ``border`` the
    usual border of a mat a side, ``even`` what two borders may differ by and still look even.
    Tabs and glued panels are stuck with ``tabs_with``, mats with ``mats_with``. Wet glue stays
    ``keep_back`` from edges and ends, so that it does not ooze out, and is left ``drying`` minutes.
    A scoring board reaches ``board`` from its fence; the plates are ``plate_long``.
    """

    scoring: Scoring = Scoring.BLADE
    groove: Length = _EIGHTH  # Common practice.
    plate: Length = _SIX  # From memory.
    tape: Length = _QUARTER  # From memory.
    border: Length = _EIGHTH  # Common practice.
    lid: LidFeel = LidFeel.EASY
    even: Length = _EVEN  # From memory.
    tabs_with: School = School.TAPE  # Common practice: one school; the other takes wet glue.
    mats_with: School = School.RUNNER  # From memory.
    keep_back: Length = _EIGHTH  # From memory.
    drying: int = 10  # Minutes, from memory; the label of the glue decides.
    ridge: Ridge = Ridge.INSIDE  # Common practice: one school.
    board: Length = _TWELVE  # From memory.
    plate_long: Length = _PLATE_LONG  # From memory.


USUAL_HABITS = Habits()
