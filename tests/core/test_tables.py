"""Tables of good and bad input: each field of a sketch, each way a number can be written."""

from decimal import Decimal
from unittest import TestCase

from inkquilt.errors import SketchFaults
from inkquilt.fit import FitRequest, School, Status, Way
from inkquilt.fit.request import Budget
from inkquilt.lengths import INCH, MM, Unit, parse_length, with_unit
from inkquilt.sketch.model import Corner, End, Shape, Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented
from tests.building import data_of, demo_sketch, inches, page_of, row, sketch_of
from tests.building import exact as fit

GOOD_BLOCK = row("a", "paper", 1, 1, 2, 2)


def codes(**change):
    """Return the fault codes of a sketch with one changed block."""
    data = data_of({**GOOD_BLOCK, **change}, row("p", "photo", 5, 5, 2, 2))
    try:
        read_sketch(data)
    except SketchFaults as error:
        return [fault.code for fault in error.faults]
    return []


class Fields(TestCase):
    def test_bad_values_of_every_field(self):
        for field, values, code in (
            ("id", [None, "", " ", 7, "x" * 61, ["a"]], "id"),
            ("role", [None, "", "Paper", 3, []], "unknown-role"),
            ("shape", ["hexagon", 1, {}], "unknown-shape"),
            ("x", [None], "missing"),
            ("x", [True, [], {}], "unreadable-length"),
            ("y", ["two", "1/0", "5 ft", Decimal("1e30"), Decimal("NaN")], "unreadable-length"),
            ("width", [0, -1, "-1/8", "0"], "not-positive"),
            ("height", [0.0, "-2"], "not-positive"),
            ("turn", ["5", True, None or [], 1e9, Decimal("NaN")], "turn"),
            ("level", [1.5, "1", True, 10_001], "level"),
            ("of", ["p"], "of"),
            ("of", [7, [], [3]], "of"),
            ("paper", [3, "x" * 21], "paper"),
            ("label", [["x"], "x" * 121], "label"),
            ("min", [3, "1x2", [1]], "min"),
            ("min", [{"width": 0, "height": 1}], "not-positive"),
            ("corner", ["top"], "unknown-corner"),
            ("end", ["up"], "unknown-end"),
            ("notch", [0, -1], "not-positive"),
        ):
            for value in values:
                with self.subTest(field, value=value):
                    self.assertIn(code, codes(**{field: value}))

    def test_good_values_of_every_field(self):
        for change in (
            {"turn": 370}, {"turn": -12.34}, {"level": -3}, {"paper": "A"}, {"label": "sky"}, {"min": [1, "1/2"]},
            {"min": {"width": 1, "height": 1}}, {"shape": "banner", "end": "left", "notch": "1/4"},
            {"shape": "triangle", "corner": "top-left"}, {"shape": "circle"}, {"x": -0.5}, {"x": "25.4 mm"},
            {"role": "mat", "of": ["p"]}, {"role": "mat", "of": "p"}, {"width": 11.5},
        ):  # fmt: skip
            with self.subTest(change):
                self.assertEqual(codes(**change), [])

    def test_what_was_read_is_what_was_written(self):
        block = sketch_of(
            row("b", "strip", "1 1/2", 0.25, "25.4 mm", 3, turn=-90, level=4, paper="C", label="flag",
                shape="banner", end="top", notch="1/8", min=["1/2", 1])
        ).blocks[0]  # fmt: skip
        self.assertEqual((block.x, block.y, block.width, block.height), (3 * INCH // 2, INCH // 4, INCH, 3 * INCH))
        self.assertEqual((block.turn, block.level, block.paper, block.label), (27_000, 4, "C", "flag"))
        self.assertEqual((block.shape, block.end, block.notch), (Shape.BANNER, End.TOP, INCH // 8))
        self.assertEqual(block.min_size, Size(INCH // 2, INCH))

    def test_faults_of_the_whole_sketch(self):
        for change, code in (
            ({"kind": "other"}, "kind"), ({"version": 2}, "version"), ({"version": True}, "version"),
            ({"unit": "cm"}, "unknown-unit"), ({"page": 12}, "page"), ({"page": {"width": 12}}, "missing"),
            ({"page": {"width": 12, "height": 60}}, "page-size"), ({"blocks": {}}, "blocks"),
            ({"blocks": [7]}, "not-an-object"), ({"name": 7}, "name"),
        ):  # fmt: skip
            with self.subTest(change), self.assertRaises(SketchFaults) as caught:
                read_sketch({**data_of(GOOD_BLOCK), **change})
            self.assertIn(code, [fault.code for fault in caught.exception.faults])

    def test_only_what_can_carry_a_mat_is_matted_and_one_base_is_enough(self):
        with self.assertRaises(SketchFaults) as caught:
            read_sketch(data_of(row("c", "cluster", 1, 1, 1, 1), row("m", "mat", 0, 0, 3, 3, of="c"),
                                row("x", "base", 0, 0, 12, 12), row("y", "base", 0, 0, 12, 12)))  # fmt: skip
        self.assertEqual([fault.code for fault in caught.exception.faults], ["second-base", "mat-piece"])


class Cutting(TestCase):
    def test_what_reaches_past_the_page_is_cut_unless_its_shape_would_be_lost(self):
        rows = (row("r", "paper", -1, -1, 3, 3), row("b", "strip", 10, 5, 4, 1, shape="banner"),
                row("c", "cluster", 11, 11, 2, 2, shape="circle"), row("t", "paper", -1, 5, 3, 3, turn=10))  # fmt: skip
        cut = cut_to_page(sketch_of(*rows))
        sizes = {block.id: (block.x, block.y, block.width, block.height) for block in cut.blocks}
        self.assertEqual(sizes["r"], (0, 0, 2 * INCH, 2 * INCH))
        self.assertEqual(sizes["b"], (10 * INCH, 5 * INCH, 2 * INCH, INCH))
        self.assertEqual((sizes["c"][2], sizes["t"][2]), (2 * INCH, 3 * INCH))


class Holding(TestCase):
    def test_corners_ends_and_tilts_go_along_when_a_sketch_is_held_otherwise(self):
        sketch = sketch_of(
            row("t", "paper", 0, 0, 2, 3, shape="triangle", corner="top-left"),
            row("f", "strip", 5, 5, 4, 1, shape="banner", end="right"),
            row("p", "photo", 4, 1, 2, 3, turn=6, min=[1, 2]),
        )
        quarter, mirror = oriented(sketch, 90, False), oriented(sketch, 0, True)
        self.assertEqual((quarter.block("t").corner, quarter.block("f").end), (Corner.TOP_RIGHT, End.BOTTOM))
        self.assertEqual((mirror.block("t").corner, mirror.block("f").end), (Corner.TOP_RIGHT, End.LEFT))
        self.assertEqual((quarter.block("p").turn, mirror.block("p").turn), (600, 35_400))
        self.assertEqual(quarter.block("p").min_size, Size(inches("2"), inches("1")))
        self.assertEqual(mirror.block("t").x, inches("10"))
        with self.assertRaises(ValueError):
            oriented(sketch, 45, False)


class Limits(TestCase):
    def test_out_of_time_is_a_value_not_an_error(self):
        request = FitRequest.plain(demo_sketch("six"), page_of("8", "8"))
        hurried = FitRequest(**{**{f: getattr(request, f) for f in request.__slots__}, "budget": Budget(1e-6)})
        result = fit(hurried, Way(School.KEEP_PHOTOS))
        self.assertIn(result.status, (Status.UNKNOWN, Status.BEST_FOUND))

    def test_lengths_at_the_ends_of_what_is_read(self):
        self.assertEqual(parse_length("10000 mm", Unit.IN).grains, 10_000 * MM)
        for text in ("10001 mm", "394 in"):
            with self.assertRaises(Exception) as caught:
                parse_length(text, Unit.MM)
            self.assertIn("longer than 10 metres", str(caught.exception))
        self.assertEqual(with_unit(INCH // 8, Unit.IN), "1/8 in")
        self.assertEqual(with_unit(INCH // 8, Unit.MM), "about 3.2 mm")
