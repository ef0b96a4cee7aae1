"""The real interface in Debian's Chromium, driven by Playwright against a live server."""

import io
import json
import re
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management.color import no_style
from django.db import connection
from django.test import Client, TransactionTestCase, tag
from playwright.sync_api import Locator, expect

from demo.draw_photos import PHOTOS
from inkquilt.page import FORMATS
from server.album.models.record import WORDS_TABLE
from server.pages.services import make_page
from server.photos.services import add_photo
from server.sketches.services import add_sketch
from tests.api.base import change_page, picture
from tests.browser.shared import shared

AXE = Path(settings.BASE_DIR) / "web/node_modules/axe-core/axe.min.js"
#: A busy machine may solve several fits at once, and a shared one stand still meanwhile; in milliseconds.
PATIENCE = 60_000
expect.set_options(timeout=PATIENCE)
CRASH = re.compile(r"pageerror:|error: \w*Error: ")
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]


FINDINGS = """rules => axe.run('html', { runOnly: rules, resultTypes: ['violations'] }).then(({ violations }) =>
    violations.map(({ id, help, nodes }) =>
      `${id}: ${help}: ${nodes.slice(0, 4).map((node) => node.html.slice(0, 140)).join('; ')}`))"""

#: The headings in the columns of the bench, as somebody left them who opened them all.
FOLDS = (
    "add-piece", "background", "changed", "come-back", "cut-pieces", "cut-sheets", "dry-fit", "facing", "hands",
    "letters", "measures", "more-room", "other-files", "photo-prints", "stick-print", "stick-steps", "whole-page",
)  # fmt: skip
OPEN_FOLDS = (
    "localStorage.getItem('ink-quilt-folds') ?? "
    f"localStorage.setItem('ink-quilt-folds', '{json.dumps(dict.fromkeys(FOLDS, True))}')"
)


@cache
def emptied() -> list[str]:
    """Return what empties the tables in which people keep something."""
    kept = {"django_migrations", "django_content_type", "auth_permission"}
    tables = connection.introspection.django_table_names(only_existing=True, include_views=False)
    return connection.ops.sql_flush(no_style(), [*(table for table in tables if table not in kept), WORDS_TABLE])


@tag("browser")
class BrowserTestCase(TransactionTestCase):
    """A page of its own for each test, in a browser that others used; nothing but the live server may be asked."""

    viewport = {"width": 1280, "height": 800}
    #: What else a screen is: ``has_touch``, ``is_mobile``.
    screen: dict[str, Any] = {}
    folds_are_open = True
    #: Whether a part of the client is broken on purpose.
    breaks = False

    def setUp(self) -> None:
        super().setUp()
        self.browser = shared().browser
        self.live_server_url = shared().address
        self.user = get_user_model().objects.create_user("ida", password="a roof of bees")
        self.foreign: list[str] = []
        self.console: list[str] = []
        self.addCleanup(shared().requests.end)
        self.on_a_screen(viewport=self.viewport, **self.screen)

    def on_a_screen(self, **screen: Any) -> None:
        """Work on a screen of this kind from now on, as if nobody had before."""
        self.context = shared().context(**screen)
        self.addCleanup(shared().leave, self.context)
        self.context.set_default_timeout(PATIENCE)
        self.context.route(lambda url: not url.startswith(self.live_server_url), self._refuse)
        self.page = self.new_page()

    def tearDown(self) -> None:
        """No part of the client broke unseen, whatever a test looks at."""
        super().tearDown()
        if not self.breaks:
            self.assertEqual([message for message in self.console if CRASH.match(message)], [])

    def _fixture_teardown(self) -> None:
        """Empty the tables and count from one again; what migrations made once (kinds of content, permissions) stays.

        With the same numbers the same is asked of the solvers, which remember what they found for the last test.
        """
        connection.ops.execute_sql_flush([*emptied(), "DELETE FROM sqlite_sequence;"])

    def new_page(self) -> Any:
        page = self.context.new_page()
        if self.folds_are_open:
            page.add_init_script(OPEN_FOLDS)
        page.on("console", lambda m: self.console.append(f"{m.type}: {m.text}"))
        page.on("pageerror", lambda e: self.console.append(f"pageerror: {e}"))
        return page

    def _refuse(self, route: Any) -> None:
        self.foreign.append(route.request.url)
        route.abort()

    def open(self, path: str = "/", page: Any = None) -> None:
        (page or self.page).goto(self.live_server_url + path)

    def sign_in(self) -> None:
        """Take over a session, as if signed in before."""
        client = Client()
        client.force_login(self.user)
        cookie = client.cookies[settings.SESSION_COOKIE_NAME].value
        self.context.add_cookies([{"name": settings.SESSION_COOKIE_NAME, "value": cookie, "url": self.live_server_url}])

    def lay_out(self, data: Any, key: str = "letter", photos: int = 0, **changes: str) -> Any:
        """Put a sketch and a page on the table, and photos in the tray."""
        sketch = add_sketch(owner=self.user, data=data)[0]
        form = next(form for form in FORMATS if form.key == key)
        page = make_page(owner=self.user, sketch=sketch, on=form.page(), format_key=key)
        for block, text in changes.items():
            page = change_page(page=page, version=page.version, change={"kind": "title", "block": block, "text": text})
        self.photos = [self.add_photo(name, i) for i, name in enumerate(list(PHOTOS)[:photos])]
        return page

    def add_photo(self, name: str, index: int) -> Any:
        content = picture(600, 400 + 100 * index, colour=f"hsl({index * 70}, 40%, 50%)")
        return add_photo(owner=self.user, name=name, file=io.BytesIO(content), size=len(content)).photo

    def answers_to_changes(self, count: int) -> Any:
        """Wait, at the end of a ``with``, for the answers to so many changes of a page."""
        left = [count]

        def last(response: Any) -> bool:
            left[0] -= response.url.endswith("/changes/")
            return left[0] == 0

        return self.page.expect_response(last)

    def more(self, called: str, deed: str, page: Any = None) -> None:
        """Do something to a page or sketch that lies on the shelf: "page Test"."""
        page = page or self.page
        page.get_by_role("button", name=f"More for {called}").click()
        page.get_by_role("button", name=f"{deed} {called}").click()

    def drag(self, source: Locator, target: Locator) -> None:
        """Drag by mouse from the middle of one thing to the middle of another."""
        mouse = self.page.mouse
        source.hover()  # once it stands still
        mouse.down()
        end = target.bounding_box()
        mouse.move(end["x"] + end["width"] / 2, end["y"] + end["height"] / 2, steps=8)
        mouse.up()

    def widths_of(self, name: str, weight: int, texts: tuple[str, ...]) -> list[float]:
        """Return how long the browser sets texts in a shipped font, 1,000 pixels to the em, ligatures off."""
        return self.page.evaluate(
            """async ([font, texts]) => {
                await Promise.all(texts.map(text => document.fonts.load(font, text)))
                const span = document.body.appendChild(document.createElement('span'))
                span.style.font = font
                span.style.cssText += '; position: absolute; white-space: pre; font-variant-ligatures: none'
                return texts.map(text => ((span.textContent = text), span.getBoundingClientRect().width))
            }""",
            [f'{weight} 1000px "{name} Variable"', texts],
        )

    def assert_accessible(self, name: str) -> None:
        """axe-core finds no violation of WCAG 2.2 A and AA."""
        self.page.evaluate(AXE.read_text("utf-8"))
        # All that axe looked at is a megabyte of answers: only what it minds comes back.
        found = self.page.evaluate(FINDINGS, RULES)
        self.assertEqual([f"{name}: {one}" for one in found], [])

    def assert_quiet(self) -> None:
        """No error or warning in the console, and nothing asked of anybody else.

        That much is asked already (429) the browser tells of by itself; the client asks again, and that is no error.
        """
        told = [m for m in self.console if not m.startswith(("log:", "info:", "debug:")) and "status of 429" not in m]
        self.assertEqual(told, [])
        self.assertEqual(self.foreign, [])


__all__ = ["BrowserTestCase", "expect"]
