"""What lies over a photo: against exact unions of rectangles in whole grains, and against counted pixels."""

import math
from fractions import Fraction
from itertools import pairwise
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.lengths import INCH
from inkquilt.photos.areas import Area
from inkquilt.photos.cover import PlacedPhoto, covers, outline_on_page
from inkquilt.photos.crop import Pixels, Slot, crop_of
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch.model import End

quarters = st.integers(0, 40).map(lambda n: n * INCH // 4)
lengths = st.integers(1, 20).map(lambda n: n * INCH // 4)
boxes = st.tuples(quarters, quarters, lengths, lengths)


def union_of(rectangles, frame):
    """The area of a union of rectangles within another, in square grains: exact, by the strips between their edges."""
    left, top, right, bottom = frame
    inside = [(max(a, left), max(b, top), min(c, right), min(d, bottom)) for a, b, c, d in rectangles]
    edges = sorted({x for a, _, c, _ in inside for x in (a, c)})
    total = 0
    for start, end in pairwise(edges):
        reached = top
        for a, b, c, d in sorted(inside, key=lambda r: r[1]):
            if a <= start and c >= end and d > max(b, reached):
                total += (end - start) * (d - max(b, reached))
                reached = d
    return total


class Covers(TestCase):
    @settings(max_examples=150)
    @given(boxes, st.lists(boxes, max_size=4))
    def test_untilted_pieces_hide_exactly_the_union_of_their_rectangles(self, photo, pieces):
        blocks = [Block("p", Role.PHOTO, Shape.RECT, *photo)]
        blocks += [Block(f"c{i}", Role.CLUSTER, Shape.RECT, *piece, level=1) for i, piece in enumerate(pieces)]
        x, y, width, height = photo
        exact = union_of([(a, b, a + c, b + d) for a, b, c, d in pieces], (x, y, x + width, y + height))
        self.assertAlmostEqual(covers(blocks, {})[0].hidden, exact / (width * height), delta=1e-9)

    def test_tilted_and_round_pieces_agree_with_counted_pixels(self):
        photo = Block("p", Role.PHOTO, Shape.RECT, 2 * INCH, 2 * INCH, 6 * INCH, 4 * INCH, turn=700)
        pieces = (
            Block("c", Role.CLUSTER, Shape.CIRCLE, 6 * INCH, 1 * INCH, 3 * INCH, 3 * INCH, level=1),
            Block("b", Role.STRIP, Shape.BANNER, INCH, 4 * INCH, 4 * INCH, INCH, turn=-1200, level=2, end=End.RIGHT),
            Block("f", Role.PAPER, Shape.FRAME, 3 * INCH, 2 * INCH, 2 * INCH, 2 * INCH, level=1, band=INCH // 4),
            Block("t", Role.PAPER, Shape.TRIANGLE, 5 * INCH, 4 * INCH, 2 * INCH, 2 * INCH, turn=3000, level=1),
        )
        counted = raster(photo) & np.logical_or.reduce([raster(piece) for piece in pieces])
        found = covers([photo, *pieces], {})[0]
        self.assertAlmostEqual(found.hidden, counted.sum() / raster(photo).sum(), delta=0.002)
        self.assertEqual(found.by, ("c", "f", "t", "b"))

    def test_a_face_under_a_cluster_is_told_with_the_part_that_is_hidden(self):
        # a 4 x 4 slot shows the middle of a 6 x 4 photo; the face fills its left half, the cluster half of the face
        photo = Pixels(6000, 4000)
        slot = Block("p", Role.PHOTO, Shape.RECT, 0, 0, 4 * INCH, 4 * INCH)
        face = Area(Fraction(1, 6), Fraction(0), Fraction(1, 3), Fraction(1))
        crop = crop_of(photo, Slot.plain(slot.size))
        over = Block("c", Role.CLUSTER, Shape.RECT, 0, 0, 2 * INCH, 2 * INCH, level=1)
        lost = covers([slot, over], {"p": PlacedPhoto(photo, crop, (face,))})[0].lost
        self.assertEqual([(one.by, round(one.hidden, 6), round(one.cut_away, 6)) for one in lost], [(("c",), 0.5, 0)])
        welcome = Area(face.left, face.top, face.width, face.height, matters=False)
        self.assertEqual(covers([slot, over], {"p": PlacedPhoto(photo, crop, (welcome,))})[0].lost, ())


PIXELS = 2000
SPAN = 10 * INCH


def raster(block):
    """Which of 2000 x 2000 points over 10 x 10 in lie in a block, from the words of its definition."""
    step = SPAN / PIXELS
    across, down = np.meshgrid((np.arange(PIXELS) + 0.5) * step, (np.arange(PIXELS) + 0.5) * step)
    x, y = across - (block.x + block.width / 2), down - (block.y + block.height / 2)
    angle = -math.radians(block.turn / 100)
    a, b = x * math.cos(angle) - y * math.sin(angle), x * math.sin(angle) + y * math.cos(angle)
    half_w, half_h = block.width / 2, block.height / 2
    inside = (abs(a) <= half_w) & (abs(b) <= half_h)
    if block.shape is Shape.CIRCLE:
        return a**2 + b**2 <= half_w**2
    if block.shape is Shape.FRAME:
        return inside & ~((abs(a) < half_w - block.band) & (abs(b) < half_h - block.band))
    if block.shape is Shape.TRIANGLE:  # its right angle is at the corner it names: below the slanting side
        corner_x = a if block.corner.value.endswith("left") else -a
        corner_y = b if block.corner.value.startswith("top") else -b
        return inside & (corner_x / half_w + corner_y / half_h <= 0)
    if block.shape is Shape.BANNER:  # notched at the right by half its width
        return inside & ~(half_w - a < block.height / 2 - abs(b))
    return inside


class Outlines(TestCase):
    def test_every_outline_covers_as_much_as_its_pixels(self):
        for shape in (Shape.RECT, Shape.CIRCLE, Shape.TRIANGLE, Shape.FRAME, Shape.BANNER):
            with self.subTest(shape):
                piece = Block("x", Role.PAPER, shape, 3 * INCH, 3 * INCH, 3 * INCH, 3 * INCH, 1700, band=INCH // 2)
                counted = raster(piece).sum() * (SPAN / PIXELS) ** 2
                self.assertAlmostEqual(outline_on_page(piece).area / counted, 1, delta=0.002)
