"""The people of a class: listed, in and out as a table, followed by the seats, and really forgotten."""

from __future__ import annotations

import csv
import datetime as dt
import io

import pdfplumber
import pytest
from django.conf import settings as settings_of_django
from django.db import connection
from django.utils import timezone
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from neat_sheaf.formats.reading import FileError
from neat_sheaf.formats.table_file import read_csv_rows
from studio.accounts.models import Studio
from studio.classes.models import KitClass
from studio.people.models import Attendee
from studio.people.services import COLUMNS, forget_everywhere, people_csv, read_people
from studio.projects.models import Project


def two_ways(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    paper = made["paper"]["id"]
    ways = [{"name": name, "share": 1, "papers": {"body": paper}} for name in ("Fern", "Dusk")]
    fees = [{"name": "Members", "fee": "7.00", "seats": 0}]
    person.save(path, person.get(path) | {"colourways": ways, "other_fees": fees})
    return path


def test_people_are_added_changed_and_deleted_for_good(person, furnish):
    path = two_ways(person, furnish)
    ida = person.add(f"{path}/people", name="Ida Marsh", colourway="Fern", fee="Members", note="no nuts")
    person.add(f"{path}/people", name="Jon Vale")
    changed = person.save(f"/people/{ida['id']}", {**ida, "paid": True, "posted": True})
    assert (changed["paid"], changed["posted"], changed["note"]) == (True, True, "no nuts")
    assert [one["name"] for one in person.get(f"{path}/people")["people"]] == ["Ida Marsh", "Jon Vale"]
    assert person.ask("DELETE", f"/people/{ida['id']}").status_code == 204
    assert [one["name"] for one in person.get(f"{path}/people")["people"]] == ["Jon Vale"]
    with connection.cursor() as cursor:
        cursor.execute(
            "select table_name, column_name from information_schema.columns where table_schema = 'public' "
            "and data_type in ('character varying', 'text', 'jsonb')"
        )
        for table, column in cursor.fetchall():
            cursor.execute(f'select count(*) from "{table}" where "{column}"::text like %s', ["%Ida Marsh%"])
            assert cursor.fetchone()[0] == 0, f"{table}.{column}"


def test_what_is_not_there_to_choose_is_refused_by_its_field(person, furnish):
    path = two_ways(person, furnish)
    for more, field, code in (
        ({"name": " "}, "name", "empty"),
        ({"name": "A", "colourway": "Moss"}, "colourway", "unknown-choice"),
        ({"name": "A", "fee": "Pensioners"}, "fee", "unknown-choice"),
    ):
        answer = person.ask("POST", f"{path}/people", more)
        assert answer.status_code == 422
        (fault,) = answer.json()["faults"]
        assert (fault["path"], fault["code"]) == (field, code)


def test_seats_colourways_and_fees_follow_the_list_where_it_is_asked_for(person, furnish):
    path = two_ways(person, furnish)
    for name, way, fee in (("A", "Fern", ""), ("B", "Fern", "Members"), ("C", "Fern", ""), ("D", "Dusk", "")):
        person.add(f"{path}/people", name=name, colourway=way, fee=fee)
    person.add(f"{path}/people", name="E", colourway="Dusk", waiting=True)
    before = person.get(path)
    assert before["seats"] == 7
    person.save(f"{path}/people/follow", {"follows": True})
    found = person.get(path)
    # Four come; the sample is one more Fern.
    assert found["seats"] == 4
    assert [(way["name"], way["kits"]) for way in found["colourways"]] == [("Fern", 4), ("Dusk", 1)]
    assert found["other_fees"][0]["seats"] == 1
    assert found["version"] > before["version"]
    waiting = person.get(f"{path}/people")["people"][-1]
    person.save(f"/people/{waiting['id']}", {**waiting, "waiting": False})
    assert person.get(path)["seats"] == 5
    person.save(f"{path}/people/follow", {"follows": False})
    person.ask("DELETE", f"/people/{waiting['id']}")
    assert person.get(path)["seats"] == 5


def test_a_table_goes_in_whole_or_not_at_all_and_comes_out_again(person, furnish):
    path = two_ways(person, furnish)
    text = "name;colourway;paid\nIda;Fern;yes\n\nJon;;\n"
    found = person.ask("POST", f"{path}/people/table", {"text": text}).json()
    assert [(one["name"], one["paid"]) for one in found["people"]] == [("Ida", True), ("Jon", False)]
    rows = list(csv.DictReader(io.StringIO(person.ask("GET", f"{path}/people.csv").content.decode())))
    assert [(row["name"], row["colourway"], row["paid"]) for row in rows] == [
        ("Ida", "Fern", "yes"), ("Jon", "", ""),
    ]  # fmt: skip
    for wrong, where, code in (
        ("who\nIda", "line 1", "no-name-column"),
        ("name,shoe\nIda,40", "line 1, column 2", "unknown-head"),
        ("name,paid\nIda,maybe", "line 2, column 2", "not-yes-or-no"),
        ("name,colourway\nAda,Fern\nKim,Moss", "line 3.colourway", "unknown-choice"),
    ):
        answer = person.ask("POST", f"{path}/people/table", {"text": wrong})
        assert answer.status_code == 422
        fault = answer.json()["faults"][0]
        assert (fault["path"], fault["code"]) == (where, code)
    assert len(person.get(f"{path}/people")["people"]) == 2


def test_people_go_after_as_many_months_as_the_studio_says(person, furnish):
    path = two_ways(person, furnish)
    person.add(f"{path}/people", name="Ida")
    long_ago = (dt.date.today() - dt.timedelta(days=200)).isoformat()
    person.save(path, person.get(path) | {"date": long_ago})
    assert len(person.get(f"{path}/people")["people"]) == 1
    for months, left in ((12, 1), (6, 0)):
        person.save("/studio", person.get("/studio") | {"people_months": months})
        assert len(person.get(f"{path}/people")["people"]) == left
    assert Attendee.objects.count() == 0


def test_people_of_a_class_without_a_date_go_by_the_day_it_was_closed(person, furnish):
    # They stayed for ever: there was no day to count from.
    path = two_ways(person, furnish)
    person.add(f"{path}/people", name="Ida")
    person.save("/studio", person.get("/studio") | {"people_months": 6})
    closed = timezone.now() - dt.timedelta(days=150)
    KitClass.objects.update(date=None, finished=closed)
    forget_everywhere()
    assert Attendee.objects.count() == 1
    KitClass.objects.update(finished=closed - dt.timedelta(days=60))
    forget_everywhere()
    assert Attendee.objects.count() == 0


def test_people_go_though_nobody_looks_at_them(person, furnish):
    # They were deleted only when somebody opened the list of some class.
    path = two_ways(person, furnish)
    person.add(f"{path}/people", name="Ida")
    person.save("/studio", person.get("/studio") | {"people_months": 0})
    KitClass.objects.update(date=dt.date.today() - dt.timedelta(days=2))
    assert "studio.people.work" in settings_of_django.PROCRASTINATE_IMPORT_PATHS
    forget_everywhere()
    assert Attendee.objects.count() == 0


def test_a_bag_and_its_label_say_whose_they_are(person, furnish):
    path = two_ways(person, furnish)
    for name, way in (("Ida", "Dusk"), ("Jon", ""), ("Kim", "Fern"), ("Lea", "Dusk")):
        person.add(f"{path}/people", name=name, colourway=way)
    person.add(f"{path}/people", name="Mo", colourway="Fern", waiting=True)
    whose = person.get(f"{path}/packing")["whose"]
    # Jon takes the first that is left.
    assert whose == {"Fern|1": "Kim", "Fern|2": "Jon", "Dusk|1": "Ida", "Dusk|2": "Lea"}
    answer = person.ask("GET", f"{path}/labels.pdf?sheet=a4-2x7")
    (page,) = pdfplumber.open(io.BytesIO(answer.content)).pages
    text = page.extract_text()
    assert all(name in text for name in ("Ida", "Jon", "Kim", "Lea"))
    assert "Mo" not in text.split()


NAMES = st.text(st.characters(codec="utf-8", exclude_categories=["C", "Z"]), min_size=1, max_size=30)


class RoundTrip(TestCase):
    """What goes out as a table comes in again as the same people."""

    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.tuples(NAMES, st.booleans(), st.booleans(), st.booleans()), max_size=6))
    def test_a_list_of_people_survives_its_table(self, people):
        studio = Studio.objects.create(name="Ours")
        project = Project.objects.create(studio=studio, name="P")
        kit_class = KitClass.objects.create(studio=studio, project=project, name="C")
        for name, paid, posted, waiting in people:
            Attendee.objects.create(
                kit_class=kit_class, name=name, paid=paid, posted=posted, waiting=waiting
            )  # fmt: skip
        rows, _ = read_people(read_csv_rows(people_csv(kit_class)))
        assert [tuple(row[key] for key in ("paid", "posted", "waiting")) for row in rows] == [
            one[1:] for one in people
        ]
        # A text that a spreadsheet would take for a formula comes out behind an apostrophe.
        assert [row["name"].lstrip("'") for row in rows] == [name.lstrip("'") for name, *_ in people]


def test_the_heads_of_the_table_are_those_that_are_read():
    with pytest.raises(FileError, match="unknown-head"):
        read_people(read_csv_rows("name,x"))
    rows, _ = read_people(read_csv_rows(",".join(COLUMNS) + "\nIda" + "," * (len(COLUMNS) - 1)))
    assert rows[0]["name"] == "Ida"


def test_the_letters_of_the_names_are_counted_without_those_who_wait(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/people"
    for name, waiting in (("Otto Bloom", False), ("Zoë", False), ("Quentin", True)):
        person.add(path, name=name, waiting=waiting)
    found = person.get(path)
    # OTTO and ZOË: three Os, so a die of an alphabet goes through three times.
    assert {row["letter"]: row["count"] for row in found["first_letters"]["letters"]} == {
        "O": 3, "T": 2, "Z": 1, "Ë": 1,
    }  # fmt: skip
    assert found["first_letters"]["passes"] == 3
    assert found["whole_letters"]["passes"] == 5


def test_a_stale_tick_erases_no_note(person, furnish):
    # A tick of "paid" from a page opened before wrote back everything it knew: the allergy was gone.
    path = two_ways(person, furnish)
    ida = person.add(f"{path}/people", name="Ida")
    noted = person.save(f"/people/{ida['id']}", {"version": 1, "note": "NUT ALLERGY"})
    assert (noted["version"], noted["note"]) == (2, "NUT ALLERGY")
    stale = person.ask("PUT", f"/people/{ida['id']}", {"version": ida["version"], "paid": True})
    assert (stale.status_code, stale.json()["code"]) == (409, "stale")
    assert stale.json()["current"]["note"] == "NUT ALLERGY"
    paid = person.save(f"/people/{ida['id']}", {"version": 2, "paid": True})
    assert (paid["paid"], paid["note"], paid["version"]) == (True, "NUT ALLERGY", 3)


def test_the_same_people_are_not_pasted_twice(person, furnish):
    # Seats, sheets and cost doubled.
    path = two_ways(person, furnish)
    sent = {"text": "name,note\nIda,\nJon,nuts\n", "batch": "first"}
    assert person.ask("POST", f"{path}/people/table", sent).status_code == 200
    # The same request once more, as when an answer is lost.
    assert len(person.ask("POST", f"{path}/people/table", sent).json()["people"]) == 2
    again = person.ask("POST", f"{path}/people/table", sent | {"batch": "second"})
    faults = again.json()["faults"]
    assert [(one["path"], one["code"]) for one in faults] == [
        ("line 2.name", "same-name"), ("line 3.name", "same-name"),
    ]  # fmt: skip
    assert person.ask("POST", f"{path}/people", {"name": " ida "}).status_code == 422
    twice = person.ask("POST", f"{path}/people/table", {"text": "name\nKim\nKIM\n"})
    assert [one["path"] for one in twice.json()["faults"]] == ["line 3.name"]
    assert Attendee.objects.count() == 2
    more = sent | {"batch": "third", "doubles": True}
    assert len(person.ask("POST", f"{path}/people/table", more).json()["people"]) == 4
