"""Nesting: valid always, exact in count, and never under its own proof."""

from collections import Counter
from itertools import product

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from neat_sheaf.errors import CannotPlanError
from neat_sheaf.formats.job_file import job_document
from neat_sheaf.formats.plan_file import plan_document
from neat_sheaf.job import Cutting, Style
from neat_sheaf.measure.length import Length, inches
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.planner import prove_lower_bound
from neat_sheaf.nesting.pricing import Pricer, raster_points, scaled_down
from neat_sheaf.nesting.sums import normal_patterns
from neat_sheaf.nesting.tree import Split, Spot, counts, cuts, gathered, lay, offcuts
from neat_sheaf.plan import plan_job
from neat_sheaf.project import CutMethod, Portion
from neat_sheaf.stock import Offcut
from tests.validator import faults_of
from tests.words import refused, said

from .building import Print, a4, first_plan, inch, job, letter, papers_of, piece
from .made_up_jobs import jobs


def sheets(*args, **more):
    (paper,) = papers_of(job(*args, **more))
    return paper.sheets, paper.lower_bound


def test_two_card_blanks_come_from_a_letter_sheet():
    # Common practice: 4 1/4 x 11 in, two from a Letter sheet.
    assert sheets([piece("Card", "4 1/4", "11")], [letter()], 16) == (8, 8)
    assert sheets([piece("Card", "4 1/4", "11")], [letter()], 17) == (9, 9)


def test_a_strip_too_long_for_a4_is_said_with_the_shortfall():
    wide = piece("Wrap", "8 1/2", "4")
    assert sheets([wide], [letter()], 4) == (2, 2)
    with pytest.raises(CannotPlanError) as caught:
        papers_of(job([piece("Wrap", "8 1/2", "11 3/4")], [letter()], 4))
    (fault,) = caught.value.faults
    assert fault.path == "project.pieces[0]"
    assert (
        said(fault)
        == "Wrap (8 1/2 x 11 3/4 in) does not fit a sheet of body (8 1/2 x 11 in): 3/4 in too high"
    )


def test_every_piece_that_fits_no_sheet_is_named_not_only_the_first():
    large = [piece("A", "12", "12"), piece("B", "9", "9"), piece("C", "4", "4")]
    with pytest.raises(CannotPlanError) as caught:
        papers_of(job(large, [letter()], 1))
    assert [fault.path for fault in caught.value.faults] == ["project.pieces[0]", "project.pieces[1]"]


def test_a_piece_that_follows_the_print_is_not_turned_to_make_it_fit():
    strip = piece("Strip", "11", "2", follows_print=True)
    assert sheets([strip], [letter()], 4) == (1, 1)
    for run in (Print.ONE_WAY, Print.TWO_WAY):
        with refused(CannotPlanError, "it would fit turned, but it follows the print"):
            papers_of(job([strip], [letter(print=run)], 4))
    free = piece("Strip", "11", "2", follows_print=False)
    assert sheets([free], [letter(print=Print.ONE_WAY)], 4) == (1, 1)


def test_a_die_cut_piece_takes_its_rough_cut():
    tag = piece("Tag", "4", "5 1/4", cut=CutMethod.DIE, margin=inch("1/8"))
    assert sheets([tag], [letter()], 4) == (1, 1)
    assert sheets([piece("Tag", "4", "5 1/4", cut=CutMethod.DIE, margin=inch("1/4"))], [letter()], 4)[0] == 2


def test_offcuts_from_the_cupboard_save_a_sheet_and_are_left_alone_where_they_do_not():
    strip = [piece("Strip", "3", "11")]
    kept = letter(offcuts=(Offcut(inch("3"), inch("11"), 2),))
    (paper,) = papers_of(job(strip, [kept], 4))
    assert (paper.sheets, paper.lower_bound, paper.offcuts_used) == (1, 1, 2)
    (paper,) = papers_of(job(strip, [kept], 2))
    assert (paper.sheets, paper.offcuts_used) == (0, 2)
    (paper,) = papers_of(job([piece("Card", "4 1/4", "11")], [kept], 2))
    assert (paper.sheets, paper.offcuts_used) == (1, 0)


def test_a_kit_per_sheet_never_mixes_kits_and_says_the_bound_of_mixing():
    third = [piece("Third", "8 1/2", "3 1/2", per_kit=2)]
    (mixed,) = papers_of(job(third, [letter()], 3))
    (apart,) = papers_of(job(third, [letter()], 3, Cutting(Style.KIT_PER_SHEET)))
    assert (mixed.sheets, mixed.lower_bound) == (2, 2)
    assert (apart.sheets, apart.lower_bound) == (3, 2)
    assert [len(layout.placements) for layout in apart.layouts] == [2]


def test_few_layouts_takes_one_layout_where_one_will_do():
    pieces = [piece("Body", "4", "6"), piece("Mat", "3 3/4", "5 3/4"), piece("Tag", "2", "3")]
    few = plan_job(job(pieces, [letter()], 12, Cutting(Style.FEWEST_LAYOUTS)))
    many = plan_job(job(pieces, [letter()], 12))
    assert len(few.papers[0].layouts) == 1
    assert few.papers[0].sheets >= many.papers[0].sheets
    assert many.papers[0].sheets == many.papers[0].lower_bound


def test_ten_thousand_kits_are_planned_exactly():
    many = job([piece("Card", "4", "5"), piece("Tag", "1 1/2", "3")], [letter()], 10_000)
    made = plan_job(many)
    assert faults_of(job_document(many), plan_document(made)) == []
    assert made.proved


def test_no_kits_want_no_sheets():
    assert papers_of(job([piece("Card", "4", "5")], [letter()], 0)) == []


def test_a_pattern_may_hold_copies_but_a_plan_never_holds_one_too_many():
    made = first_plan([Item(inches(4), inches(5))], [7], [Stock(inches("17/2"), inches(11))])
    cut = sum(
        (Counter({k: n * lay.times for k, n in counts(lay.tree).items()}) for lay in made.layouts), Counter()
    )
    assert cut == {0: 7}


def exhaustive_best(item_sizes, width, height, memo=None):
    """Most area cut from a small sheet by through-cuts at every whole unit: slow and plain."""
    memo = {} if memo is None else memo
    if (width, height) not in memo:
        best = max((w * h for w, h in item_sizes if w <= width and h <= height), default=0)
        for at in range(1, width // 2 + 1):
            best = max(
                best,
                exhaustive_best(item_sizes, at, height, memo)
                + exhaustive_best(item_sizes, width - at, height, memo),
            )
        for at in range(1, height // 2 + 1):
            best = max(
                best,
                exhaustive_best(item_sizes, width, at, memo)
                + exhaustive_best(item_sizes, width, height - at, memo),
            )
        memo[width, height] = best
    return memo[width, height]


@given(
    st.lists(st.tuples(st.integers(2, 9), st.integers(2, 9)), min_size=1, max_size=4),
    st.integers(5, 14),
    st.integers(5, 14),
)
@settings(max_examples=40, deadline=None)
def test_pricing_finds_the_best_pattern_that_trying_every_cut_finds(sizes, width, height):
    items = [Item(Length(w), Length(h)) for w, h in sizes]
    priced = Pricer(items, [Stock(Length(width), Length(height))]).price([w * h for w, h in sizes])
    assert priced.best == [exhaustive_best(sizes, width, height)]
    found = counts(priced.pattern(0))
    assert sum(sizes[k][0] * sizes[k][1] * n for k, n in found.items()) == exhaustive_best(
        sizes, width, height
    )


def fewest_by_trying(sizes, demand, width, height):
    """The fewest sheets, by trying every through-cut pattern of a very small job."""

    def holdings(w, h, memo):
        if (w, h) not in memo:
            found = {(0,) * len(sizes)}
            for k, (a, b) in enumerate(sizes):
                if a <= w and b <= h:
                    found.add(tuple(int(n == k) for n in range(len(sizes))))
            parts = [((at, h), (w - at, h)) for at in range(1, w)] + [
                ((w, at), (w, h - at)) for at in range(1, h)
            ]
            for one, two in parts:
                for p, q in product(holdings(*one, memo), holdings(*two, memo)):
                    found.add(tuple(min(x + y, d) for x, y, d in zip(p, q, demand, strict=True)))
            memo[w, h] = found
        return memo[w, h]

    patterns = holdings(width, height, {})
    reached, sheets = {tuple(demand)}, 0
    while tuple([0] * len(demand)) not in reached:
        reached = {
            tuple(max(0, d - p) for d, p in zip(left, pattern, strict=True))
            for left in reached
            for pattern in patterns
        }
        sheets += 1
    return sheets


@given(st.lists(st.tuples(st.integers(2, 6), st.integers(2, 6), st.integers(1, 3)), min_size=1, max_size=3))
@settings(max_examples=40, deadline=None)
def test_the_bound_is_never_above_the_fewest_sheets_there_are(rows):
    demand = [n for _, _, n in rows]
    fewest = fewest_by_trying([(w, h) for w, h, _ in rows], demand, 7, 6)
    items = [Item(Length(w), Length(h)) for w, h, _ in rows]
    made = first_plan(items, demand, [Stock(Length(7), Length(6))])
    assert made.lower_bound <= fewest <= made.sheets
    assert prove_lower_bound(items, demand, [Stock(Length(7), Length(6))]) == made.lower_bound


def test_sizes_rounded_to_a_grid_bound_from_below():
    items = [Item(inches(4), inches(5), True), Item(inches("7/3".replace("3", "2")), inches(2), True)]
    stock = [Stock(inches("17/2"), inches(11))]
    exact = Pricer(items, stock).price([20, 7]).best
    loose = Pricer(*scaled_down(items, stock, steps=30)).price([20, 7]).best
    assert loose >= exact


def test_only_sums_that_some_sum_leaves_of_a_sheet_are_cut_positions():
    # Worked by hand. Of 10, the sums 0 3 5 6 8 9 10 leave 10 7 5 4 2 1 0: the sums 10 6 5 3 0 0 0.
    sums, _ = normal_patterns([3, 5], 10)
    assert raster_points(sums, [10]) == [0, 3, 5, 6, 10]
    # A second size of sheet keeps what it needs: of 9, they leave 9 6 4 3 1 0.
    assert raster_points(sums, [10, 9]) == [0, 3, 5, 6, 9, 10]


@given(
    st.lists(st.tuples(st.integers(1, 12), st.integers(1, 12)), min_size=1, max_size=5),
    st.integers(8, 30), st.integers(8, 30),
)  # fmt: skip
@settings(max_examples=60, deadline=None)
def test_fewer_cut_positions_lose_no_value(sizes, width, height):
    items = [Item(Length(w), Length(h)) for w, h in sizes]
    values = [w * h + n for n, (w, h) in enumerate(sizes)]
    stock = [Stock(Length(width), Length(height)), Stock(Length(height), Length(width))]
    # A trimmer that reaches everywhere forbids no cut, and keeps every sum as a cut position.
    every = Pricer(items, stock, reach=100)
    assert Pricer(items, stock).price(values).best == every.price(values).best


def test_too_many_cut_positions_are_thinned_and_say_so():
    points, complete = normal_patterns([1000, 1003, 1009, 1021, 1033], 30_000, most=50)
    assert not complete
    assert {0, 1000, 1003, 1009, 1021, 1033} <= set(points)
    assert normal_patterns([3, 5], 10) == ([0, 3, 5, 6, 8, 9, 10], True)


def test_a_job_of_odd_millimetre_sizes_is_planned_validly_with_an_honest_bound():
    odd = [
        piece(f"P{n}", f"{31 + 7.3 * n:.2f} mm", f"{22 + 5.7 * n:.2f} mm", per_kit=1 + n % 3)
        for n in range(9)
    ]
    odd_job = job(odd, [a4()], 12, units="mm")
    made = plan_job(odd_job)
    assert faults_of(job_document(odd_job), plan_document(made)) == []
    assert made.papers[0].lower_bound >= 1


def test_a_piece_is_trimmed_so_that_the_larger_rest_stays_whole():
    tree = lay(Item(inches(4), inches(10)), 0, inches(8), inches(11), False)
    assert tree.at == inches(4)
    assert tree.second is None


def test_waste_beside_two_pieces_comes_off_as_one_strip():
    made = plan_job(job([piece("Drawer", "7", "5 1/2")], [letter()], 2))
    (layout,) = made.papers[0].layouts
    assert [(r.region.width, r.region.height) for r in layout.residuals] == [(inch("1 1/2"), inch("11"))]
    assert len(layout.cuts) == 2


def test_gathering_waste_keeps_every_piece_and_adds_no_cut():
    # Rows of 3 and 4 wide on a sheet 8 wide: 4 of waste is common to both.
    row_a = Split(Side.WIDTH, Length(3), Spot(0, False), None)
    row_b = Split(Side.WIDTH, Length(4), Spot(1, False), None)
    tree = Split(Side.HEIGHT, Length(5), row_a, row_b)
    better = gathered(tree, 8, 10)
    assert counts(better) == counts(tree)
    assert len(cuts(better, 8, 10)) == 3
    assert max(r.width * r.height for r in offcuts(better, 8, 10)) == 40


# Enough for nearly all of them; where it is not the plan must be as valid, and its bound as honest.
STEPS = 1_000_000


def plan_or_faults(made_up):
    """The plan of a job and no faults, or none and why."""
    try:
        return plan_job(made_up, SearchControl(steps=STEPS)), []
    except CannotPlanError as error:
        return None, error.faults


@given(jobs())
@settings(max_examples=150, deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_every_plan_is_accepted_by_the_independent_judge(made_up):
    made, refused = plan_or_faults(made_up)
    if made is None:
        # What cannot be planned is said, piece by piece, and never with nothing to say.
        assert refused
        assert {fault.code for fault in refused} <= {"larger-than-paper", "longer-than-trimmer"}
    else:
        assert faults_of(job_document(made_up), plan_document(made)) == []


def test_quarters_are_cut_as_wholes_shared_by_all_the_kits():
    corner = {"cut": CutMethod.PUNCH, "portion": Portion.QUARTER}
    guard = piece("Guard", "2", "2", per_kit=3, **corner)
    cap = piece("Cap", "2", "2", per_kit=1, cut=CutMethod.PUNCH, portion=Portion.THREE_QUARTERS)
    guards = job([guard, cap], [letter()], 5)
    made = plan_job(guards)
    # 15 quarters and 5 three-quarters: five wholes take both, and ten quarters are three wholes more.
    placed = [p for lay in made.papers[0].layouts for _ in range(lay.times) for p in lay.placements]
    assert [p.piece for p in placed] == ["Guard"] * 8
    assert faults_of(job_document(guards), plan_document(made)) == []
    alone = plan_job(job([guard, cap], [letter()], 5, Cutting(Style.KIT_PER_SHEET)))
    counts = [lay.times * len(lay.placements) for lay in alone.papers[0].layouts]
    assert sum(counts) == 10
