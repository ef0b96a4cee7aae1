"""Things on a plain sheet found in a photograph of it: drawn, spoiled as a photograph is, and measured by the sheet."""

import io
from random import Random

from django.test import SimpleTestCase
from PIL import Image

from bench.pictures import photographed
from bench.things import GROUNDS, SHEET, compared, drawn_sheet, measure
from inkquilt.embellishments import EmbellishmentKind, Form, check
from inkquilt.lengths import INCH, Unit
from inkquilt_io.picture.things import find_things
from inkquilt_io.picture.values import PictureFaults, grouped
from tests.drawn import owned


class Things(SimpleTestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        image, cls.laid = drawn_sheet(Random(11), 12, GROUNDS[0])
        cls.content = photographed(image, Random(11))
        cls.found = find_things(cls.content, SHEET)

    def test_they_are_found_and_measured_to_a_sixteenth(self):
        counts = compared(self.laid, self.found)
        self.assertGreaterEqual(counts["found"], 11)
        self.assertGreaterEqual(counts["right size"], 11)
        self.assertLessEqual(counts["extra"], 1)

    def test_on_every_ground(self):
        """Of twelve on white, cream and kraft at least eleven: the sixty of the bench in small."""
        totals = measure(count=12, seed=21)
        self.assertGreaterEqual(min(totals["found"], totals["right size"]), 11)
        self.assertLessEqual(totals["extra"], 1)

    def test_each_has_an_outline_of_its_own_and_looks_like_itself(self):
        for thing in self.found:
            one = owned("t", EmbellishmentKind.MAIN, thing.form, colours=thing.colours)
            one = type(one)("t", "t", one.kind, thing.form, thing.size, thing.colours, outline=thing.outline)
            check(one, Unit.IN)
            left, top, right, bottom = one.shape.bounds
            with self.subTest(thing.form):
                self.assertAlmostEqual((right - left) / thing.size.width, 1, delta=0.06)
                self.assertAlmostEqual((bottom - top) / thing.size.height, 1, delta=0.06)
                picture = Image.open(io.BytesIO(thing.picture))
                self.assertEqual((picture.format, picture.mode, max(picture.size) <= 200), ("WEBP", "RGBA", True))
                self.assertLess(len(thing.picture), 60_000)

    def test_a_sheet_that_lies_on_its_side_is_taken_so(self):
        turned = Image.open(io.BytesIO(self.content)).rotate(90, expand=True)
        out = io.BytesIO()
        turned.save(out, "JPEG", quality=90)
        found = find_things(out.getvalue(), SHEET)
        self.assertEqual(len(found), len(self.found))
        largest, other = (max(max(t.size.width, t.size.height) for t in some) for some in (found, self.found))
        self.assertAlmostEqual(largest / INCH, other / INCH, delta=1 / 16)

    def test_alike_things_are_one_with_their_count(self):
        round_ = next(thing for thing in self.found if thing.form is Form.ROUND)
        others = [thing for thing in self.found if thing is not round_]
        several = grouped([round_, *others, round_, round_])
        self.assertEqual(next(one.count for one in several if one.form is Form.ROUND and one.size == round_.size), 3)
        self.assertEqual(sum(one.count for one in several), len(self.found) + 2)

    def test_what_is_no_sheet_is_said(self):
        blank = Image.new("RGB", (800, 1000), (120, 100, 90))
        out = io.BytesIO()
        blank.save(out, "PNG")
        for content, words in ((b"nothing", "no PNG or JPEG"), (out.getvalue(), "No sheet was found")):
            with self.assertRaisesRegex(PictureFaults, words):
                find_things(content, SHEET)
        empty, _ = drawn_sheet(Random(1), 0, GROUNDS[0])
        with self.assertRaisesRegex(PictureFaults, "Nothing was found"):
            find_things(photographed(empty, Random(4)), SHEET)
