"""Sister versions, halves and quarters, and panels stretched without touching the others."""

from dataclasses import replace
from decimal import Decimal
from itertools import product

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from neat_sheaf.measure.length import CENTIMETRE, Length, millimetres, parse_length
from neat_sheaf.measure.side import Side
from neat_sheaf.project import (
    CountOverride,
    Fit,
    FitKind,
    Hole,
    Line,
    Override,
    PaperOverride,
    Portion,
    Project,
    SupplyUse,
    Variant,
)
from neat_sheaf.project.assembly import Step
from neat_sheaf.project.panels import columns, panels_along, rows, stretched
from neat_sheaf.project.variants import (
    UnknownNumberError,
    nominal_centimetres,
    numbers_of,
    variant_of,
    with_number,
)
from neat_sheaf.project.wholes import fewest_wholes, left_over
from tests.words import refused

from .building import across, inch, piece, tray, upward
from .test_formats import pieces

COUNTS = st.integers(0, 4)


def wholes_by_search(portions):
    """Exhaustive: every way of putting portions (in quarters) into wholes of four quarters."""
    if not portions:
        return 0
    first, rest = portions[0], portions[1:]
    best = [len(portions)]

    def place(bins, left):
        if len(bins) >= best[0]:
            return
        if not left:
            best[0] = len(bins)
            return
        for n in range(len(bins)):
            if bins[n] + left[0] <= 4:
                place([*bins[:n], bins[n] + left[0], *bins[n + 1 :]], left[1:])
        place([*bins, left[0]], left[1:])

    place([first], rest)
    return best[0]


@pytest.mark.parametrize(("threes", "halves", "quarters"), list(product(range(4), repeat=3)))
def test_no_other_way_of_punching_takes_fewer_wholes(threes, halves, quarters):
    wanted = {Portion.THREE_QUARTERS: threes, Portion.HALF: halves, Portion.QUARTER: quarters}
    portions = [3] * threes + [2] * halves + [1] * quarters
    assert fewest_wholes(wanted) == wholes_by_search(portions)


def test_the_halves_and_quarters_of_the_trade():
    # Common practice: four three-quarter pieces leave four quarters; two circles halve into four.
    assert fewest_wholes({Portion.THREE_QUARTERS: 4}) == 4
    assert left_over({Portion.THREE_QUARTERS: 4}) == 4
    assert fewest_wholes({Portion.THREE_QUARTERS: 4, Portion.QUARTER: 4}) == 4
    assert fewest_wholes({Portion.HALF: 4}) == 2
    assert fewest_wholes({Portion.WHOLE: 2, Portion.HALF: 1}) == 3


def test_the_nominal_centimetres_of_the_trade():
    # Common practice: 8 1/2 x 4 in scored every 2 in is taught as 21.5 x 10 cm scored every 5 cm.
    taught = {"8 1/2": "21.5", "4": "10", "2": "5", "6": "15", "5 1/2": "14", "11": "27.5"}
    for inches_, centimetres in taught.items():
        assert nominal_centimetres(inch(inches_)) == parse_length(centimetres, "cm")
    assert nominal_centimetres(inch("1/8")) == millimetres(3)


@given(st.integers(64, 2000))
def test_a_nominal_size_is_a_half_centimetre_within_a_quarter_of_two_and_a_half_an_inch(sixty_fourths):
    nominal = nominal_centimetres(Length(sixty_fourths * inch("1/64")))
    assert nominal % (CENTIMETRE // 2) == 0
    assert abs(nominal * 64 - sixty_fourths * 25_000_000) <= CENTIMETRE // 4 * 64


A4 = Variant(
    "A4", (Override("Card", "width", inch("8 1/4")), Override("Card", "score width 1", inch("4 1/8")))
)


def test_a_piece_as_wide_as_the_sheet_moves_its_centre_score_with_the_country():
    # The trade: 8 1/2 in is 8 1/4 in on A4, and its centre score moves from 4 1/4 to 4 1/8 in.
    card = piece("Card", "8 1/2", "4", scores=across("4 1/4"))
    project = Project("Card", (card, piece("Mat", "3", "4")), variants=(A4,))
    version = variant_of(project, "A4")
    assert columns(version.pieces[0]) == [inch("4 1/8"), inch("4 1/8")]
    assert version.pieces[1] == project.pieces[1]
    assert variant_of(project, "") is project


@pytest.mark.parametrize("version", ["A5", "B"])
def test_a_version_that_is_not_there_and_one_of_a_piece_that_is_gone(version):
    gone = Variant("B", (Override("Lid", "width", inch("2")),))
    with pytest.raises(UnknownNumberError):
        variant_of(Project("Card", (piece("Card", "8 1/2", "4"),), variants=(gone,)), version)


@given(pieces("A"), st.data())
def test_a_number_changed_is_that_number_and_no_other(made, data):
    before = numbers_of(made)
    number = data.draw(st.sampled_from(list(before)))
    value = Length(data.draw(st.integers(1, 10**9)))
    after = numbers_of(with_number(made, number, value))
    assert after.get(number) == value
    changed = {name for name in before if after[name] != before[name]}
    assert changed <= {number}


def test_a_number_that_the_piece_does_not_have_is_said():
    with refused(UnknownNumberError, "no number called 'score width 1'"):
        with_number(piece("Card", "4", "5"), "score width 1", inch("1"))


def test_a_list_taught_in_nominal_centimetres_keeps_its_even_panels():
    card = piece("Card", "8 1/2", "4", scores=across("2", "4", "6", "8"))
    taught = tuple(
        Override("Card", number, nominal_centimetres(value)) for number, value in numbers_of(card).items()
    )
    made = variant_of(Project("Card", (card,), variants=(Variant("cm", taught),)), "cm").pieces[0]
    assert [line.at for line in made.scores] == [millimetres(n) for n in (50, 100, 150, 200)]
    assert (made.width, made.height) == (millimetres(215), millimetres(100))


EIGHTHS = st.integers(2, 24)


@given(st.lists(EIGHTHS, min_size=1, max_size=6), st.lists(EIGHTHS, min_size=1, max_size=6), st.data())
def test_a_panel_is_stretched_and_every_other_keeps_its_size(wide, high, data):
    def marks(sizes):
        return [f"{sum(sizes[: n + 1])}/8" for n in range(len(sizes) - 1)]

    made = piece(
        "A", f"{sum(wide)}/8", f"{sum(high)}/8", scores=(*across(*marks(wide)), *upward(*marks(high)))
    )
    side = data.draw(st.sampled_from(Side))
    sizes = panels_along(made, side)
    number = data.draw(st.integers(0, len(sizes) - 1))
    by = data.draw(st.integers(-1, 20)) * inch("1/8")
    assume(sizes[number] + by > 0)
    after = stretched(made, side, number, by)
    expected = list(sizes)
    expected[number] += by
    assert panels_along(after, side) == expected
    other = rows if side is Side.WIDTH else columns
    assert other(after) == other(made)


def test_a_panel_does_not_shrink_to_nothing():
    with pytest.raises(ValueError, match="nothing"):
        stretched(piece("A", "4", "5", scores=across("1")), Side.WIDTH, 0, -inch("1"))


def test_what_lies_on_a_score_or_on_the_edge_moves_with_it():
    slits = (
        Line(Side.WIDTH, inch("1"), inch("6"), inch("7")),
        Line(Side.WIDTH, inch("4 1/2"), inch("0"), inch("1")),
    )
    hole = Hole(inch("2"), inch("6"), inch("1/8"))
    drawer = replace(tray("Drawer", "5 1/2", "7", "1"), slits=slits, holes=(hole,))
    tall = (
        Override("Drawer", "height", inch("8")), Override("Drawer", "score height 2", inch("7")),
        Override("Drawer", "score width 1", inch("1 1/2")),
    )  # fmt: skip
    made = variant_of(Project("Box", (drawer,), variants=(Variant("Tall", tall),)), "Tall").pieces[0]
    assert made.slits == (
        Line(Side.WIDTH, inch("1 1/2"), inch("7"), inch("8")),
        Line(Side.WIDTH, inch("4 1/2"), inch("0"), inch("1")),
    )
    assert made.holes[0].y == inch("7")


def test_a_mark_that_the_version_gives_a_place_of_its_own_has_that_one():
    drawer = replace(tray("Drawer", "6", "6", "1"), slits=(Line(Side.WIDTH, inch("1"), None, inch("1")),))
    own = (
        Override("Drawer", "score width 1", inch("2")), Override("Drawer", "slit width 1", inch("1 1/2")),
    )  # fmt: skip
    made = variant_of(Project("Box", (drawer,), variants=(Variant("Own", own),)), "Own").pieces[0]
    assert made.slits[0].at == inch("1 1/2")


def test_two_scores_that_change_places_take_each_its_own_marks():
    card = piece("Card", "6", "4", scores=across("2", "3"))
    slits = tuple(Line(Side.WIDTH, inch(at), None, inch("1")) for at in ("2", "3"))
    card = replace(card, slits=slits)
    moved = (Override("Card", "score width 1", inch("3")), Override("Card", "score width 2", inch("4")))
    made = variant_of(Project("Card", (card,), variants=(Variant("B", moved),)), "B").pieces[0]
    assert [slit.at for slit in made.slits] == [inch("3"), inch("4")]


def test_a_version_counts_cuts_adds_and_leaves_out():
    base, mat, bow = piece("Base", "4", "5"), piece("Mat", "3", "4"), piece("Bow", "1", "2")
    uses = (SupplyUse("pads", Decimal(4)), SupplyUse("ribbon", Decimal(1)))
    small = Variant(
        "Small",
        counts=(CountOverride("Mat", 2),),
        papers=(PaperOverride("Mat", "print"),),
        supplies=(SupplyUse("pads", Decimal(2)), SupplyUse("gems", Decimal(3))),
        without=("ribbon",),
        added=(bow,),
        left_out=("Base",),
    )
    steps = (Step("Glue the mat on", pieces=("Base", "Mat")),)
    fits = (Fit(FitKind.SHARED, "Base", "Mat"),)
    whole = Project("Card", (base, mat), fits, uses, steps=steps, variants=(small,))
    made = variant_of(whole, "Small")
    assert made.pieces == (replace(mat, per_kit=2, paper="print"), bow)
    assert made.supplies == (SupplyUse("pads", Decimal(2)), SupplyUse("gems", Decimal(3)))
    assert (made.fits, made.steps[0].pieces) == ((), ("Mat",))
    assert variant_of(whole, "") is whole
