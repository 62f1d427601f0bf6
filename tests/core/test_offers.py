"""Which packs are cheapest, against a table that holds every amount (dynamic programming)."""

from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing.offers import Offer, cheapest_packs, price_of

OFFERS = st.lists(
    st.builds(
        Offer, st.integers(1, 40).map(Decimal), st.integers(0, 3000).map(lambda n: Decimal(n).scaleb(-2))
    ),
    max_size=4,
)


def by_table(short, offers):
    """The least price and then the fewest packs of at least ``short``, by adding one pack at a time."""
    best = {0: (Decimal(0), 0)}
    for amount in range(1, short + 1):
        best[amount] = min(
            (best[max(0, amount - int(one.size))][0] + one.price, best[max(0, amount - int(one.size))][1] + 1)
            for one in offers
        )
    return best[short]


@given(st.integers(0, 130), OFFERS)
def test_no_packs_that_are_enough_cost_less(short, offers):
    found = cheapest_packs(Decimal(short), offers)
    if not short or not offers:
        assert found == ()
        return
    assert sum(offer.size * count for offer, count in found) >= short
    assert all(offer in offers and count > 0 for offer, count in found)
    assert (price_of(found), sum(count for _, count in found)) == by_table(short, offers)


def test_a_large_pack_and_a_small_one_are_cheaper_than_two_large_ones():
    large, small = Offer(Decimal(24), Decimal("11.40")), Offer(Decimal(10), Decimal("6.10"))
    # 17.50 where two large ones are 22.80 and three small ones 18.30.
    assert cheapest_packs(Decimal(30), [large, small]) == ((large, 1), (small, 1))
    assert cheapest_packs(Decimal(35), [large, small]) == ((large, 2),)
    assert cheapest_packs(Decimal(9), [large, small]) == ((small, 1),)


def test_lengths_in_nanometres_take_no_longer():
    spools = [Offer(Decimal(n) * 10**9, Decimal(p)) for n, p in ((3, "2.10"), (10, "5.90"), (25, "13.00"))]
    found = cheapest_packs(Decimal(61) * 10**9 + 1, spools)
    assert price_of(found) == Decimal("34.00")


def test_packs_of_one_unit_price_are_found_as_quickly():
    # Every way of them costs about the same, and a search went through all of them: 31 seconds.
    offers = [Offer(Decimal(n), Decimal(n) / 10) for n in (7, 11, 13, 17, 19)]
    found = cheapest_packs(Decimal(1_999), offers)
    assert price_of(found) == Decimal("199.9")
    # 106 of the largest are enough, but all sizes are odd: an odd amount takes an odd number of packs.
    assert sum(count for _, count in found) == 107


@given(st.integers(1, 4_000), st.lists(st.integers(1, 60), min_size=1, max_size=4, unique=True), st.data())
def test_packs_of_about_one_unit_price_are_the_cheapest_and_fewest(short, sizes, data):
    more = [data.draw(st.integers(0, 2)) for _ in sizes]
    offers = [Offer(Decimal(n), Decimal(10 * n + m).scaleb(-2)) for n, m in zip(sizes, more, strict=True)]
    found = cheapest_packs(Decimal(short), offers)
    assert (price_of(found), sum(count for _, count in found)) == by_table(short, offers)


def test_nothing_is_claimed_where_it_cannot_be_told_in_time():
    odd = [Offer(Decimal(10**9 + 7), Decimal(2)), Offer(Decimal(10**9 + 9), Decimal("2.01"))]
    assert cheapest_packs(Decimal(10**18), odd) == ()
