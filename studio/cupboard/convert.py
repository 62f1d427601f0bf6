"""Papers and supplies as the core knows them."""

from __future__ import annotations

from decimal import Decimal

from neat_sheaf import job as core
from neat_sheaf.length import Length
from studio.cupboard.models import Paper, Supply

__all__ = ["core_paper", "core_supply", "plain_price"]


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
    )


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
