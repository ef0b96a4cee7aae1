"""What a page gives up and what she has: asked back, let go, laid at the nearest place; by mouse, keys and finger."""

from server.pages.known import document_of
from server.pages.models import Page
from tests.api.test_giving_up import TIGHT
from tests.browser.base import BrowserTestCase, expect
from tests.browser.test_bench import demo_data
from tests.building import inches


class GivingUp(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def block(self, name):
        return next(block for block in document_of(Page.objects.latest("id")).blocks if block.id == name)

    def changed(self):
        return self.page.expect_response(lambda response: response.url.endswith("/changes/"))

    def push(self, name, pixels):
        """Drag a piece to the right."""
        piece = self.page.locator(f'[data-block="{name}"]')
        expect(piece).to_be_visible()
        box = piece.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + pixels, y, steps=6)
        with self.changed() as answer:
            self.page.mouse.up()
        return answer.value

    def test_the_nearest_page_that_works_stands_beside_the_clash_and_is_laid_by_one_touch(self):
        page = self.lay_out(TIGHT, "12x12")
        self.open(f"/pages/{page.pk}/page")
        before = self.block("p")
        self.assertEqual(self.push("p", 200).status, 400)
        told = self.page.locator(".no-place")
        expect(told).to_contain_text("The nearest that works")
        self.assertEqual(self.block("p"), before, "nothing was written yet")
        self.assert_accessible("a clash with the nearest page")
        with self.changed() as answer:
            told.get_by_role("button", name="lay it there").click()
        self.assertTrue(answer.value.ok)
        expect(told).to_have_count(0)
        self.assertGreater(self.block("p").x, before.x)
        self.page.keyboard.press("Control+z")
        expect(self.page.locator(".pin-heads > *")).to_have_count(0)
        self.assertEqual(self.block("p"), before)

    def test_a_line_of_the_clash_is_let_go_by_keys_alone(self):
        page = self.lay_out(TIGHT, "12x12")
        self.open(f"/pages/{page.pk}/page")
        self.assertEqual(self.push("p", 260).status, 400)
        told = self.page.locator(".no-place")
        told.get_by_text("What holds it, and could change").focus()
        self.page.keyboard.press("Enter")
        line = told.locator("li", has_text="stays left of photo q")
        line.get_by_role("button", name="let this go").focus()
        with self.changed() as answer:
            self.page.keyboard.press("Enter")
        self.assertTrue(answer.value.ok)
        expect(told).to_have_count(0)
        self.assertTrue(any(key.startswith("order") for key in document_of(Page.objects.get()).untied))

    def test_another_size_is_typed_in_the_line_that_names_it(self):
        page = self.lay_out(TIGHT, "12x12")
        self.open(f"/pages/{page.pk}/page")
        self.assertEqual(self.push("p", 110).status, 400)
        told = self.page.locator(".no-place")
        told.get_by_text("What holds it, and could change").click()
        line = told.locator("li", has_text="photo q stays 5 in × 4 in")
        line.get_by_label("Width instead").fill("3 1/2")
        line.get_by_label("Height instead").fill("3")
        with self.changed() as answer:
            line.get_by_role("button", name="try it").click()
        self.assertTrue(answer.value.ok)
        self.assertEqual(self.block("q").width, inches("3 1/2"))

    def test_what_a_small_page_gave_up_is_asked_back_and_let_go_again(self):
        page = self.lay_out(demo_data("three"), "insert")
        self.open(f"/pages/{page.pk}/page")
        given = self.page.get_by_role("list", name="What changed from the sketch")
        first = given.get_by_role("listitem").first
        words = first.get_by_role("button").text_content()  # a deed is shown with a capital
        with self.changed():
            first.get_by_role("button").click()
        expect(given).to_contain_text(f"You said: {words}.")
        self.assertEqual(len(document_of(Page.objects.get()).insist), 1)
        self.assert_accessible("asked back")
        kept = given.get_by_role("listitem").filter(has_text="You said")
        kept.get_by_role("button", name="let it go").focus()
        with self.changed():
            self.page.keyboard.press("Enter")
        expect(given).not_to_contain_text("You said")

    def test_prints_from_a_shop_are_said_once_and_remembered(self):
        page = self.lay_out(TIGHT, "letter")
        self.open(f"/pages/{page.pk}/page")
        prints = self.page.get_by_role("group", name="My prints")
        with self.changed():
            prints.get_by_role("button", name="from a shop").click()
        expect(prints.get_by_role("button", name="from a shop")).to_have_attribute("aria-pressed", "true")
        later = self.lay_out(TIGHT, "letter")
        self.open(f"/pages/{later.pk}/page")
        expect(prints.get_by_role("button", name="from a shop")).to_have_attribute("aria-pressed", "true")
        self.page.locator('[data-block="p"]').focus()
        self.page.keyboard.press("Enter")
        trim = self.page.get_by_role("group", name="Trim it")
        expect(trim.get_by_role("button", name="a little")).to_have_attribute("aria-pressed", "true")
        with self.changed():
            trim.get_by_role("button", name="freely").click()
        expect(trim.get_by_role("button", name="freely")).to_have_attribute("aria-pressed", "true")
        self.assertEqual(document_of(Page.objects.latest("id")).trim_freely, frozenset("p"))

    def test_dies_that_say_nothing_are_asked_for(self):
        page = self.lay_out(TIGHT, "letter")
        self.open(f"/pages/{page.pk}/page")
        with self.changed():
            self.page.get_by_role("group", name="Round pieces").get_by_role("button", name="as my dies").click()
        expect(self.page.get_by_role("alert")).to_contain_text("at the cutting step")


class FacingPage(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_a_page_to_face_this_one_for_sizes_as_one_says_them(self):
        page = self.lay_out(demo_data("three"), "12x12")
        self.open(f"/pages/{page.pk}/page")
        facing = self.page.get_by_role("region", name="A facing page")
        facing.get_by_role("button", name="See what would go with it").click()
        facing.get_by_role("button", name="these sizes").click()
        line = facing.get_by_role("textbox", name="Sizes of the photos")
        line.fill("some")
        self.page.keyboard.press("Enter")
        expect(facing.get_by_role("alert")).to_contain_text("Say it like")
        line.fill("two 4 x 4, one 3 x 4")
        self.page.keyboard.press("Enter")
        way = facing.locator("button.way").first
        expect(way).to_be_visible()
        papers = way.locator("svg .piece rect, svg .paper-edge")
        fills = {paper.evaluate("paper => getComputedStyle(paper).fill") for paper in papers.all()}
        self.assertGreater(len(fills), 2, "the small pages show their papers, each its own")
        self.assert_accessible("a facing page")
        way.click()
        self.page.wait_for_url(f"**/pages/{page.pk + 1}/page")
        blocks = document_of(Page.objects.latest("id")).blocks
        sizes = sorted((b.width, b.height) for b in blocks if b.role.value == "photo")
        self.assertEqual(sizes, [(inches("3"), inches("4")), (inches("4"),) * 2, (inches("4"),) * 2])

    def test_a_page_to_face_this_one_for_photos_picked_by_hand(self):
        page = self.lay_out(demo_data("three"), "12x12", photos=3)
        self.open(f"/pages/{page.pk}/page")
        facing = self.page.get_by_role("region", name="A facing page")
        facing.get_by_role("button", name="See what would go with it").click()
        facing.get_by_role("button", name="these photos").click()
        picks = facing.locator(".pick-photos button")
        expect(picks).to_have_count(3)
        for at in (0, 2):
            picks.nth(at).focus()
            self.page.keyboard.press("Space")
        expect(picks.nth(2)).to_have_attribute("aria-pressed", "true")
        way = facing.locator("button.way").first
        expect(way).to_be_visible()
        way.click()
        self.page.wait_for_url(f"**/pages/{page.pk + 1}/page")
        placed = {on.photo for on in document_of(Page.objects.latest("id")).photos.values()}
        self.assertEqual(placed, {self.photos[0].pk, self.photos[2].pk})


class ByFinger(BrowserTestCase):
    viewport = {"width": 1024, "height": 768}
    screen = {"has_touch": True}

    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_what_was_given_up_is_asked_back_by_a_tap(self):
        page = self.lay_out(demo_data("three"), "insert")
        self.open(f"/pages/{page.pk}/page")
        given = self.page.get_by_role("list", name="What changed from the sketch")
        with self.page.expect_response(lambda response: response.url.endswith("/changes/")):
            given.get_by_role("button").first.tap()
        expect(given).to_contain_text("You said")
