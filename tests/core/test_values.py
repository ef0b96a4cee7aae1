"""The smallest values everything else is made of: pages, colours, embellishments, to the last grain that counts."""

import math
from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.colour import Rgb, UnreadableColour, contrast, lab, luminance, read_colour
from inkquilt.embellishments import (
    Accent,
    BadEmbellishment,
    Embellishment,
    EmbellishmentKind,
    Facing,
    Form,
    check,
    free_group,
    free_key,
    left_of,
    on_step,
    outline_of_form,
    placing_step,
)
from inkquilt.errors import BadInput, PageTooSmall, UnreadableLength, refuse
from inkquilt.layout import room_filled
from inkquilt.lengths import (
    INCH,
    MM,
    Unit,
    format_length,
    format_nearest,
    fraction_text,
    json_length,
    parse_length,
    read_number,
    with_unit,
)
from inkquilt.page import FORMATS, Fold, Margins, Page, Side
from inkquilt.sketch.model import Size
from tests.building import row, sketch_of


def one(form=Form.ROUND, wide=INCH, high=INCH, **more):
    return Embellishment("k", "name", EmbellishmentKind.MAIN, form, Size(wide, high), (Rgb(1, 2, 3),), **more)


class LengthsAsTyped(TestCase):
    def test_every_way_of_writing_two_and_a_half(self):
        for text in ("2 1/2", "2½", "2.5", "2,5", "2-1/2", "2 - 1/2", '2.5"', "2.5 in", "2.5in.", "2½ inches", "2 1⁄2",
                     "2\u00a01/2", " 2.5 ", "+2.5", "5/2", "63.5 mm", "6.35 cm", "2.5”"):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(parse_length(text, Unit.IN).grains, 5 * INCH // 2)

    def test_vulgar_fractions(self):
        for text, grains in [
            ("½", INCH // 2),
            ("¼", INCH // 4),
            ("¾", 3 * INCH // 4),
            ("⅛", INCH // 8),
            ("⅜", 3 * INCH // 8),
            ("⅝", 5 * INCH // 8),
            ("⅞", 7 * INCH // 8),
            ("1½", 3 * INCH // 2),
        ]:
            with self.subTest(text):
                self.assertEqual(parse_length(text, Unit.IN), parse_length(text, Unit.IN))
                self.assertEqual(
                    (parse_length(text, Unit.IN).grains, parse_length(text, Unit.IN).exact), (grains, True)
                )
        self.assertFalse(parse_length("⅓", Unit.IN).exact)

    def test_what_is_no_length(self):
        for text in (
            "",
            " ",
            "two",
            "2 2/2",
            "2 3/2",
            "1/0",
            "1//2",
            "2 1/2 yd",
            "1.2.3",
            "1e3",
            "0x10",
            "--2",
            "2 in 3",
            "9" * 20,
            "10001 mm",
            "394 in",
            "-10001 mm",
            "1" * 61,
            "½½",
            "∞",
            "nan",
        ):
            with self.subTest(text), self.assertRaises(UnreadableLength) as caught:
                parse_length(text, Unit.IN)
            self.assertIn("2 1/2, 2½", str(caught.exception))

    def test_the_longest_there_is(self):
        self.assertEqual(parse_length("10000 mm", Unit.IN).grains, 10_000 * MM)
        self.assertEqual(parse_length("1000 cm", Unit.IN).grains, 10_000 * MM)
        self.assertRaises(UnreadableLength, parse_length, "10000.1 mm", Unit.IN)

    def test_signs(self):
        for text in ("-2", "−2", "- 2"):
            with self.subTest(text):
                self.assertEqual(parse_length(text, Unit.IN).grains, -2 * INCH)

    def test_numbers_of_json(self):
        for value, grains in [
            (2, 2 * INCH),
            (2.5, 5 * INCH // 2),
            ("2 1/2", 5 * INCH // 2),
            (0.1, round(INCH / 10)),
            (0, 0),
            (-1, -INCH),
        ]:
            with self.subTest(value):
                self.assertEqual(read_number(value, Unit.IN).grains, grains)
        for value in (True, False, float("nan"), float("inf"), 1e300, 1e-300, 10**12):
            with self.subTest(value), self.assertRaises(UnreadableLength):
                read_number(value, Unit.IN)

    @given(st.integers(-10_000 * MM, 10_000 * MM))
    def test_what_is_printed_is_read_again(self, grains):
        for unit in Unit:
            self.assertEqual(parse_length(format_length(grains, unit), unit).grains, grains)
            self.assertEqual(read_number(json_length(grains, unit), unit).grains, grains)

    def test_how_lengths_are_printed(self):
        for grains, inch, mm, near in [
            (INCH, "1", "25.4", "1"), (INCH // 2, "1/2", "12.7", "1/2"), (5 * INCH // 2, "2 1/2", "63.5", "2 1/2"),
            (-INCH // 8, "-1/8", "-3.175", "-1/8"), (0, "0", "0", "0"), (127, "1/64", "0.396875", "1/64"),
            (1, "1/8128", "0.003125", "about 0"), (64, "1/127", "0.2", "about 1/64"),
        ]:  # fmt: skip
            with self.subTest(grains=grains):
                self.assertEqual(format_length(grains, Unit.IN), inch)
                self.assertEqual(format_length(grains, Unit.MM), mm)
                self.assertEqual(format_nearest(grains, Unit.IN), near)
        self.assertEqual(with_unit(210 * MM, Unit.IN), "about 8 17/64 in")
        self.assertEqual(with_unit(INCH, Unit.MM), "25.4 mm")
        self.assertEqual(with_unit(127, Unit.MM), "about 0.4 mm")

    def test_fractions_come_reduced(self):
        for top, bottom, text in [(4, 8, "1/2"), (9, 3, "3"), (-9, 6, "-1 1/2"), (0, 5, "0"), (17, 16, "1 1/16")]:
            with self.subTest(top=top, bottom=bottom):
                self.assertEqual(fraction_text(Fraction(top, bottom)), text)


class Pages(TestCase):
    def made(self, wide=12 * INCH, high=12 * INCH, **more):
        return Page(wide, high, Unit.IN, **more)

    def test_how_small_and_large_a_page_is(self):
        for wide, high, fine in [
            (INCH, INCH, True), (INCH - 1, INCH, False), (INCH, INCH - 1, False),
            (48 * INCH, 48 * INCH, True), (48 * INCH + 1, 12 * INCH, False), (12 * INCH, 48 * INCH + 1, False),
        ]:  # fmt: skip
            with self.subTest(wide=wide, high=high):
                if fine:
                    self.assertEqual(self.made(wide, high).width, wide)
                else:
                    self.assertRaises(PageTooSmall, self.made, wide, high)

    def test_what_is_no_page_says_what_works(self):
        for wide, high, clear, words in [
            (INCH // 10, INCH, 0, "from 1 in on it works"), (INCH, 50 * INCH, 0, "up to 48 in works"),
            (4 * INCH, 4 * INCH, 2 * INCH, "make them smaller"),
        ]:  # fmt: skip
            with self.subTest(words), self.assertRaises(PageTooSmall) as caught:
                self.made(wide, high, clear=Margins.even(clear))
            self.assertIn(words, str(caught.exception))

    def test_the_margins_leave_half_an_inch(self):
        for clear, fine in [
            (Margins(left=23 * INCH // 2), True),
            (Margins(left=23 * INCH // 2 + 1), False),
            (Margins(top=6 * INCH, bottom=11 * INCH // 2), True),
            (Margins(top=6 * INCH, bottom=11 * INCH // 2 + 1), False),
            (Margins(right=-1), False),
            (Margins(left=-1), False),
            (Margins(top=-1), False),
            (Margins(bottom=-1), False),
            (Margins.even(23 * INCH // 4), True),
            (Margins.even(23 * INCH // 4 + 1), False),
        ]:
            with self.subTest(clear):
                if fine:
                    self.made(clear=clear)
                else:
                    self.assertRaises(PageTooSmall, self.made, clear=clear)

    def test_two_facing_pages_each_have_an_inch(self):
        for at, gap, fine in [
            (INCH, 0, True),
            (INCH - 1, 0, False),
            (6 * INCH, -1, False),
            (11 * INCH, 0, True),
            (11 * INCH + 1, 0, False),
            (10 * INCH, INCH, True),
            (10 * INCH, INCH + 1, False),
        ]:
            with self.subTest(at=at, gap=gap):
                if fine:
                    self.assertEqual(self.made(fold=Fold(at, gap)).fold.end, at + gap)
                else:
                    self.assertRaises(PageTooSmall, self.made, fold=Fold(at, gap))

    def test_the_binding_takes_the_wider_margin(self):
        for side in Side:
            bound = Margins.even(INCH // 4).with_binding(side, INCH)
            with self.subTest(side):
                self.assertEqual([getattr(bound, one.value) for one in Side],
                                 [INCH if one is side else INCH // 4 for one in Side])  # fmt: skip
                self.assertEqual(Margins.even(INCH).with_binding(side, INCH // 4), Margins.even(INCH))

    def test_the_formats_people_own(self):
        """A4 and A5 by ISO 216, which halves A4 along its longer side; albums by common practice, no source."""
        sizes = {form.key: (form.width, form.height, form.unit) for form in FORMATS}
        self.assertEqual(sizes["a4"], (210 * MM, 297 * MM, Unit.MM))
        self.assertEqual(sizes["a5"], (148 * MM, 210 * MM, Unit.MM))
        self.assertEqual(sizes["letter"][:2], (17 * INCH // 2, 11 * INCH))
        self.assertEqual(sizes["6x8"][:2], (25 * INCH // 4, 17 * INCH // 2))
        self.assertEqual(sizes["insert"], (110 * MM, 210 * MM, Unit.MM))
        self.assertEqual((sizes["6x12"][:2], sizes["4x6"][:2]), ((6 * INCH, 12 * INCH), (4 * INCH, 6 * INCH)))
        for form in FORMATS:
            self.assertEqual((form.page().width, form.page().height), (form.width, form.height))
        self.assertEqual(len({form.key for form in FORMATS}), len(FORMATS))


class Colours(TestCase):
    def test_only_six_digits_after_a_hash(self):
        self.assertEqual(read_colour("#22345c"), Rgb(0x22, 0x34, 0x5C))
        self.assertEqual(read_colour("#FFFFFF").text, "#ffffff")
        for text in ("22345c", "#22345", "#22345c0", "#22345g", "", "#", "navy", "# 2345c"):
            with self.subTest(text), self.assertRaises(UnreadableColour):
                read_colour(text)

    @given(st.tuples(*[st.integers(0, 255)] * 3))
    def test_what_is_written_is_read_again(self, channels):
        self.assertEqual(read_colour(Rgb(*channels).text), Rgb(*channels))

    def test_contrast(self):
        """WCAG 2.2: black on white is 21 to 1; #767676 on white is the known limit of 4.54, from memory."""
        black, white = Rgb(0, 0, 0), Rgb(255, 255, 255)
        self.assertAlmostEqual(contrast(black, white), 21.0, places=6)
        self.assertEqual(contrast(white, black), contrast(black, white))
        self.assertEqual(contrast(white, white), 1.0)
        self.assertAlmostEqual(contrast(Rgb(0x76, 0x76, 0x76), white), 4.54, places=2)

    def test_luminance_of_each_channel(self):
        """The coefficients of IEC 61966-2-1 as WCAG 2.2 gives them."""
        for colour, value in [(Rgb(255, 0, 0), 0.2126), (Rgb(0, 255, 0), 0.7152), (Rgb(0, 0, 255), 0.0722),
                              (Rgb(10, 10, 10), 10 / 255 / 12.92), (Rgb(255, 255, 255), 1.0)]:  # fmt: skip
            with self.subTest(colour):
                self.assertAlmostEqual(luminance(colour), value, places=6)

    def test_greys_have_no_hue(self):
        for value in (0, 1, 10, 11, 128, 255):
            grey = lab(Rgb(value, value, value))
            with self.subTest(value):
                self.assertLess(math.hypot(grey.a, grey.b), 0.02)
        self.assertAlmostEqual(lab(Rgb(255, 255, 255)).lightness, 100, places=3)
        self.assertAlmostEqual(lab(Rgb(0, 0, 0)).lightness, 0, places=6)


class Pieces(TestCase):
    def test_what_an_embellishment_can_be(self):
        least, most = INCH // 16, 12 * INCH
        for wide, high, thick, fine in [
            (least, least, 0, True),
            (least - 1, INCH, 0, False),
            (INCH, least - 1, 0, False),
            (most, most, 0, True),
            (most + 1, INCH, 0, False),
            (INCH, most + 1, 0, False),
            (INCH, INCH, INCH, True),
            (INCH, INCH, INCH + 1, False),
            (INCH, INCH, -1, False),
        ]:
            with self.subTest(wide=wide, high=high, thick=thick):
                if fine:
                    check(one(wide=wide, high=high, thickness=thick), Unit.IN)
                else:
                    self.assertRaises(BadEmbellishment, check, one(wide=wide, high=high, thickness=thick), Unit.IN)
        self.assertRaises(BadEmbellishment, check, Embellishment("k", "n", EmbellishmentKind.DOT, Form.ROUND,
                                                                 Size(INCH, INCH), ()), Unit.IN)  # fmt: skip

    def test_every_outline_fills_its_box_about_its_middle(self):
        for form in Form:
            left, top, right, bottom = outline_of_form(form, Size(200, 100)).bounds
            with self.subTest(form):
                self.assertLessEqual(max(-left, right), 100.001)
                self.assertLessEqual(max(-top, bottom), 50.001)
                self.assertGreater(right - left, 170)
                self.assertGreater(bottom - top, 75)
                self.assertTrue(outline_of_form(form, Size(200, 100)).is_valid)

    def test_known_areas(self):
        self.assertAlmostEqual(outline_of_form(Form.STRIP, Size(20, 10)).area, 200)
        round_ = outline_of_form(Form.ROUND, Size(200, 200)).area
        self.assertAlmostEqual(round_ / (math.pi * 100**2), 1.0, delta=0.01)  # an ellipse by its chords

    def test_where_it_faces(self):
        for facing, turn, heading in [
            (Facing.NONE, 0, None), (Facing.NONE, 9_000, None), (Facing.RIGHT, 0, 0), (Facing.DOWN, 0, 90),
            (Facing.LEFT, 0, 180), (Facing.UP, 0, 270), (Facing.UP, 9_000, 0), (Facing.RIGHT, -4_500, 315),
            (Facing.LEFT, 27_000, 90),
        ]:  # fmt: skip
            with self.subTest(facing, turn=turn):
                self.assertEqual(Accent("a", one(facing=facing), 0, 0, turn).heading, heading)

    def test_foam_raises_it_by_a_sixteenth(self):
        self.assertEqual(Accent("a", one(thickness=100), 0, 0).height, 100)
        self.assertEqual(Accent("a", one(thickness=100), 0, 0, foam=True).height, 100 + INCH // 16)

    def test_a_turned_piece_turns_about_its_middle(self):
        lying = Accent("a", one(Form.STRIP, 4 * INCH, INCH), 5 * INCH, 5 * INCH)
        upright = Accent("a", one(Form.STRIP, 4 * INCH, INCH), 5 * INCH, 5 * INCH, 9_000)
        self.assertEqual([round(b / INCH, 3) for b in lying.outline.bounds], [3, 4.5, 7, 5.5])
        self.assertEqual([round(b / INCH, 3) for b in upright.outline.bounds], [4.5, 3, 5.5, 7])
        moved = lying.moved(6 * INCH, 4 * INCH)
        self.assertEqual([round(b / INCH, 3) for b in moved.outline.bounds], [4, 3.5, 8, 4.5])

    def test_what_is_left_of_the_stash(self):
        few, endless = (
            one(count=2),
            Embellishment("e", "e", EmbellishmentKind.DOT, Form.ROUND, Size(9, 9), (), count=None),
        )
        used = [Accent(str(n), few, 0, 0) for n in range(3)] + [Accent("s", endless, 0, 0)] * 5
        self.assertEqual(left_of([few, endless], used[:1]), {"k": 1, "e": 300})
        self.assertEqual(left_of([few, endless], used), {"k": 0, "e": 300})  # never less than none
        self.assertEqual(left_of([], used), {})

    def test_names_that_are_free(self):
        laid = [Accent(f"accent-{n}", one(), 0, 0, group=f"cluster-{n}") for n in (1, 2, 4)]
        self.assertEqual((free_key(laid), free_group(laid)), ("accent-3", "cluster-3"))
        self.assertEqual((free_key([]), free_group(laid, "scatter")), ("accent-1", "scatter-1"))

    def test_the_marks_it_is_placed_on(self):
        self.assertEqual((placing_step(Unit.IN), placing_step(Unit.MM)), (INCH // 16, MM))
        for length, unit, place in [(0.4 * INCH / 16, Unit.IN, 0), (0.6 * INCH / 16, Unit.IN, INCH // 16),
                                    (-0.6 * MM, Unit.MM, -MM), (2.4 * MM, Unit.MM, 2 * MM)]:  # fmt: skip
            with self.subTest(length=length):
                self.assertEqual(on_step(length, unit), place)

    def test_which_kept_room_a_piece_takes(self):
        blocks = sketch_of(row("c", "cluster", 4, 4, 2, 2, shape="circle"), row("p", "photo", 8, 8, 3, 3)).blocks
        for x, y, group, taken in [
            (5, 5, "", "c"), (6.9, 5, "", "c"), (7, 5, "", None), (5, 3.1, "", "c"), (5, 3, "", None),
            (5, 5, "scatter-1", None), (9, 9, "", None),
        ]:  # fmt: skip
            accent = Accent("a", one(), round(x * INCH), round(y * INCH), group=group)
            with self.subTest(x=x, y=y, group=group):
                self.assertEqual(room_filled(accent, blocks), taken)


class Said(TestCase):
    def test_one_thing_that_cannot_be(self):
        error = refuse("code", "It cannot be.", "field")
        self.assertIsInstance(error, BadInput)
        self.assertEqual([(f.block, f.code, f.message) for f in error.faults], [("field", "code", "It cannot be.")])
