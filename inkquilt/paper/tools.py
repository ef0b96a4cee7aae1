"""Tools that shape an edge or a whole piece: border punches, punches, dies.

A border punch takes off a little of each edge it shapes, its *depth*, so that the piece
is first cut larger by it; a die or punch may need a *blank* of a given size. Common
practice, no source; every tool has its own figures, which its owner enters.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from inkquilt.errors import BadInput, Fault
from inkquilt.fit.request import Die
from inkquilt.lengths import INCH, Grains, Unit, parse_length, with_unit
from inkquilt.sketch.model import Shape, Size

MOST_DIES: Final = 24
LARGEST_DIE: Final[Grains] = 12 * INCH


@dataclass(frozen=True, slots=True)
class ShapingTool:
    """One tool: the smallest and widest piece it takes, a blank it needs, what it takes off an edge, what it makes."""

    name: str
    smallest: Grains = 0
    widest: Grains | None = None
    blank: Size | None = None
    depth: Grains = 0
    makes: tuple[Die, ...] = ()


@dataclass(frozen=True, slots=True)
class ToolUse:
    """A tool at work on a piece; ``edges`` is how many of the two long edges are punched."""

    tool: ShapingTool
    edges: int = 0

    def cut_size(self, finished: Size) -> Size:
        """Return the size to cut: the tool's blank, or the finished size and a depth for each punched edge.

        A strip 1 1/2 wide, both edges punched 1/4 deep, is cut 2 wide.
        """
        if self.tool.blank is not None:
            return self.tool.blank
        more = self.tool.depth * self.edges
        if finished.width >= finished.height:
            return Size(finished.width, finished.height + more)
        return Size(finished.width + more, finished.height)

    def trouble(self, finished: Size, unit: Unit) -> str:
        """Say why the tool cannot make the piece and what would do, or nothing."""
        size = self.cut_size(finished)
        narrow, wide = min(size.width, size.height), max(size.width, size.height)
        tool = self.tool
        if tool.blank is not None and not _within(finished, tool.blank):
            return (
                f"{tool.name} gives no more than {_size(tool.blank, unit)}, this is {_size(finished, unit)}: "
                "make the piece smaller, or cut it by hand."
            )
        if narrow < tool.smallest:
            return (
                f"{tool.name} holds nothing narrower than {with_unit(tool.smallest, unit)}, "
                f"this is {with_unit(narrow, unit)}: shape a larger piece first and trim it afterwards."
            )
        if tool.widest is not None and narrow > tool.widest:
            return (
                f"{tool.name} takes pieces up to {with_unit(tool.widest, unit)} wide, "
                f"this is {with_unit(narrow, unit)} by {with_unit(wide, unit)}: make it narrower, or use another tool."
            )
        return ""


def read_dies(shape: Shape, text: str, unit: Unit) -> tuple[Die, ...]:
    """Return the dies of a list as one types it: "1, 1 1/2, 2", or "2 x 3; 3" for pieces with two sides.

    Raises ``BadInput`` for a size that is none, or larger than ``LARGEST_DIE``.
    """
    parts = [part.strip() for part in re.split(r"[;\n]|,(?!\d)", text) if part.strip()]
    if len(parts) > MOST_DIES:
        raise BadInput([Fault("makes", "too-many-dies", f"A set of dies has up to {MOST_DIES} sizes here.")])
    return tuple(dict.fromkeys(_read_die(shape, part, unit) for part in parts))


def _read_die(shape: Shape, text: str, unit: Unit) -> Die:
    parts = text.lower().replace("×", "x").split("x")
    if len(parts) > 2 or (shape is Shape.CIRCLE and len(parts) > 1):
        wanted = "one number, its width" if shape is Shape.CIRCLE else "a width, or width × height"
        raise BadInput([Fault("makes", "die-size", f"“{text[:40]}” is no size of such a die: {wanted} would do.")])
    lengths = [parse_length(part, unit).grains for part in parts]
    if not all(0 < length <= LARGEST_DIE for length in lengths):
        raise BadInput(
            [Fault("makes", "die-size", f"A die is more than nothing and at most {LARGEST_DIE // INCH} in.")]
        )
    return Die(shape, Size(lengths[0], lengths[-1]))


def _within(piece: Size, blank: Size) -> bool:
    return any(one.width <= blank.width and one.height <= blank.height for one in (piece, piece.swapped()))


def _size(size: Size, unit: Unit) -> str:
    return f"{with_unit(size.width, unit)} × {with_unit(size.height, unit)}"
