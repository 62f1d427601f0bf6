"""Setting aside for a class what its plan takes."""

from __future__ import annotations

from collections import Counter
from decimal import Decimal

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.plan import Plan
from studio.classes.models import KitClass
from studio.classes.planning import plan_of_class
from studio.cupboard.claims import set_aside
from studio.cupboard.ledger import Thing

__all__ = ["claim", "claim_for", "needed_by"]


def needed_by(plan: Plan) -> dict[Thing, Decimal]:
    """What a plan takes of the cupboard: sheets, offcuts by size, supplies."""
    found: Counter[Thing] = Counter()
    for paper_id, layout in plan.sheet_plan.layouts:
        size = (0, 0) if layout.stock.is_sheet else (layout.stock.width, layout.stock.height)
        found[Thing("paper", int(paper_id), *size)] += layout.times
    needed = {thing: Decimal(count) for thing, count in found.items()}
    for total in plan.supplies:
        if total.needed:
            needed[Thing("supply", int(total.supply))] = total.needed
    return needed


def claim_for(kit_class: KitClass, plan: Plan) -> dict[Thing, Decimal]:
    """Set aside for a class what its plan takes, as far as it is here and free."""
    return set_aside(kit_class.studio, kit_class.pk, needed_by(plan))


def claim(kit_class: KitClass) -> dict[Thing, Decimal]:
    """Set aside for a class what it takes. FileError with its faults where it has no plan."""
    planned = plan_of_class(kit_class)
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    return claim_for(kit_class, planned.plan)
