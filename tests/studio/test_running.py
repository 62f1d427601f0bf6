"""What those who run a server need: health, logs without people, mail by workers, whom to tell of a hole."""

import datetime as dt
import json
import logging
import sys

import pytest
from django.core import mail
from django.core.mail import send_mail
from django.db import connection
from django.test import Client, override_settings
from procrastinate.contrib.django.models import ProcrastinateJob

from studio.common.logs import Lines
from studio.tasks.mail import send


def test_a_server_says_that_it_lives_and_whether_it_can_work(db):
    assert Client().get("/health/live").json() == {"live": True}
    answer = Client().get("/health/ready")
    assert answer.status_code == 200
    assert answer.json() == {
        "ready": True,
        "database": "there",
        "workers": 0,
        "long_work": "waits",
    }
    with connection.cursor() as cursor:
        cursor.execute("INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now())")
    assert Client().get("/health/ready").json()["workers"] == 1
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM django_migrations WHERE id = (SELECT max(id) FROM django_migrations)")
    answer = Client().get("/health/ready")
    assert (answer.status_code, answer.json()["database"]) == (503, "behind")


@pytest.fixture
def written():
    """The lines that the server wrote of its answers."""
    found = []

    class Keep(logging.Handler):
        def emit(self, record):
            found.append(json.loads(Lines().format(record)))

    log, handler = logging.getLogger("neat_sheaf.requests"), Keep()
    log.addHandler(handler)
    before = log.level
    log.setLevel(logging.INFO)
    yield found
    log.removeHandler(handler)
    log.setLevel(before)


def test_every_answer_carries_the_id_that_the_log_has(person, furnish, written):
    made = furnish(person)
    written.clear()
    answer = person.ask("GET", f"/classes/{made['class']['id']}")
    (line,) = written
    assert line["request"] == answer["X-Request-ID"]
    assert (line["method"], line["status"], line["route"]) == ("GET", 200, "api/classes/<class_id>")
    given = person.client.get("/api/session", headers={"X-Request-ID": "from-the-proxy-1"})
    assert given["X-Request-ID"] == "from-the-proxy-1"
    forged = person.client.get("/api/session", headers={"X-Request-ID": 'x"}\nlevel: 5'})
    assert forged["X-Request-ID"].isalnum()


def test_no_person_is_in_the_log(person, furnish, written):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/people"
    person.add(path, name="Ida Marsh", note="no nuts")
    person.ask("GET", f"{path}?name=Ida%20Marsh")
    text = json.dumps(written)
    assert len(written) > 5
    for secret in ("Ida", "Marsh", "nuts", "ours", "potting"):
        assert secret not in text


def test_an_error_is_one_line_with_its_trace():
    try:
        raise ZeroDivisionError
    except ZeroDivisionError:
        record = logging.LogRecord("studio", logging.ERROR, "", 0, "it broke", (), sys.exc_info())
    line = Lines().format(record)
    assert "\n" not in line
    found = json.loads(line)
    assert (found["level"], found["says"]) == ("ERROR", "it broke")
    assert "ZeroDivisionError" in found["trace"]
    assert dt.datetime.fromisoformat(found["at"]).tzinfo is not None


@override_settings(EMAIL_BACKEND="studio.tasks.mail.QueuedMail")
def test_mail_goes_out_by_a_worker(db, monkeypatch):
    send_mail("A link", "Open it", "from@example.org", ["ida@example.org"])
    assert mail.outbox == []
    job = ProcrastinateJob.objects.get(task_name=send.name)
    monkeypatch.setattr("studio.tasks.mail._SMTP", "django.core.mail.backends.locmem.EmailBackend")
    send(**job.args)
    (sent,) = mail.outbox
    assert (sent.to, sent.subject, sent.body) == (["ida@example.org"], "A link", "Open it")


def test_whom_to_tell_of_a_hole_is_said_where_somebody_is_named(db):
    # RFC 9116: Contact and Expires are required, a line each.
    assert Client().get("/.well-known/security.txt").status_code == 404
    with override_settings(SECURITY_CONTACT="mailto:keeper@example.org"):
        answer = Client().get("/.well-known/security.txt")
    lines = dict(line.split(": ", 1) for line in answer.content.decode().splitlines())
    assert lines["Contact"] == "mailto:keeper@example.org"
    assert dt.datetime.fromisoformat(lines["Expires"]) > dt.datetime.now(dt.UTC)
    assert answer["Content-Type"] == "text/plain; charset=utf-8"
