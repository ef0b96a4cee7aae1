"""Strips about as full as each other, held against every way there is; voices beside what they name."""

import math
from dataclasses import replace
from itertools import combinations
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.lengths import INCH
from inkquilt.page import Fold
from inkquilt.words.balanced import balanced_flow
from inkquilt.words.flow import Span, flow, prose
from inkquilt.words.journaling import journal_ways
from inkquilt.words.naming import naming_words
from inkquilt.words.script import hand
from inkquilt.words.stories import JournalPage, JournalWay
from inkquilt.words.voices import in_voices
from tests.building import page_of, row, sketch_of

#: Ten characters to the inch, lines a quarter of an inch apart.
HAND = hand("h", "a hand", 10, INCH, INCH // 4)


def rows(*inches):
    return tuple(Span(0, n * INCH, math.ceil(length * INCH)) for n, length in enumerate(inches))


def texts(written):
    return [line.text for line in written.lines]


def emptiness(lines, spans):
    """What is left empty, and whether a word stands alone: the cost by hand."""
    cost = 0.0
    for text, span in zip(lines, spans, strict=True):
        room = span.length * 10 // INCH
        if len(text) > room:
            return math.inf
        cost += (1 - len(text) / room) ** 2 + (1 if " " not in text else 0)
    return cost


class Strips(TestCase):
    def test_no_strip_holds_a_single_word_where_its_neighbours_can_give_one(self):
        for text, inches, lines in [
            # Greedy leaves "all" alone on the last strip.
            ("the bees came home before us all", (2.9, 2.9), ["the bees came", "home before us all"]),
            ("one two three four five six", (1.2, 1.2, 1.2), ["one two", "three four", "five six"]),
            ("one", (2, 2), ["one"]),
            ("one two", (0.5, 0.5), ["one", "two"]),
            ("a bee\nthe roof of the house", (2, 1.5, 1.5), ["a bee", "the roof of", "the house"]),
            # A word too long for every line is broken where it ends, as anywhere.
            ("extraordinarily so", (0.7, 0.7, 0.7), ["extraor", "dinaril", "y so"]),
        ]:
            with self.subTest(text):
                self.assertEqual(texts(balanced_flow(text, HAND, rows(*inches))), lines)

    def test_what_does_not_fit_is_told_and_written_as_anywhere(self):
        spans = rows(1, 1)
        self.assertEqual(
            balanced_flow("one two three four five", HAND, spans), flow("one two three four five", HAND, spans)
        )
        self.assertEqual(texts(balanced_flow("", HAND, spans)), [])

    @given(
        words=st.lists(st.integers(1, 9), min_size=1, max_size=9),
        lengths=st.lists(st.integers(9, 24), min_size=9, max_size=9),
    )
    def test_no_other_breaking_into_as_few_lines_leaves_less_empty(self, words, lengths):
        text = " ".join("x" * length for length in words)
        spans = rows(*(length / 10 for length in lengths))
        written = balanced_flow(text, HAND, spans)
        self.assertEqual(" ".join(texts(written)), text)
        count = len(flow(text, HAND, spans).lines)
        self.assertEqual(len(written.lines), count)
        taken = [line.span for line in written.lines]
        cuts = combinations(range(1, len(words)), count - 1)
        split = text.split()
        every = [
            [" ".join(split[begin:end]) for begin, end in zip((0, *cut), (*cut, len(words)), strict=True)]
            for cut in cuts
        ]
        if len(words) > count:
            self.assertAlmostEqual(emptiness(texts(written), taken), min(emptiness(one, taken) for one in every))

    def test_a_long_story_in_strips_takes_no_time_to_speak_of(self):
        written = balanced_flow(prose(1_500), HAND, rows(*[6] * 200))
        self.assertTrue(written.fits)
        self.assertGreater(min(len(text.split()) for text in texts(written)), 1)

    def test_strips_lie_within_the_page_by_a_quarter_of_an_inch(self):
        on = JournalPage(sketch_of(row("p", "photo", 3, 3, 4, 4)).blocks, page_of("12", "12"), INCH // 8)
        ways = [one for one in journal_ways(prose(30), HAND, on) if one.way in (JournalWay.STRIPS, JournalWay.SPREAD)]
        self.assertGreater(len(ways), 1)
        for way in ways:
            for ground in way.grounds:
                left, top, right, bottom = ground.shape.bounds
                self.assertGreaterEqual(min(left, top, 12 * INCH - right, 12 * INCH - bottom), INCH // 4, way.where)

    def test_on_two_facing_pages_the_gap_is_an_edge_too(self):
        page = replace(page_of("17 1/4", "11"), fold=Fold(17 * INCH // 2, INCH // 4))
        places = JournalPage((), page, INCH // 8).places
        self.assertEqual(
            sorted((place.box.x.low, place.box.x.high) for place in places),
            [(INCH // 4, 33 * INCH // 4), (9 * INCH, 17 * INCH)],
        )


class Voices(TestCase):
    def on(self, **about):
        blocks = sketch_of(
            row("base", "base", 0, 0, 12, 12), row("hive", "photo", 0.5, 0, 5, 3, level=1),
            row("jar", "photo", 6.5, 9, 5, 3, level=1), row("wall", "photo", 5.5, 0, 1, 12, level=1),
            row("left", "photo", 0, 7, 5.5, 1, level=1), row("right", "photo", 6.5, 4, 5.5, 1, level=1),
        ).blocks  # fmt: skip
        return JournalPage(blocks, page_of("12", "12"), INCH // 8, about=about)

    def test_each_voice_stands_near_the_photo_it_names(self):
        on = self.on(hive="The hive on the roof", jar="First jar of honey")
        for text, order in [
            ("Oma: that jar was mine\nOtto: the hive hummed", ("jar", "hive")),
            ("Otto: the hive hummed\nOma: that jar was mine", ("hive", "jar")),
        ]:
            voices = in_voices(text, HAND, on, on.places)
            with self.subTest(text):
                self.assertTrue(voices.flow.fits)
                for told, name in zip(voices.told, order, strict=True):
                    self.assertIn(f"near photo {name}, which it names", told)
                tops = [line.span.y for line in voices.flow.lines]
                self.assertEqual(tops[0] > tops[1], order[0] == "jar")

    def test_a_voice_that_names_nothing_goes_where_the_reading_goes(self):
        on = self.on()
        voices = in_voices("his words\nher words", HAND, on, on.places)
        self.assertEqual(
            [(told.count("near"), told[:12]) for told in voices.told], [(0, "“his words” "), (0, "“her words” ")]
        )
        first, second = (line.span for line in voices.flow.lines)
        self.assertLess((first.y, first.x), (second.y, second.x))

    def test_it_takes_two_voices_and_two_places_and_loses_none(self):
        on = self.on()
        for text, count, there in [
            ("one voice", 9, False),
            ("a\nb", 1, False),
            ("a\nb", 2, True),
            ("\n\na\n\nb\n", 9, True),
        ]:
            with self.subTest(text, count=count):
                self.assertEqual(in_voices(text, HAND, on, on.places[:count]) is not None, there)
        many = in_voices("\n".join("abcdef"), HAND, on, on.places)
        self.assertEqual((len(many.told), many.flow.left_over), (3, "d\ne\nf"))
        few = in_voices("a\nb\nc", HAND, on, on.places[:2])
        self.assertEqual((len(few.told), few.flow.left_over), (2, "c"))

    def test_little_words_name_nothing(self):
        self.assertEqual(naming_words("On the roof, in 2026: IT was Oma!"), {"roof", "oma"})
