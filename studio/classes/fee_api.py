"""What to charge: the fee that pays, and cost and takings seat by seat. Nothing of it is kept."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from django.http import HttpRequest
from ninja import Field, Query, Router

from neat_sheaf.advice.counting import Bought, names_of
from neat_sheaf.advice.seats import SeatBreakpoints, SeatRow, seat_breakpoints
from neat_sheaf.costing import supply_totals
from neat_sheaf.costing.fee import NoFeeError, Terms, fee_for, kept_of
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from studio.accounts.tenancy import reader
from studio.classes.remembered import class_and_job, remembered
from studio.common.problems import Problem
from studio.common.schema import Schema

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

    ``missing`` names what has no price: until it has one nothing is said of what pays. ``least`` is null
    where no fee pays. ``pays_from`` seats on the fee pays, null where it never does;
    ``dips`` are seats beyond it at which it does not, because something opens there.
    """

    missing: list[str]
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


def _missing(job: Job, found: SeatBreakpoints, *, cash: bool) -> list[str]:
    """The names of what has no price and is bought, or used, at some number of seats."""
    names = names_of(job)
    price: dict[Bought, Decimal | Fraction | None] = {
        Bought("paper", one.id): job.sheet_price(one) for one in job.papers
    }
    price |= {Bought("pack", one.id): one.price for one in job.packs}
    price |= {Bought("supply", one.id): one.pack_price for one in job.supplies}
    used: set[Bought] = set()
    for row in found.rows:
        used |= {what for what, packs in row.packs.items() if packs or (not cash and what.kind == "supply")}
        used |= set() if cash else {Bought("paper", paper) for paper, sheets in row.sheets.items() if sheets}
    used = {what for what in used if cash or what.kind != "pack"}
    # Of what nobody knows how much is taken, no price says what it costs.
    unknown = {Bought("supply", total.supply) for total in supply_totals(job) if total.unknown}
    return sorted(names[what] for what in unknown | {one for one in used if price[one] is None})


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

    missing = _missing(job, found, cash=sent.cash)
    here = next((row for row in found.rows if row.seats == kit_class.seats), found.rows[0])
    try:
        on_usual = replace(job.klass, seats=here.seats).seats_on()
        others = takings(here.seats, None)
        least = fee_for(cost(here), on_usual, terms, job.currency, others)
    except NoFeeError:
        least = None
    least = None if missing else least
    tried = job.klass.fee or least if sent.fee is None else sent.fee
    incomes = [kept_of(takings(row.seats, tried), terms, job.currency) for row in found.rows]
    paying = [
        row.seats
        for row, income in zip(found.rows, incomes, strict=True)
        if tried and not missing and income >= cost(row)
    ]
    kept = None if tried is None else kept_of(takings(here.seats, tried), terms, job.currency)
    return FeeOut(
        missing=missing,
        least=None if least is None else str(least),
        fee=None if tried is None else str(tried),
        seats=here.seats,
        cost=str(cost(here)),
        kept=None if kept is None else str(kept),
        left=None if kept is None or missing else str(kept - cost(here)),
        pays_from=min(paying, default=None),
        dips=sorted(set(range(paying[0], found.rows[-1].seats + 1)) - set(paying)) if paying else [],
        rows=[
            FeeRowOut(seats=row.seats, cost=str(cost(row)), income=str(income), pays=row.seats in paying)
            for row, income in zip(found.rows, incomes, strict=True)
        ],
        currency=job.currency,
    )  # fmt: skip
