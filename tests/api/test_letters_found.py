"""Sheets of letters found in a photograph, measured, and named by typing them."""

from pathlib import Path
from random import Random

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image, ImageDraw, ImageFont

import inkquilt_io
from bench.pictures import photographed
from inkquilt_io.lettering import FONTS
from server.words.models import Alphabet
from tests.api.base import ApiTestCase

#: Pixels of an inch in the drawn photograph.
DOTS = 100
ROWS = ("ABCDEE", "HIKNOO", "i&RSTY")
#: So high are the capitals, in inches.
HIGH = 0.75


def letters_photographed():
    """Draw rows of letters on a plain sheet 8 1/2 x 11 in and photograph it: askew, unevenly lit."""
    image = Image.new("RGB", (round(8.5 * DOTS), 11 * DOTS), (246, 243, 236))
    pen = ImageDraw.Draw(image)
    path = str(Path(inkquilt_io.__file__).parent / "fonts" / FONTS["Figtree"])
    _, top, _, bottom = ImageFont.truetype(path, 100).getbbox("H")
    font = ImageFont.truetype(path, round(100 * HIGH * DOTS / (bottom - top)))
    for row, letters in enumerate(ROWS):
        for column, letter in enumerate(letters):
            pen.text(
                ((1.2 + 1.1 * column) * DOTS, (2.2 + 1.8 * row) * DOTS),
                letter,
                font=font,
                fill=(60, 50, 110),
                anchor="ms",
            )
    return photographed(image, Random(5))


class LettersFound(ApiTestCase):
    def found(self):
        picture = SimpleUploadedFile("letters.jpg", letters_photographed(), "image/jpeg")
        body = {"file": picture, "width": "8 1/2", "height": "11", "unit": "in"}
        answer = self.client.post("/api/alphabets/found/", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def keep(self, found, letters, **more):
        boxes = [[one["width"], one["height"]] for one in found["letters"]]
        body = {"name": "Found", "kind": "stickers", "letters": letters, "found": boxes, **more}
        return self.send("post", "alphabets/", body)

    def test_they_are_found_in_the_order_of_reading_and_measured(self):
        found = self.found()
        self.assertEqual(len(found["letters"]), 18, "the dot of the i is put to its stem")
        self.assertEqual(found["height"], "3/4")
        self.assertFalse(Alphabet.objects.exists(), "nothing is kept until they are named")
        answer = self.keep(found, " ".join(ROWS))
        self.assertEqual(answer.status_code, 201, answer.content)
        alphabet = answer.json()
        self.assertEqual((alphabet["height"], alphabet["width"]), ("3/4 in", "plain"))
        counts = {one["letter"]: one["count"] for one in alphabet["letters"]}
        self.assertEqual((counts["E"], counts["O"], counts["&"], counts["i"]), (2, 2, 1, 1))

    def test_as_many_are_typed_as_were_found(self):
        found = self.found()
        for letters in ("ABC", "".join(ROWS) + "X"):
            answer = self.keep(found, letters)
            self.assertEqual(answer.status_code, 400)
            self.assertIn("18 letters were found", answer.json()["detail"])
        self.assertFalse(Alphabet.objects.exists())

    def test_what_is_no_box_is_refused(self):
        for boxes in ([[0, 5]], [[1]], [[1, 2]] * 201, "many"):
            with self.subTest(boxes=str(boxes)[:20]):
                body = {"name": "x", "kind": "stickers", "letters": "A", "found": boxes}
                self.assertEqual(self.send("post", "alphabets/", body).status_code, 400)
        huge = {"name": "x", "kind": "stickers", "letters": "A", "found": [[10**6, 10**6]]}
        self.assertEqual(self.send("post", "alphabets/", huge).status_code, 400)
        neither = {"name": "x", "kind": "stickers", "letters": "A"}
        self.assertEqual(self.send("post", "alphabets/", neither).status_code, 400)
