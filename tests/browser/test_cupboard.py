"""The cupboard in the real interface: from nothing in it to a ledger that is right to the sheet."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import CuttingRun, KitClass
from studio.cupboard.models import Movement, Paper
from tests.studio.test_ledger import reconciled

# Puts a list and its class in place, as the pages do; that they are written by hand is another test's.
LIST = """
const [paper, done] = arguments;
const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
const post = async (path, body) => (await fetch('/api' + path, {
  method: 'POST', headers: {'Content-Type': 'application/json', 'X-CSRFToken': token},
  body: JSON.stringify(body),
})).json();
(async () => {
  const piece = {name: 'Cover', paper: 'body', width: '6', height: '11', follows_print: false};
  const project = await post('/projects', {name: 'Covers', pieces: [piece]});
  const made = await post('/classes', {name: 'Evening', project: project.id, seats: 5, samples: 1,
    colourways: [{name: 'Plain', share: 1, papers: {body: paper}}]});
  done(made.id);
})();
"""


def test_from_an_empty_cupboard_to_a_ledger_that_is_right_to_the_sheet(page, empty_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("No paper yet")
    page.click("New paper")
    page.write("Name", "Loam kraft")
    page.write("A pack costs, EUR", "4.00")
    page.write("Sheets in a pack", "4")
    page.write("Bought at", "The card barrow")
    page.until(lambda d: Paper.objects.filter(shop="The card barrow", pack_sheets=4).exists())
    page.says("Nothing has come or gone yet.")
    page.says("Saved", "section[role=dialog]")
    paper = Paper.objects.get()
    kit_class = page.driver.execute_async_script(LIST, paper.pk)

    # Six sheets are two packs; both are ticked in the shop, on a phone.
    page.open("/shopping")
    page.says("The card barrow")
    page.says("2 packs of 4")
    page.says("6 needed, 0 here, 2 left over")
    page.driver.execute_script("arguments[0].click()", page.field("Loam kraft is bought"))
    page.says("Bought today")
    page.says("Everything is here")
    assert Paper.objects.get().on_hand == 8

    # Every sheet is cut, and what is left of each is kept.
    page.open(f"/classes/{kit_class}/trimmer")
    page.says("Begin cutting")
    page.click("Begin cutting")
    page.until(lambda d: CuttingRun.objects.exists())
    steps = len(CuttingRun.objects.get().rounds[0]["cutting"]["batches"])
    page.says("Space")
    for done in range(1, steps + 1):
        page.press(Keys.SPACE)
        page.until(lambda d, n=done: CuttingRun.objects.get().done == n)
    paper.refresh_from_db()
    assert (paper.on_hand, paper.offcuts.get().count) == (2, 6)

    # The ledger says so, and takes a movement back by one key.
    page.open("/cupboard")
    page.says("2 sheets and 6 offcuts")
    page.driver.find_element(By.XPATH, "//button[contains(., 'Loam kraft')]").click()
    page.says("How the count came about")
    page.says("kept from Evening")
    told = page.text("section[role=dialog]")
    for said in (
        "+8",
        "bought then 8",
        "-6",
        "used by Evening then 2",
        "+6",
        "offcuts of 2 1/2 × 11 in then 6",
    ):
        assert said in told.replace("½", "1/2"), (said, told)
    rows = page.driver.find_elements(
        By.XPATH, "//section[@role='dialog']//li[contains(., 'kept from')]//button"
    )
    page.driver.execute_script("arguments[0].click()", rows[0])
    page.says("undone Evening")
    page.until(lambda d: not Paper.objects.get().offcuts.exists())
    reconciled()


def test_what_is_set_aside_for_one_class_is_not_planned_with_for_another(page, paper_room):
    first, second = (
        KitClass.objects.get(name="Seed-swap evening"),
        KitClass.objects.get(name="Allotment open day"),
    )
    page.sign_in()
    page.open(f"/classes/{first.pk}/papers")
    page.says("Set aside in the cupboard")
    page.click("Set aside what is here for this class")
    page.says("sheets of Loam kraft")
    page.open(f"/classes/{second.pk}/papers")
    page.says("Set aside for other classes, and not counted here")
    page.says("of Loam kraft for Seed-swap evening")
    page.open(f"/classes/{first.pk}/papers")
    page.click("Set it free")
    page.says("Nothing yet. What is set aside is not planned with for any other class.")


def test_the_supplies_of_a_class_that_is_over_leave_the_cupboard_and_come_back(page, paper_room):
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.open(f"/classes/{kit_class.pk}/log")
    # Nothing of its sheets was ticked at the trimmer: that is said before.
    page.says("was ticked at the trimmer: none of it leaves the cupboard")
    page.click("The class is over: take what it used")
    page.says("what it used has left the cupboard")
    assert (
        Movement.objects.filter(kit_class=kit_class, supply__name="Foam pads", cause="used").get().amount
        == -64
    )
    page.click("It is not over: put them back")
    page.says("Supplies leave it now: as planned, or as much as you wrote above.")
    reconciled()


def test_the_cupboard_is_searched_by_any_word(page, paper_room):
    page.sign_in()
    page.open("/cupboard")
    page.says("Furrow check")
    page.write("Find in the cupboard", "barrow kraft")
    page.until(lambda d: "Furrow check" not in page.text("main"))
    assert "Loam kraft" in page.text("main")
