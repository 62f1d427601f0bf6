"""Sheet sizes and seats side by side."""

from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings

from neat_sheaf.advice.counting import Bought, SheetCounter
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.advice.sizes import STANDARD_SHEETS, size_advice
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Class, Colourway, Cutting, Style
from neat_sheaf.limits import MOST_SEAT_ROWS
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.stock import Print
from tests.validator import faults_of
from tests.words import refused, said

from .building import inch, job, letter, piece
from .made_up_jobs import jobs

EXAMPLES = Path(__file__).parents[2] / "examples"
CARD = [piece("Card", "4 1/4", "11")]


def two_papers(kits):
    """Half the kits in one paper, half in another."""
    made = job(
        [piece("Card", "5", "7"), piece("Tag", "2", "3", per_kit=2)], [letter(), letter("other")], kits
    )
    first, second = (kits + 1) // 2, kits // 2
    colourways = (Colourway("A", first, {"body": "body"}), Colourway("B", second, {"body": "other"}))
    return replace(made, klass=Class(kits, 0, 0, None, colourways))


def test_standard_sheets_are_advised_with_the_shortfall_of_those_that_fail():
    rows = {row.name: row for row in size_advice(job(CARD, [letter(pack_price=Decimal(2))], 10))}
    assert set(rows) == {"A4", "12 x 12 in", "6 x 6 in", "body"}
    # Letter holds two cards of 4 1/4 in; A4 is 210 mm, 8.27 in, wide: one; 12 in hold two and 3 1/2 over.
    assert {name: row.sheets for name, row in rows.items()} == {
        "A4": 10, "12 x 12 in": 5, "6 x 6 in": None, "body": 5,
    }  # fmt: skip
    assert rows["body"].chosen
    assert rows["body"].per_kit == Decimal("1.00")
    assert rows["A4"].per_kit is None
    assert said(rows["6 x 6 in"].fails).endswith("5 in too high")
    # The sizes are those of the standards: ANSI/ASME Y14.1 size A, ISO 216.
    assert STANDARD_SHEETS[0][1:] == (inch("8 1/2"), inch("11"))
    assert STANDARD_SHEETS[1][1:] == (210_000_000, 297_000_000)


def test_advice_keeps_to_the_print_of_the_paper_it_is_asked_for():
    strip = [piece("Strip", "11", "2", follows_print=True)]
    cupboard = [letter("plain"), letter("up", print=Print.ONE_WAY)]
    rows = {row.name: row for row in size_advice(job(strip, [letter("body")], 4), cupboard)}
    assert rows["plain"].sheets == 1
    assert rows["up"].sheets is None
    assert "it would fit turned, but it follows the print" in said(rows["up"].fails)


def test_every_seat_says_what_it_opens_and_which_is_the_last_free_one():
    made = job(CARD, [letter(on_hand=4, pack_sheets=5, pack_price=Decimal(3))], 7)
    steps = seat_breakpoints(made)
    assert [row.opened for row in steps.rows[:8]] == [1, 1, 2, 2, 3, 3, 4, 4]
    assert (steps.free_of_sheets, steps.free_of_packs) == (8, 8)
    assert steps.rows[8].packs == {Bought("paper", "body"): 1}
    assert steps.rows[8].cash == Decimal(3)
    assert all(row.proved for row in steps.rows)


@pytest.mark.parametrize("name", ["seed-drawer", "row-marker-fan-a4", "potting-shed-tin"])
def test_seat_by_seat_agrees_with_the_plan_of_each_number(name):
    made = read_job((EXAMPLES / f"{name}.json").read_text())
    made = replace(made, cutting=replace(made.cutting, style=Style.FEWEST_SHEETS))
    steps = seat_breakpoints(made, most=24)
    for row in steps.rows[::3]:
        plan = plan_sheets(with_kits(made, row.kits))
        assert {p.paper: p.sheets for p in plan.papers} == row.sheets
    opened = [row.opened for row in steps.rows]
    assert opened == sorted(opened)


@given(jobs(wide=False))
@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_seat_by_seat_never_promises_what_is_proved_impossible(made_up):
    made_up = replace(made_up, cutting=Cutting())
    for row in seat_breakpoints(made_up, most=8).rows:
        wanted = row.seats + made_up.klass.samples + made_up.klass.spares
        plan = plan_sheets(with_kits(made_up, wanted))
        for paper in plan.papers:
            # Patterns are kept from number to number, so what is not proved may differ by a sheet.
            assert paper.lower_bound <= row.sheets[paper.paper] <= paper.sheets + 1
        if row.proved and plan.proved:
            assert row.opened == plan.sheets


def test_seat_by_seat_money_is_rounded_as_the_totals_are():
    made = job(CARD, [letter(pack_sheets=1, pack_price=Decimal("0.3333"))], 7)
    assert [row.cash for row in seat_breakpoints(made, most=4).rows[:4]] == [
        Decimal("0.33"), Decimal("0.33"), Decimal("0.67"), Decimal("0.67"),
    ]  # fmt: skip
    assert all(-row.cash.as_tuple().exponent == 2 for row in seat_breakpoints(made, most=4).rows)


def test_a_number_of_kits_takes_the_plan_of_a_larger_number_where_that_opens_fewer_sheets():
    made = job(CARD, [letter()], 4)
    counter = SheetCounter(made, made.papers[0], demand_of(made)["body"], SearchControl())
    counter.found[(1,)] = {1: 1, 2: 4, 3: 2, 4: 2}
    counter.settle()
    assert counter.found[(1,)] == {1: 1, 2: 2, 3: 2, 4: 2}


def test_a_large_class_has_a_table_of_the_seats_around_its_own():
    steps = seat_breakpoints(job(CARD, [letter()], 9_000))
    assert len(steps.rows) == MOST_SEAT_ROWS
    assert steps.rows[0].seats < 9_000 < steps.rows[-1].seats
    assert steps.free_of_sheets == 9_000


def test_the_seat_table_and_the_sizes_keep_to_what_the_trimmer_reaches():
    # 12 x 18 on a 9 in trimmer: no cut reaches across it. Letter parts across its short side.
    far = replace(letter(), width=inch("12"), height=inch("18"))
    made = job([piece("Card", "3 1/2", "3 3/4")], [far], 4, Cutting(trimmer=inch("9")))
    with refused(CannotPlanError, "trimmer that cuts 9 in"):
        seat_breakpoints(made)
    rows = {row.name: row for row in size_advice(made)}
    assert said(rows["body"].fails) == "not within reach of a trimmer that cuts 9 in"
    assert rows["Letter"].sheets == 1
    near = replace(made, papers=(letter(),))
    assert [row.opened for row in seat_breakpoints(near, most=12).rows] == [
        plan_sheets(with_kits(near, n)).sheets for n in range(1, 13)
    ]


def test_seats_of_two_colourways_are_shared_out_as_the_class_does():
    steps = seat_breakpoints(two_papers(9), most=12)
    for row in steps.rows:
        made = plan_sheets(with_kits(two_papers(9), row.seats))
        assert row.opened == made.sheets


def test_seats_cannot_be_computed_where_a_piece_fits_no_sheet():
    with refused(CannotPlanError, "does not fit"):
        seat_breakpoints(job([piece("Wide", "12", "12")], [letter()], 3))


@pytest.mark.parametrize("seats", [3, 7, 11])
def test_the_seat_table_of_a_class_that_mixes_sizes_is_of_the_same_plan(seats):
    # It planned without mixing: other sheets and other money than the class's own plan beside it.
    big = replace(
        letter("large"), width=inch("12"), height=inch("12"), same_as="body", pack_price=Decimal("1.10")
    )
    pieces = [piece("Card", "5", "6"), piece("Tag", "1", "2", per_kit=3)]
    made = job(pieces, [letter(pack_price=Decimal(1)), big], seats, Cutting(mix_sizes=True))
    table = seat_breakpoints(made, 12)
    plan = plan_job(made)
    row = next(one for one in table.rows if one.seats == made.klass.seats)
    assert row.sheets == {one.paper: one.sheets for one in plan.papers}
    assert (row.cash, row.used) == (plan.cost.cash_out.total, plan.cost.sheets_opened.total)
    assert [one.seats for one in table.rows] == list(range(1, 13))


def test_the_judge_accepts_plans_of_all_the_real_stock_and_catches_a_wrong_order():
    from neat_sheaf.stock import Edges

    big = replace(
        letter("large"), width=inch("12"), height=inch("12"), same_as="body", pack_price=Decimal("1.10")
    )
    small = letter(pack_price=Decimal(1), edges=Edges(bottom=inch("1/2")), at_once=2)
    pieces = [
        piece("Card", "5", "6"), piece("Tag", "1", "2", per_kit=3, scrap=True),
        piece("L", "2", "3", matched="pair", follows_print=True),
        piece("R", "2", "3", matched="pair", follows_print=True),
    ]  # fmt: skip
    made_job = job(pieces, [small, big], 9, Cutting(mix_sizes=True))
    made = plan_job(made_job)
    document = plan_document(made)
    assert faults_of(job_document(made_job), document) == []
    document["cutting"]["batches"].reverse()
    assert faults_of(job_document(made_job), document) != []
    document["cutting"]["batches"].reverse()
    document["cutting"]["strokes"] += 1
    assert faults_of(job_document(made_job), document) == ["settings or strokes are counted wrongly"]
