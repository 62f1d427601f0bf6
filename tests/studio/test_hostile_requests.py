"""A little of what `make bench` sends by the thousand: spoilt documents, and never a fault of the server."""

from collections import Counter

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client

from benchmarks.hostile_requests import documents_of, hostile
from studio.classes import api
from studio.demo.loading import load_paper_room


@pytest.mark.parametrize("seed", [1, 2])
def test_spoilt_documents_are_answered_and_never_by_a_fault_of_the_server(seed, db):
    load_paper_room("hostile", "potting-shed-7")
    client = Client(raise_request_exception=False)
    user = User.objects.get(username="hostile")

    def sign_in():
        client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")

    sign_in()
    documents = documents_of(lambda path: client.get(f"/api{path}").json())
    assert {"/api/projects", "/api/classes", "/api/papers", "/api/job-files"} <= set(documents)
    answers = Counter()
    for one in hostile(150, documents, seed):
        answer = client.generic(one.method, one.path, one.body, content_type="application/json")
        assert answer.status_code < 500, (one, answer.content[:300])
        answers[answer.status_code // 100] += 1
        if answer.status_code == 401 or one.path == "/api/session":
            sign_in()
    assert answers[4] > 30
    assert answers[2] > 5


@pytest.mark.django_db(transaction=True)
def test_no_row_is_held_while_a_plan_is_waited_for(person, furnish, monkeypatch):
    made = furnish(person)
    held = []
    real = api.planned_with_account

    def plan_of(kit_class, *more):
        held.append(connection.in_atomic_block)
        return real(kit_class, *more)

    monkeypatch.setattr(api, "planned_with_account", plan_of)
    person.save(f"/classes/{made['class']['id']}", made["class"] | {"seats": 9})
    stale = person.ask("PUT", f"/classes/{made['class']['id']}", made["class"])
    assert stale.status_code == 409
    assert held == [False, False]
