"""Papers and supplies as the core knows them."""

from __future__ import annotations

from decimal import Decimal

from neat_sheaf import job as core
from neat_sheaf.measure.length import Length
from studio.cupboard.models import Pack, Paper, Supply

__all__ = ["core_pack", "core_paper", "core_supply", "plain_price"]


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
    )


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
    )


def plain_price(price: Decimal | None) -> Decimal | None:
    """A price without the zeros that the database pads it with, but with its cents."""
    return None if price is None else max(price.normalize(), price.quantize(Decimal("0.01")), key=_digits)


def _digits(number: Decimal) -> int:
    return -int(number.as_tuple().exponent)
