"""Building on the page, as a person does it: from the box and from a piece, by mouse, by keys and by finger."""

from playwright.sync_api import Locator

from inkquilt.lengths import INCH
from server.pages.known import document_of
from server.pages.models import Page
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

TWO = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("band", "strip", 0, 8, 12, 2, paper="B", level=1),
    row("p", "photo", 1, 1, 4, 6, level=2, label="tall photo"),
    row("q", "photo", 6, 1, 3, 3, level=2, label="square photo"),
)


class Building(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()
        self.laid = self.lay_out(TWO, key="12x12")
        self.open(f"/pages/{self.laid.pk}/page")
        self.box = self.page.get_by_role("region", name="Add a piece")
        expect(self.box).to_be_visible()
        self.page.wait_for_load_state("networkidle")  # what stands above the box would push it from under the mouse

    def blocks(self):
        return {block.id: block for block in document_of(Page.objects.get(pk=self.laid.pk)).blocks}

    def after(self, deed):
        """Do something and wait for the answer to its change."""
        with self.page.expect_response(lambda response: response.url.endswith("/changes/")) as answer:
            deed()
        self.assertEqual(answer.value.status, 200, answer.value.text())

    def edge(self):
        return self.page.locator(".board .page-edge").bounding_box()

    def drag_to(self, source: Locator, across: float, down: float) -> None:
        """Drag something to a part of the page, each way from 0 to 1, and hold it there."""
        source.hover()  # once it stands still
        self.page.mouse.down()
        edge = self.edge()
        self.page.mouse.move(edge["x"] + across * edge["width"], edge["y"] + down * edge["height"], steps=6)

    def take_up(self, name):
        self.page.locator(f'.board [data-block="{name}"]').focus()
        self.page.keyboard.press("Enter")
        return self.page.get_by_role("region", name="Build with it")

    def test_a_piece_is_dragged_from_the_box_to_its_place_and_photos_stay(self):
        before = self.blocks()
        self.drag_to(self.box.get_by_role("button", name="tag"), 0.75, 0.5)
        expect(self.page.locator(".carried-piece")).to_be_visible()
        self.after(self.page.mouse.up)
        expect(self.page.locator('.board [data-block="tag-1"]')).to_be_visible()
        after = self.blocks()
        tag = after.pop("tag-1")
        self.assertEqual(after, before)
        middle = (tag.x + tag.width / 2) / INCH, (tag.y + tag.height / 2) / INCH
        self.assertAlmostEqual(middle[0], 9, delta=0.15)
        self.assertAlmostEqual(middle[1], 6, delta=0.15)
        # Beside the page, and called off with Escape, it goes back into the box.
        self.drag_to(self.box.get_by_role("button", name="tag"), 1.2, 0.5)
        self.page.mouse.up()
        self.drag_to(self.box.get_by_role("button", name="tag"), 0.5, 0.5)
        self.page.keyboard.press("Escape")
        expect(self.page.locator(".carried-piece")).to_have_count(0)
        self.page.mouse.up()
        self.assertEqual(set(self.blocks()), {*before, "tag-1"})
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.locator('.board [data-block="tag-1"]')).to_have_count(0)
        self.assertEqual(self.blocks(), before)
        self.assert_quiet()

    def test_by_keys_alone_it_is_laid_copied_leaned_moved_and_taken_away(self):
        button = self.box.get_by_role("button", name="strip")
        button.focus()
        self.after(lambda: self.page.keyboard.press("Enter"))
        expect(self.page.locator('.board [data-block="strip-1"]')).to_be_visible()
        build = self.take_up("q")
        build.get_by_role("button", name="one more of it").focus()
        self.after(lambda: self.page.keyboard.press("Enter"))
        self.assertEqual(self.blocks()["q-2"].size, self.blocks()["q"].size)
        build.get_by_role("button", name="lean right").focus()
        self.after(lambda: self.page.keyboard.press("Enter"))
        expect(build).to_contain_text("It leans by 2.5°")
        self.assertEqual(self.blocks()["q"].turn, 250)
        build.get_by_role("button", name="straight").focus()
        self.after(lambda: self.page.keyboard.press("Enter"))
        expect(build).to_contain_text("It lies straight")
        build.get_by_role("button", name="Remove").focus()
        self.after(lambda: self.page.keyboard.press("Enter"))
        expect(self.page.locator('.board [data-block="q"]')).to_have_count(0)
        self.assertEqual(set(self.blocks()), {"base", "band", "p", "strip-1", "q-2"})
        for _ in range(5):
            self.page.keyboard.press("Control+z")
        expect(self.page.locator('.board [data-block="q"]')).to_be_visible()
        expect(self.page.locator('.board [data-block="strip-1"]')).to_have_count(0)
        self.assertEqual(self.blocks(), {block.id: block for block in document_of(self.laid).blocks})

    def test_a_layer_is_laid_behind_a_piece_and_two_change_places(self):
        build = self.take_up("q")
        self.after(build.get_by_role("button", name="a layer behind it").click)
        layer = self.blocks()["q-mat-1"]
        self.assertEqual((layer.of, layer.width), (("q",), self.blocks()["q"].width + INCH // 4))
        expect(self.page.locator('.board [data-block="q-mat-1"]')).to_be_visible()
        before = self.blocks()
        places = build.get_by_role("combobox", name="Change places with")
        self.after(lambda: places.select_option(label="tall photo"))
        after = self.blocks()
        self.assertLess(after["q"].x, before["q"].x)
        self.assertGreater(after["p"].x, before["p"].x)
        self.assertEqual(after["q"].size, before["q"].size)
        self.assert_accessible("building")

    def test_a_strip_beside_it_a_layer_another_way_and_one_more_dragged_out(self):
        with_it = self.take_up("q")
        self.after(with_it.get_by_role("button", name="a strip beside it, below").click)
        strip = self.blocks()["strip-1"]
        self.assertEqual((strip.x, strip.y, strip.width), (6 * INCH, 33 * INCH // 8, 3 * INCH))
        with_it.get_by_text("a layer another way").click()
        form = with_it.get_by_role("form", name="A layer behind square photo")
        form.get_by_label("showing").fill("1/4")
        for side in ("left", "top"):
            form.get_by_label(side, exact=True).uncheck()
        self.after(form.get_by_role("button", name="Lay it").click)
        mat = self.blocks()["q-mat-1"]
        self.assertEqual((mat.x, mat.y, mat.width), (6 * INCH, INCH, 13 * INCH // 4))
        form.get_by_label("the mats that are there stay").check()
        self.after(lambda: form.get_by_label("showing").press("Enter"))
        outer = self.blocks()["q-mat-2"]
        self.assertEqual((outer.of, outer.width), (("q-mat-1",), 7 * INCH // 2))
        self.drag_to(with_it.get_by_role("button", name="one more of it"), 0.7, 0.65)
        expect(self.page.locator(".carried-piece")).to_be_visible()
        self.after(self.page.mouse.up)
        copy = self.blocks()["q-2"]
        self.assertAlmostEqual((copy.x + copy.width / 2) / INCH, 8.4, delta=0.3)
        self.assert_accessible("page")
        self.assert_quiet()

    def test_what_cannot_be_built_is_said_and_nothing_changes(self):
        before = self.blocks()
        build = self.take_up("band")
        build.get_by_role("button", name="lean right").click()
        expect(self.page.get_by_role("alert")).to_contain_text("a smaller one would do")
        self.assertEqual(self.blocks(), before)

    def test_a_finger_drags_a_piece_from_the_box(self):
        session = self.context.new_cdp_session(self.page)
        self.box.get_by_role("button", name="photo").scroll_into_view_if_needed()
        source, edge = self.box.get_by_role("button", name="photo").bounding_box(), self.edge()
        x, y = source["x"] + source["width"] / 2, source["y"] + source["height"] / 2
        to = edge["x"] + 0.7 * edge["width"], edge["y"] + 0.55 * edge["height"]

        def touch(kind, *points):
            session.send(
                "Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": a, "y": b} for a, b in points]}
            )

        touch("touchStart", (x, y))
        for step in range(1, 9):
            touch("touchMove", (x + (to[0] - x) * step / 8, y + (to[1] - y) * step / 8))
        expect(self.page.locator(".carried-piece")).to_be_visible()
        self.after(lambda: touch("touchEnd"))
        expect(self.page.locator('.board [data-block="photo-1"]')).to_be_visible()
        photo = self.blocks()["photo-1"]
        self.assertAlmostEqual((photo.x + photo.width / 2) / INCH, 8.4, delta=0.2)
