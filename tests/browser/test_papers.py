"""Choosing papers in the real interface: by mouse, by keyboard, by finger."""

import io
import re
from pathlib import Path

from playwright.sync_api import Locator

from demo.patterns import Printed, paint
from inkquilt.lengths import Unit
from server.pages.known import document_of
from server.pages.models import Page
from server.stash.models import Companion, Palette, Paper
from server.stash.services import describe_paper, enter_line
from tests.api.base import change_page
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

PAGE = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row("panel", "paper", 7.5, 0, 4.5, 12, paper="B", level=1),
    row("ledge", "strip", 0, 8, 12, 1, paper="C", level=2),
    row("m", "mat", 1.75, 1.75, 4.5, 5.5, of="p", paper="W", level=3),
    row("p", "photo", 2, 2, 4, 5, level=4),
    row("card", "journaling", 1, 9.75, 4, 1.5, paper="D", level=3),
)
LINES = (
    "3 navy 12x12", "3 mustard 12x12", "3 cream 12x12", "3 white 12x12", "3 sky 12x12", "2 roses floral burgundy 12x12",
    "2 meadow floral sage 12x12", "2 stripe navy stripe 12x12",
)  # fmt: skip


class PapersCase(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        for line in LINES:
            enter_line(owner=self.user, line=line, unit=Unit.IN)
        self.row = self.lay_out(PAGE, key="12x12", photos=1)

    def papers(self) -> dict[str, str]:
        """Return what lies in each place, by its letter."""
        chosen = document_of(Page.objects.get(pk=self.row.pk)).cuts.papers
        return {letter: one.name for letter, one in chosen.items()}

    def lay(self, letter: str, name: str) -> None:
        paper = Paper.objects.get(owner=self.user, name=name)
        page = Page.objects.get(pk=self.row.pk)
        change = {"kind": "paper", "paper": letter, "stash_paper": paper.pk}
        change_page(page=page, version=page.version, change=change)

    def go(self) -> None:
        self.open(f"/pages/{self.row.pk}/papers")
        expect(self.sheets().first).to_be_visible()
        expect(self.pages().first).to_be_visible()
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)

    def sheets(self) -> Locator:
        return self.page.locator(".fan-sheet")

    def pages(self) -> Locator:
        return self.page.locator(".papering .story-way")

    def fill_of(self, block: str) -> str | None:
        return self.page.locator(f'.board [data-block="{block}"] [fill]').first.get_attribute("fill")


class ByMouseTests(PapersCase):
    def test_a_sheet_of_the_fan_shows_on_the_page_and_is_laid(self) -> None:
        self.go()
        expect(self.sheets()).to_have_count(6)
        expect(self.page.get_by_role("heading", name="What suits the base")).to_be_visible()
        panel = self.page.get_by_role("group", name="Which place").get_by_role("button", name="paper panel")
        panel.click()
        expect(panel).to_have_attribute("aria-pressed", "true")
        expect(self.page.get_by_role("heading", name="What suits the paper panel")).to_be_visible()
        before = self.fill_of("panel")
        sheet = self.sheets().nth(1)
        sheet.hover()
        expect(self.page.locator(".fan li.is-dimmed")).to_have_count(5)
        self.assertNotEqual(self.fill_of("panel"), before)
        self.page.mouse.move(640, 5)
        expect(self.page.locator(".fan li.is-dimmed")).to_have_count(0)
        self.assertEqual(self.fill_of("panel"), before)
        name = sheet.get_attribute("aria-label").removeprefix("Lay ").split(",")[0]
        with self.answers_to_changes(1):
            sheet.click()
        self.assertEqual(self.papers(), {"B": name})
        self.assert_quiet()

    def test_touching_a_piece_chooses_its_place(self) -> None:
        self.go()
        self.page.locator('.board [data-block="ledge"]').first.click()
        expect(self.page.get_by_role("heading", name="What suits the strip ledge")).to_be_visible()

    def test_a_whole_page_is_laid_in_one_touch_and_undone_in_one(self) -> None:
        self.go()
        words = self.pages().first.inner_text()
        self.assertIn("leads", words + " leads" if "quietly" in words else words)
        with self.answers_to_changes(1):
            self.pages().first.click()
        self.assertEqual(set(self.papers()), {"A", "B", "C", "D", "W"})
        with self.page.expect_response(lambda answer: answer.url.endswith("/undo/")):
            self.page.get_by_role("button", name="Undo").click()
        self.assertEqual(self.papers(), {})

    def test_one_more_wish_deals_again(self) -> None:
        self.go()
        before = [one.inner_text() for one in self.page.locator(".papering").all()]
        asked = lambda answer: answer.url.endswith("/paperings/")  # noqa: E731
        with self.page.expect_response(asked) as answer:
            self.page.get_by_role("button", name="more contrast").click()
        self.assertIn('"contrast"', answer.value.request.post_data)
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        self.assertNotEqual([one.inner_text() for one in self.page.locator(".papering").all()], before)
        # What was wished is there again when she comes back.
        self.page.reload()
        expect(self.page.get_by_role("button", name="more contrast")).to_have_attribute("aria-pressed", "true")

    def test_up_to_four_pages_side_by_side_in_several_lights(self) -> None:
        self.go()
        for number in range(3):
            self.page.get_by_role("button", name=f"hold side by side: page {number + 1}").click()
        self.page.get_by_role("button", name="Look at them side by side").click()
        beside = self.page.get_by_role("region", name="Side by side")
        expect(beside.get_by_role("img")).to_have_count(3)
        boxes = [one.bounding_box() for one in beside.get_by_role("img").all()]
        self.assertEqual(len({(box["width"], box["height"]) for box in boxes}), 1)  # all at one size
        for light, style in [("in grey", "grayscale"), ("by warm evening light", "sepia")]:
            beside.get_by_role("button", name=light).click()
            filtered = beside.get_by_role("img").first.evaluate("one => getComputedStyle(one).filter")
            self.assertIn(style, filtered)
        before = beside.get_by_role("img").first.bounding_box()["width"]
        beside.get_by_role("button", name="from across the room").click()
        self.assertLess(beside.get_by_role("img").first.bounding_box()["width"], 0.6 * before)
        self.assert_accessible("audition")
        with self.answers_to_changes(1):
            beside.get_by_role("button", name="Take it").nth(1).click()
        expect(beside).to_have_count(0)
        self.assertEqual(set(self.papers()), {"A", "B", "C", "D", "W"})

    def test_a_regret_shows_where_it_is_and_is_tried_away(self) -> None:
        for letter, name in (("A", "cream"), ("B", "cream"), ("C", "navy"), ("W", "white"), ("D", "white")):
            self.lay(letter, name)
        self.go()
        regret = self.page.get_by_role("region", name="What you might regret")
        expect(regret).to_contain_text("run into one")
        trying = regret.get_by_role("button", name=re.compile("Try it: .* run into one"))
        trying.hover()
        expect(self.page.locator(".place-marks rect")).to_have_count(2)
        trying.click()
        way = regret.locator(".mends button").first
        expect(way).to_be_visible()
        with self.answers_to_changes(1):
            way.click()
        self.assertNotEqual(self.papers()["A"], self.papers()["B"])
        expect(self.page.get_by_text("run into one")).to_have_count(0)

    def test_a_sheet_is_dragged_onto_another_piece(self) -> None:
        self.go()
        name = self.sheets().nth(2).get_attribute("aria-label").removeprefix("Lay ").split(",")[0]
        with self.answers_to_changes(1):
            self.drag(self.sheets().nth(2), self.page.locator('.board [data-block="ledge"]').first)
        self.assertEqual(self.papers(), {"C": name})

    def test_a_paper_is_used_on_every_page(self) -> None:
        self.go()
        self.sheets().nth(3).hover()
        name = self.sheets().nth(3).get_attribute("aria-label").removeprefix("Lay ").split(",")[0]
        # On the way down to the deed the pointer leaves the fan; what is told stays that of the sheet looked at.
        self.page.get_by_role("button", name="Use this one").click()
        chip = self.page.get_by_role("group", name="How the page shall look").get_by_role("button", name=f"with {name}")
        expect(chip).to_be_visible()
        chip.click()
        expect(chip).to_have_count(0)

    def test_why_not_this_one(self) -> None:
        self.go()
        self.page.get_by_role("button", name="Why not another?").click()
        choice = self.page.get_by_label("Why not this paper")
        expect(choice.locator("option")).to_have_count(1 + 2 * len(LINES))
        choice.select_option(label="roses floral burgundy, A side")
        expect(self.page.locator(".why-not [role=status] li").first).to_be_visible()
        with self.answers_to_changes(1):
            self.page.get_by_role("button", name="Lay it all the same").click()
        self.assertIn("roses floral burgundy", self.papers().values())


class StartTests(PapersCase):
    def test_photos_are_started_from_and_a_touched_colour_counts_first(self) -> None:
        change = {"kind": "photo", "block": "p", "photo": self.photos[0].pk}
        change_page(page=self.row, version=self.row.version, change=change)
        self.go()
        photo = self.page.get_by_role("region", name="Your photos and their colours")
        chip = photo.get_by_role("list").get_by_role("button").first
        with self.page.expect_response(lambda answer: answer.url.endswith("/paperings/")) as answer:
            chip.click()
        self.assertIn('"touched":["#', answer.value.request.post_data)
        expect(chip).to_have_attribute("aria-pressed", "true")
        self.page.get_by_role("button", name="Forget the colours I touched").click()
        expect(chip).to_have_attribute("aria-pressed", "false")
        # Touching the picture itself takes the colour that is there.
        with self.page.expect_response(lambda answer: "/colours/at/" in answer.url):
            photo.get_by_role("img").click()
        expect(photo.get_by_role("button", pressed=True)).to_have_count(1)

    def test_the_wheel_goes_round_by_its_arrows(self) -> None:
        self.go()
        self.page.get_by_role("button", name="the colour wheel").click()
        wheel = self.page.get_by_role("radiogroup", name="Colour wheel")
        expect(wheel.get_by_role("radio")).to_have_count(12)
        chosen = wheel.get_by_role("radio", checked=True)
        expect(chosen).to_have_attribute("aria-label", "blue")
        chosen.focus()
        self.page.keyboard.press("ArrowRight")
        expect(wheel.get_by_role("radio", checked=True)).to_have_attribute("aria-label", "blue-violet")
        self.page.get_by_role("group", name="Scheme").get_by_role("button", name="three apart").click()
        expect(self.page.locator(".wheel-mark")).to_have_count(3)
        expect(self.page.get_by_text("Itten")).to_be_visible()
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        self.assert_accessible("wheel")

    def test_a_palette_is_kept_used_and_removed_with_undo(self) -> None:
        self.go()
        self.page.get_by_role("button", name="the colour wheel").click()
        expect(self.page.get_by_role("list", name="Looked for").get_by_role("listitem")).to_have_count(2)
        self.page.get_by_role("button", name="a palette", exact=True).click()
        self.page.get_by_label("Name of the palette").fill("Two opposite")
        self.page.get_by_role("button", name="Keep", exact=True).click()
        kept = self.page.get_by_role("button", name="Two opposite", exact=True)
        kept.click()
        expect(kept).to_have_attribute("aria-pressed", "true")
        self.assertEqual(len(Palette.objects.get(owner=self.user).colours), 2)
        self.page.get_by_role("button", name="Remove palette Two opposite").click()
        expect(kept).to_have_count(0)
        self.page.get_by_role("button", name="Undo", exact=True).last.click()
        expect(self.page.get_by_role("button", name="Two opposite", exact=True)).to_be_visible()

    def test_a_kit_is_started_from(self) -> None:
        for name in ("navy", "sky"):
            describe_paper(paper=Paper.objects.get(owner=self.user, name=name), facts={"kit": "Harbour"})
        self.go()
        self.page.get_by_role("button", name="a kit", exact=True).click()
        self.page.get_by_role("button", name="Harbour").click()
        expect(self.page.get_by_role("list", name="Looked for")).to_contain_text("sky blue")


class ByKeyboardTests(PapersCase):
    def test_a_paper_and_a_page_are_chosen_without_a_mouse(self) -> None:
        self.go()
        chip = self.page.get_by_role("group", name="Which place").get_by_role("button", name="strip ledge")
        chip.focus()
        expect(self.page.locator(".place-marks rect")).to_have_count(1)
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="What suits the strip ledge")).to_be_visible()
        first = self.sheets().first
        expect(first).to_be_visible()
        before = self.fill_of("ledge")
        first.focus()
        expect(self.page.locator(".fan li.is-dimmed")).to_have_count(5)
        self.assertNotEqual(self.fill_of("ledge"), before)
        with self.answers_to_changes(1):
            self.page.keyboard.press("Enter")
        self.assertEqual(set(self.papers()), {"C"})
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        self.pages().nth(1).focus()
        with self.answers_to_changes(1):
            self.page.keyboard.press("Space")
        self.assertEqual(set(self.papers()), {"A", "B", "C", "D", "W"})
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        self.assert_accessible("papers")
        self.assert_quiet()

    def test_the_drawer_of_inks(self) -> None:
        self.open("/stash/companions")
        self.page.get_by_label("What you have").fill("navy pen")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_text("navy pen")).to_be_visible()
        self.page.get_by_label("What you have").fill("a bucket")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("is it an ink, a pen or a paint?")
        expect(self.page.get_by_label("What you have")).to_have_value("a bucket")
        self.assert_accessible("companions")
        self.page.get_by_role("button", name="Remove navy pen").click()
        expect(self.page.get_by_label("Colour of navy pen")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_label("Colour of navy pen")).to_be_visible()
        self.assertEqual(Companion.objects.visible_to(self.user).count(), 1)


class WishesTests(PapersCase):
    def test_a_colour_is_left_out_and_a_place_stays(self) -> None:
        self.lay("A", "navy")
        self.lay("B", "mustard")
        self.go()
        self.page.get_by_role("button", name="more wishes").click()
        wishes = self.page.get_by_role("group", name="More wishes")
        with self.page.expect_response(lambda answer: answer.url.endswith("/paperings/")):
            wishes.get_by_role("button", name="without navy").click()
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        stays = self.page.get_by_role("group", name="What stays as it is")
        with self.page.expect_response(lambda answer: answer.url.endswith("/paperings/")):
            stays.get_by_role("button", name="mustard on the paper panel").click()
        expect(self.page.locator(".paperings.is-late")).to_have_count(0)
        with self.answers_to_changes(1):
            self.pages().first.click()
        self.assertEqual(self.papers()["B"], "mustard")
        self.assertNotIn("navy", self.papers().values())
        self.assertNotIn("stripe", " ".join(self.papers().values()))  # it is printed in navy

    def test_more_papers_when_asked(self) -> None:
        self.go()
        self.page.get_by_role("button", name="Show more").click()
        expect(self.sheets()).to_have_count(len(LINES))
        self.page.get_by_role("button", name="Only the best six").click()
        expect(self.sheets()).to_have_count(6)

    def test_an_empty_stash_says_what_would_do(self) -> None:
        Paper.objects.filter(owner=self.user).delete()
        self.open(f"/pages/{self.row.pk}/papers")
        expect(self.page.get_by_text("Your stash is empty.")).to_be_visible()
        expect(self.page.get_by_role("heading", name="Whole pages")).to_be_visible()
        self.assert_accessible("empty stash")
        self.assert_quiet()

    def test_the_light_of_a_photo_is_put_right_by_something_white(self) -> None:
        change = {"kind": "photo", "block": "p", "photo": self.photos[0].pk}
        change_page(page=self.row, version=self.row.version, change=change)
        self.go()
        photo = self.page.get_by_role("region", name="Your photos and their colours")
        expect(photo.get_by_role("list").get_by_role("button")).to_have_count(1)
        before = photo.get_by_role("list").get_by_role("button").inner_text()
        photo.get_by_text("Its light", exact=True).click()
        photo.get_by_role("button", name="by something white in it").click()
        with self.page.expect_response(lambda answer: answer.url.endswith("/colours/")):
            photo.get_by_role("img").click()
        expect(photo.get_by_role("list").get_by_role("button", name="white")).to_be_visible()
        for name, colour in [("as it is", before), ("its lightest place is white", "white")]:
            photo.get_by_role("button", name=name).focus()
            with self.page.expect_response(lambda answer: answer.url.endswith("/colours/")):
                self.page.keyboard.press("Enter")
            expect(photo.get_by_role("list").get_by_role("button", name=colour)).to_be_visible()

    def test_the_card_of_swatches_is_fetched(self) -> None:
        self.go()
        self.page.get_by_role("button", name="the colour wheel").click()
        expect(self.page.get_by_role("list", name="Looked for").get_by_role("listitem")).to_have_count(2)
        self.page.get_by_text("buy", exact=False).last.click()
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="Swatch card to take along").click()
        self.assertTrue(Path(download.value.path()).read_bytes().startswith(b"%PDF"))


class StashTests(PapersCase):
    def test_a_side_is_photographed_read_again_and_corrected(self) -> None:
        file = io.BytesIO()
        paint(Printed("dots", ("#22345c", "#fdfdfb"), 0.8), 480).save(file, "JPEG", quality=90)
        self.open("/stash")
        self.page.get_by_role("button", name="sky").click()
        sheet = self.page.get_by_role("region", name="sky")
        upload = {"name": "dots.jpg", "mimeType": "image/jpeg", "buffer": file.getvalue()}
        sheet.get_by_label("Photo of the A side", exact=True).set_input_files(upload)
        kind = sheet.get_by_label("What the A side shows")
        expect(kind).to_have_value("dots")
        expect(sheet.get_by_text("repeats every")).to_contain_text("navy")
        sheet.get_by_text("Read its colours again").click()
        with self.page.expect_response(lambda answer: answer.url.endswith("/read/")):
            sheet.get_by_role("button", name="light put right").click()
        kind.select_option("small print")
        sheet.get_by_label("kit it belongs to").fill("Harbour")
        sheet.get_by_label("kit it belongs to").press("Tab")
        sheet.get_by_label("a favourite: used in slivers").check()
        self.page.reload()
        self.page.get_by_role("button", name="sky").click()
        expect(kind).to_have_value("small print")
        expect(sheet.get_by_label("kit it belongs to")).to_have_value("Harbour")
        expect(sheet.get_by_label("a favourite: used in slivers")).to_be_checked()
        self.assert_accessible("a paper laid out")


class ByFingerTests(PapersCase):
    viewport = {"width": 390, "height": 844}
    screen = {"has_touch": True, "is_mobile": True}

    def test_a_piece_is_tapped_and_a_paper_laid_on_a_phone(self) -> None:
        self.go()
        self.assertEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.page.locator('.board [data-block="panel"]').first.tap()
        expect(self.page.get_by_role("heading", name="What suits the paper panel")).to_be_visible()
        with self.answers_to_changes(1):
            self.sheets().first.tap()
        self.assertEqual(set(self.papers()), {"B"})
        for chip in self.page.get_by_role("group", name="Which place").get_by_role("button").all():
            self.assertGreaterEqual(chip.bounding_box()["height"], 44)
