"""A plan that is being cut: what a changed class asks for too, and what makes a miscut good."""

from collections import Counter
from dataclasses import replace
from itertools import product
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.job import Class, Colourway, Cutting, Style
from neat_sheaf.pinned import (
    CutPiece,
    RescueKind,
    Round,
    Why,
    asked_for,
    change_of,
    difference,
    made_by,
    rescues,
)
from neat_sheaf.stock import Offcut
from tests.words import said

from .building import inch, job, letter, piece

EXAMPLES = Path(__file__).parents[2] / "examples"
CARD = [piece("Card", "4 1/4", "11")]


def two_papers(kits):
    """Half the kits in one paper, half in another."""
    made = job(
        [piece("Card", "5", "7"), piece("Tag", "2", "3", per_kit=2)], [letter(), letter("other")], kits
    )
    first, second = (kits + 1) // 2, kits // 2
    colourways = (Colourway("A", first, {"body": "body"}), Colourway("B", second, {"body": "other"}))
    return replace(made, klass=Class(kits, 0, 0, None, colourways))


def given_by(rounds):
    return made_by(one.sheets for one in rounds)


def pinned(made_job):
    return [Round(plan_sheets(made_job))]


def test_a_pinned_plan_gives_exactly_what_its_class_asks_for():
    made = two_papers(9)
    assert given_by(pinned(made)) == asked_for(made)
    assert not difference(made, given_by(pinned(made)))


@given(st.integers(1, 12), st.integers(1, 12), st.sampled_from(Style))
@settings(max_examples=40, deadline=None)
def test_what_is_added_to_a_pinned_plan_makes_it_right_for_the_changed_class(before, after, style):
    cutting = Cutting(style)
    rounds = pinned(replace(two_papers(before), cutting=cutting))
    now = replace(two_papers(after), cutting=cutting)
    found = difference(now, given_by(rounds))
    change = change_of(now, found, rounds)
    if change.sheets is not None:
        rounds.append(Round(change.sheets, Why.CHANGE))
        letters = [{layout.letter for _, layout in one.sheets.layouts} for one in rounds]
        assert not letters[0] & letters[1]
    left = difference(now, given_by(rounds))
    assert not left.missing
    assert left.over == found.over
    assert bool(change.messages) == bool(found)


def test_kits_added_to_a_class_cut_kit_by_kit_are_each_laid_whole():
    # Two of each a kit: as many pieces as kits before must not make half kits of what is added.
    kit = [piece("Card", "4", "5", per_kit=2), piece("Tag", "2", "3", per_kit=2)]
    before, now = (job(kit, [letter()], kits, Cutting(Style.KIT_PER_SHEET)) for kits in (2, 4))
    rounds = pinned(before)
    change = change_of(now, difference(now, given_by(rounds)), rounds)
    assert change.sheets.sheets == 2
    assert [*map(said, change.messages)] == ["cut 2 more sheets of body like layout A"]


@pytest.mark.parametrize("style", Style)
def test_a_spoilt_piece_is_made_good_by_the_least_trouble(style):
    made = job(CARD, [letter()], 4, Cutting(style))
    made = replace(made, klass=replace(made.klass, seats=3, spares=1))
    rounds = pinned(made)
    lost = Counter({CutPiece("body", "Card", "all"): 1})
    ways = rescues(made, lost, given_by(rounds), Counter(), {}, rounds)
    assert [way.kind for way in ways] == [RescueKind.SPARE, RescueKind.SHEET]
    assert ways[0].sheets is None
    ways = rescues(made, lost, given_by(rounds), lost, {}, rounds)
    assert [way.kind for way in ways] == [RescueKind.SHEET]
    assert ways[0].sheets.sheets == 1
    there = {"body": [Offcut(inch("4 1/4"), inch("11"), 1)]}
    ways = rescues(made, lost, given_by(rounds), lost, there, rounds)
    assert [way.kind for way in ways] == [RescueKind.OFFCUT, RescueKind.SHEET]
    assert ways[0].sheets.papers[0].offcuts_used == 1
    short = {"body": [Offcut(inch("4 1/4"), inch("10"), 1)]}
    assert [w.kind for w in rescues(made, lost, given_by(rounds), lost, short, rounds)] == [RescueKind.SHEET]


def colourways_of_eleven():
    """Six kits in one print and five in another, one of the eleven a spare."""
    pieces = [piece("Card", "4 1/4", "11"), piece("Mat", "4", "5", paper="print")]
    made = job(pieces, [letter(), letter("fern"), letter("dusk")], 11)
    ways = tuple(
        Colourway(name, kits, {"body": "body", "print": name}) for name, kits in (("fern", 6), ("dusk", 5))
    )
    return replace(made, klass=Class(10, 0, 1, None, ways))


def spare_helps(made, *lost):
    """Whether a spare is offered for the last of these pieces, after the others took one."""
    rounds = pinned(made)
    before = Counter(CutPiece(*c) for c in lost[:-1])
    return any(
        way.kind is RescueKind.SPARE
        for way in rescues(made, Counter([CutPiece(*lost[-1])]), given_by(rounds), before, {}, rounds)
    )


def test_one_spare_kit_is_not_given_away_twice():
    made = colourways_of_eleven()
    fern, dusk = ("fern", "Mat", "fern"), ("dusk", "Mat", "dusk")
    assert spare_helps(made, fern)
    # A kit of each print would then be gone, and nine are left for ten seats.
    assert not spare_helps(made, fern, dusk)
    assert not spare_helps(made, fern, fern)
    # Another piece of the same kit comes from the same spare.
    assert spare_helps(made, fern, ("body", "Card", "fern"))
    assert spare_helps(made, ("body", "Card", "dusk"), dusk)
    assert not spare_helps(made, ("body", "Card", "dusk"), dusk, fern)


def test_what_saves_a_miscut_is_said_with_what_is_left_of_the_spares():
    made = job(CARD, [letter()], 6)
    rounds = pinned(made)
    lost = Counter([CutPiece("body", "Card", "all")])
    for spares, says in (
        (1, "no spare kit is left"),
        (2, "1 spare kit is left"),
        (3, "2 spare kits are left"),
    ):
        of = replace(made, klass=replace(made.klass, seats=6 - spares, spares=spares))
        first, *_, last = rescues(of, lost, given_by(rounds), Counter(), {}, rounds)
        assert said(first) == f"a spare takes its place; {says}. Nothing more is cut"
        assert said(last) == "it takes 1 more sheet of body"


def test_sheets_added_to_a_plan_are_said_one_and_several():
    for more, says in (
        (2, "cut 1 more sheet of body like layout A"),
        (4, "cut 2 more sheets of body like layout A"),
    ):
        now = job(CARD, [letter()], 4 + more)
        rounds = pinned(job(CARD, [letter()], 4))
        change = change_of(now, difference(now, given_by(rounds)), rounds)
        assert [*map(said, change.messages)] == [says]


def kits_that_can_be_made(made, good):
    """The most kits that a heap of good pieces gives, by trying every number of each colourway."""
    asked = asked_for(made)
    best = 0
    ways = made.klass.colourways
    for counts in product(*(range(c.kits + 1) for c in ways)):
        needed = Counter()
        for cutout, n in asked.items():
            at = next(i for i, c in enumerate(ways) if c.name == cutout.colourway)
            needed[cutout.paper, cutout.piece] += n // ways[at].kits * counts[at]
        if all(good[key] >= n for key, n in needed.items()):
            best = max(best, sum(counts))
    return best


@given(
    st.lists(st.sampled_from([("fern", "Mat"), ("dusk", "Mat"), ("body", "Card")]), min_size=1, max_size=5),
    st.integers(0, 3),
)
@settings(max_examples=60, deadline=None)
def test_a_spare_is_promised_exactly_where_every_seat_still_gets_a_kit(lost, spares):
    made = colourways_of_eleven()
    made = replace(made, klass=replace(made.klass, seats=11 - spares, spares=spares))
    heap = Counter()
    for cutout, n in asked_for(made).items():
        heap[cutout.paper, cutout.piece] += n
    enough = kits_that_can_be_made(made, heap - Counter(lost)) >= 11 - spares
    named = [(paper, piece, "fern" if paper == "body" else paper) for paper, piece in lost]
    assert spare_helps(made, *named) is enough
