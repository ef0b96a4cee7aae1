"""Ways that change the layout: extras filled with numbers that add up, rows become columns, turns undone, proposals."""

import re
from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.filling import FILLS
from inkquilt.fit.manual_edit import Grip, Typed, pinned, typed_grip
from inkquilt.fit.proposals import proposals
from inkquilt.fit.request import Pin, Status
from inkquilt.fit.solve import all_ways, fit
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.sketch.transform import mirrored, turned
from tests.building import DEMO_SKETCHES, demo_sketch, page_of, row, sketch_of

SQUARE = page_of("12", "12")
SMALL_PAGES = [form.page() for form in FORMATS if form.key in ("insert", "6x12")]


def demo():
    return [demo_sketch(path.name.split(".")[0]) for path in DEMO_SKETCHES]


class Turning(TestCase):
    def test_four_quarter_turns_and_two_mirrors_give_every_sketch_back(self):
        for sketch in demo():
            self.assertEqual(turned(turned(turned(turned(sketch, 90), 90), 90), 90), sketch)
            self.assertEqual(mirrored(mirrored(sketch)), sketch)
            self.assertEqual(turned(mirrored(sketch), 180), mirrored(turned(sketch, 180)))

    @settings(max_examples=40, deadline=None, derandomize=True)
    @given(
        st.sampled_from(["frame", "half-circle", "triangle", "banner", "polygon"]),
        st.sampled_from(["left", "top", "right", "bottom"]),
        st.sampled_from([0, 90, 180, 270]),
        st.booleans(),
    )
    def test_shapes_turned_and_turned_back_are_the_same(self, shape, end, turn, mirror):
        more = {
            "frame": {"band": 0.5},
            "half-circle": {"end": end},
            "triangle": {"corner": "top-left"},
            "banner": {"end": end, "notch": 0.5},
            "polygon": {"points": [[0, 0], [1, 0.25], [0.5, 1]]},
        }[shape]
        size = ((4, 2) if end in ("top", "bottom") else (2, 4)) if shape == "half-circle" else (3, 4)
        sketch = sketch_of(row("s", "paper", 1, 2, *size, shape=shape, **more))
        there = turned(mirrored(sketch) if mirror else sketch, turn)
        back = turned(there, -turn % 360)
        self.assertEqual(mirrored(back) if mirror else back, sketch)

    def test_a_turned_and_mirrored_page_is_fitted_like_the_plain_one(self):
        sketch = demo_sketch("one-tall")
        plain = fit(FitRequest.plain(sketch, SQUARE), Way(School.KEEP_PHOTOS))
        other = fit(FitRequest.plain(mirrored(sketch), SQUARE), Way(School.KEEP_PHOTOS, mirrored=True))
        self.assertEqual(plain.blocks, other.blocks)


class FillingTheExtra(TestCase):
    """8 1/2 x 11 to 12 x 12 leaves 3 1/2 in width and 1 in height to fill; common practice, no source."""

    SKETCH = sketch_of(
        row("base", "base", 0, 0, 8.5, 11),
        row("panel", "paper", 0.5, 1, 4.5, 9, level=1),
        row("strip", "strip", 0, 8, 8.5, 0.5, level=2),
        row("p", "photo", 1, 1.5, 3.5, 5, level=3),
        row("t", "title", 1, 8.75, 6, 1, level=3),
        page=(8.5, 11),
    )

    def test_every_way_to_fill_tells_its_numbers_and_keeps_all_that_was_there(self):
        request = FitRequest.plain(self.SKETCH, SQUARE)
        seen = set()
        for variant in FILLS:
            result = fit(request, Way(School.FILL, variant=variant))
            if not result.found:
                continue
            seen.add(variant)
            with self.subTest(variant.value):
                self.assertTrue(re.search(r"\d", result.note), result.note)
                names = {block.id for block in result.blocks}
                self.assertTrue({block.id for block in self.SKETCH.blocks} <= names)
                photo = next(block for block in result.blocks if block.id == "p")
                self.assertGreaterEqual(photo.width, 7 * INCH // 2)
        self.assertGreaterEqual(len(seen), 3)


class ArrangedAnew(TestCase):
    def test_on_far_off_pages_every_photo_is_kept_and_some_arrangement_is_offered(self):
        for page in SMALL_PAGES:
            arranged = 0
            for sketch in demo():
                for result in all_ways(FitRequest.plain(sketch, page)):
                    arranged += bool(result.way.plan)
                    wanted = {block.id for block in sketch.blocks if block.role is Role.PHOTO}
                    self.assertTrue(wanted <= {block.id for block in result.blocks})
            self.assertGreater(arranged, 10)

    def test_a_row_of_three_becomes_a_column_on_a_narrow_page(self):
        sketch = sketch_of(*(row(f"p{i}", "photo", 0.5 + 3.75 * i, 4, 3, 3) for i in range(3)))
        request = FitRequest.plain(sketch, page_of("3 1/2", "11"))
        column = next(result for result in all_ways(request) if result.way.school is School.REFLOW)
        blocks = {block.id: block for block in column.blocks}
        self.assertTrue(all(blocks[f"p{i}"].y + blocks[f"p{i}"].height <= blocks[f"p{i + 1}"].y for i in range(2)))
        self.assertEqual(column.blocks, fit(request, column.way).blocks)  # a way is found again by its plan


class ByHand(TestCase):
    def test_a_typed_height_leaves_the_typed_width(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 4, 6), row("q", "photo", 7, 1, 3, 3))
        request = replace(FitRequest.plain(sketch, SQUARE), near=sketch.blocks)
        wide = pinned(request, sketch, typed_grip(request, sketch.blocks[0], Typed(width=6 * INCH)))
        both = pinned(
            replace(request, pins=wide), sketch, typed_grip(request, sketch.blocks[0], Typed(height=4 * INCH))
        )
        self.assertEqual((both[0].width, both[0].height), (6 * INCH, 4 * INCH))
        result = fit(replace(request, pins=both), Way(School.KEEP_PROPORTIONS))
        self.assertEqual(next(b.size for b in result.blocks if b.id == "p"), Size(6 * INCH, 4 * INCH))

    def test_distances_from_both_edges_stretch_a_strip_and_move_a_photo(self):
        sketch = sketch_of(row("s", "strip", 1, 8, 8, 1), row("p", "photo", 1, 1, 4, 6))
        request = replace(FitRequest.plain(sketch, SQUARE), near=sketch.blocks)
        strip, photo = sketch.blocks
        cases = (
            (strip, Typed(left=2 * INCH, right=INCH), (2 * INCH, 9 * INCH)),
            (strip, Typed(right=INCH), (3 * INCH, None)),
            (strip, Typed(right=INCH, width=4 * INCH), (7 * INCH, 4 * INCH)),
            (strip, Typed(left=2 * INCH), (2 * INCH, None)),
            (photo, Typed(left=2 * INCH, right=INCH), (7 * INCH, None)),
        )
        for block, typed, wanted in cases:
            grip = typed_grip(request, block, typed)
            with self.subTest(typed):
                self.assertEqual((grip.x, grip.width), wanted)
        settled = replace(request, pins=(Pin("s", x=2 * INCH),))
        grip = typed_grip(settled, strip, Typed(right=INCH))
        self.assertEqual((grip.x, grip.width), (None, 9 * INCH))

    def test_a_piece_is_drawn_to_a_line_nearby_and_else_to_a_mark(self):
        sketch = sketch_of(row("a", "photo", 1, 1, 3, 3), row("b", "photo", 6, 2, 3, 3))
        request = FitRequest.plain(sketch, SQUARE)
        near = fit(request, Way(School.KEEP_PHOTOS))
        request = replace(request, near=near.blocks)
        on_line = pinned(request, sketch, Grip("b", y=INCH + 200))
        self.assertEqual(on_line[0].y, INCH)
        off = pinned(request, sketch, Grip("b", y=9 * INCH // 2 + 300))
        self.assertEqual(off[0].y % (INCH // 8), 0)

    def test_what_would_help_names_what_the_photos_gain(self):
        rows = [row(f"p{i}", "photo", 0.25 + i * 2.9, 1, 2.5, 3.5) for i in range(4)]
        request = FitRequest.plain(sketch_of(*rows), page_of("8", "6"))
        found = proposals(request, Way(School.KEEP_PHOTOS))
        self.assertTrue(found)
        for one in found:
            self.assertTrue(one.gain)
            self.assertIn(one.fit.status, (Status.OPTIMAL, Status.BEST_FOUND))
