"""Clusters from a handful, in the sketch's own places, words beside what they name; pieces cut, tucked, laid along."""

import math
from dataclasses import replace
from unittest import TestCase

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import box

from bench.planted import FAULTS, planted_page
from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.clusters import ClusterWish, Formation, plan_clusters
from inkquilt.clusters.edges import halves_of, nearest_edge
from inkquilt.clusters.planner import NothingToPlanWith
from inkquilt.composition.changes.edges import CutInTwo, LayAlong, TuckHalf
from inkquilt.embellishments import EmbellishmentKind, Form, corners_of_form, left_of, used_of
from inkquilt.errors import BadInput
from inkquilt.lengths import INCH
from inkquilt.sketch import Role
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size
from inkquilt.suggestions import Asked, try_it
from inkquilt.suggestions.changes import goes_far
from tests.core.test_clusters import LEFT, STASH
from tests.core.test_composition import DOCUMENT, known
from tests.drawn import CREAM, MUSTARD, NAVY, TEAL, accent, block, owned, page_with

KIND = EmbellishmentKind
BRIDGE = replace(
    owned("on the bridge", KIND.WORD, Form.STRIP, 1.25, 0.375, (NAVY, CREAM), count=2), text="on the bridge"
)


def page(*clusters):
    return page_with(
        block("p", Role.PHOTO, 2, 3, 4, 6, level=2),
        block("q", Role.PHOTO, 6.5, 3, 3.5, 3.5, level=2),
        *(block(f"c{n}", Role.CLUSTER, x, y, 1, 1, level=3) for n, (x, y) in enumerate(clusters)),
    )


class FromAHandful(SimpleTestCase):
    def kinds(self, *, stash=STASH, names=None, layout=None, **wish):
        """What the best proposal is made of."""
        plan = plan_clusters(layout or page(), stash, left_of(stash, ()), ClusterWish(**wish), names or {})[0]
        return {one.what.key for one in plan.accents}

    def test_only_what_is_ticked_is_taken(self):
        for only in (("label", "flower"), ("circle", "bee", "leaf", "star"), ("flower",)):
            with self.subTest(only):
                self.assertLessEqual(self.kinds(only=frozenset(only)), set(only))

    def test_only_pieces_with_a_colour_that_was_chosen_are_taken(self):
        used = self.kinds(colours=(TEAL, CREAM))
        self.assertLessEqual(used, {"label", "circle", "leaf", "word"})
        self.assertNotIn("flower", used)

    def test_without_a_main_piece_the_largest_of_the_handful_leads(self):
        self.assertIn("label", self.kinds(only=frozenset({"label", "button"})))
        for only in (frozenset({"word"}), frozenset({"nothing of hers"})):
            with self.assertRaisesMessage(NothingToPlanWith, "tick"):
                self.kinds(only=only)

    def test_the_sketchs_own_places_come_first_and_all_are_filled(self):
        for clusters in ([(1, 9.5)], [(1, 9.5), (9.5, 2)], [(1, 9.5), (9.5, 2), (9, 10), (0.5, 0.5)]):
            layout = page(*clusters)
            plan = plan_clusters(layout, STASH, {**LEFT, "flower": 9}, ClusterWish())[0]
            self.assertEqual(plan.kept, len(clusters))
            middles = [(one.x / INCH, one.y / INCH) for one in plan.accents]
            for x, y in clusters:
                near = min(math.hypot(x + 0.5 - mx, y + 0.5 - my) for mx, my in middles)
                self.assertLess(near, 1.3, (clusters, plan.why))

    def test_words_are_laid_only_beside_what_they_name(self):
        stash = (*STASH, BRIDGE)
        rich = {"rich": True, "formation": Formation.TRIANGLE}
        for names, there in [
            ({}, False),
            ({"p": "muddy shoes", "q": "on the roof"}, False),  # “on” and “the” name nothing
            ({"p": "The bridge at noon", "q": "shoes"}, True),
        ]:
            plans = plan_clusters(page(), stash, left_of(stash, ()), ClusterWish(**rich), names)
            with self.subTest(names):
                laid = [one for plan in plans for one in plan.accents if one.what.key == BRIDGE.key]
                self.assertEqual(bool(laid), there)
                photo = box(2 * INCH, 3 * INCH, 6 * INCH, 9 * INCH)
                for one in laid:
                    self.assertLess(one.outline.distance(photo), 2 * INCH)


class Halves(TestCase):
    @given(
        form=st.sampled_from(list(Form)), wide=st.integers(2, 40), high=st.integers(2, 40), level=st.booleans(),
        own=st.booleans(),
    )  # fmt: skip
    def test_the_halves_laid_side_by_side_are_the_piece(self, form, wide, high, level, own):
        whole = replace(
            owned("piece", KIND.MAIN, form, wide / 8, high / 8, (MUSTARD,), count=1),
            outline=corners_of_form(form) if own else (), pictured=own,
        )  # fmt: skip
        first, second = halves_of(whole, level=level)
        together = affinity.translate(first.what.shape, first.x, first.y).union(
            affinity.translate(second.what.shape, second.x, second.y)
        )
        # Of outlines in more than one part at the cut the largest part is kept.
        self.assertLess(together.difference(whole.shape.buffer(40)).area, 1)
        if form not in (Form.STAR, Form.ARROW, Form.CORNER, Form.BIRD):
            self.assertLess(together.symmetric_difference(whole.shape).area / whole.shape.area, 0.03)
        for half in (first, second):
            self.assertTrue(all(0 <= side <= POLYGON_PARTS for part in half.what.outline for side in part))

    def test_each_half_shows_its_own_half_of_the_picture(self):
        whole = replace(owned("bee", KIND.MAIN, Form.STRIP, 2, 1, (MUSTARD,)), pictured=True)
        half, full = POLYGON_PARTS // 2, POLYGON_PARTS
        for level, shown in [
            (False, [(Part(0, 0), Part(half, full)), (Part(half, 0), Part(full, full))]),
            (True, [(Part(0, 0), Part(full, half)), (Part(0, half), Part(full, full))]),
        ]:
            with self.subTest(level=level):
                self.assertEqual([one.what.shown for one in halves_of(whole, level=level)], shown)
        quarter = halves_of(halves_of(whole, level=False)[1].what, level=True)[0]
        self.assertEqual(quarter.what.shown, (Part(half, 0), Part(full, half)))
        self.assertEqual([one.what.shown for one in halves_of(replace(whole, pictured=False), level=True)], [(), ()])

    def test_words_and_specks_are_not_cut(self):
        speck = owned("speck", KIND.DOT, Form.ROUND, 0.1, 0.1, (NAVY,))
        for one, code in ((BRIDGE, "words-not-cut"), (speck, "too-small-to-cut")):
            with self.assertRaises(BadInput) as refused:
                halves_of(one, level=False)
            self.assertEqual(refused.exception.faults[0].code, code)


class Edges(TestCase):
    SQUARE = ("s", box(0, 0, 100, 100))

    def test_the_nearest_edge_and_how_it_runs(self):
        leaning = ("l", affinity.rotate(box(0, 0, 100, 100), 30))
        for outline, x, y, place in [
            (self.SQUARE, 50, -20, (50, 0, 0)),
            (self.SQUARE, 130, 40, (100, 40, 90)),
            (self.SQUARE, 50, 90, (50, 100, 0)),
            (self.SQUARE, -5, 50, (0, 50, 90)),
            (leaning, 75, -30, (None, None, 30)),
        ]:
            edge = nearest_edge([outline], x, y)
            with self.subTest(x=x, y=y):
                for told, wanted in zip((edge.x, edge.y, abs(edge.slope)), place, strict=True):
                    if wanted is not None:
                        self.assertAlmostEqual(told, wanted, places=6)

    def test_what_is_laid_along_stays_on_its_edge(self):
        for half, x in [(0, 0), (10, 10), (50, 50), (80, 50)]:
            self.assertEqual(nearest_edge([self.SQUARE], -5, -100, half).x, x)

    def test_no_edge_where_nothing_lies(self):
        self.assertIsNone(nearest_edge([], 1, 1))


class OnThePage(TestCase):
    """The deeds on a page that lies: photo p at 1, 1 with its mat at 7/8."""

    def with_piece(self, x, y, what=None, **more):
        what = what or owned("strip", KIND.MAIN, Form.STRIP, 2, 0.5, (MUSTARD,), count=3)
        return replace(DOCUMENT, accents=(replace(accent("one", what, x, y), **more),))

    def after(self, change, document):
        return change.applied(document, known()).document.accents

    def test_a_piece_in_two_halves_is_one_of_the_stash(self):
        document = self.with_piece(6, 6)
        accents = self.after(CutInTwo(accent="one"), document)
        self.assertEqual([one.key for one in accents], ["one", "half-1"])
        self.assertEqual([one.what.size for one in accents], [Size(INCH, INCH // 2)] * 2)
        self.assertEqual(used_of(accents), {"strip": 1})
        first, second = (one.outline.bounds for one in accents)
        self.assertGreater(second[0], first[2])
        down = self.after(CutInTwo(accent="one"), self.with_piece(6, 6, turn=9_000))
        self.assertGreater(down[1].y, down[0].y, "cut as it lies on its own, then turned with it")

    def test_half_is_hidden_under_the_nearest_edge_and_brought_out_again(self):
        document = self.with_piece(3, 7.5)
        (one,) = self.after(TuckHalf(accent="one"), document)
        self.assertEqual((one.under, one.y), ("m", round(7.125 * INCH)))
        (one,) = self.after(TuckHalf(accent="one", under="q"), document)
        self.assertEqual(one.under, "q")
        (back,) = self.after(TuckHalf(accent="one", out=True), replace(document, accents=(one,)))
        self.assertEqual((back.under, back.x), (None, one.x))

    def test_along_an_edge_its_long_side_runs_with_it(self):
        upright = owned("tall", KIND.MAIN, Form.STRIP, 0.5, 2, (MUSTARD,))
        for what, x, y, turn in [
            (None, 3, 7.5, 0),
            (None, 0.4, 4, 9_000),
            (upright, 0.4, 4, 0),
            (upright, 3, 7.5, 9_000),
        ]:
            (one,) = self.after(LayAlong(accent="one", of="m"), self.with_piece(x, y, what))
            with self.subTest(x=x, what=what and what.name):
                self.assertEqual(one.turn % 18_000, turn)

    def test_one_is_laid_along_another(self):
        other = accent("other", owned("label", KIND.BASE, Form.STRIP, 3, 1, (CREAM,)), 8, 8, turn=2_000)
        document = replace(DOCUMENT, accents=(*self.with_piece(8, 7.3).accents, other))
        one = self.after(LayAlong(accent="one", of="other"), document)[0]
        self.assertEqual(one.turn, 2_000)
        self.assertLess(one.outline.centroid.distance(other.outline.exterior), INCH / 16)

    def test_what_is_not_there_is_told(self):
        document = self.with_piece(3, 7.5)
        for change, code in [
            (CutInTwo(accent="two"), "unknown-piece"),
            (TuckHalf(accent="one", under="nothing"), "no-edge"),
            (LayAlong(accent="one", of="one"), "no-edge"),
        ]:
            with self.subTest(code), self.assertRaises(BadInput) as refused:
                change.applied(document, known())
            self.assertEqual(refused.exception.faults[0].code, code)


class Near(SimpleTestCase):
    def test_what_second_look_moves_stays_near(self):
        school = BalanceSchool.TRIANGLE
        for number, name in enumerate(FAULTS):
            layout, stash = planted_page(7_700 + number, name)
            kind = ObservationKind[name]
            noticed = next(one for one in second_look(Figures(layout), school) if one.kind is kind)
            trial = try_it(Asked(layout, noticed, stash, left_of(stash, layout.accents), (NAVY,), school))
            if trial is not None:
                self.assertLessEqual(goes_far(layout, trial.layout), 6 * INCH, trial.words)

    def test_how_far_is_far(self):
        layout = page_with(block("p", Role.PHOTO, 2, 3, 4, 6), accents=[accent("a", STASH[2], 3, 3)])
        moved = replace(layout, accents=(layout.accents[0].moved(6 * INCH, 7 * INCH),))
        self.assertEqual(goes_far(layout, moved), 5 * INCH)
        self.assertEqual(goes_far(layout, replace(layout, accents=())), 0, "left out is not moved")
