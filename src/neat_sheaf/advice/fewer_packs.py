"""What one pack fewer would take: so many seats fewer, or so much of something else."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal

from neat_sheaf.advice.counting import Bought
from neat_sheaf.advice.seats import SeatBreakpoints
from neat_sheaf.job import Job
from neat_sheaf.measure.money import rounded
from neat_sheaf.plan import Plan

__all__ = ["OnePackFewer", "one_pack_fewer"]


@dataclass(frozen=True, slots=True)
class OnePackFewer:
    """One pack fewer of what a class buys.

    ``seats`` are the most, no more than the class has, for which it is enough on the fewest sheets: None
    where it is for none.
    ``short`` is what is missing for all seats (sheets, or the supply's own unit), None where a number would
    not say it: designs of a pack, lengths that may not be joined. ``saves`` is a pack's price.
    """

    of: Bought
    packs: int
    seats: int | None
    short: Decimal | None
    saves: Decimal | None


def one_pack_fewer(job: Job, plan: Plan, seats: SeatBreakpoints) -> list[OnePackFewer]:
    """For everything of which packs are bought, in the order of the plan's totals."""
    return [
        OnePackFewer(
            of,
            packs,
            max(
                (
                    row.seats
                    for row in seats.rows
                    if row.seats <= job.klass.seats and row.packs.get(of, 0) < packs
                ),
                default=None,
            ),
            short,
            None if price is None else rounded(price, job.currency),
        )
        for of, packs, short, price in _bought(job, plan)
    ]


def _bought(job: Job, plan: Plan) -> Iterator[tuple[Bought, int, Decimal | None, Decimal | None]]:
    """What is bought, its packs, what is missing with one fewer, and a pack's price."""
    for paper in plan.paper_totals:
        of = job.paper(paper.paper)
        if paper.packs:
            there = of.on_hand + (paper.packs - 1) * of.pack_sheets
            yield Bought("paper", of.id), paper.packs, Decimal(paper.sheets - there), of.pack_price
    for total in plan.packs:
        if total.packs:
            yield Bought("pack", total.pack), total.packs, None, job.packs_by_id[total.pack].price
    for supply in plan.supplies:
        if supply.packs:
            own = next(one for one in job.supplies if one.id == supply.supply)
            short = supply.needed - own.on_hand - (supply.packs - 1) * own.pack_size
            counted = own.joinable or not supply.lengths
            yield Bought("supply", own.id), supply.packs, short if counted else None, own.pack_price
