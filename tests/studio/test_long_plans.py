"""A plan that takes longer than a person waits is made by a worker, and can be ended."""

from __future__ import annotations

import json
import multiprocessing
from datetime import timedelta
from pathlib import Path

import pytest
from asgiref.sync import async_to_sync
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.plan_file import plan_document, read_plan_document
from neat_sheaf.nesting.control import CancelledError
from neat_sheaf.plan import plan_job
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.planning import whose
from studio.demo.loading import load_paper_room
from studio.tasks import answers, apart, plans
from studio.tasks.apart import Limits, made_apart
from studio.tasks.models import Answer, PlanTask
from studio.tasks.work import make_plan, take_up_again
from tests.studio.working import forget_the_queue, work
from tests.validator import faults_of

EXAMPLE = (Path(__file__).parents[2] / "examples/seed-drawer.json").read_text()
HARD = (Path(__file__).parents[2] / "tests/cases/kinds-40.json").read_text()
USUAL = Limits(60, 2048)


@pytest.fixture
def long(monkeypatch, settings, transactional_db):
    """Every plan takes longer than a person waits."""
    settings.PLAN_WAIT_SECONDS = 0.05

    def longer(job, control):
        raise CancelledError

    monkeypatch.setattr(plans, "_planned", longer)
    yield
    forget_the_queue()


def test_a_long_plan_is_made_by_a_worker_and_found_by_every_process(long, join, furnish):
    person = join()
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    assert made["class"]["planned"] == {
        "plan": None, "faults": [], "working": {"sheets": None, "lower_bound": 0, "worker": False},
        "aside": {}, "before": None,
    }  # fmt: skip
    (card,) = person.get("/bench")["coming"]
    assert (card["planning"], card["next"]["message"]) == (True, "The sheets are still being planned")
    answer = person.ask("POST", f"{path}/cutting")
    assert answer.json()["faults"][0]["code"] == "still-planning"
    PlanTask.objects.update(sheets=9, lower_bound=4)
    assert person.get(path)["planned"]["working"] == {
        "sheets": 9,
        "lower_bound": 4,
        "worker": False,
    }
    # Looked at three times, it is in the queue once.
    assert ProcrastinateJob.objects.filter(task_name=make_plan.name).count() == 1
    work()
    plan = person.get(path)["planned"]["plan"]
    assert plan["papers"][0]["sheets"] == 4
    plans.forget()
    assert person.get(path)["planned"]["plan"] == plan


def test_the_newest_wish_is_planned_and_no_older_one(long, join, furnish):
    person = join()
    kit_class = furnish(person)["class"]
    for seats in (8, 9, 10):
        kit_class = person.save(f"/classes/{kit_class['id']}", kit_class | {"seats": seats})
    assert PlanTask.objects.count() == 1
    work()
    (row,) = PlanTask.objects.all()
    assert row.outcome == {"faults": []}
    assert person.get(f"/classes/{kit_class['id']}")["planned"]["plan"]["kits"] == 11


def test_a_studio_has_one_plan_at_a_time_and_studios_take_turns(long, join, furnish):
    ours, theirs = join("Ours"), join("Theirs")
    made = furnish(ours)
    furnish(theirs)
    project = made["project"]
    project["pieces"] = [project["pieces"][0] | {"name": f"Card {n}"} for n in range(3)]
    ours.save(f"/projects/{project['id']}", project)
    ours.get(f"/classes/{made['class']['id']}")
    jobs = ProcrastinateJob.objects.filter(task_name=make_plan.name).order_by("id")
    locks = [job.lock for job in jobs]
    assert locks == [f"studio-{ours.studio.pk}", f"studio-{theirs.studio.pk}", f"studio-{ours.studio.pk}"]
    # Theirs comes before the second of ours, which was there first.
    assert [job.priority for job in jobs] == [0, 0, -1]


def test_the_best_so_far_can_be_taken(long, join, furnish):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}"
    assert person.ask("POST", f"{path}/stop-early").status_code == 204
    assert PlanTask.objects.get().stop_early
    work()
    assert person.get(path)["planned"]["plan"]["papers"]


def test_what_a_dead_worker_was_at_is_taken_up_again(long, join, furnish):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}"
    with connection.cursor() as cursor:
        cursor.execute(
            "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now() - interval '1 hour')"
        )
        cursor.execute("UPDATE procrastinate_jobs SET status = 'doing', worker_id = 1")
    work()
    assert person.get(path)["planned"]["plan"] is None
    async_to_sync(take_up_again.func)(None, 0)
    work()
    assert person.get(path)["planned"]["plan"]["papers"]


def test_a_task_that_the_queue_lost_is_given_to_the_workers_again(long, join, furnish):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}"
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM procrastinate_jobs")
    person.get(path)
    assert not ProcrastinateJob.objects.exists()  # it was seen a moment ago
    PlanTask.objects.update(seen=timezone.now() - timedelta(minutes=2))
    assert person.get(path)["planned"]["working"] is not None
    assert ProcrastinateJob.objects.count() == 1
    # One that only waits for its turn is not asked for twice.
    PlanTask.objects.update(seen=timezone.now() - timedelta(minutes=2))
    person.get(path)
    assert ProcrastinateJob.objects.count() == 1
    work()
    assert person.get(path)["planned"]["plan"]["papers"]


def test_a_plan_apart_is_the_plan_that_the_core_makes():
    heard = []
    found = made_apart("plan", EXAMPLE, USUAL, lambda *far: heard.append(far) or "")
    assert found.faults == []
    assert read_plan_document(found.found) == plan_job(read_job(EXAMPLE))


def test_a_plan_that_is_stopped_at_once_is_still_a_plan():
    for limits, wish in ((USUAL, "stop"), (Limits(0, 2048), "")):
        found = made_apart("plan", HARD, limits, lambda *far, wish=wish: wish)
        assert faults_of(json.loads(HARD), found.found) == []


def test_a_plan_that_nobody_wants_any_more_leaves_nothing_behind():
    assert made_apart("plan", HARD, USUAL, lambda *far: "drop") is None
    assert multiprocessing.active_children() == []


def test_a_process_that_is_killed_is_said_and_not_waited_for():
    def told(*far):
        for child in multiprocessing.active_children():
            child.kill()
        return ""

    found = made_apart("plan", HARD, USUAL, told)
    assert [fault.message.key for fault in found.faults] == ["planner-ended"]


def test_a_plan_past_its_memory_is_ended_with_words():
    found = made_apart("plan", EXAMPLE, Limits(60, 1), lambda *far: "")
    assert found.found is None
    assert [fault.message.key for fault in found.faults] in (["planner-memory"], ["planner-ended"])


def test_a_file_that_cannot_be_planned_says_why():
    big = EXAMPLE.replace('"width": "5 1/2"', '"width": "50"', 1)
    found = made_apart("plan", big, USUAL, lambda *far: "")
    assert found.found is None
    assert [fault.message.key for fault in found.faults] == ["larger-than-paper.even-turned"]


def test_a_new_version_of_the_application_shows_no_plan_of_the_old_one(join, furnish, monkeypatch):
    person = join()
    kit_class = furnish(person)["class"]
    path = f"/classes/{kit_class['id']}"
    PlanTask.objects.create(key="of before", outcome={"faults": []})
    call_command("migrate", verbosity=0)
    assert not PlanTask.objects.exists()
    made = []
    monkeypatch.setattr(
        plans, "_planned", lambda job, _: made.append(job) or plans.Planned(plan_job(job), [])
    )
    plans.forget()
    assert person.get(path)["planned"] == kit_class["planned"]
    assert made == []
    monkeypatch.setattr(answers, "_code", lambda: "another planner")
    plans.forget()
    assert person.get(path)["planned"] == kit_class["planned"]
    assert len(made) == 1


def test_every_plan_of_the_demo_that_takes_long_is_read_back_from_the_database(long, client):
    with pytest.MonkeyPatch.context() as usual:
        usual.setattr(plans, "_planned", lambda job, control: plans.Planned(plan_job(job, control), []))
        load_paper_room("keeper", "seed-swap-evening")
    Answer.objects.all().delete()
    plans.forget()
    client.force_login(
        User.objects.get(username="keeper"), backend="django.contrib.auth.backends.ModelBackend"
    )
    paths = [f"/api/classes/{kit_class.pk}" for kit_class in KitClass.objects.all()]
    for path in paths:
        client.get(path)
    work()
    for path in paths:
        assert client.get(path).json()["planned"]["plan"]["papers"]
        left = client.get(f"{path}/leftovers")
        assert (left.status_code, type(left.json()["leftovers"])) == (200, list)


def test_the_plan_of_a_class_is_the_same_by_a_worker_and_by_the_request(join, furnish):
    kit_class = KitClass.objects.get(pk=furnish(join())["class"]["id"])
    job = core_job(kit_class)
    found = made_apart("plan", write_job(job), USUAL, lambda *far: "")
    assert found.found == plan_document(plans.plan_here(job, whose(kit_class)).plan)


def test_a_plan_that_ends_while_it_is_told_to_stop_is_heard():
    """Its process was gone before it could be told: the task failed, and was begun again."""
    ours, theirs = multiprocessing.Pipe()
    theirs.send(("done", ("the plan", [])))
    theirs.close()
    polled = iter([False])
    usual = ours.poll

    class Late:
        """An end of the pipe that nothing was heard from until it was told to stop."""

        def poll(self, seconds):
            return next(polled, True) and usual(seconds)

        def recv(self):
            return ours.recv()

        def send(self, what):
            ours.send(what)

    found = apart._heard(Late(), USUAL, lambda *far: "stop")
    assert (found.found, found.faults) == ("the plan", [])
