"""Albums by mouse, keyboard and finger; what is given away, opened from the disk without a script."""

import io
import re
import zipfile
from datetime import date, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from PIL import Image

from inkquilt.lengths import INCH, MM
from server.album.models import Album, AlbumPlace, Goal, LogEntry
from server.pages.models import Page, Revision
from tests.api.test_sticking import PAGE
from tests.browser.base import BrowserTestCase, expect

MAY = date(2026, 5, 1)


def thumb(colour):
    out = io.BytesIO()
    Image.new("RGB", (300, 300), colour).save(out, "JPEG")
    return out.getvalue()


class AlbumCase(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()
        self.state = Revision.objects.get(page=self.lay_out(PAGE, key="12x12")).document
        for name, day, colour in (("Lanterns", 0, "navy"), ("Kites", 9, "teal"), ("Honey", 20, "gold")):
            self.made(name, day, colour)
        self.album = Album.objects.create(owner=self.user, name="Our year", width=12 * INCH, height=12 * INCH)

    def made(self, name, day, colour="teal", **more):
        page = Page.objects.create(owner=self.user, name=name)
        Revision.objects.create(page=page, number=1, document=self.state, done="made")
        event = MAY + timedelta(days=day)
        facts = {"width": 12 * INCH, "height": 12 * INCH, "counted": 3 * MM, "thumb": thumb(colour), "finished": event}
        LogEntry.objects.create(page=page, event=event, event_end=event, **facts | more)
        return page

    def lay_in(self):
        for entry in LogEntry.objects.all():
            AlbumPlace.objects.create(page=entry.page, album=self.album)

    def expect_order(self, *names):
        places = self.page.locator(".opening button.album-place")
        for at, name in enumerate(names):
            expect(places.nth(at)).to_have_attribute("aria-label", name)
        expect(places).to_have_count(len(names))


class Albums(AlbumCase):
    def test_loose_pages_are_laid_in_and_lie_by_their_events(self):
        self.open("/albums")
        page = self.page
        expect(page.get_by_role("heading", name="Loose pages")).to_be_visible()
        self.assert_accessible("albums")
        page.get_by_role("button", name="Lay “Kites” into “Our year”").click()
        expect(page.get_by_role("button", name="Lay “Kites” into “Our year”")).to_have_count(0)
        page.get_by_role("link", name="Our year").click()
        page.get_by_role("button", name="Lay all of them in").click()
        self.expect_order("Lanterns", "Kites", "Honey")
        expect(page.get_by_role("region", name="Loose pages")).to_have_count(0)
        self.assert_accessible("an album")
        self.assert_quiet()

    def test_a_page_is_laid_elsewhere_by_the_keyboard_and_taken_out(self):
        self.lay_in()
        self.open(f"/albums/{self.album.pk}")
        page = self.page
        honey = page.get_by_role("button", name="Honey", exact=True)
        honey.focus()
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Earlier").press("Enter")
        self.expect_order("Lanterns", "Honey", "Kites")
        self.assert_accessible("a page of an album taken up")
        page.get_by_role("button", name="Earlier").press("Enter")
        self.expect_order("Honey", "Lanterns", "Kites")
        page.get_by_role("button", name="Later").press("Enter")
        self.expect_order("Lanterns", "Honey", "Kites")
        page.get_by_role("button", name="By its date").press("Enter")
        self.expect_order("Lanterns", "Kites", "Honey")
        page.get_by_role("button", name="Keep the place opposite free").press("Enter")
        expect(page.get_by_text("nobody opposite")).to_have_count(2)
        page.get_by_role("button", name="Take it out").press("Enter")
        self.expect_order("Lanterns", "Kites")
        expect(page.get_by_role("button", name="Lay “Honey” in")).to_be_visible()
        self.assert_quiet()

    def test_a_loose_page_goes_opposite_a_lonely_one(self):
        self.lay_in()
        self.made("More kites", 10)
        AlbumPlace.objects.filter(page__name="Honey").delete()
        self.open(f"/albums/{self.album.pk}")
        page = self.page
        self.expect_order("Lanterns", "Kites")
        page.get_by_role("button", name="Lay “More kites” opposite").click()
        self.expect_order("Lanterns", "Kites", "More kites")
        second = page.get_by_role("listitem", name="Opening 2")
        expect(second.get_by_role("button", name="More kites")).to_be_visible()
        self.assert_quiet()

    def test_a_companion_is_begun_and_opens_on_the_bench(self):
        self.lay_in()
        AlbumPlace.objects.filter(page__name="Honey").delete()
        self.open(f"/albums/{self.album.pk}")
        self.page.get_by_role("button", name="Begin a companion page").click()
        self.page.wait_for_url(re.compile(r"/pages/\d+/page"))
        expect(self.page.get_by_role("heading", name="Kites, facing page")).to_be_visible()

    def test_how_full_it_is_and_what_is_typed_of_its_spine(self):
        self.lay_in()
        self.open(f"/albums/{self.album.pk}")
        page = self.page
        spine = page.get_by_role("region", name="How full it is")
        expect(spine).to_contain_text("its leaves are about")
        field = spine.get_by_label("the spine takes")
        field.fill("1/4")
        field.press("Enter")
        expect(spine).to_contain_text("on a spine that takes")
        expect(spine).to_contain_text("begin a second album there")
        field.fill("thick")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("What the spine takes")
        self.console.clear()
        spine.get_by_label("begins on the right").uncheck()
        expect(page.get_by_text("inside of the cover")).to_have_count(0)
        self.assert_quiet()

    def test_a_goal_is_said_kept_and_removed_and_comes_back(self):
        self.open("/albums")
        page = self.page
        page.get_by_label("A goal, as you would say it").fill("more honey")
        page.get_by_role("button", name="Add a goal").click()
        expect(page.get_by_role("alert")).to_contain_text("how many pages, or how often?")
        self.console.clear()
        page.get_by_label("A goal, as you would say it").fill("one page a month about honey since May 2026")
        page.keyboard.press("Enter")
        goals = page.get_by_role("region", name="Goals")
        expect(goals).to_contain_text("May 2026")
        self.assert_accessible("goals")
        goals.get_by_role("button", name="Remove the goal").click()
        expect(goals.get_by_role("heading", name="one page a month")).to_have_count(0)
        page.locator(".removed-note").get_by_role("button", name="Undo").click()
        expect(goals.get_by_role("heading", name="one page a month")).to_be_visible()
        self.assertEqual(Goal.objects.visible_to(self.user).count(), 1)

    def test_an_album_removed_comes_back_with_its_pages(self):
        self.lay_in()
        self.open(f"/albums/{self.album.pk}")
        page = self.page
        page.get_by_role("button", name="Remove this album").click()
        expect(page.get_by_role("heading", name="Your first album")).to_be_visible()
        expect(page.get_by_role("heading", name="Loose pages")).to_be_visible()
        page.locator(".removed-note").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("link", name="Our year")).to_contain_text("3 pages")
        self.assert_quiet()


class GivenAway(AlbumCase):
    def test_the_folder_opens_from_the_disk_without_a_script(self):
        LogEntry.objects.filter(page__name="Kites").update(story="Thirty-one kites.", who=["Ada"])
        self.lay_in()
        self.open(f"/albums/{self.album.pk}")
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="Folder of web pages").click()
        folder = Path(self.enterContext(TemporaryDirectory()))
        with zipfile.ZipFile(got.value.path()) as archive:
            archive.extractall(folder)
        context = self.browser.new_context(java_script_enabled=False)
        self.addCleanup(context.close)
        said = []
        page = context.new_page()
        page.on("console", lambda message: said.append(message.text))
        page.goto(f"file://{folder}/our-year/index.html")
        expect(page.get_by_role("heading", name="Our year")).to_be_visible()
        shown = "document.querySelectorAll('img').length"
        self.assertEqual(page.locator(".opening img").count(), 3, shown)
        page.get_by_role("link", name="Kites").first.click()
        expect(page.get_by_text("Thirty-one kites.")).to_be_visible()
        box = page.locator("main img").first.bounding_box()
        self.assertGreater(min(box["width"], box["height"]), 300, "the picture is there, not its words")
        page.get_by_role("link", name="after: Honey").click()
        expect(page.get_by_role("heading", name="Honey")).to_be_visible()
        self.assertEqual(said, [], "nothing of it is refused by its own policy")

    def test_the_contact_book(self):
        self.lay_in()
        self.open(f"/albums/{self.album.pk}")
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="Contact book, A4").click()
        self.assertEqual(Path(got.value.path()).read_bytes()[:5], b"%PDF-")


class ByFinger(AlbumCase):
    viewport = {"width": 390, "height": 844}
    screen = {"has_touch": True}

    def test_pages_are_laid_in_and_moved_on_a_phone(self):
        self.open(f"/albums/{self.album.pk}")
        page = self.page
        page.get_by_role("button", name="Lay all of them in").tap()
        self.expect_order("Lanterns", "Kites", "Honey")
        page.get_by_role("button", name="Kites", exact=True).tap()
        page.get_by_role("button", name="Later").tap()
        self.expect_order("Lanterns", "Honey", "Kites")
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assert_accessible("an album on a phone")
