"""Rules that a changed sign or number went unnoticed in, each by itself."""

from __future__ import annotations

import itertools
from dataclasses import replace

import pytest
import shapely

from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.folding import Form, fold
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.library import started
from neat_sheaf.folding.walls import room_in_walls
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.pace import USUAL_PACE
from neat_sheaf.pinned import Round, change_of, difference, made_by, offcuts_there, steps_of
from neat_sheaf.preparing.tasks import prepare
from neat_sheaf.project import Edge, Line, Notch, NotchShape, Panel
from neat_sheaf.stock import Offcut
from neat_sheaf.wording import english
from tests.slips import library

from .building import across, inch, job, letter, piece, upward


def test_a_part_that_is_cut_off_is_there_once_its_layout_is_cut_to_the_end_and_not_before():
    made = job([piece("Card", "8 1/2", "5 1/2"), piece("Tag", "3", "4")], [letter()], 3)
    plan = plan_sheets(made)
    rounds = [Round(plan)]
    steps = list(steps_of(rounds))
    (paper,) = made.papers
    layouts = plan.papers[0].layouts
    kept = {one.letter: [left for left in one.residuals if left.kept] for one in layouts}
    assert any(kept.values())
    last = {part.layout: n for n, stroke in enumerate(steps) for part in stroke.parts}
    for done in range(len(steps) + 1):
        expected = sum(one.times * len(kept[one.letter]) for one in layouts if last[one.letter] < done)
        there = offcuts_there(rounds, done, made.papers)
        assert set(there) == {paper.id}
        assert sum(one.count for one in there[paper.id]) == expected


def test_what_the_cupboard_has_is_there_from_the_first_and_what_is_used_of_it_is_not():
    whole = Offcut(inch("8 1/2"), inch("5 1/2"), 2)
    small = Offcut(inch("1"), inch("2"), 4)
    paper = letter(offcuts=(whole, small))
    made = job([piece("Card", "8 1/2", "5 1/2")], [paper], 1)
    rounds = [Round(plan_sheets(made))]
    used = [layout.stock.is_sheet for layout in rounds[0].sheets.papers[0].layouts]
    assert used == [False]
    assert offcuts_there([], 0, [paper]) == {paper.id: [whole, small]}
    left = offcuts_there(rounds, 0, [paper])[paper.id]
    assert {(one.width, one.count) for one in left} == {(inch("8 1/2"), 1), (inch("1"), 4)}


@pytest.mark.parametrize("panels", [4, 5, 6, 7])
def test_a_concertina_is_folded_to_and_fro(panels):
    scores = tuple(Line(Side.WIDTH, inches(2 * n)) for n in range(1, panels))
    folded = fold(piece("Fan", str(2 * panels), "3", scores=scores))
    turns = [round(angle) for angle in folded.angles]
    assert len(turns) == panels - 1
    assert {abs(turn) for turn in turns} == {180}
    assert all(one == -other for one, other in itertools.pairwise(turns))


def test_the_mats_of_a_form_are_cut_from_the_print_and_there_are_none_where_they_are_not_wanted():
    seen = 0
    for code, units, room, project in library():
        mats = [one for one in project.pieces if one.mat_of is not None]
        seen += len(mats)
        assert {mat.paper for mat in mats} <= {"print"}
        bare = started(code, tuple(Length(n) for n in room), english(units), USUAL_HABITS, matted=False)
        assert not [one for one in bare.pieces if one.mat_of is not None]
    assert seen > 50


def test_a_slit_through_a_fold_is_named_with_its_place():
    tray = piece("Tray", "6", "5", scores=(*across("1", "5"), *upward("1", "4")))
    through = Line(Side.WIDTH, inch("1"), inch("1"), inch("4"))
    whole = fold(replace(tray, slits=(*fold(tray).slits, through)))
    (said,) = [one.message for one in whole.remarks if one.message.code == "fold-slit-wrong"]
    assert english("in").words(said).startswith("the slit along the width at 1 in")


def test_a_box_whose_lid_is_cut_away_is_none_that_tucks_in():
    (box,) = started(
        "tuck-box", (inch("2"), inch("2"), inch("3")), english("in"), USUAL_HABITS, matted=False
    ).pieces
    assert fold(box).form is Form.TUCK_BOX
    lids = [n for n in range(1, 6) if Panel(n, 4) not in box.removed]
    found = [fold(replace(box, removed=(*box.removed, Panel(n, 3)))).form for n in lids]
    assert found
    assert Form.TUCK_BOX not in found


def test_a_slipped_cut_has_no_more_paper_than_its_sheet():
    # Two notches that meet make an outline that crosses itself.
    notches = tuple(
        Notch(edge, NotchShape.TRIANGULAR, inch("2"), inch("1 1/2"), inch("2"))
        for edge in (Edge.TOP, Edge.BOTTOM)
    )
    sheet = facets_of(piece("Bow", "4", "3", notches=notches))
    area = sum(shapely.Polygon(facet.ring).area for facet in sheet.facets)
    assert 0 < area <= inch("4") * inch("3")


def test_room_is_between_walls_of_either_side_of_the_floor():
    def wall(x, to_x, y, to_y, high):
        return [(x, y, 0.0), (to_x, to_y, 0.0), (to_x, to_y, high), (x, y, high)]

    million = 1_000_000.0
    floor = [
        (0.0, 0.0, 0.0),
        (40 * million, 0.0, 0.0),
        (40 * million, 30 * million, 0.0),
        (0.0, 30 * million, 0.0),
    ]
    sides = [
        wall(0.0, 0.0, 0.0, 30 * million, 20 * million),
        wall(40 * million, 40 * million, 0.0, 30 * million, 20 * million),
    ]
    for mirror in (1, -1):
        rings = [floor, *([(x, y, mirror * z) for x, y, z in ring] for ring in sides)]
        assert room_in_walls(rings, 0, 0) == (40 * million, 30 * million, 20 * million)


def test_pieces_that_a_smaller_class_no_longer_needs_are_counted_in_words():
    card = [piece("Card", "4", "5")]
    rounds = [Round(plan_sheets(job(card, [letter()], 5)))]
    now = job(card, [letter()], 2)
    change = change_of(now, difference(now, made_by(one.sheets for one in rounds)), rounds)
    (said,) = [one for one in change.messages if one.code == "pieces-over"]
    assert "3 Card" in english("in").words(said)


def test_the_work_of_a_class_by_another_pace():
    made = prepare(job([piece("Card", "4", "5", scores=across("2"))], [letter()], 5))
    assert made.seconds_by(USUAL_PACE) == made.seconds > 0
    twice = replace(
        USUAL_PACE, **{name: 2 * getattr(USUAL_PACE, name) for task in made.tasks for name, _ in task.parts}
    )
    assert made.seconds_by(twice) == sum(
        2 * task.seconds if task.parts else task.seconds or 0 for task in made.tasks
    )
