"""One scale of type sizes and one of distances: no style sheet says a size of its own."""

import re
from pathlib import Path
from unittest import TestCase

STYLES = Path(__file__).parents[2] / "web" / "src" / "styles"
TOKENS = STYLES / "_tokens.scss"
#: What says how far apart things are; offsets of things laid over others are measured, not spaced.
SPACED = re.compile(r"(?<![-\w])(?:margin|padding|gap|row-gap|column-gap)(?:-[a-z]+)*:\s*([^;]+);")
TYPED = re.compile(r"font-size:\s*([^;]+);")
#: Room kept free at the foot of a screen for a bar that is fixed there, and patches pulled over each other.
OTHERS = {"5rem", "-29px", "-38px"}
MOST_TYPE_SIZES, MOST_DISTANCES = 8, 8


class Scale(TestCase):
    def test_the_scale_is_small(self):
        text = TOKENS.read_text("utf-8")
        self.assertLessEqual(len(re.findall(r"^\$type-\w+:", text, re.MULTILINE)), MOST_TYPE_SIZES)
        self.assertLessEqual(len(re.findall(r"^\$space-\d+:", text, re.MULTILINE)), MOST_DISTANCES)

    def test_every_size_and_distance_is_of_it(self):
        for path in sorted(STYLES.glob("*.scss")):
            if path == TOKENS:
                continue
            text = path.read_text("utf-8")
            for size in TYPED.findall(text):
                with self.subTest(path.name, size=size):
                    self.assertRegex(size, r"^(\$type-[a-z]+|inherit|[\d.]+em)$")
            for value in SPACED.findall(text):
                for part in value.split():
                    if "(" in value or part in OTHERS:
                        continue
                    with self.subTest(path.name, value=value):
                        self.assertRegex(part, r"^(-?\$(space-\d|target)|0|auto|inherit|!important|-?[\d.]+(em|vh|%))$")
