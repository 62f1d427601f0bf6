"""Every check has a case where it fires and one beside it where it must not; every fix fixes.

The pieces are common practice or made up for the rule they pin; the numbers that come from the
trade are said where they are.
"""

from dataclasses import replace
from decimal import Decimal

import pytest

from neat_sheaf.checks import Level, check_project
from neat_sheaf.formats.project_part import changes_document, project_document
from neat_sheaf.habits import Habits, LidFeel, Scoring
from neat_sheaf.measure.length import millimetres
from neat_sheaf.messages import message
from neat_sheaf.project import (
    CutMethod,
    Edge,
    Face,
    Fit,
    FitKind,
    MatOf,
    Panel,
    Portion,
    Project,
    SupplyUse,
    Tab,
)
from neat_sheaf.project.assembly import Caution, Content, Step, cautions_for
from neat_sheaf.stock import Print, Supply, SupplyUnit
from tests.words import said

from .building import a4, across, inch, letter, piece, tray, upward

BOARD = Habits(Scoring.BOARD)
RIBBON = Supply("ribbon", "Hemp ribbon", SupplyUnit.LENGTH, Decimal(inch("360")))
PADS = Supply("pads", "Foam pads", SupplyUnit.EACH, Decimal(300))


def project(*pieces, **more):
    return Project("Test", pieces, **more)


def fit(kind, outer, inner):
    return (Fit(FitKind(kind), outer, inner),)


def wrap(*at, width="10 1/4"):
    return piece("Sleeve", width, "5", scores=across(*at))


def mats(**more):
    """Two mats on neighbouring panels that are seen as one front."""
    faces = (Face(Panel(1, 1), name="front"), Face(Panel(2, 1), name="front"))
    under = piece("Gate", "8", "5", scores=across("4"), faces=faces)
    left = piece("Left", "3 3/4", "4 3/4", follows_print=True, mat_of=MatOf("Gate", Panel(1, 1)))
    right = piece("Right", "3 3/4", "4 3/4", follows_print=True, mat_of=MatOf("Gate", Panel(2, 1)))
    return project(under, replace(left, **more), replace(right, **more))


def printed(up, **more):
    folded = piece("Tent", "4", "10", scores=upward("5"), follows_print=True, faces=(Face(Panel(1, 1), up),))
    return project(replace(folded, **more))


def filled(width, depth, height, rigid=True, box=None):
    box = box or tray("Box", "6", "7", "1 1/2")
    things = (Content("Jar", inch(width), inch(depth), inch(height), box.name, rigid),)
    return project(box, contents=things)


def tied(length, girth="14", bow="12", cuts=1):
    use = SupplyUse("ribbon", None, inch(length), cuts, inch(girth), inch(bow))
    return project(piece("Box", "4", "4"), supplies=(use,))


def stepped(step, **more):
    return project(piece("Card", "4", "5"), piece("Mat", "3", "4"), steps=(step,), **more)


PUNCHED = {"cut": CutMethod.PUNCH, "portion": Portion.QUARTER}

# (code, a project where it fires, one where it must not, more for check_project)
PAIRS = [
    ("scores-out-of-order", project(piece("C", "4", "8", scores=upward("5", "2"))),
     project(piece("C", "4", "8", scores=upward("2", "5"))), {}),
    ("symmetry-broken", project(piece("C", "11", "4", scores=across("1", "2", "5 1/2", "9", "9 15/16"))),
     project(piece("C", "11", "4", scores=across("1", "2", "5 1/2", "9", "10"))), {}),
    ("symmetry-broken", project(piece("C", "11", "4", scores=across("1", "5 5/8", "10"))),
     project(piece("C", "11", "4", scores=across("1", "6", "10"))), {}),
    ("score-off-groove", project(piece("C", "4 1/4", "8", scores=across("2 1/16"))),
     # 2 1/16 from the left of 4 3/16 is 2 1/8 from the right: the piece is turned on the board.
     project(piece("C", "4 3/16", "8", scores=across("2 1/16"))), {"habits": BOARD}),
    ("score-off-groove", project(piece("C", "4 1/4", "8", scores=across("2 1/16"))),
     project(piece("C", "4 1/4", "8", scores=across("2 1/8"))), {"habits": BOARD}),
    ("lid-too-small", project(tray("Lid", "7 3/8", "7 3/8", "1"), tray("Base", "7 3/8", "7 3/8", "1"),
                              fits=fit("lid", "Lid", "Base")),
     project(tray("Lid", "7 1/2", "7 1/2", "1"), tray("Base", "7 3/8", "7 3/8", "1"),
             fits=fit("lid", "Lid", "Base")), {}),
    ("lid-too-loose", project(tray("Lid", "7 3/4", "7 1/2", "1"), tray("Base", "7 3/8", "7 3/8", "1"),
                              fits=fit("lid", "Lid", "Base")),
     # The lid lies the other way round over the base.
     project(tray("Lid", "6 1/8", "7 1/8", "1"), tray("Base", "7", "6", "1"),
             fits=fit("lid", "Lid", "Base")), {}),
    ("tray-without-floor", project(piece("Lid", "7", "7"), tray("Base", "6 7/8", "6 7/8", "1"),
                                   fits=fit("lid", "Lid", "Base")),
     project(tray("Lid", "7", "7", "1"), tray("Base", "6 7/8", "6 7/8", "1"), fits=fit("lid", "Lid", "Base")), {}),
    ("fit-without-piece", project(piece("Lid", "7", "7"), fits=fit("lid", "Lid", "Base")),
     project(piece("Lid", "7", "7")), {}),
    # A drawer of 3 1/2 x 5 with walls of 1: the sleeve's panels want 3 5/8 and 1 1/16.
    ("sleeve-too-small", project(wrap("3 1/2", "4 1/2", "8", "9"), tray("Drawer", "5 1/2", "7", "1"),
                                 fits=fit("sleeve", "Sleeve", "Drawer")),
     project(wrap("3 5/8", "4 11/16", "8 5/16", "9 3/8"), tray("Drawer", "5 1/2", "7", "1"),
             fits=fit("sleeve", "Sleeve", "Drawer")), {}),
    ("sleeve-too-loose", project(wrap("4", "5 1/8", "9 1/8", "10 1/4", width="11"),
                                 tray("Drawer", "5 1/2", "7", "1"), fits=fit("sleeve", "Sleeve", "Drawer")),
     project(wrap("3 5/8", "4 3/4", "8 3/8", "9 1/2"), tray("Drawer", "5 1/2", "7", "1"),
             fits=fit("sleeve", "Sleeve", "Drawer")), {}),
    ("sleeve-without-panels", project(piece("Sleeve", "9", "5"), tray("Drawer", "5 1/2", "7", "1"),
                                      fits=fit("sleeve", "Sleeve", "Drawer")),
     project(wrap("3 5/8", "4 11/16", "8 5/16", "9 3/8"), tray("Drawer", "5 1/2", "7", "1"),
             fits=fit("sleeve", "Sleeve", "Drawer")), {}),
    ("panels-differ", project(piece("End", "2 1/4", "4"), piece("Side", "9", "2 5/16"), fits=fit("shared", "End", "Side")),
     project(piece("End", "2 1/4", "4"), piece("Side", "9", "2 1/4"), fits=fit("shared", "End", "Side")), {}),
    ("no-shared-panel", project(piece("End", "2", "4"), piece("Side", "9", "6"), fits=fit("shared", "End", "Side")),
     project(piece("End", "2", "4"), piece("Side", "9", "6", scores=upward("2")), fits=fit("shared", "End", "Side")), {}),
    ("mat-uneven", project(piece("P", "4", "5"), piece("M", "3 3/4", "4 1/2", mat_of=MatOf("P", Panel(1, 1)))),
     project(piece("P", "4", "5"), piece("M", "3 3/4", "4 3/4", mat_of=MatOf("P", Panel(1, 1)))), {}),
    ("mat-too-large", project(piece("P", "4", "5"), piece("M", "4 1/8", "4 3/4", mat_of=MatOf("P", Panel(1, 1)))),
     project(piece("P", "4", "5"), piece("M", "3 7/8", "4 7/8", mat_of=MatOf("P", Panel(1, 1)))), {}),
    ("mat-without-border", project(piece("P", "4", "5"), piece("M", "4", "5", mat_of=MatOf("P", Panel(1, 1)))),
     project(piece("P", "4", "5"), piece("M", "3 1/2", "4 1/2", mat_of=MatOf("P", Panel(1, 1)))), {}),
    ("mat-without-panel", project(piece("P", "4", "5"), piece("M", "3", "4", mat_of=MatOf("P", Panel(2, 1)))),
     project(piece("P", "8", "5", scores=across("4")), piece("M", "3", "4", mat_of=MatOf("P", Panel(2, 1)))), {}),
    ("tab-too-narrow", project(piece("C", "4", "5", scores=across("3 7/8"), tabs=(Tab(Panel(2, 1)),))),
     project(piece("C", "4 1/8", "5", scores=across("3 7/8"), tabs=(Tab(Panel(2, 1)),))), {}),
    ("tab-too-narrow", project(piece("C", "4 1/8", "5", scores=across("3 7/8"), tabs=(Tab(Panel(2, 1), 2),))),
     project(piece("C", "4 3/8", "5", scores=across("3 7/8"), tabs=(Tab(Panel(2, 1), 2),))), {}),
    ("tab-without-panel", project(piece("C", "4", "5", tabs=(Tab(Panel(2, 1)),))),
     project(piece("C", "4", "5", scores=across("3"), tabs=(Tab(Panel(2, 1)),))), {}),
    # A standard machine's plates are 6 in wide (from memory).
    ("die-wider-than-plate", project(piece("D", "5 7/8", "8", cut=CutMethod.DIE, margin=inch("1/8"))),
     project(piece("D", "5 3/4", "8", cut=CutMethod.DIE, margin=inch("1/8"))), {}),
    ("die-wider-than-plate", project(piece("D", "7", "8", cut=CutMethod.DIE)), project(piece("D", "7", "8")), {}),
    ("larger-than-paper", project(piece("C", "8 1/2", "11")),
     project(piece("C", "8 1/4", "11")), {"papers": {"body": (letter(), a4())}}),
    ("larger-than-paper", project(piece("C", "9", "8", follows_print=True)), project(piece("C", "9", "8")),
     {"papers": {"body": (letter(print=Print.ONE_WAY),)}}),
    ("larger-than-sheets", project(piece("C", "12 1/4", "9")), project(piece("C", "12", "9")), {}),
    # A piece as wide as a Letter sheet fits no A4 (the-job: 8 1/4 in is the A4 version).
    ("one-sheet-size-only", project(piece("C", "8 1/2", "10")), project(piece("C", "8 1/4", "10")), {}),
    ("wholes", project(piece("Guard", "2", "2", per_kit=4, **PUNCHED)), project(piece("Guard", "2", "2", per_kit=4)), {}),
    ("portion-of-nothing", project(piece("Guard", "2", "2", portion=Portion.HALF)),
     project(piece("Guard", "2", "2", **PUNCHED)), {}),
    ("print-upside-down", printed(Edge.BOTTOM), printed(Edge.TOP), {}),
    ("print-upside-down", printed(Edge.BOTTOM), printed(Edge.BOTTOM, follows_print=False), {}),
    ("print-upside-down", printed(Edge.LEFT), printed(Edge.BOTTOM),
     {"papers": {"body": (letter(print=Print.TWO_WAY),)}}),
    ("face-without-panel", printed(Edge.TOP, faces=(Face(Panel(1, 3)),)), printed(Edge.TOP), {}),
    ("print-does-not-run-on", mats(), mats(matched="front"), {}),
    ("print-does-not-run-on", mats(), mats(follows_print=False), {}),
    ("content-too-large", filled("3 1/8", "4", "1"), filled("2 7/8", "3 7/8", "1"), {}),
    ("content-too-large", filled("2", "2", "1 7/8"), filled("2", "2", "1 7/8", rigid=False), {}),
    ("content-too-large", filled("3", "1", "4", box=wrap("3", "4", "7", "8")),
     filled("2 7/8", "7/8", "4", box=wrap("3", "4", "7", "8")), {}),
    ("content-without-piece", project(piece("Card", "4", "5"), contents=filled("1", "1", "1").contents),
     filled("1", "1", "1"), {}),
    ("inside-unknown", filled("1", "1", "1", box=piece("Box", "4", "5")), filled("1", "1", "1"), {}),
    # 12 in for a small bow (from memory).
    ("ribbon-too-short", tied("22"), tied("26"), {"supplies": (RIBBON,)}),
    ("ribbon-too-short", tied("50", cuts=2), tied("52", cuts=2), {"supplies": (RIBBON,)}),
    ("supply-not-listed", stepped(Step("Stick", supplies=("pads",))),
     stepped(Step("Stick", supplies=("pads",)), supplies=(SupplyUse("pads", Decimal(4)),)), {"supplies": (PADS,)}),
    ("supply-in-no-step", stepped(Step("Stick", supplies=("pads",)),
                                  supplies=(SupplyUse("pads", Decimal(4)), SupplyUse("gems", Decimal(2)))),
     stepped(Step("Stick"), supplies=(SupplyUse("pads", Decimal(4)),)), {"supplies": (PADS,)}),
    ("tool-not-listed", stepped(Step("Score", tool="scoring board")),
     stepped(Step("Score", tool="scoring board"), tools=("scoring board",)), {}),
    ("step-without-piece", stepped(Step("Glue", pieces=("Card", "Mat", "Bow"))),
     stepped(Step("Glue", pieces=("Card", "Mat"))), {}),
    ("piece-in-no-step", stepped(Step("Fold", pieces=("Card",))), stepped(Step("Fold, then glue")), {}),
    ("caution-offered", stepped(Step("Cut", tool="craft knife"), tools=("craft knife",)),
     stepped(Step("Cut", tool="craft knife", cautions=(Caution.BLADES,)), tools=("craft knife",)), {}),
]  # fmt: skip


def found(of, more):
    return check_project(of, "in", **more)


@pytest.mark.parametrize(
    ("code", "bad", "good", "more"), PAIRS, ids=[f"{n}-{p[0]}" for n, p in enumerate(PAIRS)]
)
def test_it_fires_where_it_should_and_not_beside_it(code, bad, good, more):
    assert code in [f.code for f in found(bad, more)]
    assert code not in [f.code for f in found(good, more)]


@pytest.mark.parametrize(
    ("code", "bad", "good", "more"), PAIRS, ids=[f"{n}-{p[0]}" for n, p in enumerate(PAIRS)]
)
def test_the_fix_of_a_finding_mends_it_and_breaks_nothing(code, bad, good, more):
    before = found(bad, more)
    severe = {(f.code, f.where) for f in before if f.level is Level.ERROR}
    for finding in [f for f in before if f.code == code and f.fix is not None]:
        after = found(finding.fix.project, more)
        assert (code, finding.where) not in {(f.code, f.where) for f in after}, said(finding.fix)
        assert {(f.code, f.where) for f in after if f.level is Level.ERROR} <= severe


@pytest.mark.parametrize(
    ("code", "bad", "good", "more"), PAIRS, ids=[f"{n}-{p[0]}" for n, p in enumerate(PAIRS)]
)
def test_a_fix_put_into_the_document_part_by_part_makes_the_fixed_project(code, bad, good, more):
    for fix in [f.fix for f in found(bad, more) if f.fix is not None]:
        document, changes = project_document(bad, "in"), changes_document(bad, fix.project, "in")
        pieces = changes.pop("pieces", [])
        assert changes or pieces, said(fix)
        for change in pieces:
            document["pieces"][change["at"] : change["at"] + 1] = [change["piece"]]
        assert document | changes == project_document(fix.project, "in")


WITHOUT_MEND = {
    "inside-unknown", "one-sheet-size-only", "wholes", "sleeve-without-panels",
    # Turned, its mat would lie across the print: which of both is meant only a person knows.
    "print-upside-down",
}  # fmt: skip


def test_every_finding_but_what_only_a_person_can_answer_has_a_mend():
    lacking = {
        f.code for code, bad, _, more in PAIRS for f in found(bad, more) if f.code == code and f.fix is None
    }
    assert lacking == WITHOUT_MEND


def test_a_finding_says_what_the_trade_would_say():
    says = {code: next(said(f) for f in found(bad, more) if f.code == code) for code, bad, _, more in PAIRS}
    assert "its depth of 4 in is 1/8 in too much" in {
        said(f).split(": ")[1].split(" and ")[-1].split(", with")[0] for f in found(filled("2", "4", "1"), {})
    }
    assert "14 in around and 12 in for the bow make 26 in" in says["ribbon-too-short"]
    assert "no groove of the board is at 2 1/16 in" in says["score-off-groove"]
    assert "upside down" in next(said(f) for f in found(printed(Edge.BOTTOM), {}))
    assert "on its side" in next(said(f) for f in found(printed(Edge.RIGHT), {}))


def test_thick_stock_wants_a_lid_larger_by_twice_its_caliper():
    # Common practice: at least twice the caliper. Stock of 1 mm needs 2 mm where 1/16 in would do.
    box = project(
        tray("Lid", "7 7/16", "7 7/16", "1"),
        tray("Base", "7 3/8", "7 3/8", "1"),
        fits=fit("lid", "Lid", "Base"),
    )
    thin = {"papers": {"body": (letter(caliper=millimetres("0.3")),)}}
    thick = {"papers": {"body": (letter(caliper=millimetres(1)),)}}
    assert "lid-too-small" not in [f.code for f in found(box, thin)]
    (finding,) = [f for f in found(box, thick) if f.code == "lid-too-small"]
    assert "twice the thickness" in said(finding)


def test_a_lid_is_fixed_to_the_feel_the_studio_likes():
    box = project(
        tray("Lid", "7 3/8", "7 3/8", "1"),
        tray("Base", "7 3/8", "7 3/8", "1"),
        fits=fit("lid", "Lid", "Base"),
    )
    for feel, width in ((LidFeel.SNUG, "7 7/16"), (LidFeel.EASY, "7 1/2")):
        (finding,) = [f for f in found(box, {"habits": Habits(lid=feel)}) if f.code == "lid-too-small"]
        assert finding.fix.project.pieces[0].width == inch(width)


def test_a_sound_box_is_left_in_peace():
    box = project(
        tray("Lid", "7 1/2", "7 1/2", "1"),
        tray("Base", "7 3/8", "7 3/8", "1"),
        piece("Lid mat", "5 1/4", "5 1/4", mat_of=MatOf("Lid", Panel(2, 2))),
        fits=fit("lid", "Lid", "Base"),
    )
    assert [f.code for f in found(box, {"habits": BOARD})] == ["lid-clears"]


def test_cautions_come_from_the_names_of_tools_and_supplies():
    assert cautions_for("12-inch trimmer") == (Caution.BLADES,)
    assert cautions_for("hot glue gun", "Copper brads") == (Caution.HEAT, Caution.SMALL_PARTS)
    assert cautions_for("bone folder") == ()
    assert cautions_for("12 magnets", "Sweets") == (Caution.MAGNETS, Caution.FOOD)


@pytest.mark.parametrize(
    "name",
    ["Wheat ribbon", "Flower arrangement", "Environment card", "Belly ribbon", "Label paper", "Sprayed"],
)
def test_a_caution_word_inside_another_word_calls_for_nothing(name):
    assert cautions_for(name) == ()


def test_every_caution_has_its_sentence():
    assert all(said(message("caution-offered", caution=caution)).endswith(".") for caution in Caution)
