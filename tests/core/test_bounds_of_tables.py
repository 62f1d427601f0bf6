"""Small files that unpack to something huge are refused before anything is built of them."""

import io
import zipfile
from contextlib import suppress

import openpyxl
import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.spreadsheet_bounds import MOST_CELLS, MOST_ROWS, check_bounds
from neat_sheaf.formats.table_file import read_csv_rows, read_xlsx_rows

SHEET = "xl/worksheets/sheet1.xml"
NS = 'xmlns{}="http://schemas.openxmlformats.org/spreadsheetml/2006/main"'


def spreadsheet(sheet):
    plain, out = io.BytesIO(), io.BytesIO()
    openpyxl.Workbook().save(plain)
    with (
        zipfile.ZipFile(plain) as old,
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as new,
    ):
        for part in old.infolist():
            new.writestr(part.filename, sheet if part.filename == SHEET else old.read(part))
    return out.getvalue()


def sheet_of(rows, prefix=""):
    at = f"{prefix}:" if prefix else ""
    within = rows.replace("<", f"<{at}").replace(f"<{at}/", f"</{at}")
    space = NS.format(f":{prefix}" if prefix else "")
    return f"<{at}worksheet {space}><{at}sheetData>{within}</{at}sheetData></{at}worksheet>"


def code_of(content):
    with pytest.raises(FileError) as raised:
        read_xlsx_rows(content)
    return [(fault.code, fault.message.key) for fault in raised.value.faults]


@pytest.fixture
def _built_of_nothing(monkeypatch):
    """The reader that builds trees is not asked."""

    def reached(*_, **__):
        raise AssertionError("a tree was built")

    monkeypatch.setattr(openpyxl, "load_workbook", reached)


@pytest.mark.usefixtures("_built_of_nothing")
@pytest.mark.parametrize("prefix", ["", "x"])
def test_a_row_of_a_million_cells_is_refused_before_it_is_built(prefix):
    # 40 kB took 532 MB and 15 s.
    rows = "<row>" + "<c><v>1</v></c>" * (MOST_CELLS + 1) + "</row>"
    assert code_of(spreadsheet(sheet_of(rows, prefix))) == [("too-many", "too-many.cells")]


@pytest.mark.usefixtures("_built_of_nothing")
@pytest.mark.parametrize("prefix", ["", "x"])
def test_so_are_too_many_rows_and_tags_within_tags(prefix):
    many = "<row></row>" * (MOST_ROWS + 1)
    assert code_of(spreadsheet(sheet_of(many, prefix))) == [("too-many", "too-many.rows")]
    deep = "<row>" * 60 + "</row>" * 60
    assert code_of(spreadsheet(sheet_of(deep, prefix))) == [("not-spreadsheet", "not-spreadsheet")]
    doctype = '<!DOCTYPE a [<!ENTITY b "x">]><worksheet>&b;</worksheet>'
    assert code_of(spreadsheet(doctype)) == [("not-spreadsheet", "not-spreadsheet")]


def test_as_many_as_may_be_are_read():
    rows = "<row><c><v>1</v></c></row>" * MOST_ROWS
    assert len(read_xlsx_rows(spreadsheet(sheet_of(rows)))) == MOST_ROWS
    wide = "<row>" + "<c><v>1</v></c>" * MOST_CELLS + "</row>"
    assert len(read_xlsx_rows(spreadsheet(sheet_of(wide)))) == 1
    assert len(read_csv_rows("x\n" * MOST_ROWS)) == MOST_ROWS


def test_a_table_in_text_has_no_more_rows_than_a_spreadsheet():
    # Half a million names of a letter took 244 MB.
    with pytest.raises(FileError) as raised:
        read_csv_rows("x\n" * (MOST_ROWS + 1))
    assert [(fault.path, fault.code) for fault in raised.value.faults] == [("line 10001", "too-many")]


@given(st.text(alphabet="<>/rowc x:&;!", max_size=80))
def test_what_is_no_xml_is_said_and_never_falls(text):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        made.writestr("a.xml", text)
    with zipfile.ZipFile(out) as parts, suppress(ValueError, FileError):
        check_bounds(parts)
