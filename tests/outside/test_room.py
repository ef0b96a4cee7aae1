"""The largest empty rectangle and circle against raster computations with NumPy and SciPy."""

import numpy as np
from django.test import SimpleTestCase
from scipy.ndimage import distance_transform_edt
from shapely import affinity
from shapely.geometry import box
from shapely.ops import unary_union

from inkquilt.lengths import INCH
from inkquilt.space import largest_circle, largest_rectangle, largest_rectangles

SIDE = 64  # raster cells to a page of 8 in: an eighth of an inch each
CELL = 8 * INCH // SIDE


def scattered(rng, count):
    """Boxes on the raster's lines."""
    found = []
    for _ in range(count):
        x, y = rng.integers(0, SIDE - 4, 2)
        w, h = rng.integers(3, 20, 2)
        found.append((int(x), int(y), int(min(SIDE, x + w)), int(min(SIDE, y + h))))
    return found


def raster_of(boxes):
    """True where nothing lies."""
    free = np.ones((SIDE, SIDE), bool)
    for left, top, right, bottom in boxes:
        free[top:bottom, left:right] = False
    return free


def largest_by_brute_force(free):
    """The area of the largest free rectangle, trying all pairs of rows over running sums."""
    best = 0
    for top in range(SIDE):
        open_ = np.ones(SIDE, bool)
        for bottom in range(top, SIDE):
            open_ &= free[bottom]
            padded = np.concatenate([[0], open_.astype(int), [0]])
            edges = np.flatnonzero(np.diff(padded))
            longest = int((edges[1::2] - edges[::2]).max(initial=0))
            best = max(best, longest * (bottom - top + 1))
    return best


class RoomTests(SimpleTestCase):
    def setUp(self):
        self.rng = np.random.default_rng(61)

    def pages(self, count):
        for _ in range(count):
            boxes = scattered(self.rng, int(self.rng.integers(4, 14)))
            shapes = [box(*(side * CELL for side in one)) for one in boxes]
            yield raster_of(boxes), box(0, 0, 8 * INCH, 8 * INCH).difference(unary_union(shapes))

    def test_the_largest_empty_rectangle_is_the_rasters(self):
        for free, region in self.pages(25):
            found = largest_rectangle(region)
            self.assertEqual(found.x.length * found.y.length, largest_by_brute_force(free) * CELL * CELL)

    def test_rectangles_found_one_after_the_other_do_not_overlap_and_are_empty(self):
        for _, region in self.pages(8):
            boxes = [box(f.x.low, f.y.low, f.x.high, f.y.high) for f in largest_rectangles(region, 5)]
            self.assertAlmostEqual(unary_union(boxes).area, sum(one.area for one in boxes), delta=1)
            self.assertTrue(all(region.buffer(2).covers(one) for one in boxes))

    def test_a_rectangle_among_turned_and_round_pieces_is_nearly_the_rasters(self):
        pieces = [
            affinity.rotate(box(INCH, INCH, 4 * INCH, 3 * INCH), 20),
            box(5 * INCH, 5 * INCH, 6 * INCH, 6 * INCH).buffer(INCH),
        ]
        region = box(0, 0, 8 * INCH, 8 * INCH).difference(unary_union(pieces))
        cells = [[region.covers(box(x * CELL, y * CELL, (x + 1) * CELL, (y + 1) * CELL)) for x in range(SIDE)]
                 for y in range(SIDE)]  # fmt: skip
        found = largest_rectangle(region)
        raster = largest_by_brute_force(np.array(cells)) * CELL * CELL
        self.assertGreater(found.x.length * found.y.length, 0.93 * raster)

    def test_the_largest_empty_circle_is_that_of_the_distance_transform(self):
        fine = 8
        for free, region in self.pages(10):
            pixels = np.pad(np.kron(free, np.ones((fine, fine), bool)), 1)
            radius = distance_transform_edt(pixels).max() * CELL / fine
            self.assertAlmostEqual(largest_circle(region).radius / radius, 1, delta=0.03)
