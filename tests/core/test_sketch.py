"""Sketches: reading with every fault at once, turning and mirroring, and the relations read from them."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import SketchFaults
from inkquilt.page import Side
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.relations import Lie, cut_to_page, read_relations
from inkquilt.sketch.transform import mirrored, turned
from inkquilt.sketch.writing import write_sketch
from tests.building import DEMO_SKETCHES, data_of, demo_sketch, inches, row, sketch_of


def faults_of(data):
    """Return (block, code) of every fault."""
    try:
        read_sketch(data)
    except SketchFaults as error:
        return [(fault.block, fault.code) for fault in error.faults]
    return []


class ReadingSketches(TestCase):
    def test_all_faults_are_found_at_once_each_with_its_block(self):
        data = data_of(
            row("a", "photo", 1, 1, 4, 6),
            row("a", "photo", 1, 1, 0, -2),
            row("b", "wallpaper", 1, 1, 2, 2),
            row("m", "mat", 1, 1, 2, 2, of="gone"),
            row("far", "paper", 13, 0, 2, 2),
            row("odd", "paper", "two", 0, 2, 2),
        )
        self.assertEqual(
            set(faults_of(data)),
            {
                ("a", "duplicate-id"),
                ("a", "not-positive"),
                ("b", "unknown-role"),
                ("m", "mat-piece-missing"),
                ("far", "off-page"),
                ("odd", "unreadable-length"),
            },
        )

    def test_what_is_no_sketch_is_refused_in_words(self):
        self.assertEqual(faults_of([]), [(None, "not-an-object")])
        self.assertIn((None, "no-blocks"), faults_of(data_of()))
        crowd = data_of(*(row(f"p{i}", "paper", 0, 0, 1, 1) for i in range(201)))
        self.assertEqual(faults_of(crowd), [(None, "too-many-blocks")])
        self.assertIn((None, "page-size"), faults_of(data_of(row("a", "paper", 0, 0, 1, 1), page=(0, 12))))
        loop = data_of(row("m", "mat", 0, 0, 3, 3, of="n"), row("n", "mat", 0, 0, 3, 3, of="m"))
        self.assertIn(("m", "mat-loop"), faults_of(loop))

    def test_rounded_lengths_and_unknown_fields_are_said(self):
        read = read_sketch(data_of(row("a", "paper", "1/3", 0, 2, 2, glitter=True)))
        self.assertEqual([remark.code for remark in read.remarks], ["unknown-field", "rounded"])

    def test_every_demo_sketch_reads_back_equal_after_writing(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name)
            with self.subTest(sketch.name):
                self.assertEqual(read_sketch(write_sketch(sketch)).sketch, sketch)

    def test_leaving_a_photo_out_takes_its_mats_along(self):
        sketch = sketch_of(
            row("mm", "mat", 0, 0, 5, 5, of="m"), row("m", "mat", 1, 1, 3, 3, of="p"), row("p", "photo", 2, 2, 1, 1),
            row("pair", "mat", 5, 5, 5, 5, of=["q", "r"]), row("q", "photo", 6, 6, 1, 1), row("r", "photo", 8, 6, 1, 1),
        )  # fmt: skip
        self.assertEqual([b.id for b in sketch.without(frozenset({"p", "q"})).blocks], ["pair", "r"])


class TurningSketches(TestCase):
    @given(st.sampled_from(DEMO_SKETCHES))
    def test_four_quarters_and_two_mirrors_give_the_sketch_back(self, path):
        sketch = demo_sketch(path.name)
        self.assertEqual(turned(turned(sketch, 270), 90), sketch)
        self.assertEqual(mirrored(mirrored(sketch)), sketch)
        self.assertEqual(turned(sketch, 180), turned(turned(sketch, 90), 90))

    def test_a_quarter_turn_clockwise_takes_the_left_edge_to_the_top(self):
        sketch = turned(sketch_of(row("p", "photo", 1, 2, 4, 6), page=(12, 10)), 90)
        block = sketch.block("p")
        self.assertEqual((block.x, block.y, block.width, block.height), tuple(map(inches, ("2", "1", "6", "4"))))


class ReadingRelations(TestCase):
    def test_run_offs_layers_and_what_is_cut_at_the_page(self):
        sketch = cut_to_page(
            sketch_of(
                row("band", "strip", -1, 5, 14, 2),
                row("layer", "paper", "1/4", "1/4", "11 1/2", "11 1/2"),
                row("panel", "paper", 1, 1, 10, 10),
            )
        )
        relations = read_relations(sketch)
        self.assertEqual(sketch.block("band").width, inches("12"))
        self.assertEqual(relations.run_offs["band"], {Side.LEFT, Side.RIGHT})
        self.assertEqual(relations.layers, {"layer": inches("1/4")})

    def test_order_keeps_the_axis_with_the_larger_gap_and_wishes_the_other(self):
        relations = read_relations(sketch_of(row("a", "photo", 1, 1, 2, 2), row("b", "photo", 4, 6, 2, 2)))
        hard = {(apart.axis, apart.hard) for apart in relations.aparts}
        self.assertEqual(hard, {(Axis.Y, True), (Axis.X, False)})
        even = read_relations(sketch_of(row("a", "photo", 1, 1, 2, 2), row("b", "photo", 4, 4, 2, 2)))
        self.assertEqual([apart.axis for apart in even.aparts if apart.hard], [Axis.X])

    def test_how_an_upper_block_lies_over_a_lower_one(self):
        lower = row("low", "photo", 3, 3, 4, 4)
        cases = {
            (4, 4, 1, 1): (Lie.INSIDE, Lie.INSIDE),
            (2, 2, 6, 6): (Lie.SPANNING, Lie.SPANNING),
            (2, 6, 3, 3): (Lie.OVER_LOW, Lie.OVER_HIGH),
            (2, 4, 6, 1): (Lie.SPANNING, Lie.INSIDE),
        }
        for place, lies in cases.items():
            relations = read_relations(sketch_of(lower, row("up", "tag", *place, level=1)))
            with self.subTest(place):
                self.assertEqual([(o.x, o.y) for o in relations.overlaps], [lies])

    def test_lines_of_matted_photos_are_counted_once(self):
        rows = []
        for index in range(3):
            x = 1 + 3 * index
            rows += [row(f"m{index}", "mat", x, 2, 2, 3, of=f"p{index}")]
            rows += [row(f"p{index}", "photo", x + 0.125, 2.125, 1.75, 2.75, level=1)]
        lines = read_relations(sketch_of(*rows)).lines
        self.assertEqual([(line.axis, len(line.edges)) for line in lines], [(Axis.Y, 3), (Axis.Y, 3)])

    def test_tilted_neighbours_whose_boxes_meet_are_kept_apart_along_a_slant(self):
        relations = read_relations(
            sketch_of(row("a", "photo", 2, 2, 4, 1, turn=45), row("b", "photo", 4, 0.5, 4, 1, turn=45, level=1))
        )
        self.assertEqual(len(relations.besides), 1)
        self.assertEqual(relations.overlaps, ())
