"""A year added up: to the cent, by currency, and what an hour earned only where hours are known."""

import datetime as dt
from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from neat_sheaf.costing.year import Held, year_totals
from neat_sheaf.measure.money import minor_digits

DAY = dt.date(2026, 3, 8)


def money(currency):
    return st.integers(0, 10**7).map(lambda n: Decimal(n).scaleb(-minor_digits(currency)))


@st.composite
def held(draw):
    currency = draw(st.sampled_from(["EUR", "JPY", "KWD"]))
    amounts = [draw(st.none() | money(currency)), draw(money(currency)), draw(money(currency))]
    hours = draw(st.none() | st.decimals("0.25", 99, places=2))
    return Held("Evening", DAY, draw(st.integers(0, 40)), *amounts, currency, hours)


@given(st.lists(held(), max_size=12))
def test_the_sums_are_the_sums_of_the_rows_and_no_two_currencies_are_added(rows):
    totals = year_totals(rows)
    assert {total.currency for total in totals} == {row.currency for row in rows}
    for total in totals:
        own = [row for row in rows if row.currency == total.currency]
        known = [row for row in own if row.takings is not None]
        for name in ("takings", "material", "other", "left"):
            assert getattr(total, name) == sum(getattr(row, name) for row in known)
        assert total.left == total.takings - total.material - total.other
        assert (total.classes, total.seats) == (len(own), sum(row.seats for row in own))
        assert total.without_takings == len(own) - len(known)
        assert total.without_hours == sum(row.hours is None for row in own)
        timed = [row for row in known if row.hours]
        if timed:
            exact = Fraction(sum(row.left for row in timed)) / Fraction(sum(row.hours for row in timed))
            assert abs(Fraction(total.hourly) - exact) * 2 <= Fraction(1, 10 ** minor_digits(total.currency))
        else:
            assert total.hourly is None


def test_an_hour_earns_what_is_left_over_the_hours():
    one = Held("Evening", DAY, 8, Decimal(96), Decimal("12.40"), Decimal(20), "EUR", Decimal("5.5"))
    # 63.60 over five and a half hours.
    assert (one.left, one.hourly) == (Decimal("63.60"), Decimal("11.56"))
    loss = replace(one, takings=Decimal(10))
    assert (loss.left, loss.hourly) == (Decimal("-22.40"), Decimal("-4.07"))
    assert replace(one, hours=Decimal(0)).hourly is None
