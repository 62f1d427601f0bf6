"""What a studio learns from its own classes: medians against numpy, and that one odd class moves nothing."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.learning.medians import ENOUGH, learned, middle, own_pace, whole_seconds
from neat_sheaf.learning.observing import (
    TimedStep,
    Worked,
    at_the_trimmer,
    in_proportion,
    of_steps,
    shown_by,
)
from neat_sheaf.pace import PACES, USUAL_PACE

fractions = st.fractions(0, 10_000, max_denominator=64)


@given(st.lists(fractions, min_size=1, max_size=30))
def test_the_median_is_numpys(values):
    # Denominators are powers of two or small: what numpy computes in floats is near enough to compare.
    assert float(middle(values)) == pytest.approx(np.median([float(value) for value in values]))
    found = learned([{"score": value} for value in values])["score"]
    assert (found.least, found.most, found.classes) == (min(values), max(values), len(values))
    assert found.least <= found.value <= found.most
    assert found.enough is (len(values) >= ENOUGH)


@given(st.lists(st.fractions(4, 6, max_denominator=9), min_size=3, max_size=20), st.data())
def test_less_than_half_odd_classes_never_move_a_median_beyond_the_others(values, data):
    odd = data.draw(
        st.lists(st.sampled_from([Fraction(0), Fraction(9_999)]), max_size=(len(values) - 1) // 2)
    )
    found = learned([{"bag": value} for value in [*values, *odd]])["bag"]
    assert 4 <= found.value <= 6


@given(fractions)
def test_a_pace_is_whole_seconds_a_half_up_and_never_none(value):
    found = whole_seconds(value)
    assert found >= 1
    assert found == 1 or abs(found - value) <= Fraction(1, 2)
    assert whole_seconds(Fraction(5, 2)) == 3


@given(
    st.dictionaries(st.sampled_from(PACES), st.integers(0, 500), min_size=1),
    st.integers(0, 100_000),
)
def test_work_in_proportion_adds_up_to_what_it_took(times, seconds):
    worked = Worked(times, seconds)
    found = in_proportion(worked)
    if not any(times.values()):
        assert found == {}
        return
    assert sum(times[name] * each for name, each in found.items()) == seconds
    # At the usual pace nothing is learned but the usual pace.
    usual = sum(count * getattr(USUAL_PACE, name) for name, count in times.items())
    for name, each in in_proportion(Worked(times, usual)).items():
        assert each == getattr(USUAL_PACE, name)


def test_one_kind_of_thing_is_simply_the_seconds_of_each():
    assert in_proportion(Worked({"punch": 32}, 96)) == {"punch": 3}


def test_two_works_with_the_same_thing_are_weighed_by_how_often_it_was_done():
    found = shown_by([Worked({"hole": 10}, 50), Worked({"hole": 30}, 90)])
    assert found == {"hole": Fraction(140, 40)}


@st.composite
def guides(draw):
    """A guide walked by somebody steady, with pauses in less than half of each kind of step."""
    setting, once = draw(st.integers(0, 60)), draw(st.integers(1, 20))
    steps = []
    for set_now in (True, False):
        count = draw(st.integers(1, 15))
        paused = draw(st.integers(0, (count - 1) // 2))
        for number in range(count):
            times = draw(st.integers(1, 40))
            pause = draw(st.integers(1, 4_000)) if number < paused else 0
            steps.append(TimedStep(set_now, times, setting * set_now + times * once + pause))
    return setting, once, draw(st.permutations(steps))


@given(guides())
def test_a_steady_hand_is_found_out_exactly_whatever_the_pauses(guide):
    setting, once, steps = guide
    assert of_steps(steps, "stop", "score") == {"score": once, "stop": setting}


@given(guides(), st.integers(0, 30), st.integers(0, 30))
def test_at_the_trimmer_a_stroke_with_its_carrying_and_turning_is_what_a_step_takes(guide, carried, turned):
    setting, once, steps = guide
    strokes = sum(step.times for step in steps)
    found = at_the_trimmer(steps, {"stroke": strokes, "carry": carried, "turn": turned, "setting": 3})
    assert found["setting"] == setting
    together = strokes * found["stroke"] + carried * found.get("carry", 0) + turned * found.get("turn", 0)
    assert together == strokes * once


def test_no_step_without_a_setting_shows_nothing():
    assert of_steps([TimedStep(True, 4, 40)], "stop", "score") == {}
    assert of_steps([], "stop", "score") == {}
    assert at_the_trimmer([TimedStep(True, 4, 40)], {"stroke": 4}) == {}


@given(
    st.dictionaries(st.sampled_from(PACES), st.fractions(1, 300), min_size=1, max_size=8),
    st.integers(1, 6),
    st.data(),
)
def test_a_default_gives_way_to_enough_classes_and_comes_back_when_revoked(shown, classes, data):
    found = learned([shown] * classes)
    revoked = data.draw(st.sets(st.sampled_from(sorted(shown))))
    pace = replace(USUAL_PACE, **own_pace(found.values(), revoked))
    for name in PACES:
        own = name in shown and name not in revoked and classes >= ENOUGH
        assert getattr(pace, name) == (whole_seconds(shown[name]) if own else getattr(USUAL_PACE, name))
