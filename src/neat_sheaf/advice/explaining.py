"""Every figure of a plan's cost opened: what it is made of, the formula with its numbers, the source.

The formulas are common practice where no source is named.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field
from decimal import Decimal
from fractions import Fraction

from neat_sheaf.costing import PackTotal, PaperTotal, SupplyTotal
from neat_sheaf.costing.fee import extra_cost, extra_count
from neat_sheaf.costing.purchases import sheets_used, times_taken
from neat_sheaf.costing.spools import spool_plan
from neat_sheaf.cutting.plan import PaperPlan
from neat_sheaf.folding.glue_lines import length_of
from neat_sheaf.folding.sticking import glued_in, pads_under, taken_for
from neat_sheaf.job import Extra, Job
from neat_sheaf.measure.length import Length
from neat_sheaf.measure.money import PerKit
from neat_sheaf.messages import Amount, Measured, Message, Sized, message, several
from neat_sheaf.plan import Plan
from neat_sheaf.project import Project, SupplyUse
from neat_sheaf.stock import Supply, SupplyUnit

__all__ = ["Explained", "explain"]

_MEASURES = ("material_used", "sheets_opened", "cash_out")


@dataclass(frozen=True, slots=True)
class Explained:
    """One line of the cost, or the totals (kind ``total``).

    ``parts`` is what it is made of; ``figures`` has the formula of each figure by its name: ``needed``,
    ``material_used``, ``sheets_opened``, ``cash_out``; ``sources`` says where a proof or a rule is from.
    """

    kind: str
    id: str
    parts: tuple[Message, ...] = ()
    figures: dict[str, Message] = field(default_factory=dict, hash=False)
    sources: tuple[Message, ...] = ()


def explain(job: Job, plan: Plan) -> list[Explained]:
    """Every line of the cost of ``plan``, which is a plan of ``job``, and the totals last."""
    papers = {paper.paper: paper for paper in plan.papers}
    return [
        *(_paper(job, papers[total.paper], total) for total in plan.paper_totals),
        *(_pack(job, total, plan) for total in plan.packs),
        *(_supply(job, total) for total in plan.supplies),
        *(_extra(job, extra) for extra in job.klass.extras),
        _totals(job, plan),
    ]


def _money(job: Job, amount: Decimal) -> Amount:
    return Amount(amount, job.currency)


def _paper(job: Job, paper: PaperPlan, total: PaperTotal) -> Explained:
    of = job.paper(paper.paper)
    pack = job.packs_by_id.get(of.pack)
    price, holds = (pack.price, pack.sheets) if pack else (of.pack_price, of.pack_sheets)
    bound = max(paper.lower_bound, paper.within_reach)
    sources = (message("explained-bound", sheets=bound),) if bound and not paper.mixed else ()
    parts = tuple(_pieces(paper))
    if price is None:
        figures = {name: message("explained-unpriced") for name in _MEASURES}
        return Explained("paper", paper.paper, parts, figures, sources)
    amounts = total.line.amounts
    rate = message("explained-rate", price=_money(job, price), holds=holds)
    used = sheets_used(job, paper)
    figures = {
        "material_used": message(
            "explained-area", sheets=_about(used), rate=rate, cost=_money(job, amounts.material_used)
        ),
        "sheets_opened": message(
            "explained-opened", sheets=total.sheets, rate=rate, cost=_money(job, amounts.sheets_opened)
        ),
        "cash_out": message("explained-in-pack", pack=pack.name)
        if pack
        else _bought(
            message("explained-amount.sheets", count=total.sheets),
            message("explained-amount.sheets", count=of.on_hand),
            total.packs, message("explained-amount.sheets", count=holds), _money(job, price),
            _money(job, amounts.cash_out),
        ),
    }  # fmt: skip
    return Explained("paper", paper.paper, parts, figures, (*sources, message("explained-rounding")))


def _pieces(paper: PaperPlan) -> Iterator[Message]:
    """How many of each piece are cut, and the offcuts that are used and kept."""
    counts: Counter[tuple[str, int, int]] = Counter()
    kept: Counter[tuple[int, int]] = Counter()
    used: Counter[tuple[int, int]] = Counter()
    for layout in paper.layouts:
        for placed in layout.placements:
            size = placed.region.width, placed.region.height
            counts[placed.piece, *(reversed(size) if placed.turned else size)] += layout.times
        for residual in layout.residuals:
            if residual.kept:
                kept[residual.region.width, residual.region.height] += layout.times
        if not layout.stock.is_sheet:
            used[layout.stock.width, layout.stock.height] += layout.times
    for (piece, width, height), count in counts.items():
        yield message("explained-pieces", count=count, piece=piece, size=Sized(width, height))
    for key, sizes in (("explained-offcuts.used", used), ("explained-offcuts.kept", kept)):
        if sizes:
            said = [message("explained-of-size", count=n, size=Sized(*size)) for size, n in sizes.items()]
            yield message(key, offcuts=several(said))


def _about(share: Fraction) -> Decimal:
    """A share to the thousandth; it is said as about so much."""
    return Decimal(round(share * 1000)).scaleb(-3).normalize() + 0


def _bought(
    needed: Message, here: Message, packs: int, holds: Message, price: Amount, cost: Amount
) -> Message:
    if not packs:
        return message("explained-bought.none", needed=needed, here=here)
    return message(
        "explained-bought.packs", needed=needed, here=here, packs=packs, holds=holds, price=price, cost=cost
    )


def _pack(job: Job, total: PackTotal, plan: Plan) -> Explained:
    pack = job.packs_by_id[total.pack]
    parts = [
        message(
            "explained-design",
            paper=paper.name,
            needed=one.sheets,
            here=paper.on_hand,
            copies=paper.pack_sheets,
        )
        for one in plan.paper_totals
        if (paper := job.paper(one.paper)).pack == total.pack
    ]
    if pack.price is None:
        cash = message("explained-unpriced")
    else:
        price, cost = _money(job, pack.price), _money(job, total.line.amounts.cash_out)
        cash = message("explained-pack", packs=total.packs, price=price, cost=cost)
    return Explained("pack", total.pack, tuple(parts), {"cash_out": cash})


def _supply(job: Job, total: SupplyTotal) -> Explained:
    supply = next(one for one in job.supplies if one.id == total.supply)
    uses = [use for use in job.project.taken if use.supply == total.supply]
    parts = [_use(job, use, supply) for use in uses]
    needed = _amount(total.needed, supply)
    key = "explained-needed.lent" if total.lent else "explained-needed.all"
    figures = {"needed": message(key, needed=needed, lent=_amount(total.lent, supply))}
    if total.unknown:
        figures = {name: message("explained-needed.unknown") for name in ("needed", *_MEASURES)}
        return Explained("supply", total.supply, tuple(parts), figures)
    sources = [message("explained-rounding")]
    if total.lengths and not supply.joinable:
        spools = spool_plan(supply, total.lengths, supply.on_hand)
        parts += [
            message(
                "explained-spool.bought" if cut.bought else "explained-spool.here",
                count=cut.times, length=Measured(cut.length), left=Measured(cut.left),
                lengths=several(
                    message("explained-amount.lengths", count=n, length=Measured(length))
                    for length, n in cut.lengths
                ),
            )
            for cut in spools.cuts
        ]  # fmt: skip
        if spools.bought and spools.bought == spools.lower_bound:
            sources.insert(0, message("explained-spools", spools=spools.bought))
    if supply.pack_price is None:
        figures |= {name: message("explained-unpriced") for name in _MEASURES}
        return Explained("supply", total.supply, tuple(parts), figures)
    amounts, price = total.line.amounts, _money(job, supply.pack_price)
    holds = _amount(supply.pack_size, supply)
    used = message(
        "explained-used", used=_amount(total.needed - total.lent, supply), price=price, holds=holds,
        cost=_money(job, amounts.material_used),
    )  # fmt: skip
    cash = _bought(
        needed, _amount(supply.on_hand, supply), total.packs, holds, price, _money(job, amounts.cash_out)
    )
    figures |= {"material_used": used, "sheets_opened": used, "cash_out": cash}
    return Explained("supply", total.supply, tuple(parts), figures, tuple(sources))


def _use(job: Job, use: SupplyUse, supply: Supply) -> Message:
    """One use of a supply: how much, and for how many."""
    if use.length is None:
        amount = _amount(use.count or Decimal(0), supply)
    elif use.girth is not None:
        length, girth = Measured(use.cut_length), Measured(use.girth)
        bow = Measured(use.bow or 0)
        amount = message("explained-amount.tie", count=use.cuts, length=length, girth=girth, bow=bow)
    elif supply.joinable and use.cuts == 1:
        amount = _amount(Decimal(use.length), supply)
    else:
        amount = message("explained-amount.lengths", count=use.cuts, length=Measured(use.cut_length))
    if use.sticks or use.lifts:
        amount = _held(job, use, supply, amount)
    times = times_taken(use, job.klass)
    if use.shared_by == 1:
        return message("explained-use.kit", amount=amount, times=times)
    if use.shared_by:
        return message("explained-use.table", amount=amount, people=use.shared_by, times=times)
    return message("explained-use.class", amount=amount)


def _list_with(job: Job, use: SupplyUse) -> Project:
    """The list of a version that has this use; where one was worked out, it was from that."""
    return next((own for own in job.lists if use in own.supplies), job.project)


def _held(job: Job, use: SupplyUse, supply: Supply, amount: Message) -> Message:
    """The amount with what it is worked out from, or what it was typed over."""
    project, habits = _list_with(job, use), job.habits
    lines = glued_in(project)
    if use.typed:
        worked = taken_for(use, supply, project, lines, habits, job.units)
        figure = Decimal(worked.length) if worked.length is not None else worked.count or Decimal(0)
        said = Decimal(use.length) if use.length is not None else use.count or Decimal(0)
        if len(job.lists) > 1 and figure != said:
            return amount
        if len(job.lists) == 1:
            return message("explained-amount.over", amount=amount, worked=_amount(figure, supply))
    parts = [
        message(f"explained-stuck.{kind.value}", length=Measured(length))
        for kind in use.sticks
        if (length := length_of(lines, kind))
    ]
    parts += [
        message("explained-stuck.pads", count=pads_under(piece) * piece.per_kit, piece=piece.name)
        for piece in project.pieces
        if piece.name in use.lifts
    ]
    made_of = several(parts or [message("explained-stuck.nothing")], "and")
    if supply.unit is SupplyUnit.ML:
        back = Measured(habits.keep_back)
        return message("explained-amount.back", amount=amount, made_of=made_of, back=back)
    return message("explained-amount.worked", amount=amount, made_of=made_of)


def _amount(amount: Decimal, supply: Supply) -> Message:
    if supply.unit is SupplyUnit.LENGTH:
        return message("explained-amount.length", length=Measured(Length(int(amount))))
    unit = "ml" if supply.unit is SupplyUnit.ML else "each"
    return message(f"explained-amount.{unit}", count=amount.normalize() + 0)


def _extra(job: Job, extra: Extra) -> Explained:
    count = extra_count(extra, job.klass)
    cost = _money(job, extra_cost(extra, job.klass, job.currency))
    amount, times = _money(job, extra.amount), extra.times.normalize() + 0
    key = f"explained-extra.{extra.per.value}"
    said = message(key, amount=amount, times=times, over=extra.over, count=count, cost=cost)
    figures = dict.fromkeys(_MEASURES, said)
    return Explained("extra", extra.name, (), figures, (message("explained-rounding"),))


def _totals(job: Job, plan: Plan) -> Explained:
    """The whole class, and a kit's part of it with what rounding leaves over."""
    figures = {}
    for name in _MEASURES:
        of: PerKit = getattr(plan.cost, name)
        rounding = "over" if of.residue > 0 else "under" if of.residue < 0 else "even"
        figures[name] = message(
            f"explained-kit.{rounding}",
            total=_money(job, of.total),
            kits=plan.kits,
            share=_money(job, of.share),
            residue=_money(job, abs(of.residue)),
        )
    return Explained("total", "", (), figures, (message("explained-rounding"),))
