"""Readings are folded: what is said to come of a piece decides between them, or says which change would."""

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.folding import fold
from neat_sheaf.measure.length import INCH, write_length
from neat_sheaf.measure.side import Side
from neat_sheaf.reading import judged, read_sheet, sheet
from neat_sheaf.reading.notation.draft import Known
from neat_sheaf.reading.notation.reading import read_line

EIGHTH = INCH // 8
sides = st.integers(32, 80).map(lambda n: n * EIGHTH)
depths = st.integers(4, 14).map(lambda n: n * EIGHTH)


def said(length):
    return write_length(length, "in")


def at(piece, side):
    return sorted(score.at for score in piece.scores if score.along is side)


def only(text):
    line = read_sheet(text, "in")[0]
    return line, line.pieces[0].piece


@given(sides, sides, depths, st.sampled_from(["each side", "both sides", "each edge", "all sides"]))
def test_a_tray_that_is_said_to_come_of_it_decides_which_sides_are_scored(width, height, depth, where):
    """ "each side" alone may be two sides or four; "makes 3 x 5 x 2" leaves one reading of it."""
    floor = f"{said(width - 2 * depth)} x {said(height - 2 * depth)} x {said(depth)}"
    line, piece = only(
        f"Tray {said(width)} x {said(height)}, score at {said(depth)} on {where}, makes {floor}"
    )
    assert not line.questions
    assert at(piece, Side.WIDTH) == [depth, width - depth]
    assert at(piece, Side.HEIGHT) == [depth, height - depth]


def test_each_side_without_a_result_is_still_asked_about_the_tray_first():
    line, _ = only("Tray 7 x 9, score at 2 on each side")
    assert [question.code for question in line.questions] == ["which-ends"]
    assert "score width at 2, 5; score height at 2, 7" in line.questions[0].suggestions[0]


@given(sides, sides, st.booleans())
def test_a_card_that_is_said_to_come_of_it_decides_a_side_that_was_not_said(width, height, on_width):
    side, other = (width, height) if on_width else (height, width)
    if side % (2 * EIGHTH) or {side // 2, other} == {side, other // 2} or width == height:
        return
    line, piece = only(
        f"Card {said(width)} x {said(height)}, score at {said(side // 2)} so it makes a "
        f"{said(side // 2)} x {said(other)} card"
    )
    assert not line.questions
    assert at(piece, Side.WIDTH if on_width else Side.HEIGHT) == [side // 2]


def test_a_card_of_another_size_than_its_score_makes_was_read_without_a_word():
    line, _ = only("Card 6 x 8, score at 3 so it makes a 6 x 4 card")
    asked = line.questions[0]
    assert asked.code == "result-differs"
    assert "score height at 4" in asked.suggestions[0]
    assert "6 x 8 in" in asked.suggestions[-1]
    assert "score height at 3" in asked.suggestions[-1], "what was scored is the last answer"


@given(
    sides,
    sides,
    depths,
    st.sampled_from(["depth", "width", "height"]),
    st.sampled_from([4, -4, 2, -2, 8, -8]),
)
def test_one_slip_in_a_tray_is_among_the_changes_that_make_all_agree(width, height, depth, where, by):
    """A half, a quarter for three quarters, one more or less, in any one number of a tray."""
    right = {"width": width, "height": height, "depth": depth}
    floor = f"{said(width - 2 * depth)} x {said(height - 2 * depth)} x {said(depth)}"
    wrong = right | {where: right[where] + by * EIGHTH}
    if min(wrong["width"], wrong["height"]) <= 2 * wrong["depth"] or wrong["depth"] <= 0:
        return
    parts = {right[where] % INCH // EIGHTH, wrong[where] % INCH // EIGHTH}
    if abs(by) == 2 and (parts != {2, 6} or wrong[where] // INCH != right[where] // INCH):
        return  # a quarter is taken for three, and for nothing else
    sheet = f"{said(wrong['width'])} x {said(wrong['height'])}"
    line, _ = only(f"Tray {sheet}, score at {said(wrong['depth'])} on all sides, makes {floor}")
    assert [question.code for question in line.questions] == ["result-differs"]
    *changes, as_scored = (read_line(answer, "in", Known()).piece for answer in line.questions[0].suggestions)
    meant = [piece for piece in changes if (piece.width, piece.height) == (width, height)]
    assert any(at(piece, Side.WIDTH) == [depth, width - depth] for piece in meant)
    assert (as_scored.width, as_scored.height) == (wrong["width"], wrong["height"])
    for piece in changes:
        depth_of = at(piece, Side.WIDTH)[0]
        made = sorted((piece.width - 2 * depth_of, piece.height - 2 * depth_of, depth_of))
        assert made == sorted((width - 2 * depth, height - 2 * depth, depth)), "a change that does not agree"


@pytest.mark.parametrize(
    ("text", "first"),
    [
        # Five eighths for three eighths, said of the depth.
        ("Tray 5 1/2 x 7, score 1 3/8 on all sides. makes 2 1/4 x 3 3/4 x 1 5/8", "1 5/8, 3 7/8"),
        # A half that was lost.
        ("Tray 7 x 9, score 2 on all sides. makes 2 x 4 x 2 1/2", "2 1/2, 4 1/2"),
    ],
)
def test_the_likeliest_slip_of_the_tongue_is_the_first_answer(text, first):
    line, _ = only(text)
    assert f"score width at {first}" in line.questions[0].suggestions[0]


def test_about_a_size_that_no_change_makes_only_what_was_scored_is_offered():
    line, _ = only("Tray 5 x 7, score 1 on all sides. makes 4 1/4 x 3 3/4 x 1 5/8")
    assert len(line.questions[0].suggestions) == 1


def test_of_very_many_statements_only_so_many_are_folded_and_none_is_lost(monkeypatch):
    """A text may say of each of 150 trays what comes of it; each may be tried in a hundred ways."""
    folded = []
    monkeypatch.setattr(judged, "fold", lambda piece: folded.append(piece.name) or fold(piece))
    names = ["".join(letters) for letters in product("bdfgkl", repeat=3)][:150]
    lines = [f"Tray {name} 7 x 9, score at 2 on the long side, makes 3 x 5 x 2" for name in names]
    read = sheet.read_sheet("\n".join(lines), "in")
    assert len(set(folded)) == sheet._MOST_JUDGED
    assert sum(len(line.pieces) for line in read) == 150
