"""How many frames a second the folded views hold in headless Chromium's software rendering, while they turn.

python tools/cluster.py .venv/bin/python benchmarks/frames.py
"""

from __future__ import annotations

import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import WebDriverWait

from neat_sheaf.formats.project_part import project_document
from neat_sheaf.project import Project
from tests.slips import library
from tools.chromium import open_chromium
from tools.served import served_demo

__all__: list[str] = []

AIM = 20  # frames a second
PIECES = 20

# Turns the drawing at every frame for three seconds, as a held arrow key would.
_TURN = """
const done = arguments[0]
const drawing = document.querySelector('[role=application]')
drawing.focus()
let frames = 0
const since = performance.now()
const step = () => {
  frames += 1
  const key = frames % 40 < 20 ? 'ArrowLeft' : 'ArrowUp'
  drawing.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  const gone = performance.now() - since
  if (gone < 3000) requestAnimationFrame(step)
  else done([(1000 * frames) / gone, drawing.querySelectorAll('path').length])
}
requestAnimationFrame(step)
"""
_SAVE = """
const [project, done] = arguments
const token = document.cookie.match(/csrftoken=([^;]+)/)[1]
fetch('/api/projects', {
  method: 'POST', headers: { 'Content-Type': 'application/json', 'X-CSRFToken': token },
  body: JSON.stringify(project),
}).then((answer) => answer.json()).then((kept) => done(kept.id))
"""


def twenty() -> dict[str, Any]:
    """A list of twenty folded pieces, of every form of the library."""
    found = [
        piece
        for _, units, _, project in library()
        for piece in project.pieces
        if units == "in" and piece.mat_of is None
    ]
    pieces = tuple(replace(piece, name=f"{piece.name} {n}") for n, piece in enumerate(found[::2][:PIECES]))
    return {**project_document(Project("Twenty", pieces), "in"), "units": "in"}


def main() -> int:
    slow = False
    with served_demo() as (address, password):
        driver = open_chromium()
        wait = WebDriverWait(driver, 20)
        driver.get(address)
        field = wait.until(lambda d: d.find_element(By.CSS_SELECTOR, "input[autocomplete=username]"))
        field.send_keys("demo")
        secret = driver.find_element(By.CSS_SELECTOR, "input[autocomplete=current-password]")
        secret.send_keys(password, Keys.ENTER)
        wait.until(lambda d: "Next on the bench" in d.find_element(By.TAG_NAME, "body").text)
        made = driver.execute_async_script(_SAVE, twenty())
        for what, project, button in (
            ("one piece", 1, "Fold it"),
            ("a project of the demo", 1, "Show it put together"),
            ("a project of twenty pieces", made, "Show it put together"),
        ):
            driver.get(f"{address}/projects/{project}")
            found = wait.until(
                lambda d, button=button: d.find_element(By.XPATH, f"//button[normalize-space()='{button}']")
            )
            driver.execute_script("arguments[0].click()", found)
            wait.until(
                lambda d: (
                    d.find_elements(By.CSS_SELECTOR, "[role=slider][aria-valuenow='100']")
                    and d.find_elements(By.CSS_SELECTOR, "[role=application] path")
                )
            )
            frames, paths = driver.execute_async_script(_TURN)
            print(f"{what}: {frames:.0f} frames a second, {paths // 2} surfaces")
            slow = slow or frames < AIM
        driver.quit()
    return int(slow)


if __name__ == "__main__":
    sys.exit(main())
