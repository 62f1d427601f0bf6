"""A year of classes: closed with its figures, what was really taken, added up, and as tables."""

from __future__ import annotations

import io

import openpyxl
import pytest
from django.utils import timezone


def closed(person, made, date="2025-03-08", **result):
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"date": date})
    assert person.ask("POST", f"{path}/finish").status_code == 204
    if result:
        result = {"version": person.get(path)["result_version"]} | result
        assert person.ask("PUT", f"{path}/result", result).status_code == 200


def test_a_closed_class_is_in_its_year_with_what_it_came_to_then(person, furnish):
    made = furnish(person)
    room = {"name": "Room", "amount": "20.00"}
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"extras": [room]})
    closed(person, made, hours="6.5")
    # Prices that change afterwards change nothing of it.
    paper = person.get("/papers")[0]
    person.save(f"/papers/{paper['id']}", paper | {"pack_price": "99.00"})
    found = person.get("/year?year=2025")
    (row,) = found["held"]
    # Four sheets at 0.50 and 32 pads at 0.03; seven seats at 9.00.
    assert (row["takings"], row["material"], row["other"], row["left"]) == ("63.00", "2.96", "20.00", "40.04")
    assert (row["hours"], row["hourly"]) == ("6.5", "6.16")
    (total,) = found["totals"]
    assert (total["classes"], total["left"], total["hours"], total["hourly"]) == (1, "40.04", "6.5", "6.16")
    assert person.get("/year?year=2024")["held"] == []
    assert 2025 in person.get("/year")["years"]


def test_what_was_really_taken_comes_before_what_was_planned_and_unknown_hours_are_no_hours(person, furnish):
    made = furnish(person)
    closed(person, made, taken="50", hours=None)
    (row,) = person.get("/year?year=2025")["held"]
    assert (row["takings"], row["left"], row["hours"], row["hourly"]) == ("50.00", "47.04", None, None)
    (total,) = person.get("/year?year=2025")["totals"]
    assert (total["without_hours"], total["hourly"]) == (1, None)


def test_a_class_whose_day_is_over_and_that_is_not_closed_is_said_and_not_counted(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"date": "2025-03-08"})
    found = person.get("/year?year=2025")
    assert ([row["name"] for row in found["open"]], found["held"], found["totals"]) == (["Evening"], [], [])
    closed(person, made)
    assert person.get("/year?year=2025")["open"] == []
    assert person.ask("DELETE", f"{path}/finish").status_code == 204
    assert [row["name"] for row in person.get("/year?year=2025")["open"]] == ["Evening"]


def test_a_class_without_a_day_is_of_the_day_on_which_it_was_closed(person, furnish):
    closed(person, furnish(person), date=None)
    (row,) = person.get("/year")["held"]
    assert row["date"] == timezone.localdate().isoformat()


def test_the_tables_hold_every_class_and_the_sum(person, furnish):
    made = furnish(person)
    closed(person, made, hours="2")
    lines = person.ask("GET", "/year.csv?year=2025").content.decode().splitlines()
    assert lines[1:] == [
        "2025-03-08,Evening,,7,63.00,2.96,0.00,60.04,2.00,30.02,EUR",
        ",sum,,7,63.00,2.96,0.00,60.04,2.00,30.02,EUR",
    ]
    book = openpyxl.load_workbook(io.BytesIO(person.ask("GET", "/year.xlsx?year=2025").content))
    assert [cell.value for cell in book.active[2]][3:8] == [7, 63, 2.96, 0, 60.04]


@pytest.mark.parametrize(
    ("sent", "path"),
    [
        ({"hours": "6.555"}, "hours"),
        ({"hours": "-1"}, "hours"),
        ({"hours": "x"}, "hours"),
        ({"taken": "-3"}, "taken"),
    ],
)
def test_hours_and_takings_that_are_none_are_refused(person, furnish, sent, path):
    made = furnish(person)
    answer = person.ask("PUT", f"/classes/{made['class']['id']}/result", sent)
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


def test_what_nobody_said_is_not_nothing(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"fee": None})
    paper = person.get("/papers")[0]
    person.save(f"/papers/{paper['id']}", paper | {"pack_price": None})
    closed(person, made, hours="2")
    found = person.get("/year?year=2025")
    (row,), (total,) = found["held"], found["totals"]
    assert (row["takings"], row["left"], row["hourly"], row["unpriced"]) == (None, None, None, 1)
    assert (total["left"], total["hourly"], total["without_takings"]) == ("0.00", None, 1)
    # It is said afterwards what it took.
    said = {"version": person.get(path)["result_version"], "taken": "40", "hours": "2"}
    assert person.ask("PUT", f"{path}/result", said).status_code == 200
    (total,) = person.get("/year?year=2025")["totals"]
    assert (total["left"], total["hourly"], total["unpriced"]) == ("39.04", "19.52", 1)
