"""Refresh docs/screenshots/ from the demo data, at 1280x800. Run with a throwaway database."""

from __future__ import annotations

import io
import time

import pdfplumber
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.support.ui import WebDriverWait

from tools.chromium import open_chromium, resize
from tools.cluster import CHECKOUT
from tools.served import served_demo

SHOTS = CHECKOUT / "docs" / "screenshots"
VIEWS = [
    ("bench", "/", "Next on the bench"),
    ("project", "/projects/1", "There is room for"),
    ("class-kit", "/classes/1/kit", "Every kit holds"),
    ("class-sheets", "/classes/1/sheets", "Fewest sheets"),
    ("class-cost", "/classes/1/cost", "is the least fee"),
    ("class-prepare", "/classes/1/prepare", "Before the class"),
    ("class-pack", "/classes/2/pack", "bags closed"),
    ("class-log", "/classes/6/log", "Planned, and as it was"),
    ("shopping", "/shopping", "In all"),
    ("cupboard", "/cupboard", "Furrow check"),
]


def _wait(driver: WebDriver, text: str) -> None:
    WebDriverWait(driver, 20).until(lambda d: text in d.find_element(By.TAG_NAME, "body").text)
    time.sleep(0.6)


def _shoot(driver: WebDriver, name: str) -> None:
    driver.save_screenshot(str(SHOTS / f"{name}.png"))
    print(f"docs/screenshots/{name}.png")


def main() -> None:
    """Serve the demo, visit every main view, save a picture of each."""
    with served_demo() as (address, password):
        _visit(address, password)


def _print_page(driver: WebDriver, path: str, name: str) -> None:
    """The first page of a printed file, as the browser's own session gets it."""
    fetched = driver.execute_async_script(
        "const [path, done] = arguments; fetch(path).then((r) => r.arrayBuffer())"
        ".then((b) => done(Array.from(new Uint8Array(b))))",
        path,
    )
    page = pdfplumber.open(io.BytesIO(bytes(fetched))).pages[0]
    page.to_image(resolution=90, antialias=True).save(SHOTS / f"{name}.png", quantize=False)
    print(f"docs/screenshots/{name}.png")


def _visit(address: str, password: str) -> None:
    SHOTS.mkdir(parents=True, exist_ok=True)
    driver = open_chromium()
    try:
        driver.get(address)
        _wait(driver, "Sign in")
        driver.find_element(By.CSS_SELECTOR, "input[autocomplete=username]").send_keys("demo")
        driver.find_element(By.CSS_SELECTOR, "input[autocomplete=current-password]").send_keys(
            password, Keys.ENTER
        )
        _wait(driver, "Next on the bench")
        for name, path, text in VIEWS:
            driver.get(address + path)
            _wait(driver, text)
            _shoot(driver, name)
        driver.get(f"{address}/projects/1")
        _wait(driver, "What fits what")
        driver.find_element(By.XPATH, "//button[.='Fold it']").click()
        _wait(driver, "Room inside")
        time.sleep(1.5)  # it folds as it comes
        standing = driver.find_element(By.XPATH, "//button[.='Show it put together']")
        driver.execute_script("arguments[0].click()", standing)
        _wait(driver, "flat and apart")
        time.sleep(2)
        made = driver.find_element(By.ID, "made")
        driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", made)
        _shoot(driver, "project-folded")
        driver.find_element(By.XPATH, "//button[.='Start from a form…']").click()
        _wait(driver, "Flat pouch")
        time.sleep(1)
        _shoot(driver, "start-form")
        driver.get(f"{address}/projects/2")
        _wait(driver, "What fits what")
        box = driver.find_element(By.CSS_SELECTOR, "textarea[aria-label='A piece in words']")
        box.send_keys("Seed packet 9 x 12 cm in print, score the long side at 1 and 11, skore 2")
        _wait(driver, "did you mean")
        _shoot(driver, "project-words")
        driver.execute_script("localStorage.setItem('mantine-color-scheme-value', 'dark')")
        driver.get(f"{address}/classes/1/sheets")
        _wait(driver, "Fewest sheets")
        _shoot(driver, "class-sheets-dark")
        _print_page(driver, "/api/projects/1/sheet.pdf", "attendee-sheet")
        _print_page(driver, "/api/classes/1/cut-guide.pdf", "cut-guide")
        driver.execute_script("localStorage.clear()")
        driver.get(f"{address}/classes/1/table")
        _wait(driver, "about to begin")
        driver.find_element(By.TAG_NAME, "body").send_keys(" ")
        _wait(driver, "in time")
        _shoot(driver, "table")
        driver.get(f"{address}/classes/2/trimmer")
        _wait(driver, "Take")
        _shoot(driver, "trimmer")
        resize(driver, 820, 1180)
        driver.get(f"{address}/classes/1/scoring")
        _wait(driver, "Take")
        _shoot(driver, "scoring-tablet")
    finally:
        driver.quit()


if __name__ == "__main__":
    main()
