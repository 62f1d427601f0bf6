"""Two that are one, and one that is two: nothing of either is lost, and every count is still explained."""

from __future__ import annotations

import pytest

from .test_ledger import paper_of, reconciled, told


def twin(person, **more):
    sheet = {"kind": "cardstock", "width": "8 1/2", "height": "11", "on_hand": 5}
    return person.add("/papers", name="Kraft, old", **(sheet | more))


def test_a_paper_that_is_another_gives_it_its_counts_its_history_and_its_classes(person, furnish):
    made = furnish(person)
    old = twin(person, offcuts=[{"width": "3", "height": "4", "count": 2}])
    path = f"/classes/{made['class']['id']}"
    chosen = [{"name": "Plain", "share": 1, "papers": {"body": old["id"]}}]
    person.save(path, made["class"] | {"colourways": chosen})
    person.ask("POST", f"{path}/claims")
    answer = person.ask("POST", f"/papers/{old['id']}/merge", {"into": made["paper"]["id"]})
    assert answer.status_code == 200, answer.content
    assert (answer.json()["on_hand"], answer.json()["offcuts"][0]["count"]) == (7, 2)
    assert person.get(path)["colourways"][0]["papers"] == {"body": made["paper"]["id"]}
    assert {row["paper"] for row in person.get("/claims") if row["paper"]} == {made["paper"]["id"]}
    assert [row["name"] for row in person.get("/papers")] == ["Kraft"]
    rows = [row for row in told(person, made) if not row["width"]]
    assert rows[0]["after"] == "7"
    reconciled()


@pytest.mark.parametrize("more", [{"width": "12"}, {"print": "one-way"}])
def test_papers_that_are_not_the_same_sheet_stay_two(person, furnish, more):
    made = furnish(person)
    answer = person.ask("POST", f"/papers/{twin(person, **more)['id']}/merge", {"into": made["paper"]["id"]})
    assert answer.json()["faults"][0]["code"] == "not-alike"
    assert len(person.get("/papers")) == 2


def test_a_paper_is_not_merged_with_itself_nor_while_a_class_is_cut_from_it(person, furnish):
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}/merge"
    assert person.ask("POST", path, {"into": made["paper"]["id"]}).json()["faults"][0]["code"] == "same-twice"
    person.ask("POST", f"/classes/{made['class']['id']}/cutting")
    other = twin(person)
    assert person.ask("POST", path, {"into": other["id"]}).json()["faults"][0]["code"] == "being-cut"


def test_a_supply_that_is_another_is_so_in_every_list_and_version(person, furnish):
    made = furnish(person)
    path = f"/projects/{made['project']['id']}"
    other = person.add("/supplies", name="Dots", unit="each", pack_size="50", on_hand="9")
    doc = person.get(path)
    key = str(made["supply"]["id"])
    doc["variants"] = [{"name": "Plain", "without": [key]}]
    doc["steps"] = [{"says": "Stick", "supplies": [key]}]
    person.save(path, doc)
    answer = person.ask("POST", f"/supplies/{key}/merge", {"into": other["id"]})
    assert answer.status_code == 200, answer.content
    now = person.get(path)
    assert [use["supply"] for use in now["supplies"]] == [str(other["id"])]
    assert now["steps"][0]["supplies"] == [str(other["id"])]
    assert now["variants"][0]["without"] == [str(other["id"])]
    assert [row["name"] for row in person.get("/supplies")] == ["Dots"]
    reconciled()


def test_supplies_that_are_counted_otherwise_or_both_taken_stay_two(person, furnish):
    made = furnish(person)
    glue = person.add("/supplies", name="Glue", unit="ml", pack_size="50")
    path = f"/supplies/{made['supply']['id']}/merge"
    assert person.ask("POST", path, {"into": glue["id"]}).json()["faults"][0]["code"] == "not-alike"
    dots = person.add("/supplies", name="Dots", unit="each", pack_size="50")
    doc = person.get(f"/projects/{made['project']['id']}")
    doc["supplies"] += [{"supply": str(dots["id"]), "per_kit": "1"}]
    person.save(f"/projects/{made['project']['id']}", doc)
    assert person.ask("POST", path, {"into": dots["id"]}).json()["faults"][0]["code"] == "both-taken"


def test_some_sheets_are_another_paper_and_both_counts_say_so(person, furnish):
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}/split"
    other = person.add(path, amount="1", name="Kraft, ribbed")
    assert (other["on_hand"], other["width"], other["pack_price"]) == (1, "8 1/2", "5.00")
    assert paper_of(person, made)["on_hand"] == 1
    newest = told(person, made)[0]
    assert (newest["cause"], newest["amount"], newest["note"]) == ("moved", "-1", "Kraft, ribbed")
    for sent, code in (
        ({"amount": "9", "name": "More"}, "not-so-many"),
        ({"amount": "0.5", "name": "Half"}, "not-whole-sheets"),
        ({"amount": "1", "name": "Kraft"}, "doubled-name"),
        ({"amount": "1", "name": " "}, "empty"),
    ):
        assert [one["code"] for one in person.ask("POST", path, sent).json()["faults"]] == [code]
    reconciled()


def test_some_ribbon_is_another_supply(person):
    ribbon = person.add("/supplies", name="Ribbon", unit="length", pack_size="360", on_hand="100")
    other = person.add(f"/supplies/{ribbon['id']}/split", amount="40 1/2", name="Green ribbon")
    assert other["on_hand"] == "40 1/2"
    assert {row["name"]: row["on_hand"] for row in person.get("/supplies")} == {
        "Green ribbon": "40 1/2", "Ribbon": "59 1/2",
    }  # fmt: skip
    answer = person.ask("POST", f"/supplies/{ribbon['id']}/split", {"amount": "90", "name": "Red"})
    assert answer.json()["faults"][0]["code"] == "not-so-much"
    reconciled()
