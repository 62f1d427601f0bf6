"""Every main screen by axe-core, in both colour schemes: no serious finding.

In the dark only the rules of colour are asked again: what is named, and in which order, is the same.
"""

import pytest
from selenium.webdriver.common.by import By

from studio.classes.models import KitClass
from studio.projects.models import Project

from .conftest import ROOT

AXE = ROOT / "web/node_modules/axe-core/axe.min.js"
RUN = """
const [rules, done] = arguments
const only = rules ? {runOnly: {type: 'rule', values: rules}} : {}
axe.run(document, {resultTypes: ['violations'], ...only}).then((found) => done(
  found.violations.filter((v) => ['serious', 'critical'].includes(v.impact)).map((v) =>
    [v.id, v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + ' :: ' + n.failureSummary.slice(0, 240))])))
"""


OF_COLOUR = ["color-contrast", "link-in-text-block"]
STILL = """
const style = document.createElement('style')
style.textContent = '* { transition: none !important; animation-duration: 0s !important }'
document.head.append(style)
"""


def severe_findings(page, rules=None):
    if not page.driver.execute_script("return Boolean(window.axe)"):
        page.driver.execute_script(AXE.read_text())
        page.driver.execute_script(STILL)
    return page.driver.execute_async_script(RUN, rules)


def turned(page, scheme):
    """The page in a colour scheme, as a click on its name leaves it."""
    page.driver.execute_script(
        "document.documentElement.setAttribute('data-mantine-color-scheme', arguments[0])", scheme
    )


def in_both_schemes(page):
    """What is found in the light, and what in the dark."""
    found = severe_findings(page)
    turned(page, "dark")
    found += severe_findings(page, OF_COLOUR)
    turned(page, "light")
    return found


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


def test_no_page_of_a_stranger_has_a_serious_violation(page, paper_room, settings):
    settings.SIGN_UP, settings.SIMULATED_MAIL = "open", True
    found = {}
    for path, says in (("/", "Password"), ("/sign-up", "Make the account"), ("/forgot", "Send the link"),
                       ("/mailbox", "No letters yet")):  # fmt: skip
        page.open(path)
        page.says(says)
        found[path] = in_both_schemes(page)
    assert {place: severe for place, severe in found.items() if severe} == {}


@pytest.mark.parametrize("half", [0, 1])
def test_no_main_screen_has_a_serious_violation(page, paper_room, half):
    page.sign_in()
    found = {}
    for path, says in list(screens().items())[half::2]:
        page.go(path)
        page.says(says)
        found[path] = in_both_schemes(page)
    assert len(found) > 12
    assert {place: severe for place, severe in found.items() if severe} == {}


def test_no_view_within_a_screen_has_a_serious_violation(page, paper_room):
    page.sign_in()
    found = {}
    first = KitClass.objects.get(name="Seed-swap evening").pk
    page.go(f"/classes/{first}/sheets")
    page.says("To the trimmer")
    for view, says in (
        ("Cutting order", "turn a quarter"),
        ("Other sheet sizes", "least money"),
        ("Seat by seat", "seats there is nothing more to buy"),
    ):
        page.driver.find_element(By.XPATH, f"//label[normalize-space()='{view}']").click()
        page.says(says)
        found[view] = in_both_schemes(page)
    page.go(f"/classes/{first}/trimmer")
    page.says("Begin cutting")
    found["before cutting"] = in_both_schemes(page)
    page.go(f"/classes/{KitClass.objects.get(name='First sowings, beginners').pk}/trimmer")
    page.says("to the mark")
    found["trimmer"] = in_both_schemes(page)
    page.press("m")
    page.says("What saves it")
    found["miscut"] = in_both_schemes(page)
    page.open("/cupboard")
    page.says("Furrow check")
    page.driver.find_element(By.CSS_SELECTOR, "ul[aria-label=Papers] button").click()
    page.says("Remove this paper")
    found["paper drawer"] = in_both_schemes(page)
    assert {place: severe for place, severe in found.items() if severe} == {}


def test_colours_are_looked_at_in_the_dark_too(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    # As light as the dark ground is dark, and the same as the light one.
    page.driver.execute_script(
        "const p = document.createElement('p'); p.textContent = 'Hardly to be read';"
        "p.style.color = '#2b272b'; document.querySelector('main').append(p)"
    )
    assert severe_findings(page) == []
    assert [rule for rule, _ in in_both_schemes(page)] == ["color-contrast"]


def test_the_check_itself_finds_a_button_without_a_name(page, paper_room):
    page.sign_in()
    page.says("Next on the bench")
    page.driver.execute_script("document.querySelector('main').append(document.createElement('button'))")
    assert [rule for rule, _ in severe_findings(page)] == ["button-name"]
