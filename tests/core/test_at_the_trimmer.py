"""Sheets as they really are, and the work as hands do it: squaring, margins, turns and waiting piles."""

from __future__ import annotations

import json
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.cutting.edges import on_whole_sheet
from neat_sheaf.cutting.hands import WaitingPile, handled_at
from neat_sheaf.cutting.order import Becomes, Pile, cut_order, few_settings
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.cutting.squaring import squared
from neat_sheaf.cutting.strips import Strips
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Cutting, Style
from neat_sheaf.measure.length import millimetres
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Stock
from neat_sheaf.nesting.tree import Split, Spot, counts, cuts, offcuts, placements, widened
from neat_sheaf.plan import plan_job
from neat_sheaf.stock import Edges
from tests.core.building import inch, job, letter, piece
from tests.core.made_up_jobs import jobs
from tests.validator import faults_of
from tests.words import refused

CASES = Path(__file__).parents[1] / "cases"


def case(name):
    return read_job((CASES / f"{name}.json").read_text())


def test_edges_all_round_take_one_squaring_setting_and_measure_no_waste():
    plan = plan_sheets(case("squaring-cut"))
    assert (plan.sheets, plan.cutting.settings, plan.cutting.strokes) == (1, 3, 10)
    first, *others = plan.cutting.batches
    assert first.squaring
    assert first.setting == inch("1/16")
    assert len(first.strokes) == 2
    assert not any(batch.squaring for batch in others)
    assert {s.strip for batch in others for s in batch.strokes} == {Becomes.PART, Becomes.PIECE}


@settings(max_examples=15, deadline=None)
@given(jobs(wide=False), st.sampled_from(["1/16", "1/8", "1/2"]), st.sampled_from(["0", "1/16", "1/4"]))
def test_squared_sheets_with_a_margin_are_cut_as_they_are_drawn(made, square, margin):
    made = replace(made, cutting=replace(made.cutting, squaring=inch(square), safety=inch(margin)))
    plan = plan_job(made)
    assert faults_of(job_document(made), plan_document(plan)) == []
    # A margin is never paid for, and nothing is squared twice.
    plain = plan_sheets(replace(made, cutting=replace(made.cutting, safety=inch("0"))))
    if not plan.mixes:
        # Where it is not proved how few there can be, the two searches may end apart.
        for one, without in zip(plan.papers, plain.papers, strict=True):
            assert one.sheets <= without.sheets
            assert one.sheets == without.sheets or without.sheets > without.lower_bound
        assert [p.lower_bound for p in plan.papers] == [p.lower_bound for p in plain.papers]
    assert squared(squared(made)) == squared(made)


@pytest.mark.parametrize("style", Style)
def test_squared_sheets_of_another_size_are_there_when_the_first_size_is_not_used(style):
    pieces = [
        piece("Panel", "7", "3 3/8"),
        piece("Strip", "5 1/2", "3/4", per_kit=4, scrap=True),
        piece("Dot", "3/4", "3/4", per_kit=3, scrap=True),
    ]
    other = replace(letter("other", same_as="body"), width=millimetres(210), height=millimetres(297))
    cutting = Cutting(style=style, mix_sizes=True, squaring=inch("1/16"))
    made = job(pieces, [letter(), other], 10, cutting)
    plan = plan_job(made)
    assert faults_of(job_document(made), plan_document(plan)) == []


def test_a_margin_is_left_where_it_is_free_and_not_where_it_is_not():
    free = plan_sheets(job([piece("Card", "4", "5")], [letter()], 4, Cutting(safety=inch("1/8"))))
    exact = plan_sheets(job([piece("Card", "4 1/4", "5 1/2")], [letter()], 4, Cutting(safety=inch("1/8"))))
    assert (free.sheets, free.papers[0].safety) == (1, inch("1/8"))
    assert (exact.sheets, exact.papers[0].safety) == (1, 0)
    for layout in free.papers[0].layouts:
        for place in layout.placements:
            assert place.region.x + place.region.width <= layout.stock.width - inch("1/8")


def test_no_margin_is_left_where_a_size_of_the_paper_is_smaller_than_it():
    pieces = [piece("Dot", "1", "1"), piece("Card", "4", "5")]
    papers = [letter(), replace(letter("strip", same_as="body"), width=inch("1 1/4"), height=inch("11"))]
    cutting = Cutting(mix_sizes=True, safety=inch("1 1/2"))
    made = job(pieces, papers, 4, cutting)
    plan = plan_job(made)
    assert faults_of(job_document(made), plan_document(plan)) == []
    assert all(paper.safety == 0 for paper in plan.papers)


def test_a_sheet_is_cut_as_it_measures_and_not_as_it_is_sold():
    short = letter(measured=(inch("8 3/8"), inch("11")))
    half = piece("Half", "4 1/4", "11")
    assert plan_sheets(job([half], [letter()], 4)).sheets == 2
    plan = plan_sheets(job([half], [short], 4))
    assert plan.sheets == 4
    assert {layout.stock.width for _, layout in plan.layouts} == {inch("8 3/8")}


def test_a_measured_sheet_goes_through_the_job_file():
    made = job([piece("Half", "4", "5")], [letter(measured=(inch("8 3/8"), inch("10 15/16")))], 4)
    made = replace(made, cutting=Cutting(squaring=inch("1/16"), safety=inch("1/8"), most_piles=3))
    assert read_job(json.dumps(job_document(made))) == made


@pytest.mark.parametrize("size", ["3 in", "-1 mm"])
def test_more_than_an_edge_is_not_taken_off(size):
    document = job_document(job([piece("Half", "4", "5")], [letter()], 4))
    document["cutting"]["squaring"] = size
    with pytest.raises(FileError) as refused:
        read_job(json.dumps(document))
    assert [fault.path for fault in refused.value.faults] == ["cutting.squaring"]


def test_a_far_edge_needs_no_cut_beside_waste_but_keeps_what_is_worth_keeping():
    paper = letter(edges=Edges(right=10))
    stock = Stock(90, 50, whole=(100, 50))
    part = Strips(Side.WIDTH, ((20, Spot(0, False)), (20, Spot(0, False))), 50)
    wasted = on_whole_sheet(paper, stock, 1, part, None, lambda w, h: False).part
    assert wasted == replace(part, rest=60)
    kept = on_whole_sheet(paper, stock, 1, part, None, lambda w, h: True).part
    assert kept == Strips(Side.WIDTH, ((90, part),), 10)


@settings(max_examples=15, deadline=None)
@given(jobs(wide=False), st.integers(0, 9), st.integers(0, 9))
def test_a_widened_layout_has_the_same_pieces_in_the_same_places(made, wide, high):
    for _, layout in plan_sheets(replace(made, cutting=Cutting())).layouts:
        # A row of the pieces alone, as a tree.
        places = sorted(layout.placements, key=lambda p: p.region)[:3]
        tree = None
        width = sum(p.region.width for p in places)
        height = max((p.region.height for p in places), default=0)
        for n, place in reversed(list(enumerate(places))):
            spot = Spot(n, False)
            if place.region.height < height:
                spot = Split(Side.HEIGHT, place.region.height, spot, None)
            tree = spot if tree is None else Split(Side.WIDTH, place.region.width, spot, tree)
        grown = widened(tree, width, height, width + wide, height + high)
        assert placements(grown, width + wide, height + high) == placements(tree, width, height)
        assert counts(grown) == counts(tree)
        free = sum(r.width * r.height for r in offcuts(grown, width + wide, height + high))
        used = sum(p.region.width * p.region.height for p in places)
        assert free + used == (width + wide) * (height + high)
        assert all(min(c.of[2:]) > 0 for c in cuts(grown, width + wide, height + high))


def test_a_piece_whose_size_matters_is_not_left_as_the_rest_where_another_order_does():
    # A strip of 3 and one of 2 out of 5: whichever is cut first, the other is what is left.
    part = Strips(Side.WIDTH, ((3, Spot(0, False)), (2, Spot(1, False))))
    assert few_settings([part], loose=frozenset({0})) == [2]
    assert few_settings([part], loose=frozenset({1})) == [3]


def test_what_is_turned_and_what_waits_is_counted_as_hands_find_it():
    spot = Spot(0, False)
    inner = Strips(Side.HEIGHT, ((20, spot), (20, spot)), 10)
    sheet = Strips(Side.WIDTH, ((30, inner), (30, inner)), 40)
    batches, _ = cut_order([Pile(0, 4, 100, 50, sheet)], [1])
    first, second = handled_at(batches, {0: 4})
    assert first.turned == (0,)
    assert first.waiting == (WaitingPile(0, 30, 50, 8),)
    assert second.turned == (8,)
    assert second.waiting == ()


@settings(max_examples=15, deadline=None)
@given(jobs(wide=False))
def test_the_figures_of_a_plan_are_those_of_its_settings(made):
    plan = plan_sheets(replace(made, cutting=replace(made.cutting, sheets_at_once=1, papers_together=True)))
    hands = plan.hands
    assert max((len(at.waiting) for at in hands), default=0) == plan.cutting.handling.pile
    if all(paper.at_once in (None, 1) for paper in made.papers):
        assert sum(sum(at.turned) for at in hands) == plan.cutting.handling.turn
    assert all(not at.waiting for at in hands[-1:])


def test_fewer_piles_wait_where_that_is_asked_for_at_one_setting_more():
    spot = Spot(0, False)

    def sheet(strip):
        inner = Strips(Side.HEIGHT, ((20, spot), (20, spot)), 10)
        return Pile(0, 1, 100, 50, Strips(Side.WIDTH, ((strip, inner), (strip, inner)), 100 - 2 * strip))

    def piles(batches):
        return max(len(at.waiting) for at in handled_at(batches, {0: 1, 1: 1}))

    both = [sheet(30), sheet(40)]
    free, _ = cut_order(both, [1])
    limited, _ = cut_order(both, [1], most_piles=1)
    assert (len(free), piles(free)) == (3, 2)
    assert (len(limited), piles(limited)) == (4, 1)


@settings(max_examples=15, deadline=None)
@given(jobs(wide=False), st.integers(1, 4))
def test_a_plan_with_a_limit_of_piles_is_as_valid(made, most):
    made = replace(made, cutting=replace(made.cutting, most_piles=most))
    assert faults_of(job_document(made), plan_document(plan_job(made))) == []


def test_a_paper_of_which_squaring_leaves_nothing_is_refused_by_name():
    scrap = replace(letter(), width=inch("1/2"), height=inch("1/2"))
    with refused(CannotPlanError, "does not fit"):
        plan_sheets(job([piece("Dot", "1/4", "1/4")], [scrap], 4, Cutting(squaring=inch("1/2"))))


def test_other_sheet_sizes_are_squared_too_and_spares_of_other_roles_are_not_theirs():
    pieces = [piece("Card", "4 1/4", "5 1/2", spares=4), piece("Mat", "4", "5", paper="print", spares=9)]
    papers = [letter(), letter("print")]
    plain = {(r.role, r.name): r.sheets for r in size_advice(job(pieces, papers, 4))}
    assert plain["body", "body"] == 2
    square = size_advice(job(pieces, papers, 4, Cutting(squaring=inch("1/16"))))
    # Four quarters of a sheet are not to be had of a sheet that is squared.
    assert {(r.role, r.name): r.sheets for r in square}["body", "body"] == 4
