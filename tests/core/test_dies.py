"""What a die gives: three tags a pass, an alphabet that has each letter once, passes for the class."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Cutting, Style
from neat_sheaf.plan import plan_job
from neat_sheaf.project import CutMethod, PassOf, Project
from neat_sheaf.project.passes import passes_for
from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.reading import read_line
from neat_sheaf.reading.notation.writing import tidy_line
from tests.core.building import inch, job, letter, piece
from tests.validator import faults_of

TRIO = piece("Tag trio", "3", "4", cut=CutMethod.DIE, margin=inch("1/8"))
SMALL, MIDDLE, LARGE = (piece(f"{size} tag", "1", "2", pass_of=PassOf("Tag trio")) for size in "SML")
ALPHABET = piece("Alphabet", "5", "6", cut=CutMethod.DIE)


def word(text: str, **more: object):
    return piece(text, "4", "1", word=text, pass_of=PassOf("Alphabet"), **more)


def passes(made) -> dict[str, int]:
    return {need.name: need.count for needs in demand_of(made).values() for need in needs}


def test_a_die_of_three_tags_gives_three_a_pass():
    # Common practice: ten kits with one tag of each size are ten passes, and not thirty.
    assert passes(job([TRIO, SMALL, MIDDLE, LARGE], [letter()], 10)) == {"Tag trio": 10}


def test_the_piece_that_takes_most_decides():
    more = replace(MIDDLE, per_kit=2)
    assert passes(job([TRIO, SMALL, more], [letter()], 10)) == {"Tag trio": 20}


def test_what_one_pass_gives_over_serves_the_next_kit():
    leaf = piece("Leaf", "1", "1", per_kit=3, pass_of=PassOf("Tag trio", 4))
    made = job([TRIO, leaf], [letter()], 12)
    assert passes(made) == {"Tag trio": 9}
    alone = replace(made, cutting=Cutting(style=Style.KIT_PER_SHEET))
    assert passes(alone) == {"Tag trio": 12}


def test_a_word_with_two_os_is_two_passes_of_an_alphabet():
    # Common practice: an alphabet gives each letter once.
    assert passes_for([word("NOON")], 1) == 2
    assert passes_for([word("seed swap")], 1) == 2
    assert passes_for([word("SEED"), word("TREE")], 1) == 4
    assert passes_for([word("GARDEN")], 7) == 7


@given(
    st.lists(st.text("ABCO ", min_size=1, max_size=8).filter(str.strip), min_size=1, max_size=4),
    st.integers(1, 9),
)
def test_one_pass_fewer_would_lack_a_letter(words, kits):
    number = passes_for([word(text) for text in words], kits)
    wanted = Counter(letter for text in words for letter in text if letter != " ")
    short = [letter for letter, often in wanted.items() if often * kits > number]
    lacking = [letter for letter, often in wanted.items() if often * kits > number - 1]
    assert (short, bool(lacking)) == ([], True)


def test_spare_pieces_take_passes_of_their_own():
    assert passes(job([TRIO, replace(SMALL, spares=3), MIDDLE], [letter()], 10)) == {"Tag trio": 3}
    counts = [n.count for n in demand_of(job([TRIO, replace(SMALL, spares=3)], [letter()], 10))["body"]]
    assert sorted(counts) == [3, 10]


def test_a_die_that_nothing_comes_out_of_now_is_not_cut():
    nothing = replace(SMALL, per_kit=0)
    assert passes(job([TRIO, nothing, piece("Card", "4", "5")], [letter()], 4)) == {"Card": 4}


@pytest.mark.parametrize(
    "wrong",
    [
        replace(SMALL, pass_of=PassOf("Nothing")),
        replace(SMALL, paper="print"),
        replace(SMALL, pass_of=PassOf("M tag")),
    ],
)
def test_a_piece_whose_die_cannot_give_it_is_cut_by_itself_and_that_is_said(wrong):
    made = job([TRIO, wrong, MIDDLE], [letter(), letter("print")], 5)
    assert passes(made)["S tag"] == 5
    found = [f for f in check_project(made.project, "in") if f.code in ERRORS]
    assert len(found) == 1
    assert found[0].fix is not None
    fixed = check_project(found[0].fix.project, "in")
    assert not [f for f in fixed if f.code in ERRORS]


ERRORS = {"no-such-die", "die-on-other-paper", "die-gives-nothing"}


def test_the_list_says_how_many_passes_one_kit_and_ten_take():
    leaf = piece("Leaf", "1", "1", per_kit=3, pass_of=PassOf("Tag trio", 4))
    (said,) = [f for f in check_project(Project("P", (TRIO, leaf)), "in") if f.code == "passes"]
    assert dict(said.message.params)["passes"] == 1
    assert dict(said.message.params)["ten"] == 8


def test_a_die_that_is_trimmed_and_a_word_without_a_die_are_asked_about():
    trimmed = Project("P", (replace(TRIO, cut=CutMethod.TRIM), SMALL, replace(word("OAK"), pass_of=None)))
    codes = {f.code: f for f in check_project(trimmed, "in")}
    assert {"die-not-cut-by-one", "word-without-die"} <= codes.keys()
    assert codes["die-not-cut-by-one"].fix.project.pieces[0].cut is CutMethod.DIE


def test_the_plan_of_a_class_with_dies_is_cut_as_it_is_written():
    made = job([TRIO, SMALL, replace(LARGE, per_kit=2, spares=1), ALPHABET, word("SEED")], [letter()], 7)
    plan = plan_job(made)
    assert faults_of(job_document(made), plan_document(plan)) == []
    assert passes(made) == {"Tag trio": 1, "Alphabet": 14}


LISTED = Known(pieces=("Tag trio", "Alphabet"))


@pytest.mark.parametrize(
    ("line", "die", "gives"),
    [
        ("Small tag 1 x 2, from a pass of Tag trio", "Tag trio", 1),
        ("Small tag 1 x 2, 2 from a pass of the tag trio", "Tag trio", 2),
        ("Small tag 1 x 2, two a pass of Tag trio, 3 a kit", "Tag trio", 2),
        ("Small tag 1 x 2, from one pass of Tag trio", "Tag trio", 1),
    ],
)
def test_what_a_pass_gives_is_said_in_a_line(line, die, gives):
    read = read_line(line, "in", LISTED)
    assert (read.questions, read.piece.pass_of) == ((), PassOf(die, gives))


def test_a_word_is_said_in_a_line_and_written_back():
    read = read_line("Title 4 x 1, word SEED SWAP, from a pass of Alphabet", "in", LISTED)
    assert (read.questions, read.piece.word) == ((), "SEED SWAP")
    again = read_line(tidy_line(read.piece, "in"), "in", LISTED)
    assert again.piece == read.piece


@pytest.mark.parametrize(
    ("line", "code"),
    [
        ("Small tag 1 x 2, from a pass of", "not-understood"),
        ("Small tag 1 x 2, from a pass of Tag duo", "unknown-piece"),
        ("Small tag 1 x 2, 0 from a pass of Tag trio", "out-of-range"),
        ("Small tag 1 x 2, a pass of Tag trio", "not-understood"),
        ("Title 4 x 1, word", "not-understood"),
        ("Title 4 x 1, word on the front", "not-understood"),
        ("Title 4 x 1, word SEED 7 SWAP", "not-understood"),
        ("Small tag 1 x 2, 2 from a pass of Tag trio, 3 from a pass of Tag trio", "said-twice"),
    ],
)
def test_what_is_not_clear_about_a_die_is_asked(line, code):
    assert [q.message.code for q in read_line(line, "in", LISTED).questions] == [code]
