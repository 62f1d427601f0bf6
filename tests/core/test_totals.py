"""Totals: packs, lengths that cannot be joined, and the three costs."""

from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing import packs, supply_totals
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Class, Colourway
from neat_sheaf.measure.apportionment import share_out
from neat_sheaf.measure.money import per_kit, rounded
from neat_sheaf.plan import plan_job, with_kits
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Offcut, Pack, Supply, SupplyUnit
from tests.words import said

from .building import inch, job, letter, piece


@pytest.mark.parametrize(
    ("needed", "on_hand", "size", "buy"),
    [(64, 0, 300, 1), (300, 0, 300, 1), (301, 0, 300, 2), (64, 64, 300, 0), (64, 80, 300, 0), (0, 0, 12, 0)],
)
def test_packs_are_what_is_short_rounded_up_and_never_negative(needed, on_hand, size, buy):
    assert packs(needed, on_hand, size) == buy


def ribbon(pack="360", on_hand="0", joinable=False):
    return Supply(
        "ribbon",
        "Ribbon",
        SupplyUnit.LENGTH,
        Decimal(inch(pack)),
        Decimal("4.80"),
        Decimal(inch(on_hand)),
        joinable,
    )


def spools(*uses, kits, **of):
    made = job([piece("Card", "4", "5")], [letter()], kits, uses=uses, supplies=(ribbon(**of),))
    (total,) = supply_totals(made)
    return total.packs


def use(length, cuts=1):
    return SupplyUse("ribbon", length=inch(length), cuts=cuts)


def test_lengths_cannot_span_two_spools():
    # floor(360 / 22) = 16 lengths a spool.
    assert spools(use("22"), kits=16) == 1
    assert spools(use("22"), kits=17) == 2
    # 360 / 24 = 15 exactly; 361 in all would join to less than two spools but do not.
    assert spools(use("24"), kits=15) == 1
    assert spools(use("25"), kits=15) == 2


def test_tape_can_be_joined_so_it_is_summed():
    assert spools(use("25"), kits=15, joinable=True) == 2
    assert spools(use("25"), kits=14, joinable=True) == 1


def test_what_is_left_on_a_spool_is_used_where_whole_lengths_come_from_it():
    assert spools(use("22"), kits=17, on_hand="22") == 1
    assert spools(use("22"), kits=17, on_hand="21") == 2
    assert spools(use("22"), kits=1, on_hand="30") == 0


def test_two_different_lengths_share_spools():
    # 200 + 160 make a spool; 200 alone would take one each.
    assert spools(use("200"), use("160"), kits=3) == 3


def test_a_length_in_two_cuts_is_two_shorter_lengths():
    assert spools(use("44", cuts=2), kits=8) == 1
    assert spools(use("44"), kits=9) == 2
    assert spools(use("44", cuts=2), kits=9) == 2


def test_a_length_longer_than_a_spool_is_said():
    with pytest.raises(CannotPlanError) as caught:
        spools(use("400"), kits=1)
    (fault,) = caught.value.faults
    assert (fault.path, fault.code) == ("project.supplies[0]", "longer-than-spool")
    assert "a length of 400 in cannot be cut from Ribbon: a spool holds 360 in" in said(fault)


def priced(**more):
    papers = [letter(pack_sheets=10, pack_price=Decimal("5.00"), on_hand=2)]
    return job([piece("Half", "8 1/2", "5")], papers, 5, **more)


def test_the_three_costs_are_what_their_names_say():
    # 5 halves of 8 1/2 x 5: three sheets at 0.50. Each of two sheets leaves 8 1/2 x 1 kept,
    # the third 8 1/2 x 6: 8 in of 33 in high kept, 25/33 of 1.50 used. A pack is bought for one sheet.
    cost = plan_job(priced()).cost
    assert cost.sheets_opened.total == Decimal("1.50")
    assert cost.material_used.total == rounded(Fraction(3, 2) * Fraction(25, 33), "EUR") == Decimal("1.14")
    assert cost.cash_out.total == Decimal("5.00")
    assert cost.cash_out.share == Decimal("1.00")


def test_fee_takings_and_the_seats_that_cover_the_cost():
    made = priced(fee=Decimal("2"))
    cost = plan_job(made).cost
    assert cost.takings == Decimal("10.00")
    assert cost.seats_to_cover(cost.cash_out.total) == 3
    assert plan_job(priced()).cost.seats_to_cover(Decimal(5)) is None


def test_what_has_no_price_is_named_not_counted_as_free():
    made = plan_job(job([piece("Half", "8 1/2", "5")], [letter()], 5))
    assert made.cost.unpriced == ("body",)


def test_an_offcut_used_is_paid_for_by_its_area_only_in_material_used():
    paper = letter(pack_price=Decimal("1.00"), offcuts=(Offcut(inch("4 1/4"), inch("11"), 1),))
    cost = plan_job(job([piece("Card", "4 1/4", "11")], [paper], 1)).cost
    assert (cost.material_used.total, cost.sheets_opened.total, cost.cash_out.total) == (
        Decimal("0.50"), Decimal("0.00"), Decimal("0.00"),
    )  # fmt: skip


def test_money_is_rounded_half_up_once_to_the_currency():
    # Source: ISO 4217 for the minor units.
    assert rounded(Fraction(5, 1000), "EUR") == Decimal("0.01")
    assert rounded(Fraction(-5, 1000), "EUR") == Decimal("-0.01")
    assert str(rounded(Fraction(5, 2), "JPY")) == "3"
    assert str(rounded(1, "KWD")) == "1.000"


@given(st.integers(0, 10**7), st.integers(1, 500))
def test_no_cent_is_lost_between_the_kits_and_the_total(cents, kits):
    total = Decimal(cents).scaleb(-2)
    share = per_kit(total, kits, "EUR")
    assert share.share * kits + share.residue == total
    assert abs(share.residue) <= Decimal("0.005") * kits


SHARES = st.lists(st.integers(0, 40), min_size=1, max_size=6)


def webster(total, shares):
    """Kits given out one at a time to the highest average of odd divisors, slow and plain."""
    weights = shares if any(shares) else [1] * len(shares)
    counts = [0] * len(weights)
    for _ in range(total):
        averages = [Fraction(w, 2 * n + 1) for w, n in zip(weights, counts, strict=True)]
        counts[averages.index(max(averages))] += 1
    return counts


@given(st.integers(0, 150), SHARES)
def test_kits_are_shared_out_as_one_at_a_time_to_the_highest_average(total, shares):
    counts = share_out(total, shares)
    assert sum(counts) == total
    assert counts == webster(total, shares)


@given(st.integers(0, 5000), SHARES)
def test_a_seat_more_takes_no_kit_from_a_colourway(total, shares):
    before, after = share_out(total, shares), share_out(total + 1, shares)
    assert all(b <= a for b, a in zip(before, after, strict=True))
    assert sum(after) == total + 1
    if any(shares):
        assert all(n == 0 for n, s in zip(after, shares, strict=True) if s == 0)


def test_ten_and_eleven_kits_of_shares_three_three_one():
    # The method of largest remainders gives 4, 4, 2 and then 5, 5, 1: the third loses a kit.
    assert share_out(10, [3, 3, 1]) == [5, 4, 1]
    assert share_out(11, [3, 3, 1]) == [5, 5, 1]
    assert share_out(12, [3, 3, 1]) == [5, 5, 2]


def test_seats_are_shared_out_as_in_a_published_table():
    # The example that texts on the Sainte-Lague method usually print: 53 000, 24 000 and 23 000 votes
    # for seven seats. Figures from memory, and worked by hand.
    assert share_out(7, [53_000, 24_000, 23_000]) == [3, 2, 2]


def test_another_number_of_kits_keeps_samples_and_the_colourways_shares():
    made = job([piece("Card", "4", "5")], [letter()], 16)
    halves = (Colourway("A", 8, {"body": "body"}), Colourway("B", 8, {"body": "body"}))
    made = replace(made, klass=Class(14, 1, 1, None, halves))
    more = with_kits(made, 41).klass
    assert (more.seats, more.samples, more.spares, more.kits) == (39, 1, 1, 41)
    assert [c.kits for c in more.colourways] == [21, 20]
    one = with_kits(made, 1).klass
    assert (one.seats, one.samples, one.spares, one.kits) == (0, 1, 0, 1)


def year(sheets=12, price="9.60"):
    return Pack("year", "Garden year", sheets, Decimal(price))


def test_a_pack_of_designs_is_opened_for_the_design_that_is_shortest():
    # Two copies of each design in a pack of twelve; 5 sheets of one are wanted and 1 of the other.
    ferns = letter("ferns", pack="year", pack_sheets=2, on_hand=1)
    waves = letter("waves", pack="year", pack_sheets=2)
    front = piece("Front", "8 1/2", "11", per_kit=5, paper="ferns")
    back = piece("Back", "8", "10", paper="waves")
    made = plan_job(replace(job([front, back], [ferns, waves], 1), packs=(year(),)))
    (pack,) = made.packs
    # 5 less 1 on hand are 4 short: two packs. Of waves 4 come, 1 is cut; 8 of other designs a pack.
    assert (pack.packs, pack.left, pack.others) == (2, (("ferns", 0), ("waves", 3)), 16)
    assert pack.line.amounts.cash_out == Decimal("19.20")
    assert [t.packs for t in made.paper_totals] == [0, 0]
    assert made.cost.cash_out.total == Decimal("19.20")
    # A sheet costs 0.80, whichever design it is.
    assert made.cost.sheets_opened.total == Decimal("4.80")


def test_a_pack_nobody_needs_is_not_bought():
    there = letter("ferns", pack="year", pack_sheets=2, on_hand=9)
    made = plan_job(replace(job([piece("A", "4", "5", paper="ferns")], [there], 4), packs=(year(),)))
    assert [(p.packs, p.left) for p in made.packs] == [(0, (("ferns", 8),))]
    assert made.cost.cash_out.total == 0


def test_a_pack_without_a_price_is_named_not_counted_as_free():
    plain = letter("ferns", pack="year", pack_sheets=2)
    unpriced = Pack("year", "Garden year", 12)
    made = plan_job(replace(job([piece("A", "4", "5", paper="ferns")], [plain], 4), packs=(unpriced,)))
    assert made.cost.unpriced == ("ferns", "year")


def test_one_length_needs_as_many_spools_as_counting_says():
    # Worked: 36 in hold three lengths of 11 in; 10 in on hand hold none, 22 in two.
    assert spools(use("11"), kits=7, pack="36", on_hand="10") == 3
    assert spools(use("11"), kits=7, pack="36", on_hand="22") == 2
