"""What is too much is refused with words: too many requests, too much at once, too much to keep."""

import re

import pytest
from django.conf import settings as configured
from django.core.cache import caches
from django.test import Client

from studio.accounts import room
from studio.accounts.services.joining import MOST_INVITED, MOST_STUDIOS
from studio.archive.container import MOST_BYTES
from studio.audit.noting import MOST_CHANGES
from studio.common import throttling
from studio.common.throttling import PerMinute
from studio.people.services import MOST_PEOPLE
from studio.tasks.for_studio import MOST_FILES, MOST_UNDERWAY
from tests.studio.test_archive import picture


@pytest.fixture
def few(settings, monkeypatch):
    """A few requests a minute, and a minute that does not end."""
    caches["requests"].clear()
    monkeypatch.setattr(throttling.time, "time", lambda: 1_000_000_020.0)
    settings.REQUESTS_A_MINUTE = {"account": 5, "studio": 8, "address": 3}
    yield
    caches["requests"].clear()


def test_an_account_that_asks_too_often_is_told_when_to_go_on(few, person):
    codes = [person.ask("GET", "/packs").status_code for _ in range(6)]
    assert codes == [200] * 5 + [429]
    answer = person.ask("GET", "/packs")
    assert (answer.json()["code"], answer["Retry-After"]) == ("too-fast", "60")
    assert "go on in 60 seconds" in answer.json()["message"]


def test_the_next_minute_counts_from_nothing(few, person, monkeypatch):
    for _ in range(6):
        person.ask("GET", "/packs")
    monkeypatch.setattr(throttling.time, "time", lambda: 1_000_000_081.0)
    assert person.ask("GET", "/packs").status_code == 200


def test_a_studio_is_counted_over_all_its_people_and_others_are_not_held_up(few, person, join):
    from tests.studio.test_members import Role, of_role

    helpers = [of_role(person, Role.HELPER), of_role(person, Role.READER)]
    asked = [one.ask("GET", "/packs").status_code for one in (person, *helpers) for _ in range(3)]
    assert asked == [200] * 8 + [429]
    assert join("Others").ask("GET", "/packs").status_code == 200


def test_a_stranger_is_counted_by_the_address(few, settings, db):
    settings.ALLAUTH_TRUSTED_PROXY_COUNT = 1

    def asked(address):
        return Client().get("/api/session", HTTP_X_FORWARDED_FOR=address).status_code

    assert [asked("192.0.2.1") for _ in range(4)] == [200, 200, 200, 429]
    assert asked("192.0.2.2") == 200


def test_what_is_asked_of_the_accounts_package_is_counted_with_it(few, db, join):
    def asked(client):
        return client.get("/_allauth/browser/v1/auth/session")

    stranger = Client(REMOTE_ADDR="192.0.2.7")
    assert [asked(stranger).status_code for _ in range(4)] == [401, 401, 401, 429]
    assert asked(Client(REMOTE_ADDR="192.0.2.8")).status_code == 401
    person = join("Tansy")
    codes = [person.ask("GET", "/packs").status_code for _ in range(3)]
    codes += [asked(person.client).status_code for _ in range(3)]
    assert codes == [200] * 5 + [429]
    answer = asked(person.client)
    assert (answer.json()["code"], answer["Retry-After"]) == ("too-fast", "60")


def test_no_limit_is_none(few, settings, person):
    settings.REQUESTS_A_MINUTE = {"account": 0, "studio": 0, "address": 0}
    assert {person.ask("GET", "/packs").status_code for _ in range(9)} == {200}


def test_two_at_once_are_counted_as_two(few, rf):
    from concurrent.futures import ThreadPoolExecutor

    one = PerMinute("account", lambda request: "somebody")
    with ThreadPoolExecutor(8) as pool:
        allowed = list(pool.map(lambda _: one.allow_request(rf.get("/")), range(40)))
    assert sum(allowed) == 5


def test_a_body_that_is_too_large_says_how_large_it_may_be(person):
    answer = person.ask("POST", "/packs", {"name": "x" * (configured.DATA_UPLOAD_MAX_MEMORY_SIZE + 1)})
    assert answer.status_code == 413
    megabytes = configured.DATA_UPLOAD_MAX_MEMORY_SIZE // 1_000_000
    assert f"at most {megabytes} MB" in answer.json()["message"]


WORDS_OF = {
    "project": "projects", "paper": "papers", "supply": "supplies", "kitclass": "classes", "pack": "packs",
}  # fmt: skip


def test_what_a_studio_keeps_has_an_end_for_every_way_in(person, furnish, monkeypatch):
    made = furnish(person)
    monkeypatch.setattr(room, "MOST_KEPT", dict.fromkeys(room.MOST_KEPT, 1))
    listed = {"name": "Two", "pieces": [{"name": "A", "paper": "body", "width": "1", "height": "2"}]}
    job = person.ask("GET", f"/classes/{made['class']['id']}/job").content.decode()
    paper = made["paper"]["id"]
    refused = {
        "project": [("POST", "/projects", listed), ("POST", "/job-files", {"text": job})],
        "paper": [
            ("POST", "/papers", made["paper"] | {"name": "Two"}),
            ("POST", "/plain-papers", {"size": "a4"}),
            ("POST", f"/papers/{paper}/split", {"amount": "1", "name": "Two"}),
        ],
        "supply": [
            ("POST", "/supplies", made["supply"] | {"name": "Two"}),
        ],
        "kitclass": [("POST", "/classes", made["class"] | {"name": "Two"})],
        "pack": [("POST", "/packs", {"name": "Two", "sheets": 3})],
    }
    for kind, ways in refused.items():
        for method, path, body in ways:
            answer = person.ask(method, path, body)
            assert answer.status_code == 422, (path, answer.content)
            assert [fault["code"] for fault in answer.json()["faults"]] == ["too-many-kept"], path
            said = answer.json()["faults"][0]["message"]
            assert f"keeps at most 1 {WORDS_OF[kind]}" in said, path
    assert person.ask("PUT", f"/papers/{paper}/photo", {"content": picture()}).status_code == 200
    notes = f"/classes/{made['class']['id']}/log/notes"
    answer = person.ask("POST", notes, {"about": "next", "text": "", "content": picture()})
    assert answer.json()["faults"][0]["message"].startswith("A paper room keeps at most 1 photographs")
    # What is there can still be changed.
    (saved,) = person.get("/papers")
    assert person.ask("PUT", f"/papers/{paper}", saved | {"name": "Other"}).status_code == 200


def test_every_kind_that_is_limited_says_so_in_its_own_words():
    from django.apps import apps

    from neat_sheaf.wording import catalogue
    from studio.common.voices import WORDS

    keys = catalogue("en", folders=(WORDS,)).keys
    for label in room.MOST_KEPT:
        assert f"too-many-kept.{apps.get_model(label)._meta.model_name}" in keys


def test_the_limits_that_are_said_to_whoever_runs_a_server_are_the_programs_own():
    said = (configured.ROOT / "docs" / "deploy.md").read_text()
    table = said[said.index("### What is too much") : said.index("A test holds the numbers")]

    def written(number):
        return f"{number:,}".replace(",", " ")

    rates = configured_rates()
    assert f"{written(rates['account'])} of an account, {written(rates['studio'])} of a studio" in table
    assert f"{written(rates['address'])} of an address" in table
    sent = configured.DATA_UPLOAD_MAX_MEMORY_SIZE // 1_000_000
    assert f"{sent} MB; an archive {MOST_BYTES // 1_000_000} MB" in table
    assert f"{WORDED[MOST_UNDERWAY]} tasks waiting" in table
    assert f"wait to be fetched | {MOST_FILES}, for a day |" in table
    for kind, word in KEPT_WORDS.items():
        row = next(line for line in table.splitlines() if line.startswith("| what a studio keeps"))
        before = row[: row.index(word)]
        assert written(room.MOST_KEPT[kind]) == re.findall(r"\d(?: ?\d)*", before)[-1], kind
    assert written(MOST_CHANGES) == written(room.MOST_KEPT["cupboard.Order"])
    assert f"| {MOST_STUDIOS}, {MOST_INVITED}, {written(MOST_PEOPLE)} |" in table


WORDED = {6: "six"}
KEPT_WORDS = {
    "projects.Project": "projects", "classes.KitClass": "classes", "cupboard.Paper": "papers",
    "cupboard.Supply": "supplies", "cupboard.Photo": "photographs", "cupboard.Pack": "packs of designs",
    "cupboard.Order": "orders", "projects.LearnedWord": "words of its own",
}  # fmt: skip


def configured_rates():
    """What the settings say where nobody says otherwise."""
    text = (configured.ROOT / "studio" / "config" / "settings.py").read_text()
    (numbers,) = re.findall(r'"NEAT_SHEAF_PER_MINUTE", "([\d,]+)"', text)
    return dict(zip(("account", "studio", "address"), map(int, numbers.split(",")), strict=True))
