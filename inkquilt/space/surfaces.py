"""What shows of each surface of a page, and what of it is still free.

A *surface* is what something can be laid or written on: the base, papers, strips,
borders. What must stay free of other things: photos, mats' own edges, titles, words, tags, clusters.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final

import shapely
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.page import Page
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role

#: What something can be laid on.
SURFACES: Final = frozenset({Role.BASE, Role.PAPER, Role.STRIP, Role.BORDER})
#: What is not to be covered.
KEPT_FREE: Final = frozenset({Role.PHOTO, Role.MAT, Role.TITLE, Role.JOURNALING, Role.TAG, Role.CLUSTER})


@dataclass(frozen=True, slots=True)
class Surface:
    """One surface: its block (None for a bare page), and what of it shows and is free."""

    block: Block | None
    free: BaseGeometry

    @property
    def name(self) -> str:
        """What to call it."""
        return "the base" if self.block is None or self.block.role is Role.BASE else f"the {self.block.name}"


def on_page(page: Page) -> BaseGeometry:
    """Return the page without what is kept clear, the gap of a spread left out."""
    clear = page.clear
    whole = shapely.box(clear.left, clear.top, page.width - clear.right, page.height - clear.bottom)
    if page.fold is not None:
        whole = whole.difference(shapely.box(page.fold.at, 0, page.fold.end, page.height))
    return whole


def surfaces_of(blocks: Sequence[Block], page: Page, taken: Sequence[BaseGeometry] = ()) -> tuple[Surface, ...]:
    """Return every surface with what of it shows within the page's margins and is free, the lowest first.

    ``taken`` is what lies on the page besides its blocks.
    """
    return tuple(_surfaces(sorted(blocks, key=lambda b: (b.role is not Role.BASE, b.level)), page, taken))


def _surfaces(stacked: list[Block], page: Page, taken: Sequence[BaseGeometry]) -> Iterator[Surface]:
    covered: BaseGeometry = unary_union(list(taken))
    within = on_page(page)
    found = []
    for block in reversed(stacked):
        outline = outline_on_page(block)
        if block.role in SURFACES:
            found.append(Surface(block, outline.intersection(within).difference(covered)))
        covered = covered.union(outline)
    if not any(block.role is Role.BASE for block in stacked):
        found.append(Surface(None, within.difference(covered)))
    yield from (surface for surface in reversed(found) if not surface.free.is_empty)
