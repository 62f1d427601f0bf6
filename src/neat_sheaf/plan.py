"""The plan of a job: checks, layouts, totals and cost together."""

from __future__ import annotations

from dataclasses import dataclass, replace

from neat_sheaf.checks import Finding
from neat_sheaf.checks.versions import check_job
from neat_sheaf.costing import (
    Cost,
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
from neat_sheaf.nesting.control import SearchControl

__all__ = ["Plan", "plan_job", "with_kits"]


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

    @property
    def cutting(self) -> CuttingPlan:
        """How it is all cut."""
        return self.sheet_plan.cutting

    @property
    def mixes(self) -> tuple[SizeMix, ...]:
        """What is proved where sizes of one paper are mixed."""
        return self.sheet_plan.mixes


def plan_job(job: Job, control: SearchControl | None = None, cache: OptionCache | None = None) -> Plan:
    """Plan ``job``. Raises CannotPlanError with every fault of its papers and supplies together.

    ``control`` bounds the time and is notified of progress; CancelledError where it says to stop.
    ``cache`` is for ``plan_sheets``.
    """
    faults = []
    supplies: list[SupplyTotal] = []
    try:
        supplies = supply_totals(job)
    except CannotPlanError as error:
        faults += error.faults
    try:
        sheet_plan = plan_sheets(job, control, cache=cache)
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
