"""Titles by mouse and keyboard: a letter that runs out, a way chosen; widths as the browser measures them."""

import re
from contextlib import suppress
from pathlib import Path

from fontTools.ttLib import TTFont
from playwright.sync_api import Error

from inkquilt.lengths import Unit
from inkquilt.words.title import line_width
from inkquilt_io import lettering
from inkquilt_io.lettering import FONTS, font_alphabet, measured
from server.stash.services import enter_line
from server.words.models import Alphabet
from tests.api.base import change_page
from tests.api.test_letters_found import ROWS, letters_photographed
from tests.browser.base import PATIENCE, BrowserTestCase, expect
from tests.building import data_of, row

#: Weights of the shipped fonts as they are drawn.
WEIGHTS = {"Literata": 650, "Figtree": 500}
PAGE = data_of(row("base", "base", 0, 0, 12, 12), row("t", "title", 2, 5, 8, 1, level=1))


class Titles(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_what_is_laid_under_a_title_that_cannot_be_read_is_shown_and_laid_in_one_step(self):
        page = self.lay_out(PAGE, key="12x12", t="Honey")
        navy = enter_line(owner=self.user, line="1 night 12x12 navy", unit=Unit.IN)
        change = {"kind": "paper", "block": "base", "stash_paper": navy.pk, "side": "A"}
        change_page(page=page, version=page.version, change=change)
        self.open(f"/pages/{page.pk}/title")
        ways = self.page.get_by_role("region", name="Ways to set it")
        expect(ways).to_contain_text("hard to read there: Honey")
        label = ways.get_by_role("button", name="lay a plain label").first
        label.hover()
        expect(self.page.locator(".underlay-shown polygon")).to_have_count(1)
        self.assert_accessible("what is laid under a title")
        label.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".board .accent")).to_have_count(1)
        expect(ways).not_to_contain_text("hard to read there")
        self.page.keyboard.press("Control+z")
        expect(self.page.locator(".board .accent")).to_have_count(0)
        expect(ways).to_contain_text("hard to read there")
        self.assert_quiet()

    def test_a_sheet_of_letters_is_photographed_and_its_letters_typed_in_their_order(self):
        page = self.lay_out(PAGE, key="12x12")
        self.open(f"/pages/{page.pk}/title")
        self.page.get_by_role("button", name="Enter a sheet of letters").click()
        self.page.get_by_role("button", name="from a photograph of the sheet").click()
        photo = {"name": "letters.jpg", "mimeType": "image/jpeg", "buffer": letters_photographed()}
        self.page.get_by_label("Photograph of the sheet").set_input_files(photo)
        found = self.page.get_by_role("list", name="Letters that were found").get_by_role("listitem")
        expect(found).to_have_count(18)
        form = self.page.get_by_role("form", name="A sheet of letters")
        expect(form).to_contain_text("18 letters, about")
        self.assert_accessible("letters found")
        form.get_by_label("Name of the letters").fill("Found")
        form.get_by_label("The letters on the sheet").fill("ABC")
        form.get_by_role("button", name="Keep them").click()
        expect(form.get_by_role("alert")).to_contain_text("18 letters were found and 3 typed")
        form.get_by_label("The letters on the sheet").fill(" ".join(ROWS))
        form.get_by_role("button", name="Keep them").focus()
        self.page.keyboard.press("Enter")
        letters = self.page.get_by_role("region", name="Your letters")
        expect(letters).to_contain_text("stickers, 3/4 in high")
        expect(letters.locator(".letters-left")).to_contain_text("E×2")

    def test_a_title_that_runs_out_of_a_letter_is_saved_and_set(self):
        page = self.lay_out(PAGE, key="12x12")
        self.open(f"/pages/{page.pk}/title")
        self.page.get_by_role("button", name="Enter a sheet of letters").click()
        form = self.page.get_by_role("form", name="A sheet of letters")
        form.get_by_label("Name of the letters").fill("Orchard")
        form.get_by_label("Height of a capital").fill("3/4")
        form.get_by_label("The letters on the sheet").fill("B 1, E 1, 9 ?")
        form.get_by_role("button", name="Keep them").click()
        expect(form.get_by_role("alert")).to_contain_text("no letter with its count")
        form.get_by_label("The letters on the sheet").fill("BEFS")
        form.get_by_role("button", name="Keep them").focus()
        self.page.keyboard.press("Enter")
        letters = self.page.get_by_role("region", name="Your letters")
        expect(letters.locator(".letters-left")).to_have_text("B×1, E×1, F×1, S×1")
        self.page.get_by_role("button", name="type one").click()
        self.page.get_by_role("textbox", name="Title", exact=True).fill("BEES")
        self.page.keyboard.press("Enter")
        ways = self.page.get_by_role("region", name="Ways to set it")
        chips = ways.get_by_role("group", name="In these letters")
        chips.get_by_role("button", name="Orchard").click()
        hers = ways.locator(".title-way").first
        expect(hers).to_contain_text("Orchard")
        expect(ways.locator(".title-way").filter(has_text="Literata")).to_have_count(0)
        expect(ways).to_contain_text("E from F, with a stroke")
        self.assert_accessible("title")
        hers.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".board .set-letters text")).to_have_text(["B", "E", "E", "S"])
        letters.get_by_role("button", name="count again: Orchard").click()
        letters.get_by_label("Letters left of Orchard").fill("B 1, E 2, S 1")
        letters.get_by_role("button", name="These are left").click()
        expect(letters.locator(".letters-left")).to_have_text("B×1, E×2, S×1")
        expect(ways).not_to_contain_text("with a stroke")
        self.page.get_by_role("button", name="no title").click()
        expect(self.page.locator(".board .set-letters")).to_have_count(0)
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_letters_counted_while_the_ways_are_looked_for_are_in_the_ways(self):
        sheet = Alphabet.objects.create(owner=self.user, name="Orchard", height=6096, letters=dict.fromkeys("BEFS", 1))
        page = self.lay_out(PAGE, key="12x12")
        held, late = [], []

        def answer_late(route):
            """Answer the first as things are now, but only when the test says so; what is asked later goes through."""
            if held:
                return route.continue_()
            held.append(route)  # Before it is fetched: the next request may come in while it is.
            late.append(route.fetch())

        self.page.route(f"**/api/pages/{page.pk}/titles/**", answer_late)
        self.open(f"/pages/{page.pk}/title")
        self.page.get_by_role("button", name="type one").click()
        self.page.get_by_role("textbox", name="Title", exact=True).fill("BEES")
        with self.page.expect_request(f"**/api/pages/{page.pk}/titles/**"):
            self.page.keyboard.press("Enter")
        letters = self.page.get_by_role("region", name="Your letters")
        letters.get_by_role("button", name=f"count again: {sheet.name}").click()
        letters.get_by_label(f"Letters left of {sheet.name}").fill("B 1, E 2, S 1")
        letters.get_by_role("button", name="These are left").click()
        expect(letters.locator(".letters-left")).to_have_text("B×1, E×2, S×1")
        for _ in range(PATIENCE // 100):  # the first answer may take longer than the counting
            if late:
                break
            self.page.wait_for_timeout(100)
        self.assertIn("with a stroke", late[0].text())
        with suppress(Error):  # It was asked anew: nobody waits for this one.
            held[0].fulfill(response=late[0])
        ways = self.page.get_by_role("region", name="Ways to set it")
        expect(ways.locator(".title-way").first).to_be_visible()
        expect(ways).not_to_contain_text("with a stroke")
        self.assert_quiet()

    def test_letters_are_as_wide_as_the_browser_measures_them(self):
        self.open("/")
        texts = ("Rooftop honey", "AVATAR To Wave", "Ÿes, 12 & ½ Žluť", "ffi fl Tr.")
        for name, file in FONTS.items():
            told = self.widths_of(name, WEIGHTS[name], texts)
            alphabet, capital, em = font_alphabet(name), measured(name).capital, self.units_per_em(file)
            for text, width in zip(texts, told, strict=True):
                # The browser set it 1,000 pixels to the em; ours is told for capitals of a height of 100,000 grains.
                ours = line_width(text, alphabet, 100_000) * capital / em / 100
                with self.subTest(name, text=text):
                    self.assertAlmostEqual(ours / width, 1, delta=0.01)

    def units_per_em(self, file):

        return TTFont(Path(lettering.__file__).parent / "fonts" / file)["head"].unitsPerEm

    def test_a_page_without_a_place_for_a_title_gets_one(self):
        rows = (row("base", "base", 0, 0, 12, 12), row("p", "photo", 1, 3, 10, 7, level=1))
        page = self.lay_out(data_of(*rows), key="12x12")
        self.open(f"/pages/{page.pk}/title")
        later = self.page.get_by_role("region", name="Where a title can go")
        later.get_by_role("textbox", name="Your title").fill("Rooftop honey")
        first = later.get_by_role("button", name=re.compile("^a gap on the base, at the top"))
        expect(first).to_contain_text("in high")
        first.hover()
        expect(self.page.locator(".board .title-laid .set-letters text")).to_have_count(12)
        self.assert_accessible("a title later")
        first.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".board .set-letters text")).to_have_count(12)
        expect(self.page.get_by_role("region", name="Ways to set it")).to_contain_text("dancing")
        self.page.keyboard.press("Control+z")
        expect(self.page.locator(".board .set-letters")).to_have_count(0)
        expect(later).to_be_visible()
        self.assert_quiet()
