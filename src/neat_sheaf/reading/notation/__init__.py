"""Quick lines: the list written as fast as it is said."""

from __future__ import annotations

from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.reading import ReadLine, read_line, read_lines
from neat_sheaf.reading.notation.sheet import SheetLine, SupplyLine, What, read_sheet
from neat_sheaf.reading.notation.writing import tidy_line

__all__ = [
    "Known",
    "Question",
    "ReadLine",
    "SheetLine",
    "SupplyLine",
    "What",
    "read_line",
    "read_lines",
    "read_sheet",
    "tidy_line",
]
