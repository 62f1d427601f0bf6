"""Folded things together: lids and sleeves, what goes in, what is seen, how they are drawn and said."""

from __future__ import annotations

import json
import re
from dataclasses import replace
from decimal import Decimal
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.checks.packing import packs
from neat_sheaf.cli import main
from neat_sheaf.folding import Form, fold
from neat_sheaf.folding.library import FORMS, StartError, started
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.formats.folded_svg import isometric
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import INCH, millimetres, near_length
from neat_sheaf.project import Diagonal, Fit, FitKind, MatOf, Panel, Piece, Project, Tab
from neat_sheaf.project.assembly import Caution, Content, When
from neat_sheaf.stock import Paper, Print
from neat_sheaf.wording import english

from .building import across, inch, piece, tray, upward

EXAMPLES = Path(__file__).parents[2] / "examples"
SLEEVE = piece("Sleeve", "10 1/4", "5", scores=across("3 5/8", "4 11/16", "8 5/16", "9 3/8"))
DRAWER = tray("Drawer", "5 1/2", "7", "1")


def pair(kind: FitKind, outer: Piece, inner: Piece):
    project = Project("T", (outer, inner), (Fit(kind, outer.name, inner.name),))
    (found,) = together_of(project, fold_project(project))
    return found


# Several pieces. Arithmetic.


def test_a_lid_on_its_base_is_as_large_as_the_lid_and_as_high_as_the_higher():
    base, low, high = (
        tray("Base", "6", "5", "1"),
        tray("Lid", "5 1/8", "4 1/8", "1/2"),
        tray("Lid", "7 1/8", "6 1/8", "1 1/2"),
    )
    found = pair(FitKind.LID, low, base)
    assert found.finished == (inch("4 1/8"), inch("3 1/8"), inch("1"))
    assert found.room == (inch("4"), inch("3"), inch("1"))
    assert pair(FitKind.LID, high, base).finished == (inch("4 1/8"), inch("3 1/8"), inch("1 1/2"))


def test_a_lid_that_is_too_small_says_by_how_much_and_has_no_size():
    found = pair(FitKind.LID, tray("Lid", "5 3/4", "5", "1"), tray("Base", "6", "5", "1"))
    assert (found.finished, [r.message.code for r in found.remarks]) == (None, ["fold-apart"])
    assert found.remarks[0].message.params["by"].nm == inch("1/4")


def test_paper_on_paper_a_lids_top_lies_on_the_base():
    # A caliper of the lid's on top of the base: half of it under its scores and half above them.
    caliper = inch("1/32")
    project = Project(
        "T",
        (tray("Lid", "7 1/4", "6 1/4", "1/2"), tray("Base", "6", "5", "1")),
        (Fit(FitKind.LID, "Lid", "Base"),),
    )
    found = together_of(project, fold_project(project, {"body": caliper}))[0]
    base = fold(project.pieces[1], caliper)
    assert base.finished[2] == inch("1") + (caliper + 1) // 2
    assert found.finished[2] - base.finished[2] in (caliper, caliper + 1)


def test_a_drawer_in_its_sleeve_is_as_large_as_the_sleeve():
    found = pair(FitKind.SLEEVE, SLEEVE, DRAWER)
    assert found.finished == (inch("3 5/8"), inch("1 1/16"), inch("5"))
    assert pair(FitKind.SLEEVE, SLEEVE, tray("Drawer", "5 1/2", "8", "1")).finished[2] == inch("6")
    tight = pair(FitKind.SLEEVE, SLEEVE, tray("Drawer", "5 3/4", "7", "1"))
    assert (tight.finished, tight.remarks[0].message.params["by"].nm) == (None, inch("1/8"))


def test_a_drawer_lies_in_its_sleeve_with_the_least_play():
    # It would go in the short way as well, and stand out at no end: it is as long as it is.
    loose = piece("Sleeve", "11 1/2", "2", scores=across("4 1/8", "5 1/4", "9 3/8", "10 1/2"))
    found = pair(FitKind.SLEEVE, loose, tray("Drawer", "4", "6", "1"))
    # The drawer is 2 x 4 x 1: across the sleeve lies its 4, along it its 2.
    assert found.finished == (inch("4 1/8"), inch("1 1/8"), inch("2"))


@pytest.mark.parametrize("kind", [FitKind.LID, FitKind.SLEEVE])
def test_of_what_is_not_known_nothing_is_said(kind):
    odd = piece("Odd", "9", "7", scores=(*across("1", "3", "6"), *upward("2", "3", "5")))
    for outer, inner in (
        (odd, DRAWER),
        (SLEEVE if kind is FitKind.SLEEVE else tray("Lid", "8", "9", "1"), odd),
    ):
        found = pair(kind, outer, inner)
        assert (found.finished, found.remarks) == (None, ())


# What goes inside.


def contents(*things: Content, of: Piece = DRAWER, **papers):
    found = check_project(Project("T", (of,), contents=things), "in")
    return {f.code: english().words(f.message) for f in found if f.code.startswith("content")}


def thing(width: str, depth: str, height: str, rigid: bool = True, name: str = "Jar") -> Content:
    return Content(name, inch(width), inch(depth), inch(height), "Drawer", rigid)


def test_what_fits_only_turned_says_how_it_lies():
    # 3 1/2 x 5 x 1 inside.
    assert "lying" not in contents(thing("3", "4 1/2", "3/4"))["content-fits"]
    assert "lying 3/4" not in contents(thing("3/4", "4 1/2", "3"))["content-fits"]
    assert "lying 3 x 4 1/2 x 3/4 in" in contents(thing("3/4", "4 1/2", "3"))["content-fits"]


def test_several_things_go_in_together_or_are_too_many():
    halves = [thing("3 1/4", "2 3/8", "3/4", name=name) for name in ("Jar", "Tin")]
    assert "together" in contents(*halves)["contents-together"]
    many = [thing("3 1/4", "4 3/4", "3/4", name=name) for name in ("Jar", "Tin")]
    assert "more than the room" in contents(*many)["contents-too-many"]
    # By volume they go in; in no way that was found.
    odd = [thing("3 1/4", "3", "3/4", name="Jar"), thing("3 1/4", "2 1/2", "1/2", name="Tin")]
    assert "not known" in contents(*odd)["contents-together"]


def test_a_flat_pocket_is_bulged_by_what_is_in_it():
    # From memory: a thing takes about its own depth off both ways. The pocket is 4 x 4.
    pocket = replace(piece("Drawer", "5", "8", scores=(*across("1/2", "4 1/2"), *upward("4"))))
    assert "content-fits" in contents(thing("3 3/4", "3 3/4", "1/4"), of=pocket)
    assert "content-too-large" in contents(thing("3 3/4", "3 3/4", "3/8"), of=pocket)


def test_four_boxes_that_fill_a_box_are_found():
    # Cut from a box of 5 x 6 x 6; the search had used its tries up on the same places again and again.
    assert packs([(1, 6, 6), (4, 1, 6), (2, 5, 6), (2, 5, 6)], (5, 6, 6))


@given(st.data())
@settings(max_examples=80, deadline=None)
def test_boxes_cut_from_a_box_go_back_into_it(data):
    room = tuple(data.draw(st.integers(4, 20)) for _ in range(3))
    parts = [room]
    for _ in range(data.draw(st.integers(1, 3))):
        # Slices, each off what is left.
        box = parts.pop()
        axis = data.draw(st.sampled_from([k for k in range(3) if box[k] > 1] or [0]))
        if box[axis] < 2:
            parts.append(box)
            continue
        at = data.draw(st.integers(1, box[axis] - 1))
        parts += [
            tuple(at if k == axis else box[k] for k in range(3)),
            tuple(box[axis] - at if k == axis else box[k] for k in range(3)),
        ]
    turned = [tuple(data.draw(st.permutations(part))) for part in parts]
    assert packs(turned, room)
    # One more of anything is more than there is.
    assert not packs([*turned, (1, 1, 1)], room)


# What is seen.

ONE_WAY = {"print": (Paper("p", "Sprigs", inch("12"), inch("12"), print=Print.ONE_WAY),)}


def prints_of(*pieces: Piece) -> dict[str, str]:
    found = check_project(Project("T", pieces), "in", papers=ONE_WAY)
    return {
        f.code: english().words(f.message) for f in found if f.code.startswith(("fold-print", "fold-mat"))
    }


def test_a_one_way_print_on_a_bag_from_one_sheet_is_upside_down_on_its_front():
    bag = replace(
        piece("Bag", "6", "9", scores=(*across("1 1/2", "4 1/2"), *upward("3 3/4", "5 1/4"))),
        paper="print",
        follows_print=True,
    )
    assert "upside down on the front" in prints_of(bag)["fold-prints"]
    assert prints_of(replace(bag, follows_print=False)) == {}
    # On a sleeve whose print runs up all four faces it is upright.
    assert prints_of(replace(SLEEVE, paper="print", follows_print=True)) == {}


def test_a_mat_on_a_panel_that_lies_on_its_side_is_cut_the_other_way_round():
    # The side walls of a tray: their own up runs level.
    mat = Piece(
        "Mat", "print", 1, inch("3/4"), inch("4 3/4"), follows_print=True, mat_of=MatOf("Drawer", Panel(1, 2))
    )
    assert "on its side" in prints_of(DRAWER, mat)["fold-mat-sideways"]
    assert "fold-mat-sideways" not in prints_of(DRAWER, replace(mat, width=mat.height, height=mat.width))
    front = replace(mat, width=inch("3 1/4"), height=inch("3/4"), mat_of=MatOf("Drawer", Panel(2, 1)))
    assert prints_of(DRAWER, front) == {}


# Forms that need more than a grid.


def diagonals(*ends: tuple[str, str, str, str]) -> tuple[Diagonal, ...]:
    return tuple(Diagonal((inch(a), inch(b)), (inch(c), inch(d))) for a, b, c, d in ends)


def test_a_pinched_top_is_known_by_diagonals_that_meet_on_the_middle_of_its_narrow_sides():
    tube = piece("Box", "10 1/2", "8", scores=(*across("3", "5", "8", "10"), *upward("2")))
    # Narrow sides from 3 to 5 and from 8 to 10: from their top corners to the middle, an inch below.
    pinched = replace(
        tube,
        diagonals=diagonals(
            ("3", "8", "4", "7"), ("5", "8", "4", "7"), ("8", "8", "9", "7"), ("10", "8", "9", "7")
        ),
    )
    folded = fold(pinched)
    # How far it is pinched is up to its maker: no room is said.
    assert (folded.form, folded.room, folded.finished) == (Form.PINCHED_BOX, None, None)
    off = replace(tube, diagonals=diagonals(("3", "8", "4 1/8", "7"), ("5", "8", "4 1/8", "7")))
    assert fold(off).form is None


def test_an_envelope_whose_folds_are_not_alike_or_do_not_meet_says_so():
    def codes(*ends):
        return [
            r.message.code for r in fold(replace(piece("E", "6", "6"), diagonals=diagonals(*ends))).remarks
        ]

    good = [("0", "3", "3", "0"), ("3", "0", "6", "3"), ("6", "3", "3", "6"), ("3", "6", "0", "3")]
    assert codes(*good) == []
    assert "fold-flaps-uneven" in codes(("0", "2 1/2", "2 1/2", "0"), *good[1:])
    apart = [("0", "2", "2", "0"), ("4", "0", "6", "2"), ("6", "4", "4", "6"), ("2", "6", "0", "4")]
    assert "fold-flaps-apart" in codes(*apart)


def test_a_tab_decides_between_a_concertina_and_a_sleeve():
    five = piece("Strip", "10", "4", scores=across("2", "4", "6", "8"))
    assert fold(five).form is Form.CARD
    assert fold(five).opened == (inch("10"), inch("4"), 0)
    tabbed = fold(replace(five, tabs=(Tab(Panel(5, 1)),)))
    assert (tabbed.form, tabbed.room) == (Form.SLEEVE, (inch("2"), inch("2"), inch("4")))


@pytest.mark.parametrize(
    ("sheet", "size"),
    [
        (piece("Card", "8 1/2", "11", scores=upward("5 1/2")), ("11", "8 1/2", "0")),
        (piece("Box", "11", "5", scores=(*across("1", "5", "6", "10"), *upward("1", "4"))), ("4", "3", "5")),
        (piece("Gate", "8", "4", scores=across("2", "6")), ("8", "4", "0")),
    ],
)
def test_what_opens_says_its_size_when_it_is_open(sheet, size):
    assert fold(sheet).opened == tuple(map(inch, size))


# Forms to start from.


@pytest.mark.parametrize("code", FORMS)
def test_the_steps_of_a_form_name_its_pieces_and_warn_where_blades_are_used(code):
    room = {"holder": ("3", "1/2", "4"), "bag": ("3", "1 1/2", "3 3/4"), "folded-bag": ("3", "1", "4")}.get(
        code, ("4", "3", "1")
    )
    if code in ("sleeve", "open-box", "closed-box", "tuck-box", "gusset-bag"):
        room = ("2 1/2", "2", "3")
    if FORMS[code].flat:
        room = ("4", "0", "3")
    width, depth, height = map(inch, room)
    form = started(code, (width, depth, height), english(), USUAL_HABITS)
    names = {p.name for p in form.pieces}
    assert form.steps
    assert all(set(step.pieces) <= names and step.says.endswith(".") for step in form.steps)
    slits = [p for p in form.pieces if p.slits]
    cuts = [step for step in form.steps if Caution.BLADES in step.cautions]
    assert {step.pieces[0] for step in cuts} == {p.name for p in slits}
    assert all(step.when is When.BEFORE for step in cuts)
    # Every mat is glued on in some step, before its piece is folded.
    glued = {name for step in form.steps for name in step.pieces}
    assert {p.name for p in form.pieces if p.mat_of} <= glued


def test_a_form_without_mats_is_its_folded_pieces_alone_and_an_impossible_one_is_refused():
    bare = started("lidded-box", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS, matted=False)
    assert [p.name for p in bare.pieces] == ["Base", "Lid"]
    for code, room in (("tray", ("2", "1", "3")), ("bag", ("1", "6", "1")), ("envelope", ("4", "0", "1"))):
        with pytest.raises(StartError):
            started(code, tuple(map(inch, room)), english(), USUAL_HABITS)
    with pytest.raises(KeyError):
        started("teapot", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS)


# How it is drawn, and said.


def lines_of(text: str) -> list[tuple[float, ...]]:
    path = re.search(r' d="([^"]+)"', text)[1]
    return [tuple(map(float, m)) for m in re.findall(r"M(\S+) (\S+)L(\S+) (\S+)", path)]


def test_a_closed_box_shows_three_faces_and_no_corner_behind_them():
    box = piece("Box", "9 1/2", "8", scores=(*across("3", "4 1/2", "7 1/2", "9"), *upward("1 1/2", "6 1/2")))
    drawn = lines_of(isometric(fold(box)))
    # In isometric view (ISO 5456-3) a box w x d x h covers (w + d) cos 30 by h + (w + d) / 2.
    xs, ys = [v for x1, _, x2, _ in drawn for v in (x1, x2)], [v for _, y1, _, y2 in drawn for v in (y1, y2)]
    w, d, h = (size / 1e6 for size in fold(box).finished)
    assert max(xs) - min(xs) == pytest.approx((w + d) * 3**0.5 / 2, abs=0.5)
    assert max(ys) - min(ys) == pytest.approx(h + (w + d) / 2, abs=0.5)
    # The corner at the back, below: seen from above it is behind the front, at d / 2 from the left, say.
    hidden = (d * 3**0.5 / 2, max(ys) - w / 2)
    assert not any(
        abs(x - hidden[0]) < 1 and abs(y - hidden[1]) < 1
        for x1, y1, x2, y2 in drawn
        for x, y in ((x1, y1), (x2, y2))
    )


def test_a_drawing_is_no_longer_than_its_place_and_what_is_not_known_has_none():
    text = isometric(fold(DRAWER), 30)
    width, height = (float(re.search(rf'{side}="([\d.]+)mm"', text)[1]) for side in ("width", "height"))
    assert 25 < max(width, height) <= 32
    assert isometric(fold(piece("Flat", "4", "5"))) == ""
    assert isometric(fold(piece("Odd", "9", "4", scores=across("3", "5", "8")))) == ""


@given(st.integers(1, 10**9), st.sampled_from(["in", "cm", "mm"]))
def test_a_size_said_short_is_never_said_larger_than_it_is(nm, units):
    text, exact = near_length(nm, units)
    per = {"in": INCH, "cm": millimetres("10"), "mm": millimetres("1")}[units]
    if " " in text or "/" in text:
        whole, _, part = text.rpartition(" ")
        top, bottom = part.split("/")
        value = Decimal(whole or 0) + Decimal(top) / Decimal(bottom)
    else:
        value = Decimal(text)
    assert value * per <= nm
    assert exact == (value * per == nm) or not exact
    assert nm - value * per < per / 100 if units == "in" else nm - value * per < millimetres("1") / 10


def test_the_command_says_what_each_piece_becomes(capsys):
    assert main(["fold", str(EXAMPLES / "seed-drawer.json")]) == 0
    said = capsys.readouterr().out
    assert "Drawer: tray; 3 1/2 x 5 x 1 in outside; room for 3 1/2 x 5 x 1 in" in said
    assert "Drawer in Sleeve; 3 5/8 x 1 1/16 x 5 in outside" in said
    assert main(["fold", str(EXAMPLES / "seed-drawer.json"), "--json"]) == 0
    document = json.loads(capsys.readouterr().out)
    drawer = document["pieces"][0]
    assert (drawer["form"], drawer["finished"], drawer["room"]) == (
        "tray",
        [88.9, 127, 25.4],
        [88.9, 127, 25.4],
    )
    assert drawer["girths"] == [431.8, 228.6, 304.8]
    assert {face["face"] for face in drawer["faces"]} == {"front", "back", "left", "right", "top", "bottom"}
    (pair_,) = document["assemblies"]
    assert (pair_["pieces"], pair_["form"]) == (["Sleeve", "Drawer"], "sleeve")


def test_the_command_ends_with_1_where_something_does_not_go_in(tmp_path, capsys):
    job = json.loads((EXAMPLES / "seed-drawer.json").read_text())
    sleeve = next(p for p in job["project"]["pieces"] if p["name"] == "Sleeve")
    sleeve["scores"] = [{"along": "width", "at": ["3 3/8", "4 7/16", "7 13/16", "8 7/8"]}]
    file = tmp_path / "job.json"
    file.write_text(json.dumps(job))
    assert main(["fold", str(file)]) == 1
    assert "too large" in capsys.readouterr().out
    # What is not known is null, and no fault.
    sleeve["scores"] = [{"along": "width", "at": ["1", "3", "7"]}]
    file.write_text(json.dumps(job))
    assert main(["fold", str(file), "--json"]) == 0
    unknown = next(p for p in json.loads(capsys.readouterr().out)["pieces"] if p["piece"] == "Sleeve")
    assert (unknown["form"], unknown["finished"], unknown["room"]) == (None, None, None)


def test_a_tab_that_is_left_out_among_others_is_said_and_named_by_one_fix():
    whole = started("tray", (inch("4"), inch("3"), inch("1")), english(), USUAL_HABITS, matted=False)
    (tray_,) = whole.pieces
    fewer = replace(whole, pieces=(replace(tray_, tabs=tray_.tabs[1:]),))
    (said,) = [f for f in check_project(fewer, "in") if f.code == "fold-tab-unmarked"]
    assert set(said.fix.project.pieces[0].tabs) == set(tray_.tabs)
    # A list that names no tabs at all is a usual one.
    none = replace(whole, pieces=(replace(tray_, tabs=()),))
    assert "fold-tab-unmarked" not in [f.code for f in check_project(none, "in")]
