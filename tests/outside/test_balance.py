"""Balance and spacing against rasters and trees of SciPy, which share no code with the core."""

from dataclasses import replace
from fractions import Fraction

import numpy as np
from django.test import SimpleTestCase
from scipy.ndimage import center_of_mass
from scipy.spatial import cKDTree
from shapely import contains_xy

from bench.planted import sound_page
from inkquilt.balance.second_look import Figures
from inkquilt.balance.weight import weigh
from inkquilt.clusters import ScatterWish, scatter
from inkquilt.colour import Rgb
from inkquilt.embellishments import EmbellishmentKind, Form, left_of
from inkquilt.lengths import INCH
from inkquilt.photos.cover import PlacedPhoto, area_on_page
from inkquilt.photos.crop import Framing, Pixels, Slot, crop_of
from inkquilt.photos.tones import CELLS as TONES
from inkquilt.photos.tones import ToneGrid, TonesOnPage
from inkquilt.sketch import Role
from tests.drawn import NAVY, block, inch_box, owned, page_with

CELLS = 240


class RasterTests(SimpleTestCase):
    def test_the_centre_of_weight_is_that_of_a_raster(self):
        """Each piece's weight is spread over what of it is seen from above, cell by cell."""
        for seed in range(8_000, 8_006):
            layout, _ = sound_page(seed)
            figures = Figures(layout)
            width, height = layout.page.width, layout.page.height
            x = (np.arange(CELLS) + 0.5) * width / CELLS
            y = (np.arange(CELLS) + 0.5) * height / CELLS
            across, down = np.meshgrid(x, y)
            owner = np.full(across.shape, -1)
            weighed = weigh(layout)
            for number, one in enumerate(weighed):  # what comes later lies on top
                owner[contains_xy(one.seen.outline, across, down)] = number
            mass = np.zeros(across.shape)
            for number, one in enumerate(weighed):
                cells = owner == number
                if cells.any():
                    mass[cells] = one.weight / cells.sum()
            row, column = center_of_mass(mass)
            self.assertAlmostEqual((column + 0.5) / CELLS, figures.moments.x / width, delta=0.004)
            self.assertAlmostEqual((row + 0.5) / CELLS, figures.moments.y / height, delta=0.004)

    def test_what_a_photo_shows_under_a_letter_is_the_mean_of_a_raster_of_its_cells(self):
        """Cells are laid on the page one by one and looked up at 4,000 places; the photo is cropped, level or not."""
        chance = np.random.default_rng(11)
        colours = tuple(Rgb(*map(int, row)) for row in chance.integers(0, 256, (TONES * TONES, 3)))
        tones = ToneGrid(colours, (0,) * len(colours))
        photo = Pixels(3000, 2000)
        for turn, level in ((0, 0), (700, 0), (0, -400), (1_200, 900)):
            slot = replace(block("p", Role.PHOTO, 2, 3, 5, 4), turn=turn)
            crop = crop_of(photo, Slot.of(slot), Framing(Fraction(2, 5), Fraction(3, 5), Fraction(3, 2), level))
            placed = PlacedPhoto(photo, crop, ())
            shown = TonesOnPage.of(slot, placed, tones)
            cells = [area_on_page(slot, placed, cell) for cell, _, _ in tones.cells()]
            for left, top, wide, high in ((4, 4.5, 0.7, 1), (3.2, 4, 1.6, 0.5), (5, 5.2, 0.3, 0.3)):
                region = inch_box(left, top, wide, high)
                x = (left + wide * chance.random(4_000)) * INCH
                y = (top + high * chance.random(4_000)) * INCH
                seen = np.zeros((4_000, 3))
                for cell, colour in zip(cells, colours, strict=True):
                    seen[contains_xy(cell, x, y)] = colour
                with self.subTest(turn=turn, level=level, left=left):
                    np.testing.assert_allclose(shown.colour_under(region), seen.mean(axis=0), atol=5)
            self.assertEqual(shown.moved(INCH, -INCH).colour_under(inch_box(5, 3.5, 0.7, 1)),
                             shown.colour_under(inch_box(4, 4.5, 0.7, 1)))  # fmt: skip
            self.assertEqual(shown.colour_under(inch_box(30, 30, 1, 1)), tones.colour)

    def test_scattered_pieces_keep_apart_as_a_nearest_neighbour_tree_finds_them(self):
        star = owned("star", EmbellishmentKind.DOT, Form.STAR, 0.25, 0.25, (NAVY,), count=None)
        layout = page_with()
        count = 80
        laid = scatter(layout, (star,), left_of((star,), ()), ScatterWish(count=count, off_edge=0))
        places = np.array([(one.x, one.y) for one in laid]) / INCH
        nearest = cKDTree(places).query(places, k=2)[0][:, 1]
        # Points thrown at random are 0.5 / sqrt(density) apart on the mean (Clark and Evans, Ecology 35, 1954).
        by_chance = 0.5 / np.sqrt(count / 144)
        self.assertGreater(nearest.mean() / by_chance, 1.5)
        self.assertGreater(nearest.min(), 0.4 * nearest.mean())
        # No lines: hardly any two neighbours share a row or column to 1/32 in.
        pairs = cKDTree(places).query_pairs(2.0)
        in_line = sum(min(abs(places[a] - places[b])) < 1 / 32 for a, b in pairs)
        self.assertLess(in_line, 0.12 * len(pairs))
