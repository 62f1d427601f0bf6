"""Styles, sheet sizes and seats side by side."""

from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings

from neat_sheaf.advice.seats import Bought, _Counter, seat_breakpoints
from neat_sheaf.advice.sizes import STANDARD_SHEETS, size_advice
from neat_sheaf.advice.styles import advised, compare_styles, price_of
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Class, Colourway, Cutting, Style
from neat_sheaf.limits import MOST_SEAT_ROWS
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.project import CutMethod, Portion
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


def test_styles_are_priced_and_the_fewest_sheets_are_fewest():
    prices = compare_styles(job([piece("Third", "8 1/2", "3 1/2", per_kit=2)], [letter()], 3))
    assert [p.style for p in prices] == list(Style)
    assert [p.sheets for p in prices] == [2, 2, 3]
    style, because = advised(prices)
    assert style is Style.FEWEST_SHEETS
    assert "another opens up to 1 more" in said(because)


@given(jobs(wide=False))
@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_no_style_opens_fewer_sheets_than_the_one_that_promises_the_fewest(made_up):
    # Where sizes share the work their price is least, and not their number.
    made_up = replace(made_up, cutting=replace(made_up.cutting, mix_sizes=False))
    prices = {p.style: p for p in compare_styles(made_up)}
    fewest = prices[Style.FEWEST_SHEETS]
    assert fewest.sheets == min(p.sheets for p in prices.values())
    style, _ = advised(list(prices.values()))
    assert prices[style].sheets == fewest.sheets


def price(style, sheets, seconds):
    made = compare_styles(job(CARD, [letter()], 2))[0]
    return replace(made, style=style, sheets=sheets, seconds=seconds)


@pytest.mark.parametrize(
    ("seconds", "sheets", "style", "says"),
    [
        ((659, 600, 700), (8, 9, 12), Style.FEWEST_SHEETS, "less than a minute at the trimmer"),
        ((720, 600, 700), (8, 9, 12), Style.FEWEST_SHEETS, "2 min at the trimmer could be"),
        ((600, 600, 700), (8, 9, 12), Style.FEWEST_SHEETS, "no style is quicker at the trimmer"),
        ((700, 650, 600), (8, 8, 8), Style.KIT_PER_SHEET, "this one is the quickest at the trimmer"),
        ((700, 650, 600), (8, 8, 9), Style.FEWEST_SETTINGS, "could be saved for 1 sheet"),
    ],
)  # fmt: skip
def test_the_quickest_is_said_of_none_that_is_not(seconds, sheets, style, says):
    prices = [price(of, n, s) for of, n, s in zip(Style, sheets, seconds, strict=True)]
    found, because = advised(prices)
    assert found is style
    assert says in said(because)
    assert said(because) == said(because).lower()


def test_a_style_is_advised_by_its_time_and_its_sheets_together_as_they_are_planned():
    kit = [piece("Body", "4", "6"), piece("Mat", "3 3/4", "5 3/4"), piece("Tag", "2", "3")]
    prices = compare_styles(job(kit, [letter()], 30))
    style, because = advised(prices)
    best = next(p for p in prices if p.style is style)
    assert best.sheets == min(p.sheets for p in prices)
    assert ("no style is quicker" in said(because)) == all(p.seconds >= best.seconds for p in prices)


@given(jobs(wide=False))
@settings(max_examples=20, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_no_style_has_fewer_layouts_and_settings_than_the_style_named_for_them(made_up):
    # Halves and quarters are cut from more wholes where each kit has its own sheets.
    pieces = tuple(replace(p, portion=Portion.WHOLE) for p in made_up.project.pieces)
    made_up = replace(made_up, project=replace(made_up.project, pieces=pieces))
    made_up = replace(made_up, cutting=replace(made_up.cutting, mix_sizes=False))
    prices = {price.style: price.layouts + price.settings for price in compare_styles(made_up)}
    assert prices[Style.FEWEST_SETTINGS] == min(prices.values())


def test_styles_beside_each_other_are_priced_as_each_is_alone():
    # Quarters are cut from wholes that kits share, but where each kit is cut on its own sheets.
    corner = {"cut": CutMethod.PUNCH, "portion": Portion.QUARTER}
    kit = [piece("Guard", "2", "2", per_kit=3, **corner), piece("Card", "4", "5")]
    made = job(kit, [letter()], 5)
    alone = [price_of(plan_job(replace(made, cutting=Cutting(style))), style) for style in Style]
    assert compare_styles(made) == alone


def test_a_kit_of_two_sheets_is_cut_over_and_over_where_few_settings_are_wanted():
    # Two bodies fill a sheet apart from a strip, and a lid fills another: two layouts, however many kits.
    kit = [piece("Body", "8 1/2", "5", per_kit=2), piece("Lid", "8", "8"), piece("Tag", "2", "2", per_kit=3)]
    prices = {p.style: p for p in compare_styles(job(kit, [letter()], 12))}
    few, apart = prices[Style.FEWEST_SETTINGS], prices[Style.KIT_PER_SHEET]
    assert few.layouts <= apart.layouts == 2
    assert few.settings <= apart.settings
    assert few.sheets <= apart.sheets == 24


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
        plan = plan_sheets(with_kits(made_up, row.kits))
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
    counter = _Counter(made, made.papers[0], demand_of(made)["body"], SearchControl())
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
