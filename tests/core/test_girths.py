"""Ways round what is finished, by arithmetic, and ribbon that is never shorter than what it goes round."""

from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.folding.girths import generous, girths, rounded_up
from neat_sheaf.measure.length import CENTIMETRE, INCH, MILLIMETRE, inches

NM = st.integers(1, 2 * 10**9)


def test_the_ways_round_a_box_are_twice_two_sides():
    # Arithmetic: a box 4 x 3 x 1 in is 14, 10 and 8 in round.
    box = (inches(4), inches(3), inches(1))
    assert girths(box) == [inches(14), inches(10), inches(8)]


@given(NM, st.sampled_from(["in", "cm", "mm"]))
def test_a_rounded_girth_goes_round_and_is_less_than_one_step_longer(length, units):
    step = INCH // 16 if units == "in" else MILLIMETRE
    found = rounded_up(length, units)
    assert found % step == 0
    assert length <= found < length + step


@given(NM, st.sampled_from(["in", "cm", "mm"]))
def test_generous_is_at_least_a_tenth_more_and_whole(length, units):
    step = INCH if units == "in" else CENTIMETRE
    found = generous(length, units)
    assert found % step == 0
    assert Fraction(length) * Fraction(11, 10) <= found < Fraction(length) * Fraction(11, 10) + step
