"""What to charge: the fee that pays, and cost and takings seat by seat. Nothing of it is kept."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from django.http import HttpRequest
from ninja import Field, Query, Router, Schema

from neat_sheaf.advice.seats import SeatBreakpoints, SeatRow, seat_breakpoints
from neat_sheaf.costing.fee import NoFeeError, Terms, fee_for, kept_of
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.tenancy import reader
from studio.classes.remembered import class_and_job, remembered
from studio.common.problems import Problem

router = Router(tags=["choices"])

_MOST = 10**9


class TermsIn(Schema):
    """Shares in percent; ``step`` and ``below`` are money, and ``fee`` is one to try.

    ``cash``: what is paid now is to be paid back, else all that the class uses.
    """

    margin: Decimal = Field(Decimal(0), ge=0, le=99)
    venue: Decimal = Field(Decimal(0), ge=0, le=99)
    tax: Decimal = Field(Decimal(0), ge=0, le=500)
    step: Decimal = Field(Decimal(0), ge=0, le=_MOST)
    below: Decimal = Field(Decimal(0), ge=0, le=_MOST)
    fee: Decimal | None = Field(None, ge=0, le=_MOST)
    cash: bool = False


class FeeRowOut(Schema):
    """A number of seats: what it costs, and what is kept of the fees; decimal text."""

    seats: int
    cost: str
    income: str
    pays: bool


class FeeOut(Schema):
    """The least fee that pays, the fee that is looked at, and both lines seat by seat.

    ``least`` is null where no fee pays. ``pays_from`` seats on the fee pays, null where it never does;
    ``dips`` are seats beyond it at which it does not, because something opens there.
    """

    least: str | None
    fee: str | None
    seats: int
    cost: str
    kept: str | None
    left: str | None
    pays_from: int | None
    dips: list[int]
    rows: list[FeeRowOut]
    currency: str


def _terms(sent: TermsIn) -> Terms:
    if sent.below > sent.step:
        raise FileError([fault("below", "price-step")])
    margin, venue, tax = (Fraction(percent) / 100 for percent in (sent.margin, sent.venue, sent.tax))
    return Terms(margin, venue, tax, sent.step, sent.below)


@router.get(
    "/classes/{class_id}/fee",
    auth=reader,
    response={200: FeeOut, 202: Problem, 404: Problem, 422: Problem},
)
def fee(request: HttpRequest, class_id: int, sent: Query[TermsIn]) -> FeeOut:
    """The least fee that pays on these terms, and what a fee earns seat by seat."""
    kit_class, job = class_and_job(request, class_id)
    terms = _terms(sent)
    found: SeatBreakpoints = remembered("seats", job, seat_breakpoints, kit_class)

    def takings(seats: int, usual: Decimal | None) -> Fraction:
        return replace(job.klass, seats=seats, fee=usual or Decimal(0)).takings or Fraction(0)

    def cost(row: SeatRow) -> Decimal:
        return row.extras + (row.cash if sent.cash else row.used)

    here = next((row for row in found.rows if row.seats == kit_class.seats), found.rows[0])
    try:
        on_usual = replace(job.klass, seats=here.seats).seats_on()
        others = takings(here.seats, None)
        least = fee_for(cost(here), on_usual, terms, job.currency, others)
    except NoFeeError:
        least = None
    tried = job.klass.fee or least if sent.fee is None else sent.fee
    incomes = [kept_of(takings(row.seats, tried), terms, job.currency) for row in found.rows]
    paying = [
        row.seats for row, income in zip(found.rows, incomes, strict=True) if tried and income >= cost(row)
    ]
    kept = None if tried is None else kept_of(takings(here.seats, tried), terms, job.currency)
    return FeeOut(
        least=None if least is None else str(least),
        fee=None if tried is None else str(tried),
        seats=here.seats,
        cost=str(cost(here)),
        kept=None if kept is None else str(kept),
        left=None if kept is None else str(kept - cost(here)),
        pays_from=min(paying, default=None),
        dips=sorted(set(range(paying[0], found.rows[-1].seats + 1)) - set(paying)) if paying else [],
        rows=[
            FeeRowOut(seats=row.seats, cost=str(cost(row)), income=str(income), pays=row.seats in paying)
            for row, income in zip(found.rows, incomes, strict=True)
        ],
        currency=job.currency,
    )  # fmt: skip
