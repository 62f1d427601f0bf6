"""Manners: keys, undo instead of questions, a session that ends, places that load by themselves."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import KitClass
from studio.cupboard.models import Paper, Supply
from studio.projects.models import Project
from tools.chromium import resize


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
    page.field("Name or mail address").send_keys("keeper", Keys.ENTER)
    page.says("17 kits", "main")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)


def test_a_supply_that_was_removed_can_be_put_back(page, paper_room):
    Supply.objects.create(studio=paper_room, name="Wax seals", unit="each", pack_size=20)
    page.sign_in()
    page.open("/cupboard")
    page.says("Wax seals")
    page.click("Wax seals")
    page.click("Remove this supply")
    page.says("Wax seals was removed from the cupboard")
    assert not Supply.objects.filter(name="Wax seals").exists()
    page.click("Put it back")
    page.until(lambda d: Supply.objects.filter(name="Wax seals", pack_size=20).exists())


def test_a_paper_in_use_stays_and_says_by_what(page, paper_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("Beetroot")
    page.driver.find_element(By.XPATH, "//button[.//strong[.='Beetroot']]").click()
    page.click("Remove this paper")
    page.says("Beetroot was not removed")
    page.says("Still used by")
    assert Paper.objects.filter(name="Beetroot").exists()


def test_a_piece_too_large_for_its_paper_is_said_where_the_sheets_would_be(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/projects/{Project.objects.get(name='Seed drawer').pk}")
    page.write("Width of Sleeve", "12 1/4")
    page.until(lambda d: kit_class.project.pieces.filter(name="Sleeve", width_nm=311_150_000).exists())
    page.open(f"/classes/{kit_class.pk}/sheets")
    page.says("It cannot be cut as it is")
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
    page.says("This page tries again by itself")
    page.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": []})
    page.says("Beetroot")


PLACES = [
    "/", "/projects", "/projects/{project}", "/projects/{project}/assembly", "/projects/{project}/versions",
    "/classes", "/classes/{kit_class}/kit", "/classes/{kit_class}/papers", "/classes/{kit_class}/sheets",
    "/classes/{kit_class}/supplies", "/classes/{kit_class}/cost", "/classes/{kit_class}/trimmer", "/cupboard",
    "/habits",
]  # fmt: skip


def test_nothing_runs_off_the_side_of_a_phone(page, paper_room):
    # The project page and the Sheets tab did, and the project's name was cut off.
    numbers = {
        "project": Project.objects.get(name="Seed drawer").pk,
        "kit_class": KitClass.objects.get(name="Seed-swap evening").pk,
    }
    page.sign_in()
    page.says("Next on the bench")
    resize(page.driver, 390, 844)
    try:
        for place in PLACES:
            page.open(place.format(**numbers))
            page.until(lambda d: "Fetching" not in page.text() and len(page.text()) > 60)
            page.until(lambda d: d.execute_script("return document.documentElement.scrollWidth") <= 390)
        page.open(f"/projects/{numbers['project']}")
        name = page.field("Name of the project")
        assert name.get_property("scrollWidth") <= name.get_property("clientWidth")
    finally:
        resize(page.driver, 1280, 800)


def test_teaching_a_list_begins_a_class_of_this_project(page, paper_room):
    project = Project.objects.get(name="Seed drawer")
    before = set(KitClass.objects.values_list("pk", flat=True))
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.click("Teach it: a new class of this project")
    page.until(lambda d: "/papers" in d.current_url)
    (added,) = KitClass.objects.exclude(pk__in=before)
    assert added.project == project
    page.says("Seed drawer")


def test_a_list_open_in_inches_stays_so_when_the_unit_is_changed_elsewhere(page, paper_room):
    project = Project.objects.get(name="Seed drawer")
    width = project.pieces.get(name="Drawer").width_nm
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.says("Width, in")
    paper_room.units = "cm"
    paper_room.save()
    page.write("Height of Drawer", "6")
    page.until(lambda d: project.pieces.filter(name="Drawer", height_nm=152_400_000).exists())
    assert project.pieces.get(name="Drawer").width_nm == width
    page.says("Width, in")
    page.driver.refresh()
    page.says("Width, cm")


def test_a_page_left_within_its_save_and_opened_again_does_not_conflict_with_itself(page, paper_room):
    project = Project.objects.get(name="Seed drawer")
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.write("Height of Drawer", "6 1/2")
    page.click("Projects")
    page.click("Seed drawer")
    page.write("Height of Drawer", "6 3/4")
    page.until(lambda d: project.pieces.filter(name="Drawer", height_nm=171_450_000).exists())
    assert "was changed elsewhere" not in page.text()
