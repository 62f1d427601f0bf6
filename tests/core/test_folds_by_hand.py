"""Folds that are set one by one: how large the thing is, whether the paper closes, the room between walls."""

from __future__ import annotations

import json
from dataclasses import replace
from itertools import accumulate
from math import cos, radians, sin

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from neat_sheaf.checks import check_project
from neat_sheaf.cli import main
from neat_sheaf.folding import Form, fold
from neat_sheaf.formats.fold_file import fold_document
from neat_sheaf.formats.job_file import write_job
from neat_sheaf.measure.length import INCH, MILLIMETRE, Length, millimetres
from neat_sheaf.measure.side import Side
from neat_sheaf.messages import Level
from neat_sheaf.project import Diagonal, Fold, Line, Panel, Project, Tab
from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.reading import read_line
from neat_sheaf.reading.notation.writing import tidy_line

from .building import inch, job, letter, piece

MILLIMETRES = st.integers(20, 120).map(millimetres)
ANGLES = st.integers(0, 180)
FOLDED = st.integers(1, 180)


def strip(sizes: list[Length], angles: list[tuple[int, Fold]], width: str = "3"):
    """Panels of these sizes one above another, with a fold between each two."""
    places = list(accumulate(sizes))[:-1]
    scores = tuple(
        Line(Side.HEIGHT, Length(at), fold=way, angle=angle)
        for at, (angle, way) in zip(places, angles, strict=True)
    )
    return replace(piece("Strip", width, "9"), height=Length(sum(sizes)), scores=scores)


def by_line(line: str):
    read = read_line(line, "in", Known())
    assert read.piece is not None
    assert not read.questions
    return read.piece


def codes(folded):
    return [remark.message.code for remark in folded.remarks]


@given(st.lists(MILLIMETRES, min_size=2, max_size=5), st.data())
@settings(max_examples=80, deadline=None)
def test_a_strip_is_as_large_as_its_folded_profile(sizes, data):
    # The profile is a chain of straight lines that turns at each fold: arithmetic, without any rotation.
    folds = [(data.draw(FOLDED), data.draw(st.sampled_from(Fold))) for _ in sizes[1:]]
    base = sizes.index(max(sizes))
    ways = [0.0] * len(sizes)
    for n in range(base + 1, len(sizes)):
        angle, way = folds[n - 1]
        ways[n] = ways[n - 1] + (angle if way is Fold.VALLEY else -angle)
    for n in range(base - 1, -1, -1):
        angle, way = folds[n]
        ways[n] = ways[n + 1] - (angle if way is Fold.VALLEY else -angle)
    places = [(0.0, 0.0)]
    for size, way in zip(sizes, ways, strict=True):
        x, y = places[-1]
        places.append((x + size * cos(radians(way)), y + size * sin(radians(way))))
    along = max(x for x, _ in places) - min(x for x, _ in places)
    out = max(y for _, y in places) - min(y for _, y in places)
    folded = fold(strip(sizes, folds))
    assert folded.form is Form.BY_HAND
    if "fold-through" in codes(folded):
        # Only a chain that crosses itself passes through itself.
        assert any(
            _cross(places[a : a + 2], places[b : b + 2]) for b in range(len(sizes)) for a in range(b - 1)
        )
        assert folded.finished is None
        return
    assert folded.finished is not None
    assert folded.finished[0] == inch("3")
    assert folded.finished[1] == pytest.approx(along, abs=100)
    assert folded.finished[2] == pytest.approx(out, abs=100)


def _cross(one, other) -> bool:
    """Whether two stretches of the profile cross or touch one another."""

    def side(a, b, p):
        return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])

    (a, b), (c, d) = one, other
    return side(a, b, c) * side(a, b, d) <= 1 and side(c, d, a) * side(c, d, b) <= 1


@given(MILLIMETRES, MILLIMETRES, MILLIMETRES, st.integers(0, 500_000), st.sampled_from(Fold))
@settings(max_examples=60, deadline=None)
def test_a_tray_by_hand_has_the_size_and_the_room_of_one_by_its_form(w, d, h, caliper, way):
    assume(h < min(w, d))
    slits = [
        Line(side, at, start, end)
        for side, across, up in ((Side.WIDTH, w, d),)
        for at in (h, Length(h + across))
        for start, end in ((None, h), (Length(h + up), None))
    ]
    marks = ((Side.WIDTH, h), (Side.WIDTH, Length(h + w)), (Side.HEIGHT, h), (Side.HEIGHT, Length(h + d)))
    blank = replace(
        piece("Tray", "1", "1"),
        width=Length(w + 2 * h),
        height=Length(d + 2 * h),
        scores=tuple(Line(side, at) for side, at in marks),
        slits=tuple(slits),
        tabs=tuple(Tab(Panel(c, r)) for c in (1, 3) for r in (1, 3)),
    )
    known = fold(blank, caliper)
    hand = fold(replace(blank, scores=tuple(Line(s, at, fold=way, angle=90) for s, at in marks)), caliper)
    assert known.form is Form.TRAY
    assert hand.form is Form.BY_HAND
    assert hand.finished == known.finished
    assert hand.room is not None
    assert known.room is not None
    assert all(abs(a - b) <= 1 for a, b in zip(hand.room, known.room, strict=True))
    # A corner is glued to the wall that it lies on, as in the form.
    assert {(g.tab, g.length) for g in hand.glued} == {(g.tab, g.length) for g in known.glued}
    assert not hand.remarks


def test_a_corner_that_is_not_slit_tears_and_the_place_is_said():
    folded = fold(
        by_line("T 6 x 5; score width at 1, 5 folded 90 degrees; score height at 1, 4 folded 90 degrees")
    )
    (remark,) = folded.remarks
    assert (remark.level, remark.message.code) == (Level.ERROR, "fold-tears")
    place = remark.message.params["x"].width, remark.message.params["y"].width
    assert place in {(inch(x), inch(y)) for x in ("1", "5") for y in ("1", "4")}
    assert remark.message.params["by"].width > inch("1/2")
    assert (folded.finished, folded.room) == (None, None)


@pytest.mark.parametrize(("first", "second"), [(0, 90), (90, 0), (180, 180), (0, 0), (45, 0)])
def test_two_folds_that_cross_close_where_one_is_flat_or_both_lie_over(first, second):
    line = f"C 4 x 6; score width at 2 folded {first} degrees; score height at 3 folded {second} degrees"
    assert "fold-tears" not in codes(fold(by_line(line)))


@given(st.integers(1, 179), st.integers(1, 179))
@settings(max_examples=40, deadline=None)
def test_two_folds_that_cross_close_in_no_other_way(first, second):
    # Two rotations about crossing axes commute only where one is none or both are half turns: arithmetic.
    line = f"C 4 x 6; score width at 2 folded {first} degrees; score height at 3 folded {second} degrees"
    assert codes(fold(by_line(line))) == ["fold-tears"]


def test_a_fold_that_is_not_set_leaves_the_size_open():
    folded = fold(by_line("A 4 x 6; score height at 2 folded 90 degrees; score height at 4"))
    assert (folded.form, folded.finished, folded.room) == (Form.BY_HAND, None, None)
    assert codes(folded) == ["fold-unset"]
    flat = fold(by_line("A 4 x 6; score height at 2 folded 90 degrees; score height at 4 folded 0 degrees"))
    assert flat.finished == (inch("4"), inch("4"), inch("2"))


def test_paper_does_not_pass_through_paper():
    # A hook whose end comes back through its back.
    crossing = fold(by_line("H 2 x 12; score height at 6, 9, 10 folded 120 degrees"))
    assert codes(crossing) == ["fold-through"]
    assert crossing.finished is None
    short = fold(by_line("H 2 x 9 1/2; score height at 6, 9 folded 120 degrees"))
    assert short.remarks == ()


def test_walls_hold_a_thing_only_where_they_face_one_another():
    def of(line):
        return fold(by_line(line)).room

    holder = "U 4 x 10; score height at 4 3/4, 5 1/4 folded 90 degrees"
    assert of(holder) == (inch("4"), inch("4 3/4"), inch("1/2"))
    assert of("L 4 x 6; score height at 2 folded 90 degrees") is None
    # One wall up and one down: nothing is held between them.
    up_and_down = "Z 4 x 8; score height at 2 folded 90 degrees; mountain score height at 6 folded 90 degrees"
    assert of(up_and_down) is None
    assert of("V 4 x 8; score height at 2, 6 folded 80 degrees") is None  # leaning walls are not measured
    # A floor that is scored and left flat is one floor; a wall beyond it holds nothing wider than it.
    divided = "D 4 x 8; score height at 2, 6 folded 90 degrees; score height at 4 folded 0 degrees"
    assert of(divided) == (inch("4"), inch("4"), inch("2"))
    # A flap above the floor takes its height from the room; the nearer of two walls counts.
    assert of("F 4 x 9; score height at 2, 6, 8 folded 90 degrees") == (inch("4"), inch("4"), inch("2"))


@given(st.lists(st.integers(10, 60), min_size=3, max_size=5), st.integers(5, 40), st.integers(0, 400_000))
@settings(max_examples=80, deadline=None)
def test_the_room_between_walls_is_never_more_than_the_outside_and_no_wall_stands_in_it(sizes, wide, caliper):
    folds = [(90, Fold.MOUNTAIN)] * (len(sizes) - 1)
    made = strip([millimetres(size) for size in sizes], folds)
    folded = fold(replace(made, width=millimetres(wide)), caliper)
    if folded.room is None or folded.finished is None:
        return
    assert all(a <= b for a, b in zip(folded.room, folded.finished, strict=True))
    # The box of the room, put where a corner of the floor is, can be moved to where nothing stands in it.
    profile = sorted({round(pose.put(at)[1]) for f, pose in _placed(folded) for at in f.ring})
    assert any(folded.room[1] <= b - a + 1 for a in profile for b in profile if b > a)


def _placed(folded):
    assert folded.sheet is not None
    return zip(folded.sheet.facets, folded.poses, strict=True)


def test_a_tab_that_lies_on_nothing_is_said():
    loose = by_line("B 4 x 7; score height at 3, 6 folded 90 degrees; tab column 1 row 3")
    assert codes(fold(loose)) == ["fold-tab-nowhere"]
    found = [f.code for f in check_project(Project("P", (loose,)), "in")]
    assert "fold-tab-nowhere" in found


@given(ANGLES, st.sampled_from(Fold))
@settings(max_examples=40, deadline=None)
def test_an_angle_is_said_and_read_back_in_words(angle, way):
    base = piece(
        "A",
        "4",
        "6",
        scores=(Line(Side.WIDTH, inch("2"), fold=way, angle=angle), Line(Side.HEIGHT, inch("1"))),
    )
    end = (inch("1"), inch("1"))
    made = replace(base, diagonals=(Diagonal((inch("0"), inch("0")), end, way, angle),))
    assert by_line(tidy_line(made, "in")) == made


@pytest.mark.parametrize(
    ("line", "code", "offers"),
    [
        ("A 4 x 6, score 2 folded 200 degrees", "angle-over", ["folded 180 degrees"]),
        ("A 4 x 6, score 2 folded flat", "folded-flat", ["folded 180 degrees", "folded 0 degrees"]),
        ("A 4 x 6, score 2 folded 90 degrees folded 45 degrees", "said-twice", [""]),
        ("A 4 x 6, slit 2 folded 90 degrees", "not-understood", None),
    ],
)
def test_an_angle_that_is_unclear_is_asked_about(line, code, offers):
    read = read_line(line, "in", Known())
    (question,) = read.questions
    assert question.message.code == code
    if offers is not None:
        assert list(question.suggestions) == offers
        for offer in filter(None, offers):
            fixed = line[: question.start] + offer + line[question.end :]
            assert not read_line(fixed, "in", Known()).questions


def test_a_fold_file_has_the_angles_that_were_set():
    made = by_line(
        "A 4 x 6; score height at 2 folded 45 degrees; mountain score height at 4 folded 120 degrees"
    )
    angles = {angle for angle in fold_document(fold(made))["edges_foldAngle"] if angle}
    assert angles == {45, -120}


def test_the_command_says_what_is_set_by_hand(tmp_path, capsys):
    made = by_line("U 4 x 10; in body; score height at 4 3/4, 5 1/4 folded 90 degrees")
    path = tmp_path / "job.json"
    path.write_text(write_job(job([made], [letter()], 1)))
    assert main(["fold", str(path), "--json"]) == 0
    (said,) = json.loads(capsys.readouterr().out)["pieces"]
    assert said["form"] == "by-hand"
    assert said["room"] == [size / MILLIMETRE for size in (4 * INCH, 19 * INCH // 4, INCH // 2)]
