"""The plan of a job: checks, layouts, totals and cost together."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from neat_sheaf.checks import Finding
from neat_sheaf.checks.versions import check_job
from neat_sheaf.costing import (
    Account,
    Cost,
    CostLine,
    PackTotal,
    PaperTotal,
    SupplyTotal,
    cost,
    pack_totals,
    paper_total,
    supply_totals,
)
from neat_sheaf.cutting.option import SizeMix
from neat_sheaf.cutting.plan import CuttingPlan, PaperPlan, SheetPlan
from neat_sheaf.cutting.sheets import OptionCache, plan_sheets
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Job
from neat_sheaf.measure.money import rounded
from neat_sheaf.nesting.control import SearchControl

__all__ = ["Plan", "plan_job", "with_account", "with_kits"]


@dataclass(frozen=True, slots=True)
class Plan:
    """Everything that follows from a job; a plan that was read from a file has no fixes in its findings."""

    kits: int
    currency: str
    sheet_plan: SheetPlan
    paper_totals: tuple[PaperTotal, ...]
    packs: tuple[PackTotal, ...]
    supplies: tuple[SupplyTotal, ...]
    cost: Cost
    findings: tuple[Finding, ...]

    @property
    def papers(self) -> tuple[PaperPlan, ...]:
        """Every paper's layouts."""
        return self.sheet_plan.papers

    @property
    def sheets(self) -> int:
        """Whole sheets opened, of all papers."""
        return self.sheet_plan.sheets

    @property
    def proved(self) -> bool:
        """Whether every paper's sheets are proved fewest."""
        return self.sheet_plan.proved

    def missing(self, measure: str) -> tuple[str, ...]:
        """Ids of papers, packs and supplies whose price, or amount, is not known and one of the costs needs.

        What has to be bought needs one for ``cash_out``; what is used does for the other two.
        """
        found: list[CostLine] = []
        if measure == "cash_out":
            found += [one.line for one in self.paper_totals if one.packs]
            found += [one.line for one in self.packs if one.packs]
            found += [one.line for one in self.supplies if one.packs or one.unknown]
        else:
            found += [one.line for one in self.paper_totals]
            found += [one.line for one in self.supplies if one.needed > one.lent or one.unknown]
        unknown = {one.supply for one in self.supplies if one.unknown}
        return tuple(
            line.id for line in found
            if not line.priced or (line.kind == "supply" and line.id in unknown)
        )  # fmt: skip

    @property
    def cutting(self) -> CuttingPlan:
        """How it is all cut."""
        return self.sheet_plan.cutting

    @property
    def mixes(self) -> tuple[SizeMix, ...]:
        """What is proved where sizes of one paper are mixed."""
        return self.sheet_plan.mixes


def plan_job(
    job: Job,
    control: SearchControl | None = None,
    cache: OptionCache | None = None,
    sheets: SheetPlan | None = None,
) -> Plan:
    """Plan ``job``. Raises CannotPlanError with every fault of its papers and supplies together.

    ``control`` bounds the time and is notified of progress; CancelledError where it says to stop.
    ``cache`` is for ``plan_sheets``. ``sheets`` are the job's, where they were planned before: those of any
    job in which the same matters (``what_matters``).
    """
    faults = []
    supplies: list[SupplyTotal] = []
    try:
        supplies = supply_totals(job)
    except CannotPlanError as error:
        faults += error.faults
    try:
        sheet_plan = sheets or plan_sheets(job, control, cache=cache)
    except CannotPlanError as error:
        faults += error.faults
    if faults:
        raise CannotPlanError(sorted(faults, key=lambda fault: fault.path))
    totals = [paper_total(job, paper) for paper in sheet_plan.papers]
    bought = pack_totals(job, totals)
    findings = check_job(job)
    return Plan(
        kits=job.klass.kits,
        currency=job.currency,
        sheet_plan=sheet_plan,
        paper_totals=tuple(totals),
        packs=tuple(bought),
        supplies=tuple(supplies),
        cost=cost(job, totals, supplies, bought),
        findings=tuple(findings),
    )


def with_account(plan: Plan, job: Job, account: Iterable[Account]) -> Plan:
    """The plan with the packs to buy that an account of its class says, and what those cost.

    The plan itself counts with what was here when it was made: what was cut, miscut, ordered or came since
    is in the account alone. What is not in the account needs nothing bought any more.
    """
    packs = {(row.goods.kind, row.goods.id): row.packs for row in account}
    price = {("paper", one.id): one.pack_price for one in job.papers}
    price |= {("pack", one.id): one.price for one in job.packs}
    price |= {("supply", one.id): one.pack_price for one in job.supplies}

    def lined(line: CostLine) -> CostLine:
        key = line.kind, line.id
        cash = rounded((price.get(key) or 0) * packs.get(key, 0), job.currency)
        return replace(line, amounts=replace(line.amounts, cash_out=cash))

    papers = [
        one if job.paper(one.paper).pack
        else replace(one, packs=packs.get(("paper", one.paper), 0), line=lined(one.line))
        for one in plan.paper_totals
    ]  # fmt: skip
    bought = []
    for one in plan.packs:
        count = packs.get(("pack", one.pack), 0)
        more = count - one.packs
        left = tuple((paper, sheets + more * job.paper(paper).pack_sheets) for paper, sheets in one.left)
        own = sum(
            paper.pack_sheets for paper in job.papers if paper.pack == one.pack and paper.id in dict(left)
        )
        others = max(0, job.packs_by_id[one.pack].sheets - own) * count
        bought.append(replace(one, packs=count, left=left, others=others, line=lined(one.line)))
    supplies = [
        replace(one, packs=packs.get(("supply", one.supply), 0), line=lined(one.line))
        for one in plan.supplies
    ]
    return replace(
        plan, paper_totals=tuple(papers), packs=tuple(bought), supplies=tuple(supplies),
        cost=cost(job, papers, supplies, bought),
    )  # fmt: skip


def with_kits(job: Job, kits: int) -> Job:
    """The job for another number of kits wanted: seats change, samples and spares stay while they can.

    Colourways keep their shares; kits that are ready are not made again.
    """
    klass = job.klass
    seats = max(0, kits - klass.samples - klass.spares)
    samples = min(klass.samples, kits)
    spares = kits - seats - samples
    changed = replace(klass, seats=seats, samples=samples, spares=spares, colourways=klass.shared(kits))
    return replace(job, klass=changed)
