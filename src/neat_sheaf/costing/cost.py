"""What the kits cost, measured in three ways: material used, sheets opened, cash out."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import Protocol

from neat_sheaf.costing.fee import extra_cost
from neat_sheaf.job import Class, Job
from neat_sheaf.measure.money import PerKit, per_kit, rounded

__all__ = ["Cost", "CostLine", "HasLine", "ThreeCosts", "cost"]


@dataclass(frozen=True, slots=True)
class ThreeCosts:
    """One cost, measured in the three ways."""

    material_used: Decimal
    sheets_opened: Decimal
    cash_out: Decimal


@dataclass(frozen=True, slots=True)
class CostLine:
    """One paper's, supply's or extra's part of the cost; ``priced`` is False where no price is known."""

    kind: str
    id: str
    amounts: ThreeCosts
    priced: bool


@dataclass(frozen=True, slots=True)
class Cost:
    """The class's cost, measured in the three ways; every total is the sum of its rounded lines.

    ``unpriced`` names what has no price and so is not in the totals.
    """

    lines: tuple[CostLine, ...]
    material_used: PerKit
    sheets_opened: PerKit
    cash_out: PerKit
    unpriced: tuple[str, ...]
    fee: Decimal | None
    takings: Decimal | None
    seats: int = 0

    def seats_to_cover(self, total: Decimal) -> int | None:
        """The number of seats that pay for ``total``, each the mean of the fees; None where none pays."""
        if not self.takings or not self.seats:
            return -int(-Fraction(total) // Fraction(self.fee)) if self.fee else None
        return -int(-Fraction(total) * self.seats // Fraction(self.takings))


class HasLine(Protocol):
    """A total that has a line in the cost."""

    @property
    def line(self) -> CostLine:
        """Its part of the cost."""


def cost(
    job: Job,
    papers: Iterable[HasLine],
    supplies: Iterable[HasLine],
    bought: Iterable[HasLine] = (),
) -> Cost:
    """The three costs of the whole class and of one kit."""
    klass: Class = job.klass
    extras = [(extra, extra_cost(extra, klass, job.currency)) for extra in klass.extras]
    lines = (
        *(p.line for p in papers),
        *(p.line for p in bought),
        *(s.line for s in supplies),
        *(CostLine("extra", e.name, ThreeCosts(cost, cost, cost), priced=True) for e, cost in extras),
    )

    def summed(amounts: list[Decimal]) -> PerKit:
        return per_kit(sum(amounts, rounded(0, job.currency)), klass.kits, job.currency)

    fee = None if klass.fee is None else rounded(klass.fee, job.currency)
    return Cost(
        lines=lines,
        material_used=summed([line.amounts.material_used for line in lines]),
        sheets_opened=summed([line.amounts.sheets_opened for line in lines]),
        cash_out=summed([line.amounts.cash_out for line in lines]),
        unpriced=tuple(line.id for line in lines if not line.priced),
        fee=fee,
        takings=None if klass.takings is None else rounded(klass.takings, job.currency),
        seats=klass.seats,
    )
