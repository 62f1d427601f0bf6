"""Studios take turns at the workers: one that asks for much makes nobody else wait much longer."""

from __future__ import annotations

import heapq
import random
from statistics import mean

import pytest
from django.db import connection
from procrastinate.contrib.django.models import ProcrastinateJob

from studio.tasks.for_studio import start
from studio.tasks.turns import plan_lock, priority_for, queued_of, turn_after
from studio.tasks.work import make_plan


def simulated(arrivals, workers=2):
    """How long each task waits: (when it is asked for, studio, how long), one of a studio at a time."""
    todo, doing, waits, now = [], [], [], 0.0
    left = sorted(arrivals)
    free = workers
    while left or todo or doing:
        while left and left[0][0] <= now:
            at, studio, takes = left.pop(0)
            own = [turn for turn, _, s, *_ in (*todo, *((t, 0, s) for _, t, s in doing)) if s == studio]
            others = [turn for turn, _, s, *_ in (*todo, *((t, 0, s) for _, t, s in doing)) if s != studio]
            todo.append((turn_after(own, others), at, studio, takes))
        todo.sort(key=lambda one: one[:2])
        busy = {studio for _, _, studio in doing}
        ready = next((one for one in todo if one[2] not in busy), None)
        if free and ready is not None:
            todo.remove(ready)
            turn, at, studio, takes = ready
            waits.append((studio, now - at))
            heapq.heappush(doing, (now + takes, turn, studio))
            free -= 1
            continue
        moments = ([doing[0][0]] if doing else []) + ([left[0][0]] if left else [])
        now = min(moments)
        while doing and doing[0][0] <= now:
            heapq.heappop(doing)
            free += 1
    return waits


@pytest.mark.parametrize("seed", range(5))
def test_of_fifty_studios_one_that_is_greedy_makes_the_others_wait_at_most_half_as_long_again(seed):
    chance = random.Random(seed)
    usual = [
        (chance.uniform(0, 600), studio, chance.expovariate(1 / 12)) for studio in range(49) for _ in range(2)
    ]
    greedy = [(chance.uniform(0, 60), 49, 20.0) for _ in range(200)]
    alone = mean(wait for _, wait in simulated(usual))
    others = mean(wait for studio, wait in simulated([*usual, *greedy]) if studio != 49)
    # With two workers busy nearly all the time: what the greedy one takes is one of them at the most.
    assert alone > 10
    assert others <= 1.5 * alone


def taken():
    """The lock of the job that a worker would take now, taken."""
    with connection.cursor() as cursor:
        cursor.execute("INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now()) RETURNING id")
        (worker,) = cursor.fetchone()
        cursor.execute("SELECT lock FROM procrastinate_fetch_job_v2(ARRAY['plans'], %s)", [worker])
        return cursor.fetchone()[0]


def test_a_file_is_written_before_plans_that_came_later_and_before_the_second_of_a_greedy_studio(
    join, settings
):
    # Files waited behind all plans of all studios.
    settings.PLAN_WAIT_SECONDS = 1
    greedy, other = join("Greedy").studio, join("Other").studio
    for n in range(3):
        configured = make_plan.configure(
            lock=plan_lock(greedy.pk), queueing_lock=f"g{n}", priority=priority_for(greedy.pk)
        )
        configured.defer(key=f"g{n}", job="{}")
    start(other, "folder", {"class": 1})
    late = make_plan.configure(
        lock=plan_lock(other.pk), queueing_lock="late", priority=priority_for(other.pk)
    )
    late.defer(key="late", job="{}")
    assert [taken() for _ in range(2)] == [plan_lock(greedy.pk), f"studio-files-{other.pk}"]
    assert queued_of(greedy.pk) == 3


def test_so_many_plans_of_a_studio_wait_and_no_more(join, furnish, settings, monkeypatch):
    from studio.tasks import plans

    person = join("Many")
    made = furnish(person)
    settings.PLAN_WAIT_SECONDS = 0.000001
    monkeypatch.setattr(plans, "MOST_QUEUED", 1)
    base = {k: v for k, v in made["class"].items() if k not in ("planned", "id")}
    for n in range(4):
        added = person.add("/classes", **(base | {"name": f"C{n}", "seats": 10 + n}))
        assert added["planned"]["working"] is not None
    assert ProcrastinateJob.objects.filter(status="todo").count() == 1
