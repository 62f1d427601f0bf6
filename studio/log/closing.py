"""A class is over: what it used leaves the cupboard, and what it took is kept; and it can be opened again."""

from __future__ import annotations

from decimal import Decimal

from django.db import transaction
from django.db.models import Q, Sum
from django.utils import timezone

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.measure.money import rounded
from neat_sheaf.plan import Plan
from neat_sheaf.stock.ledger import Cause
from studio.classes.models import KitClass
from studio.classes.planning import plan_of_class
from studio.cupboard.claims import LOG_BATCH, release
from studio.cupboard.ledger import Because, Thing, move, thing_of, undo
from studio.log.learning import learn
from studio.log.models import ClassLog, Used
from studio.log.planned import ClassPlan, worked_out_plan, written
from studio.log.seen import seen_things

__all__ = ["finish", "moved_by_log", "reopen", "settle"]


def finish(kit_class: KitClass, by: int | None) -> None:
    """The class is over: what it used leaves the cupboard, nothing is set aside for it, its log is kept.

    Sheets left when they were cut; where the log says another number, the difference moves now. FileError
    where it is over already, or has no plan.
    """
    # Planned before anything is held: it may take its time, and be a task of its own.
    planned = plan_of_class(kit_class)
    whole = worked_out_plan(kit_class)
    with transaction.atomic():
        rows = KitClass.objects.select_for_update(of=("self",)).select_related("studio")
        kit_class = rows.get(pk=kit_class.pk)
        if kit_class.finished is not None:
            raise FileError([fault("", "finished-before")])
        if planned.plan is None:
            raise FileError(planned.faults or [fault("", "still-planning")])
        for thing, amount in moved_by_log(kit_class, whole).items():
            settle(kit_class, thing, amount, by)
        release(kit_class.studio, kit_class.pk)
        figures = _figures(planned.plan, kit_class.seats)
        KitClass.objects.filter(pk=kit_class.pk).update(finished=timezone.now(), figures=figures)
        ClassLog.objects.update_or_create(kit_class=kit_class, defaults={"planned": written(whole)})
        kit_class.refresh_from_db()
        learn(kit_class)


def moved_by_log(kit_class: KitClass, planned: ClassPlan) -> dict[Thing, Decimal]:
    """What leaves the cupboard (less than 0) or comes into it when the class is over.

    Of a supply what was really used, or else what was planned; of sheets and offcuts what differs from what
    cutting moved, where somebody said so.
    """
    seen = seen_things(kit_class)
    found = {thing: -amount for thing, amount in planned.things.items() if thing.kind == "supply"}
    for row in Used.objects.filter(kit_class=kit_class, amount__isnull=False):
        thing, amount = thing_of(row), row.amount or Decimal(0)
        if thing.kind == "supply":
            found[thing] = -amount
        else:
            more = amount - seen.get(thing, Decimal(0))
            found[thing] = more if thing.is_offcut else -more
    return {thing: amount for thing, amount in sorted(found.items()) if amount}


def settle(kit_class: KitClass, thing: Thing, wanted: Decimal, by: int | None) -> None:
    """Move of a thing what is wanted in all and did not move yet: it is right whatever was said before."""
    cause = Cause.KEPT if thing.is_offcut else Cause.USED
    why = Because(cause, by, kit_class.pk, batch=LOG_BATCH)
    move(kit_class.studio, thing, wanted - _moved(kit_class, thing), why)


def _moved(kit_class: KitClass, thing: Thing) -> Decimal:
    """What left or came by the log, net of what was undone; of a supply all that the class used."""
    causes = [Cause.USED.value, Cause.KEPT.value]
    rows = kit_class.movements.filter(**thing.columns).filter(
        Q(cause__in=causes) | Q(undoes__cause__in=causes)
    )
    if thing.kind == "paper":
        rows = rows.filter(batch=LOG_BATCH)
    return rows.aggregate(n=Sum("amount"))["n"] or Decimal(0)


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
    """The class is not over after all: what its log moved is back, and it teaches nothing."""
    kit_class = KitClass.objects.select_for_update(of=("self",)).select_related("studio").get(pk=kit_class.pk)
    moved = kit_class.movements.filter(cause__in=[Cause.USED.value, Cause.KEPT.value], undone_by__isnull=True)
    for row in moved.filter(Q(supply__isnull=False) | Q(batch=LOG_BATCH)).order_by("-id"):
        undo(kit_class.studio, row, by)
    KitClass.objects.filter(pk=kit_class.pk).update(finished=None, figures=None)
    ClassLog.objects.filter(kit_class=kit_class).update(planned=None, shown={})
    kit_class.refresh_from_db()
    learn(kit_class)
