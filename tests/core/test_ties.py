"""What pieces are tied to: told, let go one by one, added; and why what was lost was lost."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.reasons import with_reasons
from inkquilt.fit.request import Broken, Kept
from inkquilt.fit.rules import relations_for
from inkquilt.fit.solve import fit as laid
from inkquilt.lengths import INCH
from inkquilt.sketch import Role
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.ties import ADDABLE, AddedTie, TieKind, added_words, ties_of
from tests.building import DEMO_SKETCHES, block_of, demo_sketch, own_page, page_of, row, sketch_of
from tests.building import exact as fit

WAY = Way(School.KEEP_PHOTOS)
#: Three papers nowhere in line, of different sizes, with uneven gaps.
LOOSE = sketch_of(row("a", "paper", 1, 1, 2, 3), row("b", "paper", 4.5, 1.5, 2.5, 2), row("c", "paper", 8, 2, 1.5, 3.5))


def told(sketch, request):
    """Ties by their keys, and the pieces they are told of."""
    blocks = {block.id: block for block in sketch.blocks if block.role is not Role.BASE}
    return {tie.key: tie for tie in ties_of(relations_for(sketch, request, blocks), blocks)}


class Ties(TestCase):
    def test_each_has_its_key_and_names_its_pieces_and_letting_it_go_takes_nothing_else(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            request = FitRequest.plain(sketch, own_page(sketch))
            before = told(sketch, request)
            self.assertGreater(len(before), 4, path.name)
            for key, tie in before.items():
                after = told(sketch, replace(request, untied=frozenset({key})))
                with self.subTest(path.name, key=key):
                    self.assertNotIn(key, after)
                    self.assertTrue(after.keys() <= before.keys())
                    names = [sketch.block(name).name for name in tie.blocks]
                    self.assertTrue(all(name in tie.words for name in names), tie.words)
                    # A line of two pieces is gone for both of them, all else stays.
                    gone = before.keys() - after.keys() - {key}
                    self.assertTrue(all(before[other].kind is tie.kind is TieKind.LINE for other in gone))

    def fitted_with(self, tie):
        request = replace(FitRequest.plain(LOOSE, page_of("12", "12")), ties=(tie,))
        result = fit(request, WAY)
        self.assertEqual(result.relations.broken, ())
        return [block_of(result, name) for name in tie.blocks], request

    def test_what_is_added_holds_on_the_page(self):
        (a, c), _ = self.fitted_with(AddedTie(TieKind.LINE, ("a", "c"), Axis.Y, (False, True)))
        self.assertEqual(a.y, c.y + c.height)
        (a, b), _ = self.fitted_with(AddedTie(TieKind.EQUAL_SIZE, ("a", "b"), Axis.X, (False, False)))
        self.assertEqual(a.size, b.size)
        (a, b, c), _ = self.fitted_with(AddedTie(TieKind.EQUAL_GAPS, ("a", "b", "c"), Axis.X, (False,) * 3))
        self.assertEqual(b.x - a.x - a.width, c.x - b.x - b.width)
        (b,), request = self.fitted_with(AddedTie(TieKind.CENTRED, ("b",), Axis.Y, (False,)))
        left_over = request.page.height - b.height - 2 * b.y
        self.assertTrue(0 <= left_over <= request.grid)  # the odd step lies at the foot

    def test_added_ties_are_said_in_words_and_only_these_kinds_are_added(self):
        blocks = {block.id: block for block in LOOSE.blocks}
        said = {
            TieKind.LINE: "paper a (left) and paper b (right) in one line",
            TieKind.EQUAL_SIZE: "paper a and paper b have one size",
            TieKind.EQUAL_GAPS: "the gaps between paper a and paper b are equal, across",
            TieKind.CENTRED: "paper a is centred on paper b, across",
        }
        self.assertEqual(set(said), set(ADDABLE))
        for kind, words in said.items():
            self.assertEqual(added_words(AddedTie(kind, ("a", "b"), Axis.X, (False, True)), blocks), words)
        gone = AddedTie(TieKind.LINE, ("x", "y"), Axis.X, (False, True))
        self.assertIn("not on the page", added_words(gone, blocks))
        drawn = AddedTie(TieKind.TUCK, ("a", "b"), Axis.X, (False, True))
        with self.assertRaises(ValueError):
            fit(replace(FitRequest.plain(LOOSE, page_of("12", "12")), ties=(drawn,)), WAY)


#: What is told of two photos whose tops are no longer in line.
BROKEN_TOPS = Kept(0, (Broken("shared-line", ("a", "b"), "y", "the top of photo a is off"),))


class Reasons(TestCase):
    def test_everything_that_was_lost_says_what_stands_in_its_way(self):
        sketch = demo_sketch("five-lanterns")
        told = 0
        for page in (page_of("6 1/4", "8 1/2"), page_of("8", "8")):
            request = FitRequest.plain(sketch, page)
            plain = laid(request, Way(School.KEEP_PROPORTIONS))
            why = with_reasons(request, plain)
            self.assertEqual((why.blocks, why.relations.kept), (plain.blocks, plain.relations.kept))
            for before, after in zip(plain.relations.broken, why.relations.broken, strict=True):
                told += 1
                self.assertEqual((before.kind, before.blocks), (after.kind, after.blocks))
                self.assertTrue(after.why.startswith(f"{before.why}: "))
        self.assertGreater(told, 2)

    def test_a_reason_is_tried_on_the_page_itself(self):
        """The upper photo was in line with the lower ones; where it lies it would touch the title if it were."""
        sketch = sketch_of(row("a", "photo", 1, 1, 3, 3), row("b", "photo", 5, 1, 3, 3), row("t", "title", 5, 5, 4, 1))
        request = FitRequest.plain(sketch, page_of("12", "12"))
        page = laid(request, Way(School.KEEP_PROPORTIONS))
        moved = tuple(replace(block, y=block.y + 3 * INCH) if block.id == "a" else block for block in page.blocks)
        told = with_reasons(request, replace(page, blocks=moved, relations=BROKEN_TOPS))
        (lost,) = told.relations.broken
        self.assertRegex(lost.why, r"moved 3 in it would ")

    def test_a_page_that_lost_nothing_is_given_back_as_it_is(self):
        request = FitRequest.plain(LOOSE, page_of("12", "12"))
        result = fit(request, WAY)
        self.assertIs(with_reasons(request, result), result)
