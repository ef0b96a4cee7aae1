"""Clusters and scattered backgrounds: what they may never do, and that they use only what is owned."""

from collections import Counter
from dataclasses import replace

from django.test import SimpleTestCase
from shapely.geometry import box
from shapely.ops import unary_union

from bench.planted import sound_page
from inkquilt.balance.links import facing_out, floating, twins_in_line
from inkquilt.balance.surfaces import see
from inkquilt.balance.weight import weigh
from inkquilt.clusters import (
    ClusterWish,
    Formation,
    ScatterWish,
    add_in_gap,
    cover_spot,
    plan_clusters,
    scatter,
)
from inkquilt.clusters.cover import NothingCovers
from inkquilt.clusters.phrases import captions, title_phrases
from inkquilt.clusters.planner import NoRoomForClusters, NothingToPlanWith
from inkquilt.clusters.scatter import NothingToScatter, surface_of
from inkquilt.embellishments import BadEmbellishment, EmbellishmentKind, Facing, Form, check, left_of
from inkquilt.lengths import INCH, Unit
from inkquilt.sketch import Role
from tests.drawn import CREAM, MUSTARD, NAVY, TEAL, accent, block, grains, owned, page_with, story, title_in

KIND = EmbellishmentKind
STASH = (
    owned("label", KIND.BASE, Form.LABEL, 2, 1.5, (CREAM, MUSTARD), count=3),
    owned("circle", KIND.BASE, Form.ROUND, 1.75, 1.75, (CREAM, NAVY), count=3),
    owned("flower", KIND.MAIN, Form.FLOWER, 1.25, 1.25, (MUSTARD, NAVY), count=3),
    owned("bee", KIND.MAIN, Form.BIRD, 1, 0.75, (MUSTARD, NAVY), Facing.RIGHT, count=2),
    owned("leaf", KIND.SPRIG, Form.LEAF, 1.25, 0.375, (TEAL,), count=5),
    owned("word", KIND.WORD, Form.STRIP, 1.25, 0.375, (NAVY, CREAM), count=1),
    owned("button", KIND.DOT, Form.ROUND, 0.375, 0.375, (MUSTARD,), count=6, thickness=0.125),
    owned("star", KIND.DOT, Form.STAR, 0.375, 0.375, (NAVY,), count=None),
)
LEFT = left_of(STASH, ())
PAGE = page_with(
    block("p", Role.PHOTO, 2, 3, 4, 6, level=2),
    block("q", Role.PHOTO, 6.5, 3, 3.5, 3.5, level=2),
    block("t", Role.TITLE, 2, 1, 5, 1, level=3),
    block("j", Role.JOURNALING, 6.5, 9, 4, 1.5, level=3),
    titles=title_in("t", 2, 1, 5, 1),
    words=story(6.5, 9, 4, 1.5),
)


class ClusterTests(SimpleTestCase):
    def pages(self):
        yield PAGE, STASH
        for seed in range(9_000, 9_006):
            layout, stash = sound_page(seed)
            yield replace(layout, accents=()), stash

    def test_no_cluster_covers_what_matters_or_leaves_the_page_or_uses_what_is_not_there(self):
        for layout, stash in self.pages():
            for formation in Formation:
                plans = plan_clusters(layout, stash, left_of(stash, ()), ClusterWish(formation))
                self.assertTrue(plans)
                for plan in plans:
                    self.sound(layout, stash, plan.accents)

    def sound(self, layout, stash, accents):
        kept = [area for _, area in layout.focal]
        kept += [outline for title in layout.titles.values() for _, outline in title.letters]
        kept += [words.outline for words in layout.words]
        kept = unary_union(kept)
        owned_counts = {one.key: one.count for one in stash}
        for key, used in Counter(one.what.key for one in accents).items():
            self.assertLessEqual(used, owned_counts[key] if owned_counts[key] is not None else used)
        for one in accents:
            self.assertTrue(layout.whole.buffer(2).covers(one.outline), one.key)
            self.assertLess(one.outline.intersection(kept).area, 4 * INCH, one.key)
        weighed = weigh(replace(layout, accents=accents))
        self.assertEqual(floating(weighed), ())
        self.assertEqual(facing_out(replace(layout, accents=accents), weighed), ())

    def test_every_cluster_lies_on_its_base_with_dots_in_odd_numbers(self):
        """Common practice, no source."""
        for plan in plan_clusters(PAGE, STASH, LEFT, ClusterWish(rich=True)):
            groups = {}
            for one in plan.accents:
                groups.setdefault(one.group, []).append(one)
            self.assertEqual(len(groups), 3)
            for members in groups.values():
                dots = [one for one in members if one.what.kind is KIND.DOT]
                self.assertIn(len(dots), (0, 1, 3))
                for one in members[1:]:
                    self.assertTrue(one.outline.intersects(members[0].outline))
                order = [list(KIND).index(one.what.kind) for one in members]
                self.assertTrue(order[0] in (0, 1, 2))

    def test_a_triangle_stands_wide_and_a_diagonal_in_opposite_corners(self):
        first = plan_clusters(PAGE, STASH, LEFT, ClusterWish(Formation.DIAGONAL))[0]
        middles = {}
        for one in first.accents:
            middles.setdefault(one.group, one)
        a, b = middles.values()
        self.assertGreater(((a.x - b.x) ** 2 + (a.y - b.y) ** 2) ** 0.5, 5 * INCH)

    def test_mirrored_clusters_stand_level_and_equally_far_from_the_middle(self):
        page = page_with(block("p", Role.PHOTO, 4, 3, 4, 6, level=2))
        first = plan_clusters(page, STASH, LEFT, ClusterWish(Formation.MIRRORED, even_sided=True))[0]
        a, b = {one.group: one for one in first.accents}.values()
        bases = [next(one for one in first.accents if one.group == group) for group in (a.group, b.group)]
        self.assertAlmostEqual(bases[0].x + bases[1].x, page.page.width, delta=INCH)
        self.assertAlmostEqual(bases[0].y, bases[1].y, delta=INCH)

    def test_nothing_thicker_than_wished_for(self):
        wish = ClusterWish(thickness=INCH // 16)
        for plan in plan_clusters(PAGE, STASH, LEFT, wish):
            self.assertNotIn("button", {one.what.key for one in plan.accents})

    def test_clusters_that_lie_there_stay_and_only_those_that_are_wanting_are_added(self):
        plan = plan_clusters(PAGE, STASH, LEFT, ClusterWish())[0]
        first = [one for one in plan.accents if one.group == plan.accents[0].group]
        layout = replace(PAGE, accents=tuple(first))
        more = plan_clusters(layout, STASH, left_of(STASH, first), ClusterWish())[0]
        self.assertEqual(len({one.group for one in more.accents}), 2)
        self.assertFalse({one.group for one in more.accents} & {one.group for one in first})

    def test_zero_embellishments_and_overfull_pages_are_told(self):
        with self.assertRaisesRegex(NothingToPlanWith, "base to lay it on"):
            plan_clusters(PAGE, (), {})
        with self.assertRaisesRegex(NothingToPlanWith, "main piece"):
            plan_clusters(PAGE, STASH, dict.fromkeys(LEFT, 0))
        full = block("p", Role.PHOTO, 0, 0, 12, 12)
        photos = page_with(full).photos
        shy = {"p": replace(photos["p"], focal=(box(0, 0, grains(12), grains(12)),))}
        with self.assertRaises(NoRoomForClusters):
            plan_clusters(page_with(full, photos=shy), STASH, LEFT)

    def test_what_cannot_be_is_refused_with_what_would_do(self):
        for wrong in ({"w": 0.01}, {"h": 20}, {"colours": ()}, {"thickness": 2}):
            with self.assertRaises(BadEmbellishment):
                check(owned("x", **wrong), Unit.IN)

    def test_a_tucked_piece_lies_beneath_its_block(self):
        layout = replace(PAGE, accents=(accent("b", STASH[0], 2, 6, under="p"),))
        keys = [seen.key for seen in see(layout)]
        self.assertEqual(keys.index("b") + 1, keys.index("p"))


class CoverTests(SimpleTestCase):
    def test_a_flaw_is_covered_whole_and_the_piece_comes_again(self):
        x, y, radius = grains(10.5), grains(8), grains(0.25)
        for proposal in cover_spot(PAGE, STASH, LEFT, x, y, radius):
            flaw = box(x - radius // 2, y - radius // 2, x + radius // 2, y + radius // 2)
            self.assertTrue(proposal.accents[0].outline.covers(flaw))
            self.assertEqual(len({one.what.key for one in proposal.accents}), 1)
            self.assertLessEqual(len(proposal.accents), 3)

    def test_a_flaw_on_a_face_or_larger_than_anything_is_told(self):
        for x, y, across in ((4, 6, 0.25), (10.5, 8, 4)):
            with self.assertRaisesRegex(NothingCovers, "would do"):
                cover_spot(PAGE, STASH, LEFT, grains(x), grains(y), grains(across))


class PhraseTests(SimpleTestCase):
    PHRASE = replace(owned("phrase", KIND.WORD, Form.STRIP, 6, 0.5, (NAVY, CREAM), count=1), text="up and away")

    def proposals(self, wide, high=1.5, photo=True):
        title = block("t", Role.TITLE, 1, 1, wide, high, level=3)
        blocks = [title] + ([block("p", Role.PHOTO, 1 + wide, 0.5, 4, 4, level=2)] if photo else [])
        return title_phrases(page_with(*blocks), (self.PHRASE,), {"phrase": 1}, title)

    def test_a_phrase_that_fits_is_laid_whole_in_the_middle_of_its_place(self):
        one = self.proposals(7)[0]
        self.assertEqual((one.accents[0].x, one.accents[0].y), (grains(4.5), grains(1.75)))
        self.assertIn("as it is", one.words)

    def test_one_a_little_too_long_is_tucked_under_the_photo_beside_it(self):
        """Common practice, no source: a phrase is covered in part."""
        one = self.proposals(5)[0]
        self.assertEqual((one.accents[0].under, one.accents[0].outline.bounds[0]), ("p", grains(1)))
        self.assertIn("1 in tucked under", one.words)
        self.assertFalse([p for p in self.proposals(5, photo=False) if "tucked" in p.words])

    def test_a_far_too_long_one_is_cut_in_two_between_words_and_nothing_of_it_is_lost(self):
        one = self.proposals(4)[0]
        self.assertEqual([piece.what.text for piece in one.accents], ["up and", "away"])
        self.assertEqual(sum(piece.what.size.width for piece in one.accents), grains(6))
        self.assertEqual(self.proposals(1), ())

    def test_a_caption_stands_beside_the_photo_it_names(self):
        caption = replace(owned("c", KIND.WORD, Form.STRIP, 1.5, 0.375), text="on the bridge")
        layout = page_with(block("p", Role.PHOTO, 1, 1, 4, 4), block("q", Role.PHOTO, 6, 1, 4, 4))
        said = {"p": "Ida runs kites", "q": "Over the bridge lanterns"}
        (one,) = captions(layout, (caption,), {"c": 1}, said)
        photo = box(*(grains(side) for side in (6, 1, 10, 5)))
        self.assertLess(one.accents[0].outline.distance(photo), grains(0.1))
        self.assertEqual(captions(layout, (caption,), {"c": 1}, {"p": "on the roof"}), ())


class ScatterTests(SimpleTestCase):
    def laid(self, **wish):
        return scatter(PAGE, STASH, LEFT, ScatterWish(**wish))

    def test_pieces_are_many_apart_turned_all_ways_and_none_lies_under_a_photo(self):
        """Common practice, no source."""
        laid = self.laid(count=40, only=frozenset({"star"}))
        self.assertEqual(len(laid), 40)
        hidden = unary_union(
            [box(b.x, b.y, b.x + b.width, b.y + b.height) for b in PAGE.blocks if b.role is Role.PHOTO]
        )
        for number, one in enumerate(laid):
            self.assertLess(one.outline.intersection(hidden.buffer(-INCH // 2)).area, 1)
            self.assertFalse(any(one.outline.intersects(other.outline) for other in laid[:number]))
        self.assertGreater(len({one.turn // 3_000 for one in laid}), 9)
        self.assertEqual(twins_in_line(weigh(replace(PAGE, accents=laid))), ())

    def test_the_wished_share_runs_off_the_edges(self):
        laid = self.laid(count=40, off_edge=0.25, only=frozenset({"star"}))
        off = [one for one in laid if not PAGE.whole.buffer(2).covers(one.outline)]
        self.assertAlmostEqual(len(off), 10, delta=3)

    def test_on_one_paper_it_fills_that_and_stays_on_it(self):
        """Asked 40 on an inset paper, there are 40; over its edge only as many as were wished for."""
        inset = page_with(block("in", Role.PAPER, 1, 1, 10, 10, level=1), block("p", Role.PHOTO, 3, 3, 4, 6, level=3))
        narrow = page_with(block("in", Role.STRIP, 0, 5, 12, 2, level=1))
        turned = page_with(replace(block("in", Role.PAPER, 3, 3, 6, 6, level=1), turn=2_000))
        for layout in (inset, narrow, turned):
            surface = unary_union([surface_of(layout, ScatterWish(on="in"))]).buffer(INCH // 64)
            for off_edge in (0.0, 0.15, 0.5):
                wish = ScatterWish(count=40, on="in", off_edge=off_edge, only=frozenset({"star"}))
                laid = scatter(layout, STASH, LEFT, wish)
                over = sum(not surface.covers(one.outline) for one in laid)
                with self.subTest(layout.blocks[1].role, off_edge=off_edge):
                    self.assertEqual(len(laid), 40)
                    self.assertLessEqual(over, round(40 * off_edge))
                    self.assertGreaterEqual(over, round(40 * off_edge) // 2)

    def test_exactly_what_is_ticked_is_mixed(self):
        laid = scatter(PAGE, STASH, LEFT, ScatterWish(count=12, only=frozenset({"star", "label", "button"})))
        counts = Counter(one.what.key for one in laid)
        self.assertEqual(set(counts), {"star", "label", "button"})
        self.assertEqual(counts["label"], 3)  # as many as there are

    def test_neighbours_differ_in_kind(self):
        stars = tuple(owned(f"s{n}", KIND.DOT, Form.STAR, 0.375, 0.375, (c,), count=None) for n, c in
                      enumerate((NAVY, MUSTARD, TEAL)))  # fmt: skip
        laid = scatter(PAGE, stars, left_of(stars, ()), ScatterWish(count=30))
        alike = 0
        for one in laid:
            near = min(
                (other for other in laid if other is not one), key=lambda o: (o.x - one.x) ** 2 + (o.y - one.y) ** 2
            )
            alike += near.what.key == one.what.key
        self.assertLess(alike, 6)

    def test_denser_toward_the_clusters(self):
        there = accent("c", STASH[0], 10.5, 8, group="cluster-1")
        layout = replace(PAGE, accents=(there,))
        wish = ScatterWish(count=30, only=frozenset({"star"}))

        def near(laid):
            return sum((one.x - there.x) ** 2 + (one.y - there.y) ** 2 < (3 * INCH) ** 2 for one in laid)

        plain = near(scatter(layout, STASH, LEFT, wish))
        self.assertGreater(near(scatter(layout, STASH, LEFT, replace(wish, denser=True))), plain)

    def test_no_more_than_there_are_and_nothing_at_all_is_told(self):
        self.assertEqual(len(self.laid(count=30, only=frozenset({"button"}))), 6)
        with self.assertRaisesRegex(NothingToScatter, "would do"):
            self.laid(only=frozenset())
        with self.assertRaisesRegex(NothingToScatter, "would do"):
            scatter(PAGE, STASH[:2], LEFT, ScatterWish())

    def test_one_more_goes_where_the_gap_is_largest(self):
        laid = self.laid(count=12, only=frozenset({"star"}))
        layout = replace(PAGE, accents=laid)
        one = add_in_gap(layout, STASH, LEFT, ScatterWish(only=frozenset({"star"})), laid[0].group)
        gap = min((one.x - other.x) ** 2 + (one.y - other.y) ** 2 for other in laid) ** 0.5
        between = min(
            (a.x - b.x) ** 2 + (a.y - b.y) ** 2 for n, a in enumerate(laid) for b in laid[:n]
        ) ** 0.5  # fmt: skip
        self.assertGreater(gap, between)

    def test_the_same_seed_lays_the_same_background(self):
        self.assertEqual(self.laid(seed=4), self.laid(seed=4))
        self.assertNotEqual(self.laid(seed=4), self.laid(seed=5))
