"""The plan in words and columns, for a person at a terminal."""

from __future__ import annotations

from neat_sheaf.job import SupplyUnit
from neat_sheaf.length import Length, Unit, say_length, write_length
from neat_sheaf.money import rounded
from neat_sheaf.nesting.cut_order import Becomes
from neat_sheaf.plan import Plan
from neat_sheaf.project import Side
from neat_sheaf.sheets import PaperPlan, SheetLayout
from neat_sheaf.totals import SupplyTotal

__all__ = ["plan_report", "proof"]


def plan_report(plan: Plan) -> str:
    """Layouts with their cuts, shopping and cost; lengths in the job's units."""
    job = plan.job
    klass = job.klass
    lines = [
        f"{job.project.name}: {plan.kits} kits "
        f"({klass.seats} seats + {klass.samples} samples + {klass.spares} spares)",
    ]
    for finding in plan.findings:
        lines.append(f"  {finding.level}: {finding.where}: {finding.says}")
    for paper, total in zip(plan.papers, plan.paper_totals, strict=True):
        lines += ["", f"{paper.paper.name}: {proof(paper)}", f"  buy {_packs(total.packs)}"]
        if paper.paper.pack:
            lines[-1] = f"  comes in the pack {plan.job.packs_by_id[paper.paper.pack].name}"
        for layout in paper.layouts:
            lines += _layout(layout, job.units)
    if plan.cutting.batches:
        lines += ["", *_cutting(plan)]
    for mix in plan.mixes:
        money = f"{rounded(mix.cost, job.currency)} {job.currency}" if mix.priced else "this area of sheets"
        proved = (
            "No mix of straight cuts costs less." if mix.cost == mix.at_least else "It may be done for less."
        )
        names = ", ".join(job.paper(paper).name for paper in mix.papers)
        lines += ["", f"{names} together: {money}. {proved}"]
    for pack in plan.packs:
        left = ", ".join(f"{n} of {job.paper(paper).name}" for paper, n in pack.left)
        lines += [
            "",
            f"{pack.pack.name}: buy {_packs(pack.packs)}; left then {left}, {pack.others} of others",
        ]
    if plan.supplies:
        lines += ["", "Supplies"]
        lines += [f"  {_supply(supply, job.units)}" for supply in plan.supplies]
    lines += ["", f"Cost in {job.currency}        a kit      class"]
    for name, way in (
        ("material used", plan.cost.material_used),
        ("sheets opened", plan.cost.sheets_opened),
        ("cash out", plan.cost.cash_out),
    ):
        lines.append(f"  {name:<14} {way.share:>9} {way.total:>10}")
    if plan.cost.unpriced:
        lines.append(f"  without a price, so not counted: {', '.join(plan.cost.unpriced)}")
    return "\n".join(lines) + "\n"


def proof(paper: PaperPlan) -> str:
    """How many sheets, and what is proved of that number."""
    sheets = f"{paper.sheets} sheet{'' if paper.sheets == 1 else 's'}"
    used = f" and {paper.offcuts_used} from offcuts" if paper.offcuts_used else ""
    if paper.mixed:
        return f"{sheets}{used}, mixed with other sizes of the same paper."
    if paper.sheets == paper.at_least:
        return f"{sheets}{used}. No way of cutting straight across uses fewer."
    return (
        f"{sheets}{used}. Proved so far: no way of cutting straight across uses fewer than {paper.at_least}."
    )


_RESULTS = {Becomes.PIECE: "a piece", Becomes.PART: "a part to cut again", Becomes.WASTE: "waste"}


def _cutting(plan: Plan) -> list[str]:
    cutting, units = plan.cutting, plan.job.units
    names = [plan.job.paper(paper).name for paper in cutting.papers]
    lines = [
        f"At the trimmer: {cutting.settings} settings, {cutting.strokes} strokes, about "
        f"{-(-cutting.seconds // 60)} min. Guard down; cut away from the hand."
    ]
    for batch in cutting.batches:
        lines.append(f"  set {_said(batch.setting, units)}")
        for stroke in batch.strokes:
            turned = ", turned a quarter" if stroke.along is Side.HEIGHT else ""
            size = f"{_said(stroke.width, units)} x {_said(stroke.height, units)}"
            gives = " or ".join(cutting.pieces[kind] for kind in stroke.gives) or _RESULTS[stroke.strip]
            if stroke.rest_gives is not None:
                gives += f", the rest is {cutting.pieces[stroke.rest_gives]}"
            each = f"{stroke.times} times " if stroke.times > 1 else ""
            lines.append(f"     {names[stroke.paper]}: {stroke.count} of {size}{turned}, {each}gives {gives}")
    return lines


def _packs(packs: int) -> str:
    return "nothing" if packs == 0 else f"{packs} pack{'' if packs == 1 else 's'}"


def _said(length: int, units: Unit) -> str:
    return write_length(Length(length), units)


def _layout(layout: SheetLayout, units: Unit) -> list[str]:
    kind = "" if layout.stock.is_sheet else " (offcut)"
    size = f"{_said(layout.stock.width, units)} x {_said(layout.stock.height, units)}"
    lines = [f"  {layout.letter}: cut {layout.times} like this, {size}{kind}"]
    for place in layout.placements:
        turned = ", turned" if place.turned else ""
        lines.append(
            f"     {place.piece} [{place.colourway}] {_said(place.region.width, units)} x "
            f"{_said(place.region.height, units)} at {_said(place.region.x, units)}, "
            f"{_said(place.region.y, units)}{turned}"
        )
    settings = ", ".join(f"{_said(c.setting, units)} across the {c.along}" for c in layout.cuts)
    return [*lines, f"     cuts: {settings or 'none, the whole sheet'}"]


def _supply(total: SupplyTotal, units: Unit) -> str:
    if total.supply.unit is SupplyUnit.LENGTH:
        lengths = ", ".join(f"{n} of {_said(cut, units)}" for cut, n in total.lengths)
        needed = f"{say_length(int(total.needed), units)} ({lengths})"
    else:
        needed = format(total.needed.normalize(), "f")
        needed += " ml" if total.supply.unit is SupplyUnit.ML else ""
    return f"{total.supply.name}: {needed}; buy {_packs(total.packs)}"
