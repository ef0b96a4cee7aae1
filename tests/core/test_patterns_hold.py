"""Rows, equal sizes, centring, anchors and tucks: what holds in the sketch holds in the fit, or is named as lost."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon, box

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.designs import design_fit
from inkquilt.fit.request import Pin, StripEnds, Switches
from inkquilt.lengths import INCH, Unit
from inkquilt.page import FORMATS, Fold
from inkquilt.sketch import Block, Role, Shape, Sketch
from inkquilt.sketch.geometry import drawn_outline
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import read_relations
from inkquilt.sketch.ties import ties_of
from tests.building import PLAIN_SCHOOLS, page_of, row, sketch_of
from tests.building import exact as fit

EIGHTH = INCH // 8
pages = st.sampled_from(
    [form.page() for form in FORMATS if form.key in ("letter", "6x8", "8x8", "12x12", "a4", "6x12")]
)
ways = st.builds(Way, st.sampled_from(PLAIN_SCHOOLS))
few = settings(max_examples=15, deadline=None, derandomize=True)


def fitted(rows, page, way, **terms):
    result = fit(replace(FitRequest.plain(sketch_of(*rows), page), **terms), way)
    return result, {block.id: block for block in result.blocks}


def lost(result, kind):
    return [one for one in result.relations.broken if one.kind == kind]


def end(block):
    return block.x + block.width


class PatternsHold(TestCase):
    @few
    @given(pages, ways, st.integers(3, 5), st.integers(1, 3))
    def test_equal_gaps_of_a_row_are_equal_and_on_the_grid(self, page, way, count, gap):
        rows = [row(f"p{i}", "paper", 0.5 + i * (2 + gap / 8), 2, 2, 2) for i in range(count)]
        result, blocks = fitted(rows, page, way)
        gaps = {blocks[f"p{i + 1}"].x - end(blocks[f"p{i}"]) for i in range(count - 1)}
        if not lost(result, "gaps"):
            self.assertEqual(len(gaps), 1)
            self.assertEqual(gaps.pop() % FitRequest.plain(result.sketch, page).grid, 0)

    @few
    @given(pages, ways, st.integers(2, 4))
    def test_pieces_of_one_size_stay_of_one_size(self, page, way, count):
        rows = [row(f"p{i}", "paper", 0.5 + i * 2.75, 1 + i / 2, 2.5, 3) for i in range(count)]
        result, blocks = fitted(rows, page, way)
        if not lost(result, "sizes"):
            self.assertEqual(len({block.size for block in blocks.values()}), 1)

    @few
    @given(pages, ways, st.integers(3, 9))
    def test_a_piece_centred_on_the_page_is_off_by_one_mark_at_most(self, page, way, width):
        result, blocks = fitted([row("p", "title", (12 - width) / 2, 5, width, 1.5)], page, way)
        piece = blocks["p"]
        left, right = piece.x, page.width - end(piece)
        grid = FitRequest.plain(result.sketch, page).grid
        self.assertLessEqual(abs(left - right), grid + grid // 2)
        self.assertLessEqual(left, right)  # the odd step lies at the right

    @few
    @given(pages, ways, st.sampled_from([1, 1.5, 2]))
    def test_a_cluster_over_a_corner_keeps_its_offset_from_it(self, page, way, side):
        rows = [
            row("panel", "paper", 1, 2, 7, 7),
            row("c", "cluster", 8 - side / 2, 9 - side / 2, side, side, shape="circle", level=2),
        ]
        result, blocks = fitted(rows, page, way)
        panel, cluster = blocks["panel"], blocks["c"]
        off_x = 2 * cluster.x + cluster.width - 2 * end(panel)
        off_y = 2 * cluster.y + cluster.height - 2 * (panel.y + panel.height)
        if not lost(result, "anchor"):
            self.assertLessEqual(max(abs(off_x), abs(off_y)), 2 * FitRequest.plain(result.sketch, page).grid)

    @few
    @given(pages, ways, st.sampled_from([0.25, 0.5, 0.75]))
    def test_what_is_tucked_under_stays_tucked_by_as_much(self, page, way, tuck):
        rows = [
            row("flag", "paper", 2, 1, 2, 3, level=1),
            row("band", "strip", 0, 4 - tuck, 12, 2, level=2),
        ]
        result, blocks = fitted(rows, page, way)
        shown = blocks["flag"].y + blocks["flag"].height - blocks["band"].y
        if page.unit.value == "in" and not lost(result, "tuck"):
            self.assertEqual(shown, round(tuck * INCH))
        self.assertGreater(shown, 0)

    @few
    @given(pages, ways, st.sampled_from([0.25, 0.5]))
    def test_concentric_layers_show_alike_on_all_sides(self, page, way, reveal):
        rows = [
            row("a", "paper", 2, 2, 7, 6),
            row("b", "paper", 2 + reveal, 2 + reveal, 7 - 2 * reveal, 6 - 2 * reveal, level=1),
        ]
        result, blocks = fitted(rows, page, way)
        a, b = blocks["a"], blocks["b"]
        shown = {b.x - a.x, b.y - a.y, end(a) - end(b), a.y + a.height - b.y - b.height}
        if not lost(result, "concentric"):
            self.assertEqual(len(shown), 1)


class AskedFor(TestCase):
    """What a person asks for is done, or the answer says why not."""

    FLAGS = tuple(row(f"flag-{i}", "paper", i, 6, 1, 2.5) for i in range(12))

    def test_twelve_flags_of_1_in_become_eight_on_a_narrower_page_when_their_size_shall_stay(self):
        # 12 flags of 1 x 2 1/2 span 12 in; common practice, no source
        page = page_of("8", "10")
        kept, _ = fitted(self.FLAGS, page, Way(School.KEEP_PHOTOS))
        self.assertEqual(len(kept.blocks), 12)
        result, _ = fitted(self.FLAGS, page, Way(School.KEEP_PHOTOS), switches=Switches(recount=True))
        self.assertEqual([block.width for block in result.blocks], [INCH] * 8)
        self.assertEqual((min(b.x for b in result.blocks), max(end(b) for b in result.blocks)), (0, page.width))

    def test_strips_stop_short_or_run_to_the_edge(self):
        rows = [row("s", "strip", 0, 5, 12, 1), row("t", "strip", 0.25, 8, 11.5, 1)]
        _, short = fitted(rows, page_of("8", "8"), Way(School.KEEP_PHOTOS), switches=Switches(StripEnds.SHORT))
        self.assertGreater(min(block.x for block in short.values()), 0)
        _, run = fitted(rows, page_of("8", "8"), Way(School.KEEP_PHOTOS), switches=Switches(StripEnds.TO_THE_EDGE))
        self.assertEqual({(block.x, end(block)) for block in run.values()}, {(0, 8 * INCH)})

    def test_a_tilted_piece_lies_by_its_true_outline_not_by_its_box(self):
        diamond = [[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]]  # turned by an eighth it is an upright square of 2 7/8 in
        rows = [
            row("d", "paper", -0.5, -0.5, 4, 4, turn=45, shape="polygon", points=diamond),
            row("h", "paper", 6, 2, 4, 2, shape="half-circle", end="top"),
            row("p", "photo", 9.5, 3.5, 2, 3),  # in the corner that the arc leaves free
        ]
        result, blocks = fitted(rows, page_of("12", "12"), Way(School.KEEP_PHOTOS))
        self.assertEqual((result.cost.displacement, blocks["d"].x), (0, -INCH // 2))
        self.assertEqual((blocks["p"].x, blocks["p"].y), (19 * INCH // 2, 7 * INCH // 2))
        _, blocks = fitted(rows, page_of("9 1/4", "12"), Way(School.KEEP_PHOTOS))
        half, photo = (shapely(blocks[name]) for name in "hp")
        self.assertFalse(half.buffer(-2).intersects(photo))
        self.assertTrue(box(*half.bounds).intersects(photo))

    def test_a_circle_that_touches_a_corner_by_two_grains_may_go_on_overlapping_it(self):
        # 2 grains are 6 micrometres: the rules read an overlap there, and the check must not read a gap
        mat = Block("m", Role.PAPER, Shape.RECT, 11715, 16764, 9080, 9080)
        round_one = Block("c", Role.CLUSTER, Shape.CIRCLE, 19240, 6604, 12192, 12192, level=1)
        sketch = Sketch("touching", Unit.IN, Size(4 * INCH, 6 * INCH), (mat, round_one))
        for width in ("4", "3 1/2", "4 1/2"):
            for school in PLAIN_SCHOOLS:  # raises FitNotSound if the checker objects
                self.assertTrue(fit(FitRequest.plain(sketch, page_of(width, "6")), Way(school)).found)

    def test_all_in_line_straightens_every_tilt(self):
        rows = [row("p", "photo", 3, 3, 3, 4, turn=7)]
        _, tilted = fitted(rows, page_of("12", "12"), Way(School.KEEP_PHOTOS))
        self.assertEqual(tilted["p"].turn, 700)
        _, straight = fitted(rows, page_of("12", "12"), Way(School.KEEP_PHOTOS), switches=Switches(in_line=True))
        self.assertEqual(straight["p"].turn, 0)

    def test_a_tilt_that_has_no_room_is_given_up_and_said(self):
        sketch = sketch_of(
            row("p", "photo", 1, 1, 10, 6, turn=20), row("q", "photo", 1, 9, 4, 2.5), row("t", "title", 6, 9.5, 5, 1)
        )
        result = design_fit(FitRequest.plain(sketch, page_of("4", "6")), Way(School.KEEP_PROPORTIONS))
        told = {change.block for change in result.changes if change.kind == "turn"}
        self.assertEqual(told, {block.id for block in result.blocks if block.id == "p" and not block.turn})

    def test_a_document_is_never_trimmed_and_the_leading_photo_keeps_its_size(self):
        rows = [row("a", "photo", 0.5, 0.5, 4, 6), row("b", "photo", 5, 0.5, 4, 6)]
        page = page_of("8", "9")
        request = FitRequest.plain(sketch_of(*rows), page)
        listed = {size for print_size in request.print_sizes for size in (print_size, print_size.swapped())}
        _, blocks = fitted(rows, page, Way(School.KEEP_PHOTOS), never_trim=frozenset({"a", "b"}))
        self.assertTrue({block.size for block in blocks.values()} <= listed)
        for leads in ("a", "b"):
            _, led = fitted(rows, page, Way(School.KEEP_PHOTOS), leads=leads)
            self.assertEqual(led[leads].size, sketch_of(*rows).block(leads).size)

    def test_a_tie_that_is_let_go_is_no_longer_counted(self):
        rows = [row("a", "photo", 1, 1, 3, 3), row("b", "paper", 5, 1, 3, 5)]
        sketch = sketch_of(*rows)
        blocks = {block.id: block for block in sketch.blocks}
        line = next(tie for tie in ties_of(read_relations(sketch), blocks) if tie.kind.value == "line")
        plain, _ = fitted(rows, page_of("8", "8"), Way(School.KEEP_PHOTOS))
        free, _ = fitted(rows, page_of("8", "8"), Way(School.KEEP_PHOTOS), untied=frozenset({line.key}))
        self.assertLess(free.relations.kept + len(free.relations.broken), plain.relations.kept)

    def test_pinned_pieces_stay_where_they_were_put_and_the_rest_hardly_moves(self):
        rows = [row(f"p{i}", "photo", 0.5 + 3.75 * i, 2, 3.5, 5) for i in range(3)]
        page = page_of("12", "12")
        before, blocks = fitted(rows, page, Way(School.KEEP_PHOTOS))
        pin = Pin("p1", x=blocks["p1"].x, y=blocks["p1"].y + INCH)
        _, after = fitted(rows, page, Way(School.KEEP_PHOTOS), pins=(pin,), near=before.blocks)
        self.assertEqual((after["p1"].x, after["p1"].y), (pin.x, pin.y))
        self.assertEqual({name: after[name].size for name in after}, {name: blocks[name].size for name in blocks})

    def test_pins_that_cannot_hold_are_named_with_the_sum(self):
        rows = [row("a", "photo", 0.5, 1, 4, 6), row("b", "photo", 5, 1, 4, 6)]
        page = page_of("12", "12", clear="1/2")
        before, _ = fitted(rows, page, Way(School.KEEP_PHOTOS))
        pins = (Pin("a", x=INCH // 4, y=INCH),)  # half of it in the margin that a binding swallows
        result, _ = fitted(rows, page, Way(School.KEEP_PHOTOS), pins=pins, near=before.blocks)
        self.assertFalse(result.found)
        self.assertEqual({name for demand in result.clash.demands for name in demand.blocks}, {"a"})
        self.assertIn("1/2", result.clash.sum)

    def test_photos_keep_clear_of_the_gap_and_a_band_runs_across_it(self):
        rows = [row("band", "strip", 0, 8, 24.5, 2)] + [
            row(f"p{i}", "photo", x, 1, 4, 6, level=1) for i, x in enumerate((1, 6, 13.5, 19))
        ]
        page = replace(page_of("20 1/2", "10"), fold=Fold(10 * INCH, INCH // 2))
        result = fit(FitRequest.plain(sketch_of(*rows, page=(24.5, 12)), page), Way(School.KEEP_PHOTOS))
        for photo in [block for block in result.blocks if block.role.value == "photo"]:
            self.assertTrue(end(photo) <= page.fold.at or photo.x >= page.fold.end, photo.id)
        band = next(block for block in result.blocks if block.id == "band")
        self.assertEqual((band.x, end(band)), (0, page.width))


def shapely(block):
    """A straight piece as it is cut."""
    return Polygon(drawn_outline(block))
