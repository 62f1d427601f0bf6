"""Sheets and the trimmer in the real interface."""

import re

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import CuttingRun, KitClass

# When the answer to a save has come in, and when the tab of the sheets says another number.
WATCH = """
window.answered = []; window.shown = [];
new PerformanceObserver((list) => {
  for (const entry of list.getEntries())
    if (/api\\/classes\\/\\d+$/.test(entry.name)) window.answered.push(entry.responseEnd);
}).observe({ type: 'resource' });
const tabs = document.querySelector('nav[aria-label="Parts of the class"]');
// Those of the plan; the others have answers of their own.
const said = () => [...tabs.querySelectorAll('a')].slice(0, 5).map((tab) => tab.innerText).join();
let before = said();
new MutationObserver(() => {
  if (said() === before) return;
  before = said();
  requestAnimationFrame(() => window.shown.push(performance.now()));
}).observe(tabs, { subtree: true, childList: true, characterData: true });
"""


def opened(page, name, tab="sheets"):
    kit_class = KitClass.objects.get(name=name)
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/{tab}")
    page.says("Cut guide" if tab == "sheets" else "Leave")
    return kit_class


def test_new_totals_are_painted_after_every_answer_of_the_server(page, paper_room):
    opened(page, "Seed-swap evening")
    page.says("proved fewest")
    page.driver.execute_script(WATCH)
    for times in range(1, 6):
        page.press("+")
        # Asked for lightly: to read the text of a page of drawings would hold the page up.
        page.until(lambda d, n=times: len(d.execute_script("return window.shown")) >= n)
    page.says("21 kits", "main")
    answered = page.driver.execute_script("return window.answered")
    shown = page.driver.execute_script("return window.shown")
    taken = [min(s - a for a in answered if a <= s) for s in shown]
    # How soon is for the benchmarks to say.
    assert len(taken) >= 5


def test_the_options_are_beside_the_sheets_and_one_is_chosen(page, paper_room):
    kit_class = opened(page, "Seed-swap evening")
    page.says("35 sheets, and no plan opens fewer.")
    options = page.driver.find_element(By.CSS_SELECTOR, "section[aria-labelledby=options]")
    # The sheets come first, and the options beside them.
    assert options.rect["x"] > page.driver.find_element(By.CSS_SELECTOR, "figure").rect["x"] + 300
    cards = options.find_elements(By.CSS_SELECTOR, "label[data-chosen]")
    assert 2 <= len(cards) <= 5
    assert all(card.find_elements(By.CSS_SELECTOR, "svg") for card in cards)
    few = next(card for card in cards if "layouts fewer" in card.text or "layout fewer" in card.text)
    opens = next(line for line in few.text.splitlines() if " sheets, " in line).split()[0]
    choice = few.find_element(By.CSS_SELECTOR, "input[name=style]")
    page.driver.execute_script("arguments[0].click()", choice)
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).style != "fewest-sheets")
    page.until(lambda d: page.tab("Sheets").startswith(f"Sheets {opens}"))


def test_how_it_is_cut_is_behind_one_word(page, paper_room):
    kit_class = opened(page, "Seed-swap evening")
    page.says("How to cut it")
    settings = page.field("Settings")
    assert settings.get_attribute("aria-expanded") == "false"
    page.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", settings)
    settings.click()
    page.until(lambda d: settings.get_attribute("aria-expanded") == "true")
    named = "//label[normalize-space()='One setting of the trimmer for several papers']"
    switch = page.until(lambda d: d.find_element(By.XPATH, named))
    page.driver.execute_script("arguments[0].click()", switch)
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).papers_together)
    page.says("Saved", "main")


def test_a_piece_pointed_at_in_the_list_lights_up_on_the_sheet_and_a_layout_comes_nearer(page, paper_room):
    opened(page, "Seed-swap evening")
    page.says("Cut 8 like this")
    row = page.driver.find_element(By.CSS_SELECTOR, "figure li")
    page.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", row)
    page.driver.execute_script(
        "arguments[0].dispatchEvent(new MouseEvent('mouseover', {bubbles: true}))", row
    )
    page.until(lambda d: row.get_attribute("data-lit") == "true")
    lit = "return document.querySelectorAll('figure svg rect[stroke-width=\"2.2\"]').length"
    assert page.driver.execute_script(lit) == 2
    larger = page.field("Layout A larger")
    page.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", larger)
    larger.click()
    page.says("Layout A, cut 8 times", "section[role=dialog]")
    page.press(Keys.ESCAPE)


def test_other_sizes_fail_with_the_shortfall_and_seats_say_what_they_open(page, paper_room):
    kit_class = opened(page, "Seed-swap evening")
    page.driver.find_element(By.XPATH, "//label[normalize-space()='Other sheet sizes']").click()
    page.says("Drawer (5 1/2 x 7 in) does not fit a sheet of 6 x 6 in (6 x 6 in): 1 in too high")
    page.says("least money")
    page.driver.find_element(By.XPATH, "//label[normalize-space()='Seat by seat']").click()
    page.says("seats there is nothing more to buy than now")
    page.click("Take 15 seats")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)


def test_cutting_is_walked_by_keys_saved_on_the_server_and_goes_on_elsewhere(page, paper_room):
    kit_class = opened(page, "Seed-swap evening", "trimmer")
    page.click("Begin cutting")
    page.says("Set the trimmer to")
    page.says("step 1 of")
    page.says("Loam kraft")
    page.press(Keys.SPACE, Keys.SPACE, Keys.SPACE, Keys.BACKSPACE)
    page.says("step 3 of")
    page.until(lambda d: CuttingRun.objects.get(kit_class=kit_class).done == 2)
    # Another device: nothing but the address.
    page.driver.delete_all_cookies()
    page.driver.execute_script("localStorage.clear(); sessionStorage.clear()")
    page.sign_in()
    page.says("Go on cutting: 2 of")
    page.open(f"/classes/{kit_class.pk}/trimmer")
    page.says("step 3 of")
    page.press(Keys.ESCAPE)
    page.says("Cutting has begun: 2 of")


def test_without_a_connection_steps_go_on_and_are_saved_when_it_is_back(page, paper_room):
    kit_class = opened(page, "Seed-swap evening", "trimmer")
    page.click("Begin cutting")
    page.says("step 1 of")
    network = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
    page.driver.execute_cdp_cmd("Network.enable", {})
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {**network, "offline": True})
    page.press(Keys.SPACE, Keys.SPACE)
    page.says("step 3 of")
    page.says("not saved yet: no connection")
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {**network, "offline": False})
    page.says("saved on the server")
    page.until(lambda d: CuttingRun.objects.get(kit_class=kit_class).done == 2)


def test_a_miscut_is_saved_by_the_spare_and_then_by_a_sheet(page, paper_room):
    kit_class = opened(page, "Seed-swap evening", "trimmer")
    page.click("Begin cutting")
    page.says("step 1 of")
    page.press("m")
    page.says("Which piece is lost?")
    page.click("Drawer") if "What saves it" not in page.driver.page_source else None
    page.says("A spare takes its place; no spare kit is left.")
    page.click("Take a spare")
    page.says("1 Drawer noted as spoilt")
    page.press("m")
    page.says("It takes 1 more sheet of Loam kraft.")
    # Escape leaves the dialog, and only the dialog.
    page.press(Keys.ESCAPE)
    page.until(lambda d: not d.find_elements(By.CSS_SELECTOR, "section[role=dialog]"))
    page.says("step 1 of")
    page.press("m")
    page.says("It takes 1 more sheet of Loam kraft.")
    page.click("Open a sheet")
    page.until(lambda d: len(CuttingRun.objects.get(kit_class=kit_class).rounds) == 2)
    run = CuttingRun.objects.get(kit_class=kit_class)
    assert [row["help"] for row in run.spoilt] == ["spare", "sheet"]
    assert run.rounds[1]["papers"][0]["sheets"] == 1


def test_a_changed_class_is_a_difference_until_it_is_accepted(page, paper_room):
    kit_class = opened(page, "First sowings, beginners")
    page.says("Cutting has begun: 4 of")
    before = CuttingRun.objects.get(kit_class=kit_class).rounds
    page.press("+")
    page.says("The class has changed since:")
    page.says("more sheet of Oat milk")
    assert CuttingRun.objects.get(kit_class=kit_class).rounds == before
    page.click("Add it to the cutting")
    page.until(lambda d: len(CuttingRun.objects.get(kit_class=kit_class).rounds) == 2)
    run = CuttingRun.objects.get(kit_class=kit_class)
    assert run.rounds[0] == before[0]
    assert run.done == 4
    page.until(lambda d: "The class has changed since:" not in page.text("main"))
    page.click("Start over")
    page.says("This cannot be undone.")
    page.click("Forget it")
    page.says("How to cut it")
    assert not CuttingRun.objects.filter(kit_class=kit_class).exists()


def test_a_pack_of_designs_an_edge_and_another_size_are_set_in_the_cupboard(page, paper_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("2 in a pack of designs")
    page.driver.find_element(By.XPATH, "//button[contains(., 'Furrow check')]").click()
    page.click("It comes in a new pack of designs")
    page.write("Copies in the pack", "2")
    page.write("Edge that cannot be used, bottom", "1/2")
    page.says("Saved", "section[role=dialog]")
    paper = paper_room.papers.get(name="Furrow check")
    page.until(lambda d: paper_room.papers.get(pk=paper.pk).edge_bottom_nm == 12_700_000)
    kept = paper_room.papers.get(pk=paper.pk)
    assert (kept.pack.name, kept.pack_sheets) == ("Pack of designs", 2)
    page.write("Edge that cannot be used, top", "12")
    page.says("the edges leave no paper between them")
    page.write("Edge that cannot be used, top", "")
    page.says("Saved", "section[role=dialog]")


def test_how_a_class_is_cut_moves_its_strokes(page, paper_room):
    kit_class = opened(page, "Seed-swap evening")

    def strokes():
        said = re.search(r"(\d+) strokes, about", page.text("main"))
        return int(said.group(1)) if said else None

    one_at_once = page.until(lambda d: strokes())
    named = page.field("Settings")
    page.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", named)
    named.click()
    page.write("Sheets at once", "4")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).sheets_at_once == 4)
    page.until(lambda d: strokes() and strokes() < one_at_once)
    page.write("Longest cut, in", "4 1/0")
    page.says("Not saved yet: fix what is marked")
    page.says("is not a length; write")
    page.write("Longest cut, in", "11")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).trimmer_nm == 279_400_000)
    page.says("Saved", "main")
