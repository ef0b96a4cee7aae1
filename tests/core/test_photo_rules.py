"""Rules of photos: what may be trimmed, kept, covered, printed, and on what paper; every limit to the grain."""

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import BadInput
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.photos.areas import Area, around, that_matter
from inkquilt.photos.chosen_prints import SHARES, Chosen, chosen_prints
from inkquilt.photos.cover import AreaLost, PlacedPhoto, cover_of, covers, lost_words
from inkquilt.photos.crop import (
    CLOSEST,
    Crop,
    Framing,
    Pixels,
    Slot,
    closest,
    crop_of,
    crop_to_fill,
    in_print,
    share_kept,
)
from inkquilt.photos.matching import PhotoWish
from inkquilt.photos.polygon import At, HalfPlane, cut, nearest, rectangle
from inkquilt.photos.reading import read_photos
from inkquilt.photos.safe import safe_size, trims_of, whole_in
from inkquilt.photos.trimming import FREE_TRIM, NO_TRIM, deepest_trims, trims
from inkquilt.photos.uncover import OnPage, clearances, nudges, shift
from inkquilt.printing import PieceTooLarge, PrintPaper
from inkquilt.printing.laid import MARK
from inkquilt.printing.packing import pack
from inkquilt.printing.prints import Grade, Print, bled, fineness
from inkquilt.printing.sheets import GAP, print_sheets
from inkquilt.sketch.model import Size
from tests.building import row, size, sketch_of

EIGHTH = INCH // 8
F = Fraction


def area(left, top, width, height, **more):
    return Area(F(left), F(top), F(width), F(height), **more)


def inch_size(wide, high):
    return Size(round(wide * INCH), round(high * INCH))


class Areas(TestCase):
    def test_the_heaviest_first_and_only_what_matters(self):
        a, b, c = area(0, 0, 1, 1, weight=1), area(0, 0, 1, 1, weight=3), area(0, 0, 1, 1, matters=False, weight=5)
        self.assertEqual(that_matter([a, b, c]), (b, a))

    def test_the_box_round_all(self):
        self.assertIsNone(around([]))
        found = around([area("1/4", "1/2", "1/4", "1/8"), area("1/8", "3/4", "1/8", "1/4")])
        self.assertEqual((found.left, found.top, found.right, found.bottom), (F(1, 8), F(1, 2), F(1, 2), F(1)))


class Trimming(TestCase):
    def test_a_print_that_may_not_be_trimmed_stays_whole(self):
        self.assertEqual(list(trims(inch_size(4, 6), NO_TRIM, EIGHTH)), [inch_size(4, 6)])
        self.assertEqual(deepest_trims(inch_size(4, 6), NO_TRIM, EIGHTH), [0])

    def test_freely_it_keeps_a_quarter(self):
        smallest = min(trims(inch_size(4, 6), FREE_TRIM, INCH), key=lambda one: one.width * one.height)
        self.assertEqual(smallest.width * smallest.height, 6 * INCH**2)

    def test_what_comes_off_each_side(self):
        middle = crop_to_fill(400, 600, inch_size(3.5, 5))
        for across, down, crop, wanted in [
            (3.5, 5, middle, (0.25, 0.5, 0.25, 0.5)),
            (4, 6, middle, (0, 0, 0, 0)),
            (3, 6, Crop(F(0), F(0), F(3, 4), F(1)), (0, 0, 1, 0)),
            (3, 6, Crop(F(1, 4), F(0), F(3, 4), F(1)), (1, 0, 0, 0)),
            (3.25, 6, crop_to_fill(400, 600, inch_size(3.25, 6)), (0.375, 0, 0.375, 0)),
        ]:
            found = trims_of(inch_size(4, 6), inch_size(across, down), crop, EIGHTH)
            with self.subTest(across=across, down=down):
                sides = (found.left, found.top, found.right, found.bottom)
                self.assertEqual(sides, tuple(round(one * INCH) for one in wanted))
                self.assertEqual(found.none, not any(wanted))
        for larger in (inch_size(4.125, 6), inch_size(4, 6.125)):
            self.assertRaises(ValueError, trims_of, inch_size(4, 6), larger, middle, EIGHTH)


class Safe(TestCase):
    def test_the_least_slot_that_keeps_what_matters(self):
        photo, drawn = Pixels(400, 600), inch_size(4, 6)
        half = area("1/4", "1/4", "1/2", "1/2")
        for areas, printed, wanted in [
            ([], None, None),
            ([area(0, 0, 1, 1, matters=False)], None, None),
            ([half], inch_size(4, 6), (2, 3)),
            ([half], inch_size(2, 3), (1, 1.5)),
            ([half], None, (0.5, 0.75)),  # made out at half an inch
            ([area(0, 0, 1, 1)], None, (0.5, 0.75)),
            ([area("1/4", "1/4", "1/100", "1/100")], None, (0.125, 0.125)),  # never larger than drawn
        ]:
            with self.subTest(areas=areas, printed=printed):
                found = safe_size(photo, areas, drawn, EIGHTH, printed)
                self.assertEqual(found, wanted and inch_size(*wanted))

    def test_a_photo_kept_whole_shows_its_mat(self):
        for photo, slot, reveal, wanted in [
            (Pixels(4, 6), (4, 4), 0.125, (2.5, 3.75)), (Pixels(6, 4), (4, 4), 0.125, (3.75, 2.5)),
            (Pixels(1, 1), (4, 4), 0, (4, 4)), (Pixels(1, 1), (0.25, 4), 0.125, None),
            (Pixels(1, 1), (0.375, 4), 0.125, (0.125, 0.125)), (Pixels(100, 1), (4, 4), 0, None),
        ]:  # fmt: skip
            with self.subTest(photo=photo, slot=slot):
                found = whole_in(photo, inch_size(*slot), EIGHTH, round(reveal * INCH))
                self.assertEqual(found, wanted and inch_size(*wanted))


class Crops(TestCase):
    def test_the_largest_part_about_a_point(self):
        for look, left in [(0, 0), (F(1, 2), F(1, 6)), (1, F(1, 3)), (F(1, 3), 0), (F(2, 5), F(1, 15))]:
            crop = crop_to_fill(600, 400, Size(400, 400), F(look))
            with self.subTest(look=look):
                self.assertEqual((crop.left, crop.top, crop.width, crop.height), (left, 0, F(2, 3), 1))

    def test_nothing_has_no_crop(self):
        for photo, slot in [(Pixels(0, 1), Size(1, 1)), (Pixels(1, 0), Size(1, 1)), (Pixels(1, 1), Size(0, 1)),
                            (Pixels(1, 1), Size(1, -1))]:  # fmt: skip
            with self.subTest(photo=photo, slot=slot):
                self.assertRaises(ValueError, crop_of, photo, Slot(slot, Slot.plain(Size(1, 1)).sides))

    def test_how_far_in_one_can_go(self):
        slot = Slot.plain(Size(400, 600))
        for areas, room in [
            ([], CLOSEST),
            ([area(0, 0, 1, 1)], 1),
            ([area(0, 0, "1/2", "1/2")], 2),
            ([area(0, 0, "1/100", "1/100")], CLOSEST),
            ([area(0, 0, "1/2", "1/4")], 2),
            ([area(0, 0, "1/2", "1/2", matters=False)], CLOSEST),
        ]:
            with self.subTest(areas=areas):
                self.assertEqual(closest(Pixels(400, 600), slot, areas), room)

    def test_a_print_that_exists_keeps_its_scale(self):
        for printed, slot, zoom in [(None, (2, 3), 1), ((4, 6), (4, 6), 1), ((4, 6), (2, 3), 2), ((4, 6), (2, 6), 1),
                                    ((4, 6), (8, 12), 1)]:  # fmt: skip
            with self.subTest(printed=printed, slot=slot):
                found = in_print(Framing(), printed and inch_size(*printed), inch_size(*slot))
                self.assertEqual(found.zoom, zoom)

    def test_how_much_of_an_area_shows(self):
        crop = Crop(F(1, 4), F(0), F(1, 2), F(1))
        for one, kept in [
            (area("1/4", 0, "1/2", 1), 1),
            (area(0, 0, 1, 1), F(1, 2)),
            (area(0, 0, "1/4", 1), 0),
            (area("3/4", 0, "1/4", 1), 0),
            (area("1/8", 0, "1/4", 1), F(1, 2)),
            (area("1/2", 0, 0, 1), 1),
        ]:
            with self.subTest(one):
                self.assertEqual(share_kept(one, crop), kept)

    def test_steps_move_what_is_in_the_middle_the_other_way(self):
        crop = Crop(F(1, 4), F(1, 4), F(1, 2), F(1, 2))
        for across, down, at in [(0, 0, (F(1, 2), F(1, 2))), (1, 0, (F(9, 20), F(1, 2))), (-1, 2, (F(11, 20), F(2, 5))),
                                 (99, -99, (0, 1))]:  # fmt: skip
            with self.subTest(across=across, down=down):
                self.assertEqual(tuple(crop.moved(across, down)), at)

    @given(
        st.integers(1, 40),
        st.integers(1, 40),
        st.integers(1, 40),
        st.integers(1, 40),
        st.integers(0, 20),
        st.integers(0, 20),
    )
    def test_a_crop_lies_on_its_photo_in_the_slots_proportions(self, across, down, wide, high, x, y):
        crop = crop_to_fill(across, down, Size(wide, high), F(x, 20), F(y, 20))
        self.assertTrue(
            crop.left >= 0 and crop.left + crop.width <= 1 and crop.top >= 0 and crop.top + crop.height <= 1
        )
        self.assertEqual(F(wide, high), crop.width * across / (crop.height * down))
        self.assertEqual(max(crop.width, crop.height), 1)


class Polygons(TestCase):
    SQUARE = rectangle(F(0), F(0), F(4), F(4))

    def test_a_rectangle_that_would_be_less_than_a_point_is_none(self):
        self.assertEqual(rectangle(F(1), F(0), F(0), F(1)), [])
        self.assertEqual(rectangle(F(0), F(1), F(1), F(0)), [])
        self.assertEqual(len(set(rectangle(F(1), F(1), F(1), F(1)))), 1)

    def test_cut_by_a_line(self):
        for plane, corners in [
            ((1, 0, 2), {(0, 0), (2, 0), (2, 4), (0, 4)}), ((-1, 0, -2), {(2, 0), (4, 0), (4, 4), (2, 4)}),
            ((1, 0, 9), {(0, 0), (4, 0), (4, 4), (0, 4)}), ((1, 0, -1), set()), ((1, 0, 0), {(0, 0), (0, 4)}),
            ((1, 1, 4), {(0, 0), (4, 0), (0, 4)}), ((1, 1, 0), {(0, 0)}),
        ]:  # fmt: skip
            with self.subTest(plane):
                self.assertEqual({tuple(at) for at in cut(self.SQUARE, HalfPlane(*map(F, plane)))}, corners)

    def test_the_nearest_point(self):
        for wish, found in [((1, 1), (1, 1)), ((-1, 2), (0, 2)), ((9, 9), (4, 4)), ((2, -3), (2, 0)), ((4, 4), (4, 4))]:
            with self.subTest(wish):
                self.assertEqual(tuple(nearest(self.SQUARE, At(*map(F, wish)))), found)
        line = [At(F(0), F(0)), At(F(4), F(0))]
        self.assertEqual(tuple(nearest(line, At(F(1), F(5)))), (1, 0))
        self.assertEqual(tuple(nearest([At(F(2), F(2))], At(F(1), F(5)))), (2, 2))
        self.assertRaises(ValueError, nearest, [], At(F(0), F(0)))


class Covering(TestCase):
    def page(self, *over, areas=(), turn=0):
        rows = [row("p", "photo", 2, 2, 4, 4, turn=turn), *over]
        blocks = sketch_of(*rows).blocks
        crop = crop_to_fill(400, 400, size("4", "4"))
        return blocks, {"p": PlacedPhoto(Pixels(400, 400), crop, tuple(areas))}

    def test_how_much_is_hidden_and_by_what(self):
        for over, hidden, by in [
            ([], 0, ()), ([row("t", "tag", 2, 2, 2, 4, level=1)], 0.5, ("t",)),
            ([row("t", "tag", 2, 2, 2, 4, level=-1)], 0, ()), ([row("t", "tag", 6, 2, 2, 4, level=1)], 0, ()),
            ([row("t", "tag", 2, 2, 2, 4, level=1), row("u", "tag", 3, 2, 2, 4, level=2)], 0.75, ("t", "u")),
            ([row("t", "tag", 2, 2, 2, 4)], 0.5, ("t",)),  # of one level the later one lies on top
        ]:  # fmt: skip
            blocks, placed = self.page(*over)
            with self.subTest(over=over):
                (found,) = covers(blocks, placed)
                self.assertAlmostEqual(found.hidden, hidden, places=4)
                self.assertEqual(found.by, by)

    def test_what_that_means_for_what_matters(self):
        left = area(0, 0, "1/2", 1)
        blocks, placed = self.page(row("t", "tag", 2, 2, 1, 4, level=1), areas=[left, area(0, 0, 1, 1, matters=False)])
        (lost,) = cover_of(blocks[0], blocks, placed["p"]).lost
        self.assertAlmostEqual(lost.hidden, 0.5, places=4)
        self.assertEqual((lost.by, round(lost.cut_away, 6)), (("t",), 0))
        self.assertEqual(lost_words(lost, {"t": "the tag"}), "50 % of what matters lies under the tag")

    def test_what_is_cut_away(self):
        blocks, _ = self.page()
        crop = crop_to_fill(800, 400, size("4", "4"), F(1))  # the right half shows
        placed = PlacedPhoto(Pixels(800, 400), crop, (area(0, 0, "3/4", 1),))
        (lost,) = cover_of(blocks[0], blocks, placed).lost
        self.assertAlmostEqual(lost.cut_away, 2 / 3, places=4)
        self.assertEqual(lost_words(lost, {}), "67 % of what matters is cut away")

    def test_dust_is_no_loss(self):
        for hidden, cut_away, lost in [(0, 0, False), (0.002, 0.002, False), (0.0021, 0, True), (0, 0.0021, True)]:
            with self.subTest(hidden=hidden, cut_away=cut_away):
                self.assertEqual(AreaLost(area(0, 0, 1, 1), hidden, cut_away, ()).is_lost, lost)

    def test_the_moves_that_clear_it_smallest_first(self):
        over = row("t", "tag", 1, 3, "1 1/2", 1, level=1)
        blocks, placed = self.page(over, areas=[area(0, 0, 1, 1)])
        ways = nudges(OnPage(blocks, placed), "p", EIGHTH)
        self.assertEqual((ways[0].across, ways[0].down), (-INCH // 2, 0))
        self.assertEqual(sorted(abs(w.across) + abs(w.down) for w in ways), [abs(w.across) + abs(w.down) for w in ways])
        self.assertEqual(nudges(OnPage(*self.page(areas=[area(0, 0, 1, 1)])), "p", EIGHTH), ())
        two = self.page(over, row("u", "tag", 5, 3, 2, 1, level=1), areas=[area(0, 0, 1, 1)])
        self.assertEqual(nudges(OnPage(*two), "p", EIGHTH), ())  # one piece alone would not do

    def test_how_much_it_may_cover_from_now_on(self):
        over = row("t", "tag", 1, 3, 2, 1, level=1)
        blocks, placed = self.page(over, areas=[area("1/8", 0, "1/4", 1)])
        (found,) = clearances(OnPage(blocks, placed), "p")
        self.assertEqual((found.upper, found.covered, found.of), ("t", INCH // 2, 4 * INCH))
        self.assertEqual(clearances(OnPage(*self.page(over, areas=[area(0, 0, 1, 1)], turn=10)), "p"), ())

    def test_a_photo_with_room_is_shifted_under_what_hides_it(self):
        blocks, _ = self.page(row("t", "tag", 2, 2, 1, 4, level=1))
        crop = crop_to_fill(800, 400, size("4", "4"), F(1, 2))
        placed = {"p": PlacedPhoto(Pixels(800, 400), crop, (area("1/4", "1/4", "1/8", "1/4"),))}
        framing = shift(OnPage(blocks, placed), "p")
        moved = crop_of(Pixels(800, 400), Slot.of(blocks[0]), framing)
        self.assertEqual(cover_of(blocks[0], blocks, PlacedPhoto(Pixels(800, 400), moved, placed["p"].areas)).lost, ())
        tight = {"p": PlacedPhoto(Pixels(400, 400), crop_to_fill(400, 400, size("4", "4")), (area(0, 0, 1, 1),))}
        self.assertIsNone(shift(OnPage(blocks, tight), "p"))


class PhotoFiles(TestCase):
    def file(self, **more):
        return {"kind": "ink-quilt/photos", "version": 1, "photos": [{"id": "a", "width": 4, "height": 3}], **more}

    def test_what_is_read(self):
        found = read_photos(self.file(print_sizes=[[4, 6], ["3 1/2", 5], [4, 6]]))
        self.assertEqual([(p.id, p.width, p.height, p.slot) for p in found.photos], [("a", 4, 3, None)])
        self.assertEqual(found.print_sizes, (inch_size(4, 6), inch_size(3.5, 5)))
        self.assertEqual(
            read_photos(self.file(unit="mm", print_sizes=[[100, 150]])).print_sizes, (Size(100 * MM, 150 * MM),)
        )
        self.assertEqual(
            read_photos(self.file(print_sizes=[[100, 150]]), Unit.MM).print_sizes, (Size(100 * MM, 150 * MM),)
        )
        self.assertIsNone(read_photos(self.file()).print_sizes)

    def test_every_fault_has_its_code(self):
        photo = {"id": "a", "width": 4, "height": 3}
        for more, codes in [
            ({"kind": "other"}, ["kind"]),
            ({"version": 2}, ["kind"]),
            ({"unit": "cm"}, ["unknown-unit"]),
            ({"print_sizes": []}, ["print-sizes"]),
            ({"print_sizes": "4x6"}, ["print-sizes"]),
            ({"print_sizes": [[4], [4, 0], [4, "x"], [4, 6]]}, ["print-size"] * 3),
            ({"photos": {}}, ["photos"]),
            ({"photos": [{**photo, "id": ""}, {**photo, "id": 3}, "p"]}, ["photo-id"] * 3),
            (
                {"photos": [{**photo, "width": 0}, {**photo, "height": 1.5}, {**photo, "width": True}]},
                ["photo-pixels"] * 3,
            ),
            ({"photos": [{**photo, "slot": 3}]}, ["photo-slot"]),
        ]:
            with self.subTest(more), self.assertRaises(BadInput) as caught:
                read_photos(self.file(**more))
            self.assertEqual([fault.code for fault in caught.exception.faults], codes)
        self.assertRaises(BadInput, read_photos, [])


class Printing(TestCase):
    WHOLE = Crop(F(0), F(0), F(1), F(1))

    def test_how_fine_a_print_comes_out(self):
        """200 pixels to the inch are fine from arm's length, below 150 it is seen. Common practice, no source."""
        for per_inch, grade in [
            (300, Grade.FINE),
            (200, Grade.FINE),
            (199, Grade.SOFT),
            (150, Grade.SOFT),
            (149, Grade.POOR),
        ]:
            found = fineness(Pixels(4 * per_inch, 6 * per_inch), self.WHOLE, inch_size(4, 6))
            with self.subTest(per_inch=per_inch):
                self.assertEqual((found.per_inch, found.grade), (per_inch, grade))
        narrow = fineness(Pixels(400, 6000), self.WHOLE, inch_size(4, 6))  # the fewest count
        self.assertEqual((narrow.per_inch, narrow.grade), (100, Grade.POOR))
        self.assertEqual(narrow.largest_fine, inch_size(2, 3))
        half = fineness(Pixels(1600, 2400), Crop(F(0), F(0), F(1, 2), F(1, 2)), inch_size(4, 6))
        self.assertEqual(half.per_inch, 200)
        for nothing in (Size(0, 1), Size(1, 0)):
            self.assertRaises(ValueError, fineness, Pixels(1, 1), self.WHOLE, nothing)

    def test_what_a_print_takes_of_its_sheet(self):
        for border, bleed, more in [(0, 0, 0), (EIGHTH, 0, 2), (0, EIGHTH, 2), (EIGHTH, 2 * EIGHTH, 4)]:
            taken = Print("p", "p", inch_size(4, 6), border, bleed).footprint
            with self.subTest(border=border, bleed=bleed):
                self.assertEqual(taken, Size(4 * INCH + more * EIGHTH, 6 * INCH + more * EIGHTH))

    def test_a_bleed_shows_more_of_the_photo_where_there_is_more(self):
        crop = Crop(F(1, 4), F(1, 4), F(1, 2), F(1, 2))
        wider = bled(crop, inch_size(4, 4), INCH)
        self.assertEqual((wider.left, wider.width), (F(1, 8), F(3, 4)))
        corner = bled(Crop(F(0), F(0), F(1, 2), F(1, 2)), inch_size(4, 4), INCH)
        self.assertEqual((corner.left, corner.top, corner.width), (0, 0, F(3, 4)))
        whole = bled(self.WHOLE, inch_size(4, 4), INCH)
        self.assertEqual((whole.left, whole.width, whole.height), (0, 1, 1))

    def test_prints_keep_a_gap_and_the_margin(self):
        paper = PrintPaper("x", "x", inch_size(8, 8))
        prints = [Print(str(n), str(n), inch_size(3, 3)) for n in range(5)]
        sheets, packed = print_sheets(prints, paper, EIGHTH)
        self.assertEqual((len(sheets), packed.fewest), (2, False))  # by area alone one would do
        for sheet in sheets:
            boxes = [(one.x, one.y, one.x + one.size.width, one.y + one.size.height) for one in sheet.laid]
            for box in boxes:
                self.assertGreaterEqual(min(box[:2]), EIGHTH)
                self.assertLessEqual(max(box[2:]), 8 * INCH - EIGHTH)
            for n, a in enumerate(boxes):
                for b in boxes[n + 1 :]:
                    self.assertGreaterEqual(max(b[0] - a[2], a[0] - b[2], b[1] - a[3], a[1] - b[3]), GAP)

    def test_a_print_that_fills_the_paper_needs_no_gap(self):
        paper = PrintPaper("x", "x", inch_size(4, 6))
        for wide, high, turned in [(4, 6, False), (6, 4, True)]:
            ((sheet,), _) = print_sheets([Print("p", "p", inch_size(wide, high))], paper, 0)
            with self.subTest(wide=wide):
                (laid,) = sheet.laid
                self.assertEqual((laid.x, laid.y, laid.turned, laid.size), (0, 0, turned, inch_size(4, 6)))
        self.assertRaises(PieceTooLarge, print_sheets, [Print("p", "p", inch_size(4, 6))], paper, 1)

    def test_cut_marks_stand_outside_of_the_print_and_on_the_paper(self):
        paper = PrintPaper("x", "x", inch_size(8, 8))
        for border, left in [(0, INCH), (EIGHTH, INCH)]:
            ((sheet,), _) = print_sheets([Print("p", "p", inch_size(3, 2), border=border)], paper, INCH)
            marks = list(sheet.marks())
            self.assertEqual(len(marks), 8)
            right, bottom = left + 3 * INCH + 2 * border, left + 2 * INCH + 2 * border
            upright = sorted((m.x0, m.y0, m.y1) for m in marks if m.x0 == m.x1)
            with self.subTest(border=border):
                self.assertEqual(upright, [(x, *ends) for x in (left, right)
                                           for ends in ((left - MARK, left), (bottom, bottom + MARK))])  # fmt: skip
        ((sheet,), _) = print_sheets([Print("p", "p", inch_size(8, 8))], paper, 0)
        for mark in sheet.marks():
            self.assertTrue(min(mark.x0, mark.y0) >= 0 and max(mark.x1, mark.y1) <= 8 * INCH)
            self.assertEqual((mark.x0, mark.y0), (mark.x1, mark.y1))

    def test_packing(self):
        sheet = Size(10, 10)
        self.assertEqual((pack([], sheet).sheets, pack([], sheet).fewest), (0, True))
        for pieces, sheets in [
            ([(10, 10)], 1),
            ([(10, 10)] * 2, 2),
            ([(5, 10)] * 2, 1),
            ([(5, 5)] * 4, 1),
            ([(5, 5)] * 5, 2),
            ([(10, 5), (5, 10)], 1),
            ([(7, 3), (3, 7), (7, 3), (3, 7), (4, 4)], 1),
            ([(2, 9)] * 5, 1),
        ]:
            with self.subTest(pieces):
                found = pack([Size(*one) for one in pieces], sheet)
                self.assertEqual(found.sheets, sheets)
                taken = set()
                for (wide, high), spot in zip(pieces, found.spots, strict=True):
                    w, h = (high, wide) if spot.turned else (wide, high)
                    cells = {(spot.sheet, spot.x + a, spot.y + b) for a in range(w) for b in range(h)}
                    self.assertTrue(all(x < 10 and y < 10 for _, x, y in cells))
                    self.assertFalse(taken & cells)
                    taken |= cells
        for wide, high in ((11, 1), (1, 11)):
            with self.assertRaises(PieceTooLarge) as caught:
                pack([Size(1, 1), Size(wide, high)], sheet)
            self.assertEqual(caught.exception.index, 1)


class PrintsToOrder(TestCase):
    LISTED = (inch_size(2, 3), inch_size(4, 6), inch_size(5, 7), inch_size(8, 10), inch_size(4, 4))

    def test_a_print_that_exists_keeps_its_size_and_others_are_listed_ones(self):
        photos = [Chosen(F(2, 3)), Chosen(F(2, 3), PhotoWish.BIG), Chosen(F(1), printed=inch_size(3, 3))]
        found = list(chosen_prints(photos, inch_size(12, 12), self.LISTED))
        self.assertTrue(1 <= len(found) <= len(SHARES))
        self.assertEqual(len(set(found)), len(found))
        both = {one for size_ in self.LISTED for one in (size_, size_.swapped())}
        areas = [sum(one.width * one.height for one in sizes) for sizes in found]
        self.assertEqual(areas, sorted(areas, reverse=True))
        for plain, big, kept in found:
            self.assertEqual(kept, inch_size(3, 3))
            self.assertTrue({plain, big} <= both)
            self.assertGreaterEqual(big.width * big.height, plain.width * plain.height)
            self.assertGreater(plain.height, plain.width)  # upright photos have upright prints

    def test_no_print_is_larger_than_its_room(self):
        for sizes in chosen_prints([Chosen(F(2, 3))], inch_size(12, 12), self.LISTED, inch_size(4, 6)):
            self.assertLessEqual(sizes[0].width, 4 * INCH)
            self.assertLessEqual(sizes[0].height, 6 * INCH)
        (least,) = set(chosen_prints([Chosen(F(2, 3))], inch_size(12, 12), self.LISTED, inch_size(1, 1)))
        self.assertEqual(sorted((least[0].width, least[0].height)), [2 * INCH, 3 * INCH])
