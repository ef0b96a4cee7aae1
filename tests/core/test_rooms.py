"""Rooms for a story: where each way lays its lines and cards, to the grain, and what a room must have to be one."""

from unittest import TestCase

from shapely.geometry import Point, box

from inkquilt.colour import Rgb
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.paper.openings import Inset
from inkquilt.paper.printed import PrintedPlace
from inkquilt.sketch.geometry import Box, Ends
from inkquilt.sketch.model import Size
from inkquilt.words.flow import Capacity, Span, WrittenLine, least_height, prose
from inkquilt.words.journaling import journal_ways
from inkquilt.words.minding import story_told
from inkquilt.words.places import FreePlace, PlaceKind, free_along
from inkquilt.words.rooms import (
    card_at,
    date_block,
    empty_rooms,
    in_blocks,
    in_gaps,
    in_parts,
    off_page,
    printed_spans,
    shaped,
)
from inkquilt.words.script import font, hand
from inkquilt.words.stories import (
    INSET,
    LEAST_CARD,
    LEAST_STRIP,
    STRIP_EDGE,
    Ground,
    JournalPage,
    JournalSetting,
    JournalWay,
)
from tests.building import page_of, row, sketch_of

#: Ten characters to the inch, lines a quarter of an inch apart.
HAND = hand("h", "a hand", 10, INCH, INCH // 4)


def inch_box(left, top, right, bottom):
    return Box(Ends(round(left * INCH), round(right * INCH)), Ends(round(top * INCH), round(bottom * INCH)))


def gap(left, top, right, bottom, kind=PlaceKind.RECTANGLE, on=None):
    return FreePlace(kind, inch_box(left, top, right, bottom), on)


def page(*rows, width="12", height="12", unit=Unit.IN, **more):
    blocks = sketch_of(*rows).blocks if rows else ()
    return JournalPage(blocks, page_of(width, height, unit=unit), INCH // 8, **more)


def by_way(rooms):
    return {room.way: room for room in rooms}


class InTheSketchsPlaces(TestCase):
    def test_each_way_with_its_lines_and_what_is_cut(self):
        on = page(row("j", "journaling", 1, 2, 3, 2))
        rooms = by_way(in_blocks(on)(HAND))
        card, ruled = (Ground(INCH, 2 * INCH, Size(3 * INCH, 2 * INCH), lines) for lines in (False, True))
        for way, x, lines, grounds in [
            (JournalWay.RULED, INCH + INSET, 7, (ruled,)),
            (JournalWay.CARD, INCH + INSET, 7, (card,)),
            (JournalWay.QUOTATION, INCH + INSET, 7, (card,)),
            (JournalWay.ON_BASE, INCH, 8, ()),
            (JournalWay.STRIPS, INCH + 2 * STRIP_EDGE, 4, ()),
        ]:
            with self.subTest(way):
                room = rooms[way]
                self.assertEqual((room.spans[0].x, len(room.spans), room.grounds), (x, lines, grounds))
                self.assertEqual(room.block, "j")

    def test_a_round_or_tilted_place_holds_words_in_its_shape_only(self):
        for more in ({"shape": "circle"}, {"turn": 8}):
            on = page(row("j", "journaling", 2, 2, 3, 3, **more))
            with self.subTest(more):
                self.assertEqual([room.way for room in in_blocks(on)(HAND)], [JournalWay.SHAPED])

    def test_a_place_that_holds_words_already_is_none(self):
        on = page(row("j", "journaling", 1, 2, 3, 2), filled=frozenset({"j"}))
        self.assertEqual(list(in_blocks(on)(HAND)), [])

    def test_a_card_is_ruled_where_that_is_asked(self):
        self.assertFalse(card_at(inch_box(0, 0, 1, 1)).ruled)
        self.assertTrue(card_at(inch_box(0, 0, 1, 1), ruled=True).ruled)


class InGaps(TestCase):
    def ways(self, *places):
        return [room.way for room in in_gaps(page(), places)(HAND)]

    def test_a_card_lies_a_step_within_its_gap(self):
        rooms = by_way(in_gaps(page(), [gap(1, 1, 4, 3)])(HAND))
        (card,) = rooms[JournalWay.CARD].grounds
        self.assertEqual(
            (card.x, card.y, card.size), (INCH * 9 // 8, INCH * 9 // 8, Size(INCH * 11 // 4, INCH * 7 // 4))
        )
        self.assertEqual(rooms[JournalWay.CARD].spans[0].x, card.x + INSET)
        self.assertEqual(rooms[JournalWay.GAP].spans[0].x, INCH + INSET)

    def test_how_large_a_gap_must_be_for_a_card(self):
        wide, high = LEAST_CARD.width / INCH, LEAST_CARD.height / INCH
        for width, height, there in [(wide, high, True), (wide - 0.01, high, False), (wide, high - 0.01, False)]:
            with self.subTest(width=width, height=height):
                self.assertEqual(JournalWay.CARD in self.ways(gap(0, 0, width, height)), there)

    def test_a_calm_part_of_a_photo_is_only_written_on(self):
        (photo,) = sketch_of(row("p", "photo", 0, 0, 6, 4)).blocks
        self.assertEqual(self.ways(gap(0, 0, 4, 3, PlaceKind.PHOTO, photo)), [JournalWay.ON_PHOTO])

    def test_a_row_of_cards_fills_a_wide_gap_with_equal_ones(self):
        (room,) = [one for one in in_gaps(page(), [gap(1, 2, 10, 4)])(HAND) if one.way is JournalWay.CARDS]
        # 9 in less two gaps of 1/8 in by three is 2 11/12 in: 2 7/8 in on the marks.
        # Two would be wider than twice as wide as high.
        each = INCH * 23 // 8
        self.assertEqual(room.where.split()[0], "3")
        self.assertEqual([card.x for card in room.grounds], [INCH + n * (each + INCH // 8) for n in range(3)])
        self.assertEqual({(card.y, card.size) for card in room.grounds}, {(2 * INCH, Size(each, 2 * INCH))})

    def test_what_a_row_of_cards_needs(self):
        two = 2 * LEAST_CARD.width / INCH + 1 / 8
        for width, height, cards in [
            (two, 1, 2), (two - 0.01, 1, 0),  # two of the least width and the gap between
            (two, 0.99, 0),  # lower than a card
            (4 + 1 / 8, 1, 2), (4 + 3 / 8, 1, 0), (12, 2, 3), (16.5, 2, 4), (17, 2, 0),
        ]:  # fmt: skip
            with self.subTest(width=width, height=height):
                rows = [one for one in in_gaps(page(), [gap(0, 0, width, height)])(HAND) if one.way is JournalWay.CARDS]
                self.assertEqual([len(one.grounds) for one in rows], [cards] if cards else [])

    def test_a_date_stands_in_the_lower_right_corner_of_a_gap(self):
        (room,) = date_block("May  2026", [gap(1, 1, 4, 3)])(HAND)
        (ground,), (line,) = room.grounds, room.spans
        wide = -(-(HAND.width("May 2026") + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE
        self.assertEqual((ground.x + ground.size.width, ground.y + ground.size.height), (4 * INCH, 3 * INCH))
        self.assertEqual(ground.size.width, wide)
        self.assertEqual((line.x, line.length), (ground.x + 2 * STRIP_EDGE, wide - 4 * STRIP_EDGE))
        above, below = line.y - ground.y, ground.y + ground.size.height - (line.y + HAND.pitch)
        self.assertLessEqual(abs(above - below), 1)

    def test_a_date_needs_its_room_and_no_photo(self):
        wide = (-(-(HAND.width("May 2026") + 4 * STRIP_EDGE) // STRIP_EDGE) * STRIP_EDGE) / INCH
        high = (-(-HAND.pitch // STRIP_EDGE) * STRIP_EDGE + 2 * STRIP_EDGE) / INCH
        for width, height, kind, there in [
            (wide, high, PlaceKind.RECTANGLE, True), (wide - 0.01, high, PlaceKind.RECTANGLE, False),
            (wide, high - 0.01, PlaceKind.RECTANGLE, False), (wide, high, PlaceKind.PHOTO, False),
            (wide, high, PlaceKind.BAND, True),
        ]:  # fmt: skip
            with self.subTest(width=width, height=height, kind=kind):
                rooms = list(date_block("May 2026", [gap(0, 0, width, height, kind)])(HAND))
                self.assertEqual(len(rooms), int(there))

    def test_which_gaps_are_prepared_for_a_story_to_come(self):
        wide = 2 * LEAST_CARD.width / INCH
        for width, kind, there in [
            (wide, PlaceKind.RECTANGLE, True), (wide - 0.01, PlaceKind.RECTANGLE, False), (wide, PlaceKind.BAND, False),
        ]:  # fmt: skip
            with self.subTest(width=width, kind=kind):
                rooms = list(empty_rooms(page(), [gap(0, 0, width, 2, kind)])(HAND))
                self.assertEqual(len(rooms), int(there))
                self.assertTrue(all(room.grounds[0].ruled for room in rooms))
        (own,) = empty_rooms(page(row("j", "journaling", 1, 2, 3, 2)), [])(HAND)
        self.assertEqual((own.way, own.block, own.grounds[0].ruled), (JournalWay.EMPTY, "j", True))


class InParts(TestCase):
    def test_strips_spread_over_the_page_from_the_top_two_in_each_place(self):
        rooms = by_way(in_parts([gap(0, 6, 4, 9), gap(5, 1, 9, 3)])(HAND))
        spread = rooms[JournalWay.SPREAD].spans
        self.assertEqual([span.x // INCH for span in spread], [5, 5, 0, 0])
        self.assertEqual(spread[0].length, 4 * INCH - 4 * STRIP_EDGE)

    def test_a_strip_is_not_spread_where_it_would_be_too_short(self):
        for width, count in [(LEAST_STRIP + 4 * STRIP_EDGE, 1), (LEAST_STRIP + 4 * STRIP_EDGE - 1, 0)]:
            place = FreePlace(PlaceKind.RECTANGLE, Box(Ends(0, width), Ends(0, INCH // 2)), None)
            with self.subTest(width=width):
                self.assertEqual(len(by_way(in_parts([place])(HAND))[JournalWay.SPREAD].spans), count)

    def test_one_line_runs_along_each_band(self):
        strip, paper = sketch_of(row("s", "strip", 0, 0, 12, 1), row("a", "paper", 0, 2, 12, 3)).blocks
        places = [gap(0, 0, 12, 1, PlaceKind.BAND, strip), gap(0, 2, 12, 5, PlaceKind.RECTANGLE, paper)]
        room = by_way(in_parts(places)(HAND))[JournalWay.ALONG]
        self.assertEqual((room.spans, room.where), ((Span(0, 0, 12 * INCH),), strip.name))


class OnPrinted(TestCase):
    FREE = box(0, 0, 12 * INCH, 12 * INCH)

    def lines(self, height, pitch, free=FREE, asked=HAND.pitch):
        place = PrintedPlace("lines", "a", Inset(INCH, INCH, Size(3 * INCH, round(height * INCH))), pitch)
        return printed_spans(place, free, asked)

    def test_words_stand_on_the_printed_lines(self):
        pitch = INCH // 2
        found = self.lines(2, pitch)
        self.assertEqual(found, tuple(Span(INCH, INCH + n * pitch - HAND.pitch, 3 * INCH) for n in (1, 2, 3, 4)))
        self.assertEqual(len(self.lines(1.99, pitch)), 3)

    def test_words_larger_than_the_printed_lines_do_not_go_on_them(self):
        self.assertEqual(len(self.lines(1, HAND.pitch)), 4)
        self.assertEqual(self.lines(1, HAND.pitch - 1), ())

    def test_lines_under_something_else_are_left_out(self):
        free = self.FREE.difference(box(0, 0, 12 * INCH, 2 * INCH))
        self.assertEqual([span.y for span in self.lines(2, INCH // 2, free)], [INCH * 9 // 4, INCH * 11 // 4])

    def test_a_frame_is_filled_within_its_edge(self):
        found = self.lines(1, 0)
        self.assertEqual((found[0], len(found)), (Span(INCH + INSET, INCH + INSET, 3 * INCH - 2 * INSET), 3))
        self.assertEqual(self.lines(1, 0, box(0, 0, INCH, INCH)), ())


class Rounds(TestCase):
    def test_a_circle_of_words_needs_an_inch_all_round(self):
        for radius, there in [(1.05, True), (0.95, False)]:
            free = Point(6 * INCH, 6 * INCH).buffer(radius * INCH, quad_segs=64)
            rest = box(0, 0, 12 * INCH, 12 * INCH).difference(free)
            rooms = list(shaped(page(taken=(rest,)))(HAND))
            with self.subTest(radius=radius):
                self.assertEqual(len(rooms), int(there))
                for room in rooms:
                    (ground,) = room.grounds
                    self.assertEqual(ground.size, Size(2 * INCH, 2 * INCH))  # the radius goes down to the grid
                    for low in (ground.x, ground.y):
                        self.assertLess(abs(low - 5 * INCH), INCH // 16)

    def test_a_line_goes_on_from_where_it_begins_whichever_way_it_runs(self):
        """Along each side of a box 6 in wide and 5 in high, the first inch of which is not free."""
        wide, high = 6 * INCH, 5 * INCH
        for turn, corner, band, free, wanted in [
            (0, (0, 0), (0, 0, wide, 9), (INCH, 0, wide, 9), (INCH, 0, wide - INCH)),
            (9_000, (9, 0), (0, 0, 9, high), (0, INCH, 9, high), (9, INCH, high - INCH)),
            (18_000, (wide, 9), (0, 0, wide, 9), (0, 0, wide - INCH, 9), (wide - INCH, 9, wide - INCH)),
            (27_000, (0, high), (0, 0, 9, high), (0, 0, 9, high - INCH), (0, high - INCH, high - INCH)),
        ]:
            with self.subTest(turn=turn):
                length = wide if turn in (0, 18_000) else high
                found = free_along(Span(*corner, length, turn), box(*band), box(*free))
                self.assertEqual(found, Span(*wanted, turn))


class OffThePage(TestCase):
    def rooms(self, *rows, width="12", height="12", unit=Unit.IN):
        return by_way(off_page(page(*rows, width=width, height=height, unit=unit))(HAND))

    def test_sheets_are_pocket_cards_and_what_is_written_on_both_sides(self):
        rooms = self.rooms(row("p", "photo", 1, 1, 4, 6), row("q", "photo", 6, 1, 2, 2))
        for way, wide, high, sides in [
            (JournalWay.FLAP_SMALL, 3, 4, 1), (JournalWay.FLAP_LARGE, 4, 6, 1), (JournalWay.BOOKLET, 3, 4, 3),
            (JournalWay.POCKET, 3.75, 5.75, 2), (JournalWay.NEXT_PAGE, 12, 12, 1),
        ]:  # fmt: skip
            with self.subTest(way):
                room = rooms[way]
                self.assertEqual((room.sheet, room.sides), (Size(int(wide * INCH), int(high * INCH)), sides))
                rows = (room.sheet.height - 4 * INSET) // HAND.pitch
                self.assertEqual(len(room.spans), rows * sides)
                self.assertEqual((room.spans[0].x, room.spans[0].length), (2 * INSET, room.sheet.width - 4 * INSET))

    def test_metric_pages_have_metric_cards(self):
        self.assertEqual(self.rooms(width="210", height="297", unit=Unit.MM)[JournalWay.FLAP_SMALL].sheet,
                         Size(76 * MM, 102 * MM))  # fmt: skip

    def test_only_what_is_no_larger_than_the_page_is_hung_on_it(self):
        for width, height, small, large in [
            ("3", "4", True, False), ("2 7/8", "4", False, False), ("3", "3 7/8", False, False),
            ("4", "6", True, True), ("3 7/8", "6", True, False), ("4", "5 7/8", True, False),
        ]:  # fmt: skip
            with self.subTest(width=width, height=height):
                rooms = self.rooms(width=width, height=height)
                self.assertEqual((JournalWay.FLAP_SMALL in rooms, JournalWay.FLAP_LARGE in rooms), (small, large))

    def test_a_photo_hides_a_card_only_where_one_can_be_written_on(self):
        for wide, high, there in [(1.25, 4, True), (1.24, 4, False), (4, 1.25, True), (4, 1.24, False)]:
            with self.subTest(wide=wide, high=high):
                self.assertEqual(JournalWay.POCKET in self.rooms(row("p", "photo", 1, 1, wide, high)), there)


class Ranking(TestCase):
    def setting(self, **more):
        given = {"way": JournalWay.CARD, "where": "w", "script": HAND, "lines": (), "holds": Capacity(40, 200, 10)}
        return JournalSetting(**{**given, **more})

    def lines(self, *texts):
        return tuple(WrittenLine(text, Span(0, 0, INCH), INCH) for text in texts)

    def test_what_comes_before_what(self):
        five = self.lines(*["four words a line"] * 5)
        best = self.setting(lines=five, block="j")
        for name, worse in [
            ("words left over", {"left_over": "x"}),
            ("hidden", {"way": JournalWay.BOOKLET}),
            ("not in the place drawn for words", {"block": None}),
            ("smaller than wished", {"script": font("f", "f", {}, {}, 1000, 20), "wished": 24}),
            ("a less usual way", {"way": JournalWay.STRIPS}),
            ("half empty", {"lines": self.lines("four words a line")}),
            ("a column of single words", {"lines": self.lines(*["one"] * 5)}),
        ]:
            with self.subTest(name):
                self.assertLess(best.worth, self.setting(**{"lines": five, "block": "j", **worse}).worth)

    def test_half_full_is_full_enough(self):
        def spare(lines, **more):
            return self.setting(lines=self.lines(*["four words a line"] * lines), block="j", **more).worth[-1]

        self.assertEqual(spare(5), spare(10))
        self.assertAlmostEqual(spare(4) - spare(5), 3 * 0.6)
        self.assertEqual(spare(1, way=JournalWay.EMPTY), list(JournalWay).index(JournalWay.EMPTY))

    def test_a_single_line_is_never_a_narrow_column(self):
        one = self.setting(lines=self.lines("word"), holds=Capacity(4, 20, 1))
        two = self.setting(lines=self.lines("word", "word"), holds=Capacity(8, 40, 2))
        self.assertAlmostEqual(two.worth[-1] - one.worth[-1], 2 * 2.5)

    def test_a_quotation_and_a_date_have_few_words(self):
        on = page(row("j", "journaling", 1, 1, 8, 6))
        for words, quotation, date in [(4, True, True), (5, True, False), (25, True, False), (26, False, False)]:
            ways = {way.way for way in journal_ways(prose(words), HAND, on)}
            with self.subTest(words=words):
                self.assertEqual((JournalWay.QUOTATION in ways, JournalWay.DATE in ways), (quotation, date))

    def test_how_short_a_block_can_be_is_told_in_whole_marks(self):
        # A hand whose lines are 3/16 in apart: two lines and the insets are 5/8 in, three 13/16 in, told as 7/8 in.
        small = hand("h", "h", 10, INCH, 3 * INCH // 16)
        on = page(row("j", "journaling", 1, 1, "1 1/4", 6))
        for lines, told in [(1, "1/2"), (2, "5/8"), (3, "7/8")]:
            text = " ".join(["ten letter"] * lines)
            with self.subTest(text):
                found = story_told(text, 0, small, Rgb(0, 0, 0), on, {})
                self.assertEqual(found.shortest, f"1 1/4 in wide, this needs {told} in of height")
        long = story_told(prose(400), 0, small, Rgb(0, 0, 0), on, {}).shortest
        self.assertTrue(long.endswith(", which is more than the page"), long)

    def test_a_wish_for_so_many_words_is_only_ruled(self):
        on = page(row("j", "journaling", 1, 1, 4, 3))
        for text, words, blank in [("", 12, True), ("a few words", 12, False), ("a few words", 0, False)]:
            (first, *_) = story_told(text, words, HAND, Rgb(0, 0, 0), on, {}).ways
            with self.subTest(text=text, words=words):
                self.assertEqual({line.text for line in first.lines} == {""}, blank)

    def test_what_to_mind_of_the_writing_itself(self):
        on = page(row("j", "journaling", 1, 1, 4, 3))
        for text, script, said in [
            ("a few words", HAND, ()), ("דבש", HAND, ("written from right to left",)),
            ("ab", font("f", "Fount", {"a": 500}, {}, 1000, 24), ("Fount has no b",)),
        ]:  # fmt: skip
            told = story_told(text, 0, script, Rgb(0, 0, 0), on, {})
            minded = " ".join(told.minded[[way.way for way in told.ways].index(JournalWay.CARD)])
            with self.subTest(text):
                for words in ("written from right to left", "Fount has no b"):
                    self.assertEqual(words in minded, words in said, minded)

    def test_words_without_a_drawn_place_are_reckoned_for_three_inches_or_the_page(self):
        for width, told in [("12", "3 in wide"), ("2", "2 in wide")]:
            found = story_told("a few words", 0, HAND, Rgb(0, 0, 0), page(width=width), {})
            self.assertTrue(found.shortest.startswith(told), found.shortest)

    def test_a_long_word_is_reckoned_with_as_it_is_broken(self):
        self.assertEqual(least_height("a" * 95, HAND, INCH), 10 * HAND.pitch)
