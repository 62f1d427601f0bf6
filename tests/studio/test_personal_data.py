"""docs/personal-data.md, sentence by sentence: each has a test, here or where it is named."""

from __future__ import annotations

import datetime as dt
import re
from pathlib import Path

import pytest
from allauth.account.models import EmailAddress
from allauth.mfa.models import Authenticator
from allauth.usersessions.models import UserSession
from asgiref.sync import async_to_sync
from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.core.cache import cache
from django.core.mail import send_mail
from django.db import connection
from django.test import Client
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob

from studio.accounts.models import Invitation, Member, Role
from studio.accounts.services.forgetting import forget_expired
from studio.archive.container import unpack
from studio.archive.writing import archive_of
from studio.audit.models import Noted
from studio.config.api import api
from studio.cupboard.models import Movement
from studio.mailbox.backend import MOST_MAILS
from studio.mailbox.models import Mail
from studio.tasks.mail import send
from studio.tasks.models import StudioTask
from studio.tasks.work import forget_failed, forget_old_tasks
from tests.browser import test_offline
from tests.outside import test_keeping

from . import test_audit, test_door, test_members, test_people, test_prints, test_running
from .conftest import Person
from .test_accounts import ask, sign_in

PAGE = Path(__file__).parents[2] / "docs/personal-data.md"
PASSWORD = "potting-shed-7"


def in_tables(text):
    """The tables of the database in which a text is found, whatever they are of."""
    found = set()
    with connection.cursor() as cursor:
        for name in connection.introspection.table_names(cursor):
            cursor.execute(
                f"SELECT 1 FROM {connection.ops.quote_name(name)} t WHERE t::text ILIKE %s", [f"%{text}%"]
            )
            if cursor.fetchone():
                found.add(name)
    return found


def test_a_password_is_hashed_and_what_lets_somebody_in_goes_with_the_account(join):
    person = join("Tansy")
    user = User.objects.get(username="tansy")
    EmailAddress.objects.create(user=user, email="tansy@example.org", verified=True, primary=True)
    Authenticator.objects.create(user=user, type="totp", data={"secret": "JBSWY3DPEHPK3PXP"})
    assert in_tables(PASSWORD) == set()
    assert "account_emailaddress" in in_tables("tansy@example.org")
    assert person.ask("POST", "/account/delete", {"password": PASSWORD}).status_code == 204
    assert in_tables("tansy@example.org") == in_tables("JBSWY3DPEHPK3PXP") == set()


def test_where_a_session_was_opened_is_shown_ended_and_forgotten_with_it(join):
    join("Tansy")
    clients = [Client(REMOTE_ADDR="10.1.2.3", HTTP_USER_AGENT="Meadowlark 4"), Client()]
    for client in clients:
        assert sign_in(client, "tansy", PASSWORD).status_code == 200
    rows = ask(clients[1], "/auth/sessions", "GET").json()["data"]
    there = next(row for row in rows if row["ip"] == "10.1.2.3")
    assert there["user_agent"] == "Meadowlark 4"
    assert ask(clients[1], "/auth/sessions", "DELETE", sessions=[there["id"]]).status_code == 200
    assert clients[0].get("/api/session").json()["user"] is None
    assert in_tables("Meadowlark") == set()
    # One that nobody looks at any more ends by itself, and where it was opened goes with it.
    key = clients[1].cookies["sessionid"].value
    assert UserSession.objects.filter(session_key=key).exists()
    left = Session.objects.get(session_key=key).expire_date - timezone.now()
    assert dt.timedelta(days=13) < left <= dt.timedelta(days=14)
    Session.objects.filter(session_key=key).update(expire_date=timezone.now() - dt.timedelta(minutes=1))
    forget_expired()
    assert not Session.objects.filter(session_key=key).exists()
    assert not UserSession.objects.filter(session_key=key).exists()


def test_the_address_of_an_invitation_goes_when_it_has_served(person):
    for n in range(3):
        assert person.ask("POST", "/invitations", {"email": f"kim{n}@example.com"}).status_code == 201
    first, second, third = Invitation.objects.order_by("email")
    assert person.ask("DELETE", f"/invitations/{first.pk}").status_code == 204
    assert "accounts_invitation" not in in_tables("kim0@example.com")
    # Asked once more, the one before is replaced.
    assert person.ask("POST", "/invitations", {"email": "kim1@example.com"}).status_code == 201
    assert not Invitation.objects.filter(pk=second.pk).exists()
    Invitation.objects.filter(pk=third.pk).update(until=timezone.now() - dt.timedelta(seconds=1))
    forget_expired()
    assert "accounts_invitation" not in in_tables("kim2@example.com")
    # How often it was asked is counted under its hash, for a day.
    assert not in_tables("kim0@example.com") & {"counted", "tasks_answer"}
    with connection.cursor() as cursor:
        cursor.execute("SELECT max(expires) FROM counted")
        assert cursor.fetchone()[0] <= timezone.now() + dt.timedelta(days=1, minutes=1)


def test_tries_to_sign_in_are_hashed_and_forgotten(db):
    client = Client(REMOTE_ADDR="10.9.8.7")
    sign_in(client, "somebody-known", "nonsense")
    ask(client, "/auth/password/request", email="somebody@example.org")
    assert in_tables("somebody-known") == in_tables("10.9.8.7") == set()
    with connection.cursor() as cursor:
        cursor.execute("SELECT count(*), max(expires) FROM counted")
        count, last = cursor.fetchone()
        assert count > 0
        # An hour, and until the worker's next round.
        assert last <= timezone.now() + dt.timedelta(hours=1, minutes=1)
        cursor.execute("UPDATE counted SET expires = %s", [timezone.now() - dt.timedelta(seconds=1)])
        forget_expired()
        cursor.execute("SELECT count(*) FROM counted")
        assert cursor.fetchone() == (0,)


def test_what_is_counted_can_be_found_again(db):
    assert cache.add("login:Tansy", 0, 60)
    assert cache.incr("login:Tansy") == 1
    assert cache.get("login:tansy") is None


def test_a_mail_is_kept_till_it_is_sent_and_for_a_day_where_it_cannot_be(db):
    send.defer(to=["kim@example.org"], subject="S", text="T", sender="a@example.org")
    assert in_tables("kim@example.org") == {"procrastinate_jobs"}
    for name in ("tools/demo.py", "tools/served.py", "docs/deploy.md"):
        text = (settings.ROOT / name).read_text()
        assert re.search(r"delete-jobs\W+successful", text), name
    with connection.cursor() as cursor:
        cursor.execute("UPDATE procrastinate_jobs SET status = 'failed'")
        cursor.execute("UPDATE procrastinate_events SET at = now() - interval '26 hours'")
    assert {task.queueing_lock for task in (forget_failed, forget_old_tasks)} == {
        "forget-failed",
        "forget-old",
    }
    delete = app.with_connector(app.connector.get_sync_connector()).job_manager.delete_old_jobs
    async_to_sync(delete)(nb_hours=24, include_failed=True)
    assert not ProcrastinateJob.objects.exists()


def test_what_somebody_did_stays_without_a_name(person, furnish):
    made = furnish(person)
    wren = User.objects.create_user("wren", email="wren@example.org", password=PASSWORD)
    Member.objects.create(user=wren, studio=person.studio, role=Role.OWNER)
    client = Client()
    client.force_login(wren, backend="django.contrib.auth.backends.ModelBackend")
    theirs = Person(client, person.studio)
    bought = {"amount": "5", "cause": "bought"}
    assert theirs.ask("POST", f"/papers/{made['paper']['id']}/movements", bought).status_code < 300
    theirs.save(f"/projects/{made['project']['id']}", made["project"] | {"name": "By somebody"})
    for model in (Movement, Noted):
        assert model.objects.filter(by=wren).exists()
    assert theirs.ask("POST", "/account/delete", {"password": PASSWORD}).status_code == 204
    assert in_tables("wren") == set()
    for model in (Movement, Noted):
        assert model.objects.filter(by__isnull=True).exists()


@pytest.mark.django_db(transaction=True)
def test_a_file_of_yesterday_goes(person):
    kept = StudioTask.objects.create(studio=person.studio, kind="archive")
    old = StudioTask.objects.create(studio=person.studio, kind="archive")
    StudioTask.objects.filter(pk=old.pk).update(seen=timezone.now() - dt.timedelta(days=1, minutes=1))
    session = Session.objects.create(session_key="old", expire_date=timezone.now() - dt.timedelta(days=1))
    forget_old_tasks.func(None, 0)
    assert list(StudioTask.objects.all()) == [kept]
    # The same round of the worker takes what is over of accounts.
    assert not Session.objects.filter(pk=session.pk).exists()


def test_the_simulated_mailbox_keeps_so_many(db):
    Mail.objects.bulk_create(Mail(to="old@example.org", subject="S", text="T") for _ in range(MOST_MAILS))
    send_mail("S", "T", None, ["new@example.org"])
    assert (Mail.objects.count(), Mail.objects.first().to) == (200, "new@example.org")


@pytest.fixture
def with_ida(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    person.add(f"{path}/people", name="Ida Marshwiggle", note="no walnuts at all")
    return made


def nobody_in(text):
    assert len(text) > 20
    return "Marshwiggle" not in text and "walnuts" not in text


def test_nothing_of_people_goes_into_files_of_a_job_a_plan_or_a_class(person, with_ida):
    path = f"/classes/{with_ida['class']['id']}"
    for file in ("/job", "/plan", ""):
        assert nobody_in(person.ask("GET", f"{path}{file}").content.decode())
    assert nobody_in(person.ask("GET", f"/projects/{with_ida['project']['id']}/list.csv").content.decode())
    assert not nobody_in(person.ask("GET", f"{path}/people").content.decode())


def test_an_archive_has_people_and_no_account(person, with_ida):
    User.objects.filter(username="ours").update(email="owner@example.org")
    person.ask("POST", "/invitations", {"email": "kim@example.com"})
    held = b"".join(unpack(archive_of(person.studio)).values()).decode(errors="replace")
    assert not nobody_in(held)
    for text in ("owner@example.org", "kim@example.com", User.objects.get(username="ours").password):
        assert text not in held


def test_nothing_of_who_comes_to_a_class_is_kept_in_the_browser(person, with_ida):
    rules = (settings.ROOT / "web/worker.config.ts").read_text()
    (kept,) = re.findall(r"^ *(/\^.*\$/)\.test", rules, re.MULTILINE)
    known = re.compile(kept[1:-1].replace(r"\/", "/"))
    assert known.match(f"/api/classes/{with_ida['class']['id']}")
    ids = {"class_id": with_ida["class"]["id"], "project_id": with_ida["project"]["id"], "number": 0}
    asked = 0
    for _, router in api._routers:
        for path, view in router.path_operations.items():
            for guide in ("scoring", "teaching", "packing", "tasks"):
                place = path.replace("{guide}", guide)
                for name, value in ids.items():
                    place = place.replace(f"{{{name}}}", str(value))
                methods = {method for operation in view.operations for method in operation.methods}
                if known.match(f"/api{place}") and "GET" in methods:
                    answer = person.ask("GET", place)
                    asked += 1
                    assert answer.status_code in (200, 404), place
                    assert nobody_in(answer.content.decode() + " " * 21), place
    assert asked > 5
    for path in ("people", "people.csv", "packing", "packing-list", "labels", "ticks/packing", "log"):
        assert not known.match(f"/api/classes/1/{path}"), path


# What the page says, and the test that holds it.
PROMISES = {
    "mail address, password": test_a_password_is_hashed_and_what_lets_somebody_in_goes_with_the_account,
    "address and browser": test_where_a_session_was_opened_is_shown_ended_and_forgotten_with_it,
    "mail address of an invitation": test_the_address_of_an_invitation_goes_when_it_has_served,
    "how often an address": test_the_address_of_an_invitation_goes_when_it_has_served,
    "name, colourway, fee": test_people.test_people_go_though_nobody_looks_at_them,
    "what was done by whom": test_what_somebody_did_stays_without_a_name,
    "who changed what": test_what_somebody_did_stays_without_a_name,
    "no name of who comes": test_audit.test_no_name_of_a_person_of_a_class_is_in_the_record,
    "at most 5 000 changes": test_audit.test_only_so_many_are_kept_and_they_come_in_pages,
    "a file that a worker has written": test_a_file_of_yesterday_goes,
    "until somebody is removed": test_prints.test_nothing_of_a_person_stays_in_a_file_that_was_written,
    "tries to sign in": test_tries_to_sign_in_are_hashed_and_forgotten,
    "a mail that waits": test_a_mail_is_kept_till_it_is_sent_and_for_a_day_where_it_cannot_be,
    "a letter of the simulated mailbox": test_the_simulated_mailbox_keeps_so_many,
    "lines of the log": test_running.test_no_person_is_in_the_log,
    "An archive of a paper room": test_an_archive_has_people_and_no_account,
    "Apart from it, nothing of people": test_nothing_of_people_goes_into_files_of_a_job_a_plan_or_a_class,
    "is kept in the browser": test_nothing_of_who_comes_to_a_class_is_kept_in_the_browser,
    "until they sign out": test_offline.test_who_signs_out_leaves_nothing_of_the_studio_in_the_browser,
    "Nothing is sent anywhere": test_door.test_the_pages_ask_for_nothing_and_the_api_is_kept_nowhere,
    "Deleting an account": test_members.test_deleting_an_account_deletes_all_that_is_its_own,
    "fourteen stay": test_keeping.test_the_newest_backups_stay,
}


def test_every_sentence_of_the_page_has_its_test():
    lines = PAGE.read_text().splitlines()
    rows = [line for line in lines if line.startswith("| ")][1:]
    prose = " ".join(line for line in lines if not line.startswith(("|", "#"))).replace("**", "")
    said = [*rows, *re.split(r"(?<=[.]) +", prose.strip())]
    assert len(said) > 15
    for sentence in said:
        if not sentence.startswith("Whoever runs a server is responsible"):
            assert any(words in sentence for words in PROMISES), sentence
    whole = " ".join(said)
    assert [words for words in PROMISES if words not in whole] == []
