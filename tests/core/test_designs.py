"""The same design on every page: what a design is, that it holds on every page, and that no page is empty."""

from dataclasses import replace
from itertools import pairwise, product
from math import log
from unittest import TestCase

from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from bench.made_designs import KINDS, made
from inkquilt.design.dealing import dealt_over_two, stood, without
from inkquilt.design.distance import distance
from inkquilt.design.marks import DesignMark, change_of_shape, judged, largest_empty
from inkquilt.design.reading import area, guests, lead_among, read_design, twins_among
from inkquilt.design.tree import Grid, Group, Leaf, arrangements, leaves, read_tree, with_word
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.designs import MOST_OFFERED, _Layer
from inkquilt.fit.explain import gist_of
from inkquilt.fit.linear.laying import laid_firm
from inkquilt.fit.linear.placing import Placing
from inkquilt.fit.linear.program import Expr, Program
from inkquilt.fit.linear.settling import in_proportion, settled
from inkquilt.fit.linear.sizing import Sizing
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.fit.owned_sizes import listed_sizes
from inkquilt.fit.request import PhotoTerm, Rung, Shield
from inkquilt.fit.solve import all_ways, first_ways, fit
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import FORMATS, Fold, Margins, Page
from inkquilt.photos.trimming import TrimLimits
from inkquilt.sketch import Role
from inkquilt.sketch.geometry import Axis, Box, Ends, box
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.relations import cut_to_page, read_relations
from tests.building import block_of, demo_sketch, fitted, inches, own_page, page_of, row, size, sketch_of

AS_DRAWN = Way(School.KEEP_PROPORTIONS)
LETTER, SQUARE, CARD = page_of("8 1/2", "11"), page_of("12", "12"), page_of("4", "6")
#: A page takes a moment: of a fault the first example is enough.
slowly = settings(
    max_examples=14, deadline=None, derandomize=True, phases=(Phase.explicit, Phase.reuse, Phase.generate)
)


def design_of(sketch):
    """Read a sketch."""
    sketch = cut_to_page(sketch)
    return read_design(sketch, read_relations(sketch))


def facing(width, height, gap):
    """Return two facing pages."""
    wide = inches(width)
    return Page(2 * wide + inches(gap), inches(height), Unit.IN, fold=Fold(wide, inches(gap)))


def made_sketch(kind, number, seed=7):
    """Return a made-up design."""
    return read_sketch(made(kind, number, seed)).sketch


class ProgramOfDifferences(TestCase):
    def test_the_best_of_a_small_program_is_found(self):
        program = Program()
        x, y = program.variable(0, 10), program.variable(0, 10)
        program.at_least(x + y, 7)
        program.wish(x, 2, 1)
        program.wish(y, 3, 5)
        solved = program.solved()
        self.assertEqual((solved.whole(x), solved.whole(y), round(solved.cost)), (4, 3, 2))

    def test_what_cannot_be_is_a_value(self):
        program = Program()
        x = program.variable(0, 1)
        program.at_least(x, 2)
        self.assertIsNone(program.solved())

    def test_an_empty_program_holds_and_one_with_a_false_rule_does_not(self):
        self.assertEqual(Program().solved().cost, 0)
        wrong = Program()
        wrong.at_least(Expr(), 1)
        self.assertIsNone(wrong.solved())

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.tuples(st.integers(0, 4), st.integers(0, 4), st.integers(-9, 9)), min_size=1, max_size=12))
    def test_wishes_for_differences_come_out_whole(self, wanted):
        program = Program()
        places = [program.variable(0, 20) for _ in range(5)]
        for one, two, distance_ in wanted:
            if one != two:
                program.wish(places[two] - places[one], distance_, 1 + one)
        solved = program.solved()
        for place in places:
            self.assertAlmostEqual(solved.value(place), round(solved.value(place)), places=6)


class Reading(TestCase):
    def test_twins_are_equal_to_a_sixteenth_and_others_stand_alone(self):
        photos = sketch_of(
            row("a", "photo", 0, 0, 3, 4), row("b", "photo", 4, 0, "3 1/16", 4), row("c", "photo", 8, 0, "3 1/8", 4)
        ).blocks
        self.assertEqual(twins_among(photos), (("a", "b"), ("c",)))

    def test_who_leads_is_a_fifth_larger_than_all_others(self):
        for wide, leads in ((3.5, None), (3.59, None), (3.61, "a"), (5, "a")):
            photos = sketch_of(row("a", "photo", 0, 0, str(wide), 3), row("b", "photo", 6, 0, 3, 3)).blocks
            with self.subTest(wide):
                self.assertEqual(lead_among(photos), leads)
        self.assertIsNone(lead_among(photos[:1]))

    def test_larger_begins_at_a_quarter_more(self):
        for wide, count in ((3.7, 0), (3.75, 1), (6, 1)):
            design = design_of(sketch_of(row("a", "photo", 0, 0, str(wide), 3), row("b", "photo", 7, 0, 3, 3)))
            self.assertEqual(len(design.larger), count, wide)

    def test_a_stack_is_a_piece_on_its_mats_the_outermost_first(self):
        design = design_of(demo_sketch("kite"))
        self.assertEqual([b.id for b in design.stacks["mm-lead"].members], ["mm-lead", "m-lead", "lead"])
        self.assertEqual(design.roots["lead"], "mm-lead")

    def test_flags_stand_by_themselves_and_a_panel_with_photos_does_not(self):
        design = design_of(demo_sketch("kite"))
        self.assertEqual(guests(design), (("flag-1", "flag-2", "flag-3"),))


class Marks(TestCase):
    """A sound page is tampered with, and the mark that is missed is the one meant."""

    SKETCH = sketch_of(
        row("base", "base", 0, 0, 12, 12),
        row("layer", "paper", 0.25, 0.25, 11.5, 11.5, level=1),
        row("band", "strip", 0, 8, 12, 1, level=2),
        row("dot", "paper", 9.5, 9.5, 1, 1, level=3, shape="circle"),
        row("lead", "photo", 1, 1, 6, 4, level=4),
        row("a", "photo", 7.5, 1, 3, 3, level=4),
        row("b", "photo", 7.5, 4.5, 3, 3, level=4),
        row("t", "title", 1, 9.5, 6, 1, level=5),
        row("s", "journaling", 1, 5.5, 5, 2, level=5),
    )

    def missed(self, **changes):
        design = design_of(self.SKETCH)
        blocks = []
        for block in self.SKETCH.blocks:
            change = changes.get(block.id, {})
            if change is not None:
                blocks.append(replace(block, **{name: inches(str(value)) for name, value in change.items()}))
        return {missed.mark for missed in judged(design, SQUARE, blocks, anew=False).missed}

    def test_the_drawing_itself_misses_nothing(self):
        self.assertEqual(self.missed(), set())

    def test_each_mark_is_seen(self):
        cases = (
            (DesignMark.LEAD, {"lead": {"width": 2.5, "height": 2}}),
            (DesignMark.ORDER, {"lead": {"width": 2.5, "height": 2}}),
            (DesignMark.TWINS, {"a": {"width": 2.5, "height": 2.5}}),
            (DesignMark.SHAPE, {"lead": {"width": 6, "height": 2.5}}),
            (DesignMark.SHARE, {"lead": {"width": 3.5, "height": "2 1/4"}, "a": {"width": 2, "height": 2},
                          "b": {"width": 2, "height": 2}}),
            (DesignMark.APART, {"a": {"x": 7}}),
            (DesignMark.EDGE, {"lead": {"x": "1/16"}}),
            (DesignMark.WEIGHT, {"lead": {"y": 6}, "s": {"y": 10}}),
            (DesignMark.WORDS, {"t": {"height": "3/8"}}),
            (DesignMark.WORDS, {"s": {"width": 2}}),
            (DesignMark.ACROSS, {"t": {"y": "8 1/2"}}),
            (DesignMark.PAPER, {"dot": {"width": "1 3/8"}}),
            (DesignMark.PAPER, {"layer": {"x": "1/2"}}),
            (DesignMark.PAPER, {"band": {"height": "1/4"}}),
            (DesignMark.MISSING, {"b": None}),
        )  # fmt: skip
        for mark, changes in cases:
            with self.subTest(mark.value, changes=changes):
                self.assertIn(mark, self.missed(**changes))

    def test_boundaries_of_shape_and_share(self):
        for wide, high, off in ((4, 6, 1.0), (6, 4, 2.25), (5, 6, 1.25), (4, 5, 1.2)):
            self.assertAlmostEqual(change_of_shape(size("4", "6"), size(str(wide), str(high))), off)

    def test_what_was_laid_aside_and_told_is_not_missed(self):
        design = design_of(self.SKETCH)
        blocks = [block for block in self.SKETCH.blocks if block.id != "s"]
        self.assertEqual(judged(design, SQUARE, blocks, False, frozenset("s")).missed, ())

    def test_the_largest_empty_rectangle_of_small_pages(self):
        def lies(x, y, w, h):
            return Box(Ends(x, x + w), Ends(y, y + h))

        for boxes, part in (
            ([], 1.0),
            ([lies(0, 0, 10, 10)], 0.0),
            ([lies(4, 0, 2, 10)], 0.4),
            ([lies(0, 0, 3, 10), lies(5, 5, 5, 5)], 0.35),
        ):
            self.assertAlmostEqual(largest_empty(boxes, 10, 10), part)


class DesignDistance(TestCase):
    def parts(self, blocks, sketch=Marks.SKETCH):
        design = design_of(sketch)
        return distance(design, tuple(blocks), judged(design, SQUARE, blocks, False), 0.0, 0.0)

    def test_the_drawing_is_nowhere_far_from_itself(self):
        self.assertAlmostEqual(self.parts(Marks.SKETCH.blocks).total, 0)

    def test_each_part_is_the_sum_that_is_documented(self):
        narrow = [replace(b, width=b.width * 9 // 10) if b.id == "lead" else b for b in Marks.SKETCH.blocks]
        parts = self.parts(narrow)
        photos = [b for b in Marks.SKETCH.blocks if b.role is Role.PHOTO]
        was, now = sum(map(area, photos)), sum(area(b) for b in narrow if b.role is Role.PHOTO)
        self.assertAlmostEqual(parts.shape, log(10 / 9) / 3, places=3)
        self.assertAlmostEqual(parts.share, -1.6 * log(now / was), places=6)
        shares = sum(abs(area(p) / was - area(b) / now) for p, b in zip(
            photos, [b for b in narrow if b.role is Role.PHOTO], strict=True))  # fmt: skip
        self.assertAlmostEqual(parts.sizes, shares, places=6)
        self.assertGreater(parts.groups, 0)  # its right edge leaves no line, but its foot and sides may

    def test_the_first_way_is_never_further_than_the_others(self):
        for name in ("roofline", "five"):
            for page in (LETTER, CARD):
                totals = [way.distance.total for way in all_ways(FitRequest.plain(demo_sketch(name), page))]
                self.assertEqual(totals, sorted(totals))


class DealtOverTwoPages(TestCase):
    def dealt(self, *rows, lead=None):
        design = design_of(sketch_of(*rows))
        tree = read_tree(design, [stack.root.id for stack in design.firm])
        found = list(dealt_over_two(tree, lead))
        for one in found:
            left, right = set(leaves(one.left)), set(leaves(one.right))
            self.assertFalse(left & right)
            self.assertEqual(left | right, set(leaves(tree)))
            self.assertTrue(left and right)
        return {frozenset(leaves(one.left)) for one in found}

    def test_a_row_is_cut_between_any_two_and_both_ways_round(self):
        row_of = [row(name, "photo", x, 1, 2, 2 + x / 10) for name, x in (("a", 0), ("b", 4), ("c", 8))]
        lefts = self.dealt(*row_of)
        self.assertEqual(lefts, {frozenset(one) for one in ("a", "bc", "ab", "c")})

    def test_a_grid_is_cut_between_its_columns_and_rows_and_stays_a_grid(self):
        cells = [row(f"{r}{c}", "photo", 1 + 3 * c, 1 + 3 * r, 2, 2) for r in range(2) for c in range(3)]
        lefts = self.dealt(*cells)
        self.assertIn(frozenset(("00", "10")), lefts)
        self.assertIn(frozenset(("00", "01", "02")), lefts)
        self.assertTrue(all(len(left) in (2, 3, 4) for left in lefts))

    def test_the_lead_photo_has_a_page_of_its_own(self):
        rows = [row("lead", "photo", 1, 1, 6, 4), row("a", "photo", 1, 6, 2, 2), row("b", "photo", 4, 6, 2, 2)]
        rows.append(row("c", "photo", 8, 1, 2, 4))
        self.assertIn(frozenset(("lead",)), self.dealt(*rows, lead="lead"))

    def test_photos_on_one_mat_stay_together_and_one_photo_cannot_be_dealt(self):
        rows = [
            row("m", "mat", 1, 1, 6, 4, of=["a", "b"]), row("a", "photo", 1.5, 1.5, 2, 3, level=1),
            row("b", "photo", 4, 1.5, 2.5, 3, level=1), row("c", "photo", 8, 1, 2, 4),
        ]  # fmt: skip
        for left in self.dealt(*rows):
            self.assertIn(left & {"m", "a", "b"}, (left & {"m"}, {"a", "b"}, {"m", "a", "b"}, frozenset()))
        self.assertEqual(self.dealt(row("a", "photo", 1, 1, 4, 4)), set())

    def test_trees_without_some_and_words_one_below_the_other(self):
        tree = Group(Axis.X, (Leaf(("a",)), Leaf(("b",)), Leaf(("c",))), 9)
        self.assertEqual(list(leaves(without(tree, {"b"}))), ["a", "c"])
        self.assertEqual(without(tree, {"a", "b"}), Leaf(("c",)))
        self.assertIsNone(without(tree, {"a", "b", "c"}))
        self.assertIsNone(stood([], 9))
        self.assertEqual(stood(["t", "s"], 9), Group(Axis.Y, (Leaf(("t",)), Leaf(("s",))), 9))


class Trees(TestCase):
    def tree(self, *rows):
        design = design_of(sketch_of(*rows))
        return read_tree(design, [stack.root.id for stack in design.firm])

    def test_rows_of_columns_are_read_along_the_widest_free_ways(self):
        tree = self.tree(
            row("t", "title", 1, 0.5, 8, 1),
            row("a", "photo", 1, 2.5, 5, 6), row("b", "photo", 6.5, 2.5, 4, 2.75), row("c", "photo", 6.5, 5.75, 4, 2.5),
        )  # fmt: skip
        pair = Group(Axis.Y, (Leaf(("b",)), Leaf(("c",))), INCH // 2)
        beside = Group(Axis.X, (Leaf(("a",)), pair), INCH // 2)
        self.assertEqual(tree, Group(Axis.Y, (Leaf(("t",)), beside), INCH))

    def test_a_full_grid_of_twins_is_one_node_and_stays_full(self):
        tree = self.tree(*(row(f"p{i}", "photo", 1 + 3 * (i % 3), 1 + 3 * (i // 3), 2.5, 2.5) for i in range(6)))
        self.assertIsInstance(tree, Grid)
        self.assertEqual(sorted(one.tree.columns for one in arrangements(tree)), [1, 2, 3, 6])
        five = self.tree(*(row(f"p{i}", "photo", 1 + 3 * (i % 3), 1 + 3 * (i // 3), 2.5, 2.5) for i in range(5)))
        self.assertNotIsInstance(five, Grid)

    def test_a_pinwheel_cannot_be_cut_and_is_moved_as_it_is(self):
        tree = self.tree(
            row("a", "photo", 0, 0, 4, 2), row("b", "photo", 4, 0, 2, 4), row("c", "photo", 2, 4, 4, 2),
            row("d", "photo", 0, 2, 2, 4),
        )  # fmt: skip
        self.assertEqual(tree, Leaf(("a", "b", "c", "d")))

    @settings(max_examples=30, deadline=None)
    @given(st.sampled_from(KINDS), st.integers(1, 40))
    def test_no_arrangement_loses_or_doubles_a_stack(self, kind, number):
        design = design_of(made_sketch(kind, number))
        roots = [stack.root.id for stack in design.firm]
        tree = read_tree(design, roots)
        for one in arrangements(tree):
            self.assertEqual(sorted(leaves(one.tree)), sorted(roots))

    def test_a_word_can_be_put_first_last_and_beside_each_part(self):
        tree = Group(Axis.X, (Leaf(("a",)), Leaf(("b",))), INCH)
        found = list(with_word(tree, "t", INCH, (Axis.Y,)))
        self.assertEqual(len(found), 6)  # over and under the whole, over and under each of two
        for one in found:
            self.assertEqual(sorted(leaves(one)), ["a", "b", "t"])


class EveryPage(TestCase):
    """The design's own ties hold in every way that is offered, and there is a way for every page."""

    def check(self, sketch, page):
        ways = all_ways(FitRequest.plain(sketch, page))
        self.assertTrue(0 < len(ways) <= MOST_OFFERED)
        for way in ways:
            drawn = {block.id: block for block in (way.held or sketch).blocks}
            now = {block.id: block for block in way.blocks}
            photos = [b for b in drawn.values() if b.role is Role.PHOTO and b.id in now]
            grid = FitRequest.plain(sketch, page).grid
            with self.subTest(sketch.name, page=(page.width, page.height), way=way.way):
                for twins in twins_among(photos):
                    self.assertEqual(len({now[name].size for name in twins}), 1)
                for one, two in product(photos, photos):
                    if 4 * area(one) >= 5 * area(two):
                        self.assertGreaterEqual(area(now[one.id]), area(now[two.id]))
                lead = lead_among(photos)
                if lead is not None:
                    self.assertEqual(max(photos, key=lambda p: area(now[p.id])).id in (lead,), True)
                for photo in photos:
                    self.assertLessEqual(change_of_shape(photo.size, now[photo.id].size), 1.35)
                    if way.way.school.value != "whole-prints" and sketch.page != Size(page.width, page.height):
                        self.assertEqual((now[photo.id].width % grid, now[photo.id].height % grid), (0, 0))
                for block in now.values():
                    if block.role in (Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG):
                        lies = box(block)
                        self.assertTrue(lies.x.low >= 0 and lies.x.high <= page.width, block)
                        self.assertTrue(lies.y.low >= 0 and lies.y.high <= page.height, block)
                self.assertEqual(way.missed, ())

    @slowly
    @given(st.sampled_from(KINDS), st.integers(1, 30), st.sampled_from(FORMATS))
    def test_made_designs_stay_themselves(self, kind, number, form):
        self.check(made_sketch(kind, number), form.page())

    def test_the_demos_hardest(self):
        for name, key in (("roofline", "4x6"), ("six", "insert"), ("kites", "6x12"), ("kite-tail", "insert")):
            form = next(form for form in FORMATS if form.key == key)
            self.check(demo_sketch(name), form.page())

    def test_a_page_never_stays_empty(self):
        """One to twelve photos with a title and a story, down to a card of 3 x 4 in."""
        for count in (1, 2, 5, 9, 12):
            columns = min(4, count)
            photos = [
                row(f"p{i}", "photo", 1 + 2.5 * (i % columns), 2.5 + 2.5 * (i // columns), 2, 2) for i in range(count)
            ]
            sketch = sketch_of(*photos, row("t", "title", 1, 0.75, 6, 1), row("s", "journaling", 1, 10.25, 6, 1.25))
            for page in (page_of("3", "4"), page_of("4", "3"), page_of("2 1/2", "10")):
                ways = all_ways(FitRequest.plain(sketch, page))
                with self.subTest(count, page=(page.width, page.height)):
                    self.assertTrue(ways)
                    for way in ways:
                        shown = {block.id for block in way.blocks} | way.aside
                        self.assertEqual(shown, {block.id for block in sketch.blocks})

    def test_the_same_request_gives_the_same_ways(self):
        request = FitRequest.plain(demo_sketch("kite"), CARD)
        one, two = all_ways(request), all_ways(request)
        self.assertEqual([(w.way, w.blocks) for w in one], [(w.way, w.blocks) for w in two])

    def test_each_way_is_found_again_by_itself(self):
        request = FitRequest.plain(demo_sketch("roofline"), page_of("6", "12"))
        for way in all_ways(request):
            self.assertEqual(fit(request, way.way).blocks, way.blocks, way.way)

    def test_no_two_ways_are_one_to_the_eye(self):
        for way_count, page in ((3, LETTER), (2, CARD)):
            ways = all_ways(FitRequest.plain(demo_sketch("pairs"), page))
            self.assertGreaterEqual(len(ways), way_count)
            for n, one in enumerate(ways):
                for two in ways[n + 1 :]:
                    shifts = [
                        max(abs(a.x - b.x), abs(a.y - b.y), abs(a.width - b.width), abs(a.height - b.height))
                        for a in one.blocks for b in two.blocks if a.id == b.id and a.role is not Role.BASE
                    ]  # fmt: skip
                    self.assertGreater(max(shifts), INCH // 4)

    def test_a_drawing_on_its_own_page_is_itself(self):
        for name in ("three", "kite-tail", "six"):
            sketch = demo_sketch(name)
            result = fitted(sketch, own_page(sketch))
            self.assertEqual((result.blocks, result.changes, result.relations.broken), (sketch.blocks, (), ()))
            self.assertAlmostEqual(result.distance.total, 0)

    def test_titles_lie_however_the_sketch_is_held(self):
        for name in ("three", "roofline", "five"):
            for turn in (90, 270):
                for way in all_ways(FitRequest.plain(demo_sketch(name), LETTER), turn):
                    for block in way.blocks:
                        if block.role in (Role.TITLE, Role.JOURNALING):
                            self.assertGreaterEqual(block.width, block.height, (name, turn, way.way))


class Shapes(TestCase):
    def test_no_piece_degenerates_or_loses_its_proportions_however_it_is_turned(self):
        """Each shape at five turns, on pages of other proportions: within 20 %, and never under half of its scale."""
        shapes = (
            {"shape": "rect"}, {"shape": "triangle", "corner": "top-left"}, {"shape": "circle"},
            {"shape": "half-circle", "end": "top"}, {"shape": "polygon", "points": [[0.5, 0], [1, 1], [0, 0.75]]},
        )  # fmt: skip
        for more, turn in product(shapes, (0, 5, 8, 22, 45)):
            wide, high = {"circle": (3, 3), "half-circle": (4, 2)}.get(more["shape"], (5, 3))
            if more["shape"] == "rect" and not turn:
                continue  # an upright paper is free
            sketch = sketch_of(
                row("piece", "paper", 3, 3, wide, high, turn=turn, level=1, **more), row("t", "title", 1, 10, 6, 1)
            )
            for page in (LETTER, CARD, page_of("6", "12")):
                result = fitted(sketch, page)
                piece = block_of(result, "piece")
                scale = min(page.width / sketch.page.width, page.height / sketch.page.height)
                with self.subTest(more["shape"], turn=turn, page=page.width):
                    self.assertEqual(piece.turn, turn * 100)
                    self.assertLessEqual(change_of_shape(Size(wide, high), piece.size), 1.2)
                    self.assertGreaterEqual(min(piece.width, piece.height), scale * min(wide, high) * INCH / 2)

    def test_a_round_piece_stays_round_and_half_a_circle_half(self):
        for scale in (0.31, 0.5, 0.77, 1.3):
            round_, half = sketch_of(
                row("c", "paper", 1, 1, 3, 3, shape="circle"),
                row("h", "paper", 5, 1, 2, 4, shape="half-circle", end="left"),
            ).blocks
            self.assertEqual(
                in_proportion(round_, scale, INCH // 8).width, in_proportion(round_, scale, INCH // 8).height
            )
            deep = in_proportion(half, scale, INCH // 8)
            self.assertEqual(deep.height, 2 * deep.width)


class SeenWrong(TestCase):
    """Pages that were proven best once and looked wrong at once."""

    def test_a_tilted_panel_and_a_square_on_its_corner_keep_their_shape(self):
        sketch = sketch_of(
            row("panel", "paper", 2, 2, 5, 3, turn=8, level=1), row("square", "paper", 6, 6, 4, 4, turn=45, level=2)
        )
        result = fitted(sketch, LETTER)
        panel, square = block_of(result, "panel"), block_of(result, "square")
        self.assertEqual(square.width, square.height)
        self.assertGreater(square.width, 5 * INCH // 2)
        self.assertLess(change_of_shape(Size(5, 3), panel.size), 1.1)

    def test_a_tilted_title_stays_a_title(self):
        title = block_of(fitted(sketch_of(row("t", "title", 3, 3, 3, 1, turn=355)), LETTER), "t")
        self.assertTrue(title.width >= 2 * INCH and title.height >= INCH // 2, title)

    def test_nested_triangles_past_the_edge_keep_their_parallels(self):
        sketch = sketch_of(*(
            row(name, "paper", at, at, side, side, shape="triangle", corner="bottom-right", level=level)
            for name, at, side, level in (("outer", 9, 6, 1), ("inner", 10, 4, 2))
        ))  # fmt: skip
        for page in (LETTER, CARD):
            result = fitted(sketch, page)
            for name in ("outer", "inner"):
                piece = block_of(result, name)
                self.assertEqual(piece.width, piece.height)
                self.assertGreater(piece.x + piece.width, page.width)
                self.assertGreater(piece.width, INCH)

    def test_a_frame_of_strips_keeps_its_four_sides_equally_wide(self):
        sketch = sketch_of(
            row("l", "strip", 0, 0, 0.5, 12), row("r", "strip", 11.5, 0, 0.5, 12), row("t", "strip", 0, 0, 12, 0.5),
            row("b", "strip", 0, 11.5, 12, 0.5), row("p", "photo", 3, 3, 4, 6, level=1),
        )  # fmt: skip
        for page in (LETTER, CARD):
            sides = {name: block_of(fitted(sketch, page), name) for name in "lrtb"}
            widths = {sides["l"].width, sides["r"].width, sides["t"].height, sides["b"].height}
            self.assertEqual(len(widths), 1)
            self.assertEqual(
                (sides["r"].x + sides["r"].width, sides["b"].y + sides["b"].height), (page.width, page.height)
            )

    def test_strips_drawn_alike_stay_alike_and_their_gaps_stay(self):
        sketch = sketch_of(
            *(row(f"s{i}", "strip", 1, 1 + i * 1.125, 10, 1) for i in range(4)), row("p", "photo", 3, 6, 4, 5, level=1)
        )
        for page in (LETTER, CARD):
            strips = [block_of(fitted(sketch, page), f"s{i}") for i in range(4)]
            self.assertEqual(len({strip.size for strip in strips}), 1)
            self.assertEqual({b.y - a.y - a.height for a, b in pairwise(strips)}, {INCH // 8})

    def test_equal_circles_stay_equal_and_whole(self):
        sketch = sketch_of(*(row(f"c{i}", "paper", 1 + i * 2.5, 1, 1.75, 1.75, shape="circle") for i in range(4)))
        for page in (LETTER, CARD):
            circles = {block_of(fitted(sketch, page), f"c{i}").size for i in range(4)}
            self.assertEqual(len(circles), 1)
            self.assertGreaterEqual(circles.pop().width, INCH // 2)

    def test_two_equal_squares_on_a_smaller_page_stay_equal(self):
        sketch = sketch_of(
            row("a", "photo", 1, 1, 4, 4), row("b", "photo", 6.5, 1, 4, 4), row("t", "title", 1, 9, 8, 1)
        )
        for way in all_ways(FitRequest.plain(sketch, page_of("8", "8"))):
            self.assertEqual(block_of(way, "a").size, block_of(way, "b").size)

    def test_a_page_of_the_band_is_no_error(self):
        for key in ("4x6", "insert"):
            page = next(form for form in FORMATS if form.key == key).page()
            for name in ("one-tall", "five"):
                self.assertTrue(all_ways(FitRequest.plain(demo_sketch(name), page)))


class WhatIsAsked(TestCase):
    def test_a_print_that_exists_is_trimmed_only_as_far_as_she_allows(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 4, 3), row("q", "photo", 6, 1, 4, 3), row("t", "title", 1, 8, 6, 1))
        for whole in (size("3 1/2", "2 1/2"), size("4", "3"), size("5", "3 1/2")):
            request = replace(FitRequest.plain(sketch, LETTER), photo_terms=(PhotoTerm("p", None, whole),))
            for trim in (request.trim, TrimLimits(0)):
                block = block_of(fit(replace(request, trim=trim), AS_DRAWN), "p")
                self.assertTrue(0 <= whole.width - block.width <= trim.side, (whole, block))
                self.assertTrue(0 <= whole.height - block.height <= trim.side, (whole, block))

    def test_what_matters_in_a_photo_sets_its_least_size(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 4, 3), row("q", "photo", 6, 1, 4, 3))
        request = FitRequest.plain(sketch, page_of("8", "8"))
        asked = replace(request, photo_terms=(PhotoTerm("p", size("3 1/2", "2 1/2")),))
        block = block_of(fit(asked, AS_DRAWN), "p")
        self.assertTrue(block.width >= inches("3 1/2") and block.height >= inches("2 1/2"))

    def test_pieces_keep_out_of_the_margin_kept_clear(self):
        page = replace(LETTER, clear=Margins(left=inches("3/4"), top=inches("1/2"), right=0, bottom=inches("1/4")))
        for way in all_ways(FitRequest.plain(demo_sketch("three"), page)):
            for block in way.blocks:
                if block.role in (Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG):
                    self.assertGreaterEqual(block.x, page.clear.left, (way.way, block))
                    self.assertGreaterEqual(block.y, page.clear.top, (way.way, block))
                    self.assertLessEqual(block.y + block.height, page.height - page.clear.bottom, (way.way, block))

    def test_a_cluster_that_is_shielded_off_stays_off(self):
        sketch = sketch_of(row("p", "photo", 3, 3, 6, 4, level=1), row("c", "cluster", 1, 4, 3, 2, level=2))
        request = FitRequest.plain(sketch, page_of("11", "11"))
        shield = Shield("c", "p", Axis.X, 0, 12)
        for shields, covered in (((), True), ((shield,), False)):
            result = fit(replace(request, shields=shields), AS_DRAWN)
            cluster, photo = block_of(result, "c"), block_of(result, "p")
            lies = all(
                box(cluster).along(axis).low < box(photo).along(axis).high
                and box(photo).along(axis).low < box(cluster).along(axis).high
                for axis in Axis
            )
            self.assertEqual(lies, covered)

    def test_whole_prints_are_on_the_list_and_keep_twins_and_order(self):
        sketch = demo_sketch("roofline")
        design = design_of(sketch)
        prints = FitRequest.plain(sketch, LETTER).print_sizes
        listed = {one for size_ in prints for one in (size_, size_.swapped())}
        found = list(listed_sizes(design, 0.75, prints))
        self.assertTrue(found)
        for sizes in found:
            self.assertTrue(set(sizes.values()) <= listed)
            for pair in design.larger:
                one, two = sizes[pair.photo], sizes[pair.other]
                self.assertGreaterEqual(one.width * one.height, two.width * two.height)

    def test_a_tie_of_two_sizes_is_kept(self):
        from inkquilt.sketch.ties import AddedTie, TieKind

        sketch = sketch_of(row("p", "photo", 1, 1, 4, 3), row("q", "photo", 6, 1, 3.75, 3))
        tie = AddedTie(TieKind.EQUAL_SIZE, ("p", "q"))
        result = fit(replace(FitRequest.plain(sketch, LETTER), ties=(tie,)), AS_DRAWN)
        self.assertEqual(block_of(result, "p").size, block_of(result, "q").size)

    def test_rungs_are_climbed_one_after_the_other_and_told(self):
        for name, key in (("three", "insert"), ("six", "insert"), ("roofline", "4x6")):
            page = next(form for form in FORMATS if form.key == key).page()
            for way in all_ways(FitRequest.plain(demo_sketch(name), page)):
                given = set(way.rungs)
                self.assertTrue(Rung.FINER in given or not given, (name, given))

    def test_the_first_page_is_its_own_way_or_the_nearest_of_all(self):
        for name, key, alone in (("three", "letter", True), ("roofline", "insert", False), ("six", "4x6", False)):
            page = next(form for form in FORMATS if form.key == key).page()
            request = FitRequest.plain(demo_sketch(name), page)
            best, found = first_ways(request, AS_DRAWN)
            with self.subTest(name, page=key):
                self.assertEqual(not found, alone)
                self.assertEqual(best.blocks, fit(request, AS_DRAWN).blocks if alone else found[0].blocks)
                self.assertFalse(best.missed)
                if found:
                    ways = all_ways(request)
                    self.assertEqual([way.blocks for way in found], [way.blocks for way in ways])
        turned = FitRequest.plain(demo_sketch("three"), LETTER)
        held = replace(AS_DRAWN, turn=90)
        self.assertEqual(first_ways(turned, held)[0].way.turn, 90)

    def test_what_is_left_on_each_rung(self):
        sketch = sketch_of(
            row("lead", "photo", 1, 1, 6, 4), row("a", "photo", 1, 6, 2, 2), row("b", "photo", 3.25, 6, 2, 2),
            row("c", "photo", 8, 1, 3, 3), row("t", "tag", 6, 6, 1, 2), row("s", "journaling", 1, 9, 5, 2),
        )  # fmt: skip
        layer = _Layer(FitRequest.plain(sketch, CARD))
        for rungs, left in (
            ({Rung.FINER}, ["lead a b c t s"]),
            ({Rung.TAGS_ASIDE}, ["lead a b c s"]),
            ({Rung.TAGS_ASIDE, Rung.STORY_ASIDE}, ["lead a b c"]),
            ({Rung.STORY_ASIDE, Rung.SLOTS_MERGED}, ["lead a c t"]),
            ({Rung.TAGS_ASIDE, Rung.STORY_ASIDE, Rung.PHOTO_ASIDE}, ["lead b c", "lead c", "lead"]),
        ):
            with self.subTest(rungs):
                found = [" ".join(b.id for b in kept.blocks) for kept in layer._less(sketch, frozenset(rungs))]
                self.assertEqual(found, left)
        (merged_,) = layer._less(sketch, frozenset({Rung.SLOTS_MERGED}))
        self.assertEqual(merged_.block("a").size, size("4 1/4", "2"))

    def test_facing_pages_keep_photos_and_stories_off_the_fold_and_use_both_sides(self):
        both = count = 0
        for name in ("kites", "one-tall", "six", "two", "three"):
            for gap in ("0", "1/4"):
                page = facing("8 1/2", "11", gap)
                for way in all_ways(FitRequest.plain(demo_sketch(name), page)):
                    left = 0
                    photos = [block for block in way.blocks if block.role is Role.PHOTO]
                    for block in way.blocks:
                        if block.role in (Role.PHOTO, Role.JOURNALING, Role.TAG):
                            crosses = block.x < page.fold.end and block.x + block.width > page.fold.at
                            self.assertFalse(crosses and page.fold.gap, (name, way.way, block))
                            within = block.x + block.width <= page.fold.at or block.x >= page.fold.end
                            self.assertTrue(within, (name, way.way, block))
                    left = sum(2 * photo.x + photo.width < page.width for photo in photos)
                    both += 0 < left < len(photos)
                    count += len(photos) > 1
        self.assertGreater(both, 0.75 * count)

    def test_a_cluster_over_the_fold_makes_no_page_impossible_and_others_keep_off_it(self):
        page = facing("12", "12", "0")
        rows = [row("p", "photo", 1, 2, 6, 4), row("q", "photo", 17, 2, 6, 4), row("t", "title", 2, 9, 8, 1)]
        for x, across in ((11, True), (9, False)):
            sketch = sketch_of(*rows, row("c", "cluster", x, 5, 2, 2, level=3), page=(24, 12))
            ways = all_ways(FitRequest.plain(sketch, page))
            self.assertTrue(ways and ways[0].found and not ways[0].aside)
            cluster = block_of(ways[0], "c")
            lies_across = cluster.x < page.fold.at < cluster.x + cluster.width
            self.assertEqual(lies_across, across, (x, cluster))

    def test_groups_are_dealt_over_both_pages_the_title_with_the_lead(self):
        found = 0
        for name in ("kites", "one-tall", "two"):
            page = facing("12", "12", "1/2")
            design = design_of(demo_sketch(name))
            for way in all_ways(FitRequest.plain(design.sketch, page)):
                if way.way.plan.startswith("F("):
                    found += 1
                    self.assertIn("both pages", gist_of(way).words)
                    again = fit(FitRequest.plain(design.sketch, page), way.way)
                    self.assertEqual(again.blocks, way.blocks, "a plan is found again")
        self.assertTrue(found)


class SmallCases(TestCase):
    """The second program against every page there is, on a grid of an inch."""

    def test_no_placing_on_the_grid_is_cheaper(self):
        cases = (
            (sketch_of(row("p", "photo", 1, 1, 2, 2), row("q", "photo", 4, 1, 2, 2), page=(7, 5)), page_of("8", "5")),
            (sketch_of(row("p", "photo", 1, 1, 3, 2), row("t", "title", 1, 4, 3, 1), page=(6, 6)), page_of("6", "7")),
            (
                sketch_of(row("p", "photo", 0.5, 1, 2, 2), row("q", "photo", 3.5, 2, 2, 3), page=(6, 6)),
                page_of("8", "6"),
            ),
        )
        for sketch, page in cases:
            request = replace(FitRequest.plain(sketch, page), grid=INCH)
            design, terms = design_of(sketch), CostTerms(request)
            roots = tuple(design.stacks)
            sized = Sizing(design, terms, roots).sized()
            sizes = settled(design, terms, sized)

            def cost(places, args=(design, terms, roots, sized, sizes)):
                placing = Placing(*args)
                for (root, axis), start in places.items():
                    placing.program.equal(placing.edge(root, axis, False) * (1 / INCH), start)
                solved = placing.solved()
                return None if solved is None else solved.cost

            best = Placing(design, terms, roots, sized, sizes).solved()
            found = Placing(design, terms, roots, sized, sizes).placed()
            self.assertTrue(all(place % INCH == 0 for place in found.values()))
            one, two = roots
            for axis, length in ((Axis.X, page.width), (Axis.Y, page.height)):  # nothing ties one axis to the other
                places = product(range(length // INCH), repeat=2)
                costs = [cost({(one, axis): a, (two, axis): b}) for a, b in places]
                cheapest = min(one for one in costs if one is not None)
                self.assertAlmostEqual(best.cost, cheapest, places=6)

    def test_the_first_program_gives_everything_when_nothing_is_in_the_way(self):
        """On a page of its own proportions a sketch is only made smaller: sizes at the page's scale, to a mark."""
        sketch = sketch_of(
            row("p", "photo", 2, 2, 4, 6), row("q", "photo", 7, 2, 3, 3), row("t", "title", 2, 9.5, 6, 1.5)
        )
        design = design_of(sketch)
        firm = laid_firm(design, CostTerms(FitRequest.plain(sketch, page_of("9", "9"))))
        for name, wide, high in (("p", 3, 4.5), ("q", 2.25, 2.25)):
            block = firm.blocks[name]
            self.assertLessEqual(abs(block.width - wide * INCH), INCH // 8)
            self.assertLessEqual(abs(block.height - high * INCH), INCH // 8)


class MillimetrePages(TestCase):
    def test_reveals_become_their_usual_partners_and_sizes_lie_on_millimetres(self):
        """1/8 in = 3 mm, 1/4 in = 6 mm: common practice, no source."""
        page = Page(210 * MM, 297 * MM, Unit.MM)
        result = fit(FitRequest.plain(demo_sketch("three"), page), AS_DRAWN)
        photo, mat = block_of(result, "tall"), block_of(result, "m-tall")
        self.assertEqual((mat.width - photo.width, mat.height - photo.height), (6 * MM, 6 * MM))
        self.assertEqual(photo.width % MM, 0)
