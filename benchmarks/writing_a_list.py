"""How fast a list is written: a 500-line paste is read, and a keystroke is drawn in the browser.

Reading is measured cold (no line is remembered) against the 200 ms a person does not notice; a
keystroke from its input event to the frame in which its drawing has changed, against 50 ms.
Prints milliseconds and their ratio to that aim, in one run.
"""

from __future__ import annotations

import statistics
import sys
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import WebDriverWait

from neat_sheaf.reading.notation import read_lines, tidy_line
from tests.core.test_quick_lines import PASTE
from tools.chromium import open_chromium
from tools.served import served_demo

PASTE_AIM_MS, KEY_AIM_MS = 200, 50

WATCH = """
window.taken = [];
const field = document.querySelector('#width-0');
const drawing = () => document.querySelector('aside svg[role=img]').getAttribute('aria-label');
field.addEventListener('input', () => {
  const began = performance.now(), before = drawing();
  const look = () => {
    if (drawing() !== before) requestAnimationFrame(() => window.taken.push(performance.now() - began));
    else if (performance.now() - began < 1000) setTimeout(look, 0);
  };
  look();
}, true);
"""


def lines() -> list[str]:
    """500 different lines, each of twenty ways of writing 25 times under another name."""
    lines = [line.lstrip("0123456789.-• )") for line in PASTE.splitlines()]
    return [f"P{number} {line}" for number, line in enumerate(lines * 25)]


def paste() -> None:
    """The best of five readings of 500 lines, and what tidying them takes."""
    text = "\n".join(lines())
    read_lines("Card 2 x 3", "in")
    taken = []
    for _ in range(5):
        began = time.perf_counter()
        read = read_lines(text, "in")
        taken.append((time.perf_counter() - began) * 1000)
    began = time.perf_counter()
    for line in read:
        if line.piece:
            tidy_line(line.piece, "in")
    tidied = (time.perf_counter() - began) * 1000
    best, middle = min(taken), statistics.median(taken)
    print(
        f"500 lines read: best {best:.0f} ms, median {middle:.0f} ms; {middle / PASTE_AIM_MS:.2f} of the aim"
    )
    print(f"500 lines said again in tidy words: {tidied:.0f} ms")


def keystrokes() -> None:
    """From a key in the width of a piece to the frame that draws it."""
    with served_demo() as (address, password):
        driver = open_chromium()
        try:
            driver.get(address)
            wait = WebDriverWait(driver, 20)
            name = wait.until(lambda d: d.find_element(By.CSS_SELECTOR, "input[autocomplete=username]"))
            name.send_keys("demo")
            driver.find_element(By.CSS_SELECTOR, "input[autocomplete=current-password]").send_keys(
                password, Keys.ENTER
            )
            wait.until(lambda d: "Next on the bench" in d.find_element(By.TAG_NAME, "body").text)
            driver.get(f"{address}/projects/1")
            field = wait.until(lambda d: d.find_element(By.ID, "width-0"))
            field.click()
            driver.execute_script(WATCH)
            for _ in range(20):
                field.send_keys("1")
                field.send_keys(Keys.BACKSPACE)
            time.sleep(1)
            taken = driver.execute_script("return window.taken")
        finally:
            driver.quit()
    middle = statistics.median(taken)
    worst = sorted(taken)[int(len(taken) * 0.95) - 1]
    print(
        f"{len(taken)} keystrokes drawn: median {middle:.0f} ms, 95 % within {worst:.0f} ms; "
        f"{middle / KEY_AIM_MS:.2f} of the aim"
    )


if __name__ == "__main__":
    paste()
    keystrokes()
