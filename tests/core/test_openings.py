"""What is cut out of pieces of any outline: read, written, turned, seen through, backed, and cut by a machine."""

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Polygon

from inkquilt.cutting.machine import machine_shapes
from inkquilt.cutting.pieces import CutWishes, pieces_to_cut
from inkquilt.cutting.terms import Behind, PieceTerms, settled
from inkquilt.errors import BadInput
from inkquilt.lengths import INCH
from inkquilt.paper import pieces_of
from inkquilt.paper.visible import hidden_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import opening_outlines
from inkquilt.sketch.model import Part, Shape
from inkquilt.sketch.reading import MOST_OPENING_CORNERS, MOST_OPENINGS
from inkquilt.sketch.redraw import with_shape
from inkquilt.sketch.rings import crosses_itself, is_inside, overlap
from inkquilt.sketch.transform import mirrored, turned
from inkquilt.sketch.writing import write_sketch
from tests.building import fitted, page_of, row, size, sketch_of

WHOLE = [[0, 0], [1, 0], [1, 1], [0, 1]]


def rect(left, top, right, bottom):
    return [[left, top], [right, top], [right, bottom], [left, bottom]]


def lace(*openings, **more):
    """Return a page with a piece 8 x 4 in, 2 in from the left and 4 from the top, with these cut out of it."""
    piece = row("lace", "paper", 2, 4, 8, 4, shape="polygon", points=WHOLE, openings=list(openings), paper="B", level=2)
    return sketch_of(row("base", "base", 0, 0, 12, 12, paper="A"), piece | more)


class Reading(TestCase):
    def test_it_is_written_as_it_was_read(self):
        sketch = lace(rect(0.125, 0.25, 0.5, 0.75), [[0.6, 0.2], [0.9, 0.2], [0.75, 0.8]])
        self.assertEqual([len(one) for one in sketch.block("lace").openings], [4, 3])
        again = write_sketch(sketch)
        self.assertEqual(again["blocks"][1]["openings"][0], rect(0.125, 0.25, 0.5, 0.75))
        plain = write_sketch(lace())
        self.assertNotIn("openings", plain["blocks"][1])

    def test_what_cannot_be_cut_out_is_refused(self):
        fine = rect(0.1, 0.1, 0.4, 0.4)
        for openings, words in [
            ([rect(0, 0.1, 0.4, 0.4)], "inside its polygon"),  # it reaches the edge
            ([fine, rect(0.4, 0.1, 0.8, 0.4)], "over no other one"),  # they touch
            ([fine, rect(0.2, 0.2, 0.3, 0.3)], "over no other one"),  # one in the other
            ([[[0.1, 0.1], [0.4, 0.4], [0.4, 0.1], [0.1, 0.4]]], "cross each other"),
            ([[[0.1, 0.1], [0.4, 0.4]]], "3 to 60 pairs"),
            ([rect(0.1, 0.1, 0.4, 1.4)], "pairs of numbers from 0 to 1"),
            ([fine] * (MOST_OPENINGS + 1), "up to 60 lists"),
            ("round", "up to 60 lists"),
        ]:
            with self.subTest(words=words, openings=str(openings)[:40]), self.assertRaises(BadInput) as caught:
                piece = row("lace", "paper", 2, 4, 8, 4, shape="polygon", points=WHOLE, openings=openings)
                sketch_of(piece)
            self.assertIn(words, str(caught.exception))
        self.assertEqual(len(lace(fine, rect(0.5, 0.1, 0.8, 0.4)).block("lace").openings), 2)

    def test_an_outline_with_dents_lets_nothing_lie_in_a_dent(self):
        dented = [[0, 0], [1, 0], [1, 1], [0.5, 0.4], [0, 1]]
        for opening, fine in [(rect(0.4, 0.1, 0.6, 0.3), True), (rect(0.45, 0.6, 0.55, 0.7), False)]:
            piece = row("lace", "paper", 2, 4, 8, 4, shape="polygon", points=dented, openings=[opening])
            with self.subTest(opening=opening):
                if fine:
                    sketch_of(piece)
                else:
                    self.assertRaises(BadInput, sketch_of, piece)

    def test_all_openings_together_are_bounded(self):
        """Each is looked at beside the others: a file of many pieces full of openings is refused at once."""
        teeth = [[0.001 * (n % 30) + 0.01, 0.3 + 0.004 * n] for n in range(58)]
        comb = [[0.9, 0.3], *[[x + 0.05, y] for x, y in teeth], [0.9, 0.6]]
        pieces = [row(f"p{n}", "paper", 1, 1, 9, 9, shape="polygon", points=WHOLE, openings=[comb]) for n in range(40)]
        with self.assertRaises(BadInput) as caught:
            sketch_of(*pieces)
        self.assertIn("up to 2,000 corners together", str(caught.exception))
        self.assertEqual(MOST_OPENING_CORNERS // 60, 33)

    def test_another_outline_has_none(self):
        draft = Draft(lace(rect(0.1, 0.1, 0.4, 0.4)), frozenset())
        self.assertEqual(with_shape(draft, "lace", Shape.RECT).sketch.block("lace").openings, ())
        self.assertEqual(len(with_shape(draft, "lace", Shape.POLYGON).sketch.block("lace").openings), 1)


corner = st.builds(Part, st.integers(0, 40), st.integers(0, 40))
rings = st.lists(corner, min_size=3, max_size=6, unique=True).filter(lambda ring: Polygon(ring).is_valid)


class Rings(TestCase):
    """Against the areas and relations that Shapely reckons."""

    @given(rings, rings)
    def test_inside_and_over_each_other(self, one, other):
        first, second = Polygon(one), Polygon(other)
        self.assertEqual(overlap(one, other), first.intersects(second))
        self.assertEqual(is_inside(one, other), second.contains_properly(first))

    @given(rings)
    def test_a_sound_outline_does_not_cross_itself(self, ring):
        self.assertFalse(crosses_itself(ring))

    def test_a_bow_tie_does(self):
        self.assertTrue(crosses_itself([Part(0, 0), Part(4, 4), Part(4, 0), Part(0, 4)]))


class Lying(TestCase):
    OFF = rect(0.125, 0.25, 0.375, 0.5)  # 1 in from the piece's left and top, 2 x 1 in

    def place(self, sketch):
        (ring,) = opening_outlines(sketch.block("lace"))
        return tuple(
            Fraction(value, INCH)
            for value in (
                min(v.x for v in ring),
                min(v.y for v in ring),
                max(v.x for v in ring),
                max(v.y for v in ring),
            )
        )

    def test_it_goes_along_when_the_sketch_is_turned_or_mirrored(self):
        sketch = lace(self.OFF)
        self.assertEqual(self.place(sketch), (3, 5, 5, 6))
        self.assertEqual(self.place(turned(sketch, 90)), (6, 3, 7, 5))  # x' = H - y - h, y' = x
        self.assertEqual(self.place(mirrored(sketch)), (7, 5, 9, 6))
        self.assertEqual(turned(sketch, 360), sketch)
        self.assertEqual(mirrored(mirrored(sketch)), sketch)

    def test_a_photo_that_lies_in_it_does_so_on_another_page(self):
        piece = row("lace", "paper", 1, 1, 10, 10, shape="polygon", points=WHOLE, openings=[rect(0.1, 0.1, 0.45, 0.45)])
        photo = row("p", "photo", 2.25, 2.25, 3, 3, level=2)
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), piece, photo)
        for width, height in (("8 1/2", "11"), ("8", "8"), ("12", "12")):
            with self.subTest(width=width):
                blocks = {block.id: block for block in fitted(sketch, page_of(width, height)).blocks}
                (ring,) = opening_outlines(blocks["lace"])
                placed = blocks["p"]
                self.assertLessEqual(min(v.x for v in ring), placed.x)
                self.assertLessEqual(min(v.y for v in ring), placed.y)
                self.assertGreaterEqual(max(v.x for v in ring), placed.x + placed.width)
                self.assertGreaterEqual(max(v.y for v in ring), placed.y + placed.height)

    def test_what_lies_under_it_is_seen_through_it(self):
        sketch = lace(self.OFF)
        base = sketch.block("base")
        self.assertEqual(round(outline_on_page(sketch.block("lace")).area / INCH**2, 6), 30)
        self.assertEqual(round(hidden_of(base, sketch.blocks).area / INCH**2, 6), 30)

    def test_the_machine_cuts_it_out(self):
        sketch = lace(self.OFF, rect(0.5, 0.25, 0.75, 0.5))
        (shape,) = machine_shapes(sketch.blocks, {"lace": 2})
        self.assertEqual(len(shape.rings), 3)
        self.assertEqual((shape.rings[1].corners[0].x, shape.rings[1].corners[0].y), (INCH, INCH))

    def test_a_backing_is_a_lip_larger_and_is_cut_from_its_own_paper(self):
        round_one = [[0.6, 0.2], [0.8, 0.2], [0.9, 0.5], [0.7, 0.9]]
        sketch = lace(self.OFF, round_one)
        pieces = pieces_of(sketch.blocks)
        terms = {"lace": PieceTerms(behind=(Behind(0, "C"), Behind(1, "D")))}
        told = settled(pieces, terms, CutWishes())
        cut = pieces_to_cut(pieces, told.wishes)
        self.assertEqual(
            [(p.name, p.size, p.shape) for letter in "CD" for p in cut[letter]],
            [
                ("behind opening 1 of paper lace", size("2 1/2", "1 1/2"), Shape.RECT),
                # 2.4 x 2.8 in and the lips, raised to 1/8 in
                ("behind opening 2 of paper lace", size("3", "3 3/8"), Shape.RECT),
            ],
        )
        self.assertEqual([p.key for p in cut["B"]], ["2a"])
        alone = settled(pieces_of(lace(self.OFF).blocks), {"lace": terms["lace"]}, CutWishes())
        self.assertEqual(alone.wishes.behind, {"lace": {0: "C"}})
        self.assertEqual(alone.troubles, ("2 paper lace: it has no opening 2 any more.",))
