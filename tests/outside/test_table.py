"""The page on the table and its placing guide, against OpenCV's own functions, pypdf and pdfplumber.

A photograph is made by a perspective that OpenCV works out; what lays it straight must undo it. The costs of a piece's
places, weighed by correlations, are reckoned again pixel by pixel. The guide is measured in the PDF: 1 in is 72 points
(PDF 1.7, ISO 32000-1, 8.3.2.3).
"""

import io
from unittest import TestCase

import cv2
import numpy as np
import pdfplumber
from pypdf import PdfReader
from shapely import affinity
from shapely.geometry import LineString, Point

from bench.dry_fit import made, planned, told_of
from inkquilt.assembly.guide import INSET, TICK, guide_of, ticks_of
from inkquilt.assembly.steps import Assembly
from inkquilt.assembly.terms import StickTerms
from inkquilt.assembly.things import ThingKind
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.sketch.model import Size
from inkquilt_io.guide_pdf import guide_pdf
from inkquilt_io.on_table.plan import FAR, NEAR, Plan, Pose
from inkquilt_io.on_table.scene import Scene
from inkquilt_io.on_table.straight import straight_size, straightening
from inkquilt_io.painting import painted
from inkquilt_io.print_values import SheetSize
from tests.core.test_assembly import BAND, LABEL, PAGE, PHOTO, page_of, part, thing

POINTS = 72 / INCH


class LaidStraight(TestCase):
    """OpenCV's perspective, undone."""

    def test_a_perspective_is_undone_to_a_sixteenth_however_the_page_is_held(self):
        things, plan, _, _ = planned(0)
        image = np.asarray(painted(plan, 1320))[..., ::-1]
        size = Size(things.width, things.height)
        plans = {scale: Plan.of(plan, things, scale) for scale in (FAR, NEAR)}
        wide, high = straight_size(size)
        for turned in (0, 1, 2, 3):
            corners = np.array([[210, 150], [1420, 235], [1500, 1440], [140, 1390]], np.float32)
            page = np.array(
                [[0, 0], [image.shape[1], 0], [image.shape[1], image.shape[0]], [0, image.shape[0]]], np.float32
            )
            known = cv2.getPerspectiveTransform(page, np.roll(corners, turned, axis=0))
            table = np.full((1600, 1700, 3), (90, 104, 118), np.uint8)
            shown = cv2.warpPerspective(image, known, (1700, 1600), flags=cv2.INTER_AREA)
            cover = cv2.warpPerspective(np.full(image.shape[:2], 255, np.uint8), known, (1700, 1600))
            table[cover > 0] = shown[cover > 0]
            found = straightening(table, size, plans)
            self.assertIsNotNone(found)
            back = cv2.perspectiveTransform(page[None], found @ known)[0]
            wanted = page * (wide / image.shape[1], high / image.shape[0])
            off = np.abs(back - wanted).max() / (wide / (size.width / INCH))
            self.assertLess(off, 1 / 16, f"turned {turned}: off by {off:.3f} in")


class CostsOfPlaces(TestCase):
    """The correlations, reckoned again pixel by pixel."""

    def test_every_shift_costs_what_it_costs_pixel_by_pixel(self):
        things, plan, real, _ = planned(3)
        own = Plan.of(plan, things, 16.0)
        seen = Plan.of(real, things, 16.0).whole
        key = next(one.key for one in things.things if one.kind is ThingKind.PHOTO)
        for turn in (0.0, 3.0):
            scene = Scene.of(own, seen, key, 0.4)
            costs = scene.costs(turn, 5)
            middle = costs.shape[0] // 2, costs.shape[1] // 2
            for down, across in ((0, 0), (-3, 2), (5, -5), (1, 4)):
                pose = Pose(across / 16, down / 16, turn)
                here, mixed = scene.mixed(scene.patch, pose)
                weight = scene.open_[here]
                plain = (
                    ((scene.seen[here] - mixed) ** 2).sum(axis=2)
                    - ((scene.seen[here] - scene.beneath[here]) ** 2).sum(axis=2)
                ) * weight
                told = float(costs[middle[0] + down, middle[1] + across])
                scale = max(1.0, scene.contrast)
                self.assertLess(abs(told - float(plain.sum())) / scale, 0.03, (turn, down, across))


class SeenOnTheTable(TestCase):
    """Two of the bench's photographs, and one with nothing planted; all of them are counted by the bench."""

    def test_what_was_planted_is_told_and_nothing_else(self):
        for number in (1000, 1002):
            with self.subTest(number):
                case = made(number, plant=True)
                told = told_of(case)
                self.assertTrue(set(case.things) & {key for one in told for key in one.things}, case.kind)
        self.assertEqual(told_of(made(1000, plant=False)), [])


class PlacingGuide(TestCase):
    def guide(self, sheet=SheetSize.LETTER):
        marks = guide_of(Assembly(PAGE, StickTerms()))
        return marks, guide_pdf("Roof", Size(PAGE.width, PAGE.height), Unit.IN, marks, sheet)

    def test_sheets_and_their_sizes(self):
        for sheet, points in ((SheetSize.LETTER, (612, 792)), (SheetSize.A4, (595.28, 841.89))):
            reader = PdfReader(io.BytesIO(self.guide(sheet)[1]))
            self.assertEqual(len(reader.pages), 5, "a key and four tiles")
            for page in reader.pages:
                self.assertAlmostEqual(float(page.mediabox.width), points[0], delta=0.01)
                self.assertAlmostEqual(float(page.mediabox.height), points[1], delta=0.01)
            self.assertIn("Placing guide: Roof", reader.pages[0].extract_text())
            self.assertIn("print at 100 %", reader.pages[1].extract_text())

    def test_ticks_and_bars_measure_true_on_the_sheet(self):
        marks, content = self.guide()
        with pdfplumber.open(io.BytesIO(content)) as pdf:
            first = pdf.pages[1]  # the tile at the page's top left corner
            lines = {(round(line["x0"], 2), round(line["top"], 2), round(line["x1"], 2), round(line["bottom"], 2))
                     for line in first.lines}  # fmt: skip
            left = top = 18  # what printers leave blank: 1/4 in
            photo = next(mark for mark in marks if mark.name == "photo")
            inside = 0
            for tick in photo.ticks:
                x0, x1 = sorted((tick.x1 * POINTS + left, tick.x2 * POINTS + left))
                y0, y1 = sorted((tick.y1 * POINTS + top, tick.y2 * POINTS + top))
                if y1 < 10 * 72 and x1 < 8 * 72:
                    inside += 1
                    near = any(
                        all(abs(a - b) < 0.05 for a, b in zip(line, (x0, y0, x1, y1), strict=True)) for line in lines
                    )
                    self.assertTrue(near, (tick, x0, y0, x1, y1))
            self.assertGreaterEqual(inside, 4)
            bars = sorted(rect["width"] for rect in first.rects if abs(rect["height"] - 3) < 0.01)
            self.assertAlmostEqual(bars[-1], 72, delta=0.01)
            self.assertAlmostEqual(bars[-2], 25 * MM * POINTS, delta=0.01)

    def test_ticks_lie_inside_the_piece_that_covers_them(self):
        tilted = thing("tilted", 2, 2, 3, 2, turn=1000)
        outline = tilted.outline
        tilted = type(tilted)("tilted", "tilted", tilted.kind, (type(tilted.bottom)(
            "tilted", "tilted", affinity.rotate(outline, 10), tilted.lying),))  # fmt: skip
        round_ = type(tilted)("round", "round", tilted.kind, (type(tilted.bottom)(
            "round", "round", Point(5 * INCH, 5 * INCH).buffer(INCH), part("round", 4, 4, 2, 2).lying),))  # fmt: skip
        tiny = thing("tiny", 1, 1, 0.25, 0.25)
        for one in (BAND, PHOTO, LABEL, tilted, round_, tiny):
            ticks = list(ticks_of(one))
            self.assertGreaterEqual(len(ticks), 6, one.key)
            for tick in ticks:
                line = LineString([(tick.x1, tick.y1), (tick.x2, tick.y2)])
                self.assertTrue(one.outline.buffer(1).contains(line), (one.key, tick))
                self.assertLessEqual(line.length, TICK + 1)
        for tick in ticks_of(BAND):  # each begins at a corner, an inset in on both sides
            begin = Point(tick.x1, tick.y1)
            self.assertAlmostEqual(begin.distance(BAND.outline.exterior), INSET, delta=1)

    def test_a_page_with_nothing_on_it_has_an_empty_guide(self):
        self.assertEqual(guide_of(Assembly(page_of(), StickTerms())), ())
        content = guide_pdf("Bare", Size(6 * INCH, 8 * INCH), Unit.IN, (), SheetSize.LETTER)
        self.assertEqual(len(PdfReader(io.BytesIO(content)).pages), 2)

    def test_the_order_of_a_page_is_the_order_of_its_numbers(self):
        marks = guide_of(Assembly(PAGE, StickTerms()))
        self.assertEqual([mark.step for mark in marks], sorted(mark.step for mark in marks))
