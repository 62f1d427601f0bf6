"""Lengths: every form of the job file, exactly, and back."""

import json
import unicodedata
from contextlib import suppress
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.measure.length import (
    INCH,
    MILLIMETRE,
    VULGAR_FRACTIONS,
    Length,
    LengthError,
    inches,
    millimetre_number,
    nearest_inches,
    parse_length,
    write_length,
)

# The web reads the same table, so that both readers of lengths agree.
TABLE = json.loads((Path(__file__).parents[1] / "lengths.json").read_text())


@pytest.mark.parametrize("row", TABLE["reads"], ids=lambda row: f"{row['text']} ({row['units']})")
def test_every_form_is_read_exactly(row):
    assert parse_length(row["text"], row["units"]) == int(row["nm"])


@pytest.mark.parametrize("row", TABLE["refuses"], ids=lambda row: repr(row["text"]))
def test_what_is_not_an_exact_length_is_refused_with_its_code(row):
    with pytest.raises(LengthError) as caught:
        parse_length(row["text"], row["units"])
    assert caught.value.code == row["code"]


@pytest.mark.parametrize("sign", VULGAR_FRACTIONS)
def test_a_fraction_of_one_sign_is_worth_what_unicode_gives_it(sign):
    # Unicode Character Database, field Numeric_Value.
    worth = Fraction(unicodedata.numeric(sign)).limit_denominator(10)
    assert Fraction(VULGAR_FRACTIONS[sign]) == worth


def test_an_inch_is_25_4_mm_exactly():
    # Source: international yard and pound agreement, 1959.
    assert Fraction(254, 10) * MILLIMETRE == INCH
    assert inches(Fraction(1, 64)) == 396_875


def test_inches_are_written_to_the_nearest_64th_with_a_mark_where_not_exact():
    assert nearest_inches(inches("17/4")).text == "4 1/4"
    assert nearest_inches(inches("13/16")).text == "13/16"
    assert nearest_inches(Length(0)).text == "0"
    assert nearest_inches(parse_length("108 mm", "in")).text == "≈ 4 1/4"
    assert nearest_inches(Length(INCH - 1)).text == "≈ 1"


def test_a_size_that_is_no_64th_is_written_in_millimetres_and_nothing_is_rounded():
    assert write_length(parse_length("108 mm", "in"), "in") == "108 mm"
    assert write_length(parse_length("4 1/4", "in"), "cm") == "10.795"


@given(st.integers(0, 64 * 100))
def test_sixty_fourths_go_out_as_fractions_and_come_back(sixty_fourths):
    length = Length(sixty_fourths * 396_875)
    assert nearest_inches(length).exact
    assert parse_length(write_length(length, "in"), "in") == length


@given(st.integers(0, 10**12), st.sampled_from(["in", "cm", "mm"]))
def test_every_length_that_is_written_is_read_back_the_same(nm, units):
    assert parse_length(write_length(Length(nm), units), units) == nm


@given(st.integers(0, 400), st.integers(0, 63), st.sampled_from([2, 4, 8, 16, 32, 64]))
def test_every_way_of_writing_a_mixed_fraction_is_the_same_length(whole, top, bottom):
    top %= bottom
    exactly = (whole + Fraction(top, bottom)) * INCH
    for text in (f"{whole} {top}/{bottom}", f"{whole}-{top}/{bottom}", f'{whole} {top}/{bottom}"'):
        assert parse_length(text, "mm" if '"' in text else "in") == exactly


@given(st.integers(0, 10**12))
def test_a_plan_file_number_is_exact_to_the_nanometre(nm):
    assert Fraction(repr(millimetre_number(nm))) * MILLIMETRE == nm


@given(st.text(max_size=30))
def test_no_text_ends_in_anything_but_a_length_or_a_length_error(text):
    with suppress(LengthError):
        assert parse_length(text, "in") >= 0
