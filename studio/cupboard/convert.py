"""Papers and supplies as the core knows them, and as the API gives them."""

from __future__ import annotations

from decimal import Decimal

from neat_sheaf import stock as core
from neat_sheaf.costing.offers import Offer
from neat_sheaf.measure.length import Length, Unit, write_length
from neat_sheaf.stock import SupplyUnit
from studio.cupboard.models import Pack, Paper, Supply
from studio.cupboard.schemas import (
    EdgesDoc,
    HoldsDoc,
    MeasuredDoc,
    OffcutDoc,
    OfferDoc,
    PackOut,
    PaperFaceDoc,
    PaperOut,
    SupplyOut,
)

__all__ = [
    "EDGES",
    "core_pack",
    "core_paper",
    "core_supply",
    "offers_of",
    "pack_out",
    "paper_out",
    "plain_price",
    "supply_out",
]

EDGES = ("left", "right", "top", "bottom")


def core_paper(paper: Paper) -> core.Paper:
    """A paper with its offcuts; its id is its key as text."""
    return core.Paper(
        id=str(paper.pk),
        name=paper.name,
        width=Length(paper.width_nm),
        height=Length(paper.height_nm),
        kind=paper.kind,
        print=core.Print(paper.print),
        pack_sheets=paper.pack_sheets,
        pack_price=plain_price(paper.pack_price),
        on_hand=paper.on_hand,
        offcuts=tuple(
            core.Offcut(Length(o.width_nm), Length(o.height_nm), o.count) for o in paper.offcuts.all()
        ),
        caliper=Length(paper.caliper_nm),
        edges=core.Edges(
            Length(paper.edge_left_nm),
            Length(paper.edge_right_nm),
            Length(paper.edge_top_nm),
            Length(paper.edge_bottom_nm),
        ),
        pack="" if paper.pack_id is None else str(paper.pack_id),
        same_as="" if paper.same_as_id is None else str(paper.same_as_id),
        at_once=paper.at_once,
        measured=_measured(paper),
        weight=paper.weight_gsm,
    )


def _measured(paper: Paper) -> tuple[Length, Length] | None:
    width, height = paper.measured_width_nm, paper.measured_height_nm
    return None if width is None or height is None else (Length(width), Length(height))


def core_pack(pack: Pack) -> core.Pack:
    """A pack of designs; its id is its key as text."""
    return core.Pack(str(pack.pk), pack.name, pack.sheets, plain_price(pack.price))


def core_supply(supply: Supply) -> core.Supply:
    """A supply; its id is its key as text."""
    return core.Supply(
        id=str(supply.pk),
        name=supply.name,
        unit=core.SupplyUnit(supply.unit),
        pack_size=supply.pack_size,
        pack_price=plain_price(supply.pack_price),
        on_hand=supply.on_hand,
        joinable=supply.joinable,
        holds=_core_holds(supply),
    )


def offers_of(row: Paper | Supply) -> list[Offer]:
    """The other packs that something is sold in, sizes in its own unit."""
    return [Offer(Decimal(one["size"]), Decimal(one["price"])) for one in row.offers]


def _core_holds(supply: Supply) -> core.Holds | None:
    width, height = supply.holds_width_nm, supply.holds_height_nm
    if width is None or height is None:
        return None
    return core.Holds(Length(width), Length(height), Length(supply.holds_depth_nm))


def plain_price(price: Decimal | None) -> Decimal | None:
    """A price without the zeros that the database pads it with, but with its cents."""
    return None if price is None else max(price.normalize(), price.quantize(Decimal("0.01")), key=_digits)


def _digits(number: Decimal) -> int:
    return -int(number.as_tuple().exponent)


def paper_out(paper: Paper, units: Unit) -> PaperOut:
    """A paper in the studio's units. It is made of what the tables hold, and not checked again."""
    core = core_paper(paper)
    return PaperOut.model_construct(
        id=paper.pk,
        version=paper.version,
        units=units,
        name=paper.name,
        kind=paper.kind,
        width=write_length(core.width, units),
        height=write_length(core.height, units),
        width_nm=paper.width_nm,
        height_nm=paper.height_nm,
        print=core.print.value,
        pack_sheets=paper.pack_sheets,
        pack_price=None if core.pack_price is None else str(core.pack_price),
        on_hand=paper.on_hand,
        offcuts=[
            OffcutDoc.model_construct(
                width=write_length(o.width, units), height=write_length(o.height, units), count=o.count
            )
            for o in core.offcuts
        ],
        motif=paper.motif,
        ground=paper.ground,
        ink=paper.ink,
        back=_back(paper),
        weight=paper.weight_gsm,
        photo=paper.photo_id,
        caliper=write_length(core.caliper, "mm") if core.caliper else "",
        edges=_edges_out(core.edges, units),
        pack=paper.pack_id,
        same_as=paper.same_as_id,
        at_once=paper.at_once,
        code=paper.code,
        shelf=paper.shelf,
        shop=paper.shop,
        lead_days=paper.lead_days,
        low=paper.low,
        discontinued=paper.discontinued,
        offers=[
            OfferDoc(size=format(one.size.normalize(), "f"), price=str(one.price)) for one in offers_of(paper)
        ],
        measured=_measured_out(core.measured, units),
    )


def _back(paper: Paper) -> PaperFaceDoc | None:
    if not paper.back_motif:
        return None
    return PaperFaceDoc.model_construct(motif=paper.back_motif, ground=paper.back_ground, ink=paper.back_ink)


def _edges_out(edges: core.Edges, units: Unit) -> EdgesDoc:
    left, right, top, bottom = (
        write_length(size, units) if (size := getattr(edges, side)) else "" for side in EDGES
    )
    return EdgesDoc.model_construct(left=left, right=right, top=top, bottom=bottom)


def _measured_out(measured: tuple[Length, Length] | None, units: Unit) -> MeasuredDoc:
    width, height = ("", "") if measured is None else (write_length(side, units) for side in measured)
    return MeasuredDoc.model_construct(width=width, height=height)


def pack_out(pack: Pack) -> PackOut:
    """A pack of designs."""
    price = plain_price(pack.price)
    return PackOut(
        id=pack.pk,
        version=pack.version,
        name=pack.name,
        sheets=pack.sheets,
        code=pack.code,
        shop=pack.shop,
        lead_days=pack.lead_days,
        discontinued=pack.discontinued,
        price=None if price is None else str(price),
    )


def supply_out(supply: Supply, units: Unit) -> SupplyOut:
    """A supply in the studio's units."""
    core = core_supply(supply)

    def quantity(value: Decimal) -> str:
        if core.unit is SupplyUnit.LENGTH:
            return write_length(Length(int(value)), units)
        return format(value.normalize(), "f")

    return SupplyOut.model_construct(
        id=supply.pk,
        version=supply.version,
        units=units,
        name=supply.name,
        unit=core.unit.value,
        pack_size=quantity(core.pack_size),
        pack_price=None if core.pack_price is None else str(core.pack_price),
        on_hand=quantity(core.on_hand),
        joinable=supply.joinable,
        holds=None if core.holds is None else _holds_out(core.holds, units),
        code=supply.code,
        shelf=supply.shelf,
        shop=supply.shop,
        lead_days=supply.lead_days,
        low=None if supply.low is None else quantity(supply.low),
        discontinued=supply.discontinued,
        offers=[OfferDoc(size=quantity(one.size), price=str(one.price)) for one in offers_of(supply)],
    )


def _holds_out(holds: core.Holds, units: Unit) -> HoldsDoc:
    return HoldsDoc.model_construct(
        width=write_length(holds.width, units),
        height=write_length(holds.height, units),
        depth=write_length(holds.depth, units) if holds.depth else "",
    )
