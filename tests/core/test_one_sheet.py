"""Whether a few pieces come off one sheet: decided exactly, against every cut there is on small sheets."""

from __future__ import annotations

from collections import Counter
from functools import cache

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import Length, inches
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.one_sheet import TooManyError, layout_on_one
from neat_sheaf.nesting.packing import on_one_sheet
from neat_sheaf.nesting.planner import fewest_sheets, nest
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.tree import counts, placements

UNIT = inches(1)


def item(w: int, h: int, turns: bool = False) -> Item:
    return Item(Length(w * UNIT), Length(h * UNIT), turns)


def sheet(w: int, h: int) -> Stock:
    return Stock(Length(w * UNIT), Length(h * UNIT))


@cache
def comes_apart(kinds: tuple[tuple[int, int, bool], ...], demand: tuple[int, ...], w: int, h: int) -> bool:
    """Whether the pieces come off a w x h sheet: every cut at every unit, every way to share the pieces out.

    It knows nothing of boxes and fronts. Cuts off the units can be moved onto them, where sizes are whole.
    """
    if not any(demand):
        return True
    if sum(n * a * b for n, (a, b, _) in zip(demand, kinds, strict=True)) > w * h:
        return False
    if sum(demand) == 1:
        a, b, turns = kinds[demand.index(1)]
        return (a <= w and b <= h) or (turns and b <= w and a <= h)
    shares = [()]
    for n in demand:
        shares = [(*share, k) for share in shares for k in range(n + 1)]
    for share in shares:
        rest = tuple(a - b for a, b in zip(demand, share, strict=True))
        if not any(share) or not any(rest):
            continue
        for at in range(1, w):
            if comes_apart(kinds, share, at, h) and comes_apart(kinds, rest, w - at, h):
                return True
        for at in range(1, h):
            if comes_apart(kinds, share, w, at) and comes_apart(kinds, rest, w, h - at):
                return True
    return False


KINDS = st.tuples(st.integers(1, 5), st.integers(1, 5), st.booleans())


@given(
    st.lists(st.tuples(KINDS, st.integers(0, 2)), min_size=1, max_size=3),
    st.integers(2, 7),
    st.integers(2, 7),
)
@settings(max_examples=200, deadline=None)
def test_a_layout_is_found_exactly_where_there_is_one(wanted, w, h):
    kinds, demand = tuple(kind for kind, _ in wanted), tuple(n for _, n in wanted)
    items = [item(*kind) for kind in kinds]
    found = layout_on_one(items, demand, sheet(w, h))
    assert (found is not None or not any(demand)) == comes_apart(kinds, demand, w, h)
    if found is not None:
        held = counts(found)
        assert [held[k] for k in range(len(kinds))] == list(demand)
        taken = Counter()
        for place in placements(found, sheet(w, h).width, sheet(w, h).height):
            one = place.region
            size = {(one.width, one.height), (one.height, one.width) if kinds[place.kind][2] else None}
            assert (items[place.kind].width, items[place.kind].height) in size
            for x in range(one.x // UNIT, (one.x + one.width) // UNIT):
                for y in range(one.y // UNIT, (one.y + one.height) // UNIT):
                    taken[x, y] += 1
        assert set(taken.values()) <= {1}
        assert all(0 <= x < w and 0 <= y < h for x, y in taken)


@given(
    st.lists(st.tuples(KINDS, st.integers(1, 2)), min_size=1, max_size=3),
    st.integers(5, 8),
    st.integers(5, 8),
)
@settings(max_examples=60, deadline=None)
def test_a_small_demand_opens_one_sheet_exactly_where_it_comes_off_one(wanted, w, h):
    kinds, demand = tuple(kind for kind, _ in wanted), tuple(n for _, n in wanted)
    (best, *_) = nest([item(*kind) for kind in kinds], demand, [sheet(w, h)])
    one = comes_apart(kinds, demand, w, h)
    assert (best.sheets == 1) == one
    # What is decided is proved: a plan of two sheets is the fewest where one does not do.
    assert best.lower_bound >= (1 if one else 2)


def test_many_pieces_are_not_decided_and_a_sheet_out_of_reach_is_left_to_the_search():
    with pytest.raises(TooManyError):
        layout_on_one([item(1, 1), item(1, 2)], (60, 60), sheet(40, 40))
    (best, *_) = nest([item(5, 9), item(9, 5)], (2, 2), [sheet(11, 20)], reach=Length(12 * UNIT))
    assert best.sheets >= 1
    assert best.lower_bound <= best.sheets


# Kits of two to four kinds, sixteenths of an inch, that no greedy packing lays on one sheet. Made up.
KITS = [
    ([((102, 16), 2), ((46, 36), 1), ((74, 60), 1), ((88, 66), 2)], (136, 176)),
    ([((58, 58), 3), ((80, 62), 1)], (136, 176)),
    ([((92, 42), 2), ((108, 26), 2), ((86, 22), 1), ((62, 50), 2)], (136, 176)),
    ([((46, 46), 3), ((106, 88), 1), ((86, 44), 1), ((98, 64), 2)], (192, 192)),
]


@pytest.mark.parametrize(("kit", "size"), KITS)
def test_a_kit_that_no_greedy_packing_lays_on_one_sheet(kit, size):
    items = [Item(Length(w * UNIT // 16), Length(h * UNIT // 16), True) for (w, h), _ in kit]
    demand = [n for _, n in kit]
    one = Stock(Length(size[0] * UNIT // 16), Length(size[1] * UNIT // 16))
    assert next(on_one_sheet(items, demand, one), None) is None
    (best, *_) = nest(items, demand, [one])
    assert (best.sheets, best.lower_bound) == (1, 1)


@given(
    st.lists(st.tuples(KINDS, st.integers(1, 2)), min_size=1, max_size=3),
    st.integers(5, 8),
    st.integers(2, 4),
)
@settings(max_examples=30, deadline=None)
def test_what_is_decided_of_one_kit_is_no_bound_of_several(wanted, size, kits):
    # Two kits may come off three sheets where one needs two: the bound that is scaled must hold for them.
    items, demand = [item(*kind) for kind, _ in wanted], tuple(n for _, n in wanted)
    stock = [sheet(size, size)]
    _, bound = fewest_sheets(demand, PatternPool(items, stock))
    several, _ = fewest_sheets([n * kits for n in demand], PatternPool(items, stock))
    assert bound * kits <= several
