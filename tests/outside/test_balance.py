"""Balance and spacing against rasters and trees of SciPy, which share no code with the core."""

import numpy as np
from django.test import SimpleTestCase
from scipy.ndimage import center_of_mass
from scipy.spatial import cKDTree
from shapely import contains_xy

from bench.planted import sound_page
from inkquilt.balance.second_look import Figures
from inkquilt.balance.weight import weigh
from inkquilt.clusters import ScatterWish, scatter
from inkquilt.embellishments import EmbellishmentKind, Form, left_of
from inkquilt.lengths import INCH
from tests.drawn import NAVY, owned, page_with

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
