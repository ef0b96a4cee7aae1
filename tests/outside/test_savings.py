"""Savings never show: the page made of saved pieces looks, pixel for pixel, like the page made of whole ones."""

from unittest import TestCase

import numpy as np
from PIL import Image, ImageChops, ImageDraw

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.paper.openings import Inset
from inkquilt.paper.saving import LEAST_LIP, LEAST_OVERLAP, USUAL_LIP, Openwork, Saving, SavingKind, savings_of
from inkquilt.paper.visible import HIDES, hidden_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.geometry import is_tilted
from inkquilt.sketch.model import CUT_FROM_PAPER, Role
from tests.building import DEMO_SKETCHES, demo_sketch, inches, row, size, sketch_of

PIXELS = 2000


def raster(blocks, page, savings=()):
    """Paint the page from the bottom up; every piece in a colour of its own, what is saved left out."""
    saved = {saving.block: saving for saving in savings if saving.parts}
    scale = PIXELS / max(page.width, page.height)
    picture = Image.new("I", (round(page.width * scale), round(page.height * scale)), 0)
    stacked = sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level))
    for number, block in enumerate(stacked, 1):
        if block.role not in HIDES:
            continue
        mask = Image.new("1", picture.size, 0)
        draw = ImageDraw.Draw(mask)
        outline = outline_on_page(block)
        draw.polygon([(x * scale, y * scale) for x, y in outline.exterior.coords], fill=1)
        for ring in outline.interiors:
            draw.polygon([(x * scale, y * scale) for x, y in ring.coords], fill=0)
        saving = saved.get(block.id)
        if saving is not None:
            kept = Image.new("1", picture.size, 0)
            for part in saving.parts:
                ImageDraw.Draw(kept).rectangle(on_picture(block, part, scale), fill=1)
            if saving.opening is not None:
                ImageDraw.Draw(kept).rectangle(on_picture(block, saving.opening, scale), fill=0)
            mask = ImageChops.logical_and(mask, kept)
        picture.paste(number, (0, 0), mask)
    return np.asarray(picture)


def on_picture(block, inset, scale):
    """An opening reaches a pixel further, a part stops where it stops: the harder way for both."""
    left, top = (block.x + inset.x) * scale, (block.y + inset.y) * scale
    return [left, top, left + inset.size.width * scale, top + inset.size.height * scale]


def all_on(blocks, page, lip, grid=INCH // 8):
    found = savings_of(blocks, grid, lip)
    spares = {s.block for s in found if s.kind is SavingKind.SPARE}
    whole = raster([b for b in blocks if b.id not in spares], page)
    saved = raster([b for b in blocks if b.id not in spares], page, found)
    return found, whole, saved


class Savings(TestCase):
    def test_no_saving_uncovers_anything(self):
        pages = [form.page() for form in FORMATS if form.key in ("letter", "12x12")]
        saved_somewhere = 0
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name)
            for page in pages:
                done = fit(FitRequest.plain(sketch, page), Way(School.KEEP_PHOTOS))
                if not done.found:
                    continue
                for lip in (LEAST_LIP, USUAL_LIP):
                    found, whole, saved = all_on(done.blocks, page, lip)
                    saved_somewhere += len(found)
                    with self.subTest(path.name, lip=lip):
                        self.assertTrue(np.array_equal(whole, saved))
        self.assertGreater(saved_somewhere, 30)

    def test_the_lip_and_hole_of_a_panel_over_a_base(self):
        """With a 1/4 lip behind an 11 x 11 panel the hole is 10 1/2, 3/4 from each edge: common practice, no source."""
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), row("panel", "paper", "1/2", "1/2", 11, 11, level=1))
        (saving,) = savings_of(sketch.blocks, INCH // 8)
        self.assertEqual((saving.block, saving.kind), ("base", SavingKind.GUT))
        self.assertEqual((saving.opening.x, saving.opening.size), (inches("3/4"), size("10 1/2", "10 1/2")))

    def test_a_strip_that_runs_under_a_photo_is_cut_short(self):
        sketch = sketch_of(row("strip", "strip", 0, 5, 12, 1), row("photo", "photo", 3, 3, 6, 4, level=1))
        (saving,) = savings_of(sketch.blocks, INCH // 8)
        self.assertEqual([part.size for part in saving.parts], [size("3 1/4", "1"), size("3 1/4", "1")])
        self.assertEqual(saving.area, inches("5 1/2") * INCH)

    def test_a_panel_of_which_three_places_show_is_three_pieces(self):
        sketch = sketch_of(
            row("panel", "paper", 0, 4, 12, 4),
            row("one", "photo", 1, 3, 3, 6, level=1),
            row("two", "photo", "7 1/2", 3, 4, 6, level=1),
        )
        (saving,) = savings_of(sketch.blocks, INCH // 8)
        self.assertEqual(saving.kind, SavingKind.SHORT)
        widths = [part.size.width for part in saving.parts]
        self.assertEqual(widths, [inches("1 1/4"), inches("4"), inches("3/4")])
        _, whole, saved = all_on(sketch.blocks, FORMATS[0].page(), USUAL_LIP)
        self.assertTrue(np.array_equal(whole, saved))

    def test_a_strip_hidden_for_an_inch_can_be_joined_there(self):
        sketch = sketch_of(row("strip", "strip", 0, 5, 12, 1), row("tag", "tag", 7, 4, 1, 3, level=1))
        (saving,) = savings_of(sketch.blocks, INCH // 8)
        self.assertEqual((saving.kind, saving.area), (SavingKind.JOIN, 0))
        first, second = saving.parts
        overlap = first.right - second.x
        self.assertGreaterEqual(overlap, LEAST_OVERLAP)
        self.assertTrue(7 * INCH < second.x < first.right < 8 * INCH)
        self.assertEqual((first.size.width % (INCH // 8), second.size.width % (INCH // 8)), (0, 0))

    def test_what_is_seen_through_a_hole_is_not_saved(self):
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), row("panel", "paper", 1, 1, 10, 10, level=1))
        hole = Openwork(holes={"panel": (Inset(0, 0, size("10", "8")),)})
        (saving,) = savings_of(sketch.blocks, INCH // 8, openwork=hole)
        self.assertLess(saving.opening.size.height, 2 * INCH)

    def test_a_base_that_nobody_sees_may_be_any_sheet(self):
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), row("all", "paper", 0, 0, 12, 12, level=1))
        self.assertEqual(savings_of(sketch.blocks, INCH // 8), (Saving("base", SavingKind.SPARE, None, (), 0),))

    def test_vellum_hides_nothing(self):
        sketch = sketch_of(row("base", "base", 0, 0, 12, 12), row("veil", "paper", 1, 1, 10, 10, level=1))
        self.assertEqual(savings_of(sketch.blocks, INCH // 8, openwork=Openwork(frozenset({"veil"}))), ())

    def test_what_is_hidden_agrees_with_a_raster(self):
        blocks = demo_sketch("three").blocks
        scale = PIXELS / (12 * INCH)
        for block in blocks:
            if block.role not in CUT_FROM_PAPER or is_tilted(block):
                continue
            hidden = hidden_of(block, blocks)
            stacked = sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level))
            above = [b for b in stacked[stacked.index(block) + 1 :] if b.role in HIDES]
            mask = Image.new("1", (PIXELS, PIXELS), 0)
            for upper in above:
                ring = outline_on_page(upper).exterior.coords
                ImageDraw.Draw(mask).polygon([(x * scale, y * scale) for x, y in ring], fill=1)
            box = [round(v * scale) for v in (block.x, block.y, block.x + block.width, block.y + block.height)]
            counted = np.asarray(mask)[box[1] : box[3], box[0] : box[2]].mean()
            with self.subTest(block.id):
                self.assertAlmostEqual(hidden.area / outline_on_page(block).area, counted, delta=0.01)
