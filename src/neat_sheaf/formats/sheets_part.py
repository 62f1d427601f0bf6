"""Layouts and the order of cutting, as a plan file has them and as they are pinned.

Lengths are millimetres with at most six decimals, which is exact for every whole nanometre.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from neat_sheaf.cutting.handling import Handling
from neat_sheaf.cutting.option import SizeMix
from neat_sheaf.cutting.order import Batch, Becomes, LocatedPart, Stroke
from neat_sheaf.cutting.plan import (
    CuttingPlan,
    Extent,
    PaperPlan,
    PlacedPiece,
    Residual,
    SheetLayout,
    SheetPlan,
    StockKind,
    StockUsed,
)
from neat_sheaf.formats.reading import JsonValue
from neat_sheaf.measure.length import millimetre_number
from neat_sheaf.measure.side import Side
from neat_sheaf.nesting.tree import Cut, Region

__all__ = [
    "PAPER_KEYS",
    "cutting_document",
    "layout_document",
    "mix_document",
    "paper_document",
    "read_sheets",
    "sheets_document",
]

_HANDLED = ("carry", "turn", "paper", "pile", "sort", "bag")
# Nothing that is planned has as many; a file that has is no plan.
_MOST = 100_000


def sheets_document(sheets: SheetPlan) -> dict[str, Any]:
    """Layouts and cutting order alone, as JSON values: what is pinned once cutting has begun."""
    return {
        "papers": [paper_document(paper) for paper in sheets.papers],
        "cutting": cutting_document(sheets.cutting),
        "mixes": [mix_document(mix) for mix in sheets.mixes],
    }


def paper_document(paper: PaperPlan) -> dict[str, Any]:
    """One paper's layouts. The file calls the lower bound ``at_least``."""
    return {
        "paper": paper.paper,
        "sheets": paper.sheets,
        "at_least": paper.lower_bound,
        "offcuts_used": paper.offcuts_used,
        "mixed": paper.mixed,
        "kits_per_block": paper.kits_per_block,
        "safety": millimetre_number(paper.safety),
        "at_least_with_trimmer": paper.within_reach,
        "layouts": [layout_document(layout) for layout in paper.layouts],
    }


def layout_document(layout: SheetLayout) -> dict[str, Any]:
    """One layout as JSON values."""
    return {
        "letter": layout.letter,
        "times": layout.times,
        "stock": {
            "kind": layout.stock.kind.value,
            "width": millimetre_number(layout.stock.width),
            "height": millimetre_number(layout.stock.height),
        },
        "placements": [
            {"piece": p.piece, "colourway": p.colourway, **_rectangle(p.region), "turned": p.turned}
            for p in layout.placements
        ],
        "offcuts": [{**_rectangle(r.region), "kept": r.kept} for r in layout.residuals],
        "cuts": [
            {"setting": millimetre_number(c.setting), "across": c.along.value, "of": _rectangle(c.of)}
            for c in layout.cuts
        ],
    }


def _rectangle(region: Region) -> dict[str, int | float]:
    return {
        "x": millimetre_number(region.x),
        "y": millimetre_number(region.y),
        "width": millimetre_number(region.width),
        "height": millimetre_number(region.height),
    }


def cutting_document(cutting: CuttingPlan) -> dict[str, Any]:
    """The order of cutting as JSON values; a stroke's parts say on which layouts they lie."""
    largest = cutting.largest
    return {
        "layouts": cutting.layouts,
        "settings": cutting.settings,
        "strokes": cutting.strokes,
        "minutes": cutting.minutes,
        "seconds": cutting.seconds,
        "handling": {name: getattr(cutting.handling, name) for name in _HANDLED},
        "largest_offcut": None
        if largest is None
        else {"width": millimetre_number(largest.width), "height": millimetre_number(largest.height)},
        "batches": [
            {
                "setting": millimetre_number(batch.setting),
                "strokes": [_stroke_document(stroke) for stroke in batch.strokes],
            }
            for batch in cutting.batches
        ],
    }


def _stroke_document(stroke: Stroke[str]) -> dict[str, Any]:
    return {
        "paper": stroke.paper,
        "along": stroke.along.value,
        "width": millimetre_number(stroke.width),
        "height": millimetre_number(stroke.height),
        "count": stroke.count,
        "times": stroke.times,
        "strokes": stroke.strokes,
        "gives": list(stroke.gives),
        "strip": stroke.strip.value,
        "remains": millimetre_number(stroke.remains),
        "rest": stroke.rest.value,
        "rest_gives": stroke.rest_gives,
        "parts": [{"layout": part.layout, **_rectangle(part.region)} for part in stroke.parts],
    }


def mix_document(mix: SizeMix) -> dict[str, Any]:
    """Sizes that share the work, and what is proved of their price."""
    return {
        "papers": list(mix.papers),
        "priced": mix.priced,
        "cost": str(mix.cost),
        "at_least": str(mix.lower_bound),
        "proved": mix.proved,
    }


PAPER_KEYS = (
    ("paper", "sheets", "layouts"),
    (
        "at_least",
        "offcuts_used",
        "mixed",
        "kits_per_block",
        "safety",
        "at_least_with_trimmer",
        "packs",
        "cost",
    ),
)
_CUTTING_KEYS = (
    ("batches", "layouts", "strokes"),
    ("settings", "minutes", "seconds", "largest_offcut", "handling"),
)
_STROKE_KEYS = (
    ("paper", "along", "width", "height", "count", "times", "strokes", "gives", "strip", "remains", "rest"),
    ("rest_gives", "parts"),
)


def read_sheets(node: JsonValue) -> SheetPlan:
    """Layouts and cutting order of a plan, or of what was pinned; what is said of mixes may be absent."""
    return SheetPlan(
        papers=node.key("papers").items(_read_paper),
        cutting=_read_cutting(node.key("cutting")),
        mixes=node.list_at("mixes", _read_mix),
    )


def _read_paper(node: JsonValue) -> PaperPlan:
    node.object(*PAPER_KEYS)
    return PaperPlan(
        paper=node.key("paper").text(),
        sheets=node.key("sheets").whole(0),
        lower_bound=node.take("at_least", JsonValue.whole, 0),
        offcuts_used=node.take("offcuts_used", JsonValue.whole, 0),
        layouts=node.list_at("layouts", _read_layout, _MOST),
        mixed=node.take("mixed", JsonValue.flag, False),
        kits_per_block=node.take("kits_per_block", JsonValue.whole, 0),
        within_reach=node.take("at_least_with_trimmer", JsonValue.whole, 0),
        safety=node.take("safety", lambda n: n.millimetres(), 0),
    )


def _read_layout(node: JsonValue) -> SheetLayout:
    node.object(["letter", "times", "stock", "placements", "offcuts", "cuts"])
    stock = node.key("stock").object(["kind", "width", "height"])
    return SheetLayout(
        letter=node.key("letter").text(),
        times=node.key("times").whole(1),
        stock=StockUsed(
            stock.key("kind").choice(StockKind),
            stock.key("width").millimetres(),
            stock.key("height").millimetres(),
        ),
        placements=node.list_at("placements", _read_placement, _MOST),
        residuals=node.list_at("offcuts", _read_residual, _MOST),
        cuts=node.list_at("cuts", _read_cut, _MOST),
    )


_SIDES = ("x", "y", "width", "height")


def _region(node: JsonValue) -> Region:
    return Region(*(node.key(side).millimetres() for side in _SIDES))


def _read_placement(node: JsonValue) -> PlacedPiece:
    node.object(["piece", "colourway", *_SIDES, "turned"])
    piece, colourway = node.key("piece").text(), node.key("colourway").text()
    return PlacedPiece(piece, colourway, _region(node), node.key("turned").flag())


def _read_residual(node: JsonValue) -> Residual:
    node.object([*_SIDES, "kept"])
    return Residual(_region(node), node.key("kept").flag())


def _read_cut(node: JsonValue) -> Cut:
    node.object(["setting", "across", "of"])
    of = node.key("of").object(_SIDES)
    return Cut(node.key("across").choice(Side), node.key("setting").millimetres(), _region(of))


def _read_cutting(node: JsonValue) -> CuttingPlan:
    node.object(*_CUTTING_KEYS)
    # Files of before this was kept to the second say whole minutes.
    minutes = node.take("minutes", JsonValue.whole, 0)
    batches = node.list_at("batches", _read_batch, _MOST)
    handling = Handling(setting=len(batches), stroke=node.key("strokes").whole())
    return CuttingPlan(
        batches=batches,
        layouts=node.key("layouts").whole(),
        handling=node.take("handling", lambda n: _read_handling(n, handling), handling),
        seconds=node.take("seconds", lambda n: n.whole(0, 100_000_000), 60 * minutes),
        largest=node.take("largest_offcut", _read_largest, None),
    )


def _read_handling(node: JsonValue, known: Handling) -> Handling:
    node.object((), _HANDLED)
    return replace(known, **{name: node.take(name, JsonValue.whole, 0) for name in _HANDLED})


def _read_largest(node: JsonValue) -> Extent | None:
    node.object(["width", "height"])
    return Extent(node.key("width").millimetres(), node.key("height").millimetres())


def _read_batch(node: JsonValue) -> Batch[str]:
    node.object(["setting", "strokes"])
    return Batch(node.key("setting").millimetres(), node.list_at("strokes", _read_stroke, _MOST))


def _read_stroke(node: JsonValue) -> Stroke[str]:
    node.object(*_STROKE_KEYS)
    return Stroke(
        paper=node.key("paper").text(),
        along=node.key("along").choice(Side),
        width=node.key("width").millimetres(),
        height=node.key("height").millimetres(),
        count=node.key("count").whole(1),
        times=node.key("times").whole(1),
        strokes=node.key("strokes").whole(1),
        gives=node.list_at("gives", JsonValue.text),
        strip=node.key("strip").choice(Becomes),
        remains=node.key("remains").millimetres(),
        rest=node.key("rest").choice(Becomes),
        rest_gives=node.take("rest_gives", _maybe_text, None),
        parts=node.list_at("parts", _read_part, _MOST),
    )


def _maybe_text(node: JsonValue) -> str | None:
    return node.text()


def _read_part(node: JsonValue) -> LocatedPart[str]:
    node.object(["layout", *_SIDES])
    return LocatedPart(node.key("layout").text(), _region(node))


def _read_mix(node: JsonValue) -> SizeMix:
    node.object(["papers", "priced", "cost", "at_least", "proved"])
    return SizeMix(
        papers=node.list_at("papers", JsonValue.text),
        cost=node.key("cost").amount(),
        lower_bound=node.key("at_least").amount(),
        priced=node.key("priced").flag(),
        proved=node.key("proved").flag(),
    )
