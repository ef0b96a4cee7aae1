"""Photos: what is accepted, how they are turned, and what is refused without leaving anything behind."""

import io
import tempfile
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from PIL import Image

from server.photos.models import Photo
from server.solving.pool import Solvers
from tests.api.base import ApiTestCase, picture


class Photos(ApiTestCase):
    def setUp(self):
        super().setUp()
        # other tests keep photos at the same time
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(self.settings(PHOTO_DIR=Path(folder)))

    def upload(self, content: bytes, name: str = "photo.jpg"):
        return self.client.post("/api/photos/", {"file": SimpleUploadedFile(name, content)})

    def folders(self):
        root = Path(settings.PHOTO_DIR)
        return sorted(path.name for path in root.iterdir()) if root.is_dir() else []

    def test_a_photo_is_kept_untouched_with_smaller_upright_pictures(self):
        exif = Image.Exif()
        exif[0x0112] = 6  # turn a quarter clockwise to see it upright
        content = picture(900, 600, exif=exif)
        answer = self.upload(content, "Roof <b>.jpg")
        row = answer.json()
        self.assertEqual((answer.status_code, row["width"], row["height"], row["stance"]), (201, 600, 900, "upright"))
        self.assertEqual(Photo.objects.get(pk=row["id"]).original.read_bytes(), content)
        thumb = self.client.get(f"/api/photos/{row['id']}/thumb/")
        shown = Image.open(io.BytesIO(b"".join(thumb.streaming_content)))
        self.assertEqual((shown.size, thumb["Content-Type"]), ((240, 360), "image/jpeg"))
        self.assertIn("private", thumb["Cache-Control"])

    def test_png_with_transparency_and_the_same_photo_twice(self):
        out = io.BytesIO()
        Image.new("RGBA", (30, 30), (200, 0, 0, 0)).save(out, "PNG")
        first = self.upload(out.getvalue(), "clear.png").json()
        again = self.upload(out.getvalue(), "other name.png").json()
        self.assertEqual((first["id"], first["known"]), (again["id"], False))
        self.assertTrue(again["known"])
        self.assertEqual(first["stance"], "square")

    def test_what_is_no_photo_is_refused_and_leaves_nothing_behind(self):
        before = self.folders()
        gif = io.BytesIO()
        Image.new("RGB", (9, 9)).save(gif, "GIF")
        whole = picture(400, 300)
        for content, status in (
            (b"", 400),
            (b"not a picture", 400),
            (b"<svg xmlns='http://www.w3.org/2000/svg'/>", 400),
            (gif.getvalue(), 400),
            (whole[: len(whole) // 2], 400),
            (b"\xff\xd8\xff\xe0" + b"\0" * 200, 400),
        ):
            answer = self.upload(content, "liar.jpg")
            with self.subTest(content[:12]):
                self.assertEqual(answer.status_code, status, answer.content)
                self.assertNotIn("Traceback", answer.content.decode())
        self.assertEqual(self.client.post("/api/photos/", {}).status_code, 400)
        self.assertEqual((self.folders(), Photo.objects.count()), (before, 0))

    def test_limits_of_bytes_and_pixels(self):
        before = self.folders()
        with override_settings(PHOTO_MOST_PIXELS=100 * 100):
            self.assertEqual(self.upload(picture(101, 100)).status_code, 413)
        with override_settings(PHOTO_MOST_BYTES=500):
            self.assertEqual(self.upload(picture(300, 300)).status_code, 413)
        self.assertEqual(self.folders(), before)

    def test_a_full_disk_keeps_nothing_half(self):
        before = self.folders()
        with mock.patch("server.photos.files._keep", side_effect=OSError("no space left")):
            self.assertEqual(self.upload(picture()).status_code, 507)
        self.assertEqual((self.folders(), Photo.objects.count()), (before, 0))


class Looking(ApiTestCase):
    def test_a_photo_is_looked_at_once(self):
        photo = self.add_photo()
        self.assertFalse(photo.looked_at)
        with mock.patch.object(Solvers, "run", autospec=True, side_effect=Solvers.run) as asked:
            for _ in range(2):
                told = self.send("post", f"photos/{photo.pk}/look/").json()
                self.assertEqual((told["id"], told["looked_at"]), (photo.pk, True))
        self.assertEqual(asked.call_count, 1)

    def test_a_mat_is_proposed_by_the_photo_that_lies_in_the_slot(self):
        page = self.add_page()
        empty = self.send("get", f"pages/{page.pk}/mat-colour/?slot=p")
        self.assertEqual((empty.status_code, empty.json()["faults"][0]["code"]), (400, "no-photo"))
        for version, (colour, shade) in enumerate((("white", "black"), ("black", "white")), start=1):
            photo = self.add_photo(colour=colour)
            self.change(page.pk, version, kind="photo", block="p", photo=photo.pk)
            told = self.send("get", f"pages/{page.pk}/mat-colour/?slot=p").json()
            # White is the usual mat; black where the photo's edges are light (common practice, no source).
            self.assertEqual(told["shade"], shade)
