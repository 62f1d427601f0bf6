"""Who changed what, and when, is noted for every endpoint that changes something, and never untruly."""

from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.test import Client
from hypothesis import given
from hypothesis import strategies as st

from studio.accounts.models import Member
from studio.audit import noting
from studio.audit.deeds import DEEDS, NOT_NOTED
from studio.audit.differences import MOST_DIFFERENCES, differences
from studio.audit.models import Noted
from tests.studio.conftest import Person
from tests.studio.test_tenancy import body_for, filled, operations, undone, with_stock


def noted(person, **query):
    asked = "&".join(f"{key}={value}" for key, value in query.items())
    return person.get(f"/changes?{asked}")["changes"]


def test_every_endpoint_that_is_sent_to_is_noted_or_says_why_not():
    sent = {operation for operation in operations() if operation[0] != "GET"}
    assert sent == {*DEEDS} | {*NOT_NOTED}
    assert not {*DEEDS} & {*NOT_NOTED}


def test_what_is_done_is_noted_and_what_is_refused_is_not(person, furnish):
    made = with_stock(person, furnish(person))
    wrong = []
    for (method, path), deed in DEEDS.items():
        with undone():
            Noted.objects.all().delete()
            answer = person.ask(method, filled(path, made), body_for(path, made))
            rows = list(Noted.objects.values_list("deed", "kind", "by__username"))
            # A save of what is there already is a save, and changes nothing.
            same = deed.name == "changed" and rows == []
            expected = [] if answer.status_code >= 300 or same else [(deed.name, deed.kind, "ours")]
            if rows != expected:
                wrong.append((method, path, answer.status_code, rows))
    assert wrong == []


def test_a_change_says_what_was_and_what_is(person, furnish):
    made = furnish(person)
    Noted.objects.all().delete()
    project = made["project"]
    project["pieces"][0]["width"] = "4 1/2"
    project["pieces"].append({"name": "Tag", "paper": "body", "width": "1", "height": "2"})
    person.save(f"/projects/{project['id']}", project)
    (row,) = noted(person, kind="project", thing=project["id"])
    assert (row["name"], row["deed"], row["by"], row["thing"]) == ("Card", "changed", "ours", project["id"])
    said = {tuple(one["way"]): (one["was"], one["now"]) for one in row["differences"]}
    assert said["pieces", "Card", "width"] == ("4 1/4", "4 1/2")
    assert said["pieces", "Tag"][0] is None
    assert said["pieces", "Tag"][1]["height"] == "2"
    assert len(said) == 2


def test_papers_and_supplies_are_said_by_their_names(person, furnish):
    made = furnish(person)
    other = person.add("/papers", name="Moss", kind="cardstock", width="12", height="12")
    kit_class = person.get(f"/classes/{made['class']['id']}")
    kit_class["colourways"][0]["papers"] = {"body": other["id"]}
    person.save(f"/classes/{kit_class['id']}", kit_class)
    more = person.add("/supplies", name="Brads", unit="each", pack_size="10")
    project = person.get(f"/projects/{made['project']['id']}")
    project["supplies"][0]["supply"] = str(more["id"])
    person.save(f"/projects/{project['id']}", project)
    (of_project, of_class) = [row for row in noted(person) if row["deed"] == "changed"]
    (one,) = of_class["differences"]
    assert (one["way"][-1], one["was"], one["now"]) == ("body", "Kraft", "Moss")
    assert "Brads" in str(of_project["differences"])


def test_saves_that_follow_each_other_are_one_change(person, furnish, monkeypatch):
    kit_class = furnish(person)["class"]
    path = f"/classes/{kit_class['id']}"
    Noted.objects.all().delete()
    for seats in (8, 9, 12):
        kit_class = person.save(path, kit_class | {"seats": seats})
    (row,) = noted(person)
    assert [(one["way"], one["was"], one["now"]) for one in row["differences"]] == [(["seats"], 7, 12)]
    # Back to what it was: nothing was changed.
    kit_class = person.save(path, kit_class | {"seats": 7})
    assert noted(person) == []
    kit_class = person.save(path, kit_class | {"seats": 8})
    Noted.objects.update(at=Noted.objects.get().at - noting.TOGETHER)
    person.save(path, kit_class | {"seats": 9})
    assert [row["differences"][0]["now"] for row in noted(person)] == [9, 8]
    assert Noted.objects.exclude(base=None).count() == 1


def test_what_another_did_between_is_not_said_to_be_ones_own(person, furnish):
    kit_class = furnish(person)["class"]
    path = f"/classes/{kit_class['id']}"
    user = User.objects.create_user("wren", password="potting-shed-7")
    Member.objects.create(user=user, studio=person.studio)
    client = Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    wren = Person(client, person.studio)
    Noted.objects.all().delete()
    kit_class = person.save(path, kit_class | {"seats": 8})
    kit_class = wren.save(path, kit_class | {"place": "Barn"})
    kit_class = person.save(path, kit_class | {"samples": 2})
    rows = noted(person, kind="class", thing=kit_class["id"])
    assert [(row["by"], row["differences"][0]["way"]) for row in rows] == [
        ("ours", ["samples"]), ("wren", ["place"]), ("ours", ["seats"]),
    ]  # fmt: skip


def test_a_save_between_the_look_and_the_answer_is_not_taken_for_ones_own(person, furnish, monkeypatch):
    kit_class = furnish(person)["class"]
    path = f"/classes/{kit_class['id']}"
    Noted.objects.all().delete()
    versions = iter([1, 5])
    monkeypatch.setattr(noting, "version_of", lambda thing: next(versions))
    person.save(path, kit_class | {"seats": 9})
    (row,) = noted(person)
    assert (row["deed"], row["differences"]) == ("changed", [])


def test_what_is_deleted_keeps_its_name_in_the_record(person):
    paper = person.add("/papers", name="Moss", kind="cardstock", width="12", height="12")
    assert person.ask("DELETE", f"/papers/{paper['id']}").status_code == 204
    rows = noted(person, kind="paper")
    assert [(row["deed"], row["name"], row["thing"]) for row in rows] == [
        ("deleted", "Moss", None), ("made", "Moss", None),
    ]  # fmt: skip


def test_no_name_of_a_person_of_a_class_is_in_the_record(person, furnish):
    path = f"/classes/{furnish(person)['class']['id']}"
    somebody = person.add(f"{path}/people", name="Marigold Finch", note="no nuts")
    person.save(f"/people/{somebody['id']}", {"name": "Marigold Finch-Reed", "version": 1})
    person.add(f"{path}/log/notes", about="next", text="Marigold was late")
    assert person.ask("DELETE", f"/people/{somebody['id']}").status_code == 204
    assert "people" in {row["deed"] for row in noted(person)}
    assert "Marigold" not in str(list(Noted.objects.values()))


def test_only_so_many_are_kept_and_they_come_in_pages(person, monkeypatch):
    monkeypatch.setattr(noting, "MOST_CHANGES", 50)
    for number in range(52):
        person.add("/packs", name=f"Pack {number}", sheets=12)
    assert Noted.objects.count() == 50
    first = person.get("/changes")
    rest = person.get("/changes?skip=40")
    assert (len(first["changes"]), first["more"], len(rest["changes"]), rest["more"]) == (40, True, 10, False)
    assert rest["changes"][-1]["name"] == "Pack 2"


def test_what_nobody_can_note_does_not_stop_the_work(person, monkeypatch):
    from django.db import DatabaseError

    def fails(*_):
        raise DatabaseError

    with monkeypatch.context() as patched:
        patched.setattr(noting, "note", fails)
        pack = person.add("/packs", name="Garden", sheets=12)
    monkeypatch.setattr(noting, "document_of", fails)
    assert person.save(f"/packs/{pack['id']}", pack | {"sheets": 6})["sheets"] == 6
    assert [(row["deed"], row["differences"]) for row in noted(person)] == [("changed", [])]


def test_a_change_of_long_ago_is_another(person):
    person.ask("PUT", "/studio", person.get("/studio") | {"helpers": 2})
    Noted.objects.update(at=Noted.objects.get().at - timedelta(days=1))
    person.ask("PUT", "/studio", person.get("/studio") | {"helpers": 3})
    assert [row["differences"][0]["was"] for row in noted(person, kind="studio")] == [2, 1]


LEAVES = st.one_of(st.none(), st.integers(0, 3), st.sampled_from(["", "a", "b"]))
ROWS = st.lists(
    st.fixed_dictionaries(
        {"name": st.sampled_from("abc")}, optional={"size": LEAVES, "cuts": st.lists(LEAVES)}
    ),
    max_size=4,
)
DOCUMENTS = st.dictionaries(
    st.sampled_from(["seats", "pieces", "tools", "edges"]),
    LEAVES | ROWS | st.dictionaries(st.sampled_from("xy"), LEAVES),
)


def put_back(document, found):
    """The document as it was, from how it is and where it differs."""

    def within(value, way, was):
        if not way:
            return was
        step, *rest = way
        if isinstance(value, list):
            rows = {row["name"]: row for row in value}
            if step == "order":
                return value
            inner = within(rows.get(step), rest, was)
            rows = (
                {**rows, step: inner} if inner is not None else {k: v for k, v in rows.items() if k != step}
            )
            return list(rows.values())
        value = dict(value or {})
        value[step] = within(value.get(step), rest, was)
        return value

    for one in found:
        document = within(document, one["way"], one["was"])
    return document


def plain(value):
    """A document without what is not there, its named rows in the order of their names."""
    if isinstance(value, dict):
        return {key: plain(inner) for key, inner in value.items() if inner is not None}
    if isinstance(value, list) and value and all(isinstance(row, dict) for row in value):
        return sorted((plain(row) for row in value), key=str)
    return value


@given(DOCUMENTS, DOCUMENTS)
def test_what_was_follows_from_what_is_and_the_differences(was, now):
    found = differences(was, now)
    assert (found == []) is (plain_order(was) == plain_order(now))
    if len(found) <= MOST_DIFFERENCES:
        assert plain(put_back(now, found)) == plain(was)


def plain_order(value):
    """A document without what is not there."""
    if isinstance(value, dict):
        return {key: plain_order(inner) for key, inner in value.items() if inner is not None}
    return [plain_order(one) for one in value] if isinstance(value, list) else value


def test_a_long_list_of_differences_is_a_number_and_a_long_value_is_not_shown():
    many = {f"key {n}": n for n in range(MOST_DIFFERENCES + 1)}
    assert differences({}, many) == [{"way": [], "was": None, "is": MOST_DIFFERENCES + 1}]
    assert differences({"says": "a"}, {"says": "b" * 500}) == [{"way": ["says"], "was": "a", "is": None}]


@pytest.mark.parametrize("thing", [-1, 0, 2**70])
def test_a_key_of_nothing_has_no_changes(person, thing):
    person.add("/packs", name="Garden", sheets=12)
    assert noted(person, kind="pack", thing=thing) == []
