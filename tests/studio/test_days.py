"""Which day it is: by the clock where the studio is, and nowhere else."""

from __future__ import annotations

import ast
import datetime as dt
from pathlib import Path

import pytest
from django.utils import timezone

from studio.accounts.models import Studio
from studio.accounts.places import PLACES, ZONES, zone_of

STUDIO = Path(__file__).parents[2] / "studio"
DAY = dt.date(2027, 3, 10)
LOS_ANGELES, LONDON, TOKYO = "America/Los_Angeles", "Europe/London", "Asia/Tokyo"


@pytest.fixture(autouse=True)
def _signed_in_for_years(settings):
    settings.SESSION_COOKIE_AGE = 10 * 366 * 24 * 3600


def at(monkeypatch, text):
    """Let it be this moment, in UTC."""
    moment = dt.datetime.fromisoformat(text).replace(tzinfo=dt.UTC)
    monkeypatch.setattr(timezone, "now", lambda: moment)


def of_day(join, furnish, zone, day=DAY, name=""):
    person = join(name or zone.replace("/", "-"), time_zone=zone)
    made = furnish(person)
    person.save(f"/classes/{made['class']['id']}", made["class"] | {"date": day.isoformat()})
    return person, made


@pytest.mark.parametrize(
    ("moment", "there"),
    [
        # Five in the afternoon in California is the next day in London and in Tokyo.
        ("2027-03-11T01:00", {LOS_ANGELES}),
        ("2027-03-10T23:59", {LOS_ANGELES, LONDON}),
        ("2027-03-11T00:00", {LOS_ANGELES}),
        ("2027-03-10T14:59", {LOS_ANGELES, LONDON, TOKYO}),
        ("2027-03-10T15:00", {LOS_ANGELES, LONDON}),
        ("2027-03-11T07:59", {LOS_ANGELES}),
        ("2027-03-11T08:00", set()),
    ],
)
def test_a_class_is_past_when_its_day_is_over_where_the_studio_is(join, furnish, monkeypatch, moment, there):
    found = set()
    people = {zone: of_day(join, furnish, zone) for zone in (LOS_ANGELES, LONDON, TOKYO)}
    for person, made in people.values():
        person.ask("POST", f"/classes/{made['class']['id']}/claims")
    at(monkeypatch, moment)
    for zone, (person, made) in people.items():
        coming = bool(person.get("/bench")["coming"])
        assert bool(person.get("/shopping")["classes"]) == coming
        claimed = bool(person.get("/claims"))
        effects = person.ask("POST", f"/projects/{made['project']['id']}/effects", made["project"]).json()
        assert bool(effects) == coming
        assert claimed == coming
        if coming:
            found.add(zone)
    assert found == there


def test_a_day_on_which_the_clocks_change_is_a_day(join, furnish, monkeypatch):
    # In 2027 clocks go forward on 14 March in California and on 28 March in Britain, and back on 7 November.
    for zone, day, hours in (
        (LOS_ANGELES, dt.date(2027, 3, 14), 23), (LOS_ANGELES, dt.date(2027, 11, 7), 25),
        (LONDON, dt.date(2027, 3, 28), 23), (LONDON, dt.date(2027, 10, 31), 25), (TOKYO, DAY, 24),
    ):  # fmt: skip
        studio = Studio(time_zone=zone)
        begins, ends = studio.day_begins(day), studio.day_begins(day + dt.timedelta(days=1))
        assert ends.astimezone(dt.UTC) - begins.astimezone(dt.UTC) == dt.timedelta(hours=hours)
        for moment in (begins, ends - dt.timedelta(seconds=1)):
            assert studio.day_of(moment.astimezone(dt.UTC)) == day
    person, _ = of_day(join, furnish, LOS_ANGELES, dt.date(2027, 3, 14), "change")
    at(monkeypatch, "2027-03-15T06:59")
    assert len(person.get("/bench")["coming"]) == 1
    at(monkeypatch, "2027-03-15T07:00")
    assert person.get("/bench")["coming"] == []


def test_what_was_bought_today_is_of_the_day_there(join, furnish, monkeypatch):
    person, made = of_day(join, furnish, LOS_ANGELES, dt.date(2027, 4, 1))
    at(monkeypatch, "2027-03-11T07:50")  # ten to midnight there
    bought = {"kind": "paper", "id": made["paper"]["id"], "packs": 1, "batch": "late"}
    assert person.ask("POST", "/shopping/bought", bought).status_code == 204
    assert len(person.get("/shopping")["bought"]) == 1
    at(monkeypatch, "2027-03-11T08:10")
    assert person.get("/shopping")["bought"] == []


def test_a_new_studio_has_the_days_of_its_place_until_somebody_chooses(person):
    for sent, zone in ((TOKYO, TOKYO), ("", "America/New_York"), ("Mars/Olympus", "America/New_York")):
        opened = person.ask("POST", "/studios", {"name": "New", "place": "en-US", "time_zone": sent})
        assert opened.status_code in (200, 201), opened.content
        assert Studio.objects.latest("id").time_zone == zone
    habits = person.get("/studio")
    person.save("/studio", habits | {"time_zone": LOS_ANGELES})
    wrong = person.ask("PUT", "/studio", person.get("/studio") | {"time_zone": "Mars/Olympus"})
    (fault,) = wrong.json()["faults"]
    assert (fault["path"], fault["code"]) == ("time_zone", "unknown-zone")
    # Who sends none changes none, though the place changes.
    person.save("/studio", person.get("/studio") | {"time_zone": "", "place": "de-DE"})
    assert person.get("/studio")["time_zone"] == LOS_ANGELES


def test_every_place_has_a_zone():
    assert {zone_of(place) for place in PLACES} <= set(ZONES)


def test_nothing_else_asks_what_day_it_is():
    # Source: the only way to a day is Studio.today; the clock of the machine is in another country.
    asked = []
    for path in STUDIO.rglob("*.py"):
        if "migrations" in path.parts or path.name == "shops.py":  # a simulated shop has days of its own
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Attribute) and node.attr in ("localdate", "localtime", "today"):
                whose = ast.unparse(node)
                if not whose.endswith("studio.today") and not whose.endswith("self.today"):
                    asked.append(f"{path.relative_to(STUDIO)}: {whose}")
    assert asked == ["accounts/models.py: timezone.localdate"]
