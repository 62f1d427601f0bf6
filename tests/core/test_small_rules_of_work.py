"""Rules of work, spools and curves that a changed sign or number went unnoticed in, each by itself."""

from __future__ import annotations

import datetime as dt
from decimal import Decimal

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.folding import fold
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.messages import Measured
from neat_sheaf.preparing.tasks import Kind, prepare
from neat_sheaf.project import Corner, CornerCut, CornerShape, Diagonal, Piece
from neat_sheaf.schedule.days import months_before
from neat_sheaf.stock import Supply, SupplyUnit
from tests.slips import library

from .building import inch, job, letter, piece

metres = st.integers(1, 40)


@given(metres, st.integers(1, 30), st.integers(10, 60), st.integers(0, 130))
def test_lengths_of_one_kind_come_off_spools_once_each_and_no_spool_gives_more_than_it_holds(
    length, count, size, here
):
    if length > size:
        return
    tape = Supply("tape", "Tape", SupplyUnit.LENGTH, Decimal(size))
    plan = spool_plan(tape, [(Length(length), count)], Decimal(here))
    assert sum(cut.times * n for cut in plan.cuts for _, n in cut.lengths) == count
    assert all(cut.left >= 0 for cut in plan.cuts)
    assert sum(cut.times for cut in plan.cuts if cut.bought) == plan.bought
    held = [cut.length for cut in plan.cuts if not cut.bought for _ in range(cut.times)]
    assert held.count(size) <= here // size
    assert [other for other in held if other != size] in ([], [here % size])
    # Counted out: what is here gives so many, and each new spool so many more.
    there = here // size * (size // length) + here % size // length
    missing = max(0, count - there)
    assert plan.bought == -(-missing // (size // length))


@given(st.dates(dt.date(1900, 1, 1), dt.date(2200, 12, 31)), st.integers(0, 600))
def test_months_before_a_day_keep_the_day_or_are_the_last_of_a_short_month(day, months):
    before = months_before(day, months)
    assert (day.year - before.year) * 12 + day.month - before.month == months
    last = (before.replace(day=28) + dt.timedelta(days=4)).replace(day=1) - dt.timedelta(days=1)
    assert before.day == min(day.day, last.day)


def test_a_month_before_the_calendar_begins_is_its_first_day():
    assert months_before(dt.date(3, 5, 6), 60) == dt.date.min
    assert months_before(dt.date(2024, 3, 31), 1) == dt.date(2024, 2, 29)


def prepared(*pieces: Piece, kits: int = 4):
    made = job(list(pieces), [letter()], kits)
    return {task.key: task for task in prepare(made).tasks}


@pytest.mark.parametrize(
    ("shape", "tool"),
    [
        (CornerShape.ROUND, "tool.corner-punch"),
        (CornerShape.MITRE, "tool.scissors"),
        (CornerShape.NOTCH, "tool.scissors"),
    ],
)
def test_corners_say_how_many_how_large_and_what_they_are_made_with(shape, tool):
    corners = tuple(CornerCut(corner, shape, inch("1/4")) for corner in (Corner.TOP_LEFT, Corner.TOP_RIGHT))
    tasks = prepared(piece("Tag", "2", "3", corners=corners, per_kit=3))
    (task,) = (task for task in tasks.values() if task.kind is Kind.CORNER)
    assert task.tool is not None
    assert task.tool.key == tool
    assert task.says.params["count"] == 4 * 3 * 2
    assert task.says.params["size"] == Measured(inches("1/4"))


def test_diagonals_are_counted_in_what_is_said_of_them():
    marks = (
        Diagonal((Length(0), Length(0)), (inch("2"), inch("3"))),
        Diagonal((Length(0), inch("3")), (inch("2"), Length(0))),
    )
    task = prepared(piece("Liner", "2", "3", diagonals=marks, per_kit=2))["score-diagonal"]
    assert task.says.params["count"] == 4 * 2 * 2
    assert task.times == 16


def test_matched_pieces_that_no_sheet_holds_are_named_at_the_first_of_them():
    wide = [piece("Left half", "6", "9", matched="sea"), piece("Right half", "6", "9", matched="sea")]
    tag = piece("Tag", "1", "2")
    made = job([tag, *wide], [letter()], 1)
    with pytest.raises(CannotPlanError) as raised:
        plan_sheets(made)
    (found,) = raised.value.faults
    assert found.path == "project.pieces[1]"


@pytest.mark.parametrize("corner", list(Corner))
@pytest.mark.parametrize("radius", ["1/4", "1/2", "3/4"])
def test_a_rounded_corner_takes_off_what_a_quarter_of_a_circle_leaves_of_its_square(corner, radius):
    """Arithmetic: r^2 (1 - pi/4), of each corner; as a polygon a little more is taken, under 1 %."""
    r = inch(radius)
    (facet,) = facets_of(piece("Tag", "2", "3", corners=(CornerCut(corner, CornerShape.ROUND, r),))).facets
    whole = shapely.box(0, 0, inch("2"), inch("3")).area
    missing = whole - shapely.Polygon(facet.ring).area
    assert missing == pytest.approx(r * r * (1 - 3.141592653589793 / 4), rel=0.03)


def test_what_goes_in_is_put_into_the_piece_of_a_form_that_holds_it():
    seen = set()
    for code, _, room, project in library():
        for content in project.contents:
            (body,) = (one for one in project.pieces if one.name == content.piece)
            folded = fold(body)
            if folded.room is not None and folded.form is not None:
                seen.add(code)
                assert sorted(folded.room)[1:] == sorted(room)[1:], (code, body.name)
    assert len(seen) > 3
