"""Versions of a list have a name that lasts: a class goes on teaching the one it chose."""

from __future__ import annotations

from collections import Counter

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from studio.projects.services import _lasting


def version(name, width="4", **more):
    return {"name": name, "numbers": [{"piece": "Card", "number": "width", "value": width}], **more}


@pytest.fixture
def made(person, furnish):
    """A list of which a class teaches Small."""
    found = furnish(person)
    project = found["project"] | {"variants": [version("Small", "3"), version("Large", "4")]}
    found["project"] = person.save(f"/projects/{project['id']}", project)
    path = f"/classes/{found['class']['id']}"
    found["class"] = person.save(path, person.get(path) | {"variant": "Small"})
    return found


def save(person, made, variants):
    project = person.get(f"/projects/{made['project']['id']}")
    return person.save(f"/projects/{project['id']}", project | {"variants": variants(project["variants"])})


def taught(person, made):
    found = person.get(f"/classes/{made['class']['id']}")
    return found["variant"], [fault["code"] for fault in found["planned"]["faults"]]


def test_a_version_that_is_deleted_while_another_is_added_is_not_that_one(person, made):
    # The class taught Large: versions were told by their place, and the places had moved up.
    save(person, made, lambda rows: [rows[1], version("Tall", "3")])
    assert taught(person, made) == ("Small", ["unknown-number"])


def test_a_name_and_a_number_may_change_in_one_save(person, made):
    save(person, made, lambda rows: [rows[0] | version("Narrow", "2 1/2"), rows[1]])
    assert taught(person, made) == ("Narrow", [])


def test_versions_may_change_places_and_names_with_one_another(person, made):
    path = f"/classes/{made['class']['id']}"
    ways = person.get(path)["colourways"]
    person.save(path, person.get(path) | {"colourways": [ways[0] | {"variant": "Large"}]})
    save(person, made, lambda rows: [rows[1] | {"name": "Small"}, rows[0] | {"name": "Large"}])
    assert taught(person, made) == ("Large", [])
    assert person.get(path)["colourways"][0]["variant"] == "Small"


def test_a_version_keeps_what_names_it_over_saves_and_without_being_sent(person, made):
    before = [row["id"] for row in made["project"]["variants"]]
    kept = save(person, made, lambda rows: [version("Small", "3"), rows[1]])
    assert [row["id"] for row in kept["variants"]] == before
    # Two of one name that lasts are a copy: it gets another.
    kept = save(person, made, lambda rows: [*rows, rows[0] | {"name": "Copy"}])
    assert [row["id"] for row in kept["variants"]][:2] == before
    assert len({row["id"] for row in kept["variants"]}) == 3


KEYS = st.sampled_from(["", "a", "b", "c", "d"])
NAMES = st.sampled_from(["Small", "Large", "Tall", "Wide", "A4"])


@settings(max_examples=300, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    st.dictionaries(st.sampled_from("abc"), NAMES, max_size=3),
    st.lists(st.tuples(KEYS, NAMES), max_size=5, unique_by=lambda row: row[1]),
)
def test_no_version_takes_the_place_of_another(before, sent):
    before = dict(zip(before, dict.fromkeys(before.values()), strict=False))
    found = _lasting(sent, before)
    assert max(Counter(found).values(), default=1) == 1
    for (key, name), own in zip(sent, found, strict=True):
        assert own
        first = next(k for k, (other, _) in enumerate(sent) if other == key) if key else None
        if key and sent[first] == (key, name):
            # What was sent with a name that lasts keeps it.
            assert own == key
        elif own in before:
            # Otherwise only the version of that very name goes on.
            assert before[own] == name
