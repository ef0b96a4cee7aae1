"""Where on its sheet a piece is cut from, and what is printed where on a sheet.

A *region* ties a piece to a place of the sheet: a strip that must show one part of the
print, a layer trimmed evenly on all four sides (centred) or on two neighbouring ones
(from a corner). A *motif* is a printed place worth knowing: it is told when a cut
goes through it, one to *save* is cut out first, a frame or lines are written on. Places are counted from the top
left corner of a whole sheet, seen from the side that is meant. Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from inkquilt.lengths import Grains
from inkquilt.paper.kinds import SideName
from inkquilt.paper.openings import Inset
from inkquilt.sketch.model import Size


class Hold(Enum):
    """To what of the sheet a piece keeps along one axis; ``LOW`` is left or top."""

    LOW = "low"
    MIDDLE = "middle"
    HIGH = "high"
    AT = "at"


@dataclass(frozen=True, slots=True)
class AxisHold:
    """A place along one axis; ``at`` is counted from the left or top and holds for ``Hold.AT`` only."""

    hold: Hold
    at: Grains = 0

    def start(self, length: Grains, piece: Grains) -> Grains:
        """Return where a piece begins; what does not divide evenly goes to the right or bottom."""
        match self.hold:
            case Hold.LOW:
                return 0
            case Hold.MIDDLE:
                return (length - piece) // 2
            case Hold.HIGH:
                return length - piece
            case Hold.AT:
                return self.at


@dataclass(frozen=True, slots=True)
class SheetRegion:
    """The place of a sheet that a piece is cut from."""

    across: AxisHold
    down: AxisHold

    def on(self, sheet: Size, piece: Size) -> Inset | None:
        """Return where a piece lies on a sheet, or None when it does not fit there."""
        x = self.across.start(sheet.width, piece.width)
        y = self.down.start(sheet.height, piece.height)
        if x < 0 or y < 0 or x + piece.width > sheet.width or y + piece.height > sheet.height:
            return None
        return Inset(x, y, piece)


class MotifUse(Enum):
    """What a printed place is good for."""

    PICTURE = "a picture"
    FRAME = "a frame to write in"
    LINES = "lines to write on"
    STRIP = "a strip to cut off"


@dataclass(frozen=True, slots=True)
class Motif:
    """A printed place of a sheet that is worth knowing; ``saved`` ones are cut out before anything else.

    Printed lines are ``pitch`` apart, the first one that far below the top of the place.
    """

    name: str
    side: SideName
    place: Inset
    saved: bool = False
    use: MotifUse = MotifUse.PICTURE
    pitch: Grains = 0
