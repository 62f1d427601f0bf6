"""What is said and pasted, read to pieces, supplies and steps."""

from __future__ import annotations

from neat_sheaf.reading.learned import Learned, LearnedError, Means
from neat_sheaf.reading.notation import Known, Question, ReadLine, read_line, read_lines, tidy_line
from neat_sheaf.reading.sheet import SheetLine, read_sheet
from neat_sheaf.reading.supplies import SupplyLine
from neat_sheaf.reading.telling import What

__all__ = [
    "Known",
    "Learned",
    "LearnedError",
    "Means",
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
