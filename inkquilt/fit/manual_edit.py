"""From a hand on the page to a pin: what was dragged, nudged or typed, as exact places and sizes.

Where a piece or an edge is let go is where it lay under the hand, which draws it to lines
and marks: a place on a line that other pieces' edges, the page's edges or its middle make stays
there, any other goes to the nearest mark. A dragged edge leaves the opposite one
where it is. A typed length stands as it was typed.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from inkquilt.errors import BadInput, Fault
from inkquilt.fit.request import FitRequest, Pin
from inkquilt.fit.sizes import stance_of
from inkquilt.lengths import Grains, with_unit
from inkquilt.sketch.geometry import Axis, box, is_tilted
from inkquilt.sketch.model import Block, Role, Shape, Size, Sketch
from inkquilt.sketch.relations import Stacks, read_relations

#: A place this near to a line is on it: what comes from under a hand is a number of the page's unit, rounded.
ON_LINE: Final[Grains] = 2


@dataclass(frozen=True, slots=True)
class Grip:
    """What a hand did to a block: where its top left corner should be, and how large it should be.

    What is None was not touched. ``exact`` lengths were typed and stand as they are.
    """

    block: str
    x: Grains | None = None
    y: Grains | None = None
    width: Grains | None = None
    height: Grains | None = None
    exact: bool = False


@dataclass(frozen=True, slots=True)
class Typed:
    """Lengths that were typed of a block: distances from the page's edges, and its size; None was not typed."""

    left: Grains | None = None
    top: Grains | None = None
    right: Grains | None = None
    bottom: Grains | None = None
    width: Grains | None = None
    height: Grains | None = None


def typed_grip(request: FitRequest, block: Block, typed: Typed) -> Grip:
    """Return what typed lengths do to a block.

    A distance from the far edge moves it; a paper or strip whose near edge is settled, or typed
    with it, is stretched between the two.
    """
    pin, page = request.pin(block.id), request.page
    x, width = _typed_on(typed.left, typed.right, typed.width, pin.x, page.width, block.width, _may_stretch(block))
    y, height = _typed_on(typed.top, typed.bottom, typed.height, pin.y, page.height, block.height, _may_stretch(block))
    return Grip(block.id, x, y, width, height, exact=True)


def _typed_on(
    near: Grains | None, far: Grains | None, length: Grains | None, settled: Grains | None, whole: Grains,
    now: Grains, stretches: bool,
) -> tuple[Grains | None, Grains | None]:  # fmt: skip
    """Return where a block begins and how long it is on one axis; None where that is left as it is."""
    if far is None:
        return near, length
    start = near if near is not None else settled
    if length is None and start is not None and stretches and start + far < whole:
        return near, whole - far - start
    return whole - far - (length if length is not None else now), length


def _may_stretch(block: Block) -> bool:
    return block.role in (Role.PAPER, Role.STRIP, Role.BORDER) and block.shape is not Shape.CIRCLE and not block.turn


def pinned(request: FitRequest, sketch: Sketch, grip: Grip) -> tuple[Pin, ...]:
    """Return the request's pins with what a hand did now.

    ``request.near`` is the page as it lies. Raises ``BadInput`` when the block is
    not on it, when it is the base, or when a length is nothing or off the page.
    """
    near = {block.id: block for block in request.near}
    block = near.get(grip.block)
    if block is None or block.role is Role.BASE:
        raise BadInput([Fault(grip.block, "not-to-be-moved", f"“{grip.block}” is nothing that can be moved.")])
    stacks = Stacks(read_relations(sketch).mattings)
    root = near[stacks.root(block.id)]
    others = [other for other in request.near if stacks.root(other.id) != root.id]
    typed = grip.exact
    dragged = not typed and not is_tilted(root) and (grip.width is not None or grip.height is not None)
    if dragged:
        grip = _edges_on_lines(request, others, block, grip)
    if block.of:
        block, grip = _inner(near, block, grip)
    _refuse_impossible(request, block, grip)
    settled = {pin.block: pin for pin in request.pins}
    size = None
    if grip.width is not None or grip.height is not None:
        pin = settled.get(block.id)
        size = resized(request, block, _with_what_was_typed(grip, block, pin) if typed and pin else grip)
    if size is not None and dragged:
        grip = _with_opposite_edges(block, grip, size)
    if grip.x is not None or grip.y is not None:
        pin = settled.get(root.id, Pin(root.id))
        for axis in Axis:
            place = _place(request, others, block, root, grip, axis)
            if place is not None:
                pin = replace(pin, x=place) if axis is Axis.X else replace(pin, y=place)
        settled[root.id] = pin
    if size is not None:
        settled[block.id] = replace(settled.get(block.id, Pin(block.id)), width=size.width, height=size.height)
    return tuple(settled.values())


def _with_what_was_typed(grip: Grip, block: Block, pin: Pin) -> Grip:
    """Return a typed length together with the one that was settled before: width 6 and then height 4 is 6 by 4."""
    if block.role in (Role.TAG, Role.CLUSTER):
        return grip
    return replace(
        grip,
        width=grip.width if grip.width is not None else pin.width,
        height=grip.height if grip.height is not None else pin.height,
    )


def _inner(near: dict[str, Block], mat: Block, grip: Grip) -> tuple[Block, Grip]:
    """A mat is as large as its piece makes it: what was done to it is done to the piece, less the reveals."""
    piece = near[mat.of[0]]
    if len(mat.of) > 1:
        return mat, replace(grip, width=None, height=None)
    less_x, less_y = mat.width - piece.width, mat.height - piece.height
    inner = replace(
        grip,
        block=piece.id,
        x=None if grip.x is None else grip.x + piece.x - mat.x,
        y=None if grip.y is None else grip.y + piece.y - mat.y,
        width=None if grip.width is None else grip.width - less_x,
        height=None if grip.height is None else grip.height - less_y,
    )
    return _inner(near, piece, inner) if piece.of else (piece, inner)


def _refuse_impossible(request: FitRequest, block: Block, grip: Grip) -> None:
    page, unit = request.page, request.page.unit
    for length, whole, what in ((grip.width, page.width, "wide"), (grip.height, page.height, "high")):
        if length is not None and not 0 < length <= whole:
            words = f"{block.name} cannot be {with_unit(length, unit)} {what}; the page is {with_unit(whole, unit)}."
            raise BadInput([Fault(block.id, "size-off-page", words)])
    for place, length, whole, side in (
        (grip.x, block.width if grip.width is None else grip.width, page.width, "left"),
        (grip.y, block.height if grip.height is None else grip.height, page.height, "top"),
    ):
        if grip.exact and place is not None and not 0 <= place <= whole - min(length, whole):
            words = (
                f"{block.name} cannot be {with_unit(place, unit)} from the {side}: "
                f"with its {with_unit(length, unit)} it would leave the page of {with_unit(whole, unit)}."
            )
            raise BadInput([Fault(block.id, "place-off-page", words)])


def _edges_on_lines(request: FitRequest, others: list[Block], block: Block, grip: Grip) -> Grip:
    """Return a grip whose dragged edges are on a line or a mark, the opposite ones where they were.

    A start that is given with a length is a low edge under the hand; a length alone is the high edge. Between
    the two stays a mark at least.
    """
    grid = request.grid

    def lie(axis: Axis, start: Grains | None, length: Grains | None) -> tuple[Grains | None, Grains | None]:
        now = box(block).along(axis)
        if length is None:
            return start, None
        if start is None:
            least = -(-(now.low + grid) // grid) * grid
            return None, max(least, _edge(request, others, axis, now.low + length)) - now.low
        most = (now.high - grid) // grid * grid
        edge = min(most, _edge(request, others, axis, start))
        return edge, now.high - edge

    x, width = lie(Axis.X, grip.x, grip.width)
    y, height = lie(Axis.Y, grip.y, grip.height)
    return replace(grip, x=x, y=y, width=width, height=height, exact=True)


def _with_opposite_edges(block: Block, grip: Grip, size: Size) -> Grip:
    """Return a grip that leaves the high edges where they were, however large the block became by its low ones."""
    return replace(
        grip,
        x=block.x + block.width - size.width if grip.x is not None and grip.width is not None else grip.x,
        y=block.y + block.height - size.height if grip.y is not None and grip.height is not None else grip.y,
    )


def _edge(request: FitRequest, others: list[Block], axis: Axis, wanted: Grains) -> Grains:
    """Return where a dragged edge comes to lie: on the line it was drawn to, else on the nearest mark of the page."""
    whole = request.page.width if axis is Axis.X else request.page.height
    held = max(0, min(wanted, whole))
    lines = [0, whole, *(end for other in _straight(others) for end in box(other).along(axis))]
    line = min(lines, key=lambda line: abs(line - held))
    if abs(line - held) <= ON_LINE:
        return line
    return min(whole, round(Fraction(held, request.grid)) * request.grid)


def _straight(others: list[Block]) -> Iterator[Block]:
    """Yield the pieces whose edges are lines."""
    return (other for other in others if other.role is not Role.BASE and not is_tilted(other))


def _place(
    request: FitRequest, others: list[Block], block: Block, root: Block, grip: Grip, axis: Axis
) -> Grains | None:
    """Return where the outermost piece of the stack begins on an axis."""
    wanted = grip.x if axis is Axis.X else grip.y
    if wanted is None:
        return None
    offset = root.x - block.x if axis is Axis.X else root.y - block.y
    start = wanted + offset
    if grip.exact:
        return start
    length = root.width if axis is Axis.X else root.height
    whole = request.page.width if axis is Axis.X else request.page.height
    if not is_tilted(root):
        start = max(0, min(start, whole - length))
    on_grid = round(Fraction(start, request.grid)) * request.grid
    if on_grid + length > whole and on_grid > start and not is_tilted(root):
        on_grid -= request.grid
    near = min(_lines(request, others, axis, length), key=lambda line: abs(line - start), default=on_grid)
    return near if abs(near - start) <= ON_LINE and not is_tilted(root) else on_grid


def _lines(request: FitRequest, others: list[Block], axis: Axis, length: Grains) -> Iterator[Grains]:
    """Yield where a piece of some length begins when one of its edges, or its middle, is on a line."""
    whole = request.page.width if axis is Axis.X else request.page.height
    yield 0
    yield whole - length
    if (whole - length) % 2 == 0:
        yield (whole - length) // 2
    for other in _straight(others):
        for edge in box(other).along(axis):
            for start in (edge, edge - length):
                if 0 <= start <= whole - length:
                    yield start


def resized(request: FitRequest, block: Block, grip: Grip) -> Size:
    """Return the size a hand gives a block: exactly as typed, else on the grid.

    A photo goes to the print size with that width (or height) nearest to its
    proportions, circles stay round, tags and clusters keep their proportions.
    """
    step = 1 if grip.exact else request.grid
    width = None if grip.width is None else _to_step(grip.width, step)
    height = None if grip.height is None else _to_step(grip.height, step)
    if width is not None and height is not None and block.shape is not Shape.CIRCLE:
        return Size(width, height)
    if block.shape is Shape.CIRCLE:
        side = width or height or block.width
        return Size(side, side)
    if block.role is Role.PHOTO:
        return _photo_size(request, block, width, height)
    if block.role in (Role.TAG, Role.CLUSTER):
        if width is not None:
            return Size(width, _to_step(Fraction(width * block.height, block.width), request.grid))
        assert height is not None
        return Size(_to_step(Fraction(height * block.width, block.height), request.grid), height)
    return Size(width or block.width, height or block.height)


def _to_step(length: Grains | Fraction, step: Grains) -> Grains:
    return max(1, round(Fraction(length) / step)) * step


def _photo_size(request: FitRequest, block: Block, width: Grains | None, height: Grains | None) -> Size:
    listed = {size for one in request.print_sizes for size in (one, one.swapped())}
    alike = [
        size
        for size in listed
        if (width is None or size.width == width)
        and (height is None or size.height == height)
        and stance_of(size) == stance_of(block.size)
    ]
    if alike:
        return min(alike, key=lambda size: abs(size.width * block.height - size.height * block.width))
    if width is not None:
        return Size(width, _to_step(Fraction(width * block.height, block.width), request.grid))
    assert height is not None
    return Size(_to_step(Fraction(height * block.width, block.height), request.grid), height)
