"""From what there is: kits without buying, what one more pack gives, and a paper until it is gone."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from neat_sheaf.advice.counting import Bought
from neat_sheaf.advice.from_stock import from_stock, kits_until_gone
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.cli.choices_report import choices_report
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.job import Class, Colourway, Cutting, Job, Style
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.project import Project, SupplyUse
from neat_sheaf.stock import Offcut, Supply, SupplyUnit
from tests.core.building import inch, job, letter, piece
from tests.core.made_up_jobs import jobs

CARD = piece("Card", "4 1/4", "5 1/2")  # four come off a Letter sheet


def test_kits_without_buying_are_those_of_the_sheets_on_hand():
    found = from_stock(job([CARD], [letter(on_hand=3, pack_sheets=10)], 20))
    assert (found.kits, found.lacking) == (12, (Bought("paper", "body"),))
    assert [(more.packs, more.kits) for more in found.more] == [((Bought("paper", "body"),), 52)]


def test_offcuts_are_part_of_what_there_is():
    paper = letter(on_hand=1, offcuts=(Offcut(inch("4 1/4"), inch("11"), 1),))
    assert from_stock(job([CARD], [paper], 20)).kits == 6


def test_a_supply_that_runs_out_first_is_what_is_lacking():
    made = job([CARD], [letter(on_hand=9)], 20)
    pads = Supply("pads", "Pads", SupplyUnit.EACH, Decimal(12), None, Decimal(8))
    project = replace(made.project, supplies=(SupplyUse("pads", Decimal(4), None, 1),))
    made = replace(made, project=project, supplies=(pads,))
    found = from_stock(made)
    assert (found.kits, found.lacking) == (2, (Bought("supply", "pads"),))
    assert [more.kits for more in found.more] == [5]


def test_where_two_things_are_lacking_one_more_of_each_is_said_too():
    papers = [letter(on_hand=1, pack_sheets=1), letter("print", on_hand=1, pack_sheets=1)]
    found = from_stock(job([CARD, piece("Mat", "4 1/4", "5 1/2", paper="print")], papers, 20))
    both = (Bought("paper", "body"), Bought("paper", "print"))
    assert (found.kits, found.lacking) == (4, both)
    assert [(more.packs, more.kits) for more in found.more] == [(both, 8)]


def test_of_a_very_large_stock_only_so_many_kits_are_asked_for():
    found = from_stock(job([CARD], [letter(on_hand=5000)], 20))
    assert (found.kits, found.lacking, found.more) == (400, (), ())
    assert "400 kits or more without buying anything" in choices_report(job([CARD], [letter(on_hand=500)], 1))


def test_where_the_work_is_used_up_nothing_is_said_to_be_lacking():
    hard = SearchControl(steps=0)
    found = from_stock(job([CARD], [letter(on_hand=3, pack_sheets=10)], 20), hard)
    assert found.kits <= 12
    assert (found.lacking, found.more) == ((), ())


def test_a_class_without_kits_is_still_told_what_there_is():
    made = job([CARD], [letter(on_hand=2)], 0)
    assert from_stock(made).kits == 8


@settings(max_examples=25, deadline=None)
@given(
    st.integers(0, 6), st.sampled_from(["3", "4 1/4", "5"]), st.sampled_from(["2", "5 1/2"]),
    st.integers(1, 3), st.integers(0, 2), st.sampled_from([Style.FEWEST_SHEETS, Style.KIT_PER_SHEET]),
)  # fmt: skip
def test_so_many_kits_need_no_pack_and_one_more_does(on_hand, width, height, per_kit, spares, style):
    pieces = [piece("P", width, height, per_kit=per_kit, spares=spares), piece("Tag", "1", "3")]
    made = job(pieces, [letter(on_hand=on_hand)], 5, Cutting(style=style))
    found = from_stock(made)
    if found.kits:
        assert plan_job(with_kits(made, found.kits)).paper_totals[0].packs == 0
    assert plan_job(with_kits(made, found.kits + 1)).paper_totals[0].packs > 0
    for more in found.more:
        assert more.kits > found.kits
        assert plan_job(with_kits(made, more.kits)).paper_totals[0].packs <= 1


def two_papers(on_hand, kits):
    ways = (Colourway("Fern", kits, {"body": "kraft"}),)
    papers = (letter("kraft", on_hand=on_hand), letter("oat"))
    return Job(Project("P", (CARD,)), papers, (), Class(kits, 0, 0, None, ways))


@pytest.mark.parametrize(("on_hand", "kits", "until"), [(2, 20, 8), (5, 20, 20), (0, 20, 0)])
def test_a_paper_is_used_for_whole_kits_until_it_is_gone(on_hand, kits, until):
    assert kits_until_gone(two_papers(on_hand, kits), "Fern", "body", "oat") == until


def test_what_another_colourway_takes_of_a_paper_is_kept_for_it():
    made = two_papers(3, 8)
    ways = (*made.klass.colourways, Colourway("Dusk", 5, {"body": "kraft"}))
    made = replace(made, klass=Class(13, 0, 0, None, ways))
    # Dusk's five and seven of Fern come off three sheets.
    assert kits_until_gone(made, "Fern", "body", "oat") == 7
    with pytest.raises(KeyError):
        kits_until_gone(made, "Moss", "body", "oat")


@settings(max_examples=6, deadline=None)
@given(jobs(wide=False))
def test_the_seat_table_says_of_the_seats_booked_what_the_plan_says(made):
    cutting = replace(
        made.cutting, style=Style.FEWEST_SHEETS, mix_sizes=False, empty_last=False, safety=inch("0")
    )
    pieces = tuple(replace(p, scrap=False) for p in made.project.pieces)
    made = replace(made, cutting=cutting, project=replace(made.project, pieces=pieces))
    made = replace(made, klass=replace(made.klass, seats=max(1, made.klass.seats)))
    # A class for which nobody books has other kits than one for which somebody does.
    assume(made.klass.wanted == sum(c.kits + c.ready for c in made.klass.colourways))
    table = seat_breakpoints(made, most=made.klass.seats)
    (row,) = [row for row in table.rows if row.seats == made.klass.seats]
    plan = plan_sheets(made)
    assert {paper: n for paper, n in row.sheets.items() if n} == {
        paper.paper: paper.sheets for paper in plan.papers if paper.sheets
    }
