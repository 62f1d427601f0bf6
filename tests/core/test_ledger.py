"""Why a count is what it is, what cutting moves, and what is bought for several classes."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from decimal import Decimal
from fractions import Fraction
from math import ceil

from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.costing import Goods, Need, shopping_list
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.measure.length import Length
from neat_sheaf.pinned import Round, Why, steps_of, taken_by
from neat_sheaf.stock import Offcut, Supply, SupplyUnit
from neat_sheaf.stock.ledger import Cause, still_to_move
from tests.core.building import inch, job, letter, piece
from tests.core.made_up_jobs import jobs


@given(
    st.dictionaries(st.sampled_from("abc"), st.integers(-9, 9)),
    st.dictionaries(st.sampled_from("abc"), st.integers(-9, 9)),
)
def test_what_is_still_to_move_brings_it_to_what_is_wanted(wanted, moved):
    after = Counter(moved)
    after.update(still_to_move(wanted, moved))
    assert {key: n for key, n in after.items() if n} == {key: n for key, n in wanted.items() if n}


@given(jobs(wide=False), st.data())
@settings(max_examples=25, deadline=None)
def test_cutting_to_the_end_takes_every_sheet_and_leaves_what_the_plan_says(made, data):
    plan = plan_sheets(made)
    rounds = [Round(plan)]
    steps = sum(1 for _ in steps_of(rounds))
    moved = taken_by(rounds, steps)
    for paper in plan.papers:
        sheets = sum(-n for taken, n in moved.items() if taken.paper == paper.paper and not taken.width)
        assert sheets == paper.sheets
        used = sum(
            -n for t, n in moved.items() if t.paper == paper.paper and t.width and t.cause is Cause.USED
        )
        assert used == paper.offcuts_used
        kept = sum(n for t, n in moved.items() if t.paper == paper.paper and t.cause is Cause.KEPT)
        assert kept == sum(lay.times for lay in paper.layouts for left in lay.residuals if left.kept)
    # On the way never more is taken than in the end, and nothing comes back.
    before = Counter()
    for done in sorted(data.draw(st.sets(st.integers(0, steps), max_size=5))):
        now = taken_by(rounds, done)
        for taken, amount in now.items():
            assert abs(before[taken]) <= abs(amount) <= abs(moved[taken])
        before = now


def test_before_the_first_step_nothing_is_taken_and_a_miscut_says_so():
    plan = plan_sheets(job([piece("Card", "4", "5")], [letter()], 4))
    assert taken_by([Round(plan)], 0) == {}
    steps = sum(1 for _ in steps_of([Round(plan)]))
    (taken,) = [t for t in taken_by([Round(plan, Why.MISCUT)], steps) if t.cause is not Cause.KEPT]
    assert (taken.paper, taken.cause) == ("body", Cause.MISCUT)


def test_a_sheet_that_needs_no_cut_is_taken_at_once_where_there_is_nothing_to_do():
    whole = plan_sheets(job([piece("Cover", "8 1/2", "11")], [letter()], 4))
    assert list(taken_by([Round(whole)], 0).values()) == [-4]


def test_an_offcut_of_the_cupboard_is_taken_by_its_size():
    paper = letter(on_hand=0, offcuts=(Offcut(inch("4"), inch("11"), 1),))
    plan = plan_sheets(job([piece("Strip", "4", "5 1/2")], [paper], 2))
    moved = taken_by([Round(plan)], sum(1 for _ in steps_of([Round(plan)])))
    assert {(t.width, t.height): n for t, n in moved.items() if t.cause is Cause.USED} == {
        (inch("4"), inch("11")): -1
    }


DAY = dt.date(2027, 3, 20)
CLASSES = st.lists(
    st.tuples(st.integers(0, 40), st.none() | st.dates(DAY, DAY + dt.timedelta(days=60))),
    min_size=1,
    max_size=5,
)


@given(CLASSES, st.integers(0, 30), st.integers(0, 30), st.integers(1, 12), st.integers(0, 20))
def test_packs_cover_what_the_classes_take_and_one_fewer_does_not(classes, here, kept, pack, lead):
    goods = Goods("paper", "1", Decimal(pack), Decimal("2.50"), Decimal(here), Decimal(kept), lead)
    needs = [Need("paper", "1", f"C{n}", day, Decimal(count)) for n, (count, day) in enumerate(classes)]
    needed = sum(count for count, _ in classes)
    rows = shopping_list([goods], needs)
    if not needed:
        assert rows == []
        return
    (row,) = rows
    free = max(0, here - kept)
    assert row.packs == max(0, ceil(Fraction(needed - free, pack)))
    assert row.over == free + pack * row.packs - needed >= 0
    assert row.price == Decimal("2.50") * row.packs
    days = [day for count, day in classes if count and day]
    expected = min(days) - dt.timedelta(days=lead + 1) if row.packs and days else None
    assert row.order_by == expected


def test_the_design_that_is_shortest_decides_how_many_packs():
    goods = Goods(
        "pack", "1", Decimal(12), Decimal("9.00"), designs={"a": 2, "b": 2},
        designs_free={"a": Decimal(1), "b": Decimal(0)},
    )  # fmt: skip
    needs = [
        Need("pack", "1", "Tuesday", DAY, Decimal(3), design="a"),
        Need("pack", "1", "Friday", None, Decimal(5), design="b"),
    ]
    (row,) = shopping_list([goods], needs)
    assert (row.packs, row.price, row.classes) == (3, Decimal("27.00"), ("Tuesday", "Friday"))


def test_ribbon_that_may_not_be_joined_is_cut_from_whole_spools_for_all_classes_together():
    # Common practice: lengths per spool are the spool over the cut, rounded down; a remnant counts too.
    spool = Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("100")), joinable=False)
    goods = Goods("supply", "r", spool.pack_size, here=Decimal(inch("50")), supply=spool)
    long, short = Length(inch("40")), Length(inch("15"))
    needs = [
        Need("supply", "r", "A", DAY, Decimal(2 * long), ((long, 2),)),
        Need("supply", "r", "B", DAY, Decimal(3 * short), ((short, 3),)),
    ]
    (row,) = shopping_list([goods], needs)
    # 40 from the remnant; 40 + 15 + 15 + 15 from one spool.
    assert (row.packs, row.price) == (1, None)


@given(st.integers(1, 9), st.integers(0, 350), st.integers(20, 100), st.integers(1, 30))
def test_no_length_is_cut_across_two_spools_that_are_here(whole, begun, cut, count):
    spool = Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("100")), joinable=False)
    size, length = inch("100"), Length(inch("1") * cut)
    here = Decimal(whole * size + begun * inch("1") % size)
    goods = Goods("supply", "r", spool.pack_size, here=here, supply=spool)
    needs = [Need("supply", "r", "A", None, Decimal(count * length), ((length, count),))]
    (row,) = shopping_list([goods], needs)
    there = whole * (size // length) + int(here) % size // length
    assert row.packs == max(0, -(-(count - there) // (size // length)))
    # The same where two lengths are packed together.
    other = Length(length + 1)
    both = [Need("supply", "r", "A", None, Decimal(1), ((length, count), (other, 1)))]
    if other <= size:
        assert shopping_list([goods], both)[0].packs >= row.packs
