"""Every pattern that a plan can use is listed, and what follows is true: against trying everything."""

from fractions import Fraction
from functools import cache
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.enumeration import TooManyPatternsError, patterns_worth
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.payable import next_payable
from neat_sheaf.nesting.planner import nest
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.pricing import Pricer
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.settling import patterns_for
from neat_sheaf.nesting.tree import counts

SIZES = st.tuples(st.integers(1, 6), st.integers(1, 6), st.booleans())


def items_of(rows):
    return [Item(Length(w), Length(h), turns and w != h) for w, h, turns in rows]


def every_holding(items, width, height, demand):
    """Every number of pieces that comes off a sheet by straight cuts, at most the demand: all cuts tried."""

    @cache
    def of(w, h):
        found = {(0,) * len(items)}
        for kind, item in enumerate(items):
            if item.fits(w, h) and demand[kind]:
                found.add(tuple(int(k == kind) for k in range(len(items))))
        parts = [((a, h), (w - a, h)) for a in range(1, w // 2 + 1)]
        parts += [((w, a), (w, h - a)) for a in range(1, h // 2 + 1)]
        for one, other in parts:
            for a, b in product(of(*one), of(*other)):
                found.add(tuple(min(x + y, d) for x, y, d in zip(a, b, demand, strict=True)))
        return frozenset(found)

    return of(width, height)


def fewest_of(holdings, demand):
    """The fewest sheets there are: filled one after the other in every way."""
    some = [h for h in holdings if any(h)]
    best = [h for h in some if not any(o != h and covers(o, h) for o in some)]
    reached, sheets = {demand}, 0
    while not any(not any(left) for left in reached):
        reached = {
            tuple(max(0, d - n) for d, n in zip(left, holding, strict=True))
            for left in reached
            for holding in best
        }
        sheets += 1
    return sheets


def covers(one, other):
    return all(a >= b for a, b in zip(one, other, strict=True))


@given(
    st.lists(SIZES, min_size=1, max_size=3), st.lists(st.integers(1, 4), min_size=3, max_size=3),
    st.lists(st.integers(0, 9), min_size=3, max_size=3), st.integers(0, 30), st.integers(4, 7),
    st.integers(4, 7),
)  # fmt: skip
@settings(max_examples=150, deadline=None)
def test_every_pattern_worth_enough_is_listed_or_another_holds_as_much(
    rows, wanted, worth, least, wide, high
):
    items = [item for item in items_of(rows) if item.fits(wide, high)]
    if not items:
        return
    demand, values = wanted[: len(items)], worth[: len(items)]
    stock = [Stock(Length(wide), Length(high))]
    priced = Pricer(items, stock).price(values)
    listed = patterns_worth(priced, demand, [Fraction(least)], SearchControl())
    held = []
    for number, tree in listed:
        found = counts(tree)
        assert number == 0
        held.append(tuple(min(found[k], demand[k]) for k in range(len(items))))
    possible = every_holding(items, wide, high, tuple(demand))
    for holding in held:
        assert holding in possible
    for holding in possible:
        if any(holding) and sum(n * v for n, v in zip(holding, values, strict=True)) >= least:
            assert any(covers(other, holding) for other in held)


@given(
    st.lists(SIZES, min_size=1, max_size=3), st.lists(st.integers(1, 5), min_size=3, max_size=3),
    st.integers(5, 7), st.integers(5, 7),
)  # fmt: skip
@settings(max_examples=120, deadline=None)
def test_what_is_settled_is_the_fewest_sheets_there_are(rows, wanted, wide, high):
    """Against all plans: sheets are filled one after the other in every way there is."""
    items = [item for item in items_of(rows) if item.fits(wide, high)]
    if not items:
        return
    demand = wanted[: len(items)]
    sheets = fewest_of(every_holding(items, wide, high, tuple(demand)), tuple(demand))
    made = nest(items, demand, [Stock(Length(wide), Length(high))])[0]
    assert (made.sheets, made.lower_bound) == (sheets, sheets)


@given(
    st.lists(SIZES, min_size=1, max_size=3), st.lists(st.integers(1, 5), min_size=3, max_size=3),
    st.integers(3, 7), st.integers(5, 8), st.integers(1, 9), st.integers(1, 9), st.integers(0, 2),
)  # fmt: skip
@settings(max_examples=150, deadline=None)
def test_what_is_settled_of_two_sizes_is_the_cheapest_mix_there_is(
    rows, wanted, small, large, one, two, left
):
    """Against all mixes: the cheapest plan of each demand that is left, sheet after sheet and offcut."""
    items = [item for item in items_of(rows) if item.fits(large, large)]
    if not items:
        return
    demand = tuple(wanted[: len(items)])
    stock = [Stock(Length(small), Length(small), cost=one), Stock(Length(large), Length(large), cost=two)]
    stock += [Stock(Length(small), Length(2), limit=left)] if left else []
    ways = [
        (sheet.cost if sheet.is_sheet else 0, sheet.limit is not None, holding)
        for sheet in stock
        for holding in every_holding(items, sheet.width, sheet.height, demand)
        if any(holding)
    ]

    @cache
    def least(short, offcuts):
        if not any(short):
            return 0
        return min(
            cost + least(tuple(max(0, d - n) for d, n in zip(short, holding, strict=True)), offcuts - uses)
            for cost, uses, holding in ways
            if uses <= offcuts and any(min(d, n) for d, n in zip(short, holding, strict=True))
        )

    made = nest(items, list(demand), stock)[0]
    assert (made.cost, made.lower_bound) == (least(demand, left), least(demand, left))


def every_holding_within(items, width, height, demand, reach):
    """The same where no cut is longer than ``reach``: a part is a piece only where it is just its size."""

    @cache
    def of(w, h):
        found = {(0,) * len(items)}
        for kind, item in enumerate(items):
            if demand[kind] and any((w, h) == lies[:2] for lies in item.orientations):
                found.add(tuple(int(k == kind) for k in range(len(items))))
        parts = [((a, h), (w - a, h)) for a in range(1, w // 2 + 1) if h <= reach]
        parts += [((w, a), (w, h - a)) for a in range(1, h // 2 + 1) if w <= reach]
        for one, other in parts:
            for a, b in product(of(*one), of(*other)):
                found.add(tuple(min(x + y, d) for x, y, d in zip(a, b, demand, strict=True)))
        return frozenset(found)

    return of(width, height)


@given(
    st.lists(SIZES, min_size=1, max_size=3), st.lists(st.integers(1, 4), min_size=3, max_size=3),
    st.integers(4, 7), st.integers(5, 9), st.integers(4, 8),
)  # fmt: skip
@settings(max_examples=150, deadline=None)
def test_what_is_proved_for_a_trimmer_is_true_of_every_plan_it_can_cut(rows, wanted, wide, high, reach):
    items = [item for item in items_of(rows) if item.fits(wide, high)]
    demand = tuple(wanted[: len(items)])
    holdings = every_holding_within(items, wide, high, demand, reach) if items else frozenset()
    reached = [any(holding[k] for holding in holdings) for k in range(len(items))]
    items = [item for item, there in zip(items, reached, strict=True) if there]
    if not items:
        return
    demand = tuple(wanted[: len(items)])
    sheets = fewest_of(every_holding_within(items, wide, high, demand, reach), demand)
    made = nest(items, list(demand), [Stock(Length(wide), Length(high))], reach=reach)[0]
    assert made.lower_bound <= made.within_reach <= sheets <= made.sheets


def test_an_inner_pattern_saves_a_sheet():
    # Worked: two kinds, 33 and 66 of them; 11 and 22 on each of three sheets, which no linear price finds.
    rows = [(63, 28, True), (36, 21, True)]  # sixteenths of an inch, on 12 x 12 in
    made = nest(items_of(rows), [33, 66], [Stock(Length(192), Length(192))])[0]
    assert (made.sheets, made.lower_bound) == (3, 3)


def test_more_patterns_than_are_listed_are_said_to_be_too_many():
    items = items_of([(2, 3, True), (3, 5, True), (1, 4, True)])
    stock = [Stock(Length(40), Length(40))]
    priced = Pricer(items, stock).price([6, 15, 4])
    with pytest.raises(TooManyPatternsError):
        patterns_worth(priced, [100, 100, 100], [Fraction(0)], SearchControl(), steps=500)


def test_patterns_are_listed_only_as_far_as_work_is_left():
    items = items_of([(2, 3, True), (3, 5, True)])
    search = Search(PatternPool(items, [Stock(Length(12), Length(12))]), [40, 40], SearchControl(steps=0))
    search.generate()
    with pytest.raises(TooManyPatternsError):
        patterns_for(search, 10)


@given(st.fractions(0, 60), st.lists(st.integers(1, 40), min_size=1, max_size=3))
@settings(max_examples=300, deadline=None)
def test_the_next_sum_of_sheets_is_the_least_that_is_not_below(least, costs):
    sums = {0}
    for cost in costs:
        sums = {s + n * cost for s in sums for n in range(int(60 // cost) + 2)}
    assert next_payable(least, costs) == min(s for s in sums if s >= least)
