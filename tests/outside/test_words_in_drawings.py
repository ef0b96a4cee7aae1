"""Words in an SVG: titles, stories, what shapes are. Where words stand is SVG's (SVG 2, "text-anchor"; from memory)."""

from unittest import TestCase

from inkquilt.lengths import INCH
from inkquilt.sketch.model import Role
from inkquilt_io.svg_in import SvgFaults, read_svg

HEAD = '<svg xmlns="http://www.w3.org/2000/svg" width="12in" height="12in" viewBox="0 0 12 12">'
PHOTO = '<rect id="photo-1" x="1" y="1" width="4" height="6"/>'
TITLE = '<text x="1" y="9" font-size="1">Kite day</text>'
STORY = (
    '<text x="6" y="10" font-size=".3"><tspan x="6" y="10">We went up the hill</tspan>'
    '<tspan x="6" dy=".4">when the wind came</tspan><tspan x="6" dy=".4">and stayed till dusk.</tspan></text>'
)


def read(body):
    found = read_svg(f"{HEAD}{body}</svg>".encode(), "x")
    return found.draft.sketch.blocks, [remark.message for remark in found.remarks]


def roles(body):
    return {block.id: block.role for block in read(body)[0]}


class Titles(TestCase):
    def test_the_largest_words_are_the_title_and_sentences_are_the_story(self):
        blocks, remarks = read(PHOTO + STORY + TITLE)
        by = {block.role: block for block in blocks}
        title, story = by[Role.TITLE], by[Role.JOURNALING]
        # From the top of tall letters to below the line; as wide as the letters run.
        self.assertLess(title.y, 9 * INCH)
        self.assertGreater(title.y + title.height, 9 * INCH)
        self.assertEqual(title.x, INCH)
        self.assertTrue(3 * INCH < title.width < 6 * INCH, title.width / INCH)
        # Three lines, each told from the one before: from above 10 to below 10.8.
        self.assertLess(story.y, 10 * INCH)
        self.assertTrue(10.8 * INCH < story.y + story.height < 11.1 * INCH, (story.y + story.height) / INCH)
        self.assertTrue(any("“Kite day” was taken for the title" in words for words in remarks), remarks)
        self.assertTrue(any("We went up the hill" in words and "the story" in words for words in remarks), remarks)

    def test_what_stands_for_the_title_where_no_words_or_several_are_large(self):
        for told, body, expected in (
            ("a long text alone is a story", STORY, {"journaling": Role.JOURNALING}),
            ("few words alone are the title", TITLE, {"title": Role.TITLE}),
            ("two of one size are none", TITLE + '<text x="6" y="3" font-size="1">Hello</text>', {}),
            ("a line that says title is it", TITLE + '<text x="6" y="1" font-size=".4">title</text>',
             {"title": Role.TITLE}),
            ("hidden words are not there", TITLE.replace("<text ", '<text display="none" '), {}),
            ("a size says nothing", '<text x="1" y="9" font-size=".4">4 x 6 in</text>', {}),
            ("neither do no letters", '<text x="1" y="9" font-size="0">Kite day</text>', {}),
        ):  # fmt: skip
            with self.subTest(told):
                self.assertEqual(roles(PHOTO + body), {"photo-1": Role.PHOTO, **expected})

    def test_few_small_words_beside_a_title_are_left_out_and_told(self):
        blocks, remarks = read(PHOTO + TITLE + '<text x="9" y="11" font-size=".3">June 2026</text>')
        self.assertEqual(len(blocks), 2)
        self.assertIn("“June 2026” is in the drawing, and was left out.", remarks)

    def test_words_are_anchored_at_their_start_middle_or_end(self):
        for anchor, part in (("start", 0), ("middle", 0.5), ("end", 1)):
            with self.subTest(anchor):
                body = f'<text x="6" y="9" font-size=".5" text-anchor="{anchor}">Kite day</text>'
                (title,) = [block for block in read(PHOTO + body)[0] if block.role is Role.TITLE]
                self.assertAlmostEqual((title.x + part * title.width) / INCH, 6, delta=0.01)

    def test_a_group_moves_its_words_and_a_turn_turns_them(self):
        moved = f'<g transform="translate(6 -1) scale(.5)">{TITLE}</g>'
        (title,) = [block for block in read(PHOTO + moved)[0] if block.role is Role.TITLE]
        self.assertEqual(title.x, round(6.5 * INCH))
        self.assertTrue(3 * INCH < title.y < 3.5 * INCH)
        tilted = TITLE.replace("<text ", '<text transform="rotate(10 1 9)" ')
        (title,) = [block for block in read(PHOTO + tilted)[0] if block.role is Role.TITLE]
        self.assertAlmostEqual(title.turn, 1000, delta=5)


class Labels(TestCase):
    def test_words_in_a_shape_say_what_it_is(self):
        for words, role in (
            ("photo", Role.PHOTO), ("Photo 2", Role.PHOTO), ("4x6 photo", Role.PHOTO), ("title here", Role.TITLE),
            ("Journaling", Role.JOURNALING), ("STORY", Role.JOURNALING), ("cluster", Role.CLUSTER), ("Tag", Role.TAG),
        ):  # fmt: skip
            with self.subTest(words):
                shape = '<rect id="a" x="6" y="5" width="5" height="5"/>'
                label = f'<text x="7" y="7.5" font-size=".4">{words}</text>'
                blocks, remarks = read(PHOTO + shape + label)
                self.assertEqual({block.id: block.role for block in blocks}["a"], role)
                self.assertEqual((len(blocks), remarks), (2, []))

    def test_what_the_file_says_of_a_shape_stands_before_the_words_in_it(self):
        label = '<text x="2" y="4" font-size=".4">title</text>'
        self.assertEqual(roles(PHOTO + label), {"photo-1": Role.PHOTO})

    def test_words_lying_over_a_photo_are_not_lost_and_those_of_a_title_are_its_own(self):
        over = '<text x="1.2" y="4" font-size="1">Kite day</text>'
        self.assertEqual(roles(PHOTO + over)["title"], Role.TITLE)
        place = '<rect id="title-1" x="5.5" y="8" width="6" height="1.5"/>'
        words = '<text x="6" y="9" font-size="1">Kite day</text>'
        self.assertEqual(roles(PHOTO + place + words), {"photo-1": Role.PHOTO, "title-1": Role.TITLE})

    def test_a_card_for_the_story_becomes_it_and_a_panel_keeps_words_lying_on_it(self):
        card = '<rect id="a" x="5.8" y="9.5" width="4" height="1.6"/>'
        self.assertEqual(roles(PHOTO + TITLE + card + STORY)["a"], Role.JOURNALING)
        panel = '<rect id="a" x="5.5" y="3" width="6.4" height="8.5"/>'
        there = roles(PHOTO + TITLE + panel + STORY)
        self.assertEqual(there["journaling"], Role.JOURNALING)
        self.assertIsNot(there["a"], Role.JOURNALING)


class Hostile(TestCase):
    def test_words_without_end_and_places_that_are_none(self):
        many = '<text x="1" y="9" font-size=".1">a b c d</text>' * 3000
        self.assertLess(len(read(PHOTO + many)[0]), 200)
        long = f'<text x="1" y="9" font-size=".2">{"word " * 5000}</text>'
        self.assertEqual(roles(PHOTO + long)["journaling"], Role.JOURNALING)
        for place in ('x="1e308" y="1e308" font-size="1e308"', 'x="1" y="9" font-size="nonsense"'):
            with self.subTest(place):
                try:
                    read(PHOTO + f"<text {place}>Kite day</text>")
                except SvgFaults as refused:
                    self.assertTrue(refused.faults[0].message)
