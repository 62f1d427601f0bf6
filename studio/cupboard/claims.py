"""What is set aside for classes, and what that leaves for each.

A claim holds until its class is over. What a class has used already is a part of its claim.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Mapping
from decimal import Decimal
from typing import NamedTuple

from django.db import transaction
from django.db.models import Q, Sum

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.models import Studio
from studio.cupboard.ledger import Thing, count_of, thing_of
from studio.cupboard.models import Claim, Movement, Paper, Supply

__all__ = [
    "LOG_BATCH",
    "Held",
    "Used",
    "claims_of",
    "elsewhere",
    "hand_over",
    "release",
    "set_aside",
    "set_aside_elsewhere",
    "used_by",
]

LOG_BATCH = "log"
"""The name under which what the log of a class moves is written in the ledger."""

_OF_THE_PLAN = ["used", "kept"]


class Held(NamedTuple):
    """What is left of a claim: the claim, what it is of, and how much the class has not used yet."""

    claim: Claim
    thing: Thing
    left: Decimal


Used = dict[int, dict[Thing, Decimal]]
"""What classes (by their keys) have moved by themselves: less than 0 for what they took."""


def used_by(studio: Studio, *, miscuts: bool = False) -> Used:
    """What each class has moved by itself, net of what was undone.

    Of papers and offcuts only what the cutting that is pinned now moved: what was cut before it began again
    is gone. So is what was miscut, which no plan counts on; with ``miscuts`` it is here too.
    """
    causes = [*_OF_THE_PLAN, "miscut"] if miscuts else _OF_THE_PLAN
    rows = Movement.objects.filter(studio=studio, kit_class__isnull=False).filter(
        Q(cause__in=causes) | Q(cause="undone", undoes__cause__in=causes)
    )
    rows = rows.filter(Q(run__isnull=False) | Q(supply__isnull=False) | Q(batch=LOG_BATCH))
    found: Used = {}
    for kit_class, paper, supply, width, height, amount in rows.values_list(
        "kit_class", "paper", "supply", "width_nm", "height_nm"
    ).annotate(Sum("amount")):
        thing = Thing("supply", supply) if supply else Thing("paper", paper, width, height)
        found.setdefault(kit_class, {})[thing] = amount
    return found


def claims_of(studio: Studio, used: Used | None = None) -> Iterator[Held]:
    """Every claim that holds today, with what is left of it; ``used`` where it was asked for already."""
    used = used_by(studio) if used is None else used
    today = studio.today()
    rows = Claim.objects.filter(studio=studio).select_related("kit_class")
    for claim in rows.filter(Q(kit_class__date__isnull=True) | Q(kit_class__date__gte=today)):
        thing = thing_of(claim)
        taken = -used.get(claim.kit_class_id, {}).get(thing, Decimal(0))
        left = max(Decimal(0), claim.amount - max(Decimal(0), taken))
        yield Held(claim, thing, left)


def set_aside_elsewhere(
    studio: Studio, classes: Collection[int | None], used: Used | None = None
) -> dict[Thing, Decimal]:
    """How much of each thing is set aside for other classes than these; ``used`` as in ``claims_of``."""
    return elsewhere(claims_of(studio, used), classes)


def elsewhere(every: Iterable[Held], classes: Collection[int | None]) -> dict[Thing, Decimal]:
    """Of these claims, how much of each thing is for other classes than these."""
    found: dict[Thing, Decimal] = {}
    for held in every:
        if held.claim.kit_class_id not in classes:
            found[held.thing] = found.get(held.thing, Decimal(0)) + held.left
    return found


@transaction.atomic
def set_aside(studio: Studio, kit_class: int, needed: Mapping[Thing, Decimal]) -> dict[Thing, Decimal]:
    """Set aside for a class what is here and free, up to what it needs of each; gives what that came to.

    The rows are held in one order, so two classes that claim at once get what there is one after the other.
    """
    papers = sorted({thing.key for thing in needed if thing.kind == "paper"})
    supplies = sorted({thing.key for thing in needed if thing.kind == "supply"})
    rows: dict[tuple[str, int], Paper | Supply] = {
        **{
            ("paper", p.pk): p for p in studio.papers.select_for_update().filter(pk__in=papers).order_by("pk")
        },
        **{
            ("supply", s.pk): s
            for s in studio.supplies.select_for_update().filter(pk__in=supplies).order_by("pk")
        },
    }
    used = used_by(studio)
    elsewhere = set_aside_elsewhere(studio, [kit_class], used)
    own = used.get(kit_class, {})
    Claim.objects.filter(kit_class=kit_class).delete()
    found: dict[Thing, Decimal] = {}
    for thing, amount in sorted(needed.items()):
        row = rows.get((thing.kind, thing.key))
        if row is None:
            continue
        taken = max(Decimal(0), -own.get(thing, Decimal(0)))
        free = count_of(row, thing) - elsewhere.get(thing, Decimal(0)) + taken
        if (claimed := min(amount, free)) > 0:
            found[thing] = claimed
    Claim.objects.bulk_create(
        Claim(studio=studio, kit_class_id=kit_class, amount=amount, **thing.columns)
        for thing, amount in found.items()
    )
    return found


@transaction.atomic
def hand_over(studio: Studio, claim: Claim, to: int, amount: Decimal) -> None:
    """Give some of what is set aside for one class to another. FileError where there is not so much."""
    thing = thing_of(claim)
    manager = studio.supplies if thing.kind == "supply" else studio.papers
    manager.select_for_update().get(pk=thing.key)
    held = next((h for h in claims_of(studio) if h.claim.pk == claim.pk), None)
    if held is None or not 0 < amount <= held.left:
        raise FileError([fault("amount", "not-so-much-aside")])
    rest = held.claim.amount - amount
    row = Claim.objects.filter(pk=claim.pk)
    if rest:
        row.update(amount=rest)
    else:
        row.delete()
    other, made = Claim.objects.get_or_create(
        studio=studio, kit_class_id=to, **thing.columns, defaults={"amount": amount}
    )
    if not made:
        other.amount += amount
        other.save()


def release(studio: Studio, kit_class: int) -> None:
    """Set nothing aside for a class any more."""
    Claim.objects.filter(studio=studio, kit_class=kit_class).delete()
