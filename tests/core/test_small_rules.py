"""Rules that a changed sign or number went unnoticed in, each by itself."""

from __future__ import annotations

import itertools

import pytest

from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.folding import fold
from neat_sheaf.folding.library import started
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.pinned import Round, offcuts_there, steps_of
from neat_sheaf.project import Line
from neat_sheaf.stock import Offcut
from neat_sheaf.wording import english
from tests.slips import library

from .building import inch, job, letter, piece


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
