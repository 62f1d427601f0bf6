"""What to charge: the fee that pays, and cost and takings seat by seat. Nothing of it is kept."""

from __future__ import annotations

from decimal import Decimal, InvalidOperation
from fractions import Fraction

from django.http import HttpRequest
from ninja import Field, Query, Router, Schema

from neat_sheaf.advice.seats import SeatBreakpoints, SeatRow, seat_breakpoints
from neat_sheaf.costing.fee import NoFeeError, Terms, fee_for, kept_of
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.classes.remembered import class_and_job, remembered
from studio.common.problems import Problem

router = Router(tags=["choices"])


class TermsIn(Schema):
    """Shares in percent, as decimal text; ``step`` and ``below`` are money, and ``fee`` is one to try.

    ``cash``: what is paid now is to be paid back, else all that the class uses.
    """

    margin: str = Field("0", max_length=12)
    venue: str = Field("0", max_length=12)
    tax: str = Field("0", max_length=12)
    step: str = Field("0", max_length=12)
    below: str = Field("0", max_length=12)
    fee: str = Field("", max_length=20)
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


def _share(name: str, text: str, most: int) -> Fraction:
    """A percentage as a share. FileError where it is none from 0 to ``most``."""
    number = _number(name, text)
    if not 0 <= number <= most:
        raise FileError([fault(name, "out-of-range.whole", found=text, least=0, most=most)])
    return Fraction(number) / 100


def _number(name: str, text: str) -> Decimal:
    try:
        number = Decimal(text.strip() or "0")
    except InvalidOperation:
        number = Decimal("NaN")
    if not number.is_finite() or abs(number) > 10**9:
        raise FileError([fault(name, "not-a-number.kind", found=text)])
    return number


def _terms(sent: TermsIn) -> Terms:
    step, below = _number("step", sent.step), _number("below", sent.below)
    if step < 0 or not 0 <= below <= step:
        raise FileError([fault("step", "price-step")])
    return Terms(
        _share("margin", sent.margin, 99), _share("venue", sent.venue, 99), _share("tax", sent.tax, 500),
        step, below,
    )  # fmt: skip


@router.get("/classes/{class_id}/fee", response={200: FeeOut, 404: Problem, 422: Problem})
def fee(request: HttpRequest, class_id: int, sent: Query[TermsIn]) -> FeeOut:
    """The least fee that pays on these terms, and what a fee earns seat by seat."""
    kit_class, job = class_and_job(request, class_id)
    terms = _terms(sent)
    found: SeatBreakpoints = remembered("seats", job, seat_breakpoints)

    def cost(row: SeatRow) -> Decimal:
        return row.extras + (row.cash if sent.cash else row.used)

    here = next((row for row in found.rows if row.seats == kit_class.seats), found.rows[0])
    try:
        least = fee_for(cost(here), here.seats, terms, job.currency)
    except NoFeeError:
        least = None
    tried = _number("fee", sent.fee) if sent.fee.strip() else job.klass.fee or least
    if tried is None or tried < 0:
        tried = None
    incomes = [kept_of(tried or Decimal(0), row.seats, terms, job.currency) for row in found.rows]
    paying = [
        row.seats for row, income in zip(found.rows, incomes, strict=True) if tried and income >= cost(row)
    ]
    kept = None if tried is None else kept_of(tried, here.seats, terms, job.currency)
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
