"""Sketches from files of all kinds: drawings of other programs, hostile ones, bad photographs, zips."""

import io
import json
import math
import time
import zipfile
from decimal import Decimal
from random import Random
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st
from PIL import Image
from shapely import affinity
from shapely.geometry import Point, Polygon

from bench.pictures import compared, painted, photographed
from inkquilt.errors import BadInput
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.geometry import CORNER_SCALE, outline
from inkquilt.sketch.model import Corner, Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.writing import write_sketch
from inkquilt_io.picture.reading import read_picture
from inkquilt_io.picture.values import PictureFaults
from inkquilt_io.shapes import FittedPage
from inkquilt_io.sketch_file_values import FileFaults
from inkquilt_io.sketch_files import sketches_in
from inkquilt_io.svg import page_svg
from inkquilt_io.svg_in import SvgFaults, read_svg
from tests.building import DEMO_SKETCHES, demo_sketch


def ellipse(x, y, across, down, corners=400):
    """An ellipse as Shapely draws it."""
    return affinity.scale(Point(x, y).buffer(1, quad_segs=corners // 4), across, down)


HEAD = '<svg xmlns="http://www.w3.org/2000/svg" width="12in" height="12in" viewBox="0 0 12 12">'
TWELVE = Size(12 * INCH, 12 * INCH)


def svg(body, head=HEAD):
    return f"{head}{body}</svg>".encode()


class Drawings(TestCase):
    def test_what_was_written_reads_back_equal(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            page = FittedPage(
                sketch.name, sketch.page.width, sketch.page.height, sketch.unit, sketch.blocks, {}, {}, {}
            )
            read = read_svg(page_svg(page), "other").draft
            self.assertEqual((read.sketch, read.guessed), (sketch, frozenset()))

    def test_units_viewbox_groups_and_transforms_of_other_programs(self):
        # lengths by CSS Values and Units Level 3 (1 in = 96 px = 25.4 mm), transforms by SVG 1.1, 7.6
        head = '<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="297mm" viewBox="0 0 2100 2970">'
        body = (
            '<g transform="translate(100 200)"><g transform="scale(10)">'
            '<rect id="photo-main" x="1" y="2" width="50" height="70"/></g></g>'
            '<circle data-role="cluster" cx="1000" cy="1000" r="150"/>'
            '<path id="title" d="M200 2500 h800 v200 h-800 z"/>'
        )
        read = read_svg(svg(body, head), "x").draft.sketch
        by_role = {block.role: block for block in read.blocks}
        self.assertEqual(read.page, Size(210 * MM, 297 * MM))
        photo = by_role[Role.PHOTO]
        self.assertEqual((photo.x, photo.y, photo.width, photo.height), (11 * MM, 22 * MM, 50 * MM, 70 * MM))
        self.assertEqual(by_role[Role.CLUSTER].shape, Shape.CIRCLE)
        self.assertEqual(by_role[Role.TITLE].size, Size(80 * MM, 20 * MM))

    def test_a_turned_rectangle_keeps_its_true_outline(self):
        body = '<rect data-role="photo" x="4" y="3" width="4" height="5" transform="rotate(12 6 5.5)"/>'
        block = read_svg(svg(body), "x").draft.sketch.blocks[-1]
        corners = [(corner.x / CORNER_SCALE / INCH, corner.y / CORNER_SCALE / INCH) for corner in outline(block)]
        true = affinity.rotate(Polygon([(4, 3), (8, 3), (8, 8), (4, 8)]), 12, origin=(6, 5.5))
        self.assertLess(true.symmetric_difference(Polygon(corners)).area, 0.02)

    def outline_read(self, body, head=HEAD, number=-1):
        """Return the piece read from a drawing, and its outline in inches."""
        block = read_svg(svg(body, head), "x").draft.sketch.blocks[number]
        return block, affinity.scale(outline_on_page(block), 1 / INCH, 1 / INCH, origin=(0, 0))

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.tuples(st.floats(0.15, 1), st.floats(-0.35, 0.35)), min_size=3, max_size=9), st.integers(0, 359))
    def test_any_outline_however_it_is_turned_covers_what_it_covers_for_shapely(self, rays, turn):
        """The same corners are turned by SVG's own rule (SVG 1.1, 7.6) and by Shapely."""
        angles = [2 * math.pi * (number + shift) / len(rays) for number, (_, shift) in enumerate(rays)]
        corners = [
            (6 + 4 * reach * math.cos(angle), 6 + 4 * reach * math.sin(angle))
            for (reach, _), angle in zip(rays, sorted(angles), strict=True)
        ]
        true = affinity.rotate(Polygon(corners), turn, origin=(6, 6))
        assume(true.is_valid and true.area > 2 and true.minimum_rotated_rectangle.area < 3 * true.area)
        points = " ".join(f"{x:.6f},{y:.6f}" for x, y in corners)
        _, read = self.outline_read(f'<polygon points="{points}" transform="rotate({turn} 6 6)"/>')
        self.assertLess(true.symmetric_difference(read).area, 0.03 * true.area)

    def test_level_right_triangles_are_known_by_the_corner_of_their_right_angle(self):
        places = {"top-left": (2, 2), "top-right": (8, 2), "bottom-right": (8, 7), "bottom-left": (2, 7)}
        for number, (corner, _) in enumerate(places.items()):
            others = [place for name, place in places.items() if name != list(places)[(number + 2) % 4]]
            points = " ".join(f"{x},{y}" for x, y in others)
            with self.subTest(corner):
                block, read = self.outline_read(f'<polygon points="{points}"/>')
                self.assertEqual((block.shape, block.corner), (Shape.TRIANGLE, Corner(corner)))
                self.assertLess(Polygon(others).symmetric_difference(read).area, 0.001)
        block, _ = self.outline_read('<polygon points="2,2 8,3 4,7"/>')
        self.assertEqual(block.shape, Shape.POLYGON)

    def test_curves_and_ellipses_are_followed_and_a_circle_is_one(self):
        circle, oval = Point(5, 5).buffer(2, quad_segs=64), ellipse(5, 5, 3, 1.5)
        square = Polygon([(2, 2), (10, 2), (10, 10), (2, 10)])
        framed = square - Polygon([(4, 4), (8, 4), (8, 8), (4, 8)])
        many = " ".join(f"{x},{y}" for x, y in oval.exterior.coords)
        stretched = '<g transform="scale(2 1)"><circle cx="2.5" cy="5" r="1.5"/></g>'
        cases = {
            "circle": ('<circle cx="5" cy="5" r="2"/>', circle, Shape.CIRCLE),
            "ellipse": ('<ellipse cx="5" cy="5" rx="3" ry="1.5"/>', oval, Shape.POLYGON),
            "stretched": (stretched, oval, Shape.POLYGON),
            "arcs": ('<path d="M3 5 a2 2 0 0 1 4 0 a2 2 0 0 1 -4 0 z"/>', circle, Shape.POLYGON),
            "a hole is cut": ('<path d="M2 2 h8 v8 h-8 z M4 4 h4 v4 h-4 z"/>', framed, Shape.POLYGON),
            "a speck is none": ('<path d="M2 2 h8 v8 h-8 z M4 4 h0.05 v4 h-0.05 z"/>', square, Shape.RECT),
            "hundreds of corners": (f'<polygon points="{many}"/>', oval, Shape.POLYGON),
        }
        for name, (body, true, shape) in cases.items():
            with self.subTest(name):
                block, read = self.outline_read(body)
                self.assertEqual(block.shape, shape)
                self.assertLess(true.symmetric_difference(read).area, 0.015 * true.area)

    def test_of_outlines_in_each_other_every_other_one_is_cut_out(self):
        """The even-odd rule of filling (SVG 2, 13.4.2), with the areas reckoned by Shapely."""

        def square(at, side):
            return f"M{at} {at} h{side} v{side} h-{side} z"

        for rings, areas, openings in [
            ([(1, 10), (2, 3)], [100 - 9], [1]),
            ([(1, 10), (2, 8), (3, 6)], [100 - 64, 36], [1, 0]),  # a piece lies in the opening
            ([(1, 10), (2, 8), (3, 6), (4, 4)], [100 - 64, 36 - 16], [1, 1]),
            ([(2, 3), (1, 10), (6, 3)], [100 - 9 - 9], [2]),  # in whatever order they are drawn
            ([(1, 4), (6, 4)], [16, 16], [0, 0]),  # beside each other they are two pieces
            ([(1, 4), (3, 4)], [16, 16], [0, 0]),  # what crosses is no opening
        ]:
            path = " ".join(square(at, side) for at, side in rings)
            with self.subTest(path):
                blocks = read_svg(svg(f'<path id="lace" d="{path}"/>'), "x").draft.sketch.blocks
                self.assertEqual(sorted(len(block.openings) for block in blocks), sorted(openings))
                found = sorted(outline_on_page(block).area / INCH**2 for block in blocks)
                for read, true in zip(found, sorted(areas), strict=True):
                    self.assertAlmostEqual(read, true, delta=0.01 * true)
                self.assertEqual(len({block.id for block in blocks}), len(blocks))

    def test_openings_that_a_sketch_cannot_have_are_told(self):
        def holes(count, side):
            places = [(1.2 + 0.5 * (n % 18), 1.2 + 0.5 * (n // 18)) for n in range(count)]
            return "".join(f" M{x} {y} h{side} v{side} h-{side} z" for x, y in places)

        whole = "M1 1 h10 v10 h-10 z"
        for path, kept, told in [
            (whole + holes(60, 0.3), 60, None),
            (whole + holes(61, 0.3), 60, "an opening was left out"),
            (whole + holes(90, 0.3), 60, "30 openings were left out"),
            (whole + holes(3, 0.01), 0, None),  # specks are none
            (whole + " M2 2 h3 v3 h-3 z M4 4 h3 v3 h-3 z", 1, "an opening was left out"),  # they cross
        ]:
            with self.subTest(told=told, kept=kept):
                read = read_svg(svg(f'<path d="{path}"/>'), "x")
                self.assertEqual(len(read.draft.sketch.blocks[0].openings), kept)
                said = " ".join(str(one.message) for one in read.remarks)
                self.assertEqual("left out" in said, told is not None)
                self.assertIn(told or "", said)

    def test_thousands_of_outlines_in_one_path_are_soon_read(self):
        many = "".join(f" M{1 + n % 100 * 0.1:.2f} {1 + n // 100 * 0.1:.2f} h.07v.07h-.07z" for n in range(5_000))
        started = time.perf_counter()
        read = read_svg(svg(f'<path d="M.5 .5 h11 v11 h-11 z{many}"/>'), "x")
        self.assertLess(time.perf_counter() - started, 30)
        self.assertLessEqual(len(read.draft.sketch.blocks[0].openings), 60)

    @given(
        st.lists(st.tuples(st.floats(0.05, 0.95), st.floats(0.05, 0.95), st.floats(0.02, 0.2)), max_size=6),
    )
    @settings(max_examples=60)
    def test_what_is_read_of_any_openings_is_a_sketch_that_can_be_kept(self, holes):
        path = "M1 1 h10 v10 h-10 z" + "".join(
            f" M{1 + 10 * x:.4f} {1 + 10 * y:.4f} h{10 * side:.4f} v{10 * side:.4f} h-{10 * side:.4f} z"
            for x, y, side in holes
        )
        sketch = read_svg(svg(f'<path d="{path}"/>'), "x").draft.sketch
        self.assertEqual(read_sketch(write_sketch(sketch)).sketch, sketch)
        for block in sketch.blocks:
            self.assertTrue(outline_on_page(block).is_valid)

    def test_what_is_no_piece_is_left_out_and_a_drawing_without_units_is_taken_for_12_in(self):
        body = (
            '<rect id="one" x="10" y="10" width="50" height="30"/><line x1="1" y1="1" x2="90" y2="90"/>'
            '<rect x="1" y="1" width="30" height="30" display="none"/>'
            '<rect x="200" y="1" width="30" height="30"/><rect id="one" x="65" y="10" width="30" height="30"/>'
        )
        head = '<svg xmlns="http://www.w3.org/2000/svg" width="100%" viewBox="0 0 100 50">'
        read = read_svg(svg(body, head), "x")
        sketch = read.draft.sketch
        self.assertEqual(sketch.page, Size(12 * INCH, 6 * INCH))
        self.assertEqual(len({block.id for block in sketch.blocks}), len(sketch.blocks))
        self.assertEqual([round(block.width / INCH, 2) for block in sketch.blocks], [6, 3.6])
        said = " ".join(str(remark.message) for remark in read.remarks)
        self.assertIn("no units", said)
        self.assertIn("outside the page", said)
        with self.assertRaises(SvgFaults) as raised:
            read_svg(svg(body, '<svg xmlns="http://www.w3.org/2000/svg">'), "x")
        self.assertIn("how large", str(raised.exception))

    def test_hostile_and_broken_drawings_are_refused_with_the_reason(self):
        deep = "<g>" * 100 + '<rect width="1" height="1"/>' + "</g>" * 100
        entity = b'<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg xmlns="http://www.w3.org/2000/svg"><text>&a;</text></svg>'
        cases = {
            "entities": (entity, "entit"),
            "no xml": (b"<svg", ""),
            "too deep": (svg(deep), "deep"),
            "too many": (svg("<g/>" * 25_000), "20000"),
            "nothing": (svg(""), "no rectangle"),
            "too many shapes": (svg('<rect width="1" height="1"/>' * 300), "more than 200 shapes"),
            "not a number": (svg('<rect x="NaN" y="1" width="1" height="1"/>'), ""),
            "huge": (b"<svg>" + b" " * (5 * 1024 * 1024) + b"</svg>", "4 MB"),
            "tiny page": (svg('<rect width="1" height="1"/>', HEAD.replace('"12in"', '"0.1in"')), ""),
            "huge page": (svg('<rect width="1" height="1"/>', HEAD.replace('"12in"', '"10000mm"')), ""),
        }
        for name, (content, words) in cases.items():
            with self.subTest(name):
                with self.assertRaises(SvgFaults) as raised:
                    read_svg(content, "x")
                self.assertIn(words, str(raised.exception))

    def test_what_would_keep_a_reader_busy_is_refused_while_it_is_read(self):
        """Each of these is under 4 MB; the time is the processor's: a busy machine is no fault of a file."""
        cases = {
            "one path of 800,000 commands": (svg('<path d="M0 0' + "h1v1" * 400_000 + 'z"/>'), "numbers"),
            "curves without end": (svg('<path d="M0 0' + "c9 9 9 9 9 9" * 60_000 + 'z"/>'), "numbers"),
            "numbers run together": (svg('<path d="M0 0' + "l.1.1-.1-.1" * 60_000 + 'z"/>'), "numbers"),
            "19,000 of one name": (svg('<rect id="a" width="9" height="9"/>' * 19_000), "shapes"),
            "transforms in a row": (
                svg(f'<g transform="{"rotate(1) " * 100_000}"><rect width="9" height="9"/></g>'),
                "",
            ),
            "a class of a million words": (svg(f'<rect class="{"a " * 1_000_000}" width="9" height="9"/>'), "longer"),
            "points without end": (svg(f'<polygon points="{"1,2 " * 200_000}"/>'), "numbers"),
        }
        for name, (content, words) in cases.items():
            with self.subTest(name):
                self.assertLess(len(content), 4 * 1024 * 1024)
                began = time.process_time()
                with self.assertRaises(SvgFaults) as raised:
                    read_svg(content, "x")
                self.assertIn(words, str(raised.exception))
                self.assertLess(time.process_time() - began, 6)

    def test_names_are_numbered_in_their_order_however_many_are_alike(self):
        read = read_svg(svg('<rect id="a" x="1" y="1" width="4" height="6"/>' * 150), "x")
        names = [block.id for block in read.draft.sketch.blocks]
        self.assertEqual((names[:3], names[-1], len(set(names))), (["a", "a-2", "a-3"], "a-150", 150))

    def test_scripts_and_what_lies_outside_are_left_out_and_said(self):
        body = (
            '<script>alert(1)</script><image href="http://elsewhere.example/a.png" width="3" height="3"/>'
            '<rect data-role="photo" x="1" y="1" width="4" height="6"/>'
        )
        read = read_svg(svg(body), "x")
        self.assertEqual(len(read.draft.sketch.blocks), 1)
        self.assertTrue(read.remarks)


class Pictures(TestCase):
    def test_bad_photographs_of_drawings_are_read(self):
        random, found, blocks, extra = Random(3), 0, 0, 0
        for name in ("pairs-side-by-side", "roofline", "two-and-a-corner"):
            sketch = demo_sketch(name)
            read = read_picture(photographed(painted(sketch), random), name, sketch.page, sketch.unit)
            counts = compared(sketch, read.draft.sketch)
            found, blocks, extra = found + counts["found"], blocks + counts["blocks"], extra + counts["extra"]
            self.assertEqual(Image.open(io.BytesIO(read.straightened)).format, "JPEG")
        self.assertGreaterEqual(found / blocks, 0.9)
        self.assertLessEqual(extra / blocks, 0.1)

    def test_the_page_is_guessed_by_its_proportions_and_said(self):
        sketch = demo_sketch("roofline")
        read = read_picture(photographed(painted(sketch), Random(1)), "x", None, Unit.IN)
        self.assertEqual(
            read.draft.sketch.page.width * sketch.page.height, read.draft.sketch.page.height * sketch.page.width
        )
        self.assertIn("page-guessed", [remark.code for remark in read.remarks])

    def test_what_is_no_picture_or_far_too_large_is_refused(self):
        def png(width, height):
            out = io.BytesIO()
            Image.new("1", (width, height)).save(out, "PNG")
            return out.getvalue()

        cases = {
            "text": b"\x89PNG\r\n\x1a\n and then nothing",
            "bomb": png(30_000, 30_000),
            "many": png(6000, 5000),
            "tiny": png(20, 20),
            "blank": png(900, 900),
        }
        for name, content in cases.items():
            with self.subTest(name), self.assertRaises(PictureFaults):
                read_picture(content, "x", TWELVE, Unit.IN)


class Files(TestCase):
    def zipped(self, **files):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, content in files.items():
                archive.writestr(name.replace("__", "."), content)
        return out.getvalue()

    def test_a_zip_gives_each_of_its_sketches_and_says_what_is_wrong_with_one(self):
        good = DEMO_SKETCHES[0].read_bytes()
        drawing = svg('<rect data-role="photo" x="1" y="1" width="4" height="6"/>')
        content = self.zipped(a__json=good, b__svg=drawing, c__json=b"{nonsense", d__txt=b"hello")
        found = {one.file: one for one in sketches_in(content, "all.zip", None, Unit.IN)}
        self.assertEqual([name for name, one in found.items() if one.draft], ["a.json", "b.svg"])
        self.assertEqual(found["c.json"].faults[0].code, "not-json")
        self.assertEqual(found["d.txt"].faults[0].code, "unknown-kind")
        sketch = json.loads(good, parse_float=Decimal)
        self.assertEqual(found["a.json"].draft.sketch.name, sketch["name"])

    def test_zips_out_of_bounds_are_refused(self):
        bomb = self.zipped(a__json=b" " * (41 * 1024 * 1024))
        many = self.zipped(**{f"f{i}__json": b"{}" for i in range(50)})
        for name, content in (
            ("bomb", bomb),
            ("many", many),
            ("broken", b"PK\x03\x04 nothing"),
            ("empty", self.zipped()),
        ):
            with self.subTest(name), self.assertRaises((FileFaults, BadInput)):
                sketches_in(content, "x.zip", None, Unit.IN)
