"""What to buy: sheets in packs, packs of designs, supplies by count, volume and length."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.costing.cost import CostLine, ThreeCosts
from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.cutting.plan import PaperPlan
from neat_sheaf.errors import CannotPlanError, Fault, fault
from neat_sheaf.job import Class, Job
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.money import rounded
from neat_sheaf.messages import Measured
from neat_sheaf.project import SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = [
    "PackTotal",
    "PaperTotal",
    "SupplyTotal",
    "pack_totals",
    "packs",
    "paper_total",
    "sheets_used",
    "supply_totals",
    "times_taken",
]


def packs(
    needed: Fraction | Decimal | int, on_hand: Fraction | Decimal | int, pack_size: Fraction | Decimal | int
) -> int:
    """Packs to buy: ceil((needed - on hand) / pack size), never negative."""
    short = Fraction(needed) - Fraction(on_hand)
    return max(0, -int(-short // Fraction(pack_size)))


@dataclass(frozen=True, slots=True)
class PaperTotal:
    """A paper's shopping: the paper (id), sheets opened, packs to buy, what they cost."""

    paper: str
    sheets: int
    packs: int
    line: CostLine


@dataclass(frozen=True, slots=True)
class PackTotal:
    """A pack (id) of several designs: ``packs`` to buy, and what is left after the class.

    ``left`` is (paper id, sheets) of each design that is used; ``others`` are sheets of designs
    that are not.
    """

    pack: str
    packs: int
    left: tuple[tuple[str, int], ...]
    others: int
    line: CostLine


@dataclass(frozen=True, slots=True)
class SupplyTotal:
    """A supply's shopping. ``needed`` is in its ``unit`` (lengths: nm); ``lengths`` are (nm, how many).

    ``lent`` is the part of it that comes back. ``unknown``: some of what the kits take is not known, and not
    in it.
    """

    supply: str
    unit: SupplyUnit
    needed: Decimal
    lengths: tuple[tuple[Length, int], ...]
    packs: int
    line: CostLine
    lent: Decimal = Decimal(0)
    unknown: bool = False


def sheets_used(job: Job, plan: PaperPlan) -> Fraction:
    """The area that is cut up and the waste that is not kept, in sheets of the paper."""
    width, height = job.paper(plan.paper).sheet
    area = sum(
        layout.times
        * (
            layout.stock.width * layout.stock.height
            - sum(r.region.width * r.region.height for r in layout.residuals if r.kept)
        )
        for layout in plan.layouts
    )
    return Fraction(area, width * height)


def paper_total(job: Job, plan: PaperPlan) -> PaperTotal:
    """Packs and cost of one paper.

    Material used is the area cut and the waste that is not kept, at the price of a
    sheet; sheets opened is every whole sheet started; cash out is packs bought now. A design
    of a pack is bought with its pack (``pack_totals``), so it has no packs and no cash of its own.
    """
    paper = job.paper(plan.paper)
    bought = 0 if paper.pack else packs(plan.sheets, paper.on_hand, paper.pack_sheets)
    price = job.sheet_price(paper)
    sheet_price = price or Fraction(0)
    amounts = ThreeCosts(
        rounded(sheet_price * sheets_used(job, plan), job.currency),
        rounded(sheet_price * plan.sheets, job.currency),
        rounded((paper.pack_price or 0) * bought, job.currency),
    )
    line = CostLine("paper", paper.id, amounts, price is not None)
    return PaperTotal(paper.id, plan.sheets, bought, line)


def pack_totals(job: Job, papers: Iterable[PaperTotal]) -> list[PackTotal]:
    """Packs of several designs: as many as the design that is shortest needs.

    The sheets of the other designs that are left over go to the cupboard.
    """
    totals = [(job.paper(total.paper), total.sheets) for total in papers]
    found = []
    for pack in job.packs:
        designs = [(paper, sheets) for paper, sheets in totals if paper.pack == pack.id]
        if not designs:
            continue
        bought = max(packs(sheets, p.on_hand, p.pack_sheets) for p, sheets in designs)
        left = tuple((p.id, p.on_hand + bought * p.pack_sheets - sheets) for p, sheets in designs)
        others = max(0, pack.sheets - sum(p.pack_sheets for p, _ in designs)) * bought
        nothing = rounded(0, job.currency)
        cash = rounded((pack.price or 0) * bought, job.currency)
        line = CostLine("pack", pack.id, ThreeCosts(nothing, nothing, cash), pack.price is not None)
        found.append(PackTotal(pack.id, bought, left, others, line))
    return found


def supply_totals(job: Job) -> list[SupplyTotal]:
    """Every supply the kits use. Raises CannotPlanError for a length that no spool holds."""
    uses: dict[str, list[tuple[int, SupplyUse]]] = {}
    for number, use in enumerate(job.project.taken):
        uses.setdefault(use.supply, []).append((number, use))
    by_id = {supply.id: supply for supply in job.supplies}
    too_long = [
        _longer_than_spool(job, number, use, by_id[supply])
        for supply, of in uses.items()
        if not by_id[supply].joinable and by_id[supply].unit is SupplyUnit.LENGTH
        for number, use in of
        if use.cut_length > by_id[supply].pack_size
    ]
    if too_long:
        raise CannotPlanError(too_long)
    return [_supply_total(job, by_id[supply], [use for _, use in of]) for supply, of in uses.items()]


def _longer_than_spool(job: Job, number: int, use: SupplyUse, supply: Supply) -> Fault:
    return fault(
        f"project.supplies[{number}]", "longer-than-spool",
        length=Measured(use.cut_length), supply=supply.name, spool=Measured(int(supply.pack_size)),
    )  # fmt: skip


def _supply_total(job: Job, supply: Supply, uses: list[SupplyUse]) -> SupplyTotal:
    lengths: tuple[tuple[Length, int], ...] = ()
    if supply.unit is SupplyUnit.LENGTH:
        by_cut: dict[Length, int] = {}
        for use in uses:
            by_cut[use.cut_length] = by_cut.get(use.cut_length, 0) + use.cuts * times_taken(use, job.klass)
        lengths = tuple(by_cut.items())
    amounts_of = [(use, Decimal(use.length or 0) if use.count is None else use.count) for use in uses]
    needed = sum((amount * times_taken(use, job.klass) for use, amount in amounts_of), Decimal(0))
    lent = sum((amount * times_taken(use, job.klass) for use, amount in amounts_of if use.lent), Decimal(0))
    if lengths and not supply.joinable:
        bought = spool_plan(supply, lengths, supply.on_hand).bought
    else:
        bought = packs(needed, supply.on_hand, supply.pack_size)
    price = supply.pack_price or Decimal(0)
    used = rounded(Fraction(price) * Fraction(needed - lent) / Fraction(supply.pack_size), job.currency)
    amounts = ThreeCosts(used, used, rounded(price * bought, job.currency))
    line = CostLine("supply", supply.id, amounts, supply.pack_price is not None)
    unknown = any(use.unknown and times_taken(use, job.klass) for use in uses)
    return SupplyTotal(supply.id, supply.unit, needed, lengths, bought, line, lent, unknown)


def times_taken(use: SupplyUse, klass: Class) -> int:
    """How often a class takes what is said of a supply: for each kit, for so many at a table, or once.

    A kit that is ready has what a kit takes, but not what lies on the table. Where only some colourways take
    it, their kits count, and no more seats than they have kits.
    """
    own = [one for one in klass.colourways if not use.only or one.name in use.only]
    if use.shared_by == 1:
        return sum(one.kits for one in own) if klass.colourways else klass.kits
    there = sum(one.kits + one.ready for one in own) if klass.colourways else klass.kits
    if not use.shared_by:
        return min(there, 1)
    seats = min(klass.seats, there) if use.only else klass.seats
    return -(-seats // use.shared_by)
