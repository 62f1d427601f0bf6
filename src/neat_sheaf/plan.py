"""The plan of a job: checks, layouts, totals and cost together."""

from __future__ import annotations

from dataclasses import dataclass, replace

from neat_sheaf.checks import Finding, check_project
from neat_sheaf.job import Job, share_out
from neat_sheaf.nesting.watch import Watch
from neat_sheaf.sheets import CannotPlanError, CuttingPlan, Known, PaperPlan, SheetPlan, plan_sheets
from neat_sheaf.totals import (
    Cost,
    PackTotal,
    PaperTotal,
    SupplyTotal,
    cost,
    pack_totals,
    paper_total,
    supply_totals,
)
from neat_sheaf.ways import Mix

__all__ = ["Plan", "plan_job", "with_kits"]


@dataclass(frozen=True, slots=True)
class Plan:
    """Everything that follows from a job."""

    job: Job
    kits: int
    papers: tuple[PaperPlan, ...]
    paper_totals: tuple[PaperTotal, ...]
    packs: tuple[PackTotal, ...]
    supplies: tuple[SupplyTotal, ...]
    cost: Cost
    findings: tuple[Finding, ...]
    sheet_plan: SheetPlan

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
    def mixes(self) -> tuple[Mix, ...]:
        """What is proved where sizes of one paper are mixed."""
        return self.sheet_plan.mixes


def plan_job(job: Job, watch: Watch | None = None, known: Known | None = None) -> Plan:
    """Plan ``job``. Raises CannotPlanError with every fault of its papers and supplies together.

    ``watch`` bounds the time and is told of progress; CancelledError where it says to stop. ``known``
    is for ``plan_sheets``.
    """
    faults = []
    supplies: list[SupplyTotal] = []
    try:
        supplies = supply_totals(job)
    except CannotPlanError as error:
        faults += error.faults
    try:
        sheet_plan = plan_sheets(job, watch, known=known)
    except CannotPlanError as error:
        faults += error.faults
    if faults:
        raise CannotPlanError(sorted(faults, key=lambda fault: fault.path))
    papers = sheet_plan.papers
    totals = [paper_total(job, paper) for paper in papers]
    bought = pack_totals(job, totals)
    return Plan(
        job=job,
        kits=job.klass.kits,
        papers=papers,
        paper_totals=tuple(totals),
        supplies=tuple(supplies),
        packs=tuple(bought),
        cost=cost(job, totals, supplies, bought),
        findings=tuple(check_project(job.project, job.units, job.habits, job.papers_by_role, job.supplies)),
        sheet_plan=sheet_plan,
    )


def with_kits(job: Job, kits: int) -> Job:
    """The job for another number of kits: seats change, samples and spares stay while they can.

    Colourways keep their shares.
    """
    klass = job.klass
    seats = max(0, kits - klass.samples - klass.spares)
    samples = min(klass.samples, kits)
    spares = kits - seats - samples
    shared = share_out(kits, [c.kits for c in klass.colourways])
    colourways = tuple(replace(c, kits=n) for c, n in zip(klass.colourways, shared, strict=True))
    changed = replace(klass, seats=seats, samples=samples, spares=spares, colourways=colourways)
    return replace(job, klass=changed)
