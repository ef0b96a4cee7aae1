"""Albums: the order of pages, how they face each other, what the spine takes, and goals."""

from contextlib import suppress
from datetime import date, timedelta
from itertools import pairwise, permutations
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from inkquilt.album.goal_lines import UnreadableGoal, read_goal
from inkquilt.album.goals import MOST_TIMES, Every, Goal, begin_of, reached
from inkquilt.album.openings import Opening, Place, Shown, could_face, leaves_of, openings_of
from inkquilt.album.order import AlbumPage, ByHand, are_of_one_event, in_order, moved
from inkquilt.album.spine import PROTECTOR, counted_for, spine_of
from inkquilt.assembly.thickness import thickness_of
from inkquilt.lengths import MM
from tests.core.test_assembly import page_of, thing

MAY = date(2026, 5, 1)


def page(key, day=None, last=None, **more):
    first = day if day is None or isinstance(day, date) else MAY + timedelta(days=day)
    end = last if last is None or isinstance(last, date) else MAY + timedelta(days=last)
    return AlbumPage(key, first, end or first, **more)


def keys(pages):
    return [one.key for one in in_order(pages)]


@st.composite
def albums(draw):
    count = draw(st.integers(0, 9))
    names = list(range(1, count + 1))
    return [
        page(
            key,
            draw(st.none() | st.integers(0, 6)),
            finished=draw(st.none() | st.just(MAY)),
            is_spread=draw(st.booleans()),
            waits=draw(st.booleans()),
            by_hand=draw(st.none() | st.builds(ByHand, st.none() | st.sampled_from([*names, 99]), st.integers(1, 9))),
        )
        for key in names
    ]


class Order(TestCase):
    def test_by_events_whenever_they_were_made(self):
        made = [
            page(1, 9, finished=MAY),
            page(2, 3),
            page(3, 3, 5),
            page(4, None, finished=MAY + timedelta(days=4)),
            page(5),
        ]
        self.assertEqual(keys(made), [2, 3, 4, 1, 5], "one without an event lies by when it was made")
        for other in permutations(made):
            self.assertEqual(keys(other), [2, 3, 4, 1, 5])

    def test_a_hand_lays_it_elsewhere_and_there_it_stays(self):
        pages = [page(1, 1), page(2, 2), page(3, 3, by_hand=ByHand(1, 1))]
        self.assertEqual(keys(pages), [1, 3, 2])
        self.assertEqual(keys([*pages, page(4, 1)]), [1, 3, 4, 2], "what comes later does not part them")
        self.assertEqual(keys([page(2, 2), page(3, 3, by_hand=ByHand(1, 1))]), [2, 3], "its page went out")
        self.assertEqual(keys([page(1, 1), page(2, 2, by_hand=ByHand(None, 1))]), [2, 1])

    def test_of_two_behind_one_the_later_is_nearer(self):
        pages = [page(1, 1), page(2, 2), page(3, 3, by_hand=ByHand(1, 1)), page(4, 4, by_hand=ByHand(1, 2))]
        self.assertEqual(keys(pages), [1, 4, 3, 2])

    def test_a_ring_lies_by_its_events(self):
        ring = [page(1, 5, by_hand=ByHand(2, 1)), page(2, 3, by_hand=ByHand(1, 2)), page(3, 4, by_hand=ByHand(1, 3))]
        self.assertEqual(keys(ring), [2, 1, 3])
        self.assertEqual(keys([page(1, 5, by_hand=ByHand(1, 1)), page(2, 6)]), [1, 2])

    @given(albums())
    def test_every_page_lies_once_and_events_in_order(self, pages):
        order = in_order(pages)
        self.assertEqual(sorted(one.key for one in order), sorted(one.key for one in pages))
        free = [one.first for one in order if one.by_hand is None and one.first]
        self.assertEqual(free, sorted(free))

    @given(albums(), st.data())
    def test_a_moved_page_lies_right_behind_and_all_others_as_before(self, pages, data):
        if len(pages) < 2:
            return
        key = data.draw(st.sampled_from([one.key for one in pages]))
        after = data.draw(st.none() | st.sampled_from([one.key for one in pages if one.key != key]))
        before = keys(pages)
        laid = moved(pages, key, after)
        now = keys([one if one.key not in laid else with_hand(one, laid[one.key]) for one in pages])
        at = now.index(key)
        self.assertEqual(now[at - 1] if at else None, after)
        self.assertEqual([one for one in now if one != key], [one for one in before if one != key])

    def test_of_a_moved_page_and_what_lay_behind_it_the_moved_one_is_nearer(self):
        for pages, key, after, order in (
            ([page(1, 1), page(3, 3, by_hand=ByHand(5, 1)), page(5, 2)], 5, 1, [1, 5, 3]),
            ([page(3, 3, by_hand=ByHand(5, 1)), page(5, 2), page(6, 4)], 5, None, [5, 3, 6]),
            (
                [page(2, 2, by_hand=ByHand(9, 1)), page(3, 3, by_hand=ByHand(9, 2)), page(9, 1), page(1, 0)],
                9, 1, [1, 9, 3, 2],
            ),
        ):  # fmt: skip
            for listed in permutations(pages):
                laid = moved(listed, key, after)
                with self.subTest(listed=[one.key for one in listed], key=key, after=after):
                    self.assertEqual(keys([with_hand(o, laid[o.key]) if o.key in laid else o for o in listed]), order)
                    turns = [hand.turn for hand in laid.values() if hand]
                    self.assertEqual(len(turns), len(set(turns)), "no two turns tie")

    def test_what_is_not_there_is_not_moved(self):
        for key, after in ((9, 1), (1, 9), (1, 1)):
            with self.subTest(key=key, after=after), self.assertRaises(KeyError):
                moved([page(1), page(2)], key, after)

    def test_days_of_one_event(self):
        for one, other, together in (
            (page(1, 1), page(2, 1), True), (page(1, 1), page(2, 2), True), (page(1, 1), page(2, 3), False),
            (page(1, 1, 5), page(2, 3), True), (page(1, 1, 5), page(2, 6, 8), True), (page(1, 1, 5), page(2, 7), False),
            (page(1), page(2), False), (page(1, 1), page(2), False),
        ):  # fmt: skip
            with self.subTest(one=one, other=other):
                self.assertIs(are_of_one_event(one, other), together)
                self.assertIs(are_of_one_event(other, one), together)


def with_hand(one, hand):
    return page(one.key, one.first, one.last, finished=one.finished, by_hand=hand)


def sides(openings):
    told = {Shown.WHOLE: "", Shown.LEFT: "<", Shown.RIGHT: ">"}
    return [tuple(side and f"{side.page}{told[side.shown]}" for side in (one.left, one.right)) for one in openings]


class Openings(TestCase):
    def test_as_they_lie(self):
        one, two, three = page(1, 1), page(2, 1), page(3, 9)
        spread = page(4, 10, is_spread=True)
        for pages, starts_right, expected in (
            ([], True, [(None, None)]),
            ([], False, []),
            ([one], True, [(None, "1")]),
            ([one], False, [("1", None)]),
            ([one, two, three], True, [(None, "1"), ("2", "3")]),
            ([one, two, three], False, [("1", "2"), ("3", None)]),
            ([one, spread], True, [(None, "1"), ("4<", "4>")]),
            ([one, two, spread, three], True, [(None, "1"), ("2", None), ("4<", "4>"), ("3", None)]),
            ([spread], True, [(None, None), ("4<", "4>")]),
            ([one, page(5, 2, waits=True), three], True, [(None, "1"), ("5", None), ("3", None)]),
            ([one, two, page(5, 2, waits=True), three], True, [(None, "1"), ("2", None), ("5", None), ("3", None)]),
            ([page(5, 2, waits=True), two], True, [(None, "5"), ("2", None)]),
        ):  # fmt: skip
            with self.subTest(pages=[one.key for one in pages], starts_right=starts_right):
                self.assertEqual(sides(openings_of(pages, starts_right)), expected)

    def test_who_is_lonely_and_who_belongs_together(self):
        one, two, three = page(1, 1), page(2, 1), page(3, 9)
        first, second, last = openings_of([one, two, three, page(4, 9)])
        self.assertEqual((first.is_cover, first.lonely), (True, None), "nobody goes opposite the cover")
        self.assertFalse(second.together, "two stories")
        self.assertEqual((last.lonely, last.is_cover), (4, False))
        self.assertTrue(openings_of([one, two], starts_right=False)[0].together)
        self.assertTrue(openings_of([page(1, None, is_spread=True)], starts_right=False)[0].together)

    @given(albums(), st.booleans())
    def test_every_page_is_shown_once_and_spreads_side_by_side(self, pages, starts_right):
        order = in_order(pages)
        openings = openings_of(order, starts_right)
        shown = [side for one in openings for side in (one.left, one.right) if side is not None]
        self.assertEqual(list(dict.fromkeys(side.page for side in shown)), [one.key for one in order])
        for one in order:
            halves = [side.shown for side in shown if side.page == one.key]
            self.assertEqual(halves, [Shown.LEFT, Shown.RIGHT] if one.is_spread else [Shown.WHOLE])
            if one.is_spread:
                self.assertIn(
                    (Place(one.key, Shown.LEFT), Place(one.key, Shown.RIGHT)), [(o.left, o.right) for o in openings]
                )
            elif one.waits and any(o.left and o.left.page == one.key for o in openings):
                self.assertIsNone(next(o for o in openings if o.left and o.left.page == one.key).right)
        self.assertFalse(any(one.left is None and one.right is None for one in openings[1:]), "no opening is empty")

    def test_leaves(self):
        left, right = Place(1), Place(2)
        for openings, leaves in (
            ((), 0), ((Opening(None, right, is_cover=True),), 1),
            ((Opening(None, right, is_cover=True), Opening(left, None)), 1),
            ((Opening(None, right, is_cover=True), Opening(left, right)), 2),
            ((Opening(left, right),), 2), ((Opening(left, None),), 1),
        ):  # fmt: skip
            with self.subTest(openings=openings):
                self.assertEqual(leaves_of(openings), leaves)

    def test_who_could_face_a_lonely_page(self):
        lonely = page(1, 30)
        loose = [page(2, 60), page(3, 31), page(4, 200), page(5, 20), page(6), page(7, 30, is_spread=True), lonely]
        self.assertEqual(could_face(lonely, loose), (3, 5, 2))
        self.assertEqual(could_face(page(8), loose), ())


class Spines(TestCase):
    def test_pages_and_protectors_add_up(self):
        pages = [page(1, counted=2 * MM), page(2, counted=5 * MM), page(3, counted=MM), page(4, counted=3 * MM)]
        found = spine_of(pages, leaves=2, room=None)
        self.assertEqual((found.thick, found.over, found.full_at), (11 * MM + 4 * PROTECTOR, 0, None))
        self.assertEqual(found.thickest, (2, 4, 1))
        self.assertEqual(spine_of(pages, 2, None, in_protectors=False).thick, 11 * MM)

    def test_what_is_too_much_begins_at_a_page(self):
        pages = [page(1, counted=2 * MM), page(2, counted=5 * MM), page(3, counted=MM)]
        for room, over, full_at in (
            (8 * MM, 0, None), (8 * MM - 1, 1, 3), (7 * MM, MM, 3), (2 * MM, 6 * MM, 2), (1, 8 * MM - 1, 1),
        ):  # fmt: skip
            with self.subTest(room=room):
                found = spine_of(pages, 2, room, in_protectors=False)
                self.assertEqual((found.over, found.full_at), (over, full_at))

    def test_a_page_counts_between_its_usual_and_its_most(self):
        found = thickness_of(page_of(thing("a", 0, 0, 6, 12)))
        self.assertEqual(counted_for(found), (found.usual + found.most) // 2)
        self.assertTrue(found.usual < counted_for(found) < found.most)


TODAY = date(2026, 11, 29)


class Goals(TestCase):
    def told(self, goal, *days, begin=date(2026, 9, 10)):
        return [(one.span.words, one.have, one.missing, one.is_open) for one in reached(goal, days, begin, TODAY)]

    def test_months(self):
        goal = Goal(1, Every.MONTH, ("myself",))
        self.assertEqual(
            self.told(goal, date(2026, 9, 30), date(2026, 11, 1)),
            [("September 2026", 1, 0, False), ("October 2026", 0, 1, False), ("November 2026", 1, 0, True)],
        )

    def test_school_years_turn_in_august(self):
        goal = Goal(1, Every.SCHOOL_YEAR, ("school",))
        self.assertEqual(
            self.told(goal, date(2025, 7, 31), date(2025, 8, 1), begin=date(2024, 12, 24)),
            [
                ("school year 2024/25", 1, 0, False),
                ("school year 2025/26", 1, 0, False),
                ("school year 2026/27", 0, 1, True),
            ],
        )
        self.assertEqual(self.told(goal, begin=date(1999, 9, 1))[0][0], "school year 1999/00")

    def test_where_a_goal_begins_that_does_not_say(self):
        said, old = date(2026, 9, 10), date(2019, 3, 1)
        for every, oldest, begin in (
            (Every.MONTH, old, said), (Every.YEAR, old, said), (Every.ONCE, old, said), (Every.SCHOOL_YEAR, old, old),
            (Every.SCHOOL_YEAR, None, said), (Every.SCHOOL_YEAR, date(2027, 1, 1), said),
        ):  # fmt: skip
            with self.subTest(every=every, oldest=oldest):
                self.assertEqual(begin_of(Goal(1, every, ("x",)), said, oldest), begin)

    def test_weeks_quarters_and_years(self):
        for every, count, first in (
            (Every.WEEK, 12, "week of 7 September 2026"), (Every.QUARTER, 2, "July to September 2026"),
            (Every.YEAR, 1, "2026"),
        ):  # fmt: skip
            with self.subTest(every):
                told = self.told(Goal(2, every, ("x",)))
                self.assertEqual((len(told), told[0][0], told[0][2]), (count, first, 2))

    def test_so_many_in_all_within_what_was_said(self):
        goal = Goal(3, Every.ONCE, ("bees",), date(2026, 1, 1), date(2026, 12, 31))
        days = (date(2025, 12, 31), date(2026, 1, 1), date(2026, 12, 31), date(2027, 1, 1))
        self.assertEqual(self.told(goal, *days), [("in all", 2, 1, True)])
        self.assertEqual(self.told(Goal(2, Every.ONCE, ("bees",)), *days), [("in all", 4, 0, True)])

    def test_from_and_to_what_was_said(self):
        goal = Goal(1, Every.YEAR, ("x",), date(2019, 1, 1), date(2021, 12, 31))
        self.assertEqual([words for words, *_ in self.told(goal)], ["2019", "2020", "2021"])
        later = Goal(1, Every.MONTH, ("x",), date(2027, 3, 1))
        self.assertEqual([words for words, *_ in self.told(later)], ["March 2027"])
        self.assertEqual(len(self.told(Goal(1, Every.WEEK, ("x",), date(1990, 1, 1)))), MOST_TIMES)

    @given(st.sampled_from([one for one in Every if one is not Every.ONCE]), st.dates(date(1990, 1, 1), TODAY))
    def test_spans_follow_one_another_without_a_gap(self, every, begin):
        spans = [one.span for one in reached(Goal(1, every, ("x",)), (), begin, TODAY)]
        for before, after in pairwise(spans):
            self.assertEqual(after.first - before.last, timedelta(days=1))
        self.assertTrue(spans[-1].first <= TODAY <= spans[-1].last)
        if len(spans) < MOST_TIMES:
            self.assertTrue(spans[0].first <= begin <= spans[0].last)


class GoalLines(TestCase):
    def test_as_people_say_them(self):
        for line, count, every, about, since, until in (
            ("one page about myself a month", 1, Every.MONTH, "myself", None, None),
            ("every school year of Ada since 2019", 1, Every.SCHOOL_YEAR, "school ada", date(2019, 1, 1), None),
            ("Every school year", 1, Every.SCHOOL_YEAR, "school", None, None),
            ("12 pages of the bees in 2026", 12, Every.ONCE, "bees", date(2026, 1, 1), date(2026, 12, 31)),
            ("two pages a year about Grandma", 2, Every.YEAR, "grandma", None, None),
            ("a page of the bees every month since March 2026", 1, Every.MONTH, "bees", date(2026, 3, 1), None),
            ("weekly page of the allotment until June 2027", 1, Every.WEEK, "allotment", None, date(2027, 6, 30)),
            ("3 pages a month about rain from Jan 2024 to Feb 2024", 3, Every.MONTH, "rain", date(2024, 1, 1),
             date(2024, 2, 29)),
            ("one page per season on the roof", 1, Every.QUARTER, "roof", None, None),
        ):  # fmt: skip
            with self.subTest(line):
                goal = read_goal(line)
                self.assertEqual((goal.count, goal.every, " ".join(goal.about)), (count, every, about))
                self.assertEqual((goal.since, goal.until), (since, until))

    def test_what_says_too_little_is_told_what_would_do(self):
        for line, why in (
            ("bees", "how many pages, or how often?"), ("pages a month", "about what, or whom?"), ("", "how many"),
            ("a page a month about x since 2027 until 2026", "before it begins"), ("501 pages of rain", "1 to 500"),
            ("0 pages of rain", "1 to 500"),
        ):  # fmt: skip
            with self.subTest(line), self.assertRaises(UnreadableGoal) as told:
                read_goal(line)
            self.assertIn(why, str(told.exception))
            self.assertIn("one page about myself a month", str(told.exception))

    @given(st.text(max_size=60))
    def test_any_text_is_read_or_refused(self, line):
        with suppress(UnreadableGoal):
            self.assertTrue(read_goal(line).about)
