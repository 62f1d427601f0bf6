"""Formats: any piece there can be goes out and comes back; readers say what they were given."""

import json
from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.folding.sticking import worked_out
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.plan_file import plan_document, write_plan
from neat_sheaf.formats.reading import Faulty, FileError, load_json
from neat_sheaf.formats.reading import JsonValue as Value
from neat_sheaf.habits import Habits, School, Scoring
from neat_sheaf.job import Class, Colourway, Cutting, Extra, Job, OtherFee, Per, Style
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.side import Side
from neat_sheaf.pace import PACES, Pace
from neat_sheaf.plan import plan_job
from neat_sheaf.project import (
    Corner,
    CornerCut,
    CornerShape,
    CountOverride,
    CutMethod,
    Diagonal,
    Edge,
    End,
    EndShape,
    Face,
    Fit,
    FitKind,
    Fold,
    Glue,
    GluedAt,
    Hole,
    Line,
    MatOf,
    Notch,
    NotchShape,
    Outline,
    Override,
    Panel,
    PaperOverride,
    PaperSide,
    PassOf,
    Piece,
    Portion,
    Project,
    SupplyUse,
    Tab,
    Variant,
    Window,
    WindowShape,
)
from neat_sheaf.project.assembly import Caution, Content, Step, When
from neat_sheaf.project.variants import numbers_of
from neat_sheaf.stock import Holds, Paper, Supply, SupplyUnit
from tests.words import refused, said

from .building import job, letter, piece

LENGTHS = st.integers(0, 400_000_000).map(Length)
SIZES = st.integers(1_000_000, 400_000_000).map(Length)  # a millimetre and up
STICKS = st.lists(st.sampled_from(GluedAt), min_size=1, unique=True).map(tuple)
TAPES = st.sampled_from([(), ("tape",)])
EXTRAS = st.builds(
    Extra, st.sampled_from(["Room", "My time", "Punch"]), st.decimals(0, 99, places=2), st.sampled_from(Per),
    st.decimals("0.25", 9, places=2), st.integers(1, 90),
)  # fmt: skip
WEIGHTS = st.none() | st.integers(1, 5000)
FEES = st.builds(
    OtherFee, st.sampled_from(["Members", "By post"]), st.decimals(0, 99, places=2), st.integers(0, 9)
)
NAMES = st.text("abcdefghij ÄÖéß½#'", min_size=1, max_size=12).map(str.strip).filter(bool)
FOLDS = st.sampled_from(Fold)
PANELS = st.builds(Panel, st.integers(1, 9), st.integers(1, 9))


NO_ANGLE = st.none()
HOLDS = st.one_of(st.none(), st.builds(Holds, SIZES, SIZES, st.one_of(st.just(Length(0)), SIZES)))
ANGLES = st.one_of(NO_ANGLE, st.integers(0, 180))
_COPIES = st.integers(1, 9)
_PAPER_SIDES = st.sampled_from(PaperSide)
_EDGES = st.sampled_from(Edge)
GLUES = st.one_of(
    st.builds(Glue, st.none(), st.none(), _PAPER_SIDES, _PAPER_SIDES, _COPIES, _COPIES),
    st.builds(Glue, _EDGES, _EDGES, _PAPER_SIDES, _PAPER_SIDES, _COPIES, _COPIES),
)


@st.composite
def lines(draw, angles=NO_ANGLE):
    start, end = draw(st.one_of(st.none(), LENGTHS)), draw(st.one_of(st.none(), LENGTHS))
    if start is not None and end is not None and start >= end:
        start = None
    return Line(
        draw(st.sampled_from(Side)), draw(LENGTHS), start, end, draw(FOLDS), draw(LENGTHS), draw(angles)
    )


@st.composite
def corner_cuts(draw):
    shape = draw(st.sampled_from(CornerShape))
    rise = None if shape is CornerShape.ROUND else draw(st.one_of(st.none(), SIZES))
    return CornerCut(draw(st.sampled_from(Corner)), shape, draw(SIZES), rise)


@st.composite
def ends(draw):
    shape = draw(st.sampled_from(EndShape))
    inset = draw(SIZES) if shape is EndShape.CUT_OFF else Length(0)
    return End(draw(st.sampled_from(Edge)), shape, draw(SIZES), inset)


MAYBE = st.one_of(st.none(), LENGTHS)
WINDOWS = st.builds(
    Window, st.sampled_from(WindowShape), SIZES, SIZES, MAYBE, MAYBE, st.one_of(st.none(), PANELS)
)
NOTCHES = st.builds(Notch, st.sampled_from(Edge), st.sampled_from(NotchShape), SIZES, SIZES, MAYBE)


@st.composite
def pieces(draw, name):
    def some(of):
        return tuple(draw(st.lists(of, max_size=2)))

    point = st.tuples(LENGTHS, LENGTHS)
    return Piece(
        name=name,
        paper=draw(st.sampled_from(["body", "print"])),
        per_kit=draw(st.integers(0, 9)),
        width=draw(SIZES),
        height=draw(SIZES),
        scores=some(lines(ANGLES)),
        diagonals=some(st.builds(Diagonal, point, point, FOLDS, ANGLES)),
        slits=some(lines()),
        holes=some(st.builds(Hole, LENGTHS, LENGTHS, SIZES, st.one_of(st.none(), st.sampled_from(Side)))),
        corners=some(corner_cuts()),
        tabs=some(st.builds(Tab, PANELS, st.integers(1, 3))),
        follows_print=draw(st.booleans()),
        cut=draw(st.sampled_from(CutMethod)),
        margin=draw(LENGTHS),
        pitch=draw(LENGTHS),
        pass_of=draw(st.none() | st.builds(PassOf, NAMES, st.integers(1, 1000))),
        word=draw(st.just("") | NAMES),
        note=draw(st.just("") | NAMES),
        spares=draw(st.integers(0, 3)),
        mat_of=draw(st.one_of(st.none(), st.builds(MatOf, NAMES, PANELS, st.one_of(st.none(), PANELS)))),
        faces=some(st.builds(Face, PANELS, st.sampled_from(Edge), st.one_of(st.just(""), NAMES))),
        portion=draw(st.sampled_from(Portion)),
        scrap=draw(st.booleans()),
        matched=draw(st.one_of(st.just(""), NAMES)),
        outline=draw(st.sampled_from(Outline)),
        removed=tuple(draw(st.lists(PANELS, max_size=2, unique=True))),
        windows=some(WINDOWS),
        notches=some(NOTCHES),
        ends=some(ends()),
    )


MINUTES = st.one_of(st.none(), st.integers(0, 5_000).map(lambda n: Decimal(n) / 100))


@st.composite
def assembled(draw, listed, supplies):
    """A project of these pieces with steps, contents and a sister version."""
    names = st.lists(st.sampled_from([p.name for p in listed]), max_size=2).map(tuple)
    steps = st.builds(
        Step, NAMES, names, st.one_of(st.just(""), NAMES), MINUTES, st.sampled_from(When),
        st.lists(st.sampled_from(Caution), max_size=2).map(tuple),
        st.lists(st.sampled_from(supplies), max_size=2).map(tuple),
    )  # fmt: skip
    of = st.sampled_from(["", *(name for name in supplies if name == "bags")])
    contents = st.builds(Content, NAMES, SIZES, SIZES, SIZES, NAMES, st.booleans(), of, st.integers(1, 9))
    numbers = [(p.name, number) for p in listed for number in numbers_of(p)]
    overrides = st.tuples(st.sampled_from(numbers), SIZES).map(lambda found: Override(*found[0], found[1]))
    listed_names = st.sampled_from([p.name for p in listed])
    counts = st.builds(CountOverride, listed_names, st.integers(0, 9))
    papers = st.builds(PaperOverride, listed_names, NAMES)
    uses = st.builds(
        SupplyUse, st.just("glue"), st.sampled_from([Decimal("1.5"), Decimal(4)]),
        shared_by=st.integers(0, 9), lent=st.booleans(),
    )  # fmt: skip
    added = st.sampled_from([name for name in "XYZ" if name not in [p.name for p in listed]])
    variants = st.lists(
        st.builds(
            Variant,
            NAMES,
            st.lists(overrides, max_size=3).map(tuple),
            st.lists(counts, max_size=2).map(tuple),
            st.lists(papers, max_size=2).map(tuple),
            st.lists(uses, max_size=1).map(tuple),
            st.lists(st.just("ribbon"), max_size=1).map(tuple),
            st.lists(added.flatmap(pieces), max_size=1).map(tuple),
            st.lists(listed_names, max_size=1).map(tuple),
        ),
        max_size=2,
        unique_by=lambda v: v.name,
    )
    return Project(
        draw(NAMES),
        listed,
        tools=tuple(draw(st.lists(NAMES, max_size=2))),
        steps=tuple(draw(st.lists(steps, max_size=2))),
        contents=tuple(draw(st.lists(contents, max_size=2))),
        variants=tuple(draw(variants)),
    )


@st.composite
def whole_jobs(draw):
    names = draw(st.lists(NAMES, min_size=1, max_size=4, unique=True))
    listed = tuple(draw(pieces(name)) for name in names)
    fit = st.builds(
        Fit, st.sampled_from(FitKind), st.just(names[0]), st.just(names[-1]),
        st.one_of(st.none(), PANELS), st.one_of(st.none(), PANELS), MAYBE, st.integers(1, 9),
    )  # fmt: skip
    fits = tuple(
        replace(fit, glue=draw(GLUES)) if fit.kind is FitKind.GLUED else fit
        for fit in draw(st.lists(fit, max_size=2))
    )
    cut = draw(SIZES)
    tie = SupplyUse("ribbon", None, Length(3 * cut), 3, draw(st.one_of(st.none(), SIZES)), draw(LENGTHS))
    uses = (
        tie,
        *draw(st.sampled_from([(), (SupplyUse("pads", Decimal(0), lifts=("A", "Gone"), typed=False),)])),
        *(SupplyUse(name, None, Length(0), sticks=draw(STICKS), typed=False) for name in draw(TAPES)),
        SupplyUse(
            "glue",
            count=Decimal("1.5"),
            shared_by=draw(st.integers(0, 9)),
            lent=draw(st.booleans()),
            sticks=draw(st.one_of(st.just(()), STICKS)),
        ),
    )
    supplies = (
        Supply("ribbon", "Ribbon", SupplyUnit.LENGTH, Decimal(4 * cut), None, Decimal(cut), False),
        Supply("glue", "Glue", SupplyUnit.ML, Decimal("50"), Decimal("4.10"), holds=draw(HOLDS)),
        Supply("bags", "Bags", SupplyUnit.EACH, Decimal("12")),
        Supply("pads", "Pads", SupplyUnit.EACH, Decimal("300")),
        Supply("tape", "Tape", SupplyUnit.LENGTH, Decimal(10**10)),
    )
    papers = tuple(
        Paper(name, name.upper(), draw(SIZES), draw(SIZES), caliper=draw(LENGTHS), weight=draw(WEIGHTS))
        for name in ("a", "b")
    )
    ready = draw(st.integers(0, 3))
    colourways = (
        Colourway("X", 3 - ready, {"body": "a", "print": "b"}, ready),
        Colourway("Y", 2, {"body": "b", "print": "b"}),
    )
    roles = {row.paper for row in listed}
    colourways = tuple(
        replace(c, papers={r: p for r, p in c.papers.items() if r in roles}) for c in colourways
    )
    seconds = {name: draw(st.integers(0, 3600)) for name in PACES}
    worth = st.sampled_from([None, Decimal("0.30"), Decimal("18")])
    cutting = Cutting(
        draw(st.sampled_from(Style)), draw(st.integers(1, 9)), (draw(SIZES), draw(SIZES)),
        papers_together=draw(st.booleans()), empty_last=draw(st.booleans()),
        pace=Pace(**seconds, hour=draw(worth), sheet=draw(worth)),
    )  # fmt: skip
    extras = draw(st.lists(EXTRAS, max_size=2, unique_by=lambda extra: extra.name))
    fees = draw(st.lists(FEES, max_size=2, unique_by=lambda other: other.name))
    extras = [replace(e, only=draw(st.sampled_from(["", *(f.name for f in fees)]))) for e in extras]
    fee = draw(st.sampled_from([None, Decimal("18.00")]))
    klass = Class(3, 1, 1, fee, colourways, tuple(extras), tuple(fees))
    units = draw(st.sampled_from(["in", "cm", "mm"]))
    project = replace(draw(assembled(listed, ["ribbon", "glue", "bags"])), fits=fits, supplies=uses)
    habits = Habits(draw(st.sampled_from(Scoring)), draw(SIZES), draw(SIZES), draw(SIZES), draw(LENGTHS),
                    tabs_with=draw(st.sampled_from(School)), mats_with=draw(st.sampled_from(School)),
                    keep_back=draw(LENGTHS), drying=draw(st.integers(0, 10_080)))  # fmt: skip
    project = worked_out(project, supplies, habits, units)
    return Job(project, papers, supplies, klass, cutting, units, "GBP", habits)


@given(whole_jobs())
@settings(max_examples=80, deadline=None)
def test_any_job_goes_out_and_comes_back_in_any_units(made):
    assert read_job(write_job(made)) == made


def test_a_plan_file_is_json_with_lengths_in_exact_millimetres():
    made = plan_job(job([piece("Card", "4 1/64", "5 1/32")], [letter()], 1))
    plan = json.loads(write_plan(made), parse_float=Decimal)
    (place,) = plan["papers"][0]["layouts"][0]["placements"]
    assert {place["width"], place["height"]} == {Decimal("101.996875"), Decimal("127.79375")}
    assert plan["format"] == "neat-sheaf.plan/1"


def test_the_costs_of_a_plan_file_are_decimal_texts_that_add_up():
    papers = [
        letter("body", pack_price=Decimal("7.77"), pack_sheets=3),
        letter("trim", pack_price=Decimal("1.01")),
    ]
    made = job([piece("Card", "4", "5"), piece("Tag", "2", "3", paper="trim")], papers, 7, fee=Decimal(3))
    cost = plan_document(plan_job(made))["cost"]
    for way in ("material_used", "sheets_opened", "cash_out"):
        total = Decimal(cost["total"][way])
        assert sum(Decimal(line[way]) for line in cost["lines"]) == total
        assert 7 * Decimal(cost["per_kit"][way]) + Decimal(cost["residue"][way]) == total
        assert Decimal(cost["margin"][way]) == 21 - total
        assert (cost["seats_to_cover"][way] - 1) * 3 < total <= cost["seats_to_cover"][way] * 3


def read(value, how):
    """What a reader makes of a value, or the code of the fault it noted."""
    faults = []
    try:
        return how(Value(value, "here", "in", faults))
    except Faulty:
        (fault,) = faults
        assert fault.path.startswith("here")
        assert said(fault)
        return fault.code


@pytest.mark.parametrize(
    ("value", "how", "result"),
    [
        ("  x ", Value.text, "x"), ("", Value.text, "empty"), (3, Value.text, "not-text"),
        ("x" * 401, Value.text, "too-long"), (None, Value.text, "not-text"),
        ("1 in", Value.length, 25_400_000), ("0", Value.length, 0), ("0", Value.size, "not-over-zero"),
        (1, Value.length, "not-text"), (True, Value.length, "not-text"), ([], Value.size, "not-text"),
        (3, Value.whole, 3), (-1, Value.whole, "out-of-range"), (True, Value.whole, "not-whole"),
        (Decimal("3.0"), Value.whole, "not-whole"), ("3", Value.whole, "not-whole"),
        ("11.40", Value.amount, Decimal("11.40")), (4, Value.amount, Decimal(4)),
        ("-1", Value.amount, "out-of-range"), ("1e99", Value.amount, "out-of-range"),
        ("Infinity", Value.amount, "out-of-range"), ("0.0000001", Value.amount, "too-fine"),
        ({}, Value.amount, "not-a-number"), (False, Value.amount, "not-a-number"),
        ("0", Value.positive, "not-over-zero"), ("0.5", Value.positive, Decimal("0.5")),
        (True, Value.flag, True), ("true", Value.flag, "not-a-flag"), (1, Value.flag, "not-a-flag"),
    ],
)  # fmt: skip
def test_each_reader_takes_what_it_should_and_names_what_it_should_not(value, how, result):
    assert read(value, how) == result


def test_a_list_keeps_its_good_items_and_notes_each_bad_one():
    faults = []
    node = Value(["1", "x", "2", 3], "sizes", "in", faults)
    assert node.items(Value.length) == (25_400_000, 50_800_000)
    assert [fault.path for fault in faults] == ["sizes[1]", "sizes[3]"]


def test_a_list_is_bounded():
    assert read(["1"] * 11, lambda node: node.items(Value.length, 10)) == "too-many"


def test_a_key_that_is_nothing_like_any_other_is_answered_with_all_that_are_known():
    faults = []
    Value({"zzz": 1, "name": "x"}, "", "in", faults).object(["name"], ["paper"])
    assert [(f.path, said(f)) for f in faults] == [("zzz", "unknown key 'zzz'; known keys: name, paper")]


def test_json_that_ends_too_soon_is_placed_by_line_and_column():
    with refused(FileError, r"not JSON at line 2, column 8"):
        load_json('{\n  "a": ')


@given(st.recursive(st.none() | st.booleans() | st.integers() | st.text(max_size=5),
                    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(
                        st.sampled_from(["format", "project", "papers", "class", "pieces", "name", "seats"]),
                        inner, max_size=5), max_leaves=20))  # fmt: skip
@settings(max_examples=100, deadline=None)
def test_no_json_whatever_ends_in_anything_but_a_file_error(document):
    with pytest.raises(FileError) as caught:
        read_job(json.dumps(document))
    assert caught.value.faults
