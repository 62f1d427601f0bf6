"""Supplies for so many people at a table, for the class, and those that come back."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing import Goods, Need, account_of, supply_totals
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.plan_file import read_plan, write_plan
from neat_sheaf.job import Class, Colourway
from neat_sheaf.plan import plan_job
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit
from tests.core.building import inch, job, letter, piece

SCISSORS = Supply("scissors", "Ribbon scissors", SupplyUnit.EACH, Decimal(1), Decimal("6.00"))
TAPE = Supply("tape", "Strong tape", SupplyUnit.LENGTH, Decimal(inch("100")), Decimal("2.00"))


def taught(seats: int, use: SupplyUse, supply: Supply = SCISSORS):
    made = job([piece("Card", "4", "5")], [letter()], 1)
    klass = Class(seats, 1, 1, None, (Colourway("all", seats + 2, {"body": "body"}),))
    project = replace(made.project, supplies=(use,))
    return replace(made, project=project, supplies=(supply,), klass=klass)


def pair(**more):
    return SupplyUse("scissors", Decimal(1), **more)


@pytest.mark.parametrize(
    ("shared_by", "needed"),
    [(1, 14), (2, 6), (5, 3), (12, 1), (40, 1), (0, 1)],
)
def test_what_people_share_is_counted_by_those_who_are_seated(shared_by, needed):
    # Common practice: one pair of ribbon scissors a table; the sample and the spare kit sit at none.
    (total,) = supply_totals(taught(12, pair(shared_by=shared_by)))
    assert (total.needed, total.packs) == (needed, needed)


@given(st.integers(0, 60), st.integers(2, 9))
def test_everybody_is_at_some_table_and_one_table_fewer_has_no_room(seats, people):
    (total,) = supply_totals(taught(seats, pair(shared_by=people)))
    assert total.needed * people >= seats
    assert not total.needed or (total.needed - 1) * people < seats


def test_lengths_are_shared_as_well():
    (total,) = supply_totals(taught(12, SupplyUse("tape", length=inch("30"), cuts=3, shared_by=4), TAPE))
    assert (total.needed, total.lengths) == (Decimal(3 * inch("30")), ((inch("10"), 9),))


def test_what_comes_back_is_bought_and_is_no_material_of_the_kits():
    (total,) = supply_totals(taught(12, pair(shared_by=4, lent=True)))
    amounts = total.line.amounts
    assert (total.lent, amounts.cash_out, amounts.material_used) == (3, Decimal("18.00"), Decimal("0.00"))
    (used,) = supply_totals(taught(12, pair(shared_by=4)))
    assert (used.lent, used.line.amounts.material_used) == (0, Decimal("18.00"))


def test_what_comes_back_serves_the_next_class_too():
    day = dt.date(2027, 3, 1)
    goods = Goods("supply", "s", Decimal(1), Decimal("6.00"), Decimal(1))
    needs = [
        Need("supply", "s", "A", day, Decimal(3), lent=Decimal(3)),
        Need("supply", "s", "B", day, Decimal(5), lent=Decimal(5)),
    ]
    (row,) = account_of([goods], needs)
    assert (row.needed, row.packs) == (8, 7)  # on one day both are out at once
    needs = [needs[0], replace(needs[1], day=day + dt.timedelta(days=1))]
    (row,) = account_of([goods], needs)
    assert (row.needed, row.packs) == (5, 4)
    mixed = [*needs, Need("supply", "s", "C", day, Decimal(2))]
    assert account_of([goods], mixed)[0].needed == 7


def test_what_is_lent_to_classes_without_a_date_may_be_needed_at_once():
    needs = [Need("supply", "s", name, None, Decimal(10), lent=Decimal(10)) for name in "AB"]
    (row,) = account_of([Goods("supply", "s")], needs)
    assert (row.needed, row.needed_at_most) == (10, 20)


def test_it_is_in_the_job_file_and_in_the_plan_file():
    made = taught(12, pair(shared_by=4, lent=True))
    assert read_job(write_job(made)).project.supplies == made.project.supplies
    plan = plan_job(made)
    assert read_plan(write_plan(plan)).supplies == plan.supplies
    assert plan.supplies[0].lent == 3


def with_ways(use, *ways, seats=12):
    made = taught(seats, use)
    return replace(made, klass=replace(made.klass, seats=seats, colourways=ways))


def way(name, kits, ready=0):
    return Colourway(name, kits, {"body": "body"}, ready)


def test_what_the_class_takes_once_is_needed_though_all_its_kits_are_ready():
    # With every kit there from before it was needed not at all.
    once = with_ways(pair(shared_by=0), way("all", 0, 14))
    assert supply_totals(once)[0].needed == 1
    assert supply_totals(with_ways(pair(shared_by=4), way("all", 0, 14)))[0].needed == 3
    assert supply_totals(with_ways(pair(), way("all", 0, 14)))[0].needed == 0
    assert supply_totals(with_ways(pair(shared_by=0), way("all", 0)))[0].needed == 0


def test_what_a_colourway_shares_is_counted_by_its_own_kits():
    ways = way("Fern", 3, 2), way("Dusk", 9)
    # Five of Fern, three of them made: a pair for each, for every two, and once.
    for shared_by, fern, both in ((1, 3, 12), (2, 3, 6), (0, 1, 1)):
        use = pair(shared_by=shared_by)
        assert supply_totals(with_ways(replace(use, only=("Fern",)), *ways))[0].needed == fern
        assert supply_totals(with_ways(use, *ways))[0].needed == both
    # Never more at the tables than are seated.
    few = with_ways(replace(pair(shared_by=2), only=("Dusk",)), *ways, seats=4)
    assert supply_totals(few)[0].needed == 2
