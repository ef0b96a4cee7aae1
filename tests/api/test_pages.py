"""Pages: fitting, changing, undoing over restarts, stale writes, deletion."""

from datetime import timedelta
from unittest import mock

from django.test import TestCase
from django.utils import timezone

from inkquilt.sketch.writing import write_sketch
from server.pages.known import document_of
from server.pages.models import Page, Revision, WorkedOutFit
from server.recovery.services import purge
from server.sketches.models import Sketch
from tests.api.base import SMALL, ApiTestCase
from tests.building import data_of, demo_sketch, row


class Making(ApiTestCase):
    def test_a_sketch_becomes_a_fitted_page_at_once(self):
        sketch = self.add_sketch()
        answer = self.send("post", "pages/", {"sketch": sketch.pk, "format": "letter"})
        page = answer.json()
        self.assertEqual((answer.status_code, page["fit"]["status"]), (201, "optimal"))
        photo = next(block for block in page["fit"]["board"]["blocks"] if block["id"] == "p")
        self.assertEqual((photo["texts"]["width"], photo["texts"]["height"], photo["number"]), ("3 1/4", "4 7/8", 3))
        ways = self.send("get", f"pages/{page['id']}/ways/").json()
        self.assertTrue(1 < len(ways) <= 6)
        self.assertEqual(ways[0]["way"], page["way"])
        self.assertEqual(ways[0]["board"], page["fit"]["board"])

    def test_the_ways_are_worked_out_once_and_each_can_be_chosen(self):
        page = self.add_page()
        path = f"pages/{page.pk}/ways/"
        ways = self.send("get", path).json()
        with mock.patch("server.pages.fits.solvers", side_effect=AssertionError("solved again")):
            self.assertEqual(self.send("get", path).json(), ways)
        for way in ways:
            state = self.change(page.pk, page.version, kind="way", **way["way"]).json()
            with self.subTest(way["title"]):
                self.assertEqual(state["fit"]["board"], way["board"])
                self.assertEqual(state["way"], way["way"])
            page.refresh_from_db()
        other = self.send("get", path).json()
        self.assertEqual([one["title"] for one in other], [one["title"] for one in ways])

    def test_ways_that_were_worked_out_for_the_first_page_are_not_worked_out_again(self):
        sketch = self.add_sketch(data=write_sketch(demo_sketch("roofline")))
        wanted = {"sketch": sketch.pk, "format": "insert"}
        page = self.send("post", "pages/", wanted).json()  # as drawn it is no page of that design: all were looked at
        self.assertTrue(page["way"]["plan"])
        kept = WorkedOutFit.objects.get(page=page["id"], way__startswith="ways/")
        with mock.patch("server.pages.fits.solvers", side_effect=AssertionError("nothing is solved again")):
            ways = self.send("get", f"pages/{page['id']}/ways/").json()
        self.assertEqual(len(ways), len(kept.document["ways"]))
        self.assertEqual(ways[0]["way"]["plan"], page["way"]["plan"])

    def test_her_own_size_in_her_own_words(self):
        sketch = self.add_sketch()
        wanted = {"sketch": sketch.pk, "width": "21 cm", "height": "297", "unit": "mm", "clear": "5 mm",
                  "binding": "left", "binding_margin": "15"}  # fmt: skip
        form = self.send("post", "pages/", wanted).json()["format"]
        self.assertEqual((form["width"], form["height"], form["unit"]), ("210", "297", "mm"))
        self.assertEqual(form["clear"], {"left": "15", "top": "5", "right": "5", "bottom": "5"})

    def test_what_is_told_of_a_page_can_be_sent_back(self):
        sketch = self.add_sketch()
        for wanted in ({"format": "a4", "clear": "1/8 in"}, {"width": "8 1/3", "height": "210 mm", "clear": "3 mm"}):
            page = self.send("post", "pages/", {"sketch": sketch.pk, **wanted}).json()
            told = page["format"]
            again = {name: told[name] for name in ("width", "height", "unit")}
            answer = self.change(page["id"], 1, kind="format", format=None, clear=told["clear"]["left"], **again)
            with self.subTest(wanted):
                self.assertEqual(answer.status_code, 200, answer.content)
                self.assertEqual(answer.json()["format"], {**told, "format": None})

    def test_bad_pages_are_refused_in_words(self):
        sketch = self.add_sketch()
        for wanted, code in (
            ({"width": "wide", "height": "11"}, "bad-input"),
            ({"width": "0", "height": "11"}, "page-too-small"),
            ({"width": "60", "height": "11"}, "page-too-small"),
            ({"format": "letter", "clear": "6"}, "page-too-small"),
            ({"format": "letter", "clear": "-1"}, "page-too-small"),
            ({"format": "foolscap"}, "bad-input"),
        ):
            answer = self.send("post", "pages/", {"sketch": sketch.pk, **wanted})
            with self.subTest(wanted):
                self.assertEqual((answer.status_code, answer.json()["code"]), (400, code))
        self.assertFalse(Page.objects.exists())

    def test_editing_or_deleting_the_sketch_changes_no_page(self):
        page = self.add_page()
        before = self.send("get", f"pages/{page.pk}/").json()
        Sketch.objects.filter(pk=page.sketch_id).update(name="Other", document={})
        self.send("delete", f"sketches/{page.sketch_id}/")
        self.assertEqual(self.send("get", f"pages/{page.pk}/").json(), before)


class Changing(ApiTestCase):
    def test_each_change_is_kept_and_can_be_undone_and_redone_step_by_step(self):
        page, photo = self.add_page(), self.add_photo()
        states = [self.send("get", f"pages/{page.pk}/").json()]
        steps = (
            {"kind": "title", "block": "t", "text": "  Roof   honey "},
            {"kind": "photo", "block": "p", "photo": photo.pk},
            {"kind": "photo", "block": "p", "photo": photo.pk, "look_x": 0.1},
            {"kind": "format", "format": "a4"},
            {"kind": "way", "school": "keep-proportions", "turn": 90, "mirrored": False},
            {"kind": "leave-out", "block": "q"},
            {"kind": "bring-back", "block": "q"},
            {"kind": "concede", "smaller_prints": True, "leave_out": ["t"]},
            {"kind": "sheet", "paper": "B", "width": "8 1/2 in", "height": "11 in"},
        )
        for step in steps:
            answer = self.change(page.pk, states[-1]["version"], **step)
            self.assertEqual(answer.status_code, 200, answer.content)
            states.append(answer.json())
        self.assertEqual(states[1]["titles"][0]["text"], "Roof honey")
        self.assertLess(states[3]["slots"][0]["crop"]["left"], states[2]["slots"][0]["crop"]["left"])
        self.assertEqual(states[4]["format"]["unit"], "mm")
        self.assertNotIn("q", [block["id"] for block in states[6]["fit"]["board"]["blocks"]])

        def essence(state):
            return {name: state[name] for name in state if name not in ("version", "redo", "parts")}

        version = states[-1]["version"]
        for state in reversed(states[:-1]):
            got = self.send("post", f"pages/{page.pk}/undo/", {"version": version}).json()
            self.assertEqual(essence(got), essence(state))
            version = got["version"]
        self.assertIsNone(got["undo"])
        for state in states[1:]:
            got = self.send("post", f"pages/{page.pk}/redo/", {"version": version}).json()
            self.assertEqual(essence(got), essence(state))
            version = got["version"]
        self.assertIsNone(got["redo"])

    def test_steps_in_a_slot_are_counted_from_what_shows_and_end_at_the_photos_edge(self):
        page, photo = self.add_page(), self.add_photo()  # 600 x 400 in 4 x 6: 4/9 of its width shows
        self.change(page.pk, 1, kind="photo", block="p", photo=photo.pk)

        def left(version, **steps):
            answer = self.change(page.pk, version, kind="photo", block="p", photo=photo.pk, **steps)
            return answer.json()["slots"][0]["crop"]["left"]

        start = (1 - 4 / 9) / 2
        self.assertAlmostEqual(left(2, step_x=1), start - 0.05)
        self.assertAlmostEqual(left(3, step_x=2, step_y=1), start - 0.15)  # there is no room up or down
        self.assertAlmostEqual(left(4, step_x=150), 0)
        self.assertAlmostEqual(left(5, step_x=-1), 0.05)  # and it comes away from the edge at once

    def test_a_page_worked_out_to_the_end_meanwhile_makes_no_write_stale(self):
        page = self.add_page()
        self.change(page.pk, 1, kind="pin", block="q", step_x=1)
        current = Revision.objects.get(page=page, number=2)
        current.document["fit"]["status"] = "best-found"  # as where the hand could not wait for the proof
        current.save()
        finished = self.send("post", f"pages/{page.pk}/finish/", {"version": 2}).json()
        self.assertEqual((finished["version"], finished["fit"]["status"]), (3, "optimal"))
        self.assertEqual(finished["undo"], "photo q moved")
        self.assertEqual(self.send("post", f"pages/{page.pk}/finish/", {"version": 1}).status_code, 409)
        late = self.change(page.pk, 2, kind="title", block="t", text="Roof honey")  # asked before that came back
        self.assertEqual((late.status_code, late.json()["version"]), (200, 4))
        for version in (2, 3):
            self.assertEqual(self.change(page.pk, version, kind="title", block="t", text="No").status_code, 409)

    def test_a_change_after_undo_drops_what_was_undone(self):
        page = self.add_page()
        self.change(page.pk, 1, kind="title", block="t", text="One")
        self.send("post", f"pages/{page.pk}/undo/", {"version": 2})
        state = self.change(page.pk, 3, kind="title", block="t", text="Two").json()
        self.assertEqual((state["redo"], state["titles"][0]["text"]), (None, "Two"))
        self.assertEqual(Revision.objects.filter(page=page).count(), 2)

    def test_a_stale_write_is_answered_with_both_versions_and_changes_nothing(self):
        page = self.add_page()
        self.change(page.pk, 1, kind="title", block="t", text="First window")
        late = self.change(page.pk, 1, kind="title", block="t", text="Second window")
        body = late.json()
        self.assertEqual((late.status_code, body["code"]), (409, "stale"))
        self.assertEqual(body["yours"]["text"], "Second window")
        self.assertEqual(body["current"]["titles"][0]["text"], "First window")
        for path, data in (("undo", {"version": 1}), ("redo", {"version": 1})):
            self.assertEqual(self.send("post", f"pages/{page.pk}/{path}/", data).status_code, 409)
        self.assertEqual(self.send("patch", f"pages/{page.pk}/", {"version": 1, "name": "x"}).status_code, 409)
        self.assertEqual(document_of(Page.objects.get(pk=page.pk)).titles, {"t": "First window"})

    def test_bad_changes_are_refused_and_leave_the_page_as_it_was(self):
        page = self.add_page()
        for change in (
            {"kind": "dance"},
            {"kind": "title", "block": "p", "text": "not a title"},
            {"kind": "title", "block": "t", "text": "x" * 81},
            {"kind": "photo", "block": "nowhere", "photo": 1},
            {"kind": "photo", "block": "p", "photo": 10**12},
            {"kind": "photo", "block": "p", "photo": 1, "look_x": 7},
            {"kind": "way", "school": "cubism"},
            {"kind": "way"},
            {"kind": "leave-out", "block": "m"},
            {"kind": "sheet", "paper": "B", "width": "0", "height": "12"},
            {"kind": "format", "width": "1/0", "height": "3"},
        ):
            answer = self.change(page.pk, 1, **change)
            with self.subTest(change):
                self.assertEqual(answer.status_code, 400)
                self.assertTrue(answer.json()["detail"])
        self.assertEqual(Page.objects.get(pk=page.pk).version, 1)
        self.assertEqual(Revision.objects.filter(page=page).count(), 1)

    def test_photos_in_two_slots_change_places(self):
        page, one, two = self.add_page(), self.add_photo(colour="teal"), self.add_photo(colour="gold")
        self.change(page.pk, 1, kind="photo", block="p", photo=one.pk)
        self.change(page.pk, 2, kind="photo", block="q", photo=two.pk)
        state = self.change(page.pk, 3, kind="photo", block="q", photo=one.pk).json()
        self.assertEqual({slot["block"]: slot["photo"] for slot in state["slots"]}, {"p": two.pk, "q": one.pk})

    def test_a_deleted_photo_leaves_its_place_and_comes_back_into_it(self):
        page, photo = self.add_page(), self.add_photo()
        self.change(page.pk, 1, kind="photo", block="p", photo=photo.pk)
        self.send("delete", f"photos/{photo.pk}/")
        slot = self.send("get", f"pages/{page.pk}/").json()["slots"][0]
        self.assertEqual((slot["photo"], slot["missing"]), (None, True))
        self.send("post", "deleted/", {"kind": "photo", "id": photo.pk})
        self.assertEqual(self.send("get", f"pages/{page.pk}/").json()["slots"][0]["photo"], photo.pk)


class Impossible(ApiTestCase):
    def test_where_nothing_fits_there_are_the_sum_and_ways_out_that_work(self):
        """Her own least size of a title is her word: 4 1/2 in on a page of 4 cannot be."""
        rows = [row(f"p{i}", "photo", 0.25 + i * 2.75, 3, 2.5, 3.5) for i in range(4)]
        rows.append(row("t", "title", 1, 1, 10, 1, min=["4 1/2", "3/4"]))
        sketch = self.add_sketch(data=data_of(*rows))
        page = self.send("post", "pages/", {"sketch": sketch.pk, "width": "4 in", "height": "9 in"}).json()
        self.assertEqual((page["fit"]["status"], page["fit"]["board"]["blocks"]), ("impossible", []))
        self.assertIn("the page is", page["fit"]["clash"]["sum"])
        offered = self.send("get", f"pages/{page['id']}/ways-out/").json()
        self.assertTrue(offered)
        for way_out in offered:
            state = self.change(page["id"], page["version"], **way_out["change"]).json()
            with self.subTest(way_out["words"]):
                self.assertTrue(state["fit"]["board"]["blocks"])
            page = self.send("post", f"pages/{page['id']}/undo/", {"version": state["version"]}).json()
        for name in ("page.pdf", "page.svg", "pieces.csv", "page.quilt.json"):
            self.assertEqual(self.send("get", f"pages/{page['id']}/files/{name}").status_code, 409)


class Fits(ApiTestCase):
    def test_a_fit_is_worked_out_once_and_remembered(self):
        page = self.add_page()
        path = f"pages/{page.pk}/fit/?school=keep-proportions&turn=90"
        first = self.send("get", path).json()
        with mock.patch("server.pages.fits.solvers", side_effect=AssertionError("solved again")):
            self.assertEqual(self.send("get", path).json(), first)
        self.assertEqual(self.send("get", f"pages/{page.pk}/fit/?school=cubism").status_code, 400)

    def test_only_the_latest_fits_of_a_page_are_remembered(self):
        page, other = self.add_page(), self.add_page()
        turns = (0, 90, 180, 270)
        asked = [f"fit/?school=keep-proportions&turn={turn}" for turn in turns]
        with mock.patch("server.pages.fits.MOST_REMEMBERED", 3):
            self.send("get", f"pages/{other.pk}/{asked[1]}")
            for path in asked[1:]:
                self.send("get", f"pages/{page.pk}/{path}")
            self.assertEqual(WorkedOutFit.objects.filter(page=page).count(), 3)
            first = WorkedOutFit.objects.filter(page=page).earliest("pk")
            self.send("get", f"pages/{page.pk}/ways/")
        self.assertFalse(WorkedOutFit.objects.filter(pk=first.pk).exists(), "the oldest went")
        self.assertEqual(WorkedOutFit.objects.filter(page=page).count(), 3)
        self.assertTrue(WorkedOutFit.objects.filter(page=other).exists(), "another page's stay")


class Deleting(ApiTestCase):
    def test_deleted_things_can_be_brought_back_for_thirty_days(self):
        page, photo = self.add_page(), self.add_photo()
        things = {"page": page, "sketch": page.sketch, "photo": photo}
        for kind, thing in things.items():
            self.assertEqual(self.send("delete", f"{kind.replace('ch', 'che')}s/{thing.pk}/").status_code, 204)
        listed = self.send("get", "deleted/").json()
        self.assertEqual({(t["kind"], t["id"]) for t in listed}, {(k, t.pk) for k, t in things.items()})
        for kind, thing in things.items():
            listed = self.send("post", "deleted/", {"kind": kind, "id": thing.pk}).json()
        self.assertEqual(listed, [])
        self.assertEqual(self.send("get", f"pages/{page.pk}/").status_code, 200)

    def test_after_thirty_days_they_are_gone_for_good(self):
        page, photo = self.add_page(), self.add_photo()
        folder = photo.directory
        long_ago = timezone.now() - timedelta(days=31)
        for thing in (page, page.sketch, photo):
            type(thing).objects.filter(pk=thing.pk).update(deleted_at=long_ago)
        self.assertEqual(self.send("get", "deleted/").json(), [])
        self.assertTrue(folder.is_dir())
        self.assertEqual(purge(), 3)
        self.assertFalse(folder.exists())


class Files(ApiTestCase):
    def test_a_page_is_downloaded_and_loaded_again(self):
        page = self.add_page()
        for name, start in (("page.pdf", b"%PDF"), ("page.pdf?sheet=a4", b"%PDF"), ("page.svg", b"<?xml")):
            answer = self.send("get", f"pages/{page.pk}/files/{name}")
            self.assertTrue(answer.content.startswith(start), name)
            self.assertIn("attachment", answer["Content-Disposition"])
        self.assertEqual(self.send("get", f"pages/{page.pk}/files/page.pdf?sheet=b5").status_code, 400)
        saved = self.send("get", f"pages/{page.pk}/files/page.quilt.json").json()
        again = self.send("post", "sketches/", saved)
        self.assertEqual((again.status_code, again.json()["sketch"]["board"]["height_text"]), (201, "11"))

    def test_a_photo_whose_picture_is_gone_leaves_its_slot_empty_in_files(self):
        page, photo = self.add_page(), self.add_photo()
        self.change(page.pk, 1, kind="photo", block="p", photo=photo.pk)
        photo.rendition("view").unlink()
        self.assertEqual(self.send("get", f"pages/{page.pk}/files/page.pdf").status_code, 200)


class Loading(ApiTestCase):
    def test_bad_files_are_refused_with_every_fault(self):
        bad = data_of(row("a", "photo", 1, 1, -4, 6), row("a", "wall", 1, 1, 4, 6))
        answer = self.send("post", "sketches/", bad)
        self.assertEqual((answer.status_code, answer.json()["code"]), (400, "sketch-faults"))
        self.assertEqual(len(answer.json()["faults"]), 3)
        post = self.client.post
        for body, status in (
            ("{", 400),
            ("[" * 100_000, 400),
            ('{"a": NaN}', 400),
            ("x" * 2_200_000, 413),
            ("[]", 400),
        ):
            answer = post("/api/sketches/", body, content_type="application/json")
            with self.subTest(body[:10]):
                self.assertEqual(answer.status_code, status)
                self.assertNotIn("Traceback", answer.content.decode())
        self.assertFalse(Sketch.objects.filter(owner=self.ida).exists())

    def test_decimals_reach_the_core_as_they_were_written(self):
        body = str(SMALL).replace("'", '"').replace("0.875", "0.8750000000000000001")
        answer = self.client.post("/api/sketches/", body, content_type="application/json")
        self.assertEqual([r["code"] for r in answer.json()["remarks"]], ["rounded", "rounded"])


class Unexpected(TestCase):
    def test_unknown_addresses_and_defects_show_no_trace(self):
        answer = self.client.get("/api/nothing/here/")
        self.assertEqual((answer.status_code, answer.json()["code"]), (404, "not-found"))
