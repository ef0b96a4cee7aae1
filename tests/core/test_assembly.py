"""The order of sticking down, where the glue goes, where each piece lies, and how thick a page is."""

from dataclasses import replace
from itertools import permutations
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, box

from inkquilt.assembly.afterwards import WayOn, what_is_left
from inkquilt.assembly.distances import distances_of, ends_of, from_the_edge, is_strip
from inkquilt.assembly.glue import FOAM, glue_of, height_of, heights_beneath
from inkquilt.assembly.order import Must, broken_by, first_order, lying_on, usual_order, wanted_order
from inkquilt.assembly.steps import PUTS_DOWN, Assembly, StepKind, moved
from inkquilt.assembly.terms import GlueWay, StickSchool, StickTerms, Work, WorkKind
from inkquilt.assembly.thickness import thickness_of
from inkquilt.assembly.things import (
    THICKNESS,
    AssemblyPage,
    Lying,
    Material,
    Part,
    Thing,
    ThingKind,
    listed,
    material_of,
)
from inkquilt.assembly.wording import (
    distance_words,
    glue_tells,
    step_tells,
    step_title,
    t_square_words,
    thick_words,
    tilt_words,
)
from inkquilt.errors import BadInput
from inkquilt.lengths import INCH, MM, Unit
from inkquilt.sketch.geometry import Axis


def part(key, x, y, wide, high, material=Material.PAPER, turn=0, **more):
    """Return a layer by its box in inches."""
    lying = Lying(*(round(side * INCH) for side in (x, y, wide, high)), turn)
    outline = box(lying.x, lying.y, lying.right, lying.bottom)
    return Part(key, more.pop("name", key), outline, lying, material, THICKNESS[material], **more)


def thing(key, x, y, wide, high, kind=ThingKind.PAPER, material=Material.PAPER, turn=0, **more):
    return Thing(key, key, kind, (part(key, x, y, wide, high, material, turn),), **more)


def matted(key, x, y, wide, high, reveal=0.125, **more):
    """Return a photo on its mat as one thing."""
    mat = part(f"m {key}", x - reveal, y - reveal, wide + 2 * reveal, high + 2 * reveal)
    return Thing(key, key, ThingKind.PHOTO, (mat, part(key, x, y, wide, high, Material.PHOTO)), **more)


def page_of(*things, wide=12, high=12, slots=()):
    layers = tuple(one.key for each in things for one in each.parts)
    return AssemblyPage(wide * INCH, high * INCH, things, layers, slots)


BAND = thing("band", 0, 6, 12, 3, is_band=True)
PHOTO = matted("photo", 1, 2, 4, 6)
TITLE = thing("title", 6, 6.5, 5, 1, ThingKind.TITLE, Material.STICKER)
LABEL = thing("label", 4, 7, 2, 1, ThingKind.EMBELLISHMENT, group="cluster-1", under="photo")
STAR = thing("star", 5.25, 7.25, 0.5, 0.5, ThingKind.EMBELLISHMENT, Material.WOOD, group="cluster-1")
PAGE = AssemblyPage(
    12 * INCH, 12 * INCH, (BAND, PHOTO, TITLE, LABEL, STAR), ("band", "m photo", "label", "photo", "title", "star")
)


def assembly(page=PAGE, **terms):
    return Assembly(page, StickTerms(**terms))


def keys(found):
    return [step.key for step in found.steps]


class WhatLiesOnWhat(TestCase):
    def test_pairs_from_the_bottom_up_and_what_is_slipped_in(self):
        found = {(one.lower, one.upper): one for one in lying_on(PAGE)}
        self.assertEqual(
            set(found),
            {("band", "photo"), ("band", "title"), ("band", "label"), ("band", "star"), ("label", "photo"),
             ("label", "star")},
        )  # fmt: skip
        tucked = found["label", "photo"]
        self.assertTrue(tucked.slips and tucked.must_slip, "it lies between the mat and the photo, stuck as one")
        self.assertFalse(found["band", "photo"].slips)

    def test_pieces_that_only_touch_do_not_lie_on_each_other(self):
        self.assertEqual(lying_on(page_of(thing("a", 0, 0, 4, 4), thing("b", 4, 0, 4, 4))), ())
        self.assertEqual(len(lying_on(page_of(thing("a", 0, 0, 4, 4), thing("b", 3.5, 0, 4, 4)))), 1)

    def test_what_is_hidden_too_much_cannot_be_slipped_in(self):
        for reach, may in ((0.5, True), (2.0, True), (3.3, False), (4.0, False)):
            upper = thing("upper", 4 - reach, 0, 4, 4)
            self.assertEqual(lying_on(page_of(thing("lower", 0, 0, 4, 4), upper))[0].can_slip, may, reach)

    def test_ink_is_never_slipped_in(self):
        stamp = thing("stamp", 0, 0, 1, 1, ThingKind.STAMP)
        self.assertFalse(lying_on(page_of(stamp, thing("a", 0.75, 0, 4, 4)))[0].can_slip)


class FirstOrder(TestCase):
    """The order against every linear order, by brute force."""

    @given(st.integers(1, 6), st.data())
    def test_it_is_the_first_of_all_orders_that_keep_to_what_must_be(self, count, data):
        steps = data.draw(st.permutations([f"s{number}" for number in range(count)]))
        pairs = data.draw(st.sets(st.tuples(st.integers(0, count - 1), st.integers(0, count - 1)), max_size=8))
        musts = [Must(f"s{low}", f"s{high}", "") for low, high in pairs if low < high]  # never in a circle
        place = {step: number for number, step in enumerate(steps)}
        sound = [order for order in permutations(steps) if not broken_by(order, musts)]
        self.assertEqual(first_order(steps, musts), list(min(sound, key=lambda order: [place[one] for one in order])))

    def test_a_circle_is_found_out(self):
        with self.assertRaises(ValueError):
            first_order(["a", "b"], [Must("a", "b", ""), Must("b", "a", "")])

    def test_what_came_since_comes_after_what_usually_comes_before_it(self):
        for usual, hers, wanted in (
            ("abcd", "", "abcd"), ("abcd", "dcba", "dcba"), ("abcd", "ca", "cdab"), ("abcd", "xb", "abcd"),
            ("abcd", "db", "adbc"),
        ):  # fmt: skip
            self.assertEqual("".join(wanted_order(usual, hers)), wanted, (usual, hers))


class Steps(TestCase):
    def test_the_usual_order_of_a_page(self):
        self.assertEqual(usual_order(PAGE), ["band", "photo", "title", "label", "star"])
        self.assertEqual(
            keys(assembly()),
            [
                "lay",
                "tray",
                "stick band",
                "join photo",
                "stick photo",
                "stick title",
                "stick label",
                "stick star",
                "weigh",
            ],
        )

    def test_each_school(self):
        for school, first, lays in (
            (StickSchool.ALL_DRY, ["lay", "tray", "work 1", "dry 1"], True),
            (StickSchool.LAY_AND_LIFT, ["work 1", "dry 1", "lay", "stick band"], True),
            (StickSchool.PIECE_BY_PIECE, ["work 1", "dry 1", "stick band", "join photo"], False),
            (StickSchool.FROM_THE_TOP, ["work 1", "dry 1", "lay", "join photo"], True),
        ):
            found = keys(assembly(school=school, works=(Work("1", WorkKind.PAINT),)))
            self.assertEqual(found[:4], first, school)
            self.assertEqual("lay" in found, lays)

    def test_from_the_top_the_upper_ones_are_joined_first_and_lifted_as_one(self):
        found = assembly(school=StickSchool.FROM_THE_TOP)
        self.assertEqual(
            keys(found),
            ["lay", "join photo", "onto title", "onto photo", "group band", "stick label", "stick star", "weigh"],
        )
        group = next(step for step in found.steps if step.kind is StepKind.GROUP)
        self.assertEqual(set(group.things), {"band", "photo", "title"})
        self.assertEqual(found.step_of["photo"], "group band")

    def test_background_work_comes_before_what_lies_on_it_and_dries(self):
        for work, before, after in (
            (Work("1", WorkKind.INK_EDGES, "band"), "work 1", "stick band"),
            (Work("1", WorkKind.INK_EDGES, "photo"), "work 1", "join photo"),
            (Work("1", WorkKind.STITCH, "band"), "stick band", "work 1"),
            (Work("1", WorkKind.STITCH, "band"), "work 1", "stick photo"),
            (Work("1", WorkKind.STENCIL, "band"), "dry 1", "stick band"),
            (Work("1", WorkKind.STENCIL, "band"), "work 1", "dry 1"),
            (Work("1", WorkKind.EMBOSS), "work 1", "stick band"),
            (Work("1", WorkKind.STITCH), "work 1", "stick photo"),
        ):
            for school in (StickSchool.ALL_DRY, StickSchool.PIECE_BY_PIECE, StickSchool.LAY_AND_LIFT):
                order = keys(assembly(works=(work,), school=school))
                self.assertLess(order.index(before), order.index(after), (work, school))
        dry = [kind.is_wet for kind in (WorkKind.PAINT, WorkKind.INK_EDGES, WorkKind.STITCH)]
        self.assertEqual(dry, [True, False, False])

    def test_work_on_a_piece_that_is_gone_is_not_asked_for(self):
        self.assertNotIn("work 1", keys(assembly(works=(Work("1", WorkKind.PAINT, "gone"),))))

    def test_a_page_with_nothing_on_it(self):
        for school in StickSchool:
            self.assertEqual(assembly(page_of(), school=school).steps, ())

    def test_stamps_come_before_what_lies_on_them(self):
        stamp = thing("s1", 2, 2, 1, 1, ThingKind.STAMP, group="scatter-1")
        other = thing("s2", 9, 9, 1, 1, ThingKind.STAMP, group="scatter-1")
        order = assembly(page_of(stamp, other, PHOTO))
        self.assertEqual(keys(order)[2:5], ["stamp scatter-1", "join photo", "stick photo"])
        self.assertEqual(order.steps[2].things, ("s1", "s2"))

    def test_an_empty_slot_is_not_stuck_on_its_mat(self):
        empty = replace(PHOTO, parts=(PHOTO.parts[0], replace(PHOTO.parts[1], is_empty=True)))
        self.assertNotIn("join photo", keys(assembly(page_of(empty))))


class MovedByHand(TestCase):
    def moved(self, key, before, **terms):
        terms = moved(assembly(**terms), key, before)
        return Assembly(PAGE, terms)

    def test_a_step_goes_where_it_may(self):
        self.assertEqual(
            keys(self.moved("stick title", "join photo"))[2:5], ["stick band", "stick title", "join photo"]
        )
        both = self.moved("stick photo", "stick title")
        self.assertEqual(keys(both), keys(assembly()), "where it was")
        late = self.moved("stick photo", "stick label")
        self.assertEqual(keys(late)[3:6], ["stick title", "join photo", "stick photo"], "its mat comes along")

    def test_a_lower_piece_moved_behind_is_slipped_in(self):
        page = page_of(thing("low", 0, 0, 4, 4), thing("top", 3, 0, 4, 4))
        found = Assembly(page, moved(assembly(page), "stick low", "weigh"))
        self.assertEqual(keys(found)[2:4], ["stick top", "stick low"])
        self.assertIs(found.steps[3].kind, StepKind.SLIP)
        back = Assembly(page, moved(found, "stick low", "stick top"))
        self.assertEqual(keys(back)[2:4], ["stick low", "stick top"])
        self.assertIs(back.steps[2].kind, StepKind.STICK)

    def test_a_tucked_piece_can_be_laid_first_after_all(self):
        page = page_of(thing("tag", 0, 0, 2, 2, ThingKind.EMBELLISHMENT, under="top"), thing("top", 1.5, 0, 4, 4))
        self.assertEqual(keys(assembly(page))[2:4], ["stick top", "stick tag"])
        found = Assembly(page, moved(assembly(page), "stick tag", "stick top"))
        self.assertEqual(keys(found)[2:4], ["stick tag", "stick top"])

    def test_what_cannot_be_says_why(self):
        works = (Work("1", WorkKind.STENCIL, "band"),)
        for key, before, words, terms in (
            ("stick title", "stick band", "band lies under title", {}),
            ("stick photo", "weigh", "label is slipped in under photo", {}),
            ("stick label", "stick photo", "label is slipped in under photo", {}),
            ("stick photo", "join photo", "", {}),
            ("join photo", "weigh", "photo and its mats are stuck together first", {}),
            ("stick band", "lay", "laid dry before anything is glued", {}),
            ("dry 1", "work 1", "wet first", {"works": works}),
            ("stick photo", "dry 1", "must be dry", {"works": works}),
            ("lay", None, "was laid before", {}),
            ("onto photo", "onto title", "", {"school": StickSchool.FROM_THE_TOP}),
            ("group band", "onto photo", "stuck onto band", {"school": StickSchool.FROM_THE_TOP}),
            ("stick gone", None, "not there any more", {}),
        ):
            with self.subTest(key, before=before):
                if not words:
                    self.moved(key, before, **terms)
                    continue
                with self.assertRaisesRegex(BadInput, words):
                    self.moved(key, before, **terms)


SCHOOLS = st.sampled_from(list(StickSchool))
SIDES = st.integers(1, 8)
KINDS = (ThingKind.PAPER, ThingKind.PHOTO, ThingKind.TITLE, ThingKind.EMBELLISHMENT, ThingKind.STAMP)


@st.composite
def pages(draw):
    things = []
    for number in range(draw(st.integers(1, 7))):
        wide, high = draw(SIDES), draw(SIDES)
        x, y = draw(st.integers(0, 12 - wide)), draw(st.integers(0, 12 - high))
        kind = draw(st.sampled_from(KINDS))
        key = f"t{number}"
        under = draw(st.sampled_from(["", *(one.key for one in things)])) if kind is ThingKind.EMBELLISHMENT else ""
        if kind is ThingKind.PHOTO and wide > 1 and high > 1:
            things.append(matted(key, x + 0.125, y + 0.125, wide - 0.25, high - 0.25))
        else:
            group = "scatter-1" if kind is ThingKind.STAMP else ""
            things.append(thing(key, x, y, wide, high, kind, under=under or None, group=group))
    page = page_of(*things)
    layers = list(page.layers)
    for one in things:  # what is tucked lies right beneath what it is tucked under
        if one.under:
            layers.remove(one.key)
            layers.insert(layers.index(one.under), one.key)
    return replace(page, layers=tuple(layers))


class NothingBeforeWhatLiesBeneathIt(TestCase):
    @settings(max_examples=150)
    @given(pages(), SCHOOLS)
    def test_every_order_of_every_school(self, page, school):
        found = Assembly(page, StickTerms(school=school, works=(Work("1", WorkKind.PAINT),)))
        order = {key: number for number, key in enumerate(keys(found))}
        joined = {step.things[0]: order[step.key] for step in found.steps if step.kind is StepKind.ONTO}
        down = {key: order[step] for key, step in found.step_of.items()}
        self.assertEqual(set(down), {one.key for one in page.things}, "nothing is forgotten")
        for lies in found.lies:
            lower, upper = down[lies.lower], down[lies.upper]
            if lies.slips:
                self.assertGreater(lower, upper)
            elif lower == upper:  # lifted as one: stuck onto it before that is stuck anywhere
                self.assertLess(joined[lies.upper], joined.get(lies.lower, lower))
            else:
                self.assertLess(lower, upper)
        for key, number in down.items():
            if not page.thing(key).is_drawn:
                self.assertGreater(number, order["dry 1"])

    @settings(max_examples=60)
    @given(pages(), SCHOOLS, st.data())
    def test_a_move_is_made_or_says_why_and_what_must_be_still_is(self, page, school, data):
        before = Assembly(page, StickTerms(school=school))
        order = keys(before)
        key, place = data.draw(st.sampled_from(order)), data.draw(st.sampled_from([*order, None]))
        try:
            after = Assembly(page, moved(before, key, place))
        except BadInput as refused:
            self.assertGreater(len(str(refused)), 20)
            return
        self.assertEqual(sorted(keys(after)), sorted(order))
        self.assertEqual(broken_by(keys(after), after.musts), ())
        rest = [one for one in order if one != key]
        self.assertEqual([one for one in keys(after) if one != key], rest, "only what was moved moves")


class GlueGoes(TestCase):
    def glue(self, page, key, **terms):
        found = assembly(page, **terms)
        return glue_of(found, next(step for step in found.steps if step.key == key))[0]

    def test_ways_by_what_a_thing_is(self):
        for one, way, most in (
            (thing("a", 0, 0, 4, 4), GlueWay.ALL_OVER, 1.0),
            (thing("a", 0, 0, 0.25, 0.25, ThingKind.EMBELLISHMENT, is_dot=True), GlueWay.DOT, 0.3),
            (thing("a", 0, 0, 6, 0.125, ThingKind.EMBELLISHMENT, Material.TWINE), GlueWay.DOT, 0.05),
            (thing("a", 0, 0, 2, 2, ThingKind.EMBELLISHMENT, is_winged=True), GlueWay.BODY, 0.12),
            (thing("a", 0, 0, 2, 2, foam=True), GlueWay.FOAM, 0.8),
        ):
            found = self.glue(page_of(one), "stick a")
            self.assertIs(found.way, way)
            share = found.where.area / one.outline.area
            self.assertTrue(0 < share < most, (way, share))
            self.assertTrue(one.outline.contains(found.where))

    def test_her_way_wins(self):
        page = page_of(thing("a", 0, 0, 4, 4))
        found = self.glue(page, "stick a", glue={"a": GlueWay.MIDDLE})
        self.assertEqual(found.where.bounds, (INCH, INCH, 3 * INCH, 3 * INCH))

    def test_an_edge_stays_loose_where_something_slips_in(self):
        tag = thing("tag", 0, 1, 2, 1, ThingKind.EMBELLISHMENT, under="top")
        top = thing("top", 1.5, 0, 4, 4)
        loose = self.glue(page_of(tag, top), "stick top")
        self.assertEqual(loose.loose, ("tag",))
        self.assertEqual(loose.where.intersection(tag.outline).area, 0)
        firm = Assembly(page_of(tag, top), moved(assembly(page_of(tag, top)), "stick tag", "stick top"))
        step = next(step for step in firm.steps if step.key == "stick top")
        self.assertEqual(glue_of(firm, step)[0].loose, ())

    def test_between_mat_and_photo_it_is_the_photo_that_stays_loose(self):
        found = assembly()
        join = next(step for step in found.steps if step.key == "join photo")
        self.assertEqual(glue_of(found, join)[0].loose, ("label",))
        stick = next(step for step in found.steps if step.key == "stick photo")
        self.assertEqual(glue_of(found, stick)[0].loose, ())

    def test_over_an_empty_slot_nothing_is_glued(self):
        slot = box(0, 0, 4 * INCH, 4 * INCH)
        mat = replace(PHOTO, key="mat", parts=(part("mat", 0, 0, 4, 4), part("slot", 0, 0, 4, 4, is_empty=True)))
        page = AssemblyPage(
            12 * INCH, 12 * INCH, (mat, thing("tag", 3, 3, 2, 2)), ("mat", "slot", "tag"), (("slot", slot),)
        )
        found = self.glue(page, "stick tag")
        self.assertEqual(found.loose, ("a photo, later",))
        self.assertEqual(found.where.intersection(slot).area, 0)
        self.assertEqual(self.glue(page, "stick mat").loose, (), "the mat itself lies beneath it")

    def test_vellum_is_glued_only_where_it_is_covered(self):
        sheer = thing("sheer", 0, 0, 6, 6, material=Material.VELLUM)
        top = thing("top", 1, 1, 3, 3)
        found = self.glue(page_of(sheer, top), "stick sheer")
        self.assertIs(found.way, GlueWay.COVERED)
        self.assertTrue(top.outline.contains(found.where) and found.where.area > 0)
        bare = self.glue(page_of(sheer), "stick sheer")
        self.assertLess(bare.where.area, 0.01 * sheer.outline.area, "dots in the corners")

    def test_foam_evens_what_lies_across_two_heights(self):
        foot = thing("foot", 0, 0, 4, 4, foam=True)
        over = thing("over", 2, 0, 4, 4)
        found = self.glue(page_of(foot, over), "stick over")
        self.assertEqual([filler.height for filler in found.fillers], [height_of(foot)])
        self.assertTrue(found.fillers[0].where.bounds[0] >= 4 * INCH)
        flat = self.glue(page_of(replace(foot, foam=False), over), "stick over")
        self.assertEqual(flat.fillers, (), "a sheet of paper is no step")
        heights = list(heights_beneath(assembly(page_of(foot, over)), over))
        self.assertEqual([height for _, height in heights], [0, THICKNESS[Material.PAPER] + FOAM])
        self.assertAlmostEqual(sum(where.area for where, _ in heights), over.outline.area)

    def test_in_words(self):
        tag = thing("tag", 0, 1, 2, 1, ThingKind.EMBELLISHMENT, Material.WOOD, under="top")
        page = page_of(tag, thing("top", 1.5, 0, 4, 4, foam=True))
        words = " ".join(glue_tells(page, self.glue(page, "stick top"), Unit.IN))
        for told in ("On foam", "double-sided tape", "loose where tag slips in"):
            self.assertIn(told, words.replace("Double", "double"))
        wood = " ".join(glue_tells(page, self.glue(page, "stick tag"), Unit.IN))
        self.assertIn("follow the maker’s instructions", wood)

    def test_materials_by_name_and_thickness(self):
        """Common practice, no source."""
        for name, thickness, material in (
            ("wooden bird", 0, Material.WOOD), ("satin ribbon", 0, Material.FABRIC), ("brad", 0, Material.METAL),
            ("bees", 2 * MM, Material.CHIPBOARD), ("bees", MM // 2, Material.PAPER),
            ("baker’s twine", 0, Material.TWINE),
            ("vellum leaf", 3 * MM, Material.VELLUM), ("Embroidery", 0, Material.PAPER),
            ("boardwalk", 0, Material.PAPER),
            ("word sticker", 0, Material.STICKER),
        ):  # fmt: skip
            self.assertIs(material_of(name, thickness), material, name)


class Distances(TestCase):
    def told(self, page, key, *down):
        thing = page.thing(key)
        found = distances_of(page, thing, [page.thing(one) for one in down])
        return [distance_words(page, one, Unit.IN) for one in found], found

    def test_from_the_page_and_from_what_is_down(self):
        page = page_of(
            BAND, PHOTO, thing("beside", 5.375, 2, 3, 3), thing("on", 1.5, 6.25, 2, 1), thing("below", 1, 10, 2, 1)
        )
        for key, down, words in (
            ("band", (), ["from edge to edge, left and right", "3 in from the bottom edge"]),
            ("photo", ("band",), ["7/8 in from the left edge", "1 7/8 in from the top edge"]),
            ("beside", ("band", "photo"), ["1/4 in to the right of photo", "2 in from the top edge"]),
            ("on", ("band",), ["1 1/2 in from the left edge", "1/4 in from the top edge of band"]),
            ("below", ("band",), ["1 in from the left edge", "1 in from the bottom edge"]),
        ):
            self.assertEqual(self.told(page, key, *down)[0], words)

    def test_level_and_touching(self):
        page = page_of(thing("a", 4, 5, 2, 2), thing("b", 6, 5, 2, 2), thing("c", 6.5, 5, 2, 3))
        self.assertEqual(self.told(page, "b", "a")[0], ["right up against a", "its top level with that of a"])

    def test_over_the_edge_and_askew(self):
        page = page_of(thing("over", -0.25, 5, 3, 2), thing("askew", 2, 3, 2, 2, turn=500))
        self.assertEqual(self.told(page, "over")[0][0], "standing 1/4 in over the left edge")
        self.assertEqual(
            self.told(page, "askew")[0], ["its middle 3 in from the left edge", "its middle 4 in from the top edge"]
        )
        self.assertEqual(tilt_words(page.thing("askew")), "turned 5° clockwise")
        self.assertEqual(tilt_words(thing("a", 0, 0, 1, 1, turn=35_500)), "turned 5° anticlockwise")
        self.assertEqual(tilt_words(thing("a", 0, 0, 1, 1, turn=9_000)), "")

    def test_a_quarter_turn_swaps_the_sides(self):
        lying = Lying(2 * INCH, 4 * INCH, 4 * INCH, 2 * INCH, 9_000)
        self.assertEqual(ends_of(lying, Axis.X), (3 * INCH, 5 * INCH))
        self.assertEqual(ends_of(lying, Axis.Y), (3 * INCH, 7 * INCH))

    def test_a_t_square_sets_bands_across_half_the_page(self):
        for one, is_set in ((BAND, True), (replace(BAND, is_band=False), False),
                            (thing("short", 0, 0, 5, 1, is_band=True), False),
                            (thing("tall", 0, 0, 1, 6, is_band=True), True),
                            (thing("askew", 0, 0, 12, 1, is_band=True, turn=300), False)):  # fmt: skip
            self.assertEqual(is_strip(page_of(one), one), is_set, one.key)
        for one, words in ((BAND, "along its bottom edge, 3 in from the page’s bottom edge"),
                           (thing("tall", 2, 0, 1, 12, is_band=True), "along its left edge, 2 in")):  # fmt: skip
            self.assertIn(words, t_square_words(from_the_edge(page_of(one), one), Unit.IN))

    @given(pages())
    def test_every_distance_is_the_plan_s_to_the_grain(self, page):
        done = []
        for one in page.things:
            for distance in distances_of(page, one, done):
                low, high = ends_of(one.lying, distance.axis)
                at = {"left": low, "top": low, "right": high, "bottom": high, "middle": (low + high) // 2}
                whole = page.width if distance.axis is Axis.X else page.height
                other = next((thing for thing in done if thing.key == distance.of.thing), None)
                ends = ends_of(other.lying, distance.axis) if other else (0, whole)
                mark = ends[0] if distance.of.side in ("left", "top") else ends[1]
                self.assertEqual(distance.of.at, mark)
                if not distance.runs_off:
                    self.assertEqual(distance.length, abs(at[distance.edge] - mark))
                    self.assertEqual(distance.end - distance.begin, distance.length)
            done.append(one)


class Thick(TestCase):
    def test_layers_add_up_where_they_lie(self):
        bump = thing("bump", 4, 4, 2, 2, ThingKind.EMBELLISHMENT, Material.WOOD, foam=True)
        found = thickness_of(page_of(thing("a", 0, 0, 12, 12), bump))
        sheet = THICKNESS[Material.PAPER]
        self.assertEqual(found.most, 2 * sheet + THICKNESS[Material.WOOD] + FOAM)
        self.assertEqual(found.cells[0][0], 2 * sheet)
        self.assertTrue(4 * INCH < found.x < 6 * INCH and 4 * INCH < found.y < 6 * INCH)
        self.assertEqual(found.makers, ("bump", "a"))
        saves = {one.words: one.saves for one in found.flatter}
        self.assertEqual(saves["bump: glued flat instead of on foam"], FOAM)
        self.assertTrue(any("cut from paper" in words for words in saves))
        self.assertGreater(found.most, found.usual)

    def test_ink_is_flat_and_an_empty_slot_is_nothing(self):
        stamp = thing("s", 0, 0, 12, 12, ThingKind.STAMP)
        self.assertEqual(thickness_of(page_of(stamp)).most, THICKNESS[Material.PAPER])
        empty = replace(PHOTO, parts=(PHOTO.parts[0], replace(PHOTO.parts[1], is_empty=True)))
        self.assertEqual(thickness_of(page_of(empty)).most, 2 * THICKNESS[Material.PAPER])


class Afterwards(TestCase):
    def test_what_is_left_to_do(self):
        stuck = {one.key: one.lying for each in (BAND, PHOTO) for one in each.parts}
        found = assembly(stuck=stuck)
        ways = {chance.way: chance for chance in what_is_left(found, "band")}
        self.assertEqual(ways[WayOn.LIFT].things, ("photo",))
        self.assertIn("photo lies on band: that comes up first", ways[WayOn.LIFT].words)
        self.assertEqual(set(ways[WayOn.COVER].things), {"title", "label", "star"})
        photo = {chance.way: chance for chance in what_is_left(found, "photo")}
        self.assertIn("never a solvent", photo[WayOn.LIFT].words)
        self.assertIn("3 pieces that are not down yet", photo[WayOn.MOVE_REST].words)

    def test_loose_edges_take_something(self):
        stuck = {"band": BAND.lying}
        ways = [one.way for one in what_is_left(assembly(stuck=stuck, glue={"band": GlueWay.MIDDLE}), "band")]
        self.assertIn(WayOn.TUCK, ways)
        self.assertNotIn(WayOn.TUCK, [one.way for one in what_is_left(assembly(stuck=stuck), "band")])

    def test_done_is_what_lies_stuck(self):
        found = assembly(stuck={"band": BAND.lying, "m photo": PHOTO.lying}, done=frozenset({"lay"}))
        self.assertEqual([step.key for step in found.steps if found.is_done(step)], ["lay", "stick band"])
        self.assertEqual(
            {kind for kind in StepKind if kind in PUTS_DOWN}, {StepKind.STICK, StepKind.SLIP, StepKind.GROUP}
        )


class InWords(TestCase):
    def test_each_step_says_what_is_done(self):
        works = (Work("1", WorkKind.INK_EDGES, "band"), Work("2", WorkKind.PAINT))
        found = assembly(works=works)
        self.assertEqual(
            [step_title(PAGE, step) for step in found.steps],
            [
                "Lay everything loose", "Take it off onto a tray", "Ink the edges of band", "Paint the background",
                "Let the page dry", "Stick band", "Stick photo on its mat", "Stick photo", "Stick title",
                "Slip label under photo", "Stick star", "Weigh it down until it is dry",
            ],
        )  # fmt: skip
        for step in found.steps:
            for words in step_tells(found, step):
                self.assertTrue(words.endswith("."), words)

    def test_heat_and_needles_come_with_their_cautions(self):
        for kind, words in ((WorkKind.EMBOSS, "burns"), (WorkKind.STITCH, "needle")):
            found = assembly(works=(Work("1", kind),))
            step = next(step for step in found.steps if step.kind is StepKind.WORK)
            self.assertIn(words, " ".join(step_tells(found, step)))

    def test_a_frame_and_what_stands_over(self):
        frame = thing("frame", -1, 0, 6, 6, is_frame=True, pieces=2)
        found = assembly(page_of(frame))
        words = " ".join(step_tells(found, found.steps[2]))
        for told in ("one corner", "stands over", "2 pieces"):
            self.assertIn(told, words)

    def test_thickness_is_told_in_the_page_s_unit(self):
        for height, unit, words in (
            (3 * MM // 10, Unit.IN, "1/64 in"), (1, Unit.IN, "1/64 in"), (INCH // 8, Unit.IN, "1/8 in"),
            (3 * MM // 10, Unit.MM, "0.3 mm"), (2 * MM, Unit.MM, "2 mm"),
        ):  # fmt: skip
            self.assertEqual(thick_words(height, unit), words)

    def test_names_in_a_sentence(self):
        for names, words in (((), ""), (("a",), "a"), (("a", "b"), "a and b"), (("a", "b", "c"), "a, b and c")):
            self.assertEqual(listed(names), words)

    def test_round_things_are_glued_inside(self):
        round_ = replace(
            thing("r", 0, 0, 2, 2, ThingKind.EMBELLISHMENT), parts=(replace(part("r", 0, 0, 2, 2),
            outline=Point(INCH, INCH).buffer(INCH)),)
        )  # fmt: skip
        found = assembly(page_of(round_))
        glued = glue_of(found, next(step for step in found.steps if step.key == "stick r"))[0]
        self.assertTrue(round_.outline.contains(glued.where))
