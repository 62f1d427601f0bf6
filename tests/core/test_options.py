"""The options of cutting: none is beaten, each is what it says, and blocks are what people do by hand."""

import json
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from operator import le
from pathlib import Path

import jsonschema
import pytest
from hypothesis import HealthCheck, given, settings

from neat_sheaf.advice.options import compare_options
from neat_sheaf.cutting.handling import Handling, handling_of
from neat_sheaf.cutting.order import Pile, cut_order
from neat_sheaf.cutting.strips import Strips
from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.options_file import options_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Cutting, Style
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Spot
from neat_sheaf.pace import Pace
from neat_sheaf.plan import plan_job
from tests.validator import faults_of
from tests.words import said

from .building import a4, job, letter, piece
from .made_up_jobs import jobs

SCHEMA = json.loads((Path(__file__).parents[2] / "docs/formats/options.schema.json").read_text())
TAG_AND_MAT = [
    piece("Tag", "1 13/16", "3 5/16", per_kit=2),
    piece("Mat", "1 9/16", "3 1/16", per_kit=2, paper="print"),
]


def two_papers(**changes):
    return [letter(**changes), replace(letter("print", **changes), name="print")]


def by_name(options):
    return {wish: option for option in options for wish in option.wishes}


def price(made, option):
    """What the sheets of an option cost, or how many they are."""
    prices = [made.sheet_price(made.paper(p.paper)) for p in option.plan.papers if p.sheets]
    if None in prices:
        return option.plan.sheets
    return sum(p.sheets * (made.sheet_price(made.paper(p.paper)) or 0) for p in option.plan.papers)


@given(jobs(wide=False))
@settings(max_examples=15, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_no_option_is_beaten_and_every_one_is_a_plan_that_can_be_cut(made_up):
    # The last sheet's strip is looked for at length; what is said of options does not hang on it.
    cutting = replace(made_up.cutting, style=Style.FEWEST_SHEETS, empty_last=False)
    made_up = replace(made_up, cutting=cutting)
    options = compare_options(made_up)
    assert 1 <= len(options) <= 5
    aims = [(price(made_up, o), o.plan.cutting.seconds, o.plan.cutting.layouts) for o in options]
    for one, option in zip(aims, options, strict=True):
        beaten = [other for other in aims if other != one and all(map(le, other, one))]
        # The one that is planned now stays, even where each kit alone happens to be less work.
        assert not beaten or option.chosen
    assert sum(option.chosen for option in options) == 1
    names = [wish for option in options for wish in option.wishes]
    assert len(names) == len(set(names))
    for option in options:
        wanted = replace(made_up, cutting=replace(made_up.cutting, style=option.name))
        assert faults_of(job_document(wanted), plan_document(option.plan)) == []
        # What is looked at side by side is what is planned when it is chosen.
        assert plan_job(wanted).sheet_plan == option.plan.sheet_plan
    jsonschema.validate(options_document(made_up, options), SCHEMA)


def test_few_settings_no_longer_open_many_sheets_to_save_two():
    made = job(TAG_AND_MAT, two_papers(), 33)
    options = by_name(compare_options(made))
    fewest, few = options[Style.FEWEST_SHEETS].plan, options[Style.FEWEST_LAYOUTS].plan
    assert few.cutting.layouts < fewest.cutting.layouts
    assert fewest.sheets <= few.sheets <= fewest.sheets * 3 // 2 + 3


def test_two_whole_kits_on_each_sheet_four_times():
    # Two bodies and four tags fill a sheet apart from a strip: eight kits are four sheets of one layout.
    kit = [piece("Body", "8 1/2", "4"), piece("Tag", "2", "3", per_kit=2)]
    options = compare_options(job(kit, [letter()], 8))
    blocks = by_name(options)[Style.WHOLE_KITS]
    assert blocks.kits_per_block == 2
    assert (blocks.plan.sheets, blocks.plan.cutting.layouts) == (4, 1)
    assert "cut 2 whole kits at a time, over and over" in said(blocks.why)


def test_a_kit_of_two_sheets_is_cut_over_and_over():
    # Two bodies fill a sheet apart from a strip, and a lid fills another: two layouts, however many kits.
    kit = [piece("Body", "8 1/2", "5", per_kit=2), piece("Lid", "8", "8"), piece("Tag", "2", "2", per_kit=3)]
    options = by_name(compare_options(job(kit, [letter()], 12)))
    few = options[Style.FEWEST_LAYOUTS].plan
    assert few.cutting.layouts == 2
    assert few.sheets <= 24


def test_an_option_says_how_it_differs_from_the_fewest_sheets():
    fewest, *others = compare_options(job(TAG_AND_MAT, two_papers(), 33))
    assert "sheets, and no plan opens fewer" in said(fewest.why)
    assert fewest.name is Style.FEWEST_SHEETS
    for other in others:
        more = other.plan.sheets - fewest.plan.sheets
        assert (f"{more} sheet" if more else "as many sheets") in said(other.why)
        fewer = fewest.plan.cutting.layouts - other.plan.cutting.layouts
        if fewer > 0:
            assert f"{fewer} layout" in said(other.why)


@pytest.mark.parametrize("hour", ["1", "60"])
def test_the_usual_choice_is_the_cheapest_where_an_hour_is_worth_so_much(hour):
    pace = Pace(hour=Decimal(hour))
    made = job(TAG_AND_MAT, two_papers(pack_price=Decimal("6"), pack_sheets=12), 33, Cutting(pace=pace))
    options = compare_options(made)

    def worth(option):
        return option.plan.sheets * Fraction(1, 2) + Fraction(option.plan.cutting.seconds, 3600) * int(hour)

    usual = by_name(options)[Style.USUAL]
    assert worth(usual) == min(map(worth, options))
    assert f"at €{hour}.00 an hour" in said(usual.why)
    total = round(float(worth(usual)), 2)
    assert f"come to €{total:.2f}" in said(usual.why)


def test_where_nobody_says_what_time_is_worth_a_sheet_is_two_minutes():
    options = compare_options(job(TAG_AND_MAT, two_papers(), 33))

    def worth(option):
        return 120 * option.plan.sheets + option.plan.cutting.seconds

    usual = by_name(options)[Style.USUAL]
    assert worth(usual) == min(map(worth, options))
    assert "the usual choice where a sheet is worth 2 min of work" in said(usual.why)


def test_each_kit_alone_is_an_option_only_where_pieces_follow_a_print():
    plain = compare_options(job([piece("Third", "8 1/2", "3 1/2", per_kit=2)], [letter()], 3))
    assert Style.KIT_PER_SHEET not in by_name(plain)
    wanted = job([piece("Third", "8 1/2", "3 1/2", per_kit=2)], [letter()], 3, Cutting(Style.KIT_PER_SHEET))
    chosen = next(option for option in compare_options(wanted) if option.chosen)
    assert Style.KIT_PER_SHEET in chosen.wishes
    assert chosen.plan.sheets == 3


# --- what is done with the sheets ---------------------------------------------------------


def handled(part, times, at_once=1, width=12, height=10):
    piles = [Pile(0, times, width, height, part)]
    batches, _ = cut_order(piles, [at_once])
    return handling_of(batches, piles, [at_once])


def test_a_sheet_cut_both_ways_is_turned_once():
    # By hand: two columns of 6 come off, then each is turned and cut across at 5: two turns for two columns.
    halves = Strips(Side.HEIGHT, ((5, Spot(0, False)), (5, Spot(0, False))))
    quarters = Strips(Side.WIDTH, ((6, halves), (6, halves)))
    assert handled(quarters, 1) == Handling(setting=2, stroke=3, carry=1, turn=2, paper=1, pile=1)
    # Four sheets two at a time: two stacks are fetched, and two of each column turned.
    assert handled(quarters, 4, at_once=2) == Handling(setting=2, stroke=6, carry=2, turn=4, paper=1, pile=1)


def test_strips_along_one_side_are_never_turned():
    strips = Strips(Side.HEIGHT, tuple((2, Spot(0, False)) for _ in range(5)))
    assert handled(strips, 3) == Handling(setting=1, stroke=12, carry=3, turn=0, paper=1)


def test_strips_that_wait_for_another_setting_are_piles_of_their_own():
    def bands(size):
        return Strips(Side.HEIGHT, ((size, Spot(0, False)), (size, Spot(0, False))), 10 - 2 * size)

    # Three unlike columns of 5, 4 and 3: each has settings of its own, so they wait beside one another.
    columns = Strips(Side.WIDTH, ((5, bands(1)), (4, bands(2)), (3, bands(3))))
    done = handled(columns, 1)
    assert done.pile == 2
    assert done.seconds(Pace(30, 6, 5, 3, 60, 15, 0, 0)) == (
        30 * 4 + 6 * done.stroke + 5 + 3 * done.turn + 60 + 15 * done.pile
    )


def test_sorting_counts_pieces_of_mixed_sheets_and_kits_of_whole_ones():
    # Two kits a sheet come off whole: four kits are put to their bags, not twelve pieces.
    kit = [piece("Body", "8 1/2", "4"), piece("Tag", "2", "3", per_kit=2)]
    assert plan_job(job(kit, [letter()], 4)).cutting.handling.sort == 4
    # Sheets of one kind alone have no whole kit on them.
    alone = plan_job(job([piece("Big", "8 1/2", "11"), piece("Small", "4 1/4", "11")], [letter()], 2))
    assert alone.cutting.handling.sort == 4
    assert alone.cutting.handling.bag == 2


def test_papers_are_cut_one_after_the_other_unless_one_setting_is_to_serve_them_all():
    pieces = [piece("Card", "5", "7"), piece("Mat", "5", "7", paper="print")]
    papers = [a4(), replace(a4("print"), name="print")]
    apart = plan_job(job(pieces, papers, 6)).cutting
    together = plan_job(job(pieces, papers, 6, Cutting(papers_together=True))).cutting
    order = [stroke.paper for stroke in apart.steps]
    assert order == sorted(order)
    assert apart.handling.paper == 2
    assert together.settings < apart.settings
    assert together.handling.paper > 2
