"""What is printed of a class for those who teach, and a class as one file and one folder."""

from __future__ import annotations

import datetime as dt
import io
import json
from pathlib import Path

import jsonschema
import pdfplumber
import pytest
from pdfminer.pdfdocument import PDFDocument
from pdfminer.pdfparser import PDFParser

from neat_sheaf.formats.job_file import read_job

from .test_packing import pages_of

SCHEMA = json.loads(Path("docs/formats/class.schema.json").read_text())


@pytest.fixture
def made(person, furnish):
    """A class on a day, with steps at the table, one who comes, and one whose kit is sent."""
    found = furnish(person)
    project = found["project"]
    project["steps"] = [
        {"says": "Fold the card", "pieces": ["Card"], "minutes": "4", "tool": "bone folder"},
        {"says": "Stick the pads on", "minutes": "2.5", "supplies": [str(found["supply"]["id"])]},
        {"says": "Show it round"},
    ]
    found["project"] = person.save(f"/projects/{project['id']}", project)
    path = f"/classes/{found['class']['id']}"
    day = dt.date.today() + dt.timedelta(days=30)
    found["class"] = person.save(path, person.get(path) | {"date": day.isoformat(), "place": "The barn"})
    person.add(f"{path}/people", name="Ida Marsh", posted=True, colourway="Plain")
    person.add(f"{path}/people", name="Jon Vale")
    return found


def path_of(made):
    return f"/classes/{made['class']['id']}"


def folder_of(person, path):
    """The folder of a class, as the workers have written it."""
    said = person.ask("POST", path).json()
    assert (said["finished"], said["faults"]) == (True, [])
    return person.ask("GET", f"/tasks/{said['id']}/file")


def text_of(answer):
    return "\n".join(page.extract_text() for page in pages_of(answer))


@pytest.mark.parametrize(("paper", "size"), [("letter", (612, 792)), ("a4", (595.28, 841.89))])
@pytest.mark.parametrize("name", ["scoring", "host", "table-cards", "folder", "packing"])
def test_each_is_printed_on_the_paper_that_was_asked_for(person, made, paper, size, name):
    way = f"{path_of(made)}/{name}"
    folder = name == "folder"
    asked = (
        folder_of(person, f"{way}?paper={paper}") if folder else person.ask("GET", f"{way}.pdf?paper={paper}")
    )
    pages = pages_of(asked)
    for page in pages:
        assert (float(page.width), float(page.height)) == pytest.approx(size, abs=0.5)


def test_the_scoring_guide_has_every_stop_with_a_square_for_each_step(person, made):
    scoring = person.get(f"{path_of(made)}/prepare")["scoring"]
    (page,) = pages_of(person.ask("GET", f"{path_of(made)}/scoring.pdf"))
    said = page.extract_text()
    assert "8 scores, 1 stop, proved fewest" in said
    assert "8 Card · bottom edge to the fence" in said or "8 Card · top edge to the fence" in said
    # Each square is drawn by its inner and its outer edge: 3.4 mm inside.
    squares = [r for r in page.rects if abs(r["width"] - 9.64) < 0.1 and abs(r["height"] - 9.64) < 0.1]
    assert len(squares) == sum(len(batch["strokes"]) for batch in scoring["batches"])


def test_the_hosts_sheet_counts_the_minutes_and_shares_out_what_lies_on_the_tables(person, made):
    said = text_of(person.ask("GET", f"{path_of(made)}/host.pdf?tables=2"))
    assert "2 tables, up to 4 seats each" in said
    assert "The steps: 7 min" in said
    assert "One step has no time said" in said
    # The second step begins after the four minutes of the first.
    assert [line.split()[0] for line in said.splitlines() if line[:2] == "0:"] == ["0:00", "0:04", "0:06"]
    assert "bone folder" in said
    assert "The pads stay in the cupboard" in said
    assert "The barn" in said


def test_the_hosts_sheet_tells_what_went_wrong_before(person, made):
    before = person.add("/classes", **made["class"] | {"name": "Last time"})
    notes = f"/classes/{before['id']}/log/notes"
    person.add(notes, about="wrong", text="the pads ran out")
    person.add(notes, about="well", text="all were happy")
    said = text_of(person.ask("GET", f"{path_of(made)}/host.pdf"))
    assert "the pads ran out (Last time)" in said
    assert "all were happy" not in said
    # What went wrong in this very class is in its log.
    assert "the pads ran out" not in text_of(person.ask("GET", f"/classes/{before['id']}/host.pdf"))


def test_there_is_a_card_a_table_with_both_sides_alike(person, made):
    pages = pages_of(person.ask("GET", f"{path_of(made)}/table-cards.pdf?tables=3"))
    assert len(pages) == 3
    chars = [c for c in pages[1].chars if c["text"] == "T" and c["size"] > 25]
    # One upright below the fold, one on its head above it.
    assert sorted(c["matrix"][0] > 0 for c in chars) == [False, True]
    assert {c["top"] > float(pages[1].height) / 2 for c in chars if c["matrix"][0] > 0} == {True}
    for tables in (0, 61):
        answer = person.ask("GET", f"{path_of(made)}/table-cards.pdf?tables={tables}")
        assert (answer.status_code, answer.json()["faults"][0]["code"]) == (422, "too-many-tables")


def test_the_folder_has_every_part_with_a_bookmark(person, made):
    answer = folder_of(person, f"{path_of(made)}/folder?tables=2")
    document = PDFDocument(PDFParser(io.BytesIO(answer.content)))
    marks = [title for _, title, *_ in document.get_outlines()]
    assert [mark for mark in marks if "cut guide" in mark or "scoring guide" in mark] == [
        f"{made['class']['name']} cut guide", f"{made['class']['name']} scoring guide",
    ]  # fmt: skip
    assert len(marks) >= 7
    whole = pdfplumber.open(io.BytesIO(answer.content)).pages
    parts = ("cut-guide", "scoring", "packing", "labels", "host", "table-cards")
    query = {"labels": "?sheet=letter-3x10", "host": "?tables=2", "table-cards": "?tables=2"}
    alone = sum(
        len(pages_of(person.ask("GET", f"{path_of(made)}/{part}.pdf{query.get(part, '')}"))) for part in parts
    )
    sheet = len(pages_of(person.ask("GET", f"/projects/{made['project']['id']}/sheet.pdf")))
    assert len(whole) == alone + sheet


def test_a_kit_that_is_sent_has_a_line_for_the_customs(person, made):
    said = text_of(person.ask("GET", f"{path_of(made)}/packing.pdf"))
    assert "By post" in said
    assert "Ida Marsh" in said
    assert "For customs, contents and value" in said
    assert "Jon Vale" not in said


def test_the_class_is_one_open_file_and_nobody_is_in_it(person, made):
    path = path_of(made)
    person.ask("POST", f"{path}/cutting")
    person.save(f"{path}/cutting/done", {"done": 1, "seconds": 9})
    person.save(f"{path}/log/took", {"key": "bag", "seconds": 60})
    person.save(f"{path}/log/used", {"supply": made["supply"]["id"], "amount": "30", "ran_out": True})
    person.add(f"{path}/log/notes", about="next", text="count the pads")
    person.save(f"{path}/log/left", {"colourway": "Plain", "count": 1})
    person.ask("POST", f"{path}/finish")
    answer = person.ask("GET", f"{path}/file")
    document = json.loads(answer.content)
    jsonschema.validate(document, SCHEMA)
    assert read_job(json.dumps(document["job"])).project.name == made["project"]["name"]
    assert document["cutting"]["timed"] == {"0": 9}
    assert document["log"]["used"][0]["amount"] == "30"
    assert document["log"]["left"] == {"Plain": 1}
    for name in ("Ida", "Marsh", "Jon"):
        assert name not in answer.content.decode()
