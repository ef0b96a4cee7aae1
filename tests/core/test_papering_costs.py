"""Each cost of a papering alone, at its boundaries, with papers made for nothing but that; and what always holds."""

from dataclasses import replace

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.colour import Rgb, colour_name, lab, read_colour
from inkquilt.colour.many import differences, lab_rows
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.dealing import deal
from inkquilt.papering.meeting import Weights, anywhere, met, shared
from inkquilt.papering.mending import mends
from inkquilt.papering.paperings import paperings
from inkquilt.papering.places import PageOfPapers
from inkquilt.papering.ranking import costs_in
from inkquilt.papering.regrets import RegretKind, regrets_of
from inkquilt.papering.scoring import Scores
from inkquilt.papering.wishes import Start, StartKind, Target, Temper, Wishes, from_photos
from inkquilt.papering.wording import joined, leading_words, pieces_words
from inkquilt.sketch.model import Size
from tests.papers import drawn_page, paper, papers

NAVY, MUSTARD, CREAM, WHITE, SKY, RED, GREEN, GREY = (
    "#22345c", "#cf9d2e", "#f6eed8", "#fdfdfb", "#9cc7e4", "#a8392e", "#688d56", "#8d9194",
)  # fmt: skip
PAGE = drawn_page(
    (
        ("A", "base", 0, 0, 12, 12), ("B", "paper", 7, 0, 5, 12), ("C", "strip", 0, 8, 12, 1),
        ("W", "mat", 1.75, 1.75, 4.5, 5.5), ("p", "photo", 2, 2, 4, 5), ("D", "journaling", 1, 9.75, 4, 1.5),
    ),
    (NAVY, MUSTARD),
)  # fmt: skip
#: A page of a base and two strips that lie apart on it.
STRIPS = drawn_page((("A", "base", 0, 0, 12, 12), ("B", "strip", 1, 1, 10, 1), ("C", "strip", 1, 10, 10, 1)))
NOTHING_WISHED = Start(StartKind.PHOTOS)


def busy(number: int, kind: PaperKind, busyness: int, colours: str = CREAM) -> Candidate:
    """Return a paper with a measured busyness."""
    one = paper(number, colours, kind)
    return replace(one, look=replace(one.look, busyness=busyness))


class AloneTests(SimpleTestCase):
    def term(self, name: str, all_: Candidates, page: PageOfPapers = PAGE, **wished: object) -> np.ndarray:
        start = wished.pop("start", NOTHING_WISHED)
        return Scores(page, all_, start, Wishes(**wished)).terms[name]  # type: ignore[arg-type]

    def test_calm_by_place(self) -> None:
        """Busyness counts on a mat from 30 of 100, on a card from 15, on grounds by their area."""
        all_ = papers(*(busy(n, PaperKind.SMALL_PRINT, n, WHITE) for n in (0, 15, 30, 60, 100)))
        cost = self.term("calm", all_)
        mat, card, base, strip = (cost[PAGE.number(letter)] for letter in "WDAC")
        self.assertEqual((list(mat[:3]), mat[3] > 0, mat[4] > mat[3]), ([0, 0, 0], True, True))
        self.assertEqual((list(card[:2]), card[2] > 0), ([0, 0], True))
        self.assertTrue(all(one > other for one, other in zip(base[1:], strip[1:], strict=True)))

    def test_white_and_deep_mats_come_before_middling_ones(self) -> None:
        cost = self.term("calm", papers(paper(1, WHITE), paper(2, NAVY), paper(3, GREY)))[PAGE.number("W")]
        self.assertEqual((cost[0], cost[1], cost[2] > 0), (0, 0, True))

    def test_what_touches_photos_stands_off_from_their_edges(self) -> None:
        """The photo's edge is mid grey: on the mat that is too near, on the base, that touches no photo, it is not."""
        cost = self.term("photos", papers(paper(1, "#808080"), paper(2, WHITE)))
        self.assertGreater(cost[PAGE.number("W"), 0], 0.5)
        self.assertEqual((cost[PAGE.number("W"), 1], cost[PAGE.number("A"), 0]), (0, 0))

    def test_paper_that_does_not_reach(self) -> None:
        short = replace(paper(1, NAVY), stocks=(Stock("s", Size(12 * INCH, INCH), StockKind.SHEET, 1),))
        cost = self.term("lacking", papers(short, paper(2, NAVY, sheets=0)))
        self.assertEqual([cost[PAGE.number(letter), 0] for letter in "AC"], [4, 0])
        self.assertTrue((cost[:, 1] == 4).all())

    def test_a_directional_paper_is_not_turned_to_fit(self) -> None:
        stock = (Stock("s", Size(2 * INCH, 12 * INCH), StockKind.SHEET, 3),)
        turned, kept = (replace(paper(n, NAVY, directional=one), stocks=stock) for n, one in ((1, False), (2, True)))
        cost = self.term("lacking", papers(turned, kept))[PAGE.number("C")]
        self.assertEqual(list(cost), [0, 4])

    def test_only_scraps_are_looked_at_when_wished(self) -> None:
        scrap = paper(1, NAVY, sheets=5, scrap=Size(5 * INCH, 2 * INCH))
        for only, expected in [(False, [0, 0]), (True, [4, 0])]:
            with self.subTest(only):
                cost = self.term("lacking", papers(scrap), scraps_only=only)
                self.assertEqual([cost[PAGE.number(letter), 0] for letter in "AD"], expected)

    def test_a_print_larger_than_the_piece(self) -> None:
        """The strip is 1 in wide: a repeat of 1 in shows, one of 3 in does not."""
        prints = [replace(paper(n, NAVY, PaperKind.LARGE_PRINT)) for n in (1, 2)]
        prints = [replace(one, look=replace(one.look, repeat=n * INCH)) for one, n in zip(prints, (1, 3), strict=True)]
        cost = self.term("print", papers(*prints))
        self.assertEqual((cost[PAGE.number("C"), 0], cost[PAGE.number("C"), 1], cost[PAGE.number("A"), 1]), (0, 0.5, 0))

    def test_thrift_old_before_new_and_scraps_before_sheets(self) -> None:
        old, new = paper(1, NAVY, age=1.0), paper(2, NAVY, age=0.0)
        scrap = paper(3, NAVY, scrap=Size(6 * INCH, 3 * INCH))
        cost = self.term("thrift", papers(old, new, scrap))[PAGE.number("D")]
        self.assertLess(cost[0], cost[1])
        self.assertLess(cost[2], cost[1])

    def test_without_a_colour_also_where_it_is_only_printed(self) -> None:
        printed = paper(2, f"{CREAM} {RED}", PaperKind.FLORAL)
        cost = self.term("wished", papers(paper(1, RED), printed, paper(3, NAVY)), without=(read_colour(RED),))
        self.assertEqual([float(cost[0, n]) for n in range(3)], [6, 6, 0])
        # A pale red is red too, a brown is not: it has little colour.
        cost = self.term("wished", papers(paper(1, "#e0756a"), paper(2, "#8a7a70")), without=(read_colour(RED),))
        self.assertEqual([float(cost[0, n]) for n in range(2)], [6, 0])

    def test_greys_go_with_every_start(self) -> None:
        start = Start(StartKind.PALETTE, (Target(read_colour(RED), 1.0),))
        cost = self.term("match", papers(paper(1, RED), paper(2, GREY), paper(3, GREEN)), start=start)[0]
        self.assertTrue(cost[0] < cost[1] < cost[2])

    def test_bright_papers_where_they_are_wished(self) -> None:
        all_ = papers(paper(1, "#d9241c"), paper(2, GREY))
        even, bright = (self.term("wished", all_, temper=temper)[0] for temper in (Temper.EVEN, Temper.BRIGHT))
        self.assertEqual(list(even), [0, 0])
        self.assertLess(bright[0], bright[1])


class MeetingTests(SimpleTestCase):
    def cost(self, name: str, lower: Candidate, upper: Candidate) -> float:
        return float(met(papers(lower), papers(upper), Weights())[name][0, 0])

    def test_each_kind_of_meeting(self) -> None:
        floral, other = paper(1, f"{CREAM} {RED}", PaperKind.FLORAL), paper(2, f"{SKY} {GREEN}", PaperKind.FLORAL)
        stripe = paper(3, f"{WHITE} {NAVY}", PaperKind.STRIPE)
        navy, cream, sky = paper(4, NAVY), paper(5, CREAM), paper(6, SKY)
        for name, lower, upper, expected in [
            ("merge", navy, navy, 2.6), ("merge", navy, cream, 0), ("like prints", floral, other, 1.8),
            ("like prints", floral, stripe, 0), ("like prints", floral, floral, 0),
            ("two prints", floral, stripe, 0.25),
            ("two prints", other, stripe, 0.75), ("two prints", floral, navy, 0), ("busy on dark", navy, floral, 0.9),
            ("busy on dark", cream, floral, 0), ("busy on dark", floral, navy, 0), ("near", navy, cream, 0),
            ("near", navy, navy, 0), ("flat", navy, sky, 0),
        ]:  # fmt: skip
            with self.subTest(f"{name}: {lower.name} under {upper.name}"):
                self.assertAlmostEqual(self.cost(name, lower, upper), expected)

    def test_nearer_than_nine_runs_in_the_more_the_nearer(self) -> None:
        first = lab(read_colour(CREAM))
        gaps, costs = [], []
        for colour in ("#f4ecd6", "#efe5cc", "#e6d9bb", "#cdbf9c"):
            gaps.append(float(differences(lab_rows([read_colour(colour)]), np.array(first))[0]))
            costs.append(self.cost("near", paper(1, CREAM), paper(2, colour)))
        self.assertEqual(gaps, sorted(gaps))
        self.assertEqual(costs, sorted(costs, reverse=True))
        self.assertEqual([cost > 0 for cost in costs], [gap < 9 for gap in gaps])

    def test_nearly_the_same_print_twice_anywhere(self) -> None:
        one, twin, far = (
            paper(n, f"{colour} {NAVY}", PaperKind.DOTS) for n, colour in ((1, CREAM), (2, "#f4ecd6"), (3, SKY))
        )
        plain = paper(4, "#f4ecd6")
        cost = anywhere(papers(one), papers(twin, far, plain))[0]
        self.assertGreaterEqual(cost[0] - cost[1], 0.8)
        self.assertGreaterEqual(cost[0] - cost[2], 0.7)

    def test_shared_colours_are_those_that_count(self) -> None:
        hint = replace(paper(1, f"{CREAM} {RED}"), look=PaperSide(PaperKind.FLORAL, (CREAM, RED), shares=(95, 5)))
        shown = replace(hint, look=replace(hint.look, shares=(80, 20)))
        self.assertFalse(shared(papers(hint), papers(paper(2, RED)))[0, 0])
        self.assertTrue(shared(papers(shown), papers(paper(2, RED)))[0, 0])


class BesideTests(SimpleTestCase):
    """In one place what lies beneath and above counts alike."""

    def test_a_like_print_beneath_or_above_costs_more_than_another(self) -> None:
        all_ = papers(
            paper(0, f"{CREAM} {RED}", PaperKind.FLORAL), paper(1, f"{SKY} {GREEN}", PaperKind.FLORAL),
            paper(2, f"{SKY} {GREEN}", PaperKind.STRIPE), paper(3, GREY),
        )  # fmt: skip
        scores = Scores(PAGE, all_, NOTHING_WISHED)
        for place, other in [("B", "A"), ("A", "B"), ("C", "B")]:
            with self.subTest(place=place, beside=other):
                number = PAGE.number(place)
                alone = costs_in(scores, number, {})
                beside = costs_in(scores, number, {PAGE.number(other): 0})
                more = beside - alone
                self.assertGreater(more[1] - more[3], 0.5)  # another floral blurs, a plain rests
                self.assertGreater(more[0] - more[3], 0.5)  # the same paper would run into one
                self.assertGreater(more[1] - more[2], 0.3)

    def test_what_does_not_meet_only_shares_or_does_not(self) -> None:
        scores = Scores(PAGE, papers(paper(0, RED), paper(1, RED), paper(2, SKY)), NOTHING_WISHED)
        number, apart = PAGE.number("D"), PAGE.number("B")
        more = costs_in(scores, number, {apart: 0}) - costs_in(scores, number, {})
        self.assertTrue(0 <= more[1] < more[2] < 0.2)


#: A strip of the base's paper lies over a panel that lies on the base: each is once beneath the other.
OVER_AND_UNDER = drawn_page(
    (("A", "base", 0, 0, 12, 12), ("B", "paper", 2, 2, 8, 8), ("A", "strip", 3, 5, 6, 1), ("C", "strip", 0, 11, 12, 1))
)


class PairTests(SimpleTestCase):
    """A busy print on a dark ground costs, a dark strip on a busy ground does not: who lies beneath is not lost."""

    DARK = paper(1, NAVY)
    BUSY = busy(2, PaperKind.LARGE_PRINT, 90)

    def test_the_lower_paper_of_a_meeting_is_the_first(self) -> None:
        scores = Scores(STRIPS, papers(self.DARK, self.BUSY), NOTHING_WISHED)
        meeting = next(one for one in STRIPS.meetings if {one.lower, one.upper} == {0, 1})
        strength = scores.strength(meeting.lower, meeting.upper, meeting.length)
        costs = scores.pairs[0, 1]
        self.assertAlmostEqual(costs[0, 1] - costs[1, 0], 0.9 * strength)
        self.assertGreater(strength, 0.1)

    def test_of_two_that_lie_over_each_other_each_meeting_counts_its_own_way(self) -> None:
        scores = Scores(OVER_AND_UNDER, papers(self.DARK, self.BUSY), NOTHING_WISHED)
        meetings = [one for one in OVER_AND_UNDER.meetings if {one.lower, one.upper} == {0, 1}]
        self.assertEqual([(one.lower, one.upper) for one in meetings], [(0, 1), (1, 0)])
        below, above = (scores.strength(one.lower, one.upper, one.length) for one in meetings)
        costs = scores.pairs[0, 1]
        self.assertAlmostEqual(costs[0, 1] - costs[1, 0], 0.9 * (below - above))
        self.assertNotAlmostEqual(below, above)

    def test_the_total_and_each_change_of_it_read_a_pair_the_same_way(self) -> None:
        all_ = papers(self.DARK, self.BUSY, paper(3, CREAM), paper(4, f"{CREAM} {RED}", PaperKind.FLORAL))
        for page in (PAGE, STRIPS, OVER_AND_UNDER):
            scores = Scores(page, all_, NOTHING_WISHED)
            places = len(page.places)
            for start in range(4):
                chosen = [(start + place) % 4 for place in range(places)]
                total = scores.total(chosen)
                by_hand = sum(float(scores.alone[place, row]) for place, row in enumerate(chosen)) + float(
                    scores.whole(chosen)
                )
                for (one, other), costs in scores.pairs.items():
                    self.assertLess(one, other)
                    by_hand += float(costs[chosen[one], chosen[other]])
                self.assertAlmostEqual(total, by_hand)
                for place in range(places):
                    instead = scores.instead(chosen, place)
                    for row in range(4):
                        other = [*chosen[:place], row, *chosen[place + 1 :]]
                        with self.subTest(places=places, chosen=chosen, place=place, row=row):
                            change = float(instead[row] - instead[chosen[place]])
                            self.assertAlmostEqual(scores.total(other) - total, change)


class WholeTests(SimpleTestCase):
    def whole(self, page: PageOfPapers, *chosen: Candidate, start: Start = NOTHING_WISHED) -> float:
        return Scores(page, papers(*chosen), start).whole(range(len(chosen)))

    def test_a_lone_accent_costs_and_less_where_a_photo_has_it(self) -> None:
        plain = [paper(n, colour) for n, colour in ((1, CREAM), (2, WHITE), (3, GREY), (4, "#c3c7ca"))]
        for accent, in_photos in [(RED, False), (NAVY, True)]:
            lone = [*plain, paper(5, accent)]
            with self.subTest(accent):
                cost = self.whole(PAGE, *lone) - self.whole(PAGE, *plain, paper(5, "#ece3d0"))
                # Two accents are wished at least: one of them is there now, and it is at no three places.
                self.assertAlmostEqual(cost, 0.8 * (0.3 if in_photos else 1.0) - 0.5 + 0.35, places=5)

    def test_prints_and_how_many_papers(self) -> None:
        base = [paper(1, CREAM), paper(2, WHITE)]
        plain, small, bold = (
            self.whole(STRIPS, *base, paper(3, GREY, kind))
            for kind in (PaperKind.SOLID, PaperKind.SMALL_PRINT, PaperKind.STRIPE)
        )
        self.assertAlmostEqual(plain - small, 1.0)
        self.assertAlmostEqual(small - bold, 0.5)
        same = self.whole(STRIPS, paper(1, CREAM), paper(2, WHITE), replace(paper(2, GREY), side=SideName.B))
        self.assertAlmostEqual(same - plain, 0.3)  # two papers where three could be

    def test_a_colour_of_the_start_that_no_paper_shows(self) -> None:
        start = Start(StartKind.PALETTE, (Target(read_colour(RED), 1.0), Target(read_colour(NAVY), 0.5)))
        without = self.whole(STRIPS, paper(1, CREAM), paper(2, WHITE), paper(3, GREY), start=start)
        bare = self.whole(STRIPS, paper(1, CREAM), paper(2, WHITE), paper(3, GREY))
        self.assertAlmostEqual(without - bare, 0.7 * 1.5)

    def test_one_sheet_for_two_places_is_short(self) -> None:
        one = paper(1, CREAM, sheets=1)
        scores = Scores(STRIPS, papers(one, paper(2, CREAM, sheets=3)), NOTHING_WISHED)
        self.assertAlmostEqual(scores.whole([0, 0, 0]) - scores.whole([1, 1, 1]), 4.0)

    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.integers(0, 2**24 - 1), min_size=3, max_size=6), st.randoms(use_true_random=False))
    def test_never_below_nought_and_the_same_in_any_order_of_candidates(self, colours: list[int], chance) -> None:
        kinds = list(PaperKind)
        all_ = [paper(n, f"#{value:06x}", kinds[value % len(kinds)]) for n, value in enumerate(colours)]
        chosen = [chance.randrange(len(all_)) for _ in PAGE.places]
        scores = Scores(PAGE, papers(*all_), from_photos([one.colours for one in PAGE.photos]))
        self.assertGreaterEqual(scores.whole(chosen), 0)
        turned = Scores(PAGE, papers(*all_[::-1]), scores.start)
        there = [len(all_) - 1 - row for row in chosen]
        self.assertAlmostEqual(scores.total(chosen), turned.total(there), places=6)

    @settings(max_examples=12, deadline=None)
    @given(st.lists(st.integers(0, 2**24 - 1), min_size=4, max_size=7, unique=True))
    def test_a_proven_deal_is_no_worse_than_any_one_paper_everywhere(self, colours: list[int]) -> None:
        all_ = papers(*(paper(n, f"#{value:06x}", sheets=9) for n, value in enumerate(colours)))
        scores = Scores(STRIPS, all_, NOTHING_WISHED)
        found = deal(scores, [range(len(all_))] * 3, nodes=100_000)
        self.assertTrue(found.proven)
        for row in range(len(all_)):
            self.assertLessEqual(found.cost, scores.total([row] * 3) + 1e-9)


class AlwaysTests(SimpleTestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.lists(st.integers(0, 2**24 - 1), min_size=5, max_size=5), st.integers(0, 9))
    def test_mends_take_their_regret_away_and_bring_no_other(self, colours: list[int], kind: int) -> None:
        kinds = list(PaperKind)
        all_ = papers(
            *(paper(n, f"#{value:06x} {CREAM}", kinds[(value + kind) % 10]) for n, value in enumerate(colours)),
            paper(10, WHITE), paper(11, NAVY), paper(12, MUSTARD), paper(13, GREY),
        )  # fmt: skip
        laid = {place: all_.all[place] for place in range(5)}
        before = regrets_of(PAGE, laid)
        known = {one.key for one in before}
        for regret in before[:2]:
            for way in mends(PAGE, all_, NOTHING_WISHED, Wishes(), laid, regret):
                after = {**laid, **{PAGE.number(letter): one for letter, one in way.papers.items()}}
                keys = {one.key for one in regrets_of(PAGE, after)}
                if way.papers:
                    self.assertNotIn(regret.key, keys)
                self.assertLessEqual(keys, known)

    def test_nothing_laid_is_nothing_to_regret(self) -> None:
        self.assertEqual(regrets_of(PAGE, {}), ())
        self.assertEqual(regrets_of(drawn_page(()), {}), ())

    def test_one_tint_dominates_from_72_in_a_hundred(self) -> None:
        for green, told in [("ABCD", True), ("AC", False)]:
            with self.subTest(green):
                laid = {
                    PAGE.number(letter): paper(n, GREEN if letter in green else (WHITE, CREAM)[n % 2])
                    for n, letter in enumerate("ABCWD")
                }
                found = {one.kind for one in regrets_of(PAGE, laid)}
                self.assertEqual(RegretKind.TINT_DOMINATES in found, told)

    def test_small_pieces_run_together_and_large_ones_do_not(self) -> None:
        squares = [(letter, "paper", 1 + 2 * n, 2, 2, 2) for n, letter in enumerate("BCBCB")]
        small = drawn_page([("A", "base", 0, 0, 12, 12), *squares])
        for other, told in [("#a6cce6", True), (NAVY, False)]:
            with self.subTest(other):
                laid = {small.number("A"): paper(1, CREAM), small.number("B"): paper(2, SKY),
                        small.number("C"): paper(3, other)}  # fmt: skip
                found = {one.kind for one in regrets_of(small, laid)}
                self.assertEqual(RegretKind.RUN_TOGETHER in found, told)

    def test_a_line_at_the_edge_is_told_and_a_panel_of_which_little_shows_is_not(self) -> None:
        """Both show half an inch along the page's right edge; the panel goes on under a mat."""
        for letter, rows, told in [
            ("E", (("E", "strip", 11.5, 0, 0.5, 12),), True),
            ("E", (("E", "paper", 8, 0, 4, 12), ("W", "mat", 7, 0.25, 4.5, 11.5)), False),
        ]:
            with self.subTest(told):
                page = drawn_page(
                    [("A", "base", 0, 0, 12, 12), *rows, ("D", "tag", 1, 1, 2, 2), ("p", "photo", 3, 4, 2, 2)], (RED,)
                )
                laid = {place: paper(n, colour) for n, (place, colour) in enumerate(
                    zip(range(len(page.places)), (CREAM, *[WHITE] * 3), strict=False))}  # fmt: skip
                laid[page.number(letter)] = paper(9, RED)
                self.assertEqual(RegretKind.EDGE_RARE in {one.kind for one in regrets_of(page, laid)}, told)

    def test_scraps_that_do_not_reach_are_said_with_how_many_pieces(self) -> None:
        (told,) = regrets_of(STRIPS, {STRIPS.number("B"): paper(1, NAVY, sheets=0, scrap=Size(INCH, INCH))})
        self.assertEqual((told.kind, told.number, told.places), (RegretKind.NOT_ENOUGH, "1 piece", ("B",)))

    def test_from_an_all_plain_stash_there_are_still_pages(self) -> None:
        plain = papers(*(paper(n, colour) for n, colour in enumerate((NAVY, CREAM, WHITE, MUSTARD, SKY))))
        found = paperings(PAGE, plain, from_photos([one.colours for one in PAGE.photos]), Wishes(), {})
        self.assertGreaterEqual(len(found), 2)
        one = papers(paper(1, NAVY, sheets=9))
        (single,) = paperings(PAGE, one, NOTHING_WISHED, Wishes(), {})
        self.assertEqual({paper_.paper for paper_ in single.chosen.values()}, {1})


class WordsTests(SimpleTestCase):
    def test_what_leads_answers_and_rests(self) -> None:
        for chosen, words in [
            ([(CREAM, 60), (NAVY, 30), (MUSTARD, 10)], "navy leads, mustard answers, cream rests"),
            ([(NAVY, 60), (RED, 25), (GREEN, 15)], "navy leads, red and green answer"),
            ([(CREAM, 60), (WHITE, 40)], "cream and white, quietly"),
            ([(NAVY, 100)], "navy leads"),
        ]:
            with self.subTest(words):
                all_ = [paper(n, colour) for n, (colour, _) in enumerate(chosen)]
                self.assertEqual(leading_words(all_, [area for _, area in chosen]), words)

    def test_lists_and_how_many_pieces(self) -> None:
        self.assertEqual([joined(["a"]), joined(["a", "b"]), joined(["a", "b", "c"])], ["a", "a and b", "a, b and c"])
        place = PAGE.places[PAGE.number("W")]
        for count, words in [(1, place.name), (2, "both mats"), (3, "all three mats"), (9, "all 9 mats")]:
            with self.subTest(count):
                self.assertEqual(pieces_words(replace(place, pieces=place.pieces * count)), words)

    def test_an_unknown_colour_is_called_what_it_is_drawn_as(self) -> None:
        (one,) = Candidate(1, SideName.A, "kraft", PaperSide()).colours
        self.assertEqual((one.colour, colour_name(one.colour)), (Rgb(233, 225, 207), "cream"))
