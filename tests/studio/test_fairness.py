"""One studio that wants a lot holds nobody else up: what is long is done by workers, a few for each."""

import io
import threading
from datetime import timedelta

import pytest
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob
from pypdf import PdfReader

from neat_sheaf.advice.from_stock import from_stock
from neat_sheaf.advice.options import compare_options
from neat_sheaf.advice.seats import seat_breakpoints
from neat_sheaf.advice.sizes import size_advice
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.nesting.control import CancelledError
from studio.classes import advice_api
from studio.classes.advice_api import _with_cupboard
from studio.classes.convert import core_job
from studio.handouts.work import write_folder
from studio.tasks import answers, for_studio
from studio.tasks.apart import WORK, Limits, made_apart
from studio.tasks.for_studio import MOST_UNDERWAY, Made, NotWantedError, carry_out, forget_old, start
from studio.tasks.models import StudioTask
from tests.paper_room import put_paper_room
from tests.studio.working import forget_the_queue, wait_until_alone, work

ANSWERS = {
    "seats": seat_breakpoints, "options": compare_options, "stock": from_stock, "sizes": size_advice,
}  # fmt: skip


@pytest.fixture
def long(monkeypatch, settings, transactional_db):
    """Every answer takes longer than a person waits."""
    settings.PLAN_WAIT_SECONDS = 5

    def longer(job, control):
        raise CancelledError

    for name in ("seat_breakpoints", "compare_options", "from_stock", "size_advice"):
        monkeypatch.setattr(advice_api, name, longer)
    yield
    forget_the_queue()


@pytest.mark.parametrize("kind", ANSWERS)
def test_a_long_answer_is_worked_out_by_a_worker_and_is_the_same(long, join, furnish, kind):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}/{kind}"
    for _ in range(3):
        answer = person.ask("GET", path)
        assert (answer.status_code, answer.json()["code"]) == (202, "underway")
    assert StudioTask.objects.count() == ProcrastinateJob.objects.count() == 1
    work()
    job = core_job(person.studio.classes.get())
    about = StudioTask.objects.get().about
    assert answers.found(about["class"], kind, about["key"]) == ANSWERS[kind](job)
    assert person.get(path)


def test_other_sizes_are_the_same_from_a_file_with_the_whole_cupboard(db):
    # Designs of packs that no class takes are in it: a worker is given the file.
    for kit_class in put_paper_room().classes.all():
        job = _with_cupboard(core_job(kit_class), kit_class)
        assert {paper.pack for paper in job.papers} > {""}
        assert size_advice(read_job(write_job(job))) == size_advice(job)


def test_how_the_class_was_before_is_worked_out_for_nobody(long, join, furnish):
    person = join()
    kit_class = furnish(person)["class"]
    path = f"/classes/{kit_class['id']}"
    for seats in (8, 9, 10):
        kit_class = person.save(path, person.get(path) | {"seats": seats})
        assert person.ask("GET", f"{path}/seats").status_code == 202
    (row,) = StudioTask.objects.all()
    work()
    assert answers.found(row.about["class"], "seats", row.about["key"]).rows
    assert StudioTask.objects.count() == 1


def test_an_answer_that_cannot_be_had_says_why_and_is_not_begun_again(long, join, furnish, monkeypatch):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}/stock"
    assert person.ask("GET", path).status_code == 202
    monkeypatch.setattr("studio.tasks.apart.WORK", {})
    monkeypatch.setattr("studio.classes.remembered.made_apart", lambda *_: _failed())
    work()
    for _ in range(2):
        answer = person.ask("GET", path)
        assert [fault["code"] for fault in answer.json()["faults"]] == ["planner-late"]
    assert StudioTask.objects.count() == 1


def _failed():
    from neat_sheaf.errors import fault
    from studio.tasks.apart import Outcome

    return Outcome(None, [fault("", "planner-late", seconds=60)])


def test_every_answer_apart_is_the_core_s_own(join, furnish):
    job = core_job(join().studio.classes.model.objects.get(pk=furnish(join("Others"))["class"]["id"]))
    for kind in ANSWERS:
        found = made_apart(kind, write_job(job), Limits(60, 2048), lambda *far: "")
        assert (found.faults, found.found) == ([], ANSWERS[kind](job))
    assert {"plan", *ANSWERS} == {*WORK}


def test_a_studio_has_a_few_tasks_underway_and_others_their_own(settings, transactional_db, join):
    settings.PLAN_WAIT_SECONDS = 1
    ours, theirs = join("Ours"), join("Theirs")
    for number in range(MOST_UNDERWAY):
        start(ours.studio, "folder", {"class": number})
    answer = ours.ask("POST", "/archive")
    assert (answer.status_code, answer.json()["code"]) == (429, "busy")
    assert f"{MOST_UNDERWAY} long tasks" in answer.json()["message"]
    assert theirs.ask("POST", "/archive").status_code == 202
    # Of one studio one file is written at a time.
    locks = [job.lock for job in ProcrastinateJob.objects.order_by("id")]
    assert locks == [f"studio-files-{ours.studio.pk}"] * MOST_UNDERWAY + [f"studio-files-{theirs.studio.pk}"]
    forget_the_queue()


def test_the_folder_of_a_class_is_written_by_a_worker_and_fetched(settings, transactional_db, join, furnish):
    person = join()
    path = f"/classes/{furnish(person)['class']['id']}"
    settings.PLAN_WAIT_SECONDS = 5
    said = person.ask("POST", f"{path}/folder?tables=2&paper=a4").json()
    assert (said["finished"], said["done"], said["steps"]) == (False, 0, 0)
    assert person.ask("GET", f"/tasks/{said['id']}/file").status_code == 404
    # Asked for twice it is one, and of another paper another.
    assert person.ask("POST", f"{path}/folder?tables=2&paper=a4").json()["id"] == said["id"]
    work()
    done = person.get(f"/tasks/{said['id']}")
    assert (done["finished"], done["faults"], done["done"], done["steps"]) == (True, [], 6, 7)
    answer = person.ask("GET", f"/tasks/{said['id']}/file")
    assert answer["Content-Disposition"].endswith('.pdf"')
    marks = PdfReader(io.BytesIO(answer.content)).outline
    assert sum(not isinstance(mark, list) for mark in marks) == 7
    assert person.ask("DELETE", f"/tasks/{said['id']}").status_code == 204
    assert person.ask("GET", f"/tasks/{said['id']}").status_code == 404
    forget_the_queue()


def test_a_task_that_was_ended_stops_at_its_next_step(settings, transactional_db, join, monkeypatch):
    settings.PLAN_WAIT_SECONDS = 1
    person, reached = join(), []

    def slow(task, told):
        for step in range(5):
            reached.append(step)
            if step == 2:
                # Somebody else ends it meanwhile.
                thread = threading.Thread(target=_delete, args=(task.pk,))
                thread.start()
                thread.join()
            told(step, 5)
        return Made()

    monkeypatch.setattr(for_studio, "import_string", lambda path: slow)
    row = start(person.studio, "folder", {"class": 1})
    carry_out(row.pk, last=True)
    assert reached == [0, 1, 2]
    assert not StudioTask.objects.exists()
    forget_the_queue()


def _delete(pk):
    from django.db import connection

    StudioTask.objects.filter(pk=pk).delete()
    connection.close()


def test_progress_is_seen_while_the_work_is_not_kept_yet(settings, transactional_db, join, monkeypatch):
    from django.db import connection, transaction

    settings.PLAN_WAIT_SECONDS = 1
    person, seen = join(), []

    def look(path):
        seen.append(person.get(path)["done"])
        connection.close()

    def working(task, told):
        with transaction.atomic():
            told(3, 8)
            thread = threading.Thread(target=look, args=(f"/tasks/{task.pk}",))
            thread.start()
            thread.join()
        return Made()

    monkeypatch.setattr(for_studio, "import_string", lambda path: working)
    carry_out(start(person.studio, "folder", {}).pk, last=True)
    assert seen == [3]
    forget_the_queue()


def test_a_failure_is_said_once_it_is_not_tried_again(settings, transactional_db, join, monkeypatch):
    settings.PLAN_WAIT_SECONDS = 1
    person = join()

    def fails(task, told):
        raise ZeroDivisionError

    monkeypatch.setattr(for_studio, "import_string", lambda path: fails)
    row = start(person.studio, "folder", {})
    with pytest.raises(ZeroDivisionError):
        carry_out(row.pk, last=False)
    assert not person.get(f"/tasks/{row.pk}")["finished"]
    with pytest.raises(ZeroDivisionError):
        carry_out(row.pk, last=True)
    (said,) = person.get(f"/tasks/{row.pk}")["faults"]
    assert (said["code"], "ZeroDivisionError" in said["message"]) == ("task-failed", True)
    forget_the_queue()


def test_a_task_that_the_queue_lost_is_given_to_the_workers_again(settings, transactional_db, join):
    settings.PLAN_WAIT_SECONDS = 1
    person = join()
    row = start(person.studio, "folder", {})
    forget_the_queue()
    assert start(person.studio, "folder", {}).pk == row.pk
    assert not ProcrastinateJob.objects.exists()  # it was seen a moment ago
    StudioTask.objects.update(seen=timezone.now() - timedelta(minutes=2))
    assert start(person.studio, "folder", {}).pk == row.pk
    assert ProcrastinateJob.objects.count() == 1
    forget_the_queue()


def test_what_was_made_yesterday_is_forgotten(join):
    person = join()
    old, new = (StudioTask.objects.create(studio=person.studio, kind="folder", role="reader") for _ in "ab")
    StudioTask.objects.filter(pk=old.pk).update(seen=timezone.now() - timedelta(days=2))
    forget_old()
    assert [row.pk for row in StudioTask.objects.all()] == [new.pk]


def test_nothing_is_carried_out_that_is_not_wanted(join):
    person = join()
    gone = StudioTask(studio=person.studio, kind="folder", about={"class": 0, "language": "en"})
    with pytest.raises(NotWantedError):
        write_folder(gone, lambda done, steps: None)


@pytest.fixture
def apart(settings, transactional_db):
    """Workers carry files out in processes of their own, as they do where people wait for them."""
    settings.PLAN_WAIT_SECONDS, settings.TASKS_APART = 5, True
    yield settings
    forget_the_queue()
    wait_until_alone()


def test_a_file_is_written_in_a_process_of_its_own(apart, join):
    person = join()
    said = person.ask("POST", "/archive").json()
    work()
    done = person.get(f"/tasks/{said['id']}")
    assert (done["finished"], done["faults"], done["file"].endswith(".zip")) == (True, [], True)
    assert person.ask("GET", f"/tasks/{said['id']}/file").content[:2] == b"PK"


def test_a_process_past_its_time_or_its_memory_is_ended_with_words(apart, join, monkeypatch):
    person = join()
    apart.TASK_SECONDS = 0.2
    said = person.ask("POST", "/archive").json()
    work()
    assert [one["code"] for one in person.get(f"/tasks/{said['id']}")["faults"]] == ["task-late"]
    apart.TASK_SECONDS = 60
    monkeypatch.setenv("NEAT_SHEAF_TASK_MEGABYTES", "1")
    monkeypatch.setattr("studio.tasks.work._TRIES", 1)
    said = person.ask("POST", "/archive").json()
    work()
    (fault,) = person.get(f"/tasks/{said['id']}")["faults"]
    assert fault["code"] in ("task-memory", "task-ended")
