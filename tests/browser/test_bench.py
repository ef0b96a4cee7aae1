"""What the bench shows and does: measures, looking at other ways, moving a photo, clashes, two windows."""

import json
import time

from inkquilt.page import FORMATS
from inkquilt.sketch import Role
from server.pages.known import document_of
from server.pages.models import Page
from tests.api.base import SMALL, TOO_WIDE, change_page
from tests.browser.base import BrowserTestCase, expect
from tests.building import DEMO_SKETCHES, data_of, row

FORMAT_NAMES = [form.name for form in FORMATS]


def demo_data(name):
    path = next(path for path in DEMO_SKETCHES if path.name.startswith(name))
    return json.loads(path.read_text("utf-8"))


class Bench(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_a_lifted_piece_divides_the_ribbons_so_that_the_sum_is_seen(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}/page")
        self.page.locator('[data-block="p"]').focus()
        texts = self.page.locator(".ribbons text").all_text_contents()
        plain = [" ".join(text.replace("\u200a", " ").split()) for text in texts]
        block = document_of(page).blocks[2]
        self.assertEqual((block.id, block.width, block.height), ("p", 13 * 2032, 39 * 1016))
        across, down = plain[:3], plain[3:]
        self.assertEqual((across[1], down[1]), ("3 1/4", "4 7/8"))
        self.assertEqual(len(plain), 6)

    def test_her_page_is_at_least_620_pixels_high_without_scrolling(self):
        for name, key in (("three", "letter"), ("six", "12x12"), ("six", "a4")):
            page = self.lay_out(demo_data(name), key)
            self.open(f"/pages/{page.pk}/page")
            edge = self.page.locator(".board .page-edge")
            expect(edge).to_be_visible()
            self.assertGreaterEqual(edge.bounding_box()["height"], 620)
            self.assertFalse(self.page.evaluate("document.documentElement.scrollHeight > innerHeight"))

    def test_looking_at_another_way_lays_it_over_the_page_and_choosing_is_one_touch(self):
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        self.assertEqual(self.page.locator(".way").first.get_attribute("aria-pressed"), "true")
        other = self.page.locator("button.way", has_text="Rearranged").first
        other.hover()
        expect(self.page.locator(".ghost-edge").first).to_be_visible()
        other.click()
        expect(other).to_have_attribute("aria-pressed", "true")
        expect(self.page.locator(".ghost-edge")).to_have_count(0)
        way = document_of(Page.objects.get()).way
        self.assertEqual(way.school.value, "reflow")
        self.assertTrue(way.plan)

    def test_a_part_that_breaks_says_so_and_leaves_the_rest_working(self):
        page = self.lay_out(SMALL, "12x12")
        self.breaks = True
        self.context.route("**/ways/", lambda route: route.fulfill(json={"no": "list"}))
        self.open(f"/pages/{page.pk}/page")
        broken = self.page.get_by_role("alert", name="Broken: the ways to fit")
        expect(broken).to_contain_text("Nothing of your page is lost")
        self.assert_accessible("a broken part")
        piece = self.page.locator('[data-block="q"]')
        piece.focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("ArrowDown")
        expect(self.page.get_by_role("button", name="Undo “photo q moved”")).to_be_visible()
        expect(self.page.get_by_role("region", name="Measures")).to_be_visible()
        self.context.unroute("**/ways/")
        self.page.get_by_role("link", name="Title").click()
        expect(broken).to_have_count(0)
        self.assertGreater(len(self.console), 0, "what broke is in the console for whoever looks into it")

    def test_a_screen_that_cannot_be_drawn_says_that_nothing_is_lost_and_leads_on(self):
        page = self.lay_out(SMALL, "12x12")
        self.breaks = True
        self.context.route(f"**/api/pages/{page.pk}/", lambda route: route.fulfill(json={"id": page.pk, "parts": 1}))
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.get_by_role("heading", name="This screen broke")).to_be_visible()
        self.assert_accessible("a broken screen")
        self.context.unroute(f"**/api/pages/{page.pk}/")
        self.page.get_by_role("button", name="Show it again").click()
        expect(self.page.locator('[data-block="q"]')).to_be_visible()

    def test_every_format_gets_a_page_at_once_and_undo_leads_back(self):
        """The nine formats one after the other; alone it takes under 2 s each, beside other tests longer."""
        page = self.lay_out(demo_data("five"), "12x12")
        self.open(f"/pages/{page.pk}/page")
        before = [(block.id, block.x, block.y, block.size) for block in document_of(page).blocks]
        names = [name for name in FORMAT_NAMES if name != "12 × 12"]
        for name in names:
            button = self.page.get_by_role("button", name=name, exact=True)
            started = time.perf_counter()
            button.click()
            expect(button).to_have_attribute("aria-pressed", "true", timeout=22_000)
            self.assertLess(time.perf_counter() - started, 20, name)
            expect(self.page.locator(".board-piece").first).to_be_visible()
            document = document_of(Page.objects.get())
            photos = [block for block in document.blocks if block.role is Role.PHOTO]
            self.assertEqual(len(photos), 5, name)
            self.assertGreaterEqual(len({photo.size for photo in photos}), 2)
        for _ in names:
            with self.page.expect_response(lambda response: "undo" in response.url):
                self.page.get_by_role("button", name="Undo").click()
        after = [(block.id, block.x, block.y, block.size) for block in document_of(Page.objects.get()).blocks]
        self.assertEqual(after, before)

    def test_a_single_sketch_goes_on_two_facing_pages_and_uses_both(self):
        page = self.lay_out(demo_data("five"), "12x12")
        self.open(f"/pages/{page.pk}/page")
        # What stands above it may still be coming: a mouse would find it moved.
        self.page.get_by_role("button", name="Own size, margins, two pages").press("Enter")
        self.page.get_by_label("It is").select_option("2")
        self.page.get_by_role("button", name="Use this page").click()
        expect(self.page.locator(".board .facing-fold line").first).to_be_attached()
        document = document_of(Page.objects.get())
        fold = document.page.fold
        photos = [block for block in document.blocks if block.role is Role.PHOTO]
        self.assertTrue(any(photo.x + photo.width <= fold.at for photo in photos))
        self.assertTrue(any(photo.x >= fold.end for photo in photos))
        self.assertFalse([p for p in photos if p.x < fold.end and p.x + p.width > fold.at])

    def test_photos_stay_in_slots_of_any_name_round_ones_round(self):
        data = data_of(
            row("photo 1", "photo", 1, 1, 4, 6),
            row("Oma's #2 \"round)", "photo", 6, 1, 4, 4, shape="circle"),
            row("photo (3)", "photo", 6, 6, 4, 4, turn=5),
        )
        page = self.lay_out(data, "12x12", photos=3)
        names = [block["id"] for block in data["blocks"]]
        placed = [{"block": name, "photo": photo.pk} for name, photo in zip(names, self.photos, strict=True)]
        change_page(page=page, version=page.version, change={"kind": "match", "placed": placed})
        self.open(f"/pages/{page.pk}/page")
        worn = self.page.locator(".board .piece-photo").filter(has=self.page.locator("image"))
        expect(worn).to_have_count(3)
        clips = self.page.evaluate(
            """() => [...document.querySelectorAll('.board .piece-photo image')].map(image => {
                const named = getComputedStyle(image.parentElement).clipPath.match(/^url\\("#(.*)"\\)$/)
                return document.getElementById(named?.[1] ?? '')?.firstElementChild.tagName ?? 'none'
            })"""
        )
        self.assertEqual(sorted(clips), ["circle", "rect", "rect"])
        self.assert_quiet()

    def test_a_photo_is_moved_in_its_slot_by_mouse_and_by_arrow_keys(self):
        page = self.lay_out(SMALL, photos=1)
        self.open(f"/pages/{page.pk}/photos")
        self.page.get_by_role("button", name="Roof, first light").click()
        slot = self.page.locator('[data-slot="p"]')
        slot.click()
        expect(self.page.get_by_role("button", name="photo p, Roof, first light")).to_be_visible()
        box = slot.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        with self.page.expect_response(lambda response: "changes" in response.url):
            self.page.mouse.move(x, y)
            self.page.mouse.down()
            self.page.mouse.move(x + 60, y, steps=5)
            self.page.mouse.up()
        moved = document_of(Page.objects.get()).photos["p"].look_x
        self.assertLess(moved, 0.5)
        slot.focus()
        self.page.keyboard.press("Enter")
        with self.answers_to_changes(3):
            for key in ("ArrowLeft", "ArrowLeft", "ArrowRight"):  # none waits for the one before
                self.page.keyboard.press(key)
        self.assertAlmostEqual(document_of(Page.objects.get()).photos["p"].look_x, moved + 0.05, places=3)
        for _ in range(4):
            self.page.keyboard.press("Control+z")
        expect(self.page.get_by_role("button", name="Undo “Roof, first light into photo p”")).to_be_enabled()
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        self.assertIsNone(document_of(Page.objects.get()).photos["p"].look_x)

    def test_where_nothing_fits_the_sum_and_ways_out_are_one_touch_away(self):
        page = self.lay_out(TOO_WIDE)
        self.open(f"/pages/{page.pk}/page")
        # What stands above it may still be coming: a mouse would find it moved.
        self.page.get_by_role("button", name="Own size, margins, two pages").press("Enter")
        self.page.get_by_label("Width").fill("4 in")
        self.page.get_by_label("Height").fill("nonsense")
        self.page.get_by_role("button", name="Use this page").click()
        expect(self.page.get_by_role("alert")).to_contain_text("“nonsense” is not a length I can read")
        self.page.get_by_label("Height").fill("6")
        self.page.get_by_role("button", name="Use this page").click()
        expect(self.page.locator(".clash .sum")).to_contain_text("the page is 4 in wide")
        expect(self.page.locator(".board-piece")).to_have_count(0)
        self.page.locator(".ways-out button", has_text="Leave out title").first.click()
        expect(self.page.locator(".board-piece")).to_have_count(1)

    def test_two_windows_a_late_write_asks_and_nothing_is_lost(self):
        page = self.lay_out(SMALL)
        other = self.new_page()
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.locator(".board-piece").first).to_be_visible()
        self.open(f"/pages/{page.pk}/page", other)
        other.get_by_role("button", name="8 × 8", exact=True).click()
        expect(other.get_by_role("button", name="8 × 8", exact=True)).to_have_attribute("aria-pressed", "true")
        self.page.get_by_role("button", name="A5", exact=True).click()
        dialog = self.page.get_by_role("dialog", name="Changed in another window")
        expect(dialog).to_be_visible()
        self.assertEqual(document_of(Page.objects.get()).format, "8x8")
        self.assert_accessible("stale dialog")
        dialog.get_by_role("button", name="Do mine on top").click()
        expect(self.page.get_by_role("button", name="A5", exact=True)).to_have_attribute("aria-pressed", "true")
        self.page.keyboard.press("Control+z")
        expect(self.page.get_by_role("button", name="8 × 8", exact=True)).to_have_attribute("aria-pressed", "true")
        other.get_by_role("button", name="A4", exact=True).click()
        stale = other.get_by_role("dialog")
        stale.get_by_role("button", name="Keep it like this").click()
        expect(stale).to_have_count(0)
        self.assertEqual(document_of(Page.objects.get()).format, "8x8")

    def test_put_aside_and_brought_back(self):
        self.lay_out(SMALL)
        self.open("/")
        self.more("page Test", "Remove")
        back = self.page.get_by_role("button", name="Bring back page Test")
        expect(back).to_be_visible()
        back.click()
        expect(self.page.get_by_role("link", name="Test")).to_be_visible()


class Labels(BrowserTestCase):
    """Dimension labels and numbers never cover a title, the middle of a photo, or each other."""

    def setUp(self):
        super().setUp()
        self.sign_in()

    def boxes(self, selector):
        return [
            box
            for box in self.page.locator(selector).evaluate_all(
                "all => all.map(e => e.getBoundingClientRect()).map(b => [b.left, b.top, b.right, b.bottom])"
            )
            if box[2] > box[0]
        ]

    def middles(self):
        for left, top, right, bottom in self.boxes(".board .piece-photo"):
            x, y = (right - left) * 0.2, (bottom - top) * 0.2
            yield [left + x, top + y, right - x, bottom - y]

    def assert_apart(self, labels, others, what):
        def meet(a, b):
            return a[0] < b[2] - 0.5 and b[0] < a[2] - 0.5 and a[1] < b[3] - 0.5 and b[1] < a[3] - 0.5

        found = [(a, b) for a in labels for b in others if a is not b and meet(a, b)]
        self.assertEqual(found, [], what)

    def test_on_every_piece_of_crowded_pages(self):
        for name, key in (("kite", "6x8"), ("seven", "12x12"), ("roofline", "a4")):
            page = self.lay_out(demo_data(name), key, title="A season on the roof")
            self.open(f"/pages/{page.pk}/cut")
            expect(self.page.locator(".piece-marks circle").first).to_be_visible()
            title, photos = self.boxes(".board .piece-title"), list(self.middles())
            marks = self.boxes(".piece-marks circle")
            self.assertGreaterEqual(len(marks), 8)
            self.assert_apart(marks, marks, "numbers")
            self.assert_apart(marks, title + photos, "numbers on title or photo")
            for piece in self.page.locator(".board-piece").all():
                piece.focus()
                labels = self.boxes(".ribbons text")
                self.assert_apart(labels, labels, "ribbon labels")
                self.assert_apart(labels, title + photos, "ribbon labels on title or photo")
