"""If a relation holds in the sketch, it holds in the fit: each kind by its own arithmetic, on random layouts."""

import itertools
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.fit import FitRequest, Way
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from tests.building import PLAIN_SCHOOLS, row, sketch_of
from tests.building import exact as fit

eighth = INCH // 8
pages = st.sampled_from([form.page() for form in FORMATS if form.key != "insert"])
ways = st.builds(Way, st.sampled_from(PLAIN_SCHOOLS))
few = settings(max_examples=20, deadline=None, derandomize=True)


def fit_rows(rows, page, way):
    result = fit(FitRequest.plain(sketch_of(*rows), page), way)
    return result, {block.id: block for block in result.blocks}


def eighths(low, high):
    return st.integers(low * 8, high * 8).map(lambda n: n / 8)


class RelationsHold(TestCase):
    @few
    @given(pages, ways, eighths(1, 9), eighths(1, 2), st.sampled_from(["left", "right", "both"]))
    def test_run_offs(self, page, way, y, width, sides):
        x, length = {"left": (0, 7), "right": (5, 7), "both": (0, 12)}[sides]
        _, blocks = fit_rows([row("s", "strip", x, y, length, width)], page, way)
        strip = blocks["s"]
        if sides in ("left", "both"):
            self.assertEqual(strip.x, 0)
        if sides in ("right", "both"):
            self.assertEqual(strip.x + strip.width, page.width)

    @few
    @given(pages, ways, st.sampled_from([0.125, 0.25, 0.5]))
    def test_layers_show_the_same_on_all_sides(self, page, way, reveal):
        _, blocks = fit_rows([row("l", "paper", reveal, reveal, 12 - 2 * reveal, 12 - 2 * reveal)], page, way)
        layer = blocks["l"]
        shown = {layer.x, layer.y, page.width - layer.x - layer.width, page.height - layer.y - layer.height}
        self.assertEqual(len(shown), 1)
        self.assertLess(abs(shown.pop() - reveal * INCH), INCH // 30)  # in millimetres its usual partner

    @few
    @given(pages, ways, eighths(1, 3), eighths(1, 3), st.integers(-2, 4), st.integers(0, 4))
    def test_mats_keep_each_of_their_four_reveals(self, page, way, x, y, left, bottom):
        mat = row("m", "mat", x - left / 8, y - 0.125, 3 + left / 8 + 0.25, 4 + 0.125 + bottom / 8, of="p")
        result, blocks = fit_rows([mat, row("p", "photo", x, y, 3, 4, level=1)], page, way)
        photo, fitted = blocks["p"], blocks["m"]
        if page.unit.value == "in":
            self.assertEqual(photo.x - fitted.x, left * eighth)
            self.assertEqual(photo.y - fitted.y, eighth)
            self.assertEqual(fitted.x + fitted.width - photo.x - photo.width, 2 * eighth)
            self.assertEqual(fitted.y + fitted.height - photo.y - photo.height, bottom * eighth)
        self.assertTrue(result.found)

    @few
    @given(pages, ways, st.permutations(range(4)), eighths(0, 1))
    def test_what_lay_apart_stays_apart_and_in_order(self, page, way, order, gap):
        rows = [row(f"b{place}", "paper", 1 + (2 + gap) * index, 1 + place * 2, 2, 1.5)
                for index, place in enumerate(order)]  # fmt: skip
        _, blocks = fit_rows(rows, page, way)
        for one, two in itertools.pairwise(order):
            a, b = blocks[f"b{one}"], blocks[f"b{two}"]
            self.assertTrue(a.x + a.width <= b.x or (a.y + a.height <= b.y) == (one < two))

    @few
    @given(pages, ways, eighths(1, 4), eighths(1, 4))
    def test_what_lay_inside_stays_inside(self, page, way, x, y):
        rows = [row("panel", "paper", 0.5, 0.5, 9, 10), row("p", "photo", x, y, 3, 3, level=1)]
        _, blocks = fit_rows(rows, page, way)
        panel, photo = blocks["panel"], blocks["p"]
        self.assertTrue(panel.x <= photo.x and photo.x + photo.width <= panel.x + panel.width)
        self.assertTrue(panel.y <= photo.y and photo.y + photo.height <= panel.y + panel.height)

    @few
    @given(pages, ways, eighths(1, 2), st.integers(1, 6), st.integers(1, 6))
    def test_no_photo_is_covered_by_a_larger_share_than_drawn(self, page, way, cluster, over_x, over_y):
        rows = [
            row("p", "photo", 1, 1, 4, 4),
            row("c", "cluster", 5 - over_x / 8, 5 - over_y / 8, cluster, cluster, level=1, shape="circle"),
        ]
        result, blocks = fit_rows(rows, page, way)
        if not result.found or not result.sketch.block("c"):
            return
        photo, over = blocks["p"], blocks["c"]
        drawn_x, drawn_y = min(over_x / 8, cluster) / 4, min(over_y / 8, cluster) / 4
        covered_x = min(photo.x + photo.width, over.x + over.width) - max(photo.x, over.x)
        covered_y = min(photo.y + photo.height, over.y + over.height) - max(photo.y, over.y)
        if covered_x > 0 and covered_y > 0:
            self.assertLessEqual(covered_x / photo.width, drawn_x + 1e-9)
            self.assertLessEqual(covered_y / photo.height, drawn_y + 1e-9)

    @few
    @given(pages, ways, st.integers(2, 3), st.sampled_from([0, 0.125, 0.5]))
    def test_one_line_is_kept_where_nothing_dearer_forbids_it(self, page, way, count, gap):
        rows = [row(f"p{i}", "photo", 0.5 + i * (2 + gap), 2, 2, 3) for i in range(count)]
        result, blocks = fit_rows(rows, page, way)
        if result.found and result.cost.lines == 0:
            self.assertEqual(len({block.y for block in blocks.values()}), 1)
            self.assertEqual(len({block.height for block in blocks.values()}), 1)
        for broken in result.relations.broken:
            self.assertTrue(broken.why)
