"""The account of stock and days against counting it out: pack by pack, class by class, day by day."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal
from itertools import count

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing import Design, Goods, Need, OnTheWay, account_of
from neat_sheaf.folding.sticking import school_of
from neat_sheaf.stock import Supply, SupplyUnit

DAY = dt.date(2027, 3, 1)
SMALL = st.integers(0, 9)


def after(days):
    return DAY + dt.timedelta(days=days)


def enough(designs, copies, bought, on_the_way, taken):
    """Whether so many packs, with those on the way, have every design that is taken, one after another."""
    there = {name: max(0, here - kept) for name, (here, kept) in designs.items()}
    for _ in range(bought + on_the_way):
        for name in there:
            there[name] += copies[name]
    return all(there[name] >= taken.get(name, 0) for name in there)


@given(
    designs=st.dictionaries(st.sampled_from("abc"), st.tuples(SMALL, SMALL), min_size=1),
    copies=st.fixed_dictionaries({name: st.integers(1, 4) for name in "abc"}),
    on_the_way=st.integers(0, 2),
    arrives=st.integers(0, 20),
    lead=st.integers(0, 5),
    taken=st.lists(st.tuples(st.sampled_from("abc"), SMALL, st.none() | st.integers(1, 20)), max_size=5),
)
def test_a_pack_of_designs_is_bought_as_often_as_counting_it_out_says(
    designs, copies, on_the_way, arrives, lead, taken
):
    size = sum(copies[name] for name in designs)
    coming = (OnTheWay(Decimal(on_the_way * size), after(arrives)),) if on_the_way else ()
    goods = Goods(
        "pack", "7", Decimal(size), Decimal("3.00"), lead_days=lead, coming=coming,
        designs=tuple(
            Design(name, copies[name], Decimal(here), Decimal(kept)) for name, (here, kept) in designs.items()
        ),
    )  # fmt: skip
    rows = [(name, amount, on) for name, amount, on in taken if name in designs]
    needs = [
        Need("pack", "7", f"Class {n}", None if on is None else after(on), Decimal(amount), design=name)
        for n, (name, amount, on) in enumerate(rows)
    ]
    found = account_of([goods], needs)
    if not any(amount for _, amount, _ in rows):
        assert found == []
        return
    (row,) = found

    def fewest(wanted, packs_there):
        summed = {}
        for name, amount, _ in wanted:
            summed[name] = summed.get(name, 0) + amount
        return next(n for n in count() if enough(designs, copies, n, packs_there, summed))

    assert row.packs == fewest(rows, on_the_way)
    assert row.price == 3 * row.packs
    assert [part.ordered for part in row.parts] == [on_the_way * copies[name] for name in designs]
    # By when: the first day until which something is missing, with all that is on the way.
    days = sorted({on for _, amount, on in rows if on is not None and amount})
    until = {day: [one for one in rows if one[2] is not None and one[2] <= day] for day in days}
    short = next((day for day in days if fewest(until[day], on_the_way)), None)
    assert row.short_from == (None if short is None or not row.packs else after(short))
    if row.short_from is not None:
        assert row.order_by == row.short_from - dt.timedelta(days=1 + lead)
    # Late: it would be enough, were all that is on the way there the day before.
    late = any(
        fewest(until[day], on_the_way if arrives < day else 0) > fewest(until[day], on_the_way)
        for day in days
    )
    assert row.comes_late == (late and on_the_way > 0)


@given(st.lists(st.tuples(SMALL, SMALL, st.none() | st.integers(1, 3)), max_size=5), SMALL, st.integers(1, 6))
def test_what_is_lent_comes_back_and_is_wanted_on_its_fullest_day(rows, here, size):
    needs = [
        Need(
            "supply",
            "s",
            f"C{n}",
            None if on is None else after(on),
            Decimal(used + lent),
            lent=Decimal(lent),
        )
        for n, (used, lent, on) in enumerate(rows)
    ]
    found = account_of([Goods("supply", "s", Decimal(size), here=Decimal(here))], needs)
    used = sum(used for used, _, _ in rows)
    by_day = {}
    for _, lent, on in rows:
        by_day.setdefault(on, []).append(lent)
    undated = by_day.pop(None, [])
    fullest = max([0, *(sum(lent) for lent in by_day.values())])
    needed, most = used + max([fullest, *undated]), used + fullest + sum(undated)
    if not any(used + lent for used, lent, _ in rows):
        assert found == []
        return
    (row,) = found
    assert (row.needed, row.needed_at_most) == (needed, most)
    assert row.packs == next(n for n in count() if here + n * size >= needed)
    assert row.over == here + row.packs * size - needed


def test_glue_by_the_piece_is_no_wet_glue_and_tape_by_the_millilitre_no_tape():
    def named(name, unit):
        return school_of(Supply("s", name, unit, Decimal(1), None, Decimal(0)))

    assert named("Wet glue", SupplyUnit.ML) is not None
    assert named("Wet glue", SupplyUnit.EACH) is None
    assert named("Double-sided tape", SupplyUnit.LENGTH) is not None
    assert named("Double-sided tape", SupplyUnit.ML) is None
