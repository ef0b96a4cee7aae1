"""Photos by mouse and by keyboard: added, marked, warned of, matched, a sketch found for them, printed."""

import io

from PIL import Image

from server.pages.known import document_of
from server.pages.models import Page
from server.photos.models import FocalArea, Photo
from server.sketches.services import add_sketch
from tests.api.base import SMALL, change_page, picture
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

COVERED = data_of(
    row("p", "photo", 3, 1, 6, 4, level=1),
    row("q", "photo", 3, 6, 6, 4, level=1),
    row("c", "cluster", 1, 2, 3, 2, level=3),
)


def file(name, content):
    return {"name": name, "mimeType": "image/jpeg", "buffer": content}


class Photos(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_many_photos_are_added_at_once_and_those_refused_are_named(self):
        self.open("/")
        self.page.get_by_role("link", name="Photo box").click()
        expect(self.page.get_by_role("heading", name="Photo box")).to_be_visible()  # the shelf takes photos too
        same = picture(300, 200, colour="gold")
        webp = io.BytesIO()
        Image.new("RGB", (200, 300), "navy").save(webp, "WEBP")
        files = [file("one.jpg", picture(300, 200)), file("two.jpg", same), file("night.webp", webp.getvalue())]
        files += [file("broken.jpg", same[:300]), file("empty.jpg", b"")]
        self.page.get_by_label("Photo files").set_input_files(files)
        status = self.page.locator(".adding")
        expect(status).to_contain_text("3 added")
        expect(self.page.get_by_role("alert")).to_have_count(2)
        expect(self.page.get_by_role("alert").first).to_contain_text(".jpg: ")
        expect(self.page.locator(".photo-tile")).to_have_count(3)
        self.page.get_by_label("Photo files").set_input_files([file("again.jpg", same)])
        expect(status).to_contain_text("0 added, 1 there already")
        self.page.get_by_role("button", name="Enter a print by its size").click()
        self.page.get_by_label("What it shows").fill("Grandmother's hive")
        self.page.get_by_label("Width of the print").fill("3 1/2")
        self.page.get_by_label("Height of the print").fill("5")
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".photo-tile")).to_have_count(4)
        expect(self.page.locator(".tile-facts")).to_contain_text("print 3 1/2 × 5 in")
        self.assert_accessible("photo box")
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_photos_are_dropped_on_the_window_and_pasted_into_it(self):
        self.open("/photos")
        expect(self.page.get_by_role("button", name="Add photos")).to_be_visible()
        for number, (event, colour) in enumerate((("drop", "teal"), ("paste", "gold")), 1):
            content = list(picture(200, 150, colour=colour))
            self.page.evaluate(
                """([event, bytes]) => {
                  const carried = new DataTransfer()
                  carried.items.add(new File([new Uint8Array(bytes)], `${event}.jpg`, { type: 'image/jpeg' }))
                  const more = event === 'paste' ? { clipboardData: carried } : { dataTransfer: carried }
                  const Kind = event === 'paste' ? ClipboardEvent : DragEvent
                  window.dispatchEvent(new Kind(event, { bubbles: true, cancelable: true, ...more }))
                }""",
                [event, content],
            )
            expect(self.page.locator(".photo-tile")).to_have_count(number)
        expect(self.page.get_by_text("drop", exact=True)).to_be_visible()
        self.assert_quiet()

    def test_what_matters_is_drawn_by_mouse_moved_by_keys_and_weighed(self):
        self.lay_out(SMALL, photos=1)
        self.open("/photos")
        self.page.get_by_role("button", name="Roof, first light").click()
        board = self.page.locator(".area-board")
        expect(board).to_be_visible()
        box = board.bounding_box()
        mouse = self.page.mouse
        with self.page.expect_response(lambda response: "areas" in response.url):
            mouse.move(box["x"] + box["width"] * 0.2, box["y"] + box["height"] * 0.3)
            mouse.down()
            mouse.move(box["x"] + box["width"] * 0.6, box["y"] + box["height"] * 0.8, steps=5)
            mouse.up()
        drawn = FocalArea.objects.get()
        for place, wanted in ((drawn.left, 2000), (drawn.top, 3000), (drawn.width, 4000), (drawn.height, 5000)):
            self.assertAlmostEqual(place, wanted, delta=60)
        area = self.page.locator(".area")
        area.focus()
        with self.page.expect_response(lambda response: "areas" in response.url):
            self.page.keyboard.press("ArrowRight")
        self.assertEqual(FocalArea.objects.get().left, drawn.left + 100)
        with self.page.expect_response(lambda response: "areas" in response.url):
            self.page.get_by_label("How much part 1 matters").select_option("may be covered")
        self.assertFalse(FocalArea.objects.get().matters)
        with self.page.expect_response(lambda response: "/photos/" in response.url):
            self.page.get_by_label("Belongs with").fill("bees")
            self.page.get_by_label("Belongs with").blur()
        expect(self.page.get_by_role("heading", name="bees")).to_be_visible()
        self.assert_accessible("a photo opened")
        self.assert_quiet()

    def test_she_is_warned_of_a_hidden_face_and_one_touch_shows_it_and_one_undoes_that(self):
        page = self.lay_out(COVERED, "12x12", photos=1)
        photo = Photo.objects.get()
        FocalArea.objects.create(photo=photo, left=1000, top=2000, width=3000, height=5000, weight=5)
        change_page(page=page, version=page.version, change={"kind": "photo", "block": "p", "photo": photo.pk})
        self.open(f"/pages/{page.pk}/photos")
        warning = self.page.get_by_role("region", name="What does not show")
        expect(warning).to_contain_text("of what matters lies under cluster c")
        expect(self.page.locator(".lost-part")).to_have_count(1)
        self.page.get_by_role("button", name="What would show it?").click()
        way = self.page.get_by_role("button", name="nudge cluster c")
        expect(way).to_be_visible()
        self.assert_accessible("a warning")
        way.click()
        expect(warning).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        expect(warning).to_be_visible()
        self.assert_quiet()

    def test_how_a_photo_lies_is_set_with_keys_and_photos_are_matched(self):
        page = self.lay_out(SMALL, "12x12", photos=2)
        change = {"kind": "photo", "block": "p", "photo": self.photos[0].pk}
        change_page(page=page, version=page.version, change=change)
        self.open(f"/pages/{page.pk}/photos")
        slot = self.page.locator('[data-slot="p"]')
        slot.focus()
        self.page.keyboard.press("Enter")
        zoom = self.page.get_by_role("slider", name="Zoom")
        zoom.focus()
        # a slide that is left while its write is on the way says nothing a second time, and keeps the focus
        writes: list[str] = []
        self.page.on("request", lambda request: writes.append(request.url) if "changes" in request.url else None)
        with self.page.expect_response(lambda response: "changes" in response.url):
            self.page.keyboard.press("ArrowRight")
            zoom.evaluate("slide => slide.dispatchEvent(new FocusEvent('focusout', {bubbles: true}))")
        expect(zoom).to_be_focused()
        self.assertAlmostEqual(document_of(Page.objects.get()).photos["p"].zoom, 1.05)
        self.page.get_by_role("slider", name="Level it").focus()
        with self.page.expect_response(lambda response: "changes" in response.url):
            self.page.keyboard.press("ArrowLeft")
        self.assertEqual(document_of(Page.objects.get()).photos["p"].turn, -50)
        self.assertEqual(len(writes), 2)
        expect(self.page.get_by_role("group", name="Mat")).to_contain_text("a deep colour of its own")
        with self.page.expect_response(lambda response: "changes" in response.url):
            self.page.get_by_role("group", name="Mat").get_by_role("button", name="two").click()
        self.assertEqual([b.of for b in document_of(Page.objects.get()).blocks if b.role.value == "mat"][-1], ("p",))
        self.page.get_by_label(f"Match {self.photos[1].name}").check()
        # In an order of her own, by keys and by mouse.
        self.page.get_by_role("button", name="in my order").press("Enter")
        mine = self.page.get_by_role("list", name="Your order").get_by_role("button")
        first, second = (photo.name for photo in self.photos)
        expect(mine.nth(0)).to_have_attribute("aria-label", f"1: {first}")
        mine.nth(0).press("ArrowRight")
        expect(mine.nth(0)).to_have_attribute("aria-label", f"1: {second}")
        mine.nth(1).hover()
        self.page.mouse.down()
        expect(self.page.locator(".photo-order .is-dragged")).to_be_visible()
        mine.nth(0).hover()
        self.page.mouse.up()
        expect(mine.nth(0)).to_have_attribute("aria-label", f"1: {first}")
        # The panel above it changes with the mats: a mouse would find the button moved.
        self.page.get_by_role("button", name="Match 2 photos to 2 slots").press("Enter")
        expect(self.page.get_by_text("No other choice is better.")).to_be_visible()
        self.assert_accessible("photos matched")
        self.page.get_by_role("button", name="Use this arrangement").click()
        expect(self.page.locator('[data-slot="q"] image')).to_be_visible()
        self.assertEqual(len(document_of(Page.objects.get()).photos), 2)
        self.assert_quiet()

    def test_a_sketch_is_found_for_picked_photos_and_the_page_begun_wearing_them(self):
        self.lay_out(SMALL, photos=2)
        add_sketch(owner=self.user, data={**COVERED, "name": "No title on it"})
        self.open("/photos")
        for photo in self.photos:
            self.page.get_by_label(f"Pick {photo.name}").check()
        self.page.get_by_role("link", name="Find a sketch for them").click()
        found = self.page.locator(".found .patch")
        expect(self.page.get_by_text("ranked by what came of it")).to_be_visible()
        self.assertGreater(found.count(), 1)
        self.page.get_by_label("room for a title").check()
        expect(self.page.get_by_text("No title on it")).to_have_count(0)
        expect(self.page.get_by_text("ranked by what came of it")).to_be_visible()
        self.assert_accessible("finder")
        self.page.locator(".found .patch-button").first.click()
        expect(self.page.get_by_role("region", name="Match photos to slots")).to_be_visible()
        self.assertEqual(len(document_of(Page.objects.order_by("id").last()).photos), 2)
        self.assert_quiet()

    def test_photos_are_printed_on_sheets_and_on_a_printer_with_the_wrong_paper(self):
        page = self.lay_out(SMALL, "12x12", photos=1)
        change = {"kind": "photo", "block": "p", "photo": self.photos[0].pk}
        change_page(page=page, version=page.version, change=change)
        self.open(f"/pages/{page.pk}/print")
        prints = self.page.get_by_role("region", name="Photo prints")
        expect(prints.get_by_role("img", name="Sheet 1")).to_be_visible()
        expect(prints).to_contain_text("pixels per inch: poor")
        with self.page.expect_download() as download:
            prints.get_by_role("button", name="PDF with cut marks").click()
        self.assertEqual(download.value.suggested_filename, "photo-prints.pdf")
        prints.get_by_role("button", name="Try them on a printer").click()
        prints.get_by_label("Paper in its tray").select_option("a4")
        prints.get_by_role("button", name="Print", exact=True).click()
        log = prints.get_by_role("list", name="What the printer says")
        expect(log).to_contain_text("not what is in the tray")
        prints.get_by_label("Paper in its tray").select_option("letter")
        prints.get_by_role("button", name="Print", exact=True).click()
        expect(prints.get_by_role("img", name="Sheet 1 as it came out")).to_be_visible()
        self.assert_accessible("prints")
        self.assert_quiet()
