"""Paper that is too short: pieces joined from two, mats shifted, pieces out of the middle of others."""

from fractions import Fraction
from unittest import TestCase

from hypothesis import assume, given
from hypothesis import strategies as st

from inkquilt.cutting.pieces import CutWishes, numbers_in, pieces_to_cut
from inkquilt.cutting.terms import PieceTerms, offered, settled
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.paper import pieces_of
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.nestings import PaperSideOf, nestings_of
from inkquilt.paper.openings import Inset, Window
from inkquilt.paper.saving import LEAST_BAND, SOLID, Openwork, Saving, SavingKind
from inkquilt.paper.seams import LEAST_PART, Seam, best_seam
from inkquilt.photos.mats import shifted_mat
from inkquilt.sketch.model import Size
from tests.building import row, size, sketch_of

EIGHTH = INCH // 8
LIP = INCH // 4


def inches(length):
    return Fraction(length, INCH)


class Seams(TestCase):
    def test_the_second_part_goes_a_lip_under_the_first(self):
        for seam, parts in [
            (Seam(5 * INCH), [(0, 0, 5, 3), (Fraction(19, 4), 0, Fraction(29, 4), 3)]),
            (Seam(2 * INCH, level=True), [(0, 0, 12, 2), (0, Fraction(7, 4), 12, Fraction(5, 4))]),
        ]:
            with self.subTest(seam=seam):
                found = [
                    tuple(map(inches, (p.x, p.y, p.size.width, p.size.height)))
                    for p in seam.parts(size("12", "3"), LIP, EIGHTH)
                ]
                self.assertEqual(found, parts)

    def test_parts_are_on_the_marks_where_a_lip_is_not(self):
        """A lip of 1/4 in is 6.35 mm: the second part begins at the whole millimetre before it."""
        first, second = Seam(100 * MM).parts(Size(300 * MM, 50 * MM), LIP, MM)
        self.assertEqual((first.size.width, second.x, second.size.width), (100 * MM, 93 * MM, 207 * MM))
        block, blocks = self.band()
        block = block.placed(0, 0, Size(300 * MM, 50 * MM))
        for other, fits in [(207, True), (206, True), (100, False)]:
            stocks = [Size(101 * MM, 50 * MM), Size(other * MM, 50 * MM)]
            found = best_seam(block, (blocks[0], block), stocks, MM, LIP)
            with self.subTest(other=other):
                self.assertEqual(found is not None, fits)
                if found:
                    sides = sorted(part.size.width for part in found.seam.parts(block.size, LIP, MM))
                    self.assertTrue(sides[0] <= 101 * MM and sides[1] <= other * MM)

    def test_where_a_seam_can_lie(self):
        for length, at, lip, fine in [
            (12, LEAST_PART, LIP, True),
            (12, LEAST_PART - 1, LIP, False),
            (12, 12 * INCH - LEAST_PART, LIP, True),
            (12, 12 * INCH - LEAST_PART + 1, LIP, False),
            (12, INCH, INCH, True),
            (12, INCH - 1, INCH, False),  # nothing would be left of the second part's start
            (1, LEAST_PART, LIP, True),
            (Fraction(7, 8), LEAST_PART, LIP, False),
        ]:
            with self.subTest(length=length, at=at, lip=lip):
                trouble = Seam(at).trouble(Size(round(length * INCH), 3 * INCH), lip, Unit.IN)
                self.assertEqual(trouble is None, fine)
        self.assertIn("too short", Seam(LEAST_PART).trouble(size("7/8", "3"), LIP, Unit.IN))
        self.assertIn("from 1/2 in to 11 1/2 in", Seam(0).trouble(size("12", "3"), LIP, Unit.IN))

    def band(self, *over):
        sketch = sketch_of(
            row("base", "base", 0, 0, 12, 12), row("band", "strip", 0, 4, 12, 2, paper="B", level=1), *over
        )
        return sketch.block("band"), sketch.blocks

    def offer(self, stocks, *over, **more):
        return best_seam(*self.band(*over), stocks, EIGHTH, LIP, **more)

    def test_two_scraps_do_what_neither_does(self):
        self.assertIsNone(self.offer([size("8", "2"), size("4", "2")]), "the lip is lacking")
        found = self.offer([size("8", "2"), size("4 1/4", "2")])
        self.assertEqual(found.seam, Seam(8 * INCH))
        self.assertEqual(found.shows, 2 * INCH)
        self.assertIsNone(self.offer([size("12", "3/4")] * 2), "both are too narrow")
        self.assertIsNone(self.offer([size("11", "2")]), "one scrap is not two")

    def test_a_seam_runs_level_where_paper_is_long_and_narrow(self):
        found = self.offer([size("12", "1 1/4"), size("12", "1 1/4")])
        self.assertTrue(found.seam.level)

    def test_paper_with_a_right_way_up_is_not_turned(self):
        upright = [size("2", "8"), size("2", "4 1/4")]
        self.assertIsNone(self.offer(upright, may_turn=False))
        self.assertIsNotNone(self.offer(upright))

    def test_the_seam_lies_where_least_of_it_shows(self):
        photo = row("p", "photo", 5, 3, 2, "2 1/2", level=2)  # hides the band from 4 to 5 1/2, between 5 and 7
        found = self.offer([size("8", "2"), size("8", "2")], photo)
        self.assertTrue(5 * INCH <= found.seam.at <= 7 * INCH)
        self.assertEqual(found.shows, INCH // 2)
        cluster = row("c", "cluster", 5, 3, 2, 3, level=2)  # open work hides nothing
        self.assertEqual(self.offer([size("8", "2"), size("8", "2")], cluster).shows, 2 * INCH)
        seen_through = self.offer([size("8", "2")] * 2, photo, openwork=Openwork(frozenset({"p"})))
        self.assertEqual(seen_through.shows, 2 * INCH)

    @given(
        st.lists(st.tuples(st.integers(4, 100), st.integers(4, 100)), min_size=1, max_size=4),
        st.booleans(),
        st.sampled_from([LIP, EIGHTH, INCH]),
    )
    def test_its_parts_fit_two_papers_and_cover_the_piece(self, sizes, may_turn, lip):
        stocks = [Size(w * EIGHTH, h * EIGHTH) for w, h in sizes]
        block, blocks = self.band()
        found = best_seam(block, blocks, stocks, EIGHTH, lip, may_turn=may_turn)
        assume(found is not None)
        first, second = found.seam.parts(block.size, lip, EIGHTH)
        self.assertIsNone(found.seam.trouble(block.size, lip, Unit.IN))
        self.assertEqual((second.right, second.bottom), (block.width, block.height))
        overlap = first.bottom - second.y if found.seam.level else first.right - second.x
        self.assertEqual(overlap, lip)

        def fits(part, stock):
            lying = part.width <= stock.width and part.height <= stock.height
            return lying or (may_turn and part.height <= stock.width and part.width <= stock.height)

        pairs = [(a, b) for i, a in enumerate(stocks) for j, b in enumerate(stocks) if i != j]
        self.assertTrue(any(fits(first.size, a) and fits(second.size, b) for a, b in pairs))

    def test_what_is_asked_comes_to_two_pieces_or_is_told(self):
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), row("band", "strip", 0, 4, 12, 2, paper="B", level=1))
        pieces = pieces_of(sketch.blocks)
        wishes = settled(pieces, {"band": PieceTerms(seam=Seam(5 * INCH))}, CutWishes()).wishes
        found = [(p.key, p.name, inches(p.size.width)) for p in pieces_to_cut(pieces, wishes)["B"]]
        self.assertEqual(found, [("2a", "strip band, left part", 5), ("2b", "strip band, right part", Fraction(29, 4))])
        for terms, words in [
            (PieceTerms(seam=Seam(12 * INCH)), "from 1/2 in to 11 1/2 in"),
            (PieceTerms(seam=Seam(INCH), folded=sketch.block("band").end), "not joined from two"),
        ]:
            told = settled(pieces, {"band": terms}, CutWishes())
            self.assertEqual(told.wishes.seams, {})
            self.assertIn(words, told.troubles[0])


class ShiftedMats(TestCase):
    """As large as the photo it shows on two sides, wider one way and equal the other on three: common practice."""

    def mat(self, **more):
        mat = row("m", "mat", "7/8", "7/8", "4 1/4", "6 1/4", of="p", level=1) | more
        sketch = sketch_of(mat, row("p", "photo", 1, 1, 4, 6, level=2))
        return sketch.block("m"), sketch.blocks

    def test_shifted_it_is_no_larger_than_the_photo(self):
        for across, down, place in [
            (True, False, ("1 1/8", "7/8", 4, "6 1/4")),
            (False, True, ("7/8", "1 1/8", "4 1/4", 6)),
            (True, True, ("1 1/8", "1 1/8", 4, 6)),
            (False, False, ("7/8", "7/8", "4 1/4", "6 1/4")),
        ]:
            with self.subTest(across=across, down=down):
                mat = shifted_mat(*self.mat(), across=across, down=down)
                expected = sketch_of(row("m", "mat", *place, of="p"), row("p", "photo", 1, 1, 4, 6, level=2)).block("m")
                self.assertEqual((mat.x, mat.y, mat.size), (expected.x, expected.y, expected.size))

    def test_what_is_no_even_mat_stays(self):
        block, blocks = self.mat()
        for mat, others in [
            (self.mat(turn=5)[0], blocks),
            (self.mat(shape="circle", height="4 1/4")[0], blocks),
            (block.placed(block.x, block.y, size("4 1/8", "6 1/4")), blocks),  # shows on one side already
            (blocks[1], blocks),
            (block, ()),
        ]:
            self.assertIsNone(shifted_mat(mat, others, across=True, down=False))


class Nestings(TestCase):
    A, B = PaperSideOf("kraft", SideName.A), PaperSideOf("kraft", SideName.B)

    def nested(self, *rows, papers, openwork=SOLID):
        blocks = sketch_of(row("base", "base", 0, 0, 12, 12), *rows).blocks
        return {(one.block, one.kind, one.inner) for one in nestings_of(blocks, papers, openwork)}

    def panel(self, x=3, y=3, width=6, height=6, **more):
        return row("panel", "paper", x, y, width, height, level=1, **more)

    def test_the_middle_turned_over_is_the_piece_that_lies_there(self):
        inner = row("inner", "paper", 4, 4, 4, 4, level=2)
        told = {("panel", SavingKind.INLAY, "inner")}
        self.assertEqual(self.nested(self.panel(), inner, papers={"panel": self.A, "inner": self.B}), told)
        for papers in (
            {"panel": self.A, "inner": self.A},  # the same side: nothing is gained by turning it over
            {"panel": self.A, "inner": PaperSideOf("linen", SideName.B)},
            {"panel": self.A},
        ):
            self.assertEqual(self.nested(self.panel(), inner, papers=papers), set())

    def test_a_frame_is_left_all_round_it(self):
        papers = {"panel": self.A, "inner": self.B}
        for x, fine in [("3 1/2", True), ("3 7/16", False), ("4 1/2", True), ("4 9/16", False)]:
            with self.subTest(x=x):
                found = self.nested(self.panel(), row("inner", "paper", x, 4, 4, 4, level=2), papers=papers)
                self.assertEqual(bool(found), fine)
        self.assertEqual(LEAST_BAND, INCH // 2)

    def test_with_something_between_or_slanting_it_is_no_inlay(self):
        papers = {"panel": self.A, "inner": self.B}
        inner = row("inner", "paper", 4, 4, 4, 4, level=3)
        between = row("between", "strip", 2, 5, 8, 1, level=2)
        self.assertEqual(self.nested(self.panel(), between, inner, papers=papers), set())
        over = row("over", "strip", 2, 5, 8, 1, level=4)
        self.assertTrue(self.nested(self.panel(), over, inner, papers=papers))
        self.assertEqual(self.nested(self.panel(turn=3), inner, papers=papers), set())
        sheer = Openwork(frozenset({"inner"}))
        self.assertEqual(self.nested(self.panel(), inner, papers=papers, openwork=sheer), set())

    def circles(self, *widths, papers):
        rows = [
            row(f"c{n}", "paper", (12 - width) / 2, (12 - width) / 2, width, width, shape="circle", level=n)
            for n, width in enumerate(widths, 1)
        ]
        return self.nested(*rows, papers=papers)

    def test_every_other_one_of_nested_circles_comes_out_of_a_larger_one(self):
        both = {"c1": self.A, "c2": self.B, "c3": self.A, "c4": self.B}
        self.assertEqual(
            self.circles(8, 7, 6, 5, papers=both),
            {("c1", SavingKind.NEST, "c3"), ("c2", SavingKind.NEST, "c4")},
        )
        self.assertEqual(
            self.circles(9, 8, 7, 6, 5, papers={"c1": self.A, "c3": self.A, "c5": self.A}),
            {("c1", SavingKind.NEST, "c3"), ("c3", SavingKind.NEST, "c5")},
        )
        self.assertEqual(self.circles(8, 7, 6.9375, papers=both), set())

    def test_what_is_nested_is_told_with_the_one_it_comes_out_of(self):
        rows = [
            row(f"c{n}", "paper", (12 - w) // 2, (12 - w) // 2, w, w, shape="circle", paper=paper, level=n)
            for n, w, paper in ((1, 10, "A"), (2, 8, "B"), (3, 6, "A"), (4, 4, "B"), (5, 2, "A"))
        ]
        blocks = sketch_of(row("base", "base", 0, 0, 12, 12, paper="C"), *rows).blocks
        pieces = pieces_of(blocks)
        papers = {b.id: PaperSideOf(b.paper, SideName.A) for b in blocks}
        found = nestings_of(blocks, papers)
        wishes = CutWishes(savings={one.block: one for one in found})
        cut = pieces_to_cut(pieces, wishes)
        keys = {paper: [piece.key for piece in some] for paper, some in cut.items()}
        self.assertEqual(keys, {"A": ["2+4+6"], "B": ["3+5"], "C": ["1"]})
        self.assertEqual(numbers_in("2+4+6"), (2, 4, 6))
        self.assertEqual(cut["A"][0].size, size("10", "10"))
        spare = pieces_to_cut(pieces, CutWishes(savings=wishes.savings, copies={"c3": 1}))
        self.assertEqual(
            [piece.key for piece in spare["A"]], ["2+4a+6", "4b"], "a spare one has no middle to come from"
        )

    def test_what_is_shaped_or_from_one_place_is_not_cut_out_of_another(self):
        blocks = sketch_of(
            row("base", "base", 0, 0, 12, 12), self.panel(), row("inner", "paper", 4, 4, 4, 4, level=2)
        ).blocks
        found = nestings_of(blocks, {"panel": self.A, "inner": self.B})
        self.assertEqual(len(offered(found, CutWishes())), 1)
        window = {"inner": (Window(Inset(0, 0, size("1", "1"))),)}
        for wishes in (CutWishes(windows=window), CutWishes(seams={"panel": Seam(INCH)})):
            self.assertEqual(offered(found, wishes), ())

    def test_a_nested_one_lies_on_the_pattern_as_the_one_round_it(self):
        nest = Saving("outer", SavingKind.NEST, None, (), 0, 1, "inner")
        up, across = PatternRun.UP, PatternRun.ACROSS
        for outer, inner, fine in [(up, up, True), (across, across, True), (up, across, False), (across, up, False)]:
            with self.subTest(outer=outer, inner=inner):
                wishes = CutWishes(lies={"outer": outer, "inner": inner})
                self.assertEqual(bool(offered([nest], wishes)), fine)
