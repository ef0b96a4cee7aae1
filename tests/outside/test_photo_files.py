"""Photo files against others: EXIF turns against Pillow, colours against scikit-image, a face on its sample picture."""

import io
import math
import tempfile
from fractions import Fraction
from pathlib import Path
from unittest import TestCase

import numpy as np
import skimage
from PIL import Image, ImageOps
from skimage.color import rgb2lab

from inkquilt.photos.areas import Sign
from inkquilt.photos.crop import Crop, Framing, Pixels, Slot, crop_of
from inkquilt.sketch.model import Size
from inkquilt_io.looking import look_for_areas
from inkquilt_io.photo_files import read_photo
from inkquilt_io.photo_values import NotAPhoto, PhotoTooLarge
from inkquilt_io.tones import lab_of, tones_of
from inkquilt_io.window import window_of

SAMPLES = Path(skimage.__file__).parent / "data"
WHOLE = Crop(Fraction(0), Fraction(0), Fraction(1), Fraction(1))


class PhotoFiles(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def write(self, content):
        path = self.folder / "photo"
        path.write_bytes(content)
        return path

    def test_all_eight_exif_turns_are_those_of_a_known_library(self):
        grey = Image.linear_gradient("L").resize((160, 90))
        picture = Image.merge("RGB", [grey, grey.transpose(Image.Transpose.FLIP_LEFT_RIGHT), grey])
        for turn in range(1, 9):
            exif = Image.Exif()
            exif[0x0112] = turn
            out = io.BytesIO()
            picture.save(out, "JPEG", exif=exif, quality=95)
            facts = read_photo(self.write(out.getvalue()), self.folder, 10**7)
            expected = ImageOps.exif_transpose(Image.open(io.BytesIO(out.getvalue())))
            made = Image.open(self.folder / "view.jpg")
            with self.subTest(turn):
                self.assertEqual((facts.width, facts.height), expected.size)
                self.assertEqual(made.size, expected.size)
                off = np.abs(np.asarray(made, dtype=int) - np.asarray(expected, dtype=int))
                self.assertLess(off.mean(), 4)

    def test_damaged_files_and_bombs_are_refused_with_their_reason(self):
        whole = io.BytesIO()
        Image.effect_noise((400, 300), 80).save(whole, "JPEG")
        for content in (whole.getvalue()[:2000], b"", b"GIF89a" + b"\0" * 40, b"\xff\xd8\xff\xe1\xff\xff" + b"x" * 99):
            with self.assertRaises(NotAPhoto):
                read_photo(self.write(content), self.folder, 10**7)
        bomb = io.BytesIO()
        Image.new("1", (30_000, 30_000)).save(bomb, "PNG")
        with self.assertRaises(PhotoTooLarge):
            read_photo(self.write(bomb.getvalue()), self.folder, 40_000_000)

    def test_photos_alike_have_looks_that_differ_little(self):
        looks = []
        for name, change in (("a", lambda p: p), ("b", lambda p: p.crop((4, 2, 508, 510))), ("c", ImageOps.mirror)):
            change(Image.open(SAMPLES / "astronaut.png")).save(self.folder / f"{name}.png")
            looks.append(int(read_photo(self.folder / f"{name}.png", self.folder, 10**7).look, 16))
        self.assertLessEqual((looks[0] ^ looks[1]).bit_count(), 6)
        self.assertGreater((looks[0] ^ looks[2]).bit_count(), 12)


class Levelling(TestCase):
    def test_a_horizon_that_falls_to_the_right_is_level_once_the_photo_is_turned_back(self):
        # 5 degrees clockwise on the photo: the line drops by tan 5 degrees for each pixel across
        across, down = np.meshgrid(np.arange(900), np.arange(600))
        sea = down > 300 + (across - 450) * math.tan(math.radians(5))
        picture = Image.fromarray((sea * 255).astype(np.uint8))
        crop = crop_of(Pixels(900, 600), Slot.plain(Size(300, 200)), Framing(turn=-500))
        shown = np.asarray(window_of(picture, crop)) > 127
        horizon = shown.argmax(axis=0)
        self.assertLess(np.ptp(horizon[5:-5]), 4)
        self.assertAlmostEqual(float(crop.width) * 900 / (float(crop.height) * 600), 1.5, places=6)


class Looking(TestCase):
    def test_the_one_face_on_a_known_picture_is_proposed(self):
        found = look_for_areas(SAMPLES / "astronaut.png")
        self.assertEqual([proposal.sign for proposal in found], [Sign.FACE])
        area = found[0].area  # her eyes are at about (0.44, 0.21), by eye on the picture
        self.assertTrue(area.left < 0.42 < 0.47 < area.right and area.top < 0.21 < area.bottom)

    def test_without_a_face_what_draws_the_eye_is_proposed(self):
        found = look_for_areas(SAMPLES / "rocket.jpg")
        self.assertEqual([proposal.sign for proposal in found], [Sign.EYE])
        self.assertTrue(found[0].area.left < 0.5 < found[0].area.right)  # the rocket stands in the middle


class Colours(TestCase):
    def test_lightness_and_chroma_are_those_of_a_known_library(self):
        colours = np.random.default_rng(1).integers(0, 256, (500, 3))
        self.assertLess(np.abs(lab_of(colours) - rgb2lab(colours / 255)).max(), 0.05)

    def test_the_edge_of_a_dark_photo_in_a_light_frame_is_light(self):
        picture = Image.new("RGB", (200, 150), "white")
        picture.paste((20, 30, 110), (20, 15, 180, 135))
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "photo.png"
            picture.save(path)
            whole, inside = (
                tones_of(path, WHOLE),
                tones_of(path, Crop(Fraction(1, 4), Fraction(1, 4), Fraction(1, 2), Fraction(1, 2))),
            )
        self.assertGreater(whole.edge, 80)
        self.assertLess(inside.edge, 30)
        self.assertTrue(max(abs(a - b) for a, b in zip(inside.deep, (20, 30, 110), strict=True)) < 12)
