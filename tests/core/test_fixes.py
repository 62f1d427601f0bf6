"""A check's own advice, taken, silences it: the fix it names is the fix."""

import re
from collections import Counter
from dataclasses import replace

from hypothesis import assume, given
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.checks.fits import LOOSEST as LOOSEST_LID
from neat_sheaf.habits import LidFeel
from neat_sheaf.measure.length import MILLIMETRE, Length, millimetres, parse_length, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Fit, FitKind, Line, MatOf, Panel, Project, SupplyUse, Tab
from neat_sheaf.project.assembly import Content
from neat_sheaf.project.panels import columns
from neat_sheaf.stock import Print
from tests.words import said

from .building import across, inch, letter, piece, tray

SNUG, EASY = LidFeel.SNUG.clearance, LidFeel.EASY.clearance
SIXTEENTH = inch("1/16")
SIXTEENTHS = st.integers(1, 160)


def found(*pieces, fits=()):
    return [f for f in check_project(Project("Test", pieces, fits), "in") if f.level != "note"]


def sizes_in(text):
    """Every size of the form ``W x H in`` in a sentence, exactly."""
    size = r"((?:\d+ )?\d+(?:/\d+)?) x ((?:\d+ )?\d+(?:/\d+)?) in"
    return [tuple(parse_length(part, "in") for part in match) for match in re.findall(size, text)]


@given(SIXTEENTHS, SIXTEENTHS, st.integers(0, 12), st.integers(0, 12))
def test_a_mat_of_the_even_size_that_is_named_is_even(width, height, off_width, off_height):
    under = piece("Panel", f"{width + 30}/16", f"{height + 30}/16")
    mat = piece("Mat", f"{width + 30 - off_width}/16", f"{height + 30 - off_height}/16")
    mat = replace(mat, mat_of=MatOf("Panel", Panel(1, 1)))
    findings = found(under, mat)
    assume(findings)
    assert [f.code for f in findings] == ["mat-uneven"]
    (even,) = sizes_in(said(findings[0]))
    assert found(under, replace(mat, width=even[0], height=even[1])) == []


@given(st.integers(8, 60), st.integers(8, 60), st.integers(1, 4), st.booleans())
def test_the_score_that_is_named_restores_the_mirror(outer, middle, slip, outward):
    width = Length((2 * outer + middle) * SIXTEENTH)
    last = outer + middle + (slip if outward else -slip)
    wrap = replace(piece("Wrap", "1", "4"), width=width)
    at = [Length(outer * SIXTEENTH), Length(last * SIXTEENTH)]
    slipped = replace(wrap, scores=tuple(Line(Side.WIDTH, place) for place in at))
    findings = found(slipped)
    assume(at[0] < at[1] < width)
    assume([f.code for f in findings] == ["symmetry-broken"])
    named = re.search(r"a score at (.+?) in instead", said(findings[0]))
    fixed = parse_length(named[1], "in")
    assert found(replace(wrap, scores=tuple(Line(Side.WIDTH, place) for place in (at[0], fixed)))) == []


@given(st.integers(0, 20), st.integers(20, 80), st.integers(20, 80))
def test_a_lid_is_judged_by_its_clearance_and_by_nothing_else(more, width, height):
    base = tray("Base", f"{width + 32}/16", f"{height + 32}/16", "1")
    clearance = Length(more * SIXTEENTH)
    lid = tray("Lid", f"{width + 32 + more}/16", f"{height + 32 + more}/16", "1")
    codes = {
        f.code for f in check_project(Project("T", (lid, base), (Fit(FitKind.LID, "Lid", "Base"),)), "in")
    }
    expected = (
        "lid-too-small" if clearance < SNUG else "lid-too-loose" if clearance > LOOSEST_LID else "lid-clears"
    )
    assert codes == {expected}


def test_the_clearances_are_the_trades():
    # Common practice.
    assert (inch("1/16"), inch("1/8"), inch("3/16")) == (SNUG, EASY, LOOSEST_LID)


# Not so small that the corner tabs reach past the walls.
@given(st.integers(1, 15), st.integers(32, 90))
def test_a_lid_made_larger_by_what_it_lacks_clears(less, size):
    base = tray("Base", f"{size + 32}/16", f"{size + 32}/16", "1")
    lid = tray("Lid", f"{size + 32 - less}/16", f"{size + 32 - less}/16", "1")
    fit = (Fit(FitKind.LID, "Lid", "Base"),)
    (finding,) = found(lid, base, fits=fit)
    more = parse_length(re.search(r"the lid needs (.+?) in more", said(finding))[1], "in")
    grown = write_length(Length(lid.width + more), "in")
    assert found(tray("Lid", grown, grown, "1"), base, fits=fit) == []


@given(st.lists(st.integers(1, 95), min_size=1, max_size=6, unique=True))
def test_scores_inside_a_piece_and_apart_are_never_called_outside_or_doubled(at):
    scores = across(*(f"{place}/8" for place in at))
    codes = {f.code for f in found(piece("Card", "12", "4", scores=scores))}
    # What it folds to may have something to be said as well.
    assert {code for code in codes if not code.startswith("fold-")} <= {
        "symmetry-broken", "scores-out-of-order", "wrap-unequal", "wrap-tab-wide", "not-trimmed",
    }  # fmt: skip
    assert ("scores-out-of-order" in codes) == (at != sorted(at))


@given(st.integers(96, 200))
def test_a_score_at_or_beyond_the_edge_is_always_outside(at):
    codes = [f.code for f in found(piece("Card", "12", "4", scores=across(f"{at}/8")))]
    assert codes == ["score-outside"]


def fixed(project, code, **more):
    """The project with the fix of the one finding of that code applied, and what is then found."""
    (finding,) = [f for f in check_project(project, "in", **more) if f.code == code]
    after = finding.fix.project
    return after, [f.code for f in check_project(after, "in", **more)]


@given(
    st.integers(20, 70), st.integers(20, 70), st.integers(8, 24), st.integers(-20, 20), st.integers(-10, 10)
)
def test_a_sleeve_fixed_is_never_too_small_or_too_loose(width, height, wall, off, deep):
    drawer = tray("Drawer", f"{width + 2 * wall}/16", f"{height + 2 * wall}/16", f"{wall}/16")
    front, depth = max(4, width + off), max(2, wall + deep)
    marks = [front, front + depth, 2 * front + depth, 2 * front + 2 * depth]
    scores = across(*(f"{mark}/16" for mark in marks))
    sleeve = piece("Sleeve", f"{marks[-1] + 8}/16", f"{height}/16", scores=scores)
    project = Project("T", (sleeve, drawer), (Fit(FitKind.SLEEVE, "Sleeve", "Drawer"),))
    codes = [f.code for f in check_project(project, "in")]
    wrong = [code for code in codes if code in ("sleeve-too-small", "sleeve-too-loose")]
    assume(wrong)
    # A front that is narrower than its tab, and a drawer higher than it is wide, have other faults first.
    assume(front > 8 and wall <= min(width, height))
    after, found_after = fixed(project, wrong[0])
    assert "sleeve-clears" in found_after
    # One of the two is changed: the drawer, where another sleeve would not close.
    assert (after.pieces[0] == sleeve) != (after.pieces[1] == drawer)


@given(st.integers(4, 90), st.integers(4, 90), st.integers(4, 40), st.booleans(), st.integers(40, 100))
def test_a_box_fixed_for_what_goes_inside_has_room_for_it(width, depth, height, rigid, blank):
    box = tray("Box", f"{blank}/8", f"{blank + 8}/8", "1")
    thing = Content("Jar", inch(f"{width}/8"), inch(f"{depth}/8"), inch(f"{height}/8"), "Box", rigid)
    project = Project("T", (box,), contents=(thing,))
    (too_large,) = [f for f in check_project(project, "in") if f.code == "content-too-large"] or [None]
    # A box that no sheet would hold is no help.
    assume(too_large is not None and too_large.fix is not None)
    _, found_after = fixed(project, "content-too-large")
    assert "content-fits" in found_after


@given(st.integers(1, 15), st.integers(1, 4), st.integers(1, 3))
def test_a_tab_fixed_is_as_wide_as_its_adhesive(sixteenths, runs, before):
    narrow = min(sixteenths, 4 * runs - 1)
    tab = Tab(Panel(before + 1, 1), runs)
    at = [f"{n}" for n in range(1, before + 1)]
    flap = piece("Flap", f"{16 * before + narrow}/16", "5", scores=across(*at), tabs=(tab,))
    (finding,) = [f for f in check_project(Project("T", (flap,)), "in") if f.code == "tab-too-narrow"]
    # Where a wider one makes a wrap unequal it is no help.
    assume(finding.fix is not None)
    after, found_after = fixed(Project("T", (flap,)), "tab-too-narrow")
    assert "tab-too-narrow" not in found_after
    assert columns(after.pieces[0])[:-1] == columns(flap)[:-1]


@given(st.integers(1, 60), st.integers(1, 60), st.integers(1, 4), st.sampled_from(["in", "cm"]))
def test_a_ribbon_fixed_reaches_around_and_ties_a_bow_and_is_a_round_length(around, bow, cuts, units):
    girth, extra = inch(f"{around * 5}/8"), inch(f"{bow * 3}/8")
    use = SupplyUse("ribbon", None, Length(inch("1/8") * cuts), cuts, girth, extra)
    project = Project("T", (), supplies=(use,))
    (finding,) = [f for f in check_project(project, units) if f.code == "ribbon-too-short"]
    (after,) = finding.fix.project.supplies
    assert after.cut_length >= girth + extra
    assert after.cut_length - (girth + extra) < (inch("1") if units == "in" else millimetres(10))
    assert after.cut_length % (inch("1") if units == "in" else millimetres(10)) == 0
    assert [f.code for f in check_project(finding.fix.project, units)] == []


@given(st.integers(100, 300), st.integers(20, 300), st.booleans())
def test_a_piece_shrunk_to_its_sheet_lies_on_it(width, height, follows):
    made = piece("Wrap", f"{width}/16", f"{height}/16", scores=across("1"), follows_print=follows)
    project = Project("T", (made,))
    papers = {"body": (letter(print=Print.ONE_WAY),)}
    assume("larger-than-paper" in [f.code for f in check_project(project, "in", papers=papers)])
    (finding,) = [f for f in check_project(project, "in", papers=papers) if f.code == "larger-than-paper"]
    after = check_project(finding.fix.project, "in", papers=papers)
    assert "larger-than-paper" not in [f.code for f in after]
    small = finding.fix.project.pieces[0]
    assert small.width <= made.width
    assert small.height <= made.height


def troubled(draw):
    """A list in which something is likely to be wrong: sizes off, a mat askew, a lid too small, a slip."""
    units = draw(st.sampled_from(["in", "mm"]))
    step = SIXTEENTH if units == "in" else MILLIMETRE

    def size(low, high):
        return Length(draw(st.integers(low, high)) * step)

    scale = 16 if units == "in" else 25
    wall = size(scale // 2, scale)
    pieces = []
    for name in ("Lid", "Base"):
        width, height = size(5 * scale, 9 * scale), size(5 * scale, 9 * scale)
        slip = draw(st.sampled_from([0, 0, 1, 2])) * step
        scores = tuple(
            Line(side, Length(at))
            for side, long in ((Side.WIDTH, width), (Side.HEIGHT, height))
            for at in (wall, long - wall - slip)
        )
        pieces.append(replace(piece(name, "1", "1", scores=scores), width=width, height=height))
    mat = replace(piece("Mat", "1", "1", mat_of=MatOf("Base", Panel(2, 2))), per_kit=draw(st.integers(1, 3)))
    pieces.append(replace(mat, width=size(2 * scale, 7 * scale), height=size(2 * scale, 7 * scale)))
    fits = (Fit(FitKind.LID, "Lid", "Base"),) if draw(st.booleans()) else ()
    return Project("Test", tuple(pieces), fits), units


@given(st.composite(troubled)())
def test_after_any_fix_that_is_offered_its_finding_is_gone_and_nothing_else_is_wrong(made):
    # "2 a kit", "6 a kit" and "keep one" led from one finding to the next, and sizes left the list's units.
    project, units = made
    step = SIXTEENTH // 4 if units == "in" else MILLIMETRE // 2

    def leads_on(project, finding, before, chain):
        """What a fix that is offered brings has a fix that is offered itself, and soon nothing is left."""
        assert chain, finding
        for fix in finding.fixes:
            then = check_project(fix.project, units)
            after = Counter((one.code, said_where(one)) for one in then)
            own = finding.code, said_where(finding)
            assert after[own] < before[own], own
            for new in then:
                about = new.code, said_where(new)
                if new.level != "note" and after[about] > before[about]:
                    assert new.level != "error", (own, about)
                    assert new.fixes, (own, about)
                    leads_on(fix.project, new, after, chain - 1)
            for changed in fix.project.pieces:
                assert changed.width % step == changed.height % step == 0

    noticed = check_project(project, units)
    for finding in noticed:
        leads_on(project, finding, Counter((one.code, said_where(one)) for one in noticed), 3)


def said_where(finding):
    return str(finding.where)
