"""Files against things outside the project: PDF and SVG readers, JSON Schema, published standards."""

import csv
import io
import itertools
import json
from pathlib import Path
from unittest import TestCase

import jsonschema
from pypdf import PdfReader
from svgelements import SVG, Circle, Polygon, Rect

from inkquilt.cutting import CutWishes, pieces_to_cut
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.request import Rung
from inkquilt.fit.solve import all_ways, fit
from inkquilt.fit.writing import write_fits
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import FORMATS
from inkquilt.paper import pieces_of
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.writing import write_sketch
from inkquilt_io.pdf import OVERLAP, page_pdf, points, tiles
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import FittedPage
from inkquilt_io.svg import page_svg
from inkquilt_io.table import HEADER, escaped, pieces_csv
from tests.building import DEMO_SKETCHES, demo_sketch, page_of

SCHEMAS = Path(__file__).parents[2] / "docs" / "schemas"
BY_KEY = {form.key: form for form in FORMATS}


def schema(name):
    return json.loads((SCHEMAS / f"{name}.schema.json").read_text("utf-8"))


def page_for(name, key):
    """Return a fitted demo sketch ready for a file."""
    form = BY_KEY[key]
    request = FitRequest.plain(demo_sketch(name), form.page())
    result = fit(request, Way(School.KEEP_PHOTOS))
    listed = pieces_of(result.blocks)
    numbers = listed.numbers
    return FittedPage("Test", form.width, form.height, form.unit, result.blocks, {}, {"title": "Ąę ½"}, numbers)


class Standards(TestCase):
    def test_an_inch_is_25_4_millimetres(self):
        """International yard and pound agreement, 1959."""
        self.assertEqual(INCH * 10, 254 * MM)

    def test_a4_and_a5_are_as_published(self):
        """ISO 216: A4 is 210 x 297 mm, A5 148 x 210 mm."""
        self.assertEqual((BY_KEY["a4"].width, BY_KEY["a4"].height), (210 * MM, 297 * MM))
        self.assertEqual((BY_KEY["a5"].width, BY_KEY["a5"].height), (148 * MM, 210 * MM))
        self.assertEqual(SheetSize.A4.value, (210 * MM, 297 * MM))


class PracticeNumbers(TestCase):
    """Sums every scrapbooker knows: common practice, no source."""

    def test_a_four_by_six_with_eighth_reveals(self):
        request = FitRequest.plain(demo_sketch("three"), page_of("12", "12"))
        blocks = {block.id: block for block in fit(request, Way(School.KEEP_PROPORTIONS)).blocks}
        self.assertEqual((blocks["m-tall"].width, blocks["m-tall"].height), (17 * INCH // 4, 25 * INCH // 4))

    def test_letter_to_twelve_leaves_three_and_a_half_and_one(self):
        letter, square = BY_KEY["letter"], BY_KEY["12x12"]
        self.assertEqual(square.width - letter.width, 7 * INCH // 2)
        self.assertEqual(square.height - letter.height, INCH)

    def test_a_layer_of_eleven_and_a_half_on_twelve_shows_a_quarter_on_every_page(self):
        """Where a small page needs its edges finer it shows evenly all the same, and that is told."""
        for form in FORMATS[:4]:
            result = fit(FitRequest.plain(demo_sketch("six"), form.page()), Way(School.KEEP_PROPORTIONS))
            layer = next(block for block in result.blocks if block.id == "layer")
            reveal = INCH // 8 if Rung.FINER in result.rungs else INCH // 4
            self.assertEqual((layer.x, form.width - layer.width, layer.y), (reveal, 2 * reveal, reveal))
            self.assertTrue(Rung.FINER not in result.rungs or form.key == "6x8")


class Json(TestCase):
    def test_sketches_and_fits_keep_to_their_schemas(self):
        for path in DEMO_SKETCHES:
            data = json.loads(path.read_text("utf-8"))
            jsonschema.validate(data, schema("sketch"))
            jsonschema.validate(write_sketch(demo_sketch(path.name)), schema("sketch"))
        for key in ("letter", "insert", "a4"):
            request = FitRequest.plain(demo_sketch("kite"), BY_KEY[key].page())
            answer = json.loads(json.dumps(write_fits(request, all_ways(request))))
            jsonschema.validate(answer, schema("fit"))

    def test_page_and_blocks_of_a_fit_are_themselves_a_sketch(self):
        request = FitRequest.plain(demo_sketch("kite"), BY_KEY["a4"].page())
        result = fit(request, Way(School.KEEP_PROPORTIONS))
        answer = json.loads(json.dumps(write_fits(request, [result])))
        again = read_sketch(
            {"kind": "ink-quilt/sketch", "version": 1, "unit": "mm", "page": answer["page"],
             "blocks": answer["fits"][0]["blocks"]}
        )  # fmt: skip
        self.assertEqual((again.sketch.blocks, again.remarks), (result.blocks, ()))


class Pdf(TestCase):
    def read(self, name, key, sheet):
        return PdfReader(io.BytesIO(page_pdf(page_for(name, key), sheet)))

    def test_sheets_have_the_printers_size_and_bars_are_true(self):
        """1 in is 72 pt (ISO 32000-1, 8.3.2.3), so 25 mm is 70.87 pt."""
        for sheet, size in ((SheetSize.LETTER, (612, 792)), (SheetSize.A4, (595.28, 841.89))):
            reader = self.read("three", "12x12", sheet)
            self.assertEqual(len(reader.pages), 1 + len(tiles(12 * INCH, 12 * INCH, sheet)))
            for page in reader.pages:
                box = page.mediabox
                self.assertAlmostEqual(float(box.width), size[0], places=1)
                self.assertAlmostEqual(float(box.height), size[1], places=1)
                widths = self.bar_widths(page)
                self.assertIn(72.0, widths)
                self.assertIn(70.87, widths)
        text = reader.pages[1].extract_text()
        self.assertIn(f"page 2 of {len(reader.pages)}", text)
        self.assertIn("100 %", text)

    def bar_widths(self, page):
        """Return widths in points of all filled bars 3 pt high."""
        found = []

        def visit(operator, operands, _matrix, _text):
            if operator == b"re" and abs(float(operands[3]) - 3) < 1e-6:
                found.append(round(float(operands[2]), 2))

        page.extract_text(visitor_operand_before=visit)
        return found

    def test_tiles_cover_the_page_and_overlap_by_a_quarter_inch(self):
        parts = tiles(12 * INCH, 12 * INCH, SheetSize.LETTER)
        first_row = [tile for tile in parts if tile.row == 0]
        for one, two in itertools.pairwise(first_row):
            self.assertEqual(one.x + one.width - two.x, OVERLAP)
        self.assertEqual(max(tile.x + tile.width for tile in parts), 12 * INCH)
        self.assertEqual(max(tile.y + tile.height for tile in parts), 12 * INCH)
        self.assertEqual(points(INCH), 72)

    def test_a_page_no_larger_than_the_sheet_is_not_tiled(self):
        self.assertEqual(len(self.read("three", "letter", SheetSize.LETTER).pages), 2)


class Svg(TestCase):
    def test_reads_back_in_true_units(self):
        for key in ("letter", "a4"):
            page = page_for("kite", key)
            svg = SVG.parse(io.BytesIO(page_svg(page)), ppi=96, reify=False)
            form = BY_KEY[key]
            self.assertAlmostEqual(svg.width, form.width / INCH * 96, places=2)
            shapes = {shape.values.get("data-id"): shape for shape in svg.elements()
                      if isinstance(shape, Rect | Circle | Polygon)}  # fmt: skip
            for block in page.blocks:
                shape = shapes[block.id]
                if isinstance(shape, Rect):
                    drawn = (shape.x, shape.y, shape.width, shape.height)
                    wanted = [v / page.unit.grains for v in (block.x, block.y, block.width, block.height)]
                    for got, want in zip(drawn, wanted, strict=True):
                        self.assertAlmostEqual(float(got), want, places=4)
            self.assertEqual(len(shapes), len(page.blocks))


class Csv(TestCase):
    def test_lengths_are_texts_with_units_beside_decimals(self):
        page = page_for("three", "letter")
        pieces = pieces_of(page.blocks)
        text = pieces_csv(pieces, pieces_to_cut(pieces, CutWishes()), Unit.IN).decode("utf-8-sig")
        rows = list(csv.DictReader(io.StringIO(text)))
        tall = next(row for row in rows if row["Piece"] == "tall photo")
        self.assertEqual((tall["Width"], tall["Width (decimal)"]), ("3 5/8 in", "3.625"))
        self.assertEqual(tuple(rows[0]), HEADER)
        for row in rows:
            self.assertTrue(row["Width"].endswith(" in"))

    def test_formulas_are_disarmed(self):
        for cell in ("=1+1", "+2", "-cmd", "@sum", "\tx"):
            self.assertEqual(escaped(cell), "'" + cell)
        self.assertEqual(escaped("plain"), "plain")
