"""Setting aside for a class what its plan takes; when it is over, taking what it used from the cupboard."""

from __future__ import annotations

from collections import Counter
from decimal import Decimal

from django.db import transaction
from django.utils import timezone

from neat_sheaf.costing import supply_totals
from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.measure.money import rounded
from neat_sheaf.plan import Plan
from neat_sheaf.stock.ledger import Cause
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.planning import plan_of_class
from studio.cupboard.claims import release, set_aside
from studio.cupboard.ledger import Because, Thing, move, undo

__all__ = ["claim", "claim_for", "finish", "needed_by", "reopen"]


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


def finish(kit_class: KitClass, by: int | None) -> None:
    """The class is over: the supplies that it used leave the cupboard, and nothing is set aside for it.

    Its sheets left when they were cut. FileError where it is over already, or has no plan; CannotPlanError as
    core_job.
    """
    # Planned before anything is held: it may take its time, and be a task of its own.
    totals = supply_totals(core_job(kit_class))
    planned = plan_of_class(kit_class)
    with transaction.atomic():
        rows = KitClass.objects.select_for_update(of=("self",)).select_related("studio")
        kit_class = rows.get(pk=kit_class.pk)
        if kit_class.finished is not None:
            raise FileError([fault("", "finished-before")])
        if planned.plan is None:
            raise FileError(planned.faults or [fault("", "still-planning")])
        for total in totals:
            thing, why = Thing("supply", int(total.supply)), Because(Cause.USED, by, kit_class.pk)
            move(kit_class.studio, thing, total.lent - total.needed, why)
        release(kit_class.studio, kit_class.pk)
        figures = _figures(planned.plan, kit_class.seats)
        KitClass.objects.filter(pk=kit_class.pk).update(finished=timezone.now(), figures=figures)


def _figures(plan: Plan, seats: int) -> dict[str, str | int | None]:
    """What a class comes to by its plan, as it is kept: prices that change later do not change it.

    Takings are null where a seat had no fee; ``unpriced`` counts what had no price, and is in no sum.
    """
    cost = plan.cost
    nothing = rounded(0, plan.currency)
    other = sum((line.amounts.cash_out for line in cost.lines if line.kind == "extra"), nothing)
    return {
        "currency": plan.currency,
        "seats": seats,
        "takings": None if cost.takings is None else str(cost.takings),
        "unpriced": len(cost.unpriced),
        "material": str(cost.material_used.total - other),
        "other": str(other),
    }


@transaction.atomic
def reopen(kit_class: KitClass, by: int | None) -> None:
    """The class is not over after all: the supplies that it used are back."""
    kit_class = KitClass.objects.select_for_update(of=("self",)).select_related("studio").get(pk=kit_class.pk)
    rows = kit_class.movements.filter(supply__isnull=False, cause=Cause.USED.value, undone_by__isnull=True)
    for row in rows.order_by("pk"):
        undo(kit_class.studio, row, by)
    KitClass.objects.filter(pk=kit_class.pk).update(finished=None, figures=None)
