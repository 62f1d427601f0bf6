"""A class prepared: its batches, when each of them has to be done, and the evenings they are laid into."""

from __future__ import annotations

import datetime as dt
from collections.abc import Container
from dataclasses import dataclass

from neat_sheaf.job import Job
from neat_sheaf.plan import Plan
from neat_sheaf.preparing.tasks import Prepared, Task, prepare
from neat_sheaf.schedule.critical import Activity, Timed, critical_path
from neat_sheaf.schedule.days import days_before
from neat_sheaf.schedule.evenings import Evenings, lay_out
from studio.classes.convert import core_job
from studio.classes.models import KitClass, Tick
from studio.classes.planning import whose
from studio.tasks import plans

__all__ = ["Preparing", "done_in", "preparing_of"]


@dataclass(frozen=True, slots=True)
class Preparing:
    """What is prepared, when each of it has to be, and the evenings it is laid into.

    ``days`` are those evenings; none where the class has no date. ``late``: the first of them is over.
    """

    job: Job
    plan: Plan | None
    prepared: Prepared
    timed: tuple[Timed, ...]
    evenings: Evenings
    days: tuple[dt.date, ...]
    late: bool

    def day_of(self, keys: Container[str]) -> dt.date | None:
        """The first evening with one of these tasks; None where none of them is on an evening with a date."""
        found = [part.evening for part in self.evenings.parts if part.key in keys]
        return self.days[min(found)] if found and self.days else None


def preparing_of(kit_class: KitClass, job: Job | None = None) -> Preparing:
    """The batches of a class, and its evenings counted back from it. CannotPlanError where it has no papers.

    Cutting is among them once the class is planned. What is ticked is not laid out again. Where nobody said
    how long something takes, it is laid out as if it took no time: the number of such tasks is for the caller
    to say. ``job`` is what it comes to, where that is known already.
    """
    studio = kit_class.studio
    job = core_job(kit_class) if job is None else job
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
    late = bool(days) and days[0] < studio.today()
    return Preparing(job, plan, prepared, tuple(critical_path(activities)), evenings, days, late)


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


def done_in(kit_class: KitClass, guide: str) -> dict[str, int]:
    """How many are done of each thing in a guide, by key; what is not begun is left out."""
    if "ticks" in getattr(kit_class, "_prefetched_objects_cache", ()):
        return {tick.key: tick.count for tick in kit_class.ticks.all() if tick.guide == guide and tick.count}
    rows = Tick.objects.filter(kit_class=kit_class, guide=guide, count__gt=0)
    return dict(rows.values_list("key", "count"))
