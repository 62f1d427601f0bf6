"""Every main screen by axe-core, in both colour schemes: no serious finding."""

import pytest
from selenium.webdriver.common.by import By

from studio.classes.models import KitClass
from studio.projects.models import Project

from .conftest import ROOT

AXE = ROOT / "web/node_modules/axe-core/axe.min.js"
RUN = """
const done = arguments[arguments.length - 1]
axe.run(document, {resultTypes: ['violations']}).then((found) => done(
  found.violations.filter((v) => ['serious', 'critical'].includes(v.impact)).map((v) =>
    [v.id, v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + ' :: ' + n.failureSummary.slice(0, 240))])))
"""


def severe_findings(page):
    page.driver.execute_script(AXE.read_text())
    return page.driver.execute_async_script(RUN)


def screens():
    kit_class = KitClass.objects.get(name="Seed-swap evening").pk
    project = Project.objects.get(name="Potting-shed tin").pk
    return {
        "/": "Next on the bench",
        "/projects": "Row-marker fan",
        f"/projects/{project}": "would make it even",
        f"/projects/{project}/assembly": "The order of assembly",
        f"/projects/{Project.objects.get(name='Seed drawer').pk}/versions": "score 2 along the height",
        "/habits": "What your classes taught",
        "/classes": "Harvest supper",
        f"/classes/{kit_class}/kit": "Every kit holds",
        f"/classes/{kit_class}/papers": "Sheets and packs",
        f"/classes/{kit_class}/sheets": "No plan of straight cuts",
        f"/classes/{kit_class}/supplies": "Supplies to pay now",
        f"/classes/{kit_class}/cost": "is the least fee",
        f"/classes/{kit_class}/prepare": "Before the class",
        f"/classes/{kit_class}/pack": "bags closed",
        f"/classes/{kit_class}/people": "seats taken",
        f"/classes/{kit_class}/scoring": "step 1 of",
        f"/classes/{kit_class}/table": "about to begin",
        f"/classes/{KitClass.objects.get(name='Harvest supper').pk}/log": "Planned, and as it was",
        f"/projects/{Project.objects.get(name='Row-marker fan').pk}/taught": "Harvest supper",
        "/cupboard": "Furrow check",
        "/shopping": "In all",
        "/shopping/prices": "Use a list as a file",
        "/year": "Earned an hour",
        "/account": "Where you are signed in",
        "/members": "Ask somebody in",
        "/archive": "Download everything",
        "/changes": "Who changed what",
        "/studios/new": "Cuts mostly from",
    }


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_no_main_screen_has_a_serious_violation(page, paper_room, scheme, settings):
    page.open("/")
    page.driver.execute_script(f"localStorage.setItem('mantine-color-scheme-value', '{scheme}')")
    page.open("/")
    page.field("Password")
    found = {"sign in": severe_findings(page)}
    settings.SIGN_UP, settings.SIMULATED_MAIL = "open", True
    for path, says in (("/sign-up", "Make the account"), ("/forgot", "Send the link"),
                       ("/mailbox", "No letters yet")):  # fmt: skip
        page.open(path)
        page.says(says)
        found[path] = severe_findings(page)
    page.sign_in()
    for path, says in screens().items():
        page.open(path)
        page.says(says)
        found[path] = severe_findings(page)
    first = KitClass.objects.get(name="Seed-swap evening").pk
    for view, says in (
        ("Cutting order", "turn a quarter"),
        ("Other sheet sizes", "least money"),
        ("Seat by seat", "seats there is nothing more to buy"),
    ):
        page.open(f"/classes/{first}/sheets")
        page.says("To the trimmer")
        page.driver.find_element(By.XPATH, f"//label[normalize-space()='{view}']").click()
        page.says(says)
        found[view] = severe_findings(page)
    page.open(f"/classes/{first}/trimmer")
    page.says("Begin cutting")
    found["before cutting"] = severe_findings(page)
    page.open(f"/classes/{KitClass.objects.get(name='First sowings, beginners').pk}/trimmer")
    page.says("to the mark")
    found["trimmer"] = severe_findings(page)
    page.press("m")
    page.says("What saves it")
    found["miscut"] = severe_findings(page)
    page.open("/cupboard")
    page.says("Furrow check")
    page.driver.find_element(By.CSS_SELECTOR, "ul[aria-label=Papers] button").click()
    page.says("Remove this paper")
    found["paper drawer"] = severe_findings(page)
    page.driver.execute_script("localStorage.clear()")
    assert {place: severe for place, severe in found.items() if severe} == {}


def test_the_check_itself_finds_a_button_without_a_name(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    page.driver.execute_script("document.querySelector('main').append(document.createElement('button'))")
    assert [rule for rule, _ in severe_findings(page)] == ["button-name"]
