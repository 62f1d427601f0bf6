"""Writing in the log of a class: what was really used, how long it took, kits left over, notes."""

from __future__ import annotations

from collections import Counter
from decimal import Decimal

from django.db import transaction

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.accounts.tenancy import check_version
from studio.classes.models import Colourway, KitClass, Tick
from studio.common.sent import state_of
from studio.cupboard.ledger import Thing
from studio.cupboard.models import Paper, Photo, Supply
from studio.cupboard.photos import remade
from studio.log.closing import moved_by_log, settle
from studio.log.learning import learn
from studio.log.models import ClassLog, LogNote, Used
from studio.log.planned import as_planned

__all__ = ["MOST_NOTES", "add_note", "ready_for", "said_of", "say_left", "say_took", "say_used"]

MOST_NOTES = 100  # of one class
UNSAID = state_of(None)
"""The version of what nobody said yet."""

_SIDE = 1_400  # pixels of the longer side of a note's photograph: a slip of the blade is to be seen


@transaction.atomic
def say_used(
    kit_class: KitClass, of: Paper | Supply, size: tuple[int, int], amount: Decimal | None, ran_out: bool,
    by: int | None, version: int = state_of(None, False),
) -> None:  # fmt: skip
    """Say what was really used of something. Where the class is over already, the cupboard follows.

    Raises Stale where something else is said of it by now than in that version.
    """
    kit_class = KitClass.objects.select_for_update(of=("self",)).select_related("studio").get(pk=kit_class.pk)
    kind = "paper" if isinstance(of, Paper) else "supply"
    thing = Thing(kind, of.pk, *size)
    rows = Used.objects.filter(kit_class=kit_class, **thing.columns)
    now = rows.first()
    there = {"used": None if now is None else _text(now.amount), "ran_out": bool(now and now.ran_out)}
    check_version(of.name, version, said_of(now), there)
    if amount is None and not ran_out:
        rows.delete()
    elif not rows.update(amount=amount, ran_out=ran_out):
        Used.objects.create(kit_class=kit_class, amount=amount, ran_out=ran_out, **thing.columns)
    if kit_class.finished is not None:
        wanted = moved_by_log(kit_class, as_planned(kit_class))
        settle(kit_class, thing, wanted.get(thing, Decimal(0)), by)
        learn(kit_class)


@transaction.atomic
def say_took(
    kit_class: KitClass, key: str, seconds: int | None, by: int | None, version: int = UNSAID
) -> None:
    """Say how long a batch took; it is done then. FileError where the class has no such batch.

    Raises Stale where something else is said of it by now than in that version.
    """
    KitClass.objects.select_for_update(of=("self",)).get(pk=kit_class.pk)
    if key not in {batch.key for batch in as_planned(kit_class).batches}:
        raise FileError([fault("key", "no-such-batch", key=key[:60])])
    rows = Tick.objects.filter(kit_class=kit_class, guide=Tick.Guide.TASKS, key=key)
    now = rows.values_list("seconds", flat=True).first()
    check_version(kit_class.name, version, state_of(now), {"took": now})
    if not rows.update(seconds=seconds, **({} if seconds is None else {"count": 1})) and seconds is not None:
        Tick.objects.create(
            kit_class=kit_class, guide=Tick.Guide.TASKS, key=key, count=1, seconds=seconds, by_id=by
        )
    if kit_class.finished is not None:
        learn(kit_class)


@transaction.atomic
def say_left(kit_class: KitClass, colourway: str, count: int | None, version: int = UNSAID) -> None:
    """Say how many kits of a colourway are left over.

    FileError for more than there were, or no such colourway; Stale where another number is said by now
    than in that version.
    """
    planned = as_planned(kit_class)
    if colourway not in planned.kits:
        raise FileError([fault("colourway", "no-such-colourway", name=colourway[:60])])
    there = planned.kits[colourway] + planned.ready.get(colourway, 0)
    if count is not None and count > there:
        raise FileError([fault("count", "more-than-there", there=there)])
    ClassLog.objects.get_or_create(kit_class=kit_class)
    log = ClassLog.objects.select_for_update().get(kit_class=kit_class)
    now = log.left.get(colourway)
    check_version(kit_class.name, version, state_of(now), {"left": now})
    log.left = {way: n for way, n in log.left.items() if way != colourway}
    if count is not None:
        log.left[colourway] = count
    log.save(update_fields=["left"])
    if kit_class.finished is not None:
        learn(kit_class)


def said_of(used: Used | None) -> int:
    """The version of what is said of one thing."""
    return state_of(None, False) if used is None else state_of(_text(used.amount), used.ran_out)


def _text(amount: Decimal | None) -> str | None:
    return None if amount is None else format(amount.normalize(), "f")


def ready_for(kit_class: KitClass) -> dict[str, tuple[int, list[str]]]:
    """Whole kits by colourway that other classes of the project and version left, and of which classes.

    What another class takes of them is not free any more.
    """
    alike = kit_class.studio.classes.filter(project=kit_class.project)
    own = kit_class.versions_of(kit_class.colourways.all())
    made = {c.pk: c.versions_of(c.colourways.all()) for c in alike.prefetch_related("colourways")}

    def same(other: int, way: str) -> bool:
        """Whether another class makes the kits of a colourway in the version that this one does."""
        return made[other].get(way) == own.get(way, kit_class.variant)

    free: Counter[str] = Counter()
    names: dict[str, list[str]] = {}
    for log in ClassLog.objects.filter(kit_class__in=alike, kit_class__finished__isnull=False).exclude(
        kit_class=kit_class
    ).select_related("kit_class").order_by("kit_class__date", "pk"):  # fmt: skip
        for way, count in log.left.items():
            if count and same(log.kit_class_id, way):
                free[way] += count
                names.setdefault(way, []).append(log.kit_class.name)
    for other, way, ready in Colourway.objects.filter(kit_class__in=alike).exclude(
        kit_class=kit_class
    ).values_list("kit_class", "name", "ready"):  # fmt: skip
        free[way] -= ready if same(other, way) else 0
    return {way: (count, names[way]) for way, count in sorted(free.items()) if count > 0}


@transaction.atomic
def add_note(kit_class: KitClass, about: str, text: str, picture: bytes | None, by: int | None) -> LogNote:
    """Add something to remember. FileError where it says and shows nothing, or there are too many."""
    if not text and picture is None:
        raise FileError([fault("text", "note-empty")])
    KitClass.objects.select_for_update().get(pk=kit_class.pk)
    if kit_class.log_notes.count() >= MOST_NOTES:
        raise FileError([fault("", "too-many-notes", most=MOST_NOTES)])
    photo = None
    if picture is not None:
        made, colour = remade(picture, _SIDE)
        photo = Photo.objects.create(studio=kit_class.studio, content=made, colour=colour)
    return LogNote.objects.create(kit_class=kit_class, about=about, text=text, photo=photo, by_id=by)
