"""No sentence is outside the catalogues: in the pseudo-language every one of them looks foreign.

Every place, tab, menu, drawer and dialog is opened in it, and what still reads as plain English must be
what somebody typed, a unit, or a name of ours.
"""

from __future__ import annotations

import io
import re
from collections.abc import Iterable

import pdfplumber
import pytest
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.accounts.models import Studio
from studio.classes.models import CuttingRun, KitClass
from studio.projects.models import Project

from .conftest import NAME, PASSWORD

# Every text on the page, and every name of a thing for those who listen.
TEXTS = """
const found = [];
const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
for (let node = walker.currentNode; node; node = walker.nextNode()) {
  const of = node.nodeType === 3 ? node.parentElement : node;
  if (of.closest('style, script, noscript, datalist')) continue;
  if (node.nodeType === 3) {
    // The grammar of quick lines is English in every language, and says so.
    if (!of.closest('[lang=en], textarea')) found.push(node.textContent);
  } else if (!node.closest('[aria-hidden=true]'))
    for (const name of ['aria-label', 'title', 'placeholder', 'alt', 'aria-description'])
      if (node.hasAttribute(name) && !(name === 'placeholder' && node.lang === 'en'))
        found.push(node.getAttribute(name));
}
return found.map((text) => text.trim()).filter((text) => /[A-Za-z]{2}/.test(text));
"""
UNITS = r"in|cm|mm|ml|EUR|EUR\d|PDF|SVG|CSV|A4|Neat Sheaf"
# What Intl and Babel say of days, which is no sentence of ours.
DAYS = (
    r"(?:Mon|Tues?|Wed(?:nes)?|Thu(?:rs)?|Fri|Sat(?:ur)?|Sun)(?:day)?|January|February|March|April|May|June|"
    r"July|August|September|October|November|December"
)


def typed(studio: Studio) -> set[str]:
    """Whatever somebody named or wrote in the studio."""
    found = {studio.name, NAME}
    for project in Project.objects.filter(studio=studio):
        found |= {project.name, *project.tools}
        found |= {v.name for v in project.variants.all()} | {c.name for c in project.contents.all()}
        found |= {word for step in project.steps.all() for word in (step.says, step.tool)}
        for piece in project.pieces.all():
            found |= {piece.name, piece.role, piece.matched} | {f.name for f in piece.faces.all()}
    for rows in (studio.papers, studio.packs, studio.supplies, studio.classes):
        found |= {row.name for row in rows.all()}
    for kit_class in studio.classes.all():
        found |= {kit_class.place} | {c.name for c in kit_class.colourways.all()}
    return {name for name in found if name}


def plain(texts: Iterable[str], data: set[str]) -> list[str]:
    """The texts that still read as plain English once what was typed is removed from them."""
    known = "|".join(re.escape(name) for name in sorted(data, key=len, reverse=True))
    own = re.compile(rf"(?<![A-Za-z])(?:{known}|{UNITS}|{DAYS})(?![A-Za-z])")
    return [text for text in texts if re.search(r"[A-Za-z]{2}", own.sub("·", text))]


class Walk:
    """A walk through the application: what is seen at each stop, and what of it is plain."""

    def __init__(self, page, studio):
        self.page, self.data = page, typed(studio)
        self.left: dict[str, list[str]] = {}
        self.seen = 0

    def look(self, stop: str) -> None:
        """Read the page as it is, once it rests."""
        self.page.until(lambda d: not d.find_elements(By.CSS_SELECTOR, ".mantine-Loader-root"))
        texts = self.page.driver.execute_script(TEXTS)
        self.seen += len(texts)
        found = plain(texts, self.data)
        if found:
            self.left[stop] = sorted(set(found))

    def open(self, path: str, ready: str = "main h1, main h2, main input") -> None:
        self.page.open(path)
        self.page.until(lambda d: d.find_elements(By.CSS_SELECTOR, ready))
        self.look(path)

    def press(self, selector: str, stop: str, ready: str) -> None:
        """Press something, wait for what it opens, read, and close it again."""
        button = self.page.until(lambda d: d.find_elements(By.CSS_SELECTOR, selector))[0]
        self.page.driver.execute_script(
            "arguments[0].scrollIntoView({block: 'center'}); arguments[0].click()", button
        )
        self.page.until(lambda d: d.find_elements(By.CSS_SELECTOR, ready))
        self.look(stop)

    def close(self, gone: str) -> None:
        self.page.press(Keys.ESCAPE)
        self.page.until(lambda d: not d.find_elements(By.CSS_SELECTOR, gone))


MENU, DIALOG = "[role=menu]", "section[role=dialog]"


@pytest.fixture
def walk(page, paper_room):
    page.open("/?language=en-XA")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "input[autocomplete=username]"))
    found = Walk(page, paper_room)
    found.look("sign in")
    page.driver.find_element(By.CSS_SELECTOR, "input[autocomplete=username]").send_keys(NAME)
    page.driver.find_element(By.CSS_SELECTOR, "input[autocomplete=current-password]").send_keys(
        "wrong", Keys.ENTER
    )
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "[role=alert]"))
    found.look("a wrong password")
    field = page.driver.find_element(By.CSS_SELECTOR, "input[autocomplete=current-password]")
    field.send_keys(Keys.CONTROL, "a")
    field.send_keys(PASSWORD, Keys.ENTER)
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "article"))
    return found


def test_no_sentence_of_the_lists_is_outside_the_catalogues(page, walk):
    tin = Project.objects.get(name="Potting-shed tin")
    drawer = Project.objects.get(name="Seed drawer")
    walk.look("bench")
    page.press("?")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, DIALOG))
    walk.look("keys")
    walk.close(DIALOG)
    walk.press("header button[aria-haspopup=menu]", "who is signed in", MENU)
    walk.close(MENU)
    walk.open("/projects", "table")
    walk.open(f"/projects/{tin.pk}", "[role=listitem]")
    walk.press("[role=listitem] button[aria-haspopup=menu]", "a piece's menu", MENU)
    walk.close(MENU)
    walk.press("main button[aria-haspopup=menu]", "files of a project", MENU)
    walk.close(MENU)
    box = page.driver.find_element(By.CSS_SELECTOR, "textarea")
    for said in ("Card 4 x 5, skore 2", "Tie 22 ribbon, about", "Tag 1 x 2", "Lid 2 x 3\nBox 2 x 2, glue"):
        box.send_keys(Keys.CONTROL, "a")
        page.driver.execute_cdp_cmd("Input.insertText", {"text": said})
        page.until(lambda d, said=said: d.find_elements(By.CSS_SELECTOR, "[class*=line][data-asked]"))
        walk.data |= {*said.replace(",", " ").split(), "Card", "Tag", "Lid", "Box", "glue", "ribbon"}
        walk.data |= {"score", "note"}  # words of the notation, which is the same in every language
        walk.data |= _tidy(page)
        walk.look(f"the line {said!r}")
    page.chord(Keys.CONTROL, "a")
    page.press(Keys.DELETE)
    field = page.driver.find_element(By.ID, "width-0")
    field.send_keys(Keys.CONTROL, "a")
    field.send_keys("4 1/0")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "li[role=alert]"))
    walk.look("what cannot be read")
    walk.open(f"/projects/{drawer.pk}/assembly", "#step-0")
    walk.open(f"/projects/{drawer.pk}/versions", "table")
    walk.open("/projects/999999", "[role=alert]")
    walk.open("/attic", "h2")
    page.open("/habits")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "form"))
    # The names of places, zones and weekdays are Intl's, and no sentences of ours.
    options = page.driver.find_elements(By.CSS_SELECTOR, "[role=option]")
    shown = [option.get_attribute("textContent") for option in options]
    walk.data |= {text for text in shown if "(" in text or "/" in text or text == "UTC"}
    walk.look("/habits")
    assert walk.left == {}
    assert walk.seen > 1000


def _tidy(page):
    """What the lines say in words, read at once: they may be drawn again any moment."""
    said = "return [...document.querySelectorAll('p[class*=tidy], p[class*=said]')].map((p) => p.textContent)"
    return set(page.driver.execute_script(said))


def test_no_sentence_of_classes_and_cupboard_is_outside_the_catalogues(page, walk):
    first = KitClass.objects.get(name="Seed-swap evening")
    begun = KitClass.objects.get(name="First sowings, beginners")
    walk.open("/classes", "table")
    walk.press("main button[aria-haspopup=menu]", "a new class", MENU)
    walk.close(MENU)
    for tab in ("kit", "papers", "supplies", "cost"):
        walk.open(f"/classes/{first.pk}/{tab}", "main table")
    walk.open(f"/classes/{first.pk}/sheets", "figure figcaption")
    walk.press("figure button", "a layout nearer", DIALOG)
    walk.close(DIALOG)
    walk.press("section button[aria-haspopup=menu]", "the cut guide", MENU)
    walk.close(MENU)
    page.press("+")
    page.until(lambda d: KitClass.objects.get(pk=first.pk).seats == 15)
    walk.look("what moved")
    views = page.driver.find_elements(By.CSS_SELECTOR, "main .mantine-SegmentedControl-label")
    for view in views[1:]:
        page.driver.execute_script("arguments[0].click()", view)
        page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "main section[aria-label] table"))
        walk.look(f"sheets, {view.text}")
    walk.open(f"/classes/{first.pk}/trimmer", "main h1")
    walk.open(f"/classes/{begun.pk}/trimmer", "main figure")
    walk.press("footer button:nth-child(2)", "a miscut", f"{DIALOG} li button")
    walk.close(DIALOG)
    KitClass.objects.filter(pk=begun.pk).update(seats=begun.seats + 3)
    walk.open(f"/classes/{begun.pk}/sheets", "[class*=changes] li")
    buttons = page.driver.find_elements(By.CSS_SELECTOR, "section[class*=cutting] button")
    page.driver.execute_script("arguments[0].click()", buttons[-1])
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, DIALOG))
    walk.look("starting over")
    walk.close(DIALOG)
    run = CuttingRun.objects.get(kit_class=begun)
    run.done = sum(len(batch["strokes"]) for batch in run.rounds[0]["cutting"]["batches"])
    run.save()
    walk.open(f"/classes/{begun.pk}/trimmer", "main h1")
    KitClass.objects.filter(pk=first.pk).update(place="The other hall", version=first.version + 5)
    walk.data.add("The other hall")
    page.open(f"/classes/{first.pk}/kit")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, "main table"))
    KitClass.objects.filter(pk=first.pk).update(place="Elsewhere", version=first.version + 9)
    walk.data |= {"Elsewhere"}
    page.press("+")
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, f"{DIALOG} table"))
    walk.look("changed elsewhere")
    first.colourways.first().choices.all().delete()
    walk.open(f"/classes/{first.pk}/sheets", "[role=alert]")
    walk.open("/", "article")
    walk.open("/cupboard", "main li")
    walk.press("main li button", "a paper", DIALOG)
    remove = page.driver.find_elements(By.CSS_SELECTOR, f"{DIALOG} button")[-1]
    page.driver.execute_script("arguments[0].click()", remove)
    page.until(lambda d: d.find_elements(By.CSS_SELECTOR, ".mantine-Notification-root"))
    walk.look("a paper in use")
    walk.close(DIALOG)
    walk.press("main table button", "a supply", DIALOG)
    walk.close(DIALOG)
    assert walk.left == {}
    assert walk.seen > 1000


def test_no_sentence_of_what_is_printed_is_outside_the_catalogues(page, walk):
    first = KitClass.objects.get(name="Seed-swap evening")
    for path in (f"/projects/{first.project_id}/sheet.pdf", f"/classes/{first.pk}/cut-guide.pdf"):
        fetched = page.driver.execute_async_script(
            "const [path, done] = arguments; fetch('/api' + path).then((r) => r.arrayBuffer())"
            ".then((b) => done(Array.from(new Uint8Array(b))))",
            path,
        )
        pdf = pdfplumber.open(io.BytesIO(bytes(fetched)))
        # A long name may be broken over two lines, so its words are known one by one as well.
        known = walk.data | {word for name in walk.data for word in re.findall(r"[A-Za-z-]+", name)}
        known |= {name.replace(" ", "") for name in walk.data}
        lines = [line for sheet in pdf.pages for line in _lines(sheet)]
        assert len(lines) > 40
        assert plain(lines, known) == [], path


def _lines(sheet):
    """The lines of a printed page; what is drawn upright on it is read from below."""
    level = sheet.filter(lambda thing: thing.get("upright", True))
    upright = sheet.filter(lambda thing: not thing.get("upright", True))
    return [*level.extract_text().splitlines(), *(t[::-1] for t in upright.extract_text().splitlines())]


def test_the_test_itself_finds_a_sentence_that_is_left_outside(page, walk):
    page.driver.execute_script("document.querySelector('main').append('Cut it now')")
    walk.look("bench")
    assert walk.left == {"bench": ["Cut it now"]}


def test_who_asks_for_nothing_is_spoken_to_in_english(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    assert page.driver.execute_script("return document.documentElement.lang") == "en"


def test_english_is_spoken_again_to_who_asks_for_it(page, walk):
    page.open("/?language=en")
    page.says("Next on the bench")
    page.says("Buy")


@pytest.mark.parametrize(("first_day", "begins"), [(0, "Su"), (1, "Mo"), (6, "Sa")])
def test_numbers_and_weeks_are_written_as_the_studio_says(page, paper_room, first_day, begins):
    paper_room.place, paper_room.first_day = "de-AT", first_day
    paper_room.save()
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/kit")
    page.says("Every kit holds")
    # CLDR: a comma before the cents in Austria.
    assert re.search(r"Cost €.\d+,\d\d a kit", page.tab("Cost"))
    page.field("Date").click()
    heads = ".mantine-DatePickerInput-weekday"
    page.until(lambda d: any(head.text for head in d.find_elements(By.CSS_SELECTOR, heads)))
    assert page.driver.find_element(By.CSS_SELECTOR, heads).text == begins
    chosen = f"{kit_class.date.day} {kit_class.date:%B %Y}"
    day = page.driver.find_element(By.CSS_SELECTOR, f".mantine-DatePickerInput-day[aria-label='{chosen}']")
    assert day.get_attribute("data-selected") == "true"
    other = page.driver.find_elements(By.CSS_SELECTOR, ".mantine-DatePickerInput-day:not([data-selected])")[
        10
    ]
    named = other.get_attribute("aria-label")
    other.click()
    page.until(lambda d: f"{(day := KitClass.objects.get(pk=kit_class.pk).date).day} {day:%B %Y}" == named)
