"""Fitting: what the rules of the job demand of every result."""

import re
from dataclasses import replace
from unittest import TestCase

from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from inkquilt.fit import FitRequest, School, Status, Way, bounds
from inkquilt.fit.check import check_fit
from inkquilt.fit.explain import gist_of
from inkquilt.fit.relaxation_search import ways_out
from inkquilt.fit.relaxations import conceded
from inkquilt.fit.request import Clash, Cost, Demand, PhotoTerm, Shield
from inkquilt.fit.sizes import partner_reveal
from inkquilt.fit.solve import fit as laid
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.page import FORMATS, Margins, Page
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Size
from tests.building import (
    DEMO_SKETCHES,
    PLAIN_SCHOOLS,
    block_of,
    demo_sketch,
    inches,
    own_page,
    page_of,
    row,
    size,
    sketch_of,
)
from tests.building import exact as fit
from tests.building import (
    exactly as fitted,
)

#: A page takes a while: of a fault the first example is enough.
NO_SHRINKING = (Phase.explicit, Phase.reuse, Phase.generate)
LETTER = page_of("8 1/2", "11")


def pictures(count, width=3, height=3, gap=0.25, left=0.25):
    """Return a row of matted-free photos side by side."""
    return [row(f"p{i}", "photo", left + i * (width + gap), 1, width, height) for i in range(count)]


class OwnPage(TestCase):
    def test_a_sound_sketch_comes_back_unchanged_at_no_cost(self):
        for path in DEMO_SKETCHES:
            sketch = demo_sketch(path.name)
            for school in PLAIN_SCHOOLS:
                result = fitted(sketch, own_page(sketch), school)
                with self.subTest(sketch.name, school=school):
                    self.assertEqual(result.status, Status.OPTIMAL)
                    self.assertEqual(result.cost, Cost(0, 0, 0, 0, 0))
                    self.assertEqual(result.blocks, result.sketch.blocks)
                    self.assertEqual(result.changes, ())
                    self.assertEqual(result.relations.broken, ())

    def test_only_the_offending_block_changes_and_is_named(self):
        sketch = sketch_of(
            row("p", "photo", 1, 1, 4, 6), row("low", "title", 6, 1, 5, 0.5), row("s", "paper", 1, 8, 10, 3)
        )
        result = fitted(sketch, own_page(sketch))
        self.assertEqual({change.block for change in result.changes}, {"low"})
        self.assertEqual(block_of(result, "low").height, inches("3/4"))


class Sizes(TestCase):
    def test_keep_photos_keeps_them_and_lets_paper_give_way(self):
        sketch = sketch_of(row("half", "paper", 6, 0, 6, 12), row("p", "photo", 1, 2, 4, 6, level=1))
        result = fitted(sketch, LETTER)
        self.assertEqual(block_of(result, "p").size, size("4", "6"))
        half = block_of(result, "half")
        self.assertEqual((half.x + half.width, half.height), (LETTER.width, LETTER.height))

    def test_keep_proportions_takes_the_print_nearest_to_the_page_scale(self):
        result = fitted(sketch_of(row("p", "photo", 1, 2, 4, 4)), page_of("6", "6"), School.KEEP_PROPORTIONS)
        self.assertEqual(block_of(result, "p").size, size("2", "2"))

    def test_a_trim_is_told_with_the_print_it_is_taken_from(self):
        sketch = sketch_of(row("a", "photo", 0.5, 1, 4, 6), row("b", "photo", 6, 1, 4, 6))
        tight = laid(FitRequest.plain(sketch, page_of("8", "11")), Way(School.KEEP_PROPORTIONS))
        trimmed = [change for change in tight.changes if change.kind == "size" and "trim" in change.why]
        self.assertEqual({change.block for change in trimmed}, {"a", "b"})
        self.assertRegex(trimmed[0].why, r"^\d+ % of the page, drawn with 17 %; print it .+ and trim .+ off its ")

    def test_a_print_that_exists_is_the_only_one_of_its_slot_and_that_is_said(self):
        sketch = sketch_of(row("p", "photo", 3, 1, 6, 4), row("q", "photo", 3, 6, 6, 4))
        request = FitRequest.plain(sketch, page_of("12", "12"))
        terms = (PhotoTerm("q", None, size("5", "4")), PhotoTerm("p", size("6", "4")))
        asked = replace(request, photo_terms=terms, never_trim=frozenset("q"))
        result = laid(asked, Way(School.KEEP_PROPORTIONS))
        self.assertEqual(block_of(result, "q").size, size("5", "4"))
        why = next(change.why for change in result.changes if change.block == "q")
        self.assertEqual(why, "the print that exists is 5 × 4, not trimmed")
        small = replace(request, page=page_of("5", "12"), photo_terms=terms)
        result = fit(small, Way(School.KEEP_PHOTOS))
        self.assertIn("at least 6 in × 4 in", " ".join(d.demand for d in result.clash.demands))

    def test_a_shield_holds_in_the_way_it_was_put_up_in_and_in_no_other(self):
        sketch = sketch_of(row("p", "photo", 3, 3, 6, 4, level=1), row("c", "cluster", 1, 4, 3, 2, level=2))
        shield = Shield("c", "p", Axis.X, 1, 12)  # drawn, a sixth of the photo's width is covered
        request = replace(FitRequest.plain(sketch, page_of("12", "12")), shields=(shield,))
        here, photo = (block_of(fit(request, Way(School.KEEP_PHOTOS)), name) for name in ("c", "p"))
        self.assertLessEqual((here.x + here.width - photo.x) * 12, photo.width)
        mirrored = fit(request, Way(School.KEEP_PHOTOS, mirrored=True))
        self.assertEqual(mirrored.cost.displacement, 0)

    def test_mats_are_piece_plus_reveals_in_the_cutters_own_unit(self):
        sketch = sketch_of(
            row("mm", "mat", 0.75, 1.75, 4.5, 6.5, of="m"),
            row("m", "mat", 0.875, 1.875, 4.25, 6.25, of="p", level=1),
            row("p", "photo", 1, 2, 4, 6, level=2),
        )
        a4 = fitted(sketch, Page(210 * MM, 297 * MM, Unit.MM), School.KEEP_PROPORTIONS)
        photo, mat, outer = (block_of(a4, name) for name in ("p", "m", "mm"))
        self.assertEqual(mat.width - photo.width, 2 * 3 * MM)  # 1/8 in is cut as 3 mm
        self.assertEqual(outer.height - mat.height, 2 * 3 * MM)
        self.assertEqual(photo.x - outer.x, 6 * MM)

    def test_strips_run_off_where_drawn_and_keep_within_half_to_twice_their_width(self):
        sketch = sketch_of(row("s", "strip", 0, 6, 12, 1), row("b", "border", 2, 0, 0.5, 12))
        for form in FORMATS:
            strip = block_of(fitted(sketch, form.page()), "s")
            with self.subTest(form.key):
                self.assertEqual((strip.x, strip.width), (0, form.width))
                self.assertTrue(INCH // 2 <= strip.height <= 2 * INCH)

    def test_words_stay_readable_and_embellishments_near_their_size(self):
        sketch = demo_sketch("six")
        result = fitted(sketch, page_of("6 1/4", "8 1/2"))
        self.assertGreaterEqual(block_of(result, "title").height, bounds.TITLE_HEIGHT)
        self.assertGreaterEqual(block_of(result, "story").width, bounds.JOURNALING_LONG)
        self.assertGreaterEqual(block_of(result, "cl-1").width, sketch.block("cl-1").width * 3 // 4 - INCH // 8)

    def test_reveal_partners_are_symmetric(self):
        for inch, millimetres in bounds.REVEAL_PARTNERS:
            self.assertEqual(partner_reveal(inch, Unit.IN, Unit.MM), millimetres)
            self.assertEqual(partner_reveal(-millimetres, Unit.MM, Unit.IN), -inch)

    def test_the_keep_clear_margin_holds_photos_off_but_lets_papers_run(self):
        sketch = sketch_of(row("s", "strip", 0, 6, 12, 1), row("p", "photo", 0.125, 1, 4, 4))
        page = replace(LETTER, clear=Margins(left=INCH, top=0, right=0, bottom=0))
        result = fitted(sketch, page)
        self.assertGreaterEqual(block_of(result, "p").x, INCH)
        self.assertEqual(block_of(result, "s").x, 0)


class EveryFit(TestCase):
    """Hard rules hold in every result, whatever the sketch."""

    def test_demo_sketches_on_every_format_are_proven_and_pass_the_checker(self):
        proven = 0
        for path in DEMO_SKETCHES[::2]:
            sketch = demo_sketch(path.name)
            for form in FORMATS:
                request = FitRequest.plain(sketch, form.page())
                for way in (Way(School.KEEP_PHOTOS), Way(School.KEEP_PROPORTIONS, 90, mirrored=True)):
                    result = fit(request, way)
                    with self.subTest(sketch.name, form=form.key, way=way):
                        self.assertIn(result.status, (Status.OPTIMAL, Status.IMPOSSIBLE))
                        if result.found:
                            self.assertEqual(check_fit(result.sketch, result.blocks, request, way.school), [])
                            self.assertEqual(result.gap, 0)
                            proven += 1
                        else:
                            self.assertTrue(result.clash.demands)
        self.assertGreater(proven, 30)

    @settings(max_examples=25, deadline=None, derandomize=True, phases=NO_SHRINKING)
    @given(st.data())
    def test_generated_sketches(self, data):
        eighths = st.integers(0, 80).map(lambda n: n / 8)
        lengths = st.integers(4, 40).map(lambda n: n / 8)
        rows = []
        roles = st.sampled_from(["photo", "paper", "strip", "title", "journaling", "tag", "cluster"])
        for index in range(data.draw(st.integers(1, 7))):
            turn = data.draw(st.sampled_from([0, 0, 0, 5, -12, 45]))
            shape = data.draw(st.sampled_from(["rect", "rect", "triangle", "banner", "half-circle", "polygon"]))
            width, height = data.draw(lengths), data.draw(lengths)
            more = {"points": [[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]]} if shape == "polygon" else {}
            if shape == "half-circle":
                height, more = width / 2, {"end": "top"}
            rows.append(
                row(
                    f"b{index}", data.draw(roles), data.draw(eighths), data.draw(eighths), width, height,
                    level=data.draw(st.integers(0, 3)), turn=turn, shape=shape, **more,
                )
            )  # fmt: skip
        request = FitRequest.plain(sketch_of(*rows), data.draw(st.sampled_from(FORMATS)).page())
        way = Way(data.draw(st.sampled_from(PLAIN_SCHOOLS)), data.draw(st.sampled_from([0, 90, 180, 270])))
        result = fit(request, way)
        if result.found:
            self.assertEqual(check_fit(result.sketch, result.blocks, request, way.school), [])
        page = laid(request, way)  # whatever is drawn, there is a page and never an error
        self.assertTrue(page.found)
        for block in page.blocks:
            self.assertGreater(min(block.width, block.height), 0)

    def test_the_same_request_gives_the_same_page(self):
        sketch = demo_sketch("kite")
        self.assertEqual(fitted(sketch, LETTER).blocks, fitted(sketch, LETTER).blocks)


class TheChecker(TestCase):
    """The independent checker notices each kind of breach when a sound page is tampered with."""

    def breaches(self, block_id, **change):
        sketch = demo_sketch("three")
        request = FitRequest.plain(sketch, LETTER)
        result = fit(request, Way(School.KEEP_PHOTOS))
        blocks = tuple(replace(b, **change) if b.id == block_id else b for b in result.blocks)
        return " ".join(check_fit(result.sketch, blocks, request, School.KEEP_PHOTOS))

    def test_it_names_what_is_wrong(self):
        cases = (
            ("tall", {"x": -INCH}, "past the left"),
            ("tall", {"width": inches("3 1/16")}, "neither a print size"),
            ("m-tall", {"width": inches("5")}, "shows"),
            ("ledge", {"width": inches("8")}, "runs off"),
            ("title", {"height": inches("1/2")}, "too low"),
            ("title", {"x": inches("1/16")}, "off the grid"),
            ("title", {"y": inches("4")}, "no longer apart"),
            ("cl-1", {"x": inches("1")}, "no longer lies"),
            ("cl-2", {"width": inches("2"), "height": inches("2")}, "times the size"),
            ("ledge-line", {"height": inches("1")}, "times as wide"),
            ("base", {"width": inches("8")}, "is not the page"),
            ("tall", {"level": 9}, "no longer the block"),
        )
        for block_id, change, words in cases:
            with self.subTest(block_id, **change):
                self.assertIn(words, self.breaches(block_id, **change))
        self.assertEqual(self.breaches("tall"), "")


class Clashes(TestCase):
    def test_the_sum_is_short_and_every_demand_is_needed(self):
        request = replace(
            FitRequest.plain(sketch_of(*pictures(3)), page_of("8 1/4", "12", clear="1/4")),
            print_sizes=(size("3", "3"),),
        )
        result = fit(request, Way(School.KEEP_PHOTOS))
        self.assertEqual(result.status, Status.IMPOSSIBLE)
        clash = result.clash
        self.assertEqual(
            clash.short_by, inches("3/8")
        )  # 3 x 2 7/8 (3 in trimmed square) on 8 1/4; margins do not even matter
        self.assertIn("the page is 8 1/4 in wide", clash.sum)
        named = {block for demand in clash.demands for block in demand.blocks}
        self.assertEqual(named, {"p0", "p1", "p2"})
        for block_id in named:  # dropping any photo makes the rest possible
            without = replace(request, sketch=request.sketch.without(frozenset({block_id})))
            self.assertTrue(fit(without, Way(School.KEEP_PHOTOS)).found)

    def test_the_sum_adds_up_by_plain_arithmetic(self):
        result = fitted(sketch_of(*pictures(5, width=2, height=2, gap=0.125)), page_of("6", "9"))
        needed, page = result.clash.sum.split("; ")
        parts, total = needed.removesuffix(" in").split(" = ")
        names = re.compile(r" (photo p\d|margin|reveal|gap)$|^photo p\d, a mark at least: ")
        added = sum(inches(names.sub("", part)) for part in parts.split(" + "))
        self.assertEqual(added, inches(total))
        self.assertEqual(added - inches("6"), result.clash.short_by)
        self.assertEqual(page, "the page is 6 in wide")

    def test_ways_out_are_tried_before_they_are_offered(self):
        """A print that exists and is never trimmed is larger than the page; the other photo is fine."""
        way = Way(School.KEEP_PROPORTIONS)
        sketch = sketch_of(row("big", "photo", 1, 1, 5, 5), row("small", "photo", 7, 1, 3, 3))
        terms = (PhotoTerm("big", None, size("8", "8")),)
        request = replace(FitRequest.plain(sketch, page_of("6", "9")), photo_terms=terms, never_trim=frozenset({"big"}))
        result = laid(request, way)
        self.assertFalse(result.found)
        offered = ways_out(request, way, result.clash)
        self.assertTrue(offered)
        for way_out in offered:
            with self.subTest(way_out.words):
                self.assertIn("big", way_out.leave_out)
                self.assertTrue(laid(conceded(request, way_out), way_out.way or way).found)

    def test_the_only_photo_and_the_leading_one_are_not_offered_to_go(self):
        way = Way(School.KEEP_PROPORTIONS)
        for rows in ([row("p", "photo", 1, 1, 5, 5)], [row("p", "photo", 1, 1, 5, 5), row("q", "photo", 7, 1, 2, 2)]):
            request = FitRequest.plain(sketch_of(*rows), page_of("6", "9"))
            clash = Clash((Demand("something", ("p",)),), "", None)
            single = [one.leave_out for one in ways_out(request, way, clash) if len(one.leave_out) == 1]
            self.assertNotIn(("p",), single)

    def test_a_covered_piece_cannot_be_covered_more(self):
        sketch = sketch_of(
            row("p", "photo", 1, 1, 4, 4), row("c", "cluster", 4.5, 4.5, 1.5, 1.5, level=1, shape="circle")
        )
        result = fitted(sketch, page_of("4", "4"))
        photo, cluster = block_of(result, "p"), block_of(result, "c")
        covered = photo.x + photo.width - cluster.x
        self.assertLessEqual(covered * 8, photo.width)  # 1/2 of 4 was covered


class Naming(TestCase):
    def test_a_way_is_named_in_eight_words_or_fewer(self):
        for path in DEMO_SKETCHES:
            for school in PLAIN_SCHOOLS:
                gist = gist_of(fitted(demo_sketch(path.name), page_of("6 1/4", "8 1/2"), school))
                self.assertLessEqual(len(gist.words.split()), 8, gist)

    def test_orientation_is_kept_unless_allowed(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 6, 4))
        request = replace(FitRequest.plain(sketch, page_of("4", "8")), print_sizes=(Size(4 * INCH, 6 * INCH),))
        self.assertFalse(fit(request, Way(School.KEEP_PHOTOS)).found)
        free = replace(request, any_orientation=frozenset({"p"}))
        self.assertEqual(block_of(fit(free, Way(School.KEEP_PHOTOS)), "p").size, size("4", "6"))
