"""Bags, labels and packing lists: what the API gives, and the printed ones measured and read back."""

from __future__ import annotations

import io

import numpy
import pdfplumber
import pytest
import zxingcpp

from neat_sheaf.preparing.labels import LABEL_SHEETS


def pages_of(answer):
    assert answer.status_code == 200, answer.content
    assert answer["Content-Type"] == "application/pdf"
    return pdfplumber.open(io.BytesIO(answer.content)).pages


def codes_on(page):
    """The QR codes on a printed page, by their text: read from a picture of it, as a phone would."""
    picture = numpy.array(page.to_image(resolution=250).original.convert("L"))
    return {one.text: one.position.top_left for one in zxingcpp.read_barcodes(picture)}


def test_the_bags_say_what_goes_in_and_what_lies_on_the_table(person, furnish):
    made = furnish(person)
    found = person.get(f"/classes/{made['class']['id']}/packing")
    (bag,) = found["bags"]
    assert (bag["colourway"], bag["kits"]) == ("Plain", 8)
    assert [item["says"] for item in bag["items"]] == ["1 Card", "4 Pads", "the sheet to make it by"]
    assert "not known" in bag["weight"]
    paper = person.get("/papers")[0]
    person.save(f"/papers/{paper['id']}", paper | {"weight": 250, "caliper": "0.3 mm"})
    (bag,) = person.get(f"/classes/{made['class']['id']}/packing")["bags"]
    # 4 1/4 x 11 in are 0.03016 square metres: 7.54 g of 250 g cardstock.
    assert "8 g at most" in bag["weight"]


@pytest.mark.parametrize("named", LABEL_SHEETS, ids=lambda one: one.code)
def test_each_label_is_where_the_sheet_has_it_and_its_code_opens_the_bag(person, furnish, named):
    made = furnish(person)
    path = f"/classes/{made['class']['id']}/labels.pdf?sheet={named.code}&first=2"
    pages = pages_of(person.ask("GET", path))
    sheet, points = named.sheet, 72 / 25_400_000
    assert len(pages) == -(-9 // sheet.count)
    width, height = (float(side) * points for side in sheet.page)
    assert (float(pages[0].width), float(pages[0].height)) == pytest.approx((width, height), abs=0.2)
    found = {}
    places = list(sheet.places())
    for number, page in enumerate(pages):
        for text, corner in codes_on(page).items():
            found[text] = (number, corner.x * 72 / 250, corner.y * 72 / 250)
    assert len(found) == 8
    for bag in range(1, 9):
        end = f"/classes/{made['class']['id']}/pack?way=Plain&bag={bag}"
        address = next(text for text in found if text.endswith(end))
        number, x, y = found[address]
        page, place = divmod(bag, sheet.count)
        left, top = (side * points for side in places[place])
        assert number == page
        assert left <= x <= left + sheet.width * points
        assert top <= y <= top + sheet.height * points
    words = [word for page in pages for word in page.extract_words()]
    assert sum(word["text"] == "Bag" for word in words) == 8
    first = next(word for word in words if word["text"] == "Card")
    assert places[1][0] * points <= first["x0"] <= (places[1][0] + sheet.width) * points


def test_labels_of_ones_own_measures_or_a_fault_by_its_name(person, furnish):
    path = f"/classes/{furnish(person)['class']['id']}/labels.pdf"
    own = "sheet=own&page=letter&columns=2&rows=3&width=4&height=3&left=1/8&top=1"
    (page,) = pages_of(person.ask("GET", f"{path}?{own}&first=1"))[:1]
    assert len(codes_on(page)) == 6
    for asked, at, code in (
        ("sheet=round", "sheet", "unknown-sheet"),
        (f"{own}&first=7", "first", "first-label"),
        (own.replace("width=4", "width=5"), "", "label-sheet"),
        (own.replace("width=4", "width=x"), "width", "not-a-length"),
    ):
        answer = person.ask("GET", f"{path}?{asked}")
        assert answer.status_code == 422, asked
        fault = answer.json()["faults"][0]
        assert (fault["path"], fault["code"]) == (at, code)


@pytest.mark.parametrize(("paper", "size"), [("letter", (612, 792)), ("a4", (595.3, 841.9))])
def test_the_packing_list_has_a_square_for_each_bag(person, furnish, paper, size):
    made = furnish(person)
    (page,) = pages_of(person.ask("GET", f"/classes/{made['class']['id']}/packing.pdf?paper={paper}"))
    assert (float(page.width), float(page.height)) == pytest.approx(size, abs=0.5)
    text = page.extract_text()
    assert "4 Pads" in text
    assert "Plain: 8 bags" in text
    # 3.6 mm and its edge: one for each bag.
    squares = [r for r in page.rects if abs(r["width"] - 11.4) < 0.1 and abs(r["height"] - 11.4) < 0.1]
    assert len(squares) == 8
