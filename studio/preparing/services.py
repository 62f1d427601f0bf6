"""The ticks of what is prepared, packed and taught."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from studio.classes.evenings import done_in
from studio.classes.models import KitClass, Tick

__all__ = ["MOST_TICKS", "Said", "notes_in", "tick"]

MOST_TICKS = 20_000  # of one guide of a class


@dataclass(frozen=True, slots=True)
class Said:
    """So many of what a key names are done; None for a note or seconds that are not said now."""

    key: str
    count: int
    note: str | None = None
    seconds: int | None = None


def notes_in(kit_class: KitClass, guide: str) -> dict[str, str]:
    """The notes of a guide by key."""
    rows = Tick.objects.filter(kit_class=kit_class, guide=guide).exclude(note="")
    return dict(rows.values_list("key", "note"))


@transaction.atomic
def tick(kit_class: KitClass, guide: str, said: Sequence[Said], by: int | None) -> dict[str, int]:
    """Say how many of each are done; a note of None leaves the one there is, and so do seconds of None as
    long as the count stays: what is done again, or more of, takes another time.

    Each key is set by itself, so that two devices take nothing from one another, and the same said twice is
    said once. FileError where a guide would have too many keys.
    """
    of = {"kit_class": kit_class, "guide": guide, "by_id": by}
    KitClass.objects.select_for_update().get(pk=kit_class.pk)
    rows = {one.key: one for one in said}
    there = Tick.objects.filter(kit_class=kit_class, guide=guide, key__in=rows)
    before = dict(there.values_list("key", "count"))
    alike: dict[tuple[str, ...], list[Tick]] = {}
    for key in sorted(rows):
        one = rows[key]
        timed = one.seconds is not None or before.get(key) != one.count
        fields = (*(["note"] if one.note is not None else []), *(["seconds"] if timed else []))
        alike.setdefault(fields, []).append(
            Tick(key=key, count=one.count, note=one.note or "", seconds=one.seconds, **of)
        )
    for fields, ticks in alike.items():
        Tick.objects.bulk_create(
            ticks, update_conflicts=True, unique_fields=["kit_class", "guide", "key"],
            update_fields=["count", "by", "changed", *fields],
        )  # fmt: skip
    if Tick.objects.filter(kit_class=kit_class, guide=guide).count() > MOST_TICKS:
        raise FileError([fault("ticks", "too-many-ticks", most=MOST_TICKS)])
    return done_in(kit_class, guide)
