"""The stash and the cutting table by mouse, by keyboard and on a phone."""

import re
from pathlib import Path

from inkquilt.lengths import INCH, Unit
from server.cutting.models import CutRun
from server.pages.known import document_of
from server.stash.models import Paper, PaperStock
from server.stash.services import enter_line
from server.tools.models import Trimmer
from tests.api.base import picture
from tests.api.test_cutting_table import HIDDEN, PAGE
from tests.api.test_scrap_pictures import scraps_photographed
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

#: A base, and a piece with two openings.
LACE = data_of(
    row("base", "base", 0, 0, 12, 12, paper="A"),
    row(
        "lace", "paper", 2, 2, 8, 8, paper="B", level=1, shape="polygon", points=[[0, 0], [1, 0], [1, 1], [0, 1]],
        openings=[[[0.1, 0.1], [0.4, 0.1], [0.4, 0.4], [0.1, 0.4]], [[0.7, 0.5], [0.9, 0.7], [0.7, 0.9], [0.5, 0.7]]],
    ),
)  # fmt: skip


class Cutting(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def enter(self, *lines):
        return [enter_line(owner=self.user, line=line, unit=Unit.IN) for line in lines]

    def scraps(self):
        rows = PaperStock.objects.filter(paper__owner=self.user, kind="scrap")
        return {(row.width / INCH, row.height / INCH) for row in rows}

    def test_papers_are_entered_in_a_line_found_described_and_counted(self):
        self.open("/")
        self.page.get_by_role("link", name="Paper stash").click()
        line = self.page.get_by_label("What you have")
        line.fill("2 navy 12x12, directional / small print cream")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("region", name="navy")).to_be_visible()
        line.fill("scrap kraft")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("how large is it?")
        line.fill("scrap kraft 4 1/2 x 7")
        self.page.keyboard.press("Enter")
        sheet = self.page.get_by_role("region", name="kraft")
        sheet.get_by_role("button", name="One scrap 4 1/2 × 7 in more").click()
        expect(sheet.locator(".stock-list b")).to_have_text("2")
        sheet.get_by_label("What the B side shows").select_option("stripe")
        sheet.get_by_label("has a right way up").last.check()
        expect(sheet.get_by_label("has a right way up").last).to_be_checked()
        sheet.get_by_label("Photo of the A side", exact=True).set_input_files(
            {"name": "sheet.jpg", "mimeType": "image/jpeg", "buffer": picture(colour="maroon")}
        )
        expect(sheet.locator(".side-form image")).to_have_count(1)
        sheet.get_by_role("button", name="a place on a sheet").click()
        place = sheet.get_by_role("form", name="A printed place")
        place.get_by_label("What is printed there").fill("title strip")
        for side, length in (("from its left", "0"), ("from its top", "11"), ("wide", "4 1/2"), ("high", "1")):
            place.get_by_label(side, exact=True).fill(length)
        place.get_by_label("What it is good for").select_option("lines to write on")
        place.get_by_label("lines apart").fill("1/16")
        self.page.keyboard.press("Enter")
        expect(place.get_by_role("alert")).to_contain_text("at least 1/8 in apart")
        expect(place.get_by_label("wide", exact=True)).to_have_value("4 1/2")  # what was typed stays
        place.get_by_label("lines apart").fill("1/4")
        self.page.keyboard.press("Enter")
        expect(sheet.locator(".motifs li")).to_contain_text("title strip, A side, 4 1/2 × 1 in")
        expect(sheet.locator(".motifs li")).to_contain_text("lines to write on, 1/4 in apart")
        sheet.get_by_label("price of a sheet").fill("1,20")
        sheet.get_by_label("note").fill("top drawer")
        self.page.keyboard.press("Tab")
        self.assert_accessible("stash")
        self.page.get_by_label("Look for a paper").fill("small print")
        expect(self.page.locator(".paper-patch")).to_have_count(1)
        kraft = Paper.objects.get(name="kraft")
        self.assertEqual((kraft.back_kind, kraft.back_directional), ("stripe", True))
        self.assertEqual((kraft.price, kraft.note), (120, "top drawer"))
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_a_paper_is_dragged_onto_a_piece_turned_over_and_chosen_by_keyboard(self):
        page = self.lay_out(PAGE, key="12x12")
        self.enter("2 honey 12x12, stripe directional mustard / navy", "3 white 12x12")
        self.open(f"/pages/{page.pk}/cut")
        tray = self.page.get_by_role("region", name="Papers")
        band = self.page.locator("[data-block=band]")
        self.drag(tray.get_by_role("button", name="honey, A side"), band)
        honey = self.page.get_by_role("article", name="honey")
        expect(honey).to_be_visible()
        expect(self.page.locator("[data-mark=band] .direction")).to_be_attached()
        honey.get_by_role("button", name="pattern on 2 strip band").click()
        expect(honey.get_by_role("button", name="pattern on 2 strip band")).to_have_text("across")
        tray.get_by_role("button", name="turn over: honey").click()
        tray.get_by_role("button", name="honey, B side").click()
        self.page.locator("[data-block=p1]").click()
        # On that mat alone; the other one that was of the same paper may have it by one touch.
        back = f"{Paper.objects.get(name='honey').pk} B"
        expect(honey.get_by_label("Paper for C")).to_have_value(back)
        expect(honey.get_by_label("Paper for white")).to_have_count(0)
        tray.get_by_role("button", name="on all like it too (1 more)").click()
        expect(honey.get_by_label("Paper for white")).to_have_value(back)
        expect(tray.get_by_role("button", name="on all like it too")).to_have_count(0)
        for letter in ("C", "white"):
            choice = honey.get_by_label(f"Paper for {letter}")
            choice.focus()
            choice.select_option(label="white, A side: solid")
            expect(choice).to_have_count(0)
        expect(self.page.get_by_role("article", name="white")).to_be_visible()
        first = self.page.get_by_role("article", name="white").locator(".piece-number").first
        self.page.get_by_role("button", name="ask more of 3 mat of p1").focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="one spare more of mat of p1").click()
        expect(first).to_have_text("3a")
        self.page.get_by_role("button", name="one spare less of mat of p1").click()
        expect(first).to_have_text("3")
        self.assert_accessible("cut")
        page.refresh_from_db()
        papers = document_of(page).cuts.papers
        self.assertEqual(
            {letter: c.name for letter, c in papers.items()}, {"B": "honey", "C": "white", "white": "white"}
        )
        self.assert_quiet()

    def test_scraps_of_any_outline_are_photographed_and_kept(self):
        self.enter("scrap rose 12 x 1")
        self.open("/stash")
        self.page.get_by_role("button", name="rose").first.click()
        sheet = self.page.get_by_role("region", name="rose", exact=True)
        sheet.get_by_text("Scraps from a photograph").click()
        photo = {"name": "scraps.jpg", "mimeType": "image/jpeg", "buffer": scraps_photographed()}
        sheet.get_by_label("Photograph of the sheet").set_input_files(photo)
        found = sheet.get_by_role("list", name="Scraps that were found").get_by_role("listitem")
        expect(found).to_have_count(3)
        expect(sheet.get_by_text("too small to cut anything from")).to_have_count(1)
        self.assert_accessible("scraps found")
        sheet.get_by_role("button", name=re.compile("^Keep it")).first.click()
        expect(found).to_have_count(2)
        expect(sheet.locator(".stock-list .scrap-shape")).to_have_count(1)
        sheet.get_by_role("button", name=re.compile("^Keep it")).first.focus()
        self.page.keyboard.press("Enter")
        expect(sheet.locator(".stock-list .scrap-shape")).to_have_count(2)
        shown = sheet.locator(".stock-list .scrap-shape image").first.get_attribute("href")
        self.assertEqual(self.page.request.get(self.live_server_url + shown).headers["content-type"], "image/webp")
        self.assert_accessible("scraps kept")
        self.assert_quiet()

    def test_each_flag_of_a_row_takes_its_own_paper_by_mouse_and_by_keys(self):
        page = self.lay_out(PAGE, key="12x12")
        self.enter("2 honey 12x12, stripe directional mustard / navy", "3 cream 12x12")
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.open(f"/pages/{page.pk}/cut")
            self.page.get_by_role("button", name="ask more of 2 strip band").click()
            self.page.get_by_role("button", name="equal ones").click()
            form = self.page.get_by_role("form", name="Pieces of strip band")
            form.get_by_label("how many").fill("4")
            form.get_by_label("notched, as flags").check()
            form.get_by_role("button", name="Make these pieces").click()
        tray = self.page.get_by_role("region", name="Papers")
        expect(self.page.locator(".row-cell")).to_have_count(0)  # only while a paper is carried
        tray.get_by_role("button", name="honey, A side").click()
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.page.get_by_role("button", name="piece 2 of strip band").click()
        expect(tray.get_by_role("button", name="on all like it too (3 more)")).to_be_visible()
        tray.get_by_role("button", name="cream, A side").focus()
        self.page.keyboard.press("Enter")
        last = self.page.get_by_role("button", name="piece 4 of strip band")
        last.focus()
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.page.keyboard.press("Enter")
        page.refresh_from_db()
        document = document_of(page)
        letters = document.cuts.of("band").repeat.papers_of("B")
        names = [document.cuts.papers[letter].name if letter in document.cuts.papers else "" for letter in letters]
        self.assertEqual(names, ["", "honey", "", "cream"])
        for name in ("honey", "cream"):
            expect(self.page.get_by_role("article", name=name)).to_be_visible()
        self.assert_quiet()

    def test_a_paper_goes_behind_an_opening_by_mouse_and_by_keys(self):
        page = self.lay_out(LACE, key="12x12")
        self.enter("2 honey 12x12, stripe directional mustard / navy", "1 cream 12x12")
        self.open(f"/pages/{page.pk}/cut")
        tray = self.page.get_by_role("region", name="Papers")
        openings = self.page.get_by_role("button", name=re.compile("^behind opening"))
        expect(tray.get_by_role("button", name="honey, A side")).to_be_visible()
        expect(openings).to_have_count(0)  # only while a paper is carried
        honey = tray.get_by_role("button", name="honey, A side")
        honey.click()
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.page.get_by_role("button", name="behind opening 1 of paper lace").click()
        expect(self.page.locator(".board polygon.window-edge")).to_have_count(1)
        tray.get_by_role("button", name="cream, A side").focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="behind opening 2 of paper lace").focus()
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.page.keyboard.press("Enter")
        expect(self.page.locator(".board polygon.window-edge")).to_have_count(2)
        for name in ("honey", "cream"):
            expect(self.page.get_by_role("article", name=name)).to_contain_text("behind opening")
        page.refresh_from_db()
        behind = document_of(page).cuts.of("lace").behind
        self.assertEqual([one.opening for one in behind], [0, 1])
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.locator(".board polygon.window-edge")).to_have_count(1)
        # dragged: on the piece beside its openings it is the piece's own
        with self.page.expect_response(lambda answer: answer.url.endswith("/changes/")):
            self.drag(honey, self.page.locator('.board [data-block="base"]').first)
        page.refresh_from_db()
        self.assertEqual([one.opening for one in document_of(page).cuts.of("lace").behind], [0])
        numbers = self.page.get_by_role("article", name="honey").locator(".piece-number")
        expect(numbers).to_have_text(["2a", "2b"])
        self.page.get_by_role("button", name="ask more of 2 paper lace").click()
        self.assert_accessible("behind its openings")
        self.page.get_by_role("button", name="Remove honey behind opening 1 of paper lace").click()
        expect(self.page.locator(".board polygon.window-edge")).to_have_count(0)
        self.assert_quiet()

    def test_a_piece_is_joined_from_two_where_she_says(self):
        page = self.lay_out(PAGE, key="12x12")
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_role("button", name="ask more of 2 strip band").click()
        self.page.get_by_role("button", name="where the seam runs …: strip band").click()
        form = self.page.get_by_role("form", name="Seam of strip band")
        form.get_by_label("so far").fill("11 3/4")
        form.get_by_role("button", name="Join it there").click()
        expect(self.page.get_by_role("alert").first).to_contain_text("from 1/2 in to 11 1/2 in")
        form.get_by_label("so far").fill("5")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_text("strip band, left part").first).to_be_visible()
        self.assert_accessible("joined")
        self.page.get_by_role("button", name="ask more of 2 strip band").click()
        self.page.get_by_role("button", name="ask more of 2 strip band").click()
        self.page.get_by_role("button", name="cut it whole: strip band, left part").click()
        expect(self.page.get_by_text("strip band, left part")).to_have_count(0)

    def test_what_is_worth_doing_is_done_by_one_touch(self):
        page = self.lay_out(HIDDEN, key="12x12")
        self.enter("3 kraft 12x12")
        self.open(f"/pages/{page.pk}/cut")
        plan = self.page.get_by_role("region", name="The plan")
        self.page.get_by_role("region", name="Papers").get_by_role("button", name="kraft, A side").click()
        self.page.locator("[data-block=t]").click()
        self.page.get_by_role("button", name="on all like it too (1 more)").click()
        expect(plan.get_by_role("heading")).to_contain_text("2 new sheets")
        worth = plan.get_by_role("list", name="Worth doing first")
        expect(worth).to_contain_text("1 sheet less")
        self.assert_accessible("advice")
        worth.get_by_role("button", name="Do it: Gut base").focus()
        self.page.keyboard.press("Enter")
        expect(plan.get_by_role("heading")).to_contain_text("1 new sheet,")
        expect(worth).to_have_count(0)
        self.assert_quiet()

    def test_more_is_asked_of_pieces_and_shows_on_the_page_and_the_sheets(self):
        page = self.lay_out(PAGE, key="12x12")
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_role("button", name="ask more of 1 base").click()
        base = self.page.get_by_role("group", name="What is asked of base")
        base.get_by_role("button", name="cut a window").click()
        window = base.get_by_role("form", name="Window in base")
        for side, away in (("left", "8"), ("top", "10 1/4"), ("right", "1")):
            window.get_by_label(side, exact=True).fill(away)
        window.get_by_label("behind it").select_option(label="paper B, a lip larger")
        window.get_by_role("button", name="Cut this window").focus()
        self.page.keyboard.press("Enter")
        expect(base.locator("li")).to_contain_text("left 8, top 10")
        expect(self.page.locator(".window-edge")).to_have_count(1)
        expect(self.page.get_by_role("article", name="B", exact=True).locator(".piece-number").first).to_have_text("1b")
        self.page.get_by_role("button", name="ask more of 2 strip band").click()
        band = self.page.get_by_role("group", name="What is asked of strip band")
        band.get_by_role("button", name="equal ones").click()
        band.get_by_label("how many").fill("30")
        band.get_by_label("each wide").fill("1")
        band.get_by_role("button", name="Make these pieces").click()
        expect(self.page.get_by_role("alert")).to_contain_text("18 in longer than 12 in")
        band.get_by_label("how many").fill("8")  # what was refused is still there
        band.get_by_label("each wide").fill("")
        band.get_by_label("paper A").check()
        band.get_by_label("paper B").check()
        band.get_by_role("button", name="Make these pieces").click()
        expect(self.page.get_by_role("article", name="A", exact=True)).to_contain_text(
            "to 2g, 4 of strip band"
        )  # the base and every other one
        mat = self.page.get_by_label("Place of the sheet for mat of p1")
        self.page.get_by_role("button", name="ask more of 3 mat of p1").click()
        mat.focus()
        mat.select_option(label="the bottom right corner")
        white = self.page.get_by_role("article", name="white")
        expect(white.locator(".piece-name em").first).to_contain_text("from the sheet’s right edge, bottom edge")
        self.assert_accessible("asked")
        self.page.get_by_role("button", name="in one piece again").click()
        expect(band.get_by_text("pieces side by side")).to_have_count(0)
        self.page.get_by_role("link", name="To the cutting table").click()
        self.page.get_by_role("button", name="understood").click()
        so_far = self.page.get_by_role("img", name="The page so far")
        expect(so_far).to_have_attribute("aria-label", "The page so far: 0 of 4 pieces cut")
        self.page.get_by_role("navigation", name="Sheets").get_by_role("button", name="white").click()
        cut = self.page.get_by_role("button", name="Done, next cut")
        for done in (1, 2):
            cut.click()
            expect(self.page.locator(".sheet-stack [aria-current] .how-far")).to_contain_text(f"{done} of")
        expect(so_far).to_have_attribute("aria-label", "The page so far: 1 of 4 pieces cut")
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_a_page_is_saved_on_cut_cut_wrong_and_its_leftovers_put_into_the_stash(self):
        page = self.lay_out(PAGE, key="12x12")
        self.enter("3 white 12x12")
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_label("Paper for white").select_option(label="white, A side: solid")
        self.page.get_by_text("where paper lies hidden").click()
        self.page.get_by_role("checkbox", name="mat of p1").check()
        expect(self.page.get_by_role("article", name="white")).to_contain_text("hole 3 1/4 × 5 1/4")
        self.page.get_by_role("link", name="To the cutting table").click()
        self.page.get_by_role("button", name="understood").click()
        stack = self.page.get_by_role("navigation", name="Sheets")
        stack.get_by_role("button", name="white").click()
        cut = self.page.get_by_role("button", name="Done, next cut")
        cut.click()
        expect(self.page.locator(".whereabouts")).to_contain_text("cut 2 of")
        self.page.get_by_role("button", name="I cut it wrong").click()
        wrong = self.page.get_by_role("form", name="What went wrong")
        expect(wrong).to_contain_text("The other sheets stay as they are.")
        wrong.get_by_label("Width of what is left 1").fill("4 1/4")
        wrong.get_by_label("Height of what is left 1").fill("6 1/2")
        wrong.get_by_role("button", name="Plan again from this").click()
        expect(stack).to_contain_text("scrap 4 1/4 × 6 1/2")
        self.assertIn((4.25, 6.5), self.scraps())
        self.page.get_by_role("button", name="Undo: what went wrong").click()
        expect(stack).not_to_contain_text("scrap")
        stack.get_by_role("button", name="white").click()
        expect(self.page.locator(".whereabouts")).to_contain_text("cut 2 of")
        self.assertEqual(self.scraps(), set())
        sheet = self.page.locator(".sheet-stack li").filter(has_text="white")
        steps = int(sheet.locator(".how-far").inner_text().split(" of ")[1])
        for done in range(2, steps):
            cut.click()
            expect(sheet.locator(".how-far")).to_have_text(f"{done} of {steps}")
        cut.click()
        expect(sheet.locator(".all-done")).to_have_text("cut")
        self.page.get_by_role("button", name="Take stock").click()
        expect(self.page.get_by_text("Cut before: 3, 4")).to_be_visible()
        self.page.get_by_role("button", name="Take it").click()
        expect(stack.get_by_text("taken")).to_be_visible()
        self.assertIn((3.25, 5.25), self.scraps())
        self.assertEqual(PaperStock.objects.get(paper__name="white", kind="sheet").count, 2)
        self.assert_accessible("cutting table")
        self.assert_quiet()

    def test_the_trimmer_on_the_screen_refuses_what_it_cannot_and_names_the_one_that_can(self):
        sixteenth = INCH // 16
        for name, longest in (("Big blue", 200), ("Little", 96)):
            Trimmer.objects.create(owner=self.user, name=name, longest=longest * sixteenth, widest=longest * sixteenth,
                                   finest=sixteenth, narrowest=2 * sixteenth)  # fmt: skip
        page = self.lay_out(PAGE, key="letter")
        self.open(f"/pages/{page.pk}/cutting")
        self.page.get_by_label("Trimmer in hand").select_option(label="only the Little")
        refusal = self.page.get_by_role("alert")
        expect(refusal).to_contain_text("Little cuts 6 in at most")
        expect(refusal).to_contain_text("Big blue can.")
        expect(self.page.get_by_role("button", name="Done, next cut")).to_be_disabled()
        self.page.get_by_label("Trimmer in hand").select_option(label="only the Big blue")
        self.page.get_by_role("button", name="Done, next cut").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".whereabouts")).to_contain_text("cut 2 of")
        self.page.get_by_role("button", name="Go back one").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".whereabouts")).to_contain_text("cut 1 of")
        self.page.get_by_role("button", name="Enter a trimmer").click()
        form = self.page.locator(".trimmer-form")
        for name, value in (("Name of the trimmer", "Rotary"), ("longest cut", "24"), ("fence goes to", "9"),
                            ("finest mark", "1/8"), ("narrowest strip", "1/4")):  # fmt: skip
            form.get_by_label(name).fill(value)
        form.get_by_role("button", name="Keep it").click()
        expect(self.page.get_by_role("button", name="Rotary")).to_be_visible()
        self.assertEqual(Trimmer.objects.get(name="Rotary").longest, 24 * INCH)
        self.assert_quiet()

    def test_a_phone_shows_one_cut_at_a_time_in_large_type_and_goes_on_where_the_tablet_was(self):
        page = self.lay_out(PAGE, key="letter")
        self.open(f"/pages/{page.pk}/cutting")
        self.page.get_by_role("button", name="understood").click()
        self.page.get_by_role("button", name="Done, next cut").click()
        expect(self.page.locator(".whereabouts")).to_contain_text("cut 2 of")
        expect(self.page.locator(".table-body")).to_have_attribute("aria-busy", "false")
        phone = self.new_page()
        phone.set_viewport_size({"width": 390, "height": 800})
        self.open(f"/pages/{page.pk}/cutting", phone)
        expect(phone.locator(".whereabouts")).to_contain_text("cut 2 of")
        button = phone.get_by_role("button", name="Done, next cut")
        box = button.bounding_box()
        self.assertGreater(box["height"], 48)
        self.assertLess(box["y"] + box["height"], 800)
        size = phone.locator(".set-to strong").evaluate("e => parseFloat(getComputedStyle(e).fontSize)")
        self.assertGreaterEqual(size, 40)
        self.assertLessEqual(phone.evaluate("document.documentElement.scrollWidth"), 390)
        button.click()
        expect(phone.locator(".whereabouts")).not_to_contain_text("cut 2 of")
        self.page.get_by_role("button", name="Done, next cut").click()
        expect(self.page.get_by_role("alert")).to_contain_text("went on elsewhere")
        self.assertEqual(sum(CutRun.objects.get().ticks.values()), 2)

    def test_without_an_answer_cutting_goes_on_outlives_a_reload_and_is_saved(self):
        page = self.lay_out(PAGE, key="letter")
        self.open(f"/pages/{page.pk}/cutting")
        cut = self.page.get_by_role("button", name="Done, next cut")
        wrong = self.page.get_by_role("button", name="I cut it wrong")
        cut.click()
        where = self.page.locator(".whereabouts")
        expect(where).to_contain_text("cut 2 of")
        expect(wrong).to_be_enabled()
        run = f"**/api/pages/{page.pk}/cutting/run/"

        def silent(route):
            if route.request.method == "PATCH":
                route.abort()
            else:
                route.fallback()

        self.context.route(run, silent)
        cut.click()
        note = self.page.get_by_role("status").filter(has_text="Not saved yet")
        expect(note).to_contain_text("the cuts of one sheet")
        self.assert_accessible("cutting without an answer")
        expect(where).to_contain_text("B, sheet 12 × 12, A side up: cut 1 of")
        expect(wrong).to_be_disabled()  # what was spoiled is told of what the server knows
        cut.click()
        expect(where).to_contain_text("cut 2 of")
        expect(note).to_contain_text("the cuts of 2 sheets")
        self.page.get_by_role("button", name="Go back one").click()
        expect(where).to_contain_text("cut 1 of")
        cut.click()
        self.page.reload()
        expect(where).to_contain_text("B, sheet 12 × 12, A side up: cut 2 of")
        expect(note).to_be_visible()
        self.assertEqual(sum(CutRun.objects.get().ticks.values()), 1)
        self.context.unroute(run)
        note.get_by_role("button", name="try now").click()
        expect(note).to_have_count(0)
        expect(where).to_contain_text("B, sheet 12 × 12, A side up: cut 2 of")
        expect(wrong).to_be_enabled()
        self.assertEqual(sum(CutRun.objects.get().ticks.values()), 3)
        self.page.get_by_role("button", name="Restart from the current page").click()
        self.page.get_by_role("button", name="Close").click()
        self.assertEqual(sum(CutRun.objects.get().ticks.values()), 3)
        self.page.get_by_role("button", name="Restart from the current page").click()
        self.page.get_by_role("button", name="Forget them and restart").click()
        expect(where).to_contain_text("A, sheet 12 × 12, A side up: cut 1 of")
        self.assertEqual(CutRun.objects.get().ticks or {}, {})

    def test_shapes_are_tried_on_a_machine_that_is_not_there_and_kept_as_a_file(self):
        page = self.lay_out(PAGE, key="letter")
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_text("For a cutting machine").click()
        machine = self.page.get_by_role("region", name="Cutting machine")
        expect(machine.get_by_role("status")).to_contain_text("in of cuts, about")
        machine.get_by_label("Kind of file").select_option("dxf")
        machine.get_by_label("Pieces for the machine, by number").fill("3")
        self.page.keyboard.press("Enter")
        expect(machine.get_by_role("status")).to_contain_text("Pieces 3:")
        with self.page.expect_download() as download:
            machine.get_by_role("link", name="Keep this file").click()
        self.assertIn(b"LWPOLYLINE", Path(download.value.path()).read_bytes())
        machine.get_by_label("Width of the mat").fill("3")
        self.page.keyboard.press("Enter")
        expect(machine.get_by_role("alert")).to_contain_text("larger than the machine's mat")
        self.assert_accessible("machine")
