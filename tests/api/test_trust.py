"""Odd, hostile and unlucky input: everything gets an answer in words, nothing is lost, nothing is half kept."""

import json

from django.core.files.uploadedfile import SimpleUploadedFile

from server.pages.models import Page, Revision, Write
from server.pages.services import make_page
from server.photos.models import Photo
from server.sketches.services import keep_sketch
from tests.api.base import SMALL, ApiTestCase, picture
from tests.building import DEMO_SKETCHES, demo_sketch


class Doors(ApiTestCase):
    """Text that cannot be kept is refused wherever it comes in."""

    def raw(self, method, path, text):
        return getattr(self.client, method)(f"/api/{path}", data=text.encode(), content_type="application/json")

    def test_half_a_surrogate_and_nul_are_refused_at_every_door(self):
        page = self.add_page()
        photo = self.add_photo()
        sketch = json.dumps({**SMALL, "name": "NAME"})
        doors = {
            "a sketch": ("post", "sketches/", sketch),
            "a page": ("post", "pages/", json.dumps({"sketch": page.sketch_id, "format": "letter", "name": "NAME"})),
            "a page's name": ("patch", f"pages/{page.pk}/", json.dumps({"version": 1, "name": "NAME"})),
            "a title": (
                "post",
                f"pages/{page.pk}/changes/",
                json.dumps({"version": 1, "change": {"kind": "title", "block": "t", "text": "NAME"}}),
            ),
            "a photo's note": ("patch", f"photos/{photo.pk}/", json.dumps({"note": "NAME"})),
            "a paper": ("post", "stash/papers/", json.dumps({"line": "2 NAME 12x12"})),
            "a story": ("post", f"pages/{page.pk}/stories/", json.dumps({"text": "NAME", "script": "font:Literata"})),
            "a note": ("post", f"pages/{page.pk}/snapshots/", json.dumps({"note": "NAME"})),
            "signing in": ("post", "session/", json.dumps({"username": "NAME", "password": "x"})),
        }
        for door, (method, path, body) in doors.items():
            for bad in ("\\ud800", "\\udfff x", "a\\u0000b"):
                with self.subTest(door, bad=bad):
                    answer = self.raw(method, path, body.replace("NAME", bad))
                    self.assertEqual(answer.status_code, 400, answer.content)
                    self.assertTrue(answer.json()["detail"])
            with self.subTest(door, good="a pair"):
                answer = self.raw(method, path, body.replace("NAME", "\\ud83d\\udc1d"))
                self.assertNotIn(answer.status_code, (500, 404))
        for address in ("sketches/", "pages/", "photos/", "stash/papers/"):
            self.assertEqual(self.send("get", address).status_code, 200)
        self.assertEqual(self.client.get("/api/everything/").status_code, 200)

    def test_in_files_too(self):
        bad = json.dumps({**SMALL, "name": "NAME"}).replace("NAME", "\\ud800").encode()
        answer = self.client.post("/api/drafts/", {"file": SimpleUploadedFile("x.quilt.json", bad)})
        self.assertEqual(answer.status_code, 400)
        self.assertIn("name holds a character that cannot be kept", answer.json()["detail"])
        file = SimpleUploadedFile("a\x00b\x07.jpg", picture())
        self.assertEqual(self.client.post("/api/photos/", {"file": file}).status_code, 201)
        self.assertNotIn("\x00", Photo.objects.get().name)

    def test_numbers_that_are_none_or_far_too_large(self):
        page = self.add_page()
        for number in ("Infinity", "NaN", "1" * 30, "1" * 5000, "1e400"):
            with self.subTest(number[:12]):
                body = '{"version": 1, "change": {"kind": "pin", "block": "q", "step_x": NUMBER}}'
                answer = self.raw("post", f"pages/{page.pk}/changes/", body.replace("NUMBER", number))
                self.assertEqual(answer.status_code, 400, answer.content)
        for path in (f"pages/{10**30}/", f"photos/{10**30}/view/", f"stash/papers/{10**18}/", f"sketches/{10**16}/"):
            with self.subTest(path[:20]):
                self.assertEqual(self.send("get", path).status_code, 404)
        answer = self.send("get", f"pages/{page.pk}/companions/?picked={10**17}")
        self.assertIn(answer.status_code, (200, 400))

    def test_two_hundred_files_in_one_form(self):
        files = [SimpleUploadedFile(f"{n}.jpg", picture(8, 8)) for n in range(200)]
        answer = self.client.post("/api/photos/", {"file": files})
        self.assertEqual((answer.status_code, answer.json()["code"]), (400, "too-many"))
        self.assertEqual(Photo.objects.count(), 0)


class Whole(ApiTestCase):
    """What is refused leaves nothing behind; what is offered can be taken."""

    def test_a_page_whose_photos_are_refused_is_not_made(self):
        photo = self.add_photo(owner=self.otto)
        sketch = self.add_sketch()
        answer = self.send("post", "pages/", {"sketch": sketch.pk, "format": "letter", "placed": {"p": photo.pk}})
        self.assertEqual(answer.status_code, 400, answer.content)
        self.assertEqual((Page.objects.count(), Revision.objects.count()), (0, 0))

    def test_every_way_a_title_is_offered_can_be_taken_however_long_its_spelling_becomes(self):
        page = self.add_page()
        text = " & ".join(["ten bees"] * 7)  # 80 letters once every & is written out
        text = text[:79]
        path = f"pages/{page.pk}/titles/t/?text={text.replace('&', '%26')}"
        ways = self.send("get", path).json()["ways"]
        self.assertTrue(ways)
        for way in ways:
            page.refresh_from_db()
            change = {
                "kind": "set-title", "block": "t", "title_way": way["way"],
                "lines": [line["text"] for line in way["lines"]],
                "alphabets": [line["alphabet"] for line in way["lines"]],
            }  # fmt: skip
            answer = self.send("post", f"pages/{page.pk}/changes/", {"version": page.version, "change": change})
            self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(self.send("get", f"pages/{page.pk}/titles/t/?text={'a' * 81}").status_code, 400)

    def test_a_write_sent_twice_is_made_once(self):
        page = self.add_page()
        write = {"version": 1, "key": "0f8fad5b-d9cb", "change": {"kind": "pin", "block": "q", "step_x": 2}}
        first = self.send("post", f"pages/{page.pk}/changes/", write)
        again = self.send("post", f"pages/{page.pk}/changes/", write)
        self.assertEqual((first.json()["version"], again.json()["version"]), (2, 2))
        undo = {"version": 2, "key": "7c9e6679-7425"}
        for _ in range(2):
            self.assertEqual(self.send("post", f"pages/{page.pk}/undo/", undo).json()["version"], 3)
        self.assertEqual(Write.objects.count(), 2)
        stale = {**write, "key": "another-key-1"}
        self.assertEqual(self.send("post", f"pages/{page.pk}/changes/", stale).status_code, 409)
        self.assertEqual(Write.objects.count(), 2)


class Nudged(ApiTestCase):
    def test_every_piece_of_every_demo_sketch_is_nudged_without_an_error(self):
        for path in DEMO_SKETCHES:
            name = path.name.removesuffix(".quilt.json")
            sketch = keep_sketch(owner=self.ida, sketch=demo_sketch(name))
            page = make_page(owner=self.ida, sketch=sketch, on=self.letter, format_key="letter")
            blocks = self.send("get", f"pages/{page.pk}/").json()["fit"]["board"]["blocks"]
            for block in blocks[:: max(1, len(blocks) // 2)]:
                page.refresh_from_db()
                with self.subTest(name, block=block["id"]):
                    answer = self.change(page.pk, page.version, kind="pin", block=block["id"], step_x=1)
                    self.assertIn(answer.status_code, (200, 400), answer.content)
                    if answer.status_code == 200:
                        page.refresh_from_db()
                        way = answer.json()["way"]
                        query = "&".join(f"{key}={value}" for key, value in way.items())
                        fit = self.send("get", f"pages/{page.pk}/fit/?{query}&reasons=true")
                        self.assertEqual(fit.status_code, 200, fit.content)
