"""What is said of a fit: changes with their reasons, relations kept and lost, clashes."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.fit import FitRequest, School, Status, Way
from inkquilt.fit.explain import gist_of
from inkquilt.fit.request import PhotoTerm
from inkquilt.fit.solve import all_ways, fit
from inkquilt.lengths import MM, Unit, format_nearest
from inkquilt.page import Page
from tests.building import block_of, demo_sketch, exactly, fitted, own_page, page_of, row, size, sketch_of


def change_of(result, block_id, kind="size"):
    return next((c for c in result.changes if (c.block, c.kind) == (block_id, kind)), None)


class Changes(TestCase):
    def test_every_size_that_changed_is_told_with_a_reason_in_the_pages_unit(self):
        for page in (page_of("8 1/2", "11"), Page(210 * MM, 297 * MM, Unit.MM)):
            result = fitted(demo_sketch("three"), page, School.KEEP_PROPORTIONS)
            drawn = {block.id: block.size for block in result.sketch.blocks}
            changed = {block.id for block in result.blocks if block.size != drawn[block.id]}
            told = {change.block for change in result.changes if change.kind == "size"}
            self.assertEqual(told, changed)
            self.assertTrue(all(change.why for change in result.changes))

    def test_reasons_say_what_a_scrapbooker_would_say(self):
        result = fitted(demo_sketch("three"), page_of("8 1/2", "11"))
        for block_id, words in (
            ("base", "the base is the page"),
            ("ledge", "runs off on the left and right"),
            ("m-tall", "its piece and its reveals"),
            ("cl-1", "comes down with the page"),
            ("tall", "of the page, drawn with 17 %; print it 3 1/2 × 5 and trim 1/4 in off its width"),
        ):
            self.assertIn(words, change_of(result, block_id).why)

    def test_a_block_that_had_to_leave_its_scaled_place_is_told_how_far(self):
        result = fitted(demo_sketch("three"), page_of("8", "8"))
        moved = [change for change in result.changes if change.kind == "place"]
        self.assertTrue(moved)
        for change in moved:
            block = block_of(result, change.block)
            left, top = (format_nearest(length, Unit.IN) for length in (block.x, block.y))
            self.assertEqual(change.after, f"{left} from the left, {top} from the top")
            self.assertRegex(change.why, r".+ in (across|up or down)( and .+)? from its scaled place")


class Relations(TestCase):
    def test_kept_and_broken_add_up_to_the_same_whatever_the_page(self):
        totals = set()
        for page in (page_of("12", "12"), page_of("8", "8"), page_of("8 1/2", "11")):
            kept = fitted(demo_sketch("roofline"), page).relations
            totals.add(kept.kept + len(kept.broken))
        self.assertEqual(len(totals), 1)

    def test_a_lost_line_names_the_edge_how_far_off_it_is_and_a_neighbour_on_it(self):
        seen = 0
        for name in ("three", "kite", "five"):
            for result in all_ways(FitRequest.plain(demo_sketch(name), page_of("8", "8"))):
                for broken in result.relations.broken:
                    if broken.kind == "shared-line":
                        seen += 1
                        self.assertRegex(broken.why, r"(left edge|right edge|top|foot) of .+ is .+ off the line of .+")
                        self.assertEqual(len(broken.blocks), 2)
                        self.assertIn(broken.axis, ("x", "y"))
        self.assertGreater(seen, 0)


class Gists(TestCase):
    def test_names_say_school_turn_and_mirror(self):
        sketch = demo_sketch("one-tall")
        request = FitRequest.plain(sketch, own_page(sketch))
        for way, title, words in (
            (Way(School.KEEP_PROPORTIONS), "As drawn", "photo as drawn, every line kept"),
            (Way(School.KEEP_PROPORTIONS, 180, True), "As drawn, mirrored", "photo as drawn, every line kept"),
        ):
            gist = gist_of(fit(request, way))
            self.assertEqual((gist.title, gist.words), (title, words))
        side = gist_of(fit(request, Way(School.KEEP_PROPORTIONS, 90)))
        self.assertEqual(side.title, "On its side")
        self.assertRegex(side.words, "^one photo, title (above|below|between)")

    def test_smaller_and_impossible(self):
        sketch = sketch_of(row("p", "photo", 1, 1, 10, 4), row("q", "photo", 1, 6, 10, 4))
        small = gist_of(fitted(sketch, page_of("6", "12")))
        self.assertTrue(small.words.startswith("photos"), small.words)
        request = replace(
            FitRequest.plain(sketch, page_of("6", "9")), photo_terms=(PhotoTerm("p", None, size("8", "8")),)
        )
        none = fit(replace(request, sketch=sketch.without(frozenset("q"))), Way(School.KEEP_PROPORTIONS))
        self.assertEqual(none.status, Status.IMPOSSIBLE)
        self.assertEqual(gist_of(none).words, "does not fit this page")

    def test_what_it_is_called_takes_eight_words_at_most(self):
        for name in ("roofline", "seven", "kites"):
            for page in (page_of("4", "6"), page_of("6", "12"), page_of("8", "8")):
                for result in all_ways(FitRequest.plain(demo_sketch(name), page)):
                    self.assertLessEqual(len(gist_of(result).words.split()), 8, gist_of(result).words)


class ClashWords(TestCase):
    def test_each_clash_shows_a_sum_that_is_short_by_what_it_says(self):
        for name, page in (("three", page_of("4", "6")), ("six", page_of("5", "5")), ("kite", page_of("5", "7")),
                           ("seven", page_of("4 1/4", "8 1/4")), ("five", page_of("5 3/4", "8 1/4"))):  # fmt: skip
            result = exactly(demo_sketch(name), page)
            if result.status is Status.IMPOSSIBLE:
                with self.subTest(name):
                    self.assertIn("the page is", result.clash.sum)
                    self.assertGreater(result.clash.short_by, 0)
                    self.assertTrue(result.clash.demands)

    def test_a_least_size_of_her_own_is_a_demand_by_name(self):
        sketch = sketch_of(
            row("t", "title", 1, 1, 10, 1, min=["9", "3/4"], label="long title"), row("p", "photo", 1, 3, 4, 6)
        )
        clash = exactly(sketch, page_of("8 1/2", "11")).clash
        self.assertEqual([d.blocks for d in clash.demands], [("t",)])
        self.assertIn("9 long title", clash.sum)
        self.assertEqual(clash.short_by, 8128 // 2)
