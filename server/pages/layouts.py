"""A page of its owner as the core judges and decorates it."""

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
from inkquilt.composition.stories import Story, as_it_lies
from inkquilt.layout import Layout, PaperSeen, PhotoSeen, TitleSeen, WordsSeen
from inkquilt.photos.cover import PlacedPhoto, area_on_page
from inkquilt.photos.tones import TonesOnPage
from inkquilt.sketch import Block, Role
from inkquilt.words.legible import outline_of
from server.pages.journaling import writing_in
from server.pages.photos_on_page import on_page
from server.pages.surroundings import papers_beneath, story_shapes
from server.photos.models import Photo
from server.photos.tones import tones_of
from server.words.lettering import FONT_COLOUR

#: So many colours of a photo are told beside its mean.
_MOST_COLOURS: Final = 6
#: Cells of colours this near to each other show one colour, and a colour counts that so many cells show.
_ONE_COLOUR: Final = 12.0
_LEAST_CELLS: Final = 3
_COLOURFUL: Final = 15.0


def layout_of(document: PageDocument, pictures: dict[int, Photo]) -> Layout:
    """Return everything that lies on a page as far as it is known."""
    papers = {name: PaperSeen((one.colour,), one.kind) for name, one in papers_beneath(document).items()}
    placed = on_page(document, pictures).placed
    blocks = {block.id: block for block in document.blocks}
    photos = {slot: _photo(blocks[slot], one, pictures[document.photos[slot].photo]) for slot, one in placed.items()}
    titles = {
        block.id: _title(block, document)
        for block in document.blocks
        if block.role is Role.TITLE and document.titles.get(block.id)
    }
    words = tuple(_words(document))
    return Layout(document.page, document.blocks, document.accents, papers, photos, titles, words, document.leads)


def _photo(block: Block, placed: PlacedPhoto, photo: Photo) -> PhotoSeen:
    tones = tones_of(photo)
    focal = tuple(area_on_page(block, placed, area) for area in placed.areas if area.matters)
    if tones is None:
        return PhotoSeen((), 0.3, focal)
    shown = TonesOnPage.of(block, placed, tones)
    return PhotoSeen((tones.colour, *_colours(tones.colours)), tones.mean_detail, focal, shown)


@lru_cache(maxsize=256)
def _colours(tones: tuple[Rgb, ...]) -> tuple[Rgb, ...]:
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


def _title(block: Block, document: PageDocument) -> TitleSeen:
    """Return a title letter by letter; one that is not set yet as equal letters over its place."""
    set_ = document.lettering.get(block.id)
    centre = block.x + block.width / 2, block.y + block.height / 2
    if set_ is None:
        text = "".join(document.titles[block.id].split())
        step = block.width / max(1, len(text))
        boxes = [
            (character, box(block.x + n * step, block.y, block.x + (n + 0.9) * step, block.y + block.height))
            for n, character in enumerate(text)
        ]
        return TitleSeen(read_colour(FONT_COLOUR), tuple((c, _turned(shape, block.turn, centre)) for c, shape in boxes))
    letters = tuple(
        (
            one.character,
            _turned(
                box(
                    centre[0] + one.x,
                    centre[1] + one.y,
                    centre[0] + one.x + one.size.width,
                    centre[1] + one.y + one.size.height,
                ),
                set_.turn + block.turn,
                centre,
            ),
        )
        for one in set_.letters
    )
    return TitleSeen(read_colour(set_.colour), letters)


def _turned(shape: BaseGeometry, turn: int, centre: tuple[float, float]) -> BaseGeometry:
    return affinity.rotate(shape, turn / 100, origin=centre) if turn else shape


def _words(document: PageDocument) -> Iterator[WordsSeen]:
    for name, story in document.stories.items():
        lying = as_it_lies(story, document.blocks) if story.sheet is None else None
        if story.sheet is not None:
            yield WordsSeen(name, box(0, 0, 0, 0))
        elif lying is not None:
            shapes = list(story_shapes(lying))
            if shapes:
                pitch = writing_in(story).pitch
                lines = [outline_of(replace(line.span, length=line.width), pitch) for line in lying.lines if line.text]
                written = unary_union(lines) if lines else None
                yield WordsSeen(name, unary_union(shapes), _card_colours(lying), written)


def _card_colours(story: Story) -> tuple[Rgb, ...]:
    return (Rgb(255, 253, 248),) if story.grounds else ()
