"""A stand-in for the trimmer on the table: it makes the cuts it is told and keeps what they give.

It knows nothing of layouts. It is handed sheets, is set, is given a part to cut with one of its
edges at the setting on the rule, and refuses what a trimmer cannot do.
"""

from __future__ import annotations

from collections import Counter
from typing import NamedTuple

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.messages import message

__all__ = ["OnTable", "Trimmer", "TrimmerError"]


class TrimmerError(NeatSheafError):
    """The trimmer was told something that cannot be done with what lies on the table."""

    def __init__(self, why: str) -> None:
        super().__init__(message("not-at-the-trimmer", why=why))


class OnTable(NamedTuple):
    """A part of a paper on the table: across and up its print, nm."""

    paper: str
    width: int
    height: int


class Trimmer:
    """A trimmer with a rule and a blade of ``reach`` nm. Lengths in nm."""

    def __init__(self, reach: int) -> None:
        self.reach = reach
        self.setting: int | None = None
        self.settings_made = 0
        self.strokes_made = 0
        self.table: Counter[OnTable] = Counter()

    def lay_down(self, part: OnTable, count: int) -> None:
        """Put sheets or offcuts on the table."""
        self.table[part] += count

    def set(self, setting: int) -> None:
        """Move the stop to a place on the rule."""
        if setting <= 0:
            raise TrimmerError(f"the rule has no place {setting}")
        self.setting = setting
        self.settings_made += 1

    def cut(self, part: OnTable, count: int, *, quarter_turned: bool, at_once: int) -> None:
        """Cut ``count`` such parts, ``at_once`` in a stack; each gives the strip measured and the rest.

        As a part lies its width runs along the rule; ``quarter_turned`` its height does.
        """
        along, blade = (part.height, part.width) if quarter_turned else (part.width, part.height)
        if self.setting is None:
            raise TrimmerError("the trimmer has not been set")
        if self.table[part] < count or count < 1:
            raise TrimmerError(f"{count} of {part} wanted, {self.table[part]} on the table")
        if self.setting >= along:
            raise TrimmerError(f"{part} does not reach over the blade at {self.setting}")
        if blade > self.reach:
            raise TrimmerError(f"a cut of {blade} is longer than the blade's {self.reach}")
        strip, rest = self.setting, along - self.setting
        self.table[part] -= count
        if quarter_turned:
            self.table[OnTable(part.paper, part.width, strip)] += count
            self.table[OnTable(part.paper, part.width, rest)] += count
        else:
            self.table[OnTable(part.paper, strip, part.height)] += count
            self.table[OnTable(part.paper, rest, part.height)] += count
        self.strokes_made += -(-count // at_once)
