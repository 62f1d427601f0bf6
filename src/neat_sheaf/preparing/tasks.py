"""What is prepared for a class as batches: what is done to which pieces, how often, how long, after what."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from neat_sheaf.cutting.handling import Handling
from neat_sheaf.folding.sticking import school_of
from neat_sheaf.habits import School
from neat_sheaf.job import Job
from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.preparing.plates import DieRun, die_runs
from neat_sheaf.preparing.scoring import Phase, ScorePlan, scoring_of
from neat_sheaf.preparing.wanted import pieces_wanted
from neat_sheaf.project import CornerShape, CutMethod, Piece
from neat_sheaf.project.assembly import Shade, Step, When, Work
from neat_sheaf.project.passes import from_dies

__all__ = ["AtTable", "Kind", "Prepared", "Share", "Task", "prepare"]


class Kind(StrEnum):
    """What a task is; in the order in which the kinds follow one another on a piece. Common practice."""

    CUT = "cut"
    DIE = "die"
    PUNCH = "punch"
    STAMP = "stamp"
    SCORE = "score"
    SLIT = "slit"
    HOLE = "hole"
    CORNER = "corner"
    CUTOUT = "cutout"
    STEP = "step"
    BAG = "bag"


@dataclass(frozen=True, slots=True)
class Share:
    """``count`` pieces of one name in a task, ``each`` times on every one."""

    piece: str
    count: int
    each: int = 1

    @property
    def times(self) -> int:
        """How often it is done in all."""
        return self.count * self.each


@dataclass(frozen=True, slots=True)
class Task:
    """One batch. ``key`` stays the same while what it is about does.

    ``seconds`` of work, None where nobody said; then it is left alone for ``waits`` minutes before what comes
    ``after`` it (keys). ``step`` is its place among the steps of the project. ``also`` are steps of the
    list that say the same work in their own words: they are no batches of their own.
    """

    key: str
    kind: Kind
    says: Message
    shares: tuple[Share, ...]
    times: int
    seconds: int | None
    waits: int = 0
    after: tuple[str, ...] = ()
    tool: str = ""
    step: int | None = None
    also: tuple[Step, ...] = ()


@dataclass(frozen=True, slots=True)
class AtTable:
    """What one attendee does at the table: seconds of work (None: not said), and what several share.

    ``sharing`` people take turns at one, so the last of them is done after so many times the work.
    """

    kind: Kind
    says: Message
    seconds: int | None
    sharing: int = 1
    waits: int = 0
    step: int | None = None
    tool: str = ""


@dataclass(frozen=True, slots=True)
class Prepared:
    """Everything that is done for a class: the batches before it, and what is left for the table."""

    tasks: tuple[Task, ...]
    table: tuple[AtTable, ...]
    scoring: ScorePlan
    dies: tuple[DieRun, ...] = ()

    @property
    def unknown(self) -> tuple[Task, ...]:
        """Tasks of which nobody said how long they take."""
        return tuple(task for task in self.tasks if task.seconds is None)

    @property
    def seconds(self) -> int:
        """The work of every task that is known, one after the other."""
        return sum(task.seconds or 0 for task in self.tasks)

    @property
    def table_seconds(self) -> int:
        """How long the class takes: each step until the last of those who share is done."""
        return sum((one.seconds or 0) * one.sharing + 60 * one.waits for one in self.table)


def prepare(job: Job, handling: Handling | None = None) -> Prepared:
    """The batches of a class; ``handling`` is what its cutting takes, where it is planned.

    Work that the class leaves for the table is no batch: each attendee does a kit's worth of it.
    """
    counts = pieces_wanted(job)
    listed = [piece for piece in job.project.pieces if counts.get(piece.name)]
    later = set(job.klass.at_table)
    plan = scoring_of([] if Work.SCORE in later else listed, counts, job.habits)
    runs = () if Work.DIE in later else tuple(die_runs(job))
    made = [task for task in _by_marks(job, listed, counts, plan, runs) if task.kind.value not in later]
    tasks = _with_their_steps([*_cut(job, handling), *made, *_bags(job)], job)
    told = {id(step) for task in tasks for step in task.also}
    tasks += [task for task in _steps(job, counts) if id(job.project.steps[task.step or 0]) not in told]
    return Prepared(tuple(_in_order(tasks, job, counts)), tuple(_table(job, listed)), plan, runs)


def _cut(job: Job, handling: Handling | None) -> Iterator[Task]:
    if handling is None or not handling.stroke:
        return
    seconds = replace(handling, bag=0).seconds(job.cutting.pace)
    said = message("task-cut", strokes=handling.stroke, settings=handling.setting)
    yield Task("cut", Kind.CUT, said, (), handling.stroke, seconds, tool="trimmer")


def _by_marks(
    job: Job, listed: list[Piece], counts: Mapping[str, int], plan: ScorePlan, runs: tuple[DieRun, ...]
) -> Iterator[Task]:
    """What the marks of the pieces ask for."""
    pace = job.cutting.pace
    passes = sum(run.times for run in runs)
    if passes:
        shares = tuple(Share(name, run.times) for run in runs for name in run.dies)
        said = message("task-die", passes=passes)
        yield Task("die", Kind.DIE, said, shares, passes, passes * pace.die, tool="die-cutting machine")
    punched = [Share(p.name, counts[p.name]) for p in listed if p.cut is CutMethod.PUNCH]
    if punched:
        times = sum(share.times for share in punched)
        said = message("task-punch", count=times)
        yield Task("punch", Kind.PUNCH, said, tuple(punched), times, times * pace.punch, tool="punch")
    yield from _scores(job, plan)
    slits = {p.name: len(p.slits) for p in listed}
    cut_out = {p.name: len(p.windows) + len(p.notches) + len(p.removed) for p in listed}
    for kind, marks, each in ((Kind.SLIT, slits, pace.slit), (Kind.CUTOUT, cut_out, pace.cutout)):
        shares = tuple(Share(name, counts[name], often) for name, often in marks.items() if often)
        times = sum(share.times for share in shares)
        if times:
            said = message("task-slit" if kind is Kind.SLIT else "task-cutout", count=times)
            tool = "scissors" if kind is Kind.SLIT else "craft knife"
            yield Task(kind.value, kind, said, shares, times, times * each, tool=tool)
    yield from _holes(job, listed, counts)
    yield from _corners(job, listed, counts)


def _scores(job: Job, plan: ScorePlan) -> Iterator[Task]:
    pace = job.cutting.pace
    for phase in Phase:
        own = [batch for batch in plan.batches if batch.phase is phase]
        shares: dict[str, Share] = {}
        for stroke in (stroke for batch in own for stroke in batch.strokes):
            before = shares.get(stroke.piece)
            shares[stroke.piece] = Share(stroke.piece, stroke.count, 1 + (before.each if before else 0))
        times = sum(share.times for share in shares.values())
        if own:
            said = message(f"task-score.{phase.value}", stops=len(own), count=times)
            seconds = len(own) * pace.stop + times * pace.score
            key = f"score-{phase.value}"
            yield Task(key, Kind.SCORE, said, tuple(shares.values()), times, seconds, tool="scoring board")
    if plan.marked:
        shares_of = tuple(Share(one.piece, one.count, len(one.diagonals)) for one in plan.marked)
        times = sum(share.times for share in shares_of)
        said = message("task-score.diagonal", count=times)
        # Each diagonal is laid by its two marks: a stop and a score.
        seconds = times * (pace.stop + pace.score)
        yield Task("score-diagonal", Kind.SCORE, said, shares_of, times, seconds, tool="scoring board")


def _holes(job: Job, listed: list[Piece], counts: Mapping[str, int]) -> Iterator[Task]:
    """One size of hole after the other; through folds it is punched once, after scoring and folding."""
    for size in dict.fromkeys(hole.diameter for piece in listed for hole in piece.holes):
        each = {piece.name: sum(hole.diameter == size for hole in piece.holes) for piece in listed}
        shares = tuple(Share(name, counts[name], often) for name, often in each.items() if often)
        times = sum(share.times for share in shares)
        said = message("task-hole", count=times, size=Measured(size))
        seconds = times * job.cutting.pace.hole
        yield Task(f"hole-{size}", Kind.HOLE, said, shares, times, seconds, tool="hole punch")


def _corners(job: Job, listed: list[Piece], counts: Mapping[str, int]) -> Iterator[Task]:
    kinds = dict.fromkeys((corner.shape, corner.sizes) for piece in listed for corner in piece.corners)
    for shape, sizes in kinds:
        each = {
            piece.name: sum((corner.shape, corner.sizes) == (shape, sizes) for corner in piece.corners)
            for piece in listed
        }
        shares = tuple(Share(name, counts[name], often) for name, often in each.items() if often)
        times = sum(share.times for share in shares)
        said = message(f"task-corner.{shape.value}", count=times, size=Measured(sizes[0]))
        key = f"corner-{shape.value}-{sizes[0]}-{sizes[1]}"
        tool = "corner punch" if shape is CornerShape.ROUND else "scissors"
        seconds = times * job.cutting.pace.corner
        yield Task(key, Kind.CORNER, said, shares, times, seconds, tool=tool)


# The tool of a step that is a batch anyway. Common practice.
_TOOLS = {
    Kind.CUT: re.compile(r"\b(trimmer|guillotine)\b", re.IGNORECASE),
    Kind.SCORE: re.compile(r"\bscor\w+ (board|tool)\b", re.IGNORECASE),
    Kind.DIE: re.compile(r"\bdie[- ]cut\w*\b", re.IGNORECASE),
    Kind.PUNCH: re.compile(r"^(?!.*\b(corner|hole)\b).*\bpunch\b", re.IGNORECASE),
    Kind.HOLE: re.compile(r"\bhole punch\b", re.IGNORECASE),
    Kind.CORNER: re.compile(r"\bcorner (punch|rounder)\b", re.IGNORECASE),
    Kind.BAG: re.compile(r"\bbags?\b", re.IGNORECASE),
}


def _with_their_steps(tasks: list[Task], job: Job) -> list[Task]:
    """The batches, the first of each kind with the prepared steps that are done with its tool.

    Cutting said in a step and cutting by the plan are one: the plan knows how often.
    """
    found = []
    left = [step for step in job.project.steps if step.when is When.BEFORE and not step.ink]
    for task in tasks:
        words = _TOOLS.get(task.kind)
        own = [step for step in left if words is not None and words.search(step.tool)]
        left = [step for step in left if step not in own]
        found.append(replace(task, also=tuple(own)))
    return found


_SHADES = list(Shade)


def _steps(job: Job, counts: Mapping[str, int]) -> Iterator[Task]:
    """The steps that are prepared: stamping with light inks first, and then the others in their order."""
    before = [(n, step) for n, step in enumerate(job.project.steps) if step.when is When.BEFORE]
    stamped = [(n, step) for n, step in before if step.ink]
    stamped.sort(key=lambda one: (_SHADES.index(one[1].shade), one[1].ink, one[0]))
    for number, step in (*stamped, *((n, step) for n, step in before if not step.ink)):
        shares = tuple(Share(name, counts[name]) for name in step.pieces if counts.get(name))
        kind = Kind.STAMP if step.ink else Kind.STEP
        times = sum(share.times for share in shares) if step.ink else job.klass.kits
        said = message("task-step", says=step.says)
        if step.ink:
            said = message("task-stamp", says=step.says, ink=step.ink, count=times)
        seconds = _of_kits(job, step)
        if seconds is None and step.ink and shares:
            seconds = times * job.cutting.pace.stamp
        yield Task(
            f"step-{number}", kind, said, shares, times, seconds, _drying(job, step),
            tool=step.tool, step=number,
        )  # fmt: skip


def _drying(job: Job, step: Step) -> int:
    """Minutes that a step is left alone: as it says, or as the studio's wet glue dries that it takes."""
    wet = {supply.id for supply in job.supplies if school_of(supply) is School.GLUE}
    return step.dries or (job.habits.drying if wet & set(step.supplies) else 0)


def _of_kits(job: Job, step: Step) -> int | None:
    return None if step.minutes is None else int(step.minutes * 60 * job.klass.kits)


def _bags(job: Job) -> Iterator[Task]:
    if kits := job.klass.kits:
        yield Task("bag", Kind.BAG, message("task-bag", count=kits), (), kits, kits * job.cutting.pace.bag)


def _in_order(tasks: list[Task], job: Job, counts: Mapping[str, int]) -> Iterator[Task]:
    """Each task after every earlier one that has a piece in common with it.

    A task that names no pieces (cutting, a step, bagging) is about all of them; one about a die is about
    what comes out of it too.
    """
    given = {die: [piece.name for piece in own] for die, own in from_dies(job.project.pieces).items()}
    kinds = list(Kind)
    every = frozenset(counts) or frozenset([""])
    ordered = sorted(tasks, key=lambda task: kinds.index(task.kind))
    touched = [
        frozenset(name for share in task.shares for name in (share.piece, *given.get(share.piece, [])))
        or every
        for task in ordered
    ]
    for number, task in enumerate(ordered):
        before = [n for n in range(number) if touched[n] & touched[number]]
        # What an earlier one comes after anyway need not be named.
        implied = {key for n in before for key in _ancestors(ordered, touched, n)}
        keys = tuple(ordered[n].key for n in before if ordered[n].key not in implied)
        yield replace(task, after=keys)


def _ancestors(ordered: list[Task], touched: list[frozenset[str]], number: int) -> Iterator[str]:
    for n in range(number):
        if touched[n] & touched[number]:
            yield ordered[n].key


def _table(job: Job, listed: list[Piece]) -> Iterator[AtTable]:
    """What is left for the table: work by marks that the class leaves to it, then its steps in order."""
    kit = {piece.name: piece.per_kit for piece in listed}
    plan, runs = scoring_of(listed, kit, job.habits), tuple(die_runs(job, [1]))
    for work in Work:
        if work in job.klass.at_table:
            own = [t for t in _by_marks(job, listed, kit, plan, runs) if t.kind.value == work.value]
            if own:
                whole = sum(task.seconds or 0 for task in own)
                said = message(f"table-work.{work.value}", count=sum(task.times for task in own))
                yield AtTable(Kind(work.value), said, whole, tool=own[0].tool)
    for number, step in enumerate(job.project.steps):
        if step.when is When.TABLE:
            seconds = None if step.minutes is None else int(step.minutes * 60)
            kind = Kind.STAMP if step.ink else Kind.STEP
            said = message("task-step", says=step.says)
            shared = _sharing(job, step)
            yield AtTable(kind, said, seconds, shared, _drying(job, step), number, step.tool)


def _sharing(job: Job, step: Step) -> int:
    """How many people take turns at the one thing of the step that most of them share."""
    most = 1
    for use in job.project.supplies:
        if use.supply in step.supplies and use.lent and use.shared_by != 1:
            most = max(most, min(use.shared_by or job.klass.seats, job.klass.seats))
    return most
