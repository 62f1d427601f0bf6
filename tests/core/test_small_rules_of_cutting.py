"""Rules of cutting, glue, money and colour that a changed sign went unnoticed in, each by itself."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing.fee import NoFeeError
from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.folding import fold
from neat_sheaf.folding.form import Form
from neat_sheaf.folding.glue_lines import GlueLine
from neat_sheaf.folding.laid import Laid
from neat_sheaf.folding.motion import FLAT
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.measure.length import MILLIMETRE, Length
from neat_sheaf.pinned import CutPiece, RescueKind, Round, asked_for, made_by, rescues
from neat_sheaf.plain_text import printable, unwritable
from neat_sheaf.plan import plan_job
from neat_sheaf.preparing.labels import LabelSheet, LabelSheetError
from neat_sheaf.preparing.tasks import Kind, prepare
from neat_sheaf.project import Fit, FitKind, Glue, GluedAt, MatOf, Panel, Window
from neat_sheaf.stock import Print
from neat_sheaf.stock.colour import Lab, colour_difference, lab_of
from neat_sheaf.wording import english
from tests.words import said

from .building import across, inch, job, letter, piece, upward


@given(
    st.integers(1, 300), st.integers(1, 4), st.integers(1, 9), st.integers(0, 10), st.sampled_from(GluedAt)
)
def test_glue_that_is_kept_back_is_counted_by_runs_and_kits(length, runs, count, by, at):
    """Arithmetic: each run loses ``by`` at both its ends, the frame round a mat at all eight."""
    line = GlueLine("Tag", at, Length(length), runs, count)
    one = max(length - (8 if at is GluedAt.MAT else 2) * by, min(length, by))
    assert line.kept_back(Length(by)) == sum([one] * (runs * count))
    assert line.total == sum([length] * (runs * count))


def test_four_matched_panels_two_by_two_are_cut_as_one_block():
    board = piece("Board", "4", "4", scores=(*across("2"), *upward("2")))
    mats = [
        piece(f"Mat {c}{r}", "1 3/4", "1 1/2", matched="sea", mat_of=MatOf("Board", Panel(c, r)))
        for c in (1, 2)
        for r in (1, 2)
    ]
    made = job([board, *mats], [letter()], 2)
    (block,) = (need for need in demand_of(made)["body"] if len(need.pieces) == 4)
    assert block.cells == ((0, 0), (0, 1), (1, 0), (1, 1))
    assert block.size == (inch("3 1/2"), inch("3"))


@pytest.mark.parametrize(
    ("size", "more", "key"),
    [
        (("9", "12"), {}, "larger-than-paper.upright"),
        (("12", "9"), {}, "larger-than-paper.even-turned"),
        (("11", "8"), {"follows_print": True}, "larger-than-paper.follows-print"),
        (("9", "9"), {"follows_print": True}, "larger-than-paper.upright"),
    ],
)
def test_why_a_piece_fits_no_sheet_is_told(size, more, key):
    made = job([piece("Base", *size, **more)], [letter(print=Print.ONE_WAY)], 2)
    with pytest.raises(CannotPlanError) as caught:
        plan_sheets(made)
    (found,) = caught.value.faults
    assert found.message.key == key
    assert english("in").words(found.message)


@pytest.mark.parametrize(("kits", "spares"), [(4, 0), (4, 3), (1, 5)])
def test_what_a_class_asks_for_is_the_kits_and_the_spare_pieces_together(kits, spares):
    """They are needs of their own, and pieces of one kind."""
    asked = asked_for(job([piece("Tag", "2", "3", per_kit=2, spares=spares)], [letter()], kits))
    assert list(asked.values()) == [2 * kits + spares]


@pytest.mark.parametrize(("currency", "takings"), [("EUR", "31.50"), ("JPY", "32"), ("KWD", "31.500")])
def test_takings_are_rounded_to_the_coins_there_are(currency, takings):
    """ISO 4217: the euro has two minor digits, the yen none, the dinar of Kuwait three."""
    made = job([piece("Tag", "2", "3")], [letter()], 3, fee=Decimal("10.5"), currency=currency)
    made = replace(made, klass=replace(made.klass, seats=3))
    assert str(plan_job(made).cost.takings) == takings


def test_no_fee_that_covers_the_cost_is_said_in_words():
    assert said(NoFeeError().message)


def test_halves_of_a_surrogate_pair_and_controls_cannot_be_written():
    """Unicode 15, table 4-4: surrogates (Cs) and controls (Cc); a format sign (Cf) can be written."""
    assert (unwritable("a\ud800"), unwritable("a\x07")) == ("U+D800", "U+0007")
    assert unwritable("a\u200d\tb\r\n") is None
    assert printable("a\udc00\x1b") == "aU+DC00U+001B"


@pytest.mark.parametrize(("rows", "fits"), [(1, True), (2, True), (3, True), (4, False)])
def test_labels_are_on_the_page_with_the_gaps_between_them_and_no_more(rows, fits):
    """Three labels of 60 mm with two gaps of 10 mm below 20 mm take 220 of 225 mm; four take 290."""
    page = Length(200 * MILLIMETRE), Length(225 * MILLIMETRE)
    size = Length(60 * MILLIMETRE)
    more = {"left": Length(0), "top": Length(20 * MILLIMETRE), "down": Length(10 * MILLIMETRE)}
    if fits:
        assert LabelSheet(page, 1, rows, size, size, **more).count == rows
    else:
        with pytest.raises(LabelSheetError):
            LabelSheet(page, 1, rows, size, size, **more)
    tight = replace(LabelSheet(page, 1, 1, size, size, **more), page=(page[0], Length(220 * MILLIMETRE)))
    assert replace(tight, rows=3).rows == 3
    with pytest.raises(LabelSheetError):
        replace(tight, rows=3, page=(page[0], Length(220 * MILLIMETRE - 1)))


def test_slits_are_made_with_scissors_and_windows_with_a_knife():
    slit = piece("Tag", "2", "3", slits=across("1"))
    window = Window(inch("1/2"), inch("1/2"), inch("1"), inch("1"))
    made = job([slit, piece("Frame", "3", "4", windows=(window,))], [letter()], 2)
    tools = {task.kind: task.tool and task.tool.key for task in prepare(made).tasks}
    assert (tools[Kind.SLIT], tools[Kind.CUTOUT]) == ("tool.scissors", "tool.knife")


@pytest.mark.parametrize("grey", range(1, 11))
def test_the_darkest_greys_have_the_lightness_of_the_standard(grey):
    """CIE 15:2004: below Y/Yn = (6/29)^3, L* = (29/3)^3 Y/Yn; IEC 61966-2-1: there Y = value / 12.92."""
    lab = lab_of(f"#{grey:02x}{grey:02x}{grey:02x}")
    assert lab.lightness == pytest.approx((29 / 3) ** 3 * grey / 255 / 12.92, abs=1e-4)


def test_a_grey_and_a_colour_as_light_differ_by_chroma_alone():
    """CIE 142-2001: with C* 0 on one side no difference of hue is counted; S_C is 1 + 0.045 of the mean."""
    light = lab_of("#808080").lightness
    assert colour_difference(Lab(light, 0, 0), Lab(light, 0, 0)) == 0
    assert colour_difference(Lab(light, 0, 0), Lab(light, 0, 12)) == pytest.approx(12 / (1 + 0.045 * 6))


def test_a_moved_piece_that_slides_out_still_does():
    folded = fold(piece("Tag", "2", "3"))
    one = Laid(folded, slides=(1.0, 0.0, 0.0))
    assert one.moved(FLAT).slides == (1.0, 0.0, 0.0)
    assert Laid(folded).moved(FLAT).slides is None


def test_a_piece_is_folded_as_thick_as_its_paper():
    tray = piece("Tray", "6", "6", scores=(*across("1", "5"), *upward("1", "5")))
    assert fold(tray, Length(300_000)).thick == 300_000


def test_a_panel_that_is_not_there_names_both_pieces():
    pieces = (piece("Pocket", "3", "4"), piece("Base", "6", "6"))
    fit = Fit(FitKind.GLUED, "Pocket", "Base", outer_panel=Panel(7, 7), glue=Glue(Panel(9, 9)))
    project = job(list(pieces), [letter()], 1, fits=(fit,)).project
    remarks = [one for made in together_of(project, fold_project(project, {})) for one in made.remarks]
    (remark,) = (one for one in remarks if one.message.key == "fold-glue-panel")
    assert (remark.message.params["outer"], remark.message.params["inner"]) == ("Pocket", "Base")


@pytest.mark.parametrize("tab", [True, False])
@pytest.mark.parametrize("scores", [("4", "5", "6", "10", "11"), ("1", "2", "6", "7", "8")])
@pytest.mark.parametrize(("flap", "high"), [((), "8"), (("1 1/2",), "6 1/2")])
def test_a_bag_with_gussets_is_one_in_whichever_order_its_panels_come(scores, tab, flap, high):
    """Arithmetic: a front of 4 in and gussets of 1 and 1 in make 4 x 2 in, as high as the walls."""
    width = "12 3/8" if tab else "12"
    found = fold(piece("Bag", width, "8", scores=(*across(*scores, *["12"] * tab), *upward(*flap))))
    assert found.form is Form.GUSSET_BAG
    assert found.finished == found.room == (inch("4"), inch("2"), inch(high))
    assert ("fold-no-tab" in {remark.message.key for remark in found.remarks}) is not tab


@pytest.mark.parametrize("spares", [0, 1, 2])
def test_a_spare_piece_makes_a_spoilt_one_good_where_no_kit_is_spare(spares):
    made = job([piece("Card", "4 1/4", "5 1/2", spares=spares)], [letter()], 4)
    made = replace(made, klass=replace(made.klass, seats=4))
    rounds = [Round(plan_sheets(made))]
    cut = made_by(one.sheets for one in rounds)
    for lost in range(1, 4):
        ways = rescues(made, Counter({CutPiece("body", "Card", "all"): lost}), cut, Counter(), {}, rounds)
        assert (RescueKind.SPARE in {way.kind for way in ways}) is (lost <= spares)
