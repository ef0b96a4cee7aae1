"""One walk over a fitted page for everything that draws it: SVG, PDF, and a recording fake in tests.

A ``Canvas`` receives shapes from the bottom layer up, in grains from the page's
top left corner, y downward.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Protocol

from inkquilt.cutting.pieces import CutWishes
from inkquilt.cutting.terms import cells_seen, windows_seen
from inkquilt.embellishments import Accent
from inkquilt.lengths import Grains, Unit, format_nearest
from inkquilt.page import Fold
from inkquilt.paper import paper_of
from inkquilt.photos import Crop
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch.geometry import Vertex, drawn_outline, opening_outlines
from inkquilt.sketch.model import Size
from inkquilt.words.flow import WrittenLine
from inkquilt.words.script import Script
from inkquilt.words.stories import Ground
from inkquilt_io.look import Colour, colour_of, tint_of, tints_of


@dataclass(frozen=True, slots=True)
class Outline:
    """A block's outline: its unturned corners, or a circle when there are none, and how it is turned.

    ``openings`` are the corners of what is cut out of it.
    """

    block: Block
    corners: tuple[Vertex, ...]
    openings: tuple[tuple[Vertex, ...], ...] = ()

    @property
    def centre(self) -> tuple[float, float]:
        """The point it is turned about."""
        return self.block.x + self.block.width / 2, self.block.y + self.block.height / 2

    @property
    def degrees(self) -> float:
        """Clockwise turn."""
        return self.block.turn / 100


@dataclass(frozen=True, slots=True)
class Picture:
    """A photo to show in a slot: an upright picture file and the part of it that shows."""

    path: str
    crop: Crop


@dataclass(frozen=True, slots=True)
class DrawnLetter:
    """One letter of a title that was set: its box from the centre of the block."""

    character: str
    x: Grains
    y: Grains
    size: Size


@dataclass(frozen=True, slots=True)
class DrawnTitle:
    """A title in its letters: how the whole is turned, their colour, and the shipped font, if they are of one."""

    letters: tuple[DrawnLetter, ...]
    turn: int
    colour: Colour
    font: str


@dataclass(frozen=True, slots=True)
class PrintedStory:
    """A story to print: its script and ink, its lines and cards, or the size of a sheet of its own."""

    script: Script
    colour: Colour
    lines: tuple[WrittenLine, ...]
    grounds: tuple[Ground, ...] = ()
    sheet: Size | None = None


@dataclass(frozen=True, slots=True)
class FittedPage:
    """What there is to draw: the page, its blocks, photos and titles by block id, words and embellishments."""

    name: str
    width: Grains
    height: Grains
    unit: Unit
    blocks: tuple[Block, ...]
    pictures: dict[str, Picture]
    titles: dict[str, str]
    numbers: dict[str, int]
    #: What is asked of single pieces: rows and windows are drawn as they are.
    wishes: CutWishes = field(default_factory=CutWishes)
    fold: Fold | None = None
    letters: dict[str, DrawnTitle] = field(default_factory=dict)
    stories: tuple[PrintedStory, ...] = ()
    accents: tuple[Accent, ...] = ()
    #: How embellishments look that were photographed, by their key: WebP.
    things: Mapping[str, bytes] = field(default_factory=dict)
    #: Blocks of which only the place is there: words lie straight on the page, a cluster where one was drawn.
    bare: frozenset[str] = frozenset()


class Canvas(Protocol):
    """What a drawing is made on."""

    def paper(self, outline: Outline, colour: Colour, of: str) -> None:
        """A piece of paper; ``of`` is its letter."""

    def photo(self, outline: Outline, picture: Picture | None) -> None:
        """A photo, or its empty slot."""

    def words(self, outline: Outline, text: str) -> None:
        """A title with its text, or its empty place."""

    def journaling(self, outline: Outline, colour: Colour) -> None:
        """A place to write."""

    def cluster(self, outline: Outline) -> None:
        """Room for embellishments."""

    def lettered(self, outline: Outline, title: DrawnTitle) -> None:
        """A title in its letters."""

    def story(self, story: PrintedStory) -> None:
        """Words with their cards."""

    def embellishment(self, accent: Accent) -> None:
        """An embellishment as it lies."""

    def note(self, outline: Outline, text: str) -> None:
        """A piece's number and size, to be read beside or on it."""


def walk(page: FittedPage, canvas: Canvas, notes: bool = True) -> None:
    """Draw a page on a canvas, bottom layer first, then the notes on top of all."""
    tints = tints_of(page.blocks)
    outlines = [
        Outline(block, drawn_outline(block) if block.shape is not Shape.CIRCLE else (), opening_outlines(block))
        for block in sorted(page.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    ]
    there = {outline.block.id for outline in outlines}
    for outline in outlines:
        block = outline.block
        for accent in page.accents:
            if accent.under == block.id:
                canvas.embellishment(accent)
        if block.id in page.bare and not page.titles.get(block.id):
            continue
        match block.role:
            case Role.PHOTO:
                canvas.photo(outline, page.pictures.get(block.id))
            case Role.TITLE if block.id in page.letters:
                canvas.lettered(outline, page.letters[block.id])
            case Role.TITLE:
                canvas.words(outline, page.titles.get(block.id, ""))
            case Role.JOURNALING:
                canvas.journaling(outline, tint_of(block, tints))
            case Role.CLUSTER:
                canvas.cluster(outline)
            case _:
                for piece, paper in _parts(page, outline):
                    canvas.paper(piece, colour_of(paper, tints), paper)
    for story in page.stories:
        canvas.story(story)
    for accent in page.accents:
        if accent.under not in there:
            canvas.embellishment(accent)
    if notes:
        for outline in outlines:
            number = page.numbers.get(outline.block.id)
            if number is not None and outline.block.role is not Role.MAT:
                size = outline.block.size
                text = f"{number}: {format_nearest(size.width, page.unit)} × {format_nearest(size.height, page.unit)}"
                canvas.note(outline, text)


def _parts(page: FittedPage, outline: Outline) -> Iterator[tuple[Outline, str]]:
    """Yield what a piece of paper is drawn as, each with its paper: the pieces of a row, or itself with its windows.

    A window one looks through is drawn white. Tilted pieces are drawn whole.
    """
    block = outline.block
    cells = [] if block.turn else list(cells_seen(block, paper_of(block), page.wishes))
    for number, seen in enumerate(cells, 1):
        one = seen.block
        moved = replace(one, id=f"{block.id}-{number}", x=one.x + block.x, y=one.y + block.y)
        yield Outline(moved, drawn_outline(moved)), seen.paper
    if cells:
        return
    yield outline, paper_of(block)
    windows = () if block.turn else page.wishes.windows.get(block.id, ())
    if not block.turn:
        for opening, letter in sorted(page.wishes.behind.get(block.id, {}).items()):
            shown = replace(block, id=f"{block.id}-opening-{opening + 1}", openings=())
            yield Outline(shown, outline.openings[opening]), letter
    for number, window in enumerate(windows_seen(block, windows, page.fold), 1):
        place = window.place
        shown = block.placed(block.x + place.x, block.y + place.y, place.size)
        shown = replace(shown, id=f"{block.id}-window-{number}")
        yield Outline(shown, drawn_outline(shown)), window.backing or "white"
