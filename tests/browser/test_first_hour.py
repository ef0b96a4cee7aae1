"""The first hour: from an empty account to a page with two photos on it, headings that remember, names on the shelf."""

import re

from django.contrib.auth import get_user_model

from server.album.services import finish
from server.pages.models import Page
from tests.api.base import picture
from tests.browser.base import BrowserTestCase, expect
from tests.browser.test_bench import demo_data

#: From two photos and no sketch to a fitted page: no more touches than this, and nothing typed.
MOST_TOUCHES = 8


class Newcomer(BrowserTestCase):
    folds_are_open = False

    def setUp(self):
        super().setUp()
        self.touches = 0
        self.open("/")
        self.page.get_by_role("button", name="I am new here").click()
        self.page.get_by_role("textbox", name="Name").fill("nele")
        self.page.get_by_label("Password").fill("a long quiet word 7")
        self.page.get_by_role("button", name="Create my account").click()
        self.start = self.page.get_by_role("region", name="Begin a page")
        expect(self.start).to_be_visible()

    def touch(self, thing):
        self.touches += 1
        thing.click()

    def add_two(self):
        """Two photos of a folder: each a touch, and one more to take them."""
        files = [
            {"name": f"{name}.jpg", "mimeType": "image/jpeg", "buffer": picture(600, 400, colour=name)}
            for name in ("teal", "navy")
        ]
        with self.page.expect_file_chooser() as chooser:
            self.touch(self.start.get_by_role("button", name="Add photos"))
        self.touches += len(files) + 1
        chooser.value.set_files(files)

    def test_from_two_photos_and_no_sketch_to_a_page_with_both_on_it(self):
        self.assert_accessible("the empty shelf")
        self.add_two()
        worn = self.start.locator(".found .patch-button")
        expect(worn.first).to_be_visible()
        self.touch(self.start.get_by_role("button", name="millimetres"))
        expect(self.start.get_by_role("button", name="A4")).to_have_attribute("aria-pressed", "true")
        one = self.start.get_by_role("button", name=re.compile("a slot for every photo")).first
        expect(one).to_contain_text(re.compile("kept|lost|photos"))
        self.touch(one)
        self.page.wait_for_url("**/pages/*/page")
        expect(self.page.locator(".board [data-block] image")).to_have_count(2)
        self.assertLessEqual(self.touches, MOST_TOUCHES)
        page = Page.objects.get()
        self.assertEqual(page.owner, get_user_model().objects.get(username="nele"))
        expect(self.page.locator(".rulers, .board").first).to_be_visible()
        expect(self.page.get_by_text(re.compile(r"[\d½¼¾⅛⅜⅝⅞] in\b|\binches\b"))).to_have_count(0)

    def test_by_keyboard_a_basic_type_for_three_and_the_unit_is_not_asked_again(self):
        self.start.get_by_role("button", name="inches").press("Enter")
        expect(self.start.get_by_role("button", name="12 × 12")).to_have_attribute("aria-pressed", "true")
        self.start.get_by_role("button", name="One photo more").press("Enter")
        types = self.start.get_by_role("list", name="Basic types").get_by_role("button")
        expect(types).to_have_count(9)
        self.start.get_by_role("button", name="A grid").press("Enter")
        self.page.wait_for_url("**/pages/*/page")
        expect(self.page.get_by_role("button", name=re.compile("^photo "))).to_have_count(3)
        self.assertEqual(Page.objects.get().name, "A grid, 3 photos")
        self.open("/")
        expect(self.page.get_by_role("heading", name="How I measure")).to_be_visible()
        expect(self.page.get_by_role("region", name="Begin a page")).to_have_count(0)
        self.page.get_by_role("link", name="Begin a page").press("Enter")
        expect(self.start.get_by_role("button", name="inches")).to_have_attribute("aria-pressed", "true")
        self.assert_accessible("beginning a page")

    def test_the_ready_sketches_lie_below_and_come_back_when_all_were_removed(self):
        expect(self.page.get_by_role("button", name=re.compile("^Fit "))).to_have_count(10)
        for name in ("Roofline", "Kite tail"):
            self.more(f"sketch {name}", "Remove")
            expect(self.page.get_by_role("button", name=f"Fit {name}", exact=False)).to_have_count(0)

    def test_a_photo_is_taken_off_the_choice_again(self):
        self.add_two()
        expect(self.start.get_by_role("button", name="on this page", pressed=True)).to_have_count(2)
        self.start.get_by_role("button", name="on this page").first.click()
        expect(self.start.get_by_role("button", name="on this page", pressed=True)).to_have_count(1)
        expect(self.start).to_contain_text("they wear your photo")


class ByFinger(BrowserTestCase):
    """On a tablet, from the empty shelf to a page, by touch alone."""

    viewport = {"width": 1024, "height": 768}
    screen = {"has_touch": True}

    def test_from_the_empty_shelf_to_a_page(self):
        self.sign_in()
        photos = [self.add_photo(name, number) for number, name in enumerate(("roof", "kites"))]
        self.open("/")
        start = self.page.get_by_role("region", name="Begin a page")
        start.get_by_role("button", name="inches").tap()
        for photo in photos:
            start.get_by_role("button", name=f"{photo.name} on this page").tap()
        expect(start.get_by_role("button", name="on this page", pressed=True)).to_have_count(2)
        expect(start).to_contain_text("they wear your 2 photos")
        start.get_by_role("button", name="A grid").tap()
        self.page.wait_for_url("**/pages/*/page")
        expect(self.page.locator(".board [data-block] image")).to_have_count(2)
        self.assert_accessible("the page on a tablet")


class Columns(BrowserTestCase):
    """At 1280 by 800 the main thing of each step needs no scrolling, the rest is a heading that remembers."""

    folds_are_open = False
    MAIN = {
        "page": "Ways to fit",
        "photos": "Ways to fit",
        "title": "Ways to set it",
        "story": "Your story",
        "look": "Second look",
        "cut": "The plan",
        "stick": "Sticking down",
        "finished": "Finished",
    }

    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_the_main_thing_of_each_step_stands_in_the_window(self):
        page = self.lay_out(demo_data("three"), title="Bees")
        for step, name in self.MAIN.items():
            with self.subTest(step):
                self.open(f"/pages/{page.pk}/{step}")
                main = self.page.locator(f'.right-side [aria-label="{name}"]').first
                expect(main).to_be_visible()
                self.assertLess(main.bounding_box()["y"], 320)
                self.assertEqual(self.page.evaluate("document.querySelector('.right-side').scrollTop"), 0)
                # Only the page step lets the size be chosen.
                expect(self.page.get_by_role("region", name="My page")).to_have_count(int(step == "page"))

    def test_every_heading_of_the_page_step_is_seen_at_once_and_remembers_that_it_was_opened(self):
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.locator(".right-side .way").first).to_be_visible()
        for name in ("What changed from the sketch", "More room for the photos?", "A page to face it?", "Measure card"):
            with self.subTest(name):
                head = self.page.get_by_role("button", name=name)
                expect(head).to_have_attribute("aria-expanded", "false")
                box = head.bounding_box()
                self.assertLessEqual(box["y"] + box["height"], 800)
        head = self.page.get_by_role("button", name="Measure card")
        head.press("Enter")
        expect(self.page.get_by_role("table")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_role("table")).to_be_visible()
        self.page.get_by_role("button", name="Measure card").click()
        self.page.reload()
        expect(self.page.get_by_role("button", name="Measure card")).to_have_attribute("aria-expanded", "false")
        expect(self.page.get_by_role("table")).to_have_count(0)


class InHand(BrowserTestCase):
    def test_in_a_column_that_was_scrolled_down_the_piece_in_hand_comes_into_view(self):
        self.sign_in()
        page = self.lay_out(demo_data("three"))
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.get_by_role("table")).to_be_visible()
        self.page.evaluate("document.querySelector('.right-side').scrollTop = 1e5")
        self.page.locator('[data-block="tall"]').focus()
        self.page.keyboard.press("Enter")
        held = self.page.locator(".held")
        expect(held).to_be_in_viewport()
        self.assertLess(held.bounding_box()["y"], 500)
        self.page.keyboard.press("Escape")
        expect(held).to_have_count(0)
        expect(self.page.locator('[data-block="tall"]')).to_be_visible()
        self.assert_quiet()


class Names(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_a_page_is_renamed_duplicated_and_found_by_its_name(self):
        page = self.lay_out(demo_data("two-and"))
        self.open("/")
        self.page.get_by_role("button", name=f"More for page {page.name}").click()
        self.page.get_by_role("button", name=f"Rename page {page.name}").click()
        field = self.page.get_by_role("textbox", name=f"New name of page {page.name}")
        field.fill("Bees in May")
        field.press("Enter")
        expect(self.page.get_by_role("link", name="Bees in May")).to_be_visible()
        self.more("page Bees in May", "Duplicate")
        expect(self.page.get_by_role("link", name="Bees in May 2")).to_be_visible()
        self.assertEqual(sorted(Page.objects.values_list("name", flat=True)), ["Bees in May", "Bees in May 2"])
        self.page.get_by_role("link", name="Bees in May 2").click()
        expect(self.page).to_have_title(re.compile("Bees in May 2"))

    def test_many_sketches_are_looked_through_and_laid_in_order(self):
        for number in range(7):
            self.lay_out({**demo_data("two-and"), "name": f"Sketch {'cabdefg'[number]}"})
        self.open("/")
        names = self.page.locator("[aria-labelledby=sketches-heading] .patch strong")
        expect(names).to_have_count(7)
        expect(names.first).to_contain_text("Sketch a")
        self.page.get_by_role("group", name="Order of sketches").get_by_role("button", name="newest first").click()
        expect(names.first).to_contain_text("Sketch g")
        field = self.page.get_by_role("searchbox", name="Look for sketches")
        field.fill("sketch D")
        expect(names).to_have_count(1)
        field.fill("nothing of that name")
        expect(self.page.get_by_text("No sketch is called that.")).to_be_visible()
        self.assert_accessible("the shelf, looked through")


class OnTheWay(BrowserTestCase):
    """Small things that leave nobody alone: ways on, ways back, words explained, what was wrong."""

    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_an_unknown_address_offers_ways_on(self):
        for address in ("/nonsense/of/some/kind", "/pages/999999/page"):
            self.open(address)
            with self.subTest(address):
                expect(self.page.get_by_role("link", name=re.compile("[Yy]our pages"))).to_be_visible()
        self.open("/nonsense")
        self.assert_accessible("nothing lies here")
        self.page.get_by_role("link", name="Words of the trade").click()
        expect(self.page.get_by_text("How far a mat shows beyond what lies on it.")).to_be_visible()
        self.assert_accessible("the words of the trade")

    def test_from_the_stash_there_is_a_way_back_to_the_page(self):
        page = self.lay_out(demo_data("two-and"))
        self.open("/stash")
        expect(self.page.get_by_role("link", name="Back to")).to_have_count(0)
        self.open(f"/pages/{page.pk}/page")
        expect(self.page).to_have_title(f"{page.name} · Ink Quilt")
        self.open("/stash")
        self.page.get_by_role("link", name=f"Back to “{page.name}”").click()
        expect(self.page.get_by_role("heading", name=page.name)).to_be_visible()

    def test_a_word_of_the_trade_is_explained_beside_it_and_put_away_by_escape(self):
        page = self.lay_out(demo_data("two-and"))
        self.open(f"/pages/{page.pk}/clusters")
        mark = self.page.get_by_role("button", name="What is “cluster”?")
        mark.press("Enter")
        note = self.page.get_by_role("note")
        expect(note).to_contain_text("embellishments that overlap")
        self.assert_accessible("a word explained")
        mark.press("Escape")
        expect(note).to_have_count(0)

    def test_only_the_field_that_was_wrong_turns_red_until_it_is_typed_in(self):
        self.open("/photos")
        self.page.get_by_role("button", name="Enter a print by its size").click()
        fields = {name: self.page.get_by_role("textbox", name=name) for name in (
            "What it shows", "Width of the print", "Height of the print"
        )}  # fmt: skip
        for field, text in zip(fields.values(), ("old street", "five or so", "7"), strict=True):
            field.fill(text)
        self.page.get_by_role("button", name="Into the box").click()
        expect(fields["Width of the print"]).to_have_attribute("aria-invalid", "true")
        for name in ("What it shows", "Height of the print"):
            expect(fields[name]).not_to_have_attribute("aria-invalid", "true")
        fields["Width of the print"].fill("5")
        expect(fields["Width of the print"]).not_to_have_attribute("aria-invalid", "true")
        self.page.get_by_role("button", name="Into the box").click()
        expect(self.page.get_by_role("button", name=re.compile("old street"))).to_be_visible()

    def test_several_photos_are_kept_together_and_removed_and_brought_back_at_once(self):
        self.lay_out(demo_data("two-and"), photos=3)
        self.open("/photos")
        for photo in self.photos[:2]:
            self.page.get_by_label(f"Pick {photo.name}").check()
        self.page.get_by_role("textbox", name="What they belong to").fill("the roof")
        self.page.get_by_role("button", name="Keep together").click()
        group = self.page.get_by_role("region", name="Belongs with the roof")
        expect(group.get_by_role("listitem")).to_have_count(2)
        for photo in self.photos:
            self.page.get_by_label(f"Pick {photo.name}").check()
        self.page.locator(".picked-bar").get_by_role("button", name="Remove").click()
        expect(self.page.get_by_text("No photos yet")).to_be_visible()
        note = self.page.locator(".removed-note")
        expect(note).to_contain_text("3 photos")
        note.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_label("Pick ", exact=False)).to_have_count(3)
        expect(note).to_have_count(0)

    def test_a_photo_is_turned_in_a_copy(self):
        self.lay_out(demo_data("two-and"), photos=1)
        self.open("/photos")
        self.page.get_by_role("button", name=re.compile(f"^{self.photos[0].name}, landscape")).click()
        self.page.get_by_role("button", name="Turn and brighten").click()
        keep = self.page.get_by_role("button", name="Keep as a copy")
        expect(keep).to_be_disabled()
        self.page.get_by_role("button", name="Turn right").click()
        self.page.get_by_role("button", name="Lighter").click()
        keep.click()
        expect(self.page.get_by_role("button", name=f"{self.photos[0].name} 2, upright")).to_be_visible()
        expect(self.page.get_by_role("button", name=f"{self.photos[0].name}, landscape")).to_be_visible()

    def test_on_a_phone_the_places_keep_their_words_whole(self):
        self.page.set_viewport_size({"width": 390, "height": 780})
        self.open("/")
        for name in ("Photo box", "Paper stash", "Albums", "Logbook"):
            with self.subTest(name):
                link = self.page.get_by_role("navigation", name="Places").get_by_role("link", name=name)
                self.assertLess(link.bounding_box()["height"], 40)
        out = self.page.get_by_role("button", name="Sign out")
        self.assertLess(out.bounding_box()["height"], 40)


class Targets(BrowserTestCase):
    """What can be touched is large enough: 24 px everywhere (WCAG 2.2, 2.5.8; links in a sentence are exempt), 44 px
    at the table (WCAG 2.2, 2.5.5)."""

    SMALL = """least => [...document.querySelectorAll(
        'a[href], button, input:not([type=hidden], [type=file]), select, textarea, summary, [role=button]')]
      .filter((one) => one.getClientRects().length && !one.closest('svg') && !one.closest('p:has(> a)'))
      .map((one) => {
        const label = one.closest('label') ?? one.labels?.[0]
        const boxes = [one, ...(label ? [label] : [])].map((element) => element.getBoundingClientRect())
        const size = (side) => Math.round(Math.max(...boxes.map((box) => box[side])))
        return { name: (one.ariaLabel || one.textContent).trim(), wide: size('width'), high: size('height') }
      })
      .filter(({ wide, high }) => wide < least || high < least)"""

    def setUp(self):
        super().setUp()
        self.sign_in()
        self.laid = self.lay_out(demo_data("three"), photos=2)

    def assert_large(self, address, least):
        self.open(address)
        expect(self.page.get_by_role("heading").first).to_be_visible()
        expect(self.page.locator(".waiting")).to_have_count(0)
        self.assertEqual(self.page.evaluate(self.SMALL, least), [], address)

    def test_everywhere(self):
        page = f"/pages/{self.laid.pk}"
        for address in (
            "/", "/begin", "/find", "/photos", "/stash", "/stash/embellishments", "/albums", "/logbook", "/words",
            "/sketches/new", f"{page}/page", f"{page}/cut", f"{page}/print", f"{page}/stick", f"{page}/finished",
        ):  # fmt: skip
            with self.subTest(address):
                self.assert_large(address, 24)

    def test_on_a_phone_the_next_deed_is_under_the_thumb(self):
        self.page.set_viewport_size({"width": 390, "height": 700})
        for table, deed in (("cutting", "Done, next cut"), ("sticking", "Done, next step")):
            with self.subTest(table):
                self.open(f"/pages/{self.laid.pk}/{table}")
                expect(self.page.get_by_role("button", name=deed)).to_be_in_viewport(ratio=1)

    def test_at_the_table(self):
        for width, height in ((1024, 768), (390, 780)):
            self.page.set_viewport_size({"width": width, "height": height})
            for table in ("cutting", "sticking"):
                with self.subTest(table, width=width):
                    self.assert_large(f"/pages/{self.laid.pk}/{table}", 44)


class Reflow(BrowserTestCase):
    """Nothing is wider than the window, which scrolls down only (WCAG 2.2, 1.4.10: down to 320 px)."""

    NAMES = (
        ("without a gap", "W" * 110),
        ("written from right to left", "יום העפיפונים על הגג, ליד הארובה הישנה של השכנים"),
    )

    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_at_twice_the_size_on_a_phone_and_at_four_times_the_size(self):
        for told, name in self.NAMES:
            page = self.lay_out({**demo_data("two-and"), "name": name}, photos=1)
            finish(page=page)
            for address in (
                "/", "/begin", "/photos", "/stash", "/boxes", "/albums", "/logbook", "/words",
                f"/pages/{page.pk}/page", f"/pages/{page.pk}/finished", f"/pages/{page.pk}/cutting",
            ):  # fmt: skip
                self.page.set_viewport_size({"width": 320, "height": 640})
                self.open(address)
                expect(self.page.get_by_role("heading").first).to_be_visible()
                expect(self.page.locator(".waiting")).to_have_count(0)
                for width, height in ((320, 640), (390, 780), (640, 400)):
                    self.page.set_viewport_size({"width": width, "height": height})
                    with self.subTest(told, width=width, address=address):
                        wide = self.page.evaluate("document.documentElement.scrollWidth")
                        self.assertLessEqual(wide, width)

    def test_a_name_from_right_to_left_turns_no_words_round_it(self):
        name = self.NAMES[1][1]
        page = self.lay_out({**demo_data("two-and"), "name": name})
        self.open(f"/pages/{page.pk}/page")
        heading = self.page.get_by_role("heading", name=name)
        expect(heading).to_be_visible()
        self.assertEqual(heading.evaluate("one => getComputedStyle(one).unicodeBidi"), "isolate")
        expect(self.page).to_have_title(f"{name} · Ink Quilt")
        self.open("/")
        self.more(f"page {name}", "Rename")
        field = self.page.get_by_role("textbox", name=f"New name of page {name}")
        field.fill(f"{name} 2")
        field.press("Enter")
        expect(self.page.get_by_role("link", name=f"{name} 2")).to_be_visible()
        self.assert_accessible("a name from right to left")


class SigningIn(BrowserTestCase):
    def assert_wrong(self, *names):
        for name in ("Name", "Password"):
            field = self.page.get_by_label(name)
            self.assertEqual("is-invalid" in (field.get_attribute("class") or ""), name in names, name)

    def test_what_is_wrong_is_marked_on_its_field(self):
        self.open("/")
        self.page.get_by_label("Name").fill("ida")
        self.page.get_by_label("Password").fill("not hers")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("do not belong together")
        self.assert_wrong("Name", "Password")
        self.page.get_by_role("button", name="I am new here").click()
        self.page.get_by_role("button", name="Create my account").click()
        expect(self.page.get_by_role("alert")).to_contain_text("There is somebody called “ida” already")
        self.assert_wrong("Name")
        self.page.get_by_label("Name").fill("wren")
        self.page.get_by_label("Password").fill("1234")
        self.page.get_by_role("button", name="Create my account").click()
        expect(self.page.get_by_role("alert")).to_contain_text("too short")
        self.assert_wrong("Password")
        self.page.get_by_label("Password").fill("eleven jars of honey")
        self.page.get_by_role("button", name="Create my account").click()
        expect(self.page.get_by_role("heading", name="Begin a page")).to_be_visible()


class OnPaper(BrowserTestCase):
    """What the browser prints: what is kept, without what is touched."""

    def test_a_page_and_a_list_are_printed_without_what_is_touched(self):
        self.sign_in()
        page = self.lay_out(demo_data("three"))
        finish(page=page)
        for address, kept in (
            (f"/pages/{page.pk}/page", '.board [data-block="tall"]'),
            ("/logbook", ".patch strong"),
            ("/words", "dt"),
        ):
            with self.subTest(address):
                self.open(address)
                expect(self.page.locator(kept).first).to_be_visible()
                self.page.emulate_media(media="print")
                expect(self.page.locator(kept).first).to_be_visible()
                expect(self.page.get_by_role("heading", level=1)).to_be_visible()
                touched = self.page.locator("button, input, select, textarea, nav").filter(visible=True)
                expect(touched).to_have_count(0)
                self.page.emulate_media(media="screen")
