"""How long building on a page takes until it is on the screen: from the touch to the piece, paper or gap that is seen.

``python -m bench.on_screen ADDRESS``: the address of a running demo (``make demo``), which it changes and undoes.
Chromium, 1280 x 800, without animations; medians and the slowest of ten each.
"""

import statistics
import sys
import time
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, sync_playwright

from demo.chromium import CHROMIUM

ROUNDS = 10


def timed(page: Page, deed: Callable[[], Any], seen: str) -> float:
    """Return the seconds from a deed until a condition of the page's script holds."""
    began = time.perf_counter()
    deed()
    page.wait_for_function(seen, polling="raf")
    return time.perf_counter() - began


def undo(page: Page) -> None:
    """Undo and wait for it."""
    with page.expect_response(lambda answer: answer.url.endswith("/undo/")):
        page.get_by_role("button", name="Undo").click()
    page.locator(".bench[aria-busy=false]").wait_for()


def measure(address: str) -> dict[str, list[float]]:
    """Return the seconds each deed took, in every round."""
    found: dict[str, list[float]] = {"lay a piece": [], "a paper on one piece": [], "take a piece away": []}
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
        page.goto(address)
        page.wait_for_load_state("networkidle")
        for _ in range(ROUNDS):
            page.goto(f"{address}/pages/1/page")
            page.wait_for_load_state("networkidle")
            lay = page.get_by_role("region", name="Lay a piece").get_by_role("button", name="tag")
            there = "() => document.querySelector('.board [data-block=\"tag-1\"]') !== null"
            found["lay a piece"].append(timed(page, lambda: lay.click(), there))  # noqa: B023 - called at once
            page.locator('.board [data-block="tag-1"]').focus()
            page.keyboard.press("Enter")
            away = page.get_by_role("button", name="take it away")
            gone = "() => document.querySelector('.board [data-block=\"tag-1\"]') === null"
            found["take a piece away"].append(timed(page, lambda: away.click(), gone))  # noqa: B023
            undo(page)
            undo(page)
            page.goto(f"{address}/pages/1/cut")
            page.wait_for_load_state("networkidle")
            band = page.locator('.board [data-block="ledge"] .paper-edge').first
            before = band.get_attribute("fill")
            page.get_by_role("button", name="dusk sky, A side").click()
            other = "before => document.querySelector('.board [data-block=\"ledge\"] .paper-edge').getAttribute('fill')"
            seen = f"() => ({other})() !== {before!r}"
            laid = page.locator('.board [data-block="ledge"]')
            found["a paper on one piece"].append(timed(page, lambda: laid.dispatch_event("click"), seen))  # noqa: B023
            undo(page)
        browser.close()
    return found


if __name__ == "__main__":
    for deed, seconds in measure(sys.argv[1].rstrip("/")).items():
        print(f"{deed}: median {statistics.median(seconds):.2f} s, slowest {max(seconds):.2f} s")
