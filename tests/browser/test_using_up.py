"""Using up the stash: a page from what lies longest, by mouse and by keyboard; project boxes; by finger on a phone."""

import re
from datetime import UTC, datetime

from inkquilt.lengths import INCH, Unit
from server.boxes.models import ProjectBox
from server.embellishments.models import Embellishment
from server.pages.models import Page
from server.photos.models import Photo
from server.sketches.services import add_sketch
from server.stash.models import Paper
from server.stash.services import enter_line
from tests.api.test_sticking import PAGE
from tests.browser.base import BrowserTestCase, expect


class StashCase(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()
        for line, year in (
            ("2 moss stripe 12x12, stripe", 2023),
            ("3 kraft 12x12", 2024),
            ("1 comb 12x12, dots", 2025),
        ):
            row = enter_line(owner=self.user, line=line, unit=Unit.IN)
            Paper.objects.filter(pk=row.pk).update(created=datetime(year, 1, 5, tzinfo=UTC), favourite=year == 2025)
        facts = {"width": INCH, "height": INCH, "colours": ["#cf9d2e"], "count": 3}
        self.star = Embellishment.objects.create(owner=self.user, name="star", kind="dot", form="star", **facts)
        self.photo = self.add_photo("hive", 0)
        Photo.objects.filter(pk=self.photo.pk).update(taken=datetime(2026, 6, 14, 15, tzinfo=UTC))
        add_sketch(owner=self.user, data=PAGE)

    def box(self):
        return ProjectBox.objects.get()


class UsingUp(StashCase):
    def test_a_page_from_what_lies_longest(self):
        page = self.page
        self.open("/stash/used-up")
        longest = page.get_by_role("region", name="Lies longest")
        expect(longest.get_by_role("listitem").first).to_contain_text("moss stripe, 2 sheets")
        expect(page.get_by_role("region", name="Last sheet of a paper you like")).to_contain_text("comb, 1 sheet")
        self.assert_accessible("using up the stash")
        longest.get_by_role("button", name="A page from what lies longest").click()
        for drawer, thing in (("Papers", "kraft"), ("Embellishments", "star"), ("Photos", "hive")):
            expect(page.get_by_role("region", name=drawer)).to_contain_text(thing)
        self.assert_accessible("a project box")
        page.get_by_role("link", name="Find a sketch for it").click()
        expect(page.locator(".from-box")).to_contain_text("What lies longest")
        page.locator(".found .patch-button:not([disabled])").first.click()
        page.wait_for_url(re.compile(r"/pages/\d+/photos"))
        made = Page.objects.latest("pk")
        self.assertEqual(made.box, self.box())
        self.open(f"/pages/{made.pk}/papers")
        made_from = page.get_by_role("group", name="Made from")
        expect(made_from.get_by_role("button", name="only “What lies longest")).to_have_attribute(
            "aria-pressed", "true"
        )
        self.assert_accessible("papers from a box")
        made_from.get_by_role("button", name="all of the stash").click()
        expect(made_from.get_by_role("button", name="all of the stash")).to_have_attribute("aria-pressed", "true")
        made.refresh_from_db()
        self.assertIsNone(made.box)
        self.assert_quiet()

    def test_by_the_keyboard_alone(self):
        page = self.page
        self.open("/boxes")
        page.get_by_label("What the box is for").focus()
        page.keyboard.type("Bees, this summer")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Bees, this summer")).to_be_visible()
        page.get_by_label("Put papers in").focus()
        page.keyboard.type("mos")
        page.get_by_role("button", name="Put moss stripe in").press("Enter")
        expect(page.get_by_role("region", name="Papers")).to_contain_text("moss stripe")
        page.get_by_label("What you have").focus()
        page.keyboard.type("2 photo mats 4 1/4 x 6 1/4")
        page.keyboard.press("Enter")
        cut = page.get_by_role("region", name="Cut already")
        expect(cut).to_contain_text("2 photo mats")
        cut.get_by_role("button", name="one used: photo mats").press("Enter")
        expect(cut).to_contain_text("1 photo mats")
        cut.get_by_role("button", name="one used: photo mats").press("Enter")
        expect(cut.get_by_role("listitem")).to_have_count(0)
        page.get_by_label("What you have").fill("0 leaves")
        page.get_by_label("What you have").press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("3 photo mats 4 1/4 x 6 1/4")
        self.console.clear()
        page.get_by_role("button", name="Remove moss stripe").press("Enter")
        expect(page.get_by_role("region", name="Papers").get_by_role("listitem")).to_have_count(0)
        page.get_by_role("button", name="Remove this box").press("Enter")
        expect(page.get_by_text("A box keeps papers, photos")).to_be_visible()
        page.locator(".removed-note").get_by_role("button", name="Undo").press("Enter")
        expect(page.get_by_role("link", name="Bees, this summer")).to_be_visible()
        self.assert_accessible("project boxes")
        self.assert_quiet()

    def test_lists_are_printed(self):
        self.open("/stash/used-up")
        for link, name in (
            ("What to buy", "ink-quilt-to-buy.pdf"),
            ("What is in the stash", "ink-quilt-inventory.pdf"),
        ):
            with self.page.expect_download() as got:
                self.page.get_by_role("link", name=link).click()
            self.assertEqual(got.value.suggested_filename, name)


class ByFinger(StashCase):
    viewport = {"width": 390, "height": 844}
    screen = {"has_touch": True}

    def test_on_a_phone(self):
        self.open("/stash/used-up")
        self.page.get_by_role("button", name="A page from what lies longest").tap()
        self.page.get_by_role("button", name="Remove comb").tap()
        expect(self.page.get_by_role("region", name="Papers")).not_to_contain_text("comb")
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assert_accessible("a project box on a phone")
