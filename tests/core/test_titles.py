"""Titles: letters that run out, what saves them, and the best way to set a text in its place."""

from collections import Counter
from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import box
from shapely.ops import unary_union

from inkquilt.colour import Rgb
from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt.suggestions.underlays import under_setting
from inkquilt.words import Alphabet, LetteringKind, TitlePlace, TitleWay, WidthClass, settings_of
from inkquilt.words.alphabets import UnreadableLetters, read_letters, widths_by_class
from inkquilt.words.readable import UnderlayKind, letter_outline, readability
from inkquilt.words.spelling import characters_of, rewritten, supply
from inkquilt.words.title import LEADING, TitleTooLong, line_width
from tests.building import inches, page_of, row, size, sketch_of

LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ&0123456789"
PLAIN = dict.fromkeys(LETTERS + LETTERS.lower(), 600)


def sheet(letters, height=INCH, key="sheet", width=WidthClass.PLAIN):
    counts = read_letters(letters)
    widths = widths_by_class(PLAIN, height, width, letters)
    return Alphabet(key, key, LetteringKind.STICKERS, height, widths, counts)


def font(key="font"):
    widths = dict.fromkeys(PLAIN, INCH * 6 // 10) | {" ": INCH // 4}
    return Alphabet(key, key, LetteringKind.FONT, INCH, widths, scales=True)


def place(width, height):
    return TitlePlace(size(width, height))


class Letters(TestCase):
    def test_a_sheet_is_read_as_it_stands_or_with_counts(self):
        self.assertEqual(read_letters("AAB é"), {"A": 2, "B": 1, "é": 1})
        self.assertEqual(read_letters("A 3, B: 2, C"), {"A": 3, "B": 2, "C": 1})
        for text in ("", " ", "A 3, B ?", "A 9999, B"):
            with self.subTest(text), self.assertRaises(UnreadableLetters):
                read_letters(text)

    def test_what_runs_out_is_told_letter_by_letter(self):
        found = supply({"sheet": "BANANA"}, {"sheet": sheet("AABNN")})
        self.assertEqual((found.missing, found.substitutes), (("A",), ()))
        emoji = supply({"sheet": "A 🐝"}, {"sheet": sheet("A")})
        self.assertEqual(emoji.missing, ("🐝",))
        hebrew = supply({"sheet": "דבש"}, {"sheet": sheet("A")})
        self.assertEqual(len(hebrew.missing), 3)

    def test_letters_are_made_from_others_that_are_over_and_never_twice(self):
        """A turned W, an accent added, zero for O: common practice, no source."""
        for text, letters, words in (
            ("MOM", "MWO", "M from W, turned upside down"),
            ("CAFÉ", "CAFE", "É from E, with an accent added"),
            ("OO", "O0", "O from 0, as it is"),
            ("WOW", "WOVV", "W from VV, side by side"),
        ):
            with self.subTest(text):
                found = supply({"sheet": text}, {"sheet": sheet(letters)})
                self.assertEqual(([one.words() for one in found.substitutes], found.missing), ([words], ()))
        self.assertEqual(supply({"sheet": "MMM"}, {"sheet": sheet("MW")}).missing, ("M",))

    def test_the_other_case_serves_where_only_that_is_there(self):
        self.assertEqual(supply({"sheet": "Bee"}, {"sheet": sheet("BEE")}).missing, ())
        self.assertEqual(supply({"sheet": "bee"}, {"sheet": sheet("bEe")}).missing, ())

    def test_numerals_and_the_ampersand_are_other_ways_to_write_it(self):
        self.assertIn("Our 1st honey & more", list(rewritten("Our first honey and more")))
        self.assertEqual(list(rewritten("Honey")), [])

    @given(st.text(LETTERS + "é ", max_size=12), st.text(LETTERS, min_size=1, max_size=30))
    def test_letters_used_and_missing_are_all_of_the_text_and_no_more_than_there_are(self, text, letters):
        alphabet = sheet(letters)
        found = supply({"sheet": text}, {"sheet": alphabet})
        wanted = Counter(characters_of(text))
        given_ = Counter(alphabet.counts)
        for made in found.substitutes:
            wanted[made.letter] -= 1
            given_.subtract(made.source)
        wanted -= Counter(found.missing)
        self.assertGreaterEqual(min(given_.values()), 0)
        self.assertLessEqual(wanted.total(), given_.total())


class Settings(TestCase):
    def test_a_title_that_fits_stands_straight_in_one_line_with_its_centre_marked(self):
        best = settings_of("HONEY", place("6", "1 1/2"), [sheet("HONEY")])[0]
        self.assertEqual((best.way, len(best.lines), best.fits), (TitleWay.STRAIGHT, 1, True))
        (line,) = best.lines
        self.assertEqual(line.width, 5 * (INCH * 6 // 10) + 4 * (INCH * 8 // 100))
        first, last = line.letters[0], line.letters[-1]
        left, right = first.x, 6 * INCH - last.x - last.size.width
        self.assertLessEqual(abs(left - right), 1)
        self.assertEqual({letter.y for letter in line.letters}, {INCH // 4})

    def test_a_long_one_goes_in_two_lines_or_another_alphabet_before_it_is_made_small(self):
        letters = "OURFIRSTHONEY"
        found = settings_of("OUR FIRST HONEY", place("6", "2 1/2"), [sheet(letters)])
        self.assertEqual([line.text for line in found[0].lines], ["OUR FIRST", "HONEY"])
        mixed = settings_of("OUR FIRST HONEY", place("6", "2 1/2"), [sheet("OURFIRST"), sheet("HONEY", key="b")])
        self.assertEqual([line.alphabet for line in mixed[0].lines], ["sheet", "b"])
        self.assertTrue(mixed[0].fits)

    def test_a_font_is_set_as_large_as_its_place_takes(self):
        best = settings_of("HONEY", place("6", "1 1/2"), [font()])[0]
        self.assertEqual(best.lines[0].height, inches("1 1/2"))
        self.assertLessEqual(best.lines[0].width, 6 * INCH)

    def test_it_is_set_aslant_only_where_that_alone_fits(self):
        """A title too long for its tag set aslant on purpose: common practice, no source."""
        text = "HONEYBEES"
        width = line_width(text, sheet(text), INCH)
        tall = settings_of(text, TitlePlace(Size(width - INCH // 4, 4 * INCH)), [sheet(text)])
        self.assertEqual({one.way for one in tall}, {TitleWay.ASLANT})
        self.assertTrue(-3500 <= tall[0].turn < 0)
        wide = settings_of(text, TitlePlace(Size(width, 4 * INCH)), [sheet(text)])
        self.assertEqual(wide[0].way, TitleWay.STRAIGHT)

    def test_along_the_side_on_a_narrow_page(self):
        best = settings_of("HONEY", place("1 1/4", "6"), [sheet("HONEY")])[0]
        self.assertEqual((best.way, best.turn), (TitleWay.UPRIGHT, 9000))

    def test_letters_dance_but_the_line_stays_level(self):
        found = settings_of("HONEYS", place("6", "1 1/2"), [sheet("HONEYS")])
        dancing = next(one for one in found if one.way is TitleWay.DANCING)
        heights = [letter.y - INCH // 4 for letter in dancing.lines[0].letters]
        self.assertGreater(len(set(heights)), 3)
        self.assertLess(abs(sum(heights)), INCH // 50)

    def test_what_does_not_fit_says_by_how_much_and_what_is_missing(self):
        best = settings_of("HONEY", place("2", "1"), [sheet("HONEY")])[0]
        self.assertFalse(best.fits)
        self.assertGreater(best.over, 0)
        self.assertEqual(settings_of("HONEYY", place("6", "2"), [sheet("HONEY")])[0].missing, ("Y",))

    def test_it_is_written_another_way_only_where_that_saves_it(self):
        plenty = settings_of("FIRST BEE", place("9", "2"), [sheet("FIRSTBEE")])[0]
        self.assertEqual(plenty.text, "FIRST BEE")
        few = settings_of("FIRST BEE", place("9", "2"), [sheet("1STBEE")])[0]
        self.assertEqual((few.text, few.rewritten, few.missing), ("1st BEE", True, ()))

    def test_nothing_and_far_too_much(self):
        self.assertEqual(settings_of("  ", place("6", "2"), [font()]), ())
        self.assertEqual(settings_of("HONEY", place("6", "2"), []), ())
        with self.assertRaises(TitleTooLong):
            settings_of("bee " * 10_000, place("6", "2"), [font()])
        many = settings_of(" ".join(["bee"] * 20), place("6", "2"), [font(), sheet("BEE")])
        self.assertTrue(many)

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.text("ABNO&", min_size=1, max_size=6), min_size=1, max_size=4),
        st.integers(4, 40),
        st.integers(3, 20),
    )
    def test_letters_never_overlap_and_lie_inside_where_it_fits(self, words, wide, high):
        room = TitlePlace(Size(wide * INCH // 4, high * INCH // 4))
        for one in settings_of(" ".join(words), room, [sheet("AABBNNOO&", INCH // 2), font()]):
            for line in one.lines:
                for before, after in pairwise(line.letters):
                    if one.way is TitleWay.DOWN:
                        self.assertLess(before.y + before.size.height, after.y)
                    else:
                        self.assertLessEqual(before.x + before.size.width, after.x)
                self.assertEqual("".join(letter.character for letter in line.letters), line.text.replace(" ", ""))
            depth = sum(line.height for line in one.lines)
            depth += sum(line.height * LEADING // 100 for line in one.lines[1:])
            self.assertTrue(one.size.height == depth or one.way is TitleWay.DOWN)
            if one.fits and one.turn == 0:
                for letter in (letter for line in one.lines for letter in line.letters):
                    self.assertTrue(letter.x >= 0 and letter.x + letter.size.width <= room.size.width)
                    self.assertTrue(letter.y >= 0 and letter.y + letter.size.height <= room.size.height)


class Reading(TestCase):
    def page(self, split=True):
        rows = [row("base", "base", 0, 0, 12, 12)]
        if split:
            rows.append(row("right", "paper", 6, 0, 6, 12, level=1))
        return sketch_of(*rows, row("t", "title", 3, 5, 6, 2, level=5)).blocks

    def held(self, blocks, left, right):
        title = next(block for block in blocks if block.id == "t")
        (setting, *_) = settings_of("HONEY", TitlePlace(title.size), [sheet("HONEY")])
        colours = {"base": left, "right": right}

        def colours_under(name, _):
            return (colours[name],)

        return title, setting, readability(title, setting, Rgb(20, 30, 80), blocks, colours_under)

    def test_a_dark_title_over_a_light_and_a_dark_paper_wants_something_under_it(self):
        title, setting, found = self.held(self.page(), Rgb(250, 240, 220), Rgb(40, 40, 60))
        self.assertFalse(found.is_readable)
        unreadable = {one.character for one in found.letters if not one.is_readable}
        self.assertEqual((unreadable, {one.paper for one in found.letters}), (set("NEY"), {"base", "right"}))
        strip = found.underlays[0]
        self.assertEqual(strip.size.width % (INCH // 8), 0)
        self.assertTrue(0 <= strip.size.width - setting.size.width - INCH // 2 < INCH // 8)
        self.assertEqual(strip.x + strip.size.width // 2, title.x + title.width // 2)
        self.assertEqual({one.kind.value for one in found.underlays}, {"strip", "label", "circles"})

    def test_what_is_laid_under_a_title_lies_under_every_letter_however_it_is_set(self):
        dark = Rgb(20, 30, 80)
        turned = set()
        for wide, high, text in ((8, 1.5, "HONEY"), (1.5, 8, "HONEY"), (3, 3, "ROOFTOP HONEY"), (2.5, 2, "ROOFTOP")):
            blocks = sketch_of(row("base", "base", 0, 0, 12, 12), row("t", "title", 2, 2, wide, high, level=5)).blocks
            title, page = blocks[-1], page_of("12", "12")
            for setting in settings_of(text, TitlePlace(title.size), [font()]):
                found = readability(title, setting, dark, blocks, lambda *_: [dark])
                letters = unary_union(
                    [letter_outline(title, setting, one) for line in setting.lines for one in line.letters]
                )
                if not box(0, 0, page.width, page.height).covers(letters.buffer(INCH // 4)):
                    continue  # what is laid stays on the page
                for one in found.underlays:
                    pieces = under_setting(one, title, setting, Rgb(255, 255, 255), (), page)
                    if one.kind is UnderlayKind.CIRCLES:
                        continue  # they are an accent behind the letters, with gaps at their corners
                    with self.subTest(setting.way, text=text, kind=one.kind):
                        self.assertEqual(len(pieces), 1)
                        bare = letters.difference(pieces[0].outline).area
                        self.assertLess(bare, 0.02 * letters.area)
                        turned.add(setting.turn)
        self.assertIn(0, turned)
        self.assertTrue({9_000, -9_000, 27_000} & turned, "along the side")

    def test_on_one_light_paper_nothing_is_said(self):
        *_, found = self.held(self.page(split=False), Rgb(250, 240, 220), Rgb(0, 0, 0))
        self.assertTrue(found.is_readable)
        self.assertEqual((len(found.letters), found.underlays), (5, ()))
        self.assertGreater(found.worst.contrast, 10)

    def test_what_is_hidden_beneath_or_unknown_is_not_judged(self):
        rows = [
            row("base", "base", 0, 0, 12, 12),
            row("panel", "paper", 0, 0, 12, 12, level=1),
            row("t", "title", 3, 5, 6, 2, level=5),
        ]
        blocks = sketch_of(*rows).blocks
        title = blocks[-1]
        (setting, *_) = settings_of("HONEY", TitlePlace(title.size), [sheet("HONEY")])
        found = readability(title, setting, Rgb(0, 0, 0), blocks, lambda name, _: [Rgb(0, 0, 0)][: name == "base"])
        self.assertEqual((found.letters, found.is_readable), ((), True))


class OwnSizes(TestCase):
    def test_each_line_of_a_font_is_as_large_as_its_width_lets_it(self):
        ways = settings_of("BY LANTERNLIGHT", place("6", "4"), [font()])
        own = next(way for way in ways if way.way is TitleWay.OWN_SIZES)
        first, second = own.lines
        self.assertGreater(first.height, second.height)
        self.assertEqual([line.text for line in own.lines], ["BY", "LANTERNLIGHT"])
        self.assertTrue(all(line.width <= 6 * INCH for line in own.lines))
        self.assertLessEqual(own.size.height, 4 * INCH)
