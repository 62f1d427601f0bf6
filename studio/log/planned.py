"""What a class was planned to take: worked out while it is open, and as it was kept once it is over."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from neat_sheaf.costing import supply_totals
from neat_sheaf.costing.purchases import times_taken
from neat_sheaf.errors import CannotPlanError
from neat_sheaf.folding.sticking import worked_out
from neat_sheaf.formats.message_part import message_document, read_message
from neat_sheaf.formats.reading import FileError, JsonValue
from neat_sheaf.job import Job
from neat_sheaf.messages import Message
from neat_sheaf.pinned import Round, taken_by
from neat_sheaf.plan import Plan
from neat_sheaf.preparing.scoring import ScorePlan
from neat_sheaf.preparing.tasks import Prepared, Task, prepare
from neat_sheaf.stock import SupplyUnit
from neat_sheaf.stock.ledger import Cause
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.planning import whose
from studio.cupboard.ledger import Thing
from studio.log.models import ClassLog
from studio.preparing.keys import marks_key, stroke_key, table_key
from studio.tasks import plans

__all__ = ["BatchPlan", "ClassPlan", "GuideStep", "as_planned", "worked_out_plan", "written"]


@dataclass(frozen=True, slots=True)
class BatchPlan:
    """A batch or a step at the table: in words, its seconds (None: not said), of what they are made up.

    The seconds of a step at the table are the room's: ``turns`` people one after the other, and the
    ``waits`` minutes after them.
    """

    key: str
    says: Message
    seconds: int | None
    parts: Mapping[str, int]
    turns: int = 1
    waits: int = 0


@dataclass(frozen=True, slots=True)
class GuideStep:
    """A step at the scoring board: its key, its batch, whether the stop is set for it, its scores."""

    key: str
    batch: str
    set_now: bool
    times: int


@dataclass(frozen=True, slots=True)
class ClassPlan:
    """What a class was planned to take.

    ``things`` are sheets, the offcuts that are kept (by size) and supplies; ``derived`` those supplies of
    which all was worked out from what they stick, without what the studio has learned of them. ``kits`` were
    made, ``ready`` ones were there.
    """

    things: Mapping[Thing, Decimal]
    derived: Mapping[Thing, Decimal]
    batches: Sequence[BatchPlan]
    table: Sequence[BatchPlan]
    scoring: Sequence[GuideStep]
    kits: Mapping[str, int]
    ready: Mapping[str, int]
    seats: int
    samples: int


def as_planned(kit_class: KitClass) -> ClassPlan:
    """The plan of a class, as it was when the class was over. FileError where it has no papers yet."""
    log = ClassLog.objects.filter(kit_class=kit_class).first()
    if log is not None and log.planned is not None:
        return _read(log.planned)
    return worked_out_plan(kit_class)


def worked_out_plan(kit_class: KitClass) -> ClassPlan:
    """The plan of a class as it is now. FileError where it has no papers yet."""
    try:
        job = core_job(kit_class)
    except CannotPlanError as error:
        raise FileError(error.faults) from error
    plan = plans.plan_of(job, whose(kit_class)).plan
    prepared = prepare(job, plan.cutting.handling if plan else None)
    return ClassPlan(
        things=dict(_things(job, plan)),
        derived=_derived(job),
        batches=[_batch(task) for task in prepared.tasks],
        table=list(_at_table(prepared)),
        scoring=list(_scoring(prepared.scoring)),
        kits={way.name: way.kits for way in job.klass.colourways},
        ready={way.name: way.ready for way in job.klass.colourways},
        seats=job.klass.seats,
        samples=job.klass.samples,
    )


def _things(job: Job, plan: Plan | None) -> Iterator[tuple[Thing, Decimal]]:
    """Sheets, offcuts that are kept, supplies: as cutting moves them, when every step of it is made."""
    if plan is not None:
        whole = Round(plan.sheet_plan)
        for taken, amount in taken_by([whole], sum(1 for _ in whole.sheets.cutting.steps)).items():
            thing = Thing("paper", int(taken.paper), taken.width, taken.height)
            if taken.cause is Cause.KEPT or not thing.is_offcut:
                yield thing, Decimal(abs(amount))
    for total in supply_totals(job):
        if total.needed > total.lent:
            yield Thing("supply", int(total.supply)), total.needed - total.lent


def _derived(job: Job) -> dict[Thing, Decimal]:
    """What the kits take of worked-out tape, glue and runner, before what was learned of each."""
    plain = worked_out(job.project, job.supplies, job.habits, job.units)
    typed = {use.supply for use in plain.supplies if use.typed or use.lent}
    lines = {supply.id for supply in job.supplies if supply.unit is not SupplyUnit.EACH} - typed
    found: dict[Thing, Decimal] = {}
    for use in plain.supplies:
        if use.supply in lines:
            each = Decimal(use.length) if use.length is not None else use.count or Decimal(0)
            thing = Thing("supply", int(use.supply))
            found[thing] = found.get(thing, Decimal(0)) + each * times_taken(use, job.klass)
    return {thing: amount for thing, amount in found.items() if amount}


def _batch(task: Task) -> BatchPlan:
    return BatchPlan(task.key, task.says, task.seconds, {name: n for name, n in task.parts if n})


def _at_table(prepared: Prepared) -> Iterator[BatchPlan]:
    for one in prepared.table:
        whole = None if one.seconds is None else one.seconds * one.sharing + 60 * one.waits
        yield BatchPlan(table_key(one), one.says, whole, {}, one.sharing, one.waits)


def _scoring(plan: ScorePlan) -> Iterator[GuideStep]:
    for batch in plan.batches:
        for place, stroke in enumerate(batch.strokes):
            key = stroke_key(batch, stroke)
            yield GuideStep(key, f"score-{batch.phase.value}", place == 0, stroke.count)
    for one in plan.marked:
        yield GuideStep(marks_key(one), "score-diagonal", True, one.count * len(one.diagonals))


def written(plan: ClassPlan) -> dict[str, Any]:
    """A plan as it is kept."""

    def things(amounts: Mapping[Thing, Decimal]) -> list[list[Any]]:
        return [[t.kind, t.key, t.width, t.height, str(amount)] for t, amount in amounts.items()]

    def batches(rows: Sequence[BatchPlan]) -> list[dict[str, Any]]:
        return [
            {
                "key": b.key,
                "says": message_document(b.says),
                "seconds": b.seconds,
                "parts": dict(b.parts),
                "turns": b.turns,
                "waits": b.waits,
            }
            for b in rows
        ]

    return {
        "things": things(plan.things), "derived": things(plan.derived), "batches": batches(plan.batches),
        "table": batches(plan.table), "scoring": [[s.key, s.batch, s.set_now, s.times] for s in plan.scoring],
        "kits": dict(plan.kits), "ready": dict(plan.ready), "seats": plan.seats, "samples": plan.samples,
    }  # fmt: skip


def _read(kept: dict[str, Any]) -> ClassPlan:
    """What ``written`` gave."""

    def things(rows: list[list[Any]]) -> dict[Thing, Decimal]:
        return {
            Thing(kind, int(key), int(width), int(height)): Decimal(amount)
            for kind, key, width, height, amount in rows
        }

    def batches(rows: list[dict[str, Any]]) -> list[BatchPlan]:
        return [BatchPlan(**{**b, "says": read_message(JsonValue(b["says"], "", "mm", []))}) for b in rows]

    return ClassPlan(
        things(kept["things"]), things(kept["derived"]), batches(kept["batches"]), batches(kept["table"]),
        [GuideStep(*row) for row in kept["scoring"]], kept["kits"], kept.get("ready", {}),
        kept["seats"], kept["samples"],
    )  # fmt: skip
