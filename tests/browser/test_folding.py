"""Folding on the screen: by its form, by hand, pieces glued together, made to fit, started from a form."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from studio.projects.models import Project

from .test_writing_a_list import box, new_project, pieces


def test_a_piece_is_folded_turned_and_made_to_fit(page, empty_room):
    project = new_project(page)
    box(page).click()
    page.press("Box 6 x 5 in body, score 1 on all four sides" + Keys.ENTER)
    page.says("room for 4 x 3 x 1 in")
    page.click("Fold it")
    thing = page.until(
        lambda d: d.find_element(By.CSS_SELECTOR, "[role=application][aria-label^='Box folded']")
    )
    page.says("4 slits that the list does not name")
    page.until(
        lambda d: d.find_element(By.CSS_SELECTOR, "[role=slider]").get_attribute("aria-valuenow") == "100"
    )
    before = thing.find_elements(By.TAG_NAME, "g")[1].get_attribute("transform")
    thing.send_keys(Keys.ARROW_LEFT)
    page.until(lambda d: thing.find_elements(By.TAG_NAME, "g")[1].get_attribute("transform") != before)
    page.click("Add the slits")
    page.until(lambda d: pieces(project)["Box"].lines.count() == 8)
    page.click("Make it fit…")
    for name, size in (("Width, in", "4 1/2"), ("Depth, in", "3"), ("Height, in", "1")):
        page.field(name).send_keys(size)
    page.click("Show what changes")
    page.says("Box from 6 x 5 in to 6 1/2 x 5 in")
    page.click("Take it")
    page.says("room for 4 1/2 x 3 x 1 in")
    page.click("Make it fit…")
    page.until(lambda d: d.find_element(By.XPATH, "//label[normalize-space()='Size outside']")).click()
    page.says("How large, at most, when it is closed?")
    for name, size in (("Width, in", "5"), ("Depth, in", "3"), ("Height, in", "1")):
        page.field(name).send_keys(size)
    page.click("Show what changes")
    page.says("Box from 6 1/2 x 5 in to 7 x 5 in")


def test_a_form_starts_a_list_with_its_lid_mats_and_steps(page, empty_room):
    project = new_project(page)
    page.click("Start from a form…")
    page.until(lambda d: d.find_element(By.XPATH, "//label[contains(., 'Box with a lid')]")).click()
    for name, size in (("Width, in", "4"), ("Depth, in", "3"), ("Height, in", "1")):
        page.field(name).send_keys(size)
    page.click("Make the list")
    page.until(lambda d: {"Base", "Lid"} <= set(pieces(project)))
    page.says("room for 4 x 3 x 1 in")
    kept = Project.objects.get(pk=project)
    assert kept.fits.count() == 1
    assert kept.steps.count() >= 6


def test_folds_are_set_by_clicking_a_score_and_the_size_follows(page, empty_room):
    project = new_project(page)
    box(page).click()
    page.press("Holder 4 x 10 in body, score height at 4 3/4, 5 1/4" + Keys.ENTER)
    page.until(lambda d: "Holder" in pieces(project))
    page.click("Set its folds…")
    page.until(lambda d: d.find_elements(By.ID, "fold-1"))
    # The upper score, taken on the drawing: its row has the focus.
    line = page.until(lambda d: d.find_element(By.CSS_SELECTOR, "line[data-mark='scores.0.1']"))
    ActionChains(page.driver).move_to_element(line).click().perform()
    page.until(lambda d: d.switch_to.active_element.get_attribute("id") == "fold-1")
    Select(page.driver.find_element(By.ID, "fold-1")).select_by_visible_text("90°")
    page.says("One fold is not set yet")
    Select(page.driver.find_element(By.ID, "fold-0")).select_by_visible_text("90°")
    page.says("4 x 4 3/4 x 1/2 in")
    page.until(lambda d: set(pieces(project)["Holder"].lines.values_list("angle", flat=True)) == {90})
    Select(page.driver.find_element(By.ID, "fold-0")).select_by_visible_text("another…")
    degrees = page.field("Score along the height at 4 3/4 in: degrees")
    degrees.send_keys(Keys.BACKSPACE * 4, "120")
    page.until(lambda d: 120 in pieces(project)["Holder"].lines.values_list("angle", flat=True))
    page.click("Fold it as its form again")
    page.until(lambda d: set(pieces(project)["Holder"].lines.values_list("angle", flat=True)) == {None})


def shown(driver, choice):
    """The option of that name in the list that is open."""
    found = driver.find_elements(By.XPATH, f"//*[@role='option'][normalize-space()='{choice}']")
    return next((option for option in found if option.is_displayed()), None)


def test_pieces_are_glued_and_stand_as_one_thing(page, empty_room):
    project = new_project(page)
    box(page).click()
    page.press("Front 4 x 8 in body, mountain score height at 2 folded 90 degrees" + Keys.ENTER)
    page.until(lambda d: "Front" in pieces(project))
    page.press(
        "Side 3 x 6, mountain score width at 1/2, 2 1/2 folded 90 degrees, tab column 1 row 1" + Keys.ENTER
    )
    page.until(lambda d: "Side" in pieces(project))
    page.click("Add a fit")
    for label, choice in (("Outer piece", "Side"), ("Kind", "is glued to"), ("Inner piece", "Front")):
        page.field(f"{label} of fit 1").click()
        page.until(lambda d, choice=choice: shown(d, choice)).click()
    page.field("Panel of Side in fit 1").send_keys("1.1")
    page.field("Panel of Front in fit 1").send_keys("1.2")
    for label, choice in (
        ("Edge of Side in fit 1", "the right edge"), ("Side of Side in fit 1", "with its print"),
        ("Side of Front in fit 1", "with its reverse"),
    ):  # fmt: skip
        Select(page.field(label)).select_by_visible_text(choice)
    page.says("glued together: ")
    page.until(
        lambda d: (
            Project.objects.get(pk=project).fits.get().glue
            == {"outer_edge": "right", "inner_edge": "right", "outer_side": "print", "inner_side": "reverse"}
        )
    )
    page.click("Show it put together")
    thing = page.until(
        lambda d: d.find_element(By.CSS_SELECTOR, "[role=application][aria-label^='New project folded']")
    )
    page.until(lambda d: len(thing.find_elements(By.CSS_SELECTOR, "path")) >= 10)
    # A side that is too low is said where it is glued.
    assert "differ" not in page.text()
    page.write("Height of Side", "5 7/8")
    page.says("they differ by 1/8 in")
