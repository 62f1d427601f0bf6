"""Why a count is what it is, what cutting moves, and what is bought for several classes."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from decimal import Decimal
from fractions import Fraction
from math import ceil

from hypothesis import given, reject, settings
from hypothesis import strategies as st

from neat_sheaf.costing import Design, Goods, Need, OnTheWay, account_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
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
    try:
        plan = plan_sheets(made)
    except CannotPlanError:
        # In sister versions a matched set may be a block that is wider than the sheet: nothing is cut of it.
        reject()
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
    rows = account_of([goods], needs)
    if not needed:
        assert rows == []
        return
    (row,) = rows
    free = max(0, here - kept)
    assert row.packs == max(0, ceil(Fraction(needed - free, pack)))
    assert row.over == free + pack * row.packs - needed >= 0
    assert row.price == Decimal("2.50") * row.packs
    # The first day until which more is taken than there is.
    days = sorted({day for count, day in classes if count and day})
    taken = [(day, sum(count for count, on in classes if on and on <= day)) for day in days]
    first = next((day for day, count in taken if count > free), None)
    assert row.short_from == first
    assert row.order_by == (first and first - dt.timedelta(days=lead + 1))


def test_the_design_that_is_shortest_decides_how_many_packs():
    goods = Goods(
        "pack", "1", Decimal(12), Decimal("9.00"), Decimal(3), Decimal(2),
        designs=(Design("a", 2, Decimal(3), Decimal(2)), Design("b", 2)),
    )  # fmt: skip
    needs = [
        Need("pack", "1", "Tuesday", DAY, Decimal(3), design="a"),
        Need("pack", "1", "Friday", None, Decimal(5), design="b"),
    ]
    (row,) = account_of([goods], needs)
    assert (row.packs, row.price, row.classes) == (3, Decimal("27.00"), ("Tuesday", "Friday"))
    assert [(part.needed, part.short) for part in row.parts] == [(3, 2), (5, 5)]


def test_what_is_on_the_way_counts_and_says_where_it_is_too_late():
    # Six here, ten come on the 22nd: the class of the 20th is short until then, that of the 25th is not.
    coming = (OnTheWay(Decimal(10), DAY + dt.timedelta(days=2)),)
    goods = Goods("paper", "1", Decimal(10), here=Decimal(6), lead_days=2, coming=coming)
    later = DAY + dt.timedelta(days=5)

    def row(first, second):
        needs = [
            Need("paper", "1", "A", DAY, Decimal(first)),
            Need("paper", "1", "B", later, Decimal(second)),
        ]
        return account_of([goods], needs)[0]

    assert (row(6, 10).packs, row(6, 10).comes_late, row(6, 10).order_by) == (0, False, None)
    assert (row(7, 9).packs, row(7, 9).comes_late) == (0, True)
    more = row(6, 11)
    assert (more.packs, more.comes_late, more.short_from) == (1, False, later)
    assert more.order_by == later - dt.timedelta(days=3)


def test_the_day_to_order_by_is_that_of_the_first_evening_that_cuts_it():
    evening = DAY - dt.timedelta(days=4)
    need = Need("paper", "1", "A", DAY, Decimal(3), from_day=evening)
    (row,) = account_of([Goods("paper", "1", lead_days=2)], [need])
    assert row.order_by == evening - dt.timedelta(days=3)


def test_ribbon_that_may_not_be_joined_is_cut_from_whole_spools_for_all_classes_together():
    # Common practice: lengths per spool are the spool over the cut, rounded down; a remnant counts too.
    spool = Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("100")), joinable=False)
    goods = Goods("supply", "r", spool.pack_size, here=Decimal(inch("50")), supply=spool)
    long, short = Length(inch("40")), Length(inch("15"))
    needs = [
        Need("supply", "r", "A", DAY, Decimal(2 * long), ((long, 2),)),
        Need("supply", "r", "B", DAY, Decimal(3 * short), ((short, 3),)),
    ]
    (row,) = account_of([goods], needs)
    # 40 from the remnant; 40 + 15 + 15 + 15 from one spool.
    assert (row.packs, row.price) == (1, None)


@given(st.integers(1, 9), st.integers(0, 350), st.integers(20, 100), st.integers(1, 30))
def test_no_length_is_cut_across_two_spools_that_are_here(whole, begun, cut, count):
    spool = Supply("r", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("100")), joinable=False)
    size, length = inch("100"), Length(inch("1") * cut)
    here = Decimal(whole * size + begun * inch("1") % size)
    goods = Goods("supply", "r", spool.pack_size, here=here, supply=spool)
    needs = [Need("supply", "r", "A", None, Decimal(count * length), ((length, count),))]
    (row,) = account_of([goods], needs)
    there = whole * (size // length) + int(here) % size // length
    assert row.packs == max(0, -(-(count - there) // (size // length)))
    # The same where two lengths are packed together.
    other = Length(length + 1)
    both = [Need("supply", "r", "A", None, Decimal(1), ((length, count), (other, 1)))]
    if other <= size:
        assert account_of([goods], both)[0].packs >= row.packs
