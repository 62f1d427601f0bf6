"""Every save says what it is based on: one of before is refused, with what is there now."""

from __future__ import annotations

import json

import pytest
from django.contrib.auth.models import User

from studio.accounts.models import Member, Role
from studio.common.sent import Save
from studio.config.api import api

from .conftest import Person

# Saves that lose nothing of anybody's, and why.
WHOLE = {
    "choose_studio": "which of one's own studios is looked at; kept with the session",
    "put_archive_in": "only an empty studio takes one",
    "put_photo": "one picture in place of another that is shown beside it",
    "done": "how far it is; says which step it goes on from, and is refused otherwise",
    "tick_off": "each tick is of its own key, and a note is sent only by whoever writes it",
    "follow": "one switch",
    "choose": "one switch",
}


def puts():
    return [
        (operation.view_func.__name__, path, operation)
        for _, router in api._routers
        for path, view in router.path_operations.items()
        for operation in view.operations
        if "PUT" in operation.methods
    ]


def bodies(operation):
    models = [model for model in operation.models if model.__ninja_param_source__ == "body"]
    return [field.annotation for model in models for field in model.model_fields.values()]


def test_every_save_of_a_record_says_what_it_is_based_on_or_why_not():
    found = puts()
    assert len(found) > 15
    based = {name for name, _, operation in found if any(issubclass(b, Save) for b in bodies(operation))}
    assert {name for name, _, _ in found} - based == set(WHOLE)
    assert based == {name for name, _, _ in SAVES}
    assert all(409 in operation.response_models for name, _, operation in found if name in based)


def _path(made, key, place):
    return f"/{place}/{made[key]['id']}"


def _row(person, made, part, **names):
    rows = person.get(f"{_path(made, 'class', 'classes')}/log")[part]
    return next(row for row in rows if all(row[name] == value for name, value in names.items()))


def _used(person, made):
    return _row(person, made, "things", paper=made["paper"]["id"])


def _took(person, made):
    return _row(person, made, "batches", key="bag")


def _left(person, made):
    return _row(person, made, "kits", colourway="Plain")


def _get(key, place):
    return lambda person, made: person.get(_path(made, key, place))


def _one(key, place):
    return lambda person, made: next(r for r in person.get(f"/{place}") if r["id"] == made[key]["id"])


def _habits(person, made):
    return person.get("/studio")


def _member(person, made):
    return next(row for row in person.get("/members")["members"] if not row["me"])


def _person(person, made):
    return person.get(f"{_path(made, 'class', 'classes')}/people")["people"][0]


def _result(person, made):
    found = person.get(_path(made, "class", "classes"))
    return {"version": found["result_version"], "taken": found["taken"] or "", "hours": found["hours"] or ""}


def _logged(part, *keys):
    """A save in the log of a class that is about what the row is of."""
    return lambda person, made, now: (
        f"{_path(made, 'class', 'classes')}/log/{part}",
        {key: now[key] for key in ("version", *keys)},
    )


def _whole(key, place):
    return lambda person, made, now: (_path(made, key, place), now)


def _at(path, *keys):
    return lambda person, made, now: (path(made, now), {key: now[key] for key in ("version", *keys)})


# The operation; how its record is read; where it is saved, and with what: one field is changed twice.
NAMES = "Theirs", "Mine"
SAVES = [
    ("change_habits", _habits, ((lambda p, m, now: ("/studio", now)), "evening_minutes", 60, 90)),
    ("change_paper", _one("paper", "papers"), (_whole("paper", "papers"), "name", *NAMES)),
    ("change_pack", _one("pack", "packs"), (_whole("pack", "packs"), "name", *NAMES)),
    ("change_supply", _one("supply", "supplies"), (_whole("supply", "supplies"), "name", *NAMES)),
    ("change_project", _get("project", "projects"), (_whole("project", "projects"), "name", *NAMES)),
    ("change_class", _get("class", "classes"), (_whole("class", "classes"), "name", *NAMES)),
    ("change", _person, (_at(lambda m, now: f"/people/{now['id']}"), "note", "NUT ALLERGY", "by the door")),
    ("give_role", _member, (_at(lambda m, now: f"/members/{now['id']}"), "role", "helper", "owner")),
    ("used", _used, (_logged("used", "paper", "ran_out"), "amount", "5", "6")),
    ("took", _took, (_logged("took", "key"), "seconds", 60, 90)),
    ("left", _left, (_logged("left", "colourway"), "count", 1, 2)),
    ("keep_result", _result, (_at(lambda m, now: f"{_path(m, 'class', 'classes')}/result", "hours"),
                              "taken", "40.00", "50.00")),
]  # fmt: skip


@pytest.fixture
def made(person: Person, furnish):
    found = furnish(person)
    person.add(f"/classes/{found['class']['id']}/people", name="Ida")
    other = User.objects.create_user("other")
    Member.objects.create(user=other, studio=person.studio, role=Role.READER)
    return found


@pytest.mark.parametrize(("name", "read", "save"), SAVES, ids=[name for name, _, _ in SAVES])
def test_a_save_of_before_is_refused_and_changes_nothing(person, made, name, read, save):
    where, field, theirs, mine = save
    before = read(person, made)
    path, body = where(person, made, before)
    assert person.ask("PUT", path, body | {field: theirs}).status_code < 300
    now = read(person, made)
    assert now["version"] != before["version"]
    answer = person.ask("PUT", path, body | {field: mine})
    assert answer.status_code == 409, answer.content
    problem = answer.json()
    assert problem["code"] == "stale"
    # What is there now is answered, so that both sides can be seen.
    assert theirs in [value for value in problem["current"].values() if isinstance(value, type(theirs))]
    assert read(person, made) == now
    # On top of what is there it is kept.
    path, body = where(person, made, now)
    assert person.ask("PUT", path, body | {field: mine}).status_code < 300
    assert json.dumps(mine) in json.dumps(read(person, made))
