"""The plan as a person at a terminal reads it."""

from dataclasses import replace
from decimal import Decimal

from neat_sheaf.cli.report import plan_report, proof
from neat_sheaf.job import Cutting, Style
from neat_sheaf.plan import plan_job
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Offcut, Pack, Supply, SupplyUnit
from tests.words import said

from .building import across, inch, job, letter, piece


def report(*args, **more):
    made = job(*args, **more)
    return plan_report(plan_job(made), made)


def test_a_layout_says_how_many_to_cut_what_lies_where_and_the_settings():
    words = report([piece("Card", "4 1/4", "11")], [letter()], 3)
    assert "body: 2 sheets. No plan of straight cuts uses fewer." in words
    assert "cut 1 like this, 8 1/2 x 11" in words
    assert "Card [all] 4 1/4 x 11 at 4 1/4, 0" in words
    assert "cuts: 4 1/4 across the width" in words


def test_a_whole_sheet_needs_no_cut():
    assert "cuts: none, the whole sheet" in report([piece("Backing", "8 1/2", "11")], [letter()], 1)


def test_a_gap_to_the_bound_is_said_not_hidden():
    plan = plan_job(
        job([piece("Third", "8 1/2", "3 1/2", per_kit=2)], [letter()], 3, Cutting(Style.KIT_PER_SHEET))
    )
    assert said(proof(plan.papers[0])) == (
        "3 sheets. Proved so far: no plan of straight cuts uses fewer than 2."
    )
    assert not plan.proved


def test_offcuts_that_were_used_are_counted_in_the_proof():
    kept = letter(offcuts=(Offcut(inch("3"), inch("11"), 2),))
    made = job([piece("Strip", "3", "11")], [kept], 4)
    plan = plan_job(made)
    assert said(proof(plan.papers[0])) == ("1 sheet and 2 from offcuts. No plan of straight cuts uses fewer.")
    assert "(offcut)" in plan_report(plan, made)


def test_a_turned_piece_is_said_to_be_turned():
    assert ", turned" in report([piece("Strip", "11", "2")], [letter()], 1)


def test_findings_stand_before_the_sheets():
    words = report([piece("Card", "4", "6", scores=across("5"))], [letter()], 1)
    assert words.index("error: Card: the score at 5 in") < words.index("body: 1 sheet")


def test_supplies_are_said_in_their_own_units():
    supplies = (
        Supply("glue", "Glue", SupplyUnit.ML, Decimal(50), Decimal(4)),
        Supply("pads", "Pads", SupplyUnit.EACH, Decimal(300), on_hand=Decimal(99)),
        Supply("ribbon", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("360")), joinable=False),
    )
    uses = (
        SupplyUse("glue", count=Decimal("1.5")),
        SupplyUse("pads", count=Decimal(4)),
        SupplyUse("ribbon", length=inch("22"), cuts=2),
    )
    words = report([piece("Card", "4", "5")], [letter()], 6, supplies=supplies, uses=uses)
    assert "Glue: 9 ml; buy 1 pack" in words
    assert "Pads: 24; buy nothing" in words
    assert "Ribbon: 132 in (12 of 11); buy 1 pack" in words
    assert "without a price, so not counted: body, pads, ribbon" in words


def test_a_metric_job_is_reported_in_its_own_units():
    made = job([piece("Card", "10 cm", "15 cm")], [letter()], 2)
    metric = replace(made, units="cm")
    words = plan_report(plan_job(metric), metric)
    assert "Card [all] 15 x 10" in words
    assert "21.59 x 27.94" in words


def test_the_order_of_cutting_is_told_setting_by_setting_with_its_caution():
    words = report([piece("Card", "4 1/4", "5 1/2")], [letter()], 8)
    assert "At the trimmer: 2 settings" in words
    assert "Guard down; cut away from the hand." in words
    assert "gives a part to cut again" in words
    assert "gives Card, the rest is Card: measure it" in words


def test_mixed_sizes_and_packs_say_what_is_proved_and_what_is_left():
    large = replace(
        letter("large"), width=inch("12"), height=inch("12"), same_as="body", pack_price=Decimal("1.50")
    )
    small = letter(pack_price=Decimal(1))
    words = report([piece("Card", "6", "6")], [small, large], 8, Cutting(mix_sizes=True))
    assert "body, large together: €3.00. No mix of straight cuts costs less." in words
    assert "mixed with other sizes of the same paper" in words
    design = letter(pack="year", pack_sheets=2)
    made = job([piece("Card", "4 1/4", "11")], [design], 4)
    made = replace(made, packs=(Pack("year", "Garden year", 12, Decimal(6)),))
    words = plan_report(plan_job(made), made)
    assert "comes in the pack Garden year" in words
    assert "Garden year: buy 1 pack; left then 0 of body, 10 of others" in words


def test_unknown_money_is_not_nothing():
    # "0.00 a kit" was said where no paper had a price.
    made = job([piece("Card", "4", "5")], [letter(on_hand=0)], 4)
    plan = plan_job(made)
    assert [len(plan.missing(name)) for name in ("material_used", "sheets_opened", "cash_out")] == [1, 1, 1]
    words = plan_report(plan, made)
    assert "no price yet" in words
    assert " 0.00" not in words
    # What is here needs no price to be paid now, but one to say what it is worth.
    here = plan_job(job([piece("Card", "4", "5")], [letter(on_hand=50)], 4))
    assert (len(here.missing("material_used")), len(here.missing("cash_out"))) == (1, 0)


def test_what_is_known_of_the_money_is_the_least_it_is():
    pads = Supply("pads", "Pads", SupplyUnit.EACH, Decimal(100))
    made = job([piece("Card", "4", "5")], [letter(on_hand=0, pack_price=Decimal("5.00"))], 4)
    project = replace(made.project, supplies=(SupplyUse("pads", Decimal(2)),))
    made = replace(made, project=project, supplies=(pads,))
    assert "at least, 1 price missing" in plan_report(plan_job(made), made)
