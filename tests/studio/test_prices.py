"""Price lists from a shop and from a file, taken over; orders sent, on their way, and in the cupboard."""

from __future__ import annotations

import base64
import datetime as dt
import io
import json
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import openpyxl
import pytest
from django.utils import timezone

from studio.simulated import shops

from .test_ledger import paper_of, reconciled
from .test_shopping import stocked

REED = "Reed Lane papers, by post"


@pytest.fixture
def served(settings, monkeypatch):
    """The simulated shops on a port of their own, as the settings of a server name them."""
    monkeypatch.setattr(shops, "_SLOW_SECONDS", 3)
    server = shops.serve(0)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    at = f"http://127.0.0.1:{server.server_address[1]}"
    settings.SUPPLIERS = [(name, f"{at}/{path}") for path, name in shops.SHOPS.items()]
    settings.SUPPLIER_SECONDS = 1.0
    yield at
    server.shutdown()
    server.server_close()


def with_shop(person, furnish, **more):
    """A cupboard with a paper of that shop, which a class needs."""
    return stocked(person, furnish, **{"shop": REED, "code": "RL-203", "name": "Pea dots", **more})


def compared(person, name=REED):
    return person.get(f"/prices/compare?shop={name}")["rows"]


def sent(row):
    changes = [{key: one[key] for key in ("field", "was", "now")} for one in row["changes"]]
    return [{"kind": row["kind"], "id": row["id"], **one} for one in changes]


def test_a_shop_is_asked_and_its_list_taken_over(person, furnish, served):
    made = with_shop(person, furnish)
    assert [(row["name"], row["answers"], row["here"]) for row in person.get("/prices")] == [
        (REED, True, True), ("The shut gate", True, False), ("The slow barrow", True, False),
    ]  # fmt: skip
    rows = compared(person)
    row = next(row for row in rows if row["answer"] == "changed")
    assert [(one["field"], one["was"], one["now"]) for one in row["changes"]] == [
        ("pack_size", "10", "8"), ("price", "5.00", "9.20"), ("lead_days", "3", "4"),
    ]  # fmt: skip
    assert sum(row["answer"] == "unknown" for row in rows) == 5
    assert person.ask("POST", "/prices/take", {"changes": sent(row)}).json() == {"changed": 1}
    paper = paper_of(person, made)
    assert (paper["pack_sheets"], paper["pack_price"], paper["lead_days"]) == (8, "9.20", 4)
    assert [row["answer"] for row in compared(person)].count("same") == 1
    reconciled()


def test_what_was_changed_since_is_not_taken_over_and_nothing_else_either(person, furnish, served):
    made = with_shop(person, furnish)
    row = next(row for row in compared(person) if row["answer"] == "changed")
    person.save(f"/papers/{made['paper']['id']}", paper_of(person, made) | {"lead_days": 9})
    answer = person.ask("POST", "/prices/take", {"changes": sent(row)})
    assert answer.status_code == 422
    assert [(one["path"], one["code"]) for one in answer.json()["faults"]] == [
        ("changes[2]", "changed-since")
    ]
    assert paper_of(person, made)["pack_price"] == "5.00"


@pytest.mark.parametrize(
    ("shop", "code"), [("The slow barrow", "supplier-slow"), ("The shut gate", "supplier-failed")]
)
def test_a_shop_that_is_slow_or_shut_is_said_so_and_nothing_changes(person, furnish, served, shop, code):
    with_shop(person, furnish)
    answer = person.ask("GET", f"/prices/compare?shop={shop}")
    assert (answer.status_code, answer.json()["code"]) == (502, code)
    assert shop in answer.json()["message"]
    order = {"shop": shop, "reference": "one", "lines": [{"kind": "paper", "id": 1, "packs": 1}]}
    order["lines"][0]["id"] = person.get("/papers")[0]["id"]
    assert person.ask("POST", "/orders", order).status_code == 502
    assert person.get("/orders") == []


class _Nonsense(BaseHTTPRequestHandler):
    """Answers that are none: by the path."""

    def do_GET(self):
        self.send_response(302 if "moved" in self.path else 200)
        self.send_header("Location", "http://127.0.0.1:1/")
        self.end_headers()
        if "drip" in self.path:
            for _ in range(100):
                self.wfile.write(b" ")
                self.wfile.flush()
                threading.Event().wait(0.05)
        self.wfile.write(b"\xff\xfe" if "bytes" in self.path else b'{"format": "other"}')

    def log_message(self, *args):
        pass


@pytest.mark.parametrize(
    ("path", "code"),
    [("list", "supplier-nonsense"), ("bytes", "supplier-nonsense"), ("moved", "supplier-failed"),
     ("drip", "supplier-slow")],
)  # fmt: skip
def test_an_answer_that_is_none_is_no_list(person, settings, path, code):
    server = ThreadingHTTPServer(("127.0.0.1", 0), _Nonsense)
    server.handle_error = lambda *_: None  # the one who asked has gone
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.SUPPLIERS = [("Odd", f"http://127.0.0.1:{server.server_address[1]}/{path}")]
    settings.SUPPLIER_SECONDS = 1.0
    answer = person.ask("GET", "/prices/compare?shop=Odd")
    server.shutdown()
    server.server_close()
    assert (answer.status_code, answer.json()["code"]) == (502, code)


def test_nobody_is_there_and_only_shops_of_the_settings_are_called(person, settings):
    settings.SUPPLIERS = [("Away", "http://127.0.0.1:9/x")]
    assert person.ask("GET", "/prices/compare?shop=Away").json()["code"] == "supplier-away"
    assert person.get("/prices/compare?shop=http://127.0.0.1:9/x")["rows"] == []
    order = {
        "shop": "http://127.0.0.1:9/x",
        "reference": "a",
        "lines": [{"kind": "paper", "id": 1, "packs": 1}],
    }
    assert person.ask("POST", "/orders", order).json()["faults"][0]["code"] == "takes-no-orders"


def as_file(name, content):
    return {"shop": REED, "name": name, "content": base64.b64encode(content).decode()}


def test_the_cupboards_own_list_changed_in_a_spreadsheet_comes_back(person, furnish):
    made = with_shop(person, furnish)
    answer = person.ask("GET", f"/prices.xlsx?shop={REED}")
    assert answer["Content-Disposition"].endswith('.xlsx"')
    book = openpyxl.load_workbook(io.BytesIO(answer.content))
    assert [cell.value for cell in book.active[2]] == ["RL-203", "Pea dots", 10, "sheets", 5, "EUR", 3, "no"]
    book.active["E2"] = 5.5
    out = io.BytesIO()
    book.save(out)
    (row,) = person.ask("POST", "/prices/compare", as_file("list.XLSX", out.getvalue())).json()["rows"]
    assert [(one["field"], one["was"], one["now"]) for one in row["changes"]] == [("price", "5.00", "5.50")]
    person.ask("POST", "/prices/take", {"changes": sent(row)})
    assert paper_of(person, made)["pack_price"] == "5.50"
    for kind in ("csv", "json"):
        content = person.ask("GET", f"/prices.{kind}").content
        rows = person.ask("POST", "/prices/compare", as_file(f"list.{kind}", content) | {"shop": ""}).json()[
            "rows"
        ]
        assert [row["answer"] for row in rows] == ["same"] * 3


@pytest.mark.parametrize(
    ("name", "content", "code"),
    [
        ("list.pdf", b"%PDF", "not-a-price-list"),
        ("list.csv", b"\xff", "not-utf8"),
        ("list.xlsx", b"x", "not-spreadsheet"),
        ("list.csv", b"name,price,currency\nA,3,USD\n", "other-currency"),
    ],
)
def test_a_file_that_is_no_list_of_ours_is_refused_with_a_reason(person, name, content, code):
    answer = person.ask("POST", "/prices/compare", as_file(name, content))
    assert answer.status_code == 422
    assert [one["code"] for one in answer.json()["faults"]] == [code]
    assert person.ask("POST", "/prices/compare", as_file(name, content) | {"content": "?"}).status_code == 422


@pytest.mark.parametrize(
    ("field", "now"),
    [
        ("price", "-1"),
        ("price", "x"),
        ("pack_size", "0"),
        ("lead_days", "400"),
        ("pack_size", "1e9"),
        ("discontinued", "perhaps"),
    ],
)
def test_no_value_comes_in_by_a_list_that_could_not_be_typed(person, furnish, field, now):
    made = with_shop(person, furnish)
    was = {"discontinued": "no", "price": "5.00", "pack_size": "10", "lead_days": "3"}[field]
    change = {"kind": "paper", "id": made["paper"]["id"], "field": field, "was": was, "now": now}
    answer = person.ask("POST", "/prices/take", {"changes": [change]})
    assert answer.status_code == 422, answer.content
    assert paper_of(person, made)["pack_sheets"] == 10


def ordered(person, made, packs=1, reference="first"):
    lines = [{"kind": "paper", "id": made["paper"]["id"], "packs": packs}]
    return person.ask("POST", "/orders", {"shop": REED, "reference": reference, "lines": lines})


def test_an_order_is_on_its_way_counts_in_the_list_and_goes_into_the_cupboard(person, furnish, served):
    made = with_shop(person, furnish)
    assert person.get("/shopping")["rows"][0]["packs"] == 1
    for _ in range(2):  # sent twice: one order
        answer = ordered(person, made)
        assert answer.status_code == 201, answer.content
    (order,) = person.get("/orders")
    comes = timezone.localdate() + dt.timedelta(days=4)
    assert (order["arrives"], order["due"], order["closed"]) == (comes.isoformat(), False, False)
    row = person.get("/shopping")["rows"][0]
    assert (row["packs"], row["ordered"], row["comes_late"]) == (0, "10", False)
    (line,) = order["lines"]
    other = ordered(person, made, packs=2)
    assert [fault["code"] for fault in other.json()["faults"]] == ["other-order"]
    came = {"lines": [{"id": line["id"], "packs": 1}]}
    assert person.ask("POST", f"/orders/{order['id']}/arrived", came).status_code == 200
    assert person.ask("DELETE", f"/shopping/bought/order:{order['id']}").status_code == 404
    assert paper_of(person, made)["on_hand"] == 12
    assert person.ask("POST", f"/orders/{order['id']}/arrived", came).status_code == 422
    assert (person.get("/orders")[0]["closed"], person.get("/shopping")["bought"]) == (True, [])
    assert person.ask("DELETE", f"/orders/{order['id']}/arrived").status_code == 200
    assert paper_of(person, made)["on_hand"] == 2
    assert person.ask("DELETE", f"/orders/{order['id']}/arrived").status_code == 422
    reconciled()


def test_an_order_that_comes_after_the_class_is_said_to(person, furnish, served):
    made = with_shop(person, furnish)
    near = (timezone.localdate() + dt.timedelta(days=4)).isoformat()
    kit_class = person.get(f"/classes/{made['class']['id']}")
    person.save(
        f"/classes/{kit_class['id']}", made["class"] | {"version": kit_class["version"], "date": near}
    )
    ordered(person, made)
    row = person.get("/shopping")["rows"][0]
    assert (row["packs"], row["comes_late"], row["arrives"]) == (0, True, near)


def test_half_an_order_that_comes_is_half_in_the_cupboard_and_the_rest_is_to_be_bought_again(
    person, furnish, served
):
    made = with_shop(person, furnish, on_hand=0, pack_sheets=1)
    order = ordered(person, made, packs=4).json()
    came = {"lines": [{"id": order["lines"][0]["id"], "packs": 3}]}
    person.ask("POST", f"/orders/{order['id']}/arrived", came)
    row = person.get("/shopping")["rows"][0]
    assert (paper_of(person, made)["on_hand"], row["ordered"], row["packs"]) == (3, "0", 1)


def test_a_pack_of_designs_that_is_ordered_brings_every_design(person, furnish, served):
    made = with_shop(person, furnish, on_hand=0)
    pack = made["pack"]
    person.save(
        f"/papers/{made['paper']['id']}", paper_of(person, made) | {"pack": pack["id"], "pack_sheets": 2}
    )
    lines = [{"kind": "pack", "id": pack["id"], "packs": 2}]
    order = person.add("/orders", shop=REED, reference="p", lines=lines)
    row = person.get("/shopping")["rows"][0]
    assert (row["kind"], row["packs"], row["ordered"]) == ("pack", 0, "24")
    person.ask(
        "POST", f"/orders/{order['id']}/arrived", {"lines": [{"id": order["lines"][0]["id"], "packs": 2}]}
    )
    assert paper_of(person, made)["on_hand"] == 4


def test_the_simulated_shops_hand_out_lists_that_are_lists(served):
    import urllib.request

    from neat_sheaf.formats.price_list_file import read_price_list_json

    text = urllib.request.urlopen(f"{served}/reed-lane/price-list.json").read().decode()
    found = read_price_list_json(text)
    assert (found.shop, found.currency, len(found.lines)) == (REED, "EUR", len(json.loads(text)["lines"]))
    assert any(line.discontinued for line in found.lines)


def test_a_list_without_a_currency_is_said_to_be_taken_as_ours(person):
    for content, assumed in ((b"name,price\nA,3\n", "EUR"), (b"name,price,currency\nA,3,EUR\n", "")):
        found = person.ask("POST", "/prices/compare", as_file("list.csv", content)).json()
        assert found["assumed"] == assumed
