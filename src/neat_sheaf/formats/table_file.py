"""Tables in and out: rows of text cells, as CSV and as a spreadsheet (XLSX, ISO/IEC 29500).

What is read from a spreadsheet is text like what is read from CSV: a number as it would be typed. What is
written is inert: no cell is a formula, wherever it is opened.
"""

from __future__ import annotations

import csv
import datetime as dt
import io
import re
import warnings
import zipfile
import zlib
from collections.abc import Iterable, Sequence
from contextlib import closing
from decimal import Decimal
from itertools import islice, zip_longest
from typing import Any

import openpyxl
from openpyxl.cell import Cell, WriteOnlyCell
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.utils.exceptions import InvalidFileException
from openpyxl.worksheet.worksheet import Worksheet

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.spreadsheet_bounds import MOST_ROWS, check_bounds
from neat_sheaf.messages import Message, message
from neat_sheaf.plain_text import unwritable

__all__ = [
    "CellValue",
    "Row",
    "fault_at",
    "inert",
    "read_csv_rows",
    "read_xlsx_rows",
    "table_csv",
    "table_xlsx",
    "unmistakable",
]

CellValue = str | Decimal | int | dt.date | None
Row = tuple[int, list[str]]
"""The line it is on (from 1), and its cells."""

LARGEST = 1_000_000  # characters of a table
_LARGEST_UNPACKED = 20_000_000  # bytes of a spreadsheet's parts
_MOST_COLUMNS = 60
# A spreadsheet takes a cell that begins so for a formula.
_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n", "＝", "＋", "－", "＠")
# The reader has no error of its own: what a broken file makes of it, tried on thousands of them.
_UNREADABLE = (
    zipfile.BadZipFile, zlib.error, InvalidFileException, ArithmeticError, AttributeError, EOFError,
    LookupError, OSError, RuntimeError, SyntaxError, TypeError, ValueError,
)  # fmt: skip
# Digits that a spreadsheet keeps of a number.
_DIGITS = 15


def read_csv_rows(text: str) -> list[Row]:
    """The rows of a table whose columns are separated by commas, semicolons or tabs. Raises FileError."""
    if len(text) > LARGEST:
        raise FileError([fault("", "too-large.table", megabytes=LARGEST // 1_000_000)])
    text = text.lstrip("\N{BYTE ORDER MARK}")
    first = text.split("\n", 1)[0]
    delimiter = max(",;\t", key=first.count)
    try:
        table = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter, strict=True)
        # A cell may hold line breaks, so a row is told by the line on which it ends.
        rows = [(table.line_num, row) for row in islice(table, MOST_ROWS + 1)]
    except csv.Error as error:
        raise FileError([fault("", "not-csv", why=str(error))]) from error
    if len(rows) > MOST_ROWS:
        raise FileError([fault_at(rows[-1][0], None, message("too-many.rows", most=MOST_ROWS))])
    return rows


def read_xlsx_rows(content: bytes) -> list[Row]:
    """The rows of a spreadsheet's first sheet, as they would be typed. Raises FileError.

    Formulas are read as the value that was kept with them; a cell that shows an error is a fault.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as parts:
            # A small file can unpack to one that fills the machine.
            if sum(part.file_size for part in parts.infolist()) > _LARGEST_UNPACKED:
                raise FileError([fault("", "too-large.table", megabytes=_LARGEST_UNPACKED // 1_000_000)])
            check_bounds(parts)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", UserWarning)  # of what it leaves out: styles, pictures
            book = openpyxl.load_workbook(io.BytesIO(content), read_only=True, data_only=True)
            with closing(book):
                return _rows_of(book.worksheets)
    except _UNREADABLE as error:
        raise FileError([fault("", "not-spreadsheet")]) from error


def _rows_of(sheets: Sequence[Worksheet]) -> list[Row]:
    if not sheets:
        raise FileError([fault("", "empty.table")])
    rows: list[Row] = []
    faults: list[Fault] = []
    for number, cells in enumerate(sheets[0].iter_rows(max_col=_MOST_COLUMNS), start=1):
        texts = []
        for column, cell in enumerate(cells):
            if getattr(cell, "data_type", "") == "e":
                faults.append(fault_at(number, column, message("cell-error", text=str(cell.value))))
            texts.append(_typed(cell.value))
        rows.append((number, texts))
    if faults:
        raise FileError(faults)
    return rows


def _typed(value: object) -> str:
    """A cell's value as somebody would type it."""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        number = Decimal(format(value, f".{_DIGITS}g"))
        return str(unmistakable(number))
    if isinstance(value, dt.datetime):
        return value.date().isoformat()
    return str(value)


def unmistakable(number: Decimal, least: int = 0) -> Decimal:
    """A number with the decimals it needs, ``least`` or more; three, which look like thousands, are four."""
    short = number.normalize()
    decimals = max(least, -int(short.as_tuple().exponent))
    return short.quantize(Decimal(1).scaleb(-4 if decimals == 3 else -decimals))


def table_csv(rows: Iterable[Sequence[CellValue]], delimiter: str = ",") -> str:
    """Rows as CSV (RFC 4180), text made inert."""
    texts = ([inert(cell) if isinstance(cell, str) else _plain(cell) for cell in row] for row in rows)
    return "".join(delimiter.join(map(_quoted, row)) + "\r\n" for row in texts)


def _plain(value: Decimal | int | dt.date | None) -> str:
    if value is None:
        return ""
    return format(value, "f") if isinstance(value, Decimal) else str(value)


def table_xlsx(title: str, rows: Iterable[Sequence[CellValue]]) -> bytes:
    """Rows as a spreadsheet with one sheet: the first row stays in sight, numbers are numbers."""
    kept = [list(row) for row in rows]
    book = openpyxl.Workbook(write_only=True)
    sheet = book.create_sheet(re.sub(r"[\[\]:*?/\\']", " ", title).strip()[:31] or "1")
    for column, cells in enumerate(zip_longest(*kept), start=1):
        widest = max(len(str(cell or "")) for cell in cells)
        sheet.column_dimensions[get_column_letter(column)].width = min(60, max(8, widest) + 2)
    sheet.freeze_panes = "A2"
    for number, row in enumerate(kept):
        sheet.append([_cell(sheet, value, bold=number == 0) for value in row])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _cell(sheet: Any, value: CellValue, *, bold: bool) -> Cell:
    if isinstance(value, str):
        cell = WriteOnlyCell(sheet, "".join(sign for sign in value if not unwritable(sign)))
        cell.data_type = "s"  # never a formula
    else:
        # A spreadsheet's numbers are floats; the types know no decimal, and what is written is exact.
        cell = WriteOnlyCell(sheet, value)  # type: ignore[arg-type]
    if bold:
        cell.font = Font(bold=True)
    return cell


def inert(cell: str) -> str:
    """The cell as text, and never as a formula, wherever it is opened."""
    return f"'{cell}" if cell.startswith((*_FORMULA, "'")) else cell


def _quoted(cell: str) -> str:
    """The cell in quotes where any program could part it: some part cells at other signs than ours."""
    doubled = cell.replace('"', '""')
    return f'"{doubled}"' if re.search(r'[",;|\t\r\n]', cell) else cell


def fault_at(line: int, column: int | None, what: Message, name: str = "") -> Fault:
    """A fault by its line (from 1) and column (from 0, None for the whole line)."""
    path = f"line {line}"
    if column is None:
        return Fault(path, what, message("place.line", line=str(line)))
    where = {"line": str(line), "column": str(column + 1)}
    if not name:
        return Fault(f"{path}, column {column + 1}", what, message("place.cell", **where))
    return Fault(f"{path}, column {column + 1} ({name})", what, message("place.field", **where, name=name))
