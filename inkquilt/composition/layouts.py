"""A page at work as it is judged and decorated: everything that lies on it, as far as it is known."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import lru_cache
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.balance.weight import chroma_of
from inkquilt.colour import Rgb, difference, lab, read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.papers import PaperChoice
from inkquilt.composition.pictures import Pictures, on_page
from inkquilt.composition.stories import Story, as_it_lies, pieces_spent
from inkquilt.composition.surroundings import Tones, WritingIn, story_shapes
from inkquilt.layout import Layout, PaperSeen, PhotoSeen, TitleSeen, WordsSeen
from inkquilt.paper.pieces import paper_of
from inkquilt.photos.cover import PlacedPhoto, area_on_page
from inkquilt.photos.tones import ToneGrid, TonesOnPage
from inkquilt.sketch.model import Block, Role
from inkquilt.words.legible import outline_of

#: So many colours of a photo are told beside its mean.
_MOST_COLOURS: Final = 6
#: Cells of colours this near to each other show one colour, and a colour counts that so many cells show.
_ONE_COLOUR: Final = 12.0
_LEAST_CELLS: Final = 3
_COLOURFUL: Final = 15.0
#: A colour of a print that fills less is not seen from a step away.
_SEEN_SHARE: Final = 0.15
#: What is taken of a photo that has no file to look at.
_USUAL_DETAIL: Final = 0.3
#: A letter that is not set yet takes this part of its step.
_LETTER: Final = 0.9
#: A card on the page, before any is chosen.
_CARD: Final = Rgb(255, 253, 248)


def layout_of(document: PageDocument, pictures: Pictures, tones: Tones, writing_in: WritingIn, ink: Rgb) -> Layout:
    """Return everything that lies on a page; ``ink`` is that of a title that is not set yet."""
    papers = {
        block.id: paper_seen(document.cuts.papers[letter])
        for block in document.blocks
        if (letter := paper_of(block)) in document.cuts.papers
    }
    placed = on_page(document, pictures).placed
    blocks = {block.id: block for block in document.blocks}
    photos = {
        slot: photo_seen(blocks[slot], one, tones.get(document.photos[slot].photo)) for slot, one in placed.items()
    }
    titles = {
        block.id: title_seen(block, document, ink)
        for block in document.blocks
        if block.role is Role.TITLE and document.titles.get(block.id)
    }
    words = tuple(_words(document, writing_in))
    spent = tuple(pieces_spent(document.stories.values()))
    return Layout(
        document.page, document.blocks, document.accents, papers, photos, titles, words, document.leads, spent
    )  # fmt: skip


def paper_seen(choice: PaperChoice) -> PaperSeen:
    """Return how a chosen paper looks: the colours that are seen from a step away, the main one first."""
    shown = choice.look.shown
    colours = tuple(one.colour for one in shown if one.share >= _SEEN_SHARE) or (shown[0].colour,)
    return PaperSeen(colours, choice.kind, choice.busyness)


def photo_seen(block: Block, placed: PlacedPhoto, grid: ToneGrid | None) -> PhotoSeen:
    """Return how a photo looks in its slot; one without a file only says what matters in it."""
    focal = tuple(area_on_page(block, placed, area) for area in placed.areas if area.matters)
    if grid is None:
        return PhotoSeen((), _USUAL_DETAIL, focal)
    shown = TonesOnPage.of(block, placed, grid)
    return PhotoSeen((grid.colour, *main_colours(grid.colours)), grid.mean_detail, focal, shown)


@lru_cache(maxsize=256)
def main_colours(tones: tuple[Rgb, ...]) -> tuple[Rgb, ...]:
    """Return the colours a photo shows beside its mean, the most seen first; remembered, for it never changes."""
    groups: list[tuple[Rgb, int]] = []
    for colour in tones:
        near = next(
            (n for n, (other, _) in enumerate(groups) if difference(lab(colour), lab(other)) < _ONE_COLOUR), None
        )
        if near is None:
            groups.append((colour, 1))
        else:
            groups[near] = (groups[near][0], groups[near][1] + 1)
    shown = sorted((g for g in groups if g[1] >= _LEAST_CELLS and chroma_of(g[0]) > _COLOURFUL), key=lambda g: -g[1])
    return tuple(colour for colour, _ in shown[:_MOST_COLOURS])


def title_seen(block: Block, document: PageDocument, ink: Rgb) -> TitleSeen:
    """Return a title letter by letter; one that is not set yet as equal letters over its place."""
    set_ = document.lettering.get(block.id)
    centre = block.x + block.width / 2, block.y + block.height / 2
    if set_ is None:
        text = "".join(document.titles[block.id].split())
        step = block.width / max(1, len(text))
        boxes = [
            (character, box(block.x + n * step, block.y, block.x + (n + _LETTER) * step, block.y + block.height))
            for n, character in enumerate(text)
        ]
        return TitleSeen(ink, tuple((c, _turned(shape, block.turn, centre)) for c, shape in boxes))
    letters = []
    for one in set_.letters:
        x, y = centre[0] + one.x, centre[1] + one.y
        shape = box(x, y, x + one.size.width, y + one.size.height)
        letters.append((one.character, _turned(shape, set_.turn + block.turn, centre)))
    return TitleSeen(read_colour(set_.colour), tuple(letters))


def _turned(shape: BaseGeometry, turn: int, centre: tuple[float, float]) -> BaseGeometry:
    return affinity.rotate(shape, turn / 100, origin=centre) if turn else shape


def _words(document: PageDocument, writing_in: WritingIn) -> Iterator[WordsSeen]:
    for name, story in document.stories.items():
        if story.sheet is not None:
            yield WordsSeen(name, box(0, 0, 0, 0))
            continue
        lying = as_it_lies(story, document.blocks)
        shapes = list(story_shapes(lying, writing_in)) if lying else []
        if lying and shapes:
            pitch = writing_in(story).pitch
            lines = [outline_of(replace(line.span, length=line.width), pitch) for line in lying.lines if line.text]
            yield WordsSeen(name, unary_union(shapes), _card_colours(lying), unary_union(lines) if lines else None)


def _card_colours(story: Story) -> tuple[Rgb, ...]:
    return tuple(dict.fromkeys(read_colour(one.colour) if one.colour else _CARD for one in story.grounds))
