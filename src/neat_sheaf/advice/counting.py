"""Sheets and packs for any number of kits of a job, from what is known of other numbers."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
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
from neat_sheaf.measure.money import rounded
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item
from neat_sheaf.nesting.planner import fewest_sheets
from neat_sheaf.stock import Paper

__all__ = ["Bought", "SheetCounter", "bought_for", "names_of", "sheets_of"]


class Bought(NamedTuple):
    """What is bought in packs: a paper, a pack of designs or a supply, by its id."""

    kind: Literal["paper", "pack", "supply"]
    id: str


def sheets_of(
    job: Job, every: dict[str, list[DemandItem]], counters: dict[str, SheetCounter], control: SearchControl
) -> dict[str, tuple[int, int]]:
    """Sheets of each paper and their proved bound; ``every`` kind of need there is makes a counter."""
    found = {}
    for paper_id, needs in demand_of(job).items():
        if paper_id not in counters:
            counters[paper_id] = SheetCounter(job, job.paper(paper_id), every[paper_id], control)
        found[paper_id] = counters[paper_id].sheets(job, needs, control)
    return found


def names_of(job: Job) -> dict[Bought, str]:
    """What a person calls each thing that is bought."""
    return {
        **{Bought("paper", paper.id): paper.name for paper in job.papers},
        **{Bought("pack", pack.id): pack.name for pack in job.packs},
        **{Bought("supply", supply.id): supply.name for supply in job.supplies},
    }


def bought_for(job: Job, sheets: dict[str, int]) -> tuple[dict[Bought, int], Decimal]:
    """Packs to buy of everything where so many sheets of each paper (id) are opened, and what they cost."""
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


class SheetCounter:
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

    def at_most(self, needs: Sequence[DemandItem], count: int) -> None:
        """A plan that is known already opens so many sheets for these needs."""
        demand = self._demand(needs)
        if demand in self.known:
            before, bound = self.known[demand]
            self.known[demand] = min(before, count), bound
        times = gcd(*demand)
        found = self.found.get(tuple(n // times for n in demand), {})
        if times in found:
            found[times] = min(found[times], count)

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
            for spare in (False, True):
                mine = [u for u in needs if u.colourway == colourway.name and u.spare is spare]
                times = 1 if spare else colourway.kits
                if mine and times:
                    one = [replace(need, count=need.count // times) for need in mine]
                    found = self._searched(self._demand(one), control)
                    sheets += found[0] * times
                    bound += found[1] * times
        return sheets, ceil(bound)
