"""Preparing a class: its batches, its evenings, and the ticks."""

from __future__ import annotations

import datetime as dt
from collections.abc import Container, Sequence
from dataclasses import dataclass

from django.db import transaction

from neat_sheaf.errors import fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.job import Job
from neat_sheaf.plan import Plan
from neat_sheaf.preparing.tasks import Prepared, Task, prepare
from neat_sheaf.schedule.critical import Activity, Timed, critical_path
from neat_sheaf.schedule.days import days_before
from neat_sheaf.schedule.evenings import Evenings, lay_out
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.planning import whose
from studio.preparing.models import Tick
from studio.tasks import plans

__all__ = ["MOST_TICKS", "Preparing", "Said", "done_in", "notes_in", "preparing_of", "tick"]

MOST_TICKS = 20_000  # of one guide of a class


@dataclass(frozen=True, slots=True)
class Preparing:
    """What is prepared, when each of it has to be, and the evenings it is laid into.

    ``days`` are those evenings; none where the class has no date. ``late``: the first of them is over.
    ``order_by`` is the last day to order what is to buy; None where nothing is, or there is no date.
    """

    job: Job
    prepared: Prepared
    timed: tuple[Timed, ...]
    evenings: Evenings
    days: tuple[dt.date, ...]
    late: bool
    order_by: dt.date | None


def preparing_of(kit_class: KitClass, today: dt.date) -> Preparing:
    """The batches of a class, and its evenings counted back from it. CannotPlanError where it has no papers.

    Cutting is among them once the class is planned. What is ticked is not laid out again. Where nobody said
    how long something takes, it is laid out as if it took no time: the number of such tasks is for the caller
    to say.
    """
    studio = kit_class.studio
    job = core_job(kit_class)
    plan = plans.plan_of(job, whose(kit_class)).plan
    prepared = prepare(job, plan.cutting.handling if plan else None)
    done = done_in(kit_class, Tick.Guide.TASKS)
    activities = [
        Activity(one.key, one.seconds or 0, 60 * one.waits, _left(one, prepared, done))
        for one in prepared.tasks
        if one.key not in done
    ]
    evenings = lay_out(activities, 60 * studio.evening_minutes, studio.helpers)
    days: tuple[dt.date, ...] = ()
    if kit_class.date is not None:
        days = tuple(days_before(kit_class.date, evenings.count, studio.evening_days))
    first = days[0] if days else kit_class.date
    lead = _longest_lead(kit_class, plan)
    order_by = None if first is None or lead is None else first - dt.timedelta(days=1 + lead)
    late = bool(days) and days[0] < today
    return Preparing(job, prepared, tuple(critical_path(activities)), evenings, days, late, order_by)


def _left(task: Task, prepared: Prepared, done: Container[str]) -> tuple[str, ...]:
    """What a task still comes after: where that is done, what that came after and is not."""
    after = {one.key: one.after for one in prepared.tasks}
    found: dict[str, None] = {}
    ask = list(task.after)
    while ask:
        key = ask.pop()
        if key in done:
            ask += after.get(key, ())
        else:
            found[key] = None
    return tuple(found)


def _longest_lead(kit_class: KitClass, plan: Plan | None) -> int | None:
    """The longest that anything to buy takes to come, days; None where nothing is to buy."""
    if plan is None:
        return None
    papers = {int(one.paper) for one in plan.paper_totals if one.packs}
    packs = {int(one.pack) for one in plan.packs if one.packs}
    supplies = {int(one.supply) for one in plan.supplies if one.packs}
    studio = kit_class.studio
    leads = [
        *studio.papers.filter(pk__in=papers).values_list("lead_days", flat=True),
        *studio.packs.filter(pk__in=packs).values_list("lead_days", flat=True),
        *studio.supplies.filter(pk__in=supplies).values_list("lead_days", flat=True),
    ]
    return max(leads, default=None)


@dataclass(frozen=True, slots=True)
class Said:
    """So many of what a key names are done; None for a note or seconds that are not said now."""

    key: str
    count: int
    note: str | None = None
    seconds: int | None = None


def done_in(kit_class: KitClass, guide: str) -> dict[str, int]:
    """How many are done of each thing in a guide, by key; what is not begun is left out."""
    rows = Tick.objects.filter(kit_class=kit_class, guide=guide, count__gt=0)
    return dict(rows.values_list("key", "count"))


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
