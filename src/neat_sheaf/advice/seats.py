"""What every number of seats takes: where one more opens a sheet or a pack, and the last free seat.

Sheets for m kits are bounded from below by m times what one kit is worth to the linear program, and
from above by plans that are known already: two plans side by side are a plan for both their kits.
Only where the two differ is a number of kits searched for itself.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction
from math import ceil, gcd
from typing import Literal, NamedTuple

from neat_sheaf.costing import packs, supply_totals
from neat_sheaf.cutting.demand import DemandItem, demand_of, too_large
from neat_sheaf.cutting.option import stock_of
from neat_sheaf.cutting.option_maker import pattern_pool
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Job, Style
from neat_sheaf.limits import MOST_SEAT_ROWS
from neat_sheaf.measure.apportionment import share_out
from neat_sheaf.measure.money import rounded
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item
from neat_sheaf.nesting.planner import fewest_sheets
from neat_sheaf.stock import Paper

__all__ = ["Bought", "SeatBreakpoints", "SeatRow", "seat_breakpoints"]


class Bought(NamedTuple):
    """What is bought in packs: a paper, a pack of designs or a supply, by its id."""

    kind: Literal["paper", "pack", "supply"]
    id: str


@dataclass(frozen=True, slots=True)
class SeatRow:
    """A number of seats: sheets of each paper (id), packs to buy (of each paper, pack and supply), cash."""

    seats: int
    kits: int
    sheets: dict[str, int]
    packs: dict[Bought, int]
    cash: Decimal
    proved: bool

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

    Never more rows than ``MOST_SEAT_ROWS``: of a larger class those around its own number. Raises
    CannotPlanError as ``plan_sheets``.
    """
    control = control or SearchControl()
    counters: dict[str, _Counter] = {}
    here = max(job.klass.seats, 1)
    first, last = 1, max(most, here)
    if last > MOST_SEAT_ROWS:
        first = max(1, here - MOST_SEAT_ROWS // 2)
        last = min(max(most, here + MOST_SEAT_ROWS // 2), first + MOST_SEAT_ROWS - 1)
    # With this many seats every colourway has kits, so every kind of piece is there.
    every = demand_of(_with_seats(job, 10 * last * len(job.klass.colourways)))
    for seats in range(first, last + 1):
        _sheets(_with_seats(job, seats), every, counters, control)
    for counter in counters.values():
        counter.settle()
    rows = [_row(job, seats, every, counters, control) for seats in range(first, last + 1)]
    now = rows[here - first]
    return SeatBreakpoints(
        tuple(rows),
        max(r.seats for r in rows if r.seats >= now.seats and r.opened <= now.opened),
        max(r.seats for r in rows if r.seats >= now.seats and _no_more(r.packs, now.packs)),
    )


def _no_more(these: dict[Bought, int], those: dict[Bought, int]) -> bool:
    return all(count <= those.get(name, 0) for name, count in these.items())


def _with_seats(job: Job, seats: int) -> Job:
    """The job with that many seats. Sizes are not mixed here: the question is of the papers chosen."""
    klass = job.klass
    kits = seats + klass.samples + klass.spares
    shared = share_out(kits, [c.kits for c in klass.colourways])
    colourways = tuple(replace(c, kits=n) for c, n in zip(klass.colourways, shared, strict=True))
    cutting = replace(job.cutting, mix_sizes=False)
    return replace(job, klass=replace(klass, seats=seats, colourways=colourways), cutting=cutting)


def _row(
    job: Job,
    seats: int,
    every: dict[str, list[DemandItem]],
    counters: dict[str, _Counter],
    control: SearchControl,
) -> SeatRow:
    here = _with_seats(job, seats)
    found = _sheets(here, every, counters, control)
    sheets = {paper: count for paper, (count, _) in found.items()}
    bought, cash = _bought(here, sheets)
    proved = all(count == bound for count, bound in found.values())
    return SeatRow(seats, here.klass.kits, sheets, bought, cash, proved)


def _sheets(
    job: Job, every: dict[str, list[DemandItem]], counters: dict[str, _Counter], control: SearchControl
) -> dict[str, tuple[int, int]]:
    """Sheets of each paper and their proved bound; ``every`` kind of need there is makes a counter."""
    found = {}
    for paper_id, needs in demand_of(job).items():
        if paper_id not in counters:
            counters[paper_id] = _Counter(job, job.paper(paper_id), every[paper_id], control)
        found[paper_id] = counters[paper_id].sheets(job, needs, control)
    return found


def _bought(job: Job, sheets: dict[str, int]) -> tuple[dict[Bought, int], Decimal]:
    bought: dict[Bought, int] = {}
    cash = rounded(0, job.currency)
    for paper_id, count in sheets.items():
        paper = job.paper(paper_id)
        name = Bought("pack", paper.pack) if paper.pack else Bought("paper", paper.id)
        price = job.packs_by_id[paper.pack].price if paper.pack else paper.pack_price
        short = packs(count, paper.on_hand, paper.pack_sheets)
        more = max(0, short - bought.get(name, 0))
        bought[name] = bought.get(name, 0) + more
        cash += rounded((price or 0) * more, job.currency)
    for total in supply_totals(job):
        bought[Bought("supply", total.supply)] = total.packs
        cash += total.line.amounts.cash_out
    return bought, cash


class _Counter:
    """Sheets of one paper for any number of kits, from what is known of other numbers."""

    def __init__(self, job: Job, paper: Paper, needs: list[DemandItem], control: SearchControl) -> None:
        faults = list(too_large(job, paper, needs))
        if faults:
            raise CannotPlanError(faults)
        self.items: list[Item] = list(dict.fromkeys(need.item for need in needs))
        self.stock = [stock for _, stock in stock_of(job, paper)]
        self.pool = pattern_pool(job, paper, needs, self.stock, control)
        self.known: dict[tuple[int, ...], tuple[int, Fraction]] = {}
        # For each proportion of the demand: sheets by kits, and the proved sheets of one kit.
        self.found: dict[tuple[int, ...], dict[int, int]] = {}
        self.rate: dict[tuple[int, ...], Fraction] = {}

    def sheets(self, job: Job, needs: Sequence[DemandItem], control: SearchControl) -> tuple[int, int]:
        """Sheets and their proved bound for these needs."""
        if job.cutting.style is Style.KIT_PER_SHEET:
            return self._kit_by_kit(job, needs, control)
        demand = self._demand(needs)
        if len(self.stock) > 1:
            count, bound = self._searched(demand, control)
            return count, ceil(bound)
        times = gcd(*demand)
        one = tuple(n // times for n in demand)
        found, rate = self.found.setdefault(one, {}), self.rate.get(one, Fraction(0))
        if times not in found:
            least = ceil(rate * times)
            side_by_side = min(
                (n + found[times - k] for k, n in found.items() if times - k in found), default=0
            )
            if side_by_side and side_by_side <= least:
                found[times] = side_by_side
            else:
                found[times], bound = self._searched(demand, control)
                self.rate[one] = rate = max(rate, bound / times)
        return found[times], ceil(rate * times)

    def settle(self) -> None:
        """Take for each number of kits the plan of a larger number, where that has fewer sheets."""
        for found in self.found.values():
            least = None
            for kits in sorted(found, reverse=True):
                least = found[kits] = found[kits] if least is None else min(found[kits], least)

    def _demand(self, needs: Sequence[DemandItem]) -> tuple[int, ...]:
        return tuple(sum(u.count for u in needs if u.item == item) for item in self.items)

    def _searched(self, demand: tuple[int, ...], control: SearchControl) -> tuple[int, Fraction]:
        if demand not in self.known:
            self.known[demand] = fewest_sheets(demand, self.pool, control)
        return self.known[demand]

    def _kit_by_kit(self, job: Job, needs: Sequence[DemandItem], control: SearchControl) -> tuple[int, int]:
        sheets, bound = 0, Fraction(0)
        for colourway in job.klass.colourways:
            mine = [need for need in needs if need.colourway == colourway.name]
            if mine and colourway.kits:
                one = [replace(need, count=need.count // colourway.kits) for need in mine]
                found = self._searched(self._demand(one), control)
                sheets += found[0] * colourway.kits
                bound += found[1] * colourway.kits
        return sheets, ceil(bound)
