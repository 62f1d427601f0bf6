"""Batches, evenings and ticks of a class: what the API gives, keeps, and hands to a calendar."""

from __future__ import annotations

import datetime as dt
from concurrent.futures import ThreadPoolExecutor

import pytest
import vobject
from django.db import connection

from neat_sheaf.formats.calendar_file import write_calendar
from studio.classes.models import KitClass, Tick
from studio.preparing.services import Said, tick

from .test_ledger import paper_of


def prepared(person, made):
    return person.get(f"/classes/{made['class']['id']}/prepare")


def on(person, made, date, **more):
    path = f"/classes/{made['class']['id']}"
    return person.save(path, person.get(path) | {"date": date, **more})


def test_a_class_says_its_batches_their_times_and_what_comes_after_what(person, furnish):
    made = furnish(person)
    found = prepared(person, made)
    assert [one["key"] for one in found["tasks"]] == ["cut", "score-long", "bag"]
    score = found["tasks"][1]
    # Eight cards with one score each: a stop of ten seconds, eight scores of four.
    assert (score["seconds"], score["times"], score["after"]) == (42, 8, ["cut"])
    assert all(one["critical"] for one in found["tasks"])
    (batch,) = found["scoring"]["batches"]
    assert (batch["distance"], batch["phase"]) == (139_700_000, "long")
    assert found["scoring"]["proved"]
    assert (found["unknown"], len(found["evenings"]), found["least"]) == (0, 1, 1)
    assert found["evenings"][0]["date"] is None


def test_work_that_is_left_for_the_table_is_no_batch(person, furnish):
    made = furnish(person)
    on(person, made, None, at_table=["score"])
    found = prepared(person, made)
    assert [one["key"] for one in found["tasks"]] == ["cut", "bag"]
    assert [(one["kind"], one["seconds"]) for one in found["table"]] == [("score", 14)]
    assert found["table_minutes"] == 1


def test_evenings_are_counted_back_from_the_class_on_the_days_the_studio_has(person, furnish):
    made = furnish(person)
    habits = person.get("/studio")
    # Tuesdays and Thursdays, fifteen minutes each.
    person.save("/studio", habits | {"evening_minutes": 15, "evening_days": [3, 1, 1]})
    far = dt.date.today() + dt.timedelta(days=90)
    wednesday = far + dt.timedelta(days=(2 - far.weekday()) % 7)
    on(person, made, wednesday.isoformat(), seats=120)
    paper = paper_of(person, made) | {"lead_days": 4}
    person.save(f"/papers/{paper['id']}", paper)
    found = prepared(person, made)
    days = [dt.date.fromisoformat(one["date"]) for one in found["evenings"]]
    assert len(days) >= 3
    assert {day.weekday() for day in days} == {1, 3}
    assert days == sorted(days)
    assert days[-1] == wednesday - dt.timedelta(days=1)
    assert not found["late"]
    assert found["order_by"] == (days[0] - dt.timedelta(days=5)).isoformat()
    assert all(one["minutes"] <= 15 for one in found["evenings"])


def test_what_is_ticked_is_not_laid_into_the_evenings_again(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/ticks/tasks"
    person.save(path, {"ticks": [{"key": "cut", "count": 1}]})
    found = prepared(person, made)
    assert [part["key"] for part in found["evenings"][0]["parts"]] == ["score-long", "bag"]
    person.save(path, {"ticks": [{"key": key, "count": 1} for key in ("score-long", "bag")]})
    assert prepared(person, made)["evenings"] == []


def test_an_evening_that_is_over_is_said_to_be_late(person, furnish):
    made = furnish(person)
    on(person, made, dt.date.today().isoformat())
    assert prepared(person, made)["late"]


def test_a_class_without_papers_says_what_is_missing(person, furnish):
    made = furnish(person)
    on(person, made, None, colourways=[{"name": "Plain", "share": 1, "papers": {}}])
    answer = person.ask("GET", f"/classes/{made['class']['id']}/prepare")
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["code"] == "choose-paper"


def test_the_calendar_is_read_by_another_reader(person, furnish):
    made = furnish(person)
    far = dt.date.today() + dt.timedelta(days=60)
    on(person, made, far.isoformat(), place="Room 3, upstairs", seats=18)
    answer = person.ask("GET", f"/classes/{made['class']['id']}/evenings.ics")
    assert answer["Content-Type"].startswith("text/calendar")
    text = answer.content.decode()
    # RFC 5545, 3.1: lines end in CRLF and are at most 75 octets long.
    assert all(len(line.encode()) <= 75 for line in text.split("\r\n"))
    events = list(vobject.readOne(text).vevent_list)
    order, evening, kit_class = events
    assert "Order" in order.summary.value
    assert evening.dtstart.value == dt.datetime.combine(far - dt.timedelta(days=1), dt.time(19, 30))
    minutes = prepared(person, made)["evenings"][0]["minutes"]
    assert evening.dtend.value - evening.dtstart.value == dt.timedelta(minutes=minutes)
    assert "Score the long sides" in evening.description.value
    assert (kit_class.dtstart.value, kit_class.location.value) == (far, "Room 3, upstairs")
    again = person.ask("GET", f"/classes/{made['class']['id']}/evenings.ics").content.decode()
    same = [one.uid.value for one in vobject.readOne(again).vevent_list]
    assert same == [one.uid.value for one in events]


def test_ticks_are_kept_by_key_and_the_same_said_twice_is_said_once(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/ticks/scoring"
    assert person.get(path) == {}
    one = {"ticks": [{"key": "a", "count": 8}, {"key": "b", "count": 2}]}
    assert person.save(path, one) == {"a": 8, "b": 2}
    assert person.save(path, one) == {"a": 8, "b": 2}
    assert person.save(path, {"ticks": [{"key": "b", "count": 0}]}) == {"a": 8}
    assert person.get(f"/classes/{made['class']['id']}/ticks/packing") == {}
    assert person.ask("GET", f"/classes/{made['class']['id']}/ticks/other").status_code == 422
    assert person.ask("PUT", path, {"ticks": [{"key": "a", "count": -1}]}).status_code == 422


def test_a_note_stays_until_another_is_written(person, furnish):
    path = f"/classes/{furnish(person)['class']['id']}/ticks/packing"
    person.save(path, {"ticks": [{"key": "bag 3", "count": 1, "note": "one label short"}]})
    person.save(path, {"ticks": [{"key": "bag 3", "count": 0}, {"key": "bag 4", "count": 1}]})
    assert person.get(f"{path}/notes") == {"bag 3": "one label short"}
    person.save(path, {"ticks": [{"key": "bag 3", "count": 1, "note": ""}]})
    assert person.get(f"{path}/notes") == {}


@pytest.mark.django_db(transaction=True)
def test_two_devices_that_tick_at_once_lose_nothing(person, furnish):
    made = furnish(person)
    kit_class = KitClass.objects.get(pk=made["class"]["id"])

    def say(number):
        try:
            tick(kit_class, "packing", [Said(f"bag {number}", 1), Said("all", number)], None)
        finally:
            connection.close()

    with ThreadPoolExecutor(4) as pool:
        list(pool.map(say, range(20)))
    assert (
        Tick.objects.filter(kit_class=kit_class, guide="packing", count=1, key__startswith="bag").count()
        == 20
    )


def test_the_name_of_a_calendar_is_escaped():
    # RFC 5545, 3.3.11: a line break in the name was no calendar at all.
    text = write_calendar([], dt.datetime(2027, 3, 1, tzinfo=dt.UTC), "A; B, C\nX-EVIL:1")
    read = vobject.readOne(text)
    assert "x-evil" not in read.contents
    assert [line for line in text.splitlines() if line.startswith("X-WR-CALNAME")] == [
        "X-WR-CALNAME:A\\; B\\, C\\nX-EVIL:1"
    ]
