"""The plan file's shape, for the API's types; the core writes what is in it."""

from __future__ import annotations

from typing import Literal

from ninja import Schema

from studio.projects.documents import CheckOut

__all__ = ["CuttingPlanOut", "LayoutOut", "PlanOut"]


class Rect(Schema):
    """Lower left corner and size in mm."""

    x: float
    y: float
    width: float
    height: float


class StockOut(Schema):
    """What a layout is cut from, mm."""

    kind: Literal["sheet", "offcut"]
    width: float
    height: float


class PlacementOut(Rect):
    """A piece where it lies."""

    piece: str
    colourway: str
    turned: bool


class OffcutOut(Rect):
    """What is left, and whether it is worth keeping."""

    kept: bool


class CutOut(Schema):
    """One through-cut."""

    setting: float
    across: Literal["width", "height"]
    of: Rect


class LayoutOut(Schema):
    """One layout, cut ``times`` over; those of one letter are cut alike."""

    letter: str
    times: int
    stock: StockOut
    placements: list[PlacementOut]
    offcuts: list[OffcutOut]
    cuts: list[CutOut]


class PaperPlanOut(Schema):
    """One paper: sheets opened, proved least, packs to buy."""

    paper: str
    sheets: int
    lower_bound: int
    offcuts_used: int
    mixed: bool
    packs: int
    cost: str
    layouts: list[LayoutOut]


class LengthsOut(Schema):
    """So many cut lengths of so many mm."""

    length: float
    count: int


class SupplyPlanOut(Schema):
    """One supply: needed (count, ml, or mm) and packs to buy."""

    supply: str
    unit: Literal["each", "length", "ml"]
    needed: float
    lengths: list[LengthsOut]
    packs: int
    cost: str


class WaysOut(Schema):
    """Money three ways, as decimal text."""

    material_used: str
    sheets_opened: str
    cash_out: str


class CostLineOut(WaysOut):
    """One paper's, pack's or supply's part."""

    kind: Literal["paper", "pack", "supply"]
    id: str
    priced: bool


class SeatsOut(Schema):
    """The number of fees that covers each cost."""

    material_used: int | None
    sheets_opened: int | None
    cash_out: int | None


class CostOut(Schema):
    """The class's cost."""

    per_kit: WaysOut
    total: WaysOut
    residue: WaysOut
    lines: list[CostLineOut]
    unpriced: list[str]
    fee: str | None
    takings: str | None
    margin: WaysOut | None
    seats_to_cover: SeatsOut | None


class PartOut(Rect):
    """A part in hand and the layout it lies on."""

    layout: str


class StrokeOut(Schema):
    """One thing to do at a setting: of ``count`` like parts take ``times`` strips each.

    ``along``: the height means that the part is turned a quarter. ``gives`` and ``rest_gives`` are
    pieces; ``remains`` mm are left.
    """

    paper: str
    along: Literal["width", "height"]
    width: float
    height: float
    count: int
    times: int
    strokes: int
    gives: list[str]
    strip: Literal["piece", "part", "waste"]
    remains: float
    rest: Literal["piece", "part", "waste"]
    rest_gives: str | None
    parts: list[PartOut]


class BatchOut(Schema):
    """One setting of the trimmer, mm on its rule, and everything cut at it."""

    setting: float
    strokes: list[StrokeOut]


class SizeMm(Schema):
    """A width and height, mm."""

    width: float
    height: float


class CuttingPlanOut(Schema):
    """The order of cutting of the whole class."""

    layouts: int
    settings: int
    strokes: int
    minutes: int
    largest_offcut: SizeMm | None = None
    batches: list[BatchOut]


class MixOut(Schema):
    """Sizes of one paper that share the work, and what is proved of their price."""

    papers: list[str]
    priced: bool
    cost: str
    lower_bound: str
    proved: bool


class LeftOut(Schema):
    """Sheets left of a design."""

    paper: str
    sheets: int


class PackPlanOut(Schema):
    """A pack of designs: packs to buy, and what is left after the class."""

    pack: str
    packs: int
    cost: str
    left: list[LeftOut]
    others: int


class PlanOut(Schema):
    """The plan file, version 1."""

    format: Literal["neat-sheaf.plan/1"]
    kits: int
    currency: str
    papers: list[PaperPlanOut]
    packs: list[PackPlanOut]
    checks: list[CheckOut]
    supplies: list[SupplyPlanOut]
    cost: CostOut
    cutting: CuttingPlanOut
    mixes: list[MixOut]
