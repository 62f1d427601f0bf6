"""The shopping list: over several classes, ticked into the ledger, printed, and as a table."""

from __future__ import annotations

import csv
import datetime as dt
import io

import pdfplumber
from django.utils import timezone

from .test_ledger import paper_of, reconciled, second_class, told


def in_days(days):
    return (timezone.localdate() + dt.timedelta(days=days)).isoformat()


def stocked(person, furnish, **paper):
    made = furnish(person)
    kit_class = made["class"]
    person.save(f"/classes/{kit_class['id']}", kit_class | {"date": in_days(10)})
    more = {"shop": "Paper corner", "lead_days": 3, **paper}
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | more)
    return made


def test_the_list_says_what_is_needed_here_and_to_buy_and_by_when(person, furnish):
    made = stocked(person, furnish)
    second_class(person, made, date=in_days(20))
    found = person.get("/shopping")
    assert [row["name"] for row in found["classes"]] == ["Evening", "Second"]
    paper, pads = found["rows"]
    assert (paper["needed"], paper["here"], paper["packs"], paper["price"], paper["over"]) == (
        "8", "2", 1, "5.00", "4",
    )  # fmt: skip
    assert (paper["shop"], paper["order_by"], paper["late"]) == (
        # The sheets are cut the evening before the class, and are there the day before that.
        "Paper corner",
        in_days(5),
        False,
    )
    assert (pads["name"], pads["needed"], pads["packs"]) == ("Pads", "64", 1)
    assert paper["classes"] == ["Evening", "Second"]
    assert (found["total"], found["unpriced"]) == ("8.00", 0)


def test_only_the_chosen_classes_are_shopped_for_and_what_is_set_aside_for_others_is_not_counted(
    person, furnish
):
    made = stocked(person, furnish, on_hand=6)
    second = second_class(person, made)
    person.ask("POST", f"/classes/{made['class']['id']}/claims")
    found = person.get(f"/shopping?classes={second['id']}")
    assert [row["chosen"] for row in found["classes"]] == [False, True]
    paper = found["rows"][0]
    assert (paper["here"], paper["kept"], paper["needed"], paper["packs"]) == ("6", "4", "4", 1)
    # The class's own page reads it in the same account.
    assert person.get(f"/classes/{second['id']}")["planned"]["aside"] == {str(made["paper"]["id"]): 4}
    assert person.get(f"/classes/{made['class']['id']}")["planned"]["aside"] == {}


def test_a_tick_is_a_movement_that_counts_once_and_can_be_unticked(person, furnish):
    made = stocked(person, furnish)
    bought = {"kind": "paper", "id": made["paper"]["id"], "packs": 1, "batch": "phone-1"}
    for _ in range(2):
        assert person.ask("POST", "/shopping/bought", bought).status_code == 204
    assert paper_of(person, made)["on_hand"] == 12
    assert [row["cause"] for row in told(person, made)] == ["bought", "counted"]
    found = person.get("/shopping")
    assert found["rows"][0]["packs"] == 0
    (ticked,) = found["bought"]
    assert (ticked["name"], ticked["packs"]) == ("Kraft", 1)
    assert person.ask("DELETE", f"/shopping/bought/{ticked['batch']}").status_code == 204
    assert person.ask("DELETE", f"/shopping/bought/{ticked['batch']}").status_code == 404
    assert paper_of(person, made)["on_hand"] == 2
    assert person.get("/shopping")["bought"] == []
    reconciled()


def test_a_pack_of_designs_brings_every_design(person, furnish):
    made = stocked(person, furnish, pack=None)
    pack = made["pack"]
    person.save(
        f"/papers/{made['paper']['id']}", paper_of(person, made) | {"pack": pack["id"], "pack_sheets": 2}
    )
    (row, _) = person.get("/shopping")["rows"]
    assert (row["kind"], row["name"], row["packs"]) == ("pack", "Garden", 1)
    person.ask("POST", "/shopping/bought", {"kind": "pack", "id": pack["id"], "packs": 1, "batch": "b"})
    assert paper_of(person, made)["on_hand"] == 4


def test_what_was_cut_already_is_not_needed_again(person, furnish):
    made = stocked(person, furnish)
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    person.save(f"{path}/done", {"done": 1})
    assert [row["name"] for row in person.get("/shopping")["rows"]] == ["Pads"]


def test_a_class_without_a_plan_says_why_it_is_not_in_the_list(person, furnish):
    made = stocked(person, furnish)
    second = second_class(person, made)
    person.save(
        f"/classes/{second['id']}", second | {"colourways": [{"name": "A", "share": 1, "papers": {}}]}
    )
    (_, other) = person.get("/shopping")["classes"]
    assert not other["ready"]
    assert "paper" in other["why"]


def test_the_table_and_the_page_say_what_the_screen_says(person, furnish):
    stocked(person, furnish, name="=Kraft")
    rows = list(csv.DictReader(io.StringIO(person.ask("GET", "/shopping.csv").content.decode())))
    assert [(row["name"], row["packs"], row["price"], row["currency"]) for row in rows] == [
        ("'=Kraft", "1", "5.00", "EUR"), ("Pads", "1", "3.00", "EUR"),
    ]  # fmt: skip
    pdf = person.ask("GET", "/shopping.pdf?paper=a4")
    (page,) = pdfplumber.open(io.BytesIO(pdf.content)).pages
    text = page.extract_text()
    for said in ("Shopping list", "Paper corner", "1 pack", "Any shop", "Pads", "Evening"):
        assert said in text


def test_what_is_most_like_a_paper_is_offered_instead_but_nothing_that_is_not_to_be_had(person, furnish):
    made = furnish(person)
    more = {"kind": "cardstock", "width": "8 1/2", "height": "11", "pack_sheets": 10}
    person.add("/papers", name="Near", ground="#d8c9a7", pack_price="6.00", **more)
    person.add("/papers", name="Blue", ground="#2040c0", **more)
    person.add("/papers", name="Gone", ground="#d9c9a8", discontinued=True, **more)
    names = {row["id"]: row["name"] for row in person.get("/papers")}
    found = person.get(f"/papers/{made['paper']['id']}/instead")
    assert [names[row["paper"]] for row in found] == ["Near", "Blue"]
    assert (found[0]["dearer"], found[1]["dearer"], found[0]["colour"] < 1) == ("0.10", None, True)


def test_another_pack_size_that_is_cheaper_is_said_and_can_be_ticked(person, furnish):
    made = stocked(person, furnish, on_hand=0)
    path = f"/papers/{made['paper']['id']}"
    # Ten sheets are 5.00; four are needed, and four cost 2.20.
    person.save(path, paper_of(person, made) | {"offers": [{"size": "4", "price": "2.20"}]})
    row = person.get("/shopping")["rows"][0]
    cheaper = row["cheaper"]
    assert (row["price"], cheaper["price"], cheaper["saves"]) == ("5.00", "2.20", "2.80")
    assert [(one["packs"], one["size"]) for one in cheaper["packs"]] == [(1, "4")]
    size = cheaper["packs"][0]["raw"]
    bought = {"kind": "paper", "id": made["paper"]["id"], "packs": 1, "batch": "a", "size": size}
    assert person.ask("POST", "/shopping/bought", bought).status_code == 204
    assert paper_of(person, made)["on_hand"] == 4
    answer = person.ask("POST", "/shopping/bought", bought | {"batch": "b", "size": "7"})
    assert answer.json()["faults"][0]["code"] == "not-sold-so"
    # Dearer packs are not spoken of, and half a sheet is no pack.
    person.save(path, paper_of(person, made) | {"on_hand": 0, "offers": [{"size": "4", "price": "6.00"}]})
    assert person.get("/shopping")["rows"][0]["cheaper"] is None
    wrong = paper_of(person, made) | {"offers": [{"size": "2.5", "price": "1"}]}
    assert [one["path"] for one in person.ask("PUT", path, wrong).json()["faults"]] == ["offers[0].size"]
    reconciled()
