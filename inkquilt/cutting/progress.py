"""How far the cutting of a sheet has come: pieces that are cut, and parts that are still paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from inkquilt.cutting.guillotine import CutSheet, Direction
from inkquilt.cutting.guillotine.values import Rect
from inkquilt.sketch.model import Size

#: A middle takes so many cuts to free.
CUTS_OF_A_MIDDLE: Final = 4


@dataclass(frozen=True, slots=True)
class Standing:
    """What lies on the table after some steps of a sheet.

    ``pieces`` are cut to size, by key, each with the name of the part it is; ``middles``
    are freed from pieces, by the piece's key; ``rest`` are the other parts, those to be
    cut on among them.
    """

    pieces: Mapping[str, str]
    middles: Mapping[str, Size]
    rest: Mapping[str, Size]


def steps_in(sheet: CutSheet, openings: Mapping[str, Size]) -> int:
    """Return how many steps a sheet takes; ``openings`` are the holes to cut into pieces, by key.

    A sheet that is the piece needs no cut: taking it is the one step.
    """
    return max(1, len(sheet.cuts) + CUTS_OF_A_MIDDLE * sum(placed.key in openings for placed in sheet.placed))


def standing(sheet: CutSheet, openings: Mapping[str, Size], done: int) -> Standing:
    """Return what lies there after the first ``done`` steps. A sheet that is not cut into is one part."""
    parts = {"0": Rect(0, 0, sheet.stock.size.width, sheet.stock.size.height)}
    for cut in sheet.cuts[:done]:
        whole = parts.pop(cut.part)
        if cut.direction is Direction.UPRIGHT:
            parts[cut.part + "a"] = whole._replace(width=cut.at)
            parts[cut.part + "b"] = Rect(whole.x + cut.at, whole.y, whole.width - cut.at, whole.height)
        else:
            parts[cut.part + "a"] = whole._replace(height=cut.at)
            parts[cut.part + "b"] = Rect(whole.x, whole.y + cut.at, whole.width, whole.height - cut.at)
    keys = {Rect(p.x, p.y, p.size.width, p.size.height): p.key for p in sheet.placed}
    pieces = {keys[rect]: part for part, rect in parts.items() if rect in keys}
    rest = {part: Size(rect.width, rect.height) for part, rect in parts.items() if rect not in keys}
    inside = max(0, done - len(sheet.cuts)) // CUTS_OF_A_MIDDLE
    gutted = [placed for placed in sheet.placed if placed.key in openings][:inside]
    return Standing(pieces, {placed.key: openings[placed.key] for placed in gutted}, rest)
