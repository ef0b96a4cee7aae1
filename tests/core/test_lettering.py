"""Letters and titles: every limit to the grain, what runs out, and how a title is read on what lies beneath."""

from itertools import pairwise
from unittest import TestCase

from inkquilt.colour import Rgb
from inkquilt.lengths import INCH
from inkquilt.sketch.model import Size
from inkquilt.words import Alphabet, LetteringKind, TitlePlace, TitleWay, WidthClass, settings_of
from inkquilt.words.alphabets import (
    GAP,
    LEAST_HEIGHT,
    MOST_HEIGHT,
    SPACE,
    UnreadableLetters,
    read_letters,
    widths_by_class,
)
from inkquilt.words.readable import LetterContrast, UnderlayKind, readability
from inkquilt.words.spelling import rewritten, shortages, supply
from inkquilt.words.title import LEADING, LONGEST_TITLE, TitleTooLong, line_width, settings_in
from tests.building import row, size, sketch_of
from tests.letters import scalable, stickers


class Alphabets(TestCase):
    def test_heights_of_a_font_go_down_in_eighths_to_the_least(self):
        heights = scalable().heights()
        self.assertEqual((heights[0], heights[-1]), (MOST_HEIGHT, LEAST_HEIGHT))
        self.assertEqual({high - low for high, low in pairwise(heights)}, {INCH // 8})
        self.assertEqual(stickers("A").heights(), (INCH,))

    def test_a_width_is_rounded_up_to_a_grain(self):
        one = Alphabet("a", "a", LetteringKind.FONT, 10, {"A": 3}, scales=True)
        for height, width in [(10, 3), (11, 4), (20, 6), (21, 7), (1, 1)]:
            with self.subTest(height=height):
                self.assertEqual(one.width("A", height), width)

    def test_gaps_between_letters_and_words(self):
        plain = stickers("AB")
        self.assertEqual((plain.gap("A", "B", 1000), plain.space(1000)), (10 * GAP, 10 * SPACE))
        kerned = stickers("AB", kerning={"AB": -INCH // 8})
        self.assertEqual(kerned.gap("A", "B", INCH), INCH * GAP // 100 - INCH // 8)
        self.assertEqual(kerned.gap("B", "A", INCH), INCH * GAP // 100)
        font_ = Alphabet("f", "f", LetteringKind.FONT, 100, {"A": 50, " ": 25}, kerning={"AA": -10}, scales=True)
        self.assertEqual((font_.gap("A", "A", 200), font_.space(200)), (-20, 50))

    def test_a_letter_is_set_in_its_other_case_where_only_that_is_there(self):
        one = Alphabet("a", "a", LetteringKind.STAMPS, 10, {"A": 1, "b": 1, "c": 1, "C": 2})
        self.assertEqual([one.form_of(c) for c in "aABbCcd"], ["A", "A", "b", "b", "C", "c", None])

    def test_widths_by_class(self):
        for width, wanted in [(WidthClass.NARROW, 390), (WidthClass.PLAIN, 500), (WidthClass.WIDE, 620)]:
            found = widths_by_class({"A": 500}, 1000, width, "A ?A")
            with self.subTest(width):
                self.assertEqual(found, {"A": wanted, "?": 10 * width.percent})

    def test_limits_of_a_counted_letter(self):
        self.assertEqual(read_letters("A 999, B 0"), {"A": 999, "B": 0})
        self.assertEqual(read_letters("A3, B×2, C:1"), {"A": 3, "B": 2, "C": 1})
        self.assertEqual(read_letters(",A"), {",": 1, "A": 1})  # a comma is a letter too
        for text in ("A 1000, B 1", "A 3, BB", "A -1, B 2"):
            with self.subTest(text), self.assertRaises(UnreadableLetters):
                read_letters(text)


class Spelling(TestCase):
    def missing(self, text, letters):
        return supply({"s": text}, {"s": stickers(letters)})

    def test_each_letter_is_used_once(self):
        for text, letters, missing in [("AA", "AA", 0), ("AA", "A", 1), ("AAA", "A", 2), ("ABA", "AB", 1)]:
            with self.subTest(text=text, letters=letters):
                self.assertEqual(len(self.missing(text, letters).missing), missing)

    def test_what_a_letter_can_be_made_of(self):
        for text, letters, source in [
            ("M", "W", "W"), ("W", "M", "M"), ("W", "VV", "VV"), ("u", "n", "n"), ("d", "p", "p"), ("b", "q", "q"),
            ("6", "9", "9"), ("O", "Q", "Q"), ("R", "P", "P"), ("R", "B", "B"), ("E", "F", "F"), ("m", "nn", "nn"),
            ("-", "I", "I"), ("É", "E", "E"),
        ]:  # fmt: skip
            with self.subTest(text=text, letters=letters):
                found = self.missing(text, letters)
                self.assertEqual(([one.source for one in found.substitutes], found.missing), ([source], ()))
        self.assertEqual(self.missing("W", "V").missing, ("W",))
        self.assertEqual(self.missing("m", "n").missing, ("m",))

    def test_one_made_of_two_uses_both_up(self):
        self.assertEqual(self.missing("WV", "VV").missing, ("W",))
        found = self.missing("WV", "VVV")
        self.assertEqual((found.missing, len(found.substitutes)), ((), 1))

    def test_where_letters_never_run_out_only_what_is_not_there_is_missing(self):
        found = supply(
            {"f": "ABBA É"}, {"f": Alphabet("f", "f", LetteringKind.FONT, 10, {"A": 1, "B": 1}, scales=True)}
        )
        self.assertEqual(found.missing, ("É",))

    def test_another_case_is_told(self):
        both = Alphabet("b", "b", LetteringKind.STICKERS, INCH, {"a": INCH, "A": INCH}, counts={"a": 0, "A": 2})
        found = supply({"b": "aA"}, {"b": both})
        self.assertEqual(
            ([one.words() for one in found.substitutes], found.missing), (["a from A, in its other case"], ())
        )
        only = Alphabet("b", "b", LetteringKind.STICKERS, INCH, {"A": INCH}, counts={"A": 2})
        self.assertEqual(supply({"b": "aA"}, {"b": only}).substitutes, (), "a sheet of capitals has no other case")

    def test_what_is_short_is_said_letter_by_letter(self):
        for missing, said in [
            ((), ()), (("w",), ("w: one short",)), (("w", "e", "w"), ("w: two short", "e: one short")),
            (("x",) * 6, ("x: 6 short",)),
        ]:  # fmt: skip
            self.assertEqual(shortages(missing), said)

    def test_in_the_letters_that_were_chosen_first_and_only_then_with_others(self):
        """People run out of one letter: common practice, no source."""
        wide = TitlePlace(Size(40 * INCH, 8 * INCH))
        sheet = Alphabet("sheet", "sheet", LetteringKind.STICKERS, INCH, dict.fromkeys("ONEW", INCH),
                         counts=dict(zip("ONEW", (1, 1, 2, 0), strict=True)))  # fmt: skip
        other = Alphabet("font", "font", LetteringKind.FONT, INCH, dict.fromkeys("ONEW", INCH), scales=True)
        enough = settings_in("ONE", wide, [sheet], [sheet, other])
        self.assertEqual({line.alphabet for way in enough for line in way.lines}, {"sheet"})
        short = settings_in("ONE WE", wide, [sheet], [sheet, other])
        self.assertEqual((short[0].missing, {line.alphabet for line in short[0].lines}), (("W",), {"sheet"}))
        mixed = [way for way in short if len({line.alphabet for line in way.lines}) == 2]
        self.assertTrue(mixed and all(way.fits for way in mixed))
        self.assertEqual(short[-len(mixed) :], tuple(mixed), "they come last")
        self.assertEqual(settings_in("ONE WE", wide, [sheet], [sheet])[0].missing, ("W",))

    def test_where_letters_are_short_a_word_is_set_smaller_before_it_is_set_as_large_in_others(self):
        wide = TitlePlace(Size(40 * INCH, 8 * INCH))

        def sheet(key, height, **counts):
            letters = dict.fromkeys("ONEW", height)
            return Alphabet(key, key, LetteringKind.STICKERS, height, letters, counts=counts or None)

        own = sheet("own", INCH, O=1, N=1, E=1, W=0)
        small, large = sheet("small", INCH // 2), sheet("large", INCH)
        found = settings_in("ONE WE", wide, [own], [own, large, small])
        mixed = [way for way in found if len({line.alphabet for line in way.lines}) == 2]
        self.assertEqual((mixed[0].smaller.alphabet, mixed[0].smaller.text), ("small", "WE"))
        # The chosen letters are the small ones: what is in the others is not smaller.
        tiny = sheet("own", INCH // 4, O=1, N=1, E=1, W=0)
        for way in settings_in("ONE WE", wide, [tiny], [tiny, small])[-1:]:
            self.assertEqual(way.smaller.alphabet, "own")

    def test_letters_that_dance_are_always_among_the_ways_where_they_have_room(self):
        fonts = [Alphabet(f"f{n}", f"f{n}", LetteringKind.FONT, INCH, dict.fromkeys("ABC", INCH), scales=True)
                 for n in range(8)]  # fmt: skip
        roomy, tight = TitlePlace(Size(4 * INCH, 8 * INCH)), TitlePlace(Size(40 * INCH, LEAST_HEIGHT))
        for place, dances in [(roomy, True), (tight, False)]:
            for most in (2, 6):
                found = settings_of("ABC", place, fonts, most)
                with self.subTest(most=most, dances=dances):
                    self.assertLessEqual(len(found), most)
                    self.assertEqual(TitleWay.DANCING in {way.way for way in found}, dances)

    def test_other_ways_to_write_it(self):
        self.assertEqual(list(rewritten("Ten and two")), ["10 & 2", "10 and two", "Ten & two", "Ten and 2"])
        self.assertEqual(list(rewritten("and")), ["&"])
        self.assertEqual(list(rewritten("sandy")), [])


class Titles(TestCase):
    def test_how_long_a_title_may_be(self):
        settings_of("A" * LONGEST_TITLE, TitlePlace(size("8", "2")), [scalable()])
        with self.assertRaises(TitleTooLong) as caught:
            settings_of("A" * (LONGEST_TITLE + 1), TitlePlace(size("8", "2")), [scalable()])
        self.assertEqual(caught.exception.length, LONGEST_TITLE + 1)
        self.assertEqual(settings_of(" ", TitlePlace(size("8", "2")), [scalable()]), ())
        self.assertEqual(settings_of("A", TitlePlace(size("8", "2")), []), ())

    def test_a_line_is_its_letters_gaps_and_spaces(self):
        one = stickers("AABB")
        letter, gap, space = 600 * INCH // 1000, INCH * GAP // 100, INCH * SPACE // 100
        for text, width in [
            ("A", letter),
            ("AB", 2 * letter + gap),
            ("A B", 2 * letter + space),
            ("AA BB", 4 * letter + 2 * gap + space),
            ("A?", letter + INCH + gap),
        ]:
            with self.subTest(text):
                self.assertEqual(line_width(text, one, INCH), width)

    def test_it_fits_to_the_grain(self):
        one = stickers("AB")
        wide = line_width("AB", one, INCH)
        for more, over in [(0, 0), (1, 0), (-1, 1)]:
            (best, *_) = settings_of("AB", TitlePlace(Size(wide + more, INCH)), [one])
            with self.subTest(more=more):
                self.assertEqual((best.over, best.fits), (over, over == 0))
        low = settings_of("AB", TitlePlace(Size(wide, INCH - 1)), [one])[0]
        self.assertEqual(low.over, 1)

    def test_lines_are_a_lead_of_the_lower_one_apart(self):
        one = stickers("AB")
        high = 2 * INCH + INCH * LEADING // 100
        ways = settings_of("A B", TitlePlace(Size(700 * INCH // 1000, high)), [one])
        self.assertEqual((ways[0].way, ways[0].size.height, ways[0].over), (TitleWay.STACKED, high, 0))
        first, second = (line.letters[0].y for line in ways[0].lines)
        self.assertEqual(second - first, INCH + INCH * LEADING // 100)
        lower = settings_of("A B", TitlePlace(Size(700 * INCH // 1000, high - 1)), [one])
        self.assertTrue(all(way.over for way in lower))

    def test_every_line_stands_in_the_middle(self):
        place = TitlePlace(size("6", "4"))
        for setting in settings_of("AB ABAB", place, [scalable()]):
            if setting.turn:
                continue
            for line in setting.lines:
                left = line.letters[0].x
                right = place.size.width - (line.letters[-1].x + line.letters[-1].size.width)
                with self.subTest(setting.way):
                    self.assertLessEqual(abs(left - right), 1)

    def test_it_is_as_large_as_its_place_lets_it(self):
        one = scalable()
        for height in (MOST_HEIGHT, 2 * INCH, INCH, LEAST_HEIGHT):
            wide = line_width("AB", one, height)
            for more, wanted in [(0, height), (-1, height - INCH // 8)]:
                best = settings_of("AB", TitlePlace(Size(wide + more, height)), [one])[0]
                with self.subTest(height=height, more=more):
                    self.assertEqual((best.way, best.fits), (TitleWay.STRAIGHT, wanted >= LEAST_HEIGHT))
                    self.assertEqual(best.lines[0].height, max(LEAST_HEIGHT, wanted))
        low = settings_of("AB", TitlePlace(Size(20 * INCH, 2 * INCH)), [one])[0]
        self.assertEqual((low.lines[0].height, low.size.height), (2 * INCH, 2 * INCH))

    def test_how_a_title_is_broken_into_lines(self):
        def counts(words):
            ways = settings_of(" ".join(["AB"] * words), TitlePlace(size("40", "40")), [scalable()], most=99)
            return {len(way.lines) for way in ways}

        # Up to three lines; up to ten words each may have a line of its own; from eleven on only even breaks.
        for words, lines in [(1, {1}), (2, {1, 2}), (3, {1, 2, 3}), (4, {1, 2, 3, 4}), (10, {1, 2, 3, 10}),
                             (11, {1, 2, 3})]:  # fmt: skip
            with self.subTest(words=words):
                self.assertEqual(counts(words), lines)
        many = settings_of(" ".join(["AB"] * 11), TitlePlace(size("40", "40")), [scalable()], most=99)
        halves = next(way for way in many if len(way.lines) == 2)
        self.assertEqual([len(line.text.split()) for line in halves.lines], [5, 6])

    def test_two_lines_may_be_of_two_alphabets_three_are_of_one(self):
        two = [stickers("AABB"), scalable(key="f")]
        ways = settings_of("A B A", TitlePlace(size("12", "12")), two, most=99)
        mixed = {len(way.lines) for way in ways if len({line.alphabet for line in way.lines}) == 2}
        self.assertEqual(mixed, {2})
        many = [scalable(key=str(n)) for n in range(7)]
        for alphabets, mixes in [(many[:6], True), (many, False)]:
            ways = settings_of("A B", TitlePlace(size("12", "12")), alphabets, most=999)
            with self.subTest(alphabets=len(alphabets)):
                self.assertEqual(any(len({line.alphabet for line in way.lines}) == 2 for way in ways), mixes)

    def test_each_line_as_large_as_its_width_lets_it(self):
        one = scalable()
        wide = line_width("AB", one, 2 * INCH)
        for more, heights in [(0, [2 * INCH, INCH]), (-1, [2 * INCH - INCH // 8, INCH - INCH // 8])]:
            place = TitlePlace(Size(wide + more, 20 * INCH))
            # "ABAB" with its gaps is a little wider than two of "AB".
            ways = [way for way in settings_of("AB ABAB", place, [one], most=99) if way.way is TitleWay.OWN_SIZES]
            with self.subTest(more=more):
                first, second = (line.height for line in ways[0].lines)
                self.assertEqual(first, heights[0])
                self.assertLessEqual(second, heights[1])
                self.assertLessEqual(max(line.width for line in ways[0].lines), place.size.width)
        alike = settings_of("AB AB", TitlePlace(size("6", "20")), [one], most=99)
        self.assertNotIn(TitleWay.OWN_SIZES, {way.way for way in alike})  # all lines one size: that is set straight
        counted = settings_of("A ABB", TitlePlace(size("6", "20")), [stickers("AABB")], most=99)
        self.assertNotIn(TitleWay.OWN_SIZES, {way.way for way in counted})

    def test_where_lines_of_their_own_sizes_are_too_high_the_tallest_gives_way(self):
        one = scalable()
        high = 2 * INCH
        ways = settings_of("AB ABABABAB", TitlePlace(Size(12 * INCH, high)), [one], most=99)
        own = next(way for way in ways if way.way is TitleWay.OWN_SIZES)
        self.assertLessEqual(own.size.height, high)
        tallest = max(line.height for line in own.lines)
        self.assertGreater(own.size.height + INCH // 8, high - INCH // 8)
        self.assertLessEqual(tallest - min(line.height for line in own.lines), INCH // 8)

    def test_letters_dance_by_so_much_and_the_line_stays_level(self):
        place = TitlePlace(Size(30 * INCH, 3 * INCH))
        ways = settings_of("ABABAB", place, [stickers("AAABBB")])
        (line,) = next(way for way in ways if way.way is TitleWay.DANCING).lines
        level = (3 * INCH - INCH) // 2
        moved = [letter.y - level for letter in line.letters]
        self.assertEqual(moved, [INCH * share // 100 for share in (0, -6, 4, -3, 6, -1)])

    def test_along_the_side_only_where_the_place_stands(self):
        for wide, high, upright in [("1", "6", True), ("6", "1", False), ("3", "3", False)]:
            ways = settings_of("ABAB", TitlePlace(size(wide, high)), [scalable()])
            with self.subTest(wide=wide, high=high):
                self.assertEqual(any(way.way is TitleWay.UPRIGHT for way in ways), upright)

    def test_letters_that_dance_stay_within_their_place(self):
        for high, dances in [(112 * INCH // 100 + 1, True), (111 * INCH // 100, False)]:
            place = TitlePlace(Size(8 * INCH, high))
            ways = [way for way in settings_of("AB", place, [stickers("AB")]) if way.way is TitleWay.DANCING]
            with self.subTest(high=high):
                self.assertEqual(len(ways), int(dances))
                for letter in (one for way in ways for line in way.lines for one in line.letters):
                    self.assertGreaterEqual(letter.y, 0)
                    self.assertLessEqual(letter.y + letter.size.height, place.size.height)

    def test_what_makes_one_way_better_than_another(self):
        place = TitlePlace(size("8", "3"))
        with_all, short = stickers("AB"), Alphabet("t", "t", LetteringKind.STICKERS, 2 * INCH, {"A": INCH}, {"A": 1})
        best = settings_of("AB", place, [short, with_all])[0]
        self.assertEqual((best.lines[0].alphabet, best.missing), ("s", ()))  # small with all letters before large
        larger = settings_of("AB", place, [scalable(key="f"), with_all])[0]
        self.assertGreater(larger.lines[0].height, INCH)

    def test_aslant_where_only_that_fits(self):
        one = stickers("ABABAB")
        wide = line_width("ABABAB", one, INCH)
        narrow = wide - INCH // 20
        for high, aslant in [(narrow, True), (INCH + INCH // 8, False)]:
            place = TitlePlace(Size(narrow, high))
            best = settings_of("ABABAB", place, [one])[0]
            with self.subTest(high=high):
                self.assertEqual(best.way is TitleWay.ASLANT, aslant)
                self.assertEqual(best.turn < 0, aslant)


class Readable(TestCase):
    BLACK, WHITE, GREY = Rgb(0, 0, 0), Rgb(255, 255, 255), Rgb(120, 120, 120)

    def read(self, ink, papers):
        sketch = sketch_of(
            row("a", "paper", 0, 0, 3, 4),
            row("b", "paper", 3, 0, 3, 4),
            row("t", "title", 0, 1, 6, 2, level=3),
        )
        title = sketch.blocks[-1]
        setting = settings_of("ABAB", TitlePlace(title.size), [scalable()])[0]
        return readability(title, setting, ink, sketch.blocks, lambda name, _: papers.get(name, ()))

    def test_each_letter_is_held_against_the_paper_under_it(self):
        found = self.read(self.BLACK, {"a": (self.WHITE,), "b": (self.BLACK,)})
        self.assertEqual({(one.paper, one.is_readable) for one in found.letters}, {("a", True), ("b", False)})
        self.assertFalse(found.is_readable)
        self.assertEqual((found.worst.paper, round(found.worst.contrast, 2)), ("b", 1.0))
        self.assertEqual({under.kind for under in found.underlays}, set(UnderlayKind))

    def test_of_several_colours_the_nearest_in_tone_counts(self):
        found = self.read(self.BLACK, {"a": (self.WHITE, self.BLACK), "b": (self.WHITE,)})
        self.assertEqual(found.worst.paper, "a")
        fine = self.read(self.BLACK, {"a": (self.WHITE,), "b": (self.WHITE,)})
        self.assertTrue(fine.is_readable)
        self.assertEqual(fine.underlays, ())
        self.assertEqual(self.read(self.BLACK, {}).letters, ())

    def test_large_letters_need_three_to_one(self):
        """WCAG 2.2, 1.4.3: large text."""
        for ratio, readable in [(3.0, True), (2.99, False), (21.0, True)]:
            with self.subTest(ratio=ratio):
                self.assertEqual(LetterContrast(0, "A", "p", ratio, 0.0).is_readable, readable)

    def test_what_is_laid_under_is_larger_than_the_title_all_round(self):
        found = self.read(self.GREY, {"a": (self.GREY,), "b": (self.GREY,)})
        title = settings_of("ABAB", TitlePlace(size("6", "2")), [scalable()])[0].size
        for under in found.underlays:
            with self.subTest(under.kind):
                self.assertGreaterEqual(under.size.width, title.width + INCH // 2)
                self.assertGreaterEqual(under.size.height, title.height + INCH // 4)
                self.assertLess(under.size.height, title.height + 2 * INCH)
                self.assertEqual((under.size.width % (INCH // 8), under.size.height % (INCH // 8)), (0, 0))
                self.assertLessEqual(abs(under.x + under.size.width // 2 - 3 * INCH), 1)
                self.assertLessEqual(abs(under.y + under.size.height // 2 - 2 * INCH), 1)
        circles = next(one for one in found.underlays if one.kind is UnderlayKind.CIRCLES)
        across = min(circles.size.width, circles.size.height)
        self.assertGreaterEqual(circles.count * across, max(circles.size.width, circles.size.height) * 9 // 10)
