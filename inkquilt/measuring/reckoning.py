"""How each number of a fitted page was reckoned, as sums anyone can check with pencil and paper."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from inkquilt.lengths import Grains, Unit, format_nearest, fraction_text, with_unit
from inkquilt.sketch.geometry import Axis, Ends, box, is_tilted
from inkquilt.sketch.model import Block, Role, Size, Sketch
from inkquilt.sketch.relations import stack_roots


@dataclass(frozen=True, slots=True)
class Sum:
    """One sum: what it is of ("Width"), and the sum in full ("1/8 reveal + 4 photo + 1/8 reveal = 4 1/4 in")."""

    what: str
    sum: str


def reckoned(drawn: Sketch, page: Size, unit: Unit, blocks: tuple[Block, ...], block_id: str) -> tuple[Sum, ...]:
    """Return the sums of one piece: its width and height, and what adds up across and down the page there.

    ``drawn`` is the sketch as it was fitted (turned, mirrored), ``blocks`` the fitted
    page. Raises ``KeyError`` for a piece that is not on it.
    """
    by_id = {block.id: block for block in blocks}
    block = by_id[block_id]
    before = next((one for one in drawn.blocks if one.id == block_id), None)
    sums: list[Sum] = []
    for axis, name in ((Axis.X, "Width"), (Axis.Y, "Height")):
        inner = [by_id[piece] for piece in block.of if piece in by_id]
        if inner and block.turn == inner[0].turn:
            sums.append(Sum(name, _layers(block, inner, axis, unit)))
        elif before is not None:
            whole = (drawn.page.width, page.width) if axis is Axis.X else (drawn.page.height, page.height)
            sums.append(Sum(name, _scaled(_length(before, axis), _length(block, axis), whole, unit)))
    if block.role is not Role.BASE and not is_tilted(block):
        for axis, name in ((Axis.X, "Across the page"), (Axis.Y, "Down the page")):
            sums.append(Sum(name, _chain(block, blocks, axis, page, unit)))
    return tuple(sums)


def _length(block: Block, axis: Axis) -> Grains:
    return block.width if axis is Axis.X else block.height


def _along(block: Block, axis: Axis) -> Ends:
    if axis is Axis.X:
        return Ends(block.x, block.x + block.width)
    return Ends(block.y, block.y + block.height)


def _layers(mat: Block, inner: list[Block], axis: Axis, unit: Unit) -> str:
    """A mat: what shows before, what it carries, what shows after."""
    outer = _along(mat, axis)
    low = min(_along(piece, axis).low for piece in inner)
    high = max(_along(piece, axis).high for piece in inner)
    name = inner[0].name if len(inner) == 1 else "what lies on it"
    parts = [
        ("reveal", low - outer.low),
        (name, high - low),
        ("reveal", outer.high - high),
    ]
    return _added(parts, outer.length, unit)


def _added(parts: list[tuple[str, Grains]], total: Grains, unit: Unit, end: str = "") -> str:
    said = ""
    for name, length in parts:
        amount = format_nearest(abs(length), unit)
        words = f"{amount} {name}" if name else amount
        if not said:
            said = f"−{words}" if length < 0 else words
        else:
            said += f" − {words}" if length < 0 else f" + {words}"
    return f"{said} = {with_unit(total, unit)}{end}"


def _scaled(was: Grains, now: Grains, whole: tuple[Grains, Grains], unit: Unit) -> str:
    """A free length: the drawn one times page over sketch, and what was taken of it."""
    scale = Fraction(whole[1], whole[0])
    scaled = was * scale
    if scale == 1:
        told = f"drawn {with_unit(was, unit)}"
    else:
        ratio = fraction_text(scale) if scale.denominator <= 64 else f"{float(scale):.3f}"
        told = f"drawn {format_nearest(was, unit)} × {ratio} = {with_unit(round(scaled), unit)}"
    if now == scaled:
        return told
    return f"{told}; taken {with_unit(now, unit)}"


def _chain(block: Block, blocks: tuple[Block, ...], axis: Axis, page: Size, unit: Unit) -> str:
    """What follows one another through a piece from edge to edge of the page, gaps included."""
    row = list(_row_of(block, blocks, axis))
    whole = page.width if axis is Axis.X else page.height
    parts: list[tuple[str, Grains]] = []
    at = 0
    for piece in row:
        lies = _along(piece, axis)
        if lies.low != at:
            parts.append(("" if parts else "margin", lies.low - at))
        parts.append((piece.name, lies.length))
        at = lies.high
    if at != whole:
        parts.append(("margin", whole - at))
    return _added(parts, whole, unit, f", the page’s {'width' if axis is Axis.X else 'height'}")


def _row_of(block: Block, blocks: tuple[Block, ...], axis: Axis) -> Iterator[Block]:
    """Yield the stacks beside a piece on an axis, in order, none overlapping the next."""
    roots = stack_roots(blocks)
    by_id = {one.id: one for one in blocks}
    own = by_id[roots[block.id]]
    own = block if is_tilted(own) else own
    mine = _along(own, axis.other)

    def beside(other: Block) -> bool:
        if other.role is Role.BASE or is_tilted(other) or roots[other.id] != other.id or other.id == own.id:
            return False
        lies = box(other).along(axis.other)
        shared = min(lies.high, mine.high) - max(lies.low, mine.low)
        return 2 * shared >= min(lies.length, mine.length)

    candidates = [one for one in blocks if beside(one)]
    lies = _along(own, axis)
    before: list[Block] = []
    edge = lies.low
    while left := [one for one in candidates if _along(one, axis).high <= edge]:
        nearest = max(left, key=lambda one: (_along(one, axis).high, _along(one, axis).length))
        before.insert(0, nearest)
        edge = _along(nearest, axis).low
    yield from before
    yield own
    edge = lies.high
    while right := [one for one in candidates if _along(one, axis).low >= edge]:
        nearest = min(right, key=lambda one: (_along(one, axis).low, -_along(one, axis).length))
        yield nearest
        edge = _along(nearest, axis).high
