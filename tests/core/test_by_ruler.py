"""Sketches put right by hand, measured with a ruler, told on a card, and photos listed as one says them."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, box

from inkquilt.errors import BadInput, SketchFaults
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.measuring.card import MeasureFrom, measure_card
from inkquilt.measuring.reckoning import reckoned
from inkquilt.page import Fold
from inkquilt.paper.openings import Inset
from inkquilt.sketch.building import Beside
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.measured import Again, Measured, from_measures, measured_sketch
from inkquilt.sketch.model import MOST_BLOCKS, Role, Shape, Size
from inkquilt.sketch.photo_list import MOST_PHOTOS, in_rows_or_columns, read_photo_list
from inkquilt.sketch.reading import read_sketch
from inkquilt.sketch.redraw import (
    added,
    layered,
    removed,
    scaled_to,
    stepped,
    straightened,
    with_paper,
    with_place,
    with_role,
    with_shape,
)
from inkquilt.sketch.relations import Reveals
from inkquilt.sketch.ruler_rows import ReadRows, TypedRow, read_mats, read_rows
from inkquilt.sketch.writing import write_sketch
from inkquilt.space import largest_circle, largest_rectangle, largest_rectangles, surfaces_of
from tests.building import page_of, row, size, sketch_of

EIGHTH = INCH // 8


def draft(*rows, guessed=(), unit="in", page=(12, 12)):
    return Draft(sketch_of(*rows, unit=unit, page=page), frozenset(guessed))


def place(draft_, name="a"):
    block = draft_.sketch.block(name)
    return tuple(one / INCH for one in (block.x, block.y, block.width, block.height))


class PutRight(TestCase):
    ONE = row("a", "paper", 1, 2, 3, 4)

    def refused(self, code, change, *arguments, **more):
        with self.assertRaises(BadInput) as caught:
            change(*arguments, **more)
        self.assertEqual(caught.exception.faults[0].code, code)

    def test_what_was_said_is_no_guess_any_more(self):
        both = draft(self.ONE, row("b", "paper", 5, 5, 2, 2), guessed=("a", "b"))
        for changed in (
            with_role(both, "a", Role.PHOTO),
            with_shape(both, "a", Shape.CIRCLE),
            with_place(both, "a", left=INCH),
            straightened(both, "a"),
            removed(both, "a"),
            stepped(both, "a", across=1),
        ):
            self.assertEqual(changed.guessed, {"b"})

    def test_a_mat_belongs_to_what_lies_on_it(self):
        both = draft(row("m", "paper", 1, 1, 4.25, 6.25), row("p", "photo", 1.125, 1.125, 4, 6, level=1))
        self.assertEqual(with_role(both, "m", Role.MAT).sketch.block("m").of, ("p",))
        self.refused("nothing-on-mat", with_role, both, "p", Role.MAT)
        outside = draft(row("m", "paper", 1, 1, 5, 7), row("p", "photo", 4, 2, 3, 4, level=1))
        self.refused("nothing-on-mat", with_role, outside, "m", Role.MAT)
        # A photo that becomes a paper is carried by no mat any more.
        matted = with_role(both, "m", Role.MAT)
        freed = with_role(matted, "p", Role.CLUSTER)
        self.assertEqual((freed.sketch.block("m").role, freed.sketch.block("m").of), (Role.PAPER, ()))
        self.assertIn("m", freed.guessed)

    def test_a_changed_role_renames_what_was_not_named_by_hand(self):
        for label, then in [("photo 1", "tag 2"), ("photo", "tag 2"), ("Bo, aloft", "Bo, aloft"), (None, None),
                            ("photo of Bo", "photo of Bo")]:  # fmt: skip
            one = draft(row("a", "photo", 1, 1, 2, 2, label=label), row("b", "tag", 5, 5, 2, 1, label="tag"))
            with self.subTest(label):
                self.assertEqual(with_role(one, "a", Role.TAG).sketch.block("a").label, then)
                self.assertEqual(with_role(one, "a", Role.PHOTO).sketch.block("a").label, label)
        story = draft(row("a", "journaling", 1, 1, 2, 2, label="story"))
        self.assertEqual(with_role(story, "a", Role.TITLE).sketch.block("a").label, "title 1")

    def test_one_base_as_large_as_the_page(self):
        based = with_role(draft(self.ONE, row("b", "paper", 5, 5, 2, 2, turn=5)), "b", Role.BASE)
        self.assertEqual((place(based, "b"), based.sketch.block("b").turn), ((0, 0, 12, 12), 0))
        self.refused("two-bases", with_role, based, "a", Role.BASE)
        self.assertEqual(with_role(based, "b", Role.BASE).sketch, based.sketch)

    def test_a_circle_takes_the_shorter_side_in_the_middle(self):
        for one, then in [((1, 2, 3, 4), (1, 2.5, 3, 3)), ((1, 2, 4, 3), (1.5, 2, 3, 3))]:
            self.assertEqual(place(with_shape(draft(row("a", "paper", *one)), "a", Shape.CIRCLE)), then)
        self.assertEqual(with_shape(draft({**self.ONE, "turn": 5}), "a", Shape.CIRCLE).sketch.blocks[0].turn, 0)
        self.refused("no-corners", with_shape, draft(self.ONE), "a", Shape.POLYGON)

    def test_a_paper_by_its_letter_or_one_of_its_own(self):
        rows = {**self.ONE, "paper": "A"}, row("b", "strip", 5, 5, 2, 2, paper="A"), row("p", "photo", 8, 8, 2, 2)
        both = draft(*rows, guessed=("a",))
        for letter, then in [("C", "C"), ("", "B"), (None, "B"), ("A", "A")]:
            found = with_paper(both, "a", letter)
            with self.subTest(letter):
                self.assertEqual((found.sketch.block("a").paper, found.sketch.block("b").paper), (then, "A"))
                self.assertEqual(found.guessed, frozenset())
        self.refused("no-paper-there", with_paper, both, "p", "C")

    def test_where_it_begins_and_how_large_it_is(self):
        for asked, then in [
            ({"left": 0}, (0, 2, 3, 4)),
            ({"top": 5}, (1, 5, 3, 4)),
            ({"width": 6}, (1, 2, 6, 4)),
            ({"height": 1}, (1, 2, 3, 1)),
            ({"left": 11.9}, (11.9, 2, 3, 4)),
            ({"left": -2.9}, (-2.9, 2, 3, 4)),
        ]:
            with self.subTest(asked):
                found = place(with_place(draft(self.ONE), "a", **{k: round(v * INCH) for k, v in asked.items()}))
                for one, wanted in zip(found, then, strict=True):
                    self.assertAlmostEqual(one, wanted, places=3)
        for asked, code in [
            ({"width": 0}, "no-size"),
            ({"height": -1}, "no-size"),
            ({"left": 12}, "off-page"),
            ({"top": 12}, "off-page"),
            ({"left": -3}, "off-page"),
            ({"top": -4}, "off-page"),
        ]:
            with self.subTest(asked):
                self.refused(code, with_place, draft(self.ONE), "a", **{k: v * INCH for k, v in asked.items()})
        circle = draft(row("a", "paper", 1, 2, 3, 3, shape="circle"))
        self.assertEqual(place(with_place(circle, "a", height=4 * INCH)), (1, 2, 4, 4))
        self.refused("unknown-block", with_place, circle, "nowhere", left=0)

    def test_steps_end_on_marks(self):
        off = draft(row("a", "paper", 1.03, 2, 3.03, 4))
        for steps, index, then in [({"across": 1}, 0, 1.0625), ({"across": -1}, 0, 0.9375), ({"wider": 1}, 2, 3.0625),
                                   ({"down": 2}, 1, 2.125), ({"higher": -3}, 3, 3.8125), ({}, 0, 1.03)]:  # fmt: skip
            with self.subTest(steps):
                self.assertAlmostEqual(place(stepped(off, "a", **steps))[index], then, places=3)

    def test_taken_out(self):
        rows = [row("n", "mat", 0.5, 0.5, 6, 8, of="m"), row("m", "mat", 1, 1, 5, 7, of="p", level=1),
                row("p", "photo", 2, 2, 3, 4, level=2)]  # fmt: skip
        without = removed(draft(*rows), "m").sketch
        self.assertEqual((without.block("n").of, without.block("n").role), (("p",), Role.MAT))
        bare = removed(draft(*rows[1:]), "p").sketch
        self.assertEqual((bare.block("m").role, bare.block("m").of), (Role.PAPER, ()))
        self.refused("nothing-left", removed, draft(self.ONE), "a")

    def test_laid_on_top(self):
        under = draft({**self.ONE, "level": 4})
        laid = added(under, Role.STRIP, INCH, INCH, size("6", "1"))
        self.assertEqual(place(laid, "strip-1"), (1, 1, 6, 1))
        self.assertEqual(laid.sketch.block("strip-1").level, 5)
        mat = added(draft(row("p", "photo", 2, 2, 3, 4, level=-1)), Role.BASE, 0, 0, size("1", "1"))
        self.assertEqual(place(mat, "base-1"), (0, 0, 12, 12))
        full = draft(*(row(f"s{n}", "strip", 0, 0, 1, 1) for n in range(MOST_BLOCKS)))
        self.refused("too-many", added, full, Role.STRIP, 0, 0, size("1", "1"))
        self.refused("off-page", added, under, Role.STRIP, 12 * INCH, 0, size("1", "1"))

    def test_over_and_under_the_next_it_meets(self):
        three = draft(row("a", "paper", 0, 0, 4, 4, level=1), row("far", "paper", 8, 8, 2, 2, level=2),
                      row("b", "paper", 2, 2, 4, 4, level=3), row("c", "paper", 2, 2, 4, 4, level=4))  # fmt: skip

        def order(one):
            return "".join(block.id[0] for block in one.sketch.stacked())

        self.assertEqual(order(layered(three, "a", up=True)), "fbac")
        self.assertEqual(order(layered(three, "c", up=False)), "afcb")
        self.assertEqual(layered(three, "far", up=True), three)
        self.assertEqual(layered(three, "c", up=True), three)
        based = draft(row("z", "base", 0, 0, 12, 12), row("a", "paper", 0, 0, 4, 4, level=1))
        self.assertEqual(layered(based, "a", up=False), based)

    def test_the_whole_page_from_one_known_size(self):
        half = draft(row("a", "photo", 1, 1, 2, 3), row("c", "paper", 4, 4, 1, 1, shape="circle"), page=(6, 6))
        for known, page in [({"width": 4 * INCH, "height": None}, 12), ({"width": None, "height": 3 * INCH}, 6)]:
            found = scaled_to(half, "a", **known)
            with self.subTest(known):
                self.assertEqual(found.sketch.page, Size(page * INCH, page * INCH))
                self.assertEqual(place(found), tuple(one * page / 6 for one in (1, 1, 2, 3)))
        for known, code in [((None, None), "no-size"), ((0, None), "no-size"), ((-1, None), "no-size"),
                            ((40 * INCH, None), "no-page"), ((INCH // 4, None), "no-page")]:  # fmt: skip
            with self.subTest(known):
                self.refused(code, scaled_to, half, "a", *known)


class Measures(TestCase):
    PAGE = size("12", "12")

    def sketch(self, **more):
        down = {"top": INCH, "height": 2 * INCH}
        return measured_sketch("m", Unit.IN, self.PAGE, [Measured("a", Role.PHOTO, **{**down, **more})])

    def test_two_of_three_are_enough(self):
        for given_, then in [
            ({"left": 2, "width": 3}, (2, 3)), ({"width": 3, "right": 2}, (7, 3)), ({"left": 2, "right": 4}, (2, 6)),
            ({"left": 2, "width": 3, "right": 7}, (2, 3)), ({"left": -1, "width": 3}, (-1, 3)),
        ]:  # fmt: skip
            block = self.sketch(**{k: v * INCH for k, v in given_.items()}).blocks[0]
            with self.subTest(given_):
                self.assertEqual((block.x / INCH, block.width / INCH), then)

    def test_the_fields_that_say_so_are_named(self):
        down = {"top": 0, "height": INCH}
        for given_, fields in [
            ({"left": INCH, **down}, ("width", "right")),
            (down, ("left", "width", "right")),
            ({"left": 0, "width": INCH, "height": INCH}, ("top", "bottom")),
            ({"left": 2 * INCH, "width": 3 * INCH, "right": 8 * INCH, **down}, ("left", "width", "right")),
            ({"left": 0, "width": INCH, "top": 7 * INCH, "bottom": 6 * INCH}, ("top", "height", "bottom")),
            ({"left": 0, "width": 2 * INCH, "shape": Shape.CIRCLE, **down}, ("width", "height")),
            ({"left": 0, "width": INCH, "again": Again(20, Beside.RIGHT, 0), **down}, ("times",)),
        ]:
            with self.subTest(given_):
                (fault,) = from_measures("m", Unit.IN, self.PAGE, [Measured("a", Role.PHOTO, **given_)]).faults
                self.assertEqual(fault.wrong, fields)

    def test_what_does_not_add_up_is_said_with_its_sum(self):
        equal = INCH // 64
        for given_, code in [
            ({"left": INCH}, "too-few-measures"),
            ({}, "too-few-measures"),
            ({"left": 2 * INCH, "width": 3 * INCH, "right": 8 * INCH}, "does-not-add-up"),
            ({"left": 6 * INCH, "right": 6 * INCH}, "nothing-left"),
            ({"left": 7 * INCH, "right": 6 * INCH}, "nothing-left"),
            ({"left": 2 * INCH, "width": 0}, "nothing-left"),
            ({"left": 2 * INCH, "width": 3 * INCH, "right": 7 * INCH + equal}, None),
            ({"left": 2 * INCH, "width": 3 * INCH, "right": 7 * INCH + equal + 1}, "does-not-add-up"),
        ]:
            with self.subTest(given_):
                if code is None:
                    self.sketch(**given_)
                    continue
                with self.assertRaises(SketchFaults) as caught:
                    self.sketch(**given_)
                self.assertEqual([fault.code for fault in caught.exception.faults], [code])
        with self.assertRaises(SketchFaults) as caught:
            self.sketch(left=2 * INCH, width=3 * INCH, right=8 * INCH)
        self.assertIn("2 in + 3 in + 8 in = 13 in; the page is 12 in, so 1 in too much.", str(caught.exception))

    def drawn(self, *rows, page=PAGE):
        found = from_measures("m", Unit.IN, page, rows)
        return found, {b.id: tuple(one / INCH for one in (b.x, b.y, b.width, b.height)) for b in found.sketch.blocks}

    def test_a_mat_shows_alike_all_round_and_has_a_name_of_its_own(self):
        rows = [
            Measured("a", Role.PHOTO, left=2 * INCH, width=4 * INCH, top=INCH, height=6 * INCH, turn=500,
                     mats=(Reveals(EIGHTH, EIGHTH, EIGHTH, EIGHTH),)),
            Measured("a mat", Role.PAPER, left=0, width=INCH, top=0, height=INCH),
        ]  # fmt: skip
        mat, photo, other = measured_sketch("m", Unit.IN, self.PAGE, rows).blocks
        self.assertEqual((mat.id, mat.of, mat.turn, mat.size), ("a mat", ("a",), 500, size("4 1/4", "6 1/4")))
        self.assertEqual((mat.x, mat.y, photo.level > mat.level, other.level > photo.level),
                         (2 * INCH - EIGHTH, INCH - EIGHTH, True, True))  # fmt: skip
        self.assertEqual((other.id, other.label, mat.label), ("a mat 2", "a mat", "mat of a"))

    def test_two_mats_and_one_that_shows_on_two_sides(self):
        """4 x 6 with 1/8 reveals: 4 1/4 x 6 1/4; second mat 4 1/2 x 6 1/2. Common practice, no source."""
        photo = {"left": 2 * INCH, "width": 4 * INCH, "top": INCH, "height": 6 * INCH}
        mats = read_mats("1/8, 1/8", Unit.IN)
        found, drawn = self.drawn(Measured("p", Role.PHOTO, **photo, mats=mats))
        self.assertEqual(drawn["p mat"], (1.875, 0.875, 4.25, 6.25))
        self.assertEqual(drawn["p mat 2"], (1.75, 0.75, 4.5, 6.5))
        outer, inner, _ = found.sketch.blocks
        self.assertEqual((outer.of, inner.of, outer.label), (("p mat",), ("p",), "outer mat of p"))
        self.assertEqual((inner.paper, outer.paper), ("A", "B"))
        _, drawn = self.drawn(Measured("p", Role.PHOTO, **photo, mats=read_mats("1/4 right bottom", Unit.IN)))
        self.assertEqual(drawn["p mat"], (2, 1, 4.25, 6.25))
        found, drawn = self.drawn(Measured("b", Role.BORDER, left=0, width=12 * INCH, top=INCH, height=INCH,
                                           mats=read_mats("1/8 top and foot", Unit.IN)))  # fmt: skip
        self.assertEqual((found.sketch.blocks[0].role, drawn["b mat"]), (Role.PAPER, (0, 0.875, 12, 1.25)))

    def test_the_same_again_a_little_further(self):
        flag = {"left": 0, "width": INCH, "top": 2 * INCH, "height": 5 * INCH // 2}
        for times, way, gap, last in [
            (11, Beside.RIGHT, 0, (11, 2)), (2, Beside.RIGHT, EIGHTH, (2.25, 2)), (1, Beside.BELOW, EIGHTH, (0, 4.625)),
            (0, Beside.RIGHT, EIGHTH, (0, 2)),
        ]:  # fmt: skip
            found, drawn = self.drawn(Measured("flag", Role.STRIP, **flag, paper="C", again=Again(times, way, gap)))
            with self.subTest(times=times, way=way):
                self.assertEqual((len(drawn), list(drawn.values())[-1][:2]), (times + 1, last))
                self.assertEqual({block.paper for block in found.sketch.blocks}, {"C"})
                self.assertEqual(found.faults, ())
        found, drawn = self.drawn(Measured("flag", Role.STRIP, **flag, again=Again(2, Beside.RIGHT, EIGHTH)))
        self.assertEqual([block.name for block in found.sketch.blocks], ["flag", "flag 2", "flag 3"])
        # Mats come again too, and the gap lies between them.
        photo = {"left": INCH, "width": 2 * INCH, "top": INCH, "height": 2 * INCH, "mats": read_mats("1/8", Unit.IN)}
        found, drawn = self.drawn(Measured("photo 1", Role.PHOTO, **photo, again=Again(1, Beside.RIGHT, EIGHTH)))
        self.assertEqual((drawn["photo 2"][0], drawn["photo 2 mat"][0]), (3.375, 3.25))
        self.assertEqual(found.sketch.block("photo 2 mat").of, ("photo 2",))
        self.assertEqual(read_sketch(write_sketch(found.sketch)).sketch, found.sketch)
        # What would lie beside the page is said, and nothing of the row is drawn.
        for way, times, wrong in [(Beside.RIGHT, 11, False), (Beside.RIGHT, 12, True), (Beside.LEFT, 1, True),
                                  (Beside.ABOVE, 1, True)]:  # fmt: skip
            found, drawn = self.drawn(Measured("flag", Role.STRIP, **{**flag, "top": 0}, again=Again(times, way, 0)))
            with self.subTest(way=way, times=times):
                self.assertEqual([fault.code for fault in found.faults], ["off-page"] * wrong)
                self.assertEqual(len(drawn), 0 if wrong else times + 1)

    def test_names_that_were_given_are_kept_and_others_follow_the_role(self):
        for rows, names in [
            ([("", Role.PHOTO), ("", Role.PHOTO), ("", Role.STRIP)], ["photo 1", "photo 2", "strip 1"]),
            ([("", Role.PHOTO), ("photo 1", Role.PAPER)], ["photo 2", "photo 1"]),
            ([("leaf", Role.PAPER), ("leaf", Role.PAPER)], ["leaf", "leaf"]),
            ([("", Role.JOURNALING), ("", Role.BASE), ("the bees", Role.JOURNALING)], ["story 1", "base", "the bees"]),
        ]:
            found, _ = self.drawn(*(Measured(name, role, left=0, width=INCH, top=0, height=INCH)
                                    for name, role in rows))  # fmt: skip
            with self.subTest(rows):
                self.assertEqual(list(found.names), names)
                self.assertEqual(sorted(b.name for b in found.sketch.blocks), sorted(names))
                self.assertEqual(len({b.id for b in found.sketch.blocks}), len(rows))

    def test_what_can_be_drawn_is_while_the_rest_is_still_typed(self):
        good = Measured("p", Role.PHOTO, left=0, width=INCH, top=0, height=INCH)
        found, drawn = self.drawn(None, good, Measured("q", Role.PHOTO, left=0), None, Measured("", Role.BASE),
                                  Measured("two", Role.BASE))  # fmt: skip
        self.assertEqual([fault.row for fault in found.faults], [2, 2, 5])
        self.assertEqual([fault.code for fault in found.faults], ["too-few-measures"] * 2 + ["two-bases"])
        self.assertEqual((set(drawn), drawn["base"]), ({"p", "base"}, (0, 0, 12, 12)))
        self.assertEqual(found.names[0], "")
        round_ = Measured("c", Role.PAPER, Shape.CIRCLE, left=0, width=INCH, top=0, height=2 * INCH)
        self.assertEqual([fault.code for fault in self.drawn(round_)[0].faults], ["not-round"])
        many = Measured("s", Role.STRIP, left=0, width=INCH, top=0, height=INCH, again=Again(29, Beside.BELOW, -INCH))
        found, drawn = self.drawn(*[many] * 8)
        self.assertEqual((len(drawn), found.faults[-1].code), (MOST_BLOCKS // 30 * 30, "too-many"))


class Typed(TestCase):
    """Rows as they are typed."""

    def read(self, unit=Unit.IN, **row_):
        return read_rows([TypedRow(**row_)], unit)

    def test_what_is_typed_is_read(self):
        (row_,) = self.read(name=" p ", left="2 1/2", width='4"', top="63.5 mm", bottom="½", tilt="-7.5°", paper=" C ",
                            mats="1/8", times="3", gap="1/8", way=Beside.BELOW).rows  # fmt: skip
        self.assertEqual((row_.name, row_.paper, row_.turn), ("p", "C", 35_250))
        self.assertEqual((row_.left, row_.width, row_.right, row_.top, row_.bottom),
                         (20_320, 4 * INCH, None, 20_320, INCH // 2))  # fmt: skip
        self.assertEqual((row_.again, len(row_.mats)), (Again(3, Beside.BELOW, EIGHTH), 1))
        self.assertEqual(self.read(unit=Unit.MM, left="10", times="0").rows[0].again, None)

    def test_a_row_that_says_nothing_waits(self):
        for said in ({}, {"name": "later", "shape": Shape.CIRCLE, "paper": "B"}, {"left": "  "}):
            self.assertEqual(self.read(**said), ReadRows((None,), ()))
        self.assertIsNotNone(self.read(role=Role.BASE).rows[0])

    def test_what_cannot_be_read_is_said_of_its_row(self):
        for said, code in [
            ({"left": "two"}, "unreadable-length"), ({"tilt": "181"}, "not-a-tilt"), ({"tilt": "askew"}, "not-a-tilt"),
            ({"mats": "1/8 front"}, "mat-sides"), ({"mats": "2 1/64"}, "reveal"), ({"mats": "0"}, "reveal"),
            ({"mats": "right"}, "reveal"), ({"mats": "1, 1, 1, 1, 1"}, "too-many-mats"), ({"times": "31"}, "again"),
            ({"times": "some"}, "again"), ({"times": "-1"}, "again"), ({"times": "2", "gap": "x"}, "unreadable-length"),
        ]:  # fmt: skip
            found = read_rows([TypedRow(left="1"), TypedRow(**said)], Unit.IN)
            with self.subTest(said):
                self.assertEqual([(fault.row, fault.code) for fault in found.faults], [(1, code)])
                # What is typed last is wrong, and that field alone.
                self.assertEqual(found.faults[0].wrong, (list(said)[-1],))
                self.assertEqual((found.rows[0].left, found.rows[1]), (INCH, None))
        for said in (
            {"tilt": "180"},
            {"tilt": "-180"},
            {"mats": "2"},
            {"mats": "1/64"},
            {"mats": "1,1,1,1"},
            {"times": "30"},
        ):
            self.assertEqual(self.read(**said).faults, ())

    def test_mats_on_some_sides(self):
        for text, mats in [
            ("1/8", [(1, 1, 1, 1)]), ("1/8; 1/4", [(1, 1, 1, 1), (2, 2, 2, 2)]), ("1/8 left", [(1, 0, 0, 0)]),
            ("1/4 right and bottom", [(0, 0, 2, 2)]), ("1/8 in top", [(0, 1, 0, 0)]),
            ("1/8 above below", [(0, 1, 0, 1)]), ("", []), (" , ", []), ("1/8 left top right bottom", [(1, 1, 1, 1)]),
            ("1/8 foot, 1/8", [(0, 0, 0, 1), (1, 1, 1, 1)]),
        ]:  # fmt: skip
            with self.subTest(text):
                self.assertEqual([tuple(side // EIGHTH for side in mat) for mat in read_mats(text, Unit.IN)], mats)
        self.assertEqual(read_mats("3 mm", Unit.IN)[0].left, 3 * MM)


class Cards(TestCase):
    def card(self, *place_, counted=MeasureFrom.LEFT_TOP, fold=None, page=(12, 12), **more):
        sketch = sketch_of(row("a", "photo", *place_, **more), page=page)
        (found,) = measure_card(sketch.page, Unit.IN, sketch.blocks, counted, fold)
        return found

    def test_where_it_is_counted_from(self):
        near, centre = MeasureFrom.NEAREST, MeasureFrom.CENTRE
        for place_, counted, across in [
            ((2, 1, 4, 4), MeasureFrom.LEFT_TOP, "2 from the left"),
            ((2, 1, 4, 4), near, "2 from the left"),
            ((6.5, 1, 4, 4), MeasureFrom.LEFT_TOP, "6 1/2 from the left"),
            ((6.5, 1, 4, 4), near, "1 1/2 from the right"),
            ((4, 1, 4, 4), near, "centred, 4 from left and right"),
            ((4, 1, 4, 4), centre, "centred on the upright centre line"),
            ((3, 1, 4, 4), centre, "1 from the upright centre line to the left"),
            ((5.5, 1, 4, 4), centre, "1 1/2 from the upright centre line to the right"),
            ((-1, 1, 4, 4), MeasureFrom.LEFT_TOP, "1 over the left edge"),
            ((9, 1, 4, 4), near, "1 over the right edge"),
        ]:
            with self.subTest(place_, counted=counted):
                self.assertEqual(self.card(*place_, counted=counted).across, across)

    def test_pencil_marks_and_tilts(self):
        found = self.card(2, 1, 4, 3)
        self.assertEqual((found.size, found.marks, found.tilt, found.page), ("4 × 3", ("4", "2 1/2"), "", ""))
        for turn, words in [
            (5, "5° clockwise about its centre"),
            (-5, "5° anticlockwise about its centre"),
            (180, "180° clockwise about its centre"),
            (2.5, "2.5° clockwise about its centre"),
        ]:
            with self.subTest(turn):
                self.assertEqual(self.card(4, 4, 3, 3, turn=turn).tilt, words)

    def test_on_two_facing_pages_each_is_measured_on_its_own(self):
        fold = Fold(12 * INCH, INCH)
        for place_, side, across, wide in [
            ((2, 1, 4, 4), "left page", "2 from the left", "4"),
            ((14, 1, 4, 4), "right page", "1 from the left", "4"),
            ((10, 1, 6, 4), "both pages", "10 from the left", "6"),
            ((10, 1, 2.5, 4), "left page", "10 from the left", "2"),
            ((12.5, 1, 4, 4), "right page", "0 from the left", "3 1/2"),
        ]:
            found = self.card(*place_, fold=fold, page=(25, 12))
            with self.subTest(place_):
                self.assertEqual((found.page, found.across, found.size.split(" ×")[0]), (side, across, wide))

    def test_a_backing_in_two_pieces_is_two_rows_each_where_it_lies(self):
        sketch = sketch_of(row("panel", "paper", 1, 2, 10, 8, level=1), row("p", "photo", 1, 4, 10, 4, level=2))
        short = {"panel": (Inset(0, 0, size("10", "2 1/4")), Inset(0, 6 * INCH - EIGHTH, size("10", "2 1/8")))}
        found = measure_card(sketch.page, Unit.IN, sketch.blocks, MeasureFrom.LEFT_TOP, None, short)
        self.assertEqual([(one.name, one.size, one.down, one.number) for one in found], [
            ("paper panel, piece 1 of 2", "10 × 2 1/4", "2 from the top", 1),
            ("paper panel, piece 2 of 2", "10 × 2 1/8", "7 7/8 from the top", 1),
            ("photo p", "10 × 4", "4 from the top", 2),
        ])  # fmt: skip
        one = measure_card(sketch.page, Unit.IN, sketch.blocks, MeasureFrom.LEFT_TOP, None,
                           {"panel": (Inset(0, 0, size("10", "3")),)})[0]  # fmt: skip
        self.assertEqual((one.name, one.size), ("paper panel, cut short", "10 × 3"))

    def test_sums_that_can_be_checked_with_a_pencil(self):
        """4 x 6 with reveals of 1/8: the mat is 4 1/4 x 6 1/4. Common practice, no source."""
        sketch = sketch_of(row("m", "mat", 1, 1, 4.25, 6.25, of="p"), row("p", "photo", 1.125, 1.125, 4, 6, level=1),
                           row("q", "photo", 6, 1, 5, 6))  # fmt: skip
        sums = {one.what: one.sum for one in reckoned(sketch, sketch.page, Unit.IN, sketch.blocks, "m")}
        self.assertEqual(sums["Width"], "1/8 reveal + 4 photo p + 1/8 reveal = 4 1/4 in")
        self.assertEqual(
            sums["Across the page"], "1 margin + 4 1/4 mat of p + 3/4 + 5 photo q + 1 margin = 12 in, the page’s width"
        )
        half = reckoned(sketch, size("6", "6"), Unit.IN, sketch.blocks, "q")[0]
        self.assertEqual(half.sum, "drawn 5 × 1/2 = 2 1/2 in; taken 5 in")
        self.assertRaises(KeyError, reckoned, sketch, sketch.page, Unit.IN, sketch.blocks, "nowhere")


class Lists(TestCase):
    def read(self, text, unit=Unit.IN):
        return [(one.width / unit.grains, one.height / unit.grains) for one in read_photo_list(text, unit)]

    def test_as_one_says_them(self):
        for text, sizes in [
            ("4x6", [(4, 6)]),
            ("two 4 x 4, one 3 x 4", [(4, 4)] * 2 + [(3, 4)]),
            ("3 4x6; 2x2", [(4, 6)] * 3 + [(2, 2)]),
            ("a 5 x 7 and an 8 x 10", [(5, 7), (8, 10)]),
            ("3 1/2 x 5", [(3.5, 5)]),
            ("4 × 6", [(4, 6)]),
            ("twelve 2x2", [(2, 2)] * 12),
            ("4 x 6 in", [(4, 6)]),
            ("1 4x6", [(4, 6)]),
            ("4x6,\n,", [(4, 6)]),
        ]:
            with self.subTest(text):
                self.assertEqual(self.read(text), sizes)
        self.assertEqual(self.read("two 100 x 150", Unit.MM), [(100, 150)] * 2)
        self.assertEqual(read_photo_list("50 x 70 mm", Unit.IN), (Size(50 * MM, 70 * MM),))

    def test_what_is_no_list(self):
        for text in (
            "",
            ",",
            "4",
            "4x6x8",
            "big",
            "0 4x6",
            "4 x 0",
            f"{MOST_PHOTOS + 1} 4x6",
            "thirteen 4x6",
            "4 x 3/8",
        ):
            with self.subTest(text), self.assertRaises(BadInput):
                read_photo_list(text, Unit.IN)
        self.assertEqual(len(read_photo_list(f"{MOST_PHOTOS} 4x6", Unit.IN)), MOST_PHOTOS)
        with self.assertRaises(BadInput) as caught:
            read_photo_list("4 x 3/8", Unit.IN)
        self.assertIn("too small to see", str(caught.exception))

    @given(st.lists(st.tuples(st.integers(4, 24), st.integers(4, 24)), min_size=1, max_size=9))
    def test_rows_keep_their_gap_and_lie_in_the_room(self, eighths):
        pieces = [Size(w * EIGHTH, h * EIGHTH) for w, h in eighths]
        room = size("12", "12")
        rows = in_rows_or_columns(pieces, room, EIGHTH, EIGHTH)
        if rows is None:
            return
        boxes = [(x, y, x + p.width, y + p.height) for (x, y), p in zip(rows.places, pieces, strict=True)]
        self.assertTrue(
            all(b[0] >= 0 and b[1] >= 0 and b[2] <= rows.size.width and b[3] <= rows.size.height for b in boxes)
        )
        self.assertTrue(rows.size.width <= room.width and rows.size.height <= room.height)
        for n, a in enumerate(boxes):
            for b in boxes[n + 1 :]:
                self.assertGreaterEqual(max(b[0] - a[2], a[0] - b[2], b[1] - a[3], a[1] - b[3]), EIGHTH)

    def test_no_rows_where_there_is_no_room(self):
        self.assertIsNone(in_rows_or_columns([size("4", "4")] * 10, size("12", "12"), EIGHTH, EIGHTH))
        self.assertIsNotNone(in_rows_or_columns([size("4", "4")] * 4, size("12", "12"), EIGHTH, EIGHTH))
        self.assertIsNone(in_rows_or_columns([size("13", "1")], size("12", "12"), EIGHTH, EIGHTH))


class Space(TestCase):
    CROSS = box(0, 0, 1000, 1000).difference(box(400, 0, 600, 500))

    def test_the_largest_rectangle(self):
        for region, wanted in [
            (box(0, 0, 1000, 400), (0, 0, 1000, 400)), (self.CROSS, (0, 500, 1000, 1000)),
            (box(0, 0, 300, 900).union(box(0, 650, 900, 900)), (0, 0, 300, 900)), (box(0, 0, 0, 0), None),
        ]:  # fmt: skip
            with self.subTest(region.wkt[:40]):
                found = largest_rectangle(region)
                self.assertEqual(found and (found.x.low, found.y.low, found.x.high, found.y.high), wanted)

    def test_one_after_the_other_and_none_too_small(self):
        found = largest_rectangles(self.CROSS, 3)
        self.assertEqual([one.x.length * one.y.length // 10_000 for one in found], [50, 20, 20])
        self.assertEqual(len(largest_rectangles(self.CROSS, 9, Size(500, 1))), 1)
        self.assertEqual(largest_rectangles(self.CROSS, 9, Size(1100, 1)), ())

    def test_the_largest_circle(self):
        found = largest_circle(box(0, 0, 10 * INCH, 4 * INCH))
        self.assertAlmostEqual(found.radius / INCH, 2, delta=1 / 32)
        around = largest_circle(Point(5 * INCH, 5 * INCH).buffer(3 * INCH).union(box(0, 0, INCH, INCH)))
        self.assertAlmostEqual(around.x / INCH, 5, delta=0.1)
        self.assertIsNone(largest_circle(box(0, 0, 0, 0)))

    def test_what_is_free_of_each_surface(self):
        blocks = sketch_of(row("a", "paper", 0, 0, 6, 12), row("p", "photo", 1, 1, 4, 4, level=1)).blocks
        free = {surface.name: surface.free.area / INCH**2 for surface in surfaces_of(blocks, page_of("12", "12"))}
        self.assertEqual(free, {"the base": 72, f"the {blocks[0].name}": 72 - 16})
        clear = {s.name: s.free.area / INCH**2 for s in surfaces_of(blocks, page_of("12", "12", "1"))}
        self.assertEqual(clear["the base"], 5 * 10)
        taken = surfaces_of(blocks, page_of("12", "12"), [box(0, 0, 12 * INCH, 12 * INCH)])
        self.assertEqual(taken, ())
