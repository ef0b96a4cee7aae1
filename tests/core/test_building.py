"""Building on a page: what is laid, copied, leaned and taken away lies where it should, and the page stays sound."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from inkquilt.composition.changes.building import LayBeside, LayLayer, LayPiece, Lean, OneMore, TakeAway, TradePlaces
from inkquilt.composition.changes.layout import BringBack, LeaveOut
from inkquilt.composition.changes.papers import ChoosePaper
from inkquilt.composition.changes.photos import PlacePhoto
from inkquilt.composition.document import PageDocument
from inkquilt.composition.laid import laid_fit
from inkquilt.composition.stored import read_document, write_document
from inkquilt.errors import BadInput, CoreError
from inkquilt.fit import School, Way, bounds
from inkquilt.fit.check import check_fit
from inkquilt.fit.solve import fit
from inkquilt.lengths import INCH, Unit
from inkquilt.page import Fold, Margins, Page, Side
from inkquilt.sketch.building import Beside, areas_for, free_letter, held_on, layer_for, usual_size
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import MOST_BLOCKS, Role, Shape, Size
from tests.building import DEMO_SKETCHES, demo_sketch, page_of, row, sketch_of
from tests.core.test_composition import DOCUMENT, known

EIGHTH = INCH // 8
KNOWN = known()


AS_DRAWN = Way(School.KEEP_PROPORTIONS)


def on_page(sketch, page, way=AS_DRAWN):
    """Return a sketch laid on a page."""
    document = PageDocument(
        sketch, page, None, None, bounds.DEFAULT_GRID[page.unit], bounds.PRINT_SIZES[page.unit], way
    )
    return replace(document, fit=laid_fit(fit(document.request, way)))


def done(document, *changes):
    for change in changes:
        document = change.applied(document, KNOWN).document
    return document


def places(document):
    return {b.id: tuple(one / INCH for one in (b.x, b.y, b.width, b.height)) for b in document.blocks}


class BuildingCase(TestCase):
    def refused(self, code, change, document=DOCUMENT):
        with self.assertRaises(BadInput) as caught:
            change.applied(document, KNOWN)
        self.assertEqual(caught.exception.faults[0].code, code)

    def sound(self, document):
        """The page breaks no hard rule of its own sketch, and reads back as it was written."""
        request = document.refit_request
        self.assertEqual(check_fit(request.sketch, document.blocks, request, document.way.school), [])
        self.assertEqual(read_document(write_document(document)), document)


class Laid(BuildingCase):
    def test_each_kind_of_piece_in_its_usual_size_where_it_covers_least(self):
        for role, wide, high in [
            (Role.STRIP, 12, 1), (Role.BORDER, 12, 0.5), (Role.PAPER, 4, 4), (Role.PHOTO, 3, 4), (Role.TITLE, 6, 1.375),
            (Role.JOURNALING, 4, 2), (Role.TAG, 2, 1.375), (Role.CLUSTER, 1.75, 1.75),
        ]:  # fmt: skip
            after = done(DOCUMENT, LayPiece(role=role))
            piece = after.blocks[-1]
            with self.subTest(role):
                self.assertEqual((piece.role, piece.width / INCH, piece.height / INCH), (role, wide, high))
                self.assertEqual(piece.shape, Shape.CIRCLE if role is Role.CLUSTER else Shape.RECT)
                self.assertEqual(after.blocks[:-1], DOCUMENT.blocks)  # nothing else moved
                self.assertEqual((piece.x % EIGHTH, piece.y % EIGHTH), (0, 0))
                self.sound(after)

    def test_it_is_called_by_what_it_is_and_has_a_paper_letter_of_its_own(self):
        after = done(DOCUMENT, LayPiece(role=Role.STRIP), LayPiece(role=Role.STRIP), LayPiece(role=Role.JOURNALING))
        one, two, story = after.blocks[-3:]
        self.assertEqual([one.label, two.label, story.label], ["strip 2", "strip 3", "story 2"])
        self.assertEqual([one.paper, two.paper, story.paper], ["D", "E", None])  # A, B and C are taken
        self.assertEqual(LayPiece(role=Role.STRIP).applied(DOCUMENT, KNOWN).done, "laid strip 2")

    def test_papers_lie_beneath_photos_and_words_and_all_else_on_top(self):
        after = done(DOCUMENT, LayPiece(role=Role.STRIP), LayPiece(role=Role.TAG))
        strip, tag = after.blocks[-2:]
        self.assertEqual((strip.level, tag.level), (1, 4))
        for blocks, paper, other in [([], 0, 1), ([row("p", "photo", 0, 0, 2, 2, level=5)], 4, 6),
                                     ([row("a", "paper", 0, 0, 2, 2, level=7)], 7, 8)]:  # fmt: skip
            lying = sketch_of(*blocks).blocks if blocks else ()
            with self.subTest(blocks):
                self.assertEqual((layer_for(lying, Role.PAPER), layer_for(lying, Role.PHOTO)), (paper, other))

    def test_dropped_somewhere_it_lies_on_the_nearest_mark_there(self):
        for role, at, then in [  # a tag is 2 x 1 3/8, a strip 12 x 1
            (Role.TAG, (3.03, 3.8), (2, 3.125)), (Role.TAG, (-3, 20), (0, 10.625)), (Role.TAG, (11.5, 0), (10, 0)),
            (Role.STRIP, (6, 5.5), (0, 5)), (Role.STRIP, (6, 5.53), (0, 5)), (Role.STRIP, (6, 5.57), (0, 5.125)),
        ]:  # fmt: skip
            after = done(DOCUMENT, LayPiece(role=role, at_x=at[0], at_y=at[1]))
            with self.subTest(role, at=at):
                self.assertEqual(places(after)[after.blocks[-1].id][:2], then)
        # A paper may run off the page: what lies beside it is cut off.
        strip = done(DOCUMENT, LayPiece(role=Role.STRIP, at_x=0, at_y=5)).blocks[-1]
        self.assertEqual((strip.x, strip.width), (0, 6 * INCH))
        self.refused("off-page", LayPiece(role=Role.STRIP, at_x=-6.5, at_y=5))

    def test_in_a_size_of_its_own(self):
        after = done(DOCUMENT, LayPiece(role=Role.PHOTO, width="3 1/2", height="5"))
        self.assertEqual(after.blocks[-1].size, Size(7 * INCH // 2, 5 * INCH))
        round_ = done(DOCUMENT, LayPiece(role=Role.PAPER, shape=Shape.CIRCLE, width="3", height="5"))
        self.assertEqual(round_.blocks[-1].size, Size(3 * INCH, 3 * INCH))
        for width, code in [("0", "size-off-page"), ("12 1/8", "size-off-page"), ("wide", "unreadable-length")]:
            self.refused(code, LayPiece(role=Role.PHOTO, width=width, height="1"))

    def test_what_is_not_laid_by_itself(self):
        for role in (Role.BASE, Role.MAT):
            self.refused("not-laid", LayPiece(role=role))
        for shape in (Shape.POLYGON, Shape.FRAME):
            self.refused("not-laid", LayPiece(role=Role.PAPER, shape=shape))
        nothing = replace(DOCUMENT, fit=None)
        for change in (LayPiece(role=Role.STRIP), OneMore(block="p"), TakeAway(block="p"), Lean(block="p", degrees=2)):
            self.refused("nothing-fits", change, nothing)

    def test_within_the_margins_and_off_the_gap(self):
        clear = page_of("12", "12", "1/2")
        for role, margin in [(Role.PHOTO, 0.5), (Role.PAPER, 0)]:
            (area,) = areas_for(role, clear, EIGHTH)
            with self.subTest(role):
                self.assertEqual((area.x.low / INCH, area.y.high / INCH), (margin, 12 - margin))
        spread = Page(25 * INCH, 12 * INCH, Unit.IN, Margins(), Fold(12 * INCH, INCH))
        self.assertEqual(
            [(a.x.low / INCH, a.x.high / INCH) for a in areas_for(Role.TAG, spread, EIGHTH)], [(0, 12), (13, 25)]
        )
        (tag,) = sketch_of(row("a", "tag", 11, 1, 2, 1), page=(25, 12)).blocks
        self.assertEqual(held_on(tag, spread, EIGHTH), (-INCH, 0))
        with self.assertRaises(BadInput):
            held_on(replace(tag, width=13 * INCH), spread, EIGHTH)

    def test_too_many(self):
        full = sketch_of(*(row(f"s{n}", "strip", 0, n % 11, 1, 1) for n in range(MOST_BLOCKS)))
        document = replace(DOCUMENT, sketch=full, fit=replace(DOCUMENT.fit, blocks=full.blocks))
        for change in (LayPiece(role=Role.TAG), LayPiece(role=Role.STRIP), OneMore(block="s0")):
            self.refused("too-many", change, document)

    def test_sizes_are_parts_of_the_page(self):
        narrow = page_of("4", "8")
        for role, wide, high in [(Role.STRIP, 4, 0.625), (Role.PHOTO, 1, 2.625), (Role.CLUSTER, 0.625, 0.625)]:
            with self.subTest(role):
                self.assertEqual(usual_size(role, narrow, EIGHTH), Size(round(wide * INCH), round(high * INCH)))

    def test_letters_go_on_from_those_that_are_taken(self):
        blocks = sketch_of(row("a", "paper", 0, 0, 1, 1, paper="A"), row("b", "paper", 0, 0, 1, 1, paper="C")).blocks
        self.assertEqual((free_letter(()), free_letter(blocks)), ("A", "B"))
        all_taken = sketch_of(*(row(f"p{n}", "paper", 0, 0, 1, 1, paper=chr(65 + n)) for n in range(26))).blocks
        self.assertEqual(free_letter(all_taken), "paper 26")


class Copied(BuildingCase):
    def test_one_more_lies_beside_it_on_the_first_free_side(self):
        after = done(DOCUMENT, OneMore(block="r"))  # 2 x 3 at (9, 4): to its right the page ends, to its left lies q
        self.assertEqual(places(after)["r-2"][2:], (2, 3))
        self.sound(after)
        document = on_page(sketch_of(row("a", "strip", 1, 2, 2, 3, paper="X")), page_of("12", "12"))
        for side, then in [(None, (3.125, 2)), (Beside.RIGHT, (3.125, 2)), (Beside.BELOW, (1, 5.125))]:
            found = done(document, OneMore(block="a", side=side))
            with self.subTest(side):
                self.assertEqual(places(found)["a-2"][:2], then)
                self.assertEqual(found.blocks[-1].paper, "X")  # of the same paper
        for side in (Beside.LEFT, Beside.ABOVE):
            self.refused("off-page", OneMore(block="a", side=side), document)

    def test_a_row_of_several_with_a_gap(self):
        document = on_page(sketch_of(row("a", "strip", 0, 2, 1, 3)), page_of("12", "12"))
        after = done(document, OneMore(block="a", side=Beside.RIGHT, times=11, gap="0"))
        self.assertEqual(sorted(x for x, *_ in places(after).values()), list(range(12)))  # twelve flags span 12 in
        self.sound(after)
        self.refused("off-page", OneMore(block="a", side=Beside.RIGHT, times=12, gap="0"), document)
        half = done(document, OneMore(block="a", side=Beside.RIGHT, gap="1/2"))
        self.assertEqual(places(half)["a-2"][0], 1.5)
        for gap, code in [("-1", "gap"), ("13", "gap"), ("some", "unreadable-length")]:
            self.refused(code, OneMore(block="a", gap=gap), document)

    def test_what_lies_behind_comes_too(self):
        after = done(DOCUMENT, OneMore(block="p"))
        photo, mat = (next(b for b in after.blocks if b.id == name) for name in ("p-2", "m-2"))
        self.assertEqual((mat.of, mat.size, photo.size), (("p-2",), DOCUMENT.blocks[3].size, DOCUMENT.blocks[4].size))
        self.assertEqual((photo.x - mat.x, photo.y - mat.y), (EIGHTH, EIGHTH))
        self.assertNotIn("p-2", after.photos)  # an empty slot
        self.sound(after)

    def test_dropped_somewhere_its_middle_lies_there_and_it_stays_on_the_page(self):
        for at, then in [((3, 9), (2, 7.5)), ((3.05, 9.05), (2, 7.5)), ((3.07, 9), (2.125, 7.5)), ((0, 0), (0, 0)),
                         ((12, 12), (10, 9))]:  # fmt: skip
            after = done(DOCUMENT, OneMore(block="r", at_x=at[0], at_y=at[1]))  # 2 x 3
            with self.subTest(at):
                self.assertEqual(places(after)["r-2"], (*then, 2, 3))
                self.sound(after)
        several = places(done(DOCUMENT, OneMore(block="r", at_x=2, at_y=9, times=3, side=Beside.RIGHT)))
        self.assertEqual([several[f"r-{n}"][:2] for n in (2, 3, 4)], [(1, 7.5), (3.125, 7.5), (5.25, 7.5)])
        mat = places(done(DOCUMENT, OneMore(block="p", at_x=9, at_y=9)))  # the middle of what is outermost
        self.assertEqual((mat["m-2"][:2], mat["p-2"][:2]), ((6.875, 5.75), (7, 5.875)))

    def test_there_is_one_base(self):
        self.refused("not-copied", OneMore(block="base"))
        self.refused("unknown-block", OneMore(block="nowhere"))


class Layered(BuildingCase):
    def test_a_layer_shows_alike_all_round(self):
        for block, reveal, shown in [("q", "", 0.125), ("t", "1/4", 0.25), ("panel", "1", 1), ("j", "3/16", 0.1875)]:
            after = done(DOCUMENT, LayLayer(block=block, reveal=reveal))
            mat = next(b for b in after.blocks if b.of == (block,))
            inner = next(b for b in after.blocks if b.id == block)
            with self.subTest(block):
                self.assertEqual(((inner.x - mat.x) / INCH, (mat.width - inner.width) / INCH), (shown, 2 * shown))
                self.assertEqual(mat.paper, "D")
                self.sound(after)

    def test_it_takes_the_place_of_the_mat_that_was_there(self):
        after = done(DOCUMENT, LayLayer(block="p", reveal="1/2"))
        self.assertEqual([b.width / INCH for b in after.blocks if b.of == ("p",)], [5])

    def test_at_the_edge_the_pair_moves_in(self):
        document = on_page(sketch_of(row("p", "photo", 0, 0, 4, 6)), page_of("12", "12"))
        after = done(document, LayLayer(block="p", reveal="1/4"))
        self.assertEqual(places(after), {"p-mat-1": (0, 0, 4.5, 6.5), "p": (0.25, 0.25, 4, 6)})

    def test_only_on_the_sides_that_are_named(self):
        left, top, right, bottom = Side.LEFT, Side.TOP, Side.RIGHT, Side.BOTTOM
        for sides, then in [
            ((right, bottom), (6, 4, 3.25, 3.25)), ((left,), (5.75, 4, 3.25, 3)), ((top,), (6, 3.75, 3, 3.25)),
            ((left, top, right, bottom), (5.75, 3.75, 3.5, 3.5)), ((left, left), (5.75, 4, 3.25, 3)),
        ]:  # fmt: skip
            after = done(DOCUMENT, LayLayer(block="q", reveal="1/4", showing=sides))
            with self.subTest(sides):
                self.assertEqual(places(after)["q-mat-1"], then)
                self.assertEqual(places(after)["q"], (6, 4, 3, 3))
                self.sound(after)
        leaning = done(DOCUMENT, Lean(block="r", degrees=4))
        self.refused("tilt", LayLayer(block="r", showing=(left,)), leaning)
        self.sound(done(leaning, LayLayer(block="r", showing=(left, top, right, bottom))))

    def test_a_further_one_lies_behind_the_mats_that_are_there(self):
        for change in (LayLayer(block="p", further=True), LayLayer(block="m"), LayLayer(block="m", further=True)):
            after = done(DOCUMENT, change)
            outer = next(b for b in after.blocks if b.of == ("m",))
            with self.subTest(change):
                self.assertEqual((outer.width / INCH, outer.height / INCH), (4.5, 6.5))
                self.assertEqual((outer.label, outer.paper), ("outer mat of photo p", "D"))
                self.assertEqual(next(b.paper for b in after.blocks if b.id == "m"), DOCUMENT.sketch.block("m").paper)
                order = [b.id for b in after.blocks]
                self.assertEqual(order.index("m") - order.index(outer.id), 1)
                self.sound(after)
        twice = done(DOCUMENT, LayLayer(block="q"), LayLayer(block="q", reveal="1/4", further=True))
        self.assertEqual(sorted(b.width / INCH for b in twice.blocks if b.role is Role.MAT), [3.25, 3.75, 4.25])

    def test_under_a_strip_it_runs_off_where_the_strip_does(self):
        after = done(DOCUMENT, LayLayer(block="band", reveal="1/4"))
        under = after.blocks[[b.id for b in after.blocks].index("band") - 1]
        self.assertEqual(places(after)[under.id], (0, 7.75, 12, 2.5))
        self.assertEqual(
            (under.role, under.level, under.paper, under.label), (Role.STRIP, 1, "D", "layer under strip band")
        )
        above = done(DOCUMENT, LayLayer(block="band", reveal="1/8", showing=(Side.TOP,)))
        self.assertEqual(places(above)[under.id], (0, 7.875, 12, 2.125))
        for document in (after, above):
            self.sound(document)

    def test_what_has_no_layer(self):
        for block in ("base", "c"):
            self.refused("no-layer", LayLayer(block=block))
        for reveal in ("0", "-1/8", "2 1/8"):
            self.refused("reveal", LayLayer(block="q", reveal=reveal))


class AlongASide(BuildingCase):
    def test_a_strip_along_a_side_as_long_as_the_piece_is(self):
        document = on_page(sketch_of(row("a", "paper", 4, 3, 3, 5, paper="X")), page_of("12", "12"))
        for side, gap, then in [
            (None, "", (7.125, 3, 0.5, 5)), (Beside.RIGHT, "0", (7, 3, 0.5, 5)), (Beside.LEFT, "", (3.375, 3, 0.5, 5)),
            (Beside.ABOVE, "1/4", (4, 2.25, 3, 0.5)), (Beside.BELOW, "0", (4, 8, 3, 0.5)),
        ]:  # fmt: skip
            after = done(document, LayBeside(block="a", side=side, gap=gap))
            with self.subTest(side, gap=gap):
                self.assertEqual(places(after)["strip-1"], then)
                self.assertEqual((after.blocks[-1].role, after.blocks[-1].paper), (Role.STRIP, "A"))
                self.sound(after)
        broad = done(document, LayBeside(block="a", side=Beside.LEFT, breadth="3 7/8"))
        self.assertEqual(places(broad)["strip-1"], (0, 3, 3.875, 5))
        self.refused("off-page", LayBeside(block="a", side=Beside.LEFT, breadth="4"), document)
        for breadth, code in [("0", "size-off-page"), ("12 1/8", "size-off-page"), ("thin", "unreadable-length")]:
            self.refused(code, LayBeside(block="a", breadth=breadth), document)
        for gap, code in [("-1/8", "gap"), ("13", "gap")]:
            self.refused(code, LayBeside(block="a", gap=gap), document)

    def test_beside_the_mat_and_on_the_free_side(self):
        after = done(DOCUMENT, LayBeside(block="p"))  # its mat reaches from 7/8 to 5 1/8 and to 7 1/8 in
        self.assertEqual(places(after)["strip-1"], (5.25, 0.875, 0.5, 6.25))
        full = on_page(sketch_of(row("a", "paper", 0, 0, 12, 12)), page_of("12", "12"))
        self.refused("off-page", LayBeside(block="a"), full)
        self.refused("nothing-beside", LayBeside(block="base"))


class Leaning(BuildingCase):
    def test_it_leans_about_its_middle_with_its_mat(self):
        after = done(DOCUMENT, Lean(block="p", degrees=5))
        for name in ("p", "m"):
            was, now = (next(b for b in d.blocks if b.id == name) for d in (DOCUMENT, after))
            self.assertEqual((now.turn, now.size), (500, was.size))
        lies = box(next(b for b in after.blocks if b.id == "m"))
        self.assertTrue(lies.x.low >= 0 and lies.y.low >= 0)  # it moved in by as much as its corner stuck out
        self.sound(after)
        back = done(after, Lean(block="p", degrees=0))
        self.assertEqual([b.turn for b in back.blocks], [0] * len(back.blocks))
        self.sound(back)

    def test_how_far_a_piece_leans(self):
        for degrees, turn in [(45, 4500), (-45, 31500), (-2.5, 35750), (0.01, 1)]:
            with self.subTest(degrees):
                after = done(DOCUMENT, Lean(block="r", degrees=degrees))
                self.assertEqual(next(b.turn for b in after.blocks if b.id == "r"), turn)
        for degrees in (45.01, -45.01, 90, 360):
            self.refused("tilt", Lean(block="r", degrees=degrees))
        round_ = on_page(sketch_of(row("c", "paper", 2, 2, 4, 4, shape="circle")), page_of("12", "12"))
        self.refused("tilt", Lean(block="c", degrees=5), round_)
        self.refused("tilt", Lean(block="base", degrees=5))
        self.refused("too-large", Lean(block="band", degrees=5))  # a strip from edge to edge has no room to lean

    def test_a_mat_that_shows_unevenly_does_not_lean(self):
        document = on_page(sketch_of(row("m", "mat", 2, 2, 5, 6, of="p"), row("p", "photo", 2, 2, 4, 5, level=1)),
                           page_of("12", "12"))  # fmt: skip
        self.refused("tilt", Lean(block="p", degrees=5), document)


class ChangedPlaces(BuildingCase):
    def test_middle_for_middle_each_as_large_as_it_is(self):
        after = done(DOCUMENT, TradePlaces(block="q", other="r"))
        self.assertEqual(places(after)["q"], (8.5, 4, 3, 3))
        self.assertEqual(places(after)["r"], (6.5, 4, 2, 3))
        back = done(after, TradePlaces(block="q", other="r"))
        self.assertEqual(places(back), places(DOCUMENT))

    def test_mats_go_along_and_nobody_leaves_the_page(self):
        after = done(DOCUMENT, TradePlaces(block="p", other="r"))
        mat, photo = (next(b for b in after.blocks if b.id == name) for name in ("m", "p"))
        self.assertEqual((photo.x - mat.x, photo.y - mat.y), (EIGHTH, EIGHTH))
        self.assertLessEqual(mat.x + mat.width, 12 * INCH)
        self.sound(after)

    def test_what_cannot(self):
        for one, other in [("p", "p"), ("p", "m"), ("base", "q"), ("q", "base")]:
            self.refused("not-traded", TradePlaces(block=one, other=other))


class TakenAway(BuildingCase):
    def test_everything_else_stays_where_it_is(self):
        for block, gone in [("q", {"q"}), ("band", {"band"}), ("p", {"p", "m"}), ("t", {"t"}), ("m", {"m"})]:
            after = done(DOCUMENT, TakeAway(block=block))
            with self.subTest(block):
                self.assertEqual(places(after), {k: v for k, v in places(DOCUMENT).items() if k not in gone})
                self.sound(after)

    def test_what_lay_in_it_goes_back(self):
        document = replace(done(DOCUMENT, PlacePhoto(block="q", photo=1)), titles={"t": "Bees"}, leads="q")
        after = done(document, TakeAway(block="q"), TakeAway(block="t"))
        self.assertEqual((after.photos, after.titles, after.leads), ({}, {}, None))
        kept = done(document, TakeAway(block="r"))
        self.assertEqual((set(kept.photos), kept.titles, kept.leads), ({"q"}, {"t": "Bees"}, "q"))

    def test_the_base_and_the_last_piece_stay(self):
        self.refused("not-taken", TakeAway(block="base"))
        single = on_page(
            sketch_of(row("b", "base", 0, 0, 12, 12), row("p", "photo", 1, 1, 4, 6, level=1)), page_of("12", "12")
        )
        self.refused("nothing-left", TakeAway(block="p"), single)


class ItsOwnSketch(BuildingCase):
    def test_a_page_of_another_size_held_another_way_is_drawn_as_it_lies(self):
        for name in (path.name for path in DEMO_SKETCHES[:3]):
            for turn, mirrored in [(0, False), (90, False), (0, True)]:
                document = on_page(
                    demo_sketch(name), page_of("8 1/2", "11"), Way(School.KEEP_PROPORTIONS, turn, mirrored)
                )
                if not document.blocks:
                    continue
                after = done(document, LayPiece(role=Role.TAG))
                with self.subTest(name, turn=turn, mirrored=mirrored):
                    self.assertEqual(after.blocks[:-1], document.blocks)
                    self.assertEqual((after.way.turn, after.way.mirrored), (0, False))
                    self.assertEqual(after.sketch.page, Size(17 * INCH // 2, 11 * INCH))
                    self.sound(after)

    def test_what_was_left_out_can_still_be_brought_back(self):
        without = done(DOCUMENT, LeaveOut(block="q"))
        without = replace(without, fit=replace(DOCUMENT.fit, blocks=tuple(b for b in DOCUMENT.blocks if b.id != "q")))
        after = done(without, LayPiece(role=Role.TAG))
        self.assertEqual(after.left_out, {"q"})
        self.assertEqual(after.sketch.block("q").size, Size(3 * INCH, 3 * INCH))
        self.assertEqual(done(after, BringBack(block="q")).left_out, frozenset())
        self.sound(after)

    def test_fitted_anew_it_comes_back_as_it_was_built(self):
        after = done(DOCUMENT, LayPiece(role=Role.TAG, at_x=10, at_y=0.5), OneMore(block="q", side=Beside.BELOW))
        again = fit(replace(after.request, near=after.blocks), after.way)
        self.assertEqual(again.blocks, after.blocks)


STEPS = st.one_of(
    st.builds(
        LayPiece, role=st.sampled_from([Role.STRIP, Role.PAPER, Role.PHOTO, Role.TAG, Role.CLUSTER, Role.JOURNALING])
    ),
    st.builds(LayPiece, role=st.sampled_from([Role.STRIP, Role.TAG]), at_x=st.floats(-2, 12), at_y=st.floats(-2, 12)),
    st.builds(OneMore, block=st.sampled_from("pqrtjc"), times=st.integers(1, 2)),
    st.builds(OneMore, block=st.sampled_from("pqr"), at_x=st.floats(-2, 12), at_y=st.floats(-2, 12)),
    st.builds(LayLayer, block=st.sampled_from("pqrt"), reveal=st.sampled_from(["", "1/4"]), further=st.booleans()),
    st.builds(
        LayLayer, block=st.sampled_from(["p", "r", "band", "m"]), showing=st.lists(st.sampled_from(Side)).map(tuple)
    ),
    st.builds(LayBeside, block=st.sampled_from("pqrt"), side=st.sampled_from([None, *Beside])),
    st.builds(ChoosePaper, block=st.sampled_from(["band", "p", "j"]), stash_paper=st.just(7)),
    st.builds(Lean, block=st.sampled_from("pqrtj"), degrees=st.sampled_from([0, 3, -8, 20])),
    st.builds(TradePlaces, block=st.sampled_from("pqr"), other=st.sampled_from("tjcq")),
    st.builds(TakeAway, block=st.sampled_from("pqrtjcm")),
)


class AnySequence(BuildingCase):
    @settings(max_examples=40, deadline=None)
    @given(st.lists(STEPS, min_size=1, max_size=5))
    def test_whatever_is_built_the_page_is_sound(self, steps):
        document = DOCUMENT
        for step in steps:
            try:
                document = step.applied(document, KNOWN).document
            except CoreError:
                continue
            self.sound(document)
            names = [block.id for block in document.sketch.blocks]
            self.assertEqual(len(names), len(set(names)))
            for block in document.blocks:
                lies = box(block)
                self.assertLess(lies.x.low, 12 * INCH)
                self.assertGreater(lies.x.high, 0)
