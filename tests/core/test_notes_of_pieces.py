"""What else is said of a piece stays with it, everywhere, and changes nothing that is cut."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.csv_file import read_csv, write_csv
from neat_sheaf.formats.piece_part import piece_document, read_piece
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.limits import LONGEST_TEXT
from neat_sheaf.project import Corner
from neat_sheaf.reading import Known, Means, read_line, read_sheet, tidy_line

from .building import inch, job, letter, piece
from .made_up_jobs import jobs

SIGNS = st.characters(exclude_categories=("Cc", "Cs"))
NOTES = st.text(SIGNS, min_size=1, max_size=60).map(str.strip).filter(bool)
CARD = piece("Card", "4 1/4", "11")


@given(NOTES, st.sampled_from(["in", "cm", "mm"]))
def test_any_note_goes_into_words_and_comes_back(note, units):
    said = read_line(tidy_line(replace(CARD, note=note), units), units, Known())
    assert (said.piece, said.questions) == (replace(CARD, note=note), ())


@given(NOTES)
def test_any_note_goes_into_a_file_and_a_table_and_comes_back(note):
    made = replace(CARD, note=note)
    faults = []
    assert read_piece(JsonValue(piece_document(made, "in"), "", "in", faults)) == made
    (again,) = read_csv(write_csv([made], "in"), "in")
    assert again == made


@given(jobs(wide=False), NOTES)
@settings(max_examples=40, deadline=None)
def test_a_note_changes_neither_what_is_cut_nor_what_is_found(job, note):
    noted = replace(job.project, pieces=tuple(replace(one, note=note) for one in job.project.pieces))
    assert demand_of(replace(job, project=noted)) == demand_of(job)
    found = [check_project(project, "in") for project in (job.project, noted)]
    assert [(one.code, one.message) for one in found[1]] == [(one.code, one.message) for one in found[0]]


@pytest.mark.parametrize(
    ("line", "note"),
    [
        ("Tag 2 x 6, kraft, for the spine", "for the spine"),
        ("Box: 8 x 10 in kraft, score 2 on all sides, makes a box 4 x 6 x 2", "makes a box 4 x 6 x 2"),
        ("Tag 2 x 3 kraft with a hole at the top", "with a hole at the top"),
        ("Tab 1 x 1 1/2, kraft, round corners at one end", "round corners at one end"),
        ("Card: 4 x 6; in kraft; note \"score it twice, 3 x 4; in red\"", "score it twice, 3 x 4; in red"),
        ("Card: 4 x 6; in kraft", ""),
    ],
)  # fmt: skip
def test_what_cannot_change_a_piece_is_its_note(line, note):
    (read,) = read_sheet(line, "in")
    assert [one.message.key for one in read.questions] == []
    assert read.piece.piece.note == note


def test_a_note_without_quotation_marks_is_not_taken_whole():
    (read,) = read_sheet("Card: 4 x 6; in kraft; note score at 9", "in")
    assert read.questions or read.piece.piece.scores


def test_a_word_that_is_no_paper_stays_as_the_note_of_its_piece():
    (read,) = read_sheet("Window strip - 1 x 6, gorgeous", "in")
    (asked,) = read.questions
    pieces = [read_line(line, "in", Known()).piece for line in asked.suggestions]
    assert [(one.paper, one.note) for one in pieces] == [("gorgeous", ""), ("body", "gorgeous")]
    assert [word.means for word in asked.learns] == [Means.PAPER, Means.NOTE]


@pytest.mark.parametrize("end", ["one end", "both ends", "each end"])
def test_corners_at_an_end_that_is_not_named_are_no_four_corners(end):
    (read,) = read_sheet(f"Tab 1 x 1 1/2, kraft, round corners at {end}", "in")
    assert read.piece.piece.corners == ()


def test_two_corners_are_asked_about_and_each_answer_has_two():
    (read,) = read_sheet("Tab 1 x 1 1/2, kraft, two corners rounded 1/4", "in")
    (asked,) = read.questions
    assert asked.message.key == "which-corners.two"
    rounded = [
        {cut.corner for cut in read_line(line, "in", Known()).piece.corners} for line in asked.suggestions
    ]
    assert rounded == [
        {Corner.TOP_LEFT, Corner.TOP_RIGHT}, {Corner.BOTTOM_LEFT, Corner.BOTTOM_RIGHT},
        {Corner.TOP_LEFT, Corner.BOTTOM_LEFT}, {Corner.TOP_RIGHT, Corner.BOTTOM_RIGHT},
    ]  # fmt: skip


def test_one_corner_is_asked_about_and_each_answer_has_one():
    (read,) = read_sheet("Tab 1 x 1 1/2, kraft, corner rounded 1/4", "in")
    (asked,) = read.questions
    found = [read_line(line, "in", Known()).piece.corners for line in asked.suggestions]
    assert [len(cuts) for cuts in found] == [1, 1, 1, 1]
    assert {cut.corner for (cut,) in found} == set(Corner)


def test_a_note_that_is_too_long_is_asked_about_and_never_cut():
    long = "x" * (LONGEST_TEXT + 1)
    read = read_line(f'Card: 4 x 6; in kraft; note "{long}"', "in", Known())
    assert [one.message.key for one in read.questions] == ["too-long.note"]
    with pytest.raises(FileError) as caught:
        read_csv(f"name,width,height,note\nCard,4,6,{long}\n", "in")
    assert [fault.path for fault in caught.value.faults] == ["line 2, column 4 (note)"]


def test_a_note_in_two_columns_is_a_fault():
    with pytest.raises(FileError) as caught:
        read_csv('name,width,height,also\nCard,4,6,"note ""a"""\n', "in")
    assert [fault.code for fault in caught.value.faults] == ["said-twice"]


@pytest.mark.parametrize("trimmer", ["12", "4"])
def test_a_noted_piece_that_cannot_be_cut_is_named_as_any_other(trimmer):
    """Its note is taken off before it is laid on sheets, and it was not found on the list again: a crash."""
    size = ("9", "12") if trimmer == "12" else ("8", "9")
    made = job([CARD, piece("Base", *size, note="for the spine")], [letter()], 6)
    made = replace(made, cutting=replace(made.cutting, trimmer=inch(trimmer)))
    with pytest.raises(CannotPlanError) as caught:
        plan_sheets(made)
    assert {one.path for one in caught.value.faults} >= {"project.pieces[1]"}
