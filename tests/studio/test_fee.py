"""What to charge, seat by seat, and what else a class costs."""

from __future__ import annotations

from decimal import Decimal

import pytest


def with_extras(person, made, *extras):
    path = f"/classes/{made['class']['id']}"
    return person.save(path, person.get(path) | {"extras": list(extras)})


def test_extras_are_kept_as_they_are_written_and_are_lines_of_the_cost(person, furnish):
    made = furnish(person)
    time = {"name": "My time", "amount": "18.00", "per": "class", "times": "2.5", "over": 1}
    punch = {"name": "Punch", "amount": "24.00", "per": "class", "times": "1", "over": 40}
    saved = with_extras(person, made, time, punch)
    assert saved["extras"] == [time | {"only": None}, punch | {"only": None}]
    lines = {
        line["id"]: line for line in saved["planned"]["plan"]["cost"]["lines"] if line["kind"] == "extra"
    }
    paid = {name: line["cash_out"] for name, line in lines.items()}
    assert paid == {"My time": "45.00", "Punch": "0.60"}


@pytest.mark.parametrize(
    ("wrong", "path"),
    [
        ({"name": "", "amount": "1"}, "extras[0].name"),
        ({"name": "Room", "amount": "much"}, "extras[0].amount"),
        ({"name": "Room", "amount": "1", "times": "-2"}, "extras[0].times"),
    ],
)
def test_an_extra_that_is_wrong_says_where(person, furnish, wrong, path):
    made = furnish(person)
    answer = person.ask("PUT", f"/classes/{made['class']['id']}", made["class"] | {"extras": [wrong]})
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


def test_the_least_fee_pays_for_the_seats_that_are_booked(person, furnish):
    made = furnish(person)
    with_extras(person, made, {"name": "Room", "amount": "20.00"})
    path = f"/classes/{made['class']['id']}/fee"
    found = person.get(f"{path}?step=0.5")
    # Four sheets at 0.50, 32 pads at 0.03, and the room: 22.96 for seven seats.
    assert (found["cost"], found["least"], found["fee"]) == ("22.96", "3.50", "9.00")
    assert (found["kept"], found["left"], found["pays_from"]) == ("63.00", "40.04", 3)
    row = found["rows"][6]
    assert (row["seats"], row["cost"], row["income"], row["pays"]) == (7, "22.96", "63.00", True)
    halved = person.get(f"{path}?step=0.5&venue=50")
    assert (halved["least"], halved["kept"]) == ("7.00", "31.50")
    paid_now = person.get(f"{path}?cash=true")
    # One pack of paper is 5.00, one of pads 3.00.
    assert paid_now["cost"] == "28.00"


def test_members_pay_less_posted_kits_more_and_postage_is_for_those_alone(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    fees = [{"name": "Members", "fee": "6.00", "seats": 3}, {"name": "By post", "fee": "12.00", "seats": 2}]
    postage = {"name": "Postage", "amount": "4.00", "per": "seat", "only": "By post"}
    saved = person.save(path, person.get(path) | {"other_fees": fees, "extras": [postage]})
    cost = saved["planned"]["plan"]["cost"]
    # Three at 6, two at 12, two at the usual 9; two postages.
    assert (cost["takings"], cost["lines"][-1]["cash_out"]) == ("60.00", "8.00")
    found = person.get(f"{path}/fee")
    assert (found["kept"], found["rows"][0]["income"]) == ("60.00", "6.00")
    # 10.96 is to be paid, and the others pay 42 of it.
    assert (found["cost"], found["least"]) == ("10.96", "0.00")


@pytest.mark.parametrize(
    ("more", "path"),
    [
        ({"other_fees": [{"name": "A", "fee": "x", "seats": 1}]}, "other_fees[0].fee"),
        ({"other_fees": [{"name": "A", "fee": "1", "seats": 1}] * 2}, "other_fees"),
        ({"extras": [{"name": "P", "amount": "1", "only": "Nobody"}]}, "extras[0].only"),
    ],
)
def test_a_fee_that_is_wrong_says_where(person, furnish, more, path):
    made = furnish(person)
    answer = person.ask("PUT", f"/classes/{made['class']['id']}", made["class"] | more)
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


def test_where_it_stops_paying_because_something_opens_is_said(person, furnish):
    made = furnish(person)
    found = person.get(f"/classes/{made['class']['id']}/fee?cash=true&fee=0.45")
    rows = {row["seats"]: row for row in found["rows"]}
    for seats in range(found["pays_from"], len(rows) + 1):
        assert rows[seats]["pays"] == (Decimal(rows[seats]["income"]) >= Decimal(rows[seats]["cost"]))
        assert (seats in found["dips"]) == (not rows[seats]["pays"])
    assert found["dips"]


def test_terms_under_which_no_fee_pays_and_terms_that_are_none(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/fee"
    assert person.get(f"{path}?venue=99&tax=400")["least"] is None
    for wrong in ("margin=x", "venue=120", "step=-1", "step=1&below=2", "fee=much", "tax=NaN", "fee=1e99"):
        assert person.ask("GET", f"{path}?{wrong}").status_code == 422


def test_every_line_of_the_cost_and_the_totals_are_explained_in_words(person, furnish):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}"
    saved = with_extras(person, made, {"name": "Room", "amount": "20.00"})
    found = person.get(f"{path}/explained")
    lines = [(line["kind"], line["id"]) for line in saved["planned"]["plan"]["cost"]["lines"]]
    assert [(one["kind"], one["id"]) for one in found] == [*lines, ("total", "")]
    paper, pads = found[0], found[1]
    assert paper["parts"] == ["8 of Card, 4 1/4 x 11 in"]
    formulas = {one["name"]: one["formula"] for one in paper["figures"]}
    assert formulas["sheets_opened"] == "4 sheets started \u00d7 \u20ac5.00 / 10 sheets = \u20ac2.00"
    assert formulas["cash_out"].startswith("4 sheets needed, 2 sheets here: 1 pack of 10 sheets")
    assert pads["parts"] == ["4 a kit \u00d7 8 kits"]


def test_one_pack_fewer_is_so_many_seats_or_another_paper_that_is_here(person, furnish):
    made = furnish(person)
    like = {"kind": "cardstock", "width": "8 1/2", "height": "11", "on_hand": 9}
    person.add("/papers", name="Ash", **like)
    person.add("/papers", name="Fern", **like | {"kind": "patterned"})
    found = {row["name"]: row for row in person.get(f"/classes/{made['class']['id']}/fewer-packs")}
    # Four sheets for eight kits, two of them here; four pads a kit, none here.
    kraft = found["Kraft"]
    assert (kraft["packs"], kraft["saves"], kraft["seats"], kraft["short"]) == (1, "5.00", 3, "2")
    assert [(row["name"], row["free"]) for row in kraft["instead"]] == [("Ash", 9)]
    assert (found["Pads"]["seats"], found["Pads"]["short"], found["Pads"]["instead"]) == (None, "32", [])


def test_advice_waits_for_the_prices_that_it_needs(person, furnish):
    # "0.00 is the least fee" and "it pays at no number of seats" were said where nothing had a price.
    made = furnish(person)
    for what, path in (("paper", "papers"), ("supply", "supplies")):
        (row,) = (one for one in person.get(f"/{path}") if one["id"] == made[what]["id"])
        person.save(f"/{path}/{row['id']}", row | {"pack_price": None})
    path = f"/classes/{made['class']['id']}"
    found = person.get(f"{path}/fee")
    assert found["missing"] == ["Kraft", "Pads"]
    assert (found["least"], found["left"], found["pays_from"]) == (None, None, None)
    assert not any(row["pays"] for row in found["rows"])
    (card,) = person.get("/bench")["coming"]
    assert (card["cost_per_kit"], card["cost_missing"]) == ("0.00", 2)
    missing = person.get(path)["planned"]["plan"]["cost"]["missing"]
    assert missing == {"material_used": 2, "sheets_opened": 2, "cash_out": 2}
    # What is here need not be bought: only what is paid now is known then.
    for what, place in (("paper", "papers"), ("supply", "supplies")):
        (row,) = (one for one in person.get(f"/{place}") if one["id"] == made[what]["id"])
        person.save(f"/{place}/{row['id']}", row | {"on_hand": 999 if what == "paper" else "9999"})
    assert person.get(f"{path}/fee?cash=true")["missing"] == []
    assert person.get(f"{path}/fee")["missing"] == ["Kraft", "Pads"]
