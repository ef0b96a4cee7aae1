"""Everything that lies on a page and how it looks: blocks, embellishments, papers, photos, letters, words.

This is what a page is judged, decorated and changed by. Mappings are by block; what is not known is left out
and never guessed at.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Final

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb
from inkquilt.embellishments import Accent
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role

#: So much of a place kept for a cluster is covered by a piece that takes it. Common practice, no source.
ROOM_TAKEN: Final = 1 / 50


@dataclass(frozen=True, slots=True)
class PaperSeen:
    """How a paper looks: its colours, the main one first, and what is printed on it."""

    colours: tuple[Rgb, ...]
    kind: PaperKind


@dataclass(frozen=True, slots=True)
class PhotoSeen:
    """How a photo looks: its colours, the mean first, its detail from 0 to 1, and where on the page it matters."""

    colours: tuple[Rgb, ...]
    detail: float
    focal: tuple[BaseGeometry, ...] = ()


@dataclass(frozen=True, slots=True)
class TitleSeen:
    """A title that is written: its ink, and the outline of each letter on the page with what it is."""

    ink: Rgb
    letters: tuple[tuple[str, BaseGeometry], ...]


@dataclass(frozen=True, slots=True)
class WordsSeen:
    """Words on the page, or their card; ``colours`` are those of the card, none for words straight on the page.

    ``written`` is where the writing itself is, None where that is not known.
    """

    key: str
    outline: BaseGeometry
    colours: tuple[Rgb, ...] = ()
    written: BaseGeometry | None = None

    @property
    def kept(self) -> BaseGeometry:
        """What nothing may lie over."""
        return self.outline if self.written is None else self.written


@dataclass(frozen=True, slots=True)
class Layout:
    """Everything that lies on a page. Mappings are by block; ``lead`` is the element that has the place of honour."""

    page: Page
    blocks: tuple[Block, ...]
    accents: tuple[Accent, ...] = ()
    papers: Mapping[str, PaperSeen] = field(default_factory=dict)
    photos: Mapping[str, PhotoSeen] = field(default_factory=dict)
    titles: Mapping[str, TitleSeen] = field(default_factory=dict)
    words: tuple[WordsSeen, ...] = ()
    lead: str | None = None

    @property
    def whole(self) -> BaseGeometry:
        """The page."""
        return box(0, 0, self.page.width, self.page.height)

    @property
    def focal(self) -> Iterator[tuple[str, BaseGeometry]]:
        """What matters in the photos, with the slot of each."""
        for slot, photo in self.photos.items():
            for area in photo.focal:
                yield slot, area


def room_filled(accent: Accent, blocks: Iterable[Block]) -> str | None:
    """Return the place kept for a cluster that a piece takes: it reaches into it, so that no other cluster goes there.

    What is scattered takes none.
    """
    if accent.is_scattered:
        return None
    for block in blocks:
        if block.role is Role.CLUSTER:
            room = outline_on_page(block)
            if room.intersection(accent.outline).area > ROOM_TAKEN * room.area:
                return block.id
    return None
