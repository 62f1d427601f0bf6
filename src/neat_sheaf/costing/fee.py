"""What to charge: the fee that covers the cost and leaves what is wanted, rounded as people price."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.errors import NeatSheafError
from neat_sheaf.job import Class, Extra, Per
from neat_sheaf.measure.money import minor_digits, rounded
from neat_sheaf.messages import message

__all__ = ["NoFeeError", "Terms", "extra_cost", "extra_count", "fee_for", "kept_of"]


class NoFeeError(NeatSheafError):
    """No fee covers the cost: nobody pays, or tax, venue and margin leave nothing of it."""

    def __init__(self) -> None:
        super().__init__(message("no-fee"))


def extra_count(extra: Extra, klass: Class) -> int:
    """How many kits or seats an extra is for; 1 where it is for the class."""
    seats = klass.seats_on(extra.only) if extra.only else klass.seats
    return {Per.KIT: klass.kits, Per.SEAT: seats, Per.CLASS: 1}[extra.per]


def extra_cost(extra: Extra, klass: Class, currency: str) -> Decimal:
    """What one extra comes to for the whole class, to the currency's minor unit."""
    each = Fraction(extra.amount) * Fraction(extra.times) / extra.over
    return rounded(each * extra_count(extra, klass), currency)


@dataclass(frozen=True, slots=True)
class Terms:
    """What becomes of a fee, as shares of it from 0 to 1.

    ``tax`` is the rate on top of the net price (0.2 for 20 percent), and the fee contains it. ``venue`` is
    the part of the whole fee that the venue takes. ``margin`` is how much of what is kept is to be left over
    when every cost is paid. Prices are rounded up to the next multiple of ``step`` less ``below`` (both
    money): a step of 1 and 0.05 below gives 14.95. A step of 0 is the currency's minor unit.
    """

    margin: Fraction = Fraction(0)
    venue: Fraction = Fraction(0)
    tax: Fraction = Fraction(0)
    step: Decimal = Decimal(0)
    below: Decimal = Decimal(0)

    @property
    def kept(self) -> Fraction:
        """The part of a fee that is left of it after tax and the venue; may be less than 0."""
        return 1 - self.venue - self.tax / (1 + self.tax)


def kept_of(takings: Fraction | Decimal, terms: Terms, currency: str) -> Decimal:
    """What is kept of what the seats pay after tax and the venue."""
    return rounded(Fraction(takings) * terms.kept, currency)


def fee_for(
    cost: Decimal, seats: int, terms: Terms, currency: str, others: Fraction = Fraction(0)
) -> Decimal:
    """The least price as people write them at which so many seats pay the cost and leave the margin.

    ``others`` is what the seats on other fees pay beside them. NoFeeError where none does: nobody pays, or
    nothing of a fee is kept.
    """
    left = terms.kept * (1 - terms.margin)
    if seats < 1 or left <= 0:
        raise NoFeeError
    exact = max(Fraction(0), (Fraction(cost) / left - others) / seats)
    step = Fraction(terms.step) or Fraction(1, 10 ** minor_digits(currency))
    below = Fraction(terms.below) if terms.step else Fraction(0)
    price = -(-(exact + below) // step) * step - below
    # A step finer than the coins is rounded up to them, so that it still pays.
    coins = 10 ** minor_digits(currency)
    return Decimal(-int(-price * coins // 1)).scaleb(-minor_digits(currency))
