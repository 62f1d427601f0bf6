"""Price lists: three files that say the same, every fault by its place, and what a list would change."""

import datetime as dt
import io
import json
import zipfile
from contextlib import suppress
from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import jsonschema
import openpyxl
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from python_calamine import CalamineWorkbook

from neat_sheaf.formats.price_list_file import (
    COLUMNS,
    price_list_csv,
    price_list_json,
    price_list_xlsx,
    read_price_list_csv,
    read_price_list_json,
    read_price_list_xlsx,
)
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.table_file import table_csv, table_xlsx
from neat_sheaf.stock.price_list import Answer, PackUnit, PriceLine, PriceList, Stocked, compare
from neat_sheaf.wording import Voice

SCHEMA = json.loads(Path("docs/formats/prices.schema.json").read_text())

texts = st.text(st.characters(codec="utf-8", exclude_categories=["C", "Z"]), min_size=1, max_size=12)
names = texts | texts.map("'{}".format) | texts.map("={}".format)
prices = st.decimals(0, 99_999, places=4)


@st.composite
def lines(draw, number=1):
    unit = draw(st.none() | st.sampled_from(list(PackUnit)))
    whole = st.integers(1, 10**6).map(Decimal)
    sizes = {
        None: st.none(),
        PackUnit.LENGTH: st.integers(1, 10**12).map(Decimal),
        PackUnit.SHEETS: whole,
    }.get(unit, whole | st.decimals("0.000001", 9_999, places=6))
    return PriceLine(
        number, draw(names), draw(st.just("") | names), unit, draw(sizes), draw(st.none() | prices),
        draw(st.none() | st.integers(0, 365)), draw(st.none() | st.booleans()),
    )  # fmt: skip


lists = st.lists(lines(), max_size=6).map(
    lambda found: PriceList(tuple(replace(line, line=n) for n, line in enumerate(found, 1)), "", "EUR")
)


def bare(found):
    """What a table keeps: no line numbers of its own, and no currency where nothing has a price."""
    priced = any(line.price is not None for line in found.lines)
    return [replace(line, line=0) for line in found.lines], found.currency if priced else ""


@given(lists)
@settings(max_examples=60, deadline=None)
def test_a_list_is_the_same_as_json_csv_and_spreadsheet(made):
    as_json = price_list_json(made)
    jsonschema.validate(json.loads(as_json), SCHEMA)
    assert read_price_list_json(as_json) == made
    assert bare(read_price_list_csv(price_list_csv(made))) == bare(made)
    assert bare(read_price_list_xlsx(price_list_xlsx(made, "Prices"))) == bare(made)


def test_another_reader_finds_the_same_in_a_spreadsheet():
    # python-calamine, a reader of its own in Rust, not the library that wrote the file.
    made = PriceList(
        (PriceLine(1, "=cmd()", "007", PackUnit.SHEETS, Decimal(24), Decimal("11.40"), 3, True),), "", "EUR"
    )
    head, row = (
        CalamineWorkbook.from_filelike(io.BytesIO(price_list_xlsx(made, "A/B")))
        .get_sheet_by_index(0)
        .to_python()
    )
    assert tuple(head) == COLUMNS
    assert row == ["007", "=cmd()", 24, "sheets", 11.4, "EUR", 3, "yes"]


def test_no_text_is_a_formula_in_either_table():
    book = openpyxl.load_workbook(
        io.BytesIO(table_xlsx("x", [["a"], ["=1+1"], [Decimal("1.10")], [dt.date(2026, 1, 2)]]))
    )
    cells = [row[0] for row in book.active.iter_rows(min_row=2)]
    assert [(cell.data_type, cell.value) for cell in cells[:2]] == [("s", "=1+1"), ("n", 1.1)]
    assert table_csv([["=1+1", Decimal("1.10"), None]]) == "'=1+1,1.10,\r\n"


def test_columns_in_any_order_a_decimal_comma_and_lengths_in_any_unit():
    head = "Unit;Name;Pack size;Price;Currency;Lead days\n"
    table = head + "yd;Ribbon;10;4,80;eur;\nsheets;Kraft;24;11,4;;3\nin;Tape;393,5;;;0\n"
    found = read_price_list_csv(table)
    assert found.currency == "EUR"
    assert [(line.line, line.name, line.pack_size, line.price, line.lead_days) for line in found.lines] == [
        (2, "Ribbon", Decimal(10 * 36 * 25_400_000), Decimal("4.80"), None),
        (3, "Kraft", Decimal(24), Decimal("11.4"), 3),
        (4, "Tape", Decimal(3935 * 2_540_000), None, 0),
    ]


@pytest.mark.parametrize(
    ("table", "path", "code"),
    [
        ("name,price\nA,1.200\n", "line 2, column 2 (price)", "two-ways"),
        ('name,price\nA,"1,200"\n', "line 2, column 2 (price)", "two-ways"),
        ('name,price\nA,"1,234.50"\n', "line 2, column 2 (price)", "not-a-number"),
        ("name,price\nA,-3\n", "line 2, column 2 (price)", "out-of-range"),
        ("name,unit\nA,box\n", "line 2, column 2 (unit)", "not-a-choice"),
        ("name,pack_size\nA,3\n", "line 2, column 2 (pack_size)", "pack-without-unit"),
        ("name,pack_size,unit\nA,2.5,sheets\n", "line 2, column 2 (pack_size)", "not-whole-packs"),
        ("name,pack_size,unit\nA,0,each\n", "line 2, column 2 (pack_size)", "not-over-zero"),
        ("name,discontinued\nA,perhaps\n", "line 2, column 2 (discontinued)", "not-a-flag"),
        ("name,lead_days\nA,soon\n", "line 2, column 2 (lead_days)", "not-whole"),
        ("name,price\n,3\n", "line 2, column 1 (name)", "missing-key"),
        ("name,price,currency\nA,3,EUR\nB,4,USD\n", "line 3, column 3 (currency)", "two-currencies"),
        ("name,cost\nA,3\n", "line 1, column 2", "unknown-column"),
        ("name,name\nA,3\n", "line 1", "doubled"),
        ("code,price\nA,3\n", "line 1", "missing-column"),
        ("\n\n", "", "empty"),
    ],
)  # fmt: skip
def test_what_is_wrong_in_a_table_is_said_with_its_place(table, path, code):
    with pytest.raises(FileError) as caught:
        read_price_list_csv(table)
    (found,) = caught.value.faults
    assert (found.path, found.code) == (path, code)
    assert Voice("en").words(found.message)


def test_a_cell_with_an_error_and_a_file_that_is_none_are_refused():
    book = openpyxl.Workbook()
    book.active.append(["name", "price"])
    book.active.append(["A", "#DIV/0!"])
    book.active["B2"].data_type = "e"
    out = io.BytesIO()
    book.save(out)
    with pytest.raises(FileError) as caught:
        read_price_list_xlsx(out.getvalue())
    assert [(one.path, one.code) for one in caught.value.faults] == [("line 2, column 2", "cell-error")]
    for content in (b"", b"PK\x03\x04nothing", b"name,price\n", _packed(b"<a/>")):
        with pytest.raises(FileError) as caught:
            read_price_list_xlsx(content)
        assert [one.code for one in caught.value.faults] == ["not-spreadsheet"]


def _packed(content, name="xl/workbook.xml"):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as parts:
        parts.writestr(name, content)
    return out.getvalue()


def test_a_small_file_that_unpacks_to_a_huge_one_is_not_unpacked():
    with pytest.raises(FileError) as caught:
        read_price_list_xlsx(_packed(b" " * 21_000_000))
    assert [one.code for one in caught.value.faults] == ["too-large"]


SLIPS = st.lists(st.tuples(st.floats(0, 1), st.integers(0, 255)), max_size=5)


@given(st.binary(max_size=300), SLIPS, st.booleans())
@settings(max_examples=80, deadline=None)
def test_no_bytes_end_in_anything_but_a_list_or_faults(content, slips, packed):
    good = bytearray(price_list_xlsx(PriceList((PriceLine(1, "A", price=Decimal(3)),)), "x"))
    for place, value in slips:
        good[int(place * (len(good) - 1))] = value
    for read, sent in (
        (read_price_list_xlsx, bytes(good)),
        (read_price_list_xlsx, _packed(content) if packed else content),
        (read_price_list_csv, content.decode("latin-1")),
    ):
        with suppress(FileError):
            assert isinstance(read(sent), PriceList)


KRAFT = Stocked("paper", "1", "Loam kraft", PackUnit.SHEETS, Decimal(24), "K1", Decimal("11.40"), 3)
RIBBON = Stocked("supply", "1", "Ribbon", PackUnit.LENGTH, Decimal(10**9), "", None)


def test_only_what_is_otherwise_is_a_change_and_what_the_list_leaves_open_is_none():
    same = PriceLine(1, "loam  KRAFT", "K1", PackUnit.SHEETS, Decimal(24), Decimal("11.4"))
    (row, rest) = compare([same], [KRAFT, RIBBON])
    assert (row.answer, row.changes, row.sure) == (Answer.SAME, (), True)
    assert (rest.answer, rest.stocked) == (Answer.UNLISTED, RIBBON)
    dearer = replace(same, price=Decimal("12"), lead_days=0, discontinued=True)
    (row, _) = compare([dearer], [KRAFT, RIBBON])
    assert [(c.field, c.was, c.now) for c in row.changes] == [
        ("price", Decimal("11.40"), Decimal("12")), ("lead_days", 3, 0), ("discontinued", False, True),
    ]  # fmt: skip


def test_a_line_of_which_code_and_name_disagree_is_a_question():
    other_name = PriceLine(1, "Ash kraft", "K1", price=Decimal(9))
    other_code = PriceLine(1, "Loam kraft", "K7", price=Decimal(9))
    new_code = PriceLine(1, "Ribbon", "R9")
    assert [compare([line], [KRAFT, RIBBON])[0].sure for line in (other_name, other_code, new_code)] == [
        False, False, True,
    ]  # fmt: skip


def test_what_is_counted_in_something_else_or_twice_is_no_change():
    by_length = PriceLine(1, "Loam kraft", "K1", PackUnit.LENGTH, Decimal(5), Decimal(1))
    assert compare([by_length], [KRAFT])[0].answer is Answer.OTHER_UNIT
    twice = [PriceLine(1, "x", "K1", price=Decimal(1)), PriceLine(2, "Loam kraft", price=Decimal(2))]
    assert [row.answer for row in compare(twice, [KRAFT])] == [Answer.SEVERAL] * 2
    doubled = [KRAFT, replace(KRAFT, id="2", name="Other")]
    assert compare([PriceLine(1, "x", "K1")], doubled)[0].answer is Answer.SEVERAL
    assert compare([PriceLine(1, "x", "K2")], [KRAFT])[0].answer is Answer.UNKNOWN


@given(lists, st.data())
@settings(max_examples=60, deadline=None)
def test_a_list_that_was_taken_over_changes_nothing_more(made, data):
    stocked = [
        Stocked(
            "supply", str(n), line.name, line.unit or PackUnit.EACH, data.draw(st.just(Decimal(3))), line.code
        )
        for n, line in enumerate(made.lines)
    ]
    after = {one.id: one for one in stocked}
    for row in compare(made.lines, stocked):
        if row.answer is Answer.CHANGED:
            one = after[row.stocked.id]
            after[one.id] = replace(one, **{change.field: change.now for change in row.changes})
    again = compare(made.lines, list(after.values()))
    assert not [row for row in again if row.answer is Answer.CHANGED and row.sure]
