"""The batches of a class: everything the list asks for, as often as it does, each after what it needs."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from neat_sheaf.cutting.demand import demand_of
from neat_sheaf.cutting.handling import Handling
from neat_sheaf.habits import USUAL_HABITS
from neat_sheaf.job import Class, Colourway, Job
from neat_sheaf.preparing.tasks import Kind, prepare
from neat_sheaf.preparing.wanted import pieces_wanted
from neat_sheaf.project import CutMethod, Hole, Line, PassOf, Portion, Project, SupplyUse
from neat_sheaf.project.assembly import Batch, Shade, Step, When, Work
from neat_sheaf.project.step_words import guess_batch
from neat_sheaf.schedule.critical import Activity, critical_path
from neat_sheaf.stock import Paper, Supply, SupplyUnit

from .building import across, inch, piece
from .made_up_jobs import jobs
from .test_scoring import listed, replayed, scored

BEFORE = When.BEFORE
SHEET = Paper("body", "Body", inch("12"), inch("12"))


def job_of(*pieces, seats=10, steps=(), supplies=(), **klass):
    project = Project("P", pieces, steps=tuple(steps), supplies=tuple(supplies))
    ways = (Colourway("A", seats, {"body": "body"}),)
    return Job(project, (SHEET,), (), Class(seats, 0, 0, colourways=ways, **klass))


def task(prepared, key):
    (found,) = [one for one in prepared.tasks if one.key == key]
    return found


@settings(max_examples=200, deadline=None)
@given(jobs(), st.data())
def test_the_scoring_of_a_generated_class_ends_with_the_lists_scores(job, data):
    marked = tuple(
        replace(data.draw(scored()), name=one.name, paper=one.paper, per_kit=one.per_kit, spares=one.spares)
        for one in job.project.pieces
    )
    job = replace(job, project=replace(job.project, pieces=marked))
    prepared, counts = prepare(job), pieces_wanted(job)
    pressed, _ = replayed(prepared.scoring, marked)
    for one in marked:
        assert pressed[one.name] == listed(one, counts.get(one.name, 0), job.habits.ridge)


@given(jobs())
def test_each_task_is_once_and_after_what_is_before_it(job):
    prepared = prepare(job, Handling(setting=3, stroke=9))
    keys = [one.key for one in prepared.tasks]
    assert len(set(keys)) == len(keys)
    for number, one in enumerate(prepared.tasks):
        assert set(one.after) <= set(keys[:number])
        if one.shares and one.kind not in (Kind.STEP, Kind.DIE):
            assert one.times == sum(share.times for share in one.shares)
    if job.klass.kits:
        assert keys[0] == "cut"
        assert keys[-1] == "bag"
    critical_path(Activity(one.key, one.seconds or 0, one.waits, one.after) for one in prepared.tasks)


@given(jobs())
def test_as_many_pieces_are_prepared_as_are_cut(job):
    """Of pieces that are cut by themselves: the demand that the sheets are planned for."""
    counts = pieces_wanted(job)
    dies = {p.pass_of.piece for p in job.project.pieces if p.pass_of}
    alone = [p for p in job.project.pieces if p.pass_of is None and not p.matched and p.name not in dies]
    plain = {p.name for p in alone if p.portion is Portion.WHOLE}
    cut: dict[str, int] = {}
    for needs in demand_of(job).values():
        for need in needs:
            for one in need.pieces:
                cut[one.name] = cut.get(one.name, 0) + need.count
    cut = {name: count for name, count in cut.items() if name in plain and count}
    assert {name: count for name, count in counts.items() if name in plain} == cut


TAG = piece("Tag", "2", "4", scores=across("1"), cut=CutMethod.DIE, margin=inch("1/8"))


def test_scores_slits_holes_and_corners_are_counted_over_the_whole_class():
    card = replace(
        piece("Card", "6", "4", scores=across("1", "3", "5"), per_kit=2),
        slits=(Line(TAG.scores[0].along, inch("1"), None, inch("1")),) * 2,
        holes=(Hole(inch("1"), inch("1"), inch("1/4")), Hole(inch("2"), inch("1"), inch("1/8"))),
    )
    prepared = prepare(job_of(card))
    assert task(prepared, "score-long").times == 60
    assert task(prepared, "slit").times == 40
    assert task(prepared, f"hole-{inch('1/4')}").times == 20
    pace = job_of(card).cutting.pace
    # 1 and 5 in are one stop from either end, 3 in the other.
    assert task(prepared, "score-long").seconds == 2 * pace.stop + 60 * pace.score


def test_what_is_left_for_the_table_is_no_batch_and_is_done_once_by_each():
    card = piece("Card", "6", "4", scores=across("2", "3"))
    prepared = prepare(job_of(card, at_table=(Work.SCORE,)))
    assert not [one for one in prepared.tasks if one.kind is Kind.SCORE]
    assert prepared.scoring.scores == 0
    (left,) = prepared.table
    pace = job_of(card).cutting.pace
    assert (left.kind, left.seconds) == (Kind.SCORE, 2 * pace.stop + 2 * pace.score)


def test_light_inks_are_stamped_before_dark_ones_and_what_dries_waits():
    steps = [
        Step("Stamp the stem", ("Tag",), when=BEFORE, ink="Moss", shade=Shade.DARK, dries=15),
        Step("Stamp the leaf", ("Tag",), when=BEFORE, ink="Lime", shade=Shade.LIGHT),
    ]
    prepared = prepare(job_of(TAG, steps=steps))
    stamps = [one for one in prepared.tasks if one.kind is Kind.STAMP]
    assert [one.key for one in stamps] == ["step-1", "step-0"]
    assert [one.waits for one in stamps] == [0, 15]
    assert stamps[1].after == ("step-1",)
    assert stamps[0].seconds == 10 * job_of(TAG).cutting.pace.stamp


def test_a_step_with_wet_glue_dries_as_the_studio_says_unless_it_says_so_itself():
    glue = Supply("glue", "Wet glue", SupplyUnit.ML, Decimal(50))
    use = SupplyUse("glue", count=Decimal(1))
    steps = [
        Step("Glue it", minutes=Decimal(2), when=BEFORE, supplies=("glue",), dries=dries) for dries in (0, 45)
    ]
    made = replace(job_of(TAG, steps=steps, supplies=[use]), supplies=(glue,))
    made = replace(made, habits=replace(USUAL_HABITS, drying=20))
    assert [one.waits for one in prepare(made).tasks if one.kind is Kind.STEP] == [20, 45]


def test_minutes_that_nobody_said_are_unknown_and_counted_as_such():
    steps = [Step("Tie it", when=BEFORE), Step("Fold it", minutes=Decimal("1.5"), when=BEFORE)]
    prepared = prepare(job_of(TAG, steps=steps))
    assert [one.key for one in prepared.unknown] == ["step-0"]
    assert task(prepared, "step-1").seconds == 900


def test_a_shared_tool_makes_a_queue_at_the_table():
    punch = SupplyUse("punch", count=Decimal(1), shared_by=4, lent=True)
    steps = [Step("Punch it", minutes=Decimal(1), supplies=("punch",)), Step("Glue it", minutes=Decimal(2))]
    supply = Supply("punch", "Punch", SupplyUnit.EACH, Decimal(1))
    prepared = prepare(replace(job_of(TAG, steps=steps, supplies=[punch]), supplies=(supply,)))
    assert [one.sharing for one in prepared.table] == [4, 1]
    assert prepared.table_seconds == 4 * 60 + 120
    few = prepare(replace(job_of(TAG, seats=3, steps=steps, supplies=[punch]), supplies=(supply,)))
    assert few.table[0].sharing == 3


def test_a_die_of_three_tags_gives_three_a_pass():
    three = [piece(name, "1", "2", pass_of=PassOf("Tag")) for name in ("Sun", "Rain", "Wind")]
    prepared = prepare(job_of(TAG, *three))
    assert task(prepared, "die").times == 10
    word = replace(piece("Word", "1", "1", pass_of=PassOf("Tag")), word="soon")
    assert task(prepare(job_of(TAG, word)), "die").times == 20  # two Os are two passes
    stamped = prepare(job_of(TAG, *three, steps=[Step("Stamp it", ("Sun",), when=BEFORE, ink="Moss")]))
    assert task(stamped, "step-0").after == ("die",)


def test_a_step_that_says_the_work_of_a_batch_is_not_counted_twice():
    steps = [
        Step("Trim all pieces", minutes=Decimal(4), when=BEFORE, batch=Batch.CUT),
        Step("Score them", when=BEFORE, batch=Batch.SCORE),
        Step("Round the corners", tool="corner punch", minutes=Decimal(1), when=BEFORE, batch=Batch.CORNER),
    ]
    card = piece("Card", "6", "4", scores=across("3"))
    prepared = prepare(job_of(card, steps=steps), Handling(setting=2, stroke=9))
    # No corner is on the list, so that step stays one of its own.
    assert [one.key for one in prepared.tasks] == ["cut", "score-long", "step-2", "bag"]
    assert [[step.says for step in one.also] for one in prepared.tasks] == [
        ["Trim all pieces"], ["Score them"], [], [],
    ]  # fmt: skip
    unplanned = prepare(job_of(card, steps=steps))
    assert [one.key for one in unplanned.tasks] == ["score-long", "step-0", "step-2", "bag"]


def test_a_step_that_only_names_bags_keeps_its_own_minutes():
    # "Organza bags", a tea bag filler and bag clips lost 200 minutes to bagging.
    for tool in ("organza bags", "tea bag filler", "bag clips", "Bags"):
        assert guess_batch("Fill them", tool) is Batch.OWN
        step = Step("Fill them", tool=tool, minutes=Decimal(20), when=BEFORE)
        assert task(prepare(job_of(TAG, steps=[step])), "step-0").seconds == 20 * 60 * 10


@pytest.mark.parametrize(
    ("says", "tool", "batch"),
    [
        ("Run the dies", "", Batch.DIE), ("Run all the dies through", "", Batch.DIE),
        ("Cut dies", "", Batch.DIE), ("Cut the dies out of wax paper", "craft knife", Batch.OWN),
        ("Trim all pieces", "Trimmer", Batch.CUT), ("Trim", " paper  trimmer", Batch.CUT),
        ("Score", "scoring board", Batch.SCORE), ("Cut", "die-cutting machine", Batch.DIE),
        ("Punch", "circle punch", Batch.PUNCH), ("Punch", "1 1/2 inch circle punch", Batch.PUNCH),
        ("Punch", "hole punch", Batch.HOLE), ("Round", "corner punch", Batch.CORNER),
        ("Round", "corner rounder", Batch.CORNER), ("Bag the kits", "", Batch.BAG),
        ("Pack all the bags", "", Batch.BAG), ("Pack the drawers with seeds", "", Batch.OWN),
        ("Bag up each kit", "", Batch.BAG), ("Pour the punch", "punch bowl", Batch.OWN),
        ("Clean the trimmer", "trimmer oil", Batch.OWN), ("Runthedies", "", Batch.OWN),
    ],
)  # fmt: skip
def test_what_a_step_probably_is(says, tool, batch):
    assert guess_batch(says, tool) is batch


def test_running_the_dies_is_counted_once():
    # It added its own minutes to those of the batch.
    die = replace(TAG, cut=CutMethod.DIE)
    step = Step("Run the dies", minutes=Decimal("4.2"), when=BEFORE, batch=Batch.DIE)
    with_step, without = (prepare(job_of(die, steps=steps)) for steps in ([step], []))
    assert with_step.seconds == without.seconds
    assert [one.says for one in task(with_step, "die").also] == ["Run the dies"]


def test_a_step_of_work_that_is_left_for_the_table_is_not_prepared_either():
    step = Step("Score them", minutes=Decimal(3), when=BEFORE, batch=Batch.SCORE)
    card = piece("Card", "6", "4", scores=across("3"))
    prepared = prepare(job_of(card, steps=[step], at_table=(Work.SCORE,)))
    assert [one.key for one in prepared.tasks] == ["bag"]
    assert [one.kind for one in prepared.table] == [Kind.SCORE]


def test_halves_of_a_circle_are_punched_as_wholes():
    # Arithmetic: two halves a kit are one circle; ten kits are ten punches, not twenty.
    half = piece("Scallop", "2", "2", per_kit=2, cut=CutMethod.PUNCH, portion=Portion.HALF)
    prepared = prepare(job_of(half))
    assert task(prepared, "punch").times == 10
    assert prepare(job_of(half, at_table=(Work.PUNCH,))).table[0].seconds == job_of(half).cutting.pace.punch


def test_the_line_of_a_die_is_no_piece_that_is_scored():
    die = replace(TAG, scores=across("1"))
    prepared = prepare(job_of(die, piece("Sun", "1", "2", pass_of=PassOf("Tag"))))
    assert [one.key for one in prepared.tasks] == ["die", "bag"]
    assert [(run.dies, run.times) for run in prepared.dies] == [(("Tag",), 10)]
