"""A class's sheets as files, measured by other programs."""

import io
import re
import xml.etree.ElementTree as ET
from decimal import Decimal

import pdfplumber
import pytest

from studio.classes.models import KitClass
from tests.paper_room import put_paper_room

from .conftest import Person

NM = 1_000_000  # in a mm
POINT = Decimal("25.4") / 72  # mm; ISO 32000: the unit of a page is 1/72 in.
SVG = "{http://www.w3.org/2000/svg}"


@pytest.fixture
def keeper(db, client):
    """The keeper of the demo's paper room, and her first class with its plan."""
    studio = put_paper_room()
    client.force_login(studio.members.get().user, backend="django.contrib.auth.backends.ModelBackend")
    return Person(client, studio)


def first_class():
    return KitClass.objects.get(name="Seed-swap evening")


def guide(keeper, paper="letter"):
    answer = keeper.ask("GET", f"/classes/{first_class().pk}/cut-guide.pdf?paper={paper}")
    assert answer.status_code == 200, answer.content[:300]
    assert 'filename="seed-swap-evening-cut-guide.pdf"' in answer["Content-Disposition"]
    return pdfplumber.open(io.BytesIO(answer.content))


@pytest.mark.parametrize(("paper", "size"), [("letter", (612, 792)), ("a4", (595.28, 841.89))])
def test_the_cut_guide_has_class_date_and_page_on_every_page_in_the_shipped_faces(keeper, paper, size):
    # US Letter 8 1/2 x 11 in (ANSI/ASME Y14.1, size A); A4 210 x 297 mm (ISO 216).
    pdf = guide(keeper, paper)
    date = first_class().date
    for number, page in enumerate(pdf.pages, 1):
        assert (float(page.width), float(page.height)) == pytest.approx(size, abs=0.01)
        text = page.extract_text()
        assert f"Seed-swap evening cut guide, {date.day} {date:%B %Y}" in text
        assert f"page {number} of {len(pdf.pages)}" in text
        faces = {re.sub(r"^[A-Z]{6}\+", "", char["fontname"]) for char in page.chars}
        assert {face.split("-")[0] for face in faces} <= {"Source", "Bricolage"}, faces


def test_every_layout_is_drawn_to_the_scale_that_the_guide_says(keeper):
    pdf = guide(keeper)
    plan = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]
    text = "\n".join(page.extract_text() for page in pdf.pages)
    scale = Decimal(re.search(r"Drawn at 1 : ([\d.]+)", text)[1])
    drawn = [
        (Decimal(str(s["width"])) * POINT * scale, Decimal(str(s["height"])) * POINT * scale)
        for page in pdf.pages
        for s in (*page.rects, *page.curves)
    ]
    for row in plan["papers"]:
        for layout in row["layouts"]:
            assert f"{layout['letter']} · cut" in text
            size = Decimal(layout["stock"]["width"]) / NM, Decimal(layout["stock"]["height"]) / NM
            assert any(abs(w - size[0]) < 1 and abs(h - size[1]) < 1 for w, h in drawn), layout["letter"]
    assert f"{plan['cutting']['settings']} settings, {plan['cutting']['strokes']} strokes" in text


def test_the_guide_lists_every_stroke_to_tick_off(keeper):
    plan = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]
    text = "\n".join(page.extract_text() for page in guide(keeper).pages)
    rows = sum(len(batch["strokes"]) for batch in plan["cutting"]["batches"])
    assert len(re.findall(r"^.*\b(?:left edge|bottom edge)\b", text, re.M)) >= rows
    assert "Guard down, cut away from your hand" in text


def test_a_layout_goes_out_as_a_drawing_at_true_size(keeper):
    plan = keeper.get(f"/classes/{first_class().pk}")["planned"]["plan"]
    layout = plan["papers"][0]["layouts"][0]
    answer = keeper.ask("GET", f"/classes/{first_class().pk}/layouts/{layout['letter']}.svg")
    root = ET.fromstring(answer.content)
    assert root.get("width") == f"{layout['stock']['width'] / NM:g}mm"
    assert root.get("height") == f"{layout['stock']['height'] / NM:g}mm"
    layers = {g.get("class"): g for g in root.iter(f"{SVG}g") if g.get("class")}
    sizes = sorted(
        (float(r.get("width")), float(r.get("height"))) for r in layers["piece"].iter(f"{SVG}rect")
    )
    assert sizes == sorted(
        (p["region"]["width"] / NM, p["region"]["height"] / NM) for p in layout["placements"]
    )
    numbers = [t.text for t in layers["cut"].iter(f"{SVG}text")]
    assert numbers == [str(n) for n in range(1, len(layout["cuts"]) + 1)]
    assert keeper.ask("GET", f"/classes/{first_class().pk}/layouts/ZZ.svg").status_code == 404


def test_the_guide_of_a_class_that_is_being_cut_is_of_what_is_pinned(keeper):
    begun = KitClass.objects.get(name="First sowings, beginners")
    body = keeper.get(f"/classes/{begun.pk}")
    keeper.save(f"/classes/{begun.pk}", body | {"seats": 20})
    answer = keeper.ask("GET", f"/classes/{begun.pk}/cut-guide.pdf")
    text = pdfplumber.open(io.BytesIO(answer.content)).pages[0].extract_text()
    pinned = sum(row["sheets"] for row in begun.cutting_run.rounds[0]["papers"])
    assert f"{pinned} sheets" in text
