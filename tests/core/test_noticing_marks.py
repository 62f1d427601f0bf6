"""Marks, wraps, mats and what belongs together: each check fires where it should and not beside it.

The pieces are common practice or made up for the rule they pin; a number of the trade says so.
"""

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import Level, check_project
from neat_sheaf.formats.project_part import changes_document, project_document
from neat_sheaf.habits import Habits
from neat_sheaf.measure.side import Side
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    CountOverride,
    Diagonal,
    Edge,
    End,
    EndShape,
    Face,
    Fit,
    FitKind,
    Fold,
    Hole,
    Line,
    MatOf,
    Notch,
    NotchShape,
    Panel,
    Project,
    SupplyUse,
    Tab,
    Variant,
    Window,
    WindowShape,
)
from neat_sheaf.project.variants import variant_of
from neat_sheaf.stock import Supply, SupplyUnit
from tests.words import said

from .building import across, inch, letter, piece, tray, upward
from .test_formats import NAMES, assembled, pieces

TAPE = Supply("tape", "Strong tape", SupplyUnit.LENGTH, Decimal(inch("360")))
RECT, OVAL = WindowShape.RECTANGLE, WindowShape.OVAL


def project(*listed, **more):
    return Project("Test", listed, **more)


def slit(at, start=None, end=None, along=Side.WIDTH):
    return Line(along, inch(at), start and inch(start), end and inch(end))


def box(**more):
    """A tray of 6 x 5 with walls of 1, as the-job.md has it."""
    return replace(tray("Tray", "6", "5", "1"), **more)


def marked(**more):
    return project(piece("Card", "4", "6", **more))


def of_tray(*slits, tabs=(), **more):
    return project(box(slits=slits, tabs=tuple(Tab(Panel(*at)) for at in tabs), **more))


def wrap(width, *at, **more):
    return project(piece("Wrap", width, "5", scores=across(*at), **more))


def tube(**more):
    scores = (*across("2 1/8", "4 1/4", "6 3/8", "8 1/2"), *upward("1 3/4"))
    return project(piece("Tube", "9", "5", scores=scores, tabs=(Tab(Panel(5, 2)),), **more))


def belly(length, **more):
    fit = Fit(FitKind.BAND, "Band", "Tray", **more)
    return project(box(), piece("Band", "1", length), fits=(fit,))


def covered(width, height, allowance="1/2"):
    fit = Fit(FitKind.COVER, "Cover", "Board", allowance=inch(allowance))
    return project(piece("Board", "4", "6"), piece("Cover", width, height), fits=(fit,))


def ties(count):
    """Six row markers in a tin, each with a tie, and one on the lid: the seventh is always forgotten."""
    each = (Fit(FitKind.EACH, "Tie", "Marker"), Fit(FitKind.EACH, "Tie", "Tin lid"))
    return project(
        piece("Marker", "2", "2", per_kit=6),
        piece("Tin lid", "4", "4"),
        piece("Tie", "1", "1", per_kit=count),
        fits=each,
    )


def matted(*mats, count=1, faces=()):
    under = piece("Wrap", "8", "3 1/2", scores=across("2", "4", "6"), per_kit=count, faces=faces)
    made = [
        piece(f"Mat {n}", w, h, per_kit=k, mat_of=MatOf("Wrap", Panel(column, 1)), follows_print=True)
        for n, (column, w, h, k) in enumerate(mats)
    ]
    return project(under, *made)


def over_two(width, height):
    under, mat = matted((1, width, height, 1)).pieces
    return project(under, replace(mat, mat_of=MatOf("Wrap", Panel(1, 1), Panel(2, 1))))


def wide_mats(*spans, faces=()):
    """A wrap with its print to be seen, and mats of 3 3/4 in from one of its panels to another."""
    under = replace(matted(faces=faces).pieces[0], follows_print=True)
    over = [MatOf("Wrap", Panel(one, 1), Panel(other, 1)) for one, other in spans]
    return project(under, *(piece(f"Wide {n}", "3 3/4", "3 1/4", mat_of=of) for n, of in enumerate(over)))


def halved(width, height):
    under, mat = matted((1, width, height, 1)).pieces
    part = Line(Side.HEIGHT, inch("1 3/4"), None, inch("2"))
    return project(replace(under, scores=(*under.scores, part)), mat)


MAT = ("1 3/4", "3 1/4", 1)

# (code, a project where it fires, one where it must not, more for check_project)
PAIRS = [
    ("mark-outside", marked(holes=(Hole(inch("3 15/16"), inch("1"), inch("1/4")),)),
     marked(holes=(Hole(inch("3 7/8"), inch("1"), inch("1/4")),)), {}),
    ("mark-outside", marked(slits=(slit("4 1/2", None, "1"),)), marked(slits=(slit("3 1/2", None, "1"),)), {}),
    ("mark-outside", marked(slits=(slit("2", None, "7"),)), marked(slits=(slit("2", None, "5"),)), {}),
    ("mark-outside", marked(diagonals=(Diagonal((inch("0"), inch("0")), (inch("5"), inch("1"))),)),
     marked(diagonals=(Diagonal((inch("0"), inch("0")), (inch("4"), inch("1"))),)), {}),
    ("mark-outside", marked(corners=(CornerCut(Corner.TOP_LEFT, CornerShape.NOTCH, inch("5"), inch("1")),)),
     marked(corners=(CornerCut(Corner.TOP_LEFT, CornerShape.NOTCH, inch("1"), inch("5")),)), {}),
    ("mark-outside", marked(windows=(Window(RECT, inch("4"), inch("2")),)),
     marked(windows=(Window(RECT, inch("3 1/2"), inch("2")),)), {}),
    ("mark-outside", marked(scores=upward("2"), windows=(Window(OVAL, inch("2"), inch("2"), panel=Panel(1, 1)),)),
     marked(scores=upward("2"), windows=(Window(OVAL, inch("2"), inch("2"), panel=Panel(1, 2)),)), {}),
    ("mark-outside", marked(removed=(Panel(2, 1),)), marked(scores=across("1"), removed=(Panel(2, 1),)), {}),
    ("mark-outside", marked(notches=(Notch(Edge.TOP, NotchShape.ROUNDED, inch("1"), inch("1/2"), inch("1/4")),)),
     marked(notches=(Notch(Edge.TOP, NotchShape.ROUNDED, inch("1"), inch("1/2")),)), {}),
    ("mark-outside", marked(ends=(End(Edge.TOP, EndShape.POINTED, inch("6")),)),
     marked(ends=(End(Edge.TOP, EndShape.POINTED, inch("2")),)), {}),
    ("mark-doubled", marked(holes=(Hole(inch("1"), inch("1"), inch("1/8")),) * 2),
     marked(holes=(Hole(inch("1"), inch("1"), inch("1/8")), Hole(inch("2"), inch("1"), inch("1/8")))), {}),
    ("mark-doubled", marked(corners=(CornerCut(Corner.TOP_LEFT, CornerShape.ROUND, inch("1/4")),
                                     CornerCut(Corner.TOP_LEFT, CornerShape.MITRE, inch("1/2")))),
     marked(corners=(CornerCut(Corner.TOP_LEFT, CornerShape.ROUND, inch("1/4")),
                     CornerCut(Corner.TOP_RIGHT, CornerShape.ROUND, inch("1/4")))), {}),
    ("part-score-outside", marked(scores=(Line(Side.WIDTH, inch("2"), None, inch("6 1/2")),)),
     marked(scores=(Line(Side.WIDTH, inch("2"), None, inch("5")),)), {}),
    ("slit-cuts-apart", of_tray(slit("1")), of_tray(slit("1", None, "1")), {}),
    ("slit-off-score", of_tray(slit("1 1/8", None, "1")), of_tray(slit("1", None, "1")), {}),
    # A slot inside a panel is no slit of a fold.
    ("slit-off-score", of_tray(slit("1 1/8", None, "1")), of_tray(slit("3", "2", "3")), {}),
    ("slit-ends-off", of_tray(slit("1", None, "7/8")), of_tray(slit("1", None, "1")), {}),
    ("tab-not-free", of_tray(tabs=[(1, 1)]), of_tray(slit("1", None, "1"), tabs=[(1, 1)]), {}),
    ("tab-not-free", of_tray(tabs=[(3, 3)]), of_tray(slit("4", "5", None, Side.HEIGHT), tabs=[(3, 3)]), {}),
    ("tab-not-free", of_tray(tabs=[(1, 1)]), of_tray(tabs=[(1, 1)], removed=(Panel(2, 1),)), {}),
    # A tube from 9 x 5 with a closed end: the end score runs on through its tab.
    ("score-through-tab", tube(), tube(removed=(Panel(5, 1),)), {}),
    # 11 scored at 2, 4, 6 1/2, 8 1/2 is a slip.
    ("wrap-unequal", wrap("11", "2", "4", "6 1/2", "8 1/2"), wrap("8 1/2", "2", "4", "6", "8"), {}),
    # A box with a hinged lid: d, p, d, p', d, the last flap as deep as the first (the-job.md).
    ("wrap-unequal", wrap("9 1/4", "1", "4", "5 1/4", "8 1/4"),
     wrap("9", "1", "4", "5", "8"), {}),
    ("wrap-tab-wide", wrap("10 1/2", "2", "4", "6", "8"), wrap("8 1/2", "2", "4", "6", "8"), {}),
    ("fold-off-middle", marked(scores=upward("2 7/8")), marked(scores=upward("3")), {}),
    # A divider that rests on a narrow foot is folded near its middle by chance.
    ("fold-off-middle", marked(scores=upward("2 7/8")), project(piece("Foot", "3", "2", scores=upward("15/16"))), {}),
    # A pocket, a front that is cut shorter on purpose: far from the middle.
    ("fold-off-middle", marked(scores=upward("2 7/8")), marked(scores=upward("2 1/2")), {}),
    ("walls-unequal", project(piece("Tray", "6", "5", scores=(*across("1", "5"), *upward("7/8", "4 1/8")))),
     project(box()), {}),
    ("not-trimmed", project(piece("Sheet", "10 3/4", "4", scores=across("1", "2 1/4", "8 1/4", "9 1/2"))),
     project(piece("Sheet", "10 1/2", "4", scores=across("1", "2 1/4", "8 1/4", "9 1/2"))), {}),
    ("symmetry-broken", project(piece("C", "11", "4", scores=across("1", "3", "7", "10"))),
     project(piece("C", "11", "4", scores=across("1", "4", "7", "10"))), {}),
    # The tray is 4 x 3 x 1: 10 in round one way, 8 in round the other, and half an inch to overlap.
    ("band-too-short", belly("10 1/4"), belly("10 1/2"), {}),
    ("band-too-short", belly("10 1/2", allowance=inch("1")), belly("11", allowance=inch("1")), {}),
    ("band-too-long", belly("12"), belly("11"), {}),
    ("girth-unknown", project(wrap("9", "1", "3", "6").pieces[0], piece("Band", "1", "9"),
                              fits=(Fit(FitKind.BAND, "Band", "Wrap"),)), belly("10 1/2"), {}),
    ("cover-off", covered("5", "6 7/8"), covered("5", "7"), {}),
    ("cover-off", covered("5", "7", "3/4"), covered("7", "5"), {}),
    ("count-off", ties(6), ties(7), {}),
    ("count-off", ties(8), ties(7), {}),
    ("fit-not-said", project(tray("Tin lid", "6 1/8", "5 1/8", "1"), tray("Tin base", "6", "5", "1")),
     project(tray("Tin lid", "6 1/8", "5 1/8", "1"), tray("Tin base", "6", "5", "1"),
             fits=(Fit(FitKind.LID, "Tin lid", "Tin base"),)), {}),
    ("fit-not-said", project(tray("Lid", "6 1/8", "5 1/8", "1"), tray("Base", "6", "5", "1")),
     project(tray("Lid", "6 1/8", "5 1/8", "1"), piece("Base", "6", "5")), {}),
    ("tabs-without-adhesive", of_tray(slit("1", None, "1"), tabs=[(1, 1)]),
     replace(of_tray(slit("1", None, "1"), tabs=[(1, 1)]), supplies=(SupplyUse("tape", length=inch("4")),)),
     {"supplies": (TAPE,)}),
    # A 3 1/2 x 2 on a 2 x 3 1/2 panel is a slip, even though it fits turned.
    ("mat-turned", matted((1, "3 1/4", "1 3/4", 1)), matted((1, *MAT)), {}),
    ("mat-turned", matted((1, *MAT), faces=(Face(Panel(1, 1), Edge.LEFT),)),
     matted((1, "3 1/4", "1 3/4", 1), faces=(Face(Panel(1, 1), Edge.LEFT),)), {}),
    # Over two panels of 2 in: 4 in, less a border.
    ("mat-too-large", matted((1, "3 3/4", "3 1/4", 1)), over_two("3 3/4", "3 1/4"), {}),
    ("mat-uneven", over_two("3 1/2", "3 1/4"), over_two("3 3/4", "3 1/4"), {}),
    # On the upper half of a panel, which a score short of the edge bounds.
    ("mat-uneven", halved("1 3/4", "1 1/4"), halved("1 3/4", "1 1/2"), {}),
    ("mats-off", matted((1, *MAT), count=2), matted((1, "1 3/4", "3 1/4", 2), count=2), {}),
    ("mats-off", matted((1, "1 3/4", "3 1/4", 5)), matted((1, "1 3/4", "3 1/4", 4)), {}),
    ("two-mats", matted((1, *MAT), (1, *MAT)), matted((1, *MAT), (1, "1 1/2", "3", 1)), {}),
    ("two-mats", matted((1, *MAT), (1, *MAT)), matted((1, *MAT), (2, *MAT)), {}),
    # Over panels 1 and 2, and over 2 and 1, is the same place; over 3 and 4 is another.
    ("two-mats", wide_mats((1, 2), (2, 1)), wide_mats((1, 2), (3, 4)), {}),
    ("two-mats", wide_mats((1, 2), (2, 3)), wide_mats((1, 2), (4, 3)), {}),
    ("panel-without-mat", matted((1, *MAT), (2, *MAT), (4, *MAT)), matted((1, *MAT), (2, *MAT), (3, *MAT), (4, *MAT)), {}),
    ("panel-without-mat", matted((1, *MAT), (2, *MAT), (4, *MAT)),
     project(*wide_mats((3, 4)).pieces, *matted((1, *MAT), (2, *MAT)).pieces[1:]), {}),
    ("print-upside-down", wide_mats(faces=(Face(Panel(2, 1), Edge.BOTTOM),)),
     wide_mats((1, 2), faces=(Face(Panel(2, 1), Edge.BOTTOM),)), {}),
    ("panel-without-mat", matted((1, *MAT), (2, *MAT), (4, *MAT)), matted((1, "1 3/4", "3 1/4", 4)), {}),
    ("fit-without-panel",
     project(piece("A", "4", "5"), piece("B", "4", "5"), fits=(Fit(FitKind.SHARED, "A", "B", Panel(2, 1)),)),
     project(piece("A", "4", "5"), piece("B", "4", "5"), fits=(Fit(FitKind.SHARED, "A", "B", Panel(1, 1)),)), {}),
    # Named panels are compared and no others: the 4 of A and the 4 of B's other panel do not count.
    ("panels-differ",
     project(piece("A", "4", "9"), piece("B", "8 1/8", "6", scores=across("4")),
             fits=(Fit(FitKind.SHARED, "A", "B", Panel(1, 1), Panel(2, 1)),)),
     project(piece("A", "4", "9"), piece("B", "8 1/8", "6", scores=across("4")),
             fits=(Fit(FitKind.SHARED, "A", "B", Panel(1, 1), Panel(1, 1)),)), {}),
]  # fmt: skip
IDS = [f"{n}-{pair[0]}" for n, pair in enumerate(PAIRS)]


def found(of, more):
    return check_project(of, "in", **more)


@pytest.mark.parametrize(("code", "bad", "good", "more"), PAIRS, ids=IDS)
def test_it_fires_where_it_should_and_not_beside_it(code, bad, good, more):
    assert code in [f.code for f in found(bad, more)]
    assert code not in [f.code for f in found(good, more)]


@pytest.mark.parametrize(("code", "bad", "good", "more"), PAIRS, ids=IDS)
def test_every_fix_of_a_finding_mends_it_and_breaks_nothing(code, bad, good, more):
    before = found(bad, more)
    severe = {(f.code, f.where) for f in before if f.level is Level.ERROR}
    for finding in [f for f in before if f.code == code]:
        for fix in finding.fixes:
            after = found(fix.project, more)
            assert (code, finding.where) not in {(f.code, f.where) for f in after}, said(fix)
            assert {(f.code, f.where) for f in after if f.level is Level.ERROR} <= severe
            document, changes = project_document(bad, "in"), changes_document(bad, fix.project, "in")
            for change in changes.pop("pieces", []):
                document["pieces"][change["at"] : change["at"] + 1] = [change["piece"]]
            assert document | changes == project_document(fix.project, "in")


def test_what_only_a_person_can_answer_has_no_fix():
    lacking = {
        code for code, bad, _, more in PAIRS for f in found(bad, more) if f.code == code and not f.fixes
    }
    assert lacking == {"slit-cuts-apart", "girth-unknown", "two-mats", "fit-without-panel"}


def test_where_both_ways_are_possible_both_are_offered():
    tight = project(
        tray("Lid", "7 3/8", "7 3/8", "1"),
        tray("Base", "7 3/8", "7 3/8", "1"),
        fits=(Fit(FitKind.LID, "Lid", "Base"),),
    )
    (finding,) = [f for f in found(tight, {}) if f.code == "lid-too-small"]
    larger, smaller = (fix.project.pieces for fix in finding.fixes)
    assert (larger[0].width, larger[1].width) == (inch("7 1/2"), inch("7 3/8"))
    assert (smaller[0].width, smaller[1].width) == (inch("7 3/8"), inch("7 1/4"))


def test_a_fix_that_fits_no_chosen_sheet_is_not_offered():
    # A lid as wide as the sheet cannot grow: only the base can shrink.
    lid, base = tray("Lid", "8 1/2", "8 1/2", "1"), tray("Base", "8 1/2", "8 1/2", "1")
    tight = project(lid, base, fits=(Fit(FitKind.LID, "Lid", "Base"),))
    (finding,) = [f for f in found(tight, {"papers": {"body": (letter(),)}}) if f.code == "lid-too-small"]
    assert [fix.project.pieces[0].width for fix in finding.fixes] == [inch("8 1/2")]


def test_a_fix_that_breaks_another_fit_is_not_offered():
    # The base sits in a sleeve as well: made smaller it would fall out, so only the lid grows.
    lid, base = tray("Lid", "5 1/2", "7", "1"), tray("Base", "5 1/2", "7", "1")
    sleeve = piece("Sleeve", "10 1/4", "5", scores=across("3 5/8", "4 11/16", "8 5/16", "9 3/8"))
    fits = (Fit(FitKind.LID, "Lid", "Base"), Fit(FitKind.SLEEVE, "Sleeve", "Base"))
    (finding,) = [f for f in found(project(lid, base, sleeve, fits=fits), {}) if f.code == "lid-too-small"]
    assert [fix.project.pieces[1] for fix in finding.fixes] == [base]


def test_the_mat_that_is_forgotten_lies_as_its_panel_does():
    # A tray whose four walls are 3 x 2 in, two of them on their side: the mats are turned with them.
    walls = (Panel(2, 1), Panel(2, 3), Panel(1, 2), Panel(3, 2))
    under = piece("Tray", "7", "7", scores=(*across("2", "5"), *upward("2", "5")))
    sizes = [("2 3/4", "1 3/4")] * 2 + [("1 3/4", "2 3/4")] * 2
    mats = [
        piece(f"Mat {n}", *size, mat_of=MatOf("Tray", wall))
        for n, (size, wall) in enumerate(zip(sizes, walls, strict=True))
    ]
    for forgotten in mats:
        listed = [mat for mat in mats if mat is not forgotten]
        (finding,) = [f for f in found(project(under, *listed), {}) if f.code == "panel-without-mat"]
        made = finding.fixes[0].project.pieces[-1]
        assert made == replace(forgotten, name=made.name)
    # Where none lies the same way, one that lies the other way is turned.
    turned = project(replace(under, removed=(Panel(3, 2),)), *mats[:2])
    (finding,) = [f for f in found(turned, {}) if f.code == "panel-without-mat"]
    made = finding.fixes[0].project.pieces[-1]
    assert (made.width, made.height, made.name) == (inch("1 3/4"), inch("2 3/4"), "Tray mat 1.2")


def test_borders_that_look_even_are_even():
    # 1/32 in more on one side (from memory, a habit) is nothing to see.
    card, mat = piece("Card", "4", "5"), piece("Mat", "3 3/4", "4 11/16", mat_of=MatOf("Card", Panel(1, 1)))
    assert found(project(card, mat), {}) == []
    (finding,) = found(project(card, mat), {"habits": Habits(even=inch("0"))})
    assert finding.code == "mat-uneven"


def test_scores_are_in_order_when_each_fold_is():
    fan = (*across("1", "3"), Line(Side.WIDTH, inch("2"), fold=Fold.MOUNTAIN))
    assert "scores-out-of-order" not in [
        f.code for f in found(project(piece("Fan", "4", "5", scores=fan)), {})
    ]


def test_mats_are_looked_at_in_every_version():
    under, mat = piece("Card", "4", "5"), piece("Mat", "3 3/4", "4 3/4", mat_of=MatOf("Card", Panel(1, 1)))
    pair = project(under, mat, variants=(Variant("Two", counts=(CountOverride("Card", 2),)),))
    assert found(pair, {}) == []
    assert [f.code for f in found(variant_of(pair, "Two"), {})] == ["mats-off"]


@given(st.data())
@settings(max_examples=120, deadline=None)
def test_no_list_whatever_makes_a_check_fall_and_every_fix_is_a_list(data):
    names = data.draw(st.lists(NAMES, min_size=1, max_size=4, unique=True))
    listed = tuple(data.draw(pieces(name)) for name in names)
    made = data.draw(assembled(listed, ["tape"]))
    fits = st.builds(Fit, st.sampled_from(FitKind), st.sampled_from(names), st.sampled_from(names))
    made = replace(made, fits=tuple(data.draw(st.lists(fits, max_size=3))))
    for finding in check_project(made, "in", papers={"body": (letter(),)}, supplies=(TAPE,)):
        assert said(finding)
        for fix in finding.fixes:
            assert said(fix)
            assert changes_document(made, fix.project, "in")
