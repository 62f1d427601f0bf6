"""How much an answer asks of the database: its statements are counted, and held under a ceiling."""

from __future__ import annotations

import io

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection, transaction
from django.test import Client
from django.test.utils import CaptureQueriesContext

from studio.accounts.models import Studio
from studio.classes.models import KitClass
from studio.projects import convert
from studio.projects.models import Project

from .conftest import Person

# Statements of a GET that was asked before, with the three that say who asks; `{}` is a class or a list.
MOST = {
    "/studio": 3, "/classes": 5, "/projects": 4, "/papers": 5, "/supplies": 4, "/bench": 16, "/shopping": 19,
    "/classes/{}": 14, "/classes/{}/plan": 15, "/classes/{}/job": 12, "/classes/{}/options": 13,
    "/classes/{}/leftovers": 13, "/classes/{}/sizes": 16, "/classes/{}/seats": 13, "/classes/{}/stock": 13,
    "/classes/{}/fee": 13, "/classes/{}/explained": 12, "/classes/{}/fewer-packs": 20,
    "/classes/{}/prepare": 21, "/classes/{}/packing": 14, "/classes/{}/people": 6, "/classes/{}/log": 24,
    "/classes/{}/cutting": 5, "/projects/{}": 15,
}  # fmt: skip


@pytest.fixture
def keeper(db, settings, monkeypatch):
    """Whoever keeps the demo's paper room."""
    settings.PLAN_WAIT_SECONDS = 30
    monkeypatch.setenv("NEAT_SHEAF_DEMO_PASSWORD", "seed-swap-evening")
    call_command("load_demo", stdout=io.StringIO())
    client = Client()
    client.force_login(User.objects.get())
    return Person(client, Studio.objects.get())


def statements(keeper: Person, method: str, path: str, body=None) -> int:
    with CaptureQueriesContext(connection) as asked:
        answer = keeper.ask(method, path, body)
    assert answer.status_code == 200, answer.content
    return len(asked)


def as_sent(whole: dict, *more: str) -> dict:
    """What of a class is sent with a save; ``more`` are the keys that are its own."""
    keys = (
        "project",
        "date",
        "place",
        "samples",
        "spares",
        "fee",
        "style",
        "keep_offcut",
        "trimmer",
        "variant",
    )
    ways = [{key: way[key] for key in ("name", "share", "papers")} for way in whole["colourways"]]
    return {key: whole[key] for key in (*keys, *more)} | {"colourways": ways}


def test_no_page_asks_more_of_the_database_than_its_ceiling(keeper):
    of = {"classes": KitClass.objects.order_by("pk")[0].pk, "projects": Project.objects.order_by("pk")[0].pk}
    found = {}
    for path in MOST:
        there = path.format(of[path.split("/")[1]]) if "{" in path else path
        keeper.get(there)
        found[path] = statements(keeper, "GET", there)
    assert {path: n for path, n in found.items() if n > MOST[path]} == {}
    # A ceiling that is never reached would hold nothing.
    assert {path: (n, MOST[path]) for path, n in found.items() if n < MOST[path] - 1} == {}


def test_bench_and_shopping_ask_as_much_of_many_classes_as_of_few(keeper):
    row = KitClass.objects.filter(finished__isnull=True, cutting_run=None).order_by("pk")[0]
    whole = keeper.get(f"/classes/{row.pk}")
    pages = ("/bench", "/shopping")

    def asked() -> dict[str, int]:
        return {page: statements(keeper, "GET", page) for page in pages if keeper.get(page)}

    before = asked()
    for n in range(4):
        keeper.add("/classes", **as_sent(whole), name=f"Again {n}", seats=2 + n)
    assert asked() == before


def test_a_step_at_the_trimmer_answers_its_number_and_asks_little(keeper):
    """Before, it answered with the whole of the cutting, 26 kB, and asked 51 times."""
    path = f"/classes/{KitClass.objects.exclude(cutting_run=None)[0].pk}/cutting"
    whole = keeper.get(path)
    keeper.save(f"{path}/done", {"done": whole["done"] + 1})
    with CaptureQueriesContext(connection) as asked:
        answer = keeper.ask("PUT", f"{path}/done", {"done": whole["done"] + 2, "follows": whole["done"] + 1})
    assert answer.json() == {"done": whole["done"] + 2, "steps": whole["steps"]}
    assert 13 <= len(asked) <= 15
    assert keeper.get(path) == whole | {"done": whole["done"] + 2}


def test_a_changed_number_of_seats_asks_less_than_its_ceiling(keeper):
    row = KitClass.objects.filter(finished__isnull=True, cutting_run=None).order_by("pk")[0]
    path = f"/classes/{row.pk}"

    def one_more() -> int:
        whole = keeper.get(path)
        return statements(
            keeper, "PUT", path, as_sent(whole, "name", "version") | {"seats": whole["seats"] + 1}
        )

    one_more()
    assert 37 <= one_more() <= 39


def test_a_list_that_nobody_saved_is_not_read_again(keeper, monkeypatch):
    project = Project.objects.order_by("pk")[0]
    path = f"/projects/{project.pk}"
    keeper.get(path)
    read = []
    whole = convert._core_project
    monkeypatch.setattr(convert, "_core_project", lambda row: read.append(row.pk) or whole(row))
    first = keeper.get(path)
    assert read == []
    pieces = [{**piece, "note": "for the spine"} for piece in first["pieces"]]
    keys = ("name", "version", "pieces", "fits", "supplies", "tools", "steps", "contents", "variants")
    keeper.save(path, {key: first[key] for key in keys} | {"pieces": pieces})
    assert {piece["note"] for piece in keeper.get(path)["pieces"]} == {"for the spine"}
    assert read == [project.pk]


def test_a_list_that_was_not_saved_after_all_is_not_kept(keeper):
    project = Project.objects.order_by("pk")[0]
    kept = convert.core_project(project)
    before = transaction.savepoint()
    convert.store_pieces(project, kept.__class__(kept.name, kept.pieces[:1]))
    assert len(convert.core_project(Project.objects.get(pk=project.pk)).pieces) == 1
    transaction.savepoint_rollback(before)
    assert convert.core_project(Project.objects.get(pk=project.pk)) == kept


def test_a_session_is_noted_once_a_minute_and_at_once_from_elsewhere(keeper, monkeypatch):
    from studio.accounts import activity

    now = [1_000.0]
    monkeypatch.setattr(activity.time, "monotonic", lambda: now[0])
    activity._noted.clear()
    usual = statements(keeper, "GET", "/studio")
    quiet = statements(keeper, "GET", "/studio")
    now[0] += activity.SECONDS - 1
    assert (quiet, statements(keeper, "GET", "/studio")) == (3, 3)
    assert usual > 3
    keeper.client.defaults["HTTP_USER_AGENT"] = "another"
    assert statements(keeper, "GET", "/studio") > 3
    assert statements(keeper, "GET", "/studio") == 3
    now[0] += 1 + activity.SECONDS
    assert statements(keeper, "GET", "/studio") > 3
