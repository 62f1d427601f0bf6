"""The parts of the planner: packings, the choice of patterns, and exact counts."""

from collections import Counter
from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import Length
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.master import Chosen, choose, relax
from neat_sheaf.nesting.packing import on_one_sheet, packings
from neat_sheaf.nesting.pattern import Pattern
from neat_sheaf.nesting.planner import nest, prove_lower_bound
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.pricing import Pricer
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.tree import counts, cuts, offcuts, placements
from tests.core.building import first_plan

SHEET = Stock(Length(12), Length(10))
SIZES = st.tuples(st.integers(1, 10), st.integers(1, 10), st.booleans())


def items_of(rows):
    return [Item(Length(w), Length(h), turns) for w, h, turns in rows]


@given(st.lists(st.tuples(SIZES, st.integers(1, 9)), min_size=1, max_size=5))
@settings(max_examples=40, deadline=None)
def test_every_greedy_packing_cuts_exactly_what_was_asked_for(rows):
    items = items_of([size for size, _ in rows])
    demand = [n for _, n in rows]
    for way in packings(items, demand, [SHEET]):
        cut = sum((counts(tree) for _, tree in way), Counter())
        assert [cut[k] for k in range(len(items))] == demand
        for _, tree in way:
            for place in placements(tree, SHEET.width, SHEET.height):
                size = place.region.width, place.region.height
                own = items[place.kind].width, items[place.kind].height
                assert size == (own[::-1] if place.turned else own)


def test_offcuts_are_filled_before_a_sheet_is_opened():
    items = [Item(Length(4), Length(4))]
    stock = [SHEET, Stock(Length(4), Length(8), 1)]
    for way in packings(items, [2], stock):
        assert [number for number, _ in way] == [1]
    for way in packings(items, [3], stock):
        assert sorted(number for number, _ in way) == [0, 1]


@given(st.lists(st.tuples(SIZES, st.integers(1, 30)), min_size=1, max_size=5), st.integers(0, 3))
@settings(max_examples=40, deadline=None)
def test_a_plan_with_offcuts_holds_exactly_the_demand_and_takes_no_offcut_twice(rows, offcut_count):
    items = items_of([size for size, _ in rows])
    demand = [n for _, n in rows]
    stock = [SHEET, Stock(Length(6), Length(5), offcut_count)]
    made = first_plan(items, demand, stock)
    cut = Counter()
    for layout in made.layouts:
        for kind, n in counts(layout.tree).items():
            cut[kind] += n * layout.times
    assert [cut[k] for k in range(len(items))] == demand
    assert sum(lay.times for lay in made.layouts if lay.stock == 1) <= offcut_count
    assert sum(lay.times for lay in made.layouts if lay.stock == 0) == made.sheets >= made.lower_bound


@given(st.lists(st.tuples(SIZES, st.integers(1, 20)), min_size=1, max_size=4))
@settings(max_examples=30, deadline=None)
def test_more_pieces_never_need_fewer_sheets_and_the_bound_grows_with_them(rows):
    items = items_of([size for size, _ in rows])
    demand = [n for _, n in rows]
    more = [n + 1 for n in demand]
    assert prove_lower_bound(items, demand, [SHEET]) <= prove_lower_bound(items, more, [SHEET])
    assert prove_lower_bound(items, demand, [SHEET]) <= first_plan(items, more, [SHEET]).sheets


@given(st.lists(st.tuples(SIZES, st.integers(1, 20)), min_size=1, max_size=4))
@settings(max_examples=30, deadline=None)
def test_the_bound_is_at_least_the_area_and_the_pieces_that_need_a_sheet_each(rows):
    items = items_of([size for size, _ in rows])
    demand = [n for _, n in rows]
    area = sum(i.width * i.height * n for i, n in zip(items, demand, strict=True))
    alone = sum(n for i, n in zip(items, demand, strict=True) if min(i.width, i.height) > 6)
    bound = prove_lower_bound(items, demand, [SHEET])
    assert bound >= -(-area // (SHEET.width * SHEET.height))
    assert bound >= alone


def test_letting_pieces_turn_never_costs_a_sheet():
    for w, h in ((7, 3), (9, 4), (10, 2), (5, 6)):
        fixed = first_plan([Item(Length(w), Length(h))], [17], [SHEET])
        free = first_plan([Item(Length(w), Length(h), True)], [17], [SHEET])
        assert free.sheets <= fixed.sheets


def test_kinds_nobody_wants_change_nothing():
    items = [Item(Length(4), Length(5)), Item(Length(3), Length(3))]
    some = first_plan(items, [7, 0], [SHEET])
    assert (some.sheets, some.lower_bound) == (2, 2)
    assert {kind for lay in some.layouts for kind in counts(lay.tree)} == {0}
    assert first_plan(items, [0, 0], [SHEET]).layouts == ()
    assert prove_lower_bound(items, [0, 0], [SHEET]) == 0


@pytest.fixture
def two_candidates():
    """On one sheet either six of the first kind or one of each."""
    items = [Item(Length(4), Length(5)), Item(Length(8), Length(10))]
    pricer = Pricer(items, [SHEET])
    made = []
    for values in ([1, 0], [1, 5]):
        made.append(Pattern.of(0, pricer.price(values).pattern(0), 2))
    return made


def test_a_candidate_counts_what_its_tree_holds(two_candidates):
    assert [c.holds for c in two_candidates] == [(6, 0), (2, 1)]


def test_the_integer_program_covers_the_demand_with_the_fewest_sheets(two_candidates):
    assert choose(two_candidates, [12, 2], [SHEET], target=4).times == [2, 2]
    assert choose(two_candidates, [4, 2], [SHEET]) == Chosen([0, 2], decided=True)
    assert choose(two_candidates, [12, 2], [SHEET], most=3) == Chosen(None, decided=True)


def test_the_plans_of_a_demand_open_as_many_sheets_and_one_has_few_layouts():
    items = items_of([(3, 4, False), (2, 5, False), (5, 5, True)])
    plans = nest(items, [24, 36, 7], [SHEET])
    assert {plan.sheets for plan in plans} == {plans[0].lower_bound}
    assert min(len(plan.layouts) for plan in plans) <= len(plans[0].layouts)


def test_what_cannot_be_covered_is_no_plan_at_all(two_candidates):
    assert choose(two_candidates[:1], [1, 1], [SHEET]) == Chosen(None, decided=True)


def test_the_linear_optimum_is_never_above_the_integer_one(two_candidates):
    relaxed = relax(two_candidates, [12, 2], [SHEET])
    assert sum(relaxed.uses) <= 4
    # The worth of the demand is the optimum again: linear programming's strong duality.
    worth = sum(w * d for w, d in zip(relaxed.duals, [12, 2], strict=True))
    assert worth == pytest.approx(sum(relaxed.uses))


def test_limited_stock_is_not_used_beyond_its_count():
    offcut = Stock(Length(4), Length(5), 2)
    items = [Item(Length(4), Length(5))]
    priced = Pricer(items, [SHEET, offcut]).price([1])
    pool = [Pattern.of(n, priced.pattern(n), 1) for n in (0, 1)]
    assert choose(pool, [7], [SHEET, offcut]).times == [1, 1]
    assert choose(pool, [2], [SHEET, offcut]).times == [0, 2]


def test_no_more_is_taken_than_may_be_spent(two_candidates):
    assert sum(choose(two_candidates, [12, 2], [SHEET], most=4).times) == 4
    assert choose(two_candidates, [12, 2], [SHEET], most=3) == Chosen(None, decided=True)


def test_a_single_sheet_is_filled_or_it_is_not():
    items = items_of([(4, 5, False), (8, 5, False)])
    found = list(on_one_sheet(items, [2, 1], SHEET))
    assert found
    assert len(set(found)) == len(found)
    assert all(counts(tree) == {0: 2, 1: 1} for tree in found)
    assert list(on_one_sheet(items, [7, 0], SHEET)) == []
    # Within the sheet's area, and yet no room: two of 7 x 6 lie neither beside nor above each other.
    assert list(on_one_sheet(items_of([(7, 6, False)]), [2], Stock(Length(10), Length(10)))) == []


def test_two_parts_of_a_demand_do_not_take_the_same_offcut_twice():
    items = items_of([(4, 5, False)])
    stock = [Stock(Length(4), Length(5)), Stock(Length(4), Length(5), 1)]
    search = Search(PatternPool(items, stock), [2], SearchControl())
    search.generate()
    assert search.lower_bound == 1
    search.bound = Fraction(0)  # as if it were not known that a sheet is opened in any case
    best = search._in_parts(search._rounded_up())
    assert {c.stock: n for c, n in best.items()} == {0: 1, 1: 1}


def test_a_plan_is_the_same_each_time_it_is_made():
    items = items_of([(4, 5, True), (3, 7, False), (2, 2, True), (5, 1, True)])
    plans = [first_plan(items, [23, 11, 40, 9], [SHEET]) for _ in range(3)]
    assert plans[0] == plans[1] == plans[2]


def test_every_layout_of_a_plan_accounts_for_the_whole_sheet():
    items = items_of([(4, 5, True), (3, 7, False), (2, 2, True)])
    for layout in first_plan(items, [23, 11, 40], [SHEET]).layouts:
        parts = [p.region for p in placements(layout.tree, 12, 10)] + offcuts(layout.tree, 12, 10)
        assert sum(r.width * r.height for r in parts) == 120
        assert len(cuts(layout.tree, 12, 10)) == len(parts) - 1
