"""Windows, gutted middles and triangles: what the hand is told, done on polygons, gives the pieces of the page."""

import itertools
from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.cutting import CutPiece, CutWishes, PaperNeed, pieces_to_cut, plan_page
from inkquilt.cutting.guillotine import Stock
from inkquilt.cutting.pieces import Slant
from inkquilt.cutting.steps import Becomes, steps_of
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.lengths import INCH, Unit
from inkquilt.paper import PaperPieces, Piece, PieceList
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Inset, Window
from inkquilt.sketch.model import Corner, Role, Shape, Size
from tests.building import size
from tests.outside.on_polygons import pieces_after, same_by_turning, triangle, turned, with_holes

TRIMMER = Trimmer("any", 20 * INCH, 20 * INCH, INCH // 16, 0, Unit.IN, INCH)
SHEET = Stock("sheet", size("12", "12"))


def planned(pieces, stocks=(SHEET,), directional=()):
    *_, plans = plan_page([PaperNeed("A", tuple(pieces), tuple(stocks), frozenset(directional))], 0.05)
    return plans[0]


def inner_steps(plan):
    for sheet in plan.sheets:
        steps = [step for step in steps_of(plan, sheet, [TRIMMER]) if step.instruction.is_on_piece]
        for key, some in itertools.groupby(steps, key=lambda step: step.instruction.part):
            yield plan.piece(key), next(p.size for p in sheet.placed if p.key == key), list(some)


#: A window in a piece of 4 x 8: distances in quarters of an inch, none for a side that it is open to.
windows = st.tuples(st.integers(0, 5), st.integers(0, 10), st.integers(0, 5), st.integers(1, 10))


class Openings(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(windows, st.booleans(), st.sampled_from(PatternRun))
    def test_a_window_lies_where_the_page_wants_it_however_the_piece_lay_on_the_sheet(self, away, narrow, lie):
        left, top, right, bottom = (quarters * INCH // 4 for quarters in away)
        if left == right == 0:
            return
        opening = Inset(left, top, Size(4 * INCH - left - right, 8 * INCH - top - bottom))
        piece = CutPiece("1", 1, "b", "panel", Shape.RECT, size("4", "8"), SideName.A, lie, (opening,))
        # On a narrow sheet it must lie on its side.
        sheet = Stock("sheet", size("10", "5") if narrow else size("5", "10"))
        plan = planned([piece], [sheet], [SideName.A] if lie is PatternRun.ACROSS and narrow else [])
        ((_, lies, steps),) = inner_steps(plan)
        self.assertEqual(lies == piece.size, not narrow)
        parts = pieces_after(lies, steps)
        frame = max(parts, key=lambda part: part.area if not part.equals(part.envelope) else -1)
        on_page = turned(frame, 270) if narrow else frame
        self.assertTrue(on_page.equals(with_holes(piece.size, [opening])))
        self.assertEqual(len(steps), 4 - [left, top, right, bottom].count(0))
        freed = steps[-1].falls.size
        self.assertEqual(sorted((freed.width, freed.height)), sorted((opening.size.width, opening.size.height)))

    def test_a_mirrored_window_is_the_same_cut_when_both_sheets_lie_face_to_face(self):
        window = Window(Inset(0, 2 * INCH, size("10 3/4", "7 1/2")), mirrored=True)
        page = one_piece(Shape.RECT, size("12", "12"))
        one, other = pieces_to_cut(page, CutWishes(windows={"b": (window,)}))["A"]
        self.assertEqual((other.key, other.face_to_face), ("1b", "1a"))
        first = with_holes(one.size, one.openings)
        # Turned over left to right, the second lies on the first as the first lies.
        second = with_holes(other.size, [hole.mirrored(other.size.width) for hole in other.openings])
        self.assertTrue(first.equals(second))
        self.assertFalse(first.equals(with_holes(other.size, other.openings)))

    def test_a_frame_cut_corner_to_corner_gives_two_triangle_frames(self):
        """One for each page of a spread: common practice, no source."""
        frame = one_piece(Shape.FRAME, size("8", "8"), band=INCH)
        (piece,) = pieces_to_cut(frame, CutWishes(slants={"b": Slant.FALLING}))["A"]
        ((_, lies, steps),) = inner_steps(planned([piece]))
        parts = [part for part in pieces_after(lies, steps) if part.area not in (6 * INCH * 6 * INCH / 2,)]
        halves = sorted(part.area for part in parts)
        self.assertEqual(halves, [14 * INCH**2, 14 * INCH**2])
        self.assertEqual([step.kept.becomes for step in steps if step.kept], [Becomes.FRAME, Becomes.TRIANGLE])


class Triangles(TestCase):
    def test_two_that_match_come_out_of_one_rectangle_each_as_the_page_has_it(self):
        for corners in itertools.product(Corner, repeat=2):
            for second in (size("3", "5"), size("5", "3"), size("3", "4")):
                with self.subTest(corners=corners, second=second):
                    self.check(corners, second)

    def check(self, corners, second):
        one = Piece(1, "b", "one", Role.PAPER, Shape.TRIANGLE, size("3", "5"), False, corner=corners[0])
        two = replace(one, number=2, block="c", size=second, corner=corners[1])
        pieces = pieces_to_cut(PieceList((PaperPieces("A", (one, two)),), ()), CutWishes())["A"]
        plan = planned(pieces)
        made = [part for _, lies, steps in inner_steps(plan) for part in pieces_after(lies, steps)]
        for piece, corner in zip((one, two), corners, strict=True):
            wanted = triangle(piece.size.width, piece.size.height, corner.value)
            match = next((part for part in made if same_by_turning(part, wanted)), None)
            self.assertIsNotNone(match)
            made.remove(match)
        # Nothing is paired that does not come out, and what can be paired is.
        alike = same_by_turning(
            triangle(3, 5, corners[0].value), triangle(second.width // INCH, second.height // INCH, corners[1].value)
        )
        self.assertEqual(len(pieces), 1 if alike else 2)

    def test_a_directional_paper_gives_each_its_own_blank(self):
        one = Piece(1, "b", "one", Role.PAPER, Shape.TRIANGLE, size("3", "3"), False)
        both = PieceList((PaperPieces("A", (one, replace(one, number=2, block="c"))),), ())
        self.assertEqual(len(pieces_to_cut(both, CutWishes())["A"]), 1)
        self.assertEqual(len(pieces_to_cut(both, CutWishes(directional=frozenset({"A"})))["A"]), 2)


def one_piece(shape, of_size, band=None):
    piece = Piece(1, "b", "base", Role.PAPER, shape, of_size, False, band)
    return PieceList((PaperPieces("A", (piece,)),), ())
