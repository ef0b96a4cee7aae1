"""A page that lies, fitted round a hand: the nearest place, what gives a demand up, what may be covered, marks kept."""

from dataclasses import replace
from unittest import TestCase, mock

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.design.reading import read_design
from inkquilt.errors import BadInput
from inkquilt.fit import FitRequest, School, Way
from inkquilt.fit.check import check_fit
from inkquilt.fit.manual_edit import Grip, pinned
from inkquilt.fit.request import LiftKind, Pin, Status
from inkquilt.fit.solve import fit, nearest
from inkquilt.lengths import INCH
from inkquilt.page import FORMATS
from inkquilt.sketch import Role
from inkquilt.sketch.geometry import Axis, box
from inkquilt.sketch.relations import cut_to_page, read_relations
from tests.building import block_of, demo_sketch, inches, page_of, row, sketch_of

AS_DRAWN = Way(School.KEEP_PROPORTIONS)
SQUARE = page_of("12", "12")
EIGHTH = INCH // 8
#: Two photos as wide as the page has room for.
TIGHT = sketch_of(row("p", "photo", 0.5, 1, 5, 4, min=[5, 4]), row("q", "photo", 6.5, 1, 5, 4, min=[5, 4]))


def lying(sketch, page=SQUARE):
    """Return the request for a page as it was laid."""
    request = FitRequest.plain(sketch, page)
    return replace(request, near=fit(request, AS_DRAWN).blocks)


def put(request, name, **grip):
    """Return the request with a piece put somewhere by hand."""
    drawn = request.sketch
    return replace(request, pins=pinned(request, drawn, Grip(name, **grip)))


class Nearest(TestCase):
    def test_as_near_as_there_is_room_for_and_not_a_mark_nearer(self):
        request = put(lying(TIGHT), "p", x=4 * INCH, exact=True)
        self.assertIs(fit(request, AS_DRAWN).status, Status.IMPOSSIBLE)
        found = nearest(request, AS_DRAWN, ())
        self.assertEqual(block_of(found, "p").x, 2 * INCH)  # 5 + 5 in of 12: 2 in are left
        self.assertEqual(block_of(found, "q").x, 7 * INCH)
        further = put(lying(TIGHT), "p", x=2 * INCH + EIGHTH, exact=True)
        self.assertIs(fit(further, AS_DRAWN).status, Status.IMPOSSIBLE)

    def test_a_size_comes_as_near_as_it_can(self):
        request = put(lying(TIGHT), "p", width=9 * INCH, height=4 * INCH, exact=True)
        found = nearest(request, AS_DRAWN, ())
        self.assertEqual(block_of(found, "p").width, 7 * INCH)

    def test_a_piece_that_cannot_move_a_mark_has_no_nearest_place(self):
        full = sketch_of(row("p", "photo", 0, 1, 6, 4, min=[6, 4]), row("q", "photo", 6, 1, 6, 4, min=[6, 4]))
        request = put(lying(full), "p", x=INCH, exact=True)
        self.assertIsNone(nearest(request, AS_DRAWN, ()))

    def test_what_was_pinned_before_stays_pinned(self):
        before = (Pin("q", x=inches("6 1/2")),)
        request = replace(lying(TIGHT), pins=before)
        request = put(request, "p", x=4 * INCH, exact=True)
        found = nearest(request, AS_DRAWN, before)
        self.assertEqual((block_of(found, "p").x, block_of(found, "q").x), (inches("1 1/2"), inches("6 1/2")))

    @settings(max_examples=12, deadline=None, derandomize=True)
    @given(
        st.sampled_from(("five", "kite", "roofline", "three", "six")),
        st.sampled_from([form.key for form in FORMATS]),
        st.sampled_from((-2, -1, 1, 2)), st.integers(0, 3),
    )  # fmt: skip
    def test_it_lies_on_the_way_and_photos_keep_their_sizes_where_they_can(self, name, key, by, which):
        page = next(form for form in FORMATS if form.key == key).page()
        request = lying(demo_sketch(name), page)
        photos = [block for block in request.near if block.role is Role.PHOTO]
        photo = photos[which % len(photos)]
        try:
            wanted = put(request, photo.id, x=photo.x + by * INCH)
        except BadInput:
            return
        if fit(wanted, AS_DRAWN).status is not Status.IMPOSSIBLE:
            return
        found = nearest(wanted, AS_DRAWN, ())
        if found is None:
            return
        there = block_of(found, photo.id)
        self.assertTrue(0 < (there.x - photo.x) / by < INCH * 1.2 or photo.turn, (there.x - photo.x, by))


class Moved(TestCase):
    def test_a_piece_that_is_moved_keeps_its_size(self):
        """Its own length is its own: it is not stretched back to where it was."""
        for name, words in (("three", "story"), ("five", None), ("six", None), ("roofline", None)):
            request = lying(demo_sketch(name), next(form for form in FORMATS if form.key == "letter").page())
            words = words or next(block.id for block in request.near if block.role is Role.JOURNALING)
            there = next(block for block in request.near if block.id == words)
            for by in (-6, -4, -2, 2):
                found = fit(put(request, words, y=there.y + by * EIGHTH), AS_DRAWN)
                if not found.found:
                    continue
                with self.subTest(name, by=by):
                    self.assertEqual(block_of(found, words).y, there.y + by * EIGHTH)
                    self.assertEqual(block_of(found, words).size, there.size)


class GivingUp(TestCase):
    def clash(self, request):
        return {demand.demand: demand.lift for demand in fit(request, AS_DRAWN).clash.demands}

    def test_every_demand_of_a_clash_says_what_gives_it_up(self):
        request = put(lying(TIGHT), "p", x=4 * INCH, exact=True)
        lifts = self.clash(request)
        self.assertEqual(lifts["photo p is pinned 4 in from the left"].kind, LiftKind.SET_FREE)
        self.assertEqual(lifts["photo p stays left of photo q"].kind, LiftKind.LET_GO)
        sizes = [lift for text, lift in lifts.items() if "5 in × 4 in" in text]
        self.assertEqual({(lift.kind, lift.name) for lift in sizes}, {(LiftKind.SIZE, "p"), (LiftKind.SIZE, "q")})

    def test_an_order_that_is_let_go_is_no_demand_any_more(self):
        request = put(lying(TIGHT), "p", x=4 * INCH, exact=True)
        key = self.clash(request)["photo p stays left of photo q"].name
        found = fit(replace(request, untied=frozenset({key})), AS_DRAWN)
        self.assertTrue(found.found)
        self.assertEqual(block_of(found, "p").x, 4 * INCH)
        lies = [box(block_of(found, name)).x for name in "pq"]
        self.assertLess(lies[1].low, lies[0].high, "they lie over each other now, as she wants it")

    def test_without_its_order_the_checker_minds_only_what_still_holds(self):
        lies = lying(TIGHT)
        over = tuple(replace(b, x=4 * INCH) if b.id == "p" else b for b in lies.near)
        asked = put(lies, "p", x=4 * INCH, exact=True)
        self.assertTrue(check_fit(TIGHT, over, asked, School.KEEP_PHOTOS))
        free = replace(asked, untied=frozenset({"order x p q"}))
        self.assertEqual(check_fit(TIGHT, over, free, School.KEEP_PHOTOS), [])


class CoveredByArea(TestCase):
    SKETCH = sketch_of(
        row("p", "photo", 1, 1, 6, 4, level=1),
        row("t", "tag", 5.5, 3.5, 3, 2, level=2),  # over the corner: 1 1/2 of 6 by 1 1/2 of 4
    )

    def moved(self, across, down):
        return tuple(
            replace(block, x=block.x + across, y=block.y + down) if block.id == "t" else block
            for block in self.SKETCH.blocks
        )

    def test_one_side_may_be_traded_for_the_other_but_no_more_is_covered_in_all(self):
        request = replace(FitRequest.plain(self.SKETCH, SQUARE), near=self.SKETCH.blocks)
        for across, down, sound in (
            (0, 0, True),
            (-EIGHTH, EIGHTH, True),  # 1 5/8 by 1 3/8: a little less
            (-EIGHTH, 0, False),
            (-4 * EIGHTH, 4 * EIGHTH, True),  # 2 by 1
            (-4 * EIGHTH, 2 * EIGHTH, False),  # 2 by 1 1/4
            (4 * EIGHTH, 4 * EIGHTH, True),
        ):
            faults = check_fit(self.SKETCH, self.moved(across, down), request, School.KEEP_PHOTOS)
            with self.subTest(across=across, down=down):
                self.assertEqual(not any("covers" in fault for fault in faults), sound, faults)

    def test_the_page_makes_use_of_it(self):
        """The tag is tied to the right by another photo: it slides further over the first one and up from it."""
        sketch = sketch_of(
            row("p", "photo", 1, 1, 6, 4, level=1, min=[6, 4]), row("t", "tag", 5, 4.5, 3, 2, level=2),
            row("q", "photo", 8.25, 4, 3, 3, level=1, min=[3, 3]),
        )  # fmt: skip
        request = put(lying(sketch), "q", x=inches("7 1/2"), exact=True)
        found = fit(request, AS_DRAWN)
        self.assertTrue(found.found, found.clash)
        tag, photo = block_of(found, "t"), block_of(found, "p")
        covered = (photo.x + photo.width - tag.x) * (photo.y + photo.height - tag.y)
        self.assertLessEqual(covered, 2 * INCH * INCH // 2)


class Refused(TestCase):
    def test_what_the_checker_refuses_is_no_page_and_says_why(self):
        request = put(lying(TIGHT), "p", x=INCH, exact=True)
        with mock.patch("inkquilt.fit.exact.check_fit", return_value=["p flies"]):
            result = fit(request, AS_DRAWN)
        self.assertEqual((result.status, result.refused, result.blocks), (Status.UNKNOWN, ("p flies",), ()))
        self.assertEqual(fit(request, AS_DRAWN).refused, ())


class BetweenMarks(TestCase):
    #: A photo in a mat of 1/16 in lies between two marks of 1/8 in; the title below begins where it does.
    SKETCH = sketch_of(
        row("m", "mat", "15/16", "15/16", "6 1/8", "4 1/8", of="p"), row("p", "photo", 1, 1, 6, 4, level=1),
        row("t", "title", 1, 6, 5, 1, level=1), row("s", "journaling", 1, 8, 6, 2, level=1),
    )  # fmt: skip

    def test_words_begin_where_a_photo_between_two_marks_begins(self):
        for key in ("letter", "8x8", "6x8", "12x12"):
            page = next(form for form in FORMATS if form.key == key).page()
            result = fit(FitRequest.plain(self.SKETCH, page), AS_DRAWN)
            photo = block_of(result, "p")
            if key != "12x12":
                self.assertEqual(photo.x % EIGHTH, INCH // 16)
                self.assertEqual(block_of(result, "m").x % EIGHTH, 0)
            self.assertEqual(block_of(result, "t").x, photo.x, key)
            self.assertEqual(block_of(result, "s").x, photo.x, key)
            self.assertEqual(block_of(result, "s").x + block_of(result, "s").width, photo.x + photo.width, key)

    def test_a_page_that_lies_between_marks_stays_so_when_another_piece_is_moved(self):
        page = next(form for form in FORMATS if form.key == "8x8").page()
        request = lying(self.SKETCH, page)
        before = {block.id: block for block in request.near}
        found = fit(put(request, "s", y=before["s"].y + EIGHTH, exact=True), AS_DRAWN)
        self.assertEqual(block_of(found, "t").x, before["t"].x)
        self.assertEqual(block_of(found, "p").x, before["p"].x)

    def test_even_rows_stay_on_marks(self):
        rows = [row(f"m{i}", "mat", f"{i * 3} 15/16", 1, "2 1/8", "2 1/8", of=f"p{i}") for i in range(3)]
        rows += [row(f"p{i}", "photo", 1 + i * 3, "1 1/16", 2, 2, level=1) for i in range(3)]
        sketch = cut_to_page(sketch_of(*rows, row("t", "title", 1, 6, 6, 1, level=1)))
        design = read_design(sketch, read_relations(sketch))
        self.assertTrue(any(gap.axis is Axis.X for gap in design.relations.patterns.gaps))
        result = fit(FitRequest.plain(sketch, page_of("9", "9")), AS_DRAWN)
        self.assertEqual({block_of(result, f"m{i}").x % EIGHTH for i in range(3)}, {0})
