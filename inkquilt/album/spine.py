"""How thick an album's leaves are, against what its spine takes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from inkquilt.album.order import AlbumPage
from inkquilt.assembly.thickness import Thickness
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit

#: A protector's two sides. Common practice, no source.
PROTECTOR: Final[Grains] = 15 * MM // 100
#: So many pages are named as those that make an album thick.
_NAMED: Final = 3


@dataclass(frozen=True, slots=True)
class Spine:
    """How full an album is.

    ``thick`` is what all leaves take, ``room`` what the spine takes, None where nobody said. ``full_at`` is the first
    page, in order, with which it is too much; ``thickest`` are the pages to look at first.
    """

    thick: Grains
    room: Grains | None
    full_at: int | None
    thickest: tuple[int, ...]

    @property
    def over(self) -> Grains:
        """How much too thick it is, 0 where it is not."""
        return max(0, self.thick - self.room) if self.room is not None else 0


def counted_for(thickness: Thickness) -> Grains:
    """Return what a page counts for in an album: half-way between its usual thickness and its most.

    Thick places of one page press into the next; what counts is the mean, and a little of the most. Common practice,
    no source.
    """
    return (thickness.usual + thickness.most) // 2


def spine_of(pages: Sequence[AlbumPage], leaves: int, room: Grains | None, in_protectors: bool = True) -> Spine:
    """Return how thick an album is with these pages, in order, on so many leaves; a protector has two sides."""
    protectors = leaves * 2 * PROTECTOR if in_protectors else 0
    total = protectors
    full_at = None
    for page in pages:
        total += page.counted
        if room is not None and total > room and full_at is None:
            full_at = page.key
    thickest = sorted((page for page in pages if page.counted), key=lambda page: (-page.counted, page.key))
    return Spine(total, room, full_at, tuple(page.key for page in thickest[:_NAMED]))


def leaves_words(thick: Grains, unit: Unit) -> str:
    """Return how thick leaves are, as near as paper allows: to 1/16 in, or a millimetre.

    >>> leaves_words(4700, Unit.IN), leaves_words(4700, Unit.MM)
    ('9/16 in', '15 mm')
    """
    step = INCH // 16 if unit is Unit.IN else MM
    return with_unit(round(thick / step) * step, unit)
