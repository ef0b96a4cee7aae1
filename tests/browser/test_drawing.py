"""The drawing table: a picture, a basic type and a ruler become sketches; the box of everything."""

import re
from random import Random

from bench.pictures import painted, photographed
from inkquilt.sketch.reading import read_sketch
from server.drafts.models import TableDraft
from server.sketches.models import Sketch
from server.sketches.services import keep_sketch
from tests.api.base import SMALL
from tests.browser.base import PATIENCE, BrowserTestCase, expect
from tests.building import demo_sketch
from tests.pages_drawn import as_photographed, finished_page, on_a_table


class Drawing(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_a_photographed_sketch_is_read_put_right_and_kept(self):
        content = photographed(painted(demo_sketch("two-and-a-corner")), Random(2))
        self.open("/sketches/new")
        self.page.get_by_label("Sketch file").set_input_files(
            {"name": "from a magazine.jpg", "mimeType": "image/jpeg", "buffer": content}
        )
        expect(self.page.locator(".draft-board image")).to_be_visible(timeout=60_000)
        pieces = self.page.locator(".draft-piece")
        expect(pieces.first).to_be_visible()
        count = pieces.count()
        self.assertGreater(count, 5)
        self.assert_accessible("drawing table")
        self.page.locator(".piece-row").first.click()
        self.page.get_by_role("group", name="What it is").get_by_role("button", name="tag").click()
        expect(self.page.locator(".piece-row").first).to_contain_text("tag")
        paper = self.page.get_by_role("group", name="Its paper")
        paper.get_by_role("button", name="one of its own").click()
        expect(paper.locator("[aria-pressed=true]")).to_have_count(1)
        self.page.get_by_role("button", name="Remove", exact=True).click()
        expect(pieces).to_have_count(count - 1)
        self.page.get_by_role("button", name="Undo").click()
        expect(pieces).to_have_count(count)
        drawn_for = self.page.locator(".draft-for")
        before = drawn_for.inner_text()
        self.page.locator(".piece-row").first.click()
        self.page.get_by_role("button", name="I know how wide it really is").click()
        self.page.get_by_label("True width").fill("2")
        self.page.keyboard.press("Enter")
        expect(drawn_for).not_to_have_text(before)
        self.page.get_by_role("button", name="Undo").click()
        expect(drawn_for).to_have_text(before)
        self.page.get_by_role("button", name="Redo").click()
        expect(drawn_for).not_to_have_text(before)
        self.page.reload()
        expect(pieces).to_have_count(count)  # nothing is lost with the window
        self.page.get_by_label("Name").fill("From a magazine")
        self.page.get_by_role("button", name="Keep this sketch").click()
        expect(self.page.get_by_role("heading", name="From a magazine")).to_be_visible()
        self.assertEqual(Sketch.objects.get().block_count, count)
        self.assert_accessible("sketch")
        self.assert_quiet()

    def stroke(self, left, top, right, foot):
        """Drag over the page from one place to another, in inches."""
        image = self.page.locator(".draft-board image").bounding_box()
        across, down = image["width"] / 12, image["height"] / 12
        self.page.mouse.move(image["x"] + left * across, image["y"] + top * down)
        self.page.mouse.down()
        self.page.mouse.move(image["x"] + right * across, image["y"] + foot * down, steps=6)
        self.page.mouse.up()

    def test_a_finished_page_is_traced_with_strokes_and_put_right_with_sweeps(self):
        self.open("/sketches/new")
        with self.page.expect_response(
            lambda told: told.url.endswith("/drafts/table/") and told.status == 201, timeout=2 * PATIENCE
        ):
            self.page.get_by_label("Sketch file").set_input_files(
                {
                    "name": "our page.jpg",
                    "mimeType": "image/jpeg",
                    "buffer": as_photographed(on_a_table(finished_page())),
                }
            )
        expect(self.page.locator(".draft-for")).to_contain_text("looks like a finished page", timeout=60_000)
        strokes = self.page.get_by_role("region", name="With a stroke over the page")
        strokes.get_by_role("button", name="go over a photo").click()
        rows = self.page.locator(".piece-row")
        self.stroke(2.1, 2.1, 5.9, 4.9)
        expect(rows).to_have_count(3)
        expect(self.page.locator(".draft-piece[aria-label*='mat']")).to_have_count(1)
        expect(self.page.locator(".draft-piece[aria-label*='photo']").last).to_have_attribute(
            "aria-label", re.compile(r"(3 7/8|3 15/16|4|4 1/16) by (2 15/16|3|3 1/16)")
        )
        self.stroke(7.6, 6.1, 10.4, 9.9)
        expect(rows).to_have_count(4)
        self.assert_accessible("strokes")
        strokes.get_by_role("button", name="sweep away").click()
        self.stroke(7, 5.5, 11, 10.5)
        expect(rows).to_have_count(3)
        strokes.get_by_role("button", name="sweep together").click()
        self.stroke(1.5, 1.5, 6.5, 5.5)
        expect(rows).to_have_count(2)
        self.stroke(9, 1, 10, 2)
        expect(self.page.get_by_role("alert")).to_contain_text("no piece under this stroke")
        self.page.keyboard.press("Control+z")
        expect(rows).to_have_count(3)
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_a_missing_piece_is_drawn_and_pieces_are_swept_away_by_keys_alone(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="From a basic type").click()
        self.page.get_by_role("button", name="A grid").click()
        pieces = self.page.locator(".draft-piece")
        expect(pieces).not_to_have_count(0)
        count = pieces.count()
        board = self.page.locator(".draft-board")
        self.page.get_by_role("button", name="Draw one that is missing").focus()
        self.page.keyboard.press("Enter")
        expect(board).to_be_focused()
        keys = self.page.keyboard
        for _ in range(20):
            keys.press("ArrowUp")
            keys.press("Shift+ArrowLeft")
        keys.press("Enter")
        self.assert_accessible("the pencil led by keys")
        for _ in range(2):
            keys.press("Shift+ArrowRight")
            keys.press("Shift+ArrowDown")
        expect(self.page.get_by_text(re.compile(r"^2 from the left, .* from the top: 2 by 2$"))).to_be_attached()
        keys.press("Escape")  # called off: nothing is drawn
        expect(self.page.locator(".draft-pencil")).to_have_count(0)
        expect(pieces).to_have_count(count)
        for key in ("Enter", "Shift+ArrowRight", "Shift+ArrowDown"):
            keys.press(key)
        keys.press("Enter")
        expect(pieces).to_have_count(count + 1)
        expect(pieces.last).to_have_attribute("aria-label", re.compile("photo, 1 by 1$"))
        sweep = self.page.get_by_role("button", name="sweep away")
        sweep.focus()
        keys.press("Enter")
        keys.press("Shift+ArrowUp")
        keys.press("Shift+ArrowLeft")
        keys.press("Enter")
        for _ in range(3):
            keys.press("Shift+ArrowDown")
            keys.press("Shift+ArrowRight")
        keys.press("Enter")
        expect(pieces).to_have_count(count)

    def test_a_missing_piece_is_drawn_over_the_page_by_mouse_and_moved_by_keys(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="From a basic type").click()
        self.page.get_by_role("button", name="A grid").click()
        board = self.page.locator(".draft-board")
        expect(board).to_be_visible()
        count = self.page.locator(".draft-piece").count()
        self.page.get_by_role("button", name="Draw one that is missing").click()
        box = board.bounding_box()
        self.page.mouse.move(box["x"] + 300, box["y"] + 560)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 400, box["y"] + 640, steps=5)
        self.page.mouse.up()
        expect(self.page.locator(".draft-piece")).to_have_count(count + 1)
        name = self.page.locator(".draft-piece").last.get_attribute("data-block")
        moved = self.page.locator(f'[data-block="{name}"]')
        left, width = (self.page.get_by_label(measure, exact=True) for measure in ("left", "width"))
        moved.press("Enter")
        left.fill("5")
        width.fill("2")
        self.page.keyboard.press("Enter")
        expect(moved).to_have_attribute("aria-label", re.compile(", 2 by "))
        moved.focus()
        for key in ("ArrowRight", "ArrowRight", "ArrowRight", "Shift+ArrowRight"):  # none waits for the one before
            self.page.keyboard.press(key)
        expect(left).to_have_value("5 3/16")
        expect(width).to_have_value("2 1/16")
        moved.focus()
        self.page.keyboard.press("Delete")
        expect(self.page.locator(".draft-piece")).to_have_count(count)

    def test_on_a_tablet_and_a_phone_a_piece_is_found_named_and_kept(self):
        for width, height in ((1024, 768), (390, 780)):
            with self.subTest(width=width):
                self.page.set_viewport_size({"width": width, "height": height})
                self.open("/sketches/new")
                self.page.get_by_role("button", name="From a basic type").click()
                self.page.get_by_role("button", name="A grid").click()
                board = self.page.locator(".draft-board")
                expect(board).to_be_visible()
                self.page.locator(".draft-piece[aria-label*=photo]").first.click()
                self.page.get_by_role("group", name="What it is").get_by_role("button", name="tag").click()
                expect(self.page.locator(".piece-row", has_text="tag").first).to_be_visible()
                self.assertLessEqual(board.bounding_box()["width"], width)
                self.assertEqual(self.page.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)
                self.page.get_by_role("button", name="Keep this sketch").click()
                expect(self.page.get_by_role("heading", name="Measure card")).to_be_visible()
        self.assert_quiet()

    def test_thrown_away_it_comes_back_and_goes_on_on_another_device(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="From a basic type").click()
        self.page.get_by_role("button", name="A grid").click()
        pieces = self.page.locator(".draft-piece")
        expect(pieces.first).to_be_visible()
        count = pieces.count()
        self.page.locator(".piece-row").first.click()
        self.page.get_by_role("button", name="Remove", exact=True).click()
        expect(pieces).to_have_count(count - 1)
        self.page.get_by_role("button", name="Remove this drawing").click()
        note = self.page.locator(".removed-note")
        expect(note).to_contain_text("the drawing “")
        begun = self.page.get_by_role("region", name="Begun and not kept yet")
        expect(begun).to_have_count(0)
        note.get_by_role("button", name="Undo").click()
        expect(begun.get_by_role("listitem")).to_have_count(1)
        self.assert_accessible("begun drawings")
        tablet = self.browser.new_context()
        self.addCleanup(tablet.close)
        tablet.add_cookies(self.context.cookies())
        there = tablet.new_page()
        there.goto(f"{self.live_server_url}/sketches/new")
        there.get_by_role("button", name="Go on with").press("Enter")
        expect(there.locator(".draft-piece")).to_have_count(count - 1)
        there.get_by_role("button", name="Undo").click()
        expect(there.locator(".draft-piece")).to_have_count(count)
        there.get_by_label("Name").fill("A grid of mine")
        there.get_by_role("button", name="Keep this sketch").click()
        expect(there.get_by_role("heading", name="A grid of mine")).to_be_visible()
        self.open("/sketches/new")
        expect(self.page.get_by_role("heading", name="A new sketch")).to_be_visible()
        expect(begun).to_have_count(0)
        self.assertEqual(Sketch.objects.get().block_count, count)
        self.assertFalse(TableDraft.objects.exists())

    def test_a_kept_sketch_drawn_on_lies_on_the_table_from_its_first_change(self):
        sketch = keep_sketch(owner=self.user, sketch=read_sketch(SMALL).sketch)
        self.open(f"/sketches/{sketch.pk}/redraw")
        pieces = self.page.locator(".draft-piece")
        expect(pieces.first).to_be_visible()
        count = pieces.count()
        self.page.locator(".piece-row").first.click()
        with self.page.expect_response(
            lambda answer: answer.url.endswith("/api/drafts/table/") and answer.status == 201
        ):
            self.page.get_by_role("button", name="Remove", exact=True).click()
        expect(pieces).to_have_count(count - 1)
        self.open("/sketches/new")
        self.page.get_by_role("button", name="Go on with").click()
        expect(pieces).to_have_count(count - 1)

    def measure(self, piece, **measures):
        for words, value in measures.items():
            self.page.get_by_label(f"{words.replace('_', ' ')}, piece {piece}", exact=True).fill(value)

    def test_by_ruler_the_page_is_drawn_as_one_types_and_sums_that_are_off_are_named(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="By ruler").click()
        drawn = self.page.get_by_role("img", name="The page so far")
        pieces = drawn.locator(".piece")
        self.measure(1, from_left="1", width="4", from_right="8", from_top="1 1/2", height="6")
        expect(self.page.get_by_text("= 13 in; the page is 12 in, so 1 in too much")).to_be_visible()
        expect(pieces).to_have_count(0)
        wrong = self.page.locator(".ruler-row .is-invalid")
        for name in ("from left", "width", "from right"):
            expect(self.page.get_by_label(f"{name}, piece 1", exact=True)).to_have_class(re.compile("is-invalid"))
        expect(wrong).to_have_count(3)
        self.measure(1, from_right="7", mats_show="1/8 front")
        expect(self.page.get_by_label("mats show, piece 1")).to_have_class(re.compile("is-invalid"))
        expect(wrong).to_have_count(1)
        self.measure(1, mats_show="1/8, 1/8")
        expect(pieces).to_have_count(3)
        expect(self.page.locator(".ruler-fault")).to_have_count(0)
        # One row of flags; what was not named by hand follows what it is.
        self.page.get_by_role("button", name="One piece more").click()
        called = self.page.get_by_label("called, piece 2")
        expect(called).to_have_attribute("placeholder", "")
        self.measure(2, from_left="0", width="1", from_top="9", height="2 1/2", the_same_again="11", further_by="0")
        expect(pieces).to_have_count(15)
        self.page.get_by_label("What piece 2 is").select_option("strip")
        expect(called).to_have_attribute("placeholder", "strip 1")
        called.fill("flag")
        self.page.get_by_label("Outline of piece 2").select_option("banner")
        self.measure(2, the_same_again="12")
        expect(self.page.get_by_text("flag 13 would lie beside the page")).to_be_visible()
        self.measure(2, the_same_again="11")
        expect(pieces).to_have_count(15)
        self.assert_accessible("by ruler")
        # It is still there after a while, and by keys alone it comes onto the drawing table.
        self.page.reload()
        self.page.get_by_role("button", name="By ruler").click()
        expect(pieces).to_have_count(15)
        self.page.get_by_role("button", name="Onto the drawing table").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".draft-piece")).to_have_count(15)
        expect(self.page.locator(".piece-row").filter(has_text="flag 12")).to_have_count(1)
        self.assert_quiet()

    def test_by_ruler_two_facing_pages_of_a_size_of_their_own(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="By ruler").click()
        self.page.get_by_role("button", name="another size, or two facing pages").click()
        self.page.get_by_label("page width").fill("8")
        self.page.get_by_label("page height").fill("9")
        self.page.get_by_label("it is", exact=True).select_option("2")
        self.page.get_by_label("gap between").fill("1/2")
        drawn = self.page.get_by_role("img", name="The page so far")
        expect(drawn).to_have_attribute("viewBox", "0 0 16.5 9")
        expect(drawn.locator(".fold-line")).to_have_count(1)
        self.page.get_by_role("group", name="The page it is drawn for").get_by_role("button", name="8 × 8").click()
        expect(drawn).to_have_attribute("viewBox", "0 0 8 8")
        self.assert_quiet()

    def test_everything_is_saved_as_one_file_and_unpacked(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="From a basic type").click()
        self.page.get_by_role("button", name="An L", exact=True).click()
        self.page.get_by_role("button", name="Keep this sketch").click()
        expect(self.page.get_by_role("heading", name="Measure card")).to_be_visible()
        self.open("/")
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="Save everything").click()
        path = download.value.path()
        self.page.get_by_label("Zip of everything").set_input_files(path)
        expect(self.page.locator(".loaded")).to_contain_text("1 sketches")
        self.assertEqual(Sketch.objects.count(), 1, "it lies there just so, and serves")
