"""The whole main job in the real interface, by keyboard where a person would."""

import json

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import KitClass
from studio.projects.models import Project


def test_from_the_bench_to_the_sheets_and_every_number_moves_with_the_seats(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    page.says("Seed-swap evening")
    page.click("Seed-swap evening")
    page.says("Every kit holds")
    before = {name: page.tab(name) for name in ("Sheets", "Supplies", "Cost")}
    assert before["Sheets"] == "Sheets 35 proved fewest"

    page.press("+")
    page.says("+1 kit", "main")
    page.says("17 kits", "main")
    page.says("36 proved fewest", "main")
    assert page.tab("Sheets") == "Sheets 36 proved fewest"
    assert page.tab("Cost") != before["Cost"]
    page.press("-")
    page.says("−1 kit", "main")
    page.says("35 proved fewest", "main")
    assert {name: page.tab(name) for name in before} == before

    page.driver.find_element(By.PARTIAL_LINK_TEXT, "Sheets").click()
    page.says("No plan of straight cuts uses fewer.")
    layouts = page.driver.find_elements(By.CSS_SELECTOR, "figure")
    assert "Cut 8 like this" in layouts[0].text
    assert "2 × Drawer" in layouts[0].text
    assert "8 Fern" in layouts[0].text
    assert "8 Dusk" in layouts[0].text
    assert KitClass.objects.get(name="Seed-swap evening").seats == 14


def test_a_changed_piece_moves_the_class_it_is_taught_in(page, paper_room):
    project = Project.objects.get(name="Seed drawer")
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("35 proved fewest")
    page.click("Seed drawer")
    page.write("Width of Drawer", "8 1/4")
    page.says("Saved", "main")
    page.until(lambda d: Project.objects.get(pk=project.pk).pieces.get(position=0).width_nm == 209_550_000)
    page.open(f"/classes/{kit_class.pk}/sheets")
    page.says("proved fewest")
    # A drawer 8 1/4 in wide leaves room for one a sheet: 16 sheets for them alone.
    assert int(page.tab("Sheets").split()[1]) > 35


def test_a_list_is_written_and_taught_by_keyboard_from_an_empty_table(page, empty_room):
    page.sign_in()
    page.says("A clear bench")
    page.open("/cupboard")
    page.says("No paper yet")
    page.click("New paper")
    page.write("Name", "Loam kraft")
    page.write("A pack costs, EUR", "4.00")
    page.says("Saved", "section[role=dialog]")
    page.press(Keys.ESCAPE)

    page.open("/projects")
    page.says("No list yet")
    page.click("New project")
    page.write("Name of the project", "Tag set")
    page.click("Next piece")
    page.press("Tag", Keys.TAB, "3", Keys.TAB, "2 1/8", Keys.TAB, "5 1/2")
    page.press(Keys.TAB, Keys.TAB, "1")
    page.press(Keys.ENTER)
    page.until(lambda d: d.switch_to.active_element.get_attribute("value") == "Piece 2")
    page.press("Wrap", Keys.TAB, "1", Keys.TAB, "8 1/2", Keys.TAB, "4", Keys.TAB, "2, 4 1/4")
    page.until(lambda d: Project.objects.get().pieces.filter(name="Wrap", height_nm=101_600_000).exists())
    wrap = Project.objects.get().pieces.get(name="Wrap")
    page.until(lambda d: wrap.lines.model.objects.filter(piece__name="Wrap").count() == 2)
    page.says("2 1/4", "aside")

    page.open("/classes")
    page.says("No class yet")
    page.click("New class")
    page.until(lambda d: d.find_elements(By.XPATH, "//*[@role='menuitem']"))[0].click()
    page.says("Which paper for what")
    # The only paper that there is, is taken at once.
    assert "Loam kraft" in page.field("Paper for body in As chosen").get_attribute("value")
    page.says("proved fewest")
    # 9 kits: 27 tags of 2 1/8 x 5 1/2 (8 a Letter sheet) and 9 wraps of 8 1/2 x 4 (2 a sheet).
    assert page.tab("Kit") == "Kit 4 pieces"
    assert page.tab("Cost").startswith("Cost €")
    page.press(Keys.ESCAPE)


def test_what_cannot_be_read_is_marked_where_it_is_with_the_fix_and_is_not_lost(page, paper_room):
    project = Project.objects.get(name="Seed drawer")
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.write("Width of Drawer", "4 1/0")
    page.says("Not saved yet: fix what is marked")
    page.says("is not a length; write")
    assert page.field("Width of Drawer").get_attribute("value") == "4 1/0"
    assert Project.objects.get(pk=project.pk).version == project.version
    page.write("Width of Drawer", "5 1/2")
    page.says("Saved", "main")


def test_a_check_is_beside_the_line_it_concerns(page, paper_room):
    project = Project.objects.get(name="Potting-shed tin")
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.says("would make it even")
    page.write("Height of Lid mat", "5 1/4")
    page.until(lambda d: "would make it even" not in page.text("main"))
    page.says("clears by")


def test_undo_brings_back_a_piece_that_was_removed(page, paper_room):
    project = Project.objects.get(name="Row-marker fan")
    page.sign_in()
    page.open(f"/projects/{project.pk}")
    page.click("More about Blade")
    page.click("Remove from the list")
    page.until(lambda d: not Project.objects.get(pk=project.pk).pieces.filter(name="Blade").exists())
    page.click("Undo")
    page.until(lambda d: Project.objects.get(pk=project.pk).pieces.filter(name="Blade").exists())
    assert Project.objects.get(pk=project.pk).pieces.get(name="Blade").holes.count() == 1


def test_a_stale_save_shows_both_sides_and_mine_can_go_on(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("35 proved fewest")
    KitClass.objects.filter(pk=kit_class.pk).update(place="The other hall", version=kit_class.version + 1)
    page.press("+")
    page.says("was changed elsewhere")
    page.says("The other hall", "[role=dialog] table")
    page.click("Save mine over it")
    page.says("17 kits", "main")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)


def test_theirs_can_be_taken_and_mine_undone_to(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("35 proved fewest")
    KitClass.objects.filter(pk=kit_class.pk).update(seats=20, version=kit_class.version + 1)
    page.press("+")
    page.says("was changed elsewhere")
    page.click("Go on with the one saved elsewhere")
    page.says("22 kits", "main")
    # Undo brings mine back, and asks before it goes over what the other device saved.
    page.click("Undo")
    page.says("Here is where the two differ")
    assert KitClass.objects.get(pk=kit_class.pk).seats == 20
    page.click("Save mine over it")
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)


def test_without_a_connection_work_goes_on_and_is_saved_when_it_is_back(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}")
    page.says("35 proved fewest")
    network = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
    page.driver.execute_cdp_cmd("Network.enable", {})
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {**network, "offline": True})
    page.press("+")
    page.says("Not saved yet: no connection")
    page.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {**network, "offline": False})
    page.until(lambda d: KitClass.objects.get(pk=kit_class.pk).seats == 15)
    page.says("Saved", "main")


def test_nothing_is_fetched_from_anywhere_else_and_the_shipped_faces_are_used(page, paper_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("Beetroot")
    fetched = page.driver.execute_script(
        "return performance.getEntriesByType('resource').map((entry) => entry.name)"
    )
    assert fetched
    assert [url for url in fetched if not url.startswith(page.address)] == []
    faces = page.driver.execute_script(
        "return [...document.fonts].filter((f) => f.status === 'loaded').map((f) => f.family)"
    )
    assert {"Source Sans 3 Variable", "Bricolage Grotesque Variable"} <= set(json.loads(json.dumps(faces)))
