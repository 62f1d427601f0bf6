"""One class from booked to remembered, in the real interface."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from studio.classes.models import CuttingRun, KitClass, Tick
from studio.log.models import ClassLog, Used
from studio.people.models import Attendee

SETUP = """
const done = arguments[0];
const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
const post = (path, body) => fetch('/api' + path, {method: 'POST', body: JSON.stringify(body),
  headers: {'Content-Type': 'application/json', 'X-CSRFToken': token}}).then((answer) => answer.json());
(async () => {
  await post('/papers', {name: 'Loam kraft', kind: 'cardstock', width: '8 1/2', height: '11', on_hand: 9});
  const supply = await post('/supplies', {name: 'Foam pads', unit: 'each', pack_size: '100', on_hand: '50'});
  const piece = {name: 'Card', paper: 'body', width: '4 1/4', height: '11',
    scores: [{along: 'height', at: ['5 1/2']}]};
  const steps = [{says: 'Fold the card in half', pieces: ['Card'], minutes: '4'},
    {says: 'Stick the pads on', minutes: '3', supplies: [String(supply.id)]}];
  const supplies = [{supply: String(supply.id), per_kit: '2'}];
  await post('/projects', {name: 'Pocket card', pieces: [piece], steps, supplies});
  done();
})();
"""


def started(page):
    """A list, a paper and a supply; then a class of it, whose paper is chosen."""
    page.sign_in()
    page.driver.execute_async_script(SETUP)
    page.open("/classes")
    page.click("New class")
    page.until(lambda d: d.find_elements(By.XPATH, "//*[@role='menuitem']"))[0].click()
    page.says("Which paper for what")
    field = page.field("Paper for body in As chosen")
    field.click()
    field.send_keys("Loam", Keys.ARROW_DOWN, Keys.ENTER)
    page.says("proved fewest")
    return KitClass.objects.get()


def test_a_class_goes_from_booked_to_remembered(page, empty_room):
    kit_class = started(page)
    place = f"/classes/{kit_class.pk}"

    # Booked: two come, and the class follows them. Two seats and the sample are three kits.
    page.open(f"{place}/people")
    page.says("0 of 8 seats taken")
    for name in ("Ida Marsh", "Jon Vale"):
        page.write("Name of the next person", name)
        page.press(Keys.ENTER)
        page.until(lambda d, name=name: Attendee.objects.filter(name=name).exists())
    page.driver.find_element(By.XPATH, "//label[contains(., 'The class follows this list')]").click()
    page.says("3 kits")
    page.says("2 of 2 seats taken")

    # Cut, every step.
    page.open(f"{place}/trimmer")
    page.click("Begin cutting")
    page.says("step 1 of")
    steps = int(page.text("main").split("step 1 of ")[1].split(",")[0])
    for step in range(1, steps + 1):
        page.press(Keys.SPACE)
        page.says("All cut" if step == steps else f"step {step + 1} of")
    page.until(lambda d: CuttingRun.objects.get().done == steps)

    # Scored, and the batches ticked.
    page.open(f"{place}/scoring")
    page.says("step 1 of 1")
    page.press(Keys.SPACE)
    page.says("All scored")
    page.open(f"{place}/prepare")
    page.says("Before the class")
    for box in page.driver.find_elements(By.CSS_SELECTOR, "[aria-label^='Done: ']"):
        box.click()
    page.says("All of it is ticked.")

    # Packed: every bag has everything in it.
    for bag in (1, 2, 3):
        page.open(f"{place}/pack?way=As+chosen&bag={bag}")
        page.says(f"Bag {bag}, As chosen")
        page.click("All in")
        page.until(lambda d: page.field("Close the bag").is_enabled())
        page.click("Close the bag")
        page.says("Open it again")
    page.open(f"{place}/pack")
    page.says("3 of 3 bags closed")

    # Taught.
    page.open(f"{place}/table")
    page.says("7 min at the table")
    page.press(Keys.SPACE)
    page.says("step 1 of 2")
    page.says("Fold the card in half")
    page.says("in time")
    page.click("A break")
    page.says("a break")
    page.click("Go on")
    page.press(Keys.SPACE)
    page.says("Stick the pads on")
    page.press(Keys.SPACE)
    page.says("All steps are done")
    page.click("To the log of the class")

    # Remembered.
    page.says("Nothing differs from the plan so far.")
    page.says("2 seen at the trimmer")
    page.write("Really used of Foam pads", "8")
    page.press(Keys.TAB)
    page.says("Foam pads: planned 6, used 8")
    page.write("Kits of As chosen left over", "1")
    page.press(Keys.TAB)
    page.until(lambda d: ClassLog.objects.filter(left={"As chosen": 1}).exists())
    page.write("A note on the class", "The pads are too thick for the envelope.")
    page.click("Keep the note")
    page.says("The pads are too thick for the envelope.", "section[aria-labelledby=notes] ul")
    page.click("The class is over: take what it used")
    page.says("It was over on")
    page.until(lambda d: KitClass.objects.get().finished is not None)
    assert page.tab("Log") == "Log 1 difference"
    (pads,) = kit_class.studio.supplies.all()
    assert pads.on_hand == 42
    (paper,) = kit_class.studio.papers.all()
    assert paper.on_hand == 7
    # The guides saw by themselves how long it took, but for what was on screen before anything was done.
    assert Tick.objects.get(guide="scoring").seconds is None
    assert sorted(CuttingRun.objects.get().timed) == [str(step) for step in range(1, steps)]
    # The first step at the table had a break in it.
    steps_taught = Tick.objects.filter(guide="teaching", key__startswith="step").order_by("key")
    assert [tick.seconds is None for tick in steps_taught] == [True, False]

    # The project knows, and the next class has one kit less to make.
    page.open(f"/projects/{kit_class.project_id}/taught")
    page.says("1 kit left over")
    page.says("The pads are too thick for the envelope.")
    page.open(f"{place}/kit")
    page.click("Teach it again on another day")
    page.until(lambda d: KitClass.objects.count() == 2)
    page.says("1 kit left over from")
    page.write("Use of As chosen", "1")
    page.says("2 kits")


def test_what_is_said_right_after_one_another_is_all_kept(page, empty_room):
    kit_class = started(page)
    page.open(f"/classes/{kit_class.pk}/log")
    page.write("Really used of Foam pads", "8")
    # The tick comes before the number is answered.
    page.field("Foam pads ran out").click()
    page.until(lambda d: Used.objects.filter(ran_out=True, amount=8).exists())
    page.click("The class is over: take what it used")
    page.says("It was over on")
    page.write("Really taken, EUR", "40")
    page.write("Hours it took in all", "2.5")
    page.press(Keys.TAB)
    page.until(lambda d: KitClass.objects.filter(taken=40, hours="2.5").exists())
    # Somebody else says something else of it: it is not written over unseen, and then it is meant.
    KitClass.objects.update(taken=60)
    page.write("Hours it took in all", "3")
    page.press(Keys.TAB)
    page.says("changed elsewhere")
    assert KitClass.objects.filter(taken=60, hours="2.5").exists()
    page.write("Hours it took in all", "3.5")
    page.press(Keys.TAB)
    page.until(lambda d: KitClass.objects.filter(taken=40, hours="3.5").exists())
