"""The tree of cuts: what is read off it, and that rearranging it loses nothing."""

from collections import Counter

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.tree import (
    Region,
    Split,
    Spot,
    counts,
    cuts,
    gathered,
    lay,
    offcuts,
    placements,
    without,
)

WIDE, HIGH = 60, 40


def split(along, at, first, second):
    return Split(along, Length(at), first, second)


@st.composite
def trees(draw, width=WIDE, height=HIGH, depth=4):
    """A tree of cuts; each spot takes all of its region, so kinds mean nothing but themselves."""
    choice = draw(st.integers(0, 3)) if depth else draw(st.integers(0, 1))
    if choice == 0:
        return None
    if choice == 1:
        return Spot(draw(st.integers(0, 2)), draw(st.booleans()))
    along = draw(st.sampled_from(["width", "height"]))
    size = width if along == "width" else height
    if size < 2:
        return None
    at = draw(st.integers(1, size - 1))
    sizes = ((at, height), (width - at, height)) if along == "width" else ((width, at), (width, height - at))
    first, second = (draw(trees(w, h, depth - 1)) for w, h in sizes)
    if first is None and second is None:
        return None
    return split(Side(along), at, first, second)


def sizes_of(tree):
    return Counter((p.kind, p.region.width, p.region.height) for p in placements(tree, WIDE, HIGH))


@given(trees())
def test_pieces_and_offcuts_fill_the_sheet_exactly(tree):
    parts = [p.region for p in placements(tree, WIDE, HIGH)] + offcuts(tree, WIDE, HIGH)
    assert sum(r.width * r.height for r in parts) == WIDE * HIGH
    for n, a in enumerate(parts):
        for b in parts[n + 1 :]:
            apart = (
                a.x + a.width <= b.x or b.x + b.width <= a.x or a.y + a.height <= b.y or b.y + b.height <= a.y
            )
            assert apart


@given(trees())
def test_every_cut_is_made_through_a_part_in_hand(tree):
    hand = {Region(0, 0, WIDE, HIGH)}
    for cut in cuts(tree, WIDE, HIGH):
        assert cut.of in hand
        hand.remove(cut.of)
        hand |= set(cut.of.divided(Split(cut.along, Length(cut.setting), None, None)))
    parts = [p.region for p in placements(tree, WIDE, HIGH)] + offcuts(tree, WIDE, HIGH)
    assert hand == set(parts)


@settings(max_examples=400)
@given(trees())
def test_gathering_waste_loses_no_piece_and_never_cuts_more(tree):
    better = gathered(tree, WIDE, HIGH)
    assert sizes_of(better) == sizes_of(tree)
    made = [len(cuts(t, WIDE, HIGH)) for t in (tree, better)]
    assert made[1] <= made[0]
    largest = [max((r.width * r.height for r in offcuts(t, WIDE, HIGH)), default=0) for t in (tree, better)]
    assert largest[1] >= largest[0] or made[1] < made[0]


@given(trees())
def test_gathering_twice_is_gathering_once(tree):
    once = gathered(tree, WIDE, HIGH)
    assert gathered(once, WIDE, HIGH) == once


@given(trees(), st.integers(0, 3), st.integers(0, 3))
def test_leaving_out_a_surplus_takes_that_many_and_no_others(tree, zeros, ones):
    before = counts(tree)
    surplus = Counter({0: zeros, 1: ones})
    after = counts(without(tree, surplus))
    assert after[0] == max(0, before[0] - zeros)
    assert after[1] == max(0, before[1] - ones)
    assert after[2] == before[2]


def test_waste_before_a_piece_is_moved_behind_it():
    tree = split(Side.HEIGHT, 9, None, split(Side.WIDTH, 47, Spot(0, False), None))
    better = gathered(tree, WIDE, HIGH)
    assert placements(better, WIDE, HIGH)[0].region == Region(0, 0, 47, 31)
    assert sorted(offcuts(better, WIDE, HIGH)) == sorted([Region(0, 31, 60, 9), Region(47, 0, 13, 31)])


def test_leaving_out_the_last_piece_leaves_an_uncut_sheet():
    item = Item(Length(10), Length(10))
    tree = lay(item, 0, WIDE, HIGH, False)
    assert len(cuts(tree, WIDE, HIGH)) == 2
    assert without(tree, Counter({0: 1})) is None


@pytest.mark.parametrize("turned", [False, True])
def test_a_piece_laid_in_a_corner_lies_in_the_lower_left(turned):
    tree = lay(Item(Length(20), Length(10), True), 3, WIDE, HIGH, turned)
    (place,) = placements(tree, WIDE, HIGH)
    size = (10, 20) if turned else (20, 10)
    assert place == (3, Region(0, 0, *size), turned)


def test_a_piece_as_large_as_its_region_needs_no_cut():
    assert lay(Item(Length(WIDE), Length(HIGH)), 0, WIDE, HIGH, False) == Spot(0, False)


def test_an_item_that_may_turn_fits_either_way_and_a_square_has_one_way():
    strip = Item(Length(5), Length(50), True)
    assert strip.fits(50, 5)
    assert not Item(Length(5), Length(50)).fits(50, 5)
    assert len(Item(Length(5), Length(5), True).orientations) == 1
    assert Stock(Length(5), Length(5)).is_sheet
    assert not Stock(Length(5), Length(5), 2).is_sheet
