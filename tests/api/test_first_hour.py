"""The first hour of a new account: a shelf that is not empty, what she measures in, layouts for her photos, names."""

from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile

from inkquilt.lengths import INCH, MM
from inkquilt.sketch.basic import BasicType
from server.pages.known import document_of
from server.pages.models import Page
from server.sketches.models import Sketch
from server.sketches.services import ready_sketches
from tests.api.answers import Client
from tests.api.base import ApiTestCase, change_page

ENDS_OF_UNITS = {"in": " in", "mm": " mm"}


class NewShelf(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.client = Client()
        self.send("post", "register/", {"username": "nele", "password": "a long quiet word 7"})
        self.nele = get_user_model().objects.get(username="nele")

    def test_the_ready_sketches_lie_there_from_the_first_minute_and_nobody_elses(self):
        told = self.send("get", "sketches/").json()["results"]
        self.assertEqual({one["name"] for one in told}, {sketch.name for sketch in ready_sketches()})
        self.assertEqual(len(told), 10)
        self.assertFalse(Sketch.objects.exclude(owner=self.nele).exists())

    def test_a_name_that_is_taken_lays_out_nothing(self):
        before = Sketch.objects.count()
        again = self.send("post", "register/", {"username": "Nele", "password": "a long quiet word 7"}, Client())
        self.assertEqual(again.status_code, 400)
        self.assertEqual(Sketch.objects.count(), before)

    def test_what_was_removed_is_laid_out_again_when_it_is_asked_for_and_only_that(self):
        gone = Sketch.objects.filter(owner=self.nele)[:3]
        for row in gone:
            self.assertEqual(self.send("delete", f"sketches/{row.pk}/").status_code, 204)
        self.assertEqual(self.send("post", "sketches/ready/").json(), {"sketches": 3})
        self.assertEqual(self.send("post", "sketches/ready/").json(), {"sketches": 0})
        self.assertEqual(len(self.send("get", "sketches/").json()["results"]), 10)


class WhatSheMeasuresIn(ApiTestCase):
    def settle(self, unit, key="12x12", status=200):
        answer = self.send("put", "session/usual/", {"unit": unit, "format": key})
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_it_is_asked_once_and_kept(self):
        self.assertIsNone(self.send("get", "session/").json()["usual"])
        self.assertEqual(self.settle("mm", "a5")["usual"], {"unit": "mm", "format": "a5"})
        self.assertEqual(self.send("get", "session/").json()["usual"], {"unit": "mm", "format": "a5"})
        stranger = Client()
        stranger.force_login(self.otto)
        self.assertIsNone(self.send("get", "session/", client=stranger).json()["usual"])

    def test_what_is_no_unit_or_no_format_is_refused_and_changes_nothing(self):
        self.settle("mm", "a4")
        for wrong in ({"unit": "ell", "format": "a4"}, {"unit": "in", "format": "nonsense"}, {"format": ""}):
            with self.subTest(wrong):
                self.assertEqual(self.send("put", "session/usual/", wrong).status_code, 400)
        self.assertEqual(self.send("get", "session/").json()["usual"], {"unit": "mm", "format": "a4"})

    def test_what_is_not_said_follows_from_what_is(self):
        self.assertEqual(self.send("put", "session/usual/", {}).status_code, 400)
        said = [
            ({"format": "a5"}, {"unit": "mm", "format": "a5"}),  # measured as it is made
            ({"unit": "in"}, {"unit": "in", "format": "a5"}),  # what was said before holds
            ({"format": "8x8"}, {"unit": "in", "format": "8x8"}),
            ({"unit": "mm"}, {"unit": "mm", "format": "8x8"}),
        ]
        for asked, usual in said:
            with self.subTest(asked):
                self.assertEqual(self.send("put", "session/usual/", asked).json()["usual"], usual)
        other = Client()
        other.force_login(self.otto)
        self.assertEqual(
            self.send("put", "session/usual/", {"unit": "mm"}, other).json()["usual"], {"unit": "mm", "format": "a4"}
        )

    def test_a_white_border_is_in_it_too_and_so_is_what_is_said_of_prints(self):
        page, photo = self.add_page(), self.add_photo()
        page = change_page(page=page, version=page.version, change={"kind": "photo", "block": "p", "photo": photo.pk})
        for unit, border in (("in", "1/4"), ("mm", "6.35")):
            self.settle(unit)
            plan = self.send("get", f"prints/?pages={page.pk}&paper=letter&border={border}").json()
            with self.subTest(unit):
                self.assertAlmostEqual(plan["sheets"][0]["laid"][0]["border"], 0.25)
                self.assertTrue(plan["prints"][0]["size"].endswith(f" {unit}"), plan["prints"][0]["size"])

    def test_nobody_is_asked_who_is_not_signed_in(self):
        self.assertEqual(self.send("put", "session/usual/", {"unit": "in", "format": "a4"}, Client()).status_code, 403)

    def test_a_page_is_measured_in_it_whatever_its_format_was_made_in(self):
        sketch = self.add_sketch()
        for unit, key, width in (("mm", "12x12", 12 * INCH), ("in", "a4", 210 * MM), ("mm", "letter", 17 * INCH // 2)):
            with self.subTest(unit=unit, key=key):
                made = self.send("post", "pages/", {"sketch": sketch.pk, "format": key, "unit": unit}).json()
                document = document_of(Page.objects.get(pk=made["id"]))
                self.assertEqual((document.page.unit.value, document.page.width), (unit, width))
                self.assertEqual(made["grid"], "1/8 in" if unit == "in" else "1 mm")

    def test_everything_that_is_entered_without_a_unit_is_in_it_and_told_in_it(self):
        for unit in ("mm", "in"):
            self.settle(unit)
            told = (
                self.send("post", "stash/papers/", {"line": f"2 moss {unit} 6x6"}).json()["stocks"][0]["size"],
                self.send("post", "embellishments/lines/", {"line": f"3 {unit} tags 2x3"}).json()["size"],
                self.send("post", "photos/prints/",
                          {"name": unit, "width": "4", "height": "6", "kind": "print"}).json()["print_size"],
                self.send("post", "alphabets/",
                          {"name": unit, "kind": "stickers", "height": "2", "letters": "aabc"}).json()["height"],
            )  # fmt: skip
            for words in told:
                with self.subTest(unit=unit, words=words):
                    self.assertTrue(words.endswith(ENDS_OF_UNITS[unit]), words)
        # What is said with its unit is what it says.
        paper = self.send("post", "stash/papers/", {"line": "1 rust 254 x 508 mm"}).json()
        self.assertEqual(paper["stocks"][0]["size"], "10 × 20 in")

    def test_what_lies_there_is_told_anew_in_another_unit(self):
        self.send("post", "photos/prints/", {"name": "old", "width": "4", "height": "6", "kind": "print"})
        self.settle("mm")
        (photo,) = self.send("get", "photos/").json()["results"]
        self.assertEqual(photo["print_size"], "101.6 × 152.4 mm")
        self.assertEqual((photo["print_width"], photo["print_height"]), ("101.6", "152.4"))


class Layouts(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        self.photos = [self.add_photo(colour=colour).pk for colour in ("teal", "navy")]

    def find(self, **asked):
        answer = self.send("post", "finder/", {"photos": self.photos, "format": "12x12", **asked})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_a_shelf_without_sketches_finds_the_basic_types_with_a_slot_for_every_photo(self):
        found = self.find()
        self.assertEqual({one["basic"] for one in found}, {kind.value for kind in BasicType})
        for one in found:
            with self.subTest(one["basic"]):
                self.assertEqual((one["sketch"], one["turn"], one["mirrored"]), (None, 0, False))
                self.assertEqual(sorted(worn["photo"] for worn in one["worn"]), sorted(self.photos))

    def test_a_basic_type_is_fitted_and_begun_with_the_photos_on_it(self):
        one = next(one for one in self.find() if one["basic"] == "grid")
        layout = {"basic": "grid", "photo_count": 2}
        fitted = self.send("post", "finder/fit/", {"photos": self.photos, "format": "12x12", **layout}).json()
        placed = fitted["match"]["placed"]
        made = self.send("post", "pages/", {"format": "12x12", "placed": placed, **layout})
        self.assertEqual(made.status_code, 201, made.content)
        self.assertEqual(sorted(slot["photo"] for slot in made.json()["slots"]), sorted(self.photos))
        self.assertEqual((made.json()["name"], one["name"]), ("A grid, 2 photos", "A grid"))
        self.assertIsNone(Page.objects.get(pk=made.json()["id"]).sketch)

    def test_sketches_with_just_so_many_slots_come_first_then_basic_types_then_the_others(self):
        exact = self.add_sketch()
        kinds = [("basic" if one["basic"] else one["sketch"]) for one in self.find()]
        self.assertEqual(kinds[0], exact.pk)
        self.photos.append(self.add_photo(colour="red").pk)
        kinds = [bool(one["basic"]) for one in self.find()]
        self.assertEqual(kinds, sorted(kinds, reverse=True))

    def test_where_none_has_all_that_is_wanted_the_nearest_is_told_with_what_it_lacks(self):
        sketch = self.add_sketch()
        found = self.find(spread=True, title=True)
        self.assertTrue(found)
        self.assertTrue(all(one["is_nearest"] for one in found))
        mine = next(one for one in found if one["sketch"] == sketch.pk)
        self.assertIn("drawn for one page", mine["why"])
        self.assertFalse(any(one["is_nearest"] for one in self.find(title=True)))

    def test_across_two_pages_there_are_no_basic_types(self):
        self.assertFalse([one for one in self.find(sides=2, gap="0") if one["basic"]])

    def test_what_is_neither_a_sketch_nor_a_basic_type_is_refused(self):
        for layout, status in (({}, 400), ({"basic": "nonsense"}, 400), ({"sketch": 10_000_000}, 404)):
            with self.subTest(layout):
                self.assertEqual(self.send("post", "pages/", {"format": "12x12", **layout}).status_code, status)
        self.assertEqual(
            self.send("post", "pages/", {"format": "12x12", "basic": "grid", "photo_count": 13}).status_code, 400
        )
        self.assertFalse(Page.objects.exists())


class Names(ApiTestCase):
    def test_a_sketch_is_renamed_with_its_drawing_and_its_pages_keep_their_names(self):
        page = self.add_page()
        sketch = page.sketch
        told = self.send("patch", f"sketches/{sketch.pk}/", {"name": "Bees, low band"})
        self.assertEqual(told.json()["name"], "Bees, low band")
        sketch.refresh_from_db()
        self.assertEqual((sketch.name, sketch.document["name"]), ("Bees, low band", "Bees, low band"))
        page.refresh_from_db()
        self.assertEqual(page.name, "Test")
        for wrong in ("", "   ", "x" * 121):
            with self.subTest(wrong):
                self.assertEqual(self.send("patch", f"sketches/{sketch.pk}/", {"name": wrong}).status_code, 400)

    def test_copies_are_counted_up_and_changing_one_leaves_the_other(self):
        sketch = self.add_sketch()
        names = [self.send("post", f"sketches/{sketch.pk}/copies/").json()["name"] for _ in range(2)]
        self.assertEqual(names, ["Test 2", "Test 3"])
        page = self.add_page()
        change = self.change(page.pk, page.version, kind="title", block="t", text="Bees")
        self.assertEqual(change.status_code, 200, change.content)
        copy = self.send("post", f"pages/{page.pk}/copies/").json()
        self.assertEqual((copy["name"], copy["titles"][0]["text"]), ("Test 2", "Bees"))
        self.assertIsNone(copy["undo"])
        self.change(copy["id"], copy["version"], kind="title", block="t", text="Kites")
        self.assertEqual(self.send("get", f"pages/{page.pk}/").json()["titles"][0]["text"], "Bees")

    def test_nobody_copies_or_renames_what_is_anothers(self):
        page = self.add_page(self.otto)
        for method, path in (
            ("post", f"pages/{page.pk}/copies/"),
            ("post", f"sketches/{page.sketch_id}/copies/"),
            ("patch", f"sketches/{page.sketch_id}/"),
        ):
            with self.subTest(path):
                self.assertEqual(self.send(method, path, {"name": "mine"}).status_code, 404)


class InTheZip(ApiTestCase):
    def packed(self):
        return b"".join(self.client.get("/api/everything/").streaming_content)

    def restored(self, content, client):
        answer = client.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", content)})
        self.assertEqual(answer.status_code, 201, answer.content)

    def test_what_she_measures_in_goes_along_unless_it_was_said_there(self):
        self.send("put", "session/usual/", {"unit": "mm", "format": "a5"})
        content = self.packed()
        otto = Client()
        otto.force_login(self.otto)
        self.restored(content, otto)
        self.assertEqual(self.send("get", "session/", client=otto).json()["usual"], {"unit": "mm", "format": "a5"})
        self.send("put", "session/usual/", {"unit": "in", "format": "8x8"}, otto)
        self.restored(content, otto)
        self.assertEqual(self.send("get", "session/", client=otto).json()["usual"], {"unit": "in", "format": "8x8"})

    def test_a_sketch_that_lies_there_just_so_serves_and_is_not_doubled(self):
        self.send("post", "sketches/ready/")
        mine = Sketch.objects.visible_to(self.ida).get(name="Roofline")
        self.send("patch", f"sketches/{mine.pk}/", {"name": "Our roof"})
        content = self.packed()
        otto = Client()
        otto.force_login(self.otto)
        self.send("post", "sketches/ready/", client=otto)
        self.restored(content, otto)
        names = sorted(Sketch.objects.visible_to(self.otto).values_list("name", flat=True))
        self.assertEqual(names, sorted([*(sketch.name for sketch in ready_sketches()), "Our roof"]))
