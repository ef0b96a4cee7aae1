"""The user's trimmers, and what each of them cannot do.

A trimmer has a fence that an edge of the paper lies against; the blade runs so far
from the fence as it is *set to*. A cut that begins or ends inside the paper needs marks
for start and stop; on some trimmers the stop sits a fixed offset from the blade.
Common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import Final

from inkquilt.lengths import INCH, MM, Grains, Unit, with_unit
from inkquilt.sketch.geometry import Ends


@dataclass(frozen=True, slots=True)
class Trimmer:
    """One trimmer: its longest cut, how far the fence goes, its finest mark, the narrowest strip it cuts cleanly.

    ``stop_offset`` is what the stop reads more than the mark the blade is at, less than nothing
    if it reads less; None when it has no stops and can only cut right through.
    """

    name: str
    longest: Grains
    widest: Grains
    finest: Grains
    narrowest: Grains
    unit: Unit = Unit.IN
    stop_offset: Grains | None = None

    @property
    def cuts_inside(self) -> bool:
        """Whether a cut may begin or end inside the paper."""
        return self.stop_offset is not None


#: What is assumed until people enter their own.
USUAL_TRIMMERS: Final = (
    Trimmer("Twelve-inch trimmer", 12 * INCH + INCH // 2, 12 * INCH, INCH // 16, INCH // 8, Unit.IN, 0),
)
METRIC_TRIMMERS: Final = (Trimmer("A4 trimmer", 320 * MM, 310 * MM, MM, 3 * MM, Unit.MM, 0),)


class Refusal(Enum):
    """Why a trimmer cannot make a cut."""

    TOO_LONG = "too long"
    TOO_WIDE = "too wide"
    NO_STOPS = "no stops"
    STOP_SHORT = "stop short"
    STOP_FAR = "stop far"
    SLIVER = "sliver"


def refusal(
    trimmer: Trimmer, length: Grains, setting: Grains, rest: Grains, inside: Ends | None = None
) -> Refusal | None:
    """Return why a trimmer cannot make a cut of that length with these widths on both sides, or None.

    ``inside`` are the marks at which a cut inside the paper begins and ends: one that begins or ends at the edge
    runs off it there, and no stop is set.
    """
    if inside is not None and trimmer.stop_offset is None:
        return Refusal.NO_STOPS
    offset = trimmer.stop_offset or 0
    if inside is not None and inside.low > 0 and inside.low + offset < 0:
        return Refusal.STOP_SHORT
    if inside is not None and inside.high < length and inside.high + offset > trimmer.longest:
        return Refusal.STOP_FAR
    if length > trimmer.longest:
        return Refusal.TOO_LONG
    if setting > trimmer.widest:
        return Refusal.TOO_WIDE
    if min(setting, rest) < trimmer.narrowest:
        return Refusal.SLIVER
    return None


def refusal_words(trimmer: Trimmer, why: Refusal, length: Grains, setting: Grains, rest: Grains) -> str:
    """Say why a trimmer cannot, with its own number."""
    unit = trimmer.unit
    match why:
        case Refusal.NO_STOPS:
            return f"{trimmer.name} has no start and stop marks, so it cannot cut inside the paper"
        case Refusal.STOP_SHORT:
            return f"the stop of {trimmer.name} cannot be set so near the end"
        case Refusal.STOP_FAR:
            return f"the stop of {trimmer.name} cannot be set so far from where the cut begins"
        case Refusal.TOO_LONG:
            return f"{trimmer.name} cuts {with_unit(trimmer.longest, unit)} at most, this is {with_unit(length, unit)}"
        case Refusal.TOO_WIDE:
            return (
                f"the fence of {trimmer.name} goes to {with_unit(trimmer.widest, unit)}, not {with_unit(setting, unit)}"
            )
        case Refusal.SLIVER:
            narrow = with_unit(min(setting, rest), unit)
            return f"{trimmer.name} cuts no strip under {with_unit(trimmer.narrowest, unit)} cleanly, this is {narrow}"
