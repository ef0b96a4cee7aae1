"""The whole path from sign-in to files, by mouse, by keyboard and by finger: one script, three hands."""

import io
import json
import re
import tempfile
from pathlib import Path

from pypdf import PdfReader

from inkquilt.lengths import INCH
from server.album.models import AlbumPlace
from server.embellishments.models import Embellishment
from server.pages.known import document_of
from server.pages.models import Page
from server.sketches.models import Sketch
from tests.api.base import SMALL, picture
from tests.browser.base import BrowserTestCase, expect
from tests.building import data_of, row

#: A second touch within this many milliseconds is the same one: not a state is waited for, but time itself.
ONE_TAP = 400


class Hand:
    """How a person touches things; subclasses are the mouse, the keyboard and the finger."""

    def __init__(self, page):
        self.page = page

    def touch(self, locator):
        raise NotImplementedError

    def place(self, photo, slot):
        raise NotImplementedError


class Mouse(Hand):
    def __init__(self, page, drag):
        super().__init__(page)
        self.drag = drag

    def touch(self, locator):
        locator.click()

    def place(self, photo, slot):
        self.drag(photo, slot)


class Keyboard(Hand):
    def touch(self, locator):
        """Walk to the thing with Tab, as somebody without a mouse must, and press Enter."""
        handle = locator.element_handle()
        stops = []
        for _ in range(150):
            if self.page.evaluate("element => document.activeElement === element", handle):
                self.page.keyboard.press("Enter")
                return
            self.page.keyboard.press(self.next_key(handle))
            stops.append(self.page.evaluate("document.activeElement.outerHTML.slice(0, 90)"))
        raise AssertionError(f"Tab never reaches {locator}, only {stops}")

    def next_key(self, handle):
        """Inside the page arrow keys lead from piece to piece; everywhere else Tab goes on."""
        return self.page.evaluate(
            """target => {
                const here = document.activeElement
                const board = here.closest('.board svg')
                if (!board || !board.contains(target)) return 'Tab'
                const [from, to] = [here, target].map(one => one.getBoundingClientRect())
                const across = to.x + to.width / 2 - from.x - from.width / 2
                const down = to.y + to.height / 2 - from.y - from.height / 2
                if (Math.abs(across) + Math.abs(down) < 4)
                    return here.compareDocumentPosition(target) & 4 ? 'ArrowDown' : 'ArrowUp'
                if (Math.abs(across) > Math.abs(down)) return across > 0 ? 'ArrowRight' : 'ArrowLeft'
                return down > 0 ? 'ArrowDown' : 'ArrowUp'
            }""",
            handle,
        )

    def place(self, photo, slot):
        self.touch(photo)
        self.touch(slot)


class Finger(Hand):
    """A tablet standing on the table: taps, as touch events; nothing is dragged."""

    def touch(self, locator):
        locator.tap()

    def place(self, photo, slot):
        self.touch(photo)
        self.touch(slot)


class Journey(BrowserTestCase):
    def test_by_mouse(self):
        self.travel(Mouse(self.page, self.drag))

    def test_by_keyboard(self):
        self.travel(Keyboard(self.page))

    def test_by_finger(self):
        self.on_a_screen(viewport={"width": 1024, "height": 768}, has_touch=True)
        self.travel(Finger(self.page))

    def travel(self, hand):
        page = self.page
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.sign_in_at_the_door(hand)
        self.load_a_sketch(hand, folder)
        hand.touch(page.get_by_role("button", name="Fit Test"))
        piece = page.get_by_role("button", name="photo p, empty, 3 1/4 by 4 7/8")
        expect(piece).to_be_visible()
        self.choose_page_and_way(hand)
        self.add_and_place_photos(hand, folder)
        self.type_a_title(hand)
        page.reload()
        expect(page.locator(".title-words")).to_have_text("Roof honey")
        expect(page.get_by_role("button", name="photo p, own one")).to_be_visible()
        self.undo_and_redo(hand)
        self.write_a_story(hand)
        self.lay_an_embellishment(hand)
        self.look_again(hand)
        self.cut_and_print(hand)
        self.stick_down(hand)
        self.finish_and_lay_into_an_album(hand)
        self.assert_quiet()

    def sign_in_at_the_door(self, hand):
        page = self.page
        self.open("/")
        page.get_by_label("Name").fill("ida")
        page.get_by_label("Password").fill("a roof of bees")
        hand.touch(page.get_by_role("button", name="Sign in"))
        expect(page.get_by_role("heading", name="Sketches")).to_be_visible()

    def load_a_sketch(self, hand, folder):
        bad = folder / "bad.quilt.json"
        bad.write_text(json.dumps({**SMALL, "blocks": [{"id": "x", "role": "wall"}]}), "utf-8")
        good = folder / "good.quilt.json"
        good.write_text(json.dumps(SMALL), "utf-8")
        page = self.page
        hand.touch(page.get_by_role("link", name="A new sketch"))
        way_in = page.get_by_label("Sketch file") if isinstance(hand, Keyboard) else page.get_by_text("Lay a file here")
        for path in (bad, good):
            with page.expect_file_chooser() as chooser:
                hand.touch(way_in)
            chooser.value.set_files(path)
            if path is bad:
                expect(page.get_by_role("alert")).to_contain_text("Block “x”")
                self.console.clear()  # the browser logs every refused request
        hand.touch(page.get_by_role("button", name="Keep this sketch"))
        expect(page.get_by_role("heading", name="Measure card")).to_be_visible()
        self.assertEqual(Sketch.objects.count(), 1)
        hand.touch(page.get_by_role("link", name="Ink Quilt, to the shelf"))
        expect(page.get_by_role("heading", name="Sketches")).to_be_visible()

    def choose_page_and_way(self, hand):
        page = self.page
        hand.touch(page.get_by_role("button", name="8 × 8", exact=True))
        expect(page.get_by_role("button", name="8 × 8", exact=True)).to_have_attribute("aria-pressed", "true")
        way = page.locator("button.way", has_text="Rearranged").first
        expect(way).to_be_visible()
        hand.touch(way)
        expect(way).to_have_attribute("aria-pressed", "true")
        document = document_of(Page.objects.get())
        self.assertEqual((document.format, document.way.school.value), ("8x8", "reflow"))

    def add_and_place_photos(self, hand, folder):
        page = self.page
        hand.touch(page.get_by_role("link", name="Photos"))
        own = folder / "own one.jpg"
        own.write_bytes(picture(400, 600))
        other = folder / "other one.png"
        other.write_bytes(picture(500, 500, "PNG", "gold"))
        liar = folder / "liar.jpg"
        liar.write_text("not a picture", "utf-8")
        with page.expect_file_chooser() as chooser:
            hand.touch(page.get_by_role("button", name="Add photos"))
        chooser.value.set_files([own, liar, other])
        expect(page.get_by_role("alert")).to_contain_text("liar.jpg: That is not a JPEG, PNG")
        self.console.clear()
        hand.place(page.get_by_role("button", name="own one, upright"), page.locator('[data-slot="p"]'))
        expect(page.get_by_role("button", name="photo p, own one")).to_be_visible()
        hand.place(page.get_by_role("button", name="other one, square"), page.locator('[data-slot="q"]'))
        expect(page.get_by_role("button", name="photo q, other one")).to_be_visible()

    def type_a_title(self, hand):
        page = self.page
        hand.touch(page.get_by_role("link", name="Title"))
        hand.touch(page.locator('[data-block="t"]'))
        page.get_by_role("textbox", name="Title").fill("Roof honey")
        page.keyboard.press("Enter")
        expect(page.locator(".title-words")).to_have_text("Roof honey")

    def undo_and_redo(self, hand):
        page = self.page
        hand.touch(page.get_by_role("button", name="Undo “title"))
        expect(page.locator(".title-words")).to_have_count(0)
        if isinstance(hand, Finger):
            hand.touch(page.get_by_role("button", name="Redo “title"))
        else:
            page.keyboard.press("Control+Shift+Z")
        expect(page.locator(".title-words")).to_have_text("Roof honey")

    def write_a_story(self, hand):
        page = self.page
        hand.touch(page.get_by_role("link", name="Journaling"))
        side = page.get_by_role("region", name="Journaling")
        side.get_by_label("Your story").fill("The first honey of the year.")
        hand.touch(side.locator(".story-ways:not(.is-late)").get_by_role("button", name="in the gap").first)
        expect(side.get_by_role("button", name="rewrite it: The first honey")).to_be_visible()

    def lay_an_embellishment(self, hand):
        page = self.page
        facts = {"kind": "main piece", "form": "flower", "colours": ["#cf9d2e", "#22345c"], "count": 3}
        Embellishment.objects.create(owner=self.user, name="flower", width=INCH, height=INCH, **facts)
        hand.touch(page.get_by_role("link", name="Clusters"))
        hand.touch(page.get_by_role("button", name="lay on the page: flower"))
        expect(page.get_by_role("button", name="Undo “flower")).to_be_visible()

    def look_again(self, hand):
        page = self.page
        hand.touch(page.get_by_role("link", name="Second look"))
        noticed = page.get_by_role("list", name="What is noticed")
        expect(noticed).to_contain_text("flower")
        hand.touch(page.get_by_role("button", name="try it").first)
        tried = page.get_by_role("region", name="Tried out")
        expect(tried.get_by_role("img", name="after")).to_be_visible()
        hand.touch(tried.get_by_role("button", name="Do it"))
        expect(tried).to_have_count(0)

    def cut_and_print(self, hand):
        page = self.page
        hand.touch(page.get_by_role("link", name="Cut"))
        expect(page.get_by_role("heading", name="Paper B", exact=True)).to_be_visible()
        expect(page.get_by_text("cut away from you")).to_be_visible()
        hand.touch(page.get_by_role("link", name="Print"))
        with page.expect_download() as download:
            hand.touch(page.get_by_role("link", name="PDF on letter sheets"))
        pdf = PdfReader(io.BytesIO(Path(download.value.path()).read_bytes()))
        self.assertIn("Roof honey", pdf.pages[1].extract_text())
        with page.expect_download() as download:
            hand.touch(page.get_by_role("link", name="Piece list"))
        self.assertIn("photo p", Path(download.value.path()).read_text("utf-8-sig"))

    def stick_down(self, hand):
        """Tick off every step at the table with glue on it."""
        page = self.page
        hand.touch(page.get_by_role("link", name="Stick down"))
        hand.touch(page.get_by_role("link", name="To the gluing table"))
        whereabouts = page.locator(".whereabouts")
        expect(whereabouts).to_contain_text("Step 1 of ")
        steps = int(whereabouts.inner_text().split(" of ")[1])
        for step in range(1, steps + 1):
            expect(whereabouts).to_contain_text(f"Step {step} of {steps}")
            page.wait_for_timeout(ONE_TAP)
            with self.answers_to_changes(1):
                hand.touch(page.get_by_role("button", name=re.compile("Done, next step|It is dry, next")))
        expect(whereabouts).to_have_text(f"All {steps} steps done")
        self.assertTrue(document_of(Page.objects.get()).sticking.stuck)
        hand.touch(page.locator("header").get_by_role("link", name="Back to the page"))

    def finish_and_lay_into_an_album(self, hand):
        page = self.page
        hand.touch(page.get_by_role("link", name="Finished"))
        hand.touch(page.get_by_role("button", name="This page is finished"))
        expect(page.get_by_role("heading", name="It is finished.")).to_be_visible()
        hand.touch(page.get_by_role("link", name="See it in the logbook"))
        expect(page.get_by_role("link", name="Test")).to_be_visible()
        hand.touch(page.get_by_role("link", name="Albums"))
        page.get_by_label("What the album is called").fill("Our roof")
        hand.touch(page.get_by_role("button", name="8 × 8", exact=True))
        hand.touch(page.get_by_role("button", name="Begin an album"))
        expect(page.get_by_role("heading", name="Our roof")).to_be_visible()
        hand.touch(page.get_by_role("button", name="Lay “Test” in"))
        expect(page.get_by_role("listitem", name="Opening 1").get_by_role("button", name="Test")).to_be_visible()
        self.assertEqual(AlbumPlace.objects.get().album.name, "Our roof")


class WithPiecesInHand(BrowserTestCase):
    """Deeds on an embellishment that is taken up, and clusters from a handful."""

    def setUp(self):
        super().setUp()
        self.sign_in()
        facts = {"colours": ["#cf9d2e", "#22345c"], "count": 3, "width": INCH, "height": INCH}
        for name, kind, form in (
            ("flower", "main piece", "flower"),
            ("lace", "base", "round"),
            ("star", "dot", "star"),
        ):
            Embellishment.objects.create(owner=self.user, name=name, kind=kind, form=form, **facts)
        rows = (row("base", "base", 0, 0, 12, 12), row("p", "photo", 3, 3, 6, 5, level=1))
        self.laid = self.lay_out(data_of(*rows), key="12x12")
        self.open(f"/pages/{self.laid.pk}/clusters")

    def test_a_piece_is_cut_in_two_and_half_of_it_hidden_and_laid_along_an_edge(self):
        page = self.page
        page.get_by_role("button", name="lay on the page: flower").click()
        piece = page.get_by_role("button", name=re.compile("^flower, "))
        piece.focus()
        page.keyboard.press("Enter")
        held = page.get_by_role("region", name="flower")
        held.get_by_role("button", name="hide half under the edge").press("Enter")
        expect(page.get_by_role("button", name=re.compile("half of flower under photo p"))).to_be_visible()
        held.get_by_role("button", name="half hidden: bring it out").press("Enter")
        held.get_by_role("button", name="along the nearest edge").press("Enter")
        expect(page.get_by_role("button", name=re.compile("flower along an edge"))).to_be_visible()
        self.assert_accessible("an embellishment taken up")
        held.get_by_role("button", name="cut it in two").press("Enter")
        expect(page.get_by_role("button", name=re.compile("^(other )?half of flower, "))).to_have_count(2)
        expect(page.get_by_role("button", name="lay on the page: flower")).to_contain_text("2 left")
        page.keyboard.press("Control+z")
        expect(page.get_by_role("button", name=re.compile("^(other )?half of flower, "))).to_have_count(0)
        self.assert_quiet()

    def test_clusters_from_a_handful(self):
        page = self.page
        page.get_by_text("From all you own, or from a handful").click()
        page.get_by_role("group", name="from these pieces only:").get_by_label("flower").check()
        page.get_by_role("button", name="Plan clusters").click()
        first = page.locator(".arrangements li").first
        expect(first).to_contain_text("flower")
        expect(page.locator(".arrangements")).not_to_contain_text("lace")
        first.get_by_role("button").first.click()
        expect(page.get_by_role("button", name=re.compile("^flower, "))).to_have_count(3)
        self.assert_quiet()
