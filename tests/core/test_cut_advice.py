"""What is worth doing before cutting: which ways are tried, and which of them gain anything."""

from unittest import TestCase

from inkquilt.composition.advice import MOST_WAYS, ways_to_save
from inkquilt.composition.changes.cutting import LieAcross, SaveOn
from inkquilt.composition.wishes import parts_on, savings_on, wishes_on
from inkquilt.cutting import CutPiece, PaperNeed, plan_page
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.cutting.worthwhile import Gain, gains_of
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PatternRun, SideName
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Shape, Size
from tests.building import page_of, row, sketch_of
from tests.core.test_building import on_page
from tests.core.test_composition import done

TWELVE = Stock("S", Size(12 * INCH, 12 * INCH))


def piece(key, width, height, *, across=PatternRun.UP, openings=()):
    size = Size(round(width * INCH), round(height * INCH))
    return CutPiece(key, int(key), f"b{key}", f"piece {key}", Shape.RECT, size, SideName.A, across, openings)


def need(*pieces, stocks=(TWELVE,), directional=()):
    return PaperNeed("paper", tuple(pieces), tuple(stocks), frozenset(directional))


def planned(*needs):
    *_, plans = plan_page(needs, 0.3)
    return plans


class Gains(TestCase):
    def test_what_leaves_a_sheet_whole_is_worth_it_and_what_does_not_is_not(self):
        """Cut mats out of gutted middles before opening a new sheet: common practice, no source."""
        whole, photo = piece("1", 11, 11), piece("2", 6, 8)
        gutted = piece("1", 11, 11, openings=(Inset(INCH, INCH, Size(9 * INCH, 9 * INCH)),))
        plans = planned(need(whole, photo))
        ways = [need(whole, piece("2", 6, 7)), need(gutted, photo), need(whole, photo)]
        (gain,) = gains_of(plans, [[one] for one in ways])
        self.assertEqual((gain.way, gain.sheets, gain.placed), (1, 1, 0))
        self.assertLess(gain.cuts, 0)  # four cuts inside the sheet
        self.assertIn("1 sheet less", gain.words)
        self.assertIn("more", gain.words)

    def test_what_finds_a_place_comes_before_what_saves_a_sheet(self):
        one = Stock("S", Size(12 * INCH, 12 * INCH), StockKind.SHEET, 1)
        plans = planned(need(piece("1", 12, 6), piece("2", 12, 6), piece("3", 4, 4), stocks=[one]))
        all_in = need(piece("1", 12, 4), piece("2", 12, 4), piece("3", 4, 4), stocks=[one])
        none = need(piece("1", 12, 6), piece("2", 12, 5), piece("3", 4, 4), stocks=[one])
        (gain,) = gains_of(plans, [[none], [all_in]])
        self.assertEqual((gain.way, gain.placed, gain.all_placed), (1, 1, True))
        self.assertTrue(gain.words.startswith("then everything has a place"))

    def test_stripes_that_run_across_fit(self):
        stripe = Stock("S", Size(12 * INCH, 8 * INCH), StockKind.SCRAP, 1)
        up = piece("1", 6, 11)
        across = piece("1", 6, 11, across=PatternRun.ACROSS)
        ways = [[need(across, stocks=[stripe], directional=[SideName.A])]]
        plans = planned(need(up, stocks=[stripe], directional=[SideName.A]))
        self.assertEqual([gain.placed for gain in gains_of(plans, ways)], [1])

    def test_the_words(self):
        for gain, words in [
            (Gain(0, 1, 0, -4, False), "1 sheet less, 4 cuts more"),
            (Gain(0, 2, 0, 1, False), "2 sheets less, 1 cut fewer"),
            (Gain(0, 0, 1, 0, False), "1 piece more placed"), (Gain(0, 0, 2, -1, True),
             "then everything has a place, 1 cut more"), (Gain(0, 1, 0, 0, False), "1 sheet less"),
            (Gain(0, -1, 3, 0, False), "3 pieces more placed, 1 sheet more"),
        ]:  # fmt: skip
            self.assertEqual(gain.words, words)


class Ways(TestCase):
    SKETCH = sketch_of(
        row("base", "base", 0, 0, 12, 12, paper="A"),
        row("panel", "paper", 1, 1, 10, 10, paper="B", level=1),
        row("p", "photo", 2, 2, 8, 8, level=2),
        row("dot", "paper", 0, 0, 1, 1, paper="B", level=1),
    )

    def ways(self, document, directional=()):
        found = savings_on(document, wishes_on(document).wishes)
        return {(way.change.kind, way.change.block): way for way in ways_to_save(document, found, directional)}

    def test_every_saving_that_is_not_on_and_every_pattern_that_can_run_the_other_way(self):
        document = on_page(self.SKETCH, page_of("12", "12"))
        self.assertEqual(set(self.ways(document)), {("saving", "base"), ("saving", "panel")})
        self.assertIn("Gut base", self.ways(document)["saving", "base"].words)
        saved = done(SaveOn(block="panel", on=True), document)
        self.assertEqual(set(self.ways(saved)), {("saving", "base")})
        strip = sketch_of(row("s", "strip", 0, 2, 12, 2, paper="C"), row("t", "strip", 0, 6, 12, 2, paper="D"))
        lying = on_page(strip, page_of("12", "12"))
        ways = self.ways(lying, {"C"})
        self.assertEqual(set(ways), {("lie", "s")})
        self.assertEqual((ways["lie", "s"].change.on, ways["lie", "s"].words.split()[4]), (True, "across"))
        across = done(LieAcross(block="s", on=True), lying)
        self.assertEqual((self.ways(across, {"C"})["lie", "s"].change.on), False)
        for way in self.ways(document).values():  # each can be done
            self.assertNotEqual(way.change.applied(document, None).document, document)

    def test_what_is_cut_in_parts_is_known_to_the_measure_card(self):
        """A panel hidden in its middle by photos can be two pieces: common practice, no source."""
        sketch = sketch_of(
            row("panel", "paper", 1, 1, 10, 10, paper="B", level=1), row("p", "photo", 1, 3, 10, 6, level=2)
        )
        document = on_page(sketch, page_of("12", "12"))
        self.assertEqual(parts_on(document), {})
        (above, below) = parts_on(done(SaveOn(block="panel", on=True), document))["panel"]
        self.assertEqual((above.y, above.size.height / INCH), (0, 2.25))  # a lip of 1/4 in under the photo
        self.assertEqual(((below.y + below.size.height) / INCH, below.size.height / INCH), (10, 2.25))
        self.assertEqual(parts_on(done(SaveOn(block="base", on=True), on_page(self.SKETCH, page_of("12", "12")))), {})

    def test_so_many_and_no_more(self):
        many = sketch_of(*(row(f"s{n}", "strip", 0, n / 4, 12, 0.25, paper="C") for n in range(40)))
        self.assertEqual(len(self.ways(on_page(many, page_of("12", "12")), {"C"})), MOST_WAYS)
