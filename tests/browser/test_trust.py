"""Nothing done is lost: no answer, a reload, a sign-out meanwhile; what is typed is kept; fields undo their text."""

import json

from django.contrib.sessions.models import Session
from playwright.sync_api import expect

from inkquilt.lengths import Unit
from server.embellishments.models import Embellishment
from server.pages.known import document_of
from server.pages.models import Page
from server.stash.services import enter_line
from server.unfinished.models import Unfinished
from tests.api.base import SMALL, change_page
from tests.browser.base import BrowserTestCase
from tests.browser.test_cutting import LACE
from tests.real import Server


class NoAnswer(BrowserTestCase):
    """The server is killed and started in the middle of ten edits: all ten are there, each once, in order."""

    def setUp(self):
        super().setUp()
        self.server = Server()
        self.addCleanup(self.server.close)
        self.ida = self.server.start().person()
        _, kept = self.ida.ask("POST", "/api/sketches/", SMALL)
        _, self.laid = self.ida.ask("POST", "/api/pages/", {"sketch": kept["sketch"]["id"], "format": "letter"})
        self.address = f"http://127.0.0.1:{self.server.port}"
        self.context.unroute_all()
        self.context.route(lambda url: not url.startswith(self.address), self._refuse)
        self.context.add_cookies(
            [{"name": name, "value": value, "url": self.address} for name, value in self.ida.cookies.items()]
        )

    def nudge(self, times):
        piece = self.page.locator('[data-block="q"]')
        piece.focus()
        if piece.get_attribute("data-held") is None:
            self.page.keyboard.press("Enter")
        for _ in range(times):
            self.page.keyboard.press("ArrowDown")

    def now(self):
        return self.ida.ask("GET", f"/api/pages/{self.laid['id']}/")[1]

    def test_ten_edits_round_a_crash(self):
        self.page.goto(f"{self.address}/pages/{self.laid['id']}")
        expect(self.page.locator('[data-block="q"]')).to_be_visible()
        self.nudge(4)
        self.server.kill()
        self.nudge(3)
        note = self.page.locator(".not-saved")
        expect(note).to_contain_text("Not saved yet")
        self.nudge(3)
        expect(note).to_contain_text("Trying again")
        self.server.start()
        expect(note).to_have_count(0)
        expect(self.page.locator(".bench")).to_have_attribute("aria-busy", "false")
        page = self.now()
        self.assertEqual(page["version"], self.laid["version"] + 10)
        before, after = (
            next(block["y"] for block in one["fit"]["board"]["blocks"] if block["id"] == "q")
            for one in (self.laid, page)
        )
        self.assertAlmostEqual(after - before, 10 / 8)

    def test_what_was_not_written_outlives_a_reload(self):
        self.page.goto(f"{self.address}/pages/{self.laid['id']}")
        expect(self.page.locator('[data-block="q"]')).to_be_visible()
        self.context.route("**/changes/", lambda route: route.abort())
        self.nudge(3)
        expect(self.page.locator(".not-saved")).to_contain_text("3 steps")
        self.page.reload()
        expect(self.page.locator(".not-saved")).to_contain_text("3 steps")
        self.context.unroute("**/changes/")
        self.page.get_by_role("button", name="try now").click()
        expect(self.page.locator(".not-saved")).to_have_count(0)
        expect(self.page.get_by_role("button", name="Undo")).to_be_enabled()
        self.assertEqual(self.now()["version"], self.laid["version"] + 3)


class Kept(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_an_answer_that_got_lost_is_not_written_twice(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}")
        lost = []

        def lose(route):
            if lost:
                return route.continue_()
            lost.append(route.fetch().status)  # the server wrote it, and the answer never came
            return route.abort()

        self.page.route("**/changes/", lose)
        self.page.locator('[data-block="q"]').focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("ArrowDown")
        expect(self.page.locator(".not-saved")).to_be_visible()
        expect(self.page.locator(".not-saved")).to_have_count(0)
        page.refresh_from_db()
        self.assertEqual((lost, page.version), ([200], 2))

    def test_signed_out_meanwhile_one_signs_in_over_the_page(self):
        page = self.lay_out(SMALL, t="Bees")
        self.open(f"/pages/{page.pk}")
        expect(self.page.locator('[data-block="q"]')).to_be_visible()
        self.page.locator('[data-block="q"]').focus()
        self.page.keyboard.press("Enter")
        Session.objects.all().delete()
        self.page.keyboard.press("ArrowDown")
        over = self.page.get_by_role("dialog")
        expect(over).to_contain_text("what you did is still here")
        self.assert_accessible("signing in over the page")
        over.get_by_label("Name").fill("ida")
        over.get_by_label("Password").fill("a roof of bees")
        over.get_by_role("button", name="Sign in").click()
        expect(over).to_have_count(0)
        expect(self.page.get_by_role("button", name="Undo")).to_contain_text("moved")
        page.refresh_from_db()
        self.assertEqual([pin.block for pin in document_of(page).pins], ["q"])

    def test_the_page_stays_while_asking_who_is_signed_in_fails(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}/page")
        expect(self.page.locator(".board [data-block]").first).to_be_visible()
        self.page.route("**/api/session/", lambda route: route.fulfill(status=500, json={"detail": "not now"}))
        # Some minutes later she comes back to the window.
        self.page.evaluate("(now => { Date.now = () => now() + 600000 })(Date.now)")
        with self.page.expect_response("**/api/session/"):
            self.page.evaluate("document.dispatchEvent(new Event('visibilitychange', { bubbles: true }))")
        self.page.evaluate("new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))")
        expect(self.page.locator(".board [data-block]").first).to_be_visible()
        self.assertEqual(self.page.get_by_text("not now").count(), 0)

    def test_on_a_full_disk_the_steps_wait_and_the_servers_words_stand_there(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}")
        body = json.dumps({"code": "disk-full", "detail": "The disk is full: nothing was changed."})
        full = lambda route: route.fulfill(status=507, content_type="application/json", body=body)  # noqa: E731
        self.page.route("**/changes/", full)
        self.page.locator('[data-block="q"]').focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("ArrowDown")
        expect(self.page.locator(".not-saved")).to_contain_text("The disk is full")
        self.page.unroute("**/changes/")
        expect(self.page.locator(".not-saved")).to_have_count(0)
        page.refresh_from_db()
        self.assertEqual(page.version, 2)

    def test_in_a_field_the_keys_undo_the_text_and_not_the_page(self):
        page = self.lay_out(SMALL, t="Bees")
        self.open(f"/pages/{page.pk}/story")
        field = self.page.get_by_role("textbox", name="Your story")
        field.press_sequentially("We had meant")
        field.press("Control+z")
        self.assertNotEqual(field.input_value(), "We had meant")
        page.refresh_from_db()
        self.assertEqual((page.version, page.head), (2, 2))
        self.page.keyboard.press("Escape")
        self.page.get_by_role("heading", level=1).click()
        self.page.keyboard.press("Control+z")
        expect(self.page.get_by_role("button", name="Redo")).to_be_enabled()

    def test_a_story_outlives_a_change_of_step_a_reload_and_another_device(self):
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}/story")
        field = self.page.get_by_role("textbox", name="Your story")
        with self.page.expect_request(lambda asked: "unfinished" in asked.url and asked.method == "PUT"):
            field.fill("We had meant to stay for an hour.")
        self.page.get_by_role("link", name="Photos").click()
        self.page.get_by_role("link", name="Journaling").click()
        expect(field).to_have_value("We had meant to stay for an hour.")
        field.press("End")
        field.press_sequentially(" And then")
        self.page.reload()  # before any pause
        expect(field).to_have_value("We had meant to stay for an hour. And then")
        other = self.browser.new_context()
        self.addCleanup(other.close)
        other.add_cookies(self.context.cookies())
        tablet = other.new_page()
        tablet.goto(f"{self.live_server_url}/pages/{page.pk}/story")
        expect(tablet.get_by_role("textbox", name="Your story")).to_have_value(
            "We had meant to stay for an hour. And then"
        )

    def test_rows_a_line_and_a_print_half_entered_are_still_there(self):
        self.open("/stash")
        self.page.get_by_label("What you have").fill("2 navy 12")
        self.open("/photos")
        self.page.get_by_role("button", name="Enter a print by its size").click()
        self.page.get_by_label("Width of the print").fill("4")
        self.open("/stash")
        expect(self.page.get_by_label("What you have")).to_have_value("2 navy 12")
        self.page.get_by_label("What you have").fill("2 navy 12x12")
        self.page.get_by_role("button", name="Into the stash").click()
        expect(self.page.get_by_label("What you have")).to_have_value("")
        self.open("/photos")
        self.page.get_by_role("button", name="Enter a print by its size").click()
        expect(self.page.get_by_label("Width of the print")).to_have_value("4")
        self.assertFalse(Unfinished.objects.filter(place="stash-line").exists())

    def test_a_form_half_filled_in_is_still_there_its_ticks_too_and_empty_once_it_is_kept(self):
        self.open("/stash/embellishments")
        parts = self.page.get_by_text("part by part instead")
        parts.click()
        form = self.page.get_by_role("form", name="An embellishment")
        form.get_by_label("What it is").fill("brass bee")
        form.get_by_label("How wide").fill("1 1/2")
        form.get_by_label("Its outline").select_option("round")
        form.get_by_label("never runs out").check()
        page = self.lay_out(SMALL)
        self.open(f"/pages/{page.pk}/cutting")
        self.page.get_by_role("button", name="Enter a trimmer").click()
        trimmer = self.page.get_by_role("form", name="A trimmer")
        trimmer.get_by_label("Name of the trimmer").fill("small one")
        self.open("/stash/embellishments")
        parts.click()
        expect(form.get_by_label("What it is")).to_have_value("brass bee")
        expect(form.get_by_label("How wide")).to_have_value("1 1/2")
        expect(form.get_by_label("Its outline")).to_have_value("round")
        expect(form.get_by_label("never runs out")).to_be_checked()
        expect(form.get_by_label("How many")).to_be_disabled()
        form.get_by_label("How high").fill("1")
        form.get_by_role("button", name="Into the box").click()
        expect(self.page.get_by_role("listitem").filter(has_text="brass bee")).to_be_visible()
        self.assertIsNone(Embellishment.objects.get().count)
        self.open(f"/pages/{page.pk}/cutting")
        self.page.get_by_role("button", name="Enter a trimmer").click()
        expect(trimmer.get_by_label("Name of the trimmer")).to_have_value("small one")
        for name, value in (("longest cut", "12"), ("fence goes to", "6"), ("finest", "1/16"), ("narrowest", "1/4")):
            trimmer.get_by_label(name).fill(value)
        trimmer.get_by_role("button", name="Keep it").click()
        expect(trimmer).to_have_count(0)
        self.page.get_by_role("button", name="Enter a trimmer").click()
        expect(trimmer.get_by_label("Name of the trimmer")).to_have_value("")
        self.open("/stash/embellishments")
        parts.click()
        expect(form.get_by_label("What it is")).to_have_value("")

    def test_what_the_server_has_too_much_of_is_asked_again(self):
        page = self.lay_out(SMALL)
        asked = []

        def busy(route):
            asked.append(1)
            if len(asked) > 2:
                return route.continue_()
            body = json.dumps({"code": "too-many", "detail": "Much of yours is being worked out already."})
            return route.fulfill(status=429, headers={"Retry-After": "0.2"}, content_type="application/json", body=body)

        self.page.route("**/ways/", busy)
        self.open(f"/pages/{page.pk}")
        expect(self.page.locator(".ways")).to_have_attribute("aria-busy", "false")
        self.assertGreaterEqual(len(asked), 3)


class Fingers(BrowserTestCase):
    """By touch events, as a finger makes them: a held piece moves, over the rest the page scrolls."""

    viewport = {"width": 800, "height": 700}
    screen = {"has_touch": True}

    def setUp(self):
        super().setUp()
        self.sign_in()
        self.fingers = self.context.new_cdp_session(self.page)

    def touch(self, kind, *points):
        self.fingers.send(
            "Input.dispatchTouchEvent",
            {"type": kind, "touchPoints": [{"x": x, "y": y, "id": number} for number, (x, y) in enumerate(points)]},
        )

    def drag_by_finger(self, locator, dx, dy, steps=10):
        box = locator.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.touch("touchStart", (x, y))
        for step in range(1, steps + 1):
            self.touch("touchMove", (x + dx * step / steps, y + dy * step / steps))
        self.touch("touchEnd")

    def test_a_piece_taken_up_moves_under_the_finger_and_another_does_not(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        piece = self.page.locator('[data-block="q"]')
        piece.scroll_into_view_if_needed()
        self.drag_by_finger(piece, 60, 60)
        page.refresh_from_db()
        self.assertEqual(page.version, 1)
        piece.scroll_into_view_if_needed()
        piece.tap()
        expect(piece).to_have_attribute("data-held", "true")
        with self.answers_to_changes(1):
            self.drag_by_finger(piece, -40, 40)
        page.refresh_from_db()
        self.assertEqual([pin.block for pin in document_of(page).pins], ["q"])

    def test_a_photo_taken_up_moves_in_its_slot(self):
        page = self.lay_out(SMALL, "12x12", photos=2)
        change = {"kind": "photo", "block": "q", "photo": self.photos[0].pk}
        page = change_page(page=page, version=page.version, change=change)
        before = document_of(page).photos["q"]
        self.open(f"/pages/{page.pk}/photos")
        slot = self.page.locator('[data-slot="q"]')
        slot.scroll_into_view_if_needed()
        slot.tap()
        expect(slot).to_have_attribute("data-held", "true")
        slot.scroll_into_view_if_needed()
        with self.answers_to_changes(1):
            self.drag_by_finger(slot, 50, 0)
        page.refresh_from_db()
        self.assertNotEqual(document_of(page).photos["q"], before)

    def test_an_embellishment_taken_up_moves(self):
        page = self.lay_out(SMALL, "12x12")
        Embellishment.objects.create(
            owner=self.user, name="wooden bee", kind="dot", form="round", width=8128, height=8128,
            colours=["#cf9d2e"], count=5, unit="in",
        )  # fmt: skip
        self.open(f"/pages/{page.pk}/clusters")
        self.page.get_by_role("button", name="wooden bee").first.click()
        accent = self.page.locator(".board-accent").first
        accent.scroll_into_view_if_needed()
        accent.tap()
        expect(accent).to_have_attribute("data-held", "true")
        accent.scroll_into_view_if_needed()
        before = accent.get_attribute("aria-label")
        with self.answers_to_changes(1):
            self.drag_by_finger(accent, 60, 30)
        expect(accent).not_to_have_attribute("aria-label", before)

    def test_a_paper_is_laid_behind_an_opening(self):
        page = self.lay_out(LACE, "12x12")
        enter_line(owner=self.user, line="2 honey 12x12", unit=Unit.IN)
        self.open(f"/pages/{page.pk}/cut")
        self.page.get_by_role("button", name="honey, A side").tap()
        opening = self.page.get_by_role("button", name="behind opening 2 of paper lace")
        opening.scroll_into_view_if_needed()
        with self.answers_to_changes(1):
            opening.tap()
        expect(self.page.locator(".board polygon.window-edge")).to_have_count(1)
        page.refresh_from_db()
        self.assertEqual([one.opening for one in document_of(page).cuts.of("lace").behind], [1])

    def test_a_piece_is_drawn_over_the_drawing(self):
        self.open("/sketches/new")
        self.page.get_by_role("button", name="From a basic type").tap()
        self.page.get_by_role("button", name="A grid").tap()
        pieces = self.page.locator(".draft-piece")
        expect(pieces).not_to_have_count(0)
        count = pieces.count()
        self.page.get_by_role("button", name="Draw one that is missing").tap()
        board = self.page.locator(".draft-board.is-drawing")
        board.scroll_into_view_if_needed()
        self.drag_by_finger(board, 80, 60)
        expect(pieces).to_have_count(count + 1)

    def test_over_the_page_a_finger_scrolls(self):
        page = self.lay_out(SMALL, "12x12")
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/pages/{page.pk}")
        piece = self.page.locator('[data-block="p"]')
        expect(piece).to_be_visible()
        before = piece.bounding_box()["y"]
        self.drag_by_finger(piece, 0, -150)
        self.page.wait_for_function(
            """before => document.querySelector('[data-block="p"]').getBoundingClientRect().y < before - 50""",
            arg=before,
        )

    def test_two_fingers_look_closer_and_back(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        board = self.page.locator(".board")
        expect(board).to_be_visible()
        box = board.bounding_box()
        x, y = box["x"] + box["width"] / 2, min(box["y"] + box["height"] / 2, 400)
        wide = self.page.locator('[data-block="q"]').bounding_box()["width"]
        self.touch("touchStart", (x - 40, y), (x + 40, y))
        for apart in range(50, 110, 10):
            self.touch("touchMove", (x - apart, y), (x + apart, y))
        self.touch("touchEnd")
        expect(board).to_have_class("board is-close")
        self.assertGreater(self.page.locator('[data-block="q"]').bounding_box()["width"], 1.8 * wide)
        self.page.get_by_role("button", name="Whole page", exact=True).tap()
        expect(board).to_have_class("board")


class CalledOff(BrowserTestCase):
    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_escape_in_the_middle_of_a_drag_leaves_the_piece_where_it_was(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        piece = self.page.locator('[data-block="q"]')
        box = piece.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 80, y + 60, steps=6)
        self.assertNotEqual(piece.bounding_box(), box)
        self.page.keyboard.press("Escape")
        self.page.mouse.up()
        after = piece.bounding_box()
        self.assertAlmostEqual(after["x"], box["x"], delta=1)
        page.refresh_from_db()
        self.assertEqual(page.version, 1)

    def test_the_page_alone_and_back(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        self.page.get_by_role("button", name="Only the page").click()
        expect(self.page.locator(".thread")).to_be_hidden()
        expect(self.page.get_by_role("button", name="back to the table")).to_be_focused()
        self.assert_accessible("the page alone")
        self.page.keyboard.press("Escape")
        expect(self.page.locator(".thread")).to_be_visible()


class Undone(BrowserTestCase):
    """After everything that is put aside stands a note that brings it back."""

    def setUp(self):
        super().setUp()
        self.sign_in()

    def test_a_paper_and_a_page_come_back_with_one_touch(self):
        page = self.lay_out(SMALL)
        enter_line(owner=self.user, line="2 navy 12x12", unit=Unit.IN)
        self.open("/stash")
        self.page.get_by_role("button", name="navy").first.click()
        self.page.get_by_role("button", name="Remove this paper").click()
        note = self.page.locator(".removed-note")
        expect(note).to_contain_text("the paper “navy”")
        self.assert_accessible("the note")
        note.get_by_role("button", name="Undo").click()
        expect(note).to_have_count(0)
        expect(self.page.get_by_role("button", name="navy").first).to_be_visible()
        self.open("/")
        self.more(f"page {page.name}", "Remove")
        expect(note).to_contain_text(page.name)
        note.get_by_role("button", name="Undo").focus()
        self.page.keyboard.press("Enter")
        expect(note).to_have_count(0)
        page.refresh_from_db()
        self.assertIsNone(page.deleted_at)


class ByKeys(BrowserTestCase):
    """By the keyboard alone: the page is one stop, and focus is never lost to the document."""

    def setUp(self):
        super().setUp()
        self.sign_in()

    def focused(self):
        return self.page.evaluate("document.activeElement.dataset.block ?? document.activeElement.tagName")

    def test_skip_links_lead_to_the_page_and_arrow_keys_from_piece_to_piece(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        expect(self.page.locator('[data-block="q"]')).to_be_visible()
        self.page.keyboard.press("Tab")
        expect(self.page.get_by_role("button", name="To the page")).to_be_focused()
        self.assert_accessible("skip links")
        self.page.keyboard.press("Enter")
        stops = self.page.locator(".board svg [tabindex='0']")
        expect(stops).to_have_count(1)
        self.page.locator('[data-block="p"]').focus()
        for key, block in (("ArrowRight", "q"), ("ArrowDown", "t"), ("ArrowUp", "q"), ("ArrowLeft", "p")):
            self.page.keyboard.press(key)
            self.assertEqual(self.focused(), block, key)
        page.refresh_from_db()
        self.assertEqual(page.version, 1)  # nothing was taken up, so nothing moved
        self.page.keyboard.press("Tab")
        self.assertNotIn(self.focused(), ("p", "q", "t", "band", "BODY"))

    def test_on_another_screen_the_heading_has_the_focus(self):
        page = self.lay_out(SMALL)
        self.open("/")
        self.page.get_by_role("link", name=page.name).first.click()
        expect(self.page.get_by_role("heading", level=1, name=page.name)).to_be_focused()
        expect(self.page.get_by_role("button", name="To the page")).not_to_be_in_viewport()

    def test_numbers_go_from_width_to_height_and_keep_what_was_typed(self):
        page = self.lay_out(SMALL, "12x12")
        self.open(f"/pages/{page.pk}")
        self.page.locator('[data-block="q"]').focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("3")
        width = self.page.get_by_role("textbox", name="width")
        width.fill("3")
        with self.answers_to_changes(2):
            self.page.keyboard.press("Tab")
            height = self.page.get_by_role("textbox", name="height")
            expect(height).to_be_focused()
            height.fill("3 1/2")
            self.page.keyboard.press("Enter")
        self.assertEqual(self.focused(), "q")
        block = next(block for block in document_of(Page.objects.get()).blocks if block.id == "q")
        self.assertEqual((block.width, block.height), (3 * 8128, 7 * 4064))

    def test_after_escape_enter_and_remove_the_focus_is_back_at_the_piece(self):
        page = self.lay_out(SMALL, "12x12", photos=1)
        self.open(f"/pages/{page.pk}/photos")
        self.page.locator('[data-block="t"]').focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("textbox", name="title")).to_be_focused()
        self.page.keyboard.type("Bees")
        with self.answers_to_changes(1):
            self.page.keyboard.press("Enter")
        self.assertEqual(self.focused(), "t")
        page.refresh_from_db()
        change = {"kind": "photo", "block": "q", "photo": self.photos[0].pk}
        change_page(page=page, version=page.version, change=change)
        self.page.reload()
        self.page.locator('[data-block="q"]').focus()
        self.page.keyboard.press("Enter")
        out = self.page.get_by_role("button", name="Remove", exact=True)
        out.focus()
        with self.answers_to_changes(1):
            self.page.keyboard.press("Enter")
        expect(out).to_have_count(0)
        self.page.wait_for_function("document.activeElement !== document.body")
        undo = self.page.get_by_role("button", name="Undo")
        undo.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("button", name="Redo")).to_be_enabled()
        expect(undo).to_be_focused()
