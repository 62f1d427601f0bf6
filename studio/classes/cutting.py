"""Cutting a class: a plan pinned when it begins, progress, later changes, miscuts.

Each function is one use case: it checks, and then changes the database in one transaction.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.core.cache import cache
from django.db import transaction

from neat_sheaf.cutting.demand import family_of
from neat_sheaf.errors import Fault
from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.sheets_part import sheets_document
from neat_sheaf.job import Job
from neat_sheaf.measure.length import Length, millimetres
from neat_sheaf.pinned import (
    Change,
    CutPiece,
    Difference,
    Pieces,
    Rescue,
    RescueKind,
    change_of,
    difference,
    made_by,
    rescues,
)
from neat_sheaf.stock import Offcut
from studio.classes.convert import core_job
from studio.classes.models import CuttingRun, KitClass
from studio.classes.planning import key_of, plan_of

__all__ = [
    "Moved",
    "accept",
    "begin",
    "changes",
    "differs",
    "forget",
    "make_good",
    "mark_done",
    "offcuts_there",
    "strokes_of",
    "ways_to_make_good",
]


def begin(kit_class: KitClass) -> CuttingRun:
    """Pin the plan of a class. FileError with its faults where it has none."""
    planned = plan_of(kit_class)
    if planned.plan is None:
        faults = planned.faults or [Fault("", "still-planning", "the plan is still being made; wait for it")]
        raise FileError(faults)
    pinned = {key: planned.plan[key] for key in ("papers", "cutting")}
    with transaction.atomic():
        run, _ = CuttingRun.objects.get_or_create(kit_class=kit_class, defaults={"rounds": [pinned]})
    return run


def strokes_of(run: CuttingRun) -> int:
    """How many strokes (steps at the trimmer) there are in all rounds."""
    return sum(len(batch["strokes"]) for one in run.rounds for batch in one["cutting"]["batches"])


@transaction.atomic
def mark_done(run: CuttingRun, done: int, follows: int | None = None) -> CuttingRun:
    """Say how many steps are done; never more than there are.

    ``follows`` is how many were done before: another device may have gone on meanwhile. The same
    step said by two is counted once; any other disagreement raises Moved with what there is now.
    """
    run = _locked(run)
    if not 0 <= done <= strokes_of(run):
        raise FileError([Fault("done", "out-of-range", f"there are {strokes_of(run)} steps")])
    if follows is not None and run.done not in (follows, done):
        raise Moved(run)
    run.done = done
    run.save(update_fields=["done", "changed"])
    return run


def _locked(run: CuttingRun) -> CuttingRun:
    """The row as it is now, held until the transaction ends. DoesNotExist where cutting starts over."""
    found = CuttingRun.objects.select_for_update().get(pk=run.pk)
    found.kit_class = run.kit_class
    return found


class Moved(Exception):  # noqa: N818 - named for what happened
    """A step follows another number of steps than are done: a second device has gone on."""

    def __init__(self, run: CuttingRun) -> None:
        super().__init__(str(run))
        self.run = run


def _lost_before(run: CuttingRun, *, spared: bool) -> Pieces:
    """Pieces that were spoilt and a spare stood in for, or those that had to be cut again."""
    lost: Pieces = Counter()
    for row in run.spoilt:
        if (row["help"] == RescueKind.SPARE) is spared:
            lost[CutPiece(row["paper"], row["piece"], row["colourway"])] += row["count"]
    return lost


def differs(run: CuttingRun, job: Job) -> Difference:
    """What the class as it is now asks for besides what is pinned, and what is over."""
    return difference(job, made_by(run.rounds, family_of(job)), _lost_before(run, spared=False))


def changes(run: CuttingRun, job: Job) -> Change:
    """What accepting the difference would add, and in words; remembered, for every step asks for it."""
    # Rounds and spoilt pieces are only ever added, so their numbers say which they are.
    key = f"changes:{key_of(job)}:{run.pk}:{len(run.rounds)}:{len(run.spoilt)}"
    found: Change | None = cache.get(key)
    if found is None:
        found = change_of(job, differs(run, job), run.rounds)
        cache.set(key, found, 3600)
    return found


@transaction.atomic
def accept(run: CuttingRun) -> CuttingRun:
    """Add the sheets that a changed class asks for besides; what is cut stays cut."""
    # The change is planned before the row is held: that may take a while.
    job = core_job(run.kit_class)
    changes(run, job)
    run = _locked(run)
    change = changes(run, job)
    if change.sheets is not None:
        run.rounds = [*run.rounds, {**sheets_document(change.sheets), "why": "change"}]
        run.save()
    return run


def forget(run: CuttingRun) -> None:
    """Unpin the plan: the class is planned anew."""
    run.delete()


@dataclass(frozen=True, slots=True)
class _Step:
    stroke: Mapping[str, Any]
    round: Mapping[str, Any]


def _steps(run: CuttingRun) -> Iterator[_Step]:
    for one in run.rounds:
        for batch in one["cutting"]["batches"]:
            for stroke in batch["strokes"]:
                yield _Step(stroke, one)


def offcuts_there(run: CuttingRun, job: Job) -> dict[str, list[Offcut]]:
    """Offcuts by paper that lie there now: of layouts cut to the end, and unused ones of the cupboard."""
    uncut: set[str] = set()
    for number, step in enumerate(_steps(run)):
        if number >= run.done:
            uncut |= {part["layout"] for part in step.stroke["parts"]}
    there: dict[str, Counter[tuple[Length, Length]]] = {}
    for paper in job.papers:
        there[paper.id] = Counter({(o.width, o.height): o.count for o in paper.offcuts})
    for one in run.rounds:
        for row in one["papers"]:
            for layout in row["layouts"]:
                mine = there.setdefault(row["paper"], Counter())
                if layout["stock"]["kind"] == "offcut":
                    mine[_size(layout["stock"])] -= layout["times"]
                if layout["letter"] not in uncut:
                    for left in layout["offcuts"]:
                        if left["kept"]:
                            mine[_size(left)] += layout["times"]
    return {
        paper: [Offcut(w, h, n) for (w, h), n in sizes.items() if n > 0] for paper, sizes in there.items()
    }


def _size(row: Mapping[str, Any]) -> tuple[Length, Length]:
    return millimetres(repr(row["width"])), millimetres(repr(row["height"]))


def _lost(run: CuttingRun, job: Job, paper: str, piece: str, count: int) -> Pieces:
    """The spoilt pieces as those of some colourway. FileError where the plan has no such piece."""
    main = family_of(job).get(paper, paper)
    made = [c for c in made_by(run.rounds, family_of(job)) if (c.paper, c.piece) == (main, piece)]
    if not made or count < 1:
        raise FileError([Fault("piece", "not-planned", f"the plan cuts no {piece} from that paper")])
    return Counter({made[0]: count})


def ways_to_make_good(run: CuttingRun, job: Job, paper: str, piece: str, count: int) -> list[Rescue]:
    """What saves a miscut, the least trouble first."""
    lost = _lost(run, job, paper, piece, count)
    made = made_by(run.rounds, family_of(job)) - _lost_before(run, spared=False)
    spared = _lost_before(run, spared=True)
    return rescues(job, lost, made, spared, offcuts_there(run, job), run.rounds)


@transaction.atomic
def make_good(
    run: CuttingRun, job: Job, paper: str, piece: str, count: int, by: RescueKind, key: str = ""
) -> CuttingRun:
    """Note a miscut and take one of the ways to make it good.

    ``key`` is the sender's own name for this miscut: one that was noted already is not noted again.
    """
    run = _locked(run)
    if key and any(row.get("key") == key for row in run.spoilt):
        return run
    ways: Sequence[Rescue] = ways_to_make_good(run, job, paper, piece, count)
    way = next((way for way in ways if way.help is by), None)
    if way is None:
        raise FileError([Fault("by", "no-such-way", f"no {by} makes it good now; choose another way")])
    for cutout, n in _lost(run, job, paper, piece, count).items():
        run.spoilt = [*run.spoilt, {**cutout._asdict(), "count": n, "help": by.value, "key": key}]
    if way.sheets is not None:
        run.rounds = [*run.rounds, {**sheets_document(way.sheets), "why": "miscut"}]
    run.save()
    return run
