"""Finishing a page and finding it again, by mouse and by keyboard."""

import io
from datetime import UTC, datetime

from inkquilt.lengths import INCH, Unit
from server.album.models import Album, LogEntry
from server.photos.models import Photo
from server.photos.services import add_photo
from server.stash.services import enter_line
from tests.api.base import change_page
from tests.api.test_sticking import PAGE, photo_of
from tests.browser.base import BrowserTestCase, expect


class Finished(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()
        page = self.lay_out(PAGE, key="12x12", t="Honey")
        content = photo_of("teal", "white")
        photo = add_photo(owner=self.user, name="hive", file=io.BytesIO(content), size=len(content)).photo
        Photo.objects.filter(pk=photo.pk).update(taken=datetime(2026, 6, 14, 15, tzinfo=UTC))
        kraft = enter_line(owner=self.user, line="3 kraft 12x12", unit=Unit.IN)
        for change in (
            {"kind": "photo", "block": "p", "photo": photo.pk},
            {"kind": "paper", "block": "band", "stash_paper": kraft.pk, "side": "A"},
        ):
            page = change_page(page=page, version=page.version, change=change)
        self.pk = page.pk

    def entry(self):
        return LogEntry.objects.get(page=self.pk)

    def test_one_touch_finishes_it_and_all_can_be_put_right(self):
        self.open(f"/pages/{self.pk}/finished")
        self.page.get_by_role("button", name="This page is finished").click()
        record = self.page.get_by_role("region", name="The record")
        expect(record).to_contain_text("14 June 2026")
        expect(record.get_by_label("What was used")).to_have_value("Papers: kraft\nPhotos: hive")
        record.get_by_label("Who is on it").fill("Ada, Oma")
        with self.page.expect_response("**/record/"):
            record.get_by_label("Where").focus()
        self.assertEqual(self.entry().who, ["Ada", "Oma"])
        record.get_by_label("What was used").fill("kraft, and patience")
        with self.page.expect_response("**/record/"):
            record.get_by_label("Tags").focus()
        expect(record).to_contain_text("in your words")
        record.get_by_role("button", name="Let it write itself again").click()
        expect(record.get_by_label("What was used")).to_have_value("Papers: kraft\nPhotos: hive")
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="Slip for the back").click()
        self.assertTrue(got.value.suggested_filename.endswith(".pdf"))
        with self.page.expect_download() as got:
            self.page.get_by_role("link", name="JPEG, 1600 pixels").click()
        self.assertTrue(got.value.suggested_filename.endswith(".jpg"))
        self.assert_accessible("a finished page")
        Album.objects.create(owner=self.user, name="Our roof", width=12 * INCH, height=12 * INCH)
        self.page.reload()
        self.page.get_by_role("button", name="Lay “").click()
        expect(self.page.get_by_role("link", name="“Our roof”")).to_be_visible()
        self.page.get_by_role("button", name="Take it up again").click()
        expect(self.page.get_by_role("heading", name="At work again")).to_be_visible()
        self.assert_quiet()

    def test_by_the_keyboard_alone_from_the_page_to_the_logbook_and_back(self):
        self.open(f"/pages/{self.pk}/finished")
        self.page.get_by_role("button", name="This page is finished").focus()
        self.page.keyboard.press("Enter")
        link = self.page.get_by_role("link", name="See it in the logbook")
        expect(link).to_be_visible()
        link.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="June 2026")).to_be_visible()
        self.page.get_by_label("Look for").focus()
        self.page.keyboard.type("kraft")
        expect(self.page.get_by_role("heading", name="Used, or lost?")).to_be_visible()
        expect(self.page.locator(".uses")).to_contain_text("some is still in your stash")
        self.assert_accessible("the logbook")
        self.page.get_by_label("Look for").fill("lanterns")
        expect(self.page.get_by_role("status")).to_have_text("0 pages")
        self.page.get_by_label("Look for").fill("")
        self.page.get_by_role("button", name="2026").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("button", name="2026")).to_have_attribute("aria-pressed", "true")
        self.page.get_by_role("button", name="Events").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".events")).to_contain_text("one photo, 1 on pages")
        self.page.get_by_role("button", name="without a page yet").click()
        expect(self.page.get_by_text("Every event has a page.")).to_be_visible()
        self.assert_accessible("events")
        self.assert_quiet()

    def test_a_finished_page_leaves_the_table_and_an_empty_logbook_says_what_to_do(self):
        self.open("/logbook")
        expect(self.page.get_by_text("No page is finished yet")).to_be_visible()
        self.open("/")
        expect(self.page.locator(".patch", has_text="Test").first).to_be_visible()
        self.client.force_login(self.user)
        self.client.post(f"/api/pages/{self.pk}/record/")
        self.page.reload()
        expect(self.page.get_by_role("region", name="Begin a page")).to_be_visible()
        self.page.get_by_role("link", name="Logbook").click()
        expect(self.page.locator(".logbook .patch img")).to_be_visible()
