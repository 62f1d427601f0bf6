"""Faults that were found by reading and attacking the house, each by its name: none may come back."""

import json
import logging
import tracemalloc
from collections import Counter
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.cli.commands import WRONG_FILE, main
from neat_sheaf.costing import supply_totals
from neat_sheaf.cutting.demand import demand_of, family_of
from neat_sheaf.cutting.option import stock_of
from neat_sheaf.cutting.option_maker import OptionMaker
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.csv_file import read_csv, write_csv
from neat_sheaf.formats.job_file import job_document, read_job
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.formats.reading import FileError, load_json
from neat_sheaf.formats.svg_file import write_svg
from neat_sheaf.job import Class, Colourway, Cutting, Style
from neat_sheaf.measure.length import Length, inches, millimetres
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Access, Item, Stock
from neat_sheaf.nesting.planner import checked_bound, fewest_sheets, nest, prove_lower_bound
from neat_sheaf.nesting.pool import PatternPool
from neat_sheaf.nesting.pricing import scaled_down
from neat_sheaf.nesting.proof import Prover
from neat_sheaf.nesting.sums import MOST_POINTS, normal_patterns
from neat_sheaf.plain_text import printable, unwritable
from neat_sheaf.plan import plan_job
from neat_sheaf.stock import Edges, Offcut, Print
from tests.validator import faults_of
from tests.words import refused, said

from .building import inch, job, letter, piece
from .test_cutting import promised, replayed
from .test_totals import ribbon, use

EIGHTHS = [f"{n / 8:g}" for n in range(16, 76, 6)]


def judged(made_job):
    """The plan of a job, which the judge has accepted."""
    made = plan_job(made_job)
    assert faults_of(job_document(made_job), plan_document(made)) == []
    return made


# --- 1: a sheet longer than the trimmer ---------------------------------------------------------


@pytest.mark.parametrize("width", EIGHTHS)
def test_every_size_comes_off_letter_on_a_trimmer_of_nine_inches(width):
    # A cut across 8 1/2 in is within reach, so any piece comes free; 25 of 100 sizes were refused.
    for height in EIGHTHS:
        card = piece("Card", width, height)
        if inch(width) > inch("8 1/2") or inch(height) > inch("8 1/2"):
            continue
        made = judged(job([card], [letter()], 4, Cutting(trimmer=inches(9))))
        free = judged(job([card], [letter()], 4))
        assert made.sheets >= free.sheets


def test_the_piece_that_was_refused():
    card = [piece("Card", "3 1/2", "3 3/4")]
    assert judged(job(card, [letter()], 8, Cutting(trimmer=inches(9)))).sheets == 2
    ledger = replace(letter(), width=inch("11"), height=inch("17"))
    for width in ("2", "3 1/4", "4 1/2", "5 3/4", "7", "8 1/4", "9 1/2", "10 3/4", "11"):
        judged(job([piece("Card", width, "3 1/4")], [ledger], 5))


# --- 2: what no trimmer cuts ----------------------------------------------------------------------


def test_a_board_no_trimmer_cuts_is_said_and_its_offcut_is_used():
    board = replace(
        letter(), width=inch("22"), height=inch("28"), offcuts=(Offcut(inch("8 1/2"), inch("11"), 1),)
    )
    card = [piece("Card", "4 1/4", "5 1/2")]
    assert judged(job(card, [board], 4)).papers[0].offcuts_used == 1
    with pytest.raises(CannotPlanError) as caught:
        plan_job(job(card, [board], 5))
    assert [f.code for f in caught.value.faults] == ["longer-than-trimmer"]
    tag = piece("Tag", "1", "2", scrap=True)
    for style in Style:
        with pytest.raises(CannotPlanError):
            plan_job(job([*card, tag], [replace(board, offcuts=())], 5, Cutting(style)))


# --- 3: edges -------------------------------------------------------------------------------------


@pytest.mark.parametrize("edges", [{"left": "1/2"}, {"right": "1/4", "top": "1/2"}, {"bottom": "1"}])
@pytest.mark.parametrize("size", [("12", "18"), ("18", "12"), ("11", "17")])
def test_an_edge_along_the_long_side_comes_off_within_reach(size, edges):
    # 12 x 18 with a left edge: an 18 in cut was asked of a 12 in trimmer.
    paper = replace(
        letter(), width=inch(size[0]), height=inch(size[1]),
        edges=Edges(**{side: inch(text) for side, text in edges.items()}),
    )  # fmt: skip
    made_job = job([piece("Card", "3", "4"), piece("Tag", "1 1/2", "5")], [paper], 11)
    made = plan_sheets(made_job)
    for layout in made.papers[0].layouts:
        for cut in layout.cuts:
            assert (cut.of.height if cut.along is Side.WIDTH else cut.of.width) <= inch("12")
    assert +replayed(made, made_job).table == promised(made)
    judged(made_job)


def test_how_a_trimmer_gets_at_a_sheet():
    reach = 100
    assert Stock(Length(100), Length(100)).access(reach) is Access.FREE
    assert Stock(Length(100), Length(101)).access(reach) is Access.ROWS
    assert Stock(Length(101), Length(100)).access(reach) is Access.COLUMNS
    assert Stock(Length(101), Length(101)).access(reach) is Access.NONE
    assert Stock(Length(101), Length(101)).access(None) is Access.FREE
    # The edges across the long side come off first, and leave the rest within reach.
    assert Stock(Length(90), Length(100), whole=(Length(90), Length(110))).access(reach) is Access.FREE
    assert Stock(Length(90), Length(100), whole=(Length(110), Length(110))).access(reach) is Access.NONE


@pytest.mark.parametrize(
    ("side", "size"),
    [("left", ("8", "5")), ("right", ("8", "5")), ("bottom", ("4", "10 1/2")), ("top", ("4", "10 1/2"))],
)
def test_what_is_left_beside_an_edge_is_kept_and_the_edge_is_not(side, size):
    # The card is as wide, or as high, as what can be used: what is left begins, or ends, right at the edge.
    paper = letter(edges=Edges(**{side: inch("1/2")}))
    (layout,) = plan_sheets(job([piece("Card", *size)], [paper], 1)).papers[0].layouts
    kept = {min(left.region.width, left.region.height) > inch("1/2"): left.kept for left in layout.residuals}
    assert kept == {False: False, True: True}


def test_a_piece_longer_than_the_blade_is_a_row_as_wide_as_the_sheet():
    long = [piece("Panel", "12", "14"), piece("Tag", "4", "3")]
    far = replace(letter(), width=inch("12"), height=inch("18"))
    made = judged(job(long, [far], 3))
    assert made.sheets == 3
    with refused(CannotPlanError, "Panel cannot be cut"):
        plan_job(job([piece("Panel", "11", "14")], [far], 3))


# --- 4: no false proof -----------------------------------------------------------------------------


def test_strips_of_three_millimetres_on_a_large_sheet_prove_nothing_false():
    # 3 mm of 914 mm were rounded to nothing in the bound's grid: two sheets were cut, "at least 10".
    items = [Item(millimetres(n), millimetres(3), True) for n in (250, 251, 253)]
    sheet = [Stock(millimetres(610), millimetres(914))]
    pool = PatternPool(items, sheet)
    assert not pool.pricer.exact
    for count in (20, 60):
        demand = [count] * len(items)
        made = nest(items, demand, sheet)[0]
        assert 1 <= prove_lower_bound(items, demand, sheet) <= made.cost
        assert 1 <= made.lower_bound <= made.cost


def test_where_sizes_are_many_the_bound_is_by_grid_and_by_area_whichever_says_more():
    # Two 6 x 4 in do not share 6 x 6 in though their area would; a grid shows it, the area does not.
    items = [Item(inches("6"), inches("4")), Item(millimetres("0.1"), inches("6"))]
    pool = PatternPool(items, [Stock(inches(6), inches(6))])
    prover = pool.prover
    assert not prover.exact
    (most,), _ = prover.prove([[items[0].width * items[0].height // 10**6, 0]])
    assert most[0] == items[0].width * items[0].height // 10**6
    (by_area,), _ = prover.prove([[0, 1]])
    assert by_area[0] == 1524


@given(
    st.lists(st.tuples(st.integers(1, 60), st.integers(1, 60), st.booleans()), min_size=1, max_size=4),
    st.lists(st.integers(1, 30), min_size=4, max_size=4),
    st.integers(2, 12),
)
@settings(max_examples=120, deadline=None)
def test_a_bound_on_a_coarse_grid_is_never_above_what_is_exact(sizes, values, steps):
    items = [Item(Length(w), Length(h), turns) for w, h, turns in sizes]
    stock = [Stock(Length(60), Length(50))]
    pool = PatternPool(items, stock)
    exact = pool.prove([values[: len(items)]])[0][0][0]
    prover = Prover(items, stock, pool.pricer)
    # As it is where the cut positions are too many to be priced exactly.
    small, room = scaled_down(items, stock, steps)
    prover.exact = False
    prover._kept = [k for k, item in enumerate(small) if item.width and item.height]
    prover.pricer = type(pool.pricer)([small[k] for k in prover._kept], room)
    (coarse,), _ = prover.prove([values[: len(items)]])
    assert coarse[0] >= exact


def test_a_bound_that_a_plan_disproves_is_given_up_and_logged(caplog):
    with caplog.at_level(logging.ERROR):
        assert checked_bound(3, 2) == 0
    assert "a bound of 3 is above a plan of 2" in caplog.text
    assert checked_bound(2, 2) == 2
    pool = PatternPool([Item(Length(5), Length(5))], [Stock(Length(10), Length(10))])
    assert fewest_sheets([5], pool) == (2, Fraction(5, 4))


# --- 7: sizes that share the work and are chosen for themselves too ------------------------------


def test_stock_of_a_size_that_is_chosen_for_itself_is_used_once():
    big = replace(
        letter("large"), width=inch("12"), height=inch("12"), same_as="body", pack_price=Decimal("1.10"),
        offcuts=(Offcut(inch("6"), inch("12"), 1),), pack_sheets=1,
    )  # fmt: skip
    small = letter(pack_price=Decimal(1), pack_sheets=1)
    pieces = [piece("Card", "6", "6"), piece("Mat", "6", "12", paper="other")]
    made = replace(job(pieces, [small, big], 4, Cutting(mix_sizes=True)), klass=Class(
        4, 0, 0, None, (Colourway("all", 4, {"body": "body", "other": "large"}),),
    ))  # fmt: skip
    assert family_of(made) == {"body": "body", "large": "body"}
    assert list(demand_of(made)) == ["body"]
    plan = judged(made)
    assert Counter(p.paper for p in plan.papers) == {"body": 1, "large": 1}
    assert sum(p.offcuts_used for p in plan.papers) <= 1
    alone = replace(made, cutting=Cutting(mix_sizes=False))
    assert family_of(alone) == {"body": "body", "large": "large"}
    judged(alone)


def test_a_piece_turns_only_where_it_may_on_every_size_it_may_come_from():
    small = letter(pack_price=Decimal(1))
    big = replace(letter("large"), same_as="body", print=Print.ONE_WAY, pack_price=Decimal(1))
    strip = [piece("Strip", "2", "8", follows_print=True)]
    (unit,) = demand_of(job(strip, [small, big], 3, Cutting(mix_sizes=True)))["body"]
    assert not unit.turns
    (unit,) = demand_of(job(strip, [small, big], 3))["body"]
    assert unit.turns


# --- 13: work that has no end -----------------------------------------------------------------------


@pytest.mark.parametrize("size", [1, 7, 25_400])
def test_a_hair_s_breadth_on_a_sheet_grows_no_table_of_all_its_sums(size):
    tracemalloc.start()
    points, complete = normal_patterns([size], inches(11))
    assert not complete
    assert len(points) <= MOST_POINTS
    assert tracemalloc.get_traced_memory()[1] < 5_000_000
    tracemalloc.stop()


def test_five_hundred_sizes_make_no_more_cut_positions_than_are_priced():
    points, complete = normal_patterns([10_000_019 + 7_919 * n for n in range(500)], inches(12))
    assert not complete
    assert len(points) <= MOST_POINTS + MOST_POINTS // 4


class _OutOfTime(SearchControl):
    """A watch whose time is over after so many looks at it."""

    def __init__(self, looks):
        super().__init__(10_000)
        self.looks = looks

    @property
    def left(self):
        self.looks -= 1
        return 10_000.0 if self.looks > 0 else 0.0


@pytest.mark.parametrize("looks", [0, 1, 3, 10, 40, 150])
@pytest.mark.parametrize("style", Style)
def test_whenever_the_time_is_over_there_is_a_plan_and_an_honest_bound(looks, style):
    many = [
        piece(f"P{n}", f"{1 + n % 7} {1 + n % 3}/16", f"{2 + n % 5} {1 + n % 5}/32", per_kit=1 + n % 2)
        for n in range(14)
    ]
    made_job = job(many, [letter()], 6, Cutting(style))
    made = plan_job(made_job, _OutOfTime(looks))
    assert faults_of(job_document(made_job), plan_document(made)) == []
    assert all(paper.lower_bound <= paper.sheets for paper in made.papers)


def test_a_piece_too_small_to_cut_is_said_with_its_place():
    text = json.dumps(
        {
            "format": "neat-sheaf.job/1", "units": "mm", "class": {"seats": 1},
            "project": {"name": "x", "pieces": [
                {"name": "A", "paper": "b", "width": "0.000001", "height": "5"}]},
            "papers": [{"id": "b", "width": "210", "height": "9000"}],
        }
    )  # fmt: skip
    with pytest.raises(FileError) as caught:
        read_job(text)
    assert {(f.path, f.code) for f in caught.value.faults} == {
        ("project.pieces[0].width", "too-small"), ("papers[0].height", "too-large"),
    }  # fmt: skip


# --- 14, 17: text and numbers of a file ------------------------------------------------------------


@pytest.mark.parametrize(
    "text",
    ['{"a": 1e9999999999999999999}', '{"a": 1e-9999999999}', '{"a": ' + "9" * 5000 + "}", '{"a": Infinity}',
     '{"a": 1, "b": 2, "a": 3}', "[" * 50_000],
)  # fmt: skip
def test_numbers_and_nests_that_nothing_holds_are_faults_of_the_file(text):
    with pytest.raises(FileError):
        load_json(text)


@pytest.mark.parametrize("key", ["papers", "project", "class"])
def test_nothing_where_something_must_be_is_a_missing_key(key):
    document = job_document(job([piece("A", "2", "3")], [letter()], 2)) | {key: None}
    with pytest.raises(FileError) as caught:
        read_job(json.dumps(document))
    assert [(f.path, f.code) for f in caught.value.faults] == [(key, "missing-key")]


def test_the_command_line_answers_a_hostile_file_with_lines_and_no_escapes(tmp_path, capsys):
    file = tmp_path / "job.json"
    file.write_text('{"\\u001b[2Jformat": 1, "papers": null, "n": 1e9999999999999999999}')
    assert main(["check", str(file)]) == WRONG_FILE
    file.write_text('{"\\u001b[2Jformat": 1, "papers": null}')
    assert main(["check", str(file)]) == WRONG_FILE
    said = capsys.readouterr().err
    assert "\x1b" not in said
    assert "U+001B" in said


def test_control_characters_stay_out_of_a_drawing():
    text = write_svg(piece("Ta\x1bg\x00", "2", "3"))
    assert "\x1b" not in text
    assert "TaU+001BgU+0000" in text


@given(st.text())
def test_what_is_printable_holds_nothing_unwritable_and_plain_text_stays_as_it_is(text):
    assert unwritable(printable(text)) is None
    assert unwritable(text) is not None or printable(text) == text


@pytest.mark.parametrize("name", ["=1+1", "＝1+1", "＋1", "a;=1+1", 'say "so"; =cmd', "@x", "-2", "'quoted"])
@pytest.mark.parametrize("delimiter", [",", ";", "\t"])
def test_a_cell_is_text_wherever_the_table_is_opened(name, delimiter):
    text = write_csv([piece(name, "2", "3")], "in", delimiter)
    row = text.split("\r\n")[1]
    assert not row.startswith(("=", "＝", "＋", "@", "-"))
    # What another delimiter would part is in quotes, so that no part of it begins a cell.
    assert ";" not in name or row.startswith('"')
    (back,) = read_csv(text, "in")
    assert back.name == name


def test_faults_end_where_nobody_would_read_on():
    rows = [{"bad": n} for n in range(2_000)]
    document = job_document(job([piece("A", "2", "3")], [letter()], 2)) | {"papers": rows}
    with pytest.raises(FileError) as caught:
        read_job(json.dumps(document))
    assert len(caught.value.faults) == 101
    assert "fix these first" in said(caught.value.faults[-1])


# --- 18: changes of the core that no test noticed ----------------------------------------------------


@pytest.mark.parametrize(("at_once", "strokes"), [(None, 8), (4, 2)])
def test_how_many_sheets_a_paper_is_cut_at_once_counts_in_the_effort(at_once, strokes):
    paper = letter(at_once=at_once)
    made_job = job([piece("Card", "4 1/4", "11")], [paper], 16)
    units = demand_of(made_job)["body"]
    maker = OptionMaker(made_job, paper, stock_of(made_job, paper), {"Card": 0}, SearchControl())
    assert maker.best(units).handling.stroke == strokes


@pytest.mark.parametrize(
    ("follows", "turns"),
    [((True, True), False), ((True, False), False), ((False, True), False), ((False, False), True)],
)
def test_a_matched_set_turns_only_where_none_of_its_pieces_follows_the_print(follows, turns):
    pair = [piece(f"M{n}", "2", "3", matched="front", follows_print=one) for n, one in enumerate(follows)]
    (unit,) = demand_of(job(pair, [letter(print=Print.ONE_WAY)], 3))["body"]
    assert unit.turns is turns


def test_what_is_on_a_spool_counts_where_lengths_differ_too():
    # Two lengths of 100 and of 150 in a kit each: 360 in hold one of each, and 110 left over.
    made = job([piece("Card", "4", "5")], [letter()], 2, uses=(use("100"), use("150")),
               supplies=(ribbon(on_hand="0"),))  # fmt: skip
    assert supply_totals(made)[0].packs == 2
    started = replace(made, supplies=(ribbon(on_hand="250"),))
    assert supply_totals(started)[0].packs == 1
    assert supply_totals(replace(made, supplies=(ribbon(on_hand="99"),)))[0].packs == 2
