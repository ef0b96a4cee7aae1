"""Stories written on a page: how much fits where, in which ways, and where there is still room."""

import json
import time
from dataclasses import replace
from decimal import Decimal
from itertools import pairwise
from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, box

from inkquilt.colour import read_colour
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind, PatternRun, SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.printed import PrintedPlace, printed_on
from inkquilt.paper.regions import AxisHold, Hold, Motif, MotifUse, SheetRegion
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.space import surfaces_of
from inkquilt.words.flow import Span, TextTooLong, capacity, flow, least_height, prose, spans_in, spans_within
from inkquilt.words.journaling import journal_ways, places_left
from inkquilt.words.legible import Beneath, legibility, outline_of
from inkquilt.words.minding import story_told
from inkquilt.words.prompts import Told, prompts
from inkquilt.words.script import UnreadableHand, hand, runs_leftward
from inkquilt.words.stories import INSET, JournalPage, JournalWay
from inkquilt_io.lettering import text_font

#: 40 characters on 4 in: one character is a tenth of an inch.
HAND = hand("hand 1", "hand", 40, 4 * INCH, INCH // 4)
TENTH = Span(0, 0, INCH)


def inch_box(left, top, right, bottom):
    """A box in inches."""
    return Box(Ends(round(left * INCH), round(right * INCH)), Ends(round(top * INCH), round(bottom * INCH)))


def page_of(*blocks, side=8):
    """A square page with these blocks on it: id, role, x, y, width, height in inches."""
    made = tuple(
        Block(
            name,
            role,
            Shape.RECT,
            *(round(length * INCH) for length in (x, y, w, h)),
            level=level,
        )
        for level, (name, role, x, y, w, h) in enumerate(blocks)
    )
    return JournalPage(made, Page(side * INCH, side * INCH, Unit.IN), INCH // 8)


DEMO = Path(__file__).parents[2] / "server" / "sketches" / "ready"


def demo_page(name):
    """A demo sketch on its own page."""
    drawn = read_sketch(json.loads((DEMO / name).read_text("utf-8"), parse_float=Decimal)).sketch
    return JournalPage(drawn.blocks, Page(drawn.page.width, drawn.page.height, drawn.unit), INCH // 8)


class FlowTests(SimpleTestCase):
    def test_a_hand_fills_a_line_with_as_many_characters_as_were_measured(self):
        full = flow("abcd efgh ijkl", HAND, [TENTH, TENTH])
        self.assertEqual([line.text for line in full.lines], ["abcd efgh", "ijkl"])
        self.assertEqual(full.lines[0].width, -(-9 * INCH // 10))

    def test_what_has_no_place_is_left_over_and_nothing_is_lost(self):
        text = "one two three\nfour five"
        for count in range(6):
            written = flow(text, HAND, [TENTH] * count)
            told = " ".join([*(line.text for line in written.lines), written.left_over])
            self.assertEqual(told.split(), text.split())

    def test_a_paragraph_begins_a_line_of_its_own(self):
        self.assertEqual([line.text for line in flow("a\n\nb", HAND, [TENTH] * 3).lines], ["a", "b"])

    def test_a_word_longer_than_every_line_is_broken_where_the_line_ends(self):
        self.assertEqual(
            [line.text for line in flow("abcdefghijklmno p", HAND, [TENTH] * 3).lines], ["abcdefghij", "klmno p"]
        )

    def test_a_long_word_waits_for_a_longer_line(self):
        written = flow("abcdefgh", HAND, [Span(0, 0, INCH // 2), TENTH])
        self.assertEqual([(line.text, line.span.length) for line in written.lines], [("abcdefgh", INCH)])

    def test_empty_texts_and_ten_thousand_words(self):
        self.assertEqual(flow("  \n ", HAND, [TENTH]).lines, ())
        long = prose(10_000)
        written = flow(long, HAND, spans_in(inch_box(0, 0, 8, 8), HAND.pitch))
        self.assertEqual(len(written.lines), 32)
        self.assertEqual(len(written.left_over.split()) + sum(len(one.text.split()) for one in written.lines), 10_000)
        with self.assertRaisesRegex(TextTooLong, "up to 80000"):
            flow("a" * 80_001, HAND, [TENTH])

    def test_the_shortest_block_holds_the_text_and_one_line_less_does_not(self):
        text = prose(50)
        high = least_height(text, HAND, 3 * INCH, INSET)
        self.assertTrue(flow(text, HAND, spans_in(Box(Ends(0, 3 * INCH), Ends(0, high)), HAND.pitch, INSET)).fits)
        lower = Box(Ends(0, 3 * INCH), Ends(0, high - 1))
        self.assertFalse(flow(text, HAND, spans_in(lower, HAND.pitch, INSET)).fits)
        self.assertIsNone(least_height(text, HAND, INCH // 4))

    def test_lines_in_a_shape_lie_wholly_within_it(self):
        shape = Point(0, 0).buffer(2 * INCH).difference(box(-INCH // 4, -INCH, INCH // 4, INCH))
        spans = spans_within(shape, HAND.pitch)
        self.assertGreater(len(spans), 16)
        for span in spans:
            self.assertLess(outline_of(span, HAND.pitch).difference(shape).area, 4 * span.length)

    def test_capacity_is_what_really_fits(self):
        spans = spans_in(inch_box(0, 0, 4, 1), HAND.pitch)
        held = capacity(HAND, spans)
        self.assertEqual(held.lines, 4)
        self.assertTrue(flow(prose(held.words), HAND, spans).fits)
        self.assertFalse(flow(prose(held.words + 1), HAND, spans).fits)

    def test_a_hand_that_cannot_be_is_refused_with_what_would_do(self):
        with self.assertRaisesRegex(UnreadableHand, "42 characters on 6 in"):
            hand("h", "h", 2, INCH, INCH)

    def test_letters_that_run_leftward_are_known(self):
        self.assertTrue(runs_leftward("— שלום"))
        self.assertFalse(runs_leftward("🐝 bees"))


class LongWords(SimpleTestCase):
    """A pasted link is one word: it is broken at the ends of lines, and costs no more than it has lines."""

    FONT = text_font("Literata", 22)

    def test_all_of_it_stands_in_the_lines_in_its_order(self):
        for letters in (350, 4_000, 80_000):
            with self.subTest(letters):
                word = "".join(chr(97 + n * 7 % 26) for n in range(letters))
                spans = spans_in(inch_box(0, 0, 6, 900), self.FONT.pitch)
                began = time.process_time()
                written = flow(word, self.FONT, spans)
                self.assertLess(time.process_time() - began, 2)
                self.assertEqual("".join(line.text for line in written.lines), word)
                self.assertTrue(all(line.width <= line.span.length for line in written.lines))

    def test_everything_told_of_a_story_of_one_long_word_is_told_soon(self):
        page = page_of(("w", Role.JOURNALING, 1, 1, 5, 3))
        for letters in (350, 4_000):
            began = time.process_time()
            told = story_told("x" * letters, 0, self.FONT, read_colour("#1d2a57"), page, {})
            self.assertTrue(told.ways)
            self.assertLess(time.process_time() - began, 10)

    @given(st.text("aAVWTy. fi", max_size=40), st.integers(0, 40_000))
    def test_as_many_letters_fit_as_trying_each_length_says(self, text, room):
        count, units = self.FONT.fitting(text, room)
        self.assertEqual(units, self.FONT.units(text[:count]))
        self.assertLessEqual(units, room)
        if count < len(text):
            self.assertGreater(self.FONT.units(text[: count + 1]), room)

    def test_the_place_drawn_for_words_comes_first(self):
        page = page_of(("p", Role.PHOTO, 0, 4, 8, 4), ("w", Role.JOURNALING, 1, 1, 3, 2))
        ways = journal_ways(prose(12), HAND, page)
        self.assertGreater(len(ways), 4)
        self.assertEqual((ways[0].block, ways[0].fits), ("w", True))


class WaysTests(SimpleTestCase):
    def test_the_sketchs_own_place_comes_first_when_it_holds_the_text(self):
        on = page_of(("story", Role.JOURNALING, 1, 1, 4, 2), ("p", Role.PHOTO, 1, 4, 4, 3))
        ways = journal_ways(prose(20), HAND, on)
        self.assertEqual((ways[0].block, ways[0].fits), ("story", True))
        self.assertTrue(all(one.fits >= two.fits for one, two in pairwise(ways)))

    def test_words_of_every_way_on_the_page_lie_on_nothing_that_must_stay_free(self):
        for name in sorted(path.name for path in DEMO.glob("*.quilt.json")):
            on = demo_page(name)
            whole = box(0, 0, on.page.width, on.page.height).buffer(2)
            kept = [
                box(b.x, b.y, b.x + b.width, b.y + b.height) for b in on.blocks if b.role is Role.PHOTO and not b.turn
            ]
            for way in journal_ways(prose(30), HAND, on):
                if way.hidden or way.block:
                    continue
                for line in way.lines:
                    place = outline_of(line.span, HAND.pitch)
                    self.assertTrue(whole.covers(place), (name, way.way))
                    for photo in kept:
                        self.assertLess(place.intersection(photo).area, 4 * line.span.length, (name, way.way))

    def test_a_long_text_goes_where_it_has_room_and_says_what_has_none(self):
        on = page_of(("story", Role.JOURNALING, 1, 1, 3, 1), ("p", Role.PHOTO, 1, 3, 6, 4))
        ways = {(one.way, one.where): one for one in journal_ways(prose(120), HAND, on)}
        card = ways[JournalWay.CARD, "journaling story"]
        self.assertFalse(card.fits)
        self.assertEqual(len(card.left_over.split()) + sum(len(line.text.split()) for line in card.lines), 120)
        self.assertTrue(ways[JournalWay.NEXT_PAGE, "a page of its own"].fits)

    def test_a_column_of_single_words_comes_after_a_place_with_easy_lines(self):
        on = page_of(("p", Role.PHOTO, 1.25, 0, 6.75, 5.5), ("q", Role.PHOTO, 1.25, 7, 6.75, 1))
        gaps = [one for one in journal_ways(prose(12), HAND, on) if one.way is JournalWay.GAP]
        self.assertGreater(len(gaps[0].lines[0].text.split()), 3)
        self.assertTrue(any(len(one.lines[0].text.split()) < 3 for one in gaps[1:]))

    def test_strips_are_cut_to_their_words_in_sixteenths_one_below_the_other(self):
        on = page_of(("story", Role.JOURNALING, 1, 1, 4, 3))
        strips = next(one for one in journal_ways(prose(20), HAND, on) if one.way is JournalWay.STRIPS)
        self.assertEqual(len(strips.grounds), len(strips.lines))
        for before, after in pairwise(strips.grounds):
            self.assertEqual(after.y - before.y, before.size.height + INCH // 16)
        for ground, line in zip(strips.grounds, strips.lines, strict=True):
            self.assertEqual(ground.size.width % (INCH // 16), 0)
            self.assertGreater(ground.size.width, line.width)

    def test_each_voice_has_a_place_of_its_own(self):
        on = page_of(("p", Role.PHOTO, 0, 3, 8, 2))
        way = next(one for one in journal_ways("his words\nher words", HAND, on) if one.way is JournalWay.VOICES)
        self.assertEqual(len({line.span.y > 4 * INCH for line in way.lines}), 2)

    def test_a_long_text_is_no_quotation_and_a_date_is_a_block_of_its_own(self):
        on = page_of(("story", Role.JOURNALING, 1, 1, 5, 5))
        kinds = {one.way for one in journal_ways(prose(40), HAND, on)}
        self.assertNotIn(JournalWay.QUOTATION, kinds)
        date = next(one for one in journal_ways("July 2026", HAND, on) if one.way is JournalWay.DATE)
        self.assertEqual(len(date.lines), 1)
        self.assertLess(date.grounds[0].size.width, 2 * INCH)

    def test_without_a_text_a_place_is_prepared_that_may_stay_empty(self):
        ways = journal_ways("", HAND, page_of(("story", Role.JOURNALING, 1, 1, 4, 2)))
        self.assertEqual({one.way for one in ways}, {JournalWay.EMPTY})
        self.assertTrue(all(one.grounds[0].ruled for one in ways))

    def test_an_overfull_page_leaves_only_places_off_it(self):
        on = page_of(("p", Role.PHOTO, 0, 0, 8, 8))
        ways = journal_ways(prose(20), HAND, on)
        self.assertTrue(ways and all(one.hidden for one in ways))
        self.assertEqual(places_left(HAND, on), ())

    def test_late_words_find_the_band_between_two_photos(self):
        on = page_of(("p", Role.PHOTO, 0, 0, 8, 3.5), ("q", Role.PHOTO, 0, 4.5, 8, 3.5))
        place = next(one for one in places_left(HAND, on) if one.box is not None)
        # Nothing is written along the very edge of the page.
        self.assertEqual(place.box, inch_box(0.25, 3.5, 7.75, 4.5))
        self.assertEqual(place.kind, "band")


class ReadingTests(SimpleTestCase):
    def test_writing_on_a_busy_paper_wants_a_card_and_on_a_dark_one_a_light_pen(self):
        """Common practice, no source."""
        on = page_of(("b", Role.BASE, 0, 0, 8, 8))
        surfaces = surfaces_of(on.blocks, on.page)
        ink = read_colour("#22345c")

        def seen(colour, kind):
            return legibility([Span(INCH, INCH, INCH)], INCH, ink, surfaces, {"b": Beneath(read_colour(colour), kind)})

        self.assertTrue(seen("#fffdf8", PaperKind.LARGE_PRINT).card)
        dark = seen("#1d2a57", PaperKind.SOLID)
        self.assertTrue(dark.light_pen and dark.least < 1.5 and not dark.card)
        self.assertTrue(seen("#c0a040", PaperKind.METALLIC).must_dry)

    def test_questions_ask_what_the_photos_do_not_tell(self):
        asked = prompts([Told("Ida runs", faces=1), Told("All the kites", dated=True, placed=True)], "Up, up, up")
        self.assertIn("“Ida runs”", asked[0])
        self.assertFalse(any(question.startswith("When was") for question in asked))
        self.assertTrue(prompts([])[0])


def inset(x, y, wide, high):
    """A rectangle in inches."""
    return Inset(*(round(length * INCH) for length in (x, y)), Size(round(wide * INCH), round(high * INCH)))


class PrintedTests(SimpleTestCase):
    """Frames and lines printed on a paper of 12 x 12."""

    SHEET = Size(12 * INCH, 12 * INCH)
    LINES = Motif("ledger", SideName.A, inset(2, 6, 8, 3), use=MotifUse.LINES, pitch=INCH // 2)
    FRAME = Motif("label", SideName.A, inset(1, 1, 4, 2), use=MotifUse.FRAME)
    BEE = Motif("bee", SideName.A, inset(9, 9, 1, 1))

    def on(self, x, y, wide, high, region=None, side=SideName.A, **more):
        place = inset(x, y, wide, high)
        block = Block("a", Role.PAPER, Shape.RECT, place.x, place.y, place.size.width, place.size.height, **more)
        return {
            one.name: one for one in printed_on(block, (self.LINES, self.FRAME, self.BEE), side, self.SHEET, region)
        }

    def test_on_a_whole_sheet_they_lie_where_they_are_printed_and_a_picture_is_not_written_on(self):
        found = self.on(0, 0, 12, 12)
        self.assertEqual(found["ledger"], PrintedPlace("ledger", "a", self.LINES.place, INCH // 2))
        self.assertEqual(set(found), {"ledger", "label"})
        self.assertEqual(self.on(0, 0, 12, 12, side=SideName.B), {})

    def test_on_a_piece_they_lie_where_its_place_of_the_sheet_brings_them(self):
        self.assertEqual(self.on(1, 1, 8, 8), {})  # nobody knows where it is cut from
        middle = SheetRegion(AxisHold(Hold.MIDDLE), AxisHold(Hold.MIDDLE))  # 2 in come off all around
        found = self.on(1, 3, 8, 8, middle)
        # the lines' left edge is the sheet's 2 and the piece's 0; their top is 6 - 2 below the piece's
        self.assertEqual(found["ledger"].place, inset(1, 7, 8, 3))
        self.assertNotIn("label", found)  # cut through
        low = SheetRegion(AxisHold(Hold.LOW), AxisHold(Hold.AT, round(6.75 * INCH)))
        part = self.on(0, 0, 6, 3, low)["ledger"]
        # 6 3/4 cuts between two lines: the first whole space begins at 7
        self.assertEqual(part.place, inset(2, 0.25, 4, 2))
        self.assertEqual(self.on(0, 0, 12, 12, turn=500), {})
        whole = Block("a", Role.PAPER, Shape.RECT, 0, 0, 12 * INCH, 12 * INCH)
        across = printed_on(whole, (self.LINES, self.FRAME), SideName.A, self.SHEET, None, PatternRun.ACROSS)
        self.assertEqual(list(across), [])

    def test_words_stand_on_the_printed_lines_and_leave_out_what_lies_over_them(self):
        page = page_of(("a", Role.BASE, 0, 0, 12, 12), ("p", Role.PHOTO, 6, 6, 3, 2.25), side=12)
        page = replace(page, printed=tuple(self.on(0, 0, 12, 12).values()))
        ways = {way.way: way for way in journal_ways("the bees came on a Tuesday in a box " * 4, HAND, page)}
        lines = ways[JournalWay.PRINTED_LINES].lines
        bottoms = [(line.span.y + HAND.pitch) / INCH for line in lines]
        self.assertEqual(bottoms[:4], [6.5, 7, 7.5, 8])
        self.assertTrue(all(line.span.x == 2 * INCH and line.span.length <= 4 * INCH for line in lines[:4]))
        frame = ways[JournalWay.PRINTED_FRAME].lines
        self.assertTrue(all(line.span.x >= INCH and line.span.x + line.span.length <= 5 * INCH for line in frame))
        self.assertTrue(all(INCH <= line.span.y <= 3 * INCH - HAND.pitch for line in frame))
        held = {place.name: place.holds.words for place in places_left(HAND, page)}
        self.assertGreater(held["the printed lines “ledger”"], 20)
        self.assertIn("the printed frame “label”", held)

    def test_a_hand_larger_than_the_lines_does_not_write_on_them_and_a_covered_frame_is_none(self):
        large = hand("hand 2", "large", 20, 4 * INCH, 3 * INCH // 4)
        page = page_of(("a", Role.BASE, 0, 0, 12, 12), ("p", Role.PHOTO, 0.5, 0.5, 6, 3), side=12)
        page = replace(page, printed=tuple(self.on(0, 0, 12, 12).values()))
        ways = {way.way for way in journal_ways("a few words", large, page)}
        self.assertFalse(ways & {JournalWay.PRINTED_LINES, JournalWay.PRINTED_FRAME})
