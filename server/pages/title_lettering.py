"""A title as it was set, kept in the page's document: every letter from the centre of its block.

Kept as it was set, so that a page looks the same after its letter sheet is used up; a
title that is typed anew is set anew.
"""

from dataclasses import dataclass
from typing import Any, Self

from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.sketch import Block
from inkquilt.sketch.model import Size
from inkquilt.words import TitleSetting
from inkquilt_io.lettering import FONT_KEY


@dataclass(frozen=True, slots=True)
class SetLetter:
    """One letter's box, from the centre of the block."""

    character: str
    x: Grains
    y: Grains
    size: Size


@dataclass(frozen=True, slots=True)
class TitleLettering:
    """A title's letters, how the whole is turned, their colour, and the shipped font they are of, if they are."""

    letters: tuple[SetLetter, ...]
    turn: int
    colour: str
    font: str = ""

    def written(self, unit: Unit) -> dict[str, Any]:
        """Return it as JSON data."""
        return {
            "turn": self.turn,
            "colour": self.colour,
            "font": self.font,
            "letters": [
                [one.character, *(json_length(v, unit) for v in (one.x, one.y, one.size.width, one.size.height))]
                for one in self.letters
            ],
        }

    @classmethod
    def read(cls, row: dict[str, Any], unit: Unit) -> Self:
        """Read it."""
        letters = []
        for character, *numbers in row["letters"]:
            x, y, width, height = (read_number(number, unit).grains for number in numbers)
            letters.append(SetLetter(str(character), x, y, Size(width, height)))
        return cls(tuple(letters), int(row["turn"]), str(row["colour"]), str(row.get("font", "")))


def lettering_from(setting: TitleSetting, block: Block, colour: str) -> TitleLettering:
    """Return a setting as it is kept."""
    middle = Size(block.width // 2, block.height // 2)
    letters = tuple(
        SetLetter(letter.character, letter.x - middle.width, letter.y - middle.height, letter.size)
        for line in setting.lines
        for letter in line.letters
    )
    fonts = {line.alphabet.removeprefix(FONT_KEY) for line in setting.lines if line.alphabet.startswith(FONT_KEY)}
    font = fonts.pop() if len(fonts) == len({line.alphabet for line in setting.lines}) == 1 else ""
    return TitleLettering(letters, setting.turn, colour, font)


def sticks_out(lettering: TitleLettering, block: Block) -> bool:
    """Tell whether letters that lie straight no longer fit their block, which was fitted anew since."""
    if lettering.turn:
        return False
    half_wide, half_high = block.width // 2 + 1, block.height // 2 + 1
    return any(
        one.x < -half_wide
        or one.x + one.size.width > half_wide
        or one.y < -half_high
        or one.y + one.size.height > half_high
        for one in lettering.letters
    )


def lettering_answer(lettering: TitleLettering, unit: Unit) -> dict[str, Any]:
    """Return what a board draws."""
    grains = unit.grains
    return {
        "turn": lettering.turn / 100,
        "colour": lettering.colour,
        "font": lettering.font,
        "letters": [
            {
                "character": one.character,
                "x": one.x / grains,
                "y": one.y / grains,
                "width": one.size.width / grains,
                "height": one.size.height / grains,
            }
            for one in lettering.letters
        ],
    }
