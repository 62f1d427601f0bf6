"""Two that are one put together, with all that was said of either; some of one set apart as another."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Model

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.stock.ledger import Cause
from studio.accounts.models import Studio
from studio.cupboard.ledger import Because, Thing, move, thing_of
from studio.cupboard.models import Claim, Movement, Offcut, Paper, Photo, Supply

__all__ = ["merge_papers", "merge_supplies", "split_paper", "split_supply"]

_ALIKE = ("width_nm", "height_nm", "print", "measured_width_nm", "measured_height_nm")


@transaction.atomic
def merge_papers(studio: Studio, paper: Paper, into: Paper) -> None:
    """One paper becomes another: its counts, offcuts, history, claims, orders and the classes that chose it.

    FileError where the two are not the same sheet, or a class that is being cut chose it.
    """
    paper, into = _both(studio.papers, paper.pk, into.pk)
    if any(getattr(paper, name) != getattr(into, name) for name in _ALIKE):
        raise FileError([fault("into", "not-alike.paper", one=paper.name, other=into.name)])
    if paper.choices.filter(colourway__kit_class__cutting_run__isnull=False).exists():
        raise FileError([fault("into", "being-cut", paper=paper.name)])
    paper.choices.update(paper=into)
    paper.sizes.exclude(pk=into.pk).update(same_as=into)
    if into.same_as_id == paper.pk:
        into.same_as = paper.same_as
    for offcut in paper.offcuts.all():
        there = into.offcuts.filter(width_nm=offcut.width_nm, height_nm=offcut.height_nm).first()
        if there is None:
            Offcut.objects.filter(pk=offcut.pk).update(paper=into)
        else:
            Offcut.objects.filter(pk=there.pk).update(count=there.count + offcut.count)
    photo = paper.photo_id
    studio.papers.filter(pk=paper.pk).update(photo=None)
    if into.photo_id is None:
        into.photo_id = photo
    else:
        Photo.objects.filter(pk=photo or 0).delete()
    into.on_hand += paper.on_hand
    into.version += 1
    into.save()
    _take_records("paper", paper, into)
    paper.delete()


@transaction.atomic
def merge_supplies(studio: Studio, supply: Supply, into: Supply) -> None:
    """One supply becomes another, as for papers. FileError where they are counted in different units."""
    supply, into = _both(studio.supplies, supply.pk, into.pk)
    if (supply.unit, supply.joinable) != (into.unit, into.joinable):
        raise FileError([fault("into", "not-alike.supply", one=supply.name, other=into.name)])
    both = set(supply.uses.values_list("project", flat=True)) & set(
        into.uses.values_list("project", flat=True)
    )
    if both:
        raise FileError([fault("into", "both-taken", one=supply.name, other=into.name)])
    supply.uses.update(supply=into)
    supply.steps.update(supply=into)
    supply.contents.update(supply=into)
    for project in studio.projects.prefetch_related("variants"):
        project.become_another()
        for variant in project.variants.all():
            if (more := _renamed(variant.more, str(supply.pk), str(into.pk))) != variant.more:
                variant.more = more
                variant.save(update_fields=["more"])
    into.on_hand += supply.on_hand
    into.version += 1
    into.save()
    _take_records("supply", supply, into)
    supply.delete()


def _renamed(more: dict[str, Any], old: str, new: str) -> dict[str, Any]:
    """A version's changes with another supply's key: where it is taken, and where it is left out."""
    found = dict(more)
    if "supplies" in found:
        found["supplies"] = [
            {**use, "supply": new} if use["supply"] == old else use for use in found["supplies"]
        ]
    if "without" in found:
        found["without"] = [new if key == old else key for key in found["without"]]
    return found


def _both(rows, one: int, other: int):  # type: ignore[no-untyped-def]
    """Two rows, held in the order of their keys, so that two who merge at once do not block each other."""
    if one == other:
        raise FileError([fault("into", "same-twice")])
    found = {row.pk: row for row in rows.select_for_update().filter(pk__in=[one, other]).order_by("pk")}
    if len(found) < 2:
        raise rows.model.DoesNotExist
    return found[one], found[other]


def _take_records(kind: str, old: Model, new: Model) -> None:
    """Movements, claims and orders of one are the other's; what there was after each is added up again."""
    for claim in Claim.objects.filter(**{kind: old}):
        same = {"width_nm": claim.width_nm, "height_nm": claim.height_nm, "kit_class": claim.kit_class_id}
        there = Claim.objects.filter(**{kind: new}, **same).first()
        if there is None:
            Claim.objects.filter(pk=claim.pk).update(**{kind: new})
        else:
            Claim.objects.filter(pk=there.pk).update(amount=there.amount + claim.amount)
    old.ordered.update(**{kind: new})  # type: ignore[attr-defined]
    Movement.objects.filter(**{kind: old}).update(**{kind: new})
    after: dict[Thing, Decimal] = {}
    for row in Movement.objects.filter(**{kind: new}).order_by("pk"):
        thing = thing_of(row)
        after[thing] = after.get(thing, Decimal(0)) + row.amount
        if row.after != after[thing]:
            Movement.objects.filter(pk=row.pk).update(after=after[thing])


@transaction.atomic
def split_paper(studio: Studio, paper: Paper, sheets: int, name: str, by: int | None) -> Paper:
    """Some sheets of a paper become a paper of their own, alike but for its name. FileError for too many."""
    paper = studio.papers.select_for_update().get(pk=paper.pk)
    if sheets > paper.on_hand:
        raise FileError([fault("amount", "not-so-many", there=str(paper.on_hand))])
    made = Paper.objects.get(pk=paper.pk)
    made.pk, made.name, made.on_hand, made.version, made.photo = None, name, 0, 1, None
    made._state.adding = True
    made.save()
    _moved(studio, Thing("paper", paper.pk), Thing("paper", made.pk), Decimal(sheets), (paper.name, name), by)
    made.refresh_from_db()
    return made


@transaction.atomic
def split_supply(studio: Studio, supply: Supply, amount: Decimal, name: str, by: int | None) -> Supply:
    """Some of a supply becomes a supply of its own, alike but for its name. FileError for too much."""
    supply = studio.supplies.select_for_update().get(pk=supply.pk)
    if amount > supply.on_hand:
        raise FileError([fault("amount", "not-so-much")])
    made = Supply.objects.get(pk=supply.pk)
    made.pk, made.name, made.on_hand, made.version = None, name, Decimal(0), 1
    made._state.adding = True
    made.save()
    _moved(studio, Thing("supply", supply.pk), Thing("supply", made.pk), amount, (supply.name, name), by)
    made.refresh_from_db()
    return made


def _moved(
    studio: Studio, one: Thing, other: Thing, amount: Decimal, names: tuple[str, str], by: int | None
) -> None:
    move(studio, one, -amount, Because(Cause.MOVED, by, note=names[1]))
    move(studio, other, amount, Because(Cause.MOVED, by, note=names[0]))
