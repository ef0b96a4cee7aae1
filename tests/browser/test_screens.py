"""Every screen: no violation of WCAG 2.2 A and AA, nothing asked elsewhere, usable on a tablet and a phone."""

from django.test import Client

from tests.api.base import TOO_WIDE
from tests.browser.base import BrowserTestCase, expect
from tests.browser.test_bench import demo_data

STEPS = ("page", "photos", "title", "cut", "print")


class Screens(BrowserTestCase):
    def walk(self, check):
        """Open every screen with something on it and check each."""
        self.open("/")
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        check("sign-in")
        self.sign_in()
        page = self.lay_out(demo_data("three"), photos=4, title="Rooftop honey")
        self.open("/")
        expect(self.page.locator(".patch").nth(1)).to_be_visible()
        check("shelf")
        for step in STEPS:
            self.open(f"/pages/{page.pk}/{step}")
            expect(self.page.locator(".board-piece").first).to_be_visible()
            expect(self.page.locator(".way.is-waiting")).to_have_count(0)
            check(step)

    def test_accessible_and_quiet_at_1280_by_800_and_on_a_tablet(self):
        def at_both_sizes(name):
            self.assert_accessible(name)
            self.page.set_viewport_size({"width": 1024, "height": 768})
            self.assert_accessible(f"{name} on a tablet")
            self.page.set_viewport_size(self.viewport)

        self.walk(at_both_sizes)
        self.assert_quiet()

    def test_a_strict_policy_comes_with_every_page(self):
        policy = Client().get("/")["Content-Security-Policy"]
        self.assertIn("default-src 'none'", policy)
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe", policy)

    def test_impossible_and_unknown_pages_are_screens_too(self):
        self.sign_in()
        page = self.lay_out(TOO_WIDE, "4x6")
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.get_by_role("heading", name="This does not fit the page")).to_be_visible()
        expect(self.page.locator(".clash .waiting")).to_have_count(0)
        self.assert_accessible("clash")
        self.open("/pages/999999/page")
        expect(self.page.get_by_role("alert")).to_contain_text("nothing of yours")
        self.assert_accessible("not found")


class Phone(BrowserTestCase):
    viewport = {"width": 390, "height": 844}

    def test_pieces_are_readable_and_nothing_is_wider_than_the_phone(self):
        self.sign_in()
        page = self.lay_out(demo_data("three"), photos=2)
        for step in STEPS:
            self.open(f"/pages/{page.pk}/{step}")
            expect(self.page.locator(".board-piece").first).to_be_visible()
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390, step)
            self.assert_accessible(f"phone {step}")
        self.open(f"/pages/{page.pk}/cut")
        size = self.page.locator(".piece-size").first
        expect(size).to_be_visible()
        self.assertGreaterEqual(size.evaluate("e => parseFloat(getComputedStyle(e).fontSize)"), 20)
        self.page.locator('[data-block="tall"]').click()
        expect(self.page.locator(".lifted-words")).to_contain_text("from the left")

    def test_a_window_too_narrow_for_any_page_says_so(self):
        self.sign_in()
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.locator(".board-piece").first).to_be_visible()
        self.page.set_viewport_size({"width": 320, "height": 600})
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 320)
        self.page.set_viewport_size({"width": 260, "height": 600})
        expect(self.page.get_by_text("too narrow for a page")).to_be_visible()
        expect(self.page.locator(".board-piece").first).to_be_hidden()
