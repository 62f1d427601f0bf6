"""What is prepared for a class as batches: what is done to which pieces, how often, how long, after what."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import asdict, dataclass, replace
from enum import StrEnum

from neat_sheaf.cutting.handling import Handling
from neat_sheaf.folding.sticking import school_of
from neat_sheaf.habits import School
from neat_sheaf.job import Job
from neat_sheaf.messages import Measured, Message, message
from neat_sheaf.pace import Pace
from neat_sheaf.preparing.plates import DieRun, die_runs
from neat_sheaf.preparing.scoring import Phase, ScorePlan, scoring_of
from neat_sheaf.preparing.wanted import one_kit_each, pieces_wanted, times_cut
from neat_sheaf.project import CornerShape, CutMethod, Piece
from neat_sheaf.project.assembly import Batch, Shade, Step, When, Work
from neat_sheaf.project.passes import from_dies

__all__ = ["AtTable", "Kind", "Prepared", "Share", "Task", "has_marks", "prepare"]


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

    ``seconds`` of work, None where nobody said; ``parts`` is how often each thing of a ``Pace`` is done in
    it, where the seconds come from that. Then it is left alone for ``waits`` minutes before what comes
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
    tool: Message | None = None
    step: int | None = None
    also: tuple[Step, ...] = ()
    parts: tuple[tuple[str, int], ...] = ()


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
    tool: Message | None = None


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

    def seconds_by(self, pace: Pace) -> int:
        """The work of every task by another pace; what a person said of a step stays."""
        return sum(
            sum(count * int(getattr(pace, name)) for name, count in task.parts) or task.seconds or 0
            for task in self.tasks
        )

    @property
    def table_seconds(self) -> int:
        """How long the class takes: each step until the last of those who share is done."""
        return sum((one.seconds or 0) * one.sharing + 60 * one.waits for one in self.table)


def prepare(job: Job, handling: Handling | None = None) -> Prepared:
    """The batches of a class; ``handling`` is what its cutting takes, where it is planned.

    Work that the class leaves for the table is no batch: each attendee does a kit's worth of it.
    """
    counts, later = pieces_wanted(job), set(job.klass.at_table)
    plan, runs, made = _by_marks(job, [work for work in Work if work not in later])
    tasks, told = _with_their_steps([*_cut(job, handling), *made, *_bags(job)], job)
    tasks += [task for task in _steps(job, counts) if task.step not in told]
    return Prepared(tuple(_in_order(tasks, job, counts)), tuple(_table(job)), plan, runs)


def _cut(job: Job, handling: Handling | None) -> Iterator[Task]:
    if handling is None or not handling.stroke:
        return
    parts = {name: count for name, count in asdict(handling).items() if name != "bag"}
    said = message("task-cut", strokes=handling.stroke, settings=handling.setting)
    yield _timed(
        job, Task("cut", Kind.CUT, said, (), handling.stroke, 0, tool=message("tool.trimmer")), **parts
    )


def _timed(job: Job, task: Task, **parts: int) -> Task:
    """The task with the seconds that its parts take."""
    seconds = sum(count * getattr(job.cutting.pace, name) for name, count in parts.items())
    return replace(task, seconds=seconds, parts=tuple(parts.items()))


def _by_marks(job: Job, works: Collection[Work]) -> tuple[ScorePlan, tuple[DieRun, ...], list[Task]]:
    """Work of these kinds that the marks of the pieces ask for: the scoring, the runs of dies, all of it."""
    counts = pieces_wanted(job)
    listed = [piece for piece in job.project.pieces if counts.get(piece.name)]
    cut = times_cut(job) if {Work.DIE, Work.PUNCH} & set(works) else Counter[str]()
    plan = scoring_of(listed if Work.SCORE in works else [], counts, job.habits)
    runs = tuple(die_runs(job, cut)) if Work.DIE in works else ()
    tasks = [*_cut_out(job, cut, runs), *_scores(job, plan), *_marked(job, listed, counts)]
    return plan, runs, [task for task in tasks if Work(task.kind.value) in works]


def _cut_out(job: Job, cut: Mapping[str, int], runs: tuple[DieRun, ...]) -> Iterator[Task]:
    """Passes of dies, and what is punched."""
    if passes := sum(run.times for run in runs):
        shares = tuple(Share(name, run.times) for run in runs for name in run.dies)
        said = message("task-die", passes=passes)
        task = Task("die", Kind.DIE, said, shares, passes, 0, tool=message("tool.machine"))
        yield _timed(job, task, die=passes)
    punched = [
        Share(p.name, cut[p.name]) for p in job.project.pieces if p.cut is CutMethod.PUNCH and cut.get(p.name)
    ]
    if times := sum(share.times for share in punched):
        said = message("task-punch", count=times)
        task = Task("punch", Kind.PUNCH, said, tuple(punched), times, 0, tool=message("tool.punch"))
        yield _timed(job, task, punch=times)


def _marked(job: Job, listed: list[Piece], counts: Mapping[str, int]) -> Iterator[Task]:
    """Slits, windows and notches, holes and corners."""
    slits = {p.name: len(p.slits) for p in listed}
    cut_out = {p.name: len(p.windows) + len(p.notches) + len(p.removed) for p in listed}
    for kind, marks in ((Kind.SLIT, slits), (Kind.CUTOUT, cut_out)):
        shares = tuple(Share(name, counts[name], often) for name, often in marks.items() if often)
        times = sum(share.times for share in shares)
        if times:
            said = message("task-slit" if kind is Kind.SLIT else "task-cutout", count=times)
            tool = message("tool.scissors" if kind is Kind.SLIT else "tool.knife")
            yield _timed(
                job, Task(kind.value, kind, said, shares, times, 0, tool=tool), **{kind.value: times}
            )
    yield from _holes(job, listed, counts)
    yield from _corners(job, listed, counts)


_MARKS: dict[Kind, Callable[[Piece], object]] = {
    Kind.DIE: lambda piece: piece.cut is CutMethod.DIE,
    Kind.PUNCH: lambda piece: piece.cut is CutMethod.PUNCH,
    Kind.SCORE: lambda piece: piece.scores or piece.diagonals,
    Kind.SLIT: lambda piece: piece.slits,
    Kind.HOLE: lambda piece: piece.holes,
    Kind.CORNER: lambda piece: piece.corners,
    Kind.CUTOUT: lambda piece: piece.windows or piece.notches or piece.removed,
}


def has_marks(piece: Piece, kind: Kind) -> bool:
    """Whether a piece has marks that this kind of work is about."""
    return kind in _MARKS and bool(_MARKS[kind](piece))


def _scores(job: Job, plan: ScorePlan) -> Iterator[Task]:
    for phase in Phase:
        own = [batch for batch in plan.batches if batch.phase is phase]
        shares: dict[str, Share] = {}
        for stroke in (stroke for batch in own for stroke in batch.strokes):
            before = shares.get(stroke.piece)
            shares[stroke.piece] = Share(stroke.piece, stroke.count, 1 + (before.each if before else 0))
        times = sum(share.times for share in shares.values())
        if own:
            said = message(f"task-score.{phase.value}", stops=len(own), count=times)
            key, tool = f"score-{phase.value}", message("tool.board")
            task = Task(key, Kind.SCORE, said, tuple(shares.values()), times, 0, tool=tool)
            yield _timed(job, task, stop=len(own), score=times)
    if plan.marked:
        shares_of = tuple(Share(one.piece, one.count, len(one.diagonals)) for one in plan.marked)
        times = sum(share.times for share in shares_of)
        said = message("task-score.diagonal", count=times)
        # Each diagonal is laid by its two marks: a stop and a score.
        task = Task("score-diagonal", Kind.SCORE, said, shares_of, times, 0, tool=message("tool.board"))
        yield _timed(job, task, stop=times, score=times)


def _holes(job: Job, listed: list[Piece], counts: Mapping[str, int]) -> Iterator[Task]:
    """One size of hole after the other; through folds it is punched once, after scoring and folding."""
    for size in dict.fromkeys(hole.diameter for piece in listed for hole in piece.holes):
        each = {piece.name: sum(hole.diameter == size for hole in piece.holes) for piece in listed}
        shares = tuple(Share(name, counts[name], often) for name, often in each.items() if often)
        times = sum(share.times for share in shares)
        said = message("task-hole", count=times, size=Measured(size))
        task = Task(f"hole-{size}", Kind.HOLE, said, shares, times, 0, tool=message("tool.hole-punch"))
        yield _timed(job, task, hole=times)


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
        tool = message("tool.corner-punch" if shape is CornerShape.ROUND else "tool.scissors")
        yield _timed(job, Task(key, Kind.CORNER, said, shares, times, 0, tool=tool), corner=times)


def _with_their_steps(tasks: list[Task], job: Job) -> tuple[list[Task], set[int | None]]:
    """The batches, the first of each kind with the prepared steps that are part of it; their places.

    Cutting said in a step and cutting by the plan are one: the plan knows how often. A step of work that the
    class leaves for the table is told with that.
    """
    left = {n: s for n, s in enumerate(job.project.steps) if s.when is When.BEFORE and not s.ink}
    later = {Kind(work.value) for work in job.klass.at_table}
    told: set[int | None] = {n for n, step in left.items() if _kind_of(step) in later}
    found = []
    for task in tasks:
        own = [n for n, step in left.items() if n not in told and _kind_of(step) is task.kind]
        told.update(own)
        found.append(replace(task, also=tuple(left[n] for n in own)))
    return found, told


def _kind_of(step: Step) -> Kind | None:
    """The kind of the batch that a step is part of; None where it is work of its own."""
    return None if step.batch is Batch.OWN else Kind(step.batch.value)


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
        task = Task(
            f"step-{number}", kind, said, shares, times, seconds, _drying(job, step),
            tool=_named(step), step=number,
        )  # fmt: skip
        by_pace = seconds is None and step.ink and shares
        yield _timed(job, task, stamp=times) if by_pace else task


def _named(step: Step) -> Message | None:
    """The tool of a step, as it is written there."""
    return message("tool.named", name=step.tool) if step.tool else None


def _drying(job: Job, step: Step) -> int:
    """Minutes that a step is left alone: as it says, or as the studio's wet glue dries that it takes."""
    wet = {supply.id for supply in job.supplies if school_of(supply) is School.GLUE}
    return step.dries or (job.habits.drying if wet & set(step.supplies) else 0)


def _of_kits(job: Job, step: Step) -> int | None:
    return None if step.minutes is None else int(step.minutes * 60 * job.klass.kits)


def _bags(job: Job) -> Iterator[Task]:
    if kits := job.klass.kits:
        yield _timed(job, Task("bag", Kind.BAG, message("task-bag", count=kits), (), kits, 0), bag=kits)


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


def _table(job: Job) -> Iterator[AtTable]:
    """What is left for the table: work by marks (of the slowest version), and the steps in order."""
    later = job.klass.at_table
    each = [_by_marks(one, later)[2] for one in one_kit_each(job)] if later and job.klass.kits else []
    for work in Work:
        of_versions = ([task for task in own if task.kind.value == work.value] for own in each)
        if tasks := max(of_versions, key=_whole, default=[]):
            said = message(f"table-work.{work.value}", count=sum(task.times for task in tasks))
            yield AtTable(Kind(work.value), said, _whole(tasks), tool=tasks[0].tool)
    for number, step in enumerate(job.project.steps):
        if step.when is When.TABLE:
            seconds = None if step.minutes is None else int(step.minutes * 60)
            kind = Kind.STAMP if step.ink else Kind.STEP
            said = message("task-step", says=step.says)
            shared = _sharing(job, step)
            yield AtTable(kind, said, seconds, shared, _drying(job, step), number, _named(step))


def _whole(tasks: list[Task]) -> int:
    return sum(task.seconds or 0 for task in tasks)


def _sharing(job: Job, step: Step) -> int:
    """How many people take turns at the one thing of the step that most of them share."""
    most = 1
    for use in job.project.supplies:
        if use.supply in step.supplies and use.lent and use.shared_by != 1:
            most = max(most, min(use.shared_by or job.klass.seats, job.klass.seats))
    return most
