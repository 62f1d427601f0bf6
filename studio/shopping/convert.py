"""What the classes of a studio still take, and what there is to buy, as the core's shopping list has it."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import replace
from decimal import Decimal

from neat_sheaf.costing import Goods, Need
from neat_sheaf.plan import Plan
from neat_sheaf.stock import SupplyUnit
from studio.accounts.models import Studio
from studio.classes.models import CuttingRun, KitClass
from studio.classes.services.cutting import rounds_of
from studio.cupboard.claims import set_aside_elsewhere, used_by
from studio.cupboard.convert import core_supply, offers_of, plain_price
from studio.cupboard.ledger import Thing
from studio.cupboard.models import Paper
from studio.shopping.orders import Ordered, ordered_of

__all__ = ["classes_to_come", "goods_of", "needs_of"]

_NONE = Decimal(0)


def classes_to_come(studio: Studio, today: dt.date) -> list[KitClass]:
    """The classes that are still to be held, by date, those without one last."""
    rows = studio.classes.select_related("project", "studio", "cutting_run").filter(finished__isnull=True)
    coming = [row for row in rows if row.date is None or row.date >= today]
    return sorted(coming, key=lambda row: (row.date is None, row.date or today, row.name))


def needs_of(studio: Studio, planned: Iterable[tuple[KitClass, Plan]]) -> Iterator[Need]:
    """What each class still takes: what is pinned or planned, less what it took already."""
    packs = dict(studio.papers.filter(pack__isnull=False).values_list("pk", "pack_id"))
    supplies = {str(row.pk): row for row in studio.supplies.all()}
    used = used_by(studio, miscuts=True)
    for kit_class, plan in planned:
        took = used.get(kit_class.pk, {})
        for paper, sheets in _sheets(kit_class, plan).items():
            left = Decimal(sheets) + took.get(Thing("paper", int(paper)), _NONE)
            kind, key = ("pack", str(packs[int(paper)])) if int(paper) in packs else ("paper", paper)
            yield Need(kind, key, kit_class.name, kit_class.date, left, design=paper)
        for total in plan.supplies:
            row = supplies.get(total.supply)
            apart = row is not None and total.unit is SupplyUnit.LENGTH and not row.joinable
            lengths = total.lengths if apart else ()
            yield Need(
                "supply", total.supply, kit_class.name, kit_class.date, total.needed, lengths, lent=total.lent
            )


def _sheets(kit_class: KitClass, plan: Plan) -> Counter[str]:
    """Sheets of each paper: of what is pinned, where cutting has begun."""
    run: CuttingRun | None = getattr(kit_class, "cutting_run", None)
    plans = [one.sheets for one in rounds_of(run)] if run is not None else [plan.sheet_plan]
    found: Counter[str] = Counter()
    for sheets in plans:
        for paper in sheets.papers:
            found[paper.paper] += paper.sheets
    return found


def goods_of(studio: Studio, chosen: Iterable[int]) -> list[Goods]:
    """Everything that is bought in packs, with what is here and what is set aside for classes not chosen."""
    aside = set_aside_elsewhere(studio, list(chosen))
    papers = list(studio.papers.all())
    coming = ordered_of(studio)
    found = [_paper(row, aside) for row in papers if row.pack_id is None]
    for pack in studio.packs.all():
        designs = [row for row in papers if row.pack_id == pack.pk]
        free = {
            str(row.pk): max(_NONE, row.on_hand - aside.get(Thing("paper", row.pk), _NONE)) for row in designs
        }
        found.append(
            Goods(
                "pack", str(pack.pk), Decimal(pack.sheets), plain_price(pack.price),
                sum((Decimal(row.on_hand) for row in designs), _NONE),
                sum((aside.get(Thing("paper", row.pk), _NONE) for row in designs), _NONE),
                pack.lead_days, {str(row.pk): row.pack_sheets for row in designs}, free,
            )
        )  # fmt: skip
    for supply in studio.supplies.all():
        core = core_supply(supply)
        apart = core.unit is SupplyUnit.LENGTH and not core.joinable
        found.append(
            Goods(
                "supply", core.id, core.pack_size, core.pack_price, core.on_hand,
                aside.get(Thing("supply", supply.pk), _NONE), supply.lead_days,
                supply=core if apart else None, offers=tuple(offers_of(supply)),
            )
        )  # fmt: skip
    return [_with_coming(one, coming.get((one.kind, int(one.id)))) for one in found]


def _with_coming(goods: Goods, coming: Ordered | None) -> Goods:
    return goods if coming is None else replace(goods, ordered=coming.amount, arrives=coming.arrives)


def _paper(row: Paper, aside: dict[Thing, Decimal]) -> Goods:
    return Goods(
        "paper", str(row.pk), Decimal(row.pack_sheets), plain_price(row.pack_price), Decimal(row.on_hand),
        aside.get(Thing("paper", row.pk), _NONE), row.lead_days, offers=tuple(offers_of(row)),
    )  # fmt: skip
