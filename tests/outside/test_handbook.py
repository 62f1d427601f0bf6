"""The handbook's table of fractions of an inch in millimetres, row by row."""

import pytest

from neat_sheaf.measure.length import MILLIMETRE, parse_length, write_length

# Decimal and metric equivalents of fractions of an inch, as mechanical handbooks print them, to four
# decimals of a millimetre. Values from memory of the printed table; 1 in = 25.4 mm (1959).
TABLE = [
    ("1/64", "0.3969"),
    ("1/32", "0.7938"),
    ("3/64", "1.1906"),
    ("1/16", "1.5875"),
    ("5/64", "1.9844"),
    ("3/32", "2.3812"),
    ("7/64", "2.7781"),
    ("1/8", "3.1750"),
    ("9/64", "3.5719"),
    ("5/32", "3.9688"),
    ("3/16", "4.7625"),
    ("7/32", "5.5562"),
    ("1/4", "6.3500"),
    ("5/16", "7.9375"),
    ("3/8", "9.5250"),
    ("7/16", "11.1125"),
    ("1/2", "12.7000"),
    ("9/16", "14.2875"),
    ("5/8", "15.8750"),
    ("11/16", "17.4625"),
    ("3/4", "19.0500"),
    ("13/16", "20.6375"),
    ("7/8", "22.2250"),
    ("15/16", "23.8125"),
]


@pytest.mark.parametrize(("fraction", "handbook"), TABLE)
def test_a_fraction_of_an_inch_is_the_handbooks_millimetres(fraction, handbook):
    whole, decimals = handbook.split(".")
    tenths_of_a_micrometre = int(whole + decimals)
    # The table rounds to 0.0001 mm = 100 nm; ours is exact, so it lies within half of that.
    assert abs(parse_length(fraction, "in") - tenths_of_a_micrometre * 100) <= 50


@pytest.mark.parametrize(("fraction", "handbook"), [row for row in TABLE if len(row[1].rstrip("0")) <= 6])
def test_a_fraction_written_in_millimetres_and_back_is_the_same_fraction(fraction, handbook):
    length = parse_length(fraction, "in")
    assert parse_length(f"{write_length(length, 'mm')} mm", "in") == length
    assert write_length(length, "in") == fraction


@pytest.mark.parametrize(
    ("inches", "millimetres"),
    [
        ("8 1/2", "215.9"), ("11", "279.4"),  # Source: ANSI/ASME Y14.1, size A.
        ("12", "304.8"), ("6", "152.4"),  # Common practice: the square sheets of patterned paper.
        ("4 1/4", "107.95"), ("5 1/2", "139.7"),  # Common practice: the American card and its half.
    ],
)  # fmt: skip
def test_the_sheets_of_the_trade_in_both_units(inches, millimetres):
    assert parse_length(inches, "in") == parse_length(millimetres, "mm")


def test_the_nominal_sister_of_a_size_is_not_its_conversion():
    # Common practice: 8 1/2 x 4 in scored every 2 in is taught as 21.5 x 10 cm scored every 5 cm.
    assert parse_length("8 1/2 in", "in") - parse_length("21.5 cm", "in") == int(0.9 * MILLIMETRE)
    assert parse_length("4 in", "in") - parse_length("10 cm", "in") == int(1.6 * MILLIMETRE)


def test_a_piece_as_wide_as_the_sheet_moves_its_centre_score_with_the_country():
    # Common practice: 8 1/4 in wide on A4, 8 1/2 on Letter; centre scores 4 1/8 and 4 1/4.
    for width, centre in (("8 1/4", "4 1/8"), ("8 1/2", "4 1/4")):
        assert 2 * parse_length(centre, "in") == parse_length(width, "in")
    assert parse_length("8 1/4", "in") < parse_length("210 mm", "in") < parse_length("8 1/2", "in")
