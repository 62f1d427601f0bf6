"""One account in the real interface: every place says the same number after everything that is done."""

from __future__ import annotations

import datetime as dt
import re

from selenium.webdriver.common.keys import Keys

from studio.accounts.models import Studio
from studio.classes.models import CuttingRun, KitClass

from .conftest import NAME

SETUP = """
const [day, done] = [arguments[0], arguments[arguments.length - 1]];
const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
const post = (path, body) => fetch('/api' + path, {method: 'POST', body: JSON.stringify(body),
  headers: {'Content-Type': 'application/json', 'X-CSRFToken': token}}).then((answer) => answer.json());
(async () => {
  const paper = await post('/papers', {name: 'Loam kraft', kind: 'cardstock', width: '8 1/2', height: '11',
    on_hand: 2, pack_sheets: 5, pack_price: '4.00', lead_days: 2});
  const piece = {name: 'Card', paper: 'body', width: '4 1/4', height: '11',
    scores: [{along: 'height', at: ['5 1/2']}]};
  const project = await post('/projects', {name: 'Row card', pieces: [piece]});
  await post('/classes', {name: 'Row evening', project: project.id, date: day, seats: 16, samples: 1,
    colourways: [{name: 'As chosen', share: 1, papers: {body: paper.id}}]});
  done();
})();
"""


def found(pattern, text):
    """The groups of a pattern in what a page says; None where it does not say it."""
    match = re.search(pattern, text)
    return match and match.groups()


def places(page, kit_class):
    """What each place says of the one paper: here, needed, packs to buy, and the last day to order."""
    path = f"/classes/{kit_class.pk}"
    page.open("/")
    page.says("Row evening")
    low = found(r"Loam kraft\n(\d+) here, (\d+) sheets? needed\n(\d+) short", page.text())
    to_buy = found(r"things? to buy\n(\d+)", page.text())
    page.open("/shopping")
    page.until(lambda d: re.search("In all|nothing to buy", page.text()))
    listed = page.text()
    bought = found(r"Loam kraft\n(\d+) packs? of 5\n(\d+) needed, (\d+) here", listed)
    by = found(r"get or order it by (.+)\n", listed)
    page.open(f"{path}/papers")
    page.says("Papers to pay now")
    tab = page.text("main")
    _, here, packs = found(r"8 1/2 × 11 in (\d+)\S*\s+(\d+)\s+(?:(\d+) packs? of 5)?", tab)
    page.open(f"{path}/prepare")
    page.says("Before the class")
    page.until(lambda d: "…" not in page.tab("Prepare"))
    order = found(r"Order what is to buy by ([^.]+)\.", page.text("main"))
    assert (low is None) == (bought is None) == (packs is None)
    assert by == order
    assert to_buy == ("1" if bought else "0",)
    assert page.tab("Papers").endswith("buy 1" if bought else "none to buy")
    if bought:
        assert low[:2] == (bought[2], bought[1])
        assert (here, packs) == (bought[2], bought[0])
    return int(here), int(bought[1]) if bought else None, int(packs or 0), by


def test_every_place_says_the_same_of_a_class_from_booked_to_over_and_back(page, empty_room):
    page.sign_in(NAME)
    day = Studio.objects.get().today() + dt.timedelta(days=12)
    page.driver.execute_async_script(SETUP, day.isoformat())
    kit_class = KitClass.objects.get()
    path = f"/classes/{kit_class.pk}"
    # 17 kits, two cards a sheet: 9 sheets, of which 2 are here.
    here, needed, packs, by = places(page, kit_class)
    assert (here, needed, packs) == (2, 9, 2)
    assert by is not None

    page.go(f"{path}/papers")
    page.says("Papers to pay now")
    for kits in range(18, 22):
        page.press("+")
        page.says(f"{kits} kits")
    page.until(lambda d: KitClass.objects.get().seats == 20)
    assert places(page, kit_class)[:3] == (2, 11, 2)

    page.go("/shopping")
    page.field("Loam kraft is bought").click()
    page.until(lambda d: kit_class.studio.papers.get().on_hand == 12)
    assert places(page, kit_class) == (12, None, 0, None)

    page.go(f"{path}/trimmer")
    page.click("Begin cutting")
    page.says("step 1 of")
    steps = int(page.text("main").split("step 1 of ")[1].split(",")[0])
    for step in range(1, steps + 1):
        page.go(f"{path}/trimmer")
        page.says(f"step {step} of")
        page.press(Keys.SPACE)
        page.until(lambda d, step=step: CuttingRun.objects.get().done == step)
        there = places(page, kit_class)
        # Sheets that are cut are here no more, and are not needed a second time.
        assert there[1:] == (None, 0, None)
        assert there[0] == kit_class.studio.papers.get().on_hand
    assert there[0] == 1

    page.go(f"{path}/log")
    page.click("The class is over: take what it used")
    page.says("It was over on")
    page.until(lambda d: KitClass.objects.get().finished is not None)
    assert kit_class.studio.papers.get().on_hand == 1
    page.go("/")
    page.until(lambda d: "Row evening" not in page.text("main"))
    page.go("/shopping")
    page.says("No class to shop for")

    page.go(f"{path}/log")
    page.click("It is not over: put them back")
    page.until(lambda d: KitClass.objects.get().finished is None)
    assert places(page, kit_class) == (1, None, 0, None)
