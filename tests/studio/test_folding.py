"""Folding through the API: shapes, sizes in words, drawings, FOLD files, templates, forms to start from."""

from __future__ import annotations

import io
import json

import pdfplumber
import pytest

from neat_sheaf.folding.library import FORMS

from .conftest import a_piece

POINTS = 72 / 25.4


@pytest.fixture
def tray():
    return a_piece(
        "Tray", "6", "5",
        scores=[{"along": "width", "at": ["1", "5"]}, {"along": "height", "at": ["1", "4"]}],
    )  # fmt: skip


def test_a_piece_comes_back_as_facets_hinges_and_words(person, tray):
    shape = person.ask("POST", "/fold", {"piece": tray, "units": "in"}).json()
    assert (shape["form"], shape["kind"]) == ("tray", "tray")
    assert (shape["finished"], shape["room"], shape["flat"]) == ("4 x 3 x 1 in", "4 x 3 x 1 in", False)
    # Nine facets; of the twelve places where two meet, four are to be slit.
    assert (len(shape["facets"]), len(shape["hinges"]), shape["slits"]) == (9, 8, 4)
    assert {hinge["closed"] for hinge in shape["hinges"]} == {-90}
    again = person.ask("POST", "/fold", {"piece": shape["completed"], "units": "in"}).json()
    assert (again["slits"], again["completed"], again["remarks"]) == (0, None, [])


def test_what_is_not_known_is_empty_and_not_made_up(person):
    odd = a_piece(
        "Odd",
        "9",
        "7",
        scores=[{"along": "width", "at": ["1", "3", "6"]}, {"along": "height", "at": ["2", "3", "5"]}],
    )
    shape = person.ask("POST", "/fold", {"piece": odd, "units": "in"}).json()
    assert (shape["kind"], shape["form"], shape["finished"], shape["room"]) == (None, "", "", "")
    wrong = person.ask("POST", "/fold", {"piece": a_piece("Odd", "4 1/0", "7"), "units": "in"})
    assert (wrong.status_code, wrong.json()["faults"][0]["path"]) == (422, "piece.width")


def test_a_project_says_what_each_piece_and_each_pair_becomes(person, tray):
    lid = a_piece(
        "Lid", "6 1/8", "5 1/8",
        scores=[{"along": "width", "at": ["1", "5 1/8"]}, {"along": "height", "at": ["1", "4 1/8"]}],
    )  # fmt: skip
    fits = [{"kind": "lid", "outer": "Lid", "inner": "Tray"}]
    saved = person.add("/projects", name="Box", pieces=[tray, lid], fits=fits)
    assert [one["finished"] for one in saved["folded"]] == ["4 x 3 x 1 in", "4 1/8 x 3 1/8 x 1 in"]
    (pair,) = saved["together"]
    assert (pair["pieces"], pair["finished"], pair["wrong"]) == (["Lid", "Tray"], "4 1/8 x 3 1/8 x 1 in", [])


def test_a_folded_piece_goes_out_as_a_drawing_and_as_a_fold_file(person, tray):
    saved = person.add(
        "/projects",
        name="Box",
        pieces=[tray, a_piece("Odd", "9", "7", scores=[{"along": "width", "at": ["1", "3", "6"]}])],
    )
    drawn = person.ask("GET", f"/projects/{saved['id']}/pieces/0/folded.svg")
    assert drawn["Content-Type"] == "image/svg+xml"
    assert b"<path" in drawn.content
    file = person.ask("GET", f"/projects/{saved['id']}/pieces/0.fold")
    assert json.loads(file.content)["file_spec"] == 1.2
    assert person.ask("GET", f"/projects/{saved['id']}/pieces/1/folded.svg").status_code == 404
    unknown = json.loads(person.ask("GET", f"/projects/{saved['id']}/pieces/1.fold").content)
    assert set(unknown["edges_assignment"]) == {"B", "U"}
    assert "file_frames" not in unknown
    assert person.ask("GET", f"/projects/{saved['id']}/pieces/2.fold").status_code == 404


@pytest.mark.parametrize(("paper", "size"), [("letter", (612, 792)), ("a4", (595.28, 841.89))])
def test_a_template_is_true_to_size_on_one_page_or_on_tiles(person, tray, paper, size):
    long = a_piece("Band", "14", "3", scores=[{"along": "width", "at": ["6"]}])
    saved = person.add("/projects", name="Box", pieces=[tray, long])
    one = person.ask("GET", f"/projects/{saved['id']}/pieces/0/template.pdf?paper={paper}")
    with pdfplumber.open(io.BytesIO(one.content)) as pdf:
        (page,) = pdf.pages
        assert (float(page.width), float(page.height)) == pytest.approx(size, abs=0.5)
        words = page.extract_text()
        assert "Starts from a blank of 6 x 5 in." in words.replace("  ", " ")
        assert "Folds to: tray" in words
        xs = [x for line in (*page.lines, *page.curves, *page.rects) for x in (line["x0"], line["x1"])]
        # The outline is 6 in wide: 432 points.
        outline = max((c for c in (*page.curves, *page.rects)), key=lambda c: c["x1"] - c["x0"])
        assert outline["x1"] - outline["x0"] == pytest.approx(6 * 72, abs=1)
        assert outline["bottom"] - outline["top"] == pytest.approx(5 * 72, abs=1)
        assert min(xs) > 0
        assert max(xs) < size[0]
    two = person.ask("GET", f"/projects/{saved['id']}/pieces/1/template.pdf?paper={paper}")
    with pdfplumber.open(io.BytesIO(two.content)) as pdf:
        assert len(pdf.pages) == 2
        assert [
            next(p for p in ("Part A1", "Part A2") if p in page.extract_text()) for page in pdf.pages
        ] == ["Part A1", "Part A2"]


def test_every_form_starts_a_list_that_saves_without_a_word_of_warning(person):
    forms = person.ask("GET", "/forms").json()
    assert [form["code"] for form in forms] == list(FORMS)
    low = dict.fromkeys(("tray", "lidded-box", "drawer", "hinged-box"), ("4", "3", "1"))
    sizes = low | {"holder": ("3", "1/2", "4"), "bag": ("3", "1 1/2", "3 3/4"), "folded-bag": ("3", "1", "4")}
    for form in forms:
        width, depth, height = sizes.get(form["code"], ("2 1/2", "2", "2 1/4"))
        asked = {
            "code": form["code"],
            "width": width,
            "depth": "" if form["flat"] else depth,
            "height": height,
            "units": "in",
        }
        made = person.ask("POST", "/forms", asked)
        assert made.status_code == 200, (form, made.content)
        document = {**made.json(), "name": form["name"]}
        saved = person.ask("POST", "/projects", document)
        assert saved.status_code == 201, (form, saved.content)
        checks = [check for check in saved.json()["checks"] if check["level"] != "note"]
        assert {check["code"] for check in checks} <= {"larger-than-sheets"}, (form, checks)
        assert b"<svg" in person.ask("GET", f"/forms/{form['code']}.svg").content


def test_a_form_that_cannot_be_had_says_so_and_names_are_never_taken_twice(person):
    tray = {"code": "tray", "width": "4", "depth": "3", "height": "1", "units": "in"}
    again = person.ask("POST", "/forms", {**tray, "taken": ["Tray", "Tray (2)"]}).json()
    assert again["pieces"][0]["name"] == "Tray (3)"
    assert all(mat["mat_of"]["piece"] == "Tray (3)" for mat in again["pieces"][1:])
    missing = person.ask("POST", "/forms", {**tray, "depth": ""})
    assert (missing.status_code, missing.json()["faults"][0]["path"]) == (422, "depth")
    impossible = person.ask(
        "POST", "/forms", {**tray, "code": "bag", "width": "1", "depth": "6", "height": "1"}
    )
    assert impossible.status_code == 422
    assert "try other sizes" in impossible.json()["faults"][0]["message"]
    assert person.ask("POST", "/forms", {**tray, "code": "teapot"}).status_code == 404


def test_a_list_comes_back_as_the_things_it_makes(person):
    front = a_piece(
        "Front", "4", "8", scores=[{"along": "height", "at": ["2"], "fold": "mountain", "angle": 90}]
    )
    side = a_piece(
        "Side", "3", "6", tabs=[{"column": 1, "row": 1}],
        scores=[{"along": "width", "at": ["1/2", "2 1/2"], "fold": "mountain", "angle": 90}],
    )  # fmt: skip
    fit = {
        "kind": "glued", "outer": "Side", "inner": "Front", "outer_panel": {"column": 1, "row": 1},
        "inner_panel": {"column": 1, "row": 2},
        "glue": {"outer_edge": "right", "inner_edge": "right", "outer_side": "print", "inner_side": "reverse"},
    }  # fmt: skip
    document = {
        "name": "Bag",
        "units": "in",
        "pieces": [front, side, a_piece("Tag", "1", "2")],
        "fits": [fit],
    }
    whole, tag = person.ask("POST", "/stand", document).json()
    assert [one["piece"] for one in whole["pieces"]] == [0, 1]
    assert [one["piece"] for one in tag["pieces"]] == [2]
    assert (len(whole["pieces"][1]["facets"]), len(tag["pieces"][0]["facets"])) == (3, 1)
    kept = person.ask("POST", "/projects", document).json()
    assert kept["fits"][0]["glue"]["outer_side"] == "print"
    assert kept["pieces"][0]["scores"][0]["angle"] == 90
    assert [one["says"] for one in kept["together"]] == ["Front and Side, glued together"]
    again = person.get(f"/projects/{kept['id']}")
    assert (again["fits"], again["pieces"]) == (kept["fits"], kept["pieces"])
    sheet = person.ask("GET", f"/projects/{kept['id']}/sheet.pdf?paper=a4").content
    text = " ".join(page.extract_text() for page in pdfplumber.open(io.BytesIO(sheet)).pages)
    assert "the right edge along the right edge" in " ".join(text.split())
    assert "Folded 4 x 6 x 2 in outside" in " ".join(text.split())
    for wrong, path in (
        ({**fit, "glue": {"outer_edge": "top"}}, "fits[0].glue"),
        ({**fit, "kind": "each"}, "fits[0].glue"),
    ):
        refused = person.ask("POST", "/stand", {**document, "fits": [wrong]})
        assert refused.status_code == 422
        assert refused.json()["faults"][0]["path"].endswith(path)


def test_an_angle_is_on_the_sheet_and_a_wrong_one_is_refused(person):
    holder = a_piece(
        "Holder", "4", "10",
        scores=[{"along": "height", "at": ["4 3/4", "5 1/4"], "angle": 90}, {"along": "width", "at": ["2"], "angle": 0}],
    )  # fmt: skip
    kept = person.ask("POST", "/projects", {"name": "Holder", "units": "in", "pieces": [holder]}).json()
    sheet = person.ask("GET", f"/projects/{kept['id']}/sheet.pdf?paper=a4").content
    text = " ".join(page.extract_text() for page in pdfplumber.open(io.BytesIO(sheet)).pages)
    text = " ".join(text.split())
    assert "by 90°, towards the print" in text
    assert "Leave flat along the width" in text
    holder["scores"][0]["angle"] = 181
    assert (
        person.ask("POST", "/projects", {"name": "H", "units": "in", "pieces": [holder]}).status_code == 422
    )


def test_an_envelope_of_the_cupboard_says_what_goes_into_it(person):
    envelope = {"name": "Envelopes", "unit": "each", "pack_size": "25", "units": "in"}
    kept = person.add("/supplies", **envelope, holds={"width": "4 1/2", "height": "5 3/4"})
    assert kept["holds"] == {"width": "4 1/2", "height": "5 3/4", "depth": ""}
    person.add("/supplies", **{**envelope, "name": "Pads"})
    card = a_piece("Card", "4 1/4", "11", scores=[{"along": "height", "at": ["5 1/2"]}])
    made = person.ask("POST", "/projects", {"name": "Card", "units": "in", "pieces": [card]}).json()
    assert made["folded"][0]["goes_into"] == "goes into Envelopes"
    wrong = person.ask(
        "POST", "/supplies", {**envelope, "name": "X", "holds": {"width": "4", "height": "no"}}
    )
    assert (wrong.status_code, wrong.json()["faults"][0]["path"]) == (422, "holds.height")
    changed = person.ask("PUT", f"/supplies/{kept['id']}", {**kept, "holds": None}).json()
    assert changed["holds"] is None
    assert person.get(f"/projects/{made['id']}")["folded"][0]["goes_into"] == ""


def test_ribbon_is_measured_from_what_it_goes_round(person):
    # A tray 4 x 3 x 1 in: 14, 10 and 8 in round.
    blank = a_piece(
        "Tray", "6", "5",
        scores=[{"along": "width", "at": ["1", "5"]}, {"along": "height", "at": ["1", "4"]}],
    )  # fmt: skip
    made = person.add("/projects", name="Box", pieces=[blank])
    ways = {(row["girth"], row["tied"], row["generous"]) for row in made["girths"]}
    assert ways == {("14", "26", "29"), ("10", "22", "25"), ("8", "20", "22")}
    assert {row["what"] for row in made["girths"]} == {
        "Tray, round 4 x 3 in", "Tray, round 4 x 1 in", "Tray, round 3 x 1 in",
    }  # fmt: skip
