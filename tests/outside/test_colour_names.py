"""The words for colours against names that many people gave them.

The published list is the XKCD colour survey of 2010 (949 names for which at least a hundred of 222,500 people agreed;
public domain), as matplotlib carries it.
"""

import re

from django.test import SimpleTestCase
from matplotlib.colors import XKCD_COLORS

from inkquilt.colour import Family, colour_name, family_of, read_colour

#: What the words of the lists mean here; those that name no family are left out.
WORDS = {
    **{family.value: {family} for family in Family},
    "gray": {Family.GREY}, "violet": {Family.PURPLE, Family.PINK}, "turquoise": {Family.TEAL},
    "magenta": {Family.PINK}, "lavender": {Family.PURPLE}, "maroon": {Family.RED}, "mustard": {Family.YELLOW},
    "olive": {Family.YELLOW, Family.GREEN}, "aqua": {Family.TEAL}, "cyan": {Family.TEAL},
    "tan": {Family.BROWN}, "navy": {Family.BLUE}, "gold": {Family.YELLOW}, "cobalt": {Family.BLUE},
}  # fmt: skip
ENDINGS = {"ish": "", "y": "", "ey": "", "ply": "ple", "pley": "ple", "plish": "ple"}


def families_in(name: str) -> set[Family]:
    """Return the families that a name speaks of: "greenish blue" of three, for between two lies a third."""
    found: set[Family] = set()
    for word in re.split(r"[ /']+", name):
        stems = {word} | {word.removesuffix(end) + put for end, put in ENDINGS.items() if word.endswith(end)}
        stems |= {stem[:-1] for stem in stems if stem.endswith("dd")} | {stem + "e" for stem in stems}
        for stem in stems:
            found |= WORDS.get(stem, set())
    if {Family.BLUE, Family.GREEN} <= found:
        found.add(Family.TEAL)
    if {Family.RED, Family.PURPLE} <= found:
        found.add(Family.PINK)
    if {Family.YELLOW, Family.BROWN} <= found or {Family.GREEN, Family.BROWN} <= found:
        found |= {Family.YELLOW}  # mustard, olive
    return found


class ColourNamesAreThoseOfPeopleTests(SimpleTestCase):
    def test_the_survey_s_names_are_of_the_same_family(self) -> None:
        """Nine of ten of more than six hundred names that speak of a colour family."""
        names = {name.removeprefix("xkcd:"): hexed for name, hexed in XKCD_COLORS.items()}
        asked = {name: hexed for name, hexed in names.items() if families_in(name)}
        off = [
            (name, colour_name(colour))
            for name, hexed in asked.items()
            if family_of(colour := read_colour(hexed)) not in families_in(name)
        ]
        self.assertGreater(len(asked), 600)
        self.assertLess(len(off), len(asked) / 10, off)
