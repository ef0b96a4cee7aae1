"""The measure card, sums, and facing pages: checked by plain arithmetic on their own words."""

import re
from unittest import TestCase

from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import Unit, parse_length
from inkquilt.measuring import MeasureFrom, measure_card, reckoned
from inkquilt.page import FORMATS, Fold
from inkquilt.sketch import Role
from inkquilt.sketch.companion import companions, strong_shape
from inkquilt.sketch.model import Size
from tests.building import DEMO_SKETCHES, demo_sketch, inches, row, sketch_of

LETTER = next(form for form in FORMATS if form.key == "letter").page()
NUMBER = re.compile(r"(?:about )?(\d+ \d+/\d+|\d+/\d+|\d+)")


def added_up(text):
    """Reckon the left side of "1/4 margin + 4 photo = 4 1/4 in" from its own words."""
    left, right = text.split(" = ")
    total = 0
    for part in re.split(r"(?<= )(?=[+−] )", left):
        sign = -1 if part.startswith("−") else 1
        total += sign * parse_length(NUMBER.search(part).group(1), Unit.IN).grains
    return total, parse_length(NUMBER.match(right).group(1), Unit.IN).grains


class Reckoning(TestCase):
    def test_every_chain_across_and_down_every_demo_page_adds_up_to_the_page(self):
        chains = 0
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            result = fit(FitRequest.plain(sketch, LETTER), Way(School.KEEP_PHOTOS))
            for block in result.blocks:
                for one in reckoned(
                    result.sketch, Size(LETTER.width, LETTER.height), LETTER.unit, result.blocks, block.id
                ):
                    if "page" in one.what or "reveal" in one.sum:
                        total, said = added_up(one.sum)
                        self.assertEqual(total, said, f"{path.name} {block.id}: {one.sum}")
                        chains += 1
        self.assertGreater(chains, 150)

    def test_a_mat_of_4_x_6_with_an_eighth_is_4_1_4_x_6_1_4(self):  # common practice, no source
        sketch = sketch_of(row("m", "mat", 0.875, 0.875, 4.25, 6.25, of="p"), row("p", "photo", 1, 1, 4, 6, level=1))
        sums = reckoned(sketch, sketch.page, Unit.IN, sketch.blocks, "m")
        self.assertEqual(sums[0].sum, "1/8 reveal + 4 photo p + 1/8 reveal = 4 1/4 in")
        self.assertEqual(sums[1].sum, "1/8 reveal + 6 photo p + 1/8 reveal = 6 1/4 in")


class Card(TestCase):
    SKETCH = sketch_of(row("a", "photo", 2, 1, 8, 3), row("b", "strip", -0.5, 9, 5, 1), row("c", "tag", 9, 10.5, 2, 1))

    def rows(self, counted):
        return {r.block: r for r in measure_card(self.SKETCH.page, Unit.IN, self.SKETCH.blocks, counted)}

    def test_counted_from_left_and_top(self):
        rows = self.rows(MeasureFrom.LEFT_TOP)
        self.assertEqual((rows["a"].across, rows["a"].down), ("2 from the left", "1 from the top"))
        self.assertEqual((rows["a"].size, rows["a"].marks), ("8 × 3", ("6", "2 1/2")))

    def test_counted_from_the_nearest_edge_and_from_the_centre_lines(self):
        nearest, centre = self.rows(MeasureFrom.NEAREST), self.rows(MeasureFrom.CENTRE)
        self.assertEqual(nearest["a"].across, "centred, 2 from left and right")
        self.assertEqual((nearest["c"].across, nearest["c"].down), ("1 from the right", "1/2 from the bottom"))
        self.assertEqual(centre["a"].across, "centred on the upright centre line")
        self.assertEqual(centre["c"].across, "4 from the upright centre line to the right")

    def test_on_two_facing_pages_each_piece_is_measured_on_its_own_page(self):
        rows = [row("l", "photo", 1, 1, 4, 6), row("r", "photo", 14, 1, 4, 6), row("band", "strip", 0, 8, 24.5, 2)]
        sketch = sketch_of(*rows, page=(24.5, 12))
        fold = Fold(inches("12"), inches("1/2"))
        card = {r.block: r for r in measure_card(sketch.page, Unit.IN, sketch.blocks, MeasureFrom.LEFT_TOP, fold)}
        self.assertEqual((card["r"].page, card["r"].across), ("right page", "1 1/2 from the left"))
        self.assertEqual((card["l"].page, card["band"].page), ("left page", "both pages"))


class Companions(TestCase):
    def test_papers_return_the_strong_shape_moves_and_the_slots_are_as_many_as_asked(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name.split(".")[0])
            for photos in (1, 3, 6):
                for one in companions(sketch, photos):
                    with self.subTest(path.name, photos=photos, key=one.key):
                        papers = {block.paper for block in sketch.blocks} - {None}
                        self.assertEqual({b.paper for b in one.sketch.blocks} - {None} | papers, papers)
                        self.assertTrue(papers <= {block.paper for block in one.sketch.blocks})
                        slots = sum(block.role is Role.PHOTO for block in one.sketch.blocks)
                        self.assertEqual(slots, photos)
                        self.assertFalse(any(block.role is Role.TITLE for block in one.sketch.blocks))
                        strong = strong_shape(sketch)
                        moved = one.sketch.block(strong.id)
                        self.assertNotEqual((strong.x, strong.y), (moved.x, moved.y))

    def test_a_low_band_lies_high_on_the_facing_page(self):  # common practice, no source
        sketch = sketch_of(row("band", "paper", 0, 8, 12, 3, paper="B"), row("p", "photo", 1, 1, 4, 6, level=1))
        self.assertEqual(companions(sketch, 1)[0].sketch.block("band").y, inches("1"))

    def test_a_paper_whose_piece_went_returns_as_a_thin_line(self):
        rows = [
            row("band", "paper", 0, 8, 12, 3, paper="B"),
            row("m", "mat", 0.875, 0.875, 2.25, 2.25, of="p", paper="C", level=1),
            row("p", "photo", 1, 1, 2, 2, level=2),
            row("q", "photo", 5, 1, 4, 6, level=2),
        ]
        one = companions(sketch_of(*rows), 1)[0]
        line = next(block for block in one.sketch.blocks if block.paper == "C")
        self.assertEqual((line.role, line.width), (Role.STRIP, inches("12")))
