"""Using up the stash: what lies longest, last sheets, kits, what a year took, what is short, and pieces in a box."""

from contextlib import suppress
from datetime import date, timedelta
from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.lengths import INCH, MM, Unit
from inkquilt.sketch.model import Size
from inkquilt.using_up.lists import (
    SETTLED,
    kits_begun,
    last_sheets,
    longest_lying,
    lying_words,
    never_used,
    time_words,
)
from inkquilt.using_up.picking import OF_A_SORT, PAPERS, PLAIN, for_a_page
from inkquilt.using_up.pieces import UnreadablePiece, read_pieces
from inkquilt.using_up.shortage import PaperShort, PaperWanted, papers_short
from inkquilt.using_up.taken import TakenPaper, year_taken
from inkquilt.using_up.things import StashKind, StashThing

TODAY = date(2026, 11, 29)
SHEET = Size(12 * INCH, 12 * INCH)


def paper(number, came=0, left=2, **more):
    """Return a paper that came so many days after the first of 2025."""
    return StashThing(StashKind.PAPER, number, f"paper {number}", date(2025, 1, 1) + timedelta(days=came), left, **more)


def thing(number, came=0, left=3, sort="dot", **more):
    day = date(2025, 1, 1) + timedelta(days=came)
    return StashThing(StashKind.EMBELLISHMENT, number, f"thing {number}", day, left, sort=sort, **more)


def numbers(things):
    return [one.number for one in things]


class Lists(TestCase):
    def test_what_was_not_touched_the_longest_comes_first(self):
        things = [
            paper(1, 5), paper(2, 0, used=(date(2026, 3, 1),)), paper(3, 1, left=0), paper(4, 2, left=0, scraps=1),
            thing(5, 3), thing(6, 0, left=None), paper(7, 4, used=(date(2024, 1, 1),)),
        ]  # fmt: skip
        self.assertEqual(numbers(longest_lying(things)), [4, 5, 7, 1, 2], "nothing left, or never less, is not told")

    def test_last_sheets_of_what_is_liked(self):
        for left, scraps, liked, told in (
            (1, 0, True, True), (2, 0, True, False), (0, 3, True, True), (0, 0, True, False), (1, 0, False, False),
        ):  # fmt: skip
            with self.subTest(left=left, scraps=scraps, liked=liked):
                self.assertEqual(bool(last_sheets([paper(1, left=left, scraps=scraps, liked=liked)])), told)
        self.assertEqual(last_sheets([thing(1, left=1, liked=True)]), (), "of papers only")

    def test_never_used_tells_what_had_its_time(self):
        came = (TODAY - SETTLED - date(2025, 1, 1)).days
        things = [paper(1, came), paper(2, came + 1), paper(3, 0, used=(TODAY,)), paper(4, 0, left=0), thing(5, 0)]
        self.assertEqual(numbers(never_used(things, TODAY)), [5, 1])

    def test_kits_that_were_begun_the_most_used_first(self):
        used = (TODAY,)
        things = [
            paper(1, kit="a", used=used), paper(2, kit="a"), paper(3, kit="a"),
            paper(4, kit="b", left=0), paper(5, kit="b"),
            paper(6, kit="new"), paper(7, kit="gone", left=0, used=used), paper(8, used=used),
        ]  # fmt: skip
        kits = kits_begun(things)
        self.assertEqual([(kit.name, numbers(kit.used), numbers(kit.left)) for kit in kits],
                         [("b", [4], [5]), ("a", [1], [1, 2, 3])])  # fmt: skip

    def test_times_as_people_say_them(self):
        for day, words in (
            (TODAY, "0 days"), (date(2026, 11, 28), "1 day"), (date(2026, 10, 30), "30 days"),
            (date(2026, 10, 29), "1 month"), (date(2025, 11, 30), "11 months"), (date(2025, 11, 29), "1 year"),
            (date(2024, 9, 1), "2 years and 2 months"), (TODAY + timedelta(days=3), "0 days"),
        ):  # fmt: skip
            with self.subTest(day):
                self.assertEqual(time_words(day, TODAY), words)

    def test_how_long_a_thing_lies(self):
        self.assertIn("never used, in the stash for 1 year", lying_words(paper(1, 300), TODAY))
        self.assertEqual(lying_words(paper(1, used=(date(2026, 9, 29),)), TODAY), "last used 2 months ago")
        late = paper(1, 400, used=(date(2025, 1, 2),))
        self.assertEqual(lying_words(late, TODAY), "in the stash for 9 months", "more of it came after it was used")


class Picking(TestCase):
    def test_the_longest_lying_of_each_sort(self):
        papers = [paper(number, number, sort="stripe") for number in range(8)]
        plain = [paper(20 + number, 50 + number, sort="solid") for number in range(3)]
        things = [thing(40 + number, number) for number in range(4)] + [thing(50, 9, sort="base")]
        chosen = for_a_page([*reversed(papers), *plain, *things])
        self.assertEqual(numbers(chosen), [0, 1, 2, 3, 20, 21, 40, 41, 50])

    def test_a_base_is_among_them(self):
        scraps = [paper(number, number, left=0, scraps=1, sort="dots") for number in range(9)]
        chosen = for_a_page([*scraps, paper(30, 90, sort="dots")])
        self.assertEqual((len(chosen), chosen[-1].number), (PAPERS, 30))
        self.assertEqual(numbers(for_a_page(scraps)), [0, 1, 2, 3, 4, 5], "none is whole")
        self.assertEqual(for_a_page([]), ())

    @given(
        st.lists(
            st.builds(
                lambda number, came, left, scraps, sort, is_paper: paper(number, came, left, scraps=scraps, sort=sort)
                if is_paper
                else thing(number, came, left, sort),
                st.integers(1, 10**6), st.integers(0, 500), st.integers(0, 3), st.integers(0, 2),
                st.sampled_from(["solid", "stripe", "dot", "base"]), st.booleans(),
            ),
            max_size=30, unique_by=lambda one: one.number,
        )
    )  # fmt: skip
    def test_it_is_bounded_and_all_there(self, things):
        chosen = for_a_page(things)
        papers = [one for one in chosen if one.kind is StashKind.PAPER]
        there = [one for one in things if one.kind is StashKind.PAPER and one.is_there]
        self.assertEqual(len(papers), min(len(there), PAPERS))
        self.assertGreaterEqual(
            sum(one.sort == "solid" for one in papers) + 1, min(PLAIN, sum(one.sort == "solid" for one in there))
        )
        self.assertTrue(all(one.is_there for one in chosen))
        self.assertEqual(len(set(numbers(chosen))), len(chosen))
        if any(one.left for one in there):
            self.assertTrue(any(one.left for one in papers), "something to lie on")
        for sort in ("dot", "base"):
            of_sort = [one for one in chosen if one.kind is StashKind.EMBELLISHMENT and one.sort == sort]
            self.assertLessEqual(len(of_sort), OF_A_SORT)


class Taken(TestCase):
    def test_pieces_by_their_area_and_the_price_of_a_sheet(self):
        whole = SHEET.width * SHEET.height
        told = year_taken(
            [
                TakenPaper("comb", whole // 2, SHEET, 120), TakenPaper("comb", whole, SHEET, 120),
                TakenPaper("kraft", whole // 4, SHEET, None),
            ]
        )  # fmt: skip
        self.assertEqual([(one.paper, one.pages, one.sheets, one.cost) for one in told.papers],
                         [("comb", 2, Fraction(3, 2), 180), ("kraft", 1, Fraction(1, 4), None)])  # fmt: skip
        self.assertEqual((told.sheets, told.cost, told.unpriced), (Fraction(7, 4), 180, 1))
        nothing = year_taken([])
        self.assertEqual((nothing.papers, nothing.sheets, nothing.cost, nothing.unpriced), ((), 0, 0, 0))


class Short(TestCase):
    def short(self, stock, *pieces):
        found = papers_short([PaperWanted("comb", stock, tuple(Size(w * INCH, h * INCH) for w, h in pieces))])
        return found[0].sheets if found else 0

    def test_at_least_so_many_sheets(self):
        for stock, pieces, sheets in (
            (((SHEET, 1),), [(12, 12)], 0), (((SHEET, 1),), [(12, 12), (1, 1)], 1), (((SHEET, 1),), [(12, 6)] * 2, 0),
            ((), [(3, 3)], 1), ((), [(12, 12)] * 3, 3), (((SHEET, 0),), [(3, 3)], 1),
            (((Size(4 * INCH, 6 * INCH), 5),), [(5, 5)], 1), (((Size(4 * INCH, 6 * INCH), 1),), [(6, 4)], 0),
            (((SHEET, 1),), [], 0), (((SHEET, 2),), [(12, 12)] * 4, 2),
        ):  # fmt: skip
            with self.subTest(stock=stock, pieces=pieces):
                self.assertEqual(self.short(stock, *pieces), sheets)

    def test_by_name_and_in_sheets_of_a_usual_size(self):
        small = ((Size(6 * INCH, 6 * INCH), 1),)
        found = papers_short([PaperWanted(name, small, (SHEET,)) for name in ("oak", "Ash")])
        self.assertEqual(found, (PaperShort("Ash", 1, SHEET), PaperShort("oak", 1, SHEET)))


class Pieces(TestCase):
    def test_as_one_says_them(self):
        mat = Size(17 * INCH // 4, 25 * INCH // 4)
        for line, unit, name, count, size in (
            ("3 photo mats 4 1/4 x 6 1/4", Unit.IN, "photo mats", 3, mat),
            ("photo mat 4 1/4 x 6 1/4 in", Unit.MM, "photo mat", 1, mat),
            ("2 cards 100 x 150", Unit.MM, "cards", 2, Size(100 * MM, 150 * MM)),
            ("5 scallop circles", Unit.IN, "scallop circles", 5, None),
            ("  the   last leaf ", Unit.IN, "the last leaf", 1, None),
        ):  # fmt: skip
            with self.subTest(line):
                read = read_pieces(line, unit)
                self.assertEqual((read.name, read.count, read.size), (name, count, size))

    def test_what_says_nothing_is_told_what_would_do(self):
        for line in ("", "12", "0 leaves", "5000 leaves", "7 --", "0 mats 4 x 6"):
            with self.subTest(line), self.assertRaises(UnreadablePiece) as told:
                read_pieces(line)
            self.assertIn("3 photo mats", str(told.exception))

    @given(st.text(max_size=50))
    def test_any_text_is_read_or_refused(self, line):
        with suppress(UnreadablePiece):
            self.assertGreaterEqual(read_pieces(line).count, 1)
