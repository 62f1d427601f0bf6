"""One pack fewer: the seats for which it is enough, and what is missing, each planned again."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import pytest

from neat_sheaf.advice.counting import Bought
from neat_sheaf.advice.fewer_packs import one_pack_fewer
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.formats.job_file import read_job
from neat_sheaf.job import Style
from neat_sheaf.plan import plan_job, with_kits
from tests.core.building import job, letter, piece


def packs_of(plan):
    return {
        **{Bought("paper", total.paper): total.packs for total in plan.paper_totals},
        **{Bought("pack", total.pack): total.packs for total in plan.packs},
        **{Bought("supply", total.supply): total.packs for total in plan.supplies},
    }


def test_one_pack_fewer_is_so_many_seats_or_sheets():
    # Four cards of 4 x 5 in a Letter sheet; 21 kits are six sheets, and packs hold five.
    made = job([piece("Card", "4", "5")], [letter(pack_price=Decimal("6.00"), pack_sheets=5)], 21)
    made = replace(made, klass=replace(made.klass, seats=21, samples=0, spares=0))
    (row,) = one_pack_fewer(made, plan_job(made), seat_breakpoints(made))
    assert (row.of, row.packs, row.seats, row.short, row.saves) == (
        Bought("paper", "body"), 2, 20, Decimal(1), Decimal("6.00"),
    )  # fmt: skip


def test_where_every_seat_takes_that_pack_there_is_no_number_of_seats():
    made = job([piece("Card", "4", "5")], [letter(pack_sheets=5)], 3)
    (row,) = one_pack_fewer(made, plan_job(made), seat_breakpoints(made))
    assert (row.seats, row.short, row.saves) == (None, Decimal(1), None)


@pytest.mark.parametrize("path", sorted(Path("examples").glob("*.json")), ids=lambda path: path.stem)
def test_with_those_seats_a_pack_fewer_is_bought_and_with_one_more_it_is_not(path):
    made = read_job(path.read_text())
    # The table of seats is of the fewest sheets; another style opens more.
    made = replace(made, cutting=replace(made.cutting, style=Style.FEWEST_SHEETS, mix_sizes=False))
    table = seat_breakpoints(made)
    found = one_pack_fewer(made, plan_job(made), table)
    others = made.klass.samples + made.klass.spares
    for row in found:
        if row.seats is not None:
            assert packs_of(plan_job(with_kits(made, row.seats + others)))[row.of] < row.packs
        more = [one for one in table.rows if (row.seats or 0) < one.seats <= made.klass.seats]
        assert all(one.packs[row.of] >= row.packs for one in more)
