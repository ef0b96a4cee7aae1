"""Prints: never more sheets than a known packer needs, sizes and profiles read back, a printer with faults."""

import io
import random
import tempfile
from fractions import Fraction
from pathlib import Path
from unittest import TestCase

import rectpack
from PIL import Image, ImageCms
from pypdf import PdfReader

from inkquilt.lengths import INCH, MM
from inkquilt.photos.crop import Crop, Pixels, Slot, crop_of
from inkquilt.printing import PAPERS, PieceTooLarge, Print, fineness
from inkquilt.printing.packing import pack
from inkquilt.printing.prints import Grade, bled
from inkquilt.printing.sheets import print_sheets
from inkquilt.sketch.model import Size
from inkquilt_io.photo_printer import printed
from inkquilt_io.photo_prints import pixelled, sheets_pdf
from inkquilt_io.print_values import Printer, PrinterFault, Source
from tests.building import size

PRINT_SIZES = [
    size(w, h) for w, h in (("2", "3"), ("3", "4"), ("3 1/2", "5"), ("4", "4"), ("4", "6"), ("2", "2"), ("5", "7"))
]
LETTER = next(paper for paper in PAPERS if paper.key == "letter")


def bench_set(seed):
    pick = random.Random(seed)
    return [pick.choice(PRINT_SIZES) for _ in range(pick.randint(3, 20))]


def sheets_of(pieces, sheet):
    """The fewest sheets of everything that the known packer can try."""
    best = len(pieces)
    algorithms = (rectpack.MaxRectsBl, rectpack.MaxRectsBssf, rectpack.MaxRectsBaf, rectpack.MaxRectsBlsf,
                  rectpack.SkylineMwfl, rectpack.GuillotineBssfSas)  # fmt: skip
    for algorithm in algorithms:
        for order in (rectpack.SORT_AREA, rectpack.SORT_LSIDE, rectpack.SORT_SSIDE, rectpack.SORT_PERI):
            for bins in (rectpack.PackingBin.BBF, rectpack.PackingBin.BFF, rectpack.PackingBin.Global):
                packer = rectpack.newPacker(pack_algo=algorithm, sort_algo=order, bin_algo=bins, rotation=True)
                for piece in pieces:
                    packer.add_rect(piece.width, piece.height)
                packer.add_bin(sheet.width, sheet.height, count=len(pieces))
                packer.pack()
                if sum(len(one) for one in packer) == len(pieces):
                    best = min(best, len(packer))
    return best


class Packing(TestCase):
    def test_never_more_sheets_than_a_known_packer_needs_and_nothing_overlaps(self):
        for seed in range(24):
            pieces, sheet = bench_set(seed), PAPERS[2 + seed % 3].size
            packed = pack(pieces, sheet, 0.2)  # a fifth of the usual effort is enough
            with self.subTest(seed=seed, pieces=len(pieces)):
                self.assertLessEqual(packed.sheets, sheets_of(pieces, sheet))
                self.assert_sound(pieces, sheet, packed)

    def assert_sound(self, pieces, sheet, packed):
        boxes = []
        for piece, spot in zip(pieces, packed.spots, strict=True):
            lying = piece.swapped() if spot.turned else piece
            boxes.append((spot.sheet, spot.x, spot.y, spot.x + lying.width, spot.y + lying.height))
            self.assertTrue(
                spot.x >= 0 and boxes[-1][3] <= sheet.width and spot.y >= 0 and boxes[-1][4] <= sheet.height
            )
        for index, (on, left, top, right, bottom) in enumerate(boxes):
            for other, a, b, c, d in boxes[:index]:
                self.assertFalse(on == other and left < c and a < right and top < d and b < bottom)

    def test_what_fits_no_sheet_is_named(self):
        with self.assertRaises(PieceTooLarge) as raised:
            pack([size("2", "3"), size("9", "12")], LETTER.size)
        self.assertEqual(raised.exception.index, 1)
        self.assertEqual(pack([], LETTER.size).sheets, 0)


class Fineness(TestCase):
    def test_pixels_per_inch_are_counted_where_they_are_fewest(self):
        whole = crop_of(Pixels(1200, 1800), Slot.plain(size("4", "6")))
        self.assertEqual((fineness(Pixels(1200, 1800), whole, size("4", "6")).per_inch), 300)
        half = Crop(Fraction(0), Fraction(0), Fraction(1, 2), Fraction(1, 2))
        told = fineness(Pixels(1200, 1800), half, size("4", "6"))
        self.assertEqual((told.per_inch, told.grade), (150, Grade.SOFT))
        self.assertEqual(told.largest_fine, Size(3 * INCH, 9 * INCH // 2))  # 600 pixels at 200 an inch

    def test_a_bleed_never_leaves_the_photo(self):
        for crop in (Crop(Fraction(0), Fraction(0), Fraction(1), Fraction(1)),
                     Crop(Fraction(1, 2), Fraction(0), Fraction(1, 2), Fraction(1, 3))):  # fmt: skip
            more = bled(crop, size("2", "3"), INCH // 8)
            self.assertTrue(more.left >= 0 and more.left + more.width <= 1)
            self.assertTrue(more.top >= 0 and more.top + more.height <= 1)


class Files(TestCase):
    def setUp(self):
        self.profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.path = folder / "photo.jpg"
        exif = Image.Exif()
        exif[0x0112] = 6
        Image.effect_noise((900, 600), 60).convert("RGB").save(self.path, icc_profile=self.profile, exif=exif)
        self.prints = [
            Print("a", "one", size("2 1/2", "3 1/2")),
            Print("b", "two", size("4", "4"), border=INCH // 4),
            Print("c", "three", size("3", "2"), bleed=INCH // 8),
        ]
        self.pictures = {}
        for one in self.prints:
            crop = crop_of(Pixels(600, 900), Slot.plain(one.size))
            self.pictures[one.key] = pixelled(one, Source(self.path, crop), 10**8)
        self.sheets, _ = print_sheets(self.prints, LETTER, 3 * MM)

    def test_each_jpeg_has_its_size_and_the_profile_of_the_photo_and_nothing_else(self):
        for one in self.prints:
            image = Image.open(io.BytesIO(self.pictures[one.key].jpeg))
            for pixels, density, length in zip(
                image.size, image.info["dpi"], (one.size.width, one.size.height), strict=True
            ):
                millimetres = (length + 2 * one.bleed) / MM
                self.assertAlmostEqual(float(pixels / density) * 25.4, millimetres, delta=0.1)
            self.assertEqual(image.info["icc_profile"], self.profile)
            self.assertFalse(dict(image.getexif()))

    def test_the_pdf_holds_every_print_at_its_size_with_its_profile(self):
        reader = PdfReader(io.BytesIO(sheets_pdf(self.sheets, self.pictures, "Kite day")))
        self.assertEqual(len(reader.pages), len(self.sheets))
        found = []
        for page, sheet in zip(reader.pages, self.sheets, strict=True):
            self.assertAlmostEqual(float(page.mediabox.width) / 72 * 25.4, LETTER.size.width / MM, delta=0.1)
            lines = [line.split() for line in page.get_contents().get_data().decode().splitlines() if " cm /P" in line]
            for laid, (_, a, b, c, d, *_rest) in zip(sheet.laid, lines, strict=True):
                across, down = abs(float(a) or float(c)), abs(float(d) or float(b))
                bleed = 2 * laid.print.bleed
                self.assertAlmostEqual(across / 72 * 25.4, (laid.size.width + bleed) / MM, delta=0.1)
                self.assertAlmostEqual(down / 72 * 25.4, (laid.size.height + bleed) / MM, delta=0.1)
            for image in page["/Resources"]["/XObject"].values():
                space = image.get_object()["/ColorSpace"]
                self.assertEqual(space[0], "/ICCBased")
                self.assertEqual(space[1].get_object().get_data(), self.profile)
                found.append(image.get_object()["/Width"])
        self.assertEqual(len(found), len(self.prints))

    def test_the_printer_prints_or_says_what_stops_it(self):
        job = printed(Printer("letter"), self.sheets, self.pictures)
        self.assertIsNone(job.fault)
        self.assertEqual(len(job.sheets), len(self.sheets))
        out = Image.open(io.BytesIO(job.sheets[0]))
        self.assertEqual(out.size, (816, 1056))
        self.assertLess(sum(pixel < 250 for pixel in out.convert("L").tobytes()), 816 * 1056 // 2)
        self.assertEqual(printed(Printer("a4"), self.sheets, self.pictures).fault, PrinterFault.WRONG_PAPER)
        self.assertEqual(printed(Printer("letter", sheets=0), self.sheets, self.pictures).fault, PrinterFault.PAPER_OUT)
        edge, _ = print_sheets(self.prints[:1], LETTER, 0)
        self.assertEqual(printed(Printer("letter"), edge, self.pictures).fault, PrinterFault.BORDERLESS)
        self.assertIsNone(printed(Printer("letter", borderless=True), edge, self.pictures).fault)
