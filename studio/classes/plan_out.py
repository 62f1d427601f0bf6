"""A plan of the core as the API gives it."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from neat_sheaf.costing import CostLine, PackTotal, PaperTotal, SupplyTotal
from neat_sheaf.cutting.plan import PaperPlan, SheetPlan
from neat_sheaf.measure.money import PerKit
from neat_sheaf.pinned import Round
from neat_sheaf.plan import Plan
from neat_sheaf.wording import Voice
from studio.classes.plan_schemas import (
    CostLineOut,
    CostOut,
    MissingOut,
    PackTotalOut,
    PaperTotalOut,
    PlanOut,
    RoundOut,
    SeatsOut,
    StrokeOut,
    SupplyTotalOut,
    ThreeCostsOut,
)
from studio.projects.findings import check_out

__all__ = ["plan_out", "round_out"]

_COSTS = ("material_used", "sheets_opened", "cash_out")


def plan_out(plan: Plan, voice: Voice) -> PlanOut:
    """Everything of a plan, its checks in the words of a voice."""
    return PlanOut.model_validate(
        {
            "kits": plan.kits,
            "currency": plan.currency,
            "sheets": plan.sheets,
            "proved": plan.proved,
            "papers": [_paper(p, total) for p, total in zip(plan.papers, plan.paper_totals, strict=True)],
            "packs": [_pack(total) for total in plan.packs],
            "checks": [check_out(finding, voice) for finding in plan.findings],
            "supplies": [_supply(total) for total in plan.supplies],
            "cost": _cost(plan),
            "cutting": _cutting(plan.sheet_plan),
            "mixes": [
                {
                    "papers": list(mix.papers),
                    "priced": mix.priced,
                    "cost": str(mix.cost),
                    "lower_bound": str(mix.lower_bound),
                    "proved": mix.proved,
                }
                for mix in plan.mixes
            ],
        }
    )


def round_out(one: Round) -> RoundOut:
    """A round that is pinned."""
    return RoundOut.model_validate(
        {"why": one.why, "papers": one.sheets.papers, "cutting": _cutting(one.sheets)}
    )


def _cutting(sheets: SheetPlan) -> dict[str, object]:
    """The order of cutting, with what is turned and what waits."""
    cutting, hands = sheets.cutting, sheets.hands
    batches = [
        {
            "setting": batch.setting,
            "squaring": batch.squaring,
            "waiting": at.waiting,
            "strokes": [
                StrokeOut.from_orm(stroke).model_copy(update={"turned": turned})
                for stroke, turned in zip(batch.strokes, at.turned, strict=True)
            ],
        }
        for batch, at in zip(cutting.batches, hands, strict=True)
    ]
    own = {name: getattr(cutting, name) for name in ("layouts", "settings", "strokes", "minutes", "largest")}
    most = max((len(at.waiting) for at in hands), default=0)
    return {**own, "batches": batches, "turns": cutting.handling.turn, "most_waiting": most}


def _cash(line: CostLine) -> str:
    return str(line.amounts.cash_out)


def _paper(paper: PaperPlan, total: PaperTotal) -> PaperTotalOut:
    own = {name: getattr(paper, name) for name in PaperTotalOut.model_fields if hasattr(paper, name)}
    return PaperTotalOut.model_validate({**own, "packs": total.packs, "cost": _cash(total.line)})


def _pack(total: PackTotal) -> PackTotalOut:
    return PackTotalOut.model_validate(
        {
            "pack": total.pack,
            "packs": total.packs,
            "cost": _cash(total.line),
            "left": [{"paper": paper, "sheets": sheets} for paper, sheets in total.left],
            "others": total.others,
        }
    )


def _supply(total: SupplyTotal) -> SupplyTotalOut:
    return SupplyTotalOut.model_validate(
        {
            "supply": total.supply,
            "unit": total.unit,
            "needed": float(total.needed),
            "lent": float(total.lent) or None,
            "unknown": total.unknown,
            "lengths": [{"length": length, "count": count} for length, count in total.lengths],
            "packs": total.packs,
            "cost": _cash(total.line),
        }
    )


def _cost(plan: Plan) -> CostOut:
    cost = plan.cost
    amounts: dict[str, PerKit] = {name: getattr(cost, name) for name in _COSTS}
    takings = cost.takings
    margin = seats = None
    if takings is not None:
        margin = _three({name: takings - amount.total for name, amount in amounts.items()})
        covered = {name: cost.seats_to_cover(amount.total) for name, amount in amounts.items()}
        seats = SeatsOut.model_validate(covered)
    return CostOut(
        per_kit=_three({name: amount.share for name, amount in amounts.items()}),
        total=_three({name: amount.total for name, amount in amounts.items()}),
        residue=_three({name: amount.residue for name, amount in amounts.items()}),
        lines=[_line(line) for line in cost.lines],
        unpriced=list(cost.unpriced),
        missing=MissingOut(**{name: len(plan.missing(name)) for name in _COSTS}),
        fee=None if cost.fee is None else str(cost.fee),
        takings=None if takings is None else str(takings),
        margin=margin,
        seats_to_cover=seats,
    )


def _three(amounts: dict[str, Decimal]) -> ThreeCostsOut:
    return ThreeCostsOut(**{name: str(amount) for name, amount in amounts.items()})


def _line(line: CostLine) -> CostLineOut:
    own: dict[str, Any] = {"kind": line.kind, "id": line.id, "priced": line.priced}
    return CostLineOut.model_validate({**own, **{n: str(getattr(line.amounts, n)) for n in _COSTS}})
