"""Weight, repeats, calm, links and the second look on pages small enough to judge by eye."""

from dataclasses import replace

from django.test import SimpleTestCase

from bench.planted import sound_page
from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.links import floating, like_patterns_touching, linked_groups
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.balance.weight import moments_of, weigh
from inkquilt.balance.white_space import margins, regions, white_space
from inkquilt.colour import Rgb, read_colour
from inkquilt.embellishments import EmbellishmentKind, Facing, Form
from inkquilt.layout import PaperSeen, PhotoSeen
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind
from inkquilt.photos.cover import PlacedPhoto
from inkquilt.photos.crop import Pixels, Slot, crop_of
from inkquilt.photos.tones import ToneGrid, TonesOnPage
from inkquilt.sketch import Role
from inkquilt.suggestions.changes import blocks_moved
from tests.drawn import (
    CREAM,
    MUSTARD,
    NAVY,
    TEAL,
    accent,
    block,
    owned,
    page_with,
    story,
    title_in,
    with_accents,
)

SCHOOL = BalanceSchool.TRIANGLE
PHOTO = block("p", Role.PHOTO, 4, 4, 4, 4)
FLOWER = owned("flower")
BASE = owned("label", EmbellishmentKind.BASE, Form.LABEL, 2, 1.5, (CREAM, MUSTARD))


def kinds(layout, school=SCHOOL, off=frozenset()):
    """What is noticed about a page."""
    return [one.kind for one in second_look(Figures(layout), school, off)]


class WeightTests(SimpleTestCase):
    def weight(self, layout, key):
        return next(one.weight for one in weigh(layout) if one.seen.key == key)

    def test_a_page_that_is_the_same_on_both_sides_has_its_weight_in_the_middle(self):
        photos = [block(f"p{n}", Role.PHOTO, x, 4, 3, 4) for n, x in enumerate((1, 8))]
        moments = moments_of(layout := page_with(*photos), weigh(layout))
        self.assertAlmostEqual(moments.across, 0)
        self.assertAlmostEqual(moments.down, 0)
        self.assertAlmostEqual(moments.falling, 0)

    def test_a_bare_page_has_its_weight_in_the_middle(self):
        layout = page_with()
        self.assertEqual(moments_of(layout, weigh(layout)).across, 0)

    def test_contrast_colour_and_foam_make_a_piece_heavier(self):
        """Common practice, no source."""
        pale, dark = owned("pale", colours=(read_colour("#efe6cc"),)), owned("dark", colours=(NAVY,))
        layout = page_with(
            accents=[accent("a", pale, 3, 3), accent("b", dark, 9, 3), accent("c", dark, 6, 9, foam=True)]
        )
        self.assertLess(self.weight(layout, "a"), self.weight(layout, "b"))
        self.assertLess(self.weight(layout, "b"), self.weight(layout, "c"))

    def test_what_leads_weighs_more_and_what_is_hidden_nothing(self):
        layout = page_with(PHOTO, block("over", Role.PAPER, 3, 3, 6, 6, level=2))
        self.assertEqual(self.weight(layout, "p"), 0)
        plain = page_with(PHOTO)
        self.assertGreater(self.weight(replace(plain, lead="p"), "p"), self.weight(plain, "p"))

    def test_weight_along_a_diagonal(self):
        layout = page_with(accents=[accent("a", FLOWER, 2, 2), accent("b", FLOWER, 10, 10)])
        moments = moments_of(layout, weigh(layout))
        self.assertEqual((round(moments.falling, 6), round(moments.rising, 6)), (1, 0))


class FiguresTests(SimpleTestCase):
    def test_white_space_its_largest_box_and_margins(self):
        layout = page_with(block("p", Role.PHOTO, 0, 0, 12, 6))
        calm = white_space(layout, weigh(layout))
        self.assertAlmostEqual(calm.share, 0.5)
        self.assertEqual((calm.rectangle.x.length, calm.rectangle.y.length), (12 * INCH, 6 * INCH))
        self.assertAlmostEqual(calm.circle.radius / INCH, 3, delta=0.02)
        self.assertEqual(calm.joined, 1)
        self.assertEqual(margins(layout, weigh(layout)), (0, 0, 0, 6 * INCH))

    def test_three_places_of_a_colour_span_a_triangle_round_the_photo(self):
        spots = ((1, 1), (11, 1), (6, 11))
        layout = page_with(PHOTO, accents=[accent(f"a{n}", FLOWER, x, y) for n, (x, y) in enumerate(spots)])
        use = next(use for use in Figures(layout).colours if use.colour == MUSTARD)
        self.assertAlmostEqual(use.triangle, 0.5 * 10 * 10 / 144, places=3)
        self.assertGreater(use.photos_inside, 0.8)

    def test_regions_count_what_lies_in_each_corner(self):
        layout = page_with(accents=[accent(f"a{n}", FLOWER, 1 + n / 2, 1) for n in range(4)])
        self.assertEqual(next(r.count for r in regions(layout, weigh(layout)) if r.is_corner), 4)

    def test_what_stands_together(self):
        layout = page_with(PHOTO, accents=[accent("near", FLOWER, 8.6, 6), accent("far", FLOWER, 1, 1)])
        self.assertEqual([set(group) for group in linked_groups(weigh(layout))], [{"p", "near"}, {"far"}])


class SecondLookTests(SimpleTestCase):
    def test_a_piece_with_a_base_does_not_float_and_one_without_does(self):
        """Common practice, no source: pieces without a base look lost in space."""
        rests = page_with(PHOTO, accents=[accent("b", BASE, 2, 2), accent("f", FLOWER, 2, 2)])
        self.assertEqual(floating(weigh(rests)), ())
        lost = with_accents(rests, accent("f", FLOWER, 2, 2))
        self.assertEqual([seen.key for seen in floating(weigh(lost))], ["f"])
        dot = page_with(accents=[accent("d", owned("dot", EmbellishmentKind.DOT), 2, 2)])
        self.assertEqual(floating(weigh(dot)), ())

    def test_a_piece_against_a_strips_edge_rests_and_one_within_a_paper_floats(self):
        strip = block("s", Role.STRIP, 0, 5, 12, 2)
        self.assertEqual(floating(weigh(page_with(strip, accents=[accent("f", FLOWER, 3, 5)]))), ())
        wide = block("w", Role.PAPER, 0, 0, 12, 6)
        self.assertEqual(len(floating(weigh(page_with(wide, accents=[accent("f", FLOWER, 3, 3)])))), 1)

    def test_what_faces_off_the_page_is_noticed_and_what_faces_the_photo_is_not(self):
        arrow = owned("arrow", form=Form.ARROW, facing=Facing.RIGHT)
        out = page_with(PHOTO, accents=[accent("a", arrow, 9, 6)])
        self.assertIn(ObservationKind.FACING_OUT, kinds(out))
        self.assertNotIn(ObservationKind.FACING_OUT, kinds(with_accents(out, accent("a", arrow, 9, 6, turn=18_000))))
        self.assertNotIn(ObservationKind.FACING_OUT, kinds(with_accents(out, accent("a", arrow, 3, 6))))

    def test_a_colour_used_once_is_noticed_unless_a_photo_shows_it(self):
        """Common practice, no source: a colour used once looks like a mistake."""
        layout = page_with(PHOTO, accents=[accent("f", owned("odd", colours=(TEAL,)), 3.5, 6)])
        self.assertIn(ObservationKind.COLOUR_ALONE, kinds(layout))
        photos = {"p": replace(layout.photos["p"], colours=(CREAM, TEAL))}
        self.assertNotIn(ObservationKind.COLOUR_ALONE, kinds(replace(layout, photos=photos)))
        self.assertNotIn(ObservationKind.COLOUR_ALONE, kinds(layout, BalanceSchool.SPARSE))

    def test_two_like_patterns_side_by_side_blur_until_a_plain_paper_parts_them(self):
        """Common practice, no source."""
        busy = [PaperSeen((colour,), PaperKind.LARGE_PRINT) for colour in (MUSTARD, TEAL)]
        left, right = block("l", Role.PAPER, 0, 0, 6, 12), block("r", Role.PAPER, 6, 0, 6, 12)
        layout = page_with(left, right, papers={"l": busy[0], "r": busy[1]})
        self.assertEqual(len(like_patterns_touching(weigh(layout))), 1)
        between = block("s", Role.STRIP, 5.5, 0, 1, 12, level=2)
        papers = {**layout.papers, "s": PaperSeen((NAVY,), PaperKind.SOLID)}
        parted = replace(layout, blocks=(*layout.blocks, between), papers=papers)
        self.assertEqual(like_patterns_touching(weigh(parted)), ())

    def test_a_title_is_read_letter_by_letter_over_two_papers(self):
        dark = block("d", Role.PAPER, 6, 0, 6, 12)
        title = block("t", Role.TITLE, 3, 1, 6, 1, level=3)
        layout = page_with(
            dark, title, papers={"d": PaperSeen((NAVY,), PaperKind.SOLID)}, titles=title_in("t", 3, 1, 6, 1)
        )
        noticed = next(one for one in second_look(Figures(layout), SCHOOL) if one.keys == ("t",))
        self.assertEqual(noticed.kind, ObservationKind.TITLE_HARD_TO_READ)
        self.assertIn("“NEY”", noticed.words)
        strip = owned("strip", EmbellishmentKind.BASE, Form.STRIP, 7, 1.25, (CREAM,))
        self.assertNotIn(
            ObservationKind.TITLE_HARD_TO_READ, kinds(with_accents(layout, accent("s", strip, 6, 1.5, under="t")))
        )

    def test_letters_on_a_photo_are_held_against_the_part_beneath_them(self):
        """Its left half is night, its right half snow; the mean of both would let every letter pass."""
        photo = block("p", Role.PHOTO, 2, 3, 8, 4, level=1)
        night, snow = Rgb(20, 24, 40), Rgb(250, 250, 252)
        tones = ToneGrid(tuple((night if column < 6 else snow) for _ in range(12) for column in range(12)), (0,) * 144)
        pixels = Pixels(2000, 1000)
        placed = PlacedPhoto(pixels, crop_of(pixels, Slot.of(photo)), ())
        seen = PhotoSeen((tones.colour,), 0.1, (), TonesOnPage.of(photo, placed, tones))
        layout = page_with(
            photo,
            block("t", Role.TITLE, 3, 4, 6, 1, level=3),
            photos={"p": seen},
            titles=title_in("t", 3, 4, 6, 1, ink=Rgb(255, 255, 255)),
        )
        noticed = next(one for one in second_look(Figures(layout), SCHOOL) if one.keys == ("t",))
        self.assertIn("“NEY” of the title is hard to read", noticed.words)
        # Moved to the left, title and photo together stay as they are; the title alone comes to lie on the night.
        stays = blocks_moved(layout, {"p", "t"}, -INCH, 0)
        self.assertIn("“NEY”", next(o for o in second_look(Figures(stays), SCHOOL) if o.keys == ("t",)).words)
        night_only = blocks_moved(layout, {"t"}, 0, 0)
        night_only = replace(night_only, titles=title_in("t", 2.2, 4, 3.6, 1, ink=Rgb(255, 255, 255)))
        self.assertNotIn(ObservationKind.TITLE_HARD_TO_READ, kinds(night_only))

    def test_what_covers_what_matters_comes_first_with_how_much(self):
        layout = page_with(PHOTO, accents=[accent("b", BASE, 6, 6), accent("x", owned("x", colours=(TEAL,)), 1, 1)])
        first = second_look(Figures(layout), SCHOOL)[0]
        self.assertEqual((first.kind, first.keys), (ObservationKind.FOCAL_COVERED, ("b",)))
        self.assertRegex(first.number, r"^\d+ % of it$")

    def test_schools_and_switches_change_what_is_said(self):
        heavy = owned("h", EmbellishmentKind.BASE, Form.STRIP, 2, 6, (NAVY,))
        layout = page_with(accents=[accent("h", heavy, 9, 6)])
        self.assertIn(ObservationKind.ONE_SIDED, kinds(layout, BalanceSchool.SYMMETRIC))
        self.assertNotIn(ObservationKind.ONE_SIDED, kinds(layout, BalanceSchool.APEX))
        off = frozenset({ObservationKind.ONE_SIDED})
        self.assertNotIn(ObservationKind.ONE_SIDED, kinds(layout, BalanceSchool.SYMMETRIC, off))

    def test_a_page_that_is_well_has_nothing_to_add(self):
        said = [second_look(Figures(sound_page(seed)[0]), SCHOOL) for seed in range(7_000, 7_010)]
        self.assertGreaterEqual(sum(not one for one in said), 5)

    def test_missing_title_and_words_are_told_last(self):
        layout = page_with(PHOTO)
        self.assertEqual(kinds(layout)[-2:], [ObservationKind.WORDS_MISSING, ObservationKind.TITLE_MISSING])
        written = replace(layout, words=story(1, 10, 3, 1))
        self.assertNotIn(ObservationKind.WORDS_MISSING, kinds(written))

    def test_an_empty_page_can_be_looked_at(self):
        layout = page_with()
        self.assertEqual(
            kinds(replace(layout, blocks=(), papers={})),
            [ObservationKind.WORDS_MISSING, ObservationKind.TITLE_MISSING],
        )
        self.assertGreater(white_space(layout, weigh(layout)).share, 0.99)
