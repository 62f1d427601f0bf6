"""Who belongs to a studio: what each role may do at every endpoint, invitations, leaving, deleting."""

import json
import re
from datetime import timedelta

import pytest
from allauth.account.models import EmailAddress
from django.apps import apps
from django.contrib.auth.models import User
from django.test import Client, override_settings
from django.utils import timezone

from studio.accounts.models import Invitation, Member, Role, Studio
from studio.accounts.services.joining import MOST_INVITED, MOST_STUDIOS
from studio.accounts.tenancy import Account, Helper, Owner, Reader
from studio.config.api import api
from studio.demo.loading import load_paper_room
from studio.mailbox.models import Mail

from .conftest import Person
from .test_accounts import ask, sign_in
from .test_tenancy import OF_AN_ACCOUNT, OPEN, body_for, filled, operations, undone, with_stock

NEEDS = {Account: None, Reader: Role.READER, Helper: Role.HELPER, Owner: Role.OWNER}


def needed():
    """The role that every operation states, by method and path; None for one of an account or a stranger."""
    found = {}
    for prefix, router in api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                for method in operation.methods:
                    auth = operation.auth_param
                    role = None if auth is None else NEEDS[type(auth)]
                    found[method, f"{prefix}{path}"] = role
    return found


STATED = needed()


def test_every_endpoint_states_what_it_needs():
    assert set(STATED) == set(operations())
    without = {operation for operation, role in STATED.items() if role is None}
    assert without == OPEN | OF_AN_ACCOUNT


def test_what_changes_something_is_not_a_readers():
    """Readers compute and print: what they may send computes, and keeps nothing."""
    sent = {path for (method, path), role in STATED.items() if role is Role.READER and method != "GET"}
    assert sent == {
        "/prices/compare", "/fold", "/stand", "/refit", "/lines", "/lines/document", "/lines/mats", "/forms",
        "/projects/{project_id}/effects", "/classes/{class_id}/stop-early", "/members/{member_id}",
        "/classes/{class_id}/folder", "/tasks/{task_id}",
    }  # fmt: skip


def of_role(person, role):
    """Somebody else in a person's studio."""
    user = User.objects.create_user(f"a-{role}", password="potting-shed-7")
    Member.objects.create(user=user, studio=person.studio, role=role)
    client = Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    return Person(client, person.studio)


@pytest.mark.parametrize("role", [Role.READER, Role.HELPER])
def test_each_role_does_what_it_may_and_nothing_else(person, furnish, role):
    made = with_stock(person, furnish(person))
    other = of_role(person, role)
    wrong = []
    for (method, path), needs in STATED.items():
        if needs is None:
            continue
        with undone():
            answer = other.ask(method, filled(path, made), body_for(path, made))
        refused = answer.status_code == 403 and answer.json()["code"] == "role-needed"
        # A reader may leave, but this is somebody else's place.
        may = role.may(needs) and (method, path) != ("DELETE", "/members/{member_id}")
        if refused is may:
            wrong.append((method, path, answer.status_code))
    assert wrong == []


def test_a_refusal_says_who_may(person):
    answer = of_role(person, Role.READER).ask("POST", "/packs", {"name": "Year", "sheets": 3})
    assert answer.status_code == 403
    assert "Only an owner" in answer.json()["message"]
    assert "a reader" in answer.json()["message"]


@pytest.fixture
def mailed(django_capture_on_commit_callbacks):
    return lambda *args: _after(django_capture_on_commit_callbacks, *args)


def _after(capture, person, *args):
    with capture(execute=True):
        answer = person.ask("POST", "/invitations", dict(zip(("email", "role"), args, strict=False)))
    assert answer.status_code == 201, answer.content
    return re.search(r"/join/(\S+)", Mail.objects.first().text)[1]


@override_settings(SIGN_UP="invited")
def test_somebody_is_asked_in_makes_an_account_and_helps(person, furnish, mailed):
    furnish(person)
    token = mailed(person, "Kim@example.org", "helper")
    letter = Mail.objects.first()
    assert letter.to == "kim@example.org"
    assert "a helper, who prepares and ticks" in letter.text
    client = Client()
    assert ask(client, "/auth/signup", email="kim@example.org", password="rain-butt-99").status_code == 403
    shown = client.get(f"/api/join/{token}").json()
    assert shown == {"studio": "Ours", "role": "helper", "email": "kim@example.org"}
    assert ask(client, "/auth/signup", email="kim@example.org", password="rain-butt-99").status_code == 200
    assert client.post(f"/api/join/{token}", "{}", content_type="application/json").status_code == 204
    assert len(client.get("/api/classes").json()) == 1
    # The link is good once.
    assert client.post(f"/api/join/{token}", "{}", content_type="application/json").status_code == 404
    rows = person.get("/members")
    assert [(row["role"], row["me"]) for row in rows["members"]] == [("owner", True), ("helper", False)]
    assert rows["invitations"] == []


def test_a_link_that_is_old_taken_back_or_sent_again_is_worth_nothing(person, mailed):
    first = mailed(person, "kim@example.org")
    second = mailed(person, "kim@example.org")
    assert Client().get(f"/api/join/{first}").status_code == 404
    assert Client().get(f"/api/join/{second}").status_code == 200
    (row,) = person.get("/members")["invitations"]
    Invitation.objects.update(until=timezone.now() - timedelta(seconds=1))
    assert Client().get(f"/api/join/{second}").status_code == 404
    Invitation.objects.update(until=timezone.now() + timedelta(days=1))
    assert person.ask("DELETE", f"/invitations/{row['id']}").status_code == 204
    assert Client().get(f"/api/join/{second}").status_code == 404


@pytest.mark.parametrize(
    ("email", "code"), [("kim", "not-an-address"), ("ours@example.org", "belongs-already")]
)
def test_whom_one_cannot_ask_in(person, email, code):
    User.objects.filter(username="ours").update(email="Ours@example.org")
    answer = person.ask("POST", "/invitations", {"email": email})
    assert [fault["code"] for fault in answer.json()["faults"]] == [code]


def test_a_studio_has_so_many_members_and_an_account_so_many_studios(person):
    rows = [
        Invitation(studio=person.studio, email=f"{n}@example.org", role="reader", token_hash=str(n),
                   until=timezone.now())
        for n in range(MOST_INVITED - 1)
    ]  # fmt: skip
    Invitation.objects.bulk_create(rows)
    answer = person.ask("POST", "/invitations", {"email": "one-more@example.org"})
    assert answer.json()["faults"][0]["code"] == "too-many-invited"
    for n in range(MOST_STUDIOS - 1):
        person.add("/studios", name=f"Room {n}")
    answer = person.ask("POST", "/studios", {"name": "One more"})
    assert answer.json()["faults"][0]["code"] == "too-many-studios"


def test_one_account_in_two_studios_sees_one_at_a_time(join, furnish):
    they, me = join("Theirs"), join("Me")
    furnish(they)
    user = User.objects.get(username="me")
    Member.objects.create(user=user, studio=they.studio, role=Role.READER)
    assert me.get("/classes") == []
    session = me.save("/session/studio", {"id": they.studio.pk})
    assert (session["studio"]["name"], session["role"]) == ("Theirs", "reader")
    assert [row["name"] for row in me.get("/classes")] == ["Evening"]
    assert me.ask("POST", "/packs", {"name": "Year", "sheets": 3}).status_code == 403
    assert me.ask("PUT", "/session/studio", {"id": 0}).status_code == 404
    # Who is removed sees nothing of it at once.
    Member.objects.filter(user=user, studio=they.studio).delete()
    assert me.get("/classes") == []


def test_a_studio_always_has_an_owner(person):
    helper = of_role(person, Role.HELPER)
    (mine, theirs) = person.get("/members")["members"]
    for method, body in (("PUT", {"version": mine["version"], "role": "reader"}), ("DELETE", None)):
        answer = person.ask(method, f"/members/{mine['id']}", body)
        assert [fault["code"] for fault in answer.json()["faults"]] == ["last-owner"]
    assert helper.ask("DELETE", f"/members/{mine['id']}").status_code == 403
    person.save(f"/members/{theirs['id']}", {"version": theirs["version"], "role": "owner"})
    assert person.ask("DELETE", f"/members/{mine['id']}").status_code == 204
    assert [row["role"] for row in helper.get("/members")["members"]] == ["owner"]


def test_deleting_an_account_deletes_all_that_is_its_own(db):
    load_paper_room("demo", "potting-shed-7")
    client = Client()
    sign_in(client, "demo", "potting-shed-7")
    wrong = client.post("/api/account/delete", '{"password": "x"}', content_type="application/json")
    assert (wrong.status_code, wrong.json()["faults"][0]["code"]) == (422, "wrong-password")
    body = json.dumps({"password": "potting-shed-7"})
    assert client.post("/api/account/delete", body, content_type="application/json").status_code == 204
    left = {
        model._meta.label: model._default_manager.count()
        for model in apps.get_models()
        if model._meta.app_label not in ("contenttypes", "auth", "sessions", "mailbox")
        and model._default_manager.exists()
    }
    assert (left, User.objects.count(), Studio.objects.count()) == ({}, 0, 0)
    assert client.get("/api/session").json()["user"] is None


def test_who_is_the_only_owner_of_others_first_names_another(person):
    of_role(person, Role.HELPER)
    answer = person.ask("POST", "/account/delete", {"password": "potting-shed-7"})
    assert answer.json()["faults"][0]["code"] == "last-owner-of"
    Member.objects.filter(role=Role.HELPER).update(role=Role.OWNER)
    assert person.ask("POST", "/account/delete", {"password": "potting-shed-7"}).status_code == 204
    assert Studio.objects.count() == 1


def test_the_mailbox_is_for_the_machine_itself(db):
    with override_settings(SIMULATED_MAIL=True):
        assert Client().get("/api/mailbox").status_code == 200
        assert Client(REMOTE_ADDR="10.0.0.7").get("/api/mailbox").status_code == 404
        assert Client(HTTP_X_FORWARDED_FOR="127.0.0.1").get("/api/mailbox").status_code == 404
    with override_settings(SIMULATED_MAIL=False):
        assert Client().get("/api/mailbox").status_code == 404


def test_the_demo_is_open_only_where_the_server_offers_it(person):
    assert Client().post("/api/demo", "{}", content_type="application/json").status_code == 404
    with override_settings(OPEN_DEMO="ours:potting-shed-7"):
        client = Client()
        assert client.post("/api/demo", "{}", content_type="application/json").json()["user"] == "ours"
        assert client.get("/api/papers").status_code == 200


@pytest.mark.parametrize(
    ("change", "path", "code"),
    [({"name": "   "}, "name", "empty"), ({"place": "xx-XX"}, "place", "not-a-choice"),
     ({"name": "n" * 121}, "name", "string_too_long")],
)  # fmt: skip
def test_a_studio_that_cannot_be_as_it_is_asked_for_is_refused(person, change, path, code):
    answer = person.ask("POST", "/studios", {"name": "Room", "place": "en-GB", "currency": "EUR"} | change)
    assert answer.status_code == 422
    assert [(fault["path"], fault["code"]) for fault in answer.json()["faults"]] == [(path, code)]
    assert Studio.objects.count() == 1


def test_a_name_of_two_lines_cannot_write_a_header_of_a_mail(person, mailed):
    Studio.objects.update(name="Room\nBcc: all@example.org")
    mailed(person, "kim@example.org")
    assert "\n" not in Mail.objects.first().subject


@pytest.mark.django_db(transaction=True)
def test_invitations_of_a_day_are_few_and_carry_nothing_of_the_senders_in_the_subject(person):
    # 150 went out in 14 seconds, under a subject of the sender's making.
    Studio.objects.filter(pk=person.studio.pk).update(name="Win at https://evil.example/x now")
    for n in range(20):
        answer = person.ask("POST", "/invitations", {"email": f"a{n}@example.com"})
        assert answer.status_code == 201, answer.content
        person.ask("DELETE", f"/invitations/{answer.json()['invitations'][-1]['id']}")
    answer = person.ask("POST", "/invitations", {"email": "one-more@example.com"})
    assert answer.json()["faults"][0]["code"] == "too-many-a-day"
    assert Mail.objects.count() == 20
    for mail in Mail.objects.all():
        assert mail.subject == "You are asked to join a paper room"
        assert "evil.example" not in mail.text


def test_an_address_is_not_asked_over_and_over(join):
    for n in range(3):
        assert join(f"S{n}").ask("POST", "/invitations", {"email": "a@example.com"}).status_code == 201
    answer = join("S4").ask("POST", "/invitations", {"email": "A@example.com"})
    assert answer.json()["faults"][0]["code"] == "too-many-a-day"


def test_only_a_confirmed_account_asks_others_in_where_mail_goes_out(person):
    user = User.objects.get(username="ours")
    user.email = "me@example.com"
    user.save()
    with override_settings(SENDS_MAIL=True):
        answer = person.ask("POST", "/invitations", {"email": "a@example.com"})
        assert answer.json()["faults"][0]["code"] == "confirm-first"
        EmailAddress.objects.create(user=user, email="me@example.com", verified=True, primary=True)
        assert person.ask("POST", "/invitations", {"email": "a@example.com"}).status_code == 201


@pytest.mark.django_db(transaction=True)
def test_an_invitation_serves_only_the_address_that_it_was_sent_to(person, join):
    person.ask("POST", "/invitations", {"email": "asked@example.com"})
    token = re.search(r"/join/(\S+)", Mail.objects.get().text)[1]
    other = join("Others")
    answer = other.ask("POST", f"/join/{token}")
    assert (answer.status_code, answer.json()["faults"][0]["code"]) == (422, "invited-another")
    assert person.studio.members.count() == 1
    User.objects.filter(username="others").update(email="Asked@example.com")
    assert other.ask("POST", f"/join/{token}").status_code == 204
    assert person.studio.members.count() == 2


@pytest.mark.django_db(transaction=True)
def test_a_port_that_is_not_ours_goes_into_no_link(person):
    person.client.post(
        "/api/invitations", json.dumps({"email": "a@example.com"}), content_type="application/json",
        HTTP_HOST="localhost:6666",
    )  # fmt: skip
    assert "http://localhost/join/" in Mail.objects.get().text
    with override_settings(ADDRESS="https://paper.example"):
        person.ask("POST", "/invitations", {"email": "b@example.com"})
    assert "https://paper.example/join/" in Mail.objects.latest("id").text
