"""Sketches from outside over the API, put right, kept; facing pages; everything as one file."""

import io
import json
import tempfile
import zipfile
from pathlib import Path

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile

from inkquilt.lengths import INCH
from inkquilt.sketch import Role
from server.pages.known import document_of
from server.pages.models import Page
from server.photos.models import Photo
from server.photos.services import add_photo
from server.sketches.models import Sketch
from tests.api.answers import Client
from tests.api.base import ApiTestCase, picture
from tests.building import data_of, row

DRAWING = (
    b'<svg xmlns="http://www.w3.org/2000/svg" width="12in" height="12in" viewBox="0 0 12 12">'
    b'<rect x="0.875" y="0.875" width="4.25" height="6.25"/><rect x="1" y="1" width="4" height="6"/></svg>'
)


class Drafts(ApiTestCase):
    def upload(self, content, name="drawing.svg", **fields):
        return self.client.post("/api/drafts/", {"file": SimpleUploadedFile(name, content), **fields})

    def test_a_drawing_is_read_put_right_and_kept(self):
        found = self.upload(DRAWING).json()
        draft = found[0]["draft"]
        self.assertEqual(len(draft["guessed"]), 2)
        photo = next(block for block in draft["board"]["blocks"] if block["width"] == 4)
        body = {"data": draft["data"], "guessed": draft["guessed"]}
        title = self.send(
            "post", "drafts/redraw/", {**body, "change": {"kind": "role", "block": photo["id"], "role": "title"}}
        )
        self.assertEqual(len(title.json()["guessed"]), 1 if title.json()["guessed"] else 0)
        moved = self.send(
            "post", "drafts/redraw/", {**body, "change": {"kind": "place", "block": photo["id"], "left": "2 1/2"}}
        ).json()
        self.assertEqual(next(b for b in moved["board"]["blocks"] if b["id"] == photo["id"])["x"], 2.5)
        kept = self.send("post", "sketches/", moved["data"])
        self.assertEqual(kept.status_code, 201)
        self.assertEqual(Sketch.objects.visible_to(self.ida).count(), 1)

    def test_what_cannot_be_is_refused_in_words_and_nothing_is_kept(self):
        draft = self.upload(DRAWING).json()[0]["draft"]
        body = {"data": draft["data"], "guessed": []}
        name = draft["board"]["blocks"][-1]["id"]
        cases = [
            ({"kind": "place", "block": name, "left": "nonsense"}, "is not a length"),
            ({"kind": "place", "block": name, "left": "40"}, "beside the page"),
            ({"kind": "role", "block": "nobody", "role": "title"}, "no piece"),
            ({"kind": "role", "block": name}, "Which role"),
            ({"kind": "known-size", "block": name, "width": "30"}, "no page of an album"),
        ]
        for change, words in cases:
            with self.subTest(change):
                answer = self.send("post", "drafts/redraw/", {**body, "change": change})
                self.assertEqual(answer.status_code, 400)
                self.assertIn(words, answer.json()["detail"])
        for content in (b"<svg", b"\x89PNG\r\n\x1a\n", b"hello", b""):
            self.assertEqual(self.upload(content).status_code, 400)
        self.assertEqual(Sketch.objects.count(), 0)

    def test_measures_that_do_not_add_up_are_named(self):
        rows = [
            {"name": "photo 1", "role": "photo", "left": "1", "width": "4", "right": "8", "top": "1", "height": "6"}
        ]
        asked = {"format": "12x12", "rows": rows}

        def measured():
            answer = self.send("post", "drafts/measured/", asked)
            self.assertEqual(answer.status_code, 200)
            return answer.json()

        found = measured()
        self.assertIn("1 in + 4 in + 8 in = 13 in; the page is 12 in", found["faults"][0]["message"])
        self.assertEqual((found["draft"], found["faults"][0]["row"], found["board"]["blocks"]), (None, 0, []))
        rows[0] |= {"right": "7", "tilt": "slanting"}
        self.assertIn('"slanting" is no number of degrees', measured()["faults"][0]["message"])
        rows[0] |= {"tilt": "-5", "mats": "1/8"}
        rows.append(
            {"role": "strip", "left": "0", "right": "0", "top": "9", "height": "1", "times": "1", "way": "below"}
        )
        rows.append({"role": "journaling", "left": "half"})
        found = measured()
        self.assertEqual([block.get("turn") for block in found["draft"]["data"]["blocks"]], [355, 355, 0, 0])
        self.assertEqual(found["names"], ["photo 1", "strip 1", ""])
        self.assertEqual([(fault["row"], fault["code"]) for fault in found["faults"]], [(2, "unreadable-length")])
        # Two facing pages of any size, the gap between them to be seen.
        asked |= {"width": "8", "height": "8", "unit": "in", "sides": 2, "gap": "1/2", "format": None}
        board = measured()["board"]
        self.assertEqual((board["width"], board["height"], board["fold"]), (16.5, 8, [8, 8.5]))

    def test_a_page_measured_by_ruler_with_nothing_named_is_fitted(self):
        rows = [
            {"role": "photo", "left": "1", "width": "4", "top": "1", "height": "6", "mats": "1/8"},
            {"role": "photo", "left": "6", "width": "4", "top": "1", "height": "4", "outline": "circle"},
            {"role": "journaling", "left": "6", "width": "4", "top": "6", "height": "2", "mats": "1/8, 1/8"},
            {"name": 'Oma\'s ~ "Band"', "role": "strip", "left": "0", "right": "0", "top": "9", "height": "1"},
        ]
        drawn = self.send("post", "drafts/measured/", {"format": "12x12", "rows": rows}).json()
        self.assertIn("photo 1", [block["id"] for block in drawn["draft"]["data"]["blocks"]])
        kept = self.send("post", "sketches/", drawn["draft"]["data"] | {"name": "By ruler"})
        self.assertEqual(kept.status_code, 201, kept.content)
        page = self.send("post", "pages/", {"sketch": Sketch.objects.get().pk, "format": "8x8"})
        self.assertEqual(page.status_code, 201, page.content)
        state = page.json()
        for way in self.send("get", f"pages/{state['id']}/ways/").json():
            with self.subTest(way["title"]):
                state = self.change(state["id"], state["version"], kind="way", **way["way"]).json()
                self.assertEqual(state["fit"]["board"], way["board"])

    def test_basic_types_are_drawn_for_her_page(self):
        answer = self.send("post", "drafts/basic/", {"format": "a5", "photos": 2})
        self.assertEqual(len(answer.json()), 9)
        self.assertEqual({one["draft"]["board"]["unit"] for one in answer.json()}, {"mm"})

    def test_basic_types_take_the_sizes_of_her_photos_as_one_says_them(self):
        asked = {"format": "12x12", "photos": 5, "sizes": "two 6 x 4"}
        (found,) = (one for one in self.send("post", "drafts/basic/", asked).json() if one["kind"] == "l")
        slots = [b for b in found["draft"]["board"]["blocks"] if b["role"] == "photo"]
        self.assertEqual([(slot["width"], slot["height"]) for slot in slots], [(6, 4), (6, 4)])
        refused = self.send("post", "drafts/basic/", asked | {"sizes": "big ones"})
        self.assertEqual((refused.status_code, refused.json()["faults"][0]["code"]), (400, "photo-size"))

    def test_a_strangers_sketch_is_no_draft_of_hers(self):
        sketch = self.add_sketch(self.otto)
        for path in (
            f"sketches/{sketch.pk}/draft/",
            f"sketches/{sketch.pk}/measures/",
            f"sketches/{sketch.pk}/files/sketch.svg",
        ):
            self.assertEqual(self.send("get", path).status_code, 404)


class FromPages(ApiTestCase):
    def test_a_page_is_measured_reckoned_and_printed(self):
        page = self.add_page()
        rows = self.send("get", f"pages/{page.pk}/measures/?counted=nearest").json()
        self.assertIn("from", rows[0]["across"] + rows[0]["down"])
        sums = self.send("get", f"pages/{page.pk}/reckoning/?block=m").json()
        self.assertIn("1/8 reveal + ", sums[0]["sum"])
        self.assertEqual(self.send("get", f"pages/{page.pk}/reckoning/?block=none").status_code, 404)
        self.assertEqual(self.send("get", f"pages/{page.pk}/measures/?counted=sideways").status_code, 400)
        card = self.send("get", f"pages/{page.pk}/files/measures.pdf?counted=centre&sheet=a4")
        self.assertTrue(card.content.startswith(b"%PDF"))

    def test_a_page_is_kept_as_a_sketch_that_fits_its_own_page_unchanged(self):
        page = self.add_page()
        kept = self.send("post", f"pages/{page.pk}/sketch/", {}).json()
        again = self.send("post", "pages/", {"sketch": kept["id"], "format": "letter"}).json()
        places = {b["id"]: (b["x"], b["y"], b["width"], b["height"]) for b in again["fit"]["board"]["blocks"]}
        first = self.send("get", f"pages/{page.pk}/").json()["fit"]["board"]["blocks"]
        self.assertEqual(places, {b["id"]: (b["x"], b["y"], b["width"], b["height"]) for b in first})

    def test_a_facing_page_for_sizes_as_one_says_them(self):
        page = self.add_page()
        sizes = "two 2 x 2, one 3 x 4"
        found = self.send("get", f"pages/{page.pk}/companions/?sizes={sizes}").json()
        self.assertEqual(found[0]["photos"], 3)
        made = self.send("post", f"pages/{page.pk}/companions/", {"key": found[0]["key"], "sizes": sizes})
        document = document_of(Page.objects.get(pk=made.json()["id"]))
        photos = sorted((b.width, b.height) for b in document.blocks if b.role is Role.PHOTO)
        self.assertEqual(photos, [(2 * INCH, 2 * INCH), (2 * INCH, 2 * INCH), (3 * INCH, 4 * INCH)])
        wrong = self.send("get", f"pages/{page.pk}/companions/?sizes=some")
        self.assertEqual(wrong.status_code, 400)
        self.assertIn("two 4 x 4", wrong.json()["detail"])

    def test_a_facing_page_for_photos_that_were_picked_has_them_on_it_whole(self):
        page = self.add_page()
        pictures = [(600, 400), (400, 600), (500, 500)]
        picked = [self.photo_of(wide, high) for wide, high in pictures]
        query = "&".join(f"picked={number}" for number in picked)
        found = self.send("get", f"pages/{page.pk}/companions/?{query}").json()
        body = {"key": found[0]["key"], "picked": picked}
        made = self.send("post", f"pages/{page.pk}/companions/", body).json()
        slots = {slot["photo"]: slot for slot in made["slots"]}
        self.assertEqual(set(slots), set(picked))
        blocks = {block["id"]: block for block in made["fit"]["board"]["blocks"]}
        for number, (wide, high) in zip(picked, pictures, strict=True):
            block = blocks[slots[number]["block"]]
            stance = (block["width"] > block["height"]) - (block["width"] < block["height"])
            self.assertEqual(stance, (wide > high) - (wide < high))
            self.assertEqual(slots[number]["cut_off"], "")
        gone = {"key": found[0]["key"], "picked": [*picked, 99999]}
        self.assertEqual(self.send("post", f"pages/{page.pk}/companions/", gone).status_code, 400)

    def photo_of(self, wide, high):
        content = picture(wide, high)
        return add_photo(owner=self.ida, name=f"{wide}", file=io.BytesIO(content), size=len(content)).photo.pk

    def test_a_facing_page_is_proposed_and_made(self):
        page = self.add_page()
        self.add_photo()
        found = self.send("get", f"pages/{page.pk}/companions/").json()
        self.assertEqual(found[0]["photos"], 1)  # as many as are left
        made = self.send("post", f"pages/{page.pk}/companions/", {"key": found[0]["key"], "photos": 2})
        self.assertEqual(made.status_code, 201)
        document = document_of(Page.objects.get(pk=made.json()["id"]))
        self.assertEqual({block.paper for block in document.blocks} - {None}, {"B"})
        self.assertEqual(self.send("post", f"pages/{page.pk}/companions/", {"key": "none"}).status_code, 404)
        spread = {"kind": "format", "width": "12", "height": "12", "unit": "in", "sides": 2, "gap": "1/2"}
        self.send("post", f"pages/{page.pk}/changes/", {"version": page.version, "change": spread})
        self.assertEqual(self.send("get", f"pages/{page.pk}/companions/").status_code, 409)


class Everything(ApiTestCase):
    def setUp(self):
        super().setUp()
        # other tests keep photos at the same time
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(self.settings(PHOTO_DIR=Path(folder)))

    def packed(self, client=None):
        return b"".join((client or self.client).get("/api/everything/").streaming_content)

    def restore(self, content, client=None):
        file = SimpleUploadedFile("all.zip", content, "application/zip")
        return (client or self.client).post("/api/everything/", {"file": file})

    def test_everything_comes_back_equal_in_an_empty_account(self):
        page = self.add_page()
        photo = self.add_photo()
        for change in (
            {"kind": "photo", "block": "p", "photo": photo.pk},
            {"kind": "title", "block": "t", "text": "Bees"},
            {"kind": "pin", "block": "q", "step_x": 2},
        ):
            page.refresh_from_db()
            answer = self.send("post", f"pages/{page.pk}/changes/", {"version": page.version, "change": change})
            self.assertEqual(answer.status_code, 200, answer.content)
        self.send("post", f"pages/{page.pk}/snapshots/", {"note": "before"})
        self.send("post", "observations/off/", {"kind": "floating", "off": True})
        content = self.packed()
        ada = get_user_model().objects.create_user("ada", password="an empty account")
        client = Client()
        client.force_login(ada)
        self.assertEqual(
            self.restore(content, client).json(),
            dict.fromkeys(
                (
                    "papers",
                    "palettes",
                    "companions",
                    "trimmers",
                    "tools",
                    "hands",
                    "alphabets",
                    "embellishments",
                    "boxes",
                    "albums",
                    "goals",
                ),
                0,
            )
            | {"sketches": 1, "photos": 1, "pages": 1},
        )
        theirs, mine = Page.objects.get(owner=ada), Page.objects.get(pk=page.pk)
        copy = Photo.objects.get(owner=ada)
        self.assertEqual((theirs.name, theirs.head), (mine.name, mine.head))
        self.assertEqual(copy.original.read_bytes(), photo.original.read_bytes())
        for one, two in zip(mine.revisions.all(), theirs.revisions.all(), strict=True):
            for placed in two.document.get("photos", {}).values():
                self.assertEqual(placed["photo"], copy.pk)
                placed["photo"] = photo.pk
            self.assertEqual((one.done, one.document), (two.done, two.document))
        self.assertEqual([state.note for state in theirs.snapshots.all()], ["before"])
        self.assertEqual(self.send("get", f"pages/{theirs.pk}/look/", client=client).json()["off"], ["floating"])
        undone = self.send("post", f"pages/{theirs.pk}/undo/", {"version": theirs.version}, client)
        self.assertEqual(undone.json()["redo"], mine.revisions.get(number=mine.head).done)

    def test_a_broken_box_restores_nothing(self):
        self.add_page()
        self.add_photo()
        whole = io.BytesIO(self.packed())

        def changed(name, content):
            out = io.BytesIO()
            with zipfile.ZipFile(whole) as old, zipfile.ZipFile(out, "w") as new:
                for entry in old.namelist():
                    if entry.startswith(name):
                        if content is not None:
                            new.writestr(entry, content)
                    else:
                        new.writestr(entry, old.read(entry))
            return out.getvalue()

        cases = {
            "no zip": b"nothing",
            "no index": changed("everything.json", None),
            "other kind": changed("everything.json", json.dumps({"kind": "x"})),
            "other version": changed("everything.json", json.dumps({"kind": "ink-quilt/everything", "version": 9})),
            "missing page": changed("pages/", None),
            "page of nonsense": changed("pages/", json.dumps({"name": "x", "revisions": [], "head": 1})),
            "sketch of nonsense": changed("sketches/", json.dumps({"kind": "nothing"})),
        }
        ada = get_user_model().objects.create_user("ada", password="an empty account")
        client = Client()
        client.force_login(ada)
        folders = {path.name for path in Path(settings.PHOTO_DIR).iterdir()}
        for name, content in cases.items():
            with self.subTest(name):
                answer = self.restore(content, client)
                self.assertEqual(answer.status_code, 400, answer.content)
                self.assertTrue(answer.json()["detail"])
        self.assertEqual((Page.objects.count(), Sketch.objects.count(), Photo.objects.count()), (1, 1, 1))
        self.assertEqual({path.name for path in Path(settings.PHOTO_DIR).iterdir()}, folders)


class Moves(ApiTestCase):
    """Every move of a piece is a revision; what cannot be changes nothing."""

    def change(self, page, **change):
        page.refresh_from_db()
        return self.send("post", f"pages/{page.pk}/changes/", {"version": page.version, "change": change})

    def place_of(self, page, block):
        return next(b for b in document_of(Page.objects.get(pk=page.pk)).blocks if b.id == block)

    def test_moved_typed_kept_and_set_free(self):
        page = self.add_page()
        before = self.place_of(page, "q")
        self.change(page, kind="pin", block="q", step_y=4)
        self.assertEqual(self.place_of(page, "q").y, before.y + 4 * 1016)
        typed = self.change(page, kind="pin", block="q", width="3", height="3").json()
        self.assertEqual([pin["block"] for pin in typed["pins"]], ["q"])
        self.assertEqual(self.place_of(page, "q").width, 3 * 8128)
        self.change(page, kind="unpin", block="q")
        self.assertEqual(document_of(Page.objects.get(pk=page.pk)).pins, ())
        page.refresh_from_db()
        for _ in range(3):
            answer = self.send("post", f"pages/{page.pk}/undo/", {"version": page.version})
            page.refresh_from_db()
        self.assertEqual(answer.json()["pins"], [])
        self.assertEqual(self.place_of(page, "q"), before)

    def test_ties_switches_and_demands(self):
        page = self.add_page()
        ties = self.send("get", f"pages/{page.pk}/ties/").json()
        line = next(tie for tie in ties if tie["kind"] == "line")
        self.change(page, kind="untie", tie=line["key"])
        held = {tie["key"]: tie["held"] for tie in self.send("get", f"pages/{page.pk}/ties/").json()}
        self.assertFalse(held[line["key"]])
        answer = self.change(page, kind="tie", tie_kind="equal-size", blocks=["p", "q"]).json()
        sizes = {b["id"]: (b["width"], b["height"]) for b in answer["fit"]["board"]["blocks"]}
        self.assertTrue(sizes["p"] == sizes["q"] or answer["fit"]["relations"]["broken"])
        self.assertTrue(self.change(page, kind="switches", ends="short").json()["switches"]["ends"] == "short")
        self.assertGreater(self.place_of(page, "band").x, 0)
        self.assertEqual(self.change(page, kind="trim", block="p", trim="never").json()["never_trim"], ["p"])
        self.assertEqual(self.change(page, kind="leads", block="q").json()["leads"], "q")

    def test_what_cannot_be_is_said_and_nothing_changes(self):
        page = self.add_page()
        before = document_of(page)
        for change, status in (
            ({"kind": "pin", "block": "nobody", "step_x": 1}, 400),
            ({"kind": "pin", "block": "q", "width": "90"}, 400),
            ({"kind": "pin", "block": "q", "left": "nonsense"}, 400),
            ({"kind": "tie", "tie_kind": "equal-gaps", "blocks": ["p"]}, 400),
            ({"kind": "untie"}, 400),
            ({"kind": "unpin", "block": "q"}, 400),
            ({"kind": "least", "block": "p", "width": "90", "height": "90"}, 400),
            ({"kind": "rework", "rework": "merge", "blocks": ["p", "t"]}, 400),
        ):
            with self.subTest(change):
                answer = self.change(page, **change)
                self.assertEqual(answer.status_code, status, answer.content)
                self.assertTrue(answer.json()["detail"])
        self.assertEqual(document_of(Page.objects.get(pk=page.pk)), before)
        page = self.add_page(self.otto)
        self.assertEqual(self.change(page, kind="pin", block="q", step_x=1).status_code, 404)

    def test_room_is_kept_where_least_lies_however_the_sketch_is_held(self):
        page = self.add_page()
        self.change(page, kind="way", school="keep-photos", turn=90, mirrored=True)
        answer = self.change(page, kind="room", role="cluster")
        self.assertEqual(answer.status_code, 200, answer.content)
        room = self.place_of(page, "room-1")
        self.assertEqual(room.role.value, "cluster")
        for block in document_of(Page.objects.get(pk=page.pk)).blocks:
            if block.role.value in ("photo", "title"):
                apart_x = room.x >= block.x + block.width or block.x >= room.x + room.width
                apart_y = room.y >= block.y + block.height or block.y >= room.y + room.height
                self.assertTrue(apart_x or apart_y, block.id)
        self.assertEqual(self.change(page, kind="room", role="photo").status_code, 400)
        self.assertEqual(self.change(page, kind="room").status_code, 400)

    def test_a_smaller_page_is_laid_whatever_way_it_had_before(self):
        page = self.add_page()
        self.change(page, kind="way", school="fill-extra", variant="split-base")
        answer = self.change(page, kind="format", width="4", height="6", unit="in").json()
        self.assertTrue(answer["fit"]["board"]["blocks"])  # nobody's album is impossible
        self.assertNotEqual(answer["way"]["school"], "fill-extra")

    def test_two_slots_become_one_and_one_becomes_two(self):
        data = data_of(row("a", "photo", 1, 1, 4, 6), row("b", "photo", 5.25, 1, 4, 6))
        sketch = self.add_sketch(data=data)
        page = Page.objects.get(pk=self.send("post", "pages/", {"sketch": sketch.pk, "format": "letter"}).json()["id"])
        proposals = self.send("get", f"pages/{page.pk}/proposals/").json()
        self.assertTrue(proposals and all(one["gain"] for one in proposals))
        merged = self.change(page, kind="rework", rework="merge", blocks=["a", "b"]).json()
        self.assertEqual([b["id"] for b in merged["fit"]["board"]["blocks"]], ["a"])
        split = self.change(page, kind="rework", rework="split", blocks=["a"]).json()
        self.assertEqual(len(split["fit"]["board"]["blocks"]), 2)
