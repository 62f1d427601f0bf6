"""Outlines: corners, ends, notches, windows and holes lie where they are said to.

The screen draws outlines with code of its own; both are held against tests/outlines.json.
"""

import json
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.formats.piece_part import read_piece
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.formats.svg_file import write_svg
from neat_sheaf.measure.length import MILLIMETRE
from neat_sheaf.measure.side import Side
from neat_sheaf.project import Hole, Panel
from neat_sheaf.project.drawing import drawn
from neat_sheaf.project.layers import pierced_by
from neat_sheaf.project.outlines import Arc, outline_of

from .building import inch, piece, tray, upward
from .test_formats import pieces

OUTLINES = json.loads((Path(__file__).parents[1] / "outlines.json").read_text())


def path(made):
    """The outline as the commands of an SVG path, mm, y down."""
    high = Fraction(made.height, MILLIMETRE)

    def at(point):
        return " ".join(f"{float(v):.3f}".rstrip("0").rstrip(".") for v in (point[0], high - point[1]))

    def number(value):
        return f"{float(value):.3f}".rstrip("0").rstrip(".")

    steps = []
    for step in outline_of(made):
        if isinstance(step, Arc):
            way = 1 if step.clockwise else 0
            steps.append(f"A{number(step.across)} {number(step.up)} 0 0 {way} {at(step.end)}")
        else:
            steps.append(f"{'L' if steps else 'M'}{at(step)}")
    return f"{' '.join(steps)} Z"


def test_each_outline_is_the_path_that_the_screen_draws_too():
    for case in OUTLINES:
        made = read_piece(JsonValue(case["piece"], "", "in", []))
        assert path(made) == case["path"], case["says"]


@given(pieces("Any"))
@settings(max_examples=100, deadline=None)
def test_any_piece_can_be_drawn_and_its_outline_begins_with_a_point(made):
    steps = outline_of(made)
    assert isinstance(steps[0], tuple)
    assert drawn(made).width == Fraction(made.width, MILLIMETRE)
    assert write_svg(made).startswith("<?xml")


@given(st.lists(st.integers(1, 39), min_size=1, max_size=6, unique=True), st.integers(0, 39))
def test_a_hole_through_the_folds_is_met_at_one_place_of_the_folded_strip(scores, at):
    strip = piece("Strip", "2", "10", scores=tuple(upward(*(f"{n}/4" for n in scores))))
    hole = Hole(inch("1"), inch(f"{2 * at + 1}/8"), inch("1/8"), Side.HEIGHT)

    def folded(y):
        """Where a place of the flat strip comes to lie: every second panel runs backwards."""
        place, way, before = 0, 1, 0
        for score in [*sorted(inch(f"{n}/4") for n in scores), strip.height]:
            if y <= score:
                return place + way * (y - before)
            place, way, before = place + way * (score - before), -way, score
        raise AssertionError("off the strip")

    found = pierced_by(strip, hole)
    assert found[0].y == hole.y
    assert len({folded(h.y) for h in found}) == 1
    # And no panel that lies on the place is missed: each has exactly one.
    edges = [0, *sorted(inch(f"{n}/4") for n in scores), strip.height]
    for start, end in pairwise(edges):
        lies = min(folded(start), folded(end)) < folded(hole.y) < max(folded(start), folded(end))
        assert (sum(start <= h.y <= end for h in found) >= 1) == lies or folded(hole.y) in (
            folded(start), folded(end),
        )  # fmt: skip


def test_no_score_is_drawn_on_a_panel_that_is_removed():
    box = tray("Box", "6", "6", "2")
    cut = replace(box, removed=(Panel(1, 1),))
    lines = drawn(cut).valleys
    corner = Fraction(inch("2"), MILLIMETRE)
    assert all(not (s.start[0] < corner and s.start[1] < corner) for s in lines)
    assert len(drawn(box).valleys) == len(lines) == 4
    assert len(drawn(cut).removed) == 1
