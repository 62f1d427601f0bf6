"""The plan file, version 1. Lengths are millimetres with at most six decimals, exact."""

from __future__ import annotations

import json
from decimal import Decimal
from fractions import Fraction
from typing import Any

from neat_sheaf.checks import Finding
from neat_sheaf.job import SupplyUnit
from neat_sheaf.length import millimetre_number
from neat_sheaf.money import PerKit
from neat_sheaf.nesting.cut_order import Stroke
from neat_sheaf.nesting.pattern import Region
from neat_sheaf.plan import Plan
from neat_sheaf.sheets import CuttingPlan, PaperPlan, SheetLayout, SheetPlan
from neat_sheaf.totals import Cost, PaperTotal, SupplyTotal

__all__ = [
    "FORMAT",
    "cutting_document",
    "findings_document",
    "layout_document",
    "plan_document",
    "sheets_document",
    "write_plan",
]

FORMAT = "neat-sheaf.plan/1"


def write_plan(plan: Plan) -> str:
    """The plan as the text of a plan file."""
    return json.dumps(plan_document(plan), ensure_ascii=False, indent=2) + "\n"


def plan_document(plan: Plan) -> dict[str, Any]:
    """The plan as JSON values."""
    return {
        "format": FORMAT,
        "kits": plan.kits,
        "currency": plan.job.currency,
        "papers": [_paper(paper, total) for paper, total in zip(plan.papers, plan.paper_totals, strict=True)],
        "packs": [
            {
                "pack": total.pack.id,
                "packs": total.packs,
                "cost": str(total.line.ways.cash_out),
                "left": [{"paper": paper, "sheets": sheets} for paper, sheets in total.left],
                "others": total.others,
            }
            for total in plan.packs
        ],
        "checks": findings_document(plan.findings),
        "supplies": [_supply(supply) for supply in plan.supplies],
        "cost": _cost(plan.cost),
        "cutting": cutting_document(plan.cutting),
        "mixes": [
            {
                "papers": list(mix.papers),
                "priced": mix.priced,
                "cost": str(_money(mix.cost)),
                "at_least": str(_money(mix.at_least)),
                "proved": mix.cost == mix.at_least,
            }
            for mix in plan.mixes
        ],
    }


def sheets_document(sheets: SheetPlan) -> dict[str, Any]:
    """Layouts and cutting order alone, as JSON values: what is pinned once cutting has begun."""
    return {
        "papers": [
            {
                "paper": paper.paper.id,
                "sheets": paper.sheets,
                "offcuts_used": paper.offcuts_used,
                "layouts": [layout_document(layout) for layout in paper.layouts],
            }
            for paper in sheets.papers
        ],
        "cutting": cutting_document(sheets.cutting),
    }


def cutting_document(cutting: CuttingPlan) -> dict[str, Any]:
    """The order of cutting as JSON values; a stroke's parts say on which layouts they lie."""
    return {
        "layouts": cutting.layouts,
        "settings": cutting.settings,
        "strokes": cutting.strokes,
        "minutes": -(-cutting.seconds // 60),
        "largest_offcut": None
        if cutting.largest is None
        else {
            "width": millimetre_number(cutting.largest[0]),
            "height": millimetre_number(cutting.largest[1]),
        },
        "batches": [
            {
                "setting": millimetre_number(batch.setting),
                "strokes": [_stroke(stroke, cutting) for stroke in batch.strokes],
            }
            for batch in cutting.batches
        ],
    }


def _stroke(stroke: Stroke, cutting: CuttingPlan) -> dict[str, Any]:
    parts = {
        (cutting.letters[part.layout], part.region): {
            "layout": cutting.letters[part.layout],
            **_rectangle(part.region),
        }
        for part in stroke.parts
    }
    return {
        "paper": cutting.papers[stroke.paper],
        "along": stroke.along.value,
        "width": millimetre_number(stroke.width),
        "height": millimetre_number(stroke.height),
        "count": stroke.count,
        "times": stroke.times,
        "strokes": stroke.strokes,
        "gives": [cutting.pieces[kind] for kind in stroke.gives],
        "strip": stroke.strip.value,
        "remains": millimetre_number(stroke.remains),
        "rest": stroke.rest.value,
        "rest_gives": None if stroke.rest_gives is None else cutting.pieces[stroke.rest_gives],
        "parts": list(parts.values()),
    }


def _money(amount: Fraction) -> Decimal:
    """To ten-thousandths of a unit, which is how finely sheets are weighed against each other."""
    return (Decimal(round(amount * 10_000)) / 10_000).normalize() + 0


def findings_document(findings: tuple[Finding, ...] | list[Finding]) -> list[dict[str, Any]]:
    """Checks as JSON values; ``piece`` is the line they concern, from 0, or null."""
    return [
        {"level": f.level.value, "code": f.code, "where": f.where, "says": f.says, "piece": f.piece}
        for f in findings
    ]


def _rectangle(region: Region) -> dict[str, int | float]:
    return {
        "x": millimetre_number(region.x),
        "y": millimetre_number(region.y),
        "width": millimetre_number(region.width),
        "height": millimetre_number(region.height),
    }


def _paper(paper: PaperPlan, total: PaperTotal) -> dict[str, Any]:
    return {
        "paper": paper.paper.id,
        "sheets": paper.sheets,
        "at_least": paper.at_least,
        "offcuts_used": paper.offcuts_used,
        "mixed": paper.mixed,
        "packs": total.packs,
        "cost": str(total.line.ways.cash_out),
        "layouts": [layout_document(layout) for layout in paper.layouts],
    }


def layout_document(layout: SheetLayout) -> dict[str, Any]:
    """One layout as JSON values."""
    return {
        "letter": layout.letter,
        "times": layout.times,
        "stock": {
            "kind": "sheet" if layout.stock.is_sheet else "offcut",
            "width": millimetre_number(layout.stock.width),
            "height": millimetre_number(layout.stock.height),
        },
        "placements": [
            {
                "piece": p.piece,
                "colourway": p.colourway,
                **_rectangle(p.region),
                "turned": p.turned,
            }
            for p in layout.placements
        ],
        "offcuts": [{**_rectangle(r.region), "kept": r.kept} for r in layout.remnants],
        "cuts": [
            {
                "setting": millimetre_number(c.setting),
                "across": c.along.value,
                "of": _rectangle(c.of),
            }
            for c in layout.cuts
        ],
    }


def _supply(total: SupplyTotal) -> dict[str, Any]:
    by_length = total.supply.unit is SupplyUnit.LENGTH
    return {
        "supply": total.supply.id,
        "unit": total.supply.unit.value,
        "needed": _number(total.needed, by_length),
        "lengths": [{"length": millimetre_number(cut), "count": n} for cut, n in total.lengths],
        "packs": total.packs,
        "cost": str(total.line.ways.cash_out),
    }


def _number(value: Decimal, by_length: bool) -> int | float:
    if by_length:
        return millimetre_number(int(value))
    return int(value) if value == value.to_integral_value() else float(value)


def _cost(cost: Cost) -> dict[str, Any]:
    ways: dict[str, PerKit] = {
        "material_used": cost.material_used,
        "sheets_opened": cost.sheets_opened,
        "cash_out": cost.cash_out,
    }
    takings = cost.takings
    return {
        "per_kit": {name: str(way.share) for name, way in ways.items()},
        "total": {name: str(way.total) for name, way in ways.items()},
        "residue": {name: str(way.residue) for name, way in ways.items()},
        "lines": [
            {
                "kind": line.kind,
                "id": line.id,
                "priced": line.priced,
                "material_used": str(line.ways.material_used),
                "sheets_opened": str(line.ways.sheets_opened),
                "cash_out": str(line.ways.cash_out),
            }
            for line in cost.lines
        ],
        "unpriced": list(cost.unpriced),
        "fee": None if cost.fee is None else str(cost.fee),
        "takings": None if takings is None else str(takings),
        "margin": None if takings is None else {name: str(takings - way.total) for name, way in ways.items()},
        "seats_to_cover": None
        if takings is None
        else {name: cost.seats_to_cover(way.total) for name, way in ways.items()},
    }
