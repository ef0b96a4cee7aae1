"""Odd, hostile and unlucky input: everything gets an answer in words, nothing is lost, nothing is half kept."""

import json
from datetime import timedelta
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from server.common.owned import Owned
from server.pages.models import Page, Revision, Write
from server.pages.services import make_page
from server.photos.models import Photo
from server.recovery.services import purge
from server.sketches.services import keep_sketch
from server.unfinished.models import Unfinished
from tests.api.answers import Client
from tests.api.base import SMALL, ApiTestCase, change_page, picture
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
        late = Page.objects.get(
            pk=page.pk
        )  # the same write twice at once: the second finds it made when it comes to write
        late.version = 1
        with mock.patch("server.pages.services._is_written", side_effect=[False, True]):
            self.assertEqual(change_page(page=late, **write).version, 3)
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


class Recovered(ApiTestCase):
    """Everything that is put aside comes back for thirty days, and is gone for good after them."""

    ENTERED = {
        "embellishment": (
            "embellishments/",
            {"name": "bee", "kind": "dot", "form": "round", "width": "1", "height": "1", "colours": ["#cf9d2e"]},
        ),
        "letters": (
            "alphabets/",
            {"name": "tall", "kind": "stickers", "height": "3/4", "letters": "HONEY", "colour": "#a8392e"},
        ),
        "hand": ("scripts/", {"name": "mine", "characters": 40, "line": "6", "pitch": "1/4"}),
        "trimmer": (
            "trimmers/",
            {"name": "small one", "longest": "12", "widest": "6", "finest": "1/16", "narrowest": "1/4"},
        ),
        "punch": ("tools/", {"name": "round", "makes_shape": "circle", "makes": "1, 2"}),
        "paper": ("stash/papers/", {"line": "2 navy 12x12"}),
    }
    ADDRESSES = {"hand": "hands/"}

    def put_aside(self, kind):
        path, facts = self.ENTERED[kind]
        made = self.send("post", path, facts)
        self.assertIn(made.status_code, (200, 201), made.content)
        number = made.json()["id"]
        gone = self.send("delete", f"{self.ADDRESSES.get(kind, path)}{number}/")
        self.assertEqual(gone.status_code, 204, gone.content)
        return number

    def test_every_kind_comes_back(self):
        for kind in self.ENTERED:
            with self.subTest(kind):
                number = self.put_aside(kind)
                listed = [row for row in self.send("get", "deleted/").json() if row["kind"] == kind]
                self.assertEqual([row["id"] for row in listed], [number])
                self.assertTrue(listed[0]["name"])
                left = self.send("post", "deleted/", {"kind": kind, "id": number})
                self.assertEqual(left.status_code, 200)
                self.assertEqual([row for row in left.json() if row["kind"] == kind], [])
                rows = self.send("get", self.ENTERED[kind][0]).json()
                rows = rows["results"] if isinstance(rows, dict) else rows
                self.assertIn(number, [row["id"] for row in rows])

    def test_a_state_put_away_comes_back_and_nobody_elses(self):
        page = self.add_page()
        state = self.send("post", f"pages/{page.pk}/snapshots/", {"note": "before the bees"}).json()["id"]
        self.send("delete", f"pages/{page.pk}/snapshots/{state}/")
        self.assertEqual(self.send("get", f"pages/{page.pk}/snapshots/").json(), [])
        other = Client()
        other.force_login(self.otto)
        self.assertEqual(self.send("post", "deleted/", {"kind": "state", "id": state}, other).status_code, 404)
        self.send("post", "deleted/", {"kind": "state", "id": state})
        self.assertEqual([row["id"] for row in self.send("get", f"pages/{page.pk}/snapshots/").json()], [state])

    def test_after_thirty_days_every_kind_is_gone(self):
        for kind in self.ENTERED:
            self.put_aside(kind)
        old = timezone.now() - timedelta(days=31)
        for model in Owned.__subclasses__():
            model.objects.exclude(deleted_at=None).update(deleted_at=old)
        self.assertEqual(self.send("get", "deleted/").json(), [])
        self.assertEqual(purge(), len(self.ENTERED))
        self.assertEqual(sum(model.objects.count() for model in Owned.__subclasses__()), 0)


class Typing(ApiTestCase):
    def test_what_is_typed_is_kept_for_its_owner_alone_until_it_is_done(self):
        self.assertEqual(self.send("get", "unfinished/story-7/").json(), {"text": ""})
        for text in ("We had", "We had meant to stay \U0001f41d"):
            self.assertEqual(self.send("put", "unfinished/story-7/", {"text": text}).json(), {"text": text})
        self.assertEqual(self.send("get", "unfinished/story-7/").json()["text"], text)
        other = Client()
        other.force_login(self.otto)
        self.assertEqual(self.send("get", "unfinished/story-7/", client=other).json(), {"text": ""})
        self.send("put", "unfinished/story-7/", {"text": ""})
        self.assertEqual(Unfinished.objects.count(), 0)

    def test_what_cannot_be_kept_is_told(self):
        for place in ("Story", "a b", "a" * 81, "x/y"):
            self.assertEqual(self.send("put", f"unfinished/{place}/", {"text": "a"}).status_code, 404)
        self.assertEqual(self.send("put", "unfinished/story-7/", {"text": "a" * 200_001}).status_code, 400)
        with mock.patch("server.unfinished.views.MOST_PLACES", 1):
            self.send("put", "unfinished/one/", {"text": "a"})
            self.assertEqual(self.send("put", "unfinished/two/", {"text": "a"}).status_code, 400)
            self.assertEqual(self.send("put", "unfinished/one/", {"text": "b"}).status_code, 200)
