"""Embellishments on a page fitted anew: they go along, hide no more than they did, and nothing piles up."""

from dataclasses import replace
from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import box as rectangle
from shapely.ops import unary_union

from inkquilt.along import MORE_HIDDEN, STICKS_OUT, LaidPage, going_along
from inkquilt.colour import Rgb
from inkquilt.embellishments import Accent, Embellishment, EmbellishmentKind, Form
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS, Page
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Size
from tests.building import DEMO_SKETCHES, demo_sketch, inches, row, sketch_of

SKETCH = sketch_of(
    row("p", "photo", 1, 1, 6, 4), row("q", "photo", 7.5, 1, 3.5, 4), row("t", "title", 1, 6, 6, 1),
    row("s", "journaling", 1, 8, 5, 2),
)  # fmt: skip
K = EmbellishmentKind


def piece(key, x, y, wide=1.0, kind=K.MAIN, form=Form.ROUND, **more):
    """Return an embellishment on the page, in inches."""
    what = Embellishment(key, key, kind, form, Size(round(wide * INCH), round(wide * INCH)), (Rgb(9, 9, 9),))
    return Accent(key, what, round(x * INCH), round(y * INCH), **more)


def cluster(x, y, name="c"):
    """Return a cluster about a place: a label, a flower on it, two sprigs, a word and a dot."""
    return [
        piece(f"{name}-base", x, y, 2.2, K.BASE, Form.LABEL, group=name),
        piece(f"{name}-main", x, y, 1.2, K.MAIN, Form.FLOWER, group=name),
        piece(f"{name}-left", x - 1.2, y + 0.4, 1.2, K.SPRIG, Form.LEAF, group=name),
        piece(f"{name}-right", x + 1.2, y + 0.4, 1.2, K.SPRIG, Form.LEAF, group=name),
        piece(f"{name}-word", x, y + 0.9, 0.8, K.WORD, Form.LABEL, group=name),
        piece(f"{name}-dot", x - 0.8, y - 0.8, 0.4, K.DOT, group=name),
    ]


def laid_on(sketch, page):
    """Return a sketch laid as drawn on a page of a size, as embellishments see it."""
    return LaidPage(
        fit(FitRequest.plain(sketch, page), Way(School.KEEP_PROPORTIONS)).blocks, Size(page.width, page.height)
    )


def scaled(by, laid):
    """Return a page made smaller as a whole."""

    def less(length):
        return round(length * by)

    blocks = tuple(
        replace(b, x=less(b.x), y=less(b.y), width=less(b.width), height=less(b.height)) for b in laid.blocks
    )
    return LaidPage(blocks, Size(less(laid.page.width), less(laid.page.height)))


OWN = LaidPage(SKETCH.blocks, SKETCH.page)


def hidden(accents, laid):
    """Return which part of each photo, title and story is hidden."""
    over = unary_union([one.outline for one in accents if one.under is None])
    return {
        block.id: outline_on_page(block).intersection(over).area / outline_on_page(block).area
        for block in laid.blocks if block.role in MORE_HIDDEN
    }  # fmt: skip


class GoingAlong(TestCase):
    def test_a_page_that_stays_keeps_everything_where_it_is(self):
        accents = [*cluster(7, 5), piece("alone", 10, 10)]
        along = going_along(accents, OWN, OWN)
        self.assertEqual(along.laid, tuple(accents))
        self.assertEqual(along.put_back, ())

    def test_a_cluster_follows_the_corner_it_was_laid_at(self):
        accents = [piece("m", 7, 5, 0.5)]
        larger = scaled(1.25, OWN)
        (moved,) = going_along(accents, OWN, larger).laid
        self.assertEqual((moved.x, moved.y), (round(8.75 * INCH), round(6.25 * INCH)))

    def test_too_large_for_its_place_it_leaves_pieces_out_the_sprigs_first_the_main_piece_last(self):
        accents = cluster(7, 5)
        kept = [
            {one.what.kind for one in going_along(accents, OWN, scaled(by, OWN)).laid} for by in (1, 0.6, 0.45, 0.2)
        ]
        self.assertEqual(kept[0], {K.BASE, K.MAIN, K.SPRIG, K.WORD, K.DOT})
        for more, fewer in pairwise(kept):
            self.assertTrue(fewer <= more, kept)
        self.assertNotIn(K.SPRIG, kept[2])
        for kinds in kept:
            self.assertTrue(K.MAIN in kinds or not kinds, kept)

    def test_what_finds_no_place_goes_back_to_the_tray_and_is_told(self):
        accents = [piece("huge", 4, 3, 3.0)]
        along = going_along(accents, OWN, scaled(0.3, OWN))
        self.assertEqual((along.laid, along.put_back), ((), tuple(accents)))

    def test_what_is_tucked_under_a_title_hides_nothing_and_stays_with_it(self):
        under = piece("circle", 4, 6.5, 1.5, K.BASE, under="t", group="title")
        (moved,) = going_along([under], OWN, scaled(0.7, OWN)).laid
        self.assertEqual(moved.under, "t")
        without = LaidPage(tuple(block for block in OWN.blocks if block.id != "t"), OWN.page)
        self.assertIsNone(going_along([under], OWN, without).laid[0].under)

    def test_two_clusters_do_not_pile_up(self):
        accents = [*cluster(7, 5.3, "c"), *cluster(6, 8.5, "d")]
        for by in (0.8, 0.6, 0.5, 0.4):
            laid = going_along(accents, OWN, scaled(by, OWN)).laid
            one, two = (unary_union([a.outline for a in laid if a.group == name]) for name in "cd")
            if one.area and two.area:
                self.assertLessEqual(one.intersection(two).area / min(one.area, two.area), 0.12, by)

    def test_scattered_pieces_keep_their_part_of_the_page_and_stay_off_photos(self):
        accents = [piece(f"s{i}", 0.5 + i * 1.1, 11.2, 0.4, K.DOT, group="scatter-1") for i in range(10)]
        half = scaled(0.5, OWN)
        along = going_along(accents, OWN, half)
        self.assertEqual(len(along.laid), 10)
        for before, after in zip(accents, along.laid, strict=True):
            self.assertEqual((after.x, after.y), (round(before.x / 2), round(before.y / 2)))
        between = [piece("gap", 7.25, 3, 0.4, K.DOT, group="scatter-1")]
        wider = replace(OWN.blocks[0], width=inches("6 1/8"))
        along = going_along(between, OWN, LaidPage((wider, *OWN.blocks[1:]), OWN.page))
        self.assertEqual(len(along.laid), 1, "a hair of it is no harm")
        far = replace(OWN.blocks[1], x=inches("5"), width=inches("1 1/2"), height=inches("3"))
        along = going_along(
            between, OWN, LaidPage((OWN.blocks[0], replace(far, x=inches("7")), *OWN.blocks[2:]), OWN.page)
        )
        self.assertEqual(along.put_back, tuple(between))

    @settings(max_examples=25, deadline=None, derandomize=True)
    @given(
        st.sampled_from([path.name.split(".")[0] for path in DEMO_SKETCHES]),
        st.sampled_from([form.key for form in FORMATS]),
        st.lists(st.tuples(st.floats(0.1, 0.9), st.floats(0.1, 0.9)), min_size=1, max_size=3),
    )
    def test_on_every_page_nothing_more_is_hidden_nothing_leaves_it_and_nothing_is_lost(self, name, key, places):
        sketch = demo_sketch(name)
        own = laid_on(sketch, page_like(sketch))
        page = next(form for form in FORMATS if form.key == key).page()
        there = laid_on(sketch, page)
        accents = [
            one
            for number, (across, down) in enumerate(places)
            for one in cluster(across * own.page.width / INCH, down * own.page.height / INCH, f"c{number}")
        ]
        along = going_along(accents, own, there)
        self.assertEqual({a.key for a in along.laid} | {a.key for a in along.put_back}, {a.key for a in accents})
        self.assertEqual(len(along.laid) + len(along.put_back), len(accents))
        sheet, old = (rectangle(0, 0, laid.page.width, laid.page.height) for laid in (there, own))
        for number in range(len(places)):
            group = [one for one in along.laid if one.group == f"c{number}"]
            if not group:
                continue
            before, after = hidden([a for a in accents if a.group == f"c{number}"], own), hidden(group, there)
            for block, part in after.items():
                role = next(b.role for b in there.blocks if b.id == block)
                self.assertLessEqual(part, before.get(block, 1) + MORE_HIDDEN[role] + 1e-6, (block, name, key))
            now = unary_union([one.outline for one in group])
            was = unary_union([one.outline for one in accents if one.group == f"c{number}"])
            out = was.difference(old).area / was.area
            self.assertLessEqual(now.difference(sheet).area / now.area, out + STICKS_OUT + 1e-6)


def page_like(sketch):
    """Return the page a sketch is drawn for."""
    return Page(sketch.page.width, sketch.page.height, sketch.unit)
