"""Pieces moved by hand and by keys: pins, re-fits, typed numbers, undo over a reload, two facing pages."""

import statistics
import sys
import time

from bench.generated import generated_sketches
from inkquilt.sketch.writing import write_sketch
from server.pages.known import document_of
from server.pages.models import Page
from tests.api.base import change_page
from tests.browser.base import BrowserTestCase, expect
from tests.browser.test_bench import demo_data
from tests.building import data_of, row

THREE = data_of(
    row("band", "strip", 0, 8, 12, 2, paper="B"),
    row("p", "photo", 1, 1, 4, 6, level=2, label="tall photo"),
    row("q", "photo", 6, 1, 4, 4, level=2, label="square photo"),
)
EIGHTH = 1016
#: From letting go to final places; the figure itself is in docs/performance.md. Two test processes share two cores.
LIVE_MOST = 3.0


class Moving(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def block(self, name):
        return next(block for block in document_of(Page.objects.latest("id")).blocks if block.id == name)

    def move(self, name, dx, dy):
        """Drag a piece by so many pixels and wait for the page that comes back."""
        box = self.page.locator(f'[data-block="{name}"]').bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + dx, y + dy, steps=6)
        with self.page.expect_response(lambda response: response.url.endswith("/changes/")) as answer:
            self.page.mouse.up()
        return answer.value

    def test_photos_pushed_together_are_told_where_they_meet_and_beside_the_page(self):
        page = self.lay_out(THREE, "12x12")
        pinned = [{"kind": "pin", "block": "p", "left": "1"}, {"kind": "pin", "block": "q", "left": "5", "top": "1"}]
        for change in pinned:
            page = change_page(page=page, version=page.version, change=change)
        self.assertEqual(self.block("p").x + self.block("p").width, self.block("q").x)
        self.open(f"/pages/{page.pk}/page")
        seam = self.page.locator(".seams [data-seam='p q']")
        expect(seam).to_contain_text("they touch")
        told = self.page.get_by_role("list", name="Photos that touch")
        expect(told).to_contain_text("Tall photo and square photo: the gap of 1 in is gone, they touch now.")
        line, photo = seam.locator("rect").bounding_box(), self.page.locator('[data-block="q"]').bounding_box()
        self.assertAlmostEqual(line["x"] + line["width"] / 2, photo["x"], delta=3)
        self.assert_accessible("photos that touch")
        self.page.keyboard.press("Control+z")
        expect(seam).to_have_count(0)
        expect(told).to_have_count(0)
        self.assert_quiet()

    def test_a_piece_put_elsewhere_is_pinned_and_undone_after_a_reload(self):
        page = self.lay_out(THREE)
        self.open(f"/pages/{page.pk}/page")
        before = self.block("q")
        self.assertTrue(self.move("q", 0, 60).ok)
        expect(self.page.locator(".pin-heads > *")).to_have_count(1)
        moved = self.block("q")
        self.assertGreater(moved.y, before.y)
        self.assertEqual(moved.y % EIGHTH, 0)
        self.assertEqual(self.block("p").size, document_of(page).blocks[1].size)
        self.page.reload()
        expect(self.page.locator(".pin-heads > *")).to_have_count(1)
        self.page.keyboard.press("Control+z")
        expect(self.page.locator(".pin-heads > *")).to_have_count(0)
        self.assertEqual(self.block("q"), before)
        self.assert_quiet()

    def test_by_keyboard_alone_a_piece_is_moved_measured_and_set_free(self):
        page = self.lay_out(THREE)
        self.open(f"/pages/{page.pk}/page")
        piece = self.page.locator('[data-block="q"]')
        expect(piece).to_be_visible()
        before = self.block("q")
        piece.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("region", name="Taken up: square photo")).to_be_visible()
        piece.focus()
        with self.page.expect_response(lambda response: response.url.endswith("/changes/")):
            self.page.keyboard.press("ArrowDown")
        expect(self.page.locator(".pin-heads > *")).to_have_count(1)
        self.assertEqual(self.block("q").y, before.y + EIGHTH)
        piece.focus()
        self.page.keyboard.press("3")
        field = self.page.get_by_role("textbox").first
        expect(field).to_be_focused()
        field.fill("3")
        with self.page.expect_response(lambda response: response.url.endswith("/changes/")):
            self.page.keyboard.press("Enter")
        expect(piece).to_have_attribute("aria-label", "square photo, empty, 3 by 3")
        self.page.get_by_role("button", name="unpin it").first.click()
        expect(self.page.locator(".pin-heads > *")).to_have_count(0)
        self.assert_accessible("a piece taken up")

    def test_where_a_piece_cannot_go_the_sum_stands_beside_it_and_nothing_changed(self):
        page = self.lay_out(THREE)
        self.open(f"/pages/{page.pk}/page")
        piece = self.page.locator('[data-block="q"]')
        expect(piece).to_be_visible()
        before = self.block("q")
        piece.focus()
        self.page.keyboard.press("9")
        field = self.page.get_by_role("textbox").first
        field.fill("20")
        self.page.keyboard.press("Enter")
        told = self.page.locator(".no-place")
        expect(told).to_contain_text("20 in")
        self.assertEqual(self.block("q"), before)
        told.get_by_role("button", name="Close").click()
        expect(told).to_have_count(0)
        expect(piece).to_be_visible()

    def test_the_sums_of_a_piece_can_be_looked_at(self):
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        self.page.locator('[data-block="m-tall"]').focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_text("How this size was worked out").click()
        expect(self.page.locator(".reckoning")).to_contain_text("reveal + ")
        expect(self.page.locator(".reckoning")).to_contain_text("the page’s width")

    def test_all_relations_are_listed_let_go_and_room_is_kept(self):
        page = self.lay_out(THREE)
        self.open(f"/pages/{page.pk}/page")
        self.page.get_by_text("See them all").click()
        first = self.page.locator(".all-ties li").first
        first.get_by_role("button", name="untie").click()
        expect(first.get_by_role("button", name="tie again")).to_be_visible()
        self.assertEqual(len(document_of(Page.objects.get()).untied), 1)
        self.page.get_by_role("group", name="Keep room for").get_by_role("button", name="a cluster").click()
        expect(self.page.locator('[data-block="room-1"]')).to_be_visible()
        self.assert_accessible("all relations")

    def test_two_facing_pages_with_a_gap(self):
        page = self.lay_out(THREE, "12x12")
        self.open(f"/pages/{page.pk}/page")
        # The formats come after the page, and what stands below them moves down.
        expect(self.page.get_by_role("button", name="A5")).to_be_visible()
        # What stands above it may still be coming: a mouse would find it moved.
        self.page.get_by_role("button", name="Own size, margins, two pages").press("Enter")
        self.page.get_by_label("It is").select_option("2")
        self.page.get_by_label("Gap between").fill("1/2")
        self.page.get_by_role("button", name="Use this page").click()
        expect(self.page.get_by_role("button", name="Own size 2 × 12 × 12 in")).to_be_visible()
        fold = document_of(Page.objects.get()).page.fold
        self.assertEqual((fold.at, fold.gap), (12 * 8128, 4064))
        self.page.goto(f"{self.live_server_url}/pages/{page.pk}/cut")
        expect(self.page.get_by_text("left page").first).to_be_visible()

    def test_a_facing_page_is_proposed_and_laid_out(self):
        page = self.lay_out(demo_data("one-tall"))
        self.open(f"/pages/{page.pk}/page")
        self.page.get_by_role("button", name="See what would go with it").click()
        first = self.page.locator(".facing-list button").first
        expect(first).to_contain_text("low on the first page, high on this one")
        first.press("Enter")  # reasons that come meanwhile move it from under a mouse
        expect(self.page.get_by_role("heading", name="One tall, low band, facing page")).to_be_visible()
        self.assertEqual(Page.objects.count(), 2)

    def test_25_pieces_are_in_their_places_soon_after_one_is_let_go(self):
        sketch = next(s for s in generated_sketches(60) if len(s.blocks) == 25)
        page = self.lay_out(write_sketch(sketch), "12x12")
        self.open(f"/pages/{page.pk}/page")
        photo = next(block.id for block in sketch.blocks if block.role.value == "photo")
        expect(self.page.locator(f'[data-block="{photo}"]')).to_be_visible()
        times = []
        for way in (1, -1, 1, -1, 1, -1):
            box = self.page.locator(f'[data-block="{photo}"]').bounding_box()
            x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
            self.page.mouse.move(x, y)
            self.page.mouse.down()
            self.page.mouse.move(x, y + 30 * way, steps=4)
            version = Page.objects.get(pk=page.pk).version
            started = time.perf_counter()
            self.page.mouse.up()
            self.page.wait_for_function(
                "([name, top]) => Math.abs(document.querySelector(`[data-block='${name}']`).getBoundingClientRect().top"
                " - top) > 8 && !document.querySelector('.bench[aria-busy=true]')",
                arg=[photo, box["y"]],
            )
            times.append(time.perf_counter() - started)
            self.assertGreater(Page.objects.get(pk=page.pk).version, version)
        if "--timing" in sys.argv:
            print(f"live re-fit of 25 pieces: median {statistics.median(times[1:]):.2f} s, most {max(times[1:]):.2f} s")
        self.assertLess(min(times[1:]), LIVE_MOST)  # the figure itself is measured on a quiet machine
