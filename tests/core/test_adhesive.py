"""Adhesive worked out from the tabs, glued panels and mats of a kit."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.folding import fold
from neat_sheaf.folding.glue_lines import GluedAt, glue_lines, length_of
from neat_sheaf.measure.length import Length
from neat_sheaf.project import Fit, FitKind, MatOf, Panel, Project, SupplyUse, Tab
from neat_sheaf.stock import Supply, SupplyUnit
from tests.core.building import across, inch, piece, tray

# The arithmetic of the published forms: a sleeve's tab is as long as the sleeve is high.
SLEEVE = replace(piece("Sleeve", "9", "5", scores=across("2", "4", "6", "8 1/2")), tabs=(Tab(Panel(5, 1)),))
TAPE = Supply("tape", "Strong tape", SupplyUnit.LENGTH, Decimal(inch("393")))
GLUE = Supply("glue", "Wet glue", SupplyUnit.ML, Decimal(50))


def lines_of(*pieces, **more):
    return list(glue_lines(Project("P", pieces, **more), fold))


def said_of(project, *supplies):
    found = check_project(project, "in", supplies=supplies)
    return [finding for finding in found if finding.code == "adhesive-short"]


def test_a_tab_is_glued_along_its_long_side_in_its_runs_for_each_in_a_kit():
    (line,) = lines_of(SLEEVE)
    assert (line.at, line.length, line.runs, line.count) == (GluedAt.TAB, inch("5"), 1, 1)
    twice = replace(SLEEVE, per_kit=2, tabs=(Tab(Panel(5, 1), 2),))
    assert [line.total for line in lines_of(twice)] == [inch("20")]
    assert lines_of(replace(SLEEVE, per_kit=0)) == []


def test_the_corner_tabs_of_a_tray_count_though_the_list_names_none():
    box = tray("Box", "6", "5", "1")
    assert fold(box).made.joints
    lines = lines_of(box)
    assert [line.total for line in lines] == [inch("1")] * 4


def test_a_mat_is_stuck_along_its_four_edges_and_told_apart():
    mat = piece("Mat", "1 3/4", "4 3/4", mat_of=MatOf("Sleeve", Panel(1, 1)), per_kit=2)
    lines = lines_of(SLEEVE, mat)
    assert length_of(lines, GluedAt.MAT) == inch("26")
    assert length_of(lines, GluedAt.TAB, GluedAt.JOINT) == inch("5")


def test_a_panel_that_is_glued_onto_another_piece_is_a_line_of_its_own():
    handle = piece("Handle", "1", "6", scores=())
    glued = Fit(FitKind.GLUED, "Handle", "Sleeve", Panel(1, 1), Panel(1, 1))
    lines = lines_of(SLEEVE, handle, fits=(glued,))
    assert [(line.piece, line.length) for line in lines if line.at is GluedAt.JOINT] == [
        ("Handle", inch("6"))
    ]


def test_less_tape_than_the_tabs_take_is_said_with_both_amounts_to_take():
    mat = piece("Mat", "1 3/4", "4 3/4", mat_of=MatOf("Sleeve", Panel(1, 1)))
    short = Project("P", (SLEEVE, mat), supplies=(SupplyUse("tape", length=inch("4")),))
    (found,) = said_of(short, TAPE)
    assert [fix.project.supplies[0].length for fix in found.fixes] == [inch("5"), inch("18")]
    for fix in found.fixes:
        assert said_of(fix.project, TAPE) == []


@given(st.integers(1, 40), st.integers(1, 4))
def test_enough_tape_is_never_called_too_little(more, runs):
    made = replace(SLEEVE, tabs=(Tab(Panel(5, 1), runs),))
    needed = 5 * runs * inch("1")
    enough = Project("P", (made,), supplies=(SupplyUse("tape", length=Length(needed + more)),))
    assert said_of(enough, TAPE) == []
    short = replace(enough, supplies=(SupplyUse("tape", length=Length(needed - more)),))
    assert len(said_of(short, TAPE)) == 1


def test_glue_is_counted_as_a_thin_bead_and_rounded_up():
    # Arithmetic: a bead 1 mm thick is pi/4 square mm, 0.785 ml a metre; that it is 1 mm is from memory.
    drop = Project("P", (SLEEVE,), supplies=(SupplyUse("glue", count=Decimal("0.05")),))
    (found,) = said_of(drop, GLUE)
    assert found.fix.project.supplies[0].count == Decimal("0.2")
    assert said_of(found.fix.project, GLUE) == []


def test_where_a_kit_takes_two_adhesives_nobody_knows_which_is_for_what():
    both = (SupplyUse("tape", length=inch("1")), SupplyUse("glue", count=Decimal("0.1")))
    assert said_of(Project("P", (SLEEVE,), supplies=both), TAPE, GLUE) == []


def test_tabs_with_nothing_to_stick_them_are_offered_what_they_take():
    (found,) = [
        f for f in check_project(Project("P", (SLEEVE,)), "in", supplies=(TAPE,)) if "adhesive" in f.code
    ]
    assert found.code == "tabs-without-adhesive"
    assert found.fix.project.supplies == (SupplyUse("tape", length=inch("5")),)
