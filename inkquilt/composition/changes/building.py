"""Building on the page: pieces laid, copied, layers and strips laid to them, a lean, places changed, pieces taken away.

The page is its own sketch from then on (``own_sketch``), and everything else stays where it is.
"""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from typing import Annotated, Final

from inkquilt.composition.asked import AtMost, Between, Degrees, Name, Place, Typed, length_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change, the_block_on
from inkquilt.composition.document import PageDocument
from inkquilt.composition.own_sketch import built
from inkquilt.errors import refuse
from inkquilt.lengths import INCH, MM, Grains, Unit
from inkquilt.page import Side
from inkquilt.photos.mats import shifted_mat, slid_mat, with_layer, with_mats
from inkquilt.sketch.building import (
    LAID,
    LAYERED,
    Beside,
    beside,
    copied,
    cut_to,
    free_letter,
    held_on,
    in_emptiest,
    layer_under,
    moved,
    new_piece,
    refuse_full,
    stack_of,
    strip_beside,
    tilted,
    usual_size,
)
from inkquilt.sketch.draft import Draft
from inkquilt.sketch.geometry import box
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.redraw import removed
from inkquilt.sketch.relations import Reveals

Times = Annotated[int, Between(1, 12)]
#: What shows of a layer, and lies between two of a row, when nothing else is said.
_LITTLE: Final = {Unit.IN: INCH // 8, Unit.MM: 3 * MM}


def _page_of(document: PageDocument) -> Sketch:
    """Return the page as it lies. Raises ``BadInput`` when nothing lies on it."""
    if not document.blocks:
        raise refuse("nothing-fits", "Nothing fits on this page yet, so there is nothing to build on.")
    size = Size(document.page.width, document.page.height)
    return Sketch(document.sketch.name, document.unit, size, document.blocks)


def _with(blocks: tuple[Block, ...], changed: tuple[Block, ...]) -> tuple[Block, ...]:
    by_id = {block.id: block for block in changed}
    return tuple(by_id.get(block.id, block) for block in blocks)


def _held(document: PageDocument, members: tuple[Block, ...]) -> tuple[Block, ...]:
    """Return a stack moved by as little as brings it where it may lie."""
    return moved(members, *held_on(members[0], document.page, document.grid))


def _corner(document: PageDocument, piece: Block, at_x: float, at_y: float) -> tuple[Grains, Grains]:
    """Return where a piece begins, on the marks, whose middle is dropped at a place in the page's unit."""
    grid, unit = document.grid, document.unit.grains

    def start(at: float, length: Grains) -> Grains:
        return round((Fraction(at) * unit - Fraction(length, 2)) / grid) * grid

    return start(at_x, piece.width), start(at_y, piece.height)


def _half_on(twice: Grains, grid: Grains) -> Grains:
    """Return half a way, in whole marks."""
    return round(Fraction(twice, 2 * grid)) * grid


def _unpinned(document: PageDocument, members: tuple[Block, ...]) -> PageDocument:
    names = {block.id for block in members}
    return replace(document, pins=tuple(pin for pin in document.pins if pin.block not in names))


@change("lay-piece", After.STAYS)
class LayPiece(Change):
    """Lay a new piece on the page, its middle where it is dropped (in the page's unit), else where it covers least."""

    role: Role
    shape: Shape = Shape.RECT
    width: Typed = ""
    height: Typed = ""
    at_x: Place | None = None
    at_y: Place | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch = _page_of(document)
        if self.role not in LAID or self.shape in (Shape.POLYGON, Shape.FRAME):
            raise refuse(
                "not-laid", "A paper, strip, border, photo, title, story, tag or place for a cluster is laid.", "role"
            )
        refuse_full(document.sketch.blocks)
        piece = new_piece(document.sketch.blocks, self.role, self._shape(), self._size(document), document.letters)
        if self.at_x is None or self.at_y is None:
            piece = in_emptiest(piece, sketch.blocks, document.page, document.grid)
        else:
            there = piece.placed(*_corner(document, piece, self.at_x, self.at_y), piece.size)
            (piece,) = _held(document, (cut_to(there, document.page),))
        return Changed(built(document, (*sketch.blocks, piece)), f"laid {piece.name}")

    def _shape(self) -> Shape:
        return Shape.CIRCLE if self.role is Role.CLUSTER else self.shape

    def _size(self, document: PageDocument) -> Size:
        usual = usual_size(self.role, document.page, document.grid)
        width, height = (
            length_of(typed, document.unit, f"The {side}", side) if typed else length
            for typed, side, length in ((self.width, "width", usual.width), (self.height, "height", usual.height))
        )
        page = document.page
        if not (0 < width <= page.width and 0 < height <= page.height):
            raise refuse("size-off-page", "A piece is more than nothing and no larger than the page.", "width")
        return Size(min(width, height), min(width, height)) if self._shape() is Shape.CIRCLE else Size(width, height)


@change("layer", After.STAYS)
class LayLayer(Change):
    """Lay a paper behind a piece, showing by ``reveal`` all round, or only on the sides that are named (``showing``).

    It takes the place of the mats that were there, or lies behind them (``further``); behind a mat or a strip it always
    does.
    """

    block: Name
    reveal: Typed = ""
    showing: Annotated[tuple[Side, ...], AtMost(4)] = ()
    further: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, block = _page_of(document), the_block_on(document, self.block)
        if block.role not in LAYERED:
            raise refuse("no-layer", f"Nothing is laid behind {block.name}.", "block")
        refuse_full(document.sketch.blocks)
        reveals = self._reveals(document, block)
        if block.role in (Role.STRIP, Role.BORDER):
            return self._under_strip(document, sketch, block, reveals)
        letter = free_letter(document.sketch.blocks, document.letters)
        if self.further or block.role is Role.MAT:
            layered = with_layer(sketch, block.id, reveals, letter)
        else:
            layered = with_mats(sketch, block.id, (reveals,), letter)
        stack, grid = stack_of(layered.blocks, block.id), document.grid
        to_mark = (round(Fraction(at, grid)) * grid - at for at in (stack[0].x, stack[0].y))
        members = _held(document, moved(stack, *to_mark))
        return Changed(built(document, _with(layered.blocks, members)), f"a layer behind {block.name}")

    def _reveals(self, document: PageDocument, block: Block) -> Reveals:
        reveal = _LITTLE[document.unit]
        if self.reveal:
            reveal = length_of(self.reveal, document.unit, "What shows", "reveal")
        if not 0 < reveal <= 2 * INCH:
            raise refuse("reveal", "A layer shows more than nothing and 2 in at most.", "reveal")
        if self.showing and len(set(self.showing)) < 4 and block.turn:
            raise refuse("tilt", "A layer behind a piece that leans shows alike on all sides.", "showing")
        sides = self.showing or tuple(Side)
        return Reveals(*(reveal if side in sides else 0 for side in (Side.LEFT, Side.TOP, Side.RIGHT, Side.BOTTOM)))

    def _under_strip(self, document: PageDocument, sketch: Sketch, strip: Block, reveals: Reveals) -> Changed:
        layer = new_piece(document.sketch.blocks, Role.STRIP, Shape.RECT, strip.size, document.letters)
        under = replace(layer_under(strip, reveals, layer, document.page), label=f"layer under {strip.name}")
        at = sketch.blocks.index(strip)
        blocks = (*sketch.blocks[:at], under, *sketch.blocks[at:])
        return Changed(built(document, blocks), f"a layer behind {strip.name}")


@change("offset-mat", After.STAYS)
class OffsetMat(Change):
    """Make a mat no wider (``across``), no higher (``down``) than what lies on it, shifted so that it shows there.

    It shows on the right and below as it did, so it never reaches further than before.
    """

    block: Name
    across: bool = False
    down: bool = False

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, mat = _page_of(document), the_block_on(document, self.block)
        shifted = shifted_mat(mat, sketch.blocks, across=self.across, down=self.down)
        if shifted is None or shifted == mat:
            raise refuse("not-shifted", f"{mat.name} is no straight mat that shows on both sides.", "block")
        return Changed(built(document, _with(sketch.blocks, (shifted,))), f"{mat.name} shifted")


@change("slide-mat", After.STAYS)
class SlideMat(Change):
    """Slide a mat under what lies on it by so much to the right and down (less than nothing: left and up).

    Everything else stays; a photo partly under another may lie off the middle of its mat.
    """

    block: Name
    across: Typed = ""
    down: Typed = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        mat, unit = the_block_on(document, self.block), document.unit
        by = [
            length_of(typed, unit, f"The way {side}", side) if typed.strip() else 0
            for typed, side in ((self.across, "across"), (self.down, "down"))
        ]
        return Changed(slid(document, mat.id, by[0], by[1]), f"{mat.name} slid")


def slid(document: PageDocument, mat: str, across: Grains, down: Grains) -> PageDocument:
    """Return the page with a mat slid under what lies on it. Raises ``BadInput`` where that would leave its edge."""
    sketch, block = _page_of(document), the_block_on(document, mat)
    moved_by = slid_mat(block, sketch.blocks, across, down)
    if moved_by is None:
        raise refuse("not-slid", f"{block.name} does not reach so far: it would end inside what lies on it.", "across")
    return built(document, _with(sketch.blocks, (moved_by,)))


@change("lay-beside", After.STAYS)
class LayBeside(Change):
    """Lay a strip along a side of a piece, as long as that is."""

    block: Name
    side: Beside | None = None
    breadth: Typed = ""
    gap: Typed = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, block = _page_of(document), the_block_on(document, self.block)
        if block.role is Role.BASE:
            raise refuse("nothing-beside", "Nothing lies beside the base: it is the page.", "block")
        refuse_full(document.sketch.blocks)
        usual = usual_size(Role.BORDER, document.page, document.grid).height
        breadth = length_of(self.breadth, document.unit, "How broad it is", "breadth") if self.breadth else usual
        if not 0 < breadth <= document.page.width:
            raise refuse("size-off-page", "A strip is more than nothing broad and no broader than the page.", "breadth")
        root = stack_of(sketch.blocks, block.id)[0]
        strip = new_piece(document.sketch.blocks, Role.STRIP, Shape.RECT, Size(breadth, breadth), document.letters)
        gap = gap_of(self.gap, document)
        placed = strip_beside(strip, root, sketch.blocks, document.page, document.grid, gap, self.side)
        return Changed(built(document, (*sketch.blocks, placed)), f"a strip beside {block.name}")


def gap_of(typed: str, document: PageDocument) -> Grains:
    """Return a gap as it was typed, a little when it was not. Raises ``BadInput``."""
    if not typed:
        return _LITTLE[document.unit]
    gap = length_of(typed, document.unit, "The gap", "gap")
    if not 0 <= gap <= document.page.width:
        raise refuse("gap", "A gap is nothing or more, and no longer than the page.", "gap")
    return gap


@change("one-more", After.STAYS)
class OneMore(Change):
    """Lay one more of a piece beside it, or several in a row, with what lies behind it.

    Dropped somewhere the middle of the first comes to lie there (``at_x``, ``at_y``, in the page's unit).
    """

    block: Name
    side: Beside | None = None
    times: Times = 1
    gap: Typed = ""
    at_x: Place | None = None
    at_y: Place | None = None

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, block = _page_of(document), the_block_on(document, self.block)
        if block.role is Role.BASE:
            raise refuse("not-copied", "There is one base on a page.", "block")
        gap = gap_of(self.gap, document)
        first = members = stack_of(sketch.blocks, block.id)
        blocks = sketch.blocks
        names: dict[str, str] = {}
        for time in range(self.times):
            refuse_full(document.sketch.blocks, len(blocks) - len(sketch.blocks) + len(members))
            more = copied((*document.sketch.blocks, *blocks), members)
            dropped = () if time else self._dropped(document, more)
            members = dropped or beside(more, blocks, document.page, document.grid, gap, self.side)
            blocks = (*blocks, *members)
            names |= {one.id: piece.id for one, piece in zip(members, first, strict=True)}
        document = replace(document, cuts=document.cuts.copied(names))
        words = f"one more of {block.name}" if self.times == 1 else f"{self.times} more of {block.name}"
        return Changed(built(document, blocks), words)

    def _dropped(self, document: PageDocument, members: tuple[Block, ...]) -> tuple[Block, ...]:
        """Return a stack where it was dropped; nothing when it was not."""
        if self.at_x is None or self.at_y is None:
            return ()
        x, y = _corner(document, members[0], self.at_x, self.at_y)
        return _held(document, moved(members, x - members[0].x, y - members[0].y))


@change("lean", After.STAYS)
class Lean(Change):
    """Turn a piece a little, with what lies behind it; 0 sets it straight."""

    block: Name
    degrees: Degrees

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, block = _page_of(document), the_block_on(document, self.block)
        leaning = tilted(stack_of(sketch.blocks, block.id), round(self.degrees * 100))
        members = _held(document, leaning)
        words = f"{block.name} leans" if leaning[0].turn else f"{block.name} set straight"
        return Changed(built(_unpinned(document, members), _with(sketch.blocks, members)), words)


@change("trade-places", After.STAYS)
class TradePlaces(Change):
    """Let two pieces change places, each as large as it is, middle for middle."""

    block: Name
    other: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch = _page_of(document)
        one, two = (the_block_on(document, name) for name in (self.block, self.other))
        first, second = (stack_of(sketch.blocks, block.id) for block in (one, two))
        if first[0].id == second[0].id or Role.BASE in (one.role, two.role):
            raise refuse("not-traded", "Two pieces that lie by themselves can change places.", "other")
        grid, (here, there) = document.grid, (box(stack[0]) for stack in (first, second))
        across = _half_on(there.x.low + there.x.high - here.x.low - here.x.high, grid)
        down = _half_on(there.y.low + there.y.high - here.y.low - here.y.high, grid)
        changed = (*_held(document, moved(first, across, down)), *_held(document, moved(second, -across, -down)))
        words = f"{one.name} and {two.name} changed places"
        return Changed(built(_unpinned(document, changed), _with(sketch.blocks, changed)), words)


@change("take-away", After.STAYS)
class TakeAway(Change):
    """Take a piece away; everything else stays where it is, and its photo goes back to the tray."""

    block: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        sketch, block = _page_of(document), the_block_on(document, self.block)
        if block.role is Role.BASE:
            raise refuse("not-taken", "The base stays: everything lies on it.", "block")
        if block.role is Role.MAT:
            left = removed(Draft(sketch, frozenset()), block.id).sketch
        else:
            left = sketch.without(frozenset({block.id}))
        if not any(one.role is not Role.BASE for one in left.blocks):
            raise refuse("nothing-left", "Then nothing would be left on the page.", "block")
        return Changed(built(document, left.blocks), f"removed {block.name}")
