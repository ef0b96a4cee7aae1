"""What makes a piece heavy, where the weight lies, what is empty, what comes again: small pages reckoned by hand."""

from unittest import TestCase

from shapely.geometry import box

from inkquilt.balance.links import TWIN_REACH, are_twins
from inkquilt.balance.repeats import colours_of, is_accent, kinds_of, places_of
from inkquilt.balance.weight import LEAD, beneath, chroma_of, lab_of, moments_of, visible_of, weigh
from inkquilt.balance.white_space import margins, regions, white_space
from inkquilt.colour import Rgb, difference
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Form
from inkquilt.layout import Layout, PaperSeen, PhotoSeen
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch.model import Size
from tests.building import page_of, row, sketch_of

WHITE, BLACK, RED, BLUE = Rgb(255, 255, 255), Rgb(0, 0, 0), Rgb(200, 30, 30), Rgb(30, 60, 200)


def dot(key, x, y, wide=1.0, colour=RED, form=Form.ROUND, **more):
    what = Embellishment(key, key, EmbellishmentKind.DOT, form, Size(round(wide * INCH), round(wide * INCH)), (colour,))
    return Accent(key, what, round(x * INCH), round(y * INCH), **more)


def layout(*rows, accents=(), papers=None, photos=None, lead=None, page=("12", "12")):
    seen = {name: PaperSeen(colours, kind) for name, (colours, kind) in (papers or {}).items()}
    blocks = sketch_of(*rows).blocks if rows else ()
    return Layout(page_of(*page), blocks, tuple(accents), seen, photos or {}, lead=lead)


class Weight(TestCase):
    def weights(self, page):
        return {one.seen.key: one.weight for one in weigh(page)}

    def test_it_grows_with_what_shows(self):
        small = self.weights(layout(row("p", "photo", 1, 1, 2, 3)))["p"]
        self.assertAlmostEqual(self.weights(layout(row("p", "photo", 1, 1, 4, 3)))["p"] / small, 2)
        half = self.weights(layout(row("p", "photo", 1, 1, 4, 3), row("q", "paper", 1, 1, 2, 3, level=1)))["p"]
        self.assertAlmostEqual(half, small)
        off = self.weights(layout(row("p", "paper", -2, 1, 4, 3)))["p"]
        self.assertAlmostEqual(off, self.weights(layout(row("p", "paper", 0, 1, 2, 3)))["p"])

    def test_what_it_is_counts(self):
        """With nothing known of colours: a half for contrast and for colour each."""
        look = 0.4 + 0.9 * 0.5 + 0.4 * 0.5
        for role, part in [
            ("photo", 1.0), ("paper", 0.35), ("strip", 0.35), ("mat", 0.5), ("tag", 0.7), ("base", 0.0),
        ]:  # fmt: skip
            more = {"of": "x"} if role == "mat" else {}
            rows = [row("x", "photo", 8, 8, 1, 1)] if role == "mat" else []
            found = self.weights(layout(*rows, row("p", role, 1, 1, 2, 2, **more)))["p"]
            with self.subTest(role):
                detail = 0.4 * 0.3 if role == "photo" else 0  # photos are never quite calm
                self.assertAlmostEqual(found, 4 * part * (look + detail), places=3)

    def test_the_one_that_leads_weighs_more(self):
        rows = [row("p", "photo", 1, 1, 2, 3), row("q", "photo", 6, 1, 2, 3)]
        found = self.weights(layout(*rows, lead="q"))
        self.assertAlmostEqual(found["q"] / found["p"], LEAD)

    def test_contrast_and_colour(self):
        def paper(colour, under):
            rows = [row("u", "paper", 0, 0, 12, 12, paper="U"), row("p", "paper", 2, 2, 3, 3, paper="P", level=1)]
            return layout(*rows, papers={"u": ((under,), PaperKind.SOLID), "p": ((colour,), PaperKind.SOLID)})

        (_, black), (_, grey) = (weigh(paper(one, WHITE)) for one in (BLACK, Rgb(200, 200, 200)))
        self.assertGreater(black.weight, grey.weight)
        self.assertAlmostEqual(black.contrast, difference(lab_of(BLACK), lab_of(WHITE)))
        (_, same) = weigh(paper(WHITE, WHITE))
        self.assertAlmostEqual(same.contrast, 0)
        self.assertAlmostEqual(same.weight, 9 * 0.35 * 0.4, places=3)  # no contrast, no colour, nothing printed
        (_, red), (_, dark) = (weigh(paper(one, one)) for one in (RED, BLACK))
        self.assertGreater(red.weight, dark.weight)

    def test_height_adds(self):
        flat, raised = (layout(accents=[dot("a", 5, 5, foam=foam)]) for foam in (False, True))
        self.assertAlmostEqual(self.weights(raised)["a"] / self.weights(flat)["a"], 1 + 2 / 16)

    def test_what_shows_of_a_pile(self):
        outlines = [box(0, 0, 4, 4), box(2, 0, 6, 4), box(0, 3, 1, 4)]
        self.assertEqual([one.area for one in visible_of(outlines)], [7, 16, 1])

    def test_what_lies_right_beneath(self):
        pieces = [one.seen for one in weigh(layout(row("a", "paper", 0, 0, 12, 12), row("b", "paper", 0, 0, 6, 12)))]
        for low, high, wanted in [(0, 3, [("b", 1.0)]), (4, 8, [("b", 0.5), ("a", 0.5)]), (7, 9, [("a", 1.0)])]:
            found = beneath(box(low * INCH, 0, high * INCH, INCH), pieces)
            with self.subTest(low=low):
                self.assertEqual([(one.key, round(share, 6)) for one, share in found], wanted)


class Moments(TestCase):
    def moments(self, *rows, page=("12", "12")):
        one = layout(*rows, page=page)
        return moments_of(one, weigh(one))

    def test_where_it_lies(self):
        for places, across, down in [
            ([(5, 5)], 0, 0), ([(0, 5)], -10 / 12, 0), ([(5, 10)], 0, 10 / 12), ([(0, 5), (10, 5)], 0, 0),
            ([(10, 0), (10, 4)], 10 / 12, -0.5),
        ]:  # fmt: skip
            found = self.moments(*(row(f"p{n}", "photo", x, y, 2, 2) for n, (x, y) in enumerate(places)))
            with self.subTest(places):
                self.assertAlmostEqual(found.across, across)
                self.assertAlmostEqual(found.down, down)

    def test_along_the_diagonals(self):
        for places, falling, rising in [
            ([(0, 0), (10, 10)], 1, 0), ([(0, 10), (10, 0)], 0, 1), ([(0, 0), (10, 0)], 0.5, 0.5), ([(5, 0)], 0, 0),
        ]:  # fmt: skip
            found = self.moments(*(row(f"p{n}", "photo", x, y, 2, 2) for n, (x, y) in enumerate(places)))
            with self.subTest(places):
                self.assertAlmostEqual(found.falling, falling)
                self.assertAlmostEqual(found.rising, rising)

    def test_a_bare_page(self):
        found = self.moments(page=("12", "8"))
        self.assertEqual((found.x, found.y, found.across, found.down), (6 * INCH, 4 * INCH, 0, 0))
        self.assertEqual((found.falling, found.rising), (0.5, 0.5))


class WhiteSpaces(TestCase):
    def space(self, *rows, **more):
        one = layout(*rows, **more)
        return white_space(one, weigh(one)), margins(one, weigh(one))

    def test_how_much_is_empty_and_its_largest_box(self):
        for rows, share, rectangle, joined in [
            ([], 1, 1, 1),
            ([row("p", "photo", 0, 0, 12, 6)], 0.5, 0.5, 1),
            ([row("p", "photo", 0, 5, 12, 2)], 10 / 12, 5 / 12, 0.5),
            ([row("p", "photo", 0, 0, 12, 12)], 0, 0, 0),
            ([row("p", "paper", 0, 0, 12, 12)], 1, 1, 1),
        ]:
            found, _ = self.space(*rows)
            with self.subTest(rows):
                self.assertAlmostEqual(found.share, share)
                self.assertAlmostEqual(found.rectangle_share, rectangle)
                self.assertAlmostEqual(found.joined, joined)

    def test_a_busy_paper_does_not_rest_the_eye(self):
        for kind, share in [(PaperKind.LARGE_PRINT, 0.5), (PaperKind.SOLID, 1), (PaperKind.SMALL_PRINT, 1)]:
            found, _ = self.space(row("a", "paper", 0, 0, 6, 12), papers={"a": ((RED,), kind)})
            with self.subTest(kind):
                self.assertAlmostEqual(found.share, share)

    def test_the_margins_of_what_lies_there(self):
        for rows, wanted in [
            ([], (6, 6, 6, 6)), ([row("p", "photo", 1, 2, 4, 6)], (1, 2, 7, 4)),
            ([row("p", "photo", 1, 2, 4, 6), row("q", "photo", 9, 9, 3, 3)], (1, 2, 0, 0)),
            ([row("a", "paper", 1, 1, 2, 2)], (6, 6, 6, 6)),  # papers are ground
        ]:  # fmt: skip
            _, found = self.space(*rows)
            with self.subTest(rows):
                self.assertEqual(tuple(one / INCH for one in found), wanted)

    def test_what_lies_in_each_ninth(self):
        one = layout(
            accents=[
                dot("a", 1, 1),
                dot("b", 2, 2),
                dot("c", 6, 6),
                dot("d", 11, 1),
                dot("s", 1, 11, group="scatter-1"),
            ]
        )
        found = {(region.column, region.row): region for region in regions(one, weigh(one))}
        self.assertEqual(len(found), 9)
        self.assertEqual((found[0, 0].keys, found[0, 0].count), (("a", "b"), 2))
        self.assertEqual((found[1, 1].keys, found[2, 0].keys, found[0, 2].count), (("c",), ("d",), 0))
        self.assertAlmostEqual(found[0, 0].fullness, 2 * 3.14159 / 4 / 16, places=2)
        self.assertEqual(
            [place for place, region in found.items() if region.is_corner], [(0, 0), (2, 0), (0, 2), (2, 2)]
        )


class Again(TestCase):
    def test_which_colours_the_eye_takes_for_colours(self):
        for colour, accent in [(RED, True), (BLUE, True), (WHITE, False), (BLACK, False), (Rgb(120, 120, 120), False),
                               (Rgb(40, 0, 0), False), (Rgb(230, 220, 210), False)]:  # fmt: skip
            with self.subTest(colour):
                self.assertEqual(is_accent(colour), accent)
        self.assertLess(chroma_of(WHITE), 0.1)

    def test_two_places_near_each_other_are_one(self):
        near, far = 1.49 * INCH, 1.5 * INCH
        self.assertEqual(places_of([(0, 0), (near, near)]), ((near / 2, near / 2),))
        self.assertEqual(len(places_of([(0, 0), (far, 0)])), 2)
        self.assertEqual(len(places_of([(0, 0), (0, far)])), 2)
        self.assertEqual(places_of([]), ())

    def test_a_colour_that_comes_again(self):
        one = layout(
            row("p", "photo", 2, 2, 6, 6),
            accents=[dot("a", 1, 1), dot("b", 9, 1), dot("c", 1, 9), dot("d", 9, 9, colour=BLUE)],
        )
        red, blue = colours_of(one, weigh(one))
        self.assertEqual((set(red.keys), red.name, red.is_alone), ({"a", "b", "c"}, "#c81e1e", False))
        self.assertAlmostEqual(red.triangle, 32 / 144)
        self.assertAlmostEqual(red.photos_inside, 0.75, delta=0.26)
        self.assertEqual((blue.keys, blue.is_alone, blue.triangle), (("d",), True, 0))

    def test_a_colour_of_a_photo_is_not_alone(self):
        photo = PhotoSeen((BLUE,), 0.5)
        one = layout(row("p", "photo", 2, 2, 4, 4), accents=[dot("a", 9, 9, colour=BLUE)], photos={"p": photo})
        (blue,) = colours_of(one, weigh(one))
        self.assertEqual((blue.in_photos, blue.is_alone), (True, False))

    def test_a_colour_that_hardly_shows_does_not_count(self):
        for wide, counts in [(0.2, True), (0.1, False)]:  # 0.03 and 0.008 square inches
            one = layout(accents=[dot("a", 5, 5, wide)])
            with self.subTest(wide=wide):
                self.assertEqual(len(colours_of(one, weigh(one))), int(counts))

    def test_kinds_that_come_again(self):
        one = layout(
            accents=[dot("a", 1, 1), dot("b", 9, 1), dot("c", 5, 5, form=Form.STAR), dot("s", 5, 9, group="scatter-1")]
        )
        self.assertEqual(
            [(use.name, use.keys) for use in kinds_of(one, weigh(one))], [("round", ("a", "b")), ("star", ("c",))]
        )


class InLine(TestCase):
    """Two of one shape look like a mistake where they stand in one line, near each other and turned alike."""

    def test_turned_alike_goes_round_the_full_circle(self):
        for one, other, alike in (
            (0, 0, True), (0, 5, True), (0, 5.01, False), (359, 1, True), (1, 359, True), (357.5, 2.5, True),
            (357, 3, False), (0, 360, True), (-2, 2, True), (-2, 358, True), (719, 1, True), (180, 0, False),
            (175, 185, False), (178, 183, True),
        ):  # fmt: skip
            here, there = dot("a", 2, 3, turn=round(100 * one)), dot("b", 4, 3, turn=round(100 * other))
            with self.subTest(one=one, other=other):
                self.assertEqual(are_twins(here, there), alike)
                self.assertEqual(are_twins(there, here), alike)

    def test_in_line_across_or_down_and_near(self):
        for x, y, together in (
            (4, 3, True), (2, 6, True), (4, 3 + 1 / 16, True), (4, 3 + 1 / 15, False), (2 + 1 / 16, 6, True),
            (2 + 1 / 15, 6, False), (2 + TWIN_REACH / INCH, 3, True), (2.01 + TWIN_REACH / INCH, 3, False),
            (4, 5, False),
        ):  # fmt: skip
            with self.subTest(x=x, y=y):
                self.assertEqual(are_twins(dot("a", 2, 3), dot("b", x, y)), together)
