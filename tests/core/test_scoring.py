"""Scoring in batches: replayed on a simulated board it gives the list's scores, with the fewest stops."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.habits import USUAL_HABITS, Ridge, Scoring
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.preparing.board import Board, BoardError, Pressed
from neat_sheaf.preparing.scoring import Facing, Phase, facing, scoring_of
from neat_sheaf.preparing.stops import fewest_stops
from neat_sheaf.project import Edge, Fold, Line

from .building import across, inch, piece, tray

REACH = 10**9
SIXTEENTH = inch("1/16")


def replayed(plan, pieces, reach=REACH):
    """What a board gives when the plan is followed stroke by stroke, for each piece by name."""
    board, sizes = Board(reach), {one.name: (one.width, one.height) for one in pieces}
    pressed: dict[str, Counter[Pressed]] = {name: Counter() for name in sizes}
    for batch in plan.batches:
        board.set(batch.distance)
        for stroke in batch.strokes:
            part = None if stroke.start is None else (stroke.start, stroke.end)
            line = board.press(
                sizes[stroke.piece], stroke.edge.value, print_up=stroke.facing is Facing.PRINT_UP,
                measured_from=stroke.measured_from.value, part=part,
            )  # fmt: skip
            pressed[stroke.piece][line] += stroke.count
    return pressed, board


def listed(one, count, ridge):
    """The scores that the list has, as lines on the print: each once for each of so many pieces."""
    found: Counter[Pressed] = Counter()
    for line in one.scores:
        other = one.height if line.along is Side.WIDTH else one.width
        low, high = line.start or 0, other if line.end is None else line.end
        ends = [(line.at, low), (line.at, high)]
        if line.along is Side.HEIGHT:
            ends = [(y, x) for x, y in ends]
        # The ridge is on the side that is not pressed; a valley's inside is the print.
        inside_is_print = line.fold is Fold.VALLEY
        ridge_on_print = inside_is_print == (ridge is Ridge.INSIDE)
        found[Pressed(ends[0], ends[1], not ridge_on_print)] += count
    return found


@st.composite
def scored(draw, number=0):
    width, height = draw(st.integers(16, 190)), draw(st.integers(16, 190))
    height = width if draw(st.integers(0, 3)) == 0 else height
    lines = []
    for _ in range(draw(st.integers(0, 6))):
        side = draw(st.sampled_from(Side))
        long, other = (width, height) if side is Side.WIDTH else (height, width)
        at = draw(st.integers(1, long - 1))
        start = draw(st.one_of(st.none(), st.integers(0, other - 1)))
        least = (start or 0) + 1
        end = draw(st.one_of(st.none(), st.integers(least, other)))
        where = [None if x is None else Length(x * SIXTEENTH) for x in (start, end)]
        lines.append(Line(side, Length(at * SIXTEENTH), *where, draw(st.sampled_from(Fold))))
    made = piece(f"P{number}", "1", "1", scores=tuple(dict.fromkeys(lines)))
    return replace(made, width=Length(width * SIXTEENTH), height=Length(height * SIXTEENTH))


LISTS = st.integers(1, 5).flatmap(lambda n: st.tuples(*(scored(number) for number in range(n))))
HABITS = st.builds(
    lambda scoring, ridge, board: replace(USUAL_HABITS, scoring=scoring, ridge=ridge, board=inch(board)),
    st.sampled_from(Scoring), st.sampled_from(Ridge), st.sampled_from(["6", "8", "12"]),
)  # fmt: skip


@settings(max_examples=200)
@given(LISTS, HABITS, st.integers(1, 40))
def test_the_replayed_batches_end_with_exactly_the_scores_of_the_list(pieces, habits, count):
    wanted = {one.name: count for one in pieces}
    plan = scoring_of(pieces, wanted, habits)
    pressed, board = replayed(plan, pieces)
    for one in pieces:
        assert pressed[one.name] == listed(one, count, habits.ridge)
    assert board.stops_made == len(plan.batches)
    assert plan.scores == sum(len(one.scores) for one in pieces) * count
    assert plan.proved


@given(LISTS, HABITS)
def test_each_stop_is_made_once_a_phase_and_all_long_sides_come_before_the_short(pieces, habits):
    plan = scoring_of(pieces, {one.name: 3 for one in pieces}, habits)
    made = [(batch.phase, batch.distance) for batch in plan.batches]
    assert len(set(made)) == len(made)
    assert made == sorted(made, key=lambda one: (one[0] is Phase.SHORT, one[1]))
    sizes = {one.name: one for one in pieces}
    for batch in plan.batches:
        for stroke in batch.strokes:
            one = sizes[stroke.piece]
            beside = stroke.edge in (Edge.LEFT, Edge.RIGHT)
            along, other = (one.width, one.height) if beside else (one.height, one.width)
            assert along >= other if batch.phase is Phase.LONG else along <= other
            if one.name not in plan.beyond:
                assert batch.distance <= habits.board


# The fewest of some numbers that meet every pair, by trying them all: the definition of a vertex cover.
def least_cover(lines):
    numbers = sorted({distance for line in lines for distance in line})
    for size in range(len(numbers) + 1):
        for chosen in combinations(numbers, size):
            if all(set(chosen) & set(line) for line in lines):
                return size
    raise AssertionError


STOP = st.tuples(st.integers(1, 9), st.integers(0, 1))


@given(st.lists(st.lists(STOP, min_size=1, max_size=4).map(tuple), max_size=7))
def test_the_fewest_stops_are_the_fewest_of_all_that_serve(lines):
    found = fewest_stops(lines, lambda distance: distance % 2 == 0)
    assert found.proved
    assert all(found.stops & set(line) for line in lines)
    assert len(found.stops) == least_cover(lines)


def test_of_as_few_stops_those_on_a_groove_are_taken_and_then_the_near_ones():
    def of(*lines, groove):
        found = fewest_stops([tuple((d, 0) for d in line) for line in lines], groove)
        return {distance for distance, _ in found.stops}

    assert of((3, 8), groove=lambda d: d == 8) == {8}
    assert of((3, 8), groove=lambda d: True) == {3}
    assert of((3, 8), (8, 12), groove=lambda d: d != 8) == {8}


SMALL = st.lists(
    st.tuples(
        st.integers(4, 9), st.integers(4, 9), st.booleans(),
        st.lists(st.tuples(st.sampled_from(Side), st.integers(1, 8)), max_size=3),
    ),
    min_size=1,
    max_size=3,
)  # fmt: skip


@settings(max_examples=150)
@given(SMALL)
def test_a_plan_that_says_proved_has_the_fewest_stops_squares_included(drawn):
    pieces, lines = [], []
    for number, (width, height, square, marks) in enumerate(drawn):
        height = width if square else height
        scores = []
        for side, at in marks:
            long, other = (width, height) if side is Side.WIDTH else (height, width)
            if at < long and Line(side, inch(str(at))) not in scores:
                scores.append(Line(side, inch(str(at))))
                ways = ["long"] * (long >= other) + ["short"] * (long <= other)
                lines.append({(distance, way) for distance in (at, long - at) for way in ways})
        pieces.append(piece(f"P{number}", str(width), str(height), scores=tuple(scores)))
    plan = scoring_of(pieces, {one.name: 2 for one in pieces}, USUAL_HABITS)
    assert plan.proved
    assert len(plan.batches) == least_cover(lines)


def test_a_square_scored_alike_on_all_sides_is_one_stop():
    # It was two: one direction of a square was taken for its short side.
    square = tray("Tray", "5", "5", "1")
    (batch,) = scoring_of([square], {"Tray": 12}, USUAL_HABITS).batches
    assert (batch.phase, batch.distance, len(batch.strokes)) == (Phase.LONG, inch("1"), 4)
    # Where the short sides of other pieces need that stop, the square is laid there.
    cover = piece("Cover", "9", "4", scores=(Line(Side.HEIGHT, inch("1")),))
    (batch,) = scoring_of([square, cover], {"Tray": 2, "Cover": 2}, USUAL_HABITS).batches
    assert (batch.phase, len(batch.strokes)) == (Phase.SHORT, 5)


def test_a_tray_takes_one_stop_on_all_four_sides():
    # Common practice: scored at an inch on all four sides, turned between.
    box = tray("Box", "6", "5", "1")
    plan = scoring_of([box], {"Box": 12}, USUAL_HABITS)
    assert [(b.phase, b.distance) for b in plan.batches] == [
        (Phase.LONG, inch("1")),
        (Phase.SHORT, inch("1")),
    ]
    assert [stroke.edge for stroke in plan.batches[0].strokes] == [Edge.LEFT, Edge.RIGHT]
    assert plan.scores == 48


def test_pieces_of_one_distance_share_a_stop_though_their_sizes_differ():
    card = piece("Card", "8 1/2", "4", scores=across("2"))
    belt = piece("Belt", "11", "2", scores=across("9"))
    plan = scoring_of([card, belt], {"Card": 5, "Belt": 5}, USUAL_HABITS)
    (batch,) = plan.batches
    assert [(s.piece, s.edge) for s in batch.strokes] == [("Card", Edge.LEFT), ("Belt", Edge.RIGHT)]


@pytest.mark.parametrize(
    ("fold", "ridge", "side"),
    [
        (Fold.VALLEY, Ridge.OUTSIDE, Facing.PRINT_UP),
        (Fold.VALLEY, Ridge.INSIDE, Facing.PRINT_DOWN),
        (Fold.MOUNTAIN, Ridge.OUTSIDE, Facing.PRINT_DOWN),
        (Fold.MOUNTAIN, Ridge.INSIDE, Facing.PRINT_UP),
    ],
)
def test_the_side_that_is_up_puts_the_ridge_where_the_studio_wants_it(fold, ridge, side):
    assert facing(fold, ridge) is side


def test_a_score_beyond_the_board_is_named():
    long = piece("Banner", "30", "3", scores=across("15"))
    plan = scoring_of([long], {"Banner": 1}, USUAL_HABITS)
    assert plan.beyond == ("Banner",)
    assert scoring_of([long], {"Banner": 1}, replace(USUAL_HABITS, board=inch("20"))).beyond == ()


def test_the_board_refuses_what_cannot_be_done():
    board = Board(inch("12"))
    with pytest.raises(BoardError):
        board.press((100, 100), "left", print_up=True, measured_from="bottom", part=None)
    with pytest.raises(BoardError):
        board.set(inch("13"))
    board.set(inch("5"))
    with pytest.raises(BoardError, match="does not reach"):
        board.press((inch("5"), inch("9")), "left", print_up=True, measured_from="bottom", part=None)
    with pytest.raises(BoardError, match="measured"):
        board.press((inch("6"), inch("9")), "left", print_up=True, measured_from="left", part=(0, 5))
    with pytest.raises(BoardError, match="is not on a piece"):
        board.press((inch("6"), inch("9")), "left", print_up=True, measured_from="top", part=(5, inch("10")))


def test_the_board_finds_a_line_again_however_the_piece_lies():
    # By hand: 1 in from the top of a piece 4 in wide and 6 in high, from 1/2 to 2 in of its left edge.
    board = Board(inch("12"))
    board.set(inch("1"))
    part = (inch("1/2"), inch("2"))
    for up in (True, False):
        line = board.press(
            (inch("4"), inch("6")), "top", print_up=up, measured_from="left", part=part
        )  # fmt: skip
        assert line == Pressed((inch("1/2"), inch("5")), (inch("2"), inch("5")), up)
