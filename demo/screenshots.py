"""Takes the pictures in docs/screenshots from a freshly loaded demo. Run ``make screenshots``.

The demo runs on a free port with a data folder of its own, and is ended by its
process id afterwards.
"""

import os
import re
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from random import Random

from playwright.sync_api import Page, expect, sync_playwright

from bench.contact import sheet
from bench.pictures import painted, photographed
from bench.sketches import demo_sketches
from demo.chromium import CHROMIUM
from inkquilt.page import FORMATS

ROOT = Path(__file__).parents[1]
#: So many steps of a page are done at the gluing table.
_STUCK = 9


@contextmanager
def demo() -> Iterator[str]:
    """Serve the demo for as long as it is needed; gives its address."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    with tempfile.TemporaryDirectory() as data:
        command = [sys.executable, "manage.py", "demo", "--port", str(port)]
        server = subprocess.Popen(command, cwd=ROOT, env={**os.environ, "INKQUILT_DATA": data})
        try:
            yield _when_ready(f"http://127.0.0.1:{port}")
        finally:
            server.send_signal(signal.SIGINT)
            server.wait(timeout=20)


def _when_ready(address: str) -> str:
    for _ in range(600):
        try:
            urllib.request.urlopen(address, timeout=2).close()
            return address
        except OSError:
            time.sleep(0.5)
    raise SystemExit("the demo did not start")


def settle(page: Page) -> None:
    """Wait until nothing is being fetched or worked out any more."""
    page.wait_for_load_state("networkidle")
    expect(page.locator(".waiting, .is-waiting")).to_have_count(0, timeout=20_000)
    page.wait_for_load_state("networkidle")


def photographed_sketch() -> bytes:
    """Return a bad photograph of one of the demo's sketches, the same every time."""
    sketch = next(sketch for sketch in demo_sketches() if sketch.name == "Pairs side by side")
    return photographed(painted(sketch), Random(4))


def main(folder: str) -> None:
    """Take them all."""
    out = Path(folder)
    out.mkdir(parents=True, exist_ok=True)
    roofline = next(sketch for sketch in demo_sketches() if sketch.name == "Roofline")
    sheet(roofline, [(form.name, form.page()) for form in FORMATS], 150).save(out / "every-format.png")
    with demo() as address, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")

        def shoot(name: str) -> None:
            settle(page)
            page.screenshot(path=out / f"{name}.png")

        page.goto(address)
        page.wait_for_selector(".patch")
        shoot("shelf")
        page.get_by_role("link", name="First honey").click()
        page.wait_for_selector(".board-piece")
        settle(page)
        page.locator('[data-block="tall"]').hover()
        shoot("page")
        bench = page.url.rsplit("/", 1)[0]
        page.goto(f"{bench}/cut")
        page.wait_for_selector(".board-piece")
        page.get_by_text("where paper lies hidden").click()
        page.get_by_role("checkbox", name="5 mat of tall photo").check()
        page.get_by_text("Fewest sheets possible").wait_for()
        page.get_by_text(re.compile(r"\d+ cuts")).first.wait_for()
        shoot("cut")
        page.goto(f"{bench}/cutting")
        page.get_by_role("button", name="understood").click()
        sheets = page.get_by_role("navigation", name="Sheets").get_by_role("button")
        sheets.first.wait_for()
        cuts = []
        for number in range(sheets.count()):
            sheets.nth(number).click()
            page.wait_for_timeout(200)  # the sheet's own words follow
            cuts.append(int(page.locator(".whereabouts").inner_text().split(" of ")[1].split(",")[0]))
        sheets.nth(cuts.index(max(cuts))).click()
        page.wait_for_timeout(200)
        for cut in range(1, min(4, max(cuts))):
            page.get_by_role("button", name="Done, next cut").click()
            expect(page.locator(".whereabouts")).to_contain_text(f"cut {cut + 1} of")
        shoot("cutting-table")
        page.goto(f"{address}/stash")
        page.get_by_role("button", name="honey stripe").click()
        shoot("stash")
        page.goto(f"{address}/photos")
        page.get_by_role("button", name="Ida runs").click()
        page.locator(".area").first.focus()
        shoot("photo-box")
        page.goto(f"{address}/begin")
        for number in range(3):
            page.locator(".start-photo").nth(number).click()
        expect(page.get_by_text("ranked by what came of it")).to_be_visible(timeout=120_000)
        page.mouse.move(0, 0)
        shoot("begin")
        page.goto(address)
        page.get_by_role("link", name="Winter lanterns").click()
        page.wait_for_selector(".board-piece")
        page.get_by_role("link", name="Photos", exact=True).click()
        page.get_by_role("button", name="What would show it?").click()
        page.wait_for_selector(".ways-to-show li")
        page.locator('[data-slot="wide"]').click()
        page.wait_for_selector(".mat-why")
        shoot("photos")
        page.get_by_role("link", name="Papers", exact=True).click()
        page.locator(".fan-sheet").first.wait_for()
        page.locator(".papering").first.wait_for()
        settle(page)
        page.locator(".papering .story-way").nth(1).hover()
        page.wait_for_timeout(200)  # the page follows
        shoot("papers")
        page.goto(f"{address}/albums")
        page.get_by_role("link", name="The roof and the street").click()
        page.locator(".opening").first.wait_for()
        page.get_by_role("button", name="They are here").click()
        shoot("album")
        page.goto(address)
        page.get_by_role("link", name="Winter lanterns").click()
        page.wait_for_selector(".board-piece")
        page.get_by_role("button", name="Own size, margins, two pages").click()
        page.get_by_label("It is").select_option("2")
        page.get_by_label("Gap between").fill("1/2")
        page.get_by_role("button", name="Use this page").click()
        page.get_by_role("button", name="Own size 2 × 12 × 12 in").wait_for()
        shoot("spread")
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("button", name="Undo “laid loose”").wait_for()
        page.goto(f"{address}/sketches/new")
        settle(page)
        page.get_by_label("Sketch file").set_input_files(
            {"name": "From a magazine.jpg", "mimeType": "image/jpeg", "buffer": photographed_sketch()}
        )
        page.wait_for_selector(".draft-board image", timeout=60_000)
        page.locator(".piece-row").nth(5).click()
        shoot("drawing")
        page.get_by_role("button", name="Remove this drawing").click()
        page.set_viewport_size({"width": 1024, "height": 768})
        page.goto(f"{address}/")
        page.get_by_role("link", name="Kite day").click()
        page.get_by_role("link", name="Stick down").click()
        page.get_by_role("link", name="To the gluing table").click()
        heading = page.locator(".stick-words h2")
        for _ in range(_STUCK):
            before = heading.inner_text()
            page.wait_for_timeout(400)  # a second tap sooner is the same one
            page.get_by_role("button", name="Done, next step").click()
            expect(heading).not_to_have_text(before)
        settle(page)
        shoot("gluing-table")
        page.set_viewport_size({"width": 390, "height": 844})
        page.goto(f"{bench}/cutting")
        page.wait_for_selector(".trimmer-picture")
        shoot("phone")
        page.set_viewport_size({"width": 1280, "height": 800})
        page.goto(f"{bench}/title")
        page.locator("button", has_text="one line, dancing, Literata").first.click(timeout=60_000)
        page.locator(".board .set-letters").wait_for()
        shoot("title")
        page.goto(f"{bench}/story")
        page.get_by_role("button", name="rewrite it").click()
        page.locator(".story-ways:not(.is-late) .story-way").nth(2).hover()
        shoot("journaling")
        page.goto(f"{bench}/clusters")
        page.get_by_role("button", name="plan them all again").click()
        page.locator(".arrangements li").first.wait_for()
        page.locator(".board-accent").nth(2).focus()
        shoot("clusters")
        page.goto(address)
        page.get_by_role("link", name="Winter lanterns").click()
        page.get_by_role("link", name="Second look").click()
        page.get_by_role("button", name="try it: honey flower lies on nothing").click()
        page.locator(".trial").wait_for()
        page.get_by_text("where it looks heavy", exact=True).click()
        shoot("second-look")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1])
