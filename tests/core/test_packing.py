"""What goes in each bag, what it weighs, and where the labels are."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from fractions import Fraction
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.job import Class, Colourway, Job
from neat_sheaf.measure.length import MILLIMETRE, Length, millimetres
from neat_sheaf.preparing.labels import LABEL_SHEETS, LabelSheet, LabelSheetError
from neat_sheaf.preparing.packing import ItemKind, bags_of, packing_of
from neat_sheaf.preparing.wanted import pieces_wanted
from neat_sheaf.project import PassOf, Project, SupplyUse
from neat_sheaf.project.assembly import Caution, Content
from neat_sheaf.stock import Paper, Supply, SupplyUnit

from .building import inch, piece
from .made_up_jobs import jobs

MM = MILLIMETRE
A4 = Paper("body", "Body", millimetres(210), millimetres(297), weight=80, caliper=Length(100_000))
SUPPLIES = (
    Supply("pads", "Pads", SupplyUnit.EACH, Decimal(10)),
    Supply("ribbon", "Ribbon", SupplyUnit.LENGTH, Decimal(inch("360")), joinable=False),
    Supply("tape", "Tape", SupplyUnit.LENGTH, Decimal(inch("360"))),
    Supply("glue", "Glue", SupplyUnit.ML, Decimal(50)),
    Supply("punch", "Punch", SupplyUnit.EACH, Decimal(1)),
)


def job_of(*pieces, uses=(), contents=(), kits=(4, 2), paper=A4):
    project = Project("P", pieces, supplies=tuple(uses), contents=tuple(contents))
    ways = tuple(Colourway(f"Way {n}", count, {"body": "body"}) for n, count in enumerate(kits))
    return Job(project, (paper,), SUPPLIES, Class(sum(kits), 0, 0, colourways=ways))


CARD = replace(piece("Card", "1", "1", per_kit=2), width=millimetres(210), height=millimetres(297))
USES = (
    SupplyUse("pads", count=Decimal("3.5")),
    SupplyUse("ribbon", length=inch("20"), cuts=2),
    SupplyUse("tape", length=inch("9")),
    SupplyUse("glue", count=Decimal("0.4")),
    SupplyUse("punch", count=Decimal(1), shared_by=4, lent=True),
)


def test_a_bag_holds_what_is_counted_and_cut_and_the_table_what_is_poured_rolled_or_shared():
    tin = Content("Seeds", inch("1"), inch("1"), inch("1"), "Card", allergens="mustard")
    made = packing_of(job_of(CARD, uses=USES, contents=[tin]))
    items = {item.key: (item.kind, item.count, item.length) for item in made.bags[0].items}
    assert items == {
        "piece|Card": (ItemKind.PIECE, 2, None),
        "supply|pads": (ItemKind.SUPPLY, 4, None),  # half a pad is a pad
        "supply|ribbon": (ItemKind.SUPPLY, 2, inch("10")),
        "content|Seeds": (ItemKind.CONTENT, 1, None),
        "sheet": (ItemKind.SHEET, 1, None),
    }
    table = {one.supply: one.count for one in made.table}
    # Six kits: 54 in of tape, 2.4 ml of glue up to the next, a punch for four of six people.
    assert table == {"tape": 6 * inch("9"), "glue": 3, "punch": 2}
    assert made.allergens == ("mustard",)


def test_the_line_of_a_die_is_no_piece_but_what_comes_out_of_it_is():
    sun = piece("Sun", "1", "1", pass_of=PassOf("Card"))
    keys = [item.key for item in packing_of(job_of(CARD, sun)).bags[0].items]
    assert keys == ["piece|Sun", "sheet"]


def test_two_sheets_of_a4_of_80_grams_weigh_ten_grams():
    # ISO 536: grams a square metre; an A4 sheet (ISO 216) is 0.06237 square metres, 4.9896 g of 80 g paper.
    (bag, _) = packing_of(job_of(CARD)).bags
    assert bag.grams == 2 * Fraction(210 * 297, 1_000_000) * 80
    assert round(float(bag.grams), 4) == 9.9792
    assert bag.flat == (210 * MM, 297 * MM, 200_000)


def test_a_weight_or_a_thickness_that_nobody_gave_is_not_known():
    (bag, _) = packing_of(job_of(CARD, paper=replace(A4, weight=None, caliper=Length(0)))).bags
    assert (bag.grams, bag.flat) == (None, None)


def test_magnets_inside_are_cautioned():
    magnet = Content("Small magnet", inch("1"), inch("1"), inch("1"), "Card")
    assert Caution.MAGNETS in packing_of(job_of(CARD, contents=[magnet])).cautions


@given(jobs())
def test_all_bags_together_hold_the_pieces_of_all_kits(job):
    made = packing_of(job)
    held: dict[str, int] = {}
    for _, bag in bags_of(made):
        for item in bag.items:
            if item.kind is ItemKind.PIECE:
                held[item.name] = held.get(item.name, 0) + item.count
    made_of = [colourway for colourway in job.klass.colourways if colourway.kits]
    named = {one.name: one for one in job.project.pieces}
    dies = {one.pass_of.piece for one in job.project.pieces if one.pass_of}
    wanted = {
        name: count - named[name].spares * sum(colourway.takes(name) for colourway in made_of)
        for name, count in pieces_wanted(job).items()
        if name not in dies
    }
    assert held == wanted
    numbered = [(bag.colourway, number) for number, bag in bags_of(made)]
    assert len(set(numbered)) == len(numbered) == job.klass.kits
    for bag in made.bags:
        assert [n for way, n in numbered if way == bag.colourway] == list(range(1, bag.kits + 1))


MEASURES = st.integers(10, 120).map(lambda mm: Length(mm * MM))
GAPS = st.integers(0, 12).map(lambda mm: Length(mm * MM))


@given(st.integers(1, 5), st.integers(1, 9), MEASURES, MEASURES, GAPS, GAPS, GAPS, GAPS)
def test_every_label_is_on_the_page_and_none_on_another(
    columns, rows, width, height, left, top, across, down
):
    page = (millimetres(210), millimetres(297))
    try:
        sheet = LabelSheet(page, columns, rows, width, height, left, top, across, down)
    except LabelSheetError:
        assert (
            left + columns * (width + across) - across > page[0]
            or top + rows * (height + down) - down > page[1]
        )
        return
    places = list(sheet.places())
    assert len(places) == sheet.count == columns * rows
    for x, y in places:
        assert x + width <= page[0]
        assert y + height <= page[1]
    boxes = sorted(places)
    for (x, y), (u, v) in pairwise(boxes):
        assert abs(u - x) >= width or abs(v - y) >= height


@pytest.mark.parametrize("named", LABEL_SHEETS, ids=lambda one: one.code)
def test_the_sheets_that_are_known_are_as_many_as_their_codes_say(named):
    page, _, size = named.code.partition("-")
    columns, _, rows = size.partition("x")
    assert (named.sheet.columns, named.sheet.rows) == (int(columns), int(rows))
    assert (named.sheet.page[0] == millimetres(210)) == (page == "a4")


def test_labels_that_run_off_the_page_are_refused():
    with pytest.raises(LabelSheetError):
        LabelSheet((millimetres(210), millimetres(297)), 3, 8, *map(millimetres, (71, 30, 0, 0)))
    with pytest.raises(LabelSheetError):
        LabelSheet((millimetres(210), millimetres(297)), 0, 8, *map(millimetres, (70, 30, 0, 0)))
    with pytest.raises(LabelSheetError):
        LabelSheet((millimetres(210), millimetres(297)), 1, 1, *map(millimetres, (70, 30, -1, 0)))
