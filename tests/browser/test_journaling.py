"""Journaling by mouse and keyboard: a hand, a story on a finished page; lines as long as the browser measures them."""

from inkquilt_io.lettering import FONTS, text_font
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

#: Two photos with a band between them, and no place for words.
FINISHED = data_of(
    row("base", "base", 0, 0, 12, 12),
    row("p", "photo", 1, 0.5, 6, 4, level=1),
    row("q", "photo", 1, 7.5, 6, 4, level=1),
)
#: What is answered where a story has no way on the page at all.
NO_WAYS = {"ways": [], "places": [], "prompts": [], "shortest": ""}
WEIGHTS = {"Literata": 650, "Figtree": 500}


#: The same with a card of the sketch's own for the words.
WITH_A_CARD = data_of(
    row("base", "base", 0, 0, 12, 12),
    row("p", "photo", 1, 0.5, 6, 4, level=1),
    row("card", "journaling", 7.5, 1, 4, 3, level=1),
)


class Journaling(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_words_are_found_room_for_on_a_finished_page_and_undone(self):
        page = self.lay_out(FINISHED, key="12x12")
        self.open(f"/pages/{page.pk}/story")
        self.page.get_by_role("button", name="Measure a hand").click()
        form = self.page.get_by_role("form", name="A hand")
        form.get_by_label("Whose hand").fill("Mine")
        form.get_by_label("Letters and spaces in the line").fill("2")
        form.get_by_label("How long the line is").fill("6")
        form.get_by_label("From one line to the next").fill("1/4")
        form.get_by_role("button", name="Keep it").click()
        expect(form.get_by_role("alert")).to_contain_text("42 characters on 6 in")
        form.get_by_label("Letters and spaces in the line").fill("42")
        self.page.keyboard.press("Enter")
        side = self.page.get_by_role("region", name="Journaling")
        expect(side.get_by_label("Written in")).to_contain_text("Mine")
        side.get_by_label("Written in").select_option("Mine")
        self.page.get_by_role("button", name="Where words can still go").click()
        expect(self.page.locator(".free-places rect").first).to_be_visible()
        expect(self.page.get_by_role("region", name="Where words can still go")).to_contain_text("words")
        side.get_by_label("Your story").fill("The string broke and Otto ran after it as far as the river.")
        way = side.locator(".story-ways:not(.is-late)").get_by_role("button", name="in the gap").first
        way.focus()
        expect(self.page.locator(".board .story-words text").first).to_be_visible()
        self.assert_accessible("journaling")
        self.page.keyboard.press("Enter")
        expect(side.get_by_role("button", name="rewrite it: The string broke")).to_be_visible()
        expect(self.page.locator(".board .story-words text").first).to_contain_text("The string")
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.locator(".board .story-words")).to_have_count(0)
        self.assertEqual([m for m in self.console if "400" not in m], [])

    def test_a_way_taken_from_under_the_pointer_is_looked_at_no_more(self):
        page = self.lay_out(FINISHED, key="12x12")
        self.open(f"/pages/{page.pk}/story")
        side = self.page.get_by_role("region", name="Journaling")
        side.get_by_label("Your story").fill("The string broke and Otto ran after it.")
        ways = side.locator(".story-ways:not(.is-late)").get_by_role("button")
        ways.filter(has_text="in the gap").first.hover()
        expect(self.page.locator(".board .story-words text").first).to_contain_text("The string")
        # Nothing else of the screen moves the pointer: the way itself goes.
        self.page.route("**/stories/", lambda route: route.fulfill(json=NO_WAYS))
        side.get_by_label("Your story").fill("The string broke and Otto ran after it, all the way.")
        expect(ways).to_have_count(0)
        expect(self.page.locator(".board .story-words")).to_have_count(0)

    def test_words_looked_at_straight_on_the_paper_show_the_page_without_its_card(self):
        page = self.lay_out(WITH_A_CARD, key="12x12")
        self.open(f"/pages/{page.pk}/story")
        card = self.page.locator('.board [data-block="card"] .ruled-line')
        expect(card).not_to_have_count(0)
        side = self.page.get_by_role("region", name="Journaling")
        side.get_by_label("Your story").fill("The string broke and Otto ran after it.")
        ways = side.locator(".story-ways:not(.is-late)")
        ways.get_by_role("button", name="Straight on the paper").first.hover()
        expect(self.page.locator(".board .story-words text").first).to_contain_text("The string")
        expect(card).to_have_count(0)
        ways.get_by_role("button", name="On ruled lines").first.hover()
        expect(card).not_to_have_count(0)
        self.page.get_by_role("heading", name="Journaling").hover()
        expect(self.page.locator(".board .story-words")).to_have_count(0)
        expect(card).not_to_have_count(0)

    def test_lines_are_as_long_as_the_browser_measures_them(self):
        self.open("/")
        texts = ("We carried the first frame up the ladder", "AVATAR To Wave, Tyne & Ypres", "Ÿes, 12 ½ Žluť fluff")
        for name in FONTS:
            told = self.widths_of(name, WEIGHTS[name], texts)
            script = text_font(name, 24)
            for text, width in zip(texts, told, strict=True):
                with self.subTest(name, text=text):
                    self.assertAlmostEqual(script.width(text) / script.em * 1000 / width, 1, delta=0.01)
