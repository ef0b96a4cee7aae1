"""A page at work as papers see it, and the papers dealt to it as one change."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from types import MappingProxyType
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.balance.surfaces import SeenSurface, VisiblePart, see
from inkquilt.balance.weight import visible_of
from inkquilt.colour import ColourShare, Rgb, read_colour
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.composition.wishes import wishes_on
from inkquilt.cutting.pieces import CutWishes, pieces_to_cut
from inkquilt.cutting.terms import cells_seen
from inkquilt.errors import CoreError
from inkquilt.layout import Layout, PhotoSeen
from inkquilt.paper.pieces import paper_of
from inkquilt.papering.places import PageOfPapers, Patch, PhotoPatch, page_of
from inkquilt.photos.tones import CELLS
from inkquilt.sketch.model import CUT_FROM_PAPER, Block, Size

#: The cells along the edges of a photo's coarse grid.
_EDGE_CELLS: Final = [
    number for number in range(CELLS * CELLS)
    if number // CELLS in (0, CELLS - 1) or number % CELLS in (0, CELLS - 1)
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class PapersSeen:
    """A page as papers see it, and what is cut from each of its papers, by letter."""

    page: PageOfPapers
    pieces: Mapping[str, tuple[Size, ...]]


def papers_seen(
    document: PageDocument,
    layout: Layout,
    colours: Mapping[int, tuple[ColourShare, ...]],
    names: Mapping[int, str] = MappingProxyType({}),
) -> PapersSeen:
    """Return a page as papers see it; ``colours`` are those of its photos, ``names`` what they are called, by number.

    Words straight on the page are no paper; what lies behind openings and windows keeps the paper it has.
    """
    own = {block.id for block in document.blocks}
    # One looks through a title: it hides no paper, and is read against it.
    surfaces = [one for one in see(layout) if one.key in own and one.part is not VisiblePart.TITLE]
    whole = layout.whole
    shown = visible_of([one.outline.intersection(whole) for one in surfaces])
    wishes = wishes_on(document).wishes
    pieces = _pieces(document, wishes)
    blocks = {block.id: block for block in document.blocks}
    patches: list[Patch] = []
    photos: list[PhotoPatch] = []
    for order, (seen, visible) in enumerate(zip(surfaces, shown, strict=True)):
        block = blocks[seen.key]
        if seen.part is VisiblePart.PHOTO:
            photos.append(_photo(block, visible, document, layout, colours, names))
        elif block.role in CUT_FROM_PAPER and pieces.get(paper_of(block)):
            patches += _patches(block, seen, visible, order, document, wishes)
    page = page_of(patches, photos, document.page.width, document.page.height)
    also = tuple(dict.fromkeys((*_inks(layout), *(one.what.colours[0] for one in layout.accents))))
    written = tuple(_written(document, layout, patches, page))
    return PapersSeen(replace(page.with_pieces(pieces), also=also, written=written), pieces)


#: Letters are read against a paper that lies under so much of them.
_BENEATH: Final = 0.15


def _written(
    document: PageDocument, layout: Layout, patches: list[Patch], page: PageOfPapers
) -> Iterator[tuple[int, Rgb]]:
    """Yield the places that titles lie on, and cards that are written on, each with the colour of the letters."""
    letters = {place.letter: number for number, place in enumerate(page.places)}
    for title in layout.titles.values():
        whole = unary_union([outline for _, outline in title.letters])
        for patch in patches:
            if whole.area and patch.shown.intersection(whole).area > _BENEATH * whole.area:
                yield letters[patch.letter], title.ink
    for story in document.stories.values():
        for patch in patches:
            if patch.block == story.block:
                yield letters[patch.letter], read_colour(story.colour)


def _inks(layout: Layout) -> Iterator[Rgb]:
    """Yield the colours of what is written as a title."""
    yield from (title.ink for title in layout.titles.values())


def _pieces(document: PageDocument, wishes: CutWishes) -> dict[str, tuple[Size, ...]]:
    """Return what is cut from each paper; where a row is too long to be cut, its pieces as they are drawn."""
    listed = cut_list(document)
    try:
        cut = pieces_to_cut(listed, wishes)
    except CoreError:
        return {group.paper: tuple(piece.size for piece in group.pieces) for group in listed.papers}
    return {letter: tuple(piece.size for piece in several) for letter, several in cut.items()}


def _patches(
    block: Block, seen: SeenSurface, visible: BaseGeometry, order: int, document: PageDocument, wishes: CutWishes
) -> Iterator[Patch]:
    across = block.id in document.cuts.across
    cells = list(cells_seen(block, paper_of(block), wishes))
    if not cells:
        yield Patch(
            paper_of(block), block.id, block.name, block.role, visible, order, block.size, block.turn != 0, across
        )
        return
    centre = (block.x + block.width / 2, block.y + block.height / 2)
    for cell in cells:
        piece = cell.block
        place = box(piece.x, piece.y, piece.x + piece.width, piece.y + piece.height)
        lying = affinity.rotate(place, block.turn / 100, origin=centre) if block.turn else place
        size = Size(piece.width, piece.height)
        shown = visible.intersection(lying)
        yield Patch(cell.paper, block.id, block.name, block.role, shown, order, size, block.turn != 0, across)


def _photo(
    block: Block,
    visible: BaseGeometry,
    document: PageDocument,
    layout: Layout,
    colours: Mapping[int, tuple[ColourShare, ...]],
    names: Mapping[int, str],
) -> PhotoPatch:
    placed = document.photos.get(block.id)
    shares = colours.get(placed.photo, ()) if placed else ()
    name = names.get(placed.photo, "") if placed else ""
    return PhotoPatch(block.id, visible, shares, _edge(layout.photos.get(block.id)), name)


def _edge(photo: PhotoSeen | None) -> Rgb | None:
    """Return the mean colour along a photo's edges, where it is known."""
    if photo is None or photo.shown is None:
        return photo.colours[0] if photo and photo.colours else None
    cells = [photo.shown.tones.colours[number] for number in _EDGE_CELLS]
    return Rgb(*(round(sum(channel) / len(cells)) for channel in zip(*cells, strict=True)))
