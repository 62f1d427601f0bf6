"""Rules of work, spools and curves that a changed sign or number went unnoticed in, each by itself."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from decimal import Decimal

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.folding import fold
from neat_sheaf.folding.facets import facets_of
from neat_sheaf.folding.sticking import pads_under, taken_for, volume
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import MILLIMETRE, Length, inches
from neat_sheaf.messages import Measured, several
from neat_sheaf.pinned import Round, change_of, difference, made_by
from neat_sheaf.preparing.tasks import Kind, prepare
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    Diagonal,
    Fit,
    FitKind,
    MatOf,
    Panel,
    Piece,
    Project,
    SupplyUse,
)
from neat_sheaf.project.assembly import Step, When
from neat_sheaf.schedule.days import months_before
from neat_sheaf.stock import Offcut, Supply, SupplyUnit
from tests.slips import library

from .building import across, inch, job, letter, piece, tray, upward

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


@pytest.mark.parametrize(
    ("metres_long", "ml"), [(1, "0.8"), (Decimal("1.05"), "0.9"), (Decimal("0.01"), "0.1")]
)
def test_wet_glue_is_rounded_up_to_the_next_tenth_and_never_down(metres_long, ml):
    """0.8 ml for a metre: of 1.05 m 0.84, of which 0.9 is taken."""
    assert volume(Length(int(metres_long * 1000) * MILLIMETRE)) == Decimal(ml)


def test_pads_are_counted_and_have_no_length_any_more():
    mat = piece("Mat", "2", "3", per_kit=2)
    pads = Supply("pads", "Pads", SupplyUnit.EACH, Decimal(100))
    before = SupplyUse("pads", length=inch("5"), cuts=3, lifts=("Mat",), typed=True)
    found = taken_for(before, pads, Project("P", (mat,)), (), USUAL_HABITS, "in")
    assert (found.length, found.cuts, found.typed) == (None, 1, False)
    assert found.count is not None
    assert found.count == 2 * pads_under(mat)


def test_a_step_that_names_a_tool_is_told_with_it_at_the_table():
    step = Step("Tie the ribbon", tool="tweezers", when=When.TABLE)
    made = job([piece("Tag", "2", "3")], [letter()], 4)
    made = replace(made, project=replace(made.project, steps=(step, replace(step, tool="", says="Close it"))))
    told = [one.tool for one in prepare(made).table]
    assert [one and one.params["name"] for one in told] == ["tweezers", None]


def test_forms_that_a_piece_may_be_are_said_one_or_the_other():
    (remark,) = fold(piece("Strip", "8", "4", scores=across("2", "4", "6"))).remarks
    forms = remark.message.params["forms"]
    assert forms == several(forms.items, "or")
    assert len(forms.items) > 1


def test_a_lid_that_is_too_small_still_says_why_it_is_a_lid():
    pieces = (tray("Base", "8", "8", "2"), tray("Lid", "5", "5", "1"))
    project = Project("P", pieces, (Fit(FitKind.LID, "Lid", "Base"),))
    (found,) = together_of(project, fold_project(project, {}))
    assert found.why is not None
    assert (found.why.key, found.why.params["outer"], found.why.params["inner"]) == (
        "fold-together.lid",
        "Lid",
        "Base",
    )


def test_more_to_cut_from_a_leftover_says_so():
    """One kit more is cut from what is left over, and named as that."""
    offcut = Offcut(inch("4"), inch("6"), 1)
    first = job([piece("Card", "4", "6")], [letter()], 1)
    rounds = [Round(plan_sheets(first))]
    more = job([piece("Card", "4", "6")], [letter(offcuts=(offcut,))], 2)
    keys = [
        said.key
        for said in change_of(more, difference(more, made_by(one.sheets for one in rounds)), rounds).messages
    ]
    assert [key.partition("-")[0] for key in keys] == ["more"]
    assert keys[0].startswith("more-to-cut.offcuts-")


def test_matched_pieces_on_panels_above_one_another_are_cut_above_one_another():
    bag = piece("Bag", "4", "9", scores=upward("3", "6"))
    mats = [
        piece(f"Mat {row}", "3", "2", matched="sea", follows_print=True, mat_of=MatOf("Bag", Panel(1, row)))
        for row in (1, 2)
    ]
    made = job([bag, *mats], [letter()], 1)
    sizes = {need.size for needs in demand_of(made).values() for need in needs if len(need.pieces) > 1}
    assert sizes == {(inch("3"), inch("4"))}
