"""What every number of seats takes: where one more opens a sheet or a pack, and the last free seat.

Sheets for m kits are bounded from below by m times what one kit is worth to the linear program, and
from above by plans that are known already: two plans side by side are a plan for both their kits.
Only where the two differ is a number of kits searched for itself.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from decimal import Decimal

from neat_sheaf.advice.counting import Bought, SheetCounter, bought_for, sheets_of
from neat_sheaf.costing import supply_totals
from neat_sheaf.costing.fee import extra_cost
from neat_sheaf.cutting.demand import DemandItem, demand_of
from neat_sheaf.cutting.sheets import plan_sheets
from neat_sheaf.cutting.squaring import squared
from neat_sheaf.job import Job, Style
from neat_sheaf.limits import MOST_SEAT_ROWS
from neat_sheaf.measure.money import rounded
from neat_sheaf.nesting.control import SearchControl

__all__ = ["Bought", "SeatBreakpoints", "SeatRow", "seat_breakpoints"]


@dataclass(frozen=True, slots=True)
class SeatRow:
    """A number of seats: sheets of each paper (id), packs to buy (of each paper, pack and supply), cash.

    ``cash`` is what is paid for the packs; ``extras`` is what else the class costs then; ``used`` is what the
    sheets that are opened and the supplies that are used cost, whoever paid for them.
    """

    seats: int
    kits: int
    sheets: dict[str, int]
    packs: dict[Bought, int]
    cash: Decimal
    proved: bool
    extras: Decimal = Decimal(0)
    used: Decimal = Decimal(0)

    @property
    def opened(self) -> int:
        """Sheets of all papers."""
        return sum(self.sheets.values())


@dataclass(frozen=True, slots=True)
class SeatBreakpoints:
    """Every number of seats from 1, and the last seats that are free from here.

    ``free_of_sheets``: up to this many seats no sheet more is opened than now; ``free_of_packs``:
    no pack more is bought.
    """

    rows: tuple[SeatRow, ...]
    free_of_sheets: int
    free_of_packs: int


def seat_breakpoints(job: Job, most: int = 60, control: SearchControl | None = None) -> SeatBreakpoints:
    """The steps from 1 seat to ``most``, and to the class's own seats where those are more.

    Never more rows than ``MOST_SEAT_ROWS``: of a larger class those around its own number. Where the class
    mixes the sizes of a paper, each number of seats is planned as the class is. Raises CannotPlanError as
    ``plan_sheets``.
    """
    mixed = job.cutting.mix_sizes and any(paper.same_as for paper in job.papers)
    if not mixed:
        job = squared(job)
        job = replace(job, cutting=replace(job.cutting, mix_sizes=False))
    control = control or SearchControl()
    counters: dict[str, SheetCounter] = {}
    here = max(job.klass.seats, 1)
    first, last = 1, max(most, here)
    if last > MOST_SEAT_ROWS:
        first = max(1, here - MOST_SEAT_ROWS // 2)
        last = min(max(most, here + MOST_SEAT_ROWS // 2), first + MOST_SEAT_ROWS - 1)
    if mixed:
        own_row = _planned_row(job, here, control.afresh())
        rows = [
            own_row if seats == here else _planned_row(job, seats, control)
            for seats in range(first, last + 1)
        ]
        return _breakpoints(rows, own_row)
    # With this many seats every colourway has kits, so every kind of piece is there.
    every = demand_of(_with_seats(job, 10 * last * len(job.klass.colourways)))
    for seats in range(first, last + 1):
        sheets_of(_with_seats(job, seats), every, counters, control)
    if job.cutting.style is Style.FEWEST_SHEETS:
        # What the class itself is planned with is a plan like any other: its own row is never above it.
        own = _with_seats(job, here)
        needs = demand_of(own)
        for paper in plan_sheets(own, control.afresh()).papers:
            if paper.paper in needs:
                counters[paper.paper].at_most(needs[paper.paper], paper.sheets)
    for counter in counters.values():
        counter.settle()
    rows = [_row(job, seats, every, counters, control) for seats in range(first, last + 1)]
    return _breakpoints(rows, rows[here - first])


def _breakpoints(rows: list[SeatRow], now: SeatRow) -> SeatBreakpoints:
    return SeatBreakpoints(
        tuple(rows),
        max(r.seats for r in rows if r.seats >= now.seats and r.opened <= now.opened),
        max(r.seats for r in rows if r.seats >= now.seats and _no_more(r.packs, now.packs)),
    )


def _no_more(these: dict[Bought, int], those: dict[Bought, int]) -> bool:
    return all(count <= those.get(name, 0) for name, count in these.items())


def _with_seats(job: Job, seats: int) -> Job:
    """The job with that many seats."""
    klass = job.klass
    colourways = klass.shared(seats + klass.samples + klass.spares)
    return replace(job, klass=replace(klass, seats=seats, colourways=colourways))


def _row(
    job: Job,
    seats: int,
    every: dict[str, list[DemandItem]],
    counters: dict[str, SheetCounter],
    control: SearchControl,
) -> SeatRow:
    here = _with_seats(job, seats)
    found = sheets_of(here, every, counters, control)
    sheets = {paper: count for paper, (count, _) in found.items()}
    return _taking(here, sheets, proved=all(count == bound for count, bound in found.values()))


def _planned_row(job: Job, seats: int, control: SearchControl) -> SeatRow:
    here = _with_seats(job, seats)
    plan = plan_sheets(here, control)
    return _taking(here, {paper.paper: paper.sheets for paper in plan.papers}, proved=plan.proved)


def _taking(here: Job, sheets: dict[str, int], *, proved: bool) -> SeatRow:
    """A row for a job that opens so many sheets."""
    bought, cash = bought_for(here, sheets)
    extras = sum(
        (extra_cost(e, here.klass, here.currency) for e in here.klass.extras), rounded(0, here.currency)
    )
    prices = [(here.sheet_price(here.paper(paper)), count) for paper, count in sheets.items()]
    used = sum(
        (rounded((price or 0) * count, here.currency) for price, count in prices), rounded(0, here.currency)
    )
    used += sum(total.line.amounts.sheets_opened for total in supply_totals(here))
    klass = here.klass
    return SeatRow(klass.seats, klass.kits, sheets, bought, cash, proved, extras, used)
