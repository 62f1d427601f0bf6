"""The notation of a list: one line a piece, exact, and read back as it is written."""

from __future__ import annotations

from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.question import Question
from neat_sheaf.reading.notation.reading import ReadLine, read_line, read_lines
from neat_sheaf.reading.notation.writing import tidy_line

__all__ = [
    "Known",
    "Question",
    "ReadLine",
    "read_line",
    "read_lines",
    "tidy_line",
]
