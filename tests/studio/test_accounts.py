"""Signing in, being locked out, and what protects a session."""

import json

import pytest
from django.test import Client


def sign_in(client, name, password, **headers):
    body = json.dumps({"username": name, "password": password})
    return client.post("/api/session", body, content_type="application/json", **headers)


@pytest.fixture
def member(join):
    return join("Tansy", currency="GBP")


def test_signing_in_and_out(member):
    client = Client()
    assert client.get("/api/session").json() == {"user": None, "studio": None}
    answer = sign_in(client, "tansy", "potting-shed-7")
    studio = {"name": "Tansy", "units": "in", "currency": "GBP", "place": "en-GB", "first_day": 1}
    assert answer.json() == {"user": "tansy", "studio": studio}
    assert client.get("/api/papers").status_code == 200
    assert client.delete("/api/session").status_code == 204
    assert client.get("/api/papers").status_code == 401


def test_a_wrong_password_says_no_more_than_that(member):
    wrong = sign_in(Client(), "tansy", "nonsense")
    unknown = sign_in(Client(), "nobody", "nonsense")
    assert wrong.status_code == unknown.status_code == 400
    assert wrong.json() == unknown.json()


def test_five_wrong_tries_lock_the_name_even_for_the_right_password(member):
    client = Client()
    codes = [sign_in(client, "tansy", f"try-{n}").json()["code"] for n in range(5)]
    assert codes == ["wrong-account"] * 4 + ["locked"]
    answer = sign_in(client, "tansy", "potting-shed-7")
    assert (answer.status_code, answer.json()["code"]) == (429, "locked")
    assert "quarter of an hour" in answer.json()["message"]


def test_without_the_csrf_token_nothing_is_changed(member, furnish):
    client = Client(enforce_csrf_checks=True)
    assert sign_in(client, "tansy", "potting-shed-7").status_code == 400
    token = client.get("/").cookies["csrftoken"].value
    assert sign_in(client, "tansy", "potting-shed-7", headers={"X-CSRFToken": token}).status_code == 200
    body = json.dumps({"name": "New"})
    assert client.post("/api/projects", body, content_type="application/json").status_code == 403
    token = client.cookies["csrftoken"].value
    answer = client.post(
        "/api/projects", body, content_type="application/json", headers={"X-CSRFToken": token}
    )
    assert answer.status_code == 201


def test_the_page_allows_only_its_own_scripts(member):
    answer = Client().get("/classes/1/sheets")
    policy = answer["Content-Security-Policy"]
    assert "script-src 'self';" in policy + ";"
    assert "unsafe-inline" not in policy.split("script-src")[1].split(";")[0]
    assert "frame-ancestors 'none'" in policy
    assert answer["X-Frame-Options"] == "DENY"


def test_where_a_studio_is_and_when_its_week_begins_are_kept_and_nonsense_is_not(person):
    studio = person.get("/studio")
    assert (studio["place"], studio["first_day"]) == ("en-GB", 1)
    changed = person.save("/studio", studio | {"place": "de-AT", "first_day": 0})
    assert (changed["place"], changed["first_day"]) == ("de-AT", 0)
    session = person.get("/session")["studio"]
    assert (session["place"], session["first_day"]) == ("de-AT", 0)
    answer = person.ask("PUT", "/studio", changed | {"place": "xx-XX"})
    assert answer.status_code == 422
    (fault,) = answer.json()["faults"]
    assert (fault["path"], fault["code"]) == ("place", "not-a-choice")
    assert person.ask("PUT", "/studio", changed | {"first_day": 7}).status_code == 422
    assert person.get("/studio")["place"] == "de-AT"
