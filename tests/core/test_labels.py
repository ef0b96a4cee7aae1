"""Words on labels, die cuts and drawn outlines; and what is cut for words beside the page's own pieces."""

from dataclasses import replace
from unittest import TestCase

from inkquilt.colour import Rgb
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import WORDS
from inkquilt.composition.labels import Writable, labels_of
from inkquilt.composition.stored import read_document, write_document
from inkquilt.composition.stories import pieces_spent, set_anew, story_of
from inkquilt.composition.wishes import cutting_terms
from inkquilt.embellishments import Embellishment, EmbellishmentKind, Form, corners_of_form, left_of
from inkquilt.fit.request import Die
from inkquilt.lengths import INCH, Unit
from inkquilt.paper import pieces_of
from inkquilt.sketch.model import Part, Shape, Size
from inkquilt.words.flow import prose
from inkquilt.words.journaling import journal_ways
from inkquilt.words.legible import outline_of
from inkquilt.words.rooms import ROUND
from inkquilt.words.script import hand
from inkquilt.words.stories import JournalPage, JournalWay
from tests.building import page_of, row, sketch_of
from tests.core.test_composition import DOCUMENT

#: Ten characters to the inch, lines a quarter of an inch apart.
HAND = hand("h", "a hand", 10, INCH, INCH // 4)
BASE = EmbellishmentKind.BASE
SHAPES = (JournalWay.LABEL, JournalWay.DIE, JournalWay.OUTLINE)


def owned(name, wide, high, form=Form.LABEL, kind=BASE, **more):
    size = Size(round(wide * INCH), round(high * INCH))
    return Embellishment(name, name, kind, form, size, (Rgb(246, 238, 216),), **more)


def names(owned_, dies=(), left=None):
    left = left_of(owned_, ()) if left is None else left
    return [(label.way, label.name) for label in labels_of(Writable(tuple(owned_), tuple(dies)), left, Unit.IN)]


class Writables(TestCase):
    def test_which_of_her_things_are_written_on(self):
        for one, there in [
            (owned("kraft", 3, 2), True),
            (owned("least", 1.5, 1), True),
            (owned("narrow", 1.49, 1), False),
            (owned("low", 1.5, 0.99), False),
            (owned("a bee", 3, 2, kind=EmbellishmentKind.MAIN), False),
            (owned("says", 3, 2, text="hello"), False),
        ]:
            with self.subTest(one.name):
                self.assertEqual((JournalWay.LABEL, f"“{one.name}”") in names([one]), there)
        self.assertNotIn((JournalWay.LABEL, "“kraft”"), names([owned("kraft", 3, 2)], left={"kraft": 0}))

    def test_the_largest_six_and_what_her_dies_cut(self):
        many = [owned(f"n{wide}", wide, 2) for wide in range(2, 10)]
        dies = [Die(Shape.CIRCLE, Size(3 * INCH, 3 * INCH)), Die(Shape.RECT, Size(INCH, INCH)),
                Die(Shape.TRIANGLE, Size(4 * INCH, 4 * INCH))]  # fmt: skip
        found = names(many, dies)
        self.assertEqual([name for way, name in found if way is JournalWay.LABEL], [f"“n{n}”" for n in range(9, 3, -1)])
        self.assertEqual([name for way, name in found if way is JournalWay.DIE], ["a circle of 3 in"])
        self.assertEqual(sum(way is JournalWay.OUTLINE for way, _ in found), 3)

    def test_outlines_are_those_of_the_forms_in_their_box(self):
        for form in Form:
            corners = corners_of_form(form)
            one = owned("x", 2, 1, form)
            drawn = replace(one, outline=corners)
            with self.subTest(form):
                self.assertTrue(all(0 <= part <= 10_000 for corner in corners for part in corner))
                self.assertLess(one.shape.symmetric_difference(drawn.shape).area / one.shape.area, 0.02)


class OnLabels(TestCase):
    def ways(self, *blocks, text="the bees came home", things=(), dies=()):
        labels = tuple(labels_of(Writable(tuple(things), tuple(dies)), left_of(things, ()), Unit.IN))
        on = JournalPage(sketch_of(*blocks).blocks, page_of("12", "12"), INCH // 8, labels=labels)
        return [
            one for one in journal_ways(text, HAND, on) if one.way.value.startswith(("on a l", "on a p", "in a dr"))
        ]

    def test_every_line_lies_within_the_outline_of_what_it_is_written_on(self):
        found = self.ways(
            row("p", "photo", 0, 0, 12, 6), things=[owned("kraft", 4, 3), owned("round", 3, 3, Form.ROUND)],
            dies=[Die(Shape.CIRCLE, Size(4 * INCH, 4 * INCH))], text=prose(6),
        )  # fmt: skip
        self.assertEqual(len(found), 2 + 1 + 3)
        for way in found:
            (ground,) = way.grounds
            self.assertTrue(way.lines, way.where)
            for line in way.lines:
                outside = outline_of(line.span, HAND.pitch).difference(ground.shape)
                self.assertLess(outside.area, line.span.length, way.where)
            left, top, right, bottom = ground.shape.bounds
            self.assertGreaterEqual((left, top), (INCH // 4, 6 * INCH))
            self.assertLessEqual((right, bottom), (12 * INCH - INCH // 4,) * 2)

    def test_a_label_keeps_its_size_lies_in_the_middle_and_knows_what_it_is(self):
        way = next(
            one
            for one in self.ways(row("j", "journaling", 1, 1, 5, 4), things=[owned("kraft", 3, 2)])
            if one.way is JournalWay.LABEL and one.block == "j"
        )
        (ground,) = way.grounds
        self.assertEqual((ground.x, ground.y, ground.size), (2 * INCH, 2 * INCH, Size(3 * INCH, 2 * INCH)))
        self.assertEqual((ground.piece, ground.colour), ("kraft", "#f6eed8"))

    def test_what_is_too_large_for_every_place_is_not_offered(self):
        for wide, there in [(5.25, True), (5.26, False)]:
            blocks = (row("p", "photo", 0, 0, 12, 8), row("q", "photo", 5.5, 8, 6.5, 4))
            with self.subTest(wide):
                found = self.ways(*blocks, things=[owned("kraft", wide, 2)])
                self.assertEqual(any(one.way is JournalWay.LABEL for one in found), there)

    def test_a_heart_is_not_drawn_out(self):
        (heart,) = [one for one in self.ways(row("p", "photo", 0, 0, 12, 8)) if "heart" in one.where]
        self.assertEqual(heart.grounds[0].size.width, heart.grounds[0].size.height)


class CutList(TestCase):
    """What is cut for words."""

    def written(self, *ways, text="one two three four five six seven eight nine ten"):
        """The page with stories written in these ways, each a way and the words of where."""
        document = DOCUMENT
        for number, (way, where) in enumerate(ways):
            on = JournalPage(document.blocks, document.page, document.grid)
            setting = next(one for one in journal_ways(text, HAND, on) if one.way is way and where in one.where)
            story = story_of(text, setting, "#22345c", None, document.blocks)
            document = replace(document, stories={**document.stories, f"words-{number + 1}": story})
        return document

    def for_words(self, document):
        groups = {group.paper: group.pieces for group in cut_list(document).papers}
        unit = INCH
        return [(one.name, one.size.width / unit, one.size.height / unit) for one in groups.get(WORDS, ())]

    def test_what_each_way_needs_is_cut(self):
        for way, where, pieces in [
            (JournalWay.FLAP_SMALL, "", [("flap for words", 3, 4)]),
            (JournalWay.FLAP_LARGE, "", [("flap for words", 4, 6)]),
            (JournalWay.FLAP_PHOTO, "over photo q", [("flap for words", 3, 3)]),
            (JournalWay.BOOKLET, "", [("booklet for words, to be folded", 6, 4)]),
            (JournalWay.POCKET, "", [("card for words", 3.75, 5.75)]),
            (JournalWay.NEXT_PAGE, "", []),
            (JournalWay.GAP, "", []),
            # The card that was drawn is one of the page's own pieces.
            (JournalWay.CARD, "journaling", []),
        ]:
            with self.subTest(way, where=where):
                self.assertEqual(self.for_words(self.written((way, where))), pieces)

    def test_strips_are_cut_one_by_one_and_the_card_beneath_them_is_not(self):
        document = self.written((JournalWay.STRIPS, "journaling"))
        strips = self.for_words(document)
        self.assertEqual(len(strips), len(document.stories["words-1"].grounds))
        self.assertTrue(all(name == "strip of words" for name, *_ in strips))
        cut = {piece.block for group in cut_list(document).papers for piece in group.pieces}
        self.assertEqual(({"j"} & cut, "j" in pieces_of(document.blocks).numbers), (set(), True))
        self.assertIn("j", {piece.block for group in cut_list(DOCUMENT).papers for piece in group.pieces})

    def test_words_have_the_numbers_after_the_pages_own_and_one_paper(self):
        document = self.written((JournalWay.BOOKLET, ""), (JournalWay.FLAP_SMALL, ""))
        own = pieces_of(document.blocks).numbers
        group = cut_list(document).papers[-1]
        self.assertEqual([one.number for one in group.pieces], [len(own) + 1, len(own) + 2])
        self.assertIn(WORDS, document.letters)
        self.assertNotIn(WORDS, DOCUMENT.letters)

    def test_a_label_of_hers_is_spent_not_cut(self):
        kraft = owned("kraft", 3, 2, count=2)
        label = next(labels_of(Writable((kraft,)), {"kraft": 2}, Unit.IN))
        on = JournalPage(DOCUMENT.blocks, DOCUMENT.page, DOCUMENT.grid, labels=(label,))
        setting = next(one for one in journal_ways("a bee", HAND, on) if one.way is JournalWay.LABEL)
        story = story_of("a bee", setting, "#22345c", None, DOCUMENT.blocks)
        document = replace(DOCUMENT, stories={"words-1": story})
        self.assertEqual(self.for_words(document), [])
        self.assertEqual(left_of([kraft], (), pieces_spent(document.stories.values())), {"kraft": 1})
        self.assertEqual(read_document(write_document(document)), document)

    def test_a_cutting_run_goes_by_what_is_cut_not_by_what_is_written(self):
        for way, changes in [(JournalWay.FLAP_SMALL, False), (JournalWay.STRIPS, True)]:
            short, long = (self.written((way, ""), text=prose(count)) for count in (4, 20))
            with self.subTest(way):
                self.assertEqual(cutting_terms(short) != cutting_terms(long), changes)
        self.assertNotEqual(cutting_terms(DOCUMENT), cutting_terms(self.written((JournalWay.BOOKLET, ""))))

    def test_a_story_set_anew_stays_on_its_own_label(self):
        things = (owned("first", 2, 1), owned("second", 2, 1))
        labels = tuple(labels_of(Writable(things), left_of(things, ()), Unit.IN))
        on = JournalPage(DOCUMENT.blocks, DOCUMENT.page, DOCUMENT.grid, labels=labels)
        setting = next(one for one in journal_ways("a bee", HAND, on) if "“second” in journaling" in one.where)
        story = replace(story_of("a bee", setting, "#22345c", None, DOCUMENT.blocks), filled=Size(1, 1))
        self.assertEqual(set_anew(story, on, lambda _: HAND).grounds[0].piece, "second")

    def test_a_round_card_is_cut_round(self):
        self.assertEqual(ROUND[0], Part(10_000, 5_000))
        document = self.written((JournalWay.SHAPED, "a circle"), text="a bee")
        self.assertEqual(cut_list(document).papers[-1].pieces[0].shape, Shape.CIRCLE)
