"""A sketch turned, mirrored, its slots made one and two, room kept on it, tidied after a picture, faced by another."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.errors import BadInput
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.sketch.companion import companions, companions_for, strong_shape
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.model import MOST_BLOCKS, Corner, End, Role, Shape, Size
from inkquilt.sketch.rework import Rework, mergeable, merged, reworked, split, splittable
from inkquilt.sketch.room import emptiest, with_room
from inkquilt.sketch.tidy import tidied
from inkquilt.sketch.transform import mirrored, oriented, turned
from tests.building import DEMO_SKETCHES, demo_sketch, row, size, sketch_of

EIGHTH = INCH // 8


def places(sketch):
    """Return where the blocks lie, in inches."""
    return {b.id: tuple(one / INCH for one in (b.x, b.y, b.width, b.height)) for b in sketch.blocks}


class Turning(TestCase):
    SKETCH = sketch_of(row("a", "paper", 1, 2, 3, 4, turn=10), page=(12, 8))

    def test_each_quarter_clockwise(self):
        for degrees, page, place in [
            (0, (12, 8), (1, 2, 3, 4)),
            (90, (8, 12), (2, 1, 4, 3)),
            (180, (12, 8), (8, 2, 3, 4)),
            (270, (8, 12), (2, 8, 4, 3)),
            (360, (12, 8), (1, 2, 3, 4)),
            (-90, (8, 12), (2, 8, 4, 3)),
            (450, (8, 12), (2, 1, 4, 3)),
        ]:
            with self.subTest(degrees):
                found = turned(self.SKETCH, degrees)
                self.assertEqual((found.page.width / INCH, found.page.height / INCH), page)
                self.assertEqual(places(found)["a"], place)
                self.assertEqual(found.blocks[0].turn, 1_000)  # a tilt stays what it is
        for degrees in (1, 45, 89, 91):
            self.assertRaises(ValueError, turned, self.SKETCH, degrees)

    def test_corners_and_ends_go_along(self):
        triangle = sketch_of(row("a", "paper", 0, 0, 4, 4, shape="triangle", corner="top-left"))
        flag = sketch_of(row("a", "strip", 0, 0, 4, 1, shape="banner", end="right"))
        corners = [turned(triangle, 90 * n).blocks[0].corner for n in range(4)]
        self.assertEqual(corners, [Corner.TOP_LEFT, Corner.TOP_RIGHT, Corner.BOTTOM_RIGHT, Corner.BOTTOM_LEFT])
        ends = [turned(flag, 90 * n).blocks[0].end for n in range(4)]
        self.assertEqual(ends, [End.RIGHT, End.BOTTOM, End.LEFT, End.TOP])
        self.assertEqual(mirrored(triangle).blocks[0].corner, Corner.TOP_RIGHT)
        self.assertEqual([mirrored(turned(flag, 90 * n)).blocks[0].end for n in range(4)],
                         [End.LEFT, End.BOTTOM, End.RIGHT, End.TOP])  # fmt: skip

    def test_mirrored_a_tilt_leans_the_other_way(self):
        found = mirrored(self.SKETCH)
        self.assertEqual((places(found)["a"], found.blocks[0].turn), ((8, 2, 3, 4), 35_000))
        straight = sketch_of(row("a", "paper", 1, 2, 3, 4))
        self.assertEqual(mirrored(straight).blocks[0].turn, 0)

    def test_turned_first_then_mirrored(self):
        self.assertEqual(oriented(self.SKETCH, 90, True), mirrored(turned(self.SKETCH, 90)))
        self.assertNotEqual(oriented(self.SKETCH, 90, True), turned(mirrored(self.SKETCH), 90))

    @given(st.sampled_from(DEMO_SKETCHES), st.integers(0, 3), st.booleans())
    def test_and_back_it_is_as_before(self, path, quarters, mirror):
        sketch = demo_sketch(path.name)
        there = oriented(sketch, 90 * quarters, mirror)
        back = turned(mirrored(there) if mirror else there, -90 * quarters)
        self.assertEqual(back, sketch)


class Slots(TestCase):
    def test_which_slots_could_be_one(self):
        for second, near in [
            ((5, 1, 3, 4), True), ((4, 1, 3, 4), True), ((5.01, 1, 3, 4), False), ((3.9, 1, 3, 4), False),
            ((5, 2, 3, 4), True), ((5, 2.01, 3, 4), False), ((5, 1, 3, 3), True), ((5, 1, 3, 2.9), False),
            ((1, 5, 3, 4), True), ((1, 6.01, 3, 4), False), ((5, 6, 3, 4), False),
        ]:  # fmt: skip
            sketch = sketch_of(row("p", "photo", 1, 1, 3, 4), row("q", "photo", *second))
            with self.subTest(second):
                self.assertEqual(list(mergeable(sketch)), [("p", "q")] if near else [])

    def test_not_with_something_between_nor_tilted_nor_round(self):
        pair = [row("p", "photo", 1, 1, 3, 4), row("q", "photo", 5, 1, 3, 4)]
        for more, near in [
            (row("t", "title", 4.2, 2, 0.6, 1), False), (row("t", "journaling", 4.2, 2, 0.6, 1), False),
            (row("t", "tag", 4.2, 2, 0.6, 1), True), (row("t", "title", 4.2, 6, 0.6, 1), True),
        ]:  # fmt: skip
            with self.subTest(more):
                self.assertEqual(list(mergeable(sketch_of(*pair, more))), [("p", "q")] if near else [])
        for change in ({"turn": 5}, {"shape": "circle", "height": 3}):
            self.assertEqual(list(mergeable(sketch_of(pair[0], {**pair[1], **change}))), [])

    def test_made_one_it_covers_both_and_its_mat_grows(self):
        sketch = sketch_of(
            row("m", "mat", 0.875, 0.875, 3.25, 4.25, of="p"), row("p", "photo", 1, 1, 3, 4, level=1),
            row("n", "mat", 4.875, 1.875, 3.25, 4.25, of="q"), row("q", "photo", 5, 2, 3, 4, level=1),
        )  # fmt: skip
        found = places(merged(sketch, "p", "q"))
        self.assertEqual(found, {"m": (0.875, 0.875, 7.25, 5.25), "p": (1, 1, 7, 5)})
        other = places(merged(sketch, "q", "p"))
        self.assertEqual(other, {"n": (0.875, 0.875, 7.25, 5.25), "q": (1, 1, 7, 5)})
        self.assertRaises(KeyError, merged, sketch, "p", "nowhere")

    def test_which_slots_hold_two(self):
        for wide, high, two in [(2.125, 2, True), (2.12, 2, False), (2, 2.125, True), (2, 2, False), (9, 0.5, True)]:
            sketch = sketch_of(row("p", "photo", 1, 1, wide, high))
            with self.subTest(wide=wide, high=high):
                self.assertEqual(list(splittable(sketch)), ["p"] if two else [])
        full = sketch_of(
            row("p", "photo", 1, 1, 4, 4), *(row(f"s{n}", "strip", 0, 0, 1, 1) for n in range(MOST_BLOCKS - 1))
        )
        self.assertEqual(list(splittable(full)), [])

    def test_halved_across_its_longer_side_a_gap_between(self):
        for place, one, two in [
            ((1, 1, 4.125, 3), (1, 1, 2, 3), (3.125, 1, 2, 3)), ((1, 1, 3, 4.125), (1, 1, 3, 2), (1, 3.125, 3, 2)),
            ((1, 1, 4.125, 4.125), (1, 1, 2, 4.125), (3.125, 1, 2, 4.125)),
        ]:  # fmt: skip
            sketch = sketch_of(row("m", "mat", 0.5, 0.5, 6, 6, of="p"), row("p", "photo", *place, label="us", level=1))
            found = split(sketch, "p")
            with self.subTest(place):
                self.assertEqual((places(found)["p"], places(found)["p-2"]), (one, two))
                self.assertEqual(found.block("m").of, ("p", "p-2"))
                self.assertEqual(found.block("p-2").label, "us, second")

    def test_each_kind_of_change(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 3, 4), row("q", "photo", 5, 1, 3, 4))
        for rework, blocks, left in [
            (Rework.MERGE, ("p", "q"), {"p"}), (Rework.SPLIT, ("q",), {"p", "q", "q-2"}), (Rework.DROP, ("p",), {"q"}),
            (Rework.CARD, ("q",), {"p"}),
        ]:  # fmt: skip
            with self.subTest(rework):
                self.assertEqual(set(places(reworked(sketch, rework, blocks))), left)


class Room(TestCase):
    PAGE = size("12", "12")

    def test_where_least_lies(self):
        wanted = size("4", "2")
        for rows, place in [
            ([], (0, 10)),  # of equal places the lowest, then leftmost
            ([row("p", "photo", 0, 6, 12, 6)], (0, 4)), ([row("p", "photo", 0, 0, 12, 10)], (0, 10)),
            ([row("p", "photo", 0, 0, 8, 12)], (8, 10)), ([row("p", "paper", 0, 0, 12, 12)], (0, 10)),
            ([row("p", "title", 0, 8, 6, 4)], (6, 10)),
        ]:  # fmt: skip
            with self.subTest(rows):
                blocks = sketch_of(*rows).blocks if rows else ()
                x, y = emptiest(self.PAGE, blocks, wanted, EIGHTH)
                self.assertEqual((x / INCH, y / INCH), place)

    def test_how_large_it_is_and_how_it_is_called(self):
        sketch = sketch_of(row("p", "photo", 0, 0, 12, 6, level=3))
        for role, wide, high, label in [
            (Role.CLUSTER, 1.75, 1.75, "room for a cluster"), (Role.TITLE, 6, 1.375, "room for a title"),
            (Role.JOURNALING, 4, 2, "room for words"), (Role.TAG, 2, 1.375, "room for a tag"),
        ]:  # fmt: skip
            found, name = with_room(sketch, 0, False, self.PAGE, sketch.blocks, role, EIGHTH)
            block = found.block(name)
            with self.subTest(role):
                self.assertEqual((block.width / INCH, block.height / INCH, block.label), (wide, high, label))
                self.assertEqual((block.level, block.role), (4, role))
                self.assertEqual(block.shape, Shape.CIRCLE if role is Role.CLUSTER else Shape.RECT)

    def test_on_a_page_that_is_turned_and_mirrored_it_is_drawn_where_it_will_lie(self):
        sketch = sketch_of(row("p", "photo", 0, 0, 12, 4), page=(12, 8))
        for quarters in range(4):
            for mirror in (False, True):
                lying = oriented(sketch, 90 * quarters, mirror)
                found, name = with_room(sketch, 90 * quarters, mirror, lying.page, lying.blocks, Role.TAG, EIGHTH)
                there = oriented(found, 90 * quarters, mirror).block(name)
                with self.subTest(quarters=quarters, mirror=mirror):
                    wanted = emptiest(lying.page, lying.blocks, there.size, EIGHTH)
                    self.assertEqual((there.x, there.y), wanted)
                    self.assertEqual(found.without(frozenset({name})), sketch)

    def test_what_needs_no_room_and_too_many(self):
        sketch = sketch_of(row("p", "photo", 0, 0, 2, 2))
        for role in (Role.PHOTO, Role.PAPER, Role.MAT, Role.BASE):
            with self.subTest(role), self.assertRaises(BadInput):
                with_room(sketch, 0, False, self.PAGE, sketch.blocks, role, EIGHTH)
        full = sketch_of(*(row(f"s{n}", "strip", 0, 0, 1, 1) for n in range(MOST_BLOCKS)))
        with self.assertRaises(BadInput) as caught:
            with_room(full, 0, False, self.PAGE, full.blocks, Role.TAG, EIGHTH)
        self.assertEqual(caught.exception.faults[0].code, "too-many")


class Tidied(TestCase):
    def tidy(self, *rows, unit="in", page=(12, 12)):
        return places(tidied(Draft(sketch_of(*rows, unit=unit, page=page), frozenset())).sketch)

    def test_places_come_to_eighths_and_near_edges_to_one_line(self):
        for place, then in [
            ((1.01, 2.02, 3.98, 1.03), (1, 2, 4, 1)), ((1.07, 2, 4, 1), (1.125, 2, 4, 1)),
            ((0.02, 0.03, 11.97, 1), (0, 0, 12, 1)),  # the page's own edges
            ((1.0625, 2, 4, 1), (1.0625, 2, 3.9375, 1)),  # a sixteenth that was meant
        ]:  # fmt: skip
            with self.subTest(place):
                found = self.tidy(row("a", "paper", *place))["a"]
                for one, wanted in zip(found, then, strict=True):
                    self.assertAlmostEqual(one, wanted, delta=1 / 15.9)

    def test_two_that_were_meant_to_line_up_do(self):
        found = self.tidy(
            row("a", "paper", 1, 1, 4, 2), row("b", "photo", 1.04, 4, 4, 3), row("c", "photo", 1.2, 8, 3, 3)
        )
        self.assertEqual(found["a"][0], found["b"][0])
        self.assertNotEqual(found["a"][0], found["c"][0])

    def test_no_piece_becomes_nothing(self):
        found = self.tidy(row("a", "paper", 1, 1, 0.01, 4))
        self.assertGreaterEqual(found["a"][2], 1 / 16)

    def test_a_circle_stays_round_and_a_tilted_piece_keeps_its_lean(self):
        found = tidied(
            Draft(
                sketch_of(
                    row("c", "paper", 1.03, 1.01, 3.03, 3.03, shape="circle"),
                    row("t", "photo", 5.01, 5.02, 3.02, 4.03, turn=7),
                ),
                frozenset({"t"}),
            )
        )
        circle, tilted = found.sketch.blocks
        self.assertEqual(circle.width, circle.height)
        self.assertEqual((tilted.turn, found.guessed), (700, frozenset({"t"})))

    def test_metric_pictures_come_to_millimetres(self):
        sketch = sketch_of(row("a", "paper", 10.3, 20.2, 99.8, 50.1), unit="mm", page=(210, 297))
        (block,) = tidied(Draft(sketch, frozenset())).sketch.blocks
        self.assertEqual([one % MM for one in (block.x, block.y, block.width, block.height)], [0, 0, 0, 0])
        self.assertEqual((block.width // MM, block.height // MM), (100, 50))


class Facing(TestCase):
    SKETCH = sketch_of(
        row("base", "base", 0, 0, 12, 12, paper="A"),
        row("band", "strip", 0, 8, 12, 3, paper="B", level=1),
        row("p", "photo", 1, 1, 4, 6, level=2),
        row("q", "photo", 6, 1, 4, 4, level=2),
        row("t", "title", 6, 6, 5, 1, level=2),
    )

    def test_the_strong_shape_is_the_largest_paper_that_is_not_ground(self):
        self.assertEqual(strong_shape(self.SKETCH).id, "band")
        self.assertIsNone(strong_shape(sketch_of(row("p", "photo", 1, 1, 4, 6))))
        for wide, ground in [(9.6, True), (9.5, False)]:  # 0.8 of the page
            one = sketch_of(row("a", "paper", 0, 0, wide, 12), row("s", "strip", 0, 0, 1, 1))
            with self.subTest(wide=wide):
                self.assertEqual(strong_shape(one).id, "s" if ground else "a")

    def test_what_sits_low_sits_high_and_the_title_is_said_once(self):
        for found in companions(self.SKETCH, 2):
            with self.subTest(found.key):
                blocks = {block.id: block for block in found.sketch.blocks}
                self.assertEqual(blocks["band"].y / INCH, 1)
                self.assertIn("low on the first page, high on this one", " ".join(found.words))
                self.assertFalse([block for block in found.sketch.blocks if block.role is Role.TITLE])
                self.assertEqual(blocks["t"].role, Role.JOURNALING)  # nothing was told yet: its place is for the story
                self.assertEqual({block.paper for block in found.sketch.blocks if block.paper}, {"A", "B"})
                self.assertEqual(found.sketch.name, "Test, facing page")

    def test_as_many_slots_as_are_asked(self):
        for photos, words in [(1, "1 slot for photos instead of 2"), (2, ""), (3, "3 slots for photos instead of 2"),
                              (4, "4 slots for photos instead of 2")]:  # fmt: skip
            for found in companions(self.SKETCH, photos):
                with self.subTest(photos=photos, key=found.key):
                    self.assertEqual(len(found.slots), photos)
                    self.assertEqual("slot" in " ".join(found.words), bool(words))
                    self.assertIn(words, " ".join(found.words))
        for photos in (0, -1, 99):
            self.assertRaises(BadInput, companions, self.SKETCH, photos)

    def test_photos_of_sizes_that_exist(self):
        sizes = [size("3", "4"), size("4", "3"), size("2", "2")]
        for found in companions_for(self.SKETCH, sizes):
            for slot, wanted in zip(found.slots, sizes, strict=True):
                if slot is not None:
                    self.assertEqual(found.sketch.block(slot).size, wanted)
        self.assertRaises(BadInput, companions_for, self.SKETCH, [])
        self.assertRaises(BadInput, companions_for, self.SKETCH, [Size(INCH, INCH)] * 99)

    def test_a_paper_that_would_be_lost_returns_as_a_line(self):
        sketch = sketch_of(
            row("band", "strip", 0, 8, 12, 3, paper="B"), row("t", "title", 6, 6, 5, 1, paper="C", level=2),
            row("j", "journaling", 1, 1, 3, 2, level=2), row("p", "photo", 6, 1, 4, 4, level=2),
        )  # fmt: skip
        for found in companions(sketch, 1):
            line = next(block for block in found.sketch.blocks if block.paper == "C")
            with self.subTest(found.key):
                self.assertEqual((line.role, line.width, line.height), (Role.STRIP, 12 * INCH, INCH // 4))
                self.assertIn("paper C returns as a thin line", found.words)

    def test_on_a_metric_page_the_line_is_six_millimetres(self):
        sketch = sketch_of(
            row("band", "strip", 0, 200, 210, 60, paper="B"), row("t", "title", 100, 150, 100, 20, paper="C", level=2),
            row("j", "journaling", 20, 20, 60, 40, level=2), row("p", "photo", 100, 20, 90, 90, level=2),
            unit="mm", page=(210, 297),
        )  # fmt: skip
        for found in companions(sketch, 1):
            line = next(block for block in found.sketch.blocks if block.paper == "C")
            self.assertEqual((line.height, found.sketch.unit), (6 * MM, Unit.MM))
