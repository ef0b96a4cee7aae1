"""Words for colours at the lines between families, and inks and pens as one says them."""

from django.test import SimpleTestCase

from inkquilt.colour import ColourShare, Family, Rgb, colour_name, family_of, read_colour
from inkquilt.paper.entry import COLOURS
from inkquilt.paper.kinds import PaperKind, PaperSide
from inkquilt.papering.companion_lines import UnreadableCompanion, read_companion
from inkquilt.papering.companions import CompanionKind


class ColourWordsTests(SimpleTestCase):
    def test_colours_people_name_in_a_line_are_called_by_their_family(self) -> None:
        """Of the 45 words for papers; a word of its own, such as sage, may be said as its family."""
        expected = {
            "white": Family.WHITE, "cream": Family.CREAM, "kraft": Family.BROWN, "brown": Family.BROWN,
            "black": Family.BLACK, "charcoal": Family.GREY, "grey": Family.GREY, "navy": Family.BLUE,
            "blue": Family.BLUE, "sky": Family.BLUE, "teal": Family.TEAL, "sage": Family.GREEN, "green": Family.GREEN,
            "yellow": Family.YELLOW, "mustard": Family.YELLOW, "orange": Family.ORANGE, "red": Family.RED,
            "burgundy": Family.RED, "pink": Family.PINK, "rose": Family.PINK, "purple": Family.PURPLE,
            "lilac": Family.PURPLE,
        }  # fmt: skip
        for word, family in expected.items():
            with self.subTest(word):
                self.assertIs(family_of(read_colour(COLOURS[word])), family)

    def test_greys_from_black_to_white(self) -> None:
        for value, word in [
            (0, "black"), (30, "black"), (60, "charcoal"), (90, "dark grey"), (140, "grey"), (200, "pale grey"),
            (255, "white"),
        ]:  # fmt: skip
            with self.subTest(value):
                self.assertEqual(colour_name(Rgb(value, value, value)), word)

    def test_words_of_their_own(self) -> None:
        for text, word in [
            ("#22345c", "navy"), ("#9aae8c", "sage"), ("#b7dfc6", "mint"), ("#cf9d2e", "mustard"),
            ("#77733a", "olive"), ("#6f1f33", "burgundy"), ("#eccbc6", "blush"), ("#f3bd9a", "peach"),
            ("#9cc7e4", "sky blue"), ("#6c9fc0", "dusty blue"),
        ]:  # fmt: skip
            with self.subTest(text):
                self.assertEqual(colour_name(read_colour(text)), word)

    def test_every_colour_has_a_word(self) -> None:
        for red in range(0, 256, 51):
            for green in range(0, 256, 51):
                for blue in range(0, 256, 51):
                    self.assertTrue(colour_name(Rgb(red, green, blue)).strip())


class SidesTests(SimpleTestCase):
    def test_what_was_not_measured_is_as_usual(self) -> None:
        side = PaperSide(PaperKind.STRIPE, ("#cf9d2e", "#22345c"))
        self.assertEqual(side.detail, 0.5)
        self.assertEqual([round(one.share, 2) for one in side.shown], [0.71, 0.29])
        measured = PaperSide(PaperKind.STRIPE, ("#cf9d2e", "#22345c"), shares=(30, 70), busyness=12)
        self.assertEqual((measured.detail, measured.shown[1]), (0.12, ColourShare(Rgb(0x22, 0x34, 0x5C), 0.7)))
        self.assertEqual(PaperSide().shown, ())

    def test_what_was_called_busy_is_a_large_print(self) -> None:
        self.assertIs(PaperKind("busy"), PaperKind.LARGE_PRINT)
        with self.assertRaises(ValueError):
            PaperKind("loud")

    def test_plain_and_bold_leave_nothing_but_small_prints_between(self) -> None:
        between = {kind for kind in PaperKind if not kind.is_plain and not kind.is_bold}
        self.assertEqual(between, {PaperKind.SMALL_PRINT, PaperKind.DOTS})
        self.assertFalse([kind for kind in PaperKind if kind.is_plain and kind.is_bold])


class CompanionLinesTests(SimpleTestCase):
    def test_lines_as_one_says_them(self) -> None:
        for line, kind, colour, shines in [
            ("navy pen", CompanionKind.PEN, "#22345c", False),
            ("  gold   splatter ", CompanionKind.PAINT, "#c8a24a", True),
            ("walnut ink pad", CompanionKind.INK, "#5a4632", False),
            ("my old marker #ABCDEF", CompanionKind.PEN, "#abcdef", False),
            ("silver gel pen", CompanionKind.PEN, "#c3c7ca", True),
        ]:  # fmt: skip
            with self.subTest(line):
                entry = read_companion(line)
                self.assertEqual((entry.kind, entry.colour.text, entry.metallic), (kind, colour, shines))

    def test_what_is_missing_is_asked_for(self) -> None:
        for line, why in [("navy", "an ink, a pen or a paint"), ("a pen", "what colour"), ("", "an ink")]:
            with self.subTest(line), self.assertRaisesRegex(UnreadableCompanion, why):
                read_companion(line)
