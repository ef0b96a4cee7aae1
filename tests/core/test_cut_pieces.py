"""What is asked of pieces: windows and what is behind them, rows, places of the sheet, motifs, tools, spare copies."""

from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.cutting import CutPiece, CutWishes, PaperNeed, pieces_to_cut, plan_page
from inkquilt.cutting.guillotine import Proof, Stock, StockKind
from inkquilt.cutting.motifs import Fate, fates_of
from inkquilt.cutting.pieces import Slant, is_made, letters
from inkquilt.cutting.terms import offered
from inkquilt.cutting.unplaced import Why, lacking, to_buy
from inkquilt.lengths import INCH, Unit
from inkquilt.paper import PaperPieces, Piece, PieceList
from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Distances, Inset, NoWindow, Window, backing_of, window_at
from inkquilt.paper.regions import AxisHold, Hold, Motif, SheetRegion
from inkquilt.paper.repeats import Repeat, RowMargins, RowTooLong, cells_of
from inkquilt.paper.saving import Saving, SavingKind
from inkquilt.paper.tools import ShapingTool, ToolUse
from inkquilt.sketch.model import End, Role, Shape, Size
from tests.building import inches, size
from tests.outside.replaying import Part, parts_after

SHEET = size("12", "12")
CENTRED = SheetRegion(AxisHold(Hold.MIDDLE), AxisHold(Hold.MIDDLE))


def one_piece(of_size, shape=Shape.RECT, **facts):
    piece = Piece(5, "b", "panel", Role.PAPER, shape, of_size, False, **facts)
    return PieceList((PaperPieces("A", (piece,)),), ())


def cut(of_size, **wishes):
    return pieces_to_cut(one_piece(of_size), CutWishes(**wishes))


def keys_and_sizes(pieces):
    return {piece.key: (piece.size.width / INCH, piece.size.height / INCH) for piece in pieces}


def pinned(key, width, height, region, side=SideName.A):
    return CutPiece(key, int(key), f"b{key}", f"piece {key}", Shape.RECT, size(width, height), side, region=region)


def at(x, y):
    return SheetRegion(AxisHold(Hold.AT, inches(x)), AxisHold(Hold.AT, inches(y)))


def planned(*pieces, stocks=None, motifs=(), directional=()):
    stocks = stocks or [Stock("sheet", SHEET)]
    *_, plans = plan_page([PaperNeed("A", pieces, tuple(stocks), frozenset(directional), tuple(motifs))], 0.2)
    return plans[0]


class Windows(TestCase):
    def test_common_numbers(self):
        """9 x 7 1/2 in 12 x 12: 1 1/4, 2, 2 1/2 from the edges; a frame of 1 leaves 10: common practice, no source."""
        away = Distances(inches("1 1/4"), 2 * INCH, inches("1 3/4"), inches("2 1/2"))
        self.assertEqual(window_at(SHEET, away, Unit.IN).size, size("9", "7 1/2"))
        self.assertEqual(window_at(SHEET, Distances(*[INCH] * 4), Unit.IN).size, size("10", "10"))
        # 1 in from a 10 in square is cut to the 9 in mark and leaves 8 x 8.
        frame = window_at(size("10", "10"), Distances(*[INCH] * 4), Unit.IN)
        self.assertEqual((frame.right, frame.size), (9 * INCH, size("8", "8")))

    def test_what_is_no_window_is_refused_with_its_sum(self):
        for away, words in (
            ((6, 1, 6, 1), "12 in less 6 in and 6 in leaves 0 in"),
            ((0, 1, 0, 1), "two pieces"),
            ((-1, 1, 1, 1), "beyond its piece"),
        ):
            with self.subTest(away), self.assertRaisesRegex(NoWindow, words):
                window_at(SHEET, Distances(*(side * INCH for side in away)), Unit.IN)

    def test_what_is_behind_reaches_a_lip_further_where_the_window_is_closed(self):
        window = Inset(inches("1 1/4"), 2 * INCH, size("10 3/4", "7 1/2"))  # open to the right
        behind = backing_of(window, SHEET, INCH // 4)
        self.assertEqual(behind, Inset(INCH, inches("1 3/4"), size("11", "8")))
        papers = cut(SHEET, windows={"b": (Window(window, "B", mirrored=True),)})
        self.assertEqual(keys_and_sizes(papers["A"]), {"5a": (12, 12), "5b": (12, 12)})
        self.assertEqual(keys_and_sizes(papers["B"]), {"5c": (11, 8), "5d": (11, 8)})

    def test_keys_stay_the_same_when_a_spare_copy_is_asked_for(self):
        window = Window(Inset(INCH, INCH, size("2", "2")), "B")
        before = cut(SHEET, windows={"b": (window,)})
        after = cut(SHEET, windows={"b": (window,)}, copies={"b": 1})
        self.assertEqual([piece.key for piece in before["A"]], ["5a"])
        self.assertEqual(([p.key for p in after["A"]], [p.key for p in after["B"]]), (["5a", "5c"], ["5b"]))
        self.assertTrue(is_made("5a", {"5": 1}) and is_made("5", {"5a": 1}))
        self.assertFalse(is_made("5b", {"5": 1}) or is_made("15", {"5a": 1}))
        self.assertEqual([letters(place) for place in (0, 25, 26, 52)], ["a", "z", "aa", "ba"])


class Rows(TestCase):
    def test_a_border_of_flags(self):
        """Twelve flags of 1 x 2 1/2 span 12, 3/4 of each tucked under the band above: common practice, no source."""
        flags = Repeat(12, tuck=inches("3/4"), papers=("B", "C"))
        papers = cut(size("12", "1 3/4"), repeats={"b": flags})
        self.assertEqual(papers["A"], ())
        self.assertEqual((len(papers["B"]), {p.size for p in papers["C"]}), (6, {size("1", "2 1/2")}))

    def test_graduated_strips_stand_beside_each_other_in_an_upright_block(self):
        """1, 1 1/2, 1 3/4, 2: common practice, no source."""
        heights = tuple(inches(text) for text in ("1", "1 1/2", "1 3/4", "2"))
        cells = cells_of(size("7", "12"), Repeat(heights=heights), "A", INCH // 8, Unit.IN)
        self.assertEqual([cell.place.x for cell in cells], [0, INCH, inches("2 1/2"), inches("4 1/4")])
        self.assertEqual({cell.place.size.height for cell in cells}, {12 * INCH})
        with self.assertRaises(RowTooLong):
            cells_of(size("6", "12"), Repeat(heights=heights), "A", INCH // 8, Unit.IN)

    @given(st.integers(1, 60), st.integers(16, 200), st.booleans(), st.sampled_from([None, 4]))
    def test_cells_lie_apart_inside_their_block(self, count, eighths, upright, wide):
        block = Size(eighths * INCH // 8, INCH)
        width = wide and wide * INCH // 8
        repeat = Repeat(count, width, RowMargins.LIKE_GAPS)
        if (width or INCH // 8) * count > block.width:
            return
        cells = cells_of(block.swapped() if upright else block, repeat, "A", INCH // 8, Unit.IN)
        places = [cell.place.swapped() if upright else cell.place for cell in cells]
        self.assertEqual(len(places), count)
        for one, other in pairwise(places):
            self.assertLessEqual(one.right, other.x)
        self.assertLessEqual(places[-1].right, block.width)
        if width is None:
            self.assertEqual(sum(place.size.width for place in places), block.width)


class PlacesOnTheSheet(TestCase):
    def test_a_centred_layer_loses_the_same_on_all_four_sides(self):
        """A centred print loses 1/4 from all four sides, an uncentred one 1/2 from two: common practice, no source."""
        centred = planned(pinned("1", "11 1/2", "11 1/2", CENTRED))
        (sheet,) = centred.sheets
        self.assertEqual((sheet.placed[0].x, sheet.placed[0].y, len(sheet.cuts)), (INCH // 4, INCH // 4, 4))
        corner = planned(pinned("1", "11 1/2", "11 1/2", SheetRegion(AxisHold(Hold.LOW), AxisHold(Hold.LOW))))
        self.assertEqual(len(corner.sheets[0].cuts), 2)
        self.assertEqual({left.size.width for left in corner.sheets[0].leftovers}, {INCH // 2, inches("11 1/2")})

    @settings(max_examples=40, deadline=None)
    @given(st.lists(st.tuples(*[st.integers(0, 10)] * 2, *[st.integers(1, 6)] * 2, st.booleans()), max_size=6))
    def test_every_pinned_piece_comes_from_its_place_and_others_from_what_is_left(self, wished):
        pieces = [
            pinned(str(n), str(w), str(h), at(str(x), str(y)) if tied else None)
            for n, (x, y, w, h, tied) in enumerate(wished, 1)
        ]
        plan = planned(*pieces)
        seen = list(plan.plan.unplaced)
        for sheet in plan.sheets:
            parts, faults = parts_after(sheet)
            self.assertEqual(faults, [])
            for placed in sheet.placed:
                seen.append(placed.key)
                self.assertIn(Part(placed.x, placed.y, placed.right, placed.bottom), parts.values())
                if (region := plan.piece(placed.key).region) is not None:
                    self.assertEqual((placed.x, placed.y), (region.across.at, region.down.at))
            left = {parts[over.part] for over in sheet.leftovers}
            lying = {Part(p.x, p.y, p.right, p.bottom) for p in sheet.placed}
            self.assertEqual(left | lying, set(parts.values()))
        self.assertEqual(sorted(seen), sorted(piece.key for piece in pieces))
        for key in plan.plan.unplaced:
            x, y, w, h, _ = wished[int(key) - 1]
            self.assertTrue(x + w > 12 or y + h > 12)

    def test_the_rest_of_a_pinned_sheet_is_used_before_another(self):
        strip = pinned("1", "12", "2", SheetRegion(AxisHold(Hold.LOW), AxisHold(Hold.HIGH)))
        plan = planned(strip, pinned("2", "12", "10", None))
        self.assertEqual((plan.plan.new_sheets, plan.plan.status), (1, Proof.OPTIMAL))

    def test_two_sides_of_one_sheet_mirror_the_place(self):
        plan = planned(pinned("1", "4", "4", at("0", "0"), SideName.B), pinned("2", "2", "2", at("0", "8"), SideName.A))
        (sheet,) = plan.sheets
        self.assertEqual(plan.side_up(sheet), SideName.B)
        self.assertEqual({p.key: p.x / INCH for p in sheet.placed}, {"1": 0, "2": 10})

    def test_the_pieces_of_a_row_are_not_all_asked_from_one_place(self):
        strip = {"regions": {"b": CENTRED}, "slants": {"b": Slant.RISING}}
        cells = cut(size("12", "1"), repeats={"b": Repeat(6)}, **strip)["A"]
        self.assertEqual({(piece.region, piece.slant) for piece in cells}, {(None, None)})
        short = Saving("b", SavingKind.SHORT, None, (Inset(0, 0, size("3", "1")),), 0, 1)
        gut = Saving("b", SavingKind.GUT, Inset(INCH, INCH, size("2", "2")), (), 4, 1)
        self.assertEqual(offered([short, gut], CutWishes(regions={"b": CENTRED})), (gut,))
        self.assertEqual(offered([short, gut], CutWishes(folds={"b": End.TOP})), ())

    def test_a_block_may_be_called_left_page(self):
        named = PieceList((PaperPieces("A", (Piece(5, "b", "left page", Role.PAPER, Shape.RECT, SHEET, False),)),), ())
        window = Window(Inset(INCH, INCH, size("2", "3")), mirrored=True)
        pieces = pieces_to_cut(named, CutWishes(windows={"b": (window,)}))["A"]
        self.assertEqual([(piece.key, piece.face_to_face) for piece in pieces], [("5a", None), ("5b", "5a")])

    def test_a_scrap_is_no_place_of_a_sheet(self):
        plan = planned(pinned("1", "4", "4", CENTRED), stocks=[Stock("s", size("5", "5"), StockKind.SCRAP, 1)])
        self.assertEqual([lack.why for lack in lacking(plan)], [Why.NOT_THERE])


class Motifs(TestCase):
    bee = Inset(inches("1"), inches("1"), size("3", "3"))

    def fates(self, *pieces, side=SideName.B, saved=False, stocks=None):
        plan = planned(*pieces, stocks=stocks, motifs=[Motif("bee", side, self.bee, saved)])
        return plan, [one.fate for one in fates_of(plan)]

    def test_it_is_told_what_becomes_of_a_printed_place(self):
        # Seen from A, the bee on B lies 1 in from the right.
        over = pinned("1", "4", "5", at("8", "0"))
        self.assertEqual(self.fates(over)[1], [Fate.HIDDEN])
        self.assertEqual(self.fates(over, side=SideName.A)[1], [Fate.KEPT])
        self.assertEqual(self.fates(pinned("1", "4", "5", at("0", "0")), side=SideName.A)[1], [Fate.SHOWN])
        plan, fates = self.fates(pinned("1", "2", "2", at("10", "0")))
        self.assertEqual(fates, [Fate.CUT_THROUGH])
        self.assertEqual(
            fates_of(plan)[0].words(), "Sheet 1: “bee” on the B side is cut through; part of it goes with 1."
        )

    def test_one_to_be_saved_is_cut_out_first(self):
        filling = [pinned(str(n), "4", "4", None) for n in range(1, 9)]
        plan, fates = self.fates(*filling, saved=True)
        self.assertEqual((set(fates), plan.plan.unplaced), ({Fate.KEPT}, ()))
        self.assertGreater(len(fates), 1)
        for count in (1, 3, 20, None):  # however many there are, none is cut into without saving it
            stocks = [Stock("some", SHEET, count=count)]
            plan, fates = self.fates(
                pinned("1", "12", "12", None), pinned("2", "4", "4", None), saved=True, stocks=stocks
            )
            with self.subTest(count):
                self.assertEqual((plan.plan.unplaced, fates), (("1",), [Fate.KEPT]))
                self.assertEqual([lack.why for lack in lacking(plan)], [Why.MOTIF])
                self.assertIsNone(to_buy(plan, "bees"))


class Tools(TestCase):
    def test_the_depth_of_a_punch_enters_the_sum(self):
        """Punch, trim to width, punch the other side: common practice, no source."""
        punch = ShapingTool("lace punch", inches("1"), inches("6"), None, INCH // 4)
        both = ToolUse(punch, 2)
        papers = cut(size("12", "1 1/2"), tools={"b": both})
        self.assertEqual(papers["A"][0].size, size("12", "2"))
        self.assertEqual(both.trouble(size("12", "1 1/2"), Unit.IN), "")
        self.assertIn("nothing narrower than 1 in", ToolUse(punch).trouble(size("12", "3/4"), Unit.IN))
        self.assertIn("up to 6 in wide", ToolUse(punch).trouble(size("12", "7"), Unit.IN))

    def test_a_die_has_its_own_blank(self):
        die = ToolUse(ShapingTool("tag die", blank=size("2 1/2", "3 1/2")))
        self.assertEqual(cut(size("2", "3"), tools={"b": die})["A"][0].size, size("2 1/2", "3 1/2"))
        self.assertEqual(die.trouble(size("3", "2"), Unit.IN), "")
        self.assertIn("gives no more than 2 1/2 in × 3 1/2 in", die.trouble(size("3", "4"), Unit.IN))
