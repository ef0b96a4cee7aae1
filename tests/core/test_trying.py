"""Planted faults are found and taken away by "try it"; sound pages are left in peace. Seeds not used for tuning."""

from collections import Counter
from itertools import islice

from django.test import SimpleTestCase

from bench.planted import FAULTS, planted_page, sound_page
from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, second_look
from inkquilt.clusters.compose import ground_of
from inkquilt.colour import read_colour
from inkquilt.embellishments import CUT, EmbellishmentKind, Form, left_of, placing_step
from inkquilt.layout import PaperSeen
from inkquilt.lengths import INCH, Unit
from inkquilt.paper.kinds import PaperKind
from inkquilt.sketch import Role
from inkquilt.suggestions import Asked, breaks_rule, try_it
from inkquilt.suggestions.changes import block_moved
from inkquilt.suggestions.search import CANDIDATES
from tests.drawn import MUSTARD, NAVY, TEAL, accent, block, grains, owned, page_with, title_in

SCHOOL = BalanceSchool.TRIANGLE
PLAIN = (read_colour("#fdfdfb"), NAVY)
STEP = placing_step(Unit.IN)
PLANTED = frozenset(ObservationKind[name] for name in FAULTS)


class PlantedTests(SimpleTestCase):
    def test_each_planted_fault_is_found_and_taken_away_without_breaking_a_rule(self):
        for place, name in enumerate(FAULTS):
            for seed in range(5_000 + 10 * place, 5_003 + 10 * place):
                with self.subTest(name, seed=seed):
                    layout, stash = planted_page(seed, name)
                    kind = ObservationKind[name]
                    noticed = next(one for one in second_look(Figures(layout), SCHOOL) if one.kind is kind)
                    trial = try_it(Asked(layout, noticed, stash, left_of(stash, layout.accents), PLAIN, SCHOOL))
                    self.assertIsNotNone(trial)
                    self.assertFalse(breaks_rule(layout, trial.layout))
                    after = [one for one in second_look(Figures(trial.layout), SCHOOL) if one.kind is kind]
                    self.assertFalse([one for one in after if set(one.keys) & set(noticed.keys)])
                    self.assertTrue(trial.words)
                    before = {one.key: one for one in layout.accents}
                    stayed = [one for one in trial.layout.accents if one.key in before]
                    ways = [way for one in stayed for way in (one.x - before[one.key].x, one.y - before[one.key].y)]
                    self.assertFalse([way for way in ways if way % STEP], "moved by whole steps that a ruler finds")

    def test_whatever_is_tried_says_what_it_does_and_changes_nothing_else(self):
        """Of every candidate, not only of the one that is taken."""
        looked_at = Counter()
        for number, name in enumerate(3 * list(FAULTS)):
            layout, stash = planted_page(5_500 + number, name)
            left = left_of(stash, layout.accents)
            kind = ObservationKind[name]
            noticed = next(one for one in second_look(Figures(layout), SCHOOL) if one.kind is kind)
            asked = Asked(layout, noticed, stash, left, PLAIN, SCHOOL)
            for trial in islice(CANDIDATES[kind](asked, ground_of(layout)), 300):
                looked_at[name] += 1
                with self.subTest(name, words=trial.words):
                    self.says_what_it_does(layout, stash, left, trial)
        self.assertEqual(set(looked_at), set(FAULTS))
        self.assertGreater(sum(looked_at.values()), 300)

    def says_what_it_does(self, layout, stash, left, trial):
        self.assertTrue(trial.words)
        before = {one.key: one for one in layout.accents}
        after = {one.key: one for one in trial.layout.accents}
        self.assertEqual(len(after), len(trial.layout.accents), "every key once")
        gone, new = before.keys() - after.keys(), after.keys() - before.keys()
        taken = Counter(one.what.key for one in after.values()) - Counter(one.what.key for one in before.values())
        for what, count in taken.items():
            self.assertTrue(what == CUT or left.get(what) is None or count <= left[what], f"{what} is not there")
        if gone:
            self.assertIn("leave out", trial.words)
            for name in {before[key].what.name for key in gone}:
                self.assertIn(name, trial.words)
        if new:
            self.assertRegex(trial.words, "lay|repeat|add")
        for key in before.keys() & after.keys():
            was, now = before[key], after[key]
            if was != now:
                self.assertFalse((now.x - was.x) % STEP or (now.y - was.y) % STEP, "by steps that a ruler finds")
                self.assertEqual((now.group, now.under, now.foam), (was.group, was.under, was.foam))
        moved = {name for name, _, _ in trial.moved}
        for was, now in zip(layout.blocks, trial.layout.blocks, strict=True):
            self.assertEqual((was.id, was.size, was.role), (now.id, now.size, now.role))
            stack = {was.id, *was.of, *(b.id for b in layout.blocks if was.id in b.of)}
            self.assertTrue((was.x, was.y) == (now.x, now.y) or stack & moved, f"{was.id} was moved")

    def test_sound_pages_are_left_in_peace(self):
        spoken = 0
        for seed in range(6_000, 6_012):
            said = second_look(Figures(sound_page(seed)[0]), SCHOOL)
            spoken += any(one.kind in PLANTED for one in said)
        self.assertLessEqual(spoken, 1)


class TryTests(SimpleTestCase):
    def tried(self, layout, kind, stash=(), **more):
        noticed = next(one for one in second_look(Figures(layout), SCHOOL) if one.kind is kind)
        return try_it(Asked(layout, noticed, stash, left_of(stash, layout.accents), PLAIN, SCHOOL, **more))

    def test_two_papers_are_swapped_by_their_letters(self):
        busy = [PaperSeen((colour,), PaperKind.LARGE_PRINT) for colour in (MUSTARD, TEAL)]
        layout = page_with(
            block("l", Role.PAPER, 0, 0, 5, 12, paper="A"),
            block("r", Role.PAPER, 5, 0, 3, 12, paper="B"),
            block("far", Role.PAPER, 9, 0, 3, 12, paper="C"),
            papers={"l": busy[0], "r": busy[1], "far": PaperSeen((NAVY,), PaperKind.SOLID)},
        )
        trial = self.tried(layout, ObservationKind.LIKE_PATTERNS)
        self.assertIn("C", trial.swapped)

    def test_a_title_far_away_is_moved_nearer_for_the_engine_to_fit(self):
        layout = page_with(
            block("p", Role.PHOTO, 1, 7, 4, 4),
            block("q", Role.PHOTO, 5.25, 7, 4, 4),
            block("t", Role.TITLE, 7, 0.5, 4, 1, level=3),
            titles=title_in("t", 7, 0.5, 4, 1),
        )
        trial = self.tried(layout, ObservationKind.SPLIT_GROUP)
        self.assertEqual(trial.moved[0][0], "t")
        self.assertGreater(trial.moved[0][2], layout.blocks[-1].y)

    def test_a_floating_piece_gets_a_base_or_a_place_to_rest(self):
        base = owned("label", EmbellishmentKind.BASE, Form.LABEL, 2, 1.5)
        resting = [accent(f"r{n}", owned("flower"), x, y) for n, (x, y) in enumerate(((6, 10), (10, 6)))]
        lost = accent("f", owned("flower"), 2, 2)
        layout = page_with(block("p", Role.PHOTO, 6, 6, 4, 4), accents=[*resting, lost])
        trial = self.tried(layout, ObservationKind.FLOATING, (base,))
        self.assertRegex(trial.words, "so that it rests|lay label under flower")

    def test_a_photo_that_is_moved_takes_along_its_mat_and_what_matters_in_it(self):
        mat = block("m", Role.MAT, 2.75, 2.75, 4.5, 4.5, of=("p",))
        layout = page_with(mat, block("p", Role.PHOTO, 3, 3, 4, 4, level=2), block("q", Role.PHOTO, 8, 8, 3, 3))
        trial = block_moved(layout, layout.blocks[2], grains(1), -grains(0.5))
        moved = {one.id: (one.x / INCH, one.y / INCH) for one in trial.layout.blocks}
        self.assertEqual(moved, {"base": (0, 0), "m": (3.75, 2.25), "p": (4, 2.5), "q": (8, 8)})
        self.assertEqual(trial.moved, (("p", grains(4), grains(2.5)),))
        before, after = (dict(one.focal)["p"].centroid for one in (layout, trial.layout))
        self.assertAlmostEqual((after.x - before.x) / INCH, 1)
        self.assertAlmostEqual((after.y - before.y) / INCH, -0.5)

    def test_what_cannot_be_mended_is_told_as_none(self):
        layout = page_with()
        self.assertIsNone(self.tried(layout, ObservationKind.TITLE_MISSING))
