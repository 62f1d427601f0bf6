"""Money: exact while it is computed, rounded once, the residue kept."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

__all__ = ["PerKit", "minor_digits", "per_kit", "rounded"]

# Source: ISO 4217, the currencies whose minor unit is not a hundredth.
_MINOR_DIGITS = {
    "BIF": 0, "CLP": 0, "DJF": 0, "GNF": 0, "ISK": 0, "JPY": 0, "KMF": 0, "KRW": 0,
    "PYG": 0, "RWF": 0, "UGX": 0, "VND": 0, "VUV": 0, "XAF": 0, "XOF": 0, "XPF": 0,
    "BHD": 3, "IQD": 3, "JOD": 3, "KWD": 3, "LYD": 3, "OMR": 3, "TND": 3,
}  # fmt: skip


def minor_digits(currency: str) -> int:
    """Decimals of an ISO 4217 currency code; 2 for most."""
    return _MINOR_DIGITS.get(currency, 2)


def rounded(amount: Fraction | Decimal | int, currency: str) -> Decimal:
    """``amount`` to the currency's minor unit, halves away from zero."""
    digits = minor_digits(currency)
    scaled = Fraction(amount) * 10**digits
    units = int(abs(scaled) + Fraction(1, 2))
    return Decimal(units if scaled >= 0 else -units).scaleb(-digits)


@dataclass(frozen=True, slots=True)
class PerKit:
    """A total, its rounded share of one kit, and ``residue`` = total - kits x share."""

    total: Decimal
    share: Decimal
    residue: Decimal


def per_kit(total: Decimal, kits: int, currency: str) -> PerKit:
    """Share ``total`` over ``kits`` (0 kits: the share is 0 and all of it residue)."""
    share = rounded(Fraction(total) / kits, currency) if kits else rounded(0, currency)
    return PerKit(total, share, total - share * kits)
