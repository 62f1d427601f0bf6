"""The checks: each where it fires and where it must not."""

from dataclasses import replace

from neat_sheaf.checks import Level, check_project
from neat_sheaf.folding import fold
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Fit, FitKind, Line, MatOf, Panel, Project
from neat_sheaf.project.panels import columns, panel_size, panels, rows
from tests.words import said

from .building import across, inch, piece, tray, upward


def codes(*pieces, fits=()):
    return [f.code for f in check_project(Project("Test", pieces, fits), "in")]


def only(*pieces, fits=()):
    (finding,) = check_project(Project("Test", pieces, fits), "in")
    return finding


# Panels


def test_eleven_inches_scored_at_1_1_2_and_5_1_2_has_panels_1_1_2_4_and_5_1_2():
    # Common practice: a pocketed card from 4 1/4 x 11 in.
    card = piece("Card", "4 1/4", "11", scores=upward("1 1/2", "5 1/2"))
    assert rows(card) == [inch("1 1/2"), inch("4"), inch("5 1/2")]
    assert columns(card) == [inch("4 1/4")]
    assert codes(card) == []


def test_panels_sum_to_the_side_in_whatever_order_the_scores_are_written():
    found = panels(inch("8 1/2"), [inch("6"), inch("2")])
    assert found == [inch("2"), inch("4"), inch("2 1/2")]
    assert sum(found) == inch("8 1/2")


def test_a_score_that_stops_short_makes_no_panel():
    short = Line(Side.WIDTH, inch("1"), None, inch("1"))
    assert columns(piece("Tray", "4", "4", scores=(short, *across("3")))) == [inch("3"), inch("1")]


def test_panels_are_counted_from_the_left_and_from_the_bottom():
    sleeve = piece("Sleeve", "6", "4", scores=(*across("1", "4"), *upward("1 1/2")))
    assert panel_size(sleeve, Panel(2, 1)) == (inch("3"), inch("1 1/2"))
    assert panel_size(sleeve, Panel(3, 2)) == (inch("2"), inch("2 1/2"))
    assert panel_size(sleeve, Panel(4, 1)) is None


def test_a_tray_with_walls_d_has_a_floor_smaller_by_2d():
    assert fold(tray("Base", "7 3/8", "6", "1")).room == (inch("5 3/8"), inch("4"), inch("1"))
    assert fold(piece("Flat", "4", "4")).room is None


# Scores


def test_a_score_off_the_piece_is_an_error_that_names_the_place():
    finding = only(piece("Card", "4", "6", scores=across("4 1/4")))
    assert (finding.level, finding.code, finding.piece) == (Level.ERROR, "score-outside", 0)
    assert "4 1/4 in along the width" in said(finding)
    assert codes(piece("Card", "4", "6", scores=upward("4 1/4"))) == []


def test_a_score_on_the_very_edge_is_outside():
    assert codes(piece("Card", "4", "6", scores=across("4"))) == ["score-outside"]
    assert codes(piece("Card", "4", "6", scores=across("0"))) == ["score-outside"]


def test_a_score_written_twice_is_an_error_but_two_partial_ones_in_line_are_not():
    assert codes(piece("Card", "4", "6", scores=across("2", "2"))) == ["score-doubled"]
    ends = Line(Side.WIDTH, inch("2"), None, inch("1")), Line(Side.WIDTH, inch("2"), inch("5"), None)
    assert codes(piece("Card", "4", "6", scores=ends)) == []


def test_scores_closer_than_an_eighth_are_worth_a_look():
    assert codes(piece("Card", "4", "6", scores=across("2", "2 1/16"))) == ["scores-close"]
    assert codes(piece("Spine", "4", "6", scores=across("1 15/16", "2 1/16"))) == []


def test_6_3_8_scored_at_2_3_4_and_3_5_8_is_symmetrical():
    # Common practice: 2 3/4, 7/8, 2 3/4.
    assert codes(piece("Wrap", "6 3/8", "4", scores=across("2 3/4", "3 5/8"))) == []


def test_a_broken_mirror_says_which_score_would_restore_it():
    finding = only(piece("Wrap", "6 3/8", "4", scores=across("2 3/4", "3 1/2")))
    assert finding.code == "symmetry-broken"
    assert "a score at 3 5/8 in instead of 3 1/2 in" in said(finding)


def test_panels_that_are_not_meant_to_match_are_no_broken_mirror():
    assert codes(piece("Card", "11", "4", scores=across("1 1/2", "5 1/2"))) == []
    assert codes(piece("Half", "8 1/2", "4", scores=across("3 3/4"))) == []


# Mats


def on_panel(width, height, mat_width, mat_height):
    under = piece("Panel", width, height)
    mat = piece("Mat", mat_width, mat_height, mat_of=MatOf("Panel", Panel(1, 1)))
    return codes(under, mat)


def test_the_usual_mats_have_even_borders():
    # Common practice: 1/16, 1/8 and 1/4 a side.
    assert on_panel("1", "6", "7/8", "5 7/8") == []
    assert on_panel("3 1/2", "3 1/2", "3 1/4", "3 1/4") == []
    assert on_panel("4", "5", "3 1/2", "4 1/2") == []


def test_a_mat_may_lie_the_other_way_round():
    # It is even, and no error; but its sizes may have been written the wrong way round.
    assert on_panel("1", "6", "5 7/8", "7/8") == ["mat-turned"]


def test_an_uneven_border_names_both_borders_and_the_even_size():
    under = piece("Panel", "4", "5")
    finding = only(under, piece("Mat", "3 3/4", "4 1/2", mat_of=MatOf("Panel", Panel(1, 1))))
    assert (finding.code, finding.piece) == ("mat-uneven", 1)
    assert "1/8 in left and right" in said(finding)
    assert "1/4 in above and below" in said(finding)
    assert "3 3/4 x 4 3/4 in would make it even" in said(finding)


def test_a_mat_larger_than_its_panel_and_one_for_no_panel():
    assert on_panel("3", "4", "3 1/4", "3 3/4") == ["mat-too-large"]
    assert on_panel("3", "4", "3", "4") == ["mat-without-border"]
    lost = piece("Mat", "1", "1", mat_of=MatOf("Panel", Panel(2, 1)))
    assert codes(piece("Panel", "3", "4"), lost) == ["mat-without-panel"]


# Lids


LID = (Fit(FitKind.LID, "Lid", "Base"),)


def lid_over_base(lid, base, wall="1"):
    return only(tray("Lid", lid, lid, wall), tray("Base", base, base, "1"), fits=LID)


def test_a_5_1_2_lid_over_a_5_3_8_base_clears_by_an_eighth():
    # Common practice: floors 5 1/2 and 5 3/8 with walls of 1 in.
    finding = lid_over_base("7 1/2", "7 3/8")
    assert (finding.level, finding.code) == (Level.NOTE, "lid-clears")
    assert "clears by 1/8 in, easy" in said(finding)


def test_a_lid_the_size_of_its_base_is_an_error_and_says_what_it_wants():
    finding = lid_over_base("7 3/8", "7 3/8")
    assert (finding.level, finding.code) == (Level.ERROR, "lid-too-small")
    assert "needs 1/16 in more" in said(finding)


def test_a_snug_lid_clears_and_one_over_3_16_falls_off():
    assert "snug" in said(lid_over_base("7 7/16", "7 3/8"))
    assert lid_over_base("7 9/16", "7 3/8").code == "lid-clears"
    assert lid_over_base("7 5/8", "7 3/8").code == "lid-too-loose"


def test_walls_of_another_height_leave_the_floors_to_be_compared():
    finding = lid_over_base("6 1/2", "7 3/8", wall="1/2")
    assert finding.code == "lid-clears"


def test_a_lid_needs_two_trays():
    flat = replace(tray("Base", "7", "7", "1"), scores=())
    assert codes(tray("Lid", "7", "7", "1"), flat, fits=LID) == ["tray-without-floor"]
    assert codes(tray("Lid", "7", "7", "1"), fits=LID) == ["fit-without-piece"]
