"""From shapes that were found (in a drawing file, in a picture) to a sketch: what each is likely to be.

A role that the file names is taken; else one is proposed from size, place and
what lies over it, and marked as a guess for a person to confirm.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

from inkquilt.lengths import INCH, Grains, Unit
from inkquilt.sketch.geometry import Box, box
from inkquilt.sketch.model import MOST_BLOCKS, Block, Role, Shape, Size, Sketch

#: Parts of the page by which guesses are made. Common practice, no source.
_THIN: Final = 5  # a strip is at least this many times as long as wide
_PHOTO_LEAST: Final = 0.012  # of the page's area
_PHOTO_LONG: Final = 1.6  # prints are at most about this many times as long as wide
_PHOTO_MOST: Final = 0.45
_TITLE_HIGH: Final = 0.16  # of the page's height
_CLUSTER_WIDE: Final = 0.22  # of the page's width
#: What comes this near to all four page edges is the base.
_AT_EDGE: Final[Grains] = INCH // 16
#: A mat shows at most this much.
_MAT_REVEAL: Final[Grains] = 3 * INCH // 4


@dataclass(frozen=True, slots=True)
class FoundShape:
    """A shape that was found, bottom layer first; its block's role counts only if ``role_known``."""

    block: Block
    role_known: bool


@dataclass(frozen=True, slots=True)
class Draft:
    """A sketch made of found shapes; ``guessed`` are blocks whose role should be looked at."""

    sketch: Sketch
    guessed: frozenset[str]


def drafted(name: str, unit: Unit, page: Size, found: Sequence[FoundShape]) -> Draft:
    """Return the sketch these shapes make on a page; at most ``MOST_BLOCKS`` of them, from the bottom up."""
    kept = list(found)[:MOST_BLOCKS]
    blocks = [replace(one.block, level=level) for level, one in enumerate(kept)]
    known = {one.block.id for one in kept if one.role_known}
    guesser = _Guesser(page, blocks)
    guessed: set[str] = set()
    result: list[Block] = []
    for block in blocks:
        if block.id not in known:
            block = replace(block, role=guesser.role_of(block))
            guessed.add(block.id)
        result.append(block)
    result = _with_mats(_one_base(result, page), known)
    return Draft(Sketch(name, unit, page, tuple(result)), frozenset(guessed))


class _Guesser:
    def __init__(self, page: Size, blocks: list[Block]) -> None:
        self.page, self.blocks = page, blocks
        self.boxes = {block.id: box(block) for block in blocks}
        self.title = self.likely_title()

    def role_of(self, block: Block) -> Role:
        around = self.boxes[block.id]
        wide = around.x.length
        area = block.width * block.height / (self.page.width * self.page.height)
        long, short = max(block.width, block.height), max(1, min(block.width, block.height))
        at_edge = around.x.low <= 0 or around.x.high >= self.page.width
        at_edge = at_edge or around.y.low <= 0 or around.y.high >= self.page.height
        if self.is_whole_page(around):
            return Role.BASE
        if block.shape in (Shape.CIRCLE, Shape.HALF_CIRCLE) and wide <= _CLUSTER_WIDE * self.page.width:
            return Role.CLUSTER
        if block.shape in (Shape.BANNER, Shape.TRIANGLE) or block.openings:
            return Role.PAPER
        if self.is_laden(block) or area > _PHOTO_MOST:
            return Role.PAPER if long < _THIN * short else Role.STRIP
        if block.id == self.title:
            return Role.TITLE
        if long >= _THIN * short:
            return Role.STRIP
        if at_edge:
            return Role.PAPER
        photo_like = long <= _PHOTO_LONG * short and block.shape is not Shape.POLYGON
        if area >= _PHOTO_LEAST and photo_like and self.is_on_top(block):
            return Role.PHOTO
        return Role.TAG if area < 0.02 else Role.JOURNALING

    def is_whole_page(self, around: Box) -> bool:
        ends = (around.x.low, around.y.low, self.page.width - around.x.high, self.page.height - around.y.high)
        return all(end <= _AT_EDGE for end in ends)

    def likely_title(self) -> str | None:
        """Return the widest free piece that is low and long, of which a page has one."""
        low = [
            block
            for block in self.blocks
            if block.shape is Shape.RECT
            and block.width > 2.2 * block.height
            and 0.045 * self.page.height < block.height <= _TITLE_HIGH * self.page.height
            and block.x > 0
            and block.x + block.width < self.page.width
            and self.is_on_top(block)
        ]
        widest = max(low, key=lambda block: block.width, default=None)
        return widest.id if widest else None

    def is_laden(self, block: Block) -> bool:
        """Tell whether something large lies on most of a piece, or wholly on it."""
        mine = self.boxes[block.id]
        for above in self.blocks:
            if above.level <= block.level:
                continue
            theirs = self.boxes[above.id]
            shared = _shared(mine, theirs)
            if shared > 0.5 * _area(mine) or (shared > 0.9 * _area(theirs) and _area(theirs) > 0.12 * _area(mine)):
                return True
        return False

    def is_on_top(self, block: Block) -> bool:
        mine = self.boxes[block.id]
        covered = sum(_shared(mine, self.boxes[b.id]) for b in self.blocks if b.level > block.level)
        return covered < 0.35 * _area(mine)


def _area(one: Box) -> int:
    return one.x.length * one.y.length


def _shared(one: Box, two: Box) -> int:
    wide = min(one.x.high, two.x.high) - max(one.x.low, two.x.low)
    high = min(one.y.high, two.y.high) - max(one.y.low, two.y.low)
    return max(0, wide) * max(0, high)


def _one_base(blocks: list[Block], page: Size) -> list[Block]:
    bases = [block.id for block in blocks if block.role is Role.BASE]
    result = []
    for block in blocks:
        if block.role is Role.BASE and block.id != bases[0]:
            block = replace(block, role=Role.PAPER)
        elif block.role is Role.BASE:
            block = replace(block, turn=0, shape=Shape.RECT).placed(0, 0, page)
        result.append(block)
    return result


def _with_mats(blocks: list[Block], known: set[str]) -> list[Block]:
    """Make a mat of what lies right behind a photo and shows a little of itself on all four sides."""
    result = {block.id: block for block in blocks}
    carried = {name for block in blocks for name in block.of}
    for photo in blocks:
        if result[photo.id].role is not Role.PHOTO or photo.id in carried:
            continue
        inner = result[photo.id]
        while (mat := _right_behind(inner, list(result.values()), known)) is not None:
            result[mat.id] = inner = replace(mat, role=Role.MAT, of=(inner.id,))
    # a mat the file names without saying of what, and that carries nothing, is a paper
    return [
        replace(block, role=Role.PAPER) if block.role is Role.MAT and not block.of else block
        for block in result.values()
    ]


def _right_behind(piece: Block, blocks: list[Block], known: set[str]) -> Block | None:
    candidates = [
        block
        for block in blocks
        if block.level < piece.level
        and block.turn == piece.turn
        and block.shape is piece.shape
        and not block.of
        and (block.role is Role.MAT or (block.id not in known and block.role in (Role.PAPER, Role.PHOTO)))
        and _reveals_little(block, piece)
    ]
    return min(candidates, key=lambda block: block.width * block.height, default=None)


def right_inside(mat: Block, blocks: Sequence[Block]) -> Block | None:
    """Return the piece that a mat lies right behind: the largest one above it that shows a little of it all round."""
    candidates = [
        block
        for block in blocks
        if block.id != mat.id
        and block.level >= mat.level
        and block.turn == mat.turn
        and block.role in (Role.PHOTO, Role.MAT, Role.TITLE, Role.JOURNALING, Role.PAPER)
        and mat.id not in block.of
        and _reveals_little(mat, block)
    ]
    return max(candidates, key=lambda block: block.width * block.height, default=None)


def _reveals_little(mat: Block, piece: Block) -> bool:
    off_x, off_y = mat.width - piece.width, mat.height - piece.height
    middle_x = abs(2 * mat.x + mat.width - 2 * piece.x - piece.width)
    middle_y = abs(2 * mat.y + mat.height - 2 * piece.y - piece.height)
    within = 0 < off_x <= 2 * _MAT_REVEAL and 0 < off_y <= 2 * _MAT_REVEAL
    return within and middle_x <= off_x and middle_y <= off_y
