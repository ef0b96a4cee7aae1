"""A page as the eye sees it: every piece with its outline, colours, detail and height, from the bottom up.

Outlines are in grains; round ones have fewer corners than those that are cut, for nothing here
decides a cut. What is not known, such as the colour of a paper nobody chose, is None and never guessed at.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Final

from shapely.geometry.base import BaseGeometry

from inkquilt.colour import Rgb
from inkquilt.embellishments import Accent, EmbellishmentKind
from inkquilt.layout import Layout, is_title
from inkquilt.lengths import INCH, Grains
from inkquilt.paper.kinds import PaperKind
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role

#: Outlines are followed to within this.
_COARSE: Final = INCH / 100


class VisiblePart(Enum):
    """What a piece is to the eye."""

    BASE = "base"
    PAPER = "paper"
    MAT = "mat"
    PHOTO = "photo"
    TITLE = "title"
    WORDS = "words"
    TAG = "tag"
    ROOM = "room for a cluster"
    ACCENT = "embellishment"


_PARTS: Final = {
    Role.BASE: VisiblePart.BASE,
    Role.PAPER: VisiblePart.PAPER,
    Role.STRIP: VisiblePart.PAPER,
    Role.BORDER: VisiblePart.PAPER,
    Role.MAT: VisiblePart.MAT,
    Role.PHOTO: VisiblePart.PHOTO,
    Role.TITLE: VisiblePart.TITLE,
    Role.JOURNALING: VisiblePart.WORDS,
    Role.TAG: VisiblePart.TAG,
    Role.CLUSTER: VisiblePart.ROOM,
}
#: What other things are laid on.
SURFACES: Final = frozenset({VisiblePart.BASE, VisiblePart.PAPER})


@dataclass(frozen=True, slots=True)
class SeenSurface:
    """One piece. ``heading`` is where it faces, ``group`` its cluster or scatter, ``pattern`` what is printed on it."""

    key: str
    name: str
    part: VisiblePart
    outline: BaseGeometry
    colours: tuple[Rgb, ...] = ()
    detail: float = 0.0
    height: Grains = 0
    pattern: PaperKind | None = None
    accent: Accent | None = None

    @property
    def group(self) -> str:
        """Its cluster or scatter."""
        return self.accent.group if self.accent else ""

    @property
    def is_scattered(self) -> bool:
        """Whether it is part of a scattered background."""
        return self.accent is not None and self.accent.is_scattered

    @property
    def kind(self) -> EmbellishmentKind | None:
        """What part of a cluster it is."""
        return self.accent.what.kind if self.accent else None


_LETTERS_DETAIL: Final = 0.6
_WORDS_DETAIL: Final = 0.4


def see(layout: Layout) -> tuple[SeenSurface, ...]:
    """Return the pieces of a page, the lowest first; titles and words that are not written yet are left out."""
    stacked = sorted(layout.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
    tucked: dict[str, list[Accent]] = {}
    for accent in layout.accents:
        tucked.setdefault(accent.under or "", []).append(accent)
    found: list[SeenSurface] = []
    for block in stacked:
        found += [_accent(one, layout) for one in tucked.pop(block.id, ())]
        if (piece := _block(block, layout)) is not None:
            found.append(piece)
    found += [
        SeenSurface(words.key, "the words", VisiblePart.WORDS, words.outline, words.colours, _WORDS_DETAIL)
        for words in layout.words
    ]
    found += [_accent(one, layout) for one in tucked.pop("", ())]
    # What was tucked under a piece that is not there any more lies on top.
    found += [_accent(one, layout) for left in tucked.values() for one in left]
    return tuple(found)


def _accent(accent: Accent, layout: Layout) -> SeenSurface:
    what = accent.what
    part = VisiblePart.TITLE if is_title(accent, layout.blocks) else VisiblePart.ACCENT
    return SeenSurface(
        accent.key, what.name, part, accent.outline, what.colours, min(1.0, 0.2 * len(what.colours)),
        accent.height, accent=accent,
    )  # fmt: skip


def _block(block: Block, layout: Layout) -> SeenSurface | None:
    outline = outline_on_page(block).simplify(_COARSE)
    part = _PARTS[block.role]
    if part is VisiblePart.ROOM or (part is VisiblePart.TITLE and block.id not in layout.titles):
        return None
    if part is VisiblePart.TITLE:
        title = layout.titles[block.id]
        return SeenSurface(block.id, block.name, part, outline, (title.ink,), _LETTERS_DETAIL)
    if part is VisiblePart.PHOTO:
        photo = layout.photos.get(block.id)
        colours, detail = (photo.colours, photo.detail) if photo else ((), 0.3)
        return SeenSurface(block.id, block.name, part, outline, colours, detail)
    paper = layout.papers.get(block.id)
    if paper is None:
        return SeenSurface(block.id, block.name, part, outline)
    return SeenSurface(block.id, block.name, part, outline, paper.colours, paper.detail, pattern=paper.kind)
