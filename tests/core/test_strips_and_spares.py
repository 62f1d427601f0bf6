"""Punched and die-cut pieces stay on strips, and spare pieces are cut apart from the kits."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.order import Becomes
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.cutting.strips import Strips, in_runs
from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Class, Colourway, Cutting, Job, Style
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Placement, Region, Spot, counts, offcuts, placements
from neat_sheaf.pinned import CutPiece, RescueKind, asked_for, made_by, rescues
from neat_sheaf.plan import plan_job
from neat_sheaf.project import CutMethod, Portion, Project
from neat_sheaf.reading.notation import Known, read_line, tidy_line
from tests.core.building import inch, job, letter, piece
from tests.validator import faults_of

CIRCLE = piece("Circle", "1 3/4", "1 3/4", per_kit=6, cut=CutMethod.PUNCH, margin=inch("1/8"))


def test_circles_come_off_two_inch_strips_and_not_off_squares():
    # A 1 3/4 in circle comes off a 2 in strip (from memory): 4 a strip of 8 1/2 in, 20 a sheet.
    made = job([CIRCLE], [letter()], 10)
    plan = plan_sheets(made)
    squares = plan_sheets(job([piece("Square", "2", "2", per_kit=6)], [letter()], 10))
    assert (plan.sheets, squares.sheets) == (3, 3)
    # Each sheet is cut into four strips of five; what is over at their ends stays on.
    assert plan.cutting.strokes == 12
    assert squares.cutting.strokes > 3 * plan.cutting.strokes
    outcomes = {stroke.strip for batch in plan.cutting.batches for stroke in batch.strokes}
    assert outcomes == {Becomes.STRIP}


def test_a_pitch_puts_more_pieces_on_a_strip():
    # Every 1 3/4 in, with no margin between: 6 along the 11 in side, 4 strips of 2 in across 8 1/2 in.
    assert plan_sheets(job([CIRCLE], [letter()], 4)).sheets == 2
    close = replace(CIRCLE, pitch=inch("1 3/4"))
    assert plan_sheets(job([close], [letter()], 4)).sheets == 1


def test_a_die_strip_is_no_wider_than_the_plates():
    part = Strips(Side.WIDTH, ((20, Spot(0, False)), (20, Spot(0, False))))
    assert in_runs(part, {0: 69}, 40, 70, lambda w, h: False) == part
    assert in_runs(part, {0: 70}, 40, 70, lambda w, h: False) == Spot(0, False, 2, Side.WIDTH, 20)
    tall = piece("Tall", "2", "7", per_kit=4, cut=CutMethod.DIE, margin=inch("1/8"))
    made = job([tall], [letter()], 3)
    for plan in plan_sheets(made).papers:
        for layout in plan.layouts:
            for cut in layout.placements:
                assert min(cut.region[2:]) <= made.habits.plate


def test_what_is_over_at_the_end_of_a_strip_stays_on_it_unless_it_is_worth_keeping():
    part = Strips(Side.WIDTH, ((20, Spot(0, False)), (20, Spot(0, False))), 10)
    left = in_runs(part, {0: None}, 50, 20, lambda w, h: False)
    assert left == Spot(0, False, 2, Side.WIDTH, 20)
    assert placements(left, 50, 20) == [
        Placement(0, Region(0, 0, 20, 20), False), Placement(0, Region(20, 0, 20, 20), False)
    ]  # fmt: skip
    assert offcuts(left, 50, 20) == [Region(40, 0, 10, 20)]
    assert counts(left) == {0: 2}
    kept = in_runs(part, {0: None}, 50, 20, lambda w, h: True)
    assert kept == Strips(Side.WIDTH, ((40, Spot(0, False, 2, Side.WIDTH, 20)),), 10)


SIZES = st.sampled_from(["1", "1 1/2", "1 3/4", "2", "2 5/8", "4"])
METHODS = st.sampled_from(list(CutMethod))


# One setting fewer was preferred to thirty strokes fewer: 66 strokes, where rectangles take 60.
A_SETTING_AGAINST_STROKES = [
    ("1", "2", CutMethod.TRIM, 0, 1),
    ("1 1/2", "1 1/2", CutMethod.DIE, 0, 1),
    ("1 1/2", "2 5/8", CutMethod.DIE, 0, 3),
    ("1 1/2", "2 5/8", CutMethod.DIE, 0, 2),
]


@settings(max_examples=40, deadline=None)
@example(A_SETTING_AGAINST_STROKES, 6, Style.KIT_PER_SHEET)
@given(
    st.lists(st.tuples(SIZES, SIZES, METHODS, st.integers(0, 2), st.integers(1, 4)), min_size=1, max_size=4),
    st.integers(1, 12),
    st.sampled_from([Style.FEWEST_SHEETS, Style.KIT_PER_SHEET]),
)
def test_strips_hold_every_piece_and_take_no_more_strokes_than_rectangles(rows, kits, style):
    pieces = [
        piece(f"P{n}", w, h, cut=how, margin=inch("1/8"), spares=spares, per_kit=count)
        for n, (w, h, how, spares, count) in enumerate(rows)
    ]
    made = job(pieces, [letter()], kits, Cutting(style=style))
    plan = plan_job(made)
    assert faults_of(job_document(made), plan_document(plan)) == []
    # The same rectangles, all trimmed: as many sheets, and never fewer strokes of one layout each.
    plain = [replace(p, cut=CutMethod.TRIM, width=p.rough_width, height=p.rough_height) for p in pieces]
    trimmed = plan_sheets(job(plain, [letter()], kits, Cutting(style=style)))
    assert plan.sheets == trimmed.sheets
    if any(p.cut is not CutMethod.TRIM for p in pieces):
        assert plan.cutting.strokes <= trimmed.cutting.strokes + plan.cutting.settings


@pytest.mark.parametrize(("kits", "strokes", "stops"), [(1, 11, 5), (6, 36, 6)])
def test_a_layout_that_is_cut_for_many_kits_saves_strokes_before_it_saves_a_setting(kits, strokes, stops):
    pieces = [
        piece(f"P{n}", w, h, cut=how, margin=inch("1/8"), per_kit=count)
        for n, (w, h, how, _, count) in enumerate(A_SETTING_AGAINST_STROKES)
    ]
    made = job(pieces, [letter()], kits, Cutting(style=Style.KIT_PER_SHEET))
    cutting = plan_sheets(made).cutting
    assert (cutting.strokes, cutting.settings) == (strokes, stops)


def test_a_spare_piece_is_for_the_class_and_not_for_each_kit():
    bow = piece("Bow", "1", "3", spares=1)
    card = piece("Card", "4 1/4", "5 1/2")
    made = asked_for(job([bow, card], [letter()], 6))
    assert sorted((cut.piece, n) for cut, n in made.items()) == [("Bow", 7), ("Card", 6)]


def test_each_colourway_has_its_spares_and_one_without_kits_has_none():
    bow = piece("Bow", "1", "3", paper="print", spares=2)
    ways = (
        Colourway("Fern", 3, {"print": "fern"}),
        Colourway("Dusk", 4, {"print": "dusk"}),
        Colourway("None", 0, {"print": "dusk"}),
    )
    made = Job(Project("P", (bow,)), (letter("fern"), letter("dusk")), (), Class(7, 0, 0, None, ways))
    assert {(paper, sum(need.count for need in needs)) for paper, needs in demand_of(made).items()} == {
        ("fern", 5), ("dusk", 6)
    }  # fmt: skip


def test_a_piece_that_no_kit_holds_has_no_spare_either():
    # A version that leaves a piece out sets its count to nothing.
    assert demand_of(job([piece("Bow", "1", "3", spares=2, per_kit=0)], [letter()], 6)) == {}


def test_a_spare_half_takes_a_whole_of_its_own():
    half = piece("Half", "2", "2", cut=CutMethod.PUNCH, portion=Portion.HALF, spares=1)
    assert sum(need.count for need in demand_of(job([half], [letter()], 3))["body"]) == 2 + 1


def test_kits_on_sheets_of_their_own_stay_so_beside_spares():
    card = piece("Card", "8", "10", spares=1)
    plan = plan_sheets(job([card], [letter()], 4, Cutting(style=Style.KIT_PER_SHEET)))
    assert plan.sheets == 5


def test_a_spare_piece_makes_good_a_miscut_before_a_spare_kit_does():
    made = job([piece("Bow", "1", "3", spares=1), piece("Card", "4 1/4", "5 1/2")], [letter()], 6)
    made = replace(made, klass=replace(made.klass, seats=5, spares=1))
    lost = asked_for(made).__class__({CutPiece("body", "Bow", "all"): 1})
    cut = made_by([plan_sheets(made)])
    first = rescues(made, lost, cut, lost.__class__(), {}, [])[0]
    assert first.kind is RescueKind.SPARE
    assert first.message.params["left"] == 1


@pytest.mark.parametrize(
    ("said", "field", "value"),
    [
        ("Circle 1 3/4 x 1 3/4, punched from a 2 in strip", "margin", inch("1/8")),
        ("Circle 1 3/4 x 1 3/4, punched from 2 strips, pitch 1 7/8", "pitch", inch("1 7/8")),
        ("Circle 1 3/4 x 1 3/4 punched with a pitch of 1 7/8", "pitch", inch("1 7/8")),
        ("Circle 1 3/4 x 1 3/4, 1 7/8 pitch", "pitch", inch("1 7/8")),
        ("Bow 1 x 3, 6 a kit, 1 spare", "spares", 1),
        ("Bow 1 x 3, plus two spares", "spares", 2),
        ("Bow 1 x 3 with one spare piece", "spares", 1),
    ],
)
def test_strips_and_spares_as_they_are_said(said, field, value):
    read = read_line(said, "in", Known())
    assert not read.questions
    assert getattr(read.piece, field) == value
    assert read_line(tidy_line(read.piece, "in"), "in", Known()).piece == read.piece


@pytest.mark.parametrize("said", ["Circle 2 x 2, from a 1 in strip", "Bow 1 x 3, 5000 spare"])
def test_a_strip_too_narrow_and_too_many_spares_are_asked_about(said):
    assert read_line(said, "in", Known()).questions


def test_pieces_nearer_to_each_other_than_they_are_wide_are_noticed():
    near = replace(CIRCLE, pitch=inch("1 1/2"))
    (found,) = [f for f in check_project(Project("P", (near,)), "in") if f.message.key == "pitch-too-small"]
    fixed = found.fix.project.pieces[0]
    assert fixed.pitch == inch("1 3/4")
    assert not [f for f in check_project(Project("P", (fixed,)), "in") if f.message.key == "pitch-too-small"]
