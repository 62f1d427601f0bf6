"""What the product saw of a class by itself: sheets cut, offcuts kept, steps that were timed."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from decimal import Decimal

from django.db.models import Q, Sum

from neat_sheaf.learning.observing import TimedStep
from neat_sheaf.stock.ledger import Cause
from studio.classes.models import CuttingRun, KitClass, Tick
from studio.classes.services.cutting import rounds_of
from studio.cupboard.claims import LOG_BATCH
from studio.cupboard.ledger import Thing
from studio.cupboard.models import Movement
from studio.log.planned import ClassPlan

__all__ = ["cut_steps", "score_steps", "seconds_in", "seen_things"]

_TAKEN = (Cause.USED.value, Cause.MISCUT.value)


def seen_things(kit_class: KitClass) -> dict[Thing, Decimal]:
    """Sheets that cutting took for a class, and offcuts that it kept, by size; net of what was undone."""
    rows = Movement.objects.filter(kit_class=kit_class, paper__isnull=False).exclude(batch=LOG_BATCH)
    took = Q(cause__in=_TAKEN) | Q(undoes__cause__in=_TAKEN)
    kept = Q(cause=Cause.KEPT.value) | Q(undoes__cause=Cause.KEPT.value)
    found: dict[Thing, Decimal] = {}
    for which, sign in ((took & Q(width_nm=0), -1), (kept & Q(width_nm__gt=0), 1)):
        sums = rows.filter(which).order_by().values_list("paper", "width_nm", "height_nm")
        for paper, width, height, amount in sums.annotate(Sum("amount")):
            if amount:
                found[Thing("paper", paper, width, height)] = sign * amount
    return found


def cut_steps(run: CuttingRun) -> Iterator[TimedStep]:
    """The steps at the trimmer that were timed: each a setting or not, its strokes, its seconds."""
    number = 0
    for one in rounds_of(run):
        for batch in one.sheets.cutting.batches:
            for place, stroke in enumerate(batch.strokes):
                seconds = run.timed.get(str(number))
                if seconds is not None:
                    yield TimedStep(place == 0, stroke.strokes, seconds)
                number += 1


def score_steps(planned: ClassPlan, timed: Mapping[str, int]) -> Iterator[TimedStep]:
    """The steps at stops of the scoring board that were timed."""
    for step in planned.scoring:
        if step.key in timed and step.batch != "score-diagonal":
            yield TimedStep(step.set_now, step.times, timed[step.key])


def seconds_in(kit_class: KitClass, guide: str) -> dict[str, int]:
    """The seconds that things of a guide took, by key, where they were timed."""
    rows = Tick.objects.filter(kit_class=kit_class, guide=guide, seconds__isnull=False, count__gt=0)
    return {key: seconds for key, seconds in rows.values_list("key", "seconds") if seconds is not None}
