"""A shop's prices taken over, an order sent and put away, a figure opened: in the real interface."""

import threading

import pytest
from selenium.webdriver.common.by import By

from studio.cupboard.models import Order, Paper
from studio.simulated import shops
from tests.studio.test_ledger import reconciled

REED = "Reed Lane papers, by post"


@pytest.fixture
def served(settings):
    """The simulated shops, as a server's settings name them."""
    server = shops.serve(0)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    at = f"http://127.0.0.1:{server.server_address[1]}"
    settings.SUPPLIERS = [(name, f"{at}/{path}") for path, name in shops.SHOPS.items()]
    yield
    server.shutdown()
    server.server_close()


def test_a_shops_list_is_taken_over_undone_and_what_is_short_is_ordered(page, paper_room, served):
    page.sign_in()
    page.open("/shopping/prices")
    page.click("Shop")
    option = f"//*[@role='option'][normalize-space()='{REED}']"
    found = page.until(lambda d: next(iter(d.find_elements(By.XPATH, option)), None))
    # By the page itself: the list may still be moving into its place.
    page.driver.execute_script("arguments[0].click()", found)
    page.click("Ask for its list")
    page.says("4 are different, 1 is the same, 1 is not in the cupboard.")
    page.says("Hoar frost checks, RL-205")
    page.click("Take over 4")
    page.says("4 things are changed.")
    assert Paper.objects.get(name="Furrow check").discontinued
    assert Paper.objects.get(name="Pea dots").pack_sheets == 8
    page.click("Undo")
    page.until(lambda d: Paper.objects.get(name="Pea dots").pack_sheets == 6)
    assert not Paper.objects.get(name="Furrow check").discontinued

    page.open("/shopping")
    page.says(REED)
    page.click("Order these")
    page.says("On the way")
    order = Order.objects.get()
    page.says(f"number {order.number}")
    here = Paper.objects.get(name="Dusk stripe").on_hand
    page.click("It is here, all of it")
    page.says("closed today")
    assert Paper.objects.get(name="Dusk stripe").on_hand == here + 6
    page.click("Undo: it is still on the way")
    page.until(lambda d: Paper.objects.get(name="Dusk stripe").on_hand == here)
    page.says("comes on")
    reconciled()


def test_a_figure_of_the_cost_opens_to_its_formula_and_what_it_is_made_of(page, paper_room):
    page.sign_in()
    page.open("/classes")
    page.click("Seed-swap evening")
    page.says("16 kits")
    page.open(page.driver.current_url.replace(page.address, "").split("?")[0].rstrip("/") + "/cost")
    page.says("Where it goes")
    figure = "//button[@title='How Cash out of Hemp ribbon comes about']"
    page.driver.find_element(By.XPATH, figure).click()
    page.says("384 in needed, 0 in here: 2 packs of 360 in × €4.80 = €9.60")
    page.says("15 lengths of 24 in")
