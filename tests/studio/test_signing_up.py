"""Signing up where mail goes out: the answer does not tell who has an account."""

import re
from urllib.parse import unquote

import pytest
from allauth.account.models import EmailAddress
from django.contrib.auth.hashers import MD5PasswordHasher
from django.contrib.auth.models import User
from django.core import mail
from django.test import Client

from .test_accounts import ask, codes, sign_in

PASSWORD = "potting-shed-7"


@pytest.fixture(autouse=True)
def _with_mail(db, settings):
    settings.SENDS_MAIL = True
    settings.SIGN_UP = "open"
    settings.ACCOUNT_EMAIL_VERIFICATION = "mandatory"
    settings.EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def known(join):
    """Somebody who has an account, made before addresses were confirmed."""
    join("Tansy")
    User.objects.filter(username="tansy").update(email="tansy@example.org")
    return User.objects.get(username="tansy")


def sign_up(email, client=None, password=PASSWORD):
    return ask(client or Client(), "/auth/signup", email=email, password=password)


def without_what_was_sent(answer, email):
    return answer.status_code, answer.content.decode().replace(email, "...")


@pytest.fixture
def hashed(monkeypatch):
    """How many passwords are hashed, which is what signing up takes its time for."""
    done, encode = [], MD5PasswordHasher.encode

    def counted(self, password, salt):
        done.append(password)
        return encode(self, password, salt)

    monkeypatch.setattr(MD5PasswordHasher, "encode", counted)
    return done


def test_an_address_with_an_account_and_one_without_are_answered_alike(known, hashed):
    told, took = {}, {}
    for email in ("tansy@example.org", "ida@example.org"):
        before = len(hashed)
        told[email] = without_what_was_sent(sign_up(email), email)
        took[email] = len(hashed) - before
    assert told["tansy@example.org"] == told["ida@example.org"]
    assert took["tansy@example.org"] == took["ida@example.org"] == 1
    assert told["ida@example.org"][0] == 401
    letters = {letter.to[0]: letter.body for letter in mail.outbox}
    assert set(letters) == {"tansy@example.org", "ida@example.org"}
    assert "/confirm/" in letters["ida@example.org"]
    assert "/confirm/" not in letters["tansy@example.org"]
    # A second try tells no more than the first.
    again = {email: without_what_was_sent(sign_up(email), email) for email in told}
    assert again["tansy@example.org"] == again["ida@example.org"]


def test_what_is_wrong_with_the_password_is_said_alike(known):
    told = [codes(sign_up(email, password="7")) for email in ("tansy@example.org", "ida@example.org")]
    assert told == [["password_too_short", "password_too_common"]] * 2


def test_trying_the_password_that_was_just_chosen_tells_nothing(known):
    # It would let in where the account is new, and not where there was one.
    sign_up("ida@example.org")
    client = Client()
    assert sign_in(client, "ida@example.org", PASSWORD).status_code == 401
    assert client.get("/api/session").json()["user"] is None


def test_who_confirms_the_address_may_sign_in(known):
    client = Client()
    sign_up("ida@example.org", client)
    (letter,) = mail.outbox
    key = unquote(re.search(r"/confirm/(\S+)", letter.body)[1])
    # Confirmed, and not in yet: the link may be opened by whoever reads the mail.
    assert ask(client, "/auth/email/verify", key=key).status_code == 401
    assert EmailAddress.objects.get(email="ida@example.org").verified
    assert ask(client, "/auth/login", email="ida@example.org", password=PASSWORD).status_code == 200
    assert client.get("/api/session").json()["email"] == "ida@example.org"


def test_an_account_from_before_is_not_locked_out(known):
    EmailAddress.objects.create(user=known, email="tansy@example.org", verified=False, primary=True)
    User.objects.filter(pk=known.pk).update(last_login="2026-11-01T10:00:00Z")
    User.objects.create_user("other")
    assert sign_in(Client(), "tansy", PASSWORD).status_code == 200


def test_the_first_account_comes_in_before_mail_was_ever_tried():
    client = Client()
    assert sign_up("ida@example.org", client).status_code == 200
    assert client.get("/api/session").json()["email"] == "ida@example.org"


def test_whoever_comes_by_an_invitation_has_confirmed_the_address(
    known, settings, django_capture_on_commit_callbacks
):
    settings.SIGN_UP = "invited"
    owner = Client()
    owner.force_login(known, backend="django.contrib.auth.backends.ModelBackend")
    EmailAddress.objects.create(user=known, email="tansy@example.org", verified=True, primary=True)
    body = '{"email": "kim@example.org", "role": "helper"}'
    with django_capture_on_commit_callbacks(execute=True):
        asked = owner.post("/api/invitations", body, content_type="application/json")
    assert asked.status_code == 201, asked.content
    token = re.search(r"/join/(\S+)", mail.outbox[-1].body)[1]
    client = Client()
    client.get(f"/api/join/{token}")
    assert sign_up("kim@example.org", client).status_code == 200
    assert EmailAddress.objects.get(email="kim@example.org").verified


def test_where_signing_up_is_closed_it_is_closed_to_both(known, settings):
    settings.SIGN_UP = "invited"
    answers = [sign_up(email) for email in ("tansy@example.org", "ida@example.org")]
    assert [answer.status_code for answer in answers] == [403, 403]
    assert answers[0].content == answers[1].content
    assert mail.outbox == []


def test_a_forgotten_password_tells_no_more(known, hashed):
    told = {}
    for email in ("tansy@example.org", "ida@example.org"):
        told[email] = without_what_was_sent(ask(Client(), "/auth/password/request", email=email), email)
    assert told["tansy@example.org"] == told["ida@example.org"]
    assert len(mail.outbox) == 2
