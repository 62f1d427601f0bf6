"""A project as files: the printed sheet measured by another program, tables, drawings, job files."""

import io
import json
import re
from dataclasses import replace
from decimal import Decimal

import pdfplumber
import pytest

from neat_sheaf.formats.job_file import read_job
from neat_sheaf.project.assembly import Step
from neat_sheaf.reading.notation import Known, read_line
from studio.accounts.models import Studio
from studio.accounts.voice import voice_of
from studio.common.pages import fractions
from studio.projects.convert import core_project
from studio.projects.models import Project
from studio.projects.printing import printed_sheet, scale_for
from tests.paper_room import put_paper_room

from .conftest import a_piece

POINT = Decimal("25.4") / 72  # mm; ISO 32000: the unit of a page is 1/72 in.


@pytest.fixture
def paper_room(db):
    return put_paper_room()


def printed(name, paper="letter"):
    row = Project.objects.get(name=name)
    project = core_project(row)
    return project, pdfplumber.open(
        io.BytesIO(printed_sheet(project, row.studio, paper, voice_of(row.studio)))
    )


@pytest.mark.parametrize(("paper", "size"), [("letter", (612, 792)), ("a4", (595.28, 841.89))])
def test_the_sheet_is_on_letter_or_a4_in_the_shipped_faces(paper_room, paper, size):
    # US Letter 8 1/2 x 11 in (ANSI/ASME Y14.1, size A); A4 210 x 297 mm (ISO 216).
    _, pdf = printed("Seed drawer", paper)
    for page in pdf.pages:
        assert (float(page.width), float(page.height)) == pytest.approx(size, abs=0.01)
        faces = {re.sub(r"^[A-Z]{6}\+", "", char["fontname"]) for char in page.chars}
        assert {face.split("-")[0] for face in faces} <= {"Source", "Bricolage"}, faces


def test_every_piece_is_drawn_to_the_scale_that_the_sheet_says(paper_room):
    project, pdf = printed("Seed drawer")
    scale = scale_for(project)
    text = "\n".join(page.extract_text() for page in pdf.pages)
    assert f"Drawn at 1 : {scale}" in text
    drawn = []
    for page in pdf.pages:
        shapes = [*page.rects, *page.curves, *page.lines]
        drawn += [(Decimal(str(s["width"])) * POINT, Decimal(str(s["height"])) * POINT) for s in shapes]
    for piece in project.pieces:
        width = Decimal(piece.width) / 1_000_000 / scale
        height = Decimal(piece.height) / 1_000_000 / scale
        assert any(
            abs(w - width) < Decimal("0.02") and abs(h - height) < Decimal("0.02") for w, h in drawn
        ), (
            piece.name,
            width,
            height,
        )


def test_the_bar_to_check_the_print_by_is_two_inches_long(paper_room):
    _, pdf = printed("Seed drawer")
    page = pdf.pages[0]
    assert "2 in when printed at full size" in page.extract_text()
    shapes = [s for s in (*page.rects, *page.lines, *page.curves) if s["top"] < 110]
    # 2 in is 144 pt: the bar is the widest thing drawn at the head of the page.
    assert max(float(s["x1"]) for s in shapes) - min(float(s["x0"]) for s in shapes) == pytest.approx(
        144, abs=0.7
    )


def test_the_sheet_says_numbers_steps_and_cautions_and_counts_its_pages(paper_room):
    project, pdf = printed("Seed drawer")
    text = " ".join(page.extract_text() for page in pdf.pages)
    assert "Prepared for you" in text
    assert "At the table" in text
    for step in project.steps:
        assert step.says.split(",")[0].split(" the ")[0] in text
    assert "Guard down, cut away from your hand" in text
    assert "Follow the makers" in text
    for number, page in enumerate(pdf.pages, 1):
        assert f"page {number} of {len(pdf.pages)}" in page.extract_text()
        assert "Seed drawer" in page.extract_text()


@pytest.mark.parametrize(
    ("line", "note"),
    [
        ("Frame 4 x 5, window 2 x 3 centred", "2 x 3 in, centred"),
        ("Tag 4 x 5, circle window 1 at centred, 3/4", "centred from left to right, 3/4 in from the bottom"),
        ("Cover 4 x 5, window 2 x 1 at 1/2, centred", "1/2 in from the left, centred from top to bottom"),
        ("Flap 4 x 5, window 1 x 2 at 1/2, 3/4", "1/2 in from the left, 3/4 in from the bottom"),
        ("Sleeve 4 x 5, rounded notch 1 x 1/2 in the right edge centred", "middle of the right edge"),
        ("Wrap 4 x 5, triangular notch 1 x 1/2 in the right edge at 2", "right edge, its middle at 2 in"),
    ],
)
def test_the_sheet_says_where_a_window_or_notch_lies(db, line, note):
    studio = Studio.objects.create(name="Mine")
    read = read_line(line, "in", Known())
    assert not read.questions
    assert read.piece
    project = replace(
        core_project(Project.objects.create(studio=studio, name="Frames")), pieces=(read.piece,)
    )
    pdf = pdfplumber.open(io.BytesIO(printed_sheet(project, studio, "a4", voice_of(studio))))
    assert note in " ".join(pdf.pages[0].extract_text().split())


def test_no_page_of_the_sheet_holds_the_cautions_alone(db):
    studio = Studio.objects.create(name="Mine")
    project = core_project(Project.objects.create(studio=studio, name="Frames"))
    pages = []
    # The page is full somewhere among these, so that the cautions come on the next.
    for count in range(18, 24):
        steps = tuple(Step(says=f"Step {n} is done") for n in range(count))
        pdf = pdfplumber.open(
            io.BytesIO(printed_sheet(replace(project, steps=steps), studio, "a4", voice_of(studio)))
        )
        pages.append(len(pdf.pages))
        assert f"Step {count - 1} is done" in pdf.pages[-1].extract_text()
    assert {*pages} == {1, 2}


def test_what_is_typed_cannot_become_part_of_the_page(db):
    studio = Studio.objects.create(name="Mine")
    assert fractions("<b>13/16</b>") == '&lt;b&gt;<span class="frac">13/16</span>&lt;/b&gt;'
    row = Project.objects.create(studio=studio, name="<img src=http://127.0.0.1:9/x>")
    project = core_project(row)
    pdf = pdfplumber.open(io.BytesIO(printed_sheet(project, studio, "a4", voice_of(studio))))
    assert "<img src=" in pdf.pages[0].extract_text()


def test_a_table_a_drawing_and_a_sheet_are_had_from_the_api(person, furnish):
    project = furnish(person)["project"]
    answer = person.ask("GET", f"/projects/{project['id']}/list.csv")
    assert answer["Content-Disposition"] == 'attachment; filename="card.csv"'
    assert answer.content.decode("utf-8-sig").splitlines()[1].startswith("Card,1,4 1/4,11,,5 1/2,body,no")
    drawing = person.ask("GET", f"/projects/{project['id']}/pieces/0.svg")
    assert b'width="107.95mm" height="279.4mm"' in drawing.content
    assert person.ask("GET", f"/projects/{project['id']}/pieces/1.svg").status_code == 404
    sheet = person.ask("GET", f"/projects/{project['id']}/sheet.pdf?paper=a4")
    assert sheet.content.startswith(b"%PDF-")
    wrong = person.ask("GET", f"/projects/{project['id']}/sheet.pdf?version=Tall")
    assert wrong.json()["faults"][0]["code"] == "unknown-number"


def test_a_project_goes_out_as_a_job_file_and_comes_into_another_studio(join, furnish):
    mine, theirs = join("Mine"), join("Theirs")
    project = furnish(mine)["project"]
    text = mine.ask("GET", f"/projects/{project['id']}/job.json").content.decode()
    job = read_job(text)
    assert (job.klass.kits, job.papers[0].name) == (1, "Kraft")
    theirs.add("/supplies", name="Pads", unit="length", pack_size="10")
    made = theirs.add("/job-files", text=text)
    assert made["pieces"][0]["scores"] == project["pieces"][0]["scores"]
    # Their pads are measured by length, so these are put beside them under a name of their own.
    assert {s["name"]: s["unit"] for s in theirs.get("/supplies")} == {"Pads": "length", "Pads (2)": "each"}
    again = theirs.add("/job-files", text=text)
    assert again["supplies"] == made["supplies"]
    assert len(theirs.get("/supplies")) == 2


def test_a_job_file_that_is_wrong_is_refused_by_path(person):
    wrong = json.dumps({"format": "neat-sheaf.job/1", "project": {"name": "X", "pieces": [{"name": "A"}]}})
    answer = person.ask("POST", "/job-files", {"text": wrong})
    assert answer.status_code == 422
    assert {f["path"] for f in answer.json()["faults"]} >= {"papers", "class"}


def test_lines_come_back_as_pieces_and_questions_by_place(person):
    read = person.ask(
        "POST", "/lines", {"text": "2 walls 2 x 3, score 1\n22 in of raffia", "roles": ["body"]}
    ).json()
    walls, raffia = read["lines"]
    assert (walls["piece"]["per_kit"], walls["tidy"]) == (
        2,
        "walls: 2 x 3 in; 2 a kit; in body; score height at 1",
    )
    assert [(part["what"], walls["text"][part["start"] : part["end"]]) for part in walls["parts"]] == [
        ("size", "2 x 3"),
        ("score", "score 1"),
    ]
    # It has an amount and no size: a supply, and the cupboard has none like it.
    assert (raffia["piece"], raffia["what"], raffia["questions"]) == (None, "supply", [])
    assert raffia["supply"] == {
        "id": None, "name": "raffia", "per_kit": "22", "unit": "in", "cuts": 1, "new": True,
    }  # fmt: skip


def test_a_line_may_tell_of_several_pieces_and_go_on_about_the_one_before(person):
    text = "the base is 6 x 8 and the lid is 6 1/8 x 8 1/8\nscore it an inch all round"
    both, more = person.ask("POST", "/lines", {"text": text}).json()["lines"]
    assert [piece["name"] for piece in both["pieces"]] == ["base", "lid"]
    assert (more["what"], more["of"], more["questions"]) == ("more", 1, [])
    assert [group["along"] for group in both["pieces"][1]["scores"]] == ["width", "height"]


def test_a_whole_sheet_comes_back_in_its_three_places(person):
    ribbon = person.add("/supplies", name="Hemp ribbon", unit="length", pack_size="360")
    text = (
        "Cuts:\nCard 4 x 6 in card\nMat 3 x 5\n\n"
        "Supplies:\n20 in of hemp ribbon\n\nSteps:\nFold the card in half."
    )
    read = person.ask("POST", "/lines", {"text": text}).json()["lines"]
    assert [line["what"] for line in read] == [
        "heading", "piece", "piece", "heading", "supply", "heading", "step",
    ]  # fmt: skip
    mat, tie, step = read[2], read[4], read[6]
    assert (mat["piece"]["paper"], mat["carried"], mat["number"]) == ("card", True, 3)
    assert (tie["supply"]["id"], tie["supply"]["per_kit"], tie["questions"]) == (ribbon["id"], "20", [])
    assert step["step"] == "Fold the card in half."
    moved = person.ask("POST", "/lines", {"text": text, "kinds": {6: "step"}}).json()["lines"]
    assert (moved[4]["what"], moved[4]["step"]) == ("step", "20 in of hemp ribbon")
    assert (tie["supply"]["unit"], step["supply"]) == ("in", None)
    # Four of what is sold by length are not 4 inches of it: it has no place to go until that is said.
    (four,) = person.ask("POST", "/lines", {"text": "4 hemp ribbon"}).json()["lines"]
    assert (four["supply"]["id"], four["questions"][0]["code"]) == (None, "supply-measure")
    assert "Write 20 in of Hemp ribbon" in four["questions"][0]["message"]


def test_pasted_rows_come_back_as_pieces_or_faults_by_line(person):
    rows = person.ask("POST", "/lines", {"text": "Card\t2\t4 1/4\t11"}).json()
    assert (rows["rows"], rows["lines"][0]["piece"]["per_kit"]) == (True, 2)
    faulty = person.ask("POST", "/lines", {"text": "Card\t2\t4 1/0\t11"}).json()
    assert [f["path"] for f in faulty["faults"]] == ["line 1, column 3 (width)"]


def test_a_fix_comes_as_changes_that_save(person):
    project = person.add(
        "/projects",
        name="Box",
        pieces=[
            a_piece("Base", "4", "5"),
            a_piece("Mat", "3 3/4", "4 1/2", mat_of={"piece": "Base", "column": 1, "row": 1}),
        ],
    )
    (finding,) = [check for check in project["checks"] if check["code"] == "mat-uneven"]
    changes = {key: value for key, value in finding["fix"]["changes"].items() if value is not None}
    (change,) = changes.pop("pieces")
    assert (change["at"], changes) == (1, {})
    project["pieces"][1] = change["piece"]
    fixed = person.save(f"/projects/{project['id']}", project)
    assert [check["code"] for check in fixed["checks"]] == []


def test_the_studios_habits_are_kept_and_change_what_is_found(person):
    project = person.add(
        "/projects",
        name="Card",
        pieces=[a_piece("Card", "4", "5", scores=[{"along": "width", "at": ["1 1/16"]}])],
    )
    assert project["checks"] == []
    habits = person.get("/studio")
    assert (habits["scoring"], habits["groove"], habits["plate"]) == ("blade", "1/8 in", "6 in")
    habits = person.save("/studio", habits | {"scoring": "board"})
    assert [c["code"] for c in person.get(f"/projects/{project['id']}")["checks"]] == ["score-off-groove"]
    habits = person.save("/studio", habits | {"scoring": "board", "groove": "1/16"})
    assert person.get(f"/projects/{project['id']}")["checks"] == []
    answer = person.ask("PUT", "/studio", habits | {"groove": "0", "tape": "wide"})
    assert {f["path"] for f in answer.json()["faults"]} == {"groove", "tape"}


def test_a_version_is_checked_and_taught_by_the_class_that_chooses_it(person, furnish):
    made = furnish(person)
    body = made["project"] | {
        "variants": [{"name": "Wide", "numbers": [{"piece": "Card", "number": "width", "value": "9"}]}]
    }
    project = person.save(f"/projects/{made['project']['id']}", body)
    assert [(c["version"], c["code"]) for c in project["checks"] if c["level"] != "note"] == [
        ("Wide", "larger-than-paper")
    ]
    taught = person.save(f"/classes/{made['class']['id']}", made["class"] | {"variant": "Wide"})
    assert taught["planned"]["faults"][0]["code"] == "larger-than-paper"
    wide = person.get(f"/projects/{project['id']}?version=Wide")
    assert (wide["pieces"][0]["width"], project["pieces"][0]["width"]) == ("9", "4 1/4")
    assert person.ask("GET", f"/projects/{project['id']}?version=Narrow").status_code == 422
    renamed = project | {"variants": [project["variants"][0] | {"name": "Broad"}]}
    person.save(f"/projects/{project['id']}", renamed)
    follows = person.get(f"/classes/{made['class']['id']}")
    assert (follows["variant"], follows["version"]) == ("Broad", taught["version"] + 1)
    gone = person.save(f"/classes/{made['class']['id']}", follows | {"variant": "Tall"})
    assert gone["planned"]["faults"][0]["code"] == "unknown-number"


def test_every_panel_gets_a_mat_of_its_own(person):
    wrap = a_piece(
        "Wrap", "8 1/2", "3 1/2", per_kit=2, scores=[{"along": "width", "at": ["2", "4", "6", "8"]}]
    )
    wrap["tabs"] = [{"column": 5, "row": 1}]
    body = {"piece": wrap, "paper": "print", "names": ["Wrap", "Wrap mat 1.1"]}
    mats = person.ask("POST", "/lines/mats", body).json()
    assert [mat["name"] for mat in mats] == [
        "Wrap mat 1.1 (2)", "Wrap mat 2.1", "Wrap mat 3.1", "Wrap mat 4.1",
    ]  # fmt: skip
    # The usual border is 1/8 in a side, and two wraps take two of each.
    assert {(mat["width"], mat["height"], mat["per_kit"]) for mat in mats} == {("1 3/4", "3 1/4", 2)}
    bold = person.ask(
        "POST", "/lines/mats", body | {"border": "1/4", "panels": [{"column": 2, "row": 1}]}
    ).json()
    assert [(mat["width"], mat["mat_of"]["column"]) for mat in bold] == [("1 1/2", 2)]
    refused = person.ask("POST", "/lines/mats", body | {"border": "wide"})
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "border"
