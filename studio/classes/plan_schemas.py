"""A plan as the API gives it: the plan's own types. Lengths are whole nm, money is decimal text."""

from __future__ import annotations

from typing import Literal

from neat_sheaf.cutting.order import Becomes
from neat_sheaf.cutting.plan import StockKind
from neat_sheaf.measure.side import Side
from neat_sheaf.pinned import Why
from neat_sheaf.stock import SupplyUnit
from studio.common.schema import Schema
from studio.projects.schemas import CheckOut

__all__ = [
    "CostLineOut",
    "CostOut",
    "CuttingPlanOut",
    "PackTotalOut",
    "PaperTotalOut",
    "PlanOut",
    "RoundOut",
    "SeatsOut",
    "SupplyTotalOut",
    "ThreeCostsOut",
]


class RegionOut(Schema):
    """Lower left corner and size, nm."""

    x: int
    y: int
    width: int
    height: int


class StockOut(Schema):
    """What a layout is cut from, nm."""

    kind: StockKind
    width: int
    height: int


class PlacementOut(Schema):
    """A piece where it lies."""

    piece: str
    colourway: str
    region: RegionOut
    turned: bool


class ResidualOut(Schema):
    """What is left, and whether it is worth keeping as an offcut."""

    region: RegionOut
    kept: bool


class CutOut(Schema):
    """One through-cut."""

    setting: int
    along: Side
    of: RegionOut


class LayoutOut(Schema):
    """One layout, cut ``times`` over; those of one letter are cut alike."""

    letter: str
    times: int
    stock: StockOut
    placements: list[PlacementOut]
    residuals: list[ResidualOut]
    cuts: list[CutOut]


class PaperPlanOut(Schema):
    """The layouts of one paper (id): sheets opened, the lower bound, whether that proves them fewest.

    ``safety`` nm are left at the far edges of every sheet. ``within_reach`` is the lower bound for cuts that
    the trimmer makes.
    """

    paper: str
    sheets: int
    lower_bound: int
    within_reach: int = 0
    proved: bool
    offcuts_used: int
    mixed: bool
    safety: int = 0
    layouts: list[LayoutOut]


class PaperTotalOut(PaperPlanOut):
    """The layouts of one paper, packs to buy and what those cost."""

    packs: int
    cost: str


class LengthsOut(Schema):
    """So many cut lengths of so many nm."""

    length: int
    count: int


class SupplyTotalOut(Schema):
    """One supply: needed (count, ml, or nm), the part of it that comes back, and packs to buy.

    ``unknown``: more is needed than that, and no rule says how much.
    """

    supply: str
    unit: SupplyUnit
    needed: float
    lent: float | None = None
    unknown: bool = False
    lengths: list[LengthsOut]
    packs: int
    cost: str


class ThreeCostsOut(Schema):
    """Money as material used, as sheets opened, and as cash out."""

    material_used: str
    sheets_opened: str
    cash_out: str


class CostLineOut(ThreeCostsOut):
    """One paper's, pack's or supply's part."""

    kind: Literal["paper", "pack", "supply", "extra"]
    id: str
    priced: bool


class SeatsOut(Schema):
    """The number of fees that covers each cost."""

    material_used: int | None
    sheets_opened: int | None
    cash_out: int | None


class MissingOut(Schema):
    """How many things have no price and are not in a cost: where there are any, it is at least so much."""

    material_used: int
    sheets_opened: int
    cash_out: int


class CostOut(Schema):
    """The class's cost; ``missing`` prices make it more than it says."""

    per_kit: ThreeCostsOut
    total: ThreeCostsOut
    residue: ThreeCostsOut
    lines: list[CostLineOut]
    unpriced: list[str]
    missing: MissingOut
    fee: str | None
    takings: str | None
    margin: ThreeCostsOut | None
    seats_to_cover: SeatsOut | None


class PartOut(Schema):
    """A part in hand and the layout it lies on."""

    layout: str
    region: RegionOut


class StrokeOut(Schema):
    """One thing to do at a setting: of ``count`` like parts take ``times`` strips each.

    ``along``: the side along the rule, as the print lies. ``turned`` parts were cut along the other side
    before. ``gives`` and ``rest_gives`` are pieces; ``remains`` nm are left.
    """

    paper: str
    along: Side
    width: int
    height: int
    count: int
    times: int
    strokes: int
    gives: list[str]
    strip: Becomes
    remains: int
    rest: Becomes
    rest_gives: str | None
    parts: list[PartOut]
    turned: int = 0


class WaitingOut(Schema):
    """A pile of like parts that is cut at a later setting, nm."""

    paper: str
    width: int
    height: int
    count: int


class BatchOut(Schema):
    """One setting of the trimmer, nm on its rule, and everything cut at it; what waits after it.

    ``squaring``: it only takes edges off that cannot be used, and nothing is measured by it.
    """

    setting: int
    squaring: bool = False
    waiting: list[WaitingOut] = []
    strokes: list[StrokeOut]


class ExtentOut(Schema):
    """A width and a height, nm."""

    width: int
    height: int


class CuttingPlanOut(Schema):
    """The order of cutting of the whole class. ``largest`` is the largest offcut kept.

    ``turns``: stacks turned a quarter; ``most_waiting``: the most piles that wait at one time.
    """

    layouts: int
    settings: int
    strokes: int
    minutes: int
    turns: int = 0
    most_waiting: int = 0
    largest: ExtentOut | None = None
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


class PackTotalOut(Schema):
    """A pack of designs: packs to buy, and what is left after the class."""

    pack: str
    packs: int
    cost: str
    left: list[LeftOut]
    others: int


class PlanOut(Schema):
    """Everything that follows from a class."""

    kits: int
    currency: str
    sheets: int
    proved: bool
    papers: list[PaperTotalOut]
    packs: list[PackTotalOut]
    checks: list[CheckOut]
    supplies: list[SupplyTotalOut]
    cost: CostOut
    cutting: CuttingPlanOut
    mixes: list[MixOut]


class RoundOut(Schema):
    """A plan as it was pinned, or what was added to it later and why."""

    why: Why
    papers: list[PaperPlanOut]
    cutting: CuttingPlanOut
