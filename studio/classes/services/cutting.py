"""Cutting a class: a plan pinned when it begins, progress, later changes, miscuts.

Each function is one use case: it checks, and then changes the database in one transaction.
"""

from __future__ import annotations

import contextlib
from collections import Counter
from collections.abc import Sequence
from typing import Any

from django.db import transaction

from neat_sheaf.cutting.demand import family_of
from neat_sheaf.errors import Fault, fault
from neat_sheaf.formats.reading import Faulty, FileError, JsonValue
from neat_sheaf.formats.sheets_part import read_sheets, sheets_document
from neat_sheaf.job import Job
from neat_sheaf.pinned import (
    Change,
    CutPiece,
    Pieces,
    Rescue,
    RescueKind,
    Round,
    Why,
    change_of,
    difference,
    made_by,
    offcuts_there,
    rescues,
    taken_by,
)
from neat_sheaf.stock.ledger import BY_CUTTING, Cause, still_to_move
from studio.classes.convert import core_job
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import plan_of_class
from studio.classes.services.claiming import claim_for
from studio.cupboard.ledger import Because, Thing, move, thing_of
from studio.cupboard.models import Paper
from studio.tasks import answers

__all__ = [
    "Moved",
    "accept",
    "begin",
    "changes",
    "forget",
    "make_good",
    "mark_done",
    "rescues_of",
    "rounds_of",
    "steps_in",
]


class Moved(Exception):  # noqa: N818 - named for what happened
    """A step follows another number of steps than are done: a second device has gone on."""

    def __init__(self, run: CuttingRun) -> None:
        super().__init__(str(run))
        self.run = run


def rounds_of(run: CuttingRun) -> list[Round]:
    """What is pinned, in the plan's own types. FileError where a row of the database is spoilt."""
    return [_read(row) for row in run.rounds]


def _read(row: dict[str, Any]) -> Round:
    faults: list[Fault] = []
    try:
        sheets = read_sheets(JsonValue(row, "", "mm", faults))
    except Faulty:
        raise FileError(faults) from None
    if faults:
        raise FileError(faults)
    return Round(sheets, Why(row.get("why", Why.PLAN)))


def _written(one: Round) -> dict[str, Any]:
    return {**sheets_document(one.sheets), "why": one.why.value}


def steps_in(run: CuttingRun) -> int:
    """How many steps at the trimmer there are in all rounds; counted in the row, for the bench asks often."""
    return sum(len(batch["strokes"]) for row in run.rounds for batch in row["cutting"]["batches"])


def begin(kit_class: KitClass, by: int | None = None) -> CuttingRun:
    """Pin the plan of a class, and set its papers aside. FileError with its faults where it has none."""
    planned = plan_of_class(kit_class)
    if planned.plan is None:
        raise FileError(planned.faults or [fault("", "still-planning")])
    pinned = [_written(Round(planned.plan.sheet_plan))]
    with transaction.atomic():
        run, made = CuttingRun.objects.get_or_create(kit_class=kit_class, defaults={"rounds": pinned})
        run.kit_class = kit_class
        if made:
            claim_for(kit_class, planned.plan)
            _move_stock(run, by)
    return run


def _move_stock(run: CuttingRun, by: int | None) -> None:
    """Take from the cupboard what the steps that are done have begun, and put in it what they left to keep.

    Going back a step puts it back. What somebody undid in the cupboard by hand is not moved again.
    """
    wanted: Counter[tuple[Thing, Cause]] = Counter()
    for taken, amount in taken_by(rounds_of(run), run.done).items():
        wanted[Thing("paper", int(taken.paper), taken.width, taken.height), taken.cause] += amount
    moved: Counter[tuple[Thing, Cause]] = Counter()
    standing: Counter[tuple[Thing, Cause]] = Counter()
    rows = run.movements.filter(cause__in=[cause.value for cause in BY_CUTTING])
    for row in rows.select_related("undone_by"):
        moved[thing_of(row), Cause(row.cause)] += int(row.amount)
        if not hasattr(row, "undone_by"):
            standing[thing_of(row), Cause(row.cause)] += int(row.amount)
    for (thing, cause), amount in sorted(still_to_move(wanted, moved).items()):
        if cause is Cause.KEPT and amount < 0:
            amount = max(amount, -standing[thing, cause])
        elif cause is not Cause.KEPT and amount > 0:
            amount = min(amount, -standing[thing, cause])
        with contextlib.suppress(Paper.DoesNotExist):  # a paper may have been removed since
            move(run.kit_class.studio, thing, amount, Because(cause, by, run.kit_class_id, run.pk))


@transaction.atomic
def mark_done(
    run: CuttingRun, done: int, follows: int | None = None, by: int | None = None, seconds: int | None = None
) -> CuttingRun:
    """Say how many steps are done; never more than there are. The cupboard follows.

    ``follows`` is how many were done before: another device may have gone on meanwhile, or an answer may
    have been lost on its way. Steps said twice are counted once; where there are fewer now, or more than
    are said, it raises Moved with what there is now. ``seconds``
    is how long the last of the steps took, where one was made.
    """
    run = _locked(run)
    if not 0 <= done <= steps_in(run):
        raise FileError([fault("done", "steps-there", steps=steps_in(run))])
    if follows is not None and not min(follows, done) <= run.done <= max(follows, done):
        raise Moved(run)
    if seconds is not None and done == run.done + 1:
        run.timed[str(run.done)] = seconds
    # What is taken back is made again, and takes another time.
    run.timed = {step: took for step, took in run.timed.items() if int(step) < done}
    run.done = done
    run.save(update_fields=["done", "timed", "changed"])
    _move_stock(run, by)
    return run


def _locked(run: CuttingRun) -> CuttingRun:
    """The row as it is now, held until the transaction ends. DoesNotExist where cutting starts over."""
    found = CuttingRun.objects.select_for_update().get(pk=run.pk)
    found.kit_class = run.kit_class
    return found


def changes(run: CuttingRun, job: Job) -> Change:
    """What accepting the changed class would add, and in words; remembered, for every step asks for it."""
    # Rounds and spoilt pieces are only ever added, so their numbers say which they are.
    key = f"{run.pk}:{len(run.rounds)}:{len(run.spoilt)}:{answers.job_key(job)}"
    found: Change | None = answers.found(run.kit_class_id, "run", key)
    if found is None:
        rounds = rounds_of(run)
        missing = difference(job, _made(rounds, job), _lost_before(run, spared=False))
        found = change_of(job, missing, rounds)
        answers.keep(run.kit_class_id, "run", key, found)
    return found


@transaction.atomic
def accept(run: CuttingRun) -> CuttingRun:
    """Add the sheets that a changed class asks for too; what is cut stays cut."""
    # The change is planned before the row is held: that may take a while.
    job = core_job(run.kit_class)
    changes(run, job)
    run = _locked(run)
    change = changes(run, job)
    if change.sheets is not None:
        run.rounds = [*run.rounds, _written(Round(change.sheets, Why.CHANGE))]
        run.save()
    return run


def forget(run: CuttingRun) -> None:
    """Unpin the plan: the class is planned again."""
    run.delete()


def rescues_of(run: CuttingRun, job: Job, paper: str, piece: str, count: int) -> list[Rescue]:
    """What makes a miscut good, the least trouble first. FileError where the plan has no such piece."""
    rounds = rounds_of(run)
    made = _made(rounds, job)
    lost = _lost(made, job, paper, piece, count)
    spared = _lost_before(run, spared=True)
    there = offcuts_there(rounds, run.done, job.papers)
    return rescues(job, lost, made - _lost_before(run, spared=False), spared, there, rounds)


@transaction.atomic
def make_good(
    run: CuttingRun, job: Job, paper: str, piece: str, count: int, by: RescueKind, key: str = ""
) -> CuttingRun:
    """Note a miscut, and what makes it good.

    ``key`` is the sender's own name for this miscut: one that was noted already is not noted again.
    """
    run = _locked(run)
    if key and any(row.get("key") == key for row in run.spoilt):
        return run
    rescue = next((r for r in rescues_of(run, job, paper, piece, count) if r.kind is by), None)
    if rescue is None:
        raise FileError([fault("by", "no-such-rescue", by=by)])
    lost = _lost(_made(rounds_of(run), job), job, paper, piece, count)
    # The row's key for the kind is that of the rows that were noted before.
    noted = [{**cut._asdict(), "count": n, "help": by.value, "key": key} for cut, n in lost.items()]
    run.spoilt = [*run.spoilt, *noted]
    if rescue.sheets is not None:
        run.rounds = [*run.rounds, _written(Round(rescue.sheets, Why.MISCUT))]
    run.save()
    return run


def _made(rounds: Sequence[Round], job: Job) -> Pieces:
    return made_by((one.sheets for one in rounds), family_of(job))


def _lost(made: Pieces, job: Job, paper: str, piece: str, count: int) -> Pieces:
    """The spoilt pieces as those of some colourway. FileError where the plan has no such piece."""
    main = family_of(job).get(paper, paper)
    alike = [cut for cut in made if (cut.paper, cut.piece) == (main, piece)]
    if not alike or count < 1:
        raise FileError([fault("piece", "not-planned", piece=piece)])
    return Counter({alike[0]: count})


def _lost_before(run: CuttingRun, *, spared: bool) -> Pieces:
    """Pieces that were spoilt and a spare replaced, or those that had to be cut again."""
    lost: Pieces = Counter()
    for row in run.spoilt:
        if (row["help"] == RescueKind.SPARE) is spared:
            lost[CutPiece(row["paper"], row["piece"], row["colourway"])] += row["count"]
    return lost
