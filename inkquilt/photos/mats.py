"""Mats for photos: which colour, and what two of them need of one sheet.

The rules of colour are common practice, no source: white is the usual; black where
the edges of the photo are light, so that they do not run into the paper; a deep
colour of the photo's own gathers bright ones.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final, NamedTuple

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.relations import Reveals

#: From this lightness (CIE L*, 0 to 100) an edge runs into white paper.
LIGHT_EDGE: Final = 75.0
#: From this mean chroma (CIE C*ab) a photo counts as bright.
BRIGHT: Final = 32.0
#: A sheet is usually so long.
SHEET: Final[Grains] = 12 * INCH
#: Trimming a photo by more than this for the sake of a mat is no help.
MOST_TRIMMED: Final[Grains] = INCH // 2


class Tones(NamedTuple):
    """How a photo looks: the lightness of its edges, its mean chroma, and its deepest strong colour as sRGB."""

    edge: float
    chroma: float
    deep: tuple[int, int, int] | None


class Shade(Enum):
    """The colours a mat is proposed in."""

    WHITE = "white"
    BLACK = "black"
    DEEP = "deep"


@dataclass(frozen=True, slots=True)
class MatColour:
    """A proposed colour as sRGB, and why."""

    shade: Shade
    colour: tuple[int, int, int]
    why: str


def mat_colour(tones: Tones) -> MatColour:
    """Propose the colour of a photo's mat."""
    if tones.edge >= LIGHT_EDGE:
        return MatColour(Shade.BLACK, (28, 28, 30), "its edges are light and would run into white")
    if tones.chroma >= BRIGHT and tones.deep is not None:
        return MatColour(Shade.DEEP, tones.deep, "a deep colour of its own gathers its bright ones")
    return MatColour(Shade.WHITE, (255, 255, 255), "white is the usual, and its edges are dark enough for it")


class TwoOfASheet(NamedTuple):
    """Two mats come out of one length of a sheet if each is ``length`` long, the photo trimmed by ``trim``."""

    length: Grains
    trim: Grains


def two_of_a_sheet(mat: Size, sheet: Grains = SHEET) -> TwoOfASheet | None:
    """Return what has to come off a mat so that two of it come out of a sheet; None when they do, or never will.

    6 1/4 in are a little too long for 12 in: made 6 in, the photo trimmed by 1/4 in, they come out.
    """
    for side in (max(mat.width, mat.height), min(mat.width, mat.height)):
        over = side - sheet // 2
        if 0 < over <= MOST_TRIMMED:
            return TwoOfASheet(sheet // 2, over)
    return None


def with_mats(sketch: Sketch, photo_id: str, reveals: Sequence[Reveals], paper: str | None) -> Sketch:
    """Return a sketch whose photo has these mats, the innermost first, in place of those it had alone.

    They lie right under it, turned as it is; a tilted photo's mats show alike on all sides.
    """
    bare = without_mats(sketch, photo_id)
    photo = inner = bare.block(photo_id)
    mats: list[Block] = []
    for number, reveal in enumerate(reveals, 1):
        name = replace(bare, blocks=(*bare.blocks, *mats)).free_id(f"{photo_id}-mat")
        size = Size(inner.width + reveal.left + reveal.right, inner.height + reveal.top + reveal.bottom)
        label = f"{'outer ' if number > 1 else ''}mat of {photo.name}"
        mat = Block(name, Role.MAT, photo.shape, 0, 0, 1, 1, photo.turn, photo.level, (inner.id,), paper, label=label)
        inner = mat.placed(inner.x - reveal.left, inner.y - reveal.top, size)
        mats.append(inner)
    blocks: list[Block] = []
    for block in bare.blocks:
        blocks += [*mats[::-1], block] if block.id == photo_id else [block]
    return replace(sketch, blocks=tuple(blocks))


def with_layer(sketch: Sketch, block_id: str, reveal: Reveals, paper: str | None) -> Sketch:
    """Return a sketch with one mat more, behind a piece and the mats that carry it alone."""
    outer = sketch.block(block_id)
    while mat := next((b for b in sketch.blocks if b.role is Role.MAT and b.of == (outer.id,)), None):
        outer = mat
    size = Size(outer.width + reveal.left + reveal.right, outer.height + reveal.top + reveal.bottom)
    further = "outer " if outer.role is Role.MAT else ""
    inmost = outer
    while inmost.role is Role.MAT and len(inmost.of) == 1:
        inmost = sketch.block(inmost.of[0])
    layer = Block(
        sketch.free_id(f"{inmost.id}-mat"), Role.MAT, outer.shape, outer.x - reveal.left, outer.y - reveal.top,
        size.width, size.height, outer.turn, outer.level, (outer.id,), paper, label=f"{further}mat of {inmost.name}",
    )  # fmt: skip
    at = next(place for place, block in enumerate(sketch.blocks) if block.id == outer.id)
    return replace(sketch, blocks=(*sketch.blocks[:at], layer, *sketch.blocks[at:]))


def kept_whole(sketch: Sketch, photo_id: str, size: Size, paper: str | None) -> Sketch:
    """Return a sketch in which a photo of this size lies in the middle of its slot, on a mat as large as the slot.

    Mats that carried the photo carry the new one. Raises ``ValueError`` for a size the slot has no room for.
    """
    photo = sketch.block(photo_id)
    if size.width > photo.width or size.height > photo.height:
        raise ValueError("a photo kept whole is no larger than its slot")
    name = sketch.free_id(f"{photo_id}-mat")
    mat = replace(
        photo, id=name, role=Role.MAT, of=(photo_id,), paper=paper, label=f"mat of {photo.name}", min_size=None
    )
    across, down = (photo.width - size.width) // 2, (photo.height - size.height) // 2
    smaller = photo.placed(photo.x + across, photo.y + down, size)
    blocks: list[Block] = []
    for block in sketch.blocks:
        if block.id == photo_id:
            blocks += [mat, smaller]
        elif block.of == (photo_id,):
            blocks.append(replace(block, of=(name,)))
        else:
            blocks.append(block)
    return replace(sketch, blocks=tuple(blocks))


def without_mats(sketch: Sketch, photo_id: str) -> Sketch:
    """Return a sketch without the mats that carry only this photo."""
    gone: set[str] = set()
    inner = photo_id
    while mat := next((b for b in sketch.blocks if b.role is Role.MAT and b.of == (inner,)), None):
        gone.add(mat.id)
        inner = mat.id
    return replace(sketch, blocks=tuple(block for block in sketch.blocks if block.id not in gone))


def in_the_drawing(reveals: Reveals, turn: int, mirrored: bool) -> Reveals:
    """Return reveals as seen on a page for the sketch as it is drawn, before it was turned and mirrored."""
    if mirrored:
        reveals = Reveals(reveals.right, reveals.top, reveals.left, reveals.bottom)
    for _ in range(turn // 90 % 4):
        reveals = Reveals(reveals.top, reveals.right, reveals.bottom, reveals.left)
    return reveals


def shifted_mat(mat: Block, blocks: Sequence[Block], *, across: bool, down: bool) -> Block | None:
    """Return a mat that is as wide or as high as what lies on it, shifted to the right and down by what shows there.

    None for one that lies slanting, is no rectangle, or does not show on both sides of the way that is asked for.
    """
    carried = [block for block in blocks if block.id in mat.of]
    if mat.role is not Role.MAT or mat.shape is not Shape.RECT or mat.turn or not carried:
        return None
    if any(block.turn for block in carried):
        return None
    left, top = min(block.x for block in carried), min(block.y for block in carried)
    right = max(block.x + block.width for block in carried)
    bottom = max(block.y + block.height for block in carried)
    shown = Reveals(left - mat.x, top - mat.y, mat.x + mat.width - right, mat.y + mat.height - bottom)
    if (across and min(shown.left, shown.right) <= 0) or (down and min(shown.top, shown.bottom) <= 0):
        return None
    x, width = (left + shown.right, right - left) if across else (mat.x, mat.width)
    y, height = (top + shown.bottom, bottom - top) if down else (mat.y, mat.height)
    return mat.placed(x, y, Size(width, height))


def slid_mat(mat: Block, blocks: Sequence[Block], across: Grains, down: Grains) -> Block | None:
    """Return a mat slid by so much under what lies on it; None for no mat, or where it would end inside that."""
    carried = [block for block in blocks if block.id in mat.of]
    if mat.role is not Role.MAT or not carried:
        return None
    there = mat.placed(mat.x + across, mat.y + down, mat.size)
    for block in carried:
        shown = (block.x - there.x, block.y - there.y)
        beyond = (there.x + there.width - block.x - block.width, there.y + there.height - block.y - block.height)
        if min(*shown, *beyond) < 0:
            return None
    return there
