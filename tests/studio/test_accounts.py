"""Signing in and up, being locked out, passwords, the second factor, and what protects a session."""

import json
import re
import time
from urllib.parse import unquote

import pytest
from allauth.account.models import EmailAddress
from allauth.mfa.totp.internal.auth import format_hotp_value, hotp_value
from django.contrib.auth.models import User
from django.test import Client, override_settings

from studio.mailbox.models import Mail

AUTH = "/_allauth/browser/v1"


def ask(client, path, method="POST", **body):
    """An answer of the accounts package."""
    text = json.dumps(body) if body else ""
    return client.generic(method, f"{AUTH}{path}", text, content_type="application/json")


def sign_in(client, name, password, **headers):
    body = json.dumps({"username": name, "password": password})
    return client.post(f"{AUTH}/auth/login", body, content_type="application/json", **headers)


def codes(answer):
    return [error["code"] for error in answer.json()["errors"]]


@pytest.fixture
def member(join):
    return join("Tansy", currency="GBP")


def test_signing_in_and_out(member):
    client = Client()
    session = client.get("/api/session").json()
    assert (session["user"], session["studio"]) == (None, None)
    assert sign_in(client, "tansy", "potting-shed-7").status_code == 200
    session = client.get("/api/session").json()
    studio = {
        "id": member.studio.pk,
        "name": "Tansy",
        "units": "in",
        "currency": "GBP",
        "place": "en-GB",
        "first_day": 1,
    }
    assert (session["user"], session["role"], session["studio"]) == ("tansy", "owner", studio)
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
    said = [codes(sign_in(client, "tansy", f"try-{n}")) for n in range(5)]
    assert said == [["username_password_mismatch"]] * 5
    assert codes(sign_in(client, "tansy", "potting-shed-7")) == ["too_many_login_attempts"]
    # From elsewhere too: it is the name that is locked.
    assert codes(sign_in(Client(REMOTE_ADDR="10.0.0.9"), "tansy", "potting-shed-7")) == [
        "too_many_login_attempts"
    ]


def test_many_wrong_names_lock_the_address_they_come_from(member):
    there = Client(REMOTE_ADDR="10.0.0.7")
    for n in range(20):
        sign_in(there, f"name-{n}", "nonsense")
    assert codes(sign_in(there, "tansy", "potting-shed-7")) == ["too_many_login_attempts"]
    assert sign_in(Client(REMOTE_ADDR="10.0.0.8"), "tansy", "potting-shed-7").status_code == 200


@override_settings(SIGN_UP="open")
def test_a_stranger_makes_an_account_and_a_studio_of_their_own(db):
    client = Client()
    answer = ask(client, "/auth/signup", email="ida@example.org", password="potting-shed-7")
    assert answer.status_code == 200, answer.content
    session = client.get("/api/session").json()
    assert (session["email"], session["role"], session["studio"]) == ("ida@example.org", None, None)
    body = json.dumps({"name": "Ida's table", "units": "cm", "currency": "EUR", "place": "de-AT"})
    opened = client.post("/api/studios", body, content_type="application/json")
    assert opened.status_code == 201
    assert (opened.json()["role"], opened.json()["studio"]["units"]) == ("owner", "cm")
    assert client.get("/api/projects").json() == []
    letter = Mail.objects.get()
    assert letter.to == "ida@example.org"
    key = unquote(re.search(r"/confirm/(\S+)", letter.text)[1])
    assert ask(client, "/auth/email/verify", key=key).status_code == 200
    assert client.get(f"{AUTH}/account/email").json()["data"][0]["verified"]


@pytest.mark.parametrize(
    ("email", "password", "code"),
    [("ida", "potting-shed-7", "invalid"), ("ida@example.org", "short", "password_too_short"),
     ("ida@example.org", "password123", "password_too_common")],
)  # fmt: skip
@override_settings(SIGN_UP="open")
def test_what_is_wrong_with_a_new_account_is_said(db, email, password, code):
    answer = ask(Client(), "/auth/signup", email=email, password=password)
    assert (answer.status_code, codes(answer)) == (400, [code])
    assert not User.objects.exists()


@override_settings(SIGN_UP="invited")
def test_only_the_first_account_is_made_without_being_asked(member):
    answer = ask(Client(), "/auth/signup", email="ida@example.org", password="potting-shed-7")
    assert answer.status_code == 403
    User.objects.all().delete()
    assert Client().get("/api/session").json()["sign_up"]["first"] is True
    assert ask(Client(), "/auth/signup", email="i@example.org", password="potting-shed-7").status_code == 200


def test_a_password_that_is_forgotten_is_set_by_mail(member):
    User.objects.filter(username="tansy").update(email="tansy@example.org")
    assert ask(Client(), "/auth/password/request", email="tansy@example.org").status_code == 200
    key = re.search(r"/reset/(\S+)", Mail.objects.get().text)[1]
    answer = ask(Client(), "/auth/password/reset", key=key, password="rain-butt-9 rain")
    # Set; whether that signs in as well is the package's to say.
    assert answer.status_code in (200, 401)
    assert sign_in(Client(), "tansy", "potting-shed-7").status_code == 400
    assert sign_in(Client(), "tansy", "rain-butt-9 rain").status_code == 200
    # The link is good once.
    assert ask(Client(), "/auth/password/reset", key=key, password="another-one-77").status_code == 400


def test_an_address_that_nobody_has_is_answered_alike(member):
    assert ask(Client(), "/auth/password/request", email="who@example.org").status_code == 200
    assert "no account" in Mail.objects.get().text


def test_a_second_factor_is_asked_for_and_recovery_codes_stand_in_once(member):
    client = Client()
    sign_in(client, "tansy", "potting-shed-7")
    secret = ask(client, "/account/authenticators/totp", "GET").json()["meta"]["secret"]
    code = format_hotp_value(hotp_value(secret, int(time.time()) // 30))
    # What opens an account is changed only with the password at hand.
    assert ask(client, "/account/authenticators/totp", code=code).status_code == 401
    assert ask(client, "/auth/reauthenticate", password="potting-shed-7").status_code == 200
    secret = ask(client, "/account/authenticators/totp", "GET").json()["meta"]["secret"]
    code = format_hotp_value(hotp_value(secret, int(time.time()) // 30))
    assert ask(client, "/account/authenticators/totp", code=code).status_code == 200
    spare = ask(client, "/account/authenticators/recovery-codes", "GET").json()["data"]["unused_codes"]
    other = Client()
    asked = sign_in(other, "tansy", "potting-shed-7")
    assert asked.status_code == 401
    assert "mfa_authenticate" in [flow["id"] for flow in asked.json()["data"]["flows"]]
    assert other.get("/api/papers").status_code == 401
    assert ask(other, "/auth/2fa/authenticate", code="000000").status_code == 400
    assert ask(other, "/auth/2fa/authenticate", code=spare[0]).status_code == 200
    assert other.get("/api/papers").status_code == 200
    again = Client()
    sign_in(again, "tansy", "potting-shed-7")
    assert ask(again, "/auth/2fa/authenticate", code=spare[0]).status_code == 400


def test_sessions_are_listed_and_ended(member):
    here, there = Client(), Client()
    for client in (here, there):
        sign_in(client, "tansy", "potting-shed-7")
        client.get("/api/session")
    rows = ask(here, "/auth/sessions", "GET").json()["data"]
    assert [row["is_current"] for row in rows].count(True) == 1
    others = [row["id"] for row in rows if not row["is_current"]]
    assert ask(here, "/auth/sessions", "DELETE", sessions=others).status_code == 200
    assert there.get("/api/papers").status_code == 401
    assert here.get("/api/papers").status_code == 200


def test_a_changed_password_asks_for_the_old_one(member):
    client = Client()
    sign_in(client, "tansy", "potting-shed-7")
    path = "/account/password/change"
    wrong = ask(client, path, current_password="nonsense", new_password="rain-butt-99")
    assert wrong.status_code == 400
    right = ask(client, path, current_password="potting-shed-7", new_password="rain-butt-99")
    assert right.status_code == 200
    assert sign_in(Client(), "tansy", "rain-butt-99").status_code == 200


def test_without_the_csrf_token_nothing_is_changed(member, furnish):
    client = Client(enforce_csrf_checks=True)
    assert sign_in(client, "tansy", "potting-shed-7").status_code == 403
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


def test_the_demo_is_not_looked_at_without_a_token(join):
    join("Demo")
    with override_settings(OPEN_DEMO="demo:potting-shed-7"):
        client = Client(enforce_csrf_checks=True)
        assert client.post("/api/demo", content_type="application/json").status_code == 403
        client.get("/")
        token = client.cookies["csrftoken"].value
        assert client.post("/api/demo", "", "application/json", HTTP_X_CSRFTOKEN=token).status_code == 200


def test_a_name_and_an_address_of_one_account_are_guessed_at_together_and_a_mail_lets_its_owner_in(join):
    # Five for the name and five more for the address.
    join("Ours")
    user = User.objects.get(username="ours")
    user.email = "me@example.com"
    user.save()
    EmailAddress.objects.create(user=user, email=user.email, verified=True, primary=True)
    client = Client()
    for n in range(5):
        who = {"username": "ours"} if n % 2 else {"email": "me@example.com"}
        assert ask(client, "/auth/login", **who, password="wrong").status_code == 400
    for who in ({"username": "OURS"}, {"email": "me@example.com"}):
        answer = ask(client, "/auth/login", **who, password="potting-shed-7")
        assert answer.status_code in (400, 429), answer.content
    # A new password by mail is the way in.
    ask(client, "/auth/password/request", email="me@example.com")
    key = re.search(r"/reset/(\S+)", Mail.objects.latest("id").text)[1]
    done = ask(client, "/auth/password/reset", key=key, password="another-shed-8")
    assert done.status_code in (200, 401), done.content
    answer = sign_in(Client(), "ours", "another-shed-8")
    assert answer.status_code == 200, answer.content


def test_passwords_are_not_guessed_at_where_an_account_is_deleted(person):
    codes = [person.ask("POST", "/account/delete", {"password": "no"}).status_code for _ in range(12)]
    assert codes[:10] == [422] * 10
    assert set(codes[10:]) == {429}
