"""A title on a page without a place for one: where it goes, how tall its letters are, what makes room for it."""

from string import ascii_uppercase
from unittest import TestCase

from shapely.geometry import box as rectangle

from inkquilt.lengths import INCH, Unit
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import Alphabet, LetteringKind
from inkquilt.words.stories import JournalPage
from inkquilt.words.title import TitlePlace, TitleTooLong, TitleWay, settings_of
from inkquilt.words.title_later import SpotKind, title_spots
from inkquilt_io.lettering import font_alphabet
from tests.building import page_of, row, sketch_of

#: Letters 1 in high and 1/2 in wide, as many as one wants, in any height.
BLOCKY = Alphabet(
    "b", "Blocky", LetteringKind.FONT, INCH, dict.fromkeys(ascii_uppercase, INCH // 2), None, {}, scales=True
)  # fmt: skip
FONT = font_alphabet("Literata")


def page(*rows, width="12", height="12", **more):
    blocks = sketch_of(*rows).blocks if rows else ()
    return JournalPage(blocks, page_of(width, height), INCH // 8, **more)


def inches(one):
    return tuple(length / INCH for length in (one.x.low, one.y.low, one.x.high, one.y.high))


class Gaps(TestCase):
    def test_the_place_with_the_tallest_letters_comes_first(self):
        on = page(row("p", "photo", 0, 3, 12, 7.5))
        spots = [spot for spot in title_spots("BEES", on, [BLOCKY]) if spot.kind is SpotKind.GAP]
        self.assertEqual(
            [spot.where for spot in spots], ["a gap on the base, at the top", "a band of the base, at the foot"]
        )
        self.assertGreater(spots[0].height, spots[1].height)

    def test_everything_stays_a_quarter_of_an_inch_within_the_page_and_over_nothing(self):
        rows = [
            row("m", "mat", 1, 4, 5, 6, of="p"), row("p", "photo", 1.25, 4.25, 4.5, 5.5, level=1),
            row("q", "photo", 7, 0, 5, 6), row("t", "tag", 7.5, 7, 1, 4),
        ]  # fmt: skip
        on = page(*rows)
        spots = title_spots("ON THE ROOF", on, [FONT])
        self.assertGreaterEqual({spot.kind for spot in spots}, {SpotKind.GAP, SpotKind.PARTS})
        for spot in spots:
            moved = [
                one.placed(one.x + spot.across, one.y + spot.down, one.size) if one.id in spot.moved else one
                for one in on.blocks
            ]
            for part in spot.parts:
                left, top, right, bottom = inches(part.box)
                self.assertGreaterEqual(min(left, top, 12 - right, 12 - bottom), 0.25)
                place = rectangle(part.box.x.low, part.box.y.low, part.box.x.high, part.box.y.high)
                for block in moved:
                    if block.id != "t" or spot.kind is not SpotKind.TAG:
                        self.assertEqual(outline_on_page(block).intersection(place).area, 0, (spot.where, block.id))

    def test_the_letters_lie_within_their_place(self):
        for spot in title_spots("ON THE ROOF", page(row("p", "photo", 0, 4, 12, 8)), [FONT, BLOCKY]):
            for part in spot.parts:
                setting = part.setting
                self.assertTrue(setting.fits)
                if setting.turn:
                    continue
                for letter in (letter for line in setting.lines for letter in line.letters):
                    self.assertGreaterEqual(letter.x, 0)
                    self.assertLessEqual(letter.x + letter.size.width, part.box.x.length)
                    self.assertLessEqual(letter.y + letter.size.height, part.box.y.length)

    def test_a_gap_over_several_papers_is_one_too(self):
        rows = [
            row("a", "paper", 0, 0, 6, 12, level=-2),
            row("b", "paper", 6, 0, 6, 12, level=-1),
            row("p", "photo", 0, 3, 12, 9),
        ]
        found = {spot.where for spot in title_spots("BEES ON THE ROOF", page(*rows), [BLOCKY])}
        self.assertIn("a gap over several papers, at the top", found)

    def test_nothing_and_too_much(self):
        on = page(row("p", "photo", 0, 0, 12, 12))
        self.assertEqual(title_spots("BEES", on, [BLOCKY]), ())
        self.assertEqual(title_spots("  ", page(), [BLOCKY]), ())
        self.assertEqual(title_spots("BEES", page(), []), ())
        with self.assertRaises(TitleTooLong):
            title_spots("B" * 81, page(), [BLOCKY])

    def test_letters_that_run_out_go_nowhere(self):
        few = Alphabet(
            "f", "few", LetteringKind.STICKERS, INCH // 2, dict.fromkeys("BES", INCH // 3), {"B": 1, "E": 1, "S": 1}, {}
        )
        self.assertEqual(title_spots("BEES", page(), [few]), ())
        self.assertNotEqual(title_spots("BES", page(), [few]), ())


class Parts(TestCase):
    def test_the_second_part_is_read_after_the_first(self):
        on = page(row("p", "photo", 0, 1.5, 12, 9))
        spots = [spot for spot in title_spots("ROOF HONEY", on, [BLOCKY]) if spot.kind is SpotKind.PARTS]
        self.assertEqual([part.text for part in spots[0].parts], ["ROOF", "HONEY"])
        first, second = (part.box for part in spots[0].parts)
        self.assertLess(first.y.high, second.y.low)

    def test_one_word_has_no_parts(self):
        on = page(row("p", "photo", 0, 1.5, 12, 9))
        self.assertEqual([s for s in title_spots("HONEY", on, [BLOCKY]) if s.kind is SpotKind.PARTS], [])


class Tags(TestCase):
    def spots(self, *rows, text="BEES", **more):
        on = page(row("p", "photo", 0, 0, 9, 12), *rows, **more)
        return [spot for spot in title_spots(text, on, [BLOCKY]) if spot.kind is SpotKind.TAG]

    def test_letters_go_down_an_upright_tag(self):
        (spot,) = self.spots(row("t", "tag", 10, 2, 1, 6))
        (part,) = spot.parts
        self.assertEqual((spot.where, part.setting.way), ("down tag t", TitleWay.DOWN))
        tops = [letter.y for letter in part.setting.lines[0].letters]
        self.assertEqual(tops, sorted(set(tops)))
        self.assertEqual(len(tops), 4)

    def test_a_tag_that_is_covered_tilted_or_written_on_is_none(self):
        tag = row("t", "tag", 10, 2, 1, 6)
        self.assertEqual(len(self.spots(tag)), 1)
        self.assertEqual(self.spots(row("t", "tag", 10, 2, 1, 6, turn=5)), [])
        self.assertEqual(self.spots(tag, filled=frozenset({"t"})), [])
        self.assertEqual(self.spots(tag, row("c", "cluster", 10, 4, 1, 1, shape="circle", level=9)), [])
        self.assertEqual(self.spots(tag, taken=(rectangle(10 * INCH, 4 * INCH, 11 * INCH, 5 * INCH),)), [])

    def test_letter_under_letter_wants_a_place_twice_as_high_as_wide_and_one_word(self):
        for text, wide, high, there in [("BEES", 1, 2, True), ("BEES", 1, 1.9, False), ("A BEE", 1, 3, False)]:
            ways = [
                one.way
                for one in settings_of(text, TitlePlace(Size(round(wide * INCH), round(high * INCH))), [BLOCKY], 99)
            ]
            with self.subTest(text, high=high):
                self.assertEqual(TitleWay.DOWN in ways, there)


class RoomMade(TestCase):
    def test_what_lies_below_goes_down_by_just_what_taller_letters_need(self):
        rows = [row("p", "photo", 1, 1.25, 10, 4), row("q", "photo", 1, 5.5, 10, 5.25)]
        spots = title_spots("ROOFTOP HONEY", page(*rows), [BLOCKY])
        tallest = max(spot.height for spot in spots if not spot.moved)
        aside = [spot for spot in spots if spot.kind is SpotKind.ASIDE]
        self.assertTrue(aside)
        for spot in aside:
            self.assertGreaterEqual(spot.height, tallest + INCH // 8)
            step = abs(spot.across) + abs(spot.down)
            self.assertTrue(0 < step <= 2 * INCH and step % (INCH // 8) == 0)
            self.assertIn("go", spot.words(Unit.IN))
        self.assertEqual(spots[-1].kind, SpotKind.ASIDE, "what moves something comes last")

    def test_nothing_goes_off_its_paper_over_others_or_off_the_page(self):
        photos = [row("p", "photo", 1, 1.25, 10, 4), row("q", "photo", 1, 5.5, 10, 5.25)]
        for more, there in [
            ([], True),
            ([row("panel", "paper", 0.5, 1, 11, 10, level=-1)], False),  # they would hang over its foot
            ([row("low", "photo", 1, 10.75, 10, 1.25)], False),
        ]:
            found = title_spots("ROOFTOP HONEY", page(*photos, *more), [BLOCKY])
            with self.subTest(more=len(more)):
                self.assertEqual(any(spot.down > 0 for spot in found), there)
