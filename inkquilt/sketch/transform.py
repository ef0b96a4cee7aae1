"""Quarter turns and mirror images of a whole sketch, exact in grains.

A quarter turn clockwise takes a block at (x, y) on a page of height H to
x' = H - y - h, y' = x, with width and height swapped. Its own ``turn`` is kept;
corners and banner ends go along. Titles and journaling stay upright: only
their box turns.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from inkquilt.sketch.model import FULL_TURN, POLYGON_PARTS, Block, Corner, End, Part, Sketch

_NEXT_CORNER: Final = {
    Corner.TOP_LEFT: Corner.TOP_RIGHT,
    Corner.TOP_RIGHT: Corner.BOTTOM_RIGHT,
    Corner.BOTTOM_RIGHT: Corner.BOTTOM_LEFT,
    Corner.BOTTOM_LEFT: Corner.TOP_LEFT,
}
_NEXT_END: Final = {End.LEFT: End.TOP, End.TOP: End.RIGHT, End.RIGHT: End.BOTTOM, End.BOTTOM: End.LEFT}
_OTHER_CORNER: Final = {
    Corner.TOP_LEFT: Corner.TOP_RIGHT,
    Corner.TOP_RIGHT: Corner.TOP_LEFT,
    Corner.BOTTOM_RIGHT: Corner.BOTTOM_LEFT,
    Corner.BOTTOM_LEFT: Corner.BOTTOM_RIGHT,
}
_OTHER_END: Final = {End.LEFT: End.RIGHT, End.RIGHT: End.LEFT, End.TOP: End.TOP, End.BOTTOM: End.BOTTOM}


def turned(sketch: Sketch, degrees: int) -> Sketch:
    """Return the sketch turned clockwise by 0, 90, 180 or 270 degrees; raises ``ValueError`` otherwise."""
    if degrees % 90:
        raise ValueError(f"a sketch turns by quarters, not by {degrees} degrees")
    for _ in range(degrees // 90 % 4):
        sketch = _quarter_turned(sketch)
    return sketch


def _quarter_turned(sketch: Sketch) -> Sketch:
    def quarter(part: Part) -> Part:
        return Part(POLYGON_PARTS - part.down, part.across)

    def move(block: Block) -> Block:
        return replace(
            block,
            x=sketch.page.height - block.y - block.height,
            y=block.x,
            width=block.height,
            height=block.width,
            min_size=block.min_size and block.min_size.swapped(),
            corner=_NEXT_CORNER[block.corner],
            end=_NEXT_END[block.end],
            corners=tuple(map(quarter, block.corners)),
            openings=tuple(tuple(map(quarter, opening)) for opening in block.openings),
        )

    return replace(sketch, page=sketch.page.swapped(), blocks=tuple(map(move, sketch.blocks)))


def mirrored(sketch: Sketch) -> Sketch:
    """Return the sketch with left and right exchanged; a tilt then leans the other way."""

    def over(part: Part) -> Part:
        return Part(POLYGON_PARTS - part.across, part.down)

    def move(block: Block) -> Block:
        return replace(
            block,
            x=sketch.page.width - block.x - block.width,
            turn=-block.turn % FULL_TURN,
            corner=_OTHER_CORNER[block.corner],
            end=_OTHER_END[block.end],
            corners=tuple(map(over, block.corners)),
            openings=tuple(tuple(map(over, opening)) for opening in block.openings),
        )

    return replace(sketch, blocks=tuple(map(move, sketch.blocks)))


def oriented(sketch: Sketch, degrees: int, mirror: bool) -> Sketch:
    """Return the sketch turned, then mirrored."""
    sketch = turned(sketch, degrees)
    return mirrored(sketch) if mirror else sketch
