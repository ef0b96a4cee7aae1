"""Scripts, lines of words and the places for them: every limit to the grain, and what is told when words do not fit."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import box

from inkquilt.colour import Rgb
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.space import Surface
from inkquilt.words.flow import (
    LEAST_SPAN,
    LONGEST_TEXT,
    Capacity,
    Span,
    TextTooLong,
    capacity,
    flow,
    least_height,
    prose,
    spans_in,
    spans_within,
)
from inkquilt.words.journaling import journal_ways, places_left
from inkquilt.words.legible import TEXT, Beneath, legibility, outline_of
from inkquilt.words.minding import story_told
from inkquilt.words.places import (
    BAND,
    LEAST_PLACE,
    FreePlace,
    PlaceKind,
    free_along,
    free_places,
    round_page,
    round_photos,
    snapped_in,
)
from inkquilt.words.prompts import MOST_PROMPTS, Told, prompts
from inkquilt.words.rooms import strip_at, strip_height, strip_spans
from inkquilt.words.script import (
    LEAST_HALF_POINTS,
    UnreadableHand,
    at_size,
    font,
    hand,
    runs_leftward,
    sizes_of,
)
from inkquilt.words.stories import INSET, STRIP_EDGE, JournalPage, JournalWay
from tests.building import page_of, row, sketch_of
from tests.letters import HAND, NARROW


class Hands(TestCase):
    def test_limits_of_a_hand(self):
        for characters, line, pitch, fine in [
            (4, INCH, INCH, True), (3, INCH, INCH, False), (400, INCH, INCH, True), (401, INCH, INCH, False),
            (10, INCH // 2, INCH, True), (10, INCH // 2 - 1, INCH, False),
            (10, 40 * INCH, INCH, True), (10, 40 * INCH + 1, INCH, False),
            (10, INCH, INCH // 16, True), (10, INCH, INCH // 16 - 1, False),
            (10, INCH, 2 * INCH, True), (10, INCH, 2 * INCH + 1, False),
        ]:  # fmt: skip
            with self.subTest(characters=characters, line=line, pitch=pitch):
                if fine:
                    self.assertEqual(hand("h", "h", characters, line, pitch).pitch, pitch)
                else:
                    self.assertRaises(UnreadableHand, hand, "h", "h", characters, line, pitch)

    def test_a_font_is_as_large_as_its_points(self):
        """72 points are an inch; lines of a font are 1.35 of its size apart."""
        big = font("f", "f", {"n": 500}, {}, 1000, 144)
        self.assertEqual((big.em, big.pitch, big.plain), (INCH, INCH * 135 // 100, 500))
        self.assertEqual(font("f", "f", {}, {}, 1000, 144).plain, 500)
        self.assertEqual([one.half_points for one in sizes_of(NARROW)], list(range(24, LEAST_HALF_POINTS - 1, -1)))
        self.assertEqual(sizes_of(HAND), (HAND,))
        self.assertIs(at_size(HAND, 30), HAND)
        self.assertEqual(at_size(NARROW, 12).em, NARROW.em // 2)

    def test_widths_add_up_with_kerning(self):
        for text, units in [("", 0), ("i", 200), ("im", 950), ("mi", 1000), ("i m", 1250), ("x", 500), ("imim", 1900)]:
            with self.subTest(text):
                self.assertEqual(NARROW.units(text), units)
        self.assertEqual(HAND.width("abc"), -(-3 * INCH // 10))

    def test_how_much_of_a_text_fits_a_room(self):
        for room, wanted in [(199, (0, 0)), (200, (1, 200)), (949, (1, 200)), (950, (2, 950)), (5000, (2, 950))]:
            with self.subTest(room=room):
                self.assertEqual(NARROW.fitting("im", room), wanted)

    def test_what_a_font_has_not_is_told_once(self):
        self.assertEqual(NARROW.missing("x nim x ü"), ("x", "ü"))
        self.assertEqual(HAND.missing("ü"), ())

    def test_which_way_a_text_runs(self):
        """Unicode standard annex 9, rule P2: the first strong character says so."""
        for text, leftward in [
            ("abc", False),
            ("דבש", True),
            ("12 דבש", True),
            ("a דבש", False),
            ("123", False),
            ("عسل", True),
        ]:
            with self.subTest(text):
                self.assertEqual(runs_leftward(text), leftward)


class Lines(TestCase):
    def spans(self, count, length=INCH):
        return [Span(0, row * HAND.pitch, length) for row in range(count)]

    def test_a_line_takes_what_fits_to_the_last_character(self):
        for text, lines, left in [
            ("abcde fghi", ["abcde fghi"], ""),
            ("abcde fghij", ["abcde"], "fghij"),
            ("abcdefghij k", ["abcdefghij"], "k"),
            ("abcdefghijk", ["abcdefghij"], "k"),
            ("a\nb", ["a"], "b"),
            ("", [], ""),
            (" a  b ", ["a b"], ""),
        ]:
            with self.subTest(text):
                found = flow(text, HAND, self.spans(1))
                self.assertEqual(([line.text for line in found.lines], found.left_over), (lines, left))
                self.assertEqual(found.fits, not left)

    def test_paragraphs_begin_a_line_and_stay_apart_in_what_is_left(self):
        found = flow("a\n\nb\nc d", HAND, self.spans(2))
        self.assertEqual(([line.text for line in found.lines], found.left_over), (["a", "b"], "c d"))
        found = flow("a\nb\nc", HAND, self.spans(1))
        self.assertEqual(found.left_over, "b\nc")

    def test_how_long_a_text_may_be(self):
        flow("a" * LONGEST_TEXT, HAND, self.spans(1))
        self.assertRaises(TextTooLong, flow, "a" * (LONGEST_TEXT + 1), HAND, self.spans(1))

    def test_lines_of_a_box(self):
        for wide, high, inset, count in [
            (LEAST_SPAN, 100, 0, 10), (LEAST_SPAN - 1, 100, 0, 0), (LEAST_SPAN, 99, 0, 9), (LEAST_SPAN, 9, 0, 0),
            (LEAST_SPAN + 10, 100, 5, 9), (LEAST_SPAN + 9, 100, 5, 0), (LEAST_SPAN + 10, 9, 5, 0),
        ]:  # fmt: skip
            with self.subTest(wide=wide, high=high, inset=inset):
                found = spans_in(Box(Ends(3, 3 + wide), Ends(7, 7 + high)), 10, inset)
                self.assertEqual(len(found), count)
                for place, span in enumerate(found):
                    self.assertEqual(span, Span(3 + inset, 7 + inset + 10 * place, wide - 2 * inset))

    def test_lines_of_an_outline_leave_out_what_is_too_short(self):
        wide = 4 * LEAST_SPAN
        stairs = box(0, 0, wide, 100).union(box(0, 100, LEAST_SPAN - 1, 200)).union(box(0, 200, LEAST_SPAN, 300))
        found = [(span.y, span.length) for span in spans_within(stairs, 100)]
        self.assertEqual(found, [(0, wide), (200, LEAST_SPAN)])
        hole = box(0, 0, wide, 100).difference(box(LEAST_SPAN, 0, LEAST_SPAN + 50, 100))
        parts = [(span.x, span.length) for span in spans_within(hole, 100)]
        self.assertEqual(parts, [(0, LEAST_SPAN), (LEAST_SPAN + 50, wide - LEAST_SPAN - 50)])
        self.assertEqual(spans_within(box(0, 0, 100, 100), 100, 60), ())

    @given(st.integers(1, 60), st.integers(10, 40))
    def test_the_shortest_block_is_not_a_line_too_high(self, words, tenths):
        text, width = prose(words), tenths * INCH // 10
        high = least_height(text, HAND, width)
        if high is None:
            return
        rows = high // HAND.pitch
        self.assertTrue(flow(text, HAND, self.spans(rows, width)).fits)
        self.assertFalse(flow(text, HAND, self.spans(rows - 1, width)).fits)

    def test_limits_of_the_shortest_block(self):
        self.assertIsNone(least_height("a", HAND, LEAST_SPAN - 1))
        self.assertEqual(least_height("a", HAND, LEAST_SPAN), HAND.pitch)
        self.assertEqual(least_height("a", HAND, LEAST_SPAN + 20, 10), HAND.pitch + 20)
        self.assertEqual(least_height("", HAND, INCH, 10), 20)

    def test_what_goes_somewhere_counts_words_characters_and_lines(self):
        self.assertEqual(capacity(HAND, []), Capacity(0, 0, 0))
        two = capacity(HAND, self.spans(2))  # "we had" and "meant to": ten characters a line
        self.assertEqual((two.words, two.characters, two.lines), (4, len("we had meant to"), 2))


class Free(TestCase):
    def test_a_place_on_the_grid_lies_within(self):
        self.assertEqual(snapped_in(Box(Ends(1, 9_999), Ends(0, 8_000)), 1_000), None)
        least = LEAST_PLACE
        for wide, high, there in [
            (least.width, least.height, True),
            (least.width - 1, least.height, False), (least.width, least.height - 1, False),
        ]:  # fmt: skip
            with self.subTest(wide=wide, high=high):
                self.assertEqual(snapped_in(Box(Ends(0, wide), Ends(0, high)), 1) is not None, there)
        found = snapped_in(Box(Ends(127, 3 * INCH + 127), Ends(0, 3 * INCH)), INCH // 8)
        self.assertEqual((found.x, found.y), (Ends(INCH // 8, 3 * INCH), Ends(0, 3 * INCH)))

    def test_a_band_is_so_many_times_as_long_as_high(self):
        def kind(wide, high):
            (place, *_) = free_places((), page_of(wide, high), INCH // 8)
            return place.kind

        self.assertEqual(BAND, 5)
        self.assertEqual(kind(str(2 * BAND), "2"), PlaceKind.BAND)
        self.assertEqual(kind(str(2 * BAND - 1), "2"), PlaceKind.RECTANGLE)
        self.assertEqual(kind("2", str(2 * BAND)), PlaceKind.BAND)

    def test_the_largest_come_first(self):
        blocks = sketch_of(row("p", "photo", 5, 0, 2, 12), row("q", "photo", 7, 4, 5, 1)).blocks
        places = free_places(blocks, page_of("12", "12"), INCH // 8)
        self.assertEqual([place.area // INCH**2 for place in places], [60, 35, 20])
        on = JournalPage(blocks, page_of("12", "12"), INCH // 8)
        words = [place.holds.words for place in places_left(HAND, on)]
        self.assertEqual(words, sorted(words, reverse=True))
        self.assertGreater(words[0], words[-1])

    def test_where_a_place_is_is_said(self):
        page = page_of("12", "12")
        for x, y, wide, high, spot in [
            (0, 0, 3, 3, "upper left"), (9, 0, 3, 3, "upper right"),
            (0, 9, 3, 3, "lower left"), (9, 9, 3, 3, "lower right"),
            (5, 5, 2, 2, "in the middle"), (0, 0, 12, 2, "at the top"), (0, 10, 12, 2, "at the foot"),
            (0, 5, 2, 2, "at the left"), (10, 5, 2, 2, "at the right"),
            (0, 0, 7, 2, "upper left"), (0, 0, 9, 2, "at the top"),
        ]:  # fmt: skip
            rest = box(0, 0, 12 * INCH, 12 * INCH).difference(box(*(n * INCH for n in (x, y, x + wide, y + high))))
            (place,) = free_places((), page, INCH // 8, taken=[rest])
            with self.subTest(x=x, y=y, wide=wide):
                self.assertIn(spot, place.spot)

    def test_a_place_is_named_after_what_it_lies_on(self):
        (strip,) = sketch_of(row("s", "strip", 0, 0, 4, 1)).blocks
        (base,) = sketch_of(row("s", "base", 0, 0, 12, 12)).blocks
        one = Box(Ends(0, INCH), Ends(0, INCH))
        for kind, on, spot, name in [
            (PlaceKind.RECTANGLE, None, "", "a gap on the base"),
            (PlaceKind.RECTANGLE, base, "at the top", "a gap on the base, at the top"),
            (PlaceKind.BAND, strip, "", f"a band of {strip.name}"),
            (PlaceKind.PHOTO, strip, "x", f"a calm part of {strip.name}"),
        ]:
            with self.subTest(name):
                self.assertEqual(FreePlace(kind, one, on, spot).name, name)

    def test_words_go_round_a_photo_on_all_sides_that_are_free(self):
        page = page_of("12", "12")
        (photo,) = sketch_of(row("p", "photo", 4, 4, 4, 3)).blocks
        pitch = INCH // 4
        ((found, spans),) = round_photos([photo], page, pitch, [])
        far = INCH // 16 + pitch
        self.assertEqual(found, photo)
        self.assertEqual(spans, (
            Span(4 * INCH, 4 * INCH - far, 4 * INCH),
            Span(8 * INCH + far, 4 * INCH, 3 * INCH, 9_000),
            Span(8 * INCH, 7 * INCH + far, 4 * INCH, 18_000),
            Span(4 * INCH - far, 7 * INCH, 3 * INCH, 27_000),
        ))  # fmt: skip
        over = box(0, 0, 12 * INCH, 4 * INCH)
        ((_, less),) = round_photos([photo], page, pitch, [over])
        self.assertEqual([span.turn for span in less], [9_000, 18_000, 27_000])

    def test_words_round_the_page_keep_inside(self):
        spans = round_page((), page_of("12", "10"), INCH // 4, [])
        self.assertEqual([(span.turn, span.length) for span in spans],
                         [(0, 11 * INCH), (9_000, 9 * INCH), (18_000, 11 * INCH), (27_000, 9 * INCH)])  # fmt: skip
        self.assertEqual((spans[0].x, spans[0].y), (INCH // 2, INCH // 4))

    def test_the_longest_free_stretch_of_a_line(self):
        least = 2 * LEAST_SPAN
        free = box(0, 0, least, 10).union(box(least + 50, 0, 2 * least + 60, 10))
        band = box(0, 0, 3 * least, 10)
        for turn, x, y in [(0, least + 50, 7), (18_000, -(3 * least - (2 * least + 60)), 7)]:
            with self.subTest(turn=turn):
                self.assertEqual(free_along(Span(0, 7, 3 * least, turn), band, free), Span(x, y, least + 10, turn))
        self.assertIsNone(free_along(Span(0, 7, 3 * least), band, box(0, 0, least - 1, 10)))
        self.assertEqual(free_along(Span(0, 7, 3 * least), band, box(0, 0, least, 10)).length, least)


class Strips(TestCase):
    def test_a_strip_stands_out_by_its_edge_in_whole_sixteenths(self):
        high = strip_height(HAND)
        self.assertEqual(high % STRIP_EDGE, 0)
        self.assertGreaterEqual(high, HAND.pitch + 2 * STRIP_EDGE)
        self.assertLess(high, HAND.pitch + 3 * STRIP_EDGE)
        even = hand("h", "h", 10, INCH, 2 * STRIP_EDGE)
        self.assertEqual(strip_height(even), 4 * STRIP_EDGE)

    def test_a_line_stands_in_the_middle_of_its_strip(self):
        (line,) = flow("abc", HAND, [Span(INCH, INCH, INCH)]).lines
        ground = strip_at(line, HAND)
        self.assertEqual(ground.x, INCH - 2 * STRIP_EDGE)
        self.assertLessEqual(abs((ground.size.height - HAND.pitch) - 2 * (INCH - ground.y)), 1)
        self.assertEqual(ground.size.width % STRIP_EDGE, 0)
        self.assertGreaterEqual(ground.size.width, line.width + 4 * STRIP_EDGE)

    def test_so_many_strips_go_into_a_box(self):
        high = strip_height(HAND)
        for rows, more, count in [(3, 0, 3), (3, -1, 2), (1, 0, 1), (1, -1, 0)]:
            tall = rows * high + (rows - 1) * STRIP_EDGE + more
            with self.subTest(rows=rows, more=more):
                spans = strip_spans(Box(Ends(0, 2 * INCH), Ends(0, tall)), HAND)
                self.assertEqual(len(spans), count)
                self.assertEqual({(span.x, span.length) for span in spans},
                                 {(2 * STRIP_EDGE, 2 * INCH - 4 * STRIP_EDGE)} if count else set())  # fmt: skip


class Minded(TestCase):
    def seen(self, ink, colour, kind, span=None):
        (paper,) = sketch_of(row("a", "paper", 0, 0, 4, 4)).blocks
        surface = Surface(paper, box(0, 0, 4 * INCH, 4 * INCH))
        return legibility([span or Span(0, 0, INCH)], INCH // 4, ink, [surface], {"a": Beneath(colour, kind)})

    def test_what_each_kind_of_paper_asks_for(self):
        for kind, card, dry in [
            (PaperKind.SOLID, False, False), (PaperKind.SMALL_PRINT, False, False),
            (PaperKind.LARGE_PRINT, True, False), (PaperKind.STRIPE, True, False), (PaperKind.FLORAL, True, False),
            (PaperKind.METALLIC, False, True), (PaperKind.VELLUM, False, True), (PaperKind.DOTS, False, False),
        ]:  # fmt: skip
            with self.subTest(kind):
                found = self.seen(Rgb(0, 0, 0), Rgb(255, 255, 255), kind)
                self.assertEqual((found.card, found.must_dry, found.light_pen), (card, dry, False))
                self.assertAlmostEqual(found.least, 21.0, places=2)  # WCAG 2.2: black on white is 21 to 1

    def test_a_dark_paper_wants_a_light_pen(self):
        for value, light in [(0, True), (110, True), (125, False), (255, False)]:
            with self.subTest(value=value):
                found = self.seen(Rgb(0, 0, 0), Rgb(value, value, value), PaperKind.SOLID)
                self.assertEqual(found.light_pen, light)

    def test_how_much_contrast_small_writing_wants(self):
        """WCAG 2.2, 1.4.3: 4.5 to 1 for text that is not large."""
        self.assertEqual(TEXT, 4.5)
        on = JournalPage(sketch_of(row("a", "paper", 0, 0, 12, 12)).blocks, page_of("12", "12"), INCH // 8)
        # Of greys on white #767676 is the lightest with 4.54 to 1, #777777 has 4.48.
        for value, hard in [(0x76, False), (0x77, True)]:
            told = story_told("a few words", 0, HAND, Rgb(value, value, value), on,
                              {"a": Beneath(Rgb(255, 255, 255), PaperKind.SOLID)})  # fmt: skip
            minded = " ".join(" ".join(words) for words in told.minded)
            with self.subTest(value=value):
                self.assertEqual("hard to read there" in minded, hard)

    def test_what_a_surface_asks_of_the_pen_is_said(self):
        on = JournalPage(sketch_of(row("a", "paper", 0, 0, 12, 12)).blocks, page_of("12", "12"), INCH // 8)
        for kind, dry, card in [(PaperKind.SOLID, False, False), (PaperKind.METALLIC, True, False),
                                (PaperKind.LARGE_PRINT, False, True)]:  # fmt: skip
            told = story_told("a few words", 0, HAND, Rgb(0, 0, 0), on, {"a": Beneath(Rgb(255, 255, 255), kind)})
            minded = " ".join(" ".join(words) for words in told.minded)
            with self.subTest(kind):
                self.assertEqual(("let the ink dry before" in minded, "write on a card" in minded), (dry, card))

    def test_a_paper_under_hardly_any_of_a_line_does_not_count(self):
        for start, counts in [(4 * INCH - INCH // 10, True), (4 * INCH - INCH // 50, False), (5 * INCH, False)]:
            with self.subTest(start=start):
                found = self.seen(Rgb(0, 0, 0), Rgb(0, 0, 0), PaperKind.SOLID, Span(start, 0, INCH))
                self.assertEqual(found.least is not None, counts)

    def test_a_turned_line_turns_about_its_corner(self):
        left, top, right, bottom = outline_of(Span(INCH, INCH, INCH, 9_000), INCH // 4).bounds
        found = [round(bound) for bound in (left, top, right, bottom)]
        self.assertEqual(found, [INCH - INCH // 4, INCH, INCH, 2 * INCH])


class Asking(TestCase):
    def test_questions_follow_what_is_not_known(self):
        asked = " ".join(prompts([Told("a"), Told("b")], "Honey"))
        for words in ("When was this?", "Where is “a”", "between “a” and “b”", "Why “Honey”?"):
            self.assertIn(words, asked)
        known = " ".join(prompts([Told("a", "us", True, True, 2)]))
        for words in ("When was this?", "Where is", "between", "Who are", "Why “"):
            self.assertNotIn(words, known)
        self.assertIn("Who is that in “a”", " ".join(prompts([Told("a", faces=1)])))
        self.assertIn("Who are the 3 in “a”", " ".join(prompts([Told("a", faces=3)])))

    def test_no_more_than_can_be_taken_in_and_none_twice(self):
        many = [Told("a", faces=1)] * 9
        self.assertLessEqual(len(prompts(many, "x")), MOST_PROMPTS)
        self.assertEqual(len(set(prompts(many))), len(prompts(many)))
        self.assertEqual(len(prompts([])), 3)
        self.assertNotRegex(" ".join(prompts([Told("a")])), "Who are|Who is that")


class Ways(TestCase):
    def page(self, *rows, text_page=("12", "12")):
        sketch = sketch_of(*rows)
        return JournalPage(sketch.blocks, page_of(*text_page), INCH // 8)

    def test_the_least_a_block_needs(self):
        on = self.page(row("j", "journaling", 1, 1, 3, 2))
        ways = {way.way: way for way in journal_ways("a few words here", HAND, on) if way.block == "j"}
        self.assertEqual(ways[JournalWay.CARD].lines[0].span.x, INCH + INSET)
        self.assertTrue(all(not way.left_over for way in ways.values()))

    def test_without_a_text_only_places_that_look_finished(self):
        on = self.page(row("j", "journaling", 1, 1, 3, 2))
        self.assertEqual({way.way for way in journal_ways("  ", HAND, on)}, {JournalWay.EMPTY})
