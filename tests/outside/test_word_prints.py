"""Printed words measured in the file itself, with pypdf: cut lines at true size, long strips turned or split."""

import io
import re

from django.test import SimpleTestCase
from pypdf import PdfReader

from inkquilt.lengths import INCH, MM
from inkquilt.sketch.model import POLYGON_PARTS, Part, Size
from inkquilt.words.flow import Span, WrittenLine, prose
from inkquilt.words.script import hand
from inkquilt.words.stories import Ground
from inkquilt_io.lettering import HANDWRITING, drawn_size, measured, text_font
from inkquilt_io.print_values import SheetSize
from inkquilt_io.shapes import PrintedStory
from inkquilt_io.words_pdf import words_pdf

FONT = text_font("Figtree", 24)
NAVY = (34, 52, 92)


def drawn(story, sheet=SheetSize.LETTER):
    """The pages of a print: each with the sizes of its cut lines in points, and its text without spaces."""
    pages = []
    for page in PdfReader(io.BytesIO(words_pdf("Roof", [story], sheet))).pages:
        content = page.get_contents().get_data().decode("latin-1")
        boxes = re.findall(r"(?:^|\s)[-\d.]+ [-\d.]+ ([-\d.]+) ([-\d.]+) re", content)
        sizes = {(round(abs(float(w)), 1), round(abs(float(h)), 1)) for w, h in boxes}
        pages.append((sizes, re.sub(r"\s", "", page.extract_text()), content))
    return pages


def line(text, x=0, y=0, script=FONT):
    """A line as it is written."""
    return WrittenLine(text, Span(x, y, script.width(text)), script.width(text))


class WordPrintTests(SimpleTestCase):
    def test_a_card_is_printed_at_its_true_size_in_points(self):
        card = Ground(INCH, INCH, Size(3 * INCH, 2 * INCH))
        ((sizes, text, _),) = drawn(PrintedStory(FONT, NAVY, (line("eleven jars", 2 * INCH, 2 * INCH),), (card,)))
        self.assertIn((216.0, 144.0), sizes)  # 72 points to the inch
        self.assertIn("elevenjars", text)

    def test_an_outline_is_printed_with_its_contour(self):
        half = POLYGON_PARTS // 2
        diamond = (Part(half, 0), Part(POLYGON_PARTS, half), Part(half, POLYGON_PARTS), Part(0, half))
        ground = Ground(INCH, INCH, Size(4 * INCH, 2 * INCH), outline=diamond)
        story = PrintedStory(FONT, NAVY, (line("jars", 2 * INCH, 2 * INCH),), (ground,))
        ((sizes, text, content),) = drawn(story)
        self.assertNotIn((288.0, 144.0), sizes)
        corners = [tuple(map(float, pair)) for pair in re.findall(r"([-\d.]+) ([-\d.]+) [ml]\b", content)]
        for corner in ((144, 0), (288, -72), (144, -144), (0, -72)):
            self.assertIn(corner, corners)
        self.assertIn("jars", text)

    def test_a_hand_is_drawn_as_wide_as_it_was_measured(self):
        # The browser and this file draw one font: widths as fontTools reads them.
        for characters, line_ in ((42, 6), (60, 6), (30, 4)):
            script = hand("h", "hand", characters, line_ * INCH, INCH // 4)
            face = measured(HANDWRITING)
            text = prose(60)
            wide = sum(face.widths[one] for one in text) * drawn_size(script) / face.em
            with self.subTest(characters=characters):
                self.assertAlmostEqual(wide / script.width(text), 1, delta=0.03)
        self.assertEqual(drawn_size(FONT), FONT.em)

    def test_a_metric_card_too(self):
        card = Ground(0, 0, Size(76 * MM, 102 * MM))
        ((sizes, _, _),) = drawn(PrintedStory(FONT, NAVY, (), (card,)), SheetSize.A4)
        self.assertIn((round(76 / 25.4 * 72, 1), round(102 / 25.4 * 72, 1)), sizes)

    def test_a_strip_of_nine_inches_is_turned_and_one_of_eighteen_split_between_words_with_nothing_lost(self):
        for inches, parts in ((9, 1), (18, 2)):
            text = prose(200)
            while FONT.width(text) > inches * INCH:
                text = text.rpartition(" ")[0]
            wide = FONT.width(text)
            strip = Ground(0, 0, Size(wide + INCH // 4, FONT.pitch + INCH // 8))
            pages = drawn(PrintedStory(FONT, NAVY, (line(text, INCH // 8, INCH // 16),), (strip,)))
            told = "".join(page[1] for page in pages)
            if parts == 1:
                self.assertIn("".join(text.split()), told)
                self.assertRegex(pages[0][2], r"\b0 -1 1 0 [\d.]+ [\d.]+ cm")  # a quarter turn
            else:
                self.assertEqual(told.count("partof") + told.count("part1of2") + told.count("part2of2"), 2)
                for word in text.split():
                    self.assertIn(word, told)

    def test_in_a_hand_only_the_lines_to_write_on_are_printed(self):
        script = hand("h", "hand", 40, 4 * INCH, INCH // 4)
        card = Ground(0, 0, Size(4 * INCH, INCH))
        ((_, text, content),) = drawn(PrintedStory(script, NAVY, (line("secret", 0, 0, script),), (card,)))
        self.assertNotIn("secret", text)
        self.assertRegex(content, r" l S| l\s+S")

    def test_more_cards_than_a_sheet_takes_go_on_to_the_next(self):
        cards = tuple(Ground(0, n * 5 * INCH, Size(7 * INCH, 4 * INCH)) for n in range(5))
        pages = drawn(PrintedStory(FONT, NAVY, (), cards))
        self.assertEqual([len([s for s in sizes if s == (504.0, 288.0)]) for sizes, _, _ in pages], [1, 1, 1])
