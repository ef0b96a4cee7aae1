"""Small movements of the hand: finger, Escape, Delete, Tab order, dragging to nowhere, walking the thread."""

from server.pages.known import document_of
from server.pages.models import Page
from tests.api.base import SMALL, TOO_WIDE
from tests.browser.base import BrowserTestCase, expect
from tests.browser.test_bench import demo_data


class Hands(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def placed(self):
        return {slot: photo.photo for slot, photo in document_of(Page.objects.get()).photos.items()}

    def test_by_finger_a_photo_is_touched_and_then_its_slot(self):
        page = self.lay_out(SMALL, photos=1)
        context = self.browser.new_context(viewport={"width": 1024, "height": 768}, has_touch=True)
        self.addCleanup(context.close)
        context.add_cookies(self.context.cookies())
        tablet = context.new_page()
        self.open(f"/pages/{page.pk}/photos", tablet)
        tablet.get_by_role("button", name="Roof, first light").tap()
        expect(tablet.get_by_text("is in your hand")).to_be_visible()
        tablet.locator('[data-slot="q"]').tap()
        expect(tablet.get_by_role("button", name="photo q, Roof, first light")).to_be_visible()
        self.assertEqual(self.placed(), {"q": self.photos[0].pk})

    def test_escape_puts_a_photo_down_and_dropping_beside_a_slot_does_nothing(self):
        page = self.lay_out(SMALL, photos=1)
        self.open(f"/pages/{page.pk}/photos")
        photo = self.page.get_by_role("button", name="Roof, first light")
        photo.click()
        expect(photo).to_have_attribute("aria-pressed", "true")
        expect(self.page.locator(".accepting-edge")).to_have_count(2)
        self.page.keyboard.press("Escape")
        expect(photo).to_have_attribute("aria-pressed", "false")
        expect(self.page.locator(".accepting-edge")).to_have_count(0)
        self.drag(photo, self.page.get_by_role("heading", name="Ways to fit").or_(self.page.locator(".ways h2")).first)
        expect(self.page.locator(".carried-photo")).to_have_count(0)
        self.assertEqual(self.placed(), {})

    def test_delete_empties_a_slot_and_undo_fills_it_again(self):
        page = self.lay_out(SMALL, photos=1)
        self.open(f"/pages/{page.pk}/photos")
        self.drag(self.page.get_by_role("button", name="Roof, first light"), self.page.locator('[data-slot="p"]'))
        filled = self.page.get_by_role("button", name="photo p, Roof, first light")
        expect(filled).to_be_visible()
        filled.focus()
        self.page.keyboard.press("Delete")
        expect(self.page.get_by_role("button", name="photo p, empty")).to_be_visible()
        self.page.keyboard.press("Control+z")
        expect(filled).to_be_visible()

    def test_putting_a_photo_aside_keeps_its_place(self):
        page = self.lay_out(SMALL, photos=1)
        self.open(f"/pages/{page.pk}/photos")
        self.drag(self.page.get_by_role("button", name="Roof, first light"), self.page.locator('[data-slot="p"]'))
        expect(self.page.get_by_role("button", name="photo p, Roof, first light")).to_be_visible()
        self.page.get_by_role("link", name="Photo box").click()
        self.page.locator(".photo-tile").get_by_role("button", name="Roof, first light").click()
        self.page.get_by_role("button", name="Remove", exact=True).click()
        expect(self.page.locator(".photo-tile")).to_have_count(0)
        self.open(f"/pages/{page.pk}/photos")
        expect(self.page.get_by_role("button", name="photo p, Roof, first light was removed")).to_be_visible()
        expect(self.page.locator(".board .slot-missing")).to_be_visible()
        self.open("/")
        self.page.get_by_role("button", name="Bring back photo Roof").click()
        self.open(f"/pages/{page.pk}/photos")
        expect(self.page.get_by_role("button", name="photo p, Roof, first light")).to_be_visible()

    def test_a_title_left_with_escape_stays_as_it_was(self):
        page = self.lay_out(SMALL, t="Before")
        self.open(f"/pages/{page.pk}/title")
        self.page.locator('[data-block="t"]').click()
        field = self.page.get_by_role("textbox", name="Title")
        field.fill("After")
        field.press("Escape")
        expect(field).to_have_count(0)
        expect(self.page.locator(".title-words")).to_have_text("Before")
        self.page.get_by_role("button", name="no title").click()
        expect(self.page.locator(".letter-tile").first).to_be_visible()

    def test_every_piece_is_spoken_with_size_and_place(self):
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.locator(".board-piece").first).to_be_visible()
        self.page.locator('[data-block="view-1"]').focus()
        expect(self.page.locator(".board [aria-live]")).to_contain_text("upper photo: 3 1/4 by 3 1/4 in")
        self.page.get_by_role("region", name="Measures").scroll_into_view_if_needed()
        rows = self.page.get_by_role("region", name="Measures").get_by_role("row")
        expect(rows).to_have_count(15)  # every piece but the base, and the heads

    def test_a_sheet_of_another_size_is_typed_where_it_stands(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_role("button", name="sheet 12 × 12 in").first.click()
        self.page.get_by_label("Sheet width of B").fill("6")
        self.page.get_by_label("Sheet height of B").fill("6")
        self.page.get_by_role("button", name="Set").click()
        expect(self.page.get_by_text("choose a larger sheet")).to_be_visible()

    def test_what_was_left_out_comes_back_with_one_touch(self):
        page = self.lay_out(TOO_WIDE, "4x6")
        self.open(f"/pages/{page.pk}/page")
        self.page.locator(".ways-out button", has_text="eave out").first.click()
        back = self.page.get_by_role("button", name="Bring back")
        expect(back).to_be_visible()
        expect(self.page.locator(".board-piece").first).to_be_visible()
        back.click()
        expect(self.page.get_by_role("heading", name="This does not fit the page")).to_be_visible()

    def test_without_a_server_the_words_say_so(self):
        self.lay_out(SMALL)
        self.open("/")
        expect(self.page.locator(".patch").first).to_be_visible()
        self.context.route("**/api/**", lambda route: route.abort())
        self.page.get_by_role("button", name="Fit Test").click()
        expect(self.page.get_by_role("alert")).to_contain_text("The server does not answer")
