"""One account of stock and days: every place says the same number after everything that happens."""

from __future__ import annotations

import csv
import datetime as dt
import io
import random

import pytest

from studio.cupboard.models import Movement, Order, OrderLine

from .test_ledger import paper_of, second_class


def in_days(person, days):
    return (person.studio.today() + dt.timedelta(days=days)).isoformat()


def bench_row(person, made):
    return next((row for row in person.get("/bench")["low"] if row["id"] == made["paper"]["id"]), None)


def shopping_row(person, made, classes="", kind="paper", key="paper"):
    rows = person.get(f"/shopping?classes={classes}")["rows"]
    return next((row for row in rows if (row["kind"], row["id"]) == (kind, made[key]["id"])), None)


def test_the_bench_counts_no_sheet_that_is_cut_already_and_no_class_that_is_over(person, furnish):
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 6})
    path = f"/classes/{made['class']['id']}"
    person.save(path, made["class"] | {"date": in_days(person, 5)})
    second = second_class(person, made, date=in_days(person, 6))
    assert bench_row(person, made)["needed"] == 8
    person.ask("POST", f"{path}/cutting")
    steps = person.get(f"{path}/cutting")["steps"]
    person.save(f"{path}/cutting/done", {"done": steps})
    # Four of the eight are cut: two are here, four are still needed.
    assert (bench_row(person, made)["on_hand"], bench_row(person, made)["needed"]) == (2, 4)
    assert shopping_row(person, made)["needed"] == "4"
    # A class that is over needs nothing, whatever its date.
    assert person.ask("POST", f"/classes/{second['id']}/finish").status_code == 204
    assert bench_row(person, made) is None
    assert shopping_row(person, made) is None


def places(person, made, classes):
    """What every place says is to buy of the paper: for all classes, and for each alone."""
    listed = person.get("/shopping")
    table = list(csv.DictReader(io.StringIO(person.ask("GET", "/shopping.csv").content.decode())))
    bench = person.get("/bench")
    here = paper_of(person, made)["on_hand"]
    row = next((r for r in listed["rows"] if (r["kind"], r["id"]) == ("paper", made["paper"]["id"])), None)
    coming = {one["id"] for one in listed["classes"]}
    assert coming == {one["id"] for one in bench["coming"]}
    low = next((r for r in bench["low"] if r["id"] == made["paper"]["id"]), None)
    in_table = next((r for r in table if r["name"] == "Kraft"), None)
    if row is None:
        assert low is None
        assert in_table is None
    else:
        assert row["here"] == str(here)
        assert (low is not None) == (row["packs"] > 0)
        assert low is None or (str(low["needed"]), low["on_hand"]) == (row["needed"], here)
        assert (in_table is not None) == (row["packs"] > 0)
        assert in_table is None or (in_table["packs"], in_table["order by"]) == (
            str(row["packs"]), row["order_by"] or "",
        )  # fmt: skip
    for key in coming & set(classes):
        own = person.get(f"/classes/{key}")
        alone = person.get(f"/shopping?classes={key}")
        said = {(r["kind"], str(r["id"])): r["packs"] for r in alone["rows"]}
        plan = own["planned"]["plan"]
        for total in plan["papers"]:
            assert total["packs"] == said.get(("paper", total["paper"]), 0)
        for total in plan["supplies"]:
            assert total["packs"] == said.get(("supply", total["supply"]), 0)
        card = next(c for c in bench["coming"] if c["id"] == key)
        assert card["to_buy"] == sum(1 for packs in said.values() if packs)
        filed = person.get(f"/classes/{key}/plan")
        assert [one["packs"] for one in filed["papers"]] == [one["packs"] for one in plan["papers"]]
        prepared = person.get(f"/classes/{key}/prepare")
        days = [r["order_by"] for r in alone["rows"] if r["order_by"]]
        assert prepared["order_by"] == min(days, default=None)


def act(person, made, what, key, n):
    """One thing that somebody does; whatever is refused changes nothing."""
    path = f"/classes/{key}"
    own = person.get(path)
    if what == "seats" and own["finished"] is None:
        person.save(path, own | {"seats": 3 + 2 * n})
    elif what == "aside":
        person.ask("POST", f"{path}/claims")
    elif what == "free":
        person.ask("DELETE", f"{path}/claims")
    elif what == "begin":
        person.ask("POST", f"{path}/cutting")
    elif what in ("step", "back", "miscut", "forget", "accept"):
        run = person.ask("GET", f"{path}/cutting")
        if run.status_code != 200 or not run.json():
            return
        if what == "step":
            person.ask("PUT", f"{path}/cutting/done", {"done": min(n, run.json()["steps"])})
        elif what == "back":
            person.ask("PUT", f"{path}/cutting/done", {"done": 0})
        elif what == "forget":
            person.ask("DELETE", f"{path}/cutting")
        elif what == "accept":
            person.ask("POST", f"{path}/cutting/changes")
        else:
            lost = {"paper": str(made["paper"]["id"]), "piece": "Card", "count": 1, "by": "sheet"}
            person.ask("POST", f"{path}/cutting/miscut/good", lost)
    elif what == "buy":
        bought = {"kind": "paper", "id": made["paper"]["id"], "packs": 1, "batch": f"b{n}"}
        person.ask("POST", "/shopping/bought", bought)
    elif what == "order":
        arrives = person.studio.today() + dt.timedelta(days=n)
        order = Order.objects.create(
            studio=person.studio,
            shop="Paper corner",
            reference=f"r{n}-{Order.objects.count()}",
            arrives=arrives,
        )
        OrderLine.objects.create(order=order, paper_id=made["paper"]["id"], packs=1, pack_size=10)
    elif what == "arrive":
        for order in person.get("/orders"):
            came = [{"id": line["id"], "packs": line["packs"]} for line in order["lines"]]
            person.ask("POST", f"/orders/{order['id']}/arrived", {"lines": came})
    elif what == "over":
        person.ask("POST", f"{path}/finish")
    elif what == "open":
        person.ask("DELETE", f"{path}/finish")
    elif what == "take-back":
        rows = Movement.objects.filter(studio=person.studio, undoes__isnull=True).order_by("-id")
        if row := rows.first():
            person.ask("POST", f"/movements/{row.pk}/undo")


ACTS = [
    "seats", "aside", "free", "begin", "step", "step", "back", "forget", "miscut", "buy", "order", "arrive",
    "accept", "over", "open", "take-back",
]  # fmt: skip


@pytest.mark.parametrize("seed", range(6))
def test_every_place_says_the_same_after_every_act(person, furnish, seed):
    made, chance = furnish(person), random.Random(seed)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 5, "lead_days": 2})
    path = f"/classes/{made['class']['id']}"
    person.save(path, made["class"] | {"date": in_days(person, 9)})
    second = second_class(person, made, date=in_days(person, 12) if seed % 2 else None)
    classes = [made["class"]["id"], second["id"]]
    done = []
    for _ in range(9):
        what, key, n = chance.choice(ACTS), chance.choice(classes), chance.randrange(10)
        act(person, made, what, key, n)
        done.append((what, classes.index(key), n))
        places(person, made, classes)


def test_preparing_and_shopping_say_one_day_to_order_by(person, furnish):
    # Prepare counted back from the first evening, and shopping from the class: the paper came too late.
    made = furnish(person)
    person.save("/studio", person.get("/studio") | {"evening_minutes": 15, "evening_days": [0, 2]})
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"date": in_days(person, 90), "seats": 120})
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"lead_days": 4})
    found = person.get(f"{path}/prepare")
    (cut,) = [e for e in found["evenings"] if any(p["key"] == "cut" for p in e["parts"])][:1]
    expected = dt.date.fromisoformat(cut["date"]) - dt.timedelta(days=5)
    assert shopping_row(person, made)["order_by"] == found["order_by"] == expected.isoformat()


def test_the_day_to_order_by_is_of_the_first_class_that_is_short(person, furnish):
    # It was that of the first class, for which there was enough.
    made = furnish(person)
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"on_hand": 4, "lead_days": 1})
    path = f"/classes/{made['class']['id']}"
    person.save(path, person.get(path) | {"date": in_days(person, 5)})
    second_class(person, made, date=in_days(person, 30))
    assert shopping_row(person, made)["order_by"] == in_days(person, 27)
