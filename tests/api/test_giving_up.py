"""What cannot all be, told line by line, each to be given up where it stands; what a page gave up, asked back."""

import io
from unittest import mock

from inkquilt.composition.document import SlotPhoto
from inkquilt.fit import Fit, Status
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.sketch.writing import write_sketch
from server.pages.known import document_of
from server.pages.models import Page
from server.pages.photo_presenters import slot_facts
from server.pages.services import make_page
from server.photos.models import Photo
from server.photos.services import add_photo, add_print
from server.tools.models import ShapingTool
from tests.api.base import TOO_WIDE, ApiTestCase, picture
from tests.building import data_of, demo_sketch, page_of, row

#: Two photos as wide as the page has room for, a tag between them and the foot.
TIGHT = data_of(
    row("p", "photo", 0.5, 1, 5, 4, min=[5, 4]), row("q", "photo", 6.5, 1, 5, 4, min=[5, 4]),
    row("t", "tag", 5, 6, 2, 3), row("s", "journaling", 0.5, 9.5, 11, 2),
)  # fmt: skip


def form(key):
    """Return a page format."""
    return next(form for form in FORMATS if form.key == key).page()


class ClashTestCase(ApiTestCase):
    def lay(self, data, key="12x12"):
        sketch = self.add_sketch(data=data)
        return make_page(owner=self.ida, sketch=sketch, on=form(key), format_key=key)

    def ask(self, page, status=200, **change):
        page.refresh_from_db()
        answer = self.change(page.pk, page.version, **change)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def block(self, page, name):
        return next(b for b in document_of(Page.objects.get(pk=page.pk)).blocks if b.id == name)


class ByHand(ClashTestCase):
    def test_each_demand_of_a_clash_is_given_up_where_it_stands(self):
        page = self.lay(TIGHT)
        drag = {"kind": "pin", "block": "p", "at_x": 5.0, "at_y": 1.0}
        before = document_of(page)
        told = self.ask(page, 400, **drag)
        self.assertEqual(told["code"], "pins-clash")
        lines = {demand["demand"]: demand for demand in told["demands"]}
        order = lines["photo p stays left of photo q"]
        self.assertEqual(order["words"], "let this go")
        own_pin = next(demand for text, demand in lines.items() if "photo p is pinned" in text)
        self.assertNotIn("change", own_pin, "that is what was asked")
        page.refresh_from_db()
        self.assertEqual(document_of(page), before, "nothing is written by a refusal")
        self.ask(page, **order["change"])
        self.assertEqual(self.block(page, "p").x, 5 * INCH)
        self.assertTrue(any(key.startswith("order x p q") for key in document_of(Page.objects.get()).untied))
        page.refresh_from_db()
        self.send("post", f"pages/{page.pk}/undo/", {"version": page.version})
        self.assertEqual(document_of(Page.objects.get()), before, "one step, undone at once")

    def test_another_size_is_typed_into_the_line(self):
        page = self.lay(TIGHT)
        told = self.ask(page, 400, kind="pin", block="p", at_x=3.0, at_y=1.0)
        line = next(d for d in told["demands"] if d.get("change", {}).get("sized", {}).get("block") == "q")
        self.assertEqual(line["change"]["sized"], {"block": "q", "width": "5", "height": "4"})
        change = {**line["change"], "sized": {"block": "q", "width": "4", "height": "3 1/4"}}
        self.ask(page, **change)
        self.assertEqual((self.block(page, "p").x, self.block(page, "q").width), (3 * INCH, 4 * INCH))
        wrong = {**line["change"], "sized": {"block": "q", "width": "wide", "height": "3"}}
        self.assertIn("That width", self.ask(page, 400, **wrong)["detail"])

    def test_another_pin_is_set_free_for_it(self):
        page = self.lay(TIGHT)
        self.ask(page, kind="pin", block="q", left="6 1/2", top="1")
        told = self.ask(page, 400, kind="pin", block="p", at_x=4.0, at_y=1.0)
        free = next(demand for demand in told["demands"] if demand["words"] == "set photo q free")
        again = self.ask(page, 400, **free["change"])  # q still stays right of p, and is 5 in wide
        self.assertEqual(again["code"], "pins-clash")
        order = next(demand for demand in again["demands"] if demand["words"] == "let this go")
        self.assertEqual(order["change"]["free"], ["q"], "what was given up before goes along")
        self.ask(page, **order["change"])
        self.assertEqual({pin.block for pin in document_of(Page.objects.get()).pins}, {"p"})

    def test_the_margin_is_used_where_it_stands_in_the_way(self):
        page = self.lay(TIGHT)
        self.ask(page, kind="format", format="12x12", clear="1/2")
        told = self.ask(page, 400, kind="pin", block="q", left="7")
        margin = next(demand for demand in told["demands"] if demand["words"] == "use the margin too")
        self.ask(page, **margin["change"])
        self.assertEqual(self.block(page, "q").x, 7 * INCH)
        self.assertEqual(document_of(Page.objects.get()).page.clear.right, 0)

    def test_the_nearest_page_that_works_is_told_and_can_be_had(self):
        page = self.lay(TIGHT)
        was = self.block(page, "p").x
        drag = {"kind": "pin", "block": "p", "at_x": 4.0, "at_y": 1.0}
        self.ask(page, 400, **drag)
        answer = self.send("post", f"pages/{page.pk}/nearest/", {"version": page.version, "change": drag})
        self.assertEqual(answer.status_code, 200)
        near = answer.json()["nearest"]
        self.assertRegex(near["words"], r"in from the left$")
        self.assertTrue(near["board"]["blocks"])
        self.assertEqual(Page.objects.get().version, page.version, "nothing is written")
        self.ask(page, **near["change"])
        here = self.block(page, "p").x
        self.assertTrue(was < here < 4 * INCH)
        further = {**near["change"], "left": f"{(here + INCH // 8) / INCH}"}
        self.ask(page, 400, **further)  # a mark more does not go

    def test_nearest_is_for_pieces_moved_and_for_ones_own_pages(self):
        page = self.lay(TIGHT)
        body = {"version": page.version, "change": {"kind": "way", "school": "keep-photos"}}
        self.assertEqual(self.send("post", f"pages/{page.pk}/nearest/", body).status_code, 400)
        page.owner = self.otto
        page.save()
        self.assertEqual(self.send("post", f"pages/{page.pk}/nearest/", body).status_code, 404)

    def test_a_page_that_its_check_refuses_is_dropped_logged_and_no_error_page(self):
        page = self.lay(TIGHT)
        before = document_of(page)
        dropped = Fit(before.way, Status.UNKNOWN, before.sketch, refused=("p flies",))
        with (
            mock.patch("server.pages.fits.solvers") as pool,
            self.assertLogs("server.pages.fits", "ERROR") as logged,
        ):
            pool.return_value.run.return_value = dropped
            told = self.ask(page, 400, kind="pin", block="p", left="1")
        self.assertIn("no page to be found", told["detail"])
        self.assertIn("p flies", logged.output[0])
        page.refresh_from_db()
        self.assertEqual(document_of(page), before)

    def test_what_is_given_up_must_be_there(self):
        page = self.lay(TIGHT)
        for more in ({"leave_out": ["nothing"]}, {"sized": {"block": "nothing", "width": "1", "height": "1"}}):
            answer = self.ask(page, 400, kind="pin", block="p", at_x=1.0, at_y=1.0, **more)
            self.assertIn("nothing", answer["detail"])


class OnAnEmptyPage(ClashTestCase):
    def test_her_own_least_size_is_changed_in_the_line_that_names_it(self):
        page = self.lay(TOO_WIDE, "4x6")
        clash = self.send("get", f"pages/{page.pk}/").json()["fit"]["clash"]
        line = next(demand for demand in clash["demands"] if demand["blocks"] == ["t"])
        self.assertEqual(line["change"], {"kind": "least", "block": "t", "width": "4 1/2", "height": "3/4"})
        after = self.ask(page, **{**line["change"], "width": "3"})
        self.assertIsNone(after["fit"]["clash"])
        self.assertTrue(after["fit"]["board"]["blocks"])


class AskedBack(ClashTestCase):
    def test_what_a_small_page_gave_up_is_asked_back_and_let_go_again(self):
        page = self.lay(write_sketch(demo_sketch("three")), "insert")
        ways = self.send("get", f"pages/{page.pk}/ways/").json()
        way = next(way for way in ways if way["given_up"])
        chosen = self.ask(page, kind="way", **way["way"])
        gave = chosen["fit"]["given_up"][0]
        self.assertTrue(gave["goes"] and gave["stays"])
        after = self.ask(page, kind="insist", rung=gave["rung"])
        self.assertNotIn(gave["rung"], [one["rung"] for one in after["fit"]["given_up"]])
        self.assertEqual([one["rung"] for one in after["insist"]], [gave["rung"]])
        self.assertTrue(after["fit"]["board"]["blocks"])
        self.assertEqual(after["undo"], gave["stays"])
        self.assertEqual(self.ask(page, kind="insist", rung=gave["rung"], on=False)["insist"], [])
        self.assertIn("missing", self.ask(page, 400, kind="insist")["detail"])


class Prints(ClashTestCase):
    def photo(self, wide, high):
        content = picture(wide, high, colour=f"#{40 * Photo.objects.count():02x}6080")
        return add_photo(owner=self.ida, name="hive", file=io.BytesIO(content), size=len(content)).photo

    def test_where_prints_come_from_is_remembered_on_the_next_page(self):
        page = self.lay(TIGHT, "letter")
        self.assertFalse(self.send("get", f"pages/{page.pk}/").json()["switches"]["from_shop"])
        after = self.ask(page, kind="switches", from_shop=True)
        self.assertTrue(after["switches"]["from_shop"])
        later = self.lay(TIGHT, "letter")
        self.assertTrue(self.send("get", f"pages/{later.pk}/").json()["switches"]["from_shop"])
        stranger = make_page(
            owner=self.otto, sketch=self.add_sketch(self.otto), on=self.letter, format_key="letter"
        )  # fmt: skip
        self.assertFalse(document_of(stranger).switches.from_shop)

    def test_how_far_one_photo_may_be_trimmed(self):
        page = self.lay(TIGHT, "letter")
        for trim, never, freely in (("never", ["p"], []), ("freely", [], ["p"]), ("a-little", [], [])):
            after = self.ask(page, kind="trim", block="p", trim=trim)
            self.assertEqual((after["never_trim"], after["trim_freely"]), (never, freely))
        self.assertIn(
            "none of these: never, a-little", self.ask(page, 400, kind="trim", block="p", trim="much")["detail"]
        )
        self.assertIn("There is no photo", self.ask(page, 400, kind="trim", block="s", trim="never")["detail"])

    def test_a_slot_that_lies_the_other_way_says_how_much_of_the_picture_goes(self):
        page = self.lay(TIGHT, "12x12")
        upright = self.photo(400, 600)
        after = self.ask(page, kind="photo", block="p", photo=upright.pk)
        slot = next(slot for slot in after["slots"] if slot["block"] == "p")
        # 2:3 in 5 x 4: 1 - (2/3)/(5/4) = 7/15
        self.assertEqual(slot["cut_off"], "47 % of “hive” is cut off, for the slot lies the other way than the photo")
        other = next(slot for slot in after["slots"] if slot["block"] == "q")
        self.assertEqual(other["cut_off"], "")

    def test_a_slot_that_is_left_out_with_its_photo_leaves_the_ways_as_they_are(self):
        page = self.lay(TIGHT, "8x8")
        self.ask(page, kind="photo", block="p", photo=self.photo(500, 400).pk)
        self.ask(page, kind="leave-out", block="p")
        answer = self.send("get", f"pages/{page.pk}/ways/")
        self.assertEqual(answer.status_code, 200)
        self.assertTrue(answer.json())

    def test_what_goes_of_a_print_that_exists_is_reckoned_as_in_matching(self):
        """2 x 3 out of 2 1/2 x 3 1/2 is 6 of 8 3/4 square inches."""
        page = self.lay(data_of(row("p", "photo", 1, 1, 2, 3)))
        whole = Size(5 * INCH // 2, 7 * INCH // 2)
        printed = add_print(owner=self.ida, name="old one", size=whole, kind=Photo.Kind.PRINT, note="")
        document = document_of(page)
        block = next(block for block in document.blocks if block.id == "p")
        facts = slot_facts(document, block, printed.core, SlotPhoto(printed.pk))
        self.assertEqual(facts["cut_off"], "31 % of “old one” is cut off")

    def test_photos_are_not_turned_over_unless_that_is_asked(self):
        sketch = self.add_sketch(data=write_sketch(demo_sketch("roofline")))
        page = make_page(owner=self.ida, sketch=sketch, on=page_of("12", "9"), format_key=None)
        ways = self.send("get", f"pages/{page.pk}/ways/").json()
        self.assertIn(90, {way["way"]["turn"] for way in ways})
        for slot in document_of(page).blocks:
            if slot.role is Role.PHOTO:
                photo = self.photo(slot.width // 100, slot.height // 100)
                self.ask(page, kind="photo", block=slot.id, photo=photo.pk)
        ways = self.send("get", f"pages/{page.pk}/ways/").json()
        self.assertEqual({way["way"]["turn"] for way in ways}, {0})
        turned = self.ask(page, kind="way", school="keep-proportions", turn=90)
        self.assertEqual(turned["way"]["turn"], 90)
        self.assertIn("the other way", turned["slots"][0]["cut_off"])


class DiesOnAPage(ClashTestCase):
    ROUND = data_of(
        row("p", "photo", 1, 1, 6, 4), row("c", "paper", 8, 1, 2, 2, shape="circle", level=1),
        row("t", "title", 1, 6, 8, 1),
    )  # fmt: skip

    def test_round_pieces_keep_to_the_dies_she_entered(self):
        page = self.lay(self.ROUND, "letter")
        self.assertIn("punches and dies", self.ask(page, 400, kind="dies", on=True)["detail"])
        tool = {"name": "circle set", "makes": "1, 1 1/2, 2", "makes_shape": "circle"}
        made = self.send("post", "tools/", tool)
        self.assertEqual((made.status_code, made.json()["makes"]), (201, "round 1, 1 1/2, 2"))
        after = self.ask(page, kind="dies", on=True)
        self.assertEqual(after["dies"], ["round 1 in", "round 1 1/2 in", "round 2 in"])
        self.assertEqual(self.block(page, "c").width, 3 * INCH // 2)
        ShapingTool.objects.all().delete()
        page.refresh_from_db()
        self.assertEqual(len(document_of(page).dies), 3, "a page keeps its own copy")
        self.assertEqual(self.ask(page, kind="dies", on=False)["dies"], [])

    def test_what_makes_nothing_is_refused(self):
        for makes, words in (("round", "round"), ("2 x 3", "one number"), ("99", "at most")):
            answer = self.send("post", "tools/", {"name": "set", "makes": makes})
            self.assertEqual(answer.status_code, 400)
            self.assertIn(words, answer.json()["detail"])
        self.assertFalse(ShapingTool.objects.exists())
