"""A plan that takes longer than a person waits goes on beside the request, and can be ended."""

import time

import pytest
from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.management import call_command

from neat_sheaf.plan import plan_job
from studio.accounts.voice import voice_of
from studio.classes.convert import core_job
from studio.classes.models import KitClass
from studio.classes.plan_out import plan_out
from studio.demo.loading import load_paper_room
from studio.tasks import plans
from studio.tasks.models import PlanTask


@pytest.fixture
def slow(monkeypatch, settings):
    """Planning that goes on until it is told to stop early."""
    settings.PLAN_WAIT_SECONDS = 0.05
    monkeypatch.setattr(plans, "_REPORT_EVERY", 0.01)

    def slowly(job, control):
        while control.report_progress(40, 33):
            time.sleep(0.005)
        return plan_job(job)

    monkeypatch.setattr(plans, "plan_job", slowly)


def until(true, seconds=10):
    end = time.monotonic() + seconds
    while not (found := true()):
        assert time.monotonic() < end, "it never came"
        time.sleep(0.02)
    return found


@pytest.mark.django_db(transaction=True)
def test_a_long_plan_says_how_far_it_is_and_the_best_so_far_can_be_taken(slow, join, furnish):
    person = join()
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    planned = made["class"]["planned"]
    assert planned["plan"] is None
    assert planned["faults"] == []
    until(lambda: person.get(path)["planned"]["working"] == {"sheets": 40, "lower_bound": 33})
    (card,) = person.get("/bench")["coming"]
    assert (card["planning"], card["next"]["message"]) == (True, "The sheets are still being planned")
    answer = person.ask("POST", f"{path}/cutting")
    assert answer.json()["faults"][0]["code"] == "still-planning"
    assert person.ask("POST", f"{path}/stop-early").status_code == 204
    plan = until(lambda: person.get(path)["planned"]["plan"])
    assert plan["papers"][0]["sheets"] == 4
    # What came of it is kept where every process of the server finds it.
    until(lambda: PlanTask.objects.filter(outcome__isnull=False).exists())
    cache.clear()
    assert person.get(path)["planned"]["plan"] == plan


@pytest.mark.django_db(transaction=True)
def test_a_plan_another_process_is_making_is_waited_for(slow, join, furnish, settings):
    settings.PLAN_WAIT_SECONDS = 0
    person = join()
    plan_job_was, plans.plan_job = plans.plan_job, lambda job, control: plan_job(job)
    made = furnish(person)
    plans.plan_job = plan_job_was
    kit_class = person.studio.classes.get()
    key = plans.key_of(core_job(kit_class))
    cache.clear()
    settings.PLAN_WAIT_SECONDS = 0.05
    PlanTask.objects.create(key=key, sheets=9, lower_bound=4)
    found = person.get(f"/classes/{made['class']['id']}")["planned"]
    assert found["working"] == {"sheets": 9, "lower_bound": 4}
    assert not plans._running


def test_a_new_version_of_the_application_shows_no_plan_of_the_old_one(join, furnish):
    person = join()
    made = furnish(person)
    key = plans.key_of(core_job(person.studio.classes.get()))
    kept = plan_out(cache.get(key).plan, voice_of(person.studio)).model_dump(mode="json")
    assert kept == made["class"]["planned"]["plan"]
    PlanTask.objects.create(key=key, outcome={"plan": None, "faults": []})
    call_command("migrate", verbosity=0)
    assert cache.get(key) is None
    assert not PlanTask.objects.exists()


@pytest.mark.django_db(transaction=True)
def test_every_plan_of_the_demo_that_takes_long_is_read_back_from_the_database(client, settings):
    settings.PLAN_WAIT_SECONDS = 0.01
    load_paper_room("keeper", "seed-swap-evening")
    client.force_login(
        User.objects.get(username="keeper"), backend="django.contrib.auth.backends.ModelBackend"
    )
    for kit_class in KitClass.objects.all():
        path = f"/api/classes/{kit_class.pk}"
        until(lambda path=path: client.get(path).json()["planned"]["plan"], seconds=60)
        # In another process nothing of it is remembered but what the database holds.
        cache.clear()
        assert client.get(path).json()["planned"]["plan"]["papers"]
        left = client.get(f"{path}/leftovers")
        assert (left.status_code, type(left.json()["leftovers"])) == (200, list)
