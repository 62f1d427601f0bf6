"""CSV both ways with every fault by line and column; a piece as SVG at true size."""

import csv
import io
import re
import xml.etree.ElementTree as ElementTree
from contextlib import suppress
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.formats.csv_file import COLUMNS, looks_like_rows, read_csv, write_csv
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.svg_file import write_svg
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Corner, CornerCut, CornerShape, CutMethod, Fold, Hole, Line
from neat_sheaf.reading.notation import Known

from .building import across, inch, piece, upward
from .test_formats import NAMES, pieces

SVG = "{http://www.w3.org/2000/svg}"


def alike(made):
    """Columns keep full-length scores before the others; their order says nothing."""
    return replace(made, scores=tuple(sorted(made.scores, key=repr)))


@given(
    pieces("A"), pieces("B"), NAMES, st.sampled_from(["in", "cm", "mm"]), st.sampled_from([",", ";", "\t"])
)
@settings(max_examples=80, deadline=None)
def test_any_list_goes_into_a_table_and_comes_back(first, second, name, units, delimiter):
    # A mat or a die is of a piece that is there: the letters of a name may otherwise be taken for another's.
    on = second.mat_of and replace(second.mat_of, piece="A")
    die = second.pass_of and replace(second.pass_of, piece="A")
    listed = [
        replace(first, mat_of=None, pass_of=None),
        replace(second, name=f"B {name}", mat_of=on, pass_of=die),
    ]
    table = write_csv(listed, units, delimiter)
    assert [alike(p) for p in read_csv(table, units)] == [alike(p) for p in listed]


def test_the_table_is_one_that_a_spreadsheet_keeps():
    made = piece("Wall, long", "2 1/4", "7", per_kit=2, scores=(*across("1/4", "2"), *upward("5")))
    header, row = csv.reader(io.StringIO(write_csv([made], "in")))
    assert tuple(header) == COLUMNS
    assert row == ["Wall, long", "2", "2 1/4", "7", "1/4; 2", "5", "body", "no", "trim", "", "", ""]


def test_columns_may_stand_in_any_order_and_some_be_missing():
    (made,) = read_csv(
        "Height,Name,Width,Score Height\r\n11,Card,4 1/4,5 1/2\r\n", "in", Known(role="print A")
    )
    assert (made.width, made.height, made.scores) == (inch("4 1/4"), inch("11"), upward("5 1/2"))
    assert (made.paper, made.follows_print) == ("print A", True)


def test_rows_pasted_without_a_header_are_taken_in_the_usual_order():
    assert looks_like_rows("Card\t2\t4 1/4\t11")
    assert not looks_like_rows("Card 4 1/4 x 11, score 2")
    (made,) = read_csv("Card\t2\t4 1/4\t11\t\t5 1/2\tbody\n", "in")
    assert (made.name, made.per_kit, made.scores) == ("Card", 2, upward("5 1/2"))


def test_every_fault_is_told_by_its_line_and_column():
    header = "name,per_kit,width,height,cut,follows_print,also"
    table = f"{header}\nCard,2,4 1/0,0,saw,maybe,skore 2\n,x,4,5,,,\nTag,1,4,5,,,wobble\n"
    with pytest.raises(FileError) as caught:
        read_csv(table, "in")
    assert [(f.path, f.code) for f in caught.value.faults] == [
        ("line 2, column 3 (width)", "not-a-length"),
        ("line 2, column 4 (height)", "not-over-zero"),
        ("line 2, column 6 (follows_print)", "not-a-flag"),
        ("line 2, column 5 (cut)", "not-a-choice"),
        ("line 3, column 1 (name)", "empty"),
        ("line 3, column 2 (per_kit)", "not-whole"),
        ("line 4, column 7 (also)", "not-understood"),
    ]


@pytest.mark.parametrize(
    ("table", "code"),
    [
        ("", "empty"),
        ("name,width\nA,2\n", "missing-column"),
        ("name,width,height,colour\nA,2,3,red\n", "unknown-column"),
        ("name,width,height\nA,2,3\nA,2,3\n", "doubled"),
        ('name,width,height\n"A,2,3\n', "not-csv"),
        ("name,width,height\n" + "A,2,3\n" * 501, "too-many"),
        ("x" * 1_000_001, "too-large"),
    ],
)
def test_a_table_that_is_none_or_too_much(table, code):
    with pytest.raises(FileError) as caught:
        read_csv(table, "in")
    assert code in {f.code for f in caught.value.faults}


def test_a_row_is_told_by_its_line_though_a_cell_before_it_holds_line_breaks():
    with pytest.raises(FileError) as caught:
        read_csv('name,width,height\n"A\nB",2,3\nC,2,zz\n', "in")
    assert [f.path for f in caught.value.faults] == ["line 4, column 3 (height)"]


@pytest.mark.parametrize("words", ["4 a kit", "in print A", "punched", "margin 1/8", "may turn"])
def test_words_that_have_a_column_of_their_own_are_not_taken_from_among_the_others(words):
    with pytest.raises(FileError) as caught:
        read_csv(f"name,width,height,also\nA,2,3,{words}\n", "in")
    assert [f.code for f in caught.value.faults] == ["said-twice"]


def test_a_piece_of_very_many_holes_comes_back_with_all_of_them():
    holes = tuple(Hole(inch("1"), inch(f"{n}/8"), inch("1/8")) for n in range(1, 160))
    made = piece("Sieve", "40", "40", holes=holes)
    assert read_csv(write_csv([made], "in"), "in") == [made]


def test_a_name_that_a_spreadsheet_would_run_is_made_inert():
    made = piece("=2+3", "2", "3")
    assert "'=2+3" in write_csv([made], "in")
    assert read_csv(write_csv([made], "in"), "in") == [made]


@given(st.text("abc,;\t\n\"'=1/4 x", max_size=80))
def test_any_table_is_read_or_refused(table):
    with suppress(FileError):
        assert all(piece.name for piece in read_csv(table, "in"))


# SVG


def test_a_piece_is_drawn_at_true_size_with_its_lines_in_named_layers():
    mountain = Line(Side.WIDTH, inch("1"), fold=Fold.MOUNTAIN)
    made = piece(
        "Blade & band", "4 1/4", "11", scores=(*upward("5 1/2"), mountain),
        slits=(Line(Side.WIDTH, inch("2"), inch("0"), inch("1"), relief=inch("1/16")),),
        holes=(Hole(inch("1/2"), inch("1"), inch("1/4")),),
        corners=(CornerCut(Corner.TOP_LEFT, CornerShape.ROUND, inch("1/4")),), cut=CutMethod.TRIM,
    )  # fmt: skip
    svg = ElementTree.fromstring(write_svg(made))
    # 4 1/4 x 11 in is 107.95 x 279.4 mm (1 in = 25.4 mm exactly, 1959).
    assert (svg.get("width"), svg.get("height")) == ("107.95mm", "279.4mm")
    assert svg.get("viewBox") == "0 0 107.95 279.4"
    assert svg.find(f"{SVG}title").text == "Blade & band"
    layers = {g.get("id"): g for g in svg.iter(f"{SVG}g") if g.get("id")}
    assert set(layers) == {"cut", "score", "hole"}
    outline, slit, relief = (p.get("d") for p in layers["cut"].iter(f"{SVG}path"))
    assert outline == "M0 279.4 L0 6.35 A6.35 6.35 0 0 1 6.35 0 L107.95 0 L107.95 279.4 Z"
    assert slit == "M50.8 279.4 L50.8 254"
    assert relief == "M49.2125 279.4 L50.8 254 L52.3875 279.4"
    assert [(p.get("class"), p.get("d")) for p in layers["score"].iter(f"{SVG}path")] == [
        ("valley", "M0 139.7 L107.95 139.7"),
        ("mountain", "M25.4 279.4 L25.4 0"),
    ]
    (hole,) = layers["hole"].iter(f"{SVG}circle")
    assert (hole.get("cx"), hole.get("cy"), hole.get("r")) == ("12.7", "254", "3.175")


@given(pieces("A"), NAMES)
@settings(max_examples=60, deadline=None)
def test_any_piece_makes_an_svg_that_parses_and_refers_to_nothing_outside(made, name):
    text = write_svg(replace(made, name=name))
    svg = ElementTree.fromstring(text)
    assert svg.get("width").endswith("mm")
    assert re.findall(r"https?://[^\s\"]+", text) == ["http://www.w3.org/2000/svg"]
    assert "script" not in {element.tag for element in svg.iter()}


@pytest.mark.parametrize(
    ("shape", "corner"),
    [
        (CornerShape.MITRE, "L38.1 0 L50.8 12.7"),
        (CornerShape.NOTCH, "L38.1 0 L38.1 12.7 L50.8 12.7"),
    ],
)
def test_corners_are_mitred_and_notched(shape, corner):
    made = piece("C", "2", "2", corners=(CornerCut(Corner.TOP_RIGHT, shape, inch("1/2")),))
    outline = ElementTree.fromstring(write_svg(made)).find(f".//{SVG}path").get("d")
    assert corner in outline
