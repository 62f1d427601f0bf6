"""Inside the search: patterns within reach, scrap into waste, strips as narrow as what is in them."""

import functools
from collections import Counter

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.cutting.strips import Strips, in_strips
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.lettering import letter_of
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.filling import filled
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.layouts import Layout
from neat_sheaf.nesting.planner import fewest_sheets, nest, prove_lower_bound
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.pricing import Pricer
from neat_sheaf.nesting.search import Search
from neat_sheaf.nesting.tree import Split, Spot, counts, cuts, placements
from neat_sheaf.nesting.variation import vary

from .building import inch

SHEET = Stock(Length(12), Length(10))
SIZES = st.tuples(st.integers(1, 10), st.integers(1, 10), st.booleans())


def items_of(rows):
    return [Item(Length(w), Length(h), turns) for w, h, turns in rows]


def test_letters_go_on_after_z():
    assert [letter_of(n) for n in (0, 25, 26, 27, 51, 52, 701, 702)] == [
        "A", "Z", "AA", "AB", "AZ", "BA", "ZZ", "AAA",
    ]  # fmt: skip


def longest(tree, stock):
    made = cuts(tree, stock.width, stock.height)
    return max((c.of.height if c.along is Side.WIDTH else c.of.width for c in made), default=0)


@given(st.lists(SIZES, min_size=1, max_size=4), st.integers(6, 12))
@settings(max_examples=60, deadline=None)
def test_no_pattern_of_a_book_has_a_cut_out_of_reach(rows, reach):
    items = [item for item in items_of(rows) if item.fits(12, 10)]
    if not items:
        return
    pool = PatternPool(items, [SHEET], reach)
    pool.price([[item.width * item.height for item in items]])
    for pattern in pool.patterns.values():
        assert longest(pattern.tree, SHEET) <= reach
    if reach == 12:
        assert not pool.uncovered


def exhaustive_within_reach(ways, whole, usable, reach):
    """The most area cut from a sheet by a blade of ``reach``, trying every cut there is: slow and plain.

    ``usable`` is the rectangle (left, bottom, right, top) that pieces may come from.
    """
    left, bottom, right, top = usable

    @functools.cache
    def most(x, y, width, height):
        inside = left <= x and bottom <= y and x + width <= right and y + height <= top
        best = width * height if inside and (width, height) in ways else 0
        if height <= reach:
            for at in range(1, width):
                best = max(best, most(x, y, at, height) + most(x + at, y, width - at, height))
        if width <= reach:
            for at in range(1, height):
                best = max(best, most(x, y, width, at) + most(x, y + at, width, height - at))
        return best

    return most(0, 0, *whole)


@given(
    st.lists(st.tuples(st.integers(1, 7), st.integers(1, 7), st.booleans()), min_size=1, max_size=3),
    st.tuples(st.integers(3, 9), st.integers(3, 9)),
    st.tuples(*[st.integers(0, 1)] * 4),
    st.integers(2, 9),
)
@settings(max_examples=150, deadline=None)
def test_what_a_trimmer_can_free_is_found_and_nothing_else(rows, whole, edges, reach):
    # A piece was refused that comes free once what is left at the sheet's end is off.
    left, right, bottom, top = edges
    usable = whole[0] - left - right, whole[1] - bottom - top
    items = [item for item in dict.fromkeys(items_of(rows)) if item.fits(*usable)]
    if not items:
        return
    stock = Stock(*map(Length, usable), whole=whole if any(edges) else None)
    priced = Pricer(items, [stock], reach).price([item.width * item.height for item in items])
    ways = {(w, h) for item in items for w, h, _ in item.orientations}
    inner = (left, bottom, whole[0] - right, whole[1] - top)
    assert priced.best == [exhaustive_within_reach(ways, whole, inner, reach)]
    held = counts(priced.pattern(0))
    assert sum(n * items[k].width * items[k].height for k, n in held.items()) == priced.best[0]


def test_a_part_longer_both_ways_than_the_trimmer_is_not_covered():
    assert PatternPool(items_of([(4, 5, True)]), [SHEET], 9).uncovered == [0]
    # Across the 10 the trimmer reaches, and then the strip of 4 is within reach both ways.
    assert PatternPool(items_of([(4, 5, True)]), [SHEET], 10).uncovered == []


@given(st.lists(st.tuples(SIZES, st.integers(1, 12)), min_size=1, max_size=4), st.integers(6, 12))
@settings(max_examples=40, deadline=None)
def test_a_shorter_trimmer_never_saves_a_sheet_and_the_bound_holds_for_both(rows, reach):
    items = items_of(dict.fromkeys(row for row, _ in rows))
    items = [item for item in dict.fromkeys(items) if item.fits(12, 10)]
    if not items:
        return
    demand = [3 + n for n in range(len(items))]
    pool = PatternPool(items, [SHEET], reach)
    if pool.uncovered:
        return
    near, bound = fewest_sheets(demand, pool)
    far = nest(items, demand, [SHEET])[0]
    assert far.lower_bound <= near
    assert bound <= far.sheets
    assert prove_lower_bound(items, demand, [SHEET]) == far.lower_bound


def test_fewest_sheets_of_nothing_is_none():
    assert fewest_sheets([0, 0], PatternPool(items_of([(4, 5, True), (2, 2, True)]), [SHEET])) == (0, 0)


def test_varied_patterns_hold_pieces_that_are_worth_nothing_to_the_linear_program():
    # One large piece a sheet; the small ones fit beside it and so have no price of their own.
    items = items_of([(9, 9, False), (2, 2, False)])
    search = Search(PatternPool(items, [SHEET]), [5, 10], SearchControl())
    search.generate(in_full=True)
    assert search.duals[1] == pytest.approx(0, abs=1e-9)
    vary(search.pool, search.duals, 12, search.control)
    assert any(c.holds[0] and c.holds[1] >= 2 for c in search.pool.patterns.values())
    assert search.cost(search.fewest()) == search.lower_bound == 5


def test_what_scrap_finds_room_for_takes_waste_before_what_is_worth_keeping():
    # A 9 x 10 piece leaves 3 x 10; a 4 x 10 piece leaves 8 x 10, which is worth keeping.
    items = items_of([(9, 10, False), (4, 10, False), (3, 2, False)])
    beside_large = Layout(0, 2, Split(Side.WIDTH, Length(9), Spot(0, False), None))
    beside_small = Layout(0, 1, Split(Side.WIDTH, Length(4), Spot(1, False), None))
    made = filled([beside_small, beside_large], items, [SHEET], Counter({2: 10}), lambda w, h: min(w, h) >= 4)
    held = Counter()
    for layout in made:
        for kind, n in counts(layout.tree).items():
            held[kind] += n * layout.times
    assert held == {0: 2, 1: 1, 2: 10}
    assert all(counts(lay.tree)[2] == 0 for lay in made if counts(lay.tree)[1])


def test_where_scrap_finds_no_room_it_is_said():
    full = Layout(0, 1, Spot(0, False))
    assert filled([full], items_of([(12, 10, False), (1, 1, False)]), [SHEET], Counter({1: 1}), max) is None


@st.composite
def trees(draw, width=12, height=10, depth=4):
    """A tree of cuts with pieces of exactly the size of their region, and waste."""
    if depth == 0 or draw(st.integers(0, 3)) == 0:
        return draw(st.sampled_from([None, "piece"]))
    along = draw(st.sampled_from(list(Side)))
    size = width if along is Side.WIDTH else height
    if size < 2:
        return "piece"
    at = draw(st.integers(1, size - 1))
    one = (at, height) if along is Side.WIDTH else (width, at)
    two = (size - at, height) if along is Side.WIDTH else (width, size - at)
    return (along, at, draw(trees(*one, depth - 1)), draw(trees(*two, depth - 1)))


def built(plan, kinds, width=12, height=10):
    """The tree with a kind for each size of piece."""
    if plan is None:
        return None
    if plan == "piece":
        return Spot(kinds.setdefault((width, height), len(kinds)), False)
    along, at, first, second = plan
    if along is Side.WIDTH:
        one, two = (at, height), (width - at, height)
    else:
        one, two = (width, at), (width, height - at)
    return Split(along, Length(at), built(first, kinds, *one), built(second, kinds, *two))


def areas(part, width, height, kinds):
    """Every piece of a part with the size it gets; and that strips fill their part."""
    if part is None:
        return Counter()
    if isinstance(part, Spot):
        return Counter({(part.kind, width, height): 1})
    size = width if part.along is Side.WIDTH else height
    assert sum(s for s, _ in part.strips) + part.rest == size
    found = Counter()
    for strip, inner in part.strips:
        found += areas(inner, *((strip, height) if part.along is Side.WIDTH else (width, strip)), kinds)
    return found


@given(trees())
@settings(max_examples=200, deadline=None)
def test_strips_hold_the_same_pieces_at_the_same_sizes_and_no_strip_is_wider_than_it_need_be(plan):
    kinds = {}
    tree = built(plan, kinds)
    part = in_strips(tree, 12, 10, lambda spot, _w, _h: spot)
    wanted = Counter((p.kind, p.region.width, p.region.height) for p in placements(tree, 12, 10))
    assert areas(part, 12, 10, kinds) == wanted
    todo = [part]
    while todo:
        here = todo.pop()
        if isinstance(here, Strips):
            for _, inner in here.strips:
                # No waste lies all along the far edge of a strip, which the whole part could have.
                if isinstance(inner, Strips):
                    assert inner.along is not here.along or not inner.rest
                todo.append(inner)


def test_a_layout_that_can_be_left_out_is_left_out():
    # Six sheets are the fewest; the first plan found has four layouts, and three do.
    sizes = [("6", "4 1/4"), ("3 3/4", "7 1/4"), ("2", "6")]
    items = [Item(inch(width), inch(height), True) for width, height in sizes]
    plans = nest(items, [9, 7, 1], [Stock(inch("8 1/2"), inch("11"))])
    assert {plan.sheets for plan in plans} == {6}
    assert min(len({layout.tree for layout in plan.layouts}) for plan in plans) == 3
