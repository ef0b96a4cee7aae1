"""Files for cutting machines, read back with libraries of their own and run on a machine that is not there."""

import io
import math
from pathlib import Path
from unittest import TestCase

from ezdxf.filemanagement import read as read_drawing
from fontTools.pens.areaPen import AreaPen
from fontTools.ttLib import TTFont
from shapely import affinity
from shapely.geometry import Point
from shapely.geometry import Polygon as ShapelyPolygon
from svgelements import SVG, Circle, Polygon

from inkquilt.cutting.machine import (
    GAP,
    MachineMat,
    MachinePoint,
    MachineShape,
    NothingLeft,
    Ring,
    ShapeTooLarge,
    folded,
    machine_shapes,
    nested,
    offset_outline,
)
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.paper import pieces_of
from inkquilt.paper.openings import Inset
from inkquilt.sketch import Role
from inkquilt.sketch.model import End
from inkquilt_io import lettering
from inkquilt_io.cutting_machine import run_dxf, run_svg
from inkquilt_io.lettering import FONTS, letter_shapes
from inkquilt_io.machine_files import mat_dxf, mat_svg
from inkquilt_io.machine_values import Machine, UnreadableMachineFile
from tests.building import row, size, sketch_of

MAT = size("12", "12")
SKETCH = sketch_of(
    row("base", "base", 0, 0, 12, 12),
    row("mat", "mat", 1, 1, "4 1/4", "6 1/4", of="p", level=1),
    row("p", "photo", "1 1/8", "1 1/8", 4, 6, level=2),
    row("dot", "paper", 7, 1, 3, 3, shape="circle", level=1),
    row("flag", "strip", 6, 5, 5, "1 1/2", shape="banner", notch="1/2", level=1),
    row("half", "paper", 7, 7, 2, 2, shape="triangle", level=1),
    row("frame", "paper", 1, 8, 4, 3, shape="frame", band="1/2", level=1),
    row("tag", "tag", 8, "9 1/2", 2, "1 1/4", level=1),
)


def shapes():
    return machine_shapes(SKETCH.blocks, pieces_of(SKETCH.blocks).numbers)


class Files(TestCase):
    def setUp(self):
        (self.mat,) = nested(shapes(), MAT)

    def test_shapes_lie_on_the_mat_and_apart(self):
        boxes = []
        for shape in self.mat.shapes:
            rims = [(c, ring.radius or 0) for ring in shape.rings for c in ring.corners]
            xs = [c.x + way * radius for c, radius in rims for way in (-1, 1)]
            ys = [c.y + way * radius for c, radius in rims for way in (-1, 1)]
            boxes.append((min(xs), min(ys), max(xs), max(ys)))
        for left, top, right, bottom in boxes:
            self.assertGreaterEqual(min(left, top), GAP)
            self.assertLessEqual(max(right, bottom), 12 * INCH - GAP)
        for place, one in enumerate(boxes):
            for other in boxes[:place]:
                apart = one[0] >= other[2] + GAP or other[0] >= one[2] + GAP or one[1] >= other[3] + GAP
                self.assertTrue(apart or other[1] >= one[3] + GAP)

    def test_the_svg_has_true_units_and_exact_places(self):
        drawing = SVG.parse(io.BytesIO(mat_svg(self.mat, Unit.IN)), ppi=96)
        self.assertAlmostEqual(float(drawing.width) / 96, 12)
        circles = [e for e in drawing.elements() if isinstance(e, Circle)]
        self.assertAlmostEqual(max(float(c.rx) for c in circles) / 96, 1.5, places=5)
        areas = sorted(abs(polygon_area([(p.x / 96, p.y / 96) for p in e.points]))
                       for e in drawing.elements() if isinstance(e, Polygon))  # fmt: skip
        self.assertAlmostEqual(areas[-1], 4.25 * 6.25, places=4)
        self.assertTrue(any(math.isclose(a, 2.0, abs_tol=1e-4) for a in areas))  # the triangle

    def test_the_dxf_has_the_same_shapes_in_its_unit_on_layers_apart(self):
        drawing = read_drawing(io.StringIO(mat_dxf(self.mat, Unit.MM).decode()))
        self.assertEqual(drawing.units, 4)  # millimetres
        self.assertLessEqual({"CUT", "SCORE"}, {layer.dxf.name for layer in drawing.layers})
        lines = list(drawing.modelspace().query("LWPOLYLINE"))
        self.assertEqual({line.dxf.layer for line in lines}, {"CUT"})
        areas = sorted(abs(polygon_area([(x, y) for x, y in line.get_points("xy")])) for line in lines)
        self.assertAlmostEqual(areas[-1], 4.25 * 6.25 * 25.4**2, places=2)
        radii = [circle.dxf.radius for circle in drawing.modelspace().query("CIRCLE")]
        self.assertAlmostEqual(max(radii), 1.5 * 25.4, places=6)

    def test_the_machine_follows_both_files_alike_without_fault(self):
        one = run_svg(Machine(), mat_svg(self.mat, Unit.IN), Unit.IN)
        other = run_dxf(Machine(), mat_dxf(self.mat, Unit.IN), Unit.IN)
        self.assertEqual((one.faults, one.warnings, other.faults, other.warnings), ((), (), (), ()))
        self.assertAlmostEqual(one.length, other.length, places=3)
        self.assertAlmostEqual(one.seconds, other.seconds, delta=0.5 * one.seconds)
        rims = 2 * (4.25 + 6.25) + 3 * math.pi + 14 + 10  # the mat, the circle, both rims of the frame
        self.assertGreater(one.length, rims)


class Outlines(TestCase):
    def test_an_outline_keeps_its_distance_from_every_shape(self):
        for shape in shapes():
            inner = as_polygon(shape.rings[0])
            for by in (INCH // 8, -INCH // 8):
                with self.subTest(shape.key, by=by):
                    one = offset_outline(shape, by)
                    outer = as_polygon(one.rings[0])
                    # Both lie in the corner of their own box: the box grew by the distance on every side it could.
                    left, top, *_ = inner.buffer(by, join_style="mitre", mitre_limit=4).bounds
                    outer = affinity.translate(outer, left, top)
                    self.assertAlmostEqual(outer.exterior.distance(inner.exterior) / abs(by), 1, delta=0.02)
                    self.assertLess(outer.exterior.hausdorff_distance(inner.exterior), 4.2 * abs(by))
                    self.assertEqual(outer.contains(inner), by > 0)
                    self.assertEqual(inner.contains(outer), by < 0)

    def test_so_far_inside_that_nothing_is_left_is_refused(self):
        for shape in shapes():
            with self.subTest(shape.key), self.assertRaises(NothingLeft):
                offset_outline(shape, -4 * INCH)

    def test_a_window_is_a_line_of_its_own_and_a_fold_is_scored(self):
        blocks, numbers = SKETCH.blocks, pieces_of(SKETCH.blocks).numbers
        mat = next(block for block in blocks if block.role is Role.MAT)
        hole = Inset(INCH, INCH, size("1", "2"))
        cut = {shape.key: shape for shape in machine_shapes(blocks, numbers, {mat.id: [hole]})}
        window = as_polygon(cut[str(numbers[mat.id])].rings[-1])
        self.assertEqual(window.bounds, (INCH, INCH, 2 * INCH, 3 * INCH))
        card = folded(cut[str(numbers[mat.id])], End.TOP)
        (fitting,) = nested([card], size("13", "13"))
        drawing = read_drawing(io.StringIO(mat_dxf(fitting, Unit.IN).decode()))
        (score,) = [e for e in drawing.modelspace() if e.dxf.layer == "SCORE"]
        self.assertEqual(score.dxftype(), "LINE")
        long = score.dxf.end - score.dxf.start
        self.assertAlmostEqual(long.magnitude, mat.width / INCH, places=6)


def as_polygon(ring):
    if ring.radius is not None:
        return Point(ring.corners[0]).buffer(ring.radius, quad_segs=200)
    return ShapelyPolygon(ring.corners)


class Faults(TestCase):
    def square(self, x, y, side):
        ring = Ring(
            (MachinePoint(x, y), MachinePoint(x + side, y), MachinePoint(x + side, y + side), MachinePoint(x, y + side))
        )
        return MachineShape("1", size("1", "1"), (ring,))

    def test_what_is_off_the_mat_too_small_or_cut_twice_is_told(self):
        off = MachineMat(MAT, (self.square(11 * INCH + INCH // 2, 0, INCH),))
        self.assertIn("off the mat", run_svg(Machine(), mat_svg(off, Unit.IN), Unit.IN).faults[0])
        tiny = MachineMat(MAT, (self.square(INCH, INCH, MM),))
        self.assertIn("1 detail is under 1/16 in", run_dxf(Machine(), mat_dxf(tiny, Unit.IN), Unit.IN).warnings[0])
        twice = MachineMat(MAT, (self.square(0, 0, INCH), self.square(INCH, 0, INCH)))
        for run, write in ((run_svg, mat_svg), (run_dxf, mat_dxf)):
            self.assertEqual(run(Machine(), write(twice, Unit.IN), Unit.IN).warnings, ("1 line is cut twice.",))
        nothing = run_svg(Machine(), mat_svg(MachineMat(MAT, ()), Unit.IN), Unit.IN)
        self.assertEqual(nothing.faults, ("There is nothing to cut in this file.",))

    def test_what_cannot_be_read_or_does_not_fit_is_refused(self):
        for run in (run_svg, run_dxf):
            with self.assertRaises(UnreadableMachineFile):
                run(Machine(), b"not a drawing", Unit.IN)
        with self.assertRaisesRegex(ShapeTooLarge, "larger than the machine's mat"):
            nested(shapes(), size("4", "4"))

    def test_a_small_mat_takes_several(self):
        mats = nested(shapes(), size("7", "7"))
        self.assertGreater(len(mats), 1)
        self.assertEqual(sorted(s.key for mat in mats for s in mat.shapes), sorted(s.key for s in shapes()))


def polygon_area(points):
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(points, points[1:] + points[:1], strict=True)) / 2


class Letters(TestCase):
    def test_title_letters_have_the_fonts_own_area_and_height_with_their_holes(self):
        for name in FONTS:
            font = TTFont(Path(lettering.__file__).parent / "fonts" / FONTS[name])
            glyphs, names, capital = font.getGlyphSet(), font.getBestCmap(), font["OS/2"].sCapHeight
            for shape in letter_shapes(name, "HBee 8", 2 * INCH):
                pen = AreaPen(glyphs)
                glyphs[names[ord(shape.key[0])]].draw(pen)
                told = abs(pen.value) * (2 * INCH / capital) ** 2
                rings = sorted((ShapelyPolygon(ring.corners).area for ring in shape.rings), reverse=True)
                with self.subTest(name, letter=shape.key):
                    self.assertAlmostEqual((rings[0] - sum(rings[1:])) / told, 1, delta=0.01)
                    self.assertEqual(len(rings), {"H": 1, "B": 3, "e": 2, "8": 3}[shape.key[0]])
            (capital_h, *_) = letter_shapes(name, "H", 2 * INCH)
            self.assertAlmostEqual(capital_h.size.height, 2 * INCH, delta=INCH // 100)
        self.assertEqual([s.key for s in letter_shapes("Figtree", "bee 🐝", INCH)], ["b", "e", "e2"])

    def test_they_are_cut_without_fault(self):
        (mat,) = nested(letter_shapes("Literata", "Rooftop honey", INCH), MAT)
        ran = run_dxf(Machine(), mat_dxf(mat, Unit.IN), Unit.IN)
        self.assertEqual(ran.faults, ())
        self.assertEqual(len(mat.shapes), 12)
