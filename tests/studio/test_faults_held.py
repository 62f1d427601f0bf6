"""One fault stays one fault: a planner that fails, a class that is past, two devices, two units."""

import threading
from concurrent.futures import ThreadPoolExecutor

import pytest
from django.db import OperationalError, connection
from django.test.utils import CaptureQueriesContext

from studio.classes.models import CuttingRun, KitClass
from studio.tasks import plans
from studio.tasks.models import Answer, PlanTask

from .conftest import a_piece


@pytest.fixture
def broken(monkeypatch):
    """A planner that fails on everything, and how often it was asked."""
    asked = []

    def fails(job, control=None, known=None):
        asked.append(job.project.name)
        raise ZeroDivisionError("odd")

    monkeypatch.setattr(plans, "plan_job", fails)
    return asked


def test_a_planner_that_fails_is_one_class_s_fault_and_is_not_begun_again(person, furnish, broken):
    made = furnish(person)
    (fault,) = made["class"]["planned"]["faults"]
    assert fault["code"] == "planner-failed"
    assert "ZeroDivisionError" in fault["message"]
    for _ in range(3):
        assert person.get(f"/classes/{made['class']['id']}")["planned"]["plan"] is None
    (card,) = person.get("/bench")["coming"]
    assert card["next"]["severe"]
    assert broken == ["Card"]


@pytest.mark.django_db(transaction=True)
def test_a_long_plan_that_fails_is_kept_too(person, furnish, broken, settings):
    settings.PLAN_WAIT_SECONDS = 5
    made = furnish(person)
    assert [f["code"] for f in made["class"]["planned"]["faults"]] == ["planner-failed"]
    assert not PlanTask.objects.filter(outcome__isnull=True).exists()
    assert person.get(f"/classes/{made['class']['id']}")["planned"]["working"] is None


def test_a_sheet_no_trimmer_cuts_and_an_offcut_it_does(person, furnish):
    # A board of 22 x 28 and a Letter offcut: this was an error of the server on three pages.
    made = furnish(person)
    board = made["paper"] | {
        "width": "22", "height": "28", "offcuts": [{"width": "8 1/2", "height": "11", "count": 1}],
    }  # fmt: skip
    person.save(f"/papers/{made['paper']['id']}", board)
    path = f"/classes/{made['class']['id']}"
    seen = person.get(path)
    assert [f["code"] for f in seen["planned"]["faults"]] == ["longer-than-trimmer"]
    few = person.save(path, seen | {"seats": 1})
    assert few["planned"]["plan"]["papers"][0]["sheets"] == 0
    assert few["planned"]["plan"]["papers"][0]["offcuts_used"] == 1
    assert [card["sheets"] for card in person.get("/bench")["coming"]] == [0]
    answer = person.ask("GET", f"{path}/seats")
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["code"] == "longer-than-trimmer"
    assert person.ask("GET", f"{path}/sizes").status_code == 200


def test_the_bench_plans_no_past_class_and_reads_each_list_once(person, furnish, monkeypatch):
    made = furnish(person)
    base = {k: v for k, v in made["class"].items() if k not in ("planned", "id")}
    for n in range(8):
        person.add("/classes", **(base | {"name": f"Past {n}", "date": f"2020-01-0{n + 1}", "seats": 3 + n}))
    planned = []
    real = plans.plan_job
    monkeypatch.setattr(
        plans, "plan_job", lambda job, *more, **kw: planned.append(job) or real(job, *more, **kw)
    )
    Answer.objects.all().delete()
    plans.forget()
    with CaptureQueriesContext(
        connection,
    ) as queries:
        bench = person.get("/bench")
    assert (len(bench["coming"]), len(bench["past"])) == (1, 8)
    assert len(planned) == 1
    assert all(card["sheets"] is None and not card["planning"] for card in bench["past"])
    assert len(queries) < 45


def test_two_devices_at_the_trimmer_count_a_step_once(person, furnish):
    made = furnish(person)
    project = made["project"]
    project["pieces"] += [a_piece("Tag", "2", "3"), a_piece("Mat", "3 1/2", "5")]
    person.save(f"/projects/{project['id']}", project)
    path = f"/classes/{made['class']['id']}/cutting"
    steps = person.ask("POST", path).json()["steps"]
    assert steps > 3
    assert person.save(f"{path}/done", {"done": 1, "follows": 0})["done"] == 1
    # The other device makes the same step: counted once.
    assert person.save(f"{path}/done", {"done": 1, "follows": 0})["done"] == 1
    assert person.save(f"{path}/done", {"done": 3, "follows": 1})["done"] == 3
    # One that is behind is told where the cutting is, and moves nothing back.
    late = person.ask("PUT", f"{path}/done", {"done": 2, "follows": 1})
    assert late.status_code == 409
    assert (late.json()["code"], late.json()["current"]["done"]) == ("stale", 3)
    assert person.get(path)["done"] == 3
    # An answer was lost on its way: what was sent before is a part of what is sent now.
    assert person.save(f"{path}/done", {"done": 5, "follows": 1})["done"] == 5
    person.save(f"{path}/done", {"done": 3, "follows": 5})
    # A step taken back follows what is done.
    assert person.save(f"{path}/done", {"done": 2, "follows": 3})["done"] == 2


def test_the_same_miscut_sent_twice_is_noted_once(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    lost = {"paper": str(made["paper"]["id"]), "piece": "Card", "count": 1, "by": "sheet", "key": "k-1"}
    first = person.ask("POST", f"{path}/miscut/good", lost).json()
    assert person.ask("POST", f"{path}/miscut/good", lost).json() == first
    assert len(first["spoilt"]) == 1
    again = person.ask("POST", f"{path}/miscut/good", lost | {"key": "k-2"}).json()
    assert len(again["spoilt"]) == 2


def test_cutting_that_starts_over_meanwhile_is_not_found(person, furnish):
    made = furnish(person)
    run = CuttingRun.objects.create(kit_class=KitClass.objects.get(pk=made["class"]["id"]))
    run.kit_class_id = made["class"]["id"]
    CuttingRun.objects.all().delete()
    from studio.classes.services.cutting import mark_done

    with pytest.raises(CuttingRun.DoesNotExist):
        mark_done(run, 0)
    path = f"/classes/{made['class']['id']}/cutting"
    assert person.ask("PUT", f"{path}/done", {"done": 0}).status_code == 422


def test_a_document_is_read_in_the_unit_it_says(person, furnish):
    # Open in inches while the studio changes to centimetres: 5 1/2 in must not become 5.5 cm.
    made = furnish(person)
    studio = person.get("/studio")
    person.save("/studio", studio | {"units": "cm"})
    for path, name, field in (("/papers", "paper", "width"), ("/projects", "project", "pieces"),
                              ("/classes", "class", "trimmer")):  # fmt: skip
        assert made[name]["units"] == "in"
        # The page it comes back to is still written in inches; whoever opens it now sees centimetres.
        kept = person.save(f"{path}/{made[name]['id']}", made[name])
        assert kept["units"] == "in"
        if name == "paper":
            (seen,) = person.get(path)
        else:
            seen = person.get(f"{path}/{made[name]['id']}")
        assert seen["units"] == "cm"
        text = seen["pieces"][0]["height"] if name == "project" else seen[field]
        assert text == {"paper": "21.59", "project": "27.94", "class": "30.48"}[name]
        if name != "paper":
            # The page that is still open in inches asks again in inches.
            again = person.get(f"{path}/{made[name]['id']}?units=in")
            assert again["units"] == "in"
            assert again == kept | {"planned": again["planned"]} if name == "class" else again == kept
    ribbon = person.add("/supplies", name="Twine", unit="length", pack_size="100", units="in")
    assert (ribbon["pack_size"], ribbon["units"]) == ("100", "in")
    assert person.get("/supplies")[-1]["pack_size"] == "254"
    said = person.ask("POST", "/lines", {"text": "Tag 2 x 3", "units": "in"}).json()
    assert said["lines"][0]["piece"]["width"] == "2"


def test_habits_keep_their_length_when_only_the_unit_changes(person):
    studio = person.get("/studio")
    assert studio["plate"] == "6 in"
    changed = person.save("/studio", studio | {"units": "cm"})
    assert (changed["plate"], changed["units"]) == ("15.24 cm", "cm")
    assert person.save("/studio", changed | {"units": "in"})["plate"] == "6 in"
    bare = person.save("/studio", person.get("/studio") | {"units": "mm", "tape": "7"})
    assert bare["tape"] == "7 mm"


def test_two_changes_of_how_we_work_are_not_one_lost(person):
    studio = person.get("/studio")
    person.save("/studio", studio | {"lid": "snug"})
    late = person.ask("PUT", "/studio", studio | {"tape": "3/8 in"})
    assert (late.status_code, late.json()["code"]) == (409, "stale")
    assert late.json()["current"]["lid"] == "snug"
    assert person.get("/studio")["lid"] == "snug"


def test_a_database_that_is_away_is_said_so(person, monkeypatch):
    from studio.cupboard import api

    def gone(request):
        raise OperationalError("server closed the connection unexpectedly")

    monkeypatch.setattr(api, "studio_of", gone)
    answer = person.ask("GET", "/papers")
    assert answer.status_code == 503
    assert answer.json()["code"] == "away"


@pytest.mark.django_db(transaction=True)
def test_the_same_job_file_taken_in_twice_at_once_brings_each_supply_once(person, furnish, settings):
    made = furnish(person)
    text = person.client.get(f"/api/classes/{made['class']['id']}/job").content.decode()
    text = text.replace('"Pads"', '"Gold pads"')
    start = threading.Barrier(4)

    def take(_):
        start.wait()
        try:
            return person.ask("POST", "/job-files", {"text": text}).status_code
        finally:
            connection.close()

    with ThreadPoolExecutor(4) as pool:
        assert list(pool.map(take, range(4))) == [201] * 4
    assert [s["name"] for s in person.get("/supplies")].count("Gold pads") == 1


@pytest.mark.django_db(transaction=True)
def test_a_paper_chosen_while_it_is_removed_is_an_answer_and_no_error(person, furnish):
    made = furnish(person)
    base = {k: v for k, v in made["class"].items() if k not in ("planned",)}
    for n in range(6):
        paper = person.add("/papers", name=f"Brief {n}", kind="cardstock", width="8 1/2", height="11")
        chosen = base | {"colourways": [{"name": "Plain", "share": 1, "papers": {"body": paper["id"]}}]}
        chosen["version"] = person.get(f"/classes/{base['id']}")["version"]
        start = threading.Barrier(2)

        def asked(what, start=start, chosen=chosen, paper=paper):
            start.wait()
            try:
                if what == "choose":
                    return person.ask("PUT", f"/classes/{base['id']}", chosen).status_code
                return person.ask("DELETE", f"/papers/{paper['id']}").status_code
            finally:
                connection.close()

        with ThreadPoolExecutor(2) as pool:
            both = list(pool.map(asked, ("choose", "remove")))
        assert both[0] in (200, 404, 409), both
        assert both[1] in (204, 409), both


def test_two_changes_in_each_other_s_way_are_to_be_tried_again(person, monkeypatch):
    from studio.cupboard import api

    class DeadlockError(Exception):
        sqlstate = "40P01"

    def stuck(request):
        raise OperationalError("deadlock detected") from DeadlockError()

    monkeypatch.setattr(api, "studio_of", stuck)
    answer = person.ask("GET", "/papers")
    assert (answer.status_code, answer.json()["code"]) == (409, "changed-meanwhile")


def test_more_pages_than_anybody_prints_are_refused_with_their_number(person, furnish, monkeypatch):
    from studio.classes import files_api as class_files
    from studio.projects import printing

    made = furnish(person)
    monkeypatch.setattr(class_files, "MOST_PRINTED_LAYOUTS", 0)
    monkeypatch.setattr(printing, "MOST_PRINTED_PIECES", 0)
    for path, words in ((f"/classes/{made['class']['id']}/cut-guide.pdf", "has 1 layouts"),
                        (f"/projects/{made['project']['id']}/sheet.pdf", "has 1 pieces")):  # fmt: skip
        answer = person.ask("GET", path)
        assert answer.status_code == 422
        assert words in answer.json()["faults"][0]["message"]


def test_the_front_end_is_compressed_once_when_it_is_collected(settings):
    from pathlib import Path

    scripts = list(Path(settings.STATIC_ROOT).glob("assets/*.js"))
    assert scripts
    assert all(
        script.with_name(f"{script.name}.gz").exists() for script in scripts if script.stat().st_size > 5_000
    )


def test_a_change_that_cannot_be_cut_is_said_and_not_an_error_of_the_server(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    person.save(f"/classes/{made['class']['id']}", made["class"] | {"seats": 12})
    person.save(f"/papers/{made['paper']['id']}", made["paper"] | {"height": "1/2"})
    lost = {"paper": str(made["paper"]["id"]), "piece": "Card", "count": 1}
    for method, where, body in (("POST", "/changes", {}), ("POST", "/miscut", lost),
                                ("POST", "/miscut/good", lost | {"by": "sheet"})):  # fmt: skip
        answer = person.ask(method, path + where, body)
        assert answer.status_code == 422, answer.content
        assert answer.json()["faults"][0]["code"] == "larger-than-paper"
    assert person.ask("GET", path).status_code == 200
