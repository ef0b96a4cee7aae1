"""Sticking down by mouse, by keyboard and by finger: the order beside the page, the table, the page photographed."""

import io
from random import Random

from bench.pictures import photographed
from inkquilt.lengths import INCH
from inkquilt_io.painting import layers_of
from inkquilt_io.painting.page import composed
from server.pages.drawn import painted_page
from server.pages.known import document_of
from server.pages.models import Page
from server.photos.services import add_photo
from tests.api.base import change_page
from tests.api.test_sticking import PAGE, photo_of
from tests.browser.base import BrowserTestCase, expect


class Sticking(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()
        page = self.lay_out(PAGE, key="12x12", t="Honey")
        for block, colours in (("p", ("teal", "white")), ("q", ("olive", "navy"))):
            content = photo_of(*colours)
            photo = add_photo(owner=self.user, name=block, file=io.BytesIO(content), size=len(content)).photo
            page = change_page(
                page=page, version=page.version, change={"kind": "photo", "block": block, "photo": photo.pk}
            )
        self.pk = page.pk

    def document(self):
        return document_of(Page.objects.get(pk=self.pk))

    def stuck(self):
        return set(self.document().sticking.stuck)

    def test_the_order_is_looked_at_moved_and_told_why_not(self):
        self.open(f"/pages/{self.pk}/stick")
        steps = self.page.get_by_role("region", name="The steps in order")
        expect(steps.locator("li").first).to_contain_text("Lay everything loose")
        steps.get_by_role("button", name="Stick title").click()
        expect(steps).to_contain_text("3/4 in from the top edge of strip band")
        expect(self.page.locator(".board .place-edge")).to_be_visible()
        with self.answers_to_changes(1):
            steps.get_by_role("button", name="Earlier").click()
        expect(steps.locator("li").nth(6)).to_contain_text("Stick title")
        # by the keyboard: back again, then to where it cannot go
        steps.get_by_role("button", name="Stick title").focus()
        with self.answers_to_changes(1):
            self.page.keyboard.press("Shift+ArrowDown")
        expect(steps.locator("li").nth(7)).to_contain_text("Stick title")
        steps.get_by_role("button", name="Lay everything loose").focus()
        with self.answers_to_changes(1):
            self.page.keyboard.press("Shift+ArrowDown")
        expect(self.page.get_by_role("alert")).to_contain_text("what is taken off was laid before")
        self.assert_accessible("steps in order")

    def test_schools_glue_and_work_before_gluing(self):
        self.open(f"/pages/{self.pk}/stick")
        steps = self.page.get_by_role("region", name="The steps in order")
        self.page.get_by_role("button", name="from the top, lifted as one").click()
        expect(steps).to_contain_text("Stick title t onto strip band")
        self.page.get_by_role("button", name="piece by piece").click()
        expect(steps).not_to_contain_text("Lay everything loose")
        steps.get_by_role("button", name="Stick strip band").click()
        steps.get_by_role("button", name="middle only").click()
        expect(steps).to_contain_text("Glue the middle only: the edges lift")
        self.page.get_by_label("What is worked on").select_option("band")
        self.page.get_by_role("button", name="paint", exact=True).click()
        expect(steps).to_contain_text("Let strip band dry")
        self.page.get_by_role("button", name="Remove: Paint on strip band").click()
        expect(steps).not_to_contain_text("Let strip band dry")
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="placing guide at true size").click()
        self.assertTrue(got.value.suggested_filename.endswith(".pdf"))
        self.page.locator("summary", has_text="thick at most").click()
        expect(self.page.locator(".thick-places circle")).to_be_visible()
        self.assert_accessible("schools and glue")

    def test_at_the_table_by_the_keyboard_alone(self):
        self.open(f"/pages/{self.pk}/stick")
        self.page.get_by_role("link", name="To the gluing table").focus()
        self.page.keyboard.press("Enter")
        heading = self.page.locator(".stick-words h2")
        expect(heading).to_have_text("Lay everything loose")
        self.page.locator("body").focus()
        for title in ("Take it off onto a tray", "Stick strip band", "Stick photo p on its mat"):
            with self.answers_to_changes(1):
                self.page.keyboard.press(" ")
            expect(heading).to_have_text(title)
            self.page.wait_for_timeout(ONE_TAP)
        self.assertEqual(self.stuck(), {"band"})
        with self.answers_to_changes(1):
            self.page.keyboard.press("Backspace")
        expect(heading).to_have_text("Stick strip band")
        self.assertEqual(self.stuck(), set())
        self.assert_accessible("gluing table")
        self.assert_quiet()

    def test_something_went_wrong_and_is_lifted_again(self):
        page = Page.objects.get(pk=self.pk)
        change_page(page=page, version=page.version, change={"kind": "stick-done", "step": "stick band"})
        self.open(f"/pages/{self.pk}/sticking")
        self.page.get_by_role("button", name="Stick strip band").click()
        self.page.get_by_role("button", name="Something is wrong").click()
        told = self.page.get_by_role("region", name="What can be done about strip band")
        expect(told).to_contain_text("thin blade")
        expect(told).to_contain_text("fresh air")
        with self.answers_to_changes(1):
            told.get_by_role("button", name="I lifted it again").click()
        expect(told).to_have_count(0)
        self.assertEqual(self.stuck(), set())

    def test_what_is_stuck_does_not_move_on_the_page(self):
        page = Page.objects.get(pk=self.pk)
        change_page(page=page, version=page.version, change={"kind": "stick-done", "step": "stick m"})
        self.open(f"/pages/{self.pk}/page")
        piece = self.page.locator('.board [data-block="p"]')
        piece.focus()
        self.page.keyboard.press("Enter")
        with self.answers_to_changes(1):
            self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_text("is stuck down, and this would move it").first).to_be_visible()

    def test_the_page_on_the_table_is_laid_over_the_plan_and_taken_over(self):
        per_inch = 110
        page = Page.objects.get(pk=self.pk)
        layers = [
            type(one)(one.key, one.image, one.left, one.top + per_inch // 2) if one.key in ("mq", "q") else one
            for one in layers_of(painted_page(page, self.document()), per_inch / INCH)
        ]
        sheet = composed((12 * per_inch, 12 * per_inch), layers, (240, 235, 224), shadow=2.5)
        photograph = {"name": "table.jpg", "mimeType": "image/jpeg", "buffer": photographed(sheet, Random(5))}
        self.open(f"/pages/{self.pk}/stick")
        part = self.page.get_by_role("region", name="The dry fit")
        part.locator("input").set_input_files(photograph)
        told = part.get_by_role("list", name="What lies otherwise")
        expect(told).to_contain_text("photo q lies 1/2 in too low")
        expect(self.page.locator(".board .table-picture image")).to_be_visible()
        self.assert_accessible("dry fit")
        before = next(block for block in self.document().blocks if block.id == "mq").y
        with self.answers_to_changes(1):
            told.get_by_role("button", name="Take it into the plan: photo q").click()
        after = next(block for block in self.document().blocks if block.id == "mq").y
        self.assertEqual(after - before, INCH // 2)
        part.get_by_role("button", name="Remove: ").click()
        expect(part.get_by_role("list", name="Pictures of the page on the table")).to_have_count(0)
        self.page.locator(".removed-note").get_by_role("button", name="Undo").click()
        expect(part.get_by_role("list", name="Pictures of the page on the table")).to_be_visible()


#: A second tap within this many milliseconds is the same one; what is asked for is not a state, but time itself.
ONE_TAP = 400


class StickingByFinger(BrowserTestCase):
    viewport = {"width": 390, "height": 844}
    screen = {"has_touch": True}

    def setUp(self):
        super().setUp()
        self.sign_in()
        self.pk = self.lay_out(PAGE, key="12x12", t="Honey").pk

    def test_a_tap_anywhere_is_the_next_step_and_two_at_once_are_one(self):
        self.open(f"/pages/{self.pk}/sticking")
        heading = self.page.locator(".stick-words h2")
        expect(heading).to_have_text("Lay everything loose")
        picture = self.page.locator(".stick-picture")
        box = picture.bounding_box()
        middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        with self.answers_to_changes(1):
            self.page.touchscreen.tap(*middle)
            self.page.touchscreen.tap(*middle)
        expect(heading).to_have_text("Take it off onto a tray")
        self.page.get_by_role("button", name="Go back one").tap()
        expect(heading).to_have_text("Lay everything loose")
        deed = self.page.get_by_role("button", name="Done, next step")
        self.assertGreaterEqual(deed.bounding_box()["height"], 44)
        self.assertLessEqual(deed.bounding_box()["y"] + deed.bounding_box()["height"], 844, "under the thumb")
        # another device goes on where this one is
        other = self.new_page()
        self.page.wait_for_timeout(ONE_TAP)
        with self.answers_to_changes(1):
            deed.tap()
        self.open(f"/pages/{self.pk}/sticking", other)
        expect(other.locator(".stick-words h2")).to_have_text("Take it off onto a tray")
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assert_accessible("gluing table by finger")
