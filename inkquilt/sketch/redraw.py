"""Putting a draft right by hand: what a piece is, where it lies, what is missing or too much.

Each change returns a new draft; what a person has said is no longer a guess.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.page import LARGEST_SIDE, SMALLEST_SIDE
from inkquilt.sketch.building import free_letter
from inkquilt.sketch.draft import Draft, right_inside
from inkquilt.sketch.model import CUT_FROM_PAPER, MOST_BLOCKS, Block, Role, Shape, Size, Sketch
from inkquilt.sketch.naming import is_given, next_name
from inkquilt.sketch.tidy import MARK


def _refuse(code: str, words: str, block: str | None = None) -> BadInput:
    return BadInput([Fault(block, code, words)])


def _with(draft: Draft, changed: Block) -> Draft:
    blocks = tuple(changed if block.id == changed.id else block for block in draft.sketch.blocks)
    return Draft(replace(draft.sketch, blocks=blocks), draft.guessed - {changed.id})


def block_of(draft: Draft, block_id: str) -> Block:
    """Return a block of the draft; raises ``BadInput`` for one that is not there."""
    try:
        return draft.sketch.block(block_id)
    except KeyError as error:
        raise _refuse("unknown-block", f"There is no piece “{block_id[:60]}” in this sketch.", block_id[:60]) from error


def with_role(draft: Draft, block_id: str, role: Role) -> Draft:
    """Say what a piece is; a mat then belongs to the piece that lies right on it.

    A name that told only what it was goes with that.

    Raises ``BadInput`` for a mat that nothing lies on, and for a second base.
    """
    block = block_of(draft, block_id)
    draft = _without_mats_of(draft, block) if block.role is not role else draft
    of: tuple[str, ...] = ()
    if role is Role.MAT:
        piece = right_inside(block, draft.sketch.blocks)
        if piece is None:
            words = f"{block.name} can be a mat only behind a piece that lies wholly on it."
            raise _refuse("nothing-on-mat", words, block_id)
        of = (piece.id,)
    if role is Role.BASE:
        if any(other.role is Role.BASE for other in draft.sketch.blocks if other.id != block_id):
            raise _refuse("two-bases", "This sketch has a base already; there is one on a page.", block_id)
        block = replace(block, turn=0, shape=Shape.RECT).placed(0, 0, draft.sketch.page)
    label = block.label
    if label and role is not block.role and not is_given(block):
        label = None if role is Role.MAT else next_name(role, draft.sketch.blocks)
    return _with(draft, replace(block, role=role, of=of, label=label))


def _without_mats_of(draft: Draft, block: Block) -> Draft:
    """Let a piece that becomes something else go from the mats it was drawn on, when those may not carry it."""
    if block.role not in (Role.PHOTO, Role.MAT):
        return draft
    blocks = tuple(
        replace(other, of=tuple(name for name in other.of if name != block.id)) if block.id in other.of else other
        for other in draft.sketch.blocks
    )
    freed = {b.id for b, old in zip(blocks, draft.sketch.blocks, strict=True) if old.of and not b.of}
    blocks = tuple(replace(b, role=Role.PAPER) if b.id in freed else b for b in blocks)
    return Draft(replace(draft.sketch, blocks=blocks), draft.guessed | freed)


def with_shape(draft: Draft, block_id: str, shape: Shape) -> Draft:
    """Give a piece another outline in the same box; a circle takes the shorter side, in the middle."""
    block = block_of(draft, block_id)
    if shape is Shape.POLYGON and not block.corners:
        raise _refuse("no-corners", "A shape with corners of its own can only be drawn in a file.", block_id)
    if shape is not Shape.POLYGON:
        block = replace(block, corners=(), openings=())
    block = replace(block, shape=shape)
    if shape is Shape.CIRCLE:
        side = min(block.width, block.height)
        x, y = block.x + (block.width - side) // 2, block.y + (block.height - side) // 2
        block = replace(block, turn=0).placed(x, y, Size(side, side))
    return _with(draft, block)


def with_paper(draft: Draft, block_id: str, letter: str | None) -> Draft:
    """Say which paper a piece is of: one by its letter, or without one a paper that no other is of.

    Raises ``BadInput`` for what is not cut from paper.
    """
    block = block_of(draft, block_id)
    if block.role not in CUT_FROM_PAPER:
        raise _refuse("no-paper-there", f"{block.name} is not cut from paper.", block_id)
    return _with(draft, replace(block, paper=letter or free_letter(draft.sketch.blocks)))


def with_place(
    draft: Draft,
    block_id: str,
    *,
    left: Grains | None = None,
    top: Grains | None = None,
    width: Grains | None = None,
    height: Grains | None = None,
) -> Draft:
    """Set where a piece begins and how large it is; what is None stays.

    Raises ``BadInput`` when nothing of it would be left on the page.
    """
    block = block_of(draft, block_id)
    size = Size(
        block.width if width is None else width,
        block.height if height is None else height,
    )
    if block.shape is Shape.CIRCLE:
        side = width if width is not None else height
        size = Size(side, side) if side is not None else size
    x, y = (block.x if left is None else left), (block.y if top is None else top)
    page = draft.sketch.page
    if size.width <= 0 or size.height <= 0:
        raise _refuse("no-size", f"{block.name} has no size like that.", block_id)
    if x >= page.width or y >= page.height or x + size.width <= 0 or y + size.height <= 0:
        raise _refuse("off-page", f"{block.name} would lie beside the page.", block_id)
    return _with(draft, block.placed(x, y, size))


def stepped(draft: Draft, block_id: str, *, across: int = 0, down: int = 0, wider: int = 0, higher: int = 0) -> Draft:
    """Move a piece or make it larger by whole marks of the ruler; what is moved comes to lie on a mark.

    Raises ``BadInput`` when nothing of it would be left on the page.
    """
    block, mark = block_of(draft, block_id), MARK[draft.sketch.unit]

    def on(length: Grains, steps: int) -> Grains | None:
        return (length + steps * mark + mark // 2) // mark * mark if steps else None

    return with_place(
        draft,
        block_id,
        left=on(block.x, across),
        top=on(block.y, down),
        width=on(block.width, wider),
        height=on(block.height, higher),
    )


def straightened(draft: Draft, block_id: str) -> Draft:
    """Set a piece straight."""
    return _with(draft, replace(block_of(draft, block_id), turn=0))


def removed(draft: Draft, block_id: str) -> Draft:
    """Take a piece out; a mat that carries nothing else becomes a paper. Raises ``BadInput`` for the last one."""
    block = block_of(draft, block_id)
    if len(draft.sketch.blocks) == 1:
        raise _refuse("nothing-left", "Then nothing would be left of this sketch.", block_id)
    blocks = []
    for other in draft.sketch.blocks:
        if other.id == block.id:
            continue
        if block.id in other.of:
            of = tuple(
                dict.fromkeys(name for piece in other.of for name in (block.of if piece == block.id else (piece,)))
            )
            other = replace(other, of=of, role=other.role if of else Role.PAPER)
        blocks.append(other)
    return Draft(replace(draft.sketch, blocks=tuple(blocks)), draft.guessed - {block.id})


def added(draft: Draft, role: Role, left: Grains, top: Grains, size: Size) -> Draft:
    """Lay a new piece on top of all others. Raises ``BadInput`` when there are too many."""
    if len(draft.sketch.blocks) >= MOST_BLOCKS:
        raise _refuse("too-many", f"A sketch has {MOST_BLOCKS} pieces at most.")
    level = max((block.level for block in draft.sketch.blocks), default=0) + 1
    name = draft.sketch.free_id(role.value)
    plain = Role.PAPER if role in (Role.MAT, Role.BASE) else role
    block = Block(name, plain, Shape.RECT, left, top, size.width, size.height, level=level)
    bigger = Draft(replace(draft.sketch, blocks=(*draft.sketch.blocks, block)), draft.guessed)
    placed = with_place(bigger, name, left=left, top=top)
    return with_role(placed, name, role) if role is not plain else placed


def layered(draft: Draft, block_id: str, up: bool) -> Draft:
    """Lay a piece over (or under) the next one above (or below) it that it meets on the page."""
    order = list(draft.sketch.stacked())
    block = block_of(draft, block_id)
    place = order.index(block)
    others = order[place + 1 :] if up else order[:place][::-1]
    over = next((other for other in others if other.role is not Role.BASE and _meet(block, other)), None)
    if over is None:
        return draft
    order.remove(block)
    order.insert(order.index(over) + (1 if up else 0), block)
    levels = {one.id: level for level, one in enumerate(order)}
    blocks = tuple(replace(one, level=levels[one.id]) for one in draft.sketch.blocks)
    return Draft(replace(draft.sketch, blocks=blocks), draft.guessed)


def _meet(one: Block, two: Block) -> bool:
    across = min(one.x + one.width, two.x + two.width) > max(one.x, two.x)
    return across and min(one.y + one.height, two.y + two.height) > max(one.y, two.y)


def scaled_to(draft: Draft, block_id: str, width: Grains | None, height: Grains | None) -> Draft:
    """Reckon the whole page from one piece whose true width or height is known.

    Everything is scaled alike and falls on 1/16 in (or 1 mm); the piece itself comes
    out as it was said. Raises ``BadInput`` when the page would be no page.
    """
    block = block_of(draft, block_id)
    if not (width or height) or min(width or 1, height or 1) <= 0:
        raise _refuse("no-size", "Say how wide or how high it really is.", block_id)
    scale = Fraction(width, block.width) if width else Fraction(height or 1, block.height)
    sketch = draft.sketch
    step = INCH // 16 if sketch.unit is Unit.IN else MM

    def scaled(length: Grains) -> Grains:
        return round(length * scale / step) * step  # halves to even, exactly

    page = Size(scaled(sketch.page.width), scaled(sketch.page.height))
    if not all(SMALLEST_SIDE <= side <= LARGEST_SIDE for side in (page.width, page.height)):
        size = f"{with_unit(page.width, sketch.unit)} × {with_unit(page.height, sketch.unit)}"
        raise _refuse("no-page", f"Then the page would be {size}, which is no page of an album.", block_id)
    return Draft(_on_page(replace(sketch, page=page), scaled), draft.guessed)


def _on_page(sketch: Sketch, scaled: Callable[[Grains], Grains]) -> Sketch:
    blocks = []
    for block in sketch.blocks:
        left, top = scaled(block.x), scaled(block.y)
        right, foot = scaled(block.x + block.width), scaled(block.y + block.height)
        if block.shape is Shape.CIRCLE:
            foot = top + (right - left)
        size = Size(max(1, right - left), max(1, foot - top))
        notch, band = block.notch and scaled(block.notch), block.band and scaled(block.band)
        blocks.append(replace(block.placed(left, top, size), notch=notch, band=band))
    return replace(sketch, blocks=tuple(blocks))
