"""Debian's headless Chromium, driven through Selenium, for the browser tests and the pictures."""

from __future__ import annotations

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

__all__ = ["open_chromium", "resize"]

_FLAGS = (
    "--headless=new", "--no-sandbox", "--disable-dev-shm-usage", "--hide-scrollbars",
    "--force-device-scale-factor=1", "--disable-background-networking", "--disable-component-update",
    "--disable-sync", "--no-first-run", "--force-prefers-reduced-motion",
)  # fmt: skip


def open_chromium(width: int = 1280, height: int = 800) -> webdriver.Chrome:
    """A new browser with an inner window of this size in px."""
    options = webdriver.ChromeOptions()
    options.binary_location = "/usr/bin/chromium"
    for flag in _FLAGS:
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    driver = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver"))
    resize(driver, width, height)
    return driver


def resize(driver: webdriver.Chrome, width: int, height: int) -> None:
    """Set the inner size; the window's own size would leave the browser's frame out of it."""
    driver.execute_cdp_cmd(
        "Emulation.setDeviceMetricsOverride",
        {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False},
    )
