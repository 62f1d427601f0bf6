"""PDFs that take long are written by workers, and are the same file; nothing of a person stays in one."""

import io

import pdfplumber
import pytest
from django.utils import timezone

from studio.tasks.for_studio import MOST_FILES, NotWantedError, start
from studio.tasks.models import StudioTask
from studio.tasks.prints import PRINTS
from tests.studio.working import forget_the_queue, work

WAYS = {
    "sheet": "/projects/{project}/sheet.pdf?paper=a4",
    "cut-guide": "/classes/{class}/cut-guide.pdf",
    "shopping": "/shopping.pdf?paper=a4",
    "packing": "/classes/{class}/packing.pdf",
    "labels": "/classes/{class}/labels.pdf?sheet=a4-2x7&first=3",
    "scoring": "/classes/{class}/scoring.pdf",
    "host": "/classes/{class}/host.pdf?tables=2",
    "cards": "/classes/{class}/table-cards.pdf?tables=3",
}


@pytest.fixture
def way(join, furnish):
    """Somebody with a class of which everything can be printed, and the address of each print."""

    def way_(what):
        person = join()
        made = furnish(person)
        project = made["project"] | {"steps": [{"says": "Fold the card", "minutes": "4"}]}
        person.save(f"/projects/{project['id']}", project)
        return person, WAYS[what].format(project=project["id"], **{"class": made["class"]["id"]})

    return way_


def said_in(answer):
    assert (answer.status_code, answer["Content-Type"]) == (200, "application/pdf")
    return [page.extract_text() for page in pdfplumber.open(io.BytesIO(answer.content)).pages]


def test_every_print_has_an_address():
    assert {*WAYS} == {*PRINTS}


@pytest.mark.parametrize("what", PRINTS)
def test_what_a_worker_writes_is_what_the_request_writes(settings, transactional_db, way, what):
    person, path = way(what)
    now = said_in(person.ask("GET", path))
    settings.PRINT_MILLISECONDS, settings.PLAN_WAIT_SECONDS = 0, 5
    said = person.ask("GET", path)
    assert (said.status_code, said.json()["finished"]) == (202, False)
    # Asked for twice it is written once.
    assert person.ask("GET", path).json()["id"] == said.json()["id"]
    work()
    done = person.get(f"/tasks/{said.json()['id']}")
    assert (done["finished"], done["faults"]) == (True, [])
    answer = person.ask("GET", f"/tasks/{done['id']}/file")
    assert said_in(answer) == now
    assert now[0].strip()
    forget_the_queue()


@pytest.mark.parametrize(("seats", "status"), [(20, 200), (90, 202)])
def test_labels_of_a_few_are_there_at_once_and_of_many_are_a_task(settings, way, seats, status):
    # Where nothing is given to workers the task is done within the request, and is there all the same.
    person, path = way("labels")
    kit_class = path.split("/labels")[0]
    person.save(kit_class, person.get(kit_class) | {"seats": seats})
    answer = person.ask("GET", path)
    assert answer.status_code == status
    if status == 202:
        assert answer.json()["file"].endswith(".pdf")


def test_what_cannot_be_printed_is_refused_before_a_worker_is_asked(settings, way):
    settings.PRINT_MILLISECONDS = 0
    person, path = way("labels")
    base = path.split("?")[0]
    for wrong, code in (("sheet=a4-2x7&first=15", "first-label"), ("sheet=round", "unknown-sheet")):
        answer = person.ask("GET", f"{base}?{wrong}")
        assert answer.status_code == 422
        assert [fault["code"] for fault in answer.json()["faults"]] == [code]
    assert StudioTask.objects.count() == 0


def test_a_print_of_a_class_that_is_gone_is_written_for_nobody(settings, transactional_db, way):
    person, path = way("packing")
    settings.PRINT_MILLISECONDS, settings.PLAN_WAIT_SECONDS = 0, 5
    task = person.ask("GET", path).json()["id"]
    assert person.ask("DELETE", path.split("/packing")[0]).status_code == 204
    work()
    row = StudioTask.objects.get(pk=task)
    assert row.content is None
    forget_the_queue()


def test_nothing_of_a_person_stays_in_a_file_that_was_written(settings, way):
    person, path = way("labels")
    people = path.split("/labels")[0] + "/people"
    ida = person.add(people, name="Ida Marsh")
    settings.PRINT_MILLISECONDS = 0
    task = person.ask("GET", path).json()["id"]
    assert any("Ida Marsh" in page for page in said_in(person.ask("GET", f"/tasks/{task}/file")))
    assert person.ask("DELETE", f"/people/{ida['id']}").status_code == 204
    assert person.ask("GET", f"/tasks/{task}/file").status_code == 404
    again = person.ask("GET", path).json()["id"]
    assert not any("Ida Marsh" in page for page in said_in(person.ask("GET", f"/tasks/{again}/file")))


def test_nothing_of_a_class_that_is_deleted_stays_in_a_file(settings, way):
    person, path = way("labels")
    settings.PRINT_MILLISECONDS = 0
    task = person.ask("GET", path).json()["id"]
    assert person.ask("GET", f"/tasks/{task}/file").status_code == 200
    assert person.ask("DELETE", path.split("/labels")[0]).status_code == 204
    assert person.ask("GET", f"/tasks/{task}/file").status_code == 404


def test_what_is_deleted_while_it_is_printed_is_not_there(way, monkeypatch):
    def gone(*_):
        raise NotWantedError

    monkeypatch.setattr("studio.preparing.packing_api.write_labels", gone)
    person, path = way("labels")
    assert person.ask("GET", path).status_code == 404


def test_only_the_newest_files_wait_to_be_fetched(join):
    ours, theirs = join("Ours").studio, join("Theirs").studio
    for studio in (ours, theirs):
        for number in range(MOST_FILES + 5):
            StudioTask.objects.create(
                studio=studio, kind="print", about={"n": number}, content=b"%PDF", finished=timezone.now()
            )
    start(ours, "print", {"what": "shopping", "language": "en", "classes": "", "paper": "a4"})
    kept = [about["n"] for about in ours.tasks.values_list("about", flat=True) if "n" in about]
    assert kept == list(range(5, MOST_FILES + 5))
    assert theirs.tasks.count() == MOST_FILES + 5
