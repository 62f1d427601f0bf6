"""Manners: keys, undo instead of questions, a session that ends, places that load by themselves."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import KitClass
from studio.cupboard.models import Paper, Supply
from studio.projects.models import Project


def test_the_keys_are_listed_by_a_key(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    page.press("?")
    page.says("one seat more or fewer", "[role=dialog]")
    page.press(Keys.ESCAPE)
    page.until(lambda d: not d.find_elements(By.CSS_SELECTOR, "[role=dialog]"))


def test_a_session_that_ends_asks_again_over_the_page_and_loses_nothing(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("35 proved fewest")
    page.driver.delete_cookie("sessionid")
    page.press("+")
    page.says("Your session ended")
    page.field("Password").send_keys("seed-swap-evening")
    page.field("Name").send_keys("keeper", Keys.ENTER)
    page.says("17 kits", "main")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)


def test_a_supply_that_was_taken_out_can_be_put_back(page, paper_room):
    Supply.objects.create(studio=paper_room, name="Wax seals", unit="each", pack_size=20)
    page.sign_in()
    page.open("/cupboard")
    page.says("Wax seals")
    page.click("Wax seals")
    page.click("Take this supply out")
    page.says("Wax seals is out of the cupboard")
    assert not Supply.objects.filter(name="Wax seals").exists()
    page.click("Put it back")
    page.until(lambda d: Supply.objects.filter(name="Wax seals", pack_size=20).exists())


def test_a_paper_in_use_stays_and_says_by_what(page, paper_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("Beetroot")
    page.driver.find_element(By.XPATH, "//button[.//strong[.='Beetroot']]").click()
    page.click("Take this paper out")
    page.says("Beetroot stays")
    page.says("Still used by")
    assert Paper.objects.filter(name="Beetroot").exists()


def test_a_piece_too_large_for_its_paper_is_said_where_the_sheets_would_be(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/projects/{Project.objects.get(name='Seed drawer').pk}")
    page.write("Width of Sleeve", "12 1/4")
    page.until(lambda d: kit_class.project.pieces.filter(name="Sleeve", width_nm=311_150_000).exists())
    page.open(f"/classes/{kit_class.pk}/sheets")
    page.says("Not to be cut as it is")
    page.says("does not fit a sheet of Oat milk")
    page.says("1 1/4 in too high even turned")


def test_an_address_that_is_nothing_says_so(page, paper_room):
    page.sign_in()
    page.open("/classes/999999")
    page.says("Not found")
    page.open("/attic")
    page.says("There is no such page")


def test_a_server_out_of_reach_is_said_and_tried_again(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    network = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
    page.driver.execute_cdp_cmd("Network.enable", {})
    page.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": ["*/api/*"]})
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {**network, "offline": False})
    page.click("Cupboard")
    page.says("The server is out of reach")
    page.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": []})
    page.click("Try again")
    page.says("Beetroot")
