"""What a scored sheet folds into: its form, outside and room, against the arithmetic of the trade."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import Level, check_project
from neat_sheaf.folding import Form, fold
from neat_sheaf.folding.facets import subdivided
from neat_sheaf.folding.grid import grid_of
from neat_sheaf.folding.library import FORMS
from neat_sheaf.measure.length import Length, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Diagonal, Fit, FitKind, Line, Panel, Piece, Project, Tab
from tests.slips import harmless, library, noticed, slips

from .building import across, inch, piece, upward


def scored(width: str, height: str, along: str = "", up: str = "", **more) -> Piece:
    """A piece with its scores along the width and along the height, each a list in inches."""
    marks = [tuple(text.strip() for text in side.split(",") if text.strip()) for side in (along, up)]
    return piece("Thing", width, height, scores=(*across(*marks[0]), *upward(*marks[1])), **more)


def sizes(text: str) -> tuple[Length, ...]:
    return tuple(inch(size.strip()) for size in text.split(" x "))


# Arithmetic; that these lists fold to these forms is common practice. Each has the room that panels beside
# one another enclose, and no slit is on any list.
ROOMS = [
    (Form.TRAY, scored("6", "5", "1, 5", "1, 4"), "4 x 3 x 1", "4 x 3 x 1"),
    (Form.TRAY, scored("5 3/8", "5 3/8", "1, 4 3/8", "1, 4 3/8"), "3 3/8 x 3 3/8 x 1", "3 3/8 x 3 3/8 x 1"),
    (Form.CLOSED_TUBE, scored("9", "5", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1 3/4"), "2 1/8 x 2 1/8 x 3 1/4", "same"),
    (Form.CLOSED_TUBE, scored("9", "5", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "3 1/4"), "2 1/8 x 2 1/8 x 3 1/4", "same"),
    (Form.CLOSED_TUBE, scored("5", "9", "1 3/4", "2 1/8, 4 1/4, 6 3/8, 8 1/2"), "2 1/8 x 2 1/8 x 3 1/4", "same"),
    (Form.CLOSED_TUBE, scored("9", "5", "1/2, 2 5/8, 4 3/4, 6 7/8", "1 3/4"), "2 1/8 x 2 1/8 x 3 1/4", "same"),
    (Form.TUBE, scored("9 1/2", "8", "3, 4 1/2, 7 1/2, 9", "1 1/2, 6 1/2"), "3 x 1 1/2 x 5", "same"),
    (Form.HOLDER, scored("4", "10", "1/2, 3 1/2", "4 3/4, 5 1/4"), "3 x 1/2 x 4 3/4", "same"),
    (Form.HOLDER, scored("10", "4", "4 3/4, 5 1/4", "1/2, 3 1/2"), "3 x 1/2 x 4 3/4", "same"),
    (Form.BAG, scored("9", "6", "3 3/4, 5 1/4", "1 1/2, 4 1/2"), "3 x 1 1/2 x 3 3/4", "same"),
    (Form.FOLDED_BAG, scored("6", "12", "1, 5", "1 1/2, 5 1/2, 6 1/2, 10 1/2"), "4 x 1 x 4", "same"),
    (Form.POCKET, scored("5", "8", "1/2, 4 1/2", "4"), "4 x 4 x 0", "same"),
    (Form.POCKET, scored("5", "8", "1/2, 4 1/2", "3"), "4 x 3 x 0", "4 x 5 x 0"),
    (Form.HINGED_BOX, scored("11", "5", "1, 5, 6, 10", "1, 4"), "4 x 3 x 1", "same"),
    (Form.SLEEVE, scored("8 1/2", "4", "3, 4, 7, 8"), "3 x 1 x 4", "same"),
    # 8 1/2 x 4 scored every 2: a square sleeve with a tab.
    (Form.SLEEVE, scored("8 1/2", "4", "2, 4, 6, 8"), "2 x 2 x 4", "same"),
    (Form.GUSSET_BAG, scored("11 1/2", "8", "4, 4 3/4, 5 1/2, 9 1/2, 10 1/4, 11", "1"), "4 x 1 1/2 x 7", "same"),
    (Form.ENVELOPE, scored("6", "9", "1/2, 5 1/2", "3 1/2, 7 1/2"), "5 x 4 x 0", "same"),
    (Form.POUCH, scored("8 1/2", "6", "4, 8", "1"), "4 x 5 x 0", "same"),
    (Form.CARD, scored("8 1/2", "11", "", "5 1/2"), None, "5 1/2 x 8 1/2 x 0"),
    (Form.CARD, scored("11", "4 1/4", "1 1/2, 5 1/2"), None, "5 1/2 x 4 1/4 x 0"),
    (Form.POCKET_CARD, scored("8 1/2", "8", "4 1/4", "2 1/2"), None, "4 1/4 x 5 1/2 x 0"),
    (Form.GATE_CARD, scored("8", "4", "2, 6"), None, "4 x 4 x 0"),
    (Form.SPINE, scored("4", "8", "", "3 3/4, 4 1/4"), None, "3 3/4 x 1/2 x 4"),
    (Form.FLAT, scored("4", "6"), None, "4 x 6 x 0"),
]  # fmt: skip


@pytest.mark.parametrize(("form", "sheet", "room", "outside"), ROOMS)
def test_a_list_folds_to_its_form_its_outside_and_its_room(form, sheet, room, outside):
    folded = fold(sheet)
    assert folded.form is form
    assert folded.room == (None if room is None else sizes(room))
    assert folded.finished == sizes(room if outside == "same" else outside)


@pytest.mark.parametrize(("form", "sheet", "room", "outside"), [row for row in ROOMS if row[2] is not None])
def test_the_slits_that_it_needs_once_there_change_neither_size_nor_room(form, sheet, room, outside):
    before = fold(sheet)
    after = fold(replace(sheet, slits=before.slits))
    assert (after.form, after.finished, after.room, after.slits) == (form, before.finished, before.room, ())
    assert [remark.message.code for remark in after.remarks] == []


@pytest.mark.parametrize(("form", "sheet", "room", "outside"), ROOMS)
def test_turned_by_a_quarter_it_is_the_same_thing(form, sheet, room, outside):
    turned = {Side.WIDTH: Side.HEIGHT, Side.HEIGHT: Side.WIDTH}
    scores = tuple(
        replace(line, along=turned[line.along], at=Length(sheet.width - line.at) if line.along is Side.WIDTH else line.at)
        for line in sheet.scores
    )  # fmt: skip
    other = fold(replace(sheet, width=sheet.height, height=sheet.width, scores=scores))
    straight = fold(sheet)
    assert other.form is straight.form
    assert sorted(other.room or ()) == sorted(straight.room or ())
    assert sorted(other.finished) == sorted(straight.finished)


def test_an_envelope_from_a_square_is_as_wide_as_half_the_diagonal():
    # Arithmetic: s x sqrt(2) / 2; 6 in gives 4 1/4 to the eighth below.
    half = inch("3")
    six, none = inch("6"), Length(0)
    marks = [
        ((none, half), (half, none)),
        ((half, none), (six, half)),
        ((six, half), (half, six)),
        ((half, six), (none, half)),
    ]
    envelope = replace(scored("6", "6"), diagonals=tuple(Diagonal(a, b) for a, b in marks))
    folded = fold(envelope)
    assert folded.form is Form.SQUARE_ENVELOPE
    assert folded.room == folded.finished == (Length(round(inch("6") / 2**0.5)),) * 2 + (0,)
    # From 12 in with the side folds 1/4 in short of the centre: 8 1/2 and 8 3/4 (common practice).
    s, gap = inch("12"), inch("1/4")
    near = round(s / 2 - gap / 2**0.5)  # along the edge, from the corner to the side folds
    low = [((0, s // 2), (s // 2, 0)), ((s, s // 2), (s // 2, s))]
    side = [((s - near, 0), (s, near)), ((0, s - near), (near, s))]
    large = fold(replace(scored("12", "12"), diagonals=tuple(Diagonal(a, b) for a, b in (*low, *side))))
    assert [round(size / inch("1"), 1) for size in large.room] == [8.7, 8.5, 0]
    assert abs(large.room[0] - large.room[1] - gap) < 10


def test_what_two_forms_fit_is_a_question_and_says_what_they_agree_on():
    # A sleeve closed edge to edge, or a card folded to and fro.
    four = fold(scored("8", "4", "2, 4, 6"))
    assert (four.form, four.room, four.finished) == (None, None, None)
    assert [r.message.code for r in four.remarks] == ["fold-which"]
    # A card with a narrow flap, or a flat sleeve with a tab: both are as large.
    flat = fold(scored("8 1/2", "4", "4, 8"))
    assert (flat.form, flat.room, flat.finished) == (None, None, sizes("4 x 4 x 0"))
    tabbed = fold(scored("8 1/2", "4", "4, 8", tabs=(Tab(Panel(3, 1)),)))
    assert (tabbed.form, tabbed.room) == (Form.FLAT_SLEEVE, sizes("4 x 4 x 0"))


@pytest.mark.parametrize(
    "sheet",
    [
        scored("9", "7", "1, 3, 6", "2, 3, 5"),
        scored("12", "3", "1, 3, 6, 7, 9, 11"),
        scored("6", "6", "1, 5", "1/2, 2, 5"),
    ],
)
def test_what_no_form_explains_is_unknown(sheet):
    folded = fold(sheet)
    assert (folded.form, folded.room, folded.finished) == (None, None, None)


def test_the_papers_caliper_takes_from_the_room_and_adds_to_the_outside():
    # Arithmetic: scores are the middle of the paper; two walls take one caliper, a floor half of one.
    caliper = inch("1/32")
    folded = fold(scored("6", "5", "1, 5", "1, 4"), caliper)
    assert folded.room == (inch("4") - caliper, inch("3") - caliper, inch("1") - (caliper + 1) // 2)
    assert folded.finished[:2] == (inch("4") + caliper, inch("3") + caliper)
    assert fold(scored("8 1/2", "11", "", "5 1/2"), caliper).finished[2] == 2 * caliper


def codes(sheet: Piece) -> list[str]:
    return [remark.message.code for remark in fold(sheet).remarks]


def slit(along: Side, at: str, start: str | None, end: str | None) -> Line:
    return Line(along, inch(at), None if start is None else inch(start), None if end is None else inch(end))


def test_a_slit_too_short_too_long_or_through_a_fold_is_said():
    sheet = scored("6", "5", "1, 5", "1, 4")
    whole = fold(sheet).slits
    assert len(whole) == 4
    tray = replace(sheet, slits=whole)
    assert codes(tray) == []
    assert codes(replace(tray, slits=whole[1:])) == ["fold-slit-missing"]
    first = whole[0]
    assert (first.along, first.start, first.end) == (Side.HEIGHT, None, inch("1"))
    assert codes(replace(tray, slits=(replace(first, end=inch("3/4")), *whole[1:]))) == ["fold-slit-short"]
    assert codes(replace(tray, slits=(replace(first, end=inch("1 1/4")), *whole[1:]))) == ["fold-slit-long"]
    through = Line(Side.WIDTH, inch("1"), inch("1"), inch("4"))
    assert "fold-slit-wrong" in codes(replace(tray, slits=(*whole, through)))


def test_end_flaps_that_leave_a_gap_say_how_wide():
    gap = fold(scored("9", "4 1/2", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1"))
    (said,) = [r.message for r in gap.remarks if r.message.code == "fold-flap-gap"]
    assert said.params["gap"].nm == inch("1/8")
    # They meet where they are half as deep as the base, and lie over it where they are as deep: arithmetic.
    assert "fold-flap-gap" not in codes(scored("9", "5", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1 1/16"))


def test_opposite_panels_that_do_not_meet_say_by_how_much():
    (said,) = [r.message for r in fold(scored("8 1/2", "4", "3, 4, 7 1/8, 8 1/8")).remarks]
    assert (said.code, said.params["apart"].nm) == ("fold-unequal", inch("1/8"))


def test_on_a_bag_from_one_sheet_one_of_front_and_back_is_on_its_head():
    ups = {(seen.face, seen.up) for seen in fold(scored("6", "9", "1 1/2, 4 1/2", "3 3/4, 5 1/4")).seen}
    assert ("front", "down") in ups
    assert ("back", "up") in ups


def test_a_card_shows_its_print_outside_with_its_back_on_its_head():
    seen = {(s.face, s.panel.row, s.printed, s.up) for s in fold(scored("4 1/4", "11", "", "5 1/2")).seen}
    assert seen == {("front", 1, True, "up"), ("back", 2, True, "down")}


def test_glue_lines_are_as_long_as_the_fold_that_the_tab_hangs_on():
    sleeve = fold(scored("8 1/2", "4", "3, 4, 7, 8"))
    assert [(g.tab, g.onto, g.length) for g in sleeve.glued] == [(Panel(5, 1), Panel(1, 1), inch("4"))]
    assert sorted(g.length for g in fold(scored("6", "5", "1, 5", "1, 4")).glued) == [inch("1")] * 4


SIXTEENTH = inch("1/16")


@given(st.integers(8, 96), st.integers(8, 96), st.integers(4, 32))
@settings(max_examples=60, deadline=None)
def test_a_trays_room_is_its_blank_less_its_walls(w, d, h):
    width, height = (w + 2 * h) * SIXTEENTH, (d + 2 * h) * SIXTEENTH
    wall = h * SIXTEENTH
    lines = [
        Line(side, Length(at))
        for side, whole in ((Side.WIDTH, width), (Side.HEIGHT, height))
        for at in (wall, whole - wall)
    ]
    folded = fold(Piece("T", "body", 1, Length(width), Length(height), scores=tuple(lines)))
    if folded.form is Form.TRAY:
        assert folded.room == (w * SIXTEENTH, d * SIXTEENTH, wall)
    else:
        # Flat things with side flaps have three panels by three as well: asked about, never mistaken.
        assert folded.room is None or folded.form in (Form.ENVELOPE,)


@pytest.mark.parametrize("code", FORMS)
def test_every_form_of_the_library_has_the_room_that_was_asked_for(code):
    tried = 0
    for name, units, room, project in library():
        if name != code:
            continue
        tried += 1
        start = FORMS[code]
        bodies = [piece for piece in project.pieces if piece.mat_of is None]
        assert [fold(body).form for body in bodies] == [pattern.form for pattern in start.patterns]
        holds = next(n for n, pattern in enumerate(start.patterns) if pattern.name == start.holds)
        inside = fold(bodies[holds]).room
        wanted = (room[0], room[2], 0) if start.flat else room
        if start.patterns[holds].diagonal:
            # Marks in whole tenths of a millimetre: never smaller, and larger by less than a third of one.
            wide = (max(wanted), min(wanted[:2]), 0)
            assert all(0 <= a - b < 300_000 for a, b in zip(inside, wide, strict=True))
        elif inside is not None:
            assert inside == wanted, (code, units)
        assert {c for c, _ in noticed(project, units)} <= {"larger-than-sheets"}, (code, units, room)
    assert tried >= 2


def test_single_slips_are_found():
    # Every seventh of those that benchmarks/slips.py tries.
    tried = missed = 0
    for n, (_, units, _, project) in enumerate(library()):
        if n % 7:
            continue
        before = set(noticed(project, units))
        for m, (kind, _, wrong) in enumerate(slips(project, units)):
            if m % 3 or set(noticed(wrong, units)) - before:
                tried += m % 3 == 0
                continue
            if kind in ("size", "tab") and harmless(project, wrong):
                continue
            tried, missed = tried + 1, missed + 1
    assert tried > 100
    assert missed <= tried * 0.05


@given(st.data())
@settings(max_examples=150, deadline=None)
def test_a_grid_of_panels_is_what_the_general_subdivision_makes_of_it(data):
    marks = {side: sorted(data.draw(st.sets(st.integers(1, 31), max_size=4))) for side in Side}
    scores = [Line(side, Length(at * SIXTEENTH)) for side in Side for at in marks[side]]
    slits = []
    for line in data.draw(st.lists(st.sampled_from(scores), max_size=3)) if scores else []:
        start, end = sorted(data.draw(st.lists(st.integers(0, 32), min_size=2, max_size=2, unique=True)))
        slits.append(
            replace(line, start=Length(start * SIXTEENTH) if start else None, end=Length(end * SIXTEENTH))
        )
    panels = [
        Panel(c + 1, r + 1)
        for c in range(len(marks[Side.WIDTH]) + 1)
        for r in range(len(marks[Side.HEIGHT]) + 1)
    ]
    removed = tuple(data.draw(st.lists(st.sampled_from(panels), max_size=2, unique=True)))
    if len(removed) == len(panels):
        removed = ()
    sheet = Piece(
        "T",
        "body",
        1,
        Length(32 * SIXTEENTH),
        Length(32 * SIXTEENTH),
        scores=tuple(scores),
        slits=tuple(slits),
        removed=removed,
    )

    def said(found):
        facets = {facet.panel: frozenset(corners(facet)) for facet in found.facets}
        hinges = {
            (
                frozenset((found.facets[h.one].panel, found.facets[h.other].panel)),
                h.start,
                h.end,
                h.crease.along,
                h.crease.at,
            )
            for h in found.hinges
        }
        return facets, hinges

    assert said(grid_of(sheet)) == said(subdivided(sheet))


def corners(facet):
    """The corners of a rectangle; a general subdivision may have more points on its sides."""
    xs, ys = [x for x, _ in facet.ring], [y for _, y in facet.ring]
    return {(x, y) for x in (min(xs), max(xs)) for y in (min(ys), max(ys))}


def _less_half(side):
    return write_length(Length(inch(side) - inch("1/2")), "in")


def test_a_lid_over_a_box_that_is_no_tray_is_measured_against_its_outside():
    box = scored("9", "5", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1 3/4", removed=(Panel(5, 1),))
    box = replace(box, name="Box")

    def found(side):
        lid = replace(scored(side, side, f"1/2, {_less_half(side)}", f"1/2, {_less_half(side)}"), name="Lid")
        project = Project("T", (box, lid), (Fit(FitKind.LID, "Lid", "Box"),))
        return [finding.code for finding in check_project(project, "in") if finding.code.startswith("lid")]

    # 2 1/8 outside: a lid of 2 1/4 clears by an eighth, one of 2 1/8 buckles, one of 2 1/2 falls off.
    assert found("3 1/4") == ["lid-clears"]
    assert found("3 1/8") == ["lid-too-small"]
    assert found("3 1/2") == ["lid-too-loose"]


def test_what_is_no_sleeve_slides_over_nothing():
    bag = replace(scored("11 1/2", "8", "4, 4 3/4, 5 1/2, 9 1/2, 10 1/4, 11"), name="Bag")
    drawer = replace(scored("6", "5", "1, 5", "1, 4"), name="Drawer")
    project = Project("T", (bag, drawer), (Fit(FitKind.SLEEVE, "Bag", "Drawer"),))
    assert "sleeve-without-panels" in [finding.code for finding in check_project(project, "in")]


# Lists that a form's rule nearly takes: what they fold to is not known, and no size is made up.
NEARLY = [
    scored("7", "8", "1, 6", "2, 6"),
    scored("6", "8", "1/2, 5 1/2", "2, 6"),
    scored("7 1/2", "4", "3, 4 1/2"),
    scored("9", "4", "3, 5, 8"),
]


@pytest.mark.parametrize("sheet", NEARLY)
def test_what_is_nearly_a_form_is_not_taken_for_it(sheet):
    folded = fold(sheet)
    assert (folded.form, folded.room, folded.finished) == (None, None, None)


def test_a_holder_whose_little_walls_are_cut_away_is_the_same_holder():
    whole = scored("4", "10", "1/2, 3 1/2", "4 3/4, 5 1/4")
    cut = replace(whole, removed=(Panel(1, 2), Panel(3, 2)))
    assert (fold(cut).form, fold(cut).room) == (Form.HOLDER, fold(whole).room)
    assert {(g.tab, g.onto) for g in fold(cut).glued} >= {(Panel(1, 1), Panel(1, 3))}


def test_a_tab_that_is_longer_than_its_wall_shows_and_one_that_fits_does_not():
    # A box 3/4 deep inside and an inch high: its corner tabs are an inch, the walls that they go on 3/4.
    (said,) = {
        (r.message.params["by"].nm, r.level)
        for r in fold(scored("5", "2 3/4", "1, 4", "1, 1 3/4")).remarks
        if r.message.code == "fold-tab-shows"
    }
    assert said == (inch("1/4"), Level.WARNING)
    assert codes(scored("5", "3", "1, 4", "1, 2")) == ["fold-slits-missing"]


def test_a_box_whose_either_end_could_be_its_base_is_unknown_until_the_list_says_which():
    # Flaps of 1 3/4 under walls of 2, or flaps of 2 under walls of 1 3/4: both close.
    low = scored("9", "3 3/4", "2 1/8, 4 1/4, 6 3/8, 8 1/2", "1 3/4")
    assert (fold(low).form, fold(low).room) == (None, None)
    assert fold(replace(low, removed=(Panel(5, 1),))).room == sizes("2 1/8 x 2 1/8 x 2")
    assert fold(replace(low, removed=(Panel(5, 2),))).room == sizes("2 1/8 x 2 1/8 x 1 3/4")


def test_a_slit_that_cuts_a_panel_off_leaves_no_size_to_say():
    sleeve = scored("8 1/2", "4", "3, 4, 7, 8", slits=(Line(Side.WIDTH, inch("4")),))
    folded = fold(sleeve)
    assert (folded.room, folded.finished) == (None, None)
    assert "fold-slit-wrong" in codes(sleeve)
