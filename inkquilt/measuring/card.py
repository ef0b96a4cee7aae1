"""The measure card: for each piece its size, where it lies, and where its centre marks go.

Distances are counted from the left and top edge, from whichever edge is nearer, or
from the page's centre lines, as people measure. On two facing pages each piece is
measured on the page it lies on; one across the gap from the left page's edge.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from types import MappingProxyType
from typing import Final

from inkquilt.lengths import Grains, Unit, format_nearest
from inkquilt.page import Fold
from inkquilt.paper import pieces_of
from inkquilt.paper.openings import Inset
from inkquilt.sketch.geometry import Axis, Ends, box
from inkquilt.sketch.model import Block, Role, Size

_WHOLE: Final[Mapping[str, Sequence[Inset]]] = MappingProxyType({})


class MeasureFrom(Enum):
    """Where distances are counted from."""

    LEFT_TOP = "left-top"
    NEAREST = "nearest"
    CENTRE = "centre"


@dataclass(frozen=True, slots=True)
class MeasureRow:
    """One piece on the card, in words a ruler knows; ``number`` is the piece's on the page's diagram.

    ``across`` and ``down`` say where it lies ("2 1/2 from the left"), ``marks`` where
    its centre is from the left and top edges, for pencil marks. ``page`` names the
    side of a spread. Places of a tilted piece are those of the piece laid straight.
    """

    block: str
    number: int | None
    name: str
    role: Role
    size: str
    across: str
    down: str
    marks: tuple[str, str]
    tilt: str
    page: str


def measure_card(
    page: Size,
    unit: Unit,
    blocks: tuple[Block, ...],
    counted: MeasureFrom,
    fold: Fold | None = None,
    parts: Mapping[str, Sequence[Inset]] = _WHOLE,
) -> tuple[MeasureRow, ...]:
    """Return a row for every piece but the base, in the order of sticking down.

    ``parts`` are pieces that are cut as several, by block: each of those has a row, where it lies.
    """
    numbers = pieces_of(blocks, fold).numbers
    bottom_up = sorted(blocks, key=lambda block: block.level)
    return tuple(
        _row(part, numbers.get(block.id), page, unit, counted, fold)
        for block in bottom_up
        if block.role is not Role.BASE
        for part in _as_cut(block, parts.get(block.id, ()))
    )


def _as_cut(block: Block, parts: Sequence[Inset]) -> Iterator[Block]:
    """Yield a piece, or what is cut instead of it, each with its name."""
    if not parts:
        yield block
    for number, part in enumerate(parts, 1):
        label = f"{block.name}, piece {number} of {len(parts)}" if len(parts) > 1 else f"{block.name}, cut short"
        yield replace(block.placed(block.x + part.x, block.y + part.y, part.size), label=label)


def _row(
    block: Block, number: int | None, page: Size, unit: Unit, counted: MeasureFrom, fold: Fold | None
) -> MeasureRow:
    side, sheet = _sheet(block, page, fold)
    left, right = block.x, block.x + block.width
    if fold is not None and side != "both pages" and not block.turn:  # what lies in the gap is cut off
        left, right = max(left, sheet.low), min(right, sheet.high)
    across = Ends(left - sheet.low, right - sheet.low)
    down = Ends(block.y, block.y + block.height)
    return MeasureRow(
        block.id,
        number,
        block.name,
        block.role,
        f"{format_nearest(right - left, unit)} × {format_nearest(block.height, unit)}",
        _distance(across, sheet.length, Axis.X, unit, counted),
        _distance(down, page.height, Axis.Y, unit, counted),
        (_half(across.low + across.high, unit), _half(down.low + down.high, unit)),
        _tilt(block),
        side,
    )


def _sheet(block: Block, page: Size, fold: Fold | None) -> tuple[str, Ends]:
    """Return the side of a spread a piece lies on and where that page begins and ends."""
    if fold is None:
        return "", Ends(0, page.width)
    around = box(block).x
    if around.low >= fold.at:
        return "right page", Ends(fold.end, page.width)
    return ("left page" if around.high <= fold.end else "both pages"), Ends(0, fold.at)


_WORDS = {Axis.X: ("left", "right", "upright centre line"), Axis.Y: ("top", "bottom", "level centre line")}


def _distance(lies: Ends, whole: Grains, axis: Axis, unit: Unit, counted: MeasureFrom) -> str:
    """Say where a piece lies on an axis; an odd step of a centred piece is told with both numbers."""
    low, high, line = _WORDS[axis]
    before, after = lies.low, whole - lies.high
    if counted is MeasureFrom.CENTRE:
        off = lies.low + lies.high - whole
        if off == 0:
            return f"centred on the {line}"
        toward = low if off < 0 else high
        return f"{_half(abs(off), unit)} from the {line} to the {toward}"
    if counted is MeasureFrom.NEAREST and before == after:
        return f"centred, {format_nearest(before, unit)} from {low} and {high}"
    from_low = counted is MeasureFrom.LEFT_TOP or before <= after
    distance = before if from_low else after
    if distance < 0:
        return f"{format_nearest(-distance, unit)} over the {low if from_low else high} edge"
    return f"{format_nearest(distance, unit)} from the {low if from_low else high}"


def _half(twice: Grains, unit: Unit) -> str:
    """Print half of a length; half a grain less is nothing a pencil could mark."""
    return format_nearest(twice // 2, unit)


def _tilt(block: Block) -> str:
    if not block.turn:
        return ""
    degrees, way = (block.turn, "clockwise") if block.turn <= 18_000 else (36_000 - block.turn, "anticlockwise")
    return f"{degrees / 100:g}° {way} about its centre"
