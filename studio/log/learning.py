"""What the classes of a studio teach it, and what it lets them."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from django.db import transaction

from neat_sheaf.learning.medians import Learned, in_use, learned, own_pace
from neat_sheaf.learning.observing import Worked, at_the_trimmer, of_steps, shown_by
from studio.accounts.models import Studio
from studio.classes.models import CuttingRun, KitClass
from studio.log.models import ClassLog, Used
from studio.log.planned import ClassPlan, as_planned
from studio.log.seen import cut_steps, score_steps, seconds_in

__all__ = ["SPARES", "learn", "of_supply", "revoke", "shown_in", "taught"]

SPARES = "spares"
"""The name of what a class shows of the spare kits it needed."""


def of_supply(key: int) -> str:
    """The name of what a class shows of a supply: how much of it for each that is worked out."""
    return f"supply-{key}"


@transaction.atomic
def learn(kit_class: KitClass) -> None:
    """Keep what a class shows, once it is over, and what all of them now teach the studio."""
    log, _ = ClassLog.objects.get_or_create(kit_class=kit_class)
    shown = shown_in(kit_class, log) if kit_class.finished is not None else {}
    log.shown = {name: str(value) for name, value in shown.items()}
    log.save(update_fields=["shown"])
    _keep(kit_class.studio_id)


def _keep(studio_id: int) -> None:
    studio = Studio.objects.select_for_update().get(pk=studio_id)
    found = taught(studio).values()
    studio.own_pace = own_pace(found, studio.revoked)
    studio.own_use = {
        one.name.removeprefix("supply-"): str(one.value)
        for one in in_use(found, studio.revoked)
        if one.name.startswith("supply-")
    }
    studio.save(update_fields=["own_pace", "own_use"])


def taught(studio: Studio) -> dict[str, Learned]:
    """What the classes of a studio that are over show, by name; revoked or not, enough or not."""
    rows = ClassLog.objects.filter(kit_class__studio=studio, kit_class__finished__isnull=False)
    shown = rows.order_by("pk").values_list("shown", flat=True)
    return learned([{name: Fraction(value) for name, value in one.items()} for one in shown])


@transaction.atomic
def revoke(studio: Studio, name: str, revoked: bool) -> None:
    """Use the default in place of what was learned, or what was learned again."""
    studio = Studio.objects.select_for_update().get(pk=studio.pk)
    studio.revoked = sorted({*studio.revoked, name} if revoked else {*studio.revoked} - {name})
    studio.save(update_fields=["revoked"])
    _keep(studio.pk)


def shown_in(kit_class: KitClass, log: ClassLog) -> dict[str, Fraction]:
    """What one class shows of each allowance."""
    planned = as_planned(kit_class)
    # What was timed step by step wins; a total that somebody typed fills only what was not.
    return (
        dict(_of_batches(kit_class, planned))
        | dict(_of_guides(kit_class, planned))
        | dict(_of_supplies(kit_class, planned))
        | dict(_of_spares(kit_class, log, planned))
    )


def _of_batches(kit_class: KitClass, planned: ClassPlan) -> Iterator[tuple[str, Fraction]]:
    """Batches of which somebody said how long they took."""
    took = seconds_in(kit_class, "tasks")
    works = [Worked(one.parts, took[one.key]) for one in planned.batches if one.parts and one.key in took]
    yield from shown_by(works).items()


def _of_guides(kit_class: KitClass, planned: ClassPlan) -> Iterator[tuple[str, Fraction]]:
    """What the guides timed, step by step."""
    run = CuttingRun.objects.filter(kit_class=kit_class).first()
    cut = next((one for one in planned.batches if one.key == "cut"), None)
    if run is not None and cut is not None:
        yield from at_the_trimmer(cut_steps(run), cut.parts).items()
    yield from of_steps(score_steps(planned, seconds_in(kit_class, "scoring")), "stop", "score").items()


def _of_supplies(kit_class: KitClass, planned: ClassPlan) -> Iterator[tuple[str, Fraction]]:
    """How much was used of what is worked out from what it sticks."""
    rows = Used.objects.filter(kit_class=kit_class, supply__isnull=False, amount__gt=0)
    used = {row.supply_id: row.amount for row in rows}
    for thing, amount in planned.derived.items():
        if thing.key in used:
            yield of_supply(thing.key), Fraction(used[thing.key] or 0) / Fraction(amount)


def _of_spares(kit_class: KitClass, log: ClassLog, planned: ClassPlan) -> Iterator[tuple[str, Fraction]]:
    """How many kits were needed beyond seats and samples, where the ones left over were counted."""
    if planned.kits and all(way in log.left for way in planned.kits):
        left = sum(log.left[way] for way in planned.kits)
        there = sum(planned.kits.values()) + sum(planned.ready.values())
        yield SPARES, Fraction(max(0, there - left - planned.seats - planned.samples))
