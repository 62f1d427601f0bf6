"""Sheet-size advice: what other sizes would take for a role, and which sizes fail and by how much."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction
from math import ceil

from neat_sheaf.cutting.demand import DemandItem, demand_of, too_large
from neat_sheaf.cutting.option import stock_of
from neat_sheaf.cutting.option_maker import pattern_pool
from neat_sheaf.cutting.squaring import squared_paper
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.job import Job, Style
from neat_sheaf.measure.length import Length, inches, millimetres
from neat_sheaf.measure.money import rounded
from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.nesting.control import SearchControl
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.planner import fewest_sheets
from neat_sheaf.stock import Paper, Print

__all__ = ["STANDARD_SHEETS", "SizeAdvice", "size_advice"]

# Sources: ANSI/ASME Y14.1 size A; ISO 216. The square sizes are common practice for patterned paper.
STANDARD_SHEETS: tuple[tuple[str, Length, Length], ...] = (
    ("Letter", inches("17/2"), inches(11)),
    ("A4", millimetres(210), millimetres(297)),
    ("12 x 12 in", inches(12), inches(12)),
    ("6 x 6 in", inches(6), inches(6)),
)


# What is found for what is cut and the sheet that it is cut from, whatever the paper is called.
_Found = dict[tuple[tuple[Item, ...], tuple[int, ...], Stock], tuple[int, Fraction]]


@dataclass(frozen=True, slots=True)
class SizeAdvice:
    """What one size would take for all pieces of a role, in every colourway.

    ``paper`` is the cupboard's, None for a standard size that is not in it. ``per_kit`` is the
    money of the sheets opened for one kit, None where no price is known. Where a piece does not
    fit, ``fails`` tells which and by how much and ``sheets`` is None. Sizes nm.
    """

    role: str
    name: str
    width: Length
    height: Length
    paper: str | None
    sheets: int | None
    lower_bound: int
    per_kit: Decimal | None
    fails: Message | None
    chosen: bool = False


def size_advice(
    job: Job, cupboard: Sequence[Paper] = (), control: SearchControl | None = None
) -> list[SizeAdvice]:
    """For each role the standard sizes and every paper of the cupboard, by role and then as given.

    A role is computed as if all its kits were cut from the one paper, without offcuts.
    """
    control = control or SearchControl()
    rows: list[SizeAdvice] = []
    for role in job.project.roles:
        chosen = list(
            dict.fromkeys(c.papers[role] for c in job.klass.colourways if role in c.papers and c.kits)
        )
        prints = {job.paper(paper).print for paper in chosen} or {Print.NONE}
        strictest = max(prints, key=list(Print).index)
        candidates = [*_standard(strictest, [*cupboard, *job.papers]), *(cupboard or job.papers)]
        known: _Found = {}
        rows += (
            _advice(job, role, paper, paper.id in chosen, known, control)
            for paper in dict.fromkeys(candidates)
        )
    return rows


def _standard(run: Print, cupboard: Iterable[Paper]) -> Iterator[Paper]:
    """The standard sizes of which the cupboard has no paper, with the print of those chosen."""
    there = {(paper.width, paper.height) for paper in cupboard}
    for name, width, height in STANDARD_SHEETS:
        if (width, height) not in there:
            yield Paper("", name, width, height, print=run)


def _advice(
    job: Job,
    role: str,
    paper: Paper,
    chosen: bool,
    known: _Found,
    control: SearchControl,
) -> SizeAdvice:
    alone = squared_paper(replace(paper, offcuts=(), same_as=""), job.cutting.squaring)
    needs = list(_needs(job, role, alone))
    row = SizeAdvice(
        role, paper.name, paper.width, paper.height, paper.id or None, None, 0, None, None, chosen
    )
    faults = list(too_large(_with(job, role, alone), alone, needs))
    if faults:
        first = faults[0].message
        more = len(faults) - 1
        return replace(row, fails=message("fails-and-more", first=first, more=more) if more else first)
    (stock,) = [stock for _, stock in stock_of(job, alone)]
    items = tuple(dict.fromkeys(need.item for need in needs))
    demand = tuple(sum(u.count for u in needs if u.item == item) for item in items)
    key = items, demand, stock
    if key not in known:
        try:
            pool = pattern_pool(job, alone, needs, [stock], control)
        except CannotPlanError:
            return replace(row, fails=message("out-of-reach", reach=Measured(job.cutting.trimmer)))
        known[key] = fewest_sheets(demand, pool, control)
    sheets, bound = known[key]
    price = job.sheet_price(paper)
    kits = job.klass.kits
    per_kit = None if price is None or not kits else rounded(Fraction(price * sheets) / kits, job.currency)
    return replace(row, sheets=sheets, lower_bound=ceil(bound), per_kit=per_kit)


def _with(job: Job, role: str, paper: Paper) -> Job:
    """The job with one role cut from one paper in every colourway, and nothing else cut."""
    pieces = tuple(p if p.paper == role else replace(p, per_kit=0, spares=0) for p in job.project.pieces)
    colourways = tuple(replace(c, papers={**c.papers, role: paper.id}) for c in job.klass.colourways)
    others = tuple(p for p in job.papers if p.id != paper.id)
    style = Style.FEWEST_SHEETS
    return replace(
        job,
        project=replace(job.project, pieces=pieces),
        papers=(*others, paper),
        klass=replace(job.klass, colourways=colourways),
        cutting=replace(job.cutting, style=style, mix_sizes=False),
    )


def _needs(job: Job, role: str, paper: Paper) -> Iterable[DemandItem]:
    return demand_of(_with(job, role, paper)).get(paper.id, [])
