"""The cupboard's ledger: every count explained, undone by movement, and shared out among classes."""

from __future__ import annotations

import datetime as dt
import threading

import pytest
from django.db import connection
from django.db.models import Sum
from django.utils import timezone

from studio.cupboard.models import Movement, Offcut, Paper, Supply


def paper_of(person, made):
    (row,) = [row for row in person.get("/papers") if row["id"] == made["paper"]["id"]]
    return row


def told(person, made, what="paper"):
    place = {"paper": "papers", "supply": "supplies"}[what]
    return person.get(f"/{place}/{made[what]['id']}/movements")


def reconciled():
    """Every count of every studio is the sum of its movements."""
    for paper in Paper.objects.all():
        sheets = paper.movements.filter(width_nm=0).aggregate(n=Sum("amount"))["n"] or 0
        assert sheets == paper.on_hand
        sizes = paper.movements.exclude(width_nm=0).values_list("width_nm", "height_nm")
        for width, height in set(sizes) | set(paper.offcuts.values_list("width_nm", "height_nm")):
            rows = paper.movements.filter(width_nm=width, height_nm=height)
            kept = Offcut.objects.filter(paper=paper, width_nm=width, height_nm=height)
            assert rows.aggregate(n=Sum("amount"))["n"] == (kept.aggregate(n=Sum("count"))["n"] or 0)
    for supply in Supply.objects.all():
        assert (supply.movements.aggregate(n=Sum("amount"))["n"] or 0) == supply.on_hand


def test_a_count_that_is_typed_is_a_movement_of_who_typed_it(person, furnish):
    made = furnish(person)
    offcuts = [{"width": "4", "height": "11", "count": 2}]
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5, "offcuts": offcuts})
    person.save(f"/supplies/{made['supply']['id']}", made["supply"] | {"on_hand": "12"})
    rows = told(person, made)
    assert [(row["amount"], row["after"], row["cause"]) for row in rows] == [
        ("2", "2", "counted"), ("3", "5", "counted"), ("2", "2", "counted"),
    ]  # fmt: skip
    assert rows[0]["width"] == 101_600_000
    assert {row["by"] for row in rows} == {"ours"}
    assert [row["after"] for row in told(person, made, "supply")] == ["12"]
    reconciled()


def test_a_movement_is_undone_once_and_not_when_it_is_gone_since(person, furnish):
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}/movements"
    (found,) = person.ask("POST", path, {"amount": "4", "cause": "found", "note": "behind the box"}).json()[
        :1
    ]
    assert (found["after"], found["note"]) == ("6", "behind the box")
    assert person.ask("POST", f"/movements/{found['id']}/undo").json()["after"] == "2"
    again = person.ask("POST", f"/movements/{found['id']}/undo")
    assert (again.status_code, again.json()["faults"][0]["code"]) == (422, "undone-before")
    person.ask("POST", path, {"amount": "3", "cause": "found"})
    person.ask("POST", path, {"amount": "-5", "cause": "given"})
    refused = person.ask("POST", f"/movements/{told(person, made)[1]['id']}/undo")
    assert refused.json()["faults"][0]["code"] == "gone-since"
    assert paper_of(person, made)["on_hand"] == 0
    reconciled()


@pytest.mark.parametrize("amount", ["some", "1.5", "", "1/0"])
def test_an_amount_of_sheets_is_a_whole_number(person, furnish, amount):
    made = furnish(person)
    body = {"amount": amount, "cause": "found"}
    assert person.ask("POST", f"/papers/{made['paper']['id']}/movements", body).status_code == 422
    assert paper_of(person, made)["on_hand"] == 2


def test_cutting_takes_its_sheets_and_going_back_puts_them_back(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 20})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    assert paper_of(person, made)["on_hand"] == 20
    plan = person.get(f"/classes/{made['class']['id']}")["planned"]["plan"]
    person.save(f"{path}/done", {"done": 1})
    used = told(person, made)[0]
    assert (used["amount"], used["cause"], used["class_name"]) == ("-4", "used", "Evening")
    assert paper_of(person, made)["on_hand"] == 16
    # What the class plans with is as before its own cuts: nothing moves on its pages.
    assert person.get(f"/classes/{made['class']['id']}")["planned"]["plan"] == plan
    person.save(f"{path}/done", {"done": 0})
    assert paper_of(person, made)["on_hand"] == 20
    reconciled()


def test_sheets_that_the_cupboard_did_not_know_of_are_found_when_they_are_cut(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    person.save(f"{path}/done", {"done": 1})
    assert [(row["amount"], row["cause"]) for row in told(person, made)[:2]] == [
        ("-4", "used"),
        ("2", "found"),
    ]
    assert paper_of(person, made)["on_hand"] == 0
    # They were not there after all, where the step is taken back.
    person.save(f"{path}/done", {"done": 0})
    assert [(row["amount"], row["cause"]) for row in told(person, made)[:2]] == [
        ("-2", "found"),
        ("4", "used"),
    ]
    assert paper_of(person, made)["on_hand"] == 2
    reconciled()


def test_an_offcut_is_kept_when_its_sheet_is_cut_and_used_by_the_next_class(person, furnish):
    made = furnish(person)
    project = made["project"]
    project["pieces"][0] |= {"width": "6", "height": "11", "scores": []}
    person.save(f"/projects/{project['id']}", project)
    path = f"/classes/{made['class']['id']}/cutting"
    steps = person.ask("POST", path).json()["steps"]
    person.save(f"{path}/done", {"done": steps})
    (offcut,) = paper_of(person, made)["offcuts"]
    assert offcut == {"width": "2 1/2", "height": "11", "count": 8}
    other = person.add("/projects", name="Tag", pieces=[
        {"name": "Tag", "paper": "body", "width": "2 1/2", "height": "5 1/2"},
    ])  # fmt: skip
    second = person.add("/classes", name="Second", project=other["id"], seats=4, colourways=[
        {"name": "Plain", "share": 1, "papers": {"body": made["paper"]["id"]}},
    ])  # fmt: skip
    plan = person.get(f"/classes/{second['id']}")["planned"]["plan"]
    assert (plan["papers"][0]["sheets"], plan["papers"][0]["offcuts_used"]) == (0, 3)
    reconciled()


def test_what_was_cut_before_beginning_again_is_gone(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 20})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    person.save(f"{path}/done", {"done": 1})
    person.ask("DELETE", path)
    assert paper_of(person, made)["on_hand"] == 16
    person.ask("POST", path)
    person.save(f"{path}/done", {"done": 1})
    assert paper_of(person, made)["on_hand"] == 12
    reconciled()


def test_a_miscut_sheet_is_gone_and_the_class_plans_without_it(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    lost = {"paper": str(made["paper"]["id"]), "piece": "Card", "count": 1, "by": "sheet"}
    steps = person.ask("POST", f"{path}/miscut/good", lost).json()["steps"]
    person.save(f"{path}/done", {"done": steps})
    assert {row["cause"]: row["amount"] for row in told(person, made) if row["amount"] < "0"} == {
        "used": "-4", "miscut": "-1",
    }  # fmt: skip
    assert (paper_of(person, made)["on_hand"], packs_to_buy(person, made["class"])) == (0, 0)
    # Two more kits take a fifth sheet. The one that was spoilt does not serve for it.
    kit_class = person.get(f"/classes/{made['class']['id']}")
    person.save(f"/classes/{kit_class['id']}", kit_class | {"seats": 9})
    assert packs_to_buy(person, kit_class) == 1


def test_what_was_undone_by_hand_is_not_put_back_again_with_its_step(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 20})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    person.save(f"{path}/done", {"done": 1})
    person.ask("POST", f"/movements/{told(person, made)[0]['id']}/undo")
    assert paper_of(person, made)["on_hand"] == 20
    for done in (0, 1, 0):
        person.save(f"{path}/done", {"done": done})
        assert paper_of(person, made)["on_hand"] == 20
    reconciled()


def second_class(person, made, **more):
    (colourway,) = made["class"]["colourways"]
    choice = {"name": "Plain", "share": 1, "papers": colourway["papers"]}
    return person.add(
        "/classes", name="Second", project=made["project"]["id"], seats=7, colourways=[choice], **more
    )


def packs_to_buy(person, kit_class):
    return person.get(f"/classes/{kit_class['id']}")["planned"]["plan"]["papers"][0]["packs"]


def test_two_classes_cannot_both_have_the_last_pack(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5})
    second = second_class(person, made)
    assert (packs_to_buy(person, made["class"]), packs_to_buy(person, second)) == (0, 0)
    assert person.ask("POST", f"/classes/{made['class']['id']}/claims").json() == {"things": 1}
    assert (packs_to_buy(person, made["class"]), packs_to_buy(person, second)) == (0, 1)
    # The second gets what is free, and no more.
    person.ask("POST", f"/classes/{second['id']}/claims")
    aside = {row["class_name"]: row["left"] for row in person.get("/claims")}
    assert aside == {"Evening": "4", "Second": "1"}
    person.ask("DELETE", f"/classes/{made['class']['id']}/claims")
    assert packs_to_buy(person, second) == 0


def test_what_is_set_aside_can_be_handed_to_another_class(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5})
    second = second_class(person, made)
    person.ask("POST", f"/classes/{made['class']['id']}/claims")
    (claim,) = person.get("/claims")
    path = f"/claims/{claim['id']}/hand-over"
    assert person.ask("POST", path, {"to": second["id"], "amount": "9"}).status_code == 422
    assert person.ask("POST", path, {"to": second["id"], "amount": "3"}).status_code == 204
    assert {row["class_name"]: row["left"] for row in person.get("/claims")} == {
        "Evening": "1",
        "Second": "3",
    }
    assert person.ask("POST", path, {"to": second["id"], "amount": "1"}).status_code == 204
    assert {row["class_name"]: row["left"] for row in person.get("/claims")} == {"Second": "4"}


def test_a_claim_shrinks_with_what_is_used_and_ends_with_its_day(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 9})
    path = f"/classes/{made['class']['id']}/cutting"
    person.ask("POST", path)
    assert [row["left"] for row in person.get("/claims")] == ["4"]
    person.save(f"{path}/done", {"done": 1})
    assert person.get("/claims") == []
    person.save(f"{path}/done", {"done": 0})
    kit_class = person.get(f"/classes/{made['class']['id']}")
    past = timezone.localdate() - dt.timedelta(days=1)
    person.save(f"/classes/{kit_class['id']}", kit_class | {"date": past.isoformat()})
    assert person.get("/claims") == []


def test_a_class_that_is_over_has_used_its_supplies_and_can_be_taken_up_again(person, furnish):
    made = furnish(person)
    person.save(f"/supplies/{made['supply']['id']}", made["supply"] | {"on_hand": "40"})
    path = f"/classes/{made['class']['id']}/finish"
    assert person.ask("POST", path).status_code == 204
    assert person.ask("POST", path).json()["faults"][0]["code"] == "finished-before"
    (row, _) = told(person, made, "supply")
    assert (row["amount"], row["after"], row["cause"]) == ("-32", "8", "used")
    assert person.ask("DELETE", path).status_code == 204
    assert told(person, made, "supply")[0]["after"] == "40"
    # Also where more was used than the cupboard knew of.
    person.save(f"/supplies/{made['supply']['id']}", person.get("/supplies")[0] | {"on_hand": "5"})
    person.ask("POST", path)
    assert told(person, made, "supply")[0]["after"] == "0"
    person.ask("DELETE", path)
    assert told(person, made, "supply")[0]["after"] == "5"
    reconciled()


@pytest.mark.django_db(transaction=True)
def test_two_who_move_at_once_lose_nothing(join, furnish):
    person = join()
    made = furnish(person)
    path = f"/papers/{made['paper']['id']}/movements"
    gate = threading.Barrier(6)

    def add():
        gate.wait()
        for _ in range(5):
            assert person.ask("POST", path, {"amount": "1", "cause": "found"}).status_code == 200
        connection.close()

    threads = [threading.Thread(target=add) for _ in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert paper_of(person, made)["on_hand"] == 32
    assert sorted(Movement.objects.values_list("after", flat=True)) == [2, *range(3, 33)]


@pytest.mark.django_db(transaction=True)
def test_two_classes_that_claim_at_once_share_what_there_is(join, furnish):
    person = join()
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5})
    second = second_class(person, made)
    gate = threading.Barrier(2)

    def claim(key):
        gate.wait()
        assert person.ask("POST", f"/classes/{key}/claims").status_code == 200
        connection.close()

    threads = [threading.Thread(target=claim, args=(row["id"],)) for row in (made["class"], second)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(row["left"] for row in person.get("/claims")) == ["1", "4"]
