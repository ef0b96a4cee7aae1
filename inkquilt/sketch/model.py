"""The values of a sketch.

A *sketch* is a small drawing of a page; a *block* is one thing on it. x and y
are the top left corner of the unturned block, y grows downward, ``turn`` is in
hundredths of a degree clockwise about the block's centre, a higher ``level``
lies on top and of equal levels the later block.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum
from itertools import count
from typing import Final, NamedTuple

from inkquilt.lengths import Grains, Unit

FULL_TURN: Final = 36_000
MOST_BLOCKS: Final = 200


class Role(Enum):
    """What a block is on the page, in the trade's words."""

    BASE = "base"
    PAPER = "paper"
    STRIP = "strip"
    BORDER = "border"
    MAT = "mat"
    PHOTO = "photo"
    TITLE = "title"
    JOURNALING = "journaling"
    TAG = "tag"
    CLUSTER = "cluster"


class Shape(Enum):
    """The outline of a block within its box."""

    RECT = "rect"
    CIRCLE = "circle"
    TRIANGLE = "triangle"
    BANNER = "banner"
    FRAME = "frame"
    HALF_CIRCLE = "half-circle"
    POLYGON = "polygon"


class Corner(Enum):
    """A corner of a box; of a triangle, where its right angle lies."""

    TOP_LEFT = "top-left"
    TOP_RIGHT = "top-right"
    BOTTOM_RIGHT = "bottom-right"
    BOTTOM_LEFT = "bottom-left"


class End(Enum):
    """A side of a block: of a banner the notched one, of a half circle the flat one."""

    LEFT = "left"
    TOP = "top"
    RIGHT = "right"
    BOTTOM = "bottom"


#: What is cut from sheets. A journaling block is a card to write on.
CUT_FROM_PAPER: Final = frozenset({Role.BASE, Role.PAPER, Role.STRIP, Role.BORDER, Role.MAT, Role.JOURNALING, Role.TAG})
#: What a mat lies behind.
MATTED: Final = frozenset({Role.MAT, Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.PAPER, Role.TAG, Role.STRIP})


@dataclass(frozen=True, slots=True)
class Size:
    """Width and height in grains."""

    width: Grains
    height: Grains

    def swapped(self) -> Size:
        """Return the size lying on its other side."""
        return Size(self.height, self.width)


#: Corners of a polygon are given in these parts of its box.
POLYGON_PARTS: Final = 10_000


class Part(NamedTuple):
    """A corner of a polygon, in ``POLYGON_PARTS`` of the width and height of its box."""

    across: int
    down: int


@dataclass(frozen=True, slots=True)
class Block:
    """One thing on a page. Lengths in grains; ``of`` names the next pieces inwards of a mat.

    ``notch`` is the depth of a banner's notch, ``band`` the width of a frame's sides,
    ``corners`` those of a polygon, clockwise or not, ``openings`` those of what is cut out of it.
    """

    id: str
    role: Role
    shape: Shape
    x: Grains
    y: Grains
    width: Grains
    height: Grains
    turn: int = 0
    level: int = 0
    of: tuple[str, ...] = ()
    paper: str | None = None
    min_size: Size | None = None
    label: str | None = None
    corner: Corner = Corner.BOTTOM_LEFT
    end: End = End.RIGHT
    notch: Grains | None = None
    band: Grains | None = None
    corners: tuple[Part, ...] = ()
    openings: tuple[tuple[Part, ...], ...] = ()

    @property
    def size(self) -> Size:
        """Width and height."""
        return Size(self.width, self.height)

    @property
    def frame_band(self) -> Grains:
        """How wide the sides of a frame are: its own ``band``, or an eighth of its shorter side."""
        shorter = min(self.width, self.height)
        return min(self.band if self.band is not None else shorter // 8, (shorter - 1) // 2)

    @property
    def name(self) -> str:
        """What to call the block in a sentence: its label, what it is a mat of, or its role and id."""
        if self.label or self.id == self.role.value:
            return self.label or self.id
        if self.role is Role.MAT and self.of:
            return f"mat of {' and '.join(map(_spaced, self.of))}"
        if self.id.startswith(tuple(f"{self.role.value}{mark}" for mark in "- _")):
            return _spaced(self.id)
        return f"{self.role.value} {self.id}"

    def placed(self, x: Grains, y: Grains, size: Size) -> Block:
        """Return the block at another place and size."""
        return replace(self, x=x, y=y, width=size.width, height=size.height)


def _spaced(block_id: str) -> str:
    return block_id.replace("-", " ").replace("_", " ")


@dataclass(frozen=True, slots=True)
class Sketch:
    """A drawing of one page size with its blocks in file order (later lies on top of equal levels)."""

    name: str
    unit: Unit
    page: Size
    blocks: tuple[Block, ...]

    def block(self, block_id: str) -> Block:
        """Return the block of that id; raises ``KeyError``."""
        for block in self.blocks:
            if block.id == block_id:
                return block
        raise KeyError(block_id)

    def free_id(self, stem: str, first: int = 1) -> str:
        """Return a block id that is not taken: the stem with the lowest free number from ``first`` on."""
        taken = {block.id for block in self.blocks}
        return next(name for number in count(first) if (name := f"{stem}-{number}") not in taken)

    def stacked(self) -> Iterator[Block]:
        """Yield the blocks from the bottom layer to the top one."""
        yield from sorted(self.blocks, key=lambda block: (block.role is not Role.BASE, block.level))

    def without(self, block_ids: frozenset[str]) -> Sketch:
        """Return the sketch with these blocks left out, and with them the mats that carry nothing else.

        A mat of several pieces stays while it carries one that is left.
        """
        gone = set(block_ids)
        while True:
            bare = {b.id for b in self.blocks if b.of and b.id not in gone and gone.issuperset(b.of)}
            if not bare:
                break
            gone |= bare
        kept = tuple(
            replace(b, of=tuple(piece for piece in b.of if piece not in gone)) for b in self.blocks if b.id not in gone
        )
        return replace(self, blocks=kept)
