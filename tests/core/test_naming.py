"""What pieces are called that nobody gave a name, and where they lie."""

from unittest import TestCase

from inkquilt.lengths import INCH
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.naming import place_words, placed_name

PAGE = Size(12 * INCH, 12 * INCH)


def piece(name, role=Role.PHOTO, x=0, y=0, side=2, label=None, of=()):
    return Block(name, role, Shape.RECT, x * INCH, y * INCH, side * INCH, side * INCH, level=1, label=label, of=of)


class Places(TestCase):
    def test_by_the_third_that_the_middle_falls_in(self):
        for x, y, words in (
            (0, 0, "top left"), (5, 0, "top"), (10, 0, "top right"),
            (0, 5, "left"), (5, 5, "middle"), (10, 5, "right"),
            (0, 10, "bottom left"), (5, 10, "bottom"), (10, 10, "bottom right"),
            (3, 0, "top"), (7, 7, "bottom right"), (-3, -3, "top left"), (12, 12, "bottom right"),
        ):  # fmt: skip
            with self.subTest(x=x, y=y):
                self.assertEqual(place_words(piece("p", x=x, y=y), PAGE), words)


class Names(TestCase):
    def test_only_what_is_a_bare_number_is_told_with_its_place(self):
        for block, name in (
            (piece("photo-1"), "photo 1, top left"),
            (piece("photo_12", x=10, y=10), "photo 12, bottom right"),
            (piece("x", label="photo 2", x=5, y=5), "photo 2, middle"),
            (piece("x", Role.JOURNALING, label="story 2"), "story 2, top left"),
            (piece("paper-3", Role.PAPER, y=10), "paper 3, bottom left"),
            (piece("tall", label="tall photo"), "tall photo"),
            (piece("photo-1", label="Ida’s"), "Ida’s"),
            (piece("p"), "photo p"),
            (piece("m", Role.MAT, of=("photo-1", "photo_2")), "mat of photo 1 and photo 2"),
        ):
            with self.subTest(name):
                self.assertEqual(placed_name(block, PAGE), name)
