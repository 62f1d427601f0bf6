"""How much a spreadsheet's parts may hold, found out before anything builds a tree of them.

A few kilobytes unpack to a row of a million cells or to a million tags within one another, for which the
reader takes hundreds of megabytes. Here every part is read as a stream, and nothing of it is kept.
"""

from __future__ import annotations

import zipfile
from typing import IO
from xml.parsers import expat

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError

__all__ = ["MOST_CELLS", "MOST_ROWS", "check_bounds"]

MOST_ROWS = 10_000
"""Rows of a table, in whatever file it comes."""

MOST_CELLS = 1_000
"""Cells of a row of a spreadsheet, empty ones included."""

_DEEPEST = 40


def check_bounds(parts: zipfile.ZipFile) -> None:
    """Look through the XML of a spreadsheet.

    FileError where a sheet has too many rows, or a row too many cells; ValueError for what is no spreadsheet.
    """
    for part in parts.infolist():
        if part.filename.endswith((".xml", ".rels")):
            with parts.open(part) as stream:
                _Bounds().read(stream)


class _Bounds:
    """Counts of one part."""

    def __init__(self) -> None:
        self._depth = self._rows = self._cells = 0

    def read(self, stream: IO[bytes]) -> None:
        """Count what is in a stream; it ends with the first bound that is passed."""
        parser = expat.ParserCreate()
        parser.StartElementHandler = self._begin
        parser.EndElementHandler = self._end
        parser.StartDoctypeDeclHandler = self._no_doctype
        try:
            parser.ParseFile(stream)
        except expat.ExpatError as error:
            raise ValueError(str(error)) from error

    def _begin(self, name: str, attributes: object) -> None:
        self._depth += 1
        if self._depth > _DEEPEST:
            raise ValueError("tags within tags")
        kind = name.rpartition(":")[2]
        if kind == "row":
            self._rows += 1
            self._cells = 0
            if self._rows > MOST_ROWS:
                raise FileError([fault("", "too-many.rows", most=MOST_ROWS)])
        elif kind == "c":
            self._cells += 1
            if self._cells > MOST_CELLS:
                raise FileError([fault("", "too-many.cells", row=self._rows, most=MOST_CELLS)])

    def _end(self, name: str) -> None:
        self._depth -= 1

    def _no_doctype(self, *declared: object) -> None:
        raise ValueError("a document of its own kind")
