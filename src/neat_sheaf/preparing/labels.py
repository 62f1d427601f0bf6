"""Sheets of labels: how many are on one, and where each of them is. Lengths in nm."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.measure.length import MILLIMETRE, Length, inches, millimetres
from neat_sheaf.messages import Message, message

__all__ = ["LABEL_SHEETS", "LabelSheet", "LabelSheetError", "NamedSheet"]

_NONE = Length(0)
_LEAST = Length(10 * MILLIMETRE)  # A label that nothing can be written on is a slip of the pen.


class LabelSheetError(NeatSheafError):
    """Labels that are not on the page."""

    def __init__(self, why: Message) -> None:
        super().__init__(why)


@dataclass(frozen=True, slots=True)
class LabelSheet:
    """A page of ``rows`` by ``columns`` labels of one size.

    ``left`` and ``top`` are to the first label, ``across`` and ``down`` the gaps between two.
    Raises LabelSheetError where a label is not on the page.
    """

    page: tuple[Length, Length]
    columns: int
    rows: int
    width: Length
    height: Length
    left: Length
    top: Length
    across: Length = _NONE
    down: Length = _NONE

    def __post_init__(self) -> None:
        if min(self.columns, self.rows) < 1 or min(self.width, self.height) < _LEAST:
            raise LabelSheetError(message("label-sheet.small"))
        right = self.left + self.columns * self.width + (self.columns - 1) * self.across
        bottom = self.top + self.rows * self.height + (self.rows - 1) * self.down
        if min(self.left, self.top, self.across, self.down) < 0:
            raise LabelSheetError(message("label-sheet.negative"))
        if right > self.page[0] or bottom > self.page[1]:
            raise LabelSheetError(message("label-sheet.page"))

    @property
    def count(self) -> int:
        """Labels on a page."""
        return self.columns * self.rows

    def places(self) -> Iterator[tuple[Length, Length]]:
        """The left and the top of each label from those of the page, row by row."""
        for row in range(self.rows):
            for column in range(self.columns):
                yield (
                    Length(self.left + column * (self.width + self.across)),
                    Length(self.top + row * (self.height + self.down)),
                )


@dataclass(frozen=True, slots=True)
class NamedSheet:
    """A common sheet of labels, under a code of ours."""

    code: str
    sheet: LabelSheet


_A4 = (millimetres(210), millimetres(297))
_LETTER = (inches("17/2"), inches(11))

# Common sizes of sheets of labels, by their measures. From memory: measure the sheet at hand.
LABEL_SHEETS = (
    NamedSheet("a4-3x8", LabelSheet(_A4, 3, 8, millimetres(70), millimetres("37.125"), Length(0), Length(0))),
    NamedSheet(
        "a4-2x7",
        LabelSheet(
            _A4, 2, 7, millimetres("99.1"), millimetres("38.1"), millimetres("4.65"), millimetres("15.15"),
            millimetres("2.5"),
        ),
    ),
    NamedSheet(
        "a4-2x4", LabelSheet(_A4, 2, 4, millimetres(105), millimetres("74.25"), Length(0), Length(0))
    ),
    NamedSheet(
        "letter-3x10",
        LabelSheet(
            _LETTER, 3, 10, inches("21/8"), inches(1), inches("3/16"), inches("1/2"), inches("1/8")
        ),
    ),
    NamedSheet(
        "letter-2x5",
        LabelSheet(_LETTER, 2, 5, inches(4), inches(2), inches("5/32"), inches("1/2"), inches("3/16")),
    ),
)  # fmt: skip
