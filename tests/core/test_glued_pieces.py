"""Pieces glued to one another: their size and room as one thing, what does not line up and by how much."""

from __future__ import annotations

import json
from dataclasses import replace

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import Level, check_project
from neat_sheaf.cli import main
from neat_sheaf.folding import Form
from neat_sheaf.folding.bonds import glued_of
from neat_sheaf.folding.library import StartError, started
from neat_sheaf.folding.standing import things_of
from neat_sheaf.folding.together import fold_project, together_of
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.measure.length import Length, inches, millimetres
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Edge, Fit, FitKind, Fold, Glue, Line, Panel, PaperSide, Piece, Project, Tab
from neat_sheaf.project.assembly import Content
from neat_sheaf.wording import english

from .building import across, inch, job, letter, piece, tray

PRINT, REVERSE = PaperSide.PRINT, PaperSide.REVERSE
SIZES = st.integers(20, 90).map(millimetres)
LARGE = st.integers(40, 90).map(millimetres)  # sizes of which a few millimetres are a slip
TAB = millimetres(12)


def folded_by(at: list[int], side: Side, angle: int = 90) -> tuple[Line, ...]:
    return tuple(Line(side, Length(place), fold=Fold.MOUNTAIN, angle=angle) for place in at)


def wrap(name: str, w: int, d: int, h: int, per_kit: int = 1) -> Piece:
    """A front with a floor below it."""
    scores = folded_by([d], Side.HEIGHT)
    return Piece(name, "body", per_kit, Length(w), Length(d + h), scores=scores)


def side(name: str, d: int, h: int, per_kit: int = 1) -> Piece:
    """A side with a tab on its left and on its right."""
    scores = folded_by([TAB, TAB + d], Side.WIDTH)
    tabs = (Tab(Panel(1, 1)), Tab(Panel(3, 1)))
    return Piece(name, "body", per_kit, Length(d + 2 * TAB), Length(h), scores=scores, tabs=tabs)


def behind(tab: str, panel: int, wall: str, edge: Edge, copies: tuple[int, int] = (1, 1)) -> Fit:
    """A tab behind a wall, the fold that it hangs on along the wall's edge."""
    glue = Glue(edge, edge, PRINT, REVERSE, *copies)
    return Fit(FitKind.GLUED, tab, wall, Panel(panel, 1), Panel(1, 2), glue=glue)


def floors(one: str, other: str, copies: tuple[int, int] = (1, 1)) -> Fit:
    """One floor on the other, the free edge of each along the fold of the other."""
    glue = Glue(Edge.BOTTOM, Edge.TOP, PRINT, REVERSE, *copies)
    return Fit(FitKind.GLUED, one, other, Panel(1, 1), Panel(1, 1), glue=glue)


BAG = (
    behind("Left", 1, "Front", Edge.RIGHT),
    behind("Left", 3, "Back", Edge.LEFT),
    behind("Right", 1, "Back", Edge.RIGHT),
    behind("Right", 3, "Front", Edge.LEFT),
    floors("Back", "Front"),
)


def bag(w: int, d: int, h: int) -> dict[str, Piece]:
    return {
        "Front": wrap("Front", w, d, h), "Back": wrap("Back", w, d, h),
        "Left": side("Left", d, h), "Right": side("Right", d, h),
    }  # fmt: skip


def whole(pieces, fits, calipers=None):
    project = Project("P", tuple(pieces), tuple(fits))
    (found,) = together_of(project, fold_project(project, calipers))
    return found


def codes(found):
    return [remark.message.code for remark in found.remarks]


@given(SIZES, SIZES, SIZES, st.integers(0, 400_000))
@settings(max_examples=50, deadline=None)
def test_a_bag_of_two_wraps_and_two_sides_stands_as_one_thing(w, d, h, caliper):
    # Its size and its room are those of its panels: arithmetic. Its faces are named from the front.
    assume(h > d)
    found = whole(bag(w, d, h).values(), BAG, {"body": caliper})
    assert codes(found) == []
    assert found.room is not None
    assert found.finished is not None
    assert sorted(round(size / 1e6) for size in found.finished) == sorted(
        round(size / 1e6) for size in (w, d, h)
    )
    # Every wall is one sheet thick; at the open top there is half a sheet of floor, as in every open form.
    assert all(
        wall - caliper <= room <= wall
        for room, wall in zip(sorted(found.room), sorted((w, d, h)), strict=True)
    )
    assert {one.folded.piece.name for one, _ in found.faces} == {"Front", "Back", "Left", "Right"}
    outside = {(one.folded.piece.name, seen.face) for one, seen in found.faces if seen.printed}
    assert ("Front", "front") in outside
    assert ("Back", "back") in outside


@given(LARGE, LARGE, LARGE, st.sampled_from(["Front", "Back", "Left", "Right"]), st.data())
@settings(max_examples=60, deadline=None)
def test_one_size_of_one_piece_wrong_is_found_and_said_by_how_much(w, d, h, name, data):
    slip = millimetres(data.draw(st.sampled_from([-8, -4, 4, 8])))
    pieces = bag(w, d, h)
    height = data.draw(st.booleans())
    if name in ("Front", "Back"):
        pieces[name] = wrap(name, w, d, Length(h + slip)) if height else wrap(name, Length(w + slip), d, h)
    else:
        pieces[name] = side(name, d, Length(h + slip)) if height else side(name, Length(d + slip), h)
    found = whole(pieces.values(), BAG)
    assert set(codes(found)) & {"fold-glue-apart", "fold-glue-off", "fold-glue-edges"}
    by = max(remark.message.params["by"].width for remark in found.remarks)
    # It is off by the slip, or by half of it where two middles lie on one another; never by more than double.
    assert abs(slip) // 2 <= by <= 2 * abs(slip)
    if any(remark.level is Level.ERROR for remark in found.remarks):
        assert (found.finished, found.room) == (None, None)


def test_two_of_one_piece_are_told_apart():
    pieces = (wrap("Wrap", inch("4"), inch("2"), inch("6"), 2), side("Side", inch("2"), inch("6"), 2))
    fits = (
        behind("Side", 1, "Wrap", Edge.RIGHT, (1, 1)), behind("Side", 3, "Wrap", Edge.LEFT, (1, 2)),
        behind("Side", 1, "Wrap", Edge.RIGHT, (2, 2)), behind("Side", 3, "Wrap", Edge.LEFT, (2, 1)),
        floors("Wrap", "Wrap", (2, 1)),
    )  # fmt: skip
    found = whole(pieces, fits)
    assert codes(found) == []
    assert found.finished == (inch("4"), inch("6"), inch("2"))
    assert [(one.folded.piece.name, one.copy) for one in found.laid].count(("Wrap", 2)) == 1
    third = replace(fits[0], glue=replace(fits[0].glue, outer_copy=3))
    assert codes(whole(pieces, (third,))) == ["fold-glue-copy"]
    itself = Fit(FitKind.GLUED, "Wrap", "Wrap", Panel(1, 1), Panel(1, 2), glue=Glue())
    assert codes(whole(pieces, (itself,))) == ["fold-glue-itself"]


def test_a_clutch_with_gussets_and_a_flap_stands_as_one_thing():
    # Front, base, back, top and flap in one strip; a gusset on each side, its middle score left flat.
    body = piece(
        "Body", "6", "15", scores=folded_by([inch(at) for at in ("4", "6", "10", "12")], Side.HEIGHT)
    )
    gusset = piece(
        "Gusset", "3", "4", per_kit=2, tabs=(Tab(Panel(1, 1)), Tab(Panel(4, 1))),
        scores=(
            *folded_by([inch("1/2"), inch("2 1/2")], Side.WIDTH), *folded_by([inch("1 1/2")], Side.WIDTH, 0),
        ),
    )  # fmt: skip
    at_front, at_back = Panel(1, 1), Panel(1, 3)
    fits = [
        Fit(
            FitKind.GLUED, "Gusset", "Body", Panel(tab, 1), wall,
            glue=Glue(fold, edge, PRINT, REVERSE, copy, 1),
        )
        for copy, tab, wall, fold, edge in (
            (1, 1, at_back, Edge.RIGHT, Edge.RIGHT), (1, 4, at_front, Edge.LEFT, Edge.RIGHT),
            (2, 4, at_back, Edge.LEFT, Edge.LEFT), (2, 1, at_front, Edge.RIGHT, Edge.LEFT),
        )
    ]  # fmt: skip
    found = whole((body, gusset), fits)
    # In a wrap from one sheet the front is upside down to the back: its edges meet the other way round.
    assert codes(found) == []
    assert found.finished == (inch("6"), inch("4"), inch("2"))
    assert found.room == (inch("6"), inch("4"), inch("2"))
    upright = replace(fits[1], glue=replace(fits[1].glue, inner_edge=Edge.LEFT))
    assert codes(whole((body, gusset), [fits[0], upright])) == ["fold-glue-turned"]
    wide = replace(
        gusset,
        width=inch("3 1/4"),
        scores=(
            *folded_by([inch("1/2"), inch("2 3/4")], Side.WIDTH),
            *folded_by([inch("1 5/8")], Side.WIDTH, 0),
        ),
    )
    (off, *_) = whole((body, wide), fits).remarks
    assert (off.message.code, off.message.params["by"].width) == ("fold-glue-off", inch("1/4"))


def test_a_mat_lies_in_the_middle_and_a_tag_on_a_box_takes_no_room():
    tray = piece(
        "Tray", "6", "5", scores=(*folded_by([inch("1"), inch("5")], Side.WIDTH),
                                  *folded_by([inch("1"), inch("4")], Side.HEIGHT)),
        slits=tuple(Line(Side.WIDTH, inch(x), *ends) for x in ("1", "5")
                    for ends in ((None, inch("1")), (inch("4"), None))),
    )  # fmt: skip
    tag = piece("Tag", "2", "1/2")
    fit = Fit(FitKind.GLUED, "Tag", "Tray", None, Panel(2, 1), glue=Glue())
    found = whole((tray, tag), (fit,))
    assert found.room == (inch("4"), inch("3"), inch("1"))
    ((low, high),) = [one.extent for one in found.laid if one.folded.piece.name == "Tag"]
    assert [round(high[k] - low[k]) for k in range(3)] == [inch("2"), 0, inch("1/2")]
    content = Content("Soap", inch("3 3/4"), inch("2 3/4"), inch("3/4"), "Tray")
    said = check_project(Project("P", (tray, tag), (fit,), contents=(content,)), "in")
    assert "content-fits" in [f.code for f in said]


def test_what_goes_into_a_glued_bag_is_held_against_its_room():
    pieces = bag(inch("4"), inch("2"), inch("6"))
    project = Project("P", tuple(pieces.values()), BAG)
    for size, code in (("3 3/4", "content-fits"), ("4 1/2", "content-too-large")):
        content = Content("Box", inch(size), inch("1 3/4"), inch("5 1/2"), "Front")
        found = [f for f in check_project(replace(project, contents=(content,)), "in") if f.piece == 0]
        assert code in [f.code for f in found]
        # What would make one piece larger would not make the bag larger: nothing is offered.
        assert not any(f.fixes for f in found if f.code == "content-too-large")


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"outer_panel": Panel(4, 1)}, "fold-glue-panel"),
        ({"inner_panel": None}, "fold-glue-panel"),
    ],
)
def test_a_panel_that_is_not_there_is_said_at_its_fit(change, code):
    pieces = (wrap("Front", inch("4"), inch("2"), inch("6")), side("Left", inch("2"), inch("6")))
    fit = replace(BAG[0], **change)
    found = check_project(Project("P", pieces, (fit,)), "in")
    (said,) = [f for f in found if f.code.startswith("fold-glue")]
    assert said.code == code
    assert english("in").words(said.where) == "Left glued to Front"


def test_a_tab_that_is_wider_than_its_wall_shows_by_as_much():
    narrow = wrap("Front", millimetres(10), inch("2"), inch("6"))
    found = whole((narrow, side("Left", inch("2"), inch("6"))), BAG[:1])
    (remark,) = found.remarks
    assert (remark.level, remark.message.code) == (Level.WARNING, "fold-glue-shows")
    assert remark.message.params["by"].width == millimetres(2)


def test_what_does_not_fold_in_a_known_way_leaves_the_whole_open():
    odd = piece("Odd", "4", "7", scores=(Line(Side.WIDTH, inch("1")), Line(Side.WIDTH, inch("3")),
                                         Line(Side.HEIGHT, inch("3"))))  # fmt: skip
    fit = Fit(FitKind.GLUED, "Odd", "Front", Panel(1, 1), Panel(1, 2), glue=Glue())
    found = whole((wrap("Front", inch("4"), inch("2"), inch("6")), odd), (fit,))
    assert (found.finished, found.room, codes(found)) == (None, None, ["fold-glue-unknown"])
    # A fold that is not set can be drawn flat, and still nothing is said of the whole's size.
    front = wrap("Front", inch("4"), inch("2"), inch("6"))
    unset = replace(front, scores=(*front.scores, Line(Side.HEIGHT, inch("4"))))
    left = side("Left", inch("2"), inch("6"))
    found = whole((unset, left), (replace(BAG[0], inner_panel=Panel(1, 3)),))
    assert (found.finished, codes(found)) == (None, ["fold-glue-unknown"])


def test_the_order_of_the_list_changes_nothing_but_who_stands_first():
    pieces = bag(inch("4"), inch("2"), inch("6"))
    found = {whole(order, BAG).finished for order in (list(pieces.values()), list(pieces.values())[::-1])}
    assert found == {(inch("4"), inch("6"), inch("2"))}


@given(SIZES, SIZES, st.integers(20, 60).map(millimetres), st.sampled_from(["lidded-box", "drawer"]))
@settings(max_examples=30, deadline=None)
def test_a_lid_and_a_sleeve_are_drawn_where_they_go(w, d, h, code):
    try:
        project = started(code, (w, d, h), english("mm"), USUAL_HABITS, matted=False)
    except StartError:
        return
    folded = fold_project(project)
    (pair,) = together_of(project, folded)
    (thing,) = things_of(folded, [pair])
    first, second = (one.extent for one in thing.laid)
    outer, inner = (second, first)
    ways = [k for k in range(3) if outer[0][k] <= inner[0][k] + 1 and inner[1][k] <= outer[1][k] + 1]
    # A lid covers its base both ways across; a sleeve goes round its drawer two ways.
    assert len(ways) >= 2
    low = [min(a, b) for a, b in zip(first[0], second[0], strict=True)]
    high = [max(a, b) for a, b in zip(first[1], second[1], strict=True)]
    assert pair.finished is not None
    size = sorted(b - a for a, b in zip(low, high, strict=True))
    assert all(abs(a - b) <= 2 for a, b in zip(size, sorted(pair.finished), strict=True))
    assert all(max(map(abs, way)) > 1 for way in thing.away)


def test_every_piece_of_a_kit_is_in_one_thing_and_mats_are_on_theirs():
    project = started("lidded-box", (inch("4"), inch("3"), inch("1")), english("in"), USUAL_HABITS)
    loose = piece("Tag", "1", "2")
    project = replace(project, pieces=(*project.pieces, loose))
    folded = fold_project(project)
    things = things_of(folded, together_of(project, folded))
    drawn = [one.folded.piece.name for thing in things for one in thing.laid]
    assert len(drawn) == len(set(drawn))
    assert set(drawn) == {p.name for p in project.pieces if p.mat_of is None}
    assert [len(thing.laid) for thing in things] == [2, 1]


def test_the_command_gives_the_whole_with_its_faces(tmp_path, capsys):
    pieces = bag(inches(4), inches(2), inches(6))
    made = job(list(pieces.values()), [letter()], 1)
    path = tmp_path / "job.json"
    path.write_text(write_job(replace(made, project=replace(made.project, fits=BAG))))
    assert main(["fold", str(path), "--json"]) == 0
    (said,) = json.loads(capsys.readouterr().out)["assemblies"]
    assert (said["form"], said["finished"]) == ("glued", [101.6, 152.4, 50.8])
    assert {"piece": "Front", "copy": 1, "face": "front", "panel": {"column": 1, "row": 2}, "paper": "body",
            "side": "print", "up": "up"} in said["faces"]  # fmt: skip
    wrong = (*BAG[:4], floors("Back", "Back"))
    path.write_text(write_job(replace(made, project=replace(made.project, fits=wrong))))
    assert main(["fold", str(path)]) == 1
    assert "Back is glued to itself" in capsys.readouterr().out


def test_nothing_is_glued_where_the_list_says_nothing():
    pieces = tuple(bag(inch("4"), inch("2"), inch("6")).values())
    folded = {one.piece.name: one for one in fold_project(Project("P", pieces))}
    assert list(glued_of(Project("P", pieces, (Fit(FitKind.EACH, "Left", "Front"),)), folded)) == []


def test_what_the_list_says_of_a_piece_answers_which_form_it_is():
    square = piece("Sleeve", "8 1/2", "5", scores=across("2 1/8", "4 1/4", "6 3/8"))
    drawer = tray("Drawer", "6", "9", "2")
    alone = fold_project(Project("P", (square, drawer)))[0]
    assert (alone.form, alone.room) == (None, None)
    fits = (Fit(FitKind.SLEEVE, "Sleeve", "Drawer"),)
    project = Project("P", (square, drawer), fits)
    sleeve = fold_project(project)[0]
    assert sleeve.form is Form.SLEEVE
    assert sleeve.room == (inch("2 1/8"), inch("2 1/8"), inch("5"))
    assert "fold-which" not in [f.code for f in check_project(project, "in")]
    assert "sleeve-clears" in [f.code for f in check_project(project, "in")]
