"""A real browser before the real server and the built front end."""

from __future__ import annotations

import os
import re
import threading
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.signals import request_finished, request_started
from django.test import Client
from selenium.common.exceptions import TimeoutException
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

from studio.accounts.models import Member, Studio
from tests.paper_room import NAME, PASSWORD, put_paper_room
from tools.chromium import open_chromium

ROOT = Path(__file__).parents[2]
SEVERE = "SEVERE"
PATIENCE = float(os.environ.get("NEAT_SHEAF_PATIENCE", "90"))  # seconds


class Page:
    """The page as a person has it: what it says, its fields by their names, its keys."""

    def __init__(self, driver: Any, address: str) -> None:
        self.driver, self.address = driver, address

    def open(self, path: str) -> None:
        """Go to a place of the application."""
        self.driver.get(self.address + path)

    def go(self, path: str) -> None:
        """Go to a place within the application, as its own links do: nothing is loaded again."""
        self.driver.execute_script(
            "history.pushState(null, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", path
        )

    def until(self, what: Callable[[Any], Any], seconds: float = PATIENCE) -> Any:
        """Wait for something true; a machine that is busy is given time, which only a failure costs."""
        return WebDriverWait(self.driver, seconds, poll_frequency=0.1).until(what)

    def text(self, within: str = "body") -> str:
        """What a part of the page says, lines apart; in the page's own words, which are had at once."""
        found = self.driver.execute_script(
            "return document.querySelector(arguments[0])?.innerText ?? ''", within
        )
        return re.sub(r"[^\S\n]+", " ", found)

    def says(self, text: str, within: str = "body") -> None:
        """Wait until the page says something."""
        try:
            self.until(lambda d: text in self.text(within))
        except TimeoutException as error:
            shown = self.text(within)
            raise AssertionError(f"the page does not say {text!r} but:\n{shown}") from error

    def field(self, label: str) -> WebElement:
        """The field, button or link of that accessible name."""
        quoted = f'"{label}"'
        path = (
            f"//*[@aria-label={quoted}][not(self::section) and not(self::div)]"
            f" | //button[normalize-space()={quoted}]"
            f" | //a[normalize-space()={quoted}] | //*[@id=//label[normalize-space()={quoted}]/@for]"
        )
        return self.until(
            lambda d: next((e for e in d.find_elements(By.XPATH, path) if e.is_displayed()), None)
        )

    def write(self, label: str, text: str) -> None:
        """Put a text in a field in place of what is there, key by key."""
        field = self.field(label)
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text or Keys.DELETE)

    def press(self, *keys: str) -> None:
        """Press keys wherever the focus is."""
        ActionChains(self.driver).send_keys(*keys).perform()

    def chord(self, held: str, *keys: str) -> None:
        """Press keys while another is held down."""
        ActionChains(self.driver).key_down(held).send_keys(*keys).key_up(held).perform()

    def click(self, label: str) -> None:
        """Press a button or follow a link."""
        self.field(label).click()

    def tab(self, name: str) -> str:
        """What an index tab of the class says."""
        tabs = self.driver.find_elements(By.CSS_SELECTOR, 'nav[aria-label="Parts of the class"] a')
        return next(" ".join(tab.text.split()) for tab in tabs if tab.text.startswith(name))

    def sign_in(self, name: str = NAME) -> None:
        """Go to the bench as somebody who has come in before."""
        client = Client()
        client.force_login(
            User.objects.get(username=name), backend="django.contrib.auth.backends.ModelBackend"
        )
        session = client.cookies["sessionid"].value
        cookie = {"name": "sessionid", "value": session, "url": self.address, "httpOnly": True}
        self.driver.execute_cdp_cmd("Network.setCookie", cookie)
        self.open("/")
        self.until(lambda d: d.find_elements(By.CSS_SELECTOR, 'nav[aria-label="Places"]'))

    def come_in(self, name: str = NAME, password: str = PASSWORD) -> None:
        """Come in by the front door."""
        self.open("/")
        self.field("Name or mail address").send_keys(name)
        self.field("Password").send_keys(password, Keys.ENTER)
        self.until(lambda d: d.find_elements(By.CSS_SELECTOR, 'nav[aria-label="Places"]'))

    def complaints(self) -> list[str]:
        """What the browser's console complained of, apart from answers the tests ask for."""
        expected = ("status of 4", "ERR_INTERNET_DISCONNECTED", "ERR_BLOCKED_BY_CLIENT")
        return [
            entry["message"]
            for entry in self.driver.get_log("browser")
            if entry["level"] == SEVERE and not any(text in entry["message"] for text in expected)
        ]


@pytest.fixture(scope="session")
def driver() -> Iterator[Any]:
    """One browser for all the tests of a process."""
    found = open_chromium()
    yield found
    found.quit()


@pytest.fixture
def page(
    driver: Any, live_server: Any, underway: Underway, transactional_db: None, settings: Any
) -> Iterator[Page]:
    """A clean browser on the running application; it must not have complained at the end."""
    settings.PLAN_WAIT_SECONDS = 0  # every answer carries its plan
    settings.REQUESTS_A_MINUTE = {}
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # Of the whole browser: the driver's own command forgets those of the page it is on, a blank one.
    driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
    driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": live_server.url, "storageTypes": "all"})
    opened = Page(driver, live_server.url)
    yield opened
    complaints = opened.complaints()
    driver.execute_cdp_cmd("Network.disable", {})
    driver.get("about:blank")
    underway.wait_for_rest()
    assert complaints == []


class Underway:
    """How many requests the server is answering: a table must not be emptied under one of them.

    What the database is doing does not say it: a request that computes between two questions to the
    database looks like rest.
    """

    def __init__(self) -> None:
        self._count, self._lock = 0, threading.Lock()

    def begun(self, **_: Any) -> None:
        """A request has come in."""
        with self._lock:
            self._count += 1

    def ended(self, **_: Any) -> None:
        """A request was answered, or its asker went away."""
        with self._lock:
            self._count -= 1

    def wait_for_rest(self, seconds: float = 60) -> None:
        """Wait until nothing has been underway for a while; what never ends is a fault."""
        until, quiet = time.monotonic() + seconds, 0
        while quiet < 3:
            assert time.monotonic() < until, f"{self._count} requests were never answered"
            time.sleep(0.02)
            quiet = quiet + 1 if self._count == 0 else 0


@pytest.fixture(scope="session")
def underway() -> Iterator[Underway]:
    """The count of requests, kept from the server's own signals."""
    found = Underway()
    request_started.connect(found.begun)
    request_finished.connect(found.ended)
    yield found
    request_started.disconnect(found.begun)
    request_finished.disconnect(found.ended)


@pytest.fixture
def paper_room(page: Page) -> Studio:
    """The demo's paper room, with its keeper."""
    return put_paper_room()


@pytest.fixture
def empty_room(page: Page) -> Studio:
    """A studio with nothing in it."""
    studio = Studio.objects.create(name="Bare table")
    Member.objects.create(user=User.objects.create_user(NAME, password=PASSWORD), studio=studio)
    return studio
