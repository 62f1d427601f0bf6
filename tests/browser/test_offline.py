"""The guides with the server gone: opened, walked, opened again; and no tick is lost when it is back."""

from __future__ import annotations

from urllib.parse import urlsplit

import pytest
from selenium.webdriver.common.keys import Keys

from studio.classes.models import CuttingRun, KitClass, Tick

from .wire import Wire


@pytest.fixture
def wire(page, live_server):
    """The page reaches its server by a wire; what the browser says of the missing server is expected."""
    found = urlsplit(live_server.url)
    wire = Wire((found.hostname, found.port))
    page.address = f"http://127.0.0.1:{wire.port}"
    yield wire
    page.driver.get("about:blank")
    wire.cut()
    assert [said for said in page.complaints() if "net::ERR_" not in said] == []


def guided(page, guide, says):
    """A guide of the next class, opened with its worker at work."""
    kit_class = KitClass.objects.get(name="Seed-swap evening")
    page.sign_in()
    page.until(lambda d: d.execute_script("return !!navigator.serviceWorker.controller"))
    page.open(f"/classes/{kit_class.pk}/{guide}")
    page.says(says)
    return kit_class


def counted(kit_class, guide):
    return Tick.objects.filter(kit_class=kit_class, guide=guide, count__gt=0).count()


def test_scoring_goes_on_without_the_server_also_when_the_page_is_opened_again(page, paper_room, wire):
    kit_class = guided(page, "scoring", "step 1 of 10")
    page.press(Keys.SPACE)
    page.says("step 2 of 10")
    page.says("saved on the server")
    wire.cut()
    page.press(Keys.SPACE)
    page.says("not saved yet: no connection")
    page.open(f"/classes/{kit_class.pk}/scoring")
    page.says("step 3 of 10")
    page.press(Keys.SPACE, Keys.SPACE)
    page.says("step 5 of 10")
    assert counted(kit_class, "scoring") == 1
    wire.restore()
    page.says("saved on the server")
    page.until(lambda d: counted(kit_class, "scoring") == 4)
    page.says("step 5 of 10")


def test_what_is_only_shown_without_the_server_says_so(page, paper_room, wire):
    kit_class = guided(page, "scoring", "step 1 of 10")
    page.says("saved on the server")
    wire.cut()
    page.open(f"/classes/{kit_class.pk}/scoring")
    page.says("step 1 of 10")
    page.says("no connection: as it was when this device last had one")
    wire.restore()
    page.says("saved on the server")


def test_cutting_goes_on_without_the_server(page, paper_room, wire):
    kit_class = guided(page, "trimmer", "Begin")
    page.click("Begin cutting")
    page.says("step 1 of")
    page.press(Keys.SPACE)
    page.says("step 2 of")
    page.says("saved on the server")
    page.until(lambda d: CuttingRun.objects.get(kit_class=kit_class).done == 1)
    wire.cut()
    page.press(Keys.SPACE, Keys.SPACE)
    page.says("not saved yet: no connection")
    page.open(f"/classes/{kit_class.pk}/trimmer")
    page.says("step 4 of")
    page.press(Keys.SPACE)
    page.says("step 5 of")
    wire.restore()
    page.until(lambda d: CuttingRun.objects.get(kit_class=kit_class).done == 4)
    page.says("saved on the server")


def test_the_class_is_taught_without_the_server(page, paper_room, wire):
    kit_class = guided(page, "table", "The class is about to begin")
    page.press(Keys.SPACE)
    page.says("step 1 of 4")
    page.says("saved on the server")
    wire.cut()
    page.press(Keys.SPACE)
    page.says("step 2 of 4")
    page.open(f"/classes/{kit_class.pk}/table")
    page.says("step 2 of 4")
    # The folded drawings of steps that were not shown before are there too.
    page.press(Keys.SPACE)
    page.says("step 3 of 4")
    page.until(
        lambda d: d.execute_script(
            "const all = [...document.images];"
            "return all.length > 0 && all.every((one) => one.complete && one.naturalWidth > 0)"
        )
    )
    wire.restore()
    page.says("saved on the server")
    page.until(lambda d: Tick.objects.filter(guide="teaching", key="step-3", count=1).exists())


def test_who_signs_out_leaves_nothing_of_the_studio_in_the_browser(page, paper_room, wire):
    guided(page, "scoring", "step 1 of 10")
    names = "return caches.keys().then((names) => names.filter((name) => name === 'neat-sheaf-guides'))"
    page.until(lambda d: d.execute_script(names) == ["neat-sheaf-guides"])
    page.open("/")
    page.click("The Tansy Row paper room")
    page.driver.execute_script(
        "[...document.querySelectorAll('[role=menuitem]')].find((e) => e.innerText === 'Sign out').click()"
    )
    page.says("Sign in")
    held = "return caches.open('neat-sheaf-guides').then((c) => c.keys()).then((k) => k.map((r) => r.url))"
    kept = [url for url in page.driver.execute_script(held) if not url.endswith("/api/session")]
    assert kept == []
