"""The published measures on cases worked out by hand; the formulas in docs/balance.md are from memory of the paper."""

import math

from django.test import SimpleTestCase

from inkquilt.balance import measures as m
from inkquilt.balance.measures import Frame, Object, measures

FRAME = Frame(12, 12)
#: A square in the middle, and one in each corner.
MIDDLE = [Object(4, 4, 4, 4)]
CORNERS = [Object(x, y, 2, 2) for y in (1, 9) for x in (1, 9)]
#: One square in the upper left quarter alone.
ALONE = [Object(1, 1, 2, 2)]


class MeasuresTests(SimpleTestCase):
    def check(self, measure, cases):
        for objects, expected in cases:
            with self.subTest(measure.__name__, objects=objects):
                self.assertAlmostEqual(measure(objects, FRAME), expected, places=6)

    def test_balance(self):
        # Alone: everything lies left and above, so BM_v = BM_h = 1.
        self.check(m.balance, [(MIDDLE, 1), (CORNERS, 1), (ALONE, 0)])
        # 4 square inches 4 in left of the middle against 4 that are 2 in right of it: (16 - 8) / 16 = 1/2.
        uneven = [Object(1, 5, 2, 2), Object(7, 5, 2, 2)]
        self.check(m.balance, [(uneven, 1 - 0.5 / 2)])

    def test_equilibrium(self):
        # Alone: 2 * 4 * (2 - 6) / (1 * 12 * 4) = -2/3 on both axes.
        self.check(m.equilibrium, [(CORNERS, 1), (ALONE, 1 - 2 / 3)])

    def test_symmetry_and_rhythm_of_four_equal_corners_are_whole(self):
        self.check(m.symmetry, [(CORNERS, 1)])
        self.check(m.rhythm, [(CORNERS, 1)])
        # Alone: of four quarters one has all: each pair with it differs by 1, that is 3 of 6 pairs.
        self.check(m.rhythm, [(ALONE, 0.5)])
        # Each facing pair holds the full quarter once: six sums differ by 1 out of twelve.
        self.check(m.symmetry, [(ALONE, 0.5)])

    def test_sequence(self):
        # Equal corners weigh 4, 3, 2, 1 times their area: the wanted order.
        self.check(m.sequence, [(CORNERS, 1)])
        # All in the lower right: it ranks 4 where 1 is wanted; the others keep their order: 4-3, 3-2, 2-1.
        lower = [Object(9, 9, 2, 2)]
        self.check(m.sequence, [(lower, 1 - (3 + 1 + 1 + 1) / 8)])

    def test_cohesion_and_proportion_of_squares_on_a_square(self):
        self.check(m.cohesion, [(MIDDLE, 1), (CORNERS, 1)])
        self.check(m.proportion, [(MIDDLE, 1), (CORNERS, 1)])
        # A double square as layout and object: 1/2 is liked too; against the square frame half fits.
        double = [Object(0, 0, 4, 2)]
        self.check(m.proportion, [(double, 1)])
        self.check(m.cohesion, [(double, (0.5 + 1) / 2)])

    def test_unity(self):
        # Corners: one size; 100 - 16 of 144 - 16 is left between them.
        self.check(m.unity, [(CORNERS, (1 + 1 - 84 / 128) / 2), (MIDDLE, 1)])

    def test_simplicity_density_economy(self):
        self.check(m.simplicity, [(MIDDLE, 3 / 3), (CORNERS, 3 / (2 + 2 + 4))])
        self.check(m.density, [(MIDDLE, 2 * 16 / 144), ([Object(0, 0, 12, 6)], 1)])
        self.check(m.economy, [(CORNERS, 1), ([*MIDDLE, *CORNERS], 1 / 2)])

    def test_regularity(self):
        # Corners: 4 alignments of 8; one distance across and one down: 1 - 1/6.
        self.check(m.regularity, [(MIDDLE, 1), (CORNERS, (0.5 + 5 / 6) / 2)])

    def test_homogeneity(self):
        # One in each quarter: as many ways as evenly. All four in one: 1 way of 4! / (1!)^4 = 24.
        crowd = [Object(x, y, 1, 1) for x in (1, 3) for y in (1, 3)]
        self.check(m.homogeneity, [(CORNERS, 1), (crowd, 1 / math.factorial(4))])

    def test_all_lie_between_nought_and_one_and_order_is_their_mean(self):
        for objects in (MIDDLE, CORNERS, ALONE, [*MIDDLE, *CORNERS], [Object(0, 0, 12, 12)]):
            found = measures(objects, FRAME)
            values = [getattr(found, name) for name in found.__slots__ if name != "order"]
            self.assertTrue(all(-1e-9 <= value <= 1 + 1e-9 for value in values), values)
            self.assertAlmostEqual(found.order, sum(values) / 13)
        self.assertIsNone(measures([], FRAME))
