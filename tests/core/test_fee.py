"""What to charge: extras, the least fee that pays, prices as people write them, and sums to the cent."""

from __future__ import annotations

import random
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.costing import CostLine, ThreeCosts, cost
from neat_sheaf.costing.fee import NoFeeError, Terms, extra_cost, fee_for, kept_of
from neat_sheaf.job import Class, Extra, OtherFee, Per
from neat_sheaf.measure.money import minor_digits, rounded
from neat_sheaf.plan import plan_job
from tests.core.building import job, letter, piece

KLASS = Class(10, 1, 1)


@pytest.mark.parametrize(
    ("extra", "comes_to"),
    [
        (Extra("Room", Decimal("45.00")), "45.00"),
        (Extra("Postage", Decimal("3.20"), Per.SEAT), "32.00"),
        (Extra("Treat", Decimal("0.35"), Per.KIT), "4.20"),
        (Extra("My time", Decimal("18.00"), times=Decimal("2.5")), "45.00"),
        (Extra("Punch", Decimal("24.00"), over=40), "0.60"),
    ],
)
def test_an_extra_is_for_each_kit_each_seat_or_the_class(extra, comes_to):
    assert str(extra_cost(extra, KLASS, "EUR")) == comes_to


def test_an_extra_is_a_line_of_the_cost_in_all_three_measures():
    made = job([piece("Card", "4", "5")], [letter(pack_price=Decimal("6.00"), pack_sheets=10)], 4)
    before = plan_job(made).cost
    room = Extra("Room", Decimal("10.01"))
    after = plan_job(replace(made, klass=replace(made.klass, extras=(room,)))).cost
    for name in ("material_used", "sheets_opened", "cash_out"):
        assert getattr(after, name).total - getattr(before, name).total == Decimal("10.01")
    assert [(line.kind, line.id) for line in after.lines] == [("paper", "body"), ("extra", "Room")]


def test_the_seat_table_says_what_everything_costs_at_each_number_of_seats():
    made = job([piece("Card", "4", "5")], [letter(pack_price=Decimal("6.00"), pack_sheets=10)], 4)
    extras = (Extra("Room", Decimal("10.00")), Extra("Postage", Decimal("2.00"), Per.SEAT))
    made = replace(made, klass=replace(made.klass, extras=extras))
    for row in seat_breakpoints(made, 12).rows:
        assert row.extras == 10 + 2 * row.seats
        sheets = -(-row.seats // 4)
        assert row.used == rounded(Fraction(6, 10) * sheets, "EUR")


PERCENT = st.integers(0, 60).map(lambda n: Fraction(n, 100))
TERMS = st.builds(
    Terms, PERCENT, PERCENT, PERCENT,
    st.sampled_from([Decimal(0), Decimal("0.50"), Decimal(1), Decimal(5)]), st.just(Decimal(0)),
)  # fmt: skip


@given(st.decimals("0.01", 5000, places=2), st.integers(1, 60), TERMS, st.sampled_from(["EUR", "JPY", "KWD"]))
def test_the_least_fee_pays_and_leaves_the_margin_and_one_step_less_does_not(total, seats, terms, currency):
    assume(terms.kept > 0)
    total = rounded(total, currency)
    fee = fee_for(total, seats, terms, currency)
    # Half a yen is no price.
    assume(terms.step == int(terms.step) or minor_digits(currency))
    step = terms.step or Decimal(1).scaleb(-minor_digits(currency))

    def left(price: Decimal) -> Fraction:
        kept = Fraction(price) * seats * terms.kept
        return kept * (1 - terms.margin) - Fraction(total)

    assert left(fee) >= 0
    assert left(fee - step) < 0


def test_prices_are_written_as_people_write_them():
    usual = Terms(step=Decimal(1), below=Decimal("0.05"))
    assert str(fee_for(Decimal("141.20"), 10, usual, "EUR")) == "14.95"
    # Just above, the next such price.
    assert str(fee_for(Decimal("149.51"), 10, usual, "EUR")) == "15.95"
    assert str(fee_for(Decimal("149.50"), 10, usual, "EUR")) == "14.95"


def test_a_step_finer_than_the_coins_still_pays():
    fine = Terms(step=Decimal("0.003"))
    assert fee_for(Decimal("54.32"), 10, fine, "EUR") == Decimal("5.44")
    assert fee_for(Decimal("1010"), 10, Terms(step=Decimal("0.5")), "JPY") == Decimal(101)


def test_tax_is_in_the_fee_and_the_venue_takes_its_part_of_all_of_it():
    # Arithmetic: of 12.00 at 20 percent tax 2.00 is tax; the venue's tenth is 1.20; 8.80 is kept.
    terms = Terms(venue=Fraction(1, 10), tax=Fraction(1, 5))
    assert kept_of(Decimal("12.00"), terms, "EUR") == Decimal("8.80")
    assert fee_for(Decimal("88.00"), 10, terms, "EUR") == Decimal("12.00")


MEMBERS, POSTED = OtherFee("Members", Decimal("12.00"), 5), OtherFee("By post", Decimal("22.50"), 2)


def test_some_seats_pay_another_fee_and_the_rest_the_usual_one():
    klass = Class(10, fee=Decimal("15.00"), other_fees=(MEMBERS, POSTED))
    assert [klass.seats_on(name) for name in ("Members", "By post", "", "Nobody")] == [5, 2, 3, 0]
    assert klass.takings == 5 * 12 + 2 * Fraction("22.5") + 3 * 15
    few = replace(klass, seats=6)
    assert [few.seats_on(name) for name in ("Members", "By post", "")] == [5, 1, 0]
    # Every seat is on another fee: the usual one is asked for by nobody. Else it must be known.
    assert replace(few, fee=None).takings == 5 * 12 + Fraction("22.5")
    assert replace(klass, fee=None).takings is None


def test_a_cost_of_one_fee_is_for_its_seats_alone():
    klass = Class(10, 1, 1, other_fees=(MEMBERS, POSTED))
    postage = Extra("Postage", Decimal("4.20"), Per.SEAT, only="By post")
    assert str(extra_cost(postage, klass, "EUR")) == "8.40"
    assert str(extra_cost(replace(postage, only=""), klass, "EUR")) == "42.00"


def test_seats_that_cover_the_cost_pay_the_mean_of_the_fees():
    made = job([piece("Card", "4", "5")], [letter(pack_price=Decimal("6.00"), pack_sheets=10)], 4)
    fees = (OtherFee("Members", Decimal("5"), 2),)
    klass = replace(made.klass, seats=4, fee=Decimal("15"), other_fees=fees)
    found = plan_job(replace(made, klass=klass)).cost
    assert found.takings == 40
    # The mean is 10: three seats for 21, two for 20.
    assert [found.seats_to_cover(Decimal(n)) for n in (0, 20, 21)] == [0, 2, 3]


@given(st.decimals("0.01", 5000, places=2), st.integers(1, 60), TERMS, st.integers(0, 900))
def test_the_usual_fee_makes_up_what_the_others_do_not_pay(total, seats, terms, others):
    assume(terms.kept > 0)
    fee = fee_for(total, seats, terms, "EUR", Fraction(others))
    kept = (Fraction(fee) * seats + others) * terms.kept
    assert kept * (1 - terms.margin) >= Fraction(total)
    assert fee <= fee_for(total, seats, terms, "EUR")
    step = terms.step or Decimal("0.01")
    if fee >= step:
        assert ((Fraction(fee - step) * seats + others) * terms.kept) * (1 - terms.margin) < Fraction(total)


def test_where_no_fee_pays_that_is_said():
    for seats, terms in ((0, Terms()), (5, Terms(venue=Fraction(1))), (5, Terms(margin=Fraction(1)))):
        with pytest.raises(NoFeeError):
            fee_for(Decimal(10), seats, terms, "EUR")


@dataclass(frozen=True)
class Total:
    """Something with a line in the cost."""

    line: CostLine


def test_sums_reconcile_to_the_cent_over_a_thousand_classes():
    rng = random.Random(2026)
    plain = job([piece("Card", "4", "5")], [letter()], 1)
    for _ in range(1000):
        currency = rng.choice(["EUR", "USD", "JPY", "KWD", "CHF"])
        digits = minor_digits(currency)

        def money(most: int = 10_000, digits: int = digits) -> Decimal:
            return Decimal(rng.randrange(most)).scaleb(-digits)

        lines = [
            Total(CostLine("supply", str(n), ThreeCosts(money(), money(), money()), rng.random() < 0.9))
            for n in range(rng.randrange(6))
        ]
        extras = tuple(
            Extra(
                f"E{n}", Decimal(rng.randrange(9999)).scaleb(-4), rng.choice(list(Per)),
                Decimal(rng.randrange(1, 900)).scaleb(-2), rng.randrange(1, 60),
            )
            for n in range(rng.randrange(4))
        )  # fmt: skip
        klass = Class(rng.randrange(60), rng.randrange(3), rng.randrange(3), money(), (), extras)
        made = replace(plain, klass=klass, currency=currency)
        found = cost(made, [], lines)
        for name in ("material_used", "sheets_opened", "cash_out"):
            of = getattr(found, name)
            assert of.total == sum((getattr(line.amounts, name) for line in found.lines), Decimal(0))
            assert of.share * klass.kits + of.residue == of.total
            assert abs(of.residue) * 2 <= max(klass.kits, 1) * Decimal(1).scaleb(-digits) or not klass.kits
            for amount in (of.total, of.share, of.residue):
                assert amount == amount.quantize(Decimal(1).scaleb(-digits))
        assert len(found.lines) == len(lines) + len(extras)
