"""Preparing and packing in the real interface: batches, the scoring guide, bags."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import KitClass, Tick


def opened(page, tab, says):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/{tab}")
    page.says(says)
    return kit_class


def offline(page, cut):
    page.driver.execute_cdp_cmd("Network.enable", {})
    network = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1, "offline": cut}
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", network)


def test_the_batches_say_what_is_next_and_what_is_left_for_the_table_moves_minutes(page, paper_room):
    kit_class = opened(page, "prepare", "Before the class")
    page.says("Score the long sides: 6 stops, 112 scores")
    page.says("proved fewest")
    page.says("evening")
    before = page.tab("Prepare")
    page.driver.find_element(By.XPATH, "//label[normalize-space()='scoring']").click()
    page.says("Score 11 lines")
    page.until(
        lambda d: (
            "Score the long sides" not in d.find_element(By.ID, "batches").find_element(By.XPATH, "..").text
        )
    )
    assert page.tab("Prepare") != before
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).at_table == ["score"])


def test_scoring_is_walked_by_keys_and_goes_on_where_it_was_left(page, paper_room):
    kit_class = opened(page, "scoring", "step 1 of 10")
    page.says("fence")
    page.press(Keys.SPACE, Keys.SPACE)
    page.says("step 3 of 10")
    page.press(Keys.BACKSPACE)
    page.says("step 2 of 10")
    page.press(Keys.SPACE)
    page.says("saved on the server")
    page.until(lambda d: Tick.objects.filter(kit_class=kit_class, guide="scoring", count=16).count() == 2)
    # Another device takes it up.
    page.open(f"/classes/{kit_class.pk}/scoring")
    page.says("step 3 of 10")
    for _ in range(8):
        page.press(Keys.SPACE)
    page.says("All scored")
    page.says("176 scores are made.")


def test_without_a_connection_no_tick_of_the_guide_is_lost(page, paper_room):
    kit_class = opened(page, "scoring", "step 1 of 10")
    offline(page, True)
    page.press(Keys.SPACE, Keys.SPACE, Keys.SPACE)
    page.says("step 4 of 10")
    page.says("not saved yet: no connection")
    offline(page, False)
    page.says("saved on the server")
    page.until(lambda d: Tick.objects.filter(kit_class=kit_class, guide="scoring", count__gt=0).count() == 3)


def test_a_bag_is_closed_when_all_is_in_or_with_a_note(page, paper_room):
    kit_class = opened(page, "pack", "0 of 16 bags closed")
    page.open(f"/classes/{kit_class.pk}/pack?way=Fern&bag=2")
    page.says("Bag 2, Fern")
    close = "//button[normalize-space()='Close the bag']"
    assert not page.driver.find_element(By.XPATH, close).is_enabled()
    page.click("All in")
    page.until(lambda d: d.find_element(By.XPATH, close).is_enabled())
    page.click("Close the bag")
    page.says("Open it again")
    page.click("To bag 1, Fern")
    page.says("Bag 1, Fern")
    page.write("Why it is closed with less in it", "the label is missing")
    page.until(lambda d: d.find_element(By.XPATH, close).is_enabled())
    page.click("Close the bag")
    page.says("Closed with a note: the label is missing")
    page.press(Keys.ESCAPE)
    page.says("2 of 16 bags closed")
    assert page.tab("Pack") == "Pack 2 of 16 closed"
    assert Tick.objects.get(kit_class=kit_class, key="Fern|1|closed").note == "the label is missing"


def test_a_piece_is_dealt_to_all_bags_and_one_that_is_missing_is_said_with_what_helps(page, paper_room):
    kit_class = opened(page, "pack", "0 of 16 bags closed")
    page.driver.find_element(By.XPATH, "//label[normalize-space()='Piece by piece']").click()
    page.says("2 Divider")
    page.click("In all of them")
    page.until(lambda d: Tick.objects.filter(kit_class=kit_class, key__endswith="|piece|Drawer").count() == 8)
    field = page.field("Bags with Divider")
    field.send_keys(Keys.ARROW_UP, Keys.ARROW_UP)
    page.says("12 pieces still to come.")
    page.says("One kit is spare")


def test_half_of_a_class_is_made_tall(page, paper_room):
    kit_class = opened(page, "papers", "Which paper for what")
    page.field("Version of Dusk").click()
    tall = "//*[@role='option'][.='Tall']"
    page.until(lambda d: [one for one in d.find_elements(By.XPATH, tall) if one.is_displayed()])[0].click()
    page.until(lambda d: kit_class.colourways.get(name="Dusk").variant == "Tall")
    page.open(f"/classes/{kit_class.pk}/kit")
    page.says("Drawer, Tall")
    page.says("only in Dusk")
    page.open(f"/classes/{kit_class.pk}/sheets")
    page.says("No plan of straight cuts uses fewer")
    page.says("Drawer, Tall")
