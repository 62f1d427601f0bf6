"""What to buy and what a kit costs, three ways."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.demand import CannotPlanError
from neat_sheaf.errors import Fault
from neat_sheaf.job import Class, Job, Pack, Paper, Supply, SupplyUnit
from neat_sheaf.length import Length, say_length
from neat_sheaf.money import PerKit, per_kit, rounded
from neat_sheaf.nesting.items import Item, Stock
from neat_sheaf.nesting.planner import nest
from neat_sheaf.project import SupplyUse
from neat_sheaf.sheets import PaperPlan

__all__ = [
    "Cost",
    "CostLine",
    "PackTotal",
    "PaperTotal",
    "SupplyTotal",
    "Ways",
    "cost",
    "pack_totals",
    "packs",
    "paper_total",
    "supply_totals",
]


def packs(
    needed: Fraction | Decimal | int, on_hand: Fraction | Decimal | int, pack_size: Fraction | Decimal | int
) -> int:
    """Packs to buy: ceil((needed - on hand) / pack size), never negative."""
    short = Fraction(needed) - Fraction(on_hand)
    return max(0, -int(-short // Fraction(pack_size)))


@dataclass(frozen=True, slots=True)
class Ways:
    """An amount of money the three ways."""

    material_used: Decimal
    sheets_opened: Decimal
    cash_out: Decimal


@dataclass(frozen=True, slots=True)
class CostLine:
    """One paper's or supply's part of the cost; ``priced`` is False where no price is known."""

    kind: str
    id: str
    ways: Ways
    priced: bool


@dataclass(frozen=True, slots=True)
class PaperTotal:
    """A paper's shopping: sheets opened, on hand, packs to buy, what they cost."""

    paper: Paper
    sheets: int
    packs: int
    line: CostLine


@dataclass(frozen=True, slots=True)
class PackTotal:
    """A pack of several designs: ``packs`` to buy, and what is left after the class.

    ``left`` is (paper id, sheets) of each design that is used; ``others`` are sheets of designs
    that are not.
    """

    pack: Pack
    packs: int
    left: tuple[tuple[str, int], ...]
    others: int
    line: CostLine


@dataclass(frozen=True, slots=True)
class SupplyTotal:
    """A supply's shopping. ``needed`` is a count, ml, or nm; ``lengths`` are (nm, how many)."""

    supply: Supply
    needed: Decimal
    lengths: tuple[tuple[Length, int], ...]
    packs: int
    line: CostLine


@dataclass(frozen=True, slots=True)
class Cost:
    """The class's cost three ways; every total is the sum of its rounded lines.

    ``unpriced`` names what has no price and so is not in the totals.
    """

    lines: tuple[CostLine, ...]
    material_used: PerKit
    sheets_opened: PerKit
    cash_out: PerKit
    unpriced: tuple[str, ...]
    fee: Decimal | None
    takings: Decimal | None

    def seats_to_cover(self, total: Decimal) -> int | None:
        """The number of fees that pay for ``total``; None where there is no fee."""
        return -int(-Fraction(total) // Fraction(self.fee)) if self.fee else None


def paper_total(job: Job, plan: PaperPlan) -> PaperTotal:
    """Packs and cost of one paper.

    Material used is the area cut and the waste that is not kept, at the price of a
    sheet; sheets opened is every whole sheet started; cash out is packs bought now. A design
    of a pack is bought with its pack (``pack_totals``), so it has no packs and no cash of its own.
    """
    paper = plan.paper
    bought = 0 if paper.pack else packs(plan.sheets, paper.on_hand, paper.pack_sheets)
    used = sum(
        layout.times
        * (
            layout.stock.width * layout.stock.height
            - sum(r.region.width * r.region.height for r in layout.remnants if r.kept)
        )
        for layout in plan.layouts
    )
    price = job.sheet_price(paper)
    sheet_price = price or Fraction(0)
    ways = Ways(
        rounded(sheet_price * Fraction(used, paper.width * paper.height), job.currency),
        rounded(sheet_price * plan.sheets, job.currency),
        rounded((paper.pack_price or 0) * bought, job.currency),
    )
    line = CostLine("paper", paper.id, ways, price is not None)
    return PaperTotal(paper, plan.sheets, bought, line)


def pack_totals(job: Job, papers: Iterable[PaperTotal]) -> list[PackTotal]:
    """Packs of several designs: as many as the design that is shortest wants.

    The sheets of the other designs that are left over go to the cupboard.
    """
    totals = [total for total in papers if total.paper.pack]
    found = []
    for pack in job.packs:
        designs = [total for total in totals if total.paper.pack == pack.id]
        if not designs:
            continue
        bought = max(packs(t.sheets, t.paper.on_hand, t.paper.pack_sheets) for t in designs)
        left = tuple((t.paper.id, t.paper.on_hand + bought * t.paper.pack_sheets - t.sheets) for t in designs)
        others = max(0, pack.sheets - sum(t.paper.pack_sheets for t in designs)) * bought
        nothing = rounded(0, job.currency)
        cash = rounded((pack.price or 0) * bought, job.currency)
        line = CostLine("pack", pack.id, Ways(nothing, nothing, cash), pack.price is not None)
        found.append(PackTotal(pack, bought, left, others, line))
    return found


def supply_totals(job: Job) -> list[SupplyTotal]:
    """Every supply the kits use. Raises CannotPlanError for a length that no spool holds."""
    uses: dict[str, list[tuple[int, SupplyUse]]] = {}
    for number, use in enumerate(job.project.supplies):
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
    cut, spool = say_length(use.cut_length, job.units), say_length(int(supply.pack_size), job.units)
    return Fault(
        f"project.supplies[{number}]",
        "longer-than-spool",
        f"a length of {cut} cannot be cut from {supply.name}: a spool holds {spool}",
    )


def _supply_total(job: Job, supply: Supply, uses: list[SupplyUse]) -> SupplyTotal:
    kits = job.klass.kits
    lengths: tuple[tuple[Length, int], ...] = ()
    if supply.unit is SupplyUnit.LENGTH:
        needed = Decimal(sum((use.length or 0) * kits for use in uses))
        by_cut: dict[Length, int] = {}
        for use in uses:
            by_cut[use.cut_length] = by_cut.get(use.cut_length, 0) + use.cuts * kits
        lengths = tuple(by_cut.items())
    else:
        needed = sum(((use.count or Decimal(0)) * kits for use in uses), Decimal(0))
    if lengths and not supply.joinable:
        bought = _spools(supply, lengths)
    else:
        bought = packs(needed, supply.on_hand, supply.pack_size)
    price = supply.pack_price or Decimal(0)
    used = rounded(Fraction(price) * Fraction(needed) / Fraction(supply.pack_size), job.currency)
    ways = Ways(used, used, rounded(price * bought, job.currency))
    line = CostLine("supply", supply.id, ways, supply.pack_price is not None)
    return SupplyTotal(supply, needed, lengths, bought, line)


def _spools(supply: Supply, lengths: tuple[tuple[Length, int], ...]) -> int:
    """Fewest spools: cut lengths that cannot span two of them are nested on a strip 1 nm high."""
    thin = Length(1)
    stock = [Stock(Length(int(supply.pack_size)), thin)]
    if supply.on_hand > 0:
        stock.append(Stock(Length(int(supply.on_hand)), thin, 1))
    wanted = [(cut, n) for cut, n in lengths if n]
    if len(wanted) == 1:
        ((cut, count),) = wanted
        return packs(count, int(supply.on_hand) // cut, int(supply.pack_size) // cut)
    return nest([Item(cut, thin) for cut, _ in wanted], [n for _, n in wanted], stock)[0].sheets


def cost(
    job: Job,
    papers: Iterable[PaperTotal],
    supplies: Iterable[SupplyTotal],
    bought: Iterable[PackTotal] = (),
) -> Cost:
    """The three costs of the whole class and of one kit."""
    lines = (*(p.line for p in papers), *(p.line for p in bought), *(s.line for s in supplies))
    klass: Class = job.klass

    def summed(amounts: list[Decimal]) -> PerKit:
        return per_kit(sum(amounts, rounded(0, job.currency)), klass.kits, job.currency)

    fee = None if klass.fee is None else rounded(klass.fee, job.currency)
    return Cost(
        lines=lines,
        material_used=summed([line.ways.material_used for line in lines]),
        sheets_opened=summed([line.ways.sheets_opened for line in lines]),
        cash_out=summed([line.ways.cash_out for line in lines]),
        unpriced=tuple(line.id for line in lines if not line.priced),
        fee=fee,
        takings=None if fee is None else fee * klass.seats,
    )
