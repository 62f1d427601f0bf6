"""Adhesive worked out from the tabs, glued panels and mats of a kit."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.advice.explaining import explain
from neat_sheaf.checks import check_project
from neat_sheaf.cli.report import plan_report
from neat_sheaf.costing import Goods, Need, account_of
from neat_sheaf.folding import fold
from neat_sheaf.folding.glue_lines import glue_lines, length_of
from neat_sheaf.folding.sticking import pads_under, school_of, worked_out
from neat_sheaf.formats.plan_file import read_plan, write_plan
from neat_sheaf.habits import USUAL_HABITS, Habits, School
from neat_sheaf.measure.length import Length
from neat_sheaf.plan import plan_job
from neat_sheaf.project import Fit, FitKind, GluedAt, MatOf, Panel, Project, SupplyUse, Tab
from neat_sheaf.stock import Supply, SupplyUnit
from tests.core.building import across, inch, job, letter, piece, tray
from tests.words import said

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
    # The line of 5 in stays 1/8 in back from both ends: 4 3/4 in, 120.65 mm, 0.097 ml.
    drop = Project("P", (SLEEVE,), supplies=(SupplyUse("glue", count=Decimal("0.05")),))
    (found,) = said_of(drop, GLUE)
    assert found.fix.project.supplies[0].count == Decimal("0.1")
    assert said_of(found.fix.project, GLUE) == []


def test_where_a_kit_takes_two_adhesives_nobody_knows_which_is_for_what():
    both = (SupplyUse("tape", length=inch("1")), SupplyUse("glue", count=Decimal("0.1")))
    assert said_of(Project("P", (SLEEVE,), supplies=both), TAPE, GLUE) == []


def test_tabs_with_nothing_to_stick_them_are_offered_what_they_take():
    (found,) = [
        f for f in check_project(Project("P", (SLEEVE,)), "in", supplies=(TAPE,)) if "adhesive" in f.code
    ]
    assert found.code == "tabs-without-adhesive"
    taken = SupplyUse("tape", length=inch("5"), sticks=(GluedAt.TAB,), typed=False)
    assert found.fix.project.supplies == (taken,)


def test_the_studios_own_adhesive_is_offered_before_any_other():
    found = check_project(Project("P", (SLEEVE,)), "in", Habits(tabs_with=School.GLUE), supplies=(TAPE, GLUE))
    (found,) = [finding for finding in found if finding.code == "tabs-without-adhesive"]
    assert [use.supply for use in found.fix.project.supplies] == ["glue"]


def test_a_narrow_tab_is_wide_enough_for_a_bead_of_glue():
    narrow = replace(SLEEVE, tabs=(Tab(Panel(5, 1), 3),))

    def codes(school):
        return [f.code for f in check_project(Project("P", (narrow,)), "in", Habits(tabs_with=school))]

    assert "tab-too-narrow" in codes(School.TAPE)
    assert "tab-too-narrow" not in codes(School.GLUE)


MAT = piece("Mat", "1 3/4", "4 3/4", mat_of=MatOf("Sleeve", Panel(1, 1)))
PADS = Supply("pads", "Foam pads", SupplyUnit.EACH, Decimal(300))
EVERY = (GluedAt.TAB, GluedAt.JOINT, GluedAt.MAT)


def worked(*uses, pieces=(SLEEVE, MAT), habits=USUAL_HABITS, units="in"):
    asked = [replace(use, typed=False) for use in uses]
    made = worked_out(Project("P", pieces, supplies=tuple(asked)), (TAPE, GLUE, PADS), habits, units)
    return made.supplies


def test_what_tape_and_glue_hold_decides_how_much_of_each_a_kit_takes():
    # Arithmetic: the tab is 5 in, round the mat it is 13 in; 5 in less 1/4 in of glue is 0.0965 ml.
    tape, glue = worked(SupplyUse("tape", sticks=(GluedAt.MAT,)), SupplyUse("glue", sticks=(GluedAt.TAB,)))
    assert (tape.length, tape.count) == (inch("13"), None)
    assert (glue.count, glue.length) == (Decimal("0.1"), None)


def test_glue_round_a_mat_stays_back_at_all_eight_ends():
    # Arithmetic: 13 in less 8 x 1/8 in is 12 in, 304.8 mm, 0.2438 ml; with none kept back 0.2642 ml.
    (line,) = [line for line in lines_of(SLEEVE, MAT) if line.at is GluedAt.MAT]
    assert line.kept_back(inch("1/8")) == inch("12")
    assert line.kept_back(Length(0)) == line.total == inch("13")


def test_a_line_too_short_to_stay_back_keeps_a_drop():
    (line,) = lines_of(SLEEVE)
    assert line.kept_back(inch("2 1/2")) == inch("2 1/2")
    assert line.kept_back(inch("9")) == inch("5")


def test_a_piece_on_pads_takes_no_adhesive_round_its_edges():
    uses = (SupplyUse("pads", lifts=("Mat",)), SupplyUse("tape", sticks=EVERY))
    pads, tape = worked(*uses)
    # 1 3/4 x 4 3/4 in: pads half an inch in and at most 2 1/2 in apart are two by three.
    assert pads.count == 6
    assert tape.length == inch("5")


def test_pads_come_from_the_size_of_what_they_lift():
    def under(width, height):
        return pads_under(piece("Tag", width, height))

    assert under("3/4", "3/4") == 1
    assert under("1", "3") == 2
    assert under("3 1/4", "3 1/4") == 4
    assert under("4 1/4", "5 1/2") == 9


@given(st.integers(1, 12 * 16), st.integers(1, 12 * 16))
def test_no_two_pads_are_further_apart_than_said_and_no_row_is_more_than_is_needed(across, up):
    for side in (across, up):
        long = side * inch("1/16")
        count = pads_under(replace(piece("T", "1", "1/2"), width=long))
        between = long - inch("1")
        if long > inch("1"):
            assert between <= (count - 1) * inch("2 1/2")
            assert between > (count - 2) * inch("2 1/2")
        else:
            assert count == 1
    both = pads_under(replace(piece("T", "1", "1"), width=across * inch("1/16"), height=up * inch("1/16")))
    turned = pads_under(replace(piece("T", "1", "1"), width=up * inch("1/16"), height=across * inch("1/16")))
    assert both == turned


def test_what_is_typed_over_stays_and_is_said_where_it_is_too_little():
    typed = SupplyUse("tape", length=inch("4"), sticks=(GluedAt.TAB,))
    kept = worked_out(Project("P", (SLEEVE,), supplies=(typed,)), (TAPE,), USUAL_HABITS, "in")
    assert kept.supplies == (typed,)
    (found,) = [f for f in check_project(kept, "in", supplies=(TAPE,)) if f.code == "typed-short"]
    assert found.fix.project.supplies == (replace(typed, length=inch("5"), typed=False),)
    more = replace(typed, length=inch("40"))
    codes = {f.code for f in check_project(replace(kept, supplies=(more,)), "in", supplies=(TAPE,))}
    assert not codes & {"typed-short", "adhesive-short"}


def test_lines_that_two_adhesives_are_counted_for_are_a_question():
    uses = (SupplyUse("tape", sticks=(GluedAt.TAB,)), SupplyUse("glue", sticks=(GluedAt.TAB,)))
    made = Project("P", (SLEEVE,), supplies=worked(*uses, pieces=(SLEEVE,)))
    codes = [f.code for f in check_project(made, "in", supplies=(TAPE, GLUE))]
    assert codes.count("held-twice") == 1


def test_a_list_with_nothing_to_stick_takes_nothing_and_is_planned():
    (tape,) = worked(SupplyUse("tape", sticks=EVERY), pieces=(piece("Card", "4", "5"),))
    assert tape.length == 0


def test_the_school_of_a_supply_is_its_name_and_its_unit_or_not_known():
    def school(name, unit):
        return school_of(Supply("s", name, unit, Decimal(1)))

    assert school("Strong tape 1/4 in", SupplyUnit.LENGTH) is School.TAPE
    assert school("Wet glue", SupplyUnit.ML) is School.GLUE
    assert school("Tape runner", SupplyUnit.LENGTH) is None  # both words: it is asked, not guessed
    assert school("Adhesive roller", SupplyUnit.LENGTH) is School.RUNNER
    assert school("Wet glue", SupplyUnit.EACH) is None
    assert school("Ribbon", SupplyUnit.LENGTH) is None


@given(st.sampled_from(["in", "cm", "mm"]), st.integers(1, 60), st.integers(1, 60), st.integers(1, 3))
def test_worked_out_tape_is_never_shorter_than_its_lines_nor_a_step_longer(units, width, height, kits):
    card = replace(
        piece("Card", "1", "1"), width=Length(width * 7_000_003), height=Length(height * 5_000_011)
    )
    mat = replace(card, name="Mat", mat_of=MatOf("Card", Panel(1, 1)), per_kit=kits)
    (tape,) = worked(SupplyUse("tape", sticks=(GluedAt.MAT,)), pieces=(card, mat), units=units)
    needed = 2 * (mat.width + mat.height) * kits
    step = inch("1/16") if units == "in" else 1_000_000
    assert needed <= tape.length < needed + step


# Scores that no form of ours explains: nothing is known of what is glued there.
ODD = piece("Odd", "9", "7", scores=across("1", "1 1/2", "6"))


@pytest.mark.parametrize("supply", [TAPE, GLUE])
def test_what_no_rule_finds_is_not_known_and_never_0(supply):
    # "0 in; buy nothing" was said of the tape of a thing that is glued together.
    use = SupplyUse(supply.id, sticks=(GluedAt.TAB, GluedAt.JOINT), typed=False)
    project = worked_out(Project("P", (ODD,), supplies=(use,)), [supply], USUAL_HABITS, "in")
    assert project.supplies[0].unknown
    made = replace(job([ODD], [letter()], 4), project=project, supplies=(supply,))
    plan = plan_job(made)
    (total,) = plan.supplies
    assert total.unknown
    assert read_plan(write_plan(plan)).supplies == plan.supplies
    assert plan.missing("material_used")[-1] == supply.id
    (found,) = [
        one for one in check_project(project, "in", supplies=[supply]) if one.code == "adhesive-not-known"
    ]
    assert supply.name in said(found)
    words = plan_report(plan, made)
    assert "how much is not known" in words
    assert "0 in" not in words
    assert "buy nothing" not in words
    explained = next(one for one in explain(made, plan) if one.id == supply.id)
    assert all("not known" in said(figure) for figure in explained.figures.values())
    # And in the account: asked about, though nothing is known to be short.
    need = Need("supply", supply.id, "A", None, total.needed, unknown=total.unknown)
    (row,) = account_of([Goods("supply", supply.id)], [need])
    assert (row.unknown, row.packs) == (True, 0)


def test_what_a_rule_finds_or_somebody_typed_is_known():
    sleeve = SupplyUse("tape", sticks=(GluedAt.TAB,), typed=False)
    found = worked_out(Project("P", (SLEEVE,), supplies=(sleeve,)), [TAPE], USUAL_HABITS, "in")
    assert not found.supplies[0].unknown
    typed = SupplyUse("tape", length=inch("4"), sticks=(GluedAt.TAB,))
    assert not typed.unknown
    codes = [
        one.code for one in check_project(Project("P", (ODD,), supplies=(typed,)), "in", supplies=[TAPE])
    ]
    assert "adhesive-not-known" not in codes
