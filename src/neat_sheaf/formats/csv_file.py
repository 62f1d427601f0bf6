"""The list as a table: CSV for a spreadsheet, and rows pasted from one.

A column a field; what has no column is in ``also``, in the words of a quick line. The
header's names are read in any order, and the unit that bare numbers take is the reader's.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.table_file import fault_at, read_csv_rows, table_csv
from neat_sheaf.limits import LONGEST_TEXT, MOST_PIECES
from neat_sheaf.measure.length import Length, LengthError, Unit, parse_length, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Message, Param, message, several
from neat_sheaf.project import CutMethod, Fold, Line, Piece
from neat_sheaf.reading.notation.draft import Known, follows_by_role
from neat_sheaf.reading.notation.reading import read_clauses
from neat_sheaf.reading.notation.writing import clauses_beyond_columns

__all__ = ["COLUMNS", "looks_like_rows", "own_columns", "read_csv", "write_csv"]

COLUMNS = (
    "name", "per_kit", "width", "height", "score_width", "score_height", "paper", "follows_print",
    "cut", "margin", "also", "note",
)  # fmt: skip
MOST_ROWS = MOST_PIECES
_YES = {"yes": True, "y": True, "true": True, "1": True, "no": False, "n": False, "false": False, "0": False}


def write_csv(pieces: Sequence[Piece], units: Unit, delimiter: str = ",") -> str:
    """The pieces as a table with a header; ``read_csv`` reads it back."""
    return table_csv([COLUMNS, *(_cells(piece, units) for piece in pieces)], delimiter)


def _cells(piece: Piece, units: Unit) -> list[str]:
    def scores(side: Side) -> str:
        at = [line.at for line in piece.scores if line.along is side and _plain(line)]
        return "; ".join(write_length(place, units) for place in at)

    return [
        piece.name, str(piece.per_kit), write_length(piece.width, units), write_length(piece.height, units),
        scores(Side.WIDTH), scores(Side.HEIGHT), piece.paper, "yes" if piece.follows_print else "no",
        piece.cut.value, write_length(piece.margin, units) if piece.margin else "",
        "; ".join(clauses_beyond_columns(piece, units)), piece.note,
    ]  # fmt: skip


def _plain(line: Line) -> bool:
    return line.full and line.fold is Fold.VALLEY and not line.relief and line.angle is None


def looks_like_rows(text: str) -> bool:
    """Whether a pasted text is rows of a table rather than lines of words."""
    first = text.strip("\r\n").split("\n", 1)[0]
    return "\t" in first or first.lower().replace('"', "").startswith(("name,", "name;"))


def own_columns(text: str) -> bool:
    """Whether rows have the columns of our own table, or no header at all; else they are read as lines."""
    rows = read_csv_rows(text)
    cells = [re.sub(r"[\s_]+", "_", cell.strip().lower()) for cell in rows[0][1]] if rows else []
    headed = not any(sign.isdigit() for cell in cells for sign in cell)
    return not headed or all(not cell or cell in COLUMNS for cell in cells)


def read_csv(text: str, units: Unit, known: Known | None = None) -> list[Piece]:
    """The pieces of a table; raises FileError with every fault by line and column.

    Columns are separated by commas, semicolons or tabs. Without a header the columns are taken in
    the order in which ``write_csv`` writes them.
    """
    known = known or Known()
    rows = read_csv_rows(text)
    faults: list[Fault] = []
    columns, begin = _header([row for _, row in rows[:1]], faults)
    if faults:
        raise FileError(faults)
    pieces: list[Piece] = []
    for number, row in rows[begin:]:
        if not any(cell.strip() for cell in row):
            continue
        if len(pieces) == MOST_ROWS:
            faults.append(fault_at(number, None, message("too-many.rows", most=MOST_ROWS)))
            break
        piece = _Row(number, columns, row, units, faults).piece(known)
        if piece is not None:
            if piece.name in [other.name for other in pieces]:
                doubled = message("doubled.row", name=piece.name)
                faults.append(fault_at(number, columns.get("name", 0), doubled))
            pieces.append(piece)
            known = replace(known, pieces=(*known.pieces, piece.name))
    if faults:
        raise FileError(faults)
    return pieces


def _header(rows: list[list[str]], faults: list[Fault]) -> tuple[dict[str, int], int]:
    """Where each column is, and the first row that is not the header."""
    if not rows:
        faults.append(fault("", "empty.table"))
        return {}, 0
    cells = [re.sub(r"[\s_]+", "_", cell.strip().lower()) for cell in rows[0]]
    if not {"name", "width", "height"} <= set(cells):
        if "name" in cells or "width" in cells:
            missing = [name for name in ("name", "width", "height") if name not in cells]
            lacks = message("missing-column", columns=several(missing, "or"))
            faults.append(fault_at(1, None, lacks))
        return {name: n for n, name in enumerate(COLUMNS)}, 0
    for n, cell in enumerate(cells):
        if cell and cell not in COLUMNS:
            unknown = message("unknown-column", column=rows[0][n], known=several(COLUMNS))
            faults.append(fault_at(1, n, unknown))
    return {cell: n for n, cell in enumerate(cells)}, 1


class _Row:
    """One row: its cells by name, and faults by line and column."""

    def __init__(
        self, number: int, columns: dict[str, int], cells: list[str], units: Unit, faults: list[Fault]
    ) -> None:
        self.number, self.columns, self.cells = number, columns, cells
        self.units, self.faults = units, faults

    def text(self, name: str) -> str:
        at = self.columns.get(name)
        cell = self.cells[at].strip() if at is not None and at < len(self.cells) else ""
        return cell[1:] if cell.startswith("'") else cell

    def fault(self, name: str, key: str, /, **params: Param) -> None:
        self.refuse(name, message(key, **params))

    def refuse(self, name: str, what: Message) -> None:
        self.faults.append(fault_at(self.number, self.columns.get(name), what, name))

    def length(self, name: str, text: str) -> Length:
        try:
            return parse_length(text, self.units)
        except LengthError as error:
            self.refuse(name, error.message)
            return Length(0)

    def size(self, name: str) -> Length:
        text, before = self.text(name), len(self.faults)
        if not text:
            self.fault(name, "empty.size")
            return Length(0)
        length = self.length(name, text)
        if length <= 0 and len(self.faults) == before:
            self.fault(name, "not-over-zero.number")
        return length

    def lines(self, name: str, side: Side) -> list[Line]:
        parts = [part for part in re.split(r"[;,]", self.text(name)) if part.strip()]
        return [Line(side, self.length(name, part)) for part in parts]

    def piece(self, known: Known) -> Piece | None:
        before = len(self.faults)
        name, paper = self.text("name"), self.text("paper") or known.role
        if not name:
            self.fault("name", "empty.name")
        width, height = self.size("width"), self.size("height")
        count = self.text("per_kit") or "1"
        if not count.isascii() or not count.isdigit() or int(count) > 10_000:
            self.fault("per_kit", "not-whole.count", text=count, most=10_000)
        said = self.text("follows_print").lower()
        if said and said not in _YES:
            self.fault("follows_print", "not-a-flag.yes-no", text=said)
        cut = self.text("cut").lower() or CutMethod.TRIM.value
        if cut not in [c.value for c in CutMethod]:
            self.fault(
                "cut", "not-a-choice",
                found=message("quoted", text=cut), choices=several(c.value for c in CutMethod),
            )  # fmt: skip
        note = self.text("note")
        if len(note) > LONGEST_TEXT:
            self.fault("note", "too-long.note", found=len(note), most=LONGEST_TEXT)
        scores = self.lines("score_width", Side.WIDTH) + self.lines("score_height", Side.HEIGHT)
        margin = self.length("margin", self.text("margin")) if self.text("margin") else Length(0)
        if len(self.faults) > before:
            return None
        words = read_clauses(self.text("also"), width, height, self.units, known)
        for question in words.questions:
            self.refuse("also", question.message)
        if words.piece is None or words.questions:
            return None
        return replace(
            words.piece,
            name=name, paper=paper, per_kit=int(count), width=width, height=height, margin=margin,
            scores=(*scores, *words.piece.scores), cut=CutMethod(cut), note=note,
            follows_print=_YES[said] if said else follows_by_role(paper),
        )  # fmt: skip
