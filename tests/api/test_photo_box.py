"""The photo box: formats, facts, what matters, prints without a file, private places, matching and finding."""

import io
import tempfile
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from unittest import mock

import pillow_heif
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import ExifTags, Image

from inkquilt.page import FORMATS
from server.pages.known import document_of
from server.pages.models import Page
from server.photos.models import FocalArea, Photo
from server.photos.services import add_photo
from tests.api.answers import Client
from tests.api.base import ApiTestCase, change_page, picture
from tests.building import data_of, row
from tests.building import size as inches_of

WITH_PLACE = {1: "N", 2: (52.0, 31.0, 12.0), 3: "E", 4: (13.0, 24.0, 18.0)}


def with_exif(kind="JPEG", **save):
    """A picture taken at a known time and place."""
    exif = Image.Exif()
    exif[0x0110] = "Box camera"
    exif.get_ifd(0x8769)[0x9003] = "2026:04:19 07:05:09"
    exif.get_ifd(0x8825).update(WITH_PLACE)
    if kind == "TIFF":  # written only from tables that were read
        exif = Image.open(io.BytesIO(with_exif())).getexif()
    out = io.BytesIO()
    Image.linear_gradient("L").convert("RGB").resize((120, 80)).save(out, kind, exif=exif, **save)
    return out.getvalue()


class PhotoBox(ApiTestCase):
    def setUp(self):
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(self.settings(PHOTO_DIR=Path(folder)))

    def upload(self, content, name="photo.jpg"):
        return self.client.post("/api/photos/", {"file": SimpleUploadedFile(name, content)})

    def test_every_format_is_read_with_its_date_whatever_the_file_is_called(self):
        heic = io.BytesIO()
        pillow_heif.from_pillow(Image.open(io.BytesIO(with_exif()))).save(heic, exif=Image.open(
            io.BytesIO(with_exif())).info["exif"])  # fmt: skip
        for name, content in (
            ("JPEG", with_exif()),
            ("PNG", with_exif("PNG")),
            ("WEBP", with_exif("WEBP")),
            ("TIFF", with_exif("TIFF")),
            ("HEIC", heic.getvalue()),
        ):
            answer = self.upload(content, f"{name}.jpg")
            with self.subTest(name):
                self.assertEqual(answer.status_code, 201, answer.content)
                told = answer.json()
                self.assertEqual((told["width"], told["height"], told["has_place"]), (120, 80, True))
                self.assertEqual(Photo.objects.get(pk=told["id"]).taken, datetime(2026, 4, 19, 7, 5, 9, tzinfo=UTC))

    def test_cmyk_16_bit_and_lying_exif_are_read_and_moving_pictures_refused(self):
        for kind, image in (
            ("TIFF", Image.new("CMYK", (40, 30), (0, 200, 200, 0))),
            ("PNG", Image.new("I;16", (40, 30), 40_000)),
            ("PNG", Image.new("LA", (40, 30), (90, 0))),
            ("JPEG", Image.new("L", (40, 30), 90)),
        ):
            out = io.BytesIO()
            image.save(out, kind)
            self.assertEqual(self.upload(out.getvalue()).status_code, 201, image.mode)
        lying = with_exif().replace(b"2026:04:19 07:05:09", b"9999:99:99 99:99:99")
        self.assertIsNone(self.upload(lying).json()["taken"])
        moving = io.BytesIO()
        frames = [Image.new("RGB", (20, 20), colour) for colour in ("red", "blue")]
        frames[0].save(moving, "WEBP", save_all=True, append_images=frames[1:])
        answer = self.upload(moving.getvalue())
        self.assertEqual(answer.status_code, 400)
        self.assertIn("moves", answer.json()["detail"])

    def test_a_file_sent_twice_at_the_same_time_is_kept_once(self):
        first = self.upload(picture()).json()
        kept = Photo.objects.get(pk=first["id"])
        # the second was looked for before the first was kept, and found when it was to be kept itself
        with mock.patch("server.photos.services._known", side_effect=[None, kept]):
            again = self.upload(picture()).json()
        self.assertEqual((again["id"], again["known"], Photo.objects.count()), (first["id"], True, 1))
        self.assertEqual([path.name for path in Path(settings.PHOTO_DIR).iterdir()], [kept.folder])

    def test_a_photo_put_aside_leaves_its_name_and_its_place_in_the_slot(self):
        page, photo = self.add_page(), self.add_photo()
        change = {"kind": "photo", "block": "p", "photo": photo.pk, "zoom": 1.5, "look_x": 0.25}
        change_page(page=page, version=page.version, change=change)
        self.send("delete", f"photos/{photo.pk}/")
        slot = self.send("get", f"pages/{page.pk}/").json()["slots"][0]
        self.assertEqual((slot["missing"], slot["photo"], slot["photo_name"]), (True, None, "teal"))
        self.send("post", "deleted/", {"kind": "photo", "id": photo.pk})
        slot = self.send("get", f"pages/{page.pk}/").json()["slots"][0]
        self.assertEqual((slot["missing"], slot["zoom"]), (False, 1.5))

    def test_the_place_leaves_with_everything_only_when_asked_for(self):
        for kind in ("JPEG", "PNG", "WEBP", "TIFF"):
            self.upload(with_exif(kind), kind)
        for query, kept in (("", False), ("?places=true", True)):
            content = b"".join(self.client.get(f"/api/everything/{query}").streaming_content)
            with zipfile.ZipFile(io.BytesIO(content)) as archive:
                names = [name for name in archive.namelist() if name.startswith("photos/")]
                self.assertEqual(len(names), 4)
                for name in names:
                    image = Image.open(io.BytesIO(archive.read(name)))
                    image.load()
                    place = {tag: value for tag, value in image.getexif().get_ifd(0x8825).items() if value}
                    self.assertEqual(bool(place), kept, name)
                    if not kept:
                        self.assertEqual(image.getexif().get_ifd(0x8769)[0x9003], "2026:04:19 07:05:09")

    def test_what_is_known_of_a_photo_is_kept_and_comes_back_with_everything(self):
        photo = self.upload(picture()).json()
        facts = {"note": "the long way round", "group": "walk", "wish": "big", "irreplaceable": True}
        self.assertEqual(self.send("patch", f"photos/{photo['id']}/", facts).status_code, 200)
        area = {"left": 0.25, "top": 0.5, "width": 0.5, "height": 0.25, "weight": 5}
        self.send("put", f"photos/{photo['id']}/areas/", {"areas": [area]})
        printed = {"name": "Grandmother's first hive", "width": "3 1/2", "height": "5", "kind": "print"}
        self.assertEqual(self.send("post", "photos/prints/", printed).json()["print_size"], "3 1/2 × 5 in")
        content = b"".join(self.client.get("/api/everything/").streaming_content)
        self.client.force_login(self.otto)
        answer = self.client.post("/api/everything/", {"file": SimpleUploadedFile("all.zip", content)})
        self.assertEqual(answer.json()["photos"], 2)
        mine, paper = self.client.get("/api/photos/").json()["results"]
        self.assertEqual({name: mine[name] for name in facts}, facts)
        self.assertEqual([(one["left"], one["height"], one["weight"]) for one in mine["areas"]], [(0.25, 0.25, 5)])
        self.assertEqual((paper["print_size"], paper["has_file"]), ("3 1/2 × 5 in", False))

    def test_the_list_takes_the_same_few_queries_for_many_and_comes_in_parts(self):
        for number in range(5):
            photo = self.add_photo(colour=f"hsl({number * 50}, 50%, 50%)")
            FocalArea.objects.create(photo=photo, left=0, top=0, width=100, height=100)
        with self.assertNumQueries(6):  # session, user, count, photos, what matters, what she measures in
            answer = self.send("get", "photos/?limit=3")
        self.assertEqual((len(answer.json()["results"]), answer.json()["count"]), (3, 5))
        self.assertTrue(answer.json()["next"])

    def test_what_cannot_be_is_refused_and_changes_nothing(self):
        photo = self.upload(picture()).json()
        for method, path, data in (
            ("post", "photos/prints/", {"name": "x", "width": "a bit", "height": "5", "kind": "print"}),
            ("post", "photos/prints/", {"name": "x", "width": "0", "height": "5", "kind": "print"}),
            ("post", "photos/prints/", {"name": "x", "width": "2", "height": "5", "kind": "photo"}),
            ("patch", f"photos/{photo['id']}/", {"wish": "huge"}),
            ("patch", f"photos/{photo['id']}/", {"print_width": "4", "print_height": ""}),
            ("put", f"photos/{photo['id']}/areas/", {"areas": [{"left": 2, "top": 0, "width": 1, "height": 1}]}),
            ("put", f"photos/{photo['id']}/areas/", {"areas": [{"left": 0, "top": 0, "width": 1, "height": 1}] * 41}),
        ):
            with self.subTest(data):
                self.assertEqual(self.send(method, path, data).status_code, 400)
        self.assertEqual((Photo.objects.count(), FocalArea.objects.count()), (1, 0))
        self.client.force_login(self.otto)
        for method, path in (("patch", ""), ("put", "areas/"), ("post", "look/")):
            self.assertEqual(self.send(method, f"photos/{photo['id']}/{path}", {"areas": []}).status_code, 404)


class OnThePage(ApiTestCase):
    """A cluster lies over the left half of a photo in which a face is there."""

    def lay_out(self):
        super().lay_out()
        rows = (
            row("p", "photo", 3, 1, 6, 4, level=1),
            row("q", "photo", 3, 6, 6, 4, level=1),
            row("c", "cluster", 1, 2, 3, 2, level=3),
        )
        self.photo, self.other = self.add_photo(colour="teal"), self.add_photo(colour="gold")
        FocalArea.objects.create(photo=self.photo, left=1000, top=2000, width=3000, height=5000, weight=5)
        page = next(form for form in FORMATS if form.key == "12x12").page()
        self.page = self.make(self.add_sketch(data=data_of(*rows)), page)
        self.put({"kind": "photo", "block": "p", "photo": self.photo.pk})

    def make(self, sketch, page):
        answer = self.send("post", "pages/", {"sketch": sketch.pk, "format": "12x12"}).json()
        return Page.objects.get(pk=answer["id"])

    def put(self, change):
        self.page = change_page(page=self.page, version=self.page.version, change=change)

    def bench(self):
        return self.send("get", f"pages/{self.page.pk}/").json()

    def test_a_face_under_a_cluster_is_told_and_every_way_out_shows_it(self):
        cover = next(one for one in self.bench()["covers"] if one["slot"] == "p")
        words = cover["lost"][0]["words"]
        self.assertIn("% of what matters lies under cluster c", words)
        self.assertGreater(int(words.split()[0]), 15)
        ways = self.send("get", f"pages/{self.page.pk}/shows/?slot=p").json()
        words = " / ".join(way["words"] for way in ways)
        self.assertIn("nudge", words)
        self.assertIn("kept off", words)
        self.assertIn("put it into", words)
        for way in ways:
            version = self.page.version
            body = {"version": version, "change": way["change"]}
            answer = self.send("post", f"pages/{self.page.pk}/changes/", body)
            with self.subTest(way["words"]):
                self.assertEqual(answer.status_code, 200, answer.content)
                self.assertEqual([one["lost"] for one in answer.json()["covers"] if one["lost"]], [])
            undone = self.send("post", f"pages/{self.page.pk}/undo/", {"version": answer.json()["version"]}).json()
            self.page.refresh_from_db()
            self.assertEqual([one["slot"] for one in undone["covers"] if one["lost"]], ["p"])

    def test_a_photo_is_never_fitted_below_what_matters_in_it(self):
        FocalArea.objects.filter(photo=self.photo).update(left=0, top=0, width=10_000, height=10_000)
        self.put({"kind": "photo", "block": "q", "photo": self.other.pk})
        least = document_of(self.page).photo_terms
        self.assertEqual([term.block for term in least if term.least or term.print_size], ["p"])
        self.put({"kind": "format", "format": "6x8"})
        document = document_of(self.page)
        sizes = {block.id: block.size for block in document.blocks}
        asked = document.photo_terms[0].least
        self.assertTrue(sizes["p"].width >= asked.width and sizes["p"].height >= asked.height)

    def test_a_print_that_exists_is_only_trimmed_and_the_cuts_are_told(self):
        paper = {"name": "Hive, 1931", "width": "6 1/4", "height": "4", "kind": "print"}
        printed = self.send("post", "photos/prints/", paper).json()
        self.put({"kind": "photo", "block": "q", "photo": printed["id"]})
        slot = next(one for one in self.bench()["slots"] if one["block"] == "q")
        self.assertEqual(slot["trims"], ["1/8 in off the left", "1/8 in off the right"])  # the slot stays 6 x 4
        document = {"name": "Ticket", "width": "5", "height": "4", "kind": "document"}
        keepsake = self.send("post", "photos/prints/", document).json()
        self.put({"kind": "photo", "block": "q", "photo": keepsake["id"]})
        size = next(block.size for block in document_of(self.page).blocks if block.id == "q")
        self.assertEqual(size, inches_of("5", "4"))
        # a document a little larger than its slot is not trimmed to it either
        keepsake = self.send("post", "photos/prints/", document | {"width": "5 1/4"}).json()
        self.put({"kind": "photo", "block": "q", "photo": keepsake["id"]})
        size = next(block.size for block in document_of(self.page).blocks if block.id == "q")
        self.assertEqual(size, inches_of("5 1/4", "4"))

    def test_a_photo_is_kept_whole_upright_and_with_the_sketch_on_its_side(self):
        for turn, across in ((0, True), (90, True)):  # the photo itself is 6 x 4 either way
            self.put({"kind": "way", "school": "keep-photos", "turn": turn})
            self.put({"kind": "whole", "block": "p"})
            blocks = {block.id: block for block in document_of(self.page).blocks}
            with self.subTest(turn):
                self.assertEqual(blocks["p"].width > blocks["p"].height, across)
                mat = next(block for block in blocks.values() if block.of == ("p",))
                self.assertTrue(mat.width > blocks["p"].width and mat.height > blocks["p"].height)
            self.page.refresh_from_db()
            undone = self.send("post", f"pages/{self.page.pk}/undo/", {"version": self.page.version})
            self.assertEqual(undone.status_code, 200)
            self.page.refresh_from_db()
        answer = self.send("post", f"pages/{self.page.pk}/changes/", {
            "version": self.page.version, "change": {"kind": "whole", "block": "q"}})  # fmt: skip
        self.assertIn("no photo in photo q", answer.json()["detail"])

    def test_photos_are_matched_in_an_order_of_her_own(self):
        third = self.add_photo(colour="navy")
        orders = []
        for photos in ([third.pk, self.other.pk], [self.other.pk, third.pk]):
            found = self.send("post", f"pages/{self.page.pk}/match/", {"photos": photos, "order": "mine"}).json()
            reading = {one["block"]: one["photo"] for one in found["placed"]}
            orders.append([reading[slot] for slot in ("p", "q")])
            self.assertIn("in its turn", found["reasons"][0]["why"])
        self.assertEqual(orders[0], orders[1][::-1])
        refused = self.send("post", f"pages/{self.page.pk}/match/", {"photos": [third.pk], "order": "hers"})
        self.assertEqual(refused.status_code, 400)

    def test_photos_are_matched_and_those_that_are_locked_stay(self):
        self.put({"kind": "photo", "block": "p", "photo": self.photo.pk, "locked": True})
        third = self.add_photo(colour="navy")
        body = {"photos": [self.photo.pk, self.other.pk, third.pk]}
        found = self.send("post", f"pages/{self.page.pk}/match/", body).json()
        self.assertTrue(found["proven"])
        self.assertIn({"block": "p", "photo": self.photo.pk}, found["placed"])
        self.assertEqual(len(found["left_out"]), 1)
        why = {one["photo"]: one["why"] for one in found["reasons"]}
        self.assertIn("it stays where you put it", why[self.photo.pk])
        self.put(found["change"])
        self.assertEqual(len(document_of(self.page).photos), 2)
        self.assertTrue(document_of(self.page).photos["p"].locked)
        stranger = self.add_photo(self.otto)
        answer = self.send("post", f"pages/{self.page.pk}/match/", {"photos": [stranger.pk]})
        self.assertEqual(answer.status_code, 400)

    def test_sketches_are_found_fitted_and_begun_with_the_photos_in_place(self):
        body = {"photos": [self.photo.pk, self.other.pk], "format": "letter"}
        found = self.send("post", "finder/", body).json()
        self.assertEqual({one["name"] for one in found if one["sketch"]}, {"Test"})
        best = found[0]
        self.assertEqual(best["why"], "a slot for every photo")
        held = {name: best[name] for name in ("sketch", "turn", "mirrored")}
        fitted = self.send("post", "finder/fit/", body | held).json()
        self.assertEqual(len(fitted["match"]["placed"]), 2)
        made = self.send("post", "pages/", {"format": "letter", "placed": fitted["match"]["placed"]} | held)
        self.assertEqual(made.status_code, 201)
        self.assertEqual(sorted(slot["photo"] for slot in made.json()["slots"]), [self.photo.pk, self.other.pk])


class Prints(ApiTestCase):
    def lay_out(self):
        super().lay_out()
        self.page, self.photo = self.add_page(), self.add_photo()
        change = {"kind": "photo", "block": "p", "photo": self.photo.pk}
        self.page = change_page(page=self.page, version=self.page.version, change=change)
        self.query = f"pages={self.page.pk}&paper=letter"

    def test_photos_are_laid_on_paper_with_their_fineness_and_what_is_not_printed(self):
        keepsake = self.send(
            "post", "photos/prints/", {"name": "Ticket", "width": "2", "height": "2", "kind": "document"}
        ).json()
        change = {"kind": "photo", "block": "q", "photo": keepsake["id"]}
        self.page = change_page(page=self.page, version=self.page.version, change=change)
        plan = self.send("get", f"prints/?{self.query}").json()
        self.assertEqual([(one["name"], one["grade"]) for one in plan["prints"]], [("teal", "poor")])
        self.assertEqual([one["name"] for one in plan["left"]], ["Ticket"])
        laid = plan["sheets"][0]["laid"][0]
        size = next(block.size for block in document_of(self.page).blocks if block.id == "p")
        self.assertEqual(sorted((laid["width"], laid["height"])), sorted((size.width / 8128, size.height / 8128)))
        self.assertEqual((len(plan["sheets"][0]["marks"]), plan["fewest"]), (8, True))

    def test_files_and_the_printer_answer(self):
        pdf = self.client.get(f"/api/prints/photo-prints.pdf?{self.query}")
        self.assertTrue(pdf.content.startswith(b"%PDF"))
        jpegs = self.client.get(f"/api/prints/photo-prints.zip?{self.query}")
        with zipfile.ZipFile(io.BytesIO(jpegs.content)) as archive:
            self.assertEqual(archive.namelist(), ["01 teal.jpg"])
        job = self.send("post", "printer/", {"pages": str(self.page.pk), "paper": "letter", "tray": "letter"}).json()
        self.assertEqual([line["fault"] for line in job["log"]], [None] * 4)
        self.assertTrue(job["sheets"][0].startswith("data:image/png;base64,"))
        job = self.send("post", "printer/", {"pages": str(self.page.pk), "paper": "letter", "tray": "a4"}).json()
        self.assertEqual((job["log"][-1]["fault"], job["sheets"]), ("wrong-paper", []))

    def test_what_cannot_be_printed_is_said(self):
        for query, words in (
            (f"pages={self.page.pk}&paper=4x6&border=2", "Take larger paper"),
            (f"pages={self.page.pk}&border=wide", "not a length"),
            (f"pages={self.page.pk}&border=9", "at most 2 in"),
            ("pages=99999", "not on your table"),
            ("pages=", ""),
        ):
            answer = self.client.get(f"/api/prints/?{query}")
            with self.subTest(query):
                self.assertEqual(answer.status_code, 400)
                self.assertIn(words, answer.json()["detail"])
        self.photo.original.unlink()
        plan = self.send("get", f"prints/?{self.query}").json()
        self.assertEqual((plan["prints"], plan["left"][0]["why"]), ([], "its file is missing"))
        self.client.force_login(self.otto)
        self.assertEqual(self.client.get(f"/api/prints/?{self.query}").status_code, 400)


class Copies(ApiTestCase):
    """A photo turned and made lighter in a copy; what it shows where is told by its quarters of plain colours."""

    def setUp(self):
        super().setUp()
        self.wide = Image.new("RGB", (400, 200), "#404040")
        self.wide.paste("#c04040", (0, 0, 200, 100))  # upper left
        out = io.BytesIO()
        exif = Image.Exif()
        exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.DateTimeOriginal] = "2026:05:10 14:20:00"
        self.wide.save(out, "JPEG", quality=95, exif=exif)
        self.photo = add_photo(
            owner=self.ida, name="roof", file=io.BytesIO(out.getvalue()), size=len(out.getvalue())
        ).photo
        area = {"left": 0, "top": 0, "width": 0.5, "height": 0.5, "matters": True, "weight": 3, "source": "hand",
                "accepted": True}  # fmt: skip
        marked = self.send("put", f"photos/{self.photo.pk}/areas/", {"areas": [area]})
        self.assertEqual(marked.status_code, 200, marked.content)

    def copy(self, status=201, **asked):
        answer = self.send("post", f"photos/{self.photo.pk}/copies/", asked)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_turned_clockwise_what_it_shows_and_what_matters_turn_with_it(self):
        for turn, size, corner in ((90, (200, 400), (1, 0)), (180, (400, 200), (1, 1)), (270, (200, 400), (0, 1))):
            with self.subTest(turn):
                told = self.copy(turn=turn)
                self.assertEqual((told["width"], told["height"]), size)
                with Image.open(Photo.objects.get(pk=told["id"]).original) as image:
                    for across in (0, 1):
                        for down in (0, 1):
                            at = image.width * (1 + 2 * across) // 4, image.height * (1 + 2 * down) // 4
                            red = image.getpixel(at)[0] > 120
                            self.assertEqual(red, (across, down) == corner, (turn, at))
                (area,) = told["areas"]
                self.assertEqual((area["left"], area["top"]), (corner[0] / 2, corner[1] / 2))

    def test_lighter_and_darker_keep_black_and_white_and_the_original_stays(self):
        before = self.photo.original.read_bytes()
        shades = []
        for light in (-4, -1, 1, 4):
            with Image.open(Photo.objects.get(pk=self.copy(light=light)["id"]).original) as image:
                shades.append(image.getpixel((300, 150))[0])
        self.assertEqual(shades, sorted(shades))
        self.assertLess(shades[1], 64)
        self.assertGreater(shades[2], 64)
        # A step is a power of two to the minus a quarter: 255 (64/255)^(2^-1) at four steps.
        self.assertAlmostEqual(shades[-1], 255 * (64 / 255) ** 0.5, delta=3)
        self.assertEqual(self.photo.original.read_bytes(), before)

    def test_day_and_name_go_along_and_the_same_copy_is_kept_once(self):
        self.send("patch", f"photos/{self.photo.pk}/", {"group": "the roof", "irreplaceable": True})
        told = self.copy(turn=90, light=1)
        self.assertEqual((told["name"], told["group"], told["irreplaceable"]), ("roof 2", "the roof", True))
        self.assertTrue(told["taken"].startswith("2026-05-10T14:20"))
        self.assertFalse(told["has_place"])
        self.assertEqual(self.copy(turn=90, light=1)["id"], told["id"])

    def test_what_cannot_be_copied_is_refused_and_leaves_nothing(self):
        for asked in ({}, {"turn": 45}, {"light": 9}, {"turn": 0, "light": 0}):
            with self.subTest(asked):
                self.copy(400, **asked)
        ticket = {"name": "Ticket", "width": "2", "height": "2", "kind": "document"}
        printed = self.send("post", "photos/prints/", ticket).json()
        self.assertEqual(self.send("post", f"photos/{printed['id']}/copies/", {"turn": 90}).status_code, 400)
        stranger = Client()
        stranger.force_login(self.otto)
        self.assertEqual(self.send("post", f"photos/{self.photo.pk}/copies/", {"turn": 90}, stranger).status_code, 404)
        self.assertEqual(Photo.objects.count(), 2)
