"""Which sizes blocks may take: every trim that is allowed and no other."""

from dataclasses import replace
from fractions import Fraction
from itertools import product
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.fit import FitRequest, School, bounds
from inkquilt.fit.sizes import PrintChoice, partner_reveal, sizes_for, strip_range
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.photos.trimming import TrimLimits, trims
from inkquilt.sketch.model import Size
from tests.building import page_of, row, size, sketch_of

grids = st.sampled_from([INCH // 16, INCH // 8, INCH // 4, MM, MM // 2])


def request_for(sketch, page=None, **changes):
    return replace(FitRequest.plain(sketch, page or page_of("8 1/2", "11")), **changes)


PHOTO = sketch_of(row("p", "photo", 1, 1, 4, 6))


def allowed(whole, grid, limits):
    """All trims by the words of the rule."""
    most = limits.side // grid
    for across, down in product(range(most + 1), repeat=2):
        width, height = whole.width - across * grid, whole.height - down * grid
        lost = whole.width * whole.height - width * height
        if width > 0 and height > 0 and lost <= whole.width * whole.height * limits.area:
            yield across, down


class Trims(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(bounds.PRINT_SIZES[Unit.IN] + bounds.PRINT_SIZES[Unit.MM]), grids, st.integers(0, 30))
    def test_the_straight_bounds_allow_just_what_the_rule_allows(self, whole, grid, percent):
        limits = TrimLimits(area=Fraction(percent, 100))
        request = request_for(PHOTO, grid=grid, trim=limits, print_sizes=(whole,),
                              any_orientation=frozenset({"p"}))  # fmt: skip
        choice = sizes_for(PHOTO.block("p"), PHOTO, request, School.KEEP_PROPORTIONS)
        option = next(option for option in choice.prints if option.whole == whole)
        reach = limits.side // grid + 2
        by_bounds = {
            (across, down)
            for across, down in product(range(reach), repeat=2)
            if all(bound.allows(across, down) for bound in option.bounds)
        }
        self.assertEqual(by_bounds, set(allowed(whole, grid, limits)))
        listed = {(whole.width - s.width, whole.height - s.height) for s in trims(whole, request.trim, request.grid)}
        self.assertEqual(listed, {(across * grid, down * grid) for across, down in by_bounds})

    def test_no_print_is_smaller_than_the_range_says(self):
        """Ranges feed the sums of clashes: too small a range would hide one."""
        for drawn in ((4, 6), (6, 4), (4, 4)):
            sketch = sketch_of(row("p", "photo", 1, 1, *drawn))
            request = request_for(sketch)
            choice = sizes_for(sketch.block("p"), sketch, request, School.KEEP_PROPORTIONS)
            stance = (drawn[1] > drawn[0]) - (drawn[1] < drawn[0])
            all_sizes = [
                trimmed
                for listed in request.print_sizes
                for whole in (listed, listed.swapped())
                for trimmed in trims(whole, request.trim, request.grid)
                if (trimmed.height > trimmed.width) - (trimmed.height < trimmed.width) == stance
            ]
            width, height = choice.ranges
            with self.subTest(drawn):
                self.assertLessEqual(width.least, min(s.width for s in all_sizes))
                self.assertLessEqual(height.least, min(s.height for s in all_sizes))
                if stance == 0:
                    self.assertEqual(width.least, min(s.width for s in all_sizes))

    def test_an_unlisted_drawn_size_counts_as_listed_only_where_photos_are_kept(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 4.5, 6.5))
        for school, there in ((School.KEEP_PHOTOS, True), (School.KEEP_PROPORTIONS, False)):
            choice = sizes_for(sketch.block("p"), sketch, request_for(sketch), school)
            self.assertIsInstance(choice, PrintChoice)
            self.assertEqual(size("4 1/2", "6 1/2") in {option.whole for option in choice.prints}, there)


class OtherSizes(TestCase):
    def test_a_strip_may_be_half_to_twice_as_wide_in_whole_marks(self):
        self.assertEqual(strip_range(INCH, INCH // 8), (INCH // 2, 2 * INCH))
        self.assertEqual(strip_range(INCH // 16, INCH // 8), (INCH // 8, INCH // 8))
        self.assertEqual(strip_range(3 * INCH // 16, INCH // 8), (INCH // 8, 3 * INCH // 8))

    def test_tags_keep_their_proportions_and_clusters_only_shrink(self):
        sketch = sketch_of(row("t", "tag", 1, 1, 2, 3), row("c", "cluster", 6, 6, 2, 2))
        small, same = request_for(sketch, page_of("6", "6")), request_for(sketch, page_of("12", "12"))
        for option in sizes_for(sketch.block("t"), sketch, small, School.KEEP_PHOTOS).options:
            self.assertLessEqual(abs(option.width * 3 - option.height * 2), 3 * small.grid)
            self.assertTrue(Fraction(9, 4) * INCH <= option.height <= Fraction(15, 4) * INCH)
        widths = [o.width for o in sizes_for(sketch.block("c"), sketch, small, School.KEEP_PHOTOS).options]
        self.assertEqual((min(widths), max(widths)), (3 * INCH // 2, 2 * INCH))
        kept = sizes_for(sketch.block("c"), sketch, same, School.KEEP_PHOTOS).options
        self.assertEqual([(o.width, o.cost) for o in kept], [(2 * INCH, 0)])

    @given(st.integers(-4 * INCH, 4 * INCH))
    def test_a_reveal_with_a_partner_is_never_nothing(self, reveal):
        partner = partner_reveal(reveal, Unit.IN, Unit.MM)
        self.assertEqual((partner > 0) - (partner < 0), (reveal > 0) - (reveal < 0))
        self.assertEqual(partner % (MM // 2), 0)
        self.assertEqual(partner_reveal(reveal, Unit.IN, Unit.IN), reveal)


class Swapped(TestCase):
    def test_sizes_swap(self):
        self.assertEqual(Size(1, 2).swapped(), Size(2, 1))
