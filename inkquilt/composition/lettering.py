"""A title as it was set, kept in the page's document: every letter from the centre of its block.

Kept as it was set, so that a page looks the same after its letter sheet is used up; a
title that is typed anew is set anew.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from inkquilt.lengths import Grains
from inkquilt.sketch import Block
from inkquilt.sketch.model import Size
from inkquilt.words import Alphabet, TitlePlace, TitleSetting, settings_of
from inkquilt.words.alphabets import FONT_KEY


@dataclass(frozen=True, slots=True)
class SetLetter:
    """One letter's box, from the centre of the block."""

    character: str
    x: Grains
    y: Grains
    size: Size


@dataclass(frozen=True, slots=True)
class TitleLettering:
    """A title's letters, how the whole is turned, their colour, and the shipped font they are of, if they are.

    ``lines``, ``alphabets`` and ``way`` are how it was set, and ``place`` the size of the block it was set in: so
    that it can be set anew in another one. Titles of old have none.
    """

    letters: tuple[SetLetter, ...]
    turn: int
    colour: str
    font: str = ""
    way: str = ""
    lines: tuple[str, ...] = ()
    alphabets: tuple[str, ...] = ()
    place: Size | None = None


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
    return TitleLettering(
        letters,
        setting.turn,
        colour,
        font,
        setting.way.value,
        tuple(line.text for line in setting.lines),
        tuple(line.alphabet for line in setting.lines),
        block.size,
    )


def lettered_anew(
    set_: TitleLettering, block: Block, alphabets: Sequence[Alphabet], most: int = 100
) -> TitleLettering | None:
    """Return a title set again in the same lines, letters and way where its block has another size, or None."""
    chosen = [alphabet for alphabet in alphabets if alphabet.key in set_.alphabets]
    if not set_.lines or not chosen or set_.place == block.size:
        return None
    wanted = (set_.way, set_.lines, set_.alphabets)
    for setting in settings_of(" ".join(set_.lines), TitlePlace(block.size), chosen, most):
        told = tuple(line.text for line in setting.lines), tuple(line.alphabet for line in setting.lines)
        if setting.fits and (setting.way.value, *told) == wanted:
            return lettering_from(setting, block, set_.colour)
    return None


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
