"""The plan file, version 1: written from a plan, and read back to an equal one apart from its fixes."""

from __future__ import annotations

import json
from decimal import Decimal
from typing import Any

from neat_sheaf.checks import Finding, Level
from neat_sheaf.costing import Cost, CostLine, PackTotal, PaperTotal, SupplyTotal, ThreeCosts
from neat_sheaf.cutting.plan import PaperPlan
from neat_sheaf.errors import Fault
from neat_sheaf.formats.message_part import message_document, read_message
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue, load_json
from neat_sheaf.formats.sheets_part import cutting_document, mix_document, paper_document, read_sheets
from neat_sheaf.measure.length import Length, millimetre_number
from neat_sheaf.measure.money import PerKit
from neat_sheaf.messages import recorded
from neat_sheaf.plan import Plan
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.wording import Voice, english

__all__ = ["FORMAT", "plan_document", "read_plan", "read_plan_document", "write_plan"]

FORMAT = "neat-sheaf.plan/1"

_COSTS = ("material_used", "sheets_opened", "cash_out")


def write_plan(plan: Plan, voice: Voice | None = None) -> str:
    """The plan as the text of a plan file; ``voice`` words its checks, in English where there is none."""
    return json.dumps(plan_document(plan, voice), ensure_ascii=False, indent=2) + "\n"


def plan_document(plan: Plan, voice: Voice | None = None) -> dict[str, Any]:
    """The plan as JSON values."""
    voice = voice or english()
    return {
        "format": FORMAT,
        "kits": plan.kits,
        "currency": plan.currency,
        "papers": [_paper(paper, total) for paper, total in zip(plan.papers, plan.paper_totals, strict=True)],
        "packs": [_pack(total) for total in plan.packs],
        "checks": [_finding(finding, voice) for finding in plan.findings],
        "supplies": [_supply(supply) for supply in plan.supplies],
        "cost": _cost(plan.cost),
        "cutting": cutting_document(plan.cutting),
        "mixes": [mix_document(mix) for mix in plan.mixes],
    }


def _paper(paper: PaperPlan, total: PaperTotal) -> dict[str, Any]:
    document = paper_document(paper)
    layouts = document.pop("layouts")
    cash = str(total.line.amounts.cash_out)
    return {**document, "packs": total.packs, "cost": cash, "layouts": layouts}


def _pack(total: PackTotal) -> dict[str, Any]:
    return {
        "pack": total.pack,
        "packs": total.packs,
        "cost": str(total.line.amounts.cash_out),
        "left": [{"paper": paper, "sheets": sheets} for paper, sheets in total.left],
        "others": total.others,
    }


def _finding(finding: Finding, voice: Voice) -> dict[str, Any]:
    """A check: in words, and as the message that the words are made from. ``piece`` is its line, from 0."""
    return {
        "level": finding.level.value,
        "code": finding.code,
        "where": voice.words(finding.where),
        "says": voice.words(finding.message),
        "piece": finding.piece,
        "message": message_document(finding.message),
        "place": message_document(finding.where),
    }


def _supply(total: SupplyTotal) -> dict[str, Any]:
    by_length = total.unit is SupplyUnit.LENGTH
    return {
        "supply": total.supply,
        "unit": total.unit.value,
        "needed": _number(total.needed, by_length),
        "lengths": [{"length": millimetre_number(cut), "count": n} for cut, n in total.lengths],
        "packs": total.packs,
        "cost": str(total.line.amounts.cash_out),
        **({"lent": _number(total.lent, by_length)} if total.lent else {}),
        **({"unknown": True} if total.unknown else {}),
    }


def _number(value: Decimal, by_length: bool) -> int | float:
    if by_length:
        return millimetre_number(int(value))
    return int(value) if value == value.to_integral_value() else float(value)


def _cost(cost: Cost) -> dict[str, Any]:
    costs: dict[str, PerKit] = {name: getattr(cost, name) for name in _COSTS}
    takings = cost.takings
    return {
        "per_kit": {name: str(amount.share) for name, amount in costs.items()},
        "total": {name: str(amount.total) for name, amount in costs.items()},
        "residue": {name: str(amount.residue) for name, amount in costs.items()},
        "lines": [_line(line) for line in cost.lines],
        "unpriced": list(cost.unpriced),
        "fee": None if cost.fee is None else str(cost.fee),
        "takings": None if takings is None else str(takings),
        **({"seats": cost.seats} if cost.seats else {}),
        "margin": None
        if takings is None
        else {name: str(takings - amount.total) for name, amount in costs.items()},
        "seats_to_cover": None
        if takings is None
        else {name: cost.seats_to_cover(amount.total) for name, amount in costs.items()},
    }


def _line(line: CostLine) -> dict[str, Any]:
    return {
        "kind": line.kind,
        "id": line.id,
        "priced": line.priced,
        **{name: str(getattr(line.amounts, name)) for name in _COSTS},
    }


def read_plan(text: str) -> Plan:
    """Read a plan file. Raises FileError with every fault found, each by its path."""
    return read_plan_document(load_json(text))


def read_plan_document(document: Any) -> Plan:
    """Read the JSON values of a plan file; FileError with every fault."""
    faults: list[Fault] = []
    try:
        plan = _read_root(JsonValue(document, "", "mm", faults))
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return plan


_ROOT = ("format", "kits", "currency", "papers", "checks", "supplies", "cost", "cutting")


def _read_root(root: JsonValue) -> Plan:
    root.object(_ROOT, ["packs", "mixes"])
    if root.value["format"] != FORMAT:
        raise root.key("format").fault("wrong-format", format=FORMAT)
    cost = _read_cost(root.key("cost"))
    lines = {(line.kind, line.id): line for line in cost.lines}

    def line_of(node: JsonValue, kind: str) -> CostLine:
        name = node.key(kind).text()
        if (kind, name) not in lines:
            raise node.key(kind).fault("no-cost-line", name=name)
        return lines[kind, name]

    return Plan(
        kits=root.key("kits").whole(),
        currency=root.key("currency").text(),
        sheet_plan=read_sheets(root),
        paper_totals=root.list_at("papers", lambda n: _read_paper_total(n, line_of(n, "paper"))),
        packs=root.list_at("packs", lambda n: _read_pack(n, line_of(n, "pack"))),
        supplies=root.list_at("supplies", lambda n: _read_supply(n, line_of(n, "supply"))),
        cost=cost,
        findings=root.list_at("checks", _read_finding),
    )


def _read_paper_total(node: JsonValue, line: CostLine) -> PaperTotal:
    packs = node.take("packs", JsonValue.whole, 0)
    return PaperTotal(node.key("paper").text(), node.key("sheets").whole(), packs, line)


def _read_pack(node: JsonValue, line: CostLine) -> PackTotal:
    node.object(["pack", "packs", "cost", "left", "others"])
    left = node.list_at("left", lambda n: (n.key("paper").text(), n.key("sheets").whole()))
    return PackTotal(
        node.key("pack").text(), node.key("packs").whole(), left, node.key("others").whole(), line
    )


def _read_supply(node: JsonValue, line: CostLine) -> SupplyTotal:
    node.object(["supply", "unit", "needed", "lengths", "packs", "cost"], ["lent", "unknown"])
    unit = node.key("unit").choice(SupplyUnit)
    needed = node.key("needed")

    def amount(part: JsonValue) -> Decimal:
        return Decimal(part.millimetres()) if unit is SupplyUnit.LENGTH else part.amount()

    return SupplyTotal(
        supply=node.key("supply").text(),
        unit=unit,
        needed=amount(needed),
        lent=node.take("lent", amount, Decimal(0)),
        lengths=node.list_at("lengths", _read_lengths),
        packs=node.key("packs").whole(),
        line=line,
        unknown=node.take("unknown", JsonValue.flag, False),
    )


def _read_lengths(node: JsonValue) -> tuple[Length, int]:
    return Length(node.key("length").millimetres()), node.key("count").whole()


_COST_KEYS = ("per_kit", "total", "residue", "lines")


def _read_cost(node: JsonValue) -> Cost:
    node.object(_COST_KEYS, ["unpriced", "fee", "takings", "margin", "seats_to_cover", "seats"])

    def per_kit(name: str) -> PerKit:
        total, share, residue = (node.key(part).key(name) for part in ("total", "per_kit", "residue"))
        return PerKit(total.signed(), share.signed(), residue.signed())

    return Cost(
        lines=node.list_at("lines", _read_line),
        material_used=per_kit("material_used"),
        sheets_opened=per_kit("sheets_opened"),
        cash_out=per_kit("cash_out"),
        unpriced=node.list_at("unpriced", JsonValue.text),
        fee=node.take("fee", _maybe_amount, None),
        takings=node.take("takings", _maybe_amount, None),
        seats=node.take("seats", JsonValue.whole, 0),
    )


def _maybe_amount(node: JsonValue) -> Decimal | None:
    return node.signed()


def _read_line(node: JsonValue) -> CostLine:
    node.object(["kind", "id", "priced", *_COSTS])
    amounts = ThreeCosts(*(node.key(name).signed() for name in _COSTS))
    return CostLine(node.key("kind").text(), node.key("id").text(), amounts, node.key("priced").flag())


def _read_finding(node: JsonValue) -> Finding:
    """A check; of one that was written before its parameters were kept, the words are all there is."""
    node.object(["level", "code", "where", "says"], ["piece", "message", "place"])
    where, says = node.key("where").text(), node.key("says").text(4_000)
    said = recorded(node.key("code").text(), says)
    return Finding(
        level=node.key("level").choice(Level),
        message=node.take("message", read_message, said),
        where=node.take("place", read_message, recorded("place", where)),
        piece=node.take("piece", _maybe_whole, None),
    )


def _maybe_whole(node: JsonValue) -> int | None:
    return node.whole()
