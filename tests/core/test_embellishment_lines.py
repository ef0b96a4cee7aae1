"""Embellishments entered as one says them: what a line comes to, and what it cannot mean."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.colour import LARGE_LETTERS, Rgb, contrast, read_colour
from inkquilt.embellishment_lines import MOST_PIECES, UnreadableEmbellishment, read_embellishment
from inkquilt.embellishments import BadEmbellishment, EmbellishmentKind, Facing, Form, check, said_by, used_as
from inkquilt.layout import is_title, room_filled
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.paper.entry import COLOURS
from inkquilt.sketch.model import Part, Role, Size
from tests.drawn import accent, block, owned

KIND = EmbellishmentKind


class Lines(TestCase):
    def test_what_a_line_comes_to(self):
        for line, name, kind, form, wide, high, count in [
            ("12 mustard buttons 1/2, round", "mustard buttons", KIND.DOT, Form.ROUND, 0.5, 0.5, 12),
            ("2 cream labels 2 x 1 1/2 / navy", "cream labels", KIND.BASE, Form.LABEL, 2, 1.5, 2),
            ("paper daisy 1 1/4", "paper daisy", KIND.MAIN, Form.FLOWER, 1.25, 1.25, 1),
            ("bird 1 x 3/4, faces right", "bird", KIND.MAIN, Form.BIRD, 1, 0.75, 1),
            ("5 fern leaves 1 1/4x3/8", "fern leaves", KIND.SPRIG, Form.LEAF, 1.25, 0.375, 5),
            ("lace doily 4", "lace doily", KIND.BASE, Form.DOILY, 4, 4, 1),
            ("2 butterflies 1 by 3/4", "butterflies", KIND.MAIN, Form.BUTTERFLY, 1, 0.75, 2),
            ("paper bee 1", "paper bee", KIND.MAIN, Form.ROUND, 1, 1, 1),
            ("tin house 2 x 1", "tin house", KIND.MAIN, Form.ROUND, 2, 1, 1),
            ("star stamp 1/2", "star stamp", KIND.DOT, Form.STAR, 0.5, 0.5, None),
            ("3 thing 1, heart", "thing", KIND.MAIN, Form.HEART, 1, 1, 3),
            ("wooden thing 1 x 2, dot", "wooden thing", KIND.DOT, Form.ROUND, 1, 2, 1),
            ("4 photo corners 3/4", "photo corners", KIND.CORNER, Form.CORNER, 0.75, 0.75, 4),
            ("heart label 2 x 1", "heart label", KIND.BASE, Form.HEART, 2, 1, 1),
        ]:
            one = read_embellishment(line)
            with self.subTest(line):
                self.assertEqual((one.name, one.kind, one.count), (name, kind, count))
                self.assertEqual((one.form, one.size), (form, Size(round(wide * INCH), round(high * INCH))))

    def test_what_else_is_said(self):
        one = read_embellishment('word "hello sun" 2 1/2 x 1/2, navy / cream, 1/16 thick, faces up')
        self.assertEqual(
            (one.kind, one.text, one.facing, one.thickness), (KIND.WORD, "hello sun", Facing.UP, INCH // 16)
        )
        self.assertEqual((one.size, one.count), (Size(5 * INCH // 2, INCH // 2), 1))
        self.assertEqual([colour.text for colour in one.colours], [COLOURS["navy"], COLOURS["cream"]])
        self.assertEqual(read_embellishment("sticker 2 x 1/2 says on the roof, red").text, "on the roof")
        self.assertEqual(read_embellishment("“honey” 2 x 1").name, "honey")
        metric = read_embellishment("3 teal pearls 5", Unit.MM)
        self.assertEqual((metric.size, metric.name), (Size(5 * MM, 5 * MM), "teal pearls"))
        self.assertEqual(read_embellishment("3 pearls 5 mm").size.width, 5 * MM)
        self.assertEqual(len(read_embellishment("red blue green mint navy flower 1").colours), 4)
        self.assertEqual(len(read_embellishment("flower 1").colours), 1)

    def test_printed_words_say_their_name_when_nothing_else_is_said(self):
        self.assertEqual(read_embellishment("word sweet 2 x 1/2").text, "word sweet")
        self.assertEqual(read_embellishment("bird 1").text, "")
        for kind, name, text, says in [
            (KIND.WORD, "today", "", "today"), (KIND.WORD, "today", "now", "now"), (KIND.WORD, "x" * 41, "", "x" * 40),
            (KIND.DOT, "gem", "", ""), (KIND.BASE, "label", "June", "June"),
        ]:  # fmt: skip
            self.assertEqual(said_by(kind, name, text), says)

    def test_what_a_thing_is_most_likely_used_as(self):
        for form, long, kind in [
            (Form.LABEL, 0.5, KIND.BASE), (Form.STRIP, 3, KIND.BASE), (Form.LEAF, 0.5, KIND.SPRIG),
            (Form.ROUND, 0.625, KIND.DOT), (Form.ROUND, 0.63, KIND.MAIN), (Form.STAR, 0.5, KIND.DOT),
            (Form.FLOWER, 1, KIND.MAIN),
        ]:  # fmt: skip
            self.assertEqual(used_as(form, Size(round(long * INCH), INCH // 4)), kind)

    def test_what_it_cannot_mean(self):
        for line, why in [
            ("mustard buttons", "how large"), ("", "how large"), ("button 1/32", "long"), ("button 12 1/8", "long"),
            ("0 buttons 1/2", "1 to"), (f"{MOST_PIECES + 1} buttons 1/2", "1 to"), ("b" * 201, "too long"),
        ]:  # fmt: skip
            with self.subTest(line), self.assertRaisesRegex(UnreadableEmbellishment, why):
                read_embellishment(line)
        for line in (f"{MOST_PIECES} buttons 1/2", "button 1/16", "button 12", "0 stamps 1/2"):
            read_embellishment(line)


class Outlines(TestCase):
    def test_one_of_its_own_lies_where_it_is_laid_and_is_kept(self):
        corners = tuple(Part(*one) for one in ((0, 0), (10_000, 0), (0, 10_000)))
        one = replace(owned("t", KIND.MAIN, Form.ROUND, 2, 1), outline=corners, pictured=True)
        check(one, Unit.IN)
        lies = accent("a", one, 5, 5).outline
        self.assertEqual(tuple(side / INCH for side in lies.bounds), (4, 4.5, 6, 5.5))
        self.assertAlmostEqual(lies.area / INCH**2, 1)
        turned = accent("a", one, 5, 5, turn=9_000).outline
        self.assertAlmostEqual((turned.bounds[2] - turned.bounds[0]) / INCH, 1)

    def test_what_is_no_outline(self):
        good = ((0, 0), (10_000, 0), (0, 10_000))
        for corners in (good[:2], ((0, 0), (10_001, 0), (0, 10_000)), ((-1, 0), (9, 0), (0, 9)), ((0, 0),) * 3,
                        ((0, 0), (10_000, 10_000), (10_000, 0), (0, 10_000))):  # fmt: skip
            one = replace(owned("t"), outline=tuple(Part(*corner) for corner in corners))
            with self.subTest(corners), self.assertRaises(BadEmbellishment):
                check(one, Unit.IN)


class Words(TestCase):
    def test_words_are_never_of_the_colour_of_their_ground(self):
        navy, cream, pink, blush = (read_colour(COLOURS[one]) for one in ("navy", "cream", "pink", "blush"))
        for colours, ink in [
            ((navy, cream), cream),
            ((pink, blush, navy), navy),
            ((navy,), Rgb(255, 253, 248)),
            ((cream,), Rgb(29, 42, 87)),
            ((cream, blush), Rgb(29, 42, 87)),
            ((navy, navy), Rgb(255, 253, 248)),
        ]:
            one = owned("w", KIND.WORD, Form.STRIP, 2, 0.5, colours)
            with self.subTest(colours):
                self.assertEqual(one.ink, ink)
                self.assertGreater(contrast(one.ink, colours[0]), LARGE_LETTERS)

    def test_printed_words_in_the_place_of_a_title_are_the_title(self):
        word, dot = owned("w", KIND.WORD, Form.STRIP, 3, 0.5), owned("d", KIND.DOT, Form.ROUND, 0.5, 0.5)
        place = block("t", Role.TITLE, 2, 1, 5, 1)
        for what, x, y, fills in [
            (word, 4.5, 1.5, "t"),
            (word, 2, 1, "t"),
            (word, 7.01, 1.5, None),
            (word, 4.5, 2.01, None),
            (dot, 4.5, 1.5, None),
        ]:
            one = accent("a", what, x, y)
            with self.subTest(what=what.key, x=x, y=y):
                self.assertEqual(room_filled(one, (place,)), fills)
                self.assertEqual(is_title(one, (place,)), fills is not None)
        # Without a place for one: long words are it.
        for wide, is_one in [(2, True), (1.99, False)]:
            self.assertEqual(is_title(accent("a", owned("w", KIND.WORD, Form.STRIP, wide, 0.5), 4, 4), ()), is_one)
