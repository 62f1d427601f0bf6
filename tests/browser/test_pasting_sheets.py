"""Whole sheets as an instructor has them: pasted, asked about, answered by keys alone, and on the list."""

import docx
import pytest
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.cupboard.models import Supply
from studio.projects.models import LearnedWord, Project

MAIL = """Seed packet holder
Hello all,
the pocket is 6 by 7, scored half an inch on the left, the right and the bottom, in kraft.
Its flap is 5 by 2 1/2, zebra
We also need two strips of copper paper, 3/4 by 10.
About 6 in of tear tape
3 pearls
Fold the flap over the pocket and press it."""

TALK = """so the tray is seven by, no, seven and a half by nine
and we score it at an inch on both sides
and then four side strips three quarters of an inch by seven, in teal"""

TABLE = """| Qty | What | Cut | Paper | Score |
|-----|------|-----|-------|-------|
| 2 | Walls | 3 x 4 1/4 | navy | 1/2 all sides |
| 1 | Roof | 6 x 5 | rust | 3 |
| 1 | Hanging loop | 8" cord | | |"""


def paste(page, text):
    page.field("A piece in words").click()
    page.driver.execute_cdp_cmd("Input.insertText", {"text": text})


def on_the_list(project):
    return {piece.name: piece for piece in Project.objects.get(pk=project).pieces.all()}


@pytest.fixture
def project(page, empty_room):
    page.sign_in()
    page.go("/projects")
    page.click("New project")
    page.says("The list is empty")
    return Project.objects.get(name="New project").pk


def test_three_sheets_are_pasted_answered_by_keys_and_end_in_their_places(page, project):
    paste(page, MAIL)
    # One thing may change a piece and is asked: whether a word is its paper.
    page.says("Is 'zebra' its paper")
    parts = page.driver.find_elements(By.CSS_SELECTOR, "[data-part='size']")
    assert "6 by 7" in [part.text for part in parts]
    page.press(Keys.ENTER)
    page.until(lambda d: len(on_the_list(project)) == 2)
    page.chord(Keys.ALT, "1")
    page.until(lambda d: "; in zebra" in d.find_element(By.CSS_SELECTOR, "textarea").get_attribute("value"))
    # What was answered is known from then on, and can be taken back there and then.
    page.says("Remembered: zebra is a paper.")
    page.until(lambda d: LearnedWord.objects.filter(said="zebra", means="paper").exists())
    page.press(Keys.ENTER)
    page.until(lambda d: len(on_the_list(project)) == 3)
    kept = on_the_list(project)
    assert kept["strips"].per_kit == 2
    assert kept["pocket"].lines.count() == 3
    page.until(lambda d: Project.objects.get(pk=project).name == "Seed packet holder")
    assert {supply.name: supply.unit for supply in Supply.objects.all()} == {
        "tear tape": "length",
        "pearls": "each",
    }
    page.until(lambda d: Project.objects.get(pk=project).uses.count() == 2)
    assert [step.says for step in Project.objects.get(pk=project).steps.all()] == [
        "Fold the flap over the pocket and press it."
    ]

    paste(page, TALK)
    page.says("the ends of which side?")
    page.press(Keys.ENTER)
    page.until(lambda d: len(on_the_list(project)) == 4)

    page.chord(Keys.CONTROL, "a")
    page.press(Keys.DELETE)
    paste(page, TABLE)
    page.says("Walls: 3 x 4 1/4 in")
    page.press(Keys.ENTER)
    page.until(lambda d: len(on_the_list(project)) == 6)
    kept = on_the_list(project)
    assert (kept["Walls"].per_kit, kept["Walls"].lines.count(), kept["Roof"].role) == (2, 4, "rust")
    page.until(lambda d: Supply.objects.filter(name="cord", unit="length").exists())


def document(path, lines):
    made = docx.Document()
    for line in lines:
        made.add_paragraph(line)
    made.save(path)


def choose(page, path):
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "input[type=file]"))[0].send_keys(str(path))


# What a browser does when a file is let go over a part of the page.
DROP = """
const [target, name, text] = arguments
const data = new DataTransfer()
data.items.add(new File([text], name))
for (const kind of ['dragover', 'drop'])
  target.dispatchEvent(new DragEvent(kind, { dataTransfer: data, bubbles: true, cancelable: true }))
"""


def test_files_are_imported_read_and_dropped_and_one_that_cannot_be_read_says_why(page, empty_room, tmp_path):
    document(tmp_path / "list.docx", ["Fan of markers", "Blade 1 x 6, kraft, 5 of them", "2 brads"])
    page.sign_in()
    page.go("/projects")
    choose(page, tmp_path / "list.docx")
    page.says("Blade: 1 x 6 in")
    page.press(Keys.ENTER)
    page.until(lambda d: Project.objects.filter(name="Fan of markers").exists())
    project = Project.objects.get(name="Fan of markers").pk
    page.until(lambda d: set(on_the_list(project)) == {"Blade"})
    page.until(lambda d: Project.objects.get(pk=project).uses.count() == 1)

    (tmp_path / "photo.pdf").write_bytes(b"\x00\x01 no document")
    choose(page, tmp_path / "photo.pdf")
    page.says("no file that a list can be read from")

    rows = page.driver.find_element(By.CSS_SELECTOR, "section[aria-label='Cut-and-score list']")
    page.driver.execute_script(DROP, rows, "more.csv", "Piece,Paper,Size\nHandle,kraft,1/2 x 5\n")
    page.says("Handle: 1/2 x 5 in")
    page.press(Keys.ENTER)
    page.until(lambda d: set(on_the_list(project)) == {"Blade", "Handle"})


def test_a_word_that_is_taught_on_the_habits_page_is_read_and_is_asked_about_once_it_is_taken_back(
    page, project
):
    page.go("/habits")
    page.field("A word").send_keys("zebra")
    page.click("Remember it")
    page.field("Take “zebra” back")
    page.go(f"/projects/{project}")
    paste(page, "Tag 2 x 3, zebra")
    page.says("Tag: 2 x 3 in; in zebra")
    page.says("Enter puts it on the list.")
    page.go("/habits")
    page.click("Take “zebra” back")
    page.says("None yet.")
    page.go(f"/projects/{project}")
    paste(page, "Tag 2 x 3, zebra")
    page.says("Is 'zebra' its paper")
    page.says("1 line with a question. Alt 1 to Alt 2 answer the first one.")
