"""Whether a title can be read on what lies beneath it, letter by letter, and what to lay under it.

Each letter is held against every paper its box touches enough to matter, and against what of a photo is right
beneath it, the nearest in tone to the ink. Two papers under one title are the classic trouble; a plain strip, a
label or a row of circles beneath mends it.
Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.colour import LARGE_LETTERS, Rgb, contrast, difference, lab
from inkquilt.lengths import INCH, Grains
from inkquilt.photos.cover import outline_on_page
from inkquilt.photos.tones import TonesOnPage
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Role, Size
from inkquilt.words.alphabets import Alphabet
from inkquilt.words.title import LetterPlace, TitlePlace, TitleSetting, settings_in, settings_of

#: A paper counts for a letter when so much of the letter's box lies on it.
TOUCHES: Final = 0.08
#: What is laid under a title stands out by this on every side.
_BEYOND: Final[Grains] = INCH // 4
#: and is cut in sizes of whole steps.
_STEP: Final[Grains] = INCH // 8


@dataclass(frozen=True, slots=True)
class LetterContrast:
    """One letter on one paper: the contrast ratio and the CIEDE2000 difference; ``paper`` is the block's id."""

    letter: int
    character: str
    paper: str
    contrast: float
    difference: float

    @property
    def is_readable(self) -> bool:
        """Whether large letters can be read."""
        return self.contrast >= LARGE_LETTERS


class UnderlayKind(Enum):
    """What can be laid under a title."""

    STRIP = "strip"
    LABEL = "label"
    CIRCLES = "circles"


@dataclass(frozen=True, slots=True)
class Underlay:
    """Something to lay under a title: its place on the page, and of circles how many."""

    kind: UnderlayKind
    x: Grains
    y: Grains
    size: Size
    count: int = 1


@dataclass(frozen=True, slots=True)
class Readability:
    """Every letter on every paper beneath it, and what to lay under the title where some cannot be read."""

    letters: tuple[LetterContrast, ...]
    underlays: tuple[Underlay, ...] = ()

    @property
    def worst(self) -> LetterContrast | None:
        """The letter that is hardest to read."""
        return min(self.letters, key=lambda one: one.contrast, default=None)

    @property
    def is_readable(self) -> bool:
        """Whether every letter can be read."""
        return all(one.is_readable for one in self.letters)


#: Tells the colours of a block that a region of the page meets, none where they are not known.
ColoursUnder = Callable[[str, BaseGeometry], Sequence[Rgb]]


@dataclass(frozen=True, slots=True)
class Grounds:
    """What a title may lie on: the blocks, and as far as they are known the colours of papers and photos by block.

    ``tucked`` is what was laid right under the title, by its key, which is in ``papers`` too.
    """

    blocks: tuple[Block, ...]
    papers: Mapping[str, Rgb]
    photos: Mapping[str, TonesOnPage]
    tucked: tuple[tuple[str, BaseGeometry], ...] = ()

    def colours_under(self, name: str, region: BaseGeometry) -> tuple[Rgb, ...]:
        """Return the colours of a piece under a region of the page."""
        if name in self.photos:
            return self.photos[name].colours_under(region, TOUCHES)
        return (self.papers[name],) if name in self.papers else ()


@dataclass(frozen=True, slots=True)
class TitlesRead:
    """Ways to set a title, and how each can be read."""

    ways: tuple[TitleSetting, ...]
    reading: tuple[Readability, ...]


def titles_read(
    text: str,
    title: Block,
    alphabets: Sequence[Alphabet],
    inks: Mapping[str, Rgb],
    grounds: Grounds,
    most: int,
    chosen: str = "",
) -> TitlesRead:
    """Return the best ways to set a text in a title's place, in the alphabet that was ``chosen`` if one was.

    ``inks`` by alphabet. Raises ``CoreError``.
    """
    place, own = TitlePlace(title.size), [one for one in alphabets if one.key == chosen]
    ways = settings_in(text, place, own, alphabets, most) if own else settings_of(text, place, alphabets, most)
    reading = tuple(
        readability(title, way, inks[way.lines[0].alphabet], grounds.blocks, grounds.colours_under, grounds.tucked)
        for way in ways
    )
    return TitlesRead(ways, reading)


def readability(
    title: Block,
    setting: TitleSetting,
    ink: Rgb,
    blocks: Sequence[Block],
    colours_under: ColoursUnder,
    tucked: Sequence[tuple[str, BaseGeometry]] = (),
) -> Readability:
    """Hold a title against what lies beneath it; ``tucked`` is what was laid right under it, by its key."""
    beneath = _beneath(title, blocks, tucked)
    found = []
    places = [letter for line in setting.lines for letter in line.letters]
    for number, letter in enumerate(places):
        outline = letter_outline(title, setting, letter)
        for paper, shown in beneath:
            part = outline.intersection(shown)
            if part.area < TOUCHES * outline.area:
                continue
            colour = min(colours_under(paper, part), key=lambda met: contrast(ink, met), default=None)
            if colour is not None:
                found.append(
                    LetterContrast(
                        number, letter.character, paper, contrast(ink, colour), difference(lab(ink), lab(colour))
                    )
                )
    letters = tuple(found)
    unreadable = not all(one.is_readable for one in letters)
    return Readability(letters, tuple(_underlays(title, setting)) if unreadable else ())


def _beneath(
    title: Block, blocks: Sequence[Block], tucked: Sequence[tuple[str, BaseGeometry]]
) -> list[tuple[str, BaseGeometry]]:
    """Return what shows beneath the title of each piece that lies under it."""
    stacked = sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level))
    lower = stacked[: stacked.index(title)]
    shown = list(tucked)
    covered: BaseGeometry | None = unary_union([outline for _, outline in tucked]) if tucked else None
    for block in reversed(lower):
        if block.role not in CUT_FROM_PAPER and block.role is not Role.PHOTO:
            continue
        outline = outline_on_page(block)
        shown.append((block.id, outline if covered is None else outline.difference(covered)))
        covered = outline if covered is None else covered.union(outline)
    return shown


def letter_outline(title: Block, setting: TitleSetting, letter: LetterPlace) -> BaseGeometry:
    """Return the box of a letter as it lies on the page."""
    here = box(
        title.x + letter.x,
        title.y + letter.y,
        title.x + letter.x + letter.size.width,
        title.y + letter.y + letter.size.height,
    )
    centre = (title.x + title.width / 2, title.y + title.height / 2)
    return affinity.rotate(here, (setting.turn + title.turn) / 100, origin=centre)


def _underlays(title: Block, setting: TitleSetting) -> list[Underlay]:
    """Return a strip, a label and a row of circles, in the middle of the title."""
    size = setting.size if abs(setting.turn) != 9_000 else setting.size.swapped()
    centre_x, centre_y = title.x + title.width // 2, title.y + title.height // 2

    def around(wide: Grains, high: Grains) -> tuple[Grains, Grains, Size]:
        wide, high = (-(-side // _STEP) * _STEP for side in (wide, high))
        return centre_x - wide // 2, centre_y - high // 2, Size(wide, high)

    wide, high = size.width + 2 * _BEYOND, size.height + 2 * _BEYOND
    strip = Underlay(UnderlayKind.STRIP, *around(wide, size.height + _BEYOND))
    label = Underlay(UnderlayKind.LABEL, *around(wide, high))
    across = min(wide, high)
    count = max(1, -(-max(wide, high) // (across * 9 // 10)))
    return [strip, label, Underlay(UnderlayKind.CIRCLES, *around(wide, high), count)]
