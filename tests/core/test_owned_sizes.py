"""Sizes she has: prints from a shop, prints that exist, dies; and the photos that lie in the slots already."""

from dataclasses import replace
from fractions import Fraction
from itertools import product
from unittest import TestCase

from inkquilt.design.distance import cut_off, distance, lies_across
from inkquilt.design.marks import change_of_shape, judged
from inkquilt.design.reading import read_design
from inkquilt.errors import BadInput
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.explain import RUNG_SAID, RUNG_WORDS
from inkquilt.fit.owned_sizes import die_sizes
from inkquilt.fit.request import Die, PhotoTerm, Rung, Switches
from inkquilt.fit.solve import all_ways, fit
from inkquilt.lengths import INCH, Unit
from inkquilt.page import FORMATS
from inkquilt.paper.tools import read_dies
from inkquilt.photos.crop import Pixels
from inkquilt.photos.matching import Candidate, Places, reasons, table_of
from inkquilt.photos.trimming import FREE_TRIM, NO_TRIM, USUAL_TRIM, TrimLimits, may_be, trims
from inkquilt.sketch import Role
from inkquilt.sketch.model import Shape
from inkquilt.sketch.relations import cut_to_page, read_relations
from tests.building import block_of, demo_sketch, inches, page_of, row, size, sketch_of

AS_DRAWN = Way(School.KEEP_PROPORTIONS)
LETTER, EIGHT, CARD = page_of("8 1/2", "11"), page_of("8", "8"), page_of("4", "6")
GRID = INCH // 8


def photos_of(result):
    """Return the photos of a page."""
    return [block for block in result.blocks if block.role is Role.PHOTO]


def from_shop(sketch, page, **more):
    """Return a request for prints from a shop."""
    return replace(FitRequest.plain(sketch, page), switches=Switches(from_shop=True), **more)


class Trimming(TestCase):
    def test_how_far_a_print_may_be_trimmed(self):
        """1/2 in off a side and 12 % of the area: common practice, no source."""
        for whole, kept, usual, freely in (
            (("4", "6"), ("4", "6"), True, True),
            (("4", "6"), ("3 5/8", "6"), True, True),
            (("4", "6"), ("3 1/2", "6"), False, True),  # 12.5 %
            (("4", "6"), ("4", "5 1/2"), True, True),
            (("4", "6"), ("3 5/8", "5 7/8"), True, True),
            (("4", "6"), ("3 5/8", "5 3/4"), False, True),  # 13 %
            (("4", "6"), ("4", "5 3/8"), False, True),  # 5/8 off a side
            (("4", "6"), ("4 1/8", "6"), False, False),
            (("4", "6"), ("3 15/16", "6"), False, False),  # no whole mark
            (("8", "10"), ("4", "5"), False, True),
            (("8", "10"), ("3 7/8", "5"), False, False),
        ):
            with self.subTest(whole=whole, kept=kept):
                self.assertEqual(may_be(size(*whole), size(*kept), USUAL_TRIM, GRID), usual)
                self.assertEqual(may_be(size(*whole), size(*kept), FREE_TRIM, GRID), freely)
                self.assertEqual(may_be(size(*whole), size(*kept), NO_TRIM, GRID), whole == kept)

    def test_what_is_listed_is_what_may_be(self):
        for whole in (size("3 1/2", "5"), size("2", "2"), size("8", "10")):
            for limits in (USUAL_TRIM, NO_TRIM, TrimLimits(INCH, Fraction(1, 4))):
                listed = set(trims(whole, limits, GRID))
                for across, down in product(range(12), repeat=2):
                    kept = replace(whole, width=whole.width - across * GRID, height=whole.height - down * GRID)
                    self.assertEqual(kept in listed, may_be(whole, kept, limits, GRID), (kept, limits))


class FromAShop(TestCase):
    def test_every_photo_is_a_listed_print_or_trimmed_a_little_from_one(self):
        kept = 0
        for name in ("three", "five", "kite"):
            for page in (LETTER, EIGHT, page_of("9", "12")):
                request = from_shop(demo_sketch(name), page)
                sizes = {one for whole in request.print_sizes for one in trims(whole, request.trim, request.grid)}
                for way in all_ways(request):
                    if Rung.OWN_SIZES in way.rungs:
                        continue
                    for photo in photos_of(way):
                        kept += 1
                        self.assertTrue({photo.size, photo.size.swapped()} & sizes, (name, way.way, photo))
        self.assertGreater(kept, 50)

    def test_printing_any_size_gives_sizes_no_shop_has(self):
        request = FitRequest.plain(demo_sketch("five"), EIGHT)
        sizes = {one for whole in request.print_sizes for one in trims(whole, request.trim, request.grid)}
        photos = photos_of(fit(request, AS_DRAWN))
        self.assertTrue([photo for photo in photos if not {photo.size, photo.size.swapped()} & sizes])

    def test_one_that_is_never_trimmed_is_a_whole_print(self):
        request = from_shop(demo_sketch("three"), LETTER)
        photo = photos_of(fit(request, AS_DRAWN))[0]
        asked = fit(replace(request, never_trim=frozenset({photo.id})), AS_DRAWN)
        here = block_of(asked, photo.id).size
        self.assertTrue({here, here.swapped()} & set(request.print_sizes))

    def test_one_that_is_trimmed_freely_follows_the_page(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 4, 4), row("q", "photo", 6, 1, 5, 3))
        page = page_of("8", "8")
        bound = fit(from_shop(sketch, page), AS_DRAWN)
        freely = fit(from_shop(sketch, page, trim_freely=frozenset("p")), AS_DRAWN)
        listed = {one for whole in from_shop(sketch, page).print_sizes for one in trims(whole, USUAL_TRIM, GRID)}
        self.assertIn(block_of(bound, "p").size, listed)
        self.assertEqual(block_of(freely, "p").size, size("2 5/8", "2 5/8"))
        self.assertNotIn(size("2 5/8", "2 5/8"), listed)

    def test_a_page_for_which_no_print_is_small_enough_is_not_empty_and_says_so(self):
        request = from_shop(demo_sketch("five"), CARD, print_sizes=(size("8", "10"),))
        ways = all_ways(request)
        self.assertTrue(ways)
        self.assertTrue(all(Rung.OWN_SIZES in way.rungs for way in ways))
        self.assertIn(Rung.OWN_SIZES, fit(request, AS_DRAWN).rungs)

    def test_said_to_stay_it_stays(self):
        request = from_shop(demo_sketch("five"), CARD, insist=frozenset({Rung.OWN_SIZES}))
        for way in all_ways(request):
            self.assertNotIn(Rung.OWN_SIZES, way.rungs)


class PrintsThatExist(TestCase):
    SKETCH = sketch_of(row("p", "photo", 1, 1, 4, 6), row("q", "photo", 6, 1, 4, 6))

    def asked(self, page, **terms):
        return replace(
            FitRequest.plain(self.SKETCH, page),
            photo_terms=tuple(PhotoTerm(name, print_size=whole) for name, whole in terms.items()),
        )

    def test_a_print_fixes_its_slot_but_for_the_trims_it_may_have(self):
        for page in (LETTER, page_of("9", "9"), page_of("8", "8")):
            request = self.asked(page, p=size("4", "6"))
            for way in all_ways(request):
                if "p" not in way.aside:
                    self.assertTrue(may_be(size("4", "6"), block_of(way, "p").size, USUAL_TRIM, GRID), way.way)

    def test_a_document_is_never_trimmed(self):
        request = replace(self.asked(LETTER, p=size("3 1/2", "5")), never_trim=frozenset("p"))
        self.assertEqual(block_of(fit(request, AS_DRAWN), "p").size, size("3 1/2", "5"))

    def test_what_may_be_trimmed_freely_comes_out_smaller_than_what_may_not(self):
        asked = self.asked(EIGHT, p=size("8", "10"))
        freely = fit(replace(asked, trim_freely=frozenset("p")), AS_DRAWN)
        block = block_of(freely, "p")
        self.assertLess(block.height, inches("9 1/2"))
        self.assertTrue(may_be(size("8", "10"), block.size, FREE_TRIM, GRID))

    def test_one_above_the_other_is_tried_before_one_is_left_out(self):
        """Two prints of 4 x 6 stand side by side on 12 in, not on 6 in."""
        sketch = sketch_of(row("p", "photo", 1.75, 3, 4, 6), row("q", "photo", 6.25, 3, 4, 6))
        request = replace(
            FitRequest.plain(sketch, page_of("6", "13")),
            photo_terms=(PhotoTerm("p", print_size=size("4", "6")), PhotoTerm("q", print_size=size("4", "6"))),
        )
        best = all_ways(request)[0]
        self.assertFalse(best.aside)
        one, two = block_of(best, "p"), block_of(best, "q")
        self.assertGreaterEqual(two.y, one.y + one.height)

    def test_what_is_cut_off_is_one_sum_for_matching_and_for_the_page(self):
        """2 x 3 out of 2 1/2 x 3 1/2 is 6 of 8 3/4 square inches: 31 % goes."""
        slot = sketch_of(row("p", "photo", 1, 1, 2, 3)).block("p")
        printed = Candidate(1, Pixels(2500, 3500), print_size=size("2 1/2", "3 1/2"))
        places = Places.of([slot], GRID)
        table = table_of([printed], places)
        words = reasons([printed], places, table, [0])[0]
        self.assertIn("31 % of it is cut off", words)
        self.assertIn("the print does not fit this slot", words)
        crop = printed.crop_in(slot)
        self.assertEqual(crop.width * crop.height, Fraction(6 * 4, 35))
        free = replace(printed, print_size=None)
        self.assertIn("7 % of it is cut off", reasons([free], places, table_of([free], places), [0])[0])

    def test_never_trim_holds_in_matching_too(self):
        slot = sketch_of(row("p", "photo", 1, 1, 4, "5 7/8")).block("p")
        places = Places.of([slot], GRID)
        for trim, fits in ((USUAL_TRIM, True), (NO_TRIM, False)):
            printed = Candidate(1, Pixels(4, 6), print_size=size("4", "6"), trim=trim)
            words = reasons([printed], places, table_of([printed], places), [0])[0]
            self.assertEqual("the print fits" in words, fits)


class PhotosInTheirSlots(TestCase):
    def test_what_no_slot_of_a_shape_shows(self):
        for photo, slot, part in (
            (Fraction(3, 2), ("3", "2"), 0),
            (Fraction(3, 2), ("2", "2"), 1 / 3),
            (Fraction(3, 2), ("2", "3"), 5 / 9),
            (Fraction(4, 3), ("6", "4"), 1 / 9),
            (Fraction(1), ("4", "6"), 1 / 3),
        ):
            self.assertAlmostEqual(cut_off(photo, size(*slot)), part)

    def test_a_photo_lies_across_only_where_both_are_clearly_not_square(self):
        for photo, slot, across in (
            (Fraction(3, 2), ("4", "6"), True),
            (Fraction(2, 3), ("6", "4"), True),
            (Fraction(3, 2), ("6", "4"), False),
            (Fraction(3, 2), ("4", "4"), False),
            (Fraction(1), ("4", "6"), False),
            (Fraction(21, 20), ("4", "6"), False),
            (Fraction(11, 10), ("4", "6"), True),
        ):
            with self.subTest(photo=photo, slot=slot):
                self.assertEqual(lies_across(photo, size(*slot)), across)

    def test_a_slot_comes_nearer_to_its_photo_rather_than_go_away_from_it(self):
        sketch = sketch_of(
            row("p", "photo", 1, 1, 6, 4), row("q", "photo", 7.5, 1, 3.5, 4), row("t", "title", 1, 6, 10, 2)
        )
        request = FitRequest.plain(sketch, page_of("6", "12"))
        slots = {}
        for photo in (Fraction(3, 2), Fraction(6, 5)):
            terms = (PhotoTerm("p", proportions=photo),)
            block = block_of(fit(replace(request, photo_terms=terms), AS_DRAWN), "p")
            slots[photo] = Fraction(block.width, block.height)
            self.assertLessEqual(change_of_shape(size("6", "4"), block.size), 1.25)
        self.assertEqual(slots[Fraction(3, 2)], Fraction(3, 2))
        self.assertLess(slots[Fraction(6, 5)], Fraction(3, 2))

    def test_a_photo_of_the_slots_own_proportions_changes_nothing(self):
        for name in ("three", "kite"):
            sketch = demo_sketch(name)
            request = FitRequest.plain(sketch, page_of("8", "8"))
            photos = [block for block in sketch.blocks if block.role is Role.PHOTO]
            terms = tuple(PhotoTerm(p.id, proportions=Fraction(p.width, p.height)) for p in photos)
            self.assertEqual(fit(request, AS_DRAWN).blocks, fit(replace(request, photo_terms=terms), AS_DRAWN).blocks)

    def test_the_part_of_the_pictures_that_goes_counts_in_the_distance(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 6, 4))
        design = read_design(sketch, read_relations(sketch))
        narrow = tuple(replace(block, width=inches("5")) for block in sketch.blocks)
        verdict = judged(design, page_of("12", "12"), narrow, False)
        for photo, part in ((Fraction(3, 2), 1 / 6), (Fraction(5, 4), 0.0)):
            off = distance(design, narrow, verdict, 0.0, 0.0, {"p": photo})
            self.assertAlmostEqual(off.picture, part)
        self.assertEqual(distance(design, narrow, verdict, 0.0, 0.0).picture, 0.0)

    def test_a_placed_photo_is_never_turned_unless_that_was_asked(self):
        sketch = demo_sketch("roofline")
        wide = {block.id: Fraction(block.width, block.height) for block in sketch.blocks if block.role is Role.PHOTO}
        request = FitRequest.plain(sketch, page_of("12", "9"))
        placed = replace(request, photo_terms=tuple(PhotoTerm(name, proportions=p) for name, p in wide.items()))
        self.assertTrue([way for way in all_ways(request) if way.way.turn == 90])
        self.assertFalse([way for way in all_ways(placed) if way.way.turn == 90])
        asked = all_ways(placed, turn=90)
        self.assertTrue(asked and asked[0].way.turn == 90)


class Dies(TestCase):
    SKETCH = sketch_of(
        row("p", "photo", 1, 1, 6, 4),
        row("a", "paper", 8, 1, 2, 2, shape="circle", level=2),
        row("b", "paper", 8, 4, "1 1/4", "1 1/4", shape="circle", level=2),
        row("far", "paper", 8, 7, 4, 4, shape="circle", level=2),
        row("tag", "tag", 1, 7, 2, 3, level=2),
    )
    ROUND = tuple(Die(Shape.CIRCLE, size(text, text)) for text in ("1", "1 1/2", "2"))

    def made(self, page, dies):
        request = replace(FitRequest.plain(self.SKETCH, page), dies=dies)
        return fit(request, AS_DRAWN)

    def test_round_pieces_take_the_nearest_die_and_far_ones_none(self):
        design = read_design(cut_to_page(self.SKETCH), read_relations(cut_to_page(self.SKETCH)))
        request = replace(FitRequest.plain(self.SKETCH, EIGHT), dies=self.ROUND)
        found = die_sizes(design, 8 / 12, request)
        self.assertEqual(found, {"a": size("1 1/2", "1 1/2"), "b": size("1", "1"), "far": size("2", "2")})
        small = die_sizes(design, 8 / 12, replace(request, dies=self.ROUND[:1]))
        self.assertEqual(small, {"a": size("1", "1"), "b": size("1", "1")})

    def test_the_page_has_them_at_those_sizes(self):
        for page in (EIGHT, LETTER, page_of("9", "12")):
            result = self.made(page, self.ROUND)
            widths = {self.ROUND[i].size.width for i in range(3)}
            self.assertIn(block_of(result, "b").width, widths)
            self.assertIn(block_of(result, "a").width, widths)
            self.assertEqual(block_of(result, "a").width, block_of(result, "a").height)
            self.assertFalse(result.missed)

    def test_an_oblong_die_makes_what_would_come_out_near_it(self):
        tag = Die(Shape.RECT, size("2 1/8", "1 3/8"))
        result = self.made(EIGHT, (tag,))
        self.assertEqual(block_of(result, "tag").size, size("1 3/8", "2 1/8"))
        untouched = self.made(EIGHT, (Die(Shape.RECT, size("4", "4")),))
        self.assertNotEqual(block_of(untouched, "tag").size, size("4", "4"))

    def test_sizes_as_they_are_typed(self):
        for shape, text, sizes in (
            (Shape.CIRCLE, "1, 1 1/2, 2", [("1", "1"), ("1 1/2", "1 1/2"), ("2", "2")]),
            (Shape.CIRCLE, "2;2", [("2", "2")]),
            (Shape.RECT, "2 x 3; 1 1/2", [("2", "3"), ("1 1/2", "1 1/2")]),
            (Shape.RECT, "2×3", [("2", "3")]),
            (Shape.CIRCLE, "  ", []),
        ):
            found = read_dies(shape, text, Unit.IN)
            self.assertEqual([die.size for die in found], [size(*one) for one in sizes], text)

    def test_what_is_no_die_is_refused_in_words(self):
        for shape, text, words in (
            (Shape.CIRCLE, "2 x 3", "one number"),
            (Shape.RECT, "2 x 3 x 4", "width × height"),
            (Shape.CIRCLE, "0", "more than nothing"),
            (Shape.CIRCLE, "40", "at most 12 in"),
            (Shape.CIRCLE, ", ".join(str(1 + n % 12) for n in range(25)), "up to 24"),
        ):
            with self.subTest(text), self.assertRaises(BadInput) as caught:
                read_dies(shape, text, Unit.IN)
            self.assertIn(words, caught.exception.faults[0].message)


class OnHerWord(TestCase):
    """What a small page gives up is asked back rung by rung."""

    def test_what_was_said_to_stay_is_not_given_up(self):
        insert = next(form for form in FORMATS if form.key == "insert").page()
        seen = set()
        for name in ("three", "roofline", "kite"):
            request = FitRequest.plain(demo_sketch(name), insert)
            for way in all_ways(request)[:2]:
                for rung in way.rungs:
                    seen.add(rung)
                    asked = replace(request, insist=frozenset({rung}))
                    again = fit(asked, replace(way.way, plan="", school=School.KEEP_PROPORTIONS))
                    self.assertTrue(again.blocks, (name, rung))
                    self.assertNotIn(rung, again.rungs, name)
                    for other in all_ways(asked):
                        self.assertNotIn(rung, other.rungs, (name, other.way))
        self.assertTrue(seen)

    def test_every_rung_is_said_in_words(self):
        for rung in Rung:
            self.assertLessEqual(len(RUNG_WORDS[rung].split()), 4)
            self.assertTrue(RUNG_SAID[rung].goes and RUNG_SAID[rung].stays)
