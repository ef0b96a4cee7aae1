"""Everything that lies on a page and how it looks: blocks, embellishments, papers, photos, letters, words.

This is what a page is judged, decorated and changed by. Mappings are by block; what is not known is left out
and never guessed at.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb
from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.lengths import INCH, Grains
from inkquilt.page import Page
from inkquilt.paper.kinds import PaperKind, usual_detail
from inkquilt.photos.tones import TonesOnPage
from inkquilt.sketch.model import Block, Role


@dataclass(frozen=True, slots=True)
class PaperSeen:
    """How a paper looks: its colours, the main one first, what is printed on it, and how busy it is, 0 to 100.

    ``busyness`` is None where that was not measured.
    """

    colours: tuple[Rgb, ...]
    kind: PaperKind
    busyness: int | None = None

    @property
    def detail(self) -> float:
        """How much goes on in it, 0 to 1."""
        return usual_detail(self.kind) if self.busyness is None else self.busyness / 100


@dataclass(frozen=True, slots=True)
class PhotoSeen:
    """How a photo looks: its colours, the mean first, its detail from 0 to 1, and where on the page it matters.

    ``shown`` tells its colour place by place, where that is known.
    """

    colours: tuple[Rgb, ...]
    detail: float
    focal: tuple[BaseGeometry, ...] = ()
    shown: TonesOnPage | None = None

    def moved(self, across: Grains, down: Grains) -> PhotoSeen:
        """Return it somewhere else on the page."""
        focal = tuple(affinity.translate(area, across, down) for area in self.focal)
        return replace(self, focal=focal, shown=self.shown and self.shown.moved(across, down))


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
    """Everything that lies on a page. Mappings are by block; ``lead`` is the element that has the place of honour.

    ``spent`` are the keys of what of the stash words are written on.
    """

    page: Page
    blocks: tuple[Block, ...]
    accents: tuple[Accent, ...] = ()
    papers: Mapping[str, PaperSeen] = field(default_factory=dict)
    photos: Mapping[str, PhotoSeen] = field(default_factory=dict)
    titles: Mapping[str, TitleSeen] = field(default_factory=dict)
    words: tuple[WordsSeen, ...] = ()
    lead: str | None = None
    spent: tuple[str, ...] = ()

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


#: On a page without a place for a title, printed words from this length on are one. Common practice, no source.
_TITLE_FROM: Final[Grains] = 2 * INCH


def room_filled(accent: Accent, blocks: Iterable[Block]) -> str | None:
    """Return the place kept for a cluster or a title that a piece takes.

    A cluster's is one from whose middle it is no further than the place is long: a cluster that has to make way for
    what matters is laid beside its place. Printed words take the place of the title they lie on. What is scattered
    takes none. Common practice, no source.
    """
    if accent.is_scattered:
        return None
    for block in blocks:
        across, down = accent.x - block.x - block.width / 2, accent.y - block.y - block.height / 2
        if block.role is Role.CLUSTER and math.hypot(across, down) < max(block.width, block.height):
            return block.id
        on_it = abs(across) <= block.width / 2 and abs(down) <= block.height / 2
        if block.role is Role.TITLE and accent.what.kind is EmbellishmentKind.WORD and on_it:
            return block.id
    return None


def is_title(accent: Accent, blocks: Sequence[Block]) -> bool:
    """Tell whether a piece is the page's title: printed words in its place, or long ones where there is no place."""
    if accent.what.kind is not EmbellishmentKind.WORD or accent.is_scattered:
        return False
    places = {block.id for block in blocks if block.role is Role.TITLE}
    return room_filled(accent, blocks) in places if places else accent.what.size.width >= _TITLE_FROM
